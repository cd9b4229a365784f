//! The key of a value, or of several together: 128 bits by which equal values are recognised, whatever they are
//! written like. Unique values, groups and look-ups all go by it.
//!
//! Two values have the same key where [`Value::compare`] calls them equal: 7 and 007 as numbers, 1.5 and 1.50, a date
//! and the midnight that begins it. Texts are equal letter by letter. XXH3 gives 128 bits: that two different values
//! of a billion fall together is not to be expected.

use jiff::civil::{DateTime, Time};
use xxhash_rust::xxh3::{Xxh3, xxh3_128};

use super::Value;

/// Stands behind a text; it is in no UTF-8 text, and so keeps one from running into the next.
const END: u8 = 0xff;
/// Stands before a value that is no text.
const TYPED: u8 = 0xfe;
const BUFFER: usize = 96;

/// The key of one value; `None` where it is blank or could not be read. Not to be compared with that of several.
#[inline]
pub fn of(value: &Value<'_>) -> Option<u128> {
    match value {
        Value::Text(text) => Some(of_text(text)),
        Value::Blank | Value::Unreadable => None,
        other => {
            let mut parts = Parts::default();
            parts.add(other);
            Some(parts.key())
        }
    }
}

/// The key of a text.
#[inline]
pub fn of_text(text: &str) -> u128 {
    xxh3_128(text.as_bytes())
}

/// The key of several texts, in their order.
#[inline]
pub fn of_texts<'t>(texts: impl Iterator<Item = &'t str>) -> u128 {
    let mut parts = Parts::default();
    texts.for_each(|text| parts.add_text(text));
    parts.key()
}

/// A key of several values in the making.
pub struct Parts {
    buffer: [u8; BUFFER],
    used: usize,
    long: Option<Xxh3>,
}

impl Default for Parts {
    fn default() -> Self {
        Parts { buffer: [0; BUFFER], used: 0, long: None }
    }
}

impl Parts {
    /// Adds a value. Blank ones are equal to each other here: whoever takes them for different leaves them out.
    pub fn add(&mut self, value: &Value<'_>) {
        match value {
            Value::Text(text) => self.add_text(text),
            Value::Number(number) => {
                let number = number.normalize();
                self.add_typed(b'n', &number.mantissa().to_le_bytes(), number.scale());
            }
            Value::Date(date) => self.add_moment(date.to_datetime(Time::midnight())),
            Value::DateTime(moment) => self.add_moment(*moment),
            Value::Time(time) => self.add_moment(DateTime::from_parts(jiff::civil::Date::ZERO, *time)),
            Value::YesNo(yes) => self.add_typed(b'y', &[], u32::from(*yes)),
            Value::Interval { months, days, minutes } => {
                self.add_typed(b'i', &[months.to_le_bytes(), minutes.to_le_bytes()].concat(), *days as u32);
            }
            Value::Blank => self.add_typed(b'b', &[], 0),
            Value::Unreadable => self.add_typed(b'u', &[], 0),
        }
    }

    /// Adds a text.
    #[inline]
    pub fn add_text(&mut self, text: &str) {
        self.push(text.as_bytes());
        self.push(&[END]);
    }

    fn add_moment(&mut self, moment: DateTime) {
        let (date, time) = (moment.date(), moment.time());
        let day = i32::from(date.year()) * 10_000 + i32::from(date.month()) * 100 + i32::from(date.day());
        let clock = (i64::from(time.hour()) * 3600 + i64::from(time.minute()) * 60 + i64::from(time.second()))
            * 1_000_000_000
            + i64::from(time.subsec_nanosecond());
        self.add_typed(b'd', &clock.to_le_bytes(), day as u32);
    }

    fn add_typed(&mut self, kind: u8, bytes: &[u8], more: u32) {
        self.push(&[TYPED, kind]);
        self.push(bytes);
        self.push(&more.to_le_bytes());
    }

    #[inline]
    fn push(&mut self, bytes: &[u8]) {
        if self.long.is_none() && self.used + bytes.len() <= BUFFER {
            self.buffer[self.used..self.used + bytes.len()].copy_from_slice(bytes);
            self.used += bytes.len();
            return;
        }
        let (buffer, used) = (&self.buffer, self.used);
        let long = self.long.get_or_insert_with(|| {
            let mut state = Xxh3::new();
            state.update(&buffer[..used]);
            state
        });
        long.update(bytes);
    }

    /// The key of what was added.
    pub fn key(&self) -> u128 {
        match &self.long {
            None => xxh3_128(&self.buffer[..self.used]),
            Some(state) => state.digest128(),
        }
    }
}

#[cfg(test)]
mod tests {
    use jiff::civil::date;
    use rust_decimal::Decimal;

    use super::*;

    fn number(text: &str) -> Option<u128> {
        of(&Value::Number(text.parse::<Decimal>().unwrap()))
    }

    #[test]
    fn equal_values_have_one_key_however_they_are_written() {
        assert_eq!(number("7"), number("007"));
        assert_eq!(number("1.5"), number("1.50"));
        assert_eq!(number("0"), number("-0.00"));
        assert_ne!(number("7"), number("70"));
        assert_ne!(number("7"), number("-7"));
        let day = date(2026, 11, 25);
        assert_eq!(of(&Value::Date(day)), of(&Value::DateTime(day.at(0, 0, 0, 0))));
        assert_ne!(of(&Value::Date(day)), of(&Value::DateTime(day.at(0, 0, 1, 0))));
        assert_ne!(of(&Value::Text("7".into())), number("7"));
        assert_eq!((of(&Value::Blank), of(&Value::Unreadable)), (None, None));
    }

    #[test]
    fn texts_do_not_run_together_and_long_ones_have_keys_as_short_ones_do() {
        let key = |texts: &[&str]| of_texts(texts.iter().copied());
        assert_ne!(key(&["ab", "c"]), key(&["a", "bc"]));
        let long = "x".repeat(200);
        assert_eq!(key(&[&long, "y"]), key(&[&long, "y"]));
        assert_ne!(key(&["y", &long]), key(&[&long, "y"]));
        // The same text, added whole or at the edge of what is kept apart.
        for length in BUFFER - 3..BUFFER + 3 {
            let text = "z".repeat(length);
            let mut whole = text.clone().into_bytes();
            whole.push(END);
            assert_eq!(key(&[&text]), xxh3_128(&whole), "{length}");
        }
    }
}
