//! A column that counts the days between two others: `Nights = Departure minus Arrival`, `Nights is the number of nights between Arrival
//! and Departure`, `Days must match From and To`.

use super::days_of_rows::{are_ends, is_of_days};
use super::sentence::Sentence;
use super::subject::{Mention, Place};
use super::words::Language;
use super::{Claim, Confidence, Reading, Target};
use crate::draft::Draft;
use lungwort_core::rulebook::toml_text::quoted;

/// Words between the column that is counted and what it is, at most.
const NEAR: usize = 7;

/// What a sentence says of a number of days that two other columns tell.
pub(super) fn read(
    (sentence, language): (&Sentence, &Language),
    mentions: &[Mention],
    (name, draft): (&dyn Fn(Place) -> String, &Draft),
) -> Reading {
    let [count, one, other] = mentions else { return Reading::default() };
    let same_sheet = count.place.0 == one.place.0 && one.place.0 == other.place.0;
    let is_count = is_counted(count.place, draft) && !is_of_days(count.place, draft);
    let typed = is_of_days(one.place, draft) && is_of_days(other.place, draft);
    if !(same_sheet && is_count && typed) || one.words.start - count.words.end > NEAR {
        return Reading::default();
    }
    let between = |from: usize, phrases: &[&str], to: usize| {
        (from..to).any(|at| phrases.iter().any(|phrase| sentence.ends_at(phrase, at).is_some_and(|end| end <= to)))
    };
    let less = sentence.gap(one.words.end - 1) == "-"
        || sentence.gap(one.words.end - 1) == "–"
        || between(one.words.end, language.less, other.words.start);
    let counts = between(count.words.end, &language.between[..1], one.words.start)
        || between(count.words.end, language.agrees, one.words.start);
    let (end, begin) = match (less, counts) {
        (true, _) => (one.place, other.place),
        (false, true) if are_ends(other.place, one.place, draft) => (one.place, other.place),
        (false, true) => (other.place, one.place),
        _ => return Reading::default(),
    };
    let check = format!("{} = {} - {}", name(count.place), name(end), name(begin));
    let number =
        Claim { on: Target::Column(count.place), key: "type", value: quoted("whole"), confidence: Confidence::Confirm };
    let typed = draft.sheets[count.place.0].columns[count.place.1].lines.has("type");
    let rule =
        Claim { on: Target::Rule(count.place.0), key: "check", value: quoted(&check), confidence: Confidence::Confirm };
    Reading::of((!typed).then_some(number).into_iter().chain([rule]).collect())
}

/// Whether a column is called after what it counts, or is known to be a number.
fn is_counted((sheet, column): Place, draft: &Draft) -> bool {
    let of = &draft.sheets[sheet].columns[column];
    let heading = of.heading.to_lowercase();
    let mut words = heading.split(|each: char| !each.is_alphanumeric());
    of.is_number() || words.any(|word| super::words::ALL.iter().any(|language| language.nights.contains(&word)))
}
