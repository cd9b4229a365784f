//! Letters are capital, or small.

use super::{CellCheck, Found, Surroundings};
use crate::cell::Value;
use crate::finding::{Repair, codes::value as codes};
use crate::rulebook::Column;
use crate::rulebook::written::WrittenCase;

struct Lettered(WrittenCase);

pub fn make<'r>(column: &'r Column, _: Surroundings<'_>) -> Option<Box<dyn CellCheck + 'r>> {
    Some(Box::new(Lettered(column.case?)))
}

impl CellCheck for Lettered {
    fn passes(&self, text: &str, _: &Value<'_>) -> bool {
        match self.0 {
            WrittenCase::Upper => !text.chars().any(char::is_lowercase),
            WrittenCase::Lower => !text.chars().any(char::is_uppercase),
        }
    }

    fn explain(&self, text: &str, _: &Value<'_>) -> Found {
        let (message, repair) = match self.0 {
            WrittenCase::Upper => ("capital letters are asked.", text.to_uppercase()),
            WrittenCase::Lower => ("small letters are asked.", text.to_lowercase()),
        };
        Found::new(&codes::WRONG_CASE, message).with(Repair::safe(repair))
    }
}
