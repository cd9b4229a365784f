//! Numbers that come in steps: `in multiples of 5`, `only in steps of 0.5`.

use super::sentence::Sentence;
use super::subject::Place;
use super::words::Language;
use super::{Claim, Confidence, Reading, Target};
use lungwort_core::rulebook::toml_text::quoted;

/// What a sentence says of the steps in which the numbers of one column come, beside what is known of them.
pub(super) fn read(
    sentence: &Sentence,
    language: &Language,
    places: &[Place],
    name: &dyn Fn(Place) -> String,
    known: &mut Reading,
) {
    let [place] = places else { return };
    let step = sentence.any(language.multiples).and_then(|place| sentence.number(place.end, language));
    // "To the nearest half hour"
    let rounded = || {
        let mut known = language.rounded.iter();
        known.find(|(phrase, _)| sentence.find(phrase).is_some()).map(|(_, step)| *step)
    };
    // "Even numbers only", "an odd number"
    let (even, odd) = (sentence.has(language.even), sentence.has(language.odd));
    let step = step.or_else(rounded).or(Some(2.0).filter(|_| even != odd));
    let Some(step) = step.filter(|step| *step > 0.0) else { return };
    let kind = if step.fract() == 0.0 { "whole" } else { "decimal" };
    let on = Target::Column(*place);
    // That it is a number was known, and what a step is says which.
    known.claims.retain(|claim| !(claim.on == on && claim.key == "type"));
    let claim = |on, key, value| Claim { on, key, value, confidence: Confidence::Confirm };
    known.and(Reading::of(vec![
        claim(on, "type", quoted(kind)),
        claim(Target::Rule(place.0), "check", quoted(&format!("MOD({}, {step}) = {}", name(*place), u8::from(odd)))),
    ]));
}
