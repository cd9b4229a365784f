//! Sets of columns that stand there several times: `Donor 1 name`, `Donor 1 phone`, `Donor 2 name`, …

use std::collections::BTreeMap;

use super::draft::{Confidence, DraftRule, DraftSheet};
use lungwort_core::cell::fold::fold;
use lungwort_core::rulebook::toml_text::{list, quoted};

/// Finds repeated sets, and offers them; none where the template says itself which there are.
pub fn learn(sheet: &mut DraftSheet, look_first: &mut Vec<String>) {
    if sheet.rules.iter().any(|rule| rule.kind == "set") {
        return;
    }
    let Some(sets) = numbered(sheet).or_else(|| same(sheet)) else { return };
    let width = sets[0].len();
    let from = sheet.columns[sets[0][0]].heading.trim().to_owned();
    let last = &sets[sets.len() - 1];
    let to = sheet.columns[last[last.len() - 1]].heading.trim().to_owned();
    let count = sets.len();
    let firsts = |at: &Vec<usize>| at.first().map(|at| sheet.columns[*at].name.clone());
    let source = format!("{count} sets of {width} columns with the same headings");
    // Levels one below the other are no entries: two of them may be the same.
    if width == 1 {
        let levels: Vec<String> = sets.iter().filter_map(firsts).collect();
        look_first.push(format!("{count} columns from {from} to {to}: are they filled from the first on?"));
        let lines = vec![("no_gaps".into(), list(&levels))];
        sheet.rules.push(DraftRule { kind: "rule", lines, source, confidence: Confidence::Suggested });
        return;
    }
    look_first.push(format!(
        "{count} sets of {width} columns each, from {from} to {to}: does each of them hold an entry, filled from the first on?"
    ));
    let name = |at: usize| sheet.columns[at].name.as_str();
    // Names with the number of the entry in them are written once.
    let by_number = |at: usize, number: usize| name(at).replacen(&number.to_string(), "{n}", 1);
    let first: Vec<String> = sets[0].iter().map(|at| by_number(*at, 1)).collect();
    let is_numbered = first.iter().all(|name| name.contains("{n}"))
        && (1..).zip(&sets).all(|(number, set)| set.iter().map(|at| by_number(*at, number)).eq(first.iter().cloned()));
    let columns = if is_numbered {
        ("columns".into(), list(&first))
    } else {
        let entries = sets.iter().map(|set| list(&set.iter().map(|at| name(*at)).collect::<Vec<_>>()));
        ("entries".into(), format!("[{}]", entries.collect::<Vec<_>>().join(", ")))
    };
    let lines = vec![("name".into(), quoted("entries")), columns];
    sheet.rules.push(DraftRule { kind: "set", lines, source, confidence: Confidence::Suggested });
}

/// Headings that are the same but for a number, by number.
fn numbered(sheet: &DraftSheet) -> Option<Vec<Vec<usize>>> {
    let mut sets: BTreeMap<u32, Vec<(String, usize)>> = BTreeMap::new();
    for (at, column) in sheet.columns.iter().enumerate() {
        let heading = &column.heading;
        let Some(from) = heading.find(|each: char| each.is_ascii_digit()) else { continue };
        let digits: String = heading[from..].chars().take_while(char::is_ascii_digit).collect();
        let rest = format!("{}#{}", &heading[..from], &heading[from + digits.len()..]);
        if let Some(number) = digits.parse().ok().filter(|number| *number < 1000) {
            sets.entry(number).or_default().push((fold(&rest), at));
        }
    }
    let stems = |set: &Vec<(String, usize)>| set.iter().map(|(stem, _)| stem.clone()).collect::<Vec<_>>();
    let first = sets.get(&1)?;
    let alike: Vec<Vec<usize>> = sets
        .values()
        .filter(|set| stems(set) == stems(first))
        .map(|set| set.iter().map(|(_, at)| *at).collect())
        .collect();
    (alike.len() >= 2).then_some(alike)
}

/// The same headings in the same order several times.
fn same(sheet: &DraftSheet) -> Option<Vec<Vec<usize>>> {
    let headings: Vec<String> = sheet.columns.iter().map(|column| fold(&column.heading)).collect();
    let first = (0..headings.len()).find(|at| headings[at + 1..].contains(&headings[*at]))?;
    let width = headings[first + 1..].iter().position(|other| *other == headings[first])? + 1;
    let mut sets = vec![(first..first + width).collect::<Vec<usize>>()];
    let mut from = first + width;
    while from + width <= headings.len() && headings[from..from + width] == headings[first..first + width] {
        sets.push((from..from + width).collect());
        from += width;
    }
    (sets.len() >= 2).then_some(sets)
}
