//! How much a wrong value matters.

use super::{Column, Compiling, Property, WrittenColumn};
use crate::finding::Severity;
use crate::rulebook::Sheet;

pub(super) fn compile(_: &mut Compiling<'_>, written: &WrittenColumn) -> Option<Severity> {
    written.severity
}

pub(super) struct This;

pub(super) static PROPERTY: This = This;

impl Property for This {
    fn keys(&self) -> &'static [&'static str] {
        &["severity"]
    }

    fn toml(&self, _: &Sheet, column: &Column) -> Vec<(&'static str, String)> {
        column.severity.iter().map(|severity| ("severity", format!("\"{}\"", severity.word()))).collect()
    }
}
