//! The groups of a file, judged when its rows are over.

use std::borrow::Cow;
use std::sync::Arc;

use super::Grouping;
use super::gather::of_groups;
use super::state::{OPEN_NAMED, State, what};
use crate::cell::Value;
use crate::check::folds::{Ending, Placed};
use crate::check::problem::rule_problem;
use crate::finding::codes::rule as codes;
use crate::finding::ranges::thousands;
use crate::finding::{Place, Problem, RowSet};
use crate::rulebook::rule::GroupForm;
use crate::rulebook::{Sheet, capital, listed};

/// Ranges of rows that a message names.
const RANGES: usize = 4;

/// A group that something is said of, still without its rows.
struct Said {
    group: u32,
    /// The rule; none where it is about the groups themselves.
    rule: Option<usize>,
    code: &'static crate::finding::Code,
    /// What is said, ahead of the group's rows.
    head: String,
    with_rows: bool,
}

pub(super) fn judge(sheet: &Sheet, grouping: &Grouping<'_>, state: &State, ending: &mut Ending<'_>) {
    let mut said = Vec::new();
    // A column that is missing has been reported at the headings, and nothing is known of what it would hold.
    let has_all = |rule: usize| {
        let about = &sheet.rules[rule];
        let mut columns = about.form.columns();
        columns.extend(about.when.iter().flat_map(|when| when.columns()));
        columns.iter().all(|column| ending.header.field_of[*column].is_some())
    };
    let judged: Vec<_> = grouping.judged.iter().filter(|(rule, ..)| has_all(*rule)).collect();
    // In the order of the groups, as they are.
    let mut over_files = state.over_files.iter().peekable();
    for group in 0..state.groups.len() as u32 {
        let elsewhere = over_files.next_if(|(known, ..)| *known == group);
        if let Some((_, file, row)) = elsewhere {
            let name = ending.names.get(*file).cloned().unwrap_or_default();
            let head = format!(
                "{} {} is in {name} too, from row {row} on, and its totals are not judged; here it is in ",
                what(grouping, sheet),
                state.name(group)
            );
            said.push(Said { group, rule: None, code: &codes::GROUP_OVER_FILES, head, with_rows: true });
            continue;
        }
        for (rule, form, slots) in &judged {
            said.extend(one(sheet, grouping, state, (group, *rule, form, slots.clone()), ending));
        }
    }
    let groups: Vec<u32> = said.iter().map(|said| said.group).collect();
    let rows = state.rows_of(&groups);
    for Said { group, rule, code, head, with_rows } in said {
        let it = &state.groups[group as usize];
        let in_rows = rows.get(&group).filter(|_| with_rows && !grouping.by.is_empty());
        let message = format!("{}{}.", capital(&head), in_rows.map(|rows| rows.words(RANGES)).unwrap_or_default());
        let problem = match rule {
            Some(rule) => rule_problem(sheet, rule, code, message),
            None => of_groups(sheet, grouping, code, message),
        };
        let place = match grouping.by {
            [] => Place::default(),
            _ => Place { row: Some(it.first()), ..Place::default() },
        };
        let key = (!grouping.by.is_empty()).then(|| Arc::from(state.name(group)));
        if let Some(rows) = rows.get(&group) {
            ending.rows_of.insert(ending.findings.len(), rows.clone());
        }
        ending.findings.push(Placed { place, problem, key });
    }
    without(sheet, grouping, &state.without, ending);
}

/// Judges one group by one rule.
fn one(
    sheet: &Sheet,
    grouping: &Grouping<'_>,
    state: &State,
    (group, rule, form, slots): (u32, usize, &GroupForm<'_>, std::ops::Range<usize>),
    ending: &Ending<'_>,
) -> Option<Said> {
    let from = group as usize * grouping.totals.len();
    let values = || -> Vec<Value<'static>> { slots.clone().map(|slot| state.totals[from + slot].value()).collect() };
    // Most groups keep to their rules, and nothing is put into words for them.
    let begins = || {
        let of_group = match grouping.by {
            [] => String::new(),
            _ => format!("{} {}: ", what(grouping, sheet), state.name(group)),
        };
        let about = &sheet.rules[rule];
        match &about.message {
            Some(message) => {
                let said = message.with(&|part| state.quoted(grouping, group, part).map(Cow::Borrowed));
                // Where the message itself names the group, it is not named twice.
                if message.cells().any(|column| grouping.by.contains(&column)) {
                    said
                } else {
                    format!("{of_group}{said}")
                }
            }
            None => format!("{of_group}{}", about.form.sentence(sheet)),
        }
    };
    let in_rows = if grouping.by.is_empty() { "" } else { ", in " };
    let open = || slots.clone().filter_map(|slot| state.open.get(&(group, slot))).max_by_key(|(_, count)| count);
    if let Some((rows, count)) = (!state.open.is_empty()).then(open).flatten() {
        let more = if *count > OPEN_NAMED as u64 {
            format!(" and {} more", thousands(count - OPEN_NAMED as u64))
        } else {
            String::new()
        };
        let named: Vec<String> = rows.iter().map(u64::to_string).collect();
        let noun = if *count == 1 { "row" } else { "rows" };
        let is = if *count == 1 { "is" } else { "are" };
        let head =
            format!("{}; this cannot be judged until {noun} {}{more} {is} corrected", begins(), listed(&named, "and"));
        return Some(Said { group, rule: Some(rule), code: &codes::OPEN_TOTAL, head, with_rows: false });
    }
    match form {
        GroupForm::Rows { min, max } => {
            let Some(Value::Number(count)) = values().pop() else { return None };
            let count = u64::try_from(count).unwrap_or(0);
            if count >= *min && max.is_none_or(|max| count <= max) {
                return None;
            }
            let is = if count == 1 { "is" } else { "are" };
            let head = format!("{}; here there {is} {}{in_rows}", begins(), thousands(count));
            Some(Said { group, rule: Some(rule), code: &codes::GROUP_SIZE, head, with_rows: true })
        }
        GroupForm::Check(formula) => match formula.total_of(values(), ending.today) {
            Value::YesNo(false) => {
                let (sides, apart) = formula.sides(values(), ending.today, sheet);
                let words: Vec<String> =
                    sides.iter().map(|(words, value)| format!("{words} is {}", value.written())).collect();
                let apart = apart.map(|apart| format!(" ({apart} apart)")).unwrap_or_default();
                let head = format!("{}; here {}{apart}{in_rows}", begins(), listed(&words, "and"));
                Some(Said { group, rule: Some(rule), code: &codes::GROUP_BROKEN, head, with_rows: true })
            }
            // A comparison with such a total is neither true nor false.
            open if open == Value::Unreadable || values().contains(&Value::Unreadable) => {
                let head = format!("{}; a total has more than 28 digits and cannot be calculated", begins());
                Some(Said { group, rule: Some(rule), code: &codes::OPEN_TOTAL, head, with_rows: false })
            }
            _ => None,
        },
        _ => None,
    }
}

/// Rows that belong to no group.
fn without(sheet: &Sheet, grouping: &Grouping<'_>, rows: &RowSet, ending: &mut Ending<'_>) {
    let Some((first, _)) = rows.ranges().first().copied() else { return };
    let count = rows.rows();
    let (has, belongs) = if count == 1 { ("has", "belongs") } else { ("have", "belong") };
    let noun = if count == 1 { "row" } else { "rows" };
    let message = format!(
        "{} {noun} {has} no {}, and {belongs} to no group; rules over groups leave out {}.",
        thousands(count),
        what(grouping, sheet),
        rows.words(RANGES)
    );
    let problem: Arc<Problem> = of_groups(sheet, grouping, &codes::NO_GROUP, message);
    ending.findings.push(Placed { place: Place { row: Some(first), ..Place::default() }, problem, key: None });
}
