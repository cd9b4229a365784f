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
        self.quoted_cells = 0;
    }
}
