//! Differences of spelling that do not matter where something is looked up: only those that were asked for.

use std::borrow::Cow;

use unicode_normalization::{UnicodeNormalization, is_nfkc};

use super::fold;

/// Which differences do not matter.
#[derive(Debug, Clone, Copy, Default, PartialEq, Eq)]
pub struct Folding {
    /// Capitals and lower case.
    pub case: bool,
    /// How many spaces there are, and of which kind.
    pub spaces: bool,
    /// Forms of the same character in Unicode.
    pub unicode: bool,
    /// Accents.
    pub accents: bool,
}

impl Folding {
    /// All of them.
    pub const ALL: Folding = Folding { case: true, spaces: true, unicode: true, accents: true };

    /// What does not matter by one or the other.
    pub fn or(self, other: Folding) -> Folding {
        Folding {
            case: self.case || other.case,
            spaces: self.spaces || other.spaces,
            unicode: self.unicode || other.unicode,
            accents: self.accents || other.accents,
        }
    }

    /// The text without those differences.
    pub fn apply<'t>(self, text: &'t str) -> Cow<'t, str> {
        let mut folded = Cow::Borrowed(text);
        if self.unicode && !is_nfkc(&folded) {
            folded = Cow::Owned(folded.nfkc().collect());
        }
        if self.accents && !folded.is_ascii() {
            folded = Cow::Owned(fold::without_accents(&folded));
        }
        if self.case && folded.chars().any(|each| !each.is_lowercase()) {
            folded = Cow::Owned(folded.to_lowercase());
        }
        if self.spaces && (folded.contains("  ") || folded.chars().any(|each| each.is_whitespace() && each != ' ')) {
            folded = Cow::Owned(folded.split_whitespace().collect::<Vec<_>>().join(" "));
        }
        folded
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn only_what_is_asked_for_is_folded() {
        let none = Folding::default();
        let one = |folding: Folding| folding.apply("Zoë\u{a0}  Äng").into_owned();
        assert_eq!(one(none), "Zoë\u{a0}  Äng");
        assert_eq!(one(Folding { case: true, ..none }), "zoë\u{a0}  äng");
        assert_eq!(one(Folding { spaces: true, ..none }), "Zoë Äng");
        assert_eq!(one(Folding { accents: true, ..none }), "Zoe\u{a0}  Ang");
        assert_eq!(one(Folding::ALL), "zoe ang");
        assert_eq!(Folding { unicode: true, ..none }.apply("Zoe\u{308}"), "Zoë");
    }
}
