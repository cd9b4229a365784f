//! Representations of data elements in messages, as ISO 9735 (UN/EDIFACT) has them: `an..35`, `a3`, `n9`, and `n..6,2` with so many
//! decimals of the digits. Specifications of returns and declarations use them well beyond messages.

use std::sync::LazyLock;

use regex::Regex;

use super::sizes::Said;
use super::sql_types::of_digits;
use crate::draft::Confidence;
use lungwort_core::rulebook::toml_text::quoted;

static REPRESENTATION: LazyLock<Option<Regex>> =
    LazyLock::new(|| Regex::new(r"^\s*(?i)(an|a|n)\s?(\.\.)?\s?([0-9]{1,4})(?:,([0-9]{1,2}))?\s*$").ok());

/// The same with what fits at most in brackets, as layouts of records have them: `AN(10)`, `N(5,2)`, `X(30)`, `9(4)`.
static LAYOUT: LazyLock<Option<Regex>> =
    LazyLock::new(|| Regex::new(r"^\s*(AN|A|N|X|C|9)\s?\(\s?([0-9]{1,4})\s?(?:[,.]\s?([0-9]{1,2})\s?)?\)\s*$").ok());

/// A representation is no longer than this.
const LONGEST: usize = 16;
/// Letters that are exactly so many are a code; more of them may have spaces between.
const CODE: u32 = 4;

/// What a representation says of values; nothing where the text is none.
pub(crate) fn read(text: &str) -> Said {
    if text.len() > LONGEST {
        return Said::new();
    }
    if let Some(found) = LAYOUT.as_ref().and_then(|pattern| pattern.captures(text)) {
        let number = |at: usize| found.get(at).and_then(|part| part.as_str().parse::<usize>().ok());
        return match (&found[1], number(2).filter(|size| *size > 0), number(3)) {
            ("N" | "9", Some(digits), places) if digits <= 18 && places.is_none_or(|places| places < digits) => {
                of_digits(digits, places.unwrap_or(0))
            }
            ("AN" | "A" | "X" | "C", Some(most), None) => {
                vec![("length", format!("{{ max = {most} }}"), Confidence::Known)]
            }
            _ => Said::new(),
        };
    }
    let Some(found) = REPRESENTATION.as_ref().and_then(|pattern| pattern.captures(text)) else { return Said::new() };
    let part = |at: usize| found.get(at).map_or("", |part| part.as_str());
    let Some(size) = part(3).parse::<u32>().ok().filter(|size| *size > 0) else { return Said::new() };
    let known = Confidence::Known;
    let upto = !part(2).is_empty();
    match (part(1).to_lowercase().as_str(), upto, part(4).parse::<u32>()) {
        ("n", _, Ok(places)) if places > 0 && places < size => {
            let most = format!("{}.{}", "9".repeat((size - places) as usize), "9".repeat(places as usize));
            vec![
                ("type", quoted("decimal"), known),
                ("places", places.to_string(), known),
                ("max", most, Confidence::Confirm),
            ]
        }
        ("n", true, Err(_)) if size <= 18 => {
            vec![("type", quoted("whole"), known), ("max", "9".repeat(size as usize), Confidence::Confirm)]
        }
        ("n", _, Err(_)) => vec![("pattern", format!(r"'\d{{{}{size}}}'", if upto { "1," } else { "" }), known)],
        ("a", false, Err(_)) if size <= CODE => vec![("pattern", format!("'[A-Za-z]{{{size}}}'"), known)],
        (_, true, Err(_)) => vec![("length", format!("{{ max = {size} }}"), known)],
        (_, false, Err(_)) => vec![("length", format!("{{ exactly = {size} }}"), known)],
        _ => Said::new(),
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    fn lines(text: &str) -> Vec<String> {
        read(text).into_iter().map(|(key, value, _)| format!("{key} = {value}")).collect()
    }

    #[test]
    fn representations_of_data_elements_are_read() {
        assert_eq!(lines("an..35"), ["length = { max = 35 }"]);
        assert_eq!(lines("an2"), ["length = { exactly = 2 }"]);
        assert_eq!(lines("a3"), ["pattern = '[A-Za-z]{3}'"]);
        assert_eq!(lines(" n9 "), [r"pattern = '\d{9}'"]);
        assert_eq!(lines("n..5"), ["type = \"whole\"", "max = 99999"]);
        assert_eq!(lines("N..6,2"), ["type = \"decimal\"", "places = 2", "max = 9999.99"]);
        assert_eq!(lines("AN(10)"), ["length = { max = 10 }"]);
        assert_eq!(lines("N(5,2)"), ["type = \"decimal\"", "places = 2", "max = 999.99"]);
        assert_eq!(lines("9(4)"), ["type = \"whole\"", "max = 9999"]);
        for none in ["A1", "an 12 of them", "n", "an0", "n..2,2", "B12", "a3 or b4"] {
            let said = lines(none);
            assert_eq!(said.is_empty(), none != "A1", "{none}: {said:?}");
        }
    }
}
