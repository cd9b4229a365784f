//! Several entries of a list in one cell, where each has a row or columns of its own.

use std::sync::Arc;

use super::{AnyFold, Fold, Gathering};
use crate::cell::shown;
use crate::check::problem::bare;
use crate::check::rows::result::{ChunkResult, FIRST_CELL, RowFinding, whole_row};
use crate::finding::codes::shape as codes;
use crate::finding::ranges::thousands;
use crate::finding::{Message, Problem, Topic};
use crate::rulebook::{Column, ColumnType, Sheet};

/// Signs that stand between entries, and hardly ever in one.
const BETWEEN: [char; 3] = [';', '|', '\n'];

struct Several<'r> {
    sheet: &'r Sheet,
    /// Columns of plain text, each with where its entries belong.
    columns: Vec<(usize, &'static str)>,
}

pub(super) fn make(sheet: &Sheet) -> Option<Box<dyn AnyFold + '_>> {
    let lists = sheet.record.iter().flat_map(|record| &record.lists).filter(|list| list.distinct);
    let in_rows = lists.flat_map(|list| &list.columns).map(|column| (*column, "each entry has a row of its own"));
    let sets = sheet.sets.iter().flat_map(|set| &set.entries).flatten();
    let in_columns = sets.map(|column| (*column, "each entry has columns of its own"));
    let columns: Vec<_> = in_rows.chain(in_columns).filter(|(column, _)| is_plain(&sheet.columns[*column])).collect();
    (!columns.is_empty()).then(|| Box::new(Several { sheet, columns }) as _)
}

/// Whether any text may be in a column: what asks for more finds several entries wrong by itself.
fn is_plain(column: &Column) -> bool {
    let free = column.allowed.is_none() && column.on_sheet.is_none() && column.pattern.is_empty();
    free && matches!(column.kind, ColumnType::Text) && column.format.is_none() && column.separator.is_none()
}

impl Fold for Several<'_> {
    type Part = ();
    type State = ();

    fn gather(&self, from: &Gathering<'_>, result: &mut ChunkResult) {
        for (column, own) in &self.columns {
            let Some(field) = from.header.field_of[*column] else { continue };
            for &row in from.rows {
                if result.leaves_out(row) {
                    continue;
                }
                let text = from.text(row, *column);
                if !text.contains(BETWEEN) {
                    continue;
                }
                let parts = text.split(BETWEEN).filter(|part| !part.trim().is_empty()).count();
                if parts < 2 {
                    continue;
                }
                let heading: Arc<str> = Arc::from(self.sheet.columns[*column].heading.as_str());
                let reason = format!(
                    "is {}: that looks like {} entries; {own}.",
                    shown::quoted(text.trim()),
                    thousands(parts as u64)
                );
                let problem = Problem {
                    topic: Topic::Column(*column),
                    subject: Arc::clone(&heading),
                    message: Message { heading: Some(heading), reason, ..Message::default() },
                    ..bare(&codes::SEVERAL_ENTRIES)
                };
                let order = FIRST_CELL + field as u32;
                let value = Some(text.into());
                result.findings.push(RowFinding {
                    order,
                    field: Some(field),
                    value,
                    ..whole_row(row, Arc::new(problem))
                });
            }
        }
    }
}
