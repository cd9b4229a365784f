//! Figures before and after an upload: over the existing records, and over what there would be.

use std::ops::Range;

use jiff::civil::Date;
use smallvec::SmallVec;

use super::Intents;
use super::compare::{Put, put};
use super::state::Asked;
use crate::cell::Value;
use crate::check::folds::figures::Running;
use crate::check::lookups::{MANY, at_once, read};
use crate::check::rows::SheetJudge;
use crate::condition::{PREVIOUS_ROW, Row, Slot};
use crate::rulebook::model::{Action, Figure, Table};
use crate::rulebook::rule::found_of;

/// A figure before and after.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct FigureChange {
    /// What it is called.
    pub label: String,
    /// What it is over the existing records; `None` where there is nothing to calculate, or a column of it is not in the export.
    pub before: Option<String>,
    /// What it would be.
    pub after: Option<String>,
}

/// What a row puts into the columns of the figures: of most sheets one.
pub(super) type Effect = SmallVec<[Value<'static>; 1]>;

/// Values by the columns of the sheet.
pub(super) struct Columns<'v> {
    /// The columns, ascending.
    pub columns: &'v [usize],
    pub values: &'v [Value<'v>],
    /// What look-ups find by them: the look-up and the column of its list, and the value there.
    pub looked: Vec<((usize, usize), Value<'v>)>,
    pub today: Date,
}

impl Row for Columns<'_> {
    fn value(&self, slot: Slot) -> &Value<'_> {
        let column = match slot {
            Slot::Column(column) => column,
            Slot::Other(alias, column) => {
                let lookup = alias.checked_sub(PREVIOUS_ROW + 1);
                let found = self.looked.iter().find(|((of, at), _)| Some(*of) == lookup && *at == column);
                return found.map_or(&Value::Blank, |(_, value)| value);
            }
            Slot::Aggregate(_) => return &Value::Blank,
        };
        self.columns.binary_search(&column).ok().and_then(|at| self.values.get(at)).unwrap_or(&Value::Blank)
    }

    fn today(&self) -> Date {
        self.today
    }
}

/// What a record is before a row.
#[derive(Clone, Copy)]
pub(super) enum Before<'v> {
    /// It is a new one.
    New,
    /// It is held, in that row of the export.
    Held(u32),
    /// It has been created or changed, and puts these values into the columns of the figures.
    Now(&'v [Value<'static>]),
}

impl Before<'_> {
    /// What a record is that was looked for among those that are held.
    pub fn of(held: Option<u32>) -> Self {
        held.map_or(Before::New, Before::Held)
    }
}

impl Intents<'_> {
    /// The columns that figures before and after are over, and those by which they look up, ascending.
    pub(super) fn figure_columns(&self) -> Vec<usize> {
        let own = self.sheet.figures.iter().flat_map(|figure| figure.formula.columns().iter().copied());
        let keys = self.figure_others().into_iter().filter_map(|(lookup, _)| self.sheet.lookups.get(lookup));
        let keys = keys.flat_map(|lookup| &lookup.keys);
        let by = keys.flat_map(|key| key.own.iter().chain(key.when.iter().flat_map(|when| when.columns())).copied());
        let mut columns: Vec<usize> = own.chain(by).collect();
        columns.sort_unstable();
        columns.dedup();
        columns
    }

    /// What the figures name of what look-ups find: each the look-up and the column of its list.
    pub(super) fn figure_others(&self) -> Vec<(usize, usize)> {
        let mut others = found_of(self.sheet.figures.iter().flat_map(|figure| figure.formula.others()));
        others.sort_unstable();
        others.dedup();
        others
    }

    /// A row of values with what the look-ups that the figures name find by them.
    fn with_looked<'v>(&'v self, values: &'v [Value<'v>], judge: &'v SheetJudge<'_>) -> Columns<'v> {
        let row = Columns { columns: &self.figure_columns, values, looked: Vec::new(), today: judge.today };
        let looked = self.figure_others.iter().filter_map(|&(lookup, column)| {
            Some(((lookup, column), judge.lookups.get(lookup)?.value_for(&row, column)))
        });
        let looked = looked.collect();
        Columns { looked, ..row }
    }

    /// What a row puts into the columns of the figures, with what is held where it leaves that.
    pub(super) fn effect<'t>(&self, before: Before<'_>, text: &dyn Fn(usize) -> Option<&'t str>) -> Effect {
        let is_new = matches!(before, Before::New);
        let one = |(at, &column): (usize, &usize)| {
            let of = &self.sheet.columns[column];
            let own = |text: &str| match text {
                "" => Value::Blank,
                text => of.kind.read(text).map_or(Value::Unreadable, Value::into_owned),
            };
            let held_value = || match before {
                Before::New => None,
                Before::Now(values) => values.get(at).cloned(),
                Before::Held(row) => {
                    let table = self.existing.table.as_ref()?;
                    let place = self.existing.places[column]?;
                    Some(read(&self.existing.columns, table, row as usize, place).into_owned())
                }
            };
            // A new record has the column's default where nothing is given, unless the receiving side leaves it out.
            let given = || match &of.default {
                Some(default) if !self.intent.left_on_create.contains(&column) => own(default),
                _ => Value::Blank,
            };
            let compared = self.intent.compared.iter().find(|compared| compared.column == column);
            match (text(column), compared) {
                (None, _) if is_new => given(),
                (None, _) => held_value().unwrap_or(Value::Blank),
                (Some(text), Some(compared)) if !is_new => match put(of, compared, text) {
                    Put::Left => held_value().unwrap_or(Value::Blank),
                    Put::Text(text) => own(text),
                },
                (Some(text), _) if is_new && of.is_blank(text) => given(),
                (Some(text), _) => own(text.trim()),
            }
        };
        self.figure_columns.iter().enumerate().map(one).collect()
    }

    /// Figures that nothing has been added to.
    pub(super) fn no_figures(&self) -> Vec<Running> {
        self.sheet.figures.iter().map(|figure| Running::new(&figure.formula)).collect()
    }

    /// Adds what a row of a file puts into the columns of the figures.
    pub(super) fn add_effect(&self, figures: &mut [Running], values: Effect, judge: &SheetJudge<'_>) {
        self.add_to(figures, &self.with_looked(&values, judge));
    }

    fn add_to(&self, figures: &mut [Running], row: &Columns<'_>) {
        for (running, figure) in figures.iter_mut().zip(&self.sheet.figures) {
            running.add(figure.formula.aggregates(), row);
        }
    }

    /// The figures over the existing records, and over what there would be. `added` is what the rows of the files put there.
    pub(super) fn before_and_after(
        &self,
        (asked, is_replaced): (&Asked, &(dyn Fn(u32) -> bool + Sync)),
        added: Vec<Running>,
        judge: &SheetJudge<'_>,
    ) -> Vec<FigureChange> {
        let Some(table) = &self.existing.table else { return Vec::new() };
        let today = judge.today;
        let stays = |row: u32| match asked.of_held(row).action() {
            Some(Action::Change | Action::Remove | Action::Create) => false,
            Some(Action::Skip) | None => !is_replaced(row),
        };
        let over = |rows: Range<usize>| self.over_held((table, rows), &stays, judge);
        let count = table.row_count();
        let [before, mut after] = match count < MANY {
            true => over(0..count),
            false => {
                let (mut first, mut second) = Default::default();
                at_once(|| first = over(0..count / 2), || second = over(count / 2..count));
                first.iter_mut().zip(second).for_each(|(all, more)| merge(all, more));
                first
            }
        };
        merge(&mut after, added);
        let known = |figure: &Figure| {
            let in_export = |column: &usize| self.existing.places.get(*column).is_some_and(Option::is_some);
            // Of each look-up, the export has all columns of one key.
            let can_look_up = |(lookup, _): &(usize, usize)| {
                let keys = self.sheet.lookups.get(*lookup).map(|lookup| lookup.keys.as_slice()).unwrap_or_default();
                keys.is_empty() || keys.iter().any(|key| key.own.iter().all(in_export))
            };
            figure.formula.columns().iter().all(in_export)
                && found_of(figure.formula.others().into_iter()).iter().all(can_look_up)
        };
        let change = |((figure, before), after): ((&Figure, &Running), &Running)| FigureChange {
            label: figure.label.clone(),
            before: Some(figure).filter(|figure| known(figure)).and_then(|_| before.close(&figure.formula, today).0),
            after: Some(figure).filter(|figure| known(figure)).and_then(|_| after.close(&figure.formula, today).0),
        };
        self.sheet.figures.iter().zip(&before).zip(&after).map(change).collect()
    }

    /// The figures over some records that are held, and over those of them that stay as they are.
    fn over_held(
        &self,
        (table, rows): (&Table, Range<usize>),
        stays: &(dyn Fn(u32) -> bool + Sync),
        judge: &SheetJudge<'_>,
    ) -> [Vec<Running>; 2] {
        let mut figures = [self.no_figures(), self.no_figures()];
        for row in (rows.start as u32..rows.end as u32).filter(|row| !self.is_removed(*row, judge.today)) {
            let values = self.held(table, row);
            let values = self.with_looked(&values, judge);
            let [before, after] = &mut figures;
            self.add_to(before, &values);
            if stays(row) {
                self.add_to(after, &values);
            }
        }
        figures
    }

    fn held<'t>(&'t self, table: &'t Table, row: u32) -> SmallVec<[Value<'t>; 1]> {
        let one = |column: &usize| match self.existing.places[*column] {
            Some(place) => read(&self.existing.columns, table, row as usize, place),
            None => Value::Blank,
        };
        self.figure_columns.iter().map(one).collect()
    }
}

/// Adds figures over further rows.
fn merge(figures: &mut [Running], more: Vec<Running>) {
    figures.iter_mut().zip(more).for_each(|(all, more)| all.merge(more));
}
