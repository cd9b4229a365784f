//! The sheet of lists: the codes that columns accept, with their meanings and what replaced them. A list that several columns have is
//! there once.

use indexmap::IndexMap;
use toml_edit::{Array, DocumentMut, InlineTable, Item, Table, Value};

use super::{Grid, Row, Title, tables, words};

/// The most values that are written in the column's own cell.
const SHORT: usize = 8;
/// The most characters of such a list.
const SHORT_TEXT: usize = 80;

/// One row of a list: the code, its meaning, and what replaced it.
type Entry = (String, String, String);

/// The lists of a rulebook.
#[derive(Debug, Default)]
pub(super) struct Lists {
    /// By name; the first column that has it gives the name.
    lists: IndexMap<String, Vec<Entry>>,
    /// The path of the column that gave it.
    paths: Vec<String>,
}

pub(super) const TITLES: &[Title] = &[
    Title::new("List", "Its name, as the column Accepts of the sheet Columns has it.", 24.0),
    Title::new("Code", "What is written in a cell.", 18.0),
    Title::new("Meaning", "What the code means; leave it blank for plain values.", 44.0),
    Title::new("Replaced by", "For a value that is no longer accepted: the code that took its place.", 18.0),
];

impl Lists {
    /// Those of a document.
    pub fn of(document: &DocumentMut) -> Lists {
        let mut lists = Lists::default();
        for (path, column) in tables::columns(document) {
            if let Some(entries) = entries(&column).filter(|entries| !is_short(&column, entries)) {
                lists.add(&tables::heading(&column), entries, path);
            }
        }
        lists
    }

    fn add(&mut self, heading: &str, entries: Vec<Entry>, path: String) {
        if self.lists.values().any(|known| *known == entries) {
            return;
        }
        let base = heading.trim().trim_end_matches(['*', ' ']).to_owned();
        let names = (1..).map(|at| if at == 1 { base.clone() } else { format!("{base} {at}") });
        let free = |name: &String| !self.lists.keys().any(|known| known.eq_ignore_ascii_case(name));
        if let Some(name) = names.into_iter().find(free) {
            self.lists.insert(name, entries);
            self.paths.push(path);
        }
    }

    /// What a column's cell says of its list.
    pub fn say(&self, column: &Table) -> Option<String> {
        let entries = entries(column)?;
        if is_short(column, &entries) {
            let values: Vec<&str> = entries.iter().map(|(code, ..)| code.as_str()).collect();
            return Some(values.join(", "));
        }
        let name = self.lists.iter().find(|(_, known)| **known == entries).map(|(name, _)| name)?;
        Some(format!("see list {name}"))
    }

    /// The sheet.
    pub fn grid(&self) -> Grid {
        let of_list = |((name, entries), path): ((&String, &Vec<Entry>), &String)| {
            let cells = |(code, meaning, new): &Entry| [name.as_str(), code, meaning, new].map(str::to_owned).to_vec();
            let row = |entry: &Entry| Row { path: format!("{path}.allowed"), cells: cells(entry) };
            entries.iter().map(row).collect::<Vec<_>>()
        };
        Grid {
            name: "Lists",
            about: "The values that columns accept, one a row. Columns name a list as \"see list NAME\".",
            titles: super::titles(TITLES),
            rows: self.lists.iter().zip(&self.paths).flat_map(of_list).collect(),
        }
    }

    /// Those that stand in rows of the workbook.
    pub fn read(rows: &[Row]) -> Lists {
        let mut lists = Lists::default();
        for row in rows {
            let cell = |at: usize| row.cells.get(at).cloned().unwrap_or_default();
            let known = lists.lists.keys().find(|name| name.eq_ignore_ascii_case(&cell(0))).cloned();
            let entries = lists.lists.entry(known.unwrap_or_else(|| cell(0))).or_default();
            if !cell(1).is_empty() {
                entries.push((cell(1), cell(2), cell(3)));
            }
        }
        lists
    }

    /// The entries of a list.
    pub fn named(&self, name: &str) -> Option<&Vec<Entry>> {
        self.lists.iter().find(|(known, _)| known.eq_ignore_ascii_case(name.trim())).map(|(_, entries)| entries)
    }

    /// The nearest name to one that is not there.
    pub fn nearest(&self, name: &str) -> Option<&str> {
        crate::cell::fold::nearest(name, self.lists.keys().map(String::as_str))
    }
}

/// The list of a column, where it is one that is written out: plain values, or codes with their meanings.
fn entries(column: &Table) -> Option<Vec<Entry>> {
    let mut entries: Vec<Entry> = Vec::new();
    match column.get("allowed")?.as_value()? {
        Value::Array(array) => {
            for value in array {
                entries.push((value.as_str()?.to_owned(), String::new(), String::new()));
            }
        }
        Value::InlineTable(table) if !is_elsewhere(table) => {
            for (code, meaning) in table {
                entries.push((code.to_owned(), meaning.as_str()?.to_owned(), String::new()));
            }
            // A code without a meaning could not be told from a plain value.
            if entries.iter().any(|(_, meaning, _)| meaning.is_empty()) {
                return None;
            }
        }
        _ => return None,
    }
    let replaced = column.get("retired").and_then(Item::as_inline_table);
    if column.contains_key("retired") && replaced.is_none() {
        return None;
    }
    for (code, new) in replaced.into_iter().flat_map(InlineTable::iter) {
        entries.push((code.to_owned(), String::new(), new.as_str()?.to_owned()));
    }
    let fits = |text: &String| text.is_empty() || words::one_line(text);
    let distinct = entries.iter().map(|(code, ..)| code).collect::<std::collections::HashSet<_>>().len();
    let good = distinct == entries.len()
        && entries.iter().all(|(code, meaning, new)| words::one_line(code) && fits(meaning) && fits(new));
    (good && !entries.is_empty()).then_some(entries)
}

/// Whether a column's values are written out, and with them what was replaced.
pub(super) fn is_listed(column: &Table) -> bool {
    entries(column).is_some()
}

/// Whether an inline table says where the values are, instead of being them.
fn is_elsewhere(table: &InlineTable) -> bool {
    ["reference", "depends_on", "sheet"].iter().any(|key| table.contains_key(key))
}

fn is_short(column: &Table, entries: &[Entry]) -> bool {
    let plain = column.get("allowed").is_some_and(Item::is_array) && entries.iter().all(|(.., new)| new.is_empty());
    let text: usize = entries.iter().map(|(code, ..)| code.chars().count() + 2).sum();
    let clear = |code: &str| {
        let lower = code.to_lowercase();
        !code.contains([',', '"'])
            && !["see list", "reference ", "list:", "sheet "].iter().any(|word| lower.starts_with(word))
    };
    plain && entries.len() <= SHORT && text <= SHORT_TEXT && entries.iter().all(|(code, ..)| clear(code))
}

/// Puts a list into a column.
pub(super) fn put(column: &mut Table, entries: &[Entry]) -> Result<(), String> {
    let living = || entries.iter().filter(|(.., new)| new.is_empty());
    let with = living().filter(|(_, meaning, _)| !meaning.is_empty()).count();
    let value: Value = if with == 0 {
        living().map(|(code, ..)| Value::from(code.as_str())).collect::<Array>().into()
    } else {
        if let Some((code, ..)) = living().find(|(_, meaning, _)| meaning.is_empty()) {
            return Err(format!(
                "{code} has no meaning in the list, and others have one: give all of them one, or none"
            ));
        }
        let mut inner = InlineTable::new();
        for (code, meaning, _) in living() {
            inner.insert(code, meaning.as_str().into());
        }
        inner.into()
    };
    let mut retired = InlineTable::new();
    for (code, _, new) in entries.iter().filter(|(.., new)| !new.is_empty()) {
        retired.insert(code, new.as_str().into());
    }
    words::put(column, "allowed", words::Said::Value(value))?;
    let retired = if retired.is_empty() { words::Said::Nothing } else { words::Said::Value(retired.into()) };
    words::put(column, "retired", retired)
}
