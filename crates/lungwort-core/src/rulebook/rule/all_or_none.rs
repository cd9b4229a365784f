//! All of some columns are filled, or none.

use jiff::civil::Date;

use super::forming::{filled_examples, here_blank, named};
use super::{Broken, Forming, RowCells, RuleForm, WrittenRule};
use crate::finding::codes::rule as codes;
use crate::rulebook::Sheet;
use super::example::RuleExample;

#[derive(Debug)]
struct This {
    columns: Vec<usize>,
}

pub(super) fn compile(on: &mut Forming<'_>, _: &WrittenRule, given: &[String]) -> Option<Box<dyn RuleForm>> {
    let columns = on.names("all_or_none", given, 2)?;
    Some(Box::new(This { columns }))
}

impl RuleForm for This {
    fn key(&self) -> &'static str {
        "all_or_none"
    }

    fn columns(&self) -> Vec<usize> {
        self.columns.clone()
    }

    fn sentence(&self, sheet: &Sheet) -> String {
        let all = if self.columns.len() == 2 { "both" } else { "all" };
        let names = named(sheet, &self.columns, "and");
        format!("{names} must {all} be filled, or {all} blank")
    }

    fn judge(&self, sheet: &Sheet, row: &dyn RowCells) -> Option<Broken> {
        let blank = self.columns.iter().copied().find(|column| !row.is_filled(*column))?;
        self.columns.iter().any(|column| row.is_filled(*column)).then(|| Broken {
            code: &codes::INCOMPLETE_SET,
            detail: here_blank(sheet, &self.columns, row),
            column: blank,
        })
    }

    fn example(&self, sheet: &Sheet, _: Date) -> RuleExample {
        filled_examples(sheet, &self.columns, |_| true, |at| at == 0)
    }
}
