//! Judged batches put in the order of the file, and what only shows over several of them: values that stood before,
//! runs of blank rows, figures.

use std::sync::Arc;

use super::batch::{self, BatchJudge, BlankRows, InBatch, Judgement, OnceOnly, OnceOnlyList};
use super::cell::Found;
use super::head::Head;
use super::rows::SheetJudge;
use super::unique::{First, Seen};
use super::verdicts::file_verdict;
use crate::condition::Tally;
use crate::finding::ranges::thousands;
use crate::finding::{Finding, Place, Sink, Topic, Verdict, codes::rule as rule_codes, codes::template, codes::value};
use crate::intake::Batch;
use crate::rulebook::capital;

/// Sums over a file.
#[derive(Debug, Clone, Copy, Default)]
pub struct Totals {
    /// Rows that hold anything.
    pub filled_rows: u64,
    /// Cells that stood in quotes.
    pub quoted: u64,
    /// All cells.
    pub cells: u64,
    /// The last filled row.
    pub last_filled: u64,
    /// Rows that are samples of the template.
    pub sample_rows: u64,
}

/// A run of blank rows of which it is not yet known whether filled ones follow.
#[derive(Debug, Clone, Copy)]
pub struct BlankRun {
    first: u64,
    last: u64,
    line: Option<u64>,
}

/// Puts findings in order, adds those that only show over several batches, and hands them on.
pub struct Merger<'m, 'r> {
    pub judge: &'m SheetJudge<'r>,
    pub head: &'m Head,
    pub seen: &'m mut Vec<Seen>,
    pub tallies: &'m mut Vec<Tally>,
    pub names: Vec<String>,
    pub sink: &'m mut dyn Sink,
    pub file: usize,
    /// The sheet's name, in a workbook.
    pub sheet: Option<Arc<str>>,
    /// Of labelled cells: the row and column of each.
    pub places: Option<Vec<(u64, usize)>>,
    pub pending_blank: Option<BlankRun>,
    pub totals: Totals,
    /// Findings about sample rows, as long as there are no others: a blank template comes with them.
    pub held: Vec<Finding>,
    pub stopped: bool,
}

impl Merger<'_, '_> {
    /// Whether there are no rows but the template's own samples.
    fn only_samples(&self) -> bool {
        self.totals.sample_rows > 0 && self.totals.filled_rows == self.totals.sample_rows
    }

    /// Ends the rows of a sheet: samples alone are nothing filled in.
    pub fn finish(&mut self) {
        if self.only_samples() {
            self.held.clear();
            self.totals.filled_rows = 0;
        }
        self.release();
    }

    fn release(&mut self) {
        for finding in std::mem::take(&mut self.held) {
            self.emit(finding);
        }
    }

    /// Hands a finding on, until no more are wanted.
    pub fn emit(&mut self, finding: Finding) {
        if self.only_samples() {
            self.held.push(finding);
        } else if !self.stopped {
            self.stopped = self.sink.take(finding).is_break();
        }
    }

    /// Hands on what was found about the headings.
    pub fn head_findings(&mut self) {
        for (verdict, place, value) in &self.head.findings {
            self.emit(Finding {
                file: self.file,
                sheet: self.sheet.clone(),
                verdict: Arc::clone(verdict),
                place: *place,
                key: None,
                value: value.clone(),
            });
        }
    }

    /// Takes in the next batch of the file.
    pub fn merge(&mut self, batch: &Batch, judgement: Judgement) {
        let Judgement { mut findings, once_only, blank_runs, filled_rows, first_filled, tallies, sample_rows } =
            judgement;
        self.totals.filled_rows += filled_rows;
        if filled_rows > 0 {
            self.totals.last_filled = batch.end_row() - 1;
        }
        self.totals.sample_rows += sample_rows;
        if !self.only_samples() {
            self.release();
        }
        self.totals.quoted += batch.quoted_cells;
        self.totals.cells += batch.cells;
        for (total, part) in self.tallies.iter_mut().zip(tallies) {
            total.merge(part);
        }
        let repeated = self.repetitions(batch, once_only);
        if !repeated.is_empty() {
            findings.extend(repeated);
            batch::sort(&mut findings);
        }
        let mut blanks = self.finished_blank_runs(batch, &blank_runs, first_filled).into_iter().peekable();
        for finding in findings {
            let row = batch.row_number(finding.row);
            while let Some(run) = blanks.next_if(|run| run.first < row) {
                self.blank_rows(run);
            }
            let mut place = Place {
                row: Some(row),
                last_row: None,
                line: finding.line.or_else(|| batch.line_number(finding.row)),
                field: finding.field,
                offset: finding.offset,
            };
            if let Some(places) = &self.places {
                let at = finding.field.and_then(|field| places.get(field));
                (place.row, place.field) = (at.map(|at| at.0), at.map(|at| at.1));
            }
            self.emit(Finding {
                file: self.file,
                sheet: self.sheet.clone(),
                verdict: finding.verdict,
                place,
                key: finding.key,
                value: finding.value,
            });
        }
        for run in blanks {
            self.blank_rows(run);
        }
    }

    /// Blank runs that filled rows follow. One that reaches the end of the batch waits for the next.
    fn finished_blank_runs(&mut self, batch: &Batch, runs: &[BlankRows], first_filled: Option<usize>) -> Vec<BlankRun> {
        let mut finished = Vec::new();
        let mut open = self.pending_blank.take();
        for BlankRows { first: from, last: to, line } in runs.iter().copied() {
            let run = match open.take() {
                Some(before) if before.last + 1 == from => BlankRun { last: to, ..before },
                before => {
                    finished.extend(before);
                    BlankRun { first: from, last: to, line }
                }
            };
            if to + 1 < batch.end_row() {
                finished.push(run);
            } else {
                open = Some(run);
            }
        }
        if first_filled.is_some() && open.is_some_and(|run| run.last < batch.first_row) {
            finished.extend(open.take());
        }
        self.pending_blank = open;
        finished
    }

    fn blank_rows(&mut self, run: BlankRun) {
        let message = match run.last - run.first + 1 {
            1 => "a blank row, and filled ones follow.".to_owned(),
            count => format!("{} blank rows, and filled ones follow.", thousands(count)),
        };
        let verdict = file_verdict(&template::BLANK_ROW, "", Found::new(&template::BLANK_ROW, message));
        let place = Place { row: Some(run.first), last_row: Some(run.last), line: run.line, ..Place::default() };
        let sheet = self.sheet.clone();
        self.emit(Finding { file: self.file, sheet, verdict, place, key: None, value: None });
    }

    /// Values that stood before, in this file or an earlier one.
    fn repetitions(&mut self, batch: &Batch, once_only: Vec<OnceOnlyList>) -> Vec<InBatch> {
        let mut findings = Vec::new();
        let judging = BatchJudge { sheet: self.judge, head: self.head, delimiter: b',' };
        for (set, list) in once_only.into_iter().enumerate() {
            let goes_on = list.ascending.is_some_and(|(first, last)| self.seen[set].goes_on(&first, &last));
            for OnceOnly { row, column, hash } in list.values {
                if goes_on {
                    self.seen[set].follow(hash, self.file, batch.row_number(row));
                    continue;
                }
                let Some(first) = self.seen[set].note(hash, self.file, batch.row_number(row)) else {
                    continue;
                };
                let field = self.head.field_of[column];
                let text = field.map(|field| batch.text(batch.cell(row, field))).unwrap_or_default();
                let verdict = self.repetition(set, column, text, first);
                let finding = InBatch {
                    field,
                    value: Some(text.into()),
                    key: judging.key_of(batch, row),
                    ..batch::whole_row(row, verdict)
                };
                findings.push(finding.after_cells());
            }
        }
        findings
    }

    fn repetition(&self, set: usize, column: usize, text: &str, first: First) -> Arc<Verdict> {
        let about = &self.judge.uniques[set];
        let heading = &self.judge.sheet.columns[column].heading;
        let place = if first.file == self.file {
            format!("row {}", first.row)
        } else {
            format!("row {} of {}", first.row, self.names[first.file])
        };
        let shown = crate::cell::shown::quoted(text.trim());
        match about.topic {
            Topic::Rule(rule) => {
                let sentence = self.judge.sheet.rules[rule].sentence.trim_end_matches('.');
                let code = if about.across { &rule_codes::REPEATED_ACROSS } else { &rule_codes::REPEATED_ROW };
                let message = format!("{}; {heading} {shown} stood first in {place}.", capital(sentence));
                self.judge.rule_verdict(rule, code, message)
            }
            _ => {
                let message = format!("is {shown} again; it stood first in {place}, and may stand only once.");
                self.judge.columns[column].verdict_on(Found::new(&value::REPEATED_VALUE, message))
            }
        }
    }
}
