//! What changed between two editions of a template, in the words of whoever fills it in.

use std::collections::HashSet;

use super::guide::takes;
use super::listed;
use super::{Column, Rulebook, Sheet};
use crate::cell::fold;
use crate::cell::shown::quoted;
use crate::finding::ranges::thousands;

/// Values of a list that are named.
const NAMED: usize = 5;

/// How much a change asks of whoever has filled the old edition in.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord)]
pub enum Weight {
    /// What was right before may be wrong now.
    Stricter,
    /// Something moved or is called otherwise.
    Moved,
    /// More is taken than before.
    Looser,
}

/// One change.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Change {
    /// What it is about: a heading, a sheet, or the file.
    pub subject: String,
    /// What changed.
    pub words: String,
    /// What it asks.
    pub weight: Weight,
}

/// The changes from one rulebook to another, what is stricter first.
pub fn compare(old: &Rulebook, new: &Rulebook) -> Vec<Change> {
    let mut changes = Changes::default();
    file(old, new, &mut changes);
    let same = |one: &Sheet, other: &Sheet| match (&one.name, &other.name) {
        (Some(one), Some(other)) => fold::fold(one) == fold::fold(other),
        _ => true,
    };
    let single = old.sheets.len() == 1 && new.sheets.len() == 1;
    for sheet in &new.sheets {
        let name = sheet.name.clone().unwrap_or_else(|| "the sheet".to_owned());
        match old.sheets.iter().find(|other| single || same(other, sheet)) {
            None => {
                let must = if sheet.required { ", and must be filled" } else { "" };
                changes.say(
                    &name,
                    format!("is a new sheet of {} columns{must}", sheet.columns.len()),
                    Weight::Stricter,
                );
            }
            Some(before) => sheets(before, sheet, &name, &mut changes),
        }
    }
    for sheet in old.sheets.iter().filter(|sheet| !single && !new.sheets.iter().any(|other| same(sheet, other))) {
        let name = sheet.name.clone().unwrap_or_else(|| "a sheet".to_owned());
        changes.say(&name, "is a sheet no more".to_owned(), Weight::Stricter);
    }
    changes.0.sort_by_key(|change| change.weight);
    changes.0
}

#[derive(Default)]
struct Changes(Vec<Change>);

impl Changes {
    fn say(&mut self, subject: &str, words: String, weight: Weight) {
        self.0.push(Change { subject: subject.trim().to_owned(), words, weight });
    }
}

fn file(old: &Rulebook, new: &Rulebook, changes: &mut Changes) {
    let number = |value: Option<u64>| value.map_or("without limit".to_owned(), thousands);
    let weight = |before: Option<u64>, after: Option<u64>| match (before, after) {
        (Some(before), Some(after)) if after > before => Weight::Looser,
        (Some(_), None) => Weight::Looser,
        _ => Weight::Stricter,
    };
    for (what, before, after) in
        [("rows", old.file.max_rows, new.file.max_rows), ("bytes", old.file.max_bytes, new.file.max_bytes)]
    {
        if before != after {
            let words = format!("takes {} {what} now; it took {}", number(after), number(before));
            changes.say("The file", words, weight(before, after));
        }
    }
    if old.file.formats != new.file.formats {
        let kinds = |formats: &[String]| if formats.is_empty() { "any kind".to_owned() } else { formats.join(", ") };
        let words = format!("is taken as {}; before as {}", kinds(&new.file.formats), kinds(&old.file.formats));
        let lost = old.file.formats.iter().any(|kind| !new.file.formats.contains(kind)) || old.file.formats.is_empty();
        changes.say("The file", words, if lost { Weight::Stricter } else { Weight::Looser });
    }
    if old.file.encoding != new.file.encoding {
        let name =
            |encoding: Option<&'static encoding_rs::Encoding>| encoding.map_or("any encoding", |found| found.name());
        let words = format!("is asked in {}; before in {}", name(new.file.encoding), name(old.file.encoding));
        changes.say("The file", words, Weight::Stricter);
    }
}

fn sheets(old: &Sheet, new: &Sheet, name: &str, changes: &mut Changes) {
    if old.name != new.name
        && let (Some(before), Some(after)) = (&old.name, &new.name)
    {
        changes.say(after, format!("is the new name of the sheet {}", quoted(before)), Weight::Moved);
    }
    if old.heading_row != new.heading_row {
        let words = format!("has its headings in row {}; before in row {}", new.heading_row, old.heading_row);
        changes.say(name, words, Weight::Moved);
    }
    let pairs = pairs(old, new);
    for (at, column) in new.columns.iter().enumerate() {
        match pairs.iter().find(|(_, after)| *after == at) {
            None => {
                let must = if column.required { ", and every row must fill it" } else { "" };
                let behind =
                    at.checked_sub(1).map(|before| format!(", behind {}", quoted(new.columns[before].heading.trim())));
                let words = format!("is a new column{}{must}", behind.unwrap_or(", the first".to_owned()));
                changes.say(&column.heading, words, if column.required { Weight::Stricter } else { Weight::Looser });
            }
            Some((before, _)) => columns((old, &old.columns[*before]), (new, column), changes),
        }
    }
    for (at, column) in old.columns.iter().enumerate() {
        if !pairs.iter().any(|(before, _)| *before == at) {
            changes.say(&column.heading, "is a column no more".to_owned(), Weight::Stricter);
        }
    }
    order(new, &pairs, changes);
    let sentences = |sheet: &Sheet| sheet.rules.iter().map(|rule| rule.sentence.clone()).collect::<Vec<_>>();
    let (mut before, after) = (sentences(old), sentences(new));
    // A rule that only calls a column by its new heading is the same rule.
    for (one, other) in &pairs {
        let (was, is) = (&old.columns[*one].heading, &new.columns[*other].heading);
        if was != is {
            before.iter_mut().for_each(|sentence| *sentence = sentence.replace(was.as_str(), is));
        }
    }
    for sentence in after.iter().filter(|sentence| !before.contains(sentence)) {
        changes.say("New rule", sentence.clone(), Weight::Stricter);
    }
    for sentence in before.iter().filter(|sentence| !after.contains(sentence)) {
        changes.say("Rule gone", sentence.clone(), Weight::Looser);
    }
}

/// Columns of both editions that are the same: by heading, by name, and by nearly the same heading.
fn pairs(old: &Sheet, new: &Sheet) -> Vec<(usize, usize)> {
    let mut pairs: Vec<(usize, usize)> = Vec::new();
    type Same = fn(&Column, &Column) -> bool;
    let same: [Same; 3] = [
        |one, other| one.heading == other.heading,
        |one, other| fold::fold(&one.heading) == fold::fold(&other.heading),
        |one, other| one.name.is_some() && one.name == other.name,
    ];
    for same in same {
        for (before, column) in old.columns.iter().enumerate() {
            let free = |at: &usize| !pairs.iter().any(|(_, after)| after == at);
            if pairs.iter().any(|(known, _)| *known == before) {
                continue;
            }
            let found = (0..new.columns.len()).filter(free).find(|at| same(column, &new.columns[*at]));
            pairs.extend(found.map(|after| (before, after)));
        }
    }
    // One column between the same neighbours that takes the same is most likely called otherwise now.
    for (before, column) in old.columns.iter().enumerate() {
        if pairs.iter().any(|(known, _)| *known == before) {
            continue;
        }
        let free: Vec<usize> =
            (0..new.columns.len()).filter(|at| !pairs.iter().any(|(_, after)| after == at)).collect();
        let neighbours = |at: usize| {
            let left = before
                .checked_sub(1)
                .is_none_or(|left| at.checked_sub(1).is_some_and(|other| pairs.contains(&(left, other))));
            let right =
                before + 1 == old.columns.len() && at + 1 == new.columns.len() || pairs.contains(&(before + 1, at + 1));
            left && right
        };
        let near =
            fold::nearest(&column.heading, free.iter().map(|at| new.columns[*at].heading.as_str())).map(str::to_owned);
        let found = free.iter().copied().find(|at| {
            near.as_deref() == Some(new.columns[*at].heading.as_str())
                || neighbours(*at) && takes(old, column) == takes(new, &new.columns[*at])
        });
        pairs.extend(found.map(|after| (before, after)));
    }
    pairs
}

fn order(new: &Sheet, pairs: &[(usize, usize)], changes: &mut Changes) {
    let mut sorted = pairs.to_vec();
    sorted.sort_unstable();
    let places: Vec<usize> = sorted.iter().map(|(_, after)| *after).collect();
    let kept = crate::cell::order::longest_ascending(&places);
    for at in places.iter().filter(|at| !kept.contains(at)) {
        let behind = at.checked_sub(1).map(|before| format!("behind {}", quoted(new.columns[before].heading.trim())));
        let words = format!("stands {} now", behind.unwrap_or("first".to_owned()));
        changes.say(&new.columns[*at].heading, words, Weight::Moved);
    }
}

fn columns((old_sheet, old): (&Sheet, &Column), (new_sheet, new): (&Sheet, &Column), changes: &mut Changes) {
    if old.heading != new.heading {
        let words = format!("is the new heading of {}", quoted(old.heading.trim()));
        changes.say(&new.heading, words, Weight::Moved);
    }
    must((old_sheet, old), (new_sheet, new), changes);
    lists(old, new, changes);
    // The phrase of a list says how many values it has; that has been told.
    let phrases = |sheet: &Sheet, column: &Column| -> Vec<String> {
        takes(sheet, column).into_iter().skip(usize::from(column.allowed.is_some())).collect()
    };
    let (mut before, mut after) = (phrases(old_sheet, old), phrases(new_sheet, new));
    // That a text is text says nothing.
    if old.kind.kind() == new.kind.kind() {
        before.retain(|phrase| phrase != "text");
        after.retain(|phrase| phrase != "text");
    }
    let gained: Vec<String> = after.iter().filter(|phrase| !before.contains(phrase)).cloned().collect();
    let lost: Vec<String> = before.iter().filter(|phrase| !after.contains(phrase)).cloned().collect();
    match (gained.as_slice(), lost.as_slice()) {
        ([], []) => {}
        ([], lost) => {
            changes.say(&new.heading, format!("no longer asks: {}", lost.join("; ")), Weight::Looser);
        }
        (gained, []) => changes.say(&new.heading, format!("now asks: {}", gained.join("; ")), Weight::Stricter),
        (gained, lost) => {
            let words = format!("now asks: {}; before: {}", gained.join("; "), lost.join("; "));
            changes.say(&new.heading, words, Weight::Stricter);
        }
    }
}

fn must((old_sheet, old): (&Sheet, &Column), (new_sheet, new): (&Sheet, &Column), changes: &mut Changes) {
    match (old.required, new.required) {
        (false, true) => changes.say(&new.heading, "must be filled in every row now".to_owned(), Weight::Stricter),
        (true, false) => {
            changes.say(&new.heading, "need not be filled in every row any more".to_owned(), Weight::Looser)
        }
        _ => {}
    }
    let said =
        |sheet: &Sheet, condition: &Option<crate::condition::Condition>| condition.as_ref().map(|when| when.say(sheet));
    for (before, after, verb) in [
        (said(old_sheet, &old.required_when), said(new_sheet, &new.required_when), "must be filled"),
        (said(old_sheet, &old.blank_when), said(new_sheet, &new.blank_when), "must be blank"),
    ] {
        match (before, after) {
            (before, Some(after)) if before.as_ref() != Some(&after) => {
                let earlier = before.map(|before| format!("; before where {before}")).unwrap_or_default();
                changes.say(&new.heading, format!("{verb} where {after}{earlier}"), Weight::Stricter);
            }
            (Some(before), None) => {
                changes.say(
                    &new.heading,
                    format!("no longer {} where {before}", verb.replace("must", "has to")),
                    Weight::Looser,
                );
            }
            _ => {}
        }
    }
}

fn lists(old: &Column, new: &Column, changes: &mut Changes) {
    let codes = |column: &Column| -> Vec<String> {
        let entries = column.allowed.iter().flat_map(|allowed| allowed.list.entries());
        entries.map(|entry| entry.code.to_string()).collect()
    };
    let (before, after) = (codes(old), codes(new));
    match (old.allowed.is_some(), new.allowed.is_some()) {
        (false, true) => {
            let words = format!("takes only the {} values of a list now", after.len());
            return changes.say(&new.heading, words, Weight::Stricter);
        }
        (true, false) => {
            return changes.say(&new.heading, "takes more than the values of a list now".to_owned(), Weight::Looser);
        }
        _ => {}
    }
    let known = |list: &[String]| list.iter().cloned().collect::<HashSet<String>>();
    let (had, has) = (known(&before), known(&after));
    let gained: Vec<String> = after.into_iter().filter(|value| !had.contains(value)).collect();
    let lost: Vec<String> = before.into_iter().filter(|value| !has.contains(value)).collect();
    let named = |values: &[String]| {
        let shown: Vec<String> = values.iter().take(NAMED).cloned().collect();
        match values.len() {
            count if count > NAMED => format!("{} and {} more", shown.join(", "), count - NAMED),
            _ => listed(&shown, "and"),
        }
    };
    if !lost.is_empty() {
        let successors = lost.iter().filter_map(|value| Some(format!("{value} is {} now", new.retired.get(value)?)));
        let successors: Vec<String> = successors.take(NAMED).collect();
        let hint = if successors.is_empty() { String::new() } else { format!(" ({})", successors.join(", ")) };
        changes.say(&new.heading, format!("no longer takes {}{hint}", named(&lost)), Weight::Stricter);
    }
    if !gained.is_empty() {
        changes.say(&new.heading, format!("also takes {}", named(&gained)), Weight::Looser);
    }
}

#[cfg(test)]
#[path = "tests/compare.rs"]
mod tests;
