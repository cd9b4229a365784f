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
}

impl State {
    /// The values of a column.
    pub fn of(&self, column: usize) -> Option<&Found> {
        self.columns.iter().find(|(known, _)| *known == column).map(|(_, found)| found)
    }
}

struct OtherSheets {
    /// Columns that refer to another sheet, and columns that another one refers to.
    columns: Vec<usize>,
}

pub(super) fn make(sheet: &Sheet) -> Option<Box<dyn AnyFold + '_>> {
    let refers = |index: &usize| sheet.columns[*index].on_sheet.is_some() || sheet.referred_to.contains(index);
    let columns: Vec<usize> = (0..sheet.columns.len()).filter(refers).collect();
    (!columns.is_empty()).then(|| Box::new(OtherSheets { columns }) as _)
}

impl Fold for OtherSheets {
    type Part = Vec<Found>;
    type State = State;

    fn gather(&self, from: &Gathering<'_>, result: &mut ChunkResult) -> Vec<Found> {
        let chunk = &from.shaped.chunk;
        let one = |column: &usize| {
            let mut found = Found { field: from.header.field_of[*column], ..Found::default() };
            let Some(field) = found.field else { return found };
            for (at, &row) in from.rows.iter().enumerate() {
                if result.samples.binary_search(&row).is_ok() {
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
        self.columns.iter().map(one).collect()
    }

    fn absorb(&self, state: &mut State, part: Vec<Found>, with: &mut Absorbing<'_, '_>) {
        if state.columns.is_empty() {
            state.columns = self.columns.iter().map(|column| (*column, Found::default())).collect();
        }
        for ((_, known), found) in state.columns.iter_mut().zip(part) {
            known.field = found.field;
            for (key, (text, rows)) in found.values {
                let places = rows.into_iter().map(|(_, row)| (with.file as u32, row));
                known.values.entry(key).or_insert_with(|| (text, Vec::new())).1.extend(places);
            }
        }
    }
}
