//! What the values of a column in accepted files have in common.

use std::collections::BTreeMap;

use super::draft::{Confidence, DraftColumn, DraftSheet};
use super::samples::SampleRows;
use lungwort_core::cell::date::DatePattern;
use lungwort_core::cell::format::ALL as FORMATS;
use lungwort_core::cell::number::{self, DecimalMark};
use lungwort_core::rulebook::toml_text::{list, quoted};

/// Rows from which a guess counts; with fewer it is suggested as a comment.
const ENOUGH: usize = 30;
/// Different values up to which a list is thought closed.
const CLOSED: usize = 12;

/// Ways of writing dates that are tried.
pub(super) const DATE_PATTERNS: &[&str] = &[
    "yyyy-mm-dd", "dd/mm/yyyy", "mm/dd/yyyy", "dd.mm.yyyy", "dd-mm-yyyy", "mm-dd-yyyy", "yyyy/mm/dd", "d/m/yyyy",
    "m/d/yyyy", "d.m.yyyy", "yyyymmdd", "dd mmm yyyy", "dd-mmm-yyyy", "d mmmm yyyy", "dd/mm/yy", "mm/dd/yy",
    "dd/mm/yyyy hh:mm", "yyyy-mm-dd hh:mm", "yyyy-mm-dd hh:mm:ss",
];

/// Learns each column of a sheet.
pub fn learn(sheet: &mut DraftSheet, samples: &SampleRows, look_first: &mut Vec<String>) {
    let rows = samples.rows.len();
    // Where the template says which columns are required, the others are not, however often they are filled.
    let says =
        |column: &DraftColumn| column.lines.get("required").is_some_and(|line| line.confidence == Confidence::Known);
    let marked = sheet.columns.iter().any(says);
    for at in 0..sheet.columns.len() {
        let values: Vec<&str> =
            samples.rows.iter().map(|row| row[at].as_str()).filter(|text| !text.is_empty()).collect();
        let column = &mut sheet.columns[at];
        if values.len() == rows && rows >= 5 && !column.lines.has("required") {
            let confidence = if marked || column.optional { Confidence::Suggested } else { confidence(rows) };
            column.lines.set("required", "true", support("filled", rows, rows), confidence);
        }
        if values.len() < 5 {
            continue;
        }
        kind(column, &values, samples.true_dates.get(at).copied().unwrap_or(0), look_first);
        distinct(column, &values);
    }
}

fn confidence(support: usize) -> Confidence {
    if support >= ENOUGH { Confidence::Confirm } else { Confidence::Suggested }
}

/// `held in 412 of 412 rows`.
pub fn support(verb: &str, held: usize, of: usize) -> String {
    format!("{verb} in {held} of {of} rows")
}

fn kind(column: &mut DraftColumn, values: &[&str], true_dates: usize, look_first: &mut Vec<String>) {
    if column.lines.get("allowed").is_some() || column.lines.get("format").is_some() {
        return;
    }
    let count = values.len();
    let drafted = column.lines.get("type").map(|line| line.value.clone());
    let is_date = drafted.as_deref().is_none_or(|kind| kind.contains("date"));
    if is_date
        && column.lines.get("date_format").is_none_or(|line| line.confidence < Confidence::Known)
        && dates(column, values, true_dates, look_first)
    {
        return;
    }
    if drafted.is_some() {
        return;
    }
    let all = |test: &dyn Fn(&str) -> bool| values.iter().all(|text| test(text));
    let is_code = values
        .iter()
        .any(|text| text.len() > 1 && text.starts_with('0') && !text.starts_with("0.") && !text.starts_with("0,"));
    let as_text = column.lines.get("stored").is_some_and(|line| line.value == "\"text\"");
    let long = values.iter().any(|text| text.len() > 15);
    let is_number = |mark: DecimalMark| move |text: &str| number::read(text, mark).is_some();
    if !is_code && !as_text && !long {
        if all(&|text| number::read(text, DecimalMark::Point).is_some_and(|number| number.scale() == 0)) {
            column.lines.set("type", "\"whole\"", support("whole", count, count), confidence(count));
            return;
        }
        for (mark, sign) in [(DecimalMark::Point, "."), (DecimalMark::Comma, ",")] {
            if all(&is_number(mark)) {
                column.lines.set("type", "\"decimal\"", support("a number", count, count), confidence(count));
                if sign == "," {
                    column.lines.set("decimal_mark", "\",\"", support("a comma", count, count), confidence(count));
                }
                return;
            }
        }
    }
    let telling = ["email", "web-address", "phone", "uuid", "iban", "bic", "orcid", "lei", "isbn", "issn", "gtin"];
    let found =
        FORMATS.iter().find(|format| telling.contains(&format.name) && all(&|text| (format.judge)(text).is_ok()));
    if let Some(format) = found.filter(|_| count >= 10) {
        let printed = values.iter().filter(|text| format.is_written_both_ways() && format.is_printed(text)).count();
        // Where both ways come up, one of them would be called wrong.
        if printed == 0 || printed == count {
            column.lines.set("format", quoted(format.name), support("right", count, count), confidence(count));
        }
        if printed == count {
            column.lines.set("form", quoted("printed"), support("in groups", count, count), confidence(count));
        }
    }
}

/// Whether the values are dates; how they are written is a guess where two orders would do.
fn dates(column: &mut DraftColumn, values: &[&str], true_dates: usize, look_first: &mut Vec<String>) -> bool {
    let count = values.len();
    if true_dates == count {
        let at = format!("a date of the spreadsheet in {count} of {count} rows");
        column.lines.set("type", "\"date\"", at, confidence(count));
        return true;
    }
    let fits = |date_pattern: &&&str| {
        let Ok(date_pattern) = DatePattern::compile(date_pattern) else { return false };
        values.iter().all(|text| date_pattern.read(text).is_ok())
    };
    let found: Vec<&&str> = DATE_PATTERNS.iter().filter(fits).collect();
    let Some(first) = found.first() else { return false };
    let kind = if first.contains("hh") { "datetime" } else { "date" };
    column.lines.set("type", quoted(kind), support("a date", count, count), confidence(count));
    let order = |date_pattern: &str| date_pattern.find('d') < date_pattern.find('m');
    let both =
        found.iter().any(|date_pattern| order(date_pattern) != order(first) && !date_pattern.starts_with("yyyy"));
    if both && !first.starts_with("yyyy") {
        let said =
            format!("{}, and the month first would do as well: no day is over 12", support("fits", count, count));
        column.lines.set("date_format", quoted(first), said, Confidence::Confirm);
        look_first.push(format!("{}: its dates could be read with the day or the month first", column.heading.trim()));
    } else {
        column.lines.set("date_format", quoted(first), support("fits", count, count), Confidence::Confirm);
    }
    true
}

/// Closed lists, patterns and values that stand once.
fn distinct(column: &mut DraftColumn, values: &[&str]) {
    let count = values.len();
    let mut accumulator: BTreeMap<&str, usize> = BTreeMap::new();
    for value in values {
        *accumulator.entry(value).or_default() += 1;
    }
    let typed = column.lines.get("type").map(|line| line.value.as_str()).unwrap_or_default().to_owned();
    let is_text = typed.is_empty();
    if accumulator.len() == count
        && count >= 10
        && (is_text || typed == "\"whole\"")
        && column.lines.get("allowed").is_none()
    {
        // Prices, names and days differ as well as long as there are few of them.
        let identifies = super::keys::identifies(&column.heading) || is_text && pattern(values).is_some();
        let confidence = if identifies { confidence(count) } else { Confidence::Suggested };
        column.lines.set("unique", "true", format!("{count} of {count} values differ"), confidence);
    }
    if !is_text || column.lines.get("allowed").is_some() || column.lines.get("format").is_some() {
        return;
    }
    let repeated = accumulator.values().all(|times| *times >= 2);
    if accumulator.len() <= CLOSED && count >= accumulator.len() * 8 && repeated && accumulator.len() > 1 {
        let all: Vec<&str> = accumulator.keys().copied().collect();
        let yes_no = |yes: &str, no: &str| all.len() == 2 && all.contains(&yes) && all.contains(&no);
        let said = format!("{} values in {count} rows", all.len());
        for (yes, no) in [("Y", "N"), ("yes", "no"), ("Yes", "No"), ("YES", "NO"), ("true", "false"), ("TRUE", "FALSE")]
        {
            if yes_no(yes, no) {
                column.lines.set("type", "\"yes_no\"", said.clone(), confidence(count));
                column.lines.set(
                    "yes_no",
                    format!("{{ yes = {}, no = {} }}", quoted(yes), quoted(no)),
                    said,
                    confidence(count),
                );
                return;
            }
        }
        // Words and names that came up so far are no closed list; codes most likely are.
        let is_code = |value: &&str| {
            let built = value
                .chars()
                .all(|each| each.is_ascii_uppercase() || each.is_ascii_digit() || matches!(each, '-' | '_' | '/'));
            let small = value.chars().all(|each| each.is_ascii_lowercase() || each == '_');
            value.chars().count() <= 12 && (built || small)
        };
        let codes = all.iter().all(is_code) && count >= all.len() * 10;
        column.lines.set("allowed", list(&all), said, if codes { confidence(count) } else { Confidence::Suggested });
    } else if let Some(regex) =
        pattern(values).filter(|_| accumulator.len() >= 10 && column.lines.get("pattern").is_none())
    {
        column.lines.set("pattern", format!("'{regex}'"), support("fits", count, count), confidence(count));
    }
}

/// The expression that all values have in common, where they are built alike: runs of digits, capitals, small letters
/// and the same signs between.
pub fn pattern(values: &[&str]) -> Option<String> {
    let first = runs(values.first()?);
    let mut bounds: Vec<(char, usize, usize)> =
        first.iter().map(|(class, length)| (*class, *length, *length)).collect();
    for value in values {
        let runs = runs(value);
        if runs.len() != bounds.len() {
            return None;
        }
        for ((class, least, most), (other, length)) in bounds.iter_mut().zip(runs) {
            if *class != other {
                return None;
            }
            (*least, *most) = ((*least).min(length), (*most).max(length));
        }
    }
    // Words alone are no code.
    let digits = bounds.iter().any(|(class, ..)| *class == 'd');
    let words = bounds.iter().any(|(class, _, most)| *class == ' ' || *class == 'a' && *most > 4);
    if !digits || words || bounds.len() > 9 {
        return None;
    }
    let piece = |(class, least, most): &(char, usize, usize)| {
        let set = match class {
            'd' => "\\d".to_owned(),
            'A' => "[A-Z]".to_owned(),
            'a' => "[a-z]".to_owned(),
            sign => regex::escape(&sign.to_string()),
        };
        match (least, most) {
            (1, 1) => set,
            (least, most) if least == most => format!("{set}{{{least}}}"),
            (least, most) => format!("{set}{{{least},{most}}}"),
        }
    };
    Some(bounds.iter().map(piece).collect()).filter(|regex: &String| !regex.contains('\''))
}

fn runs(text: &str) -> Vec<(char, usize)> {
    let mut runs: Vec<(char, usize)> = Vec::new();
    for each in text.chars() {
        let class = match each {
            '0'..='9' => 'd',
            'A'..='Z' => 'A',
            'a'..='z' => 'a',
            other => other,
        };
        match runs.last_mut() {
            Some((last, length)) if *last == class => *length += 1,
            _ => runs.push((class, 1)),
        }
    }
    runs
}

#[cfg(test)]
#[path = "tests/values.rs"]
mod tests;
