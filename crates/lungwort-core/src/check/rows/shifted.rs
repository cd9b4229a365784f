//! Rows of the right width whose cells stand one place too far right: an unquoted delimiter cut a cell in two, and a blank
//! cell at the end was left out, so that the number of cells tells nothing.
//!
//! In: what is wrong in the cells of a chunk. Out: for a row whose cells are right once two neighbours are joined, one finding
//! about the row in place of those about its cells.

use std::cmp::Reverse;

use crate::cell::{Value, shown};
use crate::check::header::Header;
use crate::check::problem::file_problem;
use crate::check::rows::result::{ChunkResult, RowFinding, whole_row};
use crate::check::rows::{SheetJudge, Values, ragged};
use crate::finding::codes::{file as codes, value as value_codes};
use crate::finding::{Action, CellProblem, column_letter};
use crate::intake::Chunk;

/// Rows of a chunk that are tried: where all are wrong, it is not one comma that did it.
const TRIED: usize = 200;
/// Wider rows are not tried.
const WIDEST: usize = 400;

/// A row that joining two neighbours puts right.
struct Shift {
    /// The first of the two.
    at: usize,
    first: String,
    joined: String,
}

/// Finds them, and takes out what is reported of their cells.
pub(super) fn find(
    (judge, header): (&SheetJudge<'_>, &Header),
    (chunk, delimiter): (&Chunk, u8),
    rows: &[usize],
    values: &mut Values<'_>,
    out: &mut ChunkResult,
) {
    if header.width < 3 || header.width > WIDEST || out.findings.is_empty() {
        return;
    }
    // For each row, the first and the last cell that is wrong.
    let mut wrong: Vec<Option<(usize, usize)>> = vec![None; chunk.row_count()];
    for finding in out.findings.iter().filter(|finding| finding.problem.code != &value_codes::MISSING_VALUE) {
        if let (Some(field), Some(fields)) = (finding.field, wrong.get_mut(finding.row)) {
            let (first, last) = fields.unwrap_or((field, field));
            *fields = Some((first.min(field), last.max(field)));
        }
    }
    let tried = wrong.into_iter().enumerate().filter_map(|(row, fields)| Some((row, fields?))).take(TRIED);
    let found: Vec<(usize, Shift)> = tried
        .filter_map(|(row, fields)| Some((row, shift(judge, header, &chunk.row_texts(row), fields, delimiter)?)))
        .collect();
    for (row, shift) in found {
        out.findings.retain(|finding| finding.row != row || finding.field.is_none_or(|field| field < shift.at));
        if let Ok(position) = rows.binary_search(&row) {
            set_values((judge, header), values, position, &chunk.row_texts(row), &shift);
        }
        out.findings.push(say(judge, header, row, &shift));
    }
}

/// The rules of the row go by what its columns hold once the two cells are joined.
fn set_values(
    (judge, header): (&SheetJudge<'_>, &Header),
    values: &mut Values<'_>,
    position: usize,
    texts: &[&str],
    shift: &Shift,
) {
    for (index, field) in header.field_of.iter().enumerate() {
        let Some(field) = field.filter(|field| *field >= shift.at) else { continue };
        let text = if field == shift.at { &shift.joined } else { texts.get(field + 1).copied().unwrap_or_default() };
        let value = judge.columns[index].judge(text).value;
        if let Some(filled) = values.filled.get_mut(index).and_then(|filled| filled.get_mut(position)) {
            *filled = !matches!(value, Value::Blank);
        }
        if let Some(typed) = values.typed.get_mut(index).and_then(|typed| typed.get_mut(position)) {
            *typed = value;
        }
    }
}

fn say(judge: &SheetJudge<'_>, header: &Header, row: usize, shift: &Shift) -> RowFinding {
    let message = format!(
        "is most likely {}: the cells from column {} on are one place too far right.",
        shown::quoted(&shift.joined),
        column_letter(shift.at + 1),
    );
    let join = Action::JoinCells { count: 2, value: shift.joined.clone() };
    let found = CellProblem::new(&codes::SHIFTED_ROW, message).with(join.likely());
    let problem = match header.field_of.iter().position(|field| *field == Some(shift.at)) {
        Some(index) => judge.columns[index].problem(found),
        None => file_problem(&codes::SHIFTED_ROW, &judge.heading_of(header, shift.at), found),
    };
    RowFinding { field: Some(shift.at), value: Some(shift.first.as_str().into()), ..whole_row(row, problem) }
}

/// The one place at which joining two neighbours makes more cells right than any other; `None` where there is none, or where
/// another cell stays wrong that joining moves.
fn shift(
    judge: &SheetJudge<'_>,
    header: &Header,
    texts: &[&str],
    (first_wrong, last_wrong): (usize, usize),
    delimiter: u8,
) -> Option<Shift> {
    let width = header.width;
    let text = |field: usize| texts.get(field).copied().unwrap_or_default();
    // What stands one place too far right is right one place to the left.
    if last_wrong == 0 || judge.is_wrong(header, last_wrong - 1, text(last_wrong)) > 0 {
        return None;
    }
    let here: usize = (0..width).map(|field| judge.is_wrong(header, field, text(field))).sum();
    let is_key = |field: usize| judge.sheet.key.iter().any(|index| header.field_of[*index] == Some(field));
    // Of joins that put equally much right, the likelier: halves of one phrase, two words, not the row's key.
    let likelihood = |at: usize| {
        let is_word = |text: &str| text.chars().any(char::is_alphabetic);
        let words = is_word(text(at)) && is_word(text(at + 1));
        usize::from(text(at + 1).starts_with(' ')) * 4 + usize::from(words) * 2 + usize::from(!is_key(at))
    };
    let left = ragged::left_wrong(judge, header, texts, 1);
    let last_filled = (0..width).rfind(|field| !text(*field).is_empty())?;
    let mut best: Option<((usize, Reverse<usize>), Shift)> = None;
    let mut equal = false;
    // The join lies at or before the first cell that is wrong.
    for (at, left) in left.into_iter().enumerate().take(first_wrong + 1) {
        if text(at).is_empty() || text(at + 1).is_empty() {
            continue;
        }
        let (joined, gain) = joined(text(at), text(at + 1), delimiter);
        let score = left + judge.is_wrong(header, at, &joined);
        // One cell put right may be chance, unless the two are halves of one number or of one phrase; and a join that moves
        // nothing shows nothing.
        if last_filled < at + 2 || score + gain > here {
            continue;
        }
        let rank = (score, Reverse(likelihood(at)));
        match &best {
            Some((least, _)) if *least < rank => {}
            Some((least, _)) if *least == rank => equal = true,
            _ => {
                best = Some((rank, Shift { at, first: text(at).to_owned(), joined }));
                equal = false;
            }
        }
    }
    let ((score, _), shift) = best?;
    (score == 0 && !equal).then_some(shift)
}

/// What two neighbours may have been, and how many cells it must put right to be believed.
fn joined(one: &str, other: &str, delimiter: u8) -> (String, usize) {
    let digits =
        |text: &str, least: usize| (least..=3).contains(&text.len()) && text.bytes().all(|byte| byte.is_ascii_digit());
    let whole = other.split('.').next().unwrap_or(other);
    let thousands = digits(one.trim_start_matches('-'), 1) && digits(whole, 3) && delimiter == b',';
    if thousands {
        return (format!("{one}{other}"), 1);
    }
    let flows = other.starts_with(' ') && one.chars().any(char::is_alphabetic);
    let sign = char::from(delimiter);
    (format!("{one}{sign}{other}"), if flows { 1 } else { 2 })
}
