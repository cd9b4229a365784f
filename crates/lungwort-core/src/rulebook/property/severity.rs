//! How much a wrong value matters.

use super::{Column, Compiling, Property, WrittenColumn};
use crate::finding::Severity;
use crate::rulebook::Sheet;
use crate::rulebook::change::{Changes, Weight};

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

    fn compare(&self, old: (&Sheet, &Column), new: (&Sheet, &Column), changes: &mut Changes) {
        let (before, after) = (matters(old.1), matters(new.1));
        if before != after {
            let weight = if after > before { Weight::Stricter } else { Weight::Looser };
            let words = format!("a wrong value is {} now; before {}", after.with_article(), before.with_article());
            changes.say(&new.1.heading, words, weight);
        }
    }
}

fn matters(column: &Column) -> Severity {
    column.severity.unwrap_or(Severity::Error)
}
