//! Rows as compressed ranges: `14, 20-26, 31`.

use crate::limits::ROW_RANGES;
use crate::steps;
use roaring::RoaringTreemap;

/// The most ranges that are handed out; the rows beyond are counted.
const LISTED: usize = 200;

/// A set of rows, taken in in any order.
#[derive(Debug, Clone)]
pub struct RowSet {
    kept: Kept,
}

#[derive(Debug, Clone)]
enum Kept {
    /// Ranges in ascending order, with at least one row between each two.
    Ranges(Vec<(u64, u64)>),
    Rows(RoaringTreemap),
}

impl Default for RowSet {
    fn default() -> Self {
        RowSet { kept: Kept::Ranges(Vec::new()) }
    }
}

impl RowSet {
    /// Takes in a run of rows, both ends included. Rows that are in it already count once.
    pub fn add(&mut self, first: u64, last: u64) {
        match &mut self.kept {
            Kept::Rows(rows) => {
                rows.insert_range(first..=last);
            }
            Kept::Ranges(ranges) => {
                // Nearly always the row is the last one, or behind it.
                let from = match ranges.last() {
                    Some((begin, end)) if *begin <= first && first <= end + 1 => ranges.len() - 1,
                    _ => ranges.partition_point(|(_, end)| *end + 1 < first),
                };
                let to = from + ranges[from..].partition_point(|(begin, _)| *begin <= last + 1);
                let whole = match &ranges[from..to] {
                    [] => (first, last),
                    [(begin, end)] => (first.min(*begin), last.max(*end)),
                    [(begin, _), .., (_, end)] => (first.min(*begin), last.max(*end)),
                };
                ranges.splice(from..to, [whole]);
                steps::count(ranges.len() - from);
                if ranges.len() > ROW_RANGES {
                    let mut rows = RoaringTreemap::new();
                    for (first, last) in ranges.drain(..) {
                        rows.insert_range(first..=last);
                    }
                    self.kept = Kept::Rows(rows);
                }
            }
        }
    }

    /// Takes in the rows of another set.
    pub fn extend(&mut self, other: &RowSet) {
        match &other.kept {
            Kept::Ranges(ranges) => ranges.iter().for_each(|(first, last)| self.add(*first, *last)),
            Kept::Rows(rows) => rows.iter().for_each(|row| self.add(row, row)),
        }
    }

    /// Leaves out the rows above a row.
    pub fn from_row(&self, first: u64) -> RowSet {
        let mut kept = RowSet::default();
        match &self.kept {
            Kept::Ranges(ranges) => {
                let below = ranges.iter().filter(|(_, end)| *end >= first);
                below.for_each(|(begin, end)| kept.add(first.max(*begin), *end));
            }
            Kept::Rows(rows) => rows.iter().filter(|row| *row >= first).for_each(|row| kept.add(row, row)),
        }
        kept
    }

    /// The first of the ranges, each with its first and last row.
    pub fn ranges(&self) -> Vec<(u64, u64)> {
        match &self.kept {
            Kept::Ranges(ranges) => ranges.iter().copied().take(LISTED).collect(),
            Kept::Rows(rows) => {
                let mut ranges: Vec<(u64, u64)> = Vec::new();
                for row in rows {
                    let full = ranges.len() == LISTED;
                    match ranges.last_mut() {
                        Some((_, last)) if *last + 1 == row => *last = row,
                        _ if full => break,
                        _ => ranges.push((row, row)),
                    }
                }
                ranges
            }
        }
    }

    /// Rows that are in none of the ranges handed out.
    pub fn beyond(&self) -> u64 {
        self.rows() - count(&self.ranges())
    }

    /// Whether a row is in it.
    pub fn contains(&self, row: u64) -> bool {
        match &self.kept {
            Kept::Ranges(ranges) => {
                let at = ranges.partition_point(|(_, last)| *last < row);
                ranges.get(at).is_some_and(|(first, _)| *first <= row)
            }
            Kept::Rows(rows) => rows.contains(row),
        }
    }

    /// Every row, ascending.
    pub fn iter(&self) -> Box<dyn Iterator<Item = u64> + '_> {
        match &self.kept {
            Kept::Ranges(ranges) => Box::new(ranges.iter().flat_map(|(first, last)| *first..=*last)),
            Kept::Rows(rows) => Box::new(rows.iter()),
        }
    }

    /// How many rows there are.
    pub fn rows(&self) -> u64 {
        match &self.kept {
            Kept::Ranges(ranges) => count(ranges),
            Kept::Rows(rows) => rows.len(),
        }
    }

    /// At most `most` ranges in words: `rows 14, 20-26 and 31 more`.
    pub fn words(&self, most: usize) -> String {
        let all = self.ranges();
        let shown = &all[..all.len().min(most)];
        let words: Vec<String> = shown
            .iter()
            .map(|(first, last)| if first == last { first.to_string() } else { format!("{first}-{last}") })
            .collect();
        let hidden = self.rows() - count(shown);
        let noun = if self.rows() == 1 { "row" } else { "rows" };
        let more = if hidden > 0 { format!(" and {} more", thousands(hidden)) } else { String::new() };
        format!("{noun} {}{more}", words.join(", "))
    }
}

fn count(ranges: &[(u64, u64)]) -> u64 {
    ranges.iter().map(|(first, last)| last - first + 1).sum()
}

/// A count with commas between thousands, as reports show it.
pub fn thousands(count: u64) -> String {
    let digits = count.to_string();
    let mut out = String::with_capacity(digits.len() + digits.len() / 3);
    for (at, digit) in digits.chars().enumerate() {
        if at > 0 && (digits.len() - at).is_multiple_of(3) {
            out.push(',');
        }
        out.push(digit);
    }
    out
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn neighbouring_rows_join() {
        let mut rows = RowSet::default();
        for row in [14, 20, 21, 22, 22, 31] {
            rows.add(row, row);
        }
        assert_eq!(rows.words(9), "rows 14, 20-22, 31");
        assert_eq!(rows.words(1), "rows 14 and 4 more");
        assert_eq!(rows.rows(), 5);
    }

    #[test]
    fn counts_stay_exact_where_there_are_too_many_ranges_to_list() {
        let mut rows = RowSet::default();
        for row in 0..10_000 {
            rows.add(row * 2 + 1, row * 2 + 1);
        }
        rows.add(2, 2);
        assert_eq!((rows.ranges().len(), rows.rows(), rows.beyond()), (LISTED, 10_001, 10_001 - LISTED as u64 - 2));
        assert_eq!(rows.ranges()[0], (1, 3));
        assert_eq!(thousands(1_234_567), "1,234,567");
    }

    proptest::proptest! {
        #[test]
        fn the_order_makes_no_difference(mut runs in proptest::collection::vec((1_u64..400, 0_u64..5), 0..300)) {
            let taken = |runs: &[(u64, u64)]| {
                let mut rows = RowSet::default();
                runs.iter().for_each(|(first, more)| rows.add(*first, first + more));
                (rows.rows(), rows.words(500))
            };
            let all: std::collections::BTreeSet<u64> =
                runs.iter().flat_map(|(first, more)| *first..=first + more).collect();
            let as_they_come = taken(&runs);
            runs.sort_unstable();
            proptest::prop_assert_eq!(as_they_come.0, all.len() as u64);
            proptest::prop_assert_eq!(as_they_come, taken(&runs));
        }
    }
}
