//! What a check goes by: the judges of each sheet, what has been gathered for it, and the way of its rows through them.

use std::sync::Arc;

use super::batch::BatchJudge;
use super::drive;
use super::facts::{CheckError, FileFacts, Options};
use super::head::{self, Head};
use super::merge::{Merger, Totals};
use super::rows::SheetJudge;
use super::told::Told;
use super::unique::Seen;
use crate::condition::Tally;
use crate::intake::{Batch, Rows};
use crate::rulebook::Rulebook;

/// One sheet of the rulebook, and what has been gathered for it.
pub(super) struct SheetState<'r> {
    pub judge: SheetJudge<'r>,
    pub seen: Vec<Seen>,
    pub tallies: Vec<Tally>,
    pub filled_rows: u64,
}

impl<'r> SheetState<'r> {
    /// What puts the findings of a file or sheet in order. `names` are those of the files before it.
    pub fn merger<'m>(
        &'m mut self,
        head: &'m Head,
        names: Vec<String>,
        passage: &Passage<'_>,
        out: &'m mut Told<'_>,
    ) -> Merger<'m, 'r> {
        let (file, name) = passage.file;
        Merger {
            judge: &self.judge,
            head,
            seen: &mut self.seen,
            tallies: &mut self.tallies,
            names: names.into_iter().chain([name.to_owned()]).collect(),
            sink: &mut *out.sink,
            file,
            sheet: passage.sheet.clone(),
            places: None,
            pending_blank: None,
            totals: Totals::default(),
            held: Vec::new(),
            stopped: out.stopped,
        }
    }
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

impl Checker<'_> {
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
        let names = self.files.iter().map(|file| file.name.clone());
        let mut merger = state.merger(&head, names.collect(), &passage, out);
        merger.head_findings();
        let judging = BatchJudge { sheet: merger.judge, head: &head, delimiter: passage.delimiter };
        drive::run(&judging, rows, first, &self.options, &mut merger)?;
        merger.finish();
        let (totals, stopped) = (merger.totals, merger.stopped);
        out.stopped = stopped;
        state.filled_rows += totals.filled_rows;
        let columns = head.width - head.strays.iter().filter(|(_, headed)| !headed).count();
        Ok(RowsRead { totals, columns, head })
    }
}
