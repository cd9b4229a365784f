//! The draft held against what is known to be right: the template's own sample rows, and every accepted file. What would refuse
//! them becomes an offer.

use std::collections::BTreeMap;
use std::ops::ControlFlow;
use std::path::{Path, PathBuf};

use jiff::civil::Date;

use super::Entry;
use super::draft::{Confidence, Draft, DraftColumn, Lines, OF_EXAMPLE};
use super::reconcile::{self, offer};
use super::source::Template;
use super::write::{Part, Written, write};
use lungwort_core::check::{Checker, Opened, Options};
use lungwort_core::finding::{Finding, Severity, Sink};
use lungwort_core::intake::cells::NumberFormat;
use lungwort_core::intake::{ReadOptions, Source};
use lungwort_core::rulebook::load_text;

/// Rounds of taking back; each takes back at least one line.
const ROUNDS: usize = 200;
/// Keys of `[file]` that an accepted file may speak against.
const OF_FILE: &[&str] = &["formats", "encoding", "delimiter", "bom", "max_bytes", "max_rows"];

/// What speaks against the lines of a rulebook, by line: how often, and the first time in words.
#[derive(Default)]
struct Against {
    lines: BTreeMap<usize, (u64, String)>,
    /// Errors that no line asks for.
    others: u64,
    /// Columns of the file that nothing is taken back for.
    spared: Vec<usize>,
}

impl Sink for Against {
    fn take(&mut self, finding: Finding) -> ControlFlow<()> {
        if finding.problem.severity != Severity::Error {
            return ControlFlow::Continue(());
        }
        if finding.address.place.field.is_some_and(|field| self.spared.contains(&field)) {
            return ControlFlow::Continue(());
        }
        match finding.problem.rulebook_line {
            Some(line) => {
                let entry = self.lines.entry(line).or_insert_with(|| (0, finding.problem.message.to_string()));
                entry.0 += 1;
            }
            None => self.others += 1,
        }
        ControlFlow::Continue(())
    }
}

/// Takes back what the accepted files or the sample rows break, and returns the text that is left.
pub(super) fn prove(
    draft: &mut Draft,
    (template, entries): (&Template, &[Option<Entry>]),
    accepted: &[PathBuf],
    (beside, today): (&Path, Date),
) -> String {
    for _ in 0..ROUNDS {
        let written = reconcile::reconcile(draft, beside, today);
        let mut changed = samples(draft, (template, entries), (beside, today));
        for path in accepted {
            changed |= file(draft, &written, path, (beside, today));
        }
        if !changed {
            return written.text;
        }
    }
    reconcile::reconcile(draft, beside, today).text
}

fn judge(text: &str, source: Source, spared: Vec<usize>, (beside, today): (&Path, Date)) -> Option<Against> {
    let loaded = load_text(&beside.join("draft.rulebook.toml"), text);
    let rulebook = loaded.rulebook?;
    let options = Options { today, threads: 1, ..Options::default() };
    let mut checker = Checker::new(&rulebook, beside, options);
    let mut against = Against { spared, ..Against::default() };
    let opened = Opened::new(source, ReadOptions::default()).ok()?;
    let _ = checker.file(opened, &mut against).ok()?;
    checker.finish(&mut against);
    Some(against)
}

/// Checks an accepted file.
fn file(draft: &mut Draft, written: &Written, path: &Path, around: (&Path, Date)) -> bool {
    let Ok(source) = Source::regular(path) else { return false };
    let name = path.file_name().map(|name| name.to_string_lossy().into_owned()).unwrap_or_default();
    let Some(against) = judge(&written.text, source, Vec::new(), around) else { return false };
    let mut changed = false;
    for (line, (count, why)) in &against.lines {
        let Some((part, key)) = line.checked_sub(1).and_then(|at| written.made_from.get(at).copied().flatten()) else {
            continue;
        };
        let rows = if *count == 1 { "once".to_owned() } else { format!("{count} times") };
        changed |= take_back(draft, (part, key), &format!("{name}, which was accepted, breaks it {rows}"), why);
    }
    if against.lines.is_empty() && against.others > 0 {
        // Something about the file as a whole, which is said by no line of a column.
        for key in OF_FILE {
            changed |= !changed && take_back(draft, (Part::File, key), &format!("{name} was accepted otherwise"), "");
        }
    }
    changed
}

/// A draft of one sheet without its rules, to hold rows of its own against.
fn alone(draft: &Draft, at: usize) -> Draft {
    // Lists that stay in the template are read from there.
    let file = draft.template.0.iter().filter(|line| line.key == "file").cloned().collect();
    let (about, references) = (draft.about.clone(), draft.references.clone());
    let mut alone = Draft { about, references, template: Lines(file), ..Draft::default() };
    let mut own = draft.sheets[at].clone();
    own.lines.remove("sample_keys");
    own.lines.remove("sample_rows");
    (own.heading_row, own.guide_rows, own.name) = (1, 0, String::new());
    // Rules over blocks and records need their shape; rows that continue others are judged by themselves here.
    own.rules.clear();
    own.cells.clear();
    alone.sheets.push(own);
    alone
}

/// Lines that say how a value is written; what a row must have is not shown by an example.
const OF_VALUES: &[&str] = &[
    "type", "format", "pattern", "characters", "case", "length", "min", "max", "above", "below", "places", "allowed",
    "date_format", "time_format", "decimal_mark", "yes_no",
];

/// Holds the examples of the template's texts against its draft: a line that would refuse one was not what the template means.
pub(super) fn examples(draft: &mut Draft, around: (&Path, Date)) {
    for at in 0..draft.sheets.len() {
        let mut alone = alone(draft, at);
        let given = |column: &DraftColumn| {
            let line = column.lines.get("example").filter(|line| line.confidence == Confidence::Known);
            let line = line.map(|line| line.value.trim_matches(['"', '\'']).to_owned());
            column.shown.iter().cloned().chain(line).filter(|text| is_one(text)).collect::<Vec<String>>()
        };
        let shown: Vec<Vec<String>> = alone.sheets[0].columns.iter().map(given).collect();
        let rows = shown.iter().map(Vec::len).max().unwrap_or(0);
        if rows == 0 || draft.sheets[at].is_form {
            continue;
        }
        // Whether an example goes with the rest is found here, and not by the advice on a rulebook.
        for column in &mut alone.sheets[0].columns {
            ["example", "required", "required_when", "unique", "blank_when"]
                .iter()
                .for_each(|key| column.lines.remove(key));
        }
        let mut out = csv::Writer::from_writer(Vec::new());
        let _ = out.write_record(alone.sheets[0].columns.iter().map(|column| column.heading.as_str()));
        for row in 0..rows {
            let _ = out.write_record(shown.iter().map(|values| values.get(row).map_or("", String::as_str)));
        }
        let Ok(bytes) = out.into_inner() else { continue };
        let Ok(source) = Source::memory("examples.csv".to_owned(), bytes.into()) else { continue };
        let written = reconcile::reconcile(&mut alone, around.0, around.1);
        let Some(against) = judge(&written.text, source, Vec::new(), around) else { continue };
        for (line, (_, why)) in &against.lines {
            let made_from = line.checked_sub(1).and_then(|line| written.made_from.get(line).copied().flatten());
            if let Some((Part::Column(_, column), key)) = made_from.filter(|(_, key)| OF_VALUES.contains(key)) {
                take_back(draft, (Part::Column(at, column), key), OF_EXAMPLE, why);
            }
        }
    }
}

/// Whether a text is one value, and no list of them.
fn is_one(text: &str) -> bool {
    !text.is_empty()
        && text.chars().count() <= 40
        && !text.contains([',', ';', '|', '\n', '…'])
        && !text.contains(" or ")
}

/// Checks the sample rows of each sheet, as a file of their own.
fn samples(draft: &mut Draft, (template, entries): (&Template, &[Option<Entry>]), around: (&Path, Date)) -> bool {
    let mut changed = false;
    for (at, entry) in entries.iter().enumerate() {
        let Some(entry) = entry.as_ref().filter(|entry| !entry.layout.sample_rows.is_empty()) else { continue };
        let sheet = &template.sheets[entry.at];
        let alone = alone(draft, at);
        let columns = alone.sheets[0].columns.clone();
        let written = write(&alone);
        let mut out = csv::Writer::from_writer(Vec::new());
        let mut spared = Vec::new();
        let _ = out.write_record(columns.iter().map(|column| column.heading.as_str()));
        for row in &entry.layout.sample_rows {
            let _ = out.write_record(columns.iter().map(|column| sheet.text(*row, column.field)));
            for (number, column) in columns.iter().enumerate() {
                let style = sheet.style(*row, column.field).and_then(|style| template.styles.get(style));
                // How a date of a spreadsheet looks as text says nothing.
                if style.is_some_and(|style| NumberFormat::new(&style.format).is_moment()) || column.lines.has("stored")
                {
                    spared.push(number);
                }
            }
        }
        let Ok(bytes) = out.into_inner() else { continue };
        let Ok(source) = Source::memory("samples.csv".to_owned(), bytes.into()) else { continue };
        let Some(against) = judge(&written.text, source, spared, around) else { continue };
        for (line, (_, why)) in &against.lines {
            let made_from = line.checked_sub(1).and_then(|line| written.made_from.get(line).copied().flatten());
            if let Some((Part::Column(_, column), key)) = made_from {
                changed |=
                    take_back(draft, (Part::Column(at, column), key), "a sample row of the template breaks it", why);
            }
        }
    }
    changed
}

fn take_back(draft: &mut Draft, (part, key): (Part, &'static str), who: &str, why: &str) -> bool {
    let what = match part {
        Part::Column(sheet, column) => format!("{}: ", draft.sheets[sheet].columns[column].heading.trim()),
        Part::Cell(sheet, cell) => format!("{}: ", draft.sheets[sheet].cells[cell].heading.trim()),
        _ => String::new(),
    };
    let why = why.trim_end_matches('.');
    let reason = if why.is_empty() { who.to_owned() } else { format!("{who}: {why}") };
    let Some(line) = offer(draft, part, key, &reason) else { return false };
    draft.not_kept.push(format!("{what}{line} is not kept: {reason}"));
    true
}
