//! A column that numbers the rows of a group: 1, 2, 3 and so on, without a gap; or two, from which number to which they go.

use schemars::JsonSchema;
use serde::{Deserialize, Serialize};

use super::{Forming, GroupForm, RuleForm, WrittenRule};
use crate::condition::{Formula, Labels, Scope};
use crate::rulebook::Sheet;

/// What numbers the rows, as it is written.
#[derive(Debug, Clone, Serialize, Deserialize, JsonSchema)]
#[serde(untagged)]
pub enum WrittenNumbered {
    /// A column with the number of each row.
    Column(String),
    /// Two columns with the first and the last number of the group.
    Interval(WrittenInterval),
}

/// From which number to which the rows of a group go.
#[derive(Debug, Clone, Serialize, Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct WrittenInterval {
    /// The column with the first number.
    pub from: String,
    /// The column with the last one.
    pub to: String,
}

#[derive(Debug)]
enum This {
    Column(usize),
    /// The two columns, and that there are as many rows.
    Interval(usize, usize, Formula),
}

pub(super) fn compile(on: &mut Forming<'_>, _: &WrittenRule, given: &WrittenNumbered) -> Option<Box<dyn RuleForm>> {
    let mut number = |key: &str, name: &String| {
        let place = format!("{}.{key}", on.path);
        let column = *on.names(key, std::slice::from_ref(name), 1)?.first()?;
        if !on.columns.is_number(column) {
            on.compiler.error(&place, format!("only numbers count the rows: make {name} type = \"whole\""));
            return None;
        }
        Some(column)
    };
    match given {
        WrittenNumbered::Column(name) => Some(Box::new(This::Column(number("numbered", name)?))),
        WrittenNumbered::Interval(WrittenInterval { from, to }) => {
            let (first, last) = (number("numbered.from", from), number("numbered.to", to));
            let (first, last) = (first?, last?);
            let formula = Formula::condition_over_rows(r#"MAX("to") - MIN("from") + 1 = COUNT(*)"#, &Ends(first, last));
            Some(Box::new(This::Interval(first, last, formula.ok()?)))
        }
    }
}

/// The two columns of an interval, as the formula calls them.
struct Ends(usize, usize);

impl Scope for Ends {
    fn column(&self, name: &str) -> Option<(usize, crate::cell::Kind)> {
        Some((if name == "from" { self.0 } else { self.1 }, crate::cell::Kind::Number))
    }

    fn nearest(&self, _: &str) -> Option<String> {
        None
    }
}

impl RuleForm for This {
    fn key(&self) -> &'static str {
        "numbered"
    }

    fn columns(&self) -> Vec<usize> {
        match self {
            This::Column(column) => vec![*column],
            This::Interval(from, to, _) => vec![*from, *to],
        }
    }

    fn asks_if_filled(&self) -> Vec<usize> {
        Vec::new()
    }

    fn needs_values(&self) -> Vec<usize> {
        self.columns()
    }

    fn sentence(&self, sheet: &Sheet) -> String {
        match self {
            This::Column(column) => {
                format!("{} must count the rows: 1, 2, 3 and so on, without a gap", sheet.heading(*column))
            }
            This::Interval(from, to, _) => {
                format!("there must be as many rows as from {} to {}", sheet.heading(*from), sheet.heading(*to))
            }
        }
    }

    fn group(&self) -> Option<GroupForm<'_>> {
        Some(match self {
            This::Column(column) => GroupForm::Numbered(*column),
            This::Interval(.., formula) => GroupForm::Check(formula),
        })
    }
}
