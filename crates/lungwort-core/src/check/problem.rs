//! Problems of a file, a sheet or a row as a whole.

use std::sync::Arc;

use crate::finding::CellProblem;
use crate::finding::{Code, Message, Problem, Topic};

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
