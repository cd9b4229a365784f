//! The zip archive that a workbook is: its parts, each within bounds, and what is wrong with the archive itself.

use std::collections::HashMap;
use std::io::{self, BufRead, BufReader, Read, SeekFrom};
use std::sync::{Arc, Mutex};

use flate2::{Crc, Decompress, FlushDecompress, Status};
use roxmltree::{Document, ParsingOptions};
use zip::{CompressionMethod, ZipArchive};

use super::error::BookError;
use super::xml_text::XmlText;
use crate::intake::bytes::{ByteStream, Bytes};
use crate::limits::DENSEST_PART;
use crate::limits::LARGEST_SMALL_PART;
use crate::limits::{ATTRIBUTES, NAMESPACES};

/// Parts that unpack to more than this are looked at twice.
const SUSPICIOUS: u64 = if cfg!(test) { 1 << 20 } else { 64 << 20 };

/// One part of the archive.
#[derive(Debug)]
struct Entry {
    name: String,
    start: u64,
    packed: u64,
    size: u64,
    crc: u32,
    deflated: bool,
}

/// The archive.
#[derive(Debug, Clone)]
pub struct Package {
    bytes: Bytes,
    entries: Arc<Vec<Entry>>,
    /// Where each entry is, by its name in small letters.
    places: Arc<HashMap<String, usize>>,
    spare: Spare,
}

/// The memory of an unpacking that is done with. Some allocators do not find room for the next one in what the one
/// before gave back, which adds up over thousands of sheets.
type Spare = Arc<Mutex<Option<Decompress>>>;

impl Package {
    /// Reads the list of parts.
    ///
    /// # Errors
    ///
    /// Where the bytes are no ZIP archive.
    pub fn open(bytes: Bytes) -> Result<Package, BookError> {
        let mut archive = ZipArchive::new(bytes.open()?).map_err(|_| BookError::BrokenArchive)?;
        if archive.len() > 20_000 {
            return Err(BookError::Oversized("it is made of more than 20,000 parts".to_owned()));
        }
        let mut entries = Vec::with_capacity(archive.len());
        for at in 0..archive.len() {
            let part = archive.by_index_raw(at).map_err(|_| BookError::BrokenArchive)?;
            if part.encrypted() {
                return Err(BookError::Password);
            }
            let deflated = match part.compression() {
                CompressionMethod::Stored => false,
                CompressionMethod::Deflated => true,
                _ => return Err(BookError::BrokenArchive),
            };
            entries.push(Entry {
                name: String::from_utf8_lossy(part.name_raw()).trim_start_matches('/').replace('\\', "/"),
                start: part.data_start().ok_or(BookError::BrokenArchive)?,
                packed: part.compressed_size(),
                size: part.size(),
                crc: part.crc32(),
                deflated,
            });
        }
        let places =
            entries.iter().enumerate().rev().map(|(at, entry): (usize, &Entry)| (entry.name.to_ascii_lowercase(), at));
        let places = Arc::new(places.collect());
        Ok(Package { bytes, entries: Arc::new(entries), places, spare: Spare::default() })
    }

    /// Whether there is a part of that name; case counts for nothing, as the standard has it.
    pub fn has(&self, name: &str) -> bool {
        self.entry(name).is_some()
    }

    /// The names of the parts.
    pub fn names(&self) -> impl Iterator<Item = &str> {
        self.entries.iter().map(|entry| entry.name.as_str())
    }

    fn entry(&self, name: &str) -> Option<&Entry> {
        let name = name.trim_start_matches('/');
        self.places.get(&name.to_ascii_lowercase()).and_then(|at| self.entries.get(*at))
    }

    /// How many bytes its parts have, packed as they are.
    pub fn packed(&self) -> u64 {
        self.entries.iter().map(|entry| entry.packed).sum()
    }

    /// A small part as text; `None` where there is none.
    ///
    /// # Errors
    ///
    /// Where the part cannot be unpacked, is too large, or is not UTF-8.
    pub fn text(&self, name: &str) -> Result<Option<String>, BookError> {
        let Some(part) = self.stream(name)? else { return Ok(None) };
        let mut bytes = Vec::new();
        part.take(LARGEST_SMALL_PART + 1).read_to_end(&mut bytes)?;
        if bytes.len() as u64 > LARGEST_SMALL_PART {
            return Err(BookError::Oversized(format!("its part {name} unpacks to more than 64 MB")));
        }
        let bytes = bytes.strip_prefix(b"\xef\xbb\xbf").unwrap_or(&bytes);
        Ok(Some(String::from_utf8_lossy(bytes).into_owned()))
    }

    /// A part as a stream; `None` where there is none.
    ///
    /// # Errors
    ///
    /// Where the part cannot be unpacked.
    pub fn stream(&self, name: &str) -> Result<Option<Part>, BookError> {
        let Some(entry) = self.entry(name) else { return Ok(None) };
        let mut source = self.bytes.open()?;
        source.seek(SeekFrom::Start(entry.start))?;
        let packed = BufReader::with_capacity(64 << 10, source.take(entry.packed));
        let unpacking = entry.deflated.then(|| {
            let spare = self.spare.lock().ok().and_then(|mut spare| spare.take());
            let mut unpacking = spare.unwrap_or_else(|| Decompress::new(false));
            unpacking.reset(false);
            unpacking
        });
        Ok(Some(Part {
            source: packed,
            unpacking,
            spare: Arc::clone(&self.spare),
            crc: Crc::new(),
            due: entry.crc,
            size: entry.size,
            packed: entry.packed,
            unpacked: 0,
            text: (name.ends_with(".xml") || name.ends_with(".rels")).then(XmlText::new),
        }))
    }

    /// The size of a part, unpacked, as the archive says.
    pub fn size(&self, name: &str) -> u64 {
        self.entry(name).map_or(0, |entry| entry.size)
    }
}

/// Reads a small part.
pub fn parse<'t>(text: &'t str, what: &str) -> Result<Document<'t>, BookError> {
    if !is_modest(text) {
        return Err(BookError::Oversized(format!(
            "{what} has an element with more than {ATTRIBUTES} attributes, or more than {NAMESPACES} namespaces"
        )));
    }
    let options = ParsingOptions { nodes_limit: 4_000_000, ..ParsingOptions::default() };
    Document::parse_with_options(text, options).map_err(|_| BookError::Damaged(format!("{what} cannot be read")))
}

/// Whether no element has so many attributes, and the part so many namespaces, that a full parser would need long for them.
fn is_modest(text: &str) -> bool {
    let bytes = text.as_bytes();
    let (mut in_tag, mut quote, mut attributes, mut most) = (false, None, 0_usize, 0_usize);
    for byte in bytes {
        match (in_tag, quote, byte) {
            (false, _, b'<') => (in_tag, attributes) = (true, 0),
            (true, None, b'>') => in_tag = false,
            (true, None, b'"' | b'\'') => {
                quote = Some(*byte);
                attributes += 1;
                most = most.max(attributes);
            }
            (true, Some(open), byte) if open == *byte => quote = None,
            _ => {}
        }
    }
    if most > ATTRIBUTES {
        return false;
    }
    memchr::memmem::find_iter(bytes, b"xmlns").count() <= NAMESPACES
}

/// A part being read. Its checksum is compared at its end.
pub struct Part {
    source: BufReader<io::Take<ByteStream>>,
    /// `None` where it is not packed.
    unpacking: Option<Decompress>,
    spare: Spare,
    crc: Crc,
    due: u32,
    size: u64,
    packed: u64,
    unpacked: u64,
    /// Of markup: how it is brought to UTF-8.
    text: Option<XmlText>,
}

impl Part {
    /// About how many bytes of the archive have been read for it.
    pub fn packed_read(&self) -> u64 {
        if self.size == 0 { 0 } else { (self.packed as f64 * self.unpacked as f64 / self.size as f64) as u64 }
    }
}

impl Drop for Part {
    fn drop(&mut self) {
        if let Ok(mut spare) = self.spare.lock() {
            *spare = self.unpacking.take().or_else(|| spare.take());
        }
    }
}

/// Unpacks some bytes; none at the end.
fn unpack(source: &mut impl BufRead, unpacking: &mut Decompress, out: &mut [u8]) -> io::Result<usize> {
    loop {
        let input = source.fill_buf()?;
        let at_end = input.is_empty();
        let flush = if at_end { FlushDecompress::Finish } else { FlushDecompress::None };
        let before = (unpacking.total_in(), unpacking.total_out());
        let status = unpacking.decompress(input, out, flush);
        let used = (unpacking.total_in() - before.0) as usize;
        let made = (unpacking.total_out() - before.1) as usize;
        source.consume(used);
        match status? {
            _ if made > 0 || out.is_empty() => return Ok(made),
            Status::StreamEnd => return Ok(0),
            _ if at_end || used == 0 => return Err(io::ErrorKind::UnexpectedEof.into()),
            _ => {}
        }
    }
}

impl Read for Part {
    fn read(&mut self, out: &mut [u8]) -> io::Result<usize> {
        match self.text.take() {
            None => self.raw(out),
            Some(mut text) => {
                let count = text.read(out, |out| self.raw(out));
                self.text = Some(text);
                count
            }
        }
    }
}

impl Part {
    /// The bytes as they are in the part.
    fn raw(&mut self, out: &mut [u8]) -> io::Result<usize> {
        let damaged = |what: &str| BookError::Damaged(what.to_owned());
        let count = match &mut self.unpacking {
            None => self.source.read(out)?,
            Some(unpacking) => {
                unpack(&mut self.source, unpacking, out).map_err(|_| damaged("a part of it cannot be unpacked"))?
            }
        };
        if count == 0 && !out.is_empty() {
            // Archives written as a stream may leave the checksum out.
            if self.crc.sum() != self.due && (self.due != 0 || self.size != 0) {
                return Err(
                    damaged("a part of it is not as it was saved (it has another checksum than it should)").into()
                );
            }
            return Ok(0);
        }
        self.crc.update(&out[..count]);
        self.unpacked += count as u64;
        let unpacked = self.unpacked;
        if unpacked > SUSPICIOUS && unpacked > self.packed.saturating_mul(DENSEST_PART) {
            return Err(BookError::Oversized("it unpacks to hundreds of times its size".to_owned()).into());
        }
        Ok(count)
    }
}
