//! Over what a rule goes: each row, each group of rows with the same values in some columns, or the whole sheet.

use schemars::JsonSchema;
use serde::{Deserialize, Serialize};

use super::Forming;
use super::forming::named;
use crate::rulebook::Sheet;
use crate::rulebook::toml_text::is_default;

/// Over what a rule goes, as it is written.
#[derive(Debug, Clone, Serialize, Deserialize, JsonSchema)]
#[serde(untagged)]
pub enum WrittenEach {
    /// "row", "record" or "sheet".
    Word(String),
    /// Rows with the same values in these columns.
    By(WrittenGroups),
}

/// Groups of rows.
#[derive(Debug, Clone, Serialize, Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct WrittenGroups {
    /// The columns that all rows of a group have the same values in.
    pub by: Vec<String>,
    /// Whether the rows of a group must be together, with no row of another group between.
    #[serde(default, skip_serializing_if = "is_default")]
    pub adjacent: bool,
}

/// Over what a rule goes.
#[derive(Debug, Clone, Default, PartialEq, Eq)]
pub enum Each {
    /// Each row.
    #[default]
    Row,
    /// The rows of the sheet, all together.
    Sheet,
    /// The rows of each record.
    Record,
    /// Each group of rows.
    Group {
        /// The columns with the same values.
        by: Vec<usize>,
        /// Whether its rows must be together.
        adjacent: bool,
    },
}

impl Each {
    /// What a sentence begins with: `for each Document`.
    pub fn words(&self, sheet: &Sheet) -> Option<String> {
        match self {
            Each::Row => None,
            Each::Sheet => Some("In the whole sheet".to_owned()),
            Each::Record => Some(format!("For each {}", named(sheet, &sheet.key, "and"))),
            Each::Group { by, .. } => Some(format!("For each {}", named(sheet, by, "and"))),
        }
    }
}

pub(in crate::rulebook) fn compile(on: &mut Forming<'_>, written: Option<&WrittenEach>) -> Option<Each> {
    let place = format!("{}.each", on.path);
    match written {
        None => Some(Each::Row),
        Some(WrittenEach::Word(word)) => match word.as_str() {
            "row" => Some(Each::Row),
            "sheet" => Some(Each::Sheet),
            "record" if on.has_records => Some(Each::Record),
            "block" if on.has_blocks => Some(Each::Record),
            "block" => {
                on.compiler.error(&place, "the sheet has no blocks: declare them in [sheet.block]");
                None
            }
            "record" => {
                on.compiler.error(&place, "the sheet has no records of several rows: declare them in [sheet.record]");
                None
            }
            other => {
                let message = format!(
                    "each is \"row\", \"record\", \"sheet\" or a group such as {{ by = [\"Document\"] }}, and not \"{other}\""
                );
                on.compiler.error(&place, message);
                None
            }
        },
        Some(WrittenEach::By(groups)) => {
            let by = on.names("each.by", &groups.by, 1)?;
            Some(Each::Group { by, adjacent: groups.adjacent })
        }
    }
}
