//! `lungwort explain`: what a finding means. `docs/findings.md` is its `--markdown`.

use std::io::Write;

use anyhow::{Result, bail};
use clap::Args;
use lungwort_core::finding::codes::{self, Stage};
use lungwort_core::finding::{Code, Severity};

use crate::Verdict;
use crate::output::Output;
use crate::style::{self, paint};

#[derive(Debug, Args)]
#[command(after_help = "Examples:
  lungwort explain off-list
  lungwort explain            (lists every code)
  lungwort explain --markdown > findings.md")]
pub struct ExplainArguments {
    /// The code, as a report gives it; without one, all are listed
    pub code: Option<String>,
    /// Print every explanation as one Markdown page
    #[arg(long)]
    pub markdown: bool,
}

pub fn run(arguments: &ExplainArguments) -> Result<Verdict> {
    let mut out = Output::standard();
    match &arguments.code {
        _ if arguments.markdown => write!(out, "{}", markdown())?,
        Some(name) => match codes::named(name) {
            Some(code) => explain(code, &mut out)?,
            None => {
                let hint = codes::nearest(name).map(|near| format!("; did you mean {}?", near.name));
                bail!(
                    "there is no code {name}{}",
                    hint.unwrap_or_else(|| "; lungwort explain lists them all".to_owned())
                )
            }
        },
        None => list(&mut out)?,
    }
    out.finish()?;
    Ok(Verdict::Ready)
}

fn explain(code: &Code, out: &mut dyn Write) -> Result<()> {
    writeln!(out, "{}", paint(style::STRONG, code.title))?;
    let word = format!("{:?}", code.severity).to_lowercase();
    writeln!(out, "{}  {}\n", paint(style::FAINT, code.name), paint(style::of(code.severity), word))?;
    let parts = [("What it means", code.means), ("Why it matters", code.matters), ("How to fix it", code.fix)];
    for (label, text) in parts {
        writeln!(out, "{}", paint(style::STRONG, label))?;
        for line in style::wrap(text, style::width().min(90) - 2) {
            writeln!(out, "  {line}")?;
        }
        writeln!(out)?;
    }
    writeln!(out, "{}", paint(style::STRONG, "Example"))?;
    writeln!(out, "  {}  {}", paint(style::ERROR, "found    "), code.before)?;
    writeln!(out, "  {}  {}\n", paint(style::GOOD, "should be"), code.after)?;
    writeln!(out, "{}", paint(style::STRONG, "Next"))?;
    writeln!(out, "  {}", paint(style::GOOD, format!("lungwort check FILE --by row --only {}", code.name)))?;
    Ok(())
}

fn stage_title(stage: Stage) -> &'static str {
    match stage {
        Stage::File => "The file",
        Stage::Template => "Headings and rows",
        Stage::Cell => "How a cell looks",
        Stage::Value => "What a cell holds",
        Stage::Rule => "Rules between cells",
    }
}

fn list(out: &mut dyn Write) -> Result<()> {
    let mut stage = None;
    for code in codes::all() {
        if stage != Some(code.stage) {
            let gap = if stage.is_some() { "\n" } else { "" };
            writeln!(out, "{gap}{}", paint(style::STRONG, stage_title(code.stage)))?;
            stage = Some(code.stage);
        }
        let name = paint(style::of(code.severity), format!("{:<22}", code.name));
        writeln!(out, "  {name} {}", code.title)?;
    }
    writeln!(out, "\n{}", paint(style::FAINT, "lungwort explain CODE says more of one."))?;
    Ok(())
}

fn markdown() -> String {
    let mut page = String::from(
        "# Findings\n\nEvery code that a check can give, what it means, why it matters and how to fix it. \
         `lungwort explain CODE` prints one of them. A code never changes its meaning.\n\n\
         This page is made by `lungwort explain --markdown`.\n",
    );
    let mut stage = None;
    for code in codes::all() {
        if stage != Some(code.stage) {
            page.push_str(&format!("\n## {}\n", stage_title(code.stage)));
            stage = Some(code.stage);
        }
        let severity = match code.severity {
            Severity::Error => "error",
            Severity::Warning => "warning",
            Severity::Note => "note",
        };
        let shown = |text: &str| match text {
            "(blank)" => "(blank)".to_owned(),
            text if text.contains('`') => text.to_owned(),
            text => format!("`{text}`"),
        };
        page.push_str(&format!(
            "\n### {}\n\n*{}* ({severity})\n\n{}\n\n**Why it matters.** {}\n\n**How to fix it.** {}\n\n**Example.** {} → {}\n",
            code.name, code.title, code.means, code.matters, code.fix, shown(code.before), shown(code.after),
        ));
    }
    page
}
