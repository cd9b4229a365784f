//! Columns that are the difference of two others: `gross minus tare` beside the net weight, `Net = Gross - Tare`.

use super::days_of_rows::is_of_days;
use super::sentence::Sentence;
use super::subject::{Mention, Place};
use super::words::Language;
use super::{Claim, Confidence, Reading, Target};
use crate::draft::Draft;
use lungwort_core::rulebook::toml_text::quoted;

/// Lines by which a column has no numbers.
const OTHER: &[&str] = &["allowed", "pattern", "yes_no", "format"];

/// What a sentence that is nothing else says of the column that it stands beside or begins with.
pub(super) fn read(
    (sentence, language): (&Sentence, &Language),
    (mentions, beside): (&[Mention], Option<Place>),
    (name, draft): (&dyn Fn(Place) -> String, &Draft),
) -> Reading {
    let (total, from, terms) = match (mentions, beside) {
        ([own, one, other], _) => (own.place, own.words.end, [one, other]),
        ([one, other], Some(own)) => (own, 0, [one, other]),
        _ => return Reading::default(),
    };
    let [one, other] = terms;
    let small = |at: usize| language.every.contains(&sentence.word(at));
    let is = |at: usize| language.copulas.contains(&sentence.word(at)) || small(at);
    let led = (from..one.words.start).all(|at| if from > 0 { is(at) } else { small(at) });
    let equals = from == 0 || sentence.gap(from - 1).contains('=') || (from..one.words.start).any(|at| !small(at));
    let dashed = one.words.end == other.words.start && matches!(sentence.gap(one.words.end - 1), "-" | "–" | "−");
    let between = one.words.end..other.words.start;
    let minus = language.minus.iter().any(|phrase| {
        let end = sentence.ends_at(phrase, between.start);
        end.is_some_and(|end| (end..between.end).all(small))
    });
    let ends = other.words.end >= sentence.words.len();
    let places = [total, one.place, other.place];
    let distinct = total != one.place && total != other.place && one.place != other.place;
    let one_sheet = places.iter().all(|place| place.0 == total.0);
    let numbers = places.iter().all(|place| may_have_numbers(*place, draft));
    if !(led && equals && (dashed || minus) && ends && distinct && one_sheet && numbers) || sentence.is_question() {
        return Reading::default();
    }
    let check = format!("{} = {} - {}", name(total), name(one.place), name(other.place));
    let claim = |on, key, value: &str| Claim { on, key, value: quoted(value), confidence: Confidence::Confirm };
    let kinds = places.map(|place| claim(Target::Column(place), "type", "decimal"));
    Reading::of(kinds.into_iter().chain([claim(Target::Rule(total.0), "check", &check)]).collect())
}

/// Whether nothing says that a column has other values than numbers.
pub(super) fn may_have_numbers((sheet, column): Place, draft: &Draft) -> bool {
    let lines = &draft.sheets[sheet].columns[column].lines;
    !is_of_days((sheet, column), draft) && !OTHER.iter().any(|key| lines.has(key))
}
