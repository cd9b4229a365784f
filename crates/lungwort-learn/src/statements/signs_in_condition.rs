//! Conditions by how a text begins or ends: `required if Code begins with X`, `falls Code auf MA endet`, `if Access contains ET`.

use super::conditions::condition_span;
use super::required::Asking;
use super::subject::Mention;

/// Letters of what a text begins or ends with, at most.
const LONGEST: usize = 12;
/// Words between a column and what it begins with, at most: `does not begin with`.
const BETWEEN: usize = 3;

impl Asking<'_> {
    /// The condition that a column begins or ends with some signs, or has them in it.
    pub(super) fn signs_in_condition(&self) -> Option<String> {
        let span = condition_span(self.sentence, self.language)?;
        let within = |mention: &&Mention| span.contains(&mention.words.start);
        self.mentions.iter().filter(within).find_map(|mention| self.signs_of(mention, span.end))
    }

    fn signs_of(&self, mention: &Mention, end: usize) -> Option<String> {
        let (sentence, language) = (self.sentence, self.language);
        let from = mention.words.end;
        let kinds = [(language.begins, "", "%"), (language.ends, "%", ""), (language.containing, "%", "%")];
        let named = |at: usize| {
            kinds.iter().find_map(|(phrases, before, behind)| {
                let led = phrases.iter().filter_map(|phrase| sentence.ends_at(phrase, at)).max();
                let first = led.or_else(|| self.verb_behind(phrases, at))?;
                Some((at, first, *before, *behind))
            })
        };
        // "If Kind is C, beginning with X" says it of another column.
        let joined = |at: &usize| *at < end && (from..*at + 1).all(|word| sentence.gap(word - 1).is_empty());
        let (at, first, before, behind) = (from..=from + BETWEEN).take_while(joined).find_map(named)?;
        let signs = self.signs_at(first)?;
        let denied = (from..at).any(|at| language.negations.contains(&sentence.word(at)));
        let not = if denied { "NOT " } else { "" };
        Some(format!("{} {not}LIKE '{before}{signs}{behind}'", (self.name)(mention.place)))
    }

    /// Where the signs stand, if the verb is behind them: `mit X beginnt`.
    fn verb_behind(&self, phrases: &[&str], at: usize) -> Option<usize> {
        let (word, verb) = (self.sentence.word(at), self.sentence.word(at + 2));
        let turned = |phrase: &&str| phrase.split_once(' ') == Some((verb, word));
        phrases.iter().any(turned).then_some(at + 1)
    }

    /// Signs that are a code, or in quotes.
    fn signs_at(&self, at: usize) -> Option<&str> {
        let sentence = self.sentence;
        let place = sentence.words.get(at)?.1.clone();
        let quoted = sentence.text[..place.start].ends_with(['"', '\'', '“', '„', '«']);
        let text = &sentence.text[place];
        let plain = text.len() <= LONGEST && text.chars().all(char::is_alphanumeric);
        let is_code = !text.chars().any(char::is_lowercase);
        // "Contains 3 items" counts.
        let numbered = text.chars().all(|each| each.is_ascii_digit()) && at + 1 < sentence.words.len();
        (plain && (quoted || is_code && !numbered)).then_some(text)
    }
}
