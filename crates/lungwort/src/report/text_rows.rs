//! The report for people, row by row.

use std::io::{self, Write};
use std::sync::Arc;

use lungwort_core::cell::shown;
use lungwort_core::finding::ranges::thousands;
use lungwort_core::finding::{Finding, column_letter};

use super::{Form, ReportOptions, Summary, text};
use crate::style::{self, paint};
use crate::waiting::Waiting;

/// The report by row. The verdict comes first, so that the rows wait until it is known.
pub struct TextRows {
    rows: Waiting,
    limit: u64,
    listed: u64,
    last: Option<(usize, Option<Arc<str>>, Option<u64>)>,
    names: Vec<String>,
}

impl TextRows {
    pub fn new(options: &ReportOptions) -> TextRows {
        TextRows {
            rows: Waiting::new(),
            limit: options.limit as u64,
            listed: 0,
            last: None,
            names: options.names.clone(),
        }
    }

    fn row_heading(&mut self, finding: &Finding) -> io::Result<()> {
        let here = (finding.address.file, finding.address.sheet.clone(), finding.address.place.row);
        if self.last.as_ref() == Some(&here) {
            return Ok(());
        }
        self.last = Some(here);
        let file = match self.names.get(finding.address.file) {
            Some(name) if self.names.len() > 1 => format!("{}, ", shown::visible(name)),
            _ => String::new(),
        };
        let file = match &finding.address.sheet {
            Some(sheet) => format!("{file}sheet {}, ", shown::visible(sheet)),
            None => file,
        };
        let key = finding.key.as_ref().map(|key| format!("  {key}")).unwrap_or_default();
        let line = match (finding.address.place.line, finding.address.place.row) {
            (Some(line), Some(row)) if line != row => paint(style::FAINT, format!("  line {line} of the file")),
            _ => String::new(),
        };
        let place = match (finding.address.place.row, finding.address.place.last_row) {
            (Some(row), Some(last)) if last > row => format!("rows {row} to {last}"),
            (Some(row), _) => format!("row {row}"),
            (None, _) if finding.address.sheet.is_some() => "as a whole".to_owned(),
            (None, _) => "the file".to_owned(),
        };
        writeln!(self.rows, "\n{}{line}", paint(style::STRONG, format!("{file}{place}{key}")))
    }
}

/// A finding in full, behind the place that it has in its row or record, which is so wide.
pub fn write_finding(finding: &Finding, place: &str, wide: usize, out: &mut dyn Write) -> io::Result<()> {
    let problem = &finding.problem;
    let message = shown::visible(&problem.message.to_string());
    let correction = problem.correction.as_ref().map(|each| text::arrow_behind(&message, each));
    let text = format!("{message}{}", correction.unwrap_or_default());
    let mark = paint(style::of(problem.severity), format!("{:<8}", problem.severity.word()));
    let lines = style::wrap(&text, style::width().saturating_sub(wide + 15 + problem.code.name.len()));
    for (at, line) in lines.iter().enumerate() {
        let head = if at == 0 { format!("  {place:>wide$} {mark} ") } else { " ".repeat(wide + 12) };
        let code =
            if at + 1 == lines.len() { paint(style::FAINT, format!("  {}", problem.code.name)) } else { String::new() };
        writeln!(out, "{head}{line}{code}")?;
    }
    Ok(())
}

impl Form for TextRows {
    fn finding(&mut self, finding: &Finding, number: u64, _: &mut dyn Write) -> io::Result<()> {
        if number >= self.limit {
            return Ok(());
        }
        self.listed += 1;
        self.row_heading(finding)?;
        let column = finding.address.place.field.map(column_letter).unwrap_or_default();
        write_finding(finding, &column, 3, &mut self.rows)
    }

    fn finish(&mut self, summary: &Summary<'_>, out: &mut dyn Write) -> io::Result<()> {
        text::top(summary, out)?;
        self.rows.copy_to(out)?;
        let hidden = summary.shown.counts().total() - self.listed;
        if hidden > 0 {
            let all = summary.shown.counts().total();
            writeln!(out, "\n… and {} more findings: --limit {all} shows them all.", thousands(hidden))?;
        }
        text::bottom(summary, &summary.shown.sorted(), out)
    }
}
