//! How a value is written: digits and letters, lengths, limits, formats, values that come once.

use std::sync::LazyLock;

use regex::Regex;

use super::codes::{built, qualified};
use super::conditions::{condition_span, conditional_at};
use super::counted::whole_between;
use super::counts::{counts, refused_length};
use super::sentence::Sentence;
use super::shown::looks_like;
use super::subject::Place;
use super::when::{either_form, forms_of_days, is_year, of_clock, of_days, of_today};
use super::words::{self, Language};
use super::{Claim, Reading, Target};
use super::{char_sets, message_types, sql_types};
use crate::draft::Confidence;
use lungwort_core::cell::format::Format;
use lungwort_core::rulebook::toml_text::{list as toml_list, quoted};

/// Words between a column and a format that is named for it, at most.
const NEAR: usize = 6;
/// Words of a label of several columns, at most.
const LONGEST_LABEL: usize = 6;
/// Words of a sentence that says that values come once; a longer one speaks of other things as well.
const SHORT: usize = 20;
/// A line for each of the columns.
pub(crate) type Said = Vec<(&'static str, String, Confidence)>;

/// Parts of amounts of money, in the languages that templates are read in.
const CENTS: &[&str] =
    &["cent", "cents", "pence", "centime", "centimes", "rappen", "decimals", "décimales", "nachkommastellen"];

/// Words between a denial and the capitals that it denies, at most.
const DENIED: usize = 5;

/// The pattern of so many digits and nothing else.
static DIGITS: LazyLock<Option<Regex>> = LazyLock::new(|| Regex::new(r"^'\\d\{[0-9]{1,2}\}'$").ok());

/// A format that is named near the column.
fn named_format(sentence: &Sentence, language: &Language, from: usize) -> Option<(&'static str, String, Confidence)> {
    // Far behind its column, a format is another thing's.
    // "Required if no e-mail is given" names another column.
    let condition = conditional_at(sentence, language).filter(|at| *at > 0).unwrap_or(usize::MAX);
    let near = |phrase: &str| {
        let found = sentence.find_from(phrase, from);
        found.is_some_and(|place| place.start <= from + NEAR && place.start < condition)
    };
    let or = |at: usize| language.or.contains(&sentence.word(at));
    // "E-mail or phone" may be either.
    let either = |phrase: &str| {
        let place = sentence.find_from(phrase, from);
        let before = |place: &std::ops::Range<usize>| {
            let article =
                place.start.checked_sub(1).filter(|at| language.every.contains(&sentence.words[*at].0.as_str()));
            article.unwrap_or(place.start).checked_sub(1).is_some_and(or)
        };
        // "An e-mail address or a phone number"
        let noun = |at: usize| language.address_words.contains(&sentence.word(at)) && or(at + 1);
        // `email / post / none`, `e-mail, post or none`
        let listed = |place: &std::ops::Range<usize>| {
            let slash = |at: usize| sentence.gap(at) == "/";
            let slashed = slash(place.end - 1) || place.start.checked_sub(1).is_some_and(slash);
            slashed || sentence.gap(place.end - 1) == "," && or(place.end + 1)
        };
        place.is_some_and(|place| or(place.end) || noun(place.end) || before(&place) || listed(&place))
    };
    let named = language.formats.iter().find(|(phrase, _)| near(phrase) && !either(phrase));
    let name = match named {
        Some((_, name)) => Format::named(name).map(|_| *name)?,
        None => return international(sentence, language),
    };
    Some(("format", quoted(name), Confidence::Confirm))
}

/// `With country code, e.g. +44 7700 900123`: digits behind a plus, with spaces where it is shown or not known.
fn international(sentence: &Sentence, language: &Language) -> Option<(&'static str, String, Confidence)> {
    if !sentence.has(language.with_country_code) {
        return None;
    }
    let shown = sentence.text.split('+').skip(1).find(|text| text.starts_with(|each: char| each.is_ascii_digit()))?;
    let digits = shown.bytes().take_while(u8::is_ascii_digit).count();
    match digits > LONG_NUMBER {
        true => Some(("format", quoted("phone"), Confidence::Confirm)),
        false => Some(("pattern", r"'\+[0-9][0-9 ]+'".to_owned(), Confidence::Confirm)),
    }
}

/// Digits of a country code and no more, at most.
const LONG_NUMBER: usize = 4;

/// Whether it says that values come once, in all rows.
fn comes_once(sentence: &Sentence, language: &Language) -> bool {
    let several = sentence
        .any(language.same)
        .is_some_and(|same| language.same.iter().any(|phrase| sentence.find_from(phrase, same.end).is_some()));
    // "No two in the same hall at the same time" may share either.
    let no_two = sentence.has(language.no_two) && sentence.has(language.same) && !several;
    // "Twice on the same day" is allowed on another.
    let twice = sentence.any(language.twice).or_else(|| sentence.any(language.unique));
    // "Only once the tool is back" says when.
    let when = |once: &std::ops::Range<usize>| {
        let last = once.end - 1;
        let begins =
            language.conditional.iter().any(|phrase| sentence.ends_at(phrase, last).is_some_and(|end| end > once.end));
        language.once.contains(&sentence.word(last)) && begins && sentence.gap(last).is_empty()
    };
    if twice.as_ref().is_some_and(when) {
        return false;
    }
    // "A child may not take the same instrument twice" allows it to others.
    let of_others = twice.as_ref().zip(sentence.any(language.same)).is_some_and(|(twice, same)| {
        let article = language.articles.contains(&sentence.word(0)) || language.nobody.contains(&sentence.word(0));
        article && same.start > 1 && same.end <= twice.start
    });
    if of_others {
        return false;
    }
    let scoped = twice.is_some_and(|twice| {
        // "Unique in the file" is unique.
        let of_all = [language.others, language.columns, language.sheets, language.registers];
        let holds_all = |word: &str| word.is_empty() || of_all.iter().any(|words| words.contains(&word));
        let time = |word: &str| language.day_month_year.iter().any(|words| words.contains(&word));
        let within = |same: &std::ops::Range<usize>| {
            let what = sentence.word(same.end);
            same.start >= twice.end && !what.is_empty() && (time(what) || !holds_all(what))
        };
        // "Twice from the same supplier"
        // "No two rows may have the same lot" ends with what is not the same.
        let alone = |same: &std::ops::Range<usize>| no_two && sentence.words.len() <= same.end + 2;
        let again = sentence.words.len() > twice.end
            && language.same.iter().filter_map(|phrase| sentence.find_from(phrase, twice.end)).any(|same| {
                // "Never twice the same number"
                let itself = same.start == twice.end && same.end + 1 >= sentence.words.len();
                same.end < sentence.words.len() && !alone(&same) && !itself
            });
        again
            || language
                .on_same
                .iter()
                .filter_map(|phrase| sentence.find_from(phrase, twice.start))
                .any(|same| within(&same))
    });
    // "Each member once"
    let each = language.each_of.contains(&sentence.word(0)) && sentence.words.len() <= 5;
    let once = |phrase: &&str| sentence.find(phrase).is_some_and(|place| place.end == sentence.words.len());
    if each && language.once.iter().any(once) {
        return true;
    }
    sentence.words.len() <= SHORT
        && !scoped
        && (no_two
            || sentence.has(language.unique)
            || sentence.has(language.twice)
                && (sentence.has(language.negations)
                    || sentence.has(language.refused)
                    || says_none(sentence, language)))
}

/// `None may come up twice`; "no" alone may be the shortening of a number.
fn says_none(sentence: &Sentence, language: &Language) -> bool {
    language.none.iter().any(|phrase| phrase.len() > 2 && sentence.find(phrase).is_some())
}

/// The mark before the decimals, where it is said or shown.
fn decimal_mark(sentence: &Sentence, language: &Language, said: bool, found: &mut Said) {
    let known = Confidence::Known;
    let comma = said || sentence.has(language.decimal_comma_words) || shows_comma(sentence) && of_numbers(found);
    if comma {
        if !found.iter().any(|(key, ..)| *key == "type") {
            found.push(("type", quoted("decimal"), known));
        }
        found.push(("decimal_mark", quoted(","), known));
    }
    // "With a point" counts for more than the language of the template.
    let decimals = found.iter().any(|(key, value, _)| *key == "places" || *key == "type" && value.contains("decimal"));
    if !comma && decimals && sentence.has(language.decimal_point_words) && language.decimal_comma {
        found.push(("decimal_mark", quoted("."), known));
    }
}

/// `R or 1 to 13`, and nothing else: one code, or a number of a range.
fn word_or_number(sentence: &Sentence, language: &Language, from: usize) -> Option<String> {
    let code = |at: usize| {
        let (_, place) = sentence.words.get(at)?;
        let text = &sentence.text[place.clone()];
        let plain = (1..=4).contains(&text.len()) && text.bytes().all(|byte| byte.is_ascii_uppercase());
        plain.then_some(text)
    };
    let joins = |at: usize| language.or.contains(&sentence.word(at));
    let range = |at: usize| {
        let (first, end) = match sentence.is_dashed(at) {
            true => (sentence.word(at), at + 1),
            false if language.to.contains(&sentence.word(at + 1)) => (sentence.word(at), at + 2),
            false => return None,
        };
        let (least, most) = (first.parse::<u64>().ok()?, sentence.word(end).parse::<u64>().ok()?);
        (least < most && most < 10_000).then(|| (whole_between(least, most), end + 1))
    };
    let (code, numbers, end) = match (code(from), range(from)) {
        (Some(code), _) if joins(from + 1) => range(from + 2).map(|(numbers, end)| (code, numbers, end))?,
        (_, Some((numbers, end))) if joins(end) => (code(end + 1)?, numbers, end + 2),
        _ => return None,
    };
    (end == sentence.words.len()).then(|| format!("'(?:{code}|{numbers})'"))
}

/// The form in which days and times are written.
fn days_and_times((sentence, language): (&Sentence, &Language), (places, from): (&[Place], usize), found: &mut Said) {
    let either = either_form(sentence, language);
    forms_of_days(sentence, language, !either, found);
    // "Uhrzeit und Raum bleiben leer" says of no room that it is a time.
    let named = sentence.any(language.clock).is_some_and(|at| at.start < from);
    let of_heading = places.len() > 1 && named && !sentence.text.contains("mm");
    found.retain(|(key, value, _)| !(of_heading && *key == "type" && *value == quoted("time")));
}

/// What a sentence says of how values are written.
pub(super) fn read(sentence: &Sentence, language: &Language, places: &[Place], from: usize) -> Reading {
    // "The first digit is the floor (1-4)" says nothing of the whole.
    let known = Confidence::Known;
    let unknown = has_unknown_piece(sentence, language);
    if is_of_part(sentence, language) || unknown && !comes_once(sentence, language) {
        return Reading::default();
    }
    if unknown {
        return of_each(places, &[("unique", "true".to_owned(), known)]);
    }
    if let Some(set) = char_sets::read(sentence, language, from) {
        return of_characters(set, language, places);
    }
    let one = refused_length(sentence, language).map(|length| ("length", length));
    let one = one.or_else(|| Some(("pattern", word_or_number(sentence, language, from)?)));
    let listed = || {
        listed_ranges(sentence, language, from)
            .or_else(|| listed_numbers(sentence, language))
            .or_else(|| listed_alike(sentence, language, from))
    };
    if let Some((key, value)) = one.or_else(|| listed().map(|values| ("allowed", values))) {
        return of_each(places, &[(key, value, known)]);
    }
    let mut found: Said = Vec::new();
    found.extend(sql_types::read(&sentence.text));
    if found.is_empty() {
        found = message_types::read(sentence.rest(from));
    }
    if found.is_empty() && is_year(sentence, language, from) {
        found.push(("pattern", r"'\d{4}'".to_owned(), known));
    }
    // `INT > 0` and `int 0-400` go on.
    let ranged = matches!(found.as_slice(), [("type", ..)])
        && (1..sentence.words.len()).any(|at| sentence.number(at, language).is_some());
    let of_database = !found.is_empty() && !ranged && !sentence.text.contains(['<', '>', '≤', '≥']);
    days_and_times((sentence, language), (places, from), &mut found);
    // "Two digits for the day, two for the month" are no code.
    let [day, month, _] = language.day_month_year;
    let of_day = sentence.has(day) && sentence.has(month);
    if !of_database && !of_day {
        how_built(sentence, language, from, &mut found);
    }
    if !of_day {
        of_digits(sentence, language, from, &mut found);
    }
    super::zeros::take_off(sentence, language, &mut found);
    super::word_counts::read(sentence, language, from, &mut found);
    if found.is_empty() {
        found.extend(named_format(sentence, language, from));
    }
    if found.is_empty()
        && let Some(codes) = super::in_brackets::codes(sentence, language)
    {
        found.push(("allowed", toml_list(&codes), Confidence::Confirm));
    }
    running_number(sentence, language, from, &mut found);
    once(sentence, language, &mut found);
    ends_of_texts(sentence, language, &mut found);
    of_money(sentence, language, &mut found);
    signs_between(sentence, language, &mut found);
    of_days(sentence, language, &mut found);
    of_clock(sentence, language, &mut found);
    of_today(sentence, language, &mut found);
    of_several(sentence, language, places, &mut found);
    if shows_letters(sentence, language) {
        // "A letter and a place from 1 to 20, e.g. B12" limits a part of it.
        found.retain(|(key, value, _)| !matches!(*key, "min" | "max" | "above" | "below") && !is_numeric(key, value));
    }
    of_each(places, &found)
}

/// Which characters there may be, and how long the value is besides.
fn of_characters(set: char_sets::Set, language: &Language, places: &[Place]) -> Reading {
    let mut found = Said::new();
    if let Some(rest) = &set.rest {
        counts(rest, language, 0, &mut found);
        as_length(&mut found);
        once(rest, language, &mut found);
    }
    found.push(set.said);
    of_each(places, &found)
}

/// `Running number, 1 upwards`: counted up, it comes once.
fn running_number(sentence: &Sentence, language: &Language, from: usize, found: &mut Said) {
    let is = |words: &[&str], at: usize| words.contains(&sentence.word(at));
    let first = from + usize::from(is(language.every, from) || is(language.articles, from));
    let running = is(language.running, first) && language.number.contains(&sentence.word(first + 1));
    let of_numbers = found.iter().all(|(key, ..)| matches!(*key, "type" | "min" | "above" | "unique"));
    if running && of_numbers {
        found.retain(|(key, ..)| *key != "type");
        found.push(("type", quoted("whole"), Confidence::Confirm));
        // "A running number per trip" comes again in the next one.
        let phrases = [language.on_same, language.in_one, language.within].into_iter().flatten();
        let within = phrases.filter_map(|phrase| sentence.find_from(phrase, first + 2)).next();
        if within.is_none() && !found.iter().any(|(key, ..)| *key == "unique") {
            found.push(("unique", "true".to_owned(), Confidence::Confirm));
        }
    }
}

/// The same of each of some columns.
fn of_each(places: &[Place], found: &[(&'static str, String, Confidence)]) -> Reading {
    let claim = |place: &Place, (key, value, confidence): &(&'static str, String, Confidence)| Claim {
        on: Target::Column(*place),
        key,
        value: value.clone(),
        confidence: *confidence,
    };
    Reading::of(places.iter().flat_map(|place| found.iter().map(move |said| claim(place, said))).collect())
}

/// The sign between several values, or the one before the decimals.
fn signs_between(sentence: &Sentence, language: &Language, found: &mut Said) {
    let known = Confidence::Known;
    let sign = separator(sentence, language);
    // "Two decimals, separated by a comma" says how a number is written.
    let of_decimals = sign == Some(",") && found.iter().any(|(key, ..)| *key == "places")
        || matches!(sign, Some("," | ".")) && sentence.words.iter().any(|(word, _)| CENTS.contains(&word.as_str()));
    let comma = of_decimals && sign == Some(",");
    if of_decimals && sign == Some(".") && language.decimal_comma {
        found.push(("decimal_mark", quoted("."), known));
    }
    decimal_mark(sentence, language, comma, found);
    // What joins the pieces of one code parts no values.
    let joins = |sign: &&str| {
        let mut patterns = found.iter().filter(|(key, ..)| *key == "pattern");
        patterns.any(|(_, value, _)| value.contains(&escaped(sign)))
    };
    if let Some(sign) = sign.filter(|sign| !of_decimals && !joins(sign)) {
        found.push(("separator", quoted(sign), known));
        without_count_of_values(sentence, language, found);
    }
}

/// `Several separated by commas, at most 5`: how many values there may be limits none of them.
fn without_count_of_values(sentence: &Sentence, language: &Language, found: &mut Said) {
    let is_limit = |key: &str| matches!(key, "min" | "max" | "above" | "below");
    let limits = found.iter().filter(|(key, ..)| is_limit(key)).count();
    let of_each = language.each_of.iter().any(|word| sentence.find(word).is_some());
    if limits == 1 && !of_each {
        let number = sentence.has(language.whole) || sentence.has(language.decimals);
        found.retain(|(key, ..)| !is_limit(key) && (number || *key != "type"));
    }
}

/// `3-4, 5-6, 7-8 or 9+`: ranges that are values themselves, such as sizes and age groups.
fn listed_ranges(sentence: &Sentence, language: &Language, from: usize) -> Option<String> {
    static RANGE: LazyLock<Option<Regex>> =
        LazyLock::new(|| Regex::new(r"^(?:\d{1,4} ?[-–] ?\d{1,4}|\d{1,4} ?\+|[<>≤≥] ?\d{1,4})$").ok());
    let text = sentence.text.get(sentence.words.get(from)?.1.start..)?;
    if !text.contains(['-', '–', '+']) {
        return None;
    }
    // What stands in brackets is the list, where the rest names it.
    let inside = text.split_once('(').and_then(|(_, rest)| rest.split_once(')')).map(|(inside, _)| inside);
    let lists = [Some(text), inside, text.rsplit_once(": ").map(|(_, list)| list)];
    let of = |list: &str| {
        let mut list = list.trim_end_matches(['.', ' ']).to_owned();
        for word in language.or {
            list = list.replace(&format!(" {word} "), ", ");
        }
        let values: Vec<String> = list
            .split([',', ';', '/', '|'])
            .map(|value| value.trim().to_owned())
            .filter(|value| !value.is_empty())
            .collect();
        let fits = values.iter().all(|value| RANGE.as_ref().is_some_and(|range| range.is_match(value)));
        (values.len() >= 3 && fits).then(|| toml_list(&values))
    };
    lists.into_iter().flatten().find_map(of)
}

/// `from 6, from 10 or from 14`: numbers behind the same word each, which are values and no limits.
fn listed_alike(sentence: &Sentence, language: &Language, from: usize) -> Option<String> {
    let text = sentence.text.get(sentence.words.get(from)?.1.start..)?;
    let mut list = text.trim_end_matches(['.', ' ', ')']).to_owned();
    for word in language.or {
        list = list.replace(&format!(" {word} "), ", ");
    }
    let values: Vec<&str> = list.split([',', ';', '/', '|']).map(str::trim).filter(|value| !value.is_empty()).collect();
    let word = |value: &&str| {
        let (word, number) = value.split_once(' ')?;
        number.bytes().all(|byte| byte.is_ascii_digit()).then(|| word.to_owned())
    };
    let words: Vec<String> = values.iter().map(word).collect::<Option<_>>()?;
    let alike = words.len() >= 2 && words.iter().all(|word| *word == words[0] && word.chars().all(char::is_alphabetic));
    alike.then(|| toml_list(&values))
}

/// `number of months: 6, 12 or 24`: numbers of which one is given, at the end of a sentence that names what they are.
fn listed_numbers(sentence: &Sentence, language: &Language) -> Option<String> {
    static NUMBERS: LazyLock<Option<Regex>> = LazyLock::new(|| {
        Regex::new(r"[:,(] ?((?:[0-9]{1,6}, ?)+[0-9]{1,6}),? ([A-Za-zÀ-ÖØ-öø-ÿœ]+) ([0-9]{1,6})\)?\.?$").ok()
    });
    let text = sentence.text.trim_end();
    let found =
        NUMBERS.as_ref().filter(|_| text.ends_with(|each: char| each.is_ascii_digit() || ".)".contains(each)))?;
    let found = found.captures(text).filter(|found| language.or.contains(&&found[2]))?;
    let before = text[..found.get(1)?.start()].to_lowercase();
    // "4, 5 or 6 digits" count something, and end with it.
    let names = before.split(|each: char| !each.is_alphabetic()).any(|word| language.number.contains(&word));
    let values: Vec<String> = found[1].split(',').map(str::trim).chain([&found[3]]).map(str::to_owned).collect();
    // `POT - diameter in centimetres: 7, 9, 13 or 17`
    let behind_colon = found.get(0)?.as_str().starts_with(':') && values.len() > 2;
    (names || behind_colon).then(|| toml_list(&values))
}

/// Whether a code has a piece of which it is not known how it is built: `consists of the lab code and two digits`.
fn has_unknown_piece(sentence: &Sentence, language: &Language) -> bool {
    let Some(consists) = sentence.any(language.consists) else { return false };
    let word = |at: usize| sentence.word(at);
    let article = language.every.first() == Some(&word(consists.end));
    let named = [language.letters, language.capitals, language.digits, language.smalls];
    let known = |at: usize| named.into_iter().flatten().any(|phrase| sentence.ends_at(phrase, at).is_some());
    article && !known(consists.end + 1) && !language.year.contains(&word(consists.end + 1))
}

/// Values that come once: `never use a number again` says nothing of what they are.
fn once(sentence: &Sentence, language: &Language, found: &mut Said) {
    if comes_once(sentence, language) {
        let limited = found.iter().any(|(key, ..)| matches!(*key, "min" | "max" | "above" | "below"));
        found.retain(|(key, _, confidence)| *key != "type" || limited || *confidence == Confidence::Known);
        found.push(("unique", "true".to_owned(), Confidence::Known));
    }
}

/// Whether a line says that values are numbers.
fn is_numeric(key: &str, value: &str) -> bool {
    key == "type" && (value.contains("decimal") || value.contains("whole"))
}

/// Whether the example of a sentence is one code of letters and digits.
fn shows_letters(sentence: &Sentence, language: &Language) -> bool {
    let Some(example) = sentence.any(language.example) else { return false };
    let shown = sentence.rest(example.end).split([' ', ',', ';', ')']).next().unwrap_or_default();
    shown.chars().any(|each| each.is_ascii_uppercase()) && shown.chars().any(|each| each.is_ascii_digit())
}

/// Whether a number of the sentence has decimals behind a comma: `EUR, e.g. 2,50`, `0,00 to 9,90`.
fn shows_comma(sentence: &Sentence) -> bool {
    sentence.words.iter().any(|(word, place)| {
        // `DECIMAL(8,5)` has no such number.
        // Nor has `n..6,2`.
        if sentence.text[..place.start].ends_with("..") {
            return false;
        }
        // Nor has `[A-Z]{2,3}`.
        if sentence.text[..place.start].ends_with('{') {
            return false;
        }
        let before = sentence.text[..place.start].strip_suffix('(');
        if before.is_some_and(|before| before.ends_with(char::is_alphanumeric)) {
            return false;
        }
        let parts = word.split_once(',').filter(|(whole, part)| !whole.is_empty() && (1..=2).contains(&part.len()));
        parts.is_some_and(|(whole, part)| whole.bytes().chain(part.bytes()).all(|byte| byte.is_ascii_digit()))
    })
}

/// Whether nothing else has been read than that values are numbers.
fn of_numbers(found: &Said) -> bool {
    found.iter().all(|(key, value, _)| {
        matches!(*key, "places" | "min" | "max" | "above" | "below") || *key == "type" && value.contains("decimal")
    })
}

/// Whether a sentence begins with a part of a value: `the first digit`, `the last two letters`.
fn is_of_part(sentence: &Sentence, language: &Language) -> bool {
    let word = |at: usize| sentence.word(at);
    let from = usize::from(language.every.contains(&word(0)));
    let end = |phrases: &[&str], at: usize| phrases.iter().filter_map(|phrase| sentence.ends_at(phrase, at)).max();
    let Some(at) = end(language.part, from) else { return false };
    let at = if sentence.number(at, language).is_some() { at + 1 } else { at };
    let signs = [language.digits, language.letters, language.characters, language.capitals];
    let sign = signs.into_iter().filter_map(|phrases| end(phrases, at)).max();
    // "Last four digits of the card" are all of the value, and "the first digit of the code is…" is not.
    let of_other = sign.is_some_and(|sign| at > from + 1 && language.owners.contains(&word(sign)));
    let stated = sentence.words.iter().any(|(word, _)| language.verbs.contains(&word.as_str()));
    // "The first two letters followed by…" goes on to the rest.
    sign.is_some() && !sentence.has(language.followed_by) && (stated || !of_other)
}

/// How values are built, or how many signs they have and how great they are.
fn how_built(sentence: &Sentence, language: &Language, from: usize, found: &mut Said) {
    let known = Confidence::Known;
    if let Some(regex) = built(sentence, language, from).filter(|regex| fits_length(sentence, language, regex)) {
        // "In capital letters (2 or 3 letters)" counts capitals.
        let regex = if sentence.has(language.in_capitals) { regex.replace("[A-Za-z]", "[A-Z]") } else { regex };
        let regex = if sentence.has(language.in_smalls) { regex.replace("[A-Za-z]", "[a-z]") } else { regex };
        found.push(("pattern", format!("'{regex}'"), known));
    } else {
        counts(sentence, language, from, found);
        if let Some(shape) = looks_like(sentence, language, from).filter(|_| found.is_empty()) {
            found.push(("pattern", format!("'{shape}'"), Confidence::Confirm));
        }
        if let Some(regex) = digits_begun(sentence, language) {
            *found = vec![("pattern", format!("'{regex}'"), known)];
        } else if only_digits(sentence, language, from) || is_counted_in_digits(sentence, language, found) {
            found.push(("pattern", r"'\d+'".to_owned(), Confidence::Known));
        } else if sentence.has(language.alphanumeric) && mixed(sentence, language, from) != Some("[A-Z0-9]") {
            as_length(found);
            found.push(("pattern", "'[A-Za-z0-9]+'".to_owned(), Confidence::Confirm));
        } else if let Some(class) = only_of(sentence, language, from) {
            as_length(found);
            // "Start with + and contain digits only"
            let sign = begins_with_sign(sentence, language).filter(|sign| !class.contains(*sign));
            let sign = sign.map(|sign| regex::escape(&sign.to_string())).unwrap_or_default();
            found.push(("pattern", format!("'{sign}{class}+'"), Confidence::Known));
        } else if let Some(class) = mixed(sentence, language, from) {
            found.retain(|(key, ..)| *key == "length");
            // "9 characters (letters and digits)" are those of a code.
            let length = found.iter().find_map(|(_, value, _)| {
                value.strip_prefix("{ max = ").or_else(|| value.strip_prefix("{ exactly = "))?.strip_suffix(" }")
            });
            match length.filter(|_| !sentence.has(language.at_most)).map(str::to_owned) {
                Some(length) => *found = vec![("pattern", format!("'{class}{{{length}}}'"), known)],
                None => found.push(("pattern", format!("'{class}+'"), Confidence::Confirm)),
            }
        }
        let no_more = found.iter().all(|(key, ..)| *key == "length");
        // "In capitals, no longer than 25 characters" denies no capitals.
        let denied = |place: &std::ops::Range<usize>| {
            let before = place.start.saturating_sub(DENIED)..place.end;
            before.into_iter().any(|at| language.negations.contains(&sentence.word(at)))
        };
        if no_more && sentence.any(language.in_capitals).is_some_and(|place| !denied(&place)) {
            found.push(("case", quoted("upper"), known));
        } else if no_more && sentence.any(language.in_smalls).is_some_and(|place| !denied(&place)) {
            found.push(("case", quoted("lower"), known));
        }
    }
}

/// Of values that are made of signs, the most is that of their length: `digits and spaces only, maximum 15`.
fn as_length(found: &mut Said) {
    let whole = |value: &String| value.parse::<u32>().is_ok();
    let most = found.iter().find(|(key, value, _)| *key == "max" && whole(value)).map(|(_, value, _)| value.clone());
    found.retain(|(key, ..)| *key == "length");
    if found.is_empty() {
        found.extend(most.map(|most| ("length", format!("{{ max = {most} }}"), Confidence::Known)));
    }
}

/// Whether codes have as many signs as are counted besides: `13 characters: the letter G, 4 digits and the bag` are more than five.
fn fits_length(sentence: &Sentence, language: &Language, regex: &str) -> bool {
    let counted = |at: usize| {
        let number = sentence.number(at, language).filter(|number| *number >= 1.0 && number.fract() == 0.0)?;
        let limited = [language.at_most, language.at_least].iter().any(|phrases| qualified(sentence, phrases, at));
        let what = language.characters.iter().any(|phrase| sentence.ends_at(phrase, at + 1).is_some());
        (what && !limited).then_some(number as usize)
    };
    let Some(length) = (0..sentence.words.len()).find_map(counted) else { return true };
    let plain = regex.replace(r"\d", "[0-9]");
    let Ok(parsed) = regex_syntax::parse(&plain) else { return true };
    let ends = (parsed.properties().minimum_len(), parsed.properties().maximum_len());
    ends.0.is_none_or(|least| least <= length) && ends.1.is_none_or(|most| most >= length)
}

/// Whether what is said follows a label, and nothing says that it is of all of them together: `tmin/tmax = -40.0 to 50.0`.
fn is_label_of_several(sentence: &Sentence, language: &Language) -> bool {
    let head = sentence.text.find([':', '=']).map_or("", |at| &sentence.text[..at]);
    let joins = |word: &str| [language.and, language.or, language.to].iter().any(|words| words.contains(&word));
    let several = head.contains([',', '/', '&', '-']) || head.to_lowercase().split_whitespace().any(joins);
    let label = several && head.split_whitespace().count() <= LONGEST_LABEL;
    let together = [language.together, language.sums].into_iter().any(|phrases| sentence.has(phrases));
    // "Mandatory: Lot, Site 1 to 3" gives no limits.
    label && !together && sentence.required(language).is_none() && !sentence.has(language.optional)
}

/// What several columns are limited to together is not what each of them is; that none of them is negative is said of each.
fn of_several(sentence: &Sentence, language: &Language, places: &[Place], found: &mut Said) {
    if !places.windows(2).any(|pair| pair[0].1 != pair[1].1) {
        return;
    }
    let of_all = |key: &str| matches!(key, "min" | "max" | "above" | "below");
    // What is said of each: "Mon to Fri hold the number of loaves, each between 0 and 500".
    let labelled = is_label_of_several(sentence, language);
    let alone = labelled
        || sentence.any(language.each_alone).is_some_and(|each| {
            let number = |at: usize| sentence.number(at, language).is_some();
            let before =
                each.start.checked_sub(1).is_some_and(|at| sentence.gap(at).contains([',', ';', ':']) || number(at));
            before || each.end == sentence.words.len()
        });
    let not_negative =
        sentence.has(language.not_negative) && found.iter().any(|(key, value, _)| *key == "min" && value == "0");
    if !not_negative && !alone && found.iter().all(|(key, ..)| *key == "type" || of_all(key)) {
        found.retain(|(key, _, confidence)| *key != "type" || *confidence == Confidence::Known);
    }
    // So is what is said of days.
    let of_each = |key: &str, value: &str| {
        of_all(key) && alone
            || key == "min" && value == "0" && sentence.has(language.not_negative)
            || of_all(key) && value.starts_with('"')
    };
    found.retain(|(key, value, _)| !(of_all(key) || *key == "unique") || of_each(key, value));
}

/// `Digits only`, `only digits`, and nothing else.
fn only_digits(sentence: &Sentence, language: &Language, from: usize) -> bool {
    // "Phone contains digits only"
    let noun = from + usize::from(from > 0 && language.address_words.contains(&sentence.word(from)));
    let noun = noun + usize::from(language.particles.contains(&sentence.word(noun)));
    let verb = usize::from(from > 0 && language.containing.contains(&sentence.word(noun)));
    let first = if verb > 0 { noun + verb } else { from };
    let words = &sentence.words[first.min(sentence.words.len())..];
    // "Ne contient que des chiffres"
    let only_of = |phrase: &&str| {
        let end = sentence.ends_at(phrase, first)?;
        // "Uniquement des chiffres"
        let end = end + usize::from(language.small.contains(&sentence.word(end)) && end + 2 == sentence.words.len());
        (end + 1 == sentence.words.len() && language.digits.contains(&sentence.word(end))).then_some(())
    };
    if language.only.iter().find_map(only_of).is_some() {
        return true;
    }
    let [(first, _), (second, _), rest @ ..] = words else { return false };
    let only = |word: &String| language.only.contains(&word.as_str());
    let digits = |word: &String| language.digits.contains(&word.as_str());
    // "Digits only, without spaces or hyphens"
    let signs = |word: &str| {
        language.signs.iter().any(|(name, _)| word.strip_suffix('s').unwrap_or(word) == *name || word == *name)
    };
    let denied = |(word, _): &(String, std::ops::Range<usize>)| {
        let word = word.as_str();
        [language.lacking, language.and, language.or, language.spaces].iter().any(|words| words.contains(&word))
            || signs(word)
            || word.strip_suffix("es").is_some_and(signs)
    };
    // "Only digits and spaces" has both.
    let lacks = rest.first().is_none_or(|(word, _)| language.lacking.contains(&word.as_str()));
    (digits(first) && only(second) || only(first) && digits(second)) && lacks && rest.iter().all(denied)
}

/// `Digits only, at most 15`: of a number nobody counts the digits.
fn is_counted_in_digits(sentence: &Sentence, language: &Language, found: &Said) -> bool {
    !found.is_empty() && found.iter().all(|(key, ..)| *key == "length") && says_digits_only(sentence, language)
}

/// Whether a sentence says that there are digits and nothing else.
pub(super) fn says_digits_only(sentence: &Sentence, language: &Language) -> bool {
    let is = |words: &[&str], at: usize| words.contains(&sentence.word(at));
    // "Letters and digits only"
    let joined = |at: usize| is(language.and, at) || is(language.or, at);
    (0..sentence.words.len()).any(|at| {
        let both = is(language.digits, at) && is(language.only, at + 1);
        let both = both || is(language.only, at) && is(language.digits, at + 1);
        both && !joined(at + 2) && !at.checked_sub(1).is_some_and(joined)
    })
}

/// Letters of a code, at most: names of people and things are longer, and have spaces and hyphens.
const CODE: u32 = 14;

/// `Full name, 3 to 40 letters` counts characters.
pub(super) fn letters_of_names(claims: &mut [Claim]) {
    static LETTERS: LazyLock<Option<Regex>> = LazyLock::new(|| Regex::new(r"^'\[A-Za-z\]\{(\d+),(\d+)\}'$").ok());
    for claim in claims.iter_mut().filter(|claim| claim.key == "pattern") {
        let Some(found) = LETTERS.as_ref().and_then(|letters| letters.captures(&claim.value)) else { continue };
        let count = |at: usize| found.get(at).and_then(|count| count.as_str().parse::<u32>().ok()).unwrap_or_default();
        let (least, most) = (count(1), count(2));
        if most > CODE {
            let least = if least > 1 { format!("min = {least}, ") } else { String::new() };
            let value = format!("{{ {least}max = {most} }}");
            (claim.key, claim.value) = ("length", value);
        }
    }
}

/// `Digits only, starting with 07`
fn digits_begun(sentence: &Sentence, language: &Language) -> Option<String> {
    let begins = sentence.any(language.begins)?;
    let only = says_digits_only(sentence, language);
    let first = &sentence.text[sentence.words.get(begins.end)?.1.clone()];
    let digits = first.len() <= 4 && first.bytes().all(|byte| byte.is_ascii_digit());
    let last = sentence.words.len() <= begins.len() + 3;
    (only && digits && last).then(|| format!(r"{first}\d*"))
}

/// Signs that a list of kinds of signs ends with as they are: `digits, spaces and +`.
fn signs_behind(sentence: &Sentence, at: usize) -> Vec<String> {
    let from = at.checked_sub(1).and_then(|last| sentence.words.get(last)).map_or(0, |(_, last)| last.end);
    let to = sentence.words.get(at).map_or(sentence.text.len(), |(_, next)| next.start);
    let signs = sentence.text[from..to].chars().filter(|sign| matches!(sign, '+' | '-' | '/' | '#' | '&' | '*'));
    signs.map(|sign| regex::escape(&sign.to_string())).collect()
}

/// `Only digits and spaces`, `letters, digits and hyphens only`: every sign that there may be.
pub(super) fn only_of(sentence: &Sentence, language: &Language, from: usize) -> Option<String> {
    let end = |phrases: &[&str], at: usize| phrases.iter().filter_map(|phrase| sentence.ends_at(phrase, at)).max();
    let kind = |at: usize| {
        let article = language.articles.contains(&sentence.word(at));
        let at = if article { at + 1 } else { at };
        // "Figures and hyphens"
        let plural = |name: &str| ["s", "es", "e"].iter().any(|end| sentence.word(at).strip_suffix(end) == Some(name));
        let sign = || {
            language.signs.iter().find_map(|(name, sign)| {
                let next = sentence.ends_at(name, at).or_else(|| plural(name).then_some(at + 1))?;
                Some((escaped(sign), next))
            })
        };
        let kinds = [
            (language.capitals, "A-Z"),
            (language.smalls, "a-z"),
            (language.letters, "A-Za-z"),
            (language.digits, "0-9"),
            (language.loose_digits, "0-9"),
            (language.spaces, " "),
        ];
        kinds.into_iter().find_map(|(phrases, class)| Some((class.to_owned(), end(phrases, at)?))).or_else(sign)
    };
    let run = |start: usize| {
        let (mut classes, mut at) = (Vec::new(), start);
        while let Some((class, next)) = kind(at) {
            classes.push(class);
            let joined = end(language.and, next).or_else(|| end(language.or, next));
            let comma = sentence.gap(next - 1) == ",";
            at = match joined {
                Some(joined) if kind(joined).is_some() => joined,
                _ if comma && kind(next).is_some() => next,
                _ => {
                    let last = joined.unwrap_or(next);
                    let signs = joined.map_or(Vec::new(), |joined| signs_behind(sentence, joined));
                    let end = if signs.is_empty() { next } else { last };
                    classes.extend(signs);
                    return Some((classes, end));
                }
            };
        }
        None
    };
    (from..sentence.words.len()).find_map(|at| {
        let (classes, next) = run(at)?;
        let before = (at.saturating_sub(2)..at).any(|from| end(language.only, from) == Some(at));
        let behind = end(language.only, next).is_some();
        let of_text = classes.iter().any(|class| class.contains(['A', 'a', '0']));
        // Digits alone are those of a number as likely.
        let several = classes.len() >= 2 && of_text;
        let counted = at.checked_sub(1).is_some_and(|before| sentence.number(before, language).is_some());
        // "6 to 14 characters: capitals, figures and hyphens"
        let colon = at.checked_sub(1).is_some_and(|before| sentence.gap(before).ends_with(':'));
        let all = colon && next == sentence.words.len() && sentence.has(language.characters);
        ((before || behind || all) && several && !counted).then(|| {
            // A hyphen stands last, where it joins nothing.
            let (hyphens, mut others): (Vec<String>, Vec<String>) =
                classes.into_iter().partition(|class| class.contains('-') && class.len() <= 2);
            others.extend(hyphens);
            // Names have letters of all kinds, and codes those of the alphabet.
            let digits = others.iter().any(|class| class == "0-9");
            let class = others.concat();
            format!("[{}]", if digits { class } else { class.replace("A-Za-z", r"\p{L}") })
        })
    })
}

/// A sign in an expression, which is written between apostrophes.
pub(super) fn escaped(sign: &str) -> String {
    regex::escape(sign).replace('\'', r"\x27")
}

/// `Capital letters and digits, 4 to 6 characters`: what there may be, without how many of each.
fn mixed(sentence: &Sentence, language: &Language, from: usize) -> Option<&'static str> {
    let end = |phrases: &[&str], at: usize| phrases.iter().filter_map(|phrase| sentence.ends_at(phrase, at)).max();
    let counted = |at: usize| at.checked_sub(1).is_some_and(|before| sentence.number(before, language).is_some());
    let one = |at: usize| {
        let (class, next) = end(language.capitals, at)
            .map(|next| ("[A-Z0-9]", next))
            .or_else(|| Some(("[A-Za-z0-9]", end(language.letters, at)?)))?;
        let next = end(language.and, next).or_else(|| end(language.or, next))?;
        end(language.digits, next).filter(|_| !counted(at)).map(|_| class)
    };
    // What it has not says something else; the "no." of a label does not.
    let denied = (from..sentence.words.len()).any(|at| language.negations.contains(&sentence.word(at)));
    (!denied).then(|| (from..sentence.words.len()).find_map(one)).flatten()
}

/// `Pounds and pence`, `no currency sign`: an amount, with two decimals where these are named.
fn of_money(sentence: &Sentence, language: &Language, found: &mut Said) {
    let cents = sentence.has(language.cents);
    let has = |wanted: &str| found.iter().any(|(key, ..)| *key == wanted);
    let typed = has("type") || has("pattern");
    // "Pounds and pence, at most 9.99" has limits as well.
    if cents && found.iter().any(|(key, value, _)| *key == "type" && value.contains("decimal")) && !has("places") {
        found.push(("places", "2".to_owned(), Confidence::Known));
    }
    // "A price without currency is refused" speaks of another column.
    let lacks = sentence.has(language.refused);
    if typed || !(cents || sentence.has(language.no_sign) && !lacks) {
        return;
    }
    found.push(("type", quoted("decimal"), Confidence::Known));
    if cents {
        found.push(("places", "2".to_owned(), Confidence::Known));
    }
}

/// What texts begin or end with.
fn ends_of_texts(sentence: &Sentence, language: &Language, found: &mut Said) {
    // "Required if Unit ends with MA" is said of another column.
    let span = condition_span(sentence, language);
    let ends = [language.begins, language.ends].into_iter().find_map(|phrases| sentence.any(phrases));
    if span.zip(ends).is_some_and(|(span, ends)| span.contains(&ends.start)) {
        found.retain(|(key, ..)| *key != "pattern");
        return;
    }
    let has = |found: &Said, wanted: &str| found.iter().any(|(key, ..)| *key == wanted);
    if let Some(sign) = begins_with_sign(sentence, language).filter(|_| !has(found, "pattern")) {
        found.retain(|(key, ..)| *key != "format");
        found.push(("pattern", format!("'{}.+'", regex::escape(&sign.to_string())), Confidence::Known));
    }
    if let Some(ending) = ending(sentence, language) {
        found.retain(|(key, ..)| *key != "pattern");
        found.push(("pattern", format!("'.*{ending}'"), Confidence::Known));
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

/// A separator of several values.
fn separator<'l>(sentence: &Sentence, language: &'l Language) -> Option<&'l str> {
    if !sentence.has(language.several) {
        return None;
    }
    // A point parts no values: it may be part of each of them.
    let signs = language.signs.iter().filter(|(_, sign)| *sign != ".");
    let found = signs.filter_map(|(name, sign)| Some((sentence.find(name)?.start, *sign)));
    let named = found.min_by_key(|(start, _)| *start).map(|(_, sign)| sign);
    let shown =
        |sign: &&str| sentence.text.contains(&format!("\"{sign}\"")) || sentence.text.contains(&format!("({sign})"));
    // "Separate with ;"
    let alone = |sign: &&str| sentence.text.split_whitespace().any(|token| token.trim_end_matches(['.', ',']) == *sign);
    named.or_else(|| [";", "|", "+", "&"].into_iter().find(|sign| shown(sign) || alone(sign)))
}

/// The sign between several values, of columns whose values are those of a standard.
pub(super) fn separated(sentence: &Sentence, language: &Language, places: &[Place]) -> Reading {
    let sign = separator(sentence, language).map(|sign| ("separator", quoted(sign), Confidence::Known));
    of_each(places, &sign.into_iter().collect::<Vec<_>>())
}

/// A sign that values begin with: `starts with +`.
fn begins_with_sign(sentence: &Sentence, language: &Language) -> Option<char> {
    let behind = match sentence.any(language.begins) {
        Some(place) => sentence.words.get(place.end.checked_sub(1)?)?.1.end,
        // "Muss mit + beginnen"
        None => {
            let verb = sentence.any(language.begins_last)?;
            sentence.words.get(verb.start.checked_sub(1)?)?.1.end
        }
    };
    let token = sentence.text[behind..].split_whitespace().find(|token| !matches!(*token, "a" | "the"))?;
    let token = token.trim_matches(['"', '\'', '“', '”', ',', ')', '.']);
    let mut signs = token.chars();
    signs.next().filter(|sign| !sign.is_alphanumeric() && signs.next().is_none())
}

/// What a text ends with: `a file name ending in .pdf`.
/// Characters of a domain behind the @, at most.
const DOMAIN: usize = 60;

fn ending(sentence: &Sentence, language: &Language) -> Option<String> {
    if let Some(ending) = of_file(sentence, language) {
        return Some(ending);
    }
    let place = sentence.any(language.ends)?;
    let behind = sentence.words.get(place.end.checked_sub(1)?)?.1.end;
    let token = sentence.text[behind..].split_whitespace().next()?;
    let token = token.trim_matches(['"', '\'', '“', '”', '„', ',', ';', ')']).trim_end_matches('.');
    // "Ending in @thistledown.example"
    let longest = if token.starts_with('@') { DOMAIN } else { 8 };
    let is_ending = (2..=longest).contains(&token.chars().count()) && token.chars().any(char::is_alphanumeric);
    let plain = token.starts_with(['.', '-', '_', '/', '@']) || token.chars().all(|each| !each.is_lowercase());
    // "Ends in .jpg or .png"
    let or = |word: &&str| words::ALL.iter().any(|language| language.or.contains(word));
    let mut others = sentence.text[behind..].split_whitespace().skip(1);
    let other = others.next().filter(or).and_then(|_| others.next());
    let other = other.map(|other| other.trim_end_matches(['.', ',', ';', ')']));
    let other =
        other.filter(|other| other.starts_with(['.', '-', '_', '/']) && token.starts_with(['.', '-', '_', '/']));
    (is_ending && plain).then(|| match other {
        Some(other) => format!("(?:{}|{})", regex::escape(token), regex::escape(other)),
        None => regex::escape(token),
    })
}

/// `The name of a .jpg file`: how names of such files end, in whichever letters.
fn of_file(sentence: &Sentence, language: &Language) -> Option<String> {
    static FILE: LazyLock<Option<Regex>> =
        LazyLock::new(|| Regex::new(r"(?:^|[\s(])\.([A-Za-z][A-Za-z0-9]{1,4})(?-u:\b)").ok());
    let endings: Vec<&str> =
        FILE.as_ref()?.captures_iter(&sentence.text).filter_map(|found| Some(found.get(1)?.as_str())).collect();
    let of_files = sentence.has(language.of_files) && !sentence.has(language.negations);
    (of_files && !endings.is_empty()).then(|| format!(r"\.(?i:{})", endings.join("|").to_lowercase()))
}
