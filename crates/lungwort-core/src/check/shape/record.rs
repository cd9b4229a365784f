//! Rows that continue the one above: a record begins where the key is filled with another one.

use std::sync::Arc;

use super::table::Table;
use super::{RecordPart, RowKind, Shape, Shaped};
use crate::cell::{key, shown};

/// Records of several rows.
pub(crate) struct Records {
    table: Table,
    /// Where the columns of the key are in the file.
    key: Vec<usize>,
    /// The columns whose values the rows below ask for, and where they are in the file.
    carried: Vec<(usize, usize)>,
    /// The record that the last row belongs to.
    current: Option<RecordPart>,
    /// Its key, as it is written.
    texts: Vec<String>,
}

impl Records {
    /// Records under so many rows that hold no data. `key` are the places of the key's columns.
    pub fn new(template_rows: usize, key: Vec<usize>, carried: Vec<(usize, usize)>) -> Records {
        let texts = vec![String::new(); key.len()];
        Records { table: Table::new(template_rows), texts, key, carried, current: None }
    }
}

impl Shape for Records {
    fn place(&mut self, shaped: &mut Shaped) {
        self.table.place(shaped);
        shaped.records.clear();
        // The record that is still going on; nothing says yet whether it has rows in this chunk.
        if let Some(current) = &mut self.current {
            current.begins = None;
            shaped.records.push(current.clone());
        }
        for row in 0..shaped.places.len() {
            if shaped.places[row].kind != RowKind::Data {
                continue;
            }
            let cells = shaped.chunk.row_texts(row);
            let texts = self.key.iter().map(|field| cells.get(*field).copied().unwrap_or_default().trim());
            let filled = texts.clone().any(|text| !text.is_empty());
            let other =
                filled && (self.current.is_none() || texts.clone().zip(&self.texts).any(|(text, known)| text != known));
            let orphan = !filled && self.current.is_none();
            if other || orphan {
                let name: Vec<String> = texts.clone().map(|text| shown::clipped(text, 60)).collect();
                let key = other.then(|| Arc::from(name.join(" / ")));
                let first = shaped.chunk.row_number(row);
                let of = |(column, field): &(usize, usize)| {
                    let text = cells.get(*field).copied().unwrap_or_default().trim();
                    (!text.is_empty()).then(|| (*column, Box::from(text)))
                };
                let header = self.carried.iter().filter_map(of).collect();
                let hash = key::of_texts(texts.clone());
                let part = RecordPart { key, hash, first, begins: Some(row), header };
                if other {
                    self.texts = texts.map(str::to_owned).collect();
                    self.current = Some(part.clone());
                }
                shaped.records.push(part);
            }
            shaped.places[row].record = (shaped.records.len() as u64).saturating_sub(1);
        }
    }
}
