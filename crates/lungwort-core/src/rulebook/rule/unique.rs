//! Columns that differ from row to row, together or each value in all of them.

use jiff::civil::Date;

use super::forming::named;
use super::{Broken, Forming, RowCells, RuleForm, Uniqueness, WrittenRule};
use crate::rulebook::Sheet;
use crate::rulebook::guide_examples::RuleExample;

#[derive(Debug)]
struct This {
    columns: Vec<usize>,
    across: bool,
}

pub(super) fn compile(on: &mut Forming<'_>, written: &WrittenRule, given: &[String]) -> Option<Box<dyn RuleForm>> {
    let columns = on.names("unique", given, if written.across { 2 } else { 1 })?;
    Some(Box::new(This { columns, across: written.across }))
}

impl RuleForm for This {
    fn key(&self) -> &'static str {
        "unique"
    }

    fn columns(&self) -> Vec<usize> {
        self.columns.clone()
    }

    fn asks_if_filled(&self) -> Vec<usize> {
        Vec::new()
    }

    fn needs_values(&self) -> Vec<usize> {
        self.columns.clone()
    }

    fn sentence(&self, sheet: &Sheet) -> String {
        let names = named(sheet, &self.columns, "and");
        match (self.across, self.columns.len()) {
            (true, _) => format!("a value must be unique in {names} together"),
            (false, 1) => format!("no two rows may have the same value in {names}"),
            (false, _) => format!("no two rows may have the same {names}"),
        }
    }

    // One row alone cannot break it: a fold looks over all of them.
    fn judge(&self, _: &Sheet, _: &dyn RowCells) -> Option<Broken> {
        None
    }

    fn example(&self, _: &Sheet, _: Date) -> RuleExample {
        RuleExample::default()
    }

    fn uniqueness(&self) -> Option<Uniqueness<'_>> {
        Some(Uniqueness { columns: &self.columns, across: self.across })
    }
}
