//! What rows make up: said of each row, in the order of the file, by whichever thread reads.
//!
//! In: chunks of rows as they are read. Out: the same rows, each with its kind and what it belongs to, so that the
//! judges need not know what came before. A shape is one file here.

pub(crate) mod block;
pub(crate) mod labelled;
pub(crate) mod record;
pub(crate) mod table;

use std::collections::HashMap;
use std::sync::Arc;

use block::BlockEvent;

use crate::intake::Chunk;
use crate::rulebook::Sheet;

/// What a row is.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub(crate) enum RowKind {
    /// It belongs to the template: headings, and what is above and under them.
    Template,
    /// Nothing is in it.
    Blank,
    /// Data.
    Data,
}

/// What a row is and what it belongs to.
#[derive(Debug, Clone, Copy)]
pub(crate) struct RowPlace {
    pub kind: RowKind,
    /// Whether blank rows come directly before it.
    pub after_blank: bool,
    /// The record that it belongs to, counted from zero: in a table, each row of data is one. Of rows that continue the one
    /// above it is the place among [`Shaped::records`].
    pub record: u64,
    /// Which line of its block it is, from one; zero where it is none.
    pub line: u32,
}

/// Blank rows that rows of data follow.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub(crate) struct BlankRun {
    /// The row within the chunk that ends it.
    pub before: usize,
    /// The first row, as a spreadsheet counts.
    pub first: u64,
    /// The last.
    pub last: u64,
    /// The line of the first one, in a text.
    pub line: Option<u64>,
}

/// A record, or what of it is in a chunk.
#[derive(Debug, Clone)]
pub(crate) struct RecordPart {
    /// What it is known by; `None` for rows that belong to no record, since nothing is above them.
    pub key: Option<Arc<str>>,
    /// The same without loss, for records to be recognised by: what is shown may be cut.
    pub hash: u128,
    /// The number of its first row, as a spreadsheet counts.
    pub first: u64,
    /// The row within the chunk on which it begins; `None` where that is in an earlier chunk.
    pub begins: Option<usize>,
    /// What its first row has in the columns whose values hold for all of its rows, as far as anything asks for it.
    pub header: Arc<[(usize, Box<str>)]>,
}

/// A chunk whose rows have been placed.
#[derive(Debug, Default)]
pub(crate) struct Shaped {
    /// Its place among the chunks, from zero.
    pub number: usize,
    pub chunk: Chunk,
    /// For each row of the chunk.
    pub places: Vec<RowPlace>,
    /// Runs of blank rows that end in this chunk, in order.
    pub blank_runs: Vec<BlankRun>,
    /// Of rows that continue the one above: the records of the chunk, in order.
    pub records: Vec<RecordPart>,
    /// Of labelled cells: the row and column in the file of each cell of the one row.
    pub cells: Option<Arc<[(u64, usize)]>>,
    /// Of blocks: the same of each row with the values of a header.
    pub header_cells: HashMap<usize, Arc<[(u64, usize)]>>,
    /// Of blocks: what happens on which row of the chunk, in order.
    pub block_events: Vec<(usize, BlockEvent)>,
}

impl Shaped {
    /// The record that a row belongs to, where rows may continue the one above.
    pub fn record_of(&self, row: usize) -> Option<&RecordPart> {
        let place = self.places.get(row).filter(|place| place.kind == RowKind::Data)?;
        self.records.get(usize::try_from(place.record).ok()?)
    }

    /// What the record of a row is recognised by; `None` where it belongs to none.
    pub fn record_hash(&self, row: usize) -> Option<u128> {
        self.record_of(row).filter(|record| record.key.is_some()).map(|record| record.hash)
    }

    /// Whether two rows are of the same record.
    pub fn same_record(&self, one: usize, other: usize) -> bool {
        let of =
            |row: usize| self.places.get(row).filter(|place| place.kind == RowKind::Data).map(|place| place.record);
        of(one).is_some() && of(one) == of(other)
    }

    /// Whether a row holds the header of a block.
    pub fn is_head(&self, row: usize) -> bool {
        self.record_of(row).is_some_and(|record| record.begins == Some(row))
    }

    /// The number of a row, as a spreadsheet counts; of the header of a block, that of its first row.
    pub fn number_of(&self, sheet: &Sheet, row: usize) -> u64 {
        if sheet.block.is_none() {
            return self.chunk.row_number(row);
        }
        let head = self.record_of(row).filter(|record| record.begins == Some(row));
        head.map_or(self.chunk.row_number(row), |record| record.first)
    }

    /// Whether what names these columns is about a row. Of blocks, what names a column of the lines, or none, is about the lines,
    /// and the rest about the header.
    pub fn concerns(&self, sheet: &Sheet, row: usize, columns: &[usize]) -> bool {
        let about_lines = || columns.is_empty() || columns.iter().any(|column| sheet.headed().contains(column));
        sheet.block.is_none() || self.is_head(row) != about_lines()
    }

    /// Whether a row continues a record that began above it.
    pub fn continues(&self, row: usize) -> bool {
        self.record_of(row).is_some_and(|record| record.key.is_some() && record.begins != Some(row))
    }
}

/// Places rows. What it must know of rows before is in itself.
pub(crate) trait Shape: Send {
    /// Places the rows of the next chunk, in the memory of one that is done with. Its chunk may be another one; a
    /// chunk without rows has nothing in it for the judges.
    fn place(&mut self, shaped: &mut Shaped);
}
