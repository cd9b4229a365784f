//! A sheet of stacked blocks: one block, drawn so that it can be copied down the sheet.

use rust_xlsxwriter::{Color, Format, FormatBorder, Worksheet};

use super::entry::{NumberFormats, cell_format, labelled, note, width};
use super::lists::Lists;
use super::{BlankError, Chosen, limits};
use crate::rulebook::Rulebook;

/// Lines that a block is drawn with.
const LINES: u32 = 12;

/// Writes the block.
pub(super) fn write(
    sheet: &mut Worksheet,
    rulebook: &Rulebook,
    chosen: &Chosen<'_>,
    lists: &mut Lists,
) -> Result<(), BlankError> {
    let headed = chosen.sheet.headed();
    let number_formats = NumberFormats::new();
    sheet.write_string_with_format(0, 0, &rulebook.title, &Format::new().set_bold().set_font_size(14))?;
    let first = 3;
    let mut row = first;
    let mut label_width: f64 = 0.0;
    for (index, column) in chosen.columns().filter(|(index, _)| !headed.contains(index)) {
        row = labelled(sheet, chosen, lists, index, row)? + 1;
        label_width = label_width.max(width(column));
    }
    let heading_row = row;
    let most = chosen.sheet.block.as_ref().and_then(|block| block.max).and_then(|max| u32::try_from(max).ok());
    let last = heading_row + most.unwrap_or(LINES).clamp(1, LINES);
    let line = Format::new().set_border(FormatBorder::Thin).set_border_color(Color::RGB(0xBFBFBF));
    for (at, (index, column)) in (0_u16..).zip(chosen.columns().filter(|(index, _)| headed.contains(index))) {
        let format = if column.required { &number_formats.required[0] } else { &number_formats.optional[0] };
        sheet.write_string_with_format(heading_row, at, &column.heading, format)?;
        sheet.insert_note(heading_row, at, &note(chosen, index, column))?;
        let cell = cell_format(column).unwrap_or_default().merge(&line);
        for row in heading_row + 1..=last {
            sheet.write_blank(row, at, &cell)?;
        }
        let least = if at == 0 { label_width } else { 0.0 };
        sheet.set_column_width(at, width(column).max(least))?;
        let rows = (u64::from(heading_row) + 2, u64::from(last) + 1);
        let source = lists.source(chosen, index, rows.0);
        let limit = limits::of(chosen.sheet, column, source.as_ref(), usize::from(at), rows)?;
        sheet.add_data_validation(heading_row + 1, at, last, at, &limit)?;
    }
    let text = format!(
        "For each further block, copy rows {} to {} below the last one, a blank row between.",
        first + 1,
        last + 1
    );
    sheet.write_string_with_format(1, 0, text, &Format::new().set_italic().set_font_color(Color::RGB(0x595959)))?;
    sheet.set_landscape();
    Ok(())
}
