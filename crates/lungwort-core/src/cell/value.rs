//! The typed value of a cell, as conditions, bounds and figures see it.

use std::borrow::Cow;
use std::cmp::Ordering;

use jiff::civil::{Date, DateTime, Time};
use rust_decimal::Decimal;

/// What kind of value a column or an expression has.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash)]
pub enum Kind {
    /// Characters.
    Text,
    /// An exact decimal number.
    Number,
    /// A calendar date (proleptic Gregorian, ISO 8601).
    Date,
    /// A time of day.
    Time,
    /// A date with a time of day, without a zone.
    DateTime,
    /// True or false.
    YesNo,
    /// A span of time, such as `INTERVAL '1' MONTH`; only to be added to or taken from a date or a time.
    Interval,
}

impl Kind {
    /// The word for this kind with its article, as used in messages.
    pub fn words(self) -> &'static str {
        match self {
            Kind::Text => "a text",
            Kind::Number => "a number",
            Kind::Date => "a date",
            Kind::Time => "a time",
            Kind::DateTime => "a date with a time",
            Kind::YesNo => "a yes or no",
            Kind::Interval => "a span of time",
        }
    }
}

/// A cell's value, or the result of an expression. `Blank` plays the part of SQL's NULL.
#[derive(Debug, Clone, PartialEq)]
pub enum Value<'a> {
    /// Nothing in the cell, or only spaces.
    Blank,
    /// Something is in the cell but it could not be read as the column's type. Comparisons with it are
    /// unknown, so that one bad cell does not set off every rule that mentions it; it is not blank.
    Unreadable,
    /// Text.
    Text(Cow<'a, str>),
    /// A number.
    Number(Decimal),
    /// A date.
    Date(Date),
    /// A time of day.
    Time(Time),
    /// A date with a time.
    DateTime(DateTime),
    /// Yes or no; also the result of a comparison.
    YesNo(bool),
    /// Whole months, days and minutes, from an INTERVAL literal.
    Interval {
        /// Months (a year is twelve).
        months: i32,
        /// Days (a week is seven).
        days: i32,
        /// Minutes (an hour is sixty).
        minutes: i32,
    },
}

impl<'a> Value<'a> {
    /// Whether the value takes part in comparisons: neither blank nor unreadable.
    pub fn is_known(&self) -> bool {
        !matches!(self, Value::Blank | Value::Unreadable)
    }

    /// Orders two known values of like kind; `None` where either is unknown or the kinds differ.
    /// A date compared with a date-and-time counts as that day's midnight.
    pub fn compare(&self, other: &Value<'_>) -> Option<Ordering> {
        match (self, other) {
            (Value::Text(a), Value::Text(b)) => Some(a.as_ref().cmp(b.as_ref())),
            (Value::Number(a), Value::Number(b)) => Some(compare_numbers(a, b)),
            (Value::Date(a), Value::Date(b)) => Some(a.cmp(b)),
            (Value::Time(a), Value::Time(b)) => Some(a.cmp(b)),
            (Value::DateTime(a), Value::DateTime(b)) => Some(a.cmp(b)),
            (Value::Date(a), Value::DateTime(b)) => Some(a.to_datetime(Time::midnight()).cmp(b)),
            (Value::DateTime(a), Value::Date(b)) => Some(a.cmp(&b.to_datetime(Time::midnight()))),
            (Value::YesNo(a), Value::YesNo(b)) => Some(a.cmp(b)),
            _ => None,
        }
    }

    /// The value as people would write it: ISO dates, plain numbers, yes and no.
    pub fn written(&self) -> String {
        match self {
            Value::Blank => "blank".to_owned(),
            Value::Unreadable => "unreadable".to_owned(),
            Value::Text(text) => text.to_string(),
            Value::Number(number) => number.normalize().to_string(),
            Value::Date(date) => date.to_string(),
            Value::Time(time) => time.to_string(),
            Value::DateTime(moment) => moment.to_string().replace('T', " "),
            Value::YesNo(true) => "yes".to_owned(),
            Value::YesNo(false) => "no".to_owned(),
            Value::Interval { months, days, minutes } => format!("{months} months {days} days {minutes} minutes"),
        }
    }

    /// The same value without borrowing.
    pub fn into_owned(self) -> Value<'static> {
        match self {
            Value::Blank => Value::Blank,
            Value::Unreadable => Value::Unreadable,
            Value::Text(text) => Value::Text(Cow::Owned(text.into_owned())),
            Value::Number(number) => Value::Number(number),
            Value::Date(date) => Value::Date(date),
            Value::Time(time) => Value::Time(time),
            Value::DateTime(moment) => Value::DateTime(moment),
            Value::YesNo(yes) => Value::YesNo(yes),
            Value::Interval { months, days, minutes } => Value::Interval { months, days, minutes },
        }
    }
}

/// The order of two numbers. Where their counts of decimal places are near each other, as they mostly are, one
/// multiplication tells it.
fn compare_numbers(a: &Decimal, b: &Decimal) -> Ordering {
    /// What 96 bits can be multiplied by without leaving 127.
    const POWERS: [i128; 10] = [1, 10, 100, 1_000, 10_000, 100_000, 1_000_000, 10_000_000, 100_000_000, 1_000_000_000];
    let (a_scale, b_scale) = (a.scale() as usize, b.scale() as usize);
    match (POWERS.get(b_scale.saturating_sub(a_scale)), POWERS.get(a_scale.saturating_sub(b_scale))) {
        (Some(raise_a), Some(raise_b)) => (a.mantissa() * raise_a).cmp(&(b.mantissa() * raise_b)),
        _ => a.cmp(b),
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn numbers_compare_whatever_their_places() {
        let number = |text: &str| text.parse::<Decimal>().unwrap();
        let ascending = [
            "-79228162514264337593543950335",
            "-1.5",
            "-1.49999999999999999",
            "0",
            "0.1",
            "0.10000000000000000001",
            "2",
            "79228162514264337593543950335",
        ];
        for (at, a) in ascending.iter().enumerate() {
            for (other, b) in ascending.iter().enumerate() {
                assert_eq!(compare_numbers(&number(a), &number(b)), at.cmp(&other), "{a} {b}");
            }
        }
        assert_eq!(compare_numbers(&number("1.50"), &number("1.5")), Ordering::Equal);
    }
}
