//! Codes that are shorter or longer for some rows: `5 digits in Germany, 4 digits in Austria`, `DE: 5 digits, AT: 4 digits`. Where it is
//! not known which rows these are, either is right.

use super::codes::kinds;
use super::sentence::Sentence;
use super::words::Language;

/// Letters or digits that are counted: how many, which, and the words of it.
struct Counted {
    start: usize,
    end: usize,
    regex: String,
}

/// The expression for either of the codes.
pub(super) fn read(sentence: &Sentence, language: &Language, from: usize) -> Option<String> {
    let kind = |at: usize| {
        let named = kinds(language).into_iter();
        named.filter_map(move |(phrases, class)| {
            let end = phrases.iter().filter_map(|phrase| sentence.ends_at(phrase, at)).max()?;
            Some((class, end))
        })
    };
    let mut all: Vec<Counted> = Vec::new();
    let mut class = None;
    for at in from..sentence.words.len() {
        let Some(count) = sentence.number(at, language).filter(|count| *count >= 1.0 && count.fract() == 0.0) else {
            continue;
        };
        let named = kind(at + 1).next();
        // "5 digits in France, 4 in Belgium"
        let found = named.or_else(|| class.filter(|_| leads(sentence, language, at + 1)).map(|class| (class, at + 1)));
        let (of, end) = found?;
        if class.is_some_and(|class| class != of) {
            return None;
        }
        class = Some(of);
        all.push(Counted { start: at, end, regex: format!("{of}{{{count}}}") });
    }
    if all.len() < 2 {
        return None;
    }
    let bracketed = |of: &Counted| sentence.gap(of.end.max(1) - 1).starts_with('(');
    let behind = all.iter().all(|of| leads(sentence, language, of.end) || bracketed(of));
    // Behind "DE: " the first stands at once.
    let labelled = |of: &Counted| of.start > from && sentence.gap(of.start - 1) == ":";
    let before = all.iter().skip(1).all(labelled) && (labelled(&all[0]) || all[0].start == from && from > 0);
    // "In Germany 5 digits, in Austria 4 digits"
    let begins = std::iter::once(from).chain(all.iter().map(|of| of.end));
    let led = all.iter().zip(begins).all(|(of, begin)| (begin..of.start).any(|at| leads(sentence, language, at)));
    let mut codes: Vec<String> = all.into_iter().map(|of| of.regex).collect();
    codes.sort_unstable();
    codes.dedup();
    match (behind || before || led, codes.as_slice()) {
        (true, [one]) => Some(one.clone()),
        (true, several) => Some(format!("(?:{})", several.join("|"))),
        (false, _) => None,
    }
}

/// Whether a word leads to the rows that are meant: `in Germany`, `for DE`. What has an article is what a piece stands for: `for the site`.
fn leads(sentence: &Sentence, language: &Language, at: usize) -> bool {
    let led = [language.only_for, language.into].iter().any(|of| of.contains(&sentence.word(at)));
    let article = [language.articles, language.every].iter().any(|of| of.contains(&sentence.word(at + 1)));
    led && !article && at + 1 < sentence.words.len()
}
