//! One finding a line, as they are found; what came of it all is the last line.

use std::io::{self, Write};

use lungwort_core::finding::Finding;
use serde::Serialize;

use super::wire::{FindingEntry, Outcome};
use super::{Form, ReportOptions, Summary};

/// The jsonl report.
pub struct Jsonl {
    limit: u64,
    names: Vec<String>,
}

impl Jsonl {
    pub fn new(options: &ReportOptions) -> Jsonl {
        Jsonl { limit: options.limit as u64, names: options.names.clone() }
    }
}

#[derive(Serialize)]
struct Last {
    summary: Outcome,
}

impl Form for Jsonl {
    fn finding(&mut self, finding: &Finding, number: u64, out: &mut dyn Write) -> io::Result<()> {
        if number >= self.limit {
            return Ok(());
        }
        serde_json::to_writer(&mut *out, &FindingEntry::of(finding, &self.names))?;
        writeln!(out)
    }

    fn finish(&mut self, summary: &Summary<'_>, out: &mut dyn Write) -> io::Result<()> {
        serde_json::to_writer(&mut *out, &Last { summary: Outcome::of(summary) })?;
        writeln!(out)
    }
}
