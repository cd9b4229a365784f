//! The text is neither too long nor too short.

use super::{CellCheck, Found, Surroundings};
use crate::cell::Value;
use crate::finding::codes::value as codes;
use crate::rulebook::Column;
use crate::rulebook::guide::length_words;
use crate::rulebook::model::Length;

struct Measured(Length);

pub fn make<'r>(column: &'r Column, _: Surroundings<'_>) -> Option<Box<dyn CellCheck + 'r>> {
    Some(Box::new(Measured(column.length?)))
}

impl Measured {
    fn length(&self, text: &str) -> usize {
        match self.0.bytes_in {
            None => text.chars().count(),
            Some(encoding) if encoding == encoding_rs::UTF_8 => text.len(),
            Some(encoding) if encoding == encoding_rs::UTF_16LE || encoding == encoding_rs::UTF_16BE => {
                text.encode_utf16().count() * 2
            }
            Some(encoding) => encoding.encode(text).0.len(),
        }
    }
}

impl CellCheck for Measured {
    fn passes(&self, text: &str, _: &Value<'_>) -> bool {
        // No text has more characters than bytes, and most are well within the limit.
        if self.0.min == 0 && self.0.bytes_in.is_none() && text.len() <= self.0.max {
            return true;
        }
        (self.0.min..=self.0.max).contains(&self.length(text))
    }

    fn explain(&self, text: &str, _: &Value<'_>) -> Found {
        let length = self.length(text);
        let code = if length > self.0.max { &codes::TOO_LONG } else { &codes::TOO_SHORT };
        let unit = if self.0.bytes_in.is_some() { "bytes" } else { "characters" };
        Found::new(code, format!("it has {length} {unit}; it should have {}.", length_words(&self.0)))
    }
}
