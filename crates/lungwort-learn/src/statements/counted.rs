//! Pieces of a code that are counted or limited: `three capital letters`, `a digit from 1 to 4`, `then a number from 1 to 99`.

use super::codes::{Builder, is_most, qualified};
use super::shown::numbers;
use super::words::Language;

/// Letters or digits of one piece at most.
const MOST: f64 = 60.0;

/// `5 or 4 digits`: the lesser number first.
fn ascending<K>(count: f64, upper: Option<(K, f64)>, or: bool) -> (f64, Option<(K, f64)>) {
    match upper {
        Some((kind, least)) if or && least < count => (least, Some((kind, count))),
        other => (count, other),
    }
}

impl Builder<'_> {
    /// `three capital letters`, `six to eight digits`, `six capital letters and digits`
    pub(super) fn counted_piece(&mut self) -> bool {
        let (sentence, language, at) = (self.sentence, self.language, self.at);
        let is_count = |count: &f64| *count >= 1.0 && *count <= MOST && count.fract() == 0.0;
        // "One or two digits" counts both, and "a letter" one.
        let article = || {
            let (word, _) = sentence.words.get(at)?;
            (language.articles.contains(&word.as_str()) && self.kind_at(at + 1).is_some()).then_some(1.0)
        };
        // "Danach eine Zahl" has more digits than one.
        let one = language.articles.contains(&sentence.word(at)) || sentence.number(at, language) == Some(1.0);
        let open = one && language.number.contains(&sentence.word(at + 1));
        if open || self.is_named_or_limited(at) {
            return false;
        }
        let Some(count) = sentence.number(at, language).filter(is_count).or_else(article) else { return false };
        // "At most 50 letters" is the length of a text.
        let most = |end: usize| qualified(sentence, language.at_most, at) || is_most(sentence, language, end);
        let limited =
            qualified(sentence, language.at_least, at) || self.kind_at(at + 1).is_some_and(|(_, end)| most(end));
        if limited && self.kind_at(at + 1).is_some_and(|(class, _)| class == "[A-Za-z]") && self.regex.is_empty() {
            return false;
        }
        let loose = || Some((r"\d", self.phrase_at(language.loose_digits, at + 1).filter(|_| !self.regex.is_empty())?));
        if let Some((class, end)) = self.kind_at(at + 1).or_else(loose) {
            if let Some((numbers, end)) = self.limited_digits((class, end), count) {
                // "A three-digit number between 100 and 499", and nothing before it, is a number.
                return !self.regex.is_empty() && self.takes(&numbers, end);
            }
            let (class, end) = self.mixed(class, end);
            let count = count - self.begun_with(class, at, end);
            self.regex.push_str(&match (most(end), qualified(sentence, language.at_least, at)) {
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
            return self.takes(&format!("{class}{{{count},{most}}}"), end);
        }
        let led = at.checked_sub(1).is_some_and(|before| language.between.contains(&sentence.words[before].0.as_str()));
        let upper = self
            .phrase_at(language.to, at + 1)
            .or_else(|| self.phrase_at(language.or, at + 1))
            .or_else(|| self.phrase_at(language.and, at + 1).filter(|_| led));
        let upper = upper.and_then(|next| Some((self.kind_at(next + 1)?, sentence.number(next, language)?)));
        let or = self.phrase_at(language.or, at + 1).is_some();
        let (count, upper) = ascending(count, upper, or);
        let Some(((class, end), most)) = upper.filter(|(_, most)| *most > count && is_count(most)) else {
            return false;
        };
        let either = or && most > count + 1.0;
        let (class, end) = self.mixed(class, end);
        let begun = self.begun_with(class, at, end);
        let (count, most) = (count - begun, most - begun);
        // "6, 8 or 10 digits"
        let before = |at: usize| sentence.number(at, language).filter(|_| sentence.gap(at) == ",").filter(is_count);
        let more: Vec<f64> = (0..at).rev().map_while(before).collect();
        let more: String = more.into_iter().rev().map(|count| format!("{class}{{{}}}|", count - begun)).collect();
        // "10 or 13 digits" are never eleven.
        let several = match either || !more.is_empty() {
            true => format!("(?:{more}{class}{{{count}}}|{class}{{{most}}})"),
            false => format!("{class}{{{count},{most}}}"),
        };
        self.takes(&several, end)
    }

    /// Takes a piece that ends at a word.
    fn takes(&mut self, piece: &str, end: usize) -> bool {
        self.regex.push_str(piece);
        self.counted += 1;
        self.at = end;
        true
    }

    /// `B followed by a two-digit number from 01 to 48`: the least and the greatest of so many digits.
    fn limited_digits(&self, (class, end): (&str, usize), count: f64) -> Option<(String, usize)> {
        let (sentence, language) = (self.sentence, self.language);
        let behind = self.phrase_at(language.number, end).or_else(|| self.phrase_at(language.loose_digits, end));
        let behind = behind.unwrap_or(end);
        let opened = sentence.gap(behind.checked_sub(1)?).ends_with('(');
        let from = self.phrase_at(language.between, behind).or_else(|| opened.then_some(behind))?;
        let joins = [language.to, language.and].into_iter().find_map(|words| self.phrase_at(words, from + 1));
        let to = joins.or_else(|| sentence.is_dashed(from).then_some(from + 1))?;
        let digits = |at: usize| {
            let text = sentence.word(at);
            let plain = text.len() == count as usize && text.bytes().all(|byte| byte.is_ascii_digit());
            plain.then(|| text.parse::<u32>().ok()).flatten()
        };
        let (least, most) = digits(from).zip(digits(to)).filter(|(least, most)| least < most)?;
        let fits = class == r"\d" && most < 10_000;
        fits.then(|| (format!("(?:{})", numbers(least, most, Some(count as usize))), to + 1))
    }

    /// `4 digits for the site, 2 for the year`: as many of what has been counted last.
    pub(super) fn counts_on(&mut self) -> bool {
        let count = self.sentence.number(self.at, self.language).filter(|count| (1.0..=MOST).contains(count));
        let Some(count) = count.filter(|count| count.fract() == 0.0) else { return false };
        let end = self.phrase_at(self.language.only_for, self.at + 1).filter(|_| self.counted > 0);
        let Some((class, end)) = self.last_class().zip(end) else { return false };
        self.regex.push_str(&format!("{class}{{{count}}}"));
        self.counted += 1;
        self.at = end;
        true
    }

    /// What has been counted last.
    fn last_class(&self) -> Option<&'static str> {
        let classes = [r"\d", "[A-Z]", "[a-z]", "[A-Za-z]"];
        let ends =
            |class: &&str| self.regex.rfind(class).is_some_and(|at| !self.regex[at + class.len()..].contains(']'));
        classes.into_iter().filter(ends).max_by_key(|class| self.regex.rfind(class))
    }

    /// "A letter A to H" is named, and "a figure from 1 to 6" is one of these.
    fn is_named_or_limited(&self, at: usize) -> bool {
        let (sentence, language) = (self.sentence, self.language);
        let Some((class, end)) = self.kind_at(at + 1) else { return false };
        // "A letter from A to D"
        let behind = self.phrase_at(language.between, end).unwrap_or(end);
        let named = class != r"\d"
            && sentence.words.get(behind).is_some_and(|(_, place)| {
                place.len() == 1 && sentence.text[place.clone()].bytes().all(|byte| byte.is_ascii_uppercase())
            });
        let between = class == r"\d" && self.phrase_at(language.between, end).is_some();
        named || between && language.articles.contains(&sentence.words[at].0.as_str())
    }

    /// How many of the digits that are counted have been said before: `begins with 0 and is 10 or 11 digits long` counts the zero.
    pub(super) fn begun_with(&self, class: &str, at: usize, end: usize) -> f64 {
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
    pub(super) fn mixed(&self, class: &'static str, end: usize) -> (&'static str, usize) {
        let language = self.language;
        let next = self.phrase_at(language.and, end).or_else(|| self.phrase_at(language.or, end));
        match next.and_then(|next| self.phrase_at(language.digits, next)).filter(|_| class != r"\d") {
            Some(end) => (if class == "[A-Z]" { "[A-Z0-9]" } else { "[A-Za-z0-9]" }, end),
            None => (class, end),
        }
    }

    /// `floor digit 1-4`, `a digit from 1 to 4`
    pub(super) fn digit_between(&mut self) -> bool {
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
        // "A figure from 1 to 6" and no more is a number.
        if self.regex.is_empty() && last + 1 >= sentence.words.len() {
            self.vague = true;
        }
        self.regex.push_str(&format!("[{least}-{most}]"));
        self.counted += 1;
        self.at = last + 1;
        true
    }

    /// `letter and two digits`
    pub(super) fn single_letter(&mut self) -> bool {
        let language = self.language;
        let Some(end) = language.letters.first().and_then(|letter| self.sentence.ends_at(letter, self.at)) else {
            return false;
        };
        let plus = (self.sentence.gap(end - 1) == "+").then_some(end);
        let Some(next) = self.phrase_at(language.and, end).or_else(|| self.phrase_at(language.followed, end)).or(plus)
        else {
            return false;
        };
        // "Letter + number, e.g. A7"
        let number = self.phrase_at(language.number, next).filter(|_| self.regex.is_empty());
        if let Some(last) = number {
            self.regex.push_str(r"[A-Za-z]\d+");
            self.counted += 1;
            self.at = last;
            return true;
        }
        let counts = self.sentence.number(next, language).is_some() && self.kind_at(next + 1).is_some();
        if self.regex.is_empty() && counts {
            self.regex.push_str("[A-Za-z]");
            self.at = next;
        }
        counts && !self.regex.is_empty() && self.at == next
    }

    /// `vierstellig`
    pub(super) fn counted_by_word(&mut self) -> bool {
        let word = self.sentence.words[self.at].0.as_str();
        let Some(count) = digits_of_word(word, self.language) else { return false };
        self.regex.push_str(&format!(r"\d{{{count}}}"));
        self.counted += 1;
        self.at += 1;
        true
    }

    /// `then a number from 1 to 99`, behind another piece: as many digits as the ends have.
    pub(super) fn number_behind(&mut self) -> bool {
        let (sentence, language, at) = (self.sentence, self.language, self.at);
        if self.counted == 0 {
            return false;
        }
        let article = language.articles.contains(&sentence.word(at));
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
        self.regex.push_str(&whole_between(least as u64, most as u64));
        self.counted += 1;
        self.at = last + 1;
        true
    }

    /// `letter A to E plus a number`, `starts with MT, rest digits`: digits behind another piece, however many.
    pub(super) fn open_digits(&mut self) -> bool {
        let (sentence, language, at) = (self.sentence, self.language, self.at);
        if self.regex.is_empty() || self.regex.ends_with(r"\d+") || sentence.has(language.only) {
            return false;
        }
        let joins = |at: usize| {
            let word = sentence.word(at);
            [language.and, language.followed].iter().any(|words| words.contains(&word))
                || language.followed_by.iter().any(|phrase| phrase.ends_with(word) && !word.is_empty())
                || language.rest.contains(&word)
        };
        let article = usize::from(language.articles.contains(&sentence.word(at)));
        let verb = at.checked_sub(1).filter(|before| language.copulas.contains(&sentence.word(*before)));
        let before = verb.unwrap_or(at).checked_sub(1).is_some_and(joins);
        let number = self.phrase_at(language.number, at + article).filter(|_| article == 1 || before);
        let digits = self.kind_at(at).filter(|(class, _)| *class == r"\d").map(|(_, end)| end);
        let Some(end) = number.or(digits).filter(|_| before) else { return false };
        // "A number of five digits", "a number from 1 to 9" say more.
        let goes_on = language.owners.contains(&sentence.word(end)) || language.between.contains(&sentence.word(end));
        if goes_on || sentence.number(end, language).is_some() {
            return false;
        }
        self.regex.push_str(r"\d+");
        self.counted += 1;
        self.at = end;
        true
    }

    /// `a number`, `a number between 1 and 9`: of one digit the digits between, else any.
    pub(super) fn any_number(&self, at: usize) -> Option<(String, usize)> {
        let (sentence, language) = (self.sentence, self.language);
        let article = language.articles.contains(&sentence.word(at));
        let end = self.phrase_at(language.number, if article { at + 1 } else { at })?;
        let led = self.phrase_at(language.between, end).unwrap_or(end);
        let digit = |at: usize| {
            sentence.number(at, language).filter(|number| (0.0..10.0).contains(number) && number.fract() == 0.0)
        };
        let ends = digit(led).zip(digit(led + 2)).filter(|(least, most)| least < most);
        let whole = |at: usize| sentence.number(at, language).filter(|number| number.fract() == 0.0 && *number >= 0.0);
        // "A number from 1 to 60"
        let joins = [language.to, language.and].iter().any(|words| words.contains(&sentence.word(led + 1)));
        let joined = led > end && joins;
        let wide = || whole(led).zip(whole(led + 2)).filter(|(least, most)| joined && least < most && *most < 1_000.0);
        Some(match ends {
            Some((least, most)) => (format!("[{least}-{most}]"), led + 3),
            None => match wide() {
                Some((least, most)) => (format!("(?:{})", numbers(least as u32, most as u32, None)), led + 3),
                None => (r"\d+".to_owned(), end),
            },
        })
    }

    /// `TR + year + 3 digits`
    pub(super) fn year(&mut self) -> bool {
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
        // "RQ, a hyphen, the year, a hyphen": one of several pieces.
        let before = self.at.checked_sub(1 + usize::from(article)).map_or("", |at| self.sentence.gap(at));
        let piece = article && before == "," && self.sentence.gap(self.at) == ",";
        let begun = is_year && (joined || whole_year || piece) && !self.regex.is_empty();
        if begun {
            // "The year in two digits" says how many there are.
            let (digits, end) = self.digits_of_year(self.at).unwrap_or((4, self.at + 1));
            self.regex.push_str(&format!(r"\d{{{digits}}}"));
            self.counted += 1;
            self.at = end;
        }
        begun
    }

    /// How many digits the year at a word has, as said right behind it, and the word behind that.
    pub(super) fn digits_of_year(&self, year: usize) -> Option<(u64, usize)> {
        let at = year + 1;
        let led = self.phrase_at(self.language.pieces.of, at).unwrap_or(at);
        if let Some(digits) = digits_of_word(self.sentence.word(led), self.language) {
            return Some((digits, led + 1));
        }
        let count = self.sentence.number(led, self.language).filter(|count| *count == 2.0 || *count == 4.0)?;
        let end = self.phrase_at(self.language.digits, led + 1)?;
        let bracket = self.sentence.gap(year).starts_with('(');
        (led > at || bracket).then_some((count as u64, end))
    }
}

/// How many digits a word says: `vierstellig`, also declined as in `ein vierstelliges Jahr`.
pub(super) fn digits_of_word(word: &str, language: &Language) -> Option<u64> {
    let is = |name: &str| {
        word.strip_prefix(name).is_some_and(|ending| matches!(ending, "" | "e" | "er" | "es" | "en" | "em"))
    };
    language.digit_counts.iter().find(|(name, _)| is(name)).map(|(_, count)| *count)
}

/// The expression for whole numbers between two; of very large ones it counts digits only.
pub(super) fn whole_between(least: u64, most: u64) -> String {
    let digits = |number: u64| number.to_string().len();
    let nines = most.to_string().bytes().all(|digit| digit == b'9');
    match (least, digits(least), digits(most)) {
        (1, 1, 1) if nines => "[1-9]".to_owned(),
        (1, _, most) if nines => format!(r"[1-9]\d{{0,{}}}", most - 1),
        _ if most < 10_000 => format!("(?:{})", numbers(least as u32, most as u32, None)),
        (_, least, most) if least == most => format!(r"\d{{{least}}}"),
        (_, least, most) => format!(r"\d{{{least},{most}}}"),
    }
}
