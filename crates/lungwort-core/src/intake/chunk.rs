//! Rows of a file, a few thousand at a time.

use std::ops::Range;
use std::sync::Arc;

use super::cells::{CellMetadata, NumberFormats};
use super::decode::Invalid;
use crate::cell::characters::ends_plainly;

/// The cell stood in quotes.
const QUOTED: u32 = 1 << 31;
/// The cell's text had to be built apart from the file's text: it had quotes written twice, or text behind one.
const BUILT: u32 = 1 << 30;
/// The cell has bytes that are no printable ASCII.
const SPECIAL: u32 = 1 << 29;
/// The cell of a workbook is kept as a number.
const NUMBER: u32 = 1 << 28;
/// There is a note about the cell of a workbook.
const HAS_METADATA: u32 = 1 << 27;
const LENGTH: u32 = HAS_METADATA - 1;

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

    pub(super) fn is_built(self) -> bool {
        self.length_and_flags & BUILT != 0
    }

    pub(super) fn number(self) -> Field {
        Field { length_and_flags: self.length_and_flags | NUMBER, ..self }
    }

    pub(super) fn with_metadata(self) -> Field {
        Field { length_and_flags: self.length_and_flags | HAS_METADATA, ..self }
    }

    /// Whether the cell of a workbook is kept as a number.
    #[inline]
    pub fn is_number(self) -> bool {
        self.length_and_flags & NUMBER != 0
    }

    /// Whether there is a note about the cell.
    #[inline]
    pub fn has_metadata(self) -> bool {
        self.length_and_flags & HAS_METADATA != 0
    }

    /// A cell with nothing in it.
    pub fn empty() -> Field {
        Field { start: 0, length_and_flags: 0 }
    }

    /// Where it ends.
    #[inline]
    fn end(self) -> usize {
        self.start as usize + (self.length_and_flags & LENGTH) as usize
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
    /// The row within the chunk.
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
    /// Blanks stand behind a closing quote.
    BlanksAfterQuote,
}

/// Neighbouring cells of a row as they stand in the file.
#[derive(Debug, Clone, Copy)]
pub struct PlainCells<'c> {
    text: &'c str,
    fields: &'c [Field],
}

impl<'c> PlainCells<'c> {
    /// Their text, with one byte between cells.
    pub fn text(&self) -> &'c str {
        self.text
    }

    /// Where in it they end.
    #[inline]
    pub fn ends(&self) -> impl Iterator<Item = u32> + 'c {
        let start = self.fields.first().map_or(0, |first| first.start);
        self.fields.iter().map(move |field| field.start + (field.length_and_flags & LENGTH) - start)
    }
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
pub struct Chunk {
    /// Its place among the file's chunks, from zero.
    pub number: usize,
    pub(super) text: String,
    /// Text of cells that had to be built.
    pub(super) built: String,
    pub(super) fields: Vec<Field>,
    pub(super) rows: Vec<RowStart>,
    /// The spreadsheet row of the first row, from one.
    pub first_row: u64,
    /// Invalid bytes: the row, the cell and the byte in the file.
    pub(super) invalid: Vec<(usize, usize, u64)>,
    /// Cells whose text was built: their place among all cells, and where they begin in the text.
    pub(super) built_from: Vec<(u32, u32)>,
    /// What is wrong with its layout.
    pub issues: Vec<Issue>,
    /// Cells that stood in quotes.
    pub quoted_cells: u64,
    /// All cells, as they stand in the file.
    pub cells: u64,
    /// What a workbook keeps of cells besides their text, in their order.
    pub cell_metadata: Vec<CellMetadata>,
    /// Cells that were given another text, in their order: their place among all cells, and what they were.
    pub(super) originals: Vec<(u32, Field)>,
    /// The number formats of the workbook that it comes from; `None` for text.
    pub(super) number_formats: Option<Arc<NumberFormats>>,
}

impl Chunk {
    /// How many rows there are, blank lines included.
    pub fn row_count(&self) -> usize {
        self.rows.len()
    }

    /// How many bytes of the file its rows take, as UTF-8.
    pub fn text_len(&self) -> usize {
        self.text.len()
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

    /// Where a row's cells begin among all cells, for [`Chunk::cell_at`].
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
    pub fn joined(&mut self, row: usize, cells: Range<usize>, delimiter: u8) -> Field {
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
        self.number_formats.is_some()
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
    pub fn shown(&self, metadata: &CellMetadata) -> Option<String> {
        match metadata.shown {
            Some((start, end)) => self.built.get(start as usize..end as usize).map(str::to_owned),
            None => self.number_formats.as_ref()?.get(metadata.number_format).shown(metadata.number),
        }
    }

    /// The note about the cell at that place among all cells.
    pub fn metadata_at(&self, place: u32) -> Option<&CellMetadata> {
        let at = self.cell_metadata.binary_search_by_key(&place, |metadata| metadata.field).ok()?;
        self.cell_metadata.get(at)
    }

    /// Gives the cell at that place among all cells another text.
    pub fn rewrite(&mut self, place: u32, text: &str) {
        let start = self.built.len();
        self.built.push_str(text);
        let special = super::scan_special(text.as_bytes());
        let mut field = Field::new(start, self.built.len(), special).built();
        let old = self.fields[place as usize];
        self.originals.push((place, old));
        field.length_and_flags |= old.length_and_flags & (NUMBER | HAS_METADATA);
        self.fields[place as usize] = field;
    }

    /// Makes the originals of rewritten cells known to [`Chunk::original_text`]; the first of a cell counts.
    pub fn keep_originals(&mut self) {
        self.originals.sort_by_key(|(place, _)| *place);
        self.originals.dedup_by_key(|(place, _)| *place);
    }

    /// Whether any cell was given another text.
    pub fn has_originals(&self) -> bool {
        !self.originals.is_empty()
    }

    /// Whether a cell was given another text.
    pub fn is_rewritten(&self, row: usize, field: usize) -> bool {
        let place = self.row_start(row) + field as u32;
        field < self.row(row).len() && self.originals.binary_search_by_key(&place, |(at, _)| *at).is_ok()
    }

    /// A cell's text as it is in the file, also where it was given another.
    pub fn original_text(&self, row: usize, field: usize) -> &str {
        let Some(cell) = self.row(row).get(field) else { return "" };
        let place = self.row_start(row) + field as u32;
        let original = self.originals.binary_search_by_key(&place, |(at, _)| *at);
        self.text(original.map_or(*cell, |at| self.originals[at].1))
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

    /// Cells of a row that are as they stand in the file, with one byte between them and no spaces around them; `None` where one is not,
    /// or the row is shorter.
    #[inline]
    pub fn plain_cells(&self, row: usize, cells: Range<usize>) -> Option<PlainCells<'_>> {
        let fields = self.row(row).get(cells)?;
        let (first, last) = (fields.first()?, fields.last()?);
        let text = self.text.get(first.start as usize..last.end())?;
        // Nearly all rows are so: there is one branch a row and none a cell.
        let bytes = self.text.as_bytes();
        let (mut start, mut differs, mut is_whole) = (first.start, 0, true);
        for field in fields {
            differs |= (field.start ^ start) | (field.length_and_flags & !(LENGTH | SPECIAL));
            let cell = bytes.get(field.start as usize..field.end())?;
            is_whole &= cell.is_empty() | ends_plainly(cell);
            start = field.end() as u32 + 1;
        }
        if differs != 0 || !is_whole {
            return None;
        }
        Some(PlainCells { text, fields })
    }

    /// Adds some rows of another chunk behind the last one, with all that is known of them.
    pub fn append(&mut self, other: &Chunk, rows: Range<usize>) {
        if self.rows.is_empty() {
            self.number_formats.clone_from(&other.number_formats);
            self.first_row = if rows.is_empty() { other.end_row() } else { other.row_number(rows.start) };
        }
        for row in rows.clone() {
            let place = other.rows[row];
            self.rows.push(RowStart { field: self.fields.len() as u32, ..place });
            (place.field..place.field + place.count).for_each(|at| self.append_cell(other, at));
        }
        let before = self.rows.len() - rows.len();
        let issues = other.issues.iter().filter(|issue| rows.contains(&issue.row));
        self.issues.extend(issues.map(|issue| Issue { row: issue.row - rows.start + before, ..*issue }));
        let invalid = other.invalid.iter().filter(|(row, ..)| rows.contains(row));
        self.invalid.extend(invalid.map(|(row, field, offset)| (row - rows.start + before, *field, *offset)));
        self.cells = self.fields.len() as u64;
        self.quoted_cells = self.fields.iter().filter(|field| field.is_quoted()).count() as u64;
    }

    /// Adds one cell of another chunk, by its place among all of that one's cells, behind the last cell.
    pub fn append_cell(&mut self, other: &Chunk, place: u32) {
        let field = other.fields[place as usize];
        let start = self.text.len() as u32;
        self.text.push_str(other.text(field));
        let at = self.fields.len() as u32;
        self.fields.push(Field { start, length_and_flags: field.length_and_flags & !BUILT });
        if let Some(metadata) = other.metadata_at(place).filter(|_| field.has_metadata()) {
            let shown =
                metadata.shown.and_then(|(from, to)| other.built.get(from as usize..to as usize)).map(|shown| {
                    let from = self.built.len() as u32;
                    self.built.push_str(shown);
                    (from, self.built.len() as u32)
                });
            self.cell_metadata.push(CellMetadata { field: at, shown, ..*metadata });
        }
    }

    /// Adds an empty cell behind the last one.
    pub fn append_blank(&mut self) {
        self.fields.push(Field::empty());
    }

    /// Makes a row of the last `count` cells: the row as a spreadsheet counts.
    pub fn end_appended_row(&mut self, count: usize, row: u64) {
        self.rows.push(RowStart { field: (self.fields.len() - count) as u32, count: count as u32, line: row });
        self.cells = self.fields.len() as u64;
    }

    /// Makes a row of the last `count` cells, where that row of another chunk is.
    pub fn end_row_like(&mut self, count: usize, other: &Chunk, row: usize) {
        if self.rows.is_empty() {
            self.first_row = other.first_row + row as u64;
        }
        self.end_appended_row(count, other.rows[row].line);
    }

    /// Takes over what is known of another chunk besides its cells, where the rows and cells of both are the same.
    pub fn take_notes(&mut self, other: &Chunk) {
        self.number = other.number;
        self.issues.clone_from(&other.issues);
        self.invalid.clone_from(&other.invalid);
        (self.quoted_cells, self.cells) = (other.quoted_cells, other.cells);
    }

    /// A chunk without rows, of the same workbook as another.
    pub fn like(other: &Chunk) -> Chunk {
        Chunk { number_formats: other.number_formats.clone(), first_row: 1, ..Chunk::default() }
    }

    /// A row's cell texts.
    pub fn row_texts(&self, row: usize) -> Vec<&str> {
        self.row(row).iter().map(|field| self.text(*field)).collect()
    }

    /// Whether every cell of a row is empty or holds only spaces.
    pub fn is_blank(&self, row: usize) -> bool {
        // A no-break space is something that somebody or some program put there: such a row is not blank in silence.
        let is_blank = |text: &str| text.bytes().all(|byte| byte.is_ascii_whitespace());
        self.row(row).iter().all(|field| field.is_empty() || is_blank(self.text(*field)))
    }

    /// Invalid bytes: the row and cell within the chunk, and the byte in the file.
    pub fn invalid_places(&self) -> &[(usize, usize, u64)] {
        &self.invalid
    }

    /// Notes in which cells the invalid bytes are. The chunk's text begins at `text_start` of the file's.
    pub(super) fn place_invalid(&mut self, found: impl Iterator<Item = Invalid>, text_start: u64) {
        let mut found = found.peekable();
        let mut built = self.built_from.iter().peekable();
        let mut last = (0, 0);
        for (row, place) in self.rows.iter().enumerate() {
            for at in place.field..place.field + place.count {
                let begins = built.next_if(|(field, _)| *field == at).map(|(_, begins)| *begins);
                let begins = text_start + u64::from(begins.unwrap_or(self.fields[at as usize].start));
                // What is before this cell is in the one before it.
                while let Some(invalid) = found.next_if(|invalid| invalid.at < begins) {
                    self.invalid.push((last.0, last.1, invalid.offset));
                }
                last = (row, (at - place.field) as usize);
            }
        }
        self.invalid.extend(found.map(|invalid| (last.0, last.1, invalid.offset)));
    }

    /// Makes one cell of a run of neighbours in a row, of which `joined` is the text.
    pub fn join(&mut self, row: usize, run: Range<usize>, joined: Field) {
        let cells = self.row(row);
        let cells = [&cells[..run.start], &[joined], &cells[run.end..]].concat();
        self.set_row(row, &cells);
        let moved = |field: &mut usize| {
            if *field >= run.end {
                *field -= run.len() - 1;
            } else if *field > run.start {
                *field = run.start;
            }
        };
        self.invalid.iter_mut().filter(|(of, ..)| *of == row).for_each(|(_, field, _)| moved(field));
        self.issues.iter_mut().filter(|issue| issue.row == row).for_each(|issue| moved(&mut issue.field));
    }

    pub(super) fn clear(&mut self) {
        self.text.clear();
        self.built.clear();
        self.fields.clear();
        self.rows.clear();
        self.invalid.clear();
        self.built_from.clear();
        self.issues.clear();
        self.cell_metadata.clear();
        self.originals.clear();
        self.quoted_cells = 0;
    }
}
