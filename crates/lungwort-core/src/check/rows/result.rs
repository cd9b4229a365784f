//! What comes of a chunk: findings with their places in it, and what each fold gathered.

use std::any::Any;
use std::sync::Arc;

use crate::check::header::Header;
use crate::check::rows::SheetJudge;
use crate::check::shape::BlankRun;
use crate::finding::Problem;
use crate::intake::Chunk;

/// Findings about a row as a whole come before those about its cells, and those before its rules.
const WHOLE_ROW: u32 = 0;
pub(crate) const FIRST_CELL: u32 = 1;
pub(crate) const FIRST_RULE: u32 = 1 << 24;
/// One finding in a chunk.
#[derive(Debug)]
pub(crate) struct RowFinding {
    /// The row within the chunk.
    pub row: usize,
    /// Where it stands among the row's findings.
    pub order: u32,
    /// What.
    pub problem: Arc<Problem>,
    /// The cell in the file.
    pub field: Option<usize>,
    /// The cell's text.
    pub value: Option<Box<str>>,
    /// The row's key.
    pub key: Option<Arc<str>>,
    /// A place that the row and the cell do not say. Few findings have one, and there may be very many findings.
    pub place: Option<Box<ExactPlace>>,
}

/// A place besides a row and a cell.
#[derive(Debug, Clone, Copy)]
pub(crate) enum ExactPlace {
    /// The byte in the file.
    Byte(u64),
    /// The line, where it is not the row's first.
    Line(u64),
    /// The blank rows that it is about, which come before the row.
    Run(BlankRun),
}

/// What came of a chunk.
#[derive(Default)]
pub(crate) struct ChunkResult {
    /// Findings by row.
    pub findings: Vec<RowFinding>,
    /// Rows that are the template's own examples, ascending.
    pub samples: Vec<usize>,
    /// Rows that ask for nothing, ascending: rules over several rows leave them out.
    pub skipped: Vec<usize>,
    /// Rows in which the template shows totals.
    pub totals_rows: Vec<usize>,
    /// What each fold gathered.
    pub parts: Vec<Anything>,
    /// Rows that hold anything.
    pub filled_rows: u64,
    /// The last row that holds anything, as a spreadsheet counts.
    pub last_filled: Option<u64>,
}

impl ChunkResult {
    /// Whether rules over several rows leave a row out: the template's own examples, and rows that ask for nothing.
    pub fn leaves_out(&self, row: usize) -> bool {
        self.samples.binary_search(&row).is_ok() || self.is_skipped(row)
    }

    /// Whether a row asks for nothing.
    pub fn is_skipped(&self, row: usize) -> bool {
        self.skipped.binary_search(&row).is_ok()
    }
}

/// A part or a state of some fold.
pub(crate) type Anything = Box<dyn Any + Send>;

/// Sums over the rows of a sheet of one file.
#[derive(Debug, Clone, Copy, Default)]
pub(crate) struct Totals {
    /// Rows that hold anything.
    pub filled_rows: u64,
    /// Cells in quotes.
    pub quoted: u64,
    /// All cells.
    pub cells: u64,
    /// The last filled row.
    pub last_filled: u64,
}

/// The key of a row.
pub(crate) fn key_of(sheet: &SheetJudge<'_>, header: &Header, chunk: &Chunk, row: usize) -> Option<Arc<str>> {
    let fields = sheet.sheet.key.iter().filter_map(|column| header.field_of[*column]);
    let parts: Vec<String> = fields
        .filter(|field| *field < chunk.row(row).len())
        .map(|field| crate::cell::shown::clipped(chunk.original_text(row, field).trim(), 60))
        .collect();
    if parts.iter().all(String::is_empty) {
        return None;
    }
    let parts: Vec<&str> = parts.iter().map(|part| if part.is_empty() { "(blank)" } else { part }).collect();
    Some(Arc::from(parts.join(" / ")))
}

/// A finding about a row, to be filled in further.
pub(crate) fn whole_row(row: usize, problem: Arc<Problem>) -> RowFinding {
    RowFinding { row, order: WHOLE_ROW, problem, field: None, value: None, key: None, place: None }
}

impl RowFinding {
    /// The same finding, standing behind the row's cells.
    pub fn after_cells(self) -> RowFinding {
        RowFinding { order: FIRST_RULE - 1, ..self }
    }
}

/// Puts findings in the order in which they are reported; blank rows come before the row that ends them.
pub(crate) fn sort(findings: &mut [RowFinding]) {
    let is_run = |finding: &RowFinding| matches!(finding.place.as_deref(), Some(ExactPlace::Run(_)));
    // Column after column they are far from that order, and larger than their keys.
    findings.sort_by_cached_key(|finding| (finding.row, !is_run(finding), finding.order));
}
