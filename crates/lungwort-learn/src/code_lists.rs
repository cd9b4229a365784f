//! Sheets that hold the codes of a column: joined to it by their name, by their heading, or by a sentence that names both.

use std::collections::HashSet;

use super::across::KnownHeadings;
use super::choices::{self, Choices};
use super::draft::{Confidence, Draft};
use super::list_owners::{LIST_WORDS, Owners};
use super::source::{Template, TemplateSheet};
use lungwort_core::cell::fold::fold;

/// Rows in which the headings of lists are looked for.
const LEAD: u64 = 10;
/// Headings over codes that could be codes.
const CODE_HEADINGS: &[&str] = &["ID", "NO", "NR", "KEY", "CODE", "ISO", "REF", "ABBR", "NAME"];
/// Words in the name of a sheet that holds lists.
const SHEETS_OF_LISTS: &[&str] = &[
    "list", "lists", "codes", "values", "options", "choices", "lookup", "lookups", "dropdowns", "listen", "werte",
    "auswahl", "schlüssel", "listes", "valeurs", "choix",
];
/// Codes at least, and their longest.
const LEAST: usize = 2;
const LONGEST: usize = 60;

/// Gives columns without a list the sheets that hold one for them. `is_entry` says which sheets are to be filled.
pub(super) fn learn(template: &Template, is_entry: &dyn Fn(usize) -> bool, draft: &mut Draft) {
    if (0..template.sheets.len()).all(|at| is_entry(at) || template.sheets[at].name.is_empty()) {
        return;
    }
    let known = KnownHeadings::of(template);
    let mut owners = Owners::of(template, draft);
    for (at, sheet) in template.sheets.iter().enumerate().filter(|(at, sheet)| !is_entry(*at) && !sheet.name.is_empty())
    {
        for (choices, heading) in lists_of((sheet, at), &known, &owners) {
            // A table that goes through the columns holds no codes.
            if owners.are_in(&choices) {
                continue;
            }
            for (number, column) in owners.of_list(&sheet.name, &heading, draft) {
                let (value, note) = choices::allowed(&choices, draft);
                let of = &mut draft.sheets[number].columns[column];
                of.values = choices.values.iter().map(|(code, _)| code.clone()).collect();
                let hidden = if sheet.hidden { "hidden " } else { "" };
                of.lines.set("allowed", value, format!("the {hidden}sheet {}{note}", sheet.name), Confidence::Known);
            }
        }
    }
}

/// The lists of a sheet: one, or several side by side.
fn lists_of((sheet, at): (&TemplateSheet, usize), known: &KnownHeadings, owners: &Owners) -> Vec<(Choices, String)> {
    let several = under_headings((sheet, at), known);
    match if several.is_empty() { side_by_side(sheet) } else { several } {
        lists if lists.is_empty() => list_of(sheet).map(|list| with_first(list, sheet, owners)).into_iter().collect(),
        lists => lists,
    }
}

/// Whether several lists are side by side on a sheet: it is none to be filled.
pub(super) fn has_several(of: (&TemplateSheet, usize), known: &KnownHeadings) -> bool {
    !side_by_side(of.0).is_empty() || !under_headings(of, known).is_empty()
}

/// Lists under the headings of columns of another sheet: on a sheet that is called so, or of which one list is longer than another.
fn under_headings((sheet, at): (&TemplateSheet, usize), known: &KnownHeadings) -> Vec<(Choices, String)> {
    let Some(first) = (1..=sheet.last_row().min(LEAD)).find(|row| sheet.row(*row).len() >= 2) else {
        return Vec::new();
    };
    let head: Vec<(usize, String)> = sheet.row(first).into_iter().map(|(at, text)| (at, fold(text))).collect();
    if !known.are_of_another(at, &head) {
        return Vec::new();
    }
    let list = |(column, text): &(usize, String)| {
        let length = (first + 1..=sheet.last_row()).take_while(|row| !sheet.text(*row, *column).is_empty()).count();
        let all = (first + 1..=sheet.last_row()).filter(|row| !sheet.text(*row, *column).is_empty()).count();
        // What they mean stands beside them, under no heading.
        let meaning = Some(column + 1).filter(|next| sheet.text(first, *next).is_empty());
        let values = values_of(sheet, first + 1, *column, meaning)?;
        // Codes come once, without a gap between.
        let whole = length == all && values.len() == all && all >= LEAST;
        let listed_at = Some((sheet.name.clone(), sheet.text(first, *column).to_owned(), first));
        whole.then_some((Choices { values, listed_at, source: String::new() }, text.clone()))
    };
    let lists: Option<Vec<(Choices, String)>> = head.iter().map(list).collect();
    let words: Vec<String> = sheet.name.split(|each: char| !each.is_alphanumeric()).map(str::to_lowercase).collect();
    let called = words.iter().any(|word| SHEETS_OF_LISTS.contains(&word.as_str()));
    let ragged =
        |lists: &Vec<(Choices, String)>| lists.windows(2).any(|pair| pair[0].0.values.len() != pair[1].0.values.len());
    lists.filter(|lists| called || ragged(lists)).unwrap_or_default()
}

/// Lists side by side, each with its title: under titles in one row, or with the same headings again and again.
fn side_by_side(sheet: &TemplateSheet) -> Vec<(Choices, String)> {
    let Some(first) = (1..=sheet.last_row().min(LEAD)).find(|row| sheet.row(*row).len() >= 2) else {
        return Vec::new();
    };
    let (head, below) = (sheet.row(first), sheet.row(first + 1));
    let repeats = |row: &[(usize, &str)]| {
        let folded: Vec<String> = row.iter().map(|(_, text)| fold(text)).collect();
        (1..=folded.len() / 2)
            .find(|each| folded.len().is_multiple_of(*each) && folded.chunks(*each).all(|set| set == &folded[..*each]))
    };
    // The row of titles, the row of headings, and the columns at which the lists begin.
    let (titles, headings, begins): (Vec<(usize, String)>, u64, Vec<usize>) = match (repeats(&head), repeats(&below)) {
        (_, Some(each)) if head.len() < below.len() => {
            let begins: Vec<usize> = below.iter().step_by(each).map(|(column, _)| *column).collect();
            (head.iter().map(|(column, text)| (*column, (*text).to_owned())).collect(), first + 1, begins)
        }
        (None, _) => {
            let named = head.iter().filter(|(_, text)| is_title(text)).count();
            let begins: Vec<usize> = head.iter().map(|(column, _)| *column).collect();
            if named < 2 || named < head.len() {
                return Vec::new();
            }
            (head.iter().map(|(column, text)| (*column, (*text).to_owned())).collect(), first, begins)
        }
        _ => return Vec::new(),
    };
    if begins.len() < 2 {
        return Vec::new();
    }
    let mut found = Vec::new();
    for (at, begin) in begins.iter().enumerate() {
        let end = begins.get(at + 1).copied().unwrap_or(usize::MAX);
        let title = titles.iter().rev().find(|(column, _)| *column <= *begin).map(|(_, text)| text.clone());
        let meaning = (*begin + 1 < end).then_some(begin + 1);
        let Some(values) = values_of(sheet, headings + 1, *begin, meaning).filter(|values| values.len() >= LEAST)
        else {
            return Vec::new();
        };
        let listed_at = Some((sheet.name.clone(), sheet.text(headings, *begin).to_owned(), headings));
        // A heading that others have too does not name the column of a list.
        let listed_at = listed_at.filter(|_| repeats(&sheet.row(headings)).is_none());
        found.push((Choices { values, listed_at, source: String::new() }, title.unwrap_or_default()));
    }
    found
}

/// Whether a heading is the title of a list.
fn is_title(text: &str) -> bool {
    let folded = text.to_lowercase();
    folded.split_whitespace().count() > 1
        && LIST_WORDS.iter().any(|word| folded.split_whitespace().any(|part| part == *word))
}

/// Whether a sheet holds codes.
pub(super) fn is_list(sheet: &TemplateSheet) -> bool {
    list_of(sheet).is_some()
}

/// The codes of a sheet with what they mean, and what stands over them; `None` where it is no list.
fn list_of(sheet: &TemplateSheet) -> Option<(Choices, String)> {
    let first = (1..=sheet.last_row()).find(|row| !sheet.row(*row).is_empty())?;
    let head = sheet.row(first);
    // A title over the headings stands alone in its row.
    let below = sheet.row(first + 1);
    let first = if head.len() == 1 && below.len() > 1 { first + 1 } else { first };
    let head = sheet.row(first);
    let column = head.first()?.0;
    if head.len() > 4 || head.iter().any(|(_, text)| text.len() > LONGEST) {
        return None;
    }
    let meaning = head.get(1).map(|(column, _)| *column);
    let values = values_of(sheet, first + 1, column, meaning)?;
    let heading = sheet.text(first, column).to_owned();
    if meaning.is_some() && is_code_among(&heading, &values) {
        let values = values_of(sheet, first, column, meaning)?;
        return Some((Choices { values, listed_at: None, source: String::new() }, String::new()));
    }
    let listed_at = Some((sheet.name.clone(), heading.clone(), first));
    (values.len() >= LEAST).then(|| (Choices { values, listed_at, source: String::new() }, heading))
}

/// Whether the first cell of a list is a code as those below it are, and no heading: `1`, `W001`, `SHE`.
fn is_code_among(first: &str, values: &[(String, Option<String>)]) -> bool {
    let shape = |text: &str| -> String {
        let sign = |each: char| match each {
            '0'..='9' => '0',
            each if each.is_uppercase() => 'A',
            each if each.is_lowercase() => 'a',
            each => each,
        };
        text.chars().map(sign).collect()
    };
    let number = |text: &str| text.parse::<u32>().is_ok();
    let own = shape(first);
    let capitals = own.chars().all(|each| each == 'A') && !CODE_HEADINGS.contains(&first);
    let same = (own.contains('0') || capitals) && values.iter().all(|(code, _)| shape(code) == own);
    values.len() >= LEAST && (same || number(first) && values.iter().all(|(code, _)| number(code)))
}

/// A list of one column of which the first cell is no heading: it is a value as the others.
fn with_first((mut choices, heading): (Choices, String), sheet: &TemplateSheet, owners: &Owners) -> (Choices, String) {
    let single = (1..=sheet.last_row()).all(|row| sheet.row(row).len() <= 1);
    let words: Vec<String> = heading.split_whitespace().map(str::to_lowercase).collect();
    let names = words.iter().any(|word| LIST_WORDS.contains(&word.as_str()) || word == "name");
    let is_heading = || names || owners.are_related(&heading, &sheet.name);
    if single && !choices.values.iter().any(|(code, _)| *code == heading) && !is_heading() {
        choices.values.insert(0, (heading.clone(), None));
        choices.listed_at = None;
        return (choices, String::new());
    }
    (choices, heading)
}

/// The codes in a column from a row on, with what they mean; `None` where something among them is none.
fn values_of(
    sheet: &TemplateSheet,
    from: u64,
    column: usize,
    meaning: Option<usize>,
) -> Option<Vec<(String, Option<String>)>> {
    let mut values: Vec<(String, Option<String>)> = Vec::new();
    let mut known = HashSet::new();
    for row in from..=sheet.last_row() {
        let code = sheet.text(row, column);
        if code.is_empty() {
            continue;
        }
        if code.len() > LONGEST || code.split_whitespace().count() > 5 || code.ends_with(['.', ':']) {
            return None;
        }
        let means = meaning.map(|column| sheet.text(row, column)).filter(|text| !text.is_empty()).map(str::to_owned);
        if known.insert(code) {
            values.push((code.to_owned(), means));
        }
    }
    Some(values)
}
