//! What has to be filled in: the ways in which sentences ask for it, and what they say of always, under a condition, or one of several.

use std::cell::OnceCell;

use super::conditions::{condition_span, conditional_at, narrowed_by};
use super::ordinals::speaks_of_nth;
use super::sentence::Sentence;
use super::several::some_of_several;
use super::subject::{Mention, Place};
use super::words::Language;
use super::{Claim, OPTIONAL, Reading, Target};
use crate::draft::{Confidence, Draft};
use lungwort_core::rulebook::toml_text::{list, quoted};

/// Words between a question about an amount and the word that what is counted is needed, at most.
pub(super) const ASKED: usize = 4;

/// Words from how something is written to the verb that asks for it, at most.
const MANNER: usize = 4;

/// Words from what stands for columns to the side of another one on which they are, at most: `columns to the left of`.
const SIDE: usize = 3;

/// Words between what stands for all rows and the clause that says which ones, at most.
const NOUNS: usize = 2;

/// Words of what needs something, at most; more of them say which rows do.
pub(super) const SUBJECT: usize = 3;

/// Columns among which one is looked for by what is said of its values, at most.
const FEW: usize = 300;

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
    /// The condition that a row is of a kind, and the words that say so, once they have been looked for.
    /// The column that the text stands beside.
    pub beside: Option<Place>,
    pub kind: OnceCell<Option<(String, std::ops::Range<usize>)>>,
}

/// A way in which sentences ask for values, or for none.
type Read = fn(&Asking<'_>) -> Option<Vec<Claim>>;

/// What is asked of rows of some kind, or of all columns but some; the first that finds anything counts.
static SOME_ROWS: &[Read] = &[
    |asking| asking.asked_from_number(),
    |asking| asking.always_yes(),
    |asking| asking.value_for_kind(),
    |asking| asking.value_only_with(),
    |asking| asking.implied(),
    |asking| asking.there_must_be(),
    |asking| asking.taken_only_with(),
    |asking| asking.all_but_the_free(),
    |asking| asking.for_no_others(),
    |asking| asking.only_then(),
    |asking| asking.left_otherwise(),
    |asking| asking.only_for_values(),
    |asking| asking.given_for_values(),
    |asking| asking.applied(),
    |asking| asking.for_values_only(),
    |asking| asking.without_for_values(),
    |asking| asking.only_these(),
    |asking| asking.not_for_values(),
    |asking| asking.blank_only_then(),
    |asking| asking.explained_in(),
    |asking| asking.filled_only_for(),
];

/// What is said to be needed.
static NEEDS: &[Read] = &[
    |asking| asking.needed(),
    |asking| asking.refused_without(),
    |asking| asking.beside(),
    |asking| asking.there_must_be_then(),
];

/// What is asked for by telling what to do.
static TELLINGS: &[Read] = &[
    |asking| asking.filled_in_each(),
    |asking| asking.asks_for_list(),
    |asking| asking.asks_to_give(),
    |asking| asking.asks_to_fill(),
    |asking| asking.says_why(),
];

/// What a sentence says of the filling in of columns.
pub(super) fn read(asking: &Asking<'_>) -> Reading {
    let Asking { sentence, language, mentions, name, .. } = *asking;
    let mut reading = Reading { understood: asking.is_of_headings(), ..Reading::default() };
    if let Some(claim) = asking.or_another().or_else(|| asking.with_another()) {
        return Reading::of(vec![claim]);
    }
    some_of_several(sentence, language, (mentions, asking.before), name, &mut reading);
    if reading.understood || asking.is_of_rows() {
        return reading;
    }
    if let Some(claim) = asking
        .once_within()
        .or_else(|| asking.same_together())
        .or_else(|| asking.no_two_of_one())
        .or_else(|| asking.once_together())
    {
        return Reading::of(vec![claim]);
    }
    if let Some(claims) = SOME_ROWS.iter().find_map(|read| read(asking)) {
        return Reading::of(claims);
    }
    if asking.goes_on_likewise() {
        return Reading::of(mentions.iter().map(|mention| must_be_filled(mention.place)).collect());
    }
    // `Filled`, and `NOT NULL` of a data dictionary
    if mentions.is_empty() && is_all_that_is_said(sentence, language) {
        return Reading::of(asking.subjects.iter().map(|place| must_be_filled(*place)).collect());
    }
    if let Some(reading) = asking.blank() {
        return reading;
    }
    let plain = sentence.required(language).is_none();
    let tellings = TELLINGS.iter().filter(|_| plain);
    let filled = |read: &Read| read(asking).filter(|claims| !claims.is_empty());
    if let Some(claims) = NEEDS.iter().chain(tellings).find_map(filled) {
        return Reading::of(claims);
    }
    // "Conditional" says something only with its condition.
    let conditional = || {
        let said = asking.condition();
        sentence.any(language.conditional_on).filter(|_| said.is_some())
    };
    // "How many tables are needed" asks for no value.
    let amount = |required: &std::ops::Range<usize>| {
        let asked = sentence.any(language.how_many);
        asked.is_some_and(|asked| asked.end <= required.start && required.start - asked.end <= ASKED)
    };
    let back = asking.taken_back();
    // "Needed by" is a heading, and asks for nothing.
    let in_name = |required: &std::ops::Range<usize>| {
        let within = |mention: &Mention| mention.words.start <= required.start && required.end <= mention.words.end;
        mentions.iter().any(|mention| mention.words.len() > required.len() && within(mention))
    };
    let required = sentence.required(language).filter(|required| !amount(required) && !in_name(required));
    match required.or_else(conditional) {
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

/// `Filled`, and the last part of `30 chars, req.`: it says no more than that.
fn is_all_that_is_said(sentence: &Sentence, language: &Language) -> bool {
    let starts = |at: usize| at == 0 || sentence.gap(at - 1).contains([',', ';']);
    let alone = |phrase: &&str| {
        let ends = |at: usize| starts(at) && sentence.ends_at(phrase, at) == Some(sentence.words.len());
        (0..sentence.words.len()).any(ends)
    };
    language.alone_required.iter().any(alone)
}

impl Asking<'_> {
    /// The columns of a sheet among which one may be looked for by what is said: each sentence may ask so, so that they are few.
    pub(super) fn few_columns(&self, sheet: usize) -> Option<&[crate::draft::DraftColumn]> {
        let columns = &self.draft.sheets.get(sheet)?.columns;
        (columns.len() <= FEW).then_some(columns.as_slice())
    }

    /// The sheet that the sentence is about: that of a column that it is about or names, or the only one that it may be about.
    pub(super) fn sheet(&self) -> Option<usize> {
        let named = self.subjects.first().copied().or_else(|| self.mentions.first().map(|of| of.place));
        let only = || {
            let (first, last) = (self.all.first()?, self.all.last()?);
            (first.0 == last.0).then_some(*first)
        };
        named.or_else(only).map(|place| place.0)
    }

    /// `All columns must be present`: that is asked of the headings and of no value; that they are there is checked anyway.
    fn is_of_headings(&self) -> bool {
        let (sentence, language) = (self.sentence, self.language);
        let looks = !self.looks.is_empty() || !self.mentions.is_empty();
        if looks || !sentence.has(language.there_in_file) {
            return false;
        }
        let is_columns = |at: usize| {
            let word = sentence.word(at);
            language.columns.contains(&word) || language.all_headings.contains(&word)
        };
        (0..sentence.words.len()).any(is_columns)
            && sentence.any(language.there_in_file).is_some_and(|place| {
                let end = place.end == sentence.words.len();
                end || sentence.gap(place.end - 1).contains([',', ';'])
                    || [language.and, language.into].iter().any(|words| words.contains(&sentence.word(place.end)))
            })
    }

    /// `No row may stay blank between two stops`: that is said of rows, and of no column.
    fn is_of_rows(&self) -> bool {
        let (sentence, language) = (self.sentence, self.language);
        let is_row =
            |word: &str| language.rows.iter().any(|rows| *rows == word || rows.strip_suffix('s') == Some(word));
        let denied = [language.none, language.any, language.negations].iter().any(|of| of.contains(&sentence.word(0)));
        let blank = || (2..sentence.words.len()).any(|at| language.unfilled.contains(&sentence.word(at)));
        denied && is_row(sentence.word(1)) && blank()
    }

    /// Whether a condition is of a column itself.
    pub(super) fn is_said_of(&self, place: Place, said: &str) -> bool {
        said.strip_prefix(&(self.name)(place)).is_some_and(|rest| rest.starts_with(' '))
    }

    /// `Or phone`, beside a column: one of the two.
    fn or_another(&self) -> Option<Claim> {
        let own = self.beside.filter(|_| self.language.or.contains(&self.sentence.word(0)))?;
        Some(self.of_both(own, self.another_at(own, 1)?, "at_least_one"))
    }

    /// `Goes with Postcode`, `only together with Postcode`, beside a column.
    fn with_another(&self) -> Option<Claim> {
        let (sentence, language) = (self.sentence, self.language);
        let own = self.beside?;
        let only = usize::from(language.only.contains(&sentence.word(0)));
        let phrases = [language.both_or_none, language.together_with, language.together].into_iter().flatten();
        let end = phrases.filter_map(|phrase| sentence.ends_at(phrase, only)).max()?;
        let other = self.another_at(own, end)?;
        Some(match only {
            0 => self.of_both(own, other, "all_or_none"),
            _ => blank_when(own, &format!("{} IS NULL", (self.name)(other))),
        })
    }

    /// The other column that is named at a word and ends what is said: `or phone (one is required)`.
    fn another_at(&self, own: Place, at: usize) -> Option<Place> {
        let sentence = self.sentence;
        let first = at + usize::from(self.language.every.contains(&sentence.word(at)));
        let other = self.mentions.iter().find(|of| of.words.start == first && of.place != own)?;
        let whole = other.words.end == sentence.words.len() || !sentence.gap(other.words.end - 1).is_empty();
        (whole && own.0 == other.place.0).then_some(other.place)
    }

    fn of_both(&self, own: Place, other: Place, key: &'static str) -> Claim {
        let value = list(&[(self.name)(own), (self.name)(other)]);
        Claim { on: Target::Rule(own.0), key, value, confidence: Confidence::Known }
    }

    /// `So is the picking date`, behind what must be filled.
    fn goes_on_likewise(&self) -> bool {
        let filled = |place: &Place| {
            let line = self.draft.sheets[place.0].columns[place.1].lines.get("required");
            line.is_some_and(|line| line.confidence == Confidence::Known)
        };
        self.language.likewise.iter().any(|phrase| self.sentence.ends_at(phrase, 0).is_some())
            && !self.before.is_empty()
            && self.before.iter().all(filled)
    }

    /// `Required, but not for stage A`: a value of another column is left out.
    fn excepted(&self, at: usize) -> Option<Vec<Claim>> {
        let (sentence, language) = (self.sentence, self.language);
        let end = language.except.iter().filter_map(|phrase| sentence.ends_at(phrase, at)).max()?;
        let skipped = |at: usize, words: &[&str]| at + usize::from(words.contains(&sentence.word(at)));
        let from = skipped(skipped(end, language.only_for), language.every);
        let of = self.mentions.iter().find(|mention| mention.words.start == from)?;
        let (_, value) = sentence.words.get(of.words.end).filter(|_| of.words.end + 1 == sentence.words.len())?;
        let said = format!("{} <> '{}'", (self.name)(of.place), &sentence.text[value.clone()]);
        let asked = self.asked().into_iter().filter(|asked| *asked != of.place);
        Some(asked.map(|asked| required_when(asked, &said)).collect())
    }

    /// The columns that are meant: those of a look, where none is named.
    pub(super) fn meant(&self) -> &[Place] {
        if self.looks.is_empty() {
            return self.subjects;
        }
        // "Yellow ones are needed if the box is closed"
        let span = condition_span(self.sentence, self.language);
        let within = |mention: &Mention| span.as_ref().is_some_and(|span| span.contains(&mention.words.start));
        if self.mentions.iter().all(within) { self.looks } else { self.subjects }
    }

    pub(super) fn optional(&self) -> Reading {
        // "Other columns are optional" says nothing of those that were named before.
        let word = |(word, _): &(String, std::ops::Range<usize>)| self.language.pronouns.contains(&word.as_str());
        let goes_on = self.mentions.is_empty() && !self.subjects.is_empty() && self.subjects == self.before;
        // "Le reste" has the pronoun "le" in it.
        let others = self.sentence.has(self.language.all_other);
        if goes_on && self.looks.is_empty() && (others || !self.sentence.words.iter().any(word)) {
            return Reading { claims: Vec::new(), understood: true };
        }
        Reading { claims: self.meant().iter().map(|place| may_be_blank(*place)).collect(), understood: true }
    }

    /// Whether what stands around the word takes it back: `not required`, `Mandatory: no`.
    pub(super) fn denies(&self, required: &std::ops::Range<usize>) -> bool {
        let (sentence, language) = (self.sentence, self.language);
        let denied = sentence.words.get(required.end).is_some_and(|(word, _)| {
            language.no.contains(&word.as_str())
                && matches!(sentence.gap(required.end - 1), ":" | "?" | "=" | "-" | "–")
        });
        // "Does not have to be filled in" begins before what it takes back.
        let within = |optional: std::ops::Range<usize>| {
            let behind = required.start == optional.end && sentence.gap(optional.end - 1).is_empty();
            optional.start <= required.start && (required.start < optional.end || behind)
        };
        // "No gaps needed"
        let none = required.len() == 1
            && (required.start.saturating_sub(2)..required.start).any(|at| {
                // "Yes or no, required" denies nothing.
                let joined = (at..required.start).all(|word| !sentence.gap(word).contains([',', ';']));
                joined && language.none.contains(&sentence.words[at].0.as_str())
            });
        denied || none || sentence.any(language.optional).is_some_and(within)
    }

    /// Columns of a part of the sentence that says that they may be blank: `Street is required, the district may be left blank`.
    fn freed(&self) -> Vec<Place> {
        let (sentence, language) = (self.sentence, self.language);
        let Some(required) = sentence.required(language) else { return Vec::new() };
        let apart = |place: &std::ops::Range<usize>| place.end <= required.start || required.end <= place.start;
        let found = language.optional.iter().filter_map(|phrase| sentence.find(phrase)).filter(apart);
        let Some(optional) = found.min_by_key(|place| (place.start, std::cmp::Reverse(place.end))) else {
            return Vec::new();
        };
        let word = |at: usize| sentence.words[at].0.as_str();
        let before = optional.end <= required.start;
        let between = if before { optional.end..required.start } else { required.end..optional.start };
        // The parts meet at the last comma or the last "and" between what they say.
        let meets = |at: &usize| sentence.gap(at - 1).contains([',', ';']);
        let joins = |at: &usize| language.and.contains(&word(*at)) || language.but.contains(&word(*at));
        let Some(border) = between
            .clone()
            .rev()
            .find(meets)
            .or_else(|| between.clone().rev().find(joins))
            .or(Some(between.end).filter(meets))
        else {
            return Vec::new();
        };
        let is_freed = |mention: &&Mention| (mention.words.start < border) == before;
        let places = |mention: &Mention| self.side_of(mention).unwrap_or_else(|| vec![mention.place]);
        self.mentions.iter().filter(is_freed).flat_map(places).collect()
    }

    /// The columns that it asks to fill in: those that are named or meant, or all but some.
    pub(super) fn asked(&self) -> Vec<Place> {
        let (sentence, language, mentions) = (self.sentence, self.language, self.mentions);
        let excepted = sentence.any(language.except).map(|except| except.start);
        let freed = self.freed();
        // "Grey columns are optional. Everything else is needed"
        let others_only = sentence.has(language.all_other);
        let is_out = |place: &Place| {
            let named =
                |mention: &Mention| excepted.is_some_and(|at| mention.words.start > at) && mention.place == *place;
            let spoken_of = others_only && self.draft.sheets[place.0].columns[place.1].optional;
            freed.contains(place) || spoken_of || mentions.iter().any(named)
        };
        // "Only these are required, all others are optional"
        let free = |other: &std::ops::Range<usize>| {
            let end = sentence.required(language).map_or(usize::MAX, |required| required.end);
            let mut free = language.optional.iter().chain(language.as_the_case_is);
            let optional = free.any(|phrase| sentence.find_from(phrase, other.end).is_some());
            end <= other.start && optional
        };
        let others = sentence.any(language.all_other).is_some_and(|other| !free(&other));
        // "Every field marked (!)" is not every field.
        let marked = sentence.has(language.marked) || !self.looks.is_empty();
        if let Some(range) = self.range_of_all() {
            return range;
        }
        // "All are mandatory except Report", where nothing has been named that all may be of.
        let alone = sentence.any(language.all_alone).filter(|all| all.start <= 1 && self.before.is_empty());
        if alone.is_some_and(|all| self.mentions.iter().all(|mention| mention.words.start >= all.end)) {
            return self.all.iter().copied().filter(|place| !is_out(place)).collect();
        }
        // "Everything else is optional" frees all others.
        let all_filled = self.subjects.is_empty() && self.mentions.is_empty() && sentence.has(language.all_filled);
        let of_all = all_filled || sentence.any(language.all).is_some_and(|all| !free(&all));
        if of_all && !marked || others && !(self.before.is_empty() && freed.is_empty()) {
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

    /// `All columns up to and including Box`, `all columns from Species to Box`
    pub(super) fn range_of_all(&self) -> Option<Vec<Place>> {
        let (sentence, language) = (self.sentence, self.language);
        // "The columns Booking ID to Departure must be filled"
        // Letters have been read as the columns between them.
        let is_letter = |mention: &Mention| {
            let text = &sentence.text[sentence.words[mention.words.start].1.clone()];
            text.len() <= 2 && text.bytes().all(|byte| byte.is_ascii_uppercase())
        };
        let by_letters = self.mentions.first().is_some_and(is_letter);
        let columns = || {
            if by_letters {
                return None;
            }
            let first = self.mentions.first()?.words.start;
            // "Columns up to Net"
            let bounds = language.up_to.iter().filter_map(|phrase| sentence.starts_before(phrase, first));
            let named = bounds.min().unwrap_or(first).checked_sub(1)?;
            language.columns.contains(&sentence.words[named].0.as_str()).then_some(named..named + 1)
        };
        // "All columns up to Net are required, the rest as described"
        let before = |all: &std::ops::Range<usize>| {
            let required = sentence.required(language);
            !self.freed_all() || required.is_some_and(|required| all.end < required.start)
        };
        // "The columns after Net are optional, all others mandatory"
        let freed = self.freed();
        let not_freed = |side: &Vec<Place>| !side.iter().all(|place| freed.contains(place));
        if let Some(side) = self.mentions.iter().find_map(|mention| self.side_of(mention)).filter(not_freed) {
            return Some(side);
        }
        let all = sentence.any(language.all).filter(before).or_else(columns)?;
        let led = |mention: &Mention, phrases: &[&str]| {
            let article = mention.words.start.checked_sub(1).filter(|at| {
                [language.every, language.columns, language.labels]
                    .iter()
                    .any(|words| words.contains(&sentence.words[*at].0.as_str()))
            });
            let start = article.unwrap_or(mention.words.start);
            phrases.iter().any(|phrase| {
                let from = start.checked_sub(phrase.split(' ').count());
                from.is_some_and(|from| from >= all.end && sentence.ends_at(phrase, from) == Some(start))
            })
        };
        let behind: Vec<&Mention> = self.mentions.iter().filter(|mention| mention.words.start >= all.end).collect();
        let last = behind.iter().find(|mention| led(mention, language.up_to) || led(mention, language.to))?;
        // The columns before the last one are named by the same words.
        let last = behind.iter().rfind(|mention| mention.words == last.words)?;
        let leads = |mention: &Mention| led(mention, language.between) || mention.words.start == all.end;
        let first = behind.iter().find(|mention| leads(mention) && mention.words.start < last.words.start);
        let (sheet, to) = last.place;
        let from = first.filter(|first| first.place.0 == sheet).map_or(0, |first| first.place.1);
        Some(self.all.iter().copied().filter(|(of, column)| *of == sheet && (from..=to).contains(column)).collect())
    }

    /// `The columns before Customer`, `all fields after Net`: those on one side of the column that is named.
    fn side_of(&self, mention: &Mention) -> Option<Vec<Place>> {
        let (sentence, language) = (self.sentence, self.language);
        let led = |phrases: &[&str]| {
            phrases.iter().any(|phrase| {
                sentence.starts_before(phrase, mention.words.start).is_some_and(|from| {
                    (from.saturating_sub(SIDE)..from).any(|at| {
                        let word = sentence.word(at);
                        let field = word.strip_suffix('s').unwrap_or(word);
                        language.columns.contains(&word) || language.labels.contains(&field)
                    })
                })
            })
        };
        let (left, right) = (led(language.left_of), led(language.right_of));
        // "All columns from Net on"
        // "Ab Zustand 4 ist eine Bemerkung erforderlich" says nothing of columns.
        let of_columns = |from: usize| {
            let named = |at: usize| language.columns.contains(&sentence.word(at));
            (from.saturating_sub(SIDE)..from).any(named)
                || sentence.any(language.all).is_some_and(|all| all.end <= from)
        };
        let on = |(before, behind): &(&str, &str)| {
            sentence.starts_before(before, mention.words.start).is_some_and(of_columns)
                && (behind.is_empty() || sentence.ends_at(behind, mention.words.end).is_some())
        };
        let on = language.from_on.iter().any(on);
        let (sheet, own) = mention.place;
        let is_there = |column: usize| if left { column < own } else { column > own || on && column == own };
        // "All columns except those after Net" are the others.
        let end = mention.words.start;
        let out = (end.saturating_sub(SIDE + 2)..end)
            .any(|at| language.except.iter().any(|phrase| sentence.ends_at(phrase, at).is_some()));
        let counts = |(of, column): &&Place| *of == sheet && is_there(*column) != out;
        (left || right || on).then(|| self.all.iter().filter(counts).copied().collect())
    }

    /// Whether all columns that it names are those that may be blank: `… must be filled, all others are optional`.
    fn freed_all(&self) -> bool {
        let (sentence, language) = (self.sentence, self.language);
        let others = sentence.any(language.all_other).or_else(|| sentence.any(language.all));
        // "Required: all columns up to Net" is a label.
        let is_label = |required: &std::ops::Range<usize>| sentence.gap(required.end.max(1) - 1).contains(':');
        others
            .zip(sentence.required(language))
            .is_some_and(|(others, required)| required.end <= others.start && !is_label(&required))
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

    /// `The buyer's e-mail or name`: it may be the name, which is no column.
    fn is_one_or_unknown(&self, places: &[Place], from: usize) -> bool {
        let (sentence, language) = (self.sentence, self.language);
        let ([place], [mention]) = (places, self.mentions) else { return false };
        let article = language.every.contains(&sentence.word(mention.words.end + 1));
        let other = mention.words.end + 1 + usize::from(article);
        mention.place == *place
            && mention.words.start >= from
            && language.or.contains(&sentence.word(mention.words.end))
            && other < sentence.words.len()
    }

    /// `At least two of count, weight and age are needed`: some of them, and not which.
    fn counts_some(&self) -> bool {
        let (sentence, language) = (self.sentence, self.language);
        let some = |at: usize| {
            let several = sentence.number(at, language).is_some_and(|number| number >= 2.0 && number.fract() == 0.0);
            let of = language.owners.first() == Some(&sentence.word(at + 1));
            several && of && super::codes::qualified(sentence, language.at_least, at)
        };
        (0..sentence.words.len()).any(some) && self.mentions.len() >= 2
    }

    /// `We need the dates in the format 2026-12-31`: how they are written, and not that they are.
    fn asks_for_form(&self, required: &std::ops::Range<usize>) -> bool {
        let (sentence, language, mentions) = (self.sentence, self.language, self.mentions);
        // "Der Betrag ist in Euro anzugeben", "ist international anzugeben"
        let manner = |at: usize| {
            let word = sentence.word(at);
            let only = language.only.contains(&word);
            let format = language
                .formats
                .iter()
                .any(|(phrase, _)| sentence.ends_at(phrase, at).is_some_and(|end| end >= required.end));
            format || language.manner.contains(&word) && !only
        };
        let verb_last = !language.give_last.is_empty() && language.filled.contains(&sentence.word(required.end - 1));
        let before = required.end.saturating_sub(MANNER)..required.end;
        if verb_last && before.into_iter().any(manner) && !sentence.has(language.in_every_row) {
            return true;
        }
        let named = mentions.last().filter(|_| mentions.iter().all(|mention| mention.words.start >= required.end));
        let dates = || language.all_dates.iter().filter_map(|phrase| sentence.find_from(phrase, required.end)).next();
        let behind = named.map(|mention| mention.words.end).or_else(|| dates().map(|dates| dates.end));
        behind.is_some_and(|at| {
            let words = &sentence.words[at.min(sentence.words.len())..];
            language.manner.contains(&sentence.word(at))
                && words.iter().take(4).any(|(word, _)| language.form_words.contains(&word.as_str()))
        })
    }

    fn required(&self, required: &std::ops::Range<usize>) -> Reading {
        let excepted = self.excepted(required.end).or_else(|| self.all_but(required.end));
        excepted.map_or_else(|| self.required_of(required), Reading::of)
    }

    /// `Required for all but visitors`, `required except for CASH`: values of another column are left out, wherever they are named.
    fn all_but(&self, end: usize) -> Option<Vec<Claim>> {
        let (sentence, language) = (self.sentence, self.language);
        let phrases = || language.except.iter().chain(language.but);
        let but = |at: usize| phrases().filter_map(|phrase| sentence.ends_at(phrase, at)).max();
        // "Required for all rows, but Price only for CARD" goes on with something else.
        let joined =
            |at: &usize| *at == end || sentence.gap(at - 1).is_empty() || language.except.contains(&sentence.word(*at));
        let from = (end..(end + MANNER + NOUNS).min(sentence.words.len())).filter(joined).find_map(but)?;
        let led =
            [language.only_for, language.with, language.every, language.articles, language.whole_of, language.small];
        let is_led =
            |at: &usize| self.country_at(*at).is_none() && led.iter().any(|words| words.contains(&sentence.word(*at)));
        let first = (from..(from + NOUNS + 1).min(sentence.words.len())).find(|at| !is_led(at))?;
        let value = self.of_one_column(self.sheet()?, first, |_| true);
        let (said, values) = value.filter(|(_, values)| values + NOUNS > sentence.words.len())?;
        let others = otherwise(&said)?;
        let asked: Vec<Claim> = self.asked().into_iter().map(|asked| required_when(asked, &others)).collect();
        // "Leave blank for all but visitors" is said of others.
        (!asked.is_empty() && values > end).then_some(asked)
    }

    /// Whether a column is named as what those have that something is required for: `for all plots with a tenant`.
    fn is_of_those_with(&self, place: Place, end: usize) -> bool {
        let (sentence, language) = (self.sentence, self.language);
        let with = |mention: &Mention| {
            let before = mention.words.start.saturating_sub(2)..mention.words.start;
            before.into_iter().any(|at| language.with.contains(&sentence.word(at)))
        };
        let mention = self.mentions.iter().find(|mention| mention.place == place);
        language.only_for.contains(&sentence.word(end))
            && mention.is_some_and(|mention| mention.words.start > end && with(mention))
    }

    /// Whether a word stands for all rows, or for those who ask: `required for us`, and not `required for US`.
    fn is_whole(&self, at: usize, word: &str) -> bool {
        let stated = self.sentence.words.get(at).map_or("", |(_, place)| &self.sentence.text[place.clone()]);
        let is_code = stated.len() == 2 && stated.bytes().all(|byte| byte.is_ascii_uppercase());
        self.language.whole_of.contains(&word) && !is_code
    }

    /// Whether a word stands for all rows of which a clause says which ones: `for all guests who come by bus`.
    fn says_which(&self, at: usize) -> bool {
        let (sentence, language) = (self.sentence, self.language);
        let of_all = at + 1..(at + 2 + NOUNS).min(sentence.words.len());
        // "For each row, the number must be given"
        let apart = |place: &usize| sentence.gap(place - 1).contains([';', '.', ':']);
        let clause = of_all.take_while(|place| !apart(place)).find(|place| {
            let word = sentence.word(*place);
            // German has a comma before such a clause, and articles that are called the same.
            let begins = language.those_who.contains(&word);
            begins && (!language.capital_nouns || sentence.gap(place - 1).contains(','))
        });
        clause.is_some_and(|place| place + 1 < sentence.words.len())
    }

    /// `For credit notes the reason is required`
    pub(super) fn begins_for_some(&self) -> bool {
        let (first, second) = (self.sentence.word(0), self.sentence.word(1));
        let all = self.is_whole(1, second) || self.language.every.contains(&second);
        let all = all && !self.says_which(1);
        self.language.only_for.contains(&first) && !all || self.begins_at_nth()
    }

    /// `Every second delivery needs a weight`: not all of them do.
    pub(super) fn only_of_nth(&self, claims: &mut [Claim]) {
        let some = self.begins_at_nth();
        for claim in claims.iter_mut().filter(|claim| some && claim.key == "required") {
            if let Some(place) = claim.place() {
                *claim = required_when(place, OPEN);
            }
        }
    }

    /// `At the second visit the weight is required`
    fn begins_at_nth(&self) -> bool {
        let (sentence, language) = (self.sentence, self.language);
        let leads = [language.into, language.only_for, language.narrowing, language.between, language.not_before];
        let end = leads.into_iter().flatten().filter_map(|phrase| sentence.ends_at(phrase, 0)).max();
        // "Every second dose", and not "the second dose"
        let first = sentence.word(0);
        let of_every = language.every.contains(&first)
            && ![language.definite, language.articles].iter().any(|words| words.contains(&first));
        let end = end.or_else(|| of_every.then_some(1));
        end.is_some_and(|end| speaks_of_nth(sentence, language, end..end + 2))
    }

    /// Whether what surrounds the word for required says that it is so for some rows: `needed for the reason other`.
    fn is_for_some(&self, required: &std::ops::Range<usize>, conditional: bool) -> bool {
        let (sentence, language, mentions) = (self.sentence, self.language, self.mentions);
        // "Required for credit notes" is no more than that; "required for all rows" is.
        let behind = |at: usize| sentence.words.get(required.end + at).map_or("", |(word, _)| word.as_str());
        let by = language.only_for.contains(&behind(0)) || language.agent.contains(&behind(0));
        let which = by && self.is_whole(required.end + 1, behind(1)) && self.says_which(required.end + 1);
        let for_some = language.only_for.contains(&behind(0)) && !self.is_whole(required.end + 1, behind(1)) || which;
        // "Needed for the third attempt"
        let for_some = for_some || by && speaks_of_nth(sentence, language, required.end + 1..required.end + 3);
        // "To be filled in only for schools"
        let only_for = language.only.contains(&behind(0)) && language.only_for.contains(&behind(1));
        // "Compulsory with a leaving date"
        // "Needed with gas"; "required, with two decimals" says how it is written.
        let of_form = [
            language.decimals, language.digits, language.letters, language.capitals, language.spaces, language.every,
            language.whole,
        ];
        let last = required.end + 2 == sentence.words.len() && sentence.gap(required.end - 1).is_empty();
        let noun = last && !of_form.iter().any(|words| words.contains(&behind(1)));
        let with = language.with.first() == Some(&behind(0)) && (language.articles.contains(&behind(1)) || noun);
        let for_some = for_some || only_for || with;
        // "Only needed from people without a number"
        let narrow = required.start > 0 && language.only.contains(&sentence.word(required.start - 1));
        let for_some =
            for_some || narrow && required.end + 1 < sentence.words.len() && sentence.gap(required.end - 1).is_empty();
        // "Mandatory over 44 days"
        let limits = [language.above, language.below];
        let at_once = required.end > 0 && sentence.gap(required.end - 1).is_empty();
        let limited = limits.into_iter().flatten().filter_map(|phrase| sentence.ends_at(phrase, required.end)).max();
        let limited = limited.filter(|_| at_once);
        let for_some = for_some || limited.is_some_and(|end| sentence.number(end, language).is_some());
        // "Needed for the reason other"
        let narrows = |mention: &Mention| mention.words.end < sentence.words.len();
        // "Drivers must give a vehicle"
        let verbal = language.modals.contains(&sentence.words[required.start].0.as_str());
        let behind_all =
            verbal && !mentions.is_empty() && mentions.iter().all(|mention| mention.words.start >= required.end);
        let for_some = for_some || behind_all && !conditional && self.is_of_some(required.start);
        // "Required from 5 guests on"
        let from = language.not_before.iter().chain(language.between);
        let from = from.filter_map(|phrase| sentence.ends_at(phrase, required.end)).max().filter(|_| at_once);
        for_some
            || from.is_some_and(|from| sentence.number(from, language).is_some())
            || self.asked_from_on(required.end).is_some()
            || narrowed_by(sentence, language, mentions).is_some_and(narrows)
    }

    /// Whether something is asked from a number of another column on, which tells no order of the two.
    pub(super) fn is_from_on(&self) -> bool {
        self.sentence.required(self.language).is_some_and(|required| self.asked_from_on(required.end).is_some())
    }

    /// `Required from condition 4`: the number of another column from which on something is asked; open where none is given.
    fn asked_from_on(&self, end: usize) -> Option<String> {
        let (sentence, language) = (self.sentence, self.language);
        let from = language.not_before.iter().chain(language.between);
        // "Obligatory, not before From" says two things.
        let at_once = end > 0 && sentence.gap(end - 1).is_empty();
        let from = from.filter_map(|phrase| sentence.ends_at(phrase, end)).max().filter(|_| at_once)?;
        let article = usize::from(language.every.contains(&sentence.word(from)));
        let of = self.mentions.iter().find(|mention| mention.words.start == from + article)?;
        let number = sentence.number(of.words.end, language);
        Some(number.map_or_else(|| OPEN.to_owned(), |number| format!("{} >= {number}", (self.name)(of.place))))
    }

    /// `Required except for books without a shelf`: what is said of those that are left out holds for no others.
    fn of_excepted(&self, end: usize, said: String, words: std::ops::Range<usize>) -> (String, std::ops::Range<usize>) {
        let begins = |at: usize| self.language.except.iter().any(|phrase| self.sentence.ends_at(phrase, at).is_some());
        let excepted = (end..words.start.max(end)).any(begins);
        (if excepted { otherwise(&said).unwrap_or_else(|| OPEN.to_owned()) } else { said }, words)
    }

    /// `Required, except for foreign books`: rows are left out by what no column says, so that not all can be asked for it.
    fn leaves_out_unknown(&self, end: usize, asked: &[Place]) -> bool {
        let (sentence, language) = (self.sentence, self.language);
        let begins = |at: &usize| language.except.iter().any(|phrase| sentence.ends_at(phrase, *at).is_some());
        // "Required; no words but those of the list" goes on about something else.
        let within = |at: &usize| (end..*at).all(|word| !sentence.gap(word).contains([';', '.']));
        let near = end..(end + MANNER + NOUNS).min(sentence.words.len());
        let Some(from) = near.into_iter().filter(within).find(begins) else { return false };
        // "All fields are required except Photo" leaves out columns.
        let columns = |mention: &Mention| mention.words.start > from && !asked.contains(&mention.place);
        !self.mentions.iter().any(columns)
    }

    /// Whether it says behind what is required that it is blank elsewhere: `to be filled in only for schools`.
    fn is_blank_elsewhere(&self, end: usize) -> bool {
        let (sentence, language) = (self.sentence, self.language);
        let only = language.only.contains(&sentence.word(end)) && language.only_for.contains(&sentence.word(end + 1));
        only || self.otherwise_blank(end)
    }

    /// The same, where no value of another column is left out.
    fn required_of(&self, required: &std::ops::Range<usize>) -> Reading {
        let (sentence, language, mentions) = (self.sentence, self.language, self.mentions);
        let places = self.asked();
        if places.is_empty() || self.counts_some() {
            return Reading::default();
        }
        let form = || conditional_at(sentence, language) != Some(0) && self.asks_for_form(required);
        if self.is_one_or_unknown(&places, required.end) || form() {
            return Reading::default();
        }
        // A condition before or behind the word: required only then.
        // Of "is only for gardens to be given" the condition stands between.
        let between = |at: usize| mentions.iter().any(|mention| (at..required.end).contains(&mention.words.start));
        let condition = conditional_at(sentence, language).filter(|at| !required.contains(at) || between(*at));
        let for_some = self.is_for_some(required, condition.is_some());
        let begins_for_some = self.begins_for_some();
        // "Bathing water needs a temperature", where that is one of the kinds.
        let of_value = places.first().filter(|_| condition.is_none()).and_then(|place| self.of_value(place.0));
        let of_value = of_value.filter(|(column, _)| !places.contains(column)).map(|(_, said)| said);
        let of_kind = self.for_values();
        let is_conditional =
            condition.is_some() || for_some || begins_for_some || of_value.is_some() || of_kind.is_some();
        // "A deposit is needed for bookings with drums"
        let with = self.those_with().filter(|(_, words)| words.end <= required.start || words.start >= required.end);
        let with = with.filter(|(_, words)| words.start > required.end + 1 || is_conditional || self.is_beside());
        let with = with.map(|(said, words)| self.of_excepted(required.end, said, words));
        let is_conditional = is_conditional || with.is_some() || self.leaves_out_unknown(required.end, &places);
        let said = self.condition().or(of_value).or(of_kind).or(with.as_ref().map(|(said, _)| said.clone()));
        // "Mandatory above 100 euros"
        let rest = required.end..sentence.words.len() + 1;
        let measured = || self.measured_within(rest).filter(|_| for_some).map(|(said, _)| said);
        let said = self.asked_from_on(required.end).or(said).or_else(measured);
        let said = said.unwrap_or_else(|| OPEN.to_owned());
        // What is named within the condition is what the condition is about.
        let span = condition.and_then(|_| condition_span(sentence, language));
        let in_condition = |place: &Place| {
            let mention = mentions.iter().find(|mention| mention.place == *place);
            let narrows = narrowed_by(sentence, language, mentions).is_some_and(|of| of.place == *place);
            narrows || span.as_ref().zip(mention).is_some_and(|(span, mention)| span.contains(&mention.words.start))
        };
        // "Rent is obligatory for all plots with a tenant" asks for no tenant.
        let of_with = |mention: &Mention| with.as_ref().is_some_and(|(_, words)| words.contains(&mention.words.start));
        let narrows = |place: &Place| {
            let within = || mentions.iter().any(|mention| mention.place == *place && of_with(mention));
            self.is_of_those_with(*place, required.end) || within()
        };
        let is_conditional = is_conditional || places.iter().any(narrows);
        // "For payment L the e-mail is required" asks for no payment.
        let of_itself = |place: &Place| is_conditional && self.is_said_of(*place, &said);
        let asked = places.into_iter().filter(|place| !in_condition(place) && !narrows(place) && !of_itself(place));
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
        // "Required when the rate is reduced. Otherwise leave blank."
        let blank = self.is_blank_elsewhere(required.end).then(|| otherwise(&said)).flatten();
        let elsewhere: Vec<Claim> = match &blank {
            Some(said) => asked.iter().map(|place| blank_when(*place, said)).collect(),
            None => Vec::new(),
        };
        let claims = asked.into_iter().map(|place| {
            if is_conditional && !before_comma(&place) { required_when(place, &said) } else { must_be_filled(place) }
        });
        Reading { claims: claims.chain(elsewhere).collect(), understood: true }
    }
}

/// A condition that is still to be written.
pub(super) const OPEN: &str = "… = '…'";

pub(super) fn required_when(place: Place, said: &str) -> Claim {
    Claim { on: Target::Column(place), key: "required_when", value: quoted(said), confidence: if_complete(said) }
}

/// A condition that is complete counts if it is exact, which shows once all has been read.
fn if_complete(said: &str) -> Confidence {
    if said.contains('…') { Confidence::Suggested } else { Confidence::Confirm }
}

pub(super) fn blank_when(place: Place, said: &str) -> Claim {
    Claim { on: Target::Column(place), key: "blank_when", value: quoted(said), confidence: if_complete(said) }
}

/// What holds where a condition of a column does not.
pub(super) fn otherwise(said: &str) -> Option<String> {
    // Of no deposit nothing is said, or nought.
    if let Some(name) = said.strip_suffix(" > 0").filter(|name| !name.contains(' ')) {
        return Some(format!("{name} = 0 OR {name} IS NULL"));
    }
    if let Some(other) = other_side(said) {
        return Some(other);
    }
    let turned = [
        (" IS NOT NULL", " IS NULL"),
        (" IS TRUE", " IS NOT TRUE"),
        (" IS FALSE", " IS TRUE"),
        (" IS NULL", " IS NOT NULL"),
        (" NOT IN (", " IN ("),
        (" IN (", " NOT IN ("),
        (" <> ", " = "),
        (" = ", " <> "),
    ];
    turned.iter().find(|(from, _)| said.contains(from)).map(|(from, to)| said.replacen(from, to, 1))
}

/// The other side of one limit: `age >= 16` of `age < 16`.
fn other_side(said: &str) -> Option<String> {
    let signs = [(" < ", " >= "), (" <= ", " > "), (" > ", " <= "), (" >= ", " < ")];
    let alone = !said.contains(" AND ") && !said.contains(" OR ");
    let (from, to) = signs.into_iter().find(|(from, _)| alone && said.contains(from))?;
    Some(said.replacen(from, to, 1))
}

pub(super) fn must_be_filled(place: Place) -> Claim {
    Claim { on: Target::Column(place), key: "required", value: "true".to_owned(), confidence: Confidence::Known }
}

pub(super) fn may_be_blank(place: Place) -> Claim {
    Claim { on: Target::Column(place), key: OPTIONAL, value: String::new(), confidence: Confidence::Suggested }
}
