//! Days that values are limited to: `not before 01/12/2026`, `between 1.1.2026 and 31.12.2026`.

use std::ops::Range;
use std::sync::LazyLock;

use jiff::civil::Date;
use regex::Regex;

use super::codes::qualified;
use super::sentence::Sentence;
use super::words::Language;
use lungwort_core::cell::date::DatePattern;

/// A day in digits, the year first or last.
static DAY: LazyLock<Option<Regex>> = LazyLock::new(|| {
    Regex::new(r"(?-u:\b)(?:(\d{4})-(\d{2})-(\d{2})|(\d{1,2})[./-](\d{1,2})[./-](\d{4}))(?-u:\b)").ok()
});

/// Words from where a limit is said to the day, at most.
const APART: usize = 8;

/// A day that a sentence names.
pub(super) struct Named {
    /// Its words.
    pub words: Range<usize>,
    pub day: Date,
    /// Whether it cannot be read as another day.
    pub sure: bool,
}

/// The days that a sentence names.
pub(super) fn named(sentence: &Sentence, language: &Language) -> Vec<Named> {
    let mut days = in_digits(sentence);
    days.extend(in_words(sentence, language));
    days.sort_by_key(|day| day.words.start);
    days.extend(before_year(sentence, language, &days));
    days.sort_by_key(|day| day.words.start);
    days
}

/// Words between two days of which the second alone has its year, at most: `before 1 May or after 31 August 2026`.
const SHARED: usize = 4;

/// `1 May to 31 August 2026`: the first day has the year of the second, or the one before where it would be behind it.
fn before_year(sentence: &Sentence, language: &Language, known: &[Named]) -> Vec<Named> {
    if known.is_empty() {
        return Vec::new();
    }
    let one = |at: usize| {
        let (words, month, day) = day_and_month(sentence, language, at)?;
        let overlaps = |of: &Named| of.words.contains(&at);
        let next = known.iter().find(|of| (words.end + 1..=words.end + SHARED).contains(&of.words.start));
        let next = next.filter(|_| !known.iter().any(overlaps))?;
        let joins =
            |at: usize| [language.or, language.and, language.to].iter().any(|words| words.contains(&sentence.word(at)));
        let year = next.day.year();
        let same = Date::new(year, month, day).ok()?;
        let day = if same <= next.day { same } else { Date::new(year - 1, month, day).ok()? };
        (words.end..next.words.start).any(joins).then_some(Named { words, day, sure: true })
    };
    let alone = |at: usize| day_alone(sentence, language, (at, known));
    (0..sentence.words.len()).filter_map(|at| one(at).or_else(|| alone(at))).collect()
}

/// `1 to 3 June 2027`: the first day is in the month of the second.
fn day_alone(sentence: &Sentence, language: &Language, (at, known): (usize, &[Named])) -> Option<Named> {
    let first = sentence.word(at).trim_end_matches(|each: char| each.is_alphabetic());
    let first: i8 = first.parse().ok().filter(|day| (1..=31).contains(day))?;
    let joins =
        |at: usize| [language.or, language.and, language.to].iter().any(|words| words.contains(&sentence.word(at)));
    let behind = match joins(at + 1) {
        true => at + 2 + usize::from(language.small.contains(&sentence.word(at + 2))),
        false if sentence.is_dashed(at) => at + 1,
        false => return None,
    };
    let next = known.iter().find(|of| of.words.start == behind && !known.iter().any(|of| of.words.contains(&at)))?;
    let day = Date::new(next.day.year(), next.day.month(), first).ok().filter(|day| *day < next.day)?;
    Some(Named { words: at..at + 1, day, sure: next.sure })
}

/// A month at a word, with the day before or behind it: the words of both, the month, the day.
fn day_and_month(sentence: &Sentence, language: &Language, at: usize) -> Option<(Range<usize>, i8, i8)> {
    let day_of = |at: usize| -> Option<i8> {
        let digits = sentence.word(at).trim_end_matches(|each: char| each.is_alphabetic());
        digits.parse().ok().filter(|day| (1..=31).contains(day))
    };
    let month = language.months.iter().find(|(name, _)| *name == sentence.word(at)).map(|(_, month)| *month)?;
    let before = at.checked_sub(1).and_then(|before| Some((before..at + 1, month, day_of(before)?)));
    before.or_else(|| Some((at..at + 2, month, day_of(at + 1)?)))
}

/// `1 December 2026`, `December 1, 2026`
fn in_words(sentence: &Sentence, language: &Language) -> Vec<Named> {
    let one = |at: usize| {
        let (words, month, day) = day_and_month(sentence, language, at)?;
        let year = sentence.word(words.end);
        let day = Date::new(year.parse().ok().filter(|_| year.len() == 4)?, month, day).ok()?;
        Some(Named { words: words.start..words.end + 1, day, sure: true })
    };
    (0..sentence.words.len()).filter_map(one).collect()
}

/// The form of a day that a sentence shows with the name of its month: `dates like 7 Mar 1895`.
pub(super) fn written(sentence: &Sentence) -> Option<String> {
    static EXAMPLE: LazyLock<Option<Regex>> = LazyLock::new(|| {
        Regex::new(r"(?i)(?:(?:like|such as|e\.g|for example|example|written|write|enter|format|form|style)(?-u:\b)[^0-9]{0,25}|(?-u:\b)as )(?-u:\b)(([0-9]{1,2})([ ./-])([A-Za-z]{3,9})([ ./-])([0-9]{4}|[0-9]{2}))(?-u:\b)").ok()
    });
    let found = EXAMPLE.as_ref()?.captures(&sentence.text)?;
    let part = |at: usize| found.get(at).map_or("", |part| part.as_str());
    let day = if part(2).len() == 2 && part(2).starts_with('0') { "dd" } else { "d" };
    let month = if part(4).len() == 3 { "mmm" } else { "mmmm" };
    let pattern = format!("{day}{}{month}{}{}", part(3), part(5), "y".repeat(part(6).len()));
    // What is shown must be a day so written.
    DatePattern::compile(&pattern).ok().filter(|compiled| compiled.read(part(1)).is_ok()).map(|_| pattern)
}

/// The form in which a sentence writes its days, where it writes all in one and it cannot be another: `from 25/08/2026 to 20/10/2026`.
pub(super) fn form(sentence: &Sentence) -> Option<String> {
    let (mut separator, mut first_is_day, mut short) = (None, None, false);
    for found in DAY.as_ref()?.captures_iter(&sentence.text) {
        let (first, second) = found.get(4).zip(found.get(5))?;
        let between = &sentence.text[first.end()..second.start()];
        if separator.is_some() && separator != Some(between) {
            return None;
        }
        separator = Some(between);
        short |= first.len() < 2 || second.len() < 2;
        let above = |part: regex::Match<'_>| part.as_str().parse::<u8>().is_ok_and(|number| number > 12);
        let known = match (above(first), above(second)) {
            (true, false) => Some(true),
            (false, true) => Some(false),
            _ => None,
        };
        if known.is_some() && first_is_day.is_some() && known != first_is_day {
            return None;
        }
        first_is_day = known.or(first_is_day);
    }
    let (day, month) = if short { ("d", "m") } else { ("dd", "mm") };
    let separator = separator?;
    // With points the day stands first.
    let day_first = first_is_day.or((separator == ".").then_some(true))?;
    Some(if day_first {
        format!("{day}{separator}{month}{separator}yyyy")
    } else {
        format!("{month}{separator}{day}{separator}yyyy")
    })
}

/// Those in digits.
fn in_digits(sentence: &Sentence) -> Vec<Named> {
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

/// The first and the last day, where both stand in one phrase.
fn both(sentence: &Sentence, language: &Language, days: &[Named]) -> Option<Vec<Limit>> {
    // "Zwischen dem 1.1.2010 und dem 31.12.2018"
    let joins = |at: usize| {
        [language.and, language.to, language.every, language.small]
            .iter()
            .any(|words| words.contains(&sentence.word(at)))
    };
    if let [first, second] = days
        && qualified(sentence, language.between, first.words.start)
        && second.words.start <= first.words.end + 2
        && (first.words.end..second.words.start).all(joins)
    {
        return Some(vec![one("min", first), one("max", second)]);
    }
    // `2026-01-01 to 2026-12-31`, as all that a part of the sentence says
    let parted = |at: usize| sentence.gap(at).contains([',', ':', ';', '(', ')']);
    // "Season 15/06/2027 to 30/09/2027"
    let season = |at: usize| {
        let word = sentence.word(at);
        let longer = |season: &&str| language.capital_nouns && word.ends_with(*season);
        language.seasons.iter().any(|season| *season == word || longer(season))
    };
    if let [first, second] = days
        && (first.words.start == 0 || parted(first.words.start - 1) || season(first.words.start - 1))
        && (second.words.end == sentence.words.len() || parted(second.words.end - 1))
        && (second.words.start == first.words.end + 1 && language.to.contains(&sentence.word(first.words.end))
            || second.words.start == first.words.end && sentence.is_dashed(first.words.end - 1))
        && first.day < second.day
    {
        return Some(vec![one("min", first), one("max", second)]);
    }
    // "From 2000-01-01 to today"
    if let [first] = days
        && qualified(sentence, language.between, first.words.start)
        && [language.to, language.and].iter().any(|words| words.contains(&sentence.word(first.words.end)))
        && language.todays.contains(&sentence.word(first.words.end + 1))
    {
        return Some(vec![one("min", first), ("max", "today".to_owned(), first.sure)]);
    }
    // "Not before 1 March 2027 or after 31 October 2027"
    if let Some(limits) = of_months(sentence, language).filter(|_| days.is_empty()) {
        return Some(limits);
    }
    if let [first, second] = days
        && [language.earlier, language.older].into_iter().any(|phrases| qualified(sentence, phrases, first.words.start))
        && qualified(sentence, language.later, second.words.start)
        && [language.negations, language.none, language.refused].into_iter().any(|phrases| sentence.has(phrases))
    {
        return Some(vec![one("min", first), one("max", second)]);
    }
    None
}

/// `In July and August 2026`, `from May to September 2026`: the first day of the first month, and the last of the last one.
fn of_months(sentence: &Sentence, language: &Language) -> Option<Vec<Limit>> {
    let month =
        |at: usize| language.months.iter().find(|(name, _)| *name == sentence.word(at)).map(|(_, month)| *month);
    (1..sentence.words.len()).find_map(|at| {
        let first = month(at)?;
        let to = [language.to, language.and].iter().any(|words| words.contains(&sentence.word(at + 1)));
        let next = at + 1 + usize::from(to);
        let year_at = |at: usize| {
            let year: i16 = sentence.word(at).parse().ok()?;
            (1500..2200).contains(&year).then_some(year)
        };
        // "Dd.mm.yyyy, in June 2027"
        if let Some(year) = year_at(at + 1).filter(|_| super::day_forms::date(sentence).is_some()) {
            let led = [language.into, language.in_year].into_iter().any(|phrases| qualified(sentence, phrases, at));
            let day = Date::new(year, first, 1).ok().filter(|_| led)?;
            return Some(vec![("min", day.to_string(), true), ("max", day.last_of_month().to_string(), true)]);
        }
        let second = month(next).filter(|second| *second > first)?;
        let adjoining = second == first + 1 || language.to.contains(&sentence.word(at + 1)) || !to;
        let year = year_at(next + 1)?;
        // "Only September to November 2026"
        let led = [language.into, language.between, language.in_year, language.only, language.calendar.from]
            .into_iter()
            .any(|phrases| qualified(sentence, phrases, at));
        let from = Date::new(year, first, 1).ok()?;
        let until = Date::new(year, second, 1).ok()?.last_of_month();
        (led && adjoining).then(|| vec![("min", from.to_string(), true), ("max", until.to_string(), true)])
    })
}

/// A limit of days: the key, the day, and whether it can be read in one way alone.
type Limit = (&'static str, String, bool);

fn one(key: &'static str, of: &Named) -> Limit {
    (key, of.day.to_string(), of.sure)
}

/// Words of what shows an example, at most.
const EXAMPLE: usize = 4;

/// Words between what is needed and the day from which on it is, at most.
const SINCE: usize = 3;

/// Whether a day says from when on, or until when, values are needed or are not: `required from 1 May 2026`.
fn is_of_duty(sentence: &Sentence, language: &Language, day: &Range<usize>) -> bool {
    let said = sentence.required(language).into_iter().chain(sentence.any(language.optional));
    let joined = |from: usize, until: usize| (from..until).all(|at| sentence.gap(at - 1).is_empty());
    said.into_iter().any(|said| {
        let before = said.end <= day.start && day.start - said.end <= SINCE && joined(said.end, day.start + 1);
        let behind = day.end <= said.start && said.start - day.end <= 1 && joined(day.end, said.start + 1);
        // "From 1 May 2026 the phone is compulsory"
        let leads = day.start == 1 && language.calendar.from.contains(&sentence.word(0));
        before || behind || leads && said.end == sentence.words.len()
    })
}

/// Whether a day only shows how days are written: `e.g. 30/11/2026`, or alone in a bracket before what limits them: `ISO date (2026-11-30),
/// not before 1 January 2026`.
fn is_example(sentence: &Sentence, language: &Language, day: &Range<usize>) -> bool {
    let before =
        |phrase: &&str| (0..day.start).rev().take(EXAMPLE).any(|at| sentence.ends_at(phrase, at) == Some(day.start));
    let bracket = day.start > 0
        && sentence.gap(day.start - 1).ends_with('(')
        && day.end < sentence.words.len()
        && sentence.gap(day.end - 1).starts_with(')');
    language.example.iter().any(before) || bracket
}

/// `YYYY-MM-DD, later than 2025-10-31`, and beside a column `after 31/10/2025`: what is earlier or later is a part of its own.
fn is_part_of_its_own(sentence: &Sentence, language: &Language, day: &std::ops::Range<usize>) -> bool {
    let is_whole = day.end == sentence.words.len() || !sentence.gap(day.end - 1).is_empty();
    let begins = |at: usize| match at {
        0 => is_whole,
        at => sentence.gap(at - 1).ends_with([',', ':', ';', ')', '-', '–', '—']),
    };
    let phrases = || language.earlier.iter().chain(language.later);
    (0..day.start).any(|at| begins(at) && phrases().any(|phrase| sentence.ends_at(phrase, at) == Some(day.start)))
}

/// The limits that they are.
pub(super) fn limits(sentence: &Sentence, language: &Language) -> Vec<Limit> {
    let mut days = named(sentence, language);
    if !days.is_empty() {
        days.retain(|day| !is_of_duty(sentence, language, &day.words) && !is_example(sentence, language, &day.words));
    }
    if let Some(limits) = both(sentence, language, &days) {
        return limits;
    }
    let denies = sentence.has(language.negations) || sentence.has(language.refused);
    let asks = !denies
        && (sentence.has(language.obliging)
            || days.iter().any(|day| is_part_of_its_own(sentence, language, &day.words)));
    // "Nobody born after 31.12.2020"
    let none = |of: &Named| {
        let from = of.words.start.saturating_sub(APART)..of.words.start;
        from.into_iter().any(|at| language.nobody.iter().any(|phrase| sentence.ends_at(phrase, at).is_some()))
    };
    let limit = |of: &Named| {
        let refused = sentence.has(language.refused) || none(of);
        // "Not later than the day of the loan, 1 December 2026"
        let apart = |phrase: &&str| {
            // What is said of the day before is none of this one.
            let previous = days.iter().map(|day| day.words.end).filter(|end| *end <= of.words.start).max().unwrap_or(0);
            let from = of.words.start.saturating_sub(APART).max(previous)..of.words.start;
            from.into_iter().any(|at| sentence.ends_at(phrase, at).is_some())
        };
        let before = |phrases: &[&str]| phrases.iter().any(apart);
        // "On or before 30 June 2014"
        let or_on = |phrases: &[&str]| qualified(sentence, phrases, of.words.start) && before(language.or_equal);
        let follows = |phrases: &[&str]| phrases.iter().any(|phrase| sentence.ends_at(phrase, of.words.end).is_some());
        // "Any day from 4 January 2027 on", "4 January 2027 or later"
        let from = days.len() == 1
            && qualified(sentence, language.calendar.from, of.words.start)
            && !follows(language.to)
            && !follows(language.and);
        let since = follows(language.or_more) || from && !denies;
        // "Never before Harvested on and not after 31/08/2027" says of the day what is nearest to it.
        let nearest = |phrases: &[&str]| {
            let reach = of.words.start.saturating_sub(APART)..of.words.start;
            let ends = |at: usize| phrases.iter().any(|phrase| sentence.ends_at(phrase, at).is_some());
            reach.rev().find(|at| ends(*at))
        };
        let not_after = nearest(language.not_after).filter(|_| before(language.not_after));
        if not_after.is_some_and(|after| nearest(language.not_before).is_some_and(|first| first < after)) {
            return Some(one("max", of));
        }
        if before(language.not_before) || before(language.at_least) || !refused && or_on(language.later) || since {
            Some(one("min", of))
        } else if before(language.not_after) || before(language.at_most) || !refused && or_on(language.earlier) {
            Some(one("max", of))
        } else if qualified(sentence, language.closes, of.words.start) {
            // "Entries close on 15 December 2026"
            Some(one("max", of))
        } else if asks && qualified(sentence, language.earlier, of.words.start) {
            // "Must be born before 1 January 2010"
            Some(one("below", of))
        } else if refused && qualified(sentence, language.earlier, of.words.start) {
            // "Dates before 1 January 1940 are not accepted"
            Some(one("min", of))
        } else if refused && qualified(sentence, language.later, of.words.start) {
            Some(one("max", of))
        } else if asks && qualified(sentence, language.later, of.words.start) {
            Some(one("above", of))
        } else {
            None
        }
    };
    let found: Vec<_> = days.iter().filter_map(limit).collect();
    if found.is_empty() { of_years(sentence, language) } else { found }
}

/// Words before a year that say that a day lies in it: `lies in the year`.
const LIES: usize = 2;

/// `Nothing before 2020`, `dates after 2030 are not accepted`: a year limits the days of a column by its first or last one.
fn of_years(sentence: &Sentence, language: &Language) -> Vec<(&'static str, String, bool)> {
    let year = |at: usize| {
        let word = sentence.words[at].0.as_str();
        let year: i16 = word.parse().ok().filter(|_| word.len() == 4)?;
        (1500..2200).contains(&year).then_some(year)
    };
    let days = named(sentence, language);
    // "If the value is 2000 or more" names no year.
    let condition = super::conditions::condition_span(sentence, language).unwrap_or(0..0);
    let of_day = |at: &usize| condition.contains(at) || days.iter().any(|day| day.words.contains(at));
    let years: Vec<(usize, i16)> =
        (0..sentence.words.len()).filter(|at| !of_day(at)).filter_map(|at| Some((at, year(at)?))).collect();
    // `dd/mm/yyyy, 1813-1900`
    if let [(at, first), (next, last)] = years.as_slice()
        && first < last
        && super::day_forms::date(sentence).is_some()
        && (sentence.is_dashed(*at) && *next == at + 1
            || *next == at + 2 && language.to.contains(&sentence.words[at + 1].0.as_str())
            || *next == at + 2
                && language.and.contains(&sentence.words[at + 1].0.as_str())
                && qualified(sentence, language.between, *at))
    {
        return vec![("min", format!("{first}-01-01"), true), ("max", format!("{last}-12-31"), true)];
    }
    let [(at, year)] = years.as_slice() else { return Vec::new() };
    // "No later than the end of 2027"
    let end = language.ends_of.iter().filter_map(|phrase| sentence.find(phrase)).find(|place| place.end == *at);
    let from = end.map_or(*at, |place| place.start);
    let said = |phrases: &[&str]| qualified(sentence, phrases, from);
    let refused =
        sentence.has(language.refused) || sentence.has(language.nothing_at_all) && sentence.has(language.negations);
    // "Neither may lie outside 2027"
    let inside = said(language.in_year) || said(language.outside) && sentence.has(language.negations);
    // "2026 only", "only finds from the year 2026"
    let only = |at: &usize| language.only.contains(&sentence.word(*at));
    let word_of_year = at.checked_sub(1).is_some_and(|before| language.year.contains(&sentence.word(before)));
    let article = at.checked_sub(2).is_some_and(|before| language.every.contains(&sentence.word(before)));
    // A column of years has no days.
    let of_year = super::day_forms::date(sentence).is_some() || word_of_year && article;
    let limited = said(language.earlier) || said(language.later);
    let alone = of_year && !limited && (only(&(at + 1)) || (at.saturating_sub(APART)..*at).any(|at| only(&at)));
    // "It must be in November 2026"
    let month = at.checked_sub(1).and_then(|before| {
        language.months.iter().find(|(name, _)| *name == sentence.word(before)).map(|(_, month)| *month)
    });
    let first = Date::new(*year, month.unwrap_or(1), 1).ok();
    let last = Date::new(*year, month.unwrap_or(12), 1).ok().map(Date::last_of_month);
    let Some((first, last)) = first.zip(last) else { return Vec::new() };
    // `d/m/yyyy, October 2026`
    let alone_in_part = month.is_some_and(|_| {
        let parted = |at: usize| sentence.gap(at).contains([',', ';', '(', ')']);
        let begins = at.checked_sub(2).is_some_and(parted);
        begins && super::day_forms::date(sentence).is_some() && (at + 1 == sentence.words.len() || parted(*at))
    });
    // "Reading date lies in the year 2026" says no more.
    let is_all_said = |from: usize| {
        let known = [language.copulas, language.lies, language.every, language.in_year, language.year];
        let plain = |at: usize| known.iter().any(|words| words.contains(&sentence.word(at)));
        // `dd/mm/yyyy, in 2026`
        let comma = (1..from).rev().find(|at| sentence.gap(at - 1).contains([',', ';']));
        let part = from.saturating_sub(LIES).max(comma.unwrap_or(0));
        at + 1 == sentence.words.len() && (part..from).all(plain)
    };
    // "2004 or later"
    let follows = |phrases: &[&str]| phrases.iter().any(|phrase| sentence.ends_at(phrase, at + 1).is_some());
    if said(language.not_before) || refused && said(language.earlier) || follows(language.or_more) {
        vec![("min", first.to_string(), true)]
    } else if said(language.not_after) || refused && said(language.later) || follows(language.or_less) {
        vec![("max", last.to_string(), true)]
    } else if alone
        || alone_in_part
        || inside && (sentence.has(language.obliging) || said(language.outside) || is_all_said(from))
    {
        // "It must lie in 2025"
        vec![("min", first.to_string(), true), ("max", last.to_string(), true)]
    } else {
        Vec::new()
    }
}
