//! Of a labelled cell: where its value is.

use super::{Column, Compiling, Property, WrittenColumn};
use crate::rulebook::Sheet;
use crate::rulebook::toml_text::quoted;
use crate::rulebook::written::WrittenValuePlace;

pub(super) fn compile(on: &mut Compiling<'_>, written: &WrittenColumn) -> WrittenValuePlace {
    if written.value.is_some() && on.sheet.cell.is_empty() && on.sheet.block.is_none() {
        on.error("value", "value goes with a labelled cell, [[sheet.cell]]");
    }
    written.value.unwrap_or_default()
}

pub(super) struct This;

pub(super) static PROPERTY: This = This;

impl Property for This {
    fn keys(&self) -> &'static [&'static str] {
        &["value"]
    }

    fn toml(&self, _: &Sheet, column: &Column) -> Vec<(&'static str, String)> {
        match column.value_place {
            WrittenValuePlace::Beside => Vec::new(),
            WrittenValuePlace::Below => vec![("value", quoted("below"))],
        }
    }
}
