//! Repeated column sets: the same columns several times side by side, each time for another entry of the row.

use schemars::JsonSchema;
use serde::{Deserialize, Serialize};

use super::compiler::{Columns, Compiler};
use super::repeat::NUMBER;
use super::toml_text::is_default;
use super::written::WrittenSheet;
use super::{Sheet, listed};
use crate::condition::Scope;
use crate::finding::ranges::thousands;
use crate::limits::REPEATED_COLUMNS;

/// A repeated column set, as it is written.
#[derive(Debug, Clone, Default, Serialize, Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct WrittenSet {
    /// What its entries are called, such as places.
    pub name: String,
    /// The columns of an entry, with {n} where the number of the entry is.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub columns: Vec<String>,
    /// Instead of columns: those of each entry, where they are not numbered.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub entries: Vec<Vec<String>>,
    /// The columns of an entry that no two entries may be the same in; all of them if left out.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub key: Vec<String>,
    /// The least entries of a row.
    #[serde(default, skip_serializing_if = "is_default")]
    pub min: u64,
    /// Whether more entries go on in a further row with the same key.
    #[serde(default, skip_serializing_if = "is_default")]
    pub further_rows: bool,
}

/// A repeated column set.
#[derive(Debug, Clone, Default, PartialEq, Eq)]
pub struct ColumnSet {
    /// What its entries are called.
    pub name: String,
    /// The columns of each entry.
    pub entries: Vec<Vec<usize>>,
    /// For each entry, the columns that no two entries may be the same in.
    pub keys: Vec<Vec<usize>>,
    /// The least entries of a row.
    pub min: u64,
    /// Whether more entries go on in a further row with the same key.
    pub further_rows: bool,
}

impl ColumnSet {
    /// Which entry a column belongs to.
    pub fn entry_of(&self, column: usize) -> Option<usize> {
        self.entries.iter().position(|entry| entry.contains(&column))
    }

    /// It in words.
    pub fn words(&self, sheet: &Sheet) -> String {
        let first = self.entries.first().map(|entry| sheet.named(entry)).unwrap_or_default();
        let count = thousands(self.entries.len() as u64);
        let mut words = format!("Up to {count} {} side by side, the first of them {first}", self.name);
        if self.min > 0 {
            words.push_str(&format!("; at least {}", thousands(self.min)));
        }
        if self.further_rows {
            words.push_str(&format!("; more of them in a further row with the same {}", sheet.named(&sheet.key)));
        }
        words
    }
}

/// The sets of a sheet in which no column belongs to two of them.
pub(super) fn compile(
    compiler: &mut Compiler,
    columns: &Columns,
    (path, key): (&str, &[usize]),
    written: &WrittenSheet,
) -> Vec<ColumnSet> {
    let mut sets: Vec<ColumnSet> = Vec::new();
    for (at, set) in written.set.iter().enumerate() {
        let place = format!("{path}.set.{at}");
        let Some(compiled) = one(compiler, columns, &place, set) else { continue };
        if compiled.further_rows && key.is_empty() {
            compiler.error(&format!("{place}.further_rows"), "a further row is known by its key: give the sheet one");
        }
        let taken = sets.iter().flat_map(|set| &set.entries).chain(&compiled.entries).flatten();
        let taken: Vec<&usize> = taken.collect();
        let distinct: std::collections::HashSet<&&usize> = taken.iter().collect();
        if distinct.len() < taken.len() {
            compiler.error(&place, "a column belongs to one entry of one set");
            continue;
        }
        sets.push(compiled);
    }
    sets
}

fn one(compiler: &mut Compiler, columns: &Columns, place: &str, set: &WrittenSet) -> Option<ColumnSet> {
    let by_number = |names: &[String], number: u32| -> Vec<usize> {
        let names = names.iter().map(|name| name.replace(NUMBER, &number.to_string()));
        names.filter_map(|name| columns.column(&name).map(|(column, _)| column)).collect()
    };
    let (entries, keys) = match (set.columns.is_empty(), set.entries.is_empty()) {
        (false, true) => {
            if let Some(plain) = set.columns.iter().position(|name| !name.contains(NUMBER)) {
                let message =
                    format!("write {NUMBER} where the number of the entry is, or name all of them in entries");
                compiler.error(&format!("{place}.columns.{plain}"), message);
                return None;
            }
            let entries: Vec<Vec<usize>> = (1..=REPEATED_COLUMNS)
                .map(|number| by_number(&set.columns, number))
                .take_while(|entry| !entry.is_empty())
                .collect();
            let never = |name: &&String| {
                (1..=REPEATED_COLUMNS).all(|number| by_number(std::slice::from_ref(*name), number).is_empty())
            };
            let unknown = set.columns.iter().chain(&set.key).find(never);
            if let Some(name) = unknown {
                let first = name.replace(NUMBER, "1");
                let near = columns.nearest(&first).map(|near| format!("; did you mean {near}?")).unwrap_or_default();
                compiler.error(place, format!("no column is called {first}{near}"));
                return None;
            }
            let keys = (1..).zip(&entries).map(|(number, _)| by_number(&set.key, number)).collect();
            (entries, keys)
        }
        (true, false) => {
            let mut entries = Vec::new();
            for (at, names) in set.entries.iter().enumerate() {
                entries.push(compiler.column_list(&format!("{place}.entries.{at}"), names, columns));
            }
            let key = compiler.column_list(&format!("{place}.key"), &set.key, columns);
            let first = entries.first().cloned().unwrap_or_default();
            // The key names columns of the first entry; those at the same place of the others are meant as well.
            let places: Vec<usize> = key.iter().filter_map(|column| first.iter().position(|at| at == column)).collect();
            if places.len() < key.len() {
                compiler.error(&format!("{place}.key"), "the key names columns of the first entry");
            }
            let of = |entry: &Vec<usize>| places.iter().filter_map(|at| entry.get(*at).copied()).collect();
            let keys = entries.iter().map(of).collect();
            (entries, keys)
        }
        _ => {
            compiler.error(place, format!("a set needs columns = [\"Place {NUMBER}\"], or entries"));
            return None;
        }
    };
    if entries.len() < 2 || entries.iter().any(Vec::is_empty) {
        compiler.error(place, "a set has at least two entries, and each of them a column");
        return None;
    }
    if set.min > entries.len() as u64 && !set.further_rows {
        compiler.error(&format!("{place}.min"), format!("a row has room for {} of them", entries.len()));
    }
    let keys: Vec<Vec<usize>> = keys;
    let keys = keys.into_iter().zip(&entries).map(|(key, entry)| if key.is_empty() { entry.clone() } else { key });
    Some(ColumnSet {
        name: set.name.clone(),
        keys: keys.collect(),
        entries,
        min: set.min,
        further_rows: set.further_rows,
    })
}

/// The names of sets, for messages.
pub(super) fn names(sets: &[WrittenSet]) -> String {
    listed(&sets.iter().map(|set| set.name.clone()).collect::<Vec<_>>(), "or")
}
