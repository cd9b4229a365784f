//! Values that must be in a column of another sheet: gathered on both sheets, and compared when both have been read, whichever
//! comes first.

use foldhash::fast::FixedState;
use indexmap::IndexMap;

use super::{Absorbing, AnyFold, Fold, Gathering};
use crate::cell::{Value, key};
use crate::check::rows::result::ChunkResult;
use crate::rulebook::Sheet;

/// A value's text, and where it is: file and row.
pub(crate) type Mention = (Box<str>, Vec<(u32, u64)>);

/// The values of one column, in the order in which they first come.
#[derive(Debug, Default)]
pub(crate) struct Found {
    /// The column's place in the file.
    pub field: Option<usize>,
    pub values: IndexMap<u128, Mention, FixedState>,
}

/// The columns that are gathered, each with its values.
#[derive(Debug, Default)]
pub(crate) struct State {
    pub columns: Vec<(usize, Found)>,
    /// Of columns that keep records from being removed, the values in rows that stay.
    pub keeping: Vec<(usize, Found)>,
}

impl State {
    /// The values of a column.
    pub fn of(&self, column: usize) -> Option<&Found> {
        self.columns.iter().find(|(known, _)| *known == column).map(|(_, found)| found)
    }

    /// The values of a column that keep records.
    pub fn keeping(&self, column: usize) -> Option<&Found> {
        self.keeping.iter().find(|(known, _)| *known == column).map(|(_, found)| found)
    }
}

struct OtherSheets<'r> {
    sheet: &'r Sheet,
    /// Columns that refer to another sheet, and columns that another one refers to.
    columns: Vec<usize>,
}

pub(super) fn make(sheet: &Sheet) -> Option<Box<dyn AnyFold + '_>> {
    let refers = |index: &usize| sheet.columns[*index].on_sheet.is_some() || sheet.referred_to.contains(index);
    let columns: Vec<usize> = (0..sheet.columns.len()).filter(refers).collect();
    let any = !columns.is_empty() || !sheet.kept_names.is_empty();
    any.then(|| Box::new(OtherSheets { sheet, columns }) as _)
}

impl Fold for OtherSheets<'_> {
    /// The values of the columns, and of those that keep records.
    type Part = (Vec<Found>, Vec<Found>);
    type State = State;

    fn gather(&self, from: &Gathering<'_>, result: &mut ChunkResult) -> Self::Part {
        let chunk = &from.shaped.chunk;
        let intent = self.sheet.intent.as_ref();
        let action = intent.and_then(|intent| intent.action).and_then(|column| from.header.field_of[column]);
        // A row that asks to remove its own record, or for nothing, keeps no other one.
        let goes = |row: usize| {
            let says = action.map(|field| chunk.text(chunk.cell(row, field)).trim());
            intent.zip(says).is_some_and(|(intent, says)| intent.is_removed_or_skipped(says))
        };
        let one = |column: &usize, keeping: bool| {
            let mut found = Found { field: from.header.field_of[*column], ..Found::default() };
            let Some(field) = found.field else { return found };
            for (at, &row) in from.rows.iter().enumerate() {
                if result.samples.binary_search(&row).is_ok() || keeping && goes(row) {
                    continue;
                }
                // What is blank or cannot be read has findings of its own.
                let value = from.values.typed[*column].get(at).unwrap_or(&Value::Blank);
                let Some(key) = key::of(value) else { continue };
                let text = || Box::from(chunk.original_text(row, field).trim());
                found.values.entry(key).or_insert_with(|| (text(), Vec::new())).1.push((0, chunk.row_number(row)));
            }
            found
        };
        let columns = self.columns.iter().map(|column| one(column, false)).collect();
        (columns, self.sheet.kept_names.iter().map(|column| one(column, true)).collect())
    }

    fn absorb(&self, state: &mut State, (columns, keeping): Self::Part, with: &mut Absorbing<'_, '_>) {
        let begun = |columns: &[usize]| columns.iter().map(|column| (*column, Found::default())).collect();
        if state.columns.is_empty() && state.keeping.is_empty() {
            (state.columns, state.keeping) = (begun(&self.columns), begun(&self.sheet.kept_names));
        }
        let known = state.columns.iter_mut().chain(&mut state.keeping);
        for ((_, known), found) in known.zip(columns.into_iter().chain(keeping)) {
            known.field = found.field;
            for (key, (text, rows)) in found.values {
                let places = rows.into_iter().map(|(_, row)| (with.file as u32, row));
                known.values.entry(key).or_insert_with(|| (text, Vec::new())).1.extend(places);
            }
        }
    }
}
