//! Other sheets of the same file that rows are looked up in: read ahead of the check, whichever comes first in the file.

use std::sync::Arc;

use super::checker::Checker;
use super::metadata::CheckError;
use super::open::Opened;
use super::pipeline::Reading;
use crate::check::rows::chunk::ChunkJudge;
use crate::check::rows::result::ChunkResult;
use crate::check::shape::{Shaped, labelled};
use crate::check::workbook;
use crate::intake::pieces::{Resumed, read_top};
use crate::intake::{Chunk, Rows};
use crate::rulebook::model::{ListOf, Table};
use crate::rulebook::reference::Wanted;

impl Checker<'_> {
    /// Whether rows are looked up in other sheets of the batch.
    pub fn looks_ahead(&self) -> bool {
        !self.looked_in().is_empty()
    }

    /// The sheets of the rulebook that rows are looked up in.
    fn looked_in(&self) -> Vec<usize> {
        let lookups = self.rulebook.sheets.iter().flat_map(|sheet| &sheet.lookups);
        let mut sheets: Vec<usize> = lookups
            .filter_map(|lookup| match lookup.list {
                ListOf::Sheet(number, _) => Some(number),
                _ => None,
            })
            .collect();
        sheets.sort_unstable();
        sheets.dedup();
        sheets
    }

    /// Reads the sheets of a file that rows are looked up in. Of a batch, that is done with all files before the first is checked.
    ///
    /// # Errors
    /// Where the file cannot be read.
    pub fn look_ahead(&mut self, mut opened: Opened) -> Result<(), CheckError> {
        let wanted = self.looked_in();
        if wanted.is_empty() {
            return Ok(());
        }
        if !opened.is_workbook() {
            let mut rows = opened.source.text(opened.options)?;
            let Some(top) = read_top(&mut rows, self.rows_above_data())? else { return Ok(()) };
            let number = self.sheet_of_text(&top);
            if wanted.contains(&number)
                && let Some(table) = self.table_of(number, &mut rows, top)?
            {
                self.set_table(number, table);
            }
            return Ok(());
        }
        opened.tops()?;
        let Some((mut book, tops)) = opened.into_workbook()? else { return Ok(()) };
        let assigned = workbook::assign(self.rulebook, &book, &tops);
        for number in wanted {
            let Some(at) = assigned.get(number).copied().flatten() else { continue };
            let mut rows = book.rows(at)?;
            let least = if self.rulebook.sheets[number].is_form { labelled::ROWS } else { self.rows_above_data() };
            let Some(top) = read_top(&mut rows, least)? else { continue };
            if let Some(table) = self.table_of(number, &mut rows, top)? {
                self.set_table(number, table);
            }
        }
        Ok(())
    }

    fn set_table(&mut self, number: usize, table: Table) {
        let table = Arc::new(table);
        let today = self.options.today;
        for looked_in in self.sheets.iter_mut().flat_map(|state| &mut state.judge.lookups) {
            if matches!(looked_in.lookup.list, ListOf::Sheet(other, _) if other == number) {
                looked_in.set(Arc::clone(&table), today);
            }
        }
    }

    /// The rows of a sheet, with the columns of the rulebook in its order; `None` where its headings are not there.
    fn table_of(&self, number: usize, rows: &mut dyn Rows, top: Chunk) -> Result<Option<Table>, CheckError> {
        let judge = &self.sheets[number].judge;
        let Some((mut shape, header)) = self.shape_of(number, rows, &top) else { return Ok(None) };
        let names = (0..judge.sheet.columns.len()).map(|column| column.to_string()).collect();
        let mut table = Table::new(names, &Wanted::everything());
        let mut resumed = Resumed::new(top, rows);
        let mut reading = Reading::new(&mut resumed, &mut *shape, &self.options);
        let judging = ChunkJudge { sheet: judge, folds: &[], header: &header, delimiter: b',' };
        let mut spare = Shaped::default();
        while let Some(mut shaped) = reading.next(spare)? {
            // What is wrong with the rows is said when the sheet is checked.
            let rows = judging.layout(&mut shaped, &mut ChunkResult::default());
            for row in rows {
                let chunk = &shaped.chunk;
                let cell =
                    |column: usize| header.field_of[column].map_or("", |field| chunk.text(chunk.cell(row, field)));
                table.add(chunk.row_number(row), cell).map_err(|why| CheckError::Io(std::io::Error::other(why)))?;
            }
            spare = shaped;
        }
        Ok(Some(table))
    }
}
