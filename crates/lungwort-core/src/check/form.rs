//! Sheets whose answers are single labelled cells: they are judged as one row, whose cells lie here and there.

use super::Checker;
use super::batch::BatchJudge;
use super::checker::Passage;
use super::column::Memory;
use super::head::Head;
use super::sheet_facts::about_column;
use super::told::Told;
use crate::cell::{fold, shown};
use crate::finding::Place;
use crate::finding::codes::template as codes;
use crate::intake::Batch;
use crate::rulebook::Sheet;
use crate::rulebook::written::WrittenValuePlace;

/// Blank cells between a label and its value that are passed over.
const REACH: usize = 3;

/// Whether a cell's text is that label, an asterisk or colon aside.
pub(super) fn is_label(text: &str, label: &str) -> bool {
    !text.trim().is_empty() && fold::fold(text) == fold::fold(label)
}

/// Checks the labelled cells of a sheet; returns one where any is filled in, zero otherwise.
pub(super) fn check(checker: &mut Checker<'_>, passage: Passage<'_>, batch: &Batch, out: &mut Told<'_>) -> u64 {
    let state = &mut checker.sheets[passage.number];
    let sheet = state.judge.sheet;
    let found: Vec<Option<ValuePlace>> = (0..sheet.columns.len()).map(|index| value_of(sheet, batch, index)).collect();
    let mut head = Head { width: sheet.columns.len(), field_of: vec![None; sheet.columns.len()], ..Head::default() };
    for (index, place) in found.iter().enumerate() {
        if place.is_some() {
            head.field_of[index] = Some(index);
            continue;
        }
        let column = &sheet.columns[index];
        let message = format!("The label {} is missing from the sheet.", shown::quoted(&column.heading));
        let verdict = about_column(&codes::MISSING_HEADING, sheet, index, message);
        out.emit(verdict, Place::default(), None);
    }
    let places: Vec<(u64, usize)> =
        found.iter().map(|place| place.as_ref().map_or((1, 0), |place| (place.number, place.column))).collect();
    let cells: Vec<Option<(usize, usize)>> =
        found.iter().map(|place| place.as_ref().and_then(|place| Some((place.row?, place.column)))).collect();
    let mut row = batch.one_row(&cells);
    if row.is_blank(0) {
        return 0;
    }
    let names = checker.files.iter().map(|file| file.name.clone());
    let mut merger = state.merger(&head, names.collect(), &passage, out);
    merger.places = Some(places);
    let judging = BatchJudge { sheet: merger.judge, head: &head, delimiter: passage.delimiter };
    let judgement = judging.judge(&mut row, 0, &mut Memory::default());
    merger.merge(&row, judgement);
    out.stopped = merger.stopped;
    state.filled_rows += 1;
    1
}

/// Where a label's value stands.
struct ValuePlace {
    /// The row within the batch; `None` for one below all that is filled.
    row: Option<usize>,
    /// The row as a spreadsheet counts.
    number: u64,
    column: usize,
}

/// Looks for a label. A blank value stands next to it.
fn value_of(sheet: &Sheet, batch: &Batch, index: usize) -> Option<ValuePlace> {
    let column = &sheet.columns[index];
    let is_other_label = |text: &str| sheet.columns.iter().any(|other| is_label(text, &other.heading));
    for row in 0..batch.row_count() {
        let texts = batch.row_texts(row);
        let Some(label) = texts.iter().position(|text| is_label(text, &column.heading)) else { continue };
        let number = batch.row_number(row);
        if column.value_place == WrittenValuePlace::Below {
            let below = (row + 1..batch.row_count()).find(|next| batch.row_number(*next) == number + 1);
            return Some(ValuePlace { row: below, number: number + 1, column: label });
        }
        // A label that spans several cells leaves blank ones behind it.
        let filled = (label + 1..texts.len().min(label + 1 + REACH)).find(|at| !texts[*at].trim().is_empty());
        let value = filled.filter(|at| !is_other_label(texts[*at])).unwrap_or(label + 1);
        return Some(ValuePlace { row: Some(row), number, column: value });
    }
    None
}
