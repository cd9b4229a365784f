//! Previews: one file a form, one line each in [`FORMS`].

mod csv;
mod json;
mod passing;
mod text;
mod xlsx;

use std::io::{self, BufRead, BufReader, Write};
use std::ops::ControlFlow;
use std::sync::Arc;

use clap::ValueEnum;
use lungwort_core::check::{Figure, FigureChange, FileMetadata, SheetSample};
use lungwort_core::finding::{Address, Causes, Finding, Listed, Outcome, RowPlan, Sink};
use lungwort_core::preview::Preview;
use lungwort_core::rulebook::Rulebook;
use schemars::JsonSchema;
use serde::{Deserialize, Serialize};

use crate::output::Output;
use crate::report::Summary;
use crate::session::Session;
use crate::waiting::Waiting;

pub use json::document_schema;

/// What rows are listed by.
#[derive(Debug, Clone, Copy, PartialEq, Eq, ValueEnum)]
pub enum Only {
    /// New records
    Create,
    /// Records with other values
    Change,
    /// Records that would go
    Remove,
    /// Rows that ask for nothing
    Skip,
    /// Records that would stay as they are
    Unchanged,
    /// Rows in which an error was found
    Refused,
}

impl Only {
    fn outcome(self) -> Outcome {
        match self {
            Only::Create => Outcome::Created,
            Only::Change => Outcome::Changed,
            Only::Remove => Outcome::Removed,
            Only::Skip => Outcome::Skipped,
            Only::Unchanged => Outcome::Unchanged,
            Only::Refused => Outcome::Refused,
        }
    }
}

/// What would become of a row, as programs read it.
#[derive(Debug, Clone, Serialize, Deserialize, JsonSchema)]
pub struct PlanEntry {
    /// created, changed, removed, skipped, unchanged or refused.
    pub outcome: String,
    /// The file's name.
    pub file: String,
    /// The sheet; null for delimited text.
    pub sheet: Option<String>,
    /// The row as a spreadsheet counts; null for a record that no row names.
    pub row: Option<u64>,
    /// The row's key.
    pub key: Option<String>,
    /// The kind of row, where there are several.
    pub kind: Option<String>,
    /// Of a change: the cells.
    pub cells: Vec<CellEntry>,
}

/// A cell that would have another value.
#[derive(Debug, Clone, Serialize, Deserialize, JsonSchema)]
pub struct CellEntry {
    /// The heading.
    pub heading: String,
    /// What is held.
    pub old: String,
    /// What it would be; empty where it would be deleted.
    pub new: String,
    /// Whether a blank cell deletes it.
    pub deleted: bool,
}

/// A list of entries that may be long: kept on disk beyond what fits in memory.
pub struct Spool {
    lines: Waiting,
    /// Entries in all.
    pub count: u64,
    kept: u64,
    most: u64,
}

impl Spool {
    fn new(most: usize) -> Spool {
        Spool { lines: Waiting::new(), count: 0, kept: 0, most: most as u64 }
    }

    fn add(&mut self, entry: &PlanEntry) -> io::Result<()> {
        self.count += 1;
        if self.kept < self.most {
            self.kept += 1;
            serde_json::to_writer(&mut self.lines, entry)?;
            self.lines.write_all(b"\n")?;
        }
        Ok(())
    }

    fn has_room(&self) -> bool {
        self.kept < self.most
    }

    /// How many are not kept.
    pub fn beyond(&self) -> u64 {
        self.count - self.kept
    }

    /// Goes through the entries that are kept.
    pub fn each(&mut self, take: &mut dyn FnMut(PlanEntry) -> io::Result<()>) -> io::Result<()> {
        for line in BufReader::new(self.lines.read()?).lines() {
            take(serde_json::from_str(&line?)?)?;
        }
        Ok(())
    }
}

/// Takes in findings and what would become of rows.
pub struct Previewer {
    pub preview: Preview,
    /// All that was found.
    pub causes: Causes,
    /// Records that would go.
    pub removed: Spool,
    /// Records of which a blank cell would delete something.
    pub wiped: Spool,
    /// Other rows that are listed.
    pub rows: Spool,
    /// Cells that would be deleted, and cells that would have another value.
    pub cells_wiped: u64,
    pub cells_changed: u64,
    most: usize,
    pub only: Vec<Only>,
    names: Vec<String>,
    is_second: bool,
    failure: Option<io::Error>,
}

impl Previewer {
    pub fn new(preview: Preview, (most, only): (usize, Vec<Only>), names: Vec<String>) -> Previewer {
        Previewer {
            preview,
            causes: Causes::default(),
            removed: Spool::new(most),
            wiped: Spool::new(most),
            rows: Spool::new(most),
            cells_wiped: 0,
            cells_changed: 0,
            most,
            only,
            names,
            is_second: false,
            failure: None,
        }
    }

    /// Takes back what would become of rows, for a second pass. What was found stays.
    pub fn second_pass(&mut self) {
        self.preview.again();
        (self.removed, self.wiped, self.rows) = (Spool::new(self.most), Spool::new(self.most), Spool::new(self.most));
        (self.cells_wiped, self.cells_changed) = (0, 0);
        self.is_second = true;
    }

    /// Whether rows that come to this are asked for.
    fn is_wanted(&self, outcome: Outcome) -> bool {
        self.only.is_empty() || self.only.iter().any(|only| only.outcome() == outcome)
    }

    fn list(&mut self, address: &Address, plan: RowPlan) -> io::Result<()> {
        // Further rows of a record go the way of its first.
        if plan.continues {
            return Ok(());
        }
        let (changed, wiped) = (plan.changed, plan.wiped);
        self.cells_wiped += wiped as u64;
        self.cells_changed += changed as u64;
        if !self.is_wanted(plan.outcome) {
            return Ok(());
        }
        // Which lists it goes into; most are full soon, and then it is only counted.
        let is_removed = plan.outcome == Outcome::Removed;
        let in_rows = match plan.outcome {
            Outcome::Removed => false,
            Outcome::Changed => changed > 0 || wiped == 0,
            // Others are listed only where that is wanted.
            _ => !self.only.is_empty(),
        };
        let lists = [(is_removed, &mut self.removed), (wiped > 0, &mut self.wiped), (in_rows, &mut self.rows)];
        let mut room = false;
        for (_, list) in lists.into_iter().filter(|(goes, _)| *goes) {
            room |= list.has_room();
            if !list.has_room() {
                list.count += 1;
            }
        }
        if !room {
            return Ok(());
        }
        let cell = |cell: &lungwort_core::finding::CellChange| CellEntry {
            heading: cell.heading.to_string(),
            old: cell.old.to_string(),
            new: cell.new.to_string(),
            deleted: cell.wiped,
        };
        let entry = PlanEntry {
            outcome: plan.outcome.word().to_owned(),
            file: self.names.get(address.file).cloned().unwrap_or_default(),
            sheet: address.sheet.as_deref().map(str::to_owned),
            row: address.place.row,
            key: plan.key.as_deref().map(str::to_owned),
            kind: plan.kind.as_deref().map(str::to_owned),
            cells: plan.cells.iter().map(cell).collect(),
        };
        if wiped > 0 && self.wiped.has_room() {
            let cells = entry.cells.iter().filter(|cell| cell.deleted).cloned().collect();
            self.wiped.add(&PlanEntry { cells, ..entry.clone() })?;
        }
        if is_removed && self.removed.has_room() {
            self.removed.add(&entry)?;
        }
        if in_rows && self.rows.has_room() {
            // What a blank cell deletes has been listed.
            let cells = entry.cells.iter().filter(|cell| !cell.deleted).cloned().collect();
            self.rows.add(&PlanEntry { cells, ..entry })?;
        }
        Ok(())
    }
}

impl Sink for Previewer {
    fn take(&mut self, finding: Finding) -> ControlFlow<()> {
        if !self.is_second {
            self.causes.add(&finding);
            self.preview.finding(&finding);
        }
        ControlFlow::Continue(())
    }

    fn listed(&self) -> Listed {
        Listed::of(|outcome, wipes| {
            let in_rows = outcome == Outcome::Changed || !self.only.is_empty();
            self.is_wanted(outcome)
                && (outcome == Outcome::Removed && self.removed.has_room()
                    || wipes && self.wiped.has_room()
                    || outcome != Outcome::Removed && in_rows && self.rows.has_room())
        })
    }

    fn plan(&mut self, address: Address, plan: RowPlan) {
        self.preview.plan(&address, &plan);
        if let Err(error) = self.list(&address, plan) {
            self.failure.get_or_insert(error);
        }
    }
}

/// What a preview is about, known when all is checked.
pub struct Shown<'s> {
    pub rulebook: &'s Rulebook,
    pub session: &'s Session,
    pub files: &'s [FileMetadata],
    /// Figures over the existing records, and what they would be.
    pub figures: Vec<FigureChange>,
    /// Figures over the files themselves.
    pub plain_figures: Vec<Figure>,
    pub strict: bool,
    pub first_rows: Vec<SheetSample>,
    pub limit: usize,
}

impl Shown<'_> {
    /// What a report of the check would be about.
    pub fn summary<'p>(&'p self, previewer: &'p Previewer) -> Summary<'p> {
        Summary {
            rulebook: self.rulebook,
            chosen: self.session.chosen.why.clone(),
            files: self.files,
            // They are shown before and after.
            figures: if self.figures.is_empty() { self.plain_figures.clone() } else { Vec::new() },
            strict: self.strict,
            counts: previewer.causes.counts(),
            shown: &previewer.causes,
            filtered: false,
            limit: self.limit,
            again: self.session.again(),
        }
    }

    /// Whether the files can be sent.
    pub fn is_ready(&self, previewer: &Previewer) -> bool {
        let counts = previewer.causes.counts();
        counts.errors == 0 && (!self.strict || counts.warnings == 0)
    }

    /// The exports of existing records, with how many there are.
    pub fn existing(&self) -> Vec<(String, usize)> {
        let of_sheet = |sheet: &lungwort_core::rulebook::Sheet| {
            let existing = sheet.existing.as_ref()?;
            Some((existing.file.as_ref()?.display().to_string(), existing.table.as_ref()?.row_count()))
        };
        self.rulebook.sheets.iter().filter_map(of_sheet).collect()
    }
}

/// Writes a form.
type WriteForm = fn(&Shown<'_>, &mut Previewer, &mut Output) -> io::Result<()>;

/// A form of preview.
pub struct FormEntry {
    /// Its name.
    pub name: &'static str,
    /// What it is for.
    pub what: &'static str,
    /// Endings of file names that ask for it.
    pub endings: &'static [&'static str],
    /// Whether it is text for people, rather than data.
    pub is_text: bool,
    /// Writes it.
    pub write: WriteForm,
}

/// Every form of preview; the first one where nothing is said.
pub static FORMS: &[FormEntry] = &[
    FormEntry { name: "text", what: "for people", endings: &["txt"], is_text: true, write: text::write },
    FormEntry {
        name: "json",
        what: "one document for programs",
        endings: &["json"],
        is_text: false,
        write: json::write,
    },
    FormEntry {
        name: "csv",
        what: "one cell or row a line, for a spreadsheet",
        endings: &["csv"],
        is_text: false,
        write: csv::write,
    },
    FormEntry {
        name: "xlsx",
        what: "a workbook: the counts, what would go, what would change",
        endings: &["xlsx"],
        is_text: false,
        write: xlsx::write,
    },
];

/// A place of a sheet in words, where there are several files or sheets.
pub fn sheet_words(sheet: Option<&Arc<str>>, kind: Option<&Arc<str>>, records: bool) -> String {
    match (sheet, kind) {
        (Some(sheet), Some(kind)) => format!("{sheet}: {kind}"),
        (Some(one), None) | (None, Some(one)) => one.to_string(),
        (None, None) => if records { "records" } else { "rows" }.to_owned(),
    }
}
