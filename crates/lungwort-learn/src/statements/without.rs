//! What rows are refused without: `lines without a year are rejected`, `rows are only accepted with a lender`, `there must be a venue
//! on every line`.

use super::Claim;
use super::conditions::conditional_at;
use super::required::{Asking, SUBJECT, must_be_filled, required_when};
use super::subject::Mention;

/// Words between a column and the word that it is missing, at most.
const LACKING: usize = 8;
/// Words between two columns of a list, and one more.
const BESIDE: usize = 4;
/// Words from a word that something is missing to the last of what is, at most.
const LISTED: usize = 16;

/// Words before what cannot be, and from there to what is lacking, at most.
const REFUSED: usize = 6;

impl Asking<'_> {
    /// `There must be a venue on every line`
    pub(super) fn there_must_be(&self) -> Option<Vec<Claim>> {
        let (sentence, language) = (self.sentence, self.language);
        let end = language.there_must.iter().filter_map(|phrase| sentence.ends_at(phrase, 0)).max()?;
        let [mention] = self.mentions else { return None };
        let article = (end..mention.words.start).all(|at| language.every.contains(&sentence.word(at)));
        let rest = mention.words.end..sentence.words.len();
        let each = rest.is_empty() || rest.clone().take(2).any(|at| language.each_of.contains(&sentence.word(at)));
        let plain = conditional_at(sentence, language).is_none() && rest.len() <= SUBJECT;
        (article && each && plain).then(|| vec![must_be_filled(mention.place)])
    }

    /// `Where there is a team, there has to be a captain as well`
    pub(super) fn there_must_be_then(&self) -> Option<Vec<Claim>> {
        let (sentence, language) = (self.sentence, self.language);
        let must = sentence.any(language.there_must).filter(|must| must.start > 0)?;
        let said = self.condition()?;
        let near = |mention: &&Mention| (must.end..=must.end + 1).contains(&mention.words.start);
        let asked = self.mentions.iter().find(near)?;
        Some(vec![required_when(asked.place, &said)])
    }

    /// `Rows are only accepted with a lender`, `only rows with a venue are loaded`
    pub(super) fn taken_only_with(&self) -> Option<Vec<Claim>> {
        let (sentence, language) = (self.sentence, self.language);
        let only = (0..sentence.words.len()).find(|at| language.alone.contains(&sentence.word(*at)))?;
        let taken = sentence.any(language.are_taken)?;
        let has =
            |at: &usize| language.with.contains(&sentence.word(*at)) || language.has.contains(&sentence.word(*at));
        let with = (0..sentence.words.len()).find(has)?;
        let first = self.mentions.first()?;
        let article = (with + 1..first.words.start).all(|at| language.every.contains(&sentence.word(at)));
        let (start, end) = (first.words.start, self.mentions.last()?.words.end);
        // What is taken is said at once before what it has, or at the end.
        let near = taken.end <= with && with - taken.end <= SUBJECT && end == sentence.words.len()
            || only == 0 && taken.start >= end && taken.start - end <= 1 && taken.end == sentence.words.len();
        let plain = start > with
            && article
            && near
            && !sentence.words.iter().any(|(word, _)| language.or.contains(&word.as_str()));
        plain.then(|| self.mentions.iter().map(|mention| must_be_filled(mention.place)).collect())
    }

    /// `No instrument goes out without a pupil`, where what is lacking ends the sentence.
    fn is_none_without(&self, lacking: &std::ops::Range<usize>) -> bool {
        let (sentence, count) = (self.sentence, self.sentence.words.len());
        let pronoun = lacking.end + 1 == count && self.language.pronouns.contains(&sentence.word(lacking.end));
        let ends = pronoun || self.mentions.last().is_some_and(|last| last.words.end == count);
        // There may be a column for the instrument.
        let thing = |mention: &Mention| mention.words.start == 1 && mention.words.end < lacking.start;
        let behind = |mention: &Mention| mention.words.start >= lacking.end || thing(mention);
        (2..=SUBJECT + 2).contains(&lacking.start) && self.mentions.iter().all(behind) && ends
    }

    /// `We cannot place an item that lacks a tag`
    fn cannot_do_without(&self, lacking: &std::ops::Range<usize>) -> bool {
        let (sentence, language) = (self.sentence, self.language);
        // "Kitchens that cannot be reached lack a tap" asks for nothing.
        let cannot = |at: &usize| {
            language.negations.contains(&sentence.word(*at)) && !language.copulas.contains(&sentence.word(at + 1))
        };
        let near = (0..lacking.start.min(REFUSED)).find(cannot);
        let behind = self.mentions.iter().any(|mention| (lacking.end..=lacking.end + 1).contains(&mention.words.start));
        near.is_some_and(|at| lacking.start - at <= REFUSED)
            && lacking.len() <= 2
            && behind
            && self.names_lack(lacking.start)
    }

    /// Whether a word says that something is lacking, and not only that there is none: `lacks`, `without`.
    fn names_lack(&self, at: usize) -> bool {
        let word = self.sentence.word(at);
        let other = [self.language.none, self.language.unfilled];
        self.language.lacking.contains(&word) && !other.iter().any(|words| words.contains(&word))
    }

    /// `Lines in which the year is missing are rejected`
    pub(super) fn refused_without(&self) -> Option<Vec<Claim>> {
        let (sentence, language) = (self.sentence, self.language);
        // "No row without an object number"
        let denies = language.negations.contains(&sentence.word(0));
        // Those that "make no sense" lack nothing.
        let refused = sentence.any(language.refused);
        let in_refusal = |place: &std::ops::Range<usize>| {
            refused.as_ref().is_some_and(|refused| refused.start <= place.start && place.end <= refused.end)
        };
        let behind = |phrase: &&str| sentence.find_from(phrase, usize::from(denies)).filter(|place| !in_refusal(place));
        let lacking = language
            .lacking
            .iter()
            .filter_map(behind)
            .min_by_key(|place| (place.start, std::cmp::Reverse(place.end)))?;
        let none = denies && self.is_none_without(&lacking) || self.cannot_do_without(&lacking);
        if !none {
            sentence.any(language.refused)?;
        }
        // "No blank rows between the lots"
        if language.others.contains(&sentence.word(lacking.end)) {
            return None;
        }
        let denied = (0..sentence.words.len())
            .any(|at| !lacking.contains(&at) && language.negations.contains(&sentence.words[at].0.as_str()));
        let plain = none || !denied || sentence.any(language.refused).is_some_and(|refused| refused.len() > 1);
        // "Without" stands before what is missing, and the other words behind it.
        // Of a list the last may stand far behind.
        let mut reach = lacking.end + LACKING;
        for mention in self.mentions.iter().filter(|mention| mention.words.start < lacking.end + LISTED) {
            if mention.words.start < reach {
                reach = reach.max(mention.words.end + BESIDE);
            }
        }
        let before = |mention: &&Mention| {
            let near = lacking.start.saturating_sub(LACKING)..reach;
            plain && near.contains(&mention.words.start)
        };
        let mut near: Vec<&Mention> = self.mentions.iter().filter(before).collect();
        near.retain(|mention| !none || mention.words.start >= lacking.end);
        // "We cannot load a crate without a weight": a crate is what a row is.
        let thing = |mention: &&Mention| mention.place.1 == 0 && mention.words.start < lacking.start;
        let article = |mention: &&Mention| {
            let word = mention.words.start.checked_sub(1).map(|at| sentence.word(at)).unwrap_or_default();
            language.every.contains(&word) || language.articles.contains(&word)
        };
        let behind = near.iter().skip(1).all(|mention| mention.words.start >= lacking.end);
        if near.len() > 1 && behind && near.first().is_some_and(|first| thing(first) && article(first)) {
            near.remove(0);
        }
        // "Observer: your initials. We cannot accept a visit without them."
        let ends = lacking.end + 1 == sentence.words.len()
            || sentence.any(language.refused).is_some_and(|refused| refused.start == lacking.end + 1);
        let pronoun = ends && language.pronouns.contains(&sentence.word(lacking.end));
        if near.is_empty()
            && pronoun
            && let [place] = self.before
        {
            return Some(vec![must_be_filled(*place)]);
        }
        if let Some(claims) = self.lacking_beside(&near, &lacking) {
            return Some(claims);
        }
        if let Some(claims) = self.none_of_a_column(&near, &lacking).filter(|_| none) {
            return Some(claims);
        }
        self.refused_if_lacking(&near, &lacking, none)
    }

    /// What has to be filled where another column is, or is so much.
    fn lacking_beside(&self, near: &[&Mention], lacking: &std::ops::Range<usize>) -> Option<Vec<Claim>> {
        let [first, second] = near else { return None };
        if second.words.start < lacking.end {
            return None;
        }
        // "Latitude without longitude is not accepted"
        if first.words.end == lacking.start && lacking.len() == 1 {
            let said = format!("{} IS NOT NULL", (self.name)(first.place));
            return Some(vec![required_when(second.place, &said)]);
        }
        // "Expenses above 5.00 without a receipt are refused"
        let said = self.limited_before(first, lacking.start)?;
        Some(vec![required_when(second.place, &said)])
    }

    /// The condition that a column is above or below a number, where that is all that stands between it and a word.
    fn limited_before(&self, column: &Mention, end: usize) -> Option<String> {
        let (sentence, language) = (self.sentence, self.language);
        let signs =
            [(language.not_before, ">="), (language.at_least, ">="), (language.above, ">"), (language.below, "<")];
        let (at, sign) = signs.into_iter().find_map(|(phrases, sign)| {
            let end = phrases.iter().filter_map(|phrase| sentence.ends_at(phrase, column.words.end)).max()?;
            Some((end, sign))
        })?;
        let number = sentence.number(at, language).filter(|_| (at + 1..=at + 2).contains(&end))?;
        Some(format!("{} {sign} {number}", (self.name)(column.place)))
    }

    /// `No fine without a return date`, where rows are no fines.
    fn none_of_a_column(&self, near: &[&Mention], lacking: &std::ops::Range<usize>) -> Option<Vec<Claim>> {
        let first = self.mentions.first()?;
        let own = self.draft.sheets[first.place.0].columns[first.place.1].lines.has("required");
        let other = first.words.start == 1 && first.words.end == lacking.start && first.place.1 > 0 && !own;
        let said = format!("{} IS NOT NULL", (self.name)(first.place));
        other.then(|| near.iter().map(|mention| required_when(mention.place, &said)).collect())
    }

    /// What is lacking must be filled, or for some rows: of `a reading by hand without initials is rejected` only those are.
    fn refused_if_lacking(&self, near: &[&Mention], lacking: &std::ops::Range<usize>, all: bool) -> Option<Vec<Claim>> {
        let sheet = near.first()?.place.0;
        let first = near.iter().map(|mention| mention.words.start).min()?;
        let some = self.of_some_before(sheet, lacking.start).filter(|_| !all && first >= lacking.end);
        let asked = |mention: &&Mention| match &some {
            Some(said) => required_when(mention.place, said),
            None => must_be_filled(mention.place),
        };
        Some(near.iter().map(asked).collect())
    }
}
