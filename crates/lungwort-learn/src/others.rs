//! The sheets of a template that are not to be filled: what each is taken for, or why it is left out; and what was seen where no
//! sheet can be filled at all.

use std::collections::HashSet;

use super::draft::Draft;
use super::source::{Template, TemplateSheet};
use super::{Entry, code_lists, definitions, is_listed};
use lungwort_core::cell::shown::clipped;

/// Rows of a sheet that are described.
const ROWS: u64 = 3;

/// The names of the sheets.
pub(super) fn names(template: &Template) -> Vec<String> {
    template.sheets.iter().map(|sheet| sheet.name.clone()).collect()
}

/// What each sheet that is not to be filled is taken for.
pub(super) fn others(template: &Template, entries: &[Option<Entry>], draft: &Draft) -> Vec<(String, String)> {
    let is_entry = |at: usize| entries.iter().flatten().any(|entry| entry.at == at);
    let is_form = |name: &str| draft.sheets.iter().any(|sheet| sheet.is_form && sheet.name == name);
    let lines = || draft.sheets.iter().flat_map(|sheet| &sheet.columns).flat_map(|column| &column.lines.0);
    let sources = lines().filter(|line| line.key == "allowed").map(|line| line.source.as_str());
    let said = Said {
        sheets: lines().filter_map(|line| line.source.split_once('!').map(|(sheet, _)| sheet)).collect(),
        lists: sources.collect::<Vec<_>>().join("\n"),
    };
    let one = |(at, sheet): (usize, &TemplateSheet)| {
        // A table above the headings of a sheet is a part of that.
        let is_part = template.sheets[..at].iter().any(|other| other.name == sheet.name);
        if is_entry(at) || is_form(&sheet.name) || sheet.name.is_empty() || is_part {
            return None;
        }
        let hidden = if sheet.hidden { "hidden; " } else { "" };
        Some((sheet.name.clone(), format!("{hidden}{}", kind(template, sheet, &said))))
    };
    template.sheets.iter().enumerate().filter_map(one).collect()
}

/// What lines of a draft cite.
struct Said<'d> {
    /// The sheets.
    sheets: HashSet<&'d str>,
    /// Where the lists are from.
    lists: String,
}

fn kind(template: &Template, sheet: &TemplateSheet, said: &Said) -> &'static str {
    if sheet.full.cells.is_empty() {
        return "blank";
    }
    let is_list = said.lists.contains(&format!("sheet {}", sheet.name));
    if definitions::is_made_guide(sheet) {
        "the guide"
    } else if is_list || is_listed(template, sheet) {
        "a list"
    } else if said.sheets.contains(sheet.name.as_str()) || is_prose(sheet) {
        "instructions"
    } else if code_lists::is_list(sheet) {
        "a list that no column was found for"
    } else if sheet.layout().is_some() {
        "left out: a table, and another sheet is plainly the one to fill"
    } else {
        "left out: none of its rows looks like headings"
    }
}

/// Whether most of what is in a sheet is sentences.
fn is_prose(sheet: &TemplateSheet) -> bool {
    let filled = sheet.full.cells.iter().filter(|cell| !cell.text.trim().is_empty());
    let (mut all, mut long) = (0, 0);
    for cell in filled.take(2_000) {
        all += 1;
        long += usize::from(cell.text.split_whitespace().count() >= 4);
    }
    long * 3 >= all && long > 0
}

/// What was seen of each sheet, in words.
pub(super) fn seen(template: &Template) -> Vec<String> {
    let one = |sheet: &TemplateSheet| {
        let name = if sheet.name.is_empty() { "the file".to_owned() } else { format!("sheet {}", sheet.name) };
        if sheet.full.cells.is_empty() {
            return format!("{name} is blank");
        }
        let rows = (1..=sheet.last_row()).filter(|row| !sheet.row(*row).is_empty());
        let said: Vec<String> = rows
            .take(ROWS as usize)
            .map(|row| {
                let cells: Vec<&str> = sheet.row(row).into_iter().map(|(_, text)| text).collect();
                format!("row {row}: {}", clipped(&cells.join(" | "), 60))
            })
            .collect();
        let more = if sheet.last_row() > ROWS { ", …" } else { "" };
        format!("{name}, {} rows: {}{more}", sheet.last_row(), said.join("; "))
    };
    template.sheets.iter().take(8).map(one).collect()
}
