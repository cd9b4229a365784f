//! A column that is filled in for rows of some kind only, in whatever order the words stand: `only fill in the tow load for cars`,
//! `tow load in kg: fill in for cars only`, `Anhängelast nur bei PKW ausfüllen`.

use super::Claim;
use super::required::{Asking, blank_when, otherwise};

impl Asking<'_> {
    /// That the column is blank for all other rows; nothing where a sentence says anything else.
    pub(super) fn filled_only_for(&self) -> Option<Vec<Claim>> {
        let (sentence, language) = (self.sentence, self.language);
        let [place] = self.subjects else { return None };
        let only = |at: usize| language.only.contains(&sentence.word(at));
        if !(0..sentence.words.len()).any(only) || sentence.required(language).is_some() {
            return None;
        }
        let verbs = [language.fill_in, language.filled, language.give_last, language.give];
        let filled: Vec<std::ops::Range<usize>> = (0..sentence.words.len())
            .filter_map(|at| {
                let ends = verbs.into_iter().flatten().filter_map(|phrase| sentence.ends_at(phrase, at));
                Some(at..ends.max()?)
            })
            .collect();
        let own = self.mentions.iter().filter(|mention| mention.place == *place);
        let said_of_one = own.count() == self.mentions.len();
        let (said, kind) = self.kind_of_rows().filter(|_| said_of_one && !filled.is_empty())?;
        // Behind a comma another thing is said.
        let parted = (1..sentence.words.len()).any(|at| {
            let inside = kind.contains(&(at - 1)) && kind.contains(&at);
            !inside && sentence.gap(at - 1).contains([',', ';', '('])
        });
        let small =
            [language.every, language.articles, language.polite, language.copulas, language.may, language.small];
        let plain = |at: usize| {
            let within = |place: &std::ops::Range<usize>| place.contains(&at);
            let named = self.mentions.iter().any(|mention| within(&mention.words));
            let word = sentence.word(at);
            named
                || only(at)
                || kind.contains(&at)
                || filled.iter().any(within)
                || super::units::is_unit(word)
                || small.iter().any(|words| words.contains(&word))
        };
        let whole = !parted && (0..sentence.words.len()).all(plain);
        (whole && !self.is_said_of(*place, said))
            .then(|| otherwise(said).map(|said| vec![blank_when(*place, &said)]))?
    }
}
