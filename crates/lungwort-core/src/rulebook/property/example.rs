//! A value that is right.

use super::{Column, Compiling, Property, WrittenColumn};
use crate::rulebook::Sheet;
use crate::rulebook::toml_text::quoted;

pub(super) fn compile(_: &mut Compiling<'_>, written: &WrittenColumn) -> Option<String> {
    written.example.clone()
}

pub(super) struct This;

pub(super) static PROPERTY: This = This;

impl Property for This {
    fn keys(&self) -> &'static [&'static str] {
        &["example"]
    }

    fn toml(&self, _: &Sheet, column: &Column) -> Vec<(&'static str, String)> {
        column.example.iter().map(|text| ("example", quoted(text))).collect()
    }
}
