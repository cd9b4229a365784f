//! Kinds of rows: one column says what a row is, and each kind has columns of its own and what it belongs to.

use std::sync::Arc;

use schemars::JsonSchema;
use serde::{Deserialize, Serialize};

use super::compiler::{Columns, Compiler};
use super::toml_text::is_default;
use super::written::{WrittenColumn, WrittenSheet, WrittenType};
use super::written_values::WrittenAllowed;
use super::{Column, Sheet, listed};
use crate::condition::Scope;
use crate::finding::ranges::thousands;

/// Kinds of rows, as they are written.
#[derive(Debug, Clone, Serialize, Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct WrittenKinds {
    /// The column that says what a row is.
    pub column: String,
    /// The kinds.
    pub kind: Vec<WrittenKind>,
}

/// A kind of row, as it is written.
#[derive(Debug, Clone, Default, Serialize, Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct WrittenKind {
    /// What the column says in such a row.
    pub value: String,
    /// Where rows name what they belong to: the columns that a row of this kind is named by, if each kind has its own.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub id: Vec<String>,
    /// The columns that such a row must fill, besides those that every row must.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub required: Vec<String>,
    /// The columns that the receiving side does not look at in such a row.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub ignored: Vec<String>,
    /// The columns that must be blank in such a row.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub forbidden: Vec<String>,
    /// The kinds of row that it may belong to; none where it belongs to none.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub under: Vec<String>,
    /// The least rows of this kind under each row that it may belong to.
    #[serde(default, skip_serializing_if = "is_default")]
    pub min: u64,
    /// The most.
    pub max: Option<u64>,
}

impl WrittenKinds {
    /// The condition that a row is of a kind. `column` says what a row is.
    pub fn condition(&self, column: &Column, value: &str) -> String {
        let name = column.heading.replace('"', "\"\"");
        format!("\"{name}\" = {}", literal(column.kind.kind() == crate::cell::Kind::Number, value))
    }
}

/// Kinds of rows.
#[derive(Debug, Clone, Default, PartialEq, Eq)]
pub struct Kinds {
    /// The column that says what a row is.
    pub column: usize,
    /// The kinds.
    pub kinds: Vec<Kind>,
}

impl Kinds {
    /// What a row is called by what its column says. There may be as many other words as rows.
    pub fn named(&self, text: &str) -> Arc<str> {
        let known = self.kinds.iter().any(|kind| kind.value == text.trim());
        Arc::from(if known { text.trim() } else { "unknown kind" })
    }
}

/// A kind of row.
#[derive(Debug, Clone, Default, PartialEq, Eq)]
pub struct Kind {
    /// What the column says.
    pub value: String,
    /// Columns that the receiving side does not look at.
    pub ignored: Vec<usize>,
    /// The kinds that it may belong to.
    pub under: Vec<usize>,
    /// The least rows of it under each of those.
    pub min: u64,
    /// The most.
    pub max: Option<u64>,
}

impl Kind {
    /// How many rows of it each row that it may belong to must have: `1 to 3`.
    pub fn count_words(&self) -> Option<String> {
        match (self.min, self.max) {
            (0, None) => None,
            (min, None) => Some(format!("at least {}", thousands(min))),
            (0, Some(max)) => Some(format!("at most {}", thousands(max))),
            (min, Some(max)) if min == max => Some(format!("exactly {}", thousands(min))),
            (min, Some(max)) => Some(format!("{} to {}", thousands(min), thousands(max))),
        }
    }
}

impl Kinds {
    /// Whether rows of other kinds are counted under rows of a kind.
    pub fn counts_under(&self, above: usize) -> bool {
        self.kinds.iter().any(|kind| kind.count_words().is_some() && kind.under.contains(&above))
    }

    /// They in words: `Row is Accession; or Lot, under an Accession`.
    pub fn words(&self, sheet: &Sheet) -> String {
        let one = |kind: &Kind| {
            let under: Vec<String> = kind.under.iter().map(|at| self.kinds[*at].value.clone()).collect();
            let mut words = kind.value.clone();
            if !under.is_empty() {
                words.push_str(&format!(" under {}", listed(&under, "or")));
            }
            if let Some(count) = kind.count_words() {
                words.push_str(&format!(" ({count} each)"));
            }
            if !kind.ignored.is_empty() {
                words.push_str(&format!(", in which {} is not looked at", sheet.named(&kind.ignored)));
            }
            words
        };
        let kinds: Vec<String> = self.kinds.iter().map(one).collect();
        format!("{} says what a row is: {}", sheet.named(&[self.column]), kinds.join("; "))
    }
}

/// A kind as a condition names it: as it is where kinds are numbers.
fn literal(is_number: bool, value: &str) -> String {
    if is_number { value.to_owned() } else { format!("'{}'", value.replace('\'', "''")) }
}

/// Writes what kinds ask of single columns into these columns, so that it is judged and said like all that they ask.
pub(super) fn into_columns(sheet: &mut WrittenSheet) {
    let Some(kinds) = sheet.kinds.clone() else { return };
    let is = |column: &WrittenColumn, name: &str| {
        let called = |known: &str| known.eq_ignore_ascii_case(name);
        column.name.as_deref().is_some_and(called) || called(column.heading.first())
    };
    let Some(at) = sheet.column.iter().position(|column| is(column, &kinds.column)) else { return };
    let plain = matches!(sheet.column[at].kind, WrittenType::Whole | WrittenType::Decimal);
    let heading = format!("\"{}\"", sheet.column[at].heading.first().replace('"', "\"\""));
    let literal = |value: &str| literal(plain, value);
    let condition = |column: &WrittenColumn, of: &dyn Fn(&WrittenKind) -> &[String]| {
        let named = kinds.kind.iter().filter(|kind| of(kind).iter().any(|name| is(column, name)));
        let values: Vec<String> = named.map(|kind| literal(&kind.value)).collect();
        match values.as_slice() {
            [] => None,
            [one] => Some(format!("{heading} = {one}")),
            several => Some(format!("{heading} IN ({})", several.join(", "))),
        }
    };
    let also = |known: &mut Option<String>, more: Option<String>| match (known.as_mut(), more) {
        (_, None) => {}
        (None, more) => *known = more,
        // A rulebook learned from a template has it already.
        (Some(known), Some(more)) if *known == more || known.ends_with(&format!(") OR {more}")) => {}
        (Some(known), Some(more)) => *known = format!("({known}) OR {more}"),
    };
    for column in &mut sheet.column {
        let (filled, blank) = (condition(column, &|kind| &kind.required), condition(column, &|kind| &kind.forbidden));
        if !column.required {
            also(&mut column.required_when, filled);
        }
        also(&mut column.blank_when, blank);
    }
    let column = &mut sheet.column[at];
    column.required = true;
    if !plain && column.allowed.is_none() {
        column.allowed = Some(WrittenAllowed::Values(kinds.kind.iter().map(|kind| kind.value.clone()).collect()));
    }
}

/// Compiles the kinds of a sheet. `by_id` says whether rows name what they belong to.
pub(super) fn compile(
    compiler: &mut Compiler,
    columns: &Columns,
    (path, by_id): (&str, bool),
    written: &WrittenKinds,
) -> Option<Kinds> {
    let path = format!("{path}.kinds");
    let column =
        *compiler.column_list(&format!("{path}.column"), std::slice::from_ref(&written.column), columns).first()?;
    if !matches!(columns.column(&written.column)?.1, crate::cell::Kind::Text | crate::cell::Kind::Number) {
        compiler.error(&format!("{path}.column"), "what a row is must be a text or a number");
        return None;
    }
    let mut kinds: Vec<Kind> = Vec::new();
    for (at, kind) in written.kind.iter().enumerate() {
        let place = format!("{path}.kind.{at}");
        if written.kind[..at].iter().any(|other| other.value == kind.value) {
            compiler.error(&format!("{place}.value"), format!("the kind {} is here twice", kind.value));
        }
        if kind.max.is_some_and(|max| max < kind.min) {
            compiler.error(&format!("{place}.max"), "the least number of rows is greater than the greatest");
        }
        if kind.under.is_empty() && (kind.min > 0 || kind.max.is_some()) {
            compiler.error(&place, "min and max count rows under another one: say under which kinds it is");
        }
        let ignored = compiler.column_list(&format!("{place}.ignored"), &kind.ignored, columns);
        for (key, names) in [("required", &kind.required), ("forbidden", &kind.forbidden)] {
            let listed = compiler.column_list(&format!("{place}.{key}"), names, columns);
            if listed.iter().any(|column| ignored.contains(column)) {
                compiler.error(&format!("{place}.{key}"), format!("a column that is ignored cannot be {key}"));
            }
        }
        if !kind.id.is_empty() && !by_id {
            compiler.error(&format!("{place}.id"), "id goes with [sheet.parents], where rows name what they belong to");
        }
        let mut under = Vec::new();
        for (which, name) in kind.under.iter().enumerate() {
            match written.kind.iter().position(|other| other.value == *name) {
                Some(kind) => under.push(kind),
                None => {
                    let names = written.kind.iter().map(|kind| kind.value.as_str());
                    let near = crate::cell::fold::nearest(name, names);
                    let hint = near.map(|near| format!("; did you mean {near}?")).unwrap_or_default();
                    compiler.error(&format!("{place}.under.{which}"), format!("no kind is called {name}{hint}"));
                }
            }
        }
        kinds.push(Kind { value: kind.value.clone(), ignored, under, min: kind.min, max: kind.max });
    }
    if kinds.is_empty() {
        compiler.error(&path, "there is no kind: name at least one");
    }
    // Rows that are under others by where they stand need an order of the kinds.
    if !by_id && let Some(at) = circle(&kinds) {
        let message =
            "a row cannot be under its own kind by its position: let rows name what they belong to, in [sheet.parents]";
        compiler.error(&format!("{path}.kind.{at}.under"), message);
        return None;
    }
    Some(Kinds { column, kinds })
}

/// A kind that is under itself, at once or by way of others.
fn circle(kinds: &[Kind]) -> Option<usize> {
    (0..kinds.len()).find(|&start| {
        let (mut seen, mut next) = (vec![false; kinds.len()], vec![start]);
        while let Some(at) = next.pop() {
            for &above in &kinds[at].under {
                if above == start {
                    return true;
                }
                if !std::mem::replace(&mut seen[above], true) {
                    next.push(above);
                }
            }
        }
        false
    })
}
