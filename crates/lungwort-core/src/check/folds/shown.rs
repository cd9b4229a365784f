//! Totals that the template shows itself, in cells above the headings or in a row of totals, compared with what the rows come to.

use std::sync::Arc;

use jiff::civil::Date;
use rust_decimal::Decimal;

use super::figures::Running;
use super::{Absorbing, AnyFold, Ending, Fold, Gathering, Placed};
use crate::cell::number::{self, DecimalMark};
use crate::cell::{Kind, shown};
use crate::check::problem::about_column;
use crate::check::rows::RowValues;
use crate::check::rows::result::ChunkResult;
use crate::condition::{Formula, Scope};
use crate::finding::codes::{rule, shape};
use crate::finding::ranges::thousands;
use crate::finding::{Code, Message, Place, Problem, column_letter};
use crate::rulebook::model::ColumnType;
use crate::rulebook::{Column, Sheet};

/// The sum of a column.
struct SumOf {
    column: usize,
    formula: Formula,
}

struct Shown<'r> {
    sheet: &'r Sheet,
    /// The sums of columns of numbers, where there is a row of totals.
    sums: Vec<SumOf>,
}

/// The one column of a sum, as the formula calls it.
struct One(usize);

impl Scope for One {
    fn column(&self, _: &str) -> Option<(usize, Kind)> {
        Some((self.0, Kind::Number))
    }

    fn nearest(&self, _: &str) -> Option<String> {
        None
    }
}

pub(super) fn make(sheet: &Sheet) -> Option<Box<dyn AnyFold + '_>> {
    let numbers = sheet.columns.iter().enumerate().filter(|(_, column)| column.kind.kind() == Kind::Number);
    let sum = |(column, _)| Some(SumOf { column, formula: Formula::over_rows("SUM(it)", &One(column)).ok()? });
    let sums = numbers.filter(|_| sheet.totals_row.is_some()).filter_map(sum).collect();
    let any = sheet.totals_row.is_some() || sheet.figures.iter().any(|figure| figure.cell.is_some());
    any.then(|| Box::new(Shown { sheet, sums }) as _)
}

/// A total that a row of totals shows.
pub(super) struct Total {
    row: u64,
    sum: usize,
    text: String,
}

/// What the rows have come to, and the totals shown.
#[derive(Default)]
pub(super) struct State {
    /// Those of the figures, then the sums.
    running: Vec<Running>,
    totals: Vec<Total>,
}

impl Shown<'_> {
    /// The formulas: those of the figures that the template shows, then the sums.
    fn formulas(&self) -> impl Iterator<Item = &Formula> {
        let figures = self.sheet.figures.iter().filter(|figure| figure.cell.is_some()).map(|figure| &figure.formula);
        figures.chain(self.sums.iter().map(|sum| &sum.formula))
    }
}

impl Fold for Shown<'_> {
    type Part = State;
    type State = State;

    fn gather(&self, from: &Gathering<'_>, result: &mut ChunkResult) -> State {
        let mut running: Vec<Running> = self.formulas().map(Running::new).collect();
        for (formula, running) in self.formulas().zip(&mut running) {
            for (at, &row) in from.rows.iter().enumerate() {
                if result.samples.binary_search(&row).is_err()
                    && from.shaped.concerns(self.sheet, row, formula.columns())
                {
                    running.add(formula.aggregates(), &RowValues { values: from.values, at });
                }
            }
        }
        let mut totals = Vec::new();
        for &row in &result.totals_rows {
            for (sum, of) in self.sums.iter().enumerate() {
                let text = from.text(row, of.column).trim().to_owned();
                if !text.is_empty() {
                    totals.push(Total { row: from.shaped.chunk.row_number(row), sum, text });
                }
            }
        }
        State { running, totals }
    }

    fn absorb(&self, state: &mut State, part: State, _: &mut Absorbing<'_, '_>) {
        if state.running.is_empty() {
            *state = part;
            return;
        }
        state.running.iter_mut().zip(part.running).for_each(|(total, part)| total.merge(part));
        state.totals.extend(part.totals);
    }

    fn finish_sheet(&self, state: &mut State, ending: &mut Ending<'_>) {
        let State { running, totals } = std::mem::take(state);
        if running.is_empty() {
            return;
        }
        let figures = self.sheet.figures.iter().zip(&ending.header.shown).filter(|(figure, _)| figure.cell.is_some());
        let shown_figures = figures.clone().count();
        for ((figure, text), running) in figures.zip(&running) {
            let (Some((row, column)), Some(text)) = (figure.cell, text) else { continue };
            let place = format!("{}{row}", column_letter(column));
            let decimal = number::read(text, DecimalMark::Point);
            let said = (format!("Cell {place}"), figure.label.clone());
            let place = Place { row: Some(row), field: Some(column), ..Place::default() };
            let index = figure.formula.columns().first().copied().unwrap_or(0);
            let found = self.differs((index, said), (text, decimal), (running, &figure.formula), ending.today);
            ending.findings.extend(found.map(|problem| Placed { place, problem, key: None }));
        }
        for Total { row, sum, text } in totals {
            let of = &self.sums[sum];
            let column = &self.sheet.columns[of.column];
            let decimal = match &column.kind {
                ColumnType::Whole(mark) | ColumnType::Decimal(mark) => number::read(&text, *mark),
                _ => None,
            };
            let running = &running[shown_figures + sum];
            let said = ("The row of totals".to_owned(), format!("the sum of {}", column.heading.trim()));
            let place = Place { row: Some(row), field: ending.header.field_of[of.column], ..Place::default() };
            let found = self.differs((of.column, said), (&text, decimal), (running, &of.formula), ending.today);
            ending.findings.extend(found.map(|problem| Placed { place, problem, key: None }));
        }
    }
}

impl Shown<'_> {
    /// What is said where what is shown is not what the rows come to.
    fn differs(
        &self,
        (column, (place, what)): (usize, (String, String)),
        (text, decimal): (&str, Option<Decimal>),
        (running, formula): (&Running, &Formula),
        today: Date,
    ) -> Option<Arc<Problem>> {
        let about: &Column = &self.sheet.columns[column];
        let (value, left_out) = running.close(formula, today);
        let say = |code: &'static Code, message: String| {
            let problem = about_column(code, self.sheet, column, String::new());
            Some(Arc::new(Problem {
                subject: Arc::from(about.heading.as_str()),
                message: Message::sentence(message),
                ..Problem::clone(&problem)
            }))
        };
        if left_out > 0 {
            let rows = if left_out == 1 { "1 row".to_owned() } else { format!("{} rows", thousands(left_out)) };
            let message = format!(
                "{place} shows {}; {what} cannot be compared with it until {rows} whose value cannot be read {} corrected.",
                shown::quoted(text),
                if left_out == 1 { "is" } else { "are" }
            );
            return say(&rule::OPEN_TOTAL, message);
        }
        // A sum of no rows is nothing.
        let ours = value.unwrap_or_else(|| "0".to_owned());
        let same = match (decimal, ours.parse::<Decimal>()) {
            (Some(shown), Ok(ours)) => shown == ours,
            _ => text == ours,
        };
        (!same).then(|| {
            say(&shape::SHOWN_TOTAL, format!("{place} shows {}, and {what} is {ours}.", shown::quoted(text)))
        })?
    }
}
