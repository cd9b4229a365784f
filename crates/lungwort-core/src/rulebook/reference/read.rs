//! Reading a list from its files.

use std::path::PathBuf;

use smallvec::SmallVec;

use super::json_lines;
use super::{Table, Wanted, WrittenReference};
use crate::encoding::{self, Encoding};
use crate::intake::dialect::delimiter_byte;
use crate::intake::pieces::{read_beside, read_top};
use crate::intake::{Chunk, PlainCells, ReadOptions, Rows, Source};

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
    let runs = table.runs(&places);
    let add = |table: &mut Table, chunk: &Chunk, from: usize| {
        for row in (from..chunk.row_count()).filter(|row| !chunk.is_blank(*row)) {
            // Most rows have nothing to be trimmed or unquoted.
            let plain: Option<SmallVec<[PlainCells<'_>; 2]>> =
                runs.iter().map(|run| chunk.plain_cells(row, run.clone())).collect();
            if let Some(plain) = plain {
                table.add_plain(chunk.row_number(row), &plain)?;
                continue;
            }
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

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn rows_that_are_kept_as_they_are_in_the_file_are_as_those_that_are_not() {
        let folder = tempfile::tempdir().unwrap();
        let long = "x".repeat(400);
        let first = format!(
            "Id,Name,Note,Left,State\n1,Ann,n1,5,open\n2,\"Lee, \"\"B\"\"\",n2,6,shut\n3, Zoë ,n3,7,é\n\n4,é è\n5,{long},,,open\n6,,n6,,\n"
        );
        let second = "State,Left,Id,Note,Name\nopen,8,7,n7,Bo\n shut,\t9,8,\"n\n8\",Cy\n";
        let files = [("a.csv", first.as_str()), ("b.csv", second)].map(|(name, text)| {
            let file = folder.path().join(name);
            std::fs::write(&file, text).unwrap();
            file
        });
        let names = ["Id", "Name", "Left", "State"];
        let wanted = Wanted { names: names.map(str::to_owned).into(), ..Wanted::default() };
        let table = read(&files, &WrittenReference::default(), &wanted).unwrap();
        let places = names.map(|name| table.heading(name).unwrap());
        let rows = (0..table.row_count()).map(|row| (table.number(row), places.map(|at| table.cell(row, at))));
        let expected: Vec<(u64, [&str; 4])> = vec![
            (2, ["1", "Ann", "5", "open"]),
            (3, ["2", "Lee, \"B\"", "6", "shut"]),
            (4, ["3", "Zoë", "7", "é"]),
            (6, ["4", "é è", "", ""]),
            (7, ["5", &long, "", "open"]),
            (8, ["6", "", "", ""]),
            (2, ["7", "Bo", "8", "open"]),
            (3, ["8", "Cy", "9", "shut"]),
        ];
        assert_eq!(rows.collect::<Vec<_>>(), expected);
        assert_eq!(table.heading("Note").map(|at| table.cell(0, at)), Some(""));
    }
}
