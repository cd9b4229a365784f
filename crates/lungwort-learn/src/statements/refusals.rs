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

/// Words over a table of mistakes, and over what makes each of them.
const MISTAKES: &[&str] = &[
    "error", "errors", "message", "mistake", "problem", "rejection", "fehler", "meldung", "fehlermeldung", "erreur",
    "motif",
];
const CAUSES: &[&str] = &[
    "when", "cause", "condition", "trigger", "raised if", "raised when", "if", "why", "wann", "ursache", "auslöser",
    "bedingung", "quand", "cas",
];

/// The language and the column of a table of mistakes in which it stands when each is made, by the headings of the table: `Code |
/// Message | When`.
pub(super) fn causes(headings: &[(usize, &str)]) -> Option<(usize, &'static Language)> {
    let plain = |text: &str| text.trim().trim_end_matches([':', '?', '…', '.']).to_lowercase();
    let has = |words: &[&str], text: &str| words.contains(&text) || text.split(' ').any(|word| words.contains(&word));
    let mistakes = headings.iter().any(|(_, text)| has(MISTAKES, &plain(text)));
    let (column, text) = headings.iter().find(|(_, text)| CAUSES.contains(&plain(text).as_str()))?;
    let text = plain(text);
    let language = match text.as_str() {
        "wann" | "ursache" | "auslöser" | "bedingung" => "der",
        "quand" | "cas" => "le",
        _ => "the",
    };
    let of = words::ALL.iter().find(|of| of.every.contains(&language))?;
    mistakes.then_some((*column, *of))
}

/// What is asked for where a row would be refused for what a cell says: `Start before 08:00 or after 17:30`, `Status = C and Reason is
/// blank`.
pub(super) fn asked(text: &str, language: &Language) -> String {
    let plain = text.trim().trim_end_matches(['.', ';']);
    let [_, _, must, filled, _] = language.turning;
    let (Some(and), Some(or)) = (language.and.first(), language.or.first()) else { return plain.to_owned() };
    let blank =
        |part: &str| language.is_blank.iter().find_map(|phrase| Some(part.strip_suffix(phrase)?.trim().to_owned()));
    // "First visit = Y and Referral no is blank"
    if let Some((condition, last)) = plain.split_once(&format!(" {and} "))
        && let Some(subject) = blank(last)
        && let Some(when) = language.conditional.first()
    {
        return format!("{when} {condition}, {subject} {must} {filled}.");
    }
    // "Status = C without date or reason"
    if let Some((condition, rest)) = language.uncounted.first().and_then(|of| plain.split_once(&format!(" {of} ")))
        && let Some(when) = language.conditional.first().filter(|_| condition.contains(['=', ' ']))
    {
        let all = rest.replace(&format!(" {or} "), &format!(" {and} "));
        return format!("{when} {condition}, {all} {must} {filled}.");
    }
    // "Ref is blank or appears more than once"
    if let Some((first, rest)) = plain.split_once(&format!(" {or} "))
        && let Some(subject) = blank(first)
    {
        let rest = if blank(rest).is_some() { rest.to_owned() } else { format!("{subject} {rest}") };
        return format!("{subject} {must} {filled}.\n{}", asked(&rest, language));
    }
    let none_of = |phrase: &&str| plain.split_once(&format!(" {phrase} "));
    if let Some((subject, list)) = language.other_than.iter().find_map(none_of) {
        return format!("{subject} {must} {list}.");
    }
    match blank(plain) {
        Some(subject) => format!("{subject} {must} {filled}."),
        None => denied(plain, language).unwrap_or_else(|| turned(plain, language)),
    }
}

/// `Start before 08:00 or after 17:30` as `Start: never before 08:00` and `Start: never after 17:30`.
fn denied(plain: &str, language: &Language) -> Option<String> {
    let sentence = sentences(plain).into_iter().next()?;
    let not = language.negations.first()?;
    let compared = [language.earlier, language.later, language.above, language.below];
    let compares =
        |at: usize| compared.iter().flat_map(|of| of.iter()).any(|phrase| sentence.ends_at(phrase, at).is_some());
    let copula = |at: usize| language.copulas.contains(&sentence.word(at));
    let first = (1..sentence.words.len()).find(|at| compares(*at) || copula(*at))?;
    let from = first + usize::from(copula(first));
    let denies = |at: usize| [language.negations, language.none].iter().any(|of| of.contains(&sentence.word(at)));
    // "Appears more than once" compares nothing.
    if (0..sentence.words.len()).any(denies) || sentence.has(language.twice) {
        return None;
    }
    let subject = sentence.text[..sentence.words[first].1.start].trim();
    // Of "before 08:00 or after 17:30" each is denied.
    let parts =
        (from + 1..sentence.words.len()).filter(|at| language.or.contains(&sentence.word(at - 1)) && compares(*at));
    let mut begins: Vec<usize> = vec![from];
    begins.extend(parts);
    let mut said = Vec::new();
    for (at, begin) in begins.iter().enumerate() {
        let end = begins.get(at + 1).map_or(sentence.words.len(), |next| next - 1);
        if *begin >= end {
            return None;
        }
        let text = &sentence.text[sentence.words[*begin].1.start..sentence.words[end - 1].1.end];
        said.push(format!("{subject}: {not} {text}"));
    }
    Some(said.join("\n"))
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
    fn what_makes_a_mistake_is_turned_into_what_is_asked() {
        let (column, english) = causes(&[(0, "Code"), (1, "Message you get"), (3, "When")]).unwrap();
        assert_eq!(column, 3);
        for (cause, due) in [
            ("Start before 08:00 or after 17:30", "Start: never before 08:00\nStart: never after 17:30"),
            ("Date is a Sunday", "Date: never a Sunday"),
            ("First visit = Y and Referral no is blank", "if First visit = Y, Referral no must be filled in."),
            (
                "Ref is blank or appears more than once",
                "Ref must be filled in.\nRef appears more than once is refused.",
            ),
            ("Clinic is not NORTH, SOUTH or QUAY", "Clinic must be NORTH, SOUTH or QUAY."),
            ("Weight is blank", "Weight must be filled in."),
            ("Status other than B or C", "Status must be B or C."),
            ("Status = C without date or reason", "if Status = C, date and reason must be filled in."),
        ] {
            assert_eq!(asked(cause, english), due);
        }
        assert!(causes(&[(0, "Column"), (1, "When needed")]).is_none());
        assert_eq!(causes(&[(0, "Fehler"), (1, "Wann")]).map(|(column, _)| column), Some(1));
    }

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
