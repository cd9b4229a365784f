//! Accepted files: their rows under the template's headings.

use std::path::Path;

use super::draft::DraftSheet;
use lungwort_core::cell::fold::fold;
use lungwort_core::intake::cells::Stored;
use lungwort_core::intake::pieces::read_top;
use lungwort_core::intake::{Chunk, OpenError, ReadOptions, Rows, Source};
use lungwort_core::limits::ACCEPTED_ROWS;

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
    let source = Source::regular(path)?;
    if !source.is_workbook() {
        return take(&mut source.text(ReadOptions::default())?, sheets, samples);
    }
    let mut book = source.workbook()?;
    let mut count = 0;
    for at in 0..book.sheets.len() {
        count += take(&mut book.rows(at)?, sheets, samples)?;
    }
    Ok(count)
}

fn take(rows: &mut dyn Rows, sheets: &[DraftSheet], samples: &mut [SampleRows]) -> Result<usize, OpenError> {
    let Some(first) = read_top(rows, TOP)? else { return Ok(0) };
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
    let mut chunk = first;
    loop {
        for row in skip.min(chunk.row_count())..chunk.row_count() {
            if table.rows.len() < ACCEPTED_ROWS && !chunk.is_blank(row) {
                table.rows.push(cells(&chunk, row, &fields, &mut table.true_dates));
            }
        }
        skip = 0;
        match rows.next_chunk(chunk)? {
            Some(next) => chunk = next,
            None => return Ok(table.rows.len() - before),
        }
    }
}

fn cells(chunk: &Chunk, row: usize, fields: &[Option<usize>], true_dates: &mut [usize]) -> Vec<String> {
    let mut cell = |(at, field): (usize, &Option<usize>)| {
        let field = field.as_ref().copied()?;
        let cell = chunk.cell(row, field);
        let metadata = chunk.metadata_at(chunk.row_start(row) + field as u32);
        if metadata.is_some_and(|metadata| metadata.stored == Stored::Moment) {
            true_dates[at] += 1;
        }
        Some(chunk.text(cell).trim().to_owned())
    };
    fields.iter().enumerate().map(|each| cell(each).unwrap_or_default()).collect()
}

/// The row of the headings and the place of each column, if at least half of them are there.
fn headings(sheet: &DraftSheet, chunk: &Chunk) -> Option<(usize, Vec<Option<usize>>)> {
    let fields = |row: usize| {
        let texts: Vec<String> = chunk.row_texts(row).into_iter().map(fold).collect();
        let mut used = vec![false; texts.len()];
        let mut place = |heading: &str| {
            let wanted = fold(heading);
            let at = (0..texts.len()).find(|at| !used[*at] && texts[*at] == wanted && !wanted.is_empty())?;
            used[at] = true;
            Some(at)
        };
        sheet.columns.iter().map(|column| place(&column.heading)).collect::<Vec<_>>()
    };
    let tried = (0..chunk.row_count().min(TOP)).map(|row| (row, fields(row)));
    let found = |fields: &[Option<usize>]| fields.iter().flatten().count();
    let best = tried.max_by_key(|(row, fields)| (found(fields), std::cmp::Reverse(*row)))?;
    (found(&best.1) * 2 >= sheet.columns.len()).then_some(best)
}
