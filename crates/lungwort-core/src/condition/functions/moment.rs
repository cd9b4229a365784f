//! Parts of dates and times: EXTRACT.

use jiff::civil::{Date, Time};
use rust_decimal::Decimal;

use super::Function;
use crate::cell::{Kind, Value};

/// What EXTRACT takes: its word, and the kinds of value that have it.
pub(in crate::condition) static FIELDS: &[(&str, &Function, &[Kind])] = &[
    ("YEAR", &YEAR, &[Kind::Date, Kind::DateTime]),
    ("MONTH", &MONTH, &[Kind::Date, Kind::DateTime]),
    ("DAY", &DAY, &[Kind::Date, Kind::DateTime]),
    ("ISODOW", &ISODOW, &[Kind::Date, Kind::DateTime]),
    ("HOUR", &HOUR, &[Kind::Time, Kind::DateTime]),
    ("MINUTE", &MINUTE, &[Kind::Time, Kind::DateTime]),
];

fn of_date<'v>(values: &[Value<'v>], part: fn(Date) -> i64) -> Value<'v> {
    match values {
        [Value::Date(date)] => Value::Number(Decimal::from(part(*date))),
        [Value::DateTime(moment)] => Value::Number(Decimal::from(part(moment.date()))),
        _ => Value::Unreadable,
    }
}

fn of_time<'v>(values: &[Value<'v>], part: fn(Time) -> i8) -> Value<'v> {
    match values {
        [Value::Time(time)] => Value::Number(Decimal::from(part(*time))),
        [Value::DateTime(moment)] => Value::Number(Decimal::from(part(moment.time()))),
        _ => Value::Unreadable,
    }
}

static YEAR: Function = Function {
    name: "YEAR",
    also: &[],
    kinds: &[Kind::Date],
    least: 1,
    gives: Kind::Number,
    run: |values| of_date(values, |date| date.year().into()),
    say: |parts| format!("the year of {}", parts[0]),
    called: &[],
};

static MONTH: Function = Function {
    name: "MONTH",
    also: &[],
    kinds: &[Kind::Date],
    least: 1,
    gives: Kind::Number,
    run: |values| of_date(values, |date| date.month().into()),
    say: |parts| format!("the month of {}", parts[0]),
    called: &[
        "January", "February", "March", "April", "May", "June", "July", "August", "September", "October", "November",
        "December",
    ],
};

static DAY: Function = Function {
    name: "DAY",
    also: &[],
    kinds: &[Kind::Date],
    least: 1,
    gives: Kind::Number,
    run: |values| of_date(values, |date| date.day().into()),
    say: |parts| format!("the day of {}", parts[0]),
    called: &[],
};

/// Monday is 1 and Sunday 7, as in ISO 8601.
static ISODOW: Function = Function {
    name: "ISODOW",
    also: &[],
    kinds: &[Kind::Date],
    least: 1,
    gives: Kind::Number,
    run: |values| of_date(values, |date| date.weekday().to_monday_one_offset().into()),
    say: |parts| format!("the day of the week of {}", parts[0]),
    called: &["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"],
};

static HOUR: Function = Function {
    name: "HOUR",
    also: &[],
    kinds: &[Kind::Time],
    least: 1,
    gives: Kind::Number,
    run: |values| of_time(values, Time::hour),
    say: |parts| format!("the hour of {}", parts[0]),
    called: &[],
};

static MINUTE: Function = Function {
    name: "MINUTE",
    also: &[],
    kinds: &[Kind::Time],
    least: 1,
    gives: Kind::Number,
    run: |values| of_time(values, Time::minute),
    say: |parts| format!("the minute of {}", parts[0]),
    called: &[],
};
