//! What an aggregate of one group has come to so far, in few bytes: there may be a group for every row.

use rust_decimal::Decimal;

use crate::cell::Value;
use crate::condition::{Accumulator, Aggregate, exact_sum};

/// A total on its way.
#[derive(Debug, Clone)]
pub enum Total {
    /// How many.
    Count(u64),
    /// An exact sum.
    Sum(Decimal),
    /// A sum of more digits than can be calculated.
    TooLarge,
    /// What is wanted seldom enough to be kept as it is.
    Other(Box<Accumulator>),
}

impl Total {
    /// What the rows of one run came to.
    pub fn of(accumulator: &mut Accumulator, aggregate: &Aggregate) -> Total {
        let total = match accumulator {
            Accumulator::Count(count) => Total::Count(*count),
            Accumulator::Sum(_) => match accumulator.value() {
                Value::Number(sum) => Total::Sum(sum),
                _ => Total::TooLarge,
            },
            _ => return Total::Other(Box::new(std::mem::replace(accumulator, Accumulator::new(aggregate)))),
        };
        *accumulator = Accumulator::new(aggregate);
        total
    }

    /// Takes in what further rows came to.
    pub fn merge(&mut self, other: Total) {
        match (&mut *self, other) {
            (Total::Count(count), Total::Count(more)) => *count += more,
            (Total::Sum(sum), Total::Sum(more)) => match exact_sum(*sum, more) {
                Some(whole) => *sum = whole,
                None => *self = Total::TooLarge,
            },
            (Total::Other(accumulator), Total::Other(more)) => accumulator.merge(*more),
            _ => *self = Total::TooLarge,
        }
    }

    /// Its value; unreadable where it is too large.
    pub fn value(&self) -> Value<'static> {
        match self {
            Total::Count(count) => Value::Number(Decimal::from(*count)),
            Total::Sum(sum) => Value::Number(*sum),
            Total::TooLarge => Value::Unreadable,
            Total::Other(accumulator) => accumulator.value(),
        }
    }
}
