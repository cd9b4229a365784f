//! Days that the template gives a name once, `race day (18/04/2027)`, and calls by it elsewhere: `not before race day` is said of that
//! day.

use std::sync::LazyLock;

use regex::Regex;

use super::{Text, words};

/// A day behind a name, in brackets or as what the name is.
static NAMED: LazyLock<Option<Regex>> = LazyLock::new(|| {
    Regex::new(r"((?:[A-Za-zÀ-ÖØ-öø-ÿ]+[ -])?[A-Za-zÀ-ÖØ-öø-ÿ]+)(?: \(|, dem |, le | is | ist | est le )([0-9]{1,2}[./-][0-9]{1,2}[./-][0-9]{4}|[0-9]{4}-[0-9]{2}-[0-9]{2})(?:\)|,|\.|$)").ok()
});

/// Days with a name in a template, at most.
const MOST: usize = 8;

/// Puts the days into the texts that call them by their names.
pub(super) fn put_in(texts: &mut [Text]) {
    let mut known: Vec<(String, String)> = Vec::new();
    // Nearly no text has a number in it.
    let numbered = texts.iter().filter(|text| text.text.bytes().any(|byte| byte.is_ascii_digit()));
    for found in numbered.filter_map(|text| NAMED.as_ref()?.captures(&text.text)) {
        let Some(name) = name_of_day(&found[1]) else { continue };
        // A name of two days is none of either.
        known.retain(|(other, day)| *other != name || *day == found[2]);
        if known.len() < MOST && !known.iter().any(|(other, _)| *other == name) {
            known.push((name, found[2].to_owned()));
        }
    }
    for text in texts.iter_mut().filter(|_| !known.is_empty()) {
        let lower = text.text.to_lowercase();
        let called = |(name, day): &&(String, String)| !lower.contains(day.as_str()) && at_of(&lower, name).is_some();
        let Some((name, day)) = known.iter().find(called) else { continue };
        // Letters of the same length in both cases stand at the same places.
        let Some(at) = at_of(&lower, name).filter(|_| lower.len() == text.text.len()) else { continue };
        let plain = format!("{}{day}{}", &text.text[..at], &text.text[at + name.len()..]);
        text.original.get_or_insert_with(|| text.text.clone());
        text.text = plain;
    }
}

/// The name of a day in small letters, where it is one: `race day`, `Renntag`, `closing date`.
fn name_of_day(text: &str) -> Option<String> {
    let lower = text.to_lowercase();
    let words: Vec<&str> = lower.split([' ', '-']).collect();
    let last = words.last()?;
    let is_day = |language: &&words::Language| {
        language.day_nouns.contains(last)
            || language.capital_nouns
                && language.day_nouns.iter().any(|day| last.len() > day.len() + 2 && last.ends_with(day))
    };
    let (first, joined) = (words.first()?, words.len() == 1);
    let small = words::ALL.iter().any(|language| {
        [language.every, language.articles, language.small, language.possessives, language.modals, language.later]
            .iter()
            .any(|of| of.contains(first))
    });
    // "The day (18/04/2027)" has no name.
    let known = words::ALL.iter().any(is_day) && !words::ALL.iter().any(|language| language.day_nouns.contains(first));
    match (known, joined, small) {
        (true, false, false) => Some(lower),
        (true, true, _) => Some(lower),
        (true, false, true) if !words::ALL.iter().any(|language| language.day_nouns.contains(last)) => {
            Some((*last).to_owned())
        }
        _ => None,
    }
}

/// Where a name stands as words of its own.
fn at_of(lower: &str, name: &str) -> Option<usize> {
    lower.match_indices(name).map(|(at, _)| at).find(|at| {
        let before = lower[..*at].chars().next_back();
        let behind = lower[at + name.len()..].chars().next();
        !before.is_some_and(char::is_alphanumeric) && !behind.is_some_and(char::is_alphanumeric)
    })
}
