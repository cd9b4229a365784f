//! Columns each with what is said of it in brackets, or in a clause of its own: `the rail (A to H) and the position on it (1 to 60)`,
//! `the certificate and the day it expires, which may not be before 1 May 2027`.

use std::ops::Range;

use super::conditions::conditional_at;
use super::language::by_language;
use super::sentence::{Sentence, sentences};
use super::subject::{self, Mention};
use super::words::Language;
use super::{About, Entries, Text, day_forms};
use crate::draft::Draft;

/// Words of what stands in a bracket, at most.
const INSIDE: usize = 12;

/// Words between a column and what is said of it: `the position on the rail (1 to 60)`, at most.
const APART: usize = 4;

/// The sentence without what is said of single columns, and that as sentences of its own.
pub(super) fn apart(known: &Entries<'_>, text: &Text, sentence: &Sentence, draft: &Draft) -> Option<Vec<Sentence>> {
    let beside = matches!(text.about, About::Column(..));
    // "Hive = 1-999; seen = date (dd.mm.yyyy)" is cut at its signs first.
    let parted = [" = ", " | "].iter().any(|sign| sentence.text.contains(sign));
    if beside || parted || !known.headings.are_few() || sentence.is_question() {
        return None;
    }
    by_language(sentence, known.likely).into_iter().take(1).find_map(|language| {
        let mentions = || subject::mentions(sentence, language, (draft, &known.headings), &text.about);
        let heading = |mention: &Mention| {
            let (sheet, column) = mention.place;
            super::heading_words(&draft.sheets[sheet].columns[column].heading)
        };
        let of = OfColumns { sentence, language };
        let parts = of.in_brackets(&mentions, &heading).or_else(|| of.in_clause(&mentions, &heading))?;
        Some(parts.into_iter().map(|part| part.in_the_stead_of(sentence)).collect())
    })
}

struct OfColumns<'s> {
    sentence: &'s Sentence,
    language: &'static Language,
}

impl OfColumns<'_> {
    fn in_brackets(
        &self,
        mentions: &dyn Fn() -> Vec<Mention>,
        heading: &dyn Fn(&Mention) -> String,
    ) -> Option<Vec<Sentence>> {
        let text = &self.sentence.text;
        let brackets: Vec<Range<usize>> = text
            .match_indices('(')
            .filter_map(|(open, _)| Some(open..open + text[open..].find(')')? + 1))
            .filter(|bracket| self.describes(&text[bracket.start + 1..bracket.end - 1]))
            .collect();
        let mentions = if brackets.is_empty() { Vec::new() } else { mentions() };
        // "Where it is Yes the date is needed (dd/mm/yyyy)" asks under a condition, and says how it is written in any case.
        let conditional = mentions.len() == 1 && conditional_at(self.sentence, self.language) == Some(0);
        if !(are_several(&mentions) || conditional) {
            return None;
        }
        let (mut plain, mut from, mut said) = (String::new(), 0, Vec::new());
        for bracket in brackets {
            let Some(of) = mentions.iter().find(|mention| self.is_before(mention, bracket.start)) else { continue };
            said.push(format!("{}: {}", heading(of), &text[bracket.start + 1..bracket.end - 1]));
            plain.push_str(text[from..bracket.start].trim_end());
            from = bracket.end;
        }
        plain.push_str(&text[from..]);
        (!said.is_empty()).then(|| sentences(&plain).into_iter().chain(sentences(&said.join("\n"))).collect())
    }

    /// Whether a bracket tells how values are: `a number between 1 and 60`, `A to H`, `FA and 5 digits`.
    fn describes(&self, inside: &str) -> bool {
        let Some(inside) =
            sentences(inside).pop().filter(|inside| !inside.words.is_empty() && inside.words.len() <= INSIDE)
        else {
            return false;
        };
        let language = self.language;
        let first = inside.word(0);
        let remark =
            [language.example, language.conditional, language.columns, language.only_for, language.alone_required]
                .iter()
                .any(|words| words.iter().any(|phrase| inside.ends_at(phrase, 0).is_some()));
        let letter = |at: usize| inside.words.get(at).is_some_and(|(_, place)| place.len() == 1);
        let range = inside.words.len() == 3 && letter(0) && language.to.contains(&inside.word(1)) && letter(2)
            || inside.words.len() == 2 && letter(0) && inside.is_dashed(0) && letter(1);
        let counts = (0..inside.words.len()).any(|at| inside.number(at, language).is_some());
        let year = inside.words.len() == 1 && first.len() == 4;
        let described = range || counts || day_forms::date(&inside).is_some();
        !remark && !year && !inside.text.contains('=') && described
    }

    /// Whether a column is the first one that is named in the part of the sentence before a bracket.
    fn is_before(&self, mention: &Mention, bracket: usize) -> bool {
        let words = &self.sentence.words;
        let end = words.iter().take_while(|(_, place)| place.end <= bracket).count();
        let joins = |at: usize| {
            let word = self.sentence.word(at);
            [self.language.and, self.language.or].iter().any(|words| words.contains(&word))
        };
        let parted = |at: &usize| joins(*at - 1) || self.sentence.gap(*at - 1).contains([',', ';', ':', '(', ')']);
        let start = (1..end).rev().find(parted).unwrap_or(0);
        let says = |at: usize| {
            let word = self.sentence.word(at);
            [self.language.verbs, self.language.modals].iter().any(|words| words.contains(&word))
        };
        let (from, to) = (mention.words.start, mention.words.end);
        // "The date is needed (dd/mm/yyyy)"
        let duty = self.sentence.required(self.language).filter(|duty| to <= duty.start && duty.end == end);
        let plain = duty.map_or(end, |duty| duty.start);
        let copula = |at: usize| self.language.copulas.contains(&self.sentence.word(at)) && at + 1 == plain;
        start <= from && to <= end && end - to <= APART && !(to..plain).any(|at| says(at) && !copula(at))
    }

    fn in_clause(
        &self,
        mentions: &dyn Fn() -> Vec<Mention>,
        heading: &dyn Fn(&Mention) -> String,
    ) -> Option<Vec<Sentence>> {
        let sentence = self.sentence;
        let leads = |at: &usize| {
            self.language.relative.contains(&sentence.word(*at)) && sentence.gap(*at - 1) == "," && {
                let next = sentence.word(at + 1);
                self.language.verbs.contains(&next) || self.language.modals.contains(&next)
            }
        };
        let which = (2..sentence.words.len().saturating_sub(1)).rev().find(leads)?;
        let start = sentence.words[which + 1].1.start;
        if sentence.text[start..].contains([',', ';']) {
            return None;
        }
        let mentions = mentions();
        let of = mentions.iter().rev().find(|mention| mention.words.end <= which)?;
        // "The day it is due back, which has to be later than the last cleaning" may name the other in other words.
        let ordered = || {
            let tail = sentences(&sentence.text[start..]);
            tail.iter().any(|tail| tail.has(self.language.later) || tail.has(self.language.earlier))
        };
        if !(are_several(&mentions) || ordered()) || which - of.words.end > APART {
            return None;
        }
        let head = &sentence.text[..sentence.words[which - 1].1.end];
        let said = format!("{}: {}", heading(of), &sentence.text[start..]);
        Some(sentences(head).into_iter().chain(sentences(&said)).collect())
    }
}

/// Whether more than one column is named.
fn are_several(mentions: &[Mention]) -> bool {
    mentions.iter().any(|mention| mention.place != mentions[0].place)
}
