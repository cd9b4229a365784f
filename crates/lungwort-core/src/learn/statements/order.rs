//! Which of two columns comes first: `Date sent is never before Collected on`.

use super::sentence::Sentence;
use super::subject::Mention;
use super::words::Language;
use super::{Claim, Place, Reading, Target};
use crate::learn::draft::Confidence;
use crate::rulebook::toml_text::quoted;

/// Words between the two columns at most.
const BETWEEN: usize = 9;

/// What a sentence says of the order of two columns.
pub(super) fn read(
    sentence: &Sentence,
    language: &Language,
    mentions: &[Mention],
    name: &dyn Fn(Place) -> String,
) -> Reading {
    let order = |pair: &[Mention]| {
        let ([one, other], true) = (pair, pair[0].place.0 == pair[1].place.0 && pair[0].place != pair[1].place) else {
            return None;
        };
        let (from, to) = (one.words.end, other.words.start);
        if to < from || to - from > BETWEEN {
            return None;
        }
        let within = |phrases: &[&str]| {
            let found = phrases.iter().filter_map(|phrase| sentence.find_from(phrase, from));
            found.filter(|place| place.end <= to).min_by_key(|place| (place.start, std::cmp::Reverse(place.end)))
        };
        let (place, sign) = match (within(language.earlier), within(language.later)) {
            (Some(place), None) => (place, '<'),
            (None, Some(place)) => (place, '>'),
            _ => return None,
        };
        // The word stands right before the other column, but for an article.
        if to - place.end > 1 {
            return None;
        }
        let not = within(language.negations).is_some_and(|not| not.end <= place.start);
        let asks = not || sentence.has(language.obliging);
        let sign = match (sign, not) {
            ('<', true) => ">=",
            ('>', true) => "<=",
            ('<', false) => "<",
            _ => ">",
        };
        asks.then(|| (one.place.0, format!("{} {sign} {}", name(one.place), name(other.place))))
    };
    let claims = mentions.windows(2).filter_map(order).map(|(sheet, check)| Claim {
        on: Target::Rule(sheet),
        key: "check",
        value: quoted(&check),
        confidence: Confidence::Known,
    });
    let mut claims: Vec<Claim> = claims.collect();
    claims.extend(alike(sentence, language, mentions, name));
    Reading::of(claims)
}

/// `Sender and Receiver must not be the same`
fn alike(
    sentence: &Sentence,
    language: &Language,
    mentions: &[Mention],
    name: &dyn Fn(Place) -> String,
) -> Option<Claim> {
    let [one, other] = mentions else { return None };
    let (same, differ) = (sentence.any(language.be_same), sentence.any(language.differ));
    let place = same.clone().or_else(|| differ.clone())?;
    let behind = place.start >= other.words.end && place.start - other.words.end <= BETWEEN;
    if one.place == other.place || one.place.0 != other.place.0 || !behind || !sentence.has(language.obliging) {
        return None;
    }
    let not = sentence.any(language.negations).is_some_and(|not| not.end <= place.start);
    let sign = if same.is_some() != not { "=" } else { "<>" };
    let check = format!("{} {sign} {}", name(one.place), name(other.place));
    Some(Claim { on: Target::Rule(one.place.0), key: "check", value: quoted(&check), confidence: Confidence::Known })
}
