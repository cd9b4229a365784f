//! Looking up the rows of a chunk.

use std::sync::Arc;

use super::{Found, Indexed, Looked, LookedIn, is_same, key_of_row, key_of_values, read};
use crate::cell::Value;
use crate::cell::shown::quoted;
use crate::check::rows::chunk::ChunkJudge;
use crate::check::rows::result::{ChunkResult, FIRST_CELL, RowFinding, whole_row};
use crate::check::rows::{RowValues, Values};
use crate::check::shape::Shaped;
use crate::condition::{Row, Slot};
use crate::finding::CellProblem;
use crate::rulebook::model::{ColumnType, LookupKey};
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
        let mut asked: Vec<Asked> = Vec::new();
        match lookup.keys.as_slice() {
            [] => looked.found.resize(rows.len(), Found::Row(0)),
            keys => {
                let keys = keys.iter().enumerate().filter(|(_, key)| has(key));
                let separator = |key: &LookupKey| self.sheet.sheet.separator_of(&key.own);
                for key in keys {
                    asked.push(ask(table, key, (values, rows.len()), (separator(key.1), &asked)));
                }
                looked.found.extend((0..rows.len()).map(|at| find(table, &asked, at)));
            }
        }
        let wants: Vec<usize> = (0..looked_in.wants.len()).filter(|column| looked_in.wants[*column]).collect();
        for (at, &row) in rows.iter().enumerate() {
            let row_values = RowValues { values, at };
            let found = looked.found[at];
            for &column in &wants {
                looked.columns[column].push(match found {
                    Found::Row(row) => read(&lookup.columns, &table.table, row as usize, column),
                    Found::Unasked => Value::Blank,
                    Found::None(_) if lookup.none == WrittenNone::Allowed => Value::Blank,
                    _ => Value::Unreadable,
                });
            }
            let own_row =
                |key: &LookupKey| !shaped.continues(row) || key.own.iter().any(|column| !header.contains(column));
            // Of nearly every row nothing is said.
            if matches!(found, Found::Row(at) if looked_in.is_usable(table, at, self.sheet.today)) {
                continue;
            }
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
            Found::List => self.of_list_not_usable(looked_in, table, row)?,
            Found::None(_) if lookup.none == WrittenNone::Allowed => return None,
            Found::None(key) => {
                let separator = self.sheet.sheet.separator_of(&lookup.keys[usize::from(key)].own);
                (key, looked_in.not_found(table, usize::from(key), row, separator))
            }
            Found::Several(key, first) => (key, looked_in.several(table, usize::from(key), first, row)),
            Found::Disagree(key, first) => (key, looked_in.disagree(table, usize::from(key), first, row)),
            Found::Row(at) => {
                let must = lookup.must.as_ref()?;
                if lookup.keys.is_empty() || looked_in.is_usable(table, at, self.sheet.today) {
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

impl ChunkJudge<'_, '_> {
    /// What is said of several values in a cell, each of which names a row, where one of the rows may not be used; and by which key.
    fn of_list_not_usable(
        &self,
        looked_in: &LookedIn<'_>,
        table: &Indexed,
        row: &RowValues<'_, '_>,
    ) -> Option<(u8, CellProblem)> {
        let must = looked_in.lookup.must.as_ref()?;
        let cell = |(number, key): (usize, &LookupKey)| {
            let sign = self.sheet.sheet.separator_of(&key.own)?;
            match row.value(Slot::Column(*key.own.first()?)) {
                Value::Text(text) => Some((number, text, sign)),
                _ => None,
            }
        };
        let (number, text, sign) = looked_in.lookup.keys.iter().enumerate().find_map(cell)?;
        let parts = text.split(sign).map(str::trim).filter(|part| !part.is_empty());
        let found = parts.map(|part| (part, looked_in.find_part(number, part)));
        found.into_iter().find_map(|(part, found)| match found {
            Found::Row(at) if !looked_in.is_usable(table, at, self.sheet.today) => {
                let problem = looked_in.not_usable(table, must, at);
                let message = format!("for {}, {}", quoted(part), problem.message);
                Some((number as u8, CellProblem { message, correction: None, ..problem }))
            }
            _ => None,
        })
    }
}

/// What the rows of a chunk name by one key.
struct Asked {
    /// Which key.
    number: usize,
    /// For each row.
    named: Vec<Named>,
}

/// What a row names by a key.
#[derive(Clone, Copy)]
enum Named {
    /// A part of the key is blank.
    Blank,
    /// A part of the key could not be read.
    Unreadable,
    /// The first row of the list that has it, if any has.
    First(Option<u32>),
    /// The row that an earlier key has found.
    Same,
    /// Of several values in the cell, each is that of a row of the list.
    List,
}

/// Looks a key up for all rows of a chunk: first all keys, then all rows of the list with nothing between. A row of a million is found
/// with a miss or two of the cache, and these go on at the same time only where little else does.
fn ask(
    table: &Indexed,
    (number, key): (usize, &LookupKey),
    (values, rows): (&Values<'_>, usize),
    (separator, earlier): (Option<&str>, &[Asked]),
) -> Asked {
    let mut named = Vec::with_capacity(rows);
    let mut unknown: Vec<usize> = Vec::with_capacity(rows);
    for at in 0..rows {
        let row = RowValues { values, at };
        let mut blank = false;
        let mut unreadable = false;
        for column in &key.own {
            match row.value(Slot::Column(*column)) {
                Value::Blank => blank = true,
                Value::Unreadable => unreadable = true,
                _ => {}
            }
        }
        named.push(match (unreadable, blank) {
            _ if !key.counts_for(&row) => Named::Blank,
            (true, _) => Named::Unreadable,
            (false, true) => Named::Blank,
            // Most rows that fill a further key name the same row by it, which shows without looking for it.
            _ if separator.is_none()
                && key.only.is_none()
                && decided(table, earlier, at).is_some_and(|known| {
                    is_same(&table.table, key, known, |column| row.value(Slot::Column(column)))
                }) =>
            {
                Named::Same
            }
            _ => {
                unknown.push(at);
                Named::First(None)
            }
        });
    }
    let index = &table.indices[number];
    if let Some(sign) = separator {
        for (at, name) in named.iter_mut().enumerate() {
            if let (Named::First(_), Value::Text(text)) =
                (&*name, RowValues { values, at }.value(Slot::Column(key.own[0])))
            {
                *name = of_list(key, index, text, sign);
            }
        }
        return Asked { number, named };
    }
    let key_at = |place: usize| {
        let row = RowValues { values, at: unknown[place] };
        key_of_values(key, |column| row.value(Slot::Column(column)))
    };
    let only_texts = key.kinds.iter().all(|kind| matches!(kind, ColumnType::Text));
    let is_row = |place: usize, next: u32| {
        if !only_texts {
            return key_of_row(&table.table, key, next as usize) == Some(key_at(place));
        }
        let row = RowValues { values, at: unknown[place] };
        is_same(&table.table, key, next, |column| row.value(Slot::Column(column)))
    };
    let order = |place: usize, listed: &str| {
        let row = RowValues { values, at: unknown[place] };
        match row.value(Slot::Column(*key.own.first()?)) {
            Value::Text(text) => Some(listed.cmp(text)),
            _ => None,
        }
    };
    let found = index.find_all(unknown.len(), is_row, key_at, order);
    unknown.iter().zip(found).for_each(|(at, found)| named[*at] = Named::First(found));
    Asked { number, named }
}

/// The row that earlier keys have found for a row, where the first of them that is filled has found one.
fn decided(table: &Indexed, earlier: &[Asked], at: usize) -> Option<u32> {
    let filled = |asked: &&Asked| !matches!(asked.named[at], Named::Blank);
    let first = earlier.iter().find(filled)?;
    match first.named[at] {
        Named::First(Some(row)) if table.indices[first.number].others(row).is_empty() => Some(row),
        _ => None,
    }
}

/// What a cell of several values names.
fn of_list(key: &LookupKey, index: &super::Index, text: &str, sign: &str) -> Named {
    let parts = text.split(sign).map(str::trim).filter(|part| !part.is_empty());
    let mut found: Vec<Option<u32>> = parts.map(|part| index.find(super::key_of_part(key, part))).collect();
    match found.as_slice() {
        [_] => Named::First(found.pop().flatten()),
        several if several.iter().all(Option::is_some) => Named::List,
        // One that is not there is named by what is said of the cell.
        _ => Named::First(None),
    }
}

/// Finds the row that a row names. The first filled key decides, and each further one that is filled must name the same.
fn find(table: &Indexed, asked: &[Asked], at: usize) -> Found {
    let mut decided: Option<Found> = None;
    for Asked { number, named } in asked {
        let place = *number as u8;
        let first = match named[at] {
            Named::Blank => continue,
            // What it would name is not known; a key before it has decided.
            Named::Unreadable => return decided.unwrap_or(Found::Open),
            Named::First(first) => first,
            Named::Same => continue,
            Named::List => return decided.unwrap_or(Found::List),
        };
        let others = |first: u32| table.indices[*number].others(first);
        match (decided, first) {
            (None, Some(first)) if !others(first).is_empty() => decided = Some(Found::Several(place, first)),
            (None, Some(first)) => decided = Some(Found::Row(first)),
            (None, None) => decided = Some(Found::None(place)),
            (Some(Found::Row(known)), Some(first)) => {
                if first != known && others(first).binary_search(&known).is_err() {
                    return Found::Disagree(place, known);
                }
            }
            (Some(Found::Row(known)), None) => return Found::Disagree(place, known),
            (Some(_), _) => {}
        }
    }
    decided.unwrap_or(Found::Unasked)
}
