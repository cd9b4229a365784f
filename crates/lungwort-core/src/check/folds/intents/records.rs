//! Rows of records of several rows, and of blocks. Where the key of the existing records is in the header, a record is one thing,
//! and its first row says what is asked; where it is not, each row is a thing of its own, with the header's values for its own.

use std::sync::Arc;

use jiff::civil::Date;

use super::{Intents, OneRow, State};
use crate::cell::Value;
use crate::cell::shown::clipped;
use crate::check::folds::{Absorbing, Gathering};
use crate::check::rows::result::key_of;
use crate::check::rows::{RowValues, inherit};
use crate::condition::{Row, Slot};
use crate::finding::{RowPlan, Together};

/// What a row is to the existing records.
pub(super) enum Part {
    /// A thing of its own.
    Own,
    /// A further row of the record with that hash.
    Further(u128),
    /// Nothing: it has a finding of its own, or is the header of lines that have each a record.
    Nothing,
}

/// The texts of a header that hold for the row of a record.
pub(super) type HeaderTexts = Option<Arc<[(usize, Box<str>)]>>;

/// A row with the values of its record's header.
pub(super) struct WithHeader<'v, 'b> {
    pub row: RowValues<'v, 'b>,
    /// The values that it does not have itself.
    header: Vec<(usize, Value<'static>)>,
}

impl Row for WithHeader<'_, '_> {
    fn value(&self, slot: Slot) -> &Value<'_> {
        let of_header = |column| self.header.iter().find(|(known, _)| *known == column).map(|(_, value)| value);
        match slot {
            Slot::Column(column) => of_header(column).unwrap_or_else(|| self.row.value(slot)),
            slot => self.row.value(slot),
        }
    }

    fn today(&self) -> Date {
        self.row.today()
    }
}

impl Intents<'_> {
    /// What a row is to the existing records.
    pub(super) fn part(&self, from: &Gathering<'_>, row: usize) -> Part {
        if self.sheet.record.is_none() {
            return Part::Own;
        }
        let Some(hash) = from.shaped.record_hash(row) else { return Part::Nothing };
        match (self.intent.whole_records, from.shaped.continues(row)) {
            (true, true) => Part::Further(hash),
            (true, false) => Part::Own,
            (false, _) if self.sheet.block.is_some() && from.shaped.is_head(row) => Part::Nothing,
            (false, _) => Part::Own,
        }
    }

    /// The column of the header that a column has its value from, where its cell is blank.
    fn source(&self, column: usize) -> Option<usize> {
        let record = self.sheet.record.as_ref()?;
        let of_block = || self.sheet.block.iter().flat_map(|block| &block.inherit).find(|(line, _)| *line == column);
        if record.header.contains(&column) { Some(column) } else { of_block().map(|(_, cell)| *cell) }
    }

    /// The header of a row that continues a record.
    pub(super) fn header_texts(&self, from: &Gathering<'_>, row: usize) -> HeaderTexts {
        if self.intent.whole_records || !from.shaped.continues(row) {
            return None;
        }
        from.shaped.record_of(row).map(|record| Arc::clone(&record.header))
    }

    /// What the header has for a blank cell.
    pub(super) fn inherited<'h>(&self, header: &'h HeaderTexts, column: usize) -> Option<&'h str> {
        let source = header.as_ref().and_then(|_| self.source(column))?;
        header.iter().flat_map(|texts| texts.iter()).find(|(known, _)| *known == source).map(|(_, text)| text.trim())
    }

    /// A row as conditions and keys see it.
    pub(super) fn with_header<'v, 'b>(
        &self,
        from: &Gathering<'_>,
        (row, header): (usize, &HeaderTexts),
        values: RowValues<'v, 'b>,
    ) -> WithHeader<'v, 'b> {
        let of_header = |(column, _): &(usize, Box<str>)| {
            let blank = matches!(values.value(Slot::Column(*column)), Value::Blank);
            Some((*column, inherit::of_header(self.sheet, from.shaped, row, *column).filter(|_| blank)?))
        };
        let header = header.iter().flat_map(|texts| texts.iter()).filter_map(of_header).collect();
        WithHeader { row: values, header }
    }

    /// The text of a cell, or what the header has for it.
    pub(super) fn text<'a>(&self, row: &'a OneRow, column: usize, with: &Absorbing<'a, '_>) -> &'a str {
        match with.text(row.row, column) {
            text if text.trim().is_empty() => self.inherited(row.header(), column).unwrap_or(text),
            text => text,
        }
    }

    /// What a row is called: of a line that has a record of its own, also by what its header says.
    pub(super) fn key(&self, row: &OneRow, with: &Absorbing<'_, '_>) -> Option<Arc<str>> {
        let lookup = &self.sheet.lookups[self.intent.lookup];
        match lookup.keys.first().filter(|_| self.sheet.record.is_some() && !self.intent.whole_records) {
            None => key_of(with.judge, with.header, with.chunk, row.row),
            Some(key) => {
                let texts = key.own.iter().map(|column| clipped(self.text(row, *column, with).trim(), 60));
                Some(Arc::from(texts.collect::<Vec<_>>().join(" / ")))
            }
        }
    }

    /// Says of the further rows of records that they go the way of the first.
    pub(super) fn further(&self, state: &State, rows: &[(usize, u128)], with: &mut Absorbing<'_, '_>) {
        for (row, hash) in rows {
            // A record whose first row is one of the template's own is none.
            let known = state.records.iter().rev().find(|(known, _)| known == hash);
            let Some((_, outcome)) = known else { continue };
            let plan = RowPlan {
                key: key_of(with.judge, with.header, with.chunk, *row),
                together: Together { own: Some(*hash), parent: None },
                record: Some(*hash),
                continues: true,
                ..RowPlan::of(*outcome)
            };
            with.plans.push((*row, plan));
        }
    }
}
