//! What earlier rows have asked of records, so that a later row sees it.

use hashbrown::HashTable;

use crate::rulebook::model::Action;

/// What a row asked of a record: which action, in which file and row. Eight bytes. Rows that are refused have asked nothing.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default)]
pub(super) struct Acted(u64);

const ROW_BITS: u32 = 40;

impl Acted {
    pub fn new(action: Action, file: usize, row: u64) -> Acted {
        let action = match action {
            Action::Create => 1,
            Action::Change => 2,
            Action::Remove => 3,
            Action::Skip => 4,
        };
        Acted(row | (file as u64 & 0xffff) << ROW_BITS | action << 56)
    }

    pub fn action(self) -> Option<Action> {
        match self.0 >> 56 & 0xf {
            1 => Some(Action::Create),
            2 => Some(Action::Change),
            3 => Some(Action::Remove),
            4 => Some(Action::Skip),
            _ => None,
        }
    }

    pub fn row(self) -> u64 {
        self.0 & ((1 << ROW_BITS) - 1)
    }

    pub fn file(self) -> usize {
        (self.0 >> ROW_BITS & 0xffff) as usize
    }
}

/// What has been asked of records so far.
#[derive(Debug, Default)]
pub(crate) struct Asked {
    /// Of records that are held, by their row in the export.
    held: Vec<Acted>,
    /// Of other records, by their keys: 24 bytes each.
    new: HashTable<([u64; 2], Acted)>,
}

fn halves(key: u128) -> [u64; 2] {
    [key as u64, (key >> 64) as u64]
}

impl Asked {
    /// What was asked last of a record that is held.
    pub fn of_held(&self, row: u32) -> Acted {
        self.held.get(row as usize).copied().unwrap_or_default()
    }

    /// What was asked last of another record.
    pub fn of_new(&self, key: u128) -> Acted {
        let wanted = halves(key);
        self.new.find(wanted[0], |(known, _)| *known == wanted).map(|(_, acted)| *acted).unwrap_or_default()
    }

    pub fn note_held(&mut self, row: u32, rows: usize, acted: Acted) {
        if self.held.is_empty() {
            self.held.resize(rows, Acted::default());
        }
        if let Some(known) = self.held.get_mut(row as usize) {
            *known = acted;
        }
    }

    pub fn note_new(&mut self, key: u128, acted: Acted) {
        let wanted = halves(key);
        match self.new.find_mut(wanted[0], |(known, _)| *known == wanted) {
            Some((_, known)) => *known = acted,
            None => drop(self.new.insert_unique(wanted[0], (wanted, acted), |(key, _)| key[0])),
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn what_was_asked_is_kept_in_eight_bytes() {
        for action in Action::ALL {
            let acted = Acted::new(action, 7, 12_345_678_901);
            assert_eq!((acted.action(), acted.file(), acted.row()), (Some(action), 7, 12_345_678_901));
        }
        assert_eq!(Acted::default().action(), None);
        assert_eq!(size_of::<Acted>(), 8);
    }

    #[test]
    fn the_last_thing_asked_of_a_record_counts() {
        let mut asked = Asked::default();
        assert_eq!(asked.of_held(3).action(), None);
        asked.note_held(3, 5, Acted::new(Action::Change, 0, 2));
        asked.note_held(3, 5, Acted::new(Action::Remove, 0, 4));
        assert_eq!((asked.of_held(3).action(), asked.of_held(2).action()), (Some(Action::Remove), None));
        asked.note_new(9, Acted::new(Action::Create, 0, 5));
        asked.note_new(9 + (1 << 64), Acted::new(Action::Change, 1, 6));
        assert_eq!((asked.of_new(9).row(), asked.of_new(9 + (1 << 64)).row(), asked.of_new(8).action()), (5, 6, None));
    }
}
