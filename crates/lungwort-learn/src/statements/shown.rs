//! Codes that a sentence shows rather than counts: `B001, B002 and so on`, `G1 to G9`, `(GB0001234)`, `look like WN-2026-000123`.

use std::sync::LazyLock;

use regex::Regex;

use super::codes::is_one;
use super::sentence::Sentence;
use super::words::Language;

/// `numbered B001, B002 and so on`: letters and signs with digits behind, of which two are shown.
pub(super) fn counted_up(sentence: &Sentence, language: &Language, from: usize) -> Option<String> {
    // `I-0001, I-0002, …`
    let dots = sentence.text.find('…').or_else(|| sentence.text.find("..."));
    let dots = dots.map(|dots| sentence.words.iter().take_while(|(_, place)| place.start < dots).count());
    let said = language.so_on.iter().filter_map(|phrase| sentence.find_from(phrase, from)).map(|place| place.start);
    let end = said.chain(dots).min()?;
    let text = |at: usize| {
        let start = sentence.words.get(at)?.1.start;
        sentence.text[start..].split([',', ';', ' ']).next()
    };
    let split = |text: &str| {
        let digits = text.bytes().rev().take_while(u8::is_ascii_digit).count();
        let head = &text[..text.len() - digits];
        let fits =
            digits >= 2 && head.bytes().all(|byte| byte.is_ascii_uppercase() || matches!(byte, b'-' | b'/' | b'_'));
        (fits && !head.is_empty()).then(|| (head.to_owned(), digits))
    };
    let shown: Vec<(String, usize)> = (from..end).filter_map(|at| split(text(at)?)).collect();
    let [first, second, ..] = shown.as_slice() else { return None };
    (first == second).then(|| format!(r"{}\d{{{}}}", regex::escape(&first.0), first.1))
}

/// `BF-0001 upwards`: letters and signs with digits behind, from one on.
pub(super) fn from_one_on(sentence: &Sentence, language: &Language) -> Option<String> {
    static CODE: LazyLock<Option<Regex>> = LazyLock::new(|| {
        Regex::new(r"(?:^|[\s(:])([A-Z]{1,4}[-/_]?)([0-9]{3,8})\s+([A-Za-zÀ-ÖØ-öø-ÿœ][A-Za-zÀ-ÖØ-öø-ÿœ ]*)").ok()
    });
    let found = CODE.as_ref()?.captures(&sentence.text)?;
    let behind = found[3].to_lowercase();
    let on = |phrase: &str| behind.strip_prefix(phrase).is_some_and(|rest| rest.is_empty() || rest.starts_with(' '));
    language
        .or_more
        .iter()
        .any(|phrase| on(phrase))
        .then(|| format!(r"{}\d{{{}}}", regex::escape(&found[1]), found[2].len()))
}

/// `A-E`, and nothing else: one letter between two.
pub(super) fn letter_between(sentence: &Sentence, language: &Language, from: usize) -> Option<String> {
    // "A to F"
    let letter = |at: usize| {
        let text = &sentence.text[sentence.words.get(at)?.1.clone()];
        text.bytes().next().filter(|byte| text.len() == 1 && byte.is_ascii_uppercase())
    };
    let from = if language.between.contains(&sentence.word(from)) { from + 1 } else { from };
    let joined = language.to.contains(&sentence.word(from + 1)).then_some(from + 2);
    let next = joined.or_else(|| sentence.is_dashed(from).then_some(from + 1));
    if let Some(last) = next.filter(|next| next + 1 == sentence.words.len())
        && let (Some(first), Some(last)) = (letter(from), letter(last))
        && first < last
    {
        return Some(format!("[{}-{}]", char::from(first), char::from(last)));
    }
    static GRADES: LazyLock<Option<Regex>> = LazyLock::new(|| {
        Regex::new(r"(?:^|[\s:])([A-Z]) \([^)]{1,40}\) ?(?:to|bis|à|–|-|…|\.\.\.) ?([A-Z]) \([^)]{1,40}\)$").ok()
    });
    let text = sentence.text.trim().trim_end_matches('.');
    // `A (very good) to E (unusable)`
    if text.ends_with(')')
        && let Some(found) = GRADES.as_ref()?.captures(text)
        && let (Some(first), Some(last)) = (found.get(1), found.get(2))
        && first.as_str() < last.as_str()
    {
        return Some(format!("[{}-{}]", first.as_str(), last.as_str()));
    }
    let mut signs = text.chars().filter(|each| !each.is_whitespace());
    let (first, dash, last) = (signs.next()?, signs.next()?, signs.next()?);
    let plain = first.is_ascii_uppercase() && last.is_ascii_uppercase() && first < last && matches!(dash, '-' | '–');
    (plain && signs.next().is_none()).then(|| format!("[{first}-{last}]"))
}

/// `G1 to G9`, `A1 to F20`: letters with a number behind, both ends of which are said.
pub(super) fn from_to(sentence: &Sentence, language: &Language, from: usize) -> Option<String> {
    let text = |at: usize| Some(&sentence.text[sentence.words.get(at)?.1.clone()]);
    let one = |at: usize| {
        let first = text(at)?;
        let dashed = || sentence.is_dashed(at).then_some(at + 1);
        let next = language.to.iter().filter_map(|phrase| sentence.ends_at(phrase, at + 1)).max().or_else(dashed)?;
        codes_between(first, text(next)?)
    };
    (from..sentence.words.len()).find_map(one).or_else(|| signed_codes(sentence, language))
}

/// `AB-1 to AB-9999`: the same with a sign between the letters and the number.
fn signed_codes(sentence: &Sentence, language: &Language) -> Option<String> {
    static CODES: LazyLock<Option<Regex>> = LazyLock::new(|| {
        Regex::new(r"(?-u:\b)([A-Z]{1,3}[-/.][0-9]{1,6})\s*(?:([A-Za-zÀ-ÖØ-öø-ÿœ]+)|[–—…])\s*([A-Z]{1,3}[-/.][0-9]{1,6})(?-u:\b)")
            .ok()
    });
    let found = CODES.as_ref()?.captures(&sentence.text)?;
    let joined = found.get(2).is_none_or(|word| language.to.contains(&word.as_str()));
    codes_between(&found[1], &found[3]).filter(|_| joined)
}

/// The expression for the codes between two of letters with a number behind: `G1` and `G9`, `D001` and `D150`.
fn codes_between(first: &str, last: &str) -> Option<String> {
    let split = |text: &'_ str| {
        let capitals = text.bytes().take_while(u8::is_ascii_uppercase).count();
        // `AB-1 to AB-9999`
        let signed = capitals > 0 && text[capitals..].starts_with(['-', '/', '.']);
        let digits = capitals + usize::from(signed);
        let number: u32 = text.get(digits..)?.parse().ok()?;
        let width = text.len() - digits;
        ((1..=3).contains(&capitals) && width <= WIDEST).then_some((digits, number, width))
    };
    let ((letters, least, width), (others, most, wide)) = split(first).zip(split(last))?;
    let (head, tail) = (&first[..letters], &last[..others]);
    let letters = match (head.as_bytes(), tail.as_bytes()) {
        (one, other) if one == other => regex::escape(head),
        ([one], [other]) if one < other => format!("[{head}-{tail}]"),
        _ => return None,
    };
    // "D001 to D150" has as many digits throughout.
    let padded = first[head.len()..].starts_with('0');
    match padded {
        // All there are but nought need no expression of their own.
        _ if most >= 1000 && width == wide && least < most => {
            let all =
                least <= 1 && (most + 1).to_string().trim_end_matches('0') == "1" && wide == most.to_string().len();
            let between = Some(numbers(least, most, padded.then_some(width))).filter(|_| !all);
            let digits = between.filter(|between| between.len() <= LONG).map(|between| format!("(?:{between})"));
            Some(format!("{letters}{}", digits.unwrap_or_else(|| format!(r"\d{{{width}}}"))))
        }
        // 1 to 9999
        false if least == 1 && most >= 1000 && (most + 1).to_string().trim_end_matches('0') == "1" => {
            Some(format!(r"{letters}[1-9]\d{{0,{}}}", most.to_string().len() - 1))
        }
        _ if most >= 1000 => None,
        true if least < most && width == wide => Some(format!("{letters}(?:{})", numbers(least, most, Some(width)))),
        false if least < most => Some(format!("{letters}(?:{})", numbers(least, most, None))),
        _ => None,
    }
}

/// `N1 to N4, S1 or S2`: ranges of codes beside other ones. `None` where the codes go on with something that is none.
pub(super) fn ranges_of_codes(sentence: &Sentence, language: &Language, from: usize) -> Option<String> {
    static CODE: LazyLock<Option<Regex>> = LazyLock::new(|| {
        Regex::new(r"^([A-Z]{1,3}\d{1,9})(?:\s*(?:([A-Za-zÀ-ÖØ-öø-ÿœ]+)|[-–—…]|\.\.)\s*([A-Z]{1,3}\d{1,9}))?").ok()
    });
    let mut rest = sentence.text.get(sentence.words.get(from)?.1.start..)?;
    let (mut codes, mut ranges): (Vec<String>, usize) = (Vec::new(), 0);
    loop {
        let found = CODE.as_ref()?.captures(rest);
        // What leads up to the first one says nothing.
        let Some(found) = found else {
            let next = rest.find(' ').filter(|_| codes.is_empty())?;
            rest = &rest[next + 1..];
            continue;
        };
        let joined = found.get(2).is_none_or(|word| language.to.contains(&word.as_str()));
        let end = match found.get(3).filter(|_| joined) {
            Some(last) => {
                codes.push(codes_between(&found[1], last.as_str())?);
                ranges += 1;
                last.end()
            }
            None => {
                codes.push(found[1].to_owned());
                found[1].len()
            }
        };
        let behind = &rest[end..];
        let trimmed = behind.trim_start_matches([',', ';', '/', ' ']);
        let word = trimmed.split(' ').next().unwrap_or_default();
        let joins = [language.or, language.and].iter().any(|words| words.contains(&word));
        rest = if joins { trimmed[word.len()..].trim_start() } else { trimmed };
        if rest.is_empty() || rest.starts_with(['.', '(', ')']) {
            break;
        }
        if behind.len() == rest.len() {
            return None;
        }
    }
    (ranges > 0 && codes.len() > 1).then(|| codes.join("|"))
}

/// `Begins with 0 or +49`: one of two beginnings, and what stands behind them.
pub(super) fn begun_by_either(sentence: &Sentence, language: &Language) -> Option<String> {
    let begins = sentence.any(language.begins)?;
    let behind = &sentence.text[sentence.words.get(begins.end.checked_sub(1)?)?.1.end..];
    let signs = ['"', '\'', '“', '”', '„', '‘', '’', '(', ')'];
    let mut tokens = behind.split_whitespace().filter(|token| !language.every.contains(token));
    let is_beginning = |token: &&str| {
        let plain =
            token.chars().all(|each| each.is_ascii_digit() || each.is_ascii_uppercase() || "+-/#".contains(each));
        !token.is_empty() && token.len() <= 8 && plain
    };
    let clean = |token: &'_ str| {
        token.trim_matches(signs).trim_end_matches(['.', ',', ';', ':']).trim_matches(signs).to_owned()
    };
    let mut found: Vec<String> = Vec::new();
    // Behind a comma another statement may follow, `starts with 07, 11 digits`: an "or" joins the last of them.
    let (mut ended, mut or, mut either) = (false, false, false);
    while let Some(token) = tokens.next().filter(|_| !ended) {
        let text = clean(token);
        if !is_beginning(&text.as_str()) {
            break;
        }
        found.push(text);
        either |= or;
        let comma = token.ends_with(',');
        let mut ahead = tokens.clone();
        let joined = ahead.next().is_some_and(|word| language.or.contains(&word));
        if joined {
            tokens = ahead;
        }
        (or, ended) = (joined, !(joined || comma));
    }
    // "Starting with +44"
    let abroad = matches!(found.as_slice(), [one] if one.len() > 1 && one.starts_with('+'));
    (either || abroad).then(|| found.iter().map(|text| regex::escape(text)).collect::<Vec<_>>().join("|"))
}

/// Signs of an expression for the numbers of a range, at most.
const LONG: usize = 160;

/// Digits of a number that counts up, at most.
const WIDEST: usize = 9;

/// `R1-S1 to R9-S9`: codes of the same pieces with signs between, both ends of which are said.
pub(super) fn from_to_pieces(sentence: &Sentence, language: &Language) -> Option<String> {
    static CODES: LazyLock<Option<Regex>> = LazyLock::new(|| {
        Regex::new(r"([A-Z0-9]+(?:[-/.][A-Z0-9]+)+)\s*(?:([A-Za-zÀ-ÖØ-öø-ÿœ]+)|[–—])\s*([A-Z0-9]+(?:[-/.][A-Z0-9]+)+)")
            .ok()
    });
    let found = CODES.as_ref()?.captures(&sentence.text)?;
    let joined = found.get(2).is_none_or(|word| language.to.contains(&word.as_str()));
    let (one, other) = (runs(&found[1]), runs(&found[3]));
    if !joined || one.len() != other.len() || !found[1].bytes().any(|byte| byte.is_ascii_uppercase()) {
        return None;
    }
    let piece = |(one, other): (&&str, &&str)| {
        if one == other && !one.bytes().all(|byte| byte.is_ascii_digit()) {
            return Some(regex::escape(one));
        }
        if let ([first], [last]) = (one.as_bytes(), other.as_bytes())
            && first.is_ascii_uppercase()
            && last.is_ascii_uppercase()
        {
            return (first < last).then(|| format!("[{one}-{other}]"));
        }
        let (least, most): (u32, u32) = (one.parse().ok()?, other.parse().ok()?);
        if most >= 1000 && one.len() == other.len() && least < most {
            return Some(format!(r"\d{{{}}}", one.len()));
        }
        let padded = one.starts_with('0') && one.len() > 1;
        let width = (padded && one.len() == other.len()).then_some(one.len());
        (least <= most && most < 1000 && padded == width.is_some())
            .then(|| format!("(?:{})", numbers(least, most, width)))
    };
    let pieces: Option<Vec<String>> = one.iter().zip(&other).map(piece).collect();
    pieces.filter(|_| found[1] != found[3]).map(|pieces| pieces.concat())
}

/// A code cut into runs of letters, of digits, and its signs.
fn runs(code: &str) -> Vec<&str> {
    let kind = |each: char| if each.is_ascii_digit() { 0 } else { 1 + usize::from(!each.is_ascii_uppercase()) };
    let mut found = Vec::new();
    let mut rest = code;
    while let Some(first) = rest.chars().next() {
        let end = rest.find(|each| kind(each) != kind(first)).unwrap_or(rest.len());
        found.push(&rest[..end]);
        rest = &rest[end..];
    }
    found
}

/// The expression for whole numbers between two: of so many digits, with zeros before them, where a width is given.
pub(super) fn numbers(least: u32, most: u32, width: Option<usize>) -> String {
    if let Some(width) = width.filter(|width| least <= 1 && most.to_string() == "9".repeat(*width)) {
        return format!(r"\d{{{width}}}");
    }
    // Where runs of numbers end that differ in their last digits alone: below a zero, or at a nine.
    let mut ends = vec![most];
    for power in (1..=9).map(|digits| 10_u32.pow(digits)).take_while(|power| *power <= most) {
        ends.extend(Some(least - least % power + power - 1).filter(|end| *end < most));
        ends.extend(((most + 1) / power * power).checked_sub(1).filter(|end| least <= *end && *end < most));
    }
    ends.sort_unstable();
    ends.dedup();
    let mut from = least;
    let mut run = |to: u32| {
        let wide = width.unwrap_or(0);
        let (one, other) = (format!("{from:0>wide$}"), format!("{to:0>wide$}"));
        from = to + 1;
        let digit = |(one, other): (char, char)| match (one, other) {
            _ if one == other => one.to_string(),
            ('0', '9') => r"\d".to_owned(),
            _ => format!("[{one}-{other}]"),
        };
        one.chars().zip(other.chars()).map(digit).collect::<String>()
    };
    ends.into_iter().map(&mut run).collect::<Vec<_>>().join("|")
}

/// A code that a sentence shows in brackets: `(GB0001234)`.
pub(super) fn shown_in_brackets(sentence: &Sentence) -> Option<&str> {
    let inside = sentence.text.split('(').skip(1).filter_map(|part| part.split(')').next());
    // `(e.g. SR 12345)`
    let inside =
        inside.map(|text| text.trim_start_matches("e.g. ").trim_start_matches("z. B. ").trim_start_matches("p. ex. "));
    inside.into_iter().find(|text| is_code(text, 5))
}

/// Whether a text has nothing but capitals, digits and signs between them.
fn is_plain(text: &str) -> bool {
    text.bytes().all(|byte| byte.is_ascii_uppercase() || byte.is_ascii_digit() || matches!(byte, b'-' | b'/'))
}

/// Whether a text is plainly a code: capitals, three digits or more, signs between, and of that length at least.
fn is_code(text: &str, least: usize) -> bool {
    let digits = text.bytes().filter(u8::is_ascii_digit).count();
    is_plain(text) && digits >= 3 && text.len() >= least && text.bytes().any(|byte| byte.is_ascii_uppercase())
}

/// The shape of digits with signs between, where as many were counted: `six digits written 12-34-56`.
pub(super) fn digits_shown(sentence: &Sentence, counted: &str) -> Option<String> {
    let count: usize = counted.strip_prefix(r"\d{")?.strip_suffix('}')?.parse().ok()?;
    let tokens =
        sentence.text.split([' ', ',', ';', '(', ')']).map(|token| token.trim_matches(['.', ':', '"', '“', '”', '\'']));
    let is_shown = |token: &&str| {
        let digits = token.bytes().filter(u8::is_ascii_digit).count();
        let signs = token.bytes().filter(|byte| matches!(byte, b'-' | b'/' | b'.')).count();
        digits == count && signs > 0 && digits + signs == token.len()
    };
    tokens.into_iter().find(is_shown).map(|shown| shape_of(shown, true))
}

/// `J, the year with two digits, a hyphen and four digits, e.g. J26-0417`: the shape of the example, where as many digits are
/// counted as it has; letters that are named stand for themselves.
pub(super) fn by_example(sentence: &Sentence, language: &Language) -> Option<String> {
    let example = sentence.any(language.example)?;
    let (_, first) = sentence.words.get(example.end)?;
    let shown = sentence.text[first.start..].split([' ', ',', ';', ')']).next()?.trim_end_matches(['.', ':', '"', '”']);
    // Of what it is made may be said before the example or behind it: `e.g. RQ-2027-014 (RQ, the year and three digits)`.
    let behind = first.start + shown.len();
    let said: Vec<usize> =
        (0..sentence.words.len()).filter(|at| *at < example.start || sentence.words[*at].1.start >= behind).collect();
    let said = || said.iter().copied();
    let digits = |at: usize| language.digits.iter().any(|phrase| sentence.ends_at(phrase, at + 1).is_some());
    let counted: f64 = said().filter(|at| digits(*at)).filter_map(|at| sentence.number(at, language)).sum();
    // "The year and a three-digit number" has the digits of the year, too, where their number is not said.
    let word = |at: usize| sentence.words[at].0.as_str();
    let years = said().filter(|at| language.year.contains(&word(*at))).count();
    let of_words = said().filter_map(|at| super::counted::digits_of_word(word(at), language));
    let counted = counted + of_words.sum::<u64>() as f64;
    let has = shown.bytes().filter(u8::is_ascii_digit).count() as f64;
    let of_year = years == 1 && [2.0, 4.0].contains(&(has - counted));
    let named = |run: &str| said().any(|at| &sentence.text[sentence.words[at].1.clone()] == run);
    // Of letters that are named there may be few digits behind.
    let is_capital = |run: &&str| run.starts_with(|each: char| each.is_ascii_uppercase());
    let few = || {
        let plain = counted == has && has >= 2.0 && shown.len() >= 4 && is_plain(shown);
        plain && runs(shown).into_iter().filter(is_capital).all(named)
    };
    if !(is_code(shown, 4) || few()) || !(counted == has || of_year) {
        return None;
    }
    // Letters that nothing is said of may be any others.
    let says_letters = sentence.has(language.letters) || sentence.has(language.capitals);
    let is_open = |run: &&str| run.starts_with(|each: char| each.is_ascii_uppercase()) && !named(run);
    if !says_letters && runs(shown).iter().any(is_open) {
        return None;
    }
    let piece = |run: &str| match run.as_bytes() {
        [first, ..] if first.is_ascii_digit() => format!(r"\d{{{}}}", run.len()),
        [first, ..] if first.is_ascii_uppercase() && named(run) => one_of_named(sentence, language, run),
        [first, ..] if first.is_ascii_uppercase() && !named(run) => format!("[A-Z]{{{}}}", run.len()),
        _ => regex::escape(run),
    };
    Some(runs(shown).into_iter().map(piece).collect())
}

/// The expression for letters that a sentence names, and for those that it names in their stead: `letter W or S and the year, e.g. W2026`.
pub(super) fn one_of_named(sentence: &Sentence, language: &Language, run: &str) -> String {
    let text = |at: usize| sentence.words.get(at).map_or("", |(_, place)| &sentence.text[place.clone()]);
    let is_alike = |at: usize| {
        let text = text(at);
        !text.is_empty() && (text.len() == 1) == (run.len() == 1) && text.bytes().all(|byte| byte.is_ascii_uppercase())
    };
    // The place of the next one behind a word.
    let next = |at: usize| {
        let or = language.or.contains(&sentence.word(at + 1)) && is_alike(at + 2);
        let parted = at + 1 < sentence.words.len() && matches!(sentence.gap(at), "," | "/") && is_alike(at + 1);
        if or { Some(at + 2) } else { parted.then_some(at + 1) }
    };
    let chain = |from: usize| std::iter::successors(Some(from), |at| next(*at)).map(text).collect::<Vec<_>>();
    let chains = (0..sentence.words.len()).filter(|at| is_alike(*at)).map(chain);
    let others = chains.filter(|chain| chain.contains(&run)).max_by_key(Vec::len).unwrap_or_default();
    match (others.len(), run.len()) {
        (0 | 1, _) => regex::escape(run),
        (_, 1) => format!("[{}]", others.concat()),
        _ => format!("(?:{})", others.join("|")),
    }
}

/// The expression for codes of the shape of one: its digits by their count, and its letters by their count or as they stand.
fn shape_of(shown: &str, literal: bool) -> String {
    let mut regex = String::new();
    let mut rest = shown;
    let numbers = shown.split(|each: char| !each.is_ascii_digit()).filter(|part| !part.is_empty()).count();
    let several = numbers > 1 && shown.split(|each: char| !each.is_ascii_digit()).any(|part| part.len() == 1);
    while let Some(first) = rest.chars().next() {
        let is_kind = |each: char| match first {
            _ if first.is_ascii_digit() => each.is_ascii_digit(),
            _ if first.is_ascii_uppercase() => each.is_ascii_uppercase(),
            _ => each == first,
        };
        let end = rest.find(|each| !is_kind(each)).unwrap_or(rest.len());
        let run = &rest[..end];
        if first.is_ascii_digit() && several && end <= 2 && first != '0' {
            // Of `MS/12/3` it is not known how great the numbers are.
            regex.push_str(r"\d+");
        } else if first.is_ascii_digit() {
            regex.push_str(&format!(r"\d{{{end}}}"));
        } else if first.is_ascii_uppercase() && !literal {
            regex.push_str(&if end == 1 { "[A-Z]".to_owned() } else { format!("[A-Z]{{{end}}}") });
        } else {
            regex.push_str(&regex::escape(run));
        }
        rest = &rest[end..];
    }
    regex
}

/// `Note numbers look like WN-2026-000123`: the shape of what is shown, where it has letters, signs and several digits.
pub(super) fn looks_like(sentence: &Sentence, language: &Language, from: usize) -> Option<String> {
    let shown_at = |at: usize| {
        let (_, first) = sentence.words.get(at)?;
        let shown = sentence.text[first.start..].split([' ', ',', ';', ')']).next()?;
        Some(shown.trim_end_matches(['.', ':', '"', '”']))
    };
    let first_of = |phrases: &[&str]| {
        phrases.iter().filter_map(|phrase| sentence.find_from(phrase, from)).min_by_key(|place| place.start)
    };
    let shape = |shown: &str| shape_of(shown, false);
    if let Some(place) = first_of(language.looks) {
        return shown_at(place.end).filter(|shown| is_code(shown, 4)).map(shape);
    }
    // "Written 2027-W05"
    let written = language.written_so.iter().filter_map(|phrase| sentence.find_from(phrase, from));
    let mut shown = written.filter_map(|place| shown_at(place.end)).filter(|shown| is_code(shown, 4));
    if let Some(shown) = shown.find(|shown| shown.contains(['-', '/', '.'])) {
        return Some(shape(shown));
    }
    // "Format H-101", "ISO week as 2026-W07": a code with a sign in it, and nothing behind.
    let as_written = || first_of(language.as_written).filter(|_| !sentence.has(language.example));
    let place = first_of(language.forms).or_else(as_written)?;
    let shown = shown_at(place.end).filter(|shown| is_code(shown, 4) && shown.contains(['-', '/']))?;
    sentence.text.trim_end_matches(['.', ')']).ends_with(shown).then(|| shape(shown))
}

/// The expression for a code as it is shown, where the digits that were counted are those at its end: what stands before them was
/// said in words that are not known.
pub(super) fn as_shown(shown: &str, counted: &str) -> Option<String> {
    let digits = shown.bytes().rev().take_while(u8::is_ascii_digit).count();
    let head = &shown[..shown.len() - digits];
    let letters = !head.is_empty() && head.len() <= 4 && head.bytes().all(|byte| byte.is_ascii_uppercase());
    if letters && counted == format!(r"\d{{{digits}}}") {
        return Some(format!("[A-Z]{{{}}}{counted}", head.len()));
    }
    // "Two letters/four digits (AB/1234)": the signs between are shown alone.
    let plain: String = shown.chars().filter(char::is_ascii_alphanumeric).collect();
    if plain.len() < shown.len() && is_one(counted, &plain) {
        return Some(shape_of(shown, false));
    }
    // The pieces are said, and the whole is shown.
    let pieces = shown.split(['-', '/']).count();
    (pieces >= 3).then(|| shape_of(shown, true))
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn numbers_of_many_digits_are_those_between_too() {
        for (least, most, width) in [(1, 2999, 4), (5, 29999, 5), (950, 12050, 5), (1, 70000, 6)] {
            let regex = Regex::new(&format!("^(?:{})$", numbers(least, most, Some(width)))).expect("a pattern");
            for number in (0..100_000_u32).step_by(7).chain([least, most, most + 1, least.saturating_sub(1)]) {
                let text = format!("{number:0>width$}");
                assert_eq!(regex.is_match(&text), (least..=most).contains(&number), "{text} {least} {most}");
            }
        }
    }

    #[test]
    fn numbers_between_two_are_those_and_no_others() {
        for (least, most) in [(1, 9), (0, 5), (3, 12), (1, 150), (7, 999), (95, 105), (10, 99), (1, 1), (20, 318)] {
            for width in [None, Some(3)] {
                let regex = Regex::new(&format!("^(?:{})$", numbers(least, most, width))).expect("a pattern");
                for number in 0..1100_u32 {
                    let text = width.map_or(number.to_string(), |width| format!("{number:0>width$}"));
                    // The last of a width stand for all of it.
                    let all = width == Some(3) && (least, most) == (1, 999);
                    assert_eq!(
                        regex.is_match(&text),
                        (least..=most).contains(&number) || all && number == 0,
                        "{text} {least} {most}"
                    );
                }
            }
        }
        assert_eq!(numbers(1, 150, Some(3)), r"00[1-9]|0[1-9]\d|1[0-4]\d|150");
        assert_eq!(numbers(1, 9, None), "[1-9]");
    }
}
