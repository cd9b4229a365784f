//! What a check goes by: the judges and folds of each sheet, and the way of its rows through them.

use std::path::Path;
use std::sync::Arc;

use super::metadata::{CheckError, FileMetadata, Options};
use super::pipeline::{self, Reading};
use super::reporter::Reporter;
use super::sequence::Sequence;
use crate::check::folds::{self, AnyFold};
use crate::check::header::{self, Header};
use crate::check::rows::SheetJudge;
use crate::check::rows::chunk::ChunkJudge;
use crate::check::rows::result::{Anything, Totals};
use crate::check::shape::Shape;
use crate::check::shape::block::Blocks;
use crate::check::shape::labelled::Labelled;
use crate::check::shape::record::Records;
use crate::check::shape::table::Table;
use crate::intake::pieces::{Pieces, Resumed};
use crate::intake::{Chunk, Rows, Source};
use crate::rulebook::Rulebook;
use crate::rulebook::property::Surroundings;

/// One sheet of the rulebook, and what has been gathered for it.
pub(crate) struct SheetState<'r> {
    pub judge: SheetJudge<'r>,
    pub folds: Vec<Box<dyn AnyFold + 'r>>,
    pub states: Vec<Anything>,
    pub filled_rows: u64,
}

/// Judges the files of a batch, one after the other.
pub struct Checker<'r> {
    pub(crate) rulebook: &'r Rulebook,
    pub(crate) options: Options,
    pub(crate) sheets: Vec<SheetState<'r>>,
    pub(crate) files: Vec<FileMetadata>,
}

/// What came of one sheet of rows.
pub(crate) struct RowsRead {
    pub totals: Totals,
    pub columns: usize,
    pub header: Header,
}

/// The rows of a sheet on their way through the judges.
pub(crate) struct Passage<'p> {
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
            let folds = folds::folds_for(sheet);
            let states = folds.iter().map(|fold| fold.begin()).collect();
            let mut judge = SheetJudge::new(sheet, &rulebook.file, surroundings);
            judge.previews = options.previews;
            SheetState { judge, folds, states, filled_rows: 0 }
        });
        Checker { rulebook, sheets: sheets.collect(), options, files: Vec::new() }
    }

    /// Lets the folds look through other sources, before the first rows come.
    pub(crate) fn prepare(&mut self) -> Result<(), CheckError> {
        let folder = self.rulebook.path.parent().unwrap_or(Path::new(""));
        for fold in self.sheets.iter_mut().flat_map(|state| &mut state.folds) {
            fold.prepare(&|path| Source::regular(&folder.join(path)))?;
        }
        Ok(())
    }

    /// The files checked so far.
    pub fn files(&self) -> &[FileMetadata] {
        &self.files
    }

    /// The figures over all files.
    pub fn figures(&self) -> Vec<folds::Figure> {
        let of_sheet = |state: &SheetState<'_>| -> Vec<folds::Figure> {
            let folds = state.folds.iter().zip(&state.states);
            folds.flat_map(|(fold, state)| fold.figures(state)).collect()
        };
        self.sheets.iter().flat_map(of_sheet).collect()
    }

    /// The figures over the existing records, and what they would be.
    pub fn figures_before_and_after(&self) -> Vec<folds::FigureChange> {
        let of_sheet = |state: &SheetState<'_>| -> Vec<folds::FigureChange> {
            let folds = state.folds.iter().zip(&state.states);
            folds.flat_map(|(fold, of)| fold.before_and_after(of, &state.judge)).collect()
        };
        self.sheets.iter().flat_map(of_sheet).collect()
    }

    /// Drives rows through the judges of a sheet. `top` is their beginning: all that headings are looked for in.
    pub(crate) fn rows(
        &mut self,
        passage: Passage<'_>,
        rows: &mut dyn Rows,
        top: Chunk,
        out: &mut Reporter<'_>,
    ) -> Result<RowsRead, CheckError> {
        let sheet = self.sheets[passage.number].judge.sheet;
        let (mut shape, mut header) = self.shape_of(passage.number, rows, &top).ok_or(CheckError::NoHeadings(None))?;
        // What the template shows in cells above the headings, for its figures to be compared with.
        let text = |(row, column): (u64, usize)| {
            let at = (0..top.row_count()).find(|at| top.row_number(*at) == row)?;
            let text = top.text(top.cell(at, column)).trim();
            (!text.is_empty()).then(|| text.to_owned())
        };
        header.shown = sheet.figures.iter().map(|figure| figure.cell.and_then(text)).collect();
        let mut resumed = Resumed::new(top, rows);
        let mut pieces;
        // Labels are looked for in all of the top, so that it stays in one piece.
        let rows: &mut dyn Rows = match self.options.chunk_rows.filter(|_| !sheet.is_form) {
            Some(most) => {
                pieces = Pieces::new(&mut resumed, most);
                &mut pieces
            }
            None => &mut resumed,
        };
        let totals = self.pass(&passage, &mut Reading::new(rows, &mut *shape, &self.options.clone()), &header, out)?;
        let columns = header.width - header.strays.iter().filter(|(_, headed)| !headed).count();
        // Behind the columns of the lines there is nothing in the file.
        if let Some(from) = header.cells_from {
            header.field_of.iter_mut().for_each(|field| *field = field.filter(|field| *field < from));
        }
        Ok(RowsRead { totals, columns, header })
    }

    /// How the rows of a sheet make up things, and which column is which; `None` where its headings are not there.
    pub(crate) fn shape_of(&self, number: usize, rows: &mut dyn Rows, top: &Chunk) -> Option<(Box<dyn Shape>, Header)> {
        let judge = &self.sheets[number].judge;
        let sheet = judge.sheet;
        if sheet.is_form {
            let (labelled, header) = Labelled::find(sheet, top);
            return Some((Box::new(labelled), header));
        }
        let mut header = header::read(sheet, top)?;
        if sheet.block.is_some() {
            let blocks = Blocks::find(sheet, &judge.carried, &mut header, top);
            return Some((Box::new(blocks), header));
        }
        rows.set_width(header.width);
        let key: Option<Vec<usize>> = sheet.key.iter().map(|column| header.field_of[*column]).collect();
        // Without the columns of the key, which have been reported missing, nothing says where a record begins.
        let Some(key) = key.filter(|_| sheet.record.is_some()) else {
            return Some((Box::new(Table::new(header.first_data)), header));
        };
        let carried = judge.carried.iter().filter_map(|column| Some((*column, header.field_of[*column]?))).collect();
        Some((Box::new(Records::new(header.first_data, key, carried)), header))
    }

    fn pass(
        &mut self,
        passage: &Passage<'_>,
        reading: &mut Reading<'_>,
        header: &Header,
        out: &mut Reporter<'_>,
    ) -> Result<Totals, CheckError> {
        let (file, name) = passage.file;
        let names = self.files.iter().map(|file| file.name.clone()).chain([name.to_owned()]).collect();
        let refused = self.options.refused.get(&(file, passage.sheet.clone()));
        let state = &mut self.sheets[passage.number];
        let mut sequence = Sequence {
            judge: &state.judge,
            folds: &state.folds,
            states: &mut state.states,
            header,
            names,
            sink: &mut *out.sink,
            file,
            sheet: passage.sheet.clone(),
            totals: Totals::default(),
            refused,
            held: Vec::new(),
            stopped: out.stopped,
        };
        sequence.header_findings();
        let judging = ChunkJudge { sheet: &state.judge, folds: &state.folds, header, delimiter: passage.delimiter };
        pipeline::run(&judging, reading, self.options.threads, &mut sequence)?;
        sequence.finish();
        let (totals, stopped) = (sequence.totals, sequence.stopped);
        out.stopped = stopped;
        state.filled_rows += totals.filled_rows;
        Ok(totals)
    }
}
