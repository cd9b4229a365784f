//! Figures over all rows that people compare before they send, and over sections of them.

use std::borrow::Cow;

use foldhash::fast::FixedState;
use hashbrown::HashMap;
use jiff::civil::Date;

use super::{Absorbing, AnyFold, Fold, Gathering};
use crate::cell::{Value, key, shown};
use crate::check::rows::result::ChunkResult;
use crate::check::rows::{RowValues, inherit};
use crate::condition::{Accumulator, Aggregate, Formula, Row};
use crate::limits::SECTIONS;
use crate::rulebook::Sheet;
use crate::rulebook::model::Figure;

/// What the section of rows is called that have a blank where others have its name.
const BLANK: &str = "(blank)";
/// What the rows are called whose sections are too many to be told apart.
const OTHERS: &str = "(others)";
const OTHERS_KEY: u128 = u128::MAX;

struct Figures<'r> {
    sheet: &'r Sheet,
}

pub(super) fn make(sheet: &Sheet) -> Option<Box<dyn AnyFold + '_>> {
    if sheet.figures.is_empty() {
        return None;
    }
    Some(Box::new(Figures { sheet }))
}

/// What the aggregates of one figure have come to over some rows.
#[derive(Debug, Clone)]
pub(in crate::check::folds) struct Running {
    accumulators: Vec<Accumulator>,
    /// For each, how many rows it leaves out because a value could not be read.
    left_out: Vec<u64>,
}

impl Running {
    pub fn new(formula: &Formula) -> Running {
        let accumulators: Vec<Accumulator> = formula.aggregates().iter().map(Accumulator::new).collect();
        Running { left_out: vec![0; accumulators.len()], accumulators }
    }

    pub fn add(&mut self, aggregates: &[Aggregate], row: &impl Row) {
        for ((accumulator, left_out), aggregate) in self.accumulators.iter_mut().zip(&mut self.left_out).zip(aggregates)
        {
            *left_out += u64::from(!accumulator.add(aggregate, row));
        }
    }

    pub fn merge(&mut self, other: Running) {
        self.accumulators.iter_mut().zip(other.accumulators).for_each(|(total, part)| total.merge(part));
        self.left_out.iter_mut().zip(other.left_out).for_each(|(total, part)| *total += part);
    }

    /// Its value, and how many rows are left out.
    pub fn close(&self, formula: &Formula, today: Date) -> (Option<String>, u64) {
        let total = formula.total(&self.accumulators, today);
        let value = Some(total).filter(Value::is_known).map(|total| total.written());
        (value, self.left_out.iter().copied().max().unwrap_or(0))
    }
}

/// The sections of one figure, in the order of their first rows.
#[derive(Default)]
pub(super) struct Sections {
    index: HashMap<u128, usize, FixedState>,
    list: Vec<(u128, String, Running)>,
}

impl Sections {
    /// The section with that key. Where `room` says that there is none for a new one, the section of all such.
    fn of(&mut self, key: u128, name: impl FnOnce() -> String, figure: &Figure, room: bool) -> &mut Running {
        let known = self.index.get(&key).copied();
        let key = if known.is_none() && !room { OTHERS_KEY } else { key };
        let at = *self.index.entry(key).or_insert_with(|| {
            let name = if key == OTHERS_KEY { OTHERS.to_owned() } else { name() };
            self.list.push((key, name, Running::new(&figure.formula)));
            self.list.len() - 1
        });
        &mut self.list[at].2
    }
}

/// What has been accumulated for every figure.
#[derive(Default)]
pub(super) struct Accumulated {
    figures: Vec<(Running, Sections)>,
    today: Option<Date>,
}

impl Figures<'_> {
    fn begin(&self) -> Vec<(Running, Sections)> {
        self.sheet.figures.iter().map(|figure| (Running::new(&figure.formula), Sections::default())).collect()
    }
}

impl Fold for Figures<'_> {
    type Part = Accumulated;
    type State = Accumulated;

    fn gather(&self, from: &Gathering<'_>, result: &mut ChunkResult) -> Accumulated {
        let mut figures = self.begin();
        for (figure, (whole, sections)) in self.sheet.figures.iter().zip(&mut figures) {
            let aggregates = figure.formula.aggregates();
            // A figure over the header of blocks and over their lines goes over both.
            let (columns, headed) = (figure.formula.columns(), self.sheet.headed());
            let both = columns.iter().any(|at| headed.contains(at)) && columns.iter().any(|at| !headed.contains(at));
            let counts =
                |row: usize| !result.is_skipped(row) && (both || from.shaped.concerns(self.sheet, row, columns));
            let rows = from.rows.iter().enumerate().filter(|(_, row)| counts(**row));
            if figure.by.is_empty() {
                rows.for_each(|(at, _)| whole.add(aggregates, &RowValues { values: from.values, at }));
                continue;
            }
            for (at, &row) in rows {
                let key = key_of(self.sheet, figure, from, (at, row));
                let section = sections.of(key, || name_of(figure, from, row), figure, true);
                section.add(aggregates, &RowValues { values: from.values, at });
            }
        }
        Accumulated { figures, today: Some(from.values.today) }
    }

    fn absorb(&self, state: &mut Accumulated, part: Accumulated, _: &mut Absorbing<'_, '_>) {
        state.today = part.today;
        if state.figures.is_empty() {
            state.figures = part.figures;
            return;
        }
        let mut known: usize = state.figures.iter().map(|(_, sections)| sections.list.len()).sum();
        for ((figure, (whole, sections)), (more, further)) in
            self.sheet.figures.iter().zip(&mut state.figures).zip(part.figures)
        {
            whole.merge(more);
            let before = sections.list.len();
            for (key, name, running) in further.list {
                let room = known + sections.list.len() - before < SECTIONS;
                sections.of(key, || name, figure, room).merge(running);
            }
            known += sections.list.len() - before;
        }
    }

    fn figures(&self, state: &Accumulated) -> Vec<super::Figure> {
        let today = state.today.unwrap_or_default();
        let begun = if state.figures.is_empty() { &self.begin() } else { &state.figures };
        let one = |(figure, (whole, sections)): (&Figure, &(Running, Sections))| {
            let mut total = whole.clone();
            // The sections and the total are over the same rows.
            sections.list.iter().for_each(|(.., running)| total.merge(running.clone()));
            let (value, left_out) = total.close(&figure.formula, today);
            let section = |(_, name, running): &(u128, String, Running)| {
                let (value, left_out) = running.close(&figure.formula, today);
                super::Section { name: name.clone(), value, left_out }
            };
            super::Figure {
                label: figure.label.clone(),
                value,
                left_out,
                by: self.sheet.named(&figure.by),
                sections: sections.list.iter().map(section).collect(),
            }
        };
        self.sheet.figures.iter().zip(begun).map(one).collect()
    }
}

/// The key of a row's section: of a row that continues a record, what its header says. A blank is a section too.
fn key_of(sheet: &Sheet, figure: &Figure, from: &Gathering<'_>, (at, row): (usize, usize)) -> u128 {
    let mut parts = key::Parts::default();
    for &column in &figure.by {
        let own = from.values.typed[column].get(at).filter(|value| **value != Value::Blank);
        let of_header = || inherit::of_header(sheet, from.shaped, row, column).map(Cow::Owned);
        match own.map(Cow::Borrowed).or_else(of_header).as_deref() {
            None | Some(Value::Blank) => parts.add_text(""),
            Some(Value::Unreadable) => parts.add_text(text_of(from, row, column)),
            Some(value) => parts.add(value),
        }
    }
    parts.key()
}

/// What a row, or the header of the record that it continues, has in a column.
fn text_of<'f>(from: &'f Gathering<'_>, row: usize, column: usize) -> &'f str {
    let own = from.text(row, column).trim();
    let of_header = || inherit::text_of_header(from.shaped, row, column).map(str::trim);
    Some(own).filter(|own| !own.is_empty()).or_else(of_header).unwrap_or_default()
}

fn name_of(figure: &Figure, from: &Gathering<'_>, row: usize) -> String {
    let part = |column: &usize| match text_of(from, row, *column) {
        "" => BLANK.to_owned(),
        text => shown::clipped(text, 60),
    };
    figure.by.iter().map(part).collect::<Vec<_>>().join(" / ")
}
