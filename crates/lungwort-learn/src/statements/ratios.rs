//! How many of one column there must be for so many of another: `for every 8 children there must be at least one adult`.

use super::days_of_rows::{has_stem, stem};
use super::sentence::Sentence;
use super::subject::{Mention, Place};
use super::words::Language;
use super::{Claim, Confidence, Reading, Target};
use crate::draft::Draft;
use lungwort_core::rulebook::toml_text::quoted;

/// Puts the rule into the place of what the two numbers would limit by themselves.
pub(super) fn read(
    (sentence, language): (&Sentence, &Language),
    mentions: &[Mention],
    draft: &Draft,
    reading: &mut Reading,
) {
    let led = |at: usize| language.for_every.iter().filter_map(|phrase| sentence.ends_at(phrase, at)).max();
    let counted = |at: usize| Some((led(at)?, sentence.number(led(at)?, language).filter(|count| *count > 1.0)?));
    let Some((many_at, many)) = (0..sentence.words.len()).find_map(counted) else { return };
    let of = |at: usize| mentions.iter().find(|mention| mention.words.start == at);
    let Some(first) = of(many_at + 1) else { return };
    let least = language.at_least.iter().filter_map(|phrase| sentence.find_from(phrase, 0)).min_by_key(|at| at.start);
    let Some(least) = least else { return };
    let article = language.articles.contains(&sentence.word(least.end));
    let few = sentence.number(least.end, language).or(article.then_some(1.0));
    let other = of(least.end + 1).map(|mention| mention.place);
    // "Ein Erwachsener" of the column Erwachsene
    let other = other.or_else(|| named_alike(sentence.word(least.end + 1), first.place.0, draft));
    let numbers = |claim: &Claim| claim.place() == Some(first.place) && (claim.is_limit() || claim.key == "type");
    let (Some(few), Some(other)) = (few, other.filter(|other| *other != first.place && other.0 == first.place.0))
    else {
        reading.claims.retain(|claim| !numbers(claim));
        reading.understood = !reading.claims.is_empty();
        return;
    };
    let name = |(sheet, column): Place| &draft.sheets[sheet].columns[column].name;
    let more = if few == 1.0 { String::new() } else { format!(" * {few}") };
    let check = format!("{} * {many} >= {}{more}", name(other), name(first.place));
    let claim = |on, key, said: &str| Claim { on, key, value: quoted(said), confidence: Confidence::Confirm };
    // The numbers limit neither column by itself.
    reading.claims.clear();
    for place in [first.place, other] {
        if !draft.sheets[place.0].columns[place.1].lines.has("type") {
            reading.claims.push(claim(Target::Column(place), "type", "whole"));
        }
    }
    reading.claims.push(claim(Target::Rule(first.place.0), "check", &check));
    reading.understood = true;
}

/// The only column of a sheet whose heading is another form of a word.
fn named_alike(word: &str, sheet: usize, draft: &Draft) -> Option<Place> {
    let columns = draft.sheets[sheet].columns.iter().enumerate();
    let alike = |heading: &str| has_stem(word) && stem(heading) == stem(word);
    let mut found = columns.filter(|(_, column)| alike(&column.heading)).map(|(column, _)| (sheet, column));
    found.next().filter(|_| found.next().is_none())
}
