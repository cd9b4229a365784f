//! Results that are rounded: `Qty times Price, rounded to 2 decimals` may differ from the product by half of the last decimal.

use lungwort_core::rulebook::toml_text::quoted;

use super::Claim;
use super::sentence::{Sentence, sentences};
use super::two_conditions::unquoted;
use super::words::Language;

/// Decimals of an amount, where it is not said to how many it is rounded.
const OF_MONEY: usize = 2;
/// Decimals to which something is rounded, at most.
const MOST: usize = 9;

/// Lets what is calculated differ by what rounding may do to it.
pub(super) fn widen((sentence, languages): (&Sentence, &[&'static Language]), claims: &mut [Claim]) {
    // That it is rounded may stand in another part of what is said.
    let whole = sentence.stated.as_deref().and_then(|stated| sentences(stated).pop());
    let sentence = whole.as_ref().unwrap_or(sentence);
    let said = |language: &&&'static Language| Some((**language, sentence.any(language.rounding)?));
    let Some((language, place)) = languages.iter().find_map(|language| said(&language)) else { return };
    let number = |at: usize| sentence.number(at, language).filter(|number| number.fract() == 0.0);
    let counted = |at: &usize| language.decimals.iter().any(|phrase| sentence.ends_at(phrase, at + 1).is_some());
    let decimals = (0..sentence.words.len()).filter(counted).find_map(number);
    // "Rounded to whole pounds"
    let whole = (place.end..sentence.words.len()).any(|at| language.whole.contains(&sentence.word(at)));
    let decimals = decimals.map_or(if whole { 0 } else { OF_MONEY }, |decimals| decimals as usize).min(MOST);
    let half = format!("0.{}5", "0".repeat(decimals));
    for claim in claims.iter_mut().filter(|claim| claim.key == "check") {
        let check = unquoted(&claim.value);
        let Some((result, calculated)) = check.split_once(" = ") else { continue };
        if calculated.contains([' ', '(']) && !result.contains(' ') && !calculated.contains(['=', '<', '>']) {
            let said = format!("{result} BETWEEN {calculated} - {half} AND {calculated} + {half}");
            claim.value = quoted(&said);
        }
    }
}
