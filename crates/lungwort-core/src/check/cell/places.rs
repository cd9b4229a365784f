//! The number has few enough digits after its decimal mark.

use super::{CellCheck, Found, Surroundings};
use crate::cell::Value;
use crate::cell::number::{DecimalMark, places_written};
use crate::finding::{Repair, codes::value as codes};
use crate::rulebook::{Column, ColumnType};

struct Places {
    most: u32,
    mark: DecimalMark,
}

pub fn make<'r>(column: &'r Column, _: Surroundings<'_>) -> Option<Box<dyn CellCheck + 'r>> {
    match (column.places, &column.kind) {
        (Some(most), ColumnType::Decimal(mark)) => Some(Box::new(Places { most, mark: *mark })),
        _ => None,
    }
}

impl CellCheck for Places {
    fn passes(&self, text: &str, _: &Value<'_>) -> bool {
        places_written(text, self.mark) <= self.most as usize
    }

    fn passes_number(&self, _: &str, _: i64, places: u32) -> bool {
        places <= self.most
    }

    fn explain(&self, text: &str, value: &Value<'_>) -> Found {
        let found = places_written(text, self.mark);
        let message = format!("it has {found} decimal places, and at most {} are taken.", self.most);
        let repair = match value {
            Value::Number(number) => {
                let rounded =
                    number.round_dp_with_strategy(self.most, rust_decimal::RoundingStrategy::MidpointAwayFromZero);
                let written = self.mark.write(rounded);
                // Zeros at the end can go without changing the number; anything else is rounding.
                if rounded == *number { Repair::safe(written) } else { Repair::likely(written) }
            }
            _ => None,
        };
        Found::new(&codes::TOO_MANY_PLACES, message).with(repair)
    }
}
