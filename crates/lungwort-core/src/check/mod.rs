//! The judges, and the run that drives them: rows in, findings out through one [`Sink`](crate::finding::Sink).
//!
//! One room for each step on a file's way, in this order:
//!
//! | room | in | out |
//! | --- | --- | --- |
//! | `run` | files of a batch, one after the other | findings in order, what each file is |
//! | `file` | a file as a whole | what is wrong with its kind, name, encoding, size |
//! | `workbook` | sheets | which one is which of the rulebook's, what differs from the blank template |
//! | `header` | the top of a sheet | which file column is which column of the rulebook |
//! | `shape` | rows | rows that say which kind they are and what they belong to |
//! | `rows` | a chunk of rows | typed values, and what is wrong with rows and cells |
//! | `column` | one cell | its value, or what is wrong with it |
//! | `lookups` | a row's keys | which row of a list it names, and what stands there |
//! | `rules` | one row's values | which rules it breaks |
//! | `folds` | chunks in any order, then in theirs | what only shows over several rows |

mod column;
mod file;
mod folds;
mod header;
mod lookups;
mod problem;
mod rows;
mod rules;
mod run;
mod shape;
mod workbook;

pub use column::ColumnJudge;
pub use folds::{Figure, FigureChange, Section};
#[cfg(test)]
pub(crate) use problem::bare as problem_of_code;
pub use run::checker::Checker;
pub use run::first_rows::{SampleColumn, SheetSample, first_rows};
pub use run::metadata::{
    CheckError, ContentMetadata, FileMetadata, Options, SheetRead, TextMetadata, WorkbookMetadata,
};
pub use run::open::{Opened, TopRows};
