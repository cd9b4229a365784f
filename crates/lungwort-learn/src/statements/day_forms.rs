//! How days, months and times are written: `yyyymmdd`, `day/month/year`, `like 2026-05-31`.

use std::sync::LazyLock;

use regex::Regex;

use super::days;
use super::sentence::Sentence;
use super::words::Language;
use lungwort_core::cell::date::DatePattern;

/// Words of a sentence that says that values are times of the day, where it does not show how they are written.
const CLOCK: usize = 12;

/// Digits of a day.
const DAY_DIGITS: usize = 8;

/// A date as its letters are written.
static DATE: LazyLock<Option<Regex>> = LazyLock::new(|| {
    Regex::new(r"(?i)(?-u:\b)(?:d{1,2}|m{1,4}|y{4}|y{2})(?:[ ./-]?(?:d{1,2}|m{1,4}|y{4}|y{2})){2}(?-u:\b)").ok()
});

/// A date pattern in a sentence, with the kind of its values.
pub(super) fn date(sentence: &Sentence) -> Option<(&'static str, String)> {
    // A century and a year of it are the year.
    let lower = in_one_language(&sentence.text.to_lowercase()).replace("ccyy", "yyyy");
    if let Some(pattern) = crate::definitions::date_pattern_in(&lower) {
        return Some((if pattern.contains("hh") { "datetime" } else { "date" }, pattern));
    }
    // "2027-04-05 10:30 (ISO with time)"
    static ISO_TIME: LazyLock<Option<Regex>> =
        LazyLock::new(|| Regex::new(r"(?-u:\b)[0-9]{4}-[0-9]{2}-[0-9]{2}[ t][0-9]{2}:[0-9]{2}(?-u:\b)").ok());
    let shown = ISO_TIME.as_ref().filter(|_| lower.contains("iso")).and_then(|shown| shown.find(&lower));
    if let Some(shown) = shown {
        let sign = if shown.as_str().contains('t') { 'T' } else { ' ' };
        return Some(("datetime", format!("yyyy-mm-dd{sign}hh:mm")));
    }
    if let Some(found) = date_like_example(&lower) {
        return Some(found);
    }
    if let Some(pattern) = days::written(sentence) {
        return Some(("date", pattern));
    }
    // Nearly no sentence writes a year in its letters, and the expression is dear to make.
    let found = DATE.as_ref().filter(|_| lower.contains("yy"))?.find(&lower)?.as_str().to_owned();
    let kinds = ['d', 'm', 'y'].iter().filter(|each| found.contains(**each)).count();
    (kinds == 3 && DatePattern::compile(&found).is_ok()).then_some(("date", found))
}

/// The letters of a date pattern as English has them: `jj/mm/aaaa` and `tt.mm.jjjj` too.
fn in_one_language(lower: &str) -> String {
    static FRENCH: LazyLock<Option<Regex>> =
        LazyLock::new(|| Regex::new(r"(?-u:\b)(j{1,2})([ ./-])(m{1,4})([ ./-])(a{2,4})(?-u:\b)").ok());
    static GERMAN: LazyLock<Option<Regex>> =
        LazyLock::new(|| Regex::new(r"(?-u:\b)(t{1,2})([ ./-])(m{1,4})([ ./-])(j{2,4})(?-u:\b)").ok());
    let mut text = lower.to_owned();
    for (pattern, _) in [(&FRENCH, "aa"), (&GERMAN, "jj")].into_iter().filter(|(_, year)| lower.contains(year)) {
        let Some(found) = pattern.as_ref().and_then(|pattern| pattern.captures(&text)) else { continue };
        let part = |at: usize| found.get(at).map_or("", |part| part.as_str());
        let (day, year) = ("d".repeat(part(1).len()), "y".repeat(part(5).len()));
        let plain = format!("{day}{}{}{}{year}", part(2), part(3), part(4));
        text = text.replace(part(0), &plain);
    }
    // A month with its year: `aaaa-mm`, `mm.jjjj`.
    static MONTH: LazyLock<Option<Regex>> = LazyLock::new(|| {
        Regex::new(r"(?:^|[^a-z./-])(?:(?:aaaa|jjjj)[./-]mm|mm[./-](?:aaaa|jjjj))(?:$|[^a-z./-])").ok()
    });
    let lettered = text.contains("aaaa") || text.contains("jjjj");
    let month = MONTH.as_ref().filter(|_| lettered).and_then(|month| Some(month.find(&text)?.as_str().to_owned()));
    if let Some(found) = month {
        let plain = found.replace("aaaa", "yyyy").replace("jjjj", "yyyy");
        text = text.replace(&found, &plain);
    }
    text
}

/// A month with its year, and a time of day.
pub(super) fn month_or_time(sentence: &Sentence, language: &Language) -> Option<(&'static str, Option<String>)> {
    static MONTH: LazyLock<Option<Regex>> =
        LazyLock::new(|| Regex::new(r"(?:^|[^a-z/.-])((?:mm)[/.-](?:yyyy)|yyyy[/.-]mm)(?:$|[^a-z/.-])").ok());
    let lower = in_one_language(&sentence.text.to_lowercase());
    static SHOWN: LazyLock<Option<Regex>> = LazyLock::new(|| {
        Regex::new(r"(?:like|such as|e\.g\.|for example|written|format|form|wie|comme|(?-u:\b)as(?-u:\b))[^0-9]{0,15}(?-u:\b)(?:(?:19|20)[0-9]{2}-(?:0[1-9]|1[0-2]))(?:$|[^0-9-])").ok()
    });
    let says_month = sentence.words.iter().any(|(word, _)| {
        let singular = word.strip_suffix('s').unwrap_or(word);
        language.day_month_year[1].contains(&singular)
    });
    if says_month && SHOWN.as_ref().is_some_and(|shown| shown.is_match(&lower)) {
        return Some(("month", Some("yyyy-mm".to_owned())));
    }
    let lettered = lower.contains("yyyy");
    if let Some(found) = MONTH.as_ref().filter(|_| lettered).and_then(|month| month.captures(&lower)?.get(1)) {
        return Some(("month", Some(found.as_str().to_owned())));
    }
    let time = sentence.words.windows(2).any(|pair| pair[0].0 == "hh" && pair[1].0 == "mm");
    let short = |at: usize| sentence.word(at) == "h" && sentence.word(at + 1) == "mm" && sentence.gap(at) == ":";
    if (0..sentence.words.len()).any(short) && !lower.contains("mm:ss") {
        return Some(("time", Some("h:mm".to_owned())));
    }
    static SECONDS: LazyLock<Option<Regex>> = LazyLock::new(|| {
        Regex::new(r"(?:^|[^a-z0-9:])(?:hh:mm:ss|[012][0-9]:[0-5][0-9]:[0-5][0-9])(?:$|[^a-z0-9:])").ok()
    });
    let seconds = lower.contains(':') && SECONDS.as_ref().is_some_and(|seconds| seconds.is_match(&lower));
    if seconds && !lower.contains("yy") && (time || sentence.has(language.clock)) {
        return Some(("time", Some("hh:mm:ss".to_owned())));
    }
    let joined = ["hhmm", "hhmmss"].into_iter().find(|form| sentence.words.iter().any(|(word, _)| word == form));
    if let Some(form) = joined.filter(|form| !lower.contains("yy") && DatePattern::compile(form).is_ok()) {
        return Some(("time", Some(form.to_owned())));
    }
    let time = time || sentence.words.len() <= CLOCK && sentence.has(language.clock) && joined.is_none();
    (time && !lower.contains("yy")).then_some(("time", None))
}

/// `write them like 2026-05-31 (ISO 8601)`: a day as it is to be written, where that shows which part is which; with its time, where
/// that follows. Alone beside a column it needs no word before it.
fn date_like_example(lower: &str) -> Option<(&'static str, String)> {
    static EXAMPLE: LazyLock<Option<Regex>> = LazyLock::new(|| {
        Regex::new(r"(?:^|(?:like|such as|e\.g\.|z\. ?b\.|p\. ?ex\.|for example|example|beispiel|exemple|written|format|form|order|style|shape|wie|comme|(?-u:\b)as(?-u:\b))[^0-9]{0,25}|\()(?-u:\b)(?:([0-9]{4})-([0-9]{2})-([0-9]{2})|([0-9]{2})([/.-])([0-9]{2})[/.-]([0-9]{4}))(?:([t ][0-9]{2}:[0-9]{2}(:[0-9]{2})?)(?-u:\b)|(?-u:\b))").ok()
    });
    let digits = lower.bytes().filter(u8::is_ascii_digit).count();
    let found = EXAMPLE.as_ref().filter(|_| digits >= DAY_DIGITS).and_then(|example| example.captures(lower));
    let Some(found) = found else {
        return (names_iso(lower) && !names_time(lower)).then(|| ("date", "yyyy-mm-dd".to_owned()));
    };
    // A day alone must be all that is said, or stand before a comma.
    let whole = found.get(0)?;
    let alone = whole.start() == 0 && whole.as_str().starts_with(|each: char| each.is_ascii_digit());
    if alone && !matches!(lower[whole.end()..].trim_start().chars().next(), None | Some(',' | ';' | '(' | '.')) {
        return None;
    }
    let day = if found.get(1).is_some() {
        "yyyy-mm-dd".to_owned()
    } else {
        let (first, sign, second) = (found.get(4)?.as_str(), found.get(5)?.as_str(), found.get(6)?.as_str());
        let above_months = |text: &str| text.parse::<u8>().is_ok_and(|number| number > 12);
        match (above_months(first), above_months(second)) {
            (true, false) => format!("dd{sign}mm{sign}yyyy"),
            (false, true) => format!("mm{sign}dd{sign}yyyy"),
            // With full stops the day stands first.
            (false, false) if sign == "." => format!("dd{sign}mm{sign}yyyy"),
            // Either could be the day.
            _ => return None,
        }
    };
    Some(match found.get(8) {
        None => ("date", day),
        Some(time) => {
            let seconds = if found.get(9).is_some() { ":ss" } else { "" };
            let sign = if time.as_str().starts_with('t') { 'T' } else { ' ' };
            ("datetime", format!("{day}{sign}hh:mm{seconds}"))
        }
    })
}

/// Whether a text names the standard for days and times.
fn names_iso(lower: &str) -> bool {
    let iso = [
        "iso 8601", "iso8601", "iso-8601", "iso date", "iso format", "iso-date", "iso-format", "iso-datum", "date iso",
        "format iso", "rfc 3339", "rfc3339",
    ];
    iso.iter().any(|name| lower.contains(name))
}

/// Whether a text speaks of times of the day.
fn names_time(lower: &str) -> bool {
    let words = lower.split(|each: char| !each.is_alphanumeric());
    const TIMES: &[&str] = &[
        "time", "times", "datetime", "timestamp", "uhrzeit", "zeit", "zeitstempel", "zeitpunkt", "heure", "horodatage",
    ];
    words.into_iter().any(|word| TIMES.contains(&word))
}

/// `2026-05-01T10:30:00Z`
pub(super) fn has_zone(lower: &str) -> bool {
    static ZONED: LazyLock<Option<Regex>> = LazyLock::new(|| {
        Regex::new(r"(?-u:\b)[0-9]{4}-[0-9]{2}-[0-9]{2}t[0-9]{2}:[0-9]{2}(:[0-9]{2})?(z(?-u:\b)|[+-][0-9]{2})").ok()
    });
    lower.contains('t') && ZONED.as_ref().is_some_and(|zoned| zoned.is_match(lower))
}

/// `ISO 8601 date and time`, where it is not shown how: seconds, a zone and either sign between may be there.
pub(super) fn moment(sentence: &Sentence) -> Option<&'static str> {
    let lower = sentence.text.to_lowercase();
    (names_iso(&lower) && names_time(&lower) || has_zone(&lower))
        .then_some(r"'\d{4}-\d{2}-\d{2}[T ]\d{2}:\d{2}(:\d{2}([.,]\d+)?)?(Z|[+\-]\d{2}(:?\d{2})?)?'")
}

/// `Day, month and year: 05/03/2026`: the order in words, and the signs as a day shows them.
fn in_order(sentence: &Sentence, language: &Language) -> Option<String> {
    static SHOWN: LazyLock<Option<Regex>> = LazyLock::new(|| {
        Regex::new(
            r"(?-u:\b)(?:[0-9]{1,2}([/.-])[0-9]{1,2}[/.-][0-9]{4}|[0-9]{4}([/.-])[0-9]{1,2}[/.-][0-9]{1,2})(?-u:\b)",
        )
        .ok()
    });
    let found = SHOWN.as_ref()?.captures(&sentence.text)?;
    let sign = found.get(1).or_else(|| found.get(2))?.as_str();
    let part = |word: &str| language.day_month_year.iter().position(|names| names.contains(&word));
    let mut order: Vec<usize> = Vec::new();
    for (word, _) in &sentence.words {
        match part(word) {
            Some(part) if !order.contains(&part) => order.push(part),
            Some(_) => {}
            None if order.is_empty() || order.len() == 3 || language.and.contains(&word.as_str()) => {}
            // "The day before the month" is no order.
            None if language.in_turn.contains(&word.as_str()) => {}
            None => return None,
        }
    }
    // "Year first" leaves the others as the calendar has them.
    let year_first = order == [2] && found.get(2).is_some();
    if order.len() != 3 && !year_first {
        return None;
    }
    let order = if year_first { vec![2, 1, 0] } else { order };
    let pattern = order.iter().map(|part| ["dd", "mm", "yyyy"][*part]).collect::<Vec<_>>().join(sign);
    let compiled = DatePattern::compile(&pattern).ok()?;
    let shown = found.get(0)?.as_str();
    compiled.read(shown).is_ok().then_some(pattern)
}

/// Whether a sentence says that years have two digits: `with a two-digit year`, `the year in two digits`.
fn has_short_year(sentence: &Sentence, language: &Language) -> bool {
    let year = |at: usize| language.year.contains(&sentence.word(at));
    let two =
        |at: &usize| sentence.number(*at, language) == Some(2.0) && language.digits.contains(&sentence.word(at + 1));
    let near = |at: usize| (at.saturating_sub(3)..at).any(year) || (at + 2..at + 4).any(year);
    (0..sentence.words.len()).filter(two).any(near) || sentence.has(language.short_year)
}

/// `day/month/year`
pub(super) fn date_in_words(sentence: &Sentence, language: &Language) -> Option<(&'static str, String)> {
    let part = |at: usize| {
        let (word, _) = sentence.words.get(at)?;
        let place = language.day_month_year.iter().position(|names| names.contains(&word.as_str()))?;
        Some((place, ["dd", "mm", "yyyy"][place]))
    };
    let sign = |at: usize| {
        let (from, to) = (sentence.words.get(at)?.1.end, sentence.words.get(at + 1)?.1.start);
        Some(&sentence.text[from..to]).filter(|sign| matches!(*sign, "/" | "-" | "." | " "))
    };
    if let Some(pattern) = in_order(sentence, language) {
        return Some(("date", pattern));
    }
    (0..sentence.words.len()).find_map(|at| {
        let ((one, first), (two, second), (three, third)) = (part(at)?, part(at + 1)?, part(at + 2)?);
        let (sign, again) = (sign(at)?, sign(at + 1)?);
        let mut all = [one, two, three];
        all.sort_unstable();
        let pattern = format!("{first}{sign}{second}{sign}{third}");
        let pattern = if has_short_year(sentence, language) { pattern.replace("yyyy", "yy") } else { pattern };
        (all == [0, 1, 2] && sign == again && DatePattern::compile(&pattern).is_ok()).then_some(("date", pattern))
    })
}
