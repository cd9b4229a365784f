//! Drop-downs and limits of cells: the values that a column takes.

use std::collections::HashSet;

use super::draft::{Confidence, Draft, DraftColumn, DraftReference};
use super::headings::Layout;
use super::marks::place;
use super::source::{Template, TemplateSheet};
use lungwort_core::cell::date::from_serial;
use lungwort_core::cell::fold::fold;
use lungwort_core::finding::column_letter;
use lungwort_core::intake::workbook::{CellRange, Validation, read_range};
use lungwort_core::rulebook::standard;
use lungwort_core::rulebook::toml_text::{key, list, quoted};

/// A longer list is left in the template and referred to.
const INLINE: usize = 40;
/// Rows of a list that are read where its range has no end.
const MOST_VALUES: usize = 20_000;

/// A list of values as the template holds it.
#[derive(Debug, Clone, Default)]
pub(super) struct Choices {
    pub values: Vec<(String, Option<String>)>,
    /// Where it is listed: the sheet, its heading and the heading's row.
    pub listed_at: Option<(String, String, u64)>,
    pub source: String,
}

/// What the drop-downs and limits of a sheet's columns say.
pub fn learn(
    template: &Template,
    sheet: &TemplateSheet,
    layout: &Layout,
    columns: &mut [DraftColumn],
    draft: &mut Draft,
) {
    for at in 0..columns.len() {
        let field = columns[at].field;
        let Some((validation, range)) = main_validation(sheet, field, layout) else { continue };
        let source = format!("the {} of {}", what(validation), range.words());
        let confidence =
            if validation.only_warns && validation.kind != "list" { Confidence::Confirm } else { Confidence::Known };
        match validation.kind.as_str() {
            "list" => drop_down(template, sheet, validation, range, at, columns, draft),
            "whole" | "decimal" | "date" | "time" | "textLength" => {
                limits(validation, &source, confidence, &mut columns[at])
            }
            "custom" => custom(validation, &source, &mut columns[at], field),
            _ => {}
        }
        let help = super::marks::without_must(&validation.prompt);
        if !help.is_empty() {
            let title = fold(&validation.prompt_title);
            let help = if title.is_empty() || title == fold(&columns[at].heading) {
                help
            } else {
                format!("{}: {help}", validation.prompt_title.trim())
            };
            columns[at].lines.set("help", quoted(&help), "the message shown while typing", Confidence::Known);
        }
    }
}

fn what(validation: &Validation) -> &'static str {
    if validation.kind == "list" { "drop-down" } else { "limit" }
}

/// The validation that covers the most rows of a column; of a labelled cell, the one that it lies in.
fn main_validation<'s>(sheet: &'s TemplateSheet, field: usize, layout: &Layout) -> Option<(&'s Validation, CellRange)> {
    let is_cell = layout.headings.is_empty();
    let all = sheet.validations(field, layout.heading_row).into_iter();
    let here = all.filter(|(_, range)| !is_cell || range.holds(field, layout.first_data));
    here.filter(|(validation, _)| !validation.kind.is_empty() || !validation.prompt.is_empty())
        .max_by_key(|(validation, range)| (!validation.kind.is_empty(), range.last_row.saturating_sub(range.first_row)))
}

fn drop_down(
    template: &Template,
    sheet: &TemplateSheet,
    validation: &Validation,
    range: CellRange,
    at: usize,
    columns: &mut [DraftColumn],
    draft: &mut Draft,
) {
    let formula = validation.first.trim().trim_start_matches('=');
    let source = format!("the drop-down of {}", range.words());
    let confidence = if validation.only_warns { Confidence::Confirm } else { Confidence::Known };
    let calculated = formula.to_uppercase();
    if calculated.starts_with("OFFSET(")
        && calculated.contains("MATCH(")
        && let Some((value, parent, values)) = beside_each_other(template, formula, range, columns, at)
    {
        columns[at].values = values;
        columns[at].lines.set("allowed", value, format!("{source}, which looks {parent} up"), confidence);
        return;
    }
    if calculated.contains("INDIRECT(") || calculated.contains("OFFSET(") {
        if let Some((value, parent)) = dependent(template, formula, range, columns, at) {
            columns[at].lines.set(
                "allowed",
                value,
                format!("{source}, which looks up the list named by {parent}"),
                confidence,
            );
        } else {
            draft.look_first.push(format!(
                "{}: its drop-down is calculated ({}), and its lists were not found; add its values",
                columns[at].heading.trim(),
                lungwort_core::cell::shown::clipped(formula, 60)
            ));
        }
        return;
    }
    if let Some(value) = on_entry_sheet(template, sheet, formula) {
        columns[at].lines.set("allowed", value, source, confidence);
        return;
    }
    let Some(choices) = choices(template, sheet, formula) else {
        draft.look_first.push(format!(
            "{}: its drop-down ({}) could not be read; add its values",
            columns[at].heading.trim(),
            lungwort_core::cell::shown::clipped(formula, 60)
        ));
        return;
    };
    let source = if choices.source.is_empty() { source } else { format!("{source}, {}", choices.source) };
    let yes_no = |one: &str, other: &str| {
        let values: Vec<String> = choices.values.iter().map(|(value, _)| fold(value)).collect();
        values.len() == 2 && values.contains(&one.to_owned()) && values.contains(&other.to_owned())
    };
    if yes_no("yes", "no") || yes_no("y", "n") || yes_no("true", "false") {
        let affirmative = |value: &str| matches!(fold(value).as_str(), "yes" | "y" | "true");
        let find = |wanted: bool| choices.values.iter().find(|(value, _)| affirmative(value) == wanted);
        if let (Some((yes, _)), Some((no, _))) = (find(true), find(false)) {
            columns[at].lines.set("type", "\"yes_no\"", source.clone(), confidence);
            let words = format!("{{ yes = {}, no = {} }}", quoted(yes), quoted(no));
            columns[at].lines.set("yes_no", words, source, confidence);
        }
        return;
    }
    columns[at].values = choices.values.iter().map(|(value, _)| value.clone()).collect();
    let (value, note) = allowed(&choices, draft);
    columns[at].lines.set("allowed", value, format!("{source}{note}"), confidence);
}

/// A list as the rulebook writes it: a standard one, a reference into the template, or in place.
pub(super) fn allowed(choices: &Choices, draft: &mut Draft) -> (String, String) {
    let values: HashSet<&str> = choices.values.iter().map(|(value, _)| value.as_str()).collect();
    if values.len() >= 20 {
        for standard in standard::ALL {
            let Some(known) = standard::named(standard.name) else { continue };
            if known.len() == values.len() && known.entries().all(|entry| values.contains(entry.code)) {
                return (format!("{{ reference = \"{}\" }}", standard.name), format!(": all {} codes", values.len()));
            }
        }
    }
    if let Some((sheet, column, heading_row)) = choices.listed_at.as_ref().filter(|_| values.len() > INLINE) {
        let reference = reference(draft, sheet, *heading_row);
        let count = format!(": {} values", values.len());
        return (format!("{{ reference = {}, column = {} }}", quoted(&reference), quoted(column)), count);
    }
    if choices.values.iter().any(|(_, meaning)| meaning.is_some()) {
        let pairs = choices
            .values
            .iter()
            .map(|(value, meaning)| format!("{} = {}", key(value), quoted(meaning.as_deref().unwrap_or_default())));
        return (format!("{{ {} }}", pairs.collect::<Vec<_>>().join(", ")), String::new());
    }
    let plain: Vec<&str> = choices.values.iter().map(|(value, _)| value.as_str()).collect();
    (list(&plain), String::new())
}

fn reference(draft: &mut Draft, sheet: &str, heading_row: u64) -> String {
    if let Some(known) = draft.references.iter().find(|known| known.sheet == sheet && known.heading_row == heading_row)
    {
        return known.name.clone();
    }
    let base = super::names::plain_name(sheet);
    let taken = |name: &str| draft.references.iter().any(|known| known.name == name);
    let name = (1..).map(|at| if at == 1 { base.clone() } else { format!("{base}_{at}") }).find(|name| !taken(name));
    let name = name.unwrap_or(base);
    draft.references.push(DraftReference { name: name.clone(), sheet: sheet.to_owned(), heading_row });
    name
}

/// The values of a drop-down's formula.
fn choices(template: &Template, sheet: &TemplateSheet, formula: &str) -> Option<Choices> {
    if let Some(inner) = formula.strip_prefix('"').and_then(|rest| rest.strip_suffix('"')) {
        let inner = inner.replace("\"\"", "\"");
        let values =
            inner.split([',', ';']).map(|value| (value.trim().to_owned(), None)).filter(|(value, _)| !value.is_empty());
        return Some(Choices { values: values.collect(), ..Choices::default() })
            .filter(|found| !found.values.is_empty());
    }
    if let Some(target) = template.named(formula) {
        let mut found = choices(template, sheet, target.trim_start_matches('='))?;
        found.source = format!("the range named {formula}, {}", found.source);
        return Some(found);
    }
    let (on, range) = split_sheet(formula, sheet);
    let range = read_range(range)?;
    let on = if on == sheet.name { sheet } else { template.sheet(on)? };
    of_range(on, range)
}

/// Where a drop-down shows what was filled in on another sheet: that sheet and its column.
fn on_entry_sheet(template: &Template, sheet: &TemplateSheet, formula: &str) -> Option<String> {
    let formula = template.named(formula).unwrap_or(formula).trim_start_matches('=');
    let (name, range) = split_sheet(formula, sheet);
    let range = read_range(range)?;
    let other = template.sheet(name).filter(|other| other.name != sheet.name && !other.hidden)?;
    if range.first_column != range.last_column || super::is_listed(template, other) {
        return None;
    }
    let layout = super::headings::find(other, template.text.is_some())?;
    let below = range.first_row > layout.heading_row;
    let (_, heading) = layout.headings.iter().find(|(field, _)| *field == range.first_column && below)?;
    Some(format!("{{ sheet = {}, column = {} }}", quoted(&other.name), quoted(heading)))
}

/// Whether a drop-down shows a part of this sheet in which nothing is yet.
pub(super) fn is_blank_range(sheet: &TemplateSheet, formula: &str) -> bool {
    let (_, range) = split_sheet(formula.trim_start_matches('='), sheet);
    read_range(range).is_some_and(|range| of_range(sheet, range).is_none())
}

/// The sheet and the range of `'List of codes'!$A$2:$A$9`.
fn split_sheet<'f>(formula: &'f str, here: &'f TemplateSheet) -> (&'f str, &'f str) {
    match formula.rsplit_once('!') {
        Some((sheet, range)) => (sheet.trim_matches('\''), range),
        None => (here.name.as_str(), formula),
    }
}

fn of_range(sheet: &TemplateSheet, range: CellRange) -> Option<Choices> {
    let column = range.first_column;
    let mut values = Vec::new();
    if range.first_column != range.last_column && range.first_row == range.last_row {
        let row = range.first_row;
        let texts = (column..=range.last_column).map(|at| sheet.text(row, at).to_owned());
        values.extend(texts.filter(|text| !text.is_empty()).map(|text| (text, None)));
        return Some(Choices { values, listed_at: None, source: format!("listed in {}", place(sheet, row, column)) })
            .filter(|found| !found.values.is_empty());
    }
    let within = |row: u64| (range.first_row..=range.last_row).contains(&row);
    let cells = sheet.full.cells.iter().filter(|cell| cell.column == column && within(cell.row));
    let mut rows: Vec<(u64, String)> = Vec::new();
    for cell in cells.take(MOST_VALUES) {
        let text = cell.text.trim();
        if !text.is_empty() && !rows.iter().rev().take(1).any(|(_, last)| last == text) {
            rows.push((cell.row, text.to_owned()));
        }
    }
    // A range over the whole column holds the column's heading as well.
    let first = rows.first()?.0;
    if range.first_row == 1 && first == 1 && rows.len() > 1 && range.last_row >= 1 << 20 {
        rows.remove(0);
    }
    let above = rows.first()?.0.saturating_sub(1);
    let meaning_heading = fold(sheet.text(above, column + 1));
    let means = ["meaning", "description", "name", "label", "definition", "explanation", "title", "text", "stands for"];
    let lenient = means.iter().any(|word| meaning_heading.contains(&fold(word)));
    let filled = rows.iter().filter(|(row, _)| !sheet.text(*row, column + 1).is_empty()).count();
    let shorter =
        rows.iter().filter(|(row, text)| text.chars().count() < sheet.text(*row, column + 1).chars().count()).count();
    let has_meanings = filled * 10 >= rows.len() * 9 && (lenient || above == 0 && shorter * 10 >= rows.len() * 8);
    let mut seen = HashSet::new();
    for (row, text) in &rows {
        if seen.insert(text.clone()) {
            let meaning = has_meanings.then(|| sheet.text(*row, column + 1).to_owned());
            values.push((text.clone(), meaning));
        }
    }
    let heading = sheet.text(above, column);
    let listed_at = (above > 0 && !heading.is_empty()).then(|| (sheet.name.clone(), heading.to_owned(), above));
    let letter = column_letter(column);
    let last = rows.last().map_or(first, |(row, _)| *row);
    let source = format!("the list in {}!{letter}{}:{letter}{last}", sheet.name, above + 1);
    Some(Choices { values, listed_at, source })
}

/// Lists of which another column's value chooses one, where both stand side by side on a sheet:
/// `OFFSET(Lists!$B$2,MATCH($C5,Lists!$A$2:$A$9,0)-1,0,COUNTIF(Lists!$A$2:$A$9,$C5),1)`.
fn beside_each_other(
    template: &Template,
    formula: &str,
    range: CellRange,
    columns: &[DraftColumn],
    at: usize,
) -> Option<(String, String, Vec<String>)> {
    let inner = &formula[formula.find('(')? + 1..];
    let (value_place, rest) = inner.split_once(',')?;
    let matching = &rest[rest.to_uppercase().find("MATCH(")? + 6..];
    let mut parts = matching.split(',');
    let (cell, keys) = (parts.next()?.replace('$', ""), parts.next()?);
    let parent = columns.iter().enumerate().find(|(other, column)| {
        *other != at && cell.eq_ignore_ascii_case(&format!("{}{}", column_letter(column.field), range.first_row))
    })?;
    let (sheet_name, keys) = keys.rsplit_once('!')?;
    let sheet = template.sheet(sheet_name.trim_matches('\''))?;
    let keys = read_range(keys)?;
    let values = read_range(value_place.rsplit_once('!').map_or(value_place, |(_, cell)| cell))?;
    let mut lists: Vec<(String, Vec<String>)> = Vec::new();
    for row in keys.first_row..=keys.last_row.min(sheet.last_row()) {
        let (with, value) = (sheet.text(row, keys.first_column), sheet.text(row, values.first_column));
        if with.is_empty() || value.is_empty() {
            continue;
        }
        match lists.iter_mut().find(|(known, _)| known == with) {
            Some((_, list)) => list.push(value.to_owned()),
            None => lists.push((with.to_owned(), vec![value.to_owned()])),
        }
    }
    if lists.is_empty() {
        return None;
    }
    let said: Vec<String> = lists.iter().map(|(with, values)| format!("{} = {}", key(with), list(values))).collect();
    let value = format!("{{ depends_on = {}, values = {{ {} }} }}", quoted(&parent.1.name), said.join(", "));
    let all = lists.into_iter().flat_map(|(_, values)| values).collect();
    Some((value, parent.1.heading.trim().to_owned(), all))
}

/// Lists of which another column's value chooses one, by the names of ranges.
fn dependent(
    template: &Template,
    formula: &str,
    range: CellRange,
    columns: &[DraftColumn],
    at: usize,
) -> Option<(String, String)> {
    // The reference within: INDIRECT($C3), INDIRECT(SUBSTITUTE(C3," ","_")), INDIRECT("list_"&C3).
    let upper = formula.to_uppercase();
    let parent = columns.iter().enumerate().find(|(other, column)| {
        let cell = format!("{}{}", column_letter(column.field), range.first_row);
        let plain: String = upper.chars().filter(|each| *each != '$').collect();
        let ends = |rest: &str| !rest.starts_with(|each: char| each.is_ascii_digit());
        *other != at
            && plain.match_indices(&cell).any(|(from, _)| {
                let before = plain[..from].chars().last();
                ends(&plain[from + cell.len()..]) && !before.is_some_and(|each| each.is_ascii_alphanumeric())
            })
    })?;
    let prefix =
        formula.split('"').nth(1).filter(|_| formula.contains("\"&") || formula.contains("\" &")).unwrap_or_default();
    let mut lists = Vec::new();
    let empty = TemplateSheet::new(String::new(), false, Default::default());
    for value in &parent.1.values {
        let names = [value.clone(), value.replace([' ', '-', '/', '.'], "_"), value.replace(' ', "")];
        let target = names.iter().find_map(|name| template.named(&format!("{prefix}{name}")));
        let Some(found) = target.and_then(|target| choices(template, &empty, target)) else { continue };
        let values: Vec<String> = found.values.into_iter().map(|(value, _)| value).collect();
        lists.push(format!("{} = {}", key(value), list(&values)));
    }
    if lists.is_empty() {
        return None;
    }
    let name = parent.1.heading.trim().to_owned();
    let value = format!("{{ depends_on = {}, values = {{ {} }} }}", quoted(&parent.1.name), lists.join(", "));
    Some((value, name))
}

/// Numbers, dates and lengths that a cell takes.
fn limits(validation: &Validation, source: &str, confidence: Confidence, column: &mut DraftColumn) {
    let kind = validation.kind.as_str();
    let lines = &mut column.lines;
    match kind {
        "whole" | "decimal" | "date" | "time" => lines.set("type", quoted(kind), source, confidence),
        _ => {}
    }
    let bound = |formula: &str| bound(kind, formula.trim().trim_start_matches('='));
    let (first, second) = (bound(&validation.first), bound(&validation.second));
    if kind == "textLength" {
        let number = |bound: &Option<String>, more: i64| {
            bound.as_ref().and_then(|text| text.parse::<i64>().ok()).map(|number| number + more)
        };
        let length = match (validation.operator.as_str(), number(&first, 0), number(&second, 0)) {
            ("" | "between", Some(0 | 1), Some(max)) => format!("{{ max = {max} }}"),
            ("" | "between", Some(min), Some(max)) if min == max => format!("{{ exactly = {min} }}"),
            ("" | "between", Some(min), Some(max)) => format!("{{ min = {min}, max = {max} }}"),
            ("equal", Some(exactly), _) => format!("{{ exactly = {exactly} }}"),
            ("lessThanOrEqual", Some(max), _) => format!("{{ max = {max} }}"),
            ("lessThan", Some(max), _) => format!("{{ max = {} }}", max - 1),
            ("greaterThanOrEqual", Some(min), _) => format!("{{ min = {min} }}"),
            ("greaterThan", Some(min), _) => format!("{{ min = {} }}", min + 1),
            _ => return,
        };
        lines.set("length", length, source, confidence);
        return;
    }
    let keys: &[(&'static str, Option<String>)] = match validation.operator.as_str() {
        "" | "between" => &[("min", first), ("max", second)],
        "greaterThanOrEqual" => &[("min", first)],
        "lessThanOrEqual" => &[("max", first)],
        "greaterThan" => &[("above", first)],
        "lessThan" => &[("below", first)],
        _ => &[],
    };
    for (name, value) in keys {
        if let Some(value) = value {
            lines.set(name, value.clone(), source, confidence);
        }
    }
}

/// A limit as the rulebook writes it.
fn bound(kind: &str, formula: &str) -> Option<String> {
    if formula.to_uppercase().replace(' ', "") == "TODAY()" {
        return Some("\"today\"".to_owned());
    }
    let number = formula.parse::<f64>().ok().filter(|number| number.is_finite())?;
    // A spreadsheet needs some bound to ask for a number or a date at all: its first day, or nothing but nines.
    let no_bound = kind == "date" && number <= 1.0 || number.abs() == 999_999_999_999.0;
    if no_bound {
        return None;
    }
    match kind {
        "date" => from_serial(number).map(|(date, _)| format!("\"{date}\"")),
        "time" => from_serial(number).map(|(_, time)| format!("\"{:02}:{:02}\"", time.hour(), time.minute())),
        _ => Some(format!("{number}")),
    }
}

/// The formulas that are common enough to know: no value twice.
fn custom(validation: &Validation, source: &str, column: &mut DraftColumn, field: usize) {
    let formula: String =
        validation.first.to_uppercase().chars().filter(|each| !each.is_whitespace() && *each != '$').collect();
    let letter = column_letter(field);
    let counts = formula.starts_with(&format!("COUNTIF({letter}"));
    if counts && (formula.ends_with("=1") || formula.ends_with("<2") || formula.ends_with("<=1")) {
        column.lines.set("unique", "true", source, Confidence::Known);
    }
}

#[cfg(test)]
#[path = "tests/choices.rs"]
mod tests;
