//! What has to be filled in: always, under a condition, or one of several.

use std::cell::OnceCell;

use super::by_value::of_value;
use super::conditions::{compared_with, condition_span, conditional_at, narrowed_by};
use super::sentence::Sentence;
use super::several::some_of_several;
use super::subject::{Mention, Place};
use super::words::Language;
use super::{Claim, OPTIONAL, Reading, Target, polite};
use crate::draft::{Confidence, Draft};
use lungwort_core::rulebook::toml_text::{list, quoted};

/// Words between a question about an amount and the word that what is counted is needed, at most.
const ASKED: usize = 4;

/// Words of what needs something, at most; more of them say which rows do.
pub(super) const SUBJECT: usize = 3;

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
    pub kind: OnceCell<Option<(String, std::ops::Range<usize>)>>,
}

/// A way in which sentences ask for values, or for none.
type Read = fn(&Asking<'_>) -> Option<Vec<Claim>>;

/// What is asked of rows of some kind, or of all columns but some; the first that finds anything counts.
static SOME_ROWS: &[Read] = &[
    |asking| asking.implied(),
    |asking| asking.there_must_be(),
    |asking| asking.taken_only_with(),
    |asking| asking.all_but_the_free(),
    |asking| asking.only_then(),
    |asking| asking.left_otherwise(),
    |asking| asking.only_for_values(),
    |asking| asking.given_for_values(),
    |asking| asking.applied(),
    |asking| asking.for_values_only(),
    |asking| asking.without_for_values(),
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
];

/// What a sentence says of the filling in of columns.
pub(super) fn read(asking: &Asking<'_>) -> Reading {
    let Asking { sentence, language, mentions, name, .. } = *asking;
    let mut reading = Reading::default();
    some_of_several(sentence, language, (mentions, asking.before), name, &mut reading);
    if reading.understood {
        return reading;
    }
    if let Some(claim) = asking.once_within().or_else(|| asking.same_together()) {
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
        None if let Some(claims) = asking.blank_only_then() => Reading::of(claims),
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

    /// `Eggs: only if Stage is eggs`, as all that is said of a column: it is filled then, and blank elsewhere. Both are offered.
    fn only_then(&self) -> Option<Vec<Claim>> {
        let Asking { sentence, language, mentions, subjects, .. } = *self;
        let [place] = subjects else { return None };
        let at = conditional_at(sentence, language)?;
        let only = |at: usize| language.only.contains(&sentence.word(at));
        // "Only fill in the deposit if…"
        let verbs = language.fill_in.iter().chain(language.give);
        let fills = verbs.filter_map(|phrase| sentence.ends_at(phrase, 1)).max().filter(|_| only(0));
        let own = mentions.first().filter(|first| first.place == *place && first.words.end <= at);
        let begins_only =
            fills.zip(own).is_some_and(|(fills, own)| own.words.start <= fills + 1 && own.words.end == at);
        let from = if only(at) || begins_only { at } else { at.checked_sub(1).filter(|at| only(*at))? };
        let own = own.filter(|own| own.words.end <= from);
        // "The rent is only given if…", "is given only if…"
        let said = |at: &usize| {
            let word = sentence.word(*at);
            let known = [language.copulas, language.filled, language.under, language.small];
            known.iter().any(|words| words.contains(&word)) || only(*at)
        };
        let in_bracket = |at: &usize| {
            let before = &sentence.text[..sentence.words[*at].1.start];
            before.matches('(').count() > before.matches(')').count()
        };
        let begins = (own.map_or(0, |own| own.words.end)..from).all(|at| said(&at) || in_bracket(&at));
        let whole = begins && condition_span(sentence, language)?.end >= sentence.words.len();
        if !whole || sentence.text.contains("):") {
            return None;
        }
        let said = self.condition()?;
        let otherwise = otherwise(&said).map(|said| blank_when(*place, &said));
        // That there is none elsewhere is said; that there must be one then may be.
        // "Nur bei Spendertyp Garten anzugeben" asks for it then.
        let last = sentence.words.len() - 1;
        let asked = !said.ends_with("NULL") && language.filled.contains(&sentence.word(last));
        let then = required_when(*place, &said);
        let then = if asked { then } else { Claim { confidence: Confidence::Suggested, ..then } };
        let possible = only(from) && language.with.contains(&sentence.word(from + 1));
        Some(otherwise.into_iter().chain((!possible).then_some(then)).collect())
    }

    /// `Tenant may be empty only if State is free`: everywhere else it is required.
    fn blank_only_then(&self) -> Option<Vec<Claim>> {
        let (sentence, language) = (self.sentence, self.language);
        // "May only be left out"
        let narrowed = |phrase: &&str| {
            let (may, rest) = phrase.split_once(' ')?;
            let at = (0..sentence.words.len()).find(|at| sentence.word(*at) == may)?;
            let only = at + usize::from(language.only.contains(&sentence.word(at + 1)));
            Some(at..sentence.ends_at(rest, only + 1)?)
        };
        let free = sentence.any(language.optional);
        let free = free.or_else(|| language.optional.iter().find_map(narrowed)).or_else(|| {
            let unfilled = (0..sentence.words.len()).find(|at| language.unfilled.contains(&sentence.word(*at)))?;
            let may =
                (unfilled.saturating_sub(ASKED)..unfilled).find(|at| language.may.contains(&sentence.word(*at)))?;
            Some(may..unfilled + 1)
        })?;
        let named = || (free.end..sentence.words.len()).find(|at| language.only_for.contains(&sentence.word(*at)));
        let at = conditional_at(sentence, language).filter(|at| *at >= free.start).or_else(named)?;
        let only = (free.start..at + 1).any(|at| language.only.contains(&sentence.word(at)));
        let said = self.condition().or_else(|| self.for_values()).filter(|_| only)?;
        let of_condition = |place: &&Place| said.starts_with(&format!("{} ", (self.name)(**place)));
        let mut freed = self.subjects.iter().filter(|place| !of_condition(place));
        let (Some(place), None) = (freed.next(), freed.next()) else { return None };
        let said = otherwise(&said)?;
        Some(vec![required_when(*place, &said)])
    }

    /// What must be blank: under a condition, or by its words always; and what may not be, `neither Box nor Store`.
    fn blank(&self) -> Option<Reading> {
        let Asking { sentence, language, mentions, .. } = *self;
        // "Neither Box nor Store may be left empty"
        let neither = sentence.words.first().is_some_and(|(word, _)| language.neither.contains(&word.as_str()));
        if let Some(optional) = sentence.any(language.optional).filter(|_| neither) {
            let named = mentions.iter().filter(|mention| mention.words.end <= optional.start);
            return Some(Reading::of(named.map(|mention| must_be_filled(mention.place)).collect()));
        }
        // "Please leave Approved by and Hours approved empty"
        let word = |at: usize| sentence.word(at);
        let leaves = self.leaves_at();
        // "Leave no Name or Date empty"
        let no = language.none.contains(&word(leaves + 1));
        let last = sentence.words.len().saturating_sub(1);
        if language.leave.contains(&word(leaves)) && no && language.unfilled.contains(&word(last)) {
            return Some(Reading::of(mentions.iter().map(|mention| must_be_filled(mention.place)).collect()));
        }
        // "Leave only Notes blank" leaves nothing else blank.
        if language.leave.contains(&word(leaves)) && language.alone.contains(&word(leaves + 1)) {
            return None;
        }
        if language.leave.contains(&word(leaves))
            && (leaves + 1..sentence.words.len()).any(|at| language.unfilled.contains(&word(at)))
            && let Some(claims) = self.left_for_values().or_else(|| self.left_then(leaves))
            && !claims.is_empty()
        {
            return Some(Reading::of(claims));
        }
        if language.leave.contains(&word(leaves))
            && (0..sentence.words.len()).any(|at| {
                let ends = at + 1 == sentence.words.len() || sentence.gap(at).contains([',', ';']);
                ends && language.unfilled.contains(&word(at))
            })
            && conditional_at(sentence, language).is_none()
            && !mentions.is_empty()
        {
            let last = sentence.words.len() - 1..sentence.words.len();
            let mut claims = self.must_be_blank(&last);
            // "Leave the end open as long as the member is active": when that is stands in no column.
            let goes_on =
                |at: &usize| language.unfilled.contains(&word(*at)) && language.as_long.contains(&word(at + 1));
            if (leaves..sentence.words.len()).any(|at| goes_on(&at)) {
                claims = claims.iter().filter_map(|claim| Some(blank_when(claim.place()?, OPEN))).collect();
            }
            return Some(Reading::of(claims));
        }
        // "Office use: leave blank"
        let behind = mentions.last().map_or(0, |mention| mention.words.end);
        let nothing_more = behind + 2 == sentence.words.len()
            && mentions.iter().all(|mention| mention.words.start == 0)
            && language.leave.contains(&word(behind))
            && language.unfilled.contains(&word(behind + 1));
        if nothing_more && (mentions.len() == 1 || mentions.is_empty() && self.subjects.len() == 1) {
            let verb = behind..behind + 2;
            return Some(Reading::of(self.must_be_blank(&verb)));
        }
        // "F or S, otherwise leave blank"
        let otherwise = |place: &std::ops::Range<usize>| {
            let before = place.start.checked_sub(1);
            // "All others stay blank"
            let others = |phrase: &&str| (0..place.start).any(|at| sentence.ends_at(phrase, at) == Some(place.start));
            let freed = |before: usize| language.may.contains(&word(before));
            let else_so = (0..place.start).any(|at| language.otherwise.contains(&word(at)));
            // `Back stays empty while the book is out`
            let open = conditional_at(sentence, language).is_none() && language.as_long.contains(&word(place.end));
            open || else_so || before.is_some_and(freed) || language.all_other.iter().any(others)
        };
        // "Ne pas laisser vide" forbids the contrary.
        let denied = |place: &std::ops::Range<usize>| {
            (place.start.saturating_sub(2)..place.start).any(|at| language.negations.contains(&sentence.word(at)))
        };
        let forbidden = sentence.any(language.forbidden).filter(|place| !otherwise(place) && !denied(place));
        if let Some(forbidden) = forbidden {
            return Some(Reading::of(self.must_be_blank(&forbidden)));
        }
        None
    }

    /// Where the verb stands that asks to leave something blank: first, or behind the kind of rows or the condition that it is for.
    fn leaves_at(&self) -> usize {
        let (sentence, language) = (self.sentence, self.language);
        let of_kind = self.kind_of_rows().filter(|(_, words)| words.start == 0).map(|(_, words)| words.end);
        let span = condition_span(sentence, language).filter(|span| span.start == 0).map(|span| span.end);
        let begins = of_kind.or(span).unwrap_or(0);
        let leaves = polite(sentence, language, begins);
        // "For free plots leave…"
        let nouns = if of_kind.is_some() { leaves..leaves + SUBJECT } else { leaves..leaves + 1 };
        nouns.into_iter().find(|at| language.leave.contains(&sentence.word(*at))).unwrap_or(leaves)
    }

    /// `If Paid is no, leave the end date empty`, `leave it empty if…`
    fn left_then(&self, leaves: usize) -> Option<Vec<Claim>> {
        let span = condition_span(self.sentence, self.language)?;
        let said = self.condition().unwrap_or_else(|| OPEN.to_owned());
        let outside = |mention: &&Mention| mention.words.start > leaves && !span.contains(&mention.words.start);
        // "If there is no phone, leave Phone empty" says nothing.
        let of_itself = |place: Place| said.starts_with(&format!("{} ", (self.name)(place)));
        let asked = self.mentions.iter().filter(outside).map(|mention| mention.place);
        Some(asked.filter(|place| !of_itself(*place)).map(|place| blank_when(place, &said)).collect())
    }

    /// Columns that nobody is to fill in, or not under a condition.
    fn must_be_blank(&self, forbidden: &std::ops::Range<usize>) -> Vec<Claim> {
        let Asking { sentence, language, mentions, .. } = *self;
        let condition = conditional_at(sentence, language).filter(|at| !forbidden.contains(at));
        let said = match condition {
            // "For all the others this cell stays empty": which these are stands elsewhere.
            None if sentence.has(language.all_other) => None,
            None => Some(self.for_values().unwrap_or_else(|| "TRUE".to_owned())),
            Some(_) => self.condition(),
        };
        let span = condition.and_then(|_| condition_span(sentence, language));
        let in_condition = |place: &Place| {
            let within = |of: &Mention| span.as_ref().is_some_and(|span| span.contains(&of.words.start));
            let mut of_place = mentions.iter().filter(|of| of.place == *place).peekable();
            of_place.peek().is_some() && of_place.all(within)
        };
        let said = said.unwrap_or_else(|| OPEN.to_owned());
        self.meant().iter().filter(|place| !in_condition(place)).map(|place| blank_when(*place, &said)).collect()
    }

    /// The columns that are meant: those of a look, where none is named.
    fn meant(&self) -> &[Place] {
        if self.looks.is_empty() {
            return self.subjects;
        }
        // "Yellow ones are needed if the box is closed"
        let span = condition_span(self.sentence, self.language);
        let within = |mention: &Mention| span.as_ref().is_some_and(|span| span.contains(&mention.words.start));
        if self.mentions.iter().all(within) { self.looks } else { self.subjects }
    }

    fn optional(&self) -> Reading {
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
        // "Do not need a referee"
        let denied = |at: usize| self.language.negations.contains(&self.sentence.words[at].0.as_str());
        if (needs.start.saturating_sub(2)..needs.start).any(denied) {
            return None;
        }
        // "Must have a" says no more than "needs a".
        let same = |required: std::ops::Range<usize>| needs.start <= required.start && required.end <= needs.end;
        let plain = condition_span(self.sentence, self.language).is_none()
            && self.sentence.required(self.language).is_none_or(same);
        let behind = self.mentions.iter().filter(|mention| plain && mention.words.start >= needs.end);
        let behind: Vec<&Mention> = behind.collect();
        let of_value = behind.first().and_then(|mention| self.of_value(mention.place.0)).map(|(_, said)| said);
        // "Doubtful and bad readings need a comment"
        let first = usize::from(self.language.every.contains(&self.sentence.word(0)));
        let of_kind = || self.of_one_column(behind.first()?.place.0, first, |end| end + SUBJECT > needs.start);
        let of_value = of_kind().map(|(said, _)| said).or(of_value);
        let some = self.speaks_of_some(needs.start);
        // "A discount needs a note", where that is another column.
        let article = |mention: &Mention| {
            let before = mention.words.start.checked_sub(1).map_or("", |at| self.sentence.word(at));
            self.language.articles.contains(&before)
        };
        let leads = |mention: &&Mention| mention.words.end == needs.start && article(mention) && !self.is_row(mention);
        let of_column = self.mentions.iter().rfind(leads);
        let given = of_column.map(|mention| format!("{} IS NOT NULL", (self.name)(mention.place)));
        // "Grants over 500 need an approval", "crates of quality 3 need a reason"
        let before = self.mentions.iter().find(|mention| mention.words.end < needs.start);
        let of_value = of_value.or_else(|| self.compared_before(before?, needs.start));
        // "Schools must name a teacher"
        let of_yes = || self.of_yes_column(behind.first()?.place.0, first).filter(|(_, end)| *end == needs.start);
        let of_value = of_value.or_else(|| of_yes().map(|(said, _)| said));
        let claim = |mention: &Mention| match &of_value {
            Some(said) => required_when(mention.place, said),
            None if given.is_some() => required_when(mention.place, given.as_deref().unwrap_or(OPEN)),
            None if some => required_when(mention.place, OPEN),
            None => must_be_filled(mention.place),
        };
        Some(behind.into_iter().map(claim).collect())
    }

    /// `Grants over 500`, `crates of quality 3`: what is said of a column right before what is needed.
    fn compared_before(&self, mention: &Mention, end: usize) -> Option<String> {
        let (sentence, language) = (self.sentence, self.language);
        let name = (self.name)(mention.place);
        let at = mention.words.end;
        let number = (at..end).rev().find(|at| sentence.number(*at, language).is_some()).filter(|at| at + 2 >= end)?;
        if number == at {
            return Some(format!("{name} = {}", sentence.number(at, language)?));
        }
        compared_with(sentence, language, at).map(|compared| format!("{name} {compared}"))
    }

    /// Whether what needs something is not every row: `volunteers under 18 need…`, `plants grown in pots need…`.
    fn speaks_of_some(&self, end: usize) -> bool {
        let (sentence, language) = (self.sentence, self.language);
        let words = &sentence.words[..end];
        let text = words.last().map_or("", |(_, last)| &sentence.text[..last.end]);
        let is = |list: &[&str]| words.iter().filter(|(word, _)| list.contains(&word.as_str())).count();
        let subject = words.len() - is(language.every);
        // "Restricted lots need a note" speaks of some, and "every seed lot" of all.
        let of_all = is(language.each_of) > 0;
        let named = self.mentions.iter().any(|mention| mention.words.start + 1 < end && !self.is_row(mention));
        let plural = self.is_of_some(end);
        plural
            || subject > SUBJECT
            || subject > 1 && (!of_all || named)
            || text.contains(['(', ','])
            || text.bytes().any(|byte| byte.is_ascii_digit())
    }

    /// Whether what stands before a word are things of which rows are not: `drivers`, where rows are volunteers.
    fn is_of_some(&self, end: usize) -> bool {
        let language = self.language;
        let words = &self.sentence.words[..end];
        let known = |word: &str| {
            self.is_thing(word)
                || [language.pronouns, language.people, language.each_of].iter().any(|words| words.contains(&word))
        };
        // "C needs a remark"
        let code = |place: &std::ops::Range<usize>| {
            let text = &self.sentence.text[place.clone()];
            text.len() <= 3 && text.bytes().all(|byte| byte.is_ascii_uppercase())
        };
        if matches!(words, [(_, place)] if code(place)) {
            return true;
        }
        // "Under-18s must give their age"
        let compares = |word: &str| language.below.contains(&word) || language.above.contains(&word);
        if matches!(words, [(first, _), (second, _)] if compares(first) && second.starts_with(|each: char| each.is_ascii_digit()))
        {
            return true;
        }
        matches!(words, [(word, _)] if word.len() > 3 && word.ends_with('s') && !known(word))
    }

    /// Whether a word is what rows are called: rows, or the thing by which the sheet or its first column is called.
    fn is_thing(&self, word: &str) -> bool {
        let stem = |word: &str| word.to_lowercase().trim_end_matches('s').to_owned();
        let of = |text: &str| text.split(|each: char| !each.is_alphanumeric()).any(|part| stem(part) == stem(word));
        let sheets = self.draft.sheets.iter();
        self.language.others.contains(&word)
            || sheets.into_iter().any(|sheet| {
                of(&sheet.name)
                    || sheet
                        .columns
                        .iter()
                        .any(|column| crate::keys::identifies(&column.heading) && of(&column.heading))
            })
    }

    /// Whether a column is named by what rows are: `every lot`, where the heading is Lot number.
    fn is_row(&self, mention: &Mention) -> bool {
        let (sheet, column) = mention.place;
        column == 0 || crate::keys::identifies(&self.draft.sheets[sheet].columns[column].heading)
    }

    /// The condition that a value states which a sentence names, and the column in whose list it is.
    fn of_value(&self, sheet: usize) -> Option<(Place, String)> {
        let (column, value) = of_value(self.sentence, self.mentions, (self.draft, sheet))?;
        Some((column, format!("{} = '{}'", (self.name)(column), value.replace('\'', "''"))))
    }

    /// `C - if Service is EXP`, beside a column: needed then.
    fn beside(&self) -> Option<Vec<Claim>> {
        let (sentence, language) = (self.sentence, self.language);
        // `With Lent to`, as all that is said
        if let ([mention], [place]) = (self.mentions, self.subjects)
            && language.with.contains(&sentence.word(0))
            && (mention.words.start, mention.words.end) == (1, sentence.words.len())
            && mention.place != *place
        {
            return Some(vec![required_when(*place, &format!("{} IS NOT NULL", (self.name)(mention.place)))]);
        }
        let span = condition_span(sentence, language)?;
        if span.start > 1 || span.end != sentence.words.len() || sentence.required(language).is_some() {
            return None;
        }
        let said = self.condition()?;
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
        self.mentions.iter().filter(is_freed).map(|mention| mention.place).collect()
    }

    /// `Please fill in Name, Date and Place for every row`
    fn filled_in_each(&self) -> Option<Vec<Claim>> {
        let (sentence, language) = (self.sentence, self.language);
        let from = polite(sentence, language, 0);
        let tells = language.give.contains(&sentence.word(from));
        let last = self.mentions.last().filter(|_| tells && !sentence.has(language.or))?.words.end;
        let word = |at: usize| sentence.word(at);
        let each = (last..sentence.words.len()).find(|at| language.each_of.contains(&word(*at)))?;
        let rows = language.others.contains(&word(each + 1)) && each + 2 >= sentence.words.len();
        // "In each row" stands right behind the columns.
        (each - last <= 1 && rows).then(|| self.mentions.iter().map(|mention| must_be_filled(mention.place)).collect())
    }

    /// `Please supply for every prize: number, donor and value`
    fn asks_for_list(&self) -> Option<Vec<Claim>> {
        let (sentence, language) = (self.sentence, self.language);
        let from = polite(sentence, language, 0);
        let first = self.mentions.first()?;
        let tells = language.give.contains(&sentence.word(from)) || language.fill_in.contains(&sentence.word(from));
        let each = (from..first.words.start).any(|at| language.each_of.contains(&sentence.word(at)));
        let colon = first.words.start.checked_sub(1).is_some_and(|at| sentence.gap(at).contains(':'));
        let named = |at: usize| self.mentions.iter().any(|mention| mention.words.contains(&at));
        let joins = |at: usize| [language.and, language.every].iter().any(|words| words.contains(&sentence.word(at)));
        let no_more = (first.words.start..sentence.words.len()).all(|at| named(at) || joins(at));
        (tells && each && colon && no_more)
            .then(|| self.mentions.iter().map(|mention| must_be_filled(mention.place)).collect())
    }

    /// `If the reason is other, give an explanation`: what is asked under a condition by telling what to do.
    fn asks_to_give(&self) -> Option<Vec<Claim>> {
        let (sentence, language) = (self.sentence, self.language);
        let span = condition_span(sentence, language)?;
        let word = |at: usize| sentence.word(at);
        let from = if span.start == 0 { span.end } else { 0 };
        let from = polite(sentence, language, from);
        let tells = language.give.contains(&word(from)) || language.explain.contains(&word(from));
        let asked: Vec<&Mention> = self
            .mentions
            .iter()
            .filter(|mention| tells && mention.words.start > from && !span.contains(&mention.words.start))
            .collect();
        // "Give the date as 31 December" says how.
        let last = asked.last()?.words.end;
        let as_well = || language.as_well.iter().any(|phrase| sentence.ends_at(phrase, last).is_some());
        // "Give the certificate number", "give the certificate (FR- and six digits)"
        let noun = usize::from(language.address_words.contains(&sentence.word(last)));
        let bracket = last > 0 && sentence.gap(last - 1).starts_with('(');
        let ends = last + noun >= sentence.words.len() || span.start == last || as_well() || bracket;
        let said = self.condition()?;
        ends.then(|| asked.into_iter().map(|mention| required_when(mention.place, &said)).collect())
    }

    /// `Complete columns A to E for everyone`: the columns are named, and nothing says when.
    fn asks_to_fill(&self) -> Option<Vec<Claim>> {
        let (sentence, language) = (self.sentence, self.language);
        let from = polite(sentence, language, 0);
        let verb = language.fill_in.iter().filter_map(|phrase| sentence.ends_at(phrase, from)).max()?;
        let named = |at: usize| self.mentions.iter().any(|mention| mention.words.contains(&at));
        let known = [
            language.columns, language.every, language.and, language.to, language.small, language.each_of,
            language.people, language.labels, language.in_every_row,
        ];
        let said = |at: usize| named(at) || known.iter().any(|words| words.contains(&sentence.word(at)));
        let only = (verb..sentence.words.len()).all(said) && language.columns.contains(&sentence.word(verb));
        let places = self.mentions.iter().map(|mention| must_be_filled(mention.place));
        only.then(|| places.collect())
    }

    /// The columns that it asks to fill in: those that are named or meant, or all but some.
    fn asked(&self) -> Vec<Place> {
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
            let optional = language.optional.iter().any(|phrase| sentence.find_from(phrase, other.end).is_some());
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
    fn range_of_all(&self) -> Option<Vec<Place>> {
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
            let named = self.mentions.first()?.words.start.checked_sub(1)?;
            language.columns.contains(&sentence.words[named].0.as_str()).then_some(named..named + 1)
        };
        let all = sentence.any(language.all).filter(|_| !self.freed_all()).or_else(columns)?;
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

    /// Whether all columns that it names are those that may be blank: `… must be filled, all others are optional`.
    fn freed_all(&self) -> bool {
        let (sentence, language) = (self.sentence, self.language);
        let others = sentence.any(language.all_other).or_else(|| sentence.any(language.all));
        others.zip(sentence.required(language)).is_some_and(|(others, required)| required.end <= others.start)
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
        self.excepted(required.end).map_or_else(|| self.required_of(required), Reading::of)
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

    /// `For credit notes the reason is required`
    pub(super) fn begins_for_some(&self) -> bool {
        let (first, second) = (self.sentence.word(0), self.sentence.word(1));
        let all = self.language.whole_of.contains(&second) || self.language.every.contains(&second);
        self.language.only_for.contains(&first) && !all
    }

    /// The same, where no value of another column is left out.
    fn required_of(&self, required: &std::ops::Range<usize>) -> Reading {
        let (sentence, language, mentions) = (self.sentence, self.language, self.mentions);
        let places = self.asked();
        if places.is_empty() || self.counts_some() {
            return Reading::default();
        }
        if self.is_one_or_unknown(&places, required.end) || self.asks_for_form(required) {
            return Reading::default();
        }
        // A condition before or behind the word: required only then.
        // Of "is only for gardens to be given" the condition stands between.
        let between = |at: usize| mentions.iter().any(|mention| (at..required.end).contains(&mention.words.start));
        let condition = conditional_at(sentence, language).filter(|at| !required.contains(at) || between(*at));
        // "Required for credit notes" is no more than that; "required for all rows" is.
        let behind = |at: usize| sentence.words.get(required.end + at).map_or("", |(word, _)| word.as_str());
        let for_some = language.only_for.contains(&behind(0)) && !language.whole_of.contains(&behind(1));
        // "Needed for the reason other"
        let narrows = |mention: &Mention| mention.words.end < sentence.words.len();
        // "Drivers must give a vehicle"
        let verbal = language.modals.contains(&sentence.words[required.start].0.as_str());
        let behind_all =
            verbal && !mentions.is_empty() && mentions.iter().all(|mention| mention.words.start >= required.end);
        let for_some = for_some || behind_all && condition.is_none() && self.is_of_some(required.start);
        let for_some = for_some || narrowed_by(sentence, language, mentions).is_some_and(narrows);
        let begins_for_some = self.begins_for_some();
        // "Bathing water needs a temperature", where that is one of the kinds.
        let of_value = places.first().filter(|_| condition.is_none()).and_then(|place| self.of_value(place.0));
        let of_value = of_value.filter(|(column, _)| !places.contains(column)).map(|(_, said)| said);
        let of_kind = self.for_values();
        let is_conditional =
            condition.is_some() || for_some || begins_for_some || of_value.is_some() || of_kind.is_some();
        let said = self.condition().or(of_value).or(of_kind);
        let said = said.unwrap_or_else(|| OPEN.to_owned());
        // What is named within the condition is what the condition is about.
        let span = condition.and_then(|_| condition_span(sentence, language));
        let in_condition = |place: &Place| {
            let mention = mentions.iter().find(|mention| mention.place == *place);
            let narrows = narrowed_by(sentence, language, mentions).is_some_and(|of| of.place == *place);
            narrows || span.as_ref().zip(mention).is_some_and(|(span, mention)| span.contains(&mention.words.start))
        };
        // "Rent is obligatory for all plots with a tenant" asks for no tenant.
        let narrows = |place: &Place| self.is_of_those_with(*place, required.end);
        let is_conditional = is_conditional || places.iter().any(narrows);
        // "For payment L the e-mail is required" asks for no payment.
        let of_itself = |place: &Place| is_conditional && said.starts_with(&format!("{} ", (self.name)(*place)));
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
        let blank = self.otherwise_blank(required.end).then(|| otherwise(&said)).flatten();
        let elsewhere: Vec<Claim> = match (&blank, asked.as_slice()) {
            (Some(said), [place]) => vec![blank_when(*place, said)],
            _ => Vec::new(),
        };
        let claims = asked.into_iter().map(|place| {
            if is_conditional && !before_comma(&place) { required_when(place, &said) } else { must_be_filled(place) }
        });
        Reading { claims: claims.chain(elsewhere).collect(), understood: true }
    }

    /// Whether a sentence goes on to leave blank what it does not ask for.
    fn otherwise_blank(&self, from: usize) -> bool {
        let (sentence, language) = (self.sentence, self.language);
        let otherwise = language.otherwise.iter().filter_map(|phrase| sentence.find_from(phrase, from)).next();
        let left = |end: usize| (end..sentence.words.len()).any(|at| language.unfilled.contains(&sentence.word(at)));
        otherwise.is_some_and(|otherwise| left(otherwise.end))
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

pub(super) fn must_be_filled(place: Place) -> Claim {
    Claim { on: Target::Column(place), key: "required", value: "true".to_owned(), confidence: Confidence::Known }
}

pub(super) fn may_be_blank(place: Place) -> Claim {
    Claim { on: Target::Column(place), key: OPTIONAL, value: String::new(), confidence: Confidence::Suggested }
}
