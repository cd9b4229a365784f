//! What is said of several columns at once behind their headings and one colon: `From / Until: hh:mm; Until comes after From`.

use super::day_forms::{date, month_or_time};
use super::sentence::{Sentence, sentences};
use super::words::{self, Language};
use super::{About, Entries, Text};

/// Columns that are named before one colon, at most.
const MOST: usize = 6;

/// Words of how values are written, at most.
const SHORT: usize = 8;

/// The names in a label, which are joined by some signs or by an "and".
pub(super) fn names_in(label: &str, signs: &[char]) -> Vec<String> {
    let mut names = label.to_owned();
    for word in words::ALL.iter().flat_map(|language| language.and) {
        names = names.replace(&format!(" {word} "), ",");
    }
    let names = names.split(|each| each == ',' || signs.contains(&each)).map(str::trim);
    names.filter(|name| !name.is_empty()).map(str::to_owned).collect()
}

/// What is said of each of the columns, and behind it what begins with a column of its own.
pub(super) fn apart(known: &Entries<'_>, text: &Text, sentence: &Sentence) -> Option<Vec<Sentence>> {
    let (label, rest) = sentence.text.split_once(": ")?;
    let beside = matches!(text.about, About::Column(..));
    if beside || !known.headings.are_few() || known.headings.is_one(label, &text.about) {
        return None;
    }
    let names = names_in(label, &['/', ',', '&', '+']);
    let are_columns = names.iter().all(|name| known.headings.is_one(name, &text.about));
    if !(2..=MOST).contains(&names.len()) || !are_columns {
        return None;
    }
    let of_one = |clause: &&str| {
        let first = sentences(clause).into_iter().next();
        first.is_some_and(|first| {
            (1..=first.words.len().min(MOST)).any(|end| known.headings.named_at(&first, 0..end, &text.about).is_some())
        })
    };
    let (own, shared): (Vec<&str>, Vec<&str>) = rest.split("; ").partition(of_one);
    // "Loan / Return: at most 20 days apart" says something of both together.
    let formed = |clause: &&str| {
        let part = sentences(clause).pop().filter(|part| part.words.len() <= SHORT);
        part.is_some_and(|part| {
            let together = |language: &&Language| {
                let of_two = [language.both_or_none, language.at_least_one, language.later, language.at_most];
                of_two.into_iter().any(|phrases| part.has(phrases))
            };
            let time = |language: &&Language| month_or_time(&part, language).is_some();
            let form = date(&part).is_some() || words::ALL.iter().any(time);
            form && !words::ALL.iter().any(together)
        })
    };
    // "Start and End: hh:mm; a watch lasts 20 minutes or longer" says the second of both together.
    let of_both = |clause: &&str| {
        let part = sentences(clause).pop();
        let led = |part: &Sentence| words::ALL.iter().any(|language| language.articles.contains(&part.word(0)));
        part.is_some_and(|part| led(&part) && words::ALL.iter().any(|language| part.has(language.lasting)))
    };
    let (both, shared): (Vec<&str>, Vec<&str>) = shared.into_iter().partition(of_both);
    if shared.is_empty() || !shared.iter().all(formed) {
        return None;
    }
    let own: Vec<&str> = own.into_iter().chain(both).collect();
    let of_each = |name: &String| sentences(&format!("{name}: {}", shared.join("; ")));
    let parts = names.iter().flat_map(of_each).chain(own.iter().flat_map(|clause| sentences(clause)));
    Some(parts.map(|part| part.in_the_stead_of(sentence)).collect())
}
