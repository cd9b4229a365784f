//! Problems of a file, a sheet or a row as a whole.

use std::sync::Arc;

use crate::finding::CellProblem;
use crate::finding::codes::file as file_codes;
use crate::finding::{Code, Message, Problem, Topic};
use crate::intake::IssueKind;

/// A problem of a code, to be filled in further.
pub fn bare(code: &'static Code) -> Problem {
    Problem {
        code,
        severity: code.severity,
        topic: Topic::File,
        subject: Arc::from(""),
        message: Message::default(),
        correction: None,
        rulebook_line: None,
    }
}

/// A problem of the file or a row of it. `subject` is a heading that the reason goes on behind.
pub fn file_problem(code: &'static Code, subject: &str, found: CellProblem) -> Arc<Problem> {
    let CellProblem { message: reason, correction, expected, .. } = found;
    let message = match subject {
        "The row" | "" => Message::sentence(crate::rulebook::capital(&reason)),
        heading => Message { heading: Some(Arc::from(heading)), reason, ..Message::default() },
    };
    Arc::new(Problem { message: Message { expected, ..message }, correction, ..bare(code) })
}

/// What is said of a quote that is not as it should be.
pub fn quote_words(kind: IssueKind) -> (&'static Code, &'static str) {
    match kind {
        IssueKind::UnclosedQuote => (
            &file_codes::UNCLOSED_QUOTE,
            "a quote is opened here and never closed; it was treated as a plain character.",
        ),
        IssueKind::TextAfterQuote => (
            &file_codes::TEXT_AFTER_QUOTE,
            "there is text behind the closing quote; a quote inside a quoted cell is written twice.",
        ),
        IssueKind::BlanksAfterQuote => (
            &file_codes::TEXT_AFTER_QUOTE,
            "there are blanks between the closing quote and the delimiter; the cell was read without them.",
        ),
    }
}
