//! What separates several values in one cell.

use super::{Column, Compiling, Property, WrittenColumn};
use crate::cell::shown;
use crate::rulebook::Sheet;
use crate::rulebook::toml_text::quoted;

pub(super) fn compile(_: &mut Compiling<'_>, written: &WrittenColumn) -> Option<String> {
    written.separator.clone().filter(|sign| !sign.is_empty())
}

pub(super) struct This;

pub(super) static PROPERTY: This = This;

impl Property for This {
    fn keys(&self) -> &'static [&'static str] {
        &["separator"]
    }

    fn words(&self, _: &Sheet, column: &Column) -> Vec<String> {
        column
            .separator
            .iter()
            .map(|sign| format!("several are allowed, separated by {}", shown::quoted(sign)))
            .collect()
    }

    fn toml(&self, _: &Sheet, column: &Column) -> Vec<(&'static str, String)> {
        column.separator.iter().map(|text| ("separator", quoted(text))).collect()
    }
}
