//! Drafting a rulebook from a downloaded template and from files that were accepted before.
//!
//! Each part looks at one thing: `headings` at where the table begins, `marks` at what is required, `choices` at
//! drop-downs and limits, `number_formats` at how cells are shown, `definitions` and `prose` at the sheets that explain,
//! `samples`, `values` and `relations` at accepted files. What they find are lines of a [`draft`] with their source
//! and their confidence; `write` makes a rulebook of them, and `reconcile` takes back what does not go together.
#![deny(clippy::print_stdout, clippy::print_stderr, clippy::missing_errors_doc)]

mod across;
mod around;
mod blocks;
mod blocks_of_definitions;
mod choices;
mod code_lists;
mod day_forms;
mod definitions;
pub mod draft;
mod form;
mod headings;
mod keys;
mod list_owners;
mod lists;
mod many_rules;
mod marks;
mod names;
mod number_formats;
mod onto;
mod others;
mod prose;
mod prove;
mod reconcile;
mod relations;
mod repeats;
mod samples;
mod shapes;
mod shown_values;
mod source;
mod statements;
mod values;
mod whole_file;
mod write;

use std::collections::HashMap;
use std::path::{Path, PathBuf};

use jiff::civil::Date;
use lungwort_core::rulebook::listed;
use lungwort_core::rulebook::toml_text::{list, quoted};

use across::{KnownHeadings, is_listed};
use draft::{Confidence, Draft, DraftColumn, DraftSheet};
use headings::Layout;
use source::{Template, TemplateSheet};

use lungwort_core::intake::OpenError;

/// Why nothing could be learned.
#[derive(Debug)]
pub enum LearnError {
    /// A file cannot be read.
    Open(PathBuf, OpenError),
    /// No row of the template looks like headings; what was seen instead, sheet by sheet.
    NoHeadings(PathBuf, Vec<String>),
    /// The template has no sheet of that name; those that it has.
    NoSheet(PathBuf, String, Vec<String>),
    /// An accepted file has none of the template's headings.
    NoRows(PathBuf),
    /// A list cannot be used, and why.
    List(PathBuf, String),
}

impl std::fmt::Display for LearnError {
    fn fmt(&self, out: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
        match self {
            LearnError::Open(path, error) => write!(out, "{}: {error}", path.display()),
            LearnError::List(path, why) => write!(out, "{}: {why}", path.display()),
            LearnError::NoHeadings(path, seen) => {
                write!(out, "{}: no row of it looks like the headings of a table to be filled", path.display())?;
                seen.iter().try_for_each(|seen| write!(out, "\n  {seen}"))?;
                write!(
                    out,
                    "\nIf one of them is, name it with --heading-row (and --sheet); if this is a filled file, name the blank template and give this one with --sample"
                )
            }
            LearnError::NoSheet(path, wanted, names) => {
                write!(out, "{}: it has no sheet {wanted}; its sheets are {}", path.display(), listed(names, "and"))
            }
            LearnError::NoRows(path) => {
                write!(
                    out,
                    "{}: no row of it has the template's headings, so that nothing can be learned from it",
                    path.display()
                )
            }
        }
    }
}

impl std::error::Error for LearnError {}

/// What came of learning.
pub struct Learned {
    /// The rulebook's text.
    pub text: String,
    /// What it was drafted from, line by line.
    pub draft: Draft,
}

/// Drafts a rulebook. `beside` is the folder that it will be in: the template is named from there. `today` is the day
/// by which its examples are checked.
///
/// # Errors
/// A [`LearnError`] where a file cannot be read, or has nothing to learn from.
pub fn learn(
    template_path: &Path,
    sample_paths: &[PathBuf],
    beside: &Path,
    today: Date,
) -> Result<Learned, LearnError> {
    learn_with(template_path, sample_paths, (&[], &[]), (beside, today), &Hints::default())
}

/// What somebody says besides: where the headings are, and which rulebook is gone on with.
#[derive(Debug, Clone, Default)]
pub struct Hints {
    /// The sheet that is to be filled.
    pub sheet: Option<String>,
    /// The row of its headings, from one.
    pub heading_row: Option<u64>,
    /// The text of an older edition's rulebook, of which what somebody confirmed or wrote stays.
    pub onto: Option<String>,
}

/// The same with exports of the receiving side's own lists, and of the records that it holds already.
///
/// # Errors
/// As for [`learn`].
pub fn learn_with(
    template_path: &Path,
    sample_paths: &[PathBuf],
    (references, existing): (&[PathBuf], &[PathBuf]),
    (beside, today): (&Path, Date),
    hints: &Hints,
) -> Result<Learned, LearnError> {
    let lists = lists::lists(references, existing, beside).map_err(|(path, why)| LearnError::List(path, why))?;
    let template = Template::read(template_path).map_err(|error| LearnError::Open(template_path.to_owned(), error))?;
    let mut draft = Draft::default();
    draft.sources.push(template.file_name.clone());
    if let Some(wanted) = hints.sheet.as_ref().filter(|wanted| template.sheet(wanted).is_none()) {
        return Err(LearnError::NoSheet(template_path.to_owned(), wanted.clone(), others::names(&template)));
    }
    let mut entries = sheets(&template, hints, &mut draft);
    if draft.sheets.iter().all(|sheet| sheet.is_form) {
        return Err(LearnError::NoHeadings(template_path.to_owned(), others::seen(&template)));
    }
    let mut accepted = sample_paths.to_vec();
    if is_filled_in(&mut entries, &template, &mut draft) {
        accepted.insert(0, template_path.to_owned());
        draft.sources.clear();
    }
    let sample_paths = accepted.as_slice();
    definitions_and_prose(&template, &entries, &mut draft);
    let is_entry = |at: usize| entries.iter().flatten().any(|entry| entry.at == at);
    code_lists::learn(&template, &is_entry, &mut draft);
    statements::learn(&template, &entries, &mut draft);
    for (drafted, entry) in draft.sheets.iter_mut().zip(&entries) {
        if let Some(entry) = entry {
            blocks::learn(&template.sheets[entry.at], &entry.layout, drafted);
            shapes::learn(&template.sheets[entry.at], &entry.layout, drafted, &mut draft.look_first);
        }
    }
    about(&template, &entries, template_path, beside, &mut draft);
    from_samples(sample_paths, &lists, &mut draft)?;
    lists::as_said(&lists, &mut draft);
    shown_values::learn(&template, &entries, &mut draft);
    day_forms::learn(&template, &entries, &mut draft);
    for sheet in &mut draft.sheets {
        keys::key(sheet);
        repeats::learn(sheet, &mut draft.look_first);
    }
    keys::sample_keys(&template, &entries, &mut draft);
    for sheet in &mut draft.sheets {
        // What counts already is not offered again.
        let counting: Vec<_> = sheet
            .rules
            .iter()
            .filter(|rule| rule.confidence > Confidence::Suggested)
            .map(|rule| rule.lines.clone())
            .collect();
        sheet.rules.retain(|rule| rule.confidence > Confidence::Suggested || !counting.contains(&rule.lines));
    }
    if let Some(old) = &hints.onto {
        onto::merge(old, &mut draft);
    }
    draft.others = others::others(&template, &entries, &draft);
    prove::examples(&mut draft, (beside, today));
    let text = prove::prove(&mut draft, (&template, &entries), sample_paths, (beside, today));
    Ok(Learned { text, draft })
}

/// More rows than these under the headings are no samples: somebody has filled them in.
const MOST_SAMPLES: usize = 20;

/// Whether a template is one that somebody has filled in: its rows are then no samples of how to do it, but rows as others will
/// be, from which is learned as from accepted ones.
fn is_filled_in(entries: &mut [Option<Entry>], template: &Template, draft: &mut Draft) -> bool {
    let mut any = false;
    for entry in entries.iter_mut().flatten().filter(|entry| entry.layout.sample_rows.len() > MOST_SAMPLES) {
        let (count, name) = (entry.layout.sample_rows.len(), &template.sheets[entry.at].name);
        let of = if name.is_empty() { String::new() } else { format!(" of the sheet {name}") };
        draft.look_first.push(format!(
            "{}: the {} rows{of} were taken as accepted ones, since they are too many for examples",
            template.file_name,
            lungwort_core::finding::ranges::thousands(count as u64)
        ));
        entry.layout.sample_rows.clear();
        any = true;
    }
    any
}

/// A sheet to be filled: its place in the template and what stands around its data.
struct Entry {
    at: usize,
    layout: Layout,
}

fn sheets(template: &Template, hints: &Hints, draft: &mut Draft) -> Vec<Option<Entry>> {
    let mut entries = Vec::new();
    let is_text = template.text.is_some();
    let found = |sheet: &TemplateSheet| match (&hints.sheet, hints.heading_row) {
        (None, None) if form::filled_cover(sheet).is_some() => None,
        (None, None) => headings::find(sheet, is_text),
        (wanted, row) => {
            let meant = wanted.as_ref().is_none_or(|wanted| wanted.eq_ignore_ascii_case(&sheet.name));
            meant.then(|| row.map_or_else(|| headings::likeliest(sheet), |row| headings::at(sheet, row))).flatten()
        }
    };
    let mut layouts: Vec<Option<Layout>> = template.sheets.iter().map(found).collect();
    if layouts.iter().all(Option::is_none) {
        // Headings alone, without a mark or a limit, are still headings where there is nothing else.
        layouts = template.sheets.iter().map(headings::alone).collect();
    }
    if layouts.iter().all(Option::is_none) {
        // Nor is there anything else where a table is filled in to its end.
        let filled = |sheet: &TemplateSheet| headings::filled(sheet).filter(|_| !sheet.hidden);
        layouts = template.sheets.iter().map(filled).collect();
        if layouts.iter().flatten().count() > 1 {
            layouts.fill(None);
        }
    }
    let layouts = layouts;
    // A table with a few rows may be a list; where another is plainly to be filled, it is taken for one.
    let plain =
        |at: usize| layouts[at].as_ref().is_some_and(|layout| headings::is_plainly_entry(&template.sheets[at], layout));
    let any_plain = (0..layouts.len()).any(plain);
    let known = KnownHeadings::of(template);
    for (at, sheet) in template.sheets.iter().enumerate().filter(|(_, sheet)| !sheet.hidden) {
        let listed = is_listed(template, sheet) || layouts.len() > 1 && code_lists::has_several((sheet, at), &known);
        let layout = layouts[at].clone().filter(|_| (plain(at) || !any_plain) && !listed);
        match layout {
            Some(layout) if !known.are_described_by(sheet, &layout) => {
                let mut drafted = one_sheet(template, sheet, &layout, draft);
                let cells = form::labels(template, sheet, layout.heading_row);
                drafted.cells = cells.into_iter().map(|cell| labelled(template, sheet, cell, draft)).collect();
                draft.sheets.push(drafted);
                entries.push(Some(Entry { at, layout }));
            }
            _ => {
                if let Some(mut drafted) = form::learn(template, sheet) {
                    // The limits of a labelled cell are read as those of a column that begins in its row.
                    let columns = std::mem::take(&mut drafted.columns);
                    drafted.columns =
                        columns.into_iter().map(|column| labelled(template, sheet, column, draft)).collect();
                    draft.sheets.push(drafted);
                    entries.push(None);
                }
            }
        }
    }
    entries
}

fn one_sheet(template: &Template, sheet: &TemplateSheet, layout: &Layout, draft: &mut Draft) -> DraftSheet {
    let headings: Vec<&str> = layout.headings.iter().map(|(_, text)| text.as_str()).collect();
    let mut names = names::unique_names(&headings);
    if let Some(row) = layout.technical_row {
        let technical: Vec<String> =
            layout.headings.iter().map(|(column, _)| names::plain_name(sheet.text(row, *column))).collect();
        let distinct: std::collections::HashSet<&String> = technical.iter().collect();
        if distinct.len() == technical.len() {
            names = technical;
        }
    }
    let mut columns: Vec<DraftColumn> = Vec::new();
    for ((field, heading), name) in layout.headings.iter().zip(names) {
        let mut column = DraftColumn { heading: heading.clone(), field: *field, name, ..DraftColumn::default() };
        if let Some(row) = layout.band_row {
            let band = (0..=*field).rev().map(|at| sheet.text(row, at)).find(|text| !text.is_empty());
            if let Some(band) = band {
                column.lines.set("section", quoted(band), format!("the band in row {row}"), Confidence::Known);
            }
        }
        let kept = layout.guide_rows.iter().chain(&layout.sample_rows[..layout.staying]);
        let guide: Vec<&str> = kept.map(|row| sheet.text(*row, *field)).collect();
        if guide.iter().any(|text| !text.is_empty()) {
            let source = format!("row {} of the template", layout.heading_row + 1);
            column.lines.set("guide", list(&guide), source, Confidence::Known);
        }
        if let Some(note) = sheet.note(layout.heading_row, *field) {
            if marks::word_in(note) == Some(true) {
                column.lines.set("required", "true", "the note on its heading", Confidence::Known);
            }
            let help = marks::without_must(note);
            if !help.is_empty() {
                column.lines.set("help", quoted(&help), "the note on its heading", Confidence::Known);
            }
        }
        columns.push(column);
    }
    marks::learn(template, sheet, layout, &mut columns, &mut draft.look_first);
    around::learn(sheet, layout, &mut columns);
    choices::learn(template, sheet, layout, &mut columns, draft);
    number_formats::learn(template, sheet, layout, &mut columns);
    guide_date_patterns(layout, sheet, &mut columns);
    DraftSheet {
        name: sheet.name.clone(),
        heading_row: layout.heading_row,
        guide_rows: (layout.guide_rows.len() + layout.staying) as u64,
        columns,
        ..DraftSheet::default()
    }
}

/// Date patterns in the guide rows.
fn guide_date_patterns(layout: &Layout, sheet: &TemplateSheet, columns: &mut [DraftColumn]) {
    for column in columns {
        // A line of remarks is not said of the column that it begins under.
        let is_remark = |row: &&u64| layout.is_remark(sheet, **row);
        let rows = layout.guide_rows.iter().filter(|row| !is_remark(row));
        let texts = rows.map(|row| (*row, sheet.text(*row, column.field).to_lowercase()));
        let found = texts.into_iter().find_map(|(row, text)| Some((row, definitions::date_pattern_in(&text)?)));
        let typed = column.lines.get("type").is_none_or(|line| line.value.contains("date"));
        if let Some((row, date_pattern)) = found.filter(|_| typed) {
            let source = format!("row {row} of the template");
            column.lines.set(
                "type",
                if date_pattern.contains("hh") { "\"datetime\"" } else { "\"date\"" },
                source.clone(),
                Confidence::Known,
            );
            // What is said in words counts more than a cell's format.
            column.lines.remove("date_format");
            column.lines.set("date_format", quoted(&date_pattern), source, Confidence::Known);
        }
    }
}

/// The limits of a labelled cell.
fn labelled(template: &Template, sheet: &TemplateSheet, column: DraftColumn, draft: &mut Draft) -> DraftColumn {
    let label = lungwort_core::cell::fold::fold(&column.heading);
    let row = sheet
        .full
        .cells
        .iter()
        .find(|cell| lungwort_core::cell::fold::fold(&cell.text) == label)
        .map_or(1, |cell| cell.row);
    let layout = Layout { heading_row: row - 1, first_data: row, ..Layout::default() };
    let mut one = vec![column];
    choices::learn(template, sheet, &layout, &mut one, draft);
    number_formats::learn(template, sheet, &layout, &mut one);
    one.remove(0)
}

/// Names of a sheet that explains columns which are no heading, that are shown.
const UNKNOWN: usize = 5;

fn definitions_and_prose(template: &Template, entries: &[Option<Entry>], draft: &mut Draft) {
    let is_entry = |at: usize| entries.iter().flatten().any(|entry| entry.at == at);
    let mut defining = Vec::new();
    let names: Vec<String> = draft.sheets.iter().map(|sheet| sheet.name.clone()).collect();
    for (at, sheet) in template.sheets.iter().enumerate().filter(|(at, _)| !is_entry(*at)) {
        let of_rows = definitions::sheets_of_rows(sheet, &names);
        for (own, drafted) in draft.sheets.iter_mut().enumerate() {
            let mut all: Vec<&mut DraftColumn> = drafted.cells.iter_mut().chain(&mut drafted.columns).collect();
            let is_of_other = |row: u64| of_rows.get(&row).is_some_and(|of| *of != own);
            if definitions::learn(sheet, &mut all, &is_of_other) {
                definitions::learn_parts(sheet, &names, drafted);
                defining.push(at);
            }
        }
    }
    let headings = |sheet: &DraftSheet| sheet.columns.iter().map(|column| column.heading.clone()).collect();
    let headings: Vec<Vec<String>> = draft.sheets.iter().map(headings).collect();
    for at in &defining {
        let mut unknown = definitions::unknown_names(&template.sheets[*at], &headings);
        let more = unknown.len().saturating_sub(UNKNOWN);
        unknown.truncate(UNKNOWN);
        if more > 0 {
            unknown.push(format!("{more} more rows of {} explain no heading", template.sheets[*at].name));
        }
        draft.look_first.extend(unknown);
    }
    let is_prose = |sheet: &TemplateSheet, row: u64| {
        let at = template.sheets.iter().position(|other| std::ptr::eq(other, sheet)).unwrap_or(0);
        // The rows of tables are no sentences.
        let few = sheet.has_few(row, 2);
        match entries.iter().flatten().find(|entry| entry.at == at) {
            Some(entry) => few && row < entry.layout.heading_row,
            None => few,
        }
    };
    prose::learn(template, &is_prose, draft);
}

/// Title, kinds of file and the template itself.
fn about(template: &Template, entries: &[Option<Entry>], path: &Path, beside: &Path, draft: &mut Draft) {
    let first = entries.iter().flatten().next();
    let above = first.and_then(|entry| {
        let sheet = &template.sheets[entry.at];
        let rows = 1..entry.layout.heading_row;
        let cells = rows
            .filter(|row| Some(*row) != entry.layout.band_row)
            .flat_map(|row| sheet.row(row).into_iter().map(move |(column, text)| (row, column, text)));
        let title = cells.into_iter().find(|(.., text)| {
            (4..=80).contains(&first_sentence(text).len())
                && text.contains(char::is_alphabetic)
                && !statements::obliges(text)
        });
        title.map(|(row, column, text)| (first_sentence(text).to_owned(), marks::place(sheet, row, column)))
    });
    let property = template.properties.iter().find(|(name, value)| name == "title" && !value.is_empty());
    let stem = template.file_name.rsplit_once('.').map_or(template.file_name.as_str(), |(stem, _)| stem);
    let (title, source) = above
        .or_else(|| property.map(|(_, value)| (value.clone(), "the document's title".to_owned())))
        .unwrap_or_else(|| (stem.replace(['_', '-'], " "), "the name of the file".to_owned()));
    let title = draft::Line { key: "title", value: quoted(&title), source, confidence: Confidence::Known };
    draft.about.0.insert(0, title);
    draft.file.set("formats", list(&[template.kind]), "the kind of the template", Confidence::Confirm);
    // What is taken besides is said in words; a template is surely taken in its own kind.
    if let Some(line) = draft.file.0.iter_mut().find(|line| line.key == "formats")
        && !line.value.contains(&quoted(template.kind))
    {
        line.value = format!("[{}, {}", quoted(template.kind), line.value.trim_start_matches('['));
        line.source = format!("the kind of the template; {}", line.source);
    }
    if let Some(text) = &template.text {
        let sign = if text.delimiter == b'\t' { "tab".to_owned() } else { char::from(text.delimiter).to_string() };
        draft.file.set("delimiter", quoted(&sign), "the template", Confidence::Confirm);
        if text.bom {
            draft.file.set("bom", "true", "the template begins with a byte order mark", Confidence::Suggested);
        }
        draft.file.set("encoding", quoted(&text.encoding), "the template", Confidence::Suggested);
    }
    let named = path_from(beside, path);
    draft.template.0.insert(
        0,
        draft::Line {
            key: "file",
            value: quoted(&named),
            source: "what this was learned from".to_owned(),
            confidence: Confidence::Known,
        },
    );
    draft.template.0.insert(
        1,
        draft::Line {
            key: "sha256",
            value: quoted(&template.digest),
            source: "its digest: a copy of it under another name is known by it".to_owned(),
            confidence: Confidence::Known,
        },
    );
}

/// The first sentence of a title, without the sign of a remark.
fn first_sentence(text: &str) -> &str {
    let text = text.trim_start_matches(['#', '/', '-', ';', ' ']);
    text.split_once(". ").map_or(text, |(first, _)| first)
}

/// A path as seen from a folder: with `..` where it lies outside, so that both can be handed on together. As it is where the two
/// have nothing in common, such as two drives.
fn path_from(folder: &Path, path: &Path) -> String {
    let whole = |path: &Path| std::fs::canonicalize(path).ok();
    let folder = if folder.as_os_str().is_empty() { Path::new(".") } else { folder };
    let relative = whole(path).zip(whole(folder)).and_then(|(path, folder)| {
        let shared = path.components().zip(folder.components()).take_while(|(one, other)| one == other).count();
        let up = folder.components().skip(shared).map(|_| std::path::Component::ParentDir);
        (shared > 0).then(|| up.chain(path.components().skip(shared)).collect::<PathBuf>())
    });
    relative.unwrap_or_else(|| path.to_owned()).display().to_string().replace('\\', "/")
}

fn from_samples(paths: &[PathBuf], lists: &[lists::NamedList], draft: &mut Draft) -> Result<(), LearnError> {
    let mut samples: Vec<samples::SampleRows> = draft.sheets.iter().map(|_| samples::SampleRows::default()).collect();
    for path in paths {
        let read =
            samples::read(path, &draft.sheets, &mut samples).map_err(|error| LearnError::Open(path.clone(), error))?;
        if read == 0 {
            return Err(LearnError::NoRows(path.clone()));
        }
        let name = path.file_name().map(|name| name.to_string_lossy().into_owned()).unwrap_or_default();
        draft.sources.push(format!("{} ({read} rows)", name));
    }
    for (sheet, samples) in draft.sheets.iter_mut().zip(&samples) {
        if !samples.rows.is_empty() {
            values::learn(sheet, samples, &mut draft.look_first);
            relations::learn(sheet, samples);
        }
        lists::learn(lists, sheet, samples, &mut draft.lists);
        seen(sheet, samples, &mut draft.seen);
    }
    Ok(())
}

/// The values that come up in each column, the commonest first.
fn seen(sheet: &DraftSheet, samples: &samples::SampleRows, seen: &mut HashMap<String, Vec<(String, usize)>>) {
    for (at, column) in sheet.columns.iter().enumerate().filter(|_| !samples.rows.is_empty()) {
        let mut counts: HashMap<&str, usize> = HashMap::new();
        samples.rows.iter().for_each(|row| *counts.entry(row[at].as_str()).or_default() += 1);
        let mut values: Vec<(String, usize)> =
            counts.into_iter().map(|(text, count)| (text.to_owned(), count)).collect();
        values.sort_by(|one, other| other.1.cmp(&one.1).then_with(|| one.0.cmp(&other.0)));
        seen.insert(column.heading.trim_end_matches(['*', ' ']).to_owned(), values);
    }
}
