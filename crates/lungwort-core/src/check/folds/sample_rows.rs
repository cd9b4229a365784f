//! Rows that are the template's own examples. Where there are no others, nothing has been filled in yet.

use super::{Absorbing, AnyFold, Ending, Fold, Gathering};
use crate::check::problem::file_problem;
use crate::check::rows::result::{ChunkResult, whole_row};
use crate::finding::Action;
use crate::finding::CellProblem;
use crate::finding::codes::template;
use crate::rulebook::Sheet;

/// Examples in fewer columns are no proof that a row is the template's.
const LEAST_EXAMPLES: usize = 3;

struct SampleRows<'r> {
    sheet: &'r Sheet,
}

pub(super) fn make(sheet: &Sheet) -> Option<Box<dyn AnyFold + '_>> {
    let examples = sheet.columns.iter().filter(|column| column.example.is_some()).count();
    if examples < LEAST_EXAMPLES && sheet.sample_keys.is_empty() && sheet.sample_rows.is_empty() {
        return None;
    }
    Some(Box::new(SampleRows { sheet }))
}

impl Fold for SampleRows<'_> {
    /// How many there are in a chunk.
    type Part = u64;
    /// How many there are in the rows of a file so far.
    type State = u64;

    fn gather(&self, from: &Gathering<'_>, result: &mut ChunkResult) -> u64 {
        let chunk = &from.shaped.chunk;
        let examples: Vec<(usize, &str)> = self
            .sheet
            .columns
            .iter()
            .zip(&from.header.field_of)
            .filter_map(|(column, field)| Some(((*field)?, column.example.as_deref()?)))
            .collect();
        let text = |row: usize, field: usize| chunk.text(chunk.cell(row, field));
        let key = self.sheet.key.first().and_then(|column| from.header.field_of[*column]);
        // Columns that the file does not have tell nothing.
        let is_row = |cells: &[String], row: usize| {
            let each = || cells.iter().zip(&from.header.field_of).filter_map(|(cell, field)| Some((cell, (*field)?)));
            each().any(|(cell, _)| !cell.is_empty()) && each().all(|(cell, field)| text(row, field).trim() == cell)
        };
        let is_sample = |row: usize| {
            let by_key = || key.is_some_and(|field| self.sheet.sample_keys.iter().any(|key| key == text(row, field)));
            let by_cells = || {
                examples.len() >= LEAST_EXAMPLES
                    && examples.iter().all(|(field, example)| text(row, *field) == *example)
            };
            let by_row = || self.sheet.sample_rows.iter().any(|cells| is_row(cells, row));
            by_key() || by_cells() || by_row()
        };
        let samples: Vec<usize> = from.rows.iter().copied().filter(|row| is_sample(*row)).collect();
        if samples.is_empty() {
            return 0;
        }
        // What else may be wrong with an example is nobody's concern.
        result.findings.retain(|finding| samples.binary_search(&finding.row).is_err());
        let message = "this is an example that came with the template.";
        let problem = CellProblem::new(&template::SAMPLE_ROW, message).with(Action::DeleteRows.likely());
        let problem = file_problem(&template::SAMPLE_ROW, "The row", problem);
        result.findings.extend(samples.iter().map(|row| whole_row(*row, problem.clone())));
        let count = samples.len() as u64;
        result.samples = samples;
        count
    }

    fn absorb(&self, state: &mut u64, part: u64, with: &mut Absorbing<'_, '_>) {
        *state += part;
        // A blank template comes with its samples: they are reported once there is anything else.
        with.hold_back |= *state > 0 && with.totals.filled_rows == *state;
    }

    fn finish_sheet(&self, state: &mut u64, ending: &mut Ending<'_>) {
        let samples = std::mem::take(state);
        if samples > 0 && ending.totals.filled_rows == samples {
            ending.drop_held = true;
            ending.totals.filled_rows = 0;
        }
    }
}
