//! Opening a file: is it one that can be read, and what stands at its top?

use std::fs::File;
use std::io::{self, Read};
use std::path::{Path, PathBuf};

use crate::intake::reader::Told;
use crate::intake::{Batch, Batches, Content, Decoder, content_of};

/// The stream of a file's bytes.
pub type Bytes = Box<dyn Read + Send>;

/// Why a file cannot be checked.
#[derive(Debug)]
pub enum OpenError {
    /// It cannot be read.
    Io(io::Error),
    /// It is a folder.
    Folder,
    /// There is nothing in it.
    Empty,
    /// It is a workbook.
    Workbook,
    /// It is something else than a table of text.
    NoTable(&'static str),
}

impl std::fmt::Display for OpenError {
    fn fmt(&self, out: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
        match self {
            OpenError::Io(error) => match error.kind() {
                io::ErrorKind::NotFound => out.write_str("there is no such file"),
                io::ErrorKind::PermissionDenied => out.write_str("it may not be read (no permission)"),
                _ => write!(out, "it cannot be read: {error}"),
            },
            OpenError::Folder => out.write_str("it is a folder; name the file in it"),
            OpenError::Empty => out.write_str("it is empty: not even headings are in it"),
            OpenError::Workbook => out.write_str(
                "it is a workbook, which cannot be checked yet; save its sheet as CSV (in UTF-8) and check that",
            ),
            OpenError::NoTable(what) => write!(out, "it is {what}, not a table of text (CSV or TSV)"),
        }
    }
}

impl std::error::Error for OpenError {}

impl From<io::Error> for OpenError {
    fn from(error: io::Error) -> Self {
        OpenError::Io(error)
    }
}

/// A file whose top has been read.
pub struct Opened {
    /// The name as given.
    pub name: String,
    /// Where it lies; `None` for standard input.
    pub path: Option<PathBuf>,
    /// Its size in bytes, where it is known.
    pub size: Option<u64>,
    pub(super) batches: Batches<Bytes>,
    pub(super) first: Batch,
}

impl Opened {
    /// Opens a file.
    pub fn path(path: &Path, told: Told) -> Result<Opened, OpenError> {
        let about = std::fs::metadata(path)?;
        if about.is_dir() {
            return Err(OpenError::Folder);
        }
        let size = about.is_file().then_some(about.len());
        let mut opened = Opened::stream(path.display().to_string(), Box::new(File::open(path)?), told)?;
        opened.path = Some(path.to_owned());
        opened.size = size;
        Ok(opened)
    }

    /// Opens a stream. The name serves for messages and for what its ending says.
    pub fn stream(name: String, bytes: Bytes, told: Told) -> Result<Opened, OpenError> {
        let decoder = Decoder::open(bytes, told.encoding)?;
        match content_of(decoder.head()) {
            Content::Text => {}
            Content::Empty => return Err(OpenError::Empty),
            Content::Workbook | Content::OldWorkbook => return Err(OpenError::Workbook),
            // Where the encoding was given the bytes may look odd and be right.
            Content::Other("a binary file") if told.encoding.is_some() => {}
            Content::Other(what) => return Err(OpenError::NoTable(what)),
        }
        let is_tsv = ending(&name).is_some_and(|ending| ending == "tsv" || ending == "tab");
        let mut batches = Batches::open(decoder, told, is_tsv)?;
        match batches.next_batch(Batch::default())? {
            Some(first) => Ok(Opened { name, path: None, size: None, batches, first }),
            None if batches.endless().is_some() => Err(OpenError::NoTable("one line of more than 32 MB")),
            None => Err(OpenError::Empty),
        }
    }

    /// The texts of the first rows, to choose a rulebook by.
    pub fn top_rows(&self, most: usize) -> Vec<Vec<String>> {
        let rows = 0..self.first.row_count().min(most);
        rows.map(|row| self.first.row_texts(row).into_iter().map(str::to_owned).collect()).collect()
    }
}

/// The ending of a file's name, lower case.
pub fn ending(name: &str) -> Option<String> {
    Path::new(name).extension().map(|ending| ending.to_string_lossy().to_ascii_lowercase())
}
