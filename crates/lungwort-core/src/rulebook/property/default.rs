//! What the receiving side takes a blank cell for.

use super::{Column, Compiling, Property, WrittenColumn};
use crate::rulebook::Sheet;
use crate::rulebook::toml_text::quoted;

pub(super) fn compile(_: &mut Compiling<'_>, written: &WrittenColumn) -> Option<String> {
    written.default.clone()
}

pub(super) struct This;

pub(super) static PROPERTY: This = This;

impl Property for This {
    fn keys(&self) -> &'static [&'static str] {
        &["default"]
    }

    fn words(&self, _: &Sheet, column: &Column) -> Vec<String> {
        column.default.iter().map(|default| format!("blank counts as {default}")).collect()
    }

    fn toml(&self, _: &Sheet, column: &Column) -> Vec<(&'static str, String)> {
        column.default.iter().map(|text| ("default", quoted(text))).collect()
    }
}
