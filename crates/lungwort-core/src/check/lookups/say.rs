//! What is said where a look-up came to nothing.

use std::sync::Arc;

use super::{Indexed, LookedIn, holds};
use crate::cell::shown::{clipped, quoted};
use crate::check::rows::RowValues;
use crate::condition::{Condition, Labels, Row, Slot, Truth};
use crate::finding::codes::lookup as codes;
use crate::finding::ranges::thousands;
use crate::finding::{CellProblem, Correction, Problem, Severity};
use crate::limits::{SEVERAL_LOOKED_AT, WRONG_IN_CELL};
use crate::rulebook::listed;
use crate::rulebook::model::{ListOf, LookupKey};
use crate::rulebook::written::WrittenNone;
use crate::steps;

/// Rows that are named where several are found.
const NAMED: usize = 4;
/// Columns by which they are distinguished.
const TELLING: usize = 3;

impl LookedIn<'_> {
    /// What is looked in, behind "it is not": `in the list donors`.
    fn place(&self) -> String {
        match &self.lookup.list {
            ListOf::Reference { name, .. } => format!("in the list {name}"),
            ListOf::Sheet(_, name) => format!("on the sheet {name}"),
            ListOf::Existing(_) => "among the existing records".to_owned(),
            ListOf::Answers(_) => "among the answers".to_owned(),
        }
    }

    /// The further columns of a key with their values: `with Last name "Lee"`.
    fn further(&self, key: &LookupKey, row: &RowValues<'_, '_>) -> String {
        let parts = key.own.iter().zip(&key.theirs).skip(1).map(|(own, theirs)| {
            let value = row.value(Slot::Column(*own)).written();
            format!("{} {}", self.lookup.columns.heading(*theirs), quoted(&value))
        });
        let parts: Vec<String> = parts.collect();
        if parts.is_empty() { String::new() } else { format!("with {} ", listed(&parts, "and")) }
    }

    pub(super) fn not_found(
        &self,
        table: &Indexed,
        key: usize,
        row: &RowValues<'_, '_>,
        separator: Option<&str>,
    ) -> CellProblem {
        let of = &self.lookup.keys[key];
        let text = row.value(Slot::Column(of.own[0])).written();
        if let Some(sign) = separator.filter(|sign| text.contains(*sign)) {
            return self.parts_not_found(table, key, &text, sign);
        }
        let today = row.today();
        let counts = |at: usize| match &self.lookup.only {
            Some(only) => holds(self.lookup, &table.table, at, only, today) == Truth::True,
            None => true,
        };
        let near = table.near.row(&table.table, of, &text, &counts);
        let near = near.map(|at| table.table.cell(at, of.theirs[0])).filter(|near| **near != text);
        let hint = near.map(|near| format!(" Did you mean {}?", clipped(near, 60))).unwrap_or_default();
        let given = || self.given_by(super::index::key_of_values(of, |column| row.value(Slot::Column(column))));
        let given = if key == 0 { given() } else { None };
        let given =
            given.map(|name| format!(" It was given by {}, and this side has another one for it.", clipped(name, 60)));
        let message =
            format!("{}it is not {}.{hint}{}", self.further(of, row), self.place(), given.unwrap_or_default());
        CellProblem::new(&codes::NOT_FOUND, message).with(near.and_then(Correction::likely))
    }

    /// What is said of a cell of several values, of which some are not there.
    fn parts_not_found(&self, table: &Indexed, key: usize, text: &str, sign: &str) -> CellProblem {
        let of = &self.lookup.keys[key];
        let parts: Vec<&str> = text.split(sign).map(str::trim).filter(|part| !part.is_empty()).collect();
        let index = &table.indices[key];
        let missing = parts.iter().filter(|part| index.find(super::key_of_part(of, part)).is_none());
        let mut missing: Vec<String> = missing.map(|part| quoted(part)).collect();
        let is = if missing.len() == 1 { "is" } else { "are" };
        if missing.len() > WRONG_IN_CELL {
            let more = missing.split_off(WRONG_IN_CELL - 1).len();
            missing.push(format!("{} more", thousands(more as u64)));
        }
        let count = thousands(parts.len() as u64);
        let message = format!("of its {count} values, {} {is} not {}.", listed(&missing, "and"), self.place());
        CellProblem::new(&codes::NOT_FOUND, message)
    }

    pub(super) fn several(&self, table: &Indexed, key: usize, first: u32, row: &RowValues<'_, '_>) -> CellProblem {
        let of = &self.lookup.keys[key];
        let others = table.indices[key].others(first);
        let count = others.len() + 1;
        // There may be as many of them as rows, and this is said of each row that names them.
        let looked_at = (SEVERAL_LOOKED_AT / self.lookup.columns.0.len().max(1)).max(NAMED);
        let rows = std::iter::once(first).chain(others.iter().copied()).take(looked_at);
        let rows: Vec<usize> = rows.map(|row| row as usize).collect();
        steps::count(rows.len());
        let telling = self.telling(table, of, &rows);
        let one = |at: &usize| {
            let cells = telling.iter().map(|column| match table.table.cell(*at, *column) {
                "" => format!("{} blank", self.lookup.columns.heading(*column)),
                text => format!("{} {}", self.lookup.columns.heading(*column), clipped(text, 40)),
            });
            cells.collect::<Vec<_>>().join(", ")
        };
        let mut named: Vec<String> = rows.iter().take(NAMED).map(one).collect();
        if count > NAMED {
            named.push(format!("{} more", thousands((count - NAMED) as u64)));
        }
        let which = if telling.is_empty() && rows.len() < count {
            format!(", of which the first {} are the same in all columns read", rows.len())
        } else if telling.is_empty() {
            " that are the same in all columns read".to_owned()
        } else {
            format!(": {}", named.join("; "))
        };
        let message = format!(
            "{}it names {} rows of {}{which}.",
            self.further(of, row),
            thousands(count as u64),
            self.lookup.list.words()
        );
        CellProblem::new(&codes::SEVERAL_FOUND, message)
    }

    /// The columns by which several rows are distinguished: those declared, or the first few that differ.
    fn telling(&self, table: &Indexed, of: &LookupKey, rows: &[usize]) -> Vec<usize> {
        if !self.lookup.show.is_empty() {
            return self.lookup.show.clone();
        }
        let differs = |column: &usize| {
            let first = table.table.cell(rows[0], *column);
            !of.theirs.contains(column) && rows.iter().any(|row| table.table.cell(*row, *column) != first)
        };
        (0..self.lookup.columns.0.len()).filter(differs).take(TELLING).collect()
    }

    pub(super) fn disagree(&self, table: &Indexed, key: usize, known: u32, row: &RowValues<'_, '_>) -> CellProblem {
        let of = &self.lookup.keys[key];
        let known = known as usize;
        let filled = |key: &&LookupKey| key.own.iter().all(|column| row.value(Slot::Column(*column)).is_known());
        let first = self.lookup.keys.iter().find(filled).unwrap_or(of);
        let heading = self.lookup.columns.heading(first.theirs[0]);
        let named = clipped(table.table.cell(known, first.theirs[0]), 60);
        let there: Vec<String> = of
            .theirs
            .iter()
            .map(|column| match table.table.cell(known, *column) {
                "" => format!("{} blank", self.lookup.columns.heading(*column)),
                text => format!("{} {}", self.lookup.columns.heading(*column), quoted(text)),
            })
            .collect();
        let found = table.indices[key].find(super::index::key_of_values(of, |column| row.value(Slot::Column(column))));
        let names = match found {
            Some(other) => {
                let other = clipped(table.table.cell(other as usize, first.theirs[0]), 60);
                format!("it names {heading} {other} of {}", self.lookup.list.words())
            }
            None => format!("it is not {}", self.place()),
        };
        let message = format!(
            "{}{names}, and this row names {heading} {named}, which has {} there.",
            self.further(of, row),
            listed(&there, "and")
        );
        let right = Some(table.table.cell(known, of.theirs[0])).filter(|text| !text.is_empty() && of.theirs.len() == 1);
        CellProblem::new(&codes::KEYS_DISAGREE, message).with(right.and_then(Correction::likely))
    }

    pub(super) fn not_usable(&self, table: &Indexed, must: &Condition, at: u32) -> CellProblem {
        let there: Vec<String> = must
            .columns()
            .iter()
            .map(|column| {
                let text = table.table.cell(at as usize, *column);
                let heading = self.lookup.columns.heading(*column);
                if text.is_empty() {
                    format!("{heading} is blank")
                } else {
                    format!("{heading} is {}", clipped(text, 40))
                }
            })
            .collect();
        let message = format!(
            "it is {} and may not be used: {}; there {}.",
            self.place(),
            must.say_must(&self.lookup.columns),
            listed(&there, "and")
        );
        CellProblem::new(&codes::NOT_USABLE, message)
    }

    /// A problem no more severe than the look-up makes it: of a list that is known to be a part, nothing is certain.
    pub(super) fn as_severe(&self, problem: Arc<Problem>) -> Arc<Problem> {
        let doubtful = self.lookup.none == WrittenNone::Warning || self.lookup.partial;
        if problem.code == &codes::NOT_FOUND && doubtful && problem.severity == Severity::Error {
            return Arc::new(Problem { severity: Severity::Warning, ..Problem::clone(&problem) });
        }
        problem
    }
}
