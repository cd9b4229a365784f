//! How the cells of a workbook are kept.

use super::{Column, Compiling, Property, WrittenColumn};
use crate::rulebook::Sheet;
use crate::rulebook::change::{Changes, Weight};
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

    fn compare(&self, old: (&Sheet, &Column), new: (&Sheet, &Column), changes: &mut Changes) {
        let said = |stored: WrittenStored| match stored {
            WrittenStored::Any => "in any way",
            WrittenStored::Text => "as text",
            WrittenStored::Number => "as a number",
            WrittenStored::Date => "as a date",
        };
        let (before, after) = (old.1.stored, new.1.stored);
        if before != after {
            let weight = if after == WrittenStored::Any { Weight::Looser } else { Weight::Stricter };
            let words = format!("cells of a workbook are kept {} now; before {}", said(after), said(before));
            changes.say(&new.1.heading, words, weight);
        }
    }
}
