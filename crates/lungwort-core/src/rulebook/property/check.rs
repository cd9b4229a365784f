//! What one cell must fulfil, apart from its type.

use std::path::Path;

use crate::encoding::Encoding;
use jiff::civil::Date;
use rust_decimal::Decimal;

use crate::cell::Value;
use crate::finding::CellProblem;

/// What checks need to know besides their column.
#[derive(Debug, Clone, Copy)]
pub struct Surroundings<'s> {
    /// The day of the check.
    pub today: Date,
    /// The encoding that the file is required to have.
    pub encoding: Option<Encoding>,
    /// The folder that the file is in.
    pub folder: &'s Path,
}

/// One requirement of a column. `passes` is required for every cell and allocates nothing; `explain` only for cells
/// that do not pass.
pub trait CellCheck: Send + Sync {
    /// Whether the cell is as it should be. `text` has no spaces around it and is not blank.
    fn passes(&self, text: &str, value: &Value<'_>) -> bool;

    /// The same for a number of at most 18 digits, of which nobody wants the value: `mantissa` with that many places.
    fn passes_number(&self, text: &str, mantissa: i64, places: u32) -> bool {
        self.passes(text, &Value::Number(Decimal::new(mantissa, places)))
    }

    /// What is wrong with a cell that does not pass.
    fn explain(&self, text: &str, value: &Value<'_>) -> CellProblem;

    /// Whether a cell that does not pass needs no further checks, since they would only say the same again.
    fn decides(&self) -> bool {
        false
    }
}
