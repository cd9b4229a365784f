//! One chunk's rows, run by run: neighbours of one group come to one entry.

use std::sync::Arc;

use foldhash::fast::FixedState;
use hashbrown::HashMap;

use super::cold::{Packed, take};
use super::sequence::Ends;
use super::words::{WORD, Word};
use super::{Grouping, QUOTE, SameOf};
use crate::cell::{Value, key, shown};
use crate::check::folds::Gathering;
use crate::check::folds::total::Total;
use crate::check::problem::{about_column, rule_problem};
use crate::check::rows::RowValues;
use crate::check::rows::result::{ChunkResult, FIRST_RULE, RowFinding, whole_row};
use crate::check::rules::quoted;
use crate::condition::{Accumulator, Condition, Row as _, Slot, Truth};
use crate::finding::codes::rule as codes;
use crate::finding::{Code, Problem, RowSet};
use crate::rulebook::Sheet;

/// The longest name of a group that is shown.
const NAME: usize = 60;

/// Neighbouring rows of one group.
pub(in crate::check::folds) struct Run {
    pub key: u128,
    /// The first row within the chunk, and the numbers of the first and the last as a spreadsheet counts.
    pub at: usize,
    pub first: u64,
    pub last: u64,
    pub rows: u32,
    /// Where its name is among the part's names.
    pub name: std::ops::Range<usize>,
}

/// The first value of a run in a column that has one value.
#[derive(Debug, Clone, Default, PartialEq)]
pub(in crate::check::folds) enum FirstValue {
    #[default]
    None,
    /// A hash of the value, with `WORD` set.
    Key(u64),
    Number(rust_decimal::Decimal),
}

impl FirstValue {
    pub fn of(same: &SameOf<'_>, value: &Value<'_>) -> FirstValue {
        match (value, same.tolerance) {
            (Value::Number(number), Some(_)) => FirstValue::Number(*number),
            _ => key::of(value).map_or(FirstValue::None, |key| FirstValue::Key(key as u64 | WORD)),
        }
    }

    /// Whether two are the same; what is blank or cannot be read is compared with nothing.
    pub fn is_same(&self, other: &FirstValue, same: &SameOf<'_>) -> bool {
        match (self, other) {
            (FirstValue::None, _) | (_, FirstValue::None) => true,
            (FirstValue::Number(one), FirstValue::Number(other)) => {
                let apart = one.checked_sub(*other).map(|apart| apart.abs());
                apart.is_some_and(|apart| apart <= same.tolerance.unwrap_or_default())
            }
            (one, other) => one == other,
        }
    }
}

impl Word for FirstValue {
    fn word(&self) -> Option<u64> {
        match self {
            FirstValue::None => Some(WORD),
            FirstValue::Key(key) => Some(*key),
            FirstValue::Number(_) => None,
        }
    }

    fn of_word(word: u64) -> FirstValue {
        if word == WORD { FirstValue::None } else { FirstValue::Key(word) }
    }
}

impl Packed for FirstValue {
    fn pack(&self, record: &mut Vec<u8>) -> bool {
        match self {
            FirstValue::None => record.push(0),
            FirstValue::Key(key) => {
                record.push(1);
                record.extend(key.to_le_bytes());
            }
            FirstValue::Number(number) => {
                record.push(2);
                number.pack(record);
            }
        }
        true
    }

    fn unpack(record: &mut &[u8]) -> Option<FirstValue> {
        Some(match take(record)? {
            [0] => FirstValue::None,
            [1] => FirstValue::Key(u64::from_le_bytes(take(record)?)),
            [2] => FirstValue::Number(Packed::unpack(record)?),
            _ => return None,
        })
    }
}

/// A row whose value differs from the first one of its run.
pub(in crate::check::folds) struct Differs {
    pub run: usize,
    pub same: usize,
    pub row: usize,
}

/// What a chunk comes to.
#[derive(Default)]
pub(in crate::check::folds) struct Part {
    pub runs: Vec<Run>,
    pub names: String,
    /// For each run, one a total.
    pub totals: Vec<Total>,
    /// For each run, one a column that has one value, and the row of it.
    pub firsts: Vec<(FirstValue, usize)>,
    /// For each run, one a column whose values follow each other, and the row of the first value.
    pub ends: Vec<(Ends, usize)>,
    pub differs: Vec<Differs>,
    /// What a rule says of the row that begins the values of a run, where it quotes what only the chunk knows: by the place
    /// of those values.
    pub said: HashMap<usize, String, FixedState>,
    /// Totals that a row is left out of: the run, the total, the row's number.
    pub open: Vec<(usize, usize, u64)>,
    /// Rows that belong to no group.
    pub without: RowSet,
}

struct Gatherer<'g, 'r> {
    sheet: &'g Sheet,
    grouping: &'g Grouping<'r>,
    from: &'g Gathering<'g>,
    accumulators: Vec<Accumulator>,
    part: Part,
}

pub(super) fn gather(
    sheet: &Sheet,
    grouping: &Grouping<'_>,
    from: &Gathering<'_>,
    result: &mut ChunkResult,
) -> Option<Part> {
    let fields = grouping.by.iter().map(|column| from.header.field_of[*column]);
    // Of the keys of a look-up, not all need be in the file.
    let fields: Vec<usize> = match grouping.lookup {
        Some(_) => fields.flatten().collect(),
        None => fields.collect::<Option<_>>()?,
    };
    let accumulators = grouping.totals.iter().map(|total| Accumulator::new(total.aggregate.get())).collect();
    let mut gatherer = Gatherer { sheet, grouping, from, accumulators, part: Part::default() };
    let chunk = &from.shaped.chunk;
    // The row before, and its place among those judged.
    let mut running: Option<(usize, usize)> = None;
    for (at, &row) in from.rows.iter().enumerate() {
        let outside = !grouping.records && !grouping.by.is_empty() && !from.shaped.concerns(sheet, row, grouping.by);
        if outside || result.leaves_out(row) {
            continue;
        }
        let text = |row: usize, field: usize| chunk.text(chunk.cell(row, field));
        let goes_on = running.is_some_and(|(before_at, before)| match grouping.lookup {
            _ if grouping.records => from.shaped.same_record(before, row),
            Some(lookup) => from.found_group(lookup, before_at) == from.found_group(lookup, at),
            None => fields.iter().all(|field| text(before, *field) == text(row, *field)),
        });
        // A run has no other rows between, blank ones included, so that its rows are those from its first to its last.
        let number = from.shaped.number_of(sheet, row);
        let joined = gatherer.part.runs.last().is_some_and(|run| run.last + 1 == number);
        if !goes_on || !joined {
            let Some(key) = gatherer.key(at, row) else {
                gatherer.end_run();
                running = None;
                // Rows that belong to no record have a finding of their own, and so have those for which nothing is found.
                let names_several = || grouping.lookup.is_some_and(|lookup| from.names_several(lookup, at));
                if !grouping.records && (grouping.lookup.is_none() || names_several()) {
                    gatherer.part.without.add(number, number);
                }
                continue;
            };
            if running.is_none() || !joined || gatherer.part.runs.last().is_none_or(|run| run.key != key) {
                gatherer.end_run();
                gatherer.begin_run(key, (at, row));
            }
        }
        running = Some((at, row));
        gatherer.row(at, row, result);
    }
    gatherer.end_run();
    Some(gatherer.part)
}

impl Gatherer<'_, '_> {
    /// The key of a row's group; `None` where a part of it is blank.
    fn key(&self, at: usize, row: usize) -> Option<u128> {
        if self.grouping.records {
            return self.from.shaped.record_hash(row);
        }
        if let Some(lookup) = self.grouping.lookup {
            return self.from.found_group(lookup, at);
        }
        let mut parts = key::Parts::default();
        for column in self.grouping.by {
            match self.from.values.typed[*column].get(at)? {
                Value::Blank => return None,
                // What could not be read is told apart as it is written.
                Value::Unreadable => parts.add_text(self.from.text(row, *column).trim()),
                value => self.sheet.add_to_group(*column, value, &mut parts),
            }
        }
        Some(parts.key())
    }

    fn begin_run(&mut self, key: u128, (at, row): (usize, usize)) {
        let from = self.part.names.len();
        let record = self.from.shaped.record_of(row).filter(|_| self.grouping.records);
        self.part.names.push_str(record.and_then(|record| record.key.as_deref()).unwrap_or_default());
        if let Some(lookup) = self.grouping.lookup {
            let name = self.from.found_name(lookup, at);
            self.part.names.push_str(&shown::clipped(&name, NAME));
        }
        let by = if self.grouping.records || self.grouping.lookup.is_some() { &[] } else { self.grouping.by };
        for (place, column) in by.iter().enumerate() {
            self.part.names.push_str(if place > 0 { " / " } else { "" });
            match self.from.text(row, *column).trim() {
                plain if plain.len() <= NAME && plain.bytes().all(|byte| byte.is_ascii_graphic()) => {
                    self.part.names.push_str(plain);
                }
                other => self.part.names.push_str(&shown::clipped(other, NAME)),
            }
        }
        let values = RowValues { values: self.from.values, at };
        for part in &self.grouping.quotes {
            self.part.names.push(QUOTE);
            let quote = quoted(self.sheet, part, &|column| self.from.text(row, column), &values);
            self.part.names.push_str(&shown::clipped(quote.as_deref().unwrap_or_default().trim(), shown::SHOWN));
        }
        let number = self.from.shaped.number_of(self.sheet, row);
        let name = from..self.part.names.len();
        self.part.runs.push(Run { key, at: row, first: number, last: number, rows: 0, name });
        self.part.firsts.extend(self.grouping.same.iter().map(|_| (FirstValue::None, row)));
        self.part.ends.extend(self.grouping.follows.iter().map(|_| (Ends::default(), row)));
    }

    fn end_run(&mut self) {
        let totals = self.grouping.totals.len();
        if self.part.totals.len() < self.part.runs.len() * totals {
            let each = self.accumulators.iter_mut().zip(&self.grouping.totals);
            self.part.totals.extend(each.map(|(accumulator, of)| Total::of(accumulator, of.aggregate.get())));
        }
    }

    fn row(&mut self, at: usize, row: usize, result: &mut ChunkResult) {
        let values = RowValues { values: self.from.values, at };
        let number = self.from.shaped.number_of(self.sheet, row);
        let run = self.part.runs.len() - 1;
        self.part.runs[run].last = number;
        self.part.runs[run].rows += 1;
        let counts = |when: Option<&Condition>| when.map_or(Truth::True, |when| when.judge(&values));
        let head = self.sheet.block.is_some() && self.from.shaped.is_head(row);
        for (slot, of) in self.grouping.totals.iter().enumerate() {
            // The rows of a block are its lines.
            if head && of.aggregate.get().argument.is_none() {
                continue;
            }
            let read = match counts(of.when) {
                Truth::True => self.accumulators[slot].add(of.aggregate.get(), &values),
                Truth::False => true,
                Truth::Unknown => of.when.is_none_or(|when| !cannot_be_read(when, &values)),
            };
            if !read {
                self.part.open.push((run, slot, number));
            }
        }
        for (place, same) in self.grouping.same.iter().enumerate() {
            if counts(same.when) != Truth::True {
                continue;
            }
            let value = FirstValue::of(same, values.value(Slot::Column(same.column)));
            let (first, first_row) = &mut self.part.firsts[run * self.grouping.same.len() + place];
            if *first == FirstValue::None {
                (*first, *first_row) = (value, row);
            } else if !first.is_same(&value, same) {
                self.part.differs.push(Differs { run, same: place, row });
            }
        }
        for (place, follow) in self.grouping.follows.iter().enumerate() {
            if counts(follow.when) != Truth::True || !self.from.shaped.concerns(self.sheet, row, &[follow.column]) {
                continue;
            }
            let value = values.value(Slot::Column(follow.column));
            let (ends, first_row) = &mut self.part.ends[run * self.grouping.follows.len() + place];
            let text = |column| self.from.text(row, column);
            let rule = &self.sheet.rules[follow.rule];
            let said = || rule.said(&|part| quoted(self.sheet, part, &text, &values));
            if !ends.is_begun() && value.is_known() {
                *first_row = row;
                if rule.message.as_ref().is_some_and(|message| !message.found().is_empty()) {
                    self.part.said.insert(run * self.grouping.follows.len() + place, said());
                }
            }
            if let Some(due) = ends.add(follow.how, value) {
                let found = slip(self.sheet, self.grouping, (place, &due), &said(), text(follow.column));
                let field = self.from.header.field_of[follow.column];
                let value = Some(self.from.text(row, follow.column).into());
                result.findings.push(RowFinding {
                    field,
                    value,
                    order: FIRST_RULE + follow.rule as u32,
                    ..whole_row(row, found)
                });
            }
        }
    }
}

/// Whether a column of a condition could not be read. Else it is a blank that leaves it open, and the row does not count.
fn cannot_be_read(when: &Condition, values: &RowValues<'_, '_>) -> bool {
    when.columns().iter().any(|column| *values.value(Slot::Column(*column)) == Value::Unreadable)
}

/// A value that does not follow the one before.
pub(super) fn slip(
    sheet: &Sheet,
    grouping: &Grouping<'_>,
    (place, due): (usize, &str),
    said: &str,
    here: &str,
) -> Arc<Problem> {
    let follow = &grouping.follows[place];
    let counted = matches!(follow.how, super::Follow::Count);
    let code = if counted { &codes::NUMBERING_SLIP } else { &codes::OUT_OF_ORDER };
    let heading = &sheet.columns[follow.column].heading;
    let message = format!("{said}; here {heading} is {}, and {due}.", shown::quoted(here.trim()));
    rule_problem(sheet, follow.rule, code, message)
}

/// A problem of the groups themselves, whatever the rules.
pub(super) fn of_groups(sheet: &Sheet, grouping: &Grouping<'_>, code: &'static Code, message: String) -> Arc<Problem> {
    about_column(code, sheet, grouping.by.first().copied().unwrap_or(0), message)
}
