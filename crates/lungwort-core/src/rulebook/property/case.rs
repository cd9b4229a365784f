//! Letters are capital, or small.

use super::{CellCheck, Column, Compiling, Property, Surroundings, WrittenColumn};
use crate::cell::Value;
use crate::rulebook::Sheet;
use crate::rulebook::toml_text::quoted;
use crate::finding::{CellProblem, Correction, codes::value as codes};
use crate::rulebook::written::WrittenCase;

pub(super) fn compile(_: &mut Compiling<'_>, written: &WrittenColumn) -> Option<WrittenCase> {
    written.case
}

pub(super) struct This;

pub(super) static PROPERTY: This = This;

impl Property for This {
    fn keys(&self) -> &'static [&'static str] {
        &["case"]
    }

    fn words(&self, _: &Sheet, column: &Column) -> Vec<String> {
        match column.case {
            Some(WrittenCase::Upper) => vec!["in capital letters".to_owned()],
            Some(WrittenCase::Lower) => vec!["in lower case".to_owned()],
            None => Vec::new(),
        }
    }

    fn toml(&self, _: &Sheet, column: &Column) -> Vec<(&'static str, String)> {
        let word = match column.case {
            Some(WrittenCase::Upper) => "upper",
            Some(WrittenCase::Lower) => "lower",
            None => return Vec::new(),
        };
        vec![("case", quoted(word))]
    }

    fn check<'r>(&self, column: &'r Column, _: Surroundings<'_>) -> Option<Box<dyn CellCheck + 'r>> {
        Some(Box::new(Lettered(column.case?)))
    }
}

struct Lettered(WrittenCase);

impl CellCheck for Lettered {
    fn passes(&self, text: &str, _: &Value<'_>) -> bool {
        match self.0 {
            WrittenCase::Upper => !text.chars().any(char::is_lowercase),
            WrittenCase::Lower => !text.chars().any(char::is_uppercase),
        }
    }

    fn explain(&self, text: &str, _: &Value<'_>) -> CellProblem {
        let (message, correction) = match self.0 {
            WrittenCase::Upper => ("capitals are required.", text.to_uppercase()),
            WrittenCase::Lower => ("lower case is required.", text.to_lowercase()),
        };
        CellProblem::new(&codes::WRONG_CASE, message).with(Correction::certain(correction))
    }
}
