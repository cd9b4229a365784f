//! What a rule over more than one cell may ask: one file a form, one entry in the table below.
//!
//! The entry says the form's key in the rulebook, with its type and what editors show of it. The file says how it
//! compiles, how it is said as a sentence, which values it needs, what it finds in a row, and which example rows show
//! what is meant. Rules as written, the schema, compiling, the guide, lint and the judging of rows go through the table.

pub(super) mod each;
pub mod example;
mod forming;

use std::fmt;

use jiff::civil::Date;
use schemars::JsonSchema;
use serde::{Deserialize, Serialize};

pub(crate) use each::what_is_found;
pub use each::{Each, WrittenEach};
pub(super) use forming::Forming;
pub use numbered::WrittenNumbered;

use super::Sheet;
use super::toml_text::is_default;
use crate::condition::PREVIOUS_ROW;
use example::RuleExample;
use rust_decimal::Decimal;

use crate::condition::{Condition, Formula};
use crate::finding::{Code, Severity};

/// A row as rules see it.
pub trait RowCells {
    /// Whether a cell is filled.
    fn is_filled(&self, column: usize) -> bool;

    /// What a condition comes to for the row: `None` where that is open.
    fn holds(&self, condition: &Condition) -> Option<bool>;

    /// A cell's value as its column writes it, for messages.
    fn shown(&self, column: usize) -> String;

    /// What a look-up found in a column of its list, for messages.
    fn found(&self, lookup: usize, column: usize) -> String;
}

/// What a rule found in a row.
#[derive(Debug)]
pub struct Broken {
    /// The code.
    pub code: &'static Code,
    /// What to say behind the rule's own words; empty for nothing.
    pub detail: String,
    /// The column that is to be looked at first.
    pub column: usize,
}

/// Values that must be unique over all rows.
#[derive(Debug, Clone, Copy)]
pub struct Uniqueness<'f> {
    /// The columns.
    pub columns: &'f [usize],
    /// Whether a value counts whichever of the columns it is in.
    pub across: bool,
    /// Whether a blank is compared like a value; a row that is blank in all of them never is.
    pub blanks_equal: bool,
}

/// What a blank counts for where several columns must differ from row to row.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum WrittenBlanks {
    /// A row with a blank among them is not compared, as in SQL.
    Apart,
    /// A blank is the same as another blank.
    Equal,
}

/// What a rule asks over the rows of a group.
#[derive(Debug, Clone, Copy)]
pub enum GroupForm<'f> {
    /// A condition over aggregates holds.
    Check(&'f Formula),
    /// The columns have one value in all rows; numbers may differ by the tolerance.
    Same {
        /// The columns.
        columns: &'f [usize],
        /// How far numbers may be from the first one.
        tolerance: Option<Decimal>,
    },
    /// There are so many rows.
    Rows {
        /// At least.
        min: u64,
        /// At most.
        max: Option<u64>,
    },
    /// The column counts the rows.
    Numbered(usize),
    /// The column ascends from row to row.
    InOrder {
        /// The column.
        column: usize,
        /// Whether two equal values in turn are out of order.
        strictly: bool,
        /// What each value must be more than the one before.
        step: Option<Decimal>,
    },
}

/// A form of rule.
pub trait RuleForm: fmt::Debug + Send + Sync {
    /// Its key in the rulebook.
    fn key(&self) -> &'static str;

    /// The columns that it names.
    fn columns(&self) -> Vec<usize>;

    /// Columns of which it asks whether they are filled.
    fn asks_if_filled(&self) -> Vec<usize> {
        self.columns()
    }

    /// Columns whose values it needs.
    fn needs_values(&self) -> Vec<usize> {
        Vec::new()
    }

    /// What it asks, as a clause: `at least one of A and B must be filled`.
    fn sentence(&self, sheet: &Sheet) -> String;

    /// What is wrong with a row by it; nothing where no single row can break it.
    fn judge(&self, _: &Sheet, _: &dyn RowCells) -> Option<Broken> {
        None
    }

    /// A row that passes and one that fails; none where no single row can break it.
    fn example(&self, _: &Sheet, _: Date) -> RuleExample {
        RuleExample::default()
    }

    /// The condition that it is, if it is one.
    fn condition(&self) -> Option<&Condition> {
        None
    }

    /// What it asks of rows that look-ups find: which look-up, and the column of its list.
    fn found(&self) -> Vec<(usize, usize)> {
        let of_group = self.group().map(|form| match form {
            GroupForm::Check(formula) => formula.others(),
            _ => Vec::new(),
        });
        let conditions = self.condition().into_iter().chain(self.previous());
        found_of(conditions.flat_map(Condition::others).chain(of_group.unwrap_or_default()))
    }

    /// The condition over a row and the one before it that it is, if it is one.
    fn previous(&self) -> Option<&Condition> {
        None
    }

    /// What it asks over the rows of a group, if it does.
    fn group(&self) -> Option<GroupForm<'_>> {
        None
    }

    /// What it asks over all rows, where one row alone cannot break it.
    fn uniqueness(&self) -> Option<Uniqueness<'_>> {
        None
    }
}

/// Of columns of other rows, those of rows that look-ups find.
pub(crate) fn found_of(others: impl Iterator<Item = (usize, usize)>) -> Vec<(usize, usize)> {
    others.filter_map(|(alias, column)| Some((alias.checked_sub(PREVIOUS_ROW + 1)?, column))).collect()
}

/// Makes rules as written, and the table of forms, of the entries.
macro_rules! forms {
    ($( $(#[$doc:meta])* $form:ident: $written:ty, )*) => {
        $(mod $form;)*

        /// One requirement over more than one cell. It has exactly one of the forms.
        #[derive(Debug, Clone, Default, Serialize, Deserialize, JsonSchema)]
        #[serde(deny_unknown_fields)]
        pub struct WrittenRule {
            $( $(#[$doc])* pub $form: Option<$written>, )*
            /// With whole_if_begun: the columns that are then required; all of them if left out.
            pub needs: Option<Vec<String>>,
            /// With unique: a value must be unique in all these columns, whatever the row.
            #[serde(default, skip_serializing_if = "is_default")]
            pub across: bool,
            /// With unique over several columns: whether a blank is "equal" to another blank, or keeps its row "apart"
            /// from the comparison, as in SQL (if left out).
            pub blanks: Option<WrittenBlanks>,
            /// With same: how far numbers may be from the first one of the group.
            pub tolerance: Option<f64>,
            /// With check over groups: it must hold after each row, so that the rows from the excess on are blamed.
            #[serde(default, skip_serializing_if = "is_default")]
            pub running: bool,
            /// The condition under which the rule counts.
            pub when: Option<String>,
            /// Over what the rule goes: each "row" (if left out), each "record", the whole "sheet", or each group of rows with the same
            /// values in some columns.
            pub each: Option<WrittenEach>,
            /// Of a repeated column set: the rule holds for each of its entries, with {n} for the number.
            pub set: Option<String>,
            /// How much it matters; an error if left out.
            pub severity: Option<Severity>,
            /// What to say; {column} quotes a cell.
            pub message: Option<String>,
        }

        /// Every form: its key, whether a rule as written has it, and how it compiles.
        pub(super) const FORMS: &[Form] = &[
            $(Form {
                key: stringify!($form),
                given: |written| written.$form.is_some(),
                compile: |on, written| written.$form.as_ref().and_then(|given| $form::compile(on, written, given)),
            },)*
        ];
    };
}

/// The keys of all forms.
pub(super) fn keys() -> Vec<&'static str> {
    FORMS.iter().map(|form| form.key).collect()
}

/// A form in the table.
pub(super) struct Form {
    /// Its key.
    pub key: &'static str,
    /// Whether a rule as written has it.
    pub given: fn(&WrittenRule) -> bool,
    /// Compiles it.
    pub compile: fn(&mut Forming<'_>, &WrittenRule) -> Option<Box<dyn RuleForm>>,
}

forms! {
    /// Form: a condition that must not be false.
    check: String,
    /// Form: all of these columns are filled, or none.
    all_or_none: Vec<String>,
    /// Form: at least one of these columns is filled.
    at_least_one: Vec<String>,
    /// Form: at most one of these columns is filled.
    at_most_one: Vec<String>,
    /// Form: exactly one of these columns is filled.
    exactly_one: Vec<String>,
    /// Form: these levels are filled from the first without skipping.
    no_gaps: Vec<String>,
    /// Form: if any of these columns is filled, those under `needs` are.
    whole_if_begun: Vec<String>,
    /// Form: these columns together differ from row to row.
    unique: Vec<String>,
    /// Form: these columns have one value in all rows of a group.
    same: Vec<String>,
    /// Form: a group has so many rows.
    rows: rows::WrittenRows,
    /// Form: this column counts the rows of a group: 1, 2, 3 and so on; or two columns say from which number to which they go.
    numbered: numbered::WrittenNumbered,
    /// Form: this column ascends from row to row.
    in_order: in_order::WrittenOrder,
}
