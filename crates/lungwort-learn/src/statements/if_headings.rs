//! Headings that are conditions: `If other: what?` beside a list with OTHER, `If yes, reported to` beside a column of yes and no.

use super::by_value::entries;
use super::words;
use crate::draft::{Confidence, Draft, DraftColumn};
use lungwort_core::rulebook::toml_text::quoted;

/// Columns to the left in which what a heading names is looked for, at most.
const NEAR: usize = 4;

/// Words of what a heading names, at most.
const WORDS: usize = 3;

/// Asks for columns whose headings are conditions where these hold for what stands to the left of them.
pub(super) fn read(draft: &mut Draft) {
    for sheet in &mut draft.sheets {
        for at in 1..sheet.columns.len() {
            let (left, right) = sheet.columns.split_at_mut(at);
            let column = &mut right[0];
            let has = |key| column.lines.get(key).is_some_and(|line| line.confidence > Confidence::Suggested);
            if has("required") || has("required_when") {
                continue;
            }
            let Some(named) = named_in(&column.heading) else { continue };
            let near = left.iter().rev().take(NEAR);
            let Some(said) = near.filter_map(|of| condition(of, &named)).next() else { continue };
            column.lines.remove("required_when");
            column.lines.set("required_when", quoted(&said), "its heading", Confidence::Confirm);
        }
    }
}

/// What stands between the word of a condition and the sign behind it, in small letters.
fn named_in(heading: &str) -> Option<String> {
    let lower = heading.trim().to_lowercase();
    let (condition, _) = lower.split_once([':', ',', '–', '-', '?'])?;
    let (first, named) = condition.trim().split_once(' ')?;
    let leads = words::ALL.iter().any(|language| language.conditional.contains(&first));
    (leads && named.split_whitespace().count() <= WORDS).then(|| named.trim().to_owned())
}

/// The condition that a column has what is named.
fn condition(column: &DraftColumn, named: &str) -> Option<String> {
    if column.is_yes_no() {
        let answers = || words::ALL.iter().flat_map(|language| language.yes_no);
        let yes = answers().any(|(yes, _)| *yes == named);
        let no = answers().any(|(_, no)| *no == named);
        return (yes != no).then(|| format!("{} IS {}", column.name, if yes { "TRUE" } else { "FALSE" }));
    }
    let list = column.lines.get("allowed").filter(|list| list.confidence > Confidence::Suggested)?;
    let values = entries(&list.value);
    let is_named = |(value, label): &&(String, Option<String>)| {
        value.to_lowercase() == named || label.as_ref().is_some_and(|label| label.to_lowercase() == named)
    };
    let (value, _) = values.iter().find(is_named)?;
    Some(format!("{} = '{}'", column.name, value.replace('\'', "''")))
}
