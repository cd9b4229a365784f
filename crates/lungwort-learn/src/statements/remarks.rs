//! What stands behind a list and is said of one of its values: `CASH, CARD or CHEQUE; cash only up to 500.00` limits no cell of the
//! method.

use super::for_values::is_form_of;
use super::language::by_language;
use super::limit_of_some::names_any;
use super::sentence::{Sentence, sentences};
use super::words::{self, Language};
use super::{Claim, Entries, Reading, Target, Text, conditions, describe_values, subject};
use crate::draft::Draft;

/// Words of what says that some rows have no value, at most.
const BLANK: usize = 9;

/// Words of a value of such a list, at most.
const VALUE: usize = 2;

/// The list, and what is said of a value.
pub(super) fn apart(text: &Text, sentence: &Sentence, draft: &Draft) -> Option<Vec<Sentence>> {
    let (list, behind) = sentence.text.split_once("; ").filter(|(_, behind)| !behind.contains(';'))?;
    let (label, values) = list.rsplit_once(": ").unwrap_or(("", list));
    let values = values_of(values)?;
    let remark = sentences(behind).pop().filter(|remark| remark.words.len() > VALUE)?;
    let heading = text.about.column().map(|(sheet, column)| draft.sheets[sheet].columns[column].heading.as_str());
    let own: Vec<String> = [label, heading.unwrap_or_default()].iter().map(|name| name.to_lowercase()).collect();
    let is_of_one = |language: &&Language| {
        let small = [language.every, language.articles, language.only, language.small];
        let at = usize::from(small.iter().any(|words| words.contains(&remark.word(0))));
        let (noun, next) = (remark.word(at), remark.word(at + 1));
        let is_value = values.iter().any(|value| is_form_of(noun, value) || noun == value.as_str());
        // "Pieces are whole numbers" is about none of kg, l and pcs alike; "codes are in capitals" is about all of them.
        let known =
            [language.sorts, language.rated, language.pronouns, language.every, language.verbs, language.whole_of];
        let of_column = own.iter().any(|name| name.split(' ').any(|word| is_form_of(noun, word) || noun == word));
        let others = at == 0 && language.copulas.contains(&next) && noun.chars().all(char::is_alphabetic);
        // "Cash must be…" asks, and is read as it is said of rows of that value.
        let asks = remark.required(language).is_some();
        !asks && (is_value || others && !of_column && !known.iter().any(|words| words.contains(&noun)))
    };
    let named = || {
        let label = if label.is_empty() { heading } else { Some(label) };
        let is_said = |value: &&String| remark.words.iter().any(|(word, _)| is_form_of(word, value) || word == *value);
        let value = values.iter().find(is_said)?;
        // As the list has it
        let at = list.to_lowercase().find(value.as_str())?;
        Some((label?, list.get(at..at + value.len())?))
    };
    let limit = || amount_of((named()?, &remark), text, draft);
    let remark = words::ALL.iter().any(is_of_one).then(|| limit().unwrap_or_else(|| remark.clone().of_a_value()))?;
    Some(sentences(list).into_iter().chain([remark]).collect())
}

/// `Cash only up to 500.00`: the amount of such rows, where one column has amounts. Which column is meant is a guess, to be confirmed.
fn amount_of(((label, value), remark): ((&str, &str), &Sentence), text: &Text, draft: &Draft) -> Option<Sentence> {
    let language = words::ALL.first()?;
    let limited = |at: usize| {
        let phrases = language.at_most.iter().chain(language.up_to);
        let end = phrases.filter_map(|phrase| remark.ends_at(phrase, at)).max()?;
        let (_, place) = remark.words.get(end)?;
        let number = &remark.text[place.clone()];
        // Money has its pence.
        number.rsplit_once('.').filter(|(_, pence)| pence.len() == 2).map(|_| number)
    };
    let number = (0..remark.words.len()).find_map(limited)?;
    let sheets = draft.sheets.iter().enumerate().filter(|(at, _)| text.about.reaches(*at));
    let is_amount = |column: &&crate::draft::DraftColumn| {
        let heading = subject::plain_heading(&column.heading).to_lowercase();
        language.values_of_things.iter().any(|word| heading.split([' ', '_']).any(|part| part == *word))
    };
    let mut amounts = sheets.flat_map(|(_, sheet)| &sheet.columns).filter(is_amount);
    let amount = amounts.next().filter(|_| amounts.next().is_none())?;
    let amount = subject::plain_heading(&amount.heading);
    let label = subject::plain_heading(label);
    let said = sentences(&format!("If {label} is {value}, {amount} must be at most {number}")).pop()?;
    Some(said.in_the_stead_of(remark).with_tentative(true))
}

/// What is said of all rows, and that some have no value, each a sentence of its own: `34 to 60; blank for scarves`.
pub(super) fn blank_for_some(text: &Text, sentence: &Sentence, draft: &Draft) -> Option<Vec<Sentence>> {
    let plain = sentence.text.trim_end_matches(['.', ' ']);
    let bracket = || plain.strip_suffix(')').and_then(|open| open.rsplit_once(" ("));
    let (head, behind) = bracket().or_else(|| plain.rsplit_once("; ")).or_else(|| plain.rsplit_once(", "))?;
    let label = head.split_once(": ").map(|(label, _)| label);
    if label.is_none() && text.about.column().is_none() || behind.contains(['(', ')', ':']) || head.contains('(') {
        return None;
    }
    let some = sentences(behind).pop().filter(|some| some.words.len() <= BLANK)?;
    let heads = sentences(head);
    let is_blank = |part: &Sentence, language: &Language| {
        (0..part.words.len()).any(|at| language.unfilled.contains(&part.word(at)))
    };
    let says = |language: &&Language| {
        let led = [language.only_for, language.narrowing, language.in_case_of, language.with, language.into];
        let led = led.into_iter().any(|words| some.has(words));
        let otherwise = language.otherwise.iter().any(|phrase| some.find(phrase).is_some());
        let counts = (0..some.words.len()).any(|at| some.number(at, language).is_some());
        let conditional = super::conditions::conditional_at(&some, language).is_some();
        led && is_blank(&some, language)
            && !(otherwise || counts || conditional)
            && !heads.iter().any(|head| is_blank(head, language) || head.required(language).is_some())
    };
    if !words::ALL.iter().any(says) || !names_any(text, &some, draft) {
        return None;
    }
    let said = label.map_or_else(|| behind.to_owned(), |label| format!("{label}: {behind}"));
    Some(heads.into_iter().chain(sentences(&said)).collect())
}

/// `If the order is paid, the method is required (cash, card or cheque)`: which values there are stands in brackets.
pub(super) fn list_of_required(
    known: &Entries<'_>,
    text: &Text,
    sentence: &Sentence,
    draft: &Draft,
) -> Option<Vec<Sentence>> {
    let (before, rest) = sentence.text.split_once(" (")?;
    let (inside, behind) =
        rest.split_once(')').filter(|(inside, behind)| !inside.contains('(') && !behind.contains('('))?;
    values_of(inside)?;
    let duty = sentences(&format!("{before}{behind}")).pop()?;
    by_language(&duty, known.likely).into_iter().find_map(|language| {
        duty.required(language)?;
        let or = language.or.iter().any(|or| inside.contains(&format!(" {or} ")));
        let span = conditions::condition_span(&duty, language).unwrap_or(0..0);
        let mentions = subject::mentions(&duty, language, (draft, &known.headings), &text.about);
        let mut outside: Vec<_> =
            mentions.iter().filter(|of| !span.contains(&of.words.start)).map(|of| of.place).collect();
        outside.dedup();
        // "Persons (P, C or T)" explains what stands before the bracket.
        let last = before.split(' ').next_back().map(str::to_lowercase);
        let behind_duty =
            duty.required(language).is_some_and(|place| last.as_deref() == Some(duty.word(place.end - 1)));
        let behind_column = mentions
            .iter()
            .any(|of| last.as_deref() == Some(duty.word(of.words.end - 1)) && !span.contains(&of.words.start));
        let [(sheet, column)] = outside.as_slice() else { return None };
        let heading = subject::plain_heading(&draft.sheets[*sheet].columns[*column].heading);
        let list = sentences(&format!("{heading}: {inside}"));
        (or && (behind_duty || behind_column)).then(|| std::iter::once(duty.clone()).chain(list).collect())
    })
}

/// The values of a list in small letters; nothing where it says how values are written.
fn values_of(list: &str) -> Option<Vec<String>> {
    let mut plain = list.to_lowercase();
    for word in words::ALL.iter().flat_map(|language| language.or) {
        plain = plain.replace(&format!(" {word} "), ",");
    }
    let values: Vec<&str> = plain.split([',', '/']).map(str::trim).collect();
    let is_value = |value: &&str| {
        !value.is_empty() && value.split(' ').count() <= VALUE && !value.contains(|each: char| each.is_ascii_digit())
    };
    let listed = values.len() >= 2 && values.iter().all(is_value) && !describe_values(&values);
    listed.then(|| values.into_iter().map(str::to_owned).collect())
}

/// Of what is said of one value only rules and conditions count.
pub(super) fn without_claims_of_all(reading: &mut Reading) {
    let of_some = |claim: &Claim| {
        matches!(claim.on, Target::Rule(_)) || matches!(claim.key, "required_when" | "blank_when" | "message")
    };
    reading.claims.retain(of_some);
    reading.understood = !reading.claims.is_empty();
}
