//! A blank template made from a rulebook: a workbook with an entry sheet for each of its sheets, a guide and the lists
//! of its drop-downs; or a delimited file with the headings.

mod block;
mod book;
mod entry;
mod guide;
mod limits;
mod lists;
mod text;

use std::io;

use jiff::civil::Date;

use crate::rulebook::{Column, Rulebook, Sheet};

pub use text::write as write_text;

/// The most rows that drop-downs and limits are made for, where the rulebook names no limit.
const ROWS: u64 = 1_000;

/// Which columns a template has.
#[derive(Debug, Clone, PartialEq, Eq)]
pub enum Wanted {
    /// All.
    All,
    /// Those that every row, or some, must fill, and the key.
    Required,
    /// These, by heading or name.
    Named(Vec<String>),
}

/// How a template is made.
#[derive(Debug, Clone)]
pub struct BlankOptions {
    /// Which columns it has.
    pub wanted: Wanted,
    /// Whether a sample row is filled in.
    pub samples: bool,
    /// The day that counts as today.
    pub today: Date,
}

/// Why a template cannot be made.
#[derive(Debug)]
pub enum BlankError {
    /// No column is called that.
    NoColumn(String, Option<String>),
    /// The rulebook has several sheets, and a delimited file has one.
    SeveralSheets,
    /// There is no column left.
    NoColumns,
    /// A text cannot be written in the encoding that the rulebook asks for.
    Encoding(String),
    /// The workbook cannot be written.
    Book(String),
    /// Writing failed.
    Io(io::Error),
}

impl std::fmt::Display for BlankError {
    fn fmt(&self, out: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
        match self {
            BlankError::NoColumn(name, near) => {
                write!(out, "no column is called {name}")?;
                near.as_ref().map_or(Ok(()), |near| write!(out, "; did you mean {near}?"))
            }
            BlankError::SeveralSheets => out
                .write_str("the rulebook has several sheets, and a delimited file holds one: write a workbook (.xlsx)"),
            BlankError::NoColumns => out.write_str("none of its columns is wanted"),
            BlankError::Encoding(why) => out.write_str(why),
            BlankError::Book(why) => write!(out, "the workbook cannot be written: {why}"),
            BlankError::Io(error) => error.fmt(out),
        }
    }
}

impl std::error::Error for BlankError {}

impl From<io::Error> for BlankError {
    fn from(error: io::Error) -> Self {
        BlankError::Io(error)
    }
}

impl From<rust_xlsxwriter::XlsxError> for BlankError {
    fn from(error: rust_xlsxwriter::XlsxError) -> Self {
        BlankError::Book(error.to_string())
    }
}

/// Writes a workbook.
///
/// # Errors
///
/// Where the rulebook has what a workbook cannot hold.
pub fn write_book(rulebook: &Rulebook, options: &BlankOptions) -> Result<Vec<u8>, BlankError> {
    let sheets = chosen(rulebook, &options.wanted)?;
    book::write(rulebook, &sheets, options)
}

/// A sheet of the template: the rulebook's, and the columns that were chosen.
pub(crate) struct Chosen<'r> {
    pub sheet: &'r Sheet,
    /// The name that it gets.
    pub name: String,
    /// Places of the columns in the rulebook's sheet.
    pub columns: Vec<usize>,
}

impl<'r> Chosen<'r> {
    /// The columns.
    pub fn columns(&self) -> impl Iterator<Item = (usize, &'r Column)> {
        let sheet = self.sheet;
        self.columns.iter().map(move |at| (*at, &sheet.columns[*at]))
    }

    /// The first row for data, from one.
    pub fn first_data(&self) -> u64 {
        u64::from(self.sheet.heading_row + self.sheet.guide_rows) + 1
    }

    /// The last row that limits are made for.
    pub fn last_data(&self, rulebook: &Rulebook) -> u64 {
        let most = self.sheet.max_rows.or(rulebook.file.max_rows).unwrap_or(ROWS).clamp(1, 1_000_000);
        (self.first_data() + most - 1).min(1 << 20)
    }
}

/// The sheets with their columns.
pub(crate) fn chosen<'r>(rulebook: &'r Rulebook, wanted: &Wanted) -> Result<Vec<Chosen<'r>>, BlankError> {
    if let Wanted::Named(names) = wanted {
        for name in names {
            let known = || rulebook.sheets.iter().flat_map(|sheet| &sheet.columns);
            if !known().any(|column| is_called(column, name)) {
                let near = crate::cell::fold::nearest(name, known().map(|column| column.heading.as_str()));
                return Err(BlankError::NoColumn(name.clone(), near.map(str::to_owned)));
            }
        }
    }
    let mut chosen = Vec::new();
    for (number, sheet) in rulebook.sheets.iter().enumerate() {
        let is_wanted = |(at, column): &(usize, &Column)| match wanted {
            Wanted::All => true,
            Wanted::Required => column.required || column.required_when.is_some() || sheet.key.contains(at),
            Wanted::Named(names) => names.iter().any(|name| is_called(column, name)),
        };
        let columns: Vec<usize> = sheet.columns.iter().enumerate().filter(is_wanted).map(|(at, _)| at).collect();
        let name = sheet.name.clone().unwrap_or_else(|| {
            format!("Entries{}", if number == 0 { String::new() } else { (number + 1).to_string() })
        });
        if !columns.is_empty() {
            chosen.push(Chosen { sheet, name: sheet_name(&name), columns });
        }
    }
    if chosen.is_empty() { Err(BlankError::NoColumns) } else { Ok(chosen) }
}

fn is_called(column: &Column, name: &str) -> bool {
    column.heading.trim().eq_ignore_ascii_case(name.trim()) || column.name.as_deref() == Some(name.trim())
}

/// A name that a sheet may have: at most 31 characters, without some signs.
pub(crate) fn sheet_name(name: &str) -> String {
    let plain: String = name.chars().map(|each| if "[]:*?/\\".contains(each) { ' ' } else { each }).take(31).collect();
    plain.trim_matches(['\'', ' ']).to_owned()
}
