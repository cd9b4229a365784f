//! From the written rulebook to the compiled one; every mistake is gathered, none stops the rest.

use std::collections::HashMap;
use std::path::Path;
use std::sync::Arc;

use encoding_rs::Encoding;
use indexmap::IndexMap;

use super::list::{Entry, List};
use super::mistake::{Level, Mistake, Mistakes};
use super::model::{Figure, FileRules, Pattern, Rulebook, Sheet};
use super::source::Source;
use super::written::{WrittenFile, WrittenPattern, WrittenReference, WrittenRulebook, WrittenSheet, WrittenType};
use super::{compile_column, compile_rule, load as reader, standard};
use crate::cell::{Kind, fold};
use crate::condition::{Aggregate, Condition, Scope};

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
    let text = text.strip_prefix('\u{feff}').unwrap_or(&text);
    let mut list = Vec::new();
    let (written, source) = reader::read(text, &mut list);
    let mut compiler = Compiler { source, mistakes: list, references: HashMap::new(), encoding: None };
    let rulebook = written.map(|written| compiler.rulebook(path, &written));
    let mut list = compiler.mistakes;
    list.sort_by_key(|mistake| mistake.span.start);
    Ok(Loaded { rulebook, mistakes: Mistakes { path: path.to_owned(), text: text.to_owned(), list } })
}

/// A table from outside: headings and rows.
#[derive(Debug, Default)]
pub(super) struct Table {
    pub headings: Vec<String>,
    pub rows: Vec<Vec<String>>,
}

/// Where mistakes are gathered on the way.
pub(super) struct Compiler {
    pub source: Source,
    pub mistakes: Vec<Mistake>,
    /// `None` for one that could not be read and has been told of.
    pub references: HashMap<String, Option<Table>>,
    /// The encoding that the file is asked to have.
    pub encoding: Option<&'static Encoding>,
}

/// The columns that conditions may name.
pub(super) struct Columns {
    list: Vec<(String, Option<String>, Kind)>,
}

impl Columns {
    fn new(sheet: &WrittenSheet) -> Columns {
        let kind = |kind: WrittenType| match kind {
            WrittenType::Text => Kind::Text,
            WrittenType::Whole | WrittenType::Decimal => Kind::Number,
            WrittenType::Date => Kind::Date,
            WrittenType::Time => Kind::Time,
            WrittenType::Datetime => Kind::DateTime,
            WrittenType::YesNo => Kind::YesNo,
        };
        let one =
            |column: &super::written::WrittenColumn| (column.heading.clone(), column.name.clone(), kind(column.kind));
        Columns { list: sheet.column.iter().map(one).collect() }
    }

    fn names(&self) -> impl Iterator<Item = &str> {
        self.list.iter().flat_map(|(heading, name, _)| name.as_deref().into_iter().chain([heading.as_str()]))
    }
}

impl Scope for Columns {
    fn column(&self, wanted: &str) -> Option<(usize, Kind)> {
        let find = |same: &dyn Fn(&str) -> bool| {
            self.list.iter().position(|(heading, name, _)| name.as_deref().is_some_and(same) || same(heading))
        };
        let at = find(&|known| known == wanted).or_else(|| find(&|known| known.eq_ignore_ascii_case(wanted)))?;
        Some((at, self.list[at].2))
    }

    fn nearest(&self, name: &str) -> Option<String> {
        fold::nearest(name, self.names()).map(str::to_owned)
    }
}

impl Compiler {
    pub(super) fn error(&mut self, path: &str, message: impl Into<String>) {
        let mistake = self.source.mistake(Level::Error, path, message);
        self.mistakes.push(mistake);
    }

    pub(super) fn advice(&mut self, path: &str, message: impl Into<String>) {
        let mistake = self.source.mistake(Level::Advice, path, message);
        self.mistakes.push(mistake);
    }

    fn rulebook(&mut self, path: &Path, written: &WrittenRulebook) -> Rulebook {
        let folder = path.parent().unwrap_or(Path::new(""));
        self.read_references(folder, &written.reference);
        let file = self.file(&written.file);
        self.encoding = file.encoding;
        if written.sheet.len() > 1 {
            self.error(
                "sheet.1",
                "several sheets in one rulebook are not taken yet: keep one, and the others in rulebooks of their own",
            );
        }
        let sheet = match written.sheet.first() {
            Some(sheet) => self.sheet(sheet),
            None => {
                self.error("rulebook", "there is no [[sheet]] with columns");
                Sheet::default()
            }
        };
        Rulebook {
            path: path.to_owned(),
            title: written.rulebook.title.clone(),
            edition: written.rulebook.edition.clone(),
            issuer: written.rulebook.issuer.clone(),
            file,
            sheet,
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
        }
    }

    fn sheet(&mut self, written: &WrittenSheet) -> Sheet {
        let columns = Columns::new(written);
        if written.heading_row == 0 {
            self.error("sheet.0.heading_row", "rows are counted from 1");
        }
        self.refuse_repeated_names(written);
        let compiled =
            (0..written.column.len()).map(|at| compile_column::column(self, &columns, written, at)).collect();
        let key = self.column_list("sheet.0.key", &written.key, &columns);
        let mut sheet = Sheet {
            name: written.name.clone(),
            heading_row: written.heading_row.max(1),
            guide_rows: written.guide_rows,
            key,
            sample_keys: written.sample_keys.clone(),
            columns: compiled,
            rules: Vec::new(),
            figures: Vec::new(),
        };
        if sheet.columns.is_empty() {
            self.error("sheet.0", "the sheet has no [[sheet.column]]");
        }
        let rules =
            (0..written.rule.len()).filter_map(|at| compile_rule::rule(self, &columns, &sheet, &written.rule[at], at));
        sheet.rules = rules.collect();
        for (at, figure) in written.figure.iter().enumerate() {
            match Aggregate::compile(&figure.value, &columns) {
                Ok(aggregate) => sheet.figures.push(Figure { label: figure.label.clone(), aggregate }),
                Err(mistakes) => {
                    self.condition_mistakes(&format!("sheet.0.figure.{at}.value"), &figure.value, mistakes)
                }
            }
        }
        sheet
    }

    fn refuse_repeated_names(&mut self, written: &WrittenSheet) {
        let mut seen: HashMap<String, usize> = HashMap::new();
        for (at, column) in written.column.iter().enumerate() {
            let heading_path = format!("sheet.0.column.{at}.heading");
            if column.heading.trim().is_empty() {
                self.error(&heading_path, "a heading cannot be blank");
            }
            for (path, text) in
                [(heading_path, Some(&column.heading)), (format!("sheet.0.column.{at}.name"), column.name.as_ref())]
            {
                let Some(text) = text else { continue };
                if let Some(first) = seen.insert(text.to_lowercase(), at).filter(|first| *first != at) {
                    self.error(&path, format!("\"{text}\" is the name or heading of column {} already", first + 1));
                }
            }
        }
    }

    /// Resolves a list of column names; each that is not known is a mistake.
    pub(super) fn column_list(&mut self, path: &str, names: &[String], columns: &Columns) -> Vec<usize> {
        let mut found = Vec::new();
        for (at, name) in names.iter().enumerate() {
            let place = format!("{path}.{at}");
            match columns.column(name) {
                Some((index, _)) if found.contains(&index) => self.error(&place, format!("{name} stands here twice")),
                Some((index, _)) => found.push(index),
                None => {
                    let hint = columns.nearest(name).map(|near| format!("; did you mean {near}?")).unwrap_or_default();
                    self.error(&place, format!("no column is called {name}{hint}"));
                }
            }
        }
        found
    }

    /// Compiles the condition at a path.
    pub(super) fn condition(&mut self, path: &str, text: &str, columns: &Columns) -> Option<Condition> {
        match Condition::compile(text, columns) {
            Ok(condition) => Some(condition),
            Err(mistakes) => {
                self.condition_mistakes(path, text, mistakes);
                None
            }
        }
    }

    fn condition_mistakes(&mut self, path: &str, text: &str, mistakes: Vec<crate::condition::Mistake>) {
        for mistake in mistakes {
            let span = self.source.span_within(path, &mistake.span, text);
            self.mistakes.push(Mistake { level: Level::Error, message: mistake.message, span });
        }
    }

    /// Compiles a pattern, anchored at both ends.
    pub(super) fn pattern(&mut self, path: &str, written: &WrittenPattern) -> Option<Pattern> {
        let built =
            regex::RegexBuilder::new(&format!("^(?:{})$", plain_digits(&written.regex))).size_limit(4 << 20).build();
        match built {
            Ok(regex) => Some(Pattern { regex, written: written.regex.clone(), words: written.words.clone() }),
            Err(error) => {
                let text = error.to_string();
                let why = text.lines().last().unwrap_or_default().trim_start_matches("error: ").to_owned();
                self.error(path, format!("the pattern cannot be used: {why}"));
                None
            }
        }
    }

    /// The list of that name, from a reference or shipped, with its table where it has one.
    pub(super) fn standard_list(&self, name: &str) -> Option<Arc<List>> {
        standard::named(name)
    }
}

/// The pattern with `\d` as the digits 0 to 9: no receiving side means the digits of all other scripts by it.
fn plain_digits(pattern: &str) -> String {
    let mut out = String::with_capacity(pattern.len());
    let mut letters = pattern.chars();
    while let Some(each) = letters.next() {
        if each != '\\' {
            out.push(each);
            continue;
        }
        match letters.next() {
            Some('d') => out.push_str("[0-9]"),
            Some(escaped) => out.extend(['\\', escaped]),
            None => out.push('\\'),
        }
    }
    out
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

impl Table {
    /// The place of a heading.
    pub(super) fn heading(&self, wanted: &str) -> Option<usize> {
        self.headings.iter().position(|heading| heading == wanted)
    }

    /// The column's values, each with its meaning.
    pub(super) fn list(&self, column: usize, meaning: Option<usize>) -> List {
        let cell = |row: &Vec<String>, at: usize| row.get(at).filter(|cell| !cell.is_empty()).cloned();
        List::new(self.rows.iter().filter_map(|row| {
            let meaning = meaning.and_then(|at| cell(row, at)).map(String::into_boxed_str);
            Some(Entry { code: cell(row, column)?.into(), meaning })
        }))
    }
}
