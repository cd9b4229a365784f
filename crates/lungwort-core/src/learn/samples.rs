//! Accepted files: their rows under the template's headings.

use std::path::Path;

use super::draft::DraftSheet;
use crate::cell::fold::fold;
use crate::check::OpenError;
use crate::intake::cells::Stored;
use crate::intake::reader::Told;
use crate::intake::workbook::{Bytes, Workbook};
use crate::intake::{Batch, Batches, Content, Decoder, Rows, content_of};

/// The most rows that are looked at.
const MOST_ROWS: usize = 50_000;
/// Rows looked through for the headings.
const TOP: usize = 30;

/// Rows of accepted files, in the order of a sheet's columns.
#[derive(Debug, Default)]
pub struct SampleRows {
    /// The cells of each row, without the space around them.
    pub rows: Vec<Vec<String>>,
    /// For each column, how many cells are dates of a spreadsheet.
    pub true_dates: Vec<usize>,
    /// Whether any row came from a workbook.
    pub from_workbook: bool,
}

/// Adds the rows of an accepted file to those of each sheet whose headings it has; returns how many there were.
pub fn read(path: &Path, sheets: &[DraftSheet], samples: &mut [SampleRows]) -> Result<usize, OpenError> {
    let bytes = std::fs::read(path)?;
    let mut count = 0;
    match content_of(&bytes[..bytes.len().min(4096)]) {
        Content::Empty => return Err(OpenError::Empty),
        Content::Other(what) => return Err(OpenError::NoTable(what)),
        Content::Text => {
            let decoder = Decoder::open(bytes.as_slice(), None)?;
            let is_tsv = path.extension().is_some_and(|ending| ending == "tsv");
            let mut batches = Batches::open(decoder, Told::default(), is_tsv)?;
            count += take(&mut batches, sheets, samples)?;
        }
        kind => {
            let mut book = Workbook::open(Bytes::Memory(bytes.into()), kind == Content::Workbook)?;
            for at in 0..book.sheets.len() {
                count += take(&mut book.rows(at)?, sheets, samples)?;
            }
        }
    }
    Ok(count)
}

fn take(rows: &mut dyn Rows, sheets: &[DraftSheet], samples: &mut [SampleRows]) -> Result<usize, OpenError> {
    let Some(first) = rows.next_batch(Batch::default())? else { return Ok(0) };
    let best = (0..sheets.len())
        .filter(|at| !sheets[*at].is_form)
        .filter_map(|at| Some((at, headings(&sheets[at], &first)?)))
        .max_by_key(|(_, (_, fields))| fields.iter().flatten().count());
    let Some((at, (heading_row, fields))) = best else { return Ok(0) };
    let table = &mut samples[at];
    table.true_dates.resize(fields.len(), 0);
    table.from_workbook |= first.is_sheet();
    let before = table.rows.len();
    // The template's own rows under the headings are none of the sender's.
    let mut skip = heading_row + 1 + sheets[at].guide_rows as usize;
    let mut batch = first;
    loop {
        for row in skip.min(batch.row_count())..batch.row_count() {
            if table.rows.len() < MOST_ROWS && !batch.is_blank(row) {
                table.rows.push(cells(&batch, row, &fields, &mut table.true_dates));
            }
        }
        skip = 0;
        match rows.next_batch(batch)? {
            Some(next) => batch = next,
            None => return Ok(table.rows.len() - before),
        }
    }
}

fn cells(batch: &Batch, row: usize, fields: &[Option<usize>], true_dates: &mut [usize]) -> Vec<String> {
    let mut cell = |(at, field): (usize, &Option<usize>)| {
        let field = field.as_ref().copied()?;
        let cell = batch.cell(row, field);
        let note = batch.note_at(batch.row_start(row) + field as u32);
        if note.is_some_and(|note| note.stored == Stored::Moment) {
            true_dates[at] += 1;
        }
        Some(batch.text(cell).trim().to_owned())
    };
    fields.iter().enumerate().map(|each| cell(each).unwrap_or_default()).collect()
}

/// The row of the headings and the place of each column, if at least half of them are there.
fn headings(sheet: &DraftSheet, batch: &Batch) -> Option<(usize, Vec<Option<usize>>)> {
    let fields = |row: usize| {
        let texts: Vec<String> = batch.row_texts(row).into_iter().map(fold).collect();
        let mut used = vec![false; texts.len()];
        let mut place = |heading: &str| {
            let wanted = fold(heading);
            let at = (0..texts.len()).find(|at| !used[*at] && texts[*at] == wanted && !wanted.is_empty())?;
            used[at] = true;
            Some(at)
        };
        sheet.columns.iter().map(|column| place(&column.heading)).collect::<Vec<_>>()
    };
    let tried = (0..batch.row_count().min(TOP)).map(|row| (row, fields(row)));
    let found = |fields: &[Option<usize>]| fields.iter().flatten().count();
    let best = tried.max_by_key(|(row, fields)| (found(fields), std::cmp::Reverse(*row)))?;
    (found(&best.1) * 2 >= sheet.columns.len()).then_some(best)
}
