//! From the written rulebook to the compiled one; every mistake is gathered, none stops the rest.

use std::collections::HashMap;
use std::path::Path;

use encoding_rs::Encoding;
use indexmap::IndexMap;

use super::compiler::{Columns, Compiler, Table};
use super::mistake::Mistakes;
use super::model::{EditionPlace, Figure, FileRules, Rulebook, Sheet, Template};
use super::written::{
    WrittenEditionPlace, WrittenFile, WrittenReference, WrittenRulebook, WrittenSheet, WrittenTemplate,
};
use super::{compile_column, compile_rule, load as reader, standard};
use crate::condition::Aggregate;
use crate::intake::workbook::{Bytes, Workbook};
use crate::intake::{Content, content_of};

/// A rulebook as far as it could be used, and what is wrong with it.
#[derive(Debug)]
pub struct Loaded {
    /// The rulebook; there even where mistakes were found, if enough of it was right.
    pub rulebook: Option<Rulebook>,
    /// What is wrong.
    pub mistakes: Mistakes,
}

/// Loads a rulebook and the references it names.
pub fn load(path: &Path) -> std::io::Result<Loaded> {
    let bytes = std::fs::read(path)?;
    let text = String::from_utf8(bytes)
        .map_err(|_| std::io::Error::new(std::io::ErrorKind::InvalidData, "it is not UTF-8 text"))?;
    Ok(load_text(path, &text))
}

/// The same with a text that would stand at that path.
pub fn load_text(path: &Path, text: &str) -> Loaded {
    let text = text.strip_prefix('\u{feff}').unwrap_or(text);
    let mut list = Vec::new();
    let (written, source) = reader::read(text, &mut list);
    let mut compiler = Compiler { source, mistakes: list, references: HashMap::new(), encoding: None };
    let rulebook = written.map(|written| compiler.rulebook(path, &written));
    let mut list = compiler.mistakes;
    list.sort_by_key(|mistake| mistake.span.start);
    Loaded { rulebook, mistakes: Mistakes { path: path.to_owned(), text: text.to_owned(), list } }
}

impl Compiler {
    fn rulebook(&mut self, path: &Path, written: &WrittenRulebook) -> Rulebook {
        let folder = path.parent().unwrap_or(Path::new(""));
        self.read_references(folder, &written.reference);
        let file = self.file(&written.file);
        self.encoding = file.encoding;
        let mut sheets: Vec<Sheet> = (0..written.sheet.len()).map(|at| self.sheet(written, at)).collect();
        if sheets.is_empty() {
            self.error("rulebook", "there is no [[sheet]] with columns");
            sheets.push(Sheet::default());
        }
        self.sheet_names(written);
        let template = written.template.as_ref().map(|template| self.template(folder, template));
        Rulebook {
            path: path.to_owned(),
            title: written.rulebook.title.clone(),
            edition: written.rulebook.edition.clone(),
            issuer: written.rulebook.issuer.clone(),
            file,
            sheets,
            template,
        }
    }

    fn read_references(&mut self, folder: &Path, written: &IndexMap<String, WrittenReference>) {
        for (name, reference) in written {
            if standard::ALL.iter().any(|standard| standard.name == name) {
                self.error(
                    &format!("reference.{name}"),
                    format!("{name} is a list that ships with the program: choose another name"),
                );
            }
            let table = match read_table(folder, reference) {
                Ok(table) => Some(table),
                Err(why) => {
                    self.error(
                        &format!("reference.{name}.file"),
                        format!("the reference {name} cannot be read from {}: {why}", reference.file),
                    );
                    None
                }
            };
            self.references.insert(name.clone(), table);
        }
    }

    fn file(&mut self, written: &WrittenFile) -> FileRules {
        let encoding = written.encoding.as_deref().and_then(|label| {
            let found = Encoding::for_label(label.as_bytes());
            if found.is_none() {
                self.error(
                    "file.encoding",
                    format!("no encoding is called {label}; usual ones are utf-8, utf-16le and windows-1252"),
                );
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
            name: written.name.as_ref().and_then(|pattern| self.pattern("file.name", pattern)),
            formulas: written.formulas,
        }
    }

    /// Several sheets are told apart by their names.
    fn sheet_names(&mut self, written: &WrittenRulebook) {
        if written.sheet.len() < 2 {
            return;
        }
        let mut seen: Vec<String> = Vec::new();
        for (at, sheet) in written.sheet.iter().enumerate() {
            match sheet.name.as_ref().map(|name| name.to_lowercase()) {
                None => self.error(&format!("sheet.{at}"), "of several sheets, each needs its name"),
                Some(name) if seen.contains(&name) => {
                    self.error(&format!("sheet.{at}.name"), "another sheet has this name already");
                }
                Some(name) => seen.push(name),
            }
        }
    }

    fn template(&mut self, folder: &Path, written: &WrittenTemplate) -> Template {
        let file = written.file.as_ref().map(|file| folder.join(file));
        if file.as_ref().is_some_and(|file| !file.exists()) {
            let message = format!("there is no file {}", written.file.as_deref().unwrap_or_default());
            self.error("template.file", message);
        }
        let place = written.edition_in.as_ref().and_then(|place| self.edition_place(place));
        Template { file: file.filter(|file| file.exists()), edition_in: place }
    }

    fn edition_place(&mut self, written: &WrittenEditionPlace) -> Option<EditionPlace> {
        let cell = written.cell.as_ref().map(|cell| match crate::intake::workbook::read_place(cell) {
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
                let message = "this takes one of cell = \"B2\", sheet_name = true, property = \"…\", file_name = true";
                self.error("template.edition_in", message);
                None
            }
        }
    }

    fn sheet(&mut self, book: &WrittenRulebook, number: usize) -> Sheet {
        let written = &book.sheet[number];
        let path = format!("sheet.{number}");
        let columns = Columns::new(written, &path);
        if written.heading_row == 0 {
            self.error(&format!("{path}.heading_row"), "rows are counted from 1");
        }
        if !written.cell.is_empty() && !written.column.is_empty() {
            self.error(&format!("{path}.cell.0"), "a sheet has either columns or labelled cells; make two of it");
        }
        self.refuse_repeated_names(&path, written);
        let compiled =
            (0..written.entries().0.len()).map(|at| compile_column::column(self, &columns, written, at)).collect();
        let key = self.column_list(&format!("{path}.key"), &written.key, &columns);
        let mut sheet = Sheet {
            name: written.name.clone(),
            heading_row: written.heading_row.max(1),
            guide_rows: written.guide_rows,
            required: written.required,
            max_rows: written.max_rows,
            is_form: !written.cell.is_empty(),
            key,
            sample_keys: written.sample_keys.clone(),
            columns: compiled,
            rules: Vec::new(),
            figures: Vec::new(),
        };
        if sheet.columns.is_empty() {
            self.error(&path, "the sheet has no [[sheet.column]]");
        }
        let rules =
            (0..written.rule.len()).filter_map(|at| compile_rule::rule(self, &columns, &sheet, &written.rule[at], at));
        sheet.rules = rules.collect();
        for (at, figure) in written.figure.iter().enumerate() {
            match Aggregate::compile(&figure.value, &columns) {
                Ok(aggregate) => sheet.figures.push(Figure { label: figure.label.clone(), aggregate }),
                Err(mistakes) => self.condition_mistakes(&format!("{path}.figure.{at}.value"), &figure.value, mistakes),
            }
        }
        sheet
    }

    fn refuse_repeated_names(&mut self, path: &str, written: &WrittenSheet) {
        let mut seen: HashMap<String, usize> = HashMap::new();
        let (entries, kind) = written.entries();
        for (at, column) in entries.iter().enumerate() {
            let heading_path = format!("{path}.{kind}.{at}.heading");
            if column.heading.trim().is_empty() {
                self.error(&heading_path, "a heading cannot be blank");
            }
            for (path, text) in
                [(heading_path, Some(&column.heading)), (format!("{path}.{kind}.{at}.name"), column.name.as_ref())]
            {
                let Some(text) = text else { continue };
                let Some(first) = seen.insert(text.to_lowercase(), at).filter(|first| *first != at) else { continue };
                // A template may have one heading several times; then the columns are told apart by their names.
                let same_heading = entries[first].heading == column.heading && *text == column.heading;
                if same_heading && entries[first].name.is_some() && column.name.is_some() {
                    continue;
                }
                let hint = if same_heading { "; give each of them a name of its own" } else { "" };
                let message = format!("\"{text}\" is the name or heading of column {} already{hint}", first + 1);
                self.error(&path, message);
            }
        }
    }
}

/// The byte for a delimiter as written.
pub(super) fn delimiter_byte(sign: &str) -> Option<u8> {
    match sign {
        "tab" | "\t" | "\\t" => Some(b'\t'),
        _ => match sign.as_bytes() {
            [byte] if byte.is_ascii_punctuation() && *byte != b'"' => Some(*byte),
            _ => None,
        },
    }
}

fn read_table(folder: &Path, reference: &WrittenReference) -> Result<Table, String> {
    let bytes = std::fs::read(folder.join(&reference.file)).map_err(|error| match error.kind() {
        std::io::ErrorKind::NotFound => "there is no such file".to_owned(),
        _ => error.to_string(),
    })?;
    if matches!(content_of(&bytes[..bytes.len().min(4096)]), Content::Workbook | Content::OldWorkbook) {
        return sheet_table(bytes, reference);
    }
    if reference.sheet.is_some() {
        return Err("it is no workbook, so that it has no sheets".to_owned());
    }
    let encoding = match &reference.encoding {
        Some(label) => Encoding::for_label(label.as_bytes()).ok_or_else(|| format!("no encoding is called {label}"))?,
        None if std::str::from_utf8(&bytes).is_ok() => encoding_rs::UTF_8,
        None => encoding_rs::WINDOWS_1252,
    };
    let (text, _, _) = encoding.decode(&bytes);
    let first = text.lines().next().unwrap_or_default();
    let delimiter = match &reference.delimiter {
        Some(sign) => delimiter_byte(sign).ok_or_else(|| format!("\"{sign}\" cannot stand between cells"))?,
        None => *b",;\t|"
            .iter()
            .max_by_key(|byte| (memchr::memchr_iter(**byte, first.as_bytes()).count(), **byte == b','))
            .unwrap_or(&b','),
    };
    let mut reader =
        csv::ReaderBuilder::new().delimiter(delimiter).has_headers(false).flexible(true).from_reader(text.as_bytes());
    let mut rows = Vec::new();
    for record in reader.records() {
        let record = record.map_err(|error| error.to_string())?;
        rows.push(record.iter().map(|cell| cell.trim().to_owned()).collect::<Vec<_>>());
    }
    if rows.is_empty() {
        return Err("it is empty".to_owned());
    }
    let headings = rows.remove(0);
    rows.retain(|row| row.iter().any(|cell| !cell.is_empty()));
    if rows.is_empty() {
        return Err("it has headings and no rows".to_owned());
    }
    Ok(Table { headings, rows })
}

/// The most cells of a sheet that is a reference.
const MOST_CELLS: usize = 2_000_000;

/// A sheet of a workbook as a table.
fn sheet_table(bytes: Vec<u8>, reference: &WrittenReference) -> Result<Table, String> {
    let is_zip = bytes.starts_with(b"PK");
    let mut book = Workbook::open(Bytes::Memory(bytes.into()), is_zip).map_err(|error| error.to_string())?;
    let at = match &reference.sheet {
        None => 0,
        Some(name) => {
            let found = book.sheets.iter().position(|entry| entry.name.eq_ignore_ascii_case(name));
            found.ok_or_else(|| format!("it has no sheet {name}"))?
        }
    };
    let sheet = book.full_sheet(at, MOST_CELLS).map_err(|error| error.to_string())?;
    let first = reference.heading_row.or(sheet.cells.first().map(|cell| cell.row)).unwrap_or(1);
    let width = sheet.cells.iter().map(|cell| cell.column + 1).max().unwrap_or(0);
    let mut table = Table { headings: vec![String::new(); width], rows: Vec::new() };
    let mut current = 0;
    for cell in sheet.cells.iter().filter(|cell| cell.row >= first) {
        let text = cell.text.trim().to_owned();
        if cell.row == first {
            table.headings[cell.column] = text;
            continue;
        }
        if cell.row != current {
            current = cell.row;
            table.rows.push(vec![String::new(); width]);
        }
        if let Some(row) = table.rows.last_mut() {
            row[cell.column] = text;
        }
    }
    if table.rows.is_empty() { Err("the sheet has headings and no rows".to_owned()) } else { Ok(table) }
}
