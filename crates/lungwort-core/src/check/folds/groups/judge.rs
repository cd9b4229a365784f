//! The groups of a file, judged when its rows are over.

use std::borrow::Cow;
use std::sync::Arc;

use super::Grouping;
use super::gather::of_groups;
use super::state::{OPEN_NAMED, State, what};
use crate::cell::Value;
use crate::check::folds::{Absorbing, Ending, Placed};
use crate::check::header::Header;
use crate::check::problem::rule_problem;
use crate::finding::codes::rule as codes;
use crate::finding::ranges::thousands;
use crate::finding::{Place, Problem, RowSet};
use crate::rulebook::rule::GroupForm;
use crate::rulebook::{Sheet, capital, listed};
use jiff::civil::Date;

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
    let judged = judged(sheet, grouping, ending.header);
    // In the order of the groups, as they are.
    let mut over_files = state.over_files.iter().peekable();
    for group in (0..state.store.len()).filter(|group| state.store.is_warm(*group)) {
        let elsewhere = over_files.next_if(|(known, ..)| *known == group);
        if let Some((_, file, row)) = elsewhere {
            let name = ending.names.get(*file).cloned().unwrap_or_default();
            let head = format!(
                "{} {} is in {name} too, from row {row} on, and its totals are not judged; here it is in ",
                what(grouping, sheet),
                state.store.name(group)
            );
            said.push(Said { group, rule: None, code: &codes::GROUP_OVER_FILES, head, with_rows: true });
            continue;
        }
        said.extend(judged.iter().filter_map(|at| one(sheet, grouping, state, (group, *at), ending.today)));
    }
    let groups: Vec<u32> = said.iter().map(|said| said.group).collect();
    let rows = state.rows_of(&groups);
    for Said { group, rule, code, head, with_rows } in said {
        let in_rows = rows.get(&group).filter(|_| with_rows && !grouping.by.is_empty());
        let message = format!("{}{}.", capital(&head), in_rows.map(|rows| rows.words(RANGES)).unwrap_or_default());
        let problem = match rule {
            Some(rule) => rule_problem(sheet, rule, code, message),
            None => of_groups(sheet, grouping, code, message),
        };
        let place = match grouping.by {
            [] => Place::default(),
            _ => Place { row: Some(state.store.first(group)), ..Place::default() },
        };
        let key = (!grouping.by.is_empty()).then(|| Arc::from(state.store.name(group)));
        if let Some(rows) = rows.get(&group) {
            ending.rows_of.insert(ending.findings.len(), rows.clone());
        }
        ending.findings.push(Placed { place, problem, key });
    }
    if state.store.lost {
        let message = "Some groups could not be judged: the temporary file that they were kept in cannot be read.";
        let problem = of_groups(sheet, grouping, &codes::OPEN_TOTAL, message.to_owned());
        ending.findings.push(Placed { place: Place::default(), problem, key: None });
    }
    without(sheet, grouping, &state.without, ending);
}

impl State {
    /// A group whose rows have ended, as far as is known. Where it keeps to its rules, little of it is needed any more.
    pub(super) fn close(&mut self, group: u32, grouping: &Grouping<'_>, with: &Absorbing<'_, '_>) {
        let sheet = with.judge.sheet;
        // What limits are of is asked of all groups at the end.
        if grouping.by.is_empty() || grouping.limits.is_some() || !self.store.can_put_away(group) {
            return;
        }
        let judged = self.judged.take().unwrap_or_else(|| judged(sheet, grouping, with.header));
        let over_files = self.over_files.last().is_some_and(|(known, ..)| *known == group);
        let keeps = !over_files && judged.iter().all(|at| keeps(grouping, self, (group, *at), with.judge.today));
        self.judged = Some(judged);
        match keeps {
            true => self.store.put_away(group, grouping),
            false => self.store.stayed(),
        }
    }
}

/// The rules by which groups are judged in a file, as places in `judged`.
pub(super) fn judged(sheet: &Sheet, grouping: &Grouping<'_>, header: &Header) -> Vec<usize> {
    // A column that is missing has been reported at the headings, and nothing is known of what it would hold.
    let has_all = |rule: usize| {
        let about = &sheet.rules[rule];
        let mut columns = about.form.columns();
        columns.extend(about.when.iter().flat_map(|when| when.columns()));
        columns.iter().all(|column| header.field_of[*column].is_some())
    };
    (0..grouping.judged.len()).filter(|at| has_all(grouping.judged[*at].0)).collect()
}

/// What speaks against a group.
enum Against {
    /// A cell could not be read: the place of the total.
    Open(usize),
    /// A total has too many digits.
    TooLong,
    Rows(u64),
    Broken,
}

/// Whether nothing is to be said of a group by one rule.
pub(super) fn keeps(grouping: &Grouping<'_>, state: &State, (group, at): (u32, usize), today: Date) -> bool {
    against(grouping, state, (group, at), today).is_none()
}

/// The totals of a group that a rule is over. The group is in memory.
fn values(grouping: &Grouping<'_>, state: &State, (group, at): (u32, usize)) -> Vec<Value<'static>> {
    let from = state.store.slot(group, grouping.totals.len());
    grouping.judged[at].2.clone().map(|slot| state.store.totals.get(from + slot).value()).collect()
}

/// What speaks against a group by one rule. Most groups keep to their rules, and nothing is put into words for them.
fn against(grouping: &Grouping<'_>, state: &State, (group, at): (u32, usize), today: Date) -> Option<Against> {
    let (_, form, slots) = &grouping.judged[at];
    let open = || slots.clone().max_by_key(|slot| state.open.get(&(group, *slot)).map(|(_, count)| *count));
    if let Some(slot) =
        (!state.open.is_empty()).then(open).flatten().filter(|at| state.open.contains_key(&(group, *at)))
    {
        return Some(Against::Open(slot));
    }
    let mut values = values(grouping, state, (group, at));
    match form {
        GroupForm::Rows { min, max } => {
            let Some(Value::Number(count)) = values.pop() else { return None };
            let count = u64::try_from(count).unwrap_or(0);
            (count < *min || max.is_some_and(|max| count > max)).then_some(Against::Rows(count))
        }
        GroupForm::Check(formula) => {
            let unread = values.contains(&Value::Unreadable);
            match formula.total_of(values, today) {
                Value::YesNo(false) => Some(Against::Broken),
                // A comparison with such a total is neither true nor false.
                open if open == Value::Unreadable || unread => Some(Against::TooLong),
                _ => None,
            }
        }
        _ => None,
    }
}

/// What a rule is over and asks, as the beginning of a sentence.
fn begins(sheet: &Sheet, grouping: &Grouping<'_>, state: &State, (group, at): (u32, usize)) -> String {
    let of_group = match grouping.by {
        [] => String::new(),
        _ => format!("{} {}: ", what(grouping, sheet), state.store.name(group)),
    };
    let about = &sheet.rules[grouping.judged[at].0];
    match &about.message {
        Some(message) => {
            let said = message.with(&|part| state.quoted(grouping, group, part).map(Cow::Borrowed));
            // Where the message itself names the group, it is not named twice.
            if grouping.lookup.is_none() && message.cells().any(|column| grouping.by.contains(&column)) {
                said
            } else {
                format!("{of_group}{said}")
            }
        }
        None => format!("{of_group}{}", about.form.sentence(sheet)),
    }
}

/// Judges one group, which is in memory, by one rule.
fn one(sheet: &Sheet, grouping: &Grouping<'_>, state: &State, (group, at): (u32, usize), today: Date) -> Option<Said> {
    let against = against(grouping, state, (group, at), today)?;
    let begins = begins(sheet, grouping, state, (group, at));
    let (rule, form, _) = &grouping.judged[at];
    let in_rows = if grouping.by.is_empty() { "" } else { ", in " };
    let (code, head, with_rows) = match against {
        Against::Open(slot) => {
            let (rows, count) = state.open.get(&(group, slot))?;
            let more = match count.saturating_sub(OPEN_NAMED as u64) {
                0 => String::new(),
                more => format!(" and {} more", thousands(more)),
            };
            let named: Vec<String> = rows.iter().map(u64::to_string).collect();
            let noun = if *count == 1 { "row" } else { "rows" };
            let is = if *count == 1 { "is" } else { "are" };
            let named = listed(&named, "and");
            let head = format!("{begins}; this cannot be judged until {noun} {named}{more} {is} corrected");
            (&codes::OPEN_TOTAL, head, false)
        }
        Against::TooLong => {
            let head = format!("{begins}; a total has more than 28 digits and cannot be calculated");
            (&codes::OPEN_TOTAL, head, false)
        }
        Against::Rows(count) => {
            let is = if count == 1 { "is" } else { "are" };
            (&codes::GROUP_SIZE, format!("{begins}; here there {is} {}{in_rows}", thousands(count)), true)
        }
        Against::Broken => {
            let GroupForm::Check(formula) = form else { return None };
            let (sides, apart) = formula.sides(values(grouping, state, (group, at)), today, sheet);
            let words: Vec<String> =
                sides.iter().map(|(words, value)| format!("{words} is {}", value.written())).collect();
            let apart = apart.map(|apart| format!(" ({apart} apart)")).unwrap_or_default();
            let head = format!("{begins}; here {}{apart}{in_rows}", listed(&words, "and"));
            (&codes::GROUP_BROKEN, head, true)
        }
    };
    Some(Said { group, rule: Some(*rule), code, head, with_rows })
}

/// Rows that belong to no group.
fn without(sheet: &Sheet, grouping: &Grouping<'_>, rows: &RowSet, ending: &mut Ending<'_>) {
    let Some((first, _)) = rows.ranges().first().copied() else { return };
    let count = rows.rows();
    let (has, belongs) = if count == 1 { ("has", "belongs") } else { ("have", "belong") };
    let noun = if count == 1 { "row" } else { "rows" };
    let which = if grouping.lookup.is_some() { "more than one" } else { "no" };
    let message = format!(
        "{} {noun} {has} {which} {}, and {belongs} to no group; rules over groups leave out {}.",
        thousands(count),
        what(grouping, sheet),
        rows.words(RANGES)
    );
    let problem: Arc<Problem> = of_groups(sheet, grouping, &codes::NO_GROUP, message);
    ending.findings.push(Placed { place: Place { row: Some(first), ..Place::default() }, problem, key: None });
}
