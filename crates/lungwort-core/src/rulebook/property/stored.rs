//! How the cells of a workbook are kept.

use super::{Column, Compiling, Property, WrittenColumn};
use crate::rulebook::Sheet;
use crate::rulebook::toml_text::quoted;
use crate::rulebook::written::WrittenStored;

pub(super) fn compile(_: &mut Compiling<'_>, written: &WrittenColumn) -> WrittenStored {
    written.stored.unwrap_or_default()
}

pub(super) struct This;

pub(super) static PROPERTY: This = This;

impl Property for This {
    fn keys(&self) -> &'static [&'static str] {
        &["stored"]
    }

    fn toml(&self, _: &Sheet, column: &Column) -> Vec<(&'static str, String)> {
        let word = match column.stored {
            WrittenStored::Any => return Vec::new(),
            WrittenStored::Text => "text",
            WrittenStored::Number => "number",
            WrittenStored::Date => "date",
        };
        vec![("stored", quoted(word))]
    }
}
