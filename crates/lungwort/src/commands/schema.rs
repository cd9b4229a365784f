//! `lungwort schema`: the JSON Schemas that ship with the program.

use std::io::Write;

use anyhow::Result;
use clap::{Args, ValueEnum};

use crate::{Verdict, output::Output, preview, report};

#[derive(Debug, Args)]
#[command(after_help = "Examples:
  lungwort schema rulebook > rulebook.schema.json
  lungwort schema report")]
pub struct SchemaArguments {
    /// Of what
    of: Of,
}

#[derive(Debug, Clone, Copy, ValueEnum)]
enum Of {
    /// A rulebook, for editors that complete it
    Rulebook,
    /// The json report, for programs that read it
    Report,
    /// The json preview, for programs that read it
    Preview,
}

pub fn run(arguments: &SchemaArguments) -> Result<Verdict> {
    let schema = match arguments.of {
        Of::Rulebook => lungwort_core::rulebook::schema(),
        Of::Report => report::document_schema(),
        Of::Preview => preview::document_schema(),
    };
    let mut out = Output::standard();
    writeln!(out, "{}", serde_json::to_string_pretty(&schema)?)?;
    out.finish()?;
    Ok(Verdict::Ready)
}
