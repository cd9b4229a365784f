//! A check: the files of a batch one after the other, each sheet of them with its own judge.
//!
//! In: a file that can be opened. Out: findings into the sink, in order, and what the file is.

mod another_reading;
pub mod checker;
pub mod first_rows;
mod lists;
pub mod metadata;
pub mod open;
pub(crate) mod other_sheets;
pub(crate) mod pipeline;
pub(crate) mod reporter;
pub(crate) mod sequence;
mod sheet_tables;

use std::ops::ControlFlow;
use std::sync::Arc;

use crate::check::file;
use crate::check::workbook::{self, template};
use crate::encoding::Encoding;
use crate::finding::codes::{file as file_codes, template as codes};
use crate::finding::{Address, Place, Sink};
use crate::intake::pieces::read_top;
use crate::intake::{Chunk, Source};
use crate::limits::ROWS_ABOVE;
use crate::rulebook::choose::SheetHeadings;
use checker::{Checker, Passage};
use metadata::{CheckError, ContentMetadata, FileMetadata, Options, TextMetadata};
use open::{Opened, TOP};
use reporter::Reporter;

impl Checker<'_> {
    /// A file of a batch that cannot be checked: the others are, and the batch is not ready.
    pub fn leave_out(&mut self, name: &str, why: &str, sink: &mut dyn Sink) {
        let mut out = Reporter { file: self.files.len(), sheet: None, sink, stopped: false };
        out.say(&file_codes::UNCHECKED_FILE, format!("the file {name} was not checked: {why}."));
        self.files.push(FileMetadata {
            name: name.to_owned(),
            path: None,
            bytes: 0,
            filled_rows: 0,
            columns: 0,
            content: ContentMetadata::Unchecked,
        });
    }

    /// Checks one file; `Break` when the sink wants no more.
    ///
    /// # Errors
    /// A [`CheckError`] where the file is not one of the rulebook's, or cannot be read on.
    pub fn file(&mut self, opened: Opened, sink: &mut dyn Sink) -> Result<ControlFlow<()>, CheckError> {
        let first = self.files.is_empty();
        if first {
            self.prepare()?;
        }
        if opened.is_workbook() && self.looks_ahead() {
            self.look_ahead(opened.again()?)?;
        }
        let before = file::before_rows(self.rulebook, &opened);
        let source = opened.source().clone();
        let mut out = Reporter { file: self.files.len(), sheet: None, sink, stopped: false };
        out.about_file(before);
        if first {
            self.about_lists(&mut out);
        }
        let metadata = if source.is_workbook() {
            workbook::check(self, opened, &mut out)?
        } else {
            template::edition(self.rulebook, None, &[], source.name(), &mut out);
            self.text(&opened, &mut out)?
        };
        let stopped = out.stopped;
        let path = source.file_path().map(Into::into);
        self.files.push(FileMetadata { name: source.name().to_owned(), path, bytes: source.size(), ..metadata });
        Ok(if stopped { ControlFlow::Break(()) } else { ControlFlow::Continue(()) })
    }

    /// Ends a batch: of delimited files that stand for sheets, some may be missing.
    pub fn finish(&mut self, sink: &mut dyn Sink) {
        self.sheets_of_batch(sink);
        let mut out = Reporter { file: self.files.len().saturating_sub(1), sheet: None, sink, stopped: false };
        for state in &self.sheets {
            for (fold, of) in state.folds.iter().zip(&state.states) {
                out.about_file(fold.finish_run(of, &state.judge));
                if self.options.previews {
                    let sheet =
                        state.judge.sheet.name.as_deref().filter(|_| self.rulebook.sheets.len() > 1).map(Arc::from);
                    let address = Address { file: out.file, sheet, place: Place::default() };
                    fold.plans(of, &state.judge, &mut |plan| out.sink.plan(address.clone(), plan));
                }
            }
        }
    }

    fn sheets_of_batch(&mut self, sink: &mut dyn Sink) {
        let delimited = self.files.iter().all(|file| matches!(file.content, ContentMetadata::Text(_)));
        if self.sheets.len() < 2 || self.files.is_empty() || !delimited {
            return;
        }
        let mut out = Reporter { file: self.files.len() - 1, sheet: None, sink, stopped: false };
        let read: Vec<bool> = self.sheets.iter().map(|state| state.filled_rows > 0).collect();
        other_sheets::judge(&mut self.sheets, &|number| read[number].then_some(None), &mut out);
        out.file = self.files.len() - 1;
        for state in self.sheets.iter().filter(|state| state.judge.sheet.required && state.filled_rows == 0) {
            let name = workbook::sheet_name(state.judge.sheet);
            let message = format!("no file of the batch has rows for the sheet {name}, which must be filled.");
            out.say(&codes::MISSING_SHEET, message);
        }
    }

    /// Checks the rows of a delimited file.
    fn text(&mut self, opened: &Opened, out: &mut Reporter<'_>) -> Result<FileMetadata, CheckError> {
        let source: &Source = opened.source();
        let mut options = opened.options;
        // What the rulebook asks for is believed wherever the bytes can be that; a guess is no evidence against it.
        if let Some(asked) =
            self.rulebook.file.encoding.filter(|asked| options.encoding.is_none() && *asked != Encoding::UTF_8)
            && source.is_valid_in(asked)?
        {
            options.encoding = Some(asked);
        }
        let mut chunks = source.text(options)?;
        if let Some(asked) = self.rulebook.file.delimiter.filter(|asked| *asked != chunks.dialect().delimiter)
            && another_reading::is_meant(self.rulebook, source, options, asked)
        {
            options.delimiter = Some(asked);
            chunks = source.text(options)?;
        }
        let Some(top) = read_top(&mut chunks, self.rows_above_data())? else {
            return Err(CheckError::NoHeadings(None));
        };
        let number = self.sheet_of_text(&top);
        let delimiter = chunks.dialect().delimiter;
        let passage = Passage { number, file: (self.files.len(), source.name()), sheet: None, delimiter };
        let rows = match self.rows(passage, &mut chunks, top, out) {
            Err(CheckError::NoHeadings(_)) => {
                return Err(CheckError::NoHeadings(another_reading::explains(self.rulebook, source, options)));
            }
            rows => rows?,
        };
        let missing = rows.header.field_of.iter().filter(|field| field.is_none()).count();
        if missing * 2 > rows.header.field_of.len()
            && let Some(other) = another_reading::explains(self.rulebook, source, options)
        {
            let message = format!("most headings are not in the file as it was read; {other}.");
            out.say(&file_codes::WRONG_DELIMITER, message);
        }
        let totals = rows.totals;
        let read = file::Read {
            chunks: &chunks,
            filled_rows: totals.filled_rows,
            quoted_cells: totals.quoted,
            cells: totals.cells,
        };
        let sheet = self.sheets[number].judge.sheet;
        out.about_file(file::after_rows(self.rulebook, sheet, &read));
        let decoder = chunks.decoder();
        let (encoding, encoding_chosen) = decoder.encoding();
        Ok(FileMetadata {
            name: String::new(),
            path: None,
            bytes: 0,
            filled_rows: totals.filled_rows,
            columns: rows.columns,
            content: ContentMetadata::Text(TextMetadata {
                encoding: encoding.name(),
                encoding_chosen,
                ascii: decoder.is_ascii(),
                bom: decoder.has_bom(),
                delimiter,
                rival_delimiter: chunks.rival_delimiter(),
                newlines: chunks.newlines(),
            }),
        })
    }

    /// Rows that must be seen to find the headings and what belongs to them.
    pub(crate) fn rows_above_data(&self) -> usize {
        let guide = self.rulebook.sheets.iter().map(|sheet| sheet.guide_rows as usize).max().unwrap_or(0);
        let headings = self.rulebook.sheets.iter().map(|sheet| sheet.heading_row as usize).max().unwrap_or(0);
        TOP.max(headings.min(ROWS_ABOVE)) + guide.min(1_000) + 1
    }

    /// The sheet whose headings a delimited file has.
    pub(crate) fn sheet_of_text(&self, top: &Chunk) -> usize {
        if self.sheets.len() == 1 {
            return 0;
        }
        let fit = |number: &usize| {
            let headings = SheetHeadings::new(self.sheets[*number].judge.sheet);
            (0..top.row_count().min(TOP)).map(|row| headings.fit(&top.row_texts(row))).max()
        };
        let rows = (0..self.sheets.len()).filter(|number| !self.sheets[*number].judge.sheet.is_form);
        rows.max_by_key(|number| (fit(number), std::cmp::Reverse(*number))).unwrap_or(0)
    }
}

#[cfg(test)]
mod tests;
