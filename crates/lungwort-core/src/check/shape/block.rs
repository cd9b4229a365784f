//! Stacked blocks: a labelled header, a line of headings and lines below it, again and again down one sheet.
//!
//! The first block of the file says how the others look: in which columns its labels are and what its headings say. Each row of
//! the file stays a row. In the row of a block's headings are the values of its header instead, behind the columns of the lines, so
//! that they are judged as the first row of a record whose other rows are the lines.

use std::collections::HashMap;
use std::sync::Arc;

use super::labelled::{ValuePlace, value_of};
use super::{RecordPart, RowKind, RowPlace, Shape, Shaped};
use crate::cell::{fold, key, shown};
use crate::check::header::Header;
use crate::check::problem::about_column;
use crate::finding::Place;
use crate::finding::codes::template as codes;
use crate::intake::Chunk;
use crate::rulebook::Sheet;

/// Rows that a header may have more than that of the first block.
const MORE_ROWS: usize = 5;

/// What happens to a block on a row.
#[derive(Debug, Clone, PartialEq, Eq)]
pub(crate) enum BlockEvent {
    /// It begins.
    Begins,
    /// Its headings are here.
    Headed {
        /// Whether nothing is filled in its header.
        blank: bool,
        /// Labels that it does not have, by their columns.
        lost: Vec<usize>,
        /// Headings that are others than in the first block: those of the first one, and its own.
        changed: Vec<(String, String)>,
    },
    /// A line.
    Line,
    /// A blank row ends it.
    Ends,
    /// Its headings do not come.
    Unheaded,
    /// A filled row that is in no block.
    Outside,
    /// A filled cell beside all columns: its place and its text.
    Beside(usize, String),
}

/// Where a row is.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
enum Where {
    Outside,
    Header,
    Lines,
    /// In a block whose headings have not come.
    Lost,
}

/// Blocks of a sheet.
pub(crate) struct Blocks {
    /// The labels of the header, folded, with their spellings in other languages.
    labels: Vec<Vec<String>>,
    /// The same as they are written, for messages.
    headings: Vec<String>,
    below: Vec<bool>,
    /// In which columns the labels of the first block are.
    label_fields: Vec<Option<usize>>,
    /// For each of them, where the next label of its row is.
    before: Vec<usize>,
    /// The labels on the first row of a block.
    starts: Vec<usize>,
    /// The headings of the first block, where they are and folded.
    line_headings: Vec<(usize, String, String)>,
    /// Rows between the beginning of the first block and its headings.
    header_rows: usize,
    /// Columns of the lines, and those that the header is put behind.
    width: usize,
    /// Which of the header's cells are the key.
    key: Vec<usize>,
    /// Which of them the lines ask for.
    carried: Vec<usize>,
    /// The rows that come before the first block.
    above: usize,
    state: Where,
    /// The rows of a header so far.
    pending: Chunk,
    begun: u64,
    number: u32,
    /// How many lines the block has so far.
    line_number: u32,
    current: Option<RecordPart>,
    /// The row that is due next, as a spreadsheet counts: blank rows of a sheet may have been left out.
    due: Option<u64>,
}

impl Blocks {
    /// Looks for the first block at the top of a sheet. `header` says where the columns of its lines are; those of its header are
    /// added to it.
    pub fn find(sheet: &Sheet, carried: &[usize], header: &mut Header, top: &Chunk) -> Blocks {
        let cells = sheet.block.as_ref().map_or(0, |block| block.cells);
        let columns = &sheet.columns[..cells];
        let labels: Vec<Vec<String>> =
            columns.iter().map(|column| column.headings().map(fold::fold).collect()).collect();
        let mut blocks = Blocks {
            headings: columns.iter().map(|column| column.heading.clone()).collect(),
            below: columns.iter().map(|column| column.is_below()).collect(),
            label_fields: vec![None; cells],
            before: vec![usize::MAX; cells],
            starts: Vec::new(),
            line_headings: Vec::new(),
            header_rows: 0,
            width: (0..top.row_count()).map(|row| top.row(row).len()).max().unwrap_or(0),
            key: sheet.key.iter().copied().filter(|column| *column < cells).collect(),
            carried: carried.to_vec(),
            above: 0,
            state: Where::Outside,
            pending: Chunk::default(),
            begun: 0,
            number: 0,
            line_number: 0,
            current: None,
            due: None,
            labels,
        };
        let rows = 0..header.row.min(top.row_count());
        blocks.above = rows.clone().find(|row| blocks.has_label(&top.row_texts(*row))).unwrap_or(header.row);
        blocks.header_rows = header.row - blocks.above;
        for row in blocks.above..rows.end {
            let texts = top.row_texts(row);
            let mut of_row = Vec::new();
            for index in 0..cells {
                if blocks.label_fields[index].is_none() {
                    blocks.label_fields[index] = texts.iter().position(|text| blocks.is_label(index, text));
                    of_row.extend(blocks.label_fields[index].map(|field| (field, index)));
                    if blocks.label_fields[index].is_some() && row == blocks.above {
                        blocks.starts.push(index);
                    }
                }
            }
            of_row.sort_unstable();
            for pair in of_row.windows(2) {
                blocks.before[pair[0].1] = pair[1].0;
            }
        }
        if header.row < top.row_count() {
            let texts = top.row_texts(header.row).into_iter().enumerate();
            let filled = texts.filter(|(_, text)| !text.trim().is_empty());
            blocks.line_headings = filled.map(|(field, text)| (field, fold::fold(text), text.to_owned())).collect();
        }
        blocks.extend(sheet, header);
        blocks
    }

    /// Puts the cells of the header behind the columns of the lines.
    fn extend(&self, sheet: &Sheet, header: &mut Header) {
        for (index, field) in self.label_fields.iter().enumerate() {
            if field.is_some() {
                header.field_of[index] = Some(self.width + index);
                continue;
            }
            let message = format!("The label {} is missing from the sheet.", shown::quoted(&self.headings[index]));
            let problem = about_column(&codes::MISSING_HEADING, sheet, index, message);
            header.findings.push((problem, Place::default(), None));
        }
        header.strays.extend((header.width..self.width).map(|field| (field, false)));
        header.width = self.width + self.labels.len();
        header.cells_from = Some(self.width);
    }

    fn is_label(&self, index: usize, text: &str) -> bool {
        !text.trim().is_empty() && self.labels[index].contains(&fold::fold(text))
    }

    /// Whether a row has any label.
    fn has_label(&self, texts: &[&str]) -> bool {
        texts.iter().any(|text| (0..self.labels.len()).any(|index| self.is_label(index, text)))
    }

    /// Whether a row has a label in the column in which the first block has it.
    fn has_label_in_place(&self, texts: &[&str], mut which: impl Iterator<Item = usize>) -> bool {
        which.any(|index| {
            self.label_fields[index].and_then(|field| texts.get(field)).is_some_and(|text| self.is_label(index, text))
        })
    }

    /// Whether a row has the first label of a block but for spelling.
    fn has_misspelt_start(&self, texts: &[&str]) -> bool {
        self.starts.iter().any(|index| {
            let text = self.label_fields[*index].and_then(|field| texts.get(field)).copied().unwrap_or_default();
            !text.trim().is_empty() && fold::nearest(text, std::iter::once(self.headings[*index].as_str())).is_some()
        })
    }

    /// Whether a row has most of the headings of the first block.
    fn has_headings(&self, texts: &[&str]) -> bool {
        let same = |(field, folded, _): &&(usize, String, String)| {
            texts.get(*field).is_some_and(|text| fold::fold(text) == *folded)
        };
        let count = self.line_headings.iter().filter(same).count();
        count > 0 && count * 2 >= self.line_headings.len()
    }

    /// What a row is, and what it does to a block.
    fn step(&mut self, chunk: &Chunk, row: usize, events: &mut Vec<(usize, BlockEvent)>) -> Where {
        let texts = chunk.row_texts(row);
        let begins = !texts.is_empty()
            && match self.state {
                Where::Outside => self.has_label(&texts) || self.has_misspelt_start(&texts),
                Where::Lines | Where::Lost => self.has_label_in_place(&texts, 0..self.labels.len()),
                Where::Header => self.has_label_in_place(&texts, self.starts.iter().copied()),
            };
        if begins {
            if self.state == Where::Header {
                events.push((row, BlockEvent::Unheaded));
            }
            events.push((row, BlockEvent::Begins));
            self.pending = Chunk::like(chunk);
            self.begun = chunk.row_number(row);
            self.state = Where::Header;
        }
        match self.state {
            Where::Header if !begins && self.has_headings(&texts) => {
                self.state = Where::Lines;
                return Where::Header;
            }
            Where::Header => {
                self.pending.append(chunk, row..row + 1);
                if self.pending.row_count() > self.header_rows + MORE_ROWS {
                    events.push((row, BlockEvent::Unheaded));
                    self.state = Where::Lost;
                }
                return Where::Lost;
            }
            Where::Lines | Where::Lost if chunk.is_blank(row) => {
                events.push((row, BlockEvent::Ends));
                self.state = Where::Outside;
                return Where::Outside;
            }
            Where::Outside if !chunk.is_blank(row) => events.push((row, BlockEvent::Outside)),
            _ => {}
        }
        self.state
    }

    /// The values of the header that has been read.
    fn values(&self) -> Vec<Option<ValuePlace>> {
        let is_label = |index: usize, text: &str| self.is_label(index, text);
        (0..self.labels.len())
            .map(|index| {
                value_of(&self.pending, (index, self.labels.len(), self.before[index]), &is_label, self.below[index])
            })
            .collect()
    }

    /// Puts the values of a header into the row of its headings.
    fn header(&mut self, out: &mut Chunk, texts: &[&str]) -> (BlockEvent, Arc<[(u64, usize)]>, RecordPart) {
        let values = self.values();
        (0..self.width).for_each(|_| out.append_blank());
        let (mut filled, mut key, mut header) = (false, Vec::new(), Vec::new());
        for (index, value) in values.iter().enumerate() {
            let cell = value.as_ref().and_then(|value| Some((value.row?, value.column)));
            let text = match cell.filter(|(row, column)| *column < self.pending.row(*row).len()) {
                Some((row, column)) => {
                    out.append_cell(&self.pending, self.pending.row_start(row) + column as u32);
                    self.pending.text(self.pending.cell(row, column)).trim()
                }
                None => {
                    out.append_blank();
                    ""
                }
            };
            filled |= !text.is_empty();
            if !text.is_empty() && self.carried.contains(&index) {
                header.push((index, Box::from(text)));
            }
            if self.key.contains(&index) && !text.is_empty() {
                key.push(shown::clipped(text, 60));
            }
        }
        self.number += 1;
        self.line_number = 0;
        let key = if key.is_empty() { format!("block {}", self.number) } else { key.join(" / ") };
        let lost =
            values.iter().enumerate().filter(|(index, value)| value.is_none() && self.label_fields[*index].is_some());
        let lost = lost.map(|(index, _)| index).collect();
        let other = |(field, folded, text): &(usize, String, String)| {
            let own = texts.get(*field).copied().unwrap_or_default();
            (fold::fold(own) != *folded).then(|| (text.clone(), own.trim().to_owned()))
        };
        let changed = self.line_headings.iter().filter_map(other).collect();
        let place = |value: &Option<ValuePlace>| value.as_ref().map_or((self.begun, 0), |at| (at.number, at.column));
        let cells = values.iter().map(place).collect();
        let part = RecordPart {
            key: Some(Arc::from(key)),
            hash: key::of_texts([self.number.to_string().as_str(), "block"].into_iter()),
            first: self.begun,
            begins: None,
            header: header.into(),
        };
        (BlockEvent::Headed { blank: !filled, lost, changed }, cells, part)
    }
}

impl Shape for Blocks {
    fn place(&mut self, shaped: &mut Shaped) {
        let raw = std::mem::take(&mut shaped.chunk);
        let mut out = Chunk::like(&raw);
        shaped.places.clear();
        shaped.blank_runs.clear();
        shaped.records.clear();
        shaped.block_events.clear();
        let mut header_cells = HashMap::new();
        if let Some(current) = &mut self.current {
            current.begins = None;
            shaped.records.push(current.clone());
        }
        for row in 0..raw.row_count() {
            let mut place = RowPlace { kind: RowKind::Template, after_blank: false, record: 0, line: 0 };
            if self.above > 0 {
                self.above -= 1;
                self.line(&mut out, &raw, row, &mut Vec::new());
                shaped.places.push(place);
                continue;
            }
            let number = raw.row_number(row);
            let left_out = self.due.replace(number + 1).is_some_and(|due| number > due);
            if left_out && matches!(self.state, Where::Lines | Where::Lost) {
                shaped.block_events.push((row, BlockEvent::Ends));
                self.state = Where::Outside;
            }
            let before = self.state;
            let is = self.step(&raw, row, &mut shaped.block_events);
            if is == Where::Header {
                let (event, cells, mut part) = self.header(&mut out, &raw.row_texts(row));
                out.end_row_like(self.width + self.labels.len(), &raw, row);
                // A header with nothing in it is said once, and not by each of its cells.
                let blank = matches!(event, BlockEvent::Headed { blank: true, .. });
                place.kind = if blank { RowKind::Template } else { RowKind::Data };
                part.begins = (!blank).then_some(row);
                shaped.block_events.push((row, event));
                header_cells.insert(row, cells);
                self.current = Some(part.clone());
                shaped.records.push(part);
            } else {
                self.line(&mut out, &raw, row, &mut shaped.block_events);
                if is == Where::Lines && before == Where::Lines {
                    self.line_number += 1;
                    (place.kind, place.line) = (RowKind::Data, self.line_number);
                    shaped.block_events.push((row, BlockEvent::Line));
                } else if raw.is_blank(row) {
                    place.kind = RowKind::Blank;
                }
            }
            place.record = (shaped.records.len() as u64).saturating_sub(1);
            shaped.places.push(place);
        }
        out.take_notes(&raw);
        shaped.chunk = out;
        shaped.header_cells = header_cells;
    }
}

impl Blocks {
    /// A row as it is, with room for the header behind it.
    fn line(&self, out: &mut Chunk, raw: &Chunk, row: usize, events: &mut Vec<(usize, BlockEvent)>) {
        let cells = raw.row(row);
        for at in 0..self.width {
            if at < cells.len() {
                out.append_cell(raw, raw.row_start(row) + at as u32);
            } else {
                out.append_blank();
            }
        }
        for (at, cell) in cells.iter().enumerate().skip(self.width) {
            let text = raw.text(*cell).trim();
            if !text.is_empty() {
                events.push((row, BlockEvent::Beside(at, text.to_owned())));
            }
        }
        (0..self.labels.len()).for_each(|_| out.append_blank());
        out.end_row_like(self.width + self.labels.len(), raw, row);
    }
}
