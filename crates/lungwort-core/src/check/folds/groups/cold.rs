//! Groups that have ended and keep to their rules, in a temporary file: few of them are asked for again.

use std::fs::File;
use std::io::{self, BufReader, Read, Seek, SeekFrom, Write};

use jiff::civil::Date;
use rust_decimal::Decimal;

use crate::cell::Value;
use crate::steps;

/// What is kept in memory before it is written.
const BUFFER: usize = 1 << 16;
/// Places are counted in steps of so many bytes, so that 31 bits reach 16 GB.
const STEP: u64 = 8;
/// The most bytes that places can tell.
const MOST: u64 = STEP << 31;

/// Records behind one another: the length of each in four bytes, and its bytes.
#[derive(Debug, Default)]
pub struct Cold {
    file: Option<File>,
    written: u64,
    buffer: Vec<u8>,
}

impl Cold {
    /// Adds a record; says where.
    ///
    /// # Errors
    /// Where there is no room for it.
    pub fn push(&mut self, record: &[u8]) -> io::Result<u32> {
        let at = self.written + self.buffer.len() as u64;
        if at + record.len() as u64 + STEP > MOST {
            return Err(io::Error::from(io::ErrorKind::FileTooLarge));
        }
        self.buffer.extend((record.len() as u32).to_le_bytes());
        self.buffer.extend(record);
        self.buffer.resize(self.buffer.len().next_multiple_of(STEP as usize), 0);
        if self.buffer.len() >= BUFFER {
            self.flush()?;
        }
        Ok((at / STEP) as u32)
    }

    fn flush(&mut self) -> io::Result<()> {
        let file = match &mut self.file {
            Some(file) => file,
            None => self.file.insert(tempfile::tempfile()?),
        };
        file.seek(SeekFrom::Start(self.written))?;
        file.write_all(&self.buffer)?;
        self.written += self.buffer.len() as u64;
        self.buffer.clear();
        Ok(())
    }

    /// The record at a place.
    ///
    /// # Errors
    /// Where the file cannot be read.
    pub fn get(&mut self, place: u32) -> io::Result<Vec<u8>> {
        let at = u64::from(place) * STEP;
        if let Some(from) = at.checked_sub(self.written) {
            return one(self.buffer.get(from as usize..).unwrap_or_default());
        }
        let Some(file) = &mut self.file else { return Err(io::ErrorKind::NotFound.into()) };
        steps::count(1);
        file.seek(SeekFrom::Start(at))?;
        one(file)
    }

    /// The records at places that ascend, read through once.
    ///
    /// # Errors
    /// Where the file cannot be written or read.
    pub fn all(mut self, places: &[u32], mut take: impl FnMut(usize, Vec<u8>)) -> io::Result<()> {
        self.flush()?;
        let Some(mut file) = self.file else { return Ok(()) };
        file.seek(SeekFrom::Start(0))?;
        let mut file = BufReader::with_capacity(BUFFER, file);
        let mut at = 0;
        for (index, place) in places.iter().enumerate() {
            let to = u64::from(*place) * STEP;
            file.seek_relative(to as i64 - at)?;
            let record = one(&mut file)?;
            at = to as i64 + 4 + record.len() as i64;
            take(index, record);
        }
        Ok(())
    }
}

fn one(mut from: impl Read) -> io::Result<Vec<u8>> {
    let mut length = [0; 4];
    from.read_exact(&mut length)?;
    let mut record = vec![0; u32::from_le_bytes(length) as usize];
    from.read_exact(&mut record)?;
    Ok(record)
}

/// What can be kept so. `false` and `None` where it cannot.
pub trait Packed: Sized {
    /// Adds it to a record.
    fn pack(&self, record: &mut Vec<u8>) -> bool;
    /// Takes it from the front of a record.
    fn unpack(record: &mut &[u8]) -> Option<Self>;
}

/// So many bytes from the front.
pub fn take<const N: usize>(record: &mut &[u8]) -> Option<[u8; N]> {
    let (bytes, rest) = record.split_first_chunk()?;
    *record = rest;
    Some(*bytes)
}

impl Packed for Decimal {
    fn pack(&self, record: &mut Vec<u8>) -> bool {
        record.extend(self.serialize());
        true
    }

    fn unpack(record: &mut &[u8]) -> Option<Decimal> {
        take(record).map(Decimal::deserialize)
    }
}

/// Adds a text to a record.
pub fn pack_text(text: &str, record: &mut Vec<u8>) {
    record.extend((text.len() as u32).to_le_bytes());
    record.extend(text.as_bytes());
}

impl Packed for String {
    fn pack(&self, record: &mut Vec<u8>) -> bool {
        pack_text(self, record);
        true
    }

    fn unpack(record: &mut &[u8]) -> Option<String> {
        let length = u32::from_le_bytes(take(record)?) as usize;
        let (text, rest) = record.split_at_checked(length)?;
        *record = rest;
        String::from_utf8(text.to_vec()).ok()
    }
}

/// Values that follow each other are numbers, dates and texts; others are seldom enough to stay in memory.
impl Packed for Option<Value<'static>> {
    fn pack(&self, record: &mut Vec<u8>) -> bool {
        match self {
            None => record.push(0),
            Some(Value::Number(number)) => {
                record.push(1);
                number.pack(record);
            }
            Some(Value::Date(date)) => {
                record.push(2);
                record.extend(date.year().to_le_bytes());
                record.extend([date.month(), date.day()].map(i8::cast_unsigned));
            }
            Some(Value::Text(text)) => {
                record.push(3);
                pack_text(text, record);
            }
            Some(_) => return false,
        }
        true
    }

    fn unpack(record: &mut &[u8]) -> Option<Self> {
        Some(match take(record)? {
            [0] => None,
            [1] => Some(Value::Number(Packed::unpack(record)?)),
            [2] => {
                let year = i16::from_le_bytes(take(record)?);
                let [month, day] = take(record)?.map(u8::cast_signed);
                Some(Value::Date(Date::new(year, month, day).ok()?))
            }
            [3] => Some(Value::Text(String::unpack(record)?.into())),
            _ => return None,
        })
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn records_come_back_from_the_buffer_and_from_the_file() {
        let mut cold = Cold::default();
        let record = |number: usize| format!("{number}-{}", "x".repeat(number % 40)).into_bytes();
        let places: Vec<u32> = (0..20_000).map(|number| cold.push(&record(number)).unwrap()).collect();
        assert!(cold.written > 0 && !cold.buffer.is_empty());
        for number in [0, 19_999, 7, 12_345] {
            assert_eq!(cold.get(places[number]).unwrap(), record(number));
        }
        let every_third: Vec<u32> = places.iter().copied().step_by(3).collect();
        let mut count = 0;
        cold.all(&every_third, |at, found| {
            assert_eq!(found, record(at * 3));
            count += 1;
        })
        .unwrap();
        assert_eq!(count, every_third.len());
    }

    #[test]
    fn values_come_back_as_they_were() {
        let date = Value::Date(jiff::civil::date(2026, 11, 26));
        let number = Value::Number("-12.50".parse().unwrap());
        let values = [None, Some(number), Some(date), Some(Value::Text("é/7".into()))];
        let mut record = Vec::new();
        assert!(values.iter().all(|value| value.pack(&mut record)));
        let mut rest = record.as_slice();
        for value in values {
            assert_eq!(Option::<Value<'static>>::unpack(&mut rest), Some(value));
        }
        assert!(rest.is_empty());
        assert!(!Some(Value::YesNo(true)).pack(&mut record));
    }
}
