//! A column that numbers the rows of a group: 1, 2, 3 and so on, without a gap.

use jiff::civil::Date;

use super::{Broken, Forming, GroupForm, RowCells, RuleForm, WrittenRule};
use crate::condition::Labels;
use crate::rulebook::Sheet;
use super::example::RuleExample;

#[derive(Debug)]
struct This(usize);

pub(super) fn compile(on: &mut Forming<'_>, _: &WrittenRule, given: &String) -> Option<Box<dyn RuleForm>> {
    let place = format!("{}.numbered", on.path);
    let column = *on.names("numbered", std::slice::from_ref(given), 1)?.first()?;
    if !on.columns.is_number(column) {
        on.compiler.error(&place, format!("only numbers count the rows: make {given} type = \"whole\""));
        return None;
    }
    Some(Box::new(This(column)))
}

impl RuleForm for This {
    fn key(&self) -> &'static str {
        "numbered"
    }

    fn columns(&self) -> Vec<usize> {
        vec![self.0]
    }

    fn asks_if_filled(&self) -> Vec<usize> {
        Vec::new()
    }

    fn needs_values(&self) -> Vec<usize> {
        vec![self.0]
    }

    fn sentence(&self, sheet: &Sheet) -> String {
        format!("{} must count the rows: 1, 2, 3 and so on, without a gap", sheet.heading(self.0))
    }

    fn judge(&self, _: &Sheet, _: &dyn RowCells) -> Option<Broken> {
        None
    }

    fn example(&self, _: &Sheet, _: Date) -> RuleExample {
        RuleExample::default()
    }

    fn group(&self) -> Option<GroupForm<'_>> {
        Some(GroupForm::Numbered(self.0))
    }
}
