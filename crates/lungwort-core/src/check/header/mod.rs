//! The top of a sheet: where the headings are, which column each is, and whether the template's own rows are left.
//!
//! In: the top rows of a sheet and the rulebook's columns. Out: the heading row, which field is which column, which
//! filled fields have no heading, and findings about the headings and the template's own rows.

mod date_order;
mod near;

use std::cmp::Reverse;
use std::collections::{HashMap, HashSet};
use std::sync::Arc;

use crate::cell::fold;
use crate::cell::order::longest_ascending;
use crate::cell::shown;
use crate::check::problem::{file_problem, quote_words};
use crate::finding::CellProblem;
use crate::finding::{
    Action, Code, Correction, Message, Place, Problem, Severity, Topic, codes::template as codes,
    codes::value as value_codes, column_letter,
};
use crate::intake::Chunk;
use crate::rulebook::written::WrittenExtra;
use crate::rulebook::{Column, Sheet};
pub use date_order::DateOrder;
use near::Open;

/// Rows looked through for the headings.
const SEARCHED: usize = 30;

/// How a file's columns stand to a rulebook's.
#[derive(Debug, Clone, Default)]
pub struct Header {
    /// The row of the headings within the first batch.
    pub row: usize,
    /// The first row of data within the first batch.
    pub first_data: usize,
    /// Cells in the heading row.
    pub width: usize,
    /// Of blocks: where the cells of a header are put behind the columns of the lines.
    pub cells_from: Option<usize>,
    /// For each column of the rulebook, its place in the file.
    pub field_of: Vec<Option<usize>>,
    /// Places in the file that belong to no column, and whether they have a heading.
    pub strays: Vec<(usize, bool)>,
    /// For each figure of the sheet that the template shows in a cell, what is in it.
    pub shown: Vec<Option<String>>,
    /// For each column of the rulebook, what the first rows show of the order of its dates.
    pub date_order: Vec<Option<DateOrder>>,
    /// What was found on the way.
    pub findings: Vec<(Arc<Problem>, Place, Option<Box<str>>)>,
}

/// Finds the headings. `None` where no row has any of the rulebook's.
pub fn read(sheet: &Sheet, chunk: &Chunk) -> Option<Header> {
    let row = find_row(sheet, chunk)?;
    let texts: Vec<&str> = chunk.row_texts(row);
    let width = texts.len();
    let mut header = Header { row, width, field_of: vec![None; sheet.columns.len()], ..Header::default() };
    let mut reading = Reading { sheet, chunk, header: &mut header, texts };
    reading.exact();
    reading.near();
    reading.rest();
    reading.languages();
    reading.order();
    reading.guide_rows();
    reading.quotes();
    reading.date_order();
    header.findings.sort_by_key(|(_, place, _)| (place.row, place.field));
    Some(header)
}

fn find_row(sheet: &Sheet, chunk: &Chunk) -> Option<usize> {
    let wanted: std::collections::HashSet<String> =
        sheet.columns[sheet.headed()].iter().flat_map(Column::headings).map(fold::fold).collect();
    let score = |row: usize| {
        let found: std::collections::HashSet<String> =
            chunk.row_texts(row).iter().map(|text| fold::fold(text)).filter(|text| wanted.contains(text)).collect();
        found.len()
    };
    let expected = sheet.heading_row as usize - 1;
    let best = (0..chunk.row_count().min(SEARCHED)).max_by_key(|row| (score(*row), std::cmp::Reverse(*row)))?;
    let top = score(best);
    let due = u64::from(sheet.heading_row);
    let expected = (0..chunk.row_count()).find(|row| chunk.row_number(*row) == due).unwrap_or(expected);
    let here = if expected < chunk.row_count() { score(expected) } else { 0 };
    if here == 0 && top == 0 {
        return None;
    }
    // A row that is stated is taken, also where another one looks more like headings: what is above it is no data.
    let taken = here * 2 >= top || sheet.heading_row_given && here > 0;
    Some(if taken { expected } else { best })
}

/// The columns by each of their headings, in their order.
fn by_heading(sheet: &Sheet) -> HashMap<&str, Vec<usize>> {
    let mut found: HashMap<&str, Vec<usize>> = HashMap::new();
    for index in sheet.headed() {
        for heading in sheet.columns[index].headings() {
            found.entry(heading).or_default().push(index);
        }
    }
    found
}

struct Reading<'a> {
    sheet: &'a Sheet,
    chunk: &'a Chunk,
    header: &'a mut Header,
    texts: Vec<&'a str>,
}

impl Reading<'_> {
    fn note(
        &mut self,
        code: &'static Code,
        topic: Topic,
        subject: &str,
        message: String,
        field: Option<usize>,
        correction: Option<Correction>,
    ) {
        let rulebook_line = match topic {
            Topic::Column(index) => self.sheet.columns.get(index).map(|column| column.line),
            _ => None,
        };
        let problem = Problem {
            code,
            severity: code.severity,
            topic,
            subject: Arc::from(subject),
            message: Message::sentence(message),
            correction,
            rulebook_line,
        };
        let value = field.and_then(|field| self.texts.get(field)).map(|text| Box::from(*text));
        let place = self.place(self.header.row, field);
        self.header.findings.push((Arc::new(problem), place, value));
    }

    fn place(&self, row: usize, field: Option<usize>) -> Place {
        let within = row < self.chunk.row_count();
        Place {
            row: Some(self.chunk.row_number(row)),
            line: if within { self.chunk.line_number(row) } else { None },
            field,
            ..Place::default()
        }
    }

    fn exact(&mut self) {
        let by_heading = by_heading(self.sheet);
        for field in 0..self.header.width {
            let text = self.texts[field];
            let Some(all) = by_heading.get(text) else { continue };
            // A template may have one heading several times; they are taken in their order.
            let open = |index: &&usize| self.header.field_of[**index].is_none();
            let index = all.iter().find(open).copied().unwrap_or(all[0]);
            if self.header.field_of[index].is_some() {
                let first = self.header.field_of[index].map(column_letter).unwrap_or_default();
                let message = format!(
                    "The heading {} is in column {first} already; column {} was not checked.",
                    shown::quoted(text),
                    column_letter(field)
                );
                self.note(&codes::REPEATED_HEADING, Topic::Column(index), text, message, Some(field), None);
            } else {
                self.header.field_of[index] = Some(field);
            }
        }
    }

    /// Headings that are one of the template's but for spelling.
    fn near(&mut self) {
        let by_heading = by_heading(self.sheet);
        let sheet = self.sheet;
        let mut open = Open::new(sheet, self.header);
        for field in 0..self.header.width {
            let text = self.texts[field];
            if text.trim().is_empty() || by_heading.contains_key(text) {
                continue;
            }
            let Some((index, wanted, certain)) = open.find(sheet, self.header, text) else { continue };
            self.header.field_of[index] = Some(field);
            let message = format!(
                "The heading {} should be {}; the column was checked as that.",
                shown::quoted(text),
                shown::quoted(wanted)
            );
            let rename = Action::RenameHeading(wanted.to_owned());
            let correction = if certain { rename.certain() } else { rename.likely() };
            self.note(&codes::NEAR_HEADING, Topic::Column(index), wanted, message, Some(field), correction);
        }
    }

    /// Optional sets of columns: all of them are there, or none. Returns the columns that are said here, or not at all.
    fn optional(&mut self) -> Vec<usize> {
        let mut said = Vec::new();
        for set in &self.sheet.optional {
            let missing: Vec<usize> =
                set.columns.iter().copied().filter(|index| self.header.field_of[*index].is_none()).collect();
            said.extend(&missing);
            let Some(first) = missing.first().copied() else { continue };
            let heading = &self.sheet.columns[first].heading;
            let name = set.name.as_ref().map(|name| format!(" {name}")).unwrap_or_default();
            if missing.len() < set.columns.len() {
                let is_are = if missing.len() == 1 { "is" } else { "are" };
                let message = format!(
                    "Of the optional columns{name}, {} {is_are} missing; a file has all of them, or none.",
                    self.sheet.named(&missing)
                );
                self.note(&codes::HALF_OPTIONAL, Topic::Column(first), heading, message, None, None);
            } else if set.name.is_some() {
                let message =
                    format!("The optional columns{name} are not in the file: {}.", self.sheet.named(&missing));
                self.note(&codes::WITHOUT_OPTIONAL, Topic::Column(first), heading, message, None, None);
            }
        }
        said
    }

    fn rest(&mut self) {
        let columns = &self.sheet.columns;
        let said = self.optional();
        for index in self.sheet.headed() {
            let column = &columns[index];
            if self.header.field_of[index].is_none() && !said.contains(&index) {
                let must = if column.required { ", which every row must fill," } else { "" };
                let message = format!("The column {}{must} is missing from the file.", shown::quoted(&column.heading));
                self.note(&codes::MISSING_HEADING, Topic::Column(index), &column.heading, message, None, None);
            }
        }
        let by_heading = by_heading(self.sheet);
        let placed: HashSet<usize> = self.header.field_of.iter().copied().flatten().collect();
        for field in (0..self.texts.len()).filter(|field| !placed.contains(field)) {
            let text = self.texts[field];
            let blank = text.trim().is_empty();
            self.header.strays.push((field, !blank));
            let extra = self.sheet.extra;
            let known = by_heading.contains_key(text);
            if !blank && extra != WrittenExtra::Allowed && !known {
                let message = format!(
                    "The template has no column {}; column {} was not checked.",
                    shown::quoted(text),
                    column_letter(field)
                );
                self.note(&codes::UNKNOWN_HEADING, Topic::Stray(field), text, message, Some(field), None);
                if let (WrittenExtra::Error, Some((problem, ..))) = (extra, self.header.findings.last_mut()) {
                    *problem = Arc::new(Problem { severity: Severity::Error, ..Problem::clone(problem) });
                }
            }
        }
    }

    /// Headings of several languages or editions in one sheet: that of most is the sheet's.
    fn languages(&mut self) {
        // Of each column that has several headings: which of them it has here.
        let found = self.sheet.columns.iter().enumerate().filter(|(_, column)| !column.other_headings.is_empty());
        let found: Vec<(usize, usize, usize)> = found
            .filter_map(|(index, column)| {
                let field = self.header.field_of[index]?;
                let text = fold::fold(self.texts[field]);
                let which = column.headings().position(|heading| fold::fold(heading) == text)?;
                Some((index, field, which))
            })
            .collect();
        let count = |which: usize| found.iter().filter(|(.., other)| *other == which).count();
        let Some(most) = found.iter().map(|(.., which)| *which).max_by_key(|which| (count(*which), Reverse(*which)))
        else {
            return;
        };
        for (index, field, _) in found.into_iter().filter(|(.., which)| *which != most) {
            let column = &self.sheet.columns[index];
            let Some(due) = column.headings().nth(most) else { continue };
            let message = format!(
                "The heading {} is of another language or edition than most of the sheet's; there it is {}. The column was checked.",
                shown::quoted(self.texts[field]),
                shown::quoted(due)
            );
            let rename = Action::RenameHeading(due.to_owned()).likely();
            self.note(&codes::MIXED_HEADINGS, Topic::Column(index), &column.heading, message, Some(field), rename);
        }
    }

    /// Broken quotes in the heading row: what they do to the headings is said of them and not of the headings.
    fn quotes(&mut self) {
        let row = self.header.row;
        let issues: Vec<_> = self.chunk.issues.iter().filter(|issue| issue.row == row).copied().collect();
        for issue in issues {
            let (code, message) = quote_words(issue.kind);
            let heading = self.texts.get(issue.field).map(|text| shown::quoted(text)).unwrap_or_default();
            let spelling = [&codes::NEAR_HEADING, &codes::UNKNOWN_HEADING];
            self.header
                .findings
                .retain(|(problem, place, _)| place.field != Some(issue.field) || !spelling.contains(&problem.code));
            let message = format!("In the heading {heading}, {message}");
            self.note(code, Topic::File, "", message, Some(issue.field), None);
        }
    }

    /// What the first rows show of the order of day and month.
    fn date_order(&mut self) {
        for (index, column) in self.sheet.columns.iter().enumerate() {
            let field = self.header.field_of[index];
            let order = field.and_then(|field| date_order::of(column, self.chunk, (self.header.first_data, field)));
            if let (Some(order), Some(field)) = (&order, field)
                && let Some(message) = date_order::contradiction(column, order, field)
            {
                self.note(&value_codes::DATE_ORDER, Topic::Column(index), &column.heading, message, Some(field), None);
            }
            self.header.date_order.push(order);
        }
    }

    /// Columns that are not in the template's order: those outside the longest run that is.
    fn order(&mut self) {
        let mut placed: Vec<(usize, usize)> =
            self.header.field_of.iter().enumerate().filter_map(|(index, field)| Some(((*field)?, index))).collect();
        placed.sort_unstable();
        let in_order: HashSet<usize> =
            longest_ascending(&placed.iter().map(|(_, index)| *index).collect::<Vec<_>>()).into_iter().collect();
        for (field, index) in placed.iter().copied().filter(|(_, index)| !in_order.contains(index)).collect::<Vec<_>>()
        {
            let heading = self.sheet.columns[index].heading.clone();
            let before = index.checked_sub(1).map(|before| self.sheet.columns[before].heading.clone());
            let due = before.map_or("it should be the first".to_owned(), |before| {
                format!("it should follow {}", shown::quoted(&before))
            });
            let message =
                format!("The column {} is in column {}; {due}.", shown::quoted(&heading), column_letter(field));
            self.note(&codes::MOVED_COLUMN, Topic::Column(index), &heading, message, Some(field), None);
        }
        let (found, expected) = (self.chunk.row_number(self.header.row), u64::from(self.sheet.heading_row));
        // Above the headings of a block is its header.
        if found != expected && self.sheet.block.is_none() {
            let message = format!("The headings are in row {found}; the template has them in row {expected}.");
            self.note(&codes::HEADINGS_MOVED, Topic::File, "", message, None, None);
        }
    }

    /// Compares the rows under the headings with what the template has there.
    fn guide_rows(&mut self) {
        let count = self.sheet.guide_rows as usize;
        let mut row = self.header.row + 1;
        for guide in 0..count {
            if row >= self.chunk.row_count() {
                break;
            }
            match self.compare_guide(row, guide) {
                Guide::Kept => row += 1,
                Guide::Changed(changes) => {
                    for (field, index, found) in changes {
                        let heading = self.sheet.columns[index].heading.clone();
                        let due = self.sheet.columns[index].guide[guide].clone();
                        let message = format!(
                            "Under {}, the template's own row says {}, and here {}.",
                            shown::quoted(&heading),
                            shown::quoted(&due),
                            shown::quoted(&found)
                        );
                        let problem = Problem {
                            code: &codes::GUIDE_ROW_CHANGED,
                            severity: codes::GUIDE_ROW_CHANGED.severity,
                            topic: Topic::Column(index),
                            subject: Arc::from(heading.as_str()),
                            message: Message::sentence(message),
                            correction: Correction::certain(due),
                            rulebook_line: Some(self.sheet.columns[index].line),
                        };
                        let place = self.place(row, Some(field));
                        self.header.findings.push((Arc::new(problem), place, Some(found.into())));
                    }
                    row += 1;
                }
                Guide::Missing => {
                    let message = format!(
                        "Row {} of the template, under the headings, is missing: data begin in its place.",
                        self.header.row + 2 + guide
                    );
                    let found = CellProblem::new(&codes::GUIDE_ROW_MISSING, message);
                    let place = self.place(row, None);
                    self.header.findings.push((file_problem(&codes::GUIDE_ROW_MISSING, "", found), place, None));
                    break;
                }
            }
        }
        self.header.first_data = row;
    }

    fn compare_guide(&self, row: usize, guide: usize) -> Guide {
        let texts = self.chunk.row_texts(row);
        let mut changes = Vec::new();
        let (mut known, mut same) = (0, 0);
        for (index, column) in self.sheet.columns.iter().enumerate() {
            let (Some(field), Some(due)) = (self.header.field_of[index], column.guide.get(guide)) else {
                continue;
            };
            let found = texts.get(field).copied().unwrap_or_default();
            known += 1;
            if fold::fold(found) == fold::fold(due) {
                same += 1;
            } else {
                changes.push((field, index, found.to_owned()));
            }
        }
        match (known, same) {
            // The rulebook does not say what stands there: it is missing if the row's key is as data have it.
            (0, _) if self.looks_like_data(&texts) => Guide::Missing,
            (known, 0) if known > 0 => Guide::Missing,
            (known, same) if same < known => Guide::Changed(changes),
            _ => Guide::Kept,
        }
    }

    fn looks_like_data(&self, texts: &[&str]) -> bool {
        let key = self.sheet.key.first().copied();
        let Some((index, field)) = key.and_then(|index| Some((index, self.header.field_of[index]?))) else {
            return false;
        };
        let patterns = &self.sheet.columns[index].pattern;
        let fits = |text: &&str| patterns.iter().all(|pattern| pattern.regex.is_match(text.trim()));
        !patterns.is_empty() && texts.get(field).is_some_and(fits)
    }
}

enum Guide {
    Kept,
    Changed(Vec<(usize, usize, String)>),
    Missing,
}
