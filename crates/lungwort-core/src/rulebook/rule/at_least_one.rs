//! At least one of some columns is filled.

use jiff::civil::Date;

use super::forming::{all_blank, filled_examples, named};
use super::{Broken, Forming, RowCells, RuleForm, WrittenRule};
use crate::finding::codes::rule as codes;
use crate::rulebook::Sheet;
use super::example::RuleExample;

#[derive(Debug)]
struct This {
    columns: Vec<usize>,
}

pub(super) fn compile(on: &mut Forming<'_>, _: &WrittenRule, given: &[String]) -> Option<Box<dyn RuleForm>> {
    let columns = on.names("at_least_one", given, 2)?;
    Some(Box::new(This { columns }))
}

impl RuleForm for This {
    fn key(&self) -> &'static str {
        "at_least_one"
    }

    fn columns(&self) -> Vec<usize> {
        self.columns.clone()
    }

    fn sentence(&self, sheet: &Sheet) -> String {
        format!("at least one of {} must be filled", named(sheet, &self.columns, "and"))
    }

    fn judge(&self, _: &Sheet, row: &dyn RowCells) -> Option<Broken> {
        let none = !self.columns.iter().any(|column| row.is_filled(*column));
        none.then(|| Broken { code: &codes::NONE_GIVEN, detail: all_blank(&self.columns), column: self.columns[0] })
    }

    fn example(&self, sheet: &Sheet, _: Date) -> RuleExample {
        filled_examples(sheet, &self.columns, |at| at == 0, |_| false)
    }
}
