//! The section of the template that a column belongs to.

use super::{Column, Compiling, Property, WrittenColumn};
use crate::rulebook::Sheet;
use crate::rulebook::toml_text::quoted;

pub(super) fn compile(_: &mut Compiling<'_>, written: &WrittenColumn) -> Option<String> {
    written.section.clone()
}

pub(super) struct This;

pub(super) static PROPERTY: This = This;

impl Property for This {
    fn keys(&self) -> &'static [&'static str] {
        &["section"]
    }

    fn toml(&self, _: &Sheet, column: &Column) -> Vec<(&'static str, String)> {
        column.section.iter().map(|text| ("section", quoted(text))).collect()
    }
}
