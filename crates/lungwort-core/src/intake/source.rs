//! One way to open a file, and it can be opened again: as delimited text, as a workbook, or as plain bytes.
//!
//! A stream that can be read only once is kept first: in memory while it is small, in a temporary file beyond.

use std::fs::File;
use std::io::{self, Read, Write};
use std::path::{Path, PathBuf};
use std::sync::Arc;

use sha2::{Digest as _, Sha256};

use super::bytes::{ByteStream, Bytes, io_words};
use super::decode;
use super::kind::is_relative;
use super::workbook::Workbook;
use super::{BookError, Chunks, Content, Decoder, ReadOptions, content_of};
use crate::encoding::{Encoding, Step};
use crate::limits::PIPED_IN_MEMORY;
use crate::limits::SMALL_FILE;

/// Bytes that tell what a file is.
const TELLING: u64 = 4096;

/// Why a file cannot be opened.
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
    /// It is a device or a pipe, where only a file will do.
    Device,
}

impl std::fmt::Display for OpenError {
    fn fmt(&self, out: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
        match self {
            OpenError::Io(error) => match error.kind() {
                io::ErrorKind::NotFound => out.write_str("there is no such file"),
                io::ErrorKind::PermissionDenied => out.write_str("there is no permission to read it"),
                _ => write!(out, "it cannot be read: {}", io_words(error)),
            },
            OpenError::Folder => out.write_str("it is a folder; name the file in it"),
            OpenError::Device => out.write_str("it is a device or a pipe, and no file"),
            OpenError::Empty => out.write_str("it is empty: not even headings are in it"),
            OpenError::Workbook(error) => error.fmt(out),
            OpenError::NoTable(what) if is_relative(what) => {
                write!(out, "it is {what}, which is not read; open it in a spreadsheet program and save it as .xlsx")
            }
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
        match error {
            BookError::Io(error) => OpenError::Io(error),
            error => OpenError::Workbook(error),
        }
    }
}

/// A file that can be opened again and again.
#[derive(Debug, Clone)]
pub struct Source {
    name: String,
    path: Option<PathBuf>,
    bytes: Bytes,
    size: u64,
    content: Content,
}

/// The bytes of a rulebook or the like.
///
/// # Errors
/// Where it cannot be read, is no regular file, or is larger than one can be.
pub fn read_small(path: &Path) -> io::Result<Vec<u8>> {
    let about = std::fs::metadata(path)?;
    let invalid = |message: String| io::Error::new(io::ErrorKind::InvalidData, message);
    if about.is_dir() {
        return Err(invalid(OpenError::Folder.to_string()));
    }
    if !about.is_file() {
        return Err(invalid(OpenError::Device.to_string()));
    }
    if about.len() > SMALL_FILE {
        return Err(invalid(format!("it is larger than {} MB, as no rulebook is", SMALL_FILE >> 20)));
    }
    std::fs::read(path)
}

/// Whether it is a device, which may never end.
#[cfg(unix)]
fn is_endless(about: &std::fs::Metadata) -> bool {
    use std::os::unix::fs::FileTypeExt;
    about.file_type().is_char_device() || about.file_type().is_block_device()
}

/// Whether it is a device, which may never end: of these there are no such files elsewhere.
#[cfg(not(unix))]
fn is_endless(_: &std::fs::Metadata) -> bool {
    false
}

impl Source {
    /// A file on disk. One that can be read only once (a pipe with a name) is kept as a stream is.
    ///
    /// # Errors
    /// [`OpenError::Io`], [`OpenError::Folder`].
    pub fn path(path: &Path) -> Result<Source, OpenError> {
        let about = std::fs::metadata(path)?;
        if about.is_dir() {
            return Err(OpenError::Folder);
        }
        let name = path.display().to_string();
        if is_endless(&about) {
            return Err(OpenError::Device);
        }
        if !about.is_file() {
            let kept = Source::stream(name, &mut File::open(path)?)?;
            return Ok(Source { path: Some(path.to_owned()), ..kept });
        }
        Source::of(name, Some(path.to_owned()), Bytes::Path(path.to_owned()), about.len())
    }

    /// A file on disk that is read because another one names it, or beside the data: no pipe, which might never end.
    ///
    /// # Errors
    /// [`OpenError::Io`], [`OpenError::Folder`], [`OpenError::Device`].
    pub fn regular(path: &Path) -> Result<Source, OpenError> {
        let about = std::fs::metadata(path)?;
        if !about.is_file() && !about.is_dir() {
            return Err(OpenError::Device);
        }
        Source::path(path)
    }

    /// Bytes in memory. The name serves for messages and for what its ending says.
    ///
    /// # Errors
    /// None in practice: memory can be read.
    pub fn memory(name: String, bytes: Arc<[u8]>) -> Result<Source, OpenError> {
        let size = bytes.len() as u64;
        Source::of(name, None, Bytes::Memory(bytes), size)
    }

    /// A stream, which is read to its end and kept.
    ///
    /// # Errors
    /// [`OpenError::Io`], also where the temporary file cannot be written.
    pub fn stream(name: String, stream: &mut dyn Read) -> Result<Source, OpenError> {
        let mut head = Vec::new();
        stream.take(PIPED_IN_MEMORY as u64).read_to_end(&mut head)?;
        if head.len() < PIPED_IN_MEMORY {
            return Source::memory(name, head.into());
        }
        let mut file = tempfile::NamedTempFile::new()?;
        file.write_all(&head)?;
        let size = head.len() as u64 + io::copy(stream, &mut file)?;
        file.flush()?;
        Source::of(name, None, Bytes::Temporary(Arc::new(file.into_temp_path())), size)
    }

    fn of(name: String, path: Option<PathBuf>, bytes: Bytes, size: u64) -> Result<Source, OpenError> {
        let mut head = Vec::new();
        bytes.open()?.take(TELLING).read_to_end(&mut head)?;
        Ok(Source { name, path, bytes, size, content: content_of(&head) })
    }

    /// The name as given.
    pub fn name(&self) -> &str {
        &self.name
    }

    /// Where it is; `None` for a stream and for memory.
    pub fn file_path(&self) -> Option<&Path> {
        self.path.as_deref()
    }

    /// Its size in bytes.
    pub fn size(&self) -> u64 {
        self.size
    }

    /// What it is by its first bytes.
    pub fn content(&self) -> Content {
        self.content
    }

    /// Whether it is a workbook.
    pub fn is_workbook(&self) -> bool {
        matches!(self.content, Content::Workbook | Content::OldWorkbook)
    }

    /// The ending of its name, lower case.
    pub fn ending(&self) -> Option<String> {
        Path::new(&self.name).extension().map(|ending| ending.to_string_lossy().to_ascii_lowercase())
    }

    /// Its bytes from the start.
    ///
    /// # Errors
    /// Where the file is gone or may not be read.
    pub fn bytes(&self) -> io::Result<ByteStream> {
        self.bytes.open()
    }

    /// The SHA-256 digest (FIPS 180-4) of its bytes, in hexadecimal digits: two files with the same are the same.
    ///
    /// # Errors
    /// Where it cannot be read.
    pub fn digest(&self) -> io::Result<String> {
        let mut hasher = Sha256::new();
        let mut stream = self.bytes()?;
        let mut buffer = vec![0; 64 << 10];
        loop {
            match stream.read(&mut buffer)? {
                0 => break,
                count => hasher.update(&buffer[..count]),
            }
        }
        Ok(hasher.finalize().iter().map(|byte| format!("{byte:02x}")).collect())
    }

    /// Whether it begins with a byte order mark, or all of its bytes mean something in an encoding.
    ///
    /// # Errors
    /// Where it cannot be read.
    pub fn is_valid_in(&self, encoding: Encoding) -> io::Result<bool> {
        let mut stream = self.bytes()?;
        let mut decoder = encoding.decoder();
        let (mut buffer, mut text, mut first) = (vec![0; 64 << 10], String::with_capacity(256 << 10), true);
        loop {
            let count = stream.read(&mut buffer)?;
            if first && decode::shown_by_bytes(&buffer[..count]).is_some_and(|shown| shown != encoding) {
                return Ok(false);
            }
            first = false;
            text.clear();
            let (step, _) = decoder.decode(&buffer[..count], &mut text, count == 0);
            // The bytes that mean nothing in a code page are made control characters of the same number.
            let means_nothing = text.contains(|each: char| matches!(each, '\u{80}'..='\u{9f}'));
            if means_nothing || step != Step::Done {
                return Ok(false);
            }
            if count == 0 {
                return Ok(true);
            }
        }
    }

    /// Its rows as delimited text.
    ///
    /// # Errors
    /// [`OpenError::Empty`], [`OpenError::NoTable`], [`OpenError::Io`].
    pub fn text(&self, options: ReadOptions) -> Result<Chunks<ByteStream>, OpenError> {
        match self.content {
            Content::Empty => return Err(OpenError::Empty),
            // Where the encoding was given the bytes may look odd and be right.
            Content::Other("a binary file") if options.encoding.is_some() => {}
            Content::Other(what) => return Err(OpenError::NoTable(what)),
            Content::Workbook | Content::OldWorkbook => return Err(OpenError::NoTable("a workbook")),
            Content::Text => {}
        }
        let decoder = Decoder::open(self.bytes()?, options.encoding)?;
        let is_tsv = self.ending().is_some_and(|ending| ending == "tsv" || ending == "tab");
        Ok(Chunks::open(decoder, options, is_tsv)?)
    }

    /// The workbook that it is.
    ///
    /// # Errors
    /// [`OpenError::Workbook`] where it is damaged, locked or too large, [`OpenError::NoTable`] where it is none.
    pub fn workbook(&self) -> Result<Workbook, OpenError> {
        match self.content {
            Content::Workbook => Ok(Workbook::open(self.bytes.clone(), true)?),
            Content::OldWorkbook => Ok(Workbook::open(self.bytes.clone(), false)?),
            Content::Empty => Err(OpenError::Empty),
            Content::Text => Err(OpenError::NoTable("delimited text")),
            Content::Other(what) => Err(OpenError::NoTable(what)),
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_stream_can_be_opened_again_in_memory_and_beyond() {
        for rows in [3, 200_000] {
            let text = "a,b,c\n".repeat(rows);
            let source = Source::stream("x.csv".to_owned(), &mut text.as_bytes()).unwrap();
            assert_eq!(matches!(source.bytes, Bytes::Temporary(_)), rows > 1000);
            for _ in 0..2 {
                let mut chunks = source.text(ReadOptions::default()).unwrap();
                let mut count = 0;
                while let Some(chunk) = chunks.next_chunk(crate::intake::Chunk::default()).unwrap() {
                    count += chunk.row_count();
                }
                assert_eq!(count, rows);
            }
        }
    }

    #[test]
    fn digests_are_those_of_the_standard() {
        let source = Source::memory("x".to_owned(), Arc::from(*b"abc")).unwrap();
        let due = "ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad";
        assert_eq!(source.digest().unwrap(), due);
    }

    #[test]
    fn what_is_no_table_says_what_it_is() {
        let source = |bytes: &[u8]| Source::memory("x.csv".to_owned(), Arc::from(bytes)).unwrap();
        let why = |bytes: &[u8]| source(bytes).text(ReadOptions::default()).err().unwrap().to_string();
        assert_eq!(why(b""), "it is empty: not even headings are in it");
        assert_eq!(why(b"%PDF-1.7"), "it is a PDF, not a workbook or a table of text (CSV or TSV)");
        assert!(source(b"PK\x03\x04 broken").workbook().is_err());
    }
}
