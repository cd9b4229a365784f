//! Records of several rows: a header that is filled on the first row, and lists side by side on the rows below.

use std::sync::Arc;

use foldhash::fast::FixedState;
use hashbrown::HashMap;

use super::{Absorbing, AnyFold, Ending, Fold, Gathering, Placed};
use crate::cell::{Value, key, shown};
use crate::check::problem::{about_column, file_problem};
use crate::check::rows::result::{ChunkResult, FIRST_CELL, RowFinding, whole_row};
use crate::finding::codes::{rule as codes, value as value_codes};
use crate::finding::ranges::thousands;
use crate::finding::{CellProblem, Code, Correction, Place, Problem, Topic};
use crate::rulebook::Sheet;
use crate::rulebook::model::{Record, RecordList};
use crate::steps;

struct Records<'r> {
    sheet: &'r Sheet,
    record: &'r Record,
}

pub(super) fn make(sheet: &Sheet) -> Option<Box<dyn AnyFold + '_>> {
    let record = sheet.record.as_ref()?;
    Some(Box::new(Records { sheet, record }))
}

/// A row of a record, as far as the rows around it matter.
pub(super) struct RowOf {
    row: usize,
    number: u64,
    /// The place of its record among those of the chunk.
    record: usize,
    /// Whether the record begins on it.
    begins: bool,
    /// For each column of the header, its key where it is filled.
    header: Vec<Option<u128>>,
    /// For each list, the key of its entry where it has one.
    entries: Vec<Option<u128>>,
}

/// The rows of a chunk, and the records that they belong to: the number of the first row, and the key.
#[derive(Default)]
pub(super) struct Part {
    rows: Vec<RowOf>,
    records: Vec<(u64, Option<Arc<str>>)>,
}

/// The record that is going on.
#[derive(Default)]
pub(super) struct Current {
    first: u64,
    key: Option<Arc<str>>,
    /// Whether its first row could not be judged, so that neither its header nor its first entries are known.
    headless: bool,
    /// For each column of the header, its key on the first row and its text.
    header: Vec<Option<(u128, Box<str>)>>,
    lists: Vec<ListState>,
}

/// The record that is going on, and what is to be said of those before it. That waits for the end of the sheet, so that its
/// place in the report does not depend on where a chunk ends.
#[derive(Default)]
pub(super) struct Sofar {
    current: Option<Current>,
    closed: Vec<Placed>,
}

#[derive(Default)]
struct ListState {
    /// Whether a column of it is missing from the file, so that nothing is known of its entries.
    unknown: bool,
    count: u64,
    /// Whether a row without an entry has come.
    ended: bool,
    seen: HashMap<u128, u64, FixedState>,
}

impl Fold for Records<'_> {
    type Part = Part;
    type State = Sofar;

    fn gather(&self, from: &Gathering<'_>, result: &mut ChunkResult) -> Part {
        self.forgive(from, result);
        let shaped = from.shaped;
        let records = shaped.records.iter().map(|each| (each.first, each.key.clone())).collect();
        let mut rows = Vec::with_capacity(from.rows.len());
        for (at, &row) in from.rows.iter().enumerate().filter(|(_, row)| result.samples.binary_search(row).is_err()) {
            let Some(record) = shaped.places.get(row).and_then(|place| usize::try_from(place.record).ok()) else {
                continue;
            };
            let value = |column: &usize| {
                let value = from.values.typed[*column].get(at).unwrap_or(&Value::Blank);
                let text = || {
                    from.header.field_of[*column].map(|field| shaped.chunk.text(shaped.chunk.cell(row, field)).trim())
                };
                match value {
                    Value::Blank => None,
                    Value::Unreadable => Some(key::of_text(text().unwrap_or_default())),
                    value => key::of(value),
                }
            };
            let entry = |list: &RecordList| {
                let mut parts = key::Parts::default();
                let keys: Vec<Option<u128>> = list.columns.iter().map(value).collect();
                keys.iter().for_each(|key| parts.add_text(&key.map(|key| key.to_string()).unwrap_or_default()));
                keys.iter().any(Option::is_some).then(|| parts.key())
            };
            rows.push(RowOf {
                row,
                number: shaped.chunk.row_number(row),
                record,
                begins: shaped.records.get(record).is_some_and(|part| part.begins == Some(row)),
                header: self.record.header.iter().map(value).collect(),
                entries: self.record.lists.iter().map(entry).collect(),
            });
        }
        Part { rows, records }
    }

    fn absorb(&self, state: &mut Sofar, part: Part, with: &mut Absorbing<'_, '_>) {
        for row in part.rows {
            steps::count(1);
            let Some((first, key)) = part.records.get(row.record).cloned() else { continue };
            if key.is_none() {
                let message = "the row belongs to no record: the key is blank, and no record begins above it.";
                let problem = file_problem(&codes::NO_RECORD, "", CellProblem::new(&codes::NO_RECORD, message));
                with.findings.push(whole_row(row.row, problem));
                continue;
            }
            if state.current.as_ref().is_none_or(|current| current.first != first) {
                self.close(state.current.take(), &mut state.closed);
                state.current = Some(self.begin(first, key, &row, with));
            } else if let Some(current) = state.current.as_ref().filter(|current| !current.headless) {
                self.header(current, &row, with);
            }
            // The header of a block has no entry beside it.
            if let Some(current) = state.current.as_mut().filter(|_| !(self.sheet.block.is_some() && row.begins)) {
                self.entries(current, &row, with);
            }
        }
    }

    fn finish_sheet(&self, state: &mut Sofar, ending: &mut Ending<'_>) {
        let Sofar { current, mut closed } = std::mem::take(state);
        self.close(current, &mut closed);
        ending.findings.append(&mut closed);
    }
}

impl Records<'_> {
    /// What is required of a record is not missing on the rows that continue it, and what is required of an entry is not
    /// missing where there is none.
    fn forgive(&self, from: &Gathering<'_>, result: &mut ChunkResult) {
        let shaped = from.shaped;
        let is_filled = |row: usize, column: &usize| {
            let field = from.header.field_of[*column];
            field.is_some_and(|field| !shaped.chunk.text(shaped.chunk.cell(row, field)).trim().is_empty())
        };
        let inherits = |row: usize, column: usize| {
            let block = self.sheet.block.as_ref();
            let from = block.and_then(|block| block.inherit.iter().find(|(line, _)| *line == column));
            let header = shaped.record_of(row).map(|record| &record.header);
            from.zip(header).is_some_and(|((_, cell), header)| header.iter().any(|(known, _)| known == cell))
        };
        result.findings.retain(|finding| {
            let Topic::Column(column) = finding.problem.topic else { return true };
            if finding.problem.code != &value_codes::MISSING_VALUE {
                return true;
            }
            if self.record.header.contains(&column) {
                // A row that belongs to no record is said to be that.
                let orphan = shaped.record_of(finding.row).is_some_and(|record| record.key.is_none());
                return !orphan && !shaped.continues(finding.row);
            }
            match self.record.lists.iter().find(|list| list.columns.contains(&column)) {
                Some(list) => {
                    let begun = list.columns.iter().any(|column| is_filled(finding.row, column));
                    begun && !inherits(finding.row, column)
                }
                None => true,
            }
        });
    }

    fn begin(&self, first: u64, key: Option<Arc<str>>, row: &RowOf, with: &Absorbing<'_, '_>) -> Current {
        let texts = self.record.header.iter().map(|column| with.text(row.row, *column).trim());
        let header = row.header.iter().zip(texts).map(|(key, text)| Some(((*key)?, Box::from(text)))).collect();
        let unknown = |list: &RecordList| list.columns.iter().any(|column| with.header.field_of[*column].is_none());
        let lists = self.record.lists.iter().map(|list| ListState { unknown: unknown(list), ..ListState::default() });
        let lists = lists.collect();
        Current { first, key, headless: !row.begins, header, lists }
    }

    /// The header on a row that continues a record.
    fn header(&self, current: &Current, row: &RowOf, with: &mut Absorbing<'_, '_>) {
        for ((column, here), first) in self.record.header.iter().zip(&row.header).zip(&current.header) {
            let Some(here) = here else { continue };
            let same = first.as_ref().is_some_and(|(key, _)| key == here);
            let (code, reason, correction) = if same && self.record.must_be_blank {
                let reason = format!(
                    "is said in row {} already, where the record begins; here it must be blank.",
                    current.first
                );
                (&codes::HEADER_REPEATED, reason, Correction::certain(""))
            } else if !same {
                let there = first.as_ref().map_or("blank".to_owned(), |(_, text)| shown::quoted(text));
                let reason = format!(
                    "is {}, and in row {}, where the record begins, it is {there}; it holds for the whole record.",
                    shown::quoted(with.text(row.row, *column).trim()),
                    current.first
                );
                (&codes::HEADER_DIFFERS, reason, None)
            } else {
                continue;
            };
            let found = CellProblem::new(code, reason).with(correction);
            let problem = with.judge.columns[*column].problem(found);
            cell(with, current, row.row, *column, problem);
        }
    }

    /// The entries of the lists on a row.
    fn entries(&self, current: &mut Current, row: &RowOf, with: &mut Absorbing<'_, '_>) {
        for (at, (list, entry)) in self.record.lists.iter().zip(&row.entries).enumerate() {
            let state = &mut current.lists[at];
            if state.unknown {
                continue;
            }
            let Some(entry) = entry else {
                state.ended = true;
                continue;
            };
            state.count += 1;
            let gap = std::mem::take(&mut state.ended);
            let before = state.seen.insert(*entry, row.number);
            let column = list.columns.first().copied().unwrap_or(0);
            // The first row of a record may be without an entry of a list that begins below: that is a gap too.
            if gap {
                let message = format!(
                    "An entry of {} is behind a row without one; the entries of a record must be one below the other.",
                    list.name
                );
                let problem = self.sentence(&codes::GAP_IN_LIST, column, message);
                cell(with, current, row.row, column, problem);
            }
            if let Some(before) = before.filter(|_| list.distinct) {
                let message =
                    format!("The entry of {} is the same as the one in row {before} of this record.", list.name);
                let problem = self.sentence(&codes::REPEATED_ENTRY, column, message);
                cell(with, current, row.row, column, problem);
            }
        }
    }

    /// A sentence about a column.
    fn sentence(&self, code: &'static Code, column: usize, message: String) -> Arc<Problem> {
        let problem = about_column(code, self.sheet, column, message);
        match self.sheet.columns[column].severity {
            Some(severity) => Arc::new(Problem { severity, ..Problem::clone(&problem) }),
            None => problem,
        }
    }

    /// Ends a record: its lists have as many entries as they must.
    fn close(&self, current: Option<Current>, out: &mut Vec<Placed>) {
        let Some(current) = current.filter(|current| !current.headless) else { return };
        for (list, state) in self.record.lists.iter().zip(&current.lists) {
            let few = state.count < list.min;
            if state.unknown || !few && list.max.is_none_or(|max| state.count <= max) {
                continue;
            }
            let bound = match list.max {
                Some(max) if !few => format!("at most {} may be given", thousands(max)),
                _ => format!("at least {} must be given", thousands(list.min)),
            };
            let what = self.sheet.named(&self.sheet.key);
            let key = current.key.as_deref().unwrap_or_default();
            let count = match state.count {
                0 => format!("no {}", list.name),
                1 => format!("1 entry of {}", list.name),
                count => format!("{} {}", thousands(count), list.name),
            };
            let count = if self.sheet.block.is_some() && state.count == 1 { "1 line".to_owned() } else { count };
            let message = format!("{what} {key} has {count}; {bound}.");
            let of_block = self.sheet.block.as_ref().and_then(|_| self.sheet.key.first());
            let column = of_block.or(list.columns.first()).copied().unwrap_or(0);
            let problem = self.sentence(&codes::ENTRY_COUNT, column, message);
            out.push(Placed {
                place: Place { row: Some(current.first), ..Place::default() },
                problem,
                key: current.key.clone(),
            });
        }
    }
}

fn cell(with: &mut Absorbing<'_, '_>, current: &Current, row: usize, column: usize, problem: Arc<Problem>) {
    let field = with.header.field_of[column];
    let value = Some(with.text(row, column).into());
    let order = FIRST_CELL + field.unwrap_or(0) as u32;
    with.findings.push(RowFinding { field, value, key: current.key.clone(), order, ..whole_row(row, problem) });
}
