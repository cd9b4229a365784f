//! A condition that must not be false.

use jiff::civil::Date;

use super::{Broken, Each, Forming, GroupForm, RowCells, RuleForm, WrittenRule};
use crate::condition::{Condition, Formula, Labels};
use crate::finding::codes::rule as codes;
use crate::condition::PREVIOUS_ROW;
use crate::rulebook::guide_examples::{RuleExample, condition_example};
use crate::rulebook::{Sheet, listed};

#[derive(Debug)]
struct This(Condition);

/// A condition over a row and the one before it.
#[derive(Debug)]
struct WithPrevious(Condition);

/// A condition over the rows of a group.
#[derive(Debug)]
struct OverRows(Formula);

pub(super) fn compile(on: &mut Forming<'_>, _: &WrittenRule, given: &str) -> Option<Box<dyn RuleForm>> {
    let place = format!("{}.check", on.path);
    if given.to_ascii_lowercase().contains("previous.") {
        let condition = on.compiler.condition_of_rows(&place, given, on.columns)?;
        if condition.others().iter().any(|(alias, _)| *alias == PREVIOUS_ROW) {
            return Some(Box::new(WithPrevious(condition)));
        }
    }
    if on.each != Each::Row {
        let formula = on.compiler.over_rows(&place, given, on.columns)?;
        return Some(Box::new(OverRows(formula)));
    }
    let condition = on.compiler.condition(&place, given, on.columns)?;
    Some(Box::new(This(condition)))
}

impl RuleForm for This {
    fn key(&self) -> &'static str {
        "check"
    }

    fn columns(&self) -> Vec<usize> {
        self.0.columns().to_vec()
    }

    fn asks_if_filled(&self) -> Vec<usize> {
        Vec::new()
    }

    fn needs_values(&self) -> Vec<usize> {
        self.columns()
    }

    fn sentence(&self, sheet: &Sheet) -> String {
        self.0.say_must(sheet)
    }

    fn judge(&self, sheet: &Sheet, row: &dyn RowCells) -> Option<Broken> {
        (row.holds(&self.0) == Some(false)).then(|| {
            // `Received on is 2026-03-04 and Collected on is 2026-03-05`
            let own = self.0.columns().iter();
            let own = own.map(|column| format!("{} is {}", sheet.heading(*column), row.shown(*column)));
            let found = self.found().into_iter().map(|(lookup, column)| {
                let heading = sheet.other_heading(lookup + PREVIOUS_ROW + 1, column);
                format!("{heading} is {}", row.found(lookup, column))
            });
            let said: Vec<String> = own.chain(found).collect();
            // Where it names no cell of the row, it is about the cells that the look-up goes by.
            let looked_up = || self.found().first().and_then(|(at, _)| sheet.lookups.get(*at)?.own_columns().first().copied());
            let column = self.0.columns().first().copied().or_else(looked_up).unwrap_or(0);
            Broken { code: &codes::RULE_BROKEN, detail: listed(&said, "and"), column }
        })
    }

    fn example(&self, sheet: &Sheet, today: Date) -> RuleExample {
        condition_example(sheet, &self.0, today)
    }

    fn condition(&self) -> Option<&Condition> {
        Some(&self.0)
    }
}

impl RuleForm for OverRows {
    fn key(&self) -> &'static str {
        "check"
    }

    fn columns(&self) -> Vec<usize> {
        self.0.columns().to_vec()
    }

    fn asks_if_filled(&self) -> Vec<usize> {
        Vec::new()
    }

    fn needs_values(&self) -> Vec<usize> {
        self.columns()
    }

    fn sentence(&self, sheet: &Sheet) -> String {
        self.0.say_must(sheet)
    }

    fn group(&self) -> Option<GroupForm<'_>> {
        Some(GroupForm::Check(&self.0))
    }
}

impl RuleForm for WithPrevious {
    fn key(&self) -> &'static str {
        "check"
    }

    fn columns(&self) -> Vec<usize> {
        let others = self.0.others();
        let before = others.iter().filter(|(alias, _)| *alias == PREVIOUS_ROW).map(|(_, column)| *column);
        let mut columns: Vec<usize> = self.0.columns().iter().copied().chain(before).collect();
        columns.sort_unstable();
        columns.dedup();
        columns
    }

    fn asks_if_filled(&self) -> Vec<usize> {
        Vec::new()
    }

    fn needs_values(&self) -> Vec<usize> {
        self.columns()
    }

    fn sentence(&self, sheet: &Sheet) -> String {
        self.0.say_must(sheet)
    }

    fn previous(&self) -> Option<&Condition> {
        Some(&self.0)
    }
}
