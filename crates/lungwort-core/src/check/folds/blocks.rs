//! Stacked blocks as wholes: those that are empty, have lines and no header, were changed or cut off, and rows outside of them.

use std::sync::Arc;

use super::{Absorbing, AnyFold, Ending, Fold, Gathering, Placed};
use crate::check::problem::{file_problem, stray};
use crate::check::rows::result::{ChunkResult, RowFinding, whole_row};
use crate::check::shape::block::BlockEvent;
use crate::finding::codes::shape as codes;
use crate::finding::{Action, CellProblem, Place, Problem, Topic};
use crate::rulebook::{Sheet, listed};

struct BlocksOf<'r> {
    sheet: &'r Sheet,
}

pub(super) fn make(sheet: &Sheet) -> Option<Box<dyn AnyFold + '_>> {
    sheet.block.as_ref()?;
    Some(Box::new(BlocksOf { sheet }))
}

/// The block that is going on.
#[derive(Default)]
struct Open {
    first: u64,
    last: u64,
    headed: bool,
    blank: bool,
    lines: u64,
}

/// What is to be said waits for the end of the sheet, so that its place in the report does not depend on where a chunk ends.
#[derive(Default)]
pub(super) struct State {
    open: Option<Open>,
    /// How many blocks there are.
    count: u64,
    said: Vec<Placed>,
}

impl State {
    fn say(&mut self, (first, last): (u64, Option<u64>), problem: Arc<Problem>) {
        let place = Place { row: Some(first), last_row: last.filter(|last| *last > first), ..Place::default() };
        self.said.push(Placed { place, problem, key: None });
    }

    /// The block is over. `at_end` is whether the file is too.
    fn close(&mut self, at_end: bool) {
        let Some(open) = self.open.take() else { return };
        let rows = (open.first, Some(open.last));
        if !open.headed {
            if at_end {
                let message = "the block is cut off: the sheet ends before the headings of its lines.";
                self.say(rows, problem(CellProblem::new(&codes::CHANGED_BLOCK, message)));
            }
        } else if open.blank && open.lines == 0 && at_end && self.count == 1 {
            // The blank template: that nothing is filled in is said of the file.
        } else if open.blank && open.lines == 0 {
            let message = "the block is empty: neither its header nor a line is filled in.";
            let found = CellProblem::new(&codes::EMPTY_BLOCK, message).with(Action::DeleteRows.likely());
            self.say(rows, problem(found));
        } else if open.blank {
            let message = "the block has lines, and nothing is filled in above them, in its header.";
            self.say(rows, problem(CellProblem::new(&codes::HEADLESS_BLOCK, message)));
        }
    }
}

fn problem(found: CellProblem) -> Arc<Problem> {
    file_problem(found.code, "", found)
}

impl Fold for BlocksOf<'_> {
    type Part = Vec<(u64, BlockEvent)>;
    type State = State;

    fn gather(&self, from: &Gathering<'_>, result: &mut ChunkResult) -> Vec<(u64, BlockEvent)> {
        let chunk = &from.shaped.chunk;
        let mut events = Vec::with_capacity(from.shaped.block_events.len());
        for (row, event) in &from.shaped.block_events {
            match event {
                BlockEvent::Outside => {
                    let message = "the row is in no block: a blank row is above it, and no block has begun since.";
                    let found = CellProblem::new(&codes::OUTSIDE_BLOCK, message);
                    result.findings.push(whole_row(*row, problem(found)));
                }
                BlockEvent::Beside(field, text) => {
                    let value = Some(text.as_str().into());
                    result.findings.push(RowFinding {
                        field: Some(*field),
                        value,
                        ..whole_row(*row, stray(*field, text))
                    });
                }
                BlockEvent::Headed { lost, .. } if !lost.is_empty() => {
                    // Without its label nothing is known of a value.
                    let is_lost = |topic: Topic| matches!(topic, Topic::Column(column) if lost.contains(&column));
                    result.findings.retain(|finding| finding.row != *row || !is_lost(finding.problem.topic));
                    events.push((chunk.row_number(*row), event.clone()));
                }
                event => events.push((chunk.row_number(*row), event.clone())),
            }
        }
        events
    }

    fn absorb(&self, state: &mut State, part: Vec<(u64, BlockEvent)>, _: &mut Absorbing<'_, '_>) {
        for (row, event) in part {
            match event {
                BlockEvent::Begins => {
                    state.close(false);
                    state.count += 1;
                    state.open = Some(Open { first: row, last: row, ..Open::default() });
                }
                BlockEvent::Headed { blank, lost, changed } => {
                    let first = state.open.as_ref().map_or(row, |open| open.first);
                    if let Some(open) = &mut state.open {
                        (open.headed, open.blank, open.last) = (true, blank, row);
                    }
                    if let Some(message) = changes(self.sheet, &lost, &changed) {
                        state.say((first, None), problem(CellProblem::new(&codes::CHANGED_BLOCK, message)));
                    }
                }
                BlockEvent::Line => {
                    if let Some(open) = &mut state.open {
                        open.lines += 1;
                        open.last = row;
                    }
                }
                BlockEvent::Unheaded => {
                    let first = state.open.take().map_or(row, |open| open.first);
                    let message =
                        "the headings of its lines are not in the block that begins here; its rows were not checked.";
                    state.say((first, None), problem(CellProblem::new(&codes::CHANGED_BLOCK, message)));
                }
                BlockEvent::Ends => state.close(false),
                BlockEvent::Outside | BlockEvent::Beside(..) => {}
            }
        }
    }

    fn finish_sheet(&self, state: &mut State, ending: &mut Ending<'_>) {
        state.close(true);
        ending.findings.append(&mut state.said);
        state.count = 0;
    }
}

/// What is another thing than in the first block.
fn changes(sheet: &Sheet, lost: &[usize], changed: &[(String, String)]) -> Option<String> {
    let quoted = crate::cell::shown::quoted;
    let mut parts: Vec<String> =
        lost.iter().map(|column| format!("the label {} is missing", quoted(&sheet.columns[*column].heading))).collect();
    parts.extend(changed.iter().map(|(was, is)| match is.as_str() {
        "" => format!("the heading {} is missing", quoted(was)),
        is => format!("the heading {} is {}", quoted(was), quoted(is)),
    }));
    (!parts.is_empty()).then(|| format!("the block is not like the first one: {}.", listed(&parts, "and")))
}
