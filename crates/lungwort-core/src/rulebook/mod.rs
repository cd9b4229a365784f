//! What a template asks: as written (serde types), then checked and compiled (the types of [`model`]).

mod answer;
pub mod as_workbook;
pub(crate) mod attachment;
mod between_sheets;
mod block;
mod change;
pub mod choose;
pub mod compare;
mod compile;
mod compile_rule;
mod compiler;
mod counts;
mod from_toml;
mod given;
pub mod guide;
mod guide_examples;
pub mod intent;
mod kinds;
pub mod list;
mod lists;
mod load;
pub mod lookup;
pub mod mistake;
pub mod model;
mod open;
mod optional;
mod outside;
mod parents;
mod parts;
pub(crate) mod phrases;
pub mod property;
pub mod questions;
mod record;
pub mod reference;
mod repeat;
pub mod rule;
mod set;
mod source;
pub(crate) mod spoilt;
pub mod standard;
pub mod toml_text;
pub mod written;
mod written_values;

pub use answer::Answer;
pub use given::{Given, GivenFile};
pub(crate) use guide_examples::{known_values, written as written_value};
pub use mistake::{Level, Mistake, Mistakes};
pub use model::{Column, ColumnType, Rule, RuleForm, Rulebook, Sheet};
pub use open::{Loaded, load, load_text, load_with, text_of};
pub use parts::{KINDS as PART_KINDS, PartKind};
pub(crate) use phrases::capital;
pub use phrases::listed;
pub use written::schema;

/// The ending of a rulebook's file name.
pub const ENDING: &str = ".rulebook.toml";
/// The ending of one that is kept as a workbook.
pub const BOOK_ENDING: &str = ".rulebook.xlsx";
