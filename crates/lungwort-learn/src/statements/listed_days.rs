//! Days of which a column takes one: `3 or 4 July 2027`, `3, 4 or 5 July 2027`, `either 03/07/2027 or 10/07/2027`.

use jiff::civil::Date;

use super::days;
use super::days_of_rows::is_of_days;
use super::sentence::Sentence;
use super::subject::{Mention, Place};
use super::words::Language;
use super::{About, Claim, Confidence, Reading, Target};
use crate::draft::Draft;
use lungwort_core::rulebook::toml_text::quoted;

/// Words beside the days, at most: `arrivals on 3 or 4 July 2027 only`.
const BESIDE: usize = 5;

/// The days that a sentence gives to choose from, as limits of a column of days; they are no texts of a list.
pub(super) fn read(
    (sentence, language): (&Sentence, &Language),
    (mentions, about): (&[Mention], &About),
    draft: &Draft,
    reading: &mut Reading,
) {
    let Some((days, words, sure)) = listed(sentence, language).filter(|_| !sentence.is_question()) else { return };
    let named: Vec<Place> = mentions.iter().map(|mention| mention.place).collect();
    let place = match (named.as_slice(), about.column()) {
        ([only], _) => *only,
        ([], Some(own)) => own,
        _ => return,
    };
    let own = |claim: &Claim| claim.place() == Some(place);
    let dated = |claim: &Claim| own(claim) && claim.key == "type" && claim.value.starts_with("\"date");
    let column = &draft.sheets[place.0].columns[place.1];
    let of_days = is_of_days(place, draft) || !column.lines.has("type") || reading.claims.iter().any(dated);
    let of_mention: usize = mentions.iter().map(|mention| mention.words.len()).sum();
    let denied = [language.negations, language.none, language.later, language.earlier, language.not_after];
    let barred = denied.into_iter().any(|words| sentence.has(words));
    if !of_days || barred || sentence.words.len() > words + of_mention + BESIDE {
        return;
    }
    reading.claims.retain(|claim| !own(claim) || !matches!(claim.key, "allowed" | "min" | "max" | "pattern"));
    let confidence = if sure { Confidence::Known } else { Confidence::Confirm };
    let claim = |on, key, value: String| Claim { on, key, value, confidence };
    let follow = days.windows(2).all(|pair| pair[0].tomorrow().ok() == Some(pair[1]));
    let (Some(first), Some(last)) = (days.first(), days.last()) else { return };
    let on = Target::Column(place);
    if !is_of_days(place, draft) && !reading.claims.iter().any(dated) {
        reading.claims.push(claim(on, "type", quoted("date")));
    }
    if follow {
        reading.claims.push(claim(on, "min", quoted(&first.to_string())));
        reading.claims.push(claim(on, "max", quoted(&last.to_string())));
    } else {
        let all: Vec<String> = days.iter().map(|day| format!("DATE '{day}'")).collect();
        let check = format!("{} IN ({})", column.name, all.join(", "));
        reading.claims.push(claim(Target::Rule(place.0), "check", quoted(&check)));
    }
    reading.understood = true;
}

/// Days of which the last two are joined by `or`, in ascending order, how many words they are, and whether none can be read as another.
fn listed(sentence: &Sentence, language: &Language) -> Option<(Vec<Date>, usize, bool)> {
    let named = days::named(sentence, language);
    let last = named.last()?;
    let (mut days, mut from) = (vec![last.day], last.words.start);
    while let Some(before) = from.checked_sub(1) {
        // "And" joins two of one month only.
        let joined =
            if days.len() == 1 { language.or.contains(&sentence.word(before)) } else { sentence.gap(before) == "," };
        if !joined {
            break;
        }
        let end = if days.len() == 1 { before } else { from };
        let whole = named.iter().find(|of| of.words.end == end);
        let (day, start) = match whole {
            Some(of) => (of.day, of.words.start),
            None => {
                let at = end.checked_sub(1)?;
                let digits = sentence.word(at).trim_end_matches(|each: char| each.is_alphabetic());
                let next = days[0];
                let Some(day) = digits.parse().ok().and_then(|day| Date::new(next.year(), next.month(), day).ok())
                else {
                    break;
                };
                (day, at)
            }
        };
        if day >= days[0] {
            return None;
        }
        days.insert(0, day);
        from = start;
    }
    (days.len() > 1).then(|| (days, last.words.end - from, named.iter().all(|of| of.sure)))
}
