//! What an XLS workbook says of its own size, looked at before the reader crate makes room for all of it.

use std::io::{self, Read, Seek};

use super::error::BookError;

/// The record that says which cells of a sheet are used.
const DIMENSIONS: u16 = 0x0200;
/// Rows and columns that a sheet of this kind can have.
const MOST_ROWS: u32 = 1 << 16;
const MOST_COLUMNS: u16 = 1 << 8;

/// Refuses a workbook one of whose sheets claims more cells than a sheet of this kind can have.
///
/// # Errors
/// [`BookError::Damaged`], also where the container cannot be read.
pub(super) fn check(source: impl Read + Seek) -> Result<(), BookError> {
    let damaged = |_: io::Error| BookError::Damaged("it breaks off or contradicts itself".to_owned());
    let mut container = cfb::CompoundFile::open(source).map_err(damaged)?;
    let name = ["/Workbook", "/Book"].into_iter().find(|name| container.is_stream(name));
    // A container without such a stream is no workbook; the reader crate says so.
    let Some(name) = name else { return Ok(()) };
    let mut stream = io::BufReader::new(container.open_stream(name).map_err(damaged)?);
    let mut header = [0; 4];
    let mut body = Vec::new();
    while stream.read_exact(&mut header).is_ok() {
        let [id, id_high, length, length_high] = header;
        let length = u16::from_le_bytes([length, length_high]);
        body.clear();
        if (&mut stream).take(u64::from(length)).read_to_end(&mut body).is_err() {
            break;
        }
        if u16::from_le_bytes([id, id_high]) == DIMENSIONS && !is_possible(&body) {
            return Err(BookError::Damaged("a sheet claims more rows or columns than there can be".to_owned()));
        }
    }
    Ok(())
}

/// Whether the cells that the record names can be in a sheet. Older files have rows in two bytes rather than four.
fn is_possible(record: &[u8]) -> bool {
    let two = |at: usize| record.get(at..at + 2).map(|bytes| u16::from_le_bytes([bytes[0], bytes[1]]));
    let four = |at: usize| Some(u32::from(two(at)?) | u32::from(two(at + 2)?) << 16);
    let (rows, columns) = if record.len() >= 14 { (four(4), two(10)) } else { (two(2).map(u32::from), two(6)) };
    rows.is_none_or(|rows| rows <= MOST_ROWS) && columns.is_none_or(|columns| columns <= MOST_COLUMNS)
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
    }
}
