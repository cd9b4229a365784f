//! Opening a file: is it one that can be read, and what stands at its top?

use std::fs::File;
use std::io::{self, Cursor, Read};
use std::path::{Path, PathBuf};

use crate::intake::reader::Told;
use crate::intake::workbook::Bytes as BookBytes;
use crate::intake::{Batch, Batches, BookError, Content, Decoder, Rows, SheetRows, Workbook, content_of};

/// The stream of a file's bytes.
pub type Bytes = Box<dyn Read + Send>;

/// The largest workbook that is taken from a stream: it has to be held whole.
const LARGEST_STREAMED: u64 = 1 << 30;

/// Why a file cannot be checked.
#[derive(Debug)]
pub enum OpenError {
    /// It cannot be read.
    Io(io::Error),
    /// It is a folder.
    Folder,
    /// There is nothing in it.
    Empty,
    /// It is a workbook that cannot be read.
    Workbook(BookError),
    /// It is something else than a table.
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
            OpenError::Workbook(error) => error.fmt(out),
            OpenError::NoTable(what) => write!(out, "it is {what}, not a workbook or a table of text (CSV or TSV)"),
        }
    }
}

impl std::error::Error for OpenError {}

impl From<io::Error> for OpenError {
    fn from(error: io::Error) -> Self {
        error.downcast().map_or_else(OpenError::Io, OpenError::Workbook)
    }
}

impl From<BookError> for OpenError {
    fn from(error: BookError) -> Self {
        OpenError::Workbook(error)
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
    pub(super) content: OpenContent,
}

pub(super) enum OpenContent {
    Text { batches: Box<Batches<Bytes>>, first: Box<Batch> },
    Book(Box<OpenBook>),
}

/// A workbook whose sheets have been begun.
pub(super) struct OpenBook {
    pub book: Workbook,
    /// The sheets, each read as far as its first batch, once somebody has asked for that.
    tops: Option<Vec<Top>>,
}

/// A sheet read as far as its first batch.
pub(super) struct Top {
    pub rows: SheetRows,
    pub first: Option<Batch>,
}

impl Top {
    /// The texts of the first rows.
    pub fn texts(&self, most: usize) -> Vec<Vec<String>> {
        self.first.as_ref().map(|first| texts(first, most)).unwrap_or_default()
    }
}

impl OpenBook {
    /// Begins the sheets. Each is read once only: what follows the first batch is read on from there.
    pub fn tops(&mut self) -> Result<&[Top], BookError> {
        if self.tops.is_none() {
            let mut tops = Vec::with_capacity(self.book.sheets.len());
            for at in 0..self.book.sheets.len() {
                let mut rows = self.book.rows(at)?;
                let first = rows.next_batch(Batch::default())?;
                tops.push(Top { rows, first });
            }
            self.tops = Some(tops);
        }
        Ok(self.tops.as_deref().unwrap_or_default())
    }

    /// Hands the sheets out.
    pub fn into_tops(mut self) -> Result<(Workbook, Vec<Top>), BookError> {
        self.tops()?;
        Ok((self.book, self.tops.unwrap_or_default()))
    }
}

impl Opened {
    /// Opens a file.
    pub fn path(path: &Path, told: Told) -> Result<Opened, OpenError> {
        let about = std::fs::metadata(path)?;
        if about.is_dir() {
            return Err(OpenError::Folder);
        }
        let size = about.is_file().then_some(about.len());
        let name = path.display().to_string();
        let mut file = File::open(path)?;
        let head = head_of(&mut file)?;
        let content = match book_of(&head) {
            Some(is_zip) if size.is_some() => open_book(BookBytes::Path(path.to_owned()), is_zip)?,
            _ => content(&name, head, Box::new(file), told)?,
        };
        Ok(Opened { name, path: Some(path.to_owned()), size, content })
    }

    /// Opens a stream. The name serves for messages and for what its ending says.
    pub fn stream(name: String, bytes: Bytes, told: Told) -> Result<Opened, OpenError> {
        let mut bytes = bytes;
        let head = head_of(&mut bytes)?;
        let content = content(&name, head, bytes, told)?;
        Ok(Opened { name, path: None, size: None, content })
    }

    /// The texts of the first rows, to choose a rulebook by; of a workbook those of every sheet.
    pub fn top_rows(&mut self, most: usize) -> Result<Vec<Vec<String>>, OpenError> {
        match &mut self.content {
            OpenContent::Text { first, .. } => Ok(texts(first, most)),
            OpenContent::Book(book) => Ok(book.tops()?.iter().flat_map(|top| top.texts(most)).collect()),
        }
    }

    /// Whether it is a workbook.
    pub fn is_workbook(&self) -> bool {
        matches!(self.content, OpenContent::Book(_))
    }
}

fn texts(batch: &Batch, most: usize) -> Vec<Vec<String>> {
    let rows = 0..batch.row_count().min(most);
    rows.map(|row| batch.row_texts(row).into_iter().map(str::to_owned).collect()).collect()
}

fn head_of(bytes: &mut dyn Read) -> io::Result<Vec<u8>> {
    let mut head = Vec::with_capacity(4096);
    bytes.take(4096).read_to_end(&mut head)?;
    Ok(head)
}

fn open_book(bytes: BookBytes, is_zip: bool) -> Result<OpenContent, BookError> {
    Ok(OpenContent::Book(Box::new(OpenBook { book: Workbook::open(bytes, is_zip)?, tops: None })))
}

/// Whether the first bytes are those of a workbook, and then, of a zip archive.
fn book_of(head: &[u8]) -> Option<bool> {
    match content_of(head) {
        Content::Workbook => Some(true),
        Content::OldWorkbook => Some(false),
        _ => None,
    }
}

fn content(name: &str, head: Vec<u8>, rest: Bytes, told: Told) -> Result<OpenContent, OpenError> {
    if let Some(is_zip) = book_of(&head) {
        let mut all = head;
        rest.take(LARGEST_STREAMED).read_to_end(&mut all)?;
        if all.len() as u64 >= LARGEST_STREAMED {
            let why = "a workbook of more than 1 GB does not go through a pipe: name its file".to_owned();
            return Err(OpenError::Io(io::Error::other(why)));
        }
        return Ok(open_book(BookBytes::Memory(all.into()), is_zip)?);
    }
    match content_of(&head) {
        Content::Empty => return Err(OpenError::Empty),
        // Where the encoding was given the bytes may look odd and be right.
        Content::Other("a binary file") if told.encoding.is_some() => {}
        Content::Other(what) => return Err(OpenError::NoTable(what)),
        _ => {}
    }
    let decoder = Decoder::open(Box::new(Cursor::new(head).chain(rest)) as Bytes, told.encoding)?;
    let is_tsv = ending(name).is_some_and(|ending| ending == "tsv" || ending == "tab");
    let mut batches = Batches::open(decoder, told, is_tsv)?;
    match batches.next_batch(Batch::default())? {
        Some(first) => Ok(OpenContent::Text { batches: Box::new(batches), first: Box::new(first) }),
        None if batches.endless().is_some() => Err(OpenError::NoTable("one line of more than 32 MB")),
        None => Err(OpenError::Empty),
    }
}

/// The ending of a file's name, lower case.
pub fn ending(name: &str) -> Option<String> {
    Path::new(name).extension().map(|ending| ending.to_string_lossy().to_ascii_lowercase())
}
