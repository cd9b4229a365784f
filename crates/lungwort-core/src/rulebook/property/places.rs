//! The number has few enough digits after its decimal mark.

use super::{CellCheck, Column, Compiling, Property, Surroundings, WrittenColumn};
use crate::cell::Value;
use crate::cell::number::{DecimalMark, places_written};
use crate::rulebook::Sheet;
use crate::finding::{CellProblem, Correction, codes::value as codes};
use crate::rulebook::ColumnType;

pub(super) fn compile(on: &mut Compiling<'_>, written: &WrittenColumn) -> Option<u32> {
    if written.places.is_some() && !matches!(on.kind, ColumnType::Decimal(_)) {
        on.error("places", "places go with type = \"decimal\"");
    }
    written.places
}

pub(super) struct This;

pub(super) static PROPERTY: This = This;

impl Property for This {
    fn keys(&self) -> &'static [&'static str] {
        &["places"]
    }

    fn words(&self, _: &Sheet, column: &Column) -> Vec<String> {
        let plural = |places: u32| if places == 1 { "" } else { "s" };
        column
            .places
            .iter()
            .map(|places| format!("at most {places} decimal place{}", plural(*places)))
            .collect()
    }

    fn toml(&self, _: &Sheet, column: &Column) -> Vec<(&'static str, String)> {
        column.places.iter().map(|places| ("places", places.to_string())).collect()
    }

    fn check<'r>(&self, column: &'r Column, _: Surroundings<'_>) -> Option<Box<dyn CellCheck + 'r>> {
        match (column.places, &column.kind) {
            (Some(most), ColumnType::Decimal(mark)) => Some(Box::new(Places { most, mark: *mark })),
            _ => None,
        }
    }
}

struct Places {
    most: u32,
    mark: DecimalMark,
}

impl CellCheck for Places {
    fn passes(&self, text: &str, _: &Value<'_>) -> bool {
        places_written(text, self.mark) <= self.most as usize
    }

    fn passes_number(&self, _: &str, _: i64, places: u32) -> bool {
        places <= self.most
    }

    fn explain(&self, text: &str, value: &Value<'_>) -> CellProblem {
        let found = places_written(text, self.mark);
        let message = format!("it has {found} decimal places, and at most {} are allowed.", self.most);
        let correction = match value {
            Value::Number(number) => {
                let rounded =
                    number.round_dp_with_strategy(self.most, rust_decimal::RoundingStrategy::MidpointAwayFromZero);
                let written = self.mark.write(rounded);
                // Zeros at the end can go without changing the number; anything else is rounding.
                if rounded == *number { Correction::certain(written) } else { Correction::likely(written) }
            }
            _ => None,
        };
        CellProblem::new(&codes::TOO_MANY_PLACES, message).with(correction)
    }
}
