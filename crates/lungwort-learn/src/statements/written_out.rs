//! Codes whose pieces are written out between their signs: `LK.year.number`, `MUS-year-nnn`.

use super::codes::is_one;
use super::sentence::Sentence;
use super::words::Language;

/// Signs between the pieces of codes.
const SIGNS: [char; 4] = ['.', '-', '/', '_'];

/// The expression for a code of which each piece is a text as it stands, a year or a number; the example in the sentence is one.
pub(super) fn read(sentence: &Sentence, language: &Language) -> Option<String> {
    let token = |token: &&str| token.contains(SIGNS) && token.chars().any(char::is_lowercase);
    let built =
        sentence.text.split([' ', ',', ';', '(', ')']).filter(token).find_map(|token| of_token(token, language));
    let shown = sentence.any(language.example).map(|place| sentence.rest(place.end));
    let shown = shown.map(|rest| rest.split([' ', ',', ';', ')']).next().unwrap_or_default().trim_end_matches('.'));
    built.filter(|regex| shown.is_none_or(|shown| is_one(regex, shown)))
}

fn of_token(token: &str, language: &Language) -> Option<String> {
    let mut regex = String::new();
    let mut named = 0;
    for piece in token.trim_end_matches('.').split_inclusive(SIGNS) {
        let (piece, sign) = match piece.char_indices().next_back() {
            Some((at, sign)) if SIGNS.contains(&sign) => (&piece[..at], Some(sign)),
            _ => (piece, None),
        };
        let is = |words: &[&str]| words.contains(&piece);
        if is(language.year) {
            regex.push_str(r"\d{4}");
            named += 1;
        } else if is(language.number) {
            regex.push_str(r"\d+");
            named += 1;
        } else if !piece.is_empty() && piece.bytes().all(|byte| byte.is_ascii_uppercase() || byte.is_ascii_digit()) {
            regex.push_str(piece);
        } else {
            return None;
        }
        regex.push_str(&sign.map(|sign| regex::escape(&sign.to_string())).unwrap_or_default());
    }
    // "The year." is no code.
    (named > 0 && token.trim_end_matches('.').contains(SIGNS)).then_some(regex)
}
