//! The guide sheet: what each column asks, in words and for programs, and the rules.

use rust_xlsxwriter::{Color, Format, FormatAlign, FormatBorder, Workbook, Worksheet, XlsxError};

use super::Chosen;
use crate::finding::ranges::thousands;
use crate::rulebook::guide::{self, GuideLine};
use crate::rulebook::model::{ColumnType, EditionPlace, Length, Pattern};
use crate::rulebook::property;
use crate::rulebook::{Column, Rulebook, Sheet};

/// The sheet's name.
pub const SHEET: &str = "Guide";

/// The headings for people, then those for programs.
const HEADINGS: [&str; 13] = [
    "Column", "Required", "Accepts", "Example", "What to fill in", "Name", "Type", "Named format", "Pattern",
    "Pattern in words", "Length", "Places", "More",
];

/// The first column that is for programs.
const FOR_PROGRAMS: u16 = 5;

/// Writes the sheet. The edition stands in its second row.
pub fn write(book: &mut Workbook, rulebook: &Rulebook, sheets: &[Chosen<'_>]) -> Result<(), XlsxError> {
    let sheet = book.add_worksheet().set_name(name(rulebook, sheets))?;
    let strong = Format::new().set_bold();
    let wrapped = Format::new().set_text_wrap().set_align(FormatAlign::Top).set_num_format("@");
    let heading = Format::new()
        .set_bold()
        .set_border_bottom(FormatBorder::Thin)
        .set_background_color(Color::RGB(0xE7E6E6))
        .set_text_wrap();
    for (column, width) in
        [26.0, 20.0, 46.0, 18.0, 40.0, 16.0, 14.0, 14.0, 22.0, 24.0, 16.0, 8.0, 40.0].into_iter().enumerate()
    {
        sheet.set_column_width(column as u16, width)?;
    }
    let mut row = top(sheet, rulebook)?;
    for chosen in sheets {
        if sheets.len() > 1 {
            sheet.write_string_with_format(row, 0, format!("Sheet {}", chosen.name), &strong)?;
            row += 1;
        }
        for (column, text) in (0_u16..).zip(HEADINGS) {
            sheet.write_string_with_format(row, column, text, &heading)?;
        }
        row += 1;
        let lines = guide::columns(chosen.sheet);
        for (at, column) in chosen.columns() {
            for (field, text) in (0_u16..).zip(cells(chosen.sheet, &lines[at], column)) {
                if !text.is_empty() {
                    sheet.write_string_with_format(row, field, text, &wrapped)?;
                }
            }
            row += 1;
        }
        row = parts(sheet, chosen.sheet, row + 1, &strong)? + 1;
    }
    Ok(())
}

/// How rows make up things, then the rules; each with its line for programs. Returns the row behind them.
fn parts(out: &mut Worksheet, sheet: &Sheet, mut row: u32, strong: &Format) -> Result<u32, XlsxError> {
    let plain = Format::new().set_num_format("@");
    let mut number = 0;
    for part in &sheet.parts {
        let mut words = part.words.clone();
        if part.key == "rule" {
            number += 1;
            words = format!("{number}. {words}");
            if number == 1 {
                out.write_string_with_format(row, 0, sheet.rules_title(), strong)?;
                row += 1;
            }
        }
        if !words.is_empty() {
            out.write_string(row, 0, words)?;
        }
        out.write_string_with_format(row, FOR_PROGRAMS, format!("{} = {}", part.key, part.toml), &plain)?;
        row += 1;
    }
    Ok(row)
}

/// The sheet's name: where the rulebook looks for the edition on a sheet that is not to be filled in, that one's.
fn name(rulebook: &Rulebook, sheets: &[Chosen<'_>]) -> String {
    let place = rulebook.template.as_ref().and_then(|template| template.edition_in.as_ref());
    match place {
        Some(EditionPlace::Cell { sheet: Some(sheet), .. })
            if !sheets.iter().any(|chosen| chosen.name == *sheet) && sheet != super::lists::SHEET =>
        {
            super::sheet_name(sheet)
        }
        _ => SHEET.to_owned(),
    }
}

/// What is said of the template as a whole; returns the row behind it.
fn top(sheet: &mut Worksheet, rulebook: &Rulebook) -> Result<u32, XlsxError> {
    let title = Format::new().set_bold().set_font_size(14);
    sheet.write_string_with_format(0, 0, &rulebook.title, &title)?;
    let mut row = 1;
    let mut say = |sheet: &mut Worksheet, text: &str| -> Result<(), XlsxError> {
        sheet.write_string(row, 0, text)?;
        row += 1;
        Ok(())
    };
    if let Some(edition) = &rulebook.edition {
        say(sheet, &format!("Edition {edition}"))?;
    }
    if let Some(issuer) = &rulebook.issuer {
        say(sheet, &format!("Given out by the {issuer}"))?;
    }
    if let Some(most) = rulebook.file.max_rows {
        say(sheet, &format!("A maximum of {} rows is accepted in one file.", thousands(most)))?;
    }
    if let Some(most) = rulebook.file.max_bytes {
        say(sheet, &format!("The file may have at most {} bytes.", thousands(most)))?;
    }
    if !rulebook.file.formats.is_empty() {
        let kinds: Vec<String> = rulebook.file.formats.iter().map(|kind| kind.to_uppercase()).collect();
        let encoding =
            rulebook.file.encoding.map(|encoding| format!(" (encoding {})", encoding.name())).unwrap_or_default();
        say(sheet, &format!("Save it as {}{encoding} before you send it.", crate::rulebook::listed(&kinds, "or")))?;
    }
    say(sheet, "Headings in bold with a double line under them are required; the others are not.")?;
    say(sheet, "Columns F and on are for programs.")?;
    // The rulebook may look for the edition in another cell than the second; beside the texts there is room.
    if let Some((at, column)) = super::entry::edition_cell(rulebook, &sheet.name())
        && column > 0
    {
        sheet.write_string(at, column, format!("Edition {}", rulebook.edition.as_deref().unwrap_or_default()))?;
    }
    row += 1;
    Ok(row)
}

fn cells(sheet: &Sheet, line: &GuideLine, column: &Column) -> [String; 13] {
    let joined = |of: &dyn Fn(&Pattern) -> Option<String>| {
        column.pattern.iter().filter_map(of).collect::<Vec<_>>().join(" and ")
    };
    [
        column.heading.trim().to_owned(),
        line.required.clone(),
        line.takes.clone(),
        line.example.clone(),
        line.help.clone(),
        column.name.clone().unwrap_or_default(),
        type_word(column),
        column.format.map(|format| format.name.to_owned()).unwrap_or_default(),
        joined(&|pattern| Some(pattern.written.clone())),
        joined(&|pattern| pattern.words.clone()),
        column.length.as_ref().map(length_words).unwrap_or_default(),
        column.places.map(|places| places.to_string()).unwrap_or_default(),
        more(sheet, column),
    ]
}

fn type_word(column: &Column) -> String {
    match &column.kind {
        ColumnType::Text => "text".to_owned(),
        ColumnType::Whole(_) => "whole".to_owned(),
        ColumnType::Decimal(_) => "decimal".to_owned(),
        ColumnType::Moment(kind, date_pattern) => {
            let word = match kind {
                crate::cell::Kind::Time => "time",
                crate::cell::Kind::DateTime => "datetime",
                _ => "date",
            };
            format!("{word} {}", date_pattern.written())
        }
        ColumnType::YesNo(_) => "yes_no".to_owned(),
    }
}

fn length_words(length: &Length) -> String {
    let unit = if length.bytes_in.is_some() { "bytes" } else { "characters" };
    match (length.min, length.max) {
        (min, max) if min == max => format!("exactly {min} {unit}"),
        (0, max) => format!("{max} {unit}"),
        (min, usize::MAX) => format!("at least {min} {unit}"),
        (min, max) => format!("{min} to {max} {unit}"),
    }
}

/// Properties that the other columns of the guide, and the entry sheet itself, say already.
const ELSEWHERE: &[&str] = &[
    "type", "date_format", "time_format", "yes_no", "section", "required", "format", "pattern", "length", "places",
    "min", "max", "above", "below", "stored", "value", "help", "example", "guide", "severity",
];

/// What is left, as `key = value`, one a line.
fn more(sheet: &Sheet, column: &Column) -> String {
    let lines = property::ALL.iter().flat_map(|property| property.toml(sheet, column));
    // A drop-down holds the values of a list, unless several are allowed in a cell.
    let left = |(key, _): &(&str, String)| match *key {
        "allowed" => column.separator.is_some() || column.on_sheet.is_some(),
        key => !ELSEWHERE.contains(&key),
    };
    lines.filter(left).map(|(key, value)| format!("{key} = {value}")).collect::<Vec<_>>().join("\n")
}
