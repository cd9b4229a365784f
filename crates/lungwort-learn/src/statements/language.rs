//! Which language a sentence is in: told by its small words, else by words of its trade, else by what the template is in.

use std::collections::HashMap;
use std::sync::LazyLock;

use super::Text;
use super::sentence::{Sentence, sentences};
use super::words::{self, Language};

/// Texts by which the language of a template is found.
const SAMPLED: usize = 300;

/// The language that most texts are in, as far as their first sentences show.
pub(super) fn likely(texts: &[Text]) -> Option<&'static Language> {
    let sampled: Vec<Sentence> = texts.iter().take(SAMPLED).flat_map(|text| sentences(&text.text)).collect();
    let mut counts = vec![0_usize; words::ALL.len()];
    for language in sampled.iter().filter_map(language_of) {
        let at = words::ALL.iter().position(|other| std::ptr::eq(*other, language));
        at.into_iter().for_each(|at| counts[at] += 1);
    }
    // A template of a few words has no small ones: "Pflicht, 8 Zeichen".
    if counts.iter().all(|count| *count == 0) {
        let of = |language: &&Language| sampled.iter().map(|sentence| vocabulary(sentence, language)).sum();
        counts = words::ALL.iter().map(of).collect();
    }
    let most = counts.iter().copied().max().filter(|most| *most > 0)?;
    counts.iter().position(|count| *count == most).map(|at| words::ALL[at])
}

/// The language that a sentence is in, where its small words tell one.
pub(super) fn language_of(sentence: &Sentence) -> Option<&'static Language> {
    let found = scored(sentence);
    let most = found.iter().map(|(score, _)| *score).max().filter(|most| *most > 0)?;
    let mut of = found.into_iter().filter(|(score, _)| *score == most).map(|(_, language)| language);
    of.next().filter(|_| of.next().is_none())
}

/// The languages that a sentence may be in, the likeliest first.
pub(super) fn by_language(sentence: &Sentence, likely: Option<&Language>) -> Vec<&'static Language> {
    let mut found = scored(sentence);
    let most = found.iter().map(|(score, _)| *score).max().unwrap_or(0);
    // One that is plainly less likely would misread it.
    let is_likely = |language: &Language| likely.is_some_and(|likely| std::ptr::eq(likely, language));
    let words = |language: &Language| std::cmp::Reverse(if most == 0 { vocabulary(sentence, language) } else { 0 });
    found.sort_by_cached_key(|(score, language)| (std::cmp::Reverse(*score), words(language), !is_likely(language)));
    found.retain(|(score, _)| *score == most || most <= 1);
    found.into_iter().map(|(_, language)| language).collect()
}

/// Every language with how many small words of it, and of no other, a sentence has.
fn scored(sentence: &Sentence) -> Vec<(usize, &'static Language)> {
    // A capital letter alone is a code, and no article.
    let is_word = |place: &std::ops::Range<usize>| {
        place.len() > 1 || sentence.text[place.clone()].chars().all(char::is_lowercase)
    };
    let mut found: Vec<(usize, &Language)> = words::ALL.iter().map(|language| (0, *language)).collect();
    // `de, en, fr` are codes, and no words.
    let last = sentence.words.len().saturating_sub(1);
    let joins = |at: usize| words::ALL.iter().any(|language| language.or.contains(&sentence.words[at].0.as_str()));
    if last > 0 && !(0..=last).any(joins) && (0..last).all(|at| sentence.gap(at).contains([',', '/', '|', ';'])) {
        return found;
    }
    // Nor are `de, en oder nl`.
    let is_code = |at: usize| {
        let parted = |gap: &str| gap.contains([',', '/']);
        let (_, place) = &sentence.words[at];
        // Of "TT.MM.JJJJ, im Jahr 2026" it goes on with words.
        let ends = || at == last || joins(at + 1) || !sentence.gap(at).is_empty();
        place.len() == 2 && (parted(sentence.gap(at)) || at > 0 && parted(sentence.gap(at - 1)) && ends())
    };
    let words = sentence.words.iter().enumerate();
    for (_, (word, _)) in words.filter(|(at, (_, place))| is_word(place) && !is_code(*at)) {
        TELLING.get(word.as_str()).into_iter().for_each(|at| found[*at].0 += 1);
    }
    found
}

/// Small words that tell a language, and which of all, with the letters by which it writes days: `JJJJ`; a word of several languages
/// tells none of them.
static TELLING: LazyLock<HashMap<&'static str, usize>> = LazyLock::new(|| {
    let own = |language: &'static Language| {
        language.small.iter().chain(language.day_month_year.into_iter().flatten()).copied()
    };
    let of = |word: &str| words::ALL.iter().filter(|language| own(language).any(|known| known == word)).count();
    let telling = |(at, language): (usize, &&'static Language)| {
        own(language).filter(|word| of(word) == 1).map(move |word| (word, at)).collect::<Vec<_>>()
    };
    words::ALL.iter().enumerate().flat_map(telling).collect()
});

/// How many words of a sentence are among those by which a language says how values are written.
fn vocabulary(sentence: &Sentence, language: &Language) -> usize {
    let tables = [
        language.digits, language.letters, language.characters, language.decimals, language.whole, language.number,
        language.required, language.optional, language.unique, language.or, language.to,
    ];
    let is_of = |word: &str| tables.iter().any(|table| table.contains(&word));
    sentence.words.iter().filter(|(word, _)| is_of(word)).count()
}
