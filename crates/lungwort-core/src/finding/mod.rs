//! What can be wrong: codes and their explanations, places, corrections, and findings grouped by cause.
//!
//! This is ground: it knows nothing of rulebooks or files. The judges push findings into one [`Sink`].

pub mod cause;
mod cell_problem;
pub mod codes;
mod correction;
mod message;
mod plan;
pub mod ranges;

use std::ops::ControlFlow;
use std::sync::Arc;

use serde::{Deserialize, Serialize};

pub use cause::{Cause, Causes, Counts, ValueCount};
pub use cell_problem::CellProblem;
pub use codes::Code;
pub use correction::{Action, Certainty, Correction};
pub use message::{Expected, Message};
pub use plan::{CellChange, Listed, Outcome, RowPlan, Together};
pub use ranges::RowSet;

/// How much a finding matters.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize, schemars::JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum Severity {
    /// Worth knowing.
    Note,
    /// Would be accepted, but look.
    Warning,
    /// Would be refused.
    Error,
}

impl Severity {
    /// The word for it.
    pub fn word(self) -> &'static str {
        match self {
            Severity::Error => "error",
            Severity::Warning => "warning",
            Severity::Note => "note",
        }
    }

    /// The word with its article: `an error`.
    pub fn with_article(self) -> &'static str {
        match self {
            Severity::Error => "an error",
            Severity::Warning => "a warning",
            Severity::Note => "a note",
        }
    }

    /// The word, in the plural where `count` asks for it: `1 error`, `2 errors`.
    pub fn counted(self, count: u64) -> String {
        let (one, more) = match self {
            Severity::Error => ("error", "errors"),
            Severity::Warning => ("warning", "warnings"),
            Severity::Note => ("note", "notes"),
        };
        format!("{} {}", ranges::thousands(count), if count == 1 { one } else { more })
    }
}

/// What a finding is about: the file as a whole, a column of the rulebook, a column only the file has, or a rule.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, PartialOrd, Ord)]
pub enum Topic {
    /// The file.
    File,
    /// A column of the rulebook, by its index there.
    Column(usize),
    /// A column that only the file has, by its index in the file.
    Stray(usize),
    /// A rule of the rulebook, by its index there.
    Rule(usize),
    /// A kind of row, by its index in the rulebook.
    Kind(usize),
}

impl Topic {
    /// Whether its subject is what is required of several cells, and not a heading.
    pub fn is_over_cells(self) -> bool {
        matches!(self, Topic::Rule(_) | Topic::Kind(_))
    }
}

/// What was found, apart from where: the same for every cell with the same wrong value in the same column.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Problem {
    /// The code.
    pub code: &'static Code,
    /// How much it matters, by the code or by what the rulebook says.
    pub severity: Severity,
    /// What it is about.
    pub topic: Topic,
    /// The heading or the rule in words; empty for the file.
    pub subject: Arc<str>,
    /// What was found, what was expected and what to do.
    pub message: Message,
    /// What would put it right.
    pub correction: Option<Correction>,
    /// The line of the rulebook that asks for it, from one.
    pub rulebook_line: Option<usize>,
}

/// Where in the file, in the terms of whoever looks at it.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default)]
pub struct Place {
    /// Row as a spreadsheet counts, from one.
    pub row: Option<u64>,
    /// Last row of a run of rows that the finding covers.
    pub last_row: Option<u64>,
    /// Physical line of the file on which the row begins, from one.
    pub line: Option<u64>,
    /// Column in the file, from zero.
    pub field: Option<usize>,
    /// Byte in the file, from zero.
    pub offset: Option<u64>,
}

/// Where a finding is: which file, which sheet, which row and field.
#[derive(Debug, Clone, PartialEq, Eq, Default)]
pub struct Address {
    /// Which of the files of the batch, from zero.
    pub file: usize,
    /// The sheet, in a workbook; `None` for the workbook as a whole.
    pub sheet: Option<Arc<str>>,
    /// Where in it.
    pub place: Place,
}

/// One thing found wrong.
#[derive(Debug, Clone)]
pub struct Finding {
    /// Where.
    pub address: Address,
    /// What.
    pub problem: Arc<Problem>,
    /// The row's key, its parts joined by ` / `.
    pub key: Option<Arc<str>>,
    /// The cell as it is in the file.
    pub value: Option<Box<str>>,
    /// Of a group: all rows that it is about.
    pub rows: Option<Arc<RowSet>>,
}

/// Takes findings in, in the order of files, rows and columns.
pub trait Sink {
    /// Takes one finding; `Break` when no more are wanted (the reader of a pipe has gone).
    fn take(&mut self, finding: Finding) -> ControlFlow<()>;

    /// Takes what would become of a row, where that was asked for: behind what was found in it, unless that only shows later.
    fn plan(&mut self, _: Address, _: RowPlan) {}

    /// Which further rows are listed, with their keys and cells: of each chunk, asked before it. Others are handed on without them.
    fn listed(&self) -> Listed {
        Listed::of(|_, _| true)
    }
}

/// A file column's letter as spreadsheets have it: 0 is A, 26 is AA.
pub fn column_letter(field: usize) -> String {
    let mut letters = Vec::new();
    let mut rest = field + 1;
    while rest > 0 {
        rest -= 1;
        letters.push(char::from(b'A' + (rest % 26) as u8));
        rest /= 26;
    }
    letters.iter().rev().collect()
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn letters_are_those_of_spreadsheets() {
        let letters: Vec<_> = [0, 25, 26, 701, 702, 16_383].into_iter().map(column_letter).collect();
        assert_eq!(letters, ["A", "Z", "AA", "ZZ", "AAA", "XFD"]);
    }
}
