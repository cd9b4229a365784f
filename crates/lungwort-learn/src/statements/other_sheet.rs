//! Values that stand on another sheet to be filled: `one of the codes on the sheet Plots`.

use super::sentence::Sentence;
use super::subject::Place;
use super::words::Language;
use super::{Claim, Reading, Target};
use crate::draft::{Confidence, Draft, DraftColumn};
use lungwort_core::rulebook::toml_text::quoted;

/// Columns that a sentence names together with another sheet that has a column of that heading.
pub(super) fn read(sentence: &Sentence, language: &Language, places: &[Place], draft: &Draft) -> Reading {
    let mut claims = Vec::new();
    for (at, sheet) in draft.sheets.iter().enumerate().filter(|(_, sheet)| !sheet.name.is_empty()) {
        if !is_named(sentence, language, &sheet.name) {
            continue;
        }
        for (own, column) in places.iter().copied().filter(|(own, _)| *own != at) {
            let heading = &draft.sheets[own].columns[column].heading;
            // "One of the codes on the tab Children": a column of that name there.
            let chosen = |other: &&DraftColumn| {
                let name = other.heading.trim().trim_end_matches('*').trim().to_lowercase();
                let is_so = |(word, _): &(String, std::ops::Range<usize>)| {
                    *word == name || word.strip_suffix('s') == Some(name.as_str())
                };
                sentence.has(language.choose) && sentence.words.iter().any(is_so)
            };
            let same = sheet.columns.iter().find(|other| other.heading.trim() == heading.trim());
            let Some(other) = same.or_else(|| sheet.columns.iter().find(chosen)) else { continue };
            claims.push(Claim {
                on: Target::Column((own, column)),
                key: "allowed",
                value: format!("{{ sheet = {}, column = {} }}", quoted(&sheet.name), quoted(&other.heading)),
                confidence: Confidence::Known,
            });
        }
    }
    Reading::of(claims)
}

/// Whether a sheet is named as one: `the sheet Plots`, `the Plots tab`.
fn is_named(sentence: &Sentence, language: &Language, name: &str) -> bool {
    let Some(place) = sentence.find(&name.to_lowercase()) else { return false };
    let word = |at: Option<usize>| at.and_then(|at| sentence.words.get(at)).map_or("", |(word, _)| word.as_str());
    [word(place.start.checked_sub(1)), word(Some(place.end))].iter().any(|word| language.sheets.contains(word))
}
