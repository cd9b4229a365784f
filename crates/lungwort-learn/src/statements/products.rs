//! Columns that are others multiplied, `crates x kg per crate` beside the total, `Total is Crates times Kg per crate`, or another one by a
//! number: `the fee is 10 per pupil`.

use super::for_values::is_form_of;
use super::sentence::Sentence;
use super::subject::{Mention, Place};
use super::words::Language;
use super::{About, Claim, Confidence, Reading, Target};
use crate::draft::Draft;
use lungwort_core::rulebook::toml_text::quoted;

/// Words between a price and what it is for, at most: `10 euros per pupil`.
const CURRENCY: usize = 1;

/// `The fee is 10 per pupil`, `10 × pupils` beside a column: what a column is where another one counts what it is for.
fn priced(
    sentence: &Sentence,
    language: &Language,
    (mentions, places, about): (&[Mention], &[Place], &About),
    (name, draft): (&dyn Fn(Place) -> String, &Draft),
) -> Reading {
    let number = |at: &usize| sentence.words[*at].0.starts_with(|each: char| each.is_ascii_digit());
    let mut numbers = (0..sentence.words.len()).filter(number);
    let (Some(at), None) = (numbers.next(), numbers.next()) else { return Reading::default() };
    let Some(price) = sentence.number(at, language).filter(|price| *price > 0.0) else { return Reading::default() };
    // "At most 10 per pupil" is another thing, and so is "10 digits per line".
    let limits = [language.at_most, language.at_least, language.above, language.below, language.digits];
    if limits.into_iter().any(|phrases| sentence.has(phrases)) || sentence.has(language.negations) {
        return Reading::default();
    }
    let each = |at: usize| {
        let words = [language.per, language.of_each];
        words.into_iter().flatten().filter_map(|phrase| sentence.ends_at(phrase, at)).max()
    };
    let sign = SIGNS.contains(&sentence.gap(at)).then_some(at + 1);
    let Some(unit) = sign.or_else(|| (at + 1..=at + 1 + CURRENCY).find_map(each)) else { return Reading::default() };
    let Some(product) = product_of((sentence, language), at, (mentions, places, about)) else {
        return Reading::default();
    };
    // What it is for ends the sentence.
    let of = |place: Place| &draft.sheets[place.0].columns[place.1];
    let named = mentions.iter().find(|mention| mention.words.start == unit);
    if named.map_or(unit + 1, |mention| mention.words.end) != sentence.words.len() {
        return Reading::default();
    }
    let named = named.map(|mention| mention.place);
    let counted = named.or_else(|| counting((product.0, sentence.word(unit)), draft));
    let numeric = |place: Place| of(place).is_number();
    let Some(counted) = counted.filter(|place| *place != product && place.0 == product.0 && numeric(*place)) else {
        return Reading::default();
    };
    if !numeric(product) && of(product).lines.0.iter().any(|line| OTHER.contains(&line.key)) {
        return Reading::default();
    }
    let claim = |on, key, value: &str| Claim { on, key, value: quoted(value), confidence: Confidence::Confirm };
    let check = format!("{} = {} * {price}", name(product), name(counted));
    Reading::of(vec![
        claim(Target::Column(product), "type", "decimal"),
        claim(Target::Rule(product.0), "check", &check),
    ])
}

/// Keys of columns that are no numbers.
const OTHER: &[&str] = &["type", "pattern", "format", "allowed"];

/// The column that a price is said of: the one that is named before it, or that the text is about.
fn product_of(
    (sentence, language): (&Sentence, &Language),
    price: usize,
    (mentions, places, about): (&[Mention], &[Place], &About),
) -> Option<Place> {
    let mut before = mentions.iter().filter(|mention| mention.words.end <= price);
    match (before.next(), about) {
        (Some(first), _) => {
            // "Le droit d'inscription" names no day of it.
            let owned = |mention: &Mention| {
                let word = sentence.word(mention.words.start);
                let before = mention.words.start.checked_sub(1).map_or("", |at| sentence.word(at));
                word.contains('\'') || language.owners.contains(&before)
            };
            before.all(owned).then_some(first.place)
        }
        (None, About::Column(sheet, column)) => Some((*sheet, *column)),
        (None, _) => matches!(places, [_]).then(|| places[0]),
    }
}

/// The one column that counts what a word names: `Nombre d'élèves` for `élève`.
pub(super) fn counting((sheet, word): (usize, &str), draft: &Draft) -> Option<Place> {
    let counts = |heading: &str| {
        let lower = heading.to_lowercase();
        let mut parts = lower.split(|each: char| !each.is_alphanumeric());
        parts.any(|part| part == word || is_form_of(part, word))
    };
    let columns = draft.sheets[sheet].columns.iter().enumerate();
    let mut found = columns.filter(|(_, column)| counts(&column.heading)).map(|(at, _)| (sheet, at));
    let first = found.next()?;
    found.next().is_none().then_some(first)
}

/// Signs that multiply what stands around them.
const SIGNS: [&str; 3] = ["×", "*", "x"];

/// What a sentence says of columns that are others multiplied, by one another or by a number.
pub(super) fn read(
    sentence: &Sentence,
    language: &Language,
    (mentions, places, about): (&[Mention], &[Place], &About),
    (name, draft): (&dyn Fn(Place) -> String, &Draft),
) -> Reading {
    let mut reading = of_two(sentence, language, (mentions, about), name);
    reading.and(priced(sentence, language, (mentions, places, about), (name, draft)));
    reading
}

/// What a sentence says of two columns that are multiplied, and of what comes of it.
fn of_two(
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
