//! What several commands share: groups of options, and what was typed resolved once into what a command works with.

use std::cell::RefCell;
use std::path::{Path, PathBuf};

use anyhow::{Context, Result, anyhow, bail};
use clap::{Args, ValueEnum};
use jiff::civil::Date;
use lungwort_core::check::Opened;
use lungwort_core::finding::Severity;
use lungwort_core::intake::{ReadOptions, Source};

use crate::commands::choose::{self, Chosen};
use crate::output::Output;
use crate::report::FORMS;

/// Which day counts as today.
#[derive(Debug, Clone, Copy, Default, Args)]
pub struct ClockArguments {
    /// The day that counts as today, such as 2026-11-23
    #[arg(long, value_name = "DATE")]
    pub today: Option<Date>,
}

impl ClockArguments {
    /// The day given, or the day that it is.
    pub fn day(self) -> Date {
        self.today.unwrap_or_else(|| jiff::Zoned::now().date())
    }
}

/// Files to be read, and how.
#[derive(Debug, Clone, Default, Args)]
pub struct InputArguments {
    /// The files; - for standard input
    #[arg(required = true, value_name = "FILE")]
    pub files: Vec<PathBuf>,
    /// The rulebook; without it, the one in the file's folder whose headings fit best
    #[arg(long, short, value_name = "FILE")]
    pub rulebook: Option<PathBuf>,
    /// The files' encoding, such as utf-8, windows-1252, utf-16le, shift_jis [default: detected from the bytes]
    #[arg(long, value_name = "NAME")]
    pub encoding: Option<String>,
    /// The delimiter: , ; | or tab [default: detected from the text]
    #[arg(long, value_name = "SIGN")]
    pub delimiter: Option<String>,
    /// The quote character [default: detected from the text]
    #[arg(long, value_name = "SIGN")]
    pub quote: Option<char>,
}

/// What a report shows, and where it goes.
#[derive(Debug, Clone, Args)]
pub struct ReportArguments {
    /// List what is wrong by cause, or row by row
    #[arg(long, value_enum, default_value_t = By::Cause)]
    pub by: By,
    /// The most causes or findings to list (the counts are always exact) [default: 12 causes in full, 200 findings by row]
    #[arg(long, value_name = "COUNT")]
    pub limit: Option<usize>,
    /// Show only findings of this code or about this column
    #[arg(long, value_name = "CODE|COLUMN")]
    pub only: Vec<String>,
    /// Show only findings of this severity or worse
    #[arg(long, value_enum)]
    pub severity: Option<Least>,
    /// The form of the report
    #[arg(long, value_name = "FORM", default_value = "text", value_parser = form_names())]
    pub format: String,
    /// Write the report to a file
    #[arg(long, short, value_name = "FILE")]
    pub output: Option<PathBuf>,
}

impl Default for ReportArguments {
    fn default() -> Self {
        let format = "text".to_owned();
        ReportArguments { by: By::Cause, limit: None, only: Vec::new(), severity: None, format, output: None }
    }
}

impl ReportArguments {
    /// The most that is listed.
    pub fn most(&self) -> usize {
        self.limit.unwrap_or(match (self.by, self.format.as_str()) {
            (By::Cause, "text") => 12,
            (By::Row, "text") => 200,
            (_, "json") => 1_000,
            _ => usize::MAX,
        })
    }

    /// The least severity that is shown.
    pub fn least(&self) -> Option<Severity> {
        self.severity.map(|least| match least {
            Least::Error => Severity::Error,
            Least::Warning => Severity::Warning,
            Least::Note => Severity::Note,
        })
    }

    /// Where the report goes.
    pub fn open(&self) -> Result<Output> {
        Output::open(self.output.as_deref())
    }
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

/// What was typed, resolved: the rulebook and the files, each of which can be opened.
pub struct Session {
    /// The rulebook, and why it was chosen.
    pub chosen: Chosen,
    /// The day that counts as today.
    pub today: Date,
    /// The files as given, in order.
    pub files: Vec<PathBuf>,
    read_options: ReadOptions,
    first: RefCell<Option<Opened>>,
}

impl Session {
    /// Resolves what was typed. A rulebook that was not named is chosen by the first file's headings.
    ///
    /// # Errors
    /// An option that makes no sense, a rulebook that cannot be used, a first file that cannot be read.
    pub fn resolve(input: &InputArguments, clock: ClockArguments) -> Result<Session> {
        let read_options = read_options(input)?;
        let mut first = None;
        let chosen = match &input.rulebook {
            Some(path) => choose::named(path)?,
            None => {
                let path = input.files.first().context("no file is named")?;
                let mut opened = open(path, read_options)?;
                let chosen = choose::by_headings(&mut opened)?;
                first = Some(opened);
                chosen
            }
        };
        Ok(Session { chosen, today: clock.day(), files: input.files.clone(), read_options, first: RefCell::new(first) })
    }

    /// The folder in which files named in cells are looked for: that of the first file.
    pub fn folder(&self) -> &Path {
        self.files.first().and_then(|path| path.parent()).unwrap_or(Path::new(""))
    }

    /// The size of the one file that there is, where it is known.
    pub fn size(&self) -> Option<u64> {
        match self.files.as_slice() {
            [one] => std::fs::metadata(one).ok().map(|about| about.len()),
            _ => None,
        }
    }

    /// Opens one of the files. The one that chose the rulebook is open already.
    ///
    /// # Errors
    /// Where it cannot be read, or is no table.
    pub fn open(&self, at: usize) -> Result<Opened> {
        match self.first.borrow_mut().take().filter(|_| at == 0) {
            Some(opened) => Ok(opened),
            None => open(&self.files[at], self.read_options),
        }
    }
}

fn open(path: &Path, options: ReadOptions) -> Result<Opened> {
    let source =
        if path == Path::new("-") { Source::stream("-".to_owned(), &mut std::io::stdin()) } else { Source::path(path) };
    let opened = source.and_then(|source| Opened::new(source, options));
    let opened = opened.map_err(|error| anyhow!("{}: {error}", path.display()))?;
    let unused = [
        ("--encoding", options.encoding.is_some()),
        ("--delimiter", options.delimiter.is_some()),
        ("--quote", options.quote.is_some()),
    ];
    for (option, _) in unused.iter().filter(|(_, given)| opened.is_workbook() && *given) {
        anstream::eprintln!("lungwort: {option} is not used for {}: it is a workbook", path.display());
    }
    Ok(opened)
}

fn read_options(input: &InputArguments) -> Result<ReadOptions> {
    let encoding = input.encoding.as_deref().map(encoding_of).transpose()?;
    let delimiter = match input.delimiter.as_deref() {
        None => None,
        Some("tab" | "\\t" | "\t") => Some(b'\t'),
        Some(sign) => match sign.as_bytes() {
            [byte] if byte.is_ascii_punctuation() => Some(*byte),
            _ => bail!("--delimiter must be one character such as , ; | or tab, not {sign:?}"),
        },
    };
    let quote = match input.quote {
        None => None,
        Some(sign) => match u8::try_from(sign) {
            Ok(byte) if byte.is_ascii_punctuation() && Some(byte) != delimiter => Some(byte),
            _ => bail!("--quote must be one character such as \" or ', not {sign:?}"),
        },
    };
    Ok(ReadOptions { encoding, delimiter, quote })
}

fn encoding_of(label: &str) -> Result<&'static lungwort_core::Encoding> {
    lungwort_core::Encoding::for_label(label.as_bytes()).with_context(|| {
        format!("no encoding is called {label}; usual ones are utf-8, windows-1252, iso-8859-2 and utf-16le")
    })
}
