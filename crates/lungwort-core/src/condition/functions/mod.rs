//! The functions of the subset: one line each in [`ALL`].

mod moment;
mod number;
mod text;

use jiff::Span;
use rust_decimal::Decimal;
use rust_decimal::prelude::ToPrimitive;

pub(super) use moment::FIELDS;
pub(super) use text::{TRIM, TRIM_LEADING, TRIM_TRAILING, like, like_pattern};

use super::operator::Arithmetic;
use crate::cell::{Kind, Value};

/// A function of known values: where one is blank, so is the result.
#[derive(Debug)]
pub struct Function {
    /// Its name, in capitals.
    pub name: &'static str,
    /// Other names that it goes by.
    pub also: &'static [&'static str],
    /// The kinds of value that it takes.
    pub kinds: &'static [Kind],
    /// How many of them must be there.
    pub least: usize,
    /// The kind of value that it gives.
    pub gives: Kind,
    /// What it does.
    pub(super) run: for<'v> fn(&[Value<'v>]) -> Value<'v>,
    /// How it is said of its arguments.
    pub(super) say: fn(&[String]) -> String,
    /// What the numbers that it gives are called, from 1 on, where they have names.
    pub(super) called: &'static [&'static str],
}

impl Function {
    /// What one of its values is called.
    pub(super) fn name_of(&self, value: &Value<'_>) -> Option<&'static str> {
        let Value::Number(number) = value else { return None };
        let at = usize::try_from(number.to_u64().filter(|_| number.is_integer())?).ok()?;
        self.called.get(at.checked_sub(1)?).copied()
    }
}

/// Every function that is called by its name.
pub(super) static ALL: &[&Function] = &[
    &text::CHAR_LENGTH,
    &text::OCTET_LENGTH,
    &text::UPPER,
    &text::LOWER,
    &text::SUBSTRING,
    &text::POSITION,
    &text::LEFT,
    &text::RIGHT,
    &text::LPAD,
    &text::RPAD,
    &text::REPLACE,
    &number::ABS,
    &number::ROUND,
    &number::FLOOR,
    &number::CEILING,
    &number::TRUNC,
    &number::MOD,
];

/// The function of that name, in capitals.
pub(super) fn named(name: &str) -> Option<&'static Function> {
    ALL.iter().find(|function| function.name == name || function.also.contains(&name)).copied()
}

/// Names that a call may have, for hints.
pub(super) fn names() -> impl Iterator<Item = &'static str> {
    let special = ["COALESCE", "NULLIF", "CAST", "TRIM", "EXTRACT", "CURRENT_DATE"];
    ALL.iter().flat_map(|function| [function.name].into_iter().chain(function.also.iter().copied())).chain(special)
}

/// Calculates with two known values. Overflow and division by zero give unknown.
pub(super) fn arithmetic<'v>(op: Arithmetic, left: &Value<'_>, right: &Value<'_>) -> Value<'v> {
    let known = match (left, right) {
        (Value::Number(a), Value::Number(b)) => numbers(op, *a, *b).map(Value::Number),
        (Value::Date(a), Value::Date(b)) => a.since(*b).ok().map(|span| Value::Number(Decimal::from(span.get_days()))),
        (Value::Date(date), Value::Interval { months, days, minutes: 0 }) => {
            span(op, (*months, *days, 0)).and_then(|span| date.checked_add(span).ok()).map(Value::Date)
        }
        (Value::DateTime(moment), Value::Interval { months, days, minutes }) => {
            span(op, (*months, *days, *minutes)).and_then(|span| moment.checked_add(span).ok()).map(Value::DateTime)
        }
        // A time that is not of the same day is unknown: 23:00 is within two hours of whatever comes later.
        (Value::Time(time), Value::Interval { months: 0, days: 0, minutes }) => {
            span(op, (0, 0, *minutes)).and_then(|span| time.checked_add(span).ok()).map(Value::Time)
        }
        _ => None,
    };
    known.unwrap_or(Value::Unreadable)
}

fn numbers(op: Arithmetic, a: Decimal, b: Decimal) -> Option<Decimal> {
    match op {
        Arithmetic::Add => a.checked_add(b),
        Arithmetic::Subtract => a.checked_sub(b),
        Arithmetic::Multiply => a.checked_mul(b),
        Arithmetic::Divide => a.checked_div(b),
    }
}

/// A span of time to be added: backwards where it is taken off.
fn span(op: Arithmetic, (months, days, minutes): (i32, i32, i32)) -> Option<Span> {
    let span = Span::new().try_months(months).ok()?.try_days(days).ok()?.try_minutes(minutes).ok()?;
    Some(if op == Arithmetic::Subtract { span.negate() } else { span })
}
