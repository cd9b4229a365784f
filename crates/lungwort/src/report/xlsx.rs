//! The findings as a workbook: what came of the check, the causes, and one finding a row. Every text is kept as text, so
//! that zeros stay and nothing runs, and nothing links outside.

use std::io::{self, Write};

use lungwort_core::cell::shown;
use lungwort_core::finding::ranges::thousands;
use lungwort_core::finding::{Cause, Finding, Severity};
use rust_xlsxwriter::{Color, Format, FormatAlign, Workbook, Worksheet, XlsxError};

use super::wire::FindingEntry;
use super::{Form, ReportOptions, Summary, text};

/// Findings that are listed at most: what a sheet has rows for, less the headings and the line that says how many more.
const MOST: u64 = 1_000_000;
/// Characters that a cell of a workbook holds.
const LONGEST: usize = 32_767;
/// Rows of a cause that are named.
const RANGES: usize = 12;
/// Values of a cause that are named.
const VALUES: usize = 20;

/// The height of a line, in points, and how many lines a row is high at most.
const LINE: f64 = 15.0;
const MOST_LINES: usize = 20;

const FINDINGS: &[(&str, f64)] = &[
    ("File", 18.0),
    ("Sheet", 14.0),
    ("Row", 8.0),
    ("Last row", 8.0),
    ("Line", 8.0),
    ("Column", 8.0),
    ("Heading", 22.0),
    ("Rule", 26.0),
    ("Key", 18.0),
    ("Value", 22.0),
    ("Severity", 10.0),
    ("What is wrong", 70.0),
    ("Proposed correction", 24.0),
    ("Certainty", 10.0),
    ("Code", 20.0),
];

const CAUSES: &[(&str, f64)] = &[
    ("Findings", 9.0),
    ("Severity", 10.0),
    ("Heading", 20.0),
    ("Rule", 24.0),
    ("What is wrong", 54.0),
    ("Values and their corrections", 40.0),
    ("Rows", 24.0),
    ("How to fix it", 54.0),
    ("Sheet", 14.0),
    ("File", 18.0),
    ("Code", 20.0),
];

const FIGURES: &[(&str, f64)] =
    &[("Figure", 30.0), ("Sections by", 24.0), ("Section", 30.0), ("Value", 18.0), ("Rows left out", 14.0)];

/// The xlsx report.
pub struct Xlsx {
    book: Workbook,
    limit: u64,
    listed: u64,
    names: Vec<String>,
    failure: Option<XlsxError>,
}

impl Xlsx {
    pub fn new(options: &ReportOptions) -> Xlsx {
        let mut book = Workbook::new();
        book.add_worksheet();
        book.add_worksheet();
        // Row after row goes to a temporary file, so that a million findings need no memory.
        let failure = book.add_worksheet_with_constant_memory().err();
        let failure = failure.or_else(|| begin(&mut book).err());
        Xlsx { book, limit: (options.limit as u64).min(MOST), listed: 0, names: options.names.clone(), failure }
    }

    fn row(&mut self, entry: &FindingEntry, is_rule: bool) -> Result<(), XlsxError> {
        let at = u32::try_from(self.listed + 1).unwrap_or(u32::MAX);
        let sheet = self.book.worksheet_from_index(2)?;
        let (heading, rule) = if is_rule { ("", &*entry.subject) } else { (&*entry.subject, "") };
        let correction = entry.correction.as_ref();
        for (column, number) in [(2, entry.row), (3, entry.last_row), (4, entry.line)] {
            if let Some(number) = number {
                sheet.write_number(at, column, number as f64)?;
            }
        }
        for (column, text) in [
            (0, entry.file.as_str()),
            (1, entry.sheet.as_deref().unwrap_or_default()),
            (5, entry.column.as_deref().unwrap_or_default()),
            (6, heading),
            (7, rule),
            (8, entry.key.as_deref().unwrap_or_default()),
            (9, entry.value.as_deref().unwrap_or_default()),
            (10, entry.severity.word()),
            (11, &entry.message),
            (12, correction.map(|each| each.proposed()).unwrap_or_default()),
            (13, correction.map(|each| each.certainty.word()).unwrap_or_default()),
            (14, entry.code),
        ] {
            write_text(sheet, at, column, text)?;
        }
        Ok(())
    }

    fn end(&mut self, summary: &Summary<'_>) -> Result<Vec<u8>, XlsxError> {
        let total = summary.shown.counts().total();
        let last = u32::try_from(self.listed).unwrap_or(u32::MAX);
        let findings = self.book.worksheet_from_index(2)?;
        if total > self.listed {
            let more = format!("… and {} more findings: --limit lists more", thousands(total - self.listed));
            write_text(findings, last + 1, 0, &more)?;
        }
        findings.autofilter(0, 0, last.max(1), FINDINGS.len() as u16 - 1)?;
        if !summary.figures.is_empty() {
            figures(self.book.add_worksheet(), summary)?;
        }
        causes(self.book.worksheet_from_index(1)?, summary)?;
        first_sheet(self.book.worksheet_from_index(0)?, summary)?;
        self.book.save_to_buffer()
    }
}

impl Form for Xlsx {
    fn finding(&mut self, finding: &Finding, number: u64, _: &mut dyn Write) -> io::Result<()> {
        if number >= self.limit || self.failure.is_some() {
            return Ok(());
        }
        let is_rule = finding.problem.topic.is_over_cells();
        let entry = FindingEntry::of(finding, &self.names);
        self.failure = self.row(&entry, is_rule).err();
        self.listed += 1;
        Ok(())
    }

    fn finish(&mut self, summary: &Summary<'_>, out: &mut dyn Write) -> io::Result<()> {
        let made = match self.failure.take() {
            Some(error) => Err(error),
            None => self.end(summary),
        };
        out.write_all(&made.map_err(io::Error::other)?)
    }
}

fn begin(book: &mut Workbook) -> Result<(), XlsxError> {
    for (at, name, headings) in [(0, "Summary", &[][..]), (1, "Causes", CAUSES), (2, "Findings", FINDINGS)] {
        let sheet = book.worksheet_from_index(at)?;
        sheet.set_name(name)?;
        if !headings.is_empty() {
            head(sheet, headings)?;
        }
    }
    Ok(())
}

/// Headings that stay where they are, and the width of each column.
pub fn head(sheet: &mut Worksheet, headings: &[(&str, f64)]) -> Result<(), XlsxError> {
    let bold = Format::new().set_bold().set_background_color(Color::RGB(0x00E7_EEF5)).set_text_wrap();
    for (column, (heading, width)) in (0..).zip(headings) {
        sheet.set_column_width(column, *width)?;
        sheet.write_string_with_format(0, column, *heading, &bold)?;
    }
    sheet.set_freeze_panes(1, 0)?;
    Ok(())
}

/// A text as a cell of text: as it is, but for what no workbook can hold.
pub fn write_text(sheet: &mut Worksheet, row: u32, column: u16, text: &str) -> Result<(), XlsxError> {
    if text.is_empty() {
        return Ok(());
    }
    sheet.write_string(row, column, storable(text))?;
    Ok(())
}

/// A number that a cell can hold exactly is written as one; more digits, or words, stay a text.
pub fn write_figure(sheet: &mut Worksheet, row: u32, column: u16, value: &str) -> Result<(), XlsxError> {
    match value.parse::<f64>() {
        Ok(number) if value.bytes().filter(u8::is_ascii_digit).count() <= 15 => {
            sheet.write_number(row, column, number)?;
            Ok(())
        }
        _ => write_text(sheet, row, column, value),
    }
}

fn storable(text: &str) -> String {
    let kept = text.chars().take(LONGEST);
    kept.map(|each| if each.is_control() && !matches!(each, '\n' | '\t') { '\u{fffd}' } else { each }).collect()
}

/// The verdict and what was read. Returns the first row that is free.
pub fn verdict_sheet(sheet: &mut Worksheet, summary: &Summary<'_>) -> Result<u32, XlsxError> {
    let mut said = Vec::new();
    // What the report for people says first; its colours are for screens.
    text::top(summary, &mut said).map_err(XlsxError::IoError)?;
    let plain = crate::style::without_styles(&String::from_utf8_lossy(&said));
    let color = if summary.is_ready() { Color::RGB(0x0020_7A3C) } else { Color::RGB(0x00B3_261E) };
    let strong = Format::new().set_bold().set_font_size(14).set_font_color(color);
    let faint = Format::new().set_font_color(Color::Gray).set_align(FormatAlign::Top);
    sheet.set_column_width(0, 14)?;
    sheet.set_column_width(1, 110)?;
    let mut row = 0;
    for line in plain.lines() {
        match line.split_at_checked(10).filter(|_| row > 0) {
            Some((label, words)) => {
                sheet.write_string_with_format(row, 0, label.trim(), &faint)?;
                write_text(sheet, row, 1, words)?;
            }
            None => {
                sheet.write_string_with_format(row, 0, storable(line), &strong)?;
            }
        }
        row += 1;
    }
    Ok(row)
}

fn first_sheet(sheet: &mut Worksheet, summary: &Summary<'_>) -> Result<(), XlsxError> {
    let row = verdict_sheet(sheet, summary)?;
    let next =
        "The sheet Causes has what is wrong by reason, the sheet Findings one finding a row; both can be filtered.";
    write_text(sheet, row + 1, 0, next)
}

/// The figures, each with its sections and then the total.
fn figures(sheet: &mut Worksheet, summary: &Summary<'_>) -> Result<(), XlsxError> {
    sheet.set_name("Figures")?;
    head(sheet, FIGURES)?;
    let mut row = 1;
    for figure in &summary.figures {
        let sections = figure.sections.iter().map(|each| (each.name.as_str(), each.value.as_deref(), each.left_out));
        for (section, value, left_out) in sections.chain([("", figure.value.as_deref(), figure.left_out)]) {
            for (column, text) in [(0, figure.label.as_str()), (1, figure.by.as_str()), (2, section)] {
                write_text(sheet, row, column, text)?;
            }
            write_figure(sheet, row, 3, value.unwrap_or_default())?;
            if left_out > 0 {
                sheet.write_number(row, 4, left_out as f64)?;
            }
            row += 1;
        }
    }
    sheet.autofilter(0, 0, row.max(2) - 1, FIGURES.len() as u16 - 1)?;
    Ok(())
}

fn causes(sheet: &mut Worksheet, summary: &Summary<'_>) -> Result<(), XlsxError> {
    let wrap = Format::new().set_text_wrap().set_align(FormatAlign::Top);
    let of = |severity: Severity| {
        let color = match severity {
            Severity::Error => Color::RGB(0x00B3_261E),
            Severity::Warning => Color::RGB(0x008A_6100),
            Severity::Note => Color::RGB(0x0026_5D8F),
        };
        Format::new().set_bold().set_font_color(color).set_align(FormatAlign::Top)
    };
    let sorted = summary.shown.sorted();
    for (row, cause) in (1..).zip(&sorted) {
        let file = summary.files.get(cause.file).map(|file| file.name.as_str()).unwrap_or_default();
        let is_rule = cause.problem.topic.is_over_cells();
        let (heading, rule) = if is_rule { ("", &*cause.problem.subject) } else { (&*cause.problem.subject, "") };
        sheet.write_number_with_format(row, 0, cause.count as f64, &wrap)?;
        sheet.write_string_with_format(row, 1, cause.problem.severity.word(), &of(cause.problem.severity))?;
        let mut lines = 1;
        for (column, text) in [
            (2, heading),
            (3, rule),
            (4, cause.message().as_str()),
            (5, values(cause).as_str()),
            (6, cause.rows.words(RANGES).as_str()),
            (7, cause.problem.code.fix),
            (8, cause.sheet.as_deref().unwrap_or_default()),
            (9, file),
            (10, cause.problem.code.name),
        ] {
            if !text.is_empty() {
                sheet.write_string_with_format(row, column, storable(text), &wrap)?;
                lines = lines.max(line_count(text, CAUSES[usize::from(column)].1));
            }
        }
        // Not every program makes a row as high as its wrapped text.
        sheet.set_row_height(row, LINE * lines.min(MOST_LINES) as f64)?;
    }
    let last = u32::try_from(sorted.len()).unwrap_or(u32::MAX).max(1);
    sheet.autofilter(0, 0, last, CAUSES.len() as u16 - 1)?;
    Ok(())
}

/// The lines that a text takes up in a column of so many characters.
fn line_count(text: &str, width: f64) -> usize {
    // Words are not broken, so that a line is seldom full.
    text.lines().map(|line| 1 + line.chars().count() * 11 / 10 / width as usize).sum()
}

fn values(cause: &Cause) -> String {
    let mut counts: Vec<_> = cause.values.iter().collect();
    counts.sort_by_key(|count| std::cmp::Reverse(count.count));
    let said = counts.iter().take(VALUES).map(|count| {
        let times = if count.count > 1 { format!(" {}×", thousands(count.count)) } else { String::new() };
        let correction = count.correction().map(text::arrow).unwrap_or_default();
        format!("{}{times}{correction}", shown::quoted(&count.value))
    });
    let more = counts.iter().skip(VALUES).map(|count| count.count).sum::<u64>() + cause.other_values;
    let more = (more > 0).then(|| format!("and {} more", thousands(more)));
    said.chain(more).collect::<Vec<_>>().join("\n")
}
