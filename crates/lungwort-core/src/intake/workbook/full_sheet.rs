//! A small sheet as a whole, with the looks of its cells: what a template is learned from.

use std::io;

use super::metadata::SheetMetadata;
use crate::cell::fold;
use crate::intake::cells::{Formula, Stored};
use crate::intake::{Chunk, Rows};

/// A filled cell.
#[derive(Debug, Clone, PartialEq)]
pub struct FullCell {
    /// The row, from one.
    pub row: u64,
    /// The column, from zero.
    pub column: usize,
    /// Its text.
    pub text: String,
    /// How it is stored.
    pub stored: Stored,
    /// Whether a formula made it.
    pub formula: bool,
}

/// A sheet as a whole.
#[derive(Debug, Clone, Default)]
pub struct FullSheet {
    /// Its filled cells by row and column.
    pub cells: Vec<FullCell>,
    /// Whether there are more.
    pub cut: bool,
    /// What else is known.
    pub metadata: SheetMetadata,
    /// Notes that hang on cells: place and text.
    pub notes: Vec<(String, String)>,
    /// The styles of all cells, blank ones included: row, column, style.
    pub styles: Vec<(u64, usize, usize)>,
}

impl FullSheet {
    /// Adds a cell of text behind the others.
    pub fn push_text(&mut self, row: u64, column: usize, text: &str) {
        self.cells.push(FullCell { row, column, text: text.to_owned(), stored: Stored::Text, formula: false });
    }

    /// The first cell with this text, whatever its letter case and spaces: its row and column.
    pub fn place_of(&self, text: &str) -> Option<(u64, usize)> {
        let wanted = fold::fold(text);
        self.cells.iter().find(|cell| fold::fold(&cell.text) == wanted).map(|cell| (cell.row, cell.column))
    }

    /// The text of a cell; empty where there is none.
    pub fn text(&self, row: u64, column: usize) -> &str {
        let at = self.cells.binary_search_by_key(&(row, column), |cell| (cell.row, cell.column));
        at.ok().and_then(|at| self.cells.get(at)).map(|cell| cell.text.as_str()).unwrap_or_default()
    }
}

/// The filled cells of a sheet, at most so many.
///
/// # Errors
/// What reading fails with.
pub fn filled_cells(rows: &mut dyn Rows, most: usize) -> io::Result<FullSheet> {
    let mut full = FullSheet::default();
    let mut spare = Chunk::default();
    while let Some(chunk) = rows.next_chunk(spare)? {
        for row in 0..chunk.row_count() {
            for (column, field) in chunk.row(row).iter().enumerate().filter(|(_, field)| !field.is_empty()) {
                if full.cells.len() == most {
                    full.cut = true;
                    break;
                }
                let note = chunk.metadata_at(chunk.row_start(row) + column as u32);
                let stored = match note {
                    Some(note) => note.stored,
                    None if field.is_number() => Stored::Number,
                    None => Stored::Text,
                };
                full.cells.push(FullCell {
                    row: chunk.row_number(row),
                    column,
                    text: chunk.text(*field).to_owned(),
                    stored,
                    formula: note.is_some_and(|note| note.formula != Formula::None),
                });
            }
        }
        spare = chunk;
    }
    Ok(full)
}
