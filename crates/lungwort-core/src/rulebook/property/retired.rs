//! Values no longer used, each with the one that replaced it.

use indexmap::IndexMap;

use super::{Column, Compiling, Property, WrittenColumn};
use crate::rulebook::Sheet;
use crate::rulebook::toml_text::{key, quoted};

pub(super) fn compile(_: &mut Compiling<'_>, written: &WrittenColumn) -> IndexMap<String, String> {
    written.retired.clone()
}

pub(super) struct This;

pub(super) static PROPERTY: This = This;

impl Property for This {
    fn keys(&self) -> &'static [&'static str] {
        &["retired"]
    }

    fn toml(&self, _: &Sheet, column: &Column) -> Vec<(&'static str, String)> {
        if column.retired.is_empty() {
            return Vec::new();
        }
        let pairs = column.retired.iter().map(|(old, new)| format!("{} = {}", key(old), quoted(new)));
        vec![("retired", format!("{{ {} }}", pairs.collect::<Vec<_>>().join(", ")))]
    }
}
