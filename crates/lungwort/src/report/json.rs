//! One json document: counts, causes, and single findings up to the limit.

use std::io::{self, Write};

use lungwort_core::finding::Finding;

use super::wire::{CauseEntry, FindingEntry, Outcome};
use super::{Form, ReportOptions, Summary};
use crate::waiting::Waiting;

/// The json report. Findings wait in a spool until the counts in front of them are known.
pub struct Json {
    findings: Waiting,
    limit: u64,
    names: Vec<String>,
}

impl Json {
    pub fn new(options: &ReportOptions) -> Json {
        Json { findings: Waiting::new(), limit: options.limit as u64, names: options.names.clone() }
    }
}

impl Form for Json {
    fn finding(&mut self, finding: &Finding, number: u64, _: &mut dyn Write) -> io::Result<()> {
        if number >= self.limit {
            return Ok(());
        }
        self.findings.write_all(if number == 0 { b"\n    " } else { b",\n    " })?;
        serde_json::to_writer(&mut self.findings, &FindingEntry::of(finding, &self.names))?;
        Ok(())
    }

    fn finish(&mut self, summary: &Summary<'_>, out: &mut dyn Write) -> io::Result<()> {
        let outcome = serde_json::to_string_pretty(&Outcome::of(summary))?;
        // The causes and findings are added to the same object, so its closing bracket waits.
        let open = outcome.trim_end().trim_end_matches('}').trim_end();
        write!(out, "{open},\n  \"causes\": [")?;
        for (at, cause) in summary.shown.sorted().into_iter().enumerate() {
            write!(out, "{}", if at == 0 { "\n    " } else { ",\n    " })?;
            serde_json::to_writer(&mut *out, &CauseEntry::of(cause))?;
        }
        write!(out, "\n  ],\n  \"findings\": [")?;
        self.findings.copy_to(out)?;
        writeln!(out, "\n  ]\n}}")
    }
}
