//! CAST: a value as one of another kind.

use std::borrow::Cow;

use rust_decimal::{Decimal, RoundingStrategy};

use crate::cell::date::DatePattern;
use crate::cell::number::{self, DecimalMark};
use crate::cell::{Kind, Value, yes_no};

/// What a value is cast to.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Target {
    /// The kind.
    pub kind: Kind,
    /// Of a number: the decimal places it is rounded to, halves away from zero; all of them where nothing is said.
    pub places: Option<u32>,
    /// Of a text: the most characters.
    pub length: Option<usize>,
}

impl Target {
    /// Reads the words of a type in capitals: `INTEGER`, `DECIMAL(10,2)`, `VARCHAR(20)`, `DATE`.
    pub(super) fn read(words: &str) -> Option<Target> {
        let (name, sizes) = words.split_once('(').unwrap_or((words, ""));
        let sizes: Vec<usize> = sizes.trim_end_matches(')').split(',').filter_map(|size| size.parse().ok()).collect();
        let target = |kind: Kind| Target { kind, places: None, length: None };
        Some(match name {
            "INTEGER" | "INT" | "BIGINT" | "SMALLINT" => Target { places: Some(0), ..target(Kind::Number) },
            "DECIMAL" | "NUMERIC" | "DEC" => {
                let places = match sizes.as_slice() {
                    [] => None,
                    [_] => Some(0),
                    [_, places, ..] => Some(u32::try_from(*places).ok()?),
                };
                Target { places, ..target(Kind::Number) }
            }
            "VARCHAR" | "CHAR" | "CHARACTER" | "CHARACTER VARYING" | "CHAR VARYING" => {
                Target { length: sizes.first().copied(), ..target(Kind::Text) }
            }
            "DATE" => target(Kind::Date),
            "TIME" => target(Kind::Time),
            "TIMESTAMP" => target(Kind::DateTime),
            "BOOLEAN" => target(Kind::YesNo),
            _ => return None,
        })
    }

    /// Whether values of a kind can be cast to it.
    pub(super) fn takes(self, from: Kind) -> bool {
        from == self.kind
            || match (from, self.kind) {
                (Kind::Interval, _) | (_, Kind::Interval) => false,
                (Kind::Text, _) | (_, Kind::Text) => true,
                (Kind::DateTime, Kind::Date | Kind::Time) | (Kind::Date, Kind::DateTime) => true,
                _ => false,
            }
    }

    /// A known value as one of this kind; unreadable where it cannot be one.
    pub(super) fn cast<'v>(self, value: Value<'v>) -> Value<'v> {
        let cast = match (value, self.kind) {
            (Value::Number(number), Kind::Number) => Some(Value::Number(self.rounded(number))),
            (Value::Text(text), Kind::Text) => Some(Value::Text(self.cut(text))),
            (Value::Text(text), kind) => self.read_text(text.trim(), kind),
            (Value::DateTime(moment), Kind::Date) => Some(Value::Date(moment.date())),
            (Value::DateTime(moment), Kind::Time) => Some(Value::Time(moment.time())),
            (Value::Date(date), Kind::DateTime) => Some(Value::DateTime(date.at(0, 0, 0, 0))),
            (value, Kind::Text) => Some(Value::Text(self.cut(Cow::Owned(value.written())))),
            (value, _) => Some(value),
        };
        cast.unwrap_or(Value::Unreadable)
    }

    fn read_text<'v>(self, text: &str, kind: Kind) -> Option<Value<'v>> {
        let dated = |patterns: &[&str]| {
            patterns
                .iter()
                .find_map(|written| DatePattern::compile(written).ok()?.read(text).ok().map(Value::into_owned))
        };
        match kind {
            Kind::Number => number::read(text, DecimalMark::Point).map(|number| Value::Number(self.rounded(number))),
            Kind::YesNo => yes_no::read_usual(text).map(Value::YesNo),
            Kind::Date => dated(&["yyyy-mm-dd"]),
            Kind::Time => dated(&["hh:mm:ss", "hh:mm"]),
            Kind::DateTime => dated(&["yyyy-mm-dd hh:mm:ss", "yyyy-mm-dd hh:mm"]),
            Kind::Text | Kind::Interval => None,
        }
    }

    fn rounded(self, number: Decimal) -> Decimal {
        match self.places {
            Some(places) => number.round_dp_with_strategy(places, RoundingStrategy::MidpointAwayFromZero),
            None => number,
        }
    }

    fn cut<'v>(self, text: Cow<'v, str>) -> Cow<'v, str> {
        match self.length {
            Some(length) if text.chars().count() > length => Cow::Owned(text.chars().take(length).collect()),
            _ => text,
        }
    }
}
