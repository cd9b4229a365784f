//! The workbook, as people see it.

use rust_xlsxwriter::{
    Color, DataValidation, DocProperties, ExcelDateTime, Format, FormatAlign, FormatBorder, Note, Workbook, Worksheet,
    XlsxError,
};
use toml_edit::DocumentMut;

use super::{Grid, HEADING_ROW, TEXT_SHEET, Title, grids};
use crate::rulebook::load_text;

/// The most characters of a cell.
const MOST_TEXT: usize = 32_767;
/// The rows beyond the last for which there are drop-downs.
const ROOM: u32 = 200;

/// Why a rulebook cannot be written as a workbook.
#[derive(Debug)]
pub enum NotWritten {
    /// It is no rulebook that can be read.
    Text(String),
    /// A text is too long for a cell.
    TooLong(String),
    /// The workbook cannot be written.
    Book(String),
}

impl std::fmt::Display for NotWritten {
    fn fmt(&self, out: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
        match self {
            NotWritten::Text(why) => write!(out, "it is no rulebook that can be read: {why}"),
            NotWritten::TooLong(what) => {
                write!(out, "{what} is too long for a cell of a workbook (at most {MOST_TEXT} characters)")
            }
            NotWritten::Book(why) => write!(out, "the workbook cannot be written: {why}"),
        }
    }
}

impl std::error::Error for NotWritten {}

impl From<XlsxError> for NotWritten {
    fn from(error: XlsxError) -> Self {
        NotWritten::Book(error.to_string())
    }
}

/// Writes a rulebook's text as a workbook. `path` is where the text is, for the lists that it names.
///
/// # Errors
///
/// Where the text is no TOML, or does not fit into the cells of a workbook.
pub fn write(path: &std::path::Path, text: &str) -> Result<Vec<u8>, NotWritten> {
    let text = text.strip_prefix('\u{feff}').unwrap_or(text);
    let document: DocumentMut =
        text.parse().map_err(|error: toml_edit::TomlError| NotWritten::Text(error.message().to_owned()))?;
    let rulebook = load_text(path, text).rulebook;
    let of_rules = |sheet: &crate::rulebook::Sheet| {
        sheet.parts.iter().filter(|part| part.key == "rule").map(|part| part.words.clone()).collect()
    };
    let words: Vec<Vec<String>> = rulebook.iter().flat_map(|rulebook| &rulebook.sheets).map(of_rules).collect();
    let mut book = Workbook::new();
    let title = rulebook.as_ref().map(|rulebook| rulebook.title.clone()).unwrap_or_default();
    // No clock: the same rulebook gives the same bytes.
    let made = ExcelDateTime::from_ymd(2026, 1, 1)?;
    book.set_properties(&DocProperties::new().set_title(format!("Rulebook: {title}")).set_creation_datetime(&made));
    // Of wide rulebooks each of these takes as much room as the workbook.
    drop(rulebook);
    let grids = grids(text, &document, &words);
    drop(document);
    for grid in grids {
        write_grid(book.add_worksheet(), &grid)?;
    }
    write_text(book.add_worksheet(), text)?;
    Ok(book.save_to_buffer()?)
}

fn heading_row() -> u32 {
    u32::try_from(HEADING_ROW).unwrap_or(1) - 1
}

fn about(sheet: &mut Worksheet, name: &str, words: &str) -> Result<(), NotWritten> {
    sheet.set_name(name)?;
    sheet.write_string_with_format(0, 0, words, &Format::new().set_italic().set_font_color(Color::RGB(0x44_54_6A)))?;
    Ok(())
}

fn write_grid(sheet: &mut Worksheet, grid: &Grid) -> Result<(), NotWritten> {
    about(sheet, grid.name, grid.about)?;
    // Conditions and sentences are read whole; of columns there are many, and a row each should stay one line high.
    let wraps = grid.name == "Rules" || grid.name == "Suggestions";
    let text = || {
        let text = Format::new().set_align(FormatAlign::Top).set_num_format("@");
        if wraps { text.set_text_wrap() } else { text }
    };
    let (open, shown) = (text(), text().set_font_color(Color::RGB(0x6B_6B_6B)));
    let bold =
        || Format::new().set_bold().set_text_wrap().set_align(FormatAlign::Top).set_border_bottom(FormatBorder::Thin);
    let (heading, shown_heading) =
        (bold().set_background_color(Color::RGB(0xDD_EB_F7)), bold().set_background_color(Color::RGB(0xED_ED_ED)));
    let last = heading_row() + 1 + u32::try_from(grid.rows.len()).unwrap_or(u32::MAX / 2) + ROOM;
    for (at, title) in (0_u16..).zip(&grid.titles) {
        sheet.write_string_with_format(
            heading_row(),
            at,
            title.text,
            if title.shows { &shown_heading } else { &heading },
        )?;
        let note = if title.shows { format!("{} Only to be read.", title.help) } else { title.help.to_owned() };
        sheet.insert_note(
            heading_row(),
            at,
            &Note::new(note).add_author_prefix(false).set_width(280).set_height(80),
        )?;
        sheet.set_column_width(at, title.width)?;
        sheet.set_column_format(at, if title.shows { &shown } else { &open })?;
        if !title.choices.is_empty() {
            // Other words are looked at when the workbook is read: it is more lenient than a list.
            let choices = DataValidation::new().allow_list_strings(title.choices)?.show_error_message(false);
            sheet.add_data_validation(heading_row() + 1, at, last, at, &choices)?;
        }
    }
    for (row, cells) in (heading_row() + 1..).zip(&grid.rows) {
        for ((at, text), title) in
            (0_u16..).zip(&cells.cells).zip(&grid.titles).filter(|((_, text), _)| !text.is_empty())
        {
            if text.chars().count() > MOST_TEXT {
                return Err(NotWritten::TooLong(format!("{} of {}", title.text, cells.path)));
            }
            sheet.write_string_with_format(row, at, text, if title.shows { &shown } else { &open })?;
        }
    }
    if wraps {
        for (row, cells) in (heading_row() + 1..).zip(&grid.rows) {
            let lines = |(text, title): (&String, &Title)| {
                text.lines()
                    .map(|line| (line.chars().count() as f64 / (title.width - 2.0)).ceil().max(1.0))
                    .sum::<f64>()
            };
            let most = cells.cells.iter().zip(&grid.titles).map(lines).fold(1.0, f64::max);
            sheet.set_row_height(row, 15.0 * most.min(20.0))?;
        }
    }
    let frozen = grid.titles.iter().position(|title| title.text == "Heading").map_or(0, |at| at + 1);
    sheet.set_freeze_panes(heading_row() + 1, u16::try_from(frozen).unwrap_or(0))?;
    if let (Ok(columns), false) = (u16::try_from(grid.titles.len()), grid.rows.is_empty()) {
        sheet.autofilter(heading_row(), 0, heading_row() + u32::try_from(grid.rows.len()).unwrap_or(1), columns - 1)?;
    }
    sheet.set_landscape();
    Ok(())
}

/// The text, line by line: it keeps what the other sheets do not show.
fn write_text(sheet: &mut Worksheet, text: &str) -> Result<(), NotWritten> {
    about(
        sheet,
        TEXT_SHEET,
        "The rulebook as it was when this workbook was made. Change the other sheets, not this one: it keeps its comments.",
    )?;
    let grey = Format::new().set_font_color(Color::RGB(0x6B_6B_6B)).set_num_format("@");
    sheet.set_column_width(0, 120)?;
    for (row, line) in (heading_row() + 1..).zip(text.lines()) {
        let characters: Vec<char> = line.chars().collect();
        for (at, part) in (0_u16..).zip(characters.chunks(MOST_TEXT / 2)) {
            let part: String = part.iter().collect();
            sheet.write_string_with_format(row, at, part, &grey)?;
        }
    }
    Ok(())
}
