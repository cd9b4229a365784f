//! Finding cells and rows in text (RFC 4180, read forgivingly), 64 bytes at a step.
//!
//! Per step, masks tell where delimiters, quotes and line ends stand; only those places are looked at. A quote
//! counts only at the very start of a cell. Quoted cells are followed to their end apart from the masks.
//!
//! What breaks when changed: a rescan begins at the start of a row, never inside one; nothing of an incomplete
//! row may stay in the batch.

use memchr::{memchr, memchr2};
use wide::{i8x16, u8x16};

use super::batch::{Batch, Field, Issue, IssueKind, RowStart};
use super::dialect::{Dialect, NewlineCounts};

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
    Closed { field: Field, next: usize, lines: u64, tail: bool },
    /// Not at all: the quote is an ordinary character.
    Literal,
    /// Perhaps in text that is not there yet.
    Unfinished,
}

/// The places of interest in one step, as bits.
struct Masks {
    structural: u64,
    special: u64,
}

impl Scanner {
    pub fn new(dialect: Dialect) -> Scanner {
        Scanner { dialect, line: 1, newlines: NewlineCounts::default() }
    }

    /// Finds the whole rows of the batch's text and returns the bytes they take up. `at_end` when no more text
    /// follows: then the last row may lack a line end, and a quote that is still open never closes.
    pub fn scan(&mut self, batch: &mut Batch, at_end: bool) -> usize {
        // Taken out so that cells can be added while the text is read.
        let text = std::mem::take(&mut batch.text);
        let consumed = self.rows(text.as_bytes(), batch, at_end);
        batch.text = text;
        consumed
    }

    fn rows(&mut self, text: &[u8], batch: &mut Batch, at_end: bool) -> usize {
        let mut row_start = 0;
        let mut first_field = batch.fields.len();
        let mut field_start = 0;
        let mut line = self.line;
        let mut quoted: Option<Field> = None;
        let mut special = false;
        let mut at = 0;
        'steps: while at < text.len() {
            let masks = self.masks(text, at);
            let mut places = masks.structural;
            let mut specials = masks.special;
            while places != 0 {
                let bit = places.trailing_zeros();
                places &= places - 1;
                let place = at + bit as usize;
                let byte = text[place];
                if byte != self.dialect.delimiter && byte == self.dialect.quote {
                    if place != field_start || quoted.is_some() {
                        continue;
                    }
                    match self.quoted(text, place, batch, at_end) {
                        Quoted::Closed { field, next, lines, tail } => {
                            batch.quoted_cells += 1;
                            if tail {
                                self.issue(batch, IssueKind::TextAfterQuote, first_field, line);
                            }
                            line += lines;
                            quoted = Some(field);
                            at = next;
                            special = false;
                            continue 'steps;
                        }
                        Quoted::Literal => self.issue(batch, IssueKind::UnclosedQuote, first_field, line),
                        Quoted::Unfinished => {
                            self.forget(batch, first_field);
                            return row_start;
                        }
                    }
                    continue;
                }
                let below = (1_u64 << bit) - 1;
                let field = match quoted.take() {
                    Some(field) => field,
                    None => Field::new(field_start, place, special || specials & below != 0),
                };
                batch.fields.push(field);
                specials &= !below;
                special = false;
                field_start = place + 1;
                if byte == self.dialect.delimiter {
                    continue;
                }
                if byte == b'\r' {
                    match text.get(place + 1) {
                        Some(b'\n') => {
                            // The LF that follows ends no further row.
                            self.newlines.crlf += 1;
                            field_start = place + 2;
                            self.end_row(batch, &mut first_field);
                            line += 1;
                            row_start = field_start;
                            self.line = line;
                            at = field_start;
                            continue 'steps;
                        }
                        None if !at_end => {
                            self.forget(batch, first_field);
                            return row_start;
                        }
                        _ => self.newlines.cr += 1,
                    }
                } else {
                    self.newlines.lf += 1;
                }
                self.end_row(batch, &mut first_field);
                line += 1;
                row_start = field_start;
                self.line = line;
            }
            special |= specials != 0;
            at += STEP;
        }
        if !at_end {
            self.forget(batch, first_field);
            return row_start;
        }
        if row_start < text.len() {
            batch.fields.push(quoted.unwrap_or_else(|| Field::new(field_start, text.len(), special)));
            self.end_row(batch, &mut first_field);
            self.line = line + 1;
        }
        text.len()
    }

    /// The row begins on `self.line`; a quoted line break moves only the line within the row on.
    fn end_row(&self, batch: &mut Batch, first_field: &mut usize) {
        let count = (batch.fields.len() - *first_field) as u32;
        batch.rows.push(RowStart { field: *first_field as u32, count, line: self.line });
        *first_field = batch.fields.len();
    }

    /// Takes back what has been noted of a row that is not whole.
    fn forget(&self, batch: &mut Batch, first_field: usize) {
        let quoted = batch.fields[first_field..].iter().filter(|field| field.is_quoted()).count() as u64;
        batch.quoted_cells = batch.quoted_cells.saturating_sub(quoted);
        batch.fields.truncate(first_field);
        let row = batch.rows.len();
        batch.issues.retain(|issue| issue.row < row);
    }

    fn issue(&self, batch: &mut Batch, kind: IssueKind, first_field: usize, line: u64) {
        let issue = Issue { kind, row: batch.rows.len(), field: batch.fields.len() - first_field, line };
        batch.issues.push(issue);
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
        let (mut structural, mut special) = (0_u64, 0_u64);
        for (part, bytes) in chunk.as_chunks::<16>().0.iter().enumerate() {
            let block = u8x16::new(*bytes);
            let found = block.simd_eq(u8x16::splat(self.dialect.delimiter))
                | block.simd_eq(u8x16::splat(self.dialect.quote))
                | block.simd_eq(u8x16::splat(b'\n'))
                | block.simd_eq(u8x16::splat(b'\r'));
            // Read as signed, the bytes from 0x80 on are below the space as well.
            let signed = i8x16::new(bytes.map(|byte| byte as i8));
            let odd = signed.simd_lt(i8x16::splat(0x20)) | signed.simd_eq(i8x16::splat(0x7f));
            structural |= u64::from(found.to_bitmask() as u16) << (part * 16);
            special |= u64::from(odd.to_bitmask() as u16) << (part * 16);
        }
        Masks { structural: structural & kept, special: special & !structural & kept }
    }

    /// Follows the quoted cell that opens at `open`.
    fn quoted(&self, text: &[u8], open: usize, batch: &mut Batch, at_end: bool) -> Quoted {
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
        let content = &text[open + 1..close];
        let special = content.iter().fold(false, |any, byte| any | !(0x20..0x7f).contains(byte));
        let lines = if special { count_lines(content) } else { 0 };
        let after = text.get(close + 1).copied();
        let ended = after.is_none_or(|byte| byte == self.dialect.delimiter || byte == b'\n' || byte == b'\r');
        if ended {
            let field =
                if doubled { build(batch, content, quote, &[], special) } else { Field::new(open + 1, close, special) };
            return Quoted::Closed { field: field.quoted(), next: close + 1, lines, tail: false };
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
        let field = build(batch, content, quote, tail, special).quoted();
        Quoted::Closed { field, next: close + 1 + end, lines, tail: true }
    }
}

/// Builds a cell's text with each doubled quote written once, and the tail behind it.
fn build(batch: &mut Batch, content: &[u8], quote: u8, tail: &[u8], special: bool) -> Field {
    let start = batch.built.len();
    let mut rest = content;
    while let Some(at) = memchr(quote, rest) {
        push(&mut batch.built, &rest[..=at]);
        rest = &rest[(at + 2).min(rest.len())..];
    }
    push(&mut batch.built, rest);
    push(&mut batch.built, tail);
    Field::new(start, batch.built.len(), special).built()
}

/// Parts cut at ASCII signs of sound UTF-8 are sound themselves.
fn push(out: &mut String, part: &[u8]) {
    out.push_str(simdutf8::basic::from_utf8(part).unwrap_or_default());
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
#[path = "scan_tests.rs"]
mod tests;
