//! One row, one record, under one row of headings.

use super::{BlankRun, RowKind, RowPlace, Shape, Shaped};

/// A table.
#[derive(Debug, Default)]
pub(crate) struct Table {
    /// Rows that belong to the template and are still to come.
    template_rows: usize,
    /// The row that is due next, as a spreadsheet counts.
    due: Option<u64>,
    /// Blank rows of which it is not known yet whether data follow: first, last, line.
    open: Option<(u64, u64, Option<u64>)>,
    records: u64,
}

impl Table {
    /// A table whose first `template_rows` rows hold no data.
    pub fn new(template_rows: usize) -> Table {
        Table { template_rows, ..Table::default() }
    }

    fn blank(&mut self, first: u64, last: u64, line: Option<u64>) {
        self.open = match self.open {
            Some((from, to, begun)) if to + 1 == first => Some((from, last, begun)),
            _ => Some((first, last, line)),
        };
    }
}

impl Shape for Table {
    fn place(&mut self, shaped: &mut Shaped) {
        let Shaped { chunk, places, blank_runs, .. } = shaped;
        places.clear();
        blank_runs.clear();
        for row in 0..chunk.row_count() {
            let number = chunk.row_number(row);
            let mut place = RowPlace { kind: RowKind::Template, after_blank: false, record: 0, line: 0 };
            if self.template_rows > 0 {
                self.template_rows -= 1;
            } else {
                // Blank rows of a sheet may have been left out.
                if let Some(due) = self.due.filter(|due| number > *due) {
                    self.blank(due, number - 1, None);
                }
                if chunk.is_blank(row) {
                    place.kind = RowKind::Blank;
                    self.blank(number, number, chunk.line_number(row));
                } else {
                    let run = self.open.take();
                    blank_runs.extend(run.map(|(first, last, line)| BlankRun { before: row, first, last, line }));
                    place = RowPlace { kind: RowKind::Data, after_blank: run.is_some(), record: self.records, line: 0 };
                    self.records += 1;
                }
            }
            self.due = Some(number + 1);
            places.push(place);
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::intake::pieces::Pieces;
    use crate::intake::{Chunk, ReadOptions, Rows, Source};

    /// Kinds of rows, and runs of blank ones, of a text read so many rows at a time.
    fn placed(text: &str, most: usize) -> (String, Vec<(u64, u64)>) {
        let source = Source::memory("x.csv".to_owned(), text.as_bytes().into()).unwrap();
        let mut rows = source.text(ReadOptions::default()).unwrap();
        let mut pieces = Pieces::new(&mut rows, most);
        let mut table = Table::new(1);
        let (mut kinds, mut runs) = (String::new(), Vec::new());
        while let Some(chunk) = pieces.next_chunk(Chunk::default()).unwrap() {
            let mut shaped = Shaped { chunk, ..Shaped::default() };
            table.place(&mut shaped);
            kinds.extend(shaped.places.iter().map(|place| match (place.kind, place.after_blank) {
                (RowKind::Template, _) => 'T',
                (RowKind::Blank, _) => 'b',
                (RowKind::Data, false) => 'd',
                (RowKind::Data, true) => 'D',
            }));
            runs.extend(shaped.blank_runs.iter().map(|run| (run.first, run.last)));
        }
        (kinds, runs)
    }

    #[test]
    fn rows_are_placed_alike_whatever_the_chunks() {
        let text = "a,b\n1,2\n,\n\n3,4\n5,6\n,\n7,8\n,\n,\n";
        for most in [1, 2, 3, 100] {
            assert_eq!(placed(text, most), ("TdbbDdbDbb".to_owned(), vec![(3, 4), (7, 7)]), "{most}");
        }
    }
}
