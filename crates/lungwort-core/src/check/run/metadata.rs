//! How to check, what a checked file is, and why a check came to nothing.

use std::collections::HashMap;
use std::io;
use std::path::PathBuf;
use std::sync::Arc;
use std::sync::atomic::AtomicU64;

use jiff::civil::Date;

use crate::finding::RowSet;
use crate::intake::workbook::BookKind;
use crate::intake::{BookError, Chosen, NewlineCounts, OpenError, io_words};

/// How to check.
#[derive(Debug, Clone, Default)]
pub struct Options {
    /// The day that counts as today.
    pub today: Date,
    /// Worker threads, at least one. With one, everything is done in turn on the calling thread.
    pub threads: usize,
    /// The most rows judged at a time; as many as are read at a time where nothing is said. The result is the same.
    pub chunk_rows: Option<usize>,
    /// Whether it is wanted what would become of each row.
    pub previews: bool,
    /// Rows that an earlier pass has found to be refused: of a file, and of a sheet as its findings name it.
    pub refused: HashMap<(usize, Option<Arc<str>>), RowSet>,
    /// Counts the bytes read, for whoever shows progress.
    pub progress: Option<Arc<AtomicU64>>,
}

/// Why a check came to nothing.
#[derive(Debug)]
pub enum CheckError {
    /// The file cannot be read on.
    Io(io::Error),
    /// The file cannot be opened again.
    Open(OpenError),
    /// The workbook cannot be read on.
    Book(BookError),
    /// No row has any of the rulebook's headings; how they would be found, where that is known.
    NoHeadings(Option<String>),
    /// No sheet of the workbook, by their names, has any of them.
    NoSheet(Vec<String>),
}

impl std::fmt::Display for CheckError {
    fn fmt(&self, out: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
        match self {
            CheckError::Io(error) if error.kind() == io::ErrorKind::InvalidData => error.fmt(out),
            CheckError::Io(error) => write!(out, "it cannot be read on: {}", io_words(error)),
            CheckError::Open(error) => error.fmt(out),
            CheckError::Book(error) => error.fmt(out),
            CheckError::NoSheet(names) => {
                let shown: Vec<String> =
                    names.iter().take(5).map(|name| crate::cell::shown::clipped(name, 40)).collect();
                let more = if names.len() > 5 { " and others" } else { "" };
                write!(out, "none of its sheets ({}{more}) has the rulebook's headings at its top", shown.join(", "))
            }
            CheckError::NoHeadings(other) => {
                out.write_str("none of its first 30 rows has any of the rulebook's headings")?;
                other.as_ref().map_or(Ok(()), |other| write!(out, "; {other}"))
            }
        }
    }
}

impl std::error::Error for CheckError {}

impl From<io::Error> for CheckError {
    fn from(error: io::Error) -> Self {
        CheckError::Io(error)
    }
}

impl From<OpenError> for CheckError {
    fn from(error: OpenError) -> Self {
        CheckError::Open(error)
    }
}

impl From<BookError> for CheckError {
    fn from(error: BookError) -> Self {
        match error {
            BookError::Io(error) => CheckError::Io(error),
            error => CheckError::Book(error),
        }
    }
}

/// What a checked file is.
#[derive(Debug, Clone)]
pub struct FileMetadata {
    /// The name as given.
    pub name: String,
    /// Where it lies.
    pub path: Option<PathBuf>,
    /// Its size in bytes.
    pub bytes: u64,
    /// Rows that hold anything, the headings and what is above them apart.
    pub filled_rows: u64,
    /// Columns up to the last heading; of the first sheet that was read.
    pub columns: usize,
    /// What kind of file it is.
    pub content: ContentMetadata,
}

/// What kind of file it is.
#[derive(Debug, Clone)]
pub enum ContentMetadata {
    /// Delimited text.
    Text(TextMetadata),
    /// A workbook.
    Book(WorkbookMetadata),
    /// It could not be checked.
    Unchecked,
}

/// What a delimited file is.
#[derive(Debug, Clone)]
pub struct TextMetadata {
    /// The encoding's name.
    pub encoding: &'static str,
    /// How it was come by.
    pub encoding_chosen: Chosen,
    /// Whether there is nothing but ASCII in it.
    pub ascii: bool,
    /// Whether it begins with a byte order mark.
    pub bom: bool,
    /// Between cells.
    pub delimiter: u8,
    /// Another sign that would do as well.
    pub rival_delimiter: Option<u8>,
    /// How lines end.
    pub newlines: NewlineCounts,
}

/// What a workbook is.
#[derive(Debug, Clone)]
pub struct WorkbookMetadata {
    /// The kind.
    pub kind: BookKind,
    /// The sheets that were read, in the rulebook's order.
    pub read: Vec<SheetRead>,
    /// The names of the others.
    pub left_alone: Vec<String>,
}

/// A sheet that was read.
#[derive(Debug, Clone)]
pub struct SheetRead {
    /// Its name.
    pub name: String,
    /// Rows that hold anything.
    pub filled_rows: u64,
    /// Columns up to the last heading.
    pub columns: usize,
}
