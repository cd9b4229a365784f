//! Repeated column sets: each entry of a row whole if it is begun, none empty before it, no two the same; and further rows that
//! go on with the entries of a row that is full.

use std::sync::Arc;

use foldhash::fast::FixedState;
use hashbrown::HashMap;

use super::{Absorbing, AnyFold, Ending, Fold, Gathering};
use crate::cell::{Value, key};
use crate::check::problem::about_column;
use crate::check::rows::result::{ChunkResult, FIRST_CELL, RowFinding, key_of, whole_row};
use crate::check::rows::{RowValues, Values};
use crate::finding::codes::{rule as codes, shape};
use crate::finding::ranges::thousands;
use crate::finding::{Code, Problem};
use crate::rulebook::Sheet;
use crate::rulebook::model::ColumnSet;
use crate::steps;

struct Sets<'r> {
    sheet: &'r Sheet,
    /// For each set and entry, its required columns.
    required: Vec<Vec<Vec<usize>>>,
}

pub(super) fn make(sheet: &Sheet) -> Option<Box<dyn AnyFold + '_>> {
    if sheet.sets.is_empty() {
        return None;
    }
    let of_entry = |entry: &Vec<usize>| entry.iter().copied().filter(|at| sheet.columns[*at].required).collect();
    let required = sheet.sets.iter().map(|set| set.entries.iter().map(of_entry).collect()).collect();
    Some(Box::new(Sets { sheet, required }))
}

/// What one set has in a row.
pub(super) struct RowOf {
    row: usize,
    number: u64,
    set: usize,
    /// The row's key; none where no further row is looked for.
    key: Option<u128>,
    /// Whether the last entry is filled.
    full: bool,
    /// How many entries are begun.
    count: u64,
    /// Whether these are too few.
    few: bool,
    /// The keys of the entries that are begun, each with its place.
    entries: Vec<(usize, u128)>,
    /// Required cells that are blank in entries that are begun.
    missing: Vec<usize>,
    /// The first entry that is begun behind an empty one.
    gap: Option<(usize, usize)>,
}

/// A row that further rows may continue.
#[derive(Clone, Copy)]
struct Known {
    last: u64,
    full: bool,
}

/// Spreads one hash before it is joined with another.
const SPREAD: u128 = 0x9E37_79B9_7F4A_7C15_F39C_C060_5CED_C835;

#[derive(Default)]
pub(super) struct State {
    /// For each set, the rows by their keys.
    known: Vec<HashMap<u128, Known, FixedState>>,
    /// For each set, the entries of these rows, each with the first row that it is in.
    seen: Vec<HashMap<u128, u64, FixedState>>,
}

/// The key of some columns of a row; `None` where all of them are blank.
fn key_at(values: &Values<'_>, at: usize, columns: &[usize], text: impl Fn(usize) -> String) -> Option<u128> {
    let mut parts = key::Parts::default();
    let mut any = false;
    for column in columns {
        match values.typed[*column].get(at).unwrap_or(&Value::Blank) {
            Value::Unreadable => {
                any = true;
                parts.add_text(&text(*column));
            }
            value => {
                any |= !matches!(value, Value::Blank);
                parts.add(value);
            }
        }
    }
    any.then(|| parts.key())
}

impl Fold for Sets<'_> {
    type Part = Vec<RowOf>;
    type State = State;

    fn gather(&self, from: &Gathering<'_>, result: &mut ChunkResult) -> Vec<RowOf> {
        let mut out = Vec::new();
        for (number, set) in self.sheet.sets.iter().enumerate() {
            // Of an entry that lacks a column, which has been reported, nothing is known.
            let known: Vec<usize> = (0..set.entries.len())
                .filter(|at| set.entries[*at].iter().all(|column| from.header.field_of[*column].is_some()))
                .collect();
            for (at, &row) in from.rows.iter().enumerate() {
                if !result.leaves_out(row) {
                    out.extend(self.row(from, (number, &known), (at, row)));
                }
            }
        }
        out.sort_by_key(|of| of.row);
        out
    }

    fn absorb(&self, state: &mut State, part: Vec<RowOf>, with: &mut Absorbing<'_, '_>) {
        state.known.resize_with(self.sheet.sets.len(), HashMap::default);
        state.seen.resize_with(self.sheet.sets.len(), HashMap::default);
        for row in part {
            let set = &self.sheet.sets[row.set];
            steps::count(row.entries.len());
            for &column in &row.missing {
                let problem = Arc::clone(&with.judge.missing[column]);
                self.cell(with, row.row, column, problem);
            }
            if let Some((entry, empty)) = row.gap {
                let message = format!(
                    "Entry {} of {} is filled and entry {} is empty; they must be filled from the first on.",
                    entry + 1,
                    set.name,
                    empty + 1
                );
                self.entry(with, &row, entry, &codes::GAP_IN_LIST, message);
            }
            self.doubles(with, set, &row);
            let goes_on = row.key.is_some_and(|key| self.further(state, with, set, (key, &row)));
            if row.few && !goes_on {
                self.few(with, set, &row);
            }
        }
    }

    fn finish_sheet(&self, state: &mut State, _: &mut Ending<'_>) {
        // A further row is in the same file.
        *state = State::default();
    }
}

impl Sets<'_> {
    /// What a set has in a row, where there is anything to say or to remember of it.
    fn row(
        &self,
        from: &Gathering<'_>,
        (number, known): (usize, &[usize]),
        (at, row): (usize, usize),
    ) -> Option<RowOf> {
        let set = &self.sheet.sets[number];
        let values = RowValues { values: from.values, at };
        let (mut entries, mut missing, mut gap, mut empty) = (Vec::new(), Vec::new(), None, None);
        let mut count = 0;
        for &entry in known {
            let columns = &set.entries[entry];
            if !columns.iter().any(|column| values.is_filled(*column)) {
                empty = empty.or(Some(entry));
                continue;
            }
            count += 1;
            gap = gap.or(empty.map(|empty| (entry, empty)));
            missing.extend(self.required[number][entry].iter().filter(|column| !values.is_filled(**column)));
            let text = |column: usize| from.text(row, column).trim().to_owned();
            entries.extend(key_at(from.values, at, &set.keys[entry], text).map(|key| (entry, key)));
        }
        let text = |column: usize| from.text(row, column).trim().to_owned();
        // Where columns are missing from the file, nothing is known of how many entries there are.
        let whole = known.len() == set.entries.len();
        let key = (set.further_rows && whole).then(|| key_at(from.values, at, &self.sheet.key, text)).flatten();
        let (full, few) = (empty.is_none(), whole && count < set.min);
        if entries.len() < 2 && missing.is_empty() && gap.is_none() && key.is_none() && !few {
            return None;
        }
        let row_number = from.shaped.chunk.row_number(row);
        Some(RowOf { row, number: row_number, set: number, key, full, count, few, entries, missing, gap })
    }

    /// Two entries of the row that are the same.
    fn doubles(&self, with: &mut Absorbing<'_, '_>, set: &ColumnSet, row: &RowOf) {
        let mut sorted = row.entries.clone();
        sorted.sort_by_key(|(entry, key)| (*key, *entry));
        let mut doubles: Vec<(usize, usize)> = Vec::new();
        for same in sorted.chunk_by(|one, other| one.1 == other.1) {
            doubles.extend(same[1..].iter().map(|(entry, _)| (*entry, same[0].0)));
        }
        doubles.sort_unstable();
        for (entry, before) in doubles {
            let message =
                format!("Entry {} of {} is the same as entry {} of the row.", entry + 1, set.name, before + 1);
            self.entry(with, row, entry, &codes::REPEATED_ENTRY, message);
        }
    }

    fn few(&self, with: &mut Absorbing<'_, '_>, set: &ColumnSet, row: &RowOf) {
        let count = match row.count {
            0 => "no entry".to_owned(),
            1 => "1 entry".to_owned(),
            count => format!("{} entries", thousands(count)),
        };
        let message = format!("The row has {count} of {}; at least {} must be given.", set.name, thousands(set.min));
        self.entry(with, row, 0, &codes::ENTRY_COUNT, message);
    }

    /// A row whose key may have been there before; whether it was.
    fn further(
        &self,
        state: &mut State,
        with: &mut Absorbing<'_, '_>,
        set: &ColumnSet,
        (key, row): (u128, &RowOf),
    ) -> bool {
        let before = state.known[row.set].insert(key, Known { last: row.number, full: row.full });
        for (entry, own) in &row.entries {
            // Both are hashes of 128 bits already.
            let of_key = key.wrapping_mul(SPREAD) ^ own;
            let earlier = *state.seen[row.set].entry(of_key).or_insert(row.number);
            if earlier != row.number {
                let message = format!("Entry {} of {} is the same as one in row {earlier}.", entry + 1, set.name);
                self.entry(with, row, *entry, &codes::REPEATED_ENTRY, message);
            }
        }
        if let Some(known) = before.as_ref().filter(|known| !known.full) {
            let message = format!(
                "The row goes on with the {} of row {}, which has room for more of them; fill that one first.",
                set.name, known.last
            );
            self.entry(with, row, 0, &shape::ROOM_LEFT, message);
        }
        before.is_some()
    }

    /// A finding about an entry, at its first column.
    fn entry(&self, with: &mut Absorbing<'_, '_>, row: &RowOf, entry: usize, code: &'static Code, message: String) {
        let column = self.sheet.sets[row.set].entries[entry].first().copied().unwrap_or(0);
        let problem = about_column(code, self.sheet, column, message);
        self.cell(with, row.row, column, problem);
    }

    fn cell(&self, with: &mut Absorbing<'_, '_>, row: usize, column: usize, problem: Arc<Problem>) {
        let field = with.header.field_of[column];
        let order = FIRST_CELL + field.unwrap_or(0) as u32;
        let value = Some(with.text(row, column).into());
        let key = key_of(with.judge, with.header, with.chunk, row);
        with.findings.push(RowFinding { field, value, key, order, ..whole_row(row, problem) });
    }
}
