//! Rows of a file, a few thousand at a time.

use super::decode::Invalid;

/// The cell stood in quotes.
const QUOTED: u32 = 1 << 31;
/// The cell's text had to be built apart from the file's text: it had quotes written twice, or text behind one.
const BUILT: u32 = 1 << 30;
/// The cell has bytes that are no printable ASCII.
const SPECIAL: u32 = 1 << 29;
const LENGTH: u32 = SPECIAL - 1;

/// Where one cell's text stands, and what the scan noticed about it.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Field {
    start: u32,
    length_and_flags: u32,
}

impl Field {
    #[inline]
    pub(super) fn new(start: usize, end: usize, special: bool) -> Field {
        // A row ends the reading long before it is as large as the 29 bits of a length.
        Field { start: start as u32, length_and_flags: ((end - start) as u32 & LENGTH) | if special { SPECIAL } else { 0 } }
    }

    pub(super) fn quoted(self) -> Field {
        Field { length_and_flags: self.length_and_flags | QUOTED, ..self }
    }

    pub(super) fn built(self) -> Field {
        Field { length_and_flags: self.length_and_flags | BUILT, ..self }
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
    pub field: u32,
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
}

impl Batch {
    /// How many rows there are, blank lines included.
    pub fn row_count(&self) -> usize {
        self.rows.len()
    }

    /// The cells of a row.
    #[inline]
    pub fn row(&self, row: usize) -> &[Field] {
        let start = self.rows[row].field as usize;
        let end = self.rows.get(row + 1).map_or(self.fields.len(), |next| next.field as usize);
        &self.fields[start..end]
    }

    /// The row as a spreadsheet counts, from one.
    pub fn row_number(&self, row: usize) -> u64 {
        self.first_row + row as u64
    }

    /// The physical line on which a row begins, from one.
    pub fn line_number(&self, row: usize) -> u64 {
        self.rows[row].line
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
            let field = self.fields.iter().rposition(|field| field.length_and_flags & BUILT == 0 && field.start <= at);
            let field = field.unwrap_or(0);
            let row = self.rows.partition_point(|row| row.field as usize <= field).saturating_sub(1);
            (row, field - self.rows.get(row).map_or(0, |row| row.field as usize), invalid.offset)
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
        self.quoted_cells = 0;
    }
}
