//! Sheets that hold the codes of a column: joined to it by their name, by their heading, or by a sentence that names both.

use super::choices::{self, Choices};
use super::draft::{Confidence, Draft};
use super::names::plain_name;
use super::source::{Template, TemplateSheet};
use super::statements;
use crate::cell::fold::fold;

/// Codes at least, and their longest.
const LEAST: usize = 2;
const LONGEST: usize = 60;

/// Gives columns without a list the sheets that hold one for them. `is_entry` says which sheets are to be filled.
pub(super) fn learn(template: &Template, is_entry: &dyn Fn(usize) -> bool, draft: &mut Draft) {
    for (_, sheet) in template.sheets.iter().enumerate().filter(|(at, sheet)| !is_entry(*at) && !sheet.name.is_empty())
    {
        let Some((choices, heading)) = list_of(sheet) else { continue };
        for (number, column) in wanted_by(template, sheet, &heading, draft) {
            let (value, note) = choices::allowed(&choices, draft);
            let of = &mut draft.sheets[number].columns[column];
            of.values = choices.values.iter().map(|(code, _)| code.clone()).collect();
            let hidden = if sheet.hidden { "hidden " } else { "" };
            of.lines.set("allowed", value, format!("the {hidden}sheet {}{note}", sheet.name), Confidence::Known);
        }
    }
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
    let mut values: Vec<(String, Option<String>)> = Vec::new();
    for row in first + 1..=sheet.last_row() {
        let code = sheet.text(row, column);
        if code.is_empty() {
            continue;
        }
        if code.len() > LONGEST || code.split_whitespace().count() > 5 || code.ends_with(['.', ':']) {
            return None;
        }
        let means = meaning.map(|column| sheet.text(row, column)).filter(|text| !text.is_empty()).map(str::to_owned);
        if !values.iter().any(|(known, _)| known == code) {
            values.push((code.to_owned(), means));
        }
    }
    let heading = sheet.text(first, column).to_owned();
    let listed_at = Some((sheet.name.clone(), heading.clone(), first));
    (values.len() >= LEAST).then(|| (Choices { values, listed_at, source: String::new() }, heading))
}

/// The columns that a list is for.
fn wanted_by(template: &Template, sheet: &TemplateSheet, heading: &str, draft: &Draft) -> Vec<(usize, usize)> {
    let same = |one: &str, other: &str| {
        let (one, other) = (fold(one), fold(other));
        let plural = |one: &str, other: &str| {
            one.strip_suffix("es") == Some(other)
                || one.strip_suffix('s') == Some(other)
                || one.strip_suffix("ies").is_some_and(|stem| other.strip_suffix('y') == Some(stem))
        };
        !one.is_empty() && (one == other || plural(&one, &other) || plural(&other, &one))
    };
    let mut found = Vec::new();
    for (number, drafted) in draft.sheets.iter().enumerate() {
        for (column, of) in drafted.columns.iter().enumerate().filter(|(_, of)| !of.lines.has("allowed")) {
            let name = plain_name(&of.heading).replace('_', " ");
            if same(&name, &sheet.name) || same(&name, heading) {
                found.push((number, column));
            }
        }
    }
    if found.is_empty() {
        found = statements::columns_named_with(template, &sheet.name, draft);
        found.retain(|(number, column)| !draft.sheets[*number].columns[*column].lines.has("allowed"));
    }
    found
}
