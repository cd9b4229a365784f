//! From the written rulebook to the compiled one; every mistake is gathered, none stops the rest.

use std::collections::HashMap;
use std::path::{Path, PathBuf};

use rust_decimal::Decimal;

use super::compiler::{Columns, Compiler, looked_in};
use super::model::{Column, EditionPlace, Figure, FileRules, Rulebook, Sheet, Template};
use super::property::{self, Compiling};
use super::written::{
    WrittenEditionPlace, WrittenFile, WrittenRulebook, WrittenSheet, WrittenSumLimit, WrittenTemplate,
};
use super::{answer, block, compile_rule, intent, kinds, lookup, optional, outside, parents, parts, record, set};
use crate::condition::Formula;
use crate::encoding::{self, Encoding};
use crate::finding::ranges::thousands;
use crate::intake::Source;
use crate::intake::dialect::delimiter_byte;
use crate::intake::workbook::read_place;
use crate::limits::{LARGEST_COPY, TEMPLATE_COPIES};

/// A file beside one that is not there, of the same ending and with the digest that it had: `lots (1).xlsx`.
fn copy_of(named: &Path, digest: &str) -> Option<PathBuf> {
    let folder = named.parent().filter(|folder| !folder.as_os_str().is_empty()).unwrap_or(Path::new("."));
    let ending = named.extension()?;
    let mut beside: Vec<PathBuf> = std::fs::read_dir(folder).ok()?.flatten().map(|entry| entry.path()).collect();
    beside.sort();
    let alike = |path: &&PathBuf| {
        path.extension().is_some_and(|other| other.eq_ignore_ascii_case(ending))
            && path.metadata().is_ok_and(|file| file.is_file() && file.len() <= LARGEST_COPY)
    };
    let is_it = |path: &&PathBuf| {
        let found = Source::regular(path).ok().and_then(|source| source.digest().ok());
        found.is_some_and(|found| found.eq_ignore_ascii_case(digest))
    };
    beside.iter().filter(alike).take(TEMPLATE_COPIES).find(is_it).cloned()
}

impl Compiler {
    pub(super) fn rulebook(&mut self, path: &Path, written: &WrittenRulebook) -> Rulebook {
        let folder = path.parent().unwrap_or(Path::new(""));
        self.folder = folder.to_owned();
        let answers = answer::compile(self, written);
        self.answers = answer::as_list(&answers);
        self.read_references(folder, written);
        self.given_sheets(written);
        let file = self.file(&written.file);
        self.encoding = file.encoding;
        self.blank_words.clone_from(&written.file.blank_words);
        let mut sheets: Vec<Sheet> = (0..written.sheet.len()).map(|at| self.sheet(written, at)).collect();
        if sheets.is_empty() {
            self.error("rulebook", "there is no [[sheet]] with columns");
            sheets.push(Sheet::default());
        }
        self.sheet_names(written);
        // What one file may have is what its one sheet may have.
        if let [only] = sheets.as_mut_slice() {
            only.split_at = [only.max_rows, file.max_rows].into_iter().flatten().min();
        }
        self.between_sheets(written, &mut sheets);
        lookup::to_sheets(&mut sheets);
        let template = written.template.as_ref().map(|template| self.template(folder, template));
        Rulebook {
            path: path.to_owned(),
            title: written.rulebook.title.clone(),
            edition: written.rulebook.edition.clone(),
            issuer: written.rulebook.issuer.clone(),
            file,
            sheets,
            template,
            answers,
            references: written.reference.iter().map(|(name, list)| self.about_list(written, name, list)).collect(),
        }
    }

    fn file(&mut self, written: &WrittenFile) -> FileRules {
        let encoding = written.encoding.as_deref().and_then(|label| {
            let found = Encoding::for_label(label);
            if found.is_none() {
                self.error("file.encoding", format!("no encoding is called {label}; known are {}", encoding::KNOWN));
            }
            found
        });
        let delimiter = written.delimiter.as_deref().and_then(|sign| {
            let byte = delimiter_byte(sign);
            if byte.is_none() {
                self.error("file.delimiter", format!("\"{sign}\" is not one sign; it is \",\" \";\" \"|\" or \"tab\""));
            }
            byte
        });
        FileRules {
            formats: written
                .formats
                .iter()
                .flatten()
                .map(|ending| ending.trim_start_matches('.').to_ascii_lowercase())
                .collect(),
            encoding,
            bom: written.bom,
            delimiter,
            newline: written.newline,
            quoting: written.quoting,
            max_bytes: written.max_bytes,
            max_rows: written.max_rows,
            partial: written.partial,
            name: written.name.as_ref().and_then(|pattern| self.pattern("file.name", pattern)),
            formulas: written.formulas,
        }
    }

    /// Several sheets are reported apart by their names.
    fn sheet_names(&mut self, written: &WrittenRulebook) {
        if written.sheet.len() < 2 {
            return;
        }
        let mut seen: Vec<String> = Vec::new();
        for (at, sheet) in written.sheet.iter().enumerate() {
            match sheet.name.as_ref().map(|name| name.to_lowercase()) {
                None => self.error(&format!("sheet.{at}"), "of several sheets, each needs its name"),
                Some(name) if seen.contains(&name) => {
                    self.error(&format!("sheet.{at}.name"), "two sheets have this name");
                }
                Some(name) => seen.push(name),
            }
        }
    }

    fn template(&mut self, folder: &Path, written: &WrittenTemplate) -> Template {
        let named = written.file.as_ref().map(|file| folder.join(file));
        let is_digest = |text: &str| text.len() == 64 && text.bytes().all(|byte| byte.is_ascii_hexdigit());
        if written.sha256.as_deref().is_some_and(|text| !is_digest(text)) {
            self.error("template.sha256", "a SHA-256 digest has 64 hexadecimal digits");
        }
        let written_name = written.file.as_deref().unwrap_or_default();
        if !self.given.allow_outside && written.file.is_some() && outside::is_outside(folder, written_name) {
            let message = format!(
                "the template {written_name} is outside the rulebook's folder, and was not compared: {}",
                outside::HOW
            );
            self.advise("template.file", message);
            let place = written.edition_in.as_ref().and_then(|place| self.edition_place(place));
            let why = "is outside the rulebook's folder (allow that with --allow-outside)";
            return Template { file: None, missing: named.map(|path| (path, why)), edition_in: place };
        }
        let there = named.clone().filter(|file| file.is_file());
        let copy = || copy_of(named.as_ref()?, written.sha256.as_deref()?);
        let file = there.or_else(copy);
        let missing = named.filter(|_| file.is_none()).map(|path| (path, "is not there"));
        if missing.is_some() {
            let name = written.file.as_deref().unwrap_or_default();
            let copy = if written.sha256.is_some() { ", nor a copy of it under another name" } else { "" };
            let message =
                format!("there is no file {name}{}{copy}; checks go on without comparing with it", looked_in(folder));
            self.advise("template.file", message);
        }
        let place = written.edition_in.as_ref().and_then(|place| self.edition_place(place));
        Template { file, missing, edition_in: place }
    }

    fn edition_place(&mut self, written: &WrittenEditionPlace) -> Option<EditionPlace> {
        let cell = written.cell.as_ref().map(|cell| match read_place(cell) {
            Some((Some(column), Some(row))) => Some(EditionPlace::Cell { sheet: written.sheet.clone(), row, column }),
            _ => {
                self.error("template.edition_in.cell", "a cell is written such as B2");
                None
            }
        });
        let places = [
            cell,
            written.sheet_name.then_some(Some(EditionPlace::SheetName)),
            written.property.clone().map(|name| Some(EditionPlace::Property(name))),
            written.file_name.then_some(Some(EditionPlace::FileName)),
        ];
        let mut given = places.into_iter().flatten();
        match (given.next(), given.next()) {
            (Some(place), None) => place,
            _ => {
                let message = "this needs one of cell = \"B2\", sheet_name = true, property = \"…\", file_name = true";
                self.error("template.edition_in", message);
                None
            }
        }
    }

    fn sheet(&mut self, book: &WrittenRulebook, number: usize) -> Sheet {
        let written = &book.sheet[number];
        let path = format!("sheet.{number}");
        let mut columns = Columns::new(written, &path);
        if written.heading_row == Some(0) {
            self.error(&format!("{path}.heading_row"), "rows are counted from 1");
        }
        if !written.cell.is_empty() && !written.column.is_empty() {
            self.error(&format!("{path}.cell.0"), "a sheet has either columns or labelled cells; make two of it, or say that they are blocks, with [sheet.block]");
        }
        self.refuse_repeated_names(&path, written);
        let existing = self.known_under_aliases(book, number, &mut columns);
        let compiled = (0..written.entries().0.len()).map(|at| self.column(&columns, written, at)).collect();
        let key = self.column_list(&format!("{path}.key"), &written.key, &columns);
        let record = written.record.as_ref().and_then(|record| record::compile(self, &columns, (&path, &key), record));
        let by_id = written.parents.is_some();
        let kinds = written.kinds.as_ref().and_then(|of| kinds::compile(self, &columns, (&path, by_id), of));
        let parents = parents::compile(self, &columns, (&path, &key), written);
        let optional = optional::compile(self, &columns, (&path, &key), written);
        let sets = set::compile(self, &columns, (&path, &key), written);
        let cells = self.source.cells_of(number);
        let (block, record) = match block::compile(self, &columns, (&path, cells), written) {
            Some((block, record)) => (Some(block), Some(record)),
            None => (None, record),
        };
        let mut sheet = Sheet {
            name: written.name.clone(),
            heading_row: written.heading_row.unwrap_or(1).max(1),
            heading_row_given: written.heading_row.is_some(),
            guide_rows: written.guide_rows,
            required: written.required,
            max_rows: written.max_rows,
            split_at: written.max_rows,
            extra: written.extra,
            is_form: !written.cell.is_empty(),
            key,
            sample_keys: written.sample_keys.clone(),
            sample_rows: written.sample_rows.clone(),
            columns: compiled,
            record,
            block,
            kinds,
            parents,
            optional,
            sets,
            existing,
            ..Sheet::default()
        };
        if sheet.columns.is_empty() {
            self.error(&path, "the sheet has no [[sheet.column]]");
        }
        self.group_limits(&columns, written, &mut sheet);
        sheet.lookups = lookup::compile(self, &columns, (book, written, &sheet), columns.lookups.clone());
        sheet.folded = lookup::folded(&sheet);
        sheet.intent = written.intent.as_ref().and_then(|of| intent::compile(self, &columns, book, (of, &sheet)));
        sheet.rules = compile_rule::rules(self, &columns, &sheet, written);
        self.figures(&columns, written, &mut sheet);
        sheet.parts = parts::of(written, &sheet);
        sheet
    }

    /// Finds out what conditions may name under an alias, and returns what is known of existing records.
    fn known_under_aliases(
        &mut self,
        book: &WrittenRulebook,
        number: usize,
        columns: &mut Columns,
    ) -> Option<lookup::Existing> {
        let written = &book.sheet[number];
        let mut existing = lookup::existing(self, book, number);
        if let Some(existing) = &mut existing {
            // Only the kinds are asked for; what is wrong with them is reported with the columns themselves.
            let mut silent = Compiler::silent();
            let bare: Vec<Column> =
                (0..written.entries().0.len()).map(|at| silent.column(columns, written, at)).collect();
            let path = columns.sheet.clone();
            lookup::map_columns(self, columns, (&path, &bare), written, existing);
        }
        columns.lookups = lookup::known(self, book, number, existing.as_ref());
        existing
    }

    /// The most groups of a sheet, and the greatest sum.
    fn group_limits(&mut self, columns: &Columns, written: &WrittenSheet, sheet: &mut Sheet) {
        let path = &columns.sheet;
        sheet.together = self.column_list(&format!("{path}.together"), &written.together, columns);
        let max_groups = written
            .max_groups
            .as_ref()
            .map(|limit| (self.column_list(&format!("{path}.max_groups.by"), &limit.by, columns), limit.at_most));
        sheet.max_groups = max_groups.filter(|(by, _)| !by.is_empty());
        sheet.max_sum = written.max_sum.as_ref().and_then(|limit| self.sum_limit(path, columns, limit));
    }

    fn figures(&mut self, columns: &Columns, written: &WrittenSheet, sheet: &mut Sheet) {
        let path = &columns.sheet;
        sheet.totals_row = written.totals_row.as_ref().and_then(|row| {
            let place = format!("{path}.totals_row.column");
            let column = self.column_list(&place, std::slice::from_ref(&row.column), columns);
            Some((*column.first()?, row.value.clone()))
        });
        for (at, figure) in written.figure.iter().enumerate() {
            let place = format!("{path}.figure.{at}.value");
            match Formula::over_rows(&figure.value, columns) {
                Ok(formula) if formula.aggregates().is_empty() => {
                    let message =
                        "a figure is over all rows: COUNT(*), COUNT(DISTINCT …), SUM, MIN, MAX or AVG of columns";
                    self.error(&place, message);
                }
                Ok(formula) => {
                    let by = self.column_list(&format!("{path}.figure.{at}.by"), &figure.by, columns);
                    let cell = figure.cell.as_ref().and_then(|cell| match read_place(cell) {
                        Some((Some(column), Some(row))) => Some((row, column)),
                        _ => {
                            self.error(&format!("{path}.figure.{at}.cell"), "a cell is written such as B2");
                            None
                        }
                    });
                    sheet.figures.push(Figure { label: figure.label.clone(), formula, by, cell });
                }
                Err(mistakes) => self.condition_mistakes(&place, &figure.value, mistakes),
            }
        }
    }

    fn sum_limit(&mut self, path: &str, columns: &Columns, limit: &WrittenSumLimit) -> Option<(usize, Decimal)> {
        let place = format!("{path}.max_sum");
        let column =
            *self.column_list(&format!("{place}.column"), std::slice::from_ref(&limit.column), columns).first()?;
        if !columns.is_number(column) {
            self.error(
                &format!("{place}.column"),
                format!("only numbers can be summed: {} is another type", limit.column),
            );
            return None;
        }
        let at_most = limit.at_most.0.parse().ok();
        if at_most.is_none() {
            self.error(&format!("{place}.at_most"), format!("{} is not a number", limit.at_most.0));
        }
        Some((column, at_most?))
    }

    fn column(&mut self, columns: &Columns, sheet: &WrittenSheet, at: usize) -> Column {
        let (entries, kind) = sheet.entries();
        let path = format!("{}.{kind}.{at}", columns.sheet);
        if entries[at].times.is_some() {
            let message = if kind == "cell" {
                "times goes with columns: write each labelled cell of its own".to_owned()
            } else {
                format!("times is a whole number from 1 to {}", thousands(crate::limits::REPEATED_COLUMNS.into()))
            };
            self.error(&format!("{path}.times"), message);
        }
        let kind = property::read_kind(self, &path, &entries[at]);
        property::compile(&mut Compiling { compiler: self, columns, sheet, path, kind }, &entries[at])
    }

    fn refuse_repeated_names(&mut self, path: &str, written: &WrittenSheet) {
        let mut seen: HashMap<String, usize> = HashMap::new();
        let (entries, kind) = written.entries();
        for (at, column) in entries.iter().enumerate() {
            let heading_path = format!("{path}.{kind}.{at}.heading");
            let headings =
                || std::iter::once(column.heading.first()).chain(column.heading.others().iter().map(String::as_str));
            if headings().any(|heading| heading.trim().is_empty()) {
                self.error(&heading_path, "a heading cannot be blank");
            }
            let name = column.name.as_deref().map(|name| (format!("{path}.{kind}.{at}.name"), name));
            for (place, text) in headings().map(|heading| (heading_path.clone(), heading)).chain(name) {
                let Some(first) = seen.insert(text.to_lowercase(), at).filter(|first| *first != at) else { continue };
                // A template may have one heading several times; then the columns are reported apart by their names.
                let same_heading = entries[first].heading == column.heading && text == column.heading.first();
                if same_heading && entries[first].name.is_some() && column.name.is_some() {
                    continue;
                }
                let hint = match (same_heading, self.source.is_repeated(path, at)) {
                    (_, true) => "; write {n} in it, where the number is",
                    (true, false) => "; give each of them a name of its own",
                    (false, false) => "",
                };
                let message = format!("\"{text}\" is the name or heading of column {} already{hint}", first + 1);
                self.error(&place, message);
            }
        }
    }
}
