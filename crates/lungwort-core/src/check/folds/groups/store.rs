//! Where the groups of a file are kept. A group that has ended and keeps to its rules goes into a temporary file, and takes
//! about forty bytes of memory; it comes back where more rows of it are found. Where that is often, all stay in memory.

use hashbrown::HashTable;

use super::Grouping;
use super::QUOTE;
use super::cold::{Cold, Packed, pack_text};
use super::gather::FirstValue;
use super::sequence::Ends;
use super::words::{Words, push_tightly};
use crate::check::folds::total::Total;
use crate::limits::GROUPS_RETURNED;

/// Marks a place as one in the temporary file.
const COLD: u32 = 1 << 31;

/// 96 bits of a key are enough: among a hundred million groups the chance that two are alike is one in 10^13.
pub type Key = [u32; 3];

pub fn parts(key: u128) -> Key {
    [64, 32, 0].map(|shift| (key >> shift) as u32)
}

/// What stays in memory of every group.
struct Group {
    key: Key,
    first: u32,
    last: u32,
    /// Its place among those in memory, or in the temporary file.
    place: u32,
}

/// What is kept of a group in memory besides its totals.
struct Warm {
    rows: u32,
    /// Where its name ends among the names.
    name_end: u32,
}

/// The groups of a file.
#[derive(Default)]
pub struct Store {
    index: HashTable<u32>,
    groups: Vec<Group>,
    warm: Vec<Warm>,
    names: String,
    /// For each group in memory, one a total.
    pub totals: Words<Total>,
    pub firsts: Words<FirstValue>,
    pub ends: Vec<Ends>,
    cold: Cold,
    /// How many have come back.
    returned: u32,
    /// How many in turn were not put away.
    stayed: u32,
    /// Whether all stay in memory.
    stays: bool,
    /// Whether some could not be read again.
    pub lost: bool,
}

/// A row's number in half the room: files end long before four billion rows.
fn short(row: u64) -> u32 {
    u32::try_from(row).unwrap_or(u32::MAX)
}

impl Store {
    pub fn len(&self) -> u32 {
        self.groups.len() as u32
    }

    pub fn has(&self, group: u32, key: u128) -> bool {
        self.groups[group as usize].key == parts(key)
    }

    pub fn find(&self, key: u128) -> Option<u32> {
        self.index.find(key as u64, |at| self.has(*at, key)).copied()
    }

    /// Looks at what is kept of some groups, so that it is near when each is absorbed: these lists are larger than any cache,
    /// and one look after the other would wait for each.
    pub fn touch(&self, keys: impl Iterator<Item = u128>, [totals, firsts, _]: [usize; 3]) -> u64 {
        let seen = keys.filter_map(|key| self.place(self.find(key)?)).map(|place| {
            let rows = u64::from(self.warm[place].rows);
            rows ^ self.totals.touch(place * totals) ^ self.firsts.touch(place * firsts)
        });
        seen.fold(0, |all, one| all ^ one)
    }

    /// A new group, still without rows and totals.
    pub fn add(&mut self, key: u128, (first, last): (u64, u64), name: &str) -> u32 {
        let group = self.len();
        let place = self.add_warm(0, name);
        push_tightly(&mut self.groups, Group { key: parts(key), first: short(first), last: short(last), place });
        let groups = &self.groups;
        let hash = |at: &u32| {
            let [_, high, low] = groups[*at as usize].key;
            u64::from(high) << 32 | u64::from(low)
        };
        self.index.insert_unique(key as u64, group, hash);
        group
    }

    fn add_warm(&mut self, rows: u32, name: &str) -> u32 {
        self.names.push_str(name);
        let name_end = u32::try_from(self.names.len()).unwrap_or(u32::MAX);
        push_tightly(&mut self.warm, Warm { rows, name_end });
        self.warm.len() as u32 - 1
    }

    /// Its place in memory; nothing where it is not there.
    fn place(&self, group: u32) -> Option<usize> {
        let place = self.groups.get(group as usize)?.place;
        (place & COLD == 0).then_some(place as usize)
    }

    /// Where what is kept of it begins, of lists with so many a group. It is in memory.
    pub fn slot(&self, group: u32, width: usize) -> usize {
        self.place(group).unwrap_or(0) * width
    }

    /// Whether it is in memory: those that are not keep to their rules.
    pub fn is_warm(&self, group: u32) -> bool {
        self.place(group).is_some()
    }

    pub fn first(&self, group: u32) -> u64 {
        u64::from(self.groups[group as usize].first)
    }

    pub fn last(&self, group: u32) -> u64 {
        u64::from(self.groups[group as usize].last)
    }

    pub fn rows(&self, group: u32) -> u32 {
        match self.place(group) {
            Some(place) => self.warm[place].rows,
            // Only groups that are together go.
            None => (self.last(group) - self.first(group) + 1) as u32,
        }
    }

    pub fn add_rows(&mut self, group: u32, last: u64, rows: u32) {
        self.groups[group as usize].last = short(last);
        if let Some(place) = self.place(group) {
            self.warm[place].rows += rows;
        }
    }

    /// Whether it has all rows from its first to its last.
    pub fn is_together(&self, group: u32) -> bool {
        self.last(group) - self.first(group) + 1 == u64::from(self.rows(group))
    }

    /// The keys of all, and their first rows.
    pub fn first_rows(&self) -> impl Iterator<Item = (Key, u64)> {
        self.groups.iter().map(|group| (group.key, u64::from(group.first)))
    }

    /// What it is called: its values in the columns of the group. It is in memory.
    pub fn name(&self, group: u32) -> &str {
        self.kept(group).split(QUOTE).next().unwrap_or_default()
    }

    /// One of the quotes behind its name.
    pub fn quote(&self, group: u32, at: usize) -> Option<&str> {
        self.kept(group).split(QUOTE).nth(at + 1)
    }

    /// Its name and its quotes.
    fn kept(&self, group: u32) -> &str {
        let place = self.place(group);
        place.and_then(|place| self.names.get(self.name_start(place)..self.name_end(place))).unwrap_or_default()
    }

    fn name_start(&self, place: usize) -> usize {
        place.checked_sub(1).map_or(0, |before| self.name_end(before))
    }

    fn name_end(&self, place: usize) -> usize {
        self.warm.get(place).map_or(0, |warm| warm.name_end as usize)
    }

    /// Whether a group that has ended can leave memory: one whose rows are together and that was the last to come.
    pub fn can_put_away(&self, group: u32) -> bool {
        let last = self.warm.len().checked_sub(1);
        !self.stays && self.place(group) == last && self.is_together(group)
    }

    /// Puts such a group into the temporary file.
    pub fn put_away(&mut self, group: u32, grouping: &Grouping<'_>) {
        let Some(place) = self.place(group) else { return };
        let [totals, firsts, ends] = grouping.widths().map(|width| place * width);
        let mut record = Vec::with_capacity(64);
        pack_text(self.kept(group), &mut record);
        let packs = self.totals.from(totals).all(|total| total.pack(&mut record))
            && self.firsts.from(firsts).all(|first| first.pack(&mut record))
            && self.ends[ends..].iter().all(|end| end.pack(&mut record));
        if !packs {
            return;
        }
        // Without room for the file they stay where they are.
        let Ok(cold) = self.cold.push(&record) else {
            self.stays = true;
            return;
        };
        self.stayed = 0;
        self.groups[group as usize].place = cold | COLD;
        self.names.truncate(self.name_start(place));
        self.warm.truncate(place);
        self.totals.truncate(totals);
        self.firsts.truncate(firsts);
        self.ends.truncate(ends);
    }

    /// A group has ended and is not put away, since something speaks against it. Where that goes on, the rows of groups are
    /// apart, and each was judged by its first rows.
    pub fn stayed(&mut self) {
        self.stayed += 1;
        self.stays |= self.stayed > GROUPS_RETURNED;
    }

    /// Fetches a group into memory, where it is not there.
    pub fn fetch(&mut self, group: u32, grouping: &Grouping<'_>) {
        if self.is_warm(group) {
            return;
        }
        self.returned += 1;
        if self.returned > GROUPS_RETURNED {
            return self.fetch_all(grouping);
        }
        let record = self.cold.get(self.groups[group as usize].place & !COLD).unwrap_or_default();
        self.take_back(group, &record, grouping);
    }

    fn fetch_all(&mut self, grouping: &Grouping<'_>) {
        self.stays = true;
        let away: Vec<u32> = (0..self.len()).filter(|group| !self.is_warm(*group)).collect();
        let places: Vec<u32> = away.iter().map(|group| self.groups[*group as usize].place & !COLD).collect();
        let read =
            std::mem::take(&mut self.cold).all(&places, |at, record| self.take_back(away[at], &record, grouping));
        if read.is_err() {
            away.iter().for_each(|group| self.take_back(*group, &[], grouping));
        }
    }

    fn take_back(&mut self, group: u32, mut record: &[u8], grouping: &Grouping<'_>) {
        if self.is_warm(group) {
            return;
        }
        let rows = self.rows(group);
        let record = &mut record;
        let name = String::unpack(record);
        self.lost |= name.is_none();
        let place = self.add_warm(rows, name.as_deref().unwrap_or_default());
        let [totals, firsts, ends] = grouping.widths();
        (0..totals).for_each(|_| self.totals.push(Total::unpack(record).unwrap_or(Total::TooLarge)));
        (0..firsts).for_each(|_| self.firsts.push(FirstValue::unpack(record).unwrap_or_default()));
        (0..ends).for_each(|_| push_tightly(&mut self.ends, Ends::unpack(record).unwrap_or_default()));
        self.groups[group as usize].place = place;
    }
}
