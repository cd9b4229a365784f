//! Values that are in a column of another sheet of the same file.

use super::{Column, Compiling, Property, WrittenColumn};
use crate::rulebook::Sheet;
use crate::rulebook::change::Changes;
use crate::rulebook::toml_text::quoted;
use crate::rulebook::written::WrittenAllowed;

/// Where the values are.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct OnSheet {
    /// The sheet's name.
    pub sheet: String,
    /// The column's heading or name.
    pub column: String,
    /// Whether each value there must be used here too.
    pub both_ways: bool,
    /// The sheet and the column, once all sheets are known.
    pub target: Option<(usize, usize)>,
}

pub(super) fn compile(_: &mut Compiling<'_>, written: &WrittenColumn) -> Option<OnSheet> {
    let Some(WrittenAllowed::OtherSheet(other)) = &written.allowed else { return None };
    let column = other.column.clone().unwrap_or_else(|| written.heading.first().to_owned());
    Some(OnSheet { sheet: other.sheet.clone(), column, both_ways: other.both_ways, target: None })
}

pub(super) struct This;

pub(super) static PROPERTY: This = This;

impl Property for This {
    // The key is that of lists, which has other forms too.
    fn keys(&self) -> &'static [&'static str] {
        &[]
    }

    fn words(&self, _: &Sheet, column: &Column) -> Vec<String> {
        let Some(on) = &column.on_sheet else { return Vec::new() };
        let both = if on.both_ways { ", each of which must be used here" } else { "" };
        vec![format!("a value of the column {} on the sheet {}{both}", on.column, on.sheet)]
    }

    fn toml(&self, _: &Sheet, column: &Column) -> Vec<(&'static str, String)> {
        let Some(on) = &column.on_sheet else { return Vec::new() };
        let both = if on.both_ways { ", both_ways = true" } else { "" };
        vec![("allowed", format!("{{ sheet = {}, column = {}{both} }}", quoted(&on.sheet), quoted(&on.column)))]
    }

    fn compare(&self, old: (&Sheet, &Column), new: (&Sheet, &Column), changes: &mut Changes) {
        super::compare_by_words(self.words(old.0, old.1), self.words(new.0, new.1), &new.1.heading, changes);
    }
}
