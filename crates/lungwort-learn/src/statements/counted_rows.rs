//! Rows of which there is so much: `for more than 20 trees`, `orders of 21 trees or more`, where a column counts the trees.

use super::each_kind::Limit;
use super::products::counting;
use super::required::Asking;
use super::subject::Place;

impl Asking<'_> {
    /// The condition that a column counts so many, and its words: the first that stands within some words of the sentence.
    pub(super) fn counted_within(&self, words: std::ops::Range<usize>) -> Option<(String, std::ops::Range<usize>)> {
        let sheet = self.sheet()?;
        let within = |limit: &Limit| words.contains(&limit.start) && words.contains(&limit.end);
        self.limits().into_iter().filter(within).find_map(|limit| self.counted(sheet, limit))
    }

    /// The same of one number: the column that it counts stands behind it.
    fn counted(&self, sheet: usize, mut limit: Limit) -> Option<(String, std::ops::Range<usize>)> {
        let (sentence, language) = (self.sentence, self.language);
        let named = self.mentions.iter().find(|mention| mention.words.start == limit.end);
        let (place, end) = match named {
            Some(mention) => (mention.place, mention.words.end),
            None => (counting((sheet, sentence.word(limit.end)), self.draft)?, limit.end + 1),
        };
        if !self.may_be_number(place) || self.is_named_alone(place) {
            return None;
        }
        if let [("=", number)] = limit.terms.as_slice() {
            let behind = |phrases: &[&str]| phrases.iter().filter_map(|phrase| sentence.ends_at(phrase, end)).max();
            let (sign, end) = match (behind(language.or_more), behind(language.or_less)) {
                (Some(end), _) => (">=", end),
                (_, Some(end)) => ("<=", end),
                _ => ("=", end),
            };
            limit.terms = vec![(sign, *number)];
            return Some((self.of_terms(place, &limit), limit.start..end));
        }
        Some((self.of_terms(place, &limit), limit.start..end))
    }

    /// Whether a column is the only one that the sentence names, so that what is said of it is no condition.
    fn is_named_alone(&self, place: Place) -> bool {
        self.mentions.iter().all(|mention| mention.place == place) && self.subjects.iter().all(|of| *of == place)
    }

    fn of_terms(&self, place: Place, limit: &Limit) -> String {
        let name = (self.name)(place);
        let terms: Vec<String> = limit.terms.iter().map(|(sign, limit)| format!("{name} {sign} {limit}")).collect();
        terms.join(" AND ")
    }
}
