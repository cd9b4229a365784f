//! What the functions of the subset do to values.

use std::borrow::Cow;

use jiff::Span;
use jiff::civil::{Date, DateTime};
use regex::{Regex, RegexBuilder};
use rust_decimal::{Decimal, RoundingStrategy};

use super::expression::{Arithmetic, Function};
use crate::cell::Value;

/// A LIKE pattern as a regular expression: `%` any text, `_` one character, `escape` makes the next one plain.
pub(super) fn like_pattern(pattern: &str, escape: Option<char>) -> Result<Regex, regex::Error> {
    let mut out = String::from("^");
    let mut letters = pattern.chars();
    while let Some(each) = letters.next() {
        match each {
            _ if Some(each) == escape => {
                if let Some(plain) = letters.next() {
                    out.push_str(&regex::escape(plain.encode_utf8(&mut [0; 4])));
                }
            }
            '%' => out.push_str(".*"),
            '_' => out.push('.'),
            _ => out.push_str(&regex::escape(each.encode_utf8(&mut [0; 4]))),
        }
    }
    out.push('$');
    RegexBuilder::new(&out).dot_matches_new_line(true).build()
}

/// Reckons with two known values. Overflow and division by zero give unknown.
pub(super) fn arithmetic<'v>(op: Arithmetic, left: &Value<'_>, right: &Value<'_>) -> Value<'v> {
    let known = match (left, right) {
        (Value::Number(a), Value::Number(b)) => numbers(op, *a, *b).map(Value::Number),
        (Value::Date(a), Value::Date(b)) => a.since(*b).ok().map(|span| Value::Number(Decimal::from(span.get_days()))),
        (Value::Date(date), Value::Interval { months, days }) => moved(*date, op, *months, *days).map(Value::Date),
        (Value::DateTime(moment), Value::Interval { months, days }) => moved(moment.date(), op, *months, *days)
            .map(|date| Value::DateTime(DateTime::from_parts(date, moment.time()))),
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

fn moved(date: Date, op: Arithmetic, months: i32, days: i32) -> Option<Date> {
    let span = Span::new().try_months(months).ok()?.try_days(days).ok()?;
    if op == Arithmetic::Subtract { date.checked_sub(span).ok() } else { date.checked_add(span).ok() }
}

/// Calls a function on known values.
pub(super) fn call<'v>(function: Function, values: &[Value<'v>]) -> Value<'v> {
    let number = |count: usize| Value::Number(Decimal::from(count));
    let field = |value: i8| Value::Number(Decimal::from(value));
    match (function, values) {
        (Function::CharLength, [Value::Text(text)]) => number(text.chars().count()),
        (Function::Upper, [Value::Text(text)]) => Value::Text(Cow::Owned(text.to_uppercase())),
        (Function::Lower, [Value::Text(text)]) => Value::Text(Cow::Owned(text.to_lowercase())),
        (Function::Trim, [Value::Text(text)]) => Value::Text(Cow::Owned(text.trim().to_owned())),
        (Function::TrimLeading, [Value::Text(text)]) => Value::Text(Cow::Owned(text.trim_start().to_owned())),
        (Function::TrimTrailing, [Value::Text(text)]) => Value::Text(Cow::Owned(text.trim_end().to_owned())),
        (Function::Substring, [Value::Text(text), Value::Number(from), rest @ ..]) => {
            substring(text, *from, rest).map_or(Value::Unreadable, |part| Value::Text(Cow::Owned(part)))
        }
        (Function::Position, [Value::Text(part), Value::Text(text)]) => {
            number(text.find(part.as_ref()).map_or(0, |at| text[..at].chars().count() + 1))
        }
        (Function::Abs, [Value::Number(value)]) => Value::Number(value.abs()),
        (Function::Round, [Value::Number(value), rest @ ..]) => {
            let places = match rest {
                [Value::Number(places)] => u32::try_from(*places).unwrap_or(0),
                _ => 0,
            };
            Value::Number(value.round_dp_with_strategy(places, RoundingStrategy::MidpointAwayFromZero))
        }
        (Function::Year, [Value::Date(date)]) => Value::Number(Decimal::from(date.year())),
        (Function::Year, [Value::DateTime(moment)]) => Value::Number(Decimal::from(moment.year())),
        (Function::Month, [Value::Date(date)]) => field(date.month()),
        (Function::Month, [Value::DateTime(moment)]) => field(moment.month()),
        (Function::Day, [Value::Date(date)]) => field(date.day()),
        (Function::Day, [Value::DateTime(moment)]) => field(moment.day()),
        (Function::Hour, [Value::Time(time)]) => field(time.hour()),
        (Function::Hour, [Value::DateTime(moment)]) => field(moment.hour()),
        (Function::Minute, [Value::Time(time)]) => field(time.minute()),
        (Function::Minute, [Value::DateTime(moment)]) => field(moment.minute()),
        _ => Value::Unreadable,
    }
}

/// Characters counted from one, as the standard has it: places before the text count against the length.
fn substring(text: &str, from: Decimal, length: &[Value<'_>]) -> Option<String> {
    let start = i64::try_from(from.trunc()).ok()?;
    let end = match length {
        [Value::Number(length)] => start.checked_add(i64::try_from(length.trunc()).ok()?)?,
        _ => i64::MAX,
    };
    let within = (1_i64..).zip(text.chars()).filter(|(place, _)| (start..end).contains(place));
    Some(within.map(|(_, each)| each).collect())
}
