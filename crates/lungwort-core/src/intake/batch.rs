//! Rows of a file, a few thousand at a time.

use std::sync::Arc;

use super::cells::{Looks, Note};
use super::decode::Invalid;

/// The cell stood in quotes.
const QUOTED: u32 = 1 << 31;
/// The cell's text had to be built apart from the file's text: it had quotes written twice, or text behind one.
const BUILT: u32 = 1 << 30;
/// The cell has bytes that are no printable ASCII.
const SPECIAL: u32 = 1 << 29;
/// The cell of a workbook is kept as a number.
const NUMBER: u32 = 1 << 28;
/// There is a note about the cell of a workbook.
const NOTED: u32 = 1 << 27;
const LENGTH: u32 = NOTED - 1;

/// Where one cell's text stands, and what the scan noticed about it.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Field {
    start: u32,
    length_and_flags: u32,
}

impl Field {
    #[inline]
    pub(super) fn new(start: usize, end: usize, special: bool) -> Field {
        // A row ends the reading long before it is as large as the 27 bits of a length.
        Field {
            start: start as u32,
            length_and_flags: ((end - start) as u32 & LENGTH) | if special { SPECIAL } else { 0 },
        }
    }

    pub(super) fn quoted(self) -> Field {
        Field { length_and_flags: self.length_and_flags | QUOTED, ..self }
    }

    pub(super) fn built(self) -> Field {
        Field { length_and_flags: self.length_and_flags | BUILT, ..self }
    }

    pub(super) fn number(self) -> Field {
        Field { length_and_flags: self.length_and_flags | NUMBER, ..self }
    }

    pub(super) fn noted(self) -> Field {
        Field { length_and_flags: self.length_and_flags | NOTED, ..self }
    }

    /// Whether the cell of a workbook is kept as a number.
    #[inline]
    pub fn is_number(self) -> bool {
        self.length_and_flags & NUMBER != 0
    }

    /// Whether there is a note about the cell.
    #[inline]
    pub fn is_noted(self) -> bool {
        self.length_and_flags & NOTED != 0
    }

    /// A cell with nothing in it.
    pub fn empty() -> Field {
        Field { start: 0, length_and_flags: 0 }
    }

    /// Whether nothing stands in the cell.
    #[inline]
    pub fn is_empty(self) -> bool {
        self.length_and_flags & LENGTH == 0
    }

    /// Whether the cell stood in quotes.
    pub fn is_quoted(self) -> bool {
        self.length_and_flags & QUOTED != 0
    }

    /// Whether the cell has bytes that are no printable ASCII.
    #[inline]
    pub fn is_special(self) -> bool {
        self.length_and_flags & SPECIAL != 0
    }
}

/// Something about the layout that is wrong.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Issue {
    /// What.
    pub kind: IssueKind,
    /// The row within the batch.
    pub row: usize,
    /// The cell within the row.
    pub field: usize,
    /// The physical line of the place itself, from one.
    pub line: u64,
}

/// What is wrong with the layout.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum IssueKind {
    /// A quote is opened and never closed.
    UnclosedQuote,
    /// Text stands behind a closing quote.
    TextAfterQuote,
}

#[derive(Debug, Clone, Copy)]
pub(super) struct RowStart {
    /// The first cell.
    pub field: u32,
    /// How many cells.
    pub count: u32,
    /// The physical line of a text, the row of a sheet.
    pub line: u64,
}

/// A run of whole rows.
#[derive(Debug, Default)]
pub struct Batch {
    /// Its place among the file's batches, from zero.
    pub number: usize,
    pub(super) text: String,
    /// Text of cells that had to be built.
    pub(super) built: String,
    pub(super) fields: Vec<Field>,
    pub(super) rows: Vec<RowStart>,
    /// The spreadsheet row of the first row, from one.
    pub first_row: u64,
    /// Where the batch's text begins in the file's text.
    pub(super) text_start: u64,
    /// Places of invalid bytes in it.
    pub(super) invalid: Vec<Invalid>,
    /// What is wrong with its layout.
    pub issues: Vec<Issue>,
    /// Cells that stood in quotes.
    pub quoted_cells: u64,
    /// All cells, as they stand in the file.
    pub cells: u64,
    /// What a workbook keeps of cells besides their text, in their order.
    pub notes: Vec<Note>,
    /// The number formats of the workbook that it comes from; `None` for text.
    pub(super) looks: Option<Arc<Looks>>,
}

impl Batch {
    /// How many rows there are, blank lines included.
    pub fn row_count(&self) -> usize {
        self.rows.len()
    }

    /// The cells of a row.
    #[inline]
    pub fn row(&self, row: usize) -> &[Field] {
        let place = self.rows[row];
        &self.fields[place.field as usize..(place.field + place.count) as usize]
    }

    /// One cell of a row that has that many.
    #[inline]
    pub fn cell(&self, row: usize, field: usize) -> Field {
        self.row(row).get(field).copied().unwrap_or_else(Field::empty)
    }

    /// Where a row's cells begin among all cells, for [`Batch::cell_at`].
    #[inline]
    pub fn row_start(&self, row: usize) -> u32 {
        self.rows[row].field
    }

    /// The cell at that place among all cells.
    #[inline]
    pub fn cell_at(&self, place: usize) -> Field {
        self.fields[place]
    }

    /// Gives a row other cells. Those it had stay where they were, unused.
    pub fn set_row(&mut self, row: usize, cells: &[Field]) {
        self.rows[row].field = self.fields.len() as u32;
        self.rows[row].count = cells.len() as u32;
        self.fields.extend_from_slice(cells);
    }

    /// One cell made of a run of neighbours and the delimiters between them.
    pub fn joined(&mut self, row: usize, cells: std::ops::Range<usize>, delimiter: u8) -> Field {
        let parts = self.row(row)[cells].to_vec();
        let start = self.built.len();
        for (at, field) in parts.iter().enumerate() {
            if at > 0 {
                self.built.push(char::from(delimiter));
            }
            let text = self.text(*field).to_owned();
            self.built.push_str(&text);
        }
        let special = parts.iter().any(|field| field.is_special());
        Field::new(start, self.built.len(), special).built()
    }

    /// Whether the rows come from a sheet of a workbook. Blank rows of a sheet may be left out.
    pub fn is_sheet(&self) -> bool {
        self.looks.is_some()
    }

    /// The row as a spreadsheet counts, from one.
    pub fn row_number(&self, row: usize) -> u64 {
        if self.is_sheet() { self.rows[row].line } else { self.first_row + row as u64 }
    }

    /// The physical line on which a row begins, from one; a sheet has none.
    pub fn line_number(&self, row: usize) -> Option<u64> {
        (!self.is_sheet()).then(|| self.rows[row].line)
    }

    /// The row behind the last one, as a spreadsheet counts.
    pub fn end_row(&self) -> u64 {
        match self.row_count() {
            0 => self.first_row,
            count => self.row_number(count - 1) + 1,
        }
    }

    /// What the screen shows for a noted number or date, where that is known.
    pub fn shown(&self, note: &Note) -> Option<String> {
        match note.shown {
            Some((start, end)) => self.built.get(start as usize..end as usize).map(str::to_owned),
            None => self.looks.as_ref()?.get(note.look).shown(note.number),
        }
    }

    /// The note about the cell at that place among all cells.
    pub fn note_at(&self, place: u32) -> Option<&Note> {
        let at = self.notes.binary_search_by_key(&place, |note| note.field).ok()?;
        self.notes.get(at)
    }

    /// Gives the cell at that place among all cells another text.
    pub fn rewrite(&mut self, place: u32, text: &str) {
        let start = self.built.len();
        self.built.push_str(text);
        let special = super::scan_special(text.as_bytes());
        let mut field = Field::new(start, self.built.len(), special).built();
        let old = self.fields[place as usize];
        field.length_and_flags |= old.length_and_flags & (NUMBER | NOTED);
        self.fields[place as usize] = field;
    }

    /// A cell's text, without the quotes around it.
    #[inline]
    pub fn text(&self, field: Field) -> &str {
        let start = field.start as usize;
        let end = start + (field.length_and_flags & LENGTH) as usize;
        // Fields are made on character boundaries of these two texts, so neither fallback is ever taken.
        if field.length_and_flags & BUILT == 0 {
            self.text.get(start..end).unwrap_or_default()
        } else {
            self.built.get(start..end).unwrap_or_default()
        }
    }

    /// A batch of one row made of single cells: the row and the place in it of each; `None` for a blank one.
    pub fn one_row(&self, cells: &[Option<(usize, usize)>]) -> Batch {
        let mut one = Batch {
            text: self.text.clone(),
            built: self.built.clone(),
            first_row: 1,
            looks: self.looks.clone(),
            ..Batch::default()
        };
        for (at, cell) in cells.iter().enumerate() {
            let found = cell.filter(|(row, _)| *row < self.row_count());
            let field = found.map_or_else(Field::empty, |(row, field)| self.cell(row, field));
            let note = found.and_then(|(row, field)| self.note_at(self.row_start(row) + field as u32));
            one.notes.extend(note.filter(|_| field.is_noted()).map(|note| Note { field: at as u32, ..*note }));
            one.fields.push(field);
        }
        one.rows.push(RowStart { field: 0, count: cells.len() as u32, line: 1 });
        one.cells = cells.len() as u64;
        one
    }

    /// A row's cell texts.
    pub fn row_texts(&self, row: usize) -> Vec<&str> {
        self.row(row).iter().map(|field| self.text(*field)).collect()
    }

    /// Whether every cell of a row is empty or holds only spaces.
    pub fn is_blank(&self, row: usize) -> bool {
        self.row(row).iter().all(|field| field.is_empty() || self.text(*field).trim().is_empty())
    }

    /// Invalid bytes: the row and cell within the batch, and the byte in the file.
    pub fn invalid_places(&self) -> Vec<(usize, usize, u64)> {
        let places = self.invalid.iter().map(|invalid| {
            let at = (invalid.at - self.text_start) as u32;
            let begins = |row: &RowStart| self.fields.get(row.field as usize).map_or(0, |field| field.start);
            let row = self.rows.partition_point(|row| begins(row) <= at).saturating_sub(1);
            let within = |field: &Field| field.length_and_flags & BUILT == 0 && field.start <= at;
            (row, self.row(row).iter().rposition(within).unwrap_or(0), invalid.offset)
        });
        places.collect()
    }

    pub(super) fn clear(&mut self) {
        self.text.clear();
        self.built.clear();
        self.fields.clear();
        self.rows.clear();
        self.invalid.clear();
        self.issues.clear();
        self.notes.clear();
        self.quoted_cells = 0;
    }
}
