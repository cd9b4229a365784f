//! Exactly one of some columns is filled.

use jiff::civil::Date;

use super::forming::{all_blank, filled_examples, named, several};
use super::{Broken, Forming, RowCells, RuleForm, WrittenRule};
use crate::finding::codes::rule as codes;
use crate::rulebook::Sheet;
use super::example::RuleExample;

#[derive(Debug)]
struct This {
    columns: Vec<usize>,
}

pub(super) fn compile(on: &mut Forming<'_>, _: &WrittenRule, given: &[String]) -> Option<Box<dyn RuleForm>> {
    let columns = on.names("exactly_one", given, 2)?;
    Some(Box::new(This { columns }))
}

impl RuleForm for This {
    fn key(&self) -> &'static str {
        "exactly_one"
    }

    fn columns(&self) -> Vec<usize> {
        self.columns.clone()
    }

    fn sentence(&self, sheet: &Sheet) -> String {
        format!("exactly one of {} must be filled", named(sheet, &self.columns, "and"))
    }

    fn judge(&self, sheet: &Sheet, row: &dyn RowCells) -> Option<Broken> {
        if self.columns.iter().any(|column| row.is_filled(*column)) {
            return several(sheet, &self.columns, row, &codes::NOT_EXACTLY_ONE);
        }
        Some(Broken { code: &codes::NOT_EXACTLY_ONE, detail: all_blank(&self.columns), column: self.columns[0] })
    }

    fn example(&self, sheet: &Sheet, _: Date) -> RuleExample {
        filled_examples(sheet, &self.columns, |at| at == 0, |_| false)
    }
}
