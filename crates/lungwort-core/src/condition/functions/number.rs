//! Functions of numbers.

use rust_decimal::{Decimal, RoundingStrategy};

use super::Function;
use crate::cell::{Kind, Value};

const NUMBER: &[Kind] = &[Kind::Number];
const TWO: &[Kind] = &[Kind::Number, Kind::Number];

fn of_one<'v>(values: &[Value<'v>], run: fn(Decimal) -> Decimal) -> Value<'v> {
    match values {
        [Value::Number(value)] => Value::Number(run(*value)),
        _ => Value::Unreadable,
    }
}

/// A number cut or rounded to so many places; none where nothing is said.
fn to_places<'v>(values: &[Value<'v>], how: RoundingStrategy) -> Value<'v> {
    let (value, places) = match values {
        [Value::Number(value)] => (value, 0),
        [Value::Number(value), Value::Number(places)] => (value, u32::try_from(*places).unwrap_or(0)),
        _ => return Value::Unreadable,
    };
    Value::Number(value.round_dp_with_strategy(places, how))
}

fn places(parts: &[String]) -> String {
    parts.get(1).map(|places| format!(" to {places} places")).unwrap_or_default()
}

pub(in crate::condition) static ABS: Function = Function {
    name: "ABS",
    also: &[],
    kinds: NUMBER,
    least: 1,
    gives: Kind::Number,
    run: |values| of_one(values, |value| value.abs()),
    say: |parts| format!("{} without its sign", parts[0]),
    called: &[],
};

pub(in crate::condition) static ROUND: Function = Function {
    name: "ROUND",
    also: &[],
    kinds: TWO,
    least: 1,
    gives: Kind::Number,
    run: |values| to_places(values, RoundingStrategy::MidpointAwayFromZero),
    say: |parts| format!("{} rounded{}", parts[0], places(parts)),
    called: &[],
};

pub(in crate::condition) static TRUNC: Function = Function {
    name: "TRUNC",
    also: &["TRUNCATE"],
    kinds: TWO,
    least: 1,
    gives: Kind::Number,
    run: |values| to_places(values, RoundingStrategy::ToZero),
    say: |parts| match parts.get(1) {
        Some(_) => format!("{} cut off{}", parts[0], places(parts)),
        None => format!("{} without its decimal places", parts[0]),
    },
    called: &[],
};

pub(in crate::condition) static FLOOR: Function = Function {
    name: "FLOOR",
    also: &[],
    kinds: NUMBER,
    least: 1,
    gives: Kind::Number,
    run: |values| of_one(values, |value| value.floor()),
    say: |parts| format!("{} rounded down", parts[0]),
    called: &[],
};

pub(in crate::condition) static CEILING: Function = Function {
    name: "CEILING",
    also: &["CEIL"],
    kinds: NUMBER,
    least: 1,
    gives: Kind::Number,
    run: |values| of_one(values, |value| value.ceil()),
    say: |parts| format!("{} rounded up", parts[0]),
    called: &[],
};

pub(in crate::condition) static MOD: Function = Function {
    name: "MOD",
    also: &[],
    kinds: TWO,
    least: 2,
    gives: Kind::Number,
    run: |values| match values {
        [Value::Number(a), Value::Number(b)] => a.checked_rem(*b).map_or(Value::Unreadable, Value::Number),
        _ => Value::Unreadable,
    },
    say: |parts| format!("the rest of {} divided by {}", parts[0], parts[1]),
    called: &[],
};
