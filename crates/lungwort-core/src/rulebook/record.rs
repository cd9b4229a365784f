//! Records of several rows: what is filled on the first row of a record, and which lists its rows hold side by side.

use schemars::JsonSchema;
use serde::{Deserialize, Serialize};

use super::compiler::{Columns, Compiler};
use super::toml_text::is_default;
use super::{Sheet, listed};

/// Records of several rows, as they are written.
#[derive(Debug, Clone, Serialize, Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct WrittenRecord {
    /// The columns that are filled on the first row of a record and hold for all of its rows; those of the key are among them.
    pub header: Vec<String>,
    /// On the rows that continue a record: "allowed" (if left out) where a header may be repeated, and is then the same, or
    /// "blank" where it must be left blank.
    #[serde(default, skip_serializing_if = "is_default")]
    pub repeated: WrittenRepeated,
    /// Lists that the rows of a record hold side by side.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub list: Vec<WrittenRecordList>,
}

/// What a header may be on a row that continues a record.
#[derive(Debug, Clone, Copy, Default, PartialEq, Eq, Serialize, Deserialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum WrittenRepeated {
    /// Blank, or the same as on the first row.
    #[default]
    Allowed,
    /// Blank.
    Blank,
}

/// A list that the rows of a record hold.
#[derive(Debug, Clone, Serialize, Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct WrittenRecordList {
    /// What its entries are called, such as contributors.
    pub name: String,
    /// The columns of an entry.
    pub columns: Vec<String>,
    /// The least entries of a record.
    #[serde(default, skip_serializing_if = "is_default")]
    pub min: u64,
    /// The most.
    pub max: Option<u64>,
}

/// Records of several rows.
#[derive(Debug, Clone, Default, PartialEq, Eq)]
pub struct Record {
    /// The columns of the header.
    pub header: Vec<usize>,
    /// Whether they must be blank on the rows that continue a record.
    pub must_be_blank: bool,
    /// Lists side by side.
    pub lists: Vec<RecordList>,
}

/// A list of a record.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct RecordList {
    /// What its entries are called.
    pub name: String,
    /// The columns of an entry.
    pub columns: Vec<usize>,
    /// The least entries.
    pub min: u64,
    /// The most.
    pub max: Option<u64>,
    /// Whether no two entries may be the same.
    pub distinct: bool,
}

impl Record {
    /// Where a column must be filled: on the first row of a record, or in each entry of a list; `None` for other columns.
    pub fn filled_in(&self, sheet: &Sheet, column: usize) -> Option<String> {
        if sheet.block.is_some() {
            let part = if self.header.contains(&column) { "in the header of each block" } else { "in each line" };
            return Some(part.to_owned());
        }
        if self.header.contains(&column) {
            return Some(format!("on the first row of each {}", sheet.named(&sheet.key)));
        }
        let list = self.lists.iter().find(|list| list.columns.contains(&column))?;
        Some(format!("in each entry of {}", list.name))
    }

    /// It in words, for the comparison of editions.
    pub fn words(&self, sheet: &Sheet) -> String {
        let blank = if self.must_be_blank { ", blank on the rows below" } else { "" };
        let list = |list: &RecordList| {
            let max = list.max.map(|max| format!(" to {max}")).unwrap_or_else(|| " or more".to_owned());
            format!("{} ({}; {}{max})", list.name, sheet.named(&list.columns), list.min)
        };
        let lists: Vec<String> = self.lists.iter().map(list).collect();
        let lists = if lists.is_empty() { String::new() } else { format!(", with {}", listed(&lists, "and")) };
        format!("records of several rows, headed by {}{blank}{lists}", sheet.named(&self.header))
    }
}

/// Compiles the records of a sheet. `key` are the columns of its key.
pub(super) fn compile(
    compiler: &mut Compiler,
    columns: &Columns,
    (path, key): (&str, &[usize]),
    written: &WrittenRecord,
) -> Option<Record> {
    let path = format!("{path}.record");
    let header = compiler.column_list(&format!("{path}.header"), &written.header, columns);
    if key.is_empty() || key.iter().any(|column| !header.contains(column)) {
        let message = "a record begins where its key changes: give the sheet a key, and name its columns in the header";
        compiler.error(&format!("{path}.header"), message);
        return None;
    }
    let mut taken = header.clone();
    let mut lists = Vec::new();
    for (at, list) in written.list.iter().enumerate() {
        let place = format!("{path}.list.{at}");
        let own = compiler.column_list(&format!("{place}.columns"), &list.columns, columns);
        if own.iter().any(|column| taken.contains(column)) {
            compiler.error(&format!("{place}.columns"), "a column belongs to the header or to one list");
        }
        if own.is_empty() {
            compiler.error(&format!("{place}.columns"), "a list needs at least one column");
        }
        if list.max.is_some_and(|max| max < list.min) {
            compiler.error(&format!("{place}.max"), "the least number of entries is greater than the greatest");
        }
        taken.extend(&own);
        lists.push(RecordList { name: list.name.clone(), columns: own, min: list.min, max: list.max, distinct: true });
    }
    Some(Record { header, must_be_blank: written.repeated == WrittenRepeated::Blank, lists })
}
