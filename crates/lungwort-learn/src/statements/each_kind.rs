//! Kinds of rows that have limits of their own, each named with its limit: `up to 12 in the big room, up to 5 in the small one`, `50 with
//! breakfast, 35 without`. They are rules, one a kind, and no limits of all rows.

use super::by_value::entries;
use super::conditions::is_one_of;
use super::counts::counts_places;
use super::required::{Asking, otherwise};
use super::subject::{Mention, Place};
use super::{Claim, Confidence, Target};
use lungwort_core::rulebook::toml_text::quoted;

/// Words between a limit and the kind behind it, at most: `for a minibus`.
const LED: usize = 2;

/// Words of what limits a kind or of what names it, at most.
const FAR: usize = 4;

/// A number of the sentence: its words, its sign, and itself.
pub(super) struct Limit {
    pub start: usize,
    pub end: usize,
    pub terms: Vec<(&'static str, f64)>,
}

/// Conditions of kinds, each with the limits of that kind.
type Kinds = Vec<(String, Vec<(&'static str, f64)>)>;

/// Signs of a value that are counted.
#[derive(Clone, Copy, PartialEq, Eq)]
enum Signs {
    Digits,
    Letters,
    Any,
}

impl Signs {
    /// Them in a regular expression.
    fn class(self) -> Option<&'static str> {
        match self {
            Signs::Digits => Some("[0-9]"),
            Signs::Letters => Some("[A-Za-z]"),
            Signs::Any => None,
        }
    }
}

/// A kind of rows that the sentence names: its words, and the condition that a row is of it.
struct Kind {
    start: usize,
    end: usize,
    said: String,
}

/// Letters that a column may have from which on it is one of texts.
const TEXT: u32 = 20;

/// Whether a column takes so many letters, or such, that it is one of texts.
fn is_of_texts(lines: &crate::draft::Lines) -> bool {
    // "M and 5 digits" is no number.
    let lettered = |line: &crate::draft::Line| {
        let plain = line.value.replace(r"\d", "").replace(r"\p{L}", "A");
        line.confidence == Confidence::Known && plain.chars().any(char::is_alphabetic)
    };
    if lines.get("pattern").is_some_and(lettered) {
        return true;
    }
    let length = lines.get("length").filter(|line| line.confidence == Confidence::Known);
    let numbers =
        length.map(|line| line.value.split(|each: char| !each.is_ascii_digit()).filter_map(|part| part.parse().ok()));
    numbers.into_iter().flatten().any(|most: u32| most >= TEXT)
}

/// `At least two dishes for lunch` counts rows, where Dish is a column of texts.
pub(super) fn without_limits_of_texts(reading: &mut super::Reading, draft: &crate::draft::Draft) {
    let of_texts = |claim: &Claim| {
        let number = claim.key == "type" && matches!(claim.value.as_str(), "\"whole\"" | "\"decimal\"");
        let place = claim.place().filter(|_| claim.is_limit() || number);
        place.is_some_and(|(sheet, column)| is_of_texts(&draft.sheets[sheet].columns[column].lines))
    };
    let before = reading.claims.len();
    reading.claims.retain(|claim| !of_texts(claim));
    reading.understood &= reading.claims.len() == before || !reading.claims.is_empty();
}

impl Asking<'_> {
    /// Takes the limits of a sentence that has one for each of several kinds of rows as rules for these.
    pub(super) fn each_kind(&self, claims: &mut Vec<Claim>) -> bool {
        let Some((of, place, pairs)) = self.kinds_with_limits() else { return self.one_kind_more(claims) };
        let stale = |claim: &Claim| {
            claim
                .place()
                .is_some_and(|at| at == place && claim.key != "type" || Some(at) == of && claim.key != "allowed")
        };
        claims.retain(|claim| !stale(claim));
        let limits = self.limits();
        if let Some(signs) = self.signs_counted(&limits) {
            self.written_by_kind(claims, place, (signs, pairs));
            return true;
        }
        let typed = self.draft.sheets[place.0].columns[place.1].lines.get("type").is_some()
            || claims.iter().any(|claim| claim.place() == Some(place) && claim.key == "type");
        let kind =
            Claim { on: Target::Column(place), key: "type", value: quoted("decimal"), confidence: Confidence::Confirm };
        claims.extend((!typed).then_some(kind));
        let name = (self.name)(place);
        for (said, terms) in pairs {
            let terms: Vec<String> = terms.iter().map(|(sign, limit)| format!("{name} {sign} {limit}")).collect();
            let claim = |key, value: &str| Claim {
                on: Target::Rule(place.0),
                key,
                value: quoted(value),
                confidence: Confidence::Confirm,
            };
            claims.extend([claim("check", &terms.join(" AND ")), claim("when", &said)]);
        }
        true
    }

    /// What the numbers count where they count the signs of a value: `5 digits for DE, 4 for AT`.
    fn signs_counted(&self, limits: &[Limit]) -> Option<Signs> {
        let (sentence, language) = (self.sentence, self.language);
        let counted = |limit: &Limit| {
            let word = sentence.word(limit.end);
            let kinds = [
                (language.digits, Signs::Digits),
                (language.letters, Signs::Letters),
                (language.characters, Signs::Any),
            ];
            kinds.into_iter().find(|(words, _)| words.contains(&word)).map(|(_, signs)| signs)
        };
        let mut all = limits.iter().filter_map(counted);
        let first = all.next()?;
        all.all(|signs| signs == first).then_some(first)
    }

    /// The rules by which a column is written otherwise for each kind of rows.
    fn written_by_kind(&self, claims: &mut Vec<Claim>, place: Place, (signs, pairs): (Signs, Kinds)) {
        claims.retain(|claim| claim.place() != Some(place));
        let name = (self.name)(place);
        for (said, terms) in pairs {
            let term = |(sign, count): &(&str, f64)| match (signs.class(), *sign) {
                (Some(class), "=") => format!("{name} LIKE_REGEX '^{class}{{{count}}}$'"),
                (Some(class), "<=") => format!("{name} LIKE_REGEX '^{class}{{1,{count}}}$'"),
                _ => format!("CHAR_LENGTH({name}) {sign} {count}"),
            };
            let check = terms.iter().map(term).collect::<Vec<_>>().join(" AND ");
            for (key, value) in [("check", &check), ("when", &said)] {
                let (on, value) = (Target::Rule(place.0), quoted(value));
                claims.push(Claim { on, key, value, confidence: Confidence::Confirm });
            }
        }
    }

    /// `Max. 20; XL max. 5`: all rows have a limit, and one kind of them another one.
    fn one_kind_more(&self, claims: &mut Vec<Claim>) -> bool {
        let limits = self.limits();
        let (Some((of_kind, earlier)), [place]) = (limits.split_last(), self.subjects) else { return false };
        let [(other_sign, other)] = of_kind.terms.as_slice() else { return false };
        // "At least 10, at most 400; breakfast at most 150" is about the most.
        let same = |limit: &&Limit| limit.terms.last().is_some_and(|(sign, _)| sign == other_sign);
        let Some(all) = earlier.iter().find(same).filter(|_| earlier.len() <= 2) else { return false };
        let Some((sign, most)) = all.terms.last() else { return false };
        if *sign == "=" || !self.may_be_number(*place) {
            return false;
        }
        let columns = self.draft.sheets[place.0].columns.iter().enumerate();
        let mut found = columns.filter_map(|(column, of)| {
            let list = of.lines.get("allowed").filter(|_| column != place.1)?;
            let kinds = self.kinds_of((place.0, column), &entries(&list.value), &limits);
            let [kind] = kinds.as_slice() else { return None };
            // "7 at most for a minibus"
            let behind = kind.start >= of_kind.end && kind.start - of_kind.end <= LED;
            let before = kind.start >= all.end && kind.end == of_kind.start;
            (before || behind).then(|| kind.said.clone())
        });
        let (Some(said), None) = (found.next(), found.next()) else {
            // What rows are of that kind is not known yet: then neither is the limit of all.
            if self.language.only_for.contains(&self.sentence.word(of_kind.end)) {
                let limits = claims.iter_mut().filter(|claim| claim.is_limit() && claim.on == Target::Column(*place));
                limits.for_each(|claim| claim.confidence = Confidence::Suggested);
            }
            return false;
        };
        let upper = sign.starts_with('<');
        let wider = if upper { other > most } else { other < most };
        let Some(when) = (if wider { otherwise(&said) } else { Some(said) }) else { return false };
        let (bound, inner) = if wider { (other, most) } else { (most, other) };
        let key = match *sign {
            "<=" => "max",
            ">=" => "min",
            "<" => "below",
            _ => "above",
        };
        claims.retain(|claim| !(claim.is_limit() && claim.key == key && claim.on == Target::Column(*place)));
        let claim = |on, key, value: String, confidence| Claim { on, key, value, confidence };
        claims.push(claim(Target::Column(*place), key, bound.to_string(), Confidence::Known));
        let check = format!("{} {sign} {inner}", (self.name)(*place));
        for (key, said) in [("check", &check), ("when", &when)] {
            claims.push(claim(Target::Rule(place.0), key, quoted(said), Confidence::Confirm));
        }
        true
    }

    /// The column whose values the kinds are, the one that is limited, and each condition with its limits.
    fn kinds_with_limits(&self) -> Option<(Option<Place>, Place, Kinds)> {
        let limits = self.limits();
        let (of, kinds) = self.kinds_named(&limits)?;
        // "Junior teams" are no value of Team.
        let thing = |mention: &&Mention| kinds.iter().any(|kind| mention.words.start == kind.end);
        let named = self.mentions.iter().filter(|mention| !thing(mention)).map(|mention| mention.place);
        let named = named.filter(|place| Some(*place) != of);
        let mut places: Vec<Place> = named.collect();
        places.sort_unstable();
        places.dedup();
        // "Adults cost 12.50 and children 9.00" speaks of what is charged.
        let verb = |at: usize| self.language.pays.contains(&self.sentence.word(at));
        // "Adults cost 12.50 per night", "9.00 a night" say what is charged for one.
        let one = |limit: &Limit| self.language.articles.contains(&self.sentence.word(limit.end));
        let each = self.sentence.has(self.language.per) || self.sentence.has(self.language.each_alone);
        let each = each || limits.iter().any(one);
        let pays = (0..self.sentence.words.len()).any(verb);
        if pays && each {
            return None;
        }
        let charged = self.charged_column().filter(|place| pays && !places.contains(place));
        let place = match (places.as_slice(), self.subjects, self.before) {
            _ if charged.is_some() => charged?,
            ([place], _, _) | ([], [place], _) | ([], [], [place]) => *place,
            _ => return None,
        };
        let may_be = self.signs_counted(&limits).is_some() || self.may_be_number(place);
        if Some(place) == of || kinds.len() != limits.len() || !may_be {
            return None;
        }
        // Each limit is near its kind, and always on the same side of it.
        let first = limits[0].start < kinds[0].start;
        let near = |(limit, kind): (&Limit, &Kind)| {
            let gap = if first { kind.start.checked_sub(limit.end) } else { limit.start.checked_sub(kind.end) };
            gap.is_some_and(|gap| gap <= FAR)
        };
        let all = limits.iter().zip(&kinds).all(near) && {
            let apart =
                |(limit, kind): (&Limit, &Kind)| if first { kind.end <= limit.start } else { limit.end <= kind.start };
            if first { limits[1..].iter().zip(&kinds).all(apart) } else { limits.iter().zip(&kinds[1..]).all(apart) }
        };
        // "Fee: 12 for adults, 5 for children": a number alone is the value.
        let plain = limits.iter().any(|limit| limit.terms[0].0 == "=");
        let labelled =
            pays || self.sentence.text.contains(": ") || self.subjects == [place] && self.mentions.is_empty();
        let stated = labelled || self.language.copulas.contains(&self.sentence.word(limits[0].start.max(1) - 1));
        (all && (!plain || stated)).then(|| {
            let pairs = kinds.into_iter().zip(limits).map(|(kind, limit)| (kind.said, limit.terms)).collect();
            (of, place, pairs)
        })
    }

    /// The numbers of the sentence with what limits by them.
    pub(super) fn limits(&self) -> Vec<Limit> {
        let (sentence, language) = (self.sentence, self.language);
        let mut limits: Vec<Limit> = Vec::new();
        let mut at = 0;
        while at < sentence.words.len() {
            // "Two decimals; free (0) for members" limits nothing to two.
            let places = counts_places(sentence, language, at) || language.decimals.contains(&sentence.word(at + 1));
            let Some(number) = sentence.number(at, language).filter(|_| !places && self.is_counting(at)) else {
                at += 1;
                continue;
            };
            let from = limits.last().map_or(0, |last| last.end);
            let before = |phrases: &[&str]| {
                let start = |start: &usize| phrases.iter().any(|phrase| sentence.ends_at(phrase, *start) == Some(at));
                (from..at).find(start)
            };
            // "12 au plus", "12 or more"
            // "At level 3 no fewer than 20 hours" says the least of the hours.
            let ends = |end: &usize| sentence.number(*end, language).is_none() || !sentence.gap(end - 1).is_empty();
            let behind = |phrases: &[&str]| {
                phrases.iter().filter_map(|phrase| sentence.ends_at(phrase, at + 1)).filter(ends).max()
            };
            let range = || {
                let joined = matches!(sentence.gap(at), "-" | "–");
                let to = usize::from(
                    language.to.contains(&sentence.word(at + 1)) || language.and.contains(&sentence.word(at + 1)),
                );
                let other =
                    sentence.number(at + 1 + to, language).filter(|other| (joined || to == 1) && *other > number)?;
                Some((at + 2 + to, other))
            };
            let kinds =
                [(language.at_most, "<="), (language.at_least, ">="), (language.above, ">"), (language.below, "<")];
            let limit = if let Some((end, other)) = range() {
                Limit { start: at, end, terms: vec![(">=", number), ("<=", other)] }
            } else if let Some((start, sign)) = kinds.iter().find_map(|(phrases, sign)| Some((before(phrases)?, *sign)))
            {
                Limit { start, end: at + 1, terms: vec![(sign, number)] }
            } else if let Some((end, sign)) = kinds.iter().find_map(|(phrases, sign)| Some((behind(phrases)?, *sign))) {
                Limit { start: at, end, terms: vec![(sign, number)] }
            } else {
                Limit { start: at, end: at + 1, terms: vec![("=", number)] }
            };
            let Some(limit) = self.as_denied(limit, from) else { return Vec::new() };
            at = limit.end;
            limits.push(limit);
        }
        limits
    }

    /// Whether a word is a number, and no article: "one" is one behind "at least".
    fn is_counting(&self, at: usize) -> bool {
        let (sentence, language) = (self.sentence, self.language);
        let limited = || {
            let phrases = || language.at_least.iter().chain(language.at_most);
            (0..at).any(|from| phrases().any(|phrase| sentence.ends_at(phrase, from) == Some(at)))
        };
        let exactly = at > 0 && language.exactly.contains(&sentence.word(at - 1));
        !language.articles.contains(&sentence.word(at)) || exactly || limited()
    }

    /// "Cannot have more than 6" is at most 6; of another limit that is denied nothing is known.
    fn as_denied(&self, mut limit: Limit, from: usize) -> Option<Limit> {
        let (sentence, language) = (self.sentence, self.language);
        let near = limit.start.saturating_sub(FAR).max(from)..limit.start;
        let parted = |at: usize| (at..limit.start).any(|at| sentence.gap(at).contains([',', ';']));
        let denies =
            |at: usize| [language.negations, language.none].iter().any(|words| words.contains(&sentence.word(at)));
        if near.into_iter().any(|at| denies(at) && !parted(at)) {
            match limit.terms.as_mut_slice() {
                [(sign, _)] if *sign == ">" => *sign = "<=",
                [(sign, _)] if *sign == "<" => *sign = ">=",
                [(sign, _)] if *sign != "=" => {}
                _ => return None,
            }
        }
        Some(limit)
    }

    /// The kinds that the sentence names apart from its numbers: several values of one column, or yes and no of one.
    fn kinds_named(&self, limits: &[Limit]) -> Option<(Option<Place>, Vec<Kind>)> {
        if limits.len() < 2 {
            return None;
        }
        let sheet = self.sheet()?;
        let mut found = None;
        for (column, of) in self.draft.sheets.get(sheet)?.columns.iter().enumerate() {
            let Some(list) = of.lines.get("allowed") else { continue };
            let place = (sheet, column);
            let mut kinds = self.kinds_of(place, &entries(&list.value), limits);
            kinds.extend(self.other_kinds(place, &kinds, limits));
            kinds.sort_by_key(|kind| kind.start);
            if kinds.len() >= 2 && found.replace((Some(place), kinds)).is_some() {
                return None;
            }
        }
        found.or_else(|| self.with_and_without(sheet, limits))
    }

    /// `ICT 3 to 5, VEH 4 to 8, others up to 20`: the rows of no kind that is named.
    fn other_kinds(&self, (sheet, column): Place, kinds: &[Kind], limits: &[Limit]) -> Option<Kind> {
        let last = kinds.last().filter(|_| kinds.len() + 1 == limits.len())?;
        let mut words = last.end..self.sentence.words.len();
        let at = words.find(|at| self.language.other_kinds.contains(&self.sentence.word(*at)))?;
        let list = entries(&self.draft.sheets[sheet].columns[column].lines.get("allowed")?.value);
        let named =
            |value: &str| kinds.iter().any(|kind| kind.said.contains(&format!("'{}'", value.replace('\'', "''"))));
        let others = list.iter().filter(|(value, _)| !named(value));
        let others: Vec<String> = others.map(|(value, _)| format!("'{}'", value.replace('\'', "''"))).collect();
        let said = is_one_of(&(self.name)((sheet, column)), &others, false);
        (!others.is_empty()).then_some(Kind { start: at, end: at + 1, said })
    }

    /// The values of a column that stand in the sentence, one after the other.
    fn kinds_of(&self, place: Place, list: &[(String, Option<String>)], limits: &[Limit]) -> Vec<Kind> {
        let mut kinds: Vec<Kind> = Vec::new();
        let mut at = 0;
        while at < self.sentence.words.len() {
            let of_other = self.mentions.iter().any(|mention| mention.place != place && mention.words.contains(&at));
            let of_limit = limits.iter().any(|limit| (limit.start..limit.end).contains(&at));
            let Some((values, end)) = self.values_at(list, at).filter(|_| !of_other && !of_limit) else {
                at += 1;
                continue;
            };
            let quoted: Vec<String> = values.iter().map(|value| format!("'{}'", value.replace('\'', "''"))).collect();
            let said = is_one_of(&(self.name)(place), &quoted, false);
            if kinds.iter().any(|kind| kind.said == said) {
                return Vec::new();
            }
            kinds.push(Kind { start: at, end, said });
            at = end;
        }
        kinds
    }

    /// `50 with drums, 40 without`, where that is a column of yes and no.
    fn with_and_without(&self, sheet: usize, limits: &[Limit]) -> Option<(Option<Place>, Vec<Kind>)> {
        let (sentence, language) = (self.sentence, self.language);
        let [one, other] = limits else { return None };
        let mut flags =
            self.mentions.iter().filter(|mention| mention.place.0 == sheet && self.takes_yes_and_no(mention.place));
        let of = flags.next()?;
        let name = (self.name)(of.place);
        let word = |words: &[&str], from: usize, to: usize| (from..to).find(|at| words.contains(&sentence.word(*at)));
        let with = word(language.with, one.end, other.start)?;
        let without = word(&language.uncounted[..1], other.end, sentence.words.len())?;
        let kind = |at: usize, answer: &str| Kind { start: at, end: at + 1, said: format!("{name} IS {answer}") };
        (with < of.words.start).then(|| (Some(of.place), vec![kind(with, "TRUE"), kind(without, "FALSE")]))
    }

    pub(super) fn may_be_number(&self, place: Place) -> bool {
        let lines = &self.draft.sheets[place.0].columns[place.1].lines;
        let kind = lines.get("type").map(|kind| kind.value.as_str());
        let numbers = matches!(kind, None | Some("\"whole\"" | "\"decimal\""));
        numbers && !lines.has("allowed") && !lines.has("pattern") && !is_of_texts(lines)
    }
}
