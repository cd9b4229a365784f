//! Levels are filled from the first without skipping.

use jiff::civil::Date;

use super::forming::{filled_examples, named};
use super::{Broken, Forming, RowCells, RuleForm, WrittenRule};
use crate::finding::codes::rule as codes;
use crate::rulebook::Sheet;
use super::example::RuleExample;

#[derive(Debug)]
struct This {
    columns: Vec<usize>,
}

pub(super) fn compile(on: &mut Forming<'_>, _: &WrittenRule, given: &[String]) -> Option<Box<dyn RuleForm>> {
    let columns = on.names("no_gaps", given, 2)?;
    Some(Box::new(This { columns }))
}

impl RuleForm for This {
    fn key(&self) -> &'static str {
        "no_gaps"
    }

    fn columns(&self) -> Vec<usize> {
        self.columns.clone()
    }

    fn sentence(&self, sheet: &Sheet) -> String {
        format!("{} must be filled from the first without skipping", named(sheet, &self.columns, "and"))
    }

    fn judge(&self, sheet: &Sheet, row: &dyn RowCells) -> Option<Broken> {
        let last = self.columns.iter().rposition(|column| row.is_filled(*column))?;
        let gap = self.columns[..last].iter().copied().find(|column| !row.is_filled(*column))?;
        let detail = format!(
            "here {} is blank and {} is filled",
            named(sheet, &[gap], "and"),
            named(sheet, &[self.columns[last]], "and")
        );
        Some(Broken { code: &codes::GAP_IN_LEVELS, detail, column: gap })
    }

    fn example(&self, sheet: &Sheet, _: Date) -> RuleExample {
        filled_examples(sheet, &self.columns, |at| at < 2, |at| at == 1)
    }
}
