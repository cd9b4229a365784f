//! The values of a list as a sentence has them: with commas, bars or slashes between, with a word before the last.

use std::sync::LazyLock;

use regex::Regex;

use super::units::without_unit;
use super::words::{self, Language};

/// A value is no longer than this, and has no more words.
const LONGEST: usize = 24;
const WORDS: usize = 3;

/// Whether a text is a part of a date pattern, in any of the languages: `DD`, `AAAA`.
fn is_part_of_date(text: &str) -> bool {
    (2..=4).contains(&text.len()) && text.to_lowercase().chars().all(|each| "dmyjtahs".contains(each))
}

/// Values with signs between that stand between values alone: `good | fair | poor`, and single letters in `f/m/x`.
pub(super) fn signs(text: &str, about: bool) -> Option<Vec<String>> {
    let text = text.trim().trim_matches(['(', ')', ':', '.']).trim();
    let parts = |sign: char| -> Vec<&str> { text.split(sign).map(str::trim).collect() };
    let (bars, slashes) = (parts('|'), parts('/'));
    let short = |parts: &[&str]| {
        parts.iter().all(|part| part.chars().count() <= LONGEST && part.split_whitespace().count() <= WORDS)
    };
    // "XS S M L XL"
    let spaced: Vec<&str> = text.split_whitespace().collect();
    let code = |part: &&str| part.len() <= 4 && part.bytes().all(|byte| byte.is_ascii_uppercase());
    let found = if bars.len() >= 2 && short(&bars) {
        bars
    } else if about && spaced.len() >= 3 && spaced.iter().all(code) {
        spaced
    } else if about && slashes.len() >= 2 && slashes.iter().all(|part| part.chars().count() <= 2) {
        slashes
    } else {
        return None;
    };
    let distinct: std::collections::HashSet<&&str> = found.iter().collect();
    if found.iter().all(|part| is_part_of_date(part)) {
        return None;
    }
    let plain = found.iter().all(|part| !part.is_empty()) && distinct.len() == found.len();
    // Parts of a date, and fractions, are no values.
    let letters = found.iter().all(|part| part.chars().any(char::is_alphabetic));
    (plain && letters).then(|| found.iter().map(|part| (*part).to_owned()).collect())
}

/// `Band 5, Band 6, Band 7`
pub(super) fn are_alike(values: &[String]) -> bool {
    let first = |value: &String| value.split(' ').next().map(str::to_owned);
    values.len() >= 2 && values.iter().all(|value| value.contains(' ') && first(value) == first(&values[0]))
}

/// Whether all of some values are numbers.
pub(super) fn are_numbers(values: &[String]) -> bool {
    values.iter().all(|value| value.parse::<f64>().is_ok())
}

/// Whether the first word of two is a plural in small letters: `codes A`.
fn is_small_plural(text: &str) -> bool {
    text.split(' ')
        .next()
        .is_some_and(|word| word.len() > 3 && word.ends_with('s') && word.chars().all(char::is_lowercase))
}

/// Whether a value is words that say how values are written.
fn is_technical(value: &str, language: &Language) -> bool {
    // Words of one language are none of a list in another.
    let every =
        || words::ALL.iter().flat_map(|language| [language.capitals, language.digits, language.letters]).flatten();
    let kinds = [
        language.whole, language.number, language.decimals, language.characters, language.digits, language.letters,
        language.places, language.capitals,
    ];
    let lower = value.to_lowercase();
    // A code may be written as the word for whole numbers is.
    if value == "INT" {
        return false;
    }
    // `1xx`: an x is any digit.
    let masked = lower.trim_end_matches('x');
    if masked.len() + 1 < lower.len() && !masked.is_empty() && masked.bytes().all(|byte| byte.is_ascii_digit()) {
        return true;
    }
    let is_sign = words::ALL.iter().flat_map(|language| language.signs).any(|(name, _)| *name == lower);
    is_sign
        || every().any(|word| *word == lower)
        || lower.split_whitespace().any(|word| kinds.iter().any(|kind| kind.contains(&word)))
        || lower.split_whitespace().count() > 2
            && lower.split_whitespace().any(|word| words::ALL.iter().any(|language| language.lacking.contains(&word)))
        || lower.contains(' ')
            && lower
                .split_whitespace()
                .any(|word| language.required.contains(&word) || language.optional.contains(&word))
        || language.required.contains(&lower.as_str())
        || language.optional.contains(&lower.as_str())
}

/// A value without what leads up to it, and without what it means behind it.
fn alone(part: &str, language: &Language) -> String {
    let mut part = part.trim();
    let leads = [
        language.or, language.and, language.otherwise, language.choose, language.copulas, language.with,
        language.by_default,
    ];
    for word in leads.into_iter().flatten() {
        // Capitals are a code: `FR, BE or CH`.
        if part.split(' ').next().is_some_and(|word| word.len() > 1 && !word.chars().any(char::is_lowercase)) {
            break;
        }
        if let Some(rest) =
            part.get(..word.len()).filter(|head| head.eq_ignore_ascii_case(word)).and(part.get(word.len()..))
            && rest.starts_with(' ')
        {
            part = rest.trim();
        }
    }
    // `N if none`, `NONE when not known`
    for word in language.conditional {
        if let Some((value, _)) = part.split_once(&format!(" {word} "))
            && !value.contains(' ')
            && !value.chars().any(char::is_lowercase)
        {
            part = value;
        }
    }
    // `M, F or U (unknown)`
    if let Some((value, _)) = part.strip_suffix(')').unwrap_or(part).split_once(" (")
        && (!value.chars().any(char::is_lowercase) || value.chars().count() == 1)
    {
        part = value;
    }
    part.trim_matches(['"', '\'', '“', '”', '‘', '’', '«', '»', ':']).trim().to_owned()
}

/// Whether a day stands in a text, whose slashes and points part no values: `from 01/04/27 to 30/09/27`.
fn shows_day(text: &str) -> bool {
    static DAY: LazyLock<Option<Regex>> =
        LazyLock::new(|| Regex::new(r"(?-u:\b)0?[1-9][0-9]?[/.]0?[1-9][0-9]?[/.](?:[0-9]{4}|[0-9]{2})(?-u:\b)").ok());
    text.contains(['/', '.']) && DAY.as_ref().is_some_and(|day| day.is_match(text))
}

/// A list cut into its parts; `None` where what it says is what goes with what.
fn parts(text: &str, language: &Language, led: bool) -> Option<Vec<String>> {
    // Where commas or bars are between them, a slash is a part of a value: `g/m2, seeds/m2`.
    let between = if text.contains([',', ';', '|']) { &[',', ';', '|'][..] } else { &['/'] };
    let mut parts: Vec<String> = text.split(between).map(str::to_owned).collect();
    // "White 1 or 6, yellow 2 or 7" says what goes with what.
    let chosen = |part: &&String| {
        let mut words = part.split_whitespace().skip(1);
        words.any(|word| language.or.contains(&word))
    };
    if parts.len() >= 3 && parts.iter().filter(chosen).count() > 1 {
        return None;
    }
    for word in language.or.iter().chain(if led { language.and } else { &[] }) {
        let sign = format!(" {word} ");
        parts =
            parts.iter().flat_map(|part| part.split(sign.as_str()).map(str::to_owned).collect::<Vec<_>>()).collect();
    }
    // `A, B, C and F`
    if let Some((last, others)) = parts.split_last()
        && others.len() >= 2
        && others.iter().all(|part| !part.trim().contains(' '))
        && let Some((one, other)) =
            language.and.iter().find_map(|and| last.trim().split_once(format!(" {and} ").as_str()))
        && !one.contains(' ')
        && !other.contains(' ')
    {
        let (one, other) = (one.to_owned(), other.to_owned());
        parts.pop();
        parts.extend([one, other]);
    }
    Some(parts)
}

/// Takes off the first and the last value of a list what belongs to the sentence.
fn put_right(values: &mut [String], language: &Language, led: bool) {
    without_name_of_numbers(values);
    // "One of the abbreviations pc, kg or m": what the values are called stands before the first.
    if led && values.len() >= 3 && values[1..].iter().all(|value| !value.contains(' ')) {
        let (_, last) = values[0].rsplit_once(' ').unwrap_or_default();
        let before = values[0].split(' ').count();
        let article =
            values[0].split(' ').next().is_some_and(|word| language.every.contains(&word.to_lowercase().as_str()));
        if !last.is_empty() && (article && before == 3 || before == 2 && is_small_plural(&values[0])) {
            values[0] = last.to_owned();
        }
    }
    // "Mr., Mrs. or Ms.": the point of the last one ends the sentence too.
    if let Some((last, others)) = values.split_last_mut()
        && others.len() >= 2
        && others.iter().all(|value| value.len() > 1 && value.ends_with('.'))
        && last.len() <= 4
        && last.starts_with(char::is_uppercase)
    {
        last.push('.');
    }
    // "Mme ou M.": Monsieur is never without its point.
    if let Some((last, others)) = values.split_last_mut()
        && last == "M"
        && others.iter().any(|value| matches!(value.as_str(), "Mme" | "Mlle"))
    {
        last.push('.');
    }
    // `2, 3 or 6 m`: the unit is none of the last value.
    if let Some((last, others)) = values.split_last_mut()
        && others.iter().all(|value| value.parse::<f64>().is_ok())
        && let Some((number, unit)) = last.split_once(' ')
        && number.parse::<f64>().is_ok()
        && (super::units::is_unit(&unit.to_lowercase()) || is_amount_of(&unit.to_lowercase()))
    {
        *last = number.to_owned();
    }
    // "We only know Farne, Skerry and Bass": names follow a verb.
    let named = |value: &str| value.starts_with(char::is_uppercase);
    if led && values.len() >= 2 && values[1..].iter().all(|value| named(value)) {
        let names = values[0].find(char::is_uppercase).filter(|at| *at > 0);
        let plain =
            |lead: &str| lead.ends_with(' ') && lead.trim().chars().all(|each| each.is_lowercase() || each == ' ');
        if let Some((_, name)) = names.map(|at| values[0].split_at(at)).filter(|(lead, _)| plain(lead)) {
            values[0] = name.to_owned();
        }
    }
}

/// `KW 28, 29 or 30`: what the numbers are called stands before the first.
fn without_name_of_numbers(values: &mut [String]) {
    let number = |text: &str| !text.is_empty() && text.bytes().all(|byte| byte.is_ascii_digit());
    if let Some((first, others)) = values.split_first_mut()
        && others.len() >= 2
        && others.iter().all(|value| number(value))
        && let Some((_, last)) = first.split_once(' ').filter(|(_, last)| number(last))
    {
        *first = last.to_owned();
    }
}

/// Whether a word is one that amounts are counted in, in any of the languages.
fn is_amount_of(unit: &str) -> bool {
    const MONEY: &[&str] = &["euro", "pound", "dollar", "franc", "franken", "stück", "piece", "€", "£", "$"];
    MONEY.contains(&unit.trim_end_matches('s'))
        || words::ALL.iter().any(|language| {
            [language.units, language.heading_units].iter().any(|words| words.contains(&unit))
                || unit.strip_suffix('s').is_some_and(|unit| language.units.contains(&unit))
        })
}

/// Takes the unit off the last of some numbers: `5, 10 or 15 per cent`.
fn without_last_unit(values: &mut [String], language: &Language) {
    let number = |text: &str| text.replace(',', ".").parse::<f64>().is_ok();
    let Some((last, others)) = values.split_last_mut().filter(|(_, others)| !others.is_empty()) else { return };
    let Some((first, unit)) = last.split_once(' ').filter(|(first, _)| number(first)) else { return };
    let unit = unit.trim_end_matches('.').to_lowercase();
    let is_unit = language.per_cent.contains(&unit.as_str()) || without_unit(&unit, language).is_empty();
    if is_unit && others.iter().all(|other| number(other)) {
        *last = first.to_owned();
    }
}

/// What a value denies, where that is a word: `not passed`.
fn denied_state<'v>(value: &'v str, language: &Language) -> Option<&'v str> {
    let (first, rest) = value.split_once(' ')?;
    let word = rest.chars().all(|each| each.is_alphabetic() && each.is_lowercase());
    (word && language.negations.contains(&first.to_lowercase().as_str())).then_some(rest)
}

/// Whether one value is that it is not the other one, in any of the languages: `conforme`, `non conforme`.
pub(super) fn is_denied_by(one: &str, other: &str) -> bool {
    let non = |language: &Language| {
        other.split_once(' ').filter(|(first, _)| language.non.contains(first)).map(|(_, rest)| rest)
    };
    words::ALL.iter().any(|language| denied_state(other, language).or_else(|| non(language)) == Some(one))
}

/// Whether what is denied is a state among others: one of them, or one of three and more.
fn is_state_of(denied: &str, values: &[String]) -> bool {
    let plain = |value: &String| value.chars().all(|each| each.is_alphabetic() && each.is_lowercase() || each == ' ');
    values.iter().any(|value| value == denied) || values.len() >= 3 && values.iter().all(plain)
}

/// Whether a value is several words of its own: `not passed` and `partly passed` are no more than `passed` is, beside it.
pub(super) fn is_phrase(value: &str, values: &[String], language: &Language) -> bool {
    let of_another =
        || values.iter().any(|other| value.strip_suffix(other.as_str()).is_some_and(|rest| rest.ends_with(' ')));
    value.contains(' ') && denied_state(value, language).is_none() && !of_another()
}

/// Whether a value is several in another language: "cash, card or free" read as German has two.
fn is_several(value: &str) -> bool {
    let mut ors = words::ALL.iter().flat_map(|language| language.or).map(|or| format!(" {or} "));
    value.contains(' ') && ors.any(|or| value.contains(&or))
}

/// Values of a range that stands in a list, at most.
const RANGE: u32 = 60;

/// `UG, EG or 1 to 9`: each number of a range among other values is one.
fn spread_ranges(values: &mut Vec<String>, language: &Language) {
    let range = |value: &String| {
        let parts: Vec<&str> = value.split(' ').collect();
        let [first, to, last] = parts.as_slice() else { return None };
        let (first, last): (u32, u32) = (first.parse().ok()?, last.parse().ok()?);
        (language.to.contains(to) && first < last && last - first < RANGE).then_some(first..=last)
    };
    let ranges = values.iter().filter(|value| range(value).is_some()).count();
    if ranges == 1 && values.len() > 1 {
        *values = values
            .iter()
            .flat_map(|value| match range(value) {
                Some(numbers) => numbers.map(|number| number.to_string()).collect(),
                None => vec![value.clone()],
            })
            .collect();
    }
}

/// Takes out the words for no value, and puts in the numbers of a range.
fn without_nothing(values: &mut Vec<String>, language: &Language) {
    // `Empty, nest, eggs or chicks` begins with a state, and says of no cell that it is blank.
    let small = |value: &String| !value.contains(' ') && value.chars().all(char::is_lowercase);
    let state = values.len() >= 3 && values.iter().all(small);
    // `BLUE, RED, EMPTY`: all of them are codes.
    let capital = |value: &String| value.chars().count() > 2 && value.chars().all(char::is_uppercase);
    let codes = values.iter().all(capital);
    let mut first = true;
    values.retain(|value| {
        let begins = std::mem::take(&mut first);
        begins && state || codes || !language.nothing.contains(&value.to_lowercase().as_str())
    });
    spread_ranges(values, language);
}

/// Whether all values of a list of three and more begin with a capital.
fn are_capitalised(values: &[String]) -> bool {
    values.len() >= 3 && values.iter().all(|value| value.starts_with(char::is_uppercase))
}

/// `Cloth, half leather, full leather or paper boards`: words that are no sentence, with an "or" before the last and at least one that
/// stands alone.
pub(super) fn is_full_list(text: &str, values: &[String], language: &Language) -> bool {
    let Some((last, others)) = values.split_last() else { return false };
    let plain = |value: &String| value.chars().skip(1).all(|each| each.is_lowercase() || matches!(each, ' ' | '-'));
    let small = |word: &str| language.small.contains(&word.to_lowercase().as_str());
    let open = |value: &String| value.split(' ').any(|word| is_rest(word) || small(word));
    others.len() >= 2
        && values.iter().all(|value| plain(value) && !open(value))
        && values.iter().any(|value| !value.contains(' '))
        && language.or.iter().any(|or| text.contains(&format!(" {or} {last}")))
}

/// Whether a word leaves a list open, in any of the languages: `or other metal`.
fn is_rest(word: &str) -> bool {
    words::ALL
        .iter()
        .any(|language| [language.any, language.rest, language.so_on].iter().any(|words| words.contains(&word)))
}

/// `fr, de, en`: codes, also where some of them are words of every sentence.
fn are_of_two_letters(values: &[String]) -> bool {
    let code = |value: &String| value.len() == 2 && value.bytes().all(|byte| byte.is_ascii_lowercase());
    values.len() >= 3 && values.iter().all(code)
}

/// The values of a list in words; `led` where words before it say that it is one.
pub(super) fn values(text: &str, language: &Language, (led, of_kinds): (bool, bool)) -> Option<Vec<String>> {
    let text = text.trim().trim_start_matches([':', '–']).trim_start();
    // A dash before the first value leads up to it; one at the value is part of it.
    let text = text.strip_prefix("- ").unwrap_or(text).trim_end_matches(['.', ')', '}']).trim();
    let text = text.strip_prefix('(').unwrap_or(text);
    // "N/a if none" lists nothing.
    let not_applicable = text.to_lowercase().starts_with("n/a");
    if shows_day(text) || not_applicable {
        return None;
    }
    let parts = parts(text, language, led)?;
    let mut values: Vec<String> =
        parts.iter().map(|part| alone(part, language)).filter(|part| !part.is_empty()).collect();
    // `Count; 0 if none`
    if matches!(values.as_slice(), [count, _] if language.counts.contains(&count.to_lowercase().as_str())) {
        return None;
    }
    put_right(&mut values, language, led);
    without_last_unit(&mut values, language);
    // "And no other" is none of them.
    values.retain(|value| !language.nothing_else.contains(&value.to_lowercase().as_str()));
    // `X or blank`
    let before = values.len();
    without_nothing(&mut values, language);
    if let ([one], 2) = (values.as_slice(), before) {
        let is_value = one.chars().count() <= 12 && !one.contains(' ') && one.chars().all(|each| !each.is_lowercase());
        return is_value.then_some(values);
    }
    let fits = |value: &String| value.chars().count() <= LONGEST && value.split_whitespace().count() <= WORDS;
    // A word of every sentence is no value, but for what a state is not.
    let common = |value: &String| {
        let lower = value.to_lowercase();
        let first = lower.split_whitespace().next().unwrap_or_default();
        let is_code = !value.chars().any(char::is_lowercase) || are_of_two_letters(&values);
        // A state may be "in use", and a value that begins as all others do "In use".
        let may_be = (of_kinds || are_capitalised(&values)) && value.split_whitespace().count() == 2;
        // "Nord, sud ou est" ends with a word of every sentence.
        let ends = values.len() >= 3 && values.last() == Some(value) && values.iter().all(|value| !value.contains(' '));
        let state = || denied_state(value, language).is_some_and(|rest| is_state_of(rest, &values));
        !is_code
            && !may_be
            && !ends
            && !state()
            && (language.small.contains(&first) || language.obliging.contains(&lower.as_str()))
    };
    let technical = |value: &String| is_technical(value, language);
    let is_time = |value: &String| value.len() <= 5 && value.bytes().all(|byte| byte.is_ascii_digit() || byte == b':');
    let torn = |value: &String| {
        value.matches('(').count() != value.matches(')').count() || value.contains(':') && !is_time(value)
    };
    // "Angeben, wenn nicht Deutschland" lists nothing.
    let conditional = |value: &String| {
        let first = value.split(' ').next().unwrap_or_default().to_lowercase();
        value.contains(' ') && language.conditional.contains(&first.as_str())
    };
    // "Write 007 and not 7" lists nothing.
    let denied = |value: &String| {
        let denies = denied_state(value, language).is_some_and(|rest| is_state_of(rest, &values));
        let first = value.split(' ').next().unwrap_or_default().to_lowercase();
        value.contains(' ') && language.negations.contains(&first.as_str()) && !denies
    };
    if values.iter().any(|value| conditional(value) || denied(value) || is_several(value)) {
        return None;
    }
    // Nor are the parts of a date.
    if values.iter().any(|value| technical(value) || torn(value)) || values.iter().all(|value| is_part_of_date(value)) {
        return None;
    }
    let several = values.len() >= 2 && values.iter().all(|value| fits(value) && !common(value));
    // A list of words is all of one kind: none is a phrase among codes.
    let phrases = values.iter().filter(|value| is_phrase(value, &values, language)).count();
    // Two numbers may be the ends of a range, unless it is the one or the other: `7 or 19`.
    let either = || language.or.iter().any(|or| text.contains(&format!(" {or} ")));
    let numbers = values.len() < 3 && are_numbers(&values) && !either();
    let distinct: std::collections::HashSet<&String> = values.iter().collect();
    let alike = are_alike(&values);
    let listed = led && values.len() >= 3;
    let fits_in = phrases * 2 <= values.len() || alike || listed || is_full_list(text, &values, language);
    (several && fits_in && !numbers && distinct.len() == values.len()).then_some(values)
}
