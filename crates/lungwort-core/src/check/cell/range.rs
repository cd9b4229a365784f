//! The value lies within limits.

use jiff::civil::Date;
use rust_decimal::Decimal;
use rust_decimal::prelude::ToPrimitive;

use super::{CellCheck, Found, Surroundings};
use crate::cell::number::DecimalMark;
use crate::cell::{Kind, Value};
use crate::finding::codes::value as codes;
use crate::rulebook::guide::limit_words;
use crate::rulebook::model::{Limit, Side};
use crate::rulebook::{Column, ColumnType};

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

pub fn make<'r>(column: &'r Column, surroundings: Surroundings<'_>) -> Option<Box<dyn CellCheck + 'r>> {
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

    fn explain(&self, _: &str, value: &Value<'_>) -> Found {
        let broken = self.limits.iter().find(|(limit, bound)| !holds(limit.side, value, bound));
        let Some((limit, bound)) = broken else {
            return Found::new(&codes::ABOVE_MAXIMUM, "out of range.");
        };
        let code = match limit.side {
            Side::AtLeast | Side::Above => &codes::BELOW_MINIMUM,
            Side::AtMost | Side::Below => &codes::ABOVE_MAXIMUM,
        };
        let today = if limit.bound.is_none() { format!(" ({})", bound.written()) } else { String::new() };
        let words = limit_words(limit, self.kind, self.mark);
        let asked = match words.strip_prefix("not ") {
            Some(words) => format!("it should not be {words}"),
            None => format!("it should be {words}"),
        };
        Found::new(code, format!("{asked}{today}."))
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
