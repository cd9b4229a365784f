//! Judging one batch of rows: the layout first, then column by column, then the rules row by row.

use std::collections::HashSet;
use std::sync::Arc;

use super::cell::Found;
use super::column::Memory;
use super::head::Head;
use super::ragged;
use super::rows::{SheetJudge, Values};
use super::verdicts::{bare, file_verdict};
use crate::cell::Value;
use crate::condition::Tally;
use crate::finding::codes::{cell as cell_codes, file as file_codes, template as template_codes, value as value_codes};
use crate::finding::{Topic, Verdict};
use crate::intake::{Batch, IssueKind};

/// Findings about a row as a whole come before those about its cells, and those before its rules.
const WHOLE_ROW: u32 = 0;
pub(super) const FIRST_CELL: u32 = 1;
pub(super) const FIRST_RULE: u32 = 1 << 24;
/// Rows judged at a time.
const TILE: usize = 64;

/// One finding in a batch.
#[derive(Debug)]
pub struct InBatch {
    /// The row within the batch.
    pub row: usize,
    /// Where it stands among the row's findings.
    pub order: u32,
    /// What.
    pub verdict: Arc<Verdict>,
    /// The cell in the file.
    pub field: Option<usize>,
    /// The cell's text.
    pub value: Option<Box<str>>,
    /// The byte in the file.
    pub offset: Option<u64>,
    /// The line, where it is not the row's first.
    pub line: Option<u64>,
    /// The row's key.
    pub key: Option<Arc<str>>,
}

/// A value that may stand only once.
#[derive(Debug)]
pub struct OnceOnly {
    /// The row within the batch.
    pub row: usize,
    /// The column.
    pub column: usize,
    /// Its hash.
    pub hash: u128,
}

/// The values of one set in a batch.
#[derive(Debug, Default)]
pub struct OnceOnlyList {
    /// The values in the order of rows.
    pub values: Vec<OnceOnly>,
    /// The first and the last, where each is greater than the one before.
    pub ascending: Option<(String, String)>,
}

/// A run of blank rows: the first and the last as a spreadsheet counts, and the first one's line.
#[derive(Debug, Clone, Copy)]
pub struct BlankRows {
    pub first: u64,
    pub last: u64,
    pub line: Option<u64>,
}

/// What came of a batch.
#[derive(Debug, Default)]
pub struct Judgement {
    /// Findings by row.
    pub findings: Vec<InBatch>,
    /// For each set of values that may stand only once, the values.
    pub once_only: Vec<OnceOnlyList>,
    /// Runs of blank rows before or within the batch.
    pub blank_runs: Vec<BlankRows>,
    /// Rows that hold anything.
    pub filled_rows: u64,
    /// Rows that are samples of the template.
    pub sample_rows: u64,
    /// The first row that holds anything.
    pub first_filled: Option<usize>,
    /// The figures' parts.
    pub tallies: Vec<Tally>,
}

/// Judges batches of one file.
pub struct BatchJudge<'j, 'r> {
    /// The sheet's judge.
    pub sheet: &'j SheetJudge<'r>,
    /// How the file's columns stand.
    pub head: &'j Head,
    /// Between cells.
    pub delimiter: u8,
}

impl BatchJudge<'_, '_> {
    /// Judges the rows from `skip` on.
    pub fn judge(&self, batch: &mut Batch, skip: usize, memory: &mut Memory) -> Judgement {
        let mut out = Judgement::default();
        let rows = self.layout(batch, skip, &mut out);
        let batch: &Batch = batch;
        let room = |wanted: bool| if wanted { rows.len() } else { 0 };
        let mut values = Values {
            typed: self.sheet.wants_value.iter().map(|wanted| Vec::with_capacity(room(*wanted))).collect(),
            filled: self.sheet.wants_filled.iter().map(|wanted| Vec::with_capacity(room(*wanted))).collect(),
            today: self.sheet.today,
        };
        // A few rows at a time, so that their cells stay in the nearest cache while column after column looks at them.
        let starts: Vec<u32> = rows.iter().map(|row| batch.row_start(*row)).collect();
        for (tile, starts) in rows.chunks(TILE).zip(starts.chunks(TILE)) {
            for index in 0..self.sheet.columns.len() {
                self.column(batch, (tile, starts), index, memory, &mut values, &mut out);
            }
        }
        self.strays(batch, &rows, &mut out);
        self.invalid_bytes(batch, &mut out);
        self.stored(batch, &rows, &mut out);
        self.conditional_cells(&rows, &values, &mut out);
        self.dependent_lists(batch, &rows, &values, &mut out);
        self.rules(&rows, &values, &mut out);
        self.samples(batch, &rows, &mut out);
        self.once_only(batch, &rows, &values, &mut out);
        out.tallies = self.tallies(rows.len(), &values);
        self.half_filled(batch, &mut out);
        self.say_what_is_shown(batch, &mut out);
        out.findings.sort_by_key(|finding| (finding.row, finding.order));
        self.keys(batch, &mut out.findings);
        out
    }

    /// Sorts blank rows out, brings the others to the headings' width, and returns those that can be judged.
    fn layout(&self, batch: &mut Batch, skip: usize, out: &mut Judgement) -> Vec<usize> {
        let mut rows = Vec::with_capacity(batch.row_count());
        let mut due =
            if skip < batch.row_count() && skip > 0 { batch.row_number(skip - 1) + 1 } else { batch.first_row };
        for row in skip..batch.row_count() {
            let number = batch.row_number(row);
            // Blank rows of a sheet may have been left out.
            if number > due {
                blank(&mut out.blank_runs, BlankRows { first: due, last: number - 1, line: None });
            }
            due = number + 1;
            if batch.is_blank(row) {
                blank(&mut out.blank_runs, BlankRows { first: number, last: number, line: batch.line_number(row) });
                continue;
            }
            out.filled_rows += 1;
            out.first_filled.get_or_insert(row);
            if batch.is_sheet() {
                self.bring_to_width(batch, row, out);
            } else if batch.row(row).len() != self.head.width
                && let Some(ragged) = ragged::settle(self.sheet, self.head, batch, row, self.delimiter)
            {
                let verdict = file_verdict(ragged.found.code, "The row", ragged.found);
                out.findings.push(InBatch {
                    field: ragged.field,
                    value: ragged.value,
                    ..whole_row(ragged.row, verdict)
                });
                if ragged.hopeless {
                    continue;
                }
            }
            rows.push(row);
        }
        self.settle_notes(batch, &rows, out);
        for issue in batch.issues.iter().filter(|issue| issue.row >= skip) {
            let (code, message) = match issue.kind {
                IssueKind::UnclosedQuote => (
                    &file_codes::UNCLOSED_QUOTE,
                    "a quote is opened here and never closed; it was taken as a plain character.",
                ),
                IssueKind::TextAfterQuote => (
                    &file_codes::TEXT_AFTER_QUOTE,
                    "there is text behind the closing quote; a quote inside a quoted cell is written twice.",
                ),
            };
            let heading = self.sheet.heading_of(self.head, issue.field);
            let verdict = file_verdict(code, "", Found::new(code, format!("in {heading}, {message}")));
            let value = batch.row(issue.row).get(issue.field).map(|field| Box::from(batch.text(*field)));
            let found =
                InBatch { field: Some(issue.field), value, line: Some(issue.line), ..whole_row(issue.row, verdict) };
            out.findings.push(found);
        }
        rows
    }

    fn column<'b>(
        &self,
        batch: &'b Batch,
        (rows, starts): (&[usize], &[u32]),
        index: usize,
        memory: &mut Memory,
        values: &mut Values<'b>,
        out: &mut Judgement,
    ) {
        let Some(field) = self.head.field_of[index] else {
            return;
        };
        let judge = &self.sheet.columns[index];
        let required = judge.column().required;
        let (wants_value, wants_filled) = (self.sheet.wants_value[index], self.sheet.wants_filled[index]);
        let (typed, filled) = (&mut values.typed[index], &mut values.filled[index]);
        let place = |row: usize, verdict: Arc<Verdict>, text: &str| InBatch {
            order: FIRST_CELL + field as u32,
            field: Some(field),
            value: Some(text.into()),
            ..whole_row(row, verdict)
        };
        for (&row, &start) in rows.iter().zip(starts) {
            // Every judged row has been brought to the headings' width.
            let cell = batch.cell_at(start as usize + field);
            let text = batch.text(cell);
            let mut blank = cell.is_empty();
            if blank {
                if wants_value {
                    typed.push(Value::Blank);
                }
            } else {
                let right = if wants_value {
                    judge.quick::<true>(text, cell.is_special(), |value| typed.push(value))
                } else {
                    judge.quick::<false>(text, cell.is_special(), |_| ())
                };
                if !right {
                    let judged = judge.thorough(text, memory);
                    out.findings.extend(judged.verdicts.iter().map(|verdict| place(row, Arc::clone(verdict), text)));
                    blank = matches!(judged.value, Value::Blank);
                    if wants_value {
                        typed.push(judged.value.clone());
                    }
                }
            }
            if required && blank {
                out.findings.push(place(row, Arc::clone(&self.sheet.missing[index]), text));
            }
            if wants_filled {
                filled.push(!blank);
            }
        }
    }

    /// Filled cells under no heading.
    fn strays(&self, batch: &Batch, rows: &[usize], out: &mut Judgement) {
        for (field, _) in self.head.strays.iter().filter(|(field, headed)| !headed && *field < self.head.width) {
            for &row in rows {
                let text = batch.text(batch.cell(row, *field)).trim();
                if text.is_empty() {
                    continue;
                }
                let letter = crate::finding::column_letter(*field);
                let message = format!("is {} and column {letter} has no heading.", crate::cell::shown::quoted(text));
                let verdict = Verdict {
                    topic: Topic::Stray(*field),
                    subject: Arc::from(format!("Column {letter}")),
                    message: format!("A cell {message}"),
                    ..bare(&template_codes::NO_HEADING)
                };
                let order = FIRST_CELL + *field as u32;
                out.findings.push(InBatch {
                    order,
                    field: Some(*field),
                    value: Some(text.into()),
                    ..whole_row(row, Arc::new(verdict))
                });
            }
        }
    }

    fn invalid_bytes(&self, batch: &Batch, out: &mut Judgement) {
        let places = batch.invalid_places();
        if places.is_empty() {
            return;
        }
        // The replacement characters that invalid bytes leave are told as what they are.
        let cells: HashSet<(usize, usize)> = places.iter().map(|(row, field, _)| (*row, *field)).collect();
        out.findings.retain(|finding| {
            finding.verdict.code != &cell_codes::LOST_CHARACTER
                || finding.field.is_none_or(|field| !cells.contains(&(finding.row, field)))
        });
        for (row, field, offset) in places {
            let heading = self.sheet.heading_of(self.head, field);
            let text = batch.row(row).get(field).map(|cell| batch.text(*cell)).unwrap_or_default();
            let message = format!(
                "is {}: the byte at offset {offset} of the file is no character in its encoding.",
                crate::cell::shown::quoted(text)
            );
            let verdict =
                file_verdict(&file_codes::INVALID_BYTES, &heading, Found::new(&file_codes::INVALID_BYTES, message));
            let order = FIRST_CELL + field as u32;
            out.findings.push(InBatch {
                order,
                field: Some(field),
                value: Some(text.into()),
                offset: Some(offset),
                ..whole_row(row, verdict)
            });
        }
    }

    /// Rows that are hardly begun are told once, not once for each of their missing cells.
    fn half_filled(&self, batch: &Batch, out: &mut Judgement) {
        let required = self.sheet.columns.iter().filter(|judge| judge.column().required).count();
        let key: Vec<usize> = self.sheet.sheet.key.iter().filter_map(|column| self.head.field_of[*column]).collect();
        if required < 3 || key.is_empty() {
            return;
        }
        let is_missing = |finding: &InBatch| finding.verdict.code == &value_codes::MISSING_VALUE;
        let mut counts = std::collections::BTreeMap::<usize, usize>::new();
        for finding in out.findings.iter().filter(|finding| is_missing(finding)) {
            *counts.entry(finding.row).or_default() += 1;
        }
        counts.retain(|row, count| {
            *count * 2 > required && key.iter().all(|field| batch.text(batch.cell(*row, *field)).trim().is_empty())
        });
        let stray = self.stray_rows(batch, out, required);
        counts.retain(|row, _| !stray.contains(row));
        if counts.is_empty() && stray.is_empty() {
            return;
        }
        out.findings.retain(|finding| {
            if stray.contains(&finding.row) {
                return false;
            }
            let told = is_missing(finding)
                || finding.verdict.code == &value_codes::MISSING_WHEN
                || finding.order >= FIRST_RULE;
            !(told && counts.contains_key(&finding.row))
        });
        out.findings.extend(stray.iter().map(|row| self.tell_stray(batch, *row)));
        for (row, count) in counts {
            let message = format!(
                "the key and {count} of the {required} cells that every row must fill are blank; fill it in or delete it."
            );
            let verdict = file_verdict(
                &template_codes::HALF_FILLED_ROW,
                "The row",
                Found::new(&template_codes::HALF_FILLED_ROW, message),
            );
            out.findings.push(whole_row(row, verdict));
        }
    }

    /// Rows behind blank ones in which hardly anything stands: totals, notes, leftovers.
    fn stray_rows(&self, batch: &Batch, out: &Judgement, required: usize) -> Vec<usize> {
        let behind_blanks = out.blank_runs.iter().map(|run| run.last + 1);
        let rows =
            behind_blanks.filter_map(|number| (0..batch.row_count()).find(|row| batch.row_number(*row) == number));
        let is_missing = |row: usize| {
            let missing = out
                .findings
                .iter()
                .filter(|finding| finding.row == row && finding.verdict.code == &value_codes::MISSING_VALUE);
            missing.count() * 2 > required
        };
        let filled = |row: usize| batch.row(row).iter().filter(|field| !batch.text(**field).trim().is_empty()).count();
        rows.filter(|row| (1..=2).contains(&filled(*row)) && is_missing(*row)).collect()
    }

    fn tell_stray(&self, batch: &Batch, row: usize) -> InBatch {
        let cells: Vec<String> = batch
            .row(row)
            .iter()
            .enumerate()
            .filter(|(_, field)| !batch.text(**field).trim().is_empty())
            .map(|(field, cell)| {
                let place = format!("{}{}", crate::finding::column_letter(field), batch.row_number(row));
                format!("{place} {}", crate::cell::shown::quoted(batch.text(*cell).trim()))
            })
            .collect();
        let message = format!(
            "{} {} apart below the data; the row would be taken for a record. Clear it, or move it to another sheet.",
            crate::rulebook::listed(&cells, "and"),
            if cells.len() == 1 { "stands" } else { "stand" },
        );
        let found = Found::new(&template_codes::STRAY_CELLS, message);
        whole_row(row, file_verdict(&template_codes::STRAY_CELLS, "The row", found))
    }

    /// Gives each finding its row's key.
    fn keys(&self, batch: &Batch, findings: &mut [InBatch]) {
        let mut last: Option<(usize, Option<Arc<str>>)> = None;
        for finding in findings {
            let key = match &last {
                Some((row, key)) if *row == finding.row => key.clone(),
                _ => self.key_of(batch, finding.row),
            };
            finding.key.clone_from(&key);
            last = Some((finding.row, key));
        }
    }

    /// The key of a row.
    pub fn key_of(&self, batch: &Batch, row: usize) -> Option<Arc<str>> {
        let cells = batch.row(row);
        let fields = self.sheet.sheet.key.iter().filter_map(|column| self.head.field_of[*column]);
        let parts: Vec<String> = fields
            .filter_map(|field| cells.get(field))
            .map(|cell| crate::cell::shown::clipped(batch.text(*cell).trim(), 60))
            .collect();
        let joined = parts.join(" / ");
        parts.iter().any(|part| !part.is_empty()).then(|| Arc::from(joined))
    }
}

/// A finding about a row, to be filled in further.
pub fn whole_row(row: usize, verdict: Arc<Verdict>) -> InBatch {
    InBatch { row, order: WHOLE_ROW, verdict, field: None, value: None, offset: None, line: None, key: None }
}

impl InBatch {
    /// The same finding, standing behind the row's cells.
    pub fn after_cells(self) -> InBatch {
        InBatch { order: FIRST_RULE - 1, ..self }
    }
}

/// Puts findings in the order in which they are told.
pub fn sort(findings: &mut [InBatch]) {
    findings.sort_by_key(|finding| (finding.row, finding.order));
}

/// Adds blank rows to the last run or begins another.
fn blank(runs: &mut Vec<BlankRows>, rows: BlankRows) {
    match runs.last_mut() {
        Some(run) if run.last + 1 == rows.first => run.last = rows.last,
        _ => runs.push(rows),
    }
}
