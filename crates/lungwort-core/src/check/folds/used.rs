//! The reverse of look-ups: which rows of a list the rows name, where each must be named, or may be named once.

use foldhash::fast::FixedState;
use hashbrown::HashMap;
use std::sync::Arc;

use super::{Absorbing, AnyFold, Fold, Gathering};
use crate::cell::Value;
use crate::cell::shown::{clipped, quoted};
use crate::check::lookups::{Found, LookedIn, holds};
use crate::check::problem::file_problem;
use crate::check::rows::SheetJudge;
use crate::check::rows::result::{ChunkResult, FIRST_CELL, RowFinding, key_of, whole_row};
use crate::condition::{Labels, Truth};
use crate::finding::codes::lookup as codes;
use crate::finding::{CellProblem, Problem};
use crate::rulebook::Sheet;
use crate::rulebook::listed;
use crate::rulebook::written::WrittenUsed;
use crate::steps;

struct Used {
    /// Which look-ups.
    lookups: Vec<usize>,
}

pub(super) fn make(sheet: &Sheet) -> Option<Box<dyn AnyFold + '_>> {
    let lookups: Vec<usize> = (0..sheet.lookups.len()).filter(|at| sheet.lookups[*at].used.is_some()).collect();
    (!lookups.is_empty()).then(|| Box::new(Used { lookups }) as _)
}

/// For each look-up, the row of the list that each row names.
pub(super) type Named = Vec<Vec<(usize, u32)>>;

/// For each look-up, the first row that names each row of the list: file and row.
pub(super) type Users = Vec<HashMap<u32, (u32, u64), FixedState>>;

impl Fold for Used {
    type Part = Named;
    type State = Users;

    fn gather(&self, from: &Gathering<'_>, result: &mut ChunkResult) -> Named {
        let of = |lookup: &usize| {
            let found = from.values.looked.get(*lookup).map(|looked| looked.found.as_slice()).unwrap_or_default();
            let rows = from.rows.iter().zip(found).enumerate();
            let rows = rows.filter(|(_, (row, _))| !result.leaves_out(**row));
            let mut named = Vec::new();
            for (at, (row, found)) in rows.filter(|(_, (row, _))| !from.shaped.continues(**row)) {
                match found {
                    Found::Row(of) => named.push((*row, *of)),
                    // Each of several values in the cell names a row.
                    Found::List => named.extend(of_parts(from, *lookup, at).map(|of| (*row, of))),
                    _ => {}
                }
            }
            named
        };
        self.lookups.iter().map(of).collect()
    }

    fn absorb(&self, users: &mut Users, part: Named, with: &mut Absorbing<'_, '_>) {
        users.resize_with(self.lookups.len(), HashMap::default);
        for ((at, users), named) in self.lookups.iter().zip(users).zip(part) {
            let looked_in = &with.judge.lookups[*at];
            for (row, found) in named {
                steps::count(1);
                let number = with.chunk.row_number(row);
                let first = *users.entry(found).or_insert((with.file as u32, number));
                let again = first != (with.file as u32, number);
                if !again
                    || looked_in.lookup.used == Some(WrittenUsed::AtLeastOnce)
                    || !counts(looked_in, with.judge, found)
                {
                    continue;
                }
                let Some(key) = looked_in.lookup.keys.first() else { continue };
                let column = key.own[0];
                let field = with.header.field_of[column];
                let text = with.text(row, column);
                let elsewhere = match first.0 as usize {
                    file if file == with.file => String::new(),
                    file => format!(" of {}", with.names.get(file).cloned().unwrap_or_default()),
                };
                // Of several values in the cell, it is said which.
                let held = looked_in.table.as_ref().map(|table| table.table.cell(found as usize, key.theirs[0]));
                let of_several = with.judge.sheet.separator_of(&key.own).and(held).filter(|held| *held != text.trim());
                let which = of_several.map(|held| format!("for {}, ", quoted(held))).unwrap_or_default();
                let message = format!(
                    "{which}row {}{elsewhere} names the same row of {} already, and each may be named once.",
                    first.1,
                    looked_in.lookup.list.words()
                );
                let problem =
                    with.judge.columns[column].problem_of(text, CellProblem::new(&codes::USED_AGAIN, message));
                let finding = RowFinding {
                    field,
                    value: Some(text.into()),
                    key: key_of(with.judge, with.header, with.chunk, row),
                    order: FIRST_CELL + field.unwrap_or(0) as u32,
                    ..whole_row(row, problem)
                };
                with.findings.push(finding);
            }
        }
    }

    fn finish_run(&self, users: &Users, judge: &SheetJudge<'_>) -> Vec<Arc<Problem>> {
        let mut problems = Vec::new();
        for (place, at) in self.lookups.iter().enumerate() {
            let looked_in = &judge.lookups[*at];
            if looked_in.lookup.used == Some(WrittenUsed::AtMostOnce) {
                continue;
            }
            let Some(table) = &looked_in.table else { continue };
            let named = |row: &u32| users.get(place).is_some_and(|users| users.contains_key(row));
            let rows = (0..table.table.row_count() as u32).filter(|row| !named(row));
            for row in rows.filter(|row| counts(looked_in, judge, *row)) {
                let Some(key) = looked_in.lookup.keys.first() else { continue };
                let parts = key.theirs.iter().map(|column| {
                    let text = clipped(table.table.cell(row as usize, *column), 60);
                    format!(
                        "{} {}",
                        looked_in.lookup.columns.heading(*column),
                        if text.is_empty() { "(blank)".to_owned() } else { text }
                    )
                });
                let parts: Vec<String> = parts.collect();
                let message = format!(
                    "no row names {} of {}, which must be named.",
                    listed(&parts, "and"),
                    looked_in.lookup.list.words()
                );
                let problem = CellProblem::new(&codes::UNUSED_RECORD, message);
                problems.push(file_problem(&codes::UNUSED_RECORD, "", problem));
            }
        }
        problems
    }
}

/// The rows of a list that the values in a cell name.
fn of_parts<'g>(from: &Gathering<'g>, lookup: usize, at: usize) -> impl Iterator<Item = u32> + use<'g> {
    let looked_in = &from.judge.lookups[lookup];
    let text = |column: usize| match from.values.typed[column].get(at) {
        Some(Value::Text(text)) => Some(text.as_ref()),
        _ => None,
    };
    let keys = looked_in.lookup.keys.iter().enumerate();
    let cell = keys.filter(|(_, key)| key.own.len() == 1).find_map(|(number, key)| {
        let sign = from.judge.sheet.separator_of(&key.own)?;
        Some((number, text(key.own[0])?, sign))
    });
    cell.into_iter().flat_map(move |(number, text, sign)| {
        let parts = text.split(sign).map(str::trim).filter(|part| !part.is_empty());
        parts.filter_map(move |part| match looked_in.find_part(number, part) {
            Found::Row(row) => Some(row),
            _ => None,
        })
    })
}

/// Whether it matters how often a row of a list is named.
fn counts(looked_in: &LookedIn<'_>, judge: &SheetJudge<'_>, row: u32) -> bool {
    let Some(table) = &looked_in.table else { return false };
    let holds = |condition| holds(looked_in.lookup, &table.table, row as usize, condition, judge.today) == Truth::True;
    looked_in.lookup.only.as_ref().is_none_or(holds) && looked_in.lookup.used_when.as_ref().is_none_or(holds)
}
