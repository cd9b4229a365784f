//! Which headings are marked as required: by a sign, a word, or a look that a legend explains.

use std::collections::BTreeMap;

use super::draft::{Confidence, DraftColumn};
use super::headings::Layout;
use super::source::{Template, TemplateSheet};
use super::statements::names_days;
use lungwort_core::cell::fold::fold;

/// Words for required, and whether they say so.
fn says_required(text: &str) -> Option<bool> {
    let folded = fold(text);
    match folded.as_str() {
        "required" | "mandatory" | "compulsory" | "obligatory" | "must" | "req" | "reqd" | "mand" => Some(true),
        "optional" | "opt" | "notrequired" | "notmandatory" | "recommended" | "conditional" => Some(false),
        _ => None,
    }
}

/// Words right behind one for required that say when it is.
const NARROWING: &[&str] = &[
    "if", "when", "where", "unless", "for", "once", "only", "as", "after", "from", "over", "above", "with", "there",
    "then", "except", "but", "apart", "other", "save", "until", "whenever", "as", "provided", "depending",
];

/// Words that make a sentence one about some rows, wherever they stand before the word for required, or behind it with no comma between.
const OF_SOME_ROWS: &[&str] = &["if", "when", "where", "unless", "whenever", "only", "except", "provided", "wherever"];

fn words_of(text: &str) -> Vec<&str> {
    text.split(|each: char| !each.is_alphanumeric()).filter(|word| !word.is_empty()).collect()
}

/// Looks for a word for required in a longer text.
pub fn word_in(text: &str) -> Option<bool> {
    let lower = text.to_lowercase();
    let is_word = |word: &str| matches!(word, "required" | "mandatory" | "compulsory" | "optional" | "conditional");
    let words = words_of(&lower);
    let at = words.iter().position(|word| is_word(word))?;
    let not = at > 0 && matches!(words[at - 1], "not" | "no" | "non" | "if" | "when" | "where");
    let later = words.get(at + 1).is_some_and(|word| NARROWING.contains(word));
    // "Only for family passes, always required" speaks of these.
    // "Required on Saturdays"
    let later = later || names_days(text);
    // "If Kiln is C, Electricity is required"
    let mut sentences = lower.split(['.', ';', '\n', '!', '?']).map(words_of);
    let sentence = sentences.find(|words| words.iter().any(|word| is_word(word))).unwrap_or_default();
    let mut before = sentence.iter().take_while(|word| !is_word(word));
    let later = later || before.any(|word| OF_SOME_ROWS.contains(word));
    let later = later || words[..at].windows(2).any(|pair| pair[0] == "only" && NARROWING.contains(&pair[1]));
    // "E-mail or phone required" asks for one of the two.
    let part = lower.split([',', ';', '.', ':', '(', ')']).find(|part| part.contains(words[at])).unwrap_or_default();
    let either = [" or ", " oder ", " ou "].iter().any(|or| part.contains(or));
    let mut behind = words_of(part).into_iter().skip_while(|word| !is_word(word));
    let later = later || behind.any(|word| OF_SOME_ROWS.contains(&word));
    Some(matches!(words[at], "required" | "mandatory" | "compulsory") && !not && !later && !either)
}

/// A note or message without a first sentence that only says whether something must be filled in.
pub fn without_must(text: &str) -> String {
    let text = text.trim().replace(['\n', '\r'], " ");
    let (first, rest) = text.split_once('.').unwrap_or((text.as_str(), ""));
    let lower = first.trim().to_lowercase();
    let only_must = matches!(
        lower.as_str(),
        "required" | "mandatory" | "optional" | "may be left blank" | "this field is required" | "required field"
    ) || lower.starts_with("must be filled where")
        || lower.starts_with("required in ")
        || lower.starts_with("required on ");
    if only_must { rest.trim().to_owned() } else { text }
}

/// An asterisk in brackets, which says something else than one without.
pub const BRACKETED: &str = "(*)";

/// Marks what the headings themselves say.
pub fn learn(
    template: &Template,
    sheet: &TemplateSheet,
    layout: &Layout,
    columns: &mut [DraftColumn],
    look_first: &mut Vec<String>,
) {
    // Where some headings have `*` and others `(*)`, the second says something else.
    let is_plain = |heading: &str| heading.contains('*') && !heading.contains(BRACKETED);
    let both = columns.iter().any(|column| is_plain(&column.heading))
        && columns.iter().any(|column| column.heading.contains(BRACKETED));
    let has_star = |heading: &str| if both { is_plain(heading) } else { heading.contains('*') };
    let starred = columns.iter().filter(|column| has_star(&column.heading)).count();
    for column in columns.iter_mut() {
        let heading = column.heading.clone();
        let has_star = has_star(&heading);
        if has_star && starred < layout.headings.len() {
            column.lines.set("required", "true", "the asterisk in its heading", Confidence::Known);
        } else if has_star {
            column.lines.set(
                "required",
                "true",
                "the asterisk in its heading; every heading has one",
                Confidence::Confirm,
            );
        }
        let bracketed = heading.rsplit_once(['(', '[']).map(|(_, rest)| rest.trim_end_matches([')', ']']));
        if bracketed.and_then(says_required) == Some(true) {
            column.lines.set("required", "true", "the word in its heading", Confidence::Known);
        }
        words_around(sheet, layout, column);
    }
    by_look(template, sheet, layout, columns, look_first);
}

/// A row above or below the headings that says it column by column.
fn words_around(sheet: &TemplateSheet, layout: &Layout, column: &mut DraftColumn) {
    let rows = layout
        .guide_rows
        .iter()
        .chain(&layout.said_above)
        .copied()
        .chain((layout.heading_row.saturating_sub(3)..layout.heading_row).rev())
        .filter(|row| *row > layout.heading_row || !super::around::is_line(sheet, *row));
    let named = |row: &u64| super::around::is_label(sheet, layout, *row, column.field);
    for row in rows.filter(|row| *row > 0 && !named(row)) {
        let text = sheet.text(row, column.field);
        // `Must, see Varieties`
        let head = text.split([',', ';', '.', '–', ':']).next().unwrap_or(text);
        let short = says_required(text).or_else(|| says_required(head)).or_else(|| {
            // A row of M and O says it if nothing else stands in it.
            let is_letter = |text: &str| matches!(text, "M" | "O" | "R" | "C");
            let mut all = if is_letter(text) { sheet.row(row) } else { Vec::new() };
            // What the row says may be named before it.
            if all.first().is_some_and(|(first, text)| *first != column.field && !is_letter(text)) {
                all.remove(0);
            }
            let letters = all.len() > 1 && all.iter().all(|(_, text)| is_letter(text));
            letters.then_some(matches!(text, "M" | "R"))
        });
        let guides = layout.guide_rows.contains(&row) && !layout.is_remark(sheet, row);
        let said = short.or_else(|| guides.then(|| word_in(text)).flatten());
        if said == Some(true) {
            let source = format!("{} says {text}", place(sheet, row, column.field));
            column.lines.set("required", "true", source, Confidence::Known);
        }
    }
}

/// A cell's place in words.
pub fn place(sheet: &TemplateSheet, row: u64, column: usize) -> String {
    let cell = format!("{}{row}", lungwort_core::finding::column_letter(column));
    if sheet.name.is_empty() { format!("row {row}") } else { format!("{}!{cell}", sheet.name) }
}

/// A colour or bold letters that only some headings bear.
fn by_look(
    template: &Template,
    sheet: &TemplateSheet,
    layout: &Layout,
    columns: &mut [DraftColumn],
    look_first: &mut Vec<String>,
) {
    let looks: Vec<Option<Look>> =
        columns.iter().map(|column| look_of(template, sheet, layout.heading_row, column.field)).collect();
    let mut groups: BTreeMap<Look, Vec<usize>> = BTreeMap::new();
    for (at, look) in looks.iter().enumerate() {
        if let Some(look) = look {
            groups.entry(look.clone()).or_default().push(at);
        }
    }
    if groups.len() < 2 {
        return;
    }
    let mut explained = false;
    for (group, members) in &groups {
        let Some((where_, required)) = legend(template, group) else { continue };
        explained = true;
        for at in members.iter().filter(|_| required) {
            columns[*at].lines.set("required", "true", format!("its look, which {where_} explains"), Confidence::Known);
        }
    }
    if explained || columns.iter().any(|column| column.lines.has("required")) || groups.len() > 2 {
        return;
    }
    // Nothing explains the two looks: the stronger one is suggested.
    let stronger = groups.keys().max().cloned();
    let Some((group, members)) = stronger.and_then(|look| Some((look.clone(), groups.get(&look)?))) else {
        return;
    };
    for at in members {
        columns[*at].lines.set(
            "required",
            "true",
            format!("its heading {}, unlike others", group.words(1)),
            Confidence::Suggested,
        );
    }
    look_first.push(format!(
        "{} of {} {}, and nothing says why: are they the required ones?",
        if members.len() == 1 { "1 heading".to_owned() } else { format!("{} headings", members.len()) },
        if sheet.name.is_empty() { "the file" } else { &sheet.name },
        group.words(members.len())
    ));
}

/// What sets a heading apart.
#[derive(Debug, Clone, PartialEq, Eq, PartialOrd, Ord)]
struct Look {
    bold: bool,
    fill: Option<String>,
    ink: Option<String>,
}

impl Look {
    fn words(&self, count: usize) -> String {
        let (has, is) = if count == 1 { ("has", "is") } else { ("have", "are") };
        match (&self.fill, &self.ink, self.bold) {
            (Some(fill), ..) => format!("{has} the colour {fill} behind"),
            (_, Some(ink), _) => format!("{is} written in the colour {ink}"),
            (_, _, true) => format!("{is} bold"),
            _ => format!("{is} plain"),
        }
    }
}

fn look_of(template: &Template, sheet: &TemplateSheet, row: u64, column: usize) -> Option<Look> {
    let style = template.styles.get(sheet.style(row, column)?)?;
    Some(Look { bold: style.bold, fill: style.fill.clone(), ink: style.ink.clone() })
}

/// A cell with the same colour that says what it stands for, or with the words beside it.
fn legend(template: &Template, group: &Look) -> Option<(String, bool)> {
    group.fill.as_ref().or(group.ink.as_ref())?;
    for sheet in &template.sheets {
        for (row, column, style) in &sheet.full.styles {
            let Some(style) = template.styles.get(*style) else { continue };
            let same = match (&group.fill, &group.ink) {
                (Some(_), _) => style.fill == group.fill,
                _ => style.ink == group.ink,
            };
            if !same {
                continue;
            }
            for at in [*column, column + 1, column + 2] {
                let text = sheet.text(*row, at);
                if let Some(required) = says_required(text).or_else(|| word_in(text)).filter(|_| text.len() <= 120) {
                    return Some((place(sheet, *row, at), required));
                }
            }
        }
    }
    None
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn words_for_required_are_read_with_what_is_around_them() {
        assert_eq!(word_in("Required. Two letters."), Some(true));
        assert_eq!(word_in("not required"), Some(false));
        assert_eq!(word_in("Required if collected in the wild"), Some(false));
        assert_eq!(word_in("Only for families, required there"), Some(false));
        assert_eq!(word_in("Optional"), Some(false));
        assert_eq!(word_in("If Kiln is C, Electricity is required, otherwise leave blank"), Some(false));
        assert_eq!(word_in("Two letters, if known. Required."), Some(true));
        assert_eq!(word_in("Required and unique where sold"), Some(false));
        assert_eq!(word_in("Two letters"), None);
    }
}
