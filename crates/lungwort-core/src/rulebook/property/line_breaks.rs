//! Whether line breaks are allowed in a cell.

use super::{Column, Compiling, Property, WrittenColumn};
use crate::rulebook::Sheet;
use crate::rulebook::change::{Changes, Weight};

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

    fn compare(&self, old: (&Sheet, &Column), new: (&Sheet, &Column), changes: &mut Changes) {
        let (words, weight) = match (old.1.line_breaks, new.1.line_breaks) {
            (false, true) => ("may have line breaks now", Weight::Looser),
            (true, false) => ("must not have line breaks any more", Weight::Stricter),
            _ => return,
        };
        changes.say(&new.1.heading, words.to_owned(), weight);
    }
}
