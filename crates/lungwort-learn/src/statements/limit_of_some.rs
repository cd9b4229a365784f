//! A range for all rows with another end for those of some kind behind it, cut into two sentences: `1 to 80; for buses at least 9`, `1-80
//! (buses: at least 9)`.

use super::Text;
use super::by_value::entries;
use super::calendar;
use super::day_forms::date;
use super::for_values::is_form_of;
use super::sentence::{Phrases, Sentence, sentences};
use super::words::{self, Language};
use crate::draft::{Draft, DraftColumn};

/// Words of what is said of rows of some kind, at most.
const SHORT: usize = 8;

/// Words of a kind of rows, at most.
const KIND: usize = 3;

/// Columns of a sheet in whose lists a kind is looked for, at most.
const MOST: usize = 300;

/// The range, and what is said of some rows.
pub(super) fn apart(text: &Text, sentence: &Sentence, draft: &Draft) -> Option<Vec<Sentence>> {
    // Nearly no sentence has so many numbers, and its parts are dear to read.
    let dated = sentence.text.contains("; ") && date(sentence).is_some();
    if !dated && !words::ALL.iter().any(|language| numbers(sentence, language) > 1) {
        return None;
    }
    let plain = sentence.text.trim_end_matches(['.', ' ']);
    let in_bracket = plain.strip_suffix(')').and_then(|open| open.rsplit_once(" ("));
    let cut = in_bracket.or_else(|| plain.split_once("; ")).or_else(|| plain.rsplit_once(", "));
    let (range, behind) =
        cut.filter(|(range, behind)| !range.contains(';') && !behind.contains(['(', ')', ';']) && !is_parted(behind))?;
    let (range, some) = (sentences(range).pop()?, sentences(behind).pop()?);
    let limits = |language: &&'static Language| {
        ((1..=2).contains(&numbers(&range, language)) || dated && date(&range).is_some())
            && numbers(&some, language) == 1
            && (limiting(language).into_iter().any(|of| some.has(of)) || dated && is_since(&some, language))
    };
    let short = some.words.len() <= SHORT && words::ALL.iter().any(limits);
    // "For buses" may be said before it is known that there are such.
    let led = |language: &&'static Language| {
        (0..some.words.len().saturating_sub(1)).any(|at| language.only_for.contains(&some.word(at)))
    };
    // "At most 80 characters, required for more than 300 portions" limits nothing of some rows.
    let one = |language: &&'static Language| numbers(&range, language) < 2 && some.required(language).is_some();
    let plain = !words::ALL.iter().any(one);
    (short && plain && (is_of_kind(text, &some, draft) || calendar::names_days(&some) || words::ALL.iter().any(led)))
        .then(|| [range].into_iter().chain(with_colon(some)).collect())
}

/// Whether a text has a comma that is no decimal one.
fn is_parted(text: &str) -> bool {
    let digit = |text: &str, at: usize| text.as_bytes().get(at).is_some_and(u8::is_ascii_digit);
    text.match_indices(',').any(|(at, _)| !(at > 0 && digit(text, at - 1) && digit(text, at + 1)))
}

/// Whether a part names a value of another column's list.
pub(super) fn is_of_kind(text: &Text, part: &Sentence, draft: &Draft) -> bool {
    let own = text.about.column().map(|(sheet, column)| draft.sheets[sheet].columns[column].name.as_str());
    names_kind((text, own), part, draft)
}

/// Whether a part names a value of any column's list.
pub(super) fn names_any(text: &Text, part: &Sentence, draft: &Draft) -> bool {
    names_kind((text, None), part, draft)
}

fn names_kind((text, but): (&Text, Option<&str>), part: &Sentence, draft: &Draft) -> bool {
    let reached = draft.sheets.iter().enumerate().filter(|(at, _)| text.about.reaches(*at));
    let mut columns = reached.filter(|(_, sheet)| sheet.columns.len() <= MOST).flat_map(|(_, sheet)| &sheet.columns);
    columns.any(|column| Some(column.name.as_str()) != but && names_value(part, column))
}

/// `Buses at least 9` says the same as `buses: at least 9`.
fn with_colon(some: Sentence) -> Vec<Sentence> {
    let limited = |at: &usize| {
        words::ALL
            .iter()
            .flat_map(|language| limiting(language))
            .flatten()
            .any(|phrase| some.ends_at(phrase, *at).is_some())
    };
    // "Power tools at least 20"; "for power tools at least 20" needs no sign.
    let led = words::ALL.iter().any(|language| {
        [language.only_for, language.into, language.with].iter().any(|words| words.contains(&some.word(0)))
    });
    // "15 at most for families"
    let numbered =
        |at: &usize| (0..*at).any(|at| words::ALL.iter().any(|language| some.number(at, language).is_some()));
    let Some(at) = (1..=KIND).find(limited).filter(|at| !numbered(at)).filter(|_| !some.text.contains(':') && !led)
    else {
        return vec![some];
    };
    sentences(&format!("{}: {}", &some.text[..some.words[at - 1].1.end], some.rest(at)))
}

/// `YOUTH: 2009 or later`
fn is_since(some: &Sentence, language: &Language) -> bool {
    [language.or_more, language.or_less, language.or_older, language.or_younger, language.later, language.earlier]
        .into_iter()
        .any(|of| some.has(of))
}

/// The phrases that limit a number.
fn limiting(language: &Language) -> [Phrases; 4] {
    [language.at_most, language.at_least, language.above, language.below]
}

/// How many numbers a sentence has, without its articles: French writes "un" for one.
fn numbers(sentence: &Sentence, language: &Language) -> usize {
    let is_number =
        |at: &usize| sentence.number(*at, language).is_some() && !language.articles.contains(&sentence.word(*at));
    (0..sentence.words.len()).filter(is_number).count()
}

/// Whether a sentence has a value of a column's list in it, in the plural or as it is.
fn names_value(sentence: &Sentence, column: &DraftColumn) -> bool {
    let Some(list) = column.lines.get("allowed") else { return false };
    let is_in = |value: &str| {
        let lower = value.to_lowercase();
        let alone = |at: usize| is_form_of(sentence.word(at), &lower);
        // A letter is one of the list as it is written there only, and no number is: "source T".
        let written = |(_, place): &(String, std::ops::Range<usize>)| sentence.text[place.clone()] == *value;
        let letter = || value.chars().all(char::is_uppercase) && sentence.words.iter().skip(1).any(written);
        match lower.chars().count() {
            1 => letter(),
            _ => sentence.find(&lower).is_some() || (0..sentence.words.len()).any(alone),
        }
    };
    entries(&list.value).iter().any(|(value, label)| is_in(value) || label.as_deref().is_some_and(is_in))
}
