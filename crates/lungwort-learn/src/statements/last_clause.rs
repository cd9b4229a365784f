//! What the last clause beside a column says of rows of a kind: `two decimals; for clubs 0.00`, `yes or no; not allowed in the kitchen`.

use super::Claim;
use super::required::Asking;

impl Asking<'_> {
    /// The rule that the last clause states, and the condition under which it counts.
    pub(super) fn of_last_clause(&self, claims: &[Claim]) -> Option<(usize, String, String)> {
        let [place] = self.subjects else { return None };
        let sentence = self.sentence;
        let last = sentence.words.len();
        let parted = |at: &usize| sentence.gap(at - 1).contains([';', ',']);
        let start = (1..last).rev().find(parted).filter(|_| self.is_beside() || self.mentions.len() == 1)?;
        let led = [self.language.only_for, self.language.into];
        let leads = |at: usize| led.iter().any(|words| words.contains(&sentence.word(at)));
        let kind = |from: usize| {
            let article = usize::from(self.language.every.contains(&sentence.word(from + 1)));
            let at = from + 1 + article;
            let found = self.of_one_column(place.0, at, |_| true).or_else(|| self.of_yes_column(place.0, at));
            found.filter(|(said, _)| leads(from) && !self.is_said_of(*place, said))
        };
        // "For clubs 0.00"
        if let Some((said, end)) = kind(start)
            && end + 1 == last
            && let Some(number) = sentence.number(end, self.language).filter(|_| self.may_be_number(*place))
        {
            return Some((place.0, format!("{} = {number}", (self.name)(*place)), said));
        }
        let answers = |claim: &Claim| claim.key == "yes_no" && claim.place() == Some(*place);
        let said = self.closed_there(start, &kind)?;
        let takes = self.takes_yes_and_no(*place) || claims.iter().any(answers);
        takes.then(|| (place.0, format!("{} IS NOT TRUE", (self.name)(*place)), said))
    }

    /// `In the kitchen not allowed`, `not allowed in the kitchen`: no is the answer there.
    fn closed_there(&self, start: usize, kind: &dyn Fn(usize) -> Option<(String, usize)>) -> Option<String> {
        let (sentence, language) = (self.sentence, self.language);
        let last = sentence.words.len();
        let refused = |at: usize| {
            let end = language.permitted.iter().filter_map(|phrase| sentence.ends_at(phrase, at + 1)).max();
            end.filter(|_| language.negations.contains(&sentence.word(at)))
        };
        let behind = || kind(start).filter(|(_, end)| refused(*end) == Some(last));
        let before = || kind(refused(start)?).filter(|(_, end)| *end == last);
        behind().or_else(before).map(|(said, _)| said)
    }
}
