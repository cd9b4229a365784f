//! What a workbook keeps of cells besides their text: dates and numbers written as the column asks, formulas, error
//! values, and values that are only shown by a format.

use std::collections::HashSet;
use std::sync::Arc;

use super::batch::{BatchJudge, FIRST_CELL, InBatch, Judgement, whole_row};
use super::cell::Found;
use super::column::ColumnJudge;
use crate::cell::date::from_serial;
use crate::cell::number::DecimalMark;
use crate::cell::{Kind, shown};
use crate::finding::codes::{cell as codes, template as template_codes, value as value_codes};
use crate::finding::{Repair, Severity, Topic, Verdict, column_letter};
use crate::intake::Batch;
use crate::intake::cells::{Formula, Note, Stored};
use crate::rulebook::ColumnType;
use crate::rulebook::written::WrittenStored;

/// Digits that a spreadsheet keeps of a number.
const DIGITS_KEPT: usize = 15;

impl BatchJudge<'_, '_> {
    /// Cells of a sheet's row that stand right of all headings.
    pub(super) fn bring_to_width(&self, batch: &mut Batch, row: usize, out: &mut Judgement) {
        let due = self.head.width;
        let cells = batch.row(row).to_vec();
        if cells.len() < due {
            let mut padded = cells;
            padded.resize(due, crate::intake::Field::empty());
            batch.set_row(row, &padded);
            return;
        }
        for (field, cell) in cells.iter().enumerate().skip(due) {
            let text = batch.text(*cell).trim();
            if !text.is_empty() {
                let found = stray(field, text);
                out.findings.push(InBatch { value: Some(text.into()), ..at_cell(row, field, found) });
            }
        }
    }

    /// Writes dates and numbers as their columns ask, so that they are judged by what they are, and tells of formulas
    /// and error values.
    pub(super) fn settle_notes(&self, batch: &mut Batch, rows: &[usize], out: &mut Judgement) {
        if !batch.is_sheet() {
            return;
        }
        self.decimal_commas(batch, rows);
        if batch.notes.is_empty() {
            return;
        }
        let index_of = self.index_of();
        let mut at = 0;
        for &row in rows {
            let start = batch.row_start(row);
            let end = start + batch.row(row).len() as u32;
            while let Some(note) = batch.notes.get(at).copied().filter(|note| note.field < end) {
                at += 1;
                let field = note.field.wrapping_sub(start) as usize;
                if note.field < start {
                    continue;
                }
                let Some(judge) = index_of.get(field).copied().flatten().map(|index| &self.sheet.columns[index]) else {
                    continue;
                };
                if note.stored == Stored::Moment
                    && let Some(text) = as_asked(&judge.column().kind, note.number)
                {
                    batch.rewrite(note.field, &text);
                }
                let text = batch.text(batch.cell_at(note.field as usize));
                let told =
                    error_value(judge, &note, text).or_else(|| formula(judge, &note, text, self.sheet.file.formulas));
                if let Some(verdict) = told {
                    let value = Some(text.into());
                    out.findings.push(InBatch { value, ..at_cell(row, field, verdict) });
                }
            }
        }
    }

    fn index_of(&self) -> Vec<Option<usize>> {
        let mut index_of = vec![None; self.head.width];
        for (index, field) in self.head.field_of.iter().enumerate() {
            if let Some(slot) = field.and_then(|field| index_of.get_mut(field)) {
                *slot = Some(index);
            }
        }
        index_of
    }

    /// Numbers of a workbook have no decimal mark of their own.
    fn decimal_commas(&self, batch: &mut Batch, rows: &[usize]) {
        for (index, judge) in self.sheet.columns.iter().enumerate() {
            let (ColumnType::Decimal(DecimalMark::Comma), Some(field)) =
                (&judge.column().kind, self.head.field_of[index])
            else {
                continue;
            };
            for &row in rows {
                let cell = batch.cell(row, field);
                let text = batch.text(cell);
                if cell.is_number() && text.contains('.') {
                    let text = text.replace('.', ",");
                    batch.rewrite(batch.row_start(row) + field as u32, &text);
                }
            }
        }
    }

    /// Cells that are kept in another way than asked, or in a way that has lost something.
    pub(super) fn stored(&self, batch: &Batch, rows: &[usize], out: &mut Judgement) {
        if !batch.is_sheet() {
            return;
        }
        let mut settled = HashSet::new();
        for (index, judge) in self.sheet.columns.iter().enumerate() {
            let Some(field) = self.head.field_of[index] else { continue };
            let asked = judge.column().stored;
            let is_text = matches!(judge.column().kind, ColumnType::Text);
            if !is_text && asked == WrittenStored::Any && !matches!(judge.column().kind, ColumnType::Whole(_)) {
                continue;
            }
            for &row in rows {
                let cell = batch.cell(row, field);
                if cell.is_empty() || asked == WrittenStored::Any && !cell.is_number() {
                    continue;
                }
                let text = batch.text(cell);
                let note = if cell.is_noted() { batch.note_at(batch.row_start(row) + field as u32) } else { None };
                let stored = match note {
                    Some(note) => note.stored,
                    None if cell.is_number() => Stored::Number,
                    None => Stored::Text,
                };
                let shown = note.and_then(|note| batch.shown(note));
                let found = only_shown(judge, text, shown.as_deref().filter(|_| is_text && cell.is_number()))
                    .or_else(|| digits_lost(text, cell.is_number()))
                    .or_else(|| kept_otherwise(asked, stored, judge, text));
                if let Some(found) = found {
                    if found.code == &codes::SHOWN_ONLY || found.code == &codes::DIGITS_LOST {
                        settled.insert((row, field));
                    }
                    let verdict = told(judge, text, found);
                    out.findings.push(InBatch { value: Some(text.into()), ..at_cell(row, field, verdict) });
                }
            }
        }
        // What follows from a cell that is known to be spoilt is not told again.
        let errors = out.findings.iter().filter(|finding| finding.verdict.code == &codes::ERROR_VALUE);
        settled.extend(errors.filter_map(|finding| Some((finding.row, finding.field?))));
        if !settled.is_empty() {
            let keeps = [&codes::SHOWN_ONLY, &codes::DIGITS_LOST, &codes::ERROR_VALUE];
            out.findings.retain(|finding| {
                let here = finding.field.is_some_and(|field| settled.contains(&(finding.row, field)));
                !here || keeps.contains(&finding.verdict.code)
            });
        }
    }

    /// Adds what the screen shows to findings about cells that look otherwise there.
    pub(super) fn say_what_is_shown(&self, batch: &Batch, out: &mut Judgement) {
        if !batch.is_sheet() {
            return;
        }
        for finding in &mut out.findings {
            let Some(field) = finding.field else { continue };
            let cell = batch.cell(finding.row, field);
            if finding.verdict.code == &value_codes::TOO_MANY_PLACES
                && cell.is_number()
                && let Some(rounded) = fifteen_digits(batch.text(cell))
            {
                let message =
                    format!("{} A spreadsheet reckons with 15 digits: it is {rounded}.", finding.verdict.message);
                let repair = Repair::safe(rounded);
                finding.verdict = Arc::new(Verdict { message, repair, ..Verdict::clone(&finding.verdict) });
            }
            if !cell.is_noted() || finding.verdict.code == &codes::SHOWN_ONLY {
                continue;
            }
            let note = batch.note_at(batch.row_start(finding.row) + field as u32);
            let Some(note) = note.filter(|note| matches!(note.stored, Stored::Number | Stored::Moment)) else {
                continue;
            };
            let Some(shown) = batch.shown(note) else { continue };
            let shown = shown.trim();
            if shown != batch.text(cell) {
                let message =
                    format!("{} (The sheet shows it as {}.)", finding.verdict.message, shown::clipped(shown, 40));
                finding.verdict = Arc::new(Verdict { message, ..Verdict::clone(&finding.verdict) });
            }
        }
    }
}

fn at_cell(row: usize, field: usize, verdict: Arc<Verdict>) -> InBatch {
    InBatch { order: FIRST_CELL + field as u32, field: Some(field), ..whole_row(row, verdict) }
}

/// A filled cell under no heading.
pub(super) fn stray(field: usize, text: &str) -> Arc<Verdict> {
    let letter = column_letter(field);
    let message = format!("A cell is {} and column {letter} has no heading.", shown::quoted(text));
    Arc::new(Verdict {
        code: &template_codes::NO_HEADING,
        severity: template_codes::NO_HEADING.severity,
        topic: Topic::Stray(field),
        subject: Arc::from(format!("Column {letter}")),
        message,
        repair: None,
        asked_at: None,
    })
}

fn told(judge: &ColumnJudge<'_>, text: &str, found: Found) -> Arc<Verdict> {
    let message = format!("is {}: {}", shown::quoted(text), found.message);
    judge.verdict_on(Found { message, ..found })
}

/// A date cell as the column writes dates. A date with a time of day in a column of dates keeps its time, so that it
/// is told.
fn as_asked(kind: &ColumnType, serial: f64) -> Option<String> {
    let ColumnType::Moment(wanted, picture) = kind else { return None };
    let (date, time) = from_serial(serial)?;
    let midnight = jiff::civil::Time::midnight();
    match wanted {
        Kind::Date if time == midnight => Some(picture.write(date)),
        Kind::Date => {
            Some(format!("{} {:02}:{:02}:{:02}", picture.write(date), time.hour(), time.minute(), time.second()))
        }
        Kind::Time if serial < 1.0 => Some(picture.write_at(date, time)),
        Kind::DateTime => Some(picture.write_at(date, time)),
        _ => None,
    }
}

fn formula(judge: &ColumnJudge<'_>, note: &Note, text: &str, allowed: Option<bool>) -> Option<Arc<Verdict>> {
    match (note.formula, allowed) {
        (Formula::None, _) => None,
        (Formula::Unreckoned, _) => Some(judge.verdict_on(Found::new(
            &codes::UNRECKONED_FORMULA,
            "holds a formula whose result is not kept in the file, so that the receiving side reads a blank cell. Open the file in a spreadsheet program and save it, or put the value in its place.",
        ))),
        (Formula::Reckoned, Some(true)) => None,
        (Formula::Reckoned, allowed) => {
            let message = "a formula made it. Put the value in its place (copy, then paste as values).";
            let verdict = told(judge, text, Found::new(&codes::FORMULA_CELL, message));
            if allowed.is_none() {
                return Some(verdict);
            }
            Some(Arc::new(Verdict { severity: Severity::Error, ..Verdict::clone(&verdict) }))
        }
    }
}

fn error_value(judge: &ColumnJudge<'_>, note: &Note, text: &str) -> Option<Arc<Verdict>> {
    let message =
        "the sheet's own sign that a formula came to nothing. Mend the formula, or put the value in its place.";
    (note.stored == Stored::Error).then(|| told(judge, text, Found::new(&codes::ERROR_VALUE, message)))
}

/// A number that looks right only because of its format.
fn only_shown(judge: &ColumnJudge<'_>, text: &str, shown: Option<&str>) -> Option<Found> {
    let shown = shown?.trim();
    if shown == text || shown.is_empty() {
        return None;
    }
    let zeros = shown.trim_start_matches('0') == text && shown.len() > text.len();
    let right = |text: &str| judge.judge(text).verdicts.is_empty();
    if !(zeros && right(shown) || right(shown) && !right(text)) {
        return None;
    }
    let message = format!(
        "the cell holds this number, and only its format shows it as {shown}. Set the column's format to text and type it anew."
    );
    Some(Found::new(&codes::SHOWN_ONLY, message).with(Repair::safe(shown)))
}

/// A number with more digits than a spreadsheet keeps.
fn digits_lost(text: &str, is_number: bool) -> Option<Found> {
    let digits = text.strip_prefix('-').unwrap_or(text);
    if !is_number || digits.len() <= DIGITS_KEPT || !digits.bytes().all(|byte| byte.is_ascii_digit()) {
        return None;
    }
    let message = format!(
        "it is kept as a number of {} digits, of which a spreadsheet keeps the first {DIGITS_KEPT}: the last are lost. Set the column's format to text and type it anew.",
        digits.len()
    );
    Some(Found::new(&codes::DIGITS_LOST, message))
}

/// A number with the digits that a spreadsheet reckons with; `None` where it has no more than those.
fn fifteen_digits(text: &str) -> Option<String> {
    let number: f64 = text.replace(',', ".").parse().ok()?;
    let rounded: f64 = format!("{number:.*e}", DIGITS_KEPT - 1).parse().ok()?;
    let rounded = rounded.to_string();
    let rounded = if text.contains(',') { rounded.replace('.', ",") } else { rounded };
    (rounded.len() < text.len()).then_some(rounded)
}

fn kept_otherwise(asked: WrittenStored, stored: Stored, judge: &ColumnJudge<'_>, text: &str) -> Option<Found> {
    let found = |code, message: &str| Some(Found::new(code, message));
    match (asked, stored) {
        (WrittenStored::Text, Stored::Number | Stored::YesNo) => found(
            &codes::KEPT_AS_NUMBER,
            "it is kept as a number, and must be kept as text. Set the column's format to text and type it anew.",
        ),
        (WrittenStored::Text, Stored::Moment) => found(
            &codes::KEPT_AS_DATE,
            "the spreadsheet has made a date of it; it must be kept as text. Set the column's format to text and type it anew.",
        ),
        (WrittenStored::Number, Stored::Moment) => found(
            &codes::KEPT_AS_DATE,
            "it is kept as a date, and must be a number. Set the format to a number and type it anew.",
        ),
        (WrittenStored::Number | WrittenStored::Date, Stored::Text) => {
            // What is no number or date at all is told as that.
            if judge.column().kind.read(text.trim()).is_err() {
                return None;
            }
            let what = if asked == WrittenStored::Number { "a number" } else { "a date of the spreadsheet" };
            let message = format!("it is kept as text, and must be kept as {what}.");
            let found = Found::new(&codes::KEPT_AS_TEXT, message);
            Some(found.with(Repair::safe(text.trim())))
        }
        _ => None,
    }
}
