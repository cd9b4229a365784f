//! Looking up the rows of a chunk.

use std::sync::Arc;

use super::{Found, Indexed, Looked, LookedIn, holds, key_of_values, read};
use crate::cell::Value;
use crate::check::rows::chunk::ChunkJudge;
use crate::check::rows::result::{ChunkResult, FIRST_CELL, RowFinding, whole_row};
use crate::check::rows::{RowValues, Values};
use crate::check::shape::Shaped;
use crate::condition::{Row, Slot, Truth};
use crate::rulebook::model::LookupKey;
use crate::rulebook::written::WrittenNone;

impl ChunkJudge<'_, '_> {
    /// Looks the rows of a chunk up, and says where that came to nothing.
    pub(crate) fn look_up<'b>(
        &'b self,
        shaped: &Shaped,
        rows: &[usize],
        values: &Values<'_>,
        out: &mut ChunkResult,
    ) -> Vec<Looked<'b>> {
        self.sheet.lookups.iter().map(|looked_in| self.one_look_up(looked_in, shaped, rows, values, out)).collect()
    }

    fn one_look_up<'b>(
        &self,
        looked_in: &'b LookedIn<'_>,
        shaped: &Shaped,
        rows: &[usize],
        values: &Values<'_>,
        out: &mut ChunkResult,
    ) -> Looked<'b> {
        let lookup = looked_in.lookup;
        let mut looked = Looked { found: Vec::with_capacity(rows.len()), columns: Vec::new() };
        looked.columns.resize_with(looked_in.wants.len(), Vec::new);
        // Keys of which the file has not all columns are not looked up; that they are missing is reported at the headings.
        let has = |key: &LookupKey| key.own.iter().all(|column| self.header.field_of[*column].is_some());
        let table = looked_in.table.as_ref().filter(|_| lookup.keys.is_empty() || lookup.keys.iter().any(has));
        let Some(table) = table.filter(|_| looked_in.active) else {
            looked.found.resize(rows.len(), Found::Open);
            for (column, _) in looked_in.wants.iter().enumerate().filter(|(_, wanted)| **wanted) {
                looked.columns[column].resize(rows.len(), Value::Unreadable);
            }
            return looked;
        };
        let header = self.sheet.sheet.record.as_ref().map(|record| record.header.as_slice()).unwrap_or_default();
        for (at, &row) in rows.iter().enumerate() {
            let row_values = RowValues { values, at };
            let found = match lookup.keys.as_slice() {
                [] => Found::Row(0),
                keys => find(table, keys, &has, &row_values),
            };
            looked.found.push(found);
            for (column, _) in looked_in.wants.iter().enumerate().filter(|(_, wanted)| **wanted) {
                looked.columns[column].push(match found {
                    Found::Row(row) => read(&lookup.columns, &table.table, row as usize, column),
                    Found::Unasked => Value::Blank,
                    Found::None(_) if lookup.none == WrittenNone::Allowed => Value::Blank,
                    _ => Value::Unreadable,
                });
            }
            let own_row =
                |key: &LookupKey| !shaped.continues(row) || key.own.iter().any(|column| !header.contains(column));
            let said = self.said(looked_in, table, found, &row_values);
            let Some((key, problem)) = said.filter(|(key, _)| own_row(&lookup.keys[*key])) else { continue };
            let column = lookup.keys[key].own[0];
            let Some(field) = self.header.field_of[column] else { continue };
            out.findings.push(RowFinding {
                order: FIRST_CELL + field as u32,
                field: Some(field),
                value: Some(shaped.chunk.text(shaped.chunk.cell(row, field)).into()),
                ..whole_row(row, problem)
            });
        }
        looked
    }

    /// What is said of what a row found, and by which key.
    fn said(
        &self,
        looked_in: &LookedIn<'_>,
        table: &Indexed,
        found: Found,
        row: &RowValues<'_, '_>,
    ) -> Option<(usize, Arc<crate::finding::Problem>)> {
        let lookup = looked_in.lookup;
        let (key, problem) = match found {
            Found::Unasked | Found::Open => return None,
            Found::None(_) if lookup.none == WrittenNone::Allowed => return None,
            Found::None(key) => (key, looked_in.not_found(table, usize::from(key), row)),
            Found::Several(key, first) => (key, looked_in.several(table, usize::from(key), first, row)),
            Found::Disagree(key, first) => (key, looked_in.disagree(table, usize::from(key), first, row)),
            Found::Row(at) => {
                let must = lookup.must.as_ref()?;
                let truth = holds(lookup, &table.table, at as usize, must, self.sheet.today);
                if truth != Truth::False || lookup.keys.is_empty() {
                    return None;
                }
                // The first key that is filled has found it.
                let filled = |key: &LookupKey| key.own.iter().all(|column| row.value(Slot::Column(*column)).is_known());
                let key = lookup.keys.iter().position(filled).unwrap_or(0);
                (key as u8, looked_in.not_usable(table, must, at))
            }
        };
        let column = lookup.keys[usize::from(key)].own[0];
        let judge = &self.sheet.columns[column];
        let text = row.value(Slot::Column(column)).written();
        let problem = judge.problem_of(&text, problem);
        Some((usize::from(key), looked_in.as_severe(problem)))
    }
}

/// Finds the row that a row names. The first filled key decides, and each further one that is filled must name the same.
fn find(table: &Indexed, keys: &[LookupKey], has: &dyn Fn(&LookupKey) -> bool, row: &RowValues<'_, '_>) -> Found {
    let mut decided: Option<Found> = None;
    for (number, key) in keys.iter().enumerate().filter(|(_, key)| has(key)) {
        let values = || key.own.iter().map(|column| row.value(Slot::Column(*column)));
        if values().any(|value| *value == Value::Unreadable) {
            // What it would name is not known; a key before it has decided.
            return decided.unwrap_or(Found::Open);
        }
        if values().any(|value| *value == Value::Blank) {
            continue;
        }
        let first =
            table.indices[number].find(&table.table, key, key_of_values(key, |column| row.value(Slot::Column(column))));
        let several = first.is_some_and(|first| !table.indices[number].others(first).is_empty());
        match (decided, first) {
            (None, Some(first)) if several => decided = Some(Found::Several(number as u8, first)),
            (None, Some(first)) => decided = Some(Found::Row(first)),
            (None, None) => decided = Some(Found::None(number as u8)),
            (Some(Found::Row(known)), Some(first)) => {
                if first != known && !table.indices[number].others(first).contains(&known) {
                    return Found::Disagree(number as u8, known);
                }
            }
            (Some(Found::Row(known)), None) => return Found::Disagree(number as u8, known),
            (Some(_), _) => {}
        }
    }
    decided.unwrap_or(Found::Unasked)
}
