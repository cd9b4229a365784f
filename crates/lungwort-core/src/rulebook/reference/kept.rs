//! The cells of a list's rows, kept row by row: the letters, a byte between cells, and one byte a cell where rows are short.

use crate::intake::PlainCells;

/// How much more room is made than is to be expected: where it is short by one row, all of them are moved.
const SPARE: f64 = 1.06;

/// Rows of as many cells each.
#[derive(Debug, Default)]
pub(super) struct Kept {
    /// How many cells a row has.
    width: usize,
    /// The cells, one byte behind each, so that a row of a file can be taken as it stands there.
    text: String,
    /// Where each row begins.
    starts: Vec<u32>,
    /// Where each cell ends, counted from where its row begins.
    ends: Ends,
}

/// Where cells end, in as few bytes as the longest row so far takes.
#[derive(Debug)]
enum Ends {
    Byte(Vec<u8>),
    Short(Vec<u16>),
    Long(Vec<u32>),
}

impl Default for Ends {
    fn default() -> Ends {
        Ends::Byte(Vec::new())
    }
}

impl Ends {
    /// Where a cell begins and ends: its place among all cells, and in its row.
    #[inline]
    fn get(&self, at: usize, place: usize) -> Option<(usize, usize)> {
        match self {
            Ends::Byte(ends) => bounds(ends, at, place),
            Ends::Short(ends) => bounds(ends, at, place),
            Ends::Long(ends) => bounds(ends, at, place),
        }
    }

    /// Makes them as long as a row asks that is so many bytes long.
    #[inline]
    fn fit(&mut self, length: usize) {
        match self {
            Ends::Byte(_) if length <= usize::from(u8::MAX) => {}
            Ends::Short(_) if length <= usize::from(u16::MAX) => {}
            Ends::Long(_) => {}
            _ => {
                self.widen();
                self.fit(length);
            }
        }
    }

    /// Adds ends, each of which fits.
    #[inline]
    fn extend(&mut self, ends: impl Iterator<Item = u32>) {
        match self {
            Ends::Byte(bytes) => bytes.extend(ends.map(|end| end as u8)),
            Ends::Short(short) => short.extend(ends.map(|end| end as u16)),
            Ends::Long(long) => long.extend(ends),
        }
    }

    fn widen(&mut self) {
        *self = match self {
            Ends::Byte(bytes) => Ends::Short(bytes.iter().map(|end| u16::from(*end)).collect()),
            Ends::Short(short) => Ends::Long(short.iter().map(|end| u32::from(*end)).collect()),
            Ends::Long(long) => Ends::Long(std::mem::take(long)),
        };
    }

    fn reserve(&mut self, more: usize) {
        match self {
            Ends::Byte(ends) => ends.reserve(more),
            Ends::Short(ends) => ends.reserve(more),
            Ends::Long(ends) => ends.reserve(more),
        }
    }

    fn shrink(&mut self) {
        match self {
            Ends::Byte(ends) => ends.shrink_to_fit(),
            Ends::Short(ends) => ends.shrink_to_fit(),
            Ends::Long(ends) => ends.shrink_to_fit(),
        }
    }
}

#[inline]
fn bounds<E: Copy + Into<u32>>(ends: &[E], at: usize, place: usize) -> Option<(usize, usize)> {
    let end = |at: usize| ends.get(at).map(|end| (*end).into() as usize);
    let start = if place == 0 { 0 } else { end(at - 1)? + 1 };
    Some((start, end(at)?))
}

impl Kept {
    /// How many cells a row has.
    #[inline]
    pub fn width(&self) -> usize {
        self.width
    }

    /// How many rows there are.
    #[inline]
    pub fn len(&self) -> usize {
        self.starts.len()
    }

    /// Adds a row. Returns whether there was room: four thousand million bytes in all.
    pub fn push<'t>(&mut self, cells: impl Iterator<Item = &'t str>) -> bool {
        let start = self.text.len();
        let mut ends: Vec<usize> = Vec::with_capacity(self.width);
        for cell in cells.take(self.width) {
            self.text.push_str(cell);
            ends.push(self.text.len() - start);
            self.text.push('\n');
        }
        ends.resize(self.width, ends.last().copied().unwrap_or_default());
        if self.text.len() > u32::MAX as usize {
            return false;
        }
        self.ends.fit(self.text.len() - start);
        self.ends.extend(ends.into_iter().map(|end| end as u32));
        self.starts.push(start as u32);
        true
    }

    /// Adds a row of runs of cells as they stand in a file. Returns whether there was room.
    #[inline]
    pub fn push_plain(&mut self, runs: &[PlainCells<'_>]) -> bool {
        let start = self.text.len();
        let length = runs.iter().map(|run| run.text().len() + 1).sum::<usize>();
        if start + length > u32::MAX as usize {
            return false;
        }
        self.ends.fit(length);
        for run in runs {
            let before = (self.text.len() - start) as u32;
            self.text.push_str(run.text());
            self.text.push('\n');
            self.ends.extend(run.ends().map(|end| before + end));
        }
        self.starts.push(start as u32);
        true
    }

    /// A cell; empty where there is none.
    #[inline]
    pub fn get(&self, row: usize, place: usize) -> &str {
        let Some(row_start) = self.starts.get(row).filter(|_| place < self.width) else { return "" };
        let row_start = *row_start as usize;
        let Some((start, end)) = self.ends.get(row * self.width + place, place) else { return "" };
        self.text.get(row_start + start..row_start + end).unwrap_or_default()
    }

    /// Looks at both ends of a row, so that it is near when its cells are asked for.
    #[inline]
    pub fn touch(&self, row: usize) -> u8 {
        let start = self.starts.get(row).map_or(0, |start| *start as usize);
        let byte = |at: usize| self.text.as_bytes().get(at).copied().unwrap_or_default();
        let (place, before) = (self.width.saturating_sub(1), row * self.width);
        let (_, last) = self.ends.get(before + place, place).unwrap_or_default();
        byte(start).wrapping_add(byte(start + last))
    }

    /// Gives each row one more cell, which is blank.
    pub fn widen(&mut self) {
        let rows = std::mem::take(self);
        self.width = rows.width + 1;
        for row in 0..rows.len() {
            let cells = (0..rows.width).map(|place| rows.get(row, place));
            self.push(cells.chain(std::iter::once("")));
        }
    }

    /// Makes room for `times` as many rows as there are from a place on, of the same length on the whole, and a little more.
    pub fn make_room(&mut self, from: usize, times: f64) {
        let more = |so_far: usize| (so_far as f64 * times * SPARE) as usize;
        let start = self.starts.get(from).map_or(self.text.len(), |start| *start as usize);
        let (rows, bytes) = (more(self.len().saturating_sub(from)), more(self.text.len() - start));
        self.text.reserve(bytes.min(u32::MAX as usize));
        self.starts.reserve(rows);
        self.ends.reserve(rows * self.width);
    }

    /// Gives back room that was kept for more rows.
    pub fn shrink(&mut self) {
        self.text.shrink_to_fit();
        self.starts.shrink_to_fit();
        self.ends.shrink();
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    fn cells(kept: &Kept) -> Vec<Vec<&str>> {
        (0..kept.len()).map(|row| (0..kept.width()).map(|place| kept.get(row, place)).collect()).collect()
    }

    #[test]
    fn rows_that_are_short_have_blanks_at_their_end_as_has_a_further_column() {
        let mut kept = Kept { width: 3, ..Kept::default() };
        assert!(kept.push(["a", "", "é c"].into_iter()));
        assert!(kept.push(["g"].into_iter()));
        assert_eq!(cells(&kept), [["a", "", "é c"], ["g", "", ""]]);
        assert_eq!((kept.get(1, 3), kept.get(2, 0)), ("", ""));
        kept.widen();
        assert_eq!(cells(&kept), [["a", "", "é c", ""], ["g", "", "", ""]]);
    }

    #[test]
    fn rows_of_any_length_are_kept() {
        let texts = ["x".repeat(200), "y".repeat(300), "z".repeat(70_000)];
        let mut kept = Kept { width: 2, ..Kept::default() };
        for text in &texts {
            assert!(kept.push([text.as_str(), "end"].into_iter()));
            assert!(kept.push(["a", "b"].into_iter()));
        }
        for (at, text) in texts.iter().enumerate() {
            assert_eq!([(at * 2, 0), (at * 2, 1)].map(|(row, place)| kept.get(row, place)), [text.as_str(), "end"]);
            assert_eq!([0, 1].map(|place| kept.get(at * 2 + 1, place)), ["a", "b"]);
        }
    }

    #[test]
    fn room_is_made_for_as_many_more_as_there_are_from_a_row_on() {
        let mut kept = Kept { width: 1, ..Kept::default() };
        (0..20).for_each(|_| assert!(kept.push(["abcd"].into_iter())));
        kept.make_room(10, 100.0);
        assert!(kept.text.capacity() >= 100 + 5000 && kept.starts.capacity() >= 20 + 1000);
        kept.shrink();
        assert_eq!((kept.text.capacity(), kept.get(19, 0), kept.get(20, 0)), (100, "abcd", ""));
        kept.make_room(50, 2.0);
        assert_eq!(kept.len(), 20);
    }
}
