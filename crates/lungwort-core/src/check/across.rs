//! What a batch's rows must fulfil over more than one cell: conditions, lists that depend on other cells, rules,
//! samples, values that may stand only once, figures.

use std::sync::Arc;

use super::batch::{BatchJudge, FIRST_CELL, FIRST_RULE, InBatch, Judgement, OnceOnly, OnceOnlyList, whole_row};
use super::cell::Found;
use super::rows::{RowValues, UniqueSet, Values};
use super::rules;
use super::verdicts::file_verdict;
use crate::cell::Value;
use crate::condition::{Tally, Truth};
use crate::finding::Verdict;
use crate::finding::codes::{template as template_codes, value as value_codes};
use crate::intake::Batch;
use crate::rulebook::list::{joined_hash, text_hash};

impl BatchJudge<'_, '_> {
    /// Cells that must be filled, or blank, under a condition.
    pub(super) fn conditional_cells(&self, rows: &[usize], values: &Values<'_>, out: &mut Judgement) {
        for (index, judge) in self.sheet.columns.iter().enumerate() {
            let column = judge.column();
            let Some(field) = self.head.field_of[index] else {
                continue;
            };
            for (condition, wants_blank) in [(&column.required_when, false), (&column.blank_when, true)] {
                let Some(condition) = condition.as_ref().filter(|condition| self.has_all(condition.columns())) else {
                    continue;
                };
                let when = condition.say(self.sheet.sheet);
                let verdict = judge.verdict_on(match wants_blank {
                    true => Found::new(&value_codes::BLANK_WHEN, format!("must be blank where {when}.")),
                    false => {
                        Found::new(&value_codes::MISSING_WHEN, format!("is blank; it must be filled where {when}."))
                    }
                });
                for (at, &row) in rows.iter().enumerate() {
                    let row_values = RowValues { values, at };
                    if row_values.is_filled(index) == wants_blank && condition.judge(&row_values) == Truth::True {
                        let order = FIRST_CELL + field as u32;
                        let value = (!wants_blank).then(|| Box::from(""));
                        out.findings.push(InBatch {
                            order,
                            field: Some(field),
                            value,
                            ..whole_row(row, Arc::clone(&verdict))
                        });
                    }
                }
            }
        }
    }

    fn has_all(&self, columns: &[usize]) -> bool {
        columns.iter().all(|column| self.head.field_of[*column].is_some())
    }

    pub(super) fn dependent_lists(&self, batch: &Batch, rows: &[usize], values: &Values<'_>, out: &mut Judgement) {
        for (index, judge) in self.sheet.columns.iter().enumerate() {
            let Some(allowed) = judge.column().allowed.as_ref() else {
                continue;
            };
            let Some(dependent) = allowed.dependent.as_ref().filter(|dependent| self.has_all(&dependent.columns))
            else {
                continue;
            };
            let Some(field) = self.head.field_of[index] else {
                continue;
            };
            let text = |column: usize, at: usize| match values.typed[column].get(at) {
                Some(Value::Text(text)) => Some(text.as_ref()),
                _ => None,
            };
            for (at, &row) in rows.iter().enumerate() {
                let Some(value) = text(index, at) else { continue };
                if dependent.columns.iter().any(|column| text(*column, at).is_none()) {
                    continue;
                }
                let others = || dependent.columns.iter().filter_map(|column| text(*column, at));
                if dependent.goes_with(others(), value) {
                    continue;
                }
                let verdict = self.not_together(index, dependent, &others().collect::<Vec<_>>(), value);
                let order = FIRST_CELL + field as u32;
                let raw = batch.text(batch.cell(row, field));
                out.findings.push(InBatch {
                    order,
                    field: Some(field),
                    value: Some(raw.into()),
                    ..whole_row(row, verdict)
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
    ) -> Arc<Verdict> {
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
        let repair = near.and_then(crate::finding::Repair::likely);
        let message = format!("is {}, which does not go with {with}: {hint}.", crate::cell::shown::quoted(value));
        self.sheet.columns[index].verdict_on(Found::new(&value_codes::OFF_LIST_HERE, message).with(repair))
    }

    pub(super) fn rules(&self, rows: &[usize], values: &Values<'_>, out: &mut Judgement) {
        for (number, rule) in self.sheet.sheet.rules.iter().enumerate() {
            let named = rule.when.iter().flat_map(|when| when.columns()).chain(rule.form.columns());
            if !self.has_all(&named.copied().collect::<Vec<_>>()) {
                continue;
            }
            for (at, &row) in rows.iter().enumerate() {
                let row_values = RowValues { values, at };
                let Some(broken) = rules::judge(self.sheet, number, row_values) else {
                    continue;
                };
                let message = rules::message(self.sheet, number, &broken, row_values);
                let verdict = self.sheet.rule_verdict(number, broken.code, message);
                let order = FIRST_RULE + number as u32;
                out.findings.push(InBatch {
                    order,
                    field: self.head.field_of[broken.column],
                    ..whole_row(row, verdict)
                });
            }
        }
    }

    /// Rows that are the template's own examples.
    pub(super) fn samples(&self, batch: &Batch, rows: &[usize], out: &mut Judgement) {
        let sheet = self.sheet.sheet;
        let examples: Vec<(usize, &str)> = sheet
            .columns
            .iter()
            .zip(&self.head.field_of)
            .filter_map(|(column, field)| Some(((*field)?, column.example.as_deref()?)))
            .collect();
        if examples.len() < 3 && sheet.sample_keys.is_empty() {
            return;
        }
        let text = |row: usize, field: usize| batch.text(batch.cell(row, field));
        let key = sheet.key.first().and_then(|column| self.head.field_of[*column]);
        for &row in rows {
            let by_key = !sheet.sample_keys.is_empty()
                && key.is_some_and(|field| sheet.sample_keys.iter().any(|sample| sample == text(row, field)));
            let by_cells = examples.len() >= 3 && examples.iter().all(|(field, example)| text(row, *field) == *example);
            if by_key || by_cells {
                out.sample_rows += 1;
                // What else may be wrong with an example is nobody's concern.
                out.findings.retain(|finding| finding.row != row);
                let message = "this is an example that came with the template.";
                let verdict = file_verdict(
                    &template_codes::SAMPLE_ROW,
                    "The row",
                    Found::new(&template_codes::SAMPLE_ROW, message),
                );
                out.findings.push(whole_row(row, verdict));
            }
        }
    }

    pub(super) fn once_only(&self, batch: &Batch, rows: &[usize], values: &Values<'_>, out: &mut Judgement) {
        for set in &self.sheet.uniques {
            let named = set.when.iter().flat_map(|when| when.columns()).chain(&set.columns);
            let mut list = OnceOnlyList::default();
            if self.has_all(&named.copied().collect::<Vec<_>>()) {
                list.values.reserve(rows.len());
                self.once_only_set(batch, rows, values, set, &mut list);
            }
            out.once_only.push(list);
        }
    }

    fn once_only_set(
        &self,
        batch: &Batch,
        rows: &[usize],
        values: &Values<'_>,
        set: &UniqueSet<'_>,
        list: &mut OnceOnlyList,
    ) {
        let mut ascends = matches!((set.columns.as_slice(), set.across), ([_], false));
        let mut ends: Option<(&str, &str)> = None;
        for (at, &row) in rows.iter().enumerate() {
            if !set.when.is_none_or(|when| when.judge(&RowValues { values, at }) == Truth::True) {
                continue;
            }
            let text = |column: usize| match values.typed[column].get(at) {
                Some(Value::Text(text)) => Some(text.as_ref()),
                Some(Value::Blank) | None => None,
                Some(_) => self.head.field_of[column].map(|field| batch.text(batch.cell(row, field)).trim()),
            };
            if set.across {
                list.values.extend(
                    set.columns
                        .iter()
                        .filter_map(|column| Some(OnceOnly { row, column: *column, hash: text_hash(text(*column)?) })),
                );
            } else if let [column] = set.columns.as_slice() {
                let Some(text) = text(*column) else { continue };
                list.values.push(OnceOnly { row, column: *column, hash: text_hash(text) });
                ascends &= ends.is_none_or(|(_, last)| last < text);
                ends = Some((ends.map_or(text, |(first, _)| first), text));
            } else if set.columns.iter().all(|column| text(*column).is_some()) {
                let hash = joined_hash(set.columns.iter().filter_map(|column| text(*column)));
                list.values.push(OnceOnly { row, column: set.columns[0], hash });
            }
        }
        list.ascending = ends.filter(|_| ascends).map(|(first, last)| (first.to_owned(), last.to_owned()));
    }

    pub(super) fn tallies(&self, rows: usize, values: &Values<'_>) -> Vec<Tally> {
        let figures = self.sheet.sheet.figures.iter().map(|figure| {
            let mut tally = Tally::default();
            for at in 0..rows {
                tally.add(&figure.aggregate, &RowValues { values, at });
            }
            tally
        });
        figures.collect()
    }
}
