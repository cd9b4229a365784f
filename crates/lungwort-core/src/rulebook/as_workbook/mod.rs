//! A rulebook as a workbook, for people who live in spreadsheets, and back.
//!
//! The sheets show what the rulebook says, a column, a rule, a code or a setting a row; the last one keeps its text. Reading takes that
//! text and changes in it what is not as it was written, cell by cell: what nobody touched comes back letter by letter, comments and all.

mod apply;
mod columns;
mod fields;
mod lists;
mod more;
mod read;
mod rules;
mod settings;
mod suggestions;
mod tables;
mod words;
mod write;

use std::ops::Range;

pub use read::{Unread, read};
pub use write::{NotWritten, write};

/// A sheet of the workbook.
struct Grid {
    name: &'static str,
    /// What the sheet is for, above its headings.
    about: &'static str,
    titles: Vec<Title>,
    rows: Vec<Row>,
}

/// A heading, and how its column looks.
struct Title {
    text: &'static str,
    help: &'static str,
    width: f64,
    choices: &'static [&'static str],
    /// Whether it only shows, so that what is written there changes nothing.
    shows: bool,
}

impl Title {
    const fn new(text: &'static str, help: &'static str, width: f64) -> Title {
        Title { text, help, width, choices: &[], shows: false }
    }

    const fn shows(self) -> Title {
        Title { shows: true, ..self }
    }

    const fn of(self, choices: &'static [&'static str]) -> Title {
        Title { choices, ..self }
    }

    /// The same.
    const fn copy(&self) -> Title {
        Title { text: self.text, help: self.help, width: self.width, choices: self.choices, shows: self.shows }
    }
}

fn titles(titles: &[Title]) -> Vec<Title> {
    titles.iter().map(Title::copy).collect()
}

/// A row: what of the rulebook it is about, and its cells.
#[derive(Debug, Clone, Default)]
struct Row {
    /// The path of its table, or of its value.
    path: String,
    cells: Vec<String>,
}

/// A sheet as it stands in the workbook, its cells in the order of the grid's headings.
struct Actual {
    name: &'static str,
    /// The row as the workbook counts, and its cells.
    rows: Vec<(u64, Vec<String>)>,
    /// Where each heading of the grid is, from zero.
    places: Vec<Option<usize>>,
}

impl Actual {
    /// Its rows without their numbers.
    fn plain(&self) -> Vec<Row> {
        self.rows.iter().map(|(_, cells)| Row { path: String::new(), cells: cells.clone() }).collect()
    }
}

/// A cell of the workbook, and the part of the text that was made from it.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct CellPlace {
    /// The bytes of the text.
    pub span: Range<usize>,
    /// The sheet and the cell, and what is there: `sheet Columns, cell H7 (Weight, Length)`.
    pub words: String,
}

/// A text with the cells that it was made from.
#[derive(Debug, Default)]
pub struct Text {
    /// The rulebook's text.
    pub text: String,
    /// Where its parts come from.
    pub places: Vec<CellPlace>,
    /// Cells that were not understood, with the reason.
    pub refused: Vec<(CellPlace, String)>,
}

/// Who confirmed what a workbook says yes to.
const BY: &str = "answer in the workbook";
/// The sheet that keeps the text.
const TEXT_SHEET: &str = "Text";
/// The row of the headings, from one: the sheet's purpose is above it.
const HEADING_ROW: u64 = 3;

/// The grids of a document, in the order of the workbook.
fn grids(text: &str, document: &toml_edit::DocumentMut, rule_words: &[Vec<String>]) -> Vec<Grid> {
    let lists = lists::Lists::of(document);
    vec![
        columns::grid(document, &lists),
        rules::grid(document, rule_words),
        lists.grid(),
        suggestions::grid(text),
        settings::grid(document),
        more::grid(document),
    ]
}

/// Which keys of a row's table each cell of a sheet shows.
fn keys_of(sheet: &str) -> Vec<(usize, &'static [&'static str])> {
    match sheet {
        "Columns" => columns::keys(),
        "Rules" => rules::keys(),
        _ => Vec::new(),
    }
}

#[cfg(test)]
#[path = "../tests/as_workbook.rs"]
mod tests;
