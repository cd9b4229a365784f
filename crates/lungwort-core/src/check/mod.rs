//! The judges, and the run that drives them: rows in, findings out through one [`Sink`](crate::finding::Sink).
//!
//! `open` reads the beginning of a file, so that a rulebook can be chosen by its headings. A [`Checker`] then
//! judges one file after another as one batch: what may stand only once may stand only once in all of them.

mod across;
mod batch;
mod book;
pub mod cell;
mod checker;
mod column;
mod drive;
mod facts;
mod file;
mod form;
mod frame;
mod head;
mod merge;
mod misread;
mod noted;
mod open;
mod ragged;
mod rows;
mod rules;
mod run;
mod sheet_facts;
mod surface;
mod told;
mod unique;
mod verdicts;

pub use cell::Found;
pub use checker::Checker;
pub use column::ColumnJudge;
pub use facts::{BookFacts, CheckError, ContentFacts, FileFacts, Options, SheetRead, TextFacts};
pub use open::{OpenError, Opened};
