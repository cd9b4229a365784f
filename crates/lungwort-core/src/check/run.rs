//! The run: one thread reads rows, others judge them a batch at a time, and this one puts the findings in order.
//!
//! Batches are handed round in a ring (reader → judges → here → reader), so that there are never more than a few
//! and memory does not grow with the file. Findings come out in the order of rows whatever the number of threads.

use std::collections::BTreeMap;
use std::io;
use std::ops::ControlFlow;
use std::path::{Path, PathBuf};
use std::sync::Arc;
use std::sync::atomic::{AtomicBool, AtomicU64, Ordering};

use crossbeam_channel::{Receiver, Sender, bounded};
use jiff::civil::Date;

use super::batch::{BatchJudge, Judgement};
use super::cell::Surroundings;
use super::column::Memory;
use super::file;
use super::head;
use super::merge::{Merger, Totals};
use super::open::{Bytes, Opened};
use super::rows::SheetJudge;
use super::unique::Seen;
use crate::condition::Tally;
use crate::finding::{Finding, Sink};
use crate::intake::{Batch, Batches, Chosen, NewlineCounts};
use crate::rulebook::Rulebook;

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
    /// No row has any of the rulebook's headings.
    NoHeadings,
}

impl std::fmt::Display for CheckError {
    fn fmt(&self, out: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
        match self {
            CheckError::Io(error) => write!(out, "it cannot be read on: {error}"),
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
    /// Columns up to the last heading.
    pub columns: usize,
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

/// Judges the files of a batch, one after the other.
pub struct Checker<'r> {
    rulebook: &'r Rulebook,
    options: Options,
    judge: SheetJudge<'r>,
    seen: Vec<Seen>,
    tallies: Vec<Tally>,
    files: Vec<FileFacts>,
}

impl<'r> Checker<'r> {
    /// Prepares the judges. `folder` is where files named in cells are looked for.
    pub fn new(rulebook: &'r Rulebook, folder: &Path, options: Options) -> Checker<'r> {
        let surroundings = Surroundings { today: options.today, encoding: rulebook.file.encoding, folder };
        let judge = SheetJudge::new(&rulebook.sheet, surroundings);
        let seen = judge.uniques.iter().map(|_| Seen::default()).collect();
        let tallies = rulebook.sheet.figures.iter().map(|_| Tally::default()).collect();
        Checker { rulebook, options, judge, seen, tallies, files: Vec::new() }
    }

    /// The files checked so far.
    pub fn files(&self) -> &[FileFacts] {
        &self.files
    }

    /// The figures over all files: label, and the figure in words.
    pub fn figures(&self) -> Vec<(String, Option<String>)> {
        let figures = self.rulebook.sheet.figures.iter().zip(&self.tallies);
        figures
            .map(|(figure, tally)| {
                (figure.label.clone(), tally.figure(figure.aggregate.kind).map(|value| value.written()))
            })
            .collect()
    }

    /// Checks one file; `Break` when the sink wants no more.
    pub fn file(&mut self, opened: Opened, sink: &mut dyn Sink) -> Result<ControlFlow<()>, CheckError> {
        let before = file::before_rows(self.rulebook, &opened);
        let Opened { name, path, size, mut batches, first } = opened;
        let head = head::read(self.judge.sheet, &first).ok_or(CheckError::NoHeadings)?;
        let mut merger = Merger {
            judge: &self.judge,
            head: &head,
            seen: &mut self.seen,
            tallies: &mut self.tallies,
            names: self.files.iter().map(|file| file.name.clone()).chain([name.clone()]).collect(),
            sink,
            file: self.files.len(),
            pending_blank: None,
            totals: Totals::default(),
            stopped: false,
        };
        merger.file_findings(before);
        for (verdict, place, value) in &head.findings {
            merger.emit(Finding {
                file: merger.file,
                verdict: Arc::clone(verdict),
                place: *place,
                key: None,
                value: value.clone(),
            });
        }
        let judging = BatchJudge { sheet: &self.judge, head: &head, delimiter: batches.dialect().delimiter };
        run(&judging, &mut batches, first, &self.options, &mut merger)?;
        let totals = merger.totals;
        let read = file::Read {
            batches: &batches,
            filled_rows: totals.filled_rows,
            quoted_cells: totals.quoted,
            cells: totals.cells,
        };
        merger.file_findings(file::after_rows(self.rulebook, &read));
        let stopped = merger.stopped;
        let decoder = batches.decoder();
        let (encoding, encoding_chosen) = decoder.encoding();
        self.files.push(FileFacts {
            name,
            path,
            bytes: size.unwrap_or(decoder.bytes_read()),
            filled_rows: totals.filled_rows,
            columns: head.width - head.strays.iter().filter(|(_, headed)| !headed).count(),
            encoding: encoding.name(),
            encoding_chosen,
            ascii: decoder.is_ascii(),
            mark: decoder.has_mark(),
            delimiter: batches.dialect().delimiter,
            rival_delimiter: batches.rival_delimiter(),
            newlines: batches.newlines(),
        });
        Ok(if stopped { ControlFlow::Break(()) } else { ControlFlow::Continue(()) })
    }
}

/// Drives the rows of one file from the reader through the judges to the merger.
fn run(
    judging: &BatchJudge<'_, '_>,
    batches: &mut Batches<Bytes>,
    first: Batch,
    options: &Options,
    merger: &mut Merger<'_, '_>,
) -> io::Result<()> {
    let mut memory = Memory::default();
    let mut first = first;
    let judgement = judging.judge(&mut first, judging.head.first_data, &mut memory);
    merger.merge(&first, judgement);
    let count_bytes = |batches: &Batches<Bytes>| {
        if let Some(counter) = &options.progress {
            counter.store(batches.decoder().bytes_read(), Ordering::Relaxed);
        }
    };
    if options.threads < 2 {
        while let Some(mut batch) = batches.next_batch(std::mem::take(&mut first))? {
            count_bytes(batches);
            let judgement = judging.judge(&mut batch, 0, &mut memory);
            merger.merge(&batch, judgement);
            if merger.stopped {
                break;
            }
            first = batch;
        }
        return Ok(());
    }
    // A file that ended with its first batch needs no threads.
    let Some(second) = batches.next_batch(Batch::default())? else {
        return Ok(());
    };
    let stop = &AtomicBool::new(false);
    std::thread::scope(|scope| {
        let in_flight = options.threads + 2;
        let (to_judges, from_reader) = bounded::<Batch>(in_flight);
        let (to_merger, from_judges) = bounded::<(Batch, Judgement)>(in_flight);
        let (to_reader, spares) = bounded::<Batch>(in_flight);
        for spare in std::iter::once(first).chain(std::iter::repeat_with(Batch::default)).take(in_flight) {
            let _ = to_reader.send(spare);
        }
        let reading = scope.spawn(move || read_on(batches, second, &to_judges, &spares, stop, &count_bytes));
        for _ in 0..options.threads {
            let (from_reader, to_merger) = (from_reader.clone(), to_merger.clone());
            scope.spawn(move || {
                let mut memory = Memory::default();
                for mut batch in from_reader {
                    let judgement = judging.judge(&mut batch, 0, &mut memory);
                    if to_merger.send((batch, judgement)).is_err() {
                        return;
                    }
                }
            });
        }
        drop((from_reader, to_merger));
        in_order(&from_judges, &to_reader, merger, stop);
        drop(to_reader);
        match reading.join() {
            Ok(result) => result,
            Err(_) => Err(io::Error::other("reading broke off")),
        }
    })
}

fn read_on(
    batches: &mut Batches<Bytes>,
    second: Batch,
    to_judges: &Sender<Batch>,
    spares: &Receiver<Batch>,
    stop: &AtomicBool,
    count_bytes: &(dyn Fn(&Batches<Bytes>) + Sync),
) -> io::Result<()> {
    let mut next = Some(second);
    while let Some(batch) = next {
        count_bytes(batches);
        if to_judges.send(batch).is_err() || stop.load(Ordering::Relaxed) {
            break;
        }
        let Ok(spare) = spares.recv() else { break };
        next = batches.next_batch(spare)?;
    }
    Ok(())
}

/// Takes judged batches in as they come and merges them in the order of the file.
fn in_order(
    from_judges: &Receiver<(Batch, Judgement)>,
    to_reader: &Sender<Batch>,
    merger: &mut Merger<'_, '_>,
    stop: &AtomicBool,
) {
    let mut early = BTreeMap::new();
    let mut due = 1;
    for (batch, judgement) in from_judges {
        early.insert(batch.number, (batch, judgement));
        while let Some((batch, judgement)) = early.remove(&due) {
            merger.merge(&batch, judgement);
            due += 1;
            if merger.stopped {
                stop.store(true, Ordering::Relaxed);
            }
            // The reader may be done and gone; then nobody needs the memory.
            let _ = to_reader.send(batch);
        }
    }
}

#[cfg(test)]
#[path = "tests/run.rs"]
mod tests;
