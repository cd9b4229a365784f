//! Of what is said of one column, the parts that say no more than whether it is filled in: `must be filled in; between 1 and 50`, `free
//! text - always needed - 200 characters at most`. Each is a sentence of its own, and the rest is read without them.

use std::ops::Range;

use super::conditions::conditional;
use super::language::by_language;
use super::sentence::{Sentence, sentences};
use super::words::Language;
use super::{About, Entries, Text};

/// Parts of a sentence, at most: more of them are a list.
const MOST: usize = 6;

/// Letters of a code, at most, and words of what says when, at least.
const CODE: usize = 4;
const LEAST: usize = 3;

/// What stands between parts, and how many words one that says whether the column is filled in has at least: a word between commas
/// may be a value.
const SIGNS: &[(&str, usize)] = &[("; ", 1), (" - ", 1), (" – ", 1), (" — ", 1), (", ", 2)];

/// The parts of a sentence about one column, where some of them say whether it is filled in and others something else.
pub(super) fn apart(known: &Entries<'_>, text: &Text, sentence: &Sentence) -> Option<Vec<Sentence>> {
    let beside = matches!(text.about, About::Column(..));
    let label = sentence.text.split_once(": ").filter(|(label, _)| known.headings.is_one(label.trim(), &text.about));
    let (label, body) = label.unwrap_or(("", &sentence.text));
    if !beside && label.is_empty() || sentence.is_question() {
        return None;
    }
    let languages = by_language(sentence, known.likely);
    let of_signs = SIGNS
        .iter()
        .find_map(|(sign, least)| languages.iter().find_map(|language| cut(body, (sign, *least), language)));
    let before_list = || languages.iter().find_map(|language| before_codes(body, language));
    of_signs.or_else(before_list).map(|parts| {
        let said = |part: String| if label.is_empty() { part } else { format!("{label}: {part}") };
        parts.into_iter().flat_map(|part| sentences(&said(part))).collect()
    })
}

/// What says whether it is filled in, and the rest as one.
fn cut(body: &str, (sign, least): (&str, usize), language: &Language) -> Option<Vec<String>> {
    let parts: Vec<&str> = body.split(sign).map(|part| part.trim_matches([' ', '.'])).collect();
    // "Required (A, B or C)" is parted within its brackets.
    let is_whole = |part: &&str| part.matches('(').count() == part.matches(')').count();
    if !(2..=MOST).contains(&parts.len()) || !parts.iter().all(is_whole) {
        return None;
    }
    let read: Vec<Sentence> = parts.iter().filter_map(|part| sentences(part).pop()).collect();
    if read.len() < parts.len() || read.iter().any(|part| conditional(part, language).is_some()) {
        return None;
    }
    let is_duty = |part: &Sentence| part.words.len() >= least && is_plain_duty(part, language);
    let (duties, others): (Vec<&Sentence>, Vec<&Sentence>) = read.iter().partition(|part| is_duty(part));
    if duties.is_empty() || others.is_empty() || others.iter().any(|other| goes_on(other, language)) {
        return None;
    }
    let rest = others.iter().map(|part| part.text.as_str()).collect::<Vec<_>>().join(sign);
    Some(duties.iter().map(|part| part.text.clone()).chain([rest]).collect())
}

/// When it is filled in, before the codes that are its values: `needed once anything was rejected: S small, D damaged`.
fn before_codes(body: &str, language: &Language) -> Option<Vec<String>> {
    let (duty, list) = body.rsplit_once(": ")?;
    let is_code = |word: &str| {
        let plain = |each: char| each.is_ascii_uppercase() || each.is_ascii_digit();
        (1..=CODE).contains(&word.len()) && word.chars().all(plain)
    };
    let parts: Vec<&str> = list.split([',', ';']).map(str::trim).collect();
    let explained =
        |part: &&str| part.split_once(' ').is_some_and(|(code, meaning)| is_code(code) && !meaning.is_empty());
    let part = sentences(duty).pop().filter(|_| parts.len() > 1 && parts.iter().all(explained))?;
    // "Reason: A first, B second" has a label there.
    let asks = part.words.len() >= LEAST && conditional(&part, language).is_some();
    let asks = asks || is_plain_duty(&part, language);
    asks.then(|| vec![duty.trim().to_owned(), list.to_owned()])
}

/// Whether a part says that the column is or need not be filled in, and nothing else.
fn is_plain_duty(part: &Sentence, language: &Language) -> bool {
    let whole = |phrase: &&'static str| part.ends_at(phrase, 0) == Some(part.words.len());
    if [language.alone_required, language.optional].into_iter().flatten().any(whole) {
        return true;
    }
    // "Must be filled in at all times", "required field", "it must be given"
    let again = |word: &str| {
        let of_duty = || language.alone_required.iter().any(|phrase| phrase.split(' ').any(|of| of == word));
        [language.labels, language.pronouns, language.copulas].iter().any(|words| words.contains(&word)) || of_duty()
    };
    let beside = |duty: Range<usize>| (0..part.words.len()).filter(move |at| !duty.contains(at));
    part.required(language).is_some_and(|duty| beside(duty).all(|at| again(part.word(at))))
}

/// Whether a part goes on about the filling in, or names it among values: `only for gifts`, `optional or none`.
fn goes_on(part: &Sentence, language: &Language) -> bool {
    let first = part.word(0);
    let led = [language.but, language.except, language.only, language.only_for, language.and, language.or];
    let led = led.iter().any(|words| words.contains(&first)) || language.otherwise.contains(&first);
    let negated = language.negations.contains(&first) && part.words.len() == 1;
    led || negated || [language.alone_required, language.optional].into_iter().any(|phrases| part.has(phrases))
}
