//! `lungwort template`: a blank template made from a rulebook.

use std::path::PathBuf;

use anyhow::{Context, Result, anyhow, bail};
use clap::Args;
use lungwort_core::blank::{self, BlankOptions, Wanted};

use super::choose;
use crate::Verdict;
use crate::output::{Destination, ForceArgument};
use crate::session::ClockArguments;

#[derive(Debug, Args)]
#[command(after_help = "Examples:
  lungwort template accessions.rulebook.toml -o accessions-template.xlsx
  lungwort template accessions.rulebook.toml -o for-colleagues.xlsx --columns required
  lungwort template accessions.rulebook.toml -o accessions-template.csv --samples

A workbook has a sheet to fill in (with drop-downs, limits and messages), a guide and the lists of its drop-downs.")]
pub struct TemplateArguments {
    /// The rulebook
    rulebook: PathBuf,
    /// The template to write: .xlsx, .csv or .tsv
    #[arg(long, short, value_name = "FILE")]
    output: PathBuf,
    /// Which columns it has: all, required, or headings with commas between
    #[arg(long, value_name = "all|required|NAME,...", default_value = "all")]
    columns: String,
    /// Fill in a row of examples
    #[arg(long)]
    samples: bool,
    #[command(flatten)]
    force: ForceArgument,
    #[command(flatten)]
    clock: ClockArguments,
}

pub fn run(arguments: &TemplateArguments) -> Result<Verdict> {
    let rulebook = choose::load(&arguments.rulebook)?;
    let wanted = match arguments.columns.as_str() {
        "all" => Wanted::All,
        "required" => Wanted::Required,
        names => {
            Wanted::Named(names.split(',').map(|name| name.trim().to_owned()).filter(|name| !name.is_empty()).collect())
        }
    };
    let options = BlankOptions {
        wanted,
        samples: arguments.samples,
        today: arguments.clock.day(),
    };
    let ending =
        arguments.output.extension().map(|ending| ending.to_string_lossy().to_ascii_lowercase()).unwrap_or_default();
    let made = match ending.as_str() {
        "xlsx" => blank::write_book(&rulebook, &options),
        "csv" | "txt" => blank::write_text(&rulebook, &options, b','),
        "tsv" => blank::write_text(&rulebook, &options, b'\t'),
        "ods" => bail!(
            "a template is not written as .ods: write it as .xlsx, open that in a spreadsheet program and save it as .ods"
        ),
        other => {
            bail!("-o {}: a template is written as .xlsx, .csv or .tsv, not as {other:?}", arguments.output.display())
        }
    };
    let place = Destination::new(&arguments.output, arguments.force);
    let mut out = rulebook.files().fold(place, |place, (what, path)| place.keep(what, path)).open()?;
    let bytes = made.map_err(|error| anyhow!("{}: {error}", arguments.rulebook.display()))?;
    out.write_bytes(&bytes).context("the template cannot be written")?;
    out.finish()?;
    crate::output::note!("Wrote the blank template {}.", arguments.output.display());
    if ending != "xlsx" {
        for form in rulebook.sheets.iter().filter(|sheet| sheet.is_form) {
            let name = form.name.as_deref().unwrap_or("of labelled cells");
            crate::output::note!(
                "It does not have the labelled cells of sheet {name}: a delimited file cannot hold them. Write .xlsx for all sheets."
            );
        }
    }
    Ok(Verdict::Ready)
}
