//! Finding cells and rows in text (RFC 4180, read forgivingly), 64 bytes at a step.
//!
//! Per step, masks tell where delimiters, quotes and line ends stand; only those places are looked at. A quote
//! counts only at the very start of a cell. Quoted cells are followed to their end apart from the masks.
//!
//! What breaks when changed: a rescan begins at the start of a row, never inside one; nothing of an incomplete
//! row may stay in the chunk.

use memchr::{memchr, memchr2};
use wide::u8x16;

use super::chunk::{Chunk, Field, Issue, IssueKind, RowStart};
use super::dialect::{Dialect, NewlineCounts};
use crate::limits::CHUNK_ROWS;

const STEP: usize = 64;

/// Finds rows in successive texts of one file.
#[derive(Debug)]
pub(super) struct Scanner {
    dialect: Dialect,
    /// The physical line of the next row.
    pub line: u64,
    pub newlines: NewlineCounts,
}

/// How a quoted cell ended.
enum Quoted {
    /// At the delimiter or line end found at `next`.
    Closed { field: Field, next: usize, lines: u64, tail: Tail },
    /// Not at all: the quote is an ordinary character.
    Literal,
    /// Perhaps in text that is not there yet.
    Unfinished,
}

/// What is behind a closing quote, before the cell ends.
enum Tail {
    None,
    Blanks,
    Text,
}

/// What came of a quote.
enum AtQuote {
    /// It is an ordinary character.
    Plain,
    /// It opened a cell that ended before this place.
    Behind(usize),
    /// The cell it opens may end in text that is not there yet.
    Unfinished,
}

/// The row that is being looked through.
struct Row {
    /// Where it begins in the text.
    start: usize,
    /// Its first cell among the chunk's.
    first_field: usize,
    /// Where the cell that is being looked through begins.
    field_start: usize,
    /// The physical line, which quoted line breaks move on within the row.
    line: u64,
    /// The quoted cell that has ended and waits for its delimiter.
    quoted: Option<Field>,
    /// Whether an earlier step saw anything but printable ASCII in the cell.
    special: bool,
}

impl Row {
    fn begin(start: usize, first_field: usize, line: u64) -> Row {
        Row { start, first_field, field_start: start, line, quoted: None, special: false }
    }

    #[inline]
    fn end_cell(&mut self, chunk: &mut Chunk, end: usize, special: bool) {
        let field = match self.quoted.take() {
            Some(field) => field,
            None => Field::new(self.field_start, end, self.special || special),
        };
        chunk.fields.push(field);
        self.special = false;
        self.field_start = end + 1;
    }

    /// Ends a cell at each of the places in a step that begins at `at`.
    #[inline]
    fn end_cells(&mut self, chunk: &mut Chunk, at: usize, mut places: u64, specials: &mut u64) {
        // Of the first one something may be known from before; of the rest, up to the last that is special, from this step.
        while places != 0 && (*specials != 0 || self.special || self.quoted.is_some()) {
            let bit = places.trailing_zeros();
            let below = (1_u64 << bit) - 1;
            places &= places - 1;
            self.end_cell(chunk, at + bit as usize, *specials & below != 0);
            *specials &= !below;
        }
        let mut start = self.field_start;
        // A range says how many there will be, so that there is room for all of them at once.
        chunk.fields.extend((0..places.count_ones()).map(|_| {
            let end = at + places.trailing_zeros() as usize;
            places &= places.wrapping_sub(1);
            let field = Field::new(start, end, false);
            start = end + 1;
            field
        }));
        self.field_start = start;
    }

    /// The cell that began here is not as the file's text has it.
    fn is_built(&self, chunk: &mut Chunk) {
        chunk.built_from.push((chunk.fields.len() as u32, self.field_start as u32));
    }

    fn issue(&self, chunk: &mut Chunk, kind: IssueKind) {
        let field = chunk.fields.len() - self.first_field;
        chunk.issues.push(Issue { kind, row: chunk.rows.len(), field, line: self.line });
    }
}

/// The places of interest in one step, as bits.
struct Masks {
    delimiters: u64,
    /// Quotes and line ends.
    others: u64,
    special: u64,
}

impl Scanner {
    pub fn new(dialect: Dialect) -> Scanner {
        Scanner { dialect, line: 1, newlines: NewlineCounts::default() }
    }

    /// Finds the whole rows of the chunk's text and returns the bytes they take up. `at_end` when no more text
    /// follows: then the last row may lack a line end, and a quote that is still open never closes. Behind `enough` bytes, or
    /// [`CHUNK_ROWS`] rows, the rest is left.
    pub fn scan(&mut self, chunk: &mut Chunk, at_end: bool, enough: usize) -> usize {
        // Taken out so that cells can be added while the text is read.
        let text = std::mem::take(&mut chunk.text);
        let consumed = self.rows(&text, chunk, at_end, enough);
        chunk.text = text;
        consumed
    }

    fn rows(&mut self, whole: &str, chunk: &mut Chunk, at_end: bool, enough: usize) -> usize {
        let text = whole.as_bytes();
        let mut row = Row::begin(0, chunk.fields.len(), self.line);
        let mut at = 0;
        'steps: while at < text.len() {
            let Masks { mut delimiters, mut others, special: mut specials } = self.masks(text, at);
            while others != 0 {
                let bit = others.trailing_zeros();
                others &= others - 1;
                let place = at + bit as usize;
                let below = (1_u64 << bit) - 1;
                row.end_cells(chunk, at, delimiters & below, &mut specials);
                delimiters &= !below;
                let byte = text[place];
                if byte == self.dialect.quote {
                    match self.at_quote(whole, place, &mut row, chunk, at_end) {
                        AtQuote::Plain => continue,
                        AtQuote::Behind(next) => {
                            at = next;
                            continue 'steps;
                        }
                        AtQuote::Unfinished => return self.forget(chunk, &row),
                    }
                }
                row.end_cell(chunk, place, specials & below != 0);
                specials &= !below;
                let next = match self.line_end(byte, text.get(place + 1).copied(), at_end) {
                    Some(width) => place + width,
                    None => return self.forget(chunk, &row),
                };
                self.end_row(chunk, &mut row, next);
                if next >= enough || chunk.rows.len() >= CHUNK_ROWS {
                    return next;
                }
                if next > place + 1 {
                    // The LF of a CR LF ends no further row.
                    at = next;
                    continue 'steps;
                }
            }
            row.end_cells(chunk, at, delimiters, &mut specials);
            row.special |= specials != 0;
            at += STEP;
        }
        if !at_end {
            return self.forget(chunk, &row);
        }
        if row.start < text.len() {
            row.end_cell(chunk, text.len(), false);
            self.end_row(chunk, &mut row, text.len());
        }
        text.len()
    }

    /// How many bytes a line end takes up; `None` where only the text that follows can tell.
    fn line_end(&mut self, byte: u8, next: Option<u8>, at_end: bool) -> Option<usize> {
        match (byte, next) {
            (b'\r', Some(b'\n')) => {
                self.newlines.crlf += 1;
                return Some(2);
            }
            (b'\r', None) if !at_end => return None,
            (b'\r', _) => self.newlines.cr += 1,
            _ => self.newlines.lf += 1,
        }
        Some(1)
    }

    fn at_quote(&self, text: &str, place: usize, row: &mut Row, chunk: &mut Chunk, at_end: bool) -> AtQuote {
        if place != row.field_start || row.quoted.is_some() {
            return AtQuote::Plain;
        }
        match self.quoted(text, place, chunk, at_end) {
            Quoted::Closed { field, next, lines, tail } => {
                chunk.quoted_cells += 1;
                match tail {
                    Tail::None => {}
                    Tail::Blanks => row.issue(chunk, IssueKind::BlanksAfterQuote),
                    Tail::Text => row.issue(chunk, IssueKind::TextAfterQuote),
                }
                row.line += lines;
                if field.is_built() {
                    row.is_built(chunk);
                }
                row.quoted = Some(field);
                row.special = false;
                AtQuote::Behind(next)
            }
            Quoted::Literal => {
                row.issue(chunk, IssueKind::UnclosedQuote);
                AtQuote::Plain
            }
            Quoted::Unfinished => AtQuote::Unfinished,
        }
    }

    fn end_row(&mut self, chunk: &mut Chunk, row: &mut Row, next: usize) {
        let count = (chunk.fields.len() - row.first_field) as u32;
        chunk.rows.push(RowStart { field: row.first_field as u32, count, line: self.line });
        self.line = row.line + 1;
        *row = Row::begin(next, chunk.fields.len(), self.line);
    }

    /// Takes back what has been noted of a row that is not whole, and returns where it begins.
    fn forget(&self, chunk: &mut Chunk, row: &Row) -> usize {
        let quoted = chunk.fields[row.first_field..].iter().filter(|field| field.is_quoted()).count() as u64;
        let pending = u64::from(row.quoted.is_some());
        chunk.quoted_cells -= quoted + pending;
        chunk.fields.truncate(row.first_field);
        let built = chunk.built_from.partition_point(|(field, _)| (*field as usize) < row.first_field);
        chunk.built_from.truncate(built);
        let rows = chunk.rows.len();
        chunk.issues.retain(|issue| issue.row < rows);
        row.start
    }

    #[inline]
    fn masks(&self, text: &[u8], at: usize) -> Masks {
        let mut padded = [0_u8; STEP];
        let mut kept = u64::MAX;
        let chunk: &[u8; STEP] = match text[at..].first_chunk::<STEP>() {
            Some(chunk) => chunk,
            None => {
                let rest = &text[at..];
                padded[..rest.len()].copy_from_slice(rest);
                kept = (1 << rest.len()) - 1;
                &padded
            }
        };
        let (delimiter, quote) = (u8x16::splat(self.dialect.delimiter), u8x16::splat(self.dialect.quote));
        let (mut delimiters, mut others, mut special) = (0_u64, 0_u64, 0_u64);
        for (part, bytes) in chunk.as_chunks::<16>().0.iter().enumerate() {
            let block = u8x16::new(*bytes);
            let other = block.simd_eq(quote) | block.simd_eq(u8x16::splat(b'\n')) | block.simd_eq(u8x16::splat(b'\r'));
            // Moved down by the controls, what is printable is what is small.
            let moved = block - u8x16::splat(0x20);
            let odd = moved.max(u8x16::splat(0x7f - 0x20)).simd_eq(moved);
            delimiters |= u64::from(block.simd_eq(delimiter).to_bitmask() as u16) << (part * 16);
            others |= u64::from(other.to_bitmask() as u16) << (part * 16);
            special |= u64::from(odd.to_bitmask() as u16) << (part * 16);
        }
        let structural = delimiters | others;
        Masks { delimiters: delimiters & kept, others: others & kept, special: special & !structural & kept }
    }

    /// Follows the quoted cell that opens at `open`.
    fn quoted(&self, whole: &str, open: usize, chunk: &mut Chunk, at_end: bool) -> Quoted {
        let text = whole.as_bytes();
        let quote = self.dialect.quote;
        let mut doubled = false;
        let mut from = open + 1;
        let close = loop {
            let Some(found) = memchr(quote, &text[from..]).map(|gap| from + gap) else {
                return if at_end { Quoted::Literal } else { Quoted::Unfinished };
            };
            match text.get(found + 1) {
                Some(next) if *next == quote => {
                    doubled = true;
                    from = found + 2;
                }
                None if !at_end => return Quoted::Unfinished,
                _ => break found,
            }
        };
        // Delimiters, quotes and line ends are ASCII, so that a cut there is always on a boundary.
        let part = |range: std::ops::Range<usize>| whole.get(range).unwrap_or_default();
        let content = &text[open + 1..close];
        let special = content.iter().fold(false, |any, byte| any | !(0x20..0x7f).contains(byte));
        let lines = if special { count_lines(content) } else { 0 };
        // Blanks behind the closing quote are no part of the cell; a tab may be the delimiter.
        let is_blank = |byte: &u8| *byte == b' ' || *byte == b'\t' && self.dialect.delimiter != b'\t';
        let blanks = text[close + 1..].iter().take_while(|byte| is_blank(byte)).count();
        if close + 1 + blanks == text.len() && !at_end {
            return Quoted::Unfinished;
        }
        let after = text.get(close + 1 + blanks).copied();
        let ended = after.is_none_or(|byte| byte == self.dialect.delimiter || byte == b'\n' || byte == b'\r');
        if ended {
            let field = if doubled {
                build(chunk, part(open + 1..close), quote, "", special)
            } else {
                Field::new(open + 1, close, special)
            };
            let tail = if blanks > 0 { Tail::Blanks } else { Tail::None };
            return Quoted::Closed { field: field.quoted(), next: close + 1 + blanks, lines, tail };
        }
        if lines > 0 {
            // A sound cell has nothing behind its closing quote. Where line breaks stand before it too, the
            // quote that opened is a stray one, and this one opens a cell of a later row.
            return Quoted::Literal;
        }
        let rest = &text[close + 1..];
        let end = memchr2(self.dialect.delimiter, b'\n', rest).unwrap_or(rest.len());
        let end = memchr(b'\r', &rest[..end]).unwrap_or(end);
        if end == rest.len() && !at_end {
            return Quoted::Unfinished;
        }
        let tail = &rest[..end];
        let special = special || tail.iter().any(|byte| !(0x20..0x7f).contains(byte));
        let (content, tail) = (part(open + 1..close), part(close + 1..close + 1 + end));
        let field = build(chunk, content, quote, tail, special).quoted();
        Quoted::Closed { field, next: close + 1 + end, lines, tail: Tail::Text }
    }
}

/// Builds a cell's text with each doubled quote written once, and the tail behind it.
fn build(chunk: &mut Chunk, content: &str, quote: u8, tail: &str, special: bool) -> Field {
    let start = chunk.built.len();
    let mut rest = content;
    while let Some(at) = memchr(quote, rest.as_bytes()) {
        // Cut behind ASCII signs, so that nothing is ever left out.
        chunk.built.push_str(rest.get(..=at).unwrap_or_default());
        rest = rest.get(at + 2..).unwrap_or_default();
    }
    chunk.built.push_str(rest);
    chunk.built.push_str(tail);
    Field::new(start, chunk.built.len(), special).built()
}

/// Line ends of any of the three kinds.
fn count_lines(content: &[u8]) -> u64 {
    let mut lines = 0;
    let mut before = 0;
    for &byte in content {
        lines += u64::from(byte == b'\r' || byte == b'\n' && before != b'\r');
        before = byte;
    }
    lines
}

#[cfg(test)]
#[path = "tests/scan.rs"]
mod tests;
