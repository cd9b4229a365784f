//! Look-ups and existing records as they are written.

use indexmap::IndexMap;
use schemars::JsonSchema;
use serde::{Deserialize, Serialize};

use crate::rulebook::toml_text::is_default;

/// A look-up: which row of a list, of another sheet or of the existing records each row names.
#[derive(Debug, Clone, Serialize, Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct WrittenSheetLookup {
    /// What the row found is called in conditions and messages: `donor.state`. Of existing records, "existing" if left out.
    pub alias: Option<String>,
    /// The reference that is looked in.
    pub reference: Option<String>,
    /// Instead of a reference: another sheet of the same file.
    pub sheet: Option<String>,
    /// Instead of a reference: the existing records.
    #[serde(default, skip_serializing_if = "is_default")]
    pub existing: bool,
    /// The keys in order of trust: the first that is filled decides, and each further one that is filled must name the same row.
    /// Of existing records, the sheet's key if left out; of a sheet of labelled cells there is none.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub keys: Vec<WrittenLookupKey>,
    /// Only rows of the list for which this condition holds are looked in: the others do not exist.
    pub only: Option<String>,
    /// A condition that must hold for the row found: else it is found, and may not be used.
    pub must: Option<String>,
    /// What it is that none is found: "error" (if left out), "warning", or "allowed".
    #[serde(default, skip_serializing_if = "is_default")]
    pub none: WrittenNone,
    /// How often each row of the list must be named: "once", "at_least_once" or "at_most_once".
    pub used: Option<WrittenUsed>,
    /// With used: only rows of the list for which this condition holds.
    pub used_when: Option<String>,
    /// Columns of the list by which several rows found are distinguished in messages.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub show: Vec<String>,
}

/// A key of a look-up.
#[derive(Debug, Clone, Serialize, Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct WrittenLookupKey {
    /// The columns of this sheet, each with the column of the list that it must equal.
    pub by: IndexMap<String, String>,
    /// Differences of spelling that do not matter: "case", "spaces", "unicode", "accents".
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub fold: Vec<WrittenFold>,
    /// A condition over the row: the key counts only where it holds, such as "Row = 'Lot'" where kinds of rows have keys of their own.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub when: Option<String>,
    /// A condition over the columns of the list: the key finds only rows for which it holds.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub only: Option<String>,
}

/// A difference of spelling that does not matter.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum WrittenFold {
    /// Capitals and lower case.
    Case,
    /// How many spaces there are, and of which kind.
    Spaces,
    /// Forms of the same character in Unicode, such as one é in one piece and one in two.
    Unicode,
    /// Accents.
    Accents,
}

/// What it is that none is found.
#[derive(Debug, Clone, Copy, Default, PartialEq, Eq, Serialize, Deserialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum WrittenNone {
    /// An error.
    #[default]
    Error,
    /// A warning.
    Warning,
    /// Nothing: the columns of the list are blank then.
    Allowed,
}

/// How often each row of a list must be named.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, JsonSchema)]
#[serde(rename_all = "snake_case")]
pub enum WrittenUsed {
    /// By one row.
    Once,
    /// By one or more.
    AtLeastOnce,
    /// By one or none.
    AtMostOnce,
}

/// What the receiving side holds already.
#[derive(Debug, Clone, Default, Serialize, Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct WrittenExisting {
    /// The reference with the export of it; without one, or in its place, --existing names a file.
    pub reference: Option<String>,
    /// Columns of this sheet, each with its heading in the export where that is another one.
    #[serde(default, skip_serializing_if = "IndexMap::is_empty")]
    pub headings: IndexMap<String, String>,
}
