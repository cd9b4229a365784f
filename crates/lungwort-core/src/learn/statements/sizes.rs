//! How a value is written: digits and letters, lengths, limits, dates, formats, values that come once.

use std::sync::LazyLock;

use regex::Regex;

use super::codes::{built, qualified};
use super::days;
use super::sentence::Sentence;
use super::subject::Place;
use super::words::Language;
use super::{Claim, Reading, Target};
use crate::cell::date::DatePattern;
use crate::cell::format::Format;
use crate::learn::draft::Confidence;
use crate::rulebook::toml_text::quoted;

/// Words between a column and a format that is named for it, at most.
const NEAR: usize = 4;
/// Words of a sentence that says that values come once; a longer one speaks of other things as well.
const SHORT: usize = 20;
/// Words of a sentence that says that values are times of the day, where it does not show how they are written.
const CLOCK: usize = 8;

/// Words between what is said of some rows and what is said of them, at most.
const FOR_SOME: usize = 3;

/// A line for each of the columns.
type Said = Vec<(&'static str, String, Confidence)>;

/// The pattern of so many digits and nothing else.
static DIGITS: LazyLock<Option<Regex>> = LazyLock::new(|| Regex::new(r"^'\\d\{[0-9]{1,2}\}'$").ok());

/// A date as its letters are written.
static DATE: LazyLock<Option<Regex>> =
    LazyLock::new(|| Regex::new(r"(?i)\b(?:d{1,2}|m{1,4}|y{4}|y{2})(?:[ ./-]?(?:d{1,2}|m{1,4}|y{4}|y{2})){2}\b").ok());

/// What a sentence says of how values are written.
pub(super) fn read(sentence: &Sentence, language: &Language, places: &[Place], from: usize) -> Reading {
    let mut found: Said = Vec::new();
    let known = Confidence::Known;
    if let Some((kind, pattern)) = date(sentence).or_else(|| date_in_words(sentence, language)) {
        found.push(("type", quoted(kind), known));
        found.push(("date_format", quoted(&pattern), known));
    }
    if let Some((kind, pattern)) = month_or_time(sentence, language).filter(|_| found.is_empty()) {
        found.push(("type", quoted(kind), known));
        found.extend(pattern.map(|pattern| ("date_format", quoted(&pattern), known)));
    }
    if let Some(regex) = built(sentence, language, from) {
        // "In capital letters (2 or 3 letters)" counts capitals.
        let regex = if sentence.has(language.in_capitals) { regex.replace("[A-Za-z]", "[A-Z]") } else { regex };
        found.push(("pattern", format!("'{regex}'"), known));
    } else {
        counts(sentence, language, from, &mut found);
        if sentence.has(language.alphanumeric) {
            found.push(("pattern", "'[A-Za-z0-9]+'".to_owned(), Confidence::Confirm));
        }
        if found.is_empty() && sentence.has(language.in_capitals) && !sentence.has(language.negations) {
            found.push(("case", quoted("upper"), known));
        }
    }
    of_digits(sentence, language, from, &mut found);
    // Far behind its column, a format is another thing's.
    let near = |phrase: &str| sentence.find_from(phrase, from).is_some_and(|place| place.start <= from + NEAR);
    let named = language.formats.iter().find(|(phrase, _)| near(phrase));
    if let Some((_, name)) = named.filter(|(_, name)| found.is_empty() && Format::named(name).is_some()) {
        found.push(("format", quoted(name), Confidence::Confirm));
    }
    let short = sentence.words.len() <= SHORT;
    let no_two = sentence.has(language.no_two) && sentence.has(language.same);
    if short
        && (no_two || sentence.has(language.unique) || sentence.has(language.negations) && sentence.has(language.twice))
    {
        found.push(("unique", "true".to_owned(), known));
    }
    ends_of_texts(sentence, language, &mut found);
    if let Some(sign) = separator(sentence, language) {
        found.push(("separator", quoted(sign), known));
    }
    of_days(sentence, language, &mut found);
    let denies = sentence.has(language.obliging) || sentence.has(language.negations);
    if sentence.has(language.not_future) && denies {
        found.push(("max", quoted("today"), known));
    }
    // What several columns are limited to together is not what each of them is.
    let several = places.windows(2).any(|pair| pair[0].1 != pair[1].1);
    // That none of them is negative is said of each.
    let of_each = |key: &str, value: &str| key == "min" && value == "0" && sentence.has(language.not_negative);
    found.retain(|(key, value, _)| {
        !(several && matches!(*key, "min" | "max" | "above" | "below" | "unique")) || of_each(key, value)
    });
    let claim = |place: &Place, (key, value, confidence): &(&'static str, String, Confidence)| Claim {
        on: Target::Column(*place),
        key,
        value: value.clone(),
        confidence: *confidence,
    };
    Reading::of(places.iter().flat_map(|place| found.iter().map(move |said| claim(place, said))).collect())
}

/// What texts begin or end with.
fn ends_of_texts(sentence: &Sentence, language: &Language, found: &mut Said) {
    let has = |found: &Said, wanted: &str| found.iter().any(|(key, ..)| *key == wanted);
    if let Some(sign) = begins_with_sign(sentence, language).filter(|_| !has(found, "pattern")) {
        found.retain(|(key, ..)| *key != "format");
        found.push(("pattern", format!("'{}.+'", regex::escape(&sign.to_string())), Confidence::Known));
    }
    if let Some(ending) = ending(sentence, language) {
        found.retain(|(key, ..)| *key != "pattern");
        found.push(("pattern", format!("'.*{}'", regex::escape(&ending)), Confidence::Known));
    }
}

/// The first or last day that is taken.
fn of_days(sentence: &Sentence, language: &Language, found: &mut Said) {
    for (key, day, sure) in days::limits(sentence, language) {
        if !found.iter().any(|(key, ..)| *key == "type") {
            found.push(("type", quoted("date"), Confidence::Confirm));
        }
        found.push((key, quoted(&day), if sure { Confidence::Known } else { Confidence::Confirm }));
    }
}

/// Digits that have limits are numbers: a year of four digits that is not before 1500.
fn of_digits(sentence: &Sentence, language: &Language, from: usize, found: &mut Said) {
    let digits = |(key, value, _): &(&'static str, String, Confidence)| {
        *key == "pattern" && DIGITS.as_ref().is_some_and(|digits| digits.is_match(value))
    };
    let Some(place) = found.iter().position(digits) else { return };
    let mut more = Said::new();
    counts(sentence, language, from, &mut more);
    let limits: Said = more.into_iter().filter(|(key, ..)| matches!(*key, "min" | "max" | "above" | "below")).collect();
    if limits.is_empty() {
        return;
    }
    let most = found[place].1.trim_matches(|each: char| !each.is_ascii_digit()).parse::<u32>().unwrap_or(4);
    found[place] = ("type", quoted("whole"), Confidence::Known);
    let open = !limits.iter().any(|(key, ..)| matches!(*key, "max" | "below"));
    found.extend(limits);
    if open {
        found.push(("max", "9".repeat(most as usize), Confidence::Confirm));
    }
}

/// A date pattern in a sentence, with the kind of its values.
fn date(sentence: &Sentence) -> Option<(&'static str, String)> {
    let lower = in_one_language(&sentence.text.to_lowercase());
    if let Some(pattern) = crate::learn::definitions::date_pattern_in(&lower) {
        return Some((if pattern.contains("hh") { "datetime" } else { "date" }, pattern));
    }
    if let Some(pattern) = date_like_example(&lower) {
        return Some(("date", pattern));
    }
    let found = DATE.as_ref()?.find(&lower)?.as_str().to_owned();
    let kinds = ['d', 'm', 'y'].iter().filter(|each| found.contains(**each)).count();
    (kinds == 3 && DatePattern::compile(&found).is_ok()).then_some(("date", found))
}

/// The letters of a date pattern as English has them: `jj/mm/aaaa` and `tt.mm.jjjj` too.
fn in_one_language(lower: &str) -> String {
    static FRENCH: LazyLock<Option<Regex>> =
        LazyLock::new(|| Regex::new(r"\b(j{1,2})([ ./-])(m{1,4})([ ./-])(a{2,4})\b").ok());
    static GERMAN: LazyLock<Option<Regex>> =
        LazyLock::new(|| Regex::new(r"\b(t{1,2})([ ./-])(m{1,4})([ ./-])(j{2,4})\b").ok());
    let mut text = lower.to_owned();
    for pattern in [&FRENCH, &GERMAN] {
        let Some(found) = pattern.as_ref().and_then(|pattern| pattern.captures(&text)) else { continue };
        let part = |at: usize| found.get(at).map_or("", |part| part.as_str());
        let (day, year) = ("d".repeat(part(1).len()), "y".repeat(part(5).len()));
        let plain = format!("{day}{}{}{}{year}", part(2), part(3), part(4));
        text = text.replace(part(0), &plain);
    }
    text
}

/// A month with its year, and a time of day.
fn month_or_time(sentence: &Sentence, language: &Language) -> Option<(&'static str, Option<String>)> {
    static MONTH: LazyLock<Option<Regex>> =
        LazyLock::new(|| Regex::new(r"(?:^|[^a-z/.-])((?:mm)[/.-](?:yyyy)|yyyy[/.-]mm)(?:$|[^a-z/.-])").ok());
    let lower = in_one_language(&sentence.text.to_lowercase());
    if let Some(found) = MONTH.as_ref().and_then(|month| month.captures(&lower)?.get(1)) {
        return Some(("month", Some(found.as_str().to_owned())));
    }
    let time = sentence.words.windows(2).any(|pair| pair[0].0 == "hh" && pair[1].0 == "mm");
    let time = time || sentence.words.len() <= CLOCK && sentence.has(language.clock);
    (time && !lower.contains("yy")).then_some(("time", None))
}

/// `write them like 2026-05-31 (ISO 8601)`: a day as it is to be written, where that shows which part is which.
fn date_like_example(lower: &str) -> Option<String> {
    static EXAMPLE: LazyLock<Option<Regex>> = LazyLock::new(|| {
        Regex::new(r"(?:like|such as|e\.g\.|for example|example|written|format|wie|comme)[^0-9]{0,25}(?:([0-9]{4})-([0-9]{2})-([0-9]{2})|([0-9]{2})([/.-])([0-9]{2})[/.-]([0-9]{4}))\b").ok()
    });
    if lower.contains("iso 8601") {
        return Some("yyyy-mm-dd".to_owned());
    }
    let found = EXAMPLE.as_ref()?.captures(lower)?;
    if found.get(1).is_some() {
        return Some("yyyy-mm-dd".to_owned());
    }
    let (first, sign, second) = (found.get(4)?.as_str(), found.get(5)?.as_str(), found.get(6)?.as_str());
    let above_months = |text: &str| text.parse::<u8>().is_ok_and(|number| number > 12);
    match (above_months(first), above_months(second)) {
        (true, false) => Some(format!("dd{sign}mm{sign}yyyy")),
        (false, true) => Some(format!("mm{sign}dd{sign}yyyy")),
        // Either could be the day.
        _ => None,
    }
}

/// `day/month/year`
fn date_in_words(sentence: &Sentence, language: &Language) -> Option<(&'static str, String)> {
    let part = |at: usize| {
        let (word, _) = sentence.words.get(at)?;
        let place = language.day_month_year.iter().position(|names| names.contains(&word.as_str()))?;
        Some((place, ["dd", "mm", "yyyy"][place]))
    };
    let sign = |at: usize| {
        let (from, to) = (sentence.words.get(at)?.1.end, sentence.words.get(at + 1)?.1.start);
        Some(&sentence.text[from..to]).filter(|sign| matches!(*sign, "/" | "-" | "." | " "))
    };
    (0..sentence.words.len()).find_map(|at| {
        let ((one, first), (two, second), (three, third)) = (part(at)?, part(at + 1)?, part(at + 2)?);
        let (sign, again) = (sign(at)?, sign(at + 1)?);
        let mut all = [one, two, three];
        all.sort_unstable();
        let pattern = format!("{first}{sign}{second}{sign}{third}");
        (all == [0, 1, 2] && sign == again && DatePattern::compile(&pattern).is_ok()).then_some(("date", pattern))
    })
}

/// A separator of several values.
fn separator<'l>(sentence: &Sentence, language: &'l Language) -> Option<&'l str> {
    if !sentence.has(language.several) {
        return None;
    }
    let found = language.signs.iter().filter_map(|(name, sign)| Some((sentence.find(name)?.start, *sign)));
    let named = found.min_by_key(|(start, _)| *start).map(|(_, sign)| sign);
    let shown =
        |sign: &&str| sentence.text.contains(&format!("\"{sign}\"")) || sentence.text.contains(&format!("({sign})"));
    named.or_else(|| [";", "|"].into_iter().find(shown))
}

/// What a number of a sentence is.
enum Counted {
    Length(String),
    Places(u64),
    Limits(Vec<(&'static str, f64)>),
    /// Nothing that limits a value.
    Nothing,
}

/// Lengths, places behind the decimal mark, limits.
fn counts(sentence: &Sentence, language: &Language, from: usize, found: &mut Said) {
    // The parts of a day are no numbers.
    let days = days::named(sentence);
    let of_day = |at: &usize| days.iter().any(|day| day.words.contains(at));
    let numbers: Vec<(usize, f64)> = (from..sentence.words.len())
        .filter(|at| !of_day(at))
        .filter_map(|at| Some((at, sentence.number(at, language)?)))
        .collect();
    let mut limits = Vec::new();
    let mut number = 0;
    while number < numbers.len() {
        let (counted, used) = counted(sentence, language, &numbers[number..]);
        match counted {
            Counted::Length(length) => add_length(length, found),
            Counted::Places(places) => {
                found.push(("type", quoted("decimal"), Confidence::Known));
                found.push(("places", places.to_string(), Confidence::Known));
            }
            Counted::Limits(more) => limits.extend(more),
            Counted::Nothing => {}
        }
        number += used;
    }
    if let Some(more) = taken_back(sentence, language, &numbers) {
        limits = more;
    }
    if limits.is_empty() && found.iter().all(|(key, ..)| matches!(*key, "type" | "places")) {
        if sentence.has(language.positive) {
            limits.push(("above", 0.0));
        } else if sentence.any(language.not_negative).is_some_and(|place| !for_some(sentence, language, place.start)) {
            limits.push(("min", 0.0));
        }
    }
    // "Do not use a number twice" says nothing of what it is.
    let near =
        language.number.iter().filter_map(|phrase| sentence.find_from(phrase, from)).any(|at| at.start <= from + 3);
    let says_number = sentence.words.len() <= 8 && near && sentence.has(language.obliging);
    if sentence.has(language.whole) {
        found.retain(|(key, ..)| *key != "type" && *key != "places");
        found.push(("type", quoted("whole"), Confidence::Known));
    } else if !limits.is_empty() || found.is_empty() && says_number {
        found.push(("type", quoted("decimal"), Confidence::Confirm));
    }
    found.extend(limits.into_iter().map(|(key, value)| (key, value.to_string(), Confidence::Known)));
}

/// `Under 10 or over 50 are rejected`: what is not taken, the other way round.
fn taken_back(sentence: &Sentence, language: &Language, numbers: &[(usize, f64)]) -> Option<Vec<(&'static str, f64)>> {
    sentence.any(language.refused)?;
    let limit = |(at, value): &(usize, f64)| {
        let behind = |phrases: &[&str]| qualified(sentence, phrases, *at);
        if behind(language.below) {
            Some(("min", *value))
        } else if behind(language.above) {
            Some(("max", *value))
        } else {
            None
        }
    };
    let limits: Vec<(&'static str, f64)> = numbers.iter().filter_map(limit).collect();
    (!limits.is_empty()).then_some(limits)
}

/// A sign that values begin with: `starts with +`.
fn begins_with_sign(sentence: &Sentence, language: &Language) -> Option<char> {
    let place = sentence.any(language.begins)?;
    let behind = sentence.words.get(place.end.checked_sub(1)?)?.1.end;
    let token = sentence.text[behind..].split_whitespace().find(|token| !matches!(*token, "a" | "the"))?;
    let token = token.trim_matches(['"', '\'', '“', '”', ',', ')', '.']);
    let mut signs = token.chars();
    signs.next().filter(|sign| !sign.is_alphanumeric() && signs.next().is_none())
}

/// What a text ends with: `a file name ending in .pdf`.
fn ending(sentence: &Sentence, language: &Language) -> Option<String> {
    let place = sentence.any(language.ends)?;
    let behind = sentence.words.get(place.end.checked_sub(1)?)?.1.end;
    let token = sentence.text[behind..].split_whitespace().next()?;
    let token = token.trim_matches(['"', '\'', '“', '”', '„', ',', ';', ')']).trim_end_matches('.');
    let is_ending = (2..=8).contains(&token.chars().count()) && token.chars().any(char::is_alphanumeric);
    let plain = token.starts_with(['.', '-', '_', '/']) || token.chars().all(|each| !each.is_lowercase());
    (is_ending && plain).then(|| token.to_owned())
}

/// Whether what stands at a word is said of some rows alone: `for rain never negative`.
fn for_some(sentence: &Sentence, language: &Language, at: usize) -> bool {
    let before = at.saturating_sub(FOR_SOME)..at;
    before.clone().any(|at| language.only_for.contains(&sentence.words[at].0.as_str()))
        && !before.clone().any(|at| language.whole_of.contains(&sentence.words[at].0.as_str()))
}

/// A length, or the other end of one: `at least 2 and at most 50 letters`.
fn add_length(length: String, found: &mut Said) {
    let known = found.iter_mut().find(|(key, ..)| *key == "length");
    match known {
        Some((_, known, _))
            if known.starts_with("{ min = ") && length.starts_with("{ max = ") && !known.contains(',') =>
        {
            *known = format!("{}, {}", known.trim_end_matches(" }"), length.trim_start_matches("{ "));
        }
        _ => found.push(("length", length, Confidence::Known)),
    }
}

/// What the first of some numbers is, and how many of them that takes.
fn counted(sentence: &Sentence, language: &Language, numbers: &[(usize, f64)]) -> (Counted, usize) {
    let (at, value) = numbers[0];
    if let Some(limits) = scale(sentence, language, numbers) {
        return (Counted::Limits(limits), 2);
    }
    if let Some(key) = compared(sentence, at) {
        return (Counted::Limits(vec![(key, value)]), 1);
    }
    let word = |at: usize| sentence.words.get(at).map_or("", |(word, _)| word.as_str());
    // Places of a decimal number are said without their mark too.
    let of_decimal = || language.places.contains(&word(at + 1)) && sentence.has(language.decimals);
    if language.others.contains(&word(at + 1)) && !of_decimal() {
        return (Counted::Nothing, 1);
    }
    let behind_point = language.behind_point.iter().any(|phrase| sentence.ends_at(phrase, at + 1).is_some());
    if of_decimal() || behind_point {
        return (Counted::Places(value as u64), 1);
    }
    let before = |phrases: &[&str]| qualified(sentence, phrases, at);
    if let Some(limits) = range_alone(sentence, numbers) {
        return (Counted::Limits(limits), 2);
    }
    let upper = numbers.get(1).filter(|(next, upper)| *next == at + 2 && *upper > value);
    let joined = language.to.contains(&word(at + 1))
        || language.and.contains(&word(at + 1))
        || language.or.contains(&word(at + 1));
    if let Some((next, upper)) = upper.filter(|_| joined) {
        if counts_what(sentence, *next, language.characters) {
            return (Counted::Length(format!("{{ min = {value}, max = {upper} }}")), 2);
        }
        let led = at > 0 && language.between.contains(&word(at - 1));
        if led || sentence.has(language.whole) || sentence.has(language.number) {
            return (Counted::Limits(vec![("min", value), ("max", *upper)]), 2);
        }
    }
    let counts_text = |at: usize| {
        let limited = qualified(sentence, language.at_most, at) || qualified(sentence, language.at_least, at);
        counts_what(sentence, at, language.characters) || limited && counts_what(sentence, at, language.letters)
    };
    // "At least 2 and at most 50 letters" counts letters both times.
    let shared = || {
        let next = numbers.get(1).map(|(next, _)| *next).filter(|next| *next - at <= 5);
        before(language.at_least)
            && next.is_some_and(|next| qualified(sentence, language.at_most, next) && counts_text(next))
    };
    if counts_text(at) || shared() {
        let length = if before(language.at_least) {
            format!("{{ min = {value} }}")
        } else if before(language.exactly) {
            format!("{{ exactly = {value} }}")
        } else {
            format!("{{ max = {value} }}")
        };
        return (Counted::Length(length), 1);
    }
    if counts_what(sentence, at, language.decimals) {
        return (Counted::Places(value as u64), 1);
    }
    if (1000.0..3000.0).contains(&value) && before(language.not_before) {
        return (Counted::Limits(vec![("min", value)]), 1);
    }
    match limit(sentence, language, at) {
        Some(key) => (Counted::Limits(vec![(key, value)]), 1),
        None => (Counted::Nothing, 1),
    }
}

/// Which limit a number is: `at most`, `more than`, `1 or more`.
fn limit(sentence: &Sentence, language: &Language, at: usize) -> Option<&'static str> {
    // `1 or more`
    let behind = |phrases: &[&str]| phrases.iter().any(|phrase| sentence.ends_at(phrase, at + 1).is_some());
    let or_more = [(language.or_less, "max"), (language.or_more, "min")];
    if let Some((_, key)) = or_more.iter().find(|(phrases, _)| behind(phrases)) {
        return Some(key);
    }
    let kinds =
        [(language.at_most, "max"), (language.at_least, "min"), (language.above, "above"), (language.below, "below")];
    let (_, key) = kinds.iter().find(|(phrases, _)| qualified(sentence, phrases, at))?;
    // "More than" alone tells what happens then, and asks for nothing.
    let asks = sentence.has(language.obliging) || sentence.has(language.whole) || sentence.has(language.number);
    // "May not have more than 25" is at most 25.
    let denied = sentence.words[..at].iter().rev().take(7).any(|(word, _)| language.negations.contains(&word.as_str()));
    match *key {
        "above" if denied => Some("max"),
        "below" if denied => Some("min"),
        key => (asks || matches!(key, "min" | "max")).then_some(key),
    }
}

/// `(0-40)` in a heading, and nothing else.
fn range_alone(sentence: &Sentence, numbers: &[(usize, f64)]) -> Option<Vec<(&'static str, f64)>> {
    let [(at, least), (next, most), ..] = numbers else { return None };
    let most = most.abs();
    if sentence.words.len() != 2 || *next != at + 1 || *least < 0.0 || most <= *least {
        return None;
    }
    let between = sentence.text[sentence.words[*at].1.end..sentence.words[*next].1.start].trim();
    matches!(between, "-" | "–" | "—" | "..").then(|| vec![("min", *least), ("max", most)])
}

/// `(0 to 100)`, `1 (poor) to 5 (excellent)`: both ends, in brackets or at the beginning of what is said.
fn scale(sentence: &Sentence, language: &Language, numbers: &[(usize, f64)]) -> Option<Vec<(&'static str, f64)>> {
    let [(at, least), (next, most), ..] = numbers else { return None };
    let text = |range: std::ops::Range<usize>| sentence.text[range].trim().to_owned();
    let (start, end) = (sentence.words[*at].1.start, sentence.words[*next].1.end);
    let (before, behind) = (text(0..start), text(end..sentence.text.len()));
    // The sign of the first number is before it.
    let before = before.strip_suffix(['-', '−']).unwrap_or(&before).trim_end().to_owned();
    let kind = at.checked_sub(1).map_or("", |before| sentence.words[before].0.as_str());
    let of_kind = [language.whole, language.number, language.between].iter().any(|words| words.contains(&kind));
    let led = before.is_empty() || before.ends_with(['(', ':', '[', ',']) || of_kind;
    let closed = behind.is_empty() || behind.starts_with([')', '(', ']', '.', ';', ',']);
    let is_to = |at: usize| sentence.words.get(at).is_some_and(|(word, _)| language.to.contains(&word.as_str()));
    // What an end means may be in brackets behind it.
    let explained =
        *next == at + 3 && is_to(at + 2) && sentence.text[sentence.words[*at].1.end..].trim_start().starts_with('(');
    let sign = text(sentence.words[*at].1.end..sentence.words[*next].1.start);
    let dotted = *next == at + 1 && matches!(sign.as_str(), ".." | "..." | "…" | "–" | "-");
    let joined = *next == at + 2 && is_to(at + 1) || explained || dotted;
    (joined && most > least && led && closed).then(|| vec![("min", *least), ("max", *most)])
}

/// `> 0`, `≥ 1`
fn compared(sentence: &Sentence, at: usize) -> Option<&'static str> {
    let before = sentence.text[..sentence.words.get(at)?.1.start].trim_end();
    [(">=", "min"), ("≥", "min"), ("<=", "max"), ("≤", "max"), (">", "above"), ("<", "below")]
        .into_iter()
        .find(|(sign, _)| before.ends_with(sign))
        .map(|(_, key)| key)
}

/// Whether a number counts something: the phrase stands behind it, with a word between at most.
fn counts_what(sentence: &Sentence, at: usize, phrases: &[&str]) -> bool {
    let end = sentence.words.get(at).map_or(0, |(_, place)| place.end);
    let behind = |phrase: &&str| {
        (at + 1..=at + 2).any(|from| {
            let here = sentence.ends_at(phrase, from).is_some();
            here && !sentence.text[end..sentence.words[from].1.start].contains([',', ';'])
        })
    };
    phrases.iter().any(behind)
}
