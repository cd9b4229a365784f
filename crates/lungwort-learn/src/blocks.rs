//! Stacked blocks: labelled cells above the headings that are there again further down with them.

use super::draft::{Confidence, DraftSheet};
use super::headings::Layout;
use super::source::TemplateSheet;
use lungwort_core::cell::fold::fold;

/// Keeps the labelled cells above the headings where they are the header of a block: the template says so, or both are there twice.
pub fn learn(source: &TemplateSheet, layout: &Layout, sheet: &mut DraftSheet) {
    if sheet.cells.is_empty() || sheet.lines.get("block").is_some() {
        return;
    }
    match again(source, layout, sheet) {
        Some(row) => {
            let what = format!("its labels and headings are there again, in row {row}");
            sheet.lines.set("block", "{}", what, Confidence::Confirm);
        }
        None => sheet.cells.clear(),
    }
}

/// The row in which the headings are there again, below all of the labels.
fn again(source: &TemplateSheet, layout: &Layout, sheet: &DraftSheet) -> Option<u64> {
    let texts = |row: u64| source.row(row).into_iter().map(|(column, text)| (column, fold(text))).collect::<Vec<_>>();
    let headings = texts(layout.heading_row);
    let row = (layout.heading_row + 1..=source.last_row()).find(|row| texts(*row) == headings)?;
    let between: Vec<String> =
        (layout.heading_row + 1..row).flat_map(texts).map(|(_, text)| text).filter(|text| !text.is_empty()).collect();
    sheet.cells.iter().all(|cell| between.contains(&fold(&cell.heading))).then_some(row)
}
