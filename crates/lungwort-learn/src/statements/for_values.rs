//! What holds for rows of some kind: `Watts is only for electric appliances`, `for gas appliances give the pipe size`, `leave Reason
//! empty for new lots`, where electric, gas and new are values of another column.

use super::by_value::entries;
use super::compared_values::CONDITIONS;
use super::conditions;
use super::conditions::{condition_of, condition_span, is_one_of, values_of};
use super::polite;
use super::required::{Asking, blank_when, otherwise, required_when};
use super::sentence::Sentence;
use super::subject::{Mention, Place, plain_heading};
use super::words;
use super::yes_no::counts_answers;
use super::{Claim, Confidence, Target};
use crate::draft::Draft;
use lungwort_core::cell::fold::without_accents;

/// Words between the values and the verb that says what is to be given then, at most: `for gas appliances please give`.
const NOUNS: usize = 3;

/// Words by which rows are called, ahead of the bracket that says which they are, at most.
const CALLED: usize = 5;

/// Verbs that only help others, in the languages of templates.
pub(super) const AUXILIARIES: &[&str] = &[
    "been", "have", "has", "was", "were", "had", "ist", "sind", "wurde", "wurden", "worden", "a", "ont", "été", "est",
    "sont",
];

/// Words of a sentence that says no more than that a cell is blank otherwise, at most.
const SHORT: usize = 7;

impl Asking<'_> {
    /// The condition that a row is of a kind, and the words that say so.
    pub(super) fn kind_of_rows(&self) -> Option<&(String, std::ops::Range<usize>)> {
        self.kind.get_or_init(|| self.read_kind_of_rows()).as_ref()
    }

    /// Where the kind of rows is named: behind `for` or `applies to`, or before a colon: `Traps: leave Wind empty`.
    fn kind_named_at(&self) -> Option<(usize, usize)> {
        let (sentence, language) = (self.sentence, self.language);
        let led = |at: usize| {
            // "Only with standard trees"
            let leads = [language.with, language.into].iter().any(|words| words.contains(&sentence.word(at)));
            let with = at > 0 && leads && language.only.contains(&sentence.word(at - 1));
            // "Needed with Y"
            let needed = language.with.contains(&sentence.word(at))
                && sentence.required(language).is_some_and(|required| required.end == at);
            let of_rows = with || needed || language.only_for.contains(&sentence.word(at));
            let end = if of_rows { Some(at + 1) } else { self.applies_to(at) };
            end.map(|end| (at, end))
        };
        (0..sentence.words.len()).find_map(led).or_else(|| {
            // "With half board, the rate is at least 60"
            // "At level 3 no fewer than 20 hours are needed"
            let named = || self.sheet().and_then(|sheet| self.of_named_column(sheet, 1)).is_some();
            if language.with.contains(&sentence.word(0)) || language.into.contains(&sentence.word(0)) && named() {
                return Some((0, 1));
            }
            let colon = (0..=NOUNS).any(|at| sentence.gap(at) == ":");
            // "Mowers: at least 50", beside a column or behind what was said of it
            let own = self.mentions.is_empty() && self.subjects.len() == 1;
            (colon && (own || self.mentions.first().is_some_and(|first| first.words.start > 0))).then_some((0, 0))
        })
    }

    /// Where the words end that say of which rows something is: `applies to`.
    fn applies_to(&self, at: usize) -> Option<usize> {
        self.language.applies.iter().filter_map(|phrase| self.sentence.ends_at(phrase, at)).max()
    }

    /// The same, read from the sentence: the values of one column, and no more.
    fn read_kind_of_rows(&self) -> Option<(String, std::ops::Range<usize>)> {
        let (sentence, language) = (self.sentence, self.language);
        let sheet = self.sheet()?;
        if let Some(found) = self.kind_in_brackets() {
            return Some(found);
        }
        if let Some(found) = self.kind_before_comma(sheet) {
            return Some(found);
        }
        if let Some(found) = self.kind_labelled(sheet) {
            return Some(found);
        }
        let (from, first) = self.kind_named_at()?;
        let (labelled, led) = (from == first, first);
        let article = [language.every, language.articles, language.small];
        let first = first + usize::from(article.iter().any(|words| words.contains(&sentence.word(first))));
        // "Power tools: at least 20", where power is the kind
        let ends = |end: usize| !labelled || (end - 1..=end).any(|at| sentence.gap(at) == ":");
        let of_yes = || self.of_yes_column(sheet, first).filter(|_| !labelled);
        let of_done = || self.of_done_column(sheet, first).filter(|_| !labelled);
        let of_code = || self.of_code_before(sheet, first).filter(|_| !labelled);
        let counted = || {
            let rest = first..sentence.words.len() + 1;
            let (said, words) = self.measured_within(rest)?;
            (!labelled && words.start <= first + 1).then_some((said, words.end))
        };
        let behind_noun = || {
            let noun = sentence.gap(first).is_empty() && first + 1 < sentence.words.len();
            noun.then(|| self.of_one_column(sheet, first + 1, |_| true)).flatten()
        };
        let behind_noun = || behind_noun().filter(|_| language.adjectives_behind);
        let compound = || self.of_compound(sheet, first);
        let of_named = || (first..first + NOUNS).find_map(|at| self.of_named_column(sheet, at));
        // "Nicht" may be a word of the value.
        let (said, end) = self
            .of_one_column(sheet, led, ends)
            .or_else(|| self.of_one_column(sheet, first, ends))
            .or_else(|| behind_noun().filter(|_| !labelled))
            .or_else(|| compound().filter(|_| !labelled))
            .or_else(|| of_named().filter(|_| !labelled))
            .or_else(of_code)
            .or_else(of_yes)
            .or_else(of_done)
            .or_else(counted)?;
        // "Except for kind A, at most 10 trays" is said of all other kinds.
        let except = language.except.iter().find_map(|phrase| {
            let words = phrase.split(' ').count();
            let for_some = usize::from(language.only_for.iter().any(|word| phrase.ends_with(&format!(" {word}"))));
            let start = (from + for_some).checked_sub(words)?;
            (sentence.ends_at(phrase, start) == Some(from + for_some)).then_some(start)
        });
        match except {
            Some(start) => Some((super::required::otherwise(&said)?, start..end)),
            None => Some((said, from..end)),
        }
    }

    /// `Kind A: at least 5 trays`: the column and its value before a colon.
    fn kind_labelled(&self, sheet: usize) -> Option<(String, std::ops::Range<usize>)> {
        let (said, end) = self.of_named_column(sheet, 0)?;
        let labels = self.sentence.gap(end.checked_sub(1)?) == ":" && end < self.sentence.words.len();
        labels.then_some((said, 0..end))
    }

    /// `Le vendredi, l'heure est à préciser`: a value before a comma, and what is asked then behind it.
    fn kind_before_comma(&self, sheet: usize) -> Option<(String, std::ops::Range<usize>)> {
        let (sentence, language) = (self.sentence, self.language);
        let leads = [language.every, language.into, language.small];
        let first = usize::from(leads.iter().any(|words| words.contains(&sentence.word(0))));
        let parted = |end: usize| end < sentence.words.len() && sentence.gap(end - 1).starts_with(',');
        let asked = sentence.required(language).or_else(|| sentence.any(language.forbidden))?;
        let (said, end) = self.of_one_column(sheet, first, parted)?;
        (end < asked.start).then_some((said, 0..end))
    }

    /// `Insured items (Insured = Y) must have a value`: which rows these are stands in brackets behind what they are called.
    pub(super) fn kind_in_brackets(&self) -> Option<(String, std::ops::Range<usize>)> {
        let (sentence, language) = (self.sentence, self.language);
        let equated = |mention: &&Mention| {
            let opens = mention.words.start.checked_sub(1).is_some_and(|at| sentence.gap(at).ends_with('('));
            opens && sentence.gap(mention.words.end - 1) == "=" && mention.words.start <= CALLED
        };
        let of = self.mentions.iter().find(equated)?;
        let text = sentence.rest(of.words.end);
        let (value, _) = text.split_once(')')?;
        let closes = (of.words.end..sentence.words.len()).find(|at| sentence.gap(*at).starts_with(')'))?;
        // What is asked stands behind the bracket, and nothing is asked before it.
        let asks = (0..of.words.start).any(|at| language.verbs.contains(&sentence.word(at)));
        let values = values_of(value, language)?;
        let said = is_one_of(&(self.name)(of.place), &values, false);
        (!asks && closes + 1 < sentence.words.len()).then_some((said, 0..closes + 1))
    }

    /// The condition that a column has one of the values that stand at a word, and where these end; a word that is a value of two columns
    /// tells neither.
    pub(super) fn of_one_column(
        &self,
        sheet: usize,
        first: usize,
        ends: impl Fn(usize) -> bool,
    ) -> Option<(String, usize)> {
        let mut found: Option<(String, usize)> = None;
        for (at, column) in self.draft.sheets.get(sheet)?.columns.iter().enumerate() {
            let Some(allowed) = column.lines.get("allowed") else { continue };
            let country = || self.country_at(first).filter(|_| allowed.value.contains("iso-3166-1-alpha-2"));
            let values = self.values_at(&entries(&allowed.value), first).or_else(country);
            let values = values.filter(|(_, end)| ends(*end));
            let Some((values, end)) = values else { continue };
            // "For double rooms" names the column Room behind what it takes.
            let own = |place: &Place| *place == (sheet, at);
            let elsewhere = |mention: &Mention| own(&mention.place) && mention.words.start != end;
            let behind = self.mentions.iter().any(|mention| own(&mention.place) && mention.words.start == end);
            // "For TRANSFER an IBAN is needed", beside the payment
            let beside = self.beside == Some((sheet, at)) && self.mentions.iter().any(|mention| !own(&mention.place));
            if self.mentions.iter().any(elsewhere) || self.subjects.iter().any(own) && !behind && !beside {
                continue;
            }
            if found.is_some() {
                return None;
            }
            found = Some((is_any_of(&(self.name)((sheet, at)), &values), end));
        }
        found
    }

    /// The code of a country that stands at a word: `required for GB`.
    pub(super) fn country_at(&self, at: usize) -> Option<(Vec<String>, usize)> {
        let code = &self.sentence.text[self.sentence.words.get(at)?.1.clone()];
        (code.len() == 2 && code.bytes().all(|byte| byte.is_ascii_uppercase())).then(|| (vec![code.to_owned()], at + 1))
    }

    /// `Damage: Y or N. With Y the description is needed`: what the column takes for yes or for no that the sentence before spoke of.
    fn of_code_before(&self, sheet: usize, at: usize) -> Option<(String, usize)> {
        let ([place], Some((_, words))) = (self.before, self.sentence.words.get(at)) else { return None };
        let said = &self.sentence.text[words.clone()];
        let column = &self.draft.sheets[place.0].columns[place.1];
        let texts = column.lines.get("yes_no").filter(|_| place.0 == sheet)?;
        let takes = |answer: &str| texts.value.contains(&format!("{answer} = \"{said}\""));
        let answer = if takes("yes") { "TRUE" } else { Some("FALSE").filter(|_| takes("no"))? };
        Some((format!("{} IS {answer}", column.name), at + 1))
    }

    /// Whether the text stands beside the column that it is about, and not in a sentence that names it.
    pub(super) fn is_beside(&self) -> bool {
        let [place] = self.subjects else { return false };
        self.before.is_empty() && !self.mentions.iter().any(|mention| mention.place == *place)
    }

    /// `For duplicates`, where Duplicate is a column of yes and no.
    pub(super) fn of_yes_column(&self, sheet: usize, at: usize) -> Option<(String, usize)> {
        let word = self.sentence.word(at);
        let columns = self.draft.sheets.get(sheet)?.columns.iter().enumerate();
        let is_so = |(column, of): &(usize, &crate::draft::DraftColumn)| {
            if !begin_alike(&of.heading, word) {
                return false;
            }
            let heading = plain_heading(&of.heading).to_lowercase();
            (self.takes_yes_and_no((sheet, *column)) || counts_answers(of))
                && (word == heading || is_form_of(word, &heading))
        };
        // "Bei Bio = ja" goes on to what it takes.
        if self.sentence.gap(at).contains('=') {
            return None;
        }
        // "Only with half board", where the column is Half board
        let end_of = |of: &crate::draft::DraftColumn| {
            if !begin_alike(&of.heading, word) {
                return None;
            }
            let heading = plain_heading(&of.heading).to_lowercase();
            self.sentence.ends_at(&heading, at).filter(|end| *end > at + 1)
        };
        let answers = |(column, of): &(usize, &crate::draft::DraftColumn)| {
            (self.takes_yes_and_no((sheet, *column)) || counts_answers(of)) && end_of(of).is_some()
        };
        let one = columns.clone().find(is_so);
        let several = || self.few_columns(sheet).and_then(|_| columns.into_iter().find(answers));
        let (_, of) = one.or_else(several)?;
        let end = end_of(of).unwrap_or(at + 1);
        let said = if counts_answers(of) { format!("{} = '1'", of.name) } else { format!("{} IS TRUE", of.name) };
        Some((said, end))
    }

    /// `Rentals of kind P`: the heading of a column in small letters, and what it takes behind it.
    pub(super) fn of_named_column(&self, sheet: usize, at: usize) -> Option<(String, usize)> {
        let word = self.sentence.word(at);
        let is_so = |column: &&crate::draft::DraftColumn| {
            if !begin_alike(&column.heading, word) {
                return false;
            }
            let heading = plain_heading(&column.heading).to_lowercase();
            heading == word || is_form_of(word, &heading)
        };
        // "Condition D", where the one heading that begins so is Condition on return
        let begins = |column: &&crate::draft::DraftColumn| {
            begin_alike(&column.heading, word)
                && plain_heading(&column.heading).to_lowercase().split_whitespace().next() == Some(word)
        };
        let alone = || {
            let mut found = self.few_columns(sheet)?.iter().filter(begins);
            found.next().filter(|_| found.next().is_none())
        };
        let of = self.few_columns(sheet)?.iter().find(is_so).or_else(alone).filter(|_| !word.is_empty())?;
        let Some(list) = of.lines.get("allowed") else { return self.of_code_behind(of, at) };
        let (values, end) = self.values_at(&entries(&list.value), at + 1)?;
        Some((is_any_of(&of.name, &values), end))
    }

    /// `Condition D`, where the values of the column are letters from A to D.
    fn of_code_behind(&self, of: &crate::draft::DraftColumn, at: usize) -> Option<(String, usize)> {
        let pattern = of.lines.get("pattern")?.value.trim_matches('\'');
        let code = &self.sentence.text[self.sentence.words.get(at + 1)?.1.clone()];
        let is_code = !code.is_empty() && code.bytes().all(|byte| byte.is_ascii_uppercase() || byte.is_ascii_digit());
        (is_code && super::codes::is_one(pattern, code)).then(|| (format!("{} = '{code}'", of.name), at + 2))
    }

    /// `Tick if in quarantine. In that case Until is needed`: the case that the sentence before spoke of, where it was about a tick or
    /// about yes and no.
    fn case_before(&self) -> Option<String> {
        let place = match self.before {
            [place] => *place,
            // "If so, …", beside a column
            [] => self.beside?,
            _ => return None,
        };
        let name = (self.name)(place);
        if self.takes_yes_and_no(place) {
            return Some(format!("{name} IS TRUE"));
        }
        self.is_ticked(place).then(|| format!("{name} IS NOT NULL"))
    }

    /// Whether a column takes a tick and nothing else.
    fn is_ticked(&self, (sheet, column): Place) -> bool {
        let list = self.draft.sheets[sheet].columns[column].lines.get("allowed");
        list.is_some_and(|list| list.value == "[\"x\", \"X\"]" || list.value == "[\"x\"]")
    }

    /// The condition that a sentence states: of a column that it names, or of rows that are of a kind, `if the plot is let`.
    pub(super) fn condition(&self) -> Option<String> {
        if conditions::in_that_case(self.sentence, self.language).is_some() {
            return self.case_before();
        }
        if let Some(said) = self.levied_in_condition() {
            return Some(said);
        }
        if let Some(said) = self.columns_in_condition() {
            return said;
        }
        if let Some(said) = self.signs_in_condition() {
            return Some(said);
        }
        if let Some(said) = self.days_in_condition().or_else(|| self.range_in_condition()) {
            return Some(said);
        }
        let said = condition_of(self.sentence, self.language, self.mentions, self.name)
            .map(|said| self.of_age(self.of_yes_no(said)));
        let span = || condition_span(self.sentence, self.language);
        // "Unless YOUTH" is said of all others.
        let unless = || conditions::leaves_out(self.sentence, self.language);
        let kind = || self.kind_in_condition().or_else(|| self.yes_in_condition()).or_else(|| self.yes_in_words());
        let said = match said {
            Some(said) => Some(self.with_second(said)?),
            None => kind().and_then(|said| if unless() { otherwise(&said) } else { Some(said) }),
        };
        let of_others = || {
            let (said, words) = self.of_others()?;
            span().filter(|span| span.contains(&words.start)).map(|_| said)
        };
        // "Where both must be given and at least one adult must be named" asks for both.
        let asks = |at: usize| self.language.modals.contains(&self.sentence.word(at));
        let counted = || {
            let span = span().filter(|span| !span.clone().any(asks))?;
            self.measured_within(span).map(|(said, _)| said)
        };
        said.or_else(|| self.kind_of_column()).or_else(of_others).or_else(counted)
    }

    /// `If value is over 100 and returned`: a limit of one column, and what rows are besides; nothing where that is not known, since
    /// half a condition asks too much.
    fn with_second(&self, said: String) -> Option<String> {
        let (sentence, language) = (self.sentence, self.language);
        let limit = [" > ", " < ", " >= ", " <= "].iter().any(|sign| said.contains(sign));
        let Some(span) = condition_span(sentence, language).filter(|_| limit && !said.contains(" AND ")) else {
            return Some(said);
        };
        let number = span.clone().rev().find(|at| sentence.number(*at, language).is_some());
        let Some(and) =
            number.and_then(|number| (number..span.end).find(|at| language.and.contains(&sentence.word(*at))))
        else {
            return Some(said);
        };
        if and + 1 >= span.end {
            return Some(said);
        }
        let small = |at: &usize| {
            let words = [language.copulas, language.small, language.every];
            words.iter().any(|words| words.contains(&sentence.word(*at)))
        };
        let first = |from: usize| (from..span.end).find(|at| !small(at));
        let named = self.mentions.iter().find(|mention| mention.words.start > and && mention.words.start < span.end);
        let of_named = |mention: &Mention| {
            let list = self.draft.sheets[mention.place.0].columns[mention.place.1].lines.get("allowed")?;
            let (values, end) = self.values_at(&entries(&list.value), first(mention.words.end)?)?;
            Some((is_any_of(&(self.name)(mention.place), &values), end))
        };
        let (second, end) = match named {
            Some(mention) => of_named(mention)?,
            None => self.of_one_column(self.sheet()?, first(and + 1)?, |_| true)?,
        };
        (end == span.end).then(|| format!("{said} AND {second}"))
    }

    /// `Only if a deposit was paid`: an amount that is more than nothing.
    fn levied_in_condition(&self) -> Option<String> {
        let (sentence, language) = (self.sentence, self.language);
        let span = condition_span(sentence, language)?;
        let of = self.mentions.iter().find(|mention| span.contains(&mention.words.start))?;
        let helps = |at: usize| {
            let word = sentence.word(at);
            AUXILIARIES.contains(&word) || [language.copulas, language.verbs].iter().any(|words| words.contains(&word))
        };
        let verb = (of.words.end..span.end).find(|at| language.levied.contains(&sentence.word(*at)))?;
        let ends = verb + 1 == span.end || language.verbs.contains(&sentence.word(verb + 1));
        let name = (self.name)(of.place);
        let plain = (of.words.end..verb).all(helps) && ends && verb - of.words.end <= NOUNS;
        let unless = conditions::leaves_out(sentence, language);
        (plain && self.takes_numbers(&name) && !unless).then(|| format!("{name} > 0"))
    }

    /// "If there is a light", where that is a column of yes and no, is true where it says yes, and "if there is overtime" where that is
    /// more than nothing.
    fn of_yes_no(&self, said: String) -> String {
        if let Some(name) = said.strip_suffix(" IS NOT NULL")
            && self.sentence.has(self.language.there_is)
            && (self.takes_numbers(name) || self.counts_people(name))
        {
            return format!("{name} > 0");
        }
        if let Some(name) = said.strip_suffix(" IS NULL")
            && self.sentence.has(self.language.there_is)
            && (self.takes_numbers(name) || self.counts_people(name))
        {
            return format!("{name} IS NULL OR {name} = 0");
        }
        // "If the helmet is lent", where Helmet is yes or no
        for (sign, answer) in [(" = '", "TRUE"), (" <> '", "FALSE")] {
            let Some((name, value)) = said.split_once(sign) else { continue };
            let of_yes_no = self.mentions.iter().find(|mention| (self.name)(mention.place) == name);
            let texts = of_yes_no.and_then(|of| self.draft.sheets[of.place.0].columns[of.place.1].lines.get("yes_no"));
            let value = value.trim_end_matches('\'').to_lowercase();
            // "Only for restricted boxes", where Restricted is 0 or 1
            let counts = of_yes_no.is_some_and(|of| counts_answers(&self.draft.sheets[of.place.0].columns[of.place.1]));
            if counts && !matches!(value.as_str(), "0" | "1") {
                return format!("{name} = '{}'", if answer == "TRUE" { "1" } else { "0" });
            }
            // "When the bike is back", where Back says since when
            let sheet = of_yes_no.map(|of| of.place.0).or_else(|| self.subjects.first().map(|place| place.0));
            let columns = sheet.map(|sheet| self.draft.sheets[sheet].columns.as_slice()).unwrap_or_default();
            let called = columns.iter().find(|column| column.heading.trim().to_lowercase() == value);
            // A column of texts may have any value.
            let listed = columns.iter().any(|column| {
                let known = ["pattern", "format", "type"].iter().any(|key| column.lines.get(key).is_some());
                column.name == name && (!known || column.lines.get("yes_no").is_some())
            });
            if let Some(called) = called.filter(|called| !listed && called.name != name) {
                return format!("{} IS {}NULL", called.name, if answer == "TRUE" { "NOT " } else { "" });
            }
            if texts.is_some_and(|texts| !texts.value.to_lowercase().contains(&format!("\"{value}\""))) {
                // "If Signed is no", where the answers are Y and N
                let says_no = self.language.yes_no.iter().any(|(_, no)| *no == value);
                let answer = if says_no == (answer == "TRUE") { "FALSE" } else { "TRUE" };
                return format!("{name} IS {answer}");
            }
        }
        let blank = said.strip_suffix(" IS NULL");
        let Some(name) = blank.or_else(|| said.strip_suffix(" IS NOT NULL")) else { return said };
        let is_so = |mention: &&Mention| (self.name)(mention.place) == name && self.takes_yes_and_no(mention.place);
        match self.mentions.iter().any(|mention| is_so(&mention)) {
            true => format!("{name} IS {}", if blank.is_some() { "FALSE" } else { "TRUE" }),
            false => said,
        }
    }

    /// Whether a column of which nothing else is known is called by the people that it counts: `Children under five`.
    fn counts_people(&self, name: &str) -> bool {
        let of = self.mentions.iter().find(|mention| (self.name)(mention.place) == name);
        of.is_some_and(|of| {
            let column = &self.draft.sheets[of.place.0].columns[of.place.1];
            let known = ["type", "allowed", "pattern", "yes_no", "format"].iter().any(|key| column.lines.has(key));
            let first = column.heading.split_whitespace().next().unwrap_or_default().to_lowercase();
            !known && self.language.persons.contains(&first.as_str())
        })
    }

    pub(super) fn takes_numbers(&self, name: &str) -> bool {
        let mention = self.mentions.iter().find(|mention| (self.name)(mention.place) == name);
        mention.is_some_and(|of| self.is_counted(of.place))
    }

    pub(super) fn takes_yes_and_no(&self, (sheet, column): Place) -> bool {
        self.draft.sheets[sheet].columns[column].is_yes_no()
    }

    /// `If the box is closed`, `if not baked daily`, where one column of yes and no is named.
    fn yes_in_condition(&self) -> Option<String> {
        let (sentence, language) = (self.sentence, self.language);
        let span = condition_span(sentence, language)?;
        let within = |mention: &&Mention| span.contains(&mention.words.start);
        let mut named = self.mentions.iter().filter(within);
        let (Some(of), None) = (named.next(), named.next()) else { return None };
        let denies =
            |at: usize| [language.negations, language.none].iter().any(|words| words.contains(&sentence.word(at)));
        // What is denied behind a comma is something else.
        let near = span.start..(of.words.end + 1).min(span.end);
        let denied =
            near.into_iter().any(|at| denies(at) && !(of.words.start..at).any(|at| sentence.gap(at).contains(',')));
        self.takes_yes_and_no(of.place)
            .then(|| format!("{} IS {}", (self.name)(of.place), if denied { "FALSE" } else { "TRUE" }))
    }

    /// `Only where the fee was paid`, where Fee paid is a column of yes and no, of ticks, or of how many: its words stand apart.
    fn yes_in_words(&self) -> Option<String> {
        let (sentence, language) = (self.sentence, self.language);
        let span = condition_span(sentence, language)?;
        let sheet = self.sheet()?;
        let denies =
            |at: usize| [language.negations, language.none].iter().any(|words| words.contains(&sentence.word(at)));
        let known = [
            language.conditional, language.every, language.articles, language.copulas, language.small, language.verbs,
            language.possessives, language.only, language.there_is, AUXILIARIES,
        ];
        let small = |at: usize| denies(at) || known.iter().any(|words| words.contains(&sentence.word(at)));
        let is_so = |(column, of): &(usize, &crate::draft::DraftColumn)| {
            let heading = plain_heading(&of.heading).to_lowercase();
            let words: Vec<&str> = heading.split(' ').collect();
            let at = |word: &&str| span.clone().find(|at| sentence.word(*at) == *word);
            let places: Option<Vec<usize>> = words.iter().map(at).collect();
            let ordered = places.is_some_and(|places| {
                places.windows(2).all(|pair| pair[0] < pair[1])
                    && span.clone().all(|at| places.contains(&at) || small(at))
            });
            let place = (sheet, *column);
            let answers = || self.takes_yes_and_no(place) || self.is_ticked(place) || self.is_counted(place);
            words.len() >= 2 && ordered && answers()
        };
        let mut found = self.few_columns(sheet)?.iter().enumerate().filter(is_so);
        let (Some((column, of)), None) = (found.next(), found.next()) else { return None };
        let denied = span.clone().any(denies);
        // "If strings were replaced", where Strings replaced is how many
        if self.is_counted((sheet, column)) {
            return Some(format!("{} {} 0", of.name, if denied { "=" } else { ">" }));
        }
        let answer = match (self.is_ticked((sheet, column)), denied) {
            (true, false) => "NOT NULL",
            (true, true) => "NULL",
            (false, false) => "TRUE",
            (false, true) => "FALSE",
        };
        Some(format!("{} IS {answer}", of.name))
    }

    /// `For payment invoice`, `for rentals of kind P`: a column and what it takes, behind `for`.
    fn kind_of_column(&self) -> Option<String> {
        let (sentence, language) = (self.sentence, self.language);
        let led = (0..sentence.words.len()).find(|at| language.only_for.contains(&sentence.word(*at)))?;
        let of_value = |of: &Mention| {
            let near = of.words.start > led && of.words.start <= led + 1 + NOUNS && self.mentions.len() > 1;
            let list = self.draft.sheets[of.place.0].columns[of.place.1].lines.get("allowed").filter(|_| near)?;
            let (values, _) = self.values_at(&entries(&list.value), of.words.end)?;
            Some(is_any_of(&(self.name)(of.place), &values))
        };
        self.mentions.iter().find_map(of_value)
    }

    /// `If the plot is let`, `where it is not free`, `if donated`: what the rows are ends the condition.
    fn kind_in_condition(&self) -> Option<String> {
        let (sentence, language) = (self.sentence, self.language);
        let span = condition_span(sentence, language)?;
        // "If paid by card", where Paid is the column
        let of_named = |mention: &Mention| {
            let lines = &self.draft.sheets[mention.place.0].columns[mention.place.1].lines;
            let list = lines.get("allowed").filter(|_| span.contains(&mention.words.start))?;
            let from = (mention.words.end..mention.words.end + NOUNS).find(|at| {
                !(language.agent.contains(&sentence.word(*at)) || language.with.contains(&sentence.word(*at)))
            })?;
            let (values, end) = self.values_at(&entries(&list.value), from)?;
            (end == span.end && from > mention.words.end).then(|| is_any_of(&(self.name)(mention.place), &values))
        };
        if let Some(said) = self.mentions.iter().find_map(of_named) {
            return Some(said);
        }
        let sheet = self.sheet()?;
        // "Delivery address if by post"
        let by = (span.start..span.end).find(|at| language.agent.contains(&sentence.word(*at)));
        let of_any = |(column, of): (usize, &crate::draft::DraftColumn)| {
            let list = of.lines.get("allowed")?;
            let (values, end) = self.values_at(&entries(&list.value), by? + 1)?;
            (end == span.end).then(|| is_any_of(&(self.name)((sheet, column)), &values))
        };
        let mut found = self.draft.sheets[sheet].columns.iter().enumerate().filter_map(of_any);
        if let (Some(said), None) = (found.next(), found.next()) {
            return Some(said);
        }
        let sheet = self.sheet()?;
        let copula = span.clone().find(|at| language.copulas.contains(&sentence.word(*at)));
        let from = copula.unwrap_or(span.start) + 1;
        let denied = language.negations.contains(&sentence.word(from));
        // "Wer privat wohnt" ends with its verb.
        let verb_last = usize::from(!language.give_last.is_empty() && copula.is_none());
        let ends = |at: usize| self.of_one_column(sheet, at, |end| end == span.end || end + verb_last == span.end);
        // "Not passed" may be a value itself.
        if let Some((said, _)) = ends(from) {
            return Some(said);
        }
        if let Some((said, _)) = ends(from + usize::from(denied)) {
            return if denied { otherwise(&said) } else { Some(said) };
        }
        // "If paid by transfer", "si la caution n'est pas 10"
        let mut last = (from + 1..span.end).filter(|_| !denied && copula.is_none());
        let (said, at) = last.find_map(|at| Some((ends(at)?.0, at)))?;
        let denied = (span.start..at).any(|at| language.negations.contains(&sentence.word(at)));
        if denied { otherwise(&said) } else { Some(said) }
    }

    /// The values of a list that stand at a word, one after the other, and where they end.
    pub(super) fn values_at(&self, list: &[(String, Option<String>)], from: usize) -> Option<(Vec<String>, usize)> {
        let (sentence, language) = (self.sentence, self.language);
        let one = |at: usize| {
            let ends = |text: &str| {
                let lower = text.to_lowercase();
                let plural = || {
                    let Some((first, last)) = lower.rsplit_once(' ') else {
                        return is_form_of(sentence.word(at), &lower).then_some(at + 1);
                    };
                    // "School classes"
                    sentence
                        .ends_at(first, at)
                        .filter(|end| is_form_of(sentence.word(*end), last) || is_doer(sentence.word(*end), last))
                        .map(|end| end + 1)
                };
                // A code may stand as it is written: see `sentence.rs`.
                let end = sentence.ends_at(&lower, at).or_else(|| sentence.ends_at(text, at)).or_else(plural)?;
                // "55 for 4.5 m"
                let unit = lower.parse::<f64>().is_ok() && language.size_units.contains(&sentence.word(end));
                let end = end + usize::from(unit && sentence.gap(end - 1).is_empty());
                // A letter of the sentence is no code.
                let written = &sentence.text[sentence.words[at].1.start..sentence.words[end - 1].1.end];
                (text.chars().count() > 1 || written == text).then_some(end)
            };
            let named = |(value, label): &(String, Option<String>)| {
                // "For children", of "K = children under 16"
                let head = || label.as_deref().and_then(|label| head_of(label, language)).and_then(ends);
                let end = ends(value).or_else(|| label.as_deref().and_then(ends)).or_else(head)?;
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
            // "For the bridges and the trees"
            let small = || language.small.contains(&sentence.word(next));
            let found = one(next).or_else(|| one(next + 1).filter(|_| small()));
            let Some((value, behind)) = found.filter(|_| apart) else { break };
            values.push(value);
            end = behind;
        }
        Some((values, end))
    }

    /// The condition that a sentence states by the kind of rows that it speaks of.
    pub(super) fn for_values(&self) -> Option<String> {
        self.kind_of_rows().map(|(said, _)| said.clone())
    }

    /// `Colour does not apply to seeds`, `Colour applies to pots only`: it is blank elsewhere.
    pub(super) fn applied(&self) -> Option<Vec<Claim>> {
        let (sentence, language) = (self.sentence, self.language);
        let [place] = self.subjects else { return None };
        let (said, words) = self.kind_of_rows()?;
        self.applies_to(words.start)?;
        let denied = (0..words.start).any(|at| language.negations.contains(&sentence.word(at)));
        let only = (0..sentence.words.len()).any(|at| language.only.contains(&sentence.word(at)));
        let blank = if denied { Some(said.clone()) } else { otherwise(said).filter(|_| only) };
        Some(vec![blank_when(*place, &blank?)])
    }

    /// `Watts is only for electric appliances`: it is blank elsewhere, and may be filled then.
    pub(super) fn only_for_values(&self) -> Option<Vec<Claim>> {
        let (sentence, language) = (self.sentence, self.language);
        let place = self.subjects.first()?;
        let required = sentence.required(language);
        let own = self.mentions.first().filter(|mention| mention.place == *place || mention.words.start == 0);
        // "Adults and children are only for families": columns that begin the sentence together.
        let together = self.subjects_together();
        if self.subjects.len() > 1 && together.is_none() {
            return None;
        }
        let own = self.behind_bracket(together.or(own.map(|mention| mention.words.end)).unwrap_or(0));
        let is_only = language.only.contains(&sentence.word(own));
        let copula = usize::from(own > 0 && !is_only && language.copulas.contains(&sentence.word(own)));
        let only_at = |at: usize| language.only.iter().filter_map(|phrase| sentence.ends_at(phrase, at)).max();
        // `R/G/B; only for T1`, beside a column
        let labelled = self.mentions.iter().all(|mention| mention.place == *place && mention.words.start == 0);
        let labelled = labelled || together.is_some();
        let parted = |at: &usize| labelled && sentence.gap(at - 1).contains([';', '–', ',']);
        let later = || (1..sentence.words.len()).filter(parted).find_map(only_at);
        // "Stakes are supplied only with standard trees"
        let done = || only_at(own + copula + 1).filter(|_| copula > 0 && own > 0);
        let only = only_at(own + copula).or_else(done).or_else(later)?;
        // "Is only given for"
        let given = usize::from(language.filled.contains(&sentence.word(only)));
        let (said, words) = self.kind_of_rows().filter(|(_, words)| words.start == only + given)?;
        // Another part of the sentence follows a few words behind, or none.
        let parted = |at: &usize| {
            let joined = language.and.contains(&sentence.word(*at));
            joined || at.checked_sub(1).is_some_and(|last| sentence.gap(last).contains([',', ';', '.', '–', ':']))
        };
        let ends = (words.end..sentence.words.len()).find(parted).unwrap_or(sentence.words.len());
        if ends - words.end > NOUNS {
            return None;
        }
        // "Nur bei MI und FL anzugeben" asks for it then, and "only for gas" may.
        // "Only for special checks, but then always required"
        if required.as_ref().is_some_and(|required| required.start < words.end) {
            return None;
        }
        let asked = required.is_some() || (words.end..ends).any(|at| language.filled.contains(&sentence.word(at)));
        let of = |place: &Place| {
            let then = required_when(*place, said);
            let then = if asked { then } else { Claim { confidence: Confidence::Suggested, ..then } };
            otherwise(said).map(|said| blank_when(*place, &said)).into_iter().chain([then])
        };
        Some(self.subjects.iter().filter(|place| !self.is_said_of(**place, said)).flat_map(of).collect())
    }

    /// The word behind the bracket that stands behind a column: `container (cm): …`.
    fn behind_bracket(&self, end: usize) -> usize {
        let sentence = self.sentence;
        let opens = end > 0 && sentence.gap(end - 1).starts_with('(');
        let closes = (end..sentence.words.len()).find(|at| sentence.gap(*at).starts_with(')'));
        closes.filter(|_| opens).map_or(end, |at| at + 1)
    }

    /// Where the columns end that a sentence begins with, where it is about all of them: `adults / children: …`.
    fn subjects_together(&self) -> Option<usize> {
        let (sentence, language) = (self.sentence, self.language);
        let (first, others) = self.mentions.split_first().filter(|(first, _)| first.words.start <= 1)?;
        let mut end = first.words.end;
        let joined =
            |at: usize| [language.and, language.or, language.every].iter().any(|of| of.contains(&sentence.word(at)));
        let mut places = vec![first.place];
        for mention in others {
            let apart = end > 0 && matches!(sentence.gap(end - 1), "/" | ",");
            let near = mention.words.start == end && apart || (end..mention.words.start).all(joined);
            if mention.words.start < end || !near || mention.words.start - end > 2 {
                break;
            }
            end = mention.words.end;
            places.push(mention.place);
        }
        (places.len() > 1 && self.subjects.iter().all(|place| places.contains(place))).then_some(end)
    }

    /// `To be given for dead plants and for no others`: it is filled then, and blank elsewhere.
    pub(super) fn for_no_others(&self) -> Option<Vec<Claim>> {
        let (sentence, language) = (self.sentence, self.language);
        let [place] = self.subjects else { return None };
        let only = sentence.any(language.no_others)?;
        let with = || self.those_with().map(|(said, _)| said);
        let said = self.for_values().or_else(|| self.condition()).or_else(with).filter(|said| !said.contains('…'))?;
        let elsewhere = otherwise(&said).map(|said| blank_when(*place, &said))?;
        let behind = only.end >= sentence.words.len() || sentence.gap(only.end - 1).contains([',', ';', '.', ':']);
        (behind && !self.is_said_of(*place, &said)).then(|| vec![required_when(*place, &said), elsewhere])
    }

    /// `Not for COMB`, as all that is said of a column: it is blank there.
    pub(super) fn not_for_values(&self) -> Option<Vec<Claim>> {
        let (sentence, language) = (self.sentence, self.language);
        let [place] = self.subjects else { return None };
        let own = self.mentions.first().filter(|own| own.place == *place && own.words.start == 0);
        let from = own.map_or(0, |own| own.words.end);
        let from = from + usize::from(language.copulas.contains(&sentence.word(from)) && from > 0);
        let denied = language.negations.contains(&sentence.word(from));
        let (said, words) = self.kind_of_rows().filter(|(_, words)| denied && words.start == from + 1)?;
        let ends = words.end >= sentence.words.len() || sentence.gap(words.end - 1).contains([',', ';', '.', ')', '–']);
        ends.then(|| vec![blank_when(*place, said)])
    }

    /// `Altitude (wild plants only)`, `only dead plants may have a day of death`: it is blank elsewhere.
    pub(super) fn only_these(&self) -> Option<Vec<Claim>> {
        let (sentence, language) = (self.sentence, self.language);
        let only =
            |at: usize| language.only.contains(&sentence.word(at)) || language.alone.contains(&sentence.word(at));
        let skip = |at: usize, words: &[&str]| at + usize::from(words.contains(&sentence.word(at)));
        // "Only with a gift"
        if let ([place], Some((said, words))) = (self.subjects, self.those_with())
            && words.start > 0
            && only(words.start - 1)
            && (words.end >= sentence.words.len() || sentence.gap(words.end - 1).contains([',', ';', '.', ')', '–']))
            && !self.is_said_of(*place, &said)
            && sentence.required(language).is_none()
        {
            let then = Claim { confidence: Confidence::Suggested, ..required_when(*place, &said) };
            return otherwise(&said).map(|said| vec![blank_when(*place, &said), then]);
        }
        let opens = |at: &usize| *at > 0 && sentence.gap(*at - 1).ends_with('(');
        if let ([place], Some(at)) = (self.subjects, (0..sentence.words.len()).find(opens)) {
            let led = skip(skip(at, language.only), language.only_for);
            let (said, end) = self.of_one_column(place.0, skip(led, language.every), |_| true)?;
            let closes = (end - 1..end + NOUNS).find(|last| sentence.gap(*last).starts_with(')'))?;
            let narrowed = only(at) || (end..=closes).any(only);
            return otherwise(&said).filter(|_| narrowed).map(|said| vec![blank_when(*place, &said)]);
        }
        // "SAME only", beside a column
        if let (true, [place], Some((said, end))) = (
            self.is_beside() && self.mentions.is_empty(),
            self.subjects,
            self.of_one_column(self.sheet()?, 0, |_| true),
        ) && (end..end + NOUNS).any(|at| only(at) && (at + 1 >= sentence.words.len() || sentence.gap(at) == ","))
        {
            return otherwise(&said).map(|said| vec![blank_when(*place, &said)]);
        }
        // "Watts: power tools only"
        let own = self.mentions.first().filter(|own| self.mentions.len() == 1 && own.words.start <= 1);
        if let (Some(own), [place]) = (own, self.subjects) {
            let found = self.of_one_column(place.0, own.words.end, |_| true).filter(|_| own.place == *place);
            if let Some((said, end)) = found
                && let Some(at) = (end..end + NOUNS).find(|at| only(*at))
                && (at + 1 >= sentence.words.len() || sentence.gap(at).contains([',', ';', '.']))
            {
                return otherwise(&said).map(|said| vec![blank_when(*place, &said)]);
            }
        }
        // "Only dead plants may have a value in Died on"
        let mention = self.mentions.last().filter(|mention| mention.words.end == sentence.words.len() && only(0))?;
        let (said, end) = self.of_one_column(mention.place.0, 1, |_| true)?;
        let may = |at: &usize| language.may.contains(&sentence.word(*at)) || language.has.contains(&sentence.word(*at));
        let verb = (end..=end + NOUNS).find(may)?;
        let near = mention.words.start.saturating_sub(verb) <= NOUNS + 4;
        otherwise(&said).filter(|_| near).map(|said| vec![blank_when(mention.place, &said)])
    }

    /// `Free plots have no tenant`, `no tenant for free plots`
    pub(super) fn without_for_values(&self) -> Option<Vec<Claim>> {
        let (sentence, language) = (self.sentence, self.language);
        let no = (0..sentence.words.len()).find(|at| language.none.contains(&sentence.word(*at)))?;
        let mention = self.mentions.iter().find(|mention| mention.words.start == no + 1)?;
        let (start, end) = (mention.words.start, mention.words.end);
        // "Paid bookings have no method", where Paid is a column
        if self.mentions.iter().any(|other| other.words.start != start && other.words.start > 1) {
            return None;
        }
        let of_kind = self.kind_of_rows().filter(|(_, words)| no == 0 && words.start == end);
        let of_kind = of_kind.map(|(said, _)| said.clone());
        // "Without drums there is no deposit"
        let with = || self.those_with().filter(|(_, words)| words.start == 0).map(|(said, _)| said);
        let said = of_kind.or_else(with).or_else(|| {
            let has = no > 0 && language.has.contains(&sentence.word(no - 1)) && end == sentence.words.len();
            let first =
                usize::from(language.every.contains(&sentence.word(0)) || language.each_of.contains(&sentence.word(0)));
            let (said, values) = self
                .of_one_column(mention.place.0, first, |values| values < no)
                .or_else(|| self.of_yes_column(mention.place.0, first))
                .or_else(|| self.of_done_column(mention.place.0, first))
                .filter(|_| has)?;
            (values < no && no - 1 - values <= NOUNS).then_some(said)
        })?;
        Some(vec![blank_when(mention.place, &said)])
    }

    /// `For power tools only`, beside a column: it is blank elsewhere.
    pub(super) fn for_values_only(&self) -> Option<Vec<Claim>> {
        let (sentence, language) = (self.sentence, self.language);
        let [place] = self.subjects else { return None };
        // "Watts: for power tools only", "Watts is for power tools only"
        let own = self.mentions.iter().map(|mention| mention.words.end).max().unwrap_or(0);
        let labelled = self.mentions.iter().all(|mention| mention.place == *place && mention.words.start <= 1);
        let begins = own + usize::from(own > 0 && language.copulas.contains(&sentence.word(own)));
        let (said, words) = self.kind_of_rows().filter(|(_, words)| words.start == begins && labelled)?;
        let only = (words.end..words.end + NOUNS).find(|at| language.only.contains(&sentence.word(*at)))?;
        let ends = only + 1 >= sentence.words.len() || sentence.gap(only).contains([',', ';', '.', ':']);
        otherwise(said).filter(|_| ends).map(|said| vec![blank_when(*place, &said)])
    }

    /// `For gas appliances give the pipe size`, as what stands first.
    pub(super) fn given_for_values(&self) -> Option<Vec<Claim>> {
        let (sentence, language) = (self.sentence, self.language);
        let (said, words) = self.kind_of_rows().filter(|(_, words)| words.start == 0)?;
        let gives = |at: &usize| language.give.contains(&sentence.word(polite(sentence, language, *at)));
        let goes = || sentence.find_from_any(language.goes_into, words.end).map(|place| place.end - 1);
        let verb = (words.end..(words.end + NOUNS).min(sentence.words.len())).find(gives).or_else(goes)?;
        let mut asked: Vec<Place> =
            self.mentions.iter().filter(|mention| mention.words.start > verb).map(|mention| mention.place).collect();
        asked.dedup();
        Some(asked.into_iter().map(|place| required_when(place, said)).collect::<Vec<_>>())
            .filter(|claims| !claims.is_empty())
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
        let (said, words) = self.kind_of_rows().cloned().or_else(|| self.kind_that_leads())?;
        let short = self.sentence.words.len() - words.end < NOUNS;
        // "Leave Watts empty for gas", "Traps: leave Wind empty"
        let first = words.start == 0;
        if self.mentions.is_empty() && self.is_beside() && words.end >= self.sentence.words.len() {
            return Some(self.subjects.iter().map(|place| blank_when(*place, &said)).collect());
        }
        let asked = self.mentions.iter().filter(|mention| first || mention.words.end <= words.start);
        (first || short).then(|| asked.map(|mention| blank_when(mention.place, &said)).collect())
    }
}

/// Whether a heading begins as a word does, but for its case: nearly none does, and each sentence asks each of them.
fn begin_alike(heading: &str, word: &str) -> bool {
    if let (Some(of), Some(begin)) = (heading.as_bytes().first(), word.as_bytes().first())
        && (of.is_ascii_graphic() && begin.is_ascii())
    {
        return of.eq_ignore_ascii_case(begin);
    }
    let first = heading.trim_start().chars().next().into_iter().flat_map(char::to_lowercase).next();
    first.is_some() && first == word.chars().next()
}

/// The condition that a column has one of some values, which are not in quotes yet.
pub(super) fn is_any_of(column: &str, values: &[String]) -> String {
    let quoted: Vec<String> = values.iter().map(|value| format!("'{}'", value.replace('\'', "''"))).collect();
    is_one_of(column, &quoted, false)
}

/// Endings of words in the plural, in the languages of templates.
/// What a German word ends with that calls people by what they are of.
const LIKE: &[&str] = &["liche", "lichen", "licher"];

const ENDINGS: &[&str] = &["s", "es", "e", "en", "n", "er", "ern", "x"];

/// Letters of a word of which another form is looked for, at least.
const WORD: usize = 3;

/// The first word of a meaning, where what follows only says more of it: `children` of `children under 16`.
pub(super) fn head_of<'l>(label: &'l str, language: &super::words::Language) -> Option<&'l str> {
    let (head, rest) = label.split_once(' ')?;
    let next = rest.split(' ').next().unwrap_or_default().to_lowercase();
    let further = [language.below, language.above, language.owners, language.between, language.up_to];
    let narrows = rest.starts_with('(') || further.iter().any(|words| words.contains(&next.as_str()));
    (narrows && head.chars().count() >= WORD).then_some(head)
}

/// Whether a word is another one in the plural: `pots`, `Büchern`.
pub(super) fn is_form_of(word: &str, one: &str) -> bool {
    // "Les vêtements", where the value is VETEMENT
    if !word.is_ascii() && one.is_ascii() {
        let plain = without_accents(word);
        // An ß has no accent.
        return plain == one && one.len() >= WORD || plain.is_ascii() && is_form_of(&plain, one);
    }
    // Nearly every pair begins otherwise.
    let (first, other) = (word.as_bytes().first(), one.as_bytes().first());
    if first != other && [first, other].into_iter().flatten().all(u8::is_ascii) {
        return false;
    }
    let irregular = |(single, several): &(&str, &str)| *single == one && *several == word;
    if super::words::ALL.iter().any(|language| language.plurals.iter().any(irregular)) {
        return true;
    }
    let plain = |text: &str| text.replace('ä', "a").replace('ö', "o").replace('ü', "u");
    if one.len() > WORD && one.strip_suffix('y').is_some_and(|stem| word.strip_prefix(stem) == Some("ies")) {
        return true;
    }
    // "Scarves", "knives"
    let of_ves = ["f", "fe"].iter().filter_map(|ending| one.strip_suffix(ending));
    if one.len() > 3 && of_ves.into_iter().any(|stem| word.strip_prefix(stem) == Some("ves")) {
        return true;
    }
    // "Busse", "buses"
    if one.ends_with('s') && word.strip_prefix(one).is_some_and(|ending| matches!(ending, "se" | "sen" | "es")) {
        return one.chars().count() >= WORD;
    }
    // "Jugendliche", where the class is Jugend
    if one.len() > WORD && word.strip_prefix(one).is_some_and(|ending| LIKE.contains(&ending)) {
        return true;
    }
    one.chars().count() >= WORD
        && one.chars().all(char::is_alphabetic)
        && plain(word).strip_prefix(plain(one).as_str()).is_some_and(|ending| ENDINGS.contains(&ending))
}

/// Whether a word is who does what another one says: `first aiders`, where the value is "first aid".
fn is_doer(word: &str, done: &str) -> bool {
    done.len() > 2 && word.strip_prefix(done).is_some_and(|ending| matches!(ending, "er" | "ers"))
}

/// In `under 16s may only enter class JUNIOR or FUN`, beside the age, these are values of the class that the rule is about.
/// So are those right behind the class, where its list is not known yet.
pub(super) fn without_values_of_rules(
    claims: &mut Vec<Claim>,
    (sentence, mentions): (&Sentence, &[Mention]),
    draft: &Draft,
) {
    let rule = |claim: &&Claim| claim.key == "check" && matches!(claim.on, Target::Rule(_));
    let rules: Vec<String> = claims.iter().filter(rule).map(|claim| claim.value.clone()).collect();
    let of_rule = |claim: &Claim| {
        let Some((sheet, column)) = claim.place().filter(|_| claim.key == "allowed") else { return false };
        let own = &draft.sheets[sheet].columns[column].name;
        let values = entries(&claim.value);
        let within = |said: &String| values.iter().all(|(value, _)| said.contains(&format!("'{value}'")));
        let own_named = mentions.iter().any(|of| of.place == (sheet, column));
        let plain = || {
            !own_named
                && values.first().is_some_and(|(value, _)| is_behind_another(sentence, value, (sheet, column), draft))
        };
        !values.is_empty() && (rules.iter().any(|said| within(said) && !said.contains(own.as_str())) || plain())
    };
    claims.retain(|claim| !of_rule(claim));
}

/// Whether a value stands right behind the heading of another column: `class JUNIOR`, `class must be JUNIOR`.
fn is_behind_another(sentence: &Sentence, value: &str, (sheet, column): Place, draft: &Draft) -> bool {
    let Some(first) = sentence.find(&value.to_lowercase()) else { return false };
    let small =
        |word: &str| words::ALL.iter().any(|of| [of.modals, of.to_be].iter().any(|words| words.contains(&word)));
    let Some(before) = (0..first.start).rev().find(|at| !small(sentence.word(*at))) else { return false };
    let word = sentence.word(before);
    let plain = (before..first.start).all(|at| sentence.gap(at).is_empty());
    let headed = |of: &crate::draft::DraftColumn| plain_heading(&of.heading).eq_ignore_ascii_case(word);
    let columns = &draft.sheets[sheet].columns;
    plain && word.len() > 2 && columns.iter().enumerate().any(|(at, of)| at != column && headed(of))
}

/// In `compulsory for G and E`, these are values of another column, and no list of this one.
pub(super) fn without_values_of_conditions(claims: &mut Vec<Claim>) {
    let conditions: Vec<String> =
        claims.iter().filter(|claim| CONDITIONS.contains(&claim.key)).map(|claim| claim.value.clone()).collect();
    let is_of_condition = |claim: &Claim| {
        let values = entries(&claim.value);
        // "Nur bei MI und FL anzugeben" has its verb behind the last one.
        let plain = |value: &str| {
            let (first, last) = value.rsplit_once(' ').unwrap_or((value, ""));
            let verb = words::ALL.iter().any(|language| language.filled.contains(&last.to_lowercase().as_str()));
            if verb { first.to_owned() } else { value.to_owned() }
        };
        let within = |said: &String| values.iter().all(|(value, _)| said.contains(&format!("'{}'", plain(value))));
        claim.key == "allowed" && !values.is_empty() && conditions.iter().any(within)
    };
    claims.retain(|claim| !is_of_condition(claim));
}
