//! Codes of which a letter between counted signs was not understood: `four digits, -W and two digits`.

use super::sentence::Sentence;
use super::words::Language;
use super::{Confidence, Reading};

/// Letters of what joins two counted parts, at most.
const JOINING: usize = 3;

/// Makes an offer of an expression that lacks such a letter, since it refuses every right code.
pub(super) fn as_offer((sentence, languages): (&Sentence, &[&'static Language]), reading: &mut Reading) {
    let patterns = || reading.claims.iter().any(|claim| claim.key == "pattern");
    if !patterns() {
        return;
    }
    let counts = |at: &usize| languages.iter().any(|language| sentence.number(*at, language).is_some());
    let (first, last) = ((0..sentence.words.len()).find(counts), (0..sentence.words.len()).rfind(counts));
    let (Some(first), Some(last)) = (first, last) else { return };
    let joining = |at: usize| {
        let (_, place) = &sentence.words[at];
        let text = &sentence.text[place.clone()];
        let signed = sentence.text[..place.start].ends_with(['-', '/', '_']) && text.len() <= JOINING;
        let capitals = text.bytes().all(|byte| byte.is_ascii_uppercase());
        (capitals && (signed || text.len() == 1)).then_some(text)
    };
    // "LT- and five digits (z. B. LT-00417)" has no B in it.
    let shown = languages.iter().filter_map(|language| sentence.any(language.example)).map(|shown| shown.start).min();
    let last = shown.map_or(last, |shown| last.min(shown));
    let letters: Vec<&str> = (first + 1..last).filter_map(joining).collect();
    for claim in reading.claims.iter_mut().filter(|claim| claim.key == "pattern") {
        if letters.iter().any(|letter| !claim.value.contains(letter)) {
            claim.confidence = Confidence::Suggested;
        }
    }
}
