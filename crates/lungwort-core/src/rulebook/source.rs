//! A rulebook's text, and where in it each value stands.

use std::ops::Range;

use toml::de::{DeTable, DeValue};

use super::mistake::{Level, Mistake};
use super::repeat::{Origin, Origins, written_path};

/// The parsed text, kept to look places up in.
#[derive(Debug)]
pub struct Source {
    /// The text.
    pub text: String,
    table: DeTable<'static>,
    /// Where its lines begin.
    starts: Vec<usize>,
    /// Which of the written columns each column comes from, sheet by sheet.
    pub(super) origins: Origins,
}

impl Source {
    pub(super) fn new(text: &str, mut table: DeTable<'_>) -> Source {
        table.make_owned();
        // A table that owns all its data can outlive the text; the type says so only when it is built again.
        let table = table.into_iter().map(|(key, value)| (owned_key(key), owned_value(value))).collect();
        let starts = std::iter::once(0).chain(text.match_indices('\n').map(|(at, _)| at + 1)).collect();
        Source { text: text.to_owned(), table, starts, origins: Vec::new() }
    }

    /// The place of a value by its path, `sheet.0.column.2.heading`; of the deepest part of it that is there.
    pub fn span(&self, path: &str) -> Range<usize> {
        self.walk(path).0
    }

    /// The place of a value by its path, if it is there.
    pub fn find(&self, path: &str) -> Option<Range<usize>> {
        let (span, whole) = self.walk(path);
        whole.map(|_| span)
    }

    /// The places of those keys that the table at a path has.
    pub fn find_keys<'k>(
        &self,
        path: &str,
        keys: impl Iterator<Item = &'k str>,
    ) -> impl Iterator<Item = (&'k str, Range<usize>)> {
        let table = self.walk(path).1.and_then(|found| match found {
            Found::Value(value) => value.get_ref().as_table(),
            Found::Whole(table) => Some(table),
        });
        keys.filter_map(move |key| {
            let (span, found) = walk(table?, key);
            found.map(|_| (key, span))
        })
    }

    /// The place of the deepest part of a path that is there, and what is there if that is all of it.
    fn walk(&self, path: &str) -> (Range<usize>, Option<Found<'_>>) {
        let as_written = written_path(path, &self.origins);
        walk(&self.table, as_written.as_deref().unwrap_or(path))
    }

    /// How many of a sheet's columns are labelled cells in the header of blocks.
    pub fn cells_of(&self, sheet: usize) -> usize {
        let origins = self.origins.get(sheet).map(Vec::as_slice).unwrap_or_default();
        origins.iter().filter(|origin| matches!(origin, Origin::Cell(_))).count()
    }

    /// Whether a column of a sheet is one of several that were written once.
    pub fn is_repeated(&self, sheet: &str, column: usize) -> bool {
        let number = sheet.strip_prefix("sheet.").and_then(|number| number.parse::<usize>().ok());
        let Some(origins) = number.and_then(|number| self.origins.get(number)) else { return false };
        origins.get(column).is_some_and(|own| origins.iter().filter(|origin| *origin == own).count() > 1)
    }

    /// The line of a place, from one.
    pub fn line_of(&self, at: usize) -> usize {
        self.starts.partition_point(|start| *start <= at)
    }

    /// The line of a value, from one.
    pub fn line(&self, path: &str) -> usize {
        self.line_of(self.span(path).start)
    }

    /// A mistake about the value at a path.
    pub fn mistake(&self, level: Level, path: &str, message: impl Into<String>) -> Mistake {
        Mistake { level, message: message.into(), span: self.span(path) }
    }

    /// The place of a part of the string at a path, if the string stands in the text as it is.
    pub fn span_within(&self, path: &str, part: &Range<usize>, string: &str) -> Range<usize> {
        let whole = self.span(path);
        let raw = self.text.get(whole.clone()).unwrap_or_default();
        match raw.find(string) {
            Some(at) => whole.start + at + part.start..whole.start + at + part.end,
            None => whole,
        }
    }
}

type Spanned<T> = toml::Spanned<T>;

/// What a path leads to.
enum Found<'s> {
    Whole(&'s DeTable<'static>),
    Value(&'s Spanned<DeValue<'static>>),
}

/// The place of the deepest part of a path from a table on that is there, and what is there if that is all of it.
fn walk<'s>(table: &'s DeTable<'static>, path: &str) -> (Range<usize>, Option<Found<'s>>) {
    let mut best = 0..0;
    let mut found = Found::Whole(table);
    for part in path.split('.') {
        let next = match &found {
            Found::Whole(table) => table.get_key_value(part),
            Found::Value(value) => match value.get_ref() {
                DeValue::Table(table) => table.get_key_value(part),
                DeValue::Array(array) => {
                    let value = part.parse::<usize>().ok().and_then(|at| array.get(at));
                    let Some(value) = value else { return (best, None) };
                    (best, found) = (value.span(), Found::Value(value));
                    continue;
                }
                _ => None,
            },
        };
        let Some((key, value)) = next else { return (best, None) };
        // What holds more is found by its name.
        best = if matches!(value.get_ref(), DeValue::Table(_) | DeValue::Array(_)) { key.span() } else { value.span() };
        found = Found::Value(value);
    }
    (best, Some(found))
}

fn owned_key(key: Spanned<std::borrow::Cow<'_, str>>) -> Spanned<std::borrow::Cow<'static, str>> {
    let span = key.span();
    Spanned::new(span, std::borrow::Cow::Owned(key.into_inner().into_owned()))
}

fn owned_value(value: Spanned<DeValue<'_>>) -> Spanned<DeValue<'static>> {
    let span = value.span();
    let inner = match value.into_inner() {
        DeValue::Table(table) => {
            DeValue::Table(table.into_iter().map(|(key, value)| (owned_key(key), owned_value(value))).collect())
        }
        DeValue::Array(array) => DeValue::Array(array.into_iter().map(owned_value).collect()),
        DeValue::String(text) => DeValue::String(text.into_owned().into()),
        // Only places are looked up here, so that what kind of scalar it is does not matter.
        _ => DeValue::Boolean(true),
    };
    Spanned::new(span, inner)
}
