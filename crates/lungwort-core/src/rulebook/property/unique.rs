//! No value may be in the column twice.

use super::{Column, Compiling, Property, WrittenColumn};
use crate::rulebook::Sheet;

pub(super) fn compile(_: &mut Compiling<'_>, written: &WrittenColumn) -> bool {
    written.unique
}

pub(super) struct This;

pub(super) static PROPERTY: This = This;

impl Property for This {
    fn keys(&self) -> &'static [&'static str] {
        &["unique"]
    }

    fn words(&self, _: &Sheet, column: &Column) -> Vec<String> {
        column.unique.then(|| "each only once".to_owned()).into_iter().collect()
    }

    fn toml(&self, _: &Sheet, column: &Column) -> Vec<(&'static str, String)> {
        column.unique.then(|| ("unique", "true".to_owned())).into_iter().collect()
    }
}
