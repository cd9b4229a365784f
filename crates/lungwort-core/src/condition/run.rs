//! Running a condition on one row.

use std::borrow::Cow;
use std::cmp::Ordering;

use jiff::civil::Date;

use super::expression::{Comparison, Expression, Pattern, Slot};
use super::functions;
use crate::cell::Value;

/// The row that a condition is run on.
pub trait Row {
    /// What a name stands for.
    fn value(&self, slot: Slot) -> &Value<'_>;
    /// What CURRENT_DATE is.
    fn today(&self) -> Date;
}

impl Expression {
    /// The value for a row. Truth values are `YesNo`, and blank or unreadable where they are unknown.
    pub fn evaluate<'v>(&'v self, row: &'v impl Row) -> Value<'v> {
        crate::steps::count(1);
        match self {
            Expression::Slot(slot) => borrowed(row.value(*slot)),
            Expression::Constant(value) => borrowed(value),
            Expression::Today => Value::Date(row.today()),
            Expression::Not(part) => match part.evaluate(row) {
                Value::YesNo(truth) => Value::YesNo(!truth),
                _ => Value::Blank,
            },
            Expression::And(parts) => all(parts, row, false),
            Expression::Or(parts) => all(parts, row, true),
            Expression::Compare(how, left, right) => compare(*how, left, right, row),
            Expression::Between(part, low, high) => between(part, low, high, row),
            Expression::In(part, list) => is_in(part, list, row),
            Expression::Like(part, pattern) => like(part, pattern, row),
            Expression::LikeRegex(part, _, regex) => match part.evaluate(row) {
                Value::Text(text) => Value::YesNo(regex.is_match(&text)),
                _ => Value::Blank,
            },
            Expression::IsDistinct(left, right) => match (left.evaluate(row), right.evaluate(row)) {
                (Value::Blank, Value::Blank) => Value::YesNo(false),
                (Value::Unreadable, _) | (_, Value::Unreadable) => Value::Blank,
                (left, right) => Value::YesNo(left.compare(&right) != Some(Ordering::Equal)),
            },
            Expression::Cast(part, target) => match part.evaluate(row) {
                value if value.is_known() => target.cast(value),
                unknown => unknown,
            },
            Expression::IsBlank(part) => Value::YesNo(part.evaluate(row) == Value::Blank),
            Expression::IsTruth(part, wanted) => Value::YesNo(part.evaluate(row) == Value::YesNo(*wanted)),
            Expression::Case(branches, last) => {
                let branch = branches.iter().find(|(when, _)| when.evaluate(row) == Value::YesNo(true));
                branch.map_or(&**last, |(_, then)| then).evaluate(row)
            }
            Expression::Coalesce(parts) => {
                parts.iter().map(|part| part.evaluate(row)).find(|value| *value != Value::Blank).unwrap_or(Value::Blank)
            }
            Expression::Arithmetic(op, left, right) => match (left.evaluate(row), right.evaluate(row)) {
                (left, right) if left.is_known() && right.is_known() => functions::arithmetic(*op, &left, &right),
                (left, right) => unknown(&left, &right),
            },
            Expression::Concatenate(left, right) => match (left.evaluate(row), right.evaluate(row)) {
                (Value::Text(left), Value::Text(right)) => Value::Text(Cow::Owned(format!("{left}{right}"))),
                (left, right) => unknown(&left, &right),
            },
            Expression::Call(function, parts) => {
                let values: Vec<_> = parts.iter().map(|part| part.evaluate(row)).collect();
                match values.iter().find(|value| !value.is_known()) {
                    Some(Value::Blank) => Value::Blank,
                    Some(_) => Value::Unreadable,
                    None => (function.run)(&values),
                }
            }
        }
    }
}

fn borrowed<'v>(value: &'v Value<'_>) -> Value<'v> {
    match value {
        Value::Text(text) => Value::Text(Cow::Borrowed(text)),
        Value::Blank => Value::Blank,
        Value::Unreadable => Value::Unreadable,
        Value::Number(number) => Value::Number(*number),
        Value::Date(date) => Value::Date(*date),
        Value::Time(time) => Value::Time(*time),
        Value::DateTime(moment) => Value::DateTime(*moment),
        Value::YesNo(yes) => Value::YesNo(*yes),
        Value::Interval { months, days, minutes } => {
            Value::Interval { months: *months, days: *days, minutes: *minutes }
        }
    }
}

/// A calculation with an unreadable part is unreadable, so that it does not count as blank.
fn unknown<'v>(left: &Value<'_>, right: &Value<'_>) -> Value<'v> {
    if matches!((left, right), (Value::Unreadable, _) | (_, Value::Unreadable)) {
        Value::Unreadable
    } else {
        Value::Blank
    }
}

fn like<'v>(part: &'v Expression, pattern: &'v Pattern, row: &'v impl Row) -> Value<'v> {
    let Value::Text(text) = part.evaluate(row) else { return Value::Blank };
    match pattern {
        Pattern::Constant(_, regex) => Value::YesNo(regex.is_match(&text)),
        Pattern::Of(pattern, escape) => match pattern.evaluate(row) {
            Value::Text(pattern) => Value::YesNo(functions::like(&text, &pattern, *escape)),
            _ => Value::Blank,
        },
    }
}

/// AND (where `decisive` is false) and OR (where it is true).
fn all<'v>(parts: &'v [Expression], row: &'v impl Row, decisive: bool) -> Value<'v> {
    let mut open = false;
    for part in parts {
        match part.evaluate(row) {
            Value::YesNo(truth) if truth == decisive => return Value::YesNo(decisive),
            Value::YesNo(_) => {}
            _ => open = true,
        }
    }
    if open { Value::Blank } else { Value::YesNo(!decisive) }
}

fn compare<'v>(how: Comparison, left: &'v Expression, right: &'v Expression, row: &'v impl Row) -> Value<'v> {
    let order = match (left, right) {
        // A column with another or with a constant, the commonest cases, are compared where they are.
        (Expression::Slot(a), Expression::Slot(b)) => row.value(*a).compare(row.value(*b)),
        (Expression::Slot(a), Expression::Constant(b)) => row.value(*a).compare(b),
        _ => left.evaluate(row).compare(&right.evaluate(row)),
    };
    order.map_or(Value::Blank, |order| Value::YesNo(how.holds(order)))
}

fn between<'v>(part: &'v Expression, low: &'v Expression, high: &'v Expression, row: &'v impl Row) -> Value<'v> {
    let value = part.evaluate(row);
    let from = value.compare(&low.evaluate(row)).map(Ordering::is_ge);
    let to = value.compare(&high.evaluate(row)).map(Ordering::is_le);
    match (from, to) {
        (Some(false), _) | (_, Some(false)) => Value::YesNo(false),
        (Some(true), Some(true)) => Value::YesNo(true),
        _ => Value::Blank,
    }
}

fn is_in<'v>(part: &'v Expression, list: &'v [Expression], row: &'v impl Row) -> Value<'v> {
    let value = part.evaluate(row);
    let mut open = false;
    for each in list {
        match value.compare(&each.evaluate(row)) {
            Some(Ordering::Equal) => return Value::YesNo(true),
            Some(_) => {}
            None => open = true,
        }
    }
    if open { Value::Blank } else { Value::YesNo(false) }
}
