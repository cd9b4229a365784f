//! Dates that could be two days, where other rows of the column show which of day and month comes first.
//!
//! In: the findings of a chunk, and what the first rows of the file show. Out: the same findings, with the likelier day proposed.

use std::sync::Arc;

use crate::cell::date;
use crate::check::header::{DateOrder, Header};
use crate::check::rows::SheetJudge;
use crate::check::rows::result::RowFinding;
use crate::finding::codes::value as codes;
use crate::finding::{Certainty, Correction, Message, Problem, Topic};
use crate::rulebook::{Column, ColumnType};

/// Proposes the day that the column's order makes of each date that could be two.
pub(super) fn in_order((sheet, header): (&SheetJudge<'_>, &Header), findings: &mut [RowFinding]) {
    if header.date_order.iter().all(Option::is_none) {
        return;
    }
    for finding in findings {
        let Topic::Column(index) = finding.problem.topic else { continue };
        let Some(Some(order)) = header.date_order.get(index) else { continue };
        let text = finding.value.as_deref().unwrap_or_default();
        if let Some(problem) = proposed(sheet.columns[index].column(), text, &finding.problem, order) {
            finding.problem = Arc::new(problem);
        }
    }
}

fn proposed(column: &Column, text: &str, problem: &Problem, order: &DateOrder) -> Option<Problem> {
    let ColumnType::Moment(_, pattern) = &column.kind else { return None };
    let open = [&codes::AMBIGUOUS_DATE, &codes::DATE_FORM].contains(&problem.code);
    let certain = |correction: &Correction| correction.certainty == Certainty::Certain;
    if !open || problem.correction.as_ref().is_some_and(certain) {
        return None;
    }
    let date = date::read_in_order(text, order.month_first).filter(|date| date.year() >= 1000)?;
    let written = pattern.write(date);
    let reason = format!("it should be written {}. Did you mean {written}? {}.", pattern.written(), order.words());
    let message = Message { reason, ..problem.message.clone() };
    Some(Problem { message, correction: Correction::likely(&written), ..problem.clone() })
}
