//! `lungwort demo`: the sample files of the example world, and a first check of them.

use std::path::{Path, PathBuf};

use anyhow::{Context, Result, bail};
use clap::Args;

use super::check::{By, CheckArguments};
use crate::Verdict;
use crate::style::{self, paint};

#[derive(Debug, Args)]
#[command(after_help = "Examples:
  lungwort demo
  lungwort demo samples")]
pub struct DemoArguments {
    /// The folder to write the samples into
    #[arg(default_value = "lungwort-demo")]
    folder: PathBuf,
}

/// Every sample: its name and its bytes.
const SAMPLES: &[(&str, &[u8])] = &[
    ("accessions.rulebook.toml", include_bytes!("../../../../examples/accessions.rulebook.toml")),
    ("accessions.csv", include_bytes!("../../../../examples/accessions.csv")),
    ("accessions-east.tsv", include_bytes!("../../../../examples/accessions-east.tsv")),
    ("accessions-ready.csv", include_bytes!("../../../../examples/accessions-ready.csv")),
    ("taxa.csv", include_bytes!("../../../../examples/taxa.csv")),
    ("photos/primula-veris.jpg", b"a picture would be here\n"),
];

pub fn run(arguments: &DemoArguments) -> Result<Verdict> {
    let folder = &arguments.folder;
    for (name, _) in SAMPLES {
        let path = folder.join(name);
        if path.exists() {
            bail!(
                "{} is there already, and nothing is overwritten; name another folder: lungwort demo OTHER",
                path.display()
            );
        }
    }
    for (name, bytes) in SAMPLES {
        write(&folder.join(name), bytes)?;
    }
    let file = folder.join("accessions.csv");
    anstream::println!(
        "Wrote {} sample files of the made-up Thistledown Seed Vault to {}.",
        SAMPLES.len(),
        folder.display()
    );
    anstream::println!("{}\n", paint(style::GOOD, format!("$ lungwort check {}", file.display())));
    super::check::run(&CheckArguments {
        files: vec![file.clone()],
        rulebook: None,
        by: By::Cause,
        limit: None,
        only: Vec::new(),
        severity: None,
        format: "text".to_owned(),
        output: None,
        strict: false,
        encoding: None,
        delimiter: None,
        quote: None,
        today: Some(jiff::civil::date(2026, 11, 23)),
        threads: None,
    })?;
    anstream::println!("\n{}", paint(style::STRONG, "Three things to try"));
    let tries = [
        (format!("lungwort check {} --by row --limit 20", file.display()), "the same, row by row"),
        (format!("lungwort rulebook {}", folder.join("accessions.rulebook.toml").display()), "what the template asks"),
        (format!("lungwort check {}", folder.join("accessions-ready.csv").display()), "a file that is ready"),
    ];
    for (command, why) in tries {
        let gap = 62_usize.saturating_sub(command.len()).max(2);
        anstream::println!("  {}{}{}", paint(style::GOOD, &command), " ".repeat(gap), paint(style::FAINT, why));
    }
    // The demo did what it should, whatever the sample file is like.
    Ok(Verdict::Ready)
}

fn write(path: &Path, bytes: &[u8]) -> Result<()> {
    let folder = path.parent().unwrap_or(Path::new("."));
    std::fs::create_dir_all(folder).with_context(|| format!("the folder {} cannot be made", folder.display()))?;
    let mut file =
        tempfile::NamedTempFile::new_in(folder).with_context(|| format!("{} cannot be written", path.display()))?;
    std::io::Write::write_all(&mut file, bytes)?;
    file.persist_noclobber(path)
        .map_err(|error| error.error)
        .with_context(|| format!("{} cannot be written", path.display()))?;
    Ok(())
}
