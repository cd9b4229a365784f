//! Files that rows name: none twice where that is required, over all columns that name files; and none in the folder that no row
//! names.

use std::sync::Arc;

use foldhash::fast::FixedState;
use hashbrown::HashMap;

use super::{Absorbing, AnyFold, Fold, Gathering};
use crate::cell::key;
use crate::check::problem::file_problem;
use crate::check::rows::SheetJudge;
use crate::check::rows::result::{ChunkResult, FIRST_CELL, RowFinding, key_of, whole_row};
use crate::finding::codes::value as codes;
use crate::finding::{CellProblem, Problem};
use crate::rulebook::Sheet;
use crate::rulebook::attachment::Files;
use crate::rulebook::property::folder_of;

struct Attachments<'r> {
    sheet: &'r Sheet,
    /// The columns that name files.
    columns: Vec<usize>,
}

pub(super) fn make(sheet: &Sheet) -> Option<Box<dyn AnyFold + '_>> {
    let of = |column: &usize| sheet.columns[*column].attachments.as_ref();
    let columns: Vec<usize> = (0..sheet.columns.len()).filter(|column| of(column).is_some()).collect();
    let asked = columns.iter().filter_map(of).any(|of| of.written.once || of.written.all_used);
    asked.then(|| Box::new(Attachments { sheet, columns }) as _)
}

/// A file that a row names: the row, the column, its name, and the key of that.
pub(super) struct Named {
    row: usize,
    column: usize,
    name: Box<str>,
    key: u128,
}

/// The first row that names each file: file and row.
pub(super) type Namers = HashMap<u128, (u32, u64), FixedState>;

impl Fold for Attachments<'_> {
    type Part = Vec<Named>;
    type State = Namers;

    fn gather(&self, from: &Gathering<'_>, result: &mut ChunkResult) -> Vec<Named> {
        let mut named = Vec::new();
        for &row in from.rows.iter().filter(|row| result.samples.binary_search(row).is_err()) {
            for &column in &self.columns {
                let text = from.text(row, column).trim();
                let parts: Vec<&str> = match self.sheet.columns[column].separator.as_deref() {
                    Some(sign) => text.split(sign).map(str::trim).collect(),
                    None => vec![text],
                };
                for name in parts.into_iter().filter(|name| !name.is_empty()) {
                    named.push(Named { row, column, name: name.into(), key: key::of_text(name) });
                }
            }
        }
        named
    }

    fn absorb(&self, namers: &mut Namers, part: Vec<Named>, with: &mut Absorbing<'_, '_>) {
        for Named { row, column, name, key } in part {
            let here = (with.file as u32, with.chunk.row_number(row));
            let Some(first) = namers.get(&key).copied() else {
                namers.insert(key, here);
                continue;
            };
            if !self.sheet.columns[column].attachments.as_ref().is_some_and(|of| of.written.once) {
                continue;
            }
            let file = match first.0 as usize {
                file if file == with.file => String::new(),
                file => format!(" of {}", with.names.get(file).cloned().unwrap_or_default()),
            };
            let message = format!("row {}{file} names this file already, and each may be named once.", first.1);
            let problem =
                with.judge.columns[column].problem_of(&name, CellProblem::new(&codes::ATTACHMENT_AGAIN, message));
            let field = with.header.field_of[column];
            with.findings.push(RowFinding {
                field,
                value: Some(name),
                key: key_of(with.judge, with.header, with.chunk, row),
                order: FIRST_CELL + field.unwrap_or(0) as u32,
                ..whole_row(row, problem)
            });
        }
    }

    fn finish_run(&self, namers: &Namers, judge: &SheetJudge<'_>) -> Vec<Arc<Problem>> {
        let mut problems = Vec::new();
        let mut seen: Vec<std::path::PathBuf> = Vec::new();
        for &column in &self.columns {
            let of = &self.sheet.columns[column];
            let all_used = of.attachments.as_ref().is_some_and(|of| of.written.all_used);
            let Some(folder) = folder_of(of, &judge.folder).filter(|folder| all_used && !seen.contains(folder)) else {
                continue;
            };
            let files = Files::in_folder(&folder);
            for name in files.visible() {
                // A name that is spelt otherwise has a finding of its own.
                if !namers.contains_key(&key::of_text(name)) {
                    let message = format!("no row names the file {}.", crate::cell::shown::quoted(name));
                    let problem = CellProblem::new(&codes::UNUSED_ATTACHMENT, message);
                    problems.push(file_problem(&codes::UNUSED_ATTACHMENT, "", problem));
                }
            }
            seen.push(folder);
        }
        problems
    }
}
