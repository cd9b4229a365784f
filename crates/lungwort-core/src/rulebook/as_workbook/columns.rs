//! The sheet of columns: one row a column, a labelled cell, or an answer.

use std::sync::LazyLock;

use toml_edit::{DocumentMut, Item, Table, TableLike, Value};

use super::fields::{FIELDS, Field};
use super::lists::{self, Lists};
use super::words::{self, RAW, Said};
use super::{BY, Grid, Row, Title, tables};

/// What a row is a row of, besides a column.
const LABEL: &str = "labelled cell";
const ANSWER: &str = "answer";

/// Where the cells of a row stand.
pub(super) const SHEET: usize = 1;
pub(super) const KIND: usize = 2;
pub(super) const HEADING: usize = 3;
const ACCEPTS: usize = 4;
const FIRST_FIELD: usize = 5;
const MORE: usize = FIRST_FIELD + FIELDS.len();
const CONFIRMED: usize = MORE + 3;

/// The headings of the sheet.
pub(super) static TITLES: LazyLock<Vec<Title>> = LazyLock::new(|| {
    let mut titles = vec![
        Title::new("No.", "Keep it, so that the row is known again; leave it blank in a new row.", 5.0),
        Title::new("Sheet", "The sheet of the template.", 14.0),
        Title::new("Kind", "Blank for a column with a heading.", 11.0).of(&["column", LABEL, ANSWER]),
        Title::new(
            "Heading",
            "As in the template, letter by letter; several, for other languages, with | between.",
            24.0,
        ),
        Title::new(
            "Accepts",
            "A, B, C or see list NAME (on the sheet Lists); reference NAME; sheet NAME, column NAME",
            30.0,
        ),
    ];
    titles.extend(FIELDS.iter().map(|field| Title::new(field.title, field.help, field.width).of(field.choices)));
    titles.extend([
        Title::new("More", "All else, as the rulebook writes it: key = value, one a line.", 30.0),
        Title::new("Learned from", "Where each was learned.", 44.0).shows(),
        Title::new("To confirm", "What counts until somebody says no.", 36.0).shows(),
        Title::new("Confirmed", "yes: what is to be confirmed is right. no: it no longer counts.", 11.0)
            .of(&["yes", "no"]),
    ]);
    titles
});

/// The sheet.
pub(super) fn grid(document: &DocumentMut, lists: &Lists) -> Grid {
    let sheets = tables::sheets(document);
    let rows = tables::columns(document).into_iter().enumerate().map(|(at, (path, column))| {
        let (sheet, kind) = match path.split('.').collect::<Vec<_>>().as_slice() {
            ["sheet", number, kind, _] => {
                let number: usize = number.parse().unwrap_or_default();
                (tables::sheet_name(&sheets[number], number), if *kind == "cell" { LABEL } else { "column" })
            }
            _ => (String::new(), ANSWER),
        };
        let mut cells = vec![(at + 1).to_string(), sheet, kind.to_owned()];
        cells.extend(said(&column, lists));
        cells.extend([learned(&column), to_confirm(&column), String::new()]);
        Row { path, cells }
    });
    Grid {
        name: "Columns",
        about: "One row a column of the template: what each must hold. Write in your own words where a heading's note says how.",
        titles: TITLES.iter().map(Title::copy).collect(),
        rows: rows.collect(),
    }
}

/// What the cells from the heading to the rest say.
fn said(column: &Table, lists: &Lists) -> Vec<String> {
    let mut cells = vec![heading(column), accepts(column, lists)];
    cells.extend(FIELDS.iter().map(|field| field_text(field, column)));
    cells.push(more(column));
    cells
}

fn heading(column: &Table) -> String {
    let item = column.get("heading").or_else(|| column.get("label"));
    match item {
        Some(item) if item.is_str() => item.as_str().unwrap_or_default().to_owned(),
        Some(item) => {
            let parts = item.as_array().into_iter().flatten().filter_map(Value::as_str);
            parts.collect::<Vec<_>>().join(" | ")
        }
        None => String::new(),
    }
}

/// Whether a heading comes back as it is from its cell.
fn heading_is_plain(column: &Table) -> bool {
    let mut again = Table::new();
    let key = if column.contains_key("label") { "label" } else { "heading" };
    put_heading(&mut again, key, &heading(column));
    again.get(key).map(words::raw) == column.get(key).map(words::raw)
}

fn put_heading(column: &mut Table, key: &str, text: &str) {
    let value: Value = match text.split_once(" | ") {
        None => text.into(),
        Some(_) => text.split(" | ").map(Value::from).collect::<toml_edit::Array>().into(),
    };
    let _ = words::put(column, key, Said::Value(value));
}

fn accepts(column: &Table, lists: &Lists) -> String {
    let Some(item) = column.get("allowed") else { return String::new() };
    if let Some(text) = lists.say(column) {
        return text;
    }
    let table = item.as_table_like();
    let text = |key: &str| table.and_then(|table| table.get(key)?.as_str()).filter(|text| !text.contains(','));
    match (table.map(TableLike::len), text("reference"), text("sheet"), text("column")) {
        (Some(1), Some(name), ..) => format!("reference {name}"),
        (Some(2), Some(name), _, Some(column)) => format!("reference {name}, column {column}"),
        (Some(1), _, Some(sheet), _) => format!("sheet {sheet}"),
        (Some(2), _, Some(sheet), Some(column)) => format!("sheet {sheet}, column {column}"),
        _ => format!("{RAW} {}", words::raw(item)),
    }
}

/// The text of a field's cell: its words, or what the rulebook writes where words cannot hold it.
fn field_text(field: &Field, column: &Table) -> String {
    let present: Vec<&str> = field.keys.iter().copied().filter(|key| column.contains_key(key)).collect();
    let said = (field.say)(column);
    if present.is_empty() {
        return said.unwrap_or_default();
    }
    if let Some(text) = said {
        let mut again = column.clone();
        let values = |table: &Table| field.keys.iter().map(|key| table.get(key).map(words::raw)).collect::<Vec<_>>();
        present.iter().for_each(|key| {
            again.remove(key);
        });
        // A pattern's words are of the other cell.
        if field.title == "Pattern" {
            return text;
        }
        if (field.take)(&text, &mut again).is_ok() && values(&again) == values(column) {
            return text;
        }
    }
    if let [key] = field.keys {
        return column.get(key).map(|item| format!("{RAW} {}", words::raw(item))).unwrap_or_default();
    }
    let parts = present.iter().filter_map(|key| column.get(key).map(|item| format!("{key} = {}", words::raw(item))));
    format!("{RAW} {{ {} }}", parts.collect::<Vec<_>>().join(", "))
}

/// What no other cell shows.
fn more(column: &Table) -> String {
    let with_list = lists::is_listed(column);
    let shown = |key: &str| {
        matches!(key, "heading" | "label") && heading_is_plain(column)
            || key == "allowed"
            || key == "retired" && with_list
            || FIELDS.iter().any(|field| field.keys.contains(&key))
    };
    lines(column, &shown)
}

/// A table's values as the rulebook writes them, one a line, without those that are shown elsewhere.
pub(super) fn lines(table: &Table, shown: &dyn Fn(&str) -> bool) -> String {
    let rest = table.iter().filter(|(key, _)| !shown(key));
    rest.map(|(key, item)| format!("{} = {}", crate::rulebook::toml_text::key(key), words::raw(item)))
        .collect::<Vec<_>>()
        .join("\n")
}

pub(super) fn learned(column: &Table) -> String {
    let of = |(key, _): (&str, &Item)| {
        let comment = tables::comment(column, key)?;
        (!comment.starts_with("confirm: ")).then(|| format!("{}: {comment}", title_of(key)))
    };
    column.iter().filter_map(of).collect::<Vec<_>>().join("\n")
}

pub(super) fn to_confirm(column: &Table) -> String {
    let of = |(key, _): (&str, &Item)| {
        let evidence = tables::comment(column, key)?.strip_prefix("confirm: ")?;
        Some(format!("{}: {evidence}", title_of(key)))
    };
    column.iter().filter_map(of).collect::<Vec<_>>().join("\n")
}

/// What the cell of a key is called.
fn title_of(key: &str) -> &str {
    match key {
        "allowed" => "Accepts",
        "heading" | "label" => "Heading",
        key => FIELDS.iter().find(|field| field.keys.contains(&key)).map_or(key, |field| field.title),
    }
}

/// Changes a column by the cells that are not as they were. Returns whether any is; cells that are not understood are named
/// by their place in the row.
pub(super) fn apply(
    column: &mut Table,
    (old, new): (&[String], &[String]),
    (before, lists): (&Lists, &Lists),
    refused: &mut Vec<(usize, String)>,
) -> bool {
    let blank = String::new();
    let cell = |cells: &'_ [String], at: usize| cells.get(at).cloned().unwrap_or_default();
    let mut changed = false;
    // Spaces around are lost in a cell; they are no change.
    let differs = |at: usize| cell(old, at).trim() != cell(new, at).trim();
    if differs(HEADING) {
        let key = if column.contains_key("label") { "label" } else { "heading" };
        put_heading(column, key, &cell(new, HEADING));
        changed = true;
    }
    // The list behind the same words may have changed.
    let accepts_text = cell(new, ACCEPTS);
    let name = list_name(&accepts_text);
    let same_list = name.is_none_or(|name| before.named(name) == lists.named(name));
    if differs(ACCEPTS) || !same_list {
        changed = true;
        if let Err(why) = take_accepts(&accepts_text, column, lists) {
            refused.push((ACCEPTS, why));
        }
    }
    for (at, field) in FIELDS.iter().enumerate().map(|(at, field)| (at + FIRST_FIELD, field)) {
        let text = new.get(at).unwrap_or(&blank);
        if !differs(at) {
            continue;
        }
        changed = true;
        let taken = match words::raw_part(text) {
            Some(raw) => take_raw(field, raw, column),
            None => (field.take)(text, column),
        };
        if let Err(why) = taken {
            refused.push((at, why));
        }
    }
    if differs(MORE) {
        changed = true;
        if let Err(why) = take_more(&cell(old, MORE), &cell(new, MORE), column) {
            refused.push((MORE, why));
        }
    }
    match cell(new, CONFIRMED).to_lowercase().as_str() {
        "" => {}
        "yes" | "y" => changed |= answered(column, true),
        "no" | "n" => changed |= answered(column, false),
        _ => refused.push((CONFIRMED, "say yes or no".to_owned())),
    }
    changed
}

fn list_name(text: &str) -> Option<&str> {
    words::behind(text, "see list ")
}

fn take_accepts(text: &str, column: &mut Table, lists: &Lists) -> Result<(), String> {
    if let Some(name) = list_name(text) {
        let Some(entries) = lists.named(name).filter(|entries| !entries.is_empty()) else {
            let near = lists.nearest(name).filter(|near| !near.eq_ignore_ascii_case(name));
            let near = near.map(|near| format!("; did you mean {near}?")).unwrap_or_default();
            return Err(format!("the sheet Lists has no list {name}{near}"));
        };
        return lists::put(column, entries);
    }
    if lists::is_listed(column) {
        column.remove("retired");
    }
    if let Some(raw) = words::raw_part(text) {
        return words::put(column, "allowed", Said::Value(words::value_of(raw)?));
    }
    for key in ["reference", "sheet"] {
        let Some(rest) = words::behind(text, &format!("{key} ")) else { continue };
        let mut inner = toml_edit::InlineTable::new();
        let (name, of) = rest.split_once(',').map_or((rest, None), |(name, of)| (name.trim(), Some(of.trim())));
        inner.insert(key, name.into());
        if let Some(of) = of {
            let Some(of) = words::behind(of, "column ") else {
                return Err(format!("say {key} {name}, column NAME"));
            };
            inner.insert("column", of.into());
        }
        return words::put(column, "allowed", Said::Value(inner.into()));
    }
    words::put(column, "allowed", words::texts::take(words::behind(text, "list:").unwrap_or(text))?)
}

/// What stands behind `toml:` in a field's cell.
fn take_raw(field: &Field, text: &str, column: &mut Table) -> Result<(), String> {
    let value = words::value_of(text)?;
    if let [key] = field.keys {
        return words::put(column, key, Said::Value(value));
    }
    let Some(inner) = value.as_inline_table() else { return Err("write it as { key = value, … }".to_owned()) };
    for key in field.keys {
        let said = inner.get(key).map_or(Said::Nothing, |value| Said::Value(words::bare(value)));
        words::put(column, key, said)?;
    }
    Ok(())
}

/// Lines of `key = value`: those that are gone are taken out, the others put in.
pub(super) fn take_more(old: &str, new: &str, column: &mut Table) -> Result<(), String> {
    let read = |text: &str| -> Result<Table, String> {
        let document: DocumentMut =
            text.parse().map_err(|_| "write key = value, one a line, as the rulebook does".to_owned())?;
        Ok(document.as_table().clone())
    };
    let (old, new) = (read(old).unwrap_or_default(), read(new)?);
    old.iter().filter(|(key, _)| !new.contains_key(key)).for_each(|(key, _)| {
        column.remove(key);
    });
    for (key, item) in new.iter() {
        let Some(value) = item.as_value() else { return Err(format!("{key} is a table: write it in braces")) };
        if old.get(key).map(words::raw).as_deref() != Some(words::raw(item).as_str()) {
            words::put(column, key, Said::Value(words::bare(value)))?;
        }
    }
    Ok(())
}

/// Confirms what is to be confirmed, or takes it out; whether there was anything.
pub(super) fn answered(table: &mut Table, yes: bool) -> bool {
    let is_open = |key: &str| tables::comment(table, key).is_some_and(|comment| comment.starts_with("confirm: "));
    let open: Vec<String> = table.iter().map(|(key, _)| key.to_owned()).filter(|key| is_open(key)).collect();
    for key in &open {
        if yes {
            tables::set_comment(table, key, "confirm: ", &format!("confirmed by {BY}: "));
            continue;
        }
        let evidence = tables::comment(table, key).and_then(|comment| comment.strip_prefix("confirm: "));
        let evidence = evidence.unwrap_or_default().to_owned();
        let Some(item) = table.remove(key) else { continue };
        let line = format!("# {key} = {}  # declined by {BY}: {evidence}", words::raw(&item));
        // A heading or a name is left always.
        if let Some(value) = table.iter_mut().last().and_then(|(_, item)| item.as_value_mut().map(Value::decor_mut)) {
            let suffix = value.suffix().and_then(toml_edit::RawString::as_str).unwrap_or_default().to_owned();
            value.set_suffix(format!("{suffix}\n{line}"));
        }
    }
    !open.is_empty()
}

/// Which keys each cell of a row shows.
pub(super) fn keys() -> Vec<(usize, &'static [&'static str])> {
    let mut keys: Vec<(usize, &'static [&'static str])> =
        vec![(HEADING, &["heading", "label"]), (ACCEPTS, &["allowed", "retired"])];
    keys.extend(FIELDS.iter().enumerate().map(|(at, field)| (FIRST_FIELD + at, field.keys)));
    keys
}
