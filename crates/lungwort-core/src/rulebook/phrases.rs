//! Pieces of sentences that several pages say.

use super::model::{Length, Limit, Side};
use crate::cell::number::DecimalMark;
use crate::cell::{Kind, Value};

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
    let counted = |count: usize| {
        let plural = if count == 1 { "" } else { "s" };
        match length.bytes_in {
            Some(encoding) => format!("{count} byte{plural} in {}", encoding.name()),
            None => format!("{count} character{plural}"),
        }
    };
    match (length.min, length.max) {
        (min, max) if min == max => format!("exactly {}", counted(min)),
        (0, max) => format!("at most {}", counted(max)),
        (min, usize::MAX) => format!("at least {}", counted(min)),
        (min, max) => format!("{min} to {}", counted(max)),
    }
}

/// `A, B and C`
pub fn listed(names: &[String], last: &str) -> String {
    match names {
        [] => String::new(),
        [one] => one.clone(),
        [rest @ .., end] => format!("{} {last} {end}", rest.join(", ")),
    }
}

/// The text with a capital at its head.
pub(crate) fn capital(text: &str) -> String {
    let mut letters = text.chars();
    letters.next().map_or_else(String::new, |first| first.to_uppercase().chain(letters).collect())
}
