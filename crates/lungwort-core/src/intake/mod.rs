//! Bytes to rows: what kind of file it is, its encoding, how its cells are set apart, and its rows in batches.
//!
//! `bytes → [decode] → text → [scan] → [batch]es of rows`. Each batch knows the spreadsheet row and the physical
//! line of every row in it, so that batches can be judged apart from each other and in any order.

pub mod batch;
pub mod decode;
pub mod dialect;
pub mod kind;
pub mod reader;
mod scan;
mod sniff;

pub use batch::{Batch, Field, Issue, IssueKind};
pub use decode::{Chosen, Decoder, Invalid};
pub use dialect::{Dialect, NewlineCounts};
pub use kind::{Content, content_of};
pub use reader::Batches;
