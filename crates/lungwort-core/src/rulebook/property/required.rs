//! Every row must fill the column.

use super::{Column, Compiling, Property, WrittenColumn};
use crate::rulebook::Sheet;
use crate::rulebook::change::{Changes, Weight};

pub(super) fn compile(_: &mut Compiling<'_>, written: &WrittenColumn) -> bool {
    written.required
}

pub(super) struct This;

pub(super) static PROPERTY: This = This;

impl Property for This {
    fn keys(&self) -> &'static [&'static str] {
        &["required"]
    }

    fn toml(&self, _: &Sheet, column: &Column) -> Vec<(&'static str, String)> {
        column.required.then(|| ("required", "true".to_owned())).into_iter().collect()
    }

    fn compare(&self, old: (&Sheet, &Column), new: (&Sheet, &Column), changes: &mut Changes) {
        let heading = &new.1.heading;
        match (old.1.required, new.1.required) {
            (false, true) => changes.say(heading, "must be filled in every row now".to_owned(), Weight::Stricter),
            (true, false) => {
                changes.say(heading, "need not be filled in every row any more".to_owned(), Weight::Looser);
            }
            _ => {}
        }
    }
}
