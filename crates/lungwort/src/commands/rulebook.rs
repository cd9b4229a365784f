//! `lungwort rulebook`: lint, and the column guide.

use std::io::Write;
use std::path::{Path, PathBuf};

use anyhow::{Result, anyhow, bail};
use clap::Args;
use comfy_table::{ColumnConstraint, ContentArrangement, LineStyle, Table, Width, presets};
use jiff::civil::Date;
use lungwort_core::cell::shown;
use lungwort_core::intake::io_words;
use lungwort_core::lint;
use lungwort_core::rulebook::compare::{self, Weight};
use lungwort_core::rulebook::guide::{self, RuleExample};
use lungwort_core::rulebook::{self, Given, Level, Loaded, Rulebook, Sheet, as_workbook};

use unicode_width::UnicodeWidthStr;

use super::choose;
use crate::Verdict;
use crate::output::{Destination, ForceArgument, Output};
use crate::outside;
use crate::session::ClockArguments;
use crate::style::{self, paint};

#[derive(Debug, Args)]
#[command(after_help = "Examples:
  lungwort rulebook accessions.rulebook.toml
  lungwort rulebook accessions.rulebook.toml --lint
  lungwort rulebook accessions.rulebook.toml -o accessions.rulebook.xlsx
  lungwort rulebook accessions.rulebook.xlsx -o accessions.rulebook.toml
  lungwort rulebook accessions-3.rulebook.toml --compare accessions-4.rulebook.toml

As a workbook (.xlsx) a rulebook can be changed in a spreadsheet program: a column, a rule, a code or a setting a row. Every command
takes it as it takes the text (.toml), and -o turns each into the other; nothing is lost on the way.")]
pub struct RulebookArguments {
    /// The rulebook
    file: PathBuf,
    /// Only check it; leave the column guide out
    #[arg(long)]
    lint: bool,
    /// List what changed from it to this newer rulebook
    #[arg(long, value_name = "NEW", conflicts_with = "lint")]
    compare: Option<PathBuf>,
    /// Write it as a workbook (.xlsx) that can be changed in a spreadsheet program, or as text (.toml)
    #[arg(long, short, value_name = "FILE", conflicts_with_all = ["lint", "compare"])]
    output: Option<PathBuf>,
    #[command(flatten)]
    force: ForceArgument,
    #[command(flatten)]
    clock: ClockArguments,
}

pub fn run(arguments: &RulebookArguments) -> Result<Verdict> {
    let today = arguments.clock.day();
    let path = &arguments.file;
    if let Some(new) = &arguments.compare {
        return compare_with(path, new);
    }
    let mut loaded = rulebook::load_with(path, &Given { allow_outside: outside::is_allowed(), ..Given::default() }).map_err(|error| match error.kind() {
        std::io::ErrorKind::NotFound => anyhow!("{}: there is no such file", path.display()),
        std::io::ErrorKind::InvalidData => anyhow!("{}: {error}", path.display()),
        _ => anyhow!("{}: it cannot be read: {}", path.display(), io_words(&error)),
    })?;
    if let Some(rulebook) = loaded.rulebook.as_ref().filter(|_| !loaded.mistakes.has_errors()) {
        let advice = lint::lint(rulebook, &loaded.mistakes.text, today);
        loaded.mistakes.list.extend(advice);
        loaded.mistakes.list.sort_by_key(|mistake| mistake.span.start);
    }
    if let Some(output) = arguments.output.as_ref().filter(|_| !loaded.mistakes.has_errors()) {
        return write_as(loaded, path, output, arguments.force);
    }
    let mut out = Output::standard();
    let count = |level: Level| loaded.mistakes.list.iter().filter(|mistake| mistake.level == level).count();
    let (errors, advice) = (count(Level::Error), count(Level::Advice));
    let words = |count: usize, one: &str, more: &str| format!("{count} {}", if count == 1 { one } else { more });
    if errors > 0 {
        let said = words(errors, "mistake", "mistakes");
        writeln!(out, "{}: {said} to fix before {} can be used\n", paint(style::ERROR, "NOT USABLE"), path.display())?;
    } else {
        let said = if advice > 0 {
            format!("; {} below", words(advice, "piece of advice", "pieces of advice"))
        } else {
            String::new()
        };
        writeln!(out, "{}: {}{said}", paint(style::GOOD, "USABLE"), path.display())?;
    }
    if errors == 0 && advice > 0 {
        writeln!(out)?;
    }
    for line in loaded.mistakes.render().trim_end().lines() {
        let styled = match line.split_once(": ") {
            Some(("error", rest)) => {
                format!("{}: {}", paint(style::ERROR, "error"), paint(style::STRONG, rest))
            }
            Some(("advice", rest)) => format!("{}: {}", paint(style::WARNING, "advice"), paint(style::STRONG, rest)),
            _ => line.to_owned(),
        };
        writeln!(out, "{styled}")?;
    }
    if let Some(rulebook) = loaded.rulebook.as_ref().filter(|_| errors == 0 && !arguments.lint) {
        write_guide(rulebook, today, &mut out)?;
    }
    out.finish()?;
    Ok(if errors > 0 { Verdict::NotReady } else { Verdict::Ready })
}

/// A rulebook's text as the ending of a name has it: as a workbook, or as text. `from` is where it lies.
///
/// # Errors
///
/// Where the name ends in neither, or the text does not fit into a workbook.
pub fn as_named(output: &Path, from: &Path, text: &str) -> Result<Vec<u8>> {
    let ending = output.extension().map(|ending| ending.to_string_lossy().to_ascii_lowercase()).unwrap_or_default();
    match ending.as_str() {
        "xlsx" => as_workbook::write(from, text).map_err(|error| anyhow!("{}: {error}", from.display())),
        "toml" => Ok(text.as_bytes().to_vec()),
        other => bail!("-o {}: a rulebook is written as .xlsx or .toml, not as {other:?}", output.display()),
    }
}

/// Writes the rulebook as a workbook, or as text.
fn write_as(loaded: Loaded, path: &Path, output: &Path, force: ForceArgument) -> Result<Verdict> {
    let place = Destination::new(output, force).keep("the rulebook", path);
    let files = loaded.rulebook.iter().flat_map(|rulebook| rulebook.files());
    let place = files.fold(place, |place, (what, path)| place.keep(what, path));
    let names_files = loaded.rulebook.as_ref().is_some_and(|rulebook| rulebook.files().count() > 1);
    let text = loaded.mistakes.text;
    drop(loaded.rulebook);
    let bytes = as_named(output, path, &text)?;
    let mut out = place.open()?;
    out.write_bytes(&bytes)?;
    out.finish()?;
    crate::output::note!("Wrote {}.", output.display());
    let folder = |path: &Path| std::path::absolute(path).ok().and_then(|path| path.parent().map(Path::to_owned));
    if folder(path) != folder(output) && names_files {
        crate::output::note!(
            "It names other files by their way from its folder: move them along, or write it beside {}.",
            path.display()
        );
    }
    if output.extension().is_some_and(|ending| ending.eq_ignore_ascii_case("xlsx")) {
        let name = |path: &Path| shown::quoted_argument(&path.display().to_string());
        crate::output::note!(
            "Change it in a spreadsheet program, then look at it with: lungwort rulebook {}",
            name(output)
        );
    }
    Ok(Verdict::Ready)
}

/// What changed between two editions.
fn compare_with(old: &Path, new: &Path) -> Result<Verdict> {
    let (old, new) = (choose::load(old)?, choose::load(new)?);
    let changes = compare::compare(&old, &new);
    let mut out = Output::standard();
    let edition = |rulebook: &Rulebook| match &rulebook.edition {
        Some(edition) => format!("{}, edition {edition}", rulebook.title),
        None => rulebook.title.clone(),
    };
    let count = match changes.len() {
        0 => "nothing changed".to_owned(),
        1 => "1 change".to_owned(),
        count => format!("{count} changes"),
    };
    writeln!(out, "{}: from {} to {}", paint(style::STRONG, count), edition(&old), edition(&new))?;
    let kinds = [
        (Weight::Stricter, "STRICTER: WHAT WAS RIGHT MAY BE WRONG NOW", style::ERROR),
        (Weight::Moved, "MOVED, RENAMED, OR CHANGED OTHERWISE", style::WARNING),
        (Weight::Looser, "MORE IS ALLOWED", style::GOOD),
    ];
    for (weight, title, colour) in kinds {
        let of: Vec<_> = changes.iter().filter(|change| change.weight == weight).collect();
        if of.is_empty() {
            continue;
        }
        writeln!(out, "\n{} {}", paint(colour, title), paint(style::FAINT, format!("({})", of.len())))?;
        for change in of {
            let subject = shown::clipped(&change.subject, 24);
            let lines = style::wrap(&shown::visible(&change.words), style::width() - 28);
            for (at, line) in lines.iter().enumerate() {
                let subject = if at == 0 { subject.as_str() } else { "" };
                let gap = " ".repeat(26_usize.saturating_sub(subject.width()));
                writeln!(out, "  {}{gap}{line}", paint(style::STRONG, subject))?;
            }
        }
    }
    out.finish()?;
    Ok(Verdict::Ready)
}

fn write_guide(rulebook: &Rulebook, today: Date, out: &mut dyn Write) -> Result<()> {
    let edition = rulebook.edition.as_ref().map(|edition| format!(", edition {edition}")).unwrap_or_default();
    writeln!(out, "\n{}\n", paint(style::STRONG, format!("{}{edition}", rulebook.title)))?;
    for (at, sheet) in rulebook.sheets.iter().enumerate() {
        if rulebook.sheets.len() > 1 {
            let name = sheet.name.as_deref().unwrap_or_default();
            let must = if sheet.required { ", which must be filled" } else { "" };
            let gap = if at == 0 { "" } else { "\n" };
            writeln!(out, "{gap}{}\n", paint(style::STRONG, format!("Sheet {}{must}", shown::visible(name))))?;
        }
        write_sheet(sheet, today, out)?;
    }
    Ok(())
}

fn write_sheet(sheet: &Sheet, today: Date, out: &mut dyn Write) -> Result<()> {
    let mut table = Table::new();
    let lines = presets::UTF8_HORIZONTAL_ONLY.header_separator(LineStyle::none().fill('─').junction('─'));
    table.load_style(lines.row_separator(LineStyle::none())).set_content_arrangement(ContentArrangement::Dynamic);
    table.set_width(u16::try_from(style::width()).unwrap_or(100));
    table.set_header([if sheet.is_form { "Label" } else { "Heading" }, "Required", "Accepts", "Example"]);
    for line in guide::columns(sheet) {
        let takes = if line.help.is_empty() { line.takes } else { format!("{}. {}", line.takes, line.help) };
        table.add_row([line.heading, line.required, takes, line.example].map(|text| shown::visible(&text)));
    }
    table.set_constraints([
        ColumnConstraint::UpperBoundary(Width::Percentage(24)),
        ColumnConstraint::UpperBoundary(Width::Percentage(22)),
        ColumnConstraint::UpperBoundary(Width::Percentage(36)),
        ColumnConstraint::UpperBoundary(Width::Percentage(22)),
    ]);
    writeln!(out, "{table}")?;
    let about_rows = sheet.parts.iter().filter(|part| part.key != "rule" && !part.words.is_empty());
    for (at, part) in about_rows.enumerate() {
        if at == 0 {
            writeln!(out, "\n{}\n", paint(style::STRONG, "Rows"))?;
        }
        for (at, line) in style::wrap(&shown::visible(&part.words), style::width() - 4).iter().enumerate() {
            writeln!(out, "{}{line}", if at == 0 { "" } else { "    " })?;
        }
    }
    if !sheet.rules.is_empty() {
        writeln!(out, "\n{}", paint(style::STRONG, sheet.rules_title()))?;
    }
    let said = sheet.parts.iter().filter(|part| part.key == "rule");
    // A rule of a column set is said once, for all of its entries.
    let firsts = sheet.rules.chunk_by(|one, other| one.written == other.written).filter_map(<[_]>::first);
    for ((number, rule), said) in (1..).zip(firsts).zip(said) {
        writeln!(out)?;
        let lines = style::wrap(&format!("{number:>2}. {}", said.words), style::width() - 4);
        for (at, line) in lines.iter().enumerate() {
            writeln!(out, "{}{line}", if at == 0 { "" } else { "    " })?;
        }
        write_example(&guide::rule_example(sheet, rule, today), out)?;
    }
    Ok(())
}

fn write_example(example: &RuleExample, out: &mut dyn Write) -> Result<()> {
    let parts = [("passes", style::GOOD, &example.pass), ("fails ", style::ERROR, &example.fail)];
    for (word, colour, cells) in parts {
        let Some(cells) = cells else { continue };
        let said: Vec<String> = cells
            .iter()
            .map(|(heading, text)| match text.as_str() {
                "" => format!("{heading} blank"),
                text => format!("{heading} {}", shown::clipped(text, 40)),
            })
            .collect();
        for (at, line) in style::wrap(&said.join(" · "), style::width() - 13).iter().enumerate() {
            let label = if at == 0 { paint(colour, word) } else { "      ".to_owned() };
            writeln!(out, "    {label}  {line}")?;
        }
    }
    Ok(())
}
