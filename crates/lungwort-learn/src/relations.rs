//! What columns of accepted files have to do with each other: filled together, in order, adding up.

use rust_decimal::Decimal;

use super::draft::{Confidence, DraftRule, DraftSheet};
use super::samples::SampleRows;
use super::values::support;
use lungwort_core::cell::Value;
use lungwort_core::cell::date::DatePattern;
use lungwort_core::cell::number::{self, DecimalMark};
use lungwort_core::rulebook::toml_text::{list, quoted};

/// Rows that a relation must have held in, at least, to be suggested at all.
const LEAST: usize = 8;
/// Rows from which it counts.
const ENOUGH: usize = 30;
/// Columns of numbers that are tried for sums.
const MOST_NUMBERS: usize = 14;

/// Learns rules of a sheet.
pub fn learn(sheet: &mut DraftSheet, samples: &SampleRows) {
    if samples.rows.len() < LEAST {
        return;
    }
    together(sheet, samples);
    in_order(sheet, samples);
    sums(sheet, samples);
}

fn confidence(support: usize) -> Confidence {
    if support >= ENOUGH { Confidence::Confirm } else { Confidence::Suggested }
}

/// Columns that are filled in the same rows, some of which have them and some not.
fn together(sheet: &mut DraftSheet, samples: &SampleRows) {
    let count = sheet.columns.len();
    let filled = |at: usize| samples.rows.iter().map(|row| !row[at].is_empty()).collect::<Vec<bool>>();
    let patterns: Vec<Vec<bool>> = (0..count).map(filled).collect();
    let mut done = vec![false; count];
    for at in 0..count {
        let held = patterns[at].iter().filter(|filled| **filled).count();
        // Without rows of either kind nothing could have told the columns apart.
        if done[at] || held < 3 || samples.rows.len() - held < 3 {
            continue;
        }
        let group: Vec<usize> = (at..count).filter(|other| patterns[*other] == patterns[at]).collect();
        if group.len() < 2 {
            continue;
        }
        group.iter().for_each(|member| done[*member] = true);
        let names: Vec<&str> = group.iter().map(|member| sheet.columns[*member].name.as_str()).collect();
        let rows = samples.rows.len();
        let source = format!("{}, {held} of them filled", support("held", rows, rows));
        let rule = DraftRule {
            kind: "rule",
            lines: vec![("all_or_none".into(), list(&names))],
            source,
            confidence: confidence(rows),
        };
        sheet.rules.push(rule);
    }
}

fn dates(sheet: &DraftSheet, samples: &SampleRows, at: usize) -> Option<Vec<Option<jiff::civil::Date>>> {
    let lines = &sheet.columns[at].lines;
    lines.0.iter().find(|line| line.key == "type" && line.value == "\"date\"")?;
    let written = lines
        .0
        .iter()
        .find(|line| line.key == "date_format")
        .map(|line| line.value.trim_matches(['"', '\'']).to_owned());
    let own = DatePattern::compile(written.as_deref().unwrap_or("yyyy-mm-dd")).ok()?;
    // Date cells of workbooks come in ISO form.
    let iso = DatePattern::compile("yyyy-mm-dd").ok()?;
    let read = |text: &str| match own.read(text).or_else(|_| iso.read(text)) {
        Ok(Value::Date(date)) => Some(date),
        _ => None,
    };
    Some(samples.rows.iter().map(|row| read(&row[at])).collect())
}

/// Which of two dates comes first.
fn in_order(sheet: &mut DraftSheet, samples: &SampleRows) {
    let columns: Vec<(usize, Vec<Option<jiff::civil::Date>>)> =
        (0..sheet.columns.len()).filter_map(|at| Some((at, dates(sheet, samples, at)?))).collect();
    for (index, (one, earlier)) in columns.iter().enumerate() {
        for (other, later) in &columns[index + 1..] {
            let pairs: Vec<_> =
                earlier.iter().zip(later).filter_map(|(one, other)| Some(((*one)?, (*other)?))).collect();
            if pairs.len() < LEAST {
                continue;
            }
            let up = pairs.iter().all(|(one, other)| one <= other);
            let down = pairs.iter().all(|(one, other)| one >= other);
            let (first, second) = match (up, down) {
                (true, false) => (*one, *other),
                (false, true) => (*other, *one),
                _ => continue,
            };
            // Where all of one column lie before all of the other, the order says nothing about a row.
            let latest_first = pairs.iter().map(|(a, b)| if up { a } else { b }).max();
            let earliest_second = pairs.iter().map(|(a, b)| if up { b } else { a }).min();
            if latest_first <= earliest_second {
                continue;
            }
            let (first, second) = (&sheet.columns[first], &sheet.columns[second]);
            let check = format!("{} >= {}", second.name, first.name);
            let message = format!("{} is before {}", second.heading.trim(), first.heading.trim());
            let rule = DraftRule {
                kind: "rule",
                lines: vec![("check".into(), quoted(&check)), ("message".into(), quoted(&message))],
                source: support("held", pairs.len(), pairs.len()),
                confidence: confidence(pairs.len()),
            };
            sheet.rules.push(rule);
        }
    }
}

/// Columns of which one is the sum of two others, or of all between.
fn sums(sheet: &mut DraftSheet, samples: &SampleRows) {
    let numbers = |at: usize| -> Option<Vec<Option<Decimal>>> {
        let lines = &sheet.columns[at].lines.0;
        lines.iter().find(|line| line.key == "type" && matches!(line.value.as_str(), "\"whole\"" | "\"decimal\""))?;
        let comma = lines.iter().any(|line| line.key == "decimal_mark" && line.value == "\",\"");
        let mark = if comma { DecimalMark::Comma } else { DecimalMark::Point };
        Some(samples.rows.iter().map(|row| number::read(&row[at], mark)).collect())
    };
    let columns: Vec<(usize, Vec<Option<Decimal>>)> =
        (0..sheet.columns.len()).filter_map(|at| Some((at, numbers(at)?))).take(MOST_NUMBERS).collect();
    let mut rules = Vec::new();
    for (total, sum) in &columns {
        let others: Vec<&(usize, Vec<Option<Decimal>>)> = columns.iter().filter(|(at, _)| at != total).collect();
        let mut found = None;
        for from in 0..others.len() {
            for to in from + 2..=others.len() {
                if found.is_none() {
                    found = adds_up(sum, &others[from..to]).map(|rows| (others[from..to].to_vec(), rows));
                }
            }
        }
        for (index, one) in others.iter().enumerate() {
            for other in &others[index + 1..] {
                if found.is_none() {
                    found = adds_up(sum, &[one, other]).map(|rows| (vec![*one, *other], rows));
                }
            }
        }
        let Some((parts, rows)) = found else { continue };
        let names: Vec<&str> = parts.iter().map(|(at, _)| sheet.columns[*at].name.as_str()).collect();
        let check = format!("{} = {}", sheet.columns[*total].name, names.join(" + "));
        rules.push(DraftRule {
            kind: "rule",
            lines: vec![("check".into(), quoted(&check))],
            source: support("held", rows, rows),
            confidence: confidence(rows),
        });
    }
    sheet.rules.extend(rules);
}

/// The rows in which the parts add up to the sum, where they do in all that have them, and not for want of numbers.
fn adds_up(sum: &[Option<Decimal>], parts: &[&(usize, Vec<Option<Decimal>>)]) -> Option<usize> {
    let (mut rows, mut telling) = (0, 0);
    for (row, sum) in sum.iter().enumerate() {
        let values: Option<Vec<Decimal>> = parts.iter().map(|(_, values)| values[row]).collect();
        let (Some(sum), Some(values)) = (sum, values) else { continue };
        if values.iter().sum::<Decimal>() != *sum {
            return None;
        }
        rows += 1;
        telling += usize::from(values.iter().all(|value| !value.is_zero()));
    }
    (telling >= LEAST).then_some(rows)
}

#[cfg(test)]
#[path = "tests/relations.rs"]
mod tests;
