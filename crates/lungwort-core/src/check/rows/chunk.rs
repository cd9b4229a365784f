//! Judging one chunk of rows: the layout first, then column by column, then the rules row by row.

use std::collections::HashSet;
use std::sync::Arc;

use crate::cell::{Value, fold, shown};
use crate::check::column::Memory;
use crate::check::folds::{AnyFold, Gathering};
use crate::check::header::Header;
use crate::check::problem::quote_words;
use crate::check::problem::{bare, file_problem};
use crate::check::rows::result::{ChunkResult, ExactPlace, FIRST_CELL, RowFinding, key_of, sort, whole_row};
use crate::check::rows::{SheetJudge, Values};
use crate::check::rows::{dates, inherit, ragged, shifted};
use crate::check::shape::{RowKind, Shaped};
use crate::finding::codes::{cell as cell_codes, file as file_codes, template as template_codes, value as value_codes};
use crate::finding::{Action, CellProblem};
use crate::finding::{Code, Message, Problem, Topic};
use crate::intake::Chunk;
use crate::limits::INVALID_IN_CELL;
use crate::steps;

/// Rows judged at a time.
const TILE: usize = 64;

/// Judges chunks of one file.
pub(crate) struct ChunkJudge<'j, 'r> {
    /// The sheet's judge.
    pub sheet: &'j SheetJudge<'r>,
    /// What only shows over several rows.
    pub folds: &'j [Box<dyn AnyFold + 'r>],
    /// How the file's columns stand.
    pub header: &'j Header,
    /// Between cells.
    pub delimiter: u8,
}

impl ChunkJudge<'_, '_> {
    /// Judges the rows of data.
    pub fn judge(&self, shaped: &mut Shaped, memory: &mut Memory) -> ChunkResult {
        let mut out = ChunkResult::default();
        let rows = self.layout(shaped, &mut out);
        let shaped: &Shaped = shaped;
        let chunk = &shaped.chunk;
        let room = |wanted: bool| if wanted { rows.len() } else { 0 };
        let mut values = Values {
            typed: self.sheet.wants_value.iter().map(|wanted| Vec::with_capacity(room(*wanted))).collect(),
            filled: self.sheet.wants_filled.iter().map(|wanted| Vec::with_capacity(room(*wanted))).collect(),
            looked: Vec::new(),
            today: self.sheet.today,
        };
        // A few rows at a time, so that their cells stay in the nearest cache while column after column looks at them.
        let starts: Vec<u32> = rows.iter().map(|row| chunk.row_start(*row)).collect();
        for (tile, starts) in rows.chunks(TILE).zip(starts.chunks(TILE)) {
            for index in 0..self.sheet.columns.len() {
                self.column(chunk, (tile, starts), index, memory, &mut values, &mut out);
            }
        }
        shifted::find((self.sheet, self.header), (chunk, self.delimiter), &rows, &mut values, &mut out);
        dates::in_order((self.sheet, self.header), &mut out.findings);
        self.strays(chunk, &rows, &mut out);
        self.invalid_bytes(chunk, &mut out);
        self.stored(chunk, &rows, &mut out);
        inherit::for_good(self.sheet, shaped, &rows, &mut values);
        let own = inherit::for_conditions(self.sheet, shaped, &rows, &mut values);
        if !self.sheet.lookups.is_empty() {
            values.looked = self.look_up(shaped, &rows, &values, &mut out);
        }
        self.conditional_cells(shaped, &rows, &values, &mut out);
        self.dependent_lists(chunk, &rows, &values, &mut out);
        self.rules(shaped, &rows, &values, &mut out);
        inherit::give_back(own, &mut values);
        out.skipped = self.skipped(chunk, &rows);
        self.forgive_skipped(&mut out);
        let previews = self.sheet.previews;
        let from = Gathering { judge: self.sheet, header: self.header, shaped, rows: &rows, values: &values, previews };
        for fold in self.folds {
            let part = fold.gather(&from, &mut out);
            out.parts.push(part);
        }
        self.say_what_is_shown(chunk, &mut out);
        sort(&mut out.findings);
        self.keys(shaped, &mut out.findings);
        one_fault_once(&mut out.findings);
        as_in_the_file(chunk, &mut out.findings);
        one_correction_a_cell(&mut out.findings);
        out
    }

    /// Brings the rows of data to the headings' width, and returns those that can be judged.
    pub(crate) fn layout(&self, shaped: &mut Shaped, out: &mut ChunkResult) -> Vec<usize> {
        let Shaped { chunk, places, .. } = shaped;
        let mut rows = Vec::with_capacity(places.len());
        let mut first_of_data = None;
        // Of many rows with the same cells missing, the same is said.
        let mut short: Option<(usize, Arc<Problem>)> = None;
        for (row, _) in places.iter().enumerate().filter(|(_, place)| place.kind != RowKind::Template) {
            first_of_data.get_or_insert(row);
            if places[row].kind == RowKind::Blank {
                continue;
            }
            if let Some((column, value)) = &self.sheet.sheet.totals_row
                && let Some(field) = self.header.field_of[*column]
                && fold::fold(chunk.text(chunk.cell(row, field))) == fold::fold(value)
            {
                out.totals_rows.push(row);
                continue;
            }
            out.filled_rows += 1;
            out.last_filled = Some(chunk.row_number(row));
            let count = chunk.row(row).len();
            let known = short.as_ref().filter(|(cells, _)| *cells == count && !chunk.is_sheet());
            if let Some((_, problem)) = known {
                ragged::pad(chunk, row, self.header.width);
                out.findings.push(whole_row(row, Arc::clone(problem)));
            } else if chunk.is_sheet() {
                self.bring_to_width(chunk, row, out);
            } else if chunk.row(row).len() != self.header.width
                && let Some(ragged) = ragged::reconcile(self.sheet, self.header, chunk, row, self.delimiter)
            {
                let problem = file_problem(ragged.found.code, "The row", ragged.found);
                if count < self.header.width {
                    short = Some((count, Arc::clone(&problem)));
                }
                out.findings.push(RowFinding {
                    field: ragged.field,
                    value: ragged.value,
                    ..whole_row(ragged.row, problem)
                });
                if ragged.hopeless {
                    continue;
                }
            }
            rows.push(row);
        }
        self.normalise_cells(chunk, &rows, out);
        chunk.keep_originals();
        // Rows of the template are among those of blocks; what is above the first data has been looked at with the headings.
        let first = match self.sheet.sheet.block {
            Some(_) => (0..chunk.row_count()).find(|row| chunk.row_number(*row) > self.header.row as u64 + 1),
            None => first_of_data,
        };
        let first = first.unwrap_or(chunk.row_count());
        self.layout_issues(chunk, first, out);
        rows
    }

    /// Rows that ask for nothing.
    fn skipped(&self, chunk: &Chunk, rows: &[usize]) -> Vec<usize> {
        let Some(intent) = &self.sheet.sheet.intent else { return Vec::new() };
        let Some(field) = intent.action.and_then(|column| self.header.field_of[column]) else { return Vec::new() };
        let skips = |row: &&usize| intent.is_skipped(chunk.text(chunk.cell(**row, field)).trim());
        rows.iter().filter(skips).copied().collect()
    }

    /// What a row holds that asks for nothing is never read by the receiving side: nothing in it holds the file back,
    /// other than the action itself and what would shift its cells.
    fn forgive_skipped(&self, out: &mut ChunkResult) {
        if out.skipped.is_empty() {
            return;
        }
        let action = self.sheet.sheet.intent.as_ref().and_then(|intent| intent.action);
        let ChunkResult { findings, skipped, .. } = out;
        findings.retain(|finding| match finding.problem.topic {
            Topic::File => true,
            Topic::Column(column) if Some(column) == action => true,
            _ => skipped.binary_search(&finding.row).is_err(),
        });
    }

    /// What the scan found wrong with quotes.
    fn layout_issues(&self, chunk: &Chunk, first: usize, out: &mut ChunkResult) {
        for issue in chunk.issues.iter().filter(|issue| issue.row >= first) {
            let (code, message) = quote_words(issue.kind);
            let heading = self.sheet.heading_of(self.header, issue.field);
            let problem = file_problem(code, "", CellProblem::new(code, format!("in {heading}, {message}")));
            let value = chunk.row(issue.row).get(issue.field).map(|field| Box::from(chunk.text(*field)));
            let found = RowFinding {
                field: Some(issue.field),
                value,
                place: Some(Box::new(ExactPlace::Line(issue.line))),
                ..whole_row(issue.row, problem)
            };
            out.findings.push(found);
        }
    }

    fn column<'b>(
        &self,
        chunk: &'b Chunk,
        (rows, starts): (&[usize], &[u32]),
        index: usize,
        memory: &mut Memory,
        values: &mut Values<'b>,
        out: &mut ChunkResult,
    ) {
        let Some(field) = self.header.field_of[index] else {
            return;
        };
        let judge = &self.sheet.columns[index];
        // What is required of an entry is said of entries that are begun.
        let required = judge.column().required && !self.sheet.in_set[index];
        let (wants_value, wants_filled) = (self.sheet.wants_value[index], self.sheet.wants_filled[index]);
        let (typed, filled) = (&mut values.typed[index], &mut values.filled[index]);
        let place = |row: usize, problem: Arc<Problem>, text: &str| RowFinding {
            order: FIRST_CELL + field as u32,
            field: Some(field),
            value: Some(text.into()),
            ..whole_row(row, problem)
        };
        let mut repeated = memory.take_repeated(index);
        let looks = judge.may_repeat() && repeated.pays(rows.len());
        for (&row, &start) in rows.iter().zip(starts) {
            steps::count(1);
            // Every judged row has been brought to the headings' width.
            let cell = chunk.cell_at(start as usize + field);
            let mut blank = cell.is_empty();
            let text = if blank { "" } else { chunk.text(cell) };
            if blank {
                if wants_value {
                    typed.push(Value::Blank);
                }
            } else if looks && let Some(value) = repeated.get(text) {
                if wants_value {
                    typed.push(judge.known(text, value));
                }
            } else {
                let right = if wants_value {
                    judge.quick::<true>(text, cell.is_special(), |value| typed.push(value))
                } else {
                    judge.quick::<false>(text, cell.is_special(), |_| ())
                };
                if right && looks {
                    repeated.keep(text, typed.last().filter(|_| wants_value).unwrap_or(&Value::Blank));
                }
                if !right {
                    let judged = judge.thorough(text, memory);
                    out.findings.extend(judged.problems.iter().map(|problem| place(row, Arc::clone(problem), text)));
                    blank = matches!(judged.value, Value::Blank);
                    if wants_value {
                        typed.push(judged.value.clone());
                    }
                }
            }
            if required && blank {
                out.findings.push(place(row, self.missing(index, text), text));
            }
            if wants_filled {
                filled.push(!blank);
            }
        }
        memory.put_repeated(index, repeated);
    }

    /// What is said of a required cell that is blank, or counts as blank.
    fn missing(&self, index: usize, text: &str) -> Arc<Problem> {
        let judge = &self.sheet.columns[index];
        let must = &self.sheet.must[index];
        let why = match text.trim() {
            _ if text.is_empty() => return Arc::clone(&self.sheet.missing[index]),
            word if judge.is_blank_word(word) => format!("is {word}, which counts as blank; {must}."),
            _ => format!("looks filled and holds only spaces; {must}."),
        };
        judge.problem(CellProblem::new(&value_codes::MISSING_VALUE, why).required_by("required"))
    }

    /// Filled cells under no heading.
    fn strays(&self, chunk: &Chunk, rows: &[usize], out: &mut ChunkResult) {
        for (field, _) in self.header.strays.iter().filter(|(field, headed)| !headed && *field < self.header.width) {
            for &row in rows {
                let text = chunk.text(chunk.cell(row, *field)).trim();
                if text.is_empty() {
                    continue;
                }
                let letter = crate::finding::column_letter(*field);
                let message = format!("is {} and column {letter} has no heading.", crate::cell::shown::quoted(text));
                let problem = Problem {
                    topic: Topic::Stray(*field),
                    subject: Arc::from(format!("Column {letter}")),
                    message: Message::sentence(format!("A cell {message}")),
                    ..bare(&template_codes::NO_HEADING)
                };
                let order = FIRST_CELL + *field as u32;
                out.findings.push(RowFinding {
                    order,
                    field: Some(*field),
                    value: Some(text.into()),
                    ..whole_row(row, Arc::new(problem))
                });
            }
        }
    }

    fn invalid_bytes(&self, chunk: &Chunk, out: &mut ChunkResult) {
        let places = chunk.invalid_places();
        if places.is_empty() {
            return;
        }
        // The replacement characters that invalid bytes leave are reported as what they are.
        let cells: HashSet<(usize, usize)> = places.iter().map(|(row, field, _)| (*row, *field)).collect();
        out.findings.retain(|finding| {
            finding.problem.code != &cell_codes::LOST_CHARACTER
                || finding.field.is_none_or(|field| !cells.contains(&(finding.row, field)))
        });
        let mut in_cell = ((usize::MAX, 0), 0_usize);
        for &(row, field, offset) in places {
            in_cell = ((row, field), if in_cell.0 == (row, field) { in_cell.1 + 1 } else { 1 });
            if in_cell.1 > INVALID_IN_CELL {
                continue;
            }
            let heading = self.sheet.heading_of(self.header, field);
            let text = chunk.row(row).get(field).map(|cell| chunk.text(*cell)).unwrap_or_default();
            let last = in_cell.1 == INVALID_IN_CELL;
            let bytes = if last { "and bytes behind it are no characters" } else { "is not a character" };
            let message = format!(
                "is {}: the byte at offset {offset} of the file {bytes} in its encoding.",
                crate::cell::shown::quoted(text)
            );
            let problem = file_problem(
                &file_codes::INVALID_BYTES,
                &heading,
                CellProblem::new(&file_codes::INVALID_BYTES, message),
            );
            let order = FIRST_CELL + field as u32;
            out.findings.push(RowFinding {
                order,
                field: Some(field),
                value: Some(text.into()),
                place: Some(Box::new(ExactPlace::Byte(offset))),
                ..whole_row(row, problem)
            });
        }
    }

    /// Gives each finding its row's key.
    fn keys(&self, shaped: &Shaped, findings: &mut [RowFinding]) {
        let mut last: Option<(usize, Option<Arc<str>>)> = None;
        for finding in findings {
            let key = match &last {
                Some((row, key)) if *row == finding.row => key.clone(),
                // A row that continues a record is known by it.
                _ => match shaped.record_of(finding.row).filter(|_| shaped.continues(finding.row)) {
                    Some(record) => self.key_below(shaped, finding.row, record.key.as_deref()),
                    None => match shaped.record_of(finding.row).filter(|_| self.sheet.sheet.block.is_some()) {
                        Some(head) => head.key.clone(),
                        None => key_of(self.sheet, self.header, &shaped.chunk, finding.row),
                    },
                },
            };
            finding.key.clone_from(&key);
            last = Some((finding.row, key));
        }
    }
}

impl ChunkJudge<'_, '_> {
    /// The key of a row that continues a record: the record's, and which of its lines it is where the rows are those of a block.
    fn key_below(&self, shaped: &Shaped, row: usize, record: Option<&str>) -> Option<Arc<str>> {
        let sheet = self.sheet.sheet;
        let record = record?;
        if sheet.block.is_none() {
            return Some(Arc::from(record));
        }
        let own = sheet.key.iter().filter(|column| sheet.headed().contains(column));
        let fields = own.filter_map(|column| self.header.field_of[*column]);
        let texts = fields.map(|field| shown::clipped(shaped.chunk.original_text(row, field).trim(), 60));
        let texts: Vec<String> = texts.filter(|text| !text.is_empty()).collect();
        let line = shaped.places.get(row).map_or(0, |place| place.line);
        Some(Arc::from(match texts.as_slice() {
            [] => format!("{record}, line {line}"),
            texts => format!("{record} / {}", texts.join(" / ")),
        }))
    }
}

/// Of two findings about one fault of a cell, which one is left out.
static SAME_FAULT: &[(&Code, &Code)] = &[
    (&value_codes::MISSING_VALUE, &cell_codes::ONLY_SPACES),
    (&value_codes::MISSING_WHEN, &cell_codes::ONLY_SPACES),
    (&cell_codes::FORMULA_WITHOUT_RESULT, &value_codes::MISSING_VALUE),
    (&cell_codes::FORMULA_WITHOUT_RESULT, &value_codes::MISSING_WHEN),
    // What the workbook says of a cell, and what its text says.
    (&cell_codes::ERROR_VALUE, &cell_codes::ERROR_VALUE),
    (&cell_codes::DIGITS_LOST, &cell_codes::DIGITS_LOST),
];

fn is_same_cell(one: &RowFinding, other: &RowFinding) -> bool {
    one.row == other.row && one.field == other.field
}

fn is_dropped(finding: &RowFinding) -> bool {
    SAME_FAULT.iter().any(|(_, dropped)| std::ptr::eq(finding.problem.code, *dropped))
}

/// One fault of a cell is reported once.
fn one_fault_once(findings: &mut Vec<RowFinding>) {
    let mut left_out = Vec::new();
    let mut at = 0;
    for group in findings.chunk_by(is_same_cell) {
        let has = |code: &Code| group.iter().any(|finding| finding.problem.code == code);
        // Nearly all findings of a cell are about different faults.
        let may_be = group.len() > 1 && group[0].field.is_some() && group.iter().any(is_dropped);
        if may_be {
            for (kept, dropped) in SAME_FAULT.iter().filter(|(kept, dropped)| has(kept) && has(dropped)) {
                let doomed = (0..group.len()).filter(|each| group[*each].problem.code == *dropped);
                left_out.extend(doomed.skip(usize::from(kept == dropped)).map(|each| at + each));
            }
        }
        at += group.len();
    }
    if left_out.is_empty() {
        return;
    }
    left_out.sort_unstable();
    let mut left_out = left_out.into_iter().peekable();
    let mut number = 0;
    findings.retain(|_| {
        let doomed = left_out.next_if(|each| *each <= number).is_some();
        number += 1;
        !doomed
    });
}

/// Findings quote what is in the file, also where the reader wrote the cell as its column asks.
fn as_in_the_file(chunk: &Chunk, findings: &mut [RowFinding]) {
    if !chunk.has_originals() {
        return;
    }
    for finding in findings {
        if let (Some(field), Some(value)) = (finding.field, &mut finding.value)
            && chunk.is_rewritten(finding.row, field)
        {
            *value = chunk.original_text(finding.row, field).into();
        }
    }
}

/// Judges of single cells propose one value each; what looks at several cells may propose another for the same cell.
/// Then the last counts, and a person must agree.
fn one_correction_a_cell(findings: &mut [RowFinding]) {
    // Nearly every wrong cell has one finding, and nothing that could contradict it.
    for group in findings.chunk_by_mut(is_same_cell).filter(|group| group.len() > 1 && group[0].field.is_some()) {
        fn proposed(finding: &RowFinding) -> Option<&Action> {
            finding.problem.correction.as_ref().map(|correction| &correction.action)
        }
        let Some(last) = group.iter().rev().find_map(proposed) else { continue };
        if !group.iter().filter_map(proposed).any(|other| other != last) {
            continue;
        }
        let last = last.clone();
        for finding in group.iter_mut().filter(|finding| finding.problem.correction.is_some()) {
            let correction = last.clone().likely();
            finding.problem = Arc::new(Problem { correction, ..Problem::clone(&finding.problem) });
        }
    }
}
