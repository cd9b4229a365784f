//! Days that rows are limited to, where no column is named: `no reading may be older than 1 May 2026`, `entries close on 15 June 2026`.
//! They are those of the one column of days, or of the one that the sentence calls by another form of its word.

use super::aged_on::is_of_births;
use super::days;
use super::sentence::{Sentence, sentences};
use super::subject::{Mention, Place};
use super::words::{self, Language};
use super::{About, Claim, Confidence, Reading, Target};
use crate::draft::{Draft, DraftColumn};
use lungwort_core::cell::fold::without_accents;
use lungwort_core::rulebook::toml_text::quoted;

/// Letters that two forms of a word begin with: `entries`, `entered` have four, and `booking`, `booked` too.
const STEM: usize = 4;

/// The limits of days of a sentence about the rows of a sheet.
pub(super) fn read(
    (sentence, language): (&Sentence, &Language),
    (mentions, about): (&[Mention], &About),
    draft: &Draft,
) -> Reading {
    let none = || Reading::default();
    if matches!(about, About::Column(..)) || sentence.is_question() {
        return none();
    }
    let limits = days::limits(sentence, language);
    let named_day = mentions.iter().any(|mention| is_of_days(mention.place, draft));
    if limits.is_empty() || named_day || limits.iter().any(|(_, _, sure)| !sure) {
        return none();
    }
    let of_sheet = |sheet: usize| {
        let columns = draft.sheets[sheet].columns.iter().enumerate();
        // "The camp runs from 26 July" says nothing of when children are born.
        let taken = |place: &Place| sentence.has(language.born) || !is_of_births(*place, draft);
        let places = columns.clone().map(|(column, _)| (sheet, column));
        let typed: Vec<Place> = places.filter(|place| is_of_days(*place, draft) && taken(place)).collect();
        // `Date`, of which nothing is said but its name; "return the file by 15 September" says nothing of it.
        let called =
            columns.filter(|(_, column)| is_both(&limits) && is_called_one_of(column, |language| language.dates));
        let days = if typed.is_empty() { called.map(|(column, _)| (sheet, column)).collect() } else { typed };
        match days.as_slice() {
            [only] => Some(*only),
            // What takes place then begins and ends then.
            [begin, end] if is_both(&limits) && are_ends(*begin, *end, draft) => Some(*begin),
            several => {
                let mut called = several.iter().filter(|place| is_called(sentence, **place, draft));
                let first = called.next()?;
                called.next().is_none().then_some(*first)
            }
        }
    };
    let mut places = (0..draft.sheets.len()).filter(|sheet| about.reaches(*sheet)).filter_map(of_sheet);
    let (Some(place), None) = (places.next(), places.next()) else { return none() };
    let columns = (0..draft.sheets[place.0].columns.len()).map(|column| (place.0, column));
    let end = columns.filter(|other| is_of_days(*other, draft)).find(|other| are_ends(place, *other, draft));
    let end = end.filter(|_| is_both(&limits));
    let claim = |on: Place, (key, day, _): &(&'static str, String, bool)| Claim {
        on: Target::Column(on),
        key,
        value: quoted(day),
        confidence: Confidence::Confirm,
    };
    let on = std::iter::once(place).chain(end);
    let mut claims: Vec<Claim> = on.flat_map(|on| limits.iter().map(move |limit| claim(on, limit))).collect();
    if !is_of_days(place, draft) {
        let (on, value) = (Target::Column(place), quoted("date"));
        claims.push(Claim { on, key: "type", value, confidence: Confidence::Confirm });
    }
    Reading::of(claims)
}

/// Whether both a first and a last day are known.
fn is_both(limits: &[(&'static str, String, bool)]) -> bool {
    limits.len() == 2
}

/// Whether one column says when something begins, and the other when it ends.
pub(super) fn are_ends(begin: Place, end: Place, draft: &Draft) -> bool {
    is_headed(begin, draft, |language| language.start_words) && is_headed(end, draft, |language| language.end_words)
}

/// Whether the heading of a column has one of some words, in any of the languages.
pub(super) fn is_headed((sheet, column): Place, draft: &Draft, of: fn(&Language) -> &'static [&'static str]) -> bool {
    // `debut` is one of `début`.
    let plain = |text: &str| without_accents(text).to_lowercase();
    let heading = plain(&draft.sheets[sheet].columns[column].heading);
    let mut words = heading.split(|each: char| !each.is_alphanumeric()).filter(|word| !word.is_empty());
    words.any(|word| words::ALL.iter().any(|language| of(language).iter().any(|known| plain(known) == word)))
}

pub(super) fn is_of_days((sheet, column): Place, draft: &Draft) -> bool {
    has_days(&draft.sheets[sheet].columns[column])
}

pub(super) fn has_days(column: &DraftColumn) -> bool {
    let kind = column.lines.get("type");
    kind.is_some_and(|kind| kind.value.starts_with("\"date"))
}

/// Whether a column of which nothing else is known is called by some words: `Deliver on` and `Deliver at` by those of days and times.
pub(super) fn is_called_one_of(column: &DraftColumn, of: fn(&Language) -> &'static [&'static str]) -> bool {
    let known = ["type", "allowed", "pattern", "format", "yes_no"].iter().any(|key| column.lines.has(key));
    let heading = column.heading.to_lowercase();
    let mut words = heading.split(|each: char| !each.is_alphanumeric()).filter(|word| !word.is_empty());
    !known && words.any(|word| words::ALL.iter().any(|language| of(language).contains(&word)))
}

/// What two forms of a word begin with, in small letters.
pub(super) fn stem(word: &str) -> String {
    word.to_lowercase().chars().take(STEM).collect()
}

/// Whether a word is long enough to be known by its stem.
pub(super) fn has_stem(word: &str) -> bool {
    word.chars().count() >= STEM
}

/// Whether a word of the sentence begins as one of the heading does.
pub(super) fn is_called(sentence: &Sentence, (sheet, column): Place, draft: &Draft) -> bool {
    let heading = sentences(&draft.sheets[sheet].columns[column].heading);
    let long = |word: &str| word.chars().count() > STEM;
    let words: Vec<String> = heading
        .iter()
        .flat_map(|part| &part.words)
        .filter(|(word, _)| long(word))
        .map(|(word, _)| stem(word))
        .collect();
    sentence.words.iter().any(|(word, _)| long(word) && words.contains(&stem(word)))
}
