//! One document for programs. `docs/preview.schema.json` is made from these types.

use std::io::{self, Write};

use schemars::{JsonSchema, Schema};
use serde::Serialize;

use super::{PlanEntry, Previewer, Shown, Spool};
use crate::output::Output;
use crate::report::CountsEntry;

/// The version of the form. It changes when something is renamed or leaves, not when something is added.
const VERSION: u32 = 1;

/// The JSON Schema of the json preview.
pub fn document_schema() -> Schema {
    schemars::schema_for!(Document)
}

/// The whole json preview.
#[derive(Debug, Serialize, JsonSchema)]
#[schemars(title = "Lungwort preview")]
struct Document {
    /// What came of it.
    #[serde(flatten)]
    head: Head,
    /// Records that would go, up to the limit.
    removed: Vec<PlanEntry>,
    /// Records of which a blank cell would delete something, with those cells, up to the limit.
    deleted_by_blanks: Vec<PlanEntry>,
    /// Records that would have other values, up to the limit; with --only, the rows that it names.
    rows: Vec<PlanEntry>,
}

/// What came of a preview.
#[derive(Debug, Serialize, JsonSchema)]
struct Head {
    /// The version of this form.
    version: u32,
    /// Whether the files can be sent.
    ready: bool,
    /// What was found.
    counts: CountsEntry,
    /// How many rows come to what, by sheet and kind.
    sheets: Vec<SheetEntry>,
    /// Rows that would be carried out.
    rows_through: u64,
    /// Rows that would stay behind.
    rows_behind: u64,
    /// Figures over the existing records, and what they would be.
    figures: Vec<FigureEntry>,
}

/// How many rows of a sheet and kind come to what.
#[derive(Debug, Serialize, JsonSchema)]
struct SheetEntry {
    /// The sheet; null for delimited text.
    sheet: Option<String>,
    /// The kind of row; null where there are none.
    kind: Option<String>,
    /// New records.
    created: u64,
    /// Records with other values.
    changed: u64,
    /// Records that would go.
    removed: u64,
    /// Rows that ask for nothing.
    skipped: u64,
    /// Records that would stay as they are.
    unchanged: u64,
    /// Rows in which an error was found.
    refused: u64,
}

/// A figure before and after.
#[derive(Debug, Serialize, JsonSchema)]
struct FigureEntry {
    /// What it is called.
    label: String,
    /// What it is over the existing records; null where that is not known.
    before: Option<String>,
    /// What it would be; null where that is not known.
    after: Option<String>,
}

pub fn write(shown: &Shown<'_>, previewer: &mut Previewer, out: &mut Output) -> io::Result<()> {
    let ready = shown.is_ready(previewer);
    let passing = previewer.preview.passing(ready);
    let sheet = |line: lungwort_core::preview::KindCounts| {
        let [created, changed, removed, skipped, unchanged, refused] = line.counts;
        let text = |text: Option<std::sync::Arc<str>>| text.map(|text| text.to_string());
        SheetEntry {
            sheet: text(line.sheet),
            kind: text(line.kind),
            created,
            changed,
            removed,
            skipped,
            unchanged,
            refused,
        }
    };
    let figure = |figure: &lungwort_core::check::FigureChange| FigureEntry {
        label: figure.label.clone(),
        before: figure.before.clone(),
        after: figure.after.clone(),
    };
    let head = Head {
        version: VERSION,
        ready,
        counts: CountsEntry::of(&shown.summary(previewer)),
        sheets: previewer.preview.counts().into_iter().map(sheet).collect(),
        rows_through: passing.through,
        rows_behind: passing.behind.iter().map(|(_, rows)| rows.rows()).sum(),
        figures: shown.figures.iter().map(figure).collect(),
    };
    // The lists are added to the same object, so its closing bracket waits.
    let head = serde_json::to_string_pretty(&head)?;
    write!(out, "{}", head.trim_end().trim_end_matches('}').trim_end())?;
    list("removed", &mut previewer.removed, out)?;
    list("deleted_by_blanks", &mut previewer.wiped, out)?;
    list("rows", &mut previewer.rows, out)?;
    writeln!(out, "\n}}")
}

fn list(name: &str, spool: &mut Spool, out: &mut Output) -> io::Result<()> {
    write!(out, ",\n  \"{name}\": [")?;
    let mut first = true;
    spool.each(&mut |entry| {
        write!(out, "{}", if first { "\n    " } else { ",\n    " })?;
        first = false;
        Ok(serde_json::to_writer(&mut *out, &entry)?)
    })?;
    write!(out, "{}]", if first { "" } else { "\n  " })
}
