//! Which rows of each column have which style: only followed where somebody asks for it.

use crate::finding::RowSet;

/// Styles that are told apart in one column; cells of further ones are not followed.
const STYLES_KEPT: usize = 64;

/// The styles of filled cells, column by column.
#[derive(Debug, Default)]
pub struct StyleRows(Vec<OneColumn>);

#[derive(Debug, Default, Clone)]
struct OneColumn {
    /// The run of rows of one style that is still going on: style, first row, last row.
    run: Option<(usize, u64, u64)>,
    rows: Vec<(usize, RowSet)>,
}

impl StyleRows {
    /// Takes note of a filled cell; rows come in order. Kept out of the reading of cells, which most checks go through
    /// without it.
    #[inline(never)]
    pub fn add(&mut self, row: u64, column: usize, style: usize) {
        if column >= self.0.len() {
            self.0.resize(column + 1, OneColumn::default());
        }
        let one = &mut self.0[column];
        match &mut one.run {
            Some((running, _, last)) if *running == style && *last + 1 == row => *last = row,
            _ => {
                one.flush();
                one.run = Some((style, row, row));
            }
        }
    }

    /// The styles of a column's filled cells, each with its rows.
    pub fn of_column(&self, column: usize) -> Vec<(usize, RowSet)> {
        let mut one = self.0.get(column).cloned().unwrap_or_default();
        one.flush();
        one.rows
    }
}

impl OneColumn {
    fn flush(&mut self) {
        let Some((style, first, last)) = self.run.take() else { return };
        if let Some((_, rows)) = self.rows.iter_mut().find(|(known, _)| *known == style) {
            rows.add(first, last);
        } else if self.rows.len() < STYLES_KEPT {
            let mut rows = RowSet::default();
            rows.add(first, last);
            self.rows.push((style, rows));
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn rows_are_kept_by_style() {
        let mut styles = StyleRows::default();
        for (row, style) in [(2, 1), (3, 1), (4, 7), (5, 1), (9, 1), (10, 7)] {
            styles.add(row, 3, style);
        }
        let found: Vec<_> = styles.of_column(3).into_iter().map(|(style, rows)| (style, rows.ranges())).collect();
        assert_eq!(found, [(1, vec![(2, 3), (5, 5), (9, 9)]), (7, vec![(4, 4), (10, 10)])]);
        assert!(styles.of_column(0).is_empty() && styles.of_column(900).is_empty());
    }
}
