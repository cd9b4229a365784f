//! Ordinals before a column that has such numbers: `for a third attempt` is `for Attempt 3`.

use std::ops::Range;

use super::by_value::entries;
use super::rephrased::COLUMN;
use super::sentence::{Sentence, sentences};
use super::subject::Place;
use super::words::{self, Language};
use super::{Entries, Text, heading_words};
use crate::draft::Draft;

/// A sentence in which the ordinals before columns are numbers behind them.
pub(super) fn numbered(known: &Entries<'_>, text: &Text, sentence: Sentence, draft: &Draft) -> Sentence {
    let found = words::ALL.iter().find_map(|language| {
        (0..sentence.words.len()).find_map(|at| {
            let (_, number) = language.ordinals.iter().find(|(word, _)| *word == sentence.word(at))?;
            // "The first session" may be the column First session.
            let most = (at + COLUMN).min(sentence.words.len());
            if (at + 1..=most).any(|end| known.headings.named_at(&sentence, at..end, &text.about).is_some()) {
                return None;
            }
            let (place, end) = counted(known, text, &sentence, at + 1)?;
            let (sheet, column) = place;
            let of = &draft.sheets[sheet].columns[column];
            let has = match of.lines.get("allowed") {
                Some(list) => entries(&list.value).iter().any(|(value, _)| *value == number.to_string()),
                None => of.is_number(),
            };
            // "Every second attempt" is another matter, and "the first column" is none of the rows.
            let begins = start(&sentence, language, at)?;
            has.then(|| {
                let heading = heading_words(&of.heading);
                let (from, to) = (sentence.words[begins].1.start, sentence.words[end - 1].1.end);
                format!("{}{heading} {number}{}", &sentence.text[..from], &sentence.text[to..])
            })
        })
    });
    match found.and_then(|said| sentences(&said).pop()) {
        Some(said) => numbered(known, text, said.in_the_stead_of(&sentence), draft),
        None => sentence,
    }
}

/// The column that is named from a word on, by its whole heading or by the noun that is numbered; and the word behind it.
fn counted(known: &Entries<'_>, text: &Text, sentence: &Sentence, at: usize) -> Option<(Place, usize)> {
    let (headings, about) = (&known.headings, &text.about);
    let most = COLUMN.min(sentence.words.len().saturating_sub(at));
    let whole = (1..=most).rev().find_map(|count| Some((headings.named_at(sentence, at..at + count, about)?, count)));
    let begun = || headings.begun_by(sentence.words.get(at)?.0.as_str(), about).map(|heading| (heading, 1));
    let (heading, count) = whole.or_else(begun)?;
    Some((headings.place_of(heading, about)?, at + count))
}

/// Where what is numbered begins, with its article; nothing where it is one of every so many.
fn start(sentence: &Sentence, language: &Language, at: usize) -> Option<usize> {
    let Some(before) = at.checked_sub(1) else { return Some(at) };
    let word = sentence.word(before);
    let article = [language.articles, language.definite].iter().any(|words| words.contains(&word));
    let every = language.every.contains(&word) && !article;
    let begins = if article { before } else { at };
    // "After the fourth dose" is not at it.
    let led = begins.checked_sub(1).map_or("", |at| sentence.word(at));
    let apart = [language.later, language.earlier].iter().any(|words| words.contains(&led));
    (!every && !apart).then_some(begins)
}

/// Whether some words speak of the rows that are the second or the last of something: `at the second visit`, `after the fourth dose`.
pub(super) fn speaks_of_nth(sentence: &Sentence, language: &Language, words: Range<usize>) -> bool {
    let nth = |at: &usize| language.ordinals.iter().any(|(word, _)| *word == sentence.word(*at));
    // Places in the file say nothing of rows, and a date is none.
    let place = |at: usize| {
        let word = sentence.word(at);
        [language.columns, language.rows, language.sheets].iter().any(|words| words.contains(&word))
            || !sentence.gap(at - 1).is_empty()
    };
    words.filter(nth).any(|at| at + 1 < sentence.words.len() && !place(at + 1))
}
