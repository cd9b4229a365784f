//! Types of databases, as data dictionaries write them: `VARCHAR(40)`, `NUMBER(8,2)`, `INT`.

use std::sync::LazyLock;

use regex::Regex;

use super::sizes::Said;
use crate::draft::Confidence;
use lungwort_core::rulebook::toml_text::quoted;

/// Texts of a length.
static TEXT: LazyLock<Option<Regex>> = LazyLock::new(|| {
    Regex::new(
        r"(?i)(?-u:\b)(?:n?varchar2?|n?char|character varying|character)\s?\(\s?([0-9]{1,5})\s?(?:char|byte)?s?\s?\)",
    )
    .ok()
});
/// Numbers of so many digits, of which some are behind the point.
static NUMBER: LazyLock<Option<Regex>> = LazyLock::new(|| {
    Regex::new(r"(?-u:\b)(?i:number|numeric|decimal|dec)\s?\(\s?([0-9]{1,2})\s?,\s?([0-9]{1,2})\s?\)|(?-u:\b)(?:NUMBER|NUMERIC|DECIMAL|DEC|number|numeric|Number|Numeric)\(([0-9]{1,2})\)").ok()
});
/// Whole numbers of any size.
static WHOLE: LazyLock<Option<Regex>> =
    LazyLock::new(|| Regex::new(r"^\s*(?:(?i:bigint|smallint|tinyint|int[248])|INT|int)(?-u:\b)").ok());

/// The values of a check: `IN ('A', 'B')`, `ENUM('A','B')`.
static LIST: LazyLock<Option<Regex>> = LazyLock::new(|| {
    Regex::new(r#"^\s*(?:(?i:check)\s*\(\s*)?(?:[A-Za-z_][A-Za-z0-9_]*\s+)?(?i:in|enum)\s*[(\{\[]([^(){}\[\]]+)[)\}\]]\s*\)?\s*$"#).ok()
});

/// The values that a check of a database lists.
pub(super) fn listed(text: &str) -> Option<Vec<String>> {
    let inside = LIST.as_ref()?.captures(text)?.get(1)?.as_str();
    let values = inside.split(',').map(|value| value.trim().trim_matches(['\'', '"', '‘', '’', '“', '”']).to_owned());
    let values: Vec<String> = values.collect();
    let quoted = inside.contains(['\'', '"', '‘', '“']) || text.trim_start().starts_with("IN ");
    (values.len() > 1 && quoted && values.iter().all(|value| !value.is_empty())).then_some(values)
}

/// A text with nothing but decimal places is no longer than this.
const SHORT: usize = 10;
/// Decimal places, as they are shortened: `2dp`, `2 d.p.`
static PLACES: LazyLock<Option<Regex>> = LazyLock::new(|| Regex::new(r"^\s*([0-9]{1,2})\s?(?i:dp|d\.p\.)\s*$").ok());

/// A number as formats of spreadsheets show it: `0.00`, `#,##0.0`.
static SHOWN: LazyLock<Option<Regex>> = LazyLock::new(|| Regex::new(r"^\s*#{0,3},?#{0,2}0\.(0{1,6})\s*$").ok());

/// What a type of a database says of values; nothing where the text has none.
pub(crate) fn read(text: &str) -> Said {
    let part = |pattern: &LazyLock<Option<Regex>>, at: usize| {
        pattern.as_ref().and_then(|pattern| pattern.captures(text)?.get(at)?.as_str().parse::<usize>().ok())
    };
    if let Some(most) = part(&TEXT, 1).filter(|most| *most > 0) {
        return vec![("length", format!("{{ max = {most} }}"), Confidence::Known)];
    }
    if text.len() <= SHORT
        && let Some(places) = part(&PLACES, 1)
    {
        return vec![("type", quoted("decimal"), Confidence::Known), ("places", places.to_string(), Confidence::Known)];
    }
    if let Some(places) = SHOWN.as_ref().and_then(|shown| Some(shown.captures(text)?.get(1)?.len())) {
        return vec![("type", quoted("decimal"), Confidence::Known), ("places", places.to_string(), Confidence::Known)];
    }
    let scaled = part(&NUMBER, 1).zip(part(&NUMBER, 2));
    let (digits, places) = match scaled.or_else(|| Some((part(&NUMBER, 3)?, 0))) {
        Some((digits, places)) if digits > places || digits == places && places > 0 => (digits, places),
        _ if WHOLE.as_ref().is_some_and(|whole| whole.is_match(text)) => {
            return vec![("type", quoted("whole"), Confidence::Known)];
        }
        _ => return Said::new(),
    };
    of_digits(digits, places)
}

/// Numbers of so many digits, of which so many are behind the point.
pub(crate) fn of_digits(digits: usize, places: usize) -> Said {
    // What fits into so many digits; another limit of the template is closer.
    let before = if digits == places { "0".to_owned() } else { "9".repeat(digits - places) };
    if places == 0 {
        return vec![("type", quoted("whole"), Confidence::Known), ("max", before, Confidence::Confirm)];
    }
    vec![
        ("type", quoted("decimal"), Confidence::Known),
        ("places", places.to_string(), Confidence::Known),
        ("max", format!("{before}.{}", "9".repeat(places)), Confidence::Confirm),
    ]
}
