//! Findings that share one reason, counted together in bounded memory.

use std::sync::Arc;

use foldhash::fast::FixedState;
use hashbrown::HashMap;

use super::codes::{Stage, template, value};
use super::{Address, Finding, Problem, RowSet, Severity, Topic};
use crate::limits::CAUSES;
use crate::limits::VALUES_OF_CAUSE;

/// Keys that are named for one cause.
const KEYS_KEPT: usize = 5;

/// A value and how often it was found.
#[derive(Debug, Clone)]
pub struct ValueCount {
    /// The cell as it is in the file.
    pub value: Box<str>,
    /// Findings with it.
    pub count: u64,
    /// What is wrong with it, and what would put it right.
    pub problem: Arc<Problem>,
}

impl ValueCount {
    /// What would put it right.
    pub fn correction(&self) -> Option<&super::Correction> {
        self.problem.correction.as_ref()
    }
}

/// Findings of one code about one thing in one file.
#[derive(Debug, Clone)]
pub struct Cause {
    /// Which file of the batch.
    pub file: usize,
    /// The sheet, in a workbook.
    pub sheet: Option<Arc<str>>,
    /// The first finding's verdict.
    pub problem: Arc<Problem>,
    /// Where the first one is.
    pub first: super::Place,
    /// Findings, exactly.
    pub count: u64,
    /// Rows they are in.
    pub rows: RowSet,
    /// Different values, in order of appearance.
    pub values: Vec<ValueCount>,
    /// Findings whose value is not among `values`.
    pub other_values: u64,
    /// The first few rows, each with its key.
    keyed: Vec<(u64, Arc<str>)>,
    /// Safe corrections, each counted where its cell has its first finding.
    pub certain: u64,
    /// Likely corrections, counted alike.
    pub likely: u64,
    index: HashMap<Box<str>, usize, FixedState>,
}

/// How many findings there are of each severity, and in how many rows.
#[derive(Debug, Clone, Copy, Default, PartialEq, Eq)]
pub struct Counts {
    /// Errors.
    pub errors: u64,
    /// Warnings.
    pub warnings: u64,
    /// Notes.
    pub notes: u64,
    /// Rows with at least one finding.
    pub rows: u64,
}

impl Counts {
    /// All findings.
    pub fn total(&self) -> u64 {
        self.errors + self.warnings + self.notes
    }

    fn add(&mut self, severity: Severity) {
        match severity {
            Severity::Error => self.errors += 1,
            Severity::Warning => self.warnings += 1,
            Severity::Note => self.notes += 1,
        }
    }
}

/// What is known of a file, or of a sheet in a workbook.
#[derive(Debug, Default)]
struct Part {
    /// Rows with findings.
    rows: RowSet,
    /// Which causes there are, by code and topic.
    causes: HashMap<(&'static str, Topic), usize, FixedState>,
}

/// Gathers findings into causes.
#[derive(Debug, Default)]
pub struct Causes {
    causes: Vec<Cause>,
    counts: Counts,
    parts: Vec<Part>,
    index: HashMap<(usize, Option<Arc<str>>), usize, FixedState>,
    /// Where the last finding was: nearly always, the next one is there too.
    last: Option<(usize, Option<Arc<str>>, usize)>,
    /// The cell whose correction was counted last: several findings of a cell share its one correction.
    corrected: Option<(usize, super::Place)>,
    beyond: u64,
}

impl Causes {
    /// Takes in one finding. They may come in any order.
    pub fn add(&mut self, finding: &Finding) {
        self.counts.add(finding.problem.severity);
        let here = self.part_of(&finding.address);
        let part = &mut self.parts[here];
        if let Some(row) = finding.address.place.row.filter(|_| is_about_data(finding.problem.code)) {
            part.rows.add(row, row);
        }
        let key = (finding.problem.code.name, finding.problem.topic);
        let at = match part.causes.get(&key) {
            Some(at) => *at,
            // What is wrong with the file as a whole may explain all the rest, and is never one among too many.
            None if self.causes.len() >= CAUSES && finding.problem.topic != Topic::File
                || self.causes.len() >= 2 * CAUSES =>
            {
                self.beyond += 1;
                return;
            }
            None => {
                self.causes.push(Cause::begin(finding));
                part.causes.insert(key, self.causes.len() - 1);
                self.causes.len() - 1
            }
        };
        self.causes[at].add(finding);
        if let Some(correction) = &finding.problem.correction {
            let cell = finding.address.place.field.map(|_| (here, finding.address.place));
            if cell.is_some() && self.corrected == cell {
                return;
            }
            self.corrected = cell;
            match correction.certainty {
                super::Certainty::Certain => self.causes[at].certain += 1,
                super::Certainty::Likely => self.causes[at].likely += 1,
            }
        }
    }

    /// Which part an address is in.
    fn part_of(&mut self, address: &Address) -> usize {
        let is_same = |sheet: &Option<Arc<str>>| match (sheet, &address.sheet) {
            (Some(one), Some(other)) => Arc::ptr_eq(one, other),
            (one, other) => one.is_none() && other.is_none(),
        };
        match &self.last {
            Some((file, sheet, at)) if *file == address.file && is_same(sheet) => return *at,
            _ => {}
        }
        let next = self.parts.len();
        let at = *self.index.entry((address.file, address.sheet.clone())).or_insert(next);
        if at == next {
            self.parts.push(Part::default());
        }
        self.last = Some((address.file, address.sheet.clone(), at));
        at
    }

    /// Exact counts over everything taken in.
    pub fn counts(&self) -> Counts {
        Counts { rows: self.parts.iter().map(|part| part.rows.rows()).sum(), ..self.counts }
    }

    /// Findings that belong to none of the causes kept.
    pub fn beyond(&self) -> u64 {
        self.beyond
    }

    /// The causes: errors first, then what concerns the file, its headings, and the rest by count.
    pub fn sorted(&self) -> Vec<&Cause> {
        let mut causes: Vec<&Cause> = self.causes.iter().collect();
        causes.sort_by(|a, b| {
            let rank = |cause: &Cause| {
                let of_file = cause.problem.topic == Topic::File && cause.first.row.is_none();
                let of_headings = cause.problem.topic == Topic::File || cause.problem.code.stage < Stage::Cell;
                (std::cmp::Reverse(cause.problem.severity), !of_file, !of_headings, std::cmp::Reverse(cause.count))
            };
            rank(a).cmp(&rank(b))
        });
        causes
    }
}

/// Whether a finding with a row is about a row of data, and not about headings or what lies around the data.
pub(crate) fn is_about_data(code: &super::Code) -> bool {
    let rows = [&template::SAMPLE_ROW, &template::HALF_FILLED_ROW, &template::NO_HEADING, &template::STRAY_CELLS];
    let of_column = code.name == value::DATE_ORDER.name;
    !of_column && code.stage != Stage::Template || rows.iter().any(|row| row.name == code.name)
}

impl Cause {
    /// The keys of the first few rows.
    pub fn keys(&self) -> Vec<&str> {
        let mut keys: Vec<&str> = self.keyed.iter().map(|(_, key)| &**key).collect();
        keys.dedup();
        keys
    }

    /// The reason that all of its cells share, as the message gives it: `None` where they are wrong in different ways.
    pub fn shared_reason(&self) -> Option<&str> {
        let reason = &self.problem.message.reason;
        // Values beyond those that are kept may have other reasons.
        let known = self.other_values == 0 || self.values.is_empty();
        (known && self.values.iter().all(|count| count.problem.message.reason == *reason)).then_some(reason)
    }

    /// What was expected of all of its cells, in words, where it is one thing.
    pub fn shared_expectation(&self) -> Option<String> {
        let expected = self.problem.message.expected.as_ref()?;
        let same = self.values.iter().all(|count| count.problem.message.expected.as_ref() == Some(expected));
        same.then(|| expected.words()).flatten()
    }

    /// What is wrong, in one sentence that holds for all of it.
    pub fn message(&self) -> String {
        if self.count <= 1 || self.values.is_empty() || matches!(self.problem.topic, Topic::Rule(_)) {
            return self.problem.message.to_string();
        }
        let title = self.problem.code.title;
        let head = match &*self.problem.subject {
            "" => title.to_owned(),
            subject => format!("{subject}: {title}"),
        };
        match self.shared_reason().map(str::to_owned).or_else(|| self.shared_expectation()) {
            Some(reason) => format!("{head}: {reason}"),
            None => format!("{head}."),
        }
    }

    fn begin(finding: &Finding) -> Cause {
        Cause {
            file: finding.address.file,
            sheet: finding.address.sheet.clone(),
            problem: Arc::clone(&finding.problem),
            first: finding.address.place,
            count: 0,
            rows: RowSet::default(),
            values: Vec::new(),
            other_values: 0,
            keyed: Vec::new(),
            certain: 0,
            likely: 0,
            index: HashMap::default(),
        }
    }

    fn add(&mut self, finding: &Finding) {
        self.count += 1;
        if let Some(row) = finding.address.place.row {
            self.rows.add(row, finding.address.place.last_row.unwrap_or(row));
            if self.first.row.is_some_and(|first| row < first) {
                self.first = finding.address.place;
                self.problem = Arc::clone(&finding.problem);
            }
        }
        if let (Some(key), Some(row)) = (&finding.key, finding.address.place.row) {
            let at = self.keyed.partition_point(|(before, _)| *before < row);
            let known = self.keyed.get(at).is_some_and(|(same, _)| *same == row);
            if at < KEYS_KEPT && !known {
                self.keyed.insert(at, (row, Arc::clone(key)));
                self.keyed.truncate(KEYS_KEPT);
            }
        }
        let Some(value) = &finding.value else { return };
        match self.index.get(value) {
            Some(at) => self.values[*at].count += 1,
            None if self.values.len() < VALUES_OF_CAUSE => {
                self.index.insert(value.clone(), self.values.len());
                self.values.push(ValueCount { value: value.clone(), count: 1, problem: Arc::clone(&finding.problem) });
            }
            None => self.other_values += 1,
        }
    }
}

#[cfg(test)]
#[path = "tests/cause.rs"]
mod tests;
