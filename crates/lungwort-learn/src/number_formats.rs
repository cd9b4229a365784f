//! What the number formats of the cells under a heading say.

use super::draft::{Confidence, DraftColumn};
use super::headings::Layout;
use super::source::{Template, TemplateSheet};
use lungwort_core::cell::date::DatePattern;
use lungwort_core::intake::cells::NumberFormat;
use lungwort_core::rulebook::toml_text::quoted;

/// Reads the format of the first cell for data in each column.
pub fn learn(template: &Template, sheet: &TemplateSheet, layout: &Layout, columns: &mut [DraftColumn]) {
    for column in columns {
        let style = sheet.style(layout.first_data, column.field).and_then(|style| template.styles.get(style));
        let Some(style) = style else { continue };
        let number_format = NumberFormat::new(&style.format);
        let source = format!("the format of its cells, {}", style.format);
        if number_format.is_text {
            column.lines.set("stored", "\"text\"", source, Confidence::Confirm);
        } else if number_format.is_moment() {
            moment(&number_format, &source, column);
        } else if !number_format.is_general {
            number(&style.format, &source, column);
        }
    }
}

fn moment(number_format: &NumberFormat, source: &str, column: &mut DraftColumn) {
    let kind = match (number_format.has_date, number_format.has_time) {
        (true, true) => "datetime",
        (true, false) => "date",
        _ => "time",
    };
    let drafted = column.lines.get("type").map(|line| line.value.clone());
    if drafted.is_some_and(|drafted| drafted != quoted(kind)) {
        return;
    }
    column.lines.set("type", quoted(kind), source, Confidence::Known);
    if let Some(date_pattern) = date_pattern_of(&number_format.code).filter(|_| kind != "time") {
        column.lines.set("date_format", quoted(&date_pattern), source, Confidence::Known);
    }
}

/// The pattern of a date format; `None` for one that a template cannot ask for in words.
pub fn date_pattern_of(code: &str) -> Option<String> {
    let first = code.split(';').next()?;
    // Marks of language, quotes and backslashes around signs say nothing about the order.
    let mut plain = String::new();
    let mut letters = first.chars();
    while let Some(each) = letters.next() {
        match each {
            '[' => drop(letters.by_ref().take_while(|each| *each != ']').count()),
            '\\' | '"' => {}
            '@' => {}
            each => plain.push(each.to_ascii_lowercase()),
        }
    }
    let plain = plain.trim();
    let date_pattern = match plain {
        // The formats that follow the computer's settings are written the long way round.
        "m/d/yy" | "mm-dd-yy" | "m/d/yyyy" => "yyyy-mm-dd".to_owned(),
        _ => plain.split(' ').map(two_hours).collect::<Vec<_>>().join(" "),
    };
    // How a spreadsheet shows a date is no reason to ask for a month alone.
    let compiled = DatePattern::compile(&date_pattern).ok()?;
    (compiled.has_day() || compiled.has_time()).then_some(date_pattern)
}

fn two_hours(part: &str) -> String {
    if part.starts_with("h:") { format!("h{part}") } else { part.to_owned() }
}

fn number(code: &str, source: &str, column: &mut DraftColumn) {
    let first = code.split(';').next().unwrap_or_default();
    let zeros = first.bytes().all(|byte| byte == b'0');
    if zeros && first.len() > 1 {
        // Zeros that only the format shows: the receiving side reads the number without them.
        let regex = format!("'\\d{{{}}}'", first.len());
        let source = format!("{source}: most likely a code of {} digits; then the cells should be text", first.len());
        column.lines.set("pattern", regex, source, Confidence::Suggested);
        return;
    }
    let has_fraction = first
        .split_once('.')
        .map(|(_, fraction)| fraction.bytes().take_while(|byte| matches!(byte, b'0' | b'#')).count());
    match has_fraction {
        Some(places) if places > 0 && !first.contains('%') => {
            column.lines.set("type", "\"decimal\"", source, Confidence::Confirm);
            if column.lines.get("type").is_some_and(|line| line.value == "\"decimal\"") {
                column.lines.set("places", places.to_string(), source, Confidence::Confirm);
            }
        }
        None if first.bytes().all(|byte| matches!(byte, b'0' | b'#' | b',')) => {
            column.lines.set("type", "\"whole\"", source, Confidence::Confirm);
        }
        _ => {}
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn date_patterns_come_from_formats() {
        let cases = [
            ("dd/mm/yyyy", Some("dd/mm/yyyy")),
            ("yyyy\\-mm\\-dd;@", Some("yyyy-mm-dd")),
            ("[$-809]d mmmm yyyy", Some("d mmmm yyyy")),
            ("dd/mm/yyyy h:mm", Some("dd/mm/yyyy hh:mm")),
            ("mm-dd-yy", Some("yyyy-mm-dd")),
            ("mmm-yy", None),
        ];
        for (code, due) in cases {
            assert_eq!(date_pattern_of(code).as_deref(), due, "{code}");
        }
    }
}
