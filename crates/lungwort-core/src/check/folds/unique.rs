//! Values that must be unique, over all rows of all files of a batch, at 24 bytes a value.

use std::cmp::Ordering;
use std::sync::Arc;

use hashbrown::HashTable;
use hashbrown::hash_table::Entry;

use super::{Absorbing, AnyFold, Fold, Gathering};
use crate::cell::{Value, key, shown};
use crate::check::rows::RowValues;
use crate::check::rows::result::{ChunkResult, key_of, whole_row};
use crate::condition::{Condition, Truth};
use crate::finding::CellProblem;
use crate::finding::{Problem, Topic, codes::rule as rule_codes, codes::value as value_codes};
use crate::rulebook::{Sheet, capital};
use crate::steps;

/// A set of values that must be unique.
struct UniqueSet<'r> {
    /// The columns: one, several together, or several across.
    columns: Vec<usize>,
    /// Whether a value counts whichever of the columns it is in.
    across: bool,
    /// Whether a blank is compared like a value.
    blanks_equal: bool,
    /// Whether all of it is in the header of records, which is said again on the rows below.
    in_header: bool,
    /// When it counts.
    when: Option<&'r Condition>,
    /// What a repetition is a finding about.
    topic: Topic,
}

struct Unique<'r> {
    sets: Vec<UniqueSet<'r>>,
}

pub(super) fn make(sheet: &Sheet) -> Option<Box<dyn AnyFold + '_>> {
    let in_header = |columns: &[usize]| {
        sheet.record.as_ref().is_some_and(|record| columns.iter().all(|column| record.header.contains(column)))
    };
    // That a record comes again is said of the record.
    let is_key = |index: usize| sheet.record.is_some() && sheet.block.is_none() && sheet.key == [index];
    let columns = sheet.columns.iter().enumerate().filter(|(index, column)| column.unique && !is_key(*index)).map(
        |(index, _)| UniqueSet {
            columns: vec![index],
            across: false,
            blanks_equal: false,
            in_header: in_header(&[index]),
            when: None,
            topic: Topic::Column(index),
        },
    );
    let rules = sheet.rules.iter().enumerate().filter_map(|(at, rule)| {
        let uniqueness = rule.form.uniqueness()?;
        Some(UniqueSet {
            columns: uniqueness.columns.to_vec(),
            across: uniqueness.across,
            blanks_equal: uniqueness.blanks_equal,
            in_header: in_header(uniqueness.columns),
            when: rule.when.as_ref(),
            topic: Topic::Rule(at),
        })
    });
    let sets: Vec<UniqueSet<'_>> = columns.chain(rules).collect();
    if sets.is_empty() { None } else { Some(Box::new(Unique { sets })) }
}

/// A value that must be unique.
struct OnceOnly {
    /// The row within the chunk.
    row: usize,
    column: usize,
    key: u128,
}

/// The values of one set in a chunk.
#[derive(Default)]
pub(super) struct OnceOnlyList {
    /// In the order of rows.
    values: Vec<OnceOnly>,
    /// The first and the last, where each is greater than the one before.
    ascending: Option<(Value<'static>, Value<'static>)>,
}

impl Fold for Unique<'_> {
    type Part = Vec<OnceOnlyList>;
    type State = Vec<Seen>;

    fn gather(&self, from: &Gathering<'_>, result: &mut ChunkResult) -> Vec<OnceOnlyList> {
        let list = |set: &UniqueSet<'_>| {
            let mut list = OnceOnlyList::default();
            let mut named = set.when.iter().flat_map(|when| when.columns()).chain(&set.columns);
            if named.all(|column| from.header.field_of[*column].is_some()) {
                gather_set(from, set, result, &mut list);
            }
            list
        };
        self.sets.iter().map(list).collect()
    }

    fn absorb(&self, state: &mut Vec<Seen>, part: Vec<OnceOnlyList>, with: &mut Absorbing<'_, '_>) {
        state.resize_with(self.sets.len(), Seen::default);
        for ((set, seen), list) in self.sets.iter().zip(state).zip(part) {
            let goes_on = list.ascending.is_some_and(|(first, last)| seen.goes_on(&first, last));
            for OnceOnly { row, column, key } in list.values {
                steps::count(1);
                let number = with.chunk.row_number(row);
                if goes_on {
                    seen.follow(key, with.file, number);
                    continue;
                }
                let Some(first) = seen.note(key, with.file, number) else { continue };
                let field = with.header.field_of[column];
                let text = field.map(|field| with.chunk.original_text(row, field)).unwrap_or_default();
                let problem = set.repetition(with, column, text, first);
                let finding = crate::check::rows::result::RowFinding {
                    field,
                    value: Some(text.into()),
                    key: key_of(with.judge, with.header, with.chunk, row),
                    ..whole_row(row, problem)
                };
                with.findings.push(finding.after_cells());
            }
        }
    }
}

fn gather_set(from: &Gathering<'_>, set: &UniqueSet<'_>, result: &ChunkResult, list: &mut OnceOnlyList) {
    let Gathering { header, shaped, rows, values, .. } = from;
    let mut ascends = matches!((set.columns.as_slice(), set.across), ([_], false));
    let mut ends: Option<(&Value<'_>, &Value<'_>)> = None;
    list.values.reserve(rows.len());
    for (at, &row) in rows.iter().enumerate() {
        if result.leaves_out(row)
            || set.in_header && shaped.continues(row)
            || !set.when.is_none_or(|when| when.judge(&RowValues { values, at }) == Truth::True)
        {
            continue;
        }
        let value = |column: usize| values.typed[column].get(at).filter(|value| !matches!(value, Value::Blank));
        // What could not be read is compared as it is written.
        let raw = |column: usize| {
            let text = header.field_of[column].map(|field| shaped.chunk.text(shaped.chunk.cell(row, field)).trim());
            text.unwrap_or_default()
        };
        let key_of = |column: usize| {
            Some(key::of(value(column)?).unwrap_or_else(|| key::of_texts([raw(column), ""].into_iter())))
        };
        if set.across {
            let all = set.columns.iter();
            list.values.extend(all.filter_map(|column| Some(OnceOnly { row, column: *column, key: key_of(*column)? })));
        } else if let [column] = set.columns.as_slice() {
            let (Some(value), Some(key)) = (value(*column), key_of(*column)) else { continue };
            list.values.push(OnceOnly { row, column: *column, key });
            ascends &= ends.is_none_or(|(_, last)| last.compare(value) == Some(Ordering::Less));
            ends = Some((ends.map_or(value, |(first, _)| first), value));
        } else if match set.blanks_equal {
            true => set.columns.iter().any(|column| value(*column).is_some()),
            false => set.columns.iter().all(|column| value(*column).is_some()),
        } {
            let mut parts = key::Parts::default();
            for column in &set.columns {
                match value(*column) {
                    Some(Value::Unreadable) => parts.add_text(raw(*column)),
                    None => parts.add_text(""),
                    Some(value) => parts.add(value),
                }
            }
            list.values.push(OnceOnly { row, column: set.columns[0], key: parts.key() });
        }
    }
    let known = |value: &Value<'_>| value.is_known();
    list.ascending = ends
        .filter(|(first, _)| ascends && known(first))
        .map(|(first, last)| (first.clone().into_owned(), last.clone().into_owned()));
}

impl UniqueSet<'_> {
    fn repetition(&self, with: &Absorbing<'_, '_>, column: usize, text: &str, first: First) -> Arc<Problem> {
        let heading = &with.judge.sheet.columns[column].heading;
        let place = if first.file == with.file {
            format!("row {}", first.row)
        } else {
            format!("row {} of {}", first.row, with.names[first.file])
        };
        let shown = shown::quoted(text.trim());
        match self.topic {
            Topic::Rule(rule) => {
                let sentence = with.judge.sheet.rules[rule].sentence.trim_end_matches('.');
                let code = if self.across { &rule_codes::REPEATED_ACROSS } else { &rule_codes::REPEATED_ROW };
                let message = format!("{}; {heading} {shown} is in {place} already.", capital(sentence));
                with.judge.rule_problem(rule, code, message)
            }
            _ => {
                let message = format!("is {shown}, which is in {place} already; it must be unique.");
                with.judge.columns[column].problem(CellProblem::new(&value_codes::REPEATED_VALUE, message))
            }
        }
    }
}

/// One set of values, told apart by 128-bit hashes, each with where it first stood.
///
/// Most exports are sorted by their key, and what strictly ascends cannot repeat: as long as values come so, they
/// are only written down. The first that does not brings all of them into a table. The table is in shards that
/// grow one at a time, so that growing never doubles the memory of all of it.
#[derive(Debug)]
pub struct Seen {
    /// Values written down while they ascended, in pieces that need not move when more come.
    ascending: Vec<Vec<Stood>>,
    /// The last of them; `None` once they no longer ascend.
    last: Option<Value<'static>>,
    shards: Vec<HashTable<Stood>>,
}

const SHARDS: usize = 64;
/// Values in one piece of those that ascend.
const PIECE: usize = 1 << 16;

/// A value's hash in two halves (so that it packs into 24 bytes) and where it stood.
#[derive(Debug, Clone, Copy)]
struct Stood {
    high: u64,
    low: u64,
    place: u64,
}

/// Where a value first stood.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct First {
    /// Which file.
    pub file: usize,
    /// Which row of it.
    pub row: u64,
}

/// Rows take the lower 44 bits of a place, files the upper 20: 17 million million rows, a million files.
const ROW_BITS: u32 = 44;

impl Default for Seen {
    fn default() -> Self {
        let shards = (0..SHARDS).map(|_| HashTable::new()).collect();
        Seen { ascending: Vec::new(), last: Some(Value::Blank), shards }
    }
}

impl Seen {
    /// Whether values from `first` to `last`, which strictly ascend, come behind all that were noted. If so, they
    /// may be noted by [`Seen::follow`], otherwise by [`Seen::note`].
    pub fn goes_on(&mut self, first: &Value<'_>, last: Value<'static>) -> bool {
        match &mut self.last {
            Some(before) if matches!(before, Value::Blank) || before.compare(first) == Some(Ordering::Less) => {
                *before = last;
                true
            }
            _ => false,
        }
    }

    /// Notes a value of a run that goes on.
    pub fn follow(&mut self, hash: u128, file: usize, row: u64) {
        let stood = Stood::new(hash, file, row);
        match self.ascending.last_mut().filter(|piece| piece.len() < PIECE) {
            Some(piece) => piece.push(stood),
            None => {
                let mut piece = Vec::with_capacity(PIECE);
                piece.push(stood);
                self.ascending.push(piece);
            }
        }
    }

    /// Notes a value. Returns where it stood first, if it stood before.
    pub fn note(&mut self, hash: u128, file: usize, row: u64) -> Option<First> {
        if self.last.take().is_some() {
            for piece in std::mem::take(&mut self.ascending) {
                for stood in piece {
                    self.insert(stood);
                }
            }
        }
        self.insert(Stood::new(hash, file, row))
    }

    fn insert(&mut self, new: Stood) -> Option<First> {
        let shard = &mut self.shards[(new.high >> 58) as usize];
        match shard.entry(new.low, |stood| stood.low == new.low && stood.high == new.high, |stood| stood.low) {
            Entry::Occupied(entry) => Some(entry.get().first()),
            Entry::Vacant(entry) => {
                entry.insert(new);
                None
            }
        }
    }
}

impl Stood {
    fn new(hash: u128, file: usize, row: u64) -> Stood {
        Stood { high: (hash >> 64) as u64, low: hash as u64, place: (file as u64) << ROW_BITS | row }
    }

    fn first(&self) -> First {
        First { file: (self.place >> ROW_BITS) as usize, row: self.place & ((1 << ROW_BITS) - 1) }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn the_first_place_is_remembered_over_files() {
        let mut seen = Seen::default();
        assert_eq!(seen.note(7, 0, 12), None);
        assert_eq!(seen.note(7, 3, 5), Some(First { file: 0, row: 12 }));
        assert_eq!(seen.note(7 << 64, 3, 5), None);
        assert_eq!(std::mem::size_of::<Stood>(), 24);
    }

    #[test]
    fn values_that_ascended_are_remembered_when_one_no_longer_does() {
        let mut seen = Seen::default();
        let count = PIECE as u64 * 2 + 5;
        let text = |text: &'static str| Value::Text(text.into());
        assert!(seen.goes_on(&text("a"), text("m")));
        for value in 0..count {
            seen.follow(u128::from(value), 0, value + 2);
        }
        assert!(!seen.goes_on(&text("m"), text("z")) && seen.goes_on(&text("n"), text("z")));
        assert_eq!(seen.note(u128::from(count - 1), 1, 9), Some(First { file: 0, row: count + 1 }));
        assert!(!seen.goes_on(&text("zz"), text("zzz")));
        assert_eq!(seen.note(u128::from(count), 1, 10), None);
    }
}
