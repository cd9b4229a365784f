//! What is said beside a column, or behind its label, of rows of a kind: `at least 5 for kind A`, `if Kind is C, begins with X`, `Trays: at
//! most 10 unless Kind is A`. What remains without the rows is read by itself, and holds for these.

use super::conditions::{condition_span, conditional, is_one_of, values_of};
use super::form_then::{FORMS, of_length, of_pattern};
use super::required::Asking;
use super::sentence::{Sentence, sentences};
use super::subject::Place;
use super::under::{rule_when, sign_of};
use super::words::{self, Language};
use super::{Claim, Confidence, Entries, Reading, Target, Text};
use lungwort_core::rulebook::toml_text::quoted;

/// Keys that say how a value is written in all rows, whatever it has to be in some.
const KINDS: &[&str] = &["type", "places", "decimal_mark", "date_format"];

/// Words of what a column has then, at most, and of the condition, at least.
const SHORT: usize = 8;
const LEAST: usize = 3;

/// A sentence beside a column, or behind its label, that is a condition and what the column has then, and is not cut between them: `if
/// Kind is A, at least 5`. Behind a label the condition comes last: `Trays: at least 5 if Kind is A`.
pub(super) fn whole(known: &Entries<'_>, text: &Text, sentence: &Sentence) -> Option<Sentence> {
    if sentence.is_question() || sentence.text.contains([';', '(']) {
        return None;
    }
    if text.about.column().is_some() {
        let span = is_whole(sentence)?;
        // "Wer nach 2010 geboren ist, startet in Klasse J" is said of another column.
        let named = |at: usize| known.headings.named_at(sentence, at..at + 1, &text.about).is_some();
        let apart = !(0..sentence.words.len()).any(|at| !span.contains(&at) && named(at));
        return apart.then(|| sentence.clone());
    }
    let (label, body) = sentence.text.split_once(": ")?;
    let body = sentences(body).pop().filter(|_| known.headings.is_one(label.trim_end(), &text.about))?;
    let span = is_whole(&body)?;
    if span.start > 0 {
        return Some(sentence.clone());
    }
    let end = body.words.get(span.end - 1)?.1.end;
    let rest = body.text[end..].trim_matches([',', ' ', '.']);
    let said = format!("{label}: {rest} {}", &body.text[..end]);
    sentences(&said).pop().map(|said| said.in_the_stead_of(sentence))
}

/// The condition of a sentence that says no more than what holds then.
fn is_whole(sentence: &Sentence) -> Option<std::ops::Range<usize>> {
    let of_language = |language: &&'static Language| {
        let span = condition_span(sentence, language)?;
        let rest: Vec<usize> = (0..sentence.words.len()).filter(|at| !span.contains(at)).collect();
        let duties = [
            language.unfilled, language.give, language.leave, language.otherwise, language.explain, language.optional,
            language.forbidden, language.fill_in, language.only_for, language.filled,
        ];
        let limits = [
            language.at_least, language.at_most, language.above, language.below, language.or_more, language.or_less,
            language.starting, language.not_before, language.not_after,
        ];
        let says = |phrases: &[&str]| {
            rest.iter().any(|at| phrases.iter().any(|phrase| sentence.ends_at(phrase, *at).is_some()))
        };
        let limited = limits.iter().any(|phrases| says(phrases));
        let number = rest.iter().any(|at| sentence.word(*at).starts_with(|each: char| each.is_ascii_digit()));
        let first = *rest.first()?;
        let word = sentence.word(first);
        let verbs = [language.modals, language.copulas, language.negations, language.starting];
        let begins = limits
            .iter()
            .chain(&verbs)
            .any(|phrases| phrases.iter().any(|phrase| sentence.ends_at(phrase, first).is_some()));
        let begins = begins || word.starts_with(|each: char| each.is_ascii_digit());
        // "If none" is said of the column itself.
        let only = rest.iter().chain([&span.start]).any(|at| language.only.contains(&sentence.word(*at)));
        let known = span.len() >= LEAST && !only && begins;
        let asks = sentence.required(language).is_some() || duties.iter().any(|phrases| says(phrases));
        let plain = (1..=SHORT).contains(&rest.len()) && known && sentence.text.matches(',').count() <= 1 && !asks;
        (plain && (limited || number)).then_some(span)
    };
    words::ALL.iter().find_map(of_language)
}

impl Asking<'_> {
    /// The rule for these rows; nothing where more is said of them than what the column has then.
    pub(super) fn limited_then(&self, alone: impl Fn(&Sentence) -> Reading) -> Option<Reading> {
        let (sentence, language) = (self.sentence, self.language);
        let own = self.beside.or_else(|| self.labelled())?;
        let duties = [language.unfilled, language.give, language.leave, language.otherwise, language.explain];
        let asks = sentence.required(language).is_some() || duties.iter().any(|words| sentence.has(words));
        if asks || sentence.is_question() || sentence.any(language.optional).is_some() {
            return None;
        }
        let (said, span) = self.rows_meant()?;
        // "To be filled in if Kind is A"
        let filled =
            (0..sentence.words.len()).any(|at| !span.contains(&at) && language.filled.contains(&sentence.word(at)));
        if filled || self.is_said_of(own, &said) || said.contains('…') {
            return None;
        }
        let (rest, only) = self.without_words(&span)?;
        // "100, 200 or 500; not needed for members" says two things.
        if rest.contains(';') {
            return None;
        }
        // "0 to 30, only for condition G" says when it is filled in.
        if !only && (0..sentence.words.len()).any(|at| language.only.contains(&sentence.word(at))) {
            return None;
        }
        let led = conditional(sentence, language).is_some_and(|led| led.start == span.start);
        let parted = span.start > 0 && sentence.gap(span.start - 1).contains([',', ';']);
        if let Some(check) = self.value_of(own, &rest) {
            // "Y only for kinds B and C" says of these rows nothing, and of all with Y that they are such.
            let rule = if only { rule_when(own.0, &said, &check) } else { rule_when(own.0, &check, &said) };
            let lines = &self.draft.sheets[own.0].columns[own.1].lines;
            let number = ["allowed", "yes_no"].iter().all(|key| !lines.has(key)).then(|| Claim {
                on: Target::Column(own),
                key: "type",
                value: quoted("decimal"),
                confidence: Confidence::Confirm,
            });
            return Some(Reading::of(number.into_iter().chain(rule).collect()));
        }
        let [rest] = sentences(&rest).try_into().ok()?;
        let reading = alone(&rest);
        if only || !reading.understood {
            return None;
        }
        // "22 characters, for transfers" says when it is filled in.
        let form = |claim: &Claim| FORMS.contains(&claim.key);
        if parted && (!led || reading.claims.iter().any(form)) {
            return None;
        }
        let (kinds, limits): (Vec<Claim>, Vec<Claim>) =
            reading.claims.into_iter().partition(|claim| KINDS.contains(&claim.key));
        let mut keys: Vec<(&str, Option<Place>)> = limits.iter().map(|claim| (claim.key, claim.place())).collect();
        keys.sort_by_key(|(key, _)| *key);
        keys.dedup();
        if keys.len() != limits.len() {
            return None;
        }
        let terms: Option<Vec<String>> = limits.iter().map(|claim| self.as_check(own, claim)).collect();
        let terms = terms.filter(|terms| !terms.is_empty())?;
        let kinds =
            kinds.into_iter().map(|claim| Claim { confidence: claim.confidence.min(Confidence::Confirm), ..claim });
        Some(Reading::of(kinds.chain(rule_when(own.0, &terms.join(" AND "), &said)).collect()))
    }

    /// The column that the sentence begins with, with a colon behind it.
    fn labelled(&self) -> Option<Place> {
        let first = self.mentions.first().filter(|first| first.words.start == 0)?;
        let sign = self.sentence.gap(first.words.end.checked_sub(1)?);
        matches!(sign, ":" | "-" | "–").then_some(first.place)
    }

    /// The sentence without some words, and whether "only" comes right before them.
    fn without_words(&self, span: &std::ops::Range<usize>) -> Option<(String, bool)> {
        let (sentence, language) = (self.sentence, self.language);
        let is_only = |at: usize| language.only.contains(&sentence.word(at));
        let before = span.start > 0 && is_only(span.start - 1);
        let only = before || is_only(span.start);
        let from = sentence.words.get(span.start - usize::from(before))?.1.start;
        let to = sentence.words.get(span.end.checked_sub(1)?)?.1.end;
        let before = sentence.text[..from].trim_end_matches([' ', ',', '(', ';']);
        let behind =
            sentence.text[to..].trim_start_matches([' ', ',', ':', ')', ';']).trim_end_matches(['.', ')', ' ']);
        let between = if before.is_empty() || behind.is_empty() { "" } else { " " };
        let rest = format!("{before}{between}{behind}");
        // What stands on both sides is two things, but for a label.
        let label = before.ends_with(':') || before.ends_with(" -") || before.ends_with(" –");
        ((before.is_empty() || behind.is_empty() || label) && !rest.trim().is_empty()).then_some((rest, only))
    }

    /// `Always N`, `must be 0`, `not C`: a value of the column, as what it is compared with.
    fn value_of(&self, own: Place, rest: &str) -> Option<String> {
        let language = self.language;
        let name = (self.name)(own);
        let rest = rest.rsplit_once(": ").map_or(rest, |(_, rest)| rest);
        let mut words: Vec<&str> = rest.split(' ').filter(|word| !word.is_empty()).collect();
        let is = |word: &str, of: &[&[&str]]| of.iter().any(|words| words.contains(&word.to_lowercase().as_str()));
        let beside: [&[&str]; 6] = [
            language.modals, language.copulas, language.to_be, language.exactly, language.only,
            language.arithmetic.beside,
        ];
        while words.len() > 1 && is(words[0], &beside) {
            words.remove(0);
        }
        while words.len() > 1 && words.last().is_some_and(|last| is(last, &[language.only, language.to_be])) {
            words.pop();
        }
        let denied = words.len() > 1 && is(words[0], &[language.negations]);
        let values = values_of(&words[usize::from(denied)..].join(" "), language)?;
        let lines = &self.draft.sheets[own.0].columns[own.1].lines;
        if let Some(texts) = lines.get("yes_no") {
            let [value] = values.as_slice() else { return None };
            let is = |key: &str| texts.value.contains(&format!("{key} = \"{}\"", value.trim_matches('\'')));
            let answer = if is("yes") { "TRUE" } else { Some("FALSE").filter(|_| is("no"))? };
            let not = if denied { "NOT " } else { "" };
            return Some(format!("{name} IS {not}{answer}"));
        }
        let known = lines.has("allowed") || self.may_be_number(own);
        let number = |value: &String| value.trim_matches('\'').parse::<f64>().is_ok();
        let plain = !lines.has("allowed") && values.iter().all(number);
        let values = values.into_iter().map(|value| if plain { value.trim_matches('\'').to_owned() } else { value });
        let values: Vec<String> = values.collect();
        (known && self.takes(own, &values)).then(|| is_one_of(&name, &values, denied))
    }

    /// What a claim asks for as a condition on the column.
    fn as_check(&self, own: Place, claim: &Claim) -> Option<String> {
        if let (Target::Rule(_), "check") = (claim.on, claim.key) {
            return Some(claim.value.trim_matches('"').to_owned())
                .filter(|check| !check.contains(['\\', '\'']) || check.contains("INTERVAL"));
        }
        if claim.place() != Some(own) {
            return None;
        }
        let name = (self.name)(own);
        match claim.key {
            key if claim.is_limit() => {
                let number = claim.value.parse::<f64>().ok().map(|_| claim.value.clone());
                let day = claim.value.trim_matches('"').parse::<jiff::civil::Date>().ok();
                let limit = number.or_else(|| day.map(|day| format!("DATE '{day}'")))?;
                Some(format!("{name} {} {limit}", sign_of(key)))
            }
            "pattern" => of_pattern(&name, &claim.value),
            "length" => of_length(&name, &claim.value),
            _ => None,
        }
    }
}
