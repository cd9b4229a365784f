//! Workbooks of other kinds than XLSX, through a reader crate that holds a sheet as a whole.

use std::cell::Cell;
use std::io;
use std::panic::{self, AssertUnwindSafe, catch_unwind};
use std::sync::{Arc, Once};

use calamine::{Data, DataRef, ExcelDateTime, Range, Reader, SheetVisible, Xls, XlsError, Xlsb, XlsbError};

use super::build::{Builder, Raw, text};
use super::entry::{BookKind, SheetEntry};
use super::error::BookError;
use super::metadata::{CellRange, SheetMetadata};
use super::xls_bounds;
use crate::cell::date::from_serial;
use crate::intake::Chunk;
use crate::intake::bytes::{ByteStream, Bytes};
use crate::intake::cells::{Formula, NumberFormats};

type Source = ByteStream;

enum Book {
    Xls(Box<Xls<Source>>),
    Xlsb(Box<Xlsb<Source>>),
}

/// A workbook of another kind.
pub struct OtherBook {
    book: Book,
    /// Its sheets.
    pub sheets: Vec<SheetEntry>,
    /// Names and what they stand for.
    pub names: Vec<(String, String)>,
    /// Whether there are macros in it.
    pub macros: bool,
}

/// A cell that holds something: row and column from zero.
struct Filled {
    row: u32,
    column: u32,
    data: Data,
    formula: bool,
}

impl OtherBook {
    /// Opens it.
    pub fn open(bytes: &Bytes, kind: BookKind) -> Result<OtherBook, BookError> {
        if kind == BookKind::Xls && has_package_with_password(bytes)? {
            return Err(BookError::Password);
        }
        if kind == BookKind::Xls {
            guarded(|| xls_bounds::check(bytes.open()?))?;
        }
        let source = bytes.open()?;
        let mut book = guarded(|| match kind {
            BookKind::Xlsb => Xlsb::new(source).map(|book| Book::Xlsb(Box::new(book))).map_err(|error| match error {
                XlsbError::Password => BookError::Password,
                error => damaged(&error),
            }),
            _ => Xls::new(source).map(|book| Book::Xls(Box::new(book))).map_err(|error| match error {
                XlsError::Password => BookError::Password,
                error => damaged(&error),
            }),
        })?;
        let (sheets, names) = match &book {
            Book::Xls(book) => (book.sheets_metadata(), book.defined_names()),
            Book::Xlsb(book) => (book.sheets_metadata(), book.defined_names()),
        };
        let sheets = sheets
            .iter()
            .map(|sheet| SheetEntry { name: sheet.name.clone(), hidden: sheet.visible != SheetVisible::Visible })
            .collect();
        let names = names.to_vec();
        let macros = guarded(|| match &mut book {
            Book::Xls(book) => Ok(book.vba_project().ok().flatten().is_some()),
            Book::Xlsb(book) => Ok(book.vba_project().ok().flatten().is_some()),
        })?;
        Ok(OtherBook { book, sheets, names, macros })
    }

    /// The rows of the sheet at a place.
    pub fn rows(&mut self, at: usize) -> Result<OtherRows, BookError> {
        let name = self.sheets.get(at).map(|sheet| sheet.name.clone()).unwrap_or_default();
        let mut metadata = SheetMetadata::default();
        let book = &mut self.book;
        let (mut cells, formulas) = guarded(|| match book {
            Book::Xls(book) => {
                let range = book.worksheet_range(&name).map_err(|error| damaged(&error))?;
                let merged = book.merge_cells_by_sheet_name(&name).into_iter().flatten();
                metadata.merged = merged.map(|part| range_of(part.start, part.end)).collect();
                Ok((of_range(&range), book.worksheet_formula(&name).unwrap_or_default()))
            }
            Book::Xlsb(book) => {
                let formulas = book.worksheet_formula(&name).unwrap_or_default();
                Ok((of_cells(book, &name)?, formulas))
            }
        })?;
        if let Some(first) = formulas.start() {
            let mut made: Vec<(u32, u32)> = formulas
                .used_cells()
                .filter(|(.., formula)| !formula.is_empty())
                .map(|(row, column, _)| (row as u32 + first.0, column as u32 + first.1))
                .collect();
            made.sort_unstable();
            for cell in &mut cells {
                cell.formula = made.binary_search(&(cell.row, cell.column)).is_ok();
            }
        }
        Ok(OtherRows {
            cells: cells.into_iter(),
            waiting: None,
            builder: Builder::new(Arc::new(NumberFormats::new([].into_iter()))),
            metadata,
        })
    }
}

thread_local! {
    /// Whether a panic on this thread is expected, and need not be shown.
    static EXPECTED: Cell<bool> = const { Cell::new(false) };
}

/// The reader crate panics over some files that are cut short or contradict themselves; here that is an error like any
/// other, and nothing is shown of it.
fn guarded<T>(read: impl FnOnce() -> Result<T, BookError>) -> Result<T, BookError> {
    static QUIET: Once = Once::new();
    QUIET.call_once(|| {
        let usual = panic::take_hook();
        panic::set_hook(Box::new(move |what| {
            if !EXPECTED.get() {
                usual(what);
            }
        }));
    });
    EXPECTED.set(true);
    let read = catch_unwind(AssertUnwindSafe(read));
    EXPECTED.set(false);
    read.unwrap_or_else(|_| Err(BookError::Damaged("it breaks off or contradicts itself".to_owned())))
}

/// The reader crate's own words are about the inside of the file, and help nobody.
fn damaged(_: &impl std::error::Error) -> BookError {
    BookError::Damaged("it breaks off or contradicts itself".to_owned())
}

/// Workbooks of the current kind with a password are wrapped in a container of the old kind.
fn has_package_with_password(bytes: &Bytes) -> io::Result<bool> {
    let wanted: Vec<u8> = "EncryptedPackage".encode_utf16().flat_map(u16::to_le_bytes).collect();
    let mut source = bytes.open()?;
    let mut kept = Vec::new();
    let mut buffer = vec![0; 1 << 16];
    loop {
        let count = io::Read::read(&mut source, &mut buffer)?;
        if count == 0 {
            return Ok(false);
        }
        kept.extend_from_slice(&buffer[..count]);
        if memchr::memmem::find(&kept, &wanted).is_some() {
            return Ok(true);
        }
        let surplus = kept.len().saturating_sub(wanted.len());
        kept.drain(..surplus);
    }
}

fn range_of(start: (u32, u32), end: (u32, u32)) -> CellRange {
    CellRange {
        first_column: start.1 as usize,
        first_row: u64::from(start.0) + 1,
        last_column: end.1 as usize,
        last_row: u64::from(end.0) + 1,
    }
}

fn of_range(range: &Range<Data>) -> Vec<Filled> {
    let first = range.start().unwrap_or_default();
    let cell = |(row, column, data): (usize, usize, &Data)| Filled {
        row: row as u32 + first.0,
        column: column as u32 + first.1,
        data: data.clone(),
        formula: false,
    };
    range.used_cells().map(cell).collect()
}

/// The cells of the binary kind one by one: a range of them would also take room for all that is blank between.
fn of_cells(book: &mut Xlsb<Source>, name: &str) -> Result<Vec<Filled>, BookError> {
    let mut reader = book.worksheet_cells_reader(name).map_err(|error| damaged(&error))?;
    let mut cells = Vec::new();
    while let Some(cell) = reader.next_cell().map_err(|error| damaged(&error))? {
        let (row, column) = cell.get_position();
        let data = Data::from(cell.get_value().clone());
        if !matches!(cell.get_value(), DataRef::Empty) {
            cells.push(Filled { row, column, data, formula: false });
        }
    }
    cells.sort_by_key(|cell| (cell.row, cell.column));
    Ok(cells)
}

/// The rows of a sheet.
pub struct OtherRows {
    cells: std::vec::IntoIter<Filled>,
    waiting: Option<Filled>,
    builder: Builder,
    metadata: SheetMetadata,
}

/// Days between the first days of the two systems that workbooks count in.
const DAYS_BETWEEN: f64 = 1_462.0;

/// The days of a date in the 1900 system. The reader crate says which day it is, and not which system it counts in.
fn days_of_1900(moment: &ExcelDateTime) -> f64 {
    let days = moment.as_f64();
    if !moment.is_datetime() {
        return days;
    }
    let (year, month, day, ..) = moment.to_ymd_hms_milli();
    let is_that = |days: f64| {
        from_serial(days).is_some_and(|(date, _)| {
            (i32::from(date.year()), i32::from(date.month()), i32::from(date.day()))
                == (i32::from(year), i32::from(month), i32::from(day))
        })
    };
    if !is_that(days) && is_that(days + DAYS_BETWEEN) { days + DAYS_BETWEEN } else { days }
}

impl OtherRows {
    /// Sees to it that every row has at least so many cells.
    pub fn set_width(&mut self, width: usize) {
        self.builder.width = width;
    }

    /// What else is known of the sheet.
    pub fn metadata(&self) -> &SheetMetadata {
        &self.metadata
    }

    /// The next chunk.
    pub fn next_chunk(&mut self, spare: Chunk) -> io::Result<Option<Chunk>> {
        self.builder.begin(spare);
        let mut open: Option<u32> = None;
        while let Some(cell) = self.waiting.take().or_else(|| self.cells.next()) {
            if open != Some(cell.row) {
                if open.is_some() {
                    self.end_row()?;
                }
                if self.builder.is_full() {
                    self.waiting = Some(cell);
                    return Ok(self.builder.finish());
                }
                self.builder.begin_row(u64::from(cell.row) + 1);
                open = Some(cell.row);
            }
            self.add(&cell);
        }
        if open.is_some() {
            self.end_row()?;
        }
        Ok(self.builder.finish())
    }

    fn end_row(&mut self) -> io::Result<()> {
        self.builder.end_row();
        self.metadata.far = self.builder.far;
        self.builder.within_limits()
    }

    fn add(&mut self, cell: &Filled) {
        let formula = match (cell.formula, &cell.data) {
            (false, _) => Formula::None,
            (true, Data::Empty) => Formula::WithoutResult,
            (true, _) => Formula::WithResult,
        };
        let number;
        let raw = match &cell.data {
            Data::String(said) => text(said),
            Data::Int(whole) => {
                number = whole.to_string();
                Raw::Number(&number)
            }
            Data::Float(float) => {
                number = float.to_string();
                Raw::Number(&number)
            }
            Data::Bool(yes) => Raw::YesNo(*yes),
            Data::DateTime(moment) => Raw::Moment(days_of_1900(moment)),
            Data::DateTimeIso(said) => Raw::Iso(said),
            Data::DurationIso(said) => text(said),
            Data::Error(error) => {
                number = error.to_string();
                Raw::Error(&number)
            }
            Data::Empty => Raw::Text("", false),
        };
        self.builder.cell(cell.column as usize, raw, formula, 0);
    }
}
