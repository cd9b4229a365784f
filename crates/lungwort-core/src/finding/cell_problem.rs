//! What is wrong with a cell, a row or a file, before it is known where it is reported.

use super::{Code, Correction, Expected};

/// What was found in a cell. The message completes "Heading is "value": …".
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct CellProblem {
    /// The code.
    pub code: &'static Code,
    /// What was expected and what to do.
    pub message: String,
    /// What was expected, as a part by itself.
    pub expected: Option<Expected>,
    /// What would put it right.
    pub correction: Option<Correction>,
    /// The key of the rulebook that requires it.
    pub required_by: Option<&'static str>,
}

impl CellProblem {
    /// A finding without a correction.
    pub fn new(code: &'static Code, message: impl Into<String>) -> CellProblem {
        CellProblem { code, message: message.into(), expected: None, correction: None, required_by: None }
    }

    /// The same with a correction.
    pub fn with(self, correction: Option<Correction>) -> CellProblem {
        CellProblem { correction, ..self }
    }

    /// The same with the key of the rulebook that requires it.
    pub fn required_by(self, key: &'static str) -> CellProblem {
        CellProblem { required_by: Some(key), ..self }
    }

    /// The same with what was expected.
    pub fn expecting(self, expected: Expected) -> CellProblem {
        CellProblem { expected: Some(expected), ..self }
    }
}
