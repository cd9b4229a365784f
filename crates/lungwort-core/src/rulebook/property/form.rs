//! How an identifier is written that is printed in groups: together, or as it is printed.

use super::{Column, Compiling, Property, WrittenColumn};
use crate::rulebook::Sheet;
use crate::rulebook::toml_text::quoted;
use crate::rulebook::written::WrittenForm;

pub(super) fn compile(on: &mut Compiling<'_>, written: &WrittenColumn) -> WrittenForm {
    if written.form.is_some() {
        let format = written.format.as_deref().and_then(crate::cell::format::Format::named);
        if format.is_none_or(|format| !format.is_written_both_ways()) {
            let names: Vec<&str> = crate::cell::format::both_ways().collect();
            on.error("form", format!("form goes with a format that is written in two ways: {}", names.join(", ")));
        }
    }
    written.form.unwrap_or_default()
}

pub(super) struct This;

pub(super) static PROPERTY: This = This;

impl Property for This {
    fn keys(&self) -> &'static [&'static str] {
        &["form"]
    }

    fn words(&self, _: &Sheet, column: &Column) -> Vec<String> {
        let both = column.format.is_some_and(|format| format.is_written_both_ways() && column.allowed.is_none());
        match column.form {
            _ if !both => Vec::new(),
            WrittenForm::Compact => vec!["without spaces and hyphens".to_owned()],
            WrittenForm::Printed => vec!["in groups, as it is printed".to_owned()],
        }
    }

    fn toml(&self, _: &Sheet, column: &Column) -> Vec<(&'static str, String)> {
        let printed = column.form == WrittenForm::Printed;
        if printed { vec![("form", quoted("printed"))] } else { Vec::new() }
    }
}
