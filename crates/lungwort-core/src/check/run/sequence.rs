//! Judged chunks put in the order of the file: what only shows over several of them is absorbed, and the findings
//! are handed on with their addresses.

use std::collections::HashMap;
use std::sync::Arc;

use crate::check::folds::{Absorbing, AnyFold, Ending, Placed};
use crate::check::header::Header;
use crate::check::rows::SheetJudge;
use crate::check::rows::result::Anything;
use crate::check::rows::result::{self, ChunkResult, ExactPlace, RowFinding, Totals};
use crate::check::shape::{RowKind, Shaped};
use crate::finding::{Address, Finding, Place, RowPlan, RowSet, Sink};
use crate::steps;

/// Puts findings in order and hands them on.
pub(crate) struct Sequence<'m, 'r> {
    pub judge: &'m SheetJudge<'r>,
    pub folds: &'m [Box<dyn AnyFold + 'r>],
    pub states: &'m mut [Anything],
    pub header: &'m Header,
    /// The names of the files so far, this one included.
    pub names: Vec<String>,
    pub sink: &'m mut dyn Sink,
    pub file: usize,
    /// The sheet's name, in a workbook.
    pub sheet: Option<Arc<str>>,
    pub totals: Totals,
    /// Rows that an earlier pass has found to be refused.
    pub refused: Option<&'m RowSet>,
    /// Findings of which it is not known yet whether they count.
    pub held: Vec<Finding>,
    pub stopped: bool,
}

impl Sequence<'_, '_> {
    /// Hands on what was found about the headings.
    pub fn header_findings(&mut self) {
        let header = self.header;
        for (problem, place, value) in &header.findings {
            let finding = Finding {
                address: self.address(*place),
                problem: Arc::clone(problem),
                key: None,
                value: value.clone(),
                rows: None,
            };
            self.emit(finding);
        }
    }

    /// Takes in the next chunk of the file.
    pub fn absorb(&mut self, shaped: &Shaped, result: ChunkResult) {
        let ChunkResult { mut findings, parts, filled_rows, last_filled, samples: _, skipped: _, totals_rows: _ } =
            result;
        self.totals.filled_rows += filled_rows;
        self.totals.last_filled = last_filled.unwrap_or(self.totals.last_filled);
        self.totals.quoted += shaped.chunk.quoted_cells;
        self.totals.cells += shaped.chunk.cells;
        let before = findings.len();
        let mut plans = Vec::new();
        let mut with = Absorbing {
            judge: self.judge,
            header: self.header,
            chunk: &shaped.chunk,
            file: self.file,
            names: &self.names,
            totals: &mut self.totals,
            findings: &mut findings,
            refused: self.refused,
            plans: &mut plans,
            listed: self.sink.listed(),
            hold_back: false,
        };
        for ((fold, state), part) in self.folds.iter().zip(self.states.iter_mut()).zip(parts) {
            fold.absorb(state, part, &mut with);
        }
        let hold_back = with.hold_back;
        if findings.len() > before {
            result::sort(&mut findings);
        }
        if !hold_back {
            self.release();
        }
        for finding in findings {
            let is_of_template = shaped.places.get(finding.row).is_some_and(|place| place.kind == RowKind::Template);
            let finding = self.addressed(shaped, finding);
            if hold_back && !is_of_template {
                self.held.push(finding);
            } else {
                self.emit(finding);
            }
        }
        self.hand_on(shaped, plans);
    }

    /// Hands on what would become of the rows, behind what was found in them.
    fn hand_on(&mut self, shaped: &Shaped, plans: Vec<(usize, RowPlan)>) {
        for (row, plan) in plans {
            // The header of a block begins above the row that stands for it.
            let head = shaped.header_cells.get(&row).and_then(|_| shaped.record_of(row));
            let number = head.map_or(shaped.chunk.row_number(row), |record| record.first);
            let place = Place { row: Some(number), ..Place::default() };
            self.sink.plan(self.address(place), plan);
        }
    }

    /// A finding with the address of its place in the file.
    fn addressed(&self, shaped: &Shaped, finding: RowFinding) -> Finding {
        steps::count(1);
        let row = shaped.chunk.row_number(finding.row);
        let mut place = Place {
            row: Some(row),
            last_row: None,
            line: shaped.chunk.line_number(finding.row),
            field: finding.field,
            offset: None,
        };
        match finding.place.as_deref() {
            Some(ExactPlace::Run(run)) => {
                place = Place { row: Some(run.first), last_row: Some(run.last), line: run.line, ..place };
            }
            Some(ExactPlace::Line(line)) => place.line = Some(*line),
            Some(ExactPlace::Byte(offset)) => place.offset = Some(*offset),
            None => {}
        }
        let header_cells = shaped.header_cells.get(&finding.row).zip(self.header.cells_from);
        if let Some((cells, from)) = header_cells {
            let at = finding.field.and_then(|field| cells.get(field.checked_sub(from)?));
            let begins = shaped.record_of(finding.row).filter(|record| record.begins == Some(finding.row));
            place.row = at.map(|at| at.0).or(begins.map(|record| record.first)).or(place.row);
            (place.field, place.line) = (at.map(|at| at.1), None);
        } else if let Some(from) = self.header.cells_from {
            place.field = place.field.filter(|field| *field < from);
        } else if let Some(cells) = &shaped.cells {
            let at = finding.field.and_then(|field| cells.get(field));
            (place.row, place.field) = (at.map(|at| at.0), at.map(|at| at.1));
        }
        let RowFinding { problem, key, value, .. } = finding;
        Finding { address: self.address(place), problem, key, value, rows: None }
    }

    fn address(&self, place: Place) -> Address {
        Address { file: self.file, sheet: self.sheet.clone(), place }
    }

    /// Ends the rows of a sheet.
    pub fn finish(&mut self) {
        let mut ending = Ending {
            totals: &mut self.totals,
            header: self.header,
            file: self.file,
            names: &self.names,
            today: self.judge.today,
            findings: Vec::new(),
            rows_of: HashMap::new(),
            drop_held: false,
        };
        for (fold, state) in self.folds.iter().zip(self.states.iter_mut()) {
            fold.finish_sheet(state, &mut ending);
        }
        let Ending { findings, mut rows_of, drop_held, .. } = ending;
        if drop_held {
            self.held.clear();
        }
        self.release();
        for (at, Placed { mut place, problem, key }) in findings.into_iter().enumerate() {
            // The cells of a header are nowhere by themselves.
            place.field = place.field.filter(|field| self.header.cells_from.is_none_or(|from| *field < from));
            let rows = rows_of.remove(&at).map(Arc::new);
            self.emit(Finding { address: self.address(place), problem, key, value: None, rows });
        }
    }

    fn release(&mut self) {
        for finding in std::mem::take(&mut self.held) {
            self.emit(finding);
        }
    }

    /// Hands a finding on, until no more are wanted.
    fn emit(&mut self, finding: Finding) {
        if !self.stopped {
            self.stopped = self.sink.take(finding).is_break();
        }
    }
}
