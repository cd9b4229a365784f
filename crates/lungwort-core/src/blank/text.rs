//! A delimited template: the headings in their row, the guide rows, and a sample row where one is wanted.

use std::borrow::Cow;

use super::{BlankError, BlankOptions, chosen};
use crate::cell::shown;
use crate::encoding::Encoding;
use crate::rulebook::Rulebook;
use crate::rulebook::written::{WrittenNewline, WrittenQuoting};

/// Writes the bytes of a delimited file. `delimiter` counts where the rulebook asks for none.
///
/// # Errors
///
/// Where the rulebook has what a delimited file cannot hold, such as several sheets.
pub fn write(rulebook: &Rulebook, options: &BlankOptions, delimiter: u8) -> Result<Vec<u8>, BlankError> {
    let sheets = chosen(rulebook, &options.wanted)?;
    let rows: Vec<&super::Chosen<'_>> = sheets.iter().filter(|sheet| !sheet.sheet.is_form).collect();
    let [sheet] = rows.as_slice() else { return Err(BlankError::SeveralSheets) };
    let section = &rulebook.file;
    let texts = sheet.columns().flat_map(|(_, column)| {
        [Some(column.heading.as_str()), column.example.as_deref()]
            .into_iter()
            .flatten()
            .chain(column.guide.iter().map(String::as_str))
    });
    // A spreadsheet that takes another sign for the delimiter would run what is behind it.
    let would_run =
        |text: &str| text.split([',', ';', '\t', '|', '\n']).any(|part| shown::runs(part) && !is_plain(part));
    let risky = texts.into_iter().any(would_run);
    let quoting = match section.quoting {
        Some(WrittenQuoting::All) => csv::QuoteStyle::Always,
        Some(WrittenQuoting::Never) => csv::QuoteStyle::Never,
        None if risky => csv::QuoteStyle::Always,
        None => csv::QuoteStyle::Necessary,
    };
    let newline = match section.newline {
        Some(WrittenNewline::Lf) => csv::Terminator::Any(b'\n'),
        Some(WrittenNewline::Cr) => csv::Terminator::Any(b'\r'),
        _ => csv::Terminator::CRLF,
    };
    let mut writer = csv::WriterBuilder::new()
        .delimiter(section.delimiter.unwrap_or(delimiter))
        .quote_style(quoting)
        .terminator(newline)
        .from_writer(Vec::new());
    let width = sheet.columns.len();
    let broken = |error: csv::Error| BlankError::Io(error.into());
    for _ in 1..sheet.sheet.heading_row {
        writer.write_record(vec![""; width]).map_err(broken)?;
    }
    let headed = sheet.sheet.headed();
    let lines: Vec<&crate::rulebook::Column> =
        sheet.columns().filter(|(index, _)| headed.contains(index)).map(|(_, column)| column).collect();
    // Of a block, the labels come first, each with room for its answer.
    let width = lines.len().max(2);
    for (_, column) in sheet.columns().filter(|(index, _)| !headed.contains(index)) {
        let label = std::iter::once(column.heading.as_str()).chain(std::iter::repeat_n("", width - 1));
        writer.write_record(label).map_err(broken)?;
        if column.is_below() {
            writer.write_record(vec![""; width]).map_err(broken)?;
        }
    }
    let padding = if sheet.sheet.block.is_some() { width - lines.len() } else { 0 };
    let headings = lines.iter().map(|column| inert(&column.heading));
    let padding = std::iter::repeat_n(Cow::Borrowed(""), padding);
    writer.write_record(headings.chain(padding).map(|text| text.into_owned())).map_err(broken)?;
    for row in 0..sheet.sheet.guide_rows as usize {
        let texts =
            sheet.columns().map(|(_, column)| inert(column.guide.get(row).map(String::as_str).unwrap_or_default()));
        writer.write_record(texts.map(|text| text.into_owned())).map_err(broken)?;
    }
    if options.samples && sheet.sheet.block.is_none() {
        let texts = sheet.columns().map(|(_, column)| inert(column.example.as_deref().unwrap_or_default()));
        writer.write_record(texts.map(|text| text.into_owned())).map_err(broken)?;
    }
    let bytes = writer.into_inner().map_err(|error| BlankError::Io(error.into_error()))?;
    encoded(rulebook, bytes)
}

/// Whether a text that begins like a formula has nothing in it that one calls or reaches with.
fn is_plain(text: &str) -> bool {
    !text.trim_start().starts_with(['=', '@']) && !text.contains(['(', '!', '|', '=', '&'])
}

/// A text as it may be in a cell: what a spreadsheet would run has an apostrophe before it. A heading such as "+/- grams" stays.
fn inert(text: &str) -> Cow<'_, str> {
    if is_plain(text) { Cow::Borrowed(text) } else { shown::inert(text) }
}

/// The text in the encoding that the rulebook asks for.
fn encoded(rulebook: &Rulebook, bytes: Vec<u8>) -> Result<Vec<u8>, BlankError> {
    let encoding = rulebook.file.encoding.unwrap_or(Encoding::UTF_8);
    let text = String::from_utf8_lossy(&bytes).into_owned();
    let mark = rulebook.file.bom == Some(true);
    let text = if mark && encoding.is_unicode() { format!("\u{feff}{text}") } else { text };
    encoding.encode(&text).ok_or_else(|| {
        BlankError::Encoding(format!("some of its headings or guide texts cannot be written in {}", encoding.name()))
    })
}
