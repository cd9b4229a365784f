//! Findings that share one reason, counted together in bounded memory.

use std::sync::Arc;

use foldhash::fast::FixedState;
use hashbrown::HashMap;

use super::codes::{Stage, template};
use super::{Finding, Repair, RowRanges, Severity, Topic, Verdict};

/// Different values that are told apart in one cause; findings with further values are still counted.
const VALUES_KEPT: usize = 1_000;
/// Keys that are named for one cause.
const KEYS_KEPT: usize = 5;
/// Causes that are told apart; what belongs to none of them is counted together.
const CAUSES_KEPT: usize = 5_000;

/// A value and how often it was found.
#[derive(Debug, Clone)]
pub struct ValueTally {
    /// The cell as it stands.
    pub value: Box<str>,
    /// Findings with it.
    pub count: u64,
    /// What is proposed for it.
    pub repair: Option<Repair>,
    /// The first finding's message.
    pub message: String,
}

/// Findings of one code about one thing in one file.
#[derive(Debug, Clone)]
pub struct Cause {
    /// Which file of the batch.
    pub file: usize,
    /// The sheet, in a workbook.
    pub sheet: Option<Arc<str>>,
    /// The first finding's verdict.
    pub verdict: Arc<Verdict>,
    /// Where the first one is.
    pub first: super::Place,
    /// Findings, exactly.
    pub count: u64,
    /// Rows they are in.
    pub rows: RowRanges,
    /// Different values, in order of appearance.
    pub values: Vec<ValueTally>,
    /// Findings whose value is not among `values`.
    pub other_values: u64,
    /// The first few rows' keys.
    pub keys: Vec<Arc<str>>,
    /// Findings with a safe repair.
    pub safe: u64,
    /// Findings with a likely repair.
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

type CauseKey = (usize, Option<Arc<str>>, &'static str, Topic);

/// Gathers findings into causes.
#[derive(Debug, Default)]
pub struct Causes {
    causes: Vec<Cause>,
    index: HashMap<CauseKey, usize, FixedState>,
    counts: Counts,
    last_row: Option<(usize, Option<Arc<str>>, u64)>,
    beyond: u64,
}

impl Causes {
    /// Takes in one finding. Findings come in the order of their rows.
    pub fn add(&mut self, finding: &Finding) {
        self.counts.add(finding.verdict.severity);
        if let Some(row) = finding.place.row.filter(|_| is_about_data(finding.verdict.code)) {
            let here = (finding.file, finding.sheet.clone(), row);
            if self.last_row.as_ref() != Some(&here) {
                self.counts.rows += 1;
                self.last_row = Some(here);
            }
        }
        let key = (finding.file, finding.sheet.clone(), finding.verdict.code.name, finding.verdict.topic);
        let at = match self.index.get(&key) {
            Some(at) => *at,
            None if self.causes.len() == CAUSES_KEPT => {
                self.beyond += 1;
                return;
            }
            None => {
                self.causes.push(Cause::begin(finding));
                self.index.insert(key, self.causes.len() - 1);
                self.causes.len() - 1
            }
        };
        self.causes[at].add(finding);
    }

    /// Exact counts over everything taken in.
    pub fn counts(&self) -> Counts {
        self.counts
    }

    /// Findings that belong to none of the causes kept.
    pub fn beyond(&self) -> u64 {
        self.beyond
    }

    /// The causes: errors first, then what concerns the file or its headings, then by count.
    pub fn sorted(&self) -> Vec<&Cause> {
        let mut causes: Vec<&Cause> = self.causes.iter().collect();
        causes.sort_by(|a, b| {
            let rank = |cause: &Cause| {
                let whole_file = cause.verdict.topic == Topic::File || cause.verdict.code.stage < Stage::Cell;
                (std::cmp::Reverse(cause.verdict.severity), !whole_file, std::cmp::Reverse(cause.count))
            };
            rank(a).cmp(&rank(b))
        });
        causes
    }
}

/// Whether a finding with a row is about a row of data, and not about headings or what lies around the data.
fn is_about_data(code: &super::Code) -> bool {
    let rows = [&template::SAMPLE_ROW, &template::HALF_FILLED_ROW, &template::NO_HEADING, &template::STRAY_CELLS];
    code.stage != Stage::Template || rows.iter().any(|row| row.name == code.name)
}

impl Cause {
    fn begin(finding: &Finding) -> Cause {
        Cause {
            file: finding.file,
            sheet: finding.sheet.clone(),
            verdict: Arc::clone(&finding.verdict),
            first: finding.place,
            count: 0,
            rows: RowRanges::default(),
            values: Vec::new(),
            other_values: 0,
            keys: Vec::new(),
            safe: 0,
            likely: 0,
            index: HashMap::default(),
        }
    }

    fn add(&mut self, finding: &Finding) {
        self.count += 1;
        match finding.verdict.repair.as_ref().map(|repair| repair.certainty) {
            Some(super::Certainty::Safe) => self.safe += 1,
            Some(super::Certainty::Likely) => self.likely += 1,
            None => {}
        }
        if let Some(row) = finding.place.row {
            self.rows.add(row, finding.place.last_row.unwrap_or(row));
        }
        if let Some(key) = &finding.key
            && self.keys.len() < KEYS_KEPT
            && self.keys.last() != Some(key)
        {
            self.keys.push(Arc::clone(key));
        }
        let Some(value) = &finding.value else { return };
        match self.index.get(value) {
            Some(at) => self.values[*at].count += 1,
            None if self.values.len() < VALUES_KEPT => {
                self.index.insert(value.clone(), self.values.len());
                self.values.push(ValueTally {
                    value: value.clone(),
                    count: 1,
                    repair: finding.verdict.repair.clone(),
                    message: finding.verdict.message.clone(),
                });
            }
            None => self.other_values += 1,
        }
    }
}

#[cfg(test)]
#[path = "tests/cause.rs"]
mod tests;
