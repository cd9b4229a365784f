//! Reports: one file a form, one line each in [`FORMS`].

mod csv;
mod json;
mod jsonl;
mod text;
mod text_groups;
mod text_rows;
mod wire;
mod xlsx;

use std::io::{self, Write};
use std::ops::ControlFlow;

use lungwort_core::check::{Figure, FileMetadata};
use lungwort_core::finding::{Causes, Counts, Finding, Severity, Sink, Topic};
use lungwort_core::rulebook::Rulebook;

use clap::ValueEnum;

use crate::output::Output;

pub use csv::cell as csv_cell;
pub use text::{grouped, top};
pub use wire::{CountsEntry, document_schema};
pub use xlsx::{head, verdict_sheet, write_figure, write_text};

/// What a report is about, known when all is checked.
pub struct Summary<'s> {
    /// The rulebook.
    pub rulebook: &'s Rulebook,
    /// Why it was chosen, if it was not named.
    pub chosen: Option<String>,
    /// The files.
    pub files: &'s [FileMetadata],
    /// The figures.
    pub figures: Vec<Figure>,
    /// Whether warnings count.
    pub strict: bool,
    /// Exact counts over everything found.
    pub counts: Counts,
    /// Findings that pass the filter.
    pub shown: &'s Causes,
    /// Whether there is a filter.
    pub filtered: bool,
    /// The most that is listed.
    pub limit: usize,
    /// The options that the same check needs again, as they are typed; `None` where it cannot be run again.
    pub again: Option<String>,
}

impl Summary<'_> {
    /// Whether the files can be sent.
    pub fn is_ready(&self) -> bool {
        self.counts.errors == 0 && (!self.strict || self.counts.warnings == 0)
    }

    /// Whether findings have to say which sheet they are about.
    pub fn has_several_sheets(&self) -> bool {
        self.rulebook.sheets.len() > 1
    }

    /// Filled rows of all files.
    pub fn rows(&self) -> u64 {
        self.files.iter().map(|file| file.filled_rows).sum()
    }
}

/// A form of report. Findings come first, the summary last.
pub trait Form {
    /// Takes a finding that is to be shown. `number` counts them from zero.
    fn finding(&mut self, finding: &Finding, number: u64, out: &mut dyn Write) -> io::Result<()>;

    /// Ends the report.
    fn finish(&mut self, summary: &Summary<'_>, out: &mut dyn Write) -> io::Result<()>;
}

/// How findings are listed.
#[derive(Debug, Clone, Copy, PartialEq, Eq, ValueEnum)]
pub enum By {
    /// Findings of one reason together
    Cause,
    /// Each row with its findings
    Row,
    /// Each record or group of rows with its findings: what has the same first part of the key
    Group,
}

/// What the user asks of a listing.
#[derive(Debug, Clone)]
pub struct ReportOptions {
    /// How a text lists them.
    pub by: By,
    /// The most findings, or causes, that are listed.
    pub limit: usize,
    /// The names of the files as given.
    pub names: Vec<String>,
}

/// A form of report.
pub struct FormEntry {
    /// Its name.
    pub name: &'static str,
    /// What it is for.
    pub what: &'static str,
    /// Endings of file names that ask for it.
    pub endings: &'static [&'static str],
    /// Whether it is text for people, rather than data: styles become colours or nothing, and a terminal gets nothing to act on.
    pub is_text: bool,
    /// Makes it.
    pub make: fn(&ReportOptions) -> Box<dyn Form>,
}

/// Every form of report; the first one where nothing is said.
pub static FORMS: &[FormEntry] = &[
    FormEntry {
        name: "text",
        what: "for people, by cause, row by row, or record by record",
        endings: &["txt"],
        is_text: true,
        make: |options| match options.by {
            By::Cause => Box::new(text::Text::new(options)),
            By::Row => Box::new(text_rows::TextRows::new(options)),
            By::Group => Box::new(text_groups::TextGroups::new(options)),
        },
    },
    FormEntry {
        name: "json",
        what: "one document for programs, with counts and causes",
        endings: &["json"],
        is_text: false,
        make: |options| Box::new(json::Json::new(options)),
    },
    FormEntry {
        name: "jsonl",
        what: "one finding a line for programs, the summary last",
        endings: &["jsonl", "ndjson"],
        is_text: false,
        make: |options| Box::new(jsonl::Jsonl::new(options)),
    },
    FormEntry {
        name: "csv",
        what: "one finding a row for a spreadsheet",
        endings: &["csv"],
        is_text: false,
        make: |options| Box::new(csv::Csv::new(options)),
    },
    FormEntry {
        name: "xlsx",
        what: "a workbook: what came of it, the causes, and one finding a row",
        endings: &["xlsx"],
        is_text: false,
        make: |options| Box::new(xlsx::Xlsx::new(options)),
    },
];

/// Which findings are shown.
#[derive(Debug, Clone, Default)]
pub struct Filter {
    /// Codes or headings, lower case; empty for all.
    pub only: Vec<String>,
    /// Rules about one of the headings: the sheet, where it has a name, and the rule's place there.
    pub rules: Vec<(Option<String>, usize)>,
    /// Whether a column is among them: then rows count in which no cell is sure to be in its column.
    pub has_column: bool,
    /// The least severity.
    pub severity: Option<Severity>,
}

/// Codes of rows whose cells may all be under a wrong heading.
const RAGGED: &[&str] = &["long-row", "short-row", "shifted-row"];

impl Filter {
    fn shows(&self, finding: &Finding) -> bool {
        let problem = &finding.problem;
        let is_rule = |rule: usize| {
            let here = |sheet: &Option<String>| match (sheet, &finding.address.sheet) {
                (Some(name), Some(sheet)) => name.eq_ignore_ascii_case(sheet),
                _ => true,
            };
            self.rules.iter().any(|(sheet, at)| *at == rule && here(sheet))
        };
        let named = |only: &String| {
            problem.code.name == only || *problem.subject == **only || problem.subject.to_lowercase() == *only
        };
        self.severity.is_none_or(|least| problem.severity >= least)
            && (self.only.is_empty()
                || self.only.iter().any(named)
                || matches!(problem.topic, Topic::Rule(rule) if is_rule(rule))
                || self.has_column && RAGGED.contains(&problem.code.name))
    }

    /// Whether it leaves anything out.
    pub fn is_set(&self) -> bool {
        !self.only.is_empty() || self.severity.is_some()
    }
}

/// Counts everything, and hands what passes the filter to a form.
pub struct Gatherer<'g> {
    filter: Filter,
    form: Box<dyn Form>,
    out: &'g mut Output,
    all: Causes,
    shown: Causes,
    number: u64,
    failure: Option<io::Error>,
}

impl<'g> Gatherer<'g> {
    /// Begins a report.
    pub fn new(filter: Filter, form: Box<dyn Form>, out: &'g mut Output) -> Gatherer<'g> {
        Gatherer { filter, form, out, all: Causes::default(), shown: Causes::default(), number: 0, failure: None }
    }

    fn has_errors(&self) -> bool {
        self.all.counts().errors + self.shown.counts().errors > 0
    }

    /// Ends the report. `summary` makes the summary from the counts and the causes shown.
    pub fn finish<'s>(&'s mut self, summary: impl FnOnce(Counts, &'s Causes) -> Summary<'s>) -> io::Result<bool> {
        if let Some(error) = self.failure.take() {
            return Err(error);
        }
        let counts = if self.filter.is_set() { self.all.counts() } else { self.shown.counts() };
        let summary = summary(counts, &self.shown);
        self.form.finish(&summary, self.out)?;
        Ok(summary.is_ready())
    }
}

impl Sink for Gatherer<'_> {
    fn take(&mut self, finding: Finding) -> ControlFlow<()> {
        if self.filter.is_set() {
            self.all.add(&finding);
            if !self.filter.shows(&finding) {
                return ControlFlow::Continue(());
            }
        }
        self.shown.add(&finding);
        let written = self.form.finding(&finding, self.number, self.out);
        self.number += 1;
        match written {
            // Nobody reads on, and what is known already decides.
            Ok(()) if self.out.is_closed() && self.has_errors() => ControlFlow::Break(()),
            Ok(()) => ControlFlow::Continue(()),
            Err(error) => {
                self.failure = Some(error);
                ControlFlow::Break(())
            }
        }
    }
}
