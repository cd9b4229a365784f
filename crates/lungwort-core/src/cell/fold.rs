//! Near misses: what is left of a text when case, spaces, accents and punctuation are taken away, and
//! which of many candidates a misspelt word is nearest to.

use unicode_normalization::UnicodeNormalization;
use unicode_normalization::char::is_combining_mark;

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

/// The candidate at the smallest edit distance (a swap of neighbours counts one), where it is small for the
/// word's length and no other candidate is as near. Both sides are folded first.
pub fn nearest<'a>(word: &str, candidates: impl Iterator<Item = &'a str>) -> Option<&'a str> {
    let candidates: Vec<&'a str> = candidates.collect();
    let found = Folded::new(candidates.iter().copied()).nearest(word)?;
    Some(candidates[found])
}

/// Candidates folded once, to look many words up in.
#[derive(Debug, Default)]
pub struct Folded {
    entries: Vec<(String, usize, u64)>,
}

impl Folded {
    /// Folds the candidates.
    pub fn new<'a>(candidates: impl Iterator<Item = &'a str>) -> Folded {
        let entry = |text: String| {
            let (length, letters) = (text.chars().count(), letters(&text));
            (text, length, letters)
        };
        Folded { entries: candidates.map(|each| entry(fold(each))).collect() }
    }

    /// Folds the candidates; those with digits in them are never near to anything.
    pub fn of_words<'a>(candidates: impl Iterator<Item = &'a str>) -> Folded {
        let has_digit = |text: &str| text.bytes().any(|byte| byte.is_ascii_digit());
        Folded::new(candidates.map(|each| if has_digit(each) { "" } else { each }))
    }

    /// Which candidate is the one clear winner, by [`nearest`]'s rules.
    pub fn nearest(&self, word: &str) -> Option<usize> {
        let folded = fold(word);
        let length = folded.chars().count();
        // A word of one or two letters is near to too much to guess at; longer ones bear one slip in four letters.
        let allowed = match length {
            0..=2 => return None,
            3..=5 => 1,
            6..=11 => 2,
            12..=60 => 3,
            // Nobody misspells a whole paragraph, and the distance of long texts is dear to calculate.
            _ => return None,
        };
        let letters = letters(&folded);
        let mut best: Option<(usize, usize)> = None;
        let mut tied = false;
        for (at, (other, other_length, other_letters)) in self.entries.iter().enumerate() {
            // Each slip changes at most two letters of the set, so that most candidates need no calculation.
            let differing = (letters ^ other_letters).count_ones() as usize;
            if other_length.abs_diff(length) > allowed || differing > 2 * allowed {
                continue;
            }
            let distance = strsim::osa_distance(&folded, other);
            match best {
                Some((_, least)) if distance > least => {}
                Some((_, least)) if distance == least => tied = true,
                _ => {
                    best = Some((at, distance));
                    tied = false;
                }
            }
        }
        best.filter(|(_, distance)| *distance <= allowed && !tied).map(|(at, _)| at)
    }
}

/// The set of letters of a text, each character falling on one of 64 bits.
fn letters(text: &str) -> u64 {
    text.chars().fold(0, |set, each| set | 1 << (u32::from(each) % 64))
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn folding_drops_case_accents_spaces_and_punctuation() {
        assert_eq!(fold(" Côte-d’Ivoire * "), "cotedivoire");
        assert_eq!(without_accents("Zoë Ångström"), "Zoe Angstrom");
    }

    #[test]
    fn nearest_wants_one_clear_winner() {
        let words = ["wild", "cultivated", "unknown"];
        assert_eq!(nearest("cultivatd", words.into_iter()), Some("cultivated"));
        assert_eq!(nearest("wlid", words.into_iter()), Some("wild"));
        assert_eq!(nearest("cold", ["bold", "gold"].into_iter()), None);
        assert_eq!(nearest("GX", ["GB", "GA"].into_iter()), None);
        assert_eq!(nearest("something else", words.into_iter()), None);
    }
}
