//! The value lies within limits.

use jiff::civil::Date;
use rust_decimal::Decimal;
use rust_decimal::prelude::ToPrimitive;

use super::{CellCheck, Column, Compiling, Property, Surroundings, WrittenColumn};
use crate::cell::number::DecimalMark;
use crate::cell::{Kind, Value};
use crate::rulebook::Sheet;
use crate::rulebook::toml_text::quoted;
use crate::rulebook::compiler::Compiler;
use crate::rulebook::written::WrittenBound;
use crate::cell::date::DatePattern;
use crate::finding::{CellProblem, Expected};
use crate::finding::codes::value as codes;
use crate::rulebook::phrases::{limit_parts, limit_words};
use crate::rulebook::model::{Limit, Side};
use crate::rulebook::ColumnType;

pub(super) fn compile(on: &mut Compiling<'_>, written: &WrittenColumn) -> Vec<Limit> {
    let kind = on.kind.clone();
    limits(on.compiler, &on.path, written, &kind)
}

fn limits(compiler: &mut Compiler, path: &str, written: &WrittenColumn, kind: &ColumnType) -> Vec<Limit> {
    let given = [
        ("min", &written.min, Side::AtLeast),
        ("max", &written.max, Side::AtMost),
        ("above", &written.above, Side::Above),
        ("below", &written.below, Side::Below),
    ];
    let mut limits = Vec::new();
    for (key, bound, side) in given {
        let Some(WrittenBound(text)) = bound else { continue };
        match read_bound(text, kind) {
            Some(bound) => limits.push(Limit { side, bound }),
            None => {
                let message = match kind {
                    ColumnType::Text | ColumnType::YesNo(_) => {
                        format!("{key} goes with numbers, dates and times; for texts there is length")
                    }
                    _ => format!("\"{text}\" is not {} that this column can hold", kind.kind().words()),
                };
                compiler.error(&format!("{path}.{key}"), message);
            }
        }
    }
    let bound = |wanted: &[Side]| {
        limits.iter().find(|limit| wanted.contains(&limit.side)).and_then(|limit| limit.bound.clone())
    };
    if let (Some(least), Some(most)) = (bound(&[Side::AtLeast, Side::Above]), bound(&[Side::AtMost, Side::Below]))
        && least.compare(&most).is_some_and(std::cmp::Ordering::is_gt)
    {
        compiler.error(&format!("{path}.max"), "no value can be over the least and under the greatest at once");
    }
    limits
}

/// A bound: `Some(None)` is today. Dates are taken in ISO form as well as in the column's own.
fn read_bound(text: &str, kind: &ColumnType) -> Option<Option<Value<'static>>> {
    let iso = |date_pattern: &str| DatePattern::compile(date_pattern).ok()?.read(text).ok();
    match kind {
        ColumnType::Moment(Kind::Date | Kind::DateTime, _) if text == "today" => Some(None),
        ColumnType::Moment(Kind::Date, date_pattern) => {
            date_pattern.read(text).ok().or_else(|| iso("yyyy-mm-dd")).map(Some)
        }
        ColumnType::Moment(Kind::DateTime, date_pattern) => {
            date_pattern.read(text).ok().or_else(|| iso("yyyy-mm-dd hh:mm")).or_else(|| iso("yyyy-mm-dd")).map(Some)
        }
        ColumnType::Moment(_, date_pattern) => date_pattern.read(text).ok().or_else(|| iso("hh:mm")).map(Some),
        ColumnType::Whole(_) | ColumnType::Decimal(_) => {
            crate::cell::number::read(text, DecimalMark::Point).map(|number| Some(Value::Number(number)))
        }
        ColumnType::Text | ColumnType::YesNo(_) => None,
    }
}

pub(super) struct This;

pub(super) static PROPERTY: This = This;

impl Property for This {
    fn keys(&self) -> &'static [&'static str] {
        &["min", "max", "above", "below"]
    }

    fn words(&self, _: &Sheet, column: &Column) -> Vec<String> {
        let mark = match &column.kind {
            ColumnType::Whole(mark) | ColumnType::Decimal(mark) => *mark,
            _ => DecimalMark::Point,
        };
        column.limits.iter().map(|limit| limit_words(limit, column.kind.kind(), mark)).collect()
    }

    fn toml(&self, _: &Sheet, column: &Column) -> Vec<(&'static str, String)> {
        let key = |side: Side| match side {
            Side::AtLeast => "min",
            Side::AtMost => "max",
            Side::Above => "above",
            Side::Below => "below",
        };
        let value = |limit: &Limit| match &limit.bound {
            None => quoted("today"),
            Some(Value::Number(number)) => number.normalize().to_string(),
            Some(value) => quoted(&value.written()),
        };
        column.limits.iter().map(|limit| (key(limit.side), value(limit))).collect()
    }

    fn check<'r>(&self, column: &'r Column, surroundings: Surroundings<'_>) -> Option<Box<dyn CellCheck + 'r>> {
        if column.limits.is_empty() {
            return None;
        }
        let limits: Vec<_> = column.limits.iter().map(|limit| (limit.clone(), limit.value(surroundings.today))).collect();
        let mark = match &column.kind {
            ColumnType::Whole(mark) | ColumnType::Decimal(mark) => *mark,
            _ => DecimalMark::Point,
        };
        let (by_places, dates) = (by_places(&limits), dates(&limits));
        Some(Box::new(Within { dates, limits, kind: column.kind.kind(), mark, by_places }))
    }
}

struct Within {
    limits: Vec<(Limit, Value<'static>)>,
    kind: Kind,
    mark: DecimalMark,
    /// The least and greatest number as integers, for numbers with 0, 1, 2, … decimal places.
    by_places: Option<[(i128, i128); QUICK_PLACES]>,
    /// The first and the last date.
    dates: Option<(Date, Date)>,
}

/// Numbers with fewer decimal places are compared as integers.
const QUICK_PLACES: usize = 8;

fn dates(limits: &[(Limit, Value<'static>)]) -> Option<(Date, Date)> {
    let (mut first, mut last) = (Date::MIN, Date::MAX);
    for (limit, value) in limits {
        let Value::Date(date) = value else { return None };
        match limit.side {
            Side::AtLeast => first = first.max(*date),
            Side::Above => first = first.max(date.tomorrow().ok()?),
            Side::AtMost => last = last.min(*date),
            Side::Below => last = last.min(date.yesterday().ok()?),
        }
    }
    Some((first, last))
}

fn by_places(limits: &[(Limit, Value<'static>)]) -> Option<[(i128, i128); QUICK_PLACES]> {
    let mut bounds = [(i128::MIN, i128::MAX); QUICK_PLACES];
    for (limit, value) in limits {
        let Value::Number(number) = value else { return None };
        for (places, (least, greatest)) in bounds.iter_mut().enumerate() {
            let scaled = number.checked_mul(Decimal::from(10_u32.pow(places as u32)))?;
            let (floor, ceil) = (scaled.floor().to_i128()?, scaled.ceil().to_i128()?);
            match limit.side {
                Side::AtLeast => *least = ceil.max(*least),
                Side::Above => *least = (floor + 1).max(*least),
                Side::AtMost => *greatest = floor.min(*greatest),
                Side::Below => *greatest = (ceil - 1).min(*greatest),
            }
        }
    }
    Some(bounds)
}

fn holds(side: Side, value: &Value<'_>, bound: &Value<'_>) -> bool {
    value.compare(bound).is_none_or(|order| match side {
        Side::AtLeast => order.is_ge(),
        Side::AtMost => order.is_le(),
        Side::Above => order.is_gt(),
        Side::Below => order.is_lt(),
    })
}

impl CellCheck for Within {
    fn passes(&self, _: &str, value: &Value<'_>) -> bool {
        if let (Some(by_places), Value::Number(number)) = (&self.by_places, value)
            && let Some((least, greatest)) = by_places.get(number.scale() as usize)
        {
            return (*least..=*greatest).contains(&number.mantissa());
        }
        if let (Some((first, last)), Value::Date(date)) = (&self.dates, value) {
            return first <= date && date <= last;
        }
        self.limits.iter().all(|(limit, bound)| holds(limit.side, value, bound))
    }

    fn passes_number(&self, text: &str, mantissa: i64, places: u32) -> bool {
        match self.by_places.as_ref().and_then(|by_places| by_places.get(places as usize)) {
            Some((least, greatest)) => (*least..=*greatest).contains(&i128::from(mantissa)),
            None => self.passes(text, &Value::Number(Decimal::new(mantissa, places))),
        }
    }

    fn explain(&self, _: &str, value: &Value<'_>) -> CellProblem {
        let broken = self.limits.iter().find(|(limit, bound)| !holds(limit.side, value, bound));
        let Some((limit, bound)) = broken else {
            return CellProblem::new(&codes::ABOVE_MAXIMUM, "out of range.");
        };
        let code = match limit.side {
            Side::AtLeast | Side::Above => &codes::BELOW_MINIMUM,
            Side::AtMost | Side::Below => &codes::ABOVE_MAXIMUM,
        };
        let today = if limit.bound.is_none() { format!(" ({})", bound.written()) } else { String::new() };
        let (negated, words) = limit_parts(limit, self.kind, self.mark);
        let be = if negated { "should not be" } else { "should be" };
        CellProblem::new(code, format!("it {be} {words}{today}."))
            .expecting(Expected::Limit(limit_words(limit, self.kind, self.mark)))
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn the_quick_way_and_the_exact_way_agree() {
        let numbers = [
            "-90",
            "-90.00001",
            "-0.5",
            "-0.4999999999",
            "0",
            "0.49",
            "0.5",
            "0.51",
            "90",
            "90.0000001",
            "1000000000000",
        ];
        let decimal = |text: &str| Value::Number(text.parse::<Decimal>().unwrap());
        for side in [Side::AtLeast, Side::AtMost, Side::Above, Side::Below] {
            for bound in ["-90", "0.5", "0", "-0.5", "90.00001"] {
                let limits = vec![(Limit { side, bound: Some(decimal(bound)) }, decimal(bound))];
                let by_places = by_places(&limits);
                assert!(by_places.is_some());
                let check = Within { limits, kind: Kind::Number, mark: DecimalMark::Point, by_places, dates: None };
                for number in numbers {
                    let value = decimal(number);
                    assert_eq!(
                        check.passes(number, &value),
                        holds(side, &value, &decimal(bound)),
                        "{number} {side:?} {bound}"
                    );
                }
            }
        }
    }
}
