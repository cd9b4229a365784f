//! Verdicts about a file, a sheet or a row as a whole.

use std::sync::Arc;

use super::cell::Found;
use crate::finding::{Code, Severity, Topic, Verdict};

/// A verdict of a code, to be filled in further.
pub fn bare(code: &'static Code) -> Verdict {
    Verdict {
        code,
        severity: code.severity,
        topic: Topic::File,
        subject: Arc::from(""),
        message: String::new(),
        repair: None,
        asked_at: None,
    }
}

/// A verdict about the file or a row of it.
pub fn file_verdict(code: &'static Code, subject: &str, found: Found) -> Arc<Verdict> {
    let severity: Severity = code.severity;
    let message = match subject {
        "The row" | "" => crate::rulebook::capital(&found.message),
        heading => format!("{heading} {}", found.message),
    };
    Arc::new(Verdict { severity, message, repair: found.repair, ..bare(code) })
}
