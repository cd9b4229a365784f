//! Why a workbook cannot be read.

use std::io;

use crate::intake::io_words;

/// Why a workbook cannot be read.
#[derive(Debug)]
pub enum BookError {
    /// Reading failed.
    Io(io::Error),
    /// It has a password.
    Password,
    /// The archive is broken.
    BrokenArchive,
    /// It is an archive, and no workbook.
    NoWorkbook,
    /// Something in it is out of proportion.
    Oversized(String),
    /// Something in it makes no sense.
    Damaged(String),
}

impl std::fmt::Display for BookError {
    fn fmt(&self, out: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
        match self {
            BookError::Io(error) => write!(out, "it cannot be read: {}", io_words(error)),
            BookError::Password => out.write_str(
                "it is protected by a password, so that nothing in it can be read; save a copy without one and check that",
            ),
            BookError::BrokenArchive => out.write_str(
                "it is a broken or incomplete workbook; download or copy it again, or open it in a spreadsheet program and save it again",
            ),
            BookError::NoWorkbook => out.write_str("it is a compressed archive (zip), not a workbook; unpack it and check what is in it"),
            BookError::Oversized(what) => write!(out, "{what}, as no workbook of this kind does; it was not read"),
            BookError::Damaged(what) => write!(
                out,
                "the workbook is damaged: {what}; open it in a spreadsheet program, let it be repaired there and save it again"
            ),
        }
    }
}

impl std::error::Error for BookError {}

impl From<io::Error> for BookError {
    fn from(error: io::Error) -> Self {
        error.downcast().unwrap_or_else(BookError::Io)
    }
}

/// What is wrong with a part is seen while its bytes stream through readers, which know errors of reading only.
impl From<BookError> for io::Error {
    fn from(error: BookError) -> Self {
        io::Error::new(io::ErrorKind::InvalidData, error)
    }
}

/// A sheet that has no end.
pub(super) fn broken_off() -> io::Error {
    BookError::Damaged("a sheet breaks off in the middle".to_owned()).into()
}
