//! A delimited file as chunks of rows, in bounded memory.

use std::io::{self, Read};

use super::chunk::Chunk;
use super::decode::{Decoder, Invalid};
use super::dialect::{Dialect, NewlineCounts};
use super::scan::Scanner;
use super::sniff::{Sniffed, sniff};
pub use crate::limits::LARGEST_ROW;

/// Text gathered before rows are looked for: several hundred rows, and small enough to stay in the cache.
const CHUNK: usize = 128 * 1024;
/// Text behind which a scan ends, where a quote that never closes has gathered more.
const ENOUGH: usize = 2 * CHUNK;
/// Text looked at to tell the delimiter.
const SAMPLE: usize = 64 * 1024;

/// What the user says about how the file is written.
#[derive(Debug, Clone, Copy, Default)]
pub struct ReadOptions {
    /// The encoding.
    pub encoding: Option<crate::encoding::Encoding>,
    /// Between cells.
    pub delimiter: Option<u8>,
    /// Around cells.
    pub quote: Option<u8>,
}

/// Reads chunks from a stream.
pub struct Chunks<R> {
    decoder: Decoder<R>,
    scanner: Scanner,
    sniffed: Sniffed,
    /// Text that was read and is in no row yet, from `pending_at` on.
    pending: String,
    pending_at: usize,
    /// Where that begins in the file's text.
    pending_start: u64,
    invalid: Vec<Invalid>,
    next_row: u64,
    next_number: usize,
    text_ended: bool,
    /// Set when a row is larger than [`LARGEST_ROW`]: its row and line.
    endless: Option<(u64, u64)>,
}

impl<R: Read> Chunks<R> {
    /// Begins to read. `is_tsv` is what the file's name says of its delimiter.
    ///
    /// # Errors
    ///
    /// Where the input cannot be read.
    pub fn open(decoder: Decoder<R>, given: ReadOptions, is_tsv: bool) -> io::Result<Chunks<R>> {
        let mut decoder = decoder;
        let mut pending = String::new();
        let mut text_ended = false;
        while pending.len() < SAMPLE && !text_ended {
            text_ended = !decoder.fill(&mut pending)?;
        }
        let mut end = pending.len().min(SAMPLE);
        while !pending.is_char_boundary(end) {
            end -= 1;
        }
        let sniffed = sniff(&pending[..end], is_tsv, given.delimiter, given.quote);
        Ok(Chunks {
            decoder,
            scanner: Scanner::new(sniffed.dialect),
            sniffed,
            pending,
            pending_at: 0,
            pending_start: 0,
            invalid: Vec::new(),
            next_row: 1,
            next_number: 0,
            text_ended,
            endless: None,
        })
    }

    /// The signs of the file.
    pub fn dialect(&self) -> Dialect {
        self.sniffed.dialect
    }

    /// Another delimiter that would do as well.
    pub fn rival_delimiter(&self) -> Option<u8> {
        self.sniffed.rival
    }

    /// The decoder behind it.
    pub fn decoder(&self) -> &Decoder<R> {
        &self.decoder
    }

    /// How lines ended so far.
    pub fn newlines(&self) -> NewlineCounts {
        self.scanner.newlines
    }

    /// The row and line of a row that was too large to read on after.
    pub fn endless(&self) -> Option<(u64, u64)> {
        self.endless
    }

    /// The next chunk, in the memory of one that is done with. `None` at the end.
    ///
    /// # Errors
    ///
    /// Where the input cannot be read on.
    pub fn next_chunk(&mut self, spare: Chunk) -> io::Result<Option<Chunk>> {
        let mut chunk = spare;
        chunk.clear();
        let mut wanted = CHUNK;
        loop {
            self.gather(&mut chunk.text, wanted)?;
            self.invalid.extend(self.decoder.take_invalid());
            if chunk.text.is_empty() || self.endless.is_some() {
                return Ok(None);
            }
            let too_large = chunk.text.len() > LARGEST_ROW;
            let at_end = self.text_ended && self.pending.is_empty();
            let mut consumed = self.scanner.scan(&mut chunk, at_end, ENOUGH);
            if chunk.row_count() == 0 && too_large {
                // Perhaps only a quote that never closes holds it together: read it as if the text ended here.
                consumed = self.scan_past_open_quote(&mut chunk);
                if consumed == 0 {
                    self.endless = Some((self.next_row, self.scanner.line));
                    return Ok(None);
                }
            }
            if chunk.row_count() > 0 {
                self.finish(&mut chunk, consumed);
                return Ok(Some(chunk));
            }
            // Twice the text each time, so that a long row is not looked through again and again.
            wanted = (chunk.text.len() * 2).min(LARGEST_ROW + 1).max(chunk.text.len() + 1);
        }
    }

    /// Adds to a text until it has so many bytes, or all are read: what is left of before first.
    fn gather(&mut self, text: &mut String, wanted: usize) -> io::Result<()> {
        if text.len() < wanted && !self.pending.is_empty() {
            let mut end = (self.pending_at + wanted - text.len()).min(self.pending.len());
            while !self.pending.is_char_boundary(end) {
                end += 1;
            }
            text.push_str(&self.pending[self.pending_at..end]);
            self.pending_at = end;
            if end == self.pending.len() {
                // What was large need not be kept.
                if self.pending.capacity() > ENOUGH {
                    self.pending = String::new();
                }
                self.pending.clear();
                self.pending_at = 0;
            }
        }
        while text.len() < wanted && !self.text_ended && self.pending.is_empty() {
            self.text_ended = !self.decoder.fill(text)?;
        }
        Ok(())
    }

    /// Scans the rows up to the last line end with quotes that do not close taken as plain.
    fn scan_past_open_quote(&mut self, chunk: &mut Chunk) -> usize {
        let Some(end) = chunk.text.rfind(['\n', '\r']).map(|at| at + 1) else {
            return 0;
        };
        let rest = chunk.text.split_off(end);
        let consumed = self.scanner.scan(chunk, true, ENOUGH);
        chunk.text.push_str(&rest);
        consumed
    }

    fn finish(&mut self, chunk: &mut Chunk, consumed: usize) {
        let text_start = self.pending_start;
        chunk.first_row = self.next_row;
        chunk.number = self.next_number;
        chunk.cells = chunk.fields.len() as u64;
        let left = chunk.text.len() - consumed;
        if !self.pending.is_empty() {
            // All of the chunk's text came from there.
            self.pending_at -= left;
            chunk.text.truncate(consumed);
        } else if left > ENOUGH {
            let rows = chunk.text[..consumed].to_owned();
            self.pending = std::mem::replace(&mut chunk.text, rows);
            self.pending_at = consumed;
        } else {
            self.pending.push_str(&chunk.text[consumed..]);
            chunk.text.truncate(consumed);
        }
        self.pending_start += consumed as u64;
        self.next_row += chunk.row_count() as u64;
        self.next_number += 1;
        let within = self.invalid.partition_point(|invalid| invalid.at < self.pending_start);
        if within > 0 {
            chunk.place_invalid(self.invalid.drain(..within), text_start);
        }
    }
}

impl<R: Read + Send> super::Rows for Chunks<R> {
    fn next_chunk(&mut self, spare: Chunk) -> io::Result<Option<Chunk>> {
        Chunks::next_chunk(self, spare)
    }

    fn bytes_read(&self) -> u64 {
        self.decoder.bytes_read()
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    /// Row, line and count of cells of each row.
    type Rows = Vec<(u64, u64, usize)>;

    fn read(bytes: &[u8]) -> (Rows, Option<(u64, u64)>) {
        let decoder = Decoder::open(bytes, None).unwrap();
        let mut chunks = Chunks::open(decoder, ReadOptions::default(), false).unwrap();
        let mut rows = Vec::new();
        let mut spare = Chunk::default();
        while let Some(chunk) = chunks.next_chunk(spare).unwrap() {
            rows.extend(
                (0..chunk.row_count())
                    .map(|row| (chunk.row_number(row), chunk.line_number(row).unwrap(), chunk.row(row).len())),
            );
            spare = chunk;
        }
        (rows, chunks.endless())
    }

    #[test]
    fn rows_and_lines_run_on_over_batches() {
        let text = "a,\"b\nb\",c\n".repeat(100_000);
        let (rows, endless) = read(text.as_bytes());
        assert_eq!(rows.len(), 100_000);
        assert!(rows.iter().enumerate().all(|(at, row)| *row == (at as u64 + 1, at as u64 * 2 + 1, 3)));
        assert_eq!(endless, None);
    }

    #[test]
    fn a_line_without_end_stops_the_reading() {
        let text = format!("a,b\n{}", "x".repeat(LARGEST_ROW + CHUNK * 4));
        let (rows, endless) = read(text.as_bytes());
        assert_eq!((rows.len(), endless), (1, Some((2, 2))));
    }

    #[test]
    fn invalid_bytes_are_found_in_their_cells() {
        let bytes: Vec<u8> = "Zoë,x\n".bytes().chain(*b"a,\"b\xff\",c\n").collect();
        let decoder = Decoder::open(bytes.as_slice(), None).unwrap();
        let mut chunks = Chunks::open(decoder, ReadOptions::default(), false).unwrap();
        let chunk = chunks.next_chunk(Chunk::default()).unwrap().unwrap();
        assert_eq!(chunk.invalid_places(), [(1, 1, 11)]);
    }
}
