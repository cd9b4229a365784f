//! Texts of so many words: `Latin name, two words`.

use super::sentence::Sentence;
use super::sizes::Said;
use super::words::Language;
use crate::draft::Confidence;

/// More words than this are no form of a value.
const MOST: f64 = 5.0;

/// The expression for values of so many words, where a part of the sentence says no more than that.
pub(super) fn read(sentence: &Sentence, language: &Language, from: usize, found: &mut Said) {
    let parted = |at: usize| at == from || sentence.gap(at - 1).contains([',', ':', ';', '(']);
    let ends = |at: usize| at + 1 >= sentence.words.len() || sentence.gap(at).contains([',', ';', ')', '.', '(']);
    let counted = |at: &usize| {
        let words = language.words_of_texts.contains(&sentence.word(at + 1));
        words && parted(*at) && ends(at + 1)
    };
    let Some(at) = (from..sentence.words.len()).find(counted).filter(|_| found.is_empty()) else { return };
    let number = sentence.number(at, language).filter(|number| (1.0..=MOST).contains(number) && number.fract() == 0.0);
    if let Some(number) = number {
        let further = r" [^\s]+".repeat(number as usize - 1);
        found.push(("pattern", format!(r"'[^\s]+{further}'"), Confidence::Confirm));
    }
}
