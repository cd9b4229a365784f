//! Pieces of a code as they are written: a mask such as `DEP-YYYY-NNN`, letters in quotes or with a sign behind.

use super::sentence::Sentence;

/// The expression for an ISO week as it is written: `YYYY-Www`, `YYYY-WNN`, `YYYYWww`.
fn week(text: &str) -> Option<&'static str> {
    let years = ["YYYY", "yyyy", "JJJJ", "jjjj", "AAAA", "aaaa"];
    let rest = years.iter().find_map(|year| text.strip_prefix(year))?;
    let (sign, rest) = rest.strip_prefix('-').map_or(("", rest), |rest| ("-", rest));
    let number = rest.strip_prefix('W')?;
    matches!(number, "ww" | "WW" | "nn" | "NN" | "##").then_some(match sign {
        "-" => r"\d{4}-W(?:0[1-9]|[1-4]\d|5[0-3])",
        _ => r"\d{4}W(?:0[1-9]|[1-4]\d|5[0-3])",
    })
}

/// The same where it is said that there is a letter: the last `X` or `A` of `LP-nnnn-X (four digits, one capital letter)` is one.
pub(super) fn masked_with_letter(text: &str) -> Option<String> {
    let regex = masked(text)?;
    let head = regex.strip_suffix(['X', 'A', 'L']).filter(|head| head.ends_with(['-', '/', '.', '_']))?;
    Some(format!("{head}[A-Z]"))
}

/// The expression for a mask, in which some letters stand for digits: `N`, `#`, `9` and `0` repeated, and the year.
pub(crate) fn masked(text: &str) -> Option<String> {
    if let Some(week) = week(text) {
        return Some(week.to_owned());
    }
    // `TF/yy/nnn`: small letters that stand for digits, beside others that stand for themselves.
    let small = text.chars().filter(|each| each.is_ascii_lowercase()).collect::<String>();
    let for_digits = !small.is_empty() && small.chars().all(|each| matches!(each, 'n' | 'y'));
    let upper = text.to_uppercase();
    // `nn-nn-nn`
    let alone =
        text.split(['-', '/', '.']).filter(|part| part.bytes().all(|byte| byte == b'n') && part.len() > 1).count() > 1;
    let text =
        if for_digits && (alone || text.chars().any(|each| each.is_ascii_uppercase())) { upper.as_str() } else { text };
    // `RS/dddd`
    let of_digits = small.len() >= 2 && small.bytes().all(|byte| byte == b'd');
    let digits = text.replace('d', "N");
    let text = if of_digits && text.bytes().any(|byte| byte.is_ascii_uppercase()) { digits.as_str() } else { text };
    // `F26-xxxx`
    let crosses = text.contains("xxx") && small.bytes().all(|byte| byte == b'x');
    let text = if crosses { upper.as_str() } else { text };
    let signs = text.chars().filter(|each| matches!(each, '-' | '/' | '_' | '.')).count();
    if text.len() < 4 || text.len() > 30 || !text.is_ascii() || text.bytes().any(|byte| byte.is_ascii_lowercase()) {
        return None;
    }
    // Other digits are those of an example.
    if text.bytes().any(|byte| matches!(byte, b'1'..=b'8')) && !text.contains("XXX") {
        return None;
    }
    let (mut regex, mut digits, mut literal) = (String::new(), 0, 0);
    let bytes = text.as_bytes();
    let nines = text.contains("99") && bytes.iter().all(|byte| !byte.is_ascii_uppercase() || *byte == b'A');
    let mut at = 0;
    while at < bytes.len() {
        let each = bytes[at];
        let run = bytes[at..].iter().take_while(|other| **other == each).count();
        // `JB-JJJJ-NNN`
        let is_year = each == b'Y' && matches!(run, 2 | 4) || each == b'J' && run == 4;
        match each {
            b'N' | b'#' | b'9' | b'0' if run >= 2 => {
                regex.push_str(&format!(r"\d{{{run}}}"));
                digits += run;
            }
            // `A99-99`: beside nines, A is any letter.
            b'A' if run == 1 && nines => {
                regex.push_str("[A-Z]");
                literal += 1;
            }
            b'A' | b'L' if run >= 2 => {
                regex.push_str(&format!("[A-Z]{{{run}}}"));
                literal += run;
            }
            // `G-XXXX`: letters or digits.
            b'X' if run >= 2 && run < text.len() => {
                regex.push_str(&format!("[A-Z0-9]{{{run}}}"));
                (digits, literal) = (digits + run, literal + 1);
            }
            b'Y' | b'J' if is_year => {
                regex.push_str(&format!(r"\d{{{run}}}"));
                digits += run;
            }
            each if is_literal(each, text) => {
                (0..run).for_each(|_| regex.push_str(&regex::escape(char::from(each).to_string().as_str())));
                literal += run;
            }
            _ => return None,
        }
        at += run;
    }
    // Digits and signs alone are a number, and the letters of days, months and years a date.
    let mut letters = bytes.iter().filter(|byte| byte.is_ascii_uppercase());
    let of_days = letters.all(|byte| matches!(byte, b'D' | b'M' | b'Y' | b'H' | b'S' | b'T' | b'J'));
    let letters = !of_days || !bytes.iter().any(|byte| matches!(byte, b'Y' | b'H' | b'J'));
    (digits >= 2 && literal >= 1 && (signs > 0 || digits >= 3) && letters).then_some(regex)
}

/// Whether a sign of a mask is one of the code; `00:00.00` is no time of the clock, as `00:00` is.
fn is_literal(each: u8, text: &str) -> bool {
    let sign = matches!(each, b'-' | b'/' | b'_' | b'.') || each == b':' && text.contains('.');
    each.is_ascii_alphanumeric() || sign
}

/// A piece of a code at a word, as it stands: in quotes, or with the signs behind it; and the word behind it.
pub(super) fn literal(sentence: &Sentence, at: usize) -> Option<(String, usize)> {
    let (_, place) = sentence.words.get(at)?;
    let before = sentence.text[..place.start].chars().next_back();
    let rest = &sentence.text[place.start..];
    let next =
        |end: usize| sentence.words.iter().position(|(_, other)| other.start >= end).unwrap_or(sentence.words.len());
    if let Some(open) = before.filter(|each| matches!(each, '"' | '\'' | '“' | '‘' | '„' | '«')) {
        let close = match open {
            '“' | '„' => ['”', '“'],
            '‘' => ['’', '‘'],
            '«' => ['»', '»'],
            same => [same, same],
        };
        let text = &rest[..rest.find(close)?];
        return (text.len() <= 12).then(|| (text.to_owned(), next(place.start + text.len())));
    }
    let is_part = |each: &char| each.is_alphanumeric() || matches!(each, '-' | '/' | '_');
    let text: String = rest.chars().take_while(is_part).collect();
    // `SL/ and five digits`
    let begun = text.strip_suffix('/').is_some_and(|letters| letters.bytes().all(|byte| byte.is_ascii_uppercase()));
    let text = if begun { text } else { text.trim_end_matches('/').to_owned() };
    (!text.is_empty() && text.len() <= 12).then(|| (text.clone(), next(place.start + text.len())))
}

/// Whether a word among others is a part of a code: capitals with a sign behind them.
pub(super) fn looks_like_part(text: &str) -> bool {
    let capitals = text.chars().any(|each| each.is_ascii_uppercase()) && !text.chars().any(char::is_lowercase);
    capitals && text.ends_with(['-', '/', '_'])
}
