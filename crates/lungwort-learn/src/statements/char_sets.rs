//! Which characters a value may have: `only A-Z, 0-9 and hyphen`, `letters (A-Z) and digits only`, `allowed characters: A-Z, 0-9`. How many
//! there are of each, and in which order, is not said.

use std::ops::Range;

use super::conditions::conditional;
use super::sentence::{Sentence, sentences};
use super::sizes::escaped;
use super::words::Language;
use crate::draft::Confidence;
use lungwort_core::rulebook::toml_text::quoted;

/// Words between what says that there are no others and the first of them, at most: `only the characters`.
const LED: usize = 4;
/// Signs that stand for themselves between what is named.
const SIGNS: &[char] = &['-', '_', '/', '+', '#', '&', '*', '.', '\''];

/// What a sentence says of the characters of a value.
pub(super) struct Set {
    /// The line for it.
    pub said: (&'static str, String, Confidence),
    /// The sentence without it, where anything is left.
    pub rest: Option<Sentence>,
}

/// A kind of characters.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
enum Kind {
    Letters,
    Digits,
    /// Numbers as likely as digits.
    LooseDigits,
    /// Capitals, or lower case.
    OneCase,
    /// From one to another: `A-Z`.
    Range,
    Sign,
}

/// Characters that are named, and where.
struct Run {
    kinds: Vec<Kind>,
    classes: Vec<String>,
    words: Range<usize>,
}

/// Reads which characters there may be, from a word on.
pub(super) fn read(sentence: &Sentence, language: &Language, from: usize) -> Option<Set> {
    // Nearly no sentence says that there are no others.
    let leads = [language.only, language.permitted, language.consists, language.nothing_else, language.except];
    // "Digits and spaces only, starting with 0" says more than that.
    let built = || [language.begins, language.begins_last, language.ends].iter().any(|phrases| sentence.has(phrases));
    let ranges = || ["A-Z", "a-z", "0-9"].iter().any(|range| sentence.text.contains(range));
    if !leads.iter().any(|phrases| sentence.has(phrases)) && !ranges()
        || built()
        || conditional(sentence, language).is_some()
    {
        return None;
    }
    if sentence.find("ascii").is_some() && sentence.has(language.only) {
        return Some(Set { said: ("characters", quoted("ascii"), Confidence::Known), rest: None });
    }
    let reader = Reader { sentence, language };
    let run = (from..sentence.words.len()).find_map(|at| reader.run(at).filter(|run| reader.is_all(run, from)))?;
    let text = |words: Range<usize>| match sentence.words.get(words) {
        Some([(_, first), .., (_, last)]) => &sentence.text[first.start..last.end],
        Some([(_, only)]) => &sentence.text[only.clone()],
        _ => "",
    };
    let (before, behind) = (text(from..run.words.start), text(run.words.end..sentence.words.len()));
    let rest = sentences(&format!("{before}, {behind}")).pop().filter(|rest| !rest.words.is_empty());
    // "May only contain digits" is said of no quantity.
    if run.kinds == [Kind::Digits] && sentence.has(language.containing) {
        return Some(Set { said: ("pattern", r"'\d+'".to_owned(), Confidence::Known), rest });
    }
    Some(Set { said: run.line()?, rest })
}

impl Run {
    fn line(mut self) -> Option<(&'static str, String, Confidence)> {
        match self.kinds.as_slice() {
            // "Digits only" may be those of a quantity, and "capitals only" says how letters are written.
            [Kind::Digits | Kind::LooseDigits | Kind::OneCase | Kind::Sign] => return None,
            // Names have spaces and hyphens all the same.
            [Kind::Letters] => {
                let never = r#"{ regex = ".*[0-9].*", words = "text with a digit in it" }"#;
                return Some(("never", never.to_owned(), Confidence::Confirm));
            }
            kinds if kinds.iter().all(|kind| *kind == Kind::Sign) => return None,
            _ => {}
        }
        // A hyphen stands last, where it joins nothing.
        self.classes.sort_by_key(|class| class == r"\-");
        self.classes.dedup();
        let digits = self.kinds.iter().any(|kind| matches!(kind, Kind::Digits | Kind::LooseDigits | Kind::Range));
        let class = self.classes.concat();
        // Names have letters of all kinds, and codes those of the alphabet.
        let class = if digits { class } else { class.replace("A-Za-z", r"\p{L}") };
        Some(("pattern", format!("'[{class}]+'"), Confidence::Known))
    }
}

struct Reader<'s> {
    sentence: &'s Sentence,
    language: &'s Language,
}

impl Reader<'_> {
    fn end(&self, phrases: &[&str], at: usize) -> Option<usize> {
        phrases.iter().filter_map(|phrase| self.sentence.ends_at(phrase, at)).max()
    }

    /// What is named at a word and behind it: `A-Z, 0-9 and hyphens`.
    fn run(&self, start: usize) -> Option<Run> {
        let (sentence, language) = (self.sentence, self.language);
        let (kind, class, mut end) = self.item(start)?;
        let mut run = Run { kinds: vec![kind], classes: vec![class], words: start..end };
        loop {
            let joint = self.end(language.and, end).or_else(|| self.end(language.or, end));
            let signs = self.signs(end).into_iter().chain(joint.into_iter().flat_map(|behind| self.signs(behind)));
            for sign in signs {
                run.kinds.push(Kind::Sign);
                run.classes.push(sign);
            }
            let behind = joint.unwrap_or(end);
            let joined = joint.is_some() || matches!(sentence.gap(end - 1), "" | "," | "/" | "+" | ") ," | "),");
            match self.item(behind).filter(|_| joined || !self.signs(end).is_empty()) {
                Some((kind, class, next)) => {
                    run.kinds.push(kind);
                    run.classes.push(class);
                    end = next;
                }
                None => {
                    // "And -" ends with a sign.
                    run.words.end = joint.filter(|joint| !self.signs(*joint).is_empty()).unwrap_or(end);
                    return Some(run);
                }
            }
        }
    }

    /// The signs that stand for themselves before a word, behind a comma or what joins: `A-Z, 0-9, -`.
    fn signs(&self, at: usize) -> Vec<String> {
        let sentence = self.sentence;
        let from = at.checked_sub(1).and_then(|last| sentence.words.get(last)).map_or(0, |(_, last)| last.end);
        let to =
            sentence.words.get(at).map_or(sentence.text.trim_end_matches(['.', ' ']).len(), |(_, next)| next.start);
        let gap = sentence.text.get(from..to).unwrap_or_default();
        let joined =
            [self.language.and, self.language.or].iter().any(|words| words.contains(&sentence.word(at.max(1) - 1)));
        let listed = gap.trim_start_matches(')').trim_start();
        // A dash parts what is said as well.
        let own = joined || listed.starts_with(',');
        let parts = listed.split([',', ' ']).filter(|part| part.chars().count() == 1);
        let signs = parts.flat_map(str::chars).filter(|sign| own && SIGNS.contains(sign));
        signs.map(|sign| escaped(&sign.to_string())).collect()
    }

    /// A kind of characters at a word: `capital letters`, `the hyphen`, `letters A-Z`, `0-9`.
    fn item(&self, at: usize) -> Option<(Kind, String, usize)> {
        let (sentence, language) = (self.sentence, self.language);
        let word = sentence.word(at);
        let small = [language.articles, language.every, language.small].iter().any(|words| words.contains(&word));
        let joins = [language.and, language.or].iter().any(|words| words.contains(&word));
        let named = self.named(at).or_else(|| self.named(at + 1).filter(|_| small && !joins));
        let Some((kind, class, next)) = named else {
            return self.range(at).map(|(class, next)| (Kind::Range, class, next));
        };
        // "Letters (A-Z)"
        let of_range = matches!(sentence.gap(next - 1), "" | "(");
        match self.range(next).filter(|_| of_range && kind != Kind::Sign) {
            Some((class, next)) => Some((Kind::Range, class, next)),
            None => Some((kind, class, next)),
        }
    }

    fn named(&self, at: usize) -> Option<(Kind, String, usize)> {
        let (sentence, language) = (self.sentence, self.language);
        let mut word = sentence.word(at).chars();
        let kinds = [
            (language.capitals, "A-Z", Kind::OneCase),
            (language.smalls, "a-z", Kind::OneCase),
            (language.letters, "A-Za-z", Kind::Letters),
            (language.digits, "0-9", Kind::Digits),
            (language.loose_digits, "0-9", Kind::LooseDigits),
            (language.spaces, " ", Kind::Sign),
        ];
        if let (Some(sign), None) = (word.next(), word.next())
            && SIGNS.contains(&sign)
        {
            return Some((Kind::Sign, escaped(&sign.to_string()), at + 1));
        }
        let found =
            kinds.iter().find_map(|(phrases, class, kind)| Some((*kind, (*class).to_owned(), self.end(phrases, at)?)));
        let plural = |name: &str| ["s", "es", "e"].iter().any(|end| sentence.word(at).strip_suffix(end) == Some(name));
        let sign = || {
            let of = |(name, sign): &(&str, &str)| {
                let next = sentence.ends_at(name, at).or_else(|| plural(name).then_some(at + 1))?;
                Some((Kind::Sign, escaped(sign), next))
            };
            language.signs.iter().find_map(of)
        };
        found.or_else(sign)
    }

    /// All of the alphabet or all digits: `A-Z`, `a to z`, `0-9`.
    fn range(&self, at: usize) -> Option<(String, usize)> {
        let sentence = self.sentence;
        let last = if sentence.is_dashed(at) {
            at + 1
        } else {
            Some(at + 2).filter(|_| self.language.to.contains(&sentence.word(at + 1)))?
        };
        let text = |at: usize| sentence.words.get(at).map_or("", |(_, place)| &sentence.text[place.clone()]);
        match (text(at), text(last)) {
            ("A", "Z") => Some(("A-Z".to_owned(), last + 1)),
            ("a", "z") => Some(("a-z".to_owned(), last + 1)),
            ("0", "9") => Some(("0-9".to_owned(), last + 1)),
            _ => None,
        }
    }

    /// Whether it is said that there are no others.
    fn is_all(&self, run: &Run, from: usize) -> bool {
        let (sentence, language) = (self.sentence, self.language);
        let Range { start, end } = run.words;
        let counted = start > 0 && sentence.number(start - 1, language).is_some();
        let next = sentence.word(end);
        let follows = [language.followed, language.followed_by].iter().any(|phrases| self.end(phrases, end).is_some());
        let goes_on =
            [language.copulas, language.permitted, language.containing, language.only, language.verbs, language.within];
        let ends = end >= sentence.words.len()
            || !sentence.gap(end - 1).trim_start_matches(')').is_empty()
            || goes_on.iter().any(|words| words.contains(&next))
            || self.end(language.nothing_else, end).is_some();
        if counted || follows || !ends {
            return false;
        }
        let filler = |at: usize| {
            let word = sentence.word(at);
            [language.articles, language.every, language.small, language.containing, language.characters]
                .iter()
                .any(|words| words.contains(&word))
        };
        let led_by = |phrases: &[&str]| {
            (start.saturating_sub(LED)..start).any(|at| {
                let mut ends = phrases.iter().filter_map(|phrase| sentence.ends_at(phrase, at));
                ends.any(|end| end <= start && (end..start).all(filler))
            })
        };
        let behind = [language.only, language.nothing_else].iter().any(|phrases| {
            self.end(phrases, end).or_else(|| self.end(phrases, end + 1)).is_some()
                && sentence.gap(end.max(1) - 1).trim_matches(')').is_empty()
        });
        let colon = start > 0 && sentence.gap(start - 1).ends_with(':');
        let several = run.kinds.len() >= 2;
        let listed = || {
            colon
                && several
                && led_by(language.permitted) | (led_by(language.characters) && sentence.has(language.permitted))
        };
        // "Consists of a letter and a digit" has one of each.
        let one = || (start..end).any(|at| language.articles.contains(&sentence.word(at)));
        let consists = || several && led_by(language.consists) && !one();
        let other = || led_by(language.except) && sentence.has(language.characters);
        // "Capital letters A-Z and digits 0-9", and nothing else
        let is_range = |kind: &Kind| matches!(kind, Kind::Range | Kind::Sign);
        let whole = || start <= from && end >= sentence.words.len() && several && run.kinds.iter().all(is_range);
        led_by(language.only) || behind || whole() || listed() || consists() || other()
    }
}
