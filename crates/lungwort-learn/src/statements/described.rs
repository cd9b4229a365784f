//! A list behind what the column is about: `State of the door; open, shut or lost`, `How it was stored (D = dry, W = wet)`; and another
//! column behind a sign: `Trays that were rejected, <= Trays`.

use super::sentence::{Sentence, sentences};
use super::words::{self, Language};
use super::{About, Entries, Text, choices, meanings};
use crate::draft::{Confidence, Draft};

/// Words of what a column is about.
const HEAD: std::ops::RangeInclusive<usize> = 2..=8;

/// Words of a list, at most.
const LIST: usize = 40;

/// Values of a list in words, at least, and words of each, at most: fewer or longer ones go on describing.
const VALUES: usize = 3;
const WORDS: usize = 2;

/// What the column is about, and the list, behind the heading where that was named.
pub(super) fn apart(known: &Entries<'_>, text: &Text, sentence: &Sentence, draft: &Draft) -> Option<Vec<Sentence>> {
    let whole = sentence.text.trim_end_matches(['.', ' ']);
    let label = whole.split_once(": ").filter(|(label, _)| known.headings.is_one(label.trim_end(), &text.about));
    let place = match (&text.about, label) {
        (About::Column(sheet, column), _) => (*sheet, *column),
        (_, Some((label, _))) => known.headings.place_of(label.trim_end(), &text.about)?,
        _ => return None,
    };
    let body = label.map_or(whole, |(_, body)| body);
    // "S single deck, D double deck" says what its codes are.
    if meanings::beside(body).is_some() {
        return None;
    }
    // Behind a heading and its colon a sign says nothing that is read.
    let compares = |tail: &str| {
        let other = tail.trim_start_matches(['<', '>', '=', '≤', '≥', ' ']);
        label.is_none() && tail.starts_with(['<', '>', '≤', '≥']) && known.headings.is_one(other, &text.about)
    };
    let heading = sentences(draft.sheets.get(place.0)?.columns.get(place.1)?.heading.trim()).pop()?;
    let cut = |(opens, closes): &(&str, &str)| {
        let (head, tail) = body.split_once(opens)?;
        let tail = tail.strip_suffix(closes)?;
        let tail_alone = sentences(tail);
        let [list] = tail_alone.as_slice() else { return None };
        let lists = || {
            words::ALL.iter().any(|language| {
                let read = choices::read(list, language, (place, &heading, true), &[]);
                read.claims
                    .iter()
                    .any(|claim| claim.confidence > Confidence::Suggested && is_plain(claim.key, &claim.value))
            })
        };
        let known = compares(tail) || describes(head) && list.words.len() <= LIST && lists();
        known.then_some((head, tail))
    };
    let signs = [("; ", ""), (" (", ")"), (": ", ""), (" - ", ""), (" – ", ""), (", ", "")];
    let (head, tail) = signs.iter().find_map(cut)?;
    let tail = match label {
        Some((label, _)) => format!("{label}: {tail}"),
        None => tail.to_owned(),
    };
    Some(sentences(head).into_iter().chain(sentences(&tail)).collect())
}

/// Whether what was read is a list, and one that does not go on describing.
fn is_plain(key: &str, value: &str) -> bool {
    if key != "allowed" || value.starts_with('{') {
        return key == "yes_no" || key == "allowed";
    }
    let values: Vec<&str> = value.split('"').skip(1).step_by(2).collect();
    let is_code = |value: &&str| !value.chars().any(char::is_lowercase);
    let codes = values.iter().all(is_code);
    // "A letter from A to G, followed by # or b" lists nothing.
    let short = values.iter().all(|value| value.split(' ').count() <= WORDS);
    short && (codes || values.len() >= VALUES)
}

/// Whether a text tells what a column is about, and asks for nothing.
fn describes(head: &str) -> bool {
    let plain = |each: char| each.is_alphabetic() || matches!(each, ' ' | '\'' | '’' | '-');
    let heads = sentences(head);
    let [head] = heads.as_slice() else { return false };
    let asks = |language: &Language| {
        let words = [
            language.obliging, language.conditional, language.optional, language.negations, language.example,
            language.choose, language.or, language.and, language.only_for, language.except, language.usual,
        ];
        words.iter().any(|words| head.has(words))
    };
    // An article or a preposition is in no value.
    let prose = |language: &Language| {
        let small = [language.every, language.articles, language.owners, language.possessives];
        // "Use A, B or C" has a code that is written as an article.
        let is_small = |at: usize| at == 0 || head.text[head.words[at].1.clone()].starts_with(char::is_lowercase);
        let is_led = |at: usize| small.iter().any(|words| words.contains(&head.word(at)));
        (0..head.words.len()).any(|at| is_led(at) && is_small(at) && head.words[at].1.len() > 1)
    };
    HEAD.contains(&head.words.len())
        && head.text.chars().all(plain)
        && words::ALL.iter().any(|language| prose(language))
        && !words::ALL.iter().any(|language| asks(language))
}
