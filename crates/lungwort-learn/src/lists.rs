//! Exports of the receiving side's own lists: which column's values are all in which list, and which pairs go together.
//!
//! In: lists that are named beside the template, and the rows of accepted files. Out: references, look-ups where each value is in
//! one row of the list, lists of allowed values where it is in several, and which export holds the records that are there already.

use std::collections::HashMap;
use std::path::{Path, PathBuf};

use super::draft::{Confidence, Draft, DraftList, DraftRule, DraftSheet, Unread};
use super::names::plain_name;
use super::path_from;
use super::samples::SampleRows;
use lungwort_core::cell::fold::fold;
use lungwort_core::rulebook::listed;
use lungwort_core::rulebook::reference::{Table, Wanted, WrittenReference, read};
use lungwort_core::rulebook::toml_text::{key, quoted};

/// Different values that a column must have for its being in a list to say anything.
const LEAST: usize = 5;
/// Different values from which it counts.
const ENOUGH: usize = 20;

/// A list that was named beside the template.
pub(super) struct NamedList {
    name: String,
    file: String,
    table: Table,
    is_existing: bool,
}

/// Reads the lists. The error is the file, and why it cannot be used.
pub(super) fn lists(
    references: &[PathBuf],
    existing: &[PathBuf],
    beside: &Path,
) -> Result<Vec<NamedList>, (PathBuf, String)> {
    let mut lists: Vec<NamedList> = Vec::new();
    let all = references.iter().map(|path| (path, false)).chain(existing.iter().map(|path| (path, true)));
    for (path, is_existing) in all {
        let table = read(std::slice::from_ref(path), &WrittenReference::default(), &Wanted::everything())
            .map_err(|why| (path.clone(), why))?;
        let stem = path.file_stem().map(|stem| stem.to_string_lossy().into_owned()).unwrap_or_default();
        let plain = plain_name(&stem);
        let taken = |name: &str| lists.iter().any(|known| known.name == name);
        let name = (1..).map(|number| if number == 1 { plain.clone() } else { format!("{plain}_{number}") });
        let name = name.into_iter().find(|name| !taken(name)).unwrap_or_default();
        lists.push(NamedList { name, file: path_from(beside, path), table, is_existing });
    }
    Ok(lists)
}

/// The values of a column of a list, each with its first row, and whether any comes twice.
fn values_of(table: &Table, column: usize) -> (HashMap<&str, usize>, bool) {
    let mut values = HashMap::new();
    let mut twice = false;
    for row in 0..table.row_count() {
        let text = table.cell(row, column);
        if !text.is_empty() {
            twice |= values.insert(text, row).is_some();
        }
    }
    (values, twice)
}

/// A column of the sheet whose values are all in a column of a list.
struct Contained {
    column: usize,
    there: usize,
    /// How many different values there are.
    support: usize,
    /// Whether each is in one row of the list.
    names_one: bool,
}

/// Learns from the lists for one sheet.
pub(super) fn learn(lists: &[NamedList], sheet: &mut DraftSheet, samples: &SampleRows, draft: &mut Vec<DraftList>) {
    for list in lists {
        let reference = || DraftList { name: list.name.clone(), file: list.file.clone() };
        let note = |draft: &mut Vec<DraftList>| {
            if !draft.iter().any(|known| known.name == list.name) {
                draft.push(reference());
            }
        };
        if list.is_existing {
            if existing(list, sheet) {
                note(draft);
            }
            continue;
        }
        let found: Vec<Contained> =
            (0..sheet.columns.len()).filter_map(|column| contained(list, sheet, samples, column)).collect();
        if found.is_empty() {
            continue;
        }
        note(draft);
        look_up(list, sheet, samples, &found);
        for each in found.iter().filter(|each| !each.names_one) {
            let heading = &list.table.headings()[each.there];
            let value = format!("{{ reference = {}, column = {} }}", quoted(&list.name), quoted(heading));
            let source = format!("all {} values are in the column {heading} of {}", each.support, list.file);
            sheet.columns[each.column].lines.set("allowed", value, source, confidence(each.support));
        }
    }
}

/// Columns whose values are in a list of the receiving side, as the template says: in the one list that has a column with
/// their heading, where such a list is given. Else the sentence is left to be read.
pub(super) fn as_said(lists: &[NamedList], draft: &mut Draft) {
    let mut wanting: Vec<String> = Vec::new();
    for sheet in &mut draft.sheets {
        let looked_up = sheet.rules.iter().filter(|rule| rule.kind == "lookup").flat_map(|rule| &rule.lines);
        let keys: Vec<String> = looked_up.filter(|(of, _)| of == "keys").map(|(_, value)| value.clone()).collect();
        for column in &mut sheet.columns {
            let Some((text, source)) = column.as_held.take() else { continue };
            let place = source.split(": ").next().unwrap_or_default().to_owned();
            let own = key(&column.name);
            let is_key = keys.iter().any(|keys| keys.contains(&format!("{{ {own} = ")));
            if column.lines.has("allowed") || is_key {
                continue;
            }
            let heading = fold(super::statements::heading_words(&column.heading).trim());
            let has = |list: &&NamedList| list.table.headings().iter().any(|there| fold(there) == heading);
            let mut having: Vec<&NamedList> = lists.iter().filter(has).collect();
            if having.len() > 1 {
                // Of several, the one that the sentence names.
                let words = fold(&text);
                having.retain(|list| list.name.split('_').any(|word| word.len() > 3 && words.contains(&fold(word))));
            }
            let [list] = having.as_slice() else {
                wanting.push(column.heading.trim().to_owned());
                draft.unread.push(Unread { text, place });
                continue;
            };
            let there = list.table.headings().iter().find(|there| fold(there) == heading).cloned().unwrap_or_default();
            let value = format!("{{ reference = {}, column = {} }}", quoted(&list.name), quoted(&there));
            column.lines.set("allowed", value, source, Confidence::Known);
            if !draft.lists.iter().any(|known| known.name == list.name) {
                draft.lists.push(DraftList { name: list.name.clone(), file: list.file.clone() });
            }
        }
    }
    if !wanting.is_empty() {
        draft.look_first.push(format!(
            "{}: the template says that the values are in a list of the receiving side; give its export with --reference, and they are checked",
            listed(&wanting, "and")
        ));
    }
}

fn confidence(support: usize) -> Confidence {
    if support >= ENOUGH { Confidence::Confirm } else { Confidence::Suggested }
}

/// In which column of a list all values of a column are: that of the same heading first, else one whose values come once.
fn contained(list: &NamedList, sheet: &DraftSheet, samples: &SampleRows, column: usize) -> Option<Contained> {
    let mut values: Vec<&str> =
        samples.rows.iter().map(|row| row[column].as_str()).filter(|text| !text.is_empty()).collect();
    values.sort_unstable();
    values.dedup();
    if values.len() < LEAST {
        return None;
    }
    let heading = fold(&sheet.columns[column].heading);
    let fits = (0..list.table.headings().len()).filter_map(|there| {
        let (known, twice) = values_of(&list.table, there);
        values.iter().all(|value| known.contains_key(value)).then_some((there, twice))
    });
    let same = |there: usize| fold(&list.table.headings()[there]) == heading;
    let (there, twice) = fits.max_by_key(|(there, twice)| (same(*there), !*twice, std::cmp::Reverse(*there)))?;
    Some(Contained { column, there, support: values.len(), names_one: !twice })
}

/// A look-up by all columns that name one row each, where they name the same row throughout.
fn look_up(list: &NamedList, sheet: &mut DraftSheet, samples: &SampleRows, found: &[Contained]) {
    let mut keys: Vec<&Contained> = Vec::new();
    for each in found.iter().filter(|each| each.names_one) {
        let (known, _) = values_of(&list.table, each.there);
        let agrees = keys.iter().all(|other| {
            let (others, _) = values_of(&list.table, other.there);
            samples.rows.iter().all(|row| {
                let (one, two) = (known.get(row[each.column].as_str()), others.get(row[other.column].as_str()));
                one.is_none() || two.is_none() || one == two
            })
        });
        if agrees && !keys.iter().any(|other| other.there == each.there) {
            keys.push(each);
        }
    }
    // The best supported key is the first to be trusted.
    keys.sort_by_key(|each| std::cmp::Reverse(each.support));
    let Some(first) = keys.first() else { return };
    let by = |each: &&Contained| {
        let own = key(&sheet.columns[each.column].name);
        format!("{{ by = {{ {own} = {} }} }}", quoted(&list.table.headings()[each.there]))
    };
    let said: Vec<String> = keys
        .iter()
        .map(|each| format!("{} ({} values)", sheet.columns[each.column].heading.trim(), each.support))
        .collect();
    let together = if keys.len() > 1 { ", and name the same row of it" } else { "" };
    let source = format!("all values of {} are in {}{together}", said.join(" and of "), list.file);
    let lines = vec![
        ("alias".into(), quoted(&list.name)),
        ("reference".into(), quoted(&list.name)),
        ("keys".into(), format!("[{}]", keys.iter().map(by).collect::<Vec<_>>().join(", "))),
    ];
    let confidence = confidence(first.support);
    sheet.rules.push(DraftRule { kind: "lookup", lines, source, confidence });
}

/// Whether an export is of the records of a sheet: it has most of its headings, or those of its key.
fn existing(list: &NamedList, sheet: &mut DraftSheet) -> bool {
    let place = |heading: &str| list.table.headings().iter().any(|there| fold(there) == fold(heading));
    let shared = sheet.columns.iter().filter(|column| place(&column.heading)).count();
    if sheet.is_form || shared * 2 < sheet.columns.len().min(list.table.headings().len()) || shared == 0 {
        return false;
    }
    let source = format!("{} has {shared} of the {} headings", list.file, sheet.columns.len());
    let lines = vec![("reference".into(), quoted(&list.name))];
    sheet.rules.push(DraftRule { kind: "existing", lines, source, confidence: Confidence::Confirm });
    true
}
