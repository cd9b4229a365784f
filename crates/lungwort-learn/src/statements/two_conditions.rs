//! Two conditions of one duty: `required if Quality is S or Days is more than 1`, `if Kind is M and Paid is no, a reason is needed`.
//! The sentence is read once with each of them, and what it asks for then is asked for under both, or under either.

use super::conditions;
use super::sentence::{Sentence, sentences};
use super::subject::Mention;
use super::words::Language;
use super::{Claim, Reading};
use lungwort_core::rulebook::toml_text::quoted;

/// Words between what joins two conditions and the column of the second one, at most: `or if the price…`.
const LED: usize = 2;

/// Keys of claims whose value is a condition.
const CONDITIONS: &[&str] = &["required_when", "blank_when", "when"];

/// A sentence with two conditions as two with one each, and how these are joined.
pub(super) struct Parts {
    pub each: [Sentence; 2],
    sign: &'static str,
}

/// The sentence with either of its two conditions.
pub(super) fn parts(sentence: &Sentence, language: &Language, mentions: &[Mention]) -> Option<Parts> {
    let begins = conditions::conditional(sentence, language)?;
    let joins = |at: &usize| [language.and, language.or].iter().any(|words| words.contains(&sentence.word(*at)));
    let names = |words: std::ops::Range<usize>| mentions.iter().find(|mention| words.contains(&mention.words.start));
    let repeated = |at: usize| language.conditional.iter().find_map(|phrase| sentence.ends_at(phrase, at));
    // "If A is x and B is y, C is required" ends its conditions at the comma.
    let ends = |from: usize| {
        let comma = (from..sentence.words.len()).find(|at| sentence.gap(*at).contains([',', ';', ':']));
        if begins.start == 0 { comma.map(|at| at + 1) } else { Some(comma.map_or(sentence.words.len(), |at| at + 1)) }
    };
    let one = |at: usize| {
        let from = repeated(at + 1).unwrap_or(at + 1);
        let second = names(from..from + LED)?;
        names(begins.end..at).filter(|first| first.words.end < at && first.place != second.place)?;
        let end = ends(second.words.end)?;
        let is_or = language.or.contains(&sentence.word(at));
        // What "and if" means is not sure, and a comma before it ends the condition.
        let plain = !(begins.end..at).any(|at| sentence.gap(at).contains([',', ';', ':']));
        let open = plain && (is_or || from == at + 1) && second.words.end < end;
        open.then_some((at, from, end, is_or))
    };
    let (at, from, end, is_or) = (begins.end + 1..sentence.words.len()).filter(joins).find_map(one)?;
    let text = &sentence.text;
    let place = |at: usize| sentence.words.get(at).map(|(_, place)| place.clone());
    let first = format!("{}{}", &text[..place(at - 1)?.end], &text[place(end - 1)?.end..]);
    let second = format!("{} {}", &text[..place(begins.end - 1)?.end], &text[place(from)?.start..]);
    let alone = |text: &str| {
        let mut found = sentences(text);
        found.pop().filter(|_| found.is_empty())
    };
    Some(Parts { each: [alone(&first)?, alone(&second)?], sign: if is_or { "OR" } else { "AND" } })
}

impl Parts {
    /// What both readings ask for, where they differ in nothing but the condition.
    pub(super) fn joined(&self, [mut first, second]: [Reading; 2]) -> Option<Reading> {
        let alike = |(one, other): (&Claim, &Claim)| {
            let whole = |claim: &Claim| CONDITIONS.contains(&claim.key) && !claim.value.contains('…');
            one.on == other.on && one.key == other.key && (one.value == other.value || whole(one) && whole(other))
        };
        let pairs = || first.claims.iter().zip(&second.claims);
        let differ = pairs().any(|(one, other)| one.value != other.value);
        if !differ || first.claims.len() != second.claims.len() || !pairs().all(alike) {
            return None;
        }
        for (one, other) in first.claims.iter_mut().zip(second.claims) {
            if one.value != other.value {
                one.value = both(&one.value, self.sign, &other.value);
            }
        }
        Some(first)
    }
}

/// Two conditions, as TOML writes them, as one.
pub(super) fn both(one: &str, sign: &str, other: &str) -> String {
    let plain = |value: &str| {
        let said = unquoted(value);
        if sign == "AND" && said.contains(" OR ") { format!("({said})") } else { said }
    };
    quoted(&format!("{} {sign} {}", plain(one), plain(other)))
}

/// The text that TOML writes as a value.
pub(super) fn unquoted(value: &str) -> String {
    let read = toml::from_str::<toml::Table>(&format!("text = {value}")).ok();
    let text = read.as_ref().and_then(|read| read.get("text")?.as_str());
    text.unwrap_or(value).to_owned()
}
