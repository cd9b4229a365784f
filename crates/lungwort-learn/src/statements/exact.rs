//! Conditions that sentences state exactly: `if Result is FAIL`, where FAIL is one of the results. Such a condition counts and is to be
//! confirmed; one that is only half understood is an offer.

use std::sync::LazyLock;

use regex::Regex;

use super::by_value::entries;
use super::calendar;
use super::codes::is_one;
use super::compared_values::CONDITIONS;
use super::days_of_rows::has_days;
use super::required::OPEN;
use crate::draft::{Confidence, Draft, DraftColumn};
use lungwort_core::rulebook::toml_text::quoted;

/// A column, how it is compared, and with what.
static TERM: LazyLock<Option<Regex>> = LazyLock::new(|| {
    Regex::new(
        r"^([a-z_][a-z0-9_]*) (IS NOT NULL|IS NULL|IS NOT TRUE|IS TRUE|IS FALSE|(=|<>|<=|>=|<|>|IN|NOT IN) (.+))$",
    )
    .ok()
});

/// Columns that a condition compares with a number are columns of numbers, where nothing else is known of them.
pub(super) fn numbers_compared(draft: &mut Draft) {
    for sheet in &mut draft.sheets {
        let conditions = sheet.columns.iter().flat_map(|column| &column.lines.0);
        let conditions =
            conditions.filter(|line| CONDITIONS.contains(&line.key) && line.confidence == Confidence::Confirm);
        let compared = |line: &crate::draft::Line| compared_in(&line.value);
        let mut names: Vec<String> = conditions.filter_map(compared).collect();
        let rules = sheet.rules.iter().filter(|rule| rule.confidence == Confidence::Confirm);
        let whens = rules.flat_map(|rule| &rule.lines).filter(|(key, _)| key == "when");
        names.extend(whens.filter_map(|(_, value)| compared_in(value)));
        let open = |column: &&mut DraftColumn| {
            let known = ["type", "pattern", "allowed", "format"].iter().any(|key| column.lines.has(key));
            names.contains(&column.name) && !known
        };
        for column in sheet.columns.iter_mut().filter(open) {
            let source = "a condition compares it with a number";
            column.lines.set("type", "\"decimal\"", source, Confidence::Confirm);
        }
    }
}

/// The column that a condition compares with a number.
fn compared_in(condition: &str) -> Option<String> {
    let parts = TERM.as_ref()?.captures(condition.trim_matches('"'))?;
    let (sign, value) = (parts.get(3)?.as_str(), parts.get(4)?.as_str());
    let is_so = sign.contains(['<', '>']) && sign != "<>" && value.parse::<f64>().is_ok();
    is_so.then(|| parts[1].to_owned())
}

/// Takes back to an offer what depends on a condition that is not exact, once it is known what the columns take.
pub(super) fn others_are_offers(draft: &mut Draft) {
    for sheet in &mut draft.sheets {
        for at in 0..sheet.columns.len() {
            let column = &sheet.columns[at];
            let always = column.lines.get("required").is_some();
            let is_offer = |line: &crate::draft::Line| {
                let conditional = CONDITIONS.contains(&line.key) && line.confidence == Confidence::Confirm;
                conditional && (always || !is_exact(&line.value, Some(column), &sheet.columns))
            };
            let offers: Vec<&'static str> =
                column.lines.0.iter().filter(|line| is_offer(line)).map(|line| line.key).collect();
            let impossible: Vec<bool> =
                column.lines.0.iter().map(|line| never_holds(&line.value, &sheet.columns)).collect();
            let lines = sheet.columns[at].lines.0.iter_mut().zip(impossible);
            for (line, impossible) in lines.filter(|(line, _)| offers.contains(&line.key)) {
                line.confidence = Confidence::Suggested;
                // "Only once the tool is back", where no tool is called so: what is meant is open.
                if impossible {
                    line.value = quoted(OPEN);
                }
            }
        }
        let columns = &sheet.columns;
        let is_offer = |rule: &&mut crate::draft::DraftRule| {
            rule.confidence == Confidence::Confirm
                && rule.lines.iter().any(|(key, value)| key == "when" && !is_exact(value, None, columns))
        };
        sheet.rules.iter_mut().filter(is_offer).for_each(|rule| rule.confidence = Confidence::Suggested);
    }
}

/// Whether each term of a condition compares another column with what that column takes.
pub(super) fn is_exact(condition: &str, own: Option<&DraftColumn>, columns: &[DraftColumn]) -> bool {
    // Nothing to fill in at all is no condition.
    if condition == "\"TRUE\"" {
        return true;
    }
    let plain = calendar::without_terms(condition.trim_matches('"'), columns);
    // The "and" of a range joins no terms.
    let range = plain.split_once(" BETWEEN ").filter(|(before, _)| !before.contains([' ', '(']));
    let plain = range
        .map_or(plain.clone(), |(before, behind)| format!("{before} BETWEEN {}", behind.replacen(" AND ", " TO ", 1)));
    plain
        .replace(" AND ", " OR ")
        .split(" OR ")
        .all(|term| term.is_empty() || is_exact_term(term, own, columns).unwrap_or(false))
}

/// Whether a condition compares a column that has a list with values none of which is in it.
fn never_holds(condition: &str, columns: &[DraftColumn]) -> bool {
    let parts = TERM.as_ref().and_then(|term| term.captures(condition.trim_matches('"')));
    let Some(value) = parts.as_ref().and_then(|parts| parts.get(4)) else { return false };
    let of = parts.as_ref().and_then(|parts| columns.iter().find(|column| column.name == parts[1]));
    let list = of.and_then(|of| of.lines.get("allowed")).filter(|list| !list.value.starts_with("{ reference"));
    let known = list.map(|list| entries(&list.value)).unwrap_or_default();
    let mut texts = value.as_str().trim_matches(['(', ')']).split(", ").map(|text| text.trim_matches('\''));
    !known.is_empty() && texts.all(|text| known.iter().all(|(value, _)| value != text))
}

/// Whether a term compares a column of days with a day or a year, or a number with two: nothing of any other term.
fn of_days_or_range(term: &str, own: Option<&DraftColumn>, columns: &[DraftColumn]) -> Option<bool> {
    let year = term.strip_prefix("EXTRACT(YEAR FROM ").and_then(|term| term.split_once(')'));
    let range = || term.split_once(" BETWEEN ").map(|(name, _)| name.trim_end_matches(" NOT"));
    let by_day = term.contains(" DATE '") || term.contains(" CURRENT_DATE - INTERVAL '");
    let day = || by_day.then(|| term.split(' ').next()).flatten();
    let name = year.map(|(name, _)| name).or_else(range).or_else(day)?;
    let of = columns.iter().find(|column| column.name == name)?;
    let apart = own.is_none_or(|own| own.name != of.name);
    let days = year.is_some() || day().is_some();
    Some(apart && if days { has_days(of) } else { of.is_number() })
}

fn is_exact_term(term: &str, own: Option<&DraftColumn>, columns: &[DraftColumn]) -> Option<bool> {
    // So are codes of digits compared, where they are limited.
    if let Some((name, _)) = term.strip_prefix("CAST(").and_then(|term| term.split_once(" AS DECIMAL) ")) {
        return Some(columns.iter().any(|column| column.name == name));
    }
    if let Some(exact) = of_days_or_range(term, own, columns) {
        return Some(exact);
    }
    // "Codes starting with Z"
    if let Some((name, signs)) = term.split_once(" LIKE '") {
        let name = name.trim_end_matches(" NOT");
        let apart = own.is_none_or(|own| own.name != name);
        let signs = signs.trim_end_matches('\'').trim_matches('%');
        let plain = !signs.is_empty() && signs.chars().all(char::is_alphanumeric);
        return Some(plain && apart && columns.iter().any(|column| column.name == name));
    }
    let parts = TERM.as_ref()?.captures(term)?;
    let of =
        columns.iter().find(|column| column.name == parts[1]).filter(|of| own.is_none_or(|own| of.name != own.name))?;
    let counts = |key: &str| of.lines.get(key).map(|line| line.value.as_str());
    let (Some(sign), Some(value)) = (parts.get(3), parts.get(4)) else {
        let of_yes_no = parts[2].ends_with("NULL") || of.is_yes_no();
        return Some(of_yes_no);
    };
    let values: Vec<&str> = value.as_str().trim_matches(['(', ')']).split(", ").collect();
    let texts: Option<Vec<&str>> = values.iter().map(|value| value.strip_prefix('\'')?.strip_suffix('\'')).collect();
    // "When Condition back is higher than Condition out"
    if let [other] = values.as_slice()
        && let Some(other) = columns.iter().find(|column| column.name == *other)
    {
        let apart = own.is_none_or(|own| own.name != other.name) && other.name != of.name;
        let same = of.is_number() && other.is_number() || has_days(of) && has_days(other);
        return Some(apart && same);
    }
    let Some(texts) = texts else {
        let is_number = values.iter().all(|value| value.parse::<f64>().is_ok());
        return Some(is_number && of.is_number());
    };
    match counts("allowed") {
        // The codes of a standard are in capitals.
        Some(list) if list.starts_with("{ reference") => {
            let code =
                |text: &&str| (2..=3).contains(&text.len()) && text.bytes().all(|byte| byte.is_ascii_uppercase());
            Some(texts.iter().all(code))
        }
        Some(list) => {
            let known = entries(list);
            Some(texts.iter().all(|text| known.iter().any(|(value, _)| value == text)))
        }
        None if counts("pattern")
            .is_some_and(|pattern| texts.iter().all(|text| is_one(pattern.trim_matches('\''), text))) =>
        {
            Some(true)
        }
        // A value that is never there makes nothing required; all others would be, by its opposite.
        None => Some(matches!(sign.as_str(), "=" | "IN") && counts("type").is_none()),
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    fn column(name: &str, lines: &[(&'static str, &str)]) -> DraftColumn {
        let mut column = DraftColumn { heading: name.to_owned(), name: name.to_owned(), ..DraftColumn::default() };
        lines.iter().for_each(|(key, value)| column.lines.set(key, *value, "", Confidence::Known));
        column
    }

    #[test]
    fn conditions_are_exact_where_the_column_takes_what_they_compare_it_with() {
        let columns = [
            column("own", &[]),
            column("result", &[("allowed", r#"["PASS", "FAIL"]"#)]),
            column("treated", &[("type", "\"yes_no\"")]),
            column("price", &[("type", "\"decimal\"")]),
            column("town", &[]),
        ];
        for (condition, due) in [
            ("\"result = 'FAIL'\"", true),
            ("\"result <> 'PASS'\"", true),
            ("\"result IN ('PASS', 'FAIL')\"", true),
            ("\"result = 'FAILED'\"", false),
            ("\"treated IS TRUE\"", true),
            ("\"town IS TRUE\"", false),
            ("\"price > 100\"", true),
            ("\"town > 100\"", false),
            ("\"town IS NULL AND price IS NOT NULL\"", true),
            ("\"town = 'Ash'\"", true),
            ("\"town <> 'Ash'\"", false),
            ("\"own IS NULL\"", false),
            ("\"… = '…'\"", false),
            ("\"TRUE\"", true),
        ] {
            assert_eq!(is_exact(condition, Some(&columns[0]), &columns), due, "{condition}");
        }
    }
}
