//! Cells of a sheet put together to batches of rows.

use std::sync::Arc;

use crate::cell::date::from_serial;
use crate::intake::batch::{Batch, Field, RowStart};
use crate::intake::cells::{Formula, Looks, Note, Stored, push_number};
use crate::intake::scan_special;

/// Text gathered for a batch.
const BATCH: usize = 96 * 1024;
/// Up to this row blank rows are kept, so that what stands above the data is found where it is.
const DENSE: u64 = 64;
/// Columns a sheet can have.
pub const MOST_COLUMNS: usize = 16_384;

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

/// Builds batches.
pub struct Builder {
    pub batch: Batch,
    looks: Arc<Looks>,
    /// The row that follows those already built.
    pub next_row: u64,
    next_number: usize,
    row: u64,
    row_start: usize,
    filled: bool,
    shown: Option<String>,
    /// Cells that every row has at least.
    pub width: usize,
}

impl Builder {
    pub fn new(looks: Arc<Looks>) -> Builder {
        Builder {
            batch: Batch::default(),
            looks,
            next_row: 1,
            next_number: 0,
            row: 0,
            row_start: 0,
            filled: false,
            shown: None,
            width: 0,
        }
    }

    /// Begins a batch in the memory of another.
    pub fn begin(&mut self, spare: Batch) {
        self.batch = spare;
        self.batch.clear();
        self.batch.looks = Some(Arc::clone(&self.looks));
        self.batch.first_row = self.next_row;
        self.batch.number = self.next_number;
    }

    /// Whether numbers of a style are days.
    pub fn is_date(&self, style: usize) -> bool {
        self.looks.get(self.looks.of_style(style)).has_date
    }

    /// Whether there is enough for a batch.
    pub fn is_full(&self) -> bool {
        self.batch.text.len() >= BATCH || self.batch.fields.len() >= BATCH
    }

    /// Begins a row. Rows come in ascending order; one that does not is taken for the one behind the last.
    pub fn begin_row(&mut self, row: u64) {
        self.row = row.max(self.next_row);
        self.row_start = self.batch.fields.len();
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
        let start = self.batch.text.len();
        let mut note = Note { field: 0, stored: Stored::Text, formula, look: 0, shown: None, number: 0.0 };
        let mut special = false;
        match raw {
            Raw::Text(text, odd) => {
                self.batch.text.push_str(text);
                special = odd;
            }
            Raw::Number(text) => {
                note.look = self.looks.of_style(style);
                note.stored = Stored::Number;
                let look = self.looks.get(note.look);
                if look.is_moment() {
                    note.stored = Stored::Moment;
                    note.number = text.trim().parse().unwrap_or(f64::NAN);
                    push_moment(note.number, look.has_date, look.has_time, &mut self.batch.text);
                } else {
                    note.number = push_number(text, &mut self.batch.text);
                }
            }
            Raw::Moment(serial) => {
                (note.stored, note.number) = (Stored::Moment, serial);
                push_moment(serial, serial >= 1.0, serial.fract() != 0.0, &mut self.batch.text);
            }
            Raw::Iso(text) => {
                self.batch.text.push_str(&text.replace('T', " "));
                note.stored = Stored::Moment;
                note.number = serial_of_iso(text);
            }
            Raw::YesNo(yes) => {
                self.batch.text.push_str(if yes { "TRUE" } else { "FALSE" });
                note.stored = Stored::YesNo;
            }
            Raw::Error(text) => {
                self.batch.text.push_str(text);
                note.stored = Stored::Error;
            }
        }
        let end = self.batch.text.len();
        if end == start && formula == Formula::None || column >= MOST_COLUMNS {
            self.batch.text.truncate(start);
            return;
        }
        let mut field = Field::new(start, end, special);
        if matches!(note.stored, Stored::Number) {
            field = field.number();
        }
        let mut plain_number = note.stored == Stored::Number && self.looks.get(note.look).is_general;
        if let Some(shown) = self.shown.take().filter(|shown| *shown != self.batch.text[start..end]) {
            let from = self.batch.built.len();
            self.batch.built.push_str(&shown);
            note.shown = Some((from as u32, self.batch.built.len() as u32));
            plain_number = false;
        }
        let noted = formula != Formula::None || !(plain_number || note.stored == Stored::Text);
        self.place(column, if noted { field.noted() } else { field }, noted.then_some(note));
    }

    fn place(&mut self, column: usize, field: Field, note: Option<Note>) {
        if !self.filled {
            self.blank_rows();
        }
        self.filled = true;
        let at = self.row_start + column;
        if at >= self.batch.fields.len() {
            self.batch.fields.resize(at, Field::empty());
            self.batch.fields.push(field);
        } else {
            // A cell that stands behind its neighbours in the file, or twice.
            self.batch.fields[at] = field;
            self.batch.notes.retain(|note| note.field != at as u32);
        }
        if let Some(note) = note {
            let note = Note { field: at as u32, ..note };
            let before = self.batch.notes.partition_point(|other| other.field < note.field);
            self.batch.notes.insert(before, note);
        }
    }

    /// The blank rows before a filled one, near the top.
    fn blank_rows(&mut self) {
        while self.next_row < self.row && self.next_row <= DENSE {
            let field = self.batch.fields.len() as u32;
            self.batch.fields.resize(self.batch.fields.len() + self.width, Field::empty());
            self.batch.rows.push(RowStart { field, count: self.width as u32, line: self.next_row });
            self.next_row += 1;
        }
        self.row_start = self.batch.fields.len();
    }

    /// Ends a row; one without values leaves no trace. Returns whether it has any.
    pub fn end_row(&mut self) -> bool {
        if !self.filled {
            return false;
        }
        let least = self.row_start + self.width;
        if self.batch.fields.len() < least {
            self.batch.fields.resize(least, Field::empty());
        }
        let count = self.batch.fields.len() - self.row_start;
        self.batch.rows.push(RowStart { field: self.row_start as u32, count: count as u32, line: self.row });
        self.next_row = self.row + 1;
        self.filled = false;
        true
    }

    /// Gives the batch out; `None` where it has no rows.
    pub fn finish(&mut self) -> Option<Batch> {
        if self.batch.rows.is_empty() {
            return None;
        }
        if self.width == 0 {
            self.width = self.batch.rows.iter().map(|row| row.count as usize).max().unwrap_or(0);
            self.widen();
        }
        self.next_number += 1;
        self.batch.cells = self.batch.fields.len() as u64;
        Some(std::mem::take(&mut self.batch))
    }

    /// Brings the rows of the first batch to one width.
    fn widen(&mut self) {
        let old = std::mem::take(&mut self.batch.fields);
        let mut notes = self.batch.notes.iter_mut().peekable();
        for row in &mut self.batch.rows {
            let (from, to) = (row.field, row.field + row.count);
            let start = self.batch.fields.len() as u32;
            self.batch.fields.extend_from_slice(&old[from as usize..to as usize]);
            self.batch.fields.resize(start as usize + self.width, Field::empty());
            while let Some(note) = notes.next_if(|note| note.field < to) {
                note.field = note.field - from + start;
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
