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
        let known: Vec<Known> = sheet.columns.iter().map(Known::of).collect();
        for (at, column) in sheet.columns.iter_mut().enumerate() {
            for line in column.lines.0.iter_mut().filter(|line| KEYS.contains(&line.key)) {
                let Some(found) = EQUALS.as_ref().and_then(|equals| equals.captures(&line.value)) else { continue };
                let (name, sign, value) = (&found[1], &found[2], &found[3]);
                let listed = known.iter().any(|of| of.name == name && of.listed);
                let others =
                    || known.iter().enumerate().filter(|(other, of)| *other != at && of.name != name && !listed);
                let only = |fits: &dyn Fn(&Known) -> bool| {
                    let mut fitting = others().map(|(_, of)| of).filter(|of| fits(of));
                    fitting.next().filter(|_| fitting.next().is_none())
                };
                let denied = sign != "=";
                // "If the garment is hired out" of Hired out: whether it is, that column says, if it takes yes and no.
                let (said, confidence) = if let Some(of) = only(&|of| of.heading == value.to_lowercase()) {
                    match of.yes_no {
                        true => {
                            (format!("{} IS {}TRUE", of.name, if denied { "NOT " } else { "" }), Confidence::Confirm)
                        }
                        false => ("… = '…'".to_owned(), Confidence::Suggested),
                    }
                } else if has_stem(value)
                    && value.chars().all(char::is_lowercase)
                    && let Some(of) = only(&|of| of.first == stem(value))
                {
                    (format!("{} IS {}NULL", of.name, if denied { "" } else { "NOT " }), Confidence::Confirm)
                } else {
                    continue;
                };
                line.value = quoted(&said);
                line.confidence = line.confidence.min(confidence);
            }
        }
    }
}

/// What is known of a column by which a condition may be meant.
struct Known {
    name: String,
    /// In small letters.
    heading: String,
    /// How it begins, where that is long enough to be told by.
    first: String,
    listed: bool,
    yes_no: bool,
}

impl Known {
    fn of(column: &DraftColumn) -> Known {
        let first = column.heading.split(|each: char| !each.is_alphanumeric()).find(|word| !word.is_empty());
        let first = first.filter(|word| has_stem(word)).map(stem).unwrap_or_default();
        let (yes_no, heading) = (column.is_yes_no(), column.heading.trim().to_lowercase());
        Known { name: column.name.clone(), heading, first, listed: column.lines.has("allowed") || yes_no, yes_no }
    }
}
