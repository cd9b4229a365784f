//! Columns that have one value in all rows of a group.

use rust_decimal::Decimal;

use super::forming::named;
use super::{Forming, GroupForm, RuleForm, WrittenRule};
use crate::rulebook::Sheet;

#[derive(Debug)]
struct This {
    columns: Vec<usize>,
    tolerance: Option<Decimal>,
}

pub(super) fn compile(on: &mut Forming<'_>, written: &WrittenRule, given: &[String]) -> Option<Box<dyn RuleForm>> {
    let columns = on.names("same", given, 1)?;
    let place = format!("{}.tolerance", on.path);
    let tolerance = match written.tolerance {
        None => None,
        Some(number) => match Decimal::try_from(number).ok().filter(|number| !number.is_sign_negative()) {
            Some(number) => Some(number.normalize()),
            None => {
                on.compiler.error(&place, "a tolerance is a number of at least 0, such as 0.01");
                return None;
            }
        },
    };
    if tolerance.is_some() && columns.iter().any(|column| !on.columns.is_number(*column)) {
        on.compiler.error(&place, "a tolerance is for columns of numbers");
    }
    Some(Box::new(This { columns, tolerance }))
}

impl RuleForm for This {
    fn key(&self) -> &'static str {
        "same"
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
        let within = self.tolerance.map(|tolerance| format!(", within {tolerance}")).unwrap_or_default();
        format!("{} must be the same in all rows{within}", named(sheet, &self.columns, "and"))
    }

    fn group(&self) -> Option<GroupForm<'_>> {
        Some(GroupForm::Same { columns: &self.columns, tolerance: self.tolerance })
    }
}
