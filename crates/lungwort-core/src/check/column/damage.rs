//! What a spreadsheet has done to a code, whatever the column asks of it: a list, a reference, a pattern, a length or a
//! format. The right value is proposed only where the column takes it.

use super::ColumnJudge;
use crate::cell::number::DIGITS_KEPT;
use crate::cell::{number, yes_no};
use crate::finding::codes::{cell as cell_codes, value as codes};
use crate::finding::{CellProblem, Correction};
use crate::rulebook::spoilt::Spoilt;

/// Zeros that are put before a code, at most.
const MOST_ZEROS: usize = 12;

/// The damage, where there is one that explains why the column does not take the text.
pub fn explain(judge: &ColumnJudge<'_>, text: &str) -> Option<CellProblem> {
    scientific(judge, text)
        .or_else(|| lost_zeros(judge, text))
        .or_else(|| plus_gone(judge, text))
        .or_else(|| fraction_added(judge, text))
        .or_else(|| taken_for_something_else(judge, text))
        .or_else(|| digits_lost(judge, text))
        .or_else(|| truth_value(judge, text))
        .or_else(|| hole(judge, text))
}

fn scientific(judge: &ColumnJudge<'_>, text: &str) -> Option<CellProblem> {
    if !number::looks_scientific(text) {
        return None;
    }
    let known = from_list(judge, text);
    let (message, correction) = match known {
        Some(code) => (format!("a spreadsheet has taken the code {code} for a number."), Correction::likely(code)),
        None => {
            let reason =
                "a spreadsheet has turned a long number or a code into this form; copy it from its source again.";
            (reason.to_owned(), None)
        }
    };
    Some(CellProblem::new(&codes::SCIENTIFIC_NOTATION, message).with(correction))
}

fn lost_zeros(judge: &ColumnJudge<'_>, text: &str) -> Option<CellProblem> {
    // Only what is a number through and through loses its zeros.
    let all_digits = !text.is_empty() && text.bytes().all(|byte| byte.is_ascii_digit());
    if !all_digits || text.starts_with('0') && from_list(judge, text).is_some() {
        return None;
    }
    let mut fitting =
        (1..=MOST_ZEROS).map(|zeros| format!("{}{text}", "0".repeat(zeros))).filter(|each| judge.takes(each));
    let padded = fitting.next()?;
    let is_list = judge.column().allowed.is_some();
    if is_list && fitting.next().is_some() {
        let message = "the zeros in front are lost, and the list has more than one code that it can be.";
        return Some(CellProblem::new(&codes::LOST_ZEROS, message));
    }
    let message = "a spreadsheet took it for a number and dropped the zeros in front.";
    Some(CellProblem::new(&codes::LOST_ZEROS, message).with(Correction::likely(padded)))
}

fn plus_gone(judge: &ColumnJudge<'_>, text: &str) -> Option<CellProblem> {
    let with_plus = format!("+{text}");
    let gone = text.len() > 4 && text.bytes().all(|byte| byte.is_ascii_digit()) && judge.takes(&with_plus);
    gone.then(|| {
        let message = "the plus sign in front is gone: a spreadsheet took it for a number.";
        CellProblem::new(&codes::CODE_CHANGED, message).with(Correction::likely(with_plus))
    })
}

fn fraction_added(judge: &ColumnJudge<'_>, text: &str) -> Option<CellProblem> {
    let (whole, zeros) = text.split_once('.').or_else(|| text.split_once(',').filter(|(_, rest)| rest.len() < 3))?;
    let digits = !whole.is_empty() && whole.bytes().all(|byte| byte.is_ascii_digit());
    let digits = digits && !zeros.is_empty() && zeros.bytes().all(|byte| byte == b'0');
    (digits && judge.takes(whole)).then(|| {
        let message = format!("an export has written the code {whole} as a number with a fraction.");
        CellProblem::new(&codes::CODE_CHANGED, message).with(Correction::likely(whole))
    })
}

/// A code that became a date or a number.
fn taken_for_something_else(judge: &ColumnJudge<'_>, text: &str) -> Option<CellProblem> {
    let spoilt = Spoilt::of_cell(text);
    if spoilt.is_empty() {
        return None;
    }
    let what = if spoilt.iter().any(|each| matches!(each, Spoilt::Day(..))) { "a date" } else { "a number" };
    if let Some(code) = from_list(judge, text) {
        let message = format!("a spreadsheet has taken the code {code} for {what}.");
        return Some(CellProblem::new(&codes::CODE_CHANGED, message).with(Correction::likely(code)));
    }
    if judge.column().pattern.is_empty() && judge.column().allowed.is_none() {
        return None;
    }
    let mut fitting: Vec<String> =
        spoilt.into_iter().flat_map(Spoilt::codes).filter(|each| judge.takes(each)).collect();
    fitting.sort();
    fitting.dedup();
    match fitting.as_slice() {
        [] => None,
        [one] => {
            let message = format!("a spreadsheet has taken a code for {what}; it was {one}.");
            Some(CellProblem::new(&codes::CODE_CHANGED, message).with(Correction::likely(one)))
        }
        [one, other, ..] => {
            let message =
                format!("a spreadsheet has taken a code for {what}; it was perhaps {one} or {other}. Look it up.");
            Some(CellProblem::new(&codes::CODE_CHANGED, message))
        }
    }
}

/// The one value of the column's list that a spreadsheet would have turned into this.
fn from_list(judge: &ColumnJudge<'_>, text: &str) -> Option<String> {
    let list = &judge.column().allowed.as_ref()?.list;
    let mut codes: Vec<&str> = Spoilt::of_cell(text).into_iter().filter_map(|each| list.spoilt(each)).collect();
    codes.sort_unstable();
    codes.dedup();
    match codes.as_slice() {
        [one] => Some((*one).to_owned()),
        _ => None,
    }
}

/// More digits than a spreadsheet keeps, the last of them zeros.
fn digits_lost(judge: &ColumnJudge<'_>, text: &str) -> Option<CellProblem> {
    let long = text.len() > DIGITS_KEPT && text.bytes().all(|byte| byte.is_ascii_digit());
    if !long || !text.as_bytes().get(DIGITS_KEPT..)?.iter().all(|byte| *byte == b'0') {
        return None;
    }
    let listed = judge.column().allowed.as_ref().and_then(|allowed| {
        let same = |code: &&str| code.len() == text.len() && code.get(..DIGITS_KEPT) == text.get(..DIGITS_KEPT);
        let mut codes = allowed.list.searched().filter(same);
        codes.next().filter(|_| codes.next().is_none()).map(str::to_owned)
    });
    let message = match &listed {
        Some(code) => format!("a spreadsheet keeps 15 digits, and those behind became zeros; it was {code}."),
        None => {
            "a spreadsheet keeps 15 digits, and those behind became zeros; copy it from its source again.".to_owned()
        }
    };
    Some(CellProblem::new(&cell_codes::DIGITS_LOST, message).with(listed.and_then(Correction::likely)))
}

/// A code of the list that a spreadsheet took for true or false.
fn truth_value(judge: &ColumnJudge<'_>, text: &str) -> Option<CellProblem> {
    let truth = match text {
        "TRUE" => true,
        "FALSE" => false,
        _ => return None,
    };
    let list = &judge.column().allowed.as_ref()?.list;
    let mut meant = list.searched().take(50).filter(|code| yes_no::read_usual(code) == Some(truth));
    let code = meant.next().filter(|_| meant.next().is_none())?;
    let message = format!("a spreadsheet has made it TRUE or FALSE; the list has {code}.");
    Some(CellProblem::new(&codes::CODE_CHANGED, message).with(Correction::likely(code)))
}

/// A question mark, or the sign for a lost character, where a letter was.
fn hole(judge: &ColumnJudge<'_>, text: &str) -> Option<CellProblem> {
    let is_hole = |each: char| matches!(each, '?' | char::REPLACEMENT_CHARACTER);
    if !text.contains(is_hole) || !text.chars().any(char::is_alphanumeric) {
        return None;
    }
    let list = &judge.column().allowed.as_ref()?.list;
    let fits = |code: &&str| {
        code.chars().count() == text.chars().count()
            && code.chars().zip(text.chars()).all(|(one, other)| one == other || is_hole(other) && !one.is_ascii())
    };
    let mut fitting = list.searched().filter(fits);
    let code = fitting.next().filter(|_| fitting.next().is_none())?;
    let message = format!("a letter was lost on the way; the list has {code}.");
    Some(CellProblem::new(&cell_codes::LOST_CHARACTER, message).with(Correction::likely(code)))
}
