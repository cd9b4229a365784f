//! Numbers of so many digits of which the first is no zero: `seven digits, the first of which is never 0`, `no leading zero`.

use super::sentence::Sentence;
use super::sizes::Said;
use super::words::Language;

/// Words from what is first, or from the denial, to the zero at most.
const NEAR: usize = 7;

/// Whether a sentence denies a zero at the beginning.
pub(super) fn denied(sentence: &Sentence, language: &Language) -> bool {
    let word = |at: usize| sentence.word(at);
    let denies = |at: &usize| {
        let lacks = language.lacking.contains(&word(*at)) || language.none.contains(&word(*at));
        lacks || language.negations.contains(&word(*at))
    };
    let leading = language.leading_zeros.iter().filter_map(|phrase| sentence.find(phrase)).any(|place| {
        let from = place.start.saturating_sub(2);
        (from..place.start).any(|at| denies(&at))
    });
    let zero = |at: &usize| sentence.number(*at, language) == Some(0.0) || language.zeros.contains(&word(*at));
    let begun = |at: usize| {
        let near = at.saturating_sub(NEAR)..at;
        let first = || near.clone().any(|at| language.first.contains(&word(at)));
        let begins = || {
            let begins = sentence.any(language.begins).or_else(|| sentence.any(language.begins_last));
            begins.is_some_and(|begins| begins.end <= at && at - begins.end <= 2 || begins.start == at + 1)
        };
        near.clone().any(|at| denies(&at)) && (first() || begins())
    };
    leading || (1..sentence.words.len()).filter(zero).any(begun)
}

/// Takes the zero from the digits that values begin with.
pub(super) fn take_off(sentence: &Sentence, language: &Language, found: &mut Said) {
    if !denied(sentence, language) {
        return;
    }
    for (_, value, _) in found.iter_mut().filter(|(key, ..)| *key == "pattern") {
        let Some((count, rest)) = value.strip_prefix(r"'\d{").and_then(|rest| rest.split_once('}')) else { continue };
        let one_less = |count: &str| Some(count.parse::<u32>().ok()?.checked_sub(1)?.to_string());
        let counts: Option<Vec<String>> = count.split(',').map(one_less).collect();
        if let Some(counts) = counts {
            *value = format!(r"'[1-9]\d{{{}}}{rest}", counts.join(","));
        }
    }
}
