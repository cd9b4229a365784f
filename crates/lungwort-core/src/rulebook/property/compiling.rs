//! What a property compiles with: where its column is in the rulebook, and the columns beside it.

use super::super::compiler::{Columns, Compiler};
use super::super::model::{ColumnType, Pattern};
use super::super::written::{WrittenPatterns, WrittenSheet};
use super::KeyPlaces;
use crate::condition::Condition;

/// A column being compiled.
pub(in crate::rulebook) struct Compiling<'c> {
    pub compiler: &'c mut Compiler,
    pub columns: &'c Columns,
    pub sheet: &'c WrittenSheet,
    /// The column's place in the rulebook, such as `sheet.0.column.3`.
    pub path: String,
    /// What its cells hold.
    pub kind: ColumnType,
}

impl Compiling<'_> {
    /// The place of one of its keys.
    pub fn at(&self, key: &str) -> String {
        format!("{}.{key}", self.path)
    }

    /// Reports a mistake at a key.
    pub fn error(&mut self, key: &str, message: impl Into<String>) {
        let place = self.at(key);
        self.compiler.error(&place, message);
    }

    /// The line of its heading.
    pub fn line(&self) -> usize {
        self.compiler.source.line(&self.at("heading"))
    }

    /// Where its keys are.
    pub fn key_places(&self) -> KeyPlaces {
        let keys = super::keys();
        let source = &self.compiler.source;
        let found = source.find_keys(&self.path, keys);
        KeyPlaces { places: found.map(|(key, span)| (key, span.clone(), source.line_of(span.start))).collect() }
    }

    /// Compiles the patterns at a key.
    pub fn patterns(&mut self, key: &str, written: &WrittenPatterns) -> Vec<Pattern> {
        let single = written.0.len() == 1;
        let place = |at: usize| if single { self.at(key) } else { format!("{}.{at}", self.at(key)) };
        let places: Vec<String> = (0..written.0.len()).map(place).collect();
        places.iter().zip(&written.0).filter_map(|(place, pattern)| self.compiler.pattern(place, pattern)).collect()
    }

    /// Compiles the condition at a key.
    pub fn condition(&mut self, key: &str, text: &Option<String>) -> Option<Condition> {
        let place = self.at(key);
        text.as_ref().and_then(|text| self.compiler.condition(&place, text, self.columns))
    }
}
