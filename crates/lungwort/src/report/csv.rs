//! One finding a row, for a spreadsheet: a byte order mark so that it is read as UTF-8, and no cell that runs.

use std::io::{self, Write};

use lungwort_core::cell::shown;
use lungwort_core::check::FileMetadata;
use lungwort_core::finding::Finding;

use super::wire::{FileEntry, FindingEntry};
use super::{Form, ReportOptions, Summary};

/// The csv report.
pub struct Csv {
    limit: u64,
    names: Vec<String>,
    begun: bool,
}

impl Csv {
    pub fn new(options: &ReportOptions) -> Csv {
        Csv { limit: options.limit as u64, names: options.names.clone(), begun: false }
    }

    fn begin(&mut self, out: &mut dyn Write) -> io::Result<()> {
        if !self.begun {
            self.begun = true;
            let headings = [
                "File", "Sheet", "Row", "Line", "Column", "Heading", "Rule", "Key", "Value", "Severity", "Code",
                "What is wrong", "Proposed correction", "Certainty",
            ];
            write!(out, "\u{feff}{}\r\n", headings.join(","))?;
        }
        Ok(())
    }
}

/// A cell in quotes where it needs them, with an apostrophe before what a spreadsheet would run. Also where a spreadsheet takes
/// another sign for the delimiter, quotes keep a cell together.
pub fn cell(text: &str) -> String {
    let text = shown::inert(text);
    if text.contains(['"', ',', ';', '\t', '|', '\n', '\r']) {
        format!("\"{}\"", text.replace('"', "\"\""))
    } else {
        text.into_owned()
    }
}

/// How a delimited file was read, in the columns of a finding about it.
fn file_row(file: &FileMetadata, out: &mut dyn Write) -> io::Result<()> {
    let entry = FileEntry::of(file);
    let (Some(encoding), Some(by)) = (entry.encoding, entry.encoding_by) else { return Ok(()) };
    let how = match by {
        "mark" => "by its byte order mark",
        "asked" => "as asked for",
        "valid" => "all its bytes are valid in it",
        "detected" => "detected from its bytes",
        _ => "not certain: no other encoding is likelier",
    };
    let message = cell(&format!("Read in the encoding {encoding}: {how}."));
    write!(out, "{},,,,,,,encoding,{},file,,{message},,{by}\r\n", cell(&entry.name), cell(&encoding))
}

/// A figure in the columns of a finding about a rule.
fn figure_row(label: &str, section: &str, value: Option<&str>, out: &mut dyn Write) -> io::Result<()> {
    let value = cell(value.unwrap_or_default());
    write!(out, ",,,,,,{},{},{value},figure,,,,\r\n", cell(label), cell(section))
}

impl Form for Csv {
    fn finding(&mut self, finding: &Finding, number: u64, out: &mut dyn Write) -> io::Result<()> {
        self.begin(out)?;
        if number >= self.limit {
            return Ok(());
        }
        let is_rule = finding.problem.topic.is_over_cells();
        let entry = FindingEntry::of(finding, &self.names);
        let number = |value: Option<u64>| value.map(|value| value.to_string()).unwrap_or_default();
        let row = match entry.last_row {
            // "3-5" would become a date.
            Some(last) => format!("{} to {last}", number(entry.row)),
            None => number(entry.row),
        };
        let (proposed, certainty) = match &entry.correction {
            Some(correction) => (correction.proposed(), correction.certainty.word()),
            None => ("", ""),
        };
        let cells = [
            cell(&entry.file),
            cell(entry.sheet.as_deref().unwrap_or_default()),
            row,
            number(entry.line),
            entry.column.clone().unwrap_or_default(),
            if is_rule { String::new() } else { cell(&entry.subject) },
            if is_rule { cell(&entry.subject) } else { String::new() },
            cell(entry.key.as_deref().unwrap_or_default()),
            cell(entry.value.as_deref().unwrap_or_default()),
            entry.severity.word().to_owned(),
            entry.code.to_owned(),
            cell(&entry.message),
            cell(proposed),
            certainty.to_owned(),
        ];
        write!(out, "{}\r\n", cells.join(","))
    }

    fn finish(&mut self, summary: &Summary<'_>, out: &mut dyn Write) -> io::Result<()> {
        self.begin(out)?;
        for file in summary.files {
            file_row(file, out)?;
        }
        // The figures come last, each section with its name as the key.
        for figure in &summary.figures {
            for section in &figure.sections {
                figure_row(&figure.label, &section.name, section.value.as_deref(), out)?;
            }
            figure_row(&figure.label, "", figure.value.as_deref(), out)?;
        }
        Ok(())
    }
}
