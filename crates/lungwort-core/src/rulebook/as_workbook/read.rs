//! From the workbook back to the text.

use std::collections::HashMap;
use std::sync::Arc;

use toml_edit::DocumentMut;

use super::apply::{self, Refused};
use super::{Actual, CellPlace, Grid, HEADING_ROW, Row, TEXT_SHEET, Text, grids};
use crate::finding::column_letter;
use crate::intake::Bytes;
use crate::intake::workbook::{FullSheet, Workbook};
use crate::limits::RULEBOOK_CELLS;

/// Why a workbook is no rulebook.
#[derive(Debug)]
pub enum Unread {
    /// It is a workbook of another kind.
    NotOne,
    /// It cannot be read.
    Broken(String),
}

fn has_headings(sheet: &FullSheet) -> bool {
    let at_top: Vec<&str> = texts(sheet, HEADING_ROW).map(|(_, text)| text).collect();
    ["No.", "Sheet", "Kind", "Heading"].iter().all(|title| at_top.contains(title))
}

fn texts(sheet: &FullSheet, row: u64) -> impl Iterator<Item = (usize, &str)> {
    sheet.cells.iter().filter(move |cell| cell.row == row).map(|cell| (cell.column, cell.text.trim()))
}

/// Reads a workbook.
///
/// # Errors
///
/// Where it is none that was made from a rulebook, or is broken.
pub fn read(bytes: &[u8]) -> Result<Text, Unread> {
    let broken = |error: crate::intake::workbook::BookError| Unread::Broken(error.to_string());
    let mut book = Workbook::open(Bytes::Memory(Arc::from(bytes)), true).map_err(broken)?;
    let mut sheets: HashMap<String, FullSheet> = HashMap::new();
    let names: Vec<String> = book.sheets.iter().map(|sheet| sheet.name.clone()).collect();
    for (at, name) in names.into_iter().enumerate() {
        let sheet = book.full_sheet(at, RULEBOOK_CELLS).map_err(broken)?;
        sheets.insert(name, sheet);
    }
    if !sheets.get("Columns").is_some_and(has_headings) {
        return Err(Unread::NotOne);
    }
    let base = sheets.get(TEXT_SHEET).map(kept_text).unwrap_or_default();
    let mut document: DocumentMut = match base.parse() {
        Ok(document) => document,
        Err(error) => {
            let message = error.message().lines().next().unwrap_or_default().to_owned();
            return Err(Unread::Broken(format!(
                "its sheet {TEXT_SHEET} was changed and is no rulebook any more: {message}"
            )));
        }
    };
    let grids = grids(&base, &document, &[]);
    let actual: Vec<Actual> =
        grids.iter().filter_map(|grid| sheets.get(grid.name).map(|sheet| on_sheet(grid, sheet))).collect();
    drop(sheets);
    let mut applied = apply::apply(&mut document, &grids, &actual);
    let written = document.to_string();
    drop(document);
    let mut text = super::rules::without_declined(&written);
    // A yes counts behind all else: what it goes with may have been changed as well.
    for (line, cells) in actual.iter().filter(|actual| actual.name == "Suggestions").flat_map(|actual| &actual.rows) {
        match super::suggestions::apply(&text, cells) {
            Ok(Some(answered)) => text = answered,
            Ok(None) => {}
            Err(why) => applied.refused.push(("Suggestions", *line, super::suggestions::ANSWER, why)),
        }
    }
    let places = places(&text, &grids, &actual, &applied.paths);
    let at_end = text.len();
    let refused = applied.refused.into_iter().enumerate().map(|(number, refused)| {
        let why = refused.3.clone();
        let words = refused_words(&refused, &grids, &actual);
        (CellPlace { span: at_end + number..at_end + number, words }, why)
    });
    let refused = refused.collect();
    Ok(Text { text, places, refused })
}

/// The text on the last sheet.
fn kept_text(sheet: &FullSheet) -> String {
    let mut lines: Vec<String> = Vec::new();
    for cell in sheet.cells.iter().filter(|cell| cell.row > HEADING_ROW) {
        let at = usize::try_from(cell.row - HEADING_ROW - 1).unwrap_or(usize::MAX).min(RULEBOOK_CELLS);
        if lines.len() <= at {
            lines.resize(at + 1, String::new());
        }
        // A line that is too long for a cell goes on in the next.
        lines[at].push_str(&cell.text);
    }
    if lines.is_empty() { String::new() } else { format!("{}\n", lines.join("\n")) }
}

/// The cells of a sheet in the order of a grid's headings. A column that is not there says what the grid says.
fn on_sheet(grid: &Grid, sheet: &FullSheet) -> Actual {
    let at_top: HashMap<&str, usize> = texts(sheet, HEADING_ROW).map(|(column, text)| (text, column)).collect();
    let places: Vec<Option<usize>> = grid.titles.iter().map(|title| at_top.get(title.text).copied()).collect();
    let mut rows: Vec<(u64, HashMap<usize, String>)> = Vec::new();
    for cell in sheet.cells.iter().filter(|cell| cell.row > HEADING_ROW) {
        let text = cell.text.replace("\r\n", "\n").trim().to_owned();
        match rows.last_mut().filter(|(row, _)| *row == cell.row) {
            Some((_, cells)) => {
                cells.insert(cell.column, text);
            }
            None => rows.push((cell.row, HashMap::from([(cell.column, text)]))),
        }
    }
    let known: HashMap<&str, &Row> = grid.rows.iter().map(|row| (row.cells[0].as_str(), row)).collect();
    let filled = rows.into_iter().map(|(line, cells)| {
        let text = |place: &Option<usize>| place.and_then(|at| cells.get(&at)).cloned();
        let number = text(&places[0]).unwrap_or_default();
        let known = known.get(number.as_str());
        let in_order = places.iter().enumerate().map(|(at, place)| match (place, known) {
            (None, Some(known)) => known.cells.get(at).cloned().unwrap_or_default(),
            _ => text(place).unwrap_or_default(),
        });
        (line, in_order.collect::<Vec<String>>())
    });
    // A setting whose value was cleared is no longer asked; of other rows, only the number may be left.
    let is_settings = grid.name == "File";
    let says = |cells: &Vec<String>| {
        let mut own = cells.iter().zip(&grid.titles).skip(1).filter(|(_, title)| is_settings || !title.shows);
        own.any(|(text, _)| !text.is_empty())
    };
    Actual { name: grid.name, rows: filled.filter(|(_, cells)| says(cells)).collect(), places }
}

/// What part of the text each cell gave.
fn places(text: &str, grids: &[Grid], actual: &[Actual], paths: &[(&'static str, u64, String)]) -> Vec<CellPlace> {
    let (_, source) = crate::rulebook::load::read(text, &mut Vec::new());
    let mut places = Vec::new();
    let sheets: HashMap<&str, _> = grids
        .iter()
        .filter_map(|grid| {
            let actual = actual.iter().find(|actual| actual.name == grid.name)?;
            let rows: HashMap<u64, &[String]> =
                actual.rows.iter().map(|(line, cells)| (*line, cells.as_slice())).collect();
            Some((grid.name, (grid, actual, rows, super::keys_of(grid.name))))
        })
        .collect();
    for (name, line, path) in paths {
        let Some((grid, actual, rows, keys)) = sheets.get(name) else { continue };
        let Some(cells) = rows.get(line) else { continue };
        if let Some(span) = source.find(path) {
            // A row of one value is its value.
            let value = match *name {
                "File" => Some(super::settings::VALUE),
                "More" => Some(super::more::VALUE),
                _ => None,
            };
            places.push(CellPlace { span, words: cell_words(grid, actual, *line, value, cells) });
        }
        for (at, keys) in keys {
            for span in keys.iter().filter_map(|key| source.find(&format!("{path}.{key}"))) {
                places.push(CellPlace { span, words: cell_words(grid, actual, *line, Some(*at), cells) });
            }
        }
    }
    places
}

fn refused_words(refused: &Refused, grids: &[Grid], actual: &[Actual]) -> String {
    let (name, line, at, _) = refused;
    let grid = grids.iter().find(|grid| grid.name == *name);
    let Some((grid, actual)) = grid.zip(actual.iter().find(|actual| actual.name == *name)) else {
        return String::new();
    };
    let cells =
        actual.rows.iter().find(|(known, _)| known == line).map(|(_, cells)| cells.as_slice()).unwrap_or_default();
    cell_words(grid, actual, *line, Some(*at), cells)
}

/// `sheet Columns, cell H7 (Weight, Length)`, or the row where no cell is meant.
fn cell_words(grid: &Grid, actual: &Actual, line: u64, at: Option<usize>, cells: &[String]) -> String {
    let subject = match grid.name {
        "Columns" => cells.get(super::columns::HEADING).filter(|heading| !heading.is_empty()),
        "File" => cells.get(super::settings::SETTING),
        "More" => cells.get(super::more::SETTING),
        _ => None,
    };
    let subject = subject.map(|subject| crate::cell::shown::clipped(subject, 40));
    let title = at.and_then(|at| grid.titles.get(at)).map(|title| title.text.to_owned());
    let what: Vec<String> = subject.into_iter().chain(title).collect();
    let place = at.and_then(|at| actual.places.get(at).copied().flatten());
    let place = place.map_or_else(|| format!("row {line}"), |column| format!("cell {}{line}", column_letter(column)));
    let what = if what.is_empty() { String::new() } else { format!(" ({})", what.join(", ")) };
    format!("sheet {}, {place}{what}", grid.name)
}
