//! A section: if any of it is filled, its required columns are.

use jiff::civil::Date;

use super::forming::{filled_examples, here_blank, named};
use super::{Broken, Forming, RowCells, RuleForm, WrittenRule};
use crate::finding::codes::rule as codes;
use crate::rulebook::Sheet;
use super::example::RuleExample;

#[derive(Debug)]
struct This {
    /// The section.
    columns: Vec<usize>,
    /// What is then required.
    needs: Vec<usize>,
}

pub(super) fn compile(on: &mut Forming<'_>, written: &WrittenRule, given: &[String]) -> Option<Box<dyn RuleForm>> {
    let columns = on.names("whole_if_begun", given, 1);
    let needs = match &written.needs {
        Some(names) => on.names("needs", names, 0),
        None => columns.clone(),
    };
    Some(Box::new(This { columns: columns?, needs: needs? }))
}

impl RuleForm for This {
    fn key(&self) -> &'static str {
        "whole_if_begun"
    }

    fn columns(&self) -> Vec<usize> {
        self.columns.clone()
    }

    fn asks_if_filled(&self) -> Vec<usize> {
        self.columns.iter().chain(&self.needs).copied().collect()
    }

    fn sentence(&self, sheet: &Sheet) -> String {
        let (any, needs) = (named(sheet, &self.columns, "or"), named(sheet, &self.needs, "and"));
        let be = if self.columns.len() == 1 { "" } else { "any of " };
        format!("if {be}{any} is filled, {needs} must be")
    }

    fn judge(&self, sheet: &Sheet, row: &dyn RowCells) -> Option<Broken> {
        let begun = self.columns.iter().chain(&self.needs).any(|column| row.is_filled(*column));
        let blank = self.needs.iter().copied().find(|column| !row.is_filled(*column)).filter(|_| begun)?;
        let detail = here_blank(sheet, &self.needs, row);
        Some(Broken { code: &codes::INCOMPLETE_SECTION, detail, column: blank })
    }

    fn example(&self, sheet: &Sheet, _: Date) -> RuleExample {
        let begun = self.columns.iter().position(|column| !self.needs.contains(column)).unwrap_or(0);
        filled_examples(sheet, &self.columns, |_| true, |at| at == begun)
    }
}
