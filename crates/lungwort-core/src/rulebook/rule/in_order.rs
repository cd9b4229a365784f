//! A column whose values ascend from row to row.

use rust_decimal::Decimal;
use schemars::JsonSchema;
use serde::{Deserialize, Serialize};

use super::{Forming, GroupForm, RuleForm, WrittenRule};
use crate::condition::Labels;
use crate::rulebook::Sheet;

/// A column whose values ascend, as it is written.
#[derive(Debug, Clone, Serialize, Deserialize, JsonSchema)]
#[serde(untagged)]
pub enum WrittenOrder {
    /// The column; two equal values in turn are in order.
    Column(String),
    /// The column, and more of it.
    Of(WrittenOrderOf),
}

/// A column whose values ascend, and how.
#[derive(Debug, Clone, Serialize, Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct WrittenOrderOf {
    /// The column.
    pub column: String,
    /// Whether each value must be greater than the one before, and not equal.
    #[serde(default, skip_serializing_if = "crate::rulebook::toml_text::is_default")]
    pub strictly: bool,
    /// How much greater each number must be than the one before.
    pub step: Option<f64>,
}

#[derive(Debug)]
struct This {
    column: usize,
    strictly: bool,
    step: Option<Decimal>,
}

pub(super) fn compile(on: &mut Forming<'_>, _: &WrittenRule, given: &WrittenOrder) -> Option<Box<dyn RuleForm>> {
    let of = match given {
        WrittenOrder::Column(column) => WrittenOrderOf { column: column.clone(), strictly: false, step: None },
        WrittenOrder::Of(of) => of.clone(),
    };
    let column = *on.names("in_order", std::slice::from_ref(&of.column), 1)?.first()?;
    let step = match of.step {
        None => None,
        Some(step) => {
            let number = Decimal::try_from(step).ok().map(|step| step.normalize()).filter(|step| !step.is_zero());
            if number.is_none() || !on.columns.is_number(column) {
                let message = "a step is a number other than 0, for a column of numbers";
                on.compiler.error(&format!("{}.in_order.step", on.path), message);
                return None;
            }
            number
        }
    };
    Some(Box::new(This { column, strictly: of.strictly, step }))
}

impl RuleForm for This {
    fn key(&self) -> &'static str {
        "in_order"
    }

    fn columns(&self) -> Vec<usize> {
        vec![self.column]
    }

    fn asks_if_filled(&self) -> Vec<usize> {
        Vec::new()
    }

    fn needs_values(&self) -> Vec<usize> {
        vec![self.column]
    }

    fn sentence(&self, sheet: &Sheet) -> String {
        let heading = sheet.heading(self.column);
        match (self.step, self.strictly) {
            (Some(step), _) => format!("{heading} must be {step} more from row to row"),
            (None, true) => format!("{heading} must be greater from row to row"),
            (None, false) => format!("{heading} must be in ascending order"),
        }
    }

    fn group(&self) -> Option<GroupForm<'_>> {
        Some(GroupForm::InOrder { column: self.column, strictly: self.strictly, step: self.step })
    }
}
