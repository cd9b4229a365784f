//! SQL search conditions (ISO/IEC 9075, a documented subset): parsed by a well-kept parser, typed and run here.
//!
//! A blank cell is NULL and logic is three-valued: a rule fails only where its condition is *false*, as a
//! CHECK constraint does. Numbers are exact decimals. `docs/conditions.md` lists the subset.

mod aggregate;
mod expression;
mod functions;
mod lower;
mod lower_calls;
mod run;
mod say;
mod witness;

pub use aggregate::{Aggregate, AggregateKind, Tally};
pub use expression::Expression;
pub use run::Row;
pub use say::Labels;
pub use witness::{Witness, try_rows, witnesses};

use std::ops::Range;

use jiff::civil::Date;

use crate::cell::{Kind, Value};

/// The columns that a condition may name.
pub trait Scope {
    /// The index and kind of the column of that name or heading.
    fn column(&self, name: &str) -> Option<(usize, Kind)>;
    /// The known name nearest to one that is not known.
    fn nearest(&self, name: &str) -> Option<String>;
}

/// What is wrong with a condition, and where in its text (bytes).
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Mistake {
    /// What is wrong, as a sentence without a full stop.
    pub message: String,
    /// The place within the condition.
    pub span: Range<usize>,
}

/// A condition that parsed, whose columns exist and whose types agree.
#[derive(Debug)]
pub struct Condition {
    expression: Expression,
    columns: Vec<usize>,
}

/// What came of a condition for one row.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Truth {
    /// It holds.
    True,
    /// It does not hold.
    False,
    /// A blank or unreadable cell leaves it open.
    Unknown,
}

impl Condition {
    /// Parses and types a condition. All that is wrong with it is told.
    pub fn compile(source: &str, scope: &dyn Scope) -> Result<Condition, Vec<Mistake>> {
        let expression = lower::compile(source, scope, Some(Kind::YesNo))?;
        let mut columns = Vec::new();
        expression.walk(&mut |part| {
            if let Expression::Column(index) = part {
                columns.push(*index);
            }
        });
        columns.sort_unstable();
        columns.dedup();
        Ok(Condition { expression, columns })
    }

    /// The columns it names, ascending, each once.
    pub fn columns(&self) -> &[usize] {
        &self.columns
    }

    /// The expression behind it.
    pub fn expression(&self) -> &Expression {
        &self.expression
    }

    /// Judges one row.
    pub fn judge(&self, row: &impl Row) -> Truth {
        match self.expression.evaluate(row) {
            Value::YesNo(true) => Truth::True,
            Value::YesNo(false) => Truth::False,
            _ => Truth::Unknown,
        }
    }

    /// The condition as an English clause: `Received on is not before Collected on`.
    pub fn say(&self, labels: &dyn Labels) -> String {
        say::clause(&self.expression, labels)
    }

    /// The condition as a demand: `Received on must not be before Collected on`.
    pub fn say_must(&self, labels: &dyn Labels) -> String {
        say::demand(&self.expression, labels)
    }
}

/// A row given as a list of values, for examples and tests.
#[derive(Debug)]
pub struct ListedRow<'v> {
    /// The values by column index.
    pub values: &'v [Value<'v>],
    /// What CURRENT_DATE is.
    pub today: Date,
}

impl Row for ListedRow<'_> {
    fn value(&self, column: usize) -> &Value<'_> {
        self.values.get(column).unwrap_or(&Value::Blank)
    }

    fn today(&self) -> Date {
        self.today
    }
}

#[cfg(test)]
mod tests;
