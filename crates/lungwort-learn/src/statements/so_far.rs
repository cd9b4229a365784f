//! How far apart two days may be: `at most 90 days after Out`, `no later than four weeks before the start`.

use super::codes::qualified;
use super::conditions::{condition_of, condition_span};
use super::lasting::{is_of_times, kind_among};
use super::sentence::Sentence;
use super::subject::{Mention, Place};
use super::words::Language;
use super::{Claim, Confidence, Reading, Target};
use crate::draft::Draft;
use lungwort_core::rulebook::toml_text::quoted;

/// Words by which rows are named, at most: `power tools`.
const OF_KIND: usize = 2;

/// A span of time that a sentence names: its first word, and how an expression writes it.
pub(super) struct Span {
    pub at: usize,
    pub end: usize,
    pub written: String,
}

/// What a sentence says of how far a day lies from another one.
pub(super) fn read(
    (sentence, language): (&Sentence, &Language),
    (mentions, places): (&[Mention], &[Place]),
    (name, draft): (&dyn Fn(Place) -> String, &Draft),
) -> Reading {
    let of_times = spans(sentence, language).is_empty();
    let in_times = || spans_in(sentence, language, language.spans_of_times).into_iter().next();
    let Some(span) = span(sentence, language).or_else(in_times) else { return Reading::default() };
    let starts = |phrases: &[&str]| phrases.iter().filter_map(|phrase| sentence.ends_at(phrase, span.end)).max();
    // "Within 14 days of Out"
    let of = || starts(language.owners).filter(|_| qualified(sentence, language.within, span.at));
    let (end, after) = match (starts(language.later), starts(language.earlier)) {
        (Some(end), _) => (end, true),
        (None, Some(end)) => (end, false),
        (None, None) => match of() {
            Some(end) => (end, true),
            None => return Reading::default(),
        },
    };
    let article = usize::from(language.every.contains(&sentence.word(end)));
    let from = end + article;
    // Of "loan start", where other headings are of loans too, only the second word names the column.
    let own_word = |(sheet, column): Place| {
        let heading = draft.sheets[sheet].columns[column].heading.to_lowercase();
        heading.split_whitespace().any(|word| word == sentence.word(from))
    };
    let near =
        |mention: &&Mention| mention.words.start == from || mention.words.start == from + 1 && own_word(mention.place);
    let Some(other) = mentions.iter().find(near).map(|of| of.place) else {
        return Reading::default();
    };
    // "If Category is power, at most 7 days after Out" is said of these rows.
    let condition = condition_span(sentence, language);
    let within = |mention: &Mention| condition.as_ref().is_some_and(|of| of.contains(&mention.words.start));
    let when = condition.as_ref().map(|_| condition_of(sentence, language, mentions, name));
    if when == Some(None) {
        return Reading::default();
    }
    let kind = condition.is_none().then(|| kind((sentence, language), &span, (draft, other.0))).flatten();
    let of_kind = |mention: &Mention| kind.as_ref().is_some_and(|(words, _)| words.contains(&mention.words.start));
    // What is spoken of is named before, or the text is about it.
    let is_before = |mention: &&Mention| mention.words.end <= span.at && !within(mention) && !of_kind(mention);
    let before = mentions.iter().find(is_before).map(|mention| mention.place);
    let own = before.or_else(|| places.iter().copied().find(|place| *place != other));
    let Some(own) = own.filter(|own| *own != other && own.0 == other.0) else { return Reading::default() };
    // "At least 20 minutes after Start" is of two columns of times.
    if of_times && ![own, other].into_iter().all(|place| is_of_times(place, draft)) {
        return Reading::default();
    }
    let said = |phrases: &[&str]| qualified(sentence, phrases, span.at);
    // "Au plus tôt" has "au plus" in it.
    let early = said(language.not_before);
    let most = !early && (said(language.at_most) || said(language.not_after) || said(language.within));
    let least = !early && said(language.at_least);
    let (own_name, other_name) = (name(own), name(other));
    let far = |sign: &str| format!("{other_name} {sign} {}", span.written);
    let check = match (most, least, after) {
        _ if said(language.within) && is_apart((sentence, language), &span) => {
            format!("{own_name} < {other_name} OR {own_name} > {}", far("+"))
        }
        // "No earlier than two weeks before the start" is nearer to it than these.
        _ if early => format!("{own_name} >= {}", far(if after { "+" } else { "-" })),
        (true, false, true) => format!("{own_name} >= {other_name} AND {own_name} <= {}", far("+")),
        (false, true, true) => format!("{own_name} >= {}", far("+")),
        (true, false, false) if !said(language.not_after) => {
            format!("{own_name} <= {other_name} AND {own_name} >= {}", far("-"))
        }
        // "No later than two weeks before the start"
        (true, false, false) | (false, true, false) => format!("{own_name} <= {}", far("-")),
        _ => return Reading::default(),
    };
    let claim = |on, key, value: String| Claim { on, key, value, confidence: Confidence::Confirm };
    let mut claims = kinds(sentence, (own, other), of_times, draft);
    claims.push(claim(Target::Rule(own.0), "check", quoted(&check)));
    let kind = kind.map(|(_, (place, value))| format!("{} = '{}'", name(place), value.replace('\'', "''")));
    claims.extend(when.flatten().or(kind).map(|when| claim(Target::Rule(own.0), "when", quoted(&when))));
    Reading::of(claims)
}

/// `Not within 14 days of Sowing`
fn is_apart((sentence, language): (&Sentence, &Language), span: &Span) -> bool {
    let within = (1..span.at).rfind(|at| language.within.contains(&sentence.word(*at)));
    within.is_some_and(|at| language.negations.contains(&sentence.word(at - 1)))
}

/// That two columns have days, or times of the day, where that is not known yet.
fn kinds(sentence: &Sentence, (own, other): (Place, Place), of_times: bool, draft: &Draft) -> Vec<Claim> {
    let claim = |place, key, value: String| {
        let on = Target::Column(place);
        Claim { on, key, value, confidence: Confidence::Confirm }
    };
    let mut claims = Vec::new();
    for (one, from) in [(own, other), (other, own)] {
        let lines = |(sheet, column): Place| &draft.sheets[sheet].columns[column].lines;
        if lines(one).get("type").is_none() && of_times {
            claims.push(claim(one, "type", quoted("time")));
        } else if lines(one).get("type").is_none() {
            claims.push(claim(one, "type", quoted("date")));
            let form = lines(from).get("date_format").map(|line| line.value.clone());
            claims.extend(form.map(|form| claim(one, "date_format", form)));
        }
    }
    // Of two columns of which neither is known to have days, it shows in the end how they are written.
    let both = claims.iter().filter(|claim| claim.key == "type").count() > 1;
    if !of_times && both && super::day_forms::date(sentence).is_none() {
        claims.clear();
    }
    claims
}

/// The rows that a sentence is said of, and the words that name them: `for power tools at most 7 days after Lent on`.
fn kind(
    (sentence, language): (&Sentence, &Language),
    span: &Span,
    within: (&Draft, usize),
) -> Option<(std::ops::Range<usize>, (Place, String))> {
    // "21 days, for power tools only 7" says it of the 7.
    let goes_on = |at: usize| {
        let plain = |at: usize| sentence.number(at, language).is_none() && !sentence.gap(at - 1).contains([',', ';']);
        at < span.at || (span.end..=at).all(plain)
    };
    let leads = |at: &usize| language.only_for.contains(&sentence.word(*at)) && goes_on(*at);
    let named = |at: usize| {
        let words = at + 1..(at + 1 + OF_KIND).min(sentence.words.len());
        kind_among(sentence, words.clone(), within).map(|kind| (words, kind))
    };
    (0..sentence.words.len()).filter(leads).find_map(named)
}

/// `90 days`, `four weeks`: the first that a sentence names.
pub(super) fn span(sentence: &Sentence, language: &Language) -> Option<Span> {
    spans(sentence, language).into_iter().next()
}

/// All spans of time that a sentence names.
pub(super) fn spans(sentence: &Sentence, language: &Language) -> Vec<Span> {
    spans_in(sentence, language, language.spans)
}

/// The spans of time whose units are some words.
pub(super) fn spans_in(sentence: &Sentence, language: &Language, units: &[(&str, &str)]) -> Vec<Span> {
    let one = |at: usize| {
        // "A week"
        let article = language.articles.contains(&sentence.word(at)).then_some(1.0);
        let count = sentence.number(at, language).or(article);
        let count = count.filter(|count| *count >= 1.0 && count.fract() == 0.0)?;
        let (_, unit) = units.iter().find(|(word, _)| *word == sentence.word(at + 1))?;
        Some(Span { at, end: at + 2, written: format!("INTERVAL '{count}' {unit}") })
    };
    (0..sentence.words.len()).filter_map(one).collect()
}
