//! What has to be left blank, or may be: always, under a condition, for rows of some kind, or everywhere but there.

use super::conditions::{condition_span, conditional_at};
use super::ordinals::speaks_of_nth;
use super::required::{ASKED, Asking, OPEN, SUBJECT, blank_when, must_be_filled, otherwise, required_when};
use super::subject::{Mention, Place};
use super::two_conditions;
use super::{Claim, Reading, polite};
use crate::draft::Confidence;

/// Words behind what forbids in which it says when, at most.
const NEAR: usize = 4;

impl Asking<'_> {
    /// `Eggs: only if Stage is eggs`, as all that is said of a column: it is filled then, and blank elsewhere. Both are offered.
    pub(super) fn only_then(&self) -> Option<Vec<Claim>> {
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
        // "Only to be filled in if"
        let fillers = |at: &usize| {
            let word = sentence.word(*at);
            let known = [language.filled, language.to, language.small, language.fill_in];
            let in_phrase = language.to_be.iter().any(|phrase| phrase.split(' ').any(|part| part == word));
            in_phrase || known.iter().any(|words| words.contains(&word))
        };
        let back = || (0..at).rev().take_while(|at| only(*at) || fillers(at)).find(|at| only(*at));
        let from = if only(at) || begins_only { at } else { back()? };
        let own = own.filter(|own| own.words.end <= from);
        // "The rent is only given if…", "is given only if…"
        let said = |at: &usize| {
            let word = sentence.word(*at);
            let known = [language.copulas, language.filled, language.under, language.small, language.may];
            // "Is charged only if"
            let done = at.checked_sub(1).is_some_and(|at| language.copulas.contains(&sentence.word(at)));
            let done = done && language.participles.iter().any(|end| word.len() > end.len() && word.ends_with(end));
            known.iter().any(|words| words.contains(&word)) || only(*at) || fillers(at) || done
        };
        let in_bracket = |at: &usize| {
            let before = &sentence.text[..sentence.words[*at].1.start];
            before.matches('(').count() > before.matches(')').count()
        };
        let begins = (own.map_or(0, |own| own.words.end)..from).all(|at| said(&at) || in_bracket(&at));
        let end = condition_span(sentence, language)?.end;
        let whole = begins && (end >= sentence.words.len() || self.otherwise_blank(end));
        if !whole || sentence.text.contains("):") {
            return None;
        }
        let said = self.condition()?;
        let otherwise = otherwise(&said).map(|said| blank_when(*place, &said));
        // That there is none elsewhere is said; that there must be one then may be.
        // "Nur bei Spendertyp Garten anzugeben" asks for it then.
        let last = sentence.words.len() - 1;
        let filled = |at: usize| language.filled.contains(&sentence.word(at));
        // "To be filled in only if"
        let to_be = |at: &usize| {
            let before = |back: usize| at.checked_sub(back).map_or("", |at| sentence.word(at));
            let to = language.to.contains(&before(1)) || language.to.contains(&before(2));
            filled(*at) && to
        };
        let to_be_filled = || (own.map_or(0, |own| own.words.end)..at).any(|at| to_be(&at));
        let asked = !said.ends_with("NULL") && (filled(last) || to_be_filled());
        let then = required_when(*place, &said);
        let then = if asked { then } else { Claim { confidence: Confidence::Suggested, ..then } };
        let possible = only(from) && language.with.contains(&sentence.word(from + 1));
        Some(otherwise.into_iter().chain((!possible).then_some(then)).collect())
    }

    /// `Tenant may be empty only if State is free`: everywhere else it is required.
    pub(super) fn blank_only_then(&self) -> Option<Vec<Claim>> {
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
        // "Optional unless the newsletter is wanted" frees it in no other rows either.
        let unless = language.unless.iter().any(|phrase| sentence.ends_at(phrase, at).is_some());
        let only = unless || (free.start..at + 1).any(|at| language.only.contains(&sentence.word(at)));
        let said = self.condition().or_else(|| self.for_values()).filter(|_| only)?;
        let of_condition = |place: &&Place| self.is_said_of(**place, &said);
        let mut freed = self.subjects.iter().filter(|place| !of_condition(place));
        let (Some(place), None) = (freed.next(), freed.next()) else { return None };
        let said = otherwise(&said)?;
        Some(vec![required_when(*place, &said)])
    }

    /// What must be blank: under a condition, or by its words always; and what may not be, `neither Box nor Store`.
    pub(super) fn blank(&self) -> Option<Reading> {
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
        // "Leave no cell blank" is said of all.
        if language.leave.contains(&word(leaves))
            && no
            && language.unfilled.contains(&word(last))
            && !mentions.is_empty()
        {
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
        self.forbidden().map(|forbidden| Reading::of(self.must_be_blank(&forbidden)))
    }

    /// Where a sentence says that something must be blank, and not only where it is not filled otherwise: `F or S, otherwise leave blank`.
    fn forbidden(&self) -> Option<std::ops::Range<usize>> {
        let (sentence, language) = (self.sentence, self.language);
        let otherwise = |place: &std::ops::Range<usize>| {
            let before = place.start.checked_sub(1);
            // "All others stay blank"
            let others = |phrase: &&str| (0..place.start).any(|at| sentence.ends_at(phrase, at) == Some(place.start));
            let freed = |before: usize| language.may.contains(&sentence.word(before));
            let else_so = (0..place.start).any(|at| language.otherwise.contains(&sentence.word(at)));
            self.stays_blank_so_long(place.end)
                || else_so
                || before.is_some_and(freed)
                || language.all_other.iter().any(others)
        };
        // "Ne pas laisser vide" forbids the contrary.
        let denied = |place: &std::ops::Range<usize>| {
            // Of "if Paid is no, the method must be blank" the comma ends what is denied.
            let joined = |at: usize| (at..place.start).all(|at| !sentence.gap(at).contains(','));
            (place.start.saturating_sub(2)..place.start)
                .any(|at| language.negations.contains(&sentence.word(at)) && joined(at))
        };
        // "Muss bei Quitten leer bleiben"
        let parted = || {
            let stays = sentence.any(language.stay_blank)?;
            let before = stays.start.saturating_sub(SUBJECT)..stays.start;
            let must = before.clone().find(|at| language.modals.contains(&sentence.word(*at)))?;
            let plain = !before.into_iter().any(|at| language.may.contains(&sentence.word(at)));
            plain.then_some(must..stays.end)
        };
        let found = sentence.any(language.forbidden).or_else(parted);
        found.filter(|place| !otherwise(place) && !denied(place))
    }

    /// `Back stays empty while the book is out`: when that is stands in no column. "Must be left blank for level 1" says it.
    fn stays_blank_so_long(&self, at: usize) -> bool {
        let (sentence, language) = (self.sentence, self.language);
        language.as_long.contains(&sentence.word(at))
            && conditional_at(sentence, language).is_none()
            && self.for_values().is_none()
    }

    /// Where the verb stands that asks to leave something blank: first, or behind the kind of rows or the condition that it is for.
    pub(super) fn leaves_at(&self) -> usize {
        let (sentence, language) = (self.sentence, self.language);
        let of_kind = self.kind_of_rows().cloned().filter(|(_, words)| words.start == 0);
        let of_kind = of_kind.or_else(|| self.kind_that_leads()).map(|(_, words)| words.end);
        let span = condition_span(sentence, language).filter(|span| span.start == 0).map(|span| span.end);
        // "Size: leave blank if Count is 0"
        let label = self.mentions.first().filter(|of| of.words.start == 0).map(|of| of.words.end);
        let label = label.filter(|end| matches!(sentence.gap(end - 1), ":" | "-" | "–"));
        let begins = of_kind.or(span).or(label).unwrap_or(0);
        let leaves = polite(sentence, language, begins);
        // "For free plots leave…"
        let nouns = if of_kind.is_some() { leaves..leaves + SUBJECT } else { leaves..leaves + 1 };
        nouns.into_iter().find(|at| language.leave.contains(&sentence.word(*at))).unwrap_or(leaves)
    }

    /// `If Paid is no, leave the end date empty`, `leave it empty if…`
    pub(super) fn left_then(&self, leaves: usize) -> Option<Vec<Claim>> {
        let span = condition_span(self.sentence, self.language)?;
        let said = self.condition().or_else(|| self.for_values()).unwrap_or_else(|| OPEN.to_owned());
        let outside = |mention: &&Mention| mention.words.start > leaves && !span.contains(&mention.words.start);
        // "If there is no phone, leave Phone empty" says nothing.
        let of_itself = |place: Place| self.is_said_of(place, &said);
        let asked: Vec<Place> = self.mentions.iter().filter(outside).map(|mention| mention.place).collect();
        // "Leave blank if not paid", beside a column or behind its name
        let own = self.subjects.len() == 1
            && !said.contains('…')
            && !self
                .mentions
                .iter()
                .any(|mention| mention.words.start > leaves && !span.contains(&mention.words.start));
        let asked = if asked.is_empty() && own { self.subjects.to_vec() } else { asked };
        let asked: Vec<Place> = asked.into_iter().filter(|place| !of_itself(*place)).collect();
        // "Leave blank if Kind is V", behind what is said of another column
        let asked = if asked.is_empty() && own { self.spoken_of_so_far(0, &said) } else { asked };
        Some(asked.into_iter().map(|place| blank_when(place, &said)).collect())
    }

    /// The one column of which the sentence before spoke, where this one names none but in its condition: `leave blank if Kind is V`.
    fn spoken_of_so_far(&self, verb: usize, said: &str) -> Vec<Place> {
        let (sentence, language) = (self.sentence, self.language);
        let goes_on = verb == 0 || language.pronouns.contains(&sentence.word(0)) && verb <= 2;
        let before = self.before.iter().copied().filter(|place| goes_on && !self.is_said_of(*place, said));
        let before: Vec<Place> = before.collect();
        if before.len() == 1 { before } else { Vec::new() }
    }

    /// The condition under which the one column meant need not be filled, where a sentence before said when it has to be.
    fn unless_required(&self) -> Option<String> {
        let [(sheet, column)] = *self.meant() else { return None };
        let line = self.draft.sheets[sheet].columns[column].lines.get("required_when")?;
        otherwise(&two_conditions::unquoted(&line.value))
    }

    /// Columns that nobody is to fill in, or not under a condition.
    pub(super) fn must_be_blank(&self, forbidden: &std::ops::Range<usize>) -> Vec<Claim> {
        let Asking { sentence, language, mentions, .. } = *self;
        // "Fill in both or leave both blank" asks for no blank.
        let fills = |at: usize| {
            [language.filled, language.give].iter().any(|of| of.contains(&sentence.word(at)))
                || language.fill_in.iter().any(|phrase| sentence.ends_at(phrase, at).is_some())
        };
        let or = (1..forbidden.start).rfind(|at| language.or.contains(&sentence.word(*at)));
        if or.is_some_and(|or| (0..or).any(fills)) {
            return Vec::new();
        }
        let condition = conditional_at(sentence, language).filter(|at| !forbidden.contains(at));
        let said = match condition {
            // "For all the others this cell stays empty": which these are stands elsewhere.
            None if sentence.has(language.all_other) => None,
            // "Bei Quitten leer lassen" may stand before what says that there are such.
            None if sentence.has(language.in_case_of) => self.for_values(),
            // "It must not be given otherwise": when that is was said before.
            None if sentence.has(language.otherwise) => self.for_values().or_else(|| self.unless_required()),
            // "For scarves the size stays blank" may stand before what says that there are such.
            None if self.narrows(forbidden) => self.for_values(),
            None => Some(self.for_values().unwrap_or_else(|| "TRUE".to_owned())),
            Some(_) => self.condition().or_else(|| self.for_values()),
        };
        let span = condition.and_then(|_| condition_span(sentence, language));
        let in_condition = |place: &Place| {
            let within = |of: &Mention| span.as_ref().is_some_and(|span| span.contains(&of.words.start));
            let mut of_place = mentions.iter().filter(|of| of.place == *place).peekable();
            of_place.peek().is_some() && of_place.all(within)
        };
        let said = said.unwrap_or_else(|| OPEN.to_owned());
        let meant: Vec<Place> = self.meant().iter().copied().filter(|place| !in_condition(place)).collect();
        let meant = if meant.is_empty() { self.spoken_of_so_far(forbidden.start, &said) } else { meant };
        meant.into_iter().map(|place| blank_when(place, &said)).collect()
    }

    /// Whether something must be blank for some rows or people, or at some times: `in winter the size must stay empty`.
    fn narrows(&self, forbidden: &std::ops::Range<usize>) -> bool {
        let (sentence, language) = (self.sentence, self.language);
        let leads = [language.only_for, language.narrowing, language.into];
        let is_led = |at: usize| leads.iter().any(|words| words.contains(&sentence.word(at)));
        let of_all = |at: usize| {
            let known = [language.whole_of, language.every, language.pronouns, language.each_of, language.labels];
            known.iter().any(|words| words.contains(&sentence.word(at)))
        };
        // "Leave blank for the office", and "in this column" narrow nothing.
        let noun = |at: usize| {
            let at = if of_all(at) { at + 1 } else { at };
            at < sentence.words.len() && !of_all(at) && !self.mentions.iter().any(|of| of.words.contains(&at))
        };
        let begins = is_led(0) && noun(1) && self.mentions.iter().all(|of| of.words.start > 1);
        let by = language.agent.contains(&sentence.word(forbidden.end)) && noun(forbidden.end + 1);
        let nth = speaks_of_nth(sentence, language, forbidden.end..(forbidden.end + NEAR).min(sentence.words.len()));
        begins || by || nth || self.some_have_none(forbidden.start)
    }

    /// `Old books have no ISBN, leave blank`: for those that have none, and not for all.
    fn some_have_none(&self, end: usize) -> bool {
        let (sentence, language) = (self.sentence, self.language);
        let denied = |at: usize| {
            let words = [language.none, language.negations, language.lacks];
            words.iter().any(|words| words.contains(&sentence.word(at)))
        };
        let has = |at: &usize| language.has.contains(&sentence.word(*at));
        (1..end).filter(has).any(|at| (at.saturating_sub(2)..(at + 3).min(end)).any(denied))
    }

    /// `Breed may be left empty, but sex may not`: what is named behind the "but" of a sentence that ends with a denial.
    pub(super) fn taken_back(&self) -> Vec<Place> {
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

    /// Whether a sentence goes on to leave blank what it does not ask for.
    pub(super) fn otherwise_blank(&self, from: usize) -> bool {
        let (sentence, language) = (self.sentence, self.language);
        let otherwise = language.otherwise.iter().filter_map(|phrase| sentence.find_from(phrase, from)).next();
        let left = |end: usize| (end..sentence.words.len()).any(|at| language.unfilled.contains(&sentence.word(at)));
        otherwise.is_some_and(|otherwise| left(otherwise.end))
    }
}
