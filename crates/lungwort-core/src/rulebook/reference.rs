//! Lists from outside, of which only the columns that somebody looks in are kept.

use std::collections::HashSet;
use std::path::Path;

use super::list::{Entry, List};
use super::written::{WrittenAllowed, WrittenReference, WrittenRulebook};
use crate::cell::texts::Texts;
use crate::encoding::Encoding;
use crate::intake::dialect::delimiter_byte;
use crate::intake::pieces::{Resumed, read_top};
use crate::intake::{Chunk, ReadOptions, Rows, Source};

/// Rows in which the headings are looked for.
const TOP: usize = 30;

/// The columns of a reference that are looked in.
#[derive(Debug, Default)]
pub(super) struct Wanted {
    /// Headings.
    headings: HashSet<String>,
    /// Whether the first column is wanted, whatever it is called.
    first: bool,
}

impl Wanted {
    /// What a rulebook looks up in the reference of that name.
    pub fn of(rulebook: &WrittenRulebook, name: &str) -> Wanted {
        let mut wanted = Wanted::default();
        let columns = rulebook.sheet.iter().flat_map(|sheet| sheet.entries().0);
        for column in columns {
            let Some(WrittenAllowed::Reference(lookup)) = &column.allowed else { continue };
            if lookup.reference != name {
                continue;
            }
            wanted.first |= lookup.column.is_none();
            wanted.headings.extend(lookup.column.iter().chain(&lookup.meaning).chain(lookup.matching.keys()).cloned());
        }
        wanted
    }
}

/// A table from outside.
#[derive(Debug, Default)]
pub(super) struct Table {
    pub headings: Vec<String>,
    /// For each heading, its cells where they are wanted.
    columns: Vec<Option<Texts>>,
    rows: usize,
}

impl Table {
    /// Reads a reference that lies in a folder. The error is why it cannot be used.
    pub fn read(folder: &Path, reference: &WrittenReference, wanted: &Wanted) -> Result<Table, String> {
        let source = Source::path(&folder.join(&reference.file)).map_err(|error| error.to_string())?;
        if source.is_workbook() {
            let mut book = source.workbook().map_err(|error| error.to_string())?;
            let at = match &reference.sheet {
                None => 0,
                Some(name) => {
                    let found = book.sheets.iter().position(|entry| entry.name.eq_ignore_ascii_case(name));
                    found.ok_or_else(|| format!("it has no sheet {name}"))?
                }
            };
            let mut rows = book.rows(at).map_err(|error| error.to_string())?;
            return Table::of(&mut rows, reference.heading_row, wanted);
        }
        if reference.sheet.is_some() {
            return Err("it is not a workbook, so that it has no sheets".to_owned());
        }
        let encoding = match &reference.encoding {
            Some(label) => Some(Encoding::for_label(label).ok_or_else(|| format!("no encoding is called {label}"))?),
            None => None,
        };
        let delimiter = match &reference.delimiter {
            Some(sign) => Some(delimiter_byte(sign).ok_or_else(|| format!("\"{sign}\" cannot be a delimiter"))?),
            None => None,
        };
        let options = ReadOptions { encoding, delimiter, quote: None };
        let mut rows = source.text(options).map_err(|error| error.to_string())?;
        Table::of(&mut rows, reference.heading_row, wanted)
    }

    fn of(rows: &mut dyn Rows, heading_row: Option<u64>, wanted: &Wanted) -> Result<Table, String> {
        let cannot = |error: std::io::Error| error.to_string();
        let Some(top) = read_top(rows, TOP).map_err(cannot)? else { return Err("it is empty".to_owned()) };
        let is_heading = |row: &usize| match heading_row {
            Some(wanted) => top.row_number(*row) == wanted,
            None => !top.is_blank(*row),
        };
        let Some(at) = (0..top.row_count()).find(is_heading) else { return Err("it is empty".to_owned()) };
        let headings: Vec<String> = top.row_texts(at).into_iter().map(|text| text.trim().to_owned()).collect();
        let keep = |(column, heading): (usize, &String)| {
            let wanted = column == 0 && wanted.first || wanted.headings.contains(heading);
            // Of a heading that comes twice, the first column counts.
            let first = !headings[..column].contains(heading);
            (wanted && first).then(Texts::default)
        };
        let columns = headings.iter().enumerate().map(keep).collect();
        let mut table = Table { headings, columns, rows: 0 };
        let mut resumed = Resumed::new(top, rows);
        let (mut skip, mut spare) = (at + 1, Chunk::default());
        while let Some(chunk) = resumed.next_chunk(spare).map_err(cannot)? {
            for row in skip..chunk.row_count() {
                table.add(&chunk, row)?;
            }
            skip = 0;
            spare = chunk;
        }
        table.columns.iter_mut().flatten().for_each(Texts::shrink);
        if table.rows == 0 { Err("it has headings and no rows".to_owned()) } else { Ok(table) }
    }

    fn add(&mut self, chunk: &Chunk, row: usize) -> Result<(), String> {
        if chunk.is_blank(row) {
            return Ok(());
        }
        self.rows += 1;
        for (column, texts) in self.columns.iter_mut().enumerate() {
            let Some(texts) = texts else { continue };
            if !texts.push(chunk.text(chunk.cell(row, column)).trim()) {
                return Err("a column of it is larger than 4 GB".to_owned());
            }
        }
        Ok(())
    }

    /// The place of a heading.
    pub fn heading(&self, wanted: &str) -> Option<usize> {
        self.headings.iter().position(|heading| heading == wanted)
    }

    /// A cell; empty where the column was not kept.
    pub fn cell(&self, row: usize, column: usize) -> &str {
        self.columns.get(column).and_then(Option::as_ref).map_or("", |texts| texts.get(row))
    }

    /// How many rows there are.
    pub fn row_count(&self) -> usize {
        self.rows
    }

    /// The column's values, each with its meaning.
    pub fn list(&self, column: usize, meaning: Option<usize>) -> List {
        let rows = (0..self.rows).filter(|row| !self.cell(*row, column).is_empty());
        List::new(rows.map(|row| {
            let meaning = meaning.map(|at| self.cell(row, at)).filter(|text| !text.is_empty());
            Entry { code: self.cell(row, column), meaning }
        }))
    }
}
