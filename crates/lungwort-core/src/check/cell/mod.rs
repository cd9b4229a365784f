//! What one cell must fulfil, apart from its type: one file a check, one line each in [`CHECKS`].

mod allowed;
mod attachment;
mod case;
mod characters;
mod encodable;
mod format;
mod formula;
mod length;
mod pattern;
mod places;
mod range;

use std::path::Path;

use encoding_rs::Encoding;
use jiff::civil::Date;
use rust_decimal::Decimal;

use crate::cell::Value;
use crate::finding::{Code, Repair};
use crate::rulebook::Column;

/// What was found in a cell. The message completes "Heading is "value": …".
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Found {
    /// The code.
    pub code: &'static Code,
    /// What was expected and what to do.
    pub message: String,
    /// The proposed value.
    pub repair: Option<Repair>,
}

impl Found {
    /// A finding without a repair.
    pub fn new(code: &'static Code, message: impl Into<String>) -> Found {
        Found { code, message: message.into(), repair: None }
    }

    /// The same with a repair.
    pub fn with(self, repair: Option<Repair>) -> Found {
        Found { repair, ..self }
    }
}

/// What checks need to know besides their column.
#[derive(Debug, Clone, Copy)]
pub struct Surroundings<'s> {
    /// The day of the check.
    pub today: Date,
    /// The encoding that the file is asked to have.
    pub encoding: Option<&'static Encoding>,
    /// The folder that the file is in.
    pub folder: &'s Path,
}

/// One requirement of a column. `passes` is asked for every cell and allocates nothing; `explain` only for cells
/// that do not pass.
pub trait CellCheck: Send + Sync {
    /// Whether the cell is as it should be. `text` has no spaces around it and is not blank.
    fn passes(&self, text: &str, value: &Value<'_>) -> bool;

    /// The same for a number of at most 18 digits, of which nobody wants the value: `mantissa` with that many places.
    fn passes_number(&self, text: &str, mantissa: i64, places: u32) -> bool {
        self.passes(text, &Value::Number(Decimal::new(mantissa, places)))
    }

    /// What is wrong with a cell that does not pass.
    fn explain(&self, text: &str, value: &Value<'_>) -> Found;

    /// Whether a cell that does not pass needs no further checks, since they would only say the same again.
    fn decides(&self) -> bool {
        false
    }
}

/// Makes the check where the column asks for it.
type Maker = for<'r> fn(&'r Column, Surroundings<'_>) -> Option<Box<dyn CellCheck + 'r>>;

/// Every check, in the order in which they are asked.
const CHECKS: &[Maker] = &[
    allowed::make,
    format::make,
    case::make,
    pattern::make,
    characters::make,
    length::make,
    range::make,
    places::make,
    encodable::make,
    attachment::make,
    formula::make,
];

/// The checks that a column asks for.
pub fn checks_for<'r>(column: &'r Column, surroundings: Surroundings<'_>) -> Vec<Box<dyn CellCheck + 'r>> {
    CHECKS.iter().filter_map(|make| make(column, surroundings)).collect()
}
