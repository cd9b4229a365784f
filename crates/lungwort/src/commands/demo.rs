//! `lungwort demo`: the sample files of the example world, and the way from a template to a first check.

use std::io::Write;
use std::path::{Path, PathBuf};

use anyhow::{Context, Result, bail};
use clap::Args;

use super::check::CheckArguments;
use super::explain::ExplainArguments;
use super::learn::LearnArguments;
use crate::Verdict;
use crate::output::{Destination, ForceArgument, Output};
use crate::session::{ClockArguments, InputArguments, ReportArguments};
use crate::style::{self, paint};

/// Prints a line, also where nobody reads any more.
macro_rules! say {
    ($($part:tt)*) => {{
        let mut out = Output::standard();
        writeln!(out, $($part)*)?;
        out.finish()?;
    }};
}

#[derive(Debug, Args)]
#[command(after_help = "Examples:
  lungwort demo
  lungwort demo samples")]
pub struct DemoArguments {
    /// The folder to write the samples into
    #[arg(default_value = "lungwort-demo")]
    folder: PathBuf,
    #[command(flatten)]
    force: ForceArgument,
}

/// Every sample: its name and its bytes.
const SAMPLES: &[(&str, &[u8])] = &[
    ("germination-template.xlsx", include_bytes!("../../../../examples/germination-template.xlsx")),
    ("germination-accepted.xlsx", include_bytes!("../../../../examples/germination-accepted.xlsx")),
    ("germination.xlsx", include_bytes!("../../../../examples/germination.xlsx")),
    ("accessions.rulebook.toml", include_bytes!("../../../../examples/accessions.rulebook.toml")),
    ("accessions.csv", include_bytes!("../../../../examples/accessions.csv")),
    ("accessions-east.tsv", include_bytes!("../../../../examples/accessions-east.tsv")),
    ("accessions-ready.csv", include_bytes!("../../../../examples/accessions-ready.csv")),
    ("movements.rulebook.toml", include_bytes!("../../../../examples/movements.rulebook.toml")),
    ("movements.csv", include_bytes!("../../../../examples/movements.csv")),
    ("lots.rulebook.toml", include_bytes!("../../../../examples/lots.rulebook.toml")),
    ("lots.csv", include_bytes!("../../../../examples/lots.csv")),
    ("transfers.rulebook.toml", include_bytes!("../../../../examples/transfers.rulebook.toml")),
    ("transfers.csv", include_bytes!("../../../../examples/transfers.csv")),
    ("stores.rulebook.toml", include_bytes!("../../../../examples/stores.rulebook.toml")),
    ("stores.csv", include_bytes!("../../../../examples/stores.csv")),
    ("catalogue.rulebook.toml", include_bytes!("../../../../examples/catalogue.rulebook.toml")),
    ("catalogue.csv", include_bytes!("../../../../examples/catalogue.csv")),
    ("viability.rulebook.toml", include_bytes!("../../../../examples/viability.rulebook.toml")),
    ("viability-lots.csv", include_bytes!("../../../../examples/viability-lots.csv")),
    ("viability-tests.csv", include_bytes!("../../../../examples/viability-tests.csv")),
    ("updates.rulebook.toml", include_bytes!("../../../../examples/updates.rulebook.toml")),
    ("updates.csv", include_bytes!("../../../../examples/updates.csv")),
    ("register.csv", include_bytes!("../../../../examples/register.csv")),
    ("planned-tests.csv", include_bytes!("../../../../examples/planned-tests.csv")),
    ("donors.csv", include_bytes!("../../../../examples/donors.csv")),
    ("families.csv", include_bytes!("../../../../examples/families.csv")),
    ("taxa.csv", include_bytes!("../../../../examples/taxa.csv")),
    ("photos/primula-veris.jpg", b"a picture would be here\n"),
];

/// The day on which the samples are checked, so that the report is the same whenever the demo runs.
const SAMPLE_DAY: jiff::civil::Date = jiff::civil::date(2026, 11, 23);

/// The rulebook that is learned on the way.
const LEARNED: &str = "germination.rulebook.toml";

pub fn run(arguments: &DemoArguments) -> Result<Verdict> {
    let folder = &arguments.folder;
    for name in SAMPLES.iter().map(|(name, _)| *name).chain([LEARNED]) {
        let path = folder.join(name);
        if path.exists() && !arguments.force.force {
            bail!(
                "{} exists already; use another folder (lungwort demo OTHER), or add --force to replace it",
                path.display()
            );
        }
    }
    for (name, bytes) in SAMPLES {
        write(&folder.join(name), bytes, arguments.force)?;
    }
    say!(
        "Wrote {} sample files of the made-up Thistledown Seed Vault to {}.",
        SAMPLES.len(),
        folder.display()
    );
    let at = |name: &str| folder.join(name);
    step("1", "A template was downloaded, and another file was accepted before: what does the template require?")?;
    let (template, accepted) = (at("germination-template.xlsx"), at("germination-accepted.xlsx"));
    command(&format!("lungwort learn {} --sample {}", template.display(), accepted.display()))?;
    super::learn::run(&LearnArguments {
        template: Some(template),
        no_ask: true,
        sample: vec![accepted],
        force: arguments.force,
        clock: ClockArguments { today: Some(SAMPLE_DAY) },
        ..LearnArguments::default()
    })?;
    step("2", "A workbook has come back from colleagues: is it ready to be sent?")?;
    let file = at("germination.xlsx");
    command(&format!("lungwort check {} --limit 8", file.display()))?;
    super::check::run(&CheckArguments {
        input: InputArguments { files: vec![file.clone()], ..InputArguments::default() },
        report: ReportArguments { limit: Some(8), ..ReportArguments::default() },
        clock: ClockArguments { today: Some(SAMPLE_DAY) },
        ..CheckArguments::default()
    })?;
    step("3", "What does one of them mean?")?;
    command("lungwort explain shown-only")?;
    super::explain::run(&ExplainArguments { code: Some("shown-only".to_owned()), markdown: false })?;
    say!("\n{}", paint(style::STRONG, "More to try"));
    let tries = [
        (format!("lungwort check {} --by row", file.display()), "the same, row by row"),
        (format!("lungwort preview {}", at("updates.csv").display()), "what an upload would create, change and remove"),
        (format!("lungwort rulebook {}", at(LEARNED).display()), "what was learned, column by column"),
        (format!("lungwort template {} -o blank.xlsx", at("accessions.rulebook.toml").display()), "a blank template"),
        (format!("lungwort check {}", at("accessions.csv").display()), "a delimited file"),
        (format!("lungwort check {}", at("movements.csv").display()), "rows in groups, each of which must balance"),
        (format!("lungwort check {}", at("lots.csv").display()), "rows that continue the one above"),
        (format!("lungwort check {}", at("transfers.csv").display()), "blocks, each with a header and lines"),
        (format!("lungwort check {}", at("stores.csv").display()), "the same columns several times side by side"),
        (format!("lungwort check {}", at("catalogue.csv").display()), "articles and their variants"),
        (
            format!("lungwort check {} {}", at("viability-lots.csv").display(), at("viability-tests.csv").display()),
            "tests that name lots of another file",
        ),
    ];
    for (command, why) in tries {
        let gap = 68_usize.saturating_sub(command.len()).max(2);
        say!("  {}{}{}", paint(style::GOOD, &command), " ".repeat(gap), paint(style::FAINT, why));
    }
    // The demo did what it should, whatever the sample file is like.
    Ok(Verdict::Ready)
}

fn step(number: &str, question: &str) -> Result<()> {
    say!("\n{} {}\n", paint(style::STRONG, format!("{number}.")), paint(style::STRONG, question));
    Ok(())
}

fn command(line: &str) -> Result<()> {
    say!("{}\n", paint(style::GOOD, format!("$ {line}")));
    Ok(())
}

fn write(path: &Path, bytes: &[u8], force: ForceArgument) -> Result<()> {
    let folder = path.parent().unwrap_or(Path::new("."));
    std::fs::create_dir_all(folder).with_context(|| format!("the folder {} cannot be made", folder.display()))?;
    let mut file = Destination::new(path, force).open()?;
    file.write_bytes(bytes)?;
    file.finish()
}
