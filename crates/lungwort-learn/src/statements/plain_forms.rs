//! What is to be filled in or left blank under a condition, in the short forms of notes: `fill in if Kind is A`, `blank, when the count is
//! 0`, `If Gift is Y, enter the name`. They are read in the words that say it outright: `required if Kind is A`.

use std::ops::Range;

use super::conditions::conditional;
use super::sentence::{Sentence, sentences};
use super::words::{self, Language};
use super::{About, Entries, Text, polite};

/// Words of what is to be given, at most: `the full name`.
const OBJECT: usize = 3;

/// The sentences that are read in the stead of one: what stands before the form, and the form with its condition.
pub(super) fn apart(known: &Entries<'_>, text: &Text, sentence: &Sentence) -> Option<Vec<Sentence>> {
    // "Leave blank if Count is 0, otherwise needed" says two things.
    let twofold = words::ALL.iter().any(|language| sentence.has(language.otherwise));
    if twofold || sentence.is_question() {
        return None;
    }
    words::ALL.iter().find_map(|language| Forms { sentence, language, known, text }.apart())
}

/// What a form asks for.
#[derive(Clone, Copy)]
enum Form {
    Required,
    MustBeBlank,
    /// Where the condition is not known, nothing is asked.
    LeftBlank,
}

/// A form and its condition: where they stand in the text of the sentence.
struct Found {
    form: Form,
    whole: Range<usize>,
    condition: Range<usize>,
}

/// A sentence in which such forms are looked for.
#[derive(Clone, Copy)]
struct Forms<'s> {
    sentence: &'s Sentence,
    language: &'static Language,
    known: &'s Entries<'s>,
    text: &'s Text,
}

impl Forms<'_> {
    fn apart(self) -> Option<Vec<Sentence>> {
        let (sentence, language) = (self.sentence, self.language);
        let begins = conditional(sentence, language)?.start;
        // "Only for gardens" has no clause behind it.
        let of_some = [language.only_for, language.only, language.having, language.absent];
        if of_some.into_iter().flatten().any(|phrase| sentence.ends_at(phrase, begins).is_some()) {
            return None;
        }
        let found = self.behind_form(begins).or_else(|| self.before_form(begins))?;
        // "To be given once a line is lost: storm or theft" goes on with a list.
        let plain = !sentence.text[found.condition.clone()].contains(':');
        plain.then(|| self.said(&found)).flatten()
    }

    /// What was found in the words that say it outright, of the column beside which it stands or that is named before a colon.
    fn said(self, found: &Found) -> Option<Vec<Sentence>> {
        let Forms { sentence, language, known, text } = self;
        let (required, must_be_blank, left_blank) = language.outright;
        let outright = match found.form {
            Form::Required => required,
            Form::MustBeBlank => must_be_blank,
            Form::LeftBlank => left_blank,
        };
        let (whole, condition) = (&sentence.text[found.whole.clone()], &sentence.text[found.condition.clone()]);
        let outright = outright.replace("{}", condition);
        // What says it outright, and nothing else, is read as it stands.
        let unchanged = outright == whole && found.whole.end == sentence.text.trim_end_matches(['.', ' ']).len();
        let said = outright.clone();
        let stated = sentences(whole).pop()?;
        let behind = sentence.text[found.whole.end..].trim_matches([' ', '.', '(', ')']);
        let in_its_stead = |said: &str| -> Vec<Sentence> {
            // What stands in a bracket behind it is of the same column.
            let label = said.strip_suffix(outright.as_str()).unwrap_or_default();
            let behind = if behind.is_empty() { String::new() } else { format!("{label}{behind}") };
            let said = sentences(said).into_iter().map(|said| said.in_the_stead_of(&stated));
            said.chain(sentences(&behind)).collect()
        };
        let leading = sentence.text[..found.whole.start].trim_end();
        let before = leading.trim_end_matches([' ', ',', ';', '(', '.']);
        let head = before.trim_end_matches([' ', ':', '-', '–']);
        if head.len() < before.len() && known.headings.is_one(head, &text.about) {
            return (!unchanged).then(|| in_its_stead(&format!("{head}: {said}")));
        }
        let beside = matches!(text.about, About::Column(..));
        if head.is_empty() {
            return (beside && !unchanged).then(|| in_its_stead(&said));
        }
        // "Name of the donor, fill in if…"
        let label = before.split_once(": ").map(|(label, _)| label.trim_end());
        let label = label.filter(|label| known.headings.is_one(label, &text.about));
        let said = match label {
            _ if beside => said,
            Some(label) => format!("{label}: {said}"),
            None => return None,
        };
        let apart = leading.ends_with([',', ';', '(']);
        apart.then(|| sentences(before).into_iter().chain(in_its_stead(&said)).collect())
    }

    /// `Fill in if Kind is A`
    fn behind_form(self, begins: usize) -> Option<Found> {
        let sentence = self.sentence;
        let plain = begins > 0 && matches!(sentence.gap(begins - 1), "" | ",");
        let starts = |at: &usize| *at == 0 || sentence.gap(at - 1).contains([',', ';', '(', ':', '-', '–', '.']);
        let (start, form) = (0..begins).filter(|_| plain).filter(starts).find_map(|start| {
            let (form, end) = self.form_at(polite(sentence, self.language, start), begins)?;
            (end == begins).then_some((start, form))
        })?;
        let from = sentence.words[start].1.start;
        let in_bracket = sentence.text[..from].trim_end().ends_with('(');
        let text = sentence.text.trim_end_matches(['.', ' ']);
        let text = if in_bracket { text.strip_suffix(')')? } else { text };
        // "Give a reason if trays were rejected (at most 60 characters)"
        let text = match text[sentence.words[begins].1.start..].rfind(" (") {
            Some(at) if text.ends_with(')') && !in_bracket => &text[..sentence.words[begins].1.start + at],
            _ => text,
        };
        let condition = sentence.words[begins].1.start..text.len();
        Some(Found { form, whole: from..text.len(), condition })
    }

    /// `If Gift is Y, enter the name`
    fn before_form(self, begins: usize) -> Option<Found> {
        let sentence = self.sentence;
        let led = begins == 0 || sentence.gap(begins - 1).contains([';', ':', '-', '–']);
        let comma = |at: &usize| sentence.gap(at - 1) == ",";
        // "If yes, give the name" goes on about what was said before.
        let at = (begins + 3..sentence.words.len()).find(comma).filter(|_| led)?;
        let from = at + usize::from(self.language.thereupon.contains(&sentence.word(at)));
        let last = sentence.words.len();
        let (form, end) = self.form_at(polite(sentence, self.language, from), last)?;
        let start = sentence.words[begins].1.start;
        let whole = start..sentence.words[last - 1].1.end;
        (end == last).then(|| Found { form, whole, condition: start..sentence.words[at - 1].1.end })
    }

    /// The form that stands at a word, and where it ends; the longest one.
    fn form_at(self, at: usize, last: usize) -> Option<(Form, usize)> {
        let longest = |phrases: &[&str]| {
            phrases.iter().filter_map(|phrase| self.sentence.ends_at(phrase, at)).filter(|end| *end <= last).max()
        };
        let required = longest(self.language.asked_shortly).map(|end| (Form::Required, end));
        let must = longest(self.language.never_shortly).map(|end| (Form::MustBeBlank, end));
        let left = longest(self.language.blank_shortly).map(|end| (Form::LeftBlank, end));
        let found = required.into_iter().chain(must).chain(left).max_by_key(|(_, end)| *end);
        found.or_else(|| self.gives(at, last).then_some((Form::Required, last)))
    }

    /// `Enter the name`, `Namen angeben`: something is to be given that is no value and no other column.
    fn gives(self, at: usize, last: usize) -> bool {
        let (sentence, language) = (self.sentence, self.language);
        let verb_last = last > at && language.give_last.contains(&sentence.word(last - 1));
        let object = match language.give.contains(&sentence.word(at)) {
            true => at + 1..last,
            false if verb_last => at..last - 1,
            false => return false,
        };
        let articles = [language.every, language.articles, language.possessives];
        let is_led = articles.iter().any(|words| words.contains(&sentence.word(object.start)));
        let nouns = if is_led { object.start + 1..object.end } else { object.clone() };
        // Nouns are told from other words by their first letter in German alone, and by an article elsewhere.
        let capital = |at: usize| sentence.text[sentence.words[at].1.clone()].starts_with(char::is_uppercase);
        let plain = |at: usize| {
            let (word, place) = &sentence.words[at];
            let shout = sentence.text[place.clone()].chars().all(char::is_uppercase);
            let letters = word.chars().all(|each| each.is_alphabetic() || each == '\'');
            let small = [language.only, language.negations, language.none];
            let small = small.iter().any(|words| words.contains(&word.as_str()));
            letters && !shout && !small && !language.stand_ins.contains(&word.as_str())
        };
        let joined = (at..last.saturating_sub(1)).all(|at| sentence.gap(at).is_empty());
        let short = !nouns.is_empty() && object.len() <= OBJECT;
        let noun = || if language.capital_nouns { capital(nouns.end - 1) } else { is_led };
        short && joined && noun() && nouns.clone().all(plain) && !self.names_another(&nouns)
    }

    /// Whether some of the words name another column than the one that the text stands beside.
    fn names_another(self, words: &Range<usize>) -> bool {
        let (headings, about) = (&self.known.headings, &self.text.about);
        let mut parts = words.clone().flat_map(|from| (from + 1..=words.end).map(move |end| from..end));
        let own = about.column();
        parts.any(|part| {
            let named = headings.named_at(self.sentence, part, about);
            named.is_some_and(|heading| own.is_none() || headings.place_of(heading, about) != own)
        })
    }
}
