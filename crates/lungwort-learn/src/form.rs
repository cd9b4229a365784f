//! Cover sheets: single labelled cells to be filled in.

use super::draft::{Confidence, DraftColumn, DraftSheet};
use super::names::unique_names;
use super::source::{Template, TemplateSheet};
use lungwort_core::cell::fold::fold;
use lungwort_core::intake::workbook::FullCell;
use lungwort_core::limits::LABEL_ROWS;
use lungwort_core::rulebook::toml_text::quoted;

/// Labels of one cover are no farther below each other.
const FAR_BELOW: u64 = 40;
/// A label is no longer than this.
const LONGEST: usize = 60;

/// Drafts a sheet of labelled cells; `None` where there are none.
pub fn learn(template: &Template, sheet: &TemplateSheet) -> Option<DraftSheet> {
    let columns = labels(template, sheet, u64::MAX);
    if columns.len() < 2 {
        return None;
    }
    let required = columns.iter().any(|column| column.lines.has("required"));
    let mut draft = DraftSheet { name: sheet.name.clone(), is_form: true, columns, ..DraftSheet::default() };
    if required {
        draft.lines.set("required", "true", "it has required cells", Confidence::Confirm);
    }
    Some(draft)
}

/// The column of the labels of a cover sheet that is filled in, and the row of the first: two or more of them under each other are marked
/// as labels are, with nothing in their rows but a value, and at least half of them have one. Of a table, only the headings would be marked.
pub fn filled_cover(sheet: &TemplateSheet) -> Option<(usize, u64)> {
    let is_marked = |text: &str| text.ends_with([':', '*']) && text.chars().count() <= LONGEST;
    let marked = |cell: &&FullCell| is_marked(cell.text.trim()) && sheet.has_few(cell.row, 2);
    let first = sheet.full.cells.iter().find(marked)?;
    let below: Vec<u64> = sheet
        .full
        .cells
        .iter()
        .filter(marked)
        .filter(|cell| cell.column == first.column && cell.row <= first.row + FAR_BELOW)
        .map(|cell| cell.row)
        .collect();
    let filled = below.iter().filter(|row| !sheet.text(**row, first.column + 1).is_empty()).count();
    (below.len() >= 2 && filled * 2 >= below.len()).then_some((first.column, first.row))
}

/// The labelled cells above a row.
pub fn labels(template: &Template, sheet: &TemplateSheet, before: u64) -> Vec<DraftColumn> {
    let mut columns: Vec<DraftColumn> = Vec::new();
    let cover = if before == u64::MAX { filled_cover(sheet) } else { None };
    let may_be_filled = |cell: &FullCell| {
        cover.is_some_and(|(column, row)| cell.column == column && cell.row >= row && sheet.has_few(cell.row, 2))
    };
    for cell in sheet.full.cells.iter().take_while(|cell| cell.row < before.min(LABEL_ROWS)) {
        let text = cell.text.trim();
        let value_column = sheet.merged_at(cell.row, cell.column).map_or(cell.column, |range| range.last_column) + 1;
        let is_filled = !sheet.text(cell.row, value_column).is_empty();
        if text.is_empty() || text.len() > LONGEST || is_filled && !may_be_filled(cell) {
            continue;
        }
        let limit = sheet.validations(value_column, cell.row - 1);
        let limited = limit.iter().find(|(_, range)| range.first_row <= cell.row && cell.row <= range.last_row);
        let style = sheet.style(cell.row, value_column).and_then(|style| template.styles.get(style));
        let open = style.is_some_and(|style| style.unlocked || style.fill.is_some());
        let asks = text.ends_with(':') || text.contains('*');
        if !(limited.is_some() || asks && (open || text.ends_with(':') || text.ends_with('*'))) {
            continue;
        }
        if columns.iter().any(|column| fold(&column.heading) == fold(text)) {
            continue;
        }
        let mut column = DraftColumn { heading: cell.text.clone(), field: value_column, ..DraftColumn::default() };
        if text.contains('*') {
            column.lines.set("required", "true", "the asterisk in its label", Confidence::Known);
        }
        if let Some(note) = sheet.note(cell.row, cell.column).or_else(|| sheet.note(cell.row, value_column)) {
            let help = super::marks::without_must(note);
            if super::marks::word_in(note) == Some(true) {
                column.lines.set("required", "true", "the note on its cell", Confidence::Known);
            }
            if !help.is_empty() {
                column.lines.set("help", quoted(&help), "the note on its cell", Confidence::Known);
            }
        }
        columns.push(column);
    }
    let headings: Vec<&str> = columns.iter().map(|column| column.heading.as_str()).collect();
    let names = unique_names(&headings);
    for (column, name) in columns.iter_mut().zip(names) {
        column.name = name;
    }
    columns
}

#[cfg(test)]
#[path = "tests/form.rs"]
mod tests;
