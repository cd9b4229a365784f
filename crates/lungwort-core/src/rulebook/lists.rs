//! What lists are as far as a rulebook says, and which export was named for which sheet.

use std::collections::HashMap;
use std::path::PathBuf;
use std::sync::Arc;

use super::compiler::Compiler;
use super::given::Given;
use super::lookup::{ListColumn, ListColumns, speaks_of_existing};
use super::model::ColumnType;
use super::reference::{Age, Reference, Table, WrittenReference};
use super::source::Source;
use super::standard;
use super::written::WrittenRulebook;
use crate::cell::date::DatePattern;
use crate::cell::number::DecimalMark;
use crate::cell::{Kind, fold};
use jiff::civil::Date;

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

    /// What is known of a list as a whole.
    pub(super) fn about_list(&mut self, name: &str, written: &WrittenReference) -> Reference {
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
        if written.max_age.is_some() && written.taken.is_none() {
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
            taken,
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
