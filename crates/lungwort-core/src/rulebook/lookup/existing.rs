//! What the receiving side holds already: an export of its records, and which column of it is which of the sheet's.

use std::path::PathBuf;
use std::sync::Arc;

use super::columns::{ListColumn, ListColumns};
use super::mentioned::of_existing;
use crate::condition::Scope;
use crate::intake::Source;
use crate::rulebook::compiler::{Columns, Compiler};
use crate::rulebook::model::{Column, ColumnType};
use crate::rulebook::reference::{self, Table, Wanted, WrittenReference};
use crate::rulebook::written::{WrittenRulebook, WrittenSheet};

/// The existing records of a sheet.
#[derive(Debug, Clone, Default)]
pub struct Existing {
    /// The export; `None` where nobody named one.
    pub table: Option<Arc<Table>>,
    /// What it is called: its file.
    pub file: Option<PathBuf>,
    /// The columns of the export; those of the sheet where there is none.
    pub columns: ListColumns,
    /// For each column of the sheet, its column in the export.
    pub places: Vec<Option<usize>>,
    /// Whether the export is known to be a part of the records.
    pub partial: bool,
    /// Whether it was named beside the rulebook, and not in it.
    pub is_given: bool,
    /// What other systems hold: what each is called, and its export.
    pub elsewhere: Vec<(String, Arc<Table>)>,
}

/// Whether a sheet speaks of existing records.
pub(in crate::rulebook) fn speaks_of_existing(sheet: &WrittenSheet) -> bool {
    sheet.existing.is_some() || sheet.intent.is_some() || sheet.lookup.iter().any(|lookup| lookup.existing)
}

/// Finds out what a sheet knows of existing records; `None` where nothing speaks of them.
pub(in crate::rulebook) fn compile(compiler: &mut Compiler, book: &WrittenRulebook, number: usize) -> Option<Existing> {
    let sheet = &book.sheet[number];
    let given = compiler.given_for(book, number);
    let path = format!("sheet.{number}.existing");
    let name = sheet.existing.as_ref().and_then(|existing| existing.reference.as_ref());
    if given.is_none() && !speaks_of_existing(sheet) {
        return None;
    }
    let mut written = WrittenReference::default();
    let (mut table, mut file, mut is_given) = (None, None, false);
    if let Some(name) = name {
        match book.reference.get(name) {
            Some(reference) => {
                written = reference.clone();
                table = compiler.references.get(name).cloned().flatten();
                file = compiler.files_of(reference).into_iter().next();
            }
            None => {
                let hint = compiler.hint_reference(name);
                compiler.error(&format!("{path}.reference"), format!("there is no reference {name}{hint}"));
            }
        }
    }
    if let Some(given) = given {
        is_given = true;
        match read_given(&given, &written, sheet) {
            Ok(read) => (table, file) = (Some(Arc::new(read)), Some(given)),
            Err(why) => compiler.given_mistakes.push(format!("{}: {why}", given.display())),
        }
    }
    let partial = written.partial;
    let columns = compiler.list_columns(&path, table.as_deref(), &written, name.map(String::as_str));
    let mut elsewhere = Vec::new();
    for (name, other) in compiler.given.existing_of.clone() {
        match read_given(&other, &WrittenReference::default(), sheet) {
            Ok(table) => elsewhere.push((name, Arc::new(table))),
            Err(why) => compiler.given_mistakes.push(format!("{}: {why}", other.display())),
        }
    }
    Some(Existing { table, file, columns, places: Vec::new(), partial, is_given, elsewhere })
}

/// The columns of the export that a sheet speaks of.
fn wanted(sheet: &WrittenSheet) -> Wanted {
    let mut wanted = Wanted::default();
    of_existing(sheet, &mut wanted);
    for lookup in sheet.lookup.iter().filter(|lookup| lookup.existing) {
        let conditions = [&lookup.only, &lookup.must, &lookup.used_when];
        wanted.names.extend(conditions.into_iter().flatten().flat_map(|text| crate::condition::mentions::words(text)));
        wanted.names.extend(lookup.keys.iter().flat_map(|key| key.by.values().cloned()).chain(lookup.show.clone()));
    }
    wanted
}

/// Reads a file that --existing names. Of a workbook, the sheet of the same name counts, if it has one.
fn read_given(file: &PathBuf, written: &WrittenReference, sheet: &WrittenSheet) -> Result<Table, String> {
    let mut wanted = wanted(sheet);
    wanted.names.extend(written.types.keys().cloned());
    // An export has its own encoding and delimiter, whatever the one that the rulebook names has.
    let mut how = WrittenReference { sheet: None, ..written.clone() };
    let source = Source::regular(file).map_err(|error| error.to_string())?;
    if source.is_workbook()
        && let Some(name) = &sheet.name
        && let Ok(book) = source.workbook()
    {
        let found = book.sheets.iter().find(|entry| entry.name.eq_ignore_ascii_case(name));
        how.sheet = found.map(|entry| entry.name.clone());
    }
    reference::read(std::slice::from_ref(file), &how, &wanted)
}

/// Finds the sheet's columns in the export, and gives them the sheet's names and kinds.
pub(in crate::rulebook) fn map_columns(
    compiler: &mut Compiler,
    own: &Columns,
    (path, columns): (&str, &[Column]),
    sheet: &WrittenSheet,
    existing: &mut Existing,
) {
    if existing.table.is_none() {
        // Without an export its columns are taken to be those of the sheet, and what the rulebook says of others to be true.
        let further = std::mem::take(&mut existing.columns.0);
        existing.columns.0 = columns.iter().map(of_column).collect();
        existing.columns.0.extend(further);
        let mut names: Vec<String> = wanted(sheet).names.into_iter().collect();
        names.sort_unstable();
        for heading in names {
            if existing.columns.place(&heading).is_none() {
                existing.columns.0.push(ListColumn { heading, names: Vec::new(), kind: ColumnType::Text });
            }
        }
        existing.places = (0..columns.len()).map(Some).collect();
        return;
    }
    existing.places = vec![None; columns.len()];
    for (name, heading) in sheet.existing.iter().flat_map(|existing| &existing.headings) {
        let place = format!("{path}.existing.headings.{name}");
        let Some((column, _)) = own.column(name) else {
            let hint = own.nearest(name).map(|near| format!("; did you mean {near}?")).unwrap_or_default();
            compiler.error(&place, format!("no column is called {name}{hint}"));
            continue;
        };
        match existing.columns.place(heading) {
            Some(at) => existing.places[column] = Some(at),
            None => {
                let hint = existing.columns.hint(heading);
                match existing.file.as_ref().filter(|_| existing.is_given) {
                    Some(file) => compiler
                        .given_mistakes
                        .push(format!("{}: the existing records have no column {heading}{hint}", file.display())),
                    None => compiler.error(&place, format!("the existing records have no column {heading}{hint}")),
                }
            }
        }
    }
    for (column, place) in columns.iter().zip(&mut existing.places) {
        if place.is_none() {
            *place = column.headings().chain(column.name.as_deref()).find_map(|name| existing.columns.place(name));
        }
        if let Some(at) = *place {
            let known = &mut existing.columns.0[at];
            known.names.extend(column.headings().map(str::to_owned).chain(column.name.clone()));
            // What the export declares of its own counts.
            if matches!(known.kind, ColumnType::Text) {
                known.kind = column.kind.clone();
            }
        }
    }
}

fn of_column(column: &Column) -> ListColumn {
    ListColumn {
        heading: column.heading.clone(),
        names: column.other_headings.iter().chain(&column.name).cloned().collect(),
        kind: column.kind.clone(),
    }
}
