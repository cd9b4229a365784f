//! What one value asks of another column: `a count over 3 means that a treatment has to be given`, `values above 10,000 make a courier
//! compulsory`.

use super::conditions::compared_with;
use super::required::{Asking, OPEN, blank_when, required_when};
use super::subject::Mention;
use super::{Claim, Target};

impl Asking<'_> {
    /// What is asked of the columns behind a word that says what follows from what; none where that is nothing that must be filled.
    pub(super) fn implied(&self) -> Option<Vec<Claim>> {
        let (sentence, language) = (self.sentence, self.language);
        let implies = sentence.any(language.implies).filter(|place| place.start > 0)?;
        // "Please make sure that the weight is filled in" follows from nothing.
        let from_column = self.mentions.iter().any(|mention| mention.words.end <= implies.start);
        let from_number = (0..implies.start).any(|at| sentence.number(at, language).is_some());
        if !from_column && !from_number {
            return None;
        }
        let behind = |place: std::ops::Range<usize>| (place.start >= implies.start).then_some(place);
        let forbidden = sentence.any(language.forbidden).and_then(behind);
        let asked = forbidden.is_some() || sentence.required(language).and_then(behind).is_some();
        if !asked || sentence.any(language.optional).is_some() && forbidden.is_none() {
            return None;
        }
        let said = self.compared(implies.start).unwrap_or_else(|| OPEN.to_owned());
        let of = self.mentions.iter().filter(|mention| mention.words.start >= implies.end);
        let claim = |mention: &Mention| match forbidden {
            Some(_) => blank_when(mention.place, &said),
            None => required_when(mention.place, &said),
        };
        let claims: Vec<Claim> = of.map(claim).collect();
        let apart = |claim: &Claim| match claim.on {
            Target::Column(place) => {
                !self.mentions.iter().any(|mention| mention.place == place && mention.words.end <= implies.start)
            }
            _ => true,
        };
        Some(claims.into_iter().filter(apart).collect::<Vec<_>>()).filter(|claims| !claims.is_empty())
    }

    /// What is said of a column before a word: that it is over a number, or that it is a code.
    fn compared(&self, end: usize) -> Option<String> {
        let (sentence, language) = (self.sentence, self.language);
        let mention = self.mentions.first().filter(|mention| mention.words.end < end)?;
        let name = (self.name)(mention.place);
        let compared = (mention.words.end..end).find_map(|at| compared_with(sentence, language, at));
        if let Some(compared) = compared {
            return Some(format!("{name} {compared}"));
        }
        let [(_, code)] = &sentence.words[mention.words.end..end] else { return None };
        let code = &sentence.text[code.clone()];
        let is_code = code.len() > 1 && code.bytes().all(|byte| byte.is_ascii_uppercase() || byte.is_ascii_digit());
        is_code.then(|| format!("{name} = '{code}'"))
    }
}
