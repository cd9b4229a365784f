//! Look-ups from written to compiled: first which columns there are under which alias, then the keys and conditions.

use std::sync::Arc;

use super::columns::{ListColumn, ListColumns};
use super::{EXISTING, Existing, ListOf, Lookup, LookupKey, WrittenFold, WrittenNone, WrittenSheetLookup};
use crate::cell::Kind;
use crate::cell::fold;
use crate::cell::spelling::Folding;
use crate::condition::Condition;
use crate::rulebook::compiler::{Columns, Compiler};
use crate::rulebook::model::{Column, ColumnType, Sheet};
use crate::rulebook::written::{WrittenRulebook, WrittenSheet};

/// What is known of a look-up before its keys are.
#[derive(Debug, Clone)]
pub(in crate::rulebook) struct Known {
    pub alias: String,
    pub list: ListOf,
    pub columns: ListColumns,
    /// Its place among the written ones.
    pub at: usize,
}

/// The look-ups of a sheet with what they look in; those with a mistake are left out.
pub(in crate::rulebook) fn known(
    compiler: &mut Compiler,
    book: &WrittenRulebook,
    number: usize,
    existing: Option<&Existing>,
) -> Vec<Known> {
    let mut found: Vec<Known> = Vec::new();
    let sheet = &book.sheet[number];
    for (at, written) in sheet.lookup.iter().enumerate() {
        let path = format!("sheet.{number}.lookup.{at}");
        let Some((list, columns)) = list_of(compiler, book, (number, &path), written, existing) else { continue };
        let alias = match (&written.alias, written.existing) {
            (Some(alias), _) => alias.clone(),
            (None, true) => EXISTING.to_owned(),
            (None, false) => {
                compiler.error(&path, "a look-up needs an alias, by which conditions name what it finds");
                continue;
            }
        };
        let word = alias.chars().all(|each| each.is_alphanumeric() || each == '_');
        if !word || alias.starts_with(|each: char| each.is_ascii_digit()) || alias.eq_ignore_ascii_case("previous") {
            compiler.error(&format!("{path}.alias"), "an alias is one word of letters, digits and _, and not previous");
            continue;
        }
        if found.iter().any(|known| known.alias.eq_ignore_ascii_case(&alias)) {
            compiler.error(&format!("{path}.alias"), format!("two look-ups are called {alias}"));
            continue;
        }
        found.push(Known { alias, list, columns, at });
    }
    // Answers are known everywhere.
    if !book.answer.is_empty() && !found.iter().any(|known| known.alias.eq_ignore_ascii_case(super::ANSWER)) {
        let (table, columns, _) = &compiler.answers;
        let list = ListOf::Answers(Arc::clone(table));
        let columns = ListColumns(columns.clone(), Arc::default());
        found.push(Known { alias: super::ANSWER.to_owned(), list, columns, at: usize::MAX });
    }
    // Existing records are known without being looked up: by the key of the sheet.
    if let Some(existing) = existing
        && !found.iter().any(|known| known.alias == EXISTING)
        && !sheet.lookup.iter().any(|lookup| lookup.existing)
    {
        let list = ListOf::Existing(existing.table.clone());
        found.push(Known { alias: EXISTING.to_owned(), list, columns: existing.columns.clone(), at: usize::MAX });
    }
    found
}

fn list_of(
    compiler: &mut Compiler,
    book: &WrittenRulebook,
    (number, path): (usize, &str),
    written: &WrittenSheetLookup,
    existing: Option<&Existing>,
) -> Option<(ListOf, ListColumns)> {
    match (&written.reference, &written.sheet, written.existing) {
        (Some(name), None, false) => {
            let Some(table) = compiler.references.get(name).cloned() else {
                let hint = compiler.hint_reference(name);
                compiler.error(&format!("{path}.reference"), format!("there is no reference {name}{hint}"));
                return None;
            };
            // One that cannot be read has been reported.
            let table = table?;
            let reference = book.reference.get(name)?;
            let columns = compiler.list_columns(path, Some(&table), reference, Some(name));
            Some((ListOf::Reference { name: name.clone(), table }, columns))
        }
        (None, Some(name), false) => {
            let named =
                |sheet: &WrittenSheet| sheet.name.as_deref().is_some_and(|known| known.eq_ignore_ascii_case(name));
            let Some(other) = book.sheet.iter().position(named) else {
                let near = fold::nearest(name, book.sheet.iter().filter_map(|sheet| sheet.name.as_deref()));
                let hint = near.map(|near| format!("; did you mean {near}?")).unwrap_or_default();
                compiler.error(&format!("{path}.sheet"), format!("no sheet is called {name}{hint}"));
                return None;
            };
            if other == number {
                compiler.error(&format!("{path}.sheet"), "a sheet cannot be looked up in itself");
                return None;
            }
            let answers = Arc::clone(&compiler.answers.2);
            let columns = ListColumns(book.sheet[other].entries().0.iter().map(of_written).collect(), answers);
            Some((ListOf::Sheet(other, name.clone()), columns))
        }
        (None, None, true) => {
            let existing = existing?;
            Some((ListOf::Existing(existing.table.clone()), existing.columns.clone()))
        }
        _ => {
            let message = "a look-up has one of reference = \"…\", sheet = \"…\" and existing = true";
            compiler.error(path, message);
            None
        }
    }
}

/// A column of another sheet, of which only the kind matters for now.
fn of_written(column: &crate::rulebook::written::WrittenColumn) -> ListColumn {
    let mut silent = Compiler::silent();
    ListColumn {
        heading: column.heading.first().to_owned(),
        names: column.heading.others().iter().chain(&column.name).cloned().collect(),
        kind: crate::rulebook::property::read_kind(&mut silent, "", column),
    }
}

/// Compiles the keys and conditions of a sheet's look-ups.
pub(in crate::rulebook) fn compile(
    compiler: &mut Compiler,
    own: &Columns,
    (book, written, sheet): (&WrittenRulebook, &WrittenSheet, &Sheet),
    known: Vec<Known>,
) -> Vec<Lookup> {
    known.into_iter().map(|known| one(compiler, own, (book, written, sheet), known)).collect()
}

fn one(
    compiler: &mut Compiler,
    own: &Columns,
    (book, written_sheet, sheet): (&WrittenRulebook, &WrittenSheet, &Sheet),
    known: Known,
) -> Lookup {
    let path = format!("{}.lookup.{}", own.sheet, known.at);
    let implied;
    let written = match written_sheet.lookup.get(known.at) {
        Some(written) => written,
        None => {
            implied = implied_lookup();
            &implied
        }
    };
    let mut keys = keys(compiler, own, (&path, written), (sheet, &known));
    if written.keys.is_empty() {
        match kind_keys(compiler, (own, &path), (written_sheet, sheet), &known) {
            Some(of_kinds) => keys.extend(of_kinds),
            None => keys.extend(implied_key(compiler, (&path, book), sheet, &known)),
        }
    }
    let mut condition = |key: &str, text: &Option<String>| {
        let text = text.as_ref()?;
        match Condition::compile(text, &known.columns) {
            Ok(condition) => Some(condition),
            Err(mistakes) => {
                compiler.condition_mistakes(&format!("{path}.{key}"), text, mistakes);
                None
            }
        }
    };
    let (only, must) = (condition("only", &written.only), condition("must", &written.must));
    let used_when = condition("used_when", &written.used_when);
    if written.used_when.is_some() && written.used.is_none() {
        compiler.error(&format!("{path}.used_when"), "used_when goes with used");
    }
    let mut show = Vec::new();
    for (at, name) in written.show.iter().enumerate() {
        match known.columns.place(name) {
            Some(place) => show.push(place),
            None => {
                let hint = known.columns.hint(name);
                compiler.error(&format!("{path}.show.{at}"), format!("{}{hint}", known.list.lacks(name)));
            }
        }
    }
    let partial = match &known.list {
        ListOf::Reference { name, .. } => book.reference.get(name).is_some_and(|reference| reference.partial),
        ListOf::Existing(_) => sheet.existing.as_ref().is_some_and(|existing| existing.partial),
        ListOf::Sheet(..) | ListOf::Answers(_) => false,
    };
    Lookup {
        line: compiler.source.line(&path),
        alias: known.alias,
        list: known.list,
        columns: known.columns,
        keys,
        only,
        must,
        // Where rows say what they ask for, that decides what it is that none is found.
        none: if written.existing && written_sheet.intent.is_some() { WrittenNone::Allowed } else { written.none },
        partial,
        used: written.used,
        used_when,
        show,
    }
}

/// Compiles the keys of a look-up.
fn keys(
    compiler: &mut Compiler,
    own: &Columns,
    (path, written): (&str, &WrittenSheetLookup),
    (sheet, known): (&Sheet, &Known),
) -> Vec<LookupKey> {
    let mut keys = Vec::new();
    for (at, key) in written.keys.iter().enumerate() {
        let place = format!("{path}.keys.{at}.by");
        let (mut mine, mut theirs, mut kinds) = (Vec::new(), Vec::new(), Vec::new());
        for (name, heading) in &key.by {
            let column = compiler.column_list(&format!("{place}.{name}"), std::slice::from_ref(name), own);
            let there = known.columns.place(heading);
            if there.is_none() {
                let hint = known.columns.hint(heading);
                let message = format!("{}{hint}", known.list.lacks(heading));
                compiler.error(&format!("{place}.{name}"), message);
            }
            let (Some(column), Some(there)) = (column.first().copied(), there) else { continue };
            kinds.push(kind_of(&sheet.columns[column], &known.columns.0[there]));
            mine.push(column);
            theirs.push(there);
        }
        if key.by.is_empty() {
            compiler.error(&place, "a key needs at least one column");
        }
        let when = key.when.as_ref().and_then(|text| compiler.condition(&format!("{path}.keys.{at}.when"), text, own));
        if when.as_ref().is_some_and(|when| !when.others().is_empty()) {
            compiler.error(
                &format!("{path}.keys.{at}.when"),
                "which rows a key counts for depends on their own cells alone",
            );
            continue;
        }
        if mine.len() == key.by.len() && !mine.is_empty() {
            let only = key.only.as_ref().and_then(|text| {
                let compiled = Condition::compile(text, &known.columns);
                let place = format!("{path}.keys.{at}.only");
                compiled.map_err(|mistakes| compiler.condition_mistakes(&place, text, mistakes)).ok()
            });
            let (folding, when, only) = (folding(&key.fold), when.map(Arc::new), only.map(Arc::new));
            keys.push(LookupKey { own: mine, theirs, kinds, folding, with_blanks: false, when, only });
        }
    }
    keys
}

/// What a sheet that speaks of existing records knows without a look-up of its own.
fn implied_lookup() -> WrittenSheetLookup {
    WrittenSheetLookup {
        alias: None,
        reference: None,
        sheet: None,
        existing: true,
        keys: Vec::new(),
        must: None,
        none: WrittenNone::Allowed,
        used: None,
        used_when: None,
        only: None,
        show: Vec::new(),
    }
}

/// The keys of existing records where each kind of row has its own.
fn kind_keys(
    compiler: &mut Compiler,
    (own, path): (&Columns, &str),
    (written, sheet): (&WrittenSheet, &Sheet),
    known: &Known,
) -> Option<Vec<LookupKey>> {
    let (existing, kinds, parents) = (sheet.existing.as_ref()?, sheet.kinds.as_ref()?, sheet.parents.as_ref()?);
    let of_existing = matches!(known.list, ListOf::Existing(_));
    if !of_existing || parents.kind_ids.is_empty() {
        return None;
    }
    let place = |column: &usize| existing.places.get(*column).copied().flatten();
    let mut keys = Vec::new();
    for (at, kind) in kinds.kinds.iter().enumerate() {
        let mine = parents.id_of(Some(at)).to_vec();
        let Some(theirs) = mine.iter().map(place).collect::<Option<Vec<usize>>>().filter(|_| !mine.is_empty()) else {
            continue;
        };
        let read = mine.iter().zip(&theirs);
        let read = read.map(|(own, there)| kind_of(&sheet.columns[*own], &known.columns.0[*there])).collect();
        let text = written.kinds.as_ref()?.condition(&sheet.columns[kinds.column], &kind.value);
        let when = compiler.condition(path, &text, own).map(Arc::new);
        // A lot has the id of its accession too; the kind itself tells them apart, where the export has it.
        let only = place(&kinds.column).and_then(|_| Condition::compile(&text, &known.columns).ok()).map(Arc::new);
        let folding = Folding::default();
        keys.push(LookupKey { own: mine, theirs, kinds: read, folding, with_blanks: false, when, only });
    }
    Some(keys).filter(|keys| !keys.is_empty())
}

/// The key that need not be written: that of existing records is the sheet's, and a sheet of labelled cells is one row.
fn implied_key(
    compiler: &mut Compiler,
    (path, book): (&str, &WrittenRulebook),
    sheet: &Sheet,
    known: &Known,
) -> Option<LookupKey> {
    match &known.list {
        ListOf::Sheet(other, _) if !book.sheet[*other].cell.is_empty() && book.sheet[*other].column.is_empty() => None,
        ListOf::Answers(_) => None,
        ListOf::Existing(table) => {
            let existing = sheet.existing.as_ref()?;
            if sheet.key.is_empty() {
                compiler.error(path, "existing records are known by the key of the sheet: give it a key");
                return None;
            }
            let place = |column: &usize| existing.places.get(*column).copied().flatten();
            let theirs: Option<Vec<usize>> = sheet.key.iter().map(place).collect();
            let Some(theirs) = theirs.filter(|_| table.is_some() || !sheet.key.is_empty()) else {
                let lacking = sheet.key.iter().find(|column| place(column).is_none());
                let heading = lacking.map(|column| sheet.columns[*column].heading.clone()).unwrap_or_default();
                let file = existing.file.as_ref().map(|file| file.display().to_string()).unwrap_or_default();
                // A heading that is not there as the rulebook says has been reported.
                if !compiler.given_mistakes.is_empty() {
                    return None;
                }
                compiler.given_mistakes.push(format!(
                    "{file}: it has no column {heading}, by which records are known; if it is called otherwise there, say so with headings in [sheet.existing]"
                ));
                return None;
            };
            let kinds = sheet.key.iter().zip(&theirs);
            let kinds = kinds.map(|(own, there)| kind_of(&sheet.columns[*own], &known.columns.0[*there])).collect();
            Some(LookupKey {
                own: sheet.key.clone(),
                theirs,
                kinds,
                folding: Folding::default(),
                with_blanks: false,
                when: None,
                only: None,
            })
        }
        _ => {
            compiler.error(path, "a look-up needs keys, such as keys = [{ by = { donor = \"Id\" } }]");
            None
        }
    }
}

/// How a cell of a list is read to be compared with a column: as the list says, or else as the column is.
fn kind_of(own: &Column, there: &ListColumn) -> ColumnType {
    match (own.kind.kind(), &there.kind) {
        // A text is compared letter by letter, whatever the list makes of it.
        (Kind::Text, _) => ColumnType::Text,
        (_, ColumnType::Text) => own.kind.clone(),
        (_, declared) => declared.clone(),
    }
}

pub(in crate::rulebook) fn folding(written: &[WrittenFold]) -> Folding {
    Folding {
        case: written.contains(&WrittenFold::Case),
        spaces: written.contains(&WrittenFold::Spaces),
        unicode: written.contains(&WrittenFold::Unicode),
        accents: written.contains(&WrittenFold::Accents),
    }
}

/// By column of a sheet, which differences of spelling its look-ups pass over: what does not matter to one of them does not
/// divide rows into groups.
pub(in crate::rulebook) fn folded(sheet: &Sheet) -> Vec<Option<Folding>> {
    let mut folded: Vec<Option<Folding>> = Vec::new();
    for key in sheet.lookups.iter().flat_map(|lookup| &lookup.keys) {
        folded.resize(sheet.columns.len(), None);
        for column in &key.own {
            if let Some(of) = folded.get_mut(*column) {
                *of = Some(of.map_or(key.folding, |other| other.or(key.folding)));
            }
        }
    }
    folded
}

/// Gives the look-ups of other sheets what is known of their columns once all sheets are compiled.
pub(in crate::rulebook) fn to_sheets(sheets: &mut [Sheet]) {
    for number in 0..sheets.len() {
        for at in 0..sheets[number].lookups.len() {
            let ListOf::Sheet(other, _) = sheets[number].lookups[at].list else { continue };
            let kinds: Vec<ColumnType> = sheets[other].columns.iter().map(|column| column.kind.clone()).collect();
            for (column, kind) in sheets[number].lookups[at].columns.0.iter_mut().zip(kinds) {
                column.kind = kind;
            }
        }
    }
}
