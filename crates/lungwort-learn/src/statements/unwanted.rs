//! Characters that a value must not have: `no spaces or hyphens`, `must not contain semicolons`, `without digits`.

use super::sentence::Sentence;
use super::subject::{Mention, Place};
use super::words::Language;
use super::{Claim, Confidence, Reading, Target};
use lungwort_core::rulebook::toml_text::quoted;

/// Words between a denial and the first of what is denied, at most: `must not contain any`.
const DENIED: usize = 3;

/// What a sentence says of characters that the values of its columns must not have.
pub(super) fn read(
    sentence: &Sentence,
    language: &Language,
    (mentions, places): (&[Mention], &[Place]),
    known: &Reading,
) -> Reading {
    let signs = signs(sentence, language, mentions);
    if signs.is_empty() || places.is_empty() {
        return Reading::default();
    }
    // Line breaks are refused in any column that does not allow them.
    let signs: Vec<_> = signs.into_iter().filter(|(_, class)| !class.is_empty()).collect();
    if signs.is_empty() {
        return Reading { understood: true, claims: Vec::new() };
    }
    let class: String = signs.iter().map(|(_, class)| *class).collect();
    let names: Vec<&str> = signs.iter().map(|(name, _)| *name).collect();
    let value = format!(
        "{{ regex = {}, words = {} }}",
        quoted(&format!(".*[{class}].*")),
        quoted(&format!("text with {} in it", names.join(" or ")))
    );
    // A pattern says already which characters there are, and a number has no others.
    let is_built = |place: &Place| {
        let of = |claim: &Claim| {
            // "Starts with +44" leaves open what stands behind it.
            let open = claim.key == "pattern" && claim.value.ends_with(".*'");
            claim.on == Target::Column(*place) && matches!(claim.key, "pattern" | "characters" | "type") && !open
        };
        known.claims.iter().any(of)
    };
    let of = |place: &Place| Claim {
        on: Target::Column(*place),
        key: "never",
        value: value.clone(),
        confidence: Confidence::Confirm,
    };
    let claims: Vec<Claim> = places.iter().filter(|place| !is_built(place)).map(of).collect();
    Reading { understood: true, claims }
}

/// The signs that are denied, by the words that name them, each with its class of an expression.
fn signs(sentence: &Sentence, language: &Language, mentions: &[Mention]) -> Vec<(&'static str, &'static str)> {
    let sign_at = |at: usize| {
        let of = language.unwanted.iter().filter_map(|(phrase, sign)| Some((sentence.ends_at(phrase, at)?, *sign)));
        of.max_by_key(|(end, _)| *end)
    };
    // Nearly no sentence denies anything.
    let denies = |(word, _): &(String, std::ops::Range<usize>)| is_denial(word, language);
    let Some(denial) = sentence.words.iter().position(denies) else { return Vec::new() };
    let named = |at: usize| mentions.iter().any(|mention| mention.words.contains(&at));
    let first = (denial..sentence.words.len()).find(|at| !named(*at) && sign_at(*at).is_some());
    let Some(first) = first.filter(|first| is_denied(sentence, language, *first)) else { return Vec::new() };
    let (mut at, mut found) = (first, Vec::new());
    while let Some((end, sign)) = sign_at(at) {
        if !found.contains(&sign) {
            found.push(sign);
        }
        let joins = [language.or, language.and].iter().any(|words| words.contains(&sentence.word(end)));
        let next = end + usize::from(joins);
        let listed = joins || sentence.gap(end - 1) == ",";
        at = next;
        if !listed || sign_at(next).is_none() {
            return if ends(sentence, language, end) { found } else { Vec::new() };
        }
    }
    found
}

fn is_denial(word: &str, language: &Language) -> bool {
    [language.negations, language.none].iter().any(|words| words.contains(&word))
        || language.uncounted.first() == Some(&word)
}

/// Whether a denial stands before a word: `no`, `without`, `must not contain`, `do not use any`.
fn is_denied(sentence: &Sentence, language: &Language, at: usize) -> bool {
    let near = at.saturating_sub(DENIED + 1)..at;
    let denial = near.rev().find(|at| is_denial(sentence.word(*at), language));
    denial.is_some_and(|denial| {
        let between = |at: usize| {
            let word = sentence.word(at);
            let known = [language.containing, language.give, language.small, language.any];
            sentence.gap(at - 1).is_empty() && known.iter().any(|words| words.contains(&word))
        };
        (denial + 1..at).all(between) && (denial + 1 == at || sentence.gap(at - 1).is_empty())
    })
}

/// Whether nothing narrows what is denied: "no spaces at the start" denies others none, nor does "no digits after the point".
fn ends(sentence: &Sentence, language: &Language, end: usize) -> bool {
    let next = sentence.word(end);
    let permitted = || {
        language.copulas.contains(&next) && (end + 1..end + 3).any(|at| language.permitted.contains(&sentence.word(at)))
    };
    let gap = sentence.gap(end.max(1) - 1);
    next.is_empty()
        || gap.contains([',', ';', '.', ')', '–'])
        || language.under.contains(&next)
        || language.permitted.contains(&next)
        || permitted()
}
