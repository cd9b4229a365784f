//! Checking a workbook: which of its sheets is which of the rulebook's, and each of them in turn.

use std::sync::Arc;

use super::cell::Found;
use super::checker::Passage;
use super::facts::{BookFacts, ContentFacts, FileFacts, SheetRead};
use super::frame::{self, BlankFrame};
use super::open::{OpenBook, Top};
use super::sheet_facts::{self, DataPlace};
use super::told::Told;
use super::verdicts::file_verdict;
use super::{CheckError, Checker, file, form};
use crate::cell::{fold, shown};
use crate::finding::codes::{file as file_codes, template as codes};
use crate::finding::{Place, Severity, Verdict};
use crate::intake::Workbook;
use crate::intake::workbook::SheetEntry;
use crate::rulebook::choose::{self, fit_of_sheet};
use crate::rulebook::{Rulebook, Sheet, listed};

/// Rows of each sheet that are looked through for headings.
const TOP: usize = 30;

/// Checks a workbook.
pub(super) fn check(
    checker: &mut Checker<'_>,
    book: OpenBook,
    name: &str,
    out: &mut Told<'_>,
) -> Result<FileFacts, CheckError> {
    let (book, begun) = book.into_tops()?;
    about_book(checker.rulebook, &book, out);
    let tops: Vec<Vec<Vec<String>>> = begun.iter().map(|top| top.texts(TOP)).collect();
    let mut begun: Vec<Option<Top>> = begun.into_iter().map(Some).collect();
    let assigned = assign(checker.rulebook, &book, &tops);
    if assigned.iter().all(Option::is_none) {
        return Err(CheckError::NoSheet(book.sheets.iter().map(|entry| entry.name.clone()).collect()));
    }
    let blank = BlankFrame::read(checker.rulebook);
    frame::edition(checker.rulebook, Some(&book), &tops, name, out);
    let mut read = Vec::new();
    for (number, at) in assigned.iter().enumerate() {
        let sheet = &checker.rulebook.sheets[number];
        let Some(at) = *at else {
            missing(sheet, out);
            read.push(None);
            continue;
        };
        renamed(sheet, &book.sheets[at].name, out);
        out.sheet = Some(Arc::from(book.sheets[at].name.as_str()));
        let top = begun[at].take();
        read.push(one_sheet(checker, (&book.sheets[at], top), number, (name, blank.as_ref()), out)?);
        out.sheet = None;
        if out.stopped {
            break;
        }
    }
    elsewhere(checker.rulebook, &book, &tops, (&assigned, blank.as_ref()), out);
    if let Some(blank) = &blank {
        blank.sheets(checker.rulebook, &book, out);
    }
    let filled =
        |number: usize| read.get(number).and_then(Option::as_ref).map_or(0, |sheet: &SheetRead| sheet.filled_rows);
    let forms = |number: &usize| checker.rulebook.sheets[*number].is_form;
    let total: u64 = (0..assigned.len()).filter(|number| !forms(number)).map(filled).sum();
    let any = (0..assigned.len()).any(|number| filled(number) > 0);
    let mut verdicts = file::row_limit(checker.rulebook.file.max_rows, total);
    if !any {
        verdicts.push(file::nothing_filled());
    }
    out.about_file(verdicts);
    if any {
        for (number, sheet) in checker.rulebook.sheets.iter().enumerate() {
            let required = sheet.required && assigned[number].is_some() && checker.rulebook.sheets.len() > 1;
            if required && filled(number) == 0 {
                let message = format!("nothing is filled in on the sheet {}, which must be filled.", sheet_name(sheet));
                out.say(&codes::EMPTY_SHEET, message);
            }
        }
    }
    let others = (0..book.sheets.len()).filter(|at| !assigned.contains(&Some(*at)));
    let left_alone = others.map(|at| book.sheets[at].name.clone()).collect();
    let read: Vec<SheetRead> = read.into_iter().flatten().collect();
    Ok(FileFacts {
        name: String::new(),
        path: None,
        bytes: 0,
        filled_rows: total,
        columns: read.first().map_or(0, |sheet| sheet.columns),
        content: ContentFacts::Book(BookFacts { kind: book.kind, read, left_alone }),
    })
}

pub(super) fn sheet_name(sheet: &Sheet) -> String {
    shown::quoted(sheet.name.as_deref().unwrap_or("of the rows"))
}

/// What is told of the workbook as a whole.
fn about_book(rulebook: &Rulebook, book: &Workbook, out: &mut Told<'_>) {
    if book.macros {
        let formats = &rulebook.file.formats;
        let taken = ["xlsm", "xlsb", "xls"].iter().any(|kind| formats.iter().any(|format| format == kind));
        let message = "there are macros (small programs) in the workbook; save it as a workbook without macros.";
        let verdict = file_verdict(&file_codes::MACROS_INSIDE, "", Found::new(&file_codes::MACROS_INSIDE, message));
        if formats.is_empty() {
            out.emit(verdict, Place::default(), None);
        } else if !taken {
            let graver = Verdict { severity: Severity::Error, ..Verdict::clone(&verdict) };
            out.emit(Arc::new(graver), Place::default(), None);
        }
    }
    if !book.links.is_empty() {
        let names: Vec<String> = book.links.iter().take(3).map(|name| shown::clipped(name, 60)).collect();
        let message = format!(
            "the workbook takes values from {}, which will not be sent with it; the values kept from there may be old.",
            listed(&names, "and")
        );
        out.say(&file_codes::LINKED_WORKBOOK, message);
    }
}

/// For each sheet of the rulebook, the sheet of the workbook: by its name, and failing that by its headings.
pub(super) fn assign(rulebook: &Rulebook, book: &Workbook, tops: &[Vec<Vec<String>>]) -> Vec<Option<usize>> {
    let mut assigned: Vec<Option<usize>> = vec![None; rulebook.sheets.len()];
    let same: [fn(&str, &str) -> bool; 2] =
        [|one, other| one == other, |one, other| fold::fold(one) == fold::fold(other)];
    for same in same {
        for (number, sheet) in rulebook.sheets.iter().enumerate() {
            let Some(name) = sheet.name.as_deref().filter(|_| assigned[number].is_none()) else { continue };
            let found = book.sheets.iter().position(|entry| same(name, &entry.name));
            assigned[number] = found.filter(|at| !assigned.contains(&Some(*at)));
        }
    }
    let least = if rulebook.sheets.len() == 1 { 1 } else { choose::LEAST_SHARE };
    for (number, sheet) in rulebook.sheets.iter().enumerate() {
        let fit = |at: usize| best_fit(sheet, &tops[at]);
        if assigned[number].is_some_and(|at| sheet.is_form || fit(at) > 0) {
            continue;
        }
        let free = (0..book.sheets.len()).filter(|at| !assigned.contains(&Some(*at)));
        let best = free.max_by_key(|at| (fit(*at), !book.sheets[*at].hidden, std::cmp::Reverse(*at)));
        assigned[number] = best.filter(|at| fit(*at) >= least).or(assigned[number]);
    }
    assigned
}

fn best_fit(sheet: &Sheet, top: &[Vec<String>]) -> usize {
    if sheet.is_form {
        // Labels stand below each other rather than in a row.
        let all: Vec<String> = top.iter().flatten().cloned().collect();
        let found = sheet.columns.iter().filter(|column| all.iter().any(|text| form::is_label(text, &column.heading)));
        return found.count() * 1000 / sheet.columns.len().max(1);
    }
    top.iter().map(|row| fit_of_sheet(sheet, row).share).max().unwrap_or(0)
}

fn missing(sheet: &Sheet, out: &mut Told<'_>) {
    let must = if sheet.required { ", which must be filled," } else { "" };
    let message = format!("the sheet {}{must} is missing from the workbook.", sheet_name(sheet));
    out.say(&codes::MISSING_SHEET, message);
}

fn renamed(sheet: &Sheet, found: &str, out: &mut Told<'_>) {
    if let Some(due) = sheet.name.as_deref().filter(|due| *due != found) {
        let message = format!(
            "The sheet {} should be called {}; it was checked as that.",
            shown::quoted(found),
            shown::quoted(due)
        );
        out.say(&codes::RENAMED_SHEET, message);
    }
}

/// Checks one sheet; `None` where it could not be read as the rulebook's.
fn one_sheet(
    checker: &mut Checker<'_>,
    (entry, top): (&SheetEntry, Option<Top>),
    number: usize,
    (name, blank): (&str, Option<&BlankFrame>),
    out: &mut Told<'_>,
) -> Result<Option<SheetRead>, CheckError> {
    let sheet = &checker.rulebook.sheets[number];
    if entry.hidden {
        let message =
            format!("The sheet {} is hidden; what is in it would be sent unseen.", shown::quoted(&entry.name));
        out.say(&codes::HIDDEN_SHEET, message);
    }
    let alone = checker.rulebook.sheets.len() == 1;
    let unread = |why: &str, out: &mut Told<'_>| {
        let message = format!("the sheet {} {why}; it was not checked.", shown::quoted(&entry.name));
        out.say(&codes::MISSING_SHEET, message);
        Ok(None)
    };
    let Some((mut rows, first)) = top.and_then(|top| Some((top.rows, top.first?))) else {
        return if alone {
            Err(CheckError::NoSheet(vec![entry.name.clone()]))
        } else {
            unread("is blank, without even its headings", out)
        };
    };
    if let Some(blank) = blank {
        blank.top(checker.rulebook, number, &first, out);
    }
    let label: Arc<str> = Arc::from(entry.name.as_str());
    let passage = Passage { number, file: (checker.files.len(), name), sheet: Some(label), delimiter: b',' };
    if sheet.is_form {
        let read = form::check(checker, passage, &first, out);
        return Ok(Some(SheetRead { name: entry.name.clone(), filled_rows: read, columns: sheet.columns.len() }));
    }
    let top_rows: Vec<u64> = (0..first.row_count().min(TOP)).map(|row| first.row_number(row)).collect();
    let passed = match checker.rows(passage, &mut rows, first, out) {
        Err(CheckError::NoHeadings) if alone => return Err(CheckError::NoSheet(vec![entry.name.clone()])),
        Err(CheckError::NoHeadings) => return unread("has none of the template's headings at its top", out),
        passed => passed?,
    };
    let heading_row = top_rows.get(passed.head.row).copied().unwrap_or(1);
    let data = DataPlace {
        sheet,
        head: &passed.head,
        heading_row,
        first: heading_row + (passed.head.first_data - passed.head.row) as u64,
        last: passed.totals.last_filled,
    };
    sheet_facts::tell(rows.facts(), &data, out);
    if let Some(blank) = blank {
        blank.drop_downs(number, rows.facts(), &data, out);
    }
    out.about_file(file::row_limit(sheet.max_rows, passed.totals.filled_rows));
    Ok(Some(SheetRead { name: entry.name.clone(), filled_rows: passed.totals.filled_rows, columns: passed.columns }))
}

/// Other sheets that have the same headings and rows below them.
fn elsewhere(
    rulebook: &Rulebook,
    book: &Workbook,
    tops: &[Vec<Vec<String>>],
    (assigned, blank): (&[Option<usize>], Option<&BlankFrame>),
    out: &mut Told<'_>,
) {
    for (at, entry) in book.sheets.iter().enumerate() {
        if assigned.contains(&Some(at)) || blank.is_some_and(|blank| blank.has(&entry.name)) {
            continue;
        }
        let fits = |row: &[String]| {
            let sheets = rulebook.sheets.iter().filter(|sheet| !sheet.is_form);
            sheets.map(|sheet| fit_of_sheet(sheet, row).share).max().unwrap_or(0) >= choose::LEAST_SHARE
        };
        let Some(headings) = tops[at].iter().position(|row| fits(row)) else { continue };
        let filled = tops[at].iter().skip(headings + 1).filter(|row| row.iter().any(|cell| !cell.trim().is_empty()));
        if filled.count() == 0 {
            continue;
        }
        let hidden = if entry.hidden { ", which is hidden," } else { "" };
        let message = format!(
            "the sheet {}{hidden} has the template's headings and rows under them; it was not checked, and may not be sent.",
            shown::quoted(&entry.name)
        );
        out.say(&codes::DATA_ELSEWHERE, message);
    }
}
