//! Rows handed on in other pieces than they were read in: the top of a sheet first, or a few rows at a time.

use std::io;

use crossbeam_channel::bounded;

use super::{Chunk, Rows};
use crate::limits::LARGEST_TOP;

/// Chunks that are read ahead.
const BESIDE: usize = 4;

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

/// Goes through the chunks of `rows`, of which the first has been read, while further ones are read on another thread.
///
/// # Errors
/// What reading fails with, in words, or what `with` says.
pub(crate) fn read_beside(
    first: Chunk,
    rows: &mut dyn Rows,
    mut with: impl FnMut(&Chunk) -> Result<(), String>,
) -> Result<(), String> {
    std::thread::scope(|scope| {
        let (sender, chunks) = bounded::<Chunk>(BESIDE);
        let (back, spares) = bounded::<Chunk>(BESIDE * 2);
        let reader = scope.spawn(move || -> io::Result<()> {
            while let Some(chunk) = rows.next_chunk(spares.try_recv().unwrap_or_default())? {
                if sender.send(chunk).is_err() {
                    break;
                }
            }
            Ok(())
        });
        let done = std::iter::once(first).chain(chunks).try_for_each(|chunk| {
            with(&chunk)?;
            // Where there are spares enough, its memory is given back.
            let _ = back.try_send(chunk);
            Ok(())
        });
        match reader.join() {
            Ok(read) => done.and(read.map_err(|error| error.to_string())),
            Err(_) => Err("reading broke off".to_owned()),
        }
    })
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
