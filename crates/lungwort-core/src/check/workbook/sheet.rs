//! What is reported of a sheet besides its cells: rows and columns that would be sent unseen, merged cells, drop-downs
//! that were pasted over.

use std::collections::BTreeMap;

use crate::check::header::Header;
use crate::check::problem::{about_column, file_problem};
use crate::check::run::reporter::Reporter;
use crate::finding::CellProblem;
use crate::finding::codes::template as codes;
use crate::finding::ranges::thousands;
use crate::finding::{Code, Place, column_letter};
use crate::intake::workbook::{CellRange, SheetMetadata};
use crate::rulebook::{Sheet, listed};

/// Where the data of a sheet stand.
pub(crate) struct DataPlace<'d> {
    pub sheet: &'d Sheet,
    pub header: &'d Header,
    /// The row of the headings.
    pub heading_row: u64,
    /// The first row of data.
    pub first: u64,
    /// The last filled row.
    pub last: u64,
}

/// Tells what a sheet's facts come to.
pub(crate) fn tell_of(metadata: &SheetMetadata, data: &DataPlace<'_>, out: &mut Reporter<'_>) {
    cut(metadata, out);
    far(metadata, out);
    hidden_rows(metadata, data, out);
    hidden_columns(metadata, data, out);
    merged(metadata, data, out);
    lost_drop_downs(metadata, data, out);
}

fn say(code: &'static Code, message: String, place: Place, out: &mut Reporter<'_>) {
    out.emit(file_problem(code, "", CellProblem::new(code, message)), place, None);
}

fn at_row(row: u64) -> Place {
    Place { row: Some(row), ..Place::default() }
}

/// One row that is repeated over more of the sheet than anybody fills in.
fn cut(metadata: &SheetMetadata, out: &mut Reporter<'_>) {
    let Some(range) = metadata.cut else { return };
    let rows = thousands(range.last_row - range.first_row + 1);
    let message = format!(
        "row {} is repeated {rows} times, up to column {}; most of them were left out of the check. Delete the rows that are not meant to be filled.",
        thousands(range.first_row),
        column_letter(range.last_column)
    );
    say(&codes::REPEATED_ROWS, message, Place::default(), out);
}

/// Cells far to the right of the others, or beyond the last column of a sheet.
fn far(metadata: &SheetMetadata, out: &mut Reporter<'_>) {
    let Some(far) = metadata.far else { return };
    let (count, cells) = (thousands(far.count), if far.count == 1 { "cell is" } else { "cells are" });
    let message = format!(
        "{count} {cells} far to the right of the others, the first in {}{}; nothing of the template is there, and they were not checked. Clear them if they are not meant to be sent.",
        column_letter(far.column),
        far.row
    );
    say(&codes::FAR_CELLS, message, Place { field: Some(far.column), ..at_row(far.row) }, out);
}

fn hidden_rows(metadata: &SheetMetadata, data: &DataPlace<'_>, out: &mut Reporter<'_>) {
    let rows: Vec<u64> = metadata.hidden_rows.iter().copied().filter(|row| *row >= data.first).collect();
    let beyond = metadata.hidden_count - metadata.hidden_rows.len() as u64;
    let by_filter = |row: &u64| metadata.filtered.is_some_and(|range| (range.first_row..=range.last_row).contains(row));
    let (filtered, hidden): (Vec<u64>, Vec<u64>) = rows.into_iter().partition(by_filter);
    for (code, rows, how, fix) in [
        (&codes::FILTERED_ROWS, filtered, "hidden by a filter", "Clear the filter and look at them"),
        (&codes::HIDDEN_ROWS, hidden, "hidden", "Unhide them and look"),
    ] {
        let Some(first) = rows.first() else { continue };
        let count =
            rows.len() as u64 + if code == &codes::FILTERED_ROWS || metadata.filtered.is_none() { beyond } else { 0 };
        let plural = if count == 1 { "filled row is" } else { "filled rows are" };
        let would = if count == 1 { "it would be sent unseen" } else { "they would be sent unseen" };
        let message = format!("{} {plural} {how} ({}); {would}. {fix}.", thousands(count), row_words(&rows, count));
        say(code, message, at_row(*first), out);
    }
}

/// `rows 4 to 9 and 12`.
fn row_words(rows: &[u64], count: u64) -> String {
    let mut ranges = crate::finding::RowSet::default();
    rows.iter().for_each(|row| ranges.add(*row, *row));
    let more = if count > rows.len() as u64 { " and more" } else { "" };
    format!("{}{more}", ranges.words(5))
}

fn hidden_columns(metadata: &SheetMetadata, data: &DataPlace<'_>, out: &mut Reporter<'_>) {
    // Of each, the last column of the ranges that begin there or before.
    let mut until: BTreeMap<usize, usize> = BTreeMap::new();
    for (first, last) in &metadata.hidden_columns {
        let known = until.entry(*first).or_default();
        *known = (*known).max(*last);
    }
    let mut furthest = 0;
    until.values_mut().for_each(|last| {
        furthest = furthest.max(*last);
        *last = furthest;
    });
    let hidden = |field: usize| until.range(..=field).next_back().is_some_and(|(_, last)| field <= *last);
    for (index, field) in data.header.field_of.iter().enumerate() {
        let Some(field) = field.filter(|field| hidden(*field)) else { continue };
        let column = &data.sheet.columns[index];
        let message = format!(
            "The column {} (column {}) is hidden; what is in it would be sent unseen.",
            crate::cell::shown::quoted(&column.heading),
            column_letter(field)
        );
        let place = Place { row: Some(data.heading_row), field: Some(field), ..Place::default() };
        out.emit(about_column(&codes::HIDDEN_COLUMNS, data.sheet, index, message), place, None);
    }
}

fn merged(metadata: &SheetMetadata, data: &DataPlace<'_>, out: &mut Reporter<'_>) {
    let in_data = |range: &&CellRange| {
        range.last_row >= data.first && range.first_row <= data.last && range.first_column < data.header.width
    };
    let mut ranges: Vec<&CellRange> = metadata.merged.iter().filter(in_data).collect();
    ranges.sort_by_key(|range| (range.first_row, range.first_column));
    for range in ranges {
        let message = format!(
            "the cells {} are merged into one: only the first of them holds the value, the others are blank for the receiving side. Split them and fill in each.",
            range.words()
        );
        let place = Place { field: Some(range.first_column), ..at_row(range.first_row) };
        say(&codes::MERGED_CELLS, message, place, out);
    }
}

/// Columns whose drop-down or limit covers some of the filled rows and not others: cells were pasted over it.
fn lost_drop_downs(metadata: &SheetMetadata, data: &DataPlace<'_>, out: &mut Reporter<'_>) {
    if data.last < data.first {
        return;
    }
    for (index, field) in data.header.field_of.iter().enumerate() {
        let Some(field) = *field else { continue };
        let covers: Vec<&CellRange> = metadata.drop_downs(field).map(|(_, range)| range).collect();
        if covers.is_empty() {
            continue;
        }
        let gaps = gaps(&covers, data.first, data.last);
        let rows: u64 = gaps.iter().map(|(first, last)| last - first + 1).sum();
        // A drop-down that ends above the last filled row was made for fewer rows; nothing was pasted over it.
        let inside = covers.iter().map(|range| range.last_row).max().unwrap_or(0);
        let Some((first, _)) = gaps.first().filter(|(first, _)| *first <= inside) else { continue };
        let words: Vec<String> = gaps
            .iter()
            .take(4)
            .map(|(first, last)| if first == last { first.to_string() } else { format!("{first} to {last}") })
            .collect();
        let heading = crate::cell::shown::quoted(&data.sheet.columns[index].heading);
        let message = format!(
            "The drop-down of {heading} is gone in {} {} ({}): cells were pasted over it, and it let them pass unchecked.",
            thousands(rows),
            if rows == 1 { "row" } else { "rows" },
            listed(&words, "and"),
        );
        let place = Place { field: Some(field), ..at_row(*first) };
        out.emit(about_column(&codes::LOST_DROP_DOWN, data.sheet, index, message), place, None);
    }
}

/// Runs of rows that no range covers.
fn gaps(covers: &[&CellRange], first: u64, last: u64) -> Vec<(u64, u64)> {
    let mut spans: Vec<(u64, u64)> = covers.iter().map(|range| (range.first_row, range.last_row)).collect();
    spans.sort_unstable();
    let mut gaps = Vec::new();
    let mut due = first;
    for (from, to) in spans {
        if from > due && due <= last {
            gaps.push((due, (from - 1).min(last)));
        }
        due = due.max(to + 1);
    }
    if due <= last {
        gaps.push((due, last));
    }
    gaps
}
