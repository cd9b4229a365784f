//! Values that may stand only once, over all rows of all files of a batch, at 24 bytes a value.

use hashbrown::HashTable;
use hashbrown::hash_table::Entry;

/// One set of values, told apart by 128-bit hashes, each with where it first stood.
///
/// The table is in shards that grow one at a time, so that growing never doubles the memory of all of it.
#[derive(Debug)]
pub struct Seen {
    shards: Vec<HashTable<Stood>>,
}

const SHARDS: usize = 64;

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
        Seen { shards: (0..SHARDS).map(|_| HashTable::new()).collect() }
    }
}

impl Seen {
    /// Notes a value. Returns where it stood first, if it stood before.
    pub fn note(&mut self, hash: u128, file: usize, row: u64) -> Option<First> {
        let (high, low) = ((hash >> 64) as u64, hash as u64);
        let shard = &mut self.shards[(high >> 58) as usize];
        match shard.entry(low, |stood| stood.low == low && stood.high == high, |stood| stood.low) {
            Entry::Occupied(entry) => {
                let place = entry.get().place;
                Some(First { file: (place >> ROW_BITS) as usize, row: place & ((1 << ROW_BITS) - 1) })
            }
            Entry::Vacant(entry) => {
                entry.insert(Stood { high, low, place: (file as u64) << ROW_BITS | row });
                None
            }
        }
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
}
