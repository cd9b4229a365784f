//! What only shows over several rows: one file a fold, one line each in [`FOLDS`].
//!
//! A fold gathers from chunks in parallel and in any order, absorbs what was gathered in the order of the file, and
//! may have its say at the end of a sheet and of the run. What it has seen is in its state, apart from the fold
//! itself, so that the threads that gather can share the fold. The states live as long as the run: what must be
//! unique must be so in all files of a batch.

mod attachments;
mod blank_rows;
mod blocks;
pub(in crate::check) mod figures;
mod groups;
mod held_rows;
pub(crate) mod intents;
mod kinds;
pub(crate) mod other_sheets;
mod parents;
mod plans;
mod previous;
mod records;
mod running;
mod sample_rows;
mod sets;
mod several;
mod shown;
mod sparse_rows;
mod total;
pub(crate) mod unique;
mod used;

use std::collections::HashMap;
use std::sync::Arc;

pub use intents::FigureChange;

use jiff::civil::Date;

use crate::cell::{Value, key};
use crate::check::header::Header;
use crate::check::lookups::Found;
use crate::check::rows::result::{Anything, Totals};
use crate::check::rows::result::{ChunkResult, RowFinding};
use crate::check::rows::{SheetJudge, Values};
use crate::check::shape::Shaped;
use crate::finding::{Listed, Place, Problem, RowPlan, RowSet, Together};
use crate::intake::{Chunk, OpenError, Source};
use crate::rulebook::Sheet;
use crate::rulebook::model::Each;
use crate::rulebook::model::Parents;

/// Makes the fold where a sheet asks for it.
type Maker = for<'r> fn(&'r Sheet) -> Option<Box<dyn AnyFold + 'r>>;

/// Every fold. They gather and absorb in this order: what is no row of the sender's is known before its values count.
const FOLDS: &[Maker] = &[
    sample_rows::make, //
    unique::make,
    blocks::make,
    records::make,
    kinds::make,
    parents::make,
    several::make,
    sets::make,
    groups::make,
    running::make,
    previous::make,
    other_sheets::make,
    used::make,
    attachments::make,
    shown::make,
    held_rows::make,
    intents::make,
    plans::make,
    figures::make,
    sparse_rows::make,
    blank_rows::make,
];

/// The folds that a sheet asks for.
pub(crate) fn folds_for(sheet: &Sheet) -> Vec<Box<dyn AnyFold + '_>> {
    FOLDS.iter().filter_map(|make| make(sheet)).collect()
}

/// What a fold gathers from.
pub(crate) struct Gathering<'g> {
    pub judge: &'g SheetJudge<'g>,
    pub header: &'g Header,
    pub shaped: &'g Shaped,
    /// The rows that were judged, within the chunk.
    pub rows: &'g [usize],
    /// Their values.
    pub values: &'g Values<'g>,
    /// Whether it is wanted what would become of each row.
    pub previews: bool,
}

impl<'g> Gathering<'g> {
    /// The group that a row belongs to: all of the sheet are one where a rule names none.
    pub fn group(&self, each: &Each, at: usize, row: usize) -> Option<u128> {
        match each {
            Each::Row | Each::Sheet => Some(0),
            Each::Record => self.shaped.record_hash(row),
            Each::Group { by, .. } => {
                let mut parts = key::Parts::default();
                for column in by {
                    match self.values.typed[*column].get(at)? {
                        Value::Blank | Value::Unreadable => return None,
                        value => self.judge.sheet.add_to_group(*column, value, &mut parts),
                    }
                }
                Some(parts.key())
            }
            Each::Found { lookup, .. } => self.found_group(*lookup, at),
        }
    }

    /// The group of the rows that name the same row of a list; `None` of a row that names none of them, or several.
    pub fn found_group(&self, lookup: usize, at: usize) -> Option<u128> {
        match self.values.looked.get(lookup)?.found.get(at)? {
            Found::Row(row) => Some(u128::from(*row)),
            _ => None,
        }
    }

    /// Whether a row names several rows of a list in one cell.
    pub fn names_several(&self, lookup: usize, at: usize) -> bool {
        self.values.looked.get(lookup).and_then(|looked| looked.found.get(at)) == Some(&Found::List)
    }

    /// What the row that is found is called in its list: the cells of the first key that it has.
    pub fn found_name(&self, lookup: usize, at: usize) -> String {
        let Some(row) = self.found_group(lookup, at) else { return String::new() };
        self.judge.lookups.get(lookup).map(|looked_in| looked_in.name_of(row as usize)).unwrap_or_default()
    }

    /// What a row goes together with, where a part of it cannot be sent.
    pub fn together(&self, sheet: &Sheet, row: usize) -> Together {
        let of = |columns: &[usize]| {
            let texts = columns.iter().map(|column| self.text(row, *column).trim());
            texts.clone().any(|text| !text.is_empty()).then(|| key::of_texts(texts))
        };
        if !sheet.together.is_empty() {
            return Together { own: of(&sheet.together), parent: None };
        }
        match (self.shaped.record_hash(row), &sheet.parents) {
            (None, Some(parents)) => self.family(sheet, parents, row),
            (own, _) => Together { own, parent: None },
        }
    }

    /// A row with all that name it.
    fn family(&self, sheet: &Sheet, parents: &Parents, row: usize) -> Together {
        let kinds = sheet.kinds.as_ref();
        let kind = kinds.and_then(|kinds| {
            let text = self.text(row, kinds.column).trim();
            kinds.kinds.iter().position(|kind| kind.value == text)
        });
        // Ids of kinds that have their own may be alike.
        let apart = parents.parent.is_empty();
        let of = |kind: Option<usize>, columns: &[usize]| {
            let texts = columns.iter().map(|column| self.text(row, *column).trim());
            let kind = kind.filter(|_| apart).map(|kind| kind.to_string());
            let filled = texts.clone().any(|text| !text.is_empty());
            filled.then(|| key::of_texts(kind.iter().map(String::as_str).chain(texts)))
        };
        let parent = parents.named_in(kinds, kind).into_iter().find_map(|(above, columns)| of(above, columns));
        Together { own: of(kind, parents.id_of(kind)), parent }
    }

    /// The text of a cell as it is in the file; empty where the file does not have the column.
    pub fn text(&self, row: usize, column: usize) -> &'g str {
        original_text(&self.shaped.chunk, self.header, row, column)
    }
}

/// A cell as it is in the file.
fn original_text<'c>(chunk: &'c Chunk, header: &Header, row: usize, column: usize) -> &'c str {
    header.field_of[column].map(|field| chunk.original_text(row, field)).unwrap_or_default()
}

impl<'a> Absorbing<'a, '_> {
    /// Whether it is known from an earlier pass that a row is refused.
    pub fn is_refused(&self, row: usize) -> bool {
        self.is_refused_number(self.chunk.row_number(row))
    }

    /// The same of a row by its number, as a spreadsheet counts.
    pub fn is_refused_number(&self, number: u64) -> bool {
        self.refused.is_some_and(|rows| rows.contains(number))
    }

    /// The text of a cell as it is in the file; empty where the file does not have the column.
    pub fn text(&self, row: usize, column: usize) -> &'a str {
        original_text(self.chunk, self.header, row, column)
    }
}

/// What a fold absorbs with.
pub(crate) struct Absorbing<'a, 'r> {
    pub judge: &'a SheetJudge<'r>,
    pub header: &'a Header,
    pub chunk: &'a Chunk,
    /// Which file of the batch, and the names of all so far.
    pub file: usize,
    pub names: &'a [String],
    pub totals: &'a mut Totals,
    /// The findings of the chunk.
    pub findings: &'a mut Vec<RowFinding>,
    /// Rows that an earlier pass has found to be refused.
    pub refused: Option<&'a RowSet>,
    /// What would become of the rows, where that is wanted.
    pub plans: &'a mut Vec<(usize, RowPlan)>,
    /// Which of them are listed.
    pub listed: Listed,
    /// Whether the findings so far are to wait for what comes later.
    pub hold_back: bool,
}

/// What a fold can say at the end.
pub(crate) struct Ending<'e> {
    pub totals: &'e mut Totals,
    /// How the columns of the file stand.
    pub header: &'e Header,
    /// Which file of the batch, and the names of all so far.
    pub file: usize,
    pub names: &'e [String],
    /// The day of the check.
    pub today: Date,
    /// What there is to say of rows that have passed.
    pub findings: Vec<Placed>,
    /// Of findings about groups, by their place among the findings: all rows of the group.
    pub rows_of: HashMap<usize, RowSet>,
    /// Set where the findings that were held back are to be dropped.
    pub drop_held: bool,
}

/// A finding about rows that have passed, with the place that it has in the file.
pub(crate) struct Placed {
    pub place: Place,
    pub problem: Arc<Problem>,
    pub key: Option<Arc<str>>,
}

/// A figure over all rows.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Figure {
    /// What it is called.
    pub label: String,
    /// The figure, exact; `None` where there is nothing to calculate.
    pub value: Option<String>,
    /// Rows that are left out because a value in them could not be read.
    pub left_out: u64,
    /// The headings that its sections are by; empty where it has none.
    pub by: String,
    /// Its sections, in the order of their first rows.
    pub sections: Vec<Section>,
}

/// A figure over the rows that have the same values in some columns.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Section {
    /// The values.
    pub name: String,
    /// The figure, exact; `None` where there is nothing to calculate.
    pub value: Option<String>,
    /// Rows that are left out because a value in them could not be read.
    pub left_out: u64,
}

/// Opens another source, by its path as the rulebook names it.
pub(crate) type OpenSource<'s> = &'s dyn Fn(&str) -> Result<Source, OpenError>;

/// Something that only shows over several rows.
pub(crate) trait Fold: Send + Sync {
    /// What is gathered from one chunk.
    type Part: Send + 'static;
    /// What has been seen so far.
    type State: Default + Send + 'static;

    /// Looks through another source before the rows come, such as an index to look up in.
    fn prepare(&mut self, _: OpenSource<'_>) -> Result<(), OpenError> {
        Ok(())
    }

    /// Gathers from one chunk; chunks come in any order. May add findings about its rows, or take some back.
    fn gather(&self, from: &Gathering<'_>, result: &mut ChunkResult) -> Self::Part;

    /// Takes in what was gathered, in the order of the file.
    fn absorb(&self, _state: &mut Self::State, _part: Self::Part, _with: &mut Absorbing<'_, '_>) {}

    /// The rows of a sheet of one file are over.
    fn finish_sheet(&self, _state: &mut Self::State, _ending: &mut Ending<'_>) {}

    /// The run is over: what there is to say of it as a whole.
    fn finish_run(&self, _state: &Self::State, _judge: &SheetJudge<'_>) -> Vec<Arc<Problem>> {
        Vec::new()
    }

    /// What would become of records that no row names, once the run is over.
    fn plans(&self, _state: &Self::State, _judge: &SheetJudge<'_>, _take: &mut dyn FnMut(RowPlan)) {}

    /// The figures over the existing records, and what they would be.
    fn before_and_after(&self, _state: &Self::State, _judge: &SheetJudge<'_>) -> Vec<FigureChange> {
        Vec::new()
    }

    /// The figures that have come together.
    fn figures(&self, _state: &Self::State) -> Vec<Figure> {
        Vec::new()
    }
}

/// A fold whose types are not looked at.
pub(crate) trait AnyFold: Send + Sync {
    fn prepare(&mut self, open: OpenSource<'_>) -> Result<(), OpenError>;
    fn begin(&self) -> Anything;
    fn gather(&self, from: &Gathering<'_>, result: &mut ChunkResult) -> Anything;
    fn absorb(&self, state: &mut Anything, part: Anything, with: &mut Absorbing<'_, '_>);
    fn finish_sheet(&self, state: &mut Anything, ending: &mut Ending<'_>);
    fn finish_run(&self, state: &Anything, judge: &SheetJudge<'_>) -> Vec<Arc<Problem>>;
    fn plans(&self, state: &Anything, judge: &SheetJudge<'_>, take: &mut dyn FnMut(RowPlan));
    fn before_and_after(&self, state: &Anything, judge: &SheetJudge<'_>) -> Vec<FigureChange>;
    fn figures(&self, state: &Anything) -> Vec<Figure>;
}

// Parts and states come back to the fold that made them, so that their types always fit.
impl<F: Fold> AnyFold for F {
    fn prepare(&mut self, open: OpenSource<'_>) -> Result<(), OpenError> {
        Fold::prepare(self, open)
    }

    fn begin(&self) -> Anything {
        Box::new(F::State::default())
    }

    fn gather(&self, from: &Gathering<'_>, result: &mut ChunkResult) -> Anything {
        Box::new(Fold::gather(self, from, result))
    }

    fn absorb(&self, state: &mut Anything, part: Anything, with: &mut Absorbing<'_, '_>) {
        if let (Some(state), Ok(part)) = (state.downcast_mut(), part.downcast()) {
            Fold::absorb(self, state, *part, with);
        }
    }

    fn finish_sheet(&self, state: &mut Anything, ending: &mut Ending<'_>) {
        if let Some(state) = state.downcast_mut() {
            Fold::finish_sheet(self, state, ending);
        }
    }

    fn finish_run(&self, state: &Anything, judge: &SheetJudge<'_>) -> Vec<Arc<Problem>> {
        state.downcast_ref().map(|state| Fold::finish_run(self, state, judge)).unwrap_or_default()
    }

    fn plans(&self, state: &Anything, judge: &SheetJudge<'_>, take: &mut dyn FnMut(RowPlan)) {
        if let Some(state) = state.downcast_ref() {
            Fold::plans(self, state, judge, take);
        }
    }

    fn before_and_after(&self, state: &Anything, judge: &SheetJudge<'_>) -> Vec<FigureChange> {
        state.downcast_ref().map(|state| Fold::before_and_after(self, state, judge)).unwrap_or_default()
    }

    fn figures(&self, state: &Anything) -> Vec<Figure> {
        state.downcast_ref().map(|state| Fold::figures(self, state)).unwrap_or_default()
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    /// Counts the lines of another source before the rows come.
    #[derive(Default)]
    struct Indexed {
        lines: usize,
    }

    impl Fold for Indexed {
        type Part = ();
        type State = usize;

        fn prepare(&mut self, open: OpenSource<'_>) -> Result<(), OpenError> {
            let mut text = String::new();
            std::io::Read::read_to_string(&mut open("held.csv")?.bytes()?, &mut text)?;
            self.lines = text.lines().count();
            Ok(())
        }

        fn gather(&self, _: &Gathering<'_>, _: &mut ChunkResult) {}

        fn figures(&self, state: &usize) -> Vec<Figure> {
            let count = self.lines + state;
            vec![Figure {
                label: "lines".to_owned(),
                value: Some(count.to_string()),
                left_out: 0,
                by: String::new(),
                sections: Vec::new(),
            }]
        }
    }

    #[test]
    fn a_fold_can_look_through_another_source_first() {
        let mut fold: Box<dyn AnyFold> = Box::new(Indexed::default());
        fold.prepare(&|path| Source::memory(path.to_owned(), b"a\nb\nc\n".as_slice().into())).unwrap();
        let state = fold.begin();
        assert_eq!(fold.figures(&state)[0].value.as_deref(), Some("3"));
    }
}
