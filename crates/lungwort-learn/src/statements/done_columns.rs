//! Conditions that speak of what is done where a column has the day of it: `once the game is returned` of Returned on, and of no value
//! of Game.

use std::sync::LazyLock;

use regex::Regex;

use super::days_of_rows::{has_stem, stem};
use crate::draft::{Confidence, Draft, DraftColumn};
use lungwort_core::rulebook::toml_text::quoted;

/// Keys of conditions of a column.
const KEYS: &[&str] = &["required_when", "blank_when"];

/// Puts that the column is filled into the place of a value that the other column does not have.
pub(super) fn read(draft: &mut Draft) {
    static EQUALS: LazyLock<Option<Regex>> =
        LazyLock::new(|| Regex::new(r#"^"([a-z_][a-z0-9_]*) (=|<>) '([^']+)'"$"#).ok());
    for sheet in &mut draft.sheets {
        let known: Vec<(String, String, bool)> = sheet.columns.iter().map(of_column).collect();
        for (at, column) in sheet.columns.iter_mut().enumerate() {
            for line in column.lines.0.iter_mut().filter(|line| KEYS.contains(&line.key)) {
                let Some(found) = EQUALS.as_ref().and_then(|equals| equals.captures(&line.value)) else { continue };
                let (name, sign, value) = (&found[1], &found[2], &found[3]);
                let small = has_stem(value) && value.chars().all(char::is_lowercase);
                let listed = known.iter().any(|(of, _, listed)| of == name && *listed);
                if !small || listed {
                    continue;
                }
                let done = |(_, (of, first, _)): &(usize, &(String, String, bool))| of != name && *first == stem(value);
                let mut others = known.iter().enumerate().filter(|(other, _)| *other != at).filter(done);
                let Some((_, (of, ..))) = others.next().filter(|_| others.next().is_none()) else { continue };
                line.value = quoted(&format!("{of} IS {}NULL", if sign == "=" { "NOT " } else { "" }));
                line.confidence = line.confidence.min(Confidence::Confirm);
            }
        }
    }
}

/// The name of a column, how its heading begins, and whether it has a list.
fn of_column(column: &DraftColumn) -> (String, String, bool) {
    let first = column.heading.split(|each: char| !each.is_alphanumeric()).find(|word| !word.is_empty());
    let first = first.filter(|word| has_stem(word)).map(stem).unwrap_or_default();
    (column.name.clone(), first, column.lines.has("allowed") || column.is_yes_no())
}
