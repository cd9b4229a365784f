//! A value that rows of some kind must have: `must be Y for power tools`, `trees with a girth over 18 always get DOUBLE`.

use super::by_value::entries;
use super::required::Asking;
use super::subject::{Mention, Place};
use super::{Claim, Confidence, Target};
use lungwort_core::rulebook::toml_text::quoted;

/// Words between the number and the value, at most: `a girth over 18 cm always get`.
const APART: usize = 4;

impl Asking<'_> {
    /// The rule that a column has that value for rows of that kind.
    pub(super) fn value_for_kind(&self) -> Option<Vec<Claim>> {
        self.must_be_for_kind().or_else(|| self.value_from_limit()).or_else(|| self.kind_is_always())
    }

    /// `Must be Y for power tools`, `Waiver signed must be Y for power tools`
    fn must_be_for_kind(&self) -> Option<Vec<Claim>> {
        let (sentence, language) = (self.sentence, self.language);
        let [place] = self.subjects else { return None };
        let own = self.mentions.iter().find(|mention| mention.place == *place);
        let from = own.map_or(0, |own| own.words.end);
        let modal = language.modals.iter().filter_map(|phrase| sentence.ends_at(phrase, from)).max()?;
        let always =
            |at: usize| language.exactly.contains(&sentence.word(at)) || language.copulas.contains(&sentence.word(at));
        let at = (modal..modal + 2).find(|at| !always(*at)).unwrap_or(modal + 2);
        let (said, end) = self.of_value_at(*place, at)?;
        // "Must be Y if the value is over 500"
        let condition = || {
            let span = super::conditions::condition_span(sentence, language)?;
            Some((self.condition().filter(|said| !said.contains('…'))?, span))
        };
        let (kind, words) = &self.kind_of_rows().cloned().filter(|(_, words)| words.start == end).or_else(condition)?;
        // "For power tools" has a noun behind the value.
        // "Must be Y only for kinds A and B" says nothing of what these have.
        let only = [words.start, words.start.saturating_sub(1)];
        if only.iter().any(|at| language.only.contains(&sentence.word(*at))) {
            return None;
        }
        let whole = words.start == end && words.end + 1 >= sentence.words.len() && !self.is_said_of(*place, kind);
        whole.then(|| {
            let typed = self.draft.sheets[place.0].columns[place.1].lines.has("type");
            let is_number = said.contains(" = ") && !said.contains('\'') && !typed;
            let of_number = Claim {
                on: Target::Column(*place),
                key: "type",
                value: quoted("decimal"),
                confidence: Confidence::Confirm,
            };
            is_number.then_some(of_number).into_iter().chain(rule(*place, &said, kind)).collect()
        })
    }

    /// `Trees with a girth over 18 always get DOUBLE`: a number of one column, and a value of another behind it.
    fn value_from_limit(&self) -> Option<Vec<Claim>> {
        let (sentence, language) = (self.sentence, self.language);
        let limits = self.limits();
        let [limit] = limits.as_slice() else { return None };
        let [(sign, number)] = limit.terms.as_slice() else { return None };
        let before = |mention: &&Mention| mention.words.end <= limit.start && limit.start - mention.words.end <= 1;
        let of = self.mentions.iter().rfind(before).filter(|of| *sign != "=" && self.may_be_number(of.place))?;
        let always = (limit.end..(limit.end + APART).min(sentence.words.len()))
            .find(|at| language.exactly.contains(&sentence.word(*at)))?;
        let columns = self.few_columns(of.place.0)?.iter().enumerate();
        let places = columns.map(|(column, _)| (of.place.0, column)).filter(|place| *place != of.place);
        let last = |place: Place| {
            let at = (always + 1..sentence.words.len()).find_map(|at| self.of_value_at(place, at));
            at.filter(|(_, end)| *end >= sentence.words.len()).map(|(said, _)| (place, said))
        };
        let mut found = places.filter_map(last);
        let (place, said) = found.next().filter(|_| found.next().is_none())?;
        let typed = self.draft.sheets[of.place.0].columns[of.place.1].lines.has("type");
        let of_number = Claim {
            on: Target::Column(of.place),
            key: "type",
            value: quoted("decimal"),
            confidence: Confidence::Confirm,
        };
        let rule = rule(place, &said, &format!("{} {sign} {number}", (self.name)(of.place)));
        Some((!typed).then_some(of_number).into_iter().chain(rule).collect())
    }

    /// `Custom stickers are always matt`: rows of a kind, and the value that another column has for them.
    fn kind_is_always(&self) -> Option<Vec<Claim>> {
        let (sentence, language) = (self.sentence, self.language);
        let sheet = self.sheet()?;
        let skip = |at: usize, words: &[&str]| at + usize::from(words.contains(&sentence.word(at)));
        let first = skip(0, language.every);
        let (kind, end) = self.of_one_column(sheet, first, |_| true).or_else(|| self.of_yes_column(sheet, first))?;
        let verb = |at: usize| {
            let modal = language.modals.iter().filter_map(|phrase| sentence.ends_at(phrase, at)).max();
            modal.or_else(|| language.copulas.contains(&sentence.word(at)).then_some(at + 1))
        };
        let behind = (end..end + 2).find_map(verb)?;
        let always = |at: usize| language.exactly.contains(&sentence.word(at));
        let at = skip(skip(behind, language.to_be), language.exactly);
        let sure = (behind..at).any(always) || language.copulas.first() != Some(&sentence.word(behind - 1));
        let columns = self.few_columns(sheet)?.iter().enumerate().filter(|_| sure);
        let of = |(column, of): (usize, &crate::draft::DraftColumn)| {
            let listed = of.lines.has("allowed") && !kind.starts_with(&format!("{} ", of.name));
            let (said, last) = self.of_value_at((sheet, column), at).filter(|_| listed)?;
            (last >= sentence.words.len()).then_some(((sheet, column), said))
        };
        let mut found = columns.filter_map(of);
        let (place, said) = found.next().filter(|_| found.next().is_none())?;
        Some(rule(place, &said, &kind))
    }

    /// The condition that a column has the value that stands at a word, and where the value ends.
    fn of_value_at(&self, place: Place, at: usize) -> Option<(String, usize)> {
        let name = (self.name)(place);
        let lines = &self.draft.sheets[place.0].columns[place.1].lines;
        if let Some(words) = lines.get("yes_no") {
            let said = self.sentence.words.get(at).map(|(_, place)| &self.sentence.text[place.clone()])?;
            let plain = self.sentence.word(at);
            let of_language = |key: &str| {
                let pairs = self.language.yes_no.iter().filter(|(yes, _)| yes.len() > 1);
                pairs.into_iter().any(|(yes, no)| plain == if key == "yes" { *yes } else { *no })
            };
            let is = |key: &str| words.value.contains(&format!("{key} = \"{said}\"")) || of_language(key);
            let answer = match (is("yes"), is("no")) {
                (true, _) => "TRUE",
                (_, true) => "FALSE",
                _ => return None,
            };
            return Some((format!("{name} IS {answer}"), at + 1));
        }
        let Some(allowed) = lines.get("allowed") else {
            // "Must be 0 for members"
            let number = self.sentence.number(at, self.language).filter(|_| self.may_be_number(place))?;
            return Some((format!("{name} = {number}"), at + 1));
        };
        let list = entries(&allowed.value);
        let (values, end) = self.values_at(&list, at)?;
        let [value] = values.as_slice() else { return None };
        Some((format!("{name} = '{}'", value.replace('\'', "''")), end))
    }
}

fn rule(place: Place, check: &str, when: &str) -> Vec<Claim> {
    let line = |key, said: &str| Claim {
        on: Target::Rule(place.0),
        key,
        value: quoted(said),
        confidence: Confidence::Confirm,
    };
    vec![line("check", check), line("when", when)]
}
