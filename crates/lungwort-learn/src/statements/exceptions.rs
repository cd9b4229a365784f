//! Numbers outside of a range that mean something of their own: `0 to 8; 9 means that the sky could not be seen`. The range and these
//! numbers become one rule.

use super::conditions::conditional_at;
use super::required::otherwise;
use super::sentence::Sentence;
use super::subject::Place;
use super::two_conditions::unquoted;
use super::words::Language;
use super::{Claim, Target};
use crate::draft::{Confidence, Draft};
use lungwort_core::rulebook::toml_text::quoted;

/// Puts a rule in place of the ends of a range that the same sentence, or the one before, gives.
pub(super) fn widened(
    (sentence, language): (&Sentence, &Language),
    before: &[Place],
    claims: &mut Vec<Claim>,
    draft: &mut Draft,
) {
    let meant: Vec<f64> = (0..sentence.words.len()).filter_map(|at| meaning_of(sentence, language, at)).collect();
    if meant.is_empty() {
        return;
    }
    let own = claims.iter().find_map(|claim| match claim.on {
        Target::Column(place) => Some(place),
        _ => None,
    });
    let Some((sheet, column)) = own.or(before.first().copied().filter(|_| before.len() == 1)) else { return };
    let on = Target::Column((sheet, column));
    let of = &mut draft.sheets[sheet].columns[column];
    let said = claims.iter().filter(|claim| claim.on == on).map(|claim| (claim.key, claim.value.as_str()));
    let said = said.chain(of.lines.0.iter().map(|line| (line.key, line.value.as_str())));
    let limits: Vec<(&str, f64)> = said
        .filter(|(key, _)| matches!(*key, "min" | "max"))
        .filter_map(|(key, value)| Some((key, value.parse().ok()?)))
        .collect();
    let outside =
        |number: &f64| limits.iter().any(|(key, limit)| if *key == "max" { number > limit } else { number < limit });
    let others: Vec<String> = meant.iter().filter(|number| outside(number)).map(f64::to_string).collect();
    if others.is_empty() {
        return;
    }
    let limit = |wanted: &str| limits.iter().find(|(key, _)| *key == wanted).map(|(_, limit)| *limit);
    let name = of.name.as_str();
    let within = match (limit("min"), limit("max")) {
        (Some(least), Some(most)) => format!("{name} BETWEEN {least} AND {most}"),
        (Some(least), None) => format!("{name} >= {least}"),
        (None, Some(most)) => format!("{name} <= {most}"),
        (None, None) => return,
    };
    let check = quoted(&format!("{within} OR {name} IN ({})", others.join(", ")));
    of.lines.0.retain(|line| !matches!(line.key, "min" | "max"));
    claims.retain(|claim| claim.on != on || !matches!(claim.key, "min" | "max"));
    claims.push(Claim { on: Target::Rule(sheet), key: "check", value: check, confidence: Confidence::Known });
}

/// `Visitors: 1 to 15. For school visits the number may go up to 25`: the most that any row may have, whichever rows these are.
pub(super) fn more_for_some(
    (sentence, language): (&Sentence, &Language),
    before: &[Place],
    claims: &mut Vec<Claim>,
    draft: &mut Draft,
) -> bool {
    let [(sheet, column)] = before else { return false };
    let begins = language.only_for.contains(&sentence.word(0)) && !language.whole_of.contains(&sentence.word(1));
    let numbers: Vec<(usize, f64)> =
        (1..sentence.words.len()).filter_map(|at| Some((at, sentence.number(at, language)?))).collect();
    let ([(at, most)], true) = (numbers.as_slice(), begins) else { return false };
    let up_to = language
        .up_to
        .iter()
        .chain(language.at_most)
        .any(|phrase| (0..*at).any(|from| sentence.ends_at(phrase, from) == Some(*at)));
    let line = draft.sheets[*sheet].columns[*column].lines.0.iter_mut().find(|line| line.key == "max");
    let Some(line) = line.filter(|line| up_to && line.value.parse::<f64>().is_ok_and(|known| known < *most)) else {
        return false;
    };
    line.value = most.to_string();
    claims.retain(|claim| !(claim.on == Target::Column((*sheet, *column)) && claim.is_limit()));
    true
}

/// `5 to 30`, and then `for members up to 35`: all rows keep to the wider end, and those of other kinds to the one that was said first.
pub(super) fn wider_for_some(claims: &mut [Claim], draft: &mut Draft) {
    for at in 1..claims.len() {
        let [check, when] = &mut claims[at - 1..=at] else { continue };
        let (Target::Rule(sheet), "check", "when") = (check.on, check.key, when.key) else { continue };
        let said = unquoted(&check.value);
        let limit = [(" <= ", "max"), (" >= ", "min")].into_iter().find_map(|(sign, key)| {
            let (name, limit) = said.split_once(sign)?;
            Some((name, sign, key, limit.parse::<f64>().ok()?))
        });
        let Some((name, sign, key, limit)) = limit else { continue };
        let Some(of) = draft.sheets[sheet].columns.iter_mut().find(|column| column.name == name) else { continue };
        let counts = |line: &&mut crate::draft::Line| line.key == key && line.confidence > Confidence::Suggested;
        let Some(line) = of.lines.0.iter_mut().find(counts) else { continue };
        let wider = |known: f64| if key == "max" { limit > known } else { limit < known };
        let others = otherwise(&unquoted(&when.value));
        if let (true, Some(others)) = (line.value.parse::<f64>().is_ok_and(wider), others) {
            check.value = quoted(&format!("{name}{sign}{}", line.value));
            when.value = quoted(&others);
            line.value = limit.to_string();
        }
    }
}

/// `If none fits, use OT`: one more value of the list of the column that was spoken of.
pub(super) fn added(
    (sentence, language): (&Sentence, &Language),
    before: &[Place],
    claims: &mut [Claim],
    draft: &mut Draft,
) -> bool {
    let ([(sheet, column)], Some(_)) = (before, conditional_at(sentence, language)) else { return false };
    // "Colour: required unless Class is SET" goes on about another column.
    // "If the size is XL, at least 45" has told what it means.
    let other = |claim: &Claim| claim.place().is_none_or(|place| place != (*sheet, *column));
    let elsewhere = claims.iter().any(other);
    if elsewhere {
        return false;
    }
    let verb = |at: &usize| {
        let word = sentence.word(*at);
        [language.give, language.copulas].iter().any(|words| words.contains(&word))
    };
    let Some(at) = (0..sentence.words.len()).find(verb) else { return false };
    let Some((_, place)) = sentence.words.get(at + 1) else { return false };
    let code = &sentence.text[place.clone()];
    let is_code = code.len() <= LONGEST && code.bytes().all(|byte| byte.is_ascii_uppercase());
    let of = &mut draft.sheets[*sheet].columns[*column];
    let new = !claims.iter().any(|claim| claim.on == Target::Column((*sheet, *column)) && claim.key == "allowed");
    let line = of.lines.0.iter_mut().find(|line| line.key == "allowed").filter(|_| is_code && new);
    let Some(line) = line else { return false };
    let quoted = quoted(code);
    let Some(list) = line.value.strip_suffix(']').filter(|list| list.starts_with('[')) else { return false };
    if !list.contains(&quoted) {
        line.value = format!("{list}, {quoted}]");
        of.values.push(code.to_owned());
    }
    true
}

/// Letters of such a value, at most.
const LONGEST: usize = 8;

/// The number at a word, where it begins a part of the sentence and is told what it means.
fn meaning_of(sentence: &Sentence, language: &Language, at: usize) -> Option<f64> {
    let number = sentence.number(at, language)?;
    let begins = at == 0 || sentence.gap(at - 1).contains([',', ';', '(']);
    let behind = sentence.text[sentence.words[at].1.end..].trim_start();
    let means = language.means.iter().any(|phrase| sentence.ends_at(phrase, at + 1).is_some());
    (begins && (means || behind.starts_with('='))).then_some(number)
}
