//! The text of the rows under the heading that belong to the template.

use super::{Column, Compiling, Property, WrittenColumn};
use crate::rulebook::Sheet;
use crate::rulebook::toml_text::list;

pub(super) fn compile(on: &mut Compiling<'_>, written: &WrittenColumn) -> Vec<String> {
    if written.guide.len() > on.sheet.guide_rows as usize {
        on.error("guide", "there are more guide texts than guide_rows of the sheet");
    }
    written.guide.clone()
}

pub(super) struct This;

pub(super) static PROPERTY: This = This;

impl Property for This {
    fn keys(&self) -> &'static [&'static str] {
        &["guide"]
    }

    fn toml(&self, _: &Sheet, column: &Column) -> Vec<(&'static str, String)> {
        if column.guide.is_empty() { Vec::new() } else { vec![("guide", list(&column.guide))] }
    }
}
