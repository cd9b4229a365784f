//! What would become of a row when the file is uploaded.

use std::sync::Arc;

/// What would become of a row.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, PartialOrd, Ord)]
pub enum Outcome {
    /// A new record.
    Created,
    /// A record with other values.
    Changed,
    /// A record that goes.
    Removed,
    /// Left alone, as it asks for nothing.
    Skipped,
    /// A record that stays as it is.
    Unchanged,
    /// Refused: an error was found in it.
    Refused,
}

impl Outcome {
    /// Every outcome, in the order in which they are reported.
    pub const ALL: [Outcome; 6] =
        [Outcome::Created, Outcome::Changed, Outcome::Removed, Outcome::Skipped, Outcome::Unchanged, Outcome::Refused];

    /// Its word.
    pub fn word(self) -> &'static str {
        match self {
            Outcome::Created => "created",
            Outcome::Changed => "changed",
            Outcome::Removed => "removed",
            Outcome::Skipped => "skipped",
            Outcome::Unchanged => "unchanged",
            Outcome::Refused => "refused",
        }
    }
}

/// A cell whose value would be another one.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct CellChange {
    /// The heading.
    pub heading: Arc<str>,
    /// What is held.
    pub old: Box<str>,
    /// What it would be; blank where it would be deleted.
    pub new: Box<str>,
    /// Whether a blank cell deletes it.
    pub wiped: bool,
}

/// What would become of a row.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct RowPlan {
    /// What would become of it, as far as the row alone decides.
    pub outcome: Outcome,
    /// The row's key.
    pub key: Option<Arc<str>>,
    /// Its kind, where rows are of several.
    pub kind: Option<Arc<str>>,
    /// Of a change: how many cells would have another value.
    pub changed: usize,
    /// Of a change: how many cells would be blank.
    pub wiped: usize,
    /// Of a change that is listed: the cells.
    pub cells: Vec<CellChange>,
    /// What rows go together with, where a part of them cannot be sent.
    pub together: Together,
    /// The record of several rows that it is of, where that is one thing to the receiving side.
    pub record: Option<u128>,
    /// Whether it is a further row of that record, which is counted with the first.
    pub continues: bool,
}

impl RowPlan {
    /// A row that comes to this, of which nothing else is known.
    pub fn of(outcome: Outcome) -> RowPlan {
        RowPlan {
            outcome,
            key: None,
            kind: None,
            changed: 0,
            wiped: 0,
            cells: Vec::new(),
            together: Together::default(),
            record: None,
            continues: false,
        }
    }
}

/// Which rows somebody lists. Neither key nor cells are made of others: of a million changes, most are only counted.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Listed([[bool; 2]; Outcome::ALL.len()]);

impl Listed {
    /// By what a row comes to, and whether a blank cell of it deletes something.
    pub fn of(lists: impl Fn(Outcome, bool) -> bool) -> Listed {
        Listed(Outcome::ALL.map(|outcome| [lists(outcome, false), lists(outcome, true)]))
    }

    /// Whether a row is listed that comes to this.
    pub fn has(self, outcome: Outcome, wipes: bool) -> bool {
        let at = Outcome::ALL.iter().position(|each| *each == outcome).unwrap_or_default();
        self.0[at][usize::from(wipes)]
    }
}

/// What a row goes together with: rows that share either go together, and so on from row to row.
#[derive(Debug, Clone, Copy, Default, PartialEq, Eq)]
pub struct Together {
    /// The record, group or family that it is of.
    pub own: Option<u128>,
    /// The row that it belongs to, by what is that row's own.
    pub parent: Option<u128>,
}
