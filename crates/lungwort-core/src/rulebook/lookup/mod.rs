//! Look-ups: which row of a list, of another sheet or of the existing records each row of a sheet names.
//!
//! In: `[[sheet.lookup]]` and `[sheet.existing]`. Out: a [`Lookup`], whose columns are known to conditions under its alias.

mod columns;
mod compile;
mod existing;
mod mentioned;
mod written;

use std::sync::Arc;

pub use columns::{KnownAnswer, ListColumn, ListColumns};
pub(super) use compile::{Known, compile, folded, folding, known, to_sheets};
pub use existing::Existing;
pub(super) use existing::{compile as existing, map_columns, speaks_of_existing};
pub(super) use mentioned::mentioned;
pub use written::{WrittenExisting, WrittenFold, WrittenLookupKey, WrittenNone, WrittenSheetLookup, WrittenUsed};

use super::reference::Table;
use super::{ColumnType, Sheet, listed};
use crate::cell::spelling::Folding;
use crate::condition::{Condition, Row, Truth};

/// The alias of existing records where nothing else is said.
pub const EXISTING: &str = "existing";

/// The alias of what is answered when a file is sent.
pub(super) const ANSWER: &str = "answer";

/// What is looked in.
#[derive(Debug, Clone)]
pub enum ListOf {
    /// A reference.
    Reference {
        /// Its name.
        name: String,
        /// Its rows.
        table: Arc<Table>,
    },
    /// Another sheet of the file, by its place in the rulebook, and its name.
    Sheet(usize, String),
    /// The existing records, where they are known.
    Existing(Option<Arc<Table>>),
    /// What is answered when a file is sent: one row.
    Answers(Arc<Table>),
}

impl ListOf {
    /// That it has no column of a name, as a sentence without a full stop.
    pub fn lacks(&self, column: &str) -> String {
        let verb = if matches!(self, ListOf::Existing(_) | ListOf::Answers(_)) { "have" } else { "has" };
        format!("{} {verb} no column {column}", self.words())
    }

    /// What it is called.
    pub fn words(&self) -> String {
        match self {
            ListOf::Reference { name, .. } => format!("the list {name}"),
            ListOf::Sheet(_, name) => format!("the sheet {name}"),
            ListOf::Existing(_) => "the existing records".to_owned(),
            ListOf::Answers(_) => "the answers".to_owned(),
        }
    }
}

/// A look-up.
#[derive(Debug)]
pub struct Lookup {
    /// What the row found is called in conditions.
    pub alias: String,
    /// What is looked in.
    pub list: ListOf,
    /// The columns there.
    pub columns: ListColumns,
    /// The keys in order of trust; none where there is one row.
    pub keys: Vec<LookupKey>,
    /// Which rows of the list there are.
    pub only: Option<Condition>,
    /// What must hold for the row found.
    pub must: Option<Condition>,
    /// What it is that none is found.
    pub none: WrittenNone,
    /// Whether the list is known to be a part.
    pub partial: bool,
    /// How often each row of the list must be named.
    pub used: Option<WrittenUsed>,
    /// Of which rows of the list.
    pub used_when: Option<Condition>,
    /// Columns by which several rows are distinguished.
    pub show: Vec<usize>,
    /// Its line in the rulebook.
    pub line: usize,
}

/// A key of a look-up.
#[derive(Debug, Clone)]
pub struct LookupKey {
    /// The columns of the sheet.
    pub own: Vec<usize>,
    /// The columns of the list that they must equal.
    pub theirs: Vec<usize>,
    /// How the cells of the list are read to be compared.
    pub kinds: Vec<ColumnType>,
    /// What does not matter where texts are compared.
    pub folding: Folding,
    /// Whether a blank is compared like a value, instead of being found by nothing.
    pub with_blanks: bool,
    /// Which rows of the sheet it counts for.
    pub when: Option<Arc<Condition>>,
    /// Which rows of the list it finds.
    pub only: Option<Arc<Condition>>,
}

impl LookupKey {
    /// Whether it counts for a row.
    pub fn counts_for(&self, row: &impl Row) -> bool {
        self.when.as_ref().is_none_or(|when| when.judge(row) == Truth::True)
    }
}

impl Lookup {
    /// The columns of the sheet that it goes by.
    pub fn own_columns(&self) -> Vec<usize> {
        self.keys.iter().flat_map(|key| key.own.iter().copied()).collect()
    }

    /// What the row found is called: `lot`.
    pub fn found_name(&self) -> String {
        match self.list {
            ListOf::Existing(_) if self.alias == EXISTING => "existing record".to_owned(),
            _ => self.alias.replace('_', " "),
        }
    }

    /// What the row found is called in sentences: `the lot`.
    pub fn found_words(&self) -> String {
        format!("the {}", self.found_name())
    }

    /// It as a sentence, for the guide and the comparison of editions.
    pub fn words(&self, sheet: &Sheet) -> String {
        let words = self.list.words();
        let key = |key: &LookupKey| {
            listed(&key.own.iter().map(|at| sheet.columns[*at].heading.clone()).collect::<Vec<_>>(), "and")
        };
        let keys: Vec<String> = self.keys.iter().map(key).collect();
        let mut said = match keys.as_slice() {
            [] => format!("{} is the one of {words}", self.found_words()),
            [one] => format!("{one} must name one row of {words}"),
            several => format!("one row of {words} must be named, by {}", several.join(", else by ")),
        };
        if self.none == WrittenNone::Allowed {
            said = said.replacen("must name", "may name", 1).replacen("must be named", "may be named", 1);
        }
        if let Some(only) = &self.only {
            said.push_str(&format!("; only those count where {}", only.say(&self.columns)));
        }
        if let Some(must) = &self.must {
            said.push_str(&format!("; in it {}", must.say_must(&self.columns)));
        }
        let each = match &self.used_when {
            Some(when) => format!("each row of {words} where {}", when.say(&self.columns)),
            None => format!("each row of {words}"),
        };
        match self.used {
            Some(WrittenUsed::Once) => said.push_str(&format!("; {each} must be named exactly once")),
            Some(WrittenUsed::AtLeastOnce) => said.push_str(&format!("; {each} must be named")),
            Some(WrittenUsed::AtMostOnce) => said.push_str(&format!("; {each} must not be named twice")),
            None => {}
        }
        said
    }
}
