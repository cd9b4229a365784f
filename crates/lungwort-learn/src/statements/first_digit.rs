//! `Room: three digits; the first digit is the floor (1 to 4)`: what is said of one sign of a code limits that sign, and not the code
//! as a number.

use super::sentence::Sentence;
use super::subject::Place;
use super::words::Language;
use super::{Claim, Reading, Target};
use crate::draft::{Confidence, Draft};

/// Takes the limits of one sign of a code for what they are.
pub(super) fn of_code(
    (sentence, language): (&Sentence, &Language),
    before: &[Place],
    reading: &mut Reading,
    draft: &mut Draft,
) {
    let Some(first) = sentence.any(language.first_digit) else { return };
    let own = reading.claims.iter().find_map(|claim| claim.place());
    let Some(place) = own.or(before.first().copied()) else { return };
    let numbers: Vec<f64> =
        (first.end..sentence.words.len()).filter_map(|at| sentence.number(at, language)).take(2).collect();
    let is_limit = |claim: &Claim| claim.on == Target::Column(place) && matches!(claim.key, "min" | "max" | "type");
    let limited = reading.claims.iter().any(is_limit);
    reading.claims.retain(|claim| !is_limit(claim));
    let [least, most] = numbers.as_slice() else { return };
    if !(0.0..9.0).contains(least) || !(*least + 0.5..9.5).contains(most) || least.fract() + most.fract() > 0.0 {
        return;
    }
    let digits = |pattern: &str| -> Option<u32> {
        let count = pattern.trim_matches('\'').strip_prefix(r"\d{")?.strip_suffix('}')?;
        count.parse().ok().filter(|count| *count > 1)
    };
    let built = |count: u32| match count - 1 {
        1 => format!(r"'[{least}-{most}]\d'"),
        rest => format!(r"'[{least}-{most}]\d{{{rest}}}'"),
    };
    if let Some(claim) =
        reading.claims.iter_mut().find(|claim| claim.on == Target::Column(place) && claim.key == "pattern")
    {
        if let Some(count) = digits(&claim.value) {
            claim.value = built(count);
        }
        return;
    }
    let line = draft.sheets[place.0].columns[place.1].lines.0.iter_mut().find(|line| line.key == "pattern");
    if let Some((line, count)) = line.and_then(|line| digits(&line.value).map(|count| (line, count))) {
        line.value = built(count);
        line.confidence = Confidence::Known;
        reading.understood = true;
    } else if limited {
        // Of which code it is the first sign is not known.
        reading.understood = false;
    }
}
