//! Conditions on the day of another column: `if Sold on is on or after 01/03/2026`, `when Sown on is in 2026`, and on a number between
//! two others.

use std::ops::Range;

use super::Claim;
use super::codes::qualified;
use super::conditions::{condition_span, conditional, leaves_out};
use super::days::named;
use super::days_of_rows::is_of_days;
use super::required::{Asking, otherwise};
use super::subject::{Mention, Place};

/// Years that days may lie in.
const YEARS: Range<i32> = 1500..2200;

impl Asking<'_> {
    /// What the condition of a sentence says of the days of a column.
    pub(super) fn days_in_condition(&self) -> Option<String> {
        let (sentence, language) = (self.sentence, self.language);
        let of = self.of_condition(|mention| self.may_be_days(mention.place))?;
        let span = condition_span(sentence, language)?;
        let behind = of.words.end..span.end;
        let name = (self.name)(of.place);
        let days = named(sentence, language);
        let days: Vec<_> =
            days.iter().filter(|day| behind.start <= day.words.start && day.words.end <= behind.end).collect();
        let said = match days.as_slice() {
            [day] => {
                let sign = self.sign_before(behind.start..day.words.start, day.words.end)?;
                format!("{name} {sign} DATE '{}'", day.day)
            }
            [first, last] if qualified(sentence, language.between, first.words.start) => {
                format!("{name} BETWEEN DATE '{}' AND DATE '{}'", first.day, last.day)
            }
            [] => {
                let year = |at: &usize| sentence.word(*at).len() == 4 && self.year(*at).is_some();
                let at = behind.clone().find(year)?;
                let lies = || {
                    let words = [language.into, language.in_year];
                    words.iter().any(|phrases| qualified(sentence, phrases, at)).then_some("=")
                };
                let sign = self.sign_before(behind.start..at, at + 1).or_else(lies)?;
                format!("EXTRACT(YEAR FROM {name}) {sign} {}", self.year(at)?)
            }
            _ => return None,
        };
        if leaves_out(sentence, language) { otherwise(&said) } else { Some(said) }
    }

    /// `If Trays is between 10 and 20`
    pub(super) fn range_in_condition(&self) -> Option<String> {
        let (sentence, language) = (self.sentence, self.language);
        let of = self.of_condition(|mention| self.may_be_number(mention.place))?;
        let span = condition_span(sentence, language)?;
        let copula = usize::from(language.copulas.contains(&sentence.word(of.words.end)));
        let from = of.words.end + copula;
        let between = language.between.iter().filter_map(|phrase| sentence.ends_at(phrase, from)).max()?;
        let joins = [language.and, language.to].iter().any(|words| words.contains(&sentence.word(between + 1)));
        let whole = between + 2 < span.end && joins;
        let (first, last) = (sentence.number(between, language)?, sentence.number(between + 2, language)?);
        let not = if leaves_out(sentence, language) { "NOT " } else { "" };
        (whole && first < last).then(|| format!("{} {not}BETWEEN {first} AND {last}", (self.name)(of.place)))
    }

    /// The days of a condition limit no column, and its numbers are no list.
    pub(super) fn without_days_of_condition(&self, claims: &mut Vec<Claim>) {
        if self.range_in_condition().is_some() {
            claims.retain(|claim| claim.key != "allowed");
        }
        if self.days_in_condition().is_none() {
            return;
        }
        let day = |claim: &Claim| claim.value.trim_matches('"').parse::<jiff::civil::Date>().is_ok();
        let dated = |claim: &Claim| claim.key == "date_format" || claim.key == "type" && claim.value.contains("date");
        claims.retain(|claim| !(dated(claim) || claim.is_limit() && day(claim)));
    }

    /// Whether a column has days, or may have them, as long as nothing is known of it.
    fn may_be_days(&self, place: Place) -> bool {
        let lines = &self.draft.sheets[place.0].columns[place.1].lines;
        let known = ["type", "allowed", "pattern", "format", "yes_no"].iter().any(|key| lines.has(key));
        is_of_days(place, self.draft) || !known
    }

    /// The first column of the condition, where it is one of those that are asked for.
    fn of_condition(&self, is_one: impl Fn(&Mention) -> bool) -> Option<&Mention> {
        let span = condition_span(self.sentence, self.language)?;
        let begins = conditional(self.sentence, self.language)?;
        let within = |mention: &&Mention| begins.end <= mention.words.start && mention.words.end < span.end;
        self.mentions
            .iter()
            .find(|mention| span.start <= mention.words.start && within(mention))
            .filter(|of| is_one(of))
    }

    fn year(&self, at: usize) -> Option<i32> {
        self.sentence.word(at).parse().ok().filter(|year| YEARS.contains(year))
    }

    /// How a column is compared with a day or a year, by what stands between and behind.
    fn sign_before(&self, between: Range<usize>, end: usize) -> Option<&'static str> {
        let (sentence, language) = (self.sentence, self.language);
        let at = between.end;
        // "Après le 1er mars", "nach dem 01.03.2026"
        let article = at > between.start && {
            let word = sentence.word(at - 1);
            language.every.contains(&word) || language.articles.contains(&word)
        };
        let ends = at - usize::from(article);
        let before = |phrases: &[&str]| {
            let from = |from: usize| {
                phrases.iter().any(|phrase| sentence.ends_at(phrase, from).is_some_and(|end| end == at || end == ends))
            };
            between.clone().any(from)
        };
        let behind = |phrases: &[&str]| phrases.iter().any(|phrase| sentence.ends_at(phrase, end).is_some());
        let or_on = between.clone().any(|at| language.or_equal.iter().any(|of| sentence.ends_at(of, at).is_some()));
        let (earlier, later) = (before(language.earlier), before(language.later));
        if before(language.not_before) || or_on && later || behind(language.or_more) || before(language.at_least) {
            Some(">=")
        } else if before(language.not_after) || or_on && earlier || behind(language.or_less) {
            Some("<=")
        } else if earlier || later {
            let denied = between.clone().any(|at| language.negations.contains(&sentence.word(at)));
            Some(match (earlier, denied) {
                (true, true) => ">=",
                (true, false) => "<",
                (false, true) => "<=",
                (false, false) => ">",
            })
        } else {
            let copula = language.copulas.contains(&sentence.word(between.start)) && between.len() == 1;
            (copula || sentence.gap(between.start - 1) == "=").then_some("=")
        }
    }
}
