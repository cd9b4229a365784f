//! What the numbers of a sentence count or limit: lengths, places behind the decimal mark, the least and the most.

use std::sync::LazyLock;

use regex::Regex;

use super::codes::{is_most, qualified};
use super::sentence::Sentence;
use super::sizes::{self, Said};
use super::words::{self, Language};
use super::{clock, conditions, days};
use crate::draft::Confidence;
use lungwort_core::rulebook::toml_text::quoted;

/// Words from the greatest of a kind to how great it is, at most.
const OF_KIND: usize = 4;

/// Words between what is said of some rows and what is said of them, at most.
const FOR_SOME: usize = 3;

/// Words from a limit to the verb that says what it is, at most.
const EXCEEDED: usize = 5;

/// Ages are below this.
const OLDEST: f64 = 200.0;

/// What a number of a sentence is.
enum Counted {
    Length(String),
    Places(u64),
    Limits(Vec<(&'static str, f64)>),
    /// Nothing that limits a value.
    Nothing,
}

/// `Numbers with fewer than 10 digits are refused`, `titles longer than 80 characters are cut off`: the other length is right.
pub(super) fn refused_length(sentence: &Sentence, language: &Language) -> Option<String> {
    let refused = sentence.any(language.refused).or_else(|| sentence.any(language.cut_off))?;
    let counted = |at: &usize| {
        [language.characters, language.letters, language.digits].iter().any(|what| counts_what(sentence, *at, what))
    };
    let (at, number) = (0..refused.start).filter(counted).find_map(|at| {
        Some((at, sentence.number(at, language).filter(|number| *number >= 1.0 && number.fract() == 0.0)?))
    })?;
    let is = |phrases: &[&str]| qualified(sentence, phrases, at);
    if is(language.below) || is(language.shorter) {
        Some(format!("{{ min = {number} }}"))
    } else if is(language.above) || is(language.longer) {
        Some(format!("{{ max = {number} }}"))
    } else {
        None
    }
}

/// Whether a number counts what a value is made of, which limits neither it nor its length: the digits of one with decimals, `up to 8
/// digits and 2 decimals`, the lines of a text and what each of them has, `not more than 3 lines of 25 characters`.
fn counts_parts((sentence, language, from): (&Sentence, &Language, usize), at: usize) -> bool {
    let decimals = || sentence.has(language.decimals) || sentence.has(language.behind_point);
    if counts_what(sentence, at, language.digits) && !counts_places(sentence, language, at) && decimals() {
        return true;
    }
    let of_lines = |at: &usize| sentence.number(*at, language).is_some() && counts_what(sentence, *at, language.rows);
    let line = (from..=at).find(of_lines);
    line.is_some_and(|line| line == at || counts_what(sentence, at, language.characters))
}

/// Lengths, places behind the decimal mark, limits.
pub(super) fn counts(sentence: &Sentence, language: &Language, from: usize, found: &mut Said) {
    // The parts of a day are no numbers.
    let days = days::named(sentence, language);
    let times = clock::named(sentence);
    let of_day =
        |at: &usize| days.iter().any(|day| day.words.contains(at)) || times.iter().any(|time| time.words.contains(at));
    let of_others = said_of_others(sentence, language);
    let numbers: Vec<(usize, f64)> = (from..sentence.words.len())
        .filter(|at| !of_day(at) && !is_of_code(sentence, *at) && !of_others(*at))
        .filter(|at| !counts_parts((sentence, language, from), *at))
        .filter_map(|at| Some((at, sentence.number(at, language)?)))
        .collect();
    // "Letter A-F, then a number from 1 to 99" says how a code is built.
    let of_code = letter_before(sentence, language, &numbers)
        || words::ALL.iter().any(|language| has_signs_and_letters(sentence, language));
    let mut limits = chained(sentence);
    let chained = !limits.is_empty();
    let mut number = 0;
    while number < numbers.len() {
        let (counted, used) = counted((sentence, language, from), &numbers[number..]);
        match counted {
            Counted::Length(length) => add_length(length, found),
            Counted::Places(places) => {
                found.push(("type", quoted("decimal"), Confidence::Known));
                found.push(("places", places.to_string(), Confidence::Known));
            }
            Counted::Limits(_) if of_code || chained => {}
            Counted::Limits(more) if is_of_text(sentence, from) => add_length(length_of(&more), found),
            Counted::Limits(more) => limits.extend(more),
            Counted::Nothing => {}
        }
        number += used;
    }
    if let Some(more) = taken_back(sentence, language, &numbers) {
        limits = more;
    }
    // "A running number starting with 1"
    let counts_from = counted_from(sentence, language);
    limits.extend(counts_from.map(|first| ("min", first)));
    above_nothing(sentence, language, (&numbers, found), &mut limits);
    let says_number = says_number(sentence, language, from);
    let letters = sentence.has(language.letters) || sentence.has(language.capitals);
    let is_number = !letters && is_kind_of_number(sentence, language, from);
    let has_places = found.iter().any(|(key, value, _)| *key == "places" && value != "0");
    let scale = ends_explained(sentence, &numbers).is_some();
    let counted_up = counted_up(sentence);
    let says_whole = sentence.has(language.whole) && !sentence.has(language.halves)
        || counts_from.is_some()
        || sentence.has(language.how_many)
        || is_count_alone(sentence, language, from)
        || counted_up
        || digits_between(sentence, language);
    if counted_up && limits.iter().all(|(key, _)| matches!(*key, "max" | "below")) {
        limits.push(("min", 1.0));
    }
    if (says_whole || scale || counts_things(sentence, language, from)) && !has_places {
        found.retain(|(key, ..)| *key != "type" && *key != "places");
        found.push(("type", quoted("whole"), if says_whole { Confidence::Known } else { Confidence::Confirm }));
    } else if is_number && found.is_empty() {
        found.push(("type", quoted("decimal"), Confidence::Known));
    } else if !limits.is_empty() || found.is_empty() && says_number {
        found.push(("type", quoted("decimal"), Confidence::Confirm));
    }
    // "How many were rotten" is never below nothing; what another place says of it counts for more.
    let open = limits.iter().all(|(key, _)| matches!(*key, "max" | "below")) && !sentence.has(language.positive);
    let least = sentence.has(language.how_many) && open;
    found.extend(limits.into_iter().map(|(key, value)| (key, value.to_string(), Confidence::Known)));
    found.extend(least.then(|| ("min", "0".to_owned(), Confidence::Confirm)));
}

/// `Count; 0 if none`, `Anzahl (0 = keine)`: the word alone, before anything else is said.
fn is_count_alone(sentence: &Sentence, language: &Language, from: usize) -> bool {
    let ends = from + 1 >= sentence.words.len() || sentence.gap(from).starts_with([',', ';', '(', ':', '–']);
    // "Group, Count and Date are required" names a column.
    let listed = from > 0 && sentence.gap(from - 1).contains(',');
    language.counts.contains(&sentence.word(from)) && ends && !listed
}

/// `text, 2-30`: the range is of the length.
fn is_of_text(sentence: &Sentence, from: usize) -> bool {
    ["text", "string", "texte", "char", "varchar", "zeichenkette", "chaîne"].contains(&sentence.word(from))
        && sentence.gap(from).contains([',', ';', '(', ':'])
}

fn length_of(limits: &[(&'static str, f64)]) -> String {
    let parts: Vec<String> = limits.iter().map(|(key, number)| format!("{key} = {number}")).collect();
    format!("{{ {} }}", parts.join(", "))
}

/// The words that say for which rows something is required: `required for deposits over 100` says of the deposit when.
fn said_of_some(sentence: &Sentence, language: &Language) -> std::ops::Range<usize> {
    let may_be = sentence.words.iter().any(|(word, _)| language.only_for.contains(&word.as_str()));
    let Some(required) = may_be.then(|| sentence.required(language)).flatten() else { return 0..0 };
    let narrowed = language.only_for.contains(&sentence.word(required.end))
        && !language.whole_of.contains(&sentence.word(required.end + 1));
    // "Needed for masters only and has one decimal" goes on about the column.
    let goes_on =
        |at: usize| language.and.contains(&sentence.word(at)) && language.verbs.contains(&sentence.word(at + 1));
    let ends = |at: &usize| sentence.gap(*at).contains([',', ';', '.', ')']) || goes_on(at + 1);
    let end = (required.end..sentence.words.len()).find(ends).map_or(sentence.words.len(), |last| last + 1);
    if narrowed { required.end..end } else { 0..0 }
}

/// Whether a number is the age of those who are counted, and limits no count: `how many of the crew were under 16`.
fn is_of_counted(sentence: &Sentence, language: &Language, at: usize) -> bool {
    // "The number of seats is less than 20" limits the number.
    let bars = [[language.modals, &[]], [language.modals, language.copulas]];
    let tables = [language.how_many, language.count_of].into_iter().zip(bars);
    let counts = |(phrases, bars): (&[&str], [&[&str]; 2])| {
        let Some(counted) = phrases.iter().filter_map(|phrase| sentence.find(phrase)).find(|of| of.end < at) else {
            return false;
        };
        let barred = |word: usize| bars.iter().any(|bars| bars.contains(&sentence.word(word)));
        let apart = |word: usize| sentence.gap(word).contains([',', ';', '(', ')', ':', '–']);
        !(counted.end..at).any(barred) && !(counted.start..at).any(apart)
    };
    let aged = [language.below, language.above, language.younger_than, language.older_than];
    aged.into_iter().any(|phrases| qualified(sentence, phrases, at)) && tables.into_iter().any(counts)
}

/// Whether a number is one of a condition, of some rows, or of who is counted, and no limit of the column.
fn said_of_others(sentence: &Sentence, language: &Language) -> impl Fn(usize) -> bool {
    let condition = conditions::condition_span(sentence, language);
    let of_some = said_of_some(sentence, language);
    move |at| {
        of_some.contains(&at)
            || condition.as_ref().is_some_and(|span| is_within(sentence, span, at))
            || is_of_counted(sentence, language, at)
    }
}

/// Whether values are above nothing, or not below it, where no other limit is said.
fn above_nothing(
    sentence: &Sentence,
    language: &Language,
    (numbers, found): (&[(usize, f64)], &Said),
    limits: &mut Vec<(&'static str, f64)>,
) {
    let no_least = limits.iter().all(|(key, _)| matches!(*key, "max" | "below"));
    if no_least && found.iter().all(|(key, ..)| matches!(*key, "type" | "places")) {
        if sentence.any(language.positive).is_some_and(|place| !is_of_words(sentence, language, place)) {
            limits.push(("above", 0.0));
        } else if sentence.any(language.not_negative).is_some_and(|place| !for_some(sentence, language, place.start))
            || numbers.is_empty()
                && sentence.has(language.negative)
                && (sentence.has(language.refused) || language.none.contains(&sentence.word(0)))
        {
            limits.push(("min", 0.0));
        }
    }
}

/// The number from which on values are counted: `a running number starting with 1`.
fn counted_from(sentence: &Sentence, language: &Language) -> Option<f64> {
    if let Some(counted) = sentence.any(language.counted_from) {
        return sentence.number(counted.end, language).filter(|first| (0.0..100.0).contains(first));
    }
    let begins = sentence.any(language.begins)?;
    let first = sentence.number(begins.end, language).filter(|first| (0.0..100.0).contains(first))?;
    let running = sentence.words[..begins.start].iter().any(|(word, _)| language.running.contains(&word.as_str()));
    (running && sentence.has(language.number) && !sentence.has(language.digits)).then_some(first)
}

/// Whether a word is one of a list of words: `clot, leak, positive` are no numbers above nothing.
fn is_of_words(sentence: &Sentence, language: &Language, place: std::ops::Range<usize>) -> bool {
    let parts = |at: usize| sentence.gap(at).contains([',', '/', '|', ';']);
    let or = |at: usize| language.or.contains(&sentence.word(at));
    // "Positive, negative, unclear" are three results.
    let next = place.end + usize::from(or(place.end));
    let first = place.start == 0 && language.negative.contains(&sentence.word(next));
    let before = place.start.checked_sub(1).is_some_and(|at| parts(at) || or(at) || sentence.gap(at).contains(':'));
    let before = before || first;
    let behind = place.end >= sentence.words.len() || parts(place.end - 1) || or(place.end);
    let is_amount = [language.whole, language.number, language.decimals, language.units, language.heading_units]
        .iter()
        .any(|words| sentence.has(words));
    let several = sentence.text.matches([',', '/', '|']).count() + usize::from(sentence.has(language.or)) >= 2 || first;
    place.len() == 1 && before && behind && several && !is_amount
}

/// `Number of keys handed in`: things that are counted, and no measures.
fn counts_things(sentence: &Sentence, language: &Language, from: usize) -> bool {
    let phrase = language.count_of.iter().filter_map(|phrase| sentence.find(phrase)).min_by_key(|at| at.start);
    phrase.is_some_and(|phrase| {
        let what = sentence.word(phrase.end);
        let measured = [language.heading_units, language.units, language.day_month_year[0]];
        // "The number of your licence" counts no licences.
        let of_one = [language.articles, language.every, language.possessives];
        let plural = what.len() > 3
            && what.ends_with(['s', 'n', 'e', 'r', 'x'])
            && !of_one.iter().any(|words| words.contains(&what));
        // "The serial number of loggers" counts none, and "Days is the number of days" does.
        let begins = [language.every, language.articles, language.copulas, language.possessives, language.sums];
        let led = (from..phrase.start).all(|at| begins.iter().any(|words| words.contains(&sentence.word(at))));
        let measures = measured.iter().any(|words| words.contains(&what)) && !language.persons.contains(&what);
        phrase.start <= from + 2 && led && plural && !measures
    })
}

/// Whether a short sentence says that values are numbers. "Do not use a number twice" says nothing of what it is.
fn says_number(sentence: &Sentence, language: &Language, from: usize) -> bool {
    let mut found = language.number.iter().filter_map(|phrase| sentence.find_from(phrase, from));
    // "Name and phone number" is no number.
    let of_thing = |at: usize| at.checked_sub(1).is_some_and(|at| language.numbered.contains(&sentence.word(at)));
    // "Number of the certificate" is none either.
    let of_one = |end: usize| language.owners.contains(&sentence.word(end));
    let near = found.any(|at| at.start <= from + 3 && !of_thing(at.start) && !of_one(at.end));
    let other = [language.letters, language.capitals, language.lacking].into_iter().any(|words| sentence.has(words));
    sentence.words.len() <= 8 && near && !other && sentence.has(language.obliging)
}

/// `1 <= n <= 99`
fn chained(sentence: &Sentence) -> Vec<(&'static str, f64)> {
    static CHAIN: LazyLock<Option<Regex>> = LazyLock::new(|| {
        Regex::new(r"(-?[0-9]+(?:\.[0-9]+)?)\s*(<=|≤|<)\s*[A-Za-zÀ-ÖØ-öø-ÿœ]+\s*(<=|≤|<)\s*(-?[0-9]+(?:\.[0-9]+)?)")
            .ok()
    });
    let compares = sentence.text.contains(['<', '≤']);
    let found = CHAIN.as_ref().filter(|_| compares).and_then(|chain| chain.captures(&sentence.text));
    let limits = found.and_then(|found| {
        let (least, most): (f64, f64) = (found[1].parse().ok()?, found[4].parse().ok()?);
        let key = |sign: &str, (open, closed): (&'static str, &'static str)| if sign == "<" { open } else { closed };
        Some(vec![(key(&found[2], ("above", "min")), least), (key(&found[3], ("below", "max")), most)])
    });
    limits.unwrap_or_default()
}

/// Whether digits stand behind a sign that letters or digits are before: `AB/1234`.
fn is_of_code(sentence: &Sentence, at: usize) -> bool {
    let Some(before) = at.checked_sub(1) else { return false };
    let letters = sentence.text[sentence.words[before].1.clone()].ends_with(char::is_alphabetic);
    let gap = &sentence.text[sentence.words[before].1.end..sentence.words[at].1.start];
    letters && matches!(gap, "/" | "-" | "_")
}

/// Whether a number is one of a condition: "only if under 18" limits nothing. Behind its comma the sentence goes on.
fn is_within(sentence: &Sentence, condition: &std::ops::Range<usize>, at: usize) -> bool {
    let ended = (condition.start..at).any(|word| sentence.gap(word).contains([',', ')', '(']));
    condition.contains(&at) && !ended
}

/// `Cost is a decimal`, and nothing behind it.
fn is_kind_of_number(sentence: &Sentence, language: &Language, from: usize) -> bool {
    let word = |at: usize| sentence.words[at].0.as_str();
    let mut kinds = [language.number, language.decimals, language.numeric].into_iter().flatten();
    let starts = kinds.find_map(|phrase| {
        let at = (from.max(1)..sentence.words.len()).find(|at| sentence.ends_at(phrase, *at).is_some())?;
        (sentence.ends_at(phrase, at) == Some(sentence.words.len())).then_some(at)
    });
    starts.is_some_and(|at| {
        let before = if at > from && language.articles.contains(&word(at - 1)) { at - 1 } else { at };
        before > 0 && language.copulas.contains(&word(before - 1))
    })
}

/// `A figure from 1 to 6`
fn digits_between(sentence: &Sentence, language: &Language) -> bool {
    let led = |phrase: &&str| {
        let end = sentence.find(phrase).map(|place| place.end);
        end.and_then(|end| sentence.words.get(end)).is_some_and(|(word, _)| language.between.contains(&word.as_str()))
    };
    language.digits.iter().any(led)
}

/// `1, 2, 3 … up to 400`: whole numbers from one on.
fn counted_up(sentence: &Sentence) -> bool {
    static UP: LazyLock<Option<Regex>> = LazyLock::new(|| {
        Regex::new(r"(?i)(?-u:\b)1, ?2,? ?(?:3,? ?)?(?:…|\.\.\.|etc|and so on|usw|und so weiter|et ainsi de suite)")
            .ok()
    });
    sentence.text.contains("1,") && UP.as_ref().is_some_and(|up| up.is_match(&sentence.text))
}

/// Whether a sentence names letters and a sign as pieces between commas: `room number (1-30), slash, shelf letter`.
fn has_signs_and_letters(sentence: &Sentence, language: &Language) -> bool {
    let alone = |name: &str| {
        let place = sentence.find(name);
        place.is_some_and(|place| {
            place.start > 0 && sentence.gap(place.start - 1).contains(',') && sentence.gap(place.end - 1).contains(',')
        })
    };
    let letters = sentence.has(language.letters) || sentence.has(language.capitals);
    letters && language.signs.iter().any(|(name, _)| alone(name))
}

/// Whether letters are named before the numbers, which are then parts of a code.
fn letter_before(sentence: &Sentence, language: &Language, numbers: &[(usize, f64)]) -> bool {
    let Some((first, _)) = numbers.first() else { return false };
    // "A number from 5 to 13 and a letter"
    let last = numbers.last().map_or(0, |(last, _)| *last);
    let joined =
        language.and.contains(&sentence.word(last + 1)) && language.articles.contains(&sentence.word(last + 2));
    let kinds = [language.letters, language.capitals].into_iter().flatten();
    if joined && kinds.into_iter().any(|phrase| sentence.ends_at(phrase, last + 3).is_some()) {
        return true;
    }
    let letters = [language.letters, language.capitals].into_iter().filter_map(|phrases| sentence.any(phrases));
    letters.min_by_key(|place| place.start).is_some_and(|place| place.end <= *first)
        && language.number.iter().filter_map(|phrase| sentence.find(phrase)).any(|place| place.end <= *first)
}

/// `Under 10 or over 50 are rejected`: what is not taken, the other way round.
fn taken_back(sentence: &Sentence, language: &Language, numbers: &[(usize, f64)]) -> Option<Vec<(&'static str, f64)>> {
    // "No dog weighs under 1 or over 90" says the same.
    let begins = |phrases: &[&str]| phrases.iter().any(|phrase| sentence.ends_at(phrase, 0).is_some());
    let colon = sentence.text.split_once(':').is_some_and(|(head, _)| !head.contains(' '));
    let none = sentence.words.first().is_some_and(|(word, _)| language.none.contains(&word.as_str()))
        && !(colon || begins(language.at_most) || begins(language.at_least));
    // "Nothing below -5 or above 35"
    let nothing = (0..sentence.words.len()).any(|at| {
        // "Nothing costs more than 30"
        let compares = |phrase: &&str| (at + 1..=at + 2).any(|from| sentence.ends_at(phrase, from).is_some());
        language.nothing_at_all.contains(&sentence.words[at].0.as_str())
            && language.below.iter().chain(language.above).any(compares)
    });
    let none = none || nothing;
    if !none && sentence.any(language.refused).is_none() {
        return None;
    }
    let limit = |(at, value): &(usize, f64)| {
        let behind = |phrases: &[&str]| qualified(sentence, phrases, *at);
        // "Under 10 or over 5000" goes on.
        let ends = |end: usize| sentence.number(end, language).is_none();
        let follows =
            |phrases: &[&str]| phrases.iter().any(|phrase| sentence.ends_at(phrase, at + 1).is_some_and(ends));
        // "Weights of zero or less make no sense"
        if follows(language.or_less) {
            Some(("above", *value))
        } else if follows(language.or_more) {
            Some(("below", *value))
        } else if behind(language.below) {
            Some(("min", *value))
        } else if behind(language.above) {
            Some(("max", *value))
        } else {
            None
        }
    };
    let mut limits: Vec<(&'static str, f64)> = numbers.iter().filter_map(limit).collect();
    // Two values of one limit leave both open: "nobody goes below 60 m, and less than 1 m is no dive".
    let twice = |(key, value): &(&'static str, f64)| limits.iter().any(|(other, of)| other == key && of != value);
    let open: Vec<&'static str> = limits.iter().filter(|limit| twice(limit)).map(|(key, _)| *key).collect();
    if !open.is_empty() {
        limits.retain(|(key, _)| !open.contains(key));
        return Some(limits);
    }
    (!limits.is_empty()).then_some(limits)
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

/// Whether a number counts the places behind the mark of decimals.
pub(super) fn counts_places(sentence: &Sentence, language: &Language, at: usize) -> bool {
    let word = sentence.words.get(at + 1).map_or("", |(word, _)| word.as_str());
    let here = |phrases: &[&str]| phrases.iter().any(|phrase| sentence.ends_at(phrase, at + 1).is_some());
    // Places of a decimal number are said without their mark too.
    language.places.contains(&word) && sentence.has(language.decimals)
        || here(language.behind_point)
        || here(language.after_it) && sentence.has(language.point)
}

/// Both ends of a range in words: `3-80 characters`, `between 1 and 9`.
fn both_ends(sentence: &Sentence, language: &Language, numbers: &[(usize, f64)]) -> Option<(Counted, usize)> {
    let (at, value) = *numbers.first()?;
    let word = |at: usize| sentence.word(at);
    // `3-80 characters`
    let dashed = numbers.get(1).map(|(next, upper)| (*next, upper.abs()));
    let dashed = dashed.filter(|(next, upper)| *next == at + 1 && *upper > value && sentence.is_dashed(at));
    if let Some((_, upper)) = dashed.filter(|(next, _)| counts_what(sentence, *next, language.characters)) {
        return Some((Counted::Length(format!("{{ min = {value}, max = {upper} }}")), 2));
    }
    let upper = numbers.get(1).filter(|(next, upper)| *next == at + 2 && *upper > value);
    let joined = language.to.contains(&word(at + 1))
        || language.and.contains(&word(at + 1))
        || language.or.contains(&word(at + 1));
    if let Some((next, upper)) = upper.filter(|_| joined) {
        if counts_what(sentence, *next, language.characters) {
            return Some((Counted::Length(format!("{{ min = {value}, max = {upper} }}")), 2));
        }
        let led = at > 0 && language.between.contains(&word(at - 1));
        // "6, 12 or 24" are three numbers.
        let listed = language.or.contains(&word(at + 1)) && at > 0 && sentence.gap(at - 1).contains(',');
        if listed {
            return None;
        }
        if led || sentence.has(language.whole) || sentence.has(language.number) {
            return Some((Counted::Limits(vec![("min", value), ("max", *upper)]), 2));
        }
    }
    None
}

/// Whether two numbers count the digits of a piece: `a colon, a number of 1 to 6 digits`.
fn are_of_piece((sentence, language): (&Sentence, &Language), numbers: &[(usize, f64)]) -> bool {
    let [(at, least), (next, most), ..] = numbers else { return false };
    let counts = [language.digits, language.letters].iter().any(|what| counts_what(sentence, *next, what));
    let joins = [language.to, language.or].iter().any(|words| words.contains(&sentence.word(next - 1)));
    next - at <= 2 && most > least && counts && (sentence.is_dashed(*at) || joins)
}

/// `A number or <1`: it takes both.
fn is_either(sentence: &Sentence, at: usize) -> bool {
    let before = sentence.text[..sentence.words[at].1.start].trim_end_matches(['<', '>']);
    let sign = before.len() < sentence.words[at].1.start;
    sign && (before.ends_with(['"', '“', '\''])
        || words::ALL.iter().any(|language| sentence.has(language.or) && sentence.has(language.number)))
}

/// Whether it is said behind what a number counts that it is the least: `20 characters at least`.
fn least_behind(sentence: &Sentence, language: &Language, at: usize) -> bool {
    let phrases = || language.at_least.iter().chain(language.or_more);
    let joined = |from: usize| (at..from).all(|word| sentence.gap(word).is_empty());
    // "20 characters, at least 5 of them digits" counts others.
    let ends = |from: usize| {
        let mut ends = phrases().filter_map(|phrase| sentence.ends_at(phrase, from));
        ends.any(|end| sentence.number(end, language).is_none())
    };
    (at + 2..=at + 3).any(|from| joined(from) && ends(from))
}

/// What the first of some numbers is, and how many of them that takes.
fn counted((sentence, language, from): (&Sentence, &Language, usize), numbers: &[(usize, f64)]) -> (Counted, usize) {
    let (at, value) = numbers[0];
    if are_of_piece((sentence, language), numbers) {
        return (Counted::Nothing, 2);
    }
    if let Some(limits) = ends_explained(sentence, numbers).or_else(|| scale((sentence, language, from), numbers)) {
        return (Counted::Limits(limits), 2);
    }
    if is_either(sentence, at) {
        return (Counted::Nothing, 1);
    }
    if let Some(key) = compared(sentence, at) {
        return (Counted::Limits(vec![(key, value)]), 1);
    }
    let word = |at: usize| sentence.word(at);
    let places = counts_places(sentence, language, at);
    let aged = [language.or_older, language.or_younger].into_iter().flatten();
    let aged = aged.into_iter().any(|phrase| sentence.ends_at(phrase, at + 1).is_some());
    let own = sentence.counted.iter().any(|own| own == word(at + 1));
    if language.others.contains(&word(at + 1)) && !places && !aged && !own {
        return (Counted::Nothing, 1);
    }
    if places {
        return (Counted::Places(value as u64), 1);
    }
    let before = |phrases: &[&str]| qualified(sentence, phrases, at);
    // "At least one number" asks for one, and limits nothing.
    let in_words = value == 1.0 && !word(at).starts_with(|each: char| each.is_ascii_digit());
    if in_words && before(language.at_least) && language.pieces.number.contains(&word(at + 1)) {
        return (Counted::Nothing, 1);
    }
    if let Some(limits) = range_alone(sentence, language, numbers) {
        return (Counted::Limits(limits), 2);
    }
    if let Some(counted) = both_ends(sentence, language, numbers) {
        return counted;
    }
    let counts_text = |at: usize| counts_text(sentence, language, at);
    // "At least 2 and at most 50 letters" counts letters both times.
    let shared = || {
        let next = numbers.get(1).map(|(next, _)| *next).filter(|next| *next - at <= 5);
        before(language.at_least)
            && next.is_some_and(|next| qualified(sentence, language.at_most, next) && counts_text(next))
    };
    if is_size_of_text(sentence, at) {
        return (Counted::Length(format!("{{ max = {value} }}")), 1);
    }
    if counts_text(at) || shared() {
        // "Fewer than 100 characters" are 99 at most.
        let value = if before(language.below) && value > 1.0 { value - 1.0 } else { value };
        let length = if before(language.at_least) || least_behind(sentence, language, at) {
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

/// Whether a number is one of the characters of a text.
fn counts_text(sentence: &Sentence, language: &Language, at: usize) -> bool {
    let limited = qualified(sentence, language.at_most, at)
        || qualified(sentence, language.at_least, at)
        || is_most(sentence, language, at + 2);
    counts_what(sentence, at, language.characters)
        || limited && counts_what(sentence, at, language.letters)
        || limited && counts_what(sentence, at, language.digits) && sizes::says_digits_only(sentence, language)
}

/// `text (40)`
fn is_size_of_text(sentence: &Sentence, at: usize) -> bool {
    let word = |at: usize| sentence.words[at].0.as_str();
    let place = &sentence.words[at].1;
    let in_brackets = sentence.text[..place.start].ends_with('(') && {
        let rest = sentence.text[place.end..].trim_start();
        let rest = rest.strip_prefix("max").map_or(rest, |rest| rest.trim_start_matches(['.', ' ']));
        rest.starts_with(')')
    };
    // "Texte" is none of a language alone.
    let is_text = |word: &str| words::ALL.iter().any(|language| language.plain_text.contains(&word));
    in_brackets && at.checked_sub(1).is_some_and(|before| is_text(word(before)))
}

/// `Darf 2500 g nicht überschreiten`: the verb comes last.
fn exceeded(sentence: &Sentence, language: &Language, at: usize) -> Option<&'static str> {
    let last = |phrases: &[&str]| {
        let reach = at + 1..at + EXCEEDED;
        reach
            .into_iter()
            .any(|from| phrases.iter().any(|phrase| sentence.ends_at(phrase, from) == Some(sentence.words.len())))
    };
    let denied = sentence.words[at..].iter().any(|(word, _)| language.negations.contains(&word.as_str()));
    let keys = [(language.exceeded, "max"), (language.fallen, "min")];
    keys.into_iter().find(|(phrases, _)| denied && last(phrases)).map(|(_, key)| key)
}

/// Which limit a number is: `at most`, `more than`, `1 or more`.
fn limit(sentence: &Sentence, language: &Language, at: usize) -> Option<&'static str> {
    // `1 or more`
    // "1, at most 10" says the most of another number.
    // The unit stands between: `500 EUR is the maximum`.
    let unit = sentence.words.get(at + 1).is_some_and(|(word, _)| {
        let words = [language.units, language.heading_units];
        let own = sentence.counted.contains(word);
        own || super::units::is_unit(word) || words.iter().any(|words| words.contains(&word.as_str()))
    });
    let behind = |phrases: &[&str]| {
        let ends = |from: usize| phrases.iter().filter_map(|phrase| sentence.ends_at(phrase, from)).max();
        let end = ends(at + 1).or_else(|| ends(at + 2).filter(|_| unit));
        let joined = |end: usize| {
            let (from, to) = (sentence.words[at].1.end, sentence.words[at + 1].1.start);
            // "0 minimum, 45 maximum" goes on with the next limit.
            let parted = || sentence.gap(end - 1).contains([',', ';']);
            !sentence.text[from..to].contains([',', ';']) && (sentence.number(end, language).is_none() || parted())
        };
        end.is_some_and(joined)
    };
    if let Some(key) = exceeded(sentence, language, at) {
        return Some(key);
    }
    // `16+`
    // Among others it is a value of a list: `2-, 4+ or 8+`.
    let among = sentence.text.matches(',').count() >= 2 || sentence.text.matches('+').count() > 1;
    let behind_sign = sentence.text[sentence.words[at].1.end..].strip_prefix('+').filter(|_| !among);
    if behind_sign.is_some_and(|rest| rest.trim_end_matches([')', '.']).is_empty() || rest.starts_with([' ', ','])) {
        return Some("min");
    }
    // "18 or older" is an age, and "1990 or older" a year.
    let aged = sentence.number(at, language).is_some_and(|number| number < OLDEST);
    if let Some((_, key)) =
        [(language.or_older, "min"), (language.or_younger, "max")].iter().find(|(phrases, _)| behind(phrases))
    {
        return Some(if aged {
            key
        } else if *key == "min" {
            "max"
        } else {
            "min"
        });
    }
    if is_count_of_list(sentence, language, at) {
        return None;
    }
    let or_more = [(language.or_less, "max"), (language.or_more, "min")];
    if let Some((_, key)) = or_more.iter().find(|(phrases, _)| behind(phrases)) {
        return Some(key);
    }
    let kinds =
        [(language.at_most, "max"), (language.at_least, "min"), (language.above, "above"), (language.below, "below")];
    // "The shortest boat is 3 m"
    let of_kind = |phrases: &[&str]| {
        let from = at.saturating_sub(OF_KIND)..at;
        let joined = |end: usize| (end - 1..at).all(|word| !sentence.gap(word).contains([',', ';']));
        let of = |phrase: &&str, from: usize| sentence.ends_at(phrase, from).is_some_and(joined);
        phrases.iter().any(|phrase| from.clone().any(|from| of(phrase, from)))
    };
    let extreme =
        || [(language.greatest, "max"), (language.least, "min")].into_iter().find(|(phrases, _)| of_kind(phrases));
    let found = kinds.into_iter().find(|(phrases, _)| qualified(sentence, phrases, at));
    let found = found.or_else(|| goes_up_to(sentence, language, at).then_some((language.at_most, "max")));
    let found = found.or_else(|| compares_size(sentence, language, at).then_some((language.above, "above")));
    let (_, key) = &found.or_else(extreme)?;
    // "More than" alone tells what happens then, and asks for nothing.
    let kinds = [language.obliging, language.whole, language.number, language.decimals];
    let asks = kinds.into_iter().any(|phrases| sentence.has(phrases)) || is_clause_of_limit(sentence, language, at);
    let denied = is_denied_before(sentence, language, at) || is_denied_behind(sentence, language, at);
    match *key {
        "above" if denied => Some("max"),
        "below" if denied => Some("min"),
        key => (asks || matches!(key, "min" | "max")).then_some(key),
    }
}

/// `May not have more than 25` is at most 25; `no thousands separator, more than 0` denies nothing of the number.
fn is_denied_before(sentence: &Sentence, language: &Language, at: usize) -> bool {
    let joined = |word: &usize| *word + 1 == at || !sentence.gap(*word).contains([',', ';']);
    let mut near = (at.saturating_sub(7)..at).rev().take_while(joined);
    near.any(|at| language.negations.contains(&sentence.word(at)))
}

/// `One or more of NET, POT, LINE` counts values of a list.
fn is_count_of_list(sentence: &Sentence, language: &Language, at: usize) -> bool {
    let among = |phrase: &&str| {
        let end = sentence.ends_at(phrase, at + 1);
        end.is_some_and(|end| language.owners[0] == sentence.word(end))
    };
    language.or_more.iter().any(among)
}

/// Whether a number is the size that something is compared with: `longer than 12 metres`, where "longer than 21 nights" is of none.
fn compares_size(sentence: &Sentence, language: &Language, at: usize) -> bool {
    let size = at.checked_sub(2).map_or("", |before| sentence.word(before));
    let is_size = language.compared_sizes.iter().any(|(word, _)| *word == size);
    is_size && language.size_units.contains(&sentence.word(at + 1))
}

/// Words from a number to what is said of all that is more, at most.
const REFUSED: usize = 5;

/// Whether what is beyond a number is denied behind it: `a boat longer than 18 m cannot be taken`.
fn is_denied_behind(sentence: &Sentence, language: &Language, at: usize) -> bool {
    let near = at + 1..(at + REFUSED).min(sentence.words.len());
    // "More than 2 and not more than 40" goes on with the other limit.
    let parts = |word: usize| {
        let joined = word > at && language.and.contains(&sentence.word(word));
        joined || sentence.gap(word).contains([',', ';', '.', ':'])
    };
    let parted = |to: usize| (at..to).any(parts);
    let taken = |to: usize| {
        let kinds = [language.taken, language.are_taken, language.permitted];
        kinds.into_iter().flatten().any(|phrase| sentence.ends_at(phrase, to).is_some())
    };
    let denies = |to: &usize| {
        let refused = language.refused.iter().any(|phrase| sentence.ends_at(phrase, *to).is_some());
        let denied = language.negations.contains(&sentence.word(*to)) && (to + 1..=to + 2).any(taken);
        (refused || denied) && !parted(*to)
    };
    near.into_iter().any(|to| denies(&to))
}

/// Whether a number is all that is said of the greatest value: `Preis: bis 3000`, `bis 70 cm`.
fn goes_up_to(sentence: &Sentence, language: &Language, at: usize) -> bool {
    let Some(to) = at.checked_sub(1).filter(|to| language.to.contains(&sentence.word(*to))) else { return false };
    let gap = to.checked_sub(1).map_or(":", |before| sentence.gap(before));
    let rest = super::units::without_unit(&sentence.text[sentence.words[at].1.end..], language);
    let ends = rest.is_empty() || rest.starts_with([',', ';', ')', '.']);
    ends && matches!(gap, ":" | "," | ";" | "(" | "–" | "—")
}

/// Whether a limit is all that a clause says: `Weight: more than 0`, `kg, less than 40`.
fn is_clause_of_limit(sentence: &Sentence, language: &Language, at: usize) -> bool {
    let begins = |from: usize| {
        let gap = from.checked_sub(1).map_or(":", |before| sentence.gap(before));
        gap.contains([':', ',', '(', ';', '–', '=']) || gap.contains(" - ")
    };
    let phrases = || language.above.iter().chain(language.below);
    let led = (at.saturating_sub(3)..at)
        .any(|from| begins(from) && phrases().any(|phrase| sentence.ends_at(phrase, from) == Some(at)));
    let ends = |last: usize| last + 1 >= sentence.words.len() || sentence.gap(last).contains([',', ';', ')', '.']);
    let is_unit = sentence
        .words
        .get(at + 1)
        .is_some_and(|(word, _)| super::units::is_unit(word) || language.units.contains(&word.as_str()));
    led && (ends(at) || is_unit && ends(at + 1))
}

/// `(0-40)` in a heading, and nothing else.
fn range_alone(sentence: &Sentence, language: &Language, numbers: &[(usize, f64)]) -> Option<Vec<(&'static str, f64)>> {
    let [(at, least), (next, most), ..] = numbers else { return None };
    let most = most.abs();
    // `Code 1-10`
    let rated = *at == 1 && sentence.words.len() == 3 && language.rated.contains(&sentence.word(0));
    if !(sentence.words.len() == 2 || rated) || *next != at + 1 || *least < 0.0 || most <= *least {
        return None;
    }
    matches!(sentence.gap(*at), "-" | "–" | "—" | "..").then(|| vec![("min", *least), ("max", most)])
}

/// `(0 to 100)`, `1 (poor) to 5 (excellent)`: both ends, in brackets or at the beginning of what is said.
fn scale(
    (sentence, language, from): (&Sentence, &Language, usize),
    numbers: &[(usize, f64)],
) -> Option<Vec<(&'static str, f64)>> {
    let [(at, least), (next, most), ..] = numbers else { return None };
    let text = |range: std::ops::Range<usize>| sentence.text[range].trim().to_owned();
    let (start, end) = (sentence.words[*at].1.start, sentence.words[*next].1.end);
    let (before, behind) = (text(0..start), text(end..sentence.text.len()));
    // The sign of the first number is before it.
    let before = before.strip_suffix(['-', '−']).unwrap_or(&before).trim_end().to_owned();
    let kind = at.checked_sub(1).map_or("", |before| sentence.words[before].0.as_str());
    let of_kind =
        [language.whole, language.number, language.between, language.fillers].iter().any(|words| words.contains(&kind));
    // `blank or 1 to 999`
    let or_blank = || {
        let words: Vec<String> = before.split_whitespace().map(str::to_lowercase).collect();
        let is = |at: usize, list: &[&str]| words.get(at).is_some_and(|word| list.contains(&word.as_str()));
        words.len() == 2 && is(0, language.nothing) && is(1, language.or)
    };
    let led = before.is_empty()
        || or_blank()
        // `Zone 1 - 5`: right behind the column.
        || from > 0 && *at == from
        || before.ends_with(['(', ':', '[', ',', ';', '–', '—', '='])
        || before.ends_with(" -")
        || of_kind;
    let outside = of_kind && sentence.has(language.refused);
    // `Years 0-14`, `pieces 1 to 50`: what is counted stands before, and begins the clause.
    let counts = |word: &str| {
        let amounts = [language.heading_units, language.size_units];
        amounts.iter().any(|words| words.contains(&word))
            || amounts.iter().any(|words| word.strip_suffix('s').is_some_and(|word| words.contains(&word)))
            || super::units::is_unit(word)
            || language.spans.iter().any(|(unit, _)| *unit == word)
    };
    let begins = |at: usize| {
        let before = at.checked_sub(2).map_or(":", |before| sentence.gap(before));
        before.contains([':', ',', ';', '('])
    };
    let led = led || counts(kind) && begins(*at);
    // `Delivery week: calendar week 1 to 53`
    let words = before.rsplit_once(':').map_or(usize::MAX, |(_, words)| words.split_whitespace().count());
    let led = led || words <= 3 && behind.trim_end_matches('.').is_empty();
    let dashed = ["- ", "– ", "— "].iter().any(|dash| behind.starts_with(dash));
    // `5 to 15 kg`
    let rest = super::units::without_unit(&behind, language);
    let closed = outside || dashed || rest.is_empty() || rest.starts_with([')', '(', ']', '.', ';', ',']);
    let is_to = |at: usize| language.to.contains(&sentence.word(at));
    // What an end means may be in brackets behind it.
    let explained =
        *next == at + 3 && is_to(at + 2) && sentence.text[sentence.words[*at].1.end..].trim_start().starts_with('(');
    let sign = text(sentence.words[*at].1.end..sentence.words[*next].1.start);
    let sign = sign.strip_suffix('+').map_or(sign.clone(), |sign| sign.trim_end().to_owned());
    let dotted = *next == at + 1 && matches!(sign.as_str(), ".." | "..." | "…" | "–" | "-");
    // "1 up to 4"
    let up_to = sentence.gap(*at).is_empty()
        && language.at_most.iter().any(|phrase| sentence.ends_at(phrase, at + 1) == Some(*next));
    // `5 kg to 15 kg`, `5 kg - 15 kg`
    let unit = super::units::is_unit(sentence.word(at + 1));
    let dashed = *next == at + 2 && matches!(sentence.gap(at + 1), "–" | "-");
    let measured = unit && (*next == at + 3 && is_to(at + 2) || dashed);
    let joined = *next == at + 2 && is_to(at + 1) || explained || dotted || up_to || measured;
    (joined && most > least && led && closed).then(|| vec![("min", *least), ("max", *most)])
}

/// `1 = new … 5 = worn out`: both ends of a scale of whole numbers, each with what it means.
fn ends_explained(sentence: &Sentence, numbers: &[(usize, f64)]) -> Option<Vec<(&'static str, f64)>> {
    static SCALE: LazyLock<Option<Regex>> = LazyLock::new(|| {
        Regex::new(r"(?i)(?:^|[\s:(])([0-9]{1,3})\s*(?:=|\()[^0-9=]{1,40}?(?:…|\.\.\.|\bto\b|\bbis\b|\bà\b|\s[–-]|\bup to\b)\s*([0-9]{1,3})\s*(?:=|\()").ok()
    });
    // `1 calm ... 5 fierce`
    static WORDS: LazyLock<Option<Regex>> = LazyLock::new(|| {
        Regex::new(r"(?:^|[\s:(=])([0-9]{1,3}) [^0-9(=,;.…]{1,20}?(?:…|\.\.\.)\s*([0-9]{1,3}) [^0-9\s]").ok()
    });
    if !sentence.text.contains(['=', '(', '…']) && !sentence.text.contains("...") {
        return None;
    }
    let scale = [&SCALE, &WORDS].into_iter().filter_map(|pattern| pattern.as_ref()?.captures(&sentence.text));
    let found = scale.into_iter().next()?;
    let end = |at: usize| found.get(at)?.as_str().parse::<f64>().ok();
    let (least, most) = (end(1)?, end(2)?);
    let ([(_, first), (_, second), ..], true) = (numbers, least < most) else { return None };
    (*first == least && *second == most).then(|| vec![("min", least), ("max", most)])
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
