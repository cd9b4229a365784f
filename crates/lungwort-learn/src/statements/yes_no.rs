//! Yes and no, and the sign that marks a cell.

use super::sentence::Sentence;
use super::subject::{Mention, Place};
use super::words::{self, Language};

/// `Tick "x" in Juice, otherwise leave it empty`: one sign that marks a cell.
pub(super) fn ticked(sentence: &Sentence, language: &Language) -> bool {
    let word = |at: usize| sentence.words[at].0.as_str();
    let Some(at) = (1..sentence.words.len()).find(|at| word(*at) == "x") else { return false };
    let before = word(at - 1);
    let led = language.tick.contains(&before)
        || language.articles.contains(&before)
        || words::ALL.iter().any(|language| language.with.contains(&before));
    let others = sentence.text.contains(['|', '='])
        || sentence.gap(at).contains(['/', ','])
            && sentence.gap(at).len() < 2
            && sentence.gap(at - 1).contains(['/', ',']);
    // "Paid: x if paid, otherwise blank"
    let otherwise = || {
        let nothing = (at + 1..sentence.words.len()).any(|at| {
            let next = sentence.word(at + 1);
            language.otherwise.contains(&word(at))
                && (language.nothing.contains(&next)
                    || language.leave.contains(&next)
                    || language.unfilled.contains(&next))
        });
        nothing && language.conditional.contains(&sentence.word(at + 1))
    };
    led && !others && sentence.has(language.tick) || !others && otherwise()
}

/// Words between a sign that marks a cell and the column that it is in, at most: `an x in the column Juice`.
const MARKED: usize = 4;

/// `Put an X under every allergen that the dish contains`: the dish is not what is marked.
pub(super) fn marks_others(sentence: &Sentence, language: &Language, (mentions, place): (&[Mention], Place)) -> bool {
    let Some(sign) = (0..sentence.words.len()).find(|at| sentence.word(*at) == "x") else { return false };
    let mut of_place = mentions.iter().filter(|mention| mention.place == place).peekable();
    let far = |mention: &Mention| {
        let between = sign + 1..mention.words.start;
        mention.words.start > sign
            && (between.len() > MARKED || between.into_iter().any(|at| language.those_who.contains(&sentence.word(at))))
    };
    of_place.peek().is_some() && of_place.all(far)
}

/// `Yes if half is paid, otherwise blank`: the one value there is.
pub(super) fn only_yes(sentence: &Sentence, language: &Language) -> Option<String> {
    let at = (0..sentence.words.len().saturating_sub(1)).find(|at| {
        let yes = language.yes_no.iter().any(|(yes, _)| *yes == sentence.word(*at));
        yes && language.conditional.iter().any(|phrase| sentence.ends_at(phrase, at + 1).is_some())
    })?;
    let otherwise = (at + 1..sentence.words.len()).find(|at| language.otherwise.contains(&sentence.word(*at)))?;
    let left = (otherwise + 1..sentence.words.len())
        .any(|at| language.unfilled.contains(&sentence.word(at)) || language.nothing.contains(&sentence.word(at)));
    left.then(|| sentence.text[sentence.words[at].1.clone()].to_owned())
}

/// `0/1`, and nothing else behind the label.
fn zero_or_one(sentence: &Sentence) -> bool {
    let Some(at) = sentence.words.len().checked_sub(2) else { return false };
    let behind_label = at == 0 || sentence.gap(at - 1) == ":";
    let sign = matches!(sentence.gap(at), "/" | "|");
    behind_label && sign && matches!((sentence.word(at), sentence.word(at + 1)), ("0", "1") | ("1", "0"))
}

/// `y/n`, `true or false`
pub(super) fn yes_no(sentence: &Sentence, language: &Language) -> Option<(String, String)> {
    if zero_or_one(sentence) {
        return Some(("1".to_owned(), "0".to_owned()));
    }
    for (yes, no) in language.yes_no {
        for at in 0..sentence.words.len().saturating_sub(1) {
            let (first, from) = &sentence.words[at];
            let joins = |word: &str| language.or.contains(&word) || language.otherwise.contains(&word);
            let next = if sentence.words.get(at + 1).is_some_and(|(word, _)| joins(word)) { at + 2 } else { at + 1 };
            let Some((second, to)) = sentence.words.get(next) else { continue };
            let sign = sentence.text[from.end..to.start].trim();
            let joined = next == at + 2 || matches!(sign, "/" | "|" | ",");
            if joined && first == yes && second == no && !is_third(sentence, language, next, sign) {
                let written = |place: &std::ops::Range<usize>| sentence.text[place.clone()].to_owned();
                return Some((written(from), written(to)));
            }
            // "Y if you offer them, otherwise N"
            let apart = (at + 2..sentence.words.len()).find(|later| {
                sentence.words[*later].0 == *no && language.otherwise.contains(&sentence.words[later - 1].0.as_str())
            });
            if let Some(later) = apart.filter(|_| first == yes) {
                let written = |at: usize| sentence.text[sentence.words[at].1.clone()].to_owned();
                let alike = |text: &str| text.chars().any(char::is_uppercase);
                if alike(&written(at)) == alike(&written(later)) {
                    return Some((written(at), written(later)));
                }
            }
        }
    }
    None
}

/// Words of a sentence that tells when to fill in yes and when no, at most.
const REASONS: usize = 24;

/// `Y if the fee was paid, N if not`: yes and no, each with when to fill it in.
pub(super) fn yes_no_with_reasons(sentence: &Sentence, language: &Language) -> Option<(String, String)> {
    let written = |at: usize| sentence.text[sentence.words[at].1.clone()].to_owned();
    (0..sentence.words.len()).find_map(|at| {
        let mut pairs = language.yes_no.iter().filter(|(yes, _)| *yes == sentence.word(at));
        let later = pairs.find_map(|(_, no)| with_reasons(sentence, language, (at, no)))?;
        Some((written(at), written(later)))
    })
}

/// The word for no behind a reason for yes, with its own behind it: `Y if the fee was paid, N if not`.
fn with_reasons(sentence: &Sentence, language: &Language, (at, no): (usize, &str)) -> Option<usize> {
    let led = |at: usize| {
        let means = [language.conditional, language.means, language.meaning_signs];
        means.iter().any(|words| words.iter().any(|word| sentence.ends_at(word, at).is_some()))
    };
    let apart = |at: usize| {
        let gap = sentence.gap(at - 1);
        gap.contains([',', ';', '/'])
            || [language.or, language.and].iter().any(|words| words.contains(&sentence.word(at - 1)))
    };
    // "Else no", and "no otherwise"
    let else_before = |at: usize| language.otherwise.contains(&sentence.word(at - 1));
    let else_behind = |at: usize| language.otherwise.iter().any(|phrase| sentence.ends_at(phrase, at + 1).is_some());
    let denied = |at: usize| {
        let next = led(at + 1) && at + 2 < sentence.words.len();
        next || else_before(at) || else_behind(at)
    };
    let is_no = |later: &usize| sentence.word(*later) == no && (apart(*later) || else_before(*later));
    let later = (at + 2..sentence.words.len()).find(is_no)?;
    // A third value is none of yes and no.
    let third = (later + 2..sentence.words.len()).any(|at| led(at + 1) && apart(at));
    (led(at + 1) && denied(later) && sentence.words.len() <= REASONS && !third).then_some(later)
}

/// Whether another value follows behind two: `Yes, No or Unknown` are three.
fn is_third(sentence: &Sentence, language: &Language, second: usize, sign: &str) -> bool {
    let word = |at: usize| sentence.words.get(at).map(|(word, _)| word.as_str());
    let is_value = |at: usize| {
        let nothing = |word: &str| {
            language.nothing.contains(&word) || language.give.contains(&word) || language.small.contains(&word)
        };
        word(at).is_some_and(|word| !nothing(word) && !language.optional.contains(&word))
    };
    let gap = sentence.gap(second);
    let or = |at: usize| word(at).is_some_and(|word| language.or.contains(&word));
    if or(second + 1) {
        return gap.is_empty() || gap == ",";
    }
    match gap {
        "/" | "|" => gap == sign && is_value(second + 1),
        // "Yes, no, unknown" goes on in the same way, and ends there.
        "," => sign == "," && is_value(second + 1) && (second + 2 >= sentence.words.len() || or(second + 2)),
        _ => false,
    }
}

/// Whether a column has 0 and 1 for yes and no: `Restricted: 0 or 1`.
pub(super) fn counts_answers(column: &crate::draft::DraftColumn) -> bool {
    let list = column.lines.get("allowed").map(|list| list.value.as_str());
    matches!(list, Some(r#"["0", "1"]"# | r#"["1", "0"]"#))
}
