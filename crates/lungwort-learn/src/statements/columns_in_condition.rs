//! Conditions that compare two columns: `required when Condition back is higher than Condition out`, `if Back is later than Sent`.

use super::conditions::{condition_span, conditional, leaves_out};
use super::order::of_two;
use super::required::{Asking, otherwise};
use super::subject::Mention;

/// Two columns that a condition names, and how it compares them, where that is known.
pub(super) struct Compared<'m> {
    pub both: [&'m Mention; 2],
    sign: Option<&'static str>,
}

impl Asking<'_> {
    /// The two columns that the condition of a sentence compares, and nothing else of it: of "where Stage is eggs" the second is a value.
    pub(super) fn compared_in_condition(&self) -> Option<Compared<'_>> {
        let (sentence, language) = (self.sentence, self.language);
        let (span, begins) = (condition_span(sentence, language)?, conditional(sentence, language)?);
        let within = |mention: &&Mention| begins.end <= mention.words.start && mention.words.end <= span.end;
        let mut inside = self.mentions.iter().filter(within);
        let (first, second) = (inside.next()?, inside.next()?);
        let joins = |at: usize| [language.and, language.or].iter().any(|words| words.contains(&sentence.word(at)));
        let mut between = first.words.end..second.words.start;
        if first.place == second.place || inside.next().is_some() || between.clone().any(joins) {
            return None;
        }
        let sign = self.how_compared(first, second);
        // "Worse than" compares somehow.
        let compared = sign.is_some() || between.any(|at| language.than.contains(&sentence.word(at)));
        compared.then_some(Compared { both: [first, second], sign })
    }

    fn how_compared(&self, first: &Mention, second: &Mention) -> Option<&'static str> {
        let (sentence, language) = (self.sentence, self.language);
        let between = first.words.end..second.words.start;
        if between.is_empty() {
            let written = sentence.gap(between.start.checked_sub(1)?);
            let signs = [
                ("≥", ">="),
                ("≤", "<="),
                ("≠", "<>"),
                ("!=", "<>"),
                (">", ">"),
                ("<", "<"),
                (">=", ">="),
                ("<=", "<="),
                ("=", "="),
                ("<>", "<>"),
            ];
            return signs.into_iter().find(|(sign, _)| *sign == written).map(|(_, sign)| sign);
        }
        let says = |phrases: &[&str]| {
            let found = phrases.iter().filter_map(|phrase| sentence.find_from(phrase, between.start));
            found.into_iter().any(|place| place.end <= between.end)
        };
        let pair = [first.clone(), second.clone()];
        let ordered = of_two(sentence, language, (&pair, &pair)).map(|(_, _, sign, _)| sign);
        let other = || says(language.differing).then_some("<>");
        ordered.or_else(other).or_else(|| says(language.same_as).then_some("="))
    }

    /// The condition that compares two columns; `Some(None)` where it is not known how.
    #[expect(clippy::option_option, reason = "that two columns are compared and that it is known how are two things")]
    pub(super) fn columns_in_condition(&self) -> Option<Option<String>> {
        let Compared { both: [first, second], sign } = self.compared_in_condition()?;
        let said = sign.map(|sign| format!("{} {sign} {}", (self.name)(first.place), (self.name)(second.place)));
        let unless = leaves_out(self.sentence, self.language);
        Some(said.and_then(|said| if unless { otherwise(&said) } else { Some(said) }))
    }
}
