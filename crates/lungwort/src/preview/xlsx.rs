//! The preview as a workbook: the counts, what would be gone, what would change, the figures before and after.

use std::io::{self, Write};

use lungwort_core::finding::Outcome;
use lungwort_core::finding::ranges::thousands;
use rust_xlsxwriter::{Workbook, Worksheet, XlsxError};

use super::passing;
use super::{PlanEntry, Previewer, Shown, Spool, sheet_words};
use crate::output::Output;
use crate::report::{head, verdict_sheet, write_figure, write_text};

/// Lines of a list at most: what a sheet has rows for, less the headings.
const MOST: u32 = 1_000_000;

const LIST: &[(&str, f64)] = &[
    ("What would happen", 24.0),
    ("File", 18.0),
    ("Sheet", 14.0),
    ("Row", 8.0),
    ("Key", 20.0),
    ("Kind", 14.0),
    ("Heading", 24.0),
    ("Held now", 28.0),
    ("Would be", 28.0),
];

/// What stands where a figure cannot be worked out.
const UNKNOWN: &str = "not known";

const FIGURES: &[(&str, f64)] = &[("Figure", 30.0), ("Before", 18.0), ("After", 18.0)];

pub fn write(shown: &Shown<'_>, previewer: &mut Previewer, out: &mut Output) -> io::Result<()> {
    let bytes = book(shown, previewer).map_err(io::Error::other)?;
    out.write_all(&bytes)
}

fn book(shown: &Shown<'_>, previewer: &mut Previewer) -> Result<Vec<u8>, XlsxError> {
    let mut book = Workbook::new();
    let first = book.add_worksheet();
    first.set_name("Summary")?;
    let row = verdict_sheet(first, &shown.summary(previewer))?;
    let mut row = counts(first, row + 1, previewer)? + 1;
    if let Some(words) = passing::words(shown, previewer) {
        write_text(first, row, 1, &words)?;
        row += 1;
    }
    for (file, records) in shown.existing() {
        write_text(first, row, 1, &format!("Existing records: {} in {file}", thousands(records as u64)))?;
        row += 1;
    }
    let gone = book.add_worksheet();
    gone.set_name("Would be gone")?;
    let mut at = 1;
    head(gone, LIST)?;
    list(gone, &mut at, &mut previewer.removed, &|_| "removed".to_owned())?;
    list(gone, &mut at, &mut previewer.wiped, &|_| "deleted by a blank cell".to_owned())?;
    gone.autofilter(0, 0, at.max(2) - 1, LIST.len() as u16 - 1)?;
    let rows = book.add_worksheet();
    rows.set_name(if previewer.only.is_empty() { "Would be changed" } else { "Rows" })?;
    head(rows, LIST)?;
    let mut at = 1;
    list(rows, &mut at, &mut previewer.rows, &|entry| entry.outcome.clone())?;
    rows.autofilter(0, 0, at.max(2) - 1, LIST.len() as u16 - 1)?;
    if !shown.figures.is_empty() {
        let sheet = book.add_worksheet();
        sheet.set_name("Figures")?;
        head(sheet, FIGURES)?;
        for (row, figure) in (1..).zip(&shown.figures) {
            write_text(sheet, row, 0, &figure.label)?;
            write_figure(sheet, row, 1, figure.before.as_deref().unwrap_or(UNKNOWN))?;
            write_figure(sheet, row, 2, figure.after.as_deref().unwrap_or(UNKNOWN))?;
        }
    }
    book.save_to_buffer()
}

fn counts(sheet: &mut Worksheet, from: u32, previewer: &Previewer) -> Result<u32, XlsxError> {
    let mut row = from;
    let records = previewer.preview.has_several();
    for line in previewer.preview.counts() {
        let of = sheet_words(line.sheet.as_ref(), line.kind.as_ref(), records);
        for (outcome, count) in Outcome::ALL.iter().zip(line.counts).filter(|(_, count)| *count > 0) {
            sheet.write_number(row, 0, count as f64)?;
            write_text(sheet, row, 1, &format!("{of}: {}", outcome.word()))?;
            row += 1;
        }
    }
    Ok(row)
}

fn list(
    sheet: &mut Worksheet,
    at: &mut u32,
    spool: &mut Spool,
    what: &dyn Fn(&PlanEntry) -> String,
) -> Result<(), XlsxError> {
    spool
        .each(&mut |entry| {
            let blank = (String::new(), String::new(), String::new());
            let cells = entry.cells.iter().map(|cell| (cell.heading.clone(), cell.old.clone(), cell.new.clone()));
            let cells: Vec<_> = if entry.cells.is_empty() { vec![blank] } else { cells.collect() };
            for (heading, old, new) in cells {
                if *at > MOST {
                    return Ok(());
                }
                line(sheet, *at, &entry, [&what(&entry), &heading, &old, &new]).map_err(io::Error::other)?;
                *at += 1;
            }
            Ok(())
        })
        .map_err(XlsxError::IoError)
}

fn line(sheet: &mut Worksheet, row: u32, entry: &PlanEntry, texts: [&str; 4]) -> Result<(), XlsxError> {
    let [what, heading, old, new] = texts;
    if let Some(number) = entry.row {
        sheet.write_number(row, 3, number as f64)?;
    }
    for (column, text) in [
        (0, what),
        (1, entry.file.as_str()),
        (2, entry.sheet.as_deref().unwrap_or_default()),
        (4, entry.key.as_deref().unwrap_or_default()),
        (5, entry.kind.as_deref().unwrap_or_default()),
        (6, heading),
        (7, old),
        (8, new),
    ] {
        write_text(sheet, row, column, text)?;
    }
    Ok(())
}
