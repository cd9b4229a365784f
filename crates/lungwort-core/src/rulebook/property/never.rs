//! Patterns that a value must not match.

use regex::Regex;

use super::pattern::{said, written_as_toml};
use super::{CellCheck, Column, Compiling, Property, Surroundings, WrittenColumn};
use crate::cell::Value;
use crate::finding::codes::value as codes;
use crate::finding::{CellProblem, Expected};
use crate::rulebook::Sheet;
use crate::rulebook::model::Pattern;

pub(super) fn compile(on: &mut Compiling<'_>, written: &WrittenColumn) -> Vec<Pattern> {
    on.patterns("never", &written.never)
}

pub(super) struct This;

pub(super) static PROPERTY: This = This;

impl Property for This {
    fn keys(&self) -> &'static [&'static str] {
        &["never"]
    }

    fn words(&self, _: &Sheet, column: &Column) -> Vec<String> {
        column.never.iter().map(|pattern| format!("never {}", said(pattern))).collect()
    }

    fn toml(&self, _: &Sheet, column: &Column) -> Vec<(&'static str, String)> {
        written_as_toml(&column.never).map(|value| ("never", value)).into_iter().collect()
    }

    fn check<'r>(&self, column: &'r Column, _: Surroundings<'_>) -> Option<Box<dyn CellCheck + 'r>> {
        (!column.never.is_empty()).then(|| Box::new(Never(&column.never)) as Box<dyn CellCheck>)
    }
}

struct Never<'r>(&'r [Pattern]);

impl CellCheck for Never<'_> {
    fn passes(&self, text: &str, _: &Value<'_>) -> bool {
        let matches = |regex: &Regex| regex.is_match(text);
        !self.0.iter().any(|pattern| matches(&pattern.regex))
    }

    fn explain(&self, text: &str, _: &Value<'_>) -> CellProblem {
        let broken = self.0.iter().find(|pattern| pattern.regex.is_match(text)).map(said).unwrap_or_default();
        let message = format!("it must not be {broken}.");
        CellProblem::new(&codes::WRONG_PATTERN, message).expecting(Expected::Pattern(format!("not {broken}")))
    }
}
