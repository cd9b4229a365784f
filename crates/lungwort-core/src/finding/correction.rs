//! What would put a finding right, as an action that can be carried out.

use schemars::JsonSchema;
use serde::Serialize;

/// How certain a correction is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum Certainty {
    /// A person must agree.
    Likely,
    /// The meaning cannot change, and the corrected cell passes its column's checks.
    Certain,
}

impl Certainty {
    /// The word for it.
    pub fn word(self) -> &'static str {
        match self {
            Certainty::Likely => "likely",
            Certainty::Certain => "certain",
        }
    }
}

/// What is to be done at the address of a finding.
#[derive(Debug, Clone, PartialEq, Eq)]
pub enum Action {
    /// Give the cell another value: the whole of it.
    SetCell(String),
    /// Join so many neighbouring cells, from this one to the right, to one with that value.
    JoinCells {
        /// How many, this one included.
        count: usize,
        /// The value of the one that they become.
        value: String,
    },
    /// Delete the rows of the address.
    DeleteRows,
    /// Give the heading another text.
    RenameHeading(String),
    /// Save the file in another encoding, by its WHATWG name.
    ChangeEncoding(String),
    /// Put a byte order mark at the beginning, or take it off.
    ChangeBom {
        /// Whether there must be one.
        wanted: bool,
    },
    /// End the lines otherwise: CR LF, LF or CR.
    ChangeLineEnds(&'static str),
    /// Put another delimiter between cells.
    ChangeDelimiter(char),
    /// Put every cell in quotes, or none.
    ChangeQuoting {
        /// Whether every cell must be in quotes.
        all: bool,
    },
}

/// What would put a finding right.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Correction {
    /// What is to be done.
    pub action: Action,
    /// How certain it is.
    pub certainty: Certainty,
}

impl Correction {
    /// A new value for the cell that cannot change the meaning.
    pub fn certain(value: impl Into<String>) -> Option<Correction> {
        Action::SetCell(value.into()).certain()
    }

    /// A new value for the cell that a person must agree to.
    pub fn likely(value: impl Into<String>) -> Option<Correction> {
        Action::SetCell(value.into()).likely()
    }

    /// The text that the cell, or the heading, would have.
    pub fn value(&self) -> Option<&str> {
        match &self.action {
            Action::SetCell(value) | Action::JoinCells { value, .. } | Action::RenameHeading(value) => Some(value),
            _ => None,
        }
    }

    /// What is to be done where it is more than a new value.
    pub fn words(&self) -> Option<String> {
        Some(match &self.action {
            Action::SetCell(_) | Action::RenameHeading(_) => return None,
            Action::JoinCells { count, .. } => format!("join {count} cells"),
            Action::DeleteRows => "delete".to_owned(),
            Action::ChangeEncoding(name) => format!("save as {name}"),
            Action::ChangeBom { wanted: true } => "add a byte order mark".to_owned(),
            Action::ChangeBom { wanted: false } => "remove the byte order mark".to_owned(),
            Action::ChangeLineEnds(name) => format!("end lines with {name}"),
            Action::ChangeDelimiter('\t') => "separate cells by tabs".to_owned(),
            Action::ChangeDelimiter(sign) => format!("separate cells by {sign}"),
            Action::ChangeQuoting { all: true } => "put every cell in quotes".to_owned(),
            Action::ChangeQuoting { all: false } => "remove the quotes".to_owned(),
        })
    }
}

impl Action {
    /// The name of the kind of action, as programs read it.
    pub fn name(&self) -> &'static str {
        match self {
            Action::SetCell(_) => "set_cell",
            Action::JoinCells { .. } => "join_cells",
            Action::DeleteRows => "delete_rows",
            Action::RenameHeading(_) => "rename_heading",
            Action::ChangeEncoding(_) => "change_encoding",
            Action::ChangeBom { .. } => "change_bom",
            Action::ChangeLineEnds(_) => "change_line_ends",
            Action::ChangeDelimiter(_) => "change_delimiter",
            Action::ChangeQuoting { .. } => "change_quoting",
        }
    }

    /// As a correction that cannot change the meaning.
    pub fn certain(self) -> Option<Correction> {
        Some(Correction { action: self, certainty: Certainty::Certain })
    }

    /// As a correction that a person must agree to.
    pub fn likely(self) -> Option<Correction> {
        Some(Correction { action: self, certainty: Certainty::Likely })
    }
}
