//! Aggregates over rows: `COUNT(*)`, `COUNT(DISTINCT donor)`, `SUM(seeds) FILTER (WHERE …)`, as parts of a formula.

use std::cmp::Ordering;

use hashbrown::HashSet;
use rust_decimal::Decimal;

use super::Row;
use super::expression::Expression;
use super::syntax::Call;
use crate::cell::{Value, key};

/// What is calculated.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum AggregateKind {
    /// Rows, or known values.
    Count,
    /// Different values.
    CountDistinct,
    /// The sum of numbers.
    Sum,
    /// The least value.
    Min,
    /// The greatest value.
    Max,
    /// The sum of numbers divided by how many there are.
    Average,
    /// The one value that all rows share; the least where they do not.
    Shared,
}

impl AggregateKind {
    /// The kind that a call is, if it is one.
    pub(super) fn named(call: &Call) -> Option<AggregateKind> {
        Some(match (call.name.as_str(), call.distinct) {
            ("COUNT", false) => AggregateKind::Count,
            ("COUNT", true) => AggregateKind::CountDistinct,
            ("SUM", _) => AggregateKind::Sum,
            ("MIN", _) => AggregateKind::Min,
            ("MAX", _) => AggregateKind::Max,
            ("AVG", _) => AggregateKind::Average,
            _ => return None,
        })
    }
}

/// One aggregate of a formula.
#[derive(Debug)]
pub struct Aggregate {
    /// What is calculated.
    pub kind: AggregateKind,
    /// Of what in each row; `None` for `COUNT(*)`.
    pub argument: Option<Expression>,
    /// Only rows for which this holds.
    pub filter: Option<Expression>,
}

impl Aggregate {
    /// The number of rows.
    pub fn of_rows() -> Aggregate {
        Aggregate { kind: AggregateKind::Count, argument: None, filter: None }
    }

    /// The number that a row gives, where the argument is a name and nothing is left out.
    pub fn number_of(&self, row: &impl Row) -> Option<Decimal> {
        match (&self.argument, &self.filter) {
            (Some(Expression::Slot(slot)), None) => match row.value(*slot) {
                Value::Number(number) => Some(*number),
                _ => None,
            },
            _ => None,
        }
    }

    /// The sum of a column.
    pub fn sum_of(column: usize) -> Aggregate {
        let argument = Some(Expression::Slot(super::Slot::Column(column)));
        Aggregate { kind: AggregateKind::Sum, argument, filter: None }
    }
}

/// An aggregate on its way, holding only what its kind needs: part of the rows, to be merged with other parts in any
/// order.
#[derive(Debug, Clone)]
pub enum Accumulator {
    /// How many.
    Count(u64),
    /// The keys of the values seen.
    Distinct(HashSet<u128, foldhash::fast::FixedState>),
    /// The sum.
    Sum(Sum),
    /// The least or greatest so far, and how a better one compares with it.
    Extreme(Option<Value<'static>>, Ordering),
    /// The sum, and how many.
    Average(Sum, u64),
}

/// The sum of two numbers; `None` where it has more digits than can be kept, rather than a rounded one.
pub(crate) fn exact_sum(one: Decimal, other: Decimal) -> Option<Decimal> {
    let sum = one.checked_add(other)?;
    // Digits are only given up where there is no room for the decimal places of both.
    let kept = sum.scale() >= one.scale().max(other.scale());
    (kept || sum.checked_sub(one) == Some(other) && sum.checked_sub(other) == Some(one)).then_some(sum)
}

/// A sum of exact decimals.
#[derive(Debug, Default, Clone)]
pub struct Sum {
    /// The sum of the numbers with `run_places` decimal places, as an integer: neighbours mostly have as many.
    run: i128,
    run_places: u32,
    sum: Decimal,
    overflowed: bool,
}

impl Sum {
    #[inline]
    fn add(&mut self, number: Decimal) {
        // A number has 96 bits at most, so that only billions of the largest could overflow a run: then it ends.
        match self.run.checked_add(number.mantissa()).filter(|_| number.scale() == self.run_places) {
            Some(run) => self.run = run,
            None => {
                self.end_run();
                self.run = number.mantissa();
                self.run_places = number.scale();
            }
        }
    }

    fn end_run(&mut self) {
        let run = Decimal::try_from_i128_with_scale(std::mem::take(&mut self.run), self.run_places);
        match run {
            Ok(run) => self.add_to_sum(run),
            Err(_) => self.overflowed = true,
        }
    }

    fn add_to_sum(&mut self, number: Decimal) {
        match exact_sum(self.sum, number) {
            Some(sum) => self.sum = sum,
            None => self.overflowed = true,
        }
    }

    fn merge(&mut self, mut other: Sum) {
        other.end_run();
        self.add_to_sum(other.sum);
        self.overflowed |= other.overflowed;
    }

    /// The sum; `None` where it is too large.
    fn value(&self) -> Option<Decimal> {
        let mut whole = self.clone();
        whole.end_run();
        (!whole.overflowed).then_some(whole.sum)
    }
}

impl Accumulator {
    /// What an aggregate begins with.
    pub fn new(aggregate: &Aggregate) -> Accumulator {
        match aggregate.kind {
            AggregateKind::Count => Accumulator::Count(0),
            AggregateKind::CountDistinct => Accumulator::Distinct(HashSet::default()),
            AggregateKind::Sum => Accumulator::Sum(Sum::default()),
            AggregateKind::Min | AggregateKind::Shared => Accumulator::Extreme(None, Ordering::Less),
            AggregateKind::Max => Accumulator::Extreme(None, Ordering::Greater),
            AggregateKind::Average => Accumulator::Average(Sum::default(), 0),
        }
    }

    /// Takes in one row; false where the row is left out because a value in it could not be read.
    pub fn add(&mut self, aggregate: &Aggregate, row: &impl Row) -> bool {
        if let Some(filter) = &aggregate.filter {
            match filter.evaluate(row) {
                Value::YesNo(true) => {}
                other => return other != Value::Unreadable,
            }
        }
        let Some(argument) = &aggregate.argument else {
            if let Accumulator::Count(count) = self {
                *count += 1;
            }
            return true;
        };
        match argument {
            // A column, which is the commonest argument, is looked at where it is.
            Expression::Slot(slot) => self.add_value(row.value(*slot)),
            argument => self.add_value(&argument.evaluate(row)),
        }
    }

    #[inline]
    fn add_value(&mut self, value: &Value<'_>) -> bool {
        if !value.is_known() {
            return *value != Value::Unreadable;
        }
        match (self, value) {
            (Accumulator::Count(count), _) => *count += 1,
            (Accumulator::Distinct(keys), value) => keys.extend(key::of(value)),
            (Accumulator::Extreme(kept, better), value) => keep(kept, value, *better),
            (Accumulator::Sum(sum), Value::Number(number)) => sum.add(*number),
            (Accumulator::Average(sum, count), Value::Number(number)) => {
                sum.add(*number);
                *count += 1;
            }
            // Only numbers are summed; the typing has seen to it.
            (Accumulator::Sum(_) | Accumulator::Average(..), _) => {}
        }
        true
    }

    /// Takes in what another part of the rows came to.
    pub fn merge(&mut self, other: Accumulator) {
        match (self, other) {
            (Accumulator::Count(count), Accumulator::Count(more)) => *count += more,
            (Accumulator::Distinct(keys), Accumulator::Distinct(more)) => {
                if keys.is_empty() {
                    *keys = more;
                } else {
                    keys.extend(more);
                }
            }
            (Accumulator::Sum(sum), Accumulator::Sum(more)) => sum.merge(more),
            (Accumulator::Extreme(kept, better), Accumulator::Extreme(Some(value), _)) => keep(kept, &value, *better),
            (Accumulator::Average(sum, count), Accumulator::Average(more, further)) => {
                sum.merge(more);
                *count += further;
            }
            // Parts are made by the same aggregate, so that they are of one kind.
            _ => {}
        }
    }

    /// What it came to: blank where there was nothing, unreadable where it is too large for a number.
    pub fn value(&self) -> Value<'static> {
        let number = |number: Option<Decimal>| number.map_or(Value::Unreadable, Value::Number);
        match self {
            Accumulator::Count(count) => Value::Number(Decimal::from(*count)),
            Accumulator::Distinct(keys) => Value::Number(Decimal::from(keys.len())),
            Accumulator::Sum(sum) => number(sum.value()),
            Accumulator::Extreme(kept, _) => kept.clone().unwrap_or(Value::Blank),
            Accumulator::Average(_, 0) => Value::Blank,
            Accumulator::Average(sum, count) => {
                number(sum.value().and_then(|sum| sum.checked_div(Decimal::from(*count))))
            }
        }
    }
}

fn keep(kept: &mut Option<Value<'static>>, value: &Value<'_>, better: Ordering) {
    if kept.as_ref().is_none_or(|kept| value.compare(kept) == Some(better)) {
        *kept = Some(value.clone().into_owned());
    }
}
