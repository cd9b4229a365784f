//! What changed between two editions of a template, in the words of whoever fills it in.

use std::collections::{HashMap, HashSet};

use super::change::Changes;
pub use super::change::{Change, Weight};
use super::model::FileRules;
use super::written::WrittenExtra;
use super::written::{WrittenNewline, WrittenQuoting};
use super::{Column, Rule, Rulebook, Sheet, listed, property};
use crate::cell::fold;
use crate::cell::shown::quoted;
use crate::finding::Severity;
use crate::finding::ranges::thousands;
use crate::intake::dialect::{self, delimiter_name};
use crate::limits::RENAMED;

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
                let columns = match sheet.columns.len() {
                    1 => "1 column".to_owned(),
                    count => format!("{count} columns"),
                };
                changes.say(&name, format!("is a new sheet of {columns}{must}"), Weight::Stricter);
            }
            Some(before) => sheets(before, sheet, &name, &mut changes),
        }
    }
    for sheet in old.sheets.iter().filter(|sheet| !single && !new.sheets.iter().any(|other| same(sheet, other))) {
        let name = sheet.name.clone().unwrap_or_else(|| "a sheet".to_owned());
        changes.say(&name, "was removed".to_owned(), Weight::Stricter);
    }
    changes.0.sort_by_key(|change| change.weight);
    changes.0
}

fn file(old: &Rulebook, new: &Rulebook, changes: &mut Changes) {
    let number = |value: Option<u64>| value.map_or("any number of".to_owned(), thousands);
    let weight = |before: Option<u64>, after: Option<u64>| match (before, after) {
        (Some(before), Some(after)) if after > before => Weight::Looser,
        (Some(_), None) => Weight::Looser,
        _ => Weight::Stricter,
    };
    for (what, before, after) in
        [("rows", old.file.max_rows, new.file.max_rows), ("bytes", old.file.max_bytes, new.file.max_bytes)]
    {
        if before != after {
            let words = format!("accepts {} {what} now; before {}", number(after), number(before));
            changes.say("The file", words, weight(before, after));
        }
    }
    if old.file.formats != new.file.formats {
        let kinds = |formats: &[String]| if formats.is_empty() { "any kind".to_owned() } else { formats.join(", ") };
        let words = format!("is accepted as {}; before as {}", kinds(&new.file.formats), kinds(&old.file.formats));
        let lost = old.file.formats.iter().any(|kind| !new.file.formats.contains(kind)) || old.file.formats.is_empty();
        changes.say("The file", words, if lost { Weight::Stricter } else { Weight::Looser });
    }
    rest_of_file(old, new, changes);
    if old.file.encoding != new.file.encoding {
        let name = |encoding: Option<crate::encoding::Encoding>| encoding.map_or("any encoding", |found| found.name());
        let words = format!("is required in {}; before in {}", name(new.file.encoding), name(old.file.encoding));
        let weight = if new.file.encoding.is_none() { Weight::Looser } else { Weight::Stricter };
        changes.say("The file", words, weight);
    }
}

/// What is required of a file besides its kind, size and encoding: as the rulebook writes it.
fn rest_of_file(old: &Rulebook, new: &Rulebook, changes: &mut Changes) {
    let lines = |rules: &FileRules| -> Vec<(&'static str, Option<String>)> {
        let word = |word: &str| Some(word.to_owned());
        let newline = match rules.newline {
            Some(WrittenNewline::Crlf) => word(dialect::WINDOWS),
            Some(WrittenNewline::Lf) => word(dialect::UNIX),
            Some(WrittenNewline::Cr) => word(dialect::OLD_MAC),
            None => None,
        };
        let quoting = match rules.quoting {
            Some(WrittenQuoting::All) => word("around every cell"),
            Some(WrittenQuoting::Never) => word("around no cell"),
            None => None,
        };
        let needed = |needed: bool| if needed { "required" } else { "not allowed" }.to_owned();
        let name = rules.name.as_ref().map(|name| name.words.clone().unwrap_or_else(|| name.written.clone()));
        vec![
            ("byte order mark", rules.bom.map(needed)),
            ("delimiter", rules.delimiter.map(|sign| delimiter_name(sign).to_owned())),
            ("line ends", newline),
            ("quotes", quoting),
            ("file name", name),
        ]
    };
    let said = |value: &Option<String>| value.clone().unwrap_or_else(|| "as you like".to_owned());
    for ((what, before), (_, after)) in lines(&old.file).into_iter().zip(lines(&new.file)) {
        if before != after {
            let weight = if after.is_none() { Weight::Looser } else { Weight::Stricter };
            changes.say("The file", format!("{what}: {} now; before {}", said(&after), said(&before)), weight);
        }
    }
    // Where nothing is said of formulas they are a warning.
    let formulas = |rules: &FileRules| match rules.formulas {
        Some(true) => (0, "allowed"),
        None => (1, "a warning"),
        Some(false) => (2, "not allowed"),
    };
    let ((before, was), (after, is)) = (formulas(&old.file), formulas(&new.file));
    if before != after {
        let weight = if after > before { Weight::Stricter } else { Weight::Looser };
        changes.say("The file", format!("formulas: {is} now; before {was}"), weight);
    }
}

/// What a sheet asks as a whole.
fn rest_of_sheet(old: &Sheet, new: &Sheet, (name, pairs): (&str, &[(usize, usize)]), changes: &mut Changes) {
    let count =
        |most: Option<u64>| most.map_or("without limit".to_owned(), |most| format!("at most {}", thousands(most)));
    let key = |sheet: &Sheet| {
        let headings: Vec<String> =
            sheet.key.iter().map(|column| quoted(sheet.columns[*column].heading.trim())).collect();
        if headings.is_empty() { "nothing".to_owned() } else { listed(&headings, "and") }
    };
    // A column that only has another heading is the same key.
    let kept: Vec<Option<usize>> =
        old.key.iter().map(|at| pairs.iter().find(|(before, _)| before == at).map(|(_, after)| *after)).collect();
    let same_key = kept.iter().copied().eq(new.key.iter().map(|at| Some(*at)));
    let required = |sheet: &Sheet| if sheet.required { "must be filled" } else { "may be left blank" }.to_owned();
    let record = |sheet: &Sheet| sheet.record.as_ref().map_or("one row each".to_owned(), |record| record.words(sheet));
    let optional = |sheet: &Sheet| {
        let words: Vec<String> = sheet.optional.iter().map(|set| set.words(sheet)).collect();
        if words.is_empty() { "none".to_owned() } else { words.join("; ") }
    };
    let sets = |sheet: &Sheet| {
        let words: Vec<String> = sheet.sets.iter().map(|set| set.words(sheet)).collect();
        if words.is_empty() { "none".to_owned() } else { words.join("; ") }
    };
    let groups = |sheet: &Sheet| match &sheet.max_groups {
        Some((by, most)) => format!("at most {} different {}", thousands(*most), sheet.named(by)),
        None => "without limit".to_owned(),
    };
    let sum = |sheet: &Sheet| match &sheet.max_sum {
        Some((column, most)) => format!("at most {most} of {}", sheet.named(&[*column])),
        None => "without limit".to_owned(),
    };
    let extra = |sheet: &Sheet| match sheet.extra {
        WrittenExtra::Allowed => "allowed".to_owned(),
        WrittenExtra::Warning => "a warning".to_owned(),
        WrittenExtra::Error => "an error".to_owned(),
    };
    let samples = |sheet: &Sheet| {
        let rows = sheet.sample_rows.iter().map(|row| row.join(" / "));
        let all: Vec<String> = sheet.sample_keys.iter().cloned().chain(rows).collect();
        if all.is_empty() { "none".to_owned() } else { all.join(", ") }
    };
    let looser = match (old.max_rows, new.max_rows) {
        (Some(before), Some(after)) => after > before,
        (_, after) => after.is_none(),
    };
    let weight = if looser { Weight::Looser } else { Weight::Stricter };
    let limit = |gone: bool| if gone { Weight::Looser } else { Weight::Stricter };
    relations(old, new, name, changes);
    for (what, before, after, weight) in [
        ("rows", count(old.max_rows), count(new.max_rows), weight),
        ("rows under the headings", old.guide_rows.to_string(), new.guide_rows.to_string(), Weight::Moved),
        ("columns beside the template's", extra(old), extra(new), Weight::Moved),
        ("key", key(old), key(new), Weight::Moved),
        ("groups", groups(old), groups(new), limit(new.max_groups.is_none())),
        ("sum", sum(old), sum(new), limit(new.max_sum.is_none())),
        ("records", record(old), record(new), Weight::Moved),
        ("optional columns", optional(old), optional(new), Weight::Moved),
        ("repeated columns", sets(old), sets(new), Weight::Moved),
        ("keys of sample rows", samples(old), samples(new), Weight::Moved),
        ("the sheet", required(old), required(new), if new.required { Weight::Stricter } else { Weight::Looser }),
    ] {
        if before != after && !(what == "key" && same_key) {
            changes.say(name, format!("{what}: {after} now; before {before}"), weight);
        }
    }
}

/// What a sheet says of rows and other things: look-ups, intents, kinds and parents.
fn relations(old: &Sheet, new: &Sheet, name: &str, changes: &mut Changes) {
    let lookups = |sheet: &Sheet| {
        let words: Vec<String> = sheet.lookups.iter().map(|lookup| lookup.words(sheet)).collect();
        if words.is_empty() { "none".to_owned() } else { words.join("; ") }
    };
    let intent = |sheet: &Sheet| sheet.intent.as_ref().map_or("nothing said".to_owned(), |intent| intent.words(sheet));
    let kinds = |sheet: &Sheet| sheet.kinds.as_ref().map_or("all the same".to_owned(), |kinds| kinds.words(sheet));
    let parents =
        |sheet: &Sheet| sheet.parents.as_ref().map_or("none named".to_owned(), |parents| parents.words(sheet));
    for (what, before, after) in [
        ("look-ups", lookups(old), lookups(new)),
        ("what rows ask for", intent(old), intent(new)),
        ("kinds of rows", kinds(old), kinds(new)),
        ("rows that others belong to", parents(old), parents(new)),
    ] {
        if before != after {
            changes.say(name, format!("{what}: {after} now; before {before}"), Weight::Moved);
        }
    }
}

/// Rules by their sentences; one that is in both may matter more or less, or say something else.
fn rules(old: &Sheet, new: &Sheet, pairs: &[(usize, usize)], changes: &mut Changes) {
    let mut before: Vec<(String, &Rule)> = old.rules.iter().map(|rule| (rule.sentence.clone(), rule)).collect();
    // A rule that only calls a column by its new heading is the same rule.
    let headings = pairs.iter().map(|(one, other)| (&old.columns[*one].heading, &new.columns[*other].heading));
    for (was, is) in headings.filter(|(was, is)| was != is).take(RENAMED) {
        before.iter_mut().for_each(|(sentence, _)| *sentence = sentence.replace(was.as_str(), is));
    }
    let mut known_by: HashMap<&str, &Rule> = HashMap::new();
    before.iter().rev().for_each(|(sentence, rule)| {
        known_by.insert(sentence.as_str(), rule);
    });
    let still: HashSet<&str> = new.rules.iter().map(|rule| rule.sentence.as_str()).collect();
    for rule in &new.rules {
        let Some(known) = known_by.get(rule.sentence.as_str()) else {
            changes.say("New rule", rule.sentence.clone(), Weight::Stricter);
            continue;
        };
        let word = |rule: &Rule| rule.severity.unwrap_or(Severity::Error);
        if word(known) != word(rule) {
            let weight = if word(rule) > word(known) { Weight::Stricter } else { Weight::Looser };
            let words = format!(
                "{}: a breach is {} now; before {}",
                rule.sentence,
                word(rule).with_article(),
                word(known).with_article()
            );
            changes.say("Rule", words, weight);
        }
    }
    for (sentence, _) in before.iter().filter(|(sentence, _)| !still.contains(sentence.as_str())) {
        changes.say("Rule removed", sentence.clone(), Weight::Looser);
    }
}

/// Figures by their labels.
fn figures(old: &Sheet, new: &Sheet, changes: &mut Changes) {
    let said = |sheet: &Sheet, label: &str| {
        let figure = sheet.figures.iter().find(|figure| figure.label == label)?;
        let by = if figure.by.is_empty() { String::new() } else { format!(", by {}", sheet.named(&figure.by)) };
        Some(format!("{}{by}", figure.formula.say(sheet)))
    };
    let labels: std::collections::BTreeSet<&String> =
        old.figures.iter().chain(&new.figures).map(|figure| &figure.label).collect();
    for label in labels {
        match (said(old, label), said(new, label)) {
            (before, after) if before == after => {}
            (Some(before), Some(after)) => {
                changes.say(label, format!("is calculated as {after} now; before as {before}"), Weight::Moved);
            }
            (None, Some(after)) => changes.say(label, format!("is a new figure: {after}"), Weight::Moved),
            (_, None) => changes.say(label, "is a figure that was removed".to_owned(), Weight::Moved),
        }
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
    let before_of: HashMap<usize, usize> = pairs.iter().map(|(before, after)| (*after, *before)).collect();
    let paired: HashSet<usize> = pairs.iter().map(|(before, _)| *before).collect();
    for (at, column) in new.columns.iter().enumerate() {
        match before_of.get(&at) {
            None => {
                let must = if column.required { ", and every row must fill it" } else { "" };
                let behind =
                    at.checked_sub(1).map(|before| format!(", behind {}", quoted(new.columns[before].heading.trim())));
                let words = format!("is a new column{}{must}", behind.unwrap_or(", the first".to_owned()));
                changes.say(&column.heading, words, if column.required { Weight::Stricter } else { Weight::Looser });
            }
            Some(before) => columns((old, &old.columns[*before]), (new, column), changes),
        }
    }
    for (at, column) in old.columns.iter().enumerate() {
        if !paired.contains(&at) {
            changes.say(&column.heading, "was removed".to_owned(), Weight::Stricter);
        }
    }
    order(new, &pairs, changes);
    rules(old, new, &pairs, changes);
    figures(old, new, changes);
    rest_of_sheet(old, new, (name, &pairs), changes);
}

/// Columns of both editions that are the same: by heading, by name, and by nearly the same heading.
fn pairs(old: &Sheet, new: &Sheet) -> Vec<(usize, usize)> {
    let mut pairing =
        Pairing { of_old: vec![None; old.columns.len()], of_new: vec![None; new.columns.len()], pairs: Vec::new() };
    type KeyOf = fn(&Column) -> Option<String>;
    let keys: [KeyOf; 3] = [
        |column| Some(column.heading.clone()),
        |column| Some(fold::fold(&column.heading)),
        |column| column.name.clone(),
    ];
    for key in keys {
        let mut free: HashMap<String, Vec<usize>> = HashMap::new();
        // The last first, so that the first is taken from the end.
        for at in (0..new.columns.len()).rev().filter(|at| pairing.of_new[*at].is_none()) {
            if let Some(key) = key(&new.columns[at]) {
                free.entry(key).or_default().push(at);
            }
        }
        for (before, column) in old.columns.iter().enumerate() {
            if pairing.of_old[before].is_none() {
                let found = key(column).and_then(|key| free.get_mut(&key)?.pop());
                pairing.add(before, found);
            }
        }
    }
    let free: Vec<usize> = (0..new.columns.len()).filter(|at| pairing.of_new[*at].is_none()).collect();
    let headings = fold::Folded::new(free.iter().map(|at| new.columns[*at].heading.as_str()));
    for (before, column) in old.columns.iter().enumerate() {
        if pairing.of_old[before].is_some() {
            continue;
        }
        let near = headings.nearest(&column.heading).map(|place| free[place]);
        let near = near.filter(|at| pairing.of_new[*at].is_none());
        // One column between the same neighbours that takes the same is most likely called otherwise now.
        let between = pairing.between_neighbours(before);
        let between = between.filter(|at| property::words(old, column) == property::words(new, &new.columns[*at]));
        pairing.add(before, near.into_iter().chain(between).min());
    }
    pairing.pairs
}

/// Which column of one edition is which of the other.
struct Pairing {
    of_old: Vec<Option<usize>>,
    of_new: Vec<Option<usize>>,
    /// In the order in which they were found.
    pairs: Vec<(usize, usize)>,
}

impl Pairing {
    fn add(&mut self, before: usize, after: Option<usize>) {
        if let Some(after) = after {
            (self.of_old[before], self.of_new[after]) = (Some(after), Some(before));
            self.pairs.push((before, after));
        }
    }

    /// The column without a partner that has the same neighbours as one of the old edition.
    fn between_neighbours(&self, before: usize) -> Option<usize> {
        let is_last = before + 1 == self.of_old.len();
        let at = match before.checked_sub(1) {
            Some(left) => self.of_old[left]? + 1,
            None if is_last => self.of_new.len().checked_sub(1)?,
            None => self.of_old[before + 1]?.checked_sub(1)?,
        };
        let right = is_last && at + 1 == self.of_new.len()
            || self.of_old.get(before + 1).copied().flatten().is_some_and(|right| right == at + 1);
        (right && self.of_new.get(at).is_some_and(Option::is_none)).then_some(at)
    }
}

fn order(new: &Sheet, pairs: &[(usize, usize)], changes: &mut Changes) {
    let mut sorted = pairs.to_vec();
    sorted.sort_unstable();
    let places: Vec<usize> = sorted.iter().map(|(_, after)| *after).collect();
    let kept: HashSet<usize> = crate::cell::order::longest_ascending(&places).into_iter().collect();
    for at in places.iter().filter(|at| !kept.contains(at)) {
        let behind = at.checked_sub(1).map(|before| format!("behind {}", quoted(new.columns[before].heading.trim())));
        let words = format!("is {} now", behind.unwrap_or("first".to_owned()));
        changes.say(&new.columns[*at].heading, words, Weight::Moved);
    }
}

fn columns((old_sheet, old): (&Sheet, &Column), (new_sheet, new): (&Sheet, &Column), changes: &mut Changes) {
    if old.heading != new.heading {
        let words = format!("is the new heading of {}", quoted(old.heading.trim()));
        changes.say(&new.heading, words, Weight::Moved);
    }
    if old.other_headings != new.other_headings {
        let said = |column: &Column| match column.other_headings.as_slice() {
            [] => "no others".to_owned(),
            others => listed(&others.iter().map(|other| quoted(other)).collect::<Vec<_>>(), "or"),
        };
        let words = format!("may also be headed {} now; before {}", said(new), said(old));
        changes.say(&new.heading, words, Weight::Moved);
    }
    if let (Some(before), Some(after)) = (&old.name, &new.name)
        && before != after
    {
        let words = format!("has the short name {after} now; before {before}");
        changes.say(&new.heading, words, Weight::Moved);
    }
    for property in property::ALL {
        property.compare((old_sheet, old), (new_sheet, new), changes);
    }
}

#[cfg(test)]
#[path = "tests/compare.rs"]
mod tests;
