//! Rows with more or fewer cells than there are headings, and which unquoted delimiter is to blame.

use super::cell::Found;
use super::head::Head;
use super::rows::SheetJudge;
use crate::cell::shown;
use crate::finding::{Repair, codes::file as codes};
use crate::intake::{Batch, Field};

/// What was found about a row's cells.
pub struct Ragged {
    /// The row within the batch.
    pub row: usize,
    /// What to say.
    pub found: Found,
    /// The cell that is to blame, in the file.
    pub field: Option<usize>,
    /// Its text, or the whole row's.
    pub value: Option<Box<str>>,
    /// Whether the row's cells stand under the wrong headings, so that judging them would only mislead.
    pub hopeless: bool,
}

/// Brings a row to the width of the headings: blank cells beyond it are dropped, missing ones added, and
/// neighbours joined where that makes the typed columns fit. `None` where the row was as wide as it should be.
pub fn settle(judge: &SheetJudge<'_>, head: &Head, batch: &mut Batch, row: usize, delimiter: u8) -> Option<Ragged> {
    let cells: Vec<Field> = batch.row(row).to_vec();
    let due = head.width;
    if cells.len() < due {
        let missing = due - cells.len();
        let mut padded = cells.clone();
        padded.resize(due, Field::empty());
        batch.set_row(row, &padded);
        let plural = if missing == 1 { "cell is" } else { "cells are" };
        let message =
            format!("the row has {} cells where the headings have {due}: {missing} {plural} missing.", cells.len());
        return Some(Ragged {
            row,
            found: Found::new(&codes::SHORT_ROW, message),
            field: None,
            value: None,
            hopeless: false,
        });
    }
    let surplus = cells.len() - due;
    let spare_blanks = cells[due..].iter().all(|field| batch.text(*field).trim().is_empty());
    // Blank cells at the end are harmless, unless a text seems to go on in the next cell: then they were pushed out.
    let pushed = || cells.iter().any(|field| batch.text(*field).starts_with(' '));
    if spare_blanks && !pushed() {
        batch.set_row(row, &cells[..due]);
        return None;
    }
    let message = format!("the row has {} cells where the headings have {due}", cells.len());
    let Some(at) = culprit(judge, head, batch, row, surplus, delimiter) else {
        if spare_blanks {
            batch.set_row(row, &cells[..due]);
            return None;
        }
        let message = format!(
            "{message}; a {} inside a cell may not be in quotes.",
            crate::intake::dialect::delimiter_name(delimiter)
        );
        let found = Found::new(&codes::LONG_ROW, message);
        return Some(Ragged { row, found, field: None, value: None, hopeless: true });
    };
    let joined = batch.joined(row, at..at + surplus + 1, delimiter);
    let text: Box<str> = batch.text(joined).into();
    let mut settled = cells[..at].to_vec();
    settled.push(joined);
    settled.extend_from_slice(&cells[at + surplus + 1..]);
    batch.set_row(row, &settled);
    let heading = judge.heading_of(head, at);
    let message = format!("{message}. {heading} is most likely {}, in quotes.", shown::quoted(&text));
    let found = Found::new(&codes::LONG_ROW, message).with(Repair::likely(text.to_string()));
    Some(Ragged { row, found, field: Some(at), value: Some(text), hopeless: false })
}

/// The place at which joining the surplus cells into one makes the most cells right. Only a clear winner counts.
fn culprit(
    judge: &SheetJudge<'_>,
    head: &Head,
    batch: &Batch,
    row: usize,
    surplus: usize,
    delimiter: u8,
) -> Option<usize> {
    let texts = batch.row_texts(row);
    // Far too many cells are no slip; and trying each place costs a look at each cell.
    if surplus > 8 || head.width > 400 {
        return None;
    }
    let joiner = char::from(delimiter).to_string();
    // Cells before the join stand as they are, those behind it `surplus` places to the left: each is judged once
    // in either place, and the sums say what every join would come to.
    let before: Vec<usize> = (0..head.width).map(|field| judge.is_wrong(head, field, texts[field])).collect();
    let behind: Vec<usize> = (0..head.width).map(|field| judge.is_wrong(head, field, texts[field + surplus])).collect();
    let mut wrong: usize = behind.iter().sum();
    let mut scores = Vec::with_capacity(head.width);
    for at in 0..head.width {
        wrong -= behind[at];
        scores.push(wrong + judge.is_wrong(head, at, &texts[at..=at + surplus].join(&joiner)));
        wrong += before[at];
    }
    let least = *scores.iter().min()?;
    let mut winners = scores.iter().enumerate().filter(|(_, score)| **score == least).map(|(at, _)| at);
    let first = winners.next()?;
    // A text goes on with a space after its comma, which a new cell hardly ever begins with.
    match winners.next() {
        None => Some(first),
        Some(second) => {
            let flows = |at: &usize| texts[at + 1..=at + surplus].iter().all(|text| text.starts_with(' '));
            let mut flowing = [first, second].into_iter().chain(winners).filter(flows);
            flowing.next().filter(|_| flowing.next().is_none())
        }
    }
}
