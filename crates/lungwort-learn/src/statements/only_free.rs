//! Which columns alone may be blank, so that all others must be filled: `only Notes may be empty`, `nothing but the notes may stay
//! empty`, `fill in everything except the notes`.

use super::conditions::conditional_at;
use super::required::{Asking, may_be_blank, must_be_filled};
use super::subject::{Mention, Place};
use super::{Claim, polite};

/// Words that say nothing of which columns are meant, at most: `the only field that…`.
const OTHER: usize = 1;

impl Asking<'_> {
    /// What must be filled because only some columns may be blank.
    pub(super) fn all_but_the_free(&self) -> Option<Vec<Claim>> {
        let (sentence, language) = (self.sentence, self.language);
        let free = sentence.any(language.optional);
        let conditional = conditional_at(sentence, language).is_some();
        let asked = || match &free {
            _ if conditional => None,
            Some(free) => self.only(free).or_else(|| self.nothing_but(free)),
            None => self.asks_all_but(),
        };
        let places = self.blanks_only().or_else(asked)?;
        let (sheet, _) = *places.first()?;
        let others = self.all.iter().filter(|place| place.0 == sheet && !places.contains(place));
        let claims = others.map(|place| must_be_filled(*place)).chain(places.iter().map(|place| may_be_blank(*place)));
        Some(claims.collect())
    }

    /// `Only Notes may be empty`, `the only optional column is Notes`, `Notes alone may be left blank`, `only the grey columns…`
    fn only(&self, free: &std::ops::Range<usize>) -> Option<Vec<Place>> {
        let (sentence, language) = (self.sentence, self.language);
        let word = |at: usize| sentence.word(at);
        let only = (0..sentence.words.len()).find(|at| language.alone.contains(&word(*at)))?;
        let denied = (0..sentence.words.len()).any(|at| language.negations.contains(&word(at)));
        let article = |at: usize| language.every.contains(&word(at));
        let first = only == 0 || only == 1 && article(0);
        // "Notes alone", "Notes is the only optional field"
        let behind = |at: usize| self.mentions.iter().any(|mention| mention.words.end == at);
        // "The only columns that may be left blank"
        let what = |at: usize| [language.columns, language.labels].iter().any(|words| words.contains(&word(at)));
        let led = only + 1 == free.start || what(only + 1) && (only + 2..=only + 2 + OTHER).contains(&free.start);
        let last = led
            && (behind(only)
                || only
                    .checked_sub(1)
                    .is_some_and(|before| article(before) && language.verbs.contains(&word(before.max(1) - 1))));
        let apart = (only.min(free.start)..free.start.max(only)).any(|at| {
            sentence.gap(at).contains([',', ';', ':'])
                && !self.mentions.iter().any(|mention| mention.words.end == at + 1)
        });
        if denied || apart || !(first || last) || self.others(free) > OTHER + 1 {
            return None;
        }
        // "Only the columns after Net may be left blank"
        let range = |mention: &Mention| {
            let bounds = [language.right_of, language.left_of, language.up_to, language.between];
            bounds.into_iter().flatten().any(|phrase| sentence.starts_before(phrase, mention.words.start).is_some())
        };
        if self.mentions.iter().any(range) {
            return self.range_of_all();
        }
        match self.mentions {
            [] => Some(self.looks.to_vec()).filter(|looks| !looks.is_empty()),
            mentions => Some(mentions.iter().map(|mention| mention.place).collect()),
        }
    }

    /// `Blank cells are only allowed in Notes and Phone`: of nothing that is no column.
    fn blanks_only(&self) -> Option<Vec<Place>> {
        let (sentence, language) = (self.sentence, self.language);
        let blanks = sentence.any(language.blank_cells)?;
        let only = |at: usize| [language.alone, language.only].iter().any(|words| words.contains(&sentence.word(at)));
        if !(0..sentence.words.len()).any(only) {
            return None;
        }
        let known = [
            language.small, language.every, language.columns, language.and, language.or, language.verbs,
            language.permitted, language.may,
        ];
        let said = |at: usize| {
            let named = self.mentions.iter().any(|mention| mention.words.contains(&at));
            let word = sentence.word(at);
            named || blanks.contains(&at) || only(at) || known.iter().any(|words| words.contains(&word))
        };
        let places: Vec<Place> = self.mentions.iter().map(|mention| mention.place).collect();
        (!places.is_empty() && (0..sentence.words.len()).all(said)).then_some(places)
    }

    /// `No field except Notes may be blank`, `apart from the notes, nothing may be left out`
    fn nothing_but(&self, free: &std::ops::Range<usize>) -> Option<Vec<Place>> {
        let (sentence, language) = (self.sentence, self.language);
        let nothing = sentence.any(language.no_column)?;
        let but = language.but.iter().find_map(|but| sentence.ends_at(but, nothing.end)).map(|end| nothing.end..end);
        let except = but.or_else(|| sentence.any(language.except))?;
        let behind = |mention: &&Mention| mention.words.start >= except.end;
        let places: Vec<Place> = self.mentions.iter().filter(behind).map(|mention| mention.place).collect();
        (places.len() == self.mentions.len() && self.others(free) <= OTHER + nothing.len() + except.len())
            .then_some(places)
    }

    /// `Fill in everything except the notes`, `complete all but the last column`
    fn asks_all_but(&self) -> Option<Vec<Place>> {
        let (sentence, language) = (self.sentence, self.language);
        let from = polite(sentence, language, 0);
        if !language.give.contains(&sentence.word(from)) {
            return None;
        }
        let all = sentence.any(language.all).or_else(|| sentence.any(language.all_alone))?;
        let end = all.end;
        let but = language.but.iter().find_map(|but| sentence.ends_at(but, end)).map(|behind| end..behind);
        let except = but.or_else(|| sentence.any(language.except)).filter(|except| except.start >= all.start)?;
        let behind = |mention: &&Mention| mention.words.start >= except.end;
        let places: Vec<Place> = self.mentions.iter().filter(behind).map(|mention| mention.place).collect();
        let spoken = from..all.end.max(except.end);
        let only = all.start <= from + 2 && places.len() == self.mentions.len();
        (only && self.others(&spoken) <= OTHER).then_some(places)
    }

    /// How many words there are besides the columns, what is said of them, and the small words that join them.
    fn others(&self, said: &std::ops::Range<usize>) -> usize {
        let (sentence, language) = (self.sentence, self.language);
        let joins = [
            language.every, language.columns, language.labels, language.and, language.or, language.alone,
            language.verbs, language.but,
        ];
        let is_other = |at: &usize| {
            let word = sentence.word(*at);
            let named = self.mentions.iter().any(|mention| mention.words.contains(at));
            !named && !said.contains(at) && !joins.iter().any(|words| words.contains(&word))
        };
        (0..sentence.words.len()).filter(is_other).count()
    }
}
