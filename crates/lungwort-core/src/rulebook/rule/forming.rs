//! What a form of rule compiles with, and what the forms share.

use super::super::compiler::{Columns, Compiler};
use super::super::guide_examples::{Cells, RuleExample, sample};
use super::super::listed;
use super::{Broken, Each, RowCells};
use crate::condition::Labels;
use crate::finding::Code;
use crate::rulebook::Sheet;

/// A rule being compiled.
pub(in crate::rulebook) struct Forming<'c> {
    pub compiler: &'c mut Compiler,
    pub columns: &'c Columns,
    /// Over what the rule goes.
    pub each: Each,
    /// Whether the sheet has records of several rows.
    pub has_records: bool,
    /// Whether these are blocks.
    pub has_blocks: bool,
    /// The rule's place in the rulebook, such as `sheet.0.rule.3`.
    pub path: String,
}

impl Forming<'_> {
    /// The columns named at a key, at least so many; `None` where a name is not known.
    pub fn names(&mut self, key: &str, names: &[String], least: usize) -> Option<Vec<usize>> {
        let before = self.compiler.mistakes.len();
        let place = format!("{}.{key}", self.path);
        let list = self.compiler.column_list(&place, names, self.columns);
        if self.compiler.mistakes.len() == before && list.len() < least {
            let plural = if least == 1 { "" } else { "s" };
            self.compiler.error(&place, format!("{key} needs at least {least} column{plural}"));
        }
        (self.compiler.mistakes.len() == before).then_some(list)
    }
}

/// The headings of columns as a list: `A, B and C`.
pub(super) fn named(sheet: &Sheet, columns: &[usize], last: &str) -> String {
    let names: Vec<String> = columns.iter().map(|column| sheet.heading(*column)).collect();
    listed(&names, last)
}

/// `here A and B are blank`
pub(super) fn here_blank(sheet: &Sheet, columns: &[usize], row: &dyn RowCells) -> String {
    let blank: Vec<usize> = columns.iter().copied().filter(|column| !row.is_filled(*column)).collect();
    let verb = if blank.len() == 1 { "is" } else { "are" };
    format!("here {} {verb} blank", named(sheet, &blank, "and"))
}

/// `here both are blank`
pub(super) fn all_blank(columns: &[usize]) -> String {
    format!("here {} are blank", if columns.len() == 2 { "both" } else { "all" })
}

/// More than one of the columns is filled.
pub(super) fn several(sheet: &Sheet, columns: &[usize], row: &dyn RowCells, code: &'static Code) -> Option<Broken> {
    let filled: Vec<usize> = columns.iter().copied().filter(|column| row.is_filled(*column)).collect();
    let second = *filled.get(1)?;
    Some(Broken { code, detail: format!("here {} are filled", named(sheet, &filled, "and")), column: second })
}

/// Example rows by which of the columns are filled.
pub(super) fn filled_examples(
    sheet: &Sheet,
    columns: &[usize],
    pass: impl Fn(usize) -> bool,
    fail: impl Fn(usize) -> bool,
) -> RuleExample {
    let cells = |which: &dyn Fn(usize) -> bool| {
        let cell = |(at, column): (usize, &usize)| {
            let text = if which(at) { sample(sheet, *column) } else { String::new() };
            (sheet.heading(*column), text)
        };
        Some(columns.iter().enumerate().map(cell).collect::<Cells>())
    };
    RuleExample { pass: cells(&pass), fail: cells(&fail) }
}
