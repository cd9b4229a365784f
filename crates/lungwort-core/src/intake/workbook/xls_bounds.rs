//! What an XLS workbook says of its own size, looked at before the reader crate makes room for all of it.

use std::io::{self, Read, Seek};

use super::error::BookError;
use super::package::Package;
use crate::limits::SPREAD;

/// The record that says which cells of a sheet are used.
const DIMENSIONS: u16 = 0x0200;
/// Rows and columns that a sheet of this kind can have.
const MOST_ROWS: u32 = 1 << 16;
const MOST_COLUMNS: u16 = 1 << 8;

/// Records of cells that hold something; each begins with its row and its column.
const CELLS: [u16; 8] = [0x0006, 0x00bd, 0x00d6, 0x00fd, 0x0203, 0x0204, 0x0205, 0x027e];
/// Several numbers side by side: the last column is at the end.
const SEVERAL: u16 = 0x00bd;
/// A sheet begins.
const BEGIN: u16 = 0x0809;

/// The corners between which cells are: the reader crate makes room for all that is between them.
#[derive(Default)]
pub(super) struct Spread {
    /// First row, last row, first column, last column.
    here: Option<(u32, u32, u32, u32)>,
    /// What the sheets before come to.
    before: u64,
}

impl Spread {
    pub fn add(&mut self, row: u32, column: u32) {
        let (first, last, left, right) = self.here.unwrap_or((row, row, column, column));
        self.here = Some((first.min(row), last.max(row), left.min(column), right.max(column)));
    }

    /// Another sheet begins.
    pub fn next_sheet(&mut self) {
        self.before = self.cells();
        self.here = None;
    }

    /// How many cells there are between the corners, over all sheets.
    pub fn cells(&self) -> u64 {
        let here = self.here.map_or(0, |(first, last, left, right)| {
            (u64::from(last - first) + 1).saturating_mul(u64::from(right - left) + 1)
        });
        self.before.saturating_add(here)
    }

    /// # Errors
    /// [`BookError::Oversized`] where they are too many.
    pub fn check(&self) -> Result<(), BookError> {
        if self.cells() > SPREAD {
            let most = crate::finding::ranges::thousands(SPREAD);
            let what = format!("the filled cells of it are spread over more than {most} cells (save it as .xlsx)");
            return Err(BookError::Oversized(what));
        }
        Ok(())
    }
}

/// Refuses a workbook one of whose sheets claims more cells than a sheet of this kind can have, or whose cells are spread so far that
/// the reader crate would need much memory for the blanks between them.
///
/// # Errors
/// [`BookError::Damaged`], also where the container cannot be read; [`BookError::Oversized`].
pub(super) fn check(source: impl Read + Seek) -> Result<(), BookError> {
    let damaged = |_: io::Error| BookError::Damaged("it breaks off or contradicts itself".to_owned());
    let mut container = cfb::CompoundFile::open(source).map_err(damaged)?;
    let name = ["/Workbook", "/Book"].into_iter().find(|name| container.is_stream(name));
    // A container without such a stream is no workbook; the reader crate says so.
    let Some(name) = name else { return Ok(()) };
    let mut stream = io::BufReader::new(container.open_stream(name).map_err(damaged)?);
    let mut header = [0; 4];
    let mut body = Vec::new();
    let mut spread = Spread::default();
    while stream.read_exact(&mut header).is_ok() {
        let [id, id_high, length, length_high] = header;
        let length = u16::from_le_bytes([length, length_high]);
        body.clear();
        if (&mut stream).take(u64::from(length)).read_to_end(&mut body).is_err() {
            break;
        }
        let id = u16::from_le_bytes([id, id_high]);
        if id == DIMENSIONS && !is_possible(&body) {
            return Err(BookError::Damaged("a sheet claims more rows or columns than there can be".to_owned()));
        }
        if id == BEGIN {
            spread.next_sheet();
        }
        let two = |at: usize| body.get(at..at + 2).map(|bytes| u32::from(u16::from_le_bytes([bytes[0], bytes[1]])));
        if let (true, Some(row), Some(column)) = (CELLS.contains(&id), two(0), two(2)) {
            spread.add(row, column);
            if let Some(last) = body.len().checked_sub(2).and_then(two).filter(|_| id == SEVERAL) {
                spread.add(row, last);
            }
            spread.check()?;
        }
    }
    Ok(())
}

/// Parts of a binary workbook that are made of records, besides its sheets.
const RECORDS: [&str; 3] = ["xl/workbook.bin", "xl/styles.bin", "xl/sharedstrings.bin"];
/// Where its sheets are, under whatever names.
const FOLDERS: [&str; 3] = ["xl/worksheets/", "xl/chartsheets/", "xl/dialogsheets/"];

/// The same of a binary workbook of the current kind: how far its formulas are spread, and that each record has the bytes
/// that it claims, for which the reader crate makes room before it looks.
///
/// # Errors
/// As for [`check`]; [`BookError::Damaged`] where a record claims more than there is.
pub(super) fn check_binary(package: &Package) -> Result<(), BookError> {
    const ROW: u32 = 0;
    const FORMULAS: std::ops::RangeInclusive<u32> = 8..=11;
    let sheets: Vec<String> = package.names().filter(|name| is_of_records(name)).map(str::to_owned).collect();
    let mut spread = Spread::default();
    for name in sheets {
        let Some(part) = package.stream(&name)? else { continue };
        let mut part = io::BufReader::new(part);
        let mut row = 0;
        spread.next_sheet();
        // Identifier and length have seven bits a byte, the low ones first; a part that breaks off ends the walk.
        while let (Some(id), Some(length)) = (number(&mut part, 2)?, number(&mut part, 4)?) {
            let mut start = [0_u8; 4];
            let taken = start.len().min(length as usize);
            let rest = u64::from(length) - taken as u64;
            let all = part.read_exact(&mut start[..taken]).is_ok()
                && io::copy(&mut (&mut part).take(rest), &mut io::sink())? == rest;
            if !all {
                return Err(BookError::Damaged("it breaks off or contradicts itself".to_owned()));
            }
            let value = u32::from_le_bytes(start);
            if id == ROW {
                row = value;
            } else if FORMULAS.contains(&id) {
                spread.add(row, value);
                spread.check()?;
            }
        }
    }
    Ok(())
}

fn is_of_records(name: &str) -> bool {
    let name = name.to_ascii_lowercase();
    let in_folder = FOLDERS.iter().any(|folder| name.starts_with(folder)) && !name.contains("/_rels/");
    in_folder || RECORDS.contains(&name.as_str())
}

fn number(part: &mut impl Read, most: usize) -> Result<Option<u32>, BookError> {
    let mut number = 0_u32;
    for at in 0..most {
        let mut byte = [0_u8];
        match part.read(&mut byte) {
            Ok(0) => return Ok(None),
            Ok(_) => {}
            Err(error) => return Err(error.into()),
        }
        // The identifier keeps its highest bits: only which record it is counts here.
        number |= u32::from(byte[0] & 0x7f) << (7 * at);
        if byte[0] & 0x80 == 0 {
            break;
        }
    }
    Ok(Some(number))
}

/// Whether the cells that the record names can be in a sheet. Older files have rows in two bytes rather than four.
fn is_possible(record: &[u8]) -> bool {
    let two = |at: usize| record.get(at..at + 2).map(|bytes| u16::from_le_bytes([bytes[0], bytes[1]]));
    let four = |at: usize| Some(u32::from(two(at)?) | u32::from(two(at + 2)?) << 16);
    let (first, rows, columns) = match record.len() {
        14.. => (four(0), four(4), two(10)),
        _ => (two(0).map(u32::from), two(2).map(u32::from), two(6)),
    };
    // From a first row behind the last one, the reader crate would count on to the last number that there is.
    let in_order = first.zip(rows).is_none_or(|(first, rows)| rows == 0 || first <= rows);
    in_order && rows.is_none_or(|rows| rows <= MOST_ROWS) && columns.is_none_or(|columns| columns <= MOST_COLUMNS)
}

#[cfg(test)]
mod tests {
    use std::io::Cursor;

    use super::*;

    #[test]
    fn a_sheet_cannot_claim_more_than_there_is() {
        let bytes = include_bytes!("../../../../lungwort/tests/data/seeds.xls");
        assert!(check(Cursor::new(&bytes[..])).is_ok());
        let record = [0x00, 0x02, 0x0e, 0x00];
        let at = memchr::memmem::find(bytes, &record).unwrap();
        let mut hostile = bytes.to_vec();
        hostile[at + 4 + 7] = 13;
        let error = check(Cursor::new(hostile)).unwrap_err();
        assert!(error.to_string().contains("more rows or columns"), "{error}");
        assert!(check(Cursor::new(&bytes[..100])).is_err());
        // A first row behind the last one.
        let mut turned = bytes.to_vec();
        turned[at + 4 + 2] = 4;
        let error = check(Cursor::new(turned)).unwrap_err();
        assert!(error.to_string().contains("more rows or columns"), "{error}");
        // One cell in the last corner of the sheet.
        let mut far = bytes.to_vec();
        let at = memchr::memmem::rfind(bytes, &[0xfd, 0x00, 0x0a, 0x00]).unwrap();
        far[at + 4..at + 8].copy_from_slice(&[0xff, 0xff, 0xff, 0x00]);
        let error = check(Cursor::new(far)).unwrap_err();
        assert!(error.to_string().contains("spread over more than 4,000,000 cells"), "{error}");
    }

    #[test]
    fn a_record_cannot_claim_more_than_its_part_has() {
        use std::io::Write;

        let book = |name: &str, part: &[u8]| {
            let mut out = zip::ZipWriter::new(Cursor::new(Vec::new()));
            out.start_file(name, zip::write::SimpleFileOptions::default()).unwrap();
            out.write_all(part).unwrap();
            Package::open(crate::intake::Bytes::Memory(out.finish().unwrap().into_inner().into())).unwrap()
        };
        // A row of eight bytes, and one that claims 256 MB.
        let right = [0, 8, 0, 0, 0, 0, 0, 0, 0, 0];
        let hostile = [&right[..], &[0, 0xff, 0xff, 0xff, 0x7f, 1, 2, 3]].concat();
        for name in ["xl/workbook.bin", "xl/sharedStrings.bin", "xl/worksheets/any.dat", "xl/Chartsheets/sheet1.bin"] {
            assert!(check_binary(&book(name, &right)).is_ok(), "{name}");
            assert!(matches!(check_binary(&book(name, &hostile)), Err(BookError::Damaged(_))), "{name}");
        }
        // What is not made of records is not walked.
        assert!(check_binary(&book("xl/vbaProject.bin", &hostile)).is_ok());
    }

    #[test]
    fn formulas_at_both_corners_are_not_made_room_for() {
        use std::io::Write;

        let record = |id: u8, body: &[u8]| [&[id, body.len() as u8][..], body].concat();
        let row = |row: u32| record(0, &[&row.to_le_bytes()[..], &[0; 4]].concat());
        let formula = |column: u32| record(9, &[&column.to_le_bytes()[..], &[0; 8]].concat());
        let part = |last: u32| [row(0), formula(0), record(1, &[0; 8]), row(last), formula(16_383)].concat();
        let book = |last: u32| {
            let mut out = zip::ZipWriter::new(Cursor::new(Vec::new()));
            out.start_file("xl/worksheets/sheet1.bin", zip::write::SimpleFileOptions::default()).unwrap();
            out.write_all(&part(last)).unwrap();
            Package::open(crate::intake::Bytes::Memory(out.finish().unwrap().into_inner().into())).unwrap()
        };
        assert!(check_binary(&book(10)).is_ok());
        let error = check_binary(&book(1_048_575)).unwrap_err();
        assert!(error.to_string().contains("spread over more than 4,000,000 cells"), "{error}");
    }
}
