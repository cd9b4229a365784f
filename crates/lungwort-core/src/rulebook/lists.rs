//! What lists are as far as a rulebook says, and which export was named for which sheet.

use std::collections::HashMap;
use std::path::{Path, PathBuf};
use std::sync::Arc;

use super::compiler::{Compiler, looked_in};
use super::given::Given;
use super::lookup::{ListColumn, ListColumns, speaks_of_existing};
use super::model::ColumnType;
use super::outside;
use super::phrases::listed;
use super::reference::{self, Age, Reference, Table, Wanted, WrittenReference};
use super::source::Source;
use super::standard;
use super::written::{WrittenAllowed, WrittenColumn, WrittenRulebook, WrittenSheet};
use super::{intent, lookup};
use crate::cell::date::DatePattern;
use crate::cell::number::DecimalMark;
use crate::cell::{Kind, fold};
use jiff::civil::Date;

/// The day on which a file was last written, in UTC.
fn written_on(file: &Path) -> Option<Date> {
    let written = std::fs::metadata(file).and_then(|about| about.modified()).ok()?;
    let moment = jiff::Timestamp::try_from(written).ok()?;
    Some(moment.to_zoned(jiff::tz::TimeZone::UTC).date())
}

/// Whether anything but existing records looks in a reference.
fn is_looked_in(book: &WrittenRulebook, name: &str) -> bool {
    let of_column = |column: &WrittenColumn| match &column.allowed {
        Some(WrittenAllowed::Reference(lookup)) => lookup.reference == name,
        _ => false,
    };
    book.sheet.iter().any(|sheet| {
        let mut kept = sheet.intent.iter().flat_map(|intent| &intent.kept_by);
        kept.any(|kept| kept.reference.as_deref() == Some(name))
            || sheet.entries().0.iter().any(of_column)
            || sheet.lookup.iter().any(|lookup| lookup.reference.as_deref() == Some(name))
    })
}

impl Compiler {
    /// One that reports to nobody.
    pub(super) fn silent() -> Compiler {
        Compiler::new(Source::new("", toml::de::DeTable::new()), Vec::new())
    }

    /// One that begins.
    pub(super) fn new(source: Source, mistakes: Vec<super::Mistake>) -> Compiler {
        Compiler {
            source,
            mistakes,
            references: HashMap::new(),
            folder: PathBuf::new(),
            answers: Default::default(),
            given: Given::default(),
            given_mistakes: Vec::new(),
            blank_words: Vec::new(),
            encoding: None,
        }
    }

    /// The export that was named for a sheet. One without a name is for the sheets that speak of existing records, or for the
    /// one sheet of rows that there is.
    pub(super) fn given_for(&self, book: &WrittenRulebook, number: usize) -> Option<PathBuf> {
        let name = book.sheet[number].name.as_deref();
        let named = self.given.existing.iter().find(|given| match (&given.sheet, name) {
            (Some(wanted), Some(name)) => wanted.eq_ignore_ascii_case(name),
            _ => false,
        });
        let speaks = |at: usize| speaks_of_existing(&book.sheet[at]);
        let nameless = || self.given.existing.iter().find(|given| given.sheet.is_none());
        let meant = match (0..book.sheet.len()).any(speaks) {
            true => speaks(number),
            false => (0..book.sheet.len()).find(|at| !book.sheet[*at].column.is_empty()) == Some(number),
        };
        named.or_else(|| nameless().filter(|_| meant)).map(|given| given.file.clone())
    }

    /// Says of exports for sheets that the rulebook does not have that they are.
    pub(super) fn given_sheets(&mut self, book: &WrittenRulebook) {
        for given in &self.given.existing {
            let Some(wanted) = &given.sheet else { continue };
            let names = || book.sheet.iter().filter_map(|sheet| sheet.name.as_deref());
            if !names().any(|name| name.eq_ignore_ascii_case(wanted)) {
                let near = fold::nearest(wanted, names());
                let hint = near.map(|near| format!("; did you mean {near}?")).unwrap_or_default();
                self.given_mistakes.push(format!("--existing {wanted}=…: the rulebook has no sheet {wanted}{hint}"));
            }
        }
    }

    /// The files of a list.
    pub(super) fn files_of(&self, reference: &WrittenReference) -> Vec<PathBuf> {
        reference.file.iter().flat_map(|files| files.names()).map(|file| self.folder.join(file)).collect()
    }

    /// The reference nearest to one that is not there, behind a semicolon.
    pub(super) fn hint_reference(&self, name: &str) -> String {
        let standard = standard::ALL.iter().map(|each| each.name);
        let near = fold::nearest(name, self.references.keys().map(String::as_str).chain(standard));
        near.map(|near| format!("; did you mean {near}?")).unwrap_or_default()
    }

    /// Reads the lists that the rulebook names, each with the columns that somebody looks in.
    pub(super) fn read_references(&mut self, folder: &Path, written: &WrittenRulebook) {
        for (name, reference) in &written.reference {
            if standard::ALL.iter().any(|standard| standard.name == name) {
                self.error(
                    &format!("reference.{name}"),
                    format!("{name} is a list that ships with the program: choose another name"),
                );
            }
            let mut wanted = Wanted::of(written, name);
            lookup::mentioned(written, name, &mut wanted);
            intent::mentioned(written, name, &mut wanted);
            wanted.names.extend(reference.types.keys().cloned());
            let files = self.files_of(reference);
            let replaced = |number: usize| {
                let existing = written.sheet[number].existing.as_ref();
                existing.and_then(|existing| existing.reference.as_ref()) == Some(name)
                    && self.given_for(written, number).is_some()
            };
            let place = format!("reference.{name}.file");
            if files.is_empty() {
                // Existing records may be named when a file is checked.
                let of_existing = |sheet: &WrittenSheet| {
                    sheet.existing.as_ref().and_then(|existing| existing.reference.as_ref()) == Some(name)
                };
                if !written.sheet.iter().any(of_existing) {
                    self.error(&place, format!("the reference {name} needs a file"));
                }
                self.references.insert(name.clone(), None);
                continue;
            }
            // What is named in its place need not be read twice.
            if (0..written.sheet.len()).any(replaced) && !is_looked_in(written, name) {
                self.references.insert(name.clone(), None);
                continue;
            }
            let outside = |file: &&String| !self.given.allow_outside && outside::is_outside(folder, file);
            if let Some(file) = reference.file.iter().flat_map(|files| files.names()).find(outside) {
                let message =
                    format!("the reference {name} is outside the rulebook's folder ({file}): {}", outside::HOW);
                self.error(&place, message);
                self.references.insert(name.clone(), None);
                continue;
            }
            let table = match reference::read(&files, reference, &wanted) {
                Ok(table) => Some(Arc::new(table)),
                Err(why) => {
                    let names = reference.file.iter().flat_map(|files| files.names()).cloned().collect::<Vec<_>>();
                    let names = listed(&names, "and");
                    let message =
                        format!("the reference {name} cannot be read from {names}: {why}{}", looked_in(folder));
                    self.error(&place, message);
                    None
                }
            };
            self.references.insert(name.clone(), table);
        }
    }

    /// The export that was named in place of a list of existing records.
    fn given_instead(&self, book: &WrittenRulebook, name: &str) -> Option<PathBuf> {
        let of_list = |number: &usize| {
            let existing = book.sheet[*number].existing.as_ref();
            existing.and_then(|existing| existing.reference.as_deref()) == Some(name)
        };
        (0..book.sheet.len()).filter(of_list).find_map(|number| self.given_for(book, number))
    }

    /// What is known of a list as a whole.
    pub(super) fn about_list(&mut self, book: &WrittenRulebook, name: &str, written: &WrittenReference) -> Reference {
        let path = format!("reference.{name}");
        let taken = written.taken.as_ref().and_then(|day| match day.0.parse::<Date>() {
            Ok(day) => Some(day),
            Err(_) => {
                self.error(&format!("{path}.taken"), format!("{} is not a date such as 2026-11-01", day.0));
                None
            }
        });
        let max_age = written.max_age.as_ref().and_then(|text| {
            let age = Age::read(text);
            if age.is_none() {
                let message = format!("{text} is not an age such as \"30 days\" or \"6 weeks\"");
                self.error(&format!("{path}.max_age"), message);
            }
            age
        });
        let given = self.given_instead(book, name);
        if written.max_age.is_some() && written.taken.is_none() && given.is_none() && written.file.is_some() {
            let message =
                "without the day on which the list was taken its age is not known: add taken = \"2026-11-01\"";
            self.error(&format!("{path}.max_age"), message);
        }
        let table = self.references.get(name).cloned().flatten();
        self.list_columns(&path, table.as_deref(), written, Some(name));
        let has = self.references.get(name).and_then(Option::as_ref).map(|table| table.row_count() as u64);
        Reference {
            name: name.to_owned(),
            files: self.files_of(written),
            taken: if given.is_some() { None } else { taken },
            given: given.and_then(|file| Some((file.display().to_string(), written_on(&file)?))),
            max_age,
            rows: written.rows.zip(has),
            partial: written.partial,
        }
    }

    /// The columns of a list with what their cells hold. Without the list itself, those of which that is said.
    pub(super) fn list_columns(
        &mut self,
        path: &str,
        table: Option<&Table>,
        written: &WrittenReference,
        name: Option<&str>,
    ) -> ListColumns {
        let plain =
            |heading: &String| ListColumn { heading: heading.clone(), names: Vec::new(), kind: ColumnType::Text };
        let headings = table.map(Table::headings).unwrap_or_default();
        let mut columns = ListColumns(headings.iter().map(plain).collect(), Arc::clone(&self.answers.2));
        for (heading, kind) in &written.types {
            let place = name.map_or_else(|| path.to_owned(), |name| format!("reference.{name}.types.{heading}"));
            let Some(kind) = read_type(kind) else {
                let message = format!(
                    "{kind} is not text, whole, decimal, decimal_comma, date, time, datetime, yes_no or a date format such as dd/mm/yyyy"
                );
                self.error_once(&place, message);
                continue;
            };
            match (columns.place(heading), table) {
                (Some(at), _) => columns.0[at].kind = kind,
                (None, None) => columns.0.push(ListColumn { kind, ..plain(heading) }),
                (None, Some(_)) => {
                    let hint = columns.hint(heading);
                    self.error_once(&place, format!("the list has no column {heading}{hint}"));
                }
            }
        }
        columns
    }

    /// Reports what several look-ups of one list may come upon.
    fn error_once(&mut self, path: &str, message: String) {
        let mistake = self.source.mistake(super::Level::Error, path, message);
        if !self.mistakes.iter().any(|known| known.span == mistake.span && known.message == mistake.message) {
            self.mistakes.push(mistake);
        }
    }
}

/// What the cells of a list's column hold.
fn read_type(text: &str) -> Option<ColumnType> {
    let dated = |kind: Kind, pattern: &str| DatePattern::compile(pattern).ok().map(|of| ColumnType::Moment(kind, of));
    match text {
        "text" => Some(ColumnType::Text),
        "whole" => Some(ColumnType::Whole(DecimalMark::Point)),
        "decimal" => Some(ColumnType::Decimal(DecimalMark::Point)),
        "decimal_comma" => Some(ColumnType::Decimal(DecimalMark::Comma)),
        "yes_no" => Some(ColumnType::YesNo(None)),
        "date" => dated(Kind::Date, "yyyy-mm-dd"),
        "time" => dated(Kind::Time, "hh:mm"),
        "datetime" => dated(Kind::DateTime, "yyyy-mm-dd hh:mm"),
        pattern => {
            let of = DatePattern::compile(pattern).ok()?;
            let kind = match (of.has_date(), of.has_time()) {
                (true, false) => Kind::Date,
                (false, true) => Kind::Time,
                _ => Kind::DateTime,
            };
            Some(ColumnType::Moment(kind, of))
        }
    }
}
