//! The groups of a file so far, and where the groups of earlier files were.

use std::collections::HashMap;

use foldhash::fast::FixedState;

use super::Grouping;
use super::gather::{FirstValue, Part, Run, of_groups, slip};
use super::sequence::Ends;
use super::store::{Key, Store, parts};
use super::words::push_tightly;
use crate::cell::shown;
use crate::check::folds::Absorbing;
use crate::check::problem::rule_problem;
use crate::check::rows::result::{FIRST_RULE, RowFinding, whole_row};
use crate::finding::RowSet;
use crate::finding::codes::rule as codes;
use crate::limits::GROUP_TEXTS;
use crate::rulebook::model::MessagePart;
use crate::rulebook::rule::what_is_found;
use crate::steps;

/// Rows that are named where they leave a total open.
pub(super) const OPEN_NAMED: usize = 3;

/// The groups of a file.
#[derive(Default)]
pub(in crate::check::folds) struct State {
    pub(super) store: Store,
    /// The rules by which a group is judged as soon as it ends.
    pub(super) judged: Option<Vec<usize>>,
    /// The group of each row, plus one; the row as an index. Nothing as long as each group's rows are together.
    row_of: Vec<u32>,
    /// Whether the rows of a group are not together.
    scattered: bool,
    /// The group of the last row.
    last: Option<u32>,
    /// Totals of a group that rows are left out of: the rows that are named, and how many there are.
    pub(super) open: HashMap<(u32, usize), (Vec<u64>, u64), FixedState>,
    /// What has been said once of a group: the rule, or `usize::MAX` for its being split.
    said: HashMap<(u32, usize), (), FixedState>,
    texts: HashMap<(usize, u64), Box<str>, FixedState>,
    /// Rows that belong to no group.
    pub(super) without: RowSet,
    /// The file that has ended, whose groups are those of an earlier one as soon as rows of another come.
    ended: Option<usize>,
    /// Groups of earlier files: the file, and the first row there.
    earlier: HashMap<Key, (u32, u64), FixedState>,
    /// Groups of this file that are in an earlier one too.
    pub(super) over_files: Vec<(u32, usize, u64)>,
}

const SPLIT: usize = usize::MAX;

impl State {
    pub fn absorb(&mut self, grouping: &Grouping<'_>, part: Part, with: &mut Absorbing<'_, '_>) {
        if let Some(file) = self.ended {
            self.begin_file(file);
        }
        let Part { runs, names, totals, firsts, ends, differs, mut said, open, without } = part;
        self.without.extend(&without);
        if self.scattered {
            std::hint::black_box(self.store.touch(runs.iter().map(|run| run.key), grouping.widths()));
        }
        let (mut totals, mut firsts, mut ends) = (totals.into_iter(), firsts.into_iter(), ends.into_iter());
        let (mut differs, mut open) = (differs.into_iter().peekable(), open.into_iter().peekable());
        for (at_run, run) in runs.iter().enumerate() {
            steps::count(1);
            let (group, is_new) = self.group(run, &names, grouping, with);
            let store = &mut self.store;
            let (from, follows) = (store.slot(group, grouping.totals.len()), store.slot(group, grouping.follows.len()));
            for place in 0..grouping.totals.len() {
                let Some(total) = totals.next() else { break };
                if is_new {
                    store.totals.push(total);
                } else {
                    store.totals.change(from + place, |known| known.merge(total));
                }
            }
            for place in 0..grouping.same.len() {
                let Some((first, row)) = firsts.next() else { break };
                self.first(grouping, (group, is_new), place, (first, row), with);
            }
            for place in 0..grouping.follows.len() {
                let Some((run_ends, row)) = ends.next() else { break };
                if is_new {
                    push_tightly(&mut self.store.ends, Ends::default());
                }
                let follow = &grouping.follows[place];
                let due = self.store.ends[follows + place].append(follow.how, run_ends);
                if let Some(due) = due {
                    let sheet = with.judge.sheet;
                    let cell = |part: &MessagePart| part.cell().map(|column| with.text(row, column).into());
                    let said = said.remove(&(at_run * grouping.follows.len() + place));
                    let said = said.unwrap_or_else(|| sheet.rules[follow.rule].said(&cell));
                    let found = slip(sheet, grouping, (place, &due), &said, with.text(row, follow.column));
                    push(with, row, follow.column, follow.rule, found);
                }
            }
            while let Some(differ) = differs.next_if(|differ| differ.run == at_run) {
                self.differs(grouping, group, differ.same, differ.row, with);
            }
            while let Some((_, slot, row)) = open.next_if(|(run, ..)| *run == at_run) {
                let (rows, count) = self.open.entry((group, slot)).or_default();
                *count += 1;
                if rows.len() < OPEN_NAMED {
                    rows.push(row);
                }
            }
        }
    }

    /// The group of a run, and whether it is new.
    fn group(&mut self, run: &Run, names: &str, grouping: &Grouping<'_>, with: &mut Absorbing<'_, '_>) -> (u32, bool) {
        let before = self.last;
        let known = before.filter(|last| self.store.has(*last, run.key));
        if let (None, Some(ended)) = (known, before) {
            self.close(ended, grouping, with);
        }
        let known = known.or_else(|| self.store.find(run.key));
        if let Some(group) = known {
            self.store.fetch(group, grouping);
        }
        let group = known.unwrap_or_else(|| {
            let at = self.store.add(run.key, (run.first, run.last), &names[run.name.clone()]);
            let earlier = self.earlier.get(&parts(run.key)).filter(|(file, _)| *file as usize != with.file);
            self.over_files.extend(earlier.map(|(file, row)| (at, *file as usize, *row)));
            at
        });
        let split = known.is_some() && before != Some(group) && grouping.adjacent;
        let until = self.store.last(group);
        let goes_on = known.is_none() || until + 1 == run.first;
        if !goes_on && !self.scattered && !grouping.by.is_empty() {
            self.scatter();
        }
        self.store.add_rows(group, run.last, run.rows);
        if self.scattered {
            self.belong(run.first as usize..run.last as usize + 1, group);
        }
        if split && self.said.insert((group, SPLIT), ()).is_none() {
            let name = self.store.name(group).to_owned();
            let what = what(grouping, with.judge.sheet);
            let message = format!(
                "The rows of {what} {name} are not together: they end in row {until}, and go on in row {}, with other rows between.",
                run.first
            );
            let found = of_groups(with.judge.sheet, grouping, &codes::SPLIT_GROUP, message);
            push(with, run.at, grouping.by[0], 0, found);
        }
        self.last = Some(group);
        (group, known.is_none())
    }

    /// From the first group on whose rows are not together, each row's group is kept.
    fn scatter(&mut self) {
        self.scattered = true;
        for group in 0..self.store.len() {
            if self.store.rows(group) > 0 {
                self.belong(self.store.first(group) as usize..self.store.last(group) as usize + 1, group);
            }
        }
    }

    fn belong(&mut self, rows: std::ops::Range<usize>, group: u32) {
        if self.row_of.len() < rows.end {
            self.row_of.resize(rows.end, 0);
        }
        self.row_of[rows].fill(group + 1);
    }

    /// Takes in the first value of a run in a column that has one value.
    fn first(
        &mut self,
        grouping: &Grouping<'_>,
        (group, is_new): (u32, bool),
        place: usize,
        (value, row): (FirstValue, usize),
        with: &mut Absorbing<'_, '_>,
    ) {
        let same = &grouping.same[place];
        if is_new {
            self.store.firsts.push(FirstValue::None);
        }
        let at = self.store.slot(group, grouping.same.len()) + place;
        let known = self.store.firsts.get(at);
        if known == FirstValue::None {
            if let FirstValue::Key(key) = value
                && self.texts.len() < GROUP_TEXTS
                && !self.texts.contains_key(&(place, key))
            {
                self.texts.insert((place, key), with.text(row, same.column).trim().into());
            }
            self.store.firsts.change(at, |known| *known = value);
        } else if !known.is_same(&value, same) {
            self.differs(grouping, group, place, row, with);
        }
    }

    /// A row whose value is another than the first one of its group: said once a group.
    fn differs(&mut self, grouping: &Grouping<'_>, group: u32, place: usize, row: usize, with: &mut Absorbing<'_, '_>) {
        if self.said.insert((group, place), ()).is_some() {
            return;
        }
        let same = &grouping.same[place];
        let first = match self.store.firsts.get(self.store.slot(group, grouping.same.len()) + place) {
            FirstValue::Number(number) => Some(number.normalize().to_string()),
            FirstValue::Key(key) => self.texts.get(&(place, key)).map(|text| shown::quoted(text)),
            FirstValue::None => None,
        };
        let sheet = with.judge.sheet;
        let heading = &sheet.columns[same.column].heading;
        let here = shown::quoted(with.text(row, same.column).trim());
        let first = first.unwrap_or_else(|| "another".to_owned());
        let of = match grouping.by {
            [] => "the sheet".to_owned(),
            _ => format!("{} {}", what(grouping, sheet), self.store.name(group)),
        };
        let message = format!(
            "{heading} is {here} here and {first} in row {}, the first of {of}; it must be the same in all rows.",
            self.store.first(group)
        );
        let found = rule_problem(sheet, same.rule, &codes::NOT_THE_SAME, message);
        push(with, row, same.column, same.rule, found);
    }

    /// What a message quotes of a group: what it goes by, or a cell of its first row.
    pub fn quoted(&self, grouping: &Grouping<'_>, group: u32, part: &MessagePart) -> Option<&str> {
        match grouping.quotes.iter().position(|quote| *quote == part) {
            Some(place) => self.store.quote(group, place),
            None => self.value_of(grouping, group, part.cell()?),
        }
    }

    /// The group's value in a column that its rows are grouped by, where it can be told from the name.
    fn value_of(&self, grouping: &Grouping<'_>, group: u32, column: usize) -> Option<&str> {
        let at = grouping.by.iter().position(|by| *by == column).filter(|_| grouping.lookup.is_none())?;
        let mut values = self.store.name(group).split(" / ");
        match grouping.by {
            [_] => Some(self.store.name(group)),
            by if values.clone().count() == by.len() => values.nth(at),
            _ => None,
        }
    }

    /// The rows of some groups, looked for in one go.
    pub fn rows_of(&self, groups: &[u32]) -> HashMap<u32, RowSet, FixedState> {
        let mut found: HashMap<u32, RowSet, FixedState> = HashMap::default();
        let mut scattered = Vec::new();
        for group in groups {
            found.entry(*group).or_default();
            if self.store.is_together(*group) {
                found.entry(*group).or_default().add(self.store.first(*group), self.store.last(*group));
            } else {
                scattered.push(*group);
            }
        }
        if !scattered.is_empty() {
            scattered.sort_unstable();
            steps::count(self.row_of.len());
            for (row, group) in self.row_of.iter().enumerate().filter(|(_, group)| **group > 0) {
                if scattered.binary_search(&(group - 1)).is_ok() {
                    found.entry(group - 1).or_default().add(row as u64, row as u64);
                }
            }
        }
        found
    }

    /// Ends the groups of a file.
    pub fn end_of_file(&mut self, file: usize) {
        self.ended = Some(file);
    }

    /// Forgets the groups of a file that has ended, but for where they were.
    fn begin_file(&mut self, file: usize) {
        let mut earlier = std::mem::take(&mut self.earlier);
        for (key, row) in self.store.first_rows() {
            earlier.entry(key).or_insert((file as u32, row));
        }
        *self = State { earlier, ..State::default() };
    }
}

/// What groups are called: the headings of their columns.
pub(super) fn what(grouping: &Grouping<'_>, sheet: &crate::rulebook::Sheet) -> String {
    grouping.lookup.map_or_else(|| sheet.named(grouping.by), |lookup| what_is_found(sheet, lookup))
}

fn push(
    with: &mut Absorbing<'_, '_>,
    row: usize,
    column: usize,
    rule: usize,
    problem: std::sync::Arc<crate::finding::Problem>,
) {
    let field = with.header.field_of[column];
    let value = Some(with.text(row, column).into());
    let key = crate::check::rows::result::key_of(with.judge, with.header, with.chunk, row);
    let order = FIRST_RULE + rule as u32;
    with.findings.push(RowFinding { field, value, key, order, ..whole_row(row, problem) });
}
