//! The texts that a workbook keeps once for all cells.

use std::fs::File;
use std::io::{self, BufWriter, Read, Seek, SeekFrom, Write};
use std::sync::Mutex;

use super::error::BookError;
use super::markup::{Markup, Token, push_text, push_utf8, resolve_escapes};
use super::package::Package;
use crate::intake::scan_special;
use crate::limits::SHARED_IN_MEMORY;
use crate::limits::SHARED_TEXTS;

/// The shared texts, one behind the other: the first ones in memory, the others in a temporary file.
#[derive(Debug, Default)]
pub struct SharedStrings {
    text: String,
    /// Where each ends. The highest bit tells of anything but printable ASCII in it.
    ends: Vec<u32>,
    /// What does not stay in memory, and where the text in it begins.
    spooled: Option<(Mutex<File>, usize)>,
}

const SPECIAL: u32 = 1 << 31;

impl SharedStrings {
    /// Reads the part of that name.
    pub fn read(package: &Package, part: &str) -> Result<SharedStrings, BookError> {
        let mut strings = SharedStrings::default();
        let Some(stream) = package.stream(part)? else { return Ok(strings) };
        let mut markup = Markup::new(stream);
        let (mut inside, mut phonetic) = (false, false);
        let mut spool: Option<Spool> = None;
        loop {
            let mut ended = false;
            match markup.next()? {
                Token::Open { name: b"si", closed: true, .. } => ended = true,
                Token::Open { name: b"t", closed, .. } => inside = !closed && !phonetic,
                Token::Close { name: b"t" } => inside = false,
                Token::Open { name: b"rPh", closed, .. } => phonetic = !closed,
                Token::Close { name: b"rPh" } => phonetic = false,
                Token::Close { name: b"si" } => ended = true,
                Token::Text(text) if inside => push_text(text, strings.open_text(&mut spool)),
                Token::Plain(text) if inside => push_utf8(text, strings.open_text(&mut spool)),
                Token::End => break,
                _ => {}
            }
            if ended {
                strings.end(&mut spool)?;
            }
            if strings.text.len() + spool.as_ref().map_or(0, |spool| spool.written + spool.text.len()) > SHARED_TEXTS {
                return Err(BookError::Oversized("its texts come to more than 1 GB".to_owned()));
            }
        }
        if let Some(spool) = spool {
            let file = spool.file.into_inner().map_err(io::IntoInnerError::into_error)?;
            strings.spooled = Some((Mutex::new(file), strings.text.len()));
        }
        Ok(strings)
    }

    /// What the text that is being read is added to.
    fn open_text<'s>(&'s mut self, spool: &'s mut Option<Spool>) -> &'s mut String {
        match spool {
            Some(spool) => &mut spool.text,
            None => &mut self.text,
        }
    }

    fn end(&mut self, spool: &mut Option<Spool>) -> io::Result<()> {
        let from = self.ends.last().map_or(0, |end| (end & !SPECIAL) as usize);
        if let Some(spool) = spool {
            resolve_escapes(&mut spool.text, 0);
            let special = scan_special(spool.text.as_bytes());
            spool.file.write_all(spool.text.as_bytes())?;
            spool.written += spool.text.len();
            self.ends.push((from + spool.text.len()) as u32 | if special { SPECIAL } else { 0 });
            spool.text.clear();
            return Ok(());
        }
        resolve_escapes(&mut self.text, from);
        let special = scan_special(&self.text.as_bytes()[from..]);
        // The text stays far below the 2 GB that 31 bits count.
        self.ends.push(self.text.len() as u32 | if special { SPECIAL } else { 0 });
        if self.text.len() > SHARED_IN_MEMORY {
            *spool = Some(Spool { file: BufWriter::new(tempfile::tempfile()?), text: String::new(), written: 0 });
        }
        Ok(())
    }

    /// The text at a place, and whether there is anything but printable ASCII in it. What is not in memory is read into `into`.
    #[inline]
    pub fn get<'s>(&'s self, at: usize, into: &'s mut String) -> io::Result<(&'s str, bool)> {
        let Some(end) = self.ends.get(at) else {
            return Err(BookError::Damaged("a cell points to a text that is not there".to_owned()).into());
        };
        let from = if at == 0 { 0 } else { (self.ends[at - 1] & !SPECIAL) as usize };
        let (end, special) = ((end & !SPECIAL) as usize, end & SPECIAL != 0);
        match self.text.get(from..end) {
            Some(text) => Ok((text, special)),
            None => {
                self.fetch(from, end, into)?;
                Ok((into.as_str(), special))
            }
        }
    }

    fn fetch(&self, from: usize, end: usize, into: &mut String) -> io::Result<()> {
        into.clear();
        let Some((file, begins)) = &self.spooled else { return Ok(()) };
        let mut file = file.lock().map_err(|_| io::Error::other("a thread broke off"))?;
        file.seek(SeekFrom::Start((from - begins) as u64))?;
        (&mut *file).take((end - from) as u64).read_to_string(into)?;
        Ok(())
    }
}

/// Texts on their way into a temporary file.
struct Spool {
    file: BufWriter<File>,
    /// The one that is being read.
    text: String,
    written: usize,
}
