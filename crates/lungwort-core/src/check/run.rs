//! A check: the files of a batch one after the other, each sheet of them with its own judge.

use std::io;
use std::ops::ControlFlow;
use std::path::{Path, PathBuf};
use std::sync::Arc;
use std::sync::atomic::AtomicU64;

use jiff::civil::Date;

use super::batch::BatchJudge;
use super::cell::Surroundings;
use super::head::{self, Head};
use super::merge::{Merger, Totals};
use super::open::{OpenContent, Opened};
use super::rows::SheetJudge;
use super::unique::Seen;
use super::{book, drive, file, frame};
use crate::condition::Tally;
use crate::finding::{Finding, Place, Sink, Verdict};
use crate::intake::workbook::BookKind;
use crate::intake::{Batch, Batches, BookError, Chosen, NewlineCounts, Rows};
use crate::rulebook::Rulebook;
use crate::rulebook::choose;

/// How to check.
#[derive(Debug, Clone)]
pub struct Options {
    /// The day that counts as today.
    pub today: Date,
    /// Threads that judge, at least one. With one, everything is done in turn on the calling thread.
    pub threads: usize,
    /// Counts the bytes read, for whoever shows progress.
    pub progress: Option<Arc<AtomicU64>>,
}

/// Why a check came to nothing.
#[derive(Debug)]
pub enum CheckError {
    /// The file cannot be read on.
    Io(io::Error),
    /// The workbook cannot be read on.
    Book(BookError),
    /// No row has any of the rulebook's headings.
    NoHeadings,
}

impl std::fmt::Display for CheckError {
    fn fmt(&self, out: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
        match self {
            CheckError::Io(error) if error.kind() == io::ErrorKind::InvalidData => error.fmt(out),
            CheckError::Io(error) => write!(out, "it cannot be read on: {error}"),
            CheckError::Book(error) => error.fmt(out),
            CheckError::NoHeadings => out.write_str("none of its first 30 rows has any of the rulebook's headings"),
        }
    }
}

impl std::error::Error for CheckError {}

impl From<io::Error> for CheckError {
    fn from(error: io::Error) -> Self {
        CheckError::Io(error)
    }
}

impl From<BookError> for CheckError {
    fn from(error: BookError) -> Self {
        match error {
            BookError::Io(error) => CheckError::Io(error),
            error => CheckError::Book(error),
        }
    }
}

/// What a checked file is.
#[derive(Debug, Clone)]
pub struct FileFacts {
    /// The name as given.
    pub name: String,
    /// Where it lies.
    pub path: Option<PathBuf>,
    /// Its size in bytes.
    pub bytes: u64,
    /// Rows that hold anything, the headings and what is above them apart.
    pub filled_rows: u64,
    /// Columns up to the last heading; of the first sheet that was read.
    pub columns: usize,
    /// What kind of file it is.
    pub content: ContentFacts,
}

/// What kind of file it is.
#[derive(Debug, Clone)]
pub enum ContentFacts {
    /// Delimited text.
    Text(TextFacts),
    /// A workbook.
    Book(BookFacts),
}

/// What a delimited file is.
#[derive(Debug, Clone)]
pub struct TextFacts {
    /// The encoding's name.
    pub encoding: &'static str,
    /// How it was come by.
    pub encoding_chosen: Chosen,
    /// Whether there is nothing but ASCII in it.
    pub ascii: bool,
    /// Whether it begins with a byte order mark.
    pub mark: bool,
    /// Between cells.
    pub delimiter: u8,
    /// Another sign that would do as well.
    pub rival_delimiter: Option<u8>,
    /// How lines end.
    pub newlines: NewlineCounts,
}

/// What a workbook is.
#[derive(Debug, Clone)]
pub struct BookFacts {
    /// The kind.
    pub kind: BookKind,
    /// The sheets that were read, in the rulebook's order.
    pub read: Vec<SheetRead>,
    /// The names of the others.
    pub left_alone: Vec<String>,
}

/// A sheet that was read.
#[derive(Debug, Clone)]
pub struct SheetRead {
    /// Its name.
    pub name: String,
    /// Rows that hold anything.
    pub filled_rows: u64,
    /// Columns up to the last heading.
    pub columns: usize,
}

/// One sheet of the rulebook, and what has been gathered for it.
pub(super) struct SheetState<'r> {
    pub judge: SheetJudge<'r>,
    pub seen: Vec<Seen>,
    pub tallies: Vec<Tally>,
    pub filled_rows: u64,
}

/// Judges the files of a batch, one after the other.
pub struct Checker<'r> {
    pub(super) rulebook: &'r Rulebook,
    pub(super) options: Options,
    pub(super) sheets: Vec<SheetState<'r>>,
    pub(super) files: Vec<FileFacts>,
}

/// What came of one sheet of rows.
pub(super) struct RowsRead {
    pub totals: Totals,
    pub columns: usize,
    pub head: Head,
}

/// The rows of a sheet on their way through the judges.
pub(super) struct Passage<'p> {
    /// Which sheet of the rulebook.
    pub number: usize,
    /// Which file, and its name.
    pub file: (usize, &'p str),
    /// The sheet's name, in a workbook.
    pub sheet: Option<Arc<str>>,
    /// Between cells.
    pub delimiter: u8,
}

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

    /// Drives rows through the judges of a sheet.
    pub(super) fn rows(
        &mut self,
        passage: Passage<'_>,
        rows: &mut dyn Rows,
        first: Batch,
        out: &mut Told<'_>,
    ) -> Result<RowsRead, CheckError> {
        let state = &mut self.sheets[passage.number];
        let head = head::read(state.judge.sheet, &first).ok_or(CheckError::NoHeadings)?;
        rows.set_width(head.width);
        let (file, name) = passage.file;
        let mut merger = Merger {
            judge: &state.judge,
            head: &head,
            seen: &mut state.seen,
            tallies: &mut state.tallies,
            names: self.files.iter().map(|file| file.name.clone()).chain([name.to_owned()]).collect(),
            sink: out.sink,
            file,
            sheet: passage.sheet,
            places: None,
            pending_blank: None,
            totals: Totals::default(),
            held: Vec::new(),
            stopped: out.stopped,
        };
        merger.head_findings();
        let judging = BatchJudge { sheet: &state.judge, head: &head, delimiter: passage.delimiter };
        drive::run(&judging, rows, first, &self.options, &mut merger)?;
        merger.finish();
        let (totals, stopped) = (merger.totals, merger.stopped);
        out.stopped = stopped;
        state.filled_rows += totals.filled_rows;
        let columns = head.width - head.strays.iter().filter(|(_, headed)| !headed).count();
        Ok(RowsRead { totals, columns, head })
    }
}

/// Where findings about a file or a sheet as a whole go.
pub(super) struct Told<'t> {
    pub file: usize,
    pub sheet: Option<Arc<str>>,
    pub sink: &'t mut dyn Sink,
    pub stopped: bool,
}

impl Told<'_> {
    /// Hands findings about the file as a whole on.
    pub fn about_file(&mut self, verdicts: Vec<Arc<Verdict>>) {
        for verdict in verdicts {
            self.emit(verdict, Place::default(), None);
        }
    }

    /// Hands one finding on.
    pub fn emit(&mut self, verdict: Arc<Verdict>, place: Place, value: Option<Box<str>>) {
        if !self.stopped {
            let finding = Finding { file: self.file, sheet: self.sheet.clone(), verdict, place, key: None, value };
            self.stopped = self.sink.take(finding).is_break();
        }
    }
}

#[cfg(test)]
#[path = "tests/run.rs"]
mod tests;
