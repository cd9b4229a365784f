//! What has to be filled in: always, under a condition, or one of several.

use super::sentence::Sentence;
use super::subject::{Mention, Place};
use super::words::Language;
use super::{Claim, OPTIONAL, Reading, Target};
use crate::learn::draft::Confidence;
use crate::rulebook::toml_text::list;

/// What a sentence says of the filling in of columns. `looks` are those of a colour that it names, `all` every column in its reach.
pub(super) fn read(
    sentence: &Sentence,
    language: &Language,
    (mentions, subjects): (&[Mention], &[Place]),
    (looks, all): (&[Place], &[Place]),
    name: &dyn Fn(Place) -> String,
) -> Reading {
    let mut reading = Reading::default();
    some_of_several(sentence, language, mentions, name, &mut reading);
    if reading.understood {
        return reading;
    }
    let optional = sentence.any(language.optional);
    let Some(required) = sentence.any(language.required) else {
        // That something may be blank asks for nothing.
        reading.understood = optional.is_some() && !(mentions.is_empty() && looks.is_empty() && subjects.is_empty());
        if reading.understood {
            reading.claims.extend(subjects.iter().map(|place| may_be_blank(*place)));
        }
        return reading;
    };
    if optional.as_ref().is_some_and(|optional| optional.start <= required.start && required.end <= optional.end) {
        reading.understood = true;
        reading.claims.extend(subjects.iter().map(|place| may_be_blank(*place)));
        return reading;
    }
    let excepted = sentence.any(language.except).map(|except| except.start);
    let places: Vec<Place> = if sentence.has(language.all) {
        let out: Vec<Place> = mentions
            .iter()
            .filter(|mention| excepted.is_some_and(|at| mention.words.start > at))
            .map(|mention| mention.place)
            .collect();
        all.iter().copied().filter(|place| !out.contains(place)).collect()
    } else if !looks.is_empty() && mentions.is_empty() {
        looks.to_vec()
    } else {
        subjects.to_vec()
    };
    if places.is_empty() {
        return reading;
    }
    // A condition before or behind the word: required only then.
    let condition = language.conditional.iter().filter_map(|word| sentence.find(word)).map(|place| place.start).min();
    let condition = condition.filter(|at| !required.contains(at));
    reading.understood = true;
    for place in places {
        // What is named within the condition is what the condition is about.
        let named_in_condition = condition.is_some_and(|at| {
            let inside = |mention: &&Mention| mention.place == place;
            let end = if at < required.start { required.start } else { usize::MAX };
            mentions.iter().find(inside).is_some_and(|mention| mention.words.start > at && mention.words.start < end)
        });
        if named_in_condition {
            continue;
        }
        reading.claims.push(match condition {
            Some(_) => Claim {
                on: Target::Column(place),
                key: "required_when",
                value: "\"… = '…'\"".to_owned(),
                confidence: Confidence::Suggested,
            },
            None => Claim {
                on: Target::Column(place),
                key: "required",
                value: "true".to_owned(),
                confidence: Confidence::Known,
            },
        });
    }
    reading
}

fn may_be_blank(place: Place) -> Claim {
    Claim { on: Target::Column(place), key: OPTIONAL, value: String::new(), confidence: Confidence::Suggested }
}

/// `a phone number or an address`, `one of the two, not both`, `both or neither`, `from the left without a gap`
fn some_of_several(
    sentence: &Sentence,
    language: &Language,
    mentions: &[Mention],
    name: &dyn Fn(Place) -> String,
    reading: &mut Reading,
) {
    let mut places: Vec<Place> = Vec::new();
    for mention in mentions {
        if !places.contains(&mention.place) {
            places.push(mention.place);
        }
    }
    let Some(&(sheet, _)) = places.first().filter(|_| places.len() >= 2) else { return };
    if places.iter().any(|place| place.0 != sheet) {
        return;
    }
    let or_between = mentions.windows(2).any(|pair| {
        let between = &sentence.words[pair[0].words.end.min(pair[1].words.start)..pair[1].words.start];
        between.iter().any(|(word, _)| language.or.contains(&word.as_str()))
    });
    let asks = sentence.has(language.required) || sentence.has(language.obliging);
    let form = if sentence.has(language.exactly_one) {
        "exactly_one"
    } else if sentence.has(language.at_least_one) || or_between && asks {
        "at_least_one"
    } else if sentence.has(language.together) {
        "all_or_none"
    } else if sentence.has(language.no_gaps) {
        "no_gaps"
    } else {
        return;
    };
    let names: Vec<String> = places.iter().map(|place| name(*place)).collect();
    reading.understood = true;
    reading.claims.push(Claim {
        on: Target::Rule(sheet),
        key: form,
        value: list(&names),
        confidence: Confidence::Known,
    });
}
