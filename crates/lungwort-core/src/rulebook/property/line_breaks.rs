//! Whether line breaks are allowed in a cell.

use super::{Column, Compiling, Property, WrittenColumn};
use crate::rulebook::Sheet;

pub(super) fn compile(_: &mut Compiling<'_>, written: &WrittenColumn) -> bool {
    written.line_breaks
}

pub(super) struct This;

pub(super) static PROPERTY: This = This;

impl Property for This {
    fn keys(&self) -> &'static [&'static str] {
        &["line_breaks"]
    }

    fn toml(&self, _: &Sheet, column: &Column) -> Vec<(&'static str, String)> {
        column.line_breaks.then(|| ("line_breaks", "true".to_owned())).into_iter().collect()
    }
}
