//! Whether the values of a cell are levels, each of which stands under the one before.

use super::{Column, Compiling, Property, WrittenColumn};
use crate::rulebook::Sheet;

pub(super) fn compile(on: &mut Compiling<'_>, written: &WrittenColumn) -> bool {
    if written.path && (written.separator.is_none() || written.allowed.is_none()) {
        let place = on.at("path");
        on.compiler.error(
            &place,
            "the levels of a path need a separator, and allowed values that are whole paths, such as allowed = [\"Herbs\", \"Herbs > Mint\"] with separator = \">\"",
        );
        return false;
    }
    written.path
}

pub(super) struct This;

pub(super) static PROPERTY: This = This;

impl Property for This {
    fn keys(&self) -> &'static [&'static str] {
        &["path"]
    }

    fn words(&self, _: &Sheet, column: &Column) -> Vec<String> {
        column.path.then(|| "each part is under the one before".to_owned()).into_iter().collect()
    }

    fn toml(&self, _: &Sheet, column: &Column) -> Vec<(&'static str, String)> {
        column.path.then(|| ("path", "true".to_owned())).into_iter().collect()
    }
}
