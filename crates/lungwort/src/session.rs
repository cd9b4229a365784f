//! What several commands share: groups of options, and what was typed resolved once into what a command works with.

use std::cell::RefCell;
use std::io::IsTerminal;
use std::path::{Path, PathBuf};

use anyhow::{Context, Result, anyhow, bail};
use clap::{Args, ValueEnum};
use jiff::civil::Date;
use lungwort_core::cell::shown::quoted_argument;
use lungwort_core::check::{Opened, Options, TopRows};
use lungwort_core::encoding::{self, Encoding};
use lungwort_core::finding::Severity;
use lungwort_core::intake::{ReadOptions, Source};
use lungwort_core::rulebook::{self, Given, GivenFile};

use crate::answers;
use crate::commands::choose::{self, Chosen};
use crate::output::{Destination, ForceArgument, Output};
use crate::outside;
use crate::report::{By, FORMS, FormEntry};

/// Endings of kinds of files in which no report is written, so that a report of text under such a name would mislead.
const OTHER_KINDS: &[&str] = &["tsv", "xls", "xlsm", "xlsb", "ods", "htm", "html", "pdf", "doc", "docx", "xml", "toml"];

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
    /// An export of what the receiving side holds already; of several sheets, Sheet=FILE says for which
    #[arg(long, value_name = "[SHEET=]FILE")]
    pub existing: Vec<String>,
    /// An export of what another system holds: a key that it gave is named as that
    #[arg(long, value_name = "OTHER=FILE")]
    pub existing_of: Vec<String>,
    /// What the rulebook asks for when the file is sent, such as period=2026-11
    #[arg(long, value_name = "NAME=VALUE")]
    pub answer: Vec<String>,
    /// A file with such answers, one a line
    #[arg(long, value_name = "FILE")]
    pub answers: Option<PathBuf>,
}

/// How the rows are judged.
#[derive(Debug, Clone, Default, Args)]
pub struct RunArguments {
    /// Count warnings as errors
    #[arg(long)]
    pub strict: bool,
    /// Worker threads [default: one for each core]
    #[arg(long, value_name = "COUNT")]
    pub threads: Option<usize>,
    /// The most rows judged at a time; the result is the same
    #[arg(long, value_name = "COUNT", hide = true)]
    pub chunk_rows: Option<usize>,
}

impl RunArguments {
    /// The options of a run.
    pub fn options(&self, session: &Session) -> Options {
        let cores = || std::thread::available_parallelism().map_or(1, usize::from);
        Options {
            today: session.today,
            chunk_rows: self.chunk_rows,
            threads: self.threads.unwrap_or_else(cores),
            ..Options::default()
        }
    }
}

/// What a report shows, and where it goes.
#[derive(Debug, Clone, Args)]
pub struct ReportArguments {
    /// List what is wrong by cause, row by row, or group by group
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
    /// The form of the report [default: by the ending of --output, otherwise text]
    #[arg(long, value_name = "FORM", value_parser = form_names())]
    pub format: Option<String>,
    /// Write the report to a file; its ending says the form: .txt, .csv, .xlsx, .json, .jsonl
    #[arg(long, short, value_name = "FILE")]
    pub output: Option<PathBuf>,
    #[command(flatten)]
    pub force: ForceArgument,
}

impl Default for ReportArguments {
    fn default() -> Self {
        ReportArguments {
            by: By::Cause,
            limit: None,
            only: Vec::new(),
            severity: None,
            format: None,
            output: None,
            force: ForceArgument::default(),
        }
    }
}

impl ReportArguments {
    /// The most that is listed.
    pub fn most(&self, form: &FormEntry) -> usize {
        self.limit.unwrap_or(match (self.by, form.name) {
            (By::Cause, "text") => 12,
            (By::Row | By::Group, "text") => 200,
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

    /// The form that is asked for, or that the ending of the output says.
    ///
    /// # Errors
    /// Where the two contradict each other, and where the form cannot go where it should.
    pub fn form(&self) -> Result<&'static FormEntry> {
        let known: Vec<KnownForm> = FORMS.iter().map(|form| (form.name, form.endings, form.is_text)).collect();
        Ok(&FORMS[form_of(&known, self.format.as_deref(), self.output.as_deref())?])
    }

    /// Where the report goes: never in place of a file that is read.
    ///
    /// # Errors
    /// Where it cannot be written.
    pub fn open(&self, session: &Session, form: &FormEntry) -> Result<Output> {
        let Some(path) = self.output.as_deref().filter(|path| *path != Path::new("-")) else {
            return Ok(if form.is_text { Output::standard() } else { Output::raw() });
        };
        let place = session.keep_inputs(Destination::new(path, self.force));
        Ok(if form.is_text { place.open()? } else { place.open()?.untouched() })
    }
}

/// A form of output: its name, the endings of file names that ask for it, and whether it is text.
pub type KnownForm = (&'static str, &'static [&'static str], bool);

/// Which of the forms is asked for, or said by the ending of the output: its place among them.
///
/// # Errors
/// Where the two contradict each other, and where the form cannot go where it should.
pub fn form_of(known: &[KnownForm], named: Option<&str>, output: Option<&Path>) -> Result<usize> {
    let output = output.filter(|path| *path != Path::new("-"));
    let ending = output.and_then(Path::extension).map(|ending| ending.to_string_lossy().to_ascii_lowercase());
    let by_ending =
        ending.as_deref().and_then(|ending| known.iter().position(|(_, endings, _)| endings.contains(&ending)));
    let named = named.and_then(|name| known.iter().position(|(known, ..)| *known == name));
    let form = match (named, by_ending) {
        (Some(named), Some(by_ending)) if named != by_ending => bail!(
            "--format {} does not go with {}: leave --format out, or give a name that ends in .{}",
            known[named].0,
            output.unwrap_or(Path::new("")).display(),
            known[named].1.join(" or .")
        ),
        (Some(form), _) | (None, Some(form)) => form,
        (None, None) if ending.as_deref().is_some_and(|ending| is_other_kind(known, ending)) => {
            let known: Vec<String> =
                known.iter().flat_map(|(_, endings, _)| *endings).map(|each| format!(".{each}")).collect();
            bail!(
                "{}: no report is written as .{}; there are {}",
                output.unwrap_or(Path::new("")).display(),
                ending.unwrap_or_default(),
                known.join(", ")
            )
        }
        (None, None) => 0,
    };
    let (name, endings, is_text) = known[form];
    if !is_text && output.is_none() && std::io::stdout().is_terminal() {
        bail!("a report as {name} cannot be shown on a screen; give it a file with -o findings.{}", endings[0]);
    }
    Ok(form)
}

/// Whether an ending says another kind of file, so that a text under such a name would mislead.
fn is_other_kind(known: &[KnownForm], ending: &str) -> bool {
    let of_reports = FORMS.iter().any(|form| form.endings.contains(&ending));
    OTHER_KINDS.contains(&ending) || of_reports && !known.iter().any(|(_, endings, _)| endings.contains(&ending))
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
    FORMS.iter().map(|form| clap::builder::PossibleValue::new(form.name).help(form.what)).collect::<Vec<_>>().into()
}

/// What was typed, resolved: the rulebook and the files, each of which can be opened.
pub struct Session {
    /// The rulebook, and why it was chosen.
    pub chosen: Chosen,
    /// The day that counts as today.
    pub today: Date,
    /// The files as given, in order.
    pub files: Vec<PathBuf>,
    /// Options that were typed and that the same check needs again.
    typed: Vec<(&'static str, String)>,
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
        let mut given = given(input)?;
        let mut first = None;
        let chosen = match &input.rulebook {
            Some(path) => choose::named(path, &given)?,
            None => {
                let path = input.files.first().context("no file is named")?;
                let mut opened = open(path, read_options)?;
                let chosen = choose::by_headings(&mut opened, &given)?;
                first = Some(opened);
                chosen
            }
        };
        let mut chosen = chosen;
        if chosen.rulebook.has_other_headings() {
            given.heading = heading_of_first(input, read_options, &mut first, &chosen)?;
            if given.heading > 0 {
                let rulebook = choose::named(&chosen.rulebook.path, &given)?.rulebook;
                chosen = Chosen { rulebook, ..chosen };
            }
        }
        let asked = answers::ask(&chosen.rulebook, clock.day())?;
        if !asked.is_empty() {
            given.answers.extend(asked);
            let rulebook = choose::named(&chosen.rulebook.path, &given)?.rulebook;
            chosen = Chosen { rulebook, ..chosen };
        }
        answers::judge(&chosen.rulebook, clock.day())?;
        let typed = [
            ("--rulebook", input.rulebook.as_ref().map(|path| path.display().to_string())),
            ("--encoding", input.encoding.clone()),
            ("--delimiter", input.delimiter.clone()),
            ("--quote", input.quote.map(String::from)),
            ("--today", clock.today.map(|day| day.to_string())),
        ];
        let typed = typed.into_iter().filter_map(|(option, value)| Some((option, value?)));
        let typed = typed.chain(input.existing.iter().map(|text| ("--existing", text.clone())));
        let typed = typed.chain(input.existing_of.iter().map(|text| ("--existing-of", text.clone())));
        // Also those of a file and those that were asked for, so that the same is asked of nobody twice.
        let answered = given.answers.iter().map(|(name, value)| ("--answer", format!("{name}={value}")));
        let typed = typed.chain(answered).collect();
        let files = input.files.clone();
        Ok(Session { chosen, today: clock.day(), files, typed, read_options, first: RefCell::new(first) })
    }

    /// A place for output that is none of the files that are read.
    pub fn keep_inputs<'p>(&self, place: Destination<'p>) -> Destination<'p> {
        let mut place = place;
        for file in &self.files {
            place = place.keep("a file that is checked", file);
        }
        for (what, file) in self.chosen.rulebook.files() {
            place = place.keep(what, file);
        }
        place
    }

    /// The folder in which files named in cells are looked for: that of the first file.
    pub fn folder(&self) -> &Path {
        self.files.first().and_then(|path| path.parent()).unwrap_or(Path::new(""))
    }

    /// The files and options for the same check again, as they are typed; `None` where a file was standard input.
    pub fn again(&self) -> Option<String> {
        if self.files.iter().any(|path| path == Path::new("-")) {
            return None;
        }
        let files = self.files.iter().map(|path| quoted_argument(&path.display().to_string()));
        let options = self.typed.iter().map(|(option, value)| format!("{option} {}", quoted_argument(value)));
        Some(files.chain(options).collect::<Vec<_>>().join(" "))
    }

    /// The size of the one file that there is, where it is known.
    pub fn size(&self) -> Option<u64> {
        match self.files.as_slice() {
            [one] => std::fs::metadata(one).ok().map(|about| about.len()),
            _ => None,
        }
    }

    /// Opens one of the files to look into it before its turn; `None` for standard input, and where it cannot be read.
    pub fn open_ahead(&self, at: usize) -> Option<Opened> {
        let path = self.files.get(at).filter(|path| *path != Path::new("-"))?;
        Opened::new(Source::regular(path).ok()?, self.read_options).ok()
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

/// In which of their headings the first file has most columns, so that messages use the words that people have before them.
/// What stands in the way of reading it is said in its turn.
fn heading_of_first(
    input: &InputArguments,
    options: ReadOptions,
    first: &mut Option<Opened>,
    chosen: &Chosen,
) -> Result<usize> {
    let opened = match first {
        Some(opened) => opened,
        None => {
            let path = input.files.first().context("no file is named")?;
            first.insert(open(path, options)?)
        }
    };
    let Ok(tops) = opened.tops() else { return Ok(0) };
    let cells = tops.iter().flat_map(TopRows::rows).flatten();
    Ok(rulebook::choose::heading_of_most(&chosen.rulebook, cells))
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
        crate::output::note!("lungwort: {option} is not used for {}: it is a workbook", path.display());
    }
    Ok(opened)
}

/// The exports that are named, none of which is a file to be checked.
fn given(input: &InputArguments) -> Result<Given> {
    let mut existing: Vec<GivenFile> = Vec::new();
    for text in &input.existing {
        let (sheet, file) = match text.split_once('=') {
            // A file's name may have the sign in it.
            Some((sheet, file)) if !Path::new(text).exists() => (Some(sheet.to_owned()), PathBuf::from(file)),
            _ => (None, PathBuf::from(text)),
        };
        if existing.iter().any(|other| other.sheet == sheet) {
            bail!("--existing is given twice for the same sheet: {}", file.display());
        }
        if let Some(same) = input.files.iter().find(|checked| same_file::is_same_file(checked, &file).unwrap_or(false))
        {
            bail!(
                "{}: the existing records are the file that is checked; name an export of the receiving side",
                same.display()
            );
        }
        existing.push(GivenFile { sheet, file });
    }
    let answers = answers::given(&input.answer, input.answers.as_deref())?;
    let mut existing_of = Vec::new();
    for text in &input.existing_of {
        match text.split_once('=') {
            Some((name, file)) if !name.trim().is_empty() => {
                existing_of.push((name.trim().to_owned(), PathBuf::from(file)));
            }
            _ => bail!("--existing-of {text}: it is written NAME=FILE, with the name of the other system"),
        }
    }
    Ok(Given { existing, existing_of, answers, allow_outside: outside::is_allowed(), heading: 0 })
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

fn encoding_of(label: &str) -> Result<Encoding> {
    Encoding::for_label(label).with_context(|| format!("no encoding is called {label}; known are {}", encoding::KNOWN))
}
