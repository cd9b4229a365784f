//! What each row is: `one line per plot` makes the column that identifies plots one whose values may come once. Rows may list lines of
//! something all the same, so that it is only offered.

use super::sentence::Sentence;
use super::subject::Place;
use super::words::Language;
use super::{About, Claim, Entries, Reading, Target};
use crate::draft::{Confidence, Draft};
use crate::keys;

/// What a sentence says of what each row is.
pub(super) fn read(
    sentence: &Sentence,
    language: &Language,
    (known, about): (&Entries<'_>, &About),
    draft: &Draft,
) -> Reading {
    let Some(row) = sentence.any(language.one_row) else { return Reading::default() };
    let Some((noun, _)) = sentence.words.get(row.end) else { return Reading::default() };
    let is_named = |words: &[String], (sheet, column): Place| {
        let heading = &draft.sheets[sheet].columns[column].heading;
        words.first() == Some(noun) && (words.len() == 1 || keys::identifies(heading))
    };
    let Some(place) = known.headings.only(about, is_named) else { return Reading::default() };
    Reading::of(vec![Claim {
        on: Target::Column(place),
        key: "unique",
        value: "true".to_owned(),
        confidence: Confidence::Suggested,
    }])
}
