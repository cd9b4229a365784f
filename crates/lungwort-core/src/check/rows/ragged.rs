//! Rows with more or fewer cells than there are headings, and which unquoted delimiter is to blame.

use crate::cell::shown;
use crate::check::header::Header;
use crate::check::rows::SheetJudge;
use crate::finding::CellProblem;
use crate::finding::{Action, codes::file as codes};
use crate::intake::{Chunk, Field};

/// What was found about a row's cells.
pub struct Ragged {
    /// The row within the chunk.
    pub row: usize,
    /// What to say.
    pub found: CellProblem,
    /// The cell that is to blame, in the file.
    pub field: Option<usize>,
    /// Its text, or the whole row's.
    pub value: Option<Box<str>>,
    /// Whether the row's cells stand under the wrong headings, so that judging them would only mislead.
    pub hopeless: bool,
}

/// Brings a row to the width of the headings: blank cells beyond it are dropped, missing ones added, and
/// neighbours joined where that makes the typed columns fit. `None` where the row was as wide as it should be.
pub fn reconcile(
    judge: &SheetJudge<'_>,
    header: &Header,
    chunk: &mut Chunk,
    row: usize,
    delimiter: u8,
) -> Option<Ragged> {
    let cells: Vec<Field> = chunk.row(row).to_vec();
    let due = header.width;
    if cells.len() < due {
        let missing = due - cells.len();
        pad(chunk, row, due);
        let plural = if missing == 1 { "cell is" } else { "cells are" };
        let message = format!("{} where the headings have {due}: {missing} {plural} missing.", has_cells(cells.len()));
        return Some(Ragged {
            row,
            found: CellProblem::new(&codes::SHORT_ROW, message),
            field: None,
            value: None,
            hopeless: false,
        });
    }
    let surplus = cells.len() - due;
    let spare_blanks = cells[due..].iter().all(|field| chunk.text(*field).trim().is_empty());
    // Blank cells at the end are harmless, unless a text seems to go on in the next cell: then they were pushed out.
    let pushed = || cells.iter().any(|field| chunk.text(*field).starts_with(' '));
    if spare_blanks && !pushed() {
        chunk.set_row(row, &cells[..due]);
        return None;
    }
    let message = format!("{} where the headings have {due}", has_cells(cells.len()));
    let Some(at) = culprit(judge, header, chunk, row, surplus, delimiter) else {
        if spare_blanks {
            chunk.set_row(row, &cells[..due]);
            return None;
        }
        let message = format!(
            "{message}; a {} inside a cell may not be in quotes.",
            crate::intake::dialect::delimiter_name(delimiter)
        );
        let found = CellProblem::new(&codes::LONG_ROW, message);
        return Some(Ragged { row, found, field: None, value: None, hopeless: true });
    };
    let joined = chunk.joined(row, at..at + surplus + 1, delimiter);
    let text: Box<str> = chunk.text(joined).into();
    chunk.join(row, at..at + surplus + 1, joined);
    let heading = judge.heading_of(header, at);
    let message = format!("{message}. {heading} is most likely {}, in quotes.", shown::quoted(&text));
    let found = CellProblem::new(&codes::LONG_ROW, message)
        .with(Action::JoinCells { count: surplus + 1, value: text.to_string() }.likely());
    Some(Ragged { row, found, field: Some(at), value: Some(text), hopeless: false })
}

/// Adds the cells that a row lacks.
pub fn pad(chunk: &mut Chunk, row: usize, due: usize) {
    let mut padded: Vec<Field> = chunk.row(row).to_vec();
    padded.resize(due, Field::empty());
    chunk.set_row(row, &padded);
}

fn has_cells(count: usize) -> String {
    format!("the row has {count} {}", if count == 1 { "cell" } else { "cells" })
}

/// The place at which joining the surplus cells into one makes the most cells right. Only a clear winner counts.
fn culprit(
    judge: &SheetJudge<'_>,
    header: &Header,
    chunk: &Chunk,
    row: usize,
    surplus: usize,
    delimiter: u8,
) -> Option<usize> {
    let texts = chunk.row_texts(row);
    // Far too many cells are no slip; and trying each place costs a look at each cell.
    if surplus > 8 || header.width > 400 {
        return None;
    }
    let joiner = char::from(delimiter).to_string();
    let left = left_wrong(judge, header, &texts, surplus);
    let joined = |at: usize| texts[at..=at + surplus].join(&joiner);
    let scores = left.into_iter().enumerate().map(|(at, left)| left + judge.is_wrong(header, at, &joined(at)));
    let scores: Vec<usize> = scores.collect();
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

/// For each place, how many other cells would be wrong if it were joined with the `surplus` cells behind it: those before it stay
/// as they are, those behind it stand `surplus` places to the left. Each is judged once in either place.
pub(super) fn left_wrong(judge: &SheetJudge<'_>, header: &Header, texts: &[&str], surplus: usize) -> Vec<usize> {
    let is_wrong = |field: usize, at: usize| judge.is_wrong(header, field, texts.get(at).copied().unwrap_or_default());
    let behind: Vec<usize> = (0..header.width).map(|field| is_wrong(field, field + surplus)).collect();
    let mut wrong: usize = behind.iter().sum();
    let one = |at: usize| {
        wrong -= behind[at];
        let left = wrong;
        wrong += is_wrong(at, at);
        left
    };
    (0..header.width).map(one).collect()
}
