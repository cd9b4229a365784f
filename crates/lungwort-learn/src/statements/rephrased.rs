//! Sentences that say in other words what a plainer one says: `As long as Paid is no, leave Method blank` is `If Paid is no, leave
//! Method blank`.
//!
//! A language has a table of pairs: a pattern, which has to fit a sentence from its first word to its last, and the sentence or the
//! sentences, one a line, that are read in its stead. It is cited as it stands all the same. In a pattern stand
//! - words, other ways to say it behind `|`, the words of one way joined by `_`, and `?` before what may be missing;
//! - the signs `, : ; = ( ) + @`, which have to stand between the words, `-` where any of `:`, `-`, `–`, `=`
//!   may stand, and `?,` where a comma may;
//! - places: `{c}` for a column, `{i}` for one that may be called without its number (`an object` of Object no), `{v}` for a value, `{n}` for a number, `{d}` for a day, `{k}` for some words without a sign (`{m}` for two or more), `{l}`
//!   for a list, `{o}` for one that is read as a choice, `{w}` for some words with a value of a list among them (`{y}` of another column's), `{x}` for one or
//!   several values of the column that the sentence stands beside, and `{r}` for whatever is left; `{0}` is the column that the sentence stands beside. What stands in them is `{1}`, `{2}` and so on behind it, a column as its heading; of a `{w}` the column whose list
//!   has the value is `{1c}`, and the value as it is in the list `{1v}`.

use std::cell::OnceCell;
use std::ops::Range;
use std::sync::LazyLock;

use super::About;
use super::by_value::entries;
use super::days_of_rows::has_days;
use super::for_values::is_form_of;
use super::sentence::{Sentence, bit, sentences};
use super::subject::Headings;
use super::words::{self, Language};
use crate::draft::{Draft, DraftColumn};

/// Words of a sentence that is held against patterns, at most: a longer one says more than one thing.
const LONGEST: usize = 40;
/// Words of a column, of a value, of a day with its time, and of what only has to be there, at most.
const COLUMN: usize = 5;
const VALUE: usize = 4;
const DAY: usize = 6;
const SOME: usize = 7;
/// Letters that two forms of a word begin with, at least: `visit`, `visited`.
const STEM: usize = 4;

/// A part of a pattern.
enum Part {
    /// Ways to say it, each as its words; whether it may be missing.
    Words(Vec<Vec<&'static str>>, bool),
    /// A sign before the next word.
    Sign(char),
    /// A sign that may stand before the next word.
    AnySign,
    MaybeComma,
    Place(char),
}

struct Pattern {
    parts: Vec<Part>,
    /// How words begin of which a sentence has to have one: for each part that must be there.
    begins: Vec<Vec<(usize, u64)>>,
    said: &'static str,
}

/// The patterns of each language.
static PATTERNS: LazyLock<Vec<Vec<Pattern>>> = LazyLock::new(|| {
    let of = |language: &&Language| language.rephrased.iter().map(|(from, to)| pattern(from, to)).collect();
    words::ALL.iter().map(of).collect()
});

fn pattern(from: &'static str, said: &'static str) -> Pattern {
    let parts: Vec<Part> = from.split(' ').map(part).collect();
    let begins = parts.iter().filter_map(|part| match part {
        Part::Words(ways, false) => Some(ways.iter().map(|way| bit(way[0])).collect()),
        _ => None,
    });
    Pattern { begins: begins.collect(), said, parts }
}

fn part(text: &'static str) -> Part {
    let mut signs = text.chars();
    match (signs.next(), signs.next()) {
        (Some('-'), None) => Part::AnySign,
        (Some('?'), Some(',')) => Part::MaybeComma,
        (Some(sign @ (',' | ':' | ';' | '=' | '(' | ')' | '+' | '@')), None) => Part::Sign(sign),
        (Some('{'), Some(kind)) => Part::Place(kind),
        (first, _) => {
            let ways = text.trim_start_matches('?').split('|').map(|way| way.split('_').collect());
            Part::Words(ways.collect(), first == Some('?'))
        }
    }
}

/// The sentences that are read in the stead of one.
pub(super) fn rephrased(
    sentence: &Sentence,
    (known, about): (&Headings, &About),
    draft: &Draft,
) -> Option<Vec<Sentence>> {
    if !known.are_few() || sentence.words.len() > LONGEST || sentence.words.len() < 2 || sentence.is_question() {
        return None;
    }
    let values = OnceCell::new();
    let mut tentative = false;
    let of_language = |(patterns, language): (&Vec<Pattern>, &&'static Language)| {
        let mut fitting = Fitting { sentence, language, known, about, draft, values: &values, places: Vec::new() };
        let may_fit =
            |pattern: &&Pattern| pattern.begins.iter().all(|ways| ways.iter().any(|begin| sentence.begins(*begin)));
        patterns.iter().filter(may_fit).find_map(|pattern| {
            fitting.places.clear();
            let fits = fitting.fits(&pattern.parts, 0, false);
            tentative = pattern.parts.iter().any(|part| matches!(part, Part::Place('t')));
            fits.then(|| filled(pattern.said, &fitting.places, (about, draft))).flatten()
        })
    };
    let text = PATTERNS.iter().zip(words::ALL).find_map(of_language)?;
    Some(with_tentative(sentences(&text), tentative))
}

fn with_tentative(said: Vec<Sentence>, tentative: bool) -> Vec<Sentence> {
    said.into_iter().map(|said| said.with_tentative(tentative)).collect()
}

/// The same of what stands behind a column and its colon, as if it stood beside the column: `Crate: not for Photography`.
pub(super) fn labelled(
    sentence: &Sentence,
    (known, about): (&Headings, &About),
    draft: &Draft,
) -> Option<Vec<Sentence>> {
    let (label, behind) = sentence.text.split_once(": ")?;
    let place = known.place_of(label, about).filter(|_| about.column().is_none())?;
    let alone = sentences(behind);
    let [alone] = alone.as_slice() else { return None };
    let said = rephrased(alone, (known, &About::Column(place.0, place.1)), draft)?;
    // What names its columns needs no label.
    let names = |said: &Sentence| {
        let led = words::ALL.iter().any(|language| language.conditional.first() == Some(&said.word(0)));
        led || (1..=COLUMN.min(said.words.len())).any(|end| known.named_at(said, 0..end, about).is_some())
    };
    let tentative = said.iter().any(|said| said.tentative);
    let text: Vec<String> = said
        .iter()
        .map(|said| if names(said) { said.text.clone() } else { format!("{label}: {}", said.text) })
        .collect();
    Some(with_tentative(sentences(&text.join("\n")), tentative))
}

/// What is said, with what stands in the places of the pattern; nothing where it names a column that is not known.
fn filled(said: &str, places: &[Filled], (about, draft): (&About, &Draft)) -> Option<String> {
    let mut text = said.to_owned();
    if text.contains("{0}") {
        let (sheet, column) = about.column()?;
        text = text.replace("{0}", &draft.sheets[sheet].columns[column].heading);
    }
    for (at, place) in places.iter().enumerate() {
        text = text.replace(&format!("{{{}}}", at + 1), &place.text);
        let (column, value) = (format!("{{{}c}}", at + 1), format!("{{{}v}}", at + 1));
        if text.contains(&column) || text.contains(&value) {
            let (of, values) = place.of.as_ref()?;
            text = text.replace(&column, of).replace(&value, values);
        }
    }
    Some(text)
}

/// What stands in a place.
struct Filled {
    text: String,
    /// The heading of the column whose values are named in it, and these.
    of: Option<(String, String)>,
}

/// A sentence that is held against a pattern, with what stands in its places so far.
struct Fitting<'s> {
    sentence: &'s Sentence,
    language: &'static Language,
    known: &'s Headings,
    about: &'s About,
    draft: &'s Draft,
    values: &'s OnceCell<Values>,
    places: Vec<Filled>,
}

/// Where a sentence has values of the template's lists, found once and asked of for each pattern.
struct Values {
    named: Vec<NamedValue>,
    /// Words that are the heading of a column, which say something where they are alone.
    headings: Vec<usize>,
}

/// A value with its words, and the heading of its column.
struct NamedValue {
    words: Range<usize>,
    heading: String,
    value: String,
}

impl Fitting<'_> {
    /// Whether the parts fit from a word on, to the end; `signed` where the signs before that word have been read.
    fn fits(&mut self, parts: &[Part], at: usize, signed: bool) -> bool {
        let Some((part, rest)) = parts.split_first() else {
            return at == self.sentence.words.len();
        };
        match part {
            Part::Sign(sign) => {
                // A bracket at the end closes what stands in it.
                let ends = at == self.sentence.words.len();
                let found = if ends { self.behind_last().contains(*sign) } else { self.before(at).contains(*sign) };
                found && self.fits(rest, at, true)
            }
            Part::AnySign => {
                let found = matches!(self.before(at), "" | ":" | "-" | "–" | "—" | "=");
                found && self.fits(rest, at, true)
            }
            Part::MaybeComma => matches!(self.before(at), "" | ",") && self.fits(rest, at, true),
            Part::Words(ways, may_be_missing) => {
                let plain = signed || self.is_joined(at);
                let way = |way: &Vec<&str>| {
                    let fits = way.iter().enumerate().all(|(word, wanted)| {
                        let joined = word == 0 || self.is_joined(at + word);
                        joined && self.sentence.word(at + word) == *wanted
                    });
                    (plain && fits).then_some(at + way.len())
                };
                let ends: Vec<usize> = ways.iter().filter_map(way).collect();
                ends.into_iter().any(|end| self.fits(rest, end, false))
                    || *may_be_missing && self.fits(rest, at, signed)
            }
            Part::Place(kind) => (signed || self.is_joined(at)) && self.fills(*kind, at, rest),
        }
    }

    /// Whether a place takes some words from one on, and the parts behind it fit what follows.
    fn fills(&mut self, kind: char, at: usize, rest: &[Part]) -> bool {
        let left = self.sentence.words.len() - at;
        let most = match kind {
            'c' | 'i' => COLUMN,
            'v' => VALUE,
            'd' | 't' => DAY,
            'n' => 1,
            'k' | 'm' | 'w' | 'x' | 'y' => SOME,
            _ => left,
        };
        // What is left is the whole of it.
        let least = if kind == 'r' && rest.is_empty() { left } else { 1 };
        for count in least.max(1)..=most.min(left) {
            let Some(text) = self.taken(kind, at..at + count) else { continue };
            let of = matches!(kind, 'w' | 'y').then(|| self.values_in(&(at..at + count))).flatten();
            self.places.push(Filled { text, of });
            if self.fits(rest, at + count, false) {
                return true;
            }
            self.places.pop();
        }
        false
    }

    /// What a place makes of some words; nothing where it takes none such.
    fn taken(&self, kind: char, words: Range<usize>) -> Option<String> {
        let (sentence, language) = (self.sentence, self.language);
        let joined = || (words.start + 1..words.end).all(|at| self.is_joined(at));
        let text = &sentence.text[sentence.words[words.start].1.start..sentence.words[words.end - 1].1.end];
        let is_small = |at: usize| {
            [language.every, language.articles, language.possessives, language.small]
                .iter()
                .any(|of| of.contains(&sentence.word(at)))
        };
        match kind {
            'c' | 'i' => {
                let led = words.len() > 1 && is_small(words.start);
                let own = words.start + usize::from(led)..words.end;
                let denied = || words.start > 0 && language.none.contains(&sentence.word(words.start - 1));
                // "No e-mail", of Owner e-mail
                let one = own.len() == 1 || own.len() == 2 && sentence.is_dashed(own.start);
                let alone = one && (led || denied() || words.start > 0 && is_small(words.start - 1));
                let noun = sentence.word(own.end - 1);
                let ended = || self.known.ended_by(noun, self.about).filter(|_| alone);
                let begun = || self.known.begun_by(noun, self.about).filter(|_| kind == 'i' && own.len() == 1);
                let name = self.known.named_at(sentence, own.clone(), self.about).or_else(ended).or_else(begun)?;
                joined().then(|| name.to_owned())
            }
            'n' => sentence.number(words.start, language).map(|_| text.to_owned()),
            'd' => text.contains(|each: char| each.is_ascii_digit()).then(|| text.to_owned()),
            'v' => {
                let common = |at: usize| is_small(at) || language.verbs.contains(&sentence.word(at));
                (joined() && !words.clone().any(common)).then(|| text.to_owned())
            }
            'k' => joined().then(|| text.to_owned()),
            'm' => (joined() && words.len() > 1).then(|| text.to_owned()),
            'w' | 'y' => {
                let fits = joined() && self.has_value(&words) && !self.says_more(&words);
                // "55 for 4.5 m"
                let unit = words.len() > 1 && language.size_units.contains(&sentence.word(words.end - 1));
                let number = unit && sentence.number(words.end - 2, language).is_some();
                let end = if number { words.end - 2 } else { words.end - 1 };
                let text = &sentence.text[sentence.words[words.start].1.start..sentence.words[end].1.end];
                (fits && (kind == 'w' || self.of_others(&words))).then(|| text.to_owned())
            }
            't' => self.other_day(&words).filter(|_| joined()),
            'x' => self.own_values(&words).then(|| text.to_owned()),
            'l' | 'o' => {
                let joins = |at: usize| {
                    let word = sentence.word(at);
                    language.or.contains(&word) || language.and.contains(&word)
                };
                let listed = text.contains([',', '/']) || words.clone().any(joins);
                let chosen = || {
                    let or = language.or.first().copied().unwrap_or("/");
                    language
                        .and
                        .iter()
                        .fold(text.to_owned(), |text, and| text.replace(&format!(" {and} "), &format!(" {or} ")))
                };
                // "Two-letter code (e.g. en, fr)" shows two of many.
                let shown = language.example.iter().any(|phrase| sentence.ends_at(phrase, words.start).is_some());
                (listed && !shown).then(|| if kind == 'o' { chosen() } else { text.to_owned() })
            }
            _ => {
                let ends = words.end == sentence.words.len();
                // What "it" is shows where the sentence is read as it stands.
                if !ends && language.pronouns.contains(&sentence.word(words.start)) {
                    return None;
                }
                Some(if ends { sentence.rest(words.start).to_owned() } else { text.to_owned() })
            }
        }
    }

    /// Whether a value of a list of the template is among some words.
    fn has_value(&self, words: &Range<usize>) -> bool {
        let values = self.values.get_or_init(|| self.values());
        let within = |of: &NamedValue| words.start <= of.words.start && of.words.end <= words.end;
        values.named.iter().any(within) || words.len() == 1 && values.headings.contains(&words.start)
    }

    /// Whether values of another column than the one that the sentence stands beside are named among some words.
    fn of_others(&self, words: &Range<usize>) -> bool {
        let own = self.about.column().map(|(sheet, column)| self.draft.sheets[sheet].columns[column].heading.as_str());
        // "Grade A, B or C only" begins with it.
        let stem = |word: &str| word.to_lowercase().chars().take(STEM).collect::<String>();
        let begins = |heading: &str| own.is_none() && stem(self.sentence.word(0)) == stem(heading);
        match self.values_in(words) {
            Some((heading, _)) => own != Some(heading.as_str()) && !begins(&heading),
            // "Members only", before it is known that Member is yes or no
            None => words.len() == 1,
        }
    }

    /// The column whose values are named among some words, where all are of one, and these: `A or B`.
    fn values_in(&self, words: &Range<usize>) -> Option<(String, String)> {
        let values = self.values.get_or_init(|| self.values());
        let within = |of: &&NamedValue| words.start <= of.words.start && of.words.end <= words.end;
        let mut named: Vec<&NamedValue> = values.named.iter().filter(within).collect();
        named.sort_by_key(|of| of.words.start);
        named.dedup_by(|one, other| one.value == other.value);
        let heading = &named.first()?.heading;
        let or = self.language.or.first().copied().unwrap_or("/");
        let said: Vec<&str> = named.iter().map(|of| of.value.as_str()).collect();
        let one = named.iter().all(|of| of.heading == *heading);
        one.then(|| (heading.clone(), said.join(&format!(" {or} "))))
    }

    /// The other column of days that some words tell by what takes place then: `the day of the visit` of Visit date.
    fn other_day(&self, words: &Range<usize>) -> Option<String> {
        let (sheet, own) = self.about.column()?;
        let language = self.language;
        let plain = |at: usize| {
            let word = self.sentence.word(at);
            word.rsplit_once('\'').map_or(word, |(_, word)| word)
        };
        let small = |at: &usize| {
            let word = self.sentence.word(*at);
            [language.every, language.articles, language.owners, language.possessives]
                .iter()
                .any(|of| of.contains(&word))
        };
        let first = words.clone().find(|at| !small(at))?;
        let noun = words.clone().next_back()?;
        let day = language.day_nouns.contains(&plain(first));
        let between = (first + 1..noun).all(|at| small(&at));
        let columns = self.draft.sheets[sheet].columns.iter().enumerate();
        let others: Vec<&DraftColumn> =
            columns.filter(|(column, of)| *column != own && has_days(of)).map(|(_, of)| of).collect();
        let stem = |word: &str| word.to_lowercase().chars().take(STEM).collect::<String>();
        let called = |of: &&&DraftColumn| {
            let mut words = of.heading.split(|each: char| !each.is_alphanumeric());
            plain(noun).chars().count() >= STEM && words.any(|word| stem(word) == stem(plain(noun)))
        };
        let named: Vec<&&DraftColumn> = others.iter().filter(called).collect();
        match (day && first < noun && between, first == noun, named.as_slice(), others.as_slice()) {
            (true, _, [one], _) | (_, true, [one], _) => Some(one.heading.clone()),
            (true, _, [], [one]) => Some(one.heading.clone()),
            // "Not before the test", where the rows are tests and one column is Date
            (_, true, [], _) => {
                let own = &self.draft.sheets[sheet];
                let key = own.columns.first().map(|of| of.heading.as_str());
                let of_rows = [Some(own.name.as_str()), key].into_iter().flatten().any(|text| {
                    text.split(|each: char| !each.is_alphanumeric()).any(|word| stem(word) == stem(plain(noun)))
                });
                let plain_day =
                    |of: &&&DraftColumn| language.day_nouns.contains(&of.heading.trim().to_lowercase().as_str());
                let mut days = others.iter().filter(plain_day);
                let long = plain(noun).chars().count() >= STEM;
                days.next().filter(|_| of_rows && long && days.next().is_none()).map(|of| of.heading.clone())
            }
            _ => None,
        }
    }

    /// Whether some words are one or several values of the column that the sentence stands beside, and nothing else.
    fn own_values(&self, words: &Range<usize>) -> bool {
        let Some((sheet, column)) = self.about.column() else { return false };
        let column = &self.draft.sheets[sheet].columns[column];
        let joins =
            |at: usize| [self.language.or, self.language.and].iter().any(|of| of.contains(&self.sentence.word(at)));
        if joins(words.start) || joins(words.end - 1) {
            return false;
        }
        if column.is_yes_no() {
            let said = self.sentence.word(words.start);
            return words.len() == 1 && self.language.yes_no.iter().any(|(yes, no)| *yes == said || *no == said);
        }
        let values = self.values.get_or_init(|| self.values());
        let own = || values.named.iter().filter(|of| of.heading == column.heading && words.start <= of.words.start);
        words.clone().all(|at| joins(at) || own().any(|of| of.words.contains(&at) && of.words.end <= words.end))
    }

    /// Whether some words have a number that is none of a value's, or a condition: `for RO up to 80 only`, `only if Transport is C`.
    fn says_more(&self, words: &Range<usize>) -> bool {
        let values = self.values.get_or_init(|| self.values());
        let of_value = |at: usize| values.named.iter().any(|named| named.words.contains(&at));
        words.clone().any(|at| {
            let word = self.sentence.word(at);
            let counts = word.starts_with(|each: char| each.is_ascii_digit()) && !of_value(at);
            counts || self.language.conditional.contains(&word)
        })
    }

    fn values(&self) -> Values {
        let mut values = Values { named: Vec::new(), headings: Vec::new() };
        let lists = self.draft.sheets.iter().enumerate().filter(|(sheet, _)| self.about.reaches(*sheet));
        for column in lists.flat_map(|(_, sheet)| &sheet.columns) {
            // "Private boats", where Private is a column
            let heading = column.heading.trim().to_lowercase();
            let called = |at: &usize| {
                let word = self.sentence.word(*at);
                word == heading || is_form_of(word, &heading)
            };
            let called = (0..self.sentence.words.len()).filter(called);
            if column.is_yes_no() {
                let yes = |at: usize| {
                    let (heading, value) = (column.heading.clone(), self.language.yes_no[0].0.to_owned());
                    NamedValue { words: at..at + 1, heading, value }
                };
                values.named.extend(called.map(yes));
            } else {
                values.headings.extend(called);
            }
            let Some(list) = column.lines.get("allowed") else { continue };
            for (value, label) in entries(&list.value).iter() {
                for text in [Some(value), label.as_ref()].into_iter().flatten() {
                    let of = |words| NamedValue { words, heading: column.heading.clone(), value: value.clone() };
                    values.named.extend(self.named(&text.to_lowercase()).map(of));
                }
            }
        }
        values
    }

    /// Where a value is named, in small letters.
    fn named(&self, value: &str) -> impl Iterator<Item = Range<usize>> {
        (0..self.sentence.words.len()).filter_map(move |at| {
            let form = || is_form_of(self.sentence.word(at), value).then_some(at + 1);
            self.sentence.ends_at(value, at).or_else(form).map(|end| at..end)
        })
    }

    /// The signs before a word.
    fn before(&self, at: usize) -> &str {
        at.checked_sub(1).map_or("", |before| self.sentence.gap(before))
    }

    fn behind_last(&self) -> &str {
        self.sentence.words.last().map_or("", |(_, last)| &self.sentence.text[last.end..])
    }

    /// Whether no sign that says something is before a word: a hyphen says nothing, and a dash does.
    fn is_joined(&self, at: usize) -> bool {
        let plain = |each: char| matches!(each, '"' | '\'' | '“' | '”' | '„' | '«' | '»' | '/' | '-' | ' ');
        let Some(before) = at.checked_sub(1) else { return true };
        let ends = self.sentence.words.get(before).zip(self.sentence.words.get(at));
        let gap = ends.map_or("", |((_, word), (_, next))| &self.sentence.text[word.end..next.start]);
        gap.chars().all(plain) && !gap.contains(" - ")
    }
}
