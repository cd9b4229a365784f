//! The column guide: what each column and rule asks, in the words of whoever fills the sheet.

use super::compile_rule::capital;
pub use super::guide_examples::{RuleExample, rule_example};
use super::model::{Column, Length, Limit, Sheet, Side};
use super::property;
use crate::cell::number::DecimalMark;
use crate::cell::{Kind, Value};

/// One line of the column guide.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct GuideLine {
    /// The heading.
    pub heading: String,
    /// "yes", "no", or when.
    pub required: String,
    /// What the column takes.
    pub takes: String,
    /// A value that is right; empty if none is given.
    pub example: String,
    /// What to fill in; empty if nothing is said.
    pub help: String,
}

/// The guide for every column.
pub fn columns(sheet: &Sheet) -> Vec<GuideLine> {
    sheet.columns.iter().map(|column| line(sheet, column)).collect()
}

fn line(sheet: &Sheet, column: &Column) -> GuideLine {
    let mut required = match &column.required_when {
        _ if column.required => "yes".to_owned(),
        Some(when) => format!("where {}", when.say(sheet)),
        None => "no".to_owned(),
    };
    if let Some(when) = &column.blank_when {
        required.push_str(&format!("; blank where {}", when.say(sheet)));
    }
    GuideLine {
        heading: column.heading.clone(),
        required,
        takes: capital(&takes(sheet, column).join("; ")),
        example: column.example.clone().unwrap_or_default(),
        help: column.help.clone().unwrap_or_default(),
    }
}

/// What a column takes, as phrases.
pub fn takes(sheet: &Sheet, column: &Column) -> Vec<String> {
    property::ALL.iter().flat_map(|property| property.words(sheet, column)).collect()
}

/// A limit in words: "at most 100", "not after today".
pub fn limit_words(limit: &Limit, kind: Kind, mark: DecimalMark) -> String {
    let (negated, words) = limit_parts(limit, kind, mark);
    if negated { format!("not {words}") } else { words }
}

/// A limit as what a value must be, or must not be where the first part says so.
pub fn limit_parts(limit: &Limit, kind: Kind, mark: DecimalMark) -> (bool, String) {
    let value = match &limit.bound {
        None => "today".to_owned(),
        Some(Value::Number(number)) => mark.write(*number),
        Some(value) => value.written(),
    };
    let (negated, word) = match (limit.side, kind) {
        (Side::AtLeast, Kind::Number) => (false, "at least"),
        (Side::AtMost, Kind::Number) => (false, "at most"),
        (Side::Above, Kind::Number) => (false, "more than"),
        (Side::Below, Kind::Number) => (false, "less than"),
        (Side::AtLeast, _) => (true, "before"),
        (Side::AtMost, _) => (true, "after"),
        (Side::Above, _) => (false, "after"),
        (Side::Below, _) => (false, "before"),
    };
    (negated, format!("{word} {value}"))
}

/// A length in words: "at most 40 characters".
pub fn length_words(length: &Length) -> String {
    let unit = match length.bytes_in {
        Some(encoding) => format!("bytes in {}", encoding.name()),
        None => "characters".to_owned(),
    };
    match (length.min, length.max) {
        (min, max) if min == max => format!("exactly {min} {unit}"),
        (0, max) => format!("at most {max} {unit}"),
        (min, usize::MAX) => format!("at least {min} {unit}"),
        (min, max) => format!("{min} to {max} {unit}"),
    }
}

#[cfg(test)]
#[path = "tests/guide.rs"]
mod tests;
