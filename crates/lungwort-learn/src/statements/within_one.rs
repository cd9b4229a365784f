//! What comes once within something: `an object number is used once in a loan`, `the same station cannot come twice on one day`.

use super::days_of_rows::is_headed;
use super::required::Asking;
use super::subject::{self, Mention, Place};
use super::{Claim, Target};
use crate::draft::Confidence;
use lungwort_core::rulebook::toml_text::list;

/// Columns of a sheet among which one is looked for by a word, at most.
const MOST: usize = 300;

impl Asking<'_> {
    /// The rule that a column and what it is once in are unique together.
    pub(super) fn once_within(&self) -> Option<Claim> {
        let (sentence, language) = (self.sentence, self.language);
        let denied = sentence.has(language.negations);
        let once = sentence.any(language.unique).or_else(|| sentence.any(language.twice).filter(|_| denied))?;
        let phrases = language.on_same.iter().chain(language.in_one);
        let begins = |at: usize| self.mentions.iter().any(|mention| mention.words.start == at);
        // "Unique within Centre"
        let bare = language.within.iter().filter_map(|phrase| sentence.find_from(phrase, once.start));
        let bare = bare.filter(|place| begins(place.end));
        let within = phrases.filter_map(|phrase| sentence.find_from(phrase, once.start)).chain(bare);
        let within = within.min_by_key(|place| (place.start, std::cmp::Reverse(place.end)))?;
        let mut what: Vec<Place> = (self.mentions.iter())
            .filter(|mention| mention.words.end <= within.start)
            .map(|mention| mention.place)
            .collect();
        what.dedup();
        // "Nobody may appear twice for the same week" is about what a row is known by.
        let known_by = |place: &&Place| crate::keys::identifies(&self.draft.sheets[place.0].columns[place.1].heading);
        if what.is_empty() && language.nobody.contains(&sentence.word(0)) {
            what.extend(self.all.iter().find(known_by));
        }
        // "Unique per supplier", beside a column
        if what.is_empty() && self.is_beside() {
            what.extend(self.subjects);
        }
        let ([what], true) = (what.as_slice(), within.end < sentence.words.len()) else { return None };
        let named = self.mentions.iter().find(|mention| (within.end..within.end + 2).contains(&mention.words.start));
        let other = named.map(|mention| mention.place).or_else(|| self.called(sentence.word(within.end), what.0))?;
        // "Once per day and per variety"
        let from = named.map_or(within.end + 1, |mention| mention.words.end);
        let places: Vec<Place> = [*what, other].into_iter().chain(self.joined_from(from)).collect();
        let distinct = (1..places.len()).all(|at| !places[..at].contains(&places[at]) && places[at].0 == what.0);
        let names: Vec<String> = places.iter().map(|place| (self.name)(*place)).collect();
        distinct.then(|| Claim {
            on: Target::Rule(what.0),
            key: "unique",
            value: list(&names),
            confidence: Confidence::Known,
        })
    }

    /// The columns that are joined to what stands before a word: `and per variety`, `and the kind`.
    fn joined_from(&self, from: usize) -> Vec<Place> {
        let (sentence, language) = (self.sentence, self.language);
        let leads = [language.on_same, language.in_one, language.within, language.every, language.articles];
        let (mut found, mut at) = (Vec::new(), from);
        while language.and.contains(&sentence.word(at)) || at > 0 && sentence.gap(at - 1) == "," {
            let behind = at + usize::from(language.and.contains(&sentence.word(at)));
            let led = leads.into_iter().flatten().filter_map(|phrase| sentence.ends_at(phrase, behind)).max();
            let first = led.unwrap_or(behind);
            let Some(mention) = self.mentions.iter().find(|mention| mention.words.start == first) else { break };
            found.push(mention.place);
            at = mention.words.end;
        }
        found
    }

    /// `No two rows may have the same site, date and code`: none of them alone comes once.
    pub(super) fn same_together(&self) -> Option<Claim> {
        let (sentence, language) = (self.sentence, self.language);
        let same = sentence.any(language.same)?;
        // "The same item may not be ordered twice from the same supplier"
        let again = language.same.iter().filter_map(|phrase| sentence.find_from(phrase, same.end)).next();
        let named = |at: usize| {
            let near = |mention: &&super::subject::Mention| (at..at + 2).contains(&mention.words.start);
            self.mentions.iter().find(near).map(|mention| mention.place)
        };
        let twice = sentence.has(language.no_two) || sentence.has(language.negations) && sentence.has(language.twice);
        let mut places: Vec<Place> = Vec::new();
        let mut end = same.end;
        let small = [language.and, language.every, language.articles];
        for mention in self.mentions.iter().filter(|mention| mention.words.start >= same.end) {
            // "The same number for two tenants" goes on about others.
            let between = end..mention.words.start;
            if !between.into_iter().all(|at| small.iter().any(|words| words.contains(&sentence.word(at)))) {
                break;
            }
            end = mention.words.end;
            if !places.contains(&mention.place) {
                places.push(mention.place);
            }
        }
        if let Some(again) = again {
            let sheet = self.sheet()?;
            let further = |from: usize| language.same.iter().filter_map(move |phrase| sentence.find_from(phrase, from));
            let mut ends = vec![same.end, again.end];
            while let Some(next) = further(ends[ends.len() - 1]).min_by_key(|place| place.start) {
                ends.push(next.end);
            }
            let of = |end: &usize| {
                let word = sentence.word(*end);
                named(*end).or_else(|| self.called(word, sheet)).or_else(|| self.called_time(word, sheet))
            };
            // Where one of them is not known, what comes together once is not.
            places = ends.iter().map(of).collect::<Option<Vec<Place>>>()?;
            let mut seen = std::collections::HashSet::new();
            places.retain(|place| seen.insert(*place));
        }
        let or = sentence.words[same.end..].iter().any(|(word, _)| language.or.contains(&word.as_str()));
        self.unique_together(&places, Confidence::Known).filter(|_| twice && !or)
    }

    /// `A gauge cannot have two readings on the same day at the same time`: who has them, and what is the same.
    pub(super) fn no_two_of_one(&self) -> Option<Claim> {
        let (sentence, language) = (self.sentence, self.language);
        let denied = [language.negations, language.none].into_iter().any(|phrases| sentence.has(phrases));
        let two = sentence.any(language.two_of).filter(|_| denied)?;
        // The word for rows, and not a number of a column, stands behind: "two different keys" is about keys.
        let counted = self.mentions.iter().any(|mention| mention.words.contains(&two.end) && !self.is_row(mention));
        if counted {
            return None;
        }
        let one = |phrase: &&str| -> Vec<std::ops::Range<usize>> {
            let starts = (two.end..sentence.words.len()).filter_map(|at| Some(at..sentence.ends_at(phrase, at)?));
            starts.collect()
        };
        let mut same: Vec<std::ops::Range<usize>> =
            language.on_same.iter().chain(language.same).flat_map(one).collect();
        same.sort_by_key(|place| (place.end, place.start));
        same.dedup_by_key(|place| place.end);
        let named = |end: usize, sheet: usize| {
            let mention = self.mentions.iter().find(|mention| (end..end + 2).contains(&mention.words.start));
            mention.map(|mention| mention.place).or_else(|| self.called(sentence.word(end), sheet))
        };
        let first = same.first()?.start;
        let owner = self.mentions.iter().find(|mention| mention.words.end <= two.start.min(first));
        let sheet = owner.or(self.mentions.first())?.place.0;
        let found = same.iter().filter_map(|place| named(place.end, sheet));
        let mut places: Vec<Place> = owner.map(|owner| owner.place).into_iter().chain(found).collect();
        let mut seen = std::collections::HashSet::new();
        places.retain(|place| seen.insert(*place));
        self.unique_together(&places, Confidence::Known)
    }

    /// The column of times at which something begins, where "the same time" is spoken of.
    fn called_time(&self, word: &str, sheet: usize) -> Option<Place> {
        let columns = (0..self.draft.sheets[sheet].columns.len()).map(|column| (sheet, column));
        let begins = |place: &Place| is_headed(*place, self.draft, |language| language.start_words);
        let mut found = columns.filter(|_| self.language.times.contains(&word)).filter(begins);
        found.next().filter(|_| found.next().is_none())
    }

    /// The rule that several columns of one sheet come together once.
    fn unique_together(&self, places: &[Place], confidence: Confidence) -> Option<Claim> {
        let (&(sheet, _), true) = (places.first()?, places.len() >= 2) else { return None };
        let names: Vec<String> = places.iter().map(|place| (self.name)(*place)).collect();
        places.iter().all(|place| place.0 == sheet).then_some(Claim {
            on: Target::Rule(sheet),
            key: "unique",
            value: list(&names),
            confidence,
        })
    }

    /// `Members may order each variety only once`, `for one counter there is only one line per hour`: two columns that come together once.
    pub(super) fn once_together(&self) -> Option<Claim> {
        let places = self.each_once().or_else(|| self.one_line_of()).or_else(|| self.once_in_brackets())?;
        self.unique_together(&places, Confidence::Confirm)
    }

    /// Who may do something only once, and with what: `members may order each variety only once`.
    fn each_once(&self) -> Option<Vec<Place>> {
        let (sentence, language) = (self.sentence, self.language);
        let once = sentence.any(language.unique)?;
        // "Order" may be a verb here.
        let modal = |at: usize| [language.may, language.modals].iter().any(|words| words.contains(&sentence.word(at)));
        let is_verb = |mention: &&Mention| mention.words.start.checked_sub(1).is_some_and(modal);
        let named: Vec<&Mention> = self.mentions.iter().filter(|mention| !is_verb(mention)).collect();
        let [who, what] = named.as_slice() else { return None };
        let may = (who.words.end..what.words.start).any(modal);
        let before = what.words.start.checked_sub(1).map_or("", |at| sentence.word(at));
        let each = [language.each_of, language.articles, language.every].iter().any(|words| words.contains(&before));
        // "A site may request the same variety only once"
        let same =
            |at: usize| language.same.iter().any(|phrase| sentence.ends_at(phrase, at) == Some(what.words.start));
        let each = each || (who.words.end..what.words.start).any(same);
        let near = once.start >= what.words.end && once.start - what.words.end <= 1;
        (who.words.start <= 1 && may && each && near && who.place != what.place).then(|| vec![who.place, what.place])
    }

    /// `Nobody may be entered twice (name, first name and date of birth)`: by what it is told stands in brackets at the end.
    fn once_in_brackets(&self) -> Option<Vec<Place>> {
        let (sentence, language) = (self.sentence, self.language);
        let denied = [language.negations, language.none, language.nobody].into_iter().any(|words| sentence.has(words));
        let once = sentence.any(language.unique).or_else(|| sentence.any(language.twice).filter(|_| denied))?;
        let opens = (once.start..sentence.words.len()).find(|at| sentence.gap(*at).ends_with('('))?;
        let closed = sentence.text.trim_end_matches(['.', ' ']).ends_with(')');
        let inside: Vec<&Mention> = self.mentions.iter().filter(|mention| mention.words.start > opens).collect();
        let small = [language.and, language.every, language.articles, language.small];
        let joins = |at: usize| {
            let word = sentence.word(at);
            let same = language.same.iter().any(|phrase| phrase.split(' ').any(|part| part == word));
            same || small.iter().any(|words| words.contains(&word))
        };
        let named = |at: usize| inside.iter().any(|mention| mention.words.contains(&at));
        let plain = (opens + 1..sentence.words.len()).all(|at| named(at) || joins(at));
        let mut places: Vec<Place> = inside.iter().map(|mention| mention.place).collect();
        places.dedup();
        (closed && plain).then_some(places)
    }

    /// What there is one row of: `only one line per counter and hour`.
    fn one_line_of(&self) -> Option<Vec<Place>> {
        let (sentence, language) = (self.sentence, self.language);
        let one =
            |at: usize| language.articles.contains(&sentence.word(at)) || sentence.number(at, language) == Some(1.0);
        let line = (1..sentence.words.len()).find(|at| {
            let only = at.checked_sub(2).is_some_and(|only| language.only.contains(&sentence.word(only)));
            one(at - 1) && language.others.contains(&sentence.word(*at)) && only
        })?;
        let led = |at: usize| {
            let phrases = || language.on_same.iter().chain(language.per);
            phrases().any(|phrase| (0..at).any(|from| sentence.ends_at(phrase, from) == Some(at)))
        };
        let mut places: Vec<Place> = Vec::new();
        // "A person can have only one line per week and day": who has it belongs to it.
        let modal =
            |at: usize| [language.may, language.modals, language.has].iter().any(|of| of.contains(&sentence.word(at)));
        let article = [language.articles, language.every].iter().any(|of| of.contains(&sentence.word(0)));
        let named = |at: usize| self.mentions.iter().any(|mention| mention.words.contains(&at));
        if article && !named(1) && modal(2) {
            let known_by =
                |place: &&Place| crate::keys::identifies(&self.draft.sheets[place.0].columns[place.1].heading);
            places.push(*self.all.iter().find(known_by)?);
        }
        let mut last = usize::MAX;
        for mention in self.mentions.iter().filter(|mention| !mention.words.contains(&line)) {
            let at = mention.words.start;
            let joined =
                last.checked_add(1).is_some_and(|next| next == at) && language.and.contains(&sentence.word(last));
            if (led(at) || joined) && !places.contains(&mention.place) {
                places.push(mention.place);
                last = mention.words.end;
            }
        }
        Some(places)
    }

    /// The one column of a sheet that is called by a word: by the number of a thing, by its day, or by nothing else.
    fn called(&self, word: &str, sheet: usize) -> Option<Place> {
        let language = self.language;
        let columns = &self.draft.sheets[sheet].columns;
        // Each sentence may ask so of each column.
        if columns.len() > MOST {
            return None;
        }
        let is_so = |heading: &str| {
            let plain = subject::plain_heading(heading).to_lowercase();
            let words: Vec<&str> = plain.split_whitespace().collect();
            let day = language.day_month_year[0].contains(&word) || language.dates.first() == Some(&word);
            let of_day = |heading: &&str| language.dates.contains(heading);
            match words.as_slice() {
                [only] => *only == word || day && of_day(only),
                [first, ..] => {
                    let first_of = |other: &crate::draft::DraftColumn| {
                        let other = subject::plain_heading(&other.heading).to_lowercase();
                        other.split_whitespace().next() == Some(word)
                    };
                    // "Once per week", where the one heading with the word is Week ending.
                    let alone = || columns.iter().filter(|other| first_of(other)).count() == 1;
                    *first == word && (crate::keys::identifies(heading) || alone())
                        || day && (of_day(first) || words.last().is_some_and(of_day))
                }
                [] => false,
            }
        };
        let mut found = (0..columns.len()).filter(|at| is_so(&columns[*at].heading));
        let first = found.next()?;
        found.next().is_none().then_some((sheet, first))
    }
}
