//! What a workbook keeps of cells besides their text: dates and numbers written as the column asks, formulas, error
//! values, and values that are only shown by a format.

use std::collections::HashSet;
use std::sync::Arc;

use crate::cell::date::from_serial;
use crate::cell::number::{DIGITS_KEPT, DecimalMark};
use crate::cell::{Kind, shown};
use crate::check::column::ColumnJudge;
use crate::check::problem::stray;
use crate::check::rows::chunk::ChunkJudge;
use crate::check::rows::result::{ChunkResult, FIRST_CELL, RowFinding, whole_row};
use crate::finding::CellProblem;
use crate::finding::codes::{cell as codes, value as value_codes};
use crate::finding::{Correction, Problem, Severity};
use crate::intake::Chunk;
use crate::intake::cells::{CellMetadata, Formula, Stored};
use crate::rulebook::ColumnType;
use crate::rulebook::written::WrittenStored;

impl ChunkJudge<'_, '_> {
    /// Cells of a sheet's row that stand right of all headings.
    pub(crate) fn bring_to_width(&self, chunk: &mut Chunk, row: usize, out: &mut ChunkResult) {
        let due = self.header.width;
        let cells = chunk.row(row).to_vec();
        if cells.len() < due {
            let mut padded = cells;
            padded.resize(due, crate::intake::Field::empty());
            chunk.set_row(row, &padded);
            return;
        }
        for (field, cell) in cells.iter().enumerate().skip(due) {
            let text = chunk.text(*cell).trim();
            if !text.is_empty() {
                let found = stray(field, text);
                out.findings.push(RowFinding { value: Some(text.into()), ..at_cell(row, field, found) });
            }
        }
    }

    /// Writes dates and numbers as their columns ask, so that they are judged by what they are, and tells of formulas
    /// and error values.
    pub(crate) fn normalise_cells(&self, chunk: &mut Chunk, rows: &[usize], out: &mut ChunkResult) {
        if !chunk.is_sheet() {
            return;
        }
        self.decimal_commas(chunk, rows);
        if chunk.cell_metadata.is_empty() {
            return;
        }
        let index_of = self.index_of();
        let mut at = 0;
        for &row in rows {
            let start = chunk.row_start(row);
            let end = start + chunk.row(row).len() as u32;
            while let Some(metadata) = chunk.cell_metadata.get(at).copied().filter(|metadata| metadata.field < end) {
                at += 1;
                let field = metadata.field.wrapping_sub(start) as usize;
                if metadata.field < start {
                    continue;
                }
                let Some(judge) = index_of.get(field).copied().flatten().map(|index| &self.sheet.columns[index]) else {
                    continue;
                };
                if metadata.stored == Stored::Moment
                    && let Some(text) = as_asked(&judge.column().kind, metadata.number)
                {
                    chunk.rewrite(metadata.field, &text);
                }
                let text = chunk.text(chunk.cell_at(metadata.field as usize));
                let reported = error_value(judge, &metadata, text)
                    .or_else(|| formula(judge, &metadata, text, self.sheet.file.formulas));
                if let Some(problem) = reported {
                    let value = Some(text.into());
                    out.findings.push(RowFinding { value, ..at_cell(row, field, problem) });
                }
            }
        }
    }

    fn index_of(&self) -> Vec<Option<usize>> {
        let mut index_of = vec![None; self.header.width];
        for (index, field) in self.header.field_of.iter().enumerate() {
            if let Some(slot) = field.and_then(|field| index_of.get_mut(field)) {
                *slot = Some(index);
            }
        }
        index_of
    }

    /// Numbers of a workbook have no decimal mark of their own.
    fn decimal_commas(&self, chunk: &mut Chunk, rows: &[usize]) {
        for (index, judge) in self.sheet.columns.iter().enumerate() {
            let (ColumnType::Decimal(DecimalMark::Comma), Some(field)) =
                (&judge.column().kind, self.header.field_of[index])
            else {
                continue;
            };
            for &row in rows {
                let cell = chunk.cell(row, field);
                let text = chunk.text(cell);
                if cell.is_number() && text.contains('.') {
                    let text = text.replace('.', ",");
                    chunk.rewrite(chunk.row_start(row) + field as u32, &text);
                }
            }
        }
    }

    /// Cells that are kept in another way than required, or in a way that has lost something.
    pub(crate) fn stored(&self, chunk: &Chunk, rows: &[usize], out: &mut ChunkResult) {
        if !chunk.is_sheet() {
            return;
        }
        let mut reconciled = HashSet::new();
        for (index, judge) in self.sheet.columns.iter().enumerate() {
            let Some(field) = self.header.field_of[index] else { continue };
            let required = judge.column().stored;
            let is_text = matches!(judge.column().kind, ColumnType::Text);
            if !is_text && required == WrittenStored::Any && !matches!(judge.column().kind, ColumnType::Whole(_)) {
                continue;
            }
            for &row in rows {
                let cell = chunk.cell(row, field);
                if cell.is_empty() || required == WrittenStored::Any && !cell.is_number() {
                    continue;
                }
                let text = chunk.text(cell);
                let metadata =
                    if cell.has_metadata() { chunk.metadata_at(chunk.row_start(row) + field as u32) } else { None };
                let stored = match metadata {
                    Some(metadata) => metadata.stored,
                    None if cell.is_number() => Stored::Number,
                    None => Stored::Text,
                };
                let shown = metadata.and_then(|metadata| chunk.shown(metadata));
                let found = only_shown(judge, text, shown.as_deref().filter(|_| is_text && cell.is_number()))
                    .or_else(|| digits_lost(text, cell.is_number()))
                    .or_else(|| kept_otherwise(required, stored, judge, text));
                if let Some(found) = found {
                    if found.code == &codes::SHOWN_ONLY || found.code == &codes::DIGITS_LOST {
                        reconciled.insert((row, field));
                    }
                    let problem = reported(judge, text, found);
                    out.findings.push(RowFinding { value: Some(text.into()), ..at_cell(row, field, problem) });
                }
            }
        }
        // What follows from a cell that is known to be spoilt is not reported again.
        let errors = out.findings.iter().filter(|finding| finding.problem.code == &codes::ERROR_VALUE);
        reconciled.extend(errors.filter_map(|finding| Some((finding.row, finding.field?))));
        if !reconciled.is_empty() {
            let keeps = [&codes::SHOWN_ONLY, &codes::DIGITS_LOST, &codes::ERROR_VALUE];
            out.findings.retain(|finding| {
                let here = finding.field.is_some_and(|field| reconciled.contains(&(finding.row, field)));
                !here || keeps.contains(&finding.problem.code)
            });
        }
    }

    /// Adds what the screen shows to findings about cells that look otherwise there.
    pub(crate) fn say_what_is_shown(&self, chunk: &Chunk, out: &mut ChunkResult) {
        if !chunk.is_sheet() {
            return;
        }
        for finding in &mut out.findings {
            let Some(field) = finding.field else { continue };
            let cell = chunk.cell(finding.row, field);
            if finding.problem.code == &value_codes::TOO_MANY_PLACES
                && cell.is_number()
                && let Some(rounded) = fifteen_digits(chunk.text(cell))
            {
                let remark = format!("A spreadsheet calculates with 15 digits: it is {rounded}.");
                let correction = Correction::certain(rounded);
                finding.problem = Arc::new(Problem { correction, ..remarked(&finding.problem, remark) });
            }
            if !cell.has_metadata() || finding.problem.code == &codes::SHOWN_ONLY {
                continue;
            }
            let metadata = chunk.metadata_at(chunk.row_start(finding.row) + field as u32);
            let Some(metadata) = metadata.filter(|metadata| matches!(metadata.stored, Stored::Number | Stored::Moment))
            else {
                continue;
            };
            let Some(shown) = chunk.shown(metadata) else { continue };
            let shown = shown.trim();
            if shown != chunk.text(cell) {
                let remark = format!("(The sheet shows it as {}.)", shown::clipped(shown, 40));
                finding.problem = Arc::new(remarked(&finding.problem, remark));
            }
        }
    }
}

/// A problem with a remark behind what it says.
fn remarked(problem: &Problem, remark: String) -> Problem {
    let mut problem = problem.clone();
    let before = problem.message.remark.take();
    problem.message.remark = Some(before.map_or(remark.clone(), |before| format!("{before} {remark}")));
    problem
}

fn at_cell(row: usize, field: usize, problem: Arc<Problem>) -> RowFinding {
    RowFinding { order: FIRST_CELL + field as u32, field: Some(field), ..whole_row(row, problem) }
}

fn reported(judge: &ColumnJudge<'_>, text: &str, found: CellProblem) -> Arc<Problem> {
    judge.problem_of(text, found)
}

/// A date cell as the column writes dates. A date with a time of day in a column of dates keeps its time, so that it
/// is reported.
fn as_asked(kind: &ColumnType, serial: f64) -> Option<String> {
    let ColumnType::Moment(wanted, date_pattern) = kind else { return None };
    let (date, time) = from_serial(serial)?;
    let midnight = jiff::civil::Time::midnight();
    match wanted {
        Kind::Date if time == midnight => Some(date_pattern.write(date)),
        Kind::Date => {
            Some(format!("{} {:02}:{:02}:{:02}", date_pattern.write(date), time.hour(), time.minute(), time.second()))
        }
        Kind::Time if serial < 1.0 => Some(date_pattern.write_at(date, time)),
        Kind::DateTime => Some(date_pattern.write_at(date, time)),
        _ => None,
    }
}

fn formula(
    judge: &ColumnJudge<'_>,
    metadata: &CellMetadata,
    text: &str,
    allowed: Option<bool>,
) -> Option<Arc<Problem>> {
    match (metadata.formula, allowed) {
        (Formula::None, _) => None,
        (Formula::WithoutResult, _) => Some(judge.problem(CellProblem::new(
            &codes::FORMULA_WITHOUT_RESULT,
            "holds a formula whose result is not kept in the file, so that the receiving side reads a blank cell. Open the file in a spreadsheet program and save it, or put the value in its place.",
        ))),
        (Formula::WithResult, Some(true)) => None,
        (Formula::WithResult, allowed) => {
            let message = "a formula made it. Put the value in its place (copy, then paste as values).";
            let problem = reported(judge, text, CellProblem::new(&codes::FORMULA_CELL, message));
            if allowed.is_none() {
                return Some(problem);
            }
            Some(Arc::new(Problem { severity: Severity::Error, ..Problem::clone(&problem) }))
        }
    }
}

fn error_value(judge: &ColumnJudge<'_>, metadata: &CellMetadata, text: &str) -> Option<Arc<Problem>> {
    let message =
        "the sheet's own sign that a formula came to nothing. Fix the formula, or put the value in its place.";
    (metadata.stored == Stored::Error).then(|| reported(judge, text, CellProblem::new(&codes::ERROR_VALUE, message)))
}

/// A number that looks right only because of its format.
fn only_shown(judge: &ColumnJudge<'_>, text: &str, shown: Option<&str>) -> Option<CellProblem> {
    let shown = shown?.trim();
    if shown == text || shown.is_empty() {
        return None;
    }
    let zeros = shown.trim_start_matches('0') == text && shown.len() > text.len();
    let right = |text: &str| judge.judge(text).problems.is_empty();
    if !(zeros && right(shown) || right(shown) && !right(text)) {
        return None;
    }
    let message = format!(
        "the cell holds this number, and only its format shows it as {shown}. Set the column's format to text and type it again."
    );
    Some(CellProblem::new(&codes::SHOWN_ONLY, message).with(Correction::certain(shown)))
}

/// A number with more digits than a spreadsheet keeps.
fn digits_lost(text: &str, is_number: bool) -> Option<CellProblem> {
    let digits = text.strip_prefix('-').unwrap_or(text);
    if !is_number || digits.len() <= DIGITS_KEPT || !digits.bytes().all(|byte| byte.is_ascii_digit()) {
        return None;
    }
    let message = format!(
        "it is kept as a number of {} digits, of which a spreadsheet keeps the first {DIGITS_KEPT}: the last are lost. Set the column's format to text and type it again.",
        digits.len()
    );
    Some(CellProblem::new(&codes::DIGITS_LOST, message))
}

/// A number with the digits that a spreadsheet calculates with; `None` where it has no more than those.
fn fifteen_digits(text: &str) -> Option<String> {
    let number: f64 = text.replace(',', ".").parse().ok()?;
    let rounded: f64 = format!("{number:.*e}", DIGITS_KEPT - 1).parse().ok()?;
    let rounded = rounded.to_string();
    let rounded = if text.contains(',') { rounded.replace('.', ",") } else { rounded };
    (rounded.len() < text.len()).then_some(rounded)
}

fn kept_otherwise(required: WrittenStored, stored: Stored, judge: &ColumnJudge<'_>, text: &str) -> Option<CellProblem> {
    let found = |code, message: &str| Some(CellProblem::new(code, message));
    match (required, stored) {
        (WrittenStored::Text, Stored::Number | Stored::YesNo) => found(
            &codes::KEPT_AS_NUMBER,
            "it is kept as a number, and must be kept as text. Set the column's format to text and type it again.",
        ),
        (WrittenStored::Text, Stored::Moment) => found(
            &codes::KEPT_AS_DATE,
            "the spreadsheet has made a date of it; it must be kept as text. Set the column's format to text and type it again.",
        ),
        (WrittenStored::Number, Stored::Moment) => found(
            &codes::KEPT_AS_DATE,
            "it is kept as a date, and must be a number. Set the format to a number and type it again.",
        ),
        (WrittenStored::Number | WrittenStored::Date, Stored::Text) => {
            // What is no number or date at all is reported as that.
            if judge.column().kind.read(text.trim()).is_err() {
                return None;
            }
            let what = if required == WrittenStored::Number { "a number" } else { "a date of the spreadsheet" };
            let message = format!("it is kept as text, and must be kept as {what}.");
            let found = CellProblem::new(&codes::KEPT_AS_TEXT, message);
            Some(found.with(Correction::certain(text.trim())))
        }
        _ => None,
    }
}
