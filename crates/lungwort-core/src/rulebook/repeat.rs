//! Columns and rules that are written once and meant several times: `heading = "Place {n}"` with `times = 6`, and rules of a
//! set of columns.
//!
//! Columns one after the other that say `times` are repeated together, set by set: Place 1, Grams 1, Place 2, Grams 2. That is
//! done on the parsed text, before its types are known, so that everything that a column may say can have the number in it.

use std::ops::Range;

use crate::limits::REPEATED_COLUMNS;
use toml::de::{DeString, DeTable, DeValue};

/// What stands for the number.
pub(super) const NUMBER: &str = "{n}";

/// Which of the written columns each column comes from, sheet by sheet.
pub(super) type Origins = Vec<Vec<Origin>>;

/// Where a column is written: among the columns, or, in the header of blocks, among the labelled cells.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub(super) enum Origin {
    Column(usize),
    Cell(usize),
}

/// Repeats the columns that say how many times they are there. Returns where each column comes from.
pub(super) fn columns(table: &mut DeTable<'_>) -> Origins {
    let Some(DeValue::Array(sheets)) = table.get_mut("sheet").map(toml::Spanned::get_mut) else { return Vec::new() };
    let sheets: &mut [toml::Spanned<DeValue<'_>>] = sheets.as_mut();
    sheets.iter_mut().map(|sheet| of_sheet(sheet.get_mut())).collect()
}

/// The labelled cells in the header of blocks, taken out of the sheet.
fn cells_of_blocks<'i>(sheet: &mut DeTable<'i>) -> Vec<toml::Spanned<DeValue<'i>>> {
    let is_list = |key: &str| matches!(sheet.get(key).map(toml::Spanned::get_ref), Some(DeValue::Array(_)));
    if !sheet.contains_key("block") || !is_list("column") || !is_list("cell") {
        return Vec::new();
    }
    match sheet.remove("cell").map(toml::Spanned::into_inner) {
        Some(DeValue::Array(cells)) => cells.into_iter().collect(),
        _ => Vec::new(),
    }
}

fn of_sheet(sheet: &mut DeValue<'_>) -> Vec<Origin> {
    let DeValue::Table(sheet) = sheet else { return Vec::new() };
    let cells = cells_of_blocks(sheet);
    let Some(DeValue::Array(columns)) = sheet.get_mut("column").map(toml::Spanned::get_mut) else { return Vec::new() };
    let times: Vec<Option<u32>> = columns.iter().map(|column| times(column.get_ref())).collect();
    let mut origins: Vec<Origin> = (0..cells.len()).map(Origin::Cell).collect();
    let mut out = cells;
    let mut at = 0;
    while at < times.len() {
        if times[at].is_none() {
            out.extend(columns.get(at).cloned());
            origins.push(Origin::Column(at));
            at += 1;
            continue;
        }
        let end = (at..times.len()).find(|next| times[*next].is_none()).unwrap_or(times.len());
        let most = times[at..end].iter().flatten().copied().max().unwrap_or(0);
        for number in 1..=most {
            for which in (at..end).filter(|which| times[*which].is_some_and(|times| number <= times)) {
                let Some(column) = columns.get(which) else { continue };
                let mut column = column.clone();
                if let DeValue::Table(keys) = column.get_mut() {
                    keys.remove("times");
                }
                with_number(column.get_mut(), &number.to_string());
                out.push(column);
                origins.push(Origin::Column(which));
            }
        }
        at = end;
    }
    *columns = out.into_iter().collect();
    origins
}

/// How many times a column is there; `None` where it does not say so, or says what cannot be.
fn times(column: &DeValue<'_>) -> Option<u32> {
    let DeValue::Table(keys) = column else { return None };
    let DeValue::Integer(number) = keys.get("times")?.get_ref() else { return None };
    number.as_str().parse().ok().filter(|times| (1..=REPEATED_COLUMNS).contains(times))
}

fn with_number(value: &mut DeValue<'_>, number: &str) {
    match value {
        DeValue::String(text) if text.contains(NUMBER) => *text = DeString::Owned(text.replace(NUMBER, number)),
        DeValue::Array(items) => {
            let items: &mut [toml::Spanned<DeValue<'_>>] = items.as_mut();
            items.iter_mut().for_each(|item| with_number(item.get_mut(), number));
        }
        DeValue::Table(keys) => keys.iter_mut().for_each(|(_, value)| with_number(value.get_mut(), number)),
        _ => {}
    }
}

/// The same in a value that is no longer text.
pub(super) fn with_number_in(value: &mut toml::Value, number: &str) {
    match value {
        toml::Value::String(text) if text.contains(NUMBER) => *text = text.replace(NUMBER, number),
        toml::Value::Array(items) => items.iter_mut().for_each(|item| with_number_in(item, number)),
        toml::Value::Table(keys) => keys.iter_mut().for_each(|(_, value)| with_number_in(value, number)),
        _ => {}
    }
}

/// The path of a value as it is written, by the one that it has among the repeated columns.
pub(super) fn written_path(path: &str, origins: &[Vec<Origin>]) -> Option<String> {
    let rest = path.strip_prefix("sheet.")?;
    let (sheet, rest) = rest.split_once(".column.")?;
    let end: Range<usize> = 0..rest.find('.').unwrap_or(rest.len());
    let origin = origins.get(sheet.parse::<usize>().ok()?)?.get(rest[end.clone()].parse::<usize>().ok()?)?;
    let (kind, origin) = match origin {
        Origin::Column(at) => ("column", at),
        Origin::Cell(at) => ("cell", at),
    };
    Some(format!("sheet.{sheet}.{kind}.{origin}{}", &rest[end.end..]))
}
