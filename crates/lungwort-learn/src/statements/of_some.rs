//! `All columns must be filled`, where another sentence says of one of them when it is: what is said of it alone is meant.

use std::collections::HashMap;

use super::by_value::entries;
use super::columns_by::named_colours;
use super::compared_values::CONDITIONS;
use super::exact::is_exact;
use super::look::Colour;
use super::required::otherwise;
use super::sentence::sentences;
use super::words;
use crate::draft::{Confidence, Draft, DraftColumn, DraftRule, Line};
use lungwort_core::rulebook::toml_text::quoted;

/// Columns of which a sentence asks the same, at least, for it to be about all of them.
const MANY: usize = 3;

/// Lets a condition of a column count in place of what is asked of all columns.
pub(super) fn conditions_count(draft: &mut Draft) {
    for sheet in &mut draft.sheets {
        let mut asked: HashMap<String, usize> = HashMap::new();
        for line in sheet.columns.iter().filter_map(|column| column.lines.get("required")) {
            *asked.entry(line.source.clone()).or_default() += 1;
        }
        for at in 0..sheet.columns.len() {
            let column = &sheet.columns[at];
            let Some(required) = column.lines.get("required") else { continue };
            let of_all = asked.get(&required.source).is_some_and(|columns| *columns >= MANY) && is_of_all(required);
            let condition = condition_of(column, &sheet.columns).filter(|line| line.source != required.source).cloned();
            // What must be blank for some rows is required of the others, and not of all: "for scarves the size stays blank".
            let blank = condition.as_ref().is_some_and(|line| {
                let said = line.value.trim_matches('"');
                line.key == "blank_when" && said != "TRUE" && otherwise(said).is_some()
            });
            let lines = &mut sheet.columns[at].lines;
            // "Required except for FLU" says so in so many words.
            let except = condition.as_ref().is_some_and(|line| line.key == "required_when" && says_except(line));
            match condition.filter(|_| of_all || blank || except) {
                Some(line) => {
                    lines.remove("required");
                    if let Some(said) = otherwise(line.value.trim_matches('"')).filter(|_| line.key == "blank_when") {
                        lines.set("required_when", quoted(&said), line.source, Confidence::Confirm);
                    }
                }
                // Beside what is always required, a condition says nothing.
                None => lines.0.retain(|line| line.key != "required_when"),
            }
        }
    }
}

/// `A positive number. Dead plants have 0 pieces`: the limit is that of all other rows.
pub(super) fn values_fit_limits(draft: &mut Draft) {
    for sheet in &mut draft.sheets {
        let mut more = Vec::new();
        for rule in sheet.rules.iter().filter(|rule| rule.confidence > Confidence::Suggested) {
            let line =
                |key: &str| rule.lines.iter().find(|(of, _)| of == key).map(|(_, value)| value.trim_matches('"'));
            let (Some(check), Some(when)) = (line("check"), line("when")) else { continue };
            let Some((name, value)) = check.split_once(" = ") else { continue };
            let Ok(value) = value.parse::<f64>() else { continue };
            let Some(column) = sheet.columns.iter_mut().find(|column| column.name == name) else { continue };
            for (key, sign) in [("above", ">"), ("min", ">=")] {
                let Some(limit) = column.lines.get(key).cloned() else { continue };
                let Ok(least) = limit.value.parse::<f64>() else { continue };
                if value > least || value == least && key == "min" {
                    continue;
                }
                column.lines.remove(key);
                column.lines.set("min", value.to_string(), rule.source.clone(), Confidence::Confirm);
                let Some(others) = otherwise(when) else { continue };
                let lines =
                    vec![("check".into(), quoted(&format!("{name} {sign} {least}"))), ("when".into(), quoted(&others))];
                more.push(DraftRule { kind: "rule", lines, source: limit.source, confidence: Confidence::Confirm });
            }
        }
        sheet.rules.extend(more);
    }
}

/// `454 or 340. Comb is weighed at the show, so any weight from 200 to 400 will do`: where limits of some rows stand beside a list of
/// numbers, the list is that of the others, and which these are is not known.
pub(super) fn lists_of_some(draft: &mut Draft) {
    let mut open = Vec::new();
    for column in draft.sheets.iter_mut().flat_map(|sheet| &mut sheet.columns) {
        let offered = |line: &&Line| matches!(line.key, "min" | "max" | "above" | "below");
        let Some(limit) = column.lines.0.iter().find(offered).map(|line| line.source.clone()) else { continue };
        let list = column.lines.0.iter().find(|line| line.key == "allowed" && line.source != limit);
        let Some(list) = list.filter(|line| line.confidence == Confidence::Confirm).cloned() else { continue };
        let values = entries(&list.value);
        if !values.is_empty() && values.iter().all(|(value, _)| value.parse::<f64>().is_ok()) {
            column.lines.remove("allowed");
            open.push(format!(
                "{}: {} is a list, and {limit} has limits; which rows the list is for is not known",
                column.heading.trim(),
                list.source
            ));
        }
    }
    draft.look_first.extend(open);
}

/// The condition under which a column is required, or else under which it is blank, where it is exact.
fn condition_of<'c>(column: &'c DraftColumn, columns: &[DraftColumn]) -> Option<&'c Line> {
    let counts = |line: &&Line| {
        CONDITIONS.contains(&line.key)
            && line.confidence == Confidence::Confirm
            && is_exact(&line.value, Some(column), columns)
    };
    let lines = || column.lines.0.iter().filter(counts);
    lines().find(|line| line.key == "required_when").or_else(|| lines().next())
}

/// Whether the sentence that a line comes from says for which rows it does not hold.
fn says_except(line: &Line) -> bool {
    let text = line.source.split_once(": ").map_or("", |(_, text)| text);
    sentences(text).iter().any(|sentence| words::ALL.iter().any(|language| sentence.has(language.except)))
}

/// Whether the sentence that a line comes from is about all columns, or all but some, and not about those of a sign or a look.
fn is_of_all(line: &Line) -> bool {
    let Some((_, text)) = line.source.split_once(": ") else { return false };
    sentences(text).iter().any(|sentence| {
        words::ALL.iter().any(|language| {
            let all = [language.all, language.all_alone, language.all_filled, language.all_other];
            // Those without a colour are all that are to be filled.
            let white = || named_colours(sentence, language).iter().any(|(colour, _)| *colour == Colour::White);
            (all.into_iter().any(|phrases| sentence.has(phrases)) || white()) && !sentence.has(language.marked)
        })
    })
}
