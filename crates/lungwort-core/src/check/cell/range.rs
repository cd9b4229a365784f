//! The value lies within limits.

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
}

pub fn make<'r>(column: &'r Column, surroundings: Surroundings<'_>) -> Option<Box<dyn CellCheck + 'r>> {
    if column.limits.is_empty() {
        return None;
    }
    let limits = column.limits.iter().map(|limit| (limit.clone(), limit.value(surroundings.today))).collect();
    let mark = match &column.kind {
        ColumnType::Whole(mark) | ColumnType::Decimal(mark) => *mark,
        _ => DecimalMark::Point,
    };
    Some(Box::new(Within { limits, kind: column.kind.kind(), mark }))
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
        self.limits.iter().all(|(limit, bound)| holds(limit.side, value, bound))
    }

    fn explain(&self, _: &str, value: &Value<'_>) -> Found {
        let broken = self.limits.iter().find(|(limit, bound)| !holds(limit.side, value, bound));
        let Some((limit, bound)) = broken else { return Found::new(&codes::ABOVE_MAXIMUM, "out of range.") };
        let code = match limit.side {
            Side::AtLeast | Side::Above => &codes::BELOW_MINIMUM,
            Side::AtMost | Side::Below => &codes::ABOVE_MAXIMUM,
        };
        let today = if limit.bound.is_none() { format!(" ({})", bound.written()) } else { String::new() };
        Found::new(code, format!("it should be {}{today}.", limit_words(limit, self.kind, self.mark)))
    }
}
