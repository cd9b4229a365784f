//! The sheet to be filled in: bands, headings, guide rows, formats and limits of its cells.

use rust_xlsxwriter::{Color, Format, FormatAlign, FormatBorder, FormatUnderline, Note, Worksheet};

use super::lists::Lists;
use super::{BlankError, BlankOptions, Chosen, limits};
use crate::rulebook::model::{ColumnType, EditionPlace};
use crate::rulebook::written::{WrittenStored, WrittenValuePlace};
use crate::rulebook::{Column, Rulebook};

/// Behind headings, by turns from section to section.
const SHADES: [u32; 2] = [0xDDEBF7, 0xE2EFDA];

/// The formats of an entry sheet.
pub(super) struct NumberFormats {
    band: [Format; 2],
    pub required: [Format; 2],
    pub optional: [Format; 2],
    guide: Format,
}

impl NumberFormats {
    pub fn new() -> NumberFormats {
        let shaded = |shade: u32| {
            Format::new()
                .set_background_color(Color::RGB(shade))
                .set_text_wrap()
                .set_align(FormatAlign::Top)
                .set_border(FormatBorder::Thin)
        };
        let pair = |make: &dyn Fn(Format) -> Format| [make(shaded(SHADES[0])), make(shaded(SHADES[1]))];
        NumberFormats {
            band: pair(&|format| format.set_bold().set_align(FormatAlign::Center)),
            required: pair(&|format| format.set_bold().set_border_bottom(FormatBorder::Double)),
            optional: pair(&|format| format),
            guide: Format::new()
                .set_italic()
                .set_text_wrap()
                .set_align(FormatAlign::Top)
                .set_font_color(Color::RGB(0x595959)),
        }
    }
}

/// Fills an entry sheet in.
pub fn write(
    sheet: &mut Worksheet,
    rulebook: &Rulebook,
    chosen: &Chosen<'_>,
    lists: &mut Lists,
    options: &BlankOptions,
) -> Result<(), BlankError> {
    if chosen.sheet.is_form {
        return form(sheet, rulebook, chosen, lists);
    }
    let number_formats = NumberFormats::new();
    let heading_row = chosen.sheet.heading_row - 1;
    top(sheet, rulebook, chosen, &number_formats, heading_row)?;
    let rows = (chosen.first_data(), chosen.last_data(rulebook));
    let mut shade = 0;
    let mut section: Option<String> = None;
    for (field, (index, column)) in chosen.columns().enumerate() {
        let band = band(chosen, index);
        if field > 0 && band != section {
            shade = 1 - shade;
        }
        section = band;
        let at = u16::try_from(field).map_err(|_| BlankError::Book("there are too many columns".to_owned()))?;
        let number_format =
            if column.required { &number_formats.required[shade] } else { &number_formats.optional[shade] };
        sheet.write_string_with_format(heading_row, at, &column.heading, number_format)?;
        sheet.insert_note(heading_row, at, &note(chosen, index, column))?;
        for (row, text) in (heading_row + 1..).zip(&column.guide) {
            sheet.write_string_with_format(row, at, text, &number_formats.guide)?;
        }
        sheet.set_column_width(at, width(column))?;
        if let Some(format) = cell_format(column) {
            sheet.set_column_format(at, &format)?;
            // What stands above the data keeps its own look.
        }
        let source = lists.source(chosen, index, rows.0);
        let limit = limits::of(chosen.sheet, column, source.as_ref(), field, rows)?;
        sheet.add_data_validation(row_of(rows.0), at, row_of(rows.1), at, &limit)?;
    }
    heights(sheet, chosen, heading_row)?;
    if options.samples {
        sample(sheet, chosen)?;
    }
    sheet
        .set_freeze_panes(row_of(chosen.first_data()), u16::from(chosen.sheet.key.first() == chosen.columns.first()))?;
    sheet.set_repeat_rows(heading_row, heading_row)?;
    sheet.set_landscape();
    Ok(())
}

/// A row as the writer counts, from zero.
fn row_of(row: u64) -> u32 {
    u32::try_from(row.saturating_sub(1)).unwrap_or(u32::MAX)
}

/// The title, the edition where the rulebook has it on this sheet, and the bands, as far as there is room.
fn top(
    sheet: &mut Worksheet,
    rulebook: &Rulebook,
    chosen: &Chosen<'_>,
    number_formats: &NumberFormats,
    heading_row: u32,
) -> Result<(), BlankError> {
    let has_sections = chosen.columns().any(|(index, _)| band(chosen, index).is_some());
    if heading_row >= 2 || heading_row == 1 && !has_sections {
        sheet.write_string_with_format(0, 0, &rulebook.title, &Format::new().set_bold().set_font_size(14))?;
    }
    if let Some((row, column)) = edition_cell(rulebook, &chosen.name).filter(|(row, _)| *row < heading_row) {
        let edition = rulebook.edition.as_deref().unwrap_or_default();
        let text = if (row, column) == (0, 0) {
            format!("{}, edition {edition}", rulebook.title)
        } else {
            format!("Edition {edition}")
        };
        sheet.write_string(row, column, text)?;
    }
    if !has_sections || heading_row == 0 {
        return Ok(());
    }
    let sections: Vec<Option<String>> = chosen.columns().map(|(index, _)| band(chosen, index)).collect();
    let (mut from, mut shade) = (0, 0);
    for at in 1..=sections.len() {
        if at < sections.len() && sections[at] == sections[from] {
            continue;
        }
        let (first, last) = (from as u16, at as u16 - 1);
        let text = sections[from].as_deref().unwrap_or_default();
        if first == last {
            sheet.write_string_with_format(heading_row - 1, first, text, &number_formats.band[shade])?;
        } else {
            sheet.merge_range(heading_row - 1, first, heading_row - 1, last, text, &number_formats.band[shade])?;
        }
        (from, shade) = (at, 1 - shade);
    }
    Ok(())
}

/// The band over a column: its section, or the entry of the set that it belongs to.
fn band(chosen: &Chosen<'_>, index: usize) -> Option<String> {
    let of_set = || {
        let set = chosen.sheet.sets.iter().find_map(|set| Some((set, set.entry_of(index)?)));
        set.map(|(set, entry)| format!("{} {}", set.name, entry + 1))
    };
    chosen.sheet.columns[index].section.clone().or_else(of_set)
}

/// Where the rulebook looks for the edition, if that is on a sheet.
pub fn edition_cell(rulebook: &Rulebook, name: &str) -> Option<(u32, u16)> {
    rulebook.edition.as_ref()?;
    match rulebook.template.as_ref()?.edition_in.as_ref()? {
        EditionPlace::Cell { sheet, row, column } if sheet.as_deref().is_none_or(|sheet| sheet == name) => {
            Some((row_of(*row), u16::try_from(*column).ok()?))
        }
        _ => None,
    }
}

/// The note on a heading: whether it is required, and what to fill in.
pub(super) fn note(chosen: &Chosen<'_>, index: usize, column: &Column) -> Note {
    let must = match (&column.required_when, column.required) {
        (_, true) => {
            let part = chosen.sheet.filled_in(index).map(|part| format!(" {part}")).unwrap_or_default();
            format!("Required{part}.")
        }
        (Some(when), _) => format!("Must be filled where {}.", when.say(chosen.sheet)),
        (None, false) => "May be left blank.".to_owned(),
    };
    let help = column.help.as_ref().map(|help| format!("\n{help}")).unwrap_or_default();
    Note::new(format!("{must}{help}")).add_author_prefix(false).set_width(260).set_height(110)
}

/// Rows high enough for their wrapped texts.
fn heights(sheet: &mut Worksheet, chosen: &Chosen<'_>, heading_row: u32) -> Result<(), BlankError> {
    let lines = |text: &str, column: &Column| (text.chars().count() as f64 / (width(column) - 2.0)).ceil().max(1.0);
    let most = |text: &dyn Fn(&Column) -> String| {
        chosen.columns().map(|(_, column)| lines(&text(column), column)).fold(1.0, f64::max)
    };
    sheet.set_row_height(heading_row, 3.0 + 15.0 * most(&|column| column.heading.clone()))?;
    for at in 0..chosen.sheet.guide_rows {
        let guide = |column: &Column| column.guide.get(at as usize).cloned().unwrap_or_default();
        sheet.set_row_height(heading_row + 1 + at, 3.0 + 15.0 * most(&guide))?;
    }
    Ok(())
}

pub(super) fn width(column: &Column) -> f64 {
    let longest_word = column.heading.split_whitespace().map(|word| word.chars().count()).max().unwrap_or(0);
    let example = column.example.as_ref().map_or(0, |example| example.chars().count());
    let most = column.length.as_ref().map_or(0, |length| length.max.min(20));
    (longest_word.max(example).max(most) + 3).clamp(10, 30) as f64
}

/// The number format of a column's cells: text for codes, so that zeros stay, and dates as they are asked.
pub(super) fn cell_format(column: &Column) -> Option<Format> {
    // An address is never taken for a number.
    let of_digits = column.format.is_some_and(|format| !matches!(format.name, "email" | "web-address"));
    let is_code = !column.pattern.is_empty() || of_digits || column.unique || column.characters.is_some();
    let zeros = column.allowed.as_ref().is_some_and(|allowed| {
        allowed.list.entries().any(|entry| entry.code.bytes().all(|byte| byte.is_ascii_digit()))
    });
    match (&column.kind, column.stored) {
        (ColumnType::Text, WrittenStored::Number | WrittenStored::Date) => None,
        (_, WrittenStored::Text) => Some(Format::new().set_num_format("@")),
        (ColumnType::Text, _) if is_code || zeros => Some(Format::new().set_num_format("@")),
        (ColumnType::Moment(_, date_pattern), _) => {
            Some(Format::new().set_num_format(date_pattern.written().to_lowercase()))
        }
        _ => None,
    }
}

/// One row of examples, if they are known by a key.
fn sample(sheet: &mut Worksheet, chosen: &Chosen<'_>) -> Result<(), BlankError> {
    let row = row_of(chosen.first_data());
    let italic = Format::new().set_italic();
    for (field, (_, column)) in (0_u16..).zip(chosen.columns()) {
        let Some(example) = &column.example else { continue };
        let format = cell_format(column).unwrap_or_default().set_italic();
        match column.kind.read(example) {
            Ok(crate::cell::Value::Number(number)) => {
                let number: f64 = number.to_string().parse().unwrap_or_default();
                sheet.write_number_with_format(row, field, number, &italic)?;
            }
            Ok(crate::cell::Value::Date(date)) => {
                let days = (date - jiff::civil::date(1899, 12, 30)).get_days();
                sheet.write_number_with_format(row, field, f64::from(days), &format)?;
            }
            _ => {
                sheet.write_string_with_format(row, field, example, &format)?;
            }
        }
    }
    Ok(())
}

/// A sheet of labelled cells.
fn form(sheet: &mut Worksheet, rulebook: &Rulebook, chosen: &Chosen<'_>, lists: &mut Lists) -> Result<(), BlankError> {
    let title = Format::new().set_bold().set_font_size(14);
    sheet.write_string_with_format(0, 0, &rulebook.title, &title)?;
    let mut row = 2;
    if let Some((row, column)) = edition_cell(rulebook, &chosen.name).filter(|place| *place != (0, 0)) {
        sheet.write_string(row, column, format!("Edition {}", rulebook.edition.as_deref().unwrap_or_default()))?;
    }
    sheet.set_column_width(0, 34)?;
    sheet.set_column_width(1, 40)?;
    for (index, _) in chosen.columns() {
        row = labelled(sheet, chosen, lists, index, row)? + 2;
    }
    Ok(())
}

/// A label and the cell for its answer; returns the row of that.
pub(super) fn labelled(
    sheet: &mut Worksheet,
    chosen: &Chosen<'_>,
    lists: &mut Lists,
    index: usize,
    row: u32,
) -> Result<u32, BlankError> {
    let column = &chosen.sheet.columns[index];
    let strong = Format::new().set_bold().set_underline(FormatUnderline::Single);
    let number_format = if column.required { strong } else { Format::new() };
    sheet.write_string_with_format(row, 0, &column.heading, &number_format)?;
    sheet.insert_note(row, 0, &note(chosen, index, column))?;
    let (value_row, value_column) = match column.value_place {
        WrittenValuePlace::Beside => (row, 1),
        WrittenValuePlace::Below => (row + 1, 0),
    };
    let answer = cell_format(column)
        .unwrap_or_default()
        .set_background_color(Color::RGB(0xFFF2CC))
        .set_border(FormatBorder::Thin);
    sheet.write_blank(value_row, value_column, &answer)?;
    let at = u64::from(value_row) + 1;
    let source = lists.source(chosen, index, at);
    let limit = limits::of(chosen.sheet, column, source.as_ref(), usize::from(value_column), (at, at))?;
    sheet.add_data_validation(value_row, value_column, value_row, value_column, &limit)?;
    Ok(value_row)
}
