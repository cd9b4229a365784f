//! Marks behind headings that a text above them explains: `Mode (1)`, and `(1) required if the deposit is not 0`.

use std::sync::LazyLock;

use regex::Regex;

use super::{About, Text};
use crate::draft::{Draft, DraftColumn};

/// What each mark says, as a text about every column that has it; the text itself where no heading has any.
pub(super) fn apart(text: Text, draft: &Draft) -> Vec<Text> {
    static MARK: LazyLock<Option<Regex>> =
        LazyLock::new(|| Regex::new(r"\((?:[0-9]|[a-z])\)|\b[0-9]\)|[¹²³⁰⁴-⁹†‡§]\)?").ok());
    let (About::Sheet(sheet), Some(mark)) = (text.about.clone(), MARK.as_ref()) else { return vec![text] };
    let columns = &draft.sheets[sheet].columns;
    // "1) Mandatory" explains the mark (1).
    let marked = |column: &DraftColumn, sign: &str| {
        let heading = column.heading.trim_end();
        let alone = sign.trim_end_matches(')');
        heading.ends_with(sign) || !sign.starts_with('(') && heading.ends_with(&format!("({alone})"))
    };
    let places: Vec<std::ops::Range<usize>> = mark
        .find_iter(&text.text)
        .map(|found| found.range())
        .filter(|place| columns.iter().any(|column| marked(column, &text.text[place.clone()])))
        .collect();
    // A point of a list is none: `(1) one row per boat`, where a heading is "Length (1)", is both, and read as a note.
    let Some(first) = places.first() else { return vec![text] };
    let before = text.text[..first.start].trim_end_matches([' ', '-', '–', ';', ',']).to_owned();
    let mut texts = Vec::new();
    if !before.is_empty() {
        texts.push(Text { text: before, ..text.clone() });
    }
    for (at, place) in places.iter().enumerate() {
        let end = places.get(at + 1).map_or(text.text.len(), |next| next.start);
        let said = text.text[place.end..end].trim_matches([' ', '-', '–', '=', ':', ';', ',']);
        let sign = &text.text[place.clone()];
        let of = columns.iter().enumerate().filter(|(_, column)| marked(column, sign));
        texts.extend(of.map(|(column, _)| Text {
            text: said.to_owned(),
            about: About::Column(sheet, column),
            original: Some(text.text.clone()),
            ..text.clone()
        }));
    }
    texts
}
