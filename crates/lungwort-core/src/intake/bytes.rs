//! Where the bytes of a file are, so that they can be read more than once.

use std::fs::File;
use std::io::{self, BufReader, Cursor, Read, Seek};
use std::path::PathBuf;
use std::sync::Arc;

use tempfile::TempPath;

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
