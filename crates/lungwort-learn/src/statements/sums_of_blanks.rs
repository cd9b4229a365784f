//! Sums of columns that may all be blank: `net and tax make gross` says nothing of a row that has the gross amount alone.

use std::sync::LazyLock;

use lungwort_core::rulebook::toml_text::quoted;
use regex::Regex;

use super::two_conditions::unquoted;
use crate::draft::{Confidence, Draft, DraftSheet};

/// A column of a sum, which adds nothing where it is blank.
static TERM: LazyLock<Option<Regex>> = LazyLock::new(|| Regex::new(r"^COALESCE\(([a-z_][a-z0-9_]*), 0\)$").ok());

/// Lets a sum count where one of its columns is filled, unless one of them has to be.
pub(super) fn count_where_filled(draft: &mut Draft) {
    for sheet in &mut draft.sheets {
        for at in 0..sheet.rules.len() {
            let [(key, check)] = sheet.rules[at].lines.as_slice() else { continue };
            let said = (key == "check").then(|| terms(&unquoted(check))).flatten();
            let Some(names) = said.filter(|names| !names.iter().any(|name| is_required(sheet, name))) else { continue };
            let filled: Vec<String> = names.iter().map(|name| format!("{name} IS NOT NULL")).collect();
            sheet.rules[at].lines.push(("when".into(), quoted(&filled.join(" OR "))));
        }
    }
}

/// The columns that are added up on one side of a check, where nothing else is there.
fn terms(check: &str) -> Option<Vec<String>> {
    let (one, other) = check.split_once(" = ")?;
    let of_side = |side: &str| -> Option<Vec<String>> {
        let term = |term: &str| Some(TERM.as_ref()?.captures(term)?.get(1)?.as_str().to_owned());
        side.split(" + ").map(term).collect()
    };
    of_side(one).or_else(|| of_side(other)).filter(|names| names.len() > 1)
}

fn is_required(sheet: &DraftSheet, name: &str) -> bool {
    let of = sheet.columns.iter().find(|column| column.name == *name);
    of.and_then(|column| column.lines.get("required")).is_some_and(|line| line.confidence > Confidence::Suggested)
}
