//! A row whose key has several values is about several records: each is held against what is there by itself, and the row goes
//! through only if all of them do.

use super::changed::Changes;
use super::figures::{Before, Effect};
use super::{Intents, More, OneRow, cell_of};
use crate::cell::Value;
use crate::cell::shown::quoted;
use crate::check::folds::Gathering;
use crate::check::lookups::{Found, key_of_part, key_of_values, read};
use crate::check::rows::RowValues;
use crate::condition::{PREVIOUS_ROW, Row, Slot, Truth};
use crate::finding::{CellProblem, Together};
use jiff::civil::Date;

impl OneRow {
    /// A problem of this record: of one of several in a row, which one it is.
    pub(super) fn named(&self, problem: CellProblem) -> CellProblem {
        match self.element() {
            None => problem,
            // What would put one right is not right for the others.
            Some(element) => {
                let message = format!("for {}, {}", quoted(element), problem.message);
                CellProblem { message, correction: None, ..problem }
            }
        }
    }
}

/// A row with the record of one of its values in place of what its look-up found.
struct WithRecord<'v> {
    row: &'v RowValues<'v, 'v>,
    lookup: usize,
    held: Vec<Value<'v>>,
}

impl Row for WithRecord<'_> {
    fn value(&self, slot: Slot) -> &Value<'_> {
        match slot {
            Slot::Other(alias, column) if alias == self.lookup + PREVIOUS_ROW + 1 => {
                self.held.get(column).unwrap_or(&Value::Blank)
            }
            slot => self.row.value(slot),
        }
    }

    fn today(&self) -> Date {
        self.row.today()
    }
}

impl Intents<'_> {
    /// The records of a row whose key has several values; `None` where it has not.
    pub(super) fn elements(&self, from: &Gathering<'_>, at: usize, row: usize) -> Option<Vec<OneRow>> {
        let values = RowValues { values: from.values, at };
        let lookup = &self.sheet.lookups[self.intent.lookup];
        let is_filled = |column: &usize| values.value(Slot::Column(*column)).is_known();
        let number = lookup.keys.iter().position(|key| key.counts_for(&values) && key.own.iter().all(is_filled))?;
        let key = &lookup.keys[number];
        let sign = self.sheet.separator_of(&key.own)?;
        let column = *key.own.first()?;
        let Value::Text(text) = values.value(Slot::Column(column)) else { return None };
        let parts: Vec<&str> = text.split(sign).map(str::trim).filter(|part| !part.is_empty()).collect();
        if parts.len() < 2 {
            return None;
        }
        let one = |part: &&str| {
            let cell = cell_of(from, row);
            let text = |of: usize| if of == column { Some(*part) } else { cell(of) };
            let found = from.judge.lookups[self.intent.lookup].find_part(number, part);
            let more = More {
                header: None,
                record: from.shaped.record_hash(row).filter(|_| self.intent.whole_records),
                element: Some((*part).into()),
                document: self.document(&text),
                together: if from.previews { from.together(self.sheet, row) } else { Together::default() },
            };
            let mut record = OneRow {
                row,
                number: from.shaped.number_of(self.sheet, row),
                by: number,
                says: self.says(&text),
                action: None,
                found,
                key: Some(key_of_part(key, part)),
                changes: Changes::none(),
                locked: false,
                kept: None,
                effect: Effect::new(),
                more: more.boxed(),
            };
            let mut held_row = None;
            if let (Found::Row(held), Some(table)) = (found, &self.existing.table) {
                held_row = Some(held);
                record.key = None;
                record.changes = self.changes_of_held((table, held as usize), from.previews, &text);
                let of_list = |column| read(&lookup.columns, table, held as usize, column);
                let held = (0..lookup.columns.0.len()).map(of_list).collect();
                let seen = WithRecord { row: &values, lookup: self.intent.lookup, held };
                record.locked = self.intent.locked_when.as_ref().is_some_and(|when| when.judge(&seen) == Truth::True);
                let names = |at: usize| {
                    let of = &self.intent.kept_by[at].key;
                    let key = match of.own.as_slice() {
                        [own] if *own == column => key_of_part(of, part),
                        _ => key_of_values(of, |column| values.value(Slot::Column(column))),
                    };
                    self.kept_by(from.values.today)[at].find(key).is_some()
                };
                record.kept = (0..self.intent.kept_by.len()).find(|at| names(*at));
            }
            if from.previews {
                record.effect = self.effect(Before::of(held_row), &text);
            }
            record
        };
        Some(parts.iter().map(one).collect())
    }
}
