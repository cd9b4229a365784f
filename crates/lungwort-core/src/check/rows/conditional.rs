//! What a chunk's rows must fulfil over more than one cell: conditions, lists that depend on other cells, rules,
//! samples, values that may stand only once, figures.

use std::sync::Arc;

use crate::cell::Value;
use crate::check::column::RightPairs;
use crate::check::rows::chunk::ChunkJudge;
use crate::check::rows::result::{ChunkResult, FIRST_CELL, FIRST_RULE, RowFinding, whole_row};
use crate::check::rows::{RowValues, Values};
use crate::check::rules;
use crate::check::shape::Shaped;
use crate::condition::Truth;
use crate::finding::CellProblem;
use crate::finding::Problem;
use crate::finding::codes::value as value_codes;
use crate::intake::Chunk;

impl ChunkJudge<'_, '_> {
    /// Cells that must be filled, or blank, under a condition.
    pub(crate) fn conditional_cells(
        &self,
        shaped: &Shaped,
        rows: &[usize],
        values: &Values<'_>,
        out: &mut ChunkResult,
    ) {
        let (sheet, chunk) = (self.sheet.sheet, &shaped.chunk);
        let in_header = |index: usize| sheet.record.as_ref().is_some_and(|record| record.header.contains(&index));
        for (index, judge) in self.sheet.columns.iter().enumerate() {
            let column = judge.column();
            let Some(field) = self.header.field_of[index] else {
                continue;
            };
            for (condition, wants_blank) in [(&column.required_when, false), (&column.blank_when, true)] {
                let Some(condition) = condition.as_ref().filter(|condition| self.has_all(condition.columns())) else {
                    continue;
                };
                let when = condition.say(self.sheet.sheet);
                let always = column.is_never_filled();
                let problem = judge.problem(match wants_blank {
                    true if always => CellProblem::new(&value_codes::BLANK_WHEN, "must be left blank."),
                    true => CellProblem::new(&value_codes::BLANK_WHEN, format!("must be blank where {when}.")),
                    false => CellProblem::new(
                        &value_codes::MISSING_WHEN,
                        format!("is blank; it must be filled where {when}."),
                    ),
                });
                let own_row = |row: usize| !in_header(index) || !shaped.continues(row);
                for (at, &row) in rows.iter().enumerate() {
                    let row_values = RowValues { values, at };
                    if !own_row(row) || !shaped.concerns(sheet, row, &[index]) {
                        continue;
                    }
                    if row_values.is_filled(index) == wants_blank && condition.judge(&row_values) == Truth::True {
                        let order = FIRST_CELL + field as u32;
                        let value = (!wants_blank).then(|| Box::from(chunk.text(chunk.cell(row, field))));
                        out.findings.push(RowFinding {
                            order,
                            field: Some(field),
                            value,
                            ..whole_row(row, Arc::clone(&problem))
                        });
                    }
                }
            }
        }
    }

    fn has_all(&self, columns: &[usize]) -> bool {
        columns.iter().all(|column| self.header.field_of[*column].is_some())
    }

    pub(crate) fn dependent_lists(&self, chunk: &Chunk, rows: &[usize], values: &Values<'_>, out: &mut ChunkResult) {
        for (index, judge) in self.sheet.columns.iter().enumerate() {
            let Some(allowed) = judge.column().allowed.as_ref() else {
                continue;
            };
            let Some(dependent) = allowed.dependent.as_ref().filter(|dependent| self.has_all(&dependent.columns))
            else {
                continue;
            };
            let Some(field) = self.header.field_of[index] else {
                continue;
            };
            let text = |column: usize, at: usize| match values.typed[column].get(at) {
                Some(Value::Text(text)) => Some(text.as_ref()),
                _ => None,
            };
            let mut pairs = RightPairs::default();
            for (at, &row) in rows.iter().enumerate() {
                let Some(value) = text(index, at) else { continue };
                if let [other] = dependent.columns.as_slice()
                    && let Some(other) = text(*other, at)
                    && pairs.is_right(other, value, || dependent.goes_with([other].into_iter(), value))
                {
                    continue;
                }
                if dependent.columns.iter().any(|column| text(*column, at).is_none()) {
                    continue;
                }
                let others = || dependent.columns.iter().filter_map(|column| text(*column, at));
                if dependent.goes_with(others(), value) {
                    continue;
                }
                let problem = self.not_together(index, dependent, &others().collect::<Vec<_>>(), value);
                let order = FIRST_CELL + field as u32;
                let raw = chunk.text(chunk.cell(row, field));
                out.findings.push(RowFinding {
                    order,
                    field: Some(field),
                    value: Some(raw.into()),
                    ..whole_row(row, problem)
                });
            }
        }
    }

    fn not_together(
        &self,
        index: usize,
        dependent: &crate::rulebook::list::Dependent,
        others: &[&str],
        value: &str,
    ) -> Arc<Problem> {
        let headings = dependent.columns.iter().map(|column| &self.sheet.sheet.columns[*column].heading);
        let with: Vec<String> = headings
            .zip(others)
            .map(|(heading, other)| format!("{heading} {}", crate::cell::shown::clipped(other, 40)))
            .collect();
        let with = crate::rulebook::listed(&with, "and");
        let fitting = dependent.values_for(others.iter().copied());
        let hint = match fitting {
            [] => format!("nothing on the list goes with {with}"),
            few if few.len() <= 4 => format!(
                "with {with} goes {}",
                crate::rulebook::listed(&few.iter().map(|each| each.to_string()).collect::<Vec<_>>(), "or")
            ),
            many => format!("it is none of the {} values that go with {with}", many.len()),
        };
        let near = crate::cell::fold::nearest(value, fitting.iter().take(200).map(|each| &**each));
        let correction = near.and_then(crate::finding::Correction::likely);
        let message = format!("is {}, which does not go with {with}: {hint}.", crate::cell::shown::quoted(value));
        self.sheet.columns[index].problem(CellProblem::new(&value_codes::OFF_LIST_HERE, message).with(correction))
    }

    pub(crate) fn rules(&self, shaped: &Shaped, rows: &[usize], values: &Values<'_>, out: &mut ChunkResult) {
        for (number, rule) in self.sheet.sheet.rules.iter().enumerate() {
            let mut named = rule.form.columns();
            named.extend(rule.when.iter().flat_map(|when| when.columns()));
            if !self.has_all(&named) {
                continue;
            }
            for (at, &row) in rows.iter().enumerate() {
                if !shaped.concerns(self.sheet.sheet, row, &named) {
                    continue;
                }
                let row_values = RowValues { values, at };
                let Some(broken) = rules::judge(self.sheet, number, row_values) else {
                    continue;
                };
                let message = rules::message(self.sheet, number, &broken, row_values);
                let problem = self.sheet.rule_problem(number, broken.code, message);
                let order = FIRST_RULE + number as u32;
                // What a row has from the header of its record is not in the row.
                let header = self.sheet.sheet.record.as_ref().filter(|_| shaped.continues(row));
                let is_own = |column: &usize| header.is_none_or(|record| !record.header.contains(column));
                let own = std::iter::once(broken.column).chain(named.iter().copied()).find(is_own);
                out.findings.push(RowFinding {
                    order,
                    field: self.header.field_of[own.unwrap_or(broken.column)],
                    ..whole_row(row, problem)
                });
            }
        }
    }
}
