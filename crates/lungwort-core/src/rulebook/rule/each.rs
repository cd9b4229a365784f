//! Over what a rule goes: each row, each group of rows with the same values in some columns, or the whole sheet.

use schemars::JsonSchema;
use serde::{Deserialize, Serialize};

use super::Forming;
use super::forming::named;
use crate::rulebook::model::Lookup;
use crate::rulebook::toml_text::is_default;
use crate::rulebook::{Sheet, listed};

/// Over what a rule goes, as it is written.
#[derive(Debug, Clone, Serialize, Deserialize, JsonSchema)]
#[serde(untagged)]
pub enum WrittenEach {
    /// "row", "record" or "sheet".
    Word(String),
    /// Rows with the same values in these columns, or that name the same row of a list.
    By(WrittenGroups),
}

/// Groups of rows.
#[derive(Debug, Clone, Serialize, Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct WrittenGroups {
    /// The columns that all rows of a group have the same values in.
    #[serde(default, skip_serializing_if = "is_default")]
    pub by: Vec<String>,
    /// In place of columns, the alias of a look-up: rows that name the same row of its list are a group, whichever key
    /// they name it by.
    #[serde(default, skip_serializing_if = "is_default")]
    pub lookup: Option<String>,
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
    /// The rows that name one row of a list.
    Found {
        /// The look-up, by its place among those of the sheet.
        lookup: usize,
        /// The columns that it goes by.
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
            Each::Found { lookup, .. } => Some(format!("For each {}", what_is_found(sheet, *lookup))),
        }
    }
}

/// What a look-up finds, in a sentence: `skipper`.
pub(crate) fn what_is_found(sheet: &Sheet, lookup: usize) -> String {
    sheet.lookups.get(lookup).map(|lookup| lookup.found_name()).unwrap_or_default()
}

pub(in crate::rulebook) fn compile(on: &mut Forming<'_>, sheet: &Sheet, written: Option<&WrittenEach>) -> Option<Each> {
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
        Some(WrittenEach::By(groups)) => match &groups.lookup {
            Some(alias) => found(on, sheet, groups, alias),
            None => {
                let by = on.names("each.by", &groups.by, 1)?;
                Some(Each::Group { by, adjacent: groups.adjacent })
            }
        },
    }
}

/// Groups of rows that name the same row of a list.
fn found(on: &mut Forming<'_>, sheet: &Sheet, groups: &WrittenGroups, alias: &str) -> Option<Each> {
    let place = format!("{}.each", on.path);
    if !groups.by.is_empty() {
        on.compiler.error(&place, "rows are grouped by columns or by what a look-up finds: give by or lookup");
        return None;
    }
    let known = |lookup: &&Lookup| lookup.alias.to_lowercase() == alias.trim().to_lowercase();
    let Some(lookup) = sheet.lookups.iter().position(|lookup| known(&lookup)) else {
        let aliases: Vec<String> = sheet.lookups.iter().map(|lookup| lookup.alias.clone()).collect();
        let there = match aliases.as_slice() {
            [] => "the sheet has none".to_owned(),
            aliases => format!("those of the sheet are {}", listed(aliases, "and")),
        };
        on.compiler.error(&format!("{place}.lookup"), format!("no look-up has the alias {alias}; {there}"));
        return None;
    };
    let by = sheet.lookups[lookup].own_columns();
    if by.is_empty() {
        let message = format!("all rows go with one and the same {alias}: say each = \"sheet\"");
        on.compiler.error(&format!("{place}.lookup"), message);
        return None;
    }
    Some(Each::Found { lookup, by, adjacent: groups.adjacent })
}
