//! What a sign at headings says of their columns, and when: `+ needed if the screening was charged for`.

use super::sentence::{Sentence, sentences};
use super::words;
use super::{About, Entries, Text};
use crate::draft::Draft;
use crate::marks::BRACKETED;

/// Signs that may stand behind a heading.
const SIGNS: &[char] = &['*', '+', '°', '†', '‡', '#', '^', '~', '§', '¹', '²', '³'];

/// What an asterisk in brackets is read as: a sign of its own.
const IN_BRACKETS: &str = "‡";

/// Columns that one sign stands for, at most, and legends of a template that are read so: each is as many sentences as it has columns.
const MOST: usize = 40;
const LEGENDS: usize = 12;

/// What a legend says, column by column, where what it says of a sign holds under a condition.
pub(super) fn apart(known: &Entries<'_>, text: &Text, sentence: &Sentence, draft: &Draft) -> Option<Vec<Sentence>> {
    let read = known.legends.get();
    if read >= LEGENDS || text.about.column().is_some() || !sentence.text.contains(SIGNS) {
        return None;
    }
    let text_of = |text: &str| text.replace(BRACKETED, IN_BRACKETS);
    let whole = text_of(&sentence.text);
    let clauses = clauses(&whole);
    if !clauses.iter().any(|(_, clause)| is_conditional(clause)) {
        return None;
    }
    let sheets = draft.sheets.iter().enumerate().filter(|(sheet, _)| match text.about {
        About::Sheet(own) => own == *sheet,
        _ => true,
    });
    let headings: Vec<String> =
        sheets.flat_map(|(_, sheet)| &sheet.columns).map(|column| text_of(column.heading.trim())).collect();
    let mut said = Vec::new();
    for (sign, clause) in clauses {
        let marked = headings.iter().filter(|heading| sign_of(heading) == sign && heading.len() > sign.len());
        let left = MOST.saturating_sub(said.len());
        for heading in marked.take(left) {
            let heading = heading.trim_end_matches(SIGNS).trim();
            said.extend(sentences(&format!("{heading}: {clause}")));
        }
    }
    known.legends.set(read + usize::from(!said.is_empty()));
    (!said.is_empty()).then(|| said.into_iter().map(|part| part.in_the_stead_of(sentence)).collect())
}

/// The sign behind a heading; empty where there is none.
fn sign_of(heading: &str) -> &str {
    &heading[heading.trim_end_matches(SIGNS).len()..]
}

/// The signs that a text explains, each with what it says of it.
fn clauses(text: &str) -> Vec<(&str, &str)> {
    let alone = |at: usize, sign: &str| {
        let (before, behind) = (&text[..at], &text[at + sign.len()..]);
        let opens =
            |each: char| each.is_whitespace() || matches!(each, '(' | '"' | '“' | '„' | '«' | '\'' | ':' | ';' | ',');
        let closes =
            |each: char| each.is_whitespace() || matches!(each, ')' | '"' | '”' | '“' | '»' | '\'' | ':' | '=');
        before.chars().next_back().is_none_or(opens) && behind.chars().next().is_some_and(closes)
    };
    let mut signs: Vec<(usize, &str)> = Vec::new();
    for (at, _) in text.match_indices(SIGNS) {
        if signs.last().is_none_or(|(last, sign)| *last + sign.len() <= at) {
            let rest = &text[at..];
            let sign = &rest[..rest.len() - rest.trim_start_matches(SIGNS).len()];
            signs.push((at, sign));
        }
    }
    signs.retain(|(at, sign)| alone(*at, sign));
    let ends: Vec<usize> = signs.iter().skip(1).map(|(at, _)| *at).chain(std::iter::once(text.len())).collect();
    signs.iter().zip(ends).map(|((at, sign), end)| (*sign, plain(&text[at + sign.len()..end]))).collect()
}

/// What is said of a sign, without what leads up to it.
fn plain(clause: &str) -> &str {
    let signs = |each: char| {
        each.is_whitespace()
            || matches!(each, ')' | '(' | '"' | '”' | '“' | '»' | '\'' | ':' | '=' | ';' | ',' | '–' | '-' | '.')
    };
    let mut clause =
        clause.trim_matches(|each: char| signs(each) && each != ')' && each != '(').trim_start_matches(signs);
    loop {
        let first = clause.split(' ').next().unwrap_or_default();
        let leads = words::ALL.iter().any(|language| {
            [language.means, language.meaning_signs, language.copulas]
                .iter()
                .any(|words| words.contains(&first.to_lowercase().as_str()))
        });
        match clause.split_once(' ').filter(|_| leads) {
            Some((_, rest)) => clause = rest,
            None => return clause,
        }
    }
}

/// Whether a clause says when something is needed.
fn is_conditional(clause: &str) -> bool {
    sentences(clause).first().is_some_and(|said| {
        words::ALL.iter().any(|language| said.required(language).is_some() && said.has(language.conditional))
    })
}

#[cfg(test)]
mod tests {
    use super::clauses;

    #[test]
    fn each_sign_has_what_is_said_of_it() {
        assert_eq!(
            clauses("Key: * always needed; + needed if it was charged for (Charged = yes)"),
            [("*", "always needed"), ("+", "needed if it was charged for (Charged = yes)")]
        );
        assert_eq!(clauses("** = Pflicht, wenn Art = A"), [("**", "Pflicht, wenn Art = A")]);
        assert_eq!(clauses("Columns with a + are needed when paid."), [("+", "needed when paid")]);
        assert!(clauses("Total = A+B, at least 2*3").is_empty());
    }
}
