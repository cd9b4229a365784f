//! The column guide: what each column and rule asks, in the words of whoever fills the sheet.

pub use super::guide_examples::{RuleExample, rule_example};
use super::model::{Column, Sheet};
use super::phrases::capital;
use super::property;

/// One line of the column guide.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct GuideLine {
    /// The heading.
    pub heading: String,
    /// "yes", "no", or when.
    pub required: String,
    /// What the column takes.
    pub takes: String,
    /// A value that is right; empty if none is given.
    pub example: String,
    /// What to fill in; empty if nothing is said.
    pub help: String,
}

/// The guide for every column.
pub fn columns(sheet: &Sheet) -> Vec<GuideLine> {
    sheet.columns.iter().map(|column| line(sheet, column)).collect()
}

fn line(sheet: &Sheet, column: &Column) -> GuideLine {
    let index = sheet.columns.iter().position(|other| std::ptr::eq(other, column));
    let in_record = || sheet.filled_in(index?);
    let mut required = match &column.required_when {
        _ if column.required => in_record().unwrap_or_else(|| "yes".to_owned()),
        Some(when) => format!("where {}", when.say(sheet)),
        None => "no".to_owned(),
    };
    if column.is_never_filled() {
        "left blank".clone_into(&mut required);
    } else if let Some(when) = &column.blank_when {
        required.push_str(&format!("; blank where {}", when.say(sheet)));
    }
    GuideLine {
        heading: column.heading.clone(),
        required,
        takes: capital(&property::words(sheet, column).join("; ")),
        example: column.example.clone().unwrap_or_default(),
        help: column.help.clone().unwrap_or_default(),
    }
}

#[cfg(test)]
#[path = "tests/guide.rs"]
mod tests;
