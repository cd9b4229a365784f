//! Points of a list that say when a row is refused: `A row is refused when` over `- the end is not after the start`. Each is turned
//! into what is asked for, or into a sentence of its own that refuses it.

use super::sentence::sentences;
use super::words::{self, Language};

/// What the points of a list begin with.
const POINTS: &[&str] = &["- ", "– ", "• ", "* ", "· ", "o "];

/// The language of a text that leads up to points by which rows are refused.
pub(super) fn leads(text: &str) -> Option<&'static Language> {
    let text = text.trim().trim_end_matches([':', '…', ' ']);
    let sentence = sentences(text).pop()?;
    let last = sentence.words.last().map(|(word, _)| word.as_str())?;
    let conditional = |language: &&&Language| language.conditional.contains(&last) || language.as_long.contains(&last);
    words::ALL.iter().find(|language| conditional(language) && sentence.has(language.refused)).copied()
}

/// Whether a text is a point of a list.
pub(super) fn is_point(text: &str) -> bool {
    let text = text.trim_start();
    POINTS.iter().any(|sign| text.starts_with(sign)) || text.starts_with(char::is_lowercase)
}

/// What a point asks for.
pub(super) fn turned(text: &str, language: &Language) -> String {
    let text = text.trim();
    let plain = POINTS.iter().find_map(|sign| text.strip_prefix(sign)).unwrap_or(text);
    let mut plain = plain.trim().trim_end_matches(['.', ',', ';']).to_owned();
    for join in language.or.iter().chain(language.and) {
        let last = plain.strip_suffix(&format!(" {join}")).map(|rest| rest.trim_end_matches([',', ' ']).to_owned());
        plain = last.unwrap_or(plain);
    }
    let [denied, missing, must, filled, refused] = language.turning;
    // "The cone is given and is not a number" says no more than the second.
    let (subject, said) = plain.split_once(&format!(" {denied} ")).unwrap_or(("", ""));
    let subject = language.is_given.iter().fold(subject.to_owned(), |subject, given| match subject.find(given) {
        Some(at) => subject[..at].trim_end().to_owned(),
        None => subject,
    });
    // "The start or the end is missing or not written like 2026-11-24 06:30"
    if let Some((subject, rest)) = plain.split_once(&format!(" {missing}")) {
        let all = language
            .or
            .iter()
            .fold(subject.to_owned(), |all, or| all.replace(&format!(" {or} "), &format!(" {} ", language.and[0])));
        let further = language.or.iter().find_map(|or| rest.split_once(&format!(" {or} ")));
        let negated = further
            .and_then(|(_, more)| language.negations.iter().find_map(|not| more.strip_prefix(*not)?.strip_prefix(' ')));
        return match negated {
            Some(form) => format!("{all} {must} {filled}. {all} {must} {form}."),
            None => format!("{all} {must} {filled}."),
        };
    }
    match subject.is_empty() {
        false => format!("{subject} {must} {said}."),
        true => format!("{plain} {refused}."),
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn points_of_what_is_refused_are_turned_into_what_is_asked() {
        let english = leads("A firing is refused when:").unwrap();
        for (point, asked) in [
            ("- the kiln is not K1, K2 or K3", "the kiln must be K1, K2 or K3."),
            ("- the end is not after the start, or", "the end must be after the start."),
            ("• the cone is given and is not a number between 1 and 14", "the cone must be a number between 1 and 14."),
            ("- the gas used is negative", "the gas used is negative is refused."),
            (
                "- the start or the end is missing or not written like 2026-11-24",
                "the start and the end must be filled in. the start and the end must be written like 2026-11-24.",
            ),
        ] {
            assert!(is_point(point));
            assert_eq!(turned(point, english), asked);
        }
        assert!(leads("Please fill in the sheet when you can").is_none());
        assert_eq!(
            turned("- Kiln fehlt", leads("Zeilen werden abgelehnt, wenn").unwrap()),
            "Kiln muss ausgefüllt werden."
        );
    }
}
