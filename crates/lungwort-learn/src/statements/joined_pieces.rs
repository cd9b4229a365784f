//! Codes whose pieces are named by what they stand for, with the sign between them: `bench letter A to F, position 1 to 20, joined by a
//! slash`, `day of the week (MON to SUN), a hyphen, and the shift 1 to 4`. Every part must be a piece or a sign.

use regex::Regex;

use super::composed::piece_at_end;
use super::counted::whole_between;
use super::sentence::{Sentence, sentences};
use super::shown::numbers;
use super::words::Language;

/// Pieces of one code, at most.
const MOST: usize = 6;

/// The expression for the pieces that a sentence names from a word on.
pub(super) fn read(sentence: &Sentence, language: &Language, from: usize) -> Option<String> {
    let example = sentence.any(language.example).map(|place| place.start).filter(|start| *start > from);
    let end = example.or_else(|| shown_at_end(sentence)).unwrap_or(sentence.words.len());
    let from = behind_consists(sentence, language, from);
    let joined = joined_by(sentence, language, from, end);
    let (sign, last) = joined.map_or((None, end), |(sign, before)| (Some(sign), before));
    let parts = parts(sentence, language, from..last);
    if !(2..=MOST).contains(&parts.len()) {
        return None;
    }
    let mut pieces: Vec<(String, Kind)> = Vec::new();
    for part in parts {
        let text = &sentence.text[sentence.words[part.start].1.start..sentence.words[part.end - 1].1.end];
        pieces.push(piece(&sentences(text).pop()?, language)?);
    }
    let signs = pieces.iter().filter(|(_, kind)| *kind == Kind::Sign).count();
    let named = pieces.iter().any(|(_, kind)| *kind == Kind::Named);
    let all_named = pieces.iter().all(|(_, kind)| *kind == Kind::Named);
    if sign.is_none() && all_named {
        let whole: String = pieces.iter().map(|(regex, _)| regex.as_str()).collect();
        return fits_example(sentence, end, &whole).then_some(whole);
    }
    // What only counts letters and digits is read as any other code.
    if !named && sign.is_none() || sign.is_some() == (signs > 0) || pieces.len() == signs + 1 {
        return None;
    }
    let texts: Vec<&str> = pieces.iter().map(|(regex, _)| regex.as_str()).collect();
    Some(texts.join(&sign.unwrap_or_default()))
}

/// Whether a sentence says that a sign joins the pieces of a code, and an expression does without it.
pub(super) fn lacks_sign(sentence: &Sentence, language: &Language, from: usize, regex: &str) -> bool {
    let end = sentence.words.len();
    // "Several divided by a slash" are values.
    let joins = |phrase: &str| language.pieces.joined.contains(&phrase);
    if language.several.iter().any(|phrase| !joins(phrase) && sentence.find(phrase).is_some()) {
        return false;
    }
    joined_by(sentence, language, from, end).is_some_and(|(sign, _)| !regex.contains(&sign))
}

/// The word at which a code stands in brackets at the end: `a hyphen, four digits (PR-26-0153)`.
fn shown_at_end(sentence: &Sentence) -> Option<usize> {
    let (_, shown) = sentence.text.trim_end_matches(['.', ' ']).strip_suffix(')')?.rsplit_once('(')?;
    let one = !shown.contains(' ') && shown.bytes().any(|byte| byte.is_ascii_digit());
    let start = sentence.text.rfind('(').filter(|_| one)?;
    sentence.words.iter().position(|(_, place)| place.start > start).filter(|at| *at > 0)
}

/// Whether the example that a sentence ends with is what an expression takes: `year (1-6) and letter (a-d), e.g. 3b` has no sign between.
fn fits_example(sentence: &Sentence, end: usize, regex: &str) -> bool {
    let shown = sentence.words.last().filter(|_| end < sentence.words.len());
    let shown = shown.map(|(_, place)| &sentence.text[place.clone()]);
    let expression = Regex::new(&format!("^(?:{regex})$")).ok();
    expression.zip(shown).is_some_and(|(expression, shown)| expression.is_match(shown))
}

/// The word behind `is made up of`, where a sentence goes on so.
fn behind_consists(sentence: &Sentence, language: &Language, from: usize) -> usize {
    let led = (from..from + 2)
        .filter_map(|at| language.consists.iter().filter_map(|phrase| sentence.ends_at(phrase, at)).max());
    led.max().unwrap_or(from)
}

/// What a part of a code is.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
enum Kind {
    Sign,
    /// Letters and digits that are counted.
    Counted,
    /// Something that has a range of values.
    Named,
}

/// The sign that joins all pieces, and the word before which that is said: `joined by a slash`, `durch einen Schrägstrich getrennt`.
fn joined_by(sentence: &Sentence, language: &Language, from: usize, end: usize) -> Option<(String, usize)> {
    let led = |at: usize| language.pieces.joined.iter().filter_map(|phrase| sentence.ends_at(phrase, at)).max();
    let (at, next) = (from + 1..end).find_map(|at| Some((at, led(at)?)))?;
    let (sign, behind) = sign_at(sentence, language, next)?;
    // "Joined by dots: PL.26.0153"
    let end = (behind..end).find(|at| sentence.gap(at - 1).contains([':', '('])).unwrap_or(end);
    let trails = (behind..end).all(|at| language.pieces.joined_behind.contains(&sentence.word(at)));
    trails.then_some((sign, at))
}

/// A sign that is named at a word, and the word behind it; signs that part the values of a list join no pieces.
fn sign_at(sentence: &Sentence, language: &Language, at: usize) -> Option<(String, usize)> {
    // "Des tirets"
    let small = [language.every, language.articles, language.small];
    let article = |at: usize| small.iter().any(|words| words.contains(&sentence.word(at)));
    let at = at + usize::from(article(at));
    let space = language.pieces.spaces.first().map(|space| (*space, " "));
    let signs = language.signs.iter().copied().chain(space);
    // "Separated by hyphens", "durch Bindestriche getrennt"
    let plural = |name: &str| {
        let said = sentence.word(at);
        let ending = said.strip_prefix(name).filter(|_| !name.contains(' '))?;
        matches!(ending, "s" | "es" | "e" | "en").then_some(at + 1)
    };
    let ends = |name: &str| sentence.ends_at(name, at).or_else(|| plural(name));
    let found = signs.filter_map(|(name, sign)| Some((ends(name)?, sign))).max_by_key(|(end, _)| *end);
    let (end, sign) = found.filter(|(_, sign)| !matches!(*sign, "," | ";" | "|"))?;
    Some((super::sizes::escaped(sign), end))
}

/// The words of each part: between commas and words such as `and`.
fn parts(sentence: &Sentence, language: &Language, words: std::ops::Range<usize>) -> Vec<std::ops::Range<usize>> {
    let mut parts = Vec::new();
    let (mut start, mut at) = (words.start, words.start);
    let mut close = |start: usize, end: usize| {
        if start < end {
            parts.push(start..end);
        }
    };
    while at < words.end {
        let joints = [language.followed, language.and, language.followed_by];
        let joint = joints.into_iter().flatten().filter_map(|phrase| sentence.ends_at(phrase, at)).max();
        let parted = at > start && sentence.gap(at - 1).contains([',', '+', ';']);
        match joint.filter(|end| *end < words.end) {
            Some(end) => {
                close(start, at);
                (start, at) = (end, end);
            }
            None if parted => {
                close(start, at);
                (start, at) = (at, at + 1);
            }
            None => at += 1,
        }
    }
    close(start, words.end);
    parts
}

/// The expression for a part.
fn piece(part: &Sentence, language: &Language) -> Option<(String, Kind)> {
    if let Some((sign, end)) = sign_at(part, language, 0)
        && end == part.words.len()
    {
        return Some((sign, Kind::Sign));
    }
    let ranged = range_at_end(part, language).map(|regex| (regex, Kind::Named));
    ranged.or_else(|| Some((piece_at_end(part, language)?, Kind::Counted)))
}

/// `bench letter A to F`, `position 1 to 20`, `day of the week (MON to SUN)`: what a part ends with.
fn range_at_end(part: &Sentence, language: &Language) -> Option<String> {
    let last = part.words.len().checked_sub(1)?;
    let joined = |at: usize| at > 0 && language.to.contains(&part.word(at));
    let first = if part.is_dashed(last.checked_sub(1)?) {
        last - 1
    } else {
        last.checked_sub(2).filter(|at| joined(at + 1))?
    };
    let text = |at: usize| &part.text[part.words[at].1.clone()];
    let (one, other) = (text(first), text(last));
    let letter = |text: &str| text.len() == 1 && text.bytes().all(|byte| byte.is_ascii_alphabetic());
    let alike =
        one.bytes().all(|byte| byte.is_ascii_uppercase()) == other.bytes().all(|byte| byte.is_ascii_uppercase());
    if letter(one) && letter(other) && alike && one < other {
        return Some(format!("[{one}-{other}]"));
    }
    if let (Ok(least), Ok(most)) = (one.parse::<u32>(), other.parse::<u32>()) {
        let padded = one.len() == other.len() && one.starts_with('0');
        let fits = least < most && most < 10_000;
        return fits.then(|| match padded {
            true => format!("(?:{})", numbers(least, most, Some(one.len()))),
            false => whole_between(least.into(), most.into()),
        });
    }
    weekdays(one, other, language)
}

/// The names of the days of the week from one to another, long or short as these are: `MON to SUN`.
fn weekdays(first: &str, last: &str, language: &Language) -> Option<String> {
    Some(format!("(?:{})", weekday_names(first, last, language)?.join("|")))
}

/// The same as a list.
pub(super) fn weekday_names(first: &str, last: &str, language: &Language) -> Option<Vec<String>> {
    let of = |table: &'static [(&'static str, u8)]| {
        let day = |text: &str| table.iter().find(|(name, _)| *name == text.to_lowercase()).map(|(_, day)| *day);
        let (from, to) = day(first).zip(day(last)).filter(|(from, to)| from < to)?;
        let name = |day: u8| table.iter().find(|(_, of)| *of == day).map(|(name, _)| *name);
        (from..=to).map(name).collect::<Option<Vec<&str>>>()
    };
    let names = of(language.calendar.short).or_else(|| of(language.calendar.weekdays))?;
    let written = |name: &&str| match first.chars().any(char::is_lowercase) {
        true => capitalised(name, first),
        false => name.to_uppercase(),
    };
    Some(names.iter().map(written).collect())
}

/// A name with a capital where another one begins with one.
fn capitalised(name: &str, like: &str) -> String {
    let mut letters = name.chars();
    match letters.next() {
        Some(first) if like.starts_with(char::is_uppercase) => first.to_uppercase().chain(letters).collect(),
        _ => name.to_owned(),
    }
}
