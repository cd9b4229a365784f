//! The condition under which a row must have it filled.

use super::{Column, Compiling, Property, WrittenColumn};
use crate::condition::Condition;
use crate::rulebook::Sheet;
use crate::rulebook::change::Changes;
use crate::rulebook::toml_text::quoted;

pub(super) fn compile(on: &mut Compiling<'_>, written: &WrittenColumn) -> Option<Condition> {
    if written.required && written.required_when.is_some() {
        let place = on.at("required_when");
        on.compiler.advice(&place, "the column is required in every row already");
    }
    on.condition("required_when", &written.required_when)
}

pub(super) struct This;

pub(super) static PROPERTY: This = This;

impl Property for This {
    fn keys(&self) -> &'static [&'static str] {
        &["required_when"]
    }

    fn toml(&self, _: &Sheet, column: &Column) -> Vec<(&'static str, String)> {
        column.required_when.iter().map(|when| ("required_when", quoted(when.written()))).collect()
    }

    fn compare(&self, old: (&Sheet, &Column), new: (&Sheet, &Column), changes: &mut Changes) {
        let said = |(sheet, column): (&Sheet, &Column)| column.required_when.as_ref().map(|when| when.say(sheet));
        changes.condition(&new.1.heading, "filled", said(old), said(new));
    }
}
