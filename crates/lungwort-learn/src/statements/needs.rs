//! What is needed by rows, or by some of them, and what is asked for by telling what to do: `each record needs a species`, `if the
//! reason is other, give an explanation`.

use super::by_value::of_value;
use super::conditions::{compared_with, condition_span};
use super::for_values::is_form_of;
use super::required::{Asking, OPEN, SUBJECT, blank_when, must_be_filled, otherwise, required_when};
use super::subject::{Mention, Place};
use super::{Claim, polite};

/// Words between what asks to fill in and the word for columns, at most: `complete all the shaded columns`.
const LOOK: usize = 4;

impl Asking<'_> {
    /// `Each record needs a species and a date`: what is needed is named behind the verb.
    pub(super) fn needed(&self) -> Option<Vec<Claim>> {
        let needs = self.sentence.any(self.language.needs).or_else(|| self.needs_at_once())?;
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
        // "Paid bookings need a method", "unpaid bookings need a reason"
        let near = |end: &usize| (*end..=*end + 1).contains(&needs.start);
        let of_yes = || {
            let sheet = behind.first()?.place.0;
            let said = self.of_yes_column(sheet, first).or_else(|| self.of_done_column(sheet, first));
            said.filter(|(_, end)| near(end))
        };
        let of_value = of_value.or_else(|| of_yes().map(|(said, _)| said));
        // "Bookings with drums need a deposit"
        let of_value =
            of_value.or_else(|| self.those_with().filter(|(_, words)| words.end <= needs.start).map(|(said, _)| said));
        // "Reduced fees (Reduced = Y) need a reason"
        let in_brackets = || self.kind_in_brackets().filter(|(_, words)| words.end <= needs.start);
        let of_value = of_value.or_else(|| in_brackets().map(|(said, _)| said));
        // "Requests for more than 20 trees need a supervisor"
        let counted = || self.measured_within(0..needs.start);
        let of_value = of_value.map(|said| self.of_age(said)).or_else(|| counted().map(|(said, _)| said));
        let of_value = of_value.or_else(|| self.more_before(needs.start));
        let claim = |mention: &Mention| match &of_value {
            Some(said) => required_when(mention.place, said),
            None if given.is_some() => required_when(mention.place, given.as_deref().unwrap_or(OPEN)),
            None if some => required_when(mention.place, OPEN),
            None => must_be_filled(mention.place),
        };
        // "Applicants under 18 must give their age" asks for it of all.
        let of_itself = |mention: &&Mention| of_value.as_ref().is_some_and(|said| self.is_said_of(mention.place, said));
        Some(behind.into_iter().filter(|mention| !of_itself(mention)).map(claim).collect())
    }

    /// `Party size: 1 to 12. Groups of more than 6 must quote a reference`: a number of the column that the sentence before spoke of.
    fn more_before(&self, end: usize) -> Option<String> {
        let [place] = self.before else { return None };
        let limits = self.limits();
        let limit = limits.iter().find(|limit| limit.end == end)?;
        let [(sign, number)] = limit.terms.as_slice() else { return None };
        let name = (self.name)(*place);
        (*sign != "=" && self.is_counted(*place)).then(|| format!("{name} {sign} {number}"))
    }

    /// `Readings taken by hand need initials`, `… must carry initials`: what is needed stands right behind the verb.
    fn needs_at_once(&self) -> Option<std::ops::Range<usize>> {
        let (sentence, language) = (self.sentence, self.language);
        let behind =
            |phrases: &[&str], at: usize| phrases.iter().filter_map(|phrase| sentence.ends_at(phrase, at)).max();
        let carries = |at: usize| behind(language.carries, behind(language.modals, at)?);
        let verb = |at: usize| carries(at).or_else(|| behind(language.needs_alone, at));
        let named = |end: usize| {
            let led = [language.every, language.possessives, language.articles];
            let article = usize::from(led.iter().any(|words| words.contains(&sentence.word(end))));
            self.mentions.iter().any(|mention| mention.words.start == end + article)
        };
        (1..sentence.words.len()).find_map(|at| verb(at).filter(|end| named(*end)).map(|end| at..end))
    }

    /// The condition that rows are those with a column filled, or without: `bookings with drums`, `members without an e-mail`; and its
    /// words. Of a column of yes and no it is what that says.
    pub(super) fn those_with(&self) -> Option<(String, std::ops::Range<usize>)> {
        let (sentence, language) = (self.sentence, self.language);
        let led = [language.every, language.possessives, language.articles];
        let one = |at: usize| {
            let with = language.with.first() == Some(&sentence.word(at));
            let without = language.uncounted.first() == Some(&sentence.word(at));
            let article = usize::from(led.iter().any(|words| words.contains(&sentence.word(at + 1))));
            let mention = self.mentions.iter().find(|mention| mention.words.start == at + 1 + article)?;
            let name = (self.name)(mention.place);
            let said = match (self.takes_yes_and_no(mention.place), with, without) {
                (true, true, _) => format!("{name} IS TRUE"),
                (true, _, true) => format!("{name} IS FALSE"),
                (false, true, _) => format!("{name} IS NOT NULL"),
                (false, _, true) => format!("{name} IS NULL"),
                _ => return None,
            };
            Some((said, at..mention.words.end))
        };
        (0..sentence.words.len()).find_map(one).or_else(|| self.of_others())
    }

    /// `Non-members must give a phone number`, `bands that are not members`: those of which a column is blank that is called so.
    pub(super) fn of_others(&self) -> Option<(String, std::ops::Range<usize>)> {
        let (sentence, language) = (self.sentence, self.language);
        let sheet = self.sheet()?;
        let called = |word: &str| {
            let columns = self.draft.sheets[sheet].columns.iter();
            let is_so = |column: &&crate::draft::DraftColumn| {
                let heading = column.heading.to_lowercase();
                let first = heading.split(|each: char| !each.is_alphanumeric()).next().unwrap_or_default();
                first == word || is_form_of(word, first)
            };
            let mut found = columns.filter(is_so);
            found.next().filter(|_| found.next().is_none())
        };
        let at = |column: &crate::draft::DraftColumn| {
            self.draft.sheets[sheet].columns.iter().position(|other| other.name == column.name)
        };
        let lacks = |column: &crate::draft::DraftColumn| {
            let answers = at(column).is_some_and(|at| self.takes_yes_and_no((sheet, at)));
            format!("{} IS {}", column.name, if answers { "FALSE" } else { "NULL" })
        };
        (0..sentence.words.len()).find_map(|at| {
            let joined = language.non.iter().find_map(|non| sentence.word(at).strip_prefix(non)?.strip_prefix('-'));
            if let Some(word) = joined {
                return Some((lacks(called(word)?), at..at + 1));
            }
            let apart = language.non.contains(&sentence.word(at)) && sentence.gap(at) == "-";
            let not = language.negations.contains(&sentence.word(at))
                && at > 0
                && language.copulas.contains(&sentence.word(at - 1));
            if !apart && !not {
                return None;
            }
            let article = usize::from(not && language.articles.contains(&sentence.word(at + 1)));
            let noun = at + 1 + article;
            // "If the box is not closed" tells no thing.
            if article == 0 && not && !sentence.word(noun).ends_with(['s', 'n', 'e', 'r']) {
                return None;
            }
            // Of a column that is asked for nothing is said.
            let asked =
                |name: &str| self.mentions.iter().any(|of| (self.name)(of.place) == name && of.words.start != noun);
            let column = called(sentence.word(noun)).filter(|column| !asked(&column.name))?;
            Some((lacks(column), at..noun + 1))
        })
    }

    /// The condition that a sentence states by a value that it names, before a word or anywhere.
    pub(super) fn of_some_before(&self, sheet: usize, end: usize) -> Option<String> {
        let first = usize::from(self.language.every.contains(&self.sentence.word(0)));
        let of_kind = self.of_one_column(sheet, first, |values| values + SUBJECT > end).map(|(said, _)| said);
        let before = |(column, said): (Place, String)| {
            (!self.mentions.iter().any(|mention| mention.place == column)).then_some(said)
        };
        of_kind.or_else(|| before(self.of_value(sheet)?))
    }

    /// `Grants over 500`, `crates of quality 3`: what is said of a column right before what is needed.
    pub(super) fn compared_before(&self, mention: &Mention, end: usize) -> Option<String> {
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
    pub(super) fn speaks_of_some(&self, end: usize) -> bool {
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
    pub(super) fn is_of_some(&self, end: usize) -> bool {
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
    pub(super) fn is_thing(&self, word: &str) -> bool {
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
    pub(super) fn is_row(&self, mention: &Mention) -> bool {
        let (sheet, column) = mention.place;
        column == 0 || crate::keys::identifies(&self.draft.sheets[sheet].columns[column].heading)
    }

    /// The condition that a value states which a sentence names, and the column in whose list it is.
    pub(super) fn of_value(&self, sheet: usize) -> Option<(Place, String)> {
        let (column, value) = of_value(self.sentence, self.mentions, (self.draft, sheet))?;
        Some((column, format!("{} = '{}'", (self.name)(column), value.replace('\'', "''"))))
    }

    /// `C - if Service is EXP`, beside a column: needed then.
    pub(super) fn beside(&self) -> Option<Vec<Claim>> {
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
        // `If catering: cold, hot or cakes`
        let listed = span.start == 0 && span.end > 0 && sentence.gap(span.end - 1) == ":" && self.is_beside();
        let whole = span.end == sentence.words.len() || listed;
        // `Address: delivery address if by post`
        let own = self.mentions.first().filter(|own| own.words.start == 0 && self.subjects.contains(&own.place));
        let from = own.map_or(0, |own| own.words.end);
        let described = || {
            let known = [language.verbs, language.modals, language.only, language.or, language.optional];
            let plain = |at: usize| {
                !known.iter().any(|words| words.contains(&sentence.word(at))) && sentence.number(at, language).is_none()
            };
            let joined = (from..span.start).all(|at| matches!(sentence.gap(at), "" | ","));
            joined && (from..span.start).len() <= SUBJECT && (from..span.start).all(plain) && self.subjects.len() == 1
        };
        // "Waived if Kind is C" says what becomes of it.
        let last = span.start.checked_sub(1).filter(|last| *last >= from).map_or("", |last| sentence.word(last));
        let ends = language.participles.iter().any(|end| last.len() > end.len() && last.ends_with(end));
        let becomes = ends && !language.filled.contains(&last) && span.start - from == 1;
        if span.start > 1 && !described() || !whole || becomes || sentence.required(language).is_some() {
            return None;
        }
        let said = self.condition()?;
        let within = |mention: &Mention| span.contains(&mention.words.start) || mention.words.start > 0;
        let named = |place: &Place| self.mentions.iter().any(|mention| mention.place == *place && within(mention));
        let others = self.subjects.iter().filter(|place| !named(place));
        Some(others.map(|place| required_when(*place, &said)).collect())
    }

    /// `Please fill in Name, Date and Place for every row`
    pub(super) fn filled_in_each(&self) -> Option<Vec<Claim>> {
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
    pub(super) fn asks_for_list(&self) -> Option<Vec<Claim>> {
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
    pub(super) fn asks_to_give(&self) -> Option<Vec<Claim>> {
        let (sentence, language) = (self.sentence, self.language);
        let span = condition_span(sentence, language)?;
        let word = |at: usize| sentence.word(at);
        let from = if span.start == 0 { span.end } else { 0 };
        let from = polite(sentence, language, from);
        // "Wer keine Nummer hat, muss ein Telefon angeben"
        let verb_last = sentence.words.len().checked_sub(1).filter(|last| language.give_last.contains(&word(*last)));
        let modal = verb_last.is_some() && language.modals.contains(&word(from));
        // "Wenn ja, Entfernung in km angeben"
        let infinitive = verb_last.is_some() && !sentence.has(language.negations);
        let tells =
            language.give.contains(&word(from)) || language.explain.contains(&word(from)) || modal || infinitive;
        let asked: Vec<&Mention> = self
            .mentions
            .iter()
            .filter(|mention| tells && !span.contains(&mention.words.start))
            // "Wenn ja, IBAN und Inhaber angeben" has no verb before the first.
            .filter(|mention| mention.words.start > from || infinitive && mention.words.start == from)
            .collect();
        // "Give the date as 31 December" says how.
        let last = super::units::behind_unit(sentence, language, asked.last()?.words.end);
        let as_well = || language.as_well.iter().any(|phrase| sentence.ends_at(phrase, last).is_some());
        // "Give the certificate number", "give the certificate (FR- and six digits)"
        let noun = usize::from(language.address_words.contains(&sentence.word(last)));
        let bracket = last > 0 && sentence.gap(last - 1).starts_with('(');
        // "Gibt die Anschrift an"
        let particle = usize::from(language.particles.contains(&sentence.word(last + noun)));
        let ends = last + noun + usize::from(modal || infinitive) + particle >= sentence.words.len()
            || span.start == last
            || as_well()
            || bracket;
        // "Say in remarks what should be planted"
        let into = |mention: &Mention| {
            let before = |back: usize| mention.words.start.checked_sub(back).map_or("", |at| word(at));
            let led = language.into.contains(&before(1));
            led || language.every.contains(&before(1)) && language.into.contains(&before(2))
        };
        let explains = language.explain.contains(&word(from));
        // "Describe the item in the Notes column" asks for the notes.
        let named_in = asked.iter().copied().filter(|mention| explains && into(mention)).collect::<Vec<_>>();
        let asked = if let [only] = named_in.as_slice() { vec![*only] } else { asked };
        let written_in = explains && matches!(asked.as_slice(), [only] if into(only));
        let said = self.condition()?;
        // "Whoever lodges privately gives the address; otherwise it stays blank"
        let blank = self.otherwise_blank(last);
        let elsewhere = otherwise(&said).filter(|_| blank && asked.len() == 1);
        let elsewhere = elsewhere.and_then(|said| Some(blank_when(asked.first()?.place, &said)));
        (ends || written_in || blank)
            .then(|| asked.into_iter().map(|mention| required_when(mention.place, &said)).chain(elsewhere).collect())
    }

    /// `Y only with a due date`, beside the column that takes Y: the other one is filled then.
    pub(super) fn value_only_with(&self) -> Option<Vec<Claim>> {
        let (sentence, language) = (self.sentence, self.language);
        let [with] = self.mentions else { return None };
        let place = self.subjects.iter().chain(self.before).find(|place| **place != with.place)?;
        let own = &self.draft.sheets[place.0].columns[place.1];
        let value = &sentence.text[sentence.words.first()?.1.clone()];
        let answer = |key: &str| {
            own.lines.get("yes_no").is_some_and(|line| line.value.contains(&format!("{key} = \"{value}\"")))
        };
        let listed = || own.lines.get("allowed").is_some_and(|line| line.value.contains(&format!("\"{value}\"")));
        let said = match (answer("yes"), answer("no")) {
            (true, _) => format!("{} IS TRUE", own.name),
            (_, true) => format!("{} IS FALSE", own.name),
            _ if listed() => format!("{} = '{value}'", own.name),
            _ => return None,
        };
        let article = usize::from([language.every, language.articles].iter().any(|of| of.contains(&sentence.word(3))));
        let led = language.only.contains(&sentence.word(1)) && language.with.contains(&sentence.word(2));
        let whole = with.words.start == 3 + article && with.words.end >= sentence.words.len();
        (led && whole).then(|| vec![required_when(with.place, &said)])
    }

    /// `Every discount must be explained in Reason`: the second column is filled where the first one is.
    pub(super) fn explained_in(&self) -> Option<Vec<Claim>> {
        let (sentence, language) = (self.sentence, self.language);
        let [what, note] = self.mentions else { return None };
        let led = |at: usize| language.into.contains(&sentence.word(at));
        let article = usize::from(language.every.contains(&sentence.word(note.words.start.checked_sub(1)?)));
        let into = note.words.start.checked_sub(1 + article).filter(|at| led(*at))?;
        let modal = (what.words.end..into)
            .find_map(|at| language.modals.iter().filter_map(|phrase| sentence.ends_at(phrase, at)).max())?;
        let done = (modal.saturating_sub(1)..into).any(|at| language.justified.contains(&sentence.word(at)));
        let ends = note.words.end + 1 >= sentence.words.len();
        let name = (self.name)(what.place);
        let counted = (what.words.end..into).any(|at| sentence.number(at, language).is_some());
        let said = match compared_with(sentence, language, what.words.end) {
            Some(compared) => format!("{name} {compared}"),
            None if counted => return None,
            None if self.takes_numbers(&name) => format!("{name} > 0"),
            None => format!("{name} IS NOT NULL"),
        };
        (done && ends && what.words.start <= 2).then(|| vec![required_when(note.place, &said)])
    }

    /// `If it is not ok, note says why`, `Note: say why if not ok`
    pub(super) fn says_why(&self) -> Option<Vec<Claim>> {
        let (sentence, language) = (self.sentence, self.language);
        let span = condition_span(sentence, language)?;
        let said = self.condition().filter(|said| !said.contains('…'))?;
        let mut outside = self.mentions.iter().filter(|mention| !span.contains(&mention.words.start));
        let (first, None) = (outside.next(), outside.next()) else { return None };
        let word = |at: usize| sentence.word(at);
        let place = match (first, self.subjects) {
            (Some(mention), _) if language.explains.contains(&word(mention.words.end)) => mention.place,
            (Some(mention), [place]) if mention.words.start == 0 && mention.place == *place => {
                Some(*place).filter(|_| language.explain.contains(&word(mention.words.end)))?
            }
            (None, [place]) if language.explain.contains(&word(0)) && self.is_beside() => *place,
            _ => return None,
        };
        (!self.is_said_of(place, &said)).then(|| vec![required_when(place, &said)])
    }

    /// `Complete columns A to E for everyone`: the columns are named, and nothing says when.
    pub(super) fn asks_to_fill(&self) -> Option<Vec<Claim>> {
        let (sentence, language) = (self.sentence, self.language);
        let from = polite(sentence, language, 0);
        // "Bitte alle grau hinterlegten Spalten ausfüllen"
        let last = sentence.words.len().saturating_sub(1);
        if self.mentions.is_empty()
            && !self.looks.is_empty()
            && from > 0
            && language.fill_in.contains(&sentence.word(last))
        {
            let columns = (from..last).any(|at| language.columns.contains(&sentence.word(at)));
            let all = (from..last).all(|at| {
                !language.only.contains(&sentence.word(at)) && !language.negations.contains(&sentence.word(at))
            });
            return (columns && all).then(|| self.looks.iter().map(|place| must_be_filled(*place)).collect());
        }
        let verb = language.fill_in.iter().filter_map(|phrase| sentence.ends_at(phrase, from)).max()?;
        let named = |at: usize| self.mentions.iter().any(|mention| mention.words.contains(&at));
        let known = [
            language.columns, language.every, language.and, language.to, language.small, language.each_of,
            language.people, language.labels, language.in_every_row,
        ];
        let said = |at: usize| named(at) || known.iter().any(|words| words.contains(&sentence.word(at)));
        // "Complete the shaded columns for each house"
        if self.mentions.is_empty() && !self.looks.is_empty() {
            let columns = (verb..=verb + LOOK).find(|at| language.columns.contains(&sentence.word(*at)))?;
            let rest = columns + 1..sentence.words.len();
            let each = rest.len() <= SUBJECT && rest.clone().any(|at| language.each_of.contains(&sentence.word(at)));
            let whole = rest.is_empty() || each;
            return whole.then(|| self.looks.iter().map(|place| must_be_filled(*place)).collect());
        }
        let only = (verb..sentence.words.len()).all(said) && language.columns.contains(&sentence.word(verb));
        let places = self.mentions.iter().map(|mention| must_be_filled(mention.place));
        only.then(|| places.collect())
    }
}
