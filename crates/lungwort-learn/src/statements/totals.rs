//! Limits of what the rows of a sheet come to together: `the sum of Quantity must not exceed 2,000`, `the shares of each order add
//! up to 100`.

use super::conditions::compared_with;
use super::sentence::Sentence;
use super::subject::{Mention, Place};
use super::words::Language;
use super::{Claim, Confidence, Reading, Target};
use lungwort_core::rulebook::toml_text::quoted;

/// Words between the sum of a column and what it is compared with, at most.
const NEAR: usize = 6;

/// What a sentence says of the sum of one column: over all rows, or over those that have the same in another one.
pub(super) fn read(
    (sentence, language): (&Sentence, &Language),
    (mentions, places): (&[Mention], &[Place]),
    name: &dyn Fn(Place) -> String,
) -> Reading {
    let of_rows = read_claim(sentence, language, mentions, name).map(|claim| vec![claim]);
    of_rows
        .or_else(|| sum_in_column(sentence, language, mentions, name))
        .or_else(|| total_of((sentence, language), (mentions, places), name))
        .or_else(|| of_columns(sentence, language, mentions, name))
        .map_or_else(Reading::default, Reading::of)
}

/// `Adults + children must equal the party size`: the sum of several columns of a row stands in another one.
fn sum_in_column(
    sentence: &Sentence,
    language: &Language,
    mentions: &[Mention],
    name: &dyn Fn(Place) -> String,
) -> Option<Vec<Claim>> {
    let (total, terms) = mentions.split_last().filter(|(_, terms)| terms.len() >= 2)?;
    let plus =
        |at: usize| language.also.last() == Some(&sentence.word(at)) || language.and.contains(&sentence.word(at));
    let added = |pair: &[Mention]| {
        let (end, start) = (pair[0].words.end, pair[1].words.start);
        start == end && end > 0 && sentence.gap(end - 1) == "+" || start == end + 1 && plus(end)
    };
    let last = terms.last()?.words.end;
    let between = last..total.words.start;
    let same = [language.balance, language.adds_up].into_iter().flatten();
    let is_same = same.into_iter().any(|phrase| {
        between.clone().any(|at| sentence.ends_at(phrase, at).is_some_and(|end| end <= total.words.start))
    });
    let equal = is_same || between.is_empty() && sentence.gap(last.checked_sub(1)?) == "=";
    let one_sheet = mentions.iter().all(|mention| mention.place.0 == total.place.0);
    let ends = total.words.end >= sentence.words.len();
    // "Debits and credits must be equal" is about the rows.
    let signed = terms.windows(2).any(|pair| pair[0].words.end > 0 && sentence.gap(pair[0].words.end - 1) == "+");
    let plainly =
        signed || (terms[0].words.end..total.words.start).any(|at| language.also.last() == Some(&sentence.word(at)));
    if !(equal && one_sheet && ends && plainly && terms.windows(2).all(added)) {
        return None;
    }
    let check = format!("{} = {}", added_up(terms, name), name(total.place));
    let claim = |on, key, value| Claim { on, key, value, confidence: Confidence::Confirm };
    let kinds = mentions.iter().map(|mention| claim(Target::Column(mention.place), "type", quoted("decimal")));
    Some(kinds.chain([claim(Target::Rule(total.place.0), "check", quoted(&check))]).collect())
}

/// The sum of some columns, of which a blank one adds nothing.
fn added_up(terms: &[Mention], name: &dyn Fn(Place) -> String) -> String {
    let terms = terms.iter().map(|mention| format!("COALESCE({}, 0)", name(mention.place)));
    terms.collect::<Vec<_>>().join(" + ")
}

/// `Total budget = Amount + Other income`, `must equal amount + other income` beside a column: the total stands first.
fn total_of(
    (sentence, language): (&Sentence, &Language),
    (mentions, places): (&[Mention], &[Place]),
    name: &dyn Fn(Place) -> String,
) -> Option<Vec<Claim>> {
    let first = mentions.first()?;
    let (total, from, terms) = match places {
        [own] if !mentions.iter().any(|mention| mention.place == *own) => (*own, 0, mentions),
        _ if first.words.start <= 1 => (first.place, first.words.end, &mentions[1..]),
        _ => return None,
    };
    let (one, last) = (terms.first()?, terms.last()?);
    let plus =
        |at: usize| language.also.last() == Some(&sentence.word(at)) || language.and.contains(&sentence.word(at));
    let article = |at: usize| language.every.contains(&sentence.word(at));
    let mut signed = false;
    let mut added = |pair: &[Mention]| {
        let (end, start) = (pair[0].words.end, pair[1].words.start);
        let sign = end > 0 && sentence.gap(end - 1) == "+";
        signed |= sign || (end..start).any(|at| language.also.last() == Some(&sentence.word(at)));
        end <= start && (sign && (end..start).all(article) || (end..start).all(|at| plus(at) || article(at)))
    };
    let joined = terms.len() >= 2 && terms.windows(2).all(&mut added);
    let same = [language.balance, language.adds_up].into_iter().flatten();
    let led = from..one.words.start;
    let says = |phrase: &&str| led.clone().any(|at| sentence.ends_at(phrase, at).is_some_and(|end| end <= led.end));
    let sum = led.clone().any(|at| language.sums.contains(&sentence.word(at)));
    let equal = sum || same.into_iter().any(says) || from > 0 && sentence.gap(from - 1) == "=";
    let one_sheet = terms.iter().all(|mention| mention.place.0 == total.0 && mention.place != total);
    let ends = last.words.end >= sentence.words.len();
    let denied = sentence.has(language.negations) || sentence.any(language.of_each).is_some();
    if !(joined && equal && one_sheet && ends && (signed || sum)) || denied {
        return None;
    }
    let check = format!("{} = {}", name(total), added_up(terms, name));
    let claim = |on, key, value| Claim { on, key, value, confidence: Confidence::Confirm };
    let all = terms.iter().map(|mention| mention.place).chain([total]);
    let kinds = all.map(|place| claim(Target::Column(place), "type", quoted("decimal")));
    Some(kinds.chain([claim(Target::Rule(total.0), "check", quoted(&check))]).collect())
}

/// `Adults and Children together may not be more than 8`: the sum of several columns of a row, of which a blank one adds nothing.
fn of_columns(
    sentence: &Sentence,
    language: &Language,
    mentions: &[Mention],
    name: &dyn Fn(Place) -> String,
) -> Option<Vec<Claim>> {
    let plus = |at: usize| language.also.last() == Some(&sentence.word(at));
    let small = |at: usize| {
        let joins = [language.and, language.also, language.every, language.small, language.number, language.owners];
        joins.iter().any(|words| words.contains(&sentence.word(at)))
    };
    let between = |pair: &[Mention]| (pair[0].words.end..pair[1].words.start).all(small);
    let (first, last) = (mentions.first()?, mentions.last()?);
    let added = (first.words.end..last.words.start).any(plus) || sentence.gap(first.words.end - 1) == "+";
    let together =
        sentence.find_from_any(language.together, last.words.end).is_some_and(|at| at.start <= last.words.end + 1);
    let one_sheet = mentions.iter().all(|mention| mention.place.0 == first.place.0);
    if mentions.len() < 2 || !one_sheet || !mentions.windows(2).all(between) || !(added || together) {
        return None;
    }
    let reach = last.words.end..sentence.words.len();
    let compared = reach
        .take(NEAR)
        .find_map(|at| compared_with(sentence, language, at).or_else(|| equals(sentence, language, at)))?;
    let check = format!("{} {compared}", added_up(mentions, name));
    let claim = |on, key, value| Claim { on, key, value, confidence: Confidence::Confirm };
    let kinds = mentions.iter().map(|mention| claim(Target::Column(mention.place), "type", quoted("decimal")));
    Some(kinds.chain([claim(Target::Rule(first.place.0), "check", quoted(&check))]).collect())
}

fn read_claim(
    sentence: &Sentence,
    language: &Language,
    mentions: &[Mention],
    name: &dyn Fn(Place) -> String,
) -> Option<Claim> {
    let summed = mentions.iter().find(|mention| is_summed(sentence, language, mention));
    let adds_up = sentence.any(language.adds_up);
    let of = summed
        .or_else(|| mentions.first().filter(|first| adds_up.as_ref().is_some_and(|at| first.words.end <= at.start)))?;
    // "Of each order"
    let grouped = |mention: &&Mention| {
        let start = mention.words.start;
        let led =
            |phrase: &&str| (start.saturating_sub(3)..start).any(|at| sentence.ends_at(phrase, at) == Some(start));
        mention.place != of.place && language.of_each.iter().any(led)
    };
    let by = mentions.iter().find(grouped).map(|mention| mention.place);
    let others = mentions.iter().any(|mention| mention.place != of.place && Some(mention.place) != by);
    if others || by.is_some_and(|by| by.0 != of.place.0) {
        return None;
    }
    let reach = of.words.end..sentence.words.len();
    let exact = |at: usize| {
        let end = language.adds_up.iter().filter_map(|phrase| sentence.ends_at(phrase, at)).max()?;
        compared_with(sentence, language, end).or_else(|| Some(format!("= {}", sentence.number(end, language)?)))
    };
    let compared = reach.clone().find_map(exact).or_else(|| {
        summed?;
        reach.take(NEAR).find_map(|at| compared_with(sentence, language, at).or_else(|| equals(sentence, language, at)))
    })?;
    Some(Claim {
        on: Target::Group(of.place.0, by.map(|(_, column)| column)),
        key: "check",
        value: quoted(&format!("SUM({}) {compared}", name(of.place))),
        confidence: Confidence::Confirm,
    })
}

/// `Must be 100`
fn equals(sentence: &Sentence, language: &Language, at: usize) -> Option<String> {
    let end = language.modals.iter().filter_map(|phrase| sentence.ends_at(phrase, at)).max()?;
    let copula = language.copulas.contains(&sentence.word(end));
    let number = sentence.number(end + usize::from(copula), language)?;
    (copula && end + 2 >= sentence.words.len()).then(|| format!("= {number}"))
}

/// Whether what is said is said of the sum of a column: `the total of Quantity`, `the sum of all fees`.
fn is_summed(sentence: &Sentence, language: &Language, mention: &Mention) -> bool {
    let small = |at: usize| [language.every, language.each_of].iter().any(|words| words.contains(&sentence.word(at)));
    let of = (0..mention.words.start).rev().find(|at| !small(*at));
    of.is_some_and(|of| {
        of > 0 && language.owners.contains(&sentence.word(of)) && language.sums.contains(&sentence.word(of - 1))
    })
}
