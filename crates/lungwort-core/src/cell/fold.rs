//! What is left of a text when case, spaces, accents and punctuation are taken away.

use unicode_normalization::UnicodeNormalization;
use unicode_normalization::char::is_combining_mark;

pub use super::near::{Folded, nearest};

/// The letters and digits of a text, lower case, without accents.
pub fn fold(text: &str) -> String {
    text.nfkd()
        .filter(|each| !is_combining_mark(*each))
        .flat_map(char::to_lowercase)
        .filter(|each| each.is_alphanumeric())
        .collect()
}

/// The text with accents taken off its Latin letters, everything else kept.
pub fn without_accents(text: &str) -> String {
    text.nfd().filter(|each| !is_combining_mark(*each)).nfc().collect()
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn folding_drops_case_accents_spaces_and_punctuation() {
        assert_eq!(fold(" Côte-d’Ivoire * "), "cotedivoire");
        assert_eq!(without_accents("Zoë Ångström"), "Zoe Angstrom");
    }
}
