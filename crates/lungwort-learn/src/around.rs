//! Rows above and below the headings that say of each column how it is filled in, with what they say named in their first cell: `Length | 10 | 8`.

use super::definitions;
use super::draft::DraftColumn;
use super::headings::{Layout, is_guidance, is_row_of_marks};
use super::source::TemplateSheet;
use super::statements::texts::is_label as is_column_label;
use lungwort_core::intake::is_remark;

/// Rows above the headings that are looked at.
const ABOVE: u64 = 12;

/// The rows above the headings that speak of columns one by one.
pub fn rows_above(sheet: &TemplateSheet, layout: &Layout) -> Vec<u64> {
    let from = layout.heading_row.saturating_sub(ABOVE).max(1);
    let taken = |row: &u64| layout.technical_row == Some(*row) || layout.band_row == Some(*row);
    (from..layout.heading_row).filter(|row| !taken(row) && tells(sheet, layout, *row)).collect()
}

/// Whether a row above the headings says of columns how they are filled in.
fn tells(sheet: &TemplateSheet, layout: &Layout, row: u64) -> bool {
    let cells = under_headings(sheet, layout, row);
    // A sentence of a delimited file is cut where it has commas.
    let torn = |text: &str| text.matches('(').count() != text.matches(')').count() || is_remark(text);
    if cells.len() > 2 && is_cut(sheet, row, &cells) || cells.iter().any(|(_, text)| torn(text)) {
        return false;
    }
    let labelled = label(sheet, layout, row).is_some();
    let saying: Vec<(usize, &str)> = if labelled { cells[1..].to_vec() } else { cells };
    let telling = saying.iter().filter(|(_, text)| is_guidance(text)).count();
    let wide = layout.headings.len();
    match saying.len() {
        0 | 1 => false,
        count if labelled => count >= 2,
        // "Always" over some columns alone, and "in €" over another
        count => {
            let some = count > 2 && telling * 2 >= count && row + 1 == layout.heading_row;
            some || count * 2 >= wide && telling * 2 >= count || is_row_of_marks(&saying, wide)
        }
    }
}

/// Whether the cells of a row are a sentence of a delimited file, which goes on behind each of its commas with a space.
fn is_cut(sheet: &TemplateSheet, row: u64, cells: &[(usize, &str)]) -> bool {
    let goes_on = |(column, _): &(usize, &str)| sheet.full.text(row, *column).starts_with(' ');
    cells.len() > 1 && cells[1..].iter().all(goes_on)
}

/// Whether a row above the headings is a line of its own, whatever stands in its cells: a sentence that is cut, or a remark.
pub fn is_line(sheet: &TemplateSheet, row: u64) -> bool {
    let cells = sheet.row(row);
    cells.first().is_some_and(|(_, text)| is_remark(text)) || is_cut(sheet, row, &cells)
}

fn under_headings<'s>(sheet: &'s TemplateSheet, layout: &Layout, row: u64) -> Vec<(usize, &'s str)> {
    let of_heading = |column: &usize| layout.headings.iter().any(|(other, _)| other == column);
    sheet.row(row).into_iter().filter(|(column, _)| of_heading(column)).collect()
}

/// The first cell of a row, where it names what the others say.
fn label<'s>(sheet: &'s TemplateSheet, layout: &Layout, row: u64) -> Option<&'s str> {
    let (first, heading) = layout.headings.first()?;
    let text = sheet.text(row, *first);
    // Over a column to be filled, the row begins with what is said of it.
    let names_columns = |word: &str| {
        is_column_label(word)
            || ["name", "attribute", "header"].contains(&word.trim_end_matches(':').to_lowercase().as_str())
    };
    // `Format`, `Required`: each of several rows begins with what it says.
    let labels = || {
        let names = |row: &u64| {
            let text = sheet.text(*row, *first);
            let alone = sheet.row(*row).iter().filter(|(_, other)| *other == text).count() == 1;
            alone && text.split_whitespace().count() <= 2 && definitions::names_what_is_said(text)
        };
        layout.guide_rows.len() >= 2 && layout.guide_rows.iter().all(names)
    };
    let of_names = heading.split(' ').any(names_columns) || labels();
    (of_names && !text.is_empty() && text.split_whitespace().count() <= 4).then_some(text)
}

/// Whether a cell names what the others of its row say of their columns.
pub fn is_label(sheet: &TemplateSheet, layout: &Layout, row: u64, column: usize) -> bool {
    layout.headings.first().is_some_and(|(first, _)| *first == column) && label(sheet, layout, row).is_some()
}

/// Takes what labelled rows around the headings say of each column.
pub fn learn(sheet: &TemplateSheet, layout: &Layout, columns: &mut [DraftColumn]) {
    for row in layout.said_above.iter().chain(&layout.guide_rows) {
        let Some(label) = label(sheet, layout, *row) else { continue };
        for column in columns.iter_mut().skip(1) {
            definitions::beside(label, sheet, (*row, column.field), column);
        }
    }
}
