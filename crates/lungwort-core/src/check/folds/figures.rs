//! Figures over all rows that people compare before they send.

use jiff::civil::Date;

use super::{Absorbing, AnyFold, Fold, Gathering};
use crate::check::rows::RowValues;
use crate::check::rows::result::ChunkResult;
use crate::condition::{Accumulator, Aggregate};
use crate::rulebook::Sheet;
use crate::rulebook::model::Figure;

struct Figures<'r> {
    figures: &'r [Figure],
}

pub(super) fn make(sheet: &Sheet) -> Option<Box<dyn AnyFold + '_>> {
    if sheet.figures.is_empty() {
        return None;
    }
    Some(Box::new(Figures { figures: &sheet.figures }))
}

/// What has been accumulated for every aggregate of every figure.
#[derive(Default)]
pub(super) struct Accumulated {
    accumulators: Vec<Accumulator>,
    /// For each, how many rows it leaves out because a value could not be read.
    left_out: Vec<u64>,
    today: Option<Date>,
}

impl Figures<'_> {
    fn aggregates(&self) -> impl Iterator<Item = &Aggregate> {
        self.figures.iter().flat_map(|figure| figure.formula.aggregates())
    }
}

impl Fold for Figures<'_> {
    type Part = Accumulated;
    type State = Accumulated;

    fn gather(&self, from: &Gathering<'_>, _: &mut ChunkResult) -> Accumulated {
        let accumulate = |aggregate: &Aggregate| {
            let mut accumulator = Accumulator::new(aggregate);
            let mut left_out = 0;
            for at in 0..from.rows.len() {
                left_out += u64::from(!accumulator.add(aggregate, &RowValues { values: from.values, at }));
            }
            (accumulator, left_out)
        };
        let (accumulators, left_out) = self.aggregates().map(accumulate).unzip();
        Accumulated { accumulators, left_out, today: Some(from.values.today) }
    }

    fn absorb(&self, state: &mut Accumulated, part: Accumulated, _: &mut Absorbing<'_, '_>) {
        state.today = part.today;
        if state.accumulators.is_empty() {
            state.accumulators = part.accumulators;
            state.left_out = part.left_out;
            return;
        }
        state.left_out.iter_mut().zip(&part.left_out).for_each(|(total, part)| *total += part);
        state.accumulators.iter_mut().zip(part.accumulators).for_each(|(total, part)| total.merge(part));
    }

    fn figures(&self, state: &Accumulated) -> Vec<super::Figure> {
        let mut accumulators = state.accumulators.clone();
        if accumulators.is_empty() {
            accumulators = self.aggregates().map(Accumulator::new).collect();
        }
        let mut from = 0;
        let value = |figure: &Figure| {
            let own = from..from + figure.formula.aggregates().len();
            from = own.end;
            let left_out = state.left_out.get(own.clone()).unwrap_or_default().iter().copied().max();
            let own = accumulators.get(own).unwrap_or_default();
            let total = figure.formula.total(own, state.today.unwrap_or_default());
            let value = Some(total).filter(|total| total.is_known()).map(|total| total.written());
            super::Figure { label: figure.label.clone(), value, left_out: left_out.unwrap_or(0) }
        };
        self.figures.iter().map(value).collect()
    }
}
