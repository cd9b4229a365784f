//! `Pitch before and pitch after are in hertz. Both lie between 400 and 460.`: what is said of the columns that the sentence before
//! named is read once for each of them.

use super::sentence::{Sentence, sentences};
use super::subject::{Mention, Place};
use super::words;
use super::words::Language;
use crate::draft::Draft;

/// Columns of which something is said together, at most.
const MOST: usize = 6;

/// A sentence about several columns as one sentence a column; nothing where it is about one, or about how they go together.
pub(super) fn of_each(before: &[Mention], sentence: &Sentence, draft: &Draft) -> Option<Vec<Sentence>> {
    let mut places: Vec<Place> = before.iter().map(|mention| mention.place).collect();
    places.sort_unstable();
    places.dedup();
    let together = places.first()?.0 == places.last()?.0;
    if !together || !(2..=MOST).contains(&places.len()) {
        return None;
    }
    let rest = words::ALL.iter().find_map(|language| said_of_all(sentence, language))?;
    let one = |(sheet, column): Place| {
        let heading = draft.sheets[sheet].columns[column].heading.trim();
        let mut said = sentences(&format!("{heading} {rest}"));
        said.pop().filter(|_| said.is_empty()).map(|said| said.in_the_stead_of(sentence))
    };
    places.into_iter().map(one).collect()
}

/// What stands behind the word for all of them, where that is a limit of each.
fn said_of_all(sentence: &Sentence, language: &Language) -> Option<String> {
    let begins = |phrases: &[&str]| phrases.iter().filter_map(|phrase| sentence.ends_at(phrase, 0)).max();
    let all = begins(language.all_of_two).filter(|end| !language.every.contains(&sentence.word(*end)));
    let none = begins(language.none_of_two);
    let end = all.or(none)?;
    let numbered = (end..sentence.words.len()).any(|at| sentence.number(at, language).is_some());
    let relates = [language.sums, language.one_another].iter().any(|words| sentence.has(words));
    if !numbered || relates {
        return None;
    }
    let rest = sentence.rest(end);
    if none.is_none() {
        return Some(rest.to_owned());
    }
    // "Neither may exceed 300"
    let verb = sentence.word(end);
    let denied = language.negations.first()?;
    rest.strip_prefix(verb).map(|behind| format!("{verb} {denied}{behind}"))
}
