//! Workbooks: their sheets as chunks of rows, like those of a delimited file.
//!
//! XLSX, XLSM and ODS are read as a stream, part by part of the archive that they are; XLSB and XLS through a reader
//! crate that holds a sheet as a whole. What a sheet is besides its rows is kept in [`SheetMetadata`].

mod budget;
mod build;
mod entry;
mod error;
mod full_sheet;
mod markup;
mod metadata;
mod ods;
mod ods_limits;
mod other;
mod package;
mod sheet;
mod strings;
mod style_rows;
mod styles;
mod xls_bounds;
mod xlsx;
mod xml_text;

use std::io;

pub use entry::{BookKind, SheetEntry};
pub use error::BookError;
pub use full_sheet::{FullCell, FullSheet};
pub use metadata::{CellRange, SheetMetadata, Validation, read_place, read_range};
pub use package::{Package, Part};
pub use style_rows::StyleRows;
pub use styles::Style;
pub use xlsx::Xlsx;

use super::pieces::read_top;
use super::{Bytes, Chunk, Rows};
use sheet::XlsxRows;

/// A workbook.
pub struct Workbook {
    /// What it is.
    pub kind: BookKind,
    /// Its sheets in order.
    pub sheets: Vec<SheetEntry>,
    /// Whether there are macros in it.
    pub macros: bool,
    /// Other workbooks that it takes values from.
    pub links: Vec<String>,
    content: Content,
}

enum Content {
    Xlsx(Box<Xlsx>),
    Ods(Box<ods::Ods>),
    Other(Box<other::OtherBook>),
}

impl Workbook {
    /// Opens a workbook of which the first bytes are known: a zip archive or not.
    ///
    /// # Errors
    ///
    /// Where it is no workbook, is encrypted, or a part of it that every workbook has is missing or broken.
    pub fn open(bytes: Bytes, is_zip: bool) -> Result<Workbook, BookError> {
        if !is_zip {
            let book = other::OtherBook::open(&bytes, BookKind::Xls)?;
            return Ok(Workbook::of_other(BookKind::Xls, book, false));
        }
        let package = Package::open(bytes.clone())?;
        if package.has("xl/workbook.bin") {
            let macros = package.has("xl/vbaProject.bin");
            package_bounds(&package)?;
            xls_bounds::check_binary(&package)?;
            return Ok(Workbook::of_other(BookKind::Xlsb, other::OtherBook::open(&bytes, BookKind::Xlsb)?, macros));
        }
        if package.has("content.xml") && package.has("META-INF/manifest.xml") {
            let encrypted = package.text("META-INF/manifest.xml")?.is_some_and(|text| text.contains("encryption-data"));
            if encrypted {
                return Err(BookError::Password);
            }
            let macros = package.names().any(|name| name.starts_with("Basic/") && name.ends_with(".xml"))
                && package.text("Basic/script-lc.xml")?.is_some_and(|text| text.contains("library:library "));
            let ods = ods::Ods::open(package)?;
            let (sheets, links) = (ods.sheets.clone(), ods.links.clone());
            return Ok(Workbook { kind: BookKind::Ods, sheets, macros, links, content: Content::Ods(Box::new(ods)) });
        }
        let xlsx = Xlsx::open(package)?;
        let kind = if xlsx.has_macros() { BookKind::Xlsm } else { BookKind::Xlsx };
        Ok(Workbook {
            kind,
            sheets: xlsx.sheet_entries(),
            macros: xlsx.has_macros(),
            links: xlsx.links.clone(),
            content: Content::Xlsx(Box::new(xlsx)),
        })
    }

    fn of_other(kind: BookKind, book: other::OtherBook, macros: bool) -> Workbook {
        let macros = macros || book.macros;
        Workbook {
            kind,
            sheets: book.sheets.clone(),
            macros,
            links: Vec::new(),
            content: Content::Other(Box::new(book)),
        }
    }

    /// The rows of the sheet at a place.
    ///
    /// # Errors
    ///
    /// Where the sheet is missing from the workbook or broken.
    pub fn rows(&mut self, at: usize) -> Result<SheetRows, BookError> {
        match &mut self.content {
            Content::Xlsx(xlsx) => xlsx.rows(at).map(|rows| SheetRows(RowsOf::Xlsx(Box::new(rows)))),
            Content::Ods(ods) => ods.rows(at).map(|rows| SheetRows(RowsOf::Ods(Box::new(rows)))),
            Content::Other(book) => book.rows(at).map(|rows| SheetRows(RowsOf::Other(Box::new(rows)))),
        }
    }

    /// What is in the first rows of every sheet, so many of them; each sheet is closed again.
    ///
    /// # Errors
    /// A [`BookError`] where a sheet cannot be read.
    pub fn tops(&mut self, rows: usize) -> Result<Vec<Option<Chunk>>, BookError> {
        if let Content::Ods(ods) = &mut self.content {
            return Ok(ods.take_tops());
        }
        let mut tops = Vec::with_capacity(self.sheets.len());
        for at in 0..self.sheets.len() {
            let mut sheet = self.rows(at)?;
            sheet.end_behind(rows as u64);
            tops.push(read_top(&mut sheet, rows)?);
        }
        Ok(tops)
    }

    /// The sheet at a place with everything that is known of its cells, for learning from a template: at most
    /// `most` filled cells.
    ///
    /// # Errors
    ///
    /// Where the sheet is missing from the workbook, broken, or has more cells than `most`.
    pub fn full_sheet(&mut self, at: usize, most: usize) -> Result<FullSheet, BookError> {
        let mut rows = self.rows(at)?;
        rows.keep_styles();
        let mut full = full_sheet::filled_cells(&mut rows, most)?;
        full.metadata = rows.metadata().clone();
        full.styles = rows.take_styles();
        if let Content::Xlsx(xlsx) = &mut self.content {
            full.notes = xlsx.notes(at)?;
        }
        Ok(full)
    }

    /// The styles of cells; empty where the kind of workbook does not tell them.
    pub fn styles(&self) -> &[Style] {
        match &self.content {
            Content::Xlsx(xlsx) => &xlsx.styles,
            Content::Ods(_) | Content::Other(_) => &[],
        }
    }

    /// Names given to cells, ranges and lists, with what they stand for.
    pub fn defined_names(&self) -> &[(String, String)] {
        match &self.content {
            Content::Xlsx(xlsx) => &xlsx.names,
            Content::Ods(ods) => &ods.names,
            Content::Other(book) => &book.names,
        }
    }

    /// Properties of the document, such as title and version, by name.
    pub fn properties(&self) -> Vec<(String, String)> {
        match &self.content {
            Content::Xlsx(xlsx) => xlsx.properties(),
            Content::Ods(_) | Content::Other(_) => Vec::new(),
        }
    }
}

/// Kinds that are read as a whole must fit into memory.
fn package_bounds(package: &Package) -> Result<(), BookError> {
    const MOST: u64 = 1 << 30;
    let largest = package.names().map(|name| package.size(name)).max().unwrap_or(0);
    if largest > MOST {
        return Err(BookError::Oversized("a part of it unpacks to more than 1 GB".to_owned()));
    }
    Ok(())
}

/// The rows of one sheet.
pub struct SheetRows(RowsOf);

enum RowsOf {
    Xlsx(Box<XlsxRows<Part>>),
    Ods(Box<ods::OdsRows>),
    Other(Box<other::OtherRows>),
}

impl SheetRows {
    /// What else the sheet says; whole when its rows have been read to the end.
    pub fn metadata(&self) -> &SheetMetadata {
        match &self.0 {
            RowsOf::Xlsx(rows) => rows.metadata(),
            RowsOf::Ods(rows) => rows.metadata(),
            RowsOf::Other(rows) => rows.metadata(),
        }
    }

    /// Ends the sheet behind a row, where its kind of workbook is read as a stream.
    fn end_behind(&mut self, row: u64) {
        if let RowsOf::Xlsx(rows) = &mut self.0 {
            rows.end_behind(row);
        }
    }

    /// Follows the styles of filled cells, where the kind of workbook tells them. Asked for before the first rows.
    pub fn follow_styles(&mut self) {
        if let RowsOf::Xlsx(rows) = &mut self.0 {
            rows.follow_styles();
        }
    }

    /// The styles of filled cells, where they were followed and the kind of workbook tells them.
    pub fn style_rows(&self) -> Option<&StyleRows> {
        match &self.0 {
            RowsOf::Xlsx(rows) => rows.style_rows(),
            RowsOf::Ods(_) | RowsOf::Other(_) => None,
        }
    }

    fn keep_styles(&mut self) {
        if let RowsOf::Xlsx(rows) = &mut self.0 {
            rows.keep_styles();
        }
    }

    fn take_styles(&mut self) -> Vec<(u64, usize, usize)> {
        match &mut self.0 {
            RowsOf::Xlsx(rows) => rows.take_styles(),
            RowsOf::Ods(_) | RowsOf::Other(_) => Vec::new(),
        }
    }
}

impl Rows for SheetRows {
    fn next_chunk(&mut self, spare: Chunk) -> io::Result<Option<Chunk>> {
        match &mut self.0 {
            RowsOf::Xlsx(rows) => rows.next_chunk(spare),
            RowsOf::Ods(rows) => rows.next_chunk(spare),
            RowsOf::Other(rows) => rows.next_chunk(spare),
        }
    }

    fn set_width(&mut self, width: usize) {
        match &mut self.0 {
            RowsOf::Xlsx(rows) => rows.set_width(width),
            RowsOf::Ods(rows) => rows.set_width(width),
            RowsOf::Other(rows) => rows.set_width(width),
        }
    }

    fn bytes_read(&self) -> u64 {
        match &self.0 {
            RowsOf::Xlsx(rows) => rows.source().packed_read(),
            RowsOf::Ods(rows) => rows.source().packed_read(),
            RowsOf::Other(_) => 0,
        }
    }
}
