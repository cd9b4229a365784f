//! Times that rows are limited to, where no column is named: `parcels are delivered between 8:00 and 17:30`. They are those of the one
//! column of times that the sentence calls by another form of its word.

use super::clock;
use super::days_of_rows::{is_called, is_called_one_of};
use super::sentence::Sentence;
use super::subject::{Mention, Place};
use super::words::Language;
use super::{About, Claim, Confidence, Reading, Target};
use crate::draft::Draft;
use lungwort_core::rulebook::toml_text::quoted;

/// The limits of times of a sentence about the rows of a sheet.
pub(super) fn read(
    (sentence, language): (&Sentence, &Language),
    (mentions, about): (&[Mention], &About),
    draft: &Draft,
    reading: &mut Reading,
) {
    let is_time = |(sheet, column): Place| {
        let kind = draft.sheets[sheet].columns[column].lines.get("type");
        kind.is_some_and(|kind| kind.value == "\"time\"")
            || is_called_one_of(&draft.sheets[sheet].columns[column], |language| language.times)
    };
    // "The office is open between 9:00 and 17:00" says nothing of rows.
    let of_senders = [language.of_files, language.calendar.senders].into_iter().any(|words| sentence.has(words));
    let named = mentions.iter().any(|mention| is_time(mention.place) || mention.place.1 != 0);
    if about.column().is_some() || named || of_senders || sentence.is_question() {
        return;
    }
    let limits = clock::limits(sentence, language);
    if limits.is_empty() {
        return;
    }
    let sheets = (0..draft.sheets.len()).filter(|sheet| about.reaches(*sheet));
    let places = sheets.flat_map(|sheet| (0..draft.sheets[sheet].columns.len()).map(move |at| (sheet, at)));
    let called: Vec<Place> = places.filter(|place| is_time(*place) && is_called(sentence, *place, draft)).collect();
    let [place] = called.as_slice() else { return };
    reading.claims.retain(|claim| !claim.is_limit() || claim.place() == Some(*place));
    if !draft.sheets[place.0].columns[place.1].lines.has("type") {
        let (on, value) = (Target::Column(*place), quoted("time"));
        reading.claims.push(Claim { on, key: "type", value, confidence: Confidence::Confirm });
        let short = clock::has_short_hour(sentence).then(|| quoted("h:mm"));
        let confidence = Confidence::Confirm;
        reading.claims.extend(short.map(|value| Claim { on, key: "time_format", value, confidence }));
    }
    reading.claims.extend(limits.into_iter().map(|(key, time)| Claim {
        on: Target::Column(*place),
        key,
        value: quoted(&time),
        confidence: Confidence::Confirm,
    }));
    reading.understood = true;
}
