//! One cell or row a line, for a spreadsheet: what would be gone first.

use std::io::{self, Write};

use super::{PlanEntry, Previewer, Shown};
use crate::output::Output;
use crate::report::csv_cell as cell;

const HEADINGS: [&str; 9] =
    ["What would happen", "File", "Sheet", "Row", "Key", "Kind", "Heading", "Held now", "Would be"];

pub fn write(shown: &Shown<'_>, previewer: &mut Previewer, out: &mut Output) -> io::Result<()> {
    write!(out, "\u{feff}{}\r\n", HEADINGS.join(","))?;
    previewer.removed.each(&mut |entry| lines(&entry, "removed", out))?;
    previewer.wiped.each(&mut |entry| lines(&entry, "deleted by a blank cell", out))?;
    previewer.rows.each(&mut |entry| {
        let what = entry.outcome.clone();
        lines(&entry, &what, out)
    })?;
    for line in previewer.preview.counts() {
        for (outcome, count) in lungwort_core::finding::Outcome::ALL.iter().zip(line.counts) {
            let sheet = line.sheet.as_deref().unwrap_or_default();
            let kind = line.kind.as_deref().unwrap_or_default();
            write!(out, "count,,{},,,{},rows {},,{count}\r\n", cell(sheet), cell(kind), outcome.word())?;
        }
    }
    for figure in &shown.figures {
        let value = |value: &Option<String>| cell(value.as_deref().unwrap_or_default());
        write!(out, "figure,,,,,,{},{},{}\r\n", cell(&figure.label), value(&figure.before), value(&figure.after))?;
    }
    Ok(())
}

fn lines(entry: &PlanEntry, what: &str, out: &mut Output) -> io::Result<()> {
    let text = |text: &Option<String>| cell(text.as_deref().unwrap_or_default());
    let row = entry.row.map(|row| row.to_string()).unwrap_or_default();
    let head =
        [what.to_owned(), cell(&entry.file), text(&entry.sheet), row, text(&entry.key), text(&entry.kind)].join(",");
    if entry.cells.is_empty() {
        return write!(out, "{head},,,\r\n");
    }
    for each in &entry.cells {
        write!(out, "{head},{},{},{}\r\n", cell(&each.heading), cell(&each.old), cell(&each.new))?;
    }
    Ok(())
}
