//! Free text is nothing that a spreadsheet would run, nor a number that one has mangled.

use super::{CellCheck, Found, Surroundings};
use crate::cell::{Value, number};
use crate::finding::codes::{cell as codes, value};
use crate::rulebook::{Column, ColumnType};

struct PlainText;

pub fn make<'r>(column: &'r Column, _: Surroundings<'_>) -> Option<Box<dyn CellCheck + 'r>> {
    let constrained = column.allowed.is_some() || column.format.is_some() || column.pattern.is_some();
    (matches!(column.kind, ColumnType::Text) && !constrained).then(|| Box::new(PlainText) as Box<dyn CellCheck>)
}

fn would_run(text: &str) -> bool {
    let mut letters = text.chars();
    match (letters.next(), letters.next()) {
        (Some('=' | '@'), Some(next)) => !next.is_whitespace(),
        (Some('+' | '-'), Some(next)) => next.is_ascii_alphabetic() || matches!(next, '(' | '=' | '@'),
        _ => false,
    }
}

impl CellCheck for PlainText {
    fn passes(&self, text: &str, _: &Value<'_>) -> bool {
        match text.as_bytes().first() {
            Some(b'=' | b'@' | b'+' | b'-') => !would_run(text),
            Some(b'0'..=b'9') => !number::looks_scientific(text),
            _ => true,
        }
    }

    fn explain(&self, text: &str, _: &Value<'_>) -> Found {
        if would_run(text) {
            return Found::new(&codes::FORMULA_TEXT, "a spreadsheet would run it as a formula.");
        }
        Found::new(
            &value::SCIENTIFIC_NOTATION,
            "a spreadsheet has turned a long number into this and dropped digits; take it from its source again.",
        )
    }
}
