//! Values that may stand only once, over all rows of all files of a batch, at 24 bytes a value.

use hashbrown::HashTable;
use hashbrown::hash_table::Entry;

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
    last: Option<String>,
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
        Seen { ascending: Vec::new(), last: Some(String::new()), shards }
    }
}

impl Seen {
    /// Whether values from `first` to `last`, which strictly ascend, come behind all that were noted. If so, they
    /// may be noted by [`Seen::follow`], otherwise by [`Seen::note`].
    pub fn goes_on(&mut self, first: &str, last: &str) -> bool {
        match &mut self.last {
            Some(before) if before.as_str() < first => {
                before.clear();
                before.push_str(last);
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
        assert!(seen.goes_on("a", "m"));
        for value in 0..count {
            seen.follow(u128::from(value), 0, value + 2);
        }
        assert!(!seen.goes_on("m", "z") && seen.goes_on("n", "z"));
        assert_eq!(seen.note(u128::from(count - 1), 1, 9), Some(First { file: 0, row: count + 1 }));
        assert!(!seen.goes_on("zz", "zzz"));
        assert_eq!(seen.note(u128::from(count), 1, 10), None);
    }
}
