//! What a key that no row has was probably meant to be, at a bounded cost for each: rows are found by what is left of their
//! key without case, spaces, accents and punctuation, and words by what is left when one letter is taken away.

use std::collections::HashMap;
use std::sync::OnceLock;

use crate::cell::fold;
use crate::cell::key;
use crate::rulebook::model::{LookupKey, Table};

/// Larger tables are not searched for slips of one letter: their index would take more room than they do.
const MOST_FOR_SLIPS: usize = 50_000;
/// Longer words are not searched for slips.
const LONGEST: usize = 40;
/// A row that stands for several.
const SEVERAL: u32 = u32::MAX;

/// Rows by what is left of their keys.
#[derive(Debug, Default)]
pub(super) struct Near {
    folded: OnceLock<HashMap<u64, u32>>,
    slips: OnceLock<HashMap<u64, u32>>,
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
