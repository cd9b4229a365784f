//! Codes that are built of counted letters and digits: `three capital letters`, `LT- and five digits`, `year, hyphen, five digits`.

use regex::Regex;

use super::mask::{literal, looks_like_part, masked};
use super::sentence::{Sentence, sentences};
use super::shown::{as_shown, counted_up, digits_shown, from_to, numbers, shown_in_brackets};
use super::words::Language;

/// Letters or digits of one piece at most.
const MOST: f64 = 60.0;

/// The expression for codes that are built as a sentence says.
pub(super) fn built(sentence: &Sentence, language: &Language, from: usize) -> Option<String> {
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
    if let Some(pattern) = counted_up(sentence, language, from).or_else(|| from_to(sentence, language, from)) {
        return Some(pattern);
    }
    pieces(sentence, language, from).or_else(|| {
        // `Five-letter code (first 2 of genus + 3 of species)`: how it is thought up is in brackets.
        let (before, rest) = sentence.text.split_once('(')?;
        let (inside, behind) = rest.split_once(')')?;
        let explains = inside.contains('+') || inside.split(' ').count() > 4;
        let plain = sentences(&format!("{before}{behind}")).into_iter().next().filter(|_| explains)?;
        pieces(&plain, language, from.min(plain.words.len()))
    })
}

/// The expression for pieces that are counted one after the other.
fn pieces(sentence: &Sentence, language: &Language, from: usize) -> Option<String> {
    let mut builder = Builder { sentence, language, at: from, regex: String::new(), counted: 0, vague: false };
    while builder.at < sentence.words.len() && !builder.is_example() {
        // What is said behind a mask explains it.
        if builder.mask() {
            break;
        }
        if !(builder.named_letter()
            || builder.led_letters()
            || builder.counted_piece()
            || builder.counted_by_word()
            || builder.single_letter()
            || builder.digit_between()
            || builder.letters_as_they_stand()
            || builder.number_behind()
            || builder.year()
            || builder.sign()?)
        {
            if builder.ends_in_capitals() {
                break;
            }
            builder.vague |= builder.is_vague();
            builder.at += 1;
        }
    }
    let Builder { mut regex, mut counted, vague, .. } = builder;
    if counted > 0
        && let Some(shown) = shown_in_brackets(sentence)
        && !Regex::new(&format!("^(?:{regex})$")).is_ok_and(|built| built.is_match(shown))
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
    if counted == 0 && sentence.has(language.begins) && !regex.is_empty() {
        regex.push_str(".*");
        counted = 1;
    }
    let compiled = Regex::new(&format!("^(?:{regex})$")).ok()?;
    // An example in the same sentence must be one.
    let example = sentence.any(language.example).map(|place| sentence.rest(place.end));
    let fits = example.is_none_or(|rest| {
        let ends = |each: char| each.is_whitespace() || matches!(each, ',' | ';' | ')');
        let first = rest.split(ends).next().unwrap_or_default();
        compiled.is_match(first.trim_matches(['"', '\'', '“', '”', '.']))
    });
    (counted > 0 && fits && !regex.contains('\'')).then_some(regex)
}

struct Builder<'s> {
    sentence: &'s Sentence,
    language: &'s Language,
    at: usize,
    regex: String,
    /// How many pieces with a count there are.
    counted: usize,
    /// Whether letters or digits are named without their count.
    vague: bool,
}

impl Builder<'_> {
    /// Whether an example begins here: it is no further piece.
    fn is_example(&self) -> bool {
        self.counted > 0 && self.phrase_at(self.language.example, self.at).is_some()
    }

    /// `five letters, capitals`: the last word says which letters have been counted.
    fn ends_in_capitals(&mut self) -> bool {
        let before = self.at.checked_sub(1).map_or("", |at| self.sentence.gap(at));
        let last = self.phrase_at(self.language.capitals, self.at) == Some(self.sentence.words.len());
        let said = self.counted > 0 && last && (before.contains(',') || before.contains(')'));
        if said {
            self.regex = self.regex.replace("[A-Za-z]", "[A-Z]");
        }
        said
    }

    /// `letters` without a count, behind another piece or before one.
    fn is_vague(&self) -> bool {
        let before = self.at.checked_sub(1).and_then(|at| self.sentence.words.get(at));
        let joined = before.is_some_and(|(word, _)| {
            let language = self.language;
            [language.and, language.or, language.uncounted].iter().any(|words| words.contains(&word.as_str()))
        });
        self.kind_at(self.at).is_some() && !joined
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
        let Some(regex) = masked(text) else { return false };
        // Zeros and nines alone may be those of an example.
        if !text.contains(['N', '#', 'Y']) && !sentence.has(language.forms) {
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
        let spaced = sentence.text[place.end..].starts_with(char::is_whitespace);
        if text.is_empty() || text.len() > 4 || !spaced || !text.bytes().all(|byte| byte.is_ascii_uppercase()) {
            return false;
        }
        let language = self.language;
        let behind = self.phrase_at(language.and, at + 1).or_else(|| self.phrase_at(language.followed, at + 1));
        // `R + 5 digits`
        let plus = (sentence.gap(at) == "+").then_some(at + 1);
        let Some(next) = behind.or(plus) else { return false };
        // `D followed by up to five digits`
        let limit = [language.at_most, language.at_least, language.exactly];
        let next = limit.into_iter().filter_map(|phrases| self.phrase_at(phrases, next)).max().unwrap_or(next);
        if let Some((numbers, end)) = self.any_number(next) {
            self.regex.push_str(&format!("{text}{numbers}"));
            self.counted += 1;
            self.at = end;
            return true;
        }
        let counts = sentence.number(next, language).is_some()
            || sentence.words.get(next).is_some_and(|(word, _)| language.articles.contains(&word.as_str()));
        if !(counts && self.kind_at(next + 1).is_some()) {
            return false;
        }
        self.regex.push_str(text);
        self.at = next;
        true
    }

    /// `then a number from 1 to 99`, behind another piece: as many digits as the ends have.
    fn number_behind(&mut self) -> bool {
        let (sentence, language, at) = (self.sentence, self.language, self.at);
        if self.counted == 0 {
            return false;
        }
        let article = sentence.words.get(at).is_some_and(|(word, _)| language.articles.contains(&word.as_str()));
        let Some(end) = self.phrase_at(language.number, if article { at + 1 } else { at }) else { return false };
        let led = self.phrase_at(language.between, end).unwrap_or(end);
        let whole = |at: usize| sentence.number(at, language).filter(|number| *number >= 0.0 && number.fract() == 0.0);
        let next = |at: usize| {
            self.phrase_at(language.to, at)
                .or_else(|| self.phrase_at(language.and, at))
                .or(sentence.is_dashed(at - 1).then_some(at))
        };
        let Some((least, most)) =
            whole(led).zip(next(led + 1).and_then(whole)).map(|(least, most)| (least, most.abs()))
        else {
            return false;
        };
        let Some(last) = next(led + 1).filter(|_| least < most && most < 1e9) else { return false };
        let digits = |number: f64| (number as u64).to_string().len();
        let nines = (most as u64).to_string().bytes().all(|digit| digit == b'9');
        self.regex.push_str(&match (least as u64, digits(least), digits(most)) {
            (1, 1, 1) if nines => "[1-9]".to_owned(),
            (1, _, most) if nines => format!(r"[1-9]\d{{0,{}}}", most - 1),
            _ if most < 10_000.0 => format!("(?:{})", numbers(least as u32, most as u32, None)),
            (_, least, most) if least == most => format!(r"\d{{{least}}}"),
            (_, least, most) => format!(r"\d{{{least},{most}}}"),
        });
        self.counted += 1;
        self.at = last + 1;
        true
    }

    /// `a number`, `a number between 1 and 9`: of one digit the digits between, else any.
    fn any_number(&self, at: usize) -> Option<(String, usize)> {
        let (sentence, language) = (self.sentence, self.language);
        let article = sentence.words.get(at).is_some_and(|(word, _)| language.articles.contains(&word.as_str()));
        let end = self.phrase_at(language.number, if article { at + 1 } else { at })?;
        let led = self.phrase_at(language.between, end).unwrap_or(end);
        let digit = |at: usize| {
            sentence.number(at, language).filter(|number| (0.0..10.0).contains(number) && number.fract() == 0.0)
        };
        let ends = digit(led).zip(digit(led + 2)).filter(|(least, most)| least < most);
        Some(match ends {
            Some((least, most)) => (format!("[{least}-{most}]"), led + 3),
            None => (r"\d+".to_owned(), end),
        })
    }

    /// `the letter L`
    fn named_letter(&mut self) -> bool {
        let (sentence, at) = (self.sentence, self.at);
        let Some(("[A-Za-z]" | "[A-Z]", end)) = self.kind_at(at) else { return false };
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
    fn phrase_at(&self, phrases: &[&str], at: usize) -> Option<usize> {
        phrases.iter().filter_map(|phrase| self.sentence.ends_at(phrase, at)).max()
    }

    /// The kind of letters that is named at a word, and where its name ends.
    fn kind_at(&self, at: usize) -> Option<(&'static str, usize)> {
        let language = self.language;
        let kinds = [
            (language.smalls, "[a-z]"),
            (language.capitals, "[A-Z]"),
            (language.letters, "[A-Za-z]"),
            (language.digits, r"\d"),
        ];
        kinds.into_iter().find_map(|(phrases, class)| Some((class, self.phrase_at(phrases, at)?)))
    }

    /// `three capital letters`, `six to eight digits`, `six capital letters and digits`
    fn counted_piece(&mut self) -> bool {
        let (sentence, language, at) = (self.sentence, self.language, self.at);
        let is_count = |count: &f64| *count >= 1.0 && *count <= MOST && count.fract() == 0.0;
        // "One or two digits" counts both, and "a letter" one.
        let article = || {
            let (word, _) = sentence.words.get(at)?;
            (language.articles.contains(&word.as_str()) && self.kind_at(at + 1).is_some()).then_some(1.0)
        };
        // "A letter A to H" is named.
        let named = self.kind_at(at + 1).and_then(|(_, end)| sentence.words.get(end)).is_some_and(|(_, place)| {
            place.len() == 1 && sentence.text[place.clone()].bytes().all(|byte| byte.is_ascii_uppercase())
        });
        if named {
            return false;
        }
        let Some(count) = sentence.number(at, language).filter(is_count).or_else(article) else { return false };
        // "At most 50 letters" is the length of a text.
        let limited = qualified(sentence, language.at_most, at) || qualified(sentence, language.at_least, at);
        if limited && self.kind_at(at + 1).is_some_and(|(class, _)| class == "[A-Za-z]") && self.regex.is_empty() {
            return false;
        }
        let loose = || Some((r"\d", self.phrase_at(language.loose_digits, at + 1).filter(|_| !self.regex.is_empty())?));
        if let Some((class, end)) = self.kind_at(at + 1).or_else(loose) {
            let (class, end) = self.mixed(class, end);
            let count = count - self.begun_with(class, at, end);
            self.regex.push_str(&match (
                qualified(sentence, language.at_most, at),
                qualified(sentence, language.at_least, at),
            ) {
                (true, _) => format!("{class}{{1,{count}}}"),
                (_, true) => format!("{class}{{{count},}}"),
                _ if count == 1.0 => class.to_owned(),
                _ => format!("{class}{{{count}}}"),
            });
            self.counted += 1;
            self.at = end;
            return true;
        }
        // `2-3 capital letters`
        if let Some(most) = sentence.is_dashed(at).then(|| sentence.number(at + 1, language)).flatten().map(f64::abs)
            && let Some((class, end)) = self.kind_at(at + 2).filter(|_| most > count && is_count(&most))
        {
            self.regex.push_str(&format!("{class}{{{count},{most}}}"));
            self.counted += 1;
            self.at = end;
            return true;
        }
        let led = at.checked_sub(1).is_some_and(|before| language.between.contains(&sentence.words[before].0.as_str()));
        let upper = self
            .phrase_at(language.to, at + 1)
            .or_else(|| self.phrase_at(language.or, at + 1))
            .or_else(|| self.phrase_at(language.and, at + 1).filter(|_| led));
        let upper = upper.and_then(|next| Some((self.kind_at(next + 1)?, sentence.number(next, language)?)));
        let Some(((class, end), most)) = upper.filter(|(_, most)| *most > count && is_count(most)) else {
            return false;
        };
        let either = self.phrase_at(language.or, at + 1).is_some() && most > count + 1.0;
        let (class, end) = self.mixed(class, end);
        let begun = self.begun_with(class, at, end);
        let (count, most) = (count - begun, most - begun);
        // "10 or 13 digits" are never eleven.
        self.regex.push_str(&match either {
            true => format!("(?:{class}{{{count}}}|{class}{{{most}}})"),
            false => format!("{class}{{{count},{most}}}"),
        });
        self.counted += 1;
        self.at = end;
        true
    }

    /// How many of the digits that are counted have been said before: `begins with 0 and is 10 or 11 digits long` counts the zero.
    fn begun_with(&self, class: &str, at: usize, end: usize) -> f64 {
        let language = self.language;
        let begun = self.counted == 0 && !self.regex.is_empty() && self.regex.bytes().all(|byte| byte.is_ascii_digit());
        let verb = |word: &str| language.verbs.contains(&word) || language.copulas.contains(&word);
        let is_said = at.checked_sub(1).is_some_and(|before| verb(&self.sentence.words[before].0));
        let all = is_said || self.phrase_at(language.in_all, end).is_some();
        let digits = self.regex.len() as f64;
        if begun && class == r"\d" && all && self.sentence.number(at, language).is_some_and(|count| count > digits) {
            digits
        } else {
            0.0
        }
    }

    /// Letters and digits, of both kinds and in any order, where digits are named behind letters.
    fn mixed(&self, class: &'static str, end: usize) -> (&'static str, usize) {
        let language = self.language;
        let next = self.phrase_at(language.and, end).or_else(|| self.phrase_at(language.or, end));
        match next.and_then(|next| self.phrase_at(language.digits, next)).filter(|_| class != r"\d") {
            Some(end) => (if class == "[A-Z]" { "[A-Z0-9]" } else { "[A-Za-z0-9]" }, end),
            None => (class, end),
        }
    }

    /// `floor digit 1-4`, `a digit from 1 to 4`
    fn digit_between(&mut self) -> bool {
        let (sentence, language) = (self.sentence, self.language);
        let Some(end) = self.phrase_at(language.digits, self.at) else { return false };
        let led = self.phrase_at(language.between, end).unwrap_or(end);
        let digit = |at: usize| {
            sentence.number(at, language).map(f64::abs).filter(|number| *number < 10.0 && number.fract() == 0.0)
        };
        // "Digits, 4 to 6 characters" says how many there are.
        if sentence.gap(end - 1).contains([',', ';', ':']) {
            return false;
        }
        let joined =
            |at: usize| self.phrase_at(language.to, at).or_else(|| self.phrase_at(language.and, at)).unwrap_or(at);
        let last = joined(led + 1);
        let Some((least, most)) = digit(led).zip(digit(last)).filter(|(least, most)| least < most) else {
            return false;
        };
        self.regex.push_str(&format!("[{least}-{most}]"));
        self.counted += 1;
        self.at = last + 1;
        true
    }

    /// `letter and two digits`
    fn single_letter(&mut self) -> bool {
        let language = self.language;
        let Some(end) = language.letters.first().and_then(|letter| self.sentence.ends_at(letter, self.at)) else {
            return false;
        };
        let Some(next) = self.phrase_at(language.and, end).or_else(|| self.phrase_at(language.followed, end)) else {
            return false;
        };
        let counts = self.sentence.number(next, language).is_some() && self.kind_at(next + 1).is_some();
        if self.regex.is_empty() && counts {
            self.regex.push_str("[A-Za-z]");
            self.at = next;
        }
        counts && !self.regex.is_empty() && self.at == next
    }

    /// `vierstellig`
    fn counted_by_word(&mut self) -> bool {
        let word = self.sentence.words[self.at].0.as_str();
        // It is declined: `ein vierstelliges Jahr`.
        let is = |name: &str| {
            word.strip_prefix(name).is_some_and(|ending| matches!(ending, "" | "e" | "er" | "es" | "en" | "em"))
        };
        let Some((_, count)) = self.language.digit_counts.iter().find(|(name, _)| is(name)) else { return false };
        self.regex.push_str(&format!(r"\d{{{count}}}"));
        self.counted += 1;
        self.at += 1;
        true
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
        // Letters between counted pieces are as likely words of the sentence.
        if begins && self.begun_by(&text) {
            self.at = end;
            return true;
        }
        let alone = self.regex.is_empty() == (self.counted == 0) && looks_like_part(&text);
        if begins || alone {
            self.regex.push_str(&regex::escape(&text));
            self.at = end;
        }
        begins || alone
    }

    /// `A 15-digit number beginning with 826`: what it begins with stands before what has been counted, and digits are among these.
    fn begun_by(&mut self, text: &str) -> bool {
        if self.counted != 1 {
            return false;
        }
        let digits = self.regex.strip_prefix(r"\d{").and_then(|rest| rest.strip_suffix('}')?.parse::<usize>().ok());
        self.regex = match digits {
            Some(all) if text.bytes().all(|byte| byte.is_ascii_digit()) && all > text.len() => {
                format!(r"{text}\d{{{}}}", all - text.len())
            }
            _ => format!("{}{}", regex::escape(text), self.regex),
        };
        true
    }

    /// `TR + year + 3 digits`
    fn year(&mut self) -> bool {
        let is_year = self.language.year.contains(&self.sentence.words[self.at].0.as_str());
        let place = &self.sentence.words[self.at].1;
        // "Two digits for the year" are these.
        let joined = self.sentence.text[..place.start].trim_end().ends_with('+');
        // "T and continues with the year and a three-digit number"
        let article =
            self.at.checked_sub(1).is_some_and(|at| self.language.every.contains(&self.sentence.words[at].0.as_str()));
        let goes_on = self
            .phrase_at(self.language.and, self.at + 1)
            .or_else(|| self.phrase_at(self.language.followed, self.at + 1));
        let whole_year = article && goes_on.is_some() && self.sentence.has(self.language.begins);
        let begun = is_year && (joined || whole_year) && !self.regex.is_empty();
        if begun {
            self.regex.push_str(r"\d{4}");
            self.counted += 1;
            self.at += 1;
        }
        begun
    }

    /// `hyphen`; `None` where something stands before the first one that is not understood.
    fn sign(&mut self) -> Option<bool> {
        let named = |(name, sign): &(&str, &'static str)| Some((*sign, self.phrase_at(&[name], self.at)?));
        let Some((sign, end)) = self.language.signs.iter().find_map(named) else { return Some(false) };
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
        self.regex.push_str(&regex::escape(sign));
        self.at = end;
        Some(true)
    }
}

/// Whether a limiting phrase stands shortly before a number.
pub(super) fn qualified(sentence: &Sentence, phrases: &[&str], at: usize) -> bool {
    let before = |phrase: &&str| {
        let reach = at.saturating_sub(5)..at;
        reach.into_iter().any(|from| sentence.ends_at(phrase, from).is_some_and(|end| end <= at && at - end <= 1))
    };
    phrases.iter().any(before)
}
