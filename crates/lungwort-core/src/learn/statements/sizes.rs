//! How a value is written: digits and letters, lengths, limits, dates, formats, values that come once.

use std::sync::LazyLock;

use regex::Regex;

use super::sentence::Sentence;
use super::subject::Place;
use super::words::Language;
use super::{Claim, Reading, Target};
use crate::cell::date::DatePattern;
use crate::cell::format::Format;
use crate::learn::draft::Confidence;
use crate::rulebook::toml_text::quoted;

/// A date as its letters are written.
static DATE: LazyLock<Option<Regex>> =
    LazyLock::new(|| Regex::new(r"(?i)\b(?:d{1,2}|m{1,4}|y{4}|y{2})(?:[ ./-]?(?:d{1,2}|m{1,4}|y{4}|y{2})){2}\b").ok());

/// What a sentence says of how values are written.
pub(super) fn read(sentence: &Sentence, language: &Language, places: &[Place], from: usize) -> Reading {
    let mut found: Vec<(&'static str, String, Confidence)> = Vec::new();
    let known = Confidence::Known;
    if let Some((kind, pattern)) = date(sentence) {
        found.push(("type", quoted(kind), known));
        found.push(("date_format", quoted(&pattern), known));
    }
    if let Some(regex) = built(sentence, language, from) {
        found.push(("pattern", format!("'{regex}'"), known));
    } else {
        counts(sentence, language, from, &mut found);
        if found.is_empty() && sentence.has(language.in_capitals) {
            found.push(("case", quoted("upper"), known));
        }
    }
    let named = language.formats.iter().find(|(phrase, _)| sentence.find_from(phrase, from).is_some());
    if let Some((_, name)) = named.filter(|(_, name)| found.is_empty() && Format::named(name).is_some()) {
        found.push(("format", quoted(name), Confidence::Confirm));
    }
    if sentence.has(language.unique) {
        found.push(("unique", "true".to_owned(), known));
    }
    if let Some(sign) = separator(sentence, language) {
        found.push(("separator", quoted(sign), known));
    }
    if sentence.has(language.not_future) && sentence.has(language.obliging) {
        found.push(("max", quoted("today"), known));
    }
    let claims = places.iter().flat_map(|place| {
        found.iter().map(|(key, value, confidence)| Claim {
            on: Target::Column(*place),
            key,
            value: value.clone(),
            confidence: *confidence,
        })
    });
    Reading::of(claims.collect())
}

/// A date pattern in a sentence, with the kind of its values.
pub(super) fn date(sentence: &Sentence) -> Option<(&'static str, String)> {
    let lower = sentence.text.to_lowercase();
    if let Some(pattern) = crate::learn::definitions::date_pattern_in(&lower) {
        return Some((if pattern.contains("hh") { "datetime" } else { "date" }, pattern));
    }
    let found = DATE.as_ref()?.find(&lower)?.as_str().to_owned();
    let kinds = ['d', 'm', 'y'].iter().filter(|each| found.contains(**each)).count();
    (kinds == 3 && DatePattern::compile(&found).is_ok()).then_some(("date", found))
}

/// `three capital letters`, `LT- and five digits`, `seven digits`: an expression for codes that are built so.
fn built(sentence: &Sentence, language: &Language, from: usize) -> Option<String> {
    let mut regex = String::new();
    let mut counted = 0;
    let mut at = from;
    let begins = sentence.any(language.begins);
    let phrase_at = |phrases: &[&str], at: usize| {
        let here = phrases.iter().filter_map(|phrase| sentence.find_from(phrase, at)).filter(|place| place.start == at);
        here.map(|place| place.end).max()
    };
    while at < sentence.words.len() {
        if let Some(count) =
            sentence.number(at, language).filter(|count| *count >= 1.0 && *count <= 60.0 && count.fract() == 0.0)
        {
            let kinds: [(&[&str], &str); 3] =
                [(language.capitals, "[A-Z]"), (language.letters, "[A-Za-z]"), (language.digits, r"\d")];
            let found = kinds.iter().find_map(|(phrases, class)| Some((*class, phrase_at(phrases, at + 1)?)));
            // A range of counts: `six to eight digits`.
            let upper = phrase_at(language.to, at + 1)
                .or_else(|| phrase_at(language.or, at + 1))
                .and_then(|next| Some((next, sentence.number(next, language)?)));
            let ranged = upper.and_then(|(next, most)| {
                kinds.iter().find_map(|(phrases, class)| Some((*class, phrase_at(phrases, next + 1)?, most)))
            });
            // `six capital letters and digits`: of both kinds, in any order.
            let mixed = found.and_then(|(class, end)| {
                let next = phrase_at(language.and, end).or_else(|| phrase_at(language.or, end))?;
                let digits = phrase_at(language.digits, next)?;
                (class != r"\d").then(|| (if class == "[A-Z]" { "[A-Z0-9]" } else { "[A-Za-z0-9]" }, digits))
            });
            if let Some((class, end)) = mixed.or(found) {
                let most = qualified(sentence, language.at_most, at);
                let least = qualified(sentence, language.at_least, at);
                regex.push_str(&match (most, least) {
                    (true, _) => format!("{class}{{1,{count}}}"),
                    (_, true) => format!("{class}{{{count},}}"),
                    _ if count == 1.0 => class.to_owned(),
                    _ => format!("{class}{{{count}}}"),
                });
                counted += 1;
                at = end;
                continue;
            }
            if let Some((class, end, most)) = ranged.filter(|(_, _, most)| *most > count && *most <= 60.0) {
                regex.push_str(&format!("{class}{{{count},{most}}}"));
                counted += 1;
                at = end;
                continue;
            }
        }
        let literal = literal(sentence, at);
        let behind_begin = begins.as_ref().is_some_and(|begins| begins.end == at);
        let sign = language.signs.iter().find_map(|(name, sign)| Some((*sign, phrase_at(&[*name], at)?)));
        if let Some((text, end)) = literal.filter(|_| behind_begin || regex.is_empty() == (counted == 0)) {
            if behind_begin || looks_like_part(&text) {
                regex.push_str(&regex::escape(&text));
                at = end;
                continue;
            }
        }
        if let Some((sign, end)) = sign {
            if regex.is_empty() {
                // What stands before the first sign is a part of the code: letters as they are, or a year.
                let (word, place) = sentence.words.get(at.checked_sub(1)?)?;
                let text = &sentence.text[place.clone()];
                if text.chars().all(|each| each.is_ascii_uppercase() || each.is_ascii_digit()) {
                    regex.push_str(text);
                } else if language.year.contains(&word.as_str()) {
                    regex.push_str(r"\d{4}");
                } else {
                    return None;
                }
            }
            regex.push_str(&regex::escape(sign));
            at = end;
            continue;
        }
        at += 1;
    }
    if counted == 0 && begins.is_some() && !regex.is_empty() {
        regex.push_str(".*");
        counted = 1;
    }
    let compiled = Regex::new(&format!("^(?:{regex})$")).ok()?;
    // An example in the same sentence must be one.
    let example = sentence.any(language.example).map(|place| sentence.rest(place.end));
    let fits = example.is_none_or(|rest| {
        let first =
            rest.split(|each: char| each.is_whitespace() || matches!(each, ',' | ';' | ')')).next().unwrap_or_default();
        compiled.is_match(first.trim_matches(['"', '\'', '“', '”', '.']))
    });
    (counted > 0 && fits && !regex.contains('\'')).then_some(regex)
}

/// Whether a limiting word stands shortly before a number.
fn qualified(sentence: &Sentence, phrases: &[&str], at: usize) -> bool {
    phrases.iter().any(|phrase| {
        (at.saturating_sub(5)..at).any(|from| {
            sentence
                .find_from(phrase, from)
                .is_some_and(|place| place.start == from && place.end <= at && at - place.end <= 1)
        })
    })
}

/// A piece of a code at a word, as it stands: in quotes, or in capitals with a sign behind it. With the word behind it.
fn literal(sentence: &Sentence, at: usize) -> Option<(String, usize)> {
    let (_, place) = sentence.words.get(at)?;
    let before = sentence.text[..place.start].chars().next_back();
    let rest = &sentence.text[place.start..];
    if let Some(open) = before.filter(|each| matches!(each, '"' | '\'' | '“' | '‘' | '„' | '«')) {
        let close = match open {
            '“' | '„' => ['”', '“'],
            '‘' => ['’', '‘'],
            '«' => ['»', '»'],
            same => [same, same],
        };
        let text = &rest[..rest.find(close)?];
        let end = place.start + text.len();
        let next = sentence.words.iter().position(|(_, other)| other.start >= end).unwrap_or(sentence.words.len());
        return (text.len() <= 12).then(|| (text.to_owned(), next));
    }
    let text: String =
        rest.chars().take_while(|each| each.is_alphanumeric() || matches!(each, '-' | '/' | '_')).collect();
    let text = text.trim_end_matches('/').to_owned();
    let end = place.start + text.len();
    let next = sentence.words.iter().position(|(_, other)| other.start >= end).unwrap_or(sentence.words.len());
    (!text.is_empty() && text.len() <= 12).then_some((text, next))
}

/// Whether a word among others is a part of a code: capitals with a sign or digits, and no word of the language.
fn looks_like_part(text: &str) -> bool {
    let capitals = text.chars().any(|each| each.is_ascii_uppercase()) && !text.chars().any(char::is_lowercase);
    capitals && (text.ends_with(['-', '/', '_']))
}

/// A separator of several values.
fn separator<'l>(sentence: &Sentence, language: &'l Language) -> Option<&'l str> {
    if !sentence.has(language.several) {
        return None;
    }
    let found = language.signs.iter().filter_map(|(name, sign)| Some((sentence.find(name)?.start, *sign)));
    let named = found.min_by_key(|(start, _)| *start).map(|(_, sign)| sign);
    named.or_else(|| {
        [";", "|"]
            .into_iter()
            .find(|sign| sentence.text.contains(&format!("\"{sign}\"")) || sentence.text.contains(&format!("({sign})")))
    })
}

/// Lengths, places behind the decimal mark, limits.
fn counts(sentence: &Sentence, language: &Language, from: usize, found: &mut Vec<(&'static str, String, Confidence)>) {
    let known = Confidence::Known;
    let numbers: Vec<(usize, f64)> =
        (from..sentence.words.len()).filter_map(|at| Some((at, sentence.number(at, language)?))).collect();
    let counts = |at: usize, phrases: &[&str]| {
        phrases.iter().any(|phrase| {
            (at + 1..=at + 2).any(|from| sentence.find_from(phrase, from).is_some_and(|place| place.start == from))
        })
    };
    let whole = sentence.has(language.whole);
    let mut limits = Vec::new();
    for (number, &(at, value)) in numbers.iter().enumerate() {
        let most = qualified(sentence, language.at_most, at);
        let next = numbers.get(number + 1).filter(|(next, _)| *next == at + 2);
        if sentence.words.get(at + 1).is_some_and(|(word, _)| language.others.contains(&word.as_str())) {
            continue;
        }
        if counts(at, language.characters) || next.is_some_and(|(next, _)| counts(*next, language.characters)) {
            let value = value as u64;
            let length = if let Some((_, upper)) = next {
                format!("{{ min = {value}, max = {} }}", *upper as u64)
            } else if number > 0 && numbers[number - 1].0 + 2 == at {
                continue;
            } else if qualified(sentence, language.at_least, at) {
                format!("{{ min = {value} }}")
            } else if qualified(sentence, language.exactly, at) {
                format!("{{ exactly = {value} }}")
            } else {
                format!("{{ max = {value} }}")
            };
            found.push(("length", length, known));
        } else if counts(at, language.decimals) {
            found.push(("type", quoted("decimal"), known));
            found.push(("places", (value as u64).to_string(), known));
        } else if let Some((_, upper)) = next.filter(|(next, upper)| {
            let joined = sentence
                .words
                .get(at + 1)
                .is_some_and(|(word, _)| language.to.contains(&word.as_str()) || language.and.contains(&word.as_str()));
            let led = at > 0 && language.between.contains(&sentence.words[at - 1].0.as_str());
            let _ = next;
            joined && *upper > value && (led || whole || sentence.has(language.number))
        }) {
            limits.push(("min", value));
            limits.push(("max", *upper));
        } else if number > 0 && numbers[number - 1].0 + 2 == at && !limits.is_empty() {
        } else if most {
            limits.push(("max", value));
        } else if qualified(sentence, language.at_least, at) {
            limits.push(("min", value));
        } else if qualified(sentence, language.above, at) {
            limits.push(("above", value));
        } else if qualified(sentence, language.below, at) {
            limits.push(("below", value));
        }
    }
    if limits.is_empty() && found.is_empty() {
        if sentence.has(language.positive) {
            limits.push(("above", 0.0));
        } else if sentence.has(language.not_negative) {
            limits.push(("min", 0.0));
        }
    }
    if whole {
        found.retain(|(key, ..)| *key != "type" && *key != "places");
        found.push(("type", quoted("whole"), known));
    } else if !limits.is_empty() {
        found.push(("type", quoted("decimal"), Confidence::Confirm));
    } else if found.is_empty()
        && sentence.words.len() <= 8
        && sentence.has(language.number)
        && sentence.has(language.obliging)
    {
        found.push(("type", quoted("decimal"), Confidence::Confirm));
    }
    found.extend(limits.into_iter().map(|(key, value)| (key, value.to_string(), known)));
}
