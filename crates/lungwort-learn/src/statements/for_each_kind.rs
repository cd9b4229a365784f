//! Which columns are needed for which kinds of rows, several of both in one sentence: `First name is needed for persons, Organisation for
//! companies`, `for JUICE give the bottles; for PUREE, the jars`.

use std::cell::OnceCell;
use std::ops::Range;

use super::language::by_language;
use super::placed_words::NamedValue;
use super::rephrased::Fitting;
use super::sentence::{Sentence, sentences};
use super::subject;
use super::words::Language;
use super::{Entries, Text};
use crate::draft::Draft;

/// Words of such a sentence, at most.
const LONGEST: usize = 40;

/// Words between two columns, or a column and a value, at most.
const APART: usize = 8;

/// A column or a value, in the order in which they are named.
enum Named {
    Column(String),
    Value(String),
}

/// One sentence for each kind of rows.
pub(super) fn apart(known: &Entries<'_>, text: &Text, sentence: &Sentence, draft: &Draft) -> Option<Vec<Sentence>> {
    let plain = text.about.column().is_none() && !sentence.is_question() && known.headings.are_few();
    if !plain || sentence.words.len() > LONGEST || sentence.stated.is_some() {
        return None;
    }
    by_language(sentence, known.likely).into_iter().find_map(|language| {
        let parted = sentence.text.contains([',', ';']) || joined(sentence, language, 1..sentence.words.len());
        let (whole, sentence) = (sentence, &before_otherwise(sentence, language));
        let blank = whole.words.len() > sentence.words.len();
        let asks = asks(sentence, language);
        if !parted || !asks && !says_of_filling(sentence, language) {
            return None;
        }
        let mut mentions = subject::mentions(sentence, language, (draft, &known.headings), &text.about);
        mentions.sort_by_key(|mention| mention.words.start);
        mentions.dedup_by_key(|mention| mention.words.clone());
        if mentions.len() < 2 {
            return None;
        }
        let columns: Vec<(Range<usize>, String)> = mentions
            .into_iter()
            .map(|mention| (mention.words, draft.sheets[mention.place.0].columns[mention.place.1].heading.clone()))
            .collect();
        let of_kind =
            Fitting::of(sentence, language, (&known.headings, &text.about), draft, &OnceCell::new()).values_of_lists();
        let mut kinds: Vec<&String> = of_kind.iter().map(|value| &value.heading).collect();
        kinds.dedup();
        kinds.into_iter().find_map(|kind| {
            let values: Vec<&NamedValue> = of_kind.iter().filter(|value| value.heading == *kind).collect();
            let pairs = pairs((sentence, language), &columns, (kind, &values))?;
            let parts = match asks {
                true => said(&pairs, (kind, blank, language)),
                false => clauses(sentence, &pairs, language)?,
            };
            Some(parts.into_iter().map(|part| part.in_the_stead_of(whole)).collect())
        })
    })
}

/// A sentence without what it says at its end of all other rows: that there is no value.
fn before_otherwise(sentence: &Sentence, language: &Language) -> Sentence {
    let whole = || sentence.clone();
    let from = (1..sentence.words.len()).find(|at| {
        let parted = sentence.gap(at - 1).contains([',', ';', '.']);
        parted && language.otherwise.iter().any(|phrase| sentence.ends_at(phrase, *at).is_some())
    });
    let Some(from) = from else { return whole() };
    let blank = |at: usize| [language.unfilled, language.nothing].iter().any(|of| of.contains(&sentence.word(at)));
    let before = &sentence.text[..sentence.words[from - 1].1.end];
    match (from..sentence.words.len()).any(blank) {
        true => sentences(before).pop().unwrap_or_else(whole),
        false => whole(),
    }
}

/// Columns and the values for which something is said of them, and where they are.
struct Pair {
    columns: Vec<String>,
    values: Vec<String>,
    words: Range<usize>,
}

/// Whether a sentence asks for values, and says nothing of when there are none.
fn asks(sentence: &Sentence, language: &Language) -> bool {
    let asks = sentence.required(language).is_some()
        || [language.give, language.give_last, language.fill_in, language.needs].into_iter().any(|of| sentence.has(of));
    let other = [
        language.forbidden, language.negations, language.unless, language.otherwise, language.except, language.only,
        language.optional, language.or_more,
    ];
    asks && !other.into_iter().any(|of| sentence.has(of))
}

/// Whether a clause says of columns that they are filled in, may be, or must not be.
fn says_of_filling(clause: &Sentence, language: &Language) -> bool {
    let of = [language.forbidden, language.optional, language.only, language.unfilled, language.alone_required];
    clause.required(language).is_some() || of.into_iter().any(|of| clause.has(of))
}

/// `For persons the first name is required and for companies the organisation must stay blank`: each clause is read alone.
fn clauses(sentence: &Sentence, pairs: &[Pair], language: &Language) -> Option<Vec<Sentence>> {
    let is_sign = |at: usize| at > 0 && sentence.gap(at - 1).contains([',', ';']);
    let start = |of: &[Pair]| {
        let (end, next) = (of[0].words.end, of[1].words.start);
        let sign = (end..=next).find(|at| is_sign(*at));
        sign.or_else(|| (end..next).find(|at| language.and.contains(&sentence.word(*at))).map(|at| at + 1))
    };
    let mut starts: Vec<usize> = pairs.windows(2).map(start).collect::<Option<_>>()?;
    starts.insert(0, 0);
    starts.push(sentence.words.len());
    let one = |of: &[usize]| {
        let from = of[0] + usize::from(language.and.contains(&sentence.word(of[0])));
        let mut end = of[1];
        if end < sentence.words.len() && language.and.contains(&sentence.word(end - 1)) {
            end -= 1;
        }
        let words = sentence.words.get(from..end)?;
        let text = &sentence.text[words.first()?.1.start..words.last()?.1.end];
        sentences(text).pop().filter(|clause| says_of_filling(clause, language))
    };
    starts.windows(2).map(one).collect()
}

/// Whether there is a sign or an "and" among some words, or before them.
fn joined(sentence: &Sentence, language: &Language, words: Range<usize>) -> bool {
    let parted = |at: usize| at > 0 && sentence.gap(at - 1).contains([',', ';']);
    words.into_iter().any(|at| parted(at) || language.and.contains(&sentence.word(at)))
}

/// The columns with the values for which they are needed.
fn pairs(
    (sentence, language): (&Sentence, &Language),
    columns: &[(Range<usize>, String)],
    (kind, values): (&String, &[&NamedValue]),
) -> Option<Vec<Pair>> {
    let overlaps = |words: &Range<usize>| {
        columns.iter().any(|(of, heading)| heading != kind && of.start < words.end && words.start < of.end)
    };
    // A letter is a value as it is written only: "a company" is none of A.
    let is_written = |value: &&&NamedValue| {
        let word = &sentence.words[value.words.start];
        value.words.len() > 1 || word.0.chars().count() > 1 || sentence.text[word.1.clone()] == value.value
    };
    let mut named: Vec<(Range<usize>, Named)> = Vec::new();
    let others = columns.iter().filter(|(_, heading)| heading != kind);
    named.extend(others.map(|(words, heading)| (words.clone(), Named::Column(heading.clone()))));
    let own = values.iter().filter(|value| !overlaps(&value.words)).filter(is_written);
    named.extend(own.map(|value| (value.words.clone(), Named::Value(value.value.clone()))));
    named.sort_by_key(|(words, _)| (words.start, std::cmp::Reverse(words.end)));
    named.dedup_by(|next, before| next.0.start < before.0.end);
    let near = named.windows(2).all(|pair| pair[1].0.start - pair[0].0.end <= APART);
    let known = |at: usize| named.iter().any(|(words, _)| words.contains(&at));
    let counts = (0..sentence.words.len()).any(|at| {
        !known(at) && !language.articles.contains(&sentence.word(at)) && sentence.number(at, language).is_some()
    });
    if !near || counts {
        return None;
    }
    let is_column = |of: &(Range<usize>, Named)| matches!(of.1, Named::Column(_));
    let groups: Vec<&[(Range<usize>, Named)]> =
        named.chunk_by(|one, other| is_column(one) == is_column(other)).collect();
    if groups.len() < 4 || !groups.len().is_multiple_of(2) {
        return None;
    }
    let parted = groups.chunks(2).collect::<Vec<_>>().windows(2).all(|pair| {
        let end = pair[0].last().and_then(|group| group.last()).map_or(0, |(words, _)| words.end);
        let start = pair[1].first().and_then(|group| group.first()).map_or(0, |(words, _)| words.start);
        joined(sentence, language, end..start + 1)
    });
    let texts = |group: &[(Range<usize>, Named)]| -> Vec<String> {
        let text = |(_, named): &(Range<usize>, Named)| match named {
            Named::Column(text) | Named::Value(text) => text.clone(),
        };
        group.iter().map(text).collect()
    };
    let pair = |pair: &[&[(Range<usize>, Named)]]| {
        let (columns, values) = if is_column(&pair[0][0]) { (pair[0], pair[1]) } else { (pair[1], pair[0]) };
        let words = pair[0][0].0.start..pair[1].last().map_or(0, |(words, _)| words.end);
        Pair { columns: texts(columns), values: texts(values), words }
    };
    parted.then(|| groups.chunks(2).map(pair).collect())
}

/// A sentence for each of the columns: `First name is required if Kind = P`.
fn said(pairs: &[Pair], (kind, blank, language): (&String, bool, &Language)) -> Vec<Sentence> {
    let or = language.or.first().copied().unwrap_or("/");
    let kind = subject::plain_heading(kind);
    let blank = match (blank, language.otherwise.first(), language.unfilled.first()) {
        (true, Some(otherwise), Some(unfilled)) => format!(", {otherwise} {unfilled}"),
        _ => String::new(),
    };
    let one = |pair: &Pair| {
        let values = pair.values.join(&format!(" {or} "));
        let one = |column: &String| {
            let column = subject::plain_heading(column);
            sentences(&format!("{column} {} {kind} = {values}{blank}", language.required_if))
        };
        pair.columns.iter().flat_map(one).collect::<Vec<_>>()
    };
    pairs.iter().flat_map(one).collect()
}
