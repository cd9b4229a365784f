//! `lungwort check`: files against a rulebook.

use std::path::{Path, PathBuf};

use anyhow::{Context, Result, anyhow, bail};
use clap::{Args, ValueEnum};
use jiff::civil::Date;
use lungwort_core::check::{Checker, Opened, Options};
use lungwort_core::finding::{Severity, codes};
use lungwort_core::intake::reader::Told;
use lungwort_core::rulebook::Rulebook;

use super::choose::{self, Chosen};
use crate::Verdict;
use crate::output::Output;
use crate::progress::Progress;
use crate::report::{Asked, FORMS, Filter, Gatherer, Summary};

#[derive(Debug, Args)]
#[command(after_help = "Examples:
  lungwort check accessions.csv
  lungwort check accessions.csv --by row --only Country
  lungwort check north.csv south.csv --rulebook accessions.rulebook.toml
  lungwort check accessions.csv --format csv --output findings.csv
  some-export | lungwort check - --rulebook accessions.rulebook.toml --severity error

Several files are one batch: what may stand only once may stand only once in all of them.
Exit status: 0 ready, 1 not ready, 2 could not run.")]
pub struct CheckArguments {
    /// The files; - for standard input
    #[arg(required = true, value_name = "FILE")]
    pub files: Vec<PathBuf>,
    /// The rulebook; without it, the one in the file's folder whose headings fit best
    #[arg(long, short, value_name = "FILE")]
    pub rulebook: Option<PathBuf>,
    /// List what is wrong by cause, or row by row
    #[arg(long, value_enum, default_value_t = By::Cause)]
    pub by: By,
    /// The most causes or findings to list (the counts are always exact) [default: 12 causes in full, 200 findings by row]
    #[arg(long, value_name = "COUNT")]
    pub limit: Option<usize>,
    /// Show only findings of this code or about this column
    #[arg(long, value_name = "CODE|COLUMN")]
    pub only: Vec<String>,
    /// Show only findings at least this grave
    #[arg(long, value_enum)]
    pub severity: Option<Least>,
    /// The form of the report
    #[arg(long, value_name = "FORM", default_value = "text", value_parser = form_names())]
    pub format: String,
    /// Write the report to a file
    #[arg(long, short, value_name = "FILE")]
    pub output: Option<PathBuf>,
    /// Count warnings as errors
    #[arg(long)]
    pub strict: bool,
    /// The files' encoding, such as utf-8, windows-1252, utf-16le, shift_jis [default: told from the bytes]
    #[arg(long, value_name = "NAME")]
    pub encoding: Option<String>,
    /// The sign between cells: , ; | or tab [default: told from the text]
    #[arg(long, value_name = "SIGN")]
    pub delimiter: Option<String>,
    /// The sign around cells [default: told from the text]
    #[arg(long, value_name = "SIGN")]
    pub quote: Option<char>,
    /// The day that counts as today, such as 2026-11-23
    #[arg(long, value_name = "DATE")]
    pub today: Option<Date>,
    /// Threads that judge [default: one for each core]
    #[arg(long, value_name = "COUNT")]
    pub threads: Option<usize>,
}

/// How findings are listed.
#[derive(Debug, Clone, Copy, PartialEq, Eq, ValueEnum)]
pub enum By {
    /// Findings of one reason together
    Cause,
    /// Each row with its findings
    Row,
}

/// The least severity shown.
#[derive(Debug, Clone, Copy, PartialEq, Eq, ValueEnum)]
pub enum Least {
    /// Errors alone
    Error,
    /// Errors and warnings
    Warning,
    /// Everything
    Note,
}

fn form_names() -> clap::builder::PossibleValuesParser {
    FORMS.iter().map(|(name, what, _)| clap::builder::PossibleValue::new(*name).help(*what)).collect::<Vec<_>>().into()
}

pub fn run(arguments: &CheckArguments) -> Result<Verdict> {
    let told = told(arguments)?;
    let named = arguments.rulebook.as_deref().map(choose::named).transpose()?;
    let mut first = None;
    let chosen = match named {
        Some(chosen) => chosen,
        None => {
            let mut opened = open(&arguments.files[0], told)?;
            let chosen = choose::by_headings(&mut opened)?;
            first = Some(opened);
            chosen
        }
    };
    let filter = filter(arguments, &chosen.rulebook)?;
    let mut out = Output::open(arguments.output.as_deref())?;
    let ready = check_all(arguments, &chosen, told, first, filter, &mut out)?;
    out.finish()?;
    if let Some(path) = &arguments.output {
        let word = if ready { "ready" } else { "not ready" };
        anstream::eprintln!("The report is in {}; the verdict is {word}.", path.display());
    }
    Ok(if ready { Verdict::Ready } else { Verdict::NotReady })
}

fn check_all(
    arguments: &CheckArguments,
    chosen: &Chosen,
    told: Told,
    first: Option<Opened>,
    filter: Filter,
    out: &mut Output,
) -> Result<bool> {
    let limit = arguments.limit.unwrap_or(match (arguments.by, arguments.format.as_str()) {
        (By::Cause, "text") => 12,
        (By::Row, "text") => 200,
        (_, "json") => 1_000,
        _ => usize::MAX,
    });
    let asked = Asked {
        by_row: arguments.by == By::Row,
        limit,
        names: arguments.files.iter().map(|path| path.display().to_string()).collect(),
    };
    let (_, _, make) = FORMS.iter().find(|(name, ..)| *name == arguments.format).context("there is no such form")?;
    let filtered = filter.is_set();
    let mut gatherer = Gatherer::new(filter, make(&asked), out);
    let sizes = arguments.files.iter().map(|path| std::fs::metadata(path).ok().map(|about| about.len()));
    let progress = Progress::start(if arguments.files.len() == 1 { sizes.sum::<Option<u64>>() } else { None });
    let options = Options {
        today: arguments.today.unwrap_or_else(|| jiff::Zoned::now().date()),
        threads: arguments.threads.unwrap_or_else(|| std::thread::available_parallelism().map_or(1, usize::from)),
        progress: Some(progress.counter()),
    };
    let folder = arguments.files[0].parent().unwrap_or(Path::new(""));
    let mut checker = Checker::new(&chosen.rulebook, folder, options);
    let mut first = first;
    for path in &arguments.files {
        let opened = match first.take() {
            Some(opened) => opened,
            None => open(path, told)?,
        };
        let flow = checker
            .file(opened, &mut gatherer)
            .map_err(|error| anyhow!("{}: {error} ({})", path.display(), chosen.rulebook.path.display()))?;
        if flow.is_break() {
            break;
        }
    }
    checker.finish(&mut gatherer);
    drop(progress);
    let ready = gatherer.finish(|counts, shown| Summary {
        rulebook: &chosen.rulebook,
        chosen: chosen.why.clone(),
        files: checker.files(),
        figures: checker.figures(),
        strict: arguments.strict,
        counts,
        shown,
        filtered,
        limit,
    })?;
    Ok(ready)
}

fn open(path: &Path, told: Told) -> Result<Opened> {
    let opened = if path == Path::new("-") {
        Opened::stream("-".to_owned(), Box::new(std::io::stdin()), told)
    } else {
        Opened::path(path, told)
    };
    let opened = opened.map_err(|error| anyhow!("{}: {error}", path.display()))?;
    let unused = [
        ("--encoding", told.encoding.is_some()),
        ("--delimiter", told.delimiter.is_some()),
        ("--quote", told.quote.is_some()),
    ];
    for (option, _) in unused.iter().filter(|(_, given)| opened.is_workbook() && *given) {
        anstream::eprintln!("lungwort: {option} is not used for {}: it is a workbook", path.display());
    }
    Ok(opened)
}

fn told(arguments: &CheckArguments) -> Result<Told> {
    let encoding = match &arguments.encoding {
        Some(label) => Some(encoding_of(label)?),
        None => None,
    };
    let delimiter = match arguments.delimiter.as_deref() {
        None => None,
        Some("tab" | "\\t" | "\t") => Some(b'\t'),
        Some(sign) => match sign.as_bytes() {
            [byte] if byte.is_ascii_punctuation() => Some(*byte),
            _ => bail!("--delimiter takes one sign such as , ; | or tab, not {sign:?}"),
        },
    };
    let quote = match arguments.quote {
        None => None,
        Some(sign) => match u8::try_from(sign) {
            Ok(byte) if byte.is_ascii_punctuation() && Some(byte) != delimiter => Some(byte),
            _ => bail!("--quote takes one sign such as \" or ', not {sign:?}"),
        },
    };
    Ok(Told { encoding, delimiter, quote })
}

fn encoding_of(label: &str) -> Result<&'static lungwort_core::Encoding> {
    lungwort_core::Encoding::for_label(label.as_bytes()).with_context(|| {
        format!("no encoding is called {label}; usual ones are utf-8, windows-1252, iso-8859-2 and utf-16le")
    })
}

fn filter(arguments: &CheckArguments, rulebook: &Rulebook) -> Result<Filter> {
    let mut only = Vec::new();
    for wanted in &arguments.only {
        let columns = || rulebook.sheets.iter().flat_map(|sheet| &sheet.columns);
        let column = columns()
            .find(|column| column.heading.eq_ignore_ascii_case(wanted) || column.name.as_deref() == Some(wanted));
        match (column, codes::named(wanted)) {
            (Some(column), _) => only.push(column.heading.to_lowercase()),
            (None, Some(code)) => only.push(code.name.to_owned()),
            (None, None) => {
                let names = columns().map(|column| column.heading.as_str());
                let near = lungwort_core::cell::fold::nearest(wanted, names.chain(codes::all().map(|code| code.name)));
                let hint = near.map(|near| format!("; did you mean {near:?}?")).unwrap_or_default();
                bail!("--only {wanted}: there is no such code or column{hint}");
            }
        }
    }
    let severity = arguments.severity.map(|least| match least {
        Least::Error => Severity::Error,
        Least::Warning => Severity::Warning,
        Least::Note => Severity::Note,
    });
    Ok(Filter { only, severity })
}
