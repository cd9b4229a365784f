//! Reading a list from its files.

use std::path::PathBuf;

use super::json_lines;
use super::{Table, Wanted, WrittenReference};
use crate::encoding::{self, Encoding};
use crate::intake::dialect::delimiter_byte;
use crate::intake::pieces::{read_beside, read_top};
use crate::intake::{Chunk, ReadOptions, Rows, Source};

/// Rows in which the headings are looked for.
const TOP: usize = 30;

/// Reads the files of a list, one after the other.
///
/// # Errors
///
/// Why they cannot be used, in words: a file that cannot be opened, headings that it lacks, rows beyond what a list may have.
pub fn read(files: &[PathBuf], written: &WrittenReference, wanted: &Wanted) -> Result<Table, String> {
    let mut table: Option<Table> = None;
    for file in files {
        let of_file = |why: String| match files {
            [_] => why,
            _ => format!("{}: {why}", file.display()),
        };
        let source = Source::regular(file).map_err(|error| of_file(error.to_string()))?;
        add_file(&mut table, &source, written, wanted).map_err(of_file)?;
    }
    let mut table = table.ok_or_else(|| "it is empty".to_owned())?;
    table.shrink();
    if table.row_count() == 0 { Err("it has headings and no rows".to_owned()) } else { Ok(table) }
}

fn add_file(
    table: &mut Option<Table>,
    source: &Source,
    written: &WrittenReference,
    wanted: &Wanted,
) -> Result<(), String> {
    if source.is_workbook() {
        let mut book = source.workbook().map_err(|error| error.to_string())?;
        let at = match &written.sheet {
            None => 0,
            Some(name) => {
                let found = book.sheets.iter().position(|entry| entry.name.eq_ignore_ascii_case(name));
                found.ok_or_else(|| format!("it has no sheet {name}"))?
            }
        };
        let mut rows = book.rows(at).map_err(|error| error.to_string())?;
        return add_rows(table, (&mut rows, None), written.heading_row, wanted);
    }
    if written.sheet.is_some() {
        return Err("it is not a workbook, so that it has no sheets".to_owned());
    }
    if written.delimiter.is_none() && json_lines::is_meant(source) {
        return json_lines::add_rows(table.get_or_insert_default(), source, wanted);
    }
    let encoding = match &written.encoding {
        Some(label) => {
            let found = Encoding::for_label(label);
            Some(found.ok_or_else(|| format!("no encoding is called {label}; known are {}", encoding::KNOWN))?)
        }
        None => None,
    };
    let delimiter = match &written.delimiter {
        Some(sign) => Some(delimiter_byte(sign).ok_or_else(|| format!("\"{sign}\" cannot be a delimiter"))?),
        None => None,
    };
    let options = ReadOptions { encoding, delimiter, quote: None };
    let mut rows = source.text(options).map_err(|error| error.to_string())?;
    add_rows(table, (&mut rows, Some(source.size())), written.heading_row, wanted)
}

/// Adds the rows of a file, of which the size in bytes is known where they are its text.
fn add_rows(
    table: &mut Option<Table>,
    (rows, size): (&mut dyn Rows, Option<u64>),
    heading_row: Option<u64>,
    wanted: &Wanted,
) -> Result<(), String> {
    let cannot = |error: std::io::Error| error.to_string();
    let Some(top) = read_top(rows, TOP).map_err(cannot)? else { return Err("it is empty".to_owned()) };
    let is_heading = |row: &usize| match heading_row {
        Some(wanted) => top.row_number(*row) == wanted,
        None => !top.is_blank(*row),
    };
    let Some(at) = (0..top.row_count()).find(is_heading) else { return Err("it is empty".to_owned()) };
    let headings: Vec<String> = top.row_texts(at).into_iter().map(|text| text.trim().to_owned()).collect();
    let table = table.get_or_insert_with(|| Table::new(headings.clone(), wanted));
    // A further file may have its columns in another order, and columns of its own.
    for heading in &headings {
        if !table.headings.contains(heading) {
            table.add_heading(heading.clone(), wanted);
        }
    }
    let places: Vec<Option<usize>> =
        table.headings.iter().map(|heading| headings.iter().position(|here| here == heading)).collect();
    let lacking = places.iter().zip(&table.headings).enumerate();
    let lacking = lacking.filter(|(place, (here, heading))| here.is_none() && wanted.keeps(*place, heading));
    if let Some((_, (_, heading))) = lacking.into_iter().next() {
        return Err(format!("it has no column {heading}, which the list has"));
    }
    let add = |table: &mut Table, chunk: &Chunk, from: usize| {
        for row in (from..chunk.row_count()).filter(|row| !chunk.is_blank(*row)) {
            let cells = chunk.row(row);
            let text = |column: usize| cells.get(places[column]?).map(|cell| chunk.text(*cell));
            table.add(chunk.row_number(row), |column| text(column).unwrap_or_default())?;
        }
        Ok(())
    };
    add(table, &top, at + 1)?;
    let (so_far, added) = (top.text_len(), top.row_count() - at - 1);
    // A short list needs no second thread.
    match rows.next_chunk(top).map_err(cannot)? {
        Some(second) => {
            let times = size.map_or(0.0, |size| size as f64 / so_far.max(1) as f64);
            table.make_room(added, times);
            read_beside(second, rows, |chunk| add(table, chunk, 0))
        }
        None => Ok(()),
    }
}
