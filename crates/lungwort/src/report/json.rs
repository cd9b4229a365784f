//! One json document: counts, causes, and single findings up to the limit.

use std::io::{self, Read, Seek, Write};

use lungwort_core::finding::Finding;
use tempfile::SpooledTempFile;

use super::wire::{CauseEntry, FindingEntry, Outcome};
use super::{Form, ReportOptions, Summary};

const IN_MEMORY: usize = 1 << 20;

/// The json report. Findings wait in a spool until the counts in front of them are known.
pub struct Json {
    findings: SpooledTempFile,
    limit: u64,
    names: Vec<String>,
}

impl Json {
    pub fn new(options: &ReportOptions) -> Json {
        Json { findings: SpooledTempFile::new(IN_MEMORY), limit: options.limit as u64, names: options.names.clone() }
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
        self.findings.rewind()?;
        let mut text = Vec::new();
        while Read::by_ref(&mut self.findings).take(1 << 16).read_to_end(&mut text)? > 0 {
            out.write_all(&text)?;
            text.clear();
        }
        writeln!(out, "\n  ]\n}}")
    }
}
