//! What each row is: `one line per plot` makes the column that identifies plots one whose values may come once. Rows may list lines of
//! something all the same, so that it is only offered where it is not said of that column itself.

use super::sentence::Sentence;
use super::subject::Place;
use super::words::Language;
use super::{About, Claim, Entries, Reading, Target};
use crate::draft::{Confidence, Draft};
use crate::keys;

/// What a sentence says of what each row is.
pub(super) fn read(
    sentence: &Sentence,
    language: &Language,
    (known, about, named): (&Entries<'_>, &About, bool),
    draft: &Draft,
) -> Reading {
    let same = sentence.any(language.no_two).zip(sentence.any(language.same)).filter(|_| !named);
    if let Some((two, same)) = same {
        // "No two lots have the same number", where the heading is Lot no
        let word = |at: usize| sentence.word(at);
        let (thing, what) = (word(two.end), word(same.end));
        let is_so = |words: &[String], _: Place| {
            words.len() == 2 && thing.trim_end_matches('s') == words[0].trim_end_matches('s') && what == words[1]
        };
        let place = known.headings.only(about, is_so).filter(|_| !thing.is_empty());
        return Reading::of(place.into_iter().map(|place| once_only(place, Confidence::Known)).collect());
    }
    let row = sentence.any(language.one_row);
    let once = sentence.any(language.unique).filter(|_| row.is_none() && !named);
    let Some((noun, _)) = row.as_ref().and_then(|row| sentence.words.get(row.end)).or_else(|| {
        // "A student may appear only once"
        let article = once.and_then(|once| (0..once.start).find(|at| is_article(sentence, language, *at)))?;
        sentence.words.get(article + 1)
    }) else {
        return Reading::default();
    };
    // "One line per hydrant and visit" names two.
    if row.as_ref().is_some_and(|row| language.and.contains(&sentence.word(row.end + 1))) {
        return Reading::default();
    }
    let is_named = |words: &[String], (sheet, column): Place| {
        let heading = &draft.sheets[sheet].columns[column].heading;
        words.first() == Some(noun) && (words.len() == 1 || keys::identifies(heading))
    };
    let Some(place) = known.headings.only(about, is_named) else { return Reading::default() };
    // Said of the column itself, it is meant.
    let beside = about.column() == Some(place);
    let confidence = if row.is_some() && !beside { Confidence::Suggested } else { Confidence::Confirm };
    Reading::of(vec![once_only(place, confidence)])
}

fn once_only(place: Place, confidence: Confidence) -> Claim {
    Claim { on: Target::Column(place), key: "unique", value: "true".to_owned(), confidence }
}

/// Whether a word stands before what rows are: `each student`.
fn is_article(sentence: &Sentence, language: &Language, at: usize) -> bool {
    let word = sentence.words[at].0.as_str();
    [language.every, language.each_of, language.none].iter().any(|words| words.contains(&word))
}
