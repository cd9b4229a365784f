//! A pattern of how a date or time is written, such as `dd/mm/yyyy` or `yyyy-mm-dd hh:mm`.
//!
//! Letters: `d`/`dd` day, `m`/`mm` month, `mmm` short and `mmmm` full English month name, `yy`/`yyyy` year,
//! `h`/`hh` hour (0 to 23), `mm` after an hour the minute, `ss` second. Two letters ask for two digits, one letter
//! takes one or two. Everything else stands for itself.

use jiff::civil::{Date, DateTime, Time};

use crate::cell::Value;

/// One part of a pattern.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub(super) enum Part {
    Year4,
    Year2,
    /// True: exactly two digits.
    Month(bool),
    MonthShort,
    MonthFull,
    Day(bool),
    /// True: exactly two digits.
    Hour(bool),
    Minute,
    Second,
    Sign(u8),
}

pub(super) const MONTHS: [&str; 12] = [
    "January", "February", "March", "April", "May", "June", "July", "August", "September", "October", "November",
    "December",
];

/// A compiled pattern.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct DatePattern {
    pub(super) parts: Vec<Part>,
    /// Whether it has a date, and whether a time.
    shape: (bool, bool),
    /// Where the parts stand, for a date whose every part has one width.
    fixed: Option<Fixed>,
    written: String,
}

/// A date of fixed width, read as one number: year, month, day and two signs are ten characters in any order.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
struct Fixed {
    /// How many bits stand before year, month and day.
    year: u32,
    month: u32,
    day: u32,
    /// What to take off each character bit by bit: zero in place of a digit, which leaves the digit's value, and in place
    /// of a sign the sign, which leaves nothing.
    plain: u128,
    /// What to add to each character, so that the highest bit tells of one that is more than it may be.
    room: u128,
}

/// The highest bit of each character.
const HIGH: u128 = 0x8080_8080_8080_8080_8080;

impl Fixed {
    fn of(parts: &[Part]) -> Option<Fixed> {
        let mut fixed = Fixed { year: 0, month: 0, day: 0, plain: 0, room: 0 };
        let (mut signs, mut bits) = (0, 0);
        for part in parts {
            let (count, plain, room): (u32, u8, u8) = match part {
                Part::Sign(sign) => (1, *sign, 0x7f),
                Part::Year4 => (4, b'0', 0x7f - 9),
                _ => (2, b'0', 0x7f - 9),
            };
            match part {
                Part::Year4 => fixed.year = bits,
                Part::Month(true) => fixed.month = bits,
                Part::Day(true) => fixed.day = bits,
                Part::Sign(sign) if sign.is_ascii() => signs += 1,
                _ => return None,
            }
            for _ in 0..count {
                fixed.plain |= u128::from(plain).checked_shl(bits)?;
                fixed.room |= u128::from(room).checked_shl(bits)?;
                bits += 8;
            }
        }
        (signs == 2 && bits == 80).then_some(fixed)
    }

    #[inline]
    fn read(&self, text: &[u8]) -> Result<Date, TypeError> {
        let (Some(first), Some(last), 10) = (text.first_chunk::<8>(), text.last_chunk::<2>(), text.len()) else {
            return Err(TypeError::Form);
        };
        let all = u128::from(u64::from_le_bytes(*first)) | u128::from(u16::from_le_bytes(*last)) << 64;
        let values = all ^ self.plain;
        if (values | ((values & !HIGH) + self.room)) & HIGH != 0 {
            return Err(TypeError::Form);
        }
        let two = |bits: u32| {
            let pair = (values >> bits) as u16;
            (pair & 0xff) * 10 + (pair >> 8)
        };
        let year = two(self.year) * 100 + two(self.year + 16);
        Date::new(year as i16, two(self.month) as i8, two(self.day) as i8).map_err(|_| TypeError::NoSuch)
    }
}

/// Why text does not fit a pattern.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum TypeError {
    /// It is written some other way.
    Form,
    /// It is written as asked, but the calendar or clock has no such moment (31 June, 25:00).
    NoSuch,
}

/// Why a pattern cannot be used.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct DatePatternError(pub String);

impl DatePattern {
    /// Compiles a pattern. It must hold a whole date, a whole time (hour and minute), or both.
    ///
    /// # Errors
    ///
    /// Where a part is unknown, is there twice, or a whole date or time is not in the pattern.
    pub fn compile(written: &str) -> Result<DatePattern, DatePatternError> {
        let mut parts = Vec::new();
        let bytes = written.as_bytes();
        let mut at = 0;
        let mut after_hour = false;
        while at < bytes.len() {
            let letter = bytes[at].to_ascii_lowercase();
            let run = bytes[at..].iter().take_while(|byte| byte.eq_ignore_ascii_case(&letter)).count();
            let part = match (letter, run) {
                (b'y', 4) => Part::Year4,
                (b'y', 2) => Part::Year2,
                (b'm', 1 | 2) if after_hour => Part::Minute,
                (b'm', 1) => Part::Month(false),
                (b'm', 2) => Part::Month(true),
                (b'm', 3) => Part::MonthShort,
                (b'm', 4) => Part::MonthFull,
                (b'd', 1) => Part::Day(false),
                (b'd', 2) => Part::Day(true),
                (b'h', 1) => Part::Hour(false),
                (b'h', 2) => Part::Hour(true),
                (b's', 2) => Part::Second,
                (b't', 1) | (b' ' | b'-' | b'/' | b'.' | b':' | b',', _) => {
                    parts.extend(std::iter::repeat_n(Part::Sign(bytes[at]), run));
                    at += run;
                    continue;
                }
                _ => {
                    // Of what is no letter of ours, the whole letter: it may be of several bytes.
                    let end =
                        if letter.is_ascii() { run } else { written[at..].chars().next().map_or(0, char::len_utf8) };
                    let part = written[at..at + end].escape_debug();
                    return Err(DatePatternError(format!("\"{part}\" means nothing in a date")));
                }
            };
            after_hour |= matches!(part, Part::Hour(_));
            parts.push(part);
            at += run;
        }
        let is_date = |part: &Part| matches!(part, Part::Day(_) | Part::Year2 | Part::Year4);
        let shape = (parts.iter().any(is_date), parts.iter().any(|part| matches!(part, Part::Hour(_))));
        let date_pattern = DatePattern { fixed: Fixed::of(&parts), parts, shape, written: written.to_owned() };
        date_pattern.check_whole()?;
        Ok(date_pattern)
    }

    fn check_whole(&self) -> Result<(), DatePatternError> {
        let count = |wanted: fn(&Part) -> bool| self.parts.iter().filter(|part| wanted(part)).count();
        let years = count(|part| matches!(part, Part::Year2 | Part::Year4));
        let months = count(|part| matches!(part, Part::Month(_) | Part::MonthShort | Part::MonthFull));
        let days = count(|part| matches!(part, Part::Day(_)));
        let hours = count(|part| matches!(part, Part::Hour(_)));
        let minutes = count(|part| matches!(part, Part::Minute));
        let date = (years, months, days);
        let time = (hours, minutes);
        // A month alone is its first day.
        let whole = matches!((date, time), ((1, 1, 1), (0, 0) | (1, 1)) | ((1, 1, 0), (0, 0)) | ((0, 0, 0), (1, 1)));
        if whole {
            Ok(())
        } else {
            Err(DatePatternError("it needs a day, a month and a year once each, a month and a year, or hh:mm".into()))
        }
    }

    /// The pattern as it was written.
    pub fn written(&self) -> &str {
        &self.written
    }

    /// Whether the day is in it: a month alone is its first day.
    pub fn has_day(&self) -> bool {
        self.parts.iter().any(|part| matches!(part, Part::Day(_)))
    }

    /// Whether it patterns a day or a month.
    pub fn has_date(&self) -> bool {
        self.shape.0
    }

    /// Whether it patterns a time of day.
    pub fn has_time(&self) -> bool {
        self.shape.1
    }

    /// Reads text that is written exactly so.
    ///
    /// # Errors
    ///
    /// Where the text does not fit the pattern, or no such day or time exists.
    #[inline(always)]
    pub fn read(&self, text: &str) -> Result<Value<'static>, TypeError> {
        if let Some(fixed) = &self.fixed {
            return fixed.read(text.as_bytes()).map(Value::Date);
        }
        let [year, month, day, hour, minute, second] = self.fields(text.as_bytes()).ok_or(TypeError::Form)?;
        let date = || {
            let day = if self.has_day() { day } else { 1 };
            // All six are of at most four digits, so they fit.
            Date::new(year as i16, month as i8, day as i8).map_err(|_| TypeError::NoSuch)
        };
        let time = || Time::new(hour as i8, minute as i8, second as i8, 0).map_err(|_| TypeError::NoSuch);
        match self.shape {
            (true, false) => Ok(Value::Date(date()?)),
            (false, _) => Ok(Value::Time(time()?)),
            (true, true) => Ok(Value::DateTime(DateTime::from_parts(date()?, time()?))),
        }
    }

    /// Year, month, day, hour, minute, second as written, unjudged.
    fn fields(&self, text: &[u8]) -> Option<[u16; 6]> {
        let mut found = [0_u16; 6];
        let mut at = 0;
        for part in &self.parts {
            let (slot, least, most) = match part {
                Part::Sign(sign) => {
                    if text.get(at)? != sign {
                        return None;
                    }
                    at += 1;
                    continue;
                }
                Part::MonthShort | Part::MonthFull => {
                    let (month, length) = month_name(text.get(at..)?, *part == Part::MonthFull)?;
                    found[1] = month;
                    at += length;
                    continue;
                }
                Part::Year4 => (0, 4, 4),
                Part::Year2 => (0, 2, 2),
                Part::Month(two) => (1, if *two { 2 } else { 1 }, 2),
                Part::Day(two) => (2, if *two { 2 } else { 1 }, 2),
                Part::Hour(two) => (3, if *two { 2 } else { 1 }, 2),
                Part::Minute => (4, 2, 2),
                Part::Second => (5, 2, 2),
            };
            let mut length = 0;
            let mut number = 0_u16;
            while length < most
                && let Some(digit) = text.get(at + length).filter(|byte| byte.is_ascii_digit())
            {
                number = number * 10 + u16::from(digit - b'0');
                length += 1;
            }
            if length < least {
                return None;
            }
            found[slot] = if *part == Part::Year2 { full_year(number) } else { number };
            at += length;
        }
        (at == text.len()).then_some(found)
    }

    /// The date written in the pattern; times as zero where the pattern has them.
    pub fn write(&self, date: Date) -> String {
        self.write_at(date, Time::midnight())
    }

    /// The moment written in the pattern.
    pub fn write_at(&self, date: Date, time: Time) -> String {
        let mut out = String::new();
        for part in &self.parts {
            let month = usize::from(date.month().unsigned_abs()) - 1;
            match part {
                Part::Year4 => out.push_str(&format!("{:04}", date.year())),
                Part::Year2 => out.push_str(&format!("{:02}", date.year() % 100)),
                Part::Month(true) => out.push_str(&format!("{:02}", date.month())),
                Part::Month(false) => out.push_str(&date.month().to_string()),
                Part::MonthShort => out.push_str(&MONTHS[month][..3]),
                Part::MonthFull => out.push_str(MONTHS[month]),
                Part::Day(true) => out.push_str(&format!("{:02}", date.day())),
                Part::Day(false) => out.push_str(&date.day().to_string()),
                Part::Hour(true) => out.push_str(&format!("{:02}", time.hour())),
                Part::Hour(false) => out.push_str(&time.hour().to_string()),
                Part::Minute => out.push_str(&format!("{:02}", time.minute())),
                Part::Second => out.push_str(&format!("{:02}", time.second())),
                Part::Sign(sign) => out.push(char::from(*sign)),
            }
        }
        out
    }
}

/// A two-digit year as spreadsheets take it: 00 to 29 is 2000 to 2029, 30 to 99 is 1930 to 1999.
pub(super) fn full_year(two: u16) -> u16 {
    if two < 30 { 2000 + two } else { 1900 + two }
}

/// The English month name that the text begins with, and its length in bytes.
pub(super) fn month_name(text: &[u8], full: bool) -> Option<(u16, usize)> {
    (1..).zip(MONTHS).find_map(|(number, name)| {
        let wanted = if full { name } else { &name[..3] };
        let head = text.get(..wanted.len())?;
        head.eq_ignore_ascii_case(wanted.as_bytes()).then_some((number, wanted.len()))
    })
}

#[cfg(test)]
mod tests {
    use super::*;
    use jiff::civil::date;

    #[test]
    fn patterns_read_what_they_show() {
        let read = |date_pattern: &str, text: &str| DatePattern::compile(date_pattern).unwrap().read(text);
        assert_eq!(read("dd/mm/yyyy", "05/03/2026"), Ok(Value::Date(date(2026, 3, 5))));
        assert_eq!(read("d mmm yyyy", "5 mar 2026"), Ok(Value::Date(date(2026, 3, 5))));
        assert_eq!(read("dd/mm/yyyy", "31/06/2026"), Err(TypeError::NoSuch));
        assert_eq!(read("dd/mm/yyyy", "5/3/2026"), Err(TypeError::Form));
        assert_eq!(read("dd/mm/yy", "05/03/26"), Ok(Value::Date(date(2026, 3, 5))));
        assert_eq!(
            read("yyyy-mm-ddThh:mm", "2026-03-05T23:59"),
            Ok(Value::DateTime(date(2026, 3, 5).at(23, 59, 0, 0)))
        );
        assert_eq!(read("hh:mm", "24:00"), Err(TypeError::NoSuch));
        assert_eq!(read("hh:mm", "8:05"), Err(TypeError::Form));
        assert_eq!(read("h:mm", "8:05"), Ok(Value::Time(Time::constant(8, 5, 0, 0))));
        assert_eq!(read("h:mm", "08:05"), Ok(Value::Time(Time::constant(8, 5, 0, 0))));
        assert_eq!(read("yyyy-mm-dd", "2026-03-05"), Ok(Value::Date(date(2026, 3, 5))));
        assert_eq!(read("yyyy-mm-dd", "2026-13-05"), Err(TypeError::NoSuch));
        for other in ["2026/03/05", "2026-3-05", "2026-03-0é", "2026-03-055", "x026-03-05", ""] {
            assert_eq!(read("yyyy-mm-dd", other), Err(TypeError::Form), "{other}");
        }
    }

    #[test]
    fn letters_of_several_bytes_are_named_whole() {
        for (pattern, named) in [
            ("dd\u{a0}mm\u{a0}yyyy", "\"\\u{a0}\" means nothing"),
            ("d mm\u{feff}m yyyy", "\"\\u{feff}\" means nothing"),
            ("dd/mm/yyyé", "\"yyy\" means nothing"),
            ("jj年mm", "\"jj\" means nothing"),
            ("dd年mm", "\"年\" means nothing"),
        ] {
            let said = DatePattern::compile(pattern).map(|_| ()).unwrap_err().0;
            assert!(said.starts_with(named), "{pattern}: {said}");
        }
    }

    #[test]
    fn patterns_must_be_whole() {
        for written in ["dd/mm", "yyyy", "hh", "dd/dd/yyyy", "yyyy-mm-ddx", "day"] {
            assert!(DatePattern::compile(written).is_err(), "{written}");
        }
    }
}
