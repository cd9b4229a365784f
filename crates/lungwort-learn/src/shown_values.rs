//! What the template's own sample rows show of a column of which nothing else is said: the kind of its values. A few samples say
//! neither which values there are nor that each is another, and how a code or a whole number is written they only suggest.

use super::draft::{Confidence, Draft, DraftColumn};
use super::source::{Template, TemplateSheet};
use super::values::{DATE_PATTERNS, pattern};
use super::{Entry, keys};
use lungwort_core::cell::date::DatePattern;
use lungwort_core::cell::format::Format;
use lungwort_core::cell::number::{self, DecimalMark};
use lungwort_core::rulebook::toml_text::quoted;

/// Lines of a column, of which any says what its values are.
const KINDS: &[&str] = &["type", "format", "pattern", "allowed", "characters", "separator"];

/// Gives columns the kind of what the samples show in them.
pub(super) fn learn(template: &Template, entries: &[Option<Entry>], draft: &mut Draft) {
    for (drafted, entry) in draft.sheets.iter_mut().zip(entries) {
        let Some(entry) = entry else { continue };
        let sheet = &template.sheets[entry.at];
        for column in &mut drafted.columns {
            if !KINDS.iter().any(|key| column.lines.has(key)) {
                one(column, sheet, &entry.layout.sample_rows);
            }
        }
    }
}

fn one(column: &mut DraftColumn, sheet: &TemplateSheet, rows: &[u64]) {
    let cells = rows.iter().map(|row| (*row, sheet.text(*row, column.field).trim()));
    let shown: Vec<(u64, &str)> = cells.filter(|(_, text)| !text.is_empty()).collect();
    let Some((row, _)) = shown.first() else { return };
    let values: Vec<&str> = shown.iter().map(|(_, text)| *text).collect();
    let source = match values.len() {
        1 => format!("the sample in row {row}"),
        count => format!("the {count} samples from row {row}"),
    };
    for (key, value, confidence) in kind(column, &values) {
        column.lines.set(key, value, source.clone(), confidence);
    }
}

/// The lines of values of one kind; none where they are of several, or texts.
fn kind(column: &DraftColumn, values: &[&str]) -> Vec<(&'static str, String, Confidence)> {
    let all = |test: &dyn Fn(&str) -> bool| values.iter().all(|text| test(text));
    let sure = Confidence::Confirm;
    if let Some(pattern) = date_pattern(values) {
        let kind = if pattern.contains("hh") { "datetime" } else { "date" };
        return vec![("type", quoted(kind), sure), ("date_format", quoted(pattern), sure)];
    }
    let time = DatePattern::compile("hh:mm").ok();
    if time.is_some_and(|time| all(&|text| time.read(text).is_ok())) {
        return vec![("type", quoted("time"), sure)];
    }
    for name in ["email", "web-address"] {
        if Format::named(name).is_some_and(|format| all(&|text| (format.judge)(text).is_ok())) {
            return vec![("format", quoted(name), sure)];
        }
    }
    let zeros =
        |text: &&str| text.len() > 1 && text.starts_with('0') && !text.starts_with("0.") && !text.starts_with("0,");
    let code = keys::identifies(&column.heading) || values.iter().any(zeros) || !all(&|text| text.len() <= 12);
    for (mark, sign) in [(DecimalMark::Point, '.'), (DecimalMark::Comma, ',')] {
        if code || !all(&|text| number::read(text, mark).is_some()) {
            continue;
        }
        let fraction = values.iter().any(|text| text.contains(sign));
        let confidence = if fraction { sure } else { Confidence::Suggested };
        let kind = if fraction { "decimal" } else { "whole" };
        let mut lines = vec![("type", quoted(kind), confidence)];
        if fraction && sign == ',' {
            lines.push(("decimal_mark", quoted(","), confidence));
        }
        return lines;
    }
    match pattern(values).filter(|_| keys::identifies(&column.heading)) {
        Some(regex) => vec![("pattern", format!("'{regex}'"), Confidence::Suggested)],
        None => Vec::new(),
    }
}

/// The one way in which days are written, where no other would do.
pub(super) fn date_pattern(values: &[&str]) -> Option<&'static str> {
    let fits = |pattern: &&&'static str| {
        DatePattern::compile(pattern).is_ok_and(|compiled| values.iter().all(|text| compiled.read(text).is_ok()))
    };
    let found: Vec<&'static str> = DATE_PATTERNS.iter().filter(fits).copied().collect();
    let first = *found.first()?;
    let day_first = |pattern: &str| pattern.find('d') < pattern.find('m');
    // A run of digits may be a number.
    let signs = !values.iter().any(|text| text.bytes().all(|byte| byte.is_ascii_digit()));
    (signs && found.iter().all(|pattern| day_first(pattern) == day_first(first))).then_some(first)
}
