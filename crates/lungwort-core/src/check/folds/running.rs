//! Running totals: a condition over aggregates that must hold after each row, so that the rows from the excess on are blamed.

use super::total::Total;
use super::{Absorbing, AnyFold, Fold, Gathering};
use crate::cell::Value;
use crate::cell::places::Places;
use crate::check::problem::rule_problem;
use crate::check::rows::RowValues;
use crate::check::rows::result::{ChunkResult, FIRST_RULE, RowFinding, key_of, whole_row};
use crate::check::rules::quoted;
use crate::condition::{Accumulator, Formula, Truth};
use crate::finding::codes::rule as codes;
use crate::rulebook::model::Rule;
use crate::rulebook::rule::GroupForm;
use crate::rulebook::{Sheet, listed};
use crate::steps;

struct OneRule<'r> {
    at: usize,
    rule: &'r Rule,
    formula: &'r Formula,
    /// The columns that it and its condition need.
    columns: Vec<usize>,
}

struct Running<'r> {
    sheet: &'r Sheet,
    rules: Vec<OneRule<'r>>,
}

pub(super) fn make(sheet: &Sheet) -> Option<Box<dyn AnyFold + '_>> {
    let mut rules = Vec::new();
    for (at, rule) in sheet.rules.iter().enumerate().filter(|(_, rule)| rule.running) {
        let Some(GroupForm::Check(formula)) = rule.form.group() else { continue };
        let of_when = rule.when.iter().flat_map(|when| when.columns().to_vec());
        let columns = rule.form.columns().into_iter().chain(of_when).collect();
        rules.push(OneRule { at, rule, formula, columns });
    }
    (!rules.is_empty()).then(|| Box::new(Running { sheet, rules }) as _)
}

/// The rows of a chunk that count for a rule: the row, its group, and what it adds.
#[derive(Default)]
pub(super) struct Added {
    rows: Vec<(usize, u128)>,
    /// For each row, one an aggregate.
    each: Vec<Total>,
    /// For each row the rule's message, where it quotes what is only known here.
    said: Vec<String>,
}

/// What the groups of a rule have come to.
#[derive(Default)]
pub(super) struct Totals {
    /// For each group, how many came before it.
    groups: Places,
    totals: Vec<Total>,
}

impl Totals {
    /// Where the totals of each row's group are, `count` of them; of a new group, where they will be. The places of a whole chunk are
    /// found first, and their totals looked at: each is a miss of the cache, and these go on at the same time only where little else
    /// does.
    fn places_of(&mut self, rows: &[(usize, u128)], count: usize) -> Vec<usize> {
        let mut place = |(_, group): &(usize, u128)| {
            let number = self.groups.find(*group).unwrap_or_else(|| {
                let next = self.groups.len() as u32;
                self.groups.insert(*group, next);
                next
            });
            number as usize * count
        };
        let places: Vec<usize> = rows.iter().map(&mut place).collect();
        let looked_at = places.iter().filter(|place| self.totals.get(**place).is_some_and(Total::is_too_large));
        std::hint::black_box(looked_at.count());
        places
    }
}

impl Fold for Running<'_> {
    type Part = Vec<Added>;
    type State = Vec<Totals>;

    fn gather(&self, from: &Gathering<'_>, result: &mut ChunkResult) -> Vec<Added> {
        let one = |rule: &OneRule<'_>| {
            let mut added = Added::default();
            if rule.columns.iter().any(|column| from.header.field_of[*column].is_none()) {
                return added;
            }
            added.rows.reserve_exact(from.rows.len());
            added.each.reserve_exact(from.rows.len() * rule.formula.aggregates().len());
            let mut accumulators: Vec<Accumulator> = rule.formula.aggregates().iter().map(Accumulator::new).collect();
            for (at, &row) in from.rows.iter().enumerate() {
                let values = RowValues { values: from.values, at };
                let counts = rule.rule.when.as_ref().is_none_or(|when| when.judge(&values) == Truth::True);
                if result.leaves_out(row) || !counts || !from.shaped.concerns(self.sheet, row, &rule.columns) {
                    continue;
                }
                let Some(group) = from.group(&rule.rule.each, at, row) else { continue };
                added.rows.push((row, group));
                if let Some(message) = rule.rule.message.as_ref().filter(|message| !message.found().is_empty()) {
                    let text = |column| from.text(row, column);
                    added.said.push(message.with(&|part| quoted(self.sheet, part, &text, &values)));
                }
                added.each.extend(rule.formula.aggregates().iter().zip(&mut accumulators).map(|(aggregate, one)| {
                    let number = aggregate.number_of(&values);
                    number.and_then(|number| Total::of_number(aggregate.kind, number)).unwrap_or_else(|| {
                        // What cannot be read has a finding of its own, and adds nothing.
                        one.add(aggregate, &values);
                        Total::of(one, aggregate)
                    })
                }));
            }
            added
        };
        self.rules.iter().map(one).collect()
    }

    fn absorb(&self, states: &mut Vec<Totals>, part: Vec<Added>, with: &mut Absorbing<'_, '_>) {
        states.resize_with(self.rules.len(), Totals::default);
        for ((rule, state), added) in self.rules.iter().zip(states).zip(part) {
            let count = rule.formula.aggregates().len();
            let compared = rule.formula.compared();
            let places = state.places_of(&added.rows, count);
            let mut each = added.each.into_iter();
            for (at, ((row, _), place)) in added.rows.into_iter().zip(places).enumerate() {
                steps::count(1);
                if place == state.totals.len() {
                    state.totals.extend(each.by_ref().take(count));
                } else {
                    let totals = &mut state.totals[place..place + count];
                    totals.iter_mut().zip(each.by_ref()).for_each(|(total, more)| total.merge(more));
                }
                let totals = &state.totals[place..place + count];
                // Nearly every row keeps to a limit that it is plainly below.
                let quickly = compared.and_then(|(comparison, one, other)| {
                    Some(comparison.holds(totals[one].quickly_compared(&totals[other])?))
                });
                if quickly == Some(true) {
                    continue;
                }
                let values = || -> Vec<Value<'static>> { totals.iter().map(Total::value).collect() };
                if rule.formula.total_of(values(), with.judge.today) != Value::YesNo(false) {
                    continue;
                }
                let (sides, apart) = rule.formula.sides(values(), with.judge.today, self.sheet);
                let words: Vec<String> =
                    sides.iter().map(|(words, value)| format!("{words} is {}", value.written())).collect();
                let apart = apart.map(|apart| format!(" ({apart} apart)")).unwrap_or_default();
                let title = match (&rule.rule.message, added.said.get(at)) {
                    (_, Some(said)) => said.clone(),
                    (Some(message), None) => {
                        message.with(&|part| part.cell().map(|column| with.text(row, column).into()))
                    }
                    (None, None) => crate::rulebook::capital(&rule.rule.form.sentence(self.sheet)),
                };
                let message = format!("{title}; with this row {}{apart}.", listed(&words, "and"));
                let problem = rule_problem(self.sheet, rule.at, &codes::GROUP_BROKEN, message);
                let column = rule.columns.first().and_then(|column| with.header.field_of[*column]);
                with.findings.push(RowFinding {
                    field: column,
                    order: FIRST_RULE + rule.at as u32,
                    key: key_of(with.judge, with.header, with.chunk, row),
                    ..whole_row(row, problem)
                });
            }
        }
    }
}
