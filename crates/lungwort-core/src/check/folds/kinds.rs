//! Kinds of rows: filled cells that a kind ignores, and rows that belong to the nearest row above of the right kind.
//!
//! Where rows name what they belong to, that is judged by `parents`; here it goes by where a row stands. A row closes the rows
//! of all kinds that can be under its own, so that what follows belongs to it and not to those before.

use std::sync::Arc;

use super::{Absorbing, AnyFold, Ending, Fold, Gathering, Placed};
use crate::cell::{Value, key};
use crate::check::problem::about_column;
use crate::check::rows::RowValues;
use crate::check::rows::result::{ChunkResult, FIRST_CELL, RowFinding, key_of, whole_row};
use crate::finding::codes::shape as codes;
use crate::finding::ranges::thousands;
use crate::finding::{Code, Correction, Message, Place, Problem, Topic};
use crate::rulebook::model::Kinds;
use crate::rulebook::{Sheet, listed};
use crate::steps;

struct KindsOfRows<'r> {
    sheet: &'r Sheet,
    kinds: &'r Kinds,
    /// What each kind is recognised by.
    keys: Vec<Option<u128>>,
    /// For each kind, the kinds that can be under it, at once or further down.
    below: Vec<Vec<usize>>,
    /// For each kind, whether rows under it are counted.
    counted: Vec<bool>,
    /// Whether rows belong to the rows above by where they stand.
    by_place: bool,
}

/// What each kind is recognised by.
pub(super) fn keys(sheet: &Sheet, kinds: &Kinds) -> Vec<Option<u128>> {
    let kind = &sheet.columns[kinds.column].kind;
    kinds.kinds.iter().map(|each| kind.read(&each.value).ok().and_then(|value| key::of(&value))).collect()
}

pub(super) fn make(sheet: &Sheet) -> Option<Box<dyn AnyFold + '_>> {
    let kinds = sheet.kinds.as_ref()?;
    let below = |top: usize| {
        let (mut found, mut next) = (Vec::new(), vec![top]);
        while let Some(at) = next.pop() {
            let under = kinds.kinds.iter().enumerate().filter(|(_, kind)| kind.under.contains(&at));
            for (each, _) in under {
                if !found.contains(&each) {
                    found.push(each);
                    next.push(each);
                }
            }
        }
        found
    };
    let below = (0..kinds.kinds.len()).map(below).collect();
    let by_place = sheet.parents.is_none() && kinds.kinds.iter().any(|kind| !kind.under.is_empty());
    let counted = (0..kinds.kinds.len()).map(|above| kinds.counts_under(above)).collect();
    Some(Box::new(KindsOfRows { counted, sheet, kinds, keys: keys(sheet, kinds), below, by_place }))
}

/// A row and its kind; `None` for one that is of no kind.
pub(super) struct RowOf {
    row: usize,
    number: u64,
    kind: Option<usize>,
}

/// A row that others may belong to.
struct Open {
    number: u64,
    key: Option<Arc<str>>,
    /// For each kind, how many rows of it are under this one.
    counts: Vec<u64>,
}

/// What is going on, and what is to be said of rows that have passed. That waits for the end of the sheet, so that its place
/// in the report does not depend on where a chunk ends.
#[derive(Default)]
pub(super) struct State {
    /// For each kind, its last row, as long as others may belong to it.
    open: Vec<Option<Open>>,
    /// Whether a row of no known kind came since the last one that belongs to none: what follows may belong to it.
    unsure: bool,
    closed: Vec<Placed>,
}

impl Fold for KindsOfRows<'_> {
    type Part = Vec<RowOf>;
    type State = State;

    fn gather(&self, from: &Gathering<'_>, result: &mut ChunkResult) -> Vec<RowOf> {
        if from.header.field_of[self.kinds.column].is_none() {
            return Vec::new();
        }
        let mut rows = Vec::with_capacity(if self.by_place { from.rows.len() } else { 0 });
        let mut ignored = Vec::new();
        for (at, &row) in from.rows.iter().enumerate() {
            if result.samples.binary_search(&row).is_ok() {
                continue;
            }
            let value = from.values.typed[self.kinds.column].get(at).unwrap_or(&Value::Blank);
            let kind = key::of(value).and_then(|key| self.keys.iter().position(|known| *known == Some(key)));
            if let Some(kind) = kind {
                let values = RowValues { values: from.values, at };
                for &column in self.kinds.kinds[kind].ignored.iter().filter(|column| values.is_filled(**column)) {
                    let field = from.header.field_of[column];
                    let order = FIRST_CELL + field.unwrap_or(0) as u32;
                    let value = Some(from.text(row, column).into());
                    let problem = self.ignored(column, kind);
                    ignored.push(RowFinding { order, field, value, ..whole_row(row, problem) });
                }
            }
            if self.by_place {
                rows.push(RowOf { row, number: from.shaped.chunk.row_number(row), kind });
            }
        }
        result.findings.append(&mut ignored);
        rows
    }

    fn absorb(&self, state: &mut State, part: Vec<RowOf>, with: &mut Absorbing<'_, '_>) {
        state.open.resize_with(self.kinds.kinds.len(), || None);
        for RowOf { row, number, kind } in part {
            steps::count(1 + self.below.len());
            let Some(kind) = kind else {
                // It may be one that the next rows belong to.
                state.unsure = true;
                continue;
            };
            let about = &self.kinds.kinds[kind];
            for &below in &self.below[kind] {
                self.close(state, below);
            }
            self.close(state, kind);
            // What stands by itself and has others under it begins afresh.
            state.unsure &= !about.under.is_empty() || self.below[kind].is_empty();
            let last = |above: &usize| state.open[*above].as_ref().map(|open| (open.number, *above));
            let above = about.under.iter().filter_map(last).max().map(|(_, above)| above);
            match above.and_then(|above| state.open[above].as_mut()) {
                Some(open) if !state.unsure => open.counts[kind] += 1,
                None if !about.under.is_empty() && !state.unsure => {
                    let problem = self.orphan(kind);
                    let field = with.header.field_of[self.kinds.column];
                    let value = Some(with.text(row, self.kinds.column).into());
                    let order = FIRST_CELL + field.unwrap_or(0) as u32;
                    let key = key_of(with.judge, with.header, with.chunk, row);
                    with.findings.push(RowFinding { field, value, key, order, ..whole_row(row, problem) });
                }
                _ => {}
            }
            // The key is for what is said of the rows under it.
            let is_counted = self.counted[kind];
            let key = is_counted.then(|| key_of(with.judge, with.header, with.chunk, row)).flatten();
            state.open[kind] = Some(Open { number, key, counts: vec![0; self.kinds.kinds.len()] });
        }
    }

    fn finish_sheet(&self, state: &mut State, ending: &mut Ending<'_>) {
        (0..state.open.len()).for_each(|kind| self.close(state, kind));
        state.unsure = false;
        ending.findings.append(&mut state.closed);
    }
}

impl KindsOfRows<'_> {
    fn ignored(&self, column: usize, kind: usize) -> Arc<Problem> {
        let heading = self.sheet.columns[column].heading.as_str();
        let reason = format!("is not looked at in rows of {}; what is here is lost.", self.kinds.kinds[kind].value);
        Arc::new(Problem {
            topic: Topic::Column(column),
            subject: Arc::from(heading),
            message: Message { heading: Some(Arc::from(heading)), reason, ..Message::default() },
            correction: Correction::likely(""),
            ..crate::check::problem::bare(&codes::IGNORED_VALUE)
        })
    }

    fn orphan(&self, at: usize) -> Arc<Problem> {
        let kind = &self.kinds.kinds[at];
        let above: Vec<String> = kind.under.iter().map(|at| self.kinds.kinds[*at].value.clone()).collect();
        let message = format!(
            "The row is {}, which belongs under {}; none is above it that it could belong to.",
            kind.value,
            listed(&above, "or")
        );
        about_kind((self.sheet, self.kinds), &codes::NO_PARENT, at, message)
    }

    /// Nothing more belongs to the last row of a kind.
    fn close(&self, state: &mut State, kind: usize) {
        let Some(open) = state.open[kind].take().filter(|_| !state.unsure) else { return };
        for (below, count) in open.counts.iter().enumerate() {
            if let Some(problem) = wrong_count((self.sheet, self.kinds), kind, below, *count) {
                let place = Place { row: Some(open.number), ..Place::default() };
                state.closed.push(Placed { place, problem, key: open.key.clone() });
            }
        }
    }
}

/// What is said where a row has too few or too many rows of a kind under it.
pub(super) fn wrong_count(
    (sheet, kinds): (&Sheet, &Kinds),
    above: usize,
    at: usize,
    count: u64,
) -> Option<Arc<Problem>> {
    let below = &kinds.kinds[at];
    let right = count >= below.min && below.max.is_none_or(|max| count <= max);
    if right || !below.under.contains(&above) {
        return None;
    }
    let must = below.count_words().unwrap_or_default();
    let has = if count == 0 { "no".to_owned() } else { thousands(count) };
    let plural = if count == 1 { "" } else { "s" };
    let message = format!(
        "The row of {} has {has} row{plural} of {} under it; it must have {must}.",
        kinds.kinds[above].value, below.value
    );
    Some(about_kind((sheet, kinds), &codes::CHILD_COUNT, at, message))
}

/// A problem of a kind of row.
pub(super) fn about_kind(
    (sheet, kinds): (&Sheet, &Kinds),
    code: &'static Code,
    at: usize,
    message: String,
) -> Arc<Problem> {
    let kind = &kinds.kinds[at];
    let count = kind.count_words().filter(|_| code == &codes::CHILD_COUNT);
    let subject = count.map_or(kind.value.clone(), |count| format!("{} ({count} each)", kind.value));
    let of_column = about_column(code, sheet, kinds.column, message);
    Arc::new(Problem { topic: Topic::Kind(at), subject: Arc::from(subject), ..Problem::clone(&of_column) })
}
