//! Sentences that say in other words what a plainer one says: `As long as Paid is no, leave Method blank` is `If Paid is no, leave
//! Method blank`.
//!
//! A language has a table of pairs: a pattern, which has to fit a sentence from its first word to its last, and the sentence or the
//! sentences, one a line, that are read in its stead. It is cited as it stands all the same. In a pattern stand
//! - words, other ways to say it behind `|`, the words of one way joined by `_`, and `?` before what may be missing, also before a place;
//! - the signs `, . : ; = ( ) + × @ £ € $` and `–` for any dash, which have to stand between the words, `-` where any of `:`, `-`, `–`, `=`
//!   may stand, and `?,` where a comma may;
//! - places: `{c}` for a column, `{q}` for one or several (`{e}` also with an "or" between, behind a denial), `{i}` for one that may be called without its number (`an object` of Object no), `{v}` for a value, `{n}` for a number, `{d}` for a day, `{k}` for some words without a sign (`{m}` for two or more, `{u}` for such as name no column and no value), `{l}`
//!   for a list, `{o}` for one that is read as a choice, `{w}` for some words with a value of a list among them (`{y}` of another column's), `{z}` for a column of yes and no (`{s}` where its heading is a sentence, `the quote is accepted` of Quote accepted; `{h}` for one that counts, `a line is lost` of Lines lost), `{j}` for one of days by what is done then (`returned` of Returned on), `{x}` for one or
//!   several values of the column that the sentence stands beside, `{b}` for so many columns right before the one that the sentence stands beside, added up, and `{r}` for whatever is left; `{0}` is the column that the sentence stands beside, `{start}` and `{end}` those that say when something begins and ends. What stands in them is `{1}`, `{2}` and so on behind it, a column as its heading; of a `{w}` the column whose list
//!   has the value is `{1c}`, and the value as it is in the list `{1v}`.

use std::cell::{OnceCell, RefCell};
use std::collections::HashMap;
use std::ops::Range;
use std::rc::Rc;
use std::sync::LazyLock;

use foldhash::fast::FixedState;

use super::About;
use super::days_of_rows::is_headed;
use super::labels::names_in;
use super::placed_words::Values;
use super::sentence::{Marks, Sentence, sentences};
use super::subject::{Headings, Place};
use super::words::{self, Language};
use crate::draft::Draft;

/// Words of a sentence that is held against patterns, at most: a longer one says more than one thing.
const LONGEST: usize = 40;
/// Words of a column, of a value, of a day with its time, and of what only has to be there, at most.
pub(super) const COLUMN: usize = 5;
const VALUE: usize = 4;
const DAY: usize = 6;
const SOME: usize = 7;

/// A part of a pattern.
enum Part {
    /// Ways to say it, each as its words; whether it may be missing.
    Words(Vec<Vec<&'static str>>, bool),
    /// A sign before the next word.
    Sign(char),
    /// A sign that may stand before the next word.
    AnySign,
    MaybeComma,
    /// A place; whether nothing may stand in it.
    Place(char, bool),
}

struct Pattern {
    parts: Vec<Part>,
    /// For each part that must be there, the ways to say it, each by the marks of its words: a sentence has to have all words of one.
    needs: Vec<Vec<Marks>>,
    said: &'static str,
}

/// The patterns of a language, and which of them a word of a sentence leads to.
struct Patterns {
    all: Vec<Pattern>,
    /// For a word those that need it, or one of some words of which it is one.
    by_word: HashMap<&'static str, Vec<usize>, FixedState>,
    /// Those that need no word.
    of_any: Vec<usize>,
}

static PATTERNS: LazyLock<Vec<Patterns>> =
    LazyLock::new(|| words::ALL.iter().map(|language| patterns(language)).collect());

fn patterns(language: &'static Language) -> Patterns {
    let all: Vec<Pattern> = language.rephrased.iter().map(|(from, to)| pattern(from, to)).collect();
    let firsts = |part: &Part| match part {
        Part::Words(ways, false) => Some(ways.iter().map(|way| way[0]).collect::<Vec<_>>()),
        _ => None,
    };
    let mut needed: HashMap<&str, usize> = HashMap::new();
    let words = all.iter().flat_map(|pattern| pattern.parts.iter().filter_map(firsts)).flatten();
    words.for_each(|word| *needed.entry(word).or_default() += 1);
    let (mut by_word, mut of_any) = (HashMap::<_, Vec<_>, _>::default(), Vec::new());
    for (at, pattern) in all.iter().enumerate() {
        // The rarer the words of a part are, the fewer sentences lead here.
        let rarest = pattern
            .parts
            .iter()
            .filter_map(firsts)
            .min_by_key(|words| words.iter().map(|word| needed[word]).sum::<usize>());
        match rarest {
            Some(words) => words.into_iter().for_each(|word| by_word.entry(word).or_default().push(at)),
            None => of_any.push(at),
        }
    }
    Patterns { all, by_word, of_any }
}

impl Patterns {
    /// Those that may fit a sentence, in the order of the table.
    fn for_sentence(&self, sentence: &Sentence) -> impl Iterator<Item = &Pattern> {
        let named = sentence.words.iter().filter_map(|(word, _)| self.by_word.get(word.as_str())).flatten();
        let mut places: Vec<usize> = named.chain(&self.of_any).copied().collect();
        places.sort_unstable();
        places.dedup();
        let has_words = |pattern: &&Pattern| {
            pattern.needs.iter().all(|ways| ways.iter().any(|way| sentence.marks().has_all_of(way)))
        };
        places.into_iter().map(|at| &self.all[at]).filter(has_words)
    }
}

fn pattern(from: &'static str, said: &'static str) -> Pattern {
    let parts: Vec<Part> = from.split(' ').map(part).collect();
    let needs = parts.iter().filter_map(|part| match part {
        Part::Words(ways, false) => Some(ways.iter().map(|way| marks_of(way)).collect()),
        _ => None,
    });
    Pattern { needs: needs.collect(), said, parts }
}

fn marks_of(words: &[&str]) -> Marks {
    let mut marks = Marks::default();
    words.iter().for_each(|word| marks.add(word));
    marks
}

fn part(text: &'static str) -> Part {
    let mut signs = text.chars();
    match (signs.next(), signs.next()) {
        (Some('-'), None) => Part::AnySign,
        (Some('?'), Some(',')) => Part::MaybeComma,
        (Some(sign @ (',' | '.' | ':' | ';' | '=' | '(' | ')' | '+' | '@' | '–' | '£' | '€' | '$' | '×')), None) => {
            Part::Sign(sign)
        }
        (Some('{'), Some(kind)) => Part::Place(kind, false),
        (Some('?'), Some('{')) => Part::Place(signs.next().unwrap_or('k'), true),
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
    let of_language = |(patterns, language): (&Patterns, &&'static Language)| {
        let mut fitting = Fitting::of(sentence, language, (known, about), draft, &values);
        patterns.for_sentence(sentence).find_map(|pattern| {
            fitting.places.clear();
            let fits = fitting.fits(&pattern.parts, 0, false);
            tentative = pattern.parts.iter().any(|part| matches!(part, Part::Place('t', _)));
            fits.then(|| fitting.filled(pattern.said)).flatten()
        })
    };
    let text = PATTERNS.iter().zip(words::ALL).find_map(of_language)?;
    Some(with_tentative(sentences(&text), tentative))
}

fn with_tentative(said: Vec<Sentence>, tentative: bool) -> Vec<Sentence> {
    said.into_iter().map(|said| said.with_tentative(tentative)).collect()
}

/// The same of what stands behind a column and its colon, as if it stood beside the column: `Crate: not for Photography`, and of several:
/// `Desk and Room: not for papers`.
pub(super) fn labelled(sentence: &Sentence, known: (&Headings, &About), draft: &Draft) -> Option<Vec<Sentence>> {
    let (label, behind) = sentence.text.split_once(": ")?;
    // French has a space before its colon.
    let label = label.trim_end();
    if known.1.column().is_some() {
        return None;
    }
    if let Some(place) = known.0.place_of(label, known.1) {
        return labelled_by((label, place), behind, known, draft);
    }
    let names = names_in(label, &['&']);
    let place = |name: &String| known.0.place_of(name, known.1);
    let places: Vec<Place> = names.iter().map(place).collect::<Option<_>>().filter(|_| names.len() > 1)?;
    let said = names.iter().zip(places).map(|(name, place)| labelled_by((name, place), behind, known, draft));
    Some(said.collect::<Option<Vec<_>>>()?.into_iter().flatten().collect())
}

fn labelled_by(
    (label, place): (&str, Place),
    behind: &str,
    (known, about): (&Headings, &About),
    draft: &Draft,
) -> Option<Vec<Sentence>> {
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

/// What places make of words, by their kind and where the words begin and end.
type KnownPlaces = HashMap<(char, usize, usize), Option<Rc<str>>, FixedState>;

/// What stands in a place.
struct Filled {
    text: Rc<str>,
    kind: char,
    words: Range<usize>,
}

/// A sentence that is held against a pattern, with what stands in its places so far.
pub(super) struct Fitting<'s> {
    pub sentence: &'s Sentence,
    pub language: &'static Language,
    pub known: &'s Headings,
    pub about: &'s About,
    pub draft: &'s Draft,
    pub values: &'s OnceCell<Values>,
    places: Vec<Filled>,
    /// What has been asked for so far.
    known_places: RefCell<KnownPlaces>,
}

impl<'s> Fitting<'s> {
    /// A sentence that is held against no pattern, for what else it may be asked.
    pub(super) fn of(
        sentence: &'s Sentence,
        language: &'static Language,
        (known, about): (&'s Headings, &'s About),
        draft: &'s Draft,
        values: &'s OnceCell<Values>,
    ) -> Fitting<'s> {
        Fitting {
            sentence,
            language,
            known,
            about,
            draft,
            values,
            places: Vec::new(),
            known_places: RefCell::default(),
        }
    }
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
                let found = match (*sign, ends) {
                    ('–', _) => matches!(self.before(at), "-" | "–" | "—"),
                    (sign, true) => self.behind_last().contains(sign),
                    (sign, false) => self.before(at).contains(sign),
                };
                found && self.fits(rest, at, true)
            }
            Part::AnySign => {
                let found = matches!(self.before(at), "" | ":" | "-" | "–" | "—" | "=");
                found && self.fits(rest, at, true)
            }
            Part::MaybeComma => matches!(self.before(at), "" | ",") && self.fits(rest, at, true),
            Part::Words(ways, may_be_missing) => {
                let plain = signed || self.is_joined(at);
                plain && ways.iter().any(|way| self.says(way, at) && self.fits(rest, at + way.len(), false))
                    || *may_be_missing && self.fits(rest, at, signed)
            }
            Part::Place(kind, may_be_missing) => {
                (signed || self.is_joined(at)) && self.fills(*kind, at, rest)
                    || *may_be_missing && self.stays_empty(*kind, (at, signed), rest)
            }
        }
    }

    /// Whether the words of one way to say something stand from one on.
    fn says(&self, way: &[&str], at: usize) -> bool {
        way.iter()
            .enumerate()
            .all(|(word, wanted)| self.sentence.word(at + word) == *wanted && (word == 0 || self.is_joined(at + word)))
    }

    /// What a place makes of some words, which is asked for by hundreds of patterns at the same words.
    fn taken_once(&self, kind: char, words: Range<usize>) -> Option<Rc<str>> {
        // Which other day is meant depends on the column that this pattern has named before.
        if kind == 't' {
            return self.taken(kind, words).map(Rc::from);
        }
        let asked = (kind, words.start, words.end);
        if let Some(known) = self.known_places.borrow().get(&asked) {
            return known.clone();
        }
        let found: Option<Rc<str>> = self.taken(kind, words).map(Rc::from);
        self.known_places.borrow_mut().insert(asked, found.clone());
        found
    }

    /// Whether a place takes some words from one on, and the parts behind it fit what follows.
    fn fills(&mut self, kind: char, at: usize, rest: &[Part]) -> bool {
        let left = self.sentence.words.len() - at;
        let most = match kind {
            'c' | 'i' => COLUMN,
            'v' => VALUE,
            'd' | 't' | 's' | 'h' => DAY,
            'z' => 2,
            'n' | 'b' | 'j' => 1,
            'k' | 'm' | 'u' | 'w' | 'x' | 'y' => SOME,
            _ => left,
        };
        // What is left is the whole of it.
        let least = if kind == 'r' && rest.is_empty() { left } else { 1 };
        for count in least.max(1)..=most.min(left) {
            let Some(text) = self.taken_once(kind, at..at + count) else { continue };
            self.places.push(Filled { text, kind, words: at..at + count });
            if self.fits(rest, at + count, false) {
                return true;
            }
            self.places.pop();
        }
        false
    }

    /// What is said, with what stands in the places of the pattern; nothing where it names a column that is not known.
    fn filled(&self, said: &str) -> Option<String> {
        let mut text = said.to_owned();
        if text.contains("{0}") {
            let (sheet, column) = self.about.column()?;
            // "Is Mitgliedsnr. Pflicht" would end with the abbreviation.
            let heading = self.draft.sheets[sheet].columns[column].heading.trim();
            let heading = heading.trim_end_matches([' ', '*', '?']);
            text = text.replace("{0}", heading.strip_suffix('.').unwrap_or(heading));
        }
        for (end, sign) in [(false, "{start}"), (true, "{end}")] {
            if text.contains(sign) {
                text = text.replace(sign, &self.column_of_time(end)?);
            }
        }
        for (at, place) in self.places.iter().enumerate() {
            text = text.replace(&format!("{{{}}}", at + 1), &place.text);
            let (column, value) = (format!("{{{}c}}", at + 1), format!("{{{}v}}", at + 1));
            if text.contains(&column) || text.contains(&value) {
                let (of, values) = self.values_of(place)?;
                text = text.replace(&column, &of).replace(&value, &values);
            }
        }
        Some(text)
    }

    /// The heading of the one column that says when something begins, or ends.
    fn column_of_time(&self, end: bool) -> Option<String> {
        let sheets = (0..self.draft.sheets.len()).filter(|sheet| self.about.reaches(*sheet));
        let all =
            sheets.flat_map(|sheet| (0..self.draft.sheets[sheet].columns.len()).map(move |column| (sheet, column)));
        let of: fn(&Language) -> &'static [&'static str] =
            if end { |language| language.end_words } else { |language| language.start_words };
        let mut found = all.filter(|place| is_headed(*place, self.draft, of));
        let (sheet, column) = found.next().filter(|_| found.next().is_none())?;
        Some(self.without_bracket(self.draft.sheets[sheet].columns[column].heading.trim().to_owned()))
    }

    /// The heading of the column whose values are named in a place, and these.
    fn values_of(&self, place: &Filled) -> Option<(String, String)> {
        let named = matches!(place.kind, 'w' | 'y' | 'z').then(|| self.values_in(&place.words)).flatten();
        named.map(|(heading, values)| (self.without_bracket(heading), values))
    }

    /// Whether the parts behind a place fit where nothing stands in it.
    fn stays_empty(&mut self, kind: char, (at, signed): (usize, bool), rest: &[Part]) -> bool {
        self.places.push(Filled { text: Rc::from(""), kind, words: at..at });
        let fits = self.fits(rest, at, signed);
        if !fits {
            self.places.pop();
        }
        fits
    }

    /// The column that the pattern has named first.
    pub(super) fn first_column(&self) -> Option<Place> {
        self.known.place_of(&self.places.first()?.text, self.about)
    }

    /// The signs before a word.
    pub(super) fn before(&self, at: usize) -> &str {
        let first = || self.sentence.words.first().map_or("", |(_, place)| self.sentence.text[..place.start].trim());
        at.checked_sub(1).map_or_else(first, |before| self.sentence.gap(before))
    }

    fn behind_last(&self) -> &str {
        self.sentence.words.last().map_or("", |(_, last)| &self.sentence.text[last.end..])
    }

    /// Whether no sign that says something is before a word: a hyphen says nothing, and a dash does.
    pub(super) fn is_joined(&self, at: usize) -> bool {
        let plain = |each: char| matches!(each, '"' | '\'' | '“' | '”' | '„' | '«' | '»' | '/' | '-' | ' ');
        let Some(before) = at.checked_sub(1) else { return true };
        let ends = self.sentence.words.get(before).zip(self.sentence.words.get(at));
        let gap = ends.map_or("", |((_, word), (_, next))| &self.sentence.text[word.end..next.start]);
        // `TT.MM.JJJJ` is one word.
        gap == "." || gap.chars().all(plain) && !gap.contains(" - ")
    }
}
