//! Values of one sheet that must be on another: compared when both have been read.
//!
//! In: what the folds of the sheets have gathered. Out: findings at the cells whose value the other sheet does not have, and at
//! the values there that nothing uses.

use std::sync::Arc;

use super::checker::SheetState;
use super::reporter::Reporter;
use crate::cell::shown;
use crate::check::folds::intents;
use crate::check::folds::other_sheets::{Found, State};
use crate::finding::codes::intent as intent_codes;
use crate::finding::codes::rule as codes;
use crate::finding::{CellProblem, Correction, Place};
use crate::rulebook::list::{Entry, List};
use crate::rulebook::property::OnSheet;

/// Compares the sheets, and forgets their values. `label` gives the name that a sheet has in the file, where it was read.
pub(crate) fn judge(
    sheets: &mut [SheetState<'_>],
    label: &dyn Fn(usize) -> Option<Option<Arc<str>>>,
    out: &mut Reporter<'_>,
) {
    for (number, state) in sheets.iter().enumerate() {
        for (column, on) in
            state.judge.sheet.columns.iter().enumerate().filter_map(|(at, each)| Some((at, each.on_sheet.as_ref()?)))
        {
            // A sheet that is missing is a finding of its own, and nothing can be looked up in it.
            let Some((other, target)) = on.target else { continue };
            let (Some(here), Some(there)) = (label(number), label(other)) else { continue };
            let (Some(used), Some(known)) = (values(state, column), values(&sheets[other], target)) else { continue };
            out.sheet = here;
            missing((state, column), on, (used, known), out);
            if on.both_ways {
                out.sheet = there;
                unused((&sheets[other], target), (state, column), (used, known), out);
            }
        }
    }
    still_named(sheets, label, out);
    out.sheet = None;
    for state in sheets.iter_mut().flat_map(|state| &mut state.states) {
        if let Some(state) = state.downcast_mut::<State>() {
            *state = State::default();
        } else if let Some(state) = state.downcast_mut::<intents::State>() {
            state.removals.clear();
        }
    }
}

/// Records that one row removes and another row of the upload names.
fn still_named(sheets: &[SheetState<'_>], label: &dyn Fn(usize) -> Option<Option<Arc<str>>>, out: &mut Reporter<'_>) {
    for (number, state) in sheets.iter().enumerate() {
        let (Some(intent), Some(here)) = (&state.judge.sheet.intent, label(number)) else { continue };
        let removals = state.states.iter().find_map(|state| state.downcast_ref::<intents::State>());
        for removal in removals.iter().flat_map(|state| &state.removals) {
            let named = |(other, column): &(usize, usize)| {
                let state = sheets.get(*other)?.states.iter().find_map(|state| state.downcast_ref::<State>())?;
                let (_, places) = state.keeping(*column)?.values.get(&removal.key)?;
                let of_other = |place: &&(u32, u64)| *other != number || **place != (removal.file as u32, removal.row);
                Some((*other, places.iter().find(of_other)?.1))
            };
            let Some((other, row)) = intent.kept_by_rows.iter().find_map(named) else { continue };
            let sheet = match sheets[other].judge.sheet.name.as_deref().filter(|_| other != number) {
                Some(name) => format!(" of the sheet {}", shown::quoted(name)),
                None => String::new(),
            };
            let message = format!("the record cannot be removed while row {row}{sheet} names it.");
            let found = CellProblem::new(&intent_codes::STILL_NAMED, message);
            let problem = state.judge.columns[removal.column].problem_of(&removal.text, found);
            out.sheet = here.clone();
            emit(&problem, (&removal.text, &[(removal.file as u32, removal.row)]), removal.field, out);
        }
    }
}

fn values<'s>(state: &'s SheetState<'_>, column: usize) -> Option<&'s Found> {
    state.states.iter().find_map(|state| state.downcast_ref::<State>())?.of(column)
}

/// Values that the other sheet does not have.
fn missing(
    (state, column): (&SheetState<'_>, usize),
    on: &OnSheet,
    (used, known): (&Found, &Found),
    out: &mut Reporter<'_>,
) {
    let mut list: Option<List> = None;
    for (key, (text, places)) in &used.values {
        if known.values.contains_key(key) {
            continue;
        }
        let list = list.get_or_insert_with(|| {
            List::new(known.values.values().map(|(text, _)| Entry { code: text, meaning: None }))
        });
        let near = list.near_miss(text).and_then(|near| Correction::likely(near.code()));
        let hint = near.as_ref().and_then(Correction::value).map(|near| format!("; did you mean {near}?"));
        let message = format!(
            "it is not in the column {} of the sheet {}{}",
            shown::quoted(&on.column),
            shown::quoted(&on.sheet),
            hint.unwrap_or_else(|| ".".to_owned())
        );
        let found = CellProblem::new(&codes::NOT_ON_SHEET, message).required_by("allowed").with(near);
        let problem = state.judge.columns[column].problem_of(text, found);
        emit(&problem, (text, places), used.field, out);
    }
}

/// Values of the other sheet that nothing uses.
fn unused(
    (other, target): (&SheetState<'_>, usize),
    (state, column): (&SheetState<'_>, usize),
    (used, known): (&Found, &Found),
    out: &mut Reporter<'_>,
) {
    let sheet = state.judge.sheet;
    for (text, places) in known.values.iter().filter(|(key, _)| !used.values.contains_key(*key)).map(|(_, found)| found)
    {
        let message = format!(
            "no row of the sheet {} has it in {}, and each must be there.",
            shown::quoted(sheet.name.as_deref().unwrap_or_default()),
            shown::quoted(&sheet.columns[column].heading)
        );
        let problem = other.judge.columns[target].problem_of(text, CellProblem::new(&codes::NOT_USED, message));
        emit(&problem, (text, places), known.field, out);
    }
}

fn emit(
    problem: &Arc<crate::finding::Problem>,
    (text, places): (&str, &[(u32, u64)]),
    field: Option<usize>,
    out: &mut Reporter<'_>,
) {
    for (file, row) in places {
        out.file = *file as usize;
        let place = Place { row: Some(*row), field, ..Place::default() };
        out.emit(Arc::clone(problem), place, Some(text.into()));
    }
}
