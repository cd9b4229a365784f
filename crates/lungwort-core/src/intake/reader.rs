//! A delimited file as batches of rows, in bounded memory.

use std::io::{self, Read};

use super::batch::Batch;
use super::decode::{Decoder, Invalid};
use super::dialect::{Dialect, NewlineCounts};
use super::scan::Scanner;
use super::sniff::{Sniffed, sniff};

/// Text gathered before rows are looked for: several hundred rows, and small enough to stay in the cache.
const BATCH: usize = 128 * 1024;
/// The largest row.
pub const LARGEST_ROW: usize = 32 << 20;
/// Text looked at to tell the delimiter.
const SAMPLE: usize = 64 * 1024;

/// What the user says about how the file is written.
#[derive(Debug, Clone, Copy, Default)]
pub struct Told {
    /// The encoding.
    pub encoding: Option<&'static encoding_rs::Encoding>,
    /// Between cells.
    pub delimiter: Option<u8>,
    /// Around cells.
    pub quote: Option<u8>,
}

/// Reads batches from a stream.
pub struct Batches<R> {
    decoder: Decoder<R>,
    scanner: Scanner,
    sniffed: Sniffed,
    /// Text of a row that is not whole yet.
    pending: String,
    /// Where `pending` begins in the file's text.
    pending_start: u64,
    invalid: Vec<Invalid>,
    next_row: u64,
    next_number: usize,
    text_ended: bool,
    /// Set when a row is larger than [`LARGEST_ROW`]: its row and line.
    endless: Option<(u64, u64)>,
}

impl<R: Read> Batches<R> {
    /// Begins to read. `is_tsv` is what the file's name says of its delimiter.
    pub fn open(decoder: Decoder<R>, told: Told, is_tsv: bool) -> io::Result<Batches<R>> {
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
        let sniffed = sniff(&pending[..end], is_tsv, told.delimiter, told.quote);
        Ok(Batches {
            decoder,
            scanner: Scanner::new(sniffed.dialect),
            sniffed,
            pending,
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

    /// The next batch, in the memory of one that is done with. `None` at the end.
    pub fn next_batch(&mut self, spare: Batch) -> io::Result<Option<Batch>> {
        let mut batch = spare;
        batch.clear();
        batch.text.push_str(&self.pending);
        self.pending.clear();
        let mut wanted = BATCH;
        loop {
            while batch.text.len() < wanted && !self.text_ended {
                self.text_ended = !self.decoder.fill(&mut batch.text)?;
            }
            self.invalid.extend(self.decoder.take_invalid());
            if batch.text.is_empty() || self.endless.is_some() {
                return Ok(None);
            }
            let too_large = batch.text.len() > LARGEST_ROW;
            let mut consumed = self.scanner.scan(&mut batch, self.text_ended);
            if batch.row_count() == 0 && too_large {
                // Perhaps only a quote that never closes holds it together: read it as if the text ended here.
                consumed = self.scan_past_open_quote(&mut batch);
                if consumed == 0 {
                    self.endless = Some((self.next_row, self.scanner.line));
                    return Ok(None);
                }
            }
            if batch.row_count() > 0 {
                self.finish(&mut batch, consumed);
                return Ok(Some(batch));
            }
            // Twice the text each time, so that a long row is not looked through again and again.
            wanted = (batch.text.len() * 2).min(LARGEST_ROW + 1).max(batch.text.len() + 1);
        }
    }

    /// Scans the rows up to the last line end with quotes that do not close taken as plain.
    fn scan_past_open_quote(&mut self, batch: &mut Batch) -> usize {
        let Some(end) = batch.text.rfind(['\n', '\r']).map(|at| at + 1) else {
            return 0;
        };
        let rest = batch.text.split_off(end);
        let consumed = self.scanner.scan(batch, true);
        batch.text.push_str(&rest);
        consumed
    }

    fn finish(&mut self, batch: &mut Batch, consumed: usize) {
        batch.text_start = self.pending_start;
        batch.first_row = self.next_row;
        batch.number = self.next_number;
        batch.cells = batch.fields.len() as u64;
        self.pending.push_str(&batch.text[consumed..]);
        batch.text.truncate(consumed);
        self.pending_start += consumed as u64;
        self.next_row += batch.row_count() as u64;
        self.next_number += 1;
        let within = self.invalid.partition_point(|invalid| invalid.at < self.pending_start);
        batch.invalid.extend(self.invalid.drain(..within));
    }
}

impl<R: Read + Send> super::Rows for Batches<R> {
    fn next_batch(&mut self, spare: Batch) -> io::Result<Option<Batch>> {
        Batches::next_batch(self, spare)
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
        let mut batches = Batches::open(decoder, Told::default(), false).unwrap();
        let mut rows = Vec::new();
        let mut spare = Batch::default();
        while let Some(batch) = batches.next_batch(spare).unwrap() {
            rows.extend(
                (0..batch.row_count())
                    .map(|row| (batch.row_number(row), batch.line_number(row).unwrap(), batch.row(row).len())),
            );
            spare = batch;
        }
        (rows, batches.endless())
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
        let text = format!("a,b\n{}", "x".repeat(LARGEST_ROW + BATCH * 4));
        let (rows, endless) = read(text.as_bytes());
        assert_eq!((rows.len(), endless), (1, Some((2, 2))));
    }

    #[test]
    fn invalid_bytes_are_found_in_their_cells() {
        let bytes: Vec<u8> = "Zoë,x\n".bytes().chain(*b"a,\"b\xff\",c\n").collect();
        let decoder = Decoder::open(bytes.as_slice(), None).unwrap();
        let mut batches = Batches::open(decoder, Told::default(), false).unwrap();
        let batch = batches.next_batch(Batch::default()).unwrap().unwrap();
        assert_eq!(batch.invalid_places(), [(1, 1, 11)]);
    }
}
