//! Sets of columns that stand there several times: `Donor 1 name`, `Donor 1 phone`, `Donor 2 name`, …

use std::collections::BTreeMap;

use super::draft::{Confidence, DraftRule, DraftSheet};
use crate::cell::fold::fold;
use crate::rulebook::toml_text::list;

/// Finds repeated sets, and offers that they are filled from the first on.
pub fn learn(sheet: &mut DraftSheet, number_format: &mut Vec<String>) {
    let Some(sets) = numbered(sheet).or_else(|| same(sheet)) else { return };
    let firsts: Vec<&str> =
        sets.iter().filter_map(|set| Some(sheet.columns.get(*set.first()?)?.name.as_str())).collect();
    if firsts.len() < 2 {
        return;
    }
    let width = sets[0].len();
    let from = sheet.columns[sets[0][0]].heading.trim().to_owned();
    let last = &sets[sets.len() - 1];
    let to = sheet.columns[last[last.len() - 1]].heading.trim().to_owned();
    number_format.push(format!(
        "{} sets of {width} columns each, from {from} to {to}: are they to be filled from the first on?",
        sets.len()
    ));
    let source = format!("{} sets of {width} columns with the same headings", sets.len());
    sheet.rules.push(DraftRule {
        kind: "rule",
        lines: vec![("no_gaps".into(), list(&firsts))],
        source,
        confidence: Confidence::Suggested,
    });
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
