//! Times of the day that values are limited to: `not before 07:00`, `between 08:00 and 18:00`.

use std::ops::Range;
use std::sync::LazyLock;

use regex::Regex;

use super::codes::qualified;
use super::sentence::Sentence;
use super::words::Language;

/// A time in digits.
static TIME: LazyLock<Option<Regex>> =
    LazyLock::new(|| Regex::new(r"(?:^|[^0-9:.])((?:[01]?[0-9]|2[0-3]):[0-5][0-9])(?:$|[^0-9:])").ok());

/// Words from where a limit is said to the time, at most.
const APART: usize = 5;

/// A time that a sentence names, and its words.
pub(super) struct Named {
    pub words: Range<usize>,
    /// It as rulebooks write it.
    time: String,
}

/// The times that a sentence names.
pub(super) fn named(sentence: &Sentence) -> Vec<Named> {
    let Some(pattern) = TIME.as_ref().filter(|_| sentence.text.contains(':')) else { return Vec::new() };
    let (mut found, mut from) = (Vec::new(), 0);
    while let Some(part) = pattern.captures_at(&sentence.text, from).and_then(|captures| captures.get(1)) {
        from = part.end();
        let inside = |place: &Range<usize>| part.start() <= place.start && place.end <= part.end();
        let Some(first) = sentence.words.iter().position(|(_, place)| inside(place)) else { continue };
        let count = sentence.words[first..].iter().take_while(|(_, place)| inside(place)).count();
        found.push(Named { words: first..first + count, time: format!("{:0>5}", part.as_str()) });
    }
    found
}

/// Whether a sentence writes an hour with one digit: `from 8:00`.
pub(super) fn has_short_hour(sentence: &Sentence) -> bool {
    named(sentence).iter().any(|of| sentence.word(of.words.start).len() == 1)
}

/// The limits that they are: the key and the time.
pub(super) fn limits(sentence: &Sentence, language: &Language) -> Vec<(&'static str, String)> {
    let times = named(sentence);
    if let [first, second] = times.as_slice()
        && second.words.start <= first.words.end + 1
        && first.time < second.time
    {
        let to = sentence.words.get(first.words.end).map_or("", |(word, _)| word.as_str());
        let between = qualified(sentence, language.between, first.words.start);
        let joined = second.words.start == first.words.end && sentence.is_dashed(first.words.end - 1)
            || language.to.contains(&to);
        if between || joined {
            return vec![("min", first.time.clone()), ("max", second.time.clone())];
        }
    }
    let limit = |of: &Named| {
        // What stands before another time limits that one.
        let before = times.iter().map(|other| other.words.end).filter(|end| *end <= of.words.start).max().unwrap_or(0);
        let apart = |phrase: &&str| {
            let from = of.words.start.saturating_sub(APART).max(before)..of.words.start;
            from.into_iter().any(|at| sentence.ends_at(phrase, at).is_some_and(|end| end <= of.words.start))
        };
        // "23:00 at the latest"
        let behind = |phrase: &&str| {
            let joined = of.words.end > 0 && sentence.gap(of.words.end - 1).is_empty();
            joined && sentence.ends_at(phrase, of.words.end).is_some()
        };
        let said = |phrases: &[&str]| phrases.iter().any(apart) || phrases.iter().any(behind);
        if said(language.not_before) || said(language.at_least) {
            Some(("min", of.time.clone()))
        } else if said(language.not_after) || said(language.at_most) {
            Some(("max", of.time.clone()))
        } else {
            // `HH:MM, before 19:00`, as all that is said
            let alone = |phrases: &[&str]| {
                let begins = |at: usize| at == 0 || sentence.gap(at - 1).contains([',', ';', ':']);
                (0..of.words.start).any(|at| {
                    begins(at) && phrases.iter().any(|phrase| sentence.ends_at(phrase, at) == Some(of.words.start))
                })
            };
            let keys = [(language.earlier, "below"), (language.later, "above")];
            keys.into_iter().find(|(phrases, _)| alone(phrases)).map(|(_, key)| (key, of.time.clone()))
        }
    };
    times.iter().filter_map(limit).collect()
}
