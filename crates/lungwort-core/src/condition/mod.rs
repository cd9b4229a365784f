//! SQL search conditions and scalar expressions (ISO/IEC 9075, a documented subset).
//!
//! `text → [token]s → [parse]d tree → [typing] → [expression] → [run] on rows, or said in English ([say])`. A name
//! stands for a [`Slot`]: a column, a column of another row under an alias, an aggregate. A blank cell is NULL and
//! logic is three-valued: a rule fails only where its condition is *false*, as a CHECK constraint does. Numbers are
//! exact decimals. `docs/conditions.md` lists the subset.

mod aggregate;
mod cast;
mod expression;
mod functions;
pub(crate) mod mentions;
mod operator;
mod parse;
mod run;
mod say;
mod syntax;
mod token;
mod typing;
mod typing_calls;
mod witness;

pub(crate) use aggregate::exact_sum;
pub use aggregate::{Accumulator, Aggregate, AggregateKind};
pub use expression::{Arithmetic, Comparison, Expression, PREVIOUS_ROW, Slot};
pub use run::Row;
pub use say::Labels;
pub use witness::{Witness, try_rows, witnesses};

use std::ops::Range;

use jiff::civil::Date;
use rust_decimal::Decimal;

use crate::cell::{Kind, Value};
use typing::Typing;

/// The columns that a condition may name.
pub trait Scope {
    /// The index and kind of the column of that name or heading.
    fn column(&self, name: &str) -> Option<(usize, Kind)>;
    /// What `alias.column` stands for: a column of another row.
    fn other(&self, _alias: &str, _name: &str) -> Option<(Slot, Kind)> {
        None
    }
    /// Why `alias.column` stands for nothing, as a sentence without a full stop.
    fn why_not(&self, alias: &str, name: &str) -> String {
        format!("{alias}.{name} is not known: columns are named without a point")
    }
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

/// An expression of any kind that parsed, whose names exist and whose types agree.
#[derive(Debug)]
pub struct Formula {
    expression: Expression,
    kind: Option<Kind>,
    aggregates: Vec<Aggregate>,
    columns: Vec<usize>,
}

impl Formula {
    /// Parses and types an expression over the columns of one row.
    ///
    /// # Errors
    /// All that is wrong with it.
    pub fn of_row(source: &str, scope: &dyn Scope) -> Result<Formula, Vec<Mistake>> {
        Formula::compile(source, scope, false)
    }

    /// Parses and types an expression over aggregates of rows: `SUM(share) / COUNT(*)`.
    ///
    /// # Errors
    /// All that is wrong with it.
    pub fn over_rows(source: &str, scope: &dyn Scope) -> Result<Formula, Vec<Mistake>> {
        Formula::compile(source, scope, true)
    }

    /// Parses and types a condition over aggregates of rows: `SUM(debit) = SUM(credit)`.
    ///
    /// # Errors
    /// All that is wrong with it.
    pub fn condition_over_rows(source: &str, scope: &dyn Scope) -> Result<Formula, Vec<Mistake>> {
        let formula = Formula::compile(source, scope, true)?;
        must_be_truth(formula.kind, source)?;
        if formula.aggregates.is_empty() {
            let message = "this names nothing over several rows: use SUM, COUNT, MIN, MAX or AVG".to_owned();
            return Err(vec![Mistake { message, span: 0..source.len() }]);
        }
        Ok(formula)
    }

    fn compile(source: &str, scope: &dyn Scope, over_rows: bool) -> Result<Formula, Vec<Mistake>> {
        let tree = parse::parse(source).map_err(|mistake| vec![mistake])?;
        let mut typing = Typing::new(scope, over_rows);
        let typed = typing.typed(&tree);
        let Some((expression, kind)) = typed.filter(|_| typing.mistakes.is_empty()) else {
            return Err(typing.mistakes);
        };
        let aggregates: Vec<Aggregate> =
            typing.aggregates.into_iter().flatten().map(|(aggregate, _)| aggregate).collect();
        let mut columns = Vec::new();
        let mut note = |part: &Expression| {
            if let Expression::Slot(Slot::Column(index)) = part {
                columns.push(*index);
            }
        };
        expression.walk(&mut note);
        for part in aggregates.iter().flat_map(|each| each.argument.iter().chain(&each.filter)) {
            part.walk(&mut note);
        }
        columns.sort_unstable();
        columns.dedup();
        Ok(Formula { expression, kind, aggregates, columns })
    }

    /// The kind of its value; `None` where it is always blank.
    pub fn kind(&self) -> Option<Kind> {
        self.kind
    }

    /// The columns it needs, ascending, each once.
    pub fn columns(&self) -> &[usize] {
        &self.columns
    }

    /// The columns of other rows that it names, each with its alias, ascending, each once.
    pub fn others(&self) -> Vec<(usize, usize)> {
        let mut others = Vec::new();
        let mut note = |part: &Expression| {
            if let Expression::Slot(Slot::Other(alias, column)) = part {
                others.push((*alias, *column));
            }
        };
        self.expression.walk(&mut note);
        for part in self.aggregates.iter().flat_map(|each| each.argument.iter().chain(&each.filter)) {
            part.walk(&mut note);
        }
        others.sort_unstable();
        others.dedup();
        others
    }

    /// The expression behind it.
    pub fn expression(&self) -> &Expression {
        &self.expression
    }

    /// The aggregates in it: what is accumulated over rows for [`Formula::total`].
    pub fn aggregates(&self) -> &[Aggregate] {
        &self.aggregates
    }

    /// Its value for one row.
    pub fn value<'v>(&'v self, row: &'v impl Row) -> Value<'v> {
        self.expression.evaluate(row)
    }

    /// Its value over rows, from what their aggregates came to.
    pub fn total(&self, accumulators: &[Accumulator], today: Date) -> Value<'static> {
        self.total_of(accumulators.iter().map(Accumulator::value).collect(), today)
    }

    /// Its value over rows, from the values of its aggregates.
    pub fn total_of(&self, values: Vec<Value<'static>>, today: Date) -> Value<'static> {
        self.expression.evaluate(&Totals { values, today }).into_owned()
    }

    /// The two aggregates that it compares, where it does nothing else.
    pub fn compared(&self) -> Option<(Comparison, usize, usize)> {
        let Expression::Compare(comparison, left, right) = &self.expression else { return None };
        match (&**left, &**right) {
            (Expression::Slot(Slot::Aggregate(left)), Expression::Slot(Slot::Aggregate(right))) => {
                Some((*comparison, *left, *right))
            }
            _ => None,
        }
    }

    /// What its sides came to, or its aggregates where it is no comparison: `the sum of Debit` and its value, constants
    /// left out; and how far two numbers are apart.
    pub fn sides(
        &self,
        values: Vec<Value<'static>>,
        today: Date,
        labels: &dyn Labels,
    ) -> (Vec<(String, Value<'static>)>, Option<Decimal>) {
        let totals = Totals { values, today };
        let said =
            |part: &Expression| (say::value(part, &self.aggregates, labels), part.evaluate(&totals).into_owned());
        let Expression::Compare(_, left, right) = &self.expression else {
            let aggregate = |at: usize| said(&Expression::Slot(Slot::Aggregate(at)));
            return ((0..self.aggregates.len()).map(aggregate).collect(), None);
        };
        let apart = match (left.evaluate(&totals), right.evaluate(&totals)) {
            (Value::Number(left), Value::Number(right)) => left.checked_sub(right).map(|by| by.abs().normalize()),
            _ => None,
        };
        let constant = |part: &&Expression| !matches!(part, Expression::Constant(_));
        let sides = [&**left, &**right].into_iter().filter(constant).map(said).collect();
        (sides, apart.filter(|_| constant(&&**left) && constant(&&**right)))
    }

    /// A condition over rows as a demand: `the sum of Debit must be the sum of Credit`.
    pub fn say_must(&self, labels: &dyn Labels) -> String {
        say::demand(&self.expression, &self.aggregates, labels)
    }

    /// It in English: `the sum of Seeds ÷ the number of rows`.
    pub fn say(&self, labels: &dyn Labels) -> String {
        say::value(&self.expression, &self.aggregates, labels)
    }
}

fn must_be_truth(kind: Option<Kind>, source: &str) -> Result<(), Vec<Mistake>> {
    match kind {
        Some(kind) if kind != Kind::YesNo => {
            let words = kind.words();
            let message = format!("this is {words}; a condition must be true or false, as a comparison is");
            Err(vec![Mistake { message, span: 0..source.len() }])
        }
        _ => Ok(()),
    }
}

/// What aggregates came to.
struct Totals {
    values: Vec<Value<'static>>,
    today: Date,
}

impl Row for Totals {
    fn value(&self, slot: Slot) -> &Value<'_> {
        match slot {
            Slot::Aggregate(index) => self.values.get(index).unwrap_or(&Value::Blank),
            Slot::Column(_) | Slot::Other(..) => &Value::Blank,
        }
    }

    fn today(&self) -> Date {
        self.today
    }
}

/// A condition: a formula of one row that is true or false.
#[derive(Debug)]
pub struct Condition(Formula, Box<str>);

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
    /// Parses and types a condition.
    ///
    /// # Errors
    /// All that is wrong with it.
    pub fn compile(source: &str, scope: &dyn Scope) -> Result<Condition, Vec<Mistake>> {
        let formula = Formula::of_row(source, scope)?;
        must_be_truth(formula.kind, source)?;
        Ok(Condition(formula, source.into()))
    }

    /// It as it was written.
    pub fn written(&self) -> &str {
        &self.1
    }

    /// The columns it names, ascending, each once.
    pub fn columns(&self) -> &[usize] {
        &self.0.columns
    }

    /// The columns of other rows that it names, each with its alias, ascending, each once.
    pub fn others(&self) -> Vec<(usize, usize)> {
        self.0.others()
    }

    /// The expression behind it.
    pub fn expression(&self) -> &Expression {
        &self.0.expression
    }

    /// Judges one row.
    pub fn judge(&self, row: &impl Row) -> Truth {
        match self.0.expression.evaluate(row) {
            Value::YesNo(true) => Truth::True,
            Value::YesNo(false) => Truth::False,
            _ => Truth::Unknown,
        }
    }

    /// The condition as an English clause: `Received on is not before Collected on`.
    pub fn say(&self, labels: &dyn Labels) -> String {
        say::clause(self.expression(), labels)
    }

    /// The condition as a demand: `Received on must not be before Collected on`.
    pub fn say_must(&self, labels: &dyn Labels) -> String {
        say::demand(self.expression(), &[], labels)
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
    fn value(&self, slot: Slot) -> &Value<'_> {
        match slot {
            Slot::Column(column) => self.values.get(column).unwrap_or(&Value::Blank),
            Slot::Other(..) | Slot::Aggregate(_) => &Value::Blank,
        }
    }

    fn today(&self) -> Date {
        self.today
    }
}

#[cfg(test)]
mod tests;
