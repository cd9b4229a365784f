//! Bytes to rows: what kind of file it is, its encoding, how its cells are set apart, and its rows in chunks.
//!
//! `bytes → [decode] → text → [scan] → [chunk]es of rows`. Each chunk knows the spreadsheet row and the physical
//! line of every row in it, so that chunks can be judged apart from each other and in any order.

pub mod bytes;
pub mod cells;
pub mod chunk;
pub mod decode;
pub mod dialect;
pub mod kind;
pub mod pieces;
pub mod reader;
pub mod readings;
mod scan;
mod sniff;
pub mod source;
pub mod workbook;

pub use bytes::{ByteStream, Bytes, io_words};
pub use chunk::{Chunk, Field, Issue, IssueKind, PlainCells};
pub use decode::{Chosen, Decoder, Invalid};
pub use dialect::{Dialect, NewlineCounts};
pub use kind::{Content, content_of};
pub use reader::{Chunks, ReadOptions};
pub use sniff::is_remark;
pub use source::{OpenError, Source, read_small};
pub use workbook::{BookError, SheetRows, Workbook};

/// Gives chunks of rows, whatever they are read from.
pub trait Rows: Send {
    /// The next chunk, in the memory of one that is done with. `None` at the end.
    ///
    /// # Errors
    ///
    /// Where the file cannot be read on: it is broken, or the disk is.
    fn next_chunk(&mut self, spare: Chunk) -> std::io::Result<Option<Chunk>>;

    /// Sees to it that every row of the chunks to come has at least so many cells, where that can be done.
    fn set_width(&mut self, _: usize) {}

    /// Bytes of the file read so far.
    fn bytes_read(&self) -> u64;
}

/// Whether there is anything but printable ASCII.
#[inline]
fn scan_special(bytes: &[u8]) -> bool {
    bytes.iter().any(|byte| !(0x20..0x7f).contains(byte))
}
