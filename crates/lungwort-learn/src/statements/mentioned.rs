//! The columns that a sentence names, and those that it is about.

use std::borrow::Cow;

use super::meant::{self, led, meant, without_kinds};
use super::sentence::Sentence;
use super::subject::{self, Mention, Place};
use super::words::{self, Language};
use super::{Entries, Text, conditions, meanings};
use crate::draft::Draft;

/// A sentence without the numbers of headings, and the columns that it names.
pub(super) fn mentioned<'s>(
    known: &Entries<'_>,
    (text, sentence, language): (&Text, &'s Sentence, &'static Language),
    (spoken_of, labelled): (&[Place], bool),
    draft: &Draft,
) -> (Cow<'s, Sentence>, Vec<Mention>) {
    let mentions = subject::mentions(sentence, language, (draft, &known.headings), &text.about);
    let plain = subject::without_headings_no(sentence, &mentions);
    let sentence = &*plain;
    let mentions = without_kinds((sentence, language), mentions, (&text.about, draft));
    let mentions = meant::without_listed((sentence, language), mentions, draft);
    let mentions = if labelled { without_passing(sentence, mentions, (spoken_of, draft)) } else { mentions };
    let mentions = without_rows((text, sentence), mentions, draft);
    let mentions = without_compounds((text, sentence, language), mentions);
    // "D for dog or B for bitch" names no column Dog, nor does "D = dog, B = bitch".
    // "F for a fixed amount, L for an amount per lap", of a column that is spoken of already; "Sky must be C (clear)" is of its own.
    let late = mentions.first().is_some_and(|first| first.words.start > 1);
    let goes_on = labelled && spoken_of.len() == 1 && late;
    let explains = (text.about.column().is_some() || goes_on)
        && (meanings::is_key(&sentence.text) || meanings::explained(&sentence.text, language).is_some());
    let mentions = if explains { Vec::new() } else { mentions };
    // Beside a column, "if no" is an answer of that column.
    let beside = text.about.column().filter(|_| spoken_of.is_empty());
    let beside = beside.map_or_else(|| spoken_of.to_vec(), |own| vec![own]);
    let mut mentions = led(sentence, mentions);
    mentions.extend(neighbour(sentence, language, (&mentions, &beside), draft));
    let mentions = conditions::with_it(sentence, language, mentions, (&beside, draft));
    (plain, mentions)
}

/// The column beside the one that is spoken of: `if yes, say more in the next column`.
fn neighbour(
    sentence: &Sentence,
    language: &Language,
    (mentions, before): (&[Mention], &[Place]),
    draft: &Draft,
) -> Option<Mention> {
    let (place, further) = sentence
        .any(language.next_column)
        .map(|place| (place, true))
        .or_else(|| Some((sentence.any(language.column_before)?, false)))?;
    let named = mentions.iter().rfind(|mention| mention.words.end <= place.start).map(|mention| mention.place);
    // "If yes, give details in the next column" is about the one before the details, whatever these are called.
    let (sheet, column) = before.last().copied().or(named)?;
    let column = if further { column + 1 } else { column.checked_sub(1)? };
    (column < draft.sheets[sheet].columns.len()).then_some(Mention { place: (sheet, column), words: place })
}

/// Beside another column, "Bookings start on a Monday" speaks of the rows, and of no column Booking.
fn without_rows((text, sentence): (&Text, &Sentence), mentions: Vec<Mention>, draft: &Draft) -> Vec<Mention> {
    let (Some(own), [only]) = (text.about.column(), mentions.as_slice()) else { return mentions };
    let heading = &draft.sheets[only.place.0].columns[only.place.1].heading;
    let said = sentence.word(0);
    let plural = said.strip_suffix('s') == Some(heading.trim().to_lowercase().as_str());
    let rows = only.place != own && only.place.1 == 0 && only.words == (0..1) && plural;
    if rows { Vec::new() } else { mentions }
}

/// Beside another column, "Stock keeping unit; at most 20 characters" says what that one is, and nothing of a column Stock.
fn without_compounds(
    (text, sentence, language): (&Text, &Sentence, &Language),
    mut mentions: Vec<Mention>,
) -> Vec<Mention> {
    let Some(own) = text.about.column() else { return mentions };
    let ends = |at: &usize| !sentence.gap(*at).is_empty();
    let part = (0..sentence.words.len()).find(ends).map_or(sentence.words.len(), |last| last + 1);
    let plain = |at: usize| {
        let word = sentence.word(at);
        let said = [
            language.verbs, language.modals, language.copulas, language.negations, language.conditional, language.and,
            language.or, language.only, language.small, language.unfilled, language.filled, language.obliging,
            language.optional, language.required, language.to, language.of_each, language.letters, language.digits,
        ];
        word.chars().all(char::is_lowercase) && !said.iter().any(|words| words.contains(&word))
    };
    let one = mentions.iter().filter(|mention| mention.words.start < part).count() == 1;
    mentions.retain(|mention| {
        let alone = one && mention.words == (0..1) && mention.place != own && part < sentence.words.len();
        !(alone && part > 1 && (1..part).all(plain))
    });
    mentions
}

/// The columns that a sentence is about.
pub(super) fn places_of(
    (text, sentence, language): (&Text, &Sentence, &Language),
    mentions: &[Mention],
    before: &[Mention],
) -> Vec<Place> {
    let mut places = meant((text, sentence, language), mentions, before);
    only_labelled(sentence, mentions, &mut places);
    places
}

/// Of a sentence that begins with columns and a sign behind them, what is said is said of these: `Night – the evening on which the
/// session begins` is about the night.
pub(super) fn only_labelled(sentence: &Sentence, mentions: &[Mention], places: &mut Vec<Place>) {
    let Some(first) = mentions.first().filter(|first| first.words.start == 0) else { return };
    let from = sentence.words[first.words.end - 1].1.end;
    let signs = [": ", " – ", " — ", " - ", " = "];
    let Some(sign) = signs.iter().filter_map(|sign| sentence.text[from..].find(sign)).min() else { return };
    let label = |mention: &&Mention| sentence.words[mention.words.start].1.start < from + sign;
    let labels: Vec<Place> = mentions.iter().filter(label).map(|mention| mention.place).collect();
    // The sign stands right behind the columns.
    let last = mentions.iter().filter(label).map(|mention| sentence.words[mention.words.end - 1].1.end).max();
    // A heading may have such a sign itself, and reach behind it.
    let between = last.and_then(|last| sentence.text.get(last..from + sign));
    if between.is_some_and(|between| between.trim().is_empty()) {
        places.retain(|place| labels.contains(place));
    }
}

/// Whether a sentence begins with the column that it is about, and a sign behind it.
pub(super) fn is_labelled(sentence: &Sentence, named: &[Mention]) -> bool {
    named.first().is_some_and(|first| {
        let (last, next) = (first.words.end.saturating_sub(1), first.words.end);
        let ends = sentence.words.get(last).zip(sentence.words.get(next));
        let between = ends.map_or("", |((_, last), (_, next))| &sentence.text[last.end..next.start]);
        first.words.start == 0 && (between.contains([':', '–', '—', '=']) || between.contains(" - "))
    })
}

/// The columns that a sentence names, without those in passing where it goes on about another one.
pub(super) fn without_passing(
    sentence: &Sentence,
    mut mentions: Vec<Mention>,
    (before, draft): (&[Place], &Draft),
) -> Vec<Mention> {
    if !mentions.iter().any(|mention| before.contains(&mention.place)) {
        // "E-mail or telephone: at least one of them" names both.
        let ends: Vec<usize> = mentions.iter().map(|mention| mention.words.end).collect();
        let joined = |mention: &Mention| {
            let Some(joint) = mention.words.start.checked_sub(1) else { return false };
            let joins =
                |language: &&Language| [language.and, language.or].iter().any(|of| of.contains(&sentence.word(joint)));
            ends.contains(&joint) && words::ALL.iter().copied().any(|language| joins(&language))
        };
        // "The address and the postcode"
        let starts: Vec<usize> = mentions.iter().map(|mention| mention.words.start).collect();
        let leads = |mention: &Mention| {
            let end = mention.words.end;
            let and = |language: &&Language| language.and.contains(&sentence.word(end));
            let article = |language: &&Language| language.every.contains(&sentence.word(end + 1));
            let next = end + 1 + usize::from(words::ALL.iter().any(article));
            words::ALL.iter().any(and) && starts.contains(&next)
        };
        mentions.retain(|mention| joined(mention) || leads(mention) || !is_passing(sentence, mention, draft));
    }
    mentions
}

/// Whether a column is named by a word in passing, in the middle of a sentence that goes on about another one: `the dearest card
/// costs 24.00` is about the fee.
pub(super) fn is_passing(sentence: &Sentence, mention: &Mention, draft: &Draft) -> bool {
    let heading = &draft.sheets[mention.place.0].columns[mention.place.1].heading;
    let small = sentence.text[sentence.words[mention.words.start].1.clone()].starts_with(char::is_lowercase);
    // "For gas the watts must be left empty" is about the watts.
    let subject = |language: &&Language| {
        let article = language.every.first() == Some(&sentence.word(mention.words.start.max(1) - 1));
        let next = sentence.word(mention.words.end);
        let stated = language.modals.contains(&next) || language.copulas.iter().take(2).any(|word| *word == next);
        // "For more than 20 trees a supervisor must be named"
        let one = language.articles.contains(&sentence.word(mention.words.start.max(1) - 1));
        let article = article || one && language.modals.contains(&next);
        // "If yes, give the certificate", "give the number of the certificate"
        let small = |at: &usize| {
            let known = [language.every, language.address_words, language.owners, language.small];
            known.iter().any(|words| words.contains(&sentence.word(*at)))
        };
        let verb = (0..mention.words.start).rev().find(|at| !small(at)).map_or("", |at| sentence.word(at));
        let asking = [language.give, language.explain, language.needs_alone, language.carries, language.pays];
        let asked = asking.iter().any(|words| words.contains(&verb));
        // "Bookings with drums", "without an e-mail", "at most 5 euros as fee", "no deposit"
        let small = |at: &usize| {
            [language.every, language.articles, language.possessives]
                .iter()
                .any(|words| words.contains(&sentence.word(*at)))
        };
        let led = (0..mention.words.start).rev().find(|at| !small(at)).map_or("", |at| sentence.word(at));
        let leads = [language.with.first(), language.uncounted.first(), language.as_written.first()];
        let led = leads.contains(&Some(&led)) || language.none.contains(&led);
        // "It must not exceed the quote"
        let before = mention.words.start.max(1) - 1;
        let leads = |phrase: &&str| sentence.starts_before(phrase, before).is_some();
        let joins = [language.and, language.or].iter().any(|words| words.contains(&next));
        let ends = next.is_empty() || joins || sentence.gap(mention.words.end - 1).contains([',', ';', '(']);
        let compared = language.definite.contains(&sentence.word(before)) && ends;
        let compared = compared && meant::comparing(language).any(leads);
        article && stated || asked || led || compared
    };
    // "A boat is never longer than 12 metres" is about the length.
    let word = sentence.word(mention.words.start);
    let sized = |language: &&Language| language.compared_sizes.iter().any(|(size, _)| *size == word);
    if words::ALL.iter().any(sized) {
        return false;
    }
    let in_middle =
        mention.words.len() == 1 && mention.words.start > 1 && small && heading.starts_with(char::is_uppercase);
    in_middle && !words::ALL.iter().any(subject)
}
