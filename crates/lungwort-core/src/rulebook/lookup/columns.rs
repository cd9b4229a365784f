//! The columns of a list, as conditions name them.

use std::sync::Arc;

use crate::cell::{Kind, Value, fold};
use crate::condition::{Labels, Scope, Slot};
use crate::rulebook::ColumnType;
use crate::rulebook::reference::place_of;

/// A column of a list.
#[derive(Debug, Clone)]
pub struct ListColumn {
    /// Its heading there.
    pub heading: String,
    /// What else it is called.
    pub names: Vec<String>,
    /// What its cells hold.
    pub kind: ColumnType,
}

/// An answer that conditions over a list may name.
#[derive(Debug, Clone)]
pub struct KnownAnswer {
    /// What it is called, and what it holds.
    pub column: ListColumn,
    /// What was answered.
    pub value: Value<'static>,
    /// Whether it must be answered, and was not: nothing that goes by it can be judged then.
    pub is_missing: bool,
}

/// The columns of a list, in its order; and the answers that conditions over it may name.
#[derive(Debug, Clone, Default)]
pub struct ListColumns(pub Vec<ListColumn>, pub Arc<Vec<KnownAnswer>>);

impl ListColumns {
    /// The place of a column.
    pub fn place(&self, wanted: &str) -> Option<usize> {
        let headings = self.0.iter().map(|column| column.heading.as_str());
        let by_name =
            |same: &dyn Fn(&str) -> bool| self.0.iter().position(|column| column.names.iter().any(|each| same(each)));
        by_name(&|name| name == wanted)
            .or_else(|| by_name(&|name| name.eq_ignore_ascii_case(wanted)))
            .or_else(|| place_of(headings, wanted))
    }

    /// The column nearest to one that is not there, behind a semicolon.
    pub fn hint(&self, wanted: &str) -> String {
        self.nearest(wanted).map(|near| format!("; did you mean {near}?")).unwrap_or_default()
    }
}

impl Scope for ListColumns {
    fn column(&self, name: &str) -> Option<(usize, Kind)> {
        let at = self.place(name)?;
        Some((at, self.0[at].kind.kind()))
    }

    fn other(&self, alias: &str, name: &str) -> Option<(Slot, Kind)> {
        let is = |known: &KnownAnswer| {
            std::iter::once(&known.column.heading)
                .chain(&known.column.names)
                .any(|each| each.eq_ignore_ascii_case(name))
        };
        let at = self.1.iter().position(is).filter(|_| alias.eq_ignore_ascii_case(super::ANSWER))?;
        Some((Slot::Other(0, at), self.1[at].column.kind.kind()))
    }

    fn nearest(&self, name: &str) -> Option<String> {
        let names = self.0.iter().flat_map(|column| std::iter::once(&column.heading).chain(&column.names));
        fold::nearest(name, names.map(String::as_str)).map(str::to_owned)
    }
}

impl Labels for ListColumns {
    fn heading(&self, column: usize) -> String {
        self.0.get(column).map(|column| column.heading.clone()).unwrap_or_default()
    }

    fn other_heading(&self, _: usize, answer: usize) -> String {
        self.1.get(answer).map(|known| format!("the answer for {}", known.column.heading)).unwrap_or_default()
    }

    fn other_kind(&self, _: usize, answer: usize) -> Kind {
        self.1.get(answer).map_or(Kind::Text, |known| known.column.kind.kind())
    }

    fn kind(&self, column: usize) -> Kind {
        self.0.get(column).map_or(Kind::Text, |column| column.kind.kind())
    }
}
