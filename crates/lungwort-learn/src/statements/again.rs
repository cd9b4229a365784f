//! Sentences that are read again once all has been said: which rows a condition is of may stand in a text behind it, `needed if the
//! box is closed` before `Closed: yes or no`.

use super::heard::one;
use super::sentence::Sentence;
use super::subject::Mention;
use super::{Claim, Entries, Text};
use crate::draft::{Confidence, Draft, Line};
use lungwort_core::cell::shown::clipped;

/// Sentences that are read again, at most.
pub(super) const MOST: usize = 500;

/// A sentence with what it was read beside.
pub(super) struct Open {
    pub text: Text,
    pub sentence: Sentence,
    pub before: Vec<Mention>,
    pub labelled: bool,
}

/// Whether a claim waits for a condition, or is no more than an offer because of one.
pub(super) fn is_open(claim: &Claim) -> bool {
    claim.confidence == Confidence::Suggested && (claim.value.contains('…') || claim.is_limit())
}

/// Reads the sentences that were left open again, each in place of what came of it before.
pub(super) fn read_open(known: &Entries<'_>, open: Vec<Open>, draft: &mut Draft) {
    for Open { text, sentence, before, labelled } in open {
        let cited = text.cited(&sentence);
        let source = format!("{}: {}", text.place, clipped(cited, 90));
        let unread = draft.unread.iter().position(|unread| unread.text == cited && unread.place == text.place);
        let unread = unread.map(|at| (at, draft.unread.remove(at)));
        let (obliging, left) = (draft.obliging, draft.unread.len());
        let offers = offers_of(&source, draft);
        one(known, (&text, &sentence), before, draft, labelled);
        draft.obliging = obliging;
        // What is still to be read stands where it stood.
        draft.unread.truncate(left);
        match unread {
            Some((at, unread)) if !is_behind(&source, draft) => draft.unread.insert(at, unread),
            None if !is_behind(&source, draft) => put_back(offers, draft),
            _ => {}
        }
    }
}

/// Takes out the offers that a sentence led to.
fn offers_of(source: &str, draft: &mut Draft) -> Vec<((usize, usize), Line)> {
    let mut offers = Vec::new();
    for (sheet, of) in draft.sheets.iter_mut().enumerate() {
        for (at, column) in of.columns.iter_mut().enumerate() {
            let is_offer = |line: &mut Line| line.confidence == Confidence::Suggested && line.source == source;
            offers.extend(column.lines.0.extract_if(.., is_offer).map(|line| ((sheet, at), line)));
        }
    }
    offers
}

fn put_back(offers: Vec<((usize, usize), Line)>, draft: &mut Draft) {
    for ((sheet, column), line) in offers {
        draft.sheets[sheet].columns[column].lines.set(line.key, line.value, line.source, line.confidence);
    }
}

/// Whether anything of the draft comes from a sentence.
fn is_behind(source: &str, draft: &Draft) -> bool {
    draft.sheets.iter().any(|sheet| {
        sheet.rules.iter().any(|rule| rule.source == source)
            || sheet.columns.iter().any(|column| column.lines.0.iter().any(|line| line.source == source))
    })
}
