//! Problems of a file, a sheet or a row as a whole.

use std::sync::Arc;

use crate::cell::shown;
use crate::finding::CellProblem;
use crate::finding::codes::{file as file_codes, template as template_codes};
use crate::finding::{Code, Message, Problem, Severity, Topic, column_letter};
use crate::intake::IssueKind;
use crate::rulebook::Sheet;

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

/// A problem of a rule. The rulebook may say how much an error matters; what is less stays what it is.
pub fn rule_problem(sheet: &Sheet, rule: usize, code: &'static Code, message: String) -> Arc<Problem> {
    let about = &sheet.rules[rule];
    let severity = about.severity.filter(|_| code.severity == Severity::Error).unwrap_or(code.severity);
    Arc::new(Problem {
        severity,
        topic: Topic::Rule(rule),
        subject: Arc::from(about.title.as_str()),
        message: Message::sentence(message),
        rulebook_line: Some(about.line),
        ..bare(code)
    })
}

/// A problem of a column as a whole.
pub fn about_column(code: &'static Code, sheet: &Sheet, index: usize, message: String) -> Arc<Problem> {
    let column = &sheet.columns[index];
    Arc::new(Problem {
        topic: Topic::Column(index),
        subject: Arc::from(column.heading.as_str()),
        message: Message::sentence(message),
        rulebook_line: Some(column.line),
        ..bare(code)
    })
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

/// A filled cell under no heading.
pub fn stray(field: usize, text: &str) -> Arc<Problem> {
    let letter = column_letter(field);
    let message = format!("A cell is {} and column {letter} has no heading.", shown::quoted(text));
    Arc::new(Problem {
        topic: Topic::Stray(field),
        subject: Arc::from(format!("Column {letter}")),
        message: Message::sentence(message),
        ..bare(&template_codes::NO_HEADING)
    })
}
