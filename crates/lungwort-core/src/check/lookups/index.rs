//! An index of a table by a key: about ten bytes a row, since the key itself is looked at in the table, where the row that is found is
//! wanted anyway; nothing where the table is in the order of the key, as exports often are, and the rows that ask come in that order too.

use std::cmp::Ordering;
use std::collections::HashMap;
use std::num::NonZeroU128;
use std::ops::Range;
use std::sync::{Arc, OnceLock};

use hashbrown::HashTable;

use crate::cell::spelling::Folding;
use crate::cell::{Value, key};
use crate::rulebook::model::{ColumnType, LookupKey, Table};

/// Which rows of a table count.
pub(crate) type Counts<'c> = dyn Fn(usize) -> bool + Sync + 'c;

/// Which rows of a table have a key.
#[derive(Debug)]
pub(crate) struct Index {
    table: Arc<Table>,
    /// What of its rows is the key.
    of: LookupKey,
    /// Of each key the first row: in one part, or in two that were made at the same time. Of a table in the order of its key this is made
    /// when somebody asks in another order.
    parts: OnceLock<Vec<Part>>,
    /// The column of the key, where the table is in the order of it and has each once.
    ascending: Option<usize>,
    /// Whether each row counts and none has the key of another one.
    is_whole: bool,
}

/// The keys of which the uppermost of the bits that are kept is the same.
#[derive(Debug, Default)]
struct Part {
    /// The first row of each key.
    rows: HashTable<u32>,
    /// Of a key that several rows have, the others.
    more: HashMap<u32, Vec<u32>>,
}

/// How many rows are put into an index at a time: their places are looked at first, with nothing between, so that the misses of the
/// cache go on at the same time.
const AT_A_TIME: usize = 128;
/// How many keys are looked up before it is seen whether they come in the order of the table.
const A_FEW: usize = 4;
/// Rows from which on a second thread is worth its while.
pub(crate) const MANY: usize = 50_000;

/// The part of two that a key is in.
fn half_of(key: u128) -> usize {
    (key >> 95) as usize & 1
}

impl Index {
    /// Indexes the rows of a table that count: all of them, or some. A row with a blank in the key is found by nothing.
    pub fn new(table: &Arc<Table>, of: &LookupKey, counts: Option<&Counts<'_>>) -> Index {
        if let Some(column) = plain_text(of)
            && counts.is_none()
            && is_ascending(table, column)
        {
            let parts = OnceLock::new();
            return Index { table: Arc::clone(table), of: of.clone(), parts, ascending: Some(column), is_whole: true };
        }
        let parts = Index::made(table.row_count(), &|row| {
            key_of_row(table, of, row).filter(|_| counts.is_none_or(|counts| counts(row)))
        });
        let is_whole = parts.iter().map(|part| part.rows.len()).sum::<usize>() == table.row_count();
        Index { table: Arc::clone(table), of: of.clone(), parts: parts.into(), ascending: None, is_whole }
    }

    fn made(count: usize, key: &(dyn Fn(usize) -> Option<u128> + Sync)) -> Vec<Part> {
        let key = |row: usize| NonZeroU128::new(key(row)?);
        let keys = |rows: Range<usize>| rows.map(key).collect::<Vec<_>>();
        let mut parts: Vec<Part> = Vec::new();
        if count < MANY {
            parts.push(Part::new(&[keys(0..count)], |_| true));
        } else {
            let (mut first, mut second) = (Vec::new(), Vec::new());
            at_once(|| first = keys(0..count / 2), || second = keys(count / 2..count));
            let keys = [first, second];
            parts.resize_with(2, Part::default);
            if let [low, high] = parts.as_mut_slice() {
                let half = |wanted: usize| Part::new(&keys, move |key| half_of(key) == wanted);
                at_once(|| *low = half(0), || *high = half(1));
            }
        }
        parts
    }

    fn parts(&self) -> &[Part] {
        let key = |row: usize| key_of_row(&self.table, &self.of, row);
        self.parts.get_or_init(|| Index::made(self.table.row_count(), &key))
    }

    /// The first rows that so many keys have, in the order of the keys. Where these come in the order of the table, which is what an
    /// export that was edited and sent back does, the next row of the table is looked at and not the index, in which each key is a miss
    /// of the cache: `is_row` says whether a row of the table plainly has the key at a place, `order` how a text of the table compares with
    /// that key.
    pub fn find_all(
        &self,
        asked: usize,
        is_row: impl Fn(usize, u32) -> bool,
        key: impl Fn(usize) -> u128,
        order: impl Fn(usize, &str) -> Option<Ordering>,
    ) -> Vec<Option<u32>> {
        let mut found: Vec<Option<u32>> = Vec::with_capacity(asked);
        let (mut keys, mut likely) = (Vec::new(), Vec::new());
        let mut next_few = A_FEW;
        while found.len() < asked {
            if let [.., Some(before), Some(last)] = found.as_slice()
                && self.is_whole
                && *last == before + 1
            {
                let mut next = last + 1;
                while found.len() < asked && (next as usize) < self.table.row_count() && is_row(found.len(), next) {
                    found.push(Some(next));
                    next_few = A_FEW;
                    next += 1;
                }
            }
            let some = found.len()..asked.min(found.len() + next_few);
            match &self.ascending {
                // A few are searched for: most likely the rest come in order.
                Some(column) if next_few < AT_A_TIME && self.parts.get().is_none() => {
                    found.extend(some.map(|at| search(&self.table, *column, |listed| order(at, listed))));
                }
                _ => {
                    keys.clear();
                    keys.extend(some.map(&key));
                    likely.clear();
                    likely.extend(keys.iter().filter_map(|key| self.part(*key)?.likely(*key)));
                    let looked_at = likely.iter().map(|row| self.table.touch(*row as usize));
                    std::hint::black_box(looked_at.fold(0_u8, u8::wrapping_add));
                    found.extend(keys.iter().map(|key| self.find(*key)));
                }
            }
            next_few = AT_A_TIME.min(next_few * 2);
        }
        found
    }

    /// The part that a key is in.
    #[inline]
    fn part(&self, key: u128) -> Option<&Part> {
        let parts = self.parts();
        parts.get(half_of(key)).or(parts.first())
    }

    /// The first row that has a key.
    #[inline]
    pub fn find(&self, key: u128) -> Option<u32> {
        let is_row = |row: &u32| key_of_row(&self.table, &self.of, *row as usize) == Some(key);
        self.part(key)?.rows.find(key as u64, is_row).copied()
    }

    /// The other rows that have the key of this one.
    pub fn others(&self, first: u32) -> &[u32] {
        let parts = self.parts.get().map(Vec::as_slice).unwrap_or_default();
        parts.iter().find_map(|part| part.more.get(&first)).map(Vec::as_slice).unwrap_or_default()
    }

    /// Keys that several rows have: the first rows of them, ascending.
    pub fn repeated(&self) -> Vec<u32> {
        let mut firsts: Vec<u32> =
            self.parts.get().into_iter().flatten().flat_map(|part| part.more.keys().copied()).collect();
        firsts.sort_unstable();
        firsts
    }
}

impl Part {
    /// Indexes the keys of some rows after one another, where they are of this part.
    fn new(keys: &[Vec<Option<NonZeroU128>>], is_in: impl Fn(u128) -> bool) -> Part {
        let rows = keys.iter().flatten().zip(0_u32..);
        let mut rows = rows.filter_map(|(key, row)| key.map(|key| (key.get(), row))).filter(|(key, _)| is_in(*key));
        let count = rows.clone().count();
        let mut part = Part { rows: HashTable::with_capacity(count), more: HashMap::new() };
        let known_at = |row: usize| {
            let first = keys.first()?;
            first.get(row).or_else(|| keys.get(1)?.get(row - first.len())).copied().flatten()
        };
        let key_of = |row: u32| known_at(row as usize).map_or(0, NonZeroU128::get);
        let mut some: Vec<(u128, u32)> = Vec::with_capacity(AT_A_TIME);
        loop {
            some.clear();
            some.extend(rows.by_ref().take(AT_A_TIME));
            if some.is_empty() {
                return part;
            }
            std::hint::black_box(some.iter().filter(|(key, _)| part.likely(*key).is_some()).count());
            for (key, row) in &some {
                match part.rows.find(*key as u64, |known| key_of(*known) == *key).copied() {
                    Some(first) => part.more.entry(first).or_default().push(*row),
                    None => drop(part.rows.insert_unique(*key as u64, *row, |known| key_of(*known) as u64)),
                }
            }
        }
    }

    /// The row that most likely has a key, if any has: what is looked at of it is near then.
    #[inline]
    fn likely(&self, key: u128) -> Option<u32> {
        self.rows.find(key as u64, |_| true).copied()
    }
}

/// The column of a key that is one text, taken letter by letter.
fn plain_text(of: &LookupKey) -> Option<usize> {
    match (of.theirs.as_slice(), of.kinds.as_slice()) {
        ([column], [ColumnType::Text]) if of.folding == Folding::default() && !of.with_blanks => Some(*column),
        _ => None,
    }
}

/// Whether a column of a table is filled and in the order of its bytes, each text once.
fn is_ascending(table: &Table, column: usize) -> bool {
    let count = table.row_count();
    let ascends = |rows: Range<usize>| {
        let mut texts = rows.map(|row| table.cell(row, column));
        let Some(mut last) = texts.next().filter(|first| !first.is_empty()) else { return false };
        texts.all(|text| std::mem::replace(&mut last, text) < text)
    };
    // Most lists that do not ascend show it at once.
    if count < MANY || !ascends(0..A_FEW) {
        return ascends(0..count);
    }
    let (mut first, mut second) = (false, false);
    at_once(|| first = ascends(0..count / 2), || second = ascends(count / 2 - 1..count));
    first && second
}

/// The row of a text in a column that ascends: `order` says how a text of the column compares with it.
fn search(table: &Table, column: usize, order: impl Fn(&str) -> Option<Ordering>) -> Option<u32> {
    let (mut from, mut to) = (0, table.row_count());
    while from < to {
        let middle = from.midpoint(to);
        match order(table.cell(middle, column))? {
            Ordering::Less => from = middle + 1,
            Ordering::Equal => return u32::try_from(middle).ok(),
            Ordering::Greater => to = middle,
        }
    }
    None
}

/// Does two things at the same time.
pub(crate) fn at_once(one: impl FnOnce(), other: impl FnOnce() + Send) {
    std::thread::scope(|scope| {
        scope.spawn(other);
        one();
    });
}

/// Whether a row of a table plainly has the key of values: texts are the same letter by letter, whatever is folded.
pub(crate) fn is_same<'v>(table: &Table, of: &LookupKey, row: u32, value: impl Fn(usize) -> &'v Value<'v>) -> bool {
    of.own.iter().zip(&of.theirs).zip(&of.kinds).all(|((own, theirs), kind)| match (value(*own), kind) {
        (Value::Text(text), ColumnType::Text) => !text.is_empty() && table.cell(row as usize, *theirs) == *text,
        _ => false,
    })
}

/// The key of a row of a table; `None` where a part of it is blank.
pub(crate) fn key_of_row(table: &Table, of: &LookupKey, row: usize) -> Option<u128> {
    if let ([column], [ColumnType::Text], false) = (of.theirs.as_slice(), of.kinds.as_slice(), of.with_blanks) {
        let text = table.cell(row, *column);
        return (!text.is_empty()).then(|| key::of_text(&of.folding.apply(text)));
    }
    key_of_texts(of, |at| (table.cell(row, of.theirs[at]), &of.kinds[at]))
}

/// The key of texts, each with how it is read; `None` where one is blank that may not be, or cannot be read: nothing has it then.
pub(crate) fn key_of_texts<'t>(of: &LookupKey, part: impl Fn(usize) -> (&'t str, &'t ColumnType)) -> Option<u128> {
    let mut parts = key::Parts::default();
    for at in 0..of.own.len() {
        match part(at) {
            ("", _) if of.with_blanks => parts.add_text(""),
            ("", _) => return None,
            (text, kind) => add(&mut parts, &kind.read(text).ok()?, of.folding),
        }
    }
    Some(parts.key())
}

/// The key of values, as that of a row of the table would be.
pub(crate) fn key_of_values<'v>(of: &LookupKey, value: impl Fn(usize) -> &'v Value<'v>) -> u128 {
    if let [column] = of.own.as_slice()
        && let Value::Text(text) = value(*column)
    {
        return key::of_text(&of.folding.apply(text));
    }
    let mut parts = key::Parts::default();
    of.own.iter().for_each(|column| add(&mut parts, value(*column), of.folding));
    parts.key()
}

/// The key of one of several texts in a cell.
pub(crate) fn key_of_part(of: &LookupKey, part: &str) -> u128 {
    key::of_text(&of.folding.apply(part))
}

fn add(parts: &mut key::Parts, value: &Value<'_>, folding: Folding) {
    match value {
        Value::Text(text) => parts.add_text(&folding.apply(text)),
        other => parts.add(other),
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::cell::number::DecimalMark;
    use crate::rulebook::reference::Wanted;

    fn table(rows: &[[&str; 2]]) -> Arc<Table> {
        let mut table = Table::new(vec!["A".to_owned(), "B".to_owned()], &Wanted::everything());
        for (number, row) in (2..).zip(rows) {
            table.add(number, |column| row[column]).unwrap();
        }
        Arc::new(table)
    }

    fn key(theirs: &[usize], kinds: &[ColumnType], folding: Folding) -> LookupKey {
        LookupKey {
            own: theirs.to_vec(),
            theirs: theirs.to_vec(),
            kinds: kinds.to_vec(),
            folding,
            with_blanks: false,
            when: None,
            only: None,
        }
    }

    fn text(text: &str) -> Value<'_> {
        Value::Text(text.into())
    }

    #[test]
    fn a_row_is_found_by_its_key_and_rows_that_share_one_are_known() {
        let table = table(&[["x", "1"], ["", "2"], ["y", "3"], ["x", "4"], ["x", "5"]]);
        let of = key(&[0], &[ColumnType::Text], Folding::default());
        let index = Index::new(&table, &of, None);
        let find = |wanted: &str| {
            index.find(key_of_values(&of, |_| match wanted {
                "x" => &Value::Text(std::borrow::Cow::Borrowed("x")),
                "y" => &Value::Text(std::borrow::Cow::Borrowed("y")),
                _ => &Value::Text(std::borrow::Cow::Borrowed("")),
            }))
        };
        assert_eq!((find("x"), find("y"), find("")), (Some(0), Some(2), None));
        assert_eq!((index.others(0), index.others(2)), ([3, 4].as_slice(), [].as_slice()));
        assert_eq!(index.repeated(), [0]);
        assert_eq!(Index::new(&table, &of, Some(&|row| row > 0)).find(key_of_row(&table, &of, 0).unwrap()), Some(3));
    }

    #[test]
    fn keys_in_the_order_of_the_table_are_found_as_others_are() {
        let rows: Vec<String> = (0..AT_A_TIME + 9).map(|row| format!("k{row}")).collect();
        let whole: Vec<[&str; 2]> = rows.iter().map(|row| [row.as_str(), ""]).collect();
        let mut blank = whole.clone();
        blank[5] = ["", ""];
        let mut twice = whole.clone();
        twice[6] = twice[2];
        let of = key(&[0], &[ColumnType::Text], Folding::default());
        for (rows, counted, missing) in [(&whole, 0, 1), (&blank, 0, 3), (&twice, 0, 3), (&whole, 4, 10)] {
            let table = table(rows);
            let counts = |row: usize| row >= counted;
            let index =
                Index::new(&table, &of, Some(&counts).filter(|_| counted > 0).map(|counts| counts as &Counts<'_>));
            let asked = (0..rows.len()).chain([3, 7, 8, 9, 11, 10]).chain(0..9).map(|row| row.to_string());
            let asked: Vec<String> = asked.chain(["none".to_owned()]).map(|row| format!("k{row}")).collect();
            let key = |at: usize| key::of_text(&asked[at]);
            let is_row = |at: usize, row: u32| table.cell(row as usize, 0) == asked[at];
            let alone: Vec<Option<u32>> = (0..asked.len()).map(|at| index.find(key(at))).collect();
            let order = |at: usize, listed: &str| Some(listed.cmp(&asked[at]));
            assert_eq!(index.find_all(asked.len(), is_row, key, order), alone);
            assert_eq!(alone.iter().filter(|found| found.is_none()).count(), missing);
        }
    }

    #[test]
    fn a_table_in_the_order_of_its_key_is_indexed_when_somebody_asks_in_another_order() {
        let names: Vec<String> = (0..1000).map(|row| format!("k{:04}", row * 2)).collect();
        let rows: Vec<[&str; 2]> = names.iter().map(|name| [name.as_str(), ""]).collect();
        let of = key(&[0], &[ColumnType::Text], Folding::default());
        let table = table(&rows);
        let index = Index::new(&table, &of, None);
        let find = |asked: &[usize]| {
            let name = |at: usize| format!("k{:04}", asked[at]);
            let is_row = |at: usize, row: u32| table.cell(row as usize, 0) == name(at);
            let order = |at: usize, listed: &str| Some(listed.cmp(&name(at)));
            index.find_all(asked.len(), is_row, |at| key::of_text(&name(at)), order)
        };
        let expected = |asked: &[usize]| -> Vec<Option<u32>> {
            asked.iter().map(|at| (at % 2 == 0 && *at < 2000).then_some(*at as u32 / 2)).collect()
        };
        let in_order: Vec<usize> = (10..500).map(|at| at * 2).chain([77, 1998, 5000, 0, 2, 4]).collect();
        assert_eq!((find(&in_order), index.parts.get().is_none()), (expected(&in_order), true));
        let mixed: Vec<usize> = (0..1500).map(|at| at * 7 % 2100).collect();
        assert_eq!((find(&mixed), index.parts.get().is_none()), (expected(&mixed), false));
        assert_eq!((find(&in_order), index.find(key::of_text("k0008"))), (expected(&in_order), Some(4)));
        assert!(index.repeated().is_empty() && index.others(4).is_empty());
    }

    #[test]
    fn many_rows_are_indexed_in_two_parts() {
        let names: Vec<String> = (0..MANY).map(|row| format!("k{}", row % (MANY - 3))).collect();
        let rows: Vec<[&str; 2]> = names.iter().map(|name| [name.as_str(), ""]).collect();
        let of = key(&[0], &[ColumnType::Text], Folding::default());
        let index = Index::new(&table(&rows), &of, None);
        assert_eq!((index.parts().len(), index.is_whole), (2, false));
        let found = (0..MANY - 3).map(|row| index.find(key::of_text(&format!("k{row}"))));
        assert!(found.zip(0..).all(|(found, row)| found == Some(row)));
        let last = MANY as u32 - 3;
        assert_eq!((index.repeated(), index.others(1)), (vec![0, 1, 2], [last + 1].as_slice()));
    }

    #[test]
    fn numbers_are_found_by_value_and_texts_by_what_is_folded() {
        let table = table(&[["Zoë  Gray", "1.50"], ["Ann Lee", "many"]]);
        let numbers = key(&[1], &[ColumnType::Decimal(DecimalMark::Point)], Folding::default());
        let index = Index::new(&table, &numbers, None);
        let number = Value::Number("1.5".parse().unwrap());
        assert_eq!(index.find(key_of_values(&numbers, |_| &number)), Some(0));
        let folded = key(&[0], &[ColumnType::Text], Folding::ALL);
        let index = Index::new(&table, &folded, None);
        let (name, other) = (text("zoe gray"), text("zoegray"));
        assert_eq!(index.find(key_of_values(&folded, |_| &name)), Some(0));
        assert_eq!(index.find(key_of_values(&folded, |_| &other)), None);
        assert_eq!(key_of_part(&folded, "ANN LEE"), key_of_row(&table, &folded, 1).unwrap());
    }

    #[test]
    fn several_columns_make_one_key_in_which_a_blank_may_count() {
        let table = table(&[["a", "b"], ["a", ""], ["ab", ""]]);
        let mut both = key(&[0, 1], &[ColumnType::Text, ColumnType::Text], Folding::default());
        assert_eq!(key_of_row(&table, &both, 1), None);
        both.with_blanks = true;
        let keys: Vec<Option<u128>> = (0..3).map(|row| key_of_row(&table, &both, row)).collect();
        assert!(keys.iter().all(Option::is_some));
        assert_ne!(keys[1], keys[2]);
        let texts = ["a", ""];
        assert_eq!(key_of_texts(&both, |at| (texts[at], &ColumnType::Text)), keys[1]);
    }
}
