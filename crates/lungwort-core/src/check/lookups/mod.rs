//! Looking rows up: in references, in other sheets, among the existing records.
//!
//! In: a look-up of the rulebook and the table it goes to. Out: which row of the table each row names, what stands in it, and
//! findings where that is none, several, or one that may not be used. A table is indexed once, and found in constant time.

mod index;
mod near;
mod rows;
mod say;

use std::sync::Arc;
use std::sync::atomic::{AtomicU8, Ordering};

use index::{Counts, is_same, key_of_row};
pub(crate) use index::{Index, MANY, at_once, key_of_part, key_of_texts, key_of_values};
use near::Near;

use crate::cell::Value;
use crate::cell::shown::clipped;
use crate::condition::{Condition, Labels as _, Row, Slot, Truth};
use crate::rulebook::Sheet;
use crate::rulebook::lookup::{KnownAnswer, ListColumns};
use crate::rulebook::model::{ListOf, Lookup, LookupKey, Table};
use crate::rulebook::rule::{Each, found_of};
use crate::rulebook::written::WrittenNone;
use jiff::civil::Date;

/// Which row of the list a row names.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub(crate) enum Found {
    /// No key is filled.
    Unasked,
    /// A key could not be read.
    Open,
    /// Several values in the cell, each of which names a row.
    List,
    /// This one.
    Row(u32),
    /// None has the key, which is that of this place.
    None(u8),
    /// Several have the key of this place; the first of them.
    Several(u8, u32),
    /// The first key names this row, and the key of this place another one or none.
    Disagree(u8, u32),
}

/// A look-up with its table.
pub(crate) struct LookedIn<'r> {
    pub lookup: &'r Lookup,
    /// The table; `None` while it is not known.
    pub table: Option<Indexed>,
    /// For each column of the list, whether anything asks for its values.
    pub wants: Vec<bool>,
    /// Whether anything depends on it.
    pub active: bool,
    /// Keys that other systems gave: what each is called, and its keys.
    elsewhere: Vec<(String, Index)>,
}

/// A table indexed by the keys of a look-up.
pub(crate) struct Indexed {
    pub table: Arc<Table>,
    indices: Vec<Index>,
    near: Near,
    /// For each row, whether it may be used, once somebody has asked: 0 where nobody has, 1 where it may, 2 where not.
    usable: Vec<AtomicU8>,
}

/// What a chunk's rows found by one look-up.
#[derive(Default)]
pub(crate) struct Looked<'b> {
    /// For each row.
    pub found: Vec<Found>,
    /// For each column of the list whose values are wanted, the values by row.
    pub columns: Vec<Vec<Value<'b>>>,
}

/// A row of a list, for conditions over it.
pub(crate) struct ListRow<'t> {
    values: Vec<Value<'t>>,
    answers: &'t [KnownAnswer],
    today: Date,
}

impl Row for ListRow<'_> {
    fn value(&self, slot: Slot) -> &Value<'_> {
        match slot {
            Slot::Column(column) => self.values.get(column).unwrap_or(&Value::Blank),
            Slot::Other(_, answer) => self.answers.get(answer).map_or(&Value::Blank, |known| &known.value),
            Slot::Aggregate(_) => &Value::Blank,
        }
    }

    fn today(&self) -> Date {
        self.today
    }
}

impl<'r> LookedIn<'r> {
    /// The look-ups of a sheet, each with what asks for it.
    pub fn of(sheet: &'r Sheet, today: Date) -> Vec<LookedIn<'r>> {
        let asked = asked(sheet);
        let one = |(at, lookup): (usize, &'r Lookup)| {
            let mut wants = vec![false; lookup.columns.0.len()];
            asked.iter().filter(|(of, _)| *of == at).for_each(|(_, column)| wants[*column] = true);
            let finds = lookup.none != WrittenNone::Allowed || lookup.must.is_some() || lookup.used.is_some();
            // What a row asks for is decided by what it finds.
            let decides = sheet.intent.as_ref().is_some_and(|intent| intent.lookup == at);
            let groups = sheet.rules.iter().any(|rule| matches!(rule.each, Each::Found { lookup, .. } if lookup == at));
            let active = finds || decides || groups || wants.contains(&true);
            let elsewhere = match lookup.list {
                ListOf::Existing(_) => elsewhere(sheet, lookup),
                _ => Vec::new(),
            };
            let mut looked_in = LookedIn { lookup, table: None, wants, active, elsewhere };
            if let ListOf::Reference { table, .. } | ListOf::Existing(Some(table)) | ListOf::Answers(table) =
                &lookup.list
            {
                looked_in.set(Arc::clone(table), today);
            }
            looked_in
        };
        sheet.lookups.iter().enumerate().map(one).collect()
    }

    /// Keys that several rows of the table have: the key, and how many rows.
    pub fn repeated(&self) -> Vec<(String, usize)> {
        let Some(indexed) = &self.table else { return Vec::new() };
        let of_key = |(key, index): (&LookupKey, &Index)| {
            let one = |first: u32| {
                let cells = key.theirs.iter().map(|column| clipped(indexed.table.cell(first as usize, *column), 60));
                (cells.collect::<Vec<_>>().join(" / "), index.others(first).len() + 1)
            };
            index.repeated().into_iter().map(one).collect::<Vec<_>>()
        };
        self.lookup.keys.iter().zip(&indexed.indices).flat_map(of_key).collect()
    }

    /// What a row of the list is called: its cells of the first key that it has.
    pub fn name_of(&self, row: usize) -> String {
        let Some(indexed) = &self.table else { return String::new() };
        let cells = |key: &LookupKey| -> Vec<&str> {
            key.theirs.iter().map(|column| indexed.table.cell(row, *column).trim()).collect()
        };
        let named = self.lookup.keys.iter().map(cells).find(|cells| cells.iter().all(|cell| !cell.is_empty()));
        named.unwrap_or_default().join(" / ")
    }

    /// The system that gave a key, if another one did.
    pub fn given_by(&self, key: u128) -> Option<&str> {
        self.elsewhere.iter().find(|(_, index)| index.find(key).is_some()).map(|(name, _)| name.as_str())
    }

    /// What a row's values find in a column of the list, by the first key that is filled: as [`Looked`] has it for the
    /// rows of a file, and with nothing said of it.
    pub fn value_for(&self, row: &impl Row, column: usize) -> Value<'_> {
        let Some(indexed) = &self.table else { return Value::Unreadable };
        let found = |at: u32| read(&self.lookup.columns, &indexed.table, at as usize, column);
        if self.lookup.keys.is_empty() {
            return found(0);
        }
        for (key, index) in self.lookup.keys.iter().zip(&indexed.indices).filter(|(key, _)| key.counts_for(row)) {
            let value = |column: usize| row.value(Slot::Column(column));
            match key.own.iter().map(|column| value(*column)).find(|value| !value.is_known()) {
                Some(Value::Blank) => continue,
                Some(_) => return Value::Unreadable,
                None => {}
            }
            return match index.find(key_of_values(key, value)) {
                Some(first) if index.others(first).is_empty() => found(first),
                None if self.lookup.none == WrittenNone::Allowed => Value::Blank,
                _ => Value::Unreadable,
            };
        }
        Value::Blank
    }

    /// The first row of the list that has that key.
    pub fn row_with(&self, number: usize, key: u128) -> Option<u32> {
        self.table.as_ref()?.indices.get(number)?.find(key)
    }

    /// Whether a condition holds for a row of the list.
    pub fn holds(&self, row: u32, condition: &Condition, today: Date) -> Truth {
        let Some(indexed) = &self.table else { return Truth::Unknown };
        holds(self.lookup, &indexed.table, row as usize, condition, today)
    }

    /// What one of several values in a cell finds by a key of one column.
    pub fn find_part(&self, number: usize, part: &str) -> Found {
        let Some((index, key)) =
            self.table.as_ref().and_then(|table| table.indices.get(number)).zip(self.lookup.keys.get(number))
        else {
            return Found::Open;
        };
        match index.find(key_of_part(key, part)) {
            None => Found::None(number as u8),
            Some(first) if !index.others(first).is_empty() => Found::Several(number as u8, first),
            Some(first) => Found::Row(first),
        }
    }

    /// Whether a row that was found may be used. What holds for a row of the list holds whoever names it.
    pub fn is_usable(&self, table: &Indexed, row: u32, today: Date) -> bool {
        let (Some(must), Some(known)) = (&self.lookup.must, table.usable.get(row as usize)) else { return true };
        match known.load(Ordering::Relaxed) {
            1 => true,
            2 => false,
            _ => {
                let usable = holds(self.lookup, &table.table, row as usize, must, today) != Truth::False;
                known.store(if usable { 1 } else { 2 }, Ordering::Relaxed);
                usable
            }
        }
    }

    /// Whether which rows of the list there are depends on an answer that must be given and was not. That it is missing is
    /// reported, and every row would follow from it.
    fn goes_by_a_missing_answer(&self) -> bool {
        let lookup = self.lookup;
        let of_keys = lookup.keys.iter().filter_map(|key| key.only.as_deref());
        let conditions = lookup.only.iter().chain(&lookup.must).chain(of_keys);
        let answers = &lookup.columns.1;
        let is_missing = |answer: usize| answers.get(answer).is_some_and(|known| known.is_missing);
        conditions.flat_map(Condition::others).any(|(_, answer)| is_missing(answer))
    }

    /// Gives it the table that it looks in.
    pub fn set(&mut self, table: Arc<Table>, today: Date) {
        let lookup = self.lookup;
        if !self.active || self.goes_by_a_missing_answer() {
            return;
        }
        let counts = |row: usize| match &lookup.only {
            Some(only) => holds(lookup, &table, row, only, today) == Truth::True,
            None => true,
        };
        let of_key = |key: &LookupKey, row: usize| {
            let only = key.only.as_ref();
            only.is_none_or(|only| holds_in(&lookup.columns, &table, row, only, today) == Truth::True)
        };
        let index = |key: &LookupKey| {
            let counts = |row: usize| counts(row) && of_key(key, row);
            let some = lookup.only.is_some() || key.only.is_some();
            Index::new(&table, key, some.then_some(&counts as &Counts<'_>))
        };
        let indices = lookup.keys.iter().map(index).collect();
        let rows = if lookup.must.is_some() { table.row_count() } else { 0 };
        let usable = std::iter::repeat_with(AtomicU8::default).take(rows).collect();
        self.table = Some(Indexed { table, indices, near: Near::default(), usable });
    }
}

/// The value in a row and column of a list.
pub(crate) fn read<'t>(columns: &ListColumns, table: &'t Table, row: usize, column: usize) -> Value<'t> {
    let text = table.cell(row, column);
    match columns.0.get(column) {
        _ if text.is_empty() => Value::Blank,
        Some(known) => known.kind.read(text).unwrap_or(Value::Unreadable),
        None => Value::Unreadable,
    }
}

/// Whether a condition over a list holds for one of its rows.
pub(crate) fn holds(lookup: &Lookup, table: &Table, row: usize, condition: &Condition, today: Date) -> Truth {
    holds_in(&lookup.columns, table, row, condition, today)
}

/// The same of a list that is not looked up in.
pub(crate) fn holds_in(columns: &ListColumns, table: &Table, row: usize, condition: &Condition, today: Date) -> Truth {
    let mut values = vec![Value::Blank; condition.columns().last().map_or(0, |last| last + 1)];
    condition.columns().iter().for_each(|column| values[*column] = read(columns, table, row, *column));
    condition.judge(&ListRow { values, answers: &columns.1, today })
}

/// The keys that other systems gave, by the first key of a look-up among the existing records.
fn elsewhere(sheet: &Sheet, lookup: &Lookup) -> Vec<(String, Index)> {
    let Some(existing) = &sheet.existing else { return Vec::new() };
    let one = |(name, table): &(String, Arc<Table>)| {
        let key = lookup.keys.first()?;
        let place = |(own, theirs): (&usize, &usize)| {
            let column = &sheet.columns[*own];
            let names = std::iter::once(lookup.columns.heading(*theirs));
            let names = names.chain(column.headings().map(str::to_owned)).chain(column.name.clone());
            names.into_iter().find_map(|name| table.heading(&name))
        };
        let theirs: Option<Vec<usize>> = key.own.iter().zip(&key.theirs).map(place).collect();
        let key = LookupKey {
            own: key.own.clone(),
            theirs: theirs?,
            kinds: key.kinds.clone(),
            folding: key.folding,
            with_blanks: false,
            when: None,
            only: None,
        };
        Some((name.clone(), Index::new(table, &key, None)))
    };
    existing.elsewhere.iter().filter_map(one).collect()
}

/// What a sheet asks of the rows that its look-ups find.
fn asked(sheet: &Sheet) -> Vec<(usize, usize)> {
    let mut conditions: Vec<&Condition> = Vec::new();
    let mut asked: Vec<(usize, usize)> = Vec::new();
    for column in &sheet.columns {
        conditions.extend(column.required_when.iter().chain(&column.blank_when));
    }
    for rule in &sheet.rules {
        conditions.extend(&rule.when);
        asked.extend(rule.form.found());
        asked.extend(rule.message.iter().flat_map(crate::rulebook::model::Message::found));
    }
    conditions.extend(sheet.intent.iter().filter_map(|intent| intent.locked_when.as_ref()));
    asked.extend(found_of(conditions.into_iter().flat_map(Condition::others)));
    asked.extend(found_of(sheet.figures.iter().flat_map(|figure| figure.formula.others())));
    asked
}
