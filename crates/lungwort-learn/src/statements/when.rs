//! Days and times in what sentences say of values: how they are written, and the first and last that are taken.

use std::sync::LazyLock;

use regex::Regex;

use super::day_forms::{date, date_in_words, has_zone, moment, month_or_time};
use super::sentence::{Phrases, Sentence};
use super::sizes::Said;
use super::words::Language;
use super::{clock, days};
use crate::draft::{Confidence, Draft, DraftColumn, DraftSheet};
use lungwort_core::rulebook::toml_text::quoted;

/// Whether a token is a day in letters, in any of the languages: `TT.MM.JJJJ`, `aaaa-mm-jj`.
fn is_day_form(token: &str) -> bool {
    // Nearly every word is none.
    if !(5..=14).contains(&token.len()) || !token.contains(['m', 'M']) || !token.contains(['.', '-', '/']) {
        return false;
    }
    let lower = token.to_lowercase();
    let groups: Vec<&str> = lower.split(['.', '-', '/']).collect();
    let alike = |group: &&str| {
        let first = group.chars().next();
        (1..=4).contains(&group.len()) && group.chars().all(|each| Some(each) == first && "dmyjta".contains(each))
    };
    groups.len() == 3 && groups.iter().all(alike) && groups.iter().any(|group| group.starts_with('m'))
}

/// `yyyy-mm-dd or dd/mm/yyyy`: a rulebook has one form for a column.
pub(super) fn either_form(sentence: &Sentence, language: &Language) -> bool {
    let patterns: Vec<&str> = sentence
        .text
        .split_whitespace()
        .map(|token| token.trim_matches(['(', ')', ',', '.', ';', '"']))
        .filter(|token| is_day_form(token))
        .collect();
    let or = || sentence.words.iter().any(|(word, _)| language.or.contains(&word.as_str()));
    patterns.len() == 2 && or() && matches!(patterns.as_slice(), [one, other] if !one.eq_ignore_ascii_case(other))
}

/// `Year`, `the year only`, as all that is said of how values are written.
pub(super) fn is_year(sentence: &Sentence, language: &Language, from: usize) -> bool {
    let said = sentence.words.get(from..).unwrap_or_default();
    let is = |words: &[&str], word: &str| words.contains(&word);
    let plain = |word: &str| [language.year, language.every, language.only].iter().any(|words| is(words, word));
    said.len() <= 3
        && said.iter().any(|(word, _)| is(language.year, word))
        && said.iter().all(|(word, _)| plain(word))
        && !sentence.text.contains(['?', '/'])
}

/// The form in which days or times are written, where it is one.
pub(super) fn forms_of_days(sentence: &Sentence, language: &Language, one: bool, found: &mut Said) {
    let known = Confidence::Known;
    let zoned = has_zone(&sentence.text.to_lowercase());
    if let Some((kind, pattern)) =
        date(sentence).or_else(|| date_in_words(sentence, language)).filter(|_| one && !zoned)
    {
        found.push(("type", quoted(kind), known));
        found.push(("date_format", quoted(&pattern), known));
    } else if let Some(pattern) = moment(sentence).filter(|_| one && found.is_empty()) {
        found.push(("pattern", pattern.to_owned(), known));
        return;
    }
    if let Some((kind, pattern)) = month_or_time(sentence, language).filter(|_| found.is_empty()) {
        found.push(("type", quoted(kind), known));
        // `hhmm` has no colon.
        let key = if kind == "time" { "time_format" } else { "date_format" };
        let years_first = pattern.as_deref() == Some("yyyy-mm");
        found.extend(pattern.map(|pattern| (key, quoted(&pattern), known)));
        if years_first {
            found.extend(months_between(sentence, language));
        }
    }
}

/// The first and the last month that are taken: `yyyy-mm, between 2026-01 and 2026-12`.
fn months_between(sentence: &Sentence, language: &Language) -> Vec<(&'static str, String, Confidence)> {
    static MONTH: LazyLock<Option<Regex>> =
        LazyLock::new(|| Regex::new(r"(?:^|[^0-9-])((?:19|20)[0-9]{2}-(?:0[1-9]|1[0-2]))(?:$|[^0-9-])").ok());
    let Some(pattern) = MONTH.as_ref() else { return Vec::new() };
    let months: Vec<(usize, &str)> = pattern
        .captures_iter(&sentence.text)
        .filter_map(|found| found.get(1))
        .filter_map(|month| {
            Some((sentence.words.iter().position(|(_, place)| place.start == month.start())?, month.as_str()))
        })
        .collect();
    let led = |at: usize, phrases: &[&str]| super::codes::qualified(sentence, phrases, at);
    let limit = |key, month: &str| (key, quoted(month), Confidence::Known);
    match months.as_slice() {
        [(at, first), (next, last)] if first < last => {
            let joins = [language.to, language.and].iter().any(|words| words.contains(&sentence.word(next - 1)));
            let both = joins && (led(*at, language.between) || language.to.contains(&sentence.word(next - 1)));
            if both { vec![limit("min", first), limit("max", last)] } else { Vec::new() }
        }
        [(at, month)] if led(*at, language.not_before) || led(*at, language.calendar.from) => vec![limit("min", month)],
        [(at, month)] if led(*at, language.not_after) => vec![limit("max", month)],
        _ => Vec::new(),
    }
}

/// The first or last day that is taken.
pub(super) fn of_days(sentence: &Sentence, language: &Language, found: &mut Said) {
    // The year of a number is none of a day.
    let is_day = found.iter().any(|(key, value, _)| *key == "type" && value.contains("date"));
    let typed = found.iter().any(|(key, ..)| matches!(*key, "type" | "pattern" | "min" | "max"));
    let whole_days = days::limits(sentence, language);
    if typed && !is_day && days::named(sentence, language).is_empty() {
        return;
    }
    for (key, day, sure) in whole_days {
        if !found.iter().any(|(key, ..)| *key == "type") {
            found.push(("type", quoted("date"), Confidence::Confirm));
        }
        found.push((key, quoted(&day), if sure { Confidence::Known } else { Confidence::Confirm }));
    }
    // Days are due as the template writes its own, where it does not say how.
    let limited = found.iter().any(|(key, ..)| matches!(*key, "min" | "max"));
    if limited && !is_day && !found.iter().any(|(key, ..)| *key == "date_format") {
        found.extend(days::form(sentence).map(|form| ("date_format", quoted(&form), Confidence::Confirm)));
    }
}

/// The first or last time of the day that is taken.
pub(super) fn of_clock(sentence: &Sentence, language: &Language, found: &mut Said) {
    if found.iter().any(|(key, value, _)| *key == "type" && *value != quoted("time")) {
        return;
    }
    for (key, time) in clock::limits(sentence, language) {
        if !found.iter().any(|(key, ..)| *key == "type") {
            found.push(("type", quoted("time"), Confidence::Confirm));
        }
        found.push((key, quoted(&time), Confidence::Known));
    }
    // Who writes 8:00 takes it, too.
    let typed = found.iter().any(|(key, value, _)| *key == "type" && *value == quoted("time"));
    if typed && clock::has_short_hour(sentence) && !found.iter().any(|(key, ..)| *key == "time_format") {
        found.push(("time_format", quoted("h:mm"), Confidence::Confirm));
    }
}

/// `Not in the future`, `must lie in the future`
pub(super) fn of_today(sentence: &Sentence, language: &Language, found: &mut Said) {
    let obliges = sentence.has(language.obliging);
    let denied = sentence.has(language.negations) || sentence.has(language.refused);
    // `date <= today`
    let today = sentence.words.iter().find(|(word, _)| language.todays.contains(&word.as_str()));
    let before = today.map_or("", |(_, place)| sentence.text[..place.start].trim_end());
    let upto = before.ends_with(['<', '≤']) || before.ends_with("<=");
    let since = before.ends_with(['>', '≥']) || before.ends_with(">=");
    if upto || since {
        if !found.iter().any(|(key, ..)| *key == "type") {
            found.push(("type", quoted("date"), Confidence::Confirm));
        }
        found.push((if upto { "max" } else { "min" }, quoted("today"), Confidence::Known));
        return;
    }
    // "Dates of birth lie in the past" ends with it.
    let ends = |phrases: Phrases| sentence.any(phrases).is_some_and(|place| place.end == sentence.words.len());
    let limit = if sentence.has(language.future) && !denied && (obliges || ends(language.future))
        || sentence.has(language.past) && sentence.has(language.negations)
    {
        "min"
    } else if sentence.has(language.by_today)
        || sentence.has(language.past) && !denied && (obliges || ends(language.past))
        || sentence.has(language.coming) && sentence.has(language.refused)
        || sentence.has(language.not_future) && (denied || obliges)
    {
        "max"
    } else {
        return;
    };
    if !found.iter().any(|(key, ..)| *key == "type") {
        found.push(("type", quoted("date"), Confidence::Confirm));
    }
    found.push((limit, quoted("today"), Confidence::Known));
}

/// The day that a year stands for where it limits days.
fn day_of_year(key: &str, year: &str) -> Option<String> {
    let days = [("min", "01-01"), ("below", "01-01"), ("max", "12-31"), ("above", "12-31")];
    let (_, day) = days.into_iter().find(|(of, _)| *of == key)?;
    let is_year = year.len() == 4 && year.parse::<u16>().is_ok_and(|year| year >= 1500);
    is_year.then(|| format!("{year}-{day}"))
}

/// The same in rules: `YOUTH: 2009 or later`, of a column of days.
fn years_in_rules(sheet: &mut DraftSheet) {
    let is_day = |column: &DraftColumn| column.lines.get("type").is_some_and(|line| line.value.starts_with("\"date"));
    let days: Vec<String> =
        sheet.columns.iter().filter(|column| is_day(column)).map(|column| column.name.clone()).collect();
    let checks = sheet.rules.iter_mut().flat_map(|rule| &mut rule.lines).filter(|(key, _)| key == "check");
    for (_, check) in checks {
        let plain = check.trim_matches('"');
        let parts: Vec<&str> = plain.split(' ').collect();
        let [name, sign, year] = parts.as_slice() else { continue };
        let keys = [(">=", "min"), ("<", "below"), ("<=", "max"), (">", "above")];
        let key = keys.iter().find(|(of, _)| of == sign).map(|(_, key)| *key);
        let day = key.and_then(|key| day_of_year(key, year)).filter(|_| days.iter().any(|day| day == name));
        if let Some(day) = day {
            *check = quoted(&format!("{name} {sign} DATE '{day}'"));
        }
    }
}

/// A year that limits a column of days stands for its first or its last one: `born in 2004 or later`.
pub(super) fn years_of_days(draft: &mut Draft) {
    draft.sheets.iter_mut().for_each(years_in_rules);
    for column in draft.sheets.iter_mut().flat_map(|sheet| &mut sheet.columns) {
        if !column.lines.get("type").is_some_and(|line| line.value.starts_with("\"date")) {
            continue;
        }
        for line in &mut column.lines.0 {
            if let Some(day) = day_of_year(line.key, &line.value) {
                line.value = quoted(&day);
            }
        }
    }
}
