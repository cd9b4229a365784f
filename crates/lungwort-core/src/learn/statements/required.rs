//! What has to be filled in: always, under a condition, or one of several.

use super::sentence::Sentence;
use super::subject::{Mention, Place};
use super::words::Language;
use super::{Claim, OPTIONAL, Reading, Target};
use crate::learn::draft::Confidence;
use crate::rulebook::toml_text::{list, quoted};

/// Words between two columns of which one is to be filled, at most: `a phone number or an e-mail`.
const OR_BETWEEN: usize = 4;

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
    if let Some(forbidden) = sentence.any(language.forbidden) {
        let places = if !looks.is_empty() && mentions.is_empty() { looks } else { subjects };
        reading.claims.extend(must_be_blank(sentence, language, (mentions, places, &forbidden), name));
        reading.understood = !reading.claims.is_empty();
        return reading;
    }
    let optional = sentence.any(language.optional);
    if let Some(needs) = sentence.any(language.needs) {
        // What is needed is named behind the verb.
        let needed: Vec<Place> =
            mentions.iter().filter(|mention| mention.words.start >= needs.end).map(|mention| mention.place).collect();
        let plain = condition_span(sentence, language).is_none();
        if plain && !needed.is_empty() && !sentence.has(language.required) {
            reading.claims.extend(needed.into_iter().map(must_be_filled));
            reading.understood = true;
            return reading;
        }
    }
    // "Conditional" says something only with its condition.
    let needed =
        || sentence.any(language.conditional_on).filter(|_| condition_of(sentence, language, mentions, name).is_some());
    // `C - if Service is EXP`, beside a column: needed then.
    let leads =
        condition_span(sentence, language).is_some_and(|span| span.start <= 1 && span.end == sentence.words.len());
    if let Some(said) =
        condition_of(sentence, language, mentions, name).filter(|_| leads && !sentence.has(language.required))
    {
        let others = subjects.iter().filter(|place| !mentions.iter().any(|mention| mention.place == **place));
        reading.claims.extend(others.map(|place| Claim {
            on: Target::Column(*place),
            key: "required_when",
            value: quoted(&said),
            confidence: Confidence::Suggested,
        }));
        reading.understood = !reading.claims.is_empty();
        if reading.understood {
            return reading;
        }
    }
    let Some(required) = sentence.any(language.required).or_else(needed) else {
        // That something may be blank asks for nothing.
        reading.understood = optional.is_some() && !(mentions.is_empty() && looks.is_empty() && subjects.is_empty());
        if reading.understood {
            reading.claims.extend(subjects.iter().map(|place| may_be_blank(*place)));
        }
        return reading;
    };
    // `Mandatory: no`
    let denied = sentence.words.get(required.end).is_some_and(|(word, place)| {
        let sign = sentence.text[sentence.words[required.end - 1].1.end..place.start].trim();
        language.no.contains(&word.as_str()) && matches!(sign, ":" | "?" | "=" | "-" | "–")
    });
    if denied {
        reading.understood = true;
        reading.claims.extend(subjects.iter().map(|place| may_be_blank(*place)));
        return reading;
    }
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
    // "Required for credit notes" is no more than that; "required for all rows" is.
    let behind = |at: usize| sentence.words.get(required.end + at).map_or("", |(word, _)| word.as_str());
    let for_some = language.only_for.contains(&behind(0)) && !language.whole_of.contains(&behind(1));
    let condition = condition.or(for_some.then_some(required.end));
    reading.understood = true;
    let said = condition_of(sentence, language, mentions, name).unwrap_or_else(|| "… = '…'".to_owned());
    for place in places {
        // What is named within the condition is what the condition is about.
        let span = condition.and_then(|_| condition_span(sentence, language));
        let named_in_condition = span.is_some_and(|span| {
            let mention = mentions.iter().find(|mention| mention.place == place);
            mention.is_some_and(|mention| span.contains(&mention.words.start))
        });
        if named_in_condition {
            continue;
        }
        reading.claims.push(match condition {
            Some(_) => Claim {
                on: Target::Column(place),
                key: "required_when",
                value: quoted(&said),
                confidence: Confidence::Suggested,
            },
            None => must_be_filled(place),
        });
    }
    reading
}

/// Columns that nobody is to fill in, or not under a condition.
fn must_be_blank(
    sentence: &Sentence,
    language: &Language,
    (mentions, places, forbidden): (&[Mention], &[Place], &std::ops::Range<usize>),
    name: &dyn Fn(Place) -> String,
) -> Vec<Claim> {
    let condition = language.conditional.iter().filter_map(|word| sentence.find(word)).map(|place| place.start).min();
    let condition = condition.filter(|at| !forbidden.contains(at));
    let said = match condition {
        None => Some("TRUE".to_owned()),
        Some(_) => condition_of(sentence, language, mentions, name),
    };
    let in_condition = |place: &Place| {
        let end = condition.map(|at| if at < forbidden.start { forbidden.start } else { usize::MAX });
        condition.zip(end).is_some_and(|(at, end)| {
            mentions.iter().any(|of| of.place == *place && of.words.start > at && of.words.start < end)
        })
    };
    let value = quoted(&said.unwrap_or_else(|| "… = '…'".to_owned()));
    let confidence = if condition.is_some() { Confidence::Suggested } else { Confidence::Confirm };
    let of = places.iter().filter(|place| !in_condition(place));
    of.map(|place| Claim { on: Target::Column(*place), key: "blank_when", value: value.clone(), confidence }).collect()
}

/// The words of a sentence's condition: up to its comma where it stands first, else to the end.
pub(super) fn condition_span(sentence: &Sentence, language: &Language) -> Option<std::ops::Range<usize>> {
    let from = language.conditional.iter().filter_map(|word| sentence.find(word)).map(|place| place.start).min()?;
    let start = sentence.words.get(from)?.1.start;
    let comma = sentence.text[start..].find(',').map(|at| start + at).filter(|_| from == 0);
    let end = comma.and_then(|comma| sentence.words.iter().position(|(_, place)| place.start > comma));
    Some(from..end.unwrap_or(sentence.words.len()))
}

/// The condition that a sentence states of another column: `if Donor type is person`, `where the price is given`.
pub(super) fn condition_of(
    sentence: &Sentence,
    language: &Language,
    mentions: &[Mention],
    name: &dyn Fn(Place) -> String,
) -> Option<String> {
    let from = language.conditional.iter().filter_map(|word| sentence.find(word)).map(|place| place.end).min()?;
    let about = mentions.iter().find(|mention| mention.words.start >= from && mention.words.start <= from + 2)?;
    // "If a fee is charged, give it in euros" asks nothing of another column.
    let span = condition_span(sentence, language)?;
    let outside = |at: &usize| !span.contains(at);
    let named = mentions.iter().any(|mention| outside(&mention.words.start));
    let pronoun = |at: usize| outside(&at) && language.pronouns.contains(&sentence.words[at].0.as_str());
    if !named && (0..sentence.words.len()).any(pronoun) {
        return None;
    }
    let behind = about.words.end;
    let at = |phrases: &[&str]| {
        let here = phrases.iter().filter_map(|phrase| sentence.find_from(phrase, behind));
        here.filter(|place| place.start == behind).map(|place| place.end).max()
    };
    let column = name(about.place);
    let unless = sentence.words.get(from - 1).is_some_and(|(word, _)| language.unless.contains(&word.as_str()));
    let (blank, given) = (at(language.is_blank).is_some(), at(language.is_given).is_some());
    if blank || given {
        return Some(format!("{column} IS {}NULL", if blank == unless { "NOT " } else { "" }));
    }
    let signed = sentence.text[sentence.words.get(behind.checked_sub(1)?)?.1.end..].trim_start().starts_with('=');
    let value = match at(language.equals) {
        Some(end) => sentence.rest(end),
        None if signed => sentence.rest(behind),
        None => return None,
    };
    let values = values_of(value, language)?;
    Some(match (values.as_slice(), unless) {
        ([one], false) => format!("{column} = {one}"),
        ([one], true) => format!("{column} <> {one}"),
        (several, false) => format!("{column} IN ({})", several.join(", ")),
        (several, true) => format!("{column} NOT IN ({})", several.join(", ")),
    })
}

/// The values that a condition names: up to where the sentence goes on.
fn values_of(text: &str, language: &Language) -> Option<Vec<String>> {
    let text = text.trim().trim_start_matches(['"', '\'', '“', '‘', '„', '«']);
    let end = text.find([',', ';', ')', ':', '.', '"', '“', '”', '’', '»', '\'']).unwrap_or(text.len());
    let mut parts: Vec<&str> = vec![text[..end].trim()];
    for word in language.or {
        let sign = format!(" {word} ");
        parts =
            parts.into_iter().flat_map(|part| part.split(sign.as_str()).collect::<Vec<_>>()).map(str::trim).collect();
    }
    let fits = |part: &&str| {
        let words: Vec<String> = part.split_whitespace().map(str::to_lowercase).collect();
        let common =
            words.iter().any(|word| language.small.contains(&word.as_str()) || language.verbs.contains(&word.as_str()));
        !words.is_empty() && words.len() <= 3 && part.len() <= 40 && (!common || words.len() == 1 && part.len() <= 2)
    };
    parts.iter().all(fits).then(|| parts.iter().map(|part| format!("'{}'", part.replace('\'', "''"))).collect())
}

fn must_be_filled(place: Place) -> Claim {
    Claim { on: Target::Column(place), key: "required", value: "true".to_owned(), confidence: Confidence::Known }
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
    let or_between = |pair: &[Mention]| {
        let between = &sentence.words[pair[0].words.end.min(pair[1].words.start)..pair[1].words.start];
        between.len() <= OR_BETWEEN && between.iter().any(|(word, _)| language.or.contains(&word.as_str()))
    };
    // Of "a phone or an e-mail of the borrower", the borrower is no choice.
    let chosen: Vec<Place> =
        mentions.windows(2).filter(|pair| or_between(pair)).flat_map(|pair| [pair[0].place, pair[1].place]).collect();
    let or_between = !chosen.is_empty();
    let begins = sentence.words.first().is_some_and(|(word, _)| language.give.contains(&word.as_str()));
    let asks = sentence.has(language.required) || sentence.has(language.obliging) || begins;
    // What is asked under a condition names another column in it.
    if or_between
        && language.conditional.iter().any(|word| sentence.find(word).is_some())
        && !sentence.has(language.at_least_one)
    {
        return;
    }
    let twice = sentence.has(language.unique) || sentence.has(language.negations) && sentence.has(language.twice);
    let form = if sentence.has(language.combination) && twice {
        "unique"
    } else if sentence.has(language.both_or_none) {
        "all_or_none"
    } else if sentence.has(language.exactly_one) {
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
    if or_between && matches!(form, "exactly_one" | "at_least_one") {
        places.retain(|place| chosen.contains(place));
    }
    let names: Vec<String> = places.iter().map(|place| name(*place)).collect();
    reading.understood = true;
    reading.claims.push(Claim {
        on: Target::Rule(sheet),
        key: form,
        value: list(&names),
        confidence: Confidence::Known,
    });
}
