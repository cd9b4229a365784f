//! The texts that a workbook keeps once for all cells.

use std::io;

use super::error::BookError;
use super::markup::{Markup, Token, push_text, push_utf8, resolve_escapes};
use super::package::Package;
use crate::intake::scan_special;

/// Texts a workbook may share, in bytes.
const MOST: usize = 1 << 30;

/// The shared texts, one behind the other.
#[derive(Debug, Default)]
pub struct SharedStrings {
    text: String,
    /// Where each ends. The highest bit tells of anything but printable ASCII in it.
    ends: Vec<u32>,
}

const SPECIAL: u32 = 1 << 31;

impl SharedStrings {
    /// Reads the part of that name.
    pub fn read(package: &Package, part: &str) -> Result<SharedStrings, BookError> {
        let mut strings = SharedStrings::default();
        let Some(stream) = package.stream(part)? else { return Ok(strings) };
        let mut markup = Markup::new(stream);
        let (mut inside, mut phonetic) = (false, false);
        loop {
            match markup.next()? {
                Token::Open { name: b"si", closed: true, .. } => strings.end(),
                Token::Open { name: b"t", closed, .. } => inside = !closed && !phonetic,
                Token::Close { name: b"t" } => inside = false,
                Token::Open { name: b"rPh", closed, .. } => phonetic = !closed,
                Token::Close { name: b"rPh" } => phonetic = false,
                Token::Close { name: b"si" } => strings.end(),
                Token::Text(text) if inside => push_text(text, &mut strings.text),
                Token::Plain(text) if inside => push_utf8(text, &mut strings.text),
                Token::End => return Ok(strings),
                _ => {}
            }
            if strings.text.len() > MOST {
                return Err(BookError::Oversized("its texts come to more than 1 GB".to_owned()));
            }
        }
    }

    fn end(&mut self) {
        let from = self.ends.last().map_or(0, |end| (end & !SPECIAL) as usize);
        resolve_escapes(&mut self.text, from);
        let special = scan_special(&self.text.as_bytes()[from..]);
        // The text stays far below the 2 GB that 31 bits count.
        self.ends.push(self.text.len() as u32 | if special { SPECIAL } else { 0 });
    }

    /// The text at a place, and whether there is anything but printable ASCII in it.
    #[inline]
    pub fn get(&self, at: usize) -> io::Result<(&str, bool)> {
        let Some(end) = self.ends.get(at) else {
            return Err(BookError::Damaged("a cell points to a text that is not there".to_owned()).into());
        };
        let from = if at == 0 { 0 } else { (self.ends[at - 1] & !SPECIAL) as usize };
        Ok((&self.text[from..(end & !SPECIAL) as usize], end & SPECIAL != 0))
    }
}
