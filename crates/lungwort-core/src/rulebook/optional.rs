//! Optional columns: sets of which a file has all or none, such as those of an extended form of the template, and columns that may
//! be added to it by their technical name.

use schemars::JsonSchema;
use serde::{Deserialize, Serialize};

use super::Sheet;
use super::compiler::{Columns, Compiler};
use super::written::WrittenSheet;

/// An optional set of columns, as it is written.
#[derive(Debug, Clone, Default, Serialize, Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct WrittenOptional {
    /// What the columns are called together; where it is given, a note says that they are not in the file.
    pub name: Option<String>,
    /// The columns.
    pub columns: Vec<String>,
}

/// An optional set of columns: a file has all of them, or none.
#[derive(Debug, Clone, Default, PartialEq, Eq)]
pub struct Optional {
    /// What the columns are called together.
    pub name: Option<String>,
    /// The columns.
    pub columns: Vec<usize>,
}

impl Optional {
    /// It in words.
    pub fn words(&self, sheet: &Sheet) -> String {
        let name = self.name.as_ref().map(|name| format!(" ({name})")).unwrap_or_default();
        let which = if self.columns.len() == 1 { "may be left out" } else { "are all there or none" };
        format!("{}{name} {which}", sheet.named(&self.columns))
    }
}

/// Compiles the optional sets of a sheet. `key` are the columns of its key.
pub(super) fn compile(
    compiler: &mut Compiler,
    columns: &Columns,
    (path, key): (&str, &[usize]),
    written: &WrittenSheet,
) -> Vec<Optional> {
    let mut taken: Vec<usize> = Vec::new();
    let mut sets = Vec::new();
    for (at, set) in written.optional.iter().enumerate() {
        let place = format!("{path}.optional.{at}.columns");
        let own = compiler.column_list(&place, &set.columns, columns);
        if set.columns.is_empty() {
            compiler.error(&place, "an optional set has at least one column");
        }
        if own.iter().any(|column| taken.contains(column)) {
            compiler.error(&place, "a column belongs to one optional set");
        }
        if own.iter().any(|column| key.contains(column)) {
            compiler.error(&place, "the key is never optional: it says which row is which");
        }
        taken.extend(&own);
        sets.push(Optional { name: set.name.clone(), columns: own });
    }
    sets
}
