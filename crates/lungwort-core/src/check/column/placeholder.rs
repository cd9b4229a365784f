//! Words that people write where they have no value. Only a rulebook can say that one of them counts as blank.

use crate::cell::fold;

/// No placeholder is longer.
pub const LONGEST: usize = 16;

/// The words, as they are when letters, digits and signs are put in order: `n/a`, `N.A.` and `NA` are one.
pub const WORDS: &[&str] = &[
    "na", "nil", "none", "null", "nan", "tbc", "tba", "tbd", "todo", "unknown", "notknown", "notapplicable",
    "notavailable", "xx", "xxx", "xxxx",
];

/// What a spreadsheet shows where a formula came to nothing.
pub const ERROR_VALUES: &[&str] =
    &["#N/A", "#REF!", "#NAME?", "#VALUE!", "#NULL!", "#DIV/0!", "#NUM!", "#SPILL!", "#CALC!"];

/// Whether the text is one that people write instead of a value: one of the words, or signs alone.
pub fn is_placeholder(text: &str) -> bool {
    let Some(first) = text.bytes().next() else {
        return false;
    };
    if !matches!(
        first,
        b'n' | b'N' | b't' | b'T' | b'u' | b'U' | b'-' | b'?' | b'.' | b'x' | b'X' | b'#' | b'*' | b'/' | 0xe2
    ) || text.len() > LONGEST
    {
        return false;
    }
    let signs_only =
        text.chars().all(|each| matches!(each, '-' | '?' | '.' | '*' | '/' | '#' | '\u{2013}' | '\u{2014}'));
    signs_only || WORDS.contains(&fold::fold(text).as_str())
}

/// Whether the text is a spreadsheet's error value.
pub fn is_error_value(text: &str) -> bool {
    text.starts_with('#') && ERROR_VALUES.contains(&text)
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn placeholders_are_known() {
        for text in ["N/A", "n.a.", "TBC", "-", "--", "?", "none", "Not known", "—", "xxx"] {
            assert!(is_placeholder(text), "{text}");
        }
        for text in ["NA-12", "Nora", "0", "-5", "Tall", "x", "Unknown person"] {
            assert!(!is_placeholder(text), "{text}");
        }
        assert!(is_error_value("#REF!") && !is_error_value("#REF"));
    }
}
