//! The rows of a list, of which only the columns that somebody looks in are kept.

use std::ops::Range;

use super::Wanted;
use super::kept::Kept;
use crate::cell::characters::trimmed;
use crate::cell::fold;
use crate::intake::PlainCells;
use crate::rulebook::list::{Entry, List};

/// A table from outside. The cells of a row are next to each other, since a row that is looked up is looked at as a whole.
#[derive(Debug, Default)]
pub struct Table {
    pub(super) headings: Vec<String>,
    /// For each heading, its place among the cells of a row, where it is wanted.
    places: Vec<Option<usize>>,
    /// The columns of which the cells are kept.
    kept: Vec<usize>,
    /// The cells, row by row.
    cells: Kept,
    /// The number of a row in its file, as a spreadsheet counts, where it is not the one behind that of the row before.
    numbers: Vec<(u32, u64)>,
    next_number: u64,
}

impl Table {
    /// A table with these headings, of which some columns are kept.
    pub(crate) fn new(headings: Vec<String>, wanted: &Wanted) -> Table {
        let mut table = Table::default();
        headings.into_iter().for_each(|heading| table.add_heading(heading, wanted));
        table
    }

    /// Adds a column that is blank in the rows so far. Of a heading that comes twice, the first column counts.
    pub(super) fn add_heading(&mut self, heading: String, wanted: &Wanted) {
        let first = !self.headings.contains(&heading);
        let kept = first && wanted.keeps(self.headings.len(), &heading);
        self.places.push(kept.then_some(self.cells.width()));
        self.headings.push(heading);
        if kept {
            self.kept.push(self.places.len() - 1);
            // Columns are nearly always known before the first row.
            self.cells.widen();
        }
    }

    /// Adds a row. The error is why there is no room for it.
    pub(crate) fn add<'t>(&mut self, number: u64, cell: impl Fn(usize) -> &'t str) -> Result<(), String> {
        let added = self.cells.push(self.kept.iter().map(|column| trimmed(cell(*column))));
        self.is_added(number, added)
    }

    /// The columns that are kept, as runs of neighbours in a file: `places` says where that has each column.
    pub(super) fn runs(&self, places: &[Option<usize>]) -> Vec<Range<usize>> {
        let mut runs: Vec<Range<usize>> = Vec::new();
        for place in self.kept.iter().filter_map(|column| places.get(*column).copied().flatten()) {
            match runs.last_mut().filter(|run| run.end == place) {
                Some(run) => run.end += 1,
                None => runs.push(place..place + 1),
            }
        }
        runs
    }

    /// Adds a row of which the [`Table::runs`] are as they stand in the file. The error is why there is no room for it.
    pub(super) fn add_plain(&mut self, number: u64, runs: &[PlainCells<'_>]) -> Result<(), String> {
        let added = self.cells.push_plain(runs);
        self.is_added(number, added)
    }

    #[inline]
    fn is_added(&mut self, number: u64, added: bool) -> Result<(), String> {
        if !added {
            return Err("what is looked for in it is larger than 4 GB".to_owned());
        }
        if number != self.next_number || self.numbers.is_empty() {
            self.numbers.push((self.cells.len() as u32 - 1, number));
        }
        self.next_number = number + 1;
        Ok(())
    }

    /// Makes room for the rest of a file of which the last `added` rows are one part in `times`, so that the cells are not moved time and
    /// again as there come to be more of them. Where the rest is not like these rows, the room grows as it would have.
    pub(super) fn make_room(&mut self, added: usize, times: f64) {
        self.cells.make_room(self.row_count().saturating_sub(added), times);
    }

    /// Gives back room that was kept for more rows.
    pub(super) fn shrink(&mut self) {
        self.cells.shrink();
        self.numbers.shrink_to_fit();
    }

    /// The headings.
    pub fn headings(&self) -> &[String] {
        &self.headings
    }

    /// The place of a heading, letter by letter; else in any letter case, or with `_` where it has spaces or hyphens.
    pub fn heading(&self, wanted: &str) -> Option<usize> {
        place_of(self.headings.iter().map(String::as_str), wanted)
    }

    /// The heading nearest to one that is not there, behind a semicolon.
    pub fn hint(&self, wanted: &str) -> String {
        let near = fold::nearest(wanted, self.headings.iter().map(String::as_str));
        near.map(|near| format!("; did you mean {near}?")).unwrap_or_default()
    }

    /// A cell; empty where the column was not kept.
    #[inline]
    pub fn cell(&self, row: usize, column: usize) -> &str {
        match self.places.get(column) {
            Some(Some(place)) => self.cells.get(row, *place),
            _ => "",
        }
    }

    /// Looks at both ends of a row, so that it is near when its cells are asked for.
    #[inline]
    pub(crate) fn touch(&self, row: usize) -> u8 {
        self.cells.touch(row)
    }

    /// The number of a row in its file, as a spreadsheet counts; of JSON lines, its line.
    pub fn number(&self, row: usize) -> u64 {
        let behind = self.numbers.partition_point(|(first, _)| *first as usize <= row);
        let before = behind.checked_sub(1).and_then(|at| self.numbers.get(at));
        before.map_or(0, |(first, number)| number + (row - *first as usize) as u64)
    }

    /// How many rows there are.
    pub fn row_count(&self) -> usize {
        self.cells.len()
    }

    /// The column's values, each with its meaning.
    pub(in crate::rulebook) fn list(&self, column: usize, meaning: Option<usize>) -> List {
        self.list_of(0..self.row_count(), column, meaning)
    }

    /// The same of some rows.
    pub(in crate::rulebook) fn list_of(
        &self,
        rows: impl Iterator<Item = usize>,
        column: usize,
        meaning: Option<usize>,
    ) -> List {
        let rows = rows.filter(|row| !self.cell(*row, column).is_empty());
        List::new(rows.map(|row| {
            let meaning = meaning.map(|at| self.cell(row, at)).filter(|text| !text.is_empty());
            Entry { code: self.cell(row, column), meaning }
        }))
    }
}

/// The place of a name among headings: letter by letter; else in any letter case, or as one word.
pub(in crate::rulebook) fn place_of<'h>(
    headings: impl Iterator<Item = &'h str> + Clone,
    wanted: &str,
) -> Option<usize> {
    let as_word = |text: &str| -> String {
        text.chars().map(|each| if each.is_alphanumeric() { each } else { '_' }).flat_map(char::to_lowercase).collect()
    };
    let exact = headings.clone().position(|heading| heading == wanted);
    exact.or_else(|| headings.clone().position(|heading| heading.to_lowercase() == wanted.to_lowercase())).or_else(
        || {
            let wanted = as_word(wanted);
            headings.clone().position(|heading| as_word(heading).trim_matches('_') == wanted)
        },
    )
}

#[cfg(test)]
mod tests {
    use super::*;

    fn wanted(names: &[&str]) -> Wanted {
        Wanted { names: names.iter().map(|name| (*name).to_owned()).collect(), ..Wanted::default() }
    }

    #[test]
    fn only_wanted_columns_are_kept_and_of_two_alike_the_first() {
        let headings = ["Id", "Name", "Id", "Valid to"].map(str::to_owned).to_vec();
        let mut table = Table::new(headings, &wanted(&["id", "valid_to"]));
        table.add(4, |column| ["1", "x", "2", " 2026 "][column]).unwrap();
        assert_eq!([0, 1, 2, 3, 9].map(|column| table.cell(0, column)), ["1", "", "", "2026", ""]);
        assert_eq!((table.row_count(), table.number(0), table.cell(1, 0)), (1, 4, ""));
    }

    #[test]
    fn a_column_that_comes_later_is_blank_in_the_rows_so_far() {
        let mut table = Table::new(vec!["A".to_owned()], &wanted(&["A", "B"]));
        table.add(1, |_| "a1").unwrap();
        table.add(2, |_| "a2").unwrap();
        table.add_heading("B".to_owned(), &wanted(&["A", "B"]));
        table.add(3, |column| ["a3", "b3"][column]).unwrap();
        let cells: Vec<[&str; 2]> = (0..3).map(|row| [table.cell(row, 0), table.cell(row, 1)]).collect();
        assert_eq!(cells, [["a1", ""], ["a2", ""], ["a3", "b3"]]);
    }

    #[test]
    fn headings_are_found_letter_by_letter_first_and_then_as_names() {
        let headings = ["valid to", "Valid to", "E-mail"];
        let place = |wanted: &str| place_of(headings.iter().copied(), wanted);
        assert_eq!((place("Valid to"), place("VALID TO"), place("valid_to")), (Some(1), Some(0), Some(0)));
        assert_eq!((place("e_mail"), place("email"), place("mail")), (Some(2), None, None));
    }
}
