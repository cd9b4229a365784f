//! What asterisks stand for, on headings and in the rows under them.

use super::sentence::Sentence;
use super::words::{self, Language};
use crate::draft::{Confidence, Draft, DraftColumn};

/// Whether a sentence says what asterisks mean, and headings have them.
pub(super) fn is_of_asterisks(sentence: &Sentence, draft: &Draft) -> bool {
    let has = |column: &DraftColumn| column.heading.contains('*') || has_asterisk_below(column);
    says_asterisks(sentence) && draft.sheets.iter().flat_map(|sheet| &sheet.columns).any(has)
}

/// Whether a sentence says that what asterisks mark must be filled.
pub(super) fn says_asterisks(sentence: &Sentence) -> bool {
    let says = |language: &&Language| {
        let marked = sentence.text.contains('*') && sentence.has(language.marked);
        (marked || sentence.has(language.asterisks)) && sentence.required(language).is_some()
    };
    words::ALL.iter().any(says)
}

/// Whether what is under a heading begins with an asterisk: `* number`.
fn has_asterisk_below(column: &DraftColumn) -> bool {
    let guide = column.lines.get("guide").map(|line| line.value.as_str()).unwrap_or_default();
    guide.contains("\"*")
}

/// Columns with an asterisk in the rows under their headings, where a sentence says what these mean.
pub(super) fn guided_by_asterisks(said: &str, draft: &mut Draft) {
    let columns = draft.sheets.iter_mut().flat_map(|sheet| &mut sheet.columns);
    for column in columns.filter(|column| !said.is_empty() && has_asterisk_below(column)) {
        column.lines.set("required", "true".to_owned(), said, Confidence::Known);
    }
}
