//! Values that go only, or never, with values of another column: `rye is baked in 1000 only`, `the kitchen is reserved for members`, `only wheat at
//! the door`, `guides must not be at the office`.

use super::by_value::entries;
use super::conditions::{conditional, is_one_of};
use super::sentence::Sentence;
use super::subject::{Mention, Place};
use super::words::Language;
use super::{About, Claim, Confidence, Reading, Target};
use crate::draft::Draft;
use lungwort_core::rulebook::toml_text::quoted;
use std::ops::Range;

/// Letters of a value that is found in any case, at least: `a` and `in` are words.
const SHORT: usize = 3;

/// Letters of a value that begins a longer word, at least.
const COMPOUND: usize = 5;

/// Words of such a sentence, at most.
const LONGEST: usize = 14;

/// What a sentence says of values that go together, where it says nothing else.
pub(super) fn read(
    (sentence, language): (&Sentence, &Language),
    (mentions, about): (&[Mention], &About),
    draft: &Draft,
) -> Reading {
    // "OFFICE only for admin" says of which alone.
    let led = conditional(sentence, language);
    let conditional = led.is_some_and(|led| !led.into_iter().any(|at| language.only.contains(&sentence.word(at))));
    if sentence.words.len() > LONGEST || sentence.is_question() || conditional {
        return Reading::default();
    }
    let only = |at: &usize| [language.only, language.alone].iter().any(|words| words.contains(&sentence.word(*at)));
    let reserved = sentence.any(language.reserved);
    let only = (0..sentence.words.len()).find(only);
    let denied = (0..sentence.words.len()).any(|at| language.negations.contains(&sentence.word(at)));
    let alone = (only.is_some() || reserved.is_some()) && !denied;
    // "Guides must not be at OFFICE"; "need not be" says nothing.
    let needless = [language.needs_alone, language.required].into_iter().any(|words| sentence.has(words));
    // "Eggs are not fed, so none" says what follows.
    let follows = (1..sentence.words.len()).any(|at| {
        let comma = sentence.gap(at - 1).contains([',', ';']);
        comma && language.thus.contains(&sentence.word(at))
    });
    let never = denied && only.is_none() && !needless && !follows;
    if !alone && !never {
        return Reading::default();
    }
    let named = named((sentence, about), draft);
    let (Some((first, words)), Some((last, _))) = (named.first(), named.last()) else { return Reading::default() };
    // "Only wheat at the door" says it of the door.
    let turned = only.is_some_and(|only| only + 1 >= words.start && only < words.start);
    let other = |mention: &Mention| mention.place != first.0 && mention.place != last.0;
    let numbers = (0..sentence.words.len())
        .filter(|at| !named.iter().any(|(_, words)| words.contains(at)))
        .any(|at| sentence.number(at, language).is_some() && !language.articles.contains(&sentence.word(at)));
    let same_sheet = first.0.0 == last.0.0 && first.0 != last.0;
    // "No shirt larger than L" is not about L.
    let steps = [language.above, language.below, language.longer, language.shorter];
    let beyond = |(_, words): &(_, Range<usize>)| {
        // "Over 100 or 200" may name distances.
        let compares = |phrase: &str| phrase.contains(' ') && sentence.starts_before(phrase, words.start).is_some();
        steps.into_iter().flatten().any(|phrase| compares(phrase))
    };
    if !same_sheet || numbers || mentions.iter().any(other) || named.iter().any(beyond) {
        return Reading::default();
    }
    let of = |place: Place| named.iter().filter(move |((of, _), _)| *of == place);
    // Those of one column stand together.
    let border = of(first.0).map(|(_, words)| words.end).max().unwrap_or(0);
    let apart = of(last.0).all(|(_, words)| words.start >= border);
    if !apart || named.iter().any(|((place, _), _)| *place != first.0 && *place != last.0) {
        return Reading::default();
    }
    let (when, then) = if turned { (last.0, first.0) } else { (first.0, last.0) };
    let said = |(sheet, column): Place| {
        let values: Vec<String> =
            of((sheet, column)).map(|((_, value), _)| format!("'{}'", value.replace('\'', "''"))).collect();
        is_one_of(&draft.sheets[sheet].columns[column].name, &values, never && (sheet, column) == then)
    };
    let claim = |key, value: &str| Claim {
        on: Target::Rule(first.0.0),
        key,
        value: quoted(value),
        confidence: Confidence::Confirm,
    };
    Reading::of(vec![claim("check", &said(then)), claim("when", &said(when))])
}

/// The values of lists that a sentence names, with their words, one after the other; none where one is a value of two columns.
fn named((sentence, about): (&Sentence, &About), draft: &Draft) -> Vec<((Place, String), Range<usize>)> {
    let sheets = draft.sheets.iter().enumerate().filter(|(sheet, _)| about.reaches(*sheet));
    let mut found: Vec<((Place, String), Range<usize>)> = Vec::new();
    for (sheet, of) in sheets {
        for (column, of) in of.columns.iter().enumerate() {
            let Some(list) = of.lines.get("allowed") else { continue };
            for (value, label) in entries(&list.value).iter() {
                for (text, own) in [(Some(value), true), (label.as_ref(), false)] {
                    let Some(text) = text else { continue };
                    let words = words_of(sentence, text, own);
                    found.extend(words.map(|words| (((sheet, column), value.clone()), words)));
                }
            }
        }
    }
    found.sort_by_key(|(_, words)| (words.start, usize::MAX - words.end));
    let twice = found.windows(2).any(|pair| pair[0].1.start < pair[1].1.end && pair[1].1.start < pair[0].1.end);
    if twice { Vec::new() } else { found }
}

/// Where a value is named, or what it means.
fn words_of(sentence: &Sentence, text: &str, own: bool) -> Option<Range<usize>> {
    let lower = text.to_lowercase();
    let as_written = |words: &Range<usize>| {
        let (from, to) = (sentence.words[words.start].1.start, sentence.words[words.end - 1].1.end);
        &sentence.text[from..to] == text
    };
    let short = text.chars().count() < SHORT;
    (0..sentence.words.len()).find_map(|at| {
        let whole = sentence.ends_at(&lower, at).map(|end| at..end);
        let form = || super::for_values::is_form_of(sentence.word(at), &lower).then_some(at..at + 1);
        // "Nur als Einzelunterricht"
        let compound = || {
            let rest = sentence.word(at).strip_prefix(&lower).filter(|_| lower.chars().count() >= COMPOUND)?;
            (rest.chars().count() >= COMPOUND - 1).then_some(at..at + 1)
        };
        whole.or_else(form).or_else(compound).filter(|words| !short || own && as_written(words))
    })
}
