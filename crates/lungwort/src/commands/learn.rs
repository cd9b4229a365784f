//! `lungwort learn`: a rulebook drafted from a template.

use std::io::Write;
use std::path::{Path, PathBuf};

use anyhow::{Context, Result, bail};
use clap::Args;
use lungwort_core::cell::shown::{self, quoted_argument};
use lungwort_learn::draft::{Confidence, Draft, DraftColumn, DraftRule, Unread};
use lungwort_core::rulebook::questions::questions as open_questions;
use lungwort_learn::{self as learn, Hints, Learned};
use lungwort_core::rulebook::{self, ENDING};

use crate::Verdict;
use crate::output::{Destination, ForceArgument, Output};
use super::rulebook::as_named;
use crate::questions::{self, Asked};
use crate::outside;
use crate::session::ClockArguments;
use crate::style::{self, paint};

/// Changes that are named on the screen.
const CHANGES: usize = 12;
/// Things to look at that are named on the screen.
const LOOKED_AT: usize = 6;

#[derive(Debug, Default, Args)]
#[command(after_help = "Examples:
  lungwort learn accessions-template.xlsx
  lungwort learn accessions-template.xlsx --sample sent-in-march.xlsx --sample sent-in-june.csv
  lungwort learn updates-template.csv --sample sent.csv --reference donors.csv --existing register.csv
  lungwort learn accessions-template.csv -o accessions.rulebook.toml

The template may be a workbook or a delimited file, blank or with sample rows. Files that were accepted before tell
what the template does not: how dates are written, which values come up, which columns go together.")]
pub struct LearnArguments {
    /// The downloaded template
    #[arg(value_name = "TEMPLATE", required_unless_present = "resume")]
    pub template: Option<PathBuf>,
    /// Go on with the open questions of a rulebook that was drafted before
    #[arg(long, value_name = "RULEBOOK", conflicts_with_all = ["template", "sample", "reference", "existing", "output"])]
    pub resume: Option<PathBuf>,
    /// The rulebook of an older edition: what somebody confirmed or wrote in it stays
    #[arg(long, value_name = "RULEBOOK")]
    pub onto: Option<PathBuf>,
    /// Leave the questions open, also on a terminal
    #[arg(long)]
    pub no_ask: bool,
    /// A filled file that was accepted
    #[arg(long, value_name = "ACCEPTED")]
    pub sample: Vec<PathBuf>,
    /// An export of a list of the receiving side, such as its donors
    #[arg(long, value_name = "LIST")]
    pub reference: Vec<PathBuf>,
    /// An export of what the receiving side holds already
    #[arg(long, value_name = "FILE")]
    pub existing: Vec<PathBuf>,
    /// The sheet that is to be filled, where that cannot be found out
    #[arg(long, value_name = "NAME")]
    pub sheet: Option<String>,
    /// The row of its headings, from 1, where that cannot be found out
    #[arg(long, value_name = "ROW", value_parser = clap::value_parser!(u64).range(1..))]
    pub heading_row: Option<u64>,
    /// The rulebook to write; - for standard output [default: the template's name with .rulebook.toml, beside it]
    #[arg(long, short, value_name = "FILE")]
    pub output: Option<PathBuf>,
    #[command(flatten)]
    pub force: ForceArgument,
    #[command(flatten)]
    pub clock: ClockArguments,
}

pub fn run(arguments: &LearnArguments) -> Result<Verdict> {
    let template = match (&arguments.template, &arguments.resume) {
        (_, Some(rulebook)) => return resume(rulebook, arguments),
        (Some(template), None) => template,
        (None, None) => bail!("name the template"),
    };
    let to_screen = arguments.output.as_deref() == Some(Path::new("-"));
    let path = arguments.output.clone().unwrap_or_else(|| beside(template));
    let mut file = if to_screen {
        Output::standard()
    } else {
        let place = Destination::new(&path, arguments.force).keep("the template", template);
        let place = arguments.sample.iter().fold(place, |place, sample| place.keep("an accepted file", sample));
        let place = arguments.onto.iter().fold(place, |place, old| place.keep("the older rulebook", old));
        let lists = arguments.reference.iter().chain(&arguments.existing);
        lists.fold(place, |place, list| place.keep("a list", list)).open()?
    };
    let folder = if to_screen { Path::new("") } else { path.parent().unwrap_or(Path::new("")) };
    let lists = (arguments.reference.as_slice(), arguments.existing.as_slice());
    let onto = arguments.onto.as_ref().map(|old| {
        rulebook::text_of(old).with_context(|| format!("{} cannot be read", old.display()))
    });
    let onto = onto.transpose()?;
    let hints = Hints { onto, sheet: arguments.sheet.clone(), heading_row: arguments.heading_row };
    let beside = (folder, arguments.clock.day());
    let learned = learn::learn_with(template, &arguments.sample, lists, beside, &hints);
    let learned = learned.context("nothing could be learned")?;
    file.write_bytes(&as_kept(&path, &learned.text)?)?;
    file.finish()?;
    if !to_screen {
        let mut out = Output::standard();
        let asks = !arguments.no_ask && questions::can_ask();
        summary(&learned, (&path, asks, arguments.onto.as_deref()), &mut out)?;
        out.finish()?;
        let named = learned.draft.template.get("file").map(|line| line.value.trim_matches('"'));
        if named.is_some_and(|file| file.starts_with("..") || Path::new(file).is_absolute()) && !outside::is_allowed() {
            crate::output::note!(
                "The template is outside the rulebook's folder. Put both into one folder, or checks read it only with --allow-outside."
            );
        }
        if asks {
            let asked = questions::ask(&learned.text, &learned.draft.seen, arguments.clock.day())?;
            keep(&path, &asked)?;
        }
    }
    Ok(Verdict::Ready)
}

/// A rulebook's text as it is kept in a file: as a workbook where the name ends so.
fn as_kept(path: &Path, text: &str) -> Result<Vec<u8>> {
    let is_book = path.extension().is_some_and(|ending| ending.eq_ignore_ascii_case("xlsx"));
    if is_book { as_named(path, path, text) } else { Ok(text.as_bytes().to_vec()) }
}

/// Goes on with the questions of a rulebook.
fn resume(path: &Path, arguments: &LearnArguments) -> Result<Verdict> {
    let text = rulebook::text_of(path).with_context(|| format!("{} cannot be read", path.display()))?;
    let open = open_questions(&text);
    if open.is_empty() {
        crate::output::tell!("{}: no question is open.", path.display());
        return Ok(Verdict::Ready);
    }
    if arguments.no_ask || !questions::can_ask() {
        let noun = if open.len() == 1 { "question is" } else { "questions are" };
        crate::output::tell!("{}: {} {noun} open; on a terminal they are asked:", path.display(), open.len());
        open.iter().for_each(|question| crate::output::tell!("  · {} ({})", question.words, question.evidence));
        return Ok(Verdict::Ready);
    }
    let asked = questions::ask(&text, &std::collections::HashMap::new(), arguments.clock.day())?;
    keep(path, &asked)?;
    Ok(Verdict::Ready)
}

/// Writes the answers into the rulebook, and says how many questions are left.
fn keep(path: &Path, asked: &Asked) -> Result<()> {
    if asked.answered > 0 {
        let mut file = Destination::new(path, ForceArgument { force: true }).open()?;
        file.write_bytes(&as_kept(path, &asked.text)?)?;
        file.finish()?;
    }
    let named = quoted_argument(&path.display().to_string());
    let (answered, open) = (words(asked.answered, "answer", "answers"), asked.open);
    match open {
        0 => crate::output::tell!("\n{answered} kept in {}; no question is open.", path.display()),
        open => crate::output::tell!(
            "\n{answered} kept in {}; {} open: lungwort learn --resume {named}",
            path.display(),
            words(open, "question is", "questions are")
        ),
    }
    Ok(())
}

/// The template's name with the ending of rulebooks.
fn beside(template: &Path) -> PathBuf {
    let stem = template.file_stem().map(|stem| stem.to_string_lossy().into_owned()).unwrap_or_default();
    let stem = stem.trim_end_matches("-template").trim_end_matches("_template").to_owned();
    template.with_file_name(format!("{stem}{ENDING}"))
}

fn summary(learned: &Learned, (path, asks, onto): (&Path, bool, Option<&Path>), out: &mut dyn Write) -> Result<()> {
    let draft = &learned.draft;
    let columns: usize = draft.sheets.iter().map(|sheet| sheet.columns.len()).sum();
    writeln!(
        out,
        "{}: {} of {} learned from {}",
        paint(style::GOOD, format!("WROTE {}", path.display())),
        words(columns, "column", "columns"),
        words(draft.sheets.len(), "sheet", "sheets"),
        draft.sources.join(" and "),
    )?;
    writeln!(out)?;
    for sheet in &draft.sheets {
        let name = if sheet.name.is_empty() { "the file".to_owned() } else { format!("sheet {}", sheet.name) };
        let place = if sheet.is_form {
            "labelled cells".to_owned()
        } else {
            let above = match sheet.cells.len() {
                0 => String::new(),
                cells => format!("blocks with {} above the lines; the first has its ", words(cells, "labelled cell", "labelled cells")),
            };
            let first = sheet.heading_row + sheet.guide_rows + 1;
            format!("{above}headings in row {}, data from row {first}", sheet.heading_row)
        };
        labelled(&name, &format!("{}: {}", place, columns_in_words(sheet)), out)?;
    }
    if !draft.others.is_empty() {
        let others: Vec<String> = draft.others.iter().map(|(name, what)| format!("{name} ({what})")).collect();
        labelled("other sheets", &others.join(", "), out)?;
    }
    if let Some(edition) = draft.about.get("edition") {
        labelled("edition", &format!("{}, in {}", edition.value.trim_matches('"'), edition.source), out)?;
    }
    let (known, confirm, suggested) = counts(draft);
    labelled(
        "lines",
        &format!("{known} as the template says, {confirm} to confirm, {suggested} suggested (behind #, not active)"),
        out,
    )?;
    sentences(draft, out)?;
    look_first(draft, out)?;
    if let Some(old) = onto {
        changes(old, path, out)?;
    }
    to_read(draft, out)?;
    writeln!(out, "\n{}", paint(style::STRONG, "Next"))?;
    let open = open_questions(&learned.text).len();
    let named = quoted_argument(&path.display().to_string());
    let resume = (open > 0 && !asks)
        .then(|| (format!("lungwort learn --resume {named}"), "answer its questions, one at a time"));
    let by_column = (format!("lungwort rulebook {named}"), "what it requires, column by column");
    let check = (format!("lungwort check YOUR-FILE --rulebook {named}"), "check a filled file");
    for (command, why) in resume.into_iter().chain([by_column]).chain(as_book(path)).chain([check]) {
        // A long one is a line of its own.
        let gap = match 62_usize.checked_sub(command.chars().count()).filter(|gap| *gap >= 2) {
            Some(gap) => " ".repeat(gap),
            None => format!("\n{}", " ".repeat(8)),
        };
        writeln!(out, "  {}{gap}{}", paint(style::GOOD, &command), paint(style::FAINT, why))?;
    }
    Ok(())
}

/// The command that makes a workbook of a rulebook, and what for.
fn as_book(path: &Path) -> Option<(String, &'static str)> {
    let book = path.with_extension("xlsx");
    let name = |path: &Path| quoted_argument(&path.display().to_string());
    let command = format!("lungwort rulebook {} -o {}", name(path), name(&book));
    (book != path).then_some((command, "change it in a spreadsheet program"))
}

/// `41 sentences that oblige: 35 turned into lines of the rulebook or checked anyway, 6 for you to read`
fn sentences(draft: &Draft, out: &mut dyn Write) -> Result<()> {
    if draft.obliging == 0 {
        return Ok(());
    }
    let count = words(draft.obliging, "sentence that obliges", "sentences that oblige");
    let left = match draft.unread.len() {
        0 => "none is left over".to_owned(),
        left => format!("{left} for you to read"),
    };
    let read = match draft.obliging - draft.unread.len() {
        1 => "1 is behind a line of the rulebook or is checked anyway".to_owned(),
        read => format!("{read} are behind lines of the rulebook or are checked anyway"),
    };
    let said = format!("{count}: {read}, {left}");
    labelled("sentences", &said, out)
}

/// What the new edition asks otherwise than the old one.
fn changes(old: &Path, new: &Path, out: &mut dyn Write) -> Result<()> {
    let (Some(before), Some(after)) = (rulebook::load(old)?.rulebook, rulebook::load(new)?.rulebook) else { return Ok(()) };
    let changes = rulebook::compare::compare(&before, &after);
    writeln!(out, "\n{}", paint(style::STRONG, "What the new edition changes"))?;
    if changes.is_empty() {
        writeln!(out, "  nothing")?;
    }
    for change in changes.iter().take(CHANGES) {
        let line = format!("{}: {}", change.subject, change.words);
        for (at, part) in style::wrap(&line, style::width() - 4).iter().enumerate() {
            writeln!(out, "  {} {part}", if at == 0 { "·" } else { " " })?;
        }
    }
    if changes.len() > CHANGES {
        writeln!(out, "    and {} more: lungwort rulebook OLD --compare NEW", changes.len() - CHANGES)?;
    }
    Ok(())
}

/// What the template says and no line stands for.
fn to_read(draft: &Draft, out: &mut dyn Write) -> Result<()> {
    if draft.unread.is_empty() {
        return Ok(());
    }
    writeln!(out, "\n{}", paint(style::STRONG, "Read these yourself: the template says them, and no line of the rulebook does"))?;
    for Unread { text, place } in draft.unread.iter().take(LOOKED_AT) {
        let line = format!("{place}: {}", shown::clipped(text, 200));
        for (at, part) in style::wrap(&line, style::width() - 4).iter().enumerate() {
            writeln!(out, "  {} {part}", if at == 0 { "·" } else { " " })?;
        }
    }
    if draft.unread.len() > LOOKED_AT {
        writeln!(out, "    and {} more, at the end of the rulebook", draft.unread.len() - LOOKED_AT)?;
    }
    Ok(())
}

fn words(count: usize, one: &str, more: &str) -> String {
    format!("{count} {}", if count == 1 { one } else { more })
}

/// `24 columns, 7 required, 5 with a list, 3 dates`.
fn columns_in_words(sheet: &learn::draft::DraftSheet) -> String {
    let with = |test: &dyn Fn(&DraftColumn) -> bool| sheet.columns.iter().filter(|column| test(column)).count();
    let typed = |word: &'static str| {
        move |column: &DraftColumn| column.lines.get("type").is_some_and(|line| line.value.contains(word))
    };
    let built = |column: &DraftColumn| column.lines.get("pattern").is_some() || column.lines.get("format").is_some();
    let parts = [
        (with(&|column| column.lines.get("required").is_some()), "required", "required"),
        (with(&|column| column.lines.get("allowed").is_some()), "with a list", "with a list"),
        (with(&typed("date")), "date", "dates"),
        (with(&|column| typed("whole")(column) || typed("decimal")(column)), "number", "numbers"),
        (with(&built), "with a format or pattern", "with a format or pattern"),
    ];
    let noun = if sheet.is_form { "cells" } else { "columns" };
    let said: Vec<String> =
        parts.iter().filter(|(count, ..)| *count > 0).map(|(count, one, more)| words(*count, one, more)).collect();
    let active = |rule: &&DraftRule| rule.confidence > Confidence::Suggested;
    let rules = sheet.rules.iter().filter(active).filter(|rule| rule.kind == "rule").count();
    let rules = if rules > 0 { format!("; {} between columns", words(rules, "rule", "rules")) } else { String::new() };
    let said = if said.is_empty() { String::new() } else { format!(", {}", said.join(", ")) };
    format!("{} {noun}{said}{rules}", sheet.columns.len())
}

fn counts(draft: &Draft) -> (usize, usize, usize) {
    let columns = draft.sheets.iter().flat_map(|sheet| &sheet.columns).map(|column| &column.lines);
    let tables =
        [&draft.about, &draft.file, &draft.template].into_iter().chain(draft.sheets.iter().map(|sheet| &sheet.lines));
    let lines = columns.chain(tables).flat_map(|lines| &lines.0).map(|line| line.confidence);
    let rules = draft.sheets.iter().flat_map(|sheet| &sheet.rules).map(|rule| rule.confidence);
    lines.chain(rules).fold((0, 0, 0), |(known, confirm, suggested), confidence| match confidence {
        Confidence::Known => (known + 1, confirm, suggested),
        Confidence::Confirm => (known, confirm + 1, suggested),
        Confidence::Suggested => (known, confirm, suggested + 1),
    })
}

/// What a person should look at: what was noticed on the way, then the guesses by what they are about.
fn look_first(draft: &Draft, out: &mut dyn Write) -> Result<()> {
    let mut said = draft.look_first.clone();
    for sheet in &draft.sheets {
        if let Some(line) = sheet.lines.get("key").filter(|line| line.confidence == Confidence::Confirm) {
            let is_key = |column: &&DraftColumn| line.value.contains(&format!("\"{}\"", column.name));
            let headings: Vec<&str> = sheet.columns.iter().filter(is_key).map(|column| column.heading.trim()).collect();
            said.push(format!("key: {} ({})", headings.join(", "), line.source));
        }
        let of = |key: &str, confidence: Confidence| {
            let columns = sheet
                .columns
                .iter()
                .filter(|column| column.lines.0.iter().any(|line| line.key == key && line.confidence == confidence));
            columns.map(|column| column.heading.trim().trim_end_matches('*').to_owned()).collect::<Vec<String>>()
        };
        for (key, confidence, words) in [
            ("required", Confidence::Confirm, "filled in every accepted row; the template does not say so"),
            ("required", Confidence::Suggested, "perhaps required"),
            ("allowed", Confidence::Confirm, "is limited to the values seen or listed in words"),
            ("pattern", Confidence::Suggested, "perhaps a code with zeros at the front"),
            ("required_when", Confidence::Confirm, "required under a condition that the template states"),
            ("required_when", Confidence::Suggested, "perhaps required under a condition; the template has it in words only"),
        ] {
            let names = of(key, confidence);
            if !names.is_empty() {
                let more = if names.len() > 4 { format!(" and {} more", names.len() - 4) } else { String::new() };
                said.push(format!("{}{more}: {words}", names[..names.len().min(4)].join(", ")));
            }
        }
        let of_lists = sheet.rules.iter().filter(|rule| matches!(rule.kind, "lookup" | "existing"));
        said.extend(of_lists.filter(|rule| rule.confidence == Confidence::Confirm).map(|rule| match rule.kind {
            "lookup" => format!("look-up: {}", rule.source),
            _ => format!("existing records: {}", rule.source),
        }));
        let open = sheet.rules.iter().filter(|rule| rule.confidence == Confidence::Confirm && rule.kind == "rule");
        let (held, stated): (Vec<_>, Vec<_>) = open.partition(|rule| rule.source.starts_with("held "));
        for (rules, why) in [
            (held.len(), "between columns, which held in every row of the samples"),
            (stated.len(), "that the template states in words"),
        ] {
            if rules > 0 {
                said.push(format!("{} {why}", words(rules, "rule", "rules")));
            }
        }
    }
    said.splice(0..0, draft.not_kept.iter().cloned());
    if said.is_empty() {
        return Ok(());
    }
    writeln!(out, "\n{}", paint(style::STRONG, "Look at these first"))?;
    for line in said.iter().take(LOOKED_AT) {
        for (at, part) in style::wrap(line, style::width() - 4).iter().enumerate() {
            writeln!(out, "  {} {part}", if at == 0 { "·" } else { " " })?;
        }
    }
    if said.len() > LOOKED_AT {
        writeln!(out, "    and {} more, marked \"confirm\" in the rulebook", said.len() - LOOKED_AT)?;
    }
    Ok(())
}

fn labelled(label: &str, text: &str, out: &mut dyn Write) -> Result<()> {
    let indent = 20;
    // A long one is a line of its own.
    let alone = label.chars().count() + 1 >= indent;
    if alone {
        writeln!(out, "{}", paint(style::FAINT, label))?;
    }
    for (at, line) in style::wrap(text, style::width() - indent).iter().enumerate() {
        let label = if at == 0 && !alone { label } else { "" };
        writeln!(out, "{}{line}", paint(style::FAINT, format!("{label:<indent$}")))?;
    }
    Ok(())
}
