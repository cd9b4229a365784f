//! Rows that name the row that they belong to: parents and their children, or an article and its variants.

use schemars::JsonSchema;
use serde::{Deserialize, Serialize};

use super::compiler::{Columns, Compiler};
use super::toml_text::is_default;
use super::written::WrittenSheet;
use super::{Sheet, listed};

/// Rows that name another one, as they are written.
#[derive(Debug, Clone, Default, Serialize, Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct WrittenParents {
    /// The columns that a row is named by; the key if left out.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub id: Vec<String>,
    /// The columns in which a row names the one that it belongs to; blank where it belongs to none.
    pub parent: Vec<String>,
    /// Whether the row that is named must be above.
    #[serde(default, skip_serializing_if = "is_default")]
    pub above: bool,
    /// Columns whose values must be on a list in the row that is named.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub choice: Vec<WrittenChoice>,
    /// Whether each combination of the lists must have its row.
    #[serde(default, skip_serializing_if = "is_default")]
    pub all: bool,
}

/// A column whose values must be on a list in the row above, as it is written.
#[derive(Debug, Clone, Serialize, Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct WrittenChoice {
    /// The column.
    pub column: String,
    /// The column with the list, in the row that is named; it has a separator.
    pub of: String,
}

/// Rows that name another one.
#[derive(Debug, Clone, Default, PartialEq, Eq)]
pub struct Parents {
    /// The columns that a row is named by.
    pub id: Vec<usize>,
    /// The columns that name another row.
    pub parent: Vec<usize>,
    /// Whether the row that is named must be above.
    pub above: bool,
    /// Columns whose values must be on a list in the row that is named: the column, and the one with the list.
    pub choices: Vec<(usize, usize)>,
    /// Whether each combination of the lists must have its row.
    pub all: bool,
}

impl Parents {
    /// They in words.
    pub fn words(&self, sheet: &Sheet) -> String {
        let above = if self.above { " above it" } else { "" };
        let mut words = format!(
            "{} names the row{above} that a row belongs to, by its {}",
            sheet.named(&self.parent),
            sheet.named(&self.id)
        );
        if !self.choices.is_empty() {
            let one = |(column, of): &(usize, usize)| {
                format!("{} must be one of {} there", sheet.named(&[*column]), sheet.named(&[*of]))
            };
            let choices: Vec<String> = self.choices.iter().map(one).collect();
            words.push_str(&format!("; {}", listed(&choices, "and")));
        }
        if self.all {
            words.push_str("; each combination must have its row");
        }
        words
    }
}

/// Compiles what rows are named by. `key` are the columns of the sheet's key.
pub(super) fn compile(
    compiler: &mut Compiler,
    columns: &Columns,
    (path, key): (&str, &[usize]),
    sheet: &WrittenSheet,
) -> Option<Parents> {
    let written = sheet.parents.as_ref()?;
    let separated = |at: usize| sheet.entries().0.get(at).is_some_and(|column| column.separator.is_some());
    let path = format!("{path}.parents");
    let id = match written.id.as_slice() {
        [] => key.to_vec(),
        names => compiler.column_list(&format!("{path}.id"), names, columns),
    };
    let parent = compiler.column_list(&format!("{path}.parent"), &written.parent, columns);
    if id.is_empty() {
        compiler.error(&path, "rows are named by the key, or by id = [\"…\"]: give one of them");
        return None;
    }
    if id.len() != parent.len() {
        let message = format!(
            "a row is named by {} column{}, and parent has {}",
            id.len(),
            if id.len() == 1 { "" } else { "s" },
            parent.len()
        );
        compiler.error(&format!("{path}.parent"), message);
        return None;
    }
    for (at, (one, other)) in id.iter().zip(&parent).enumerate() {
        if columns.kind(*one) != columns.kind(*other) {
            let message = "a number cannot name a text, nor a date a number: both columns need the same type";
            compiler.error(&format!("{path}.parent.{at}"), message);
            return None;
        }
    }
    let mut choices = Vec::new();
    for (at, choice) in written.choice.iter().enumerate() {
        let place = format!("{path}.choice.{at}");
        let of_name = |compiler: &mut Compiler, key: &str, name: &String| {
            compiler.column_list(&format!("{place}.{key}"), std::slice::from_ref(name), columns).first().copied()
        };
        let (column, of) = (of_name(compiler, "column", &choice.column), of_name(compiler, "of", &choice.of));
        let (Some(column), Some(of)) = (column, of) else { continue };
        if !separated(of) {
            let message = format!("{} holds a list: say in its column what separates the values", choice.of);
            compiler.error(&format!("{place}.of"), message);
        }
        choices.push((column, of));
    }
    if written.all && choices.is_empty() {
        compiler.error(&format!("{path}.all"), "all goes with choice: without one there are no combinations");
    }
    Some(Parents { id, parent, above: written.above, choices, all: written.all })
}
