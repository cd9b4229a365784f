//! Some of several columns: `a phone number or an address`, `one of the two, not both`, `both or neither`.

use super::required::required_when;
use super::sentence::Sentence;
use super::subject::{Mention, Place};
use super::words::Language;
use super::{Claim, Reading, Target, polite};
use crate::draft::Confidence;
use lungwort_core::rulebook::toml_text::list;

/// Words between two columns of which one is to be filled, at most: `a phone number or an e-mail`.
const OR_BETWEEN: usize = 4;

/// Words between a denial and what it denies of both, at most: `must not both be empty`.
const NOT_BEFORE: usize = 2;

/// `The same site twice on the same date`: the second column stands behind what says within what.
fn within(sentence: &Sentence, language: &Language, mentions: &[Mention], places: &[Place]) -> bool {
    let Some(same) = sentence.any(language.on_same).filter(|_| places.len() == 2) else { return false };
    let behind = |mention: &Mention| (same.end..same.end + 3).contains(&mention.words.start);
    mentions.iter().any(|mention| mention.place == places[1] && behind(mention))
}

/// "Only one of the two may be filled" is the most.
fn exactly_or_most(sentence: &Sentence, language: &Language) -> &'static str {
    let may = sentence.words.iter().any(|(word, _)| language.may.contains(&word.as_str()));
    if may && !sentence.has(language.negations) { "at_most_one" } else { "exactly_one" }
}

/// `Both price and currency, or neither`
fn both_or_neither(sentence: &Sentence, language: &Language) -> bool {
    language.both.contains(&sentence.word(0)) && sentence.has(language.neither)
}

/// Leaves those that are named behind what asks for one of them: `a renter is reached by either, so at least one of phone and e-mail…`.
fn behind_what_asks(
    (sentence, language): (&Sentence, &Language),
    (form, mentions): (&str, &[Mention]),
    places: &mut Vec<Place>,
) {
    let led = sentence.find_from_any(language.at_least_one, 0).map(|place| place.end);
    let behind = |mention: &&Mention| led.is_some_and(|led| mention.words.start >= led);
    let named: Vec<Place> = mentions.iter().filter(behind).map(|mention| mention.place).collect();
    if named.len() >= 2 && form == "at_least_one" {
        places.retain(|place| named.contains(place));
    }
}

/// Whether it says that one of several is needed: "at least one day later" counts something else.
fn at_least_one(sentence: &Sentence, language: &Language) -> bool {
    let counts = |end: usize| {
        let word = sentence.words.get(end).map_or("", |(word, _)| word.as_str());
        // "At least one number", of several
        let goes_on = [
            language.verbs, language.modals, language.or, language.and, language.small, language.pieces.number,
            language.cells,
        ];
        !word.is_empty() && sentence.gap(end - 1).is_empty() && !goes_on.iter().any(|words| words.contains(&word))
    };
    // "Father, mother: at least one parent must be given"
    let asked =
        |end: usize| sentence.required(language).is_some_and(|required| (end + 1..end + 3).contains(&required.start));
    let found = language.at_least_one.iter().filter_map(|phrase| sentence.find(phrase).map(|place| (phrase, place)));
    found
        .into_iter()
        .any(|(phrase, place)| !language.at_least_one_of.contains(phrase) || !counts(place.end) || asked(place.end))
}

/// `One of phone and e-mail has to be filled`
fn one_among(sentence: &Sentence, language: &Language, mentions: &[Mention]) -> bool {
    let Some(first) = mentions.first().filter(|_| mentions.len() >= 2) else { return false };
    let led = language.one_among.iter().filter_map(|phrase| sentence.find(phrase));
    led.into_iter().any(|led| led.start <= 1 && (led.end..=led.end + 1).contains(&first.words.start))
}

/// `Agent or buyer must be left blank`: nothing but the columns stands before what forbids.
fn one_stays_blank(sentence: &Sentence, language: &Language, mentions: &[Mention]) -> bool {
    let forbidden = sentence.any(language.forbidden);
    let last = mentions.last().map(|mention| mention.words.end);
    forbidden.zip(last).is_some_and(|(forbidden, last)| last == forbidden.start)
}

/// `Do not fill in agent or buyer` asks for neither.
fn nothing_is_filled(sentence: &Sentence, language: &Language, mentions: &[Mention]) -> bool {
    let forbidden = sentence.any(language.forbidden);
    forbidden.zip(mentions.first()).is_some_and(|(forbidden, first)| forbidden.end <= first.words.start)
}

/// Whether a sentence asks for something, by its words or as what is told to do: `E-Mail oder Telefon angeben`.
fn asks(sentence: &Sentence, language: &Language) -> bool {
    let last = sentence.word(sentence.words.len().saturating_sub(1));
    let first = sentence.word(polite(sentence, language, 0));
    let begins = language.give.contains(&first) || language.give_last.contains(&last);
    sentence.required(language).is_some() || sentence.has(language.obliging) || begins
}

/// `We cannot place an item that lacks a tag, a kind or a date` needs all of them.
fn lacks_any(sentence: &Sentence, language: &Language, mentions: &[Mention]) -> bool {
    let lacking = |at: usize| {
        let word = sentence.word(at);
        language.lacking.contains(&word) && !language.none.contains(&word)
    };
    let lacks = |mention: &Mention| (mention.words.start.saturating_sub(2)..mention.words.start).any(lacking);
    sentence.has(language.negations) && mentions.iter().any(lacks)
}

/// `Do not leave out A or B` asks for both.
fn asks_by_denial(sentence: &Sentence, language: &Language) -> bool {
    let denies = |(word, _): &(String, std::ops::Range<usize>)| language.negations.contains(&word.as_str());
    sentence.required(language).is_some_and(|required| sentence.words[required].iter().any(denies))
}

/// What is known of a sentence about several columns.
struct Asked {
    /// Whether it asks for something, and not by a denial.
    asks: bool,
    /// Whether an "or" stands between two of them.
    or_between: bool,
    /// Whether the second says within what.
    within: bool,
    /// Whether it limits what they come to.
    limited: bool,
}

/// What is asked of several columns; nothing where it is none of what is known.
fn form_of((sentence, language): (&Sentence, &Language), mentions: &[Mention], asked: &Asked) -> Option<&'static str> {
    let Asked { asks, or_between, within, limited } = *asked;
    let twice = sentence.has(language.unique) || sentence.has(language.negations) && sentence.has(language.twice);
    let scoped = within || sentence.has(language.combination) || sentence.has(language.together);
    Some(if scoped && twice || sentence.has(language.identifies) {
        "unique"
    } else if sentence.has(language.both_or_none) || both_or_neither(sentence, language) {
        "all_or_none"
    } else if sentence.has(language.exactly_one) {
        exactly_or_most(sentence, language)
    } else if (or_between || one_among(sentence, language, mentions)) && one_stays_blank(sentence, language, mentions) {
        "at_most_one"
    } else if or_between && nothing_is_filled(sentence, language, mentions) {
        return None;
    } else if at_least_one(sentence, language) || or_between && asks || asks && one_among(sentence, language, mentions)
    {
        "at_least_one"
    } else if sentence.has(language.together) && !limited {
        "all_or_none"
    } else if sentence.has(language.no_gaps)
        && !sentence.words.iter().any(|(word, _)| language.running.contains(&word.as_str()))
    {
        "no_gaps"
    } else {
        return None;
    })
}

/// `a phone number or an address`, `one of the two, not both`, `both or neither`, `from the left without a gap`
pub(super) fn some_of_several(
    sentence: &Sentence,
    language: &Language,
    (mentions, before): (&[Mention], &[Place]),
    name: &dyn Fn(Place) -> String,
    reading: &mut Reading,
) {
    let mentions = labelled(sentence, mentions);
    if lacks_any(sentence, language, mentions) {
        return;
    }
    let mut places = spoken_of(sentence, language, mentions, before);
    let Some(&(sheet, _)) = places.first().filter(|_| places.len() >= 2) else { return };
    if places.iter().any(|place| place.0 != sheet) {
        return;
    }
    let or_between = |pair: &[Mention]| or_between(sentence, language, pair);
    // Of "a phone or an e-mail of the borrower", the borrower is no choice.
    let chosen: Vec<Place> =
        mentions.windows(2).filter(|pair| or_between(pair)).flat_map(|pair| [pair[0].place, pair[1].place]).collect();
    let or_between = !chosen.is_empty();
    let asks = asks(sentence, language);
    let denied = asks_by_denial(sentence, language);
    if let Some(claim) = one_at_least((sentence, language), (mentions, &places), name) {
        reading.understood = true;
        reading.claims.push(claim);
        return;
    }
    // What is asked under a condition names another column in it.
    if or_between
        && language.conditional.iter().any(|word| sentence.find(word).is_some())
        && !sentence.has(language.at_least_one)
    {
        return;
    }
    let within = within(sentence, language, mentions, &places);
    // "Together at most 50" is said of their sum.
    let limited = sentence.has(language.at_most) || sentence.has(language.at_least);
    if let Some(claim) = one_way((sentence, language), (mentions, &places), name) {
        reading.understood = true;
        reading.claims.push(claim);
        return;
    }
    let asked = Asked { asks: asks && !denied, or_between, within, limited };
    let Some(form) = form_of((sentence, language), mentions, &asked) else { return };
    let one = matches!(form, "exactly_one" | "at_least_one" | "at_most_one");
    places.retain(|place| !(or_between && one) || chosen.contains(place));
    behind_what_asks((sentence, language), (form, mentions), &mut places);
    let names: Vec<String> = places.iter().map(|place| name(*place)).collect();
    reading.understood = true;
    reading.claims.push(Claim {
        on: Target::Rule(sheet),
        key: form,
        value: list(&names),
        confidence: Confidence::Known,
    });
}

/// The columns that a sentence is about; of `LAT, LONG: decimal degrees. Give both or leave both blank.` those of the sentence before.
fn spoken_of(sentence: &Sentence, language: &Language, mentions: &[Mention], before: &[Place]) -> Vec<Place> {
    let of_two = [language.both_or_none, language.exactly_one].into_iter().any(|phrases| sentence.has(phrases));
    let mut places = if mentions.is_empty() && before.len() == 2 && of_two { before.to_vec() } else { Vec::new() };
    for mention in mentions {
        if !places.contains(&mention.place) {
            places.push(mention.place);
        }
    }
    places
}

/// Of a sentence with a label of several columns, the label: `Father and mother: numbers of the parents; one at least is needed`.
fn labelled<'m>(sentence: &Sentence, mentions: &'m [Mention]) -> &'m [Mention] {
    let Some(colon) = sentence.text.find(':') else { return mentions };
    let before =
        |mention: &Mention| sentence.words.get(mention.words.end - 1).is_some_and(|(_, place)| place.end <= colon);
    let label = mentions.iter().take_while(|mention| before(mention)).count();
    let several = label >= 2 && mentions[..label].windows(2).any(|pair| pair[0].place != pair[1].place);
    if several { &mentions[..label] } else { mentions }
}

/// `Email and phone must not both be empty`, `one of the two may be blank, not both`, `an e-mail or, if you have none, a phone`
fn one_at_least(
    (sentence, language): (&Sentence, &Language),
    (mentions, places): (&[Mention], &[Place]),
    name: &dyn Fn(Place) -> String,
) -> Option<Claim> {
    let [first, second] = places else { return None };
    let blank = (0..sentence.words.len()).any(|at| language.unfilled.contains(&sentence.word(at)));
    let both = sentence.any(language.both);
    let not = |both: &std::ops::Range<usize>| {
        (both.start.saturating_sub(NOT_BEFORE)..both.start).any(|at| language.negations.contains(&sentence.word(at)))
    };
    let not_both = blank && both.as_ref().is_some_and(not) && !sentence.has(language.both_or_none);
    let failing = sentence.any(language.failing).filter(|place| {
        let from = mentions.iter().find(|mention| mention.place == *first).map(|mention| mention.words.end);
        let to = mentions.iter().find(|mention| mention.place == *second).map(|mention| mention.words.start);
        from.zip(to).is_some_and(|(from, to)| from <= place.start && place.end <= to && to - place.end <= 2)
    });
    let names = list(&[name(*first), name(*second)]);
    // "Leave blank if not paid" leaves none of two.
    (not_both || failing.is_some() && !blank).then_some(Claim {
        on: Target::Rule(first.0),
        key: "at_least_one",
        value: names,
        confidence: Confidence::Known,
    })
}

/// `The commission may only be given together with an agent` asks for the agent alone.
fn one_way(
    (sentence, language): (&Sentence, &Language),
    (mentions, places): (&[Mention], &[Place]),
    name: &dyn Fn(Place) -> String,
) -> Option<Claim> {
    let ([first, second], Some(place)) = (places, sentence.any(language.together_with)) else { return None };
    let apart = mentions.iter().any(|mention| mention.place == *first && mention.words.end <= place.start)
        && mentions.iter().any(|mention| mention.place == *second && mention.words.start >= place.end);
    (apart && sentence.has(language.only)).then(|| required_when(*second, &format!("{} IS NOT NULL", name(*first))))
}

/// Whether two columns are named as a choice: `a phone number or an address`.
fn or_between(sentence: &Sentence, language: &Language, pair: &[Mention]) -> bool {
    // "Numbers or dates" are kinds of values.
    let is_kind = |(word, _): &(String, std::ops::Range<usize>)| language.numeric.contains(&word.as_str());
    let between = &sentence.words[pair[0].words.end.min(pair[1].words.start)..pair[1].words.start];
    // "Worth 500 pounds or more" has another "or".
    let at = |word: usize| pair[0].words.end + word;
    let limits = [language.or_more, language.or_less, language.or_equal, language.or_older, language.or_younger];
    let of_limit =
        |word: usize| limits.into_iter().flatten().any(|phrase| sentence.ends_at(phrase, at(word)).is_some());
    between.len() <= OR_BETWEEN
        && !between.iter().any(is_kind)
        && between.iter().enumerate().any(|(word, (or, _))| language.or.contains(&or.as_str()) && !of_limit(word))
        && !is_for_others(sentence, language, pair)
}

/// `For guests from US or CA, the state is required`: what stands before the comma says for whom.
fn is_for_others(sentence: &Sentence, language: &Language, pair: &[Mention]) -> bool {
    let led = language.only_for.contains(&sentence.word(0));
    led && pair[1].words.start.checked_sub(2).is_some_and(|at| (at..at + 2).any(|at| sentence.gap(at).contains(',')))
}
