//! Days that values are limited to: `not before 01/12/2026`, `between 1.1.2026 and 31.12.2026`.

use std::ops::Range;
use std::sync::LazyLock;

use jiff::civil::Date;
use regex::Regex;

use super::codes::qualified;
use super::sentence::Sentence;
use super::words::Language;

/// A day in digits, the year first or last.
static DAY: LazyLock<Option<Regex>> =
    LazyLock::new(|| Regex::new(r"\b(?:(\d{4})-(\d{2})-(\d{2})|(\d{1,2})[./](\d{1,2})[./](\d{4}))\b").ok());

/// A day that a sentence names.
pub(super) struct Named {
    /// Its words.
    pub words: Range<usize>,
    day: Date,
    /// Whether it cannot be read as another day.
    sure: bool,
}

/// The days that a sentence names in digits.
pub(super) fn named(sentence: &Sentence) -> Vec<Named> {
    let Some(pattern) = DAY.as_ref() else { return Vec::new() };
    let one = |found: regex::Captures<'_>| {
        let whole = found.get(0)?.range();
        let number = |at: usize| found.get(at).and_then(|part| part.as_str().parse::<i16>().ok());
        let (year, month, day, sure) = match (number(1), number(4)) {
            (Some(year), _) => (year, number(2)?, number(3)?, true),
            (None, Some(first)) => {
                let (second, slashes) = (number(5)?, whole.clone().any(|at| sentence.text.as_bytes()[at] == b'/'));
                // The day first, unless it can be none.
                let (day, month) = if second > 12 { (second, first) } else { (first, second) };
                (number(6)?, month, day, !slashes || first > 12 || second > 12)
            }
            _ => return None,
        };
        let day = Date::new(year, month.try_into().ok()?, day.try_into().ok()?).ok()?;
        let inside = |place: &Range<usize>| whole.start <= place.start && place.end <= whole.end;
        let first = sentence.words.iter().position(|(_, place)| inside(place))?;
        let count = sentence.words[first..].iter().take_while(|(_, place)| inside(place)).count();
        Some(Named { words: first..first + count, day, sure })
    };
    pattern.captures_iter(&sentence.text).filter_map(one).collect()
}

/// The limits that they are: the key, the day, and whether it can be read in one way alone.
pub(super) fn limits(sentence: &Sentence, language: &Language) -> Vec<(&'static str, String, bool)> {
    let days = named(sentence);
    let one = |key: &'static str, of: &Named| (key, of.day.to_string(), of.sure);
    if let [first, second] = days.as_slice()
        && qualified(sentence, language.between, first.words.start)
        && second.words.start <= first.words.end + 1
    {
        return vec![one("min", first), one("max", second)];
    }
    let limit = |of: &Named| {
        let before = |phrases: &[&str]| qualified(sentence, phrases, of.words.start);
        if before(language.not_before) || before(language.at_least) {
            Some(one("min", of))
        } else if before(language.not_after) || before(language.at_most) {
            Some(one("max", of))
        } else {
            None
        }
    };
    days.iter().filter_map(limit).collect()
}
