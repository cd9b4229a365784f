//! Codes that are told by what they begin with and by what stands behind it: `begins with +33 and has nine digits after that`.

use super::sentence::Sentence;
use super::words::Language;

/// What values begin with is no longer than this.
const LONGEST: usize = 8;

/// The expression, where the sentence says that what it counts stands behind what values begin with.
pub(super) fn read(sentence: &Sentence, language: &Language) -> Option<String> {
    sentence.any(language.thereafter)?;
    let begins = sentence.any(language.begins)?;
    let behind = sentence.words.get(begins.end.checked_sub(1)?)?.1.end;
    let first = sentence.text[behind..].split_whitespace().next()?;
    let first = first.trim_matches(['"', '\'', '“', '”', '„', '«', '»', ',', ';']);
    let fits = !first.is_empty() && first.len() <= LONGEST && !first.chars().any(char::is_lowercase);
    let kinds = [(language.capitals, "[A-Z]"), (language.letters, "[A-Za-z]"), (language.digits, r"\d")];
    let counted = |at: usize| {
        let number = sentence.number(at, language).filter(|number| *number >= 1.0 && number.fract() == 0.0)?;
        let is = |phrases: &[&str]| phrases.iter().any(|phrase| sentence.ends_at(phrase, at + 1).is_some());
        let (_, class) = kinds.iter().find(|(phrases, _)| is(phrases))?;
        Some(format!("{class}{{{number}}}"))
    };
    let rest = (begins.end + 1..sentence.words.len()).find_map(counted).filter(|_| fits)?;
    Some(format!("{}{rest}", regex::escape(first)))
}
