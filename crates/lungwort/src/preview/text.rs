//! The preview for people: the verdict, how many rows come to what, what would be gone first, the changes, the figures.

use std::io::{self, Write};

use lungwort_core::cell::shown;
use lungwort_core::check::SheetSample;
use lungwort_core::finding::Outcome;
use lungwort_core::finding::ranges::thousands;
use unicode_width::UnicodeWidthStr;

use super::passing::{self, counted};
use super::{PlanEntry, Previewer, Shown, Spool, sheet_words};
use crate::output::Output;
use crate::report::top;
use crate::style::{self, paint};

/// The widest that a cell's value is shown.
const VALUE: usize = 40;

pub fn write(shown: &Shown<'_>, previewer: &mut Previewer, out: &mut Output) -> io::Result<()> {
    top(&shown.summary(previewer), out)?;
    for (file, records) in shown.existing() {
        writeln!(out, "Existing  {}: {} records", shown::visible(&file), thousands(records as u64))?;
    }
    if shown.existing().is_empty() {
        let hint = "nothing is known of existing records: name an export of them with --existing FILE";
        writeln!(out, "Existing  {}", paint(style::FAINT, hint))?;
    }
    counts(shown, previewer, out)?;
    first_rows(&shown.first_rows, out)?;
    let (wiped, cells_wiped) = (previewer.wiped.count, previewer.cells_wiped);
    list("WOULD BE REMOVED", &thousands(previewer.removed.count), &mut previewer.removed, out)?;
    if wiped > 0 {
        let count = format!("{} in {}", counted(cells_wiped, "cell"), counted(wiped, "record"));
        list("WOULD BE DELETED BY BLANK CELLS", &count, &mut previewer.wiped, out)?;
    }
    if previewer.only.is_empty() {
        let count =
            format!("{} in {}", counted(previewer.cells_changed, "cell"), counted(previewer.rows.count, "record"));
        list("WOULD BE CHANGED", &count, &mut previewer.rows, out)?;
    } else {
        list("ROWS", &thousands(previewer.rows.count), &mut previewer.rows, out)?;
    }
    figures(shown, out)?;
    next(shown, previewer, out)
}

/// How many rows come to what, and what would go through.
fn counts(shown: &Shown<'_>, previewer: &Previewer, out: &mut Output) -> io::Result<()> {
    writeln!(out, "\n{}", paint(style::STRONG, "What the upload would do"))?;
    let lines = previewer.preview.counts();
    let records = previewer.preview.has_several();
    let name = |line: &lungwort_core::preview::KindCounts| {
        shown::clipped(&sheet_words(line.sheet.as_ref(), line.kind.as_ref(), records), 30)
    };
    let width = lines.iter().map(|line| name(line).width()).max().unwrap_or(4).max(4);
    write!(out, "  {:width$}", "")?;
    for outcome in Outcome::ALL {
        write!(out, " {:>10}", outcome.word())?;
    }
    writeln!(out)?;
    for line in &lines {
        let gap = " ".repeat(width.saturating_sub(name(line).width()));
        write!(out, "  {}{gap}", name(line))?;
        for (outcome, count) in Outcome::ALL.iter().zip(line.counts) {
            let text = format!(" {:>10}", if count == 0 { "-".to_owned() } else { thousands(count) });
            let color = match outcome {
                Outcome::Refused => style::ERROR,
                Outcome::Removed => style::WARNING,
                _ => style::PLAIN,
            };
            write!(out, "{}", if count == 0 { text } else { paint(color, text) })?;
        }
        writeln!(out)?;
    }
    let Some(words) = passing::words(shown, previewer) else { return Ok(()) };
    writeln!(out)?;
    for line in style::wrap(&words, style::width() - 2) {
        writeln!(out, "  {line}")?;
    }
    Ok(())
}

/// Entries of a list.
fn list(title: &str, count: &str, spool: &mut Spool, out: &mut Output) -> io::Result<()> {
    if spool.count == 0 {
        return Ok(());
    }
    writeln!(out, "\n{}", paint(style::STRONG, format!("{title} ({count})")))?;
    let mut keyed = 0;
    spool.each(&mut |entry| {
        keyed = keyed.max(entry.key.as_deref().unwrap_or_default().width().min(30));
        Ok(())
    })?;
    spool.each(&mut |entry| one(&entry, keyed, out))?;
    if spool.beyond() > 0 {
        let more = format!("and {} more  (--limit {} lists them all)", thousands(spool.beyond()), spool.count);
        writeln!(out, "  {}", paint(style::FAINT, more))?;
    }
    Ok(())
}

fn one(entry: &PlanEntry, keyed: usize, out: &mut Output) -> io::Result<()> {
    let row = entry.row.map_or("no row".to_owned(), |row| format!("row {row}"));
    let key = shown::clipped(entry.key.as_deref().unwrap_or_default(), 30);
    let gap = " ".repeat(keyed.saturating_sub(key.width()));
    let head = format!("  {row:<9} {key}{gap}");
    if entry.cells.is_empty() {
        let outcome = if entry.outcome == "removed" { String::new() } else { format!("  {}", entry.outcome) };
        return writeln!(out, "{head}{outcome}");
    }
    for (at, cell) in entry.cells.iter().enumerate() {
        let value = |text: &str| if text.is_empty() { "(blank)".to_owned() } else { shown::clipped(text, VALUE) };
        let head = if at == 0 { head.clone() } else { " ".repeat(head.width()) };
        let new = if cell.deleted { paint(style::WARNING, "(blank)") } else { value(&cell.new) };
        writeln!(out, "{head}  {}: {} → {new}", shown::clipped(&cell.heading, 30), value(&cell.old))?;
    }
    Ok(())
}

/// The figures before and after.
fn figures(shown: &Shown<'_>, out: &mut Output) -> io::Result<()> {
    if shown.figures.is_empty() {
        return Ok(());
    }
    let value =
        |value: &Option<String>| value.as_ref().map_or("not known".to_owned(), |value| crate::report::grouped(value));
    let label = |label: &str| shown::clipped(label, 40);
    let width = shown.figures.iter().map(|figure| label(&figure.label).width()).max().unwrap_or(0);
    writeln!(out, "\n{}{:>14}{:>14}", paint(style::STRONG, format!("{:1$}", "Figures", width + 2)), "before", "after")?;
    for figure in &shown.figures {
        let gap = " ".repeat(width.saturating_sub(label(&figure.label).width()));
        writeln!(out, "  {}{gap}{:>14}{:>14}", label(&figure.label), value(&figure.before), value(&figure.after))?;
    }
    Ok(())
}

/// The first rows beside the headings that they go to.
fn first_rows(samples: &[SheetSample], out: &mut Output) -> io::Result<()> {
    for sample in samples {
        let of = sample.sheet.as_ref().map(|sheet| format!(" of {sheet}")).unwrap_or_default();
        writeln!(out, "\n{}", paint(style::STRONG, format!("The first rows{of}, by the headings that they go to")))?;
        let mut table = comfy_table::Table::new();
        table
            .load_style(comfy_table::presets::NOTHING)
            .set_content_arrangement(comfy_table::ContentArrangement::Dynamic);
        table.set_width(u16::try_from(style::width()).unwrap_or(100));
        let rows = sample.rows.iter().map(|row| format!("row {row}"));
        table.set_header(["", "Heading"].into_iter().map(str::to_owned).chain(rows));
        for column in &sample.columns {
            let letter = column.letter.clone().unwrap_or_else(|| "-".to_owned());
            let cells = column.cells.iter().map(|cell| shown::clipped(cell, 24));
            let heading = match column.letter {
                Some(_) => shown::clipped(&column.heading, 30),
                None => format!("{} (not in the file)", shown::clipped(&column.heading, 30)),
            };
            table.add_row([letter, heading].into_iter().chain(cells));
        }
        writeln!(out, "{}", table.trim_fmt())?;
    }
    Ok(())
}

fn next(shown: &Shown<'_>, previewer: &Previewer, out: &mut Output) -> io::Result<()> {
    let Some(again) = shown.session.again() else { return Ok(()) };
    let counts = previewer.causes.counts();
    writeln!(out, "\n{}", paint(style::STRONG, "Next"))?;
    if counts.errors + counts.warnings > 0 {
        writeln!(out, "  lungwort check {again}")?;
        writeln!(out, "      {}", paint(style::FAINT, "what is wrong, and how to put it right"))?;
    }
    writeln!(out, "  lungwort preview {again} -o preview.xlsx")?;
    writeln!(out, "      {}", paint(style::FAINT, "all of it in a workbook"))
}
