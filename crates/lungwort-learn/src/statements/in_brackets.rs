//! Codes that stand in brackets behind what they are: `glasshouse codes (TROP, ARID, COOL, WET)`.

use super::sentence::Sentence;
use super::words::Language;

/// Letters of a code, at most.
const LONGEST: usize = 8;

/// Codes that are listed, at least.
const LEAST: usize = 3;

/// The codes, where a bracket at the end of what is said has nothing but codes in capitals.
pub(super) fn codes(sentence: &Sentence, language: &Language) -> Option<Vec<String>> {
    let (before, rest) = sentence.text.split_once('(')?;
    let (inside, behind) = rest.split_once(')')?;
    let mut list = inside.to_owned();
    for word in language.or.iter().chain(language.and) {
        list = list.replace(&format!(" {word} "), ", ");
    }
    let codes: Vec<String> = list.split([',', '/', ';']).map(|code| code.trim().to_owned()).collect();
    let is_code = |code: &String| {
        let letters = code.bytes().any(|byte| byte.is_ascii_uppercase());
        letters && code.len() <= LONGEST && code.bytes().all(|byte| byte.is_ascii_uppercase() || byte.is_ascii_digit())
    };
    let distinct = codes.iter().collect::<std::collections::HashSet<_>>().len() == codes.len();
    let example = language.example.iter().any(|phrase| before.to_lowercase().trim_end().ends_with(phrase));
    let ends = behind.trim_start().is_empty() || behind.starts_with(['.', ';', ',']);
    // "Two letters (GB, FR, …)" shows some of them.
    let counted = (0..sentence.words.len()).any(|at| sentence.number(at, language).is_some());
    let whole = codes.len() >= LEAST && codes.iter().all(is_code) && distinct;
    (whole && ends && !example && !counted && !before.trim().is_empty()).then_some(codes)
}
