//! Lists from outside: delimited files, sheets of workbooks, JSON lines. What a rulebook says of one, and what was read.
//!
//! In: `[reference.NAME]`. Out: a [`Table`] of the columns that somebody looks in, and what is known of the list as a whole:
//! how old it is, whether it is all of it.

mod age;
mod json_lines;
mod kept;
mod read;
mod table;
mod wanted;

use std::path::PathBuf;

use indexmap::IndexMap;
use jiff::civil::Date;
use schemars::JsonSchema;
use serde::{Deserialize, Serialize};

pub use age::Age;
pub use read::read;
pub use table::Table;
pub(super) use table::place_of;
pub use wanted::Wanted;

use super::written::WrittenBound;

/// A list from outside.
#[derive(Debug, Clone, Default, Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct WrittenReference {
    /// A delimited file, a workbook or a file of JSON lines, its path counted from the rulebook's folder; or several that
    /// make up one list. Of existing records it may be left out, and is then named by --existing.
    pub file: Option<WrittenFiles>,
    /// Of a workbook: the sheet; the first if left out.
    pub sheet: Option<String>,
    /// Of a workbook: the row of the headings, from one; the first filled one if left out.
    pub heading_row: Option<u64>,
    /// Its encoding; detected from its bytes if left out.
    pub encoding: Option<String>,
    /// Its delimiter; detected from its text if left out.
    pub delimiter: Option<String>,
    /// What the cells of a column hold, by its heading: text (if left out), whole, decimal, date, time, datetime or yes_no, or
    /// how its dates are written, such as dd/mm/yyyy.
    #[serde(default)]
    pub types: IndexMap<String, String>,
    /// The day on which it was taken from the receiving side: "2026-11-01".
    pub taken: Option<WrittenBound>,
    /// How old it may be, such as "30 days" or "6 weeks"; an older one is a warning. Of an export that is named by --existing the
    /// day on which the file was last written counts.
    pub max_age: Option<String>,
    /// How many rows it should have; another number is a warning.
    pub rows: Option<u64>,
    /// Whether it is known to be only a part of the receiving side's list: then what is not in it is a warning.
    #[serde(default)]
    pub partial: bool,
}

/// A file or several.
#[derive(Debug, Clone, Deserialize, JsonSchema)]
#[serde(untagged)]
pub enum WrittenFiles {
    /// One.
    One(String),
    /// Several that make up one list.
    Several(Vec<String>),
}

impl WrittenFiles {
    /// The names.
    pub fn names(&self) -> &[String] {
        match self {
            WrittenFiles::One(name) => std::slice::from_ref(name),
            WrittenFiles::Several(names) => names,
        }
    }
}

/// A column of a reference.
#[derive(Debug, Clone, Default, PartialEq, Eq, Deserialize, Serialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct WrittenLookup {
    /// The reference's name, or a standard list's.
    pub reference: String,
    /// The heading of the column with the values; the first if left out.
    pub column: Option<String>,
    /// The heading of the column with their meanings.
    pub meaning: Option<String>,
    /// The heading of the column with the sender's own codes, each of which is put right by the value of its row.
    pub own: Option<String>,
    /// The heading of the column with the value that replaced this one: a value that has one is no longer used.
    pub successor: Option<String>,
    /// Other columns of the reference, each with the column of this sheet that it must equal in the same row.
    #[serde(default)]
    pub matching: IndexMap<String, String>,
}

/// What is known of a list as a whole.
#[derive(Debug, Clone)]
pub struct Reference {
    /// Its name in the rulebook.
    pub name: String,
    /// Its files.
    pub files: Vec<PathBuf>,
    /// The day on which it was taken.
    pub taken: Option<Date>,
    /// The export that was named in its place, and the day on which that was last written.
    pub given: Option<(String, Date)>,
    /// How old it may be.
    pub max_age: Option<Age>,
    /// How many rows it should have, and has.
    pub rows: Option<(u64, u64)>,
    /// Whether it is known to be a part of the list.
    pub partial: bool,
}
