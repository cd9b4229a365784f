//! Intents from written to compiled.

use std::sync::Arc;

use super::written::{Action, WrittenBlankCell, WrittenBlankOnCreate, WrittenIntent};
use super::{Compared, Intent, KeptBy};
use crate::cell::{Kind, fold};
use crate::condition::{Condition, mentions};
use crate::rulebook::compiler::{Columns, Compiler};
use crate::rulebook::lookup::folding;
use crate::rulebook::model::{ColumnType, Existing, ListOf, LookupKey, Sheet};
use crate::rulebook::reference::Wanted;
use crate::rulebook::written::WrittenRulebook;

/// Adds what the intents of a rulebook ask of a list.
pub(in crate::rulebook) fn mentioned(book: &WrittenRulebook, name: &str, wanted: &mut Wanted) {
    for sheet in &book.sheet {
        let Some(intent) = &sheet.intent else { continue };
        for kept in intent.kept_by.iter().filter(|kept| kept.reference.as_deref() == Some(name)) {
            wanted.names.insert(kept.column.clone());
            wanted.names.extend(kept.when.iter().flat_map(|when| mentions::words(when)));
        }
    }
}

/// Compiles the intent of a sheet whose look-ups are known.
pub(in crate::rulebook) fn compile(
    compiler: &mut Compiler,
    own: &Columns,
    book: &WrittenRulebook,
    (written, sheet): (&WrittenIntent, &Sheet),
) -> Option<Intent> {
    let path = format!("{}.intent", own.sheet);
    let existing = sheet.existing.as_ref()?;
    let of_existing = |list: &ListOf| matches!(list, ListOf::Existing(_));
    let Some(lookup) = sheet.lookups.iter().position(|lookup| of_existing(&lookup.list)) else {
        compiler.error(&path, "no look-up finds the existing records");
        return None;
    };
    let action = written.action.as_ref().and_then(|name| named(compiler, own, &format!("{path}.action"), name));
    let whole_records = sheet
        .record
        .as_ref()
        .is_some_and(|record| sheet.lookups[lookup].own_columns().iter().all(|column| record.header.contains(column)));
    if let (true, Some(record), Some(action)) = (whole_records, &sheet.record, action)
        && !record.header.contains(&action)
    {
        let message = format!(
            "a record of several rows is one thing here, and its first row says what it asks for: make {} a column of its header",
            sheet.columns[action].heading
        );
        compiler.error(&format!("{path}.action"), message);
    }
    if written.action.is_none() && !written.words.is_empty() {
        compiler.error(&format!("{path}.words"), "words go with action, the column that they are in");
    }
    let words = words(compiler, &path, written);
    let compared = compared(compiler, own, (&path, written), (sheet, action, lookup));
    let left_on_create = left_on_create(compiler, own, (&path, written), sheet);
    let locked_when =
        written.locked_when.as_ref().and_then(|text| compiler.condition(&format!("{path}.locked_when"), text, own));
    let removed_when = written.removed_when.as_ref().and_then(|text| {
        let compiled = Condition::compile(text, &existing.columns);
        compiled.map_err(|mistakes| compiler.condition_mistakes(&format!("{path}.removed_when"), text, mistakes)).ok()
    });
    let replaces = replaces(compiler, own, (&path, written), (sheet, existing));
    let kept_by = kept_by(compiler, &path, book, (written, sheet, lookup));
    let takes = match written.takes.as_slice() {
        [] => Action::ALL[..3].to_vec(),
        takes => takes.to_vec(),
    };
    Some(Intent {
        line: compiler.source.line(&path),
        action,
        words,
        blank: written.blank,
        unknown_key: written.unknown_key,
        takes,
        key_on_create: written.key_on_create,
        lookup,
        compared,
        left_on_create,
        folding: folding(&written.fold),
        locked_when,
        removed_when,
        take_up: written.take_up,
        kept_by,
        kept_by_sheets: written.kept_by.iter().filter_map(|kept| kept.sheet.clone()).collect(),
        kept_by_rows: Vec::new(),
        sequences: written.sequences.clone(),
        replaces,
        whole_records,
    })
}

/// The columns that are compared with the record.
fn compared(
    compiler: &mut Compiler,
    own: &Columns,
    (path, written): (&str, &WrittenIntent),
    (sheet, action, lookup): (&Sheet, Option<usize>, usize),
) -> Vec<Compared> {
    let fixed = compiler.column_list(&format!("{path}.fixed"), &written.fixed, own);
    let recreate = compiler.column_list(&format!("{path}.recreate"), &written.recreate, own);
    let mut blanks: Vec<(usize, WrittenBlankCell)> = Vec::new();
    for (name, does) in &written.blank_cells {
        blanks.extend(named(compiler, own, &format!("{path}.blank_cells.{name}"), name).map(|column| (column, *does)));
    }
    // A column of a key that only counts for some rows says something else in the others.
    let always = sheet.lookups[lookup].keys.iter().filter(|key| key.when.is_none());
    let keys: Vec<usize> = always.flat_map(|key| key.own.iter().copied()).collect();
    let in_header = |column: &usize| sheet.record.as_ref().is_none_or(|record| record.header.contains(column));
    let whole_records = keys.iter().all(in_header);
    let compared = (0..sheet.columns.len()).filter(|column| Some(*column) != action && !keys.contains(column));
    let compared = compared.filter(|column| !whole_records || in_header(column));
    let compared = compared.filter_map(|column| {
        let place = sheet.existing.as_ref()?.places.get(column).copied().flatten()?;
        let own = blanks.iter().find(|(known, _)| *known == column).map(|(_, does)| *does);
        let blank = own.unwrap_or(written.blank_cell);
        Some(Compared { column, place, blank, fixed: fixed.contains(&column), recreate: recreate.contains(&column) })
    });
    let compared: Vec<Compared> = compared.collect();
    for each in compared.iter().filter(|each| each.blank == WrittenBlankCell::Default) {
        let column = &sheet.columns[each.column];
        let mut names = [column.name.as_ref(), Some(&column.heading)].into_iter().flatten();
        if column.default.is_none()
            && let Some(name) = names.find(|name| written.blank_cells.contains_key(*name))
        {
            let message = format!("{} has no default that a blank cell could put", column.heading);
            compiler.error(&format!("{path}.blank_cells.{name}"), message);
        }
    }
    compared
}

/// The columns in which a blank cell of a row that creates stays blank.
fn left_on_create(
    compiler: &mut Compiler,
    own: &Columns,
    (path, written): (&str, &WrittenIntent),
    sheet: &Sheet,
) -> Vec<usize> {
    let does = |column: &usize, own: &[(usize, WrittenBlankOnCreate)]| {
        own.iter().find(|(known, _)| known == column).map_or(written.blank_cell_on_create, |(_, does)| *does)
    };
    let mut by_column = Vec::new();
    for (name, does) in &written.blank_cells_on_create {
        let place = format!("{path}.blank_cells_on_create.{name}");
        let Some(column) = named(compiler, own, &place, name) else { continue };
        if *does == WrittenBlankOnCreate::Default && sheet.columns[column].default.is_none() {
            let message = format!("{} has no default that a blank cell could put", sheet.columns[column].heading);
            compiler.error(&place, message);
        }
        by_column.push((column, *does));
    }
    (0..sheet.columns.len()).filter(|column| does(column, &by_column) == WrittenBlankOnCreate::Leave).collect()
}

/// The columns that name a document, each with its place in the existing records.
fn replaces(
    compiler: &mut Compiler,
    own: &Columns,
    (path, written): (&str, &WrittenIntent),
    (sheet, existing): (&Sheet, &Existing),
) -> Vec<(usize, usize)> {
    let mut replaces = Vec::new();
    for column in compiler.column_list(&format!("{path}.replaces"), &written.replaces, own) {
        match existing.places.get(column).copied().flatten() {
            Some(place) => replaces.push((column, place)),
            None => {
                let message = format!("the existing records have no column {}", sheet.columns[column].heading);
                compiler.error(&format!("{path}.replaces"), message);
            }
        }
    }
    replaces
}

fn named(compiler: &mut Compiler, own: &Columns, place: &str, name: &String) -> Option<usize> {
    compiler.column_list(place, std::slice::from_ref(name), own).first().copied()
}

fn words(compiler: &mut Compiler, path: &str, written: &WrittenIntent) -> Vec<(String, Action)> {
    let mut words: Vec<(String, Action)> = Vec::new();
    for (action, list) in &written.words {
        for word in list {
            if let Some((_, other)) =
                words.iter().find(|(known, _)| fold::fold(known) == fold::fold(word) && known == word)
            {
                let message = format!("\"{word}\" means {} already", other.word());
                compiler.error(&format!("{path}.words.{}", action.word()), message);
                continue;
            }
            words.push((word.clone(), *action));
        }
    }
    if words.is_empty() {
        words.extend(Action::ALL.map(|action| (action.word().to_owned(), action)));
    }
    words
}

fn kept_by(
    compiler: &mut Compiler,
    path: &str,
    book: &WrittenRulebook,
    (written, sheet, lookup): (&WrittenIntent, &Sheet, usize),
) -> Vec<KeptBy> {
    let mut lists = Vec::new();
    for (at, kept) in written.kept_by.iter().enumerate() {
        let place = format!("{path}.kept_by.{at}");
        let name = match (&kept.reference, &kept.sheet) {
            (Some(name), None) => name,
            // Sheets are found once all of them are known.
            (None, Some(_)) if kept.when.is_none() => continue,
            (None, Some(_)) => {
                compiler.error(&format!("{place}.when"), "when goes with a reference");
                continue;
            }
            _ => {
                compiler.error(&place, "kept_by names a reference or a sheet of the upload");
                continue;
            }
        };
        let Some(table) = compiler.references.get(name).cloned() else {
            let hint = compiler.hint_reference(name);
            compiler.error(&format!("{place}.reference"), format!("there is no reference {name}{hint}"));
            continue;
        };
        let (Some(table), Some(reference)) = (table, book.reference.get(name)) else { continue };
        let columns = compiler.list_columns(&place, Some(&table), reference, Some(name));
        let Some(column) = columns.place(&kept.column) else {
            let message = format!("the list {name} has no column {}{}", kept.column, columns.hint(&kept.column));
            compiler.error(&format!("{place}.column"), message);
            continue;
        };
        let key = sheet.lookups[lookup].keys.first().filter(|key| key.own.len() == 1);
        let Some(key) = key else {
            compiler.error(&place, "kept_by goes with records that are known by one column");
            continue;
        };
        let own = &sheet.columns[key.own[0]].kind;
        let kind = if own.kind() == Kind::Text { ColumnType::Text } else { own.clone() };
        let (theirs, kinds) = (vec![column], vec![kind]);
        let key = LookupKey {
            own: key.own.clone(),
            theirs,
            kinds,
            folding: key.folding,
            with_blanks: false,
            when: None,
            only: None,
        };
        let when = kept.when.as_ref().and_then(|text| {
            let compiled = Condition::compile(text, &columns);
            compiled.map_err(|mistakes| compiler.condition_mistakes(&format!("{place}.when"), text, mistakes)).ok()
        });
        lists.push(KeptBy { name: name.clone(), table: Arc::clone(&table), columns, key, when });
    }
    lists
}
