//! Cells that are formatted otherwise than the blank template formats their column, or have another drop-down: what pasting
//! leaves behind.

use crate::cell::shown;
use crate::check::problem::about_column;
use crate::check::run::reporter::Reporter;
use crate::check::workbook::sheet::DataPlace;
use crate::finding::codes::template as codes;
use crate::finding::ranges::thousands;
use crate::finding::{Place, RowSet};
use crate::intake::workbook::{FullSheet, SheetMetadata, Style, StyleRows, Validation};
use crate::rulebook::listed;

/// Compares the columns of a sheet. `blank` is the template's sheet with its styles; `rows` has the styles of
/// the filled cells.
pub(crate) fn compare(
    (blank, due): (&FullSheet, &[Style]),
    (rows, found, metadata): (&StyleRows, &[Style], &SheetMetadata),
    data: &DataPlace<'_>,
    out: &mut Reporter<'_>,
) {
    for (index, field) in data.header.field_of.iter().enumerate() {
        let Some(field) = *field else { continue };
        let heading = &data.sheet.columns[index].heading;
        let wanted = of_template(blank, due, u64::from(data.sheet.guide_rows), heading);
        let (mut changed, mut what) = other_lists((blank, heading), (metadata, field), data);
        for (style, styled) in rows.of_column(field) {
            let (Some(style), Some(first)) = (found.get(style), wanted.first()) else { continue };
            if wanted.iter().any(|wanted| differences(wanted, style).is_empty()) {
                continue;
            }
            let before = changed.rows();
            changed.extend(&styled.from_row(data.first));
            if changed.rows() > before {
                what.extend(
                    differences(first, style).into_iter().filter(|words| !what.contains(words)).collect::<Vec<_>>(),
                );
            }
        }
        let Some((row, _)) = changed.ranges().first().copied() else { continue };
        what.truncate(3);
        let count = changed.rows();
        let message = format!(
            "{} of {} {} formatted as in the template ({}): {}. Paste values only (Paste special), or copy the format of an untouched row.",
            if count == 1 { "One cell".to_owned() } else { format!("{} cells", thousands(count)) },
            shown::quoted(heading),
            if count == 1 { "is not" } else { "are not" },
            changed.words(4),
            listed(&what, "and"),
        );
        let place = Place { row: Some(row), field: Some(field), ..Place::default() };
        out.emit(about_column(&codes::FORMAT_CHANGED, data.sheet, index, message), place, None);
    }
}

/// The filled rows whose drop-down offers something else than the template's drop-downs of that column do, and what it offers.
fn other_lists(
    (blank, heading): (&FullSheet, &str),
    (metadata, field): (&SheetMetadata, usize),
    data: &DataPlace<'_>,
) -> (RowSet, Vec<String>) {
    let mut rows = RowSet::default();
    let mut what = Vec::new();
    let Some((_, column)) = blank.place_of(heading) else { return (rows, what) };
    let due: Vec<&Validation> = blank.metadata.drop_downs(column).map(|(list, _)| list).collect();
    let Some(first) = due.first() else { return (rows, what) };
    for (list, range) in metadata.drop_downs(field) {
        let (from, to) = (range.first_row.max(data.first), range.last_row.min(data.last));
        if from > to || due.iter().any(|due| plain_list(&due.first) == plain_list(&list.first)) {
            continue;
        }
        rows.add(from, to);
        let words = format!("the drop-down offers {}, not {}", list_name(&list.first), list_name(&first.first));
        if !what.contains(&words) {
            what.push(words);
        }
    }
    (rows, what)
}

/// The list of a drop-down without what programs add to it, and without the row that it is relative to.
fn plain_list(formula: &str) -> String {
    let mut plain = String::new();
    let mut fixed = false;
    let quoted = formula.starts_with('"');
    for each in formula.trim_start_matches('=').chars() {
        match each {
            '\'' | ' ' => {}
            '0'..='9' if !quoted && !fixed => {}
            each => plain.extend(each.to_lowercase()),
        }
        fixed = each == '$' || fixed && each.is_ascii_digit();
    }
    plain
}

/// What a drop-down offers, as a person would say it.
fn list_name(formula: &str) -> String {
    match formula.trim().strip_prefix('"').and_then(|rest| rest.strip_suffix('"')) {
        Some(values) => shown::quoted(values),
        None => format!("the list in {}", shown::clipped(formula.trim_start_matches('='), 60)),
    }
}

/// The styles that the template gives to the cells of a column, the first row's first. None where it gives no style of its
/// own: a spreadsheet program then chooses one while somebody types.
fn of_template<'s>(blank: &FullSheet, styles: &'s [Style], guide_rows: u64, heading: &str) -> Vec<&'s Style> {
    let Some(place) = blank.place_of(heading) else { return Vec::new() };
    let (row, column) = place;
    let first = row + guide_rows + 1;
    let cells = blank.styles.iter().filter(|(at, field, _)| *at >= first && *field == column).map(|(.., style)| *style);
    let whole = blank.metadata.column_styles.iter().filter(|(from, to, _)| (*from..=*to).contains(&column));
    let mut found: Vec<usize> = cells.chain(whole.map(|(.., style)| *style)).collect();
    let mut seen = std::collections::HashSet::new();
    found.retain(|style| seen.insert(*style));
    let found: Vec<&Style> = found.into_iter().filter_map(|style| styles.get(style)).collect();
    let plain = styles.first();
    if found.iter().all(|style| Some(*style) == plain) { Vec::new() } else { found }
}

/// What of a style is not as it should be, in words; nothing where the two look the same.
fn differences(due: &Style, found: &Style) -> Vec<String> {
    let mut words = Vec::new();
    if plain_code(&due.format) != plain_code(&found.format) {
        words.push(format!("the number format is {}, not {}", format_name(&found.format), format_name(&due.format)));
    }
    if differ(due.fill.as_deref(), found.fill.as_deref()) {
        words.push(
            match (&due.fill, &found.fill) {
                (None, _) => "they have a background colour",
                (_, None) => "their background colour is gone",
                _ => "they have another background colour",
            }
            .to_owned(),
        );
    }
    if due.font.is_some() && found.font.is_some() && due.font != found.font {
        let name = |style: &Style| style.font.clone().unwrap_or_default();
        words.push(format!("the font is {}, not {}", name(found), name(due)));
    }
    if due.bold != found.bold {
        words.push(if found.bold { "the letters are bold" } else { "the letters are not bold" }.to_owned());
    }
    if differ(due.ink.as_deref(), found.ink.as_deref()) {
        words.push("the letters have another colour".to_owned());
    }
    words
}

/// Whether two colours differ for certain: a place in a theme may be any colour once another program has saved the file.
fn differ(due: Option<&str>, found: Option<&str>) -> bool {
    let by_place = |colour: Option<&str>| colour.is_some_and(|colour| colour.contains(' '));
    match (due, found) {
        (Some(one), Some(other)) => one != other && by_place(due) == by_place(found),
        (one, other) => one != other,
    }
}

/// A number format's code without what programs add to it and leave out of it.
fn plain_code(code: &str) -> String {
    let mut plain = String::new();
    let mut in_brackets = false;
    for each in code.chars() {
        match each {
            '[' => in_brackets = true,
            ']' => in_brackets = false,
            '\\' | '"' | ' ' => {}
            _ if in_brackets => {}
            each => plain.extend(each.to_lowercase()),
        }
    }
    plain.trim_end_matches(";@").to_owned()
}

fn format_name(code: &str) -> String {
    match code {
        "@" => "Text".to_owned(),
        "General" | "GENERAL" | "general" => "General".to_owned(),
        code => shown::quoted(code),
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    fn style(format: &str) -> Style {
        Style { format: format.to_owned(), font: Some("Calibri 11".to_owned()), ..Style::default() }
    }

    #[test]
    fn the_same_format_written_by_two_programs_is_no_difference() {
        for (one, other) in [("yyyy-mm-dd", "yyyy\\-mm\\-dd;@"), ("0.00", "[$-409]0.00"), ("General", "GENERAL")] {
            assert_eq!(differences(&style(one), &style(other)), [] as [String; 0]);
        }
        let themed = Style { ink: Some("theme 4".to_owned()), ..style("@") };
        let saved_elsewhere = Style { ink: Some("4472C4".to_owned()), ..style("@") };
        assert_eq!(differences(&themed, &saved_elsewhere), [] as [String; 0]);
    }

    #[test]
    fn the_same_list_written_by_two_programs_is_no_other_list() {
        for (one, other) in [
            ("Lists!$A$2:$A$9", "'Lists'!$A$2:$A$9"),
            ("INDIRECT($B2)", "INDIRECT($B70)"),
            ("\"fr,pl\"", "\"fr, pl\""),
            ("Places", "=Places"),
        ] {
            assert_eq!(plain_list(one), plain_list(other));
        }
        for (one, other) in
            [("Lists!$A$2:$A$9", "Lists!$A$2:$A$8"), ("\"1,2\"", "\"1,3\""), ("Lists!$A$2", "Lists!$B$2")]
        {
            assert_ne!(plain_list(one), plain_list(other));
        }
    }

    #[test]
    fn each_difference_has_its_words() {
        let found = Style {
            bold: true,
            fill: Some("FFFF00".to_owned()),
            font: Some("Arial 10".to_owned()),
            ..style("General")
        };
        assert_eq!(
            differences(&style("@"), &found),
            [
                "the number format is General, not Text",
                "they have a background colour",
                "the font is Arial 10, not Calibri 11",
                "the letters are bold",
            ]
        );
        let filled = Style { fill: Some("FFFF00".to_owned()), ..style("0.00") };
        assert_eq!(differences(&filled, &style("0.00")), ["their background colour is gone"]);
    }
}
