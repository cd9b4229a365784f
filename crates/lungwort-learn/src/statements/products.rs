//! Columns that are others multiplied: `crates x kg per crate` beside the total, `Total is Crates times Kg per crate`.

use super::sentence::Sentence;
use super::subject::{Mention, Place};
use super::words::Language;
use super::{About, Claim, Confidence, Reading, Target};
use lungwort_core::rulebook::toml_text::quoted;

/// Signs that multiply what stands around them.
const SIGNS: [&str; 3] = ["×", "*", "x"];

/// What a sentence says of two columns that are multiplied, and of what comes of it.
pub(super) fn read(
    sentence: &Sentence,
    language: &Language,
    (mentions, about): (&[Mention], &About),
    name: &dyn Fn(Place) -> String,
) -> Reading {
    let multiplied = |pair: &[Mention]| {
        let between = pair[0].words.end..pair[1].words.start;
        let sign = pair[0].words.end > 0 && SIGNS.contains(&sentence.gap(pair[0].words.end - 1));
        let word = |at: usize| SIGNS.contains(&sentence.word(at)) || language.multiplied.contains(&sentence.word(at));
        let by_word = between.len() == 1 && word(between.start);
        between.is_empty() && sign || by_word
    };
    let Some(at) = mentions.windows(2).position(multiplied) else { return Reading::default() };
    let (one, other) = (&mentions[at], &mentions[at + 1]);
    // Beside a column, it is what comes of them; else it is named before.
    let product = match (mentions[..at].last(), about) {
        (Some(mention), _) => mention.place,
        (None, About::Column(sheet, column)) => (*sheet, *column),
        _ => return Reading::default(),
    };
    let same_sheet = [one.place.0, other.place.0].iter().all(|sheet| *sheet == product.0);
    let apart = one.place != other.place && product != one.place && product != other.place;
    if !same_sheet || !apart || mentions.len() > at + 2 {
        return Reading::default();
    }
    let number = |place| Claim {
        on: Target::Column(place),
        key: "type",
        value: quoted("decimal"),
        confidence: Confidence::Confirm,
    };
    let check = format!("{} = {} * {}", name(product), name(one.place), name(other.place));
    let rule =
        Claim { on: Target::Rule(product.0), key: "check", value: quoted(&check), confidence: Confidence::Known };
    Reading::of([one.place, other.place, product].into_iter().map(number).chain([rule]).collect())
}
