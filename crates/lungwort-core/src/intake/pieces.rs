//! Rows handed on in other pieces than they were read in: the top of a sheet first, or a few rows at a time.

use std::io;

use super::{Chunk, Rows};
use crate::limits::LARGEST_TOP;

/// Reads on until there are at least so many rows, or no more. `None` where there are none at all.
///
/// # Errors
/// What reading fails with.
pub fn read_top(rows: &mut dyn Rows, least: usize) -> io::Result<Option<Chunk>> {
    let Some(mut top) = rows.next_chunk(Chunk::default())? else { return Ok(None) };
    let mut appended = false;
    while top.row_count() < least && top.text.len() < LARGEST_TOP {
        let Some(next) = rows.next_chunk(Chunk::default())? else { break };
        if !appended {
            // Only what was copied can be added to.
            let mut copy = Chunk::like(&top);
            copy.append(&top, 0..top.row_count());
            top = copy;
            appended = true;
        }
        top.append(&next, 0..next.row_count());
    }
    Ok(Some(top))
}

/// Rows of which the top has been read already.
pub struct Resumed<'r> {
    top: Option<Chunk>,
    rest: &'r mut dyn Rows,
}

impl<'r> Resumed<'r> {
    /// Gives the top out first, then the rest.
    pub fn new(top: Chunk, rest: &'r mut dyn Rows) -> Resumed<'r> {
        Resumed { top: Some(top), rest }
    }
}

impl Rows for Resumed<'_> {
    fn next_chunk(&mut self, spare: Chunk) -> io::Result<Option<Chunk>> {
        match self.top.take() {
            Some(top) => Ok(Some(top)),
            None => self.rest.next_chunk(spare),
        }
    }

    fn set_width(&mut self, width: usize) {
        self.rest.set_width(width);
    }

    fn bytes_read(&self) -> u64 {
        self.rest.bytes_read()
    }
}

/// Gives out at most so many rows at a time. What comes of a check must not depend on it.
pub struct Pieces<'r> {
    rows: &'r mut dyn Rows,
    most: usize,
    whole: Option<(Chunk, usize)>,
}

impl<'r> Pieces<'r> {
    /// Cuts the chunks of `rows` into pieces of at most `most` rows.
    pub fn new(rows: &'r mut dyn Rows, most: usize) -> Pieces<'r> {
        Pieces { rows, most: most.max(1), whole: None }
    }
}

impl Rows for Pieces<'_> {
    fn next_chunk(&mut self, _: Chunk) -> io::Result<Option<Chunk>> {
        let (whole, from) = match self.whole.take() {
            Some(whole) => whole,
            None => match self.rows.next_chunk(Chunk::default())? {
                Some(chunk) => (chunk, 0),
                None => return Ok(None),
            },
        };
        let to = (from + self.most).min(whole.row_count());
        let mut piece = Chunk::like(&whole);
        piece.append(&whole, from..to);
        if to < whole.row_count() {
            self.whole = Some((whole, to));
        }
        Ok(Some(piece))
    }

    fn set_width(&mut self, width: usize) {
        self.rows.set_width(width);
    }

    fn bytes_read(&self) -> u64 {
        self.rows.bytes_read()
    }
}
