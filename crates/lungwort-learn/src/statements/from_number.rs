//! What is asked from a number of the column on that was spoken of before: `0, 25 or 50; from 25 on a reason is needed`, `ab 25 ist eine
//! Begründung nötig`.

use super::Claim;
use super::by_value::entries;
use super::conditions::is_one_of;
use super::required::{Asking, required_when};
use super::subject::Place;

/// Words before the number, at most: an article, and what limits.
const LED: usize = 4;

impl Asking<'_> {
    /// The columns that are asked for from a number on, where the sentence begins with it.
    pub(super) fn asked_from_number(&self) -> Option<Vec<Claim>> {
        let (sentence, language) = (self.sentence, self.language);
        let place = match self.before {
            [place] => *place,
            _ => self.beside?,
        };
        let signs = [
            (language.not_before, ">="),
            (language.between, ">="),
            (language.at_least, ">="),
            (language.above, ">"),
            (language.below, "<"),
            (language.at_most, "<="),
        ];
        let ends = |phrases: &[&str]| phrases.iter().filter_map(|phrase| sentence.ends_at(phrase, 0)).max();
        let (end, sign) = signs.iter().find_map(|(phrases, sign)| Some((ends(phrases)?, *sign)))?;
        let number = sentence.number(end, language).filter(|_| end <= LED)?;
        let alone = || sentence.any(language.alone_required);
        let asks = sentence.required(language).or_else(|| sentence.any(language.needs)).or_else(alone)?;
        let behind = self.mentions.iter().filter(|mention| mention.words.start > end && mention.place != place);
        let asked: Vec<Place> = behind.map(|mention| mention.place).collect();
        // "From 25 to 50 a reason is needed" has two ends.
        let others = (end + 1..sentence.words.len())
            .any(|at| sentence.number(at, language).is_some() && !language.articles.contains(&sentence.word(at)));
        let said = self.of_number(place, sign, number).filter(|_| !others && asks.start > end && !asked.is_empty())?;
        Some(asked.into_iter().map(|place| required_when(place, &said)).collect())
    }

    /// The condition that a column is so great: of a list of numbers it is one of those that are.
    fn of_number(&self, place: Place, sign: &str, number: f64) -> Option<String> {
        let name = (self.name)(place);
        let Some(list) = self.draft.sheets[place.0].columns[place.1].lines.get("allowed") else {
            return self.may_be_number(place).then(|| format!("{name} {sign} {number}"));
        };
        let is_so = |value: f64| match sign {
            ">=" => value >= number,
            ">" => value > number,
            "<" => value < number,
            _ => value <= number,
        };
        let values = entries(&list.value);
        let numbers: Option<Vec<f64>> = values.iter().map(|(value, _)| value.parse().ok()).collect();
        let of_numbers = numbers?;
        let fitting = values.iter().zip(&of_numbers).filter(|(_, value)| is_so(**value));
        let fitting: Vec<String> = fitting.map(|((value, _), _)| format!("'{value}'")).collect();
        (!fitting.is_empty()).then(|| is_one_of(&name, &fitting, false))
    }
}
