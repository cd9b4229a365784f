//! Years up to the one that it is: `between 1800 and this year`, `not after the current year`.

use lungwort_core::rulebook::toml_text::quoted;

use super::codes::qualified;
use super::required::Asking;
use super::{Claim, Confidence, Reading, Target};

/// Words from the first year to this one, at most: `1800 to the current year`.
const APART: usize = 4;
/// The first year that is one.
const FIRST: f64 = 1000.0;

impl Asking<'_> {
    /// What a sentence says of the years of one column, where the last is this one.
    pub(super) fn up_to_this_year(&self) -> Option<Reading> {
        let (sentence, language) = (self.sentence, self.language);
        let [place] = *self.subjects else { return None };
        let now = sentence.any(language.this_year)?;
        let first = (0..now.start).rev().find_map(|at| Some((at, sentence.number(at, language)?)));
        let first = first.filter(|(at, year)| *year >= FIRST && now.start - at <= APART);
        let joins = |at: usize| [language.to, language.and].iter().any(|words| words.contains(&sentence.word(at)));
        let between = first.filter(|(at, _)| (at + 1..now.start).any(joins));
        // "In this year" says another thing.
        let limited =
            qualified(sentence, language.not_after, now.start) || qualified(sentence, language.at_most, now.start);
        if between.is_none() && !limited || self.condition().is_some() {
            return None;
        }
        let of_column =
            |key, value: String| Claim { on: Target::Column(place), key, value, confidence: Confidence::Confirm };
        let check = format!("{} <= EXTRACT(YEAR FROM CURRENT_DATE)", (self.name)(place));
        let mut claims = vec![of_column("type", quoted("whole"))];
        claims.extend(between.map(|(_, year)| of_column("min", year.to_string())));
        claims.push(Claim {
            on: Target::Rule(place.0),
            key: "check",
            value: quoted(&check),
            confidence: Confidence::Confirm,
        });
        Some(Reading::of(claims))
    }
}
