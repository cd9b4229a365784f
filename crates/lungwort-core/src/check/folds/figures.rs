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
            for at in 0..from.rows.len() {
                accumulator.add(aggregate, &RowValues { values: from.values, at });
            }
            accumulator
        };
        Accumulated { accumulators: self.aggregates().map(accumulate).collect(), today: Some(from.values.today) }
    }

    fn absorb(&self, state: &mut Accumulated, part: Accumulated, _: &mut Absorbing<'_, '_>) {
        state.today = part.today;
        if state.accumulators.is_empty() {
            state.accumulators = part.accumulators;
            return;
        }
        state.accumulators.iter_mut().zip(part.accumulators).for_each(|(total, part)| total.merge(part));
    }

    fn figures(&self, state: &Accumulated) -> Vec<super::Figure> {
        let mut accumulators = state.accumulators.clone();
        if accumulators.is_empty() {
            accumulators = self.aggregates().map(Accumulator::new).collect();
        }
        let mut rest = accumulators.as_slice();
        let value = |figure: &Figure| {
            let (own, others) = rest.split_at(figure.formula.aggregates().len());
            rest = others;
            let total = figure.formula.total(own, state.today.unwrap_or_default());
            (figure.label.clone(), Some(total).filter(|total| total.is_known()))
        };
        self.figures.iter().map(value).collect()
    }
}
