//! The zip archive that a workbook is: its parts, each within bounds, and what is wrong with the archive itself.

use std::fs::File;
use std::io::{self, BufReader, Cursor, Read, Seek, SeekFrom};
use std::path::PathBuf;
use std::sync::Arc;

use flate2::Crc;
use flate2::bufread::DeflateDecoder;
use roxmltree::{Document, ParsingOptions};
use zip::{CompressionMethod, ZipArchive};

use super::BookError;

/// The largest part that is read as a whole.
const LARGEST_SMALL_PART: u64 = 64 << 20;
/// Parts that unpack to more than this are looked at twice.
const SUSPICIOUS: u64 = if cfg!(test) { 1 << 20 } else { 64 << 20 };
/// How many times its packed size a large part may have. Sheets of real data come to ten or twenty.
const DENSEST: u64 = 200;

/// Where the bytes of a workbook are.
#[derive(Debug, Clone)]
pub enum Bytes {
    /// In a file.
    Path(PathBuf),
    /// In memory.
    Memory(Arc<[u8]>),
}

/// Something to read a workbook from.
pub trait ReadSeek: Read + Seek + Send {}
impl<T: Read + Seek + Send> ReadSeek for T {}

impl Bytes {
    /// Opens them anew.
    pub fn open(&self) -> io::Result<Box<dyn ReadSeek>> {
        Ok(match self {
            Bytes::Path(path) => Box::new(BufReader::new(File::open(path)?)),
            Bytes::Memory(bytes) => Box::new(Cursor::new(Arc::clone(bytes))),
        })
    }
}

/// One part of the archive.
#[derive(Debug, Clone)]
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
    entries: Vec<Entry>,
}

impl Package {
    /// Reads the list of parts.
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
        Ok(Package { bytes, entries })
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
        self.entries.iter().find(|entry| entry.name.eq_ignore_ascii_case(name))
    }

    /// A small part as text; `None` where there is none.
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
    pub fn stream(&self, name: &str) -> Result<Option<Part>, BookError> {
        let Some(entry) = self.entry(name) else { return Ok(None) };
        let mut source = self.bytes.open()?;
        source.seek(SeekFrom::Start(entry.start))?;
        let packed = BufReader::with_capacity(64 << 10, source.take(entry.packed));
        let source =
            if entry.deflated { Source::Deflated(DeflateDecoder::new(packed)) } else { Source::Stored(packed) };
        Ok(Some(Part { source, crc: Crc::new(), due: entry.crc, size: entry.size, packed: entry.packed, unpacked: 0 }))
    }

    /// The size of a part, unpacked, as the archive says.
    pub fn size(&self, name: &str) -> u64 {
        self.entry(name).map_or(0, |entry| entry.size)
    }
}

/// Reads a small part.
pub fn parse<'t>(text: &'t str, what: &str) -> Result<Document<'t>, BookError> {
    let options = ParsingOptions { nodes_limit: 4_000_000, ..ParsingOptions::default() };
    Document::parse_with_options(text, options).map_err(|_| BookError::Damaged(format!("{what} cannot be read")))
}

enum Source {
    Stored(BufReader<io::Take<Box<dyn ReadSeek>>>),
    Deflated(DeflateDecoder<BufReader<io::Take<Box<dyn ReadSeek>>>>),
}

/// A part being read. Its checksum is compared at its end.
pub struct Part {
    source: Source,
    crc: Crc,
    due: u32,
    size: u64,
    packed: u64,
    unpacked: u64,
}

impl Part {
    /// About how many bytes of the archive have been read for it.
    pub fn packed_read(&self) -> u64 {
        if self.size == 0 { 0 } else { (self.packed as f64 * self.unpacked as f64 / self.size as f64) as u64 }
    }
}

impl Read for Part {
    fn read(&mut self, out: &mut [u8]) -> io::Result<usize> {
        let damaged = |what: &str| BookError::Damaged(what.to_owned());
        let count = match &mut self.source {
            Source::Stored(source) => source.read(out)?,
            Source::Deflated(source) => source.read(out).map_err(|_| damaged("a part of it cannot be unpacked"))?,
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
        if unpacked > SUSPICIOUS && unpacked > self.packed.saturating_mul(DENSEST) {
            return Err(BookError::Oversized("it unpacks to hundreds of times its size".to_owned()).into());
        }
        Ok(count)
    }
}
