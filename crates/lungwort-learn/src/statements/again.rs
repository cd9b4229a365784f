//! Sentences that are read again once all has been said: which rows a condition is of may stand in a text behind it, `needed if the
//! box is closed` before `Closed: yes or no`.

use super::clauses::apart;
use super::days_of_rows::{has_days, is_of_days};
use super::heard::Spoken;
use super::limit_of_some::names_any;
use super::sentence::Sentence;
use super::subject::{Mention, plain_heading};
use super::{Claim, Entries, Text, words};
use crate::draft::{Confidence, Draft, DraftRule, Line};
use lungwort_core::cell::shown::clipped;

/// Sentences that are read again, at most.
pub(super) const MOST: usize = 500;

/// Words of a sentence that is cut anew, at most.
const LONGEST: usize = 40;

/// A sentence with what it was read beside.
pub(super) struct Open {
    pub text: Text,
    pub sentence: Sentence,
    pub before: Vec<Mention>,
    pub labelled: bool,
    pub again: Again,
}

/// Whether a sentence is read again once all has been said.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub(super) enum Again {
    /// Where it is cut or said in plainer words, once it is known that it names rows of some kind: `S, M or L; not for VAN`.
    IfCut,
    /// Where it names rows of some kind, which is known then.
    IfOfSome,
    /// Something of it was left open: a condition that is not known, or all of it.
    Yes,
}

/// Whether a claim waits for a condition, or is no more than an offer because of one.
pub(super) fn is_open(claim: &Claim) -> bool {
    claim.confidence == Confidence::Suggested && (claim.value.contains('…') || claim.is_limit())
}

/// Reads the sentences that were left open again, each in place of what came of it before.
pub(super) fn read_open(known: &Entries<'_>, open: Vec<Open>, draft: &mut Draft) {
    for of in open {
        let (text, sentence) = (&of.text, &of.sentence);
        // Which other columns have days is known by now, too.
        let of_days = || {
            let of_own = text.about.column().is_some_and(|place| is_of_days(place, draft));
            let named = || words::ALL.iter().any(|language| sentence.has(language.day_nouns));
            of_own || text.about.column().is_some() && named()
        };
        let done = || names_what_is_done(text, sentence, draft);
        if of.again != Again::Yes && !names_any(text, sentence, draft) && !of_days() && !done() {
            continue;
        }
        // What is known of the lists by now may tell how it is cut.
        let plain = (sentence.stated.is_none() || of.again == Again::Yes) && sentence.words.len() <= LONGEST;
        let parts = if plain { apart(known, (text, None), sentence.clone(), draft) } else { vec![sentence.clone()] };
        let part_of_value = |part: Sentence| if sentence.of_a_value { part.of_a_value() } else { part };
        let parts: Vec<Sentence> = parts.into_iter().map(part_of_value).collect();
        let is_new = parts.len() > 1 || parts.iter().any(|part| part.stated.is_some() != sentence.stated.is_some());
        if of.again == Again::IfCut && !is_new {
            continue;
        }
        let cited = text.cited(sentence).to_owned();
        let source = source_of(text, sentence);
        let sources: Vec<String> = parts.iter().map(|part| source_of(text, part)).collect();
        let unread = draft.unread.iter().position(|unread| unread.text == cited && unread.place == text.place);
        let unread = unread.map(|at| (at, draft.unread.remove(at)));
        let (obliging, left) = (draft.obliging, draft.unread.len());
        let before = taken_out(&source, of.again, draft);
        let mut said = Spoken::going_on(of.before.clone(), of.labelled);
        for part in parts {
            said.next((known, text), part, draft);
        }
        draft.obliging = obliging;
        // What is still to be read stands where it stood.
        draft.unread.truncate(left);
        let behind = sources.iter().map(|source| behind(source, draft)).sum::<usize>();
        match unread {
            Some((at, unread)) if behind == 0 => draft.unread.insert(at, unread),
            // What came of other sentences since may stand in the way of what this one said first.
            None if behind == 0 || of.again == Again::IfCut && behind < before.count() => {
                sources.iter().for_each(|source| drop(taken_out(source, Again::IfCut, draft)));
                put_back(before, draft);
            }
            _ => {}
        }
    }
}

/// Letters of a word that says what is done, at least.
const DONE: usize = 4;
/// Columns of a sheet that are gone through for it, at most.
const FEW: usize = 200;

/// Whether a word of a sentence is what the heading of a column of days, or of yes and no, begins with: `returned` of Returned on.
fn names_what_is_done(text: &Text, sentence: &Sentence, draft: &Draft) -> bool {
    let reached = draft.sheets.iter().enumerate().filter(|(at, _)| text.about.reaches(*at));
    // Each sentence that is read again asks so of each column.
    let mut columns = reached.filter(|(_, sheet)| sheet.columns.len() <= FEW).flat_map(|(_, sheet)| &sheet.columns);
    columns.any(|column| {
        let heading = plain_heading(&column.heading).to_lowercase();
        let first = heading.split([' ', '_']).next().filter(|first| first.len() >= DONE);
        let called = |first: &str| sentence.words.iter().any(|(word, _)| word == first);
        (has_days(column) || column.is_yes_no()) && first.is_some_and(called)
    })
}

/// What came of a sentence: lines of columns, and rules of sheets.
#[derive(Default)]
struct TakenOut {
    lines: Vec<((usize, usize), Line)>,
    rules: Vec<(usize, DraftRule)>,
}

impl TakenOut {
    fn count(&self) -> usize {
        self.lines.len() + self.rules.len()
    }
}

/// Takes out the offers that a sentence led to, what it asked of all rows where it speaks of some, and all of it where it is cut now.
fn taken_out(source: &str, again: Again, draft: &mut Draft) -> TakenOut {
    let mut out = TakenOut::default();
    for (sheet, of) in draft.sheets.iter_mut().enumerate() {
        for (at, column) in of.columns.iter_mut().enumerate() {
            let is_open = |line: &mut Line| {
                let open = match again {
                    Again::IfCut => true,
                    Again::IfOfSome => line.key == "required",
                    Again::Yes => false,
                };
                (open || line.confidence == Confidence::Suggested) && line.source == source
            };
            out.lines.extend(column.lines.0.extract_if(.., is_open).map(|line| ((sheet, at), line)));
        }
        if again == Again::IfCut {
            let own = |rule: &mut DraftRule| rule.source == source;
            out.rules.extend(of.rules.extract_if(.., own).map(|rule| (sheet, rule)));
        }
    }
    out
}

fn put_back(out: TakenOut, draft: &mut Draft) {
    for ((sheet, column), line) in out.lines {
        draft.sheets[sheet].columns[column].lines.set(line.key, line.value, line.source, line.confidence);
    }
    for (sheet, rule) in out.rules {
        draft.sheets[sheet].rules.push(rule);
    }
}

/// What a line cites as where it was learned.
pub(super) fn source_of(text: &Text, sentence: &Sentence) -> String {
    format!("{}: {}", text.place, clipped(text.cited(sentence), 90))
}

/// How much of the draft comes from a sentence.
fn behind(source: &str, draft: &Draft) -> usize {
    let of_column =
        |column: &crate::draft::DraftColumn| column.lines.0.iter().filter(|line| line.source == source).count();
    let of_sheet = |sheet: &crate::draft::DraftSheet| {
        let rules = sheet.rules.iter().filter(|rule| rule.source == source).count();
        rules + sheet.columns.iter().map(of_column).sum::<usize>()
    };
    draft.sheets.iter().map(of_sheet).sum()
}
