//! Texts of so many words: `Latin name, two words`.

use super::sentence::Sentence;
use super::sizes::Said;
use super::words::Language;
use crate::draft::Confidence;

/// More words than this are no form of a value.
const MOST: f64 = 5.0;

/// The expression for values of so many words, or of so many at least, where a part of the sentence says no more than that.
pub(super) fn read(sentence: &Sentence, language: &Language, from: usize, found: &mut Said) {
    // "Must have at least two words" says it of the column before.
    let led = |at: usize| {
        let word = sentence.word(at - 1);
        [language.has, language.copulas, language.verbs].iter().any(|words| words.contains(&word))
    };
    let parted = |at: usize| at == from || led(at) || sentence.gap(at - 1).contains([',', ':', ';', '(']);
    let ends = |at: usize| at + 1 >= sentence.words.len() || sentence.gap(at).contains([',', ';', ')', '.', '(']);
    let limit = |at: usize| {
        let before = |phrases: &[&str]| {
            phrases.iter().filter_map(|phrase| sentence.starts_before(phrase, at)).find(|start| *start >= from)
        };
        let behind = |phrases: &[&str]| phrases.iter().filter_map(|phrase| sentence.ends_at(phrase, at + 2)).max();
        if let Some(start) = before(language.at_least) {
            (start, at + 1, true)
        } else if let Some(end) = behind(language.at_least).or_else(|| behind(language.or_more)) {
            (at, end - 1, true)
        } else {
            (at, at + 1, false)
        }
    };
    let counted = |at: &usize| {
        let (start, last, _) = limit(*at);
        language.words_of_texts.contains(&sentence.word(at + 1)) && parted(start) && ends(last)
    };
    let Some(at) = (from..sentence.words.len()).find(counted).filter(|_| found.is_empty()) else { return };
    let number = sentence.number(at, language).filter(|number| (1.0..=MOST).contains(number) && number.fract() == 0.0);
    let Some(more) = number.and_then(|number| (number as usize).checked_sub(1)) else { return };
    let further = match limit(at) {
        (.., true) => format!(r"(?: [^\s]+){{{more},}}"),
        (.., false) => r" [^\s]+".repeat(more),
    };
    found.push(("pattern", format!(r"'[^\s]+{further}'"), Confidence::Confirm));
}
