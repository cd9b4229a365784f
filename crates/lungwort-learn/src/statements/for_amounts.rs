//! What is needed from an age or an amount of money on: `above 10,000 pounds a valuation must be attached`, `required over £10,000`,
//! `only under 18`. The number limits what rows are, and not what is needed.

use super::conditions::condition_span;
use super::counted_rows::{MONEY, OLDEST, has_word};
use super::each_kind::Limit;
use super::required::{Asking, OPEN, blank_when, otherwise, required_when};
use super::subject::{Mention, Place};
use super::words;
use super::{Claim, Confidence, Reading};
use crate::draft::DraftColumn;

/// Words before the number, at most, where a sentence begins with it: `for children under 12`.
const LED: usize = 3;

/// Lines of a number that a column has.
const OF_NUMBERS: &[&str] = &["type", "min", "max", "above", "below", "places"];

/// How the column that is asked for is bound to the number.
enum Bound {
    Required,
    Only,
}

impl Asking<'_> {
    pub(super) fn for_amounts(&self) -> Option<Reading> {
        let limits = self.limits();
        let [limit] = limits.as_slice() else { return None };
        if limit.terms.len() != 1 || limit.terms[0].0 == "=" {
            return None;
        }
        // "If Grade is at least 4" says of what.
        if condition_span(self.sentence, self.language).is_some_and(|span| span.contains(&limit.start)) {
            return None;
        }
        let (end, counted) = self.unit_behind(limit);
        // "Discount: 0, 25 or 50. From 25 a reason is needed"
        let labelled = self
            .mentions
            .first()
            .is_some_and(|first| first.words.start == 0 && self.sentence.gap(first.words.end.max(1) - 1) == ":");
        let goes_on = !self.before.is_empty() && !labelled;
        if end == limit.end && goes_on && !self.has_money_sign(limit) {
            return None;
        }
        // "25 or 50; from 25 a reason is needed", beside the discount
        let listed = |(sheet, column): Place| self.draft.sheets[sheet].columns[column].lines.has("allowed");
        let of_beside = |place: Place| {
            let others = self.mentions.iter().any(|mention| mention.place != place);
            others || self.is_counted(place) || listed(place)
        };
        if end == limit.end && self.beside.is_some_and(of_beside) {
            return None;
        }
        let measured = self.measured_within(limit.start..end + 1).or_else(|| self.spans_counted(limit));
        // "From 3 days a deputy is needed", where a column counts them
        let counted = counted && measured.is_none();
        let end = measured.as_ref().map_or(end, |(_, words)| words.end.max(end));
        let measured = measured.map(|(said, _)| said);
        let bound = self.bound_to((limit.start, end), counted)?;
        let said = self.of_worth(limit).filter(|_| !counted).or(measured);
        let own = self.asked_column(said.as_deref())?;
        // "Required over 3 pages" may count anything.
        let said = said.or_else(|| matches!(bound, Bound::Required).then(|| OPEN.to_owned()))?;
        let claims = match bound {
            Bound::Required => vec![required_when(own, &said)],
            Bound::Only => {
                let blank = blank_when(own, &otherwise(&said)?);
                vec![blank, Claim { confidence: Confidence::Suggested, ..required_when(own, &said) }]
            }
        };
        let mut reading = Reading::of(claims);
        self.typed_by_today(&mut reading.claims);
        Some(reading)
    }

    /// What rows are measured by limits no column that is asked for then: `minors (under 18) must give a guardian`.
    pub(super) fn without_measured(&self, claims: &mut Vec<Claim>) {
        let conditional = claims.iter().filter(|claim| matches!(claim.key, "required_when" | "blank_when"));
        let asked: Vec<(Place, String)> =
            conditional.filter_map(|claim| Some((claim.place()?, claim.value.clone()))).collect();
        let measured = |claim: &Claim| {
            let of = claim.place().filter(|_| claim.is_limit())?;
            let (_, said) = asked.iter().find(|(place, _)| *place == of)?;
            let number = said.split([' ', '\'', '"']).any(|part| part == claim.value);
            number.then_some(of)
        };
        let dropped: Vec<Place> = claims.iter().filter_map(measured).collect();
        let of_number = |claim: &Claim| {
            let kind = claim.key == "decimal_mark" || claim.key == "type" && claim.value == "\"decimal\"";
            kind && claim.place().is_some_and(|place| dropped.contains(&place))
        };
        claims.retain(|claim| measured(claim).is_none() && !of_number(claim));
    }

    /// The condition that something lasts so long, and its words: `from 3 days on`, where a column counts days; open where none does.
    fn spans_counted(&self, limit: &Limit) -> Option<(String, std::ops::Range<usize>)> {
        let word = self.sentence.word(limit.end);
        let (_, unit) = self.language.spans.iter().find(|(span, _)| *span == word)?;
        let units: Vec<&str> = self.language.spans.iter().filter(|(_, of)| of == unit).map(|(span, _)| *span).collect();
        let sheet = self.sheet()?;
        let columns = self.few_columns(sheet)?.iter().filter(|of| has_word(&of.heading, &units));
        let mut columns = columns.filter(|of| !of.lines.has("allowed") && !of.lines.has("pattern"));
        let column = columns.next().filter(|_| columns.next().is_none());
        let (sign, number) = limit.terms[0];
        let said = column.map_or_else(|| OPEN.to_owned(), |of| format!("{} {sign} {number}", of.name));
        Some((said, limit.start..limit.end + 1))
    }

    /// Where the unit of money or of years behind a number ends, and whether it is another one.
    fn unit_behind(&self, limit: &Limit) -> (usize, bool) {
        let (sentence, language) = (self.sentence, self.language);
        let word = sentence.word(limit.end);
        let years = language.spans.iter().any(|(span, unit)| *span == word && *unit == "YEAR");
        if years {
            let old = language.old.iter().filter_map(|phrase| sentence.ends_at(phrase, limit.end + 1)).max();
            return (old.unwrap_or(limit.end + 1), false);
        }
        if MONEY.contains(&word) {
            return (limit.end + 1, false);
        }
        let joined = limit.end < sentence.words.len() && sentence.gap(limit.end - 1).is_empty();
        let others = [language.size_units, language.characters, language.decimals, language.others];
        (limit.end, joined && others.iter().any(|words| words.contains(&word)))
    }

    /// Whether a duty, or an "only", stands right beside the number, or the sentence begins with it and asks for a column then.
    fn bound_to(&self, (start, end): (usize, usize), counted: bool) -> Option<Bound> {
        let (sentence, language) = (self.sentence, self.language);
        let last = sentence.words.len();
        let joined = |at: usize| at == 0 || matches!(sentence.gap(at - 1), "" | "£" | "€" | "$");
        let only = |at: usize| language.only.contains(&sentence.word(at));
        if self.is_beside() && !counted {
            let before = start > 0 && joined(start) && only(start - 1) && start == 1 && end == last;
            let behind = start == 0 && end + 1 == last && only(end);
            if before || behind {
                return Some(Bound::Only);
            }
        }
        let required = sentence.required(language)?;
        let before = required.end == start && joined(start);
        let behind = required.start == end && joined(end);
        if (before || behind) && (self.is_beside() || required.start > 0) && !counted {
            return Some(Bound::Required);
        }
        let is_article =
            |at: usize| [language.articles, language.every].iter().any(|words| words.contains(&sentence.word(at)));
        // "From 3 days on a deputy is needed"
        let article = is_article(end) || is_article(end + 1);
        let parted = sentence.gap(end.max(1) - 1) == ",";
        let verb = [language.verbs, language.modals].iter().any(|words| words.contains(&sentence.word(end)));
        let named = self.mentions.iter().any(|mention| mention.words.start >= end);
        let begins = start <= LED && required.start > end && named && (article || parted || verb) && !counted;
        let counts = |mention: &Mention| start <= mention.words.start && mention.words.end <= end;
        let spared = self.mentions.iter().all(|mention| mention.words.start >= end || counts(mention));
        (begins && spared).then_some(Bound::Required)
    }

    /// The condition that what something is worth, or else what is charged for it, is so much: a number without a unit is no age where
    /// it is higher than any.
    fn of_worth(&self, limit: &Limit) -> Option<String> {
        let (sign, number) = limit.terms[0];
        let money = MONEY.contains(&self.sentence.word(limit.end)) || self.has_money_sign(limit);
        let columns = self.few_columns(self.sheet()?)?.iter().enumerate();
        let worth = |(_, of): &(usize, &DraftColumn)| has_word(&of.heading, self.language.values_of_things);
        let mut found = columns.filter(worth).map(|(column, _)| column);
        let worth = found.next().filter(|_| found.next().is_none());
        let place = match worth {
            Some(column) => (self.sheet()?, column),
            None => self.charged_column()?,
        };
        (money || number > f64::from(OLDEST)).then(|| format!("{} {sign} {number}", (self.name)(place)))
    }

    /// Whether a sign of money stands at the number.
    fn has_money_sign(&self, limit: &Limit) -> bool {
        let signs = |gap: &str| gap.contains(['€', '£', '$']);
        let before = limit.end.checked_sub(2).is_some_and(|before| signs(self.sentence.gap(before)));
        before || limit.end.checked_sub(1).is_some_and(|last| signs(self.sentence.gap(last)))
    }

    /// The one column that is asked for; none where it holds numbers itself.
    fn asked_column(&self, said: Option<&str>) -> Option<Place> {
        let measured = |place: &Place| said.is_some_and(|said| self.is_said_of(*place, said));
        let asked: Vec<Place> = self.subjects.iter().copied().filter(|place| !measured(place)).collect();
        let [own] = asked.as_slice() else { return None };
        let column = &self.draft.sheets[own.0].columns[own.1];
        let amounts = |language: &&words::Language| {
            let of = [language.heading_amounts, language.charges, language.values_of_things, language.ages];
            of.iter().any(|words| has_word(&column.heading, words))
        };
        let number = OF_NUMBERS.iter().any(|key| column.lines.has(key)) || words::ALL.iter().any(amounts);
        (!number).then_some(*own)
    }
}
