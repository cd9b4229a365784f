//! Checking a workbook: which of its sheets is which of the rulebook's, and each of them in turn.
//!
//! In: the workbook's sheets, what is hidden, merged or left in them, and the blank template if there is one. Out:
//! sheets paired with the rulebook's, and findings about sheets and the template; rows go on to `header` and `shape`.

mod formats;
pub(crate) mod sheet;
pub(crate) mod template;

use std::collections::HashSet;
use std::sync::Arc;

use crate::cell::{fold, shown};
use crate::check::problem::file_problem;
use crate::check::run::checker::Passage;
use crate::check::run::metadata::{ContentMetadata, FileMetadata, SheetRead, WorkbookMetadata};
use crate::check::run::open::{Opened, TOP, TopRows};
use crate::check::run::other_sheets;
use crate::check::run::reporter::Reporter;
use crate::check::shape::labelled;
use crate::check::{CheckError, Checker, file};
use crate::finding::CellProblem;
use crate::finding::codes::{file as file_codes, template as codes};
use crate::finding::{Place, Problem, Severity};
use crate::intake::pieces::read_top;
use crate::intake::workbook::{SheetEntry, Style};
use crate::intake::{SheetRows, Workbook};
use crate::rulebook::choose::{self, SheetHeadings};
use crate::rulebook::{Rulebook, Sheet, listed};
use sheet::DataPlace;
use template::TemplateComparison;

/// Checks a workbook.
pub(crate) fn check(
    checker: &mut Checker<'_>,
    opened: Opened,
    out: &mut Reporter<'_>,
) -> Result<FileMetadata, CheckError> {
    let name = opened.name().to_owned();
    let Some((mut book, tops)) = opened.into_workbook()? else { return Err(CheckError::NoHeadings(None)) };
    about_book(checker.rulebook, &book, out);
    let assigned = assign(checker.rulebook, &book, &tops);
    if assigned.iter().all(Option::is_none) {
        return Err(CheckError::NoSheet(book.sheets.iter().map(|entry| entry.name.clone()).collect()));
    }
    let blank = TemplateComparison::read(checker.rulebook, out);
    template::edition(checker.rulebook, Some(&book), &tops, &name, out);
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
        let entry = book.sheets[at].clone();
        let mut rows = book.rows(at)?;
        if blank.as_ref().is_some_and(TemplateComparison::has_styles) {
            rows.follow_styles();
        }
        read.push(one_sheet(checker, (&entry, rows, book.styles()), number, (&name, blank.as_ref()), out)?);
        out.sheet = None;
        if out.stopped {
            break;
        }
    }
    let label = |number: usize| {
        let at = assigned.get(number).copied().flatten()?;
        read.get(number)?.as_ref().map(|_| Some(Arc::from(book.sheets[at].name.as_str())))
    };
    other_sheets::judge(&mut checker.sheets, &label, out);
    elsewhere(checker.rulebook, &book, &tops, (&assigned, blank.as_ref()), out);
    if let Some(blank) = &blank {
        blank.sheets(checker.rulebook, &book, out);
    }
    let total = filled_rows(checker.rulebook, &assigned, &read, out);
    let others = (0..book.sheets.len()).filter(|at| !assigned.contains(&Some(*at)));
    let left_alone = others.map(|at| book.sheets[at].name.clone()).collect();
    let read: Vec<SheetRead> = read.into_iter().flatten().collect();
    Ok(FileMetadata {
        name: String::new(),
        path: None,
        bytes: 0,
        filled_rows: total,
        columns: read.first().map_or(0, |sheet| sheet.columns),
        content: ContentMetadata::Book(WorkbookMetadata { kind: book.kind, read, left_alone }),
    })
}

/// How many rows are filled in, and what is said where there are none or too many.
fn filled_rows(
    rulebook: &Rulebook,
    assigned: &[Option<usize>],
    read: &[Option<SheetRead>],
    out: &mut Reporter<'_>,
) -> u64 {
    let filled =
        |number: usize| read.get(number).and_then(Option::as_ref).map_or(0, |sheet: &SheetRead| sheet.filled_rows);
    let forms = |number: &usize| rulebook.sheets[*number].is_form;
    let total: u64 = (0..assigned.len()).filter(|number| !forms(number)).map(filled).sum();
    let any = (0..assigned.len()).any(|number| filled(number) > 0);
    let mut problems = file::row_limit(rulebook.file.max_rows, total);
    if !any {
        problems.push(file::nothing_filled());
    }
    out.about_file(problems);
    if any {
        for (number, sheet) in rulebook.sheets.iter().enumerate() {
            let required = sheet.required && assigned[number].is_some() && rulebook.sheets.len() > 1;
            if required && filled(number) == 0 {
                let message = format!("nothing is filled in on the sheet {}, which must be filled.", sheet_name(sheet));
                out.say(&codes::EMPTY_SHEET, message);
            }
        }
    }
    total
}

pub(crate) fn sheet_name(sheet: &Sheet) -> String {
    shown::quoted(sheet.name.as_deref().unwrap_or("of the rows"))
}

/// What is reported of the workbook as a whole.
fn about_book(rulebook: &Rulebook, book: &Workbook, out: &mut Reporter<'_>) {
    if book.macros {
        let formats = &rulebook.file.formats;
        let taken = ["xlsm", "xlsb", "xls"].iter().any(|kind| formats.iter().any(|format| format == kind));
        let message = "there are macros (small programs) in the workbook; save it as a workbook without macros.";
        let problem =
            file_problem(&file_codes::MACROS_INSIDE, "", CellProblem::new(&file_codes::MACROS_INSIDE, message));
        if formats.is_empty() {
            out.emit(problem, Place::default(), None);
        } else if !taken {
            let severe = Problem { severity: Severity::Error, ..Problem::clone(&problem) };
            out.emit(Arc::new(severe), Place::default(), None);
        }
    }
    if !book.links.is_empty() {
        let names: Vec<String> = book.links.iter().take(3).map(|name| shown::clipped(name, 60)).collect();
        let message = format!(
            "the workbook reads values from {}, which will not be sent with it; the values kept from there may be old.",
            listed(&names, "and")
        );
        out.say(&file_codes::LINKED_WORKBOOK, message);
    }
}

/// For each sheet of the rulebook, the sheet of the workbook: by its name, and failing that by its headings.
pub(crate) fn assign(rulebook: &Rulebook, book: &Workbook, tops: &[TopRows]) -> Vec<Option<usize>> {
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
        let headings = SheetHeadings::new(sheet);
        let fits: Vec<usize> = tops.iter().map(|top| best_fit(sheet, &headings, top)).collect();
        let fit = |at: usize| fits.get(at).copied().unwrap_or(0);
        if assigned[number].is_some_and(|at| sheet.is_form || fit(at) > 0) {
            continue;
        }
        let free = (0..book.sheets.len()).filter(|at| !assigned.contains(&Some(*at)));
        let best = free.max_by_key(|at| (fit(*at), !book.sheets[*at].hidden, std::cmp::Reverse(*at)));
        assigned[number] = best.filter(|at| fit(*at) >= least).or(assigned[number]);
    }
    assigned
}

fn best_fit(sheet: &Sheet, headings: &SheetHeadings, top: &TopRows) -> usize {
    if sheet.is_form {
        // Labels stand below each other rather than in a row.
        let all: HashSet<String> = top.rows().flatten().map(fold::fold).filter(|text| !text.is_empty()).collect();
        let found = sheet.columns.iter().filter(|column| all.contains(&fold::fold(&column.heading)));
        return found.count() * 1000 / sheet.columns.len().max(1);
    }
    top.rows().map(|row| headings.fit(&row).share).max().unwrap_or(0)
}

fn missing(sheet: &Sheet, out: &mut Reporter<'_>) {
    let must = if sheet.required { ", which must be filled," } else { "" };
    let message = format!("the sheet {}{must} is missing from the workbook.", sheet_name(sheet));
    out.say(&codes::MISSING_SHEET, message);
}

fn renamed(sheet: &Sheet, found: &str, out: &mut Reporter<'_>) {
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
    (entry, rows, styles): (&SheetEntry, SheetRows, &[Style]),
    number: usize,
    (name, blank): (&str, Option<&TemplateComparison>),
    out: &mut Reporter<'_>,
) -> Result<Option<SheetRead>, CheckError> {
    let sheet = &checker.rulebook.sheets[number];
    if entry.hidden {
        let message =
            format!("The sheet {} is hidden; what is in it would be sent unseen.", shown::quoted(&entry.name));
        out.say(&codes::HIDDEN_SHEET, message);
    }
    let alone = checker.rulebook.sheets.len() == 1;
    let unread = |why: &str, out: &mut Reporter<'_>| {
        let message = format!("the sheet {} {why}; it was not checked.", shown::quoted(&entry.name));
        out.say(&codes::MISSING_SHEET, message);
        Ok(None)
    };
    let mut rows = rows;
    let least = if sheet.is_form { labelled::ROWS } else { checker.rows_above_data() };
    let Some(first) = read_top(&mut rows, least)? else {
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
    let top_rows: Vec<u64> = (0..first.row_count().min(TOP)).map(|row| first.row_number(row)).collect();
    let passed = match checker.rows(passage, &mut rows, first, out) {
        Err(CheckError::NoHeadings(_)) if alone => return Err(CheckError::NoSheet(vec![entry.name.clone()])),
        Err(CheckError::NoHeadings(_)) => return unread("has none of the template's headings at its top", out),
        passed => passed?,
    };
    if sheet.is_form {
        let filled_rows = passed.totals.filled_rows;
        return Ok(Some(SheetRead { name: entry.name.clone(), filled_rows, columns: sheet.columns.len() }));
    }
    let heading_row = top_rows.get(passed.header.row).copied().unwrap_or(1);
    let data = DataPlace {
        sheet,
        header: &passed.header,
        heading_row,
        first: heading_row + (passed.header.first_data - passed.header.row) as u64,
        last: passed.totals.last_filled,
    };
    sheet::tell_of(rows.metadata(), &data, out);
    if let Some(blank) = blank {
        blank.drop_downs(number, rows.metadata(), &data, out);
        blank.formats(number, (&rows, styles), &data, out);
    }
    out.about_file(file::row_limit(sheet.max_rows, passed.totals.filled_rows));
    Ok(Some(SheetRead { name: entry.name.clone(), filled_rows: passed.totals.filled_rows, columns: passed.columns }))
}

/// Other sheets that have the same headings and rows below them.
fn elsewhere(
    rulebook: &Rulebook,
    book: &Workbook,
    tops: &[TopRows],
    (assigned, blank): (&[Option<usize>], Option<&TemplateComparison>),
    out: &mut Reporter<'_>,
) {
    let ours = SheetHeadings::of_rulebook(rulebook);
    for (at, entry) in book.sheets.iter().enumerate() {
        if assigned.contains(&Some(at)) || blank.is_some_and(|blank| blank.has(&entry.name)) {
            continue;
        }
        let fits = |row: Vec<&str>| ours.iter().any(|headings| headings.fit(&row).share >= choose::LEAST_SHARE);
        let Some(headings) = tops[at].rows().position(fits) else { continue };
        let mut below = tops[at].rows().skip(headings + 1);
        if !below.any(|row| row.iter().any(|cell| !cell.trim().is_empty())) {
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
