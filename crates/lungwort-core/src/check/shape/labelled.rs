//! A sheet whose answers are single labelled cells: they make up one row, whose cells are here and there.

use std::sync::Arc;

use super::{RowKind, RowPlace, Shape, Shaped};
use crate::cell::{fold, shown};
use crate::check::header::Header;
use crate::check::problem::about_column;
use crate::finding::Place;
use crate::finding::codes::template as codes;
use crate::intake::Chunk;
use crate::rulebook::Sheet;

/// Blank cells between a label and its value that are passed over.
const REACH: usize = 3;

/// Rows in which labels are looked for.
pub(crate) const ROWS: usize = 2_000;

/// Whether a cell's text is that label, an asterisk or colon aside.
pub(crate) fn is_label(text: &str, label: &str) -> bool {
    !text.trim().is_empty() && fold::fold(text) == fold::fold(label)
}

/// Where the values of a sheet's labels are.
pub(crate) struct Labelled {
    values: Vec<Option<ValuePlace>>,
    done: bool,
}

/// Where a label's value is.
pub(super) struct ValuePlace {
    /// The row within the chunk; `None` for one below all that is filled.
    pub row: Option<usize>,
    /// The row as a spreadsheet counts.
    pub number: u64,
    pub column: usize,
}

impl Labelled {
    /// Looks for the labels in the first rows of a sheet. The header says which are there.
    pub fn find(sheet: &Sheet, top: &Chunk) -> (Labelled, Header) {
        let is = |index: usize, text: &str| is_label(text, &sheet.columns[index].heading);
        let below = |index: usize| sheet.columns[index].is_below();
        let values: Vec<Option<ValuePlace>> = (0..sheet.columns.len())
            .map(|index| value_of(top, (index, sheet.columns.len(), usize::MAX), &is, below(index)))
            .collect();
        let width = sheet.columns.len();
        let mut header = Header { width, field_of: vec![None; width], ..Header::default() };
        for (index, place) in values.iter().enumerate() {
            if place.is_some() {
                header.field_of[index] = Some(index);
                continue;
            }
            let column = &sheet.columns[index];
            let message = format!("The label {} is missing from the sheet.", shown::quoted(&column.heading));
            let problem = about_column(&codes::MISSING_HEADING, sheet, index, message);
            header.findings.push((problem, Place::default(), None));
        }
        (Labelled { values, done: false }, header)
    }
}

impl Shape for Labelled {
    fn place(&mut self, shaped: &mut Shaped) {
        let mut one = Chunk::like(&shaped.chunk);
        shaped.places.clear();
        shaped.blank_runs.clear();
        if !self.done {
            self.done = true;
            for place in &self.values {
                let cell = place.as_ref().and_then(|place| Some((place.row?, place.column)));
                match cell.filter(|(row, column)| *column < shaped.chunk.row(*row).len()) {
                    Some((row, column)) => {
                        one.append_cell(&shaped.chunk, shaped.chunk.row_start(row) + column as u32);
                    }
                    None => one.append_blank(),
                }
            }
            one.end_appended_row(self.values.len(), 1);
            let kind = if one.is_blank(0) { RowKind::Blank } else { RowKind::Data };
            shaped.places.push(RowPlace { kind, after_blank: false, record: 0, line: 0 });
            let place =
                |value: &Option<ValuePlace>| value.as_ref().map_or((1, 0), |value| (value.number, value.column));
            shaped.cells = Some(self.values.iter().map(place).collect::<Arc<[_]>>());
        }
        shaped.chunk = one;
    }
}

/// Looks for a label, of so many, and says where its value is: before that column. A blank value is next to the label.
pub(super) fn value_of(
    chunk: &Chunk,
    (index, labels, before): (usize, usize, usize),
    is: &dyn Fn(usize, &str) -> bool,
    below: bool,
) -> Option<ValuePlace> {
    let is_other_label = |text: &str| (0..labels).any(|other| is(other, text));
    for row in 0..chunk.row_count() {
        let texts = chunk.row_texts(row);
        let Some(label) = texts.iter().position(|text| is(index, text)) else { continue };
        let number = chunk.row_number(row);
        if below {
            let below = (row + 1..chunk.row_count()).find(|next| chunk.row_number(*next) == number + 1);
            return Some(ValuePlace { row: below, number: number + 1, column: label });
        }
        // A label that spans several cells leaves blank ones behind it.
        let filled =
            (label + 1..texts.len().min(label + 1 + REACH).min(before)).find(|at| !texts[*at].trim().is_empty());
        let value = filled.filter(|at| !is_other_label(texts[*at])).unwrap_or(label + 1);
        return Some(ValuePlace { row: Some(row), number, column: value });
    }
    None
}
