//! `Consent must be Yes, otherwise the booking cannot be accepted`: one answer is taken, and no other.

use super::conditions::conditional_at;
use super::names_days;
use super::required::Asking;
use super::{Claim, Target};
use crate::draft::Confidence;
use lungwort_core::rulebook::toml_text::list;

impl Asking<'_> {
    /// The one answer that a column takes.
    pub(super) fn always_yes(&self) -> Option<Vec<Claim>> {
        let (sentence, language) = (self.sentence, self.language);
        let [place] = self.subjects else { return None };
        if conditional_at(sentence, language).is_some() {
            return None;
        }
        // "On Sundays overtime is always y", "in the kitchen it must be yes"
        let of_some = names_days(&sentence.text)
            || [language.into, language.only_for, language.with].iter().any(|words| words.contains(&sentence.word(0)));
        if of_some {
            return None;
        }
        let own =
            self.mentions.first().filter(|mention| mention.place == *place).map_or(0, |mention| mention.words.end);
        let end = language.must_be_yes.iter().filter_map(|phrase| sentence.ends_at(phrase, own)).max()?;
        let (word, stated) = sentence.words.get(end)?;
        let is_yes = language.yes_no.iter().any(|(yes, _)| yes == word && yes.parse::<u8>().is_err());
        // "Must be yes or no" takes either.
        let ends = end + 1 == sentence.words.len() || sentence.gap(end).contains([',', ';', ':', '.', '"']);
        let alone = self.mentions.iter().all(|mention| mention.words.end <= own.max(1) || mention.place != *place);
        let value = sentence.text[stated.clone()].to_owned();
        (is_yes && ends && alone).then(|| {
            vec![Claim {
                on: Target::Column(*place),
                key: "allowed",
                value: list(&[value]),
                confidence: Confidence::Known,
            }]
        })
    }
}
