//! Codes whose pieces a sentence names one behind the other: `a letter, a hyphen and one to three digits`, `nine digits starting with
//! 276`, `capital letters and digits, 8 at most`. All of what is said must be a piece, and what is shown must be built so; else nothing
//! is read here.

use std::ops::Range;

use super::codes::{is_one, kinds};
use super::counted::{digits_of_word, whole_between};
use super::sentence::{Phrases, Sentence, sentences};
use super::shown::numbers;
use super::words::Language;

/// Characters of one piece, at most.
const MOST: usize = 60;
/// Words that join two pieces, at most: `and`, `followed by`, `then`.
const JOINTS: usize = 3;

/// Words of what a piece stands for, at most: `for the building`.
const PURPOSE: usize = 3;

/// `One letter for the building, two digits for the door` without what its pieces stand for.
pub(super) fn without_purposes(sentence: &Sentence, language: &Language, from: usize) -> Option<Sentence> {
    if !sentence.has(language.means_part) {
        return None;
    }
    let mut text = sentence.text.clone();
    let mut found = 0;
    for at in (from + 1..sentence.words.len()).rev() {
        let Some(end) = language.means_part.iter().filter_map(|phrase| sentence.ends_at(phrase, at)).max() else {
            continue;
        };
        let parted = |last: &usize| {
            let gap = sentence.gap(*last - 1);
            let joins = [language.and, language.followed].iter().any(|words| words.contains(&sentence.word(*last)));
            *last == sentence.words.len() || gap.contains([',', ';', '(', '.']) || joins
        };
        let Some(last) = (end + 1..=(end + PURPOSE).min(sentence.words.len())).find(parted) else { continue };
        // "4 digits for the site, 2 for the year" goes on without the word.
        if sentence.number(at - 1, language).is_some() {
            return None;
        }
        // "Two letters for England, three for Wales" are two kinds of codes.
        let capital = sentence.text[sentence.words[end].1.clone()].starts_with(char::is_uppercase);
        let (start, behind) = (sentence.words[at - 1].1.end, sentence.words[last - 1].1.end);
        if capital && !language.capital_nouns {
            return None;
        }
        text.replace_range(start..behind, "");
        found += 1;
    }
    sentences(&text).into_iter().next().filter(|_| found > 1)
}

/// The expression for a code of which all pieces are named, from a word on.
pub(super) fn read(sentence: &Sentence, language: &Language, from: usize) -> Option<String> {
    // Most sentences name none of what codes consist of.
    let of = [
        language.digits, language.letters, language.capitals, language.smalls, language.year, language.pieces.number,
        language.followed_by,
    ];
    // "4 digits for adults, 5 digits for children" are two kinds of codes.
    let article = |at: usize| [language.every, language.articles].iter().any(|of| of.contains(&sentence.word(at)));
    let of_kind = |at: &usize| language.only_for.contains(&sentence.word(*at)) && !article(at + 1);
    let of_rows = (from..sentence.words.len()).filter(of_kind).count();
    if of_rows > 1 {
        return None;
    }
    let counted = || sentence.words.iter().any(|(word, _)| digits_of_word(word, language).is_some());
    if !of.into_iter().any(|phrases| sentence.has(phrases)) && !sentence.has(language.pieces.running) && !counted() {
        return None;
    }
    // "(A01 to F40)" says more.
    let code = |word: &str| {
        word.bytes().any(|byte| byte.is_ascii_digit()) && word.bytes().any(|byte| byte.is_ascii_uppercase())
    };
    let ranges = |inside: &str| {
        let words: Vec<&str> = inside.split([' ', ')']).collect();
        words.windows(3).any(|part| code(part[0]) && language.to.contains(&part[1]) && code(part[2]))
    };
    if sentence.text.split('(').skip(1).any(ranges) {
        return None;
    }
    let end = end_of(sentence, language, from);
    // What a label or a verb leads to begins anew: `accession number: year, dot, running number`.
    let leads = |at: &usize| {
        let before = at - 1;
        let verb = [language.copulas, language.verbs].iter().any(|words| words.contains(&sentence.word(before)));
        verb || sentence.gap(before).contains([':', ';'])
            || language.pieces.made_of.iter().any(|phrase| ends(sentence, phrase, *at))
    };
    // "Begins with T and has the year and three digits" has said a piece before that.
    let begun = |at: &usize| sentence.any(language.begins).is_some_and(|begins| begins.end <= *at);
    let starts = std::iter::once(from).chain((from + 1..end).filter(leads).filter(|at| !begun(at)));
    let regex = starts.into_iter().find_map(|at| Reader { sentence, language, at, end }.whole())?;
    let shown = shown(sentence, language, from);
    let fit = |regex: &str| shown.iter().all(|texts| texts.iter().any(|text| is_one(regex, text)));
    fit(&regex).then_some(regex)
}

fn ends(sentence: &Sentence, phrase: &str, at: usize) -> bool {
    sentence.starts_before(phrase, at).is_some()
}

/// The expression for the one piece that a part of a sentence ends with, behind what it stands for: `aisle letter`, `two-digit bay`.
pub(super) fn piece_at_end(part: &Sentence, language: &Language) -> Option<String> {
    let end = part.words.len();
    let plain = |at: usize| part.words[at].0.chars().all(char::is_lowercase) && part.number(at, language).is_none();
    let starts = (0..end.min(PURPOSE + 1)).take_while(|at| *at == 0 || plain(at - 1));
    starts.into_iter().find_map(|at| {
        let mut reader = Reader { sentence: part, language, at, end };
        let piece = reader.element().filter(|piece| piece.counted.is_some() || at == 0)?;
        let rest = reader.at..end;
        (rest.len() <= PURPOSE && rest.into_iter().all(plain)).then_some(piece.regex)
    })
}

/// The word before which the pieces end: an example, a bracket or another part of the sentence.
fn end_of(sentence: &Sentence, language: &Language, from: usize) -> usize {
    let parted = |at: usize| {
        let gap = sentence.gap(at - 1);
        let limits = gap.ends_with('(') && sentence.word(at).len() == 1 && sentence.word(at + 2).len() == 1;
        let counts = gap.ends_with('(') && sentence.number(at, language).is_some_and(|number| number < 10.0);
        gap.contains([';', '.', '=']) || gap.contains('(') && !limits && !counts
    };
    let example = |at: usize| {
        let tables = [language.example, language.pieces.shown];
        tables.into_iter().flatten().any(|phrase| sentence.ends_at(phrase, at).is_some())
    };
    (from + 1..sentence.words.len()).find(|at| parted(*at) || example(*at)).unwrap_or(sentence.words.len())
}

/// What is shown of the code, in each place the texts that it may be: in brackets, behind `e.g.`
fn shown(sentence: &Sentence, language: &Language, from: usize) -> Vec<Vec<String>> {
    let tables = [language.example, language.pieces.shown];
    let behind = (from..sentence.words.len()).filter_map(|at| {
        let end = tables.into_iter().flatten().filter_map(|phrase| sentence.ends_at(phrase, at)).max()?;
        Some(sentence.rest(end).to_owned())
    });
    let inside = sentence.text.split('(').skip(1).filter_map(|part| Some(part.split_once(')')?.0.to_owned()));
    let texts = |text: String| {
        let trim = |text: &str| text.trim().trim_matches(['"', '\'', '“', '”', '„', '.', ' ', ')']).to_owned();
        let part = trim(text.split([',', ';', ')']).next().unwrap_or_default());
        let word = trim(text.split([' ', ',', ';', ')']).next().unwrap_or_default());
        vec![trim(&text), part, word]
    };
    // "(A to F)" limits a letter, and a code has a digit or is in capitals.
    let is_code = |texts: &Vec<String>| {
        let word = &texts[2];
        word.len() > 2
            && word.bytes().any(|byte| byte.is_ascii_digit())
            && !word.bytes().any(|byte| byte.is_ascii_lowercase())
    };
    behind.chain(inside).map(texts).filter(is_code).collect()
}

/// A piece of a code.
struct Piece {
    regex: String,
    /// What it consists of and how many of these, where it is counted.
    counted: Option<(String, usize, Option<usize>)>,
}

impl Piece {
    fn plain(regex: impl Into<String>) -> Piece {
        Piece { regex: regex.into(), counted: None }
    }

    /// A piece whose characters are not those of one kind.
    fn limited(regex: String) -> Piece {
        Piece { regex, counted: Some((String::new(), 1, None)) }
    }

    fn of(class: &str, least: usize, most: Option<usize>) -> Piece {
        let count = match (least, most) {
            (1, Some(1)) => String::new(),
            (least, Some(most)) if least == most => format!("{{{least}}}"),
            (least, Some(most)) => format!("{{{least},{most}}}"),
            (1, None) => "+".to_owned(),
            (least, None) => format!("{{{least},}}"),
        };
        Piece { regex: format!("{class}{count}"), counted: Some((class.to_owned(), least, most)) }
    }

    /// The piece where it begins with a text: nine digits that start with 276 are six more.
    fn beginning_with(&self, text: &str) -> Option<String> {
        let (class, least, most) = self.counted.as_ref()?;
        let own = text.chars().all(|each| is_one(class, &each.to_string()));
        let length = text.chars().count();
        let most = match most {
            Some(most) => Some(most.checked_sub(length)?),
            None => None,
        };
        if !own {
            return None;
        }
        // "0" of any number of digits, and "+" before them.
        let rest = match (least.saturating_sub(length), most) {
            (0, None) => format!("{class}*"),
            (_, Some(0)) => String::new(),
            (least, most) => Piece::of(class, least, most).regex,
        };
        Some(format!("{}{rest}", regex::escape(text)))
    }
}

struct Reader<'s> {
    sentence: &'s Sentence,
    language: &'s Language,
    at: usize,
    end: usize,
}

impl Reader<'_> {
    /// All pieces to the end; `None` where anything else is said.
    fn whole(mut self) -> Option<String> {
        if let Some(text) = self.begins() {
            self.joint();
            let rest = self.set().map(|(piece, _)| piece).or_else(|| self.element())?;
            return if self.is_done() { rest.beginning_with(&text) } else { None };
        }
        let from = self.at;
        if let Some((piece, several)) = self.set() {
            if self.is_done() {
                let known = super::sizes::only_of(self.sentence, self.language, from).is_some();
                return (several && !known).then_some(piece.regex);
            }
            self.joint();
            if let Some(text) = self.begins().filter(|_| self.is_done()) {
                return piece.beginning_with(&text);
            }
        }
        self.at = from;
        self.sequence()
    }

    fn sequence(&mut self) -> Option<String> {
        let mut pieces = vec![self.element()?];
        while !self.is_done() {
            let gap = self.sentence.gap(self.at - 1).to_owned();
            let joined = self.joint();
            // "Nine digits, starting with 276"
            if let Some(text) = self.begins() {
                let [piece] = pieces.as_slice() else { return None };
                return if self.is_done() { piece.beginning_with(&text) } else { None };
            }
            if let Some(sign) = ["-", "–", "/", "."].iter().find(|sign| gap == **sign).filter(|_| !joined) {
                pieces.push(Piece::plain(regex::escape(&sign.replace('–', "-"))));
            } else if !joined && !matches!(gap.as_str(), "," | "+" | ", ") {
                return None;
            }
            pieces.push(self.element()?);
        }
        let regex: String = pieces.iter().map(|piece| piece.regex.as_str()).collect();
        // "Up to 8 letters and digits"
        let mixed =
            pieces.iter().any(|piece| piece.counted.as_ref().is_some_and(|(class, ..)| class.ends_with("0-9]")));
        // `A, B or C` is a list, and `1-500` a range.
        let built = pieces.iter().any(|piece| piece.counted.is_some());
        (built && pieces.len() > 1 || mixed).then_some(regex)
    }

    /// Whether nothing is left but what says no more of the pieces.
    fn is_done(&mut self) -> bool {
        while let Some(next) = self.phrase(self.language.pieces.beside, self.at) {
            self.at = next;
        }
        self.at >= self.end
    }

    fn phrase(&self, phrases: Phrases, at: usize) -> Option<usize> {
        let found = phrases.iter().filter_map(|phrase| self.sentence.ends_at(phrase, at)).max();
        found.filter(|end| *end <= self.end)
    }

    fn skips(&mut self, phrases: Phrases) -> bool {
        let next = self.phrase(phrases, self.at);
        self.at = next.unwrap_or(self.at);
        next.is_some()
    }

    fn joint(&mut self) -> bool {
        let tables = [self.language.followed, self.language.and, self.language.followed_by];
        let before = self.at;
        for _ in 0..JOINTS {
            if !tables.into_iter().any(|table| self.skips(table)) {
                break;
            }
        }
        self.at > before
    }

    /// `starting with 276`, `the first two are 27`: what the code begins with.
    fn begins(&mut self) -> Option<String> {
        let before = self.at;
        let led = self.skips(self.language.begins) || self.skips(self.language.starting) || self.first();
        let found = led.then(|| self.literal()).flatten();
        if found.is_none() {
            self.at = before;
        }
        found
    }

    fn first(&mut self) -> bool {
        let Some(next) = self.phrase(self.language.pieces.first, self.at) else { return false };
        let counted = next + usize::from(self.sentence.number(next, self.language).is_some());
        let digits = self.phrase(self.language.digits, counted).unwrap_or(counted);
        let Some(end) = self.phrase(self.language.copulas, digits) else { return false };
        self.at = end;
        true
    }

    /// A piece, or one of two: `a digit or X`.
    fn element(&mut self) -> Option<Piece> {
        if self.skips(self.language.pieces.optional) {
            let piece = self.single()?;
            return Some(Piece::plain(format!("(?:{})?", piece.regex)));
        }
        let from = self.at;
        let piece = self.single()?;
        let next = self.phrase(self.language.or, self.at).filter(|next| *next < self.end);
        let Some(next) = next else { return Some(piece) };
        self.at = next;
        let other = self.single()?;
        // "A, B or K", "6, 8 or 10 digits"
        let listed = from > 0 && self.sentence.gap(from - 1) == ",";
        if listed && piece.counted.is_none() {
            return None;
        }
        let short = |regex: &str| regex == r"\d" || regex.len() == 1;
        Some(Piece::plain(match short(&piece.regex) && short(&other.regex) {
            true => format!("[{}{}]", piece.regex, other.regex),
            false => format!("(?:{}|{})", piece.regex, other.regex),
        }))
    }

    fn single(&mut self) -> Option<Piece> {
        let from = self.at;
        let readers: [fn(&mut Self) -> Option<Piece>; 8] = [
            Self::check,
            Self::counted,
            Self::range,
            Self::year,
            Self::number,
            Self::sign,
            Self::kind,
            Self::letters_as_they_stand,
        ];
        readers.into_iter().find_map(|read| {
            self.at = from;
            read(self)
        })
    }

    /// `1 to 120`, behind another piece
    fn range(&mut self) -> Option<Piece> {
        let whole = |at: usize| {
            let number = self.sentence.number(at, self.language).filter(|number| number.fract() == 0.0)?;
            let digits = self.sentence.word(at).bytes().all(|byte| byte.is_ascii_digit());
            (digits && (0.0..10_000.0).contains(&number)).then_some(number as u64)
        };
        // "Year of birth, 2008 to 2019" is no code.
        let follows = |phrase: &&&str| ends(self.sentence, phrase, self.at);
        self.language.followed_by.iter().find(follows)?;
        let next = self.phrase(self.language.to, self.at + 1)?;
        let (least, most) = whole(self.at).zip(whole(next)).filter(|(least, most)| self.at > 0 && least < most)?;
        self.at = next + 1;
        Some(Piece::limited(whole_between(least, most)))
    }

    /// `a check letter`
    fn check(&mut self) -> Option<Piece> {
        let articles = [self.language.articles, self.language.every];
        let from = articles.iter().filter_map(|words| self.phrase(words, self.at)).max().unwrap_or(self.at);
        // "A running three-digit number"
        let from = self.phrase(self.language.pieces.counting_up, from).unwrap_or(from);
        let checks = self.language.pieces.checks.iter();
        let found = checks.filter_map(|(name, class)| Some((self.phrase(std::slice::from_ref(name), from)?, class)));
        let (end, class) = found.max_by_key(|(end, _)| *end)?;
        self.at = end;
        Some(Piece::of(class, 1, Some(1)))
    }

    /// The class at a word, with what may stand beside letters.
    fn class(&self, at: usize) -> Option<(&'static str, usize)> {
        let language = self.language;
        let (class, end) =
            kinds(language).into_iter().find_map(|(phrases, class)| Some((class, self.phrase(phrases, at)?)))?;
        let next = self.phrase(language.and, end).or_else(|| self.phrase(language.or, end));
        let digits = next.and_then(|next| self.phrase(language.digits, next)).filter(|_| class != r"\d");
        let letters = next.filter(|_| class == r"\d");
        let either = |class: &str| if class == "[A-Z]" { "[A-Z0-9]" } else { "[A-Za-z0-9]" };
        let behind = letters.and_then(|next| {
            let tables = [(language.capitals, "[A-Z]"), (language.letters, "[A-Za-z]")];
            tables.into_iter().find_map(|(phrases, class)| Some((either(class), self.phrase(phrases, next)?)))
        });
        Some(digits.map(|end| (either(class), end)).or(behind).unwrap_or((class, end)))
    }

    /// How many there are of what comes next: the least, the most, the word behind.
    fn count(&self) -> Option<(usize, Option<usize>, usize)> {
        let (sentence, language, at) = (self.sentence, self.language, self.at);
        let whole = |at: usize| {
            let number = sentence.number(at, language).map(f64::abs).filter(|number| number.fract() == 0.0)?;
            (1.0..=MOST as f64).contains(&number).then_some(number as usize)
        };
        if let Some(next) = self.phrase(language.at_most, at) {
            return Some((1, Some(whole(next)?), next + 1));
        }
        if let Some(next) = self.phrase(language.at_least, at) {
            return Some((whole(next)?, None, next + 1));
        }
        let led = self.phrase(language.between, at).unwrap_or(at);
        let first = whole(led);
        let joined = [language.to, language.or].into_iter().find_map(|words| self.phrase(words, led + 1));
        let and = self.phrase(language.and, led + 1).filter(|_| led > at);
        let next = joined.or(and).or_else(|| sentence.is_dashed(led).then_some(led + 1));
        if let Some((first, (last, next))) = first.zip(next.and_then(|next| Some((whole(next)?, next)))) {
            let either = self.phrase(language.or, led + 1).is_some() && last != first + 1;
            return (first < last && !either).then_some((first, Some(last), next + 1));
        }
        if let Some(first) = first {
            return Some((first, Some(first), led + 1));
        }
        language.articles.contains(&sentence.word(at)).then_some((1, Some(1), at + 1))
    }

    /// `three capital letters`, `1 to 4 digits`, `a letter A to F`, `six more digits`
    fn counted(&mut self) -> Option<Piece> {
        // "And a three-digit number"
        let articles = [self.language.articles, self.language.every];
        let from = articles.iter().filter_map(|words| self.phrase(words, self.at)).max().unwrap_or(self.at);
        // "A running three-digit number"
        let from = self.phrase(self.language.pieces.counting_up, from).unwrap_or(from);
        if let Some(count) = digits_of_word(self.sentence.word(from), self.language) {
            self.at = from + 1;
            self.skips(self.language.pieces.nouns);
            let count = usize::try_from(count).ok()?;
            return Some(Piece::of(r"\d", count, Some(count)));
        }
        if self.sentence.number(from, self.language).is_some() {
            self.at = from;
        }
        let (least, most, next) = self.count()?;
        let next = self.phrase(self.language.pieces.more, next).unwrap_or(next);
        let (class, end) = self.class(next)?;
        self.at = end;
        if (least, most) == (1, Some(1))
            && let Some(range) = self.range_of(class)
        {
            return Some(Piece::limited(range));
        }
        if !self.skips(self.language.year) {
            self.skips(self.language.pieces.nouns);
        }
        Some(Piece::of(class, least, most))
    }

    /// `letter`, `letter A to F`, `letters BN`: one where nothing counts it.
    fn kind(&mut self) -> Option<Piece> {
        let articles = [self.language.articles, self.language.every];
        self.at = articles.iter().filter_map(|words| self.phrase(words, self.at)).max().unwrap_or(self.at);
        let (class, end) = self.class(self.at)?;
        let single = [self.language.letters, self.language.digits, self.language.capitals, self.language.smalls];
        let is_single = single
            .into_iter()
            .any(|phrases| phrases.first().is_some_and(|phrase| self.sentence.ends_at(phrase, self.at) == Some(end)));
        self.at = end;
        if let Some(range) = self.range_of(class) {
            return Some(Piece::limited(range));
        }
        let before = self.at;
        if let Some(text) = self.literal().filter(|_| class != r"\d") {
            return Some(Piece::plain(regex::escape(&text)));
        }
        self.at = before;
        is_single.then(|| Piece::of(class, 1, Some(1)))
    }

    /// `A to F`, `(A-F)`, `from A to F`, `1 to 6` behind what is limited so.
    fn range_of(&mut self, class: &str) -> Option<String> {
        let sentence = self.sentence;
        let from = self.phrase(self.language.between, self.at).unwrap_or(self.at);
        let last = self.phrase(self.language.to, from + 1).or_else(|| sentence.is_dashed(from).then_some(from + 1))?;
        let one = |at: usize| {
            let text = sentence.words.get(at).map(|(_, place)| &sentence.text[place.clone()])?;
            let byte = text.bytes().next().filter(|_| text.len() == 1)?;
            let fits = if class == r"\d" { byte.is_ascii_digit() } else { byte.is_ascii_uppercase() };
            fits.then_some(char::from(byte))
        };
        let (first, last_one) = one(from).zip(one(last)).filter(|(first, last)| first < last)?;
        self.at = last + 1;
        Some(format!("[{first}-{last_one}]"))
    }

    /// `the year`, `year in two digits`
    fn year(&mut self) -> Option<Piece> {
        self.skips(self.language.every);
        if self.skips(self.language.pieces.month) {
            return Some(Piece::plain("(?:0[1-9]|1[0-2])"));
        }
        if !self.skips(self.language.year) {
            return None;
        }
        let before = self.at;
        self.skips(self.language.pieces.of);
        let count = self.count().and_then(|(least, most, next)| {
            let (class, end) = self.class(next)?;
            (class == r"\d" && Some(least) == most).then_some((least, end))
        });
        self.at = count.map_or(before, |(_, end)| end);
        // "Month and year" are no code.
        let digits = count.map_or(4, |(count, _)| count);
        Some(Piece::plain(format!(r"\d{{{digits}}}")))
    }

    /// `a running number`, `a number of 1 to 4 digits`, `a number up to 60`
    fn number(&mut self) -> Option<Piece> {
        let language = self.language;
        let article = self.skips(language.every) || self.skips(language.articles);
        let running = self.skips(language.pieces.running);
        if !running && !self.skips(language.pieces.number) {
            return None;
        }
        let before = self.at;
        // "The number of the field"
        if self.skips(language.owners) && self.skips(language.every) && self.at + 1 == self.end && article {
            self.at += 1;
            return Some(Piece::limited(r"\d+".to_owned()));
        }
        self.at = before;
        self.skips(language.pieces.of);
        if let Some((least, most, next)) = self.count()
            && let Some((r"\d", end)) = self.class(next)
        {
            self.at = end;
            return Some(Piece::of(r"\d", least, most));
        }
        self.at = before;
        let whole = |at: usize| {
            let number = self.sentence.number(at, language).map(f64::abs).filter(|number| number.fract() == 0.0)?;
            (0.0..10_000.0).contains(&number).then_some(number as u32)
        };
        if let Some(next) = self.phrase(language.at_most, self.at)
            && let Some(most) = whole(next)
        {
            self.at = next + 1;
            return Some(Piece::limited(whole_between(1, most.into())));
        }
        let from = self.phrase(language.between, self.at);
        let to = from.and_then(|from| [language.to, language.and].into_iter().find_map(|of| self.phrase(of, from + 1)));
        if let Some((from, to)) = from.zip(to)
            && let Some((least, most)) = whole(from).zip(whole(to)).filter(|(least, most)| least < most)
        {
            self.at = to + 1;
            return Some(Piece::limited(whole_between(least.into(), most.into())));
        }
        Some(Piece::limited(r"\d+".to_owned()))
    }

    /// `a hyphen`, `space`
    fn sign(&mut self) -> Option<Piece> {
        let language = self.language;
        let from = self.at;
        let _ = self.skips(language.every) || self.skips(language.articles);
        let at = self.at;
        if self.skips(language.pieces.spaces) {
            return Some(Piece::plain(" "));
        }
        let signs = language.signs.iter();
        let found = signs.filter_map(|(name, sign)| Some((self.phrase(std::slice::from_ref(name), at)?, sign)));
        let Some((end, sign)) = found.max_by_key(|(end, _)| *end) else {
            self.at = from;
            return None;
        };
        self.at = end;
        Some(Piece::plain(super::sizes::escaped(sign)))
    }

    /// `BN`, `R-`, `276`
    fn letters_as_they_stand(&mut self) -> Option<Piece> {
        let text = self.literal()?;
        // "A letter A to F and 01-60"
        if let Some((first, last)) = text.split_once('-')
            && let (Ok(least), Ok(most)) = (first.parse::<u32>(), last.parse::<u32>())
        {
            let width = (first.len() == last.len() && first.starts_with('0')).then_some(first.len());
            let fits = least < most && most < 10_000;
            return fits.then(|| Piece::limited(format!("(?:{})", numbers(least, most, width))));
        }
        // "6, 8 or 10 digits" has no 6 in it.
        let digits = text.bytes().all(|byte| byte.is_ascii_digit());
        let listed = self.at > 0 && self.sentence.gap(self.at - 1) == ",";
        (!(digits && listed)).then(|| Piece::plain(regex::escape(&text)))
    }

    /// A text as it stands, without small letters, with the signs that are written at it.
    fn literal(&mut self) -> Option<String> {
        let sentence = self.sentence;
        let (_, place) = sentence.words.get(self.at).filter(|_| self.at < self.end)?;
        let quoted = |each: char| matches!(each, '"' | '\'' | '“' | '”' | '„' | '«' | '»');
        let before = sentence.text[..place.start].chars().rev().find(|each| !quoted(*each));
        let start = match before {
            Some('+') if sentence.text[..place.start].ends_with('+') => place.start - 1,
            Some(sign) if !sign.is_whitespace() && !matches!(sign, '(' | ':' | ',') => return None,
            _ => place.start,
        };
        let stops = |each: char| each.is_whitespace() || quoted(each) || matches!(each, ',' | ';' | ')' | '(' | '.');
        let text = sentence.text[start..].split(stops).next()?;
        let plain =
            |each: char| each.is_ascii_uppercase() || each.is_ascii_digit() || matches!(each, '-' | '/' | '+' | '_');
        let own = text.chars().any(char::is_alphanumeric) && text.chars().all(plain) && text.len() <= 8;
        let end = start + text.len();
        let words: Range<usize> =
            self.at..sentence.words.iter().position(|(_, of)| of.start >= end).unwrap_or(sentence.words.len());
        self.at = words.end;
        own.then(|| text.to_owned())
    }

    /// `digits and spaces only`, `letters and digits, in capitals, not more than 8`: any number of several kinds.
    /// Whether it is of several kinds.
    fn set(&mut self) -> Option<(Piece, bool)> {
        let language = self.language;
        let from = self.at;
        let mut only = self.skips(language.only);
        let mut class = String::new();
        let mut kinds = 0;
        loop {
            let one = self.several();
            let Some((of, end)) = one else { break };
            class.push_str(of);
            kinds += 1;
            self.at = end;
            let listed = self.sentence.gap(self.at - 1) == ",";
            let next = [language.and, language.or].into_iter().find_map(|words| self.phrase(words, self.at));
            match next.or(listed.then_some(self.at)) {
                Some(next) => {
                    let before = std::mem::replace(&mut self.at, next);
                    if self.several().is_none() {
                        self.at = before;
                        break;
                    }
                }
                None => break,
            }
        }
        only |= self.skips(language.only);
        let mut most = None;
        loop {
            // "Capitals and figures, no spaces" names all that there may be.
            if self.skips(language.pieces.beside) {
                only |= kinds > 1;
                continue;
            }
            if self.skips(language.pieces.in_capitals) {
                class = class.replace("A-Za-z", "A-Z");
                continue;
            }
            let limit =
                self.phrase(language.at_most, self.at).or_else(|| self.phrase(language.pieces.maximum, self.at));
            let number = limit.and_then(|next| self.sentence.number(next, language).map(|number| (next, number)));
            let Some((next, number)) = number.filter(|(_, number)| *number >= 1.0 && most.is_none()) else { break };
            most = Some(number as usize);
            self.at = next + 1;
            self.skips(language.characters);
        }
        let says = only || most.is_some();
        if kinds == 0 || !says || kinds == 1 && !only {
            self.at = from;
            return None;
        }
        let class = if class == "0-9" { r"\d".to_owned() } else { format!("[{class}]") };
        Some((Piece::of(&class, 1, most), kinds > 1))
    }

    /// Several of a kind, whose count is not said.
    fn several(&self) -> Option<(&'static str, usize)> {
        let language = self.language;
        let kinds = [
            (language.capitals, "A-Z"),
            (language.smalls, "a-z"),
            (language.letters, "A-Za-z"),
            (language.digits, "0-9"),
            (language.pieces.spaces, " "),
            (language.pieces.hyphens, r"\-"),
        ];
        kinds.into_iter().find_map(|(phrases, of)| Some((of, self.phrase(phrases.get(1..)?, self.at)?)))
    }
}

/// Kinds of number that have one expression: Roman numerals, and two ends of a range as `from-to` is shown.
pub(super) fn of_known_build(sentence: &Sentence, language: &Language, from: usize) -> Option<String> {
    // "Letters and roman numerals" has more than these.
    if sentence.has(language.pieces.roman) && !sentence.has(language.letters) {
        return Some("[IVXLCDM]+".to_owned());
    }
    let ranges = sentence.has(language.pieces.ranges);
    let shown = ranges.then(|| shown(sentence, language, from)).into_iter().flatten().flatten();
    let range = r"\d+\-\d+";
    shown.into_iter().any(|text| is_one(range, &text)).then(|| range.to_owned())
}
