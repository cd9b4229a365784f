//! Rules over groups of rows: rows with the same values in some columns, or all rows of the sheet.
//!
//! A chunk is gathered run by run: neighbouring rows of one group come to one entry, whatever the group has elsewhere. The
//! runs are absorbed in the order of the file into one state a group. A group is judged when the rows of another one come, and
//! leaves memory if it keeps to its rules (`store`); the others are judged when the sheet ends. A group takes about forty bytes
//! where its rows are together and about a hundred where they are not, so that there may be one for every row.

pub(super) mod cold;
mod gather;
mod judge;
mod limits;
mod sequence;
mod state;
mod store;
pub(super) mod words;

use std::sync::Arc;

use super::{Absorbing, AnyFold, Ending, Fold, Gathering};
use crate::check::rows::result::ChunkResult;
use crate::condition::{Aggregate, Condition};
use crate::rulebook::Sheet;
use crate::rulebook::model::{Each, Message, MessagePart, Rule};
use crate::rulebook::rule::GroupForm;
use gather::Part;
use rust_decimal::Decimal;
use sequence::Follow;
use state::State;

/// What is put between a group's name and each of its quotes. No text that is shown has it.
const QUOTE: char = '\u{1f}';

/// Groups by the same columns, and the rules that go over them.
pub(super) struct Grouping<'r> {
    /// The columns; none where all rows of the sheet are one group.
    pub by: &'r [usize],
    /// The look-up by whose row, and not by the columns' values, its rows are grouped.
    pub lookup: Option<usize>,
    /// Whether the rows of a group must be together.
    pub adjacent: bool,
    /// Whether its groups are records of several rows, of which the key is filled on the first row alone.
    pub records: bool,
    /// What the sheet may have of its groups and rows.
    pub limits: Option<Limits>,
    pub totals: Vec<TotalOf<'r>>,
    pub same: Vec<SameOf<'r>>,
    pub follows: Vec<FollowOf<'r>>,
    /// What the messages of its rules quote of a group's first row, besides what the group goes by.
    pub quotes: Vec<&'r MessagePart>,
    /// Conditions and sizes: the rule, its form, and where its totals are.
    pub judged: Vec<(usize, GroupForm<'r>, std::ops::Range<usize>)>,
}

/// What a sheet may have, and where its sum is among the totals.
pub(super) struct Limits {
    pub groups: Option<u64>,
    pub rows: Option<u64>,
    pub sum: Option<(usize, Decimal, usize)>,
}

/// An aggregate of a rule, or a count of rows.
pub(super) struct TotalOf<'r> {
    pub aggregate: Aggregated<'r>,
    pub when: Option<&'r Condition>,
}

/// What is aggregated.
pub(super) enum Aggregated<'r> {
    /// What a condition asks for.
    Of(&'r Aggregate),
    /// Rows, or what a limit is of.
    Own(Arc<Aggregate>),
}

impl Aggregated<'_> {
    pub fn get(&self) -> &Aggregate {
        match self {
            Aggregated::Of(aggregate) => aggregate,
            Aggregated::Own(aggregate) => aggregate,
        }
    }
}

/// A column that has one value in a group.
pub(super) struct SameOf<'r> {
    pub rule: usize,
    pub column: usize,
    pub tolerance: Option<Decimal>,
    pub when: Option<&'r Condition>,
}

/// A column whose values follow each other.
pub(super) struct FollowOf<'r> {
    pub rule: usize,
    pub column: usize,
    pub how: Follow,
    pub when: Option<&'r Condition>,
}

impl<'r> Grouping<'r> {
    /// How many totals, columns with one value, and columns whose values follow each other there are a group.
    fn widths(&self) -> [usize; 3] {
        [self.totals.len(), self.same.len(), self.follows.len()]
    }

    fn add(&mut self, at: usize, rule: &'r Rule, form: GroupForm<'r>) {
        let when = rule.when.as_ref();
        let from = self.totals.len();
        match form {
            GroupForm::Check(formula) => {
                let each = formula.aggregates().iter();
                self.totals.extend(each.map(|aggregate| TotalOf { aggregate: Aggregated::Of(aggregate), when }));
            }
            GroupForm::Rows { .. } => {
                let rows = Arc::new(Aggregate::of_rows());
                self.totals.push(TotalOf { aggregate: Aggregated::Own(rows), when });
            }
            GroupForm::Same { columns, tolerance } => {
                let each = columns.iter();
                self.same.extend(each.map(|column| SameOf { rule: at, column: *column, tolerance, when }));
            }
            GroupForm::Numbered(column) => self.follows.push(FollowOf { rule: at, column, how: Follow::Count, when }),
            GroupForm::InOrder { column, strictly, step } => {
                self.follows.push(FollowOf { rule: at, column, how: Follow::Ascend { strictly, step }, when });
            }
        }
        if self.totals.len() > from {
            let others = rule.message.iter().flat_map(Message::quotes);
            for part in others
                .filter(|part| part.cell().is_none_or(|column| self.lookup.is_some() || !self.by.contains(&column)))
            {
                if !self.quotes.contains(&part) {
                    self.quotes.push(part);
                }
            }
            self.judged.push((at, form, from..self.totals.len()));
        }
    }
}

struct Groups<'r> {
    sheet: &'r Sheet,
    groupings: Vec<Grouping<'r>>,
}

pub(super) fn make(sheet: &Sheet) -> Option<Box<dyn AnyFold + '_>> {
    let mut groupings: Vec<Grouping<'_>> = Vec::new();
    let none = |by, adjacent, records| Grouping {
        by,
        lookup: None,
        adjacent,
        records,
        limits: None,
        totals: vec![],
        same: vec![],
        follows: vec![],
        quotes: vec![],
        judged: vec![],
    };
    if sheet.record.is_some() {
        // Also without a rule over them: the rows of a record must be together.
        groupings.push(none(sheet.key.as_slice(), true, true));
    }
    for (at, rule) in sheet.rules.iter().enumerate() {
        // What must hold after each row is judged row by row.
        let Some(form) = rule.form.group().filter(|_| !rule.running) else { continue };
        let lookup = if let Each::Found { lookup, .. } = rule.each { Some(lookup) } else { None };
        let (by, adjacent, records) = match &rule.each {
            Each::Row => continue,
            Each::Sheet => (&[][..], false, false),
            Each::Record => (sheet.key.as_slice(), true, true),
            Each::Group { by, adjacent } | Each::Found { by, adjacent, .. } => (by.as_slice(), *adjacent, false),
        };
        let is_known = |known: &Grouping<'_>| known.by == by && known.records == records && known.lookup == lookup;
        let place = groupings.iter().position(is_known).unwrap_or_else(|| {
            groupings.push(Grouping { lookup, ..none(by, adjacent, records) });
            groupings.len() - 1
        });
        groupings[place].adjacent |= adjacent;
        groupings[place].add(at, rule, form);
    }
    limit(sheet, &mut groupings, none);
    (!groupings.is_empty()).then(|| Box::new(Groups { sheet, groupings }) as _)
}

/// Puts the limits of a sheet to the groups that a split of it must not cut.
fn limit<'r>(
    sheet: &'r Sheet,
    groupings: &mut Vec<Grouping<'r>>,
    none: impl Fn(&'r [usize], bool, bool) -> Grouping<'r>,
) {
    if sheet.max_groups.is_none() && sheet.max_sum.is_none() && sheet.split_at.is_none() {
        return;
    }
    let by = match &sheet.max_groups {
        Some((by, _)) => Some(by.as_slice()),
        // The records, or the one kind of group that the rules name.
        None => groupings.iter().find(|known| !known.by.is_empty() && known.lookup.is_none()).map(|known| known.by),
    };
    // Without groups the number of rows is counted elsewhere.
    if by.is_none() && sheet.max_sum.is_none() {
        return;
    }
    let by = by.unwrap_or_default();
    let place = groupings.iter().position(|known| known.by == by && known.lookup.is_none()).unwrap_or_else(|| {
        groupings.push(none(by, false, false));
        groupings.len() - 1
    });
    let grouping = &mut groupings[place];
    let sum = sheet.max_sum.as_ref().map(|(column, most)| {
        let aggregate = Aggregated::Own(Arc::new(Aggregate::sum_of(*column)));
        grouping.totals.push(TotalOf { aggregate, when: None });
        (*column, *most, grouping.totals.len() - 1)
    });
    let groups = sheet.max_groups.as_ref().map(|(_, most)| *most);
    grouping.limits = Some(Limits { groups, rows: sheet.split_at, sum });
}

impl Fold for Groups<'_> {
    type Part = Vec<Option<Part>>;
    type State = Vec<State>;

    fn gather(&self, from: &Gathering<'_>, result: &mut ChunkResult) -> Vec<Option<Part>> {
        self.groupings.iter().map(|grouping| gather::gather(self.sheet, grouping, from, result)).collect()
    }

    fn absorb(&self, states: &mut Vec<State>, parts: Vec<Option<Part>>, with: &mut Absorbing<'_, '_>) {
        states.resize_with(self.groupings.len(), State::default);
        for ((grouping, state), part) in self.groupings.iter().zip(states).zip(parts) {
            if let Some(part) = part {
                state.absorb(grouping, part, with);
            }
        }
    }

    fn finish_sheet(&self, states: &mut Vec<State>, ending: &mut Ending<'_>) {
        for (grouping, state) in self.groupings.iter().zip(states) {
            judge::judge(self.sheet, grouping, state, ending);
            limits::judge(self.sheet, grouping, state, ending);
            state.end_of_file(ending.file);
        }
    }
}
