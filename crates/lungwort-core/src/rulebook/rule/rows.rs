//! How many rows a group has.

use schemars::JsonSchema;
use serde::{Deserialize, Serialize};

use super::{Forming, GroupForm, RuleForm, WrittenRule};
use crate::finding::ranges::thousands;
use crate::rulebook::Sheet;

/// How many rows there must be.
#[derive(Debug, Clone, Copy, Serialize, Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct WrittenRows {
    /// At least so many.
    pub min: Option<u64>,
    /// At most so many.
    pub max: Option<u64>,
}

#[derive(Debug)]
struct This {
    min: u64,
    max: Option<u64>,
}

pub(super) fn compile(on: &mut Forming<'_>, _: &WrittenRule, given: &WrittenRows) -> Option<Box<dyn RuleForm>> {
    let place = format!("{}.rows", on.path);
    match (given.min, given.max) {
        (None, None) => on.compiler.error(&place, "rows needs min, max or both: { min = 2, max = 999 }"),
        (Some(min), Some(max)) if min > max => on.compiler.error(&place, "the least number of rows is greater than the greatest"),
        (min, max) => return Some(Box::new(This { min: min.unwrap_or(0), max })),
    }
    None
}

impl RuleForm for This {
    fn key(&self) -> &'static str {
        "rows"
    }

    fn columns(&self) -> Vec<usize> {
        Vec::new()
    }

    fn sentence(&self, _: &Sheet) -> String {
        let plural = |count: u64| if count == 1 { "row" } else { "rows" };
        match (self.min, self.max) {
            (min, Some(max)) if min == max => format!("there must be exactly {} {}", thousands(min), plural(min)),
            (0, Some(max)) => format!("there may be at most {} {}", thousands(max), plural(max)),
            (min, None) => format!("there must be at least {} {}", thousands(min), plural(min)),
            (min, Some(max)) => format!("there must be {} to {} rows", thousands(min), thousands(max)),
        }
    }

    fn group(&self) -> Option<GroupForm<'_>> {
        Some(GroupForm::Rows { min: self.min, max: self.max })
    }
}
