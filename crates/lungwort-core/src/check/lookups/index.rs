//! An index of a table by a key: sixteen bytes a row and a little. Most of the key is kept with the row, so that finding a row does
//! not have to look into the table, which would cost several misses of the cache for each.

use std::collections::HashMap;

use hashbrown::HashTable;

use crate::cell::spelling::Folding;
use crate::cell::{Value, key};
use crate::rulebook::model::{ColumnType, LookupKey, Table};

/// Which rows of a table have a key.
#[derive(Debug, Default)]
pub(crate) struct Index {
    /// The first row of each key, with 96 bits of the key: two of a billion fall together no sooner than by 128.
    rows: HashTable<([u32; 3], u32)>,
    /// Of a key that several rows have, the others.
    more: HashMap<u32, Vec<u32>>,
    /// Whether each row counts and none has the key of another one.
    is_whole: bool,
}

/// How many rows are put into an index at a time: their places are looked at first, with nothing between, so that the misses of the
/// cache go on at the same time.
const AT_A_TIME: usize = 128;

impl Index {
    /// Indexes the rows of a table that count. A row with a blank in the key is found by nothing.
    pub fn new(table: &Table, of: &LookupKey, counts: &dyn Fn(usize) -> bool) -> Index {
        let count = table.row_count();
        let mut index = Index { rows: HashTable::with_capacity(count), more: HashMap::new(), is_whole: false };
        for start in (0..count).step_by(AT_A_TIME) {
            let rows = start..count.min(start + AT_A_TIME);
            let key = |row| Some((key_of_row(table, of, row).filter(|_| counts(row))?, row as u32));
            let keys: Vec<(u128, u32)> = rows.filter_map(key).collect();
            std::hint::black_box(keys.iter().filter(|(key, _)| index.find(*key).is_some()).count());
            for (key, row) in keys {
                match index.find(key) {
                    Some(first) => index.more.entry(first).or_default().push(row),
                    // There is room for all rows, so that none is hashed again.
                    None => drop(index.rows.insert_unique(key as u64, (tag(key), row), |(tag, _)| hash_of_tag(*tag))),
                }
            }
        }
        index.is_whole = index.rows.len() == count;
        index
    }

    /// The first rows that have keys, in the order of the keys. Where these come in the order of the table, which is what an export that
    /// was edited and sent back does, the next row of the table is looked at and not the index, in which each key is a miss of the cache.
    pub fn find_all(&self, table: &Table, of: &LookupKey, keys: impl Iterator<Item = u128>) -> Vec<Option<u32>> {
        let mut found: Vec<Option<u32>> = Vec::with_capacity(keys.size_hint().0);
        let mut in_order = 0_usize;
        for key in keys {
            let next = found.last().copied().flatten().map_or(0, |last| last + 1);
            let is_next = self.is_whole
                && in_order > 1
                && (next as usize) < table.row_count()
                && key_of_row(table, of, next as usize) == Some(key);
            let one = if is_next { Some(next) } else { self.find(key) };
            in_order = if one == Some(next) { in_order + 1 } else { 0 };
            found.push(one);
        }
        found
    }

    /// The first row that has a key.
    #[inline]
    pub fn find(&self, key: u128) -> Option<u32> {
        let wanted = tag(key);
        self.rows.find(key as u64, |(known, _)| *known == wanted).map(|(_, row)| *row)
    }

    /// The other rows that have the key of this one.
    pub fn others(&self, first: u32) -> &[u32] {
        self.more.get(&first).map(Vec::as_slice).unwrap_or_default()
    }

    /// Keys that several rows have: the first rows of them, ascending.
    pub fn repeated(&self) -> Vec<u32> {
        let mut firsts: Vec<u32> = self.more.keys().copied().collect();
        firsts.sort_unstable();
        firsts
    }
}

/// The part of a key that is kept: with the lower half of it by which it is hashed, and half of the rest.
fn tag(key: u128) -> [u32; 3] {
    [key as u32, (key >> 32) as u32, (key >> 64) as u32]
}

fn hash_of_tag([low, high, _]: [u32; 3]) -> u64 {
    u64::from(low) | u64::from(high) << 32
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

    fn table(rows: &[[&str; 2]]) -> Table {
        let mut table = Table::new(vec!["A".to_owned(), "B".to_owned()], &Wanted::everything());
        for (number, row) in (2..).zip(rows) {
            table.add(number, |column| row[column]).unwrap();
        }
        table
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
        let index = Index::new(&table, &of, &|_| true);
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
        assert_eq!(Index::new(&table, &of, &|row| row > 0).find(key_of_row(&table, &of, 0).unwrap()), Some(3));
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
            let index = Index::new(&table, &of, &|row| row >= counted);
            let asked = (0..rows.len()).chain([3, 7, 8, 9, 11, 10]).chain(0..9).map(|row| row.to_string());
            let asked: Vec<String> = asked.chain(["none".to_owned()]).map(|row| format!("k{row}")).collect();
            let keys: Vec<u128> = asked.iter().map(|name| key::of_text(name)).collect();
            let alone: Vec<Option<u32>> = keys.iter().map(|key| index.find(*key)).collect();
            assert_eq!(index.find_all(&table, &of, keys.into_iter()), alone);
            assert_eq!(alone.iter().filter(|found| found.is_none()).count(), missing);
        }
    }

    #[test]
    fn numbers_are_found_by_value_and_texts_by_what_is_folded() {
        let table = table(&[["Zoë  Gray", "1.50"], ["Ann Lee", "many"]]);
        let numbers = key(&[1], &[ColumnType::Decimal(DecimalMark::Point)], Folding::default());
        let index = Index::new(&table, &numbers, &|_| true);
        let number = Value::Number("1.5".parse().unwrap());
        assert_eq!(index.find(key_of_values(&numbers, |_| &number)), Some(0));
        let folded = key(&[0], &[ColumnType::Text], Folding::ALL);
        let index = Index::new(&table, &folded, &|_| true);
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
