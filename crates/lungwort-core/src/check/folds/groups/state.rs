//! The groups of a file so far, and where the groups of earlier files were.

use std::collections::HashMap;

use foldhash::fast::FixedState;
use hashbrown::HashTable;

use super::gather::{FirstValue, Part, Run, of_groups, slip};
use super::sequence::Ends;
use super::{Grouping, QUOTE};
use crate::cell::shown;
use crate::check::folds::Absorbing;
use crate::check::folds::total::Total;
use crate::check::problem::rule_problem;
use crate::check::rows::result::{FIRST_RULE, RowFinding, whole_row};
use crate::finding::RowSet;
use crate::finding::codes::rule as codes;
use crate::rulebook::model::MessagePart;

/// Different texts of columns that have one value that are remembered, to be named where another is found.
const TEXTS_KEPT: usize = 10_000;
/// Rows that are named where they leave a total open.
pub(super) const OPEN_NAMED: usize = 3;

/// What is known of one group, besides its totals.
pub(super) struct Group {
    /// Its key in two halves, so that a group packs into 32 bytes.
    key: [u64; 2],
    first: u32,
    last: u32,
    pub rows: u32,
    /// Where its name ends among the names.
    pub name_end: u32,
}

impl Group {
    fn has(&self, key: u128) -> bool {
        self.key == halves(key)
    }

    /// Its first row.
    pub fn first(&self) -> u64 {
        u64::from(self.first)
    }

    /// Whether it has all rows from its first to its last.
    fn is_together(&self) -> bool {
        self.last - self.first + 1 == self.rows
    }
}

/// A row's number in half the room: files end long before four billion rows.
fn short(row: u64) -> u32 {
    u32::try_from(row).unwrap_or(u32::MAX)
}

fn halves(key: u128) -> [u64; 2] {
    [(key >> 64) as u64, key as u64]
}

/// Makes room for one more, growing by a quarter: there may be very many, and a doubled list would be half empty.
fn push_tightly<T>(list: &mut Vec<T>, one: T) {
    if list.len() == list.capacity() {
        list.reserve_exact(list.len() / 4 + 64);
    }
    list.push(one);
}

/// The groups of a file.
#[derive(Default)]
pub(in crate::check::folds) struct State {
    index: HashTable<u32>,
    pub(super) groups: Vec<Group>,
    names: String,
    /// For each group, one a total.
    pub(super) totals: Vec<Total>,
    firsts: Vec<FirstValue>,
    ends: Vec<Ends>,
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
    earlier: HashMap<[u64; 2], (u32, u64), FixedState>,
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
        let (mut totals, mut firsts, mut ends) = (totals.into_iter(), firsts.into_iter(), ends.into_iter());
        let mut group_of = Vec::with_capacity(runs.len());
        for (at_run, run) in runs.iter().enumerate() {
            let (group, is_new) = self.group(run, &names, grouping, with);
            group_of.push(group);
            let at = group as usize;
            for place in 0..grouping.totals.len() {
                let Some(total) = totals.next() else { break };
                if is_new {
                    push_tightly(&mut self.totals, total)
                } else {
                    self.totals[at * grouping.totals.len() + place].merge(total)
                }
            }
            for place in 0..grouping.same.len() {
                let Some((first, row)) = firsts.next() else { break };
                self.first(grouping, (group, is_new), place, (first, row), with);
            }
            for place in 0..grouping.follows.len() {
                let Some((run_ends, row)) = ends.next() else { break };
                if is_new {
                    push_tightly(&mut self.ends, Ends::default());
                }
                let follow = &grouping.follows[place];
                let due = self.ends[at * grouping.follows.len() + place].append(follow.how, run_ends);
                if let Some(due) = due {
                    let sheet = with.judge.sheet;
                    let cell = |part: &MessagePart| part.cell().map(|column| with.text(row, column).into());
                    let said = said.remove(&(at_run * grouping.follows.len() + place));
                    let said = said.unwrap_or_else(|| sheet.rules[follow.rule].said(&cell));
                    let found = slip(sheet, grouping, (place, &due), &said, with.text(row, follow.column));
                    push(with, row, follow.column, follow.rule, found);
                }
            }
        }
        for differ in differs {
            self.differs(grouping, group_of[differ.run], differ.same, differ.row, with);
        }
        for (run, slot, row) in open {
            let (rows, count) = self.open.entry((group_of[run], slot)).or_default();
            *count += 1;
            if rows.len() < OPEN_NAMED {
                rows.push(row);
            }
        }
    }

    /// The group of a run, and whether it is new.
    fn group(&mut self, run: &Run, names: &str, grouping: &Grouping<'_>, with: &mut Absorbing<'_, '_>) -> (u32, bool) {
        let before = self.last;
        let known = before
            .filter(|last| self.groups[*last as usize].has(run.key))
            .or_else(|| self.index.find(run.key as u64, |at| self.groups[*at as usize].has(run.key)).copied());
        let group = known.unwrap_or_else(|| {
            let at = self.groups.len() as u32;
            self.names.push_str(&names[run.name.clone()]);
            let name_end = u32::try_from(self.names.len()).unwrap_or(u32::MAX);
            let (first, last) = (short(run.first), short(run.last));
            let new = Group { key: halves(run.key), first, last, rows: 0, name_end };
            push_tightly(&mut self.groups, new);
            let groups = &self.groups;
            self.index.insert_unique(run.key as u64, at, |at| groups[*at as usize].key[1]);
            if let Some((file, row)) =
                self.earlier.get(&halves(run.key)).filter(|(file, _)| *file as usize != with.file)
            {
                self.over_files.push((at, *file as usize, *row));
            }
            at
        });
        let it = &mut self.groups[group as usize];
        let split = known.is_some() && before != Some(group) && grouping.adjacent;
        let until = it.last;
        let goes_on = known.is_none() || u64::from(it.last) + 1 == run.first;
        if !goes_on && !self.scattered && !grouping.by.is_empty() {
            self.scatter();
        }
        let it = &mut self.groups[group as usize];
        it.last = short(run.last);
        it.rows += run.rows;
        if self.scattered {
            self.belong(run.first as usize..run.last as usize + 1, group);
        }
        if split && self.said.insert((group, SPLIT), ()).is_none() {
            let name = self.name(group).to_owned();
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
        for group in 0..self.groups.len() {
            let Group { first, last, rows, .. } = self.groups[group];
            if rows > 0 {
                self.belong(first as usize..last as usize + 1, group as u32);
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
            push_tightly(&mut self.firsts, FirstValue::None);
        }
        let known = &mut self.firsts[group as usize * grouping.same.len() + place];
        if *known == FirstValue::None {
            if let FirstValue::Key(key) = value
                && self.texts.len() < TEXTS_KEPT
                && !self.texts.contains_key(&(place, key))
            {
                self.texts.insert((place, key), with.text(row, same.column).trim().into());
            }
            *known = value;
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
        let it = &self.groups[group as usize];
        let first = match &self.firsts[group as usize * grouping.same.len() + place] {
            FirstValue::Number(number) => Some(number.normalize().to_string()),
            FirstValue::Key(key) => self.texts.get(&(place, *key)).map(|text| shown::quoted(text)),
            FirstValue::None => None,
        };
        let sheet = with.judge.sheet;
        let heading = &sheet.columns[same.column].heading;
        let here = shown::quoted(with.text(row, same.column).trim());
        let first = first.unwrap_or_else(|| "another".to_owned());
        let of = match grouping.by {
            [] => "the sheet".to_owned(),
            _ => format!("{} {}", what(grouping, sheet), self.name(group)),
        };
        let message = format!(
            "{heading} is {here} here and {first} in row {}, the first of {of}; it must be the same in all rows.",
            it.first
        );
        let found = rule_problem(sheet, same.rule, &codes::NOT_THE_SAME, message);
        push(with, row, same.column, same.rule, found);
    }

    /// What a group is called: its values in the columns of the group.
    pub fn name(&self, group: u32) -> &str {
        self.kept_of(group).split(QUOTE).next().unwrap_or_default()
    }

    /// What a message quotes of a group: what it goes by, or a cell of its first row.
    pub fn quoted(&self, grouping: &Grouping<'_>, group: u32, part: &MessagePart) -> Option<&str> {
        match grouping.quotes.iter().position(|quote| *quote == part) {
            Some(place) => self.kept_of(group).split(QUOTE).nth(place + 1),
            None => self.value_of(grouping, group, part.cell()?),
        }
    }

    /// Its name and its quotes.
    fn kept_of(&self, group: u32) -> &str {
        let end = |at: usize| self.groups.get(at).map_or(0, |group| group.name_end as usize);
        let at = group as usize;
        let from = at.checked_sub(1).map_or(0, end);
        self.names.get(from..end(at)).unwrap_or_default()
    }

    /// The group's value in a column that its rows are grouped by, where it can be told from the name.
    fn value_of(&self, grouping: &Grouping<'_>, group: u32, column: usize) -> Option<&str> {
        let at = grouping.by.iter().position(|by| *by == column)?;
        let mut values = self.name(group).split(" / ");
        match grouping.by {
            [_] => Some(self.name(group)),
            by if values.clone().count() == by.len() => values.nth(at),
            _ => None,
        }
    }

    /// The rows of some groups, looked for in one go.
    pub fn rows_of(&self, groups: &[u32]) -> HashMap<u32, RowSet, FixedState> {
        let mut found: HashMap<u32, RowSet, FixedState> = HashMap::default();
        let mut scattered = Vec::new();
        for group in groups {
            let it = &self.groups[*group as usize];
            found.entry(*group).or_default();
            if it.is_together() {
                found.entry(*group).or_default().add(it.first(), u64::from(it.last));
            } else {
                scattered.push(*group);
            }
        }
        if !scattered.is_empty() {
            scattered.sort_unstable();
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
        for group in &self.groups {
            earlier.entry(group.key).or_insert((file as u32, group.first()));
        }
        *self = State { earlier, ..State::default() };
    }
}

/// What groups are called: the headings of their columns.
pub(super) fn what(grouping: &Grouping<'_>, sheet: &crate::rulebook::Sheet) -> String {
    sheet.named(grouping.by)
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
