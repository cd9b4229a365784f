//! What has to be filled in: always, under a condition, or one of several.

use super::by_value::of_value;
use super::conditions::{condition_of, condition_span, conditional_at, narrowed_by};
use super::sentence::Sentence;
use super::subject::{Mention, Place};
use super::words::Language;
use super::{Claim, OPTIONAL, Reading, Target};
use crate::draft::{Confidence, Draft};
use lungwort_core::rulebook::toml_text::{list, quoted};

/// Words between two columns of which one is to be filled, at most: `a phone number or an e-mail`.
const OR_BETWEEN: usize = 4;

/// Words between a question about an amount and the word that what is counted is needed, at most.
const ASKED: usize = 4;

/// Words of what needs something, at most; more of them say which rows do.
const SUBJECT: usize = 3;

/// Words between a column and the word that it is missing, at most.
const LACKING: usize = 8;

/// A sentence with what it names: the columns, those that it is about, those of a look or a sign that it names, and every
/// column in its reach.
pub(super) struct Asking<'s> {
    pub sentence: &'s Sentence,
    pub language: &'s Language,
    pub mentions: &'s [Mention],
    pub subjects: &'s [Place],
    pub looks: &'s [Place],
    pub all: &'s [Place],
    /// The columns that the sentence before spoke of.
    pub before: &'s [Place],
    pub name: &'s dyn Fn(Place) -> String,
    pub draft: &'s Draft,
}

/// What a sentence says of the filling in of columns.
pub(super) fn read(asking: &Asking<'_>) -> Reading {
    let Asking { sentence, language, mentions, name, .. } = *asking;
    let mut reading = Reading::default();
    some_of_several(sentence, language, mentions, name, &mut reading);
    if reading.understood {
        return reading;
    }
    // "So is the picking date", behind what must be filled.
    let filled = |place: &Place| {
        let line = asking.draft.sheets[place.0].columns[place.1].lines.get("required");
        line.is_some_and(|line| line.confidence == Confidence::Known)
    };
    if language.likewise.iter().any(|phrase| sentence.ends_at(phrase, 0).is_some())
        && !asking.before.is_empty()
        && asking.before.iter().all(filled)
    {
        return Reading::of(mentions.iter().map(|mention| must_be_filled(mention.place)).collect());
    }
    // `Filled`, and `NOT NULL` of a data dictionary
    let alone = |phrase: &&str| sentence.ends_at(phrase, 0) == Some(sentence.words.len());
    if mentions.is_empty() && language.alone_required.iter().any(alone) {
        return Reading::of(asking.subjects.iter().map(|place| must_be_filled(*place)).collect());
    }
    if let Some(forbidden) = sentence.any(language.forbidden) {
        return Reading::of(must_be_blank(sentence, language, (mentions, asking.meant(), &forbidden), name));
    }
    let others = asking.needed().or_else(|| asking.refused_without()).or_else(|| asking.beside());
    if let Some(claims) = others.filter(|claims| !claims.is_empty()) {
        return Reading::of(claims);
    }
    // "Conditional" says something only with its condition.
    let conditional = || {
        let said = condition_of(sentence, language, mentions, name);
        sentence.any(language.conditional_on).filter(|_| said.is_some())
    };
    // "How many tables are needed" asks for no value.
    let amount = |required: &std::ops::Range<usize>| {
        let asked = sentence.any(language.how_many);
        asked.is_some_and(|asked| asked.end <= required.start && required.start - asked.end <= ASKED)
    };
    let back = asking.taken_back();
    match sentence.required(language).filter(|required| !amount(required)).or_else(conditional) {
        Some(required) if !asking.denies(&required) => asking.required(&required),
        Some(_) => asking.optional(),
        // That something may be blank asks for nothing.
        None if !back.is_empty() => {
            let mut reading = asking.optional();
            reading.claims.retain(|claim| !back.iter().any(|place| claim.on == Target::Column(*place)));
            reading.claims.extend(back.into_iter().map(must_be_filled));
            reading
        }
        None if sentence.any(language.optional).is_some()
            && !(mentions.is_empty() && asking.looks.is_empty() && asking.subjects.is_empty()) =>
        {
            asking.optional()
        }
        None => reading,
    }
}

impl Asking<'_> {
    /// The columns that are meant: those of a look, where none is named.
    fn meant(&self) -> &[Place] {
        if !self.looks.is_empty() && self.mentions.is_empty() { self.looks } else { self.subjects }
    }

    fn optional(&self) -> Reading {
        Reading { claims: self.subjects.iter().map(|place| may_be_blank(*place)).collect(), understood: true }
    }

    /// `Breed may be left empty, but sex may not`: what is named behind the "but" of a sentence that ends with a denial.
    fn taken_back(&self) -> Vec<Place> {
        let (sentence, language) = (self.sentence, self.language);
        let word = |at: usize| sentence.words[at].0.as_str();
        let Some(but) = (0..sentence.words.len()).rev().find(|at| language.but.contains(&word(*at))) else {
            return Vec::new();
        };
        let free = sentence.any(language.optional).is_some_and(|optional| optional.end <= but);
        let named = self.mentions.iter().filter(|mention| mention.words.start > but);
        let places: Vec<Place> = named.clone().map(|mention| mention.place).collect();
        let last = named.map(|mention| mention.words.end).max().unwrap_or(sentence.words.len());
        let ends = language.may_not.iter().any(|phrase| sentence.ends_at(phrase, last) == Some(sentence.words.len()));
        // "But not the sex"
        let not = language.may_not.iter().any(|phrase| sentence.ends_at(phrase, but + 1).is_some());
        if free && (ends || not && last == sentence.words.len()) { places } else { Vec::new() }
    }

    /// `Each record needs a species and a date`: what is needed is named behind the verb.
    fn needed(&self) -> Option<Vec<Claim>> {
        let needs = self.sentence.any(self.language.needs)?;
        let plain =
            condition_span(self.sentence, self.language).is_none() && self.sentence.required(self.language).is_none();
        let behind = self.mentions.iter().filter(|mention| plain && mention.words.start >= needs.end);
        let behind: Vec<&Mention> = behind.collect();
        let of_value = behind.first().and_then(|mention| self.of_value(mention.place.0)).map(|(_, said)| said);
        let some = self.speaks_of_some(needs.start);
        let claim = |mention: &Mention| match &of_value {
            Some(said) => required_when(mention.place, said),
            None if some => required_when(mention.place, OPEN),
            None => must_be_filled(mention.place),
        };
        Some(behind.into_iter().map(claim).collect())
    }

    /// Whether what needs something is not every row: `volunteers under 18 need…`, `plants grown in pots need…`.
    fn speaks_of_some(&self, end: usize) -> bool {
        let (sentence, language) = (self.sentence, self.language);
        let words = &sentence.words[..end];
        let text = words.last().map_or("", |(_, last)| &sentence.text[..last.end]);
        let subject = words.iter().filter(|(word, _)| !language.every.contains(&word.as_str())).count();
        subject > SUBJECT || text.contains(['(', ',']) || text.bytes().any(|byte| byte.is_ascii_digit())
    }

    /// The condition that a value states which a sentence names, and the column in whose list it is.
    fn of_value(&self, sheet: usize) -> Option<(Place, String)> {
        let (column, value) = of_value(self.sentence, self.mentions, (self.draft, sheet))?;
        Some((column, format!("{} = '{}'", (self.name)(column), value.replace('\'', "''"))))
    }

    /// `Lines in which the year is missing are rejected`
    fn refused_without(&self) -> Option<Vec<Claim>> {
        let (sentence, language) = (self.sentence, self.language);
        sentence.any(language.refused)?;
        let lacking = sentence.any(language.lacking)?;
        let plain = !sentence.has(language.negations)
            || sentence.any(language.refused).is_some_and(|refused| refused.len() > 1);
        // "Without" stands before what is missing, and the other words behind it.
        let before = |mention: &&Mention| {
            let near = lacking.start.saturating_sub(LACKING)..lacking.end + LACKING;
            plain && near.contains(&mention.words.start)
        };
        Some(self.mentions.iter().filter(before).map(|mention| must_be_filled(mention.place)).collect())
    }

    /// `C - if Service is EXP`, beside a column: needed then.
    fn beside(&self) -> Option<Vec<Claim>> {
        let (sentence, language) = (self.sentence, self.language);
        let span = condition_span(sentence, language)?;
        if span.start > 1 || span.end != sentence.words.len() || sentence.required(language).is_some() {
            return None;
        }
        let said = condition_of(sentence, language, self.mentions, self.name)?;
        let others = self.subjects.iter().filter(|place| !self.mentions.iter().any(|mention| mention.place == **place));
        Some(others.map(|place| required_when(*place, &said)).collect())
    }

    /// Whether what stands around the word takes it back: `not required`, `Mandatory: no`.
    fn denies(&self, required: &std::ops::Range<usize>) -> bool {
        let (sentence, language) = (self.sentence, self.language);
        let denied = sentence.words.get(required.end).is_some_and(|(word, _)| {
            language.no.contains(&word.as_str())
                && matches!(sentence.gap(required.end - 1), ":" | "?" | "=" | "-" | "–")
        });
        let within =
            |optional: std::ops::Range<usize>| optional.start <= required.start && required.end <= optional.end;
        // "No gaps needed"
        let none = required.len() == 1
            && (required.start.saturating_sub(2)..required.start)
                .any(|at| language.none.contains(&sentence.words[at].0.as_str()));
        denied || none || sentence.any(language.optional).is_some_and(within)
    }

    /// The columns that it asks to fill in: those that are named or meant, or all but some.
    fn asked(&self) -> Vec<Place> {
        let (sentence, language, mentions) = (self.sentence, self.language, self.mentions);
        let excepted = sentence.any(language.except).map(|except| except.start);
        let is_out = |place: &Place| {
            let named =
                |mention: &Mention| excepted.is_some_and(|at| mention.words.start > at) && mention.place == *place;
            mentions.iter().any(named)
        };
        let others = sentence.has(language.all_other);
        // "Every field marked (!)" is not every field.
        let marked = sentence.has(language.marked) || !self.looks.is_empty();
        if sentence.has(language.all) && !marked || others && !self.before.is_empty() {
            let spoken_of = |place: &Place| others && self.before.contains(place);
            self.all.iter().copied().filter(|place| !is_out(place) && !spoken_of(place)).collect()
        } else if others {
            // Which these are is not known.
            Vec::new()
        } else if marked && sentence.has(language.all) {
            self.looks.to_vec()
        } else {
            self.meant().iter().copied().filter(|place| !is_out(place)).collect()
        }
    }

    /// "Needed unless a phone number is given" asks for one of the two.
    fn one_of_two(&self, asked: &[Place], said: &str) -> Option<Claim> {
        let [one] = asked else { return None };
        self.sentence.any(self.language.unless)?;
        let blank = |other: &Place| one.0 == other.0 && said == format!("{} IS NULL", (self.name)(*other));
        let other = self.mentions.iter().map(|mention| mention.place).find(blank)?;
        let both = list(&[(self.name)(*one), (self.name)(other)]);
        Some(Claim { on: Target::Rule(one.0), key: "at_least_one", value: both, confidence: Confidence::Known })
    }

    fn required(&self, required: &std::ops::Range<usize>) -> Reading {
        let (sentence, language, mentions) = (self.sentence, self.language, self.mentions);
        let places = self.asked();
        if places.is_empty() {
            return Reading::default();
        }
        // A condition before or behind the word: required only then.
        let condition = conditional_at(sentence, language).filter(|at| !required.contains(at));
        // "Required for credit notes" is no more than that; "required for all rows" is.
        let behind = |at: usize| sentence.words.get(required.end + at).map_or("", |(word, _)| word.as_str());
        let for_some = language.only_for.contains(&behind(0)) && !language.whole_of.contains(&behind(1));
        let first = |at: usize| sentence.words.get(at).map_or("", |(word, _)| word.as_str());
        let begins_for_some = language.only_for.contains(&first(0))
            && !language.whole_of.contains(&first(1))
            && !language.every.contains(&first(1));
        // "Bathing water needs a temperature", where that is one of the kinds.
        let of_value = places.first().filter(|_| condition.is_none()).and_then(|place| self.of_value(place.0));
        let of_value = of_value.filter(|(column, _)| !places.contains(column)).map(|(_, said)| said);
        let is_conditional = condition.is_some() || for_some || begins_for_some || of_value.is_some();
        let said =
            condition_of(sentence, language, mentions, self.name).or(of_value).unwrap_or_else(|| OPEN.to_owned());
        // What is named within the condition is what the condition is about.
        let span = condition.and_then(|_| condition_span(sentence, language));
        let in_condition = |place: &Place| {
            let mention = mentions.iter().find(|mention| mention.place == *place);
            let narrows = narrowed_by(sentence, language, mentions).is_some_and(|of| of.place == *place);
            narrows || span.as_ref().zip(mention).is_some_and(|(span, mention)| span.contains(&mention.words.start))
        };
        let asked = places.into_iter().filter(|place| !in_condition(place));
        // "Outward is mandatory, Return only for round trips": the condition is of what stands behind the comma.
        let comma = condition.filter(|at| *at > required.end).and_then(|at| {
            let (from, to) = (sentence.words[required.end - 1].1.end, sentence.words[at].1.start);
            let comma = from + sentence.text.get(from..to)?.rfind(',')?;
            let between =
                |mention: &&Mention| sentence.words[mention.words.start].1.start > comma && mention.words.start < at;
            mentions.iter().any(|mention| between(&mention)).then_some(comma)
        });
        let before_comma = |place: &Place| {
            let mention = mentions.iter().find(|mention| mention.place == *place);
            comma.zip(mention).is_some_and(|(comma, mention)| sentence.words[mention.words.start].1.start < comma)
        };
        let asked: Vec<Place> = asked.collect();
        if let Some(claim) = self.one_of_two(&asked, &said).filter(|_| is_conditional) {
            return Reading::of(vec![claim]);
        }
        let claims = asked.into_iter().map(|place| {
            if is_conditional && !before_comma(&place) { required_when(place, &said) } else { must_be_filled(place) }
        });
        Reading { claims: claims.collect(), understood: true }
    }
}

/// A condition that is still to be written.
const OPEN: &str = "… = '…'";

fn required_when(place: Place, said: &str) -> Claim {
    Claim { on: Target::Column(place), key: "required_when", value: quoted(said), confidence: Confidence::Suggested }
}

/// Columns that nobody is to fill in, or not under a condition.
fn must_be_blank(
    sentence: &Sentence,
    language: &Language,
    (mentions, places, forbidden): (&[Mention], &[Place], &std::ops::Range<usize>),
    name: &dyn Fn(Place) -> String,
) -> Vec<Claim> {
    let condition = conditional_at(sentence, language).filter(|at| !forbidden.contains(at));
    let said = match condition {
        None => Some("TRUE".to_owned()),
        Some(_) => condition_of(sentence, language, mentions, name),
    };
    let in_condition = |place: &Place| {
        let end = condition.map(|at| if at < forbidden.start { forbidden.start } else { usize::MAX });
        condition.zip(end).is_some_and(|(at, end)| {
            mentions.iter().any(|of| of.place == *place && of.words.start > at && of.words.start < end)
        })
    };
    let value = quoted(&said.unwrap_or_else(|| OPEN.to_owned()));
    let confidence = if condition.is_some() { Confidence::Suggested } else { Confidence::Confirm };
    let of = places.iter().filter(|place| !in_condition(place));
    of.map(|place| Claim { on: Target::Column(*place), key: "blank_when", value: value.clone(), confidence }).collect()
}

fn must_be_filled(place: Place) -> Claim {
    Claim { on: Target::Column(place), key: "required", value: "true".to_owned(), confidence: Confidence::Known }
}

fn may_be_blank(place: Place) -> Claim {
    Claim { on: Target::Column(place), key: OPTIONAL, value: String::new(), confidence: Confidence::Suggested }
}

/// `The same site twice on the same date`: the second column stands behind what says within what.
fn within(sentence: &Sentence, language: &Language, mentions: &[Mention], places: &[Place]) -> bool {
    let Some(same) = sentence.any(language.on_same).filter(|_| places.len() == 2) else { return false };
    let behind = |mention: &Mention| (same.end..same.end + 3).contains(&mention.words.start);
    mentions.iter().any(|mention| mention.place == places[1] && behind(mention))
}

/// `a phone number or an address`, `one of the two, not both`, `both or neither`, `from the left without a gap`
fn some_of_several(
    sentence: &Sentence,
    language: &Language,
    mentions: &[Mention],
    name: &dyn Fn(Place) -> String,
    reading: &mut Reading,
) {
    let mut places: Vec<Place> = Vec::new();
    for mention in mentions {
        if !places.contains(&mention.place) {
            places.push(mention.place);
        }
    }
    let Some(&(sheet, _)) = places.first().filter(|_| places.len() >= 2) else { return };
    if places.iter().any(|place| place.0 != sheet) {
        return;
    }
    let or_between = |pair: &[Mention]| {
        let between = &sentence.words[pair[0].words.end.min(pair[1].words.start)..pair[1].words.start];
        between.len() <= OR_BETWEEN && between.iter().any(|(word, _)| language.or.contains(&word.as_str()))
    };
    // Of "a phone or an e-mail of the borrower", the borrower is no choice.
    let chosen: Vec<Place> =
        mentions.windows(2).filter(|pair| or_between(pair)).flat_map(|pair| [pair[0].place, pair[1].place]).collect();
    let or_between = !chosen.is_empty();
    let begins = sentence.words.first().is_some_and(|(word, _)| language.give.contains(&word.as_str()));
    let asks = sentence.required(language).is_some() || sentence.has(language.obliging) || begins;
    // "Do not leave out A or B" asks for both.
    let denied = sentence.required(language).is_some_and(|required| {
        sentence.words[required].iter().any(|(word, _)| language.negations.contains(&word.as_str()))
    });
    // What is asked under a condition names another column in it.
    if or_between
        && language.conditional.iter().any(|word| sentence.find(word).is_some())
        && !sentence.has(language.at_least_one)
    {
        return;
    }
    let twice = sentence.has(language.unique) || sentence.has(language.negations) && sentence.has(language.twice);
    let within = within(sentence, language, mentions, &places);
    let form = if (within || sentence.has(language.combination)) && twice || sentence.has(language.identifies) {
        "unique"
    } else if sentence.has(language.both_or_none) {
        "all_or_none"
    } else if sentence.has(language.exactly_one) {
        "exactly_one"
    } else if sentence.has(language.at_least_one) || or_between && asks && !denied {
        "at_least_one"
    } else if sentence.has(language.together) {
        "all_or_none"
    } else if sentence.has(language.no_gaps) {
        "no_gaps"
    } else {
        return;
    };
    if or_between && matches!(form, "exactly_one" | "at_least_one") {
        places.retain(|place| chosen.contains(place));
    }
    let names: Vec<String> = places.iter().map(|place| name(*place)).collect();
    reading.understood = true;
    reading.claims.push(Claim {
        on: Target::Rule(sheet),
        key: form,
        value: list(&names),
        confidence: Confidence::Known,
    });
}
