//! The columns of a list, as conditions name them.

use crate::cell::{Kind, fold};
use crate::condition::{Labels, Scope};
use crate::rulebook::model::ColumnType;
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

/// The columns of a list, in its order.
#[derive(Debug, Clone, Default)]
pub struct ListColumns(pub Vec<ListColumn>);

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

    fn nearest(&self, name: &str) -> Option<String> {
        let names = self.0.iter().flat_map(|column| std::iter::once(&column.heading).chain(&column.names));
        fold::nearest(name, names.map(String::as_str)).map(str::to_owned)
    }
}

impl Labels for ListColumns {
    fn heading(&self, column: usize) -> String {
        self.0.get(column).map(|column| column.heading.clone()).unwrap_or_default()
    }

    fn kind(&self, column: usize) -> Kind {
        self.0.get(column).map_or(Kind::Text, |column| column.kind.kind())
    }
}
