//! What rows ask for, as it is written.

use indexmap::IndexMap;
use schemars::JsonSchema;
use serde::{Deserialize, Serialize};

use crate::rulebook::toml_text::is_default;

/// What a row asks of the receiving side.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, PartialOrd, Ord, Serialize, Deserialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum Action {
    /// A new record.
    Create,
    /// Another value in a record that is held.
    Change,
    /// A record that is held is to go.
    Remove,
    /// Nothing.
    Skip,
}

impl Action {
    /// Every action.
    pub const ALL: [Action; 4] = [Action::Create, Action::Change, Action::Remove, Action::Skip];

    /// Its word.
    pub fn word(self) -> &'static str {
        match self {
            Action::Create => "create",
            Action::Change => "change",
            Action::Remove => "remove",
            Action::Skip => "skip",
        }
    }
}

/// What the rows of a sheet ask for.
#[derive(Debug, Clone, Default, Serialize, Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct WrittenIntent {
    /// The column that says what a row asks for; without one, the key decides: a record that is held is changed, and any other
    /// is created.
    pub action: Option<String>,
    /// The words of that column: `{ create = ["N"], change = ["C"], remove = ["R"], skip = ["-"] }`; create, change, remove and
    /// skip themselves if left out.
    #[serde(default, skip_serializing_if = "IndexMap::is_empty")]
    pub words: IndexMap<Action, Vec<String>>,
    /// What a blank action means: "by_key" (if left out), "create" or "skip".
    #[serde(default, skip_serializing_if = "is_default")]
    pub blank: WrittenBlankAction,
    /// Where the key decides, what a key that is not held means: "create" (if left out) or "error".
    #[serde(default, skip_serializing_if = "is_default")]
    pub unknown_key: WrittenUnknownKey,
    /// What this side accepts; all if left out.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub takes: Vec<Action>,
    /// The key of a row that creates: "given" (if left out), "blank" where the receiving side gives it, or "either".
    #[serde(default, skip_serializing_if = "is_default")]
    pub key_on_create: WrittenKeyOnCreate,
    /// Columns that cannot be changed.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub fixed: Vec<String>,
    /// Columns whose change needs a row that removes the record and one that creates it again.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub recreate: Vec<String>,
    /// What a blank cell does in a change: "leave" (if left out) what is held, "wipe" it, or put the column's "default".
    #[serde(default, skip_serializing_if = "is_default")]
    pub blank_cell: WrittenBlankCell,
    /// The same by column, where it is otherwise.
    #[serde(default, skip_serializing_if = "IndexMap::is_empty")]
    pub blank_cells: IndexMap<String, WrittenBlankCell>,
    /// What a blank cell does in a row that creates: put the column's "default" (if left out), or "leave" the new record without it.
    #[serde(default, skip_serializing_if = "is_default")]
    pub blank_cell_on_create: WrittenBlankOnCreate,
    /// The same by column, where it is otherwise.
    #[serde(default, skip_serializing_if = "IndexMap::is_empty")]
    pub blank_cells_on_create: IndexMap<String, WrittenBlankOnCreate>,
    /// Differences of spelling that are no change: "case", "spaces", "unicode", "accents".
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub fold: Vec<crate::rulebook::lookup::WrittenFold>,
    /// A condition under which a record cannot be touched, such as `existing.state = 'cancelled'`.
    pub locked_when: Option<String>,
    /// A condition over the existing records: those for which it holds count as removed.
    pub removed_when: Option<String>,
    /// Whether a row may create a record again that counts as removed.
    #[serde(default, skip_serializing_if = "is_default")]
    pub take_up: bool,
    /// Lists whose rows keep a record from being removed as long as they name it.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub kept_by: Vec<WrittenKeptBy>,
    /// What two rows may ask of one record one after the other, beside a removal and a creation.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub sequences: Vec<(Action, Action)>,
    /// Columns that name a document: lines of it that are held and are not in the file are removed.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub replaces: Vec<String>,
}

/// What a blank action means.
#[derive(Debug, Clone, Copy, Default, PartialEq, Eq, Serialize, Deserialize, JsonSchema)]
#[serde(rename_all = "snake_case")]
pub enum WrittenBlankAction {
    /// The key decides.
    #[default]
    ByKey,
    /// A new record.
    Create,
    /// Nothing.
    Skip,
}

/// What a key means that is not held.
#[derive(Debug, Clone, Copy, Default, PartialEq, Eq, Serialize, Deserialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum WrittenUnknownKey {
    /// A new record.
    #[default]
    Create,
    /// An error.
    Error,
}

/// The key of a row that creates.
#[derive(Debug, Clone, Copy, Default, PartialEq, Eq, Serialize, Deserialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum WrittenKeyOnCreate {
    /// Filled.
    #[default]
    Given,
    /// Blank: the receiving side gives it.
    Blank,
    /// Filled or blank.
    Either,
}

/// What a blank cell does in a change.
#[derive(Debug, Clone, Copy, Default, PartialEq, Eq, Serialize, Deserialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum WrittenBlankCell {
    /// What is held stays.
    #[default]
    Leave,
    /// What is held is deleted.
    Wipe,
    /// The column's default takes its place.
    Default,
}

/// What a blank cell does in a row that creates.
#[derive(Debug, Clone, Copy, Default, PartialEq, Eq, Serialize, Deserialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum WrittenBlankOnCreate {
    /// The column's default takes its place.
    #[default]
    Default,
    /// The new record has nothing there.
    Leave,
}

/// A list whose rows keep a record from being removed.
#[derive(Debug, Clone, Serialize, Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct WrittenKeptBy {
    /// The reference.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub reference: Option<String>,
    /// Or a sheet of the upload, this one or another: rows there that name the record, and do not go themselves, keep it.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub sheet: Option<String>,
    /// The column in which it names the record.
    pub column: String,
    /// Of a reference: only rows of it for which this condition holds.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub when: Option<String>,
}
