//! Where the bytes of a file are, so that they can be read more than once.

use std::fs::File;
use std::io::{self, BufReader, Cursor, Read, Seek};
use std::path::PathBuf;
use std::sync::Arc;

use tempfile::TempPath;

/// Why reading or writing failed, in words that do not need a system's manual.
pub fn io_words(error: &io::Error) -> String {
    let words = match error.kind() {
        io::ErrorKind::NotFound => "there is no such file",
        io::ErrorKind::PermissionDenied => "there is no permission",
        io::ErrorKind::StorageFull | io::ErrorKind::QuotaExceeded => "the disk is full",
        io::ErrorKind::ReadOnlyFilesystem => "the disk is read-only",
        io::ErrorKind::IsADirectory => "it is a folder",
        io::ErrorKind::NotADirectory => "a part of its path is not a folder",
        io::ErrorKind::InvalidFilename => "its name is too long, or has a character that names may not have",
        _ => {
            let text = error.to_string();
            return text.split(" (os ").next().unwrap_or(&text).to_lowercase();
        }
    };
    words.to_owned()
}

/// Bytes that can be read again from the start.
pub trait ReadSeek: Read + Seek + Send {}
impl<T: Read + Seek + Send> ReadSeek for T {}

/// The stream of a file's bytes.
pub type ByteStream = Box<dyn ReadSeek>;

/// Where the bytes of a file are.
#[derive(Debug, Clone)]
pub enum Bytes {
    /// In a file.
    Path(PathBuf),
    /// In memory.
    Memory(Arc<[u8]>),
    /// In a temporary file, which goes when nobody needs it any more.
    Temporary(Arc<TempPath>),
}

impl Bytes {
    /// Opens them from the start.
    ///
    /// # Errors
    /// Where the file is gone or may not be read.
    pub fn open(&self) -> io::Result<ByteStream> {
        Ok(match self {
            Bytes::Path(path) => Box::new(BufReader::new(File::open(path)?)),
            Bytes::Memory(bytes) => Box::new(Cursor::new(Arc::clone(bytes))),
            Bytes::Temporary(path) => Box::new(BufReader::new(File::open(&***path)?)),
        })
    }
}
