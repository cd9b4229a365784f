//! The rows of a list, of which only the columns that somebody looks in are kept.

use super::Wanted;
use crate::cell::characters::trimmed;
use crate::cell::fold;
use crate::cell::texts::{SPARE, Texts};
use crate::rulebook::list::{Entry, List};

/// A table from outside. The cells of a row are next to each other, since a row that is looked up is looked at as a whole.
#[derive(Debug, Default)]
pub struct Table {
    pub(super) headings: Vec<String>,
    /// For each heading, its place among the cells of a row, where it is wanted.
    places: Vec<Option<usize>>,
    /// The columns of which the cells are kept.
    kept: Vec<usize>,
    /// How many cells of a row are kept.
    width: usize,
    /// The cells, row by row.
    cells: Texts,
    rows: usize,
    /// The number of each row in its file, as a spreadsheet counts.
    numbers: Vec<u32>,
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
        self.places.push(kept.then_some(self.width));
        self.headings.push(heading);
        if !kept {
            return;
        }
        self.kept.push(self.places.len() - 1);
        // Columns are nearly always known before the first row.
        let (cells, width) = (std::mem::take(&mut self.cells), self.width);
        self.width += 1;
        for row in 0..self.rows {
            for at in 0..width {
                self.cells.push(cells.get(row * width + at));
            }
            self.cells.push("");
        }
    }

    /// Adds a row. The error is why there is no room for it.
    pub(crate) fn add<'t>(&mut self, number: u64, cell: impl Fn(usize) -> &'t str) -> Result<(), String> {
        for column in &self.kept {
            if !self.cells.push(trimmed(cell(*column))) {
                return Err("what is looked for in it is larger than 4 GB".to_owned());
            }
        }
        self.rows += 1;
        self.numbers.push(u32::try_from(number).unwrap_or(u32::MAX));
        Ok(())
    }

    /// Makes room for the rest of a file of which the last `added` rows are one part in `times`, so that the cells are not moved time and
    /// again as there come to be more of them. Where the rest is not like these rows, the room grows as it would have.
    pub(super) fn make_room(&mut self, added: usize, times: f64) {
        let first = self.rows.saturating_sub(added) * self.width;
        self.cells.make_room(first, times);
        self.numbers.reserve((added as f64 * times * SPARE) as usize);
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
            Some(Some(place)) => self.cells.get(row * self.width + place),
            _ => "",
        }
    }

    /// Looks at both ends of a row, so that it is near when its cells are asked for.
    #[inline]
    pub(crate) fn touch(&self, row: usize) -> u8 {
        self.cells.touch(row * self.width..(row + 1) * self.width)
    }

    /// The number of a row in its file, as a spreadsheet counts; of JSON lines, its line.
    pub fn number(&self, row: usize) -> u64 {
        self.numbers.get(row).copied().unwrap_or_default().into()
    }

    /// How many rows there are.
    pub fn row_count(&self) -> usize {
        self.rows
    }

    /// The column's values, each with its meaning.
    pub(in crate::rulebook) fn list(&self, column: usize, meaning: Option<usize>) -> List {
        self.list_of(0..self.rows, column, meaning)
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
