//! What is said of the filling in of one column and what is said of its values, each a sentence of its own: `required if treated is yes,
//! must be empty if treated is no`, `only for plants, from 7 to 40`.

use super::language::by_language;
use super::limit_of_some::is_of_kind;
use super::sentence::{Sentence, sentences};
use super::words::Language;
use super::{About, Entries, Text, conditions, describe_values, subject};
use crate::draft::Draft;

/// Parts of a sentence, at most: more of them are a list.
const MOST: usize = 8;

/// Words of a unit behind a column, at most: `in kg`.
const UNIT: usize = 2;

/// Words of a kind of rows before "only", at most.
const KIND: usize = 2;

/// The parts of a sentence about one column of which at least one says when it is filled in.
pub(super) fn apart(known: &Entries<'_>, text: &Text, sentence: &Sentence, draft: &Draft) -> Option<Vec<Sentence>> {
    if !sentence.text.contains([',', ';']) {
        return None;
    }
    by_language(sentence, known.likely).into_iter().find_map(|language| {
        let (skipped, label) = label_of(known, (text, sentence, language), draft)?;
        let body = sentence.text[skipped..].trim_end_matches('.');
        let parts = parts_of(known, text, (body, language), draft);
        // "Tow load only for cars, at most 3500" begins with the column.
        let of_some = |part: &String| {
            let part = sentences(part).into_iter().next()?;
            let only = (0..part.words.len()).find(|at| language.only.contains(&part.word(*at)))?;
            let led = [language.only_for, language.conditional, language.with];
            Some(led.into_iter().flatten().any(|phrase| part.ends_at(phrase, only + 1).is_some()))
        };
        let begins = skipped == 0 && !label.is_empty() && parts.first().and_then(of_some).unwrap_or(false);
        let conditional =
            |part: &String| is_conditional_duty(part, language) || is_kind_only(text, (part, language), draft);
        let whole = parts.len() >= 2 && parts.len() <= MOST && (begins || parts.iter().any(conditional));
        let named = |(at, part): (usize, &String)| match at == 0 && skipped == 0 {
            true => sentences(part),
            false => sentences(&format!("{label}{part}")),
        };
        whole.then(|| parts.iter().enumerate().flat_map(named).collect())
    })
}

/// What stands before the sentence's parts, and how long it is: nothing beside a column, and else the column with its sign. Where it has
/// none, as in `Length in metres, from 1 to 20; leave blank when …`, the column is named again for what follows.
fn label_of(
    known: &Entries<'_>,
    (text, sentence, language): (&Text, &Sentence, &'static Language),
    draft: &Draft,
) -> Option<(usize, String)> {
    let signs = [": ", " – ", " — "];
    let sign = signs.iter().filter_map(|sign| Some(sentence.text.find(sign)? + sign.len())).min();
    let beside = matches!(text.about, About::Column(..)).then(|| (0, String::new()));
    let mentions = subject::mentions(sentence, language, (draft, &known.headings), &text.about);
    let Some(end) = sign else {
        let first = mentions.first().filter(|first| first.words.start <= 1 && !first.words.is_empty());
        let first = first.filter(|_| beside.is_none());
        // "Tow load only for cars, at most 3500"
        let only = |first: &&subject::Mention| {
            let near = first.words.end..first.words.end + UNIT + 1;
            near.into_iter().any(|at| language.only.contains(&sentence.word(at)))
        };
        let Some(first) = first.filter(|first| sentence.text.contains("; ") || only(first)) else { return beside };
        // "Lots are refused, if …; leave …" is a sentence, and no label.
        let comma = sentence.text.find([',', ';']).unwrap_or(0);
        let before = |at: &usize| sentence.words[*at].1.start < comma;
        let verb = (first.words.end..sentence.words.len())
            .take_while(before)
            .any(|at| [language.verbs, language.modals].iter().any(|words| words.contains(&sentence.word(at))));
        let name = &sentence.text[sentence.words[first.words.start].1.start..sentence.words[first.words.end - 1].1.end];
        return (!verb && first.words.start == 0).then(|| (0, format!("{name}: ")));
    };
    let words = sentence.words.iter().take_while(|(_, place)| place.end <= end).count();
    // `container (cm): …` has its unit behind it.
    let ends = |at: usize| at == words || at > 0 && at < words && sentence.gap(at - 1).starts_with('(');
    let first = mentions.first().filter(|first| first.words.start <= 1 && ends(first.words.end));
    let alone = mentions.iter().all(|mention| mention.words.start >= words || Some(mention) == first);
    // `Address and postcode: both or neither; required when gift aid is Y`
    let joined = || {
        let own: Vec<_> = mentions.iter().take_while(|mention| mention.words.end <= words).collect();
        let near = own.windows(2).all(|pair| {
            let between = pair[0].words.end..pair[1].words.start;
            between.into_iter().all(|at| language.and.contains(&sentence.word(at)))
        });
        let whole = own.first().is_some_and(|first| first.words.start <= 1)
            && own.last().is_some_and(|last| last.words.end == words);
        own.len() > 1 && near && whole && mentions.iter().skip(own.len()).all(|mention| mention.words.start >= words)
    };
    match first {
        _ if joined() => Some((end, sentence.text[..end].to_owned())),
        Some(_) if alone => Some((end, sentence.text[..end].to_owned())),
        _ => beside,
    }
}

/// The parts of a sentence's body that can be read alone; what cannot goes with the part before it.
fn parts_of(
    known: &Entries<'_>,
    text: &Text,
    (body, language): (&str, &'static Language),
    draft: &Draft,
) -> Vec<String> {
    let mut parts: Vec<String> = Vec::new();
    for piece in pieces(body) {
        // "Only for restricted boxes, mandatory for them" and "leave it out for all others" go on about those before.
        let duty = is_conditional_duty(piece, language) && !goes_on(piece, language)
            || is_kind_only(text, (piece, language), draft);
        let alone =
            parts.is_empty() || duty || is_order(piece, language) || is_form(known, text, (piece, language), draft);
        match parts.last_mut() {
            Some(last) if !alone => last.push_str(piece),
            _ => parts.push(piece.to_owned()),
        }
    }
    parts.iter().map(|part| part.trim().trim_end_matches([',', ';']).to_owned()).collect()
}

/// A text cut behind its commas and semicolons, but for those within numbers: `10,000`.
fn pieces(body: &str) -> Vec<&str> {
    let signs = body.match_indices([',', ';']).map(|(at, _)| at + 1);
    let ends = signs.filter(|end| body[*end..].starts_with(char::is_whitespace)).chain([body.len()]);
    let mut from = 0;
    ends.map(|end| &body[std::mem::replace(&mut from, end)..end]).collect()
}

/// Whether a part speaks of rows that the parts before it named.
fn goes_on(part: &str, language: &Language) -> bool {
    let Some(part) = sentences(part).into_iter().next() else { return false };
    let word = |at: usize, phrases: &[&str]| phrases.contains(&part.word(at));
    let pronoun = (0..part.words.len()).any(|at| word(at, language.only_for) && word(at + 1, language.pronouns));
    [language.all_other, language.otherwise, language.no_others, language.everyone_else]
        .into_iter()
        .any(|phrases| part.has(phrases))
        || pronoun
}

/// Whether a part begins with what says that something must be filled in, may be, or must not be.
fn is_duty(part: &str, language: &Language) -> bool {
    let Some(part) = sentences(part).into_iter().next() else { return false };
    let begins = |phrases: &[&str], at: usize| phrases.iter().any(|phrase| part.ends_at(phrase, at).is_some());
    let known = [language.required, language.forbidden, language.optional, language.alone_required, language.leave];
    let duty = known.into_iter().any(|phrases| begins(phrases, 0));
    let modal = begins(language.modals, 0);
    let only = language.only.contains(&part.word(0))
        && [language.conditional, language.only_for, language.with].into_iter().any(|phrases| begins(phrases, 1));
    duty || modal || only || begins(language.conditional, 0) && language.only.contains(&part.word(0))
}

/// Whether a part says what comes before or behind the column: `not before the invoice date`.
fn is_order(part: &str, language: &Language) -> bool {
    let Some(part) = sentences(part).into_iter().next() else { return false };
    let denied = usize::from(language.negations.contains(&part.word(0)));
    let known = [language.earlier, language.later, language.not_before, language.not_after];
    known.into_iter().flatten().any(|phrase| part.ends_at(phrase, 0).or_else(|| part.ends_at(phrase, denied)).is_some())
}

/// Whether a part says when something is filled in.
fn is_conditional_duty(part: &str, language: &Language) -> bool {
    let Some(sentence) = sentences(part).into_iter().next() else { return false };
    let narrowed = (0..sentence.words.len()).any(|at| language.only_for.contains(&sentence.word(at)));
    // "Mandatory above 100"
    let limits = [language.above, language.below];
    let limited = (1..sentence.words.len()).any(|at| {
        let ends = limits.into_iter().flatten().filter_map(|phrase| sentence.ends_at(phrase, at));
        ends.into_iter().any(|end| sentence.number(end, language).is_some())
    });
    is_duty(part, language) && (conditions::conditional_at(&sentence, language).is_some() || narrowed || limited)
}

/// `SAME only`: rows of one kind, where another column takes that value.
fn is_kind_only(text: &Text, (part, language): (&str, &Language), draft: &Draft) -> bool {
    let Some(part) = sentences(part).into_iter().next() else { return false };
    let last = part.words.len().saturating_sub(1);
    (1..=KIND).contains(&last) && language.only.contains(&part.word(last)) && is_of_kind(text, &part, draft)
}

/// Whether a part says how values are written and nothing of other columns.
fn is_form(known: &Entries<'_>, text: &Text, (part, language): (&str, &'static Language), draft: &Draft) -> bool {
    let Some(sentence) = sentences(part).into_iter().next() else { return false };
    let range = (0..sentence.words.len()).any(|at| {
        let from = language.between.contains(&sentence.word(at)) || at == 0;
        let next = if language.between.contains(&sentence.word(at)) { at + 1 } else { at };
        let number = |at: usize| sentence.number(at, language).is_some();
        let joined = sentence.is_dashed(next) && number(next + 1)
            || language.to.contains(&sentence.word(next + 1)) && number(next + 2);
        from && number(next) && joined
    });
    let written = language.form_words.contains(&sentence.word(0));
    let says = written || range || describe_values(&[part.trim().trim_end_matches([',', ';', '.'])]);
    says && conditions::conditional_at(&sentence, language).is_none()
        && !(0..sentence.words.len()).any(|at| language.only_for.contains(&sentence.word(at)))
        && subject::mentions(&sentence, language, (draft, &known.headings), &text.about).is_empty()
}
