//! What a sheet is besides its rows: what is hidden, merged, filtered and limited in it.

/// A rectangle of cells: columns from zero, rows from one, both ends included.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct CellRange {
    /// The first column.
    pub first_column: usize,
    /// The first row.
    pub first_row: u64,
    /// The last column.
    pub last_column: usize,
    /// The last row.
    pub last_row: u64,
}

impl CellRange {
    /// Whether a cell lies in it.
    pub fn holds(&self, column: usize, row: u64) -> bool {
        (self.first_column..=self.last_column).contains(&column) && (self.first_row..=self.last_row).contains(&row)
    }

    /// As spreadsheets write it, such as B2:C4.
    pub fn words(&self) -> String {
        let letter = crate::finding::column_letter;
        let first = format!("{}{}", letter(self.first_column), self.first_row);
        if self.first_column == self.last_column && self.first_row == self.last_row {
            return first;
        }
        format!("{first}:{}{}", letter(self.last_column), self.last_row)
    }
}

/// Reads a place such as `$B$2`: the column from zero, the row from one. Either may be missing, as in `B:B`.
pub fn read_place(text: &str) -> Option<(Option<usize>, Option<u64>)> {
    let plain: String = text.chars().filter(|each| *each != '$').collect();
    let letters = plain.bytes().take_while(u8::is_ascii_alphabetic).count();
    let (column, row) = plain.split_at(letters);
    let number = |letters: &str| {
        letters.bytes().fold(0_usize, |sum, letter| {
            sum.saturating_mul(26).saturating_add(usize::from(letter.to_ascii_uppercase() - b'A') + 1)
        })
    };
    let column = (letters > 0 && letters <= 3).then(|| number(column) - 1);
    let row = if row.is_empty() { None } else { Some(row.parse().ok()?) };
    (column.is_some() || row.is_some()).then_some((column, row))
}

/// Reads a range such as `A1:B2`, `A1` or `A:B`.
pub fn read_range(text: &str) -> Option<CellRange> {
    let (from, to) = text.split_once(':').unwrap_or((text, text));
    let (from, to) = (read_place(from)?, read_place(to)?);
    Some(CellRange {
        first_column: from.0.unwrap_or(0),
        first_row: from.1.unwrap_or(1),
        last_column: to.0.unwrap_or(crate::limits::MOST_COLUMNS - 1),
        last_row: to.1.unwrap_or(1 << 20),
    })
}

/// What may be typed into cells, as the sheet's own drop-downs and limits have it.
#[derive(Debug, Clone, Default, PartialEq, Eq)]
pub struct Validation {
    /// list, whole, decimal, date, time, textLength or custom.
    pub kind: String,
    /// between, notBetween, equal, notEqual, lessThan, lessThanOrEqual, greaterThan or greaterThanOrEqual.
    pub operator: String,
    /// The first formula: the list, or the limit.
    pub first: String,
    /// The second one.
    pub second: String,
    /// The cells.
    pub ranges: Vec<CellRange>,
    /// The heading of the message shown while typing.
    pub prompt_title: String,
    /// That message.
    pub prompt: String,
    /// Whether something else may be typed all the same.
    pub only_warns: bool,
}

/// Filled cells that are far from the others.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Far {
    /// How many.
    pub count: u64,
    /// The row of the first.
    pub row: u64,
    /// Its column, from zero.
    pub column: usize,
}

/// What a sheet is besides its rows.
#[derive(Debug, Clone, Default)]
pub struct SheetMetadata {
    /// Rows that one row is repeated over, of which not all are given out.
    pub cut: Option<CellRange>,
    /// Hidden rows that hold anything.
    pub hidden_rows: Vec<u64>,
    /// How many there are, where that is more than are listed.
    pub hidden_count: u64,
    /// Hidden columns, first and last.
    pub hidden_columns: Vec<(usize, usize)>,
    /// Merged cells.
    pub merged: Vec<CellRange>,
    /// The range of a filter that is set.
    pub filtered: Option<CellRange>,
    /// Drop-downs and limits.
    pub validations: Vec<Validation>,
    /// Cells that stand far to the right of the others in their row, or beyond the last column, and are in no row.
    pub far: Option<Far>,
    /// Styles of whole columns: first, last, style.
    pub column_styles: Vec<(usize, usize, usize)>,
}

impl SheetMetadata {
    /// The drop-downs that cells of a column have, each with the cells.
    pub fn drop_downs(&self, column: usize) -> impl Iterator<Item = (&Validation, &CellRange)> {
        let lists = self.validations.iter().filter(|validation| validation.kind == "list");
        let placed = lists.flat_map(|list| list.ranges.iter().map(move |range| (list, range)));
        placed.filter(move |(_, range)| (range.first_column..=range.last_column).contains(&column))
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn ranges_are_read_as_spreadsheets_write_them() {
        let range = |text: &str| read_range(text).map(|range| range.words());
        assert_eq!(range("$B$2:C4").as_deref(), Some("B2:C4"));
        assert_eq!(range("AA7").as_deref(), Some("AA7"));
        assert_eq!(range("C:C").as_deref(), Some("C1:C1048576"));
        assert_eq!(range("2:3").as_deref(), Some("A2:XFD3"));
        assert_eq!((range("B2:x!"), range("")), (None, None));
    }
}
