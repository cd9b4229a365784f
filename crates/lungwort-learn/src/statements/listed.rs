//! The values of a column in words, where a sentence says nothing else of how they are written.

use super::sentence::{Sentence, sentences};
use super::subject::{self, Mention, Place};
use super::words::Language;
use super::{About, Claim, OPTIONAL, Reading, Target, Text, by_value, char_sets, choices, conditions, meanings};
use crate::draft::{Confidence, Draft};

/// Characters of a heading that are looked at with each sentence about its column.
const HEADING: usize = 400;

/// Which values there are, where a sentence is about one column and says nothing else of how they are written.
pub(super) fn listed(
    reading: &mut Reading,
    (text, sentence, language): (&Text, &Sentence, &Language),
    (mentions, places, before): (&[Mention], &[Place], &[Place]),
    draft: &Draft,
) {
    // "Only A-Z and 0-9" names characters and no values.
    if char_sets::read(sentence, language, 0).is_some() {
        return;
    }
    // `CH (cheque), TR (transfer) – only if paid`
    if let Some((codes, left)) = before_condition(sentence, language, mentions) {
        let place = match (left.as_slice(), text.about.clone()) {
            ([], About::Column(sheet, column)) => Some((sheet, column)),
            ([one], _) => Some(one.place),
            _ => None,
        };
        if let Some(place) =
            place.filter(|_| reading.claims.iter().all(|claim| matches!(claim.key, "required_when" | "blank_when")))
        {
            let heading = heading_of(draft, place);
            let said = heading.map(|heading| choices::read(&codes, language, (place, &heading, true), &left));
            reading.and(said.unwrap_or_default());
        }
        return;
    }
    // "If no, state the frame size (S, M or L)", beside another column
    if let Some((place, list)) = in_bracket_of_another((sentence, language), (mentions, places)) {
        let heading = heading_of(draft, place);
        let said = heading.map(|heading| choices::read(&list, language, (place, &heading, true), &[]));
        let mut said = said.unwrap_or_default();
        // Behind its name in brackets there is nothing else that the words could be.
        said.claims.iter_mut().for_each(|claim| claim.confidence = claim.confidence.max(Confidence::Confirm));
        reading.and(said);
        return;
    }
    // "Needed where Grazed is yes: sheep, cattle or deer"
    if let (Some(list), About::Column(sheet, column)) = (behind_condition(sentence, language), &text.about) {
        let heading = heading_of(draft, (*sheet, *column));
        let said = heading.map(|heading| choices::read(&list, language, ((*sheet, *column), &heading, true), &[]));
        reading.and(said.unwrap_or_default());
        return;
    }
    let mut single = places.to_vec();
    single.dedup_by_key(|place| draft.sheets[place.0].columns[place.1].heading.clone());
    // `Three-letter code: eng, fre, ger or wel` lists the codes that it counts the letters of.
    let of_code = reading.claims.iter().any(|claim| claim.key == "pattern") && sentence.text.contains(": ");
    // "Only on these days: MO/TU/WE"
    let colon = sentence.text.contains(": ");
    // "15,00 oder 25,00" are amounts to choose from.
    if choices::are_amounts(sentence, language) {
        reading.claims.retain(|claim| !matches!(claim.key, "type" | "decimal_mark"));
    }
    // "S small (up to 5 kg), M medium (5 to 10 kg)" are codes, and limit nothing.
    if choices::are_ranges_of_codes(sentence, language) {
        let of_number = |claim: &Claim| claim.is_limit() || matches!(claim.key, "type" | "decimal_mark");
        reading.claims.retain(|claim| !of_number(claim));
    }
    let has_form = reading.claims.iter().any(|claim| {
        !(matches!(claim.key, OPTIONAL | "required" | "required_when" | "unique" | "case" | "separator")
            || colon && claim.key == "blank_when"
            || of_code && claim.key == "pattern")
    });
    // The values of a condition are those of the column that it is about.
    let conditional = conditions::is_conditional(sentence, language, mentions) && !sentence.text.contains("):");
    if single.len() >= 2 && !(has_form || conditional) && reading.claims.is_empty() {
        reading.and(of_several((sentence, language), (mentions, &single), draft));
    }
    // "Nur bei Mittag und Abend" lists the rows that it is for.
    let of_rows = reading.claims.iter().any(|claim| claim.key == "blank_when") && is_only(sentence, language, mentions);
    if let ([_], false) = (single.as_slice(), has_form || conditional || of_rows) {
        for place in places {
            let Some(heading) = heading_of(draft, *place) else { continue };
            // `Channel: optional. web, phone, desk`
            let goes_on = mentions.is_empty() && matches!(before, [one] if one == place);
            let alone = text.about == About::Column(place.0, place.1) || goes_on;
            if of_code {
                codes_listed(reading, (sentence, language), (*place, &heading));
                continue;
            }
            reading.and(choices::read(sentence, language, (*place, &heading, alone), mentions));
        }
    }
}

/// The heading of a column as a sentence: of one that is a whole page, the beginning tells what it is.
fn heading_of(draft: &Draft, (sheet, column): Place) -> Option<Sentence> {
    let heading: String = draft.sheets[sheet].columns[column].heading.chars().take(HEADING).collect();
    subject::heading_in_words(&heading)
}

/// Whether what is said of the column that a sentence begins with, or stands beside, begins with "only".
fn is_only(sentence: &Sentence, language: &Language, mentions: &[Mention]) -> bool {
    let own = mentions.first().filter(|first| first.words.start == 0).map_or(0, |first| first.words.end);
    language.only.iter().any(|phrase| sentence.ends_at(phrase, own).is_some())
}

/// The column that a sentence asks for under a condition and is not about, and the list in brackets right behind it.
fn in_bracket_of_another(
    (sentence, language): (&Sentence, &Language),
    (mentions, places): (&[Mention], &[Place]),
) -> Option<(Place, Sentence)> {
    conditions::conditional_at(sentence, language)?;
    let last = mentions.last().filter(|last| last.words.end > 0 && !places.contains(&last.place))?;
    let open = sentence.gap(last.words.end - 1).trim_start().starts_with('(');
    let inside = sentence.rest(last.words.end).trim_end_matches(['.', ' ']).strip_suffix(')').filter(|_| open)?;
    let list = inside.trim_start_matches('(');
    let plain = list.contains([',', '/', '|']) && !list.contains(['(', ')', '=', ':']);
    sentences(list).pop().filter(|_| plain).map(|list| (last.place, list))
}

/// What stands behind the colon of a condition, as a sentence of its own.
fn behind_condition(sentence: &Sentence, language: &Language) -> Option<Sentence> {
    let (head, list) = sentence.text.split_once(": ")?;
    let head = sentences(head).pop()?;
    let span = conditions::condition_span(&head, language).filter(|span| span.end == head.words.len());
    span.and_then(|_| sentences(list).pop())
}

/// `Kind and Type: A, B or C`: the values of each of the columns that begin the sentence together.
fn of_several(
    (sentence, language): (&Sentence, &Language),
    (mentions, places): (&[Mention], &[Place]),
    draft: &Draft,
) -> Reading {
    let joins =
        |at: usize| [language.and, language.or, language.every].iter().any(|words| words.contains(&sentence.word(at)));
    let joined = |pair: &[Mention]| (pair[0].words.end..pair[1].words.start).all(joins);
    let together = mentions.windows(2).all(joined) && mentions.first().is_some_and(|first| first.words.start <= 1);
    let each = places.iter().all(|place| mentions.iter().any(|mention| mention.place == *place));
    let Some(last) = mentions.last().filter(|_| together && each && mentions.len() == places.len()) else {
        return Reading::default();
    };
    let Some(heading) = heading_of(draft, last.place) else { return Reading::default() };
    let said = choices::read(sentence, language, (last.place, &heading, false), mentions);
    let of = |place: &Place| {
        let own = said.claims.iter().filter(|claim| claim.on == Target::Column(last.place));
        own.map(|claim| Claim { on: Target::Column(*place), value: claim.value.clone(), ..*claim }).collect::<Vec<_>>()
    };
    Reading::of(places.iter().flat_map(of).collect())
}

/// Codes with what they mean, ahead of a remark that says when one is given; and the columns that are named there.
fn before_condition(
    sentence: &Sentence,
    language: &Language,
    mentions: &[Mention],
) -> Option<(Sentence, Vec<Mention>)> {
    // Codes are explained with a sign or in brackets.
    if !sentence.text.contains(['(', '=', ':', '/', '|']) {
        return None;
    }
    let parts = [" - ", " – ", " — ", "; ", ", "].into_iter().filter_map(|sign| sentence.text.rsplit_once(sign));
    let remark = |text: &str| {
        let words: Vec<String> = text.split_whitespace().take(2).map(str::to_lowercase).collect();
        let is = |at: usize, list: &[&str]| words.get(at).is_some_and(|word| list.contains(&word.as_str()));
        let lower = text.trim_start().to_lowercase();
        let begins = |phrase: &&str| lower.strip_prefix(*phrase).is_some_and(|rest| rest.starts_with(' '));
        is(0, language.only) && is(1, language.conditional) || language.conditional.iter().any(begins)
    };
    let (codes, _) = parts.into_iter().find(|(_, behind)| remark(behind))?;
    let list = codes.split_once(": ").or_else(|| codes.split_once(" : ")).map_or(codes, |(_, list)| list);
    // `CASH / CARD, if paid`
    let are_codes = || {
        let codes: Vec<&str> = list.split(['/', '|']).map(str::trim).collect();
        let is_code = |code: &&str| (1..=8).contains(&code.len()) && code.bytes().all(|byte| byte.is_ascii_uppercase());
        codes.len() >= 2 && codes.iter().all(is_code)
    };
    if meanings::explained(list, language).or_else(|| meanings::pairs(list)).is_none() && !are_codes() {
        return None;
    }
    let codes = sentences(codes).pop()?;
    let left = mentions.iter().filter(|mention| mention.words.end <= codes.words.len()).cloned().collect();
    Some((codes, left))
}

/// The values behind the colon of a sentence that says how codes are built, where each is one: they take the place of its pattern.
fn codes_listed(
    reading: &mut Reading,
    (sentence, language): (&Sentence, &Language),
    (place, heading): (Place, &Sentence),
) {
    let behind = sentence.text.split_once(": ").and_then(|(_, list)| sentences(list).into_iter().next());
    let listed = behind.map(|list| choices::read(&list, language, (place, heading, true), &[])).unwrap_or_default();
    let pattern = reading.claims.iter().find(|claim| claim.key == "pattern" && claim.on == Target::Column(place));
    let regex = pattern.and_then(|claim| regex::Regex::new(&format!("^(?:{})$", claim.value.trim_matches('\''))).ok());
    let values = listed.claims.iter().find(|claim| claim.key == "allowed").map(|claim| by_value::entries(&claim.value));
    let (Some(regex), Some(values)) = (regex, values) else { return };
    if values.len() >= 2 && values.iter().all(|(value, _)| regex.is_match(value)) {
        reading.claims.retain(|claim| claim.key != "pattern");
        reading.claims.extend(listed.claims.into_iter().map(|claim| Claim { confidence: Confidence::Known, ..claim }));
    }
}
