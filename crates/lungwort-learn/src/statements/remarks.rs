//! What stands behind a list and is said of one of its values: `CASH, CARD or CHEQUE; cash only up to 500.00` limits no cell of the
//! method.

use super::for_values::is_form_of;
use super::limit_of_some::names_any;
use super::sentence::{Sentence, sentences};
use super::words::{self, Language};
use super::{Claim, Reading, Target, Text, describe_values};
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
    let remark = words::ALL.iter().any(is_of_one).then(|| remark.clone().of_a_value())?;
    Some(sentences(list).into_iter().chain([remark]).collect())
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
