//! The condition under which a row must leave it blank.

use super::{Column, Compiling, Property, WrittenColumn};
use crate::condition::Condition;
use crate::rulebook::Sheet;
use crate::rulebook::change::Changes;
use crate::rulebook::toml_text::quoted;

pub(super) fn compile(on: &mut Compiling<'_>, written: &WrittenColumn) -> Option<Condition> {
    on.condition("blank_when", &written.blank_when)
}

pub(super) struct This;

pub(super) static PROPERTY: This = This;

impl Property for This {
    fn keys(&self) -> &'static [&'static str] {
        &["blank_when"]
    }

    fn toml(&self, _: &Sheet, column: &Column) -> Vec<(&'static str, String)> {
        column.blank_when.iter().map(|when| ("blank_when", quoted(when.written()))).collect()
    }

    fn compare(&self, old: (&Sheet, &Column), new: (&Sheet, &Column), changes: &mut Changes) {
        let said = |(sheet, column): (&Sheet, &Column)| column.blank_when.as_ref().map(|when| when.say(sheet));
        changes.condition(&new.1.heading, "blank", said(old), said(new));
    }
}
