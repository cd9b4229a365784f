//! Words that a column of numbers, days or codes takes where there is no value: `one decimal, or n/a if not weighed`, `0 to 400; T for
//! traces`, `if it is unknown, enter NK`.

use super::by_value::entries;
use super::conditions::conditional_at;
use super::sentence::Sentence;
use super::subject::Place;
use super::words::Language;
use crate::draft::{Confidence, Draft, DraftColumn};
use lungwort_core::rulebook::toml_text::{list, quoted};

/// Letters of such a word, at most.
const LONGEST: usize = 10;

/// Words of what says that there is no value, at most: `if it is not known`.
const SHORT: usize = 5;

/// Words between what says what to write and the word itself, at most.
const NEAR: usize = 2;

/// Signs that stand for no value.
const SIGNS: &[&str] = &["?", "-", "–", "--", "*", "/"];

/// Lines by which a column takes no text of any kind.
const TYPED: &[&str] = &["type", "pattern", "format"];

/// Lets the columns that a sentence is about take the word that it gives for nothing; whether there is one.
pub(super) fn allowed(
    (sentence, language): (&Sentence, &Language),
    places: &[Place],
    source: &dyn Fn() -> String,
    draft: &mut Draft,
) -> bool {
    let plain = before_nothing(sentence, language);
    let word = plain.clone().or_else(|| beside_values(sentence, language)).or_else(|| stated(sentence, language));
    let word = word.or_else(|| number_stated(sentence, language));
    let Some(word) = word else { return false };
    let mut any = false;
    for (sheet, column) in places {
        let of = &mut draft.sheets[*sheet].columns[*column];
        // A text may be that word anyway, but no sign; a list takes it as one more value.
        let typed = is_typed(of) || SIGNS.contains(&word.as_str()) || of.lines.has("allowed") || plain.is_some();
        if typed && !of.lines.has("yes_no") {
            of.lines.set("blank_words", list(&[&word]), source(), Confidence::Known);
            any = true;
        }
    }
    any
}

/// `0 if there are none`, `none if nothing`: the word, sign or number right before what says that there is nothing.
fn before_nothing(sentence: &Sentence, language: &Language) -> Option<String> {
    // "A, B or C (X = none)"
    let equals = |at: &usize| {
        let none = [language.none, language.nothing].iter().any(|words| words.contains(&sentence.word(at + 1)));
        let ends = at + 2 >= sentence.words.len() || !sentence.gap(at + 1).is_empty();
        sentence.gap(*at) == "=" && *at > 0 && sentence.gap(at - 1).contains(['(', ';']) && none && ends
    };
    if let Some(at) = (0..sentence.words.len()).find(equals) {
        return Some(sentence.text[sentence.words[at].1.clone()].to_owned());
    }
    let nothing = sentence.any(language.if_nothing)?;
    let leads = |at: usize| [language.give, language.or].iter().any(|words| words.contains(&sentence.word(at)));
    // "A or B, - if none"
    let before = sentence.words[nothing.start].1.start;
    let sign = sentence.text[..before].trim_end().rsplit([' ', ',', ';', '(']).next().unwrap_or_default();
    if SIGNS.contains(&sign) {
        return Some(sign.to_owned());
    }
    let at = nothing.start.checked_sub(1)?;
    let begins = at == 0 || leads(at - 1) || sentence.gap(at - 1).contains([',', ';', '(', ':', '"', '“', '„', '«']);
    let text = &sentence.text[sentence.words[at].1.clone()];
    // "Zero if nothing was kept" is a number.
    let text = if language.zeros.contains(&sentence.word(at)) { "0" } else { text };
    let plain = text.chars().count() <= LONGEST && sentence.gap(at).trim_matches(['"', '”', '“', '»']).is_empty();
    let known = [language.required, language.optional, language.unfilled, language.conditional];
    let says_more = known.iter().any(|words| words.contains(&sentence.word(at)));
    (begins && plain && !says_more).then(|| text.to_owned())
}

fn is_typed(column: &DraftColumn) -> bool {
    column.lines.0.iter().any(|line| TYPED.contains(&line.key) && line.confidence > Confidence::Suggested)
}

/// A list takes the word for nothing as one more of its values, and a column of numbers, or of anything, takes a number that is within
/// its limits anyway.
fn as_values(draft: &mut Draft) {
    for column in draft.sheets.iter_mut().flat_map(|sheet| &mut sheet.columns) {
        let Some(words) = column.lines.get("blank_words").map(|line| entries(&line.value)) else { continue };
        let Some((word, _)) = words.iter().next().filter(|_| words.len() == 1) else { continue };
        let least = column.lines.get("min").map(|line| line.value.parse::<f64>());
        let number = word.parse::<f64>().ok().filter(|_| column.is_number() || !is_typed(column));
        let within = number.is_some_and(|number| least.is_none_or(|least| least.is_ok_and(|least| number >= least)));
        let Some(list) = column.lines.0.iter_mut().find(|line| line.key == "allowed") else {
            if within {
                column.lines.remove("blank_words");
            }
            continue;
        };
        let known = entries(&list.value).iter().any(|(value, _)| value == word);
        let (open, close) = (list.value.trim_end_matches(['}', ']', ' ']), list.value.trim_end().chars().next_back());
        match close {
            _ if known => {}
            Some(']') => list.value = format!("{open}, {}]", quoted(word)),
            Some('}') if !list.value.contains("sheet =") && !list.value.contains("list =") => {
                list.value = format!("{open}, {} = {} }}", quoted(word), quoted("none"));
            }
            _ => continue,
        }
        column.lines.remove("blank_words");
    }
}

/// A column that takes a word for nothing need not have a value: what requires one becomes an offer.
pub(super) fn required_no_more(draft: &mut Draft) {
    as_values(draft);
    for column in draft.sheets.iter_mut().flat_map(|sheet| &mut sheet.columns) {
        let Some(words) = column.lines.get("blank_words").map(|line| line.value.clone()) else { continue };
        let required = column.lines.0.iter_mut().find(|line| line.key == "required");
        if let Some(line) = required.filter(|line| line.confidence > Confidence::Suggested) {
            line.confidence = Confidence::Suggested;
            line.source = format!("{}; but it accepts {words} in place of a value", line.source.trim_end_matches(';'));
        }
    }
}

/// `…, or n/a if not weighed`, `…; T for traces`: a part of the sentence that begins with the word.
fn beside_values(sentence: &Sentence, language: &Language) -> Option<String> {
    (1..sentence.words.len()).find_map(|at| {
        let gap = sentence.gap(at - 1);
        let joined = language.or.contains(&sentence.word(at - 1));
        let begins = joined || gap.contains([',', ';', '(']);
        if !begins {
            return None;
        }
        let (word, next) = word_at(sentence, at)?;
        let means = |phrases: &[&str]| phrases.iter().any(|phrase| sentence.ends_at(phrase, next).is_some());
        let explained =
            means(language.meaning_signs) || means(language.conditional) || sentence.gap(next - 1).contains('=');
        // What is explained itself is a list: "A for alive, D for dead".
        let counted = (0..at).any(|before| sentence.number(before, language).is_some());
        let alone = counted
            || sentence.text[..sentence.words[at].1.start].chars().any(|each| each.is_ascii_digit())
            || joined && means(language.conditional);
        (explained && alone).then_some(word)
    })
}

/// `If it is unknown, enter NK`, `write "n/a" if there is none`
fn stated(sentence: &Sentence, language: &Language) -> Option<String> {
    conditional_at(sentence, language)?;
    let gives = |at: usize| language.give.contains(&sentence.word(at));
    let verb = (0..sentence.words.len()).find(|at| gives(*at))?;
    // "If unknown write ?"
    let sign = sentence.text[sentence.words[verb].1.end..].trim().trim_matches(['"', '\'', '“', '”', '.']);
    if SIGNS.contains(&sign) {
        return Some(sign.to_owned());
    }
    (verb + 1..=verb + NEAR).find_map(|at| {
        let (word, next) = word_at(sentence, at)?;
        let ends = next >= sentence.words.len() || conditional_at(sentence, language) == Some(next);
        ends.then_some(word)
    })
}

/// `1400 to 2027; write 0 if undated`: a number that is written where there is none.
fn number_stated(sentence: &Sentence, language: &Language) -> Option<String> {
    let condition = conditional_at(sentence, language)?;
    let at = condition.checked_sub(1)?;
    let number = sentence.word(at);
    let digits = !number.is_empty() && number.bytes().all(|byte| byte.is_ascii_digit());
    let asked = at.checked_sub(1).is_some_and(|verb| language.give.contains(&sentence.word(verb)));
    // "Write 2 if Kind is B" is a rule of its own.
    let short = sentence.words.len() - condition <= SHORT;
    (digits && asked && short && at > 1).then(|| number.to_owned())
}

/// A word that is no word of the sentence: in capitals, with a slash, or in quotes; and the word behind it.
fn word_at(sentence: &Sentence, at: usize) -> Option<(String, usize)> {
    let (_, place) = sentence.words.get(at)?;
    let quoted = sentence.text[..place.start].ends_with(['"', '\'', '“', '„', '«']);
    let rest = &sentence.text[place.start..];
    let ends =
        |each: char| each.is_whitespace() || matches!(each, ',' | ';' | ')' | '"' | '”' | '“' | '»' | '\'' | '=');
    let text = rest[..rest.find(ends).unwrap_or(rest.len())].trim_end_matches(['.', ':']);
    let letters = || text.chars().filter(|each| each.is_alphabetic());
    let capitals = letters().count() > 0 && letters().all(char::is_uppercase);
    let slashed = text.len() == 3 && text.as_bytes()[1] == b'/' && letters().count() == 2;
    let plain = text.len() <= LONGEST && text.chars().all(|each| each.is_alphabetic() || each == '/');
    if text.is_empty() || !plain || !(capitals || slashed || quoted) {
        return None;
    }
    let end = place.start + text.len();
    let next = sentence.words.iter().position(|(_, other)| other.start >= end).unwrap_or(sentence.words.len());
    Some((text.to_owned(), next))
}
