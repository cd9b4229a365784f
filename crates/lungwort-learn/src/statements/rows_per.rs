//! How many rows may have the same in a column: `no more than 4 people in one tent`, `at most 30 parcels a day`, `a tent can be listed at
//! most 4 times`. That limits neither the values of the column nor the rows of the file.

use super::codes::qualified;
use super::counted_rows::MONEY;
use super::days_of_rows::{has_stem, is_of_days, stem};
use super::sentence::{Sentence, sentences};
use super::subject::{Mention, Place};
use super::words::{self, Language};
use super::{About, Claim, Confidence, Reading, Target};
use crate::draft::Draft;
use lungwort_core::rulebook::toml_text::quoted;

/// Words from the number to what the rows share, at most: `no more than 4 people may share a tent`.
const APART: usize = 6;

/// Letters of a shortened word, at least: `Reg no` of registrations.
const SHORT: usize = 3;

/// What a sentence says of how many rows share a value; what was read of the same number is none of the column's.
pub(super) fn read(
    (sentence, language): (&Sentence, &Language),
    (mentions, about): (&[Mention], &About),
    draft: &Draft,
    reading: &mut Reading,
) {
    let counts = |at: &usize| {
        let behind = || language.at_most.iter().any(|phrase| sentence.ends_at(phrase, at + 1).is_some());
        let whole = sentence.number(*at, language).is_some_and(|number| number >= 1.0 && number.fract() == 0.0);
        whole && (qualified(sentence, language.at_most, *at) || behind())
    };
    let known = (sentence, language, mentions);
    let found = (0..sentence.words.len()).filter(counts).find_map(|at| {
        let place = shared(known, at, about, draft).or_else(|| listed_so_often(known, at, draft));
        let place = place.or_else(|| of_each(known, at, draft));
        Some((at, place.or_else(|| of_record((sentence, language), at, about, draft))?))
    });
    let Some((at, place)) = found.filter(|_| !sentence.is_question()) else { return };
    let Some(most) = sentence.number(at, language) else { return };
    let of_number = |claim: &Claim| {
        let own = claim.place() == Some(place);
        own && (claim.is_limit() && claim.value.parse() == Ok(most) || claim.key == "unique")
    };
    let was_limit = reading.claims.iter().any(|claim| of_number(claim) && claim.is_limit());
    reading.claims.retain(|claim| !of_number(claim));
    let limited = reading.claims.iter().any(|claim| claim.place() == Some(place) && claim.is_limit());
    // A kind of number that was concluded from the limit goes with it.
    let concluded = |claim: &Claim| claim.place() == Some(place) && claim.key == "type" && was_limit && !limited;
    reading.claims.retain(|claim| !concluded(claim));
    reading.claims.push(Claim {
        on: Target::Group(place.0, Some(place.1)),
        key: "check",
        value: quoted(&format!("COUNT(*) <= {most}")),
        confidence: Confidence::Confirm,
    });
    reading.understood = true;
}

/// The column that the rows share of which a number is said: `4 people per tent`, `30 parcels a day`.
fn shared(
    (sentence, language, mentions): (&Sentence, &Language, &[Mention]),
    at: usize,
    about: &About,
    draft: &Draft,
) -> Option<Place> {
    let led = |start: usize| {
        let phrases = [language.rows_of_one, language.of_each].into_iter().flatten();
        let begins = phrases.filter_map(|phrase| {
            let words = phrase.split(' ').count();
            let from = start.checked_sub(words)?;
            (sentence.ends_at(phrase, from) == Some(start)).then_some(from)
        });
        begins.min().filter(|from| *from > at)
    };
    let behind = mentions.iter().filter(|mention| mention.words.start > at && mention.words.start <= at + APART);
    let (place, from, daily) = match behind.filter_map(|of| Some((of.place, led(of.words.start)?))).next() {
        Some((place, from)) => (place, from, false),
        // "30 parcels a day", where one column has days
        None => {
            let day = (at + 1..(at + APART).min(sentence.words.len()))
                .find(|at| language.day_nouns.contains(&sentence.word(*at)) && *at + 1 == sentence.words.len())?;
            let sheets = (0..draft.sheets.len()).filter(|sheet| about.reaches(*sheet));
            let places = sheets.flat_map(|sheet| (0..draft.sheets[sheet].columns.len()).map(move |at| (sheet, at)));
            let days: Vec<Place> = places.filter(|place| is_of_days(*place, draft)).collect();
            let [only] = days.as_slice() else { return None };
            let article = day.checked_sub(1).filter(|at| language.articles.contains(&sentence.word(*at)));
            (*only, led(day).or(article)?, true)
        }
    };
    // "At most 14 people per booking" counts what a column counts, and "20 characters per line" what stands in a cell.
    let nouns = at + 1..from;
    let of_columns = |mention: &Mention| nouns.contains(&mention.words.start) && !is_key(mention.place, draft);
    let of_cells = [language.characters, language.digits, language.letters, language.decimals];
    let measures = |at: usize| {
        let word = sentence.word(at);
        of_cells.iter().any(|words| words.contains(&word))
            || language.spans.iter().any(|(unit, _)| *unit == word)
            || language.size_units.contains(&word)
            || MONEY.contains(&word)
    };
    // What comes every day is what the rows are.
    let counted =
        daily && !nouns.is_empty() || nouns.clone().any(|at| is_row((sentence, language), at, (draft, place.0)));
    let plain = !nouns.clone().any(measures) && sentence.gap(at).is_empty();
    (counted && plain && !mentions.iter().any(of_columns) && !is_key(place, draft)).then_some(place)
}

/// Whether a word says what rows are: people, rows, or what their key or their sheet is called by.
fn is_row((sentence, language): (&Sentence, &Language), at: usize, (draft, sheet): (&Draft, usize)) -> bool {
    let word = sentence.word(at);
    let sheet = &draft.sheets[sheet];
    let texts = [Some(sheet.name.as_str()), sheet.columns.first().map(|of| of.heading.as_str())];
    let mut names = texts.into_iter().flatten().flat_map(|text| text.split(|each: char| !each.is_alphanumeric()));
    let called = has_stem(word)
        && names.any(|name| stem(name) == stem(word) || name.len() >= SHORT && word.starts_with(&name.to_lowercase()));
    called || language.rows.contains(&word) || language.persons.contains(&word)
}

/// The column of which each value stands in so many rows: `each group has at most 12 participants`.
fn of_each(
    (sentence, language, mentions): (&Sentence, &Language, &[Mention]),
    at: usize,
    draft: &Draft,
) -> Option<Place> {
    let [of] = mentions else { return None };
    let before = of.words.start.checked_sub(1).map_or("", |at| sentence.word(at));
    let led = [language.each_of, language.articles, language.every, language.none]
        .iter()
        .any(|words| words.contains(&before));
    let begins = of.words.start <= 1 && of.words.end < at && at - of.words.end <= APART;
    let ends = at + 2 >= sentence.words.len();
    let rows = ends && is_row((sentence, language), at + 1, (draft, of.place.0));
    (led && begins && rows && !is_key(of.place, draft)).then_some(of.place)
}

/// The column by which the rows of something go together that is no column itself: `an order has at most 20 lines`, where the lines have
/// an Order no. Of two sheets with that column it is the one that is not of orders.
fn of_record((sentence, language): (&Sentence, &Language), at: usize, about: &About, draft: &Draft) -> Option<Place> {
    let noun = record_in(sentence, language, at)?;
    let counts_rows = language.rows.contains(&sentence.word(at + 1));
    let of = |(sheet, column): &Place| called_first(&draft.sheets[*sheet].columns[*column].heading) == noun;
    let sheets = (0..draft.sheets.len()).filter(|sheet| about.reaches(*sheet));
    let places = sheets.flat_map(|sheet| (0..draft.sheets[sheet].columns.len()).map(move |at| (sheet, at)));
    let unique = |(sheet, column): &Place| {
        draft.sheets[*sheet].columns[*column].lines.get("unique").is_some_and(|line| line.value == "true")
    };
    let mut places: Vec<Place> = places.filter(|place| counts_rows && of(place) && !unique(place)).collect();
    if places.len() > 1 {
        places.retain(|(sheet, _)| stem(&draft.sheets[*sheet].name.to_lowercase()) != stem(noun));
    }
    match places.as_slice() {
        [place] => Some(*place),
        _ => None,
    }
}

/// What has the rows that are counted at a word: `an order has at most 20 lines`, `20 lines per order`.
fn record_in<'s>(sentence: &'s Sentence, language: &Language, at: usize) -> Option<&'s str> {
    let led = [language.articles, language.every, language.none, language.each_of];
    let begins = led.iter().any(|words| words.contains(&sentence.word(0))) && (2..=RECORD).contains(&at);
    let begins = begins && at + 3 >= sentence.words.len();
    let per = || {
        let end = language.of_each.iter().filter_map(|phrase| sentence.ends_at(phrase, at + 2)).max()?;
        (end + 1 == sentence.words.len()).then(|| sentence.word(end))
    };
    if begins { Some(sentence.word(1)) } else { per() }
}

/// Words from what has the rows to their number, at most: `an order may have at least one and at most 20 lines`.
const RECORD: usize = 10;

/// The first word of a heading.
fn called_first(heading: &str) -> String {
    let lower = heading.trim().to_lowercase();
    lower.split(|each: char| !each.is_alphanumeric()).next().unwrap_or_default().to_owned()
}

/// The column of which a value may stand in so many rows: `each tent may be listed at most 4 times`.
fn listed_so_often(
    (sentence, language, mentions): (&Sentence, &Language, &[Mention]),
    at: usize,
    draft: &Draft,
) -> Option<Place> {
    let times = language.so_often.contains(&sentence.word(at + 1));
    let before = mentions.iter().rfind(|mention| mention.words.end <= at)?;
    let led = before.words.start.checked_sub(1).is_some_and(|at| {
        [language.articles, language.every, language.none].iter().any(|words| words.contains(&sentence.word(at)))
    });
    let ends = at + 3 >= sentence.words.len();
    (times && led && ends && mentions.len() == 1 && !is_key(before.place, draft)).then_some(before.place)
}

/// Whether what stands behind a number of rows is a column that several rows share: ` per tent`.
pub(super) fn is_of_one_value(behind: &str, draft: &Draft) -> bool {
    let behind = behind.trim_start();
    let shared = |rest: &str| {
        let columns = draft.sheets.iter().flat_map(|sheet| sheet.columns.iter().skip(1));
        let mut headings = columns.map(|column| column.heading.trim().to_lowercase());
        headings.any(|heading| rest.strip_prefix(&heading).is_some_and(|rest| !rest.starts_with(char::is_alphanumeric)))
    };
    words::ALL.iter().any(|language| {
        let mut phrases = [language.rows_of_one, language.of_each].into_iter().flatten();
        phrases.any(|phrase| behind.strip_prefix(phrase).is_some_and(|rest| shared(rest.trim_start())))
    })
}

/// Whether the rows that are counted are those of something that a column names: `an order has at most 20 lines`.
pub(super) fn are_of_a_record(text: &str, draft: &Draft) -> bool {
    let sentences = sentences(text);
    let of_column = |noun: &str| {
        let mut columns = draft.sheets.iter().flat_map(|sheet| &sheet.columns);
        has_stem(noun) && columns.any(|column| called_first(&column.heading) == noun)
    };
    let in_one = |(sentence, language): (&Sentence, &Language)| {
        let numbers = (0..sentence.words.len())
            .filter(|at| sentence.number(*at, language).is_some() && language.rows.contains(&sentence.word(at + 1)));
        numbers.filter_map(|at| record_in(sentence, language, at)).any(of_column)
    };
    sentences.iter().any(|sentence| words::ALL.iter().any(|language| in_one((sentence, language))))
}

/// Whether each row has a value of its own in a column.
fn is_key((sheet, column): Place, draft: &Draft) -> bool {
    let of = &draft.sheets[sheet].columns[column];
    column == 0 || of.lines.get("unique").is_some_and(|line| line.value == "true")
}
