//! A check: the files of a batch one after the other, each sheet of them with its own judge.

use std::ops::ControlFlow;
use std::path::Path;

use super::cell::Surroundings;
use super::checker::{Checker, Passage, SheetState};
use super::facts::{CheckError, ContentFacts, FileFacts, Options, TextFacts};
use super::open::{OpenContent, Opened};
use super::rows::SheetJudge;
use super::told::Told;
use super::unique::Seen;
use super::{book, file, frame};
use crate::condition::Tally;
use crate::finding::Sink;
use crate::finding::codes::template as codes;
use crate::intake::{Batch, Batches};
use crate::rulebook::Rulebook;
use crate::rulebook::choose;

impl<'r> Checker<'r> {
    /// Prepares the judges. `folder` is where files named in cells are looked for.
    pub fn new(rulebook: &'r Rulebook, folder: &Path, options: Options) -> Checker<'r> {
        let surroundings = Surroundings { today: options.today, encoding: rulebook.file.encoding, folder };
        let sheets = rulebook.sheets.iter().map(|sheet| {
            let judge = SheetJudge::new(sheet, &rulebook.file, surroundings);
            SheetState {
                seen: judge.uniques.iter().map(|_| Seen::default()).collect(),
                tallies: sheet.figures.iter().map(|_| Tally::default()).collect(),
                judge,
                filled_rows: 0,
            }
        });
        Checker { rulebook, sheets: sheets.collect(), options, files: Vec::new() }
    }

    /// The files checked so far.
    pub fn files(&self) -> &[FileFacts] {
        &self.files
    }

    /// The figures over all files: label, and the figure in words.
    pub fn figures(&self) -> Vec<(String, Option<String>)> {
        let of_sheet = |state: &SheetState<'_>| -> Vec<(String, Option<String>)> {
            let figures = state.judge.sheet.figures.iter().zip(&state.tallies);
            let reckoned = |tally: &Tally, kind| tally.figure(kind).map(|value| value.written());
            figures.map(|(figure, tally)| (figure.label.clone(), reckoned(tally, figure.aggregate.kind))).collect()
        };
        self.sheets.iter().flat_map(of_sheet).collect()
    }

    /// Checks one file; `Break` when the sink wants no more.
    pub fn file(&mut self, opened: Opened, sink: &mut dyn Sink) -> Result<ControlFlow<()>, CheckError> {
        let before = file::before_rows(self.rulebook, &opened);
        let Opened { name, path, size, content } = opened;
        match content {
            OpenContent::Text { batches, first } => {
                let mut out = Told { file: self.files.len(), sheet: None, sink, stopped: false };
                out.about_file(before);
                frame::edition(self.rulebook, None, &[], &name, &mut out);
                let mut batches = *batches;
                let facts = self.text(&name, &mut batches, *first, &mut out)?;
                let bytes = size.unwrap_or(batches.decoder().bytes_read());
                let stopped = out.stopped;
                self.files.push(FileFacts { name, path, bytes, ..facts });
                Ok(if stopped { ControlFlow::Break(()) } else { ControlFlow::Continue(()) })
            }
            OpenContent::Book(book) => {
                let mut out = Told { file: self.files.len(), sheet: None, sink, stopped: false };
                out.about_file(before);
                let facts = book::check(self, *book, &name, &mut out)?;
                let stopped = out.stopped;
                self.files.push(FileFacts { name, path, bytes: size.unwrap_or(0), ..facts });
                Ok(if stopped { ControlFlow::Break(()) } else { ControlFlow::Continue(()) })
            }
        }
    }

    /// Ends a batch: of delimited files that stand for sheets, some may be missing.
    pub fn finish(&mut self, sink: &mut dyn Sink) {
        let delimited = self.files.iter().all(|file| matches!(file.content, ContentFacts::Text(_)));
        if self.sheets.len() < 2 || self.files.is_empty() || !delimited {
            return;
        }
        let mut out = Told { file: self.files.len() - 1, sheet: None, sink, stopped: false };
        for state in self.sheets.iter().filter(|state| state.judge.sheet.required && state.filled_rows == 0) {
            let name = book::sheet_name(state.judge.sheet);
            let message = format!("no file of the batch has rows for the sheet {name}, which must be filled.");
            out.say(&codes::MISSING_SHEET, message);
        }
    }

    /// Checks the rows of a delimited file.
    fn text(
        &mut self,
        name: &str,
        batches: &mut Batches<super::open::Bytes>,
        first: Batch,
        out: &mut Told<'_>,
    ) -> Result<FileFacts, CheckError> {
        let number = self.sheet_of_text(&first);
        let delimiter = batches.dialect().delimiter;
        let passage = Passage { number, file: (self.files.len(), name), sheet: None, delimiter };
        let rows = self.rows(passage, batches, first, out)?;
        let totals = rows.totals;
        let read =
            file::Read { batches, filled_rows: totals.filled_rows, quoted_cells: totals.quoted, cells: totals.cells };
        let sheet = self.sheets[number].judge.sheet;
        out.about_file(file::after_rows(self.rulebook, sheet, &read));
        let decoder = batches.decoder();
        let (encoding, encoding_chosen) = decoder.encoding();
        Ok(FileFacts {
            name: String::new(),
            path: None,
            bytes: 0,
            filled_rows: totals.filled_rows,
            columns: rows.columns,
            content: ContentFacts::Text(TextFacts {
                encoding: encoding.name(),
                encoding_chosen,
                ascii: decoder.is_ascii(),
                mark: decoder.has_mark(),
                delimiter,
                rival_delimiter: batches.rival_delimiter(),
                newlines: batches.newlines(),
            }),
        })
    }

    /// The sheet whose headings a delimited file has.
    fn sheet_of_text(&self, first: &Batch) -> usize {
        if self.sheets.len() == 1 {
            return 0;
        }
        let tops: Vec<Vec<String>> = (0..first.row_count().min(30))
            .map(|row| first.row_texts(row).into_iter().map(str::to_owned).collect())
            .collect();
        let fit = |number: usize| {
            let sheet = self.sheets[number].judge.sheet;
            tops.iter().map(|top| choose::fit_of_sheet(sheet, top)).max()
        };
        let rows = (0..self.sheets.len()).filter(|number| !self.sheets[*number].judge.sheet.is_form);
        rows.max_by_key(|number| (fit(*number), std::cmp::Reverse(*number))).unwrap_or(0)
    }
}

#[cfg(test)]
#[path = "tests/run.rs"]
mod tests;
