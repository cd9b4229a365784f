//! Rows as compressed ranges: `14, 20-26, 31`.

/// The most ranges that are kept; the rows beyond are counted.
const KEPT: usize = 200;

/// Rows taken in in ascending order, kept as ranges in bounded memory.
#[derive(Debug, Clone, Default)]
pub struct RowRanges {
    ranges: Vec<(u64, u64)>,
    beyond: u64,
    last: u64,
}

impl RowRanges {
    /// Takes in a run of rows. A row that was the last one taken counts once.
    pub fn add(&mut self, first: u64, last: u64) {
        let first = first.max(self.last.saturating_add(u64::from(first <= self.last)));
        if last < first {
            return;
        }
        self.last = self.last.max(last);
        let room = self.ranges.len() < KEPT;
        match self.ranges.last_mut() {
            Some((_, end)) if self.beyond == 0 && *end + 1 >= first => *end = (*end).max(last),
            _ if room && self.beyond == 0 => self.ranges.push((first, last)),
            _ => self.beyond += last - first + 1,
        }
    }

    /// The ranges, each with its first and last row.
    pub fn ranges(&self) -> &[(u64, u64)] {
        &self.ranges
    }

    /// Rows that are in no kept range.
    pub fn beyond(&self) -> u64 {
        self.beyond
    }

    /// How many rows there are.
    pub fn rows(&self) -> u64 {
        self.ranges.iter().map(|(first, last)| last - first + 1).sum::<u64>() + self.beyond
    }

    /// At most `most` ranges in words: `rows 14, 20-26 and 31 more`.
    pub fn words(&self, most: usize) -> String {
        let shown: Vec<String> = self
            .ranges
            .iter()
            .take(most)
            .map(|(first, last)| if first == last { first.to_string() } else { format!("{first}-{last}") })
            .collect();
        let hidden: u64 =
            self.ranges.iter().skip(most).map(|(first, last)| last - first + 1).sum::<u64>() + self.beyond;
        let noun = if self.rows() == 1 { "row" } else { "rows" };
        let more = if hidden > 0 { format!(" and {} more", thousands(hidden)) } else { String::new() };
        format!("{noun} {}{more}", shown.join(", "))
    }
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
        let mut rows = RowRanges::default();
        for row in [14, 20, 21, 22, 22, 31] {
            rows.add(row, row);
        }
        assert_eq!(rows.words(9), "rows 14, 20-22, 31");
        assert_eq!(rows.words(1), "rows 14 and 4 more");
        assert_eq!(rows.rows(), 5);
    }

    #[test]
    fn memory_is_bounded_and_counts_stay_exact() {
        let mut rows = RowRanges::default();
        for row in 0..10_000 {
            rows.add(row * 2 + 1, row * 2 + 1);
        }
        assert_eq!((rows.ranges().len(), rows.rows()), (KEPT, 10_000));
        assert_eq!(thousands(1_234_567), "1,234,567");
    }
}
