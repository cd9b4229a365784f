//! What a key that no row has was probably meant to be, at a bounded cost for each: rows are found by what is left of their
//! key without case, spaces, accents and punctuation, and words by what is left when one letter is taken away.

use std::collections::HashMap;
use std::sync::OnceLock;

use crate::cell::fold::{self, Folded};
use crate::cell::key;
use crate::rulebook::model::{LookupKey, Table};
use crate::steps;

/// Larger tables are not searched for slips of one letter: their index would take more room than they do.
const MOST_FOR_SLIPS: usize = 50_000;
/// In tables that are no larger, words with as many slips are found as in lists that stand in the rulebook.
const MOST_SEARCHED: usize = 5_000;
/// Longer words are not searched for slips.
const LONGEST: usize = 40;
/// A row that stands for several.
const SEVERAL: u32 = u32::MAX;

/// Rows by what is left of their keys.
#[derive(Debug, Default)]
pub(super) struct Near {
    folded: OnceLock<HashMap<u64, u32>>,
    slips: OnceLock<HashMap<u64, u32>>,
    words: OnceLock<Folded>,
}

impl Near {
    /// The one row whose key is near to a text. `counts` says which rows there are.
    pub fn row(&self, table: &Table, of: &LookupKey, text: &str, counts: &dyn Fn(usize) -> bool) -> Option<usize> {
        let [column] = of.theirs.as_slice() else { return None };
        let wanted = fold::fold(text);
        if wanted.is_empty() {
            return None;
        }
        let rows = || (0..table.row_count()).filter(|row| counts(*row));
        let folded = self.folded.get_or_init(|| {
            let mut index = HashMap::new();
            for row in rows().filter(|row| !table.cell(*row, *column).is_empty()) {
                steps::count(1);
                note(&mut index, hash(&fold::fold(table.cell(row, *column))), row as u32);
            }
            index
        });
        if let Some(row) = folded.get(&hash(&wanted)).filter(|row| **row != SEVERAL) {
            return Some(*row as usize);
        }
        // Of a code with digits, the next one is another thing; only words are misspelt.
        let is_word = |text: &str| !text.chars().any(char::is_numeric) && (3..=LONGEST).contains(&text.chars().count());
        if table.row_count() > MOST_FOR_SLIPS || !is_word(&wanted) {
            return None;
        }
        if table.row_count() <= MOST_SEARCHED {
            let words = self.words.get_or_init(|| {
                let word =
                    |row: usize| Some(table.cell(row, *column)).filter(|key| counts(row) && is_word(&fold::fold(key)));
                Folded::new((0..table.row_count()).map(|row| word(row).unwrap_or_default()))
            });
            return words.nearest(text);
        }
        let slips = self.slips.get_or_init(|| {
            let mut index = HashMap::new();
            for row in rows() {
                let key = fold::fold(table.cell(row, *column));
                if is_word(&key) {
                    shortened(&key).for_each(|each| note(&mut index, hash(&each), row as u32));
                }
            }
            index
        });
        let mut best: Option<u32> = None;
        for row in shortened(&wanted).filter_map(|each| slips.get(&hash(&each)).copied()) {
            if row == SEVERAL || best.is_some_and(|known| known != row) {
                return None;
            }
            best = Some(row);
        }
        let row = best? as usize;
        (strsim::osa_distance(&fold::fold(table.cell(row, *column)), &wanted) <= 1).then_some(row)
    }
}

fn hash(text: &str) -> u64 {
    key::of_text(text) as u64
}

fn note(index: &mut HashMap<u64, u32>, hash: u64, row: u32) {
    index.entry(hash).and_modify(|known| *known = if *known == row { row } else { SEVERAL }).or_insert(row);
}

/// A text, and all that it is without one of its letters.
fn shortened(text: &str) -> impl Iterator<Item = String> + '_ {
    let without = text.char_indices().map(|(at, letter)| format!("{}{}", &text[..at], &text[at + letter.len_utf8()..]));
    std::iter::once(text.to_owned()).chain(without)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::cell::spelling::Folding;
    use crate::rulebook::model::ColumnType;
    use crate::rulebook::reference::Wanted;

    fn near(words: &[&str], text: &str) -> Option<String> {
        let mut table = Table::new(vec!["Word".to_owned()], &Wanted::everything());
        for (number, word) in (2..).zip(words) {
            table.add(number, |_| word).unwrap();
        }
        let (own, theirs, kinds) = (vec![0], vec![0], vec![ColumnType::Text]);
        let key =
            LookupKey { own, theirs, kinds, folding: Folding::default(), with_blanks: false, when: None, only: None };
        let row = Near::default().row(&table, &key, text, &|_| true)?;
        Some(table.cell(row, 0).to_owned())
    }

    #[test]
    fn another_spelling_and_one_slip_are_near_and_what_could_be_two_is_not() {
        let words = ["Primula", "Lotus", "Lotis", "D-0012", "Thymus alba"];
        let is = |text: &str, due: Option<&str>| assert_eq!(near(&words, text).as_deref(), due, "{text}");
        is("primula", Some("Primula"));
        is("PRI-MULA", Some("Primula"));
        is("Primla", Some("Primula"));
        is("Prmiula", Some("Primula"));
        is("Primulas", Some("Primula"));
        is("Pirmlua", Some("Primula"));
        is("Thymsu abla", Some("Thymus alba"));
        is("Lotas", None);
        is("d0012", Some("D-0012"));
        is("D-0013", None);
        is("thymusalba", Some("Thymus alba"));
        is("Pr", None);
        is("", None);
    }

    #[test]
    fn rows_that_do_not_count_are_near_to_nothing() {
        let mut table = Table::new(vec!["Word".to_owned()], &Wanted::everything());
        table.add(2, |_| "Primula").unwrap();
        let (own, theirs, kinds) = (vec![0], vec![0], vec![ColumnType::Text]);
        let key =
            LookupKey { own, theirs, kinds, folding: Folding::default(), with_blanks: false, when: None, only: None };
        assert_eq!(Near::default().row(&table, &key, "primula", &|_| false), None);
    }
}
