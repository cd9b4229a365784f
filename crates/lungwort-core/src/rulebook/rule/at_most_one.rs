//! At most one of some columns is filled.

use jiff::civil::Date;

use super::forming::{filled_examples, named, several};
use super::{Broken, Forming, RowCells, RuleForm, WrittenRule};
use crate::finding::codes::rule as codes;
use crate::rulebook::Sheet;
use super::example::RuleExample;

#[derive(Debug)]
struct This {
    columns: Vec<usize>,
}

pub(super) fn compile(on: &mut Forming<'_>, _: &WrittenRule, given: &[String]) -> Option<Box<dyn RuleForm>> {
    let columns = on.names("at_most_one", given, 2)?;
    Some(Box::new(This { columns }))
}

impl RuleForm for This {
    fn key(&self) -> &'static str {
        "at_most_one"
    }

    fn columns(&self) -> Vec<usize> {
        self.columns.clone()
    }

    fn sentence(&self, sheet: &Sheet) -> String {
        format!("at most one of {} may be filled", named(sheet, &self.columns, "and"))
    }

    fn judge(&self, sheet: &Sheet, row: &dyn RowCells) -> Option<Broken> {
        several(sheet, &self.columns, row, &codes::TOO_MANY_GIVEN)
    }

    fn example(&self, sheet: &Sheet, _: Date) -> RuleExample {
        filled_examples(sheet, &self.columns, |at| at == 0, |at| at < 2)
    }
}
