//! Cells that may hold several values, one after the other with a separator between.

use std::borrow::Cow;

use indexmap::IndexSet;

use super::{ColumnJudge, last_proposal};
use crate::cell::{Value, shown};
use crate::finding::codes::cell as codes;
use crate::finding::ranges::thousands;
use crate::finding::{Action, CellProblem, Correction, Severity};
use crate::limits::WRONG_IN_CELL;

/// Signs that people put between values.
const USUAL: [&str; 8] = [";", ",", "|", "/", "+", "&", "\n", "\t"];

impl ColumnJudge<'_> {
    /// Judges a cell by its parts. What is proposed is always the whole cell put in order.
    pub(super) fn each_part(&self, text: &str, sign: &str, found: &mut Vec<CellProblem>) -> Value<'static> {
        let as_written: Vec<&str> = text.split(sign).collect();
        let parts: Vec<&str> = as_written.iter().map(|part| part.trim()).collect();
        let count = parts.len();
        let mut corrected: IndexSet<String> = IndexSet::with_capacity(count);
        let mut all = Vec::new();
        let mut beyond: Option<(CellProblem, usize)> = None;
        let separator = shown::quoted(sign);
        if as_written != parts {
            let message = format!("there are spaces around {separator}, which separates values.");
            all.push(CellProblem::new(&codes::SPACES_AROUND, message).with(Correction::certain("")));
        }
        if parts.iter().any(|part| part.is_empty()) {
            let message = format!("between two {separator}, or at an end, there is no value.");
            all.push(CellProblem::new(&codes::EMPTY_PART, message).with(Correction::likely("")));
        }
        for part in parts.iter().filter(|part| !part.is_empty()) {
            let mut of_part = Vec::new();
            self.one_value(part, &mut of_part);
            let value = last_proposal(&of_part).map_or_else(|| (*part).to_owned(), |(value, _)| value);
            let mut add = |problem: CellProblem| match (&mut beyond, all.len() < WRONG_IN_CELL) {
                (_, true) => all.push(problem),
                (Some((worst, more)), _) => {
                    *more += 1;
                    // An error among them is never counted as less.
                    if problem.code.severity == Severity::Error && worst.code.severity != Severity::Error {
                        *worst = problem;
                    }
                }
                (none, _) => *none = Some((problem, 1)),
            };
            of_part.into_iter().for_each(|each| {
                let message =
                    format!("of its {} values, {}: {}", thousands(count as u64), shown::quoted(part), each.message);
                add(CellProblem { message, ..each });
            });
            if corrected.contains(&value) {
                let message = format!("{} is in it twice.", shown::quoted(&value));
                add(CellProblem::new(&codes::REPEATED_PART, message).with(Correction::likely("")));
            } else if !value.is_empty() {
                corrected.insert(value);
            }
        }
        all.extend(beyond.map(|(last, more)| match more {
            1 => last,
            _ => {
                let message = format!(
                    "of its {} values, {} more are wrong too.",
                    thousands(count as u64),
                    thousands(more as u64)
                );
                CellProblem { message, ..last }
            }
        }));
        // The cell is corrected as a whole, so that it does not matter with which of its values one begins.
        let whole = corrected.into_iter().collect::<Vec<_>>().join(sign);
        for each in &mut all {
            let correction = each.correction.take();
            each.correction =
                correction.map(|correction| Correction { action: Action::SetCell(whole.clone()), ..correction });
        }
        found.extend(all);
        Value::Text(Cow::Owned(text.to_owned()))
    }

    /// Values that the column takes, with another sign between than the one required.
    pub(super) fn other_separator(&self, text: &str, sign: &str) -> Option<CellProblem> {
        if self.takes(text) {
            return None;
        }
        let others = USUAL.iter().filter(|other| **other != sign && text.contains(**other));
        let parts =
            others.map(|other| text.split(*other).map(str::trim).filter(|part| !part.is_empty()).collect::<Vec<_>>());
        let parts = parts.into_iter().find(|parts| parts.len() > 1 && parts.iter().all(|part| self.takes(part)))?;
        let whole = parts.join(sign);
        let message =
            format!("these are {} values, and {} is required between them.", parts.len(), shown::quoted(sign));
        Some(
            CellProblem::new(&codes::WRONG_SEPARATOR, message)
                .required_by("separator")
                .with(Correction::certain(whole)),
        )
    }
}
