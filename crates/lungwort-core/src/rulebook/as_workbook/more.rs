//! The sheet of all else: look-ups, figures, shapes, lists from outside, as the rulebook writes them, one a row.

use toml_edit::{DocumentMut, Item, Table, Value};

use super::{Grid, Row, Title, settings, tables, words};

pub(super) const WHERE: usize = 1;
pub(super) const SETTING: usize = 2;
pub(super) const VALUE: usize = 3;

pub(super) const TITLES: &[Title] = &[
    Title::new("No.", "Keep it, so that the row is known again; leave it blank in a new row.", 5.0),
    Title::new("Where", "rulebook, or the sheet of the template.", 22.0),
    Title::new("Setting", "The key: figure, lookup, reference.NAME, …", 24.0),
    Title::new("Value", "As the rulebook writes it; docs/rulebook.md says what there is.", 110.0),
];

/// What is said of the rulebook as a whole.
const WHOLE: &str = "rulebook";

/// The sheet.
pub(super) fn grid(document: &DocumentMut) -> Grid {
    let mut rows: Vec<Row> = Vec::new();
    let mut row = |name: &str, path: String, setting: &str, item: &Item| {
        let cells = [(rows.len() + 1).to_string(), name.to_owned(), setting.to_owned(), words::raw(item)];
        rows.push(Row { path, cells: cells.to_vec() });
    };
    for (key, item) in document.iter().filter(|(key, _)| !matches!(*key, "sheet" | "answer")) {
        let Some(table) = item.as_table_like() else {
            row(WHOLE, key.to_owned(), key, item);
            continue;
        };
        let of_settings = matches!(key, "rulebook" | "file" | "template");
        for (inner, item) in table.iter().filter(|(inner, _)| !of_settings || !settings::shows(key, inner)) {
            row(WHOLE, format!("{key}.{inner}"), &format!("{key}.{inner}"), item);
        }
    }
    for (number, sheet) in tables::sheets(document).iter().enumerate() {
        let name = format!("sheet {}", tables::sheet_name(sheet, number));
        let path = format!("sheet.{number}");
        let known = |key: &str| matches!(key, "name" | "column" | "cell" | "rule") || settings::shows(&path, key);
        for (key, item) in sheet.iter().filter(|(key, _)| !known(key)) {
            let elements = tables::of(Some(item));
            if elements.is_empty() {
                row(&name, format!("{path}.{key}"), key, item);
            }
            for (at, element) in elements.into_iter().enumerate() {
                row(&name, format!("{path}.{key}.{at}"), key, &Item::Table(element));
            }
        }
    }
    Grid {
        name: "More",
        about: "All else, as the rulebook writes it. Nobody needs to touch it to change a column, a rule, a list or a setting.",
        titles: super::titles(TITLES),
        rows,
    }
}

/// Puts another value at a path, or takes it out.
pub(super) fn apply(document: &mut DocumentMut, path: &str, text: Option<&str>) -> Result<(), String> {
    let value = text.map(words::value_of).transpose()?;
    let parts: Vec<&str> = path.split('.').collect();
    match parts.as_slice() {
        ["sheet", number, rest @ ..] => {
            let number = number.parse::<usize>().unwrap_or_default();
            let mut taken = value;
            tables::change(document.as_table_mut(), "sheet", number, &mut |sheet| match rest {
                [key] => set(sheet, key, taken.take()),
                [key, at] => set_element(sheet, key, at.parse().unwrap_or_default(), taken.take()),
                _ => Ok(()),
            })
        }
        [key] => set(document.as_table_mut(), key, value),
        [key, inner @ ..] => {
            let inner = inner.join(".");
            let holder = document.entry(key).or_insert_with(toml_edit::table);
            match (holder.as_table_like_mut(), value) {
                (Some(holder), Some(value)) => words::put(holder, &inner, words::Said::Value(value)),
                (Some(holder), None) => words::put(holder, &inner, words::Said::Nothing),
                (None, _) => Err(format!("{key} is no table")),
            }
        }
        [] => Ok(()),
    }
}

fn set(table: &mut Table, key: &str, value: Option<Value>) -> Result<(), String> {
    // A table of its own stays one.
    if let (Some(Value::InlineTable(inner)), Some(Item::Table(old))) = (&value, table.get_mut(key)) {
        let mut new = inner.clone().into_table();
        *new.decor_mut() = old.decor().clone();
        new.set_position(old.position());
        *old = new;
        return Ok(());
    }
    words::put(table, key, value.map_or(words::Said::Nothing, words::Said::Value))
}

fn set_element(sheet: &mut Table, key: &str, at: usize, value: Option<Value>) -> Result<(), String> {
    let new = match value {
        Some(Value::InlineTable(inner)) => Some(inner.into_table()),
        Some(_) => return Err("write it in braces: { key = value, … }".to_owned()),
        None => None,
    };
    let elements = tables::of(sheet.get(key));
    let mut kept: Vec<(Option<usize>, bool, Table)> = Vec::new();
    for (place, old) in elements.into_iter().enumerate() {
        match (&new, place == at) {
            (Some(new), true) => {
                let mut new = new.clone();
                *new.decor_mut() = old.decor().clone();
                new.set_position(old.position());
                kept.push((Some(place), true, new));
            }
            (None, true) => {}
            _ => kept.push((Some(place), false, old)),
        }
    }
    tables::put(sheet, key, kept);
    Ok(())
}

/// Adds what a new row says.
pub(super) fn add(document: &mut DocumentMut, cells: &[String]) -> Result<(), String> {
    let cell = |at: usize| cells.get(at).map(String::as_str).unwrap_or_default();
    let key = cell(SETTING);
    if key.is_empty() {
        return Err("the setting has no name".to_owned());
    }
    let value = words::value_of(cell(VALUE))?;
    if cell(WHERE).eq_ignore_ascii_case(WHOLE) || cell(WHERE).is_empty() {
        return apply(document, key, Some(cell(VALUE)));
    }
    let wanted = words::behind(cell(WHERE), "sheet ").unwrap_or(cell(WHERE));
    let sheets = tables::sheets(document);
    let Some(number) = (0..sheets.len()).find(|at| tables::sheet_name(&sheets[*at], *at).eq_ignore_ascii_case(wanted))
    else {
        return Err(format!("there is no sheet {wanted} in the rulebook"));
    };
    tables::change(document.as_table_mut(), "sheet", number, &mut |sheet| {
        // Of these there may be several.
        let several = matches!(key, "figure" | "lookup" | "set" | "optional");
        match &value {
            Value::InlineTable(inner) if several => {
                let mut all: Vec<(Option<usize>, bool, Table)> = tables::of(sheet.get(key))
                    .into_iter()
                    .enumerate()
                    .map(|(at, table)| (Some(at), false, table))
                    .collect();
                all.push((None, true, inner.clone().into_table()));
                tables::put(sheet, key, all);
                Ok(())
            }
            value => words::put(sheet, key, words::Said::Value(value.clone())),
        }
    })
}
