//! Codes of which one begins as another one says: `must be the first letter of Watch id`, `begins with the plot letter`.

use std::ops::Range;

use super::conditions::conditional_at;
use super::sentence::Sentence;
use super::subject::{Mention, Place};
use super::words::Language;
use super::{About, Claim, Confidence, Reading, Target};
use crate::draft::Draft;
use lungwort_core::rulebook::toml_text::quoted;

/// First signs of a code that another column has, at most.
const MOST: f64 = 12.0;

/// Words between what says that a code begins so and the column that says how, at most: `begins with the value of Plot`.
const BETWEEN: usize = 3;

/// Puts the rule over the two columns into the place of what their words would say of one.
pub(super) fn read(
    (sentence, language): (&Sentence, &Language),
    (mentions, about): (&[Mention], &About),
    draft: &Draft,
    reading: &mut Reading,
) {
    if conditional_at(sentence, language).is_some() {
        return;
    }
    let name = |(sheet, column): Place| &draft.sheets[sheet].columns[column].name;
    let found = of_another((sentence, language), (mentions, about)).map(|(own, other, count)| {
        let check = format!("LEFT({}, {count}) = {}", name(other), name(own));
        (own, other, check)
    });
    let found = found.or_else(|| {
        let (own, other) = begun_by((sentence, language), (mentions, about))?;
        let check = format!("LEFT({0}, CHAR_LENGTH({1})) = {1}", name(own), name(other));
        Some((own, other, check))
    });
    let Some((own, other, check)) = found.filter(|(own, other, _)| own != other && own.0 == other.0) else { return };
    let begun = |claim: &Claim| claim.key == "pattern" && claim.value.ends_with(".*'") && claim.place().is_some();
    let compared = |claim: &Claim| claim.key == "check" && claim.value.contains(" = ");
    let limited = |claim: &Claim| {
        claim.place().is_some_and(|place| place == own || place == other)
            && matches!(claim.key, "min" | "max" | "type" | "length")
    };
    reading.claims.retain(|claim| !(begun(claim) || compared(claim) || limited(claim)));
    let on = Target::Rule(own.0);
    reading.claims.push(Claim { on, key: "check", value: quoted(&check), confidence: Confidence::Confirm });
    reading.understood = true;
}

/// The column that a text is about, or the only one that it names beside another one.
fn own(other: Place, mentions: &[Mention], about: &About) -> Option<Place> {
    let mut others = mentions.iter().map(|mention| mention.place).filter(|place| *place != other);
    match (about.column(), others.next(), others.next()) {
        (Some(own), None, _) => Some(own),
        (Some(own), Some(named), None) if named == own => Some(own),
        (None, Some(named), None) => Some(named),
        _ => None,
    }
}

/// `The first two letters of Family`: the column that has them, the one whose first signs they are, and how many.
fn of_another(
    (sentence, language): (&Sentence, &Language),
    (mentions, about): (&[Mention], &About),
) -> Option<(Place, Place, f64)> {
    let first = |at: &usize| language.first_words.contains(&sentence.word(*at));
    (0..sentence.words.len()).filter(first).find_map(|at| {
        let count = sentence.number(at + 1, language).filter(|count| (2.0..=MOST).contains(count));
        let sign = at + 1 + usize::from(count.is_some());
        let is_sign = language.signs_of_codes.contains(&sentence.word(sign));
        let owned = is_sign && language.owners.contains(&sentence.word(sign + 1));
        let other = owned.then(|| named_from(sentence, language, mentions, sign + 2)).flatten()?;
        Some((own(other.place, mentions, about)?, other.place, count.unwrap_or(1.0)))
    })
}

/// `Watch id begins with the plot`: the column that begins so, and the one that it begins with.
fn begun_by(
    (sentence, language): (&Sentence, &Language),
    (mentions, about): (&[Mention], &About),
) -> Option<(Place, Place)> {
    let begins: Range<usize> = sentence.any(language.begins)?;
    let other = named_from(sentence, language, mentions, begins.end)?;
    // "Begins with lot and five digits" may be letters that stand there.
    let written = &sentence.text[sentence.words[other.words.start].1.clone()];
    let led = other.words.start > begins.end;
    let named = led || written.starts_with(char::is_uppercase) && written.chars().any(char::is_lowercase);
    let own = own(other.place, mentions, about).filter(|_| named)?;
    let before = mentions.iter().find(|mention| mention.place == own);
    (about.column() == Some(own) || before.is_some_and(|own| own.words.end <= begins.start))
        .then_some((own, other.place))
}

/// The column that is named from a word on, behind small words.
fn named_from<'m>(
    sentence: &Sentence,
    language: &Language,
    mentions: &'m [Mention],
    from: usize,
) -> Option<&'m Mention> {
    let other = mentions.iter().find(|mention| (from..=from + BETWEEN).contains(&mention.words.start))?;
    let small = |at: usize| {
        let word = sentence.word(at);
        [language.every, language.articles, language.possessives, language.owners, language.value_words]
            .iter()
            .any(|words| words.contains(&word))
    };
    let joined = (from.max(1) - 1..other.words.start.max(1) - 1).all(|at| !sentence.gap(at).contains([',', ';', ':']));
    (joined && (from..other.words.start).all(small)).then_some(other)
}
