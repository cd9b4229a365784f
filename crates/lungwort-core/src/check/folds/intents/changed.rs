//! Which cells of a row say something else than its record. Nothing is allocated for up to 64 compared columns: of a preview's rows most have
//! several such cells, and they are handed from one thread to another.

/// The cells of a row that say something else than its record.
#[derive(Debug)]
pub(super) enum Changes {
    /// Of the first 64 compared columns, a bit each: which cells, and of which of them a blank deletes what is held.
    Bits { changed: u64, wiped: u64 },
    /// Of more columns.
    Listed(Vec<Change>),
}

/// A cell that says something else than the record.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub(super) struct Change {
    /// Its place among the compared columns.
    pub at: usize,
    /// Whether a blank cell deletes what is held.
    pub wiped: bool,
}

impl Changes {
    /// None.
    pub fn none() -> Changes {
        Changes::Bits { changed: 0, wiped: 0 }
    }

    /// Adds a cell that is behind those so far.
    #[inline]
    pub fn push(&mut self, change: Change) {
        match self {
            Changes::Bits { changed, wiped } if change.at < 64 => {
                *changed |= 1 << change.at;
                *wiped |= u64::from(change.wiped) << change.at;
            }
            Changes::Bits { .. } => {
                let mut listed: Vec<Change> = self.iter().collect();
                listed.push(change);
                *self = Changes::Listed(listed);
            }
            Changes::Listed(listed) => listed.push(change),
        }
    }

    /// Whether there are none.
    #[inline]
    pub fn is_empty(&self) -> bool {
        matches!(self, Changes::Bits { changed: 0, .. })
    }

    /// Whether there are none of which something is said: `said` has a bit for each column of which every change is, and a blank that
    /// deletes what is held always is.
    #[inline]
    pub fn are_plain(&self, said: u64) -> bool {
        matches!(self, Changes::Bits { changed, wiped } if changed & said | wiped == 0)
    }

    /// How many cells, and how many of these are blank and delete what is held.
    pub fn counts(&self) -> (usize, usize) {
        match self {
            Changes::Bits { changed, wiped } => (changed.count_ones() as usize, wiped.count_ones() as usize),
            Changes::Listed(listed) => (listed.len(), listed.iter().filter(|change| change.wiped).count()),
        }
    }

    /// All of them in order.
    pub fn iter(&self) -> impl Iterator<Item = Change> + '_ {
        let (mut bits, blank, listed) = match self {
            Changes::Bits { changed, wiped } => (*changed, *wiped, [].as_slice()),
            Changes::Listed(listed) => (0, 0, listed.as_slice()),
        };
        let of_bits = std::iter::from_fn(move || {
            let at = bits.trailing_zeros();
            bits &= bits.checked_sub(1)?;
            Some(Change { at: at as usize, wiped: blank >> at & 1 == 1 })
        });
        of_bits.chain(listed.iter().copied())
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn few_columns_and_many_are_kept_alike() {
        for places in [vec![], vec![0], vec![2, 5, 63], vec![1, 63, 64, 900], vec![70]] {
            let all: Vec<Change> = places.iter().map(|&at| Change { at, wiped: at % 2 == 1 }).collect();
            let mut changes = Changes::none();
            all.iter().for_each(|change| changes.push(*change));
            assert_eq!(changes.iter().collect::<Vec<_>>(), all);
            assert_eq!(changes.counts(), (all.len(), all.iter().filter(|change| change.wiped).count()));
            assert_eq!(changes.is_empty(), all.is_empty());
            let is_said = |change: &Change| change.wiped || change.at == 2 || change.at > 63;
            assert_eq!(changes.are_plain(1 << 2), !all.iter().any(is_said));
        }
    }
}
