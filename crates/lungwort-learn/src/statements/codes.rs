//! Codes that are built of counted letters and digits: `three capital letters`, `LT- and five digits`, `year, hyphen, five digits`.

use std::sync::LazyLock;

use regex::Regex;

use super::conditions::conditional_at;
use super::mask::{literal, looks_like_part, masked, masked_with_letter};
use super::sentence::{Phrases, Sentence, sentences};
use super::shown::{
    as_shown, begun_by_either, by_example, counted_up, digits_shown, from_one_on, from_to, from_to_pieces,
    letter_between, one_of_named, ranges_of_codes, shown_in_brackets,
};
use super::words::Language;

/// What stands as it is before what is counted is no longer than this.
const LITERAL: usize = 8;

/// The expression for codes that are built as a sentence says.
pub(super) fn built(sentence: &Sentence, language: &Language, from: usize) -> Option<String> {
    if let Some(regex) = super::joined_pieces::read(sentence, language, from) {
        return Some(regex);
    }
    // "S01E001: season and episode, two and three digits" shows a code and says what it is made of.
    if let Some(shown) = shown_before_colon(sentence) {
        return parts_of(sentence, language, from.max(1)).filter(|regex| is_one(regex, shown));
    }
    parts_of(sentence, language, from)
}

fn parts_of(sentence: &Sentence, language: &Language, from: usize) -> Option<String> {
    if let Some(regex) = super::kind_counts::read(sentence, language, from) {
        return Some(regex);
    }
    // "Up to 8 digits and 2 decimals" are those of a number.
    let places = |at: &usize| super::counts::counts_places(sentence, language, *at);
    let of_number = language.decimals.iter().any(|phrase| sentence.find_from(phrase, from).is_some());
    if of_number || (from..sentence.words.len()).any(|at| places(&at)) {
        return None;
    }
    let plain = super::composed::without_purposes(sentence, language, from)
        .or_else(|| without_letters(sentence, language))
        .or_else(|| with_counted_dates(sentence, language));
    let regex = match plain {
        Some(plain) => of_pieces(&plain, language, from.min(plain.words.len())),
        None => of_pieces(sentence, language, from),
    };
    // Half of what is said would refuse all codes.
    let regex = regex.filter(|regex| !super::joined_pieces::lacks_sign(sentence, language, from, regex));
    let regex = regex.map(|regex| with_listed_letters(sentence, language, regex));
    let regex = regex.map(|regex| with_word_instead(sentence, language, (from, regex)));
    regex.map(|regex| with_listed_words(sentence, language, regex))
}

/// The code that a sentence begins with, before a colon.
fn shown_before_colon(sentence: &Sentence) -> Option<&str> {
    let (_, place) = sentence.words.first()?;
    let code = &sentence.text[place.clone()];
    let mixed = code.bytes().any(|byte| byte.is_ascii_digit()) && code.bytes().any(|byte| byte.is_ascii_uppercase());
    let alone = code.len() > 3 && mixed && !code.bytes().any(|byte| byte.is_ascii_lowercase());
    (alone && sentence.gap(0) == ":").then_some(code)
}

/// `Two capital letters, or UNKNOWN`, `4 digits (or NEW)`, `NEW or 4 digits`: a word in capitals that may stand instead.
fn with_word_instead(sentence: &Sentence, language: &Language, (from, regex): (usize, String)) -> String {
    let word = |at: usize| sentence.words.get(at).map_or("", |(_, place)| &sentence.text[place.clone()]);
    let in_capitals = |text: &str| {
        let code = text.bytes().all(|byte| byte.is_ascii_uppercase() || byte.is_ascii_digit());
        text.len() > 1 && code && text.bytes().filter(u8::is_ascii_uppercase).count() > 1
    };
    // Where all is in capitals, none of its words is a value.
    let shouts = !sentence.text.chars().any(char::is_lowercase);
    let ends = |at: usize| at + 1 >= sentence.words.len() || sentence.gap(at).starts_with([')', ';', ',', '.', '(']);
    let or = |at: usize| language.or.contains(&sentence.word(at));
    // "RED, BLUE or GREEN, a hyphen and two digits" lists what a code begins with.
    let listed = |at: usize| at > from + 1 && in_capitals(word(at - 2));
    let last = |at: &usize| or(at - 1) && in_capitals(word(*at)) && ends(*at) && !listed(*at);
    let behind = (from + 1..sentence.words.len()).find(last);
    let before = (in_capitals(word(from)) && or(from + 1) && !in_capitals(word(from + 2))).then_some(from);
    match behind.or(before).filter(|_| !shouts).map(word) {
        Some(word) if !is_one(&regex, word) => format!("(?:{regex}|{word})"),
        _ => regex,
    }
}

/// `An area letter (N, S, E, W) and a number` without the list, which says what letters there are.
fn without_letters(sentence: &Sentence, language: &Language) -> Option<Sentence> {
    static LISTED: LazyLock<Option<Regex>> =
        LazyLock::new(|| Regex::new(r" \([A-Z](?:, ?[A-Z])*(?:,? (?:or|oder|ou) |, ?|/)[A-Z]\)").ok());
    let found = LISTED.as_ref()?.find(&sentence.text)?;
    let before = sentence.text[..found.start()].rsplit(' ').next()?.to_lowercase();
    let behind = &sentence.text[found.end()..];
    if !language.letters.contains(&before.as_str()) || behind.trim_matches(['.', ' ']).is_empty() {
        return None;
    }
    // "Area letter" is a letter of some kind.
    let article = language.articles.first()?;
    let head = &sentence.text[..found.start() - before.len()];
    let head = head.rsplit_once(": ").map_or("", |(label, _)| label);
    let label = if head.is_empty() { String::new() } else { format!("{head}: ") };
    sentences(&format!("{label}{article} {before}{behind}")).into_iter().next()
}

/// `V + yyyymm + 3 digits`: parts of a day among pieces that are counted, each as its digits.
fn with_counted_dates(sentence: &Sentence, language: &Language) -> Option<Sentence> {
    const PARTS: &[&str] = &["yyyymmdd", "yyyymm", "yymmdd", "yymm", "yyyy", "yy", "jjjjmm", "jjjj", "aaaamm", "aaaa"];
    let counted = |at: usize| {
        let kinds = [language.digits, language.letters, language.capitals];
        sentence.number(at, language).is_some()
            && kinds.into_iter().flatten().any(|phrase| sentence.ends_at(phrase, at + 1).is_some())
    };
    if !(0..sentence.words.len()).any(counted) {
        return None;
    }
    let digits = language.digits.iter().find(|phrase| phrase.ends_with(['s', 'n']))?;
    let mut text = sentence.text.clone();
    let parts = sentence.words.iter().rev().filter(|(word, _)| PARTS.contains(&word.as_str()));
    let mut found = false;
    for (word, place) in parts {
        text.replace_range(place.clone(), &format!("{} {digits}", word.len()));
        found = true;
    }
    sentences(&text).into_iter().next().filter(|_| found)
}

/// `Area letter (N, S, E, W) and number from 1 to 30`: which letters there are stands in a list.
fn with_listed_letters(sentence: &Sentence, language: &Language, regex: String) -> String {
    static LIST: LazyLock<Option<Regex>> = LazyLock::new(|| {
        Regex::new(r"(?:^|[ (])([A-Z](?:, ?[A-Z])*(?:,? (?:or|oder|ou) |, ?|/)[A-Z])(?:$|[ ),;])").ok()
    });
    let found = LIST.as_ref().and_then(|list| list.captures(&sentence.text)).and_then(|found| found.get(1));
    let Some(found) = found else { return regex };
    let letters: Vec<char> = found
        .as_str()
        .split([',', '/', ' '])
        .filter(|part| part.len() == 1)
        .filter_map(|part| part.chars().next())
        .collect();
    let class = format!("[{}]", letters.iter().collect::<String>());
    let of_letter = sentence.has(language.letters) || sentence.has(language.capitals);
    for any in ["[A-Za-z]", "[A-Z]"] {
        let counted = regex.contains(&format!("{any}{{")) || regex.contains(&format!("{any}+"));
        if of_letter && regex.matches(any).count() == 1 && !counted {
            return regex.replacen(any, &class, 1);
        }
    }
    // "N, S, E or W, followed by three digits"
    match letters.last() {
        Some(last) if regex.starts_with(*last) && regex.get(1..2).is_some_and(|next| "([\\".contains(next)) => {
            format!("{class}{}", &regex[1..])
        }
        _ => regex,
    }
}

/// `RED, BLUE or GREEN, a hyphen and two digits`: the word that the expression begins with is one of several.
fn with_listed_words(sentence: &Sentence, language: &Language, regex: String) -> String {
    let end = regex.bytes().take_while(u8::is_ascii_uppercase).count();
    let counted = regex[end..].starts_with(['{', '?', '*', '+']);
    if end < 2 || counted {
        return regex;
    }
    format!("{}{}", one_of_named(sentence, language, &regex[..end]), &regex[end..])
}

fn of_pieces(sentence: &Sentence, language: &Language, from: usize) -> Option<String> {
    // Digits behind the point are those of a number.
    if sentence.has(language.behind_point) || sentence.has(language.after_it) && sentence.has(language.point) {
        return None;
    }
    // "Year, e.g. 1998" has four digits.
    if let [(first, _), ..] = sentence.words.as_slice()
        && language.year.contains(&first.as_str())
        && let Some(example) = sentence.any(language.example).filter(|example| example.start == 1)
        && sentence
            .words
            .get(example.end)
            .is_some_and(|(word, _)| word.len() == 4 && word.bytes().all(|byte| byte.is_ascii_digit()))
    {
        return Some(r"\d{4}".to_owned());
    }
    if let Some(pattern) = as_written(sentence) {
        return Some(pattern);
    }
    if let Some(pattern) = ranges_of_codes(sentence, language, from) {
        return Some(pattern);
    }
    if let Some(pattern) = from_one_on(sentence, language) {
        return Some(pattern);
    }
    let composed = || super::composed::read(sentence, language, from);
    let prefixed = || super::prefixed::read(sentence, language);
    if let Some(pattern) = places_in_all(sentence, language).or_else(composed).or_else(prefixed) {
        return Some(pattern);
    }
    if let Some(pattern) = begun_as_address(sentence, language).or_else(|| letter_between(sentence, language, from)) {
        return Some(pattern);
    }
    let begun = begun_by_either(sentence, language);
    // "Starting with V, C or F and then five digits" says all of it.
    if begun.is_some() && sentence.any(language.followed).is_some() {
        let all = pieces(sentence, language, from);
        if let Some(regex) = all.filter(|regex| regex.starts_with(['[', '(']) && regex.contains(r"\d{")) {
            return Some(regex);
        }
    }
    if let Some(begun) = begun {
        let signs = super::sizes::only_of(sentence, language, from);
        let counted = digits_behind(sentence, language, &begun);
        let rest = match (signs, counted) {
            (_, Some(digits)) => digits,
            (Some(class), None) => format!("{class}*"),
            (None, None) if super::sizes::says_digits_only(sentence, language) => r"\d*".to_owned(),
            (None, None) => ".*".to_owned(),
        };
        return Some(format!("(?:{begun}){rest}"));
    }
    let shown = || from_to(sentence, language, from).or_else(|| from_to_pieces(sentence, language));
    if let Some(pattern) = counted_up(sentence, language, from).or_else(shown) {
        return Some(pattern);
    }
    let written_out = || super::written_out::read(sentence, language);
    pieces(sentence, language, from)
        .or_else(written_out)
        .or_else(|| by_example(sentence, language))
        .or_else(|| super::composed::of_known_build(sentence, language, from))
        .or_else(|| {
            // `Five-letter code (first 2 of genus + 3 of species)`: how it is thought up is in brackets.
            let (before, rest) = sentence.text.split_once('(')?;
            let (inside, behind) = rest.split_once(')')?;
            let explains = inside.contains('+') || inside.split(' ').count() > 4;
            let plain = sentences(&format!("{before}{behind}")).into_iter().next().filter(|_| explains)?;
            pieces(&plain, language, from.min(plain.words.len()))
        })
}

/// "22 Stellen, beginnt mit DE": the letters are among the places that are counted.
fn places_in_all(sentence: &Sentence, language: &Language) -> Option<String> {
    let begins = sentence.any(language.begins)?;
    let counted = |at: &usize| language.code_places.contains(&sentence.word(at + 1));
    let at = (0..begins.start).find(counted)?;
    let count = sentence.number(at, language).filter(|count| *count >= 1.0 && count.fract() == 0.0)? as usize;
    let code = &sentence.text[sentence.words.get(begins.end)?.1.clone()];
    let letters = !code.is_empty() && code.bytes().all(|byte| byte.is_ascii_uppercase());
    (letters && code.len() < count).then(|| format!(r"{code}\d{{{}}}", count - code.len()))
}

/// `Four digits, the first of which is 1 or 2`: the digits behind those that a value begins with.
fn digits_behind(sentence: &Sentence, language: &Language, begun: &str) -> Option<String> {
    let begins = sentence.any(language.begins)?;
    let counted = |at: usize| {
        let count = sentence.number(at, language).filter(|count| *count >= 1.0 && count.fract() == 0.0)? as usize;
        let digits = language.digits.iter().any(|phrase| sentence.ends_at(phrase, at + 1).is_some());
        digits.then_some(count)
    };
    let count = (0..begins.start).find_map(counted)?;
    let mut each = begun.split('|').map(|first| first.bytes().all(|byte| byte.is_ascii_digit()).then_some(first.len()));
    let first = each.next()??;
    (first < count && each.all(|other| other == Some(first))).then(|| format!(r"\d{{{}}}", count - first))
}

/// `A full address starting with https://`: the signs belong to what it begins with.
fn begun_as_address(sentence: &Sentence, language: &Language) -> Option<String> {
    let begins = sentence.any(language.begins)?;
    let (_, first) = sentence.words.get(begins.end)?;
    // "With http:// or https://"
    let tokens = sentence.text[first.start..].split_whitespace().filter(|token| !language.or.contains(token));
    let addresses = tokens.map(|token| token.trim_matches(['.', ',', ';', '(', ')', '"', '”', '“', '…']));
    let begins: Vec<String> = addresses.take_while(|token| token.contains("://")).map(regex::escape).collect();
    match begins.as_slice() {
        [] => None,
        [one] => Some(format!("{one}.*")),
        several => Some(format!("(?:{}).*", several.join("|"))),
    }
}

/// An expression that a template writes itself: `[A-Z]{2}[0-9]{3}`.
fn as_written(sentence: &Sentence) -> Option<String> {
    if !sentence.text.contains(['[', '\\']) {
        return None;
    }
    let text = sentence.text.rsplit_once(": ").map_or(sentence.text.as_str(), |(_, behind)| behind).trim();
    // "[A-Z]{2,3}; not null" goes on.
    let text = text.split("; ").next().unwrap_or(text).trim();
    let text = text.trim_start_matches('^').trim_end_matches('$');
    let classes = text.contains(['[', '\\']) && text.contains(['{', '+', '*', ']']);
    let plain = !text.is_empty() && text.len() <= 80 && !text.contains([' ', '\'', '"']);
    let ranges = text.contains("-Z") || text.contains("-z") || text.contains("-9") || text.contains(r"\d");
    (classes && plain && ranges && Regex::new(&format!("^(?:{text})$")).is_ok()).then(|| text.to_owned())
}

/// The expression for pieces that are counted one after the other.
fn pieces(sentence: &Sentence, language: &Language, from: usize) -> Option<String> {
    let mut builder = Builder { sentence, language, at: from, regex: String::new(), counted: 0, vague: false };
    while builder.at < sentence.words.len() && !builder.is_example() && !builder.is_shown() {
        // "Four letters and four digits without a space between"
        if language.uncounted.first() == Some(&sentence.word(builder.at)) && builder.counted > 0 {
            break;
        }
        // What is said behind a mask explains it.
        if builder.mask() {
            break;
        }
        if !(builder.country_code()
            || builder.one_of_letters()
            || builder.named_letter()
            || builder.led_letters()
            || builder.counted_piece()
            || builder.counts_on()
            || builder.counted_by_word()
            || builder.single_letter()
            || builder.digit_between()
            || builder.letters_as_they_stand()
            || builder.number_behind()
            || builder.open_digits()
            || builder.year()
            || builder.sign()?)
        {
            if builder.ends_in_capitals() {
                break;
            }
            builder.vague |= builder.is_vague()
                || builder.follows_unknown(from)
                || builder.passes_letters()
                || builder.is_alternative();
            builder.at += 1;
        }
    }
    let Builder { mut regex, mut counted, vague, .. } = builder;
    if counted > 0
        && let Some(shown) = shown_in_brackets(sentence)
        && !is_one(&regex, shown)
    {
        return as_shown(shown, &regex);
    }
    // "Six digits written 12-34-56" are written so.
    if let Some(shape) = digits_shown(sentence, &regex) {
        return Some(shape);
    }
    // A piece of which it is not said how long it is leaves the whole open.
    if vague {
        return None;
    }
    // "Must begin with two letters" says nothing of what stands behind them.
    if counted == 1 && begins_with_piece(sentence, language) && regex.starts_with(['[', '\\']) {
        regex.push_str(".*");
    }
    if counted == 0 && sentence.has(language.begins) && !regex.is_empty() {
        regex.push_str(".*");
        counted = 1;
    }
    // An example in the same sentence must be one.
    let example = sentence.any(language.example).map(|place| sentence.rest(place.end));
    let fits = example.is_none_or(|rest| {
        let ends = |each: char| each.is_whitespace() || matches!(each, ',' | ';' | ')');
        let is_so = |shown: &str| is_one(&regex, shown.trim_matches(['"', '\'', '“', '”', '.', ' ']));
        // `e.g. SR 12345` has a space in it.
        let whole = rest.split([')', ';', ',']).next().unwrap_or_default();
        is_so(rest.split(ends).next().unwrap_or_default()) || is_so(whole)
    });
    (counted > 0 && fits && !regex.contains('\'')).then_some(regex)
}

/// Whether letters or digits are counted directly behind what a value begins with.
fn begins_with_piece(sentence: &Sentence, language: &Language) -> bool {
    let Some(begins) = sentence.any(language.begins) else { return false };
    let at = begins.end;
    let counts = sentence.number(at, language).is_some() || language.articles.contains(&sentence.word(at));
    let kinds = [language.smalls, language.capitals, language.letters, language.digits];
    counts && kinds.into_iter().flatten().any(|phrase| sentence.ends_at(phrase, at + 1).is_some())
}

/// Whether a text is a code as an expression has it. Digits are those from 0 to 9, which is quicker to compile.
pub(super) fn is_one(regex: &str, text: &str) -> bool {
    let plain = regex.replace(r"\d", "[0-9]");
    Regex::new(&format!("^(?:{plain})$")).is_ok_and(|built| built.is_match(text))
}

/// What letters and digits are called, each with its class.
pub(super) fn kinds(language: &Language) -> [(Phrases, &'static str); 5] {
    [
        (language.hex_digits, "[0-9A-Fa-f]"),
        (language.smalls, "[a-z]"),
        (language.capitals, "[A-Z]"),
        (language.letters, "[A-Za-z]"),
        (language.digits, r"\d"),
    ]
}

/// A code as far as it has been read.
pub(super) struct Builder<'s> {
    pub sentence: &'s Sentence,
    pub language: &'s Language,
    pub at: usize,
    pub regex: String,
    /// How many pieces with a count there are.
    pub counted: usize,
    /// Whether letters or digits are named without their count.
    pub vague: bool,
}

impl Builder<'_> {
    /// Whether an example begins here: it is no further piece.
    fn is_example(&self) -> bool {
        self.counted > 0 && self.phrase_at(self.language.example, self.at).is_some()
    }

    /// Whether a code stands in brackets here that is built as has been read so far: `a letter, a dash and three digits (A-123)`.
    fn is_shown(&self) -> bool {
        let open = self.at.checked_sub(1).is_some_and(|before| self.sentence.gap(before).ends_with('('));
        let rest = &self.sentence.text[self.sentence.words[self.at].1.start..];
        let shown = rest.split(')').next().unwrap_or_default();
        self.counted > 0 && open && shown.len() < rest.len() && is_one(&self.regex, shown)
    }

    /// `five letters, capitals`: the last word says which letters have been counted.
    fn ends_in_capitals(&mut self) -> bool {
        let before = self.at.checked_sub(1).map_or("", |at| self.sentence.gap(at));
        let last = |phrases: &[&str]| self.phrase_at(phrases, self.at) == Some(self.sentence.words.len());
        let class = match (last(self.language.capitals), last(self.language.small_last)) {
            (true, _) => "[A-Z]",
            (_, true) => "[a-z]",
            _ => return false,
        };
        let said = self.counted > 0 && (before.contains(',') || before.contains(')'));
        if said {
            self.regex = self.regex.replace("[A-Za-z]", class);
        }
        said
    }

    /// `country code followed by 8 to 12 digits`
    fn country_code(&mut self) -> bool {
        let Some(end) = self.phrase_at(self.language.country_code, self.at).filter(|_| self.regex.is_empty()) else {
            return false;
        };
        let followed = self.phrase_at(self.language.followed, end).is_some();
        if followed {
            self.regex.push_str("[A-Z]{2}");
            self.at = end;
        }
        followed
    }

    /// Whether something is followed by what comes next of which it is not known how it is built.
    fn follows_unknown(&self, from: usize) -> bool {
        let word = |at: usize| self.sentence.words[at].0.as_str();
        let language = self.language;
        let known = |at: usize| {
            let text = &self.sentence.text[self.sentence.words[at].1.clone()];
            // "LN followed by a dash" is a piece as it stands.
            !text.chars().any(char::is_lowercase)
                || [language.verbs, language.small, language.number, language.articles, language.year]
                    .iter()
                    .any(|words| words.contains(&word(at)))
        };
        self.regex.is_empty()
            && self.phrase_at(language.followed_by, self.at).is_some()
            && (from..self.at).any(|at| !known(at))
    }

    /// Whether another piece may stand in place of the last one: `starts with a letter or a digit`.
    fn is_alternative(&self) -> bool {
        let next = self.at + 1;
        let article = self.language.articles.contains(&self.sentence.word(next));
        let piece = self.counts_at(next) || article && self.kind_at(next + 1).is_some();
        self.counted > 0 && self.language.or.contains(&self.sentence.word(self.at)) && piece
    }

    /// Whether capitals that stand before further pieces have not been read: what follows is not the whole code.
    fn passes_letters(&self) -> bool {
        let text = &self.sentence.text[self.sentence.words[self.at].1.clone()];
        let capitals = text.len() <= 4 && text.bytes().all(|byte| byte.is_ascii_uppercase());
        let joined = || {
            let next = self.phrase_at(self.language.followed, self.at + 1);
            next.is_some_and(|next| self.counts_at(next) || self.ranges_at(next))
        };
        self.regex.is_empty() && capitals && (self.sentence.gap(self.at) == "+" || joined())
    }

    /// Whether letters or digits are counted at a word.
    pub(super) fn counts_at(&self, at: usize) -> bool {
        self.sentence.number(at, self.language).is_some() && self.kind_at(at + 1).is_some()
    }

    /// Whether letters or digits are counted at a word by the least and the most of them: `1 to 3 digits`, `2-4 letters`, `one or two
    /// digits`.
    fn ranges_at(&self, at: usize) -> bool {
        let most = match self.sentence.is_dashed(at) {
            true => Some(at + 1),
            false => self.phrase_at(self.language.to, at + 1).or_else(|| self.phrase_at(self.language.or, at + 1)),
        };
        self.sentence.number(at, self.language).is_some() && most.is_some_and(|most| self.counts_at(most))
    }

    /// `letters` without a count, behind another piece or before one.
    fn is_vague(&self) -> bool {
        let before = self.at.checked_sub(1).and_then(|at| self.sentence.words.get(at));
        let joined = before.is_some_and(|(word, _)| {
            let language = self.language;
            [language.and, language.or, language.uncounted].iter().any(|words| words.contains(&word.as_str()))
        });
        // "As printed on your letter: HS- and five digits" speaks of no letter of it.
        self.kind_at(self.at).is_some_and(|(_, end)| self.sentence.gap(end - 1) != ":") && !joined
    }

    /// `DEP-YYYY-NNN`: a code by its letters, of which some stand for digits.
    fn mask(&mut self) -> bool {
        let (sentence, language, at) = (self.sentence, self.language, self.at);
        let Some((_, place)) = sentence.words.get(at).filter(|_| self.regex.is_empty() && self.counted == 0) else {
            return false;
        };
        let from = place.start;
        let before = sentence.text[..from].chars().next_back();
        let rest = &sentence.text[from..];
        let end = rest
            .find(|each: char| each.is_whitespace() || matches!(each, ',' | ';' | ')' | '(' | '"'))
            .unwrap_or(rest.len());
        let text = rest[..end].trim_end_matches(['.', ':']);
        if before.is_some_and(|before| !(before.is_whitespace() || matches!(before, '(' | '"' | '“' | ':'))) {
            return false;
        }
        // `00:00.00` is one mask.
        if sentence.text[..from]
            .strip_suffix(':')
            .is_some_and(|before| before.ends_with(|each: char| each.is_ascii_digit()))
        {
            return false;
        }
        let says_letter = [language.letters, language.capitals].into_iter().any(|phrases| sentence.has(phrases));
        let of_letter = says_letter.then(|| masked_with_letter(text)).flatten();
        let Some(regex) = of_letter.or_else(|| masked(text)) else { return false };
        // Zeros and nines alone may be those of an example.
        // A text that is nothing else is one, where letters stand for letters, too.
        let alone = sentence.text.trim() == text && regex.contains("[A-Z]");
        if !text.to_uppercase().contains(['N', '#', 'Y', 'X']) && !alone && !sentence.has(language.forms) {
            return false;
        }
        self.regex = regex;
        self.counted = 1;
        self.at = sentence
            .words
            .iter()
            .position(|(_, other)| other.start >= from + text.len())
            .unwrap_or(sentence.words.len());
        true
    }

    /// `T and two digits`: capital letters before a counted piece.
    fn led_letters(&mut self) -> bool {
        let (sentence, at) = (self.sentence, self.at);
        let Some((_, place)) = sentence.words.get(at).filter(|_| self.regex.is_empty()) else { return false };
        let text = &sentence.text[place.clone()];
        let spaced = sentence.text[place.end..].starts_with(char::is_whitespace) || sentence.gap(at) == ",";
        if text.is_empty() || text.len() > 4 || !spaced || !text.bytes().all(|byte| byte.is_ascii_uppercase()) {
            return false;
        }
        let language = self.language;
        let behind = self.phrase_at(language.and, at + 1).or_else(|| self.phrase_at(language.followed, at + 1));
        // `R + 5 digits`
        // "Ranger ID, two letters" has no ID in it.
        // `PK, the year in two digits, a slash`, as the first piece
        let first = at == 0 || sentence.gap(at - 1).ends_with([';', ':']);
        let joined = sentence.gap(at) == "+" || sentence.gap(at) == "," && (text.len() == 1 || first);
        let plus = joined.then_some(at + 1);
        let Some(next) = behind.or(plus) else { return false };
        // `L + year + hyphen + four digits`, `L, the year, a hyphen and four digits`
        let year = if language.every.contains(&sentence.word(next)) { next + 1 } else { next };
        // "PK, the year in two digits" goes on about the year.
        if language.year.contains(&sentence.word(year)) && first && text.len() > 1 && sentence.gap(year).is_empty() {
            self.regex.push_str(text);
            self.at = year;
            return true;
        }
        if language.year.contains(&sentence.word(year)) && year + 1 < sentence.words.len() {
            let (digits, end) = self.digits_of_year(year).unwrap_or((4, year + 1));
            self.regex.push_str(&format!(r"{text}\d{{{digits}}}"));
            self.counted += 1;
            self.at = end;
            return true;
        }
        // `D followed by up to five digits`
        let limit = [language.at_most, language.at_least, language.exactly];
        let next = limit.into_iter().filter_map(|phrases| self.phrase_at(phrases, next)).max().unwrap_or(next);
        if let Some((numbers, end)) = self.any_number(next) {
            self.regex.push_str(&format!("{text}{numbers}"));
            self.counted += 1;
            self.at = end;
            return true;
        }
        // "B plus a two-digit number"
        let counted = language.articles.contains(&sentence.word(next)) && self.counts_at(next + 1);
        let next = next + usize::from(counted);
        let counts = sentence.number(next, language).is_some() || language.articles.contains(&sentence.word(next));
        if !(counts && self.kind_at(next + 1).is_some() || self.ranges_at(next)) {
            return false;
        }
        // `G-C and three letters`: all of what stands before them.
        let from = sentence.text[..place.start].rfind([' ', '(', ':', '"', '\'']).map_or(0, |sign| sign + 1);
        let whole = sentence.text.get(from..place.end).filter(|whole| whole.len() <= LITERAL).unwrap_or(text);
        let plain = |each: char| each.is_ascii_uppercase() || each.is_ascii_digit() || matches!(each, '-' | '/' | '.');
        self.regex.push_str(&regex::escape(if whole.chars().all(plain) { whole } else { text }));
        self.at = next;
        true
    }

    /// `N, E, S or W and three digits`, `one of the letters A, B, C followed by …`: one of several before a counted piece.
    fn one_of_letters(&mut self) -> bool {
        let (sentence, language) = (self.sentence, self.language);
        let named =
            self.kind_at(self.at).filter(|(class, _)| matches!(*class, "[A-Za-z]" | "[A-Z]")).map(|(_, end)| end);
        let (mut texts, mut chosen) = (Vec::new(), named.is_some());
        let mut at = named.unwrap_or(self.at);
        while let Some((_, place)) = sentence.words.get(at) {
            let text = &sentence.text[place.clone()];
            if text.len() > 3 || !text.bytes().all(|byte| byte.is_ascii_uppercase()) {
                break;
            }
            texts.push(text);
            let gap = sentence.gap(at);
            let or = language.or.contains(&sentence.word(at + 1));
            chosen |= or || gap == "/";
            at += 1 + usize::from(or);
            if !(or || gap == "," || gap == "/") {
                break;
            }
        }
        if texts.len() < 2 || !chosen {
            return false;
        }
        // "And then"
        let and = self.phrase_at(language.and, at).unwrap_or(at);
        let joined = self.phrase_at(language.followed, and).max(self.phrase_at(language.followed, at)).unwrap_or(and);
        let article = usize::from(language.articles.contains(&sentence.word(joined)));
        let sign = language.signs.iter().any(|(name, _)| self.phrase_at(&[name], joined + article).is_some());
        let piece = article == 1 && self.kind_at(joined + 1).is_some();
        let apart = at.checked_sub(1).is_some_and(|last| sentence.gap(last).contains('('));
        if apart || !(piece || sign || self.counts_at(joined) || self.ranges_at(joined)) {
            return false;
        }
        let single = texts.iter().all(|text| text.len() == 1);
        let either = if single { format!("[{}]", texts.concat()) } else { format!("(?:{})", texts.join("|")) };
        self.regex.push_str(&either);
        self.at = joined;
        true
    }

    /// `the letter L`
    fn named_letter(&mut self) -> bool {
        let (sentence, at) = (self.sentence, self.at);
        let Some(("[A-Za-z]" | "[A-Z]", end)) = self.kind_at(at) else { return false };
        // "A letter from A to E"
        let end = self.phrase_at(self.language.between, end).unwrap_or(end);
        // "As printed on your letter: HS- and five digits" names none.
        if sentence.gap(end - 1).contains([':', ';', '.', ',']) {
            return false;
        }
        let Some((_, place)) = sentence.words.get(end) else { return false };
        let text = &sentence.text[place.clone()];
        if text.len() > 3 || !text.bytes().all(|byte| byte.is_ascii_uppercase()) {
            return false;
        }
        let last = self
            .phrase_at(self.language.to, end + 1)
            .or(sentence.is_dashed(end).then_some(end + 1))
            .and_then(|last| sentence.words.get(last).map(|word| (last, word)));
        if let Some((last, (_, place))) = last
            && let ([first], [to]) = (text.as_bytes(), sentence.text[place.clone()].as_bytes())
            && to.is_ascii_uppercase()
            && first < to
        {
            self.regex.push_str(&format!("[{}-{}]", char::from(*first), char::from(*to)));
            self.counted += 1;
            self.at = last + 1;
            return true;
        }
        self.regex.push_str(text);
        self.at = end + 1;
        true
    }

    /// Where the longest of some phrases that begins at a word ends.
    pub(super) fn phrase_at(&self, phrases: &[&str], at: usize) -> Option<usize> {
        phrases.iter().filter_map(|phrase| self.sentence.ends_at(phrase, at)).max()
    }

    /// The kind of letters that is named at a word, and where its name ends.
    pub(super) fn kind_at(&self, at: usize) -> Option<(&'static str, usize)> {
        kinds(self.language).into_iter().find_map(|(phrases, class)| Some((class, self.phrase_at(phrases, at)?)))
    }

    /// `LT-`, or what is in quotes behind "begins with"
    fn letters_as_they_stand(&mut self) -> bool {
        let Some((text, end)) = literal(self.sentence, self.at) else { return false };
        // "Begins with + and has no spaces" begins with the sign.
        let gap = self.at.checked_sub(1).map_or("", |before| self.sentence.gap(before));
        if gap.contains(['+', '#', '*', '=']) {
            return false;
        }
        // "Begins with the letter T" begins with no article.
        let language = self.language;
        let word = |at: usize| self.sentence.words[at].0.as_str();
        let is_article = |at: usize| {
            let small = self.sentence.text[self.sentence.words[at].1.clone()].starts_with(char::is_lowercase);
            small && (language.every.contains(&word(at)) || language.articles.contains(&word(at)))
        };
        if is_article(self.at) && !gap.ends_with(['"', '\'', '“', '„', '«']) {
            return false;
        }
        let begins = self
            .sentence
            .any(language.begins)
            .is_some_and(|begins| begins.end == self.at || begins.end + 1 == self.at && is_article(begins.end));
        // "A running number starting with 1" counts from there.
        if self.counts_from(&text) {
            return false;
        }
        // "11 digits starting 07"
        let digits = text.bytes().all(|byte| byte.is_ascii_digit());
        let starts = self.at.checked_sub(1).is_some_and(|before| language.starting.contains(&word(before)));
        let begins = begins || digits && starts;
        // "Not beginning with 0" begins with any other.
        let begins = begins && !super::zeros::denied(self.sentence, language);
        // "Start with a zero" is told in words.
        let quoted = gap.ends_with(['"', '\'', '“', '„', '«']) || self.at == 0;
        let address = self.sentence.text[self.sentence.words[self.at].1.end..].starts_with(':');
        let begins = begins && (quoted || address || text.chars().any(|each| !each.is_lowercase()));
        // "07 followed by 9 digits"
        let goes_on = self
            .phrase_at(language.followed_by, end)
            .is_some_and(|next| self.counts_at(next) || self.kind_at(next).is_some_and(|(class, _)| class == r"\d"));
        let capitals = text.bytes().all(|byte| byte.is_ascii_uppercase());
        if (digits || capitals) && text.len() >= 2 && goes_on && self.regex.is_empty() && self.counted == 0 {
            self.regex.push_str(&text);
            self.at = end;
            return true;
        }
        if capitals && self.is_stated(end) {
            self.regex.push_str(&text);
            self.at = end;
            return true;
        }
        // Letters between counted pieces are as likely words of the sentence.
        if begins && self.begun_by(&text) {
            self.at = end;
            return true;
        }
        // "'S' + 6 digits"
        let joined = || {
            let quoted = gap.ends_with(['"', '\'', '“', '„', '«'])
                || self.at == 0 && self.sentence.text.starts_with(['"', '\'']);
            let next = self.phrase_at(language.and, end).or_else(|| self.phrase_at(language.followed, end));
            quoted && (self.sentence.gap(end - 1).contains('+') || next.is_some_and(|next| self.counts_at(next)))
        };
        let alone = self.regex.is_empty() == (self.counted == 0) && (looks_like_part(&text) || joined());
        let named = quoted || !text.chars().any(char::is_lowercase);
        let last = self.phrase_at(language.in_front, end).filter(|_| self.counted > 0 && named);
        if let Some(last) = last {
            // "Five digits with LT- in front"
            self.regex = format!("{}{}", regex::escape(&text), self.regex);
            self.at = last;
            return true;
        }
        if begins || alone {
            self.regex.push_str(&regex::escape(&text));
            self.at = end;
        }
        begins || alone
    }

    /// Whether capitals are the first piece of a code: "is W, the last two digits of the year and …", and "is A, B or C" is a list.
    fn is_stated(&self, end: usize) -> bool {
        let next = self.sentence.words.get(end).map_or("", |(_, place)| &self.sentence.text[place.clone()]);
        let first = self.regex.is_empty() && self.counted == 0 && next.chars().any(char::is_lowercase);
        let led = self.at > 0 && self.language.copulas.contains(&self.sentence.word(self.at - 1));
        // "If Kind is C, the code must start with X" speaks of another column.
        let plain = conditional_at(self.sentence, self.language).is_none();
        first && led && plain && self.sentence.gap(end - 1) == ","
    }

    /// Whether a number counts up from one that is shown: nothing is said of its digits, and it has no zero before it.
    fn counts_from(&self, text: &str) -> bool {
        let plain = text.len() <= 2 && text.bytes().all(|byte| byte.is_ascii_digit()) && !text.starts_with('0');
        let language = self.language;
        plain
            && self.regex.is_empty()
            && self.sentence.has(language.number)
            && !self.sentence.has(language.digits)
            && !self.sentence.has(language.characters)
    }

    /// `A 15-digit number beginning with 826`: what it begins with stands before what has been counted, and digits are among these.
    fn begun_by(&mut self, text: &str) -> bool {
        if self.counted != 1 {
            return false;
        }
        let digits = self.regex.strip_prefix(r"\d{").and_then(|rest| rest.strip_suffix('}')?.parse::<usize>().ok());
        // "Achtstellig und beginnt mit K" counts the letter.
        let of_word = self
            .sentence
            .words
            .iter()
            .any(|(word, _)| self.language.digit_counts.iter().any(|(name, _)| word.starts_with(name)));
        self.regex = match digits {
            Some(all) if of_word && all > text.len() && text.bytes().all(|byte| byte.is_ascii_uppercase()) => {
                format!(r"{text}\d{{{}}}", all - text.len())
            }
            Some(all) if text.bytes().all(|byte| byte.is_ascii_digit()) && all > text.len() => {
                format!(r"{text}\d{{{}}}", all - text.len())
            }
            _ => format!("{}{}", regex::escape(text), self.regex),
        };
        true
    }

    /// `hyphen`; `None` where something stands before the first one that is not understood.
    fn sign(&mut self) -> Option<bool> {
        // "Two capital letters; several are divided by a slash"
        if self.counted > 0 && self.sentence.any(self.language.several).is_some_and(|place| place.start <= self.at) {
            return Some(false);
        }
        let named = |(name, sign): &(&str, &'static str)| Some((*sign, self.phrase_at(&[name], self.at)?));
        let space = || {
            let article = self
                .at
                .checked_sub(1)
                .is_some_and(|at| self.language.articles.contains(&self.sentence.words[at].0.as_str()));
            // "Three letters, space, three digits"
            let listed = self.at.checked_sub(1).is_some_and(|at| self.sentence.gap(at) == ",");
            let end = self.phrase_at(self.language.spaces, self.at).filter(|_| self.counted > 0)?;
            (article || listed && self.sentence.gap(end - 1) == ",").then_some((" ", end))
        };
        let Some((sign, end)) = self.language.signs.iter().find_map(named).or_else(space) else { return Some(false) };
        if self.regex.is_empty() {
            // What stands before the first sign is a part of the code: letters as they are, or a year.
            // "V followed by a slash": what leads up to the sign is none of the code.
            let leads = |at: &usize| {
                let word = self.sentence.words[*at].0.as_str();
                let language = self.language;
                language.articles.contains(&word)
                    || language.followed.iter().any(|phrase| phrase.split(' ').any(|part| part == word))
            };
            let before = (0..self.at).rev().find(|at| !leads(at))?;
            let (word, place) = self.sentence.words.get(before)?;
            let text = &self.sentence.text[place.clone()];
            if text.chars().all(|each| each.is_ascii_uppercase() || each.is_ascii_digit()) {
                self.regex.push_str(text);
            } else if self.language.year.contains(&word.as_str()) {
                self.regex.push_str(r"\d{4}");
            } else {
                return None;
            }
        }
        self.regex.push_str(&super::sizes::escaped(sign));
        self.at = end;
        Some(true)
    }
}

/// Whether what has been counted up to a word is as much as there may be: `30 letters at most`, `30 letters or fewer`.
pub(super) fn is_most(sentence: &Sentence, language: &Language, end: usize) -> bool {
    let phrases = language.at_most.iter().chain(language.or_less);
    let ends = phrases.filter_map(|phrase| sentence.ends_at(phrase, end)).max();
    // "Three letters, at most 10 digits" limits what follows.
    ends.is_some_and(|after| sentence.number(after, language).is_none())
}

/// Whether a limiting phrase stands shortly before a number.
pub(super) fn qualified(sentence: &Sentence, phrases: &[&str], at: usize) -> bool {
    let before = |phrase: &&str| {
        let reach = at.saturating_sub(5)..at;
        // "At most two decimals, one of them…" limits no further number.
        let joined = |end: usize| (end - 1..at).all(|word| !sentence.gap(word).contains([',', ';']));
        reach
            .into_iter()
            .any(|from| sentence.ends_at(phrase, from).is_some_and(|end| end <= at && at - end <= 1 && joined(end)))
    };
    phrases.iter().any(before)
}
