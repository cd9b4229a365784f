//! What compiling a rulebook goes by: the place for mistakes, names of columns, conditions and patterns, tables.

use std::collections::HashMap;
use std::path::{Path, PathBuf};
use std::sync::Arc;

use crate::encoding::Encoding;
use crate::limits::PATTERN;

use super::given::Given;
use super::lookup::{Known as KnownLookup, KnownAnswer, ListColumn};
use super::mistake::{Level, Mistake};
use super::model::Pattern;
use super::reference::Table;
use super::source::Source;
use super::written::{WrittenPattern, WrittenSheet, WrittenType};
use crate::cell::{Kind, fold};
use crate::condition::{Condition, Formula, PREVIOUS_ROW, Scope, Slot};

/// Where the files that a rulebook names are looked for, behind a sentence.
pub(super) fn looked_in(folder: &Path) -> String {
    let folder = std::path::absolute(if folder.as_os_str().is_empty() { Path::new(".") } else { folder });
    folder.map(|folder| format!(" (looked for in {})", folder.display())).unwrap_or_default()
}

/// What is answered: as a list of one row, its columns, and as conditions over lists know it.
pub(super) type Answers = (Arc<Table>, Vec<ListColumn>, Arc<Vec<KnownAnswer>>);

/// Where mistakes are gathered on the way.
pub(super) struct Compiler {
    pub source: Source,
    pub mistakes: Vec<Mistake>,
    /// `None` for one that could not be read and has been reported.
    pub references: HashMap<String, Option<Arc<Table>>>,
    /// Where the files that it names are looked for.
    pub folder: PathBuf,
    /// What is answered, as a list of one row and as conditions over lists know it.
    pub answers: Answers,
    /// What was named beside the rulebook.
    pub given: Given,
    /// What is wrong with that.
    pub given_mistakes: Vec<String>,
    /// Words that count as blank in the whole file.
    pub blank_words: Vec<String>,
    /// The encoding that the file is required to have.
    pub encoding: Option<Encoding>,
}

/// A column that conditions may name: its headings, its name and its kind.
struct Known {
    headings: Vec<String>,
    name: Option<String>,
    kind: Kind,
}

/// The columns that conditions may name.
pub(super) struct Columns {
    /// The path of the sheet in the rulebook.
    pub sheet: String,
    list: Vec<Known>,
    /// Places by name and heading, and by these in small letters; the first counts.
    exact: HashMap<String, usize>,
    folded: HashMap<String, usize>,
    /// What is known under an alias.
    pub lookups: Vec<KnownLookup>,
}

impl Columns {
    pub(super) fn new(sheet: &WrittenSheet, path: &str) -> Columns {
        let kind = |kind: WrittenType| match kind {
            WrittenType::Text => Kind::Text,
            WrittenType::Whole | WrittenType::Decimal => Kind::Number,
            WrittenType::Date | WrittenType::Month => Kind::Date,
            WrittenType::Time => Kind::Time,
            WrittenType::Datetime => Kind::DateTime,
            WrittenType::YesNo => Kind::YesNo,
        };
        let one = |column: &super::written::WrittenColumn| Known {
            headings: std::iter::once(column.heading.first().to_owned())
                .chain(column.heading.others().to_vec())
                .collect(),
            name: column.name.clone(),
            kind: kind(column.kind),
        };
        let list: Vec<Known> = sheet.entries().0.iter().map(one).collect();
        let (mut exact, mut folded) = (HashMap::new(), HashMap::new());
        for (at, known) in list.iter().enumerate() {
            for each in known.name.iter().chain(&known.headings) {
                exact.entry(each.clone()).or_insert(at);
                folded.entry(each.to_ascii_lowercase()).or_insert(at);
            }
        }
        Columns { sheet: path.to_owned(), list, exact, folded, lookups: Vec::new() }
    }

    /// Whether a column holds numbers.
    pub(super) fn is_number(&self, column: usize) -> bool {
        self.list.get(column).is_some_and(|known| known.kind == Kind::Number)
    }

    /// The kind of a column's values.
    pub(super) fn kind(&self, column: usize) -> Option<Kind> {
        self.list.get(column).map(|known| known.kind)
    }

    fn names(&self) -> impl Iterator<Item = &str> {
        self.list.iter().flat_map(|known| known.name.iter().chain(&known.headings).map(String::as_str))
    }
}

impl Scope for Columns {
    fn column(&self, wanted: &str) -> Option<(usize, Kind)> {
        let at = self.exact.get(wanted).or_else(|| self.folded.get(&wanted.to_ascii_lowercase()));
        at.map(|at| (*at, self.list[*at].kind))
    }

    fn other(&self, alias: &str, name: &str) -> Option<(Slot, Kind)> {
        let at = self.lookups.iter().position(|known| known.alias.eq_ignore_ascii_case(alias))?;
        let (column, kind) = self.lookups[at].columns.column(name)?;
        Some((Slot::Other(at + 1, column), kind))
    }

    fn why_not(&self, alias: &str, name: &str) -> String {
        if alias.eq_ignore_ascii_case(PREVIOUS) {
            return format!("{alias}.{name} cannot be asked for here: only check knows the row before");
        }
        let lookup = self.lookups.iter().find(|known| known.alias.eq_ignore_ascii_case(alias));
        match lookup {
            Some(known) => format!("{}{}", known.list.lacks(name), known.columns.hint(name)),
            None => {
                let near = fold::nearest(alias, self.lookups.iter().map(|known| known.alias.as_str()));
                let hint = near.map(|near| format!("; did you mean {near}?")).unwrap_or_default();
                format!("no look-up has the alias {alias}: declare it in [[sheet.lookup]]{hint}")
            }
        }
    }

    fn nearest(&self, name: &str) -> Option<String> {
        fold::nearest(name, self.names()).map(str::to_owned)
    }
}

/// The columns of a row, and those of the row before.
struct WithPrevious<'c>(&'c Columns);

impl Scope for WithPrevious<'_> {
    fn column(&self, name: &str) -> Option<(usize, Kind)> {
        self.0.column(name)
    }

    fn other(&self, alias: &str, name: &str) -> Option<(Slot, Kind)> {
        if !alias.eq_ignore_ascii_case(PREVIOUS) {
            return self.0.other(alias, name);
        }
        let (column, kind) = self.0.column(name)?;
        Some((Slot::Other(PREVIOUS_ROW, column), kind))
    }

    fn why_not(&self, alias: &str, name: &str) -> String {
        self.0.why_not(alias, name)
    }

    fn nearest(&self, name: &str) -> Option<String> {
        self.0.nearest(name)
    }
}

/// What the row before is called in conditions.
pub(super) const PREVIOUS: &str = "previous";

impl Compiler {
    pub(super) fn error(&mut self, path: &str, message: impl Into<String>) {
        let mistake = self.source.mistake(Level::Error, path, message);
        self.mistakes.push(mistake);
    }

    pub(super) fn advice(&mut self, path: &str, message: impl Into<String>) {
        let mistake = self.source.mistake(Level::Advice, path, message);
        self.mistakes.push(mistake);
    }

    /// Resolves a list of column names; each that is not known is a mistake.
    pub(super) fn column_list(&mut self, path: &str, names: &[String], columns: &Columns) -> Vec<usize> {
        let mut found = Vec::new();
        for (at, name) in names.iter().enumerate() {
            let place = format!("{path}.{at}");
            match columns.column(name) {
                Some((index, _)) if found.contains(&index) => self.error(&place, format!("{name} is here twice")),
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

    /// Compiles a condition that may also name columns of the row before, as `previous.column`.
    pub(super) fn condition_of_rows(&mut self, path: &str, text: &str, columns: &Columns) -> Option<Condition> {
        match Condition::compile(text, &WithPrevious(columns)) {
            Ok(condition) => Some(condition),
            Err(mistakes) => {
                self.condition_mistakes(path, text, mistakes);
                None
            }
        }
    }

    /// Compiles the condition over aggregates at a path.
    pub(super) fn over_rows(&mut self, path: &str, text: &str, columns: &Columns) -> Option<Formula> {
        match Formula::condition_over_rows(text, columns) {
            Ok(formula) => Some(formula),
            Err(mistakes) => {
                self.condition_mistakes(path, text, mistakes);
                None
            }
        }
    }

    pub(super) fn condition_mistakes(&mut self, path: &str, text: &str, mistakes: Vec<crate::condition::Mistake>) {
        for mistake in mistakes {
            let span = self.source.span_within(path, &mistake.span, text);
            self.mistakes.push(Mistake { level: Level::Error, message: mistake.message, span });
        }
    }

    /// Notes what is worth knowing and keeps nobody from going on.
    pub(super) fn advise(&mut self, path: &str, message: impl Into<String>) {
        let span = self.source.span(path);
        self.mistakes.push(Mistake { level: Level::Advice, message: message.into(), span });
    }

    /// Compiles a pattern, anchored at both ends.
    pub(super) fn pattern(&mut self, path: &str, written: &WrittenPattern) -> Option<Pattern> {
        if written.regex.len() > PATTERN {
            self.error(path, format!("the pattern is longer than {PATTERN} characters"));
            return None;
        }
        let plain = plain_digits(&written.regex);
        // By itself first: brackets that only fit those around it would let it out of its anchors.
        let alone = regex_syntax::parse(&plain).map_err(|error| error.to_string());
        let whole = || regex::RegexBuilder::new(&format!("^(?:{plain})$")).size_limit(4 << 20).build();
        match alone.and_then(|_| whole().map_err(|error| error.to_string())) {
            Ok(regex) => Some(Pattern { regex, written: written.regex.clone(), words: written.words.clone() }),
            Err(text) => {
                let why = text.lines().last().unwrap_or_default().trim_start_matches("error: ").to_owned();
                self.error(path, format!("the pattern cannot be used: {why}"));
                None
            }
        }
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
