//! What holds for rows of some kind: `Watts is only for electric appliances`, `for gas appliances give the pipe size`, `leave Reason
//! empty for new lots`, where electric, gas and new are values of another column.

use super::by_value::entries;
use super::compared_values::CONDITIONS;
use super::conditions::is_one_of;
use super::polite;
use super::required::{Asking, blank_when, otherwise, required_when};
use super::subject::Place;
use super::{Claim, Confidence, Target};
use lungwort_core::rulebook::toml_text::quoted;

/// Words between the values and the verb that says what is to be given then, at most: `for gas appliances please give`.
const NOUNS: usize = 3;

/// Words of a sentence that says no more than that a cell is blank otherwise, at most.
const SHORT: usize = 7;

impl Asking<'_> {
    /// The condition that a row is of a kind, and the words that say so: `for`, the values of one column, and no more.
    fn kind_of_rows(&self) -> Option<(String, std::ops::Range<usize>)> {
        let (sentence, language) = (self.sentence, self.language);
        let (sheet, _) = self.subjects.first().copied().or_else(|| self.mentions.first().map(|of| of.place))?;
        let begins = |at: &usize| language.only_for.contains(&sentence.word(*at));
        let from = (0..sentence.words.len()).find(begins)?;
        let first = from + 1 + usize::from(language.every.contains(&sentence.word(from + 1)));
        let columns = self.draft.sheets.get(sheet)?.columns.iter().enumerate();
        let mut found: Option<(String, std::ops::Range<usize>)> = None;
        for (at, column) in columns {
            let Some(allowed) = column.lines.get("allowed") else { continue };
            let own = |place: &Place| *place == (sheet, at);
            if self.mentions.iter().any(|mention| own(&mention.place)) || self.subjects.iter().any(own) {
                continue;
            }
            let Some((values, end)) = self.values_at(&entries(&allowed.value), first) else { continue };
            // A word that is a value of two columns tells neither.
            if found.is_some() {
                return None;
            }
            let quoted: Vec<String> = values.iter().map(|value| format!("'{}'", value.replace('\'', "''"))).collect();
            found = Some((is_one_of(&(self.name)((sheet, at)), &quoted, false), from..end));
        }
        found
    }

    /// The values of a list that stand at a word, one after the other, and where they end.
    fn values_at(&self, list: &[(String, Option<String>)], from: usize) -> Option<(Vec<String>, usize)> {
        let (sentence, language) = (self.sentence, self.language);
        let one = |at: usize| {
            let ends = |text: &str| {
                let lower = text.to_lowercase();
                let plural = || (sentence.word(at).strip_suffix('s') == Some(&lower)).then_some(at + 1);
                let end = sentence.ends_at(&lower, at).or_else(plural)?;
                // A letter of the sentence is no code.
                let written = &sentence.text[sentence.words[at].1.start..sentence.words[end - 1].1.end];
                (text.chars().count() > 1 || written == text).then_some(end)
            };
            let named = |(value, label): &(String, Option<String>)| {
                let end = ends(value).or_else(|| label.as_deref().and_then(ends))?;
                Some((value.clone(), end))
            };
            list.iter().filter_map(named).max_by_key(|(_, end)| *end)
        };
        let (value, mut end) = one(from)?;
        let mut values = vec![value];
        loop {
            let word = sentence.word(end);
            let joined = language.and.contains(&word) || language.or.contains(&word);
            let next = if joined { end + 1 } else { end };
            let apart = joined || sentence.gap(end - 1) == ",";
            let Some((value, behind)) = one(next).filter(|_| apart) else { break };
            values.push(value);
            end = behind;
        }
        Some((values, end))
    }

    /// The condition that a sentence states by the kind of rows that it speaks of.
    pub(super) fn for_values(&self) -> Option<String> {
        self.kind_of_rows().map(|(said, _)| said)
    }

    /// `Watts is only for electric appliances`: it is blank elsewhere, and may be filled then.
    pub(super) fn only_for_values(&self) -> Option<Vec<Claim>> {
        let (sentence, language) = (self.sentence, self.language);
        let [place] = self.subjects else { return None };
        if sentence.required(language).is_some() {
            return None;
        }
        let own = self.mentions.first().map_or(0, |mention| mention.words.end);
        let is_only = language.only.contains(&sentence.word(own));
        let copula = usize::from(own > 0 && !is_only && language.copulas.contains(&sentence.word(own)));
        let only = language.only.iter().filter_map(|phrase| sentence.ends_at(phrase, own + copula)).max()?;
        let (said, words) = self.kind_of_rows().filter(|(_, words)| words.start == only)?;
        // Another part of the sentence follows a few words behind, or none.
        let parted = |at: &usize| {
            let joined = language.and.contains(&sentence.word(*at));
            joined || at.checked_sub(1).is_some_and(|last| sentence.gap(last).contains([',', ';', '.', '–']))
        };
        let ends = (words.end..sentence.words.len()).find(parted).unwrap_or(sentence.words.len());
        if ends - words.end > NOUNS {
            return None;
        }
        // "Nur bei MI und FL anzugeben" asks for it then, and "only for gas" may.
        let asked = (words.end..ends).any(|at| language.filled.contains(&sentence.word(at)));
        let then = required_when(*place, &said);
        let then = if asked { then } else { Claim { confidence: Confidence::Suggested, ..then } };
        let elsewhere = otherwise(&said).map(|said| blank_when(*place, &said));
        Some(elsewhere.into_iter().chain([then]).collect())
    }

    /// `For gas appliances give the pipe size`, as what stands first.
    pub(super) fn given_for_values(&self) -> Option<Vec<Claim>> {
        let (sentence, language) = (self.sentence, self.language);
        if !language.only_for.contains(&sentence.word(0)) {
            return None;
        }
        let (said, words) = self.kind_of_rows().filter(|(_, words)| words.start == 0)?;
        let gives = |at: &usize| language.give.contains(&sentence.word(polite(sentence, language, *at)));
        let verb = (words.end..(words.end + NOUNS).min(sentence.words.len())).find(gives)?;
        let mut asked: Vec<Place> =
            self.mentions.iter().filter(|mention| mention.words.start > verb).map(|mention| mention.place).collect();
        asked.dedup();
        Some(asked.into_iter().map(|place| required_when(place, &said)).collect::<Vec<_>>())
            .filter(|claims| !claims.is_empty())
    }

    /// `For shoes the size is 18 to 50`: limits that only rows of a kind have are a rule, and where there are two of them, `32 to 56; for
    /// shoes 18 to 50`, which rows have the first is not known.
    pub(super) fn limits_of_some(&self, claims: &mut Vec<Claim>) {
        let Some(elsewhere) = self.for_values().and_then(|said| otherwise(&said)) else { return };
        let is_limit = |claim: &Claim| matches!(claim.key, "min" | "max" | "above" | "below");
        let limits: Vec<Claim> = claims.extract_if(.., |claim| is_limit(claim)).collect();
        let (sentence, language) = (self.sentence, self.language);
        let numbers = (0..sentence.words.len()).filter(|at| sentence.number(*at, language).is_some()).count();
        let one = limits.first().map(|claim| claim.on);
        let Some(Target::Column(place)) = one.filter(|on| limits.iter().all(|claim| claim.on == *on)) else { return };
        let sign = |key: &str| match key {
            "min" => ">=",
            "max" => "<=",
            "above" => ">",
            _ => "<",
        };
        let name = (self.name)(place);
        let terms: Vec<String> =
            limits.iter().map(|limit| format!("{name} {} {}", sign(limit.key), limit.value)).collect();
        let plain = limits.iter().all(|limit| limit.value.parse::<f64>().is_ok());
        // Two ranges are of two kinds of rows.
        let keys: std::collections::HashSet<&str> = limits.iter().map(|limit| limit.key).collect();
        if plain && numbers == limits.len() && keys.len() == limits.len() {
            let check = quoted(&format!("{elsewhere} OR {}", terms.join(" AND ")));
            claims.push(Claim {
                on: Target::Rule(place.0),
                key: "check",
                value: check,
                confidence: Confidence::Confirm,
            });
        }
    }

    /// `Otherwise leave blank`, as all that a sentence says behind one by which a column is required under a condition.
    pub(super) fn left_otherwise(&self) -> Option<Vec<Claim>> {
        let (sentence, language) = (self.sentence, self.language);
        language.otherwise.iter().find(|phrase| sentence.ends_at(phrase, 0).is_some())?;
        let blank = (1..sentence.words.len()).any(|at| language.unfilled.contains(&sentence.word(at)));
        let [place] = self.subjects else { return None };
        if !blank || sentence.words.len() > SHORT || !self.mentions.is_empty() {
            return None;
        }
        let line = self.draft.sheets[place.0].columns[place.1].lines.get("required_when")?;
        let said = otherwise(line.value.trim_matches('"'))?;
        Some(vec![blank_when(*place, &said)])
    }

    /// `Leave Watts empty for gas appliances`, behind the verb that asks for it.
    pub(super) fn left_for_values(&self) -> Option<Vec<Claim>> {
        let (said, words) = self.kind_of_rows()?;
        let short = self.sentence.words.len() - words.end < NOUNS;
        let asked = self.mentions.iter().filter(|mention| mention.words.end <= words.start);
        short.then(|| asked.map(|mention| blank_when(mention.place, &said)).collect())
    }
}

/// In `compulsory for G and E`, these are values of another column, and no list of this one.
pub(super) fn without_values_of_conditions(claims: &mut Vec<Claim>) {
    let conditions: Vec<String> =
        claims.iter().filter(|claim| CONDITIONS.contains(&claim.key)).map(|claim| claim.value.clone()).collect();
    let is_of_condition = |claim: &Claim| {
        let values = entries(&claim.value);
        let within = |said: &String| values.iter().all(|(value, _)| said.contains(&format!("'{value}'")));
        claim.key == "allowed" && !values.is_empty() && conditions.iter().any(within)
    };
    claims.retain(|claim| !is_of_condition(claim));
}
