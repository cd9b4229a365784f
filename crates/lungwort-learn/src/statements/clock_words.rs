//! Times of the day in words, as digits: `8 am`, `6.30 p.m.`, `zwischen 8 und 18 Uhr`, `de 8 h à 18h30`.

use std::sync::LazyLock;

use regex::{Captures, Regex};

use super::sentence::{Sentence, sentences};
use super::words;

/// A way to write times, and how its parts are read.
struct Form {
    pattern: LazyLock<Option<Regex>>,
    /// Whether a number of hours may be written so, too.
    may_last: bool,
}

/// Of two times the first may have what tells that it is one behind the second.
static FORMS: [Form; 3] = [
    Form {
        pattern: LazyLock::new(|| {
            Regex::new(r"(?i)(?-u:\b)(?:(?P<h>\d\d?)(?:[.:](?P<m>[0-5]\d))?(?P<to> und | bis | oder | ?[-–] ?))?(?P<hh>\d\d?)(?:[.:](?P<mm>[0-5]\d))? ?uhr(?-u:\b)").ok()
        }),
        may_last: false,
    },
    Form {
        pattern: LazyLock::new(|| {
            Regex::new(r"(?i)(?-u:\b)(?:(?P<h>\d\d?)(?:[.:](?P<m>[0-5]\d))? ?(?P<first>[ap])\.?m(?:\.|(?-u:\b))(?P<to> and | to | until | or | ?[-–] ?))?(?P<hh>\d\d?)(?:[.:](?P<mm>[0-5]\d))? ?(?P<half>[ap])\.?m(?:\.|(?-u:\b))").ok()
        }),
        may_last: false,
    },
    // A number of hours is written the same way: only two of them, or one with its minutes, are times.
    Form {
        pattern: LazyLock::new(|| {
            Regex::new(r"(?i)(?-u:\b)(?:(?P<h>\d\d?) ?h ?(?P<m>[0-5]\d)?(?P<to> à | et ))?(?P<hh>\d\d?) ?h ?(?P<mm>[0-5]\d)?(?-u:\b)").ok()
        }),
        may_last: true,
    },
];

/// A sentence in which times are written in digits.
pub(super) fn in_digits(sentence: Sentence) -> Sentence {
    if !sentence.text.contains(|each: char| each.is_ascii_digit()) {
        return sentence;
    }
    // A form that is shown stays as it is, and how long something lasts is no time.
    let shown = words::ALL.iter().any(|language| sentence.has(language.example) || sentence.has(language.lasting));
    if shown {
        return sentence;
    }
    for form in &FORMS {
        let Some(pattern) = form.pattern.as_ref().filter(|pattern| pattern.is_match(&sentence.text)) else { continue };
        let said = pattern.replace_all(&sentence.text, |found: &Captures<'_>| replaced(found, form));
        if said != sentence.text
            && let Some(said) = sentences(&said).pop()
        {
            return said.in_the_stead_of(&sentence);
        }
    }
    sentence
}

/// What a time is in digits; as it stands where it is none.
fn replaced(found: &Captures<'_>, form: &Form) -> String {
    let text = |name: &str| found.name(name).map(|part| part.as_str());
    let time = |hours: &str, minutes: &str, half: Option<&str>| -> Option<String> {
        let hour: u8 = text(hours)?.parse().ok()?;
        let hour = match half.map(|half| half.eq_ignore_ascii_case("p")) {
            None => Some(hour).filter(|hour| *hour < 24)?,
            Some(afternoon) => Some(hour).filter(|hour| (1..=12).contains(hour))? % 12 + if afternoon { 12 } else { 0 },
        };
        Some(format!("{hour:02}:{}", text(minutes).unwrap_or("00")))
    };
    let half = text("half");
    let second = time("hh", "mm", half);
    let first = time("h", "m", text("first").or(half));
    let said = match (first, text("to"), second) {
        (Some(first), Some(to), Some(second)) => Some(format!("{first}{to}{second}")),
        (None, None, Some(second)) if !form.may_last || text("mm").is_some() => Some(second),
        _ => None,
    };
    said.unwrap_or_else(|| found[0].to_owned())
}
