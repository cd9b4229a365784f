//! A row that passes a condition and one that fails it, found by trying telling values; also the proof, for
//! lint, that a condition can fail at all.

use std::collections::BTreeMap;

use jiff::ToSpan;
use jiff::civil::Date;
use rust_decimal::Decimal;

use super::expression::{Expression, Pattern};
use super::{Condition, ListedRow, Truth};
use crate::cell::{Kind, Value};
use crate::limits::EXAMPLES_TRIED;
use crate::limits::WITNESSES;

/// A value for each column that the condition names.
pub type Witness = Vec<(usize, Value<'static>)>;

/// The first row found where the condition is true, and the first where it is false. `extra` gives values
/// that a column is known to take; `kind` its kind. A pass with all cells filled is preferred.
pub fn witnesses(
    condition: &Condition,
    today: Date,
    kind: &dyn Fn(usize) -> Kind,
    extra: &dyn Fn(usize) -> Vec<Value<'static>>,
) -> (Option<Witness>, Option<Witness>) {
    let (mut pass, mut fail) = (None, None);
    try_rows(condition, today, kind, extra, &mut |truth, values| {
        let witness = || Some(condition.columns().iter().map(|column| (*column, values[*column].clone())).collect());
        match truth {
            Truth::True if pass.is_none() => pass = witness(),
            Truth::False if fail.is_none() => fail = witness(),
            _ => {}
        }
        pass.is_none() || fail.is_none()
    });
    (pass, fail)
}

/// Tries rows of telling values, by column index, for as long as `go_on` says so.
pub fn try_rows(
    condition: &Condition,
    today: Date,
    kind: &dyn Fn(usize) -> Kind,
    extra: &dyn Fn(usize) -> Vec<Value<'static>>,
    go_on: &mut dyn FnMut(Truth, &[Value<'static>]) -> bool,
) {
    let candidates = candidates(condition, today, kind, extra);
    let columns = condition.columns();
    let width = columns.last().map_or(0, |last| last + 1);
    let mut values = vec![Value::Blank; width];
    let mut odometer = vec![0_usize; columns.len()];
    for _ in 0..EXAMPLES_TRIED {
        for (slot, column) in odometer.iter().zip(columns) {
            values[*column] = candidates[column][*slot].clone();
        }
        let truth = condition.judge(&ListedRow { values: &values, today });
        let turned = odometer.iter_mut().zip(columns).any(|(slot, column)| {
            *slot = (*slot + 1) % candidates[column].len();
            *slot != 0
        });
        if !go_on(truth, &values) || !turned {
            return;
        }
    }
}

fn candidates(
    condition: &Condition,
    today: Date,
    kind: &dyn Fn(usize) -> Kind,
    extra: &dyn Fn(usize) -> Vec<Value<'static>>,
) -> BTreeMap<usize, Vec<Value<'static>>> {
    let mut constants: Vec<Value<'static>> = Vec::new();
    condition.expression().walk(&mut |part| match part {
        Expression::Constant(value) => constants.push(value.clone()),
        Expression::Like(_, Pattern::Constant(pattern, _)) => {
            constants.push(Value::Text(pattern.replace(['%', '_'], "x").into()));
        }
        Expression::Today => constants.push(Value::Date(today)),
        _ => {}
    });
    // A few of a long list show as well as all of them what is meant.
    constants.truncate(WITNESSES);
    let around = |column: usize| {
        let mut list: Vec<Value<'static>> = extra(column);
        for constant in &constants {
            list.extend(neighbours(constant).into_iter().filter(|value| fits(value, kind(column))));
        }
        list.extend(usual(kind(column), today));
        list.push(Value::Blank);
        let mut seen: Vec<Value<'static>> = Vec::new();
        for value in list {
            if !seen.contains(&value) {
                seen.push(value);
            }
        }
        seen
    };
    condition.columns().iter().map(|column| (*column, around(*column))).collect()
}

fn fits(value: &Value<'_>, kind: Kind) -> bool {
    matches!(
        (value, kind),
        (Value::Text(_), Kind::Text)
            | (Value::Number(_), Kind::Number)
            | (Value::Date(_), Kind::Date)
            | (Value::Time(_), Kind::Time)
            | (Value::DateTime(_), Kind::DateTime)
            | (Value::YesNo(_), Kind::YesNo)
    )
}

/// The constant itself and the values on either side of it.
fn neighbours(constant: &Value<'static>) -> Vec<Value<'static>> {
    match constant {
        Value::Number(number) => {
            let step = |by: i64| number.checked_add(Decimal::from(by)).map(Value::Number);
            [Some(constant.clone()), step(1), step(-1)].into_iter().flatten().collect()
        }
        Value::Date(date) => {
            let step = |days: i64| date.checked_add(days.days()).ok().map(Value::Date);
            [Some(constant.clone()), step(1), step(-1), step(800), step(-800)].into_iter().flatten().collect()
        }
        other => vec![other.clone()],
    }
}

fn usual(kind: Kind, today: Date) -> Vec<Value<'static>> {
    let day = |back: i64| today.checked_sub(back.days()).ok().map(Value::Date);
    match kind {
        Kind::Number => [10, 20, 0, -1, 1000].map(|number| Value::Number(Decimal::from(number))).to_vec(),
        Kind::Date => [day(30), day(10), day(0), day(-400), day(4000)].into_iter().flatten().collect(),
        Kind::DateTime => [day(30), day(10)]
            .into_iter()
            .flatten()
            .filter_map(|value| match value {
                Value::Date(date) => Some(Value::DateTime(date.at(12, 0, 0, 0))),
                _ => None,
            })
            .collect(),
        Kind::Time => vec![Value::Time(jiff::civil::time(9, 0, 0, 0)), Value::Time(jiff::civil::time(17, 0, 0, 0))],
        Kind::YesNo => vec![Value::YesNo(true), Value::YesNo(false)],
        Kind::Text => vec![
            Value::Text("something".into()),
            Value::Text("X".into()),
            Value::Text("ABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789".into()),
        ],
        Kind::Interval => Vec::new(),
    }
}
