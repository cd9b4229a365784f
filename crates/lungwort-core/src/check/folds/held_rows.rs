//! Rows that are held already, in every column that the file and the existing records share: sent again, they would be doubled.

use std::sync::{Arc, Mutex};

use super::{AnyFold, Fold, Gathering};
use crate::cell::spelling::Folding;
use crate::check::lookups::{Index, key_of_texts};
use crate::check::problem::file_problem;
use crate::check::rows::result::{ChunkResult, whole_row};
use crate::finding::CellProblem;
use crate::finding::codes::intent as codes;
use crate::rulebook::model::{Existing, LookupKey, Table};
use crate::rulebook::{Sheet, listed};

/// Held rows that are named.
const NAMED: usize = 4;

/// An index by some of the columns.
struct ByColumns {
    key: LookupKey,
    index: Index,
}

struct HeldRows<'r> {
    sheet: &'r Sheet,
    existing: &'r Existing,
    table: Arc<Table>,
    /// An index for each choice of columns that a file of the batch has.
    indices: Mutex<Vec<Arc<ByColumns>>>,
}

pub(super) fn make(sheet: &Sheet) -> Option<Box<dyn AnyFold + '_>> {
    let existing = sheet.existing.as_ref().filter(|_| sheet.intent.is_none() && sheet.record.is_none())?;
    let table = Arc::clone(existing.table.as_ref()?);
    Some(Box::new(HeldRows { sheet, existing, table, indices: Mutex::new(Vec::new()) }))
}

impl HeldRows<'_> {
    /// The index by the columns that the file has and the export has too.
    fn index(&self, columns: Vec<usize>) -> Arc<ByColumns> {
        let mut indices = self.indices.lock().unwrap_or_else(std::sync::PoisonError::into_inner);
        if let Some(known) = indices.iter().find(|known| known.key.own == columns) {
            return Arc::clone(known);
        }
        let theirs: Vec<usize> = columns.iter().filter_map(|column| self.existing.places[*column]).collect();
        let kinds = theirs.iter().map(|place| self.existing.columns.0[*place].kind.clone()).collect();
        let key = LookupKey {
            own: columns,
            theirs,
            kinds,
            folding: Folding::default(),
            with_blanks: true,
            when: None,
            only: None,
        };
        let index = Index::new(&self.table, &key, None);
        let made = Arc::new(ByColumns { key, index });
        indices.push(Arc::clone(&made));
        made
    }
}

impl Fold for HeldRows<'_> {
    type Part = ();
    type State = ();

    fn gather(&self, from: &Gathering<'_>, result: &mut ChunkResult) {
        let place = |column: &usize| self.existing.places.get(*column).copied().flatten();
        let shared = |column: &usize| from.header.field_of[*column].is_some() && place(column).is_some();
        let columns: Vec<usize> = (0..self.sheet.columns.len()).filter(shared).collect();
        if columns.is_empty() {
            return;
        }
        let made = self.index(columns);
        let ByColumns { key, index } = &*made;
        let chunk = &from.shaped.chunk;
        for &row in from.rows.iter().filter(|row| result.samples.binary_search(row).is_err()) {
            let text = |at: usize| {
                let field = from.header.field_of[key.own[at]];
                let text = field.map_or("", |field| chunk.text(chunk.cell(row, field)).trim());
                (text, &self.sheet.columns[key.own[at]].kind)
            };
            let Some(wanted) = key_of_texts(key, text) else { continue };
            let Some(first) = index.find(wanted) else { continue };
            let others = index.others(first);
            let held = std::iter::once(first).chain(others.iter().copied()).take(NAMED);
            let mut named: Vec<String> = held.map(|row| self.table.number(row as usize).to_string()).collect();
            if others.len() >= NAMED {
                named.push(format!("{} more", others.len() + 1 - NAMED));
            }
            let noun = if others.is_empty() { "row" } else { "rows" };
            let message = format!(
                "the row is held already: it is the same as {noun} {} of the existing records, in every column that both have.",
                listed(&named, "and")
            );
            let problem = file_problem(&codes::HELD_ROW, "The row", CellProblem::new(&codes::HELD_ROW, message));
            result.findings.push(whole_row(row, problem));
        }
    }
}
