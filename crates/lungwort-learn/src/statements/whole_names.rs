//! Names of people with the last name first, as one cell has them: `surname, first name`, `Nachname und Vorname, durch Komma getrennt`.

use super::sentence::Sentence;
use super::subject::Place;
use super::words::Language;
use super::{Claim, Confidence, Reading, Target};
use crate::draft::Draft;

/// A last name, a comma and the first name or what stands for it.
const LAST_FIRST: &str = "'[^,]+, ?[^,]+'";

/// Words from one name to the other, at most: `Surname, then a comma, then first name`.
const APART: usize = 7;

/// What a text beside one column says of how whole names are written there.
pub(super) fn read(
    (sentence, language): (&Sentence, &Language),
    (places, beside): (&[Place], Option<Place>),
    draft: &Draft,
    reading: &mut Reading,
) {
    let names = language.names;
    let ([place], Some(last)) = (places, sentence.any(names.last)) else { return };
    // "Surname and first name must be given" names what is asked for, and says nothing of how it is written.
    let begins = beside == Some(*place) && last.start <= 1 || last.start > 0 && sentence.gap(last.start - 1) == ":";
    let Some(first) =
        names.first.iter().filter_map(|phrase| sentence.find_from(phrase, last.end)).min_by_key(|at| at.start)
    else {
        return;
    };
    // "Surname in capitals, then first name" asks for capitals of a part, and its comma parts what is said.
    let capitals = sentence.any(language.capitals).is_some_and(|at| at.start >= last.end);
    if capitals && begins {
        reading.claims.retain(|claim| claim.key != "case" || claim.place() != Some(*place));
        return;
    }
    let between = last.end - 1..first.start;
    let comma = between.clone().any(|at| sentence.gap(at) == ",")
        || sentence.any(names.comma).is_some_and(|at| at.start >= last.end);
    let column = &draft.sheets[place.0].columns[place.1];
    // Where a column of its own has the first name, the text names two columns.
    let is_first = |heading: &str| names.first.contains(&heading.trim().to_lowercase().as_str());
    let apart = draft.sheets[place.0].columns.iter().any(|other| is_first(&other.heading));
    let taken = ["allowed", "pattern", "type"].iter().any(|key| column.lines.has(key));
    if !begins || !comma || first.start - last.end > APART || apart || taken || sentence.is_question() {
        return;
    }
    reading.claims.retain(|claim| !(claim.place() == Some(*place) && matches!(claim.key, "separator" | "allowed")));
    reading.claims.push(Claim {
        on: Target::Column(*place),
        key: "pattern",
        value: LAST_FIRST.to_owned(),
        confidence: Confidence::Confirm,
    });
    reading.understood = true;
}
