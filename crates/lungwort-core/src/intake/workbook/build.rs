//! Cells of a sheet put together to chunks of rows.

use std::io;
use std::sync::Arc;

use super::budget::SheetBudget;
use super::error::BookError;
use super::metadata::Far;
use crate::cell::date::from_serial;
use crate::intake::cells::{CellMetadata, Formula, NumberFormats, Stored, push_number};
use crate::intake::chunk::{Chunk, Field, RowStart};
use crate::intake::scan_special;
use crate::limits::{FAR, LARGEST_SHEET_ROW};

/// Text gathered for a chunk.
const CHUNK: usize = 96 * 1024;
/// Up to this row blank rows are kept, so that what stands above the data is found where it is.
const DENSE: u64 = 64;
pub use crate::limits::MOST_COLUMNS;

/// A value as it is stored.
#[derive(Debug, Clone, Copy)]
pub enum Raw<'t> {
    /// Text, and whether there is anything but printable ASCII in it.
    Text(&'t str, bool),
    /// A number as it is written.
    Number(&'t str),
    /// Days since the end of 1899, in a format of dates.
    Moment(f64),
    /// A date in ISO form.
    Iso(&'t str),
    /// True or false.
    YesNo(bool),
    /// An error value.
    Error(&'t str),
}

/// Builds chunks.
pub struct Builder {
    pub chunk: Chunk,
    number_formats: Arc<NumberFormats>,
    /// The row that follows those already built.
    pub next_row: u64,
    next_number: usize,
    row: u64,
    row_start: usize,
    filled: bool,
    disordered: bool,
    shown: Option<String>,
    /// Cells that every row has at least.
    pub width: usize,
    /// Where the texts of the row begin: the bytes of those before it.
    texts_before: usize,
    /// What all cells may come to.
    budget: SheetBudget,
    /// The filled cells of the row.
    cells: u64,
    /// The cells of the widest row so far.
    widest: usize,
    /// Cells that are in no row, since they are far from all others.
    pub far: Option<Far>,
    /// What was more than a row, or all of them, may hold.
    oversized: Option<String>,
}

impl Builder {
    pub fn new(number_formats: Arc<NumberFormats>) -> Builder {
        Builder {
            chunk: Chunk::default(),
            number_formats,
            next_row: 1,
            next_number: 0,
            row: 0,
            row_start: 0,
            filled: false,
            disordered: false,
            shown: None,
            width: 0,
            texts_before: 0,
            budget: SheetBudget::default(),
            cells: 0,
            widest: 0,
            far: None,
            oversized: None,
        }
    }

    /// Says what the cells may come to.
    pub fn set_budget(&mut self, budget: SheetBudget) {
        self.budget = budget;
    }

    /// An error where a row, or all of them, have more text than they may.
    pub fn within_limits(&mut self) -> io::Result<()> {
        match self.oversized.take() {
            Some(what) => Err(BookError::Oversized(what).into()),
            None => Ok(()),
        }
    }

    /// Begins a chunk in the memory of another.
    pub fn begin(&mut self, spare: Chunk) {
        self.chunk = spare;
        self.chunk.clear();
        self.chunk.number_formats = Some(Arc::clone(&self.number_formats));
        self.chunk.first_row = self.next_row;
        self.chunk.number = self.next_number;
    }

    /// Whether numbers of a style are days.
    pub fn is_date(&self, style: usize) -> bool {
        self.number_formats.get(self.number_formats.of_style(style)).has_date
    }

    /// Whether there is enough for a chunk.
    pub fn is_full(&self) -> bool {
        self.chunk.text.len() >= CHUNK || self.chunk.fields.len() >= CHUNK
    }

    /// Begins a row. Rows come in ascending order; one that does not is taken for the one behind the last.
    pub fn begin_row(&mut self, row: u64) {
        self.row = row.max(self.next_row);
        self.row_start = self.chunk.fields.len();
        self.texts_before = self.chunk.text.len() + self.chunk.built.len();
        self.filled = false;
    }

    /// Adds a cell of which the workbook keeps what is shown.
    pub fn cell_shown(&mut self, column: usize, raw: Raw<'_>, formula: Formula, shown: &str) {
        self.shown = matches!(raw, Raw::Number(_) | Raw::Iso(_)).then(|| shown.to_owned());
        self.cell(column, raw, formula, 0);
        self.shown = None;
    }

    /// Adds a cell. An empty text is no cell, unless a formula made it.
    pub fn cell(&mut self, column: usize, raw: Raw<'_>, formula: Formula, style: usize) {
        let start = self.chunk.text.len();
        let mut metadata =
            CellMetadata { field: 0, stored: Stored::Text, formula, number_format: 0, shown: None, number: 0.0 };
        let mut special = false;
        match raw {
            Raw::Text(text, odd) => {
                self.chunk.text.push_str(text);
                special = odd;
            }
            Raw::Number(text) => {
                metadata.number_format = self.number_formats.of_style(style);
                metadata.stored = Stored::Number;
                let number_format = self.number_formats.get(metadata.number_format);
                if number_format.is_moment() {
                    metadata.stored = Stored::Moment;
                    metadata.number = text.trim().parse().unwrap_or(f64::NAN);
                    push_moment(metadata.number, number_format.has_date, number_format.has_time, &mut self.chunk.text);
                } else {
                    metadata.number = push_number(text, &mut self.chunk.text);
                }
            }
            Raw::Moment(serial) => {
                (metadata.stored, metadata.number) = (Stored::Moment, serial);
                push_moment(serial, serial >= 1.0, serial.fract() != 0.0, &mut self.chunk.text);
            }
            Raw::Iso(text) => {
                self.chunk.text.push_str(&text.replace('T', " "));
                metadata.stored = Stored::Moment;
                metadata.number = serial_of_iso(text);
            }
            Raw::YesNo(yes) => {
                self.chunk.text.push_str(if yes { "TRUE" } else { "FALSE" });
                metadata.stored = Stored::YesNo;
            }
            Raw::Error(text) => {
                self.chunk.text.push_str(text);
                metadata.stored = Stored::Error;
            }
        }
        if self.is_oversized() {
            self.chunk.text.truncate(start);
            return;
        }
        let end = self.chunk.text.len();
        if end == start && formula == Formula::None {
            self.chunk.text.truncate(start);
            return;
        }
        let before = if self.filled { self.chunk.fields.len() - self.row_start } else { 0 };
        // Where headings are, nothing is far.
        if column >= MOST_COLUMNS || column >= before.max(self.width).max(self.widest) + FAR {
            self.chunk.text.truncate(start);
            self.is_far(column);
            return;
        }
        let mut field = Field::new(start, end, special);
        if matches!(metadata.stored, Stored::Number) {
            field = field.number();
        }
        let with_metadata = self.is_noted(&mut metadata, start..end);
        let field = if with_metadata { field.with_metadata() } else { field };
        self.place(column, field, with_metadata.then_some(metadata));
    }

    /// Whether anything of a cell has to be kept besides its text; what the screen shows is, where it is another text.
    fn is_noted(&mut self, metadata: &mut CellMetadata, text: std::ops::Range<usize>) -> bool {
        let mut plain_number =
            metadata.stored == Stored::Number && self.number_formats.get(metadata.number_format).is_general;
        if let Some(shown) = self.shown.take().filter(|shown| *shown != self.chunk.text[text]) {
            let from = self.chunk.built.len();
            self.chunk.built.push_str(&shown);
            metadata.shown = Some((from as u32, self.chunk.built.len() as u32));
            plain_number = false;
        }
        metadata.formula != Formula::None || !(plain_number || metadata.stored == Stored::Text)
    }

    /// Counts a cell that is far from the others of its row: the blanks between them would cost as much as filled cells.
    fn is_far(&mut self, column: usize) {
        let first = Far { count: 0, row: self.row, column };
        self.far.get_or_insert(first).count += 1;
    }

    /// Whether the row holds too much, the cell that was just added included.
    fn is_oversized(&mut self) -> bool {
        let row = self.chunk.text.len() + self.chunk.built.len() - self.texts_before;
        if row > LARGEST_SHEET_ROW && self.oversized.is_none() {
            let (number, most) = (self.row, LARGEST_SHEET_ROW >> 20);
            self.oversized = Some(format!("row {number} of a sheet holds more than {most} MB of text"));
        }
        self.oversized.is_some()
    }

    fn place(&mut self, column: usize, field: Field, metadata: Option<CellMetadata>) {
        if !self.filled {
            self.blank_rows();
        }
        self.filled = true;
        self.cells += 1;
        let at = self.row_start + column;
        if at >= self.chunk.fields.len() {
            self.chunk.fields.resize(at, Field::empty());
            self.chunk.fields.push(field);
        } else {
            // A cell that is behind its neighbours in the file, or there twice: put in order when the row ends.
            self.chunk.fields[at] = field;
            self.disordered = true;
        }
        if let Some(metadata) = metadata {
            self.chunk.cell_metadata.push(CellMetadata { field: at as u32, ..metadata });
        }
    }

    /// Puts the metadata of a row in the order of its cells; of a cell that was there twice, the last counts.
    fn put_in_order(&mut self) {
        let first = self.chunk.cell_metadata.partition_point(|metadata| (metadata.field as usize) < self.row_start);
        let mut of_row = self.chunk.cell_metadata.split_off(first);
        of_row.sort_by_key(|metadata| metadata.field);
        for metadata in of_row {
            let here = self.chunk.fields[metadata.field as usize].has_metadata();
            match self.chunk.cell_metadata.last_mut() {
                _ if !here => {}
                Some(last) if last.field == metadata.field => *last = metadata,
                _ => self.chunk.cell_metadata.push(metadata),
            }
        }
        self.disordered = false;
    }

    /// The blank rows before a filled one, near the top.
    fn blank_rows(&mut self) {
        while self.next_row < self.row && self.next_row <= DENSE {
            let field = self.chunk.fields.len() as u32;
            self.chunk.fields.resize(self.chunk.fields.len() + self.width, Field::empty());
            self.chunk.rows.push(RowStart { field, count: self.width as u32, line: self.next_row });
            self.next_row += 1;
        }
        self.row_start = self.chunk.fields.len();
    }

    /// Ends a row; one without values leaves no trace. Returns whether it has any.
    pub fn end_row(&mut self) -> bool {
        if !self.filled {
            return false;
        }
        if self.disordered {
            self.put_in_order();
        }
        let least = self.row_start + self.width;
        if self.chunk.fields.len() < least {
            self.chunk.fields.resize(least, Field::empty());
        }
        let count = self.chunk.fields.len() - self.row_start;
        self.widest = self.widest.max(count);
        self.chunk.rows.push(RowStart { field: self.row_start as u32, count: count as u32, line: self.row });
        self.next_row = self.row + 1;
        self.filled = false;
        let texts = (self.chunk.text.len() + self.chunk.built.len() - self.texts_before) as u64;
        let spent = self.budget.add(std::mem::take(&mut self.cells), texts);
        self.oversized = self.oversized.take().or(spent);
        true
    }

    /// Gives the chunk out; `None` where it has no rows.
    pub fn finish(&mut self) -> Option<Chunk> {
        self.oversized = self.oversized.take().or(self.budget.settle());
        if self.chunk.rows.is_empty() {
            return None;
        }
        if self.width == 0 {
            self.width = self.chunk.rows.iter().map(|row| row.count as usize).max().unwrap_or(0);
            self.widen();
        }
        self.next_number += 1;
        self.chunk.cells = self.chunk.fields.len() as u64;
        Some(std::mem::take(&mut self.chunk))
    }

    /// Brings the rows of the first chunk to one width.
    fn widen(&mut self) {
        let old = std::mem::take(&mut self.chunk.fields);
        let mut cell_metadata = self.chunk.cell_metadata.iter_mut().peekable();
        for row in &mut self.chunk.rows {
            let (from, to) = (row.field, row.field + row.count);
            let start = self.chunk.fields.len() as u32;
            self.chunk.fields.extend_from_slice(&old[from as usize..to as usize]);
            self.chunk.fields.resize(start as usize + self.width, Field::empty());
            while let Some(metadata) = cell_metadata.next_if(|metadata| metadata.field < to) {
                metadata.field = metadata.field - from + start;
            }
            (row.field, row.count) = (start, self.width as u32);
        }
    }
}

/// A date, a time or both in ISO form; a number that is neither as it is.
fn push_moment(serial: f64, has_date: bool, has_time: bool, out: &mut String) {
    let Some((date, time)) = from_serial(serial) else {
        out.push_str(&format!("{serial}"));
        return;
    };
    let clock = format!("{:02}:{:02}:{:02}", time.hour(), time.minute(), time.second());
    if !has_date && has_time && serial < 1.0 {
        out.push_str(&clock);
    } else if has_time || time != jiff::civil::Time::midnight() {
        out.push_str(&format!("{date} {clock}"));
    } else {
        out.push_str(&date.to_string());
    }
}

/// The days since the end of 1899 of a date, a time or both in ISO form; not a number for anything else.
fn serial_of_iso(said: &str) -> f64 {
    let (date, clock) = match said.split_once(['T', ' ']) {
        Some((date, clock)) => (Some(date), Some(clock)),
        None if said.contains(':') => (None, Some(said)),
        None => (Some(said), None),
    };
    let days = match date {
        None => 0.0,
        Some(date) => match date.parse::<jiff::civil::Date>() {
            Ok(date) => f64::from((date - jiff::civil::date(1899, 12, 30)).get_days()),
            Err(_) => return f64::NAN,
        },
    };
    let Some(clock) = clock else { return days };
    let parts: Vec<f64> = clock.split(':').filter_map(|part| part.parse().ok()).collect();
    match parts.as_slice() {
        [hours, minutes, rest @ ..] => {
            days + (hours * 3600.0 + minutes * 60.0 + rest.first().copied().unwrap_or(0.0)) / 86_400.0
        }
        _ => f64::NAN,
    }
}

/// A text as a cell.
pub fn text(text: &str) -> Raw<'_> {
    Raw::Text(text, scan_special(text.as_bytes()))
}
