//! Blank rows with filled ones behind them: some receiving sides stop reading there.

use super::{AnyFold, Fold, Gathering};
use crate::check::problem::file_problem;
use crate::check::rows::result::{ChunkResult, ExactPlace, RowFinding, whole_row};
use crate::finding::Action;
use crate::finding::CellProblem;
use crate::finding::codes::template;
use crate::finding::ranges::thousands;
use crate::rulebook::Sheet;

struct BlankRows;

pub(super) fn make(_: &Sheet) -> Option<Box<dyn AnyFold + '_>> {
    Some(Box::new(BlankRows))
}

impl Fold for BlankRows {
    type Part = ();
    type State = ();

    // The shape knows of blank rows in chunks before, so that nothing is left to absorb.
    fn gather(&self, from: &Gathering<'_>, result: &mut ChunkResult) {
        for run in &from.shaped.blank_runs {
            let message = match run.last - run.first + 1 {
                1 => "a blank row, and filled ones follow.".to_owned(),
                count => format!("{} blank rows, and filled ones follow.", thousands(count)),
            };
            let problem = file_problem(
                &template::BLANK_ROW,
                "",
                CellProblem::new(&template::BLANK_ROW, message).with(Action::DeleteRows.certain()),
            );
            result
                .findings
                .push(RowFinding { place: Some(Box::new(ExactPlace::Run(*run))), ..whole_row(run.before, problem) });
        }
    }
}
