//! Bytes to rows: what kind of file it is, its encoding, how its cells are set apart, and its rows in batches.
//!
//! `bytes → [decode] → text → [scan] → [batch]es of rows`. Each batch knows the spreadsheet row and the physical
//! line of every row in it, so that batches can be judged apart from each other and in any order.

pub mod batch;
pub mod cells;
pub mod decode;
pub mod dialect;
pub mod kind;
pub mod reader;
mod scan;
mod sniff;
pub mod workbook;

pub use batch::{Batch, Field, Issue, IssueKind};
pub use decode::{Chosen, Decoder, Invalid};
pub use dialect::{Dialect, NewlineCounts};
pub use kind::{Content, content_of};
pub use reader::Batches;
pub use workbook::{BookError, SheetRows, Workbook};

/// Gives batches of rows, whatever they are read from.
pub trait Rows: Send {
    /// The next batch, in the memory of one that is done with. `None` at the end.
    fn next_batch(&mut self, spare: Batch) -> std::io::Result<Option<Batch>>;

    /// Sees to it that every row of the batches to come has at least so many cells, where that can be done.
    fn set_width(&mut self, _: usize) {}

    /// Bytes of the file read so far.
    fn bytes_read(&self) -> u64;
}

/// Whether there is anything but printable ASCII.
#[inline]
fn scan_special(bytes: &[u8]) -> bool {
    bytes.iter().any(|byte| !(0x20..0x7f).contains(byte))
}
