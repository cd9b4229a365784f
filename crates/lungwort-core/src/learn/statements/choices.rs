//! Which values a column takes: `OPEN or SHUT`, `choose from fr, pl, sv`, `A = alive, X = none`, `y/n`.

use super::sentence::Sentence;
use super::subject::{Mention, Place};
use super::words::Language;
use super::{Claim, Reading, Target};
use crate::learn::draft::Confidence;
use crate::rulebook::toml_text::{key, list, quoted};

/// A value is no longer than this, and has no more words.
const LONGEST: usize = 24;
const WORDS: usize = 3;

/// What a sentence says of the values of one column. `heading` is the column's; `alone` says that the sentence stands in a place
/// that is about this column, such as its guide row.
pub(super) fn read(
    sentence: &Sentence,
    language: &Language,
    (place, heading, alone): (Place, &Sentence, bool),
    mentions: &[Mention],
) -> Reading {
    let behind = mentions.iter().map(|mention| mention.words.end).max().unwrap_or(0);
    let text = behind_brackets(sentence.rest(behind));
    let claim = |key: &'static str, value: String, confidence: Confidence| Claim {
        on: Target::Column(place),
        key,
        value,
        confidence,
    };
    if let Some(pairs) = pairs(text)
        .or_else(|| pairs(&sentence.text))
        .or_else(|| explained(text, language))
        .or_else(|| alone.then(|| beside(text)).flatten())
    {
        let entries: Vec<String> =
            pairs.iter().map(|(code, meaning)| format!("{} = {}", key(code), quoted(meaning))).collect();
        return Reading::of(vec![claim("allowed", format!("{{ {} }}", entries.join(", ")), Confidence::Known)]);
    }
    if let Some((yes, no)) = yes_no(sentence, language) {
        let words = format!("{{ yes = {}, no = {} }}", quoted(&yes), quoted(&no));
        return Reading::of(vec![
            claim("type", quoted("yes_no"), Confidence::Known),
            claim("yes_no", words, Confidence::Known),
        ]);
    }
    let strong = language.choose.iter().filter_map(|phrase| sentence.find_from(phrase, behind));
    let weak = language.copulas.iter().filter_map(|phrase| sentence.find_from(phrase, behind));
    if let Some((standard, named)) = standard(sentence, language, heading) {
        let confidence = if named { Confidence::Known } else { Confidence::Confirm };
        return Reading::of(vec![claim("allowed", format!("{{ reference = {} }}", quoted(standard)), confidence)]);
    }
    // Words such as "is" lead up to a list only where nothing stands between them and what they are said of.
    let weak = weak.filter(|place| place.start <= behind + 1);
    let lead = strong.chain(weak).max_by_key(|place| place.end);
    let led_before = sentence.any(language.choose).is_some_and(|place| place.start < behind);
    let signed =
        alone || sentence.text[..sentence.words.get(behind).map_or(0, |(_, at)| at.start)].trim_end().ends_with(':');
    if let Some(values) = signs(text, signed) {
        return Reading::of(vec![claim("allowed", list(&values), Confidence::Known)]);
    }
    let listed = lead
        .as_ref()
        .and_then(|lead| values(behind_brackets(sentence.rest(lead.end)), language, true))
        .map(|values| (values, true));
    let listed = listed.or_else(|| values(text, language, led_before).map(|values| (values, led_before)));
    let Some((values, led)) = listed else { return Reading::default() };
    let codes = values.iter().all(|value| {
        !value.contains(' ') && value.chars().any(char::is_uppercase) && !value.chars().any(char::is_lowercase)
    });
    let asked = led && (sentence.has(language.obliging) || codes || values.len() >= 2);
    if !(asked || codes) {
        // What stands alone is a list where the heading is that of kinds of things; elsewhere it may be one.
        let words = values.iter().all(|value| value.split_whitespace().count() == 1);
        let of_kinds = heading.has(language.kinds) || words && values.len() >= 3;
        let confidence = if of_kinds { Confidence::Confirm } else { Confidence::Suggested };
        let whole = if alone { behind == 0 } else { signed };
        return Reading::of(whole.then(|| claim("allowed", list(&values), confidence)).into_iter().collect());
    }
    Reading::of(vec![claim(
        "allowed",
        list(&values),
        if codes || led { Confidence::Known } else { Confidence::Confirm },
    )])
}

/// A list of codes of a standard that a sentence names for a column, and whether it names it in full.
pub(super) fn standard(sentence: &Sentence, language: &Language, heading: &Sentence) -> Option<(&'static str, bool)> {
    let of = language.standards.iter().find(|(phrases, headings, _)| heading.has(headings) && sentence.has(phrases))?;
    Some((of.2, sentence.text.to_lowercase().contains("iso")))
}

/// Whether a text is a part of a date pattern, in any of the languages: `DD`, `AAAA`.
fn is_part_of_date(text: &str) -> bool {
    (2..=4).contains(&text.len()) && text.to_lowercase().chars().all(|each| "dmyjtahs".contains(each))
}

/// Values with signs between that stand between values alone: `good | fair | poor`, and single letters in `f/m/x`.
fn signs(text: &str, about: bool) -> Option<Vec<String>> {
    let text = text.trim().trim_matches(['(', ')', ':', '.']).trim();
    let parts = |sign: char| -> Vec<&str> { text.split(sign).map(str::trim).collect() };
    let (bars, slashes) = (parts('|'), parts('/'));
    let short = |parts: &[&str]| {
        parts.iter().all(|part| part.chars().count() <= LONGEST && part.split_whitespace().count() <= WORDS)
    };
    let found = if bars.len() >= 2 && short(&bars) {
        bars
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

/// What stands behind a remark in brackets: `(only if …): company / person`.
fn behind_brackets(text: &str) -> &str {
    // The bracket itself stands before the first word.
    match text.find("):") {
        Some(end) if !text[..end].contains(':') => text[end + 2..].trim_start(),
        _ => text,
    }
}

/// `S seed, J juvenile, A adult`: short codes, each with what it means behind it.
fn beside(text: &str) -> Option<Vec<(String, String)>> {
    let parts: Vec<&str> = text.trim_end_matches('.').split([',', ';']).map(str::trim).collect();
    let one = |part: &&str| {
        let (code, meaning) = part.split_once(' ')?;
        let is_code = code.len() <= 3 && code.bytes().all(|byte| byte.is_ascii_uppercase() || byte.is_ascii_digit());
        let is_meaning = meaning.len() <= 40 && meaning.chars().all(|each| each.is_lowercase() || each == ' ');
        (is_code && is_meaning && code.bytes().any(|byte| byte.is_ascii_uppercase()))
            .then(|| (code.to_owned(), meaning.to_owned()))
    };
    let pairs: Vec<(String, String)> = parts.iter().map(one).collect::<Option<_>>()?;
    let codes: std::collections::HashSet<&String> = pairs.iter().map(|(code, _)| code).collect();
    (pairs.len() >= 2 && codes.len() == pairs.len()).then_some(pairs)
}

/// `S for staff, T for travel`
fn explained(text: &str, language: &Language) -> Option<Vec<(String, String)>> {
    let parts: Vec<&str> = text.split([',', ';']).map(str::trim).filter(|part| !part.is_empty()).collect();
    let one = |part: &&str| {
        let part = language.and.iter().chain(language.or).fold(*part, |part, word| {
            part.strip_prefix(word).filter(|rest| rest.starts_with(' ')).map_or(part, str::trim_start)
        });
        let (code, meaning) = language.meaning_signs.iter().find_map(|word| part.split_once(&format!(" {word} ")))?;
        let code = code.trim().trim_matches(['"', '\'', ':']);
        let fits = !code.is_empty() && code.len() <= 5 && !code.contains(' ') && !code.chars().any(char::is_lowercase);
        let meaning = meaning.trim().trim_end_matches(['.', ')']);
        (fits && !meaning.is_empty() && meaning.len() <= 40).then(|| (code.to_owned(), meaning.to_owned()))
    };
    // `I (invoice) or C (credit note)`
    let in_brackets = |part: &str| {
        let (code, meaning) = part.split_once('(')?;
        let code = code.trim().rsplit(' ').next()?;
        let fits = !code.is_empty() && code.len() <= 8 && !code.chars().any(char::is_lowercase);
        let meaning = meaning.trim_end_matches(['.', ';', ',']).strip_suffix(')')?.trim();
        (fits && !meaning.is_empty() && meaning.len() <= 40).then(|| (code.to_owned(), meaning.to_owned()))
    };
    let mut bracketed: Vec<&str> = parts.clone();
    for word in language.or.iter().chain(language.and) {
        let sign = format!(" {word} ");
        bracketed = bracketed.into_iter().flat_map(|part| part.split(sign.as_str()).collect::<Vec<_>>()).collect();
    }
    let pairs: Option<Vec<(String, String)>> = parts.iter().map(one).collect();
    let pairs = pairs.or_else(|| bracketed.into_iter().map(in_brackets).collect());
    pairs.filter(|pairs| pairs.len() >= 2)
}

/// `A = alive, X = none`
fn pairs(text: &str) -> Option<Vec<(String, String)>> {
    let parts: Vec<&str> = text.split([',', ';']).map(str::trim).filter(|part| !part.is_empty()).collect();
    let one = |part: &&str| {
        let part = part.trim_start_matches("and ").trim_start_matches("or ").trim_end_matches('.');
        let (code, meaning) = part.split_once('=').or_else(|| part.split_once(": "))?;
        // What leads up to the first code stands before it.
        let code = code.trim().rsplit(char::is_whitespace).next()?.trim_matches(['"', '\'', '(', ':']);
        let meaning = meaning.trim().trim_end_matches(')');
        let fits = !code.is_empty() && code.len() <= 12 && !meaning.is_empty() && meaning.len() <= 60;
        fits.then(|| (code.to_owned(), meaning.to_owned()))
    };
    let pairs: Option<Vec<(String, String)>> = parts.iter().map(one).collect();
    // `L: light, S: sugar`
    let codes = |pairs: &Vec<(String, String)>| {
        pairs.iter().all(|(code, _)| code.len() <= 3 && !code.chars().any(char::is_lowercase))
    };
    pairs.filter(|pairs| pairs.len() >= 2 && (text.contains('=') || codes(pairs)))
}

/// `y/n`, `true or false`
fn yes_no(sentence: &Sentence, language: &Language) -> Option<(String, String)> {
    for (yes, no) in language.yes_no {
        for at in 0..sentence.words.len().saturating_sub(1) {
            let (first, from) = &sentence.words[at];
            let next = if sentence.words.get(at + 1).is_some_and(|(word, _)| language.or.contains(&word.as_str())) {
                at + 2
            } else {
                at + 1
            };
            let Some((second, to)) = sentence.words.get(next) else { continue };
            let sign = sentence.text[from.end..to.start].trim();
            let joined = next == at + 2 || matches!(sign, "/" | "|" | ",");
            if joined && first == yes && second == no {
                let written = |place: &std::ops::Range<usize>| sentence.text[place.clone()].to_owned();
                return Some((written(from), written(to)));
            }
        }
    }
    None
}

/// The values of a list in words; `led` where words before it say that it is one.
fn values(text: &str, language: &Language, led: bool) -> Option<Vec<String>> {
    let text = text.trim().trim_start_matches([':', '–']).trim_start();
    // A dash before the first value leads up to it; one at the value is part of it.
    let text = text.strip_prefix("- ").unwrap_or(text).trim_end_matches(['.', ')']).trim();
    let text = text.strip_prefix('(').unwrap_or(text);
    // Where commas or bars are between them, a slash is a part of a value: `g/m2, seeds/m2`.
    let between = if text.contains([',', ';', '|']) { &[',', ';', '|'][..] } else { &['/'] };
    let mut parts: Vec<String> = text.split(between).map(str::to_owned).collect();
    for word in language.or.iter().chain(if led { language.and } else { &[] }) {
        let sign = format!(" {word} ");
        parts =
            parts.iter().flat_map(|part| part.split(sign.as_str()).map(str::to_owned).collect::<Vec<_>>()).collect();
    }
    let plain = |part: &String| {
        let mut part = part.trim();
        for word in language.or.iter().chain(language.and).chain(language.choose).chain(language.copulas) {
            if let Some(rest) =
                part.get(..word.len()).filter(|head| head.eq_ignore_ascii_case(word)).and(part.get(word.len()..))
                && rest.starts_with(' ')
            {
                part = rest.trim();
            }
        }
        part.trim_matches(['"', '\'', '“', '”', '‘', '’', '«', '»', ':']).trim().to_owned()
    };
    let values: Vec<String> = parts.iter().map(plain).filter(|part| !part.is_empty()).collect();
    let fits = |value: &String| value.chars().count() <= LONGEST && value.split_whitespace().count() <= WORDS;
    // A word of every sentence is no value.
    let common = |value: &String| {
        let lower = value.to_lowercase();
        let first = lower.split_whitespace().next().unwrap_or_default();
        let is_code = !value.chars().any(char::is_lowercase);
        !is_code && (language.small.contains(&first) || language.obliging.contains(&lower.as_str()))
    };
    // Words that say how values are written are none.
    let technical = |value: &String| {
        let words: Vec<String> = value.split_whitespace().map(str::to_lowercase).collect();
        let kinds = [
            language.whole,
            language.number,
            language.decimals,
            language.characters,
            language.digits,
            language.letters,
            language.places,
            language.capitals,
        ];
        let says = |word: &String| kinds.iter().any(|kind| kind.contains(&word.as_str()));
        words.iter().any(says)
            || language.required.contains(&value.to_lowercase().as_str())
            || language.optional.contains(&value.to_lowercase().as_str())
    };
    let torn = |value: &String| value.matches('(').count() != value.matches(')').count();
    // Nor are the parts of a date.
    if values.iter().any(|value| technical(value) || torn(value)) || values.iter().all(|value| is_part_of_date(value)) {
        return None;
    }
    let several = values.len() >= 2 && values.iter().all(|value| fits(value) && !common(value));
    // A list of words is all of one kind: none is a phrase among codes.
    let phrases = values.iter().filter(|value| value.contains(' ')).count();
    let numbers = values.iter().all(|value| value.parse::<f64>().is_ok()) && values.len() < 3;
    let distinct: std::collections::HashSet<&String> = values.iter().collect();
    (several && phrases * 2 <= values.len() && !numbers && distinct.len() == values.len()).then_some(values)
}
