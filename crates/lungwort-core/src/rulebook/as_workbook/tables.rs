//! Tables of a rulebook, written as tables of their own or in place, looked at and changed in one way.

use toml_edit::{Array, ArrayOfTables, DocumentMut, Item, RawString, Table, Value};

use super::words;

/// The tables under a key.
pub(super) fn of(item: Option<&Item>) -> Vec<Table> {
    match item {
        Some(Item::ArrayOfTables(tables)) => tables.iter().cloned().collect(),
        Some(Item::Value(Value::Array(array))) => array
            .iter()
            .map(|value| value.as_inline_table().map(|inner| inner.clone().into_table()).unwrap_or_default())
            .collect(),
        _ => Vec::new(),
    }
}

/// Puts tables back at a key. `old` says which of those that were there each was, and whether it has changed.
pub(super) fn put(holder: &mut Table, key: &str, tables: Vec<(Option<usize>, bool, Table)>) {
    let before = of(holder.get(key)).len();
    let same_order = tables.len() == before && tables.iter().enumerate().all(|(at, (old, ..))| *old == Some(at));
    if same_order && tables.iter().all(|(_, changed, _)| !changed) {
        return;
    }
    if tables.is_empty() {
        holder.remove(key);
        return;
    }
    if let Some(Item::Value(Value::Array(array))) = holder.get_mut(key) {
        put_in_place(array, tables, same_order);
        return;
    }
    let mut all = ArrayOfTables::new();
    for (_, _, mut table) in tables {
        if !same_order {
            unplaced(&mut table);
        }
        all.push(table);
    }
    holder.insert(key, Item::ArrayOfTables(all));
}

fn put_in_place(array: &mut Array, tables: Vec<(Option<usize>, bool, Table)>, same_order: bool) {
    let inline = |table: Table| -> Value {
        let mut inner = table.into_inline_table();
        inner.fmt();
        inner.into()
    };
    if same_order {
        for (at, (_, _, table)) in tables.into_iter().enumerate().filter(|(_, (_, changed, _))| *changed) {
            let decor = array.get(at).map(|value| value.decor().clone());
            let mut value = inline(table);
            if let Some(decor) = decor {
                *value.decor_mut() = decor;
            }
            array.replace_formatted(at, value);
        }
        return;
    }
    let old: Vec<Value> = array.iter().cloned().collect();
    array.clear();
    for (known, changed, table) in tables {
        let value = match known.and_then(|at| old.get(at)).filter(|_| !changed) {
            Some(value) => value.clone(),
            None => inline(table),
        };
        array.push_formatted(words::bare(&value).decorated("\n  ", ""));
    }
    array.set_trailing("\n");
    array.set_trailing_comma(true);
}

/// Takes the places in the text off, so that the tables are written in the order in which they are.
pub(super) fn unplaced(table: &mut Table) {
    table.set_position(None);
    for (_, item) in table.iter_mut() {
        match item {
            Item::Table(inner) => unplaced(inner),
            Item::ArrayOfTables(inner) => inner.iter_mut().for_each(unplaced),
            _ => {}
        }
    }
}

/// The name of a sheet as it is shown, and as somebody names it.
pub(super) fn sheet_name(sheet: &Table, at: usize) -> String {
    let name = sheet.get("name").and_then(Item::as_str).filter(|name| !name.is_empty());
    name.map_or_else(|| format!("Sheet {}", at + 1), str::to_owned)
}

/// The sheets of a rulebook.
pub(super) fn sheets(document: &DocumentMut) -> Vec<Table> {
    of(document.get("sheet"))
}

/// Every column of a document with its path.
pub(super) fn columns(document: &DocumentMut) -> Vec<(String, Table)> {
    let mut all = Vec::new();
    for (number, sheet) in sheets(document).iter().enumerate() {
        for kind in ["cell", "column"] {
            let numbered = of(sheet.get(kind)).into_iter().enumerate();
            all.extend(numbered.map(|(at, column)| (format!("sheet.{number}.{kind}.{at}"), column)));
        }
    }
    let answers = of(document.get("answer")).into_iter().enumerate();
    all.extend(answers.map(|(at, column)| (format!("answer.{at}"), column)));
    all
}

/// The first of the headings of a column, or the label of a cell.
pub(super) fn heading(column: &Table) -> String {
    let item = column.get("heading").or_else(|| column.get("label"));
    match item {
        Some(item) if item.is_str() => item.as_str().unwrap_or_default().to_owned(),
        Some(item) => {
            let first = item.as_array().and_then(|headings| headings.get(0)).and_then(Value::as_str);
            first.unwrap_or_default().to_owned()
        }
        None => String::new(),
    }
}

/// The comment about a value, behind it or on the line above, without its sign.
pub(super) fn comment<'t>(table: &'t Table, key: &str) -> Option<&'t str> {
    let (key, item) = table.get_key_value(key)?;
    let behind = item.as_value()?.decor().suffix().and_then(RawString::as_str).unwrap_or_default();
    let first = behind.lines().next().unwrap_or_default();
    if let Some(comment) = first.trim().strip_prefix('#') {
        return Some(comment.trim());
    }
    let above = key.leaf_decor().prefix().and_then(RawString::as_str)?.trim_end().lines().next_back()?;
    // A line that is only suggested has a comment of its own.
    above.strip_prefix("# ").filter(|above| !above.contains("  # ")).map(str::trim)
}

/// The comment on the line above a table, without its sign.
pub(super) fn comment_above(table: &Table) -> Option<&str> {
    let above = table.decor().prefix().and_then(RawString::as_str)?;
    // A blank line between them sets the two apart.
    above.strip_suffix('\n')?.lines().next_back()?.strip_prefix("# ").map(str::trim)
}

/// Puts another comment on the line above a table.
pub(super) fn set_comment_above(table: &mut Table, old: &str, new: &str) {
    let above = table.decor().prefix().and_then(RawString::as_str).unwrap_or_default().to_owned();
    if let Some(at) = above.rfind(old) {
        table.decor_mut().set_prefix(format!("{}{new}{}", &above[..at], &above[at + old.len()..]));
    }
}

/// Puts another comment about a value where the old one is.
pub(super) fn set_comment(table: &mut Table, key: &str, old: &str, new: &str) {
    if let Some(value) = table.get_mut(key).and_then(Item::as_value_mut) {
        let behind = value.decor().suffix().and_then(RawString::as_str).unwrap_or_default().to_owned();
        if behind.contains(old) {
            value.decor_mut().set_suffix(behind.replacen(old, new, 1));
            return;
        }
    }
    if let Some(mut key) = table.key_mut(key) {
        let above = key.leaf_decor().prefix().and_then(RawString::as_str).unwrap_or_default().to_owned();
        if let Some(at) = above.rfind(old) {
            let changed = format!("{}{new}{}", &above[..at], &above[at + old.len()..]);
            key.leaf_decor_mut().set_prefix(changed);
        }
    }
}

/// Changes one of the tables under a key.
pub(super) fn change(
    holder: &mut Table,
    key: &str,
    at: usize,
    how: &mut dyn FnMut(&mut Table) -> Result<(), String>,
) -> Result<(), String> {
    match holder.get_mut(key) {
        Some(Item::ArrayOfTables(tables)) => tables.get_mut(at).map_or(Ok(()), how),
        Some(Item::Value(Value::Array(_))) => {
            let mut all: Vec<(Option<usize>, bool, Table)> =
                of(holder.get(key)).into_iter().enumerate().map(|(at, table)| (Some(at), false, table)).collect();
            if let Some((_, changed, table)) = all.get_mut(at) {
                *changed = true;
                how(table)?;
            }
            put(holder, key, all);
            Ok(())
        }
        _ => Ok(()),
    }
}
