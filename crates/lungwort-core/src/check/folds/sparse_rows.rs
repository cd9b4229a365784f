//! Rows in which hardly anything is filled in: reported once, not once for each of their missing cells.

use std::collections::{HashMap, HashSet};

use super::{AnyFold, Fold, Gathering};
use crate::cell::shown;
use crate::check::problem::file_problem;
use crate::check::rows::result::{ChunkResult, FIRST_RULE, RowFinding, whole_row};
use crate::finding::Action;
use crate::finding::CellProblem;
use crate::finding::codes::{template, value};
use crate::intake::Chunk;
use crate::rulebook::Sheet;

struct SparseRows<'r> {
    sheet: &'r Sheet,
    /// Columns that every row must fill.
    required: usize,
}

pub(super) fn make(sheet: &Sheet) -> Option<Box<dyn AnyFold + '_>> {
    let required = sheet.columns.iter().filter(|column| column.required).count();
    // A line of a block has no header cells of its own.
    if required < 3 || sheet.key.is_empty() || sheet.block.is_some() {
        return None;
    }
    Some(Box::new(SparseRows { sheet, required }))
}

impl Fold for SparseRows<'_> {
    type Part = ();
    type State = ();

    fn gather(&self, from: &Gathering<'_>, result: &mut ChunkResult) {
        let key: Vec<usize> = self.sheet.key.iter().filter_map(|column| from.header.field_of[*column]).collect();
        if key.is_empty() {
            return;
        }
        let chunk = &from.shaped.chunk;
        let is_missing = |finding: &&RowFinding| finding.problem.code == &value::MISSING_VALUE;
        let mut missing = HashMap::<usize, usize>::new();
        for finding in result.findings.iter().filter(is_missing) {
            *missing.entry(finding.row).or_default() += 1;
        }
        missing.retain(|_, count| *count * 2 > self.required);
        if missing.is_empty() {
            return;
        }
        // Behind blank rows: totals, notes, leftovers.
        let is_stray =
            |row: usize| from.shaped.places[row].after_blank && (1..=2).contains(&filled(chunk, row).count());
        let stray: HashSet<usize> = missing.keys().copied().filter(|row| is_stray(*row)).collect();
        let key_is_blank = |row: usize| key.iter().all(|field| chunk.text(chunk.cell(row, *field)).trim().is_empty());
        missing.retain(|row, _| !stray.contains(row) && key_is_blank(*row));
        if stray.is_empty() && missing.is_empty() {
            return;
        }
        result.findings.retain(|finding| {
            let follows =
                is_missing(&finding) || finding.problem.code == &value::MISSING_WHEN || finding.order >= FIRST_RULE;
            !(stray.contains(&finding.row) || follows && missing.contains_key(&finding.row))
        });
        result.findings.extend(stray.iter().map(|row| stray_row(chunk, *row)));
        result.findings.extend(missing.iter().map(|(row, count)| self.half_filled(*row, *count)));
    }
}

impl SparseRows<'_> {
    fn half_filled(&self, row: usize, count: usize) -> RowFinding {
        let message = format!(
            "the key and {count} of the {} cells that every row must fill are blank; fill it in or delete it.",
            self.required
        );
        let problem = CellProblem::new(&template::HALF_FILLED_ROW, message).with(Action::DeleteRows.likely());
        whole_row(row, file_problem(&template::HALF_FILLED_ROW, "The row", problem))
    }
}

fn filled(chunk: &Chunk, row: usize) -> impl Iterator<Item = (usize, &str)> {
    let texts = chunk.row(row).iter().map(|cell| chunk.text(*cell).trim()).enumerate();
    texts.filter(|(_, text)| !text.is_empty())
}

fn stray_row(chunk: &Chunk, row: usize) -> RowFinding {
    let cells: Vec<String> = filled(chunk, row)
        .map(|(field, text)| {
            let place = format!("{}{}", crate::finding::column_letter(field), chunk.row_number(row));
            format!("{place} {}", shown::quoted(text))
        })
        .collect();
    let message = format!(
        "{} {} on {} own below the data; the row would be treated as a record. Clear it, or move it to another sheet.",
        crate::rulebook::listed(&cells, "and"),
        if cells.len() == 1 { "is" } else { "are" },
        if cells.len() == 1 { "its" } else { "their" },
    );
    let problem = CellProblem::new(&template::STRAY_CELLS, message).with(Action::DeleteRows.likely());
    whole_row(row, file_problem(&template::STRAY_CELLS, "The row", problem))
}
