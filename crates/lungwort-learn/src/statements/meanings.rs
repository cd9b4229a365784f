//! Codes with what they mean: `A = alive, X = none`, `S for staff`, `I (invoice) or C (credit note)`.

use super::words::{self, Language};
use lungwort_core::rulebook::toml_text::quoted;

/// Words that ask for a code, at most.
const VERB: usize = 4;

/// `S seed, J juvenile, A adult`: short codes, each with what it means behind it.
pub(super) fn beside(text: &str) -> Option<Vec<(String, String)>> {
    // "Condition when back: A as new, B used"
    let text = text.split_once(": ").map_or(text, |(_, list)| list);
    let parts: Vec<&str> = text.trim_end_matches('.').split([',', ';']).map(str::trim).collect();
    let one = |part: &&str| {
        let (code, meaning) = part.split_once(' ')?;
        let is_code = code.len() <= 3 && code.bytes().all(|byte| byte.is_ascii_uppercase() || byte.is_ascii_digit());
        let is_meaning = meaning.len() <= 40 && meaning.split([' ', '-']).all(is_word);
        (is_code && (is_meaning || range(meaning).is_some())).then(|| (code.to_owned(), meaning.to_owned()))
    };
    let pairs: Vec<(String, String)> = parts.iter().map(one).collect::<Option<_>>()?;
    let ranges: Vec<(u32, Option<u32>)> = pairs.iter().filter_map(|(_, meaning)| range(meaning)).collect();
    // "A 1-10, B 1-12" may be places: what codes stand for goes on where the one before ends.
    let goes_on = |pair: &[(u32, Option<u32>)]| pair[0].1.is_some_and(|end| (end..=end + 1).contains(&pair[1].0));
    if !ranges.is_empty() && (ranges.len() < pairs.len() || !ranges.windows(2).all(goes_on)) {
        return None;
    }
    let lettered = pairs.iter().all(|(code, _)| code.bytes().any(|byte| byte.is_ascii_uppercase()));
    if !lettered && !is_scale(&pairs) {
        return None;
    }
    let codes: std::collections::HashSet<&String> = pairs.iter().map(|(code, _)| code).collect();
    (pairs.len() >= 2 && codes.len() == pairs.len()).then_some(pairs)
}

/// Numbers from one to another, or from one on: `16-17`, `65+`.
fn range(text: &str) -> Option<(u32, Option<u32>)> {
    if let Some(from) = text.strip_suffix('+') {
        return Some((from.trim_end().parse().ok()?, None));
    }
    let (from, to) = text.split_once(['-', '–'])?;
    let (from, to) = (from.trim().parse().ok()?, to.trim().parse().ok()?);
    (from < to).then_some((from, Some(to)))
}

/// Whether a text is a word, in small letters but perhaps for its first: `English`.
fn is_word(text: &str) -> bool {
    let small = text.chars().skip(1).all(char::is_lowercase);
    small
        && text.chars().all(char::is_alphabetic)
        && (text.chars().count() > 1 || !text.chars().any(char::is_uppercase))
}

/// `0 clear, 1 cloudy, 2 covered, 9 not seen`: numbers that ascend from the first, each with what it means. "2 letters, 4 digits" counts.
fn is_scale(pairs: &[(String, String)]) -> bool {
    let numbers: Option<Vec<u32>> = pairs.iter().map(|(code, _)| code.parse().ok()).collect();
    let Some(numbers) = numbers.filter(|numbers| numbers.len() >= 3) else { return false };
    let counted = |meaning: &str| {
        meaning.split(' ').take(1).any(|word| {
            words::ALL.iter().any(|language| {
                let kinds =
                    [language.letters, language.digits, language.characters, language.capitals, language.number];
                kinds.iter().any(|words| words.contains(&word)) || super::units::is_unit(word)
            })
        })
    };
    numbers[0] <= 1
        && numbers.windows(2).all(|pair| pair[0] < pair[1])
        && !pairs.iter().any(|(_, meaning)| counted(meaning))
}

/// Whether a text does nothing but tell what codes mean: `B = borrower, L = lender`.
pub(super) fn is_key(text: &str) -> bool {
    let code = |code: &str| {
        !code.is_empty() && code.len() <= 5 && !code.contains(' ') && !code.chars().any(char::is_lowercase)
    };
    let parts: Vec<&str> = text.split([',', ';']).map(str::trim).filter(|part| !part.is_empty()).collect();
    parts.len() >= 2 && parts.iter().all(|part| part.split_once('=').is_some_and(|(of, _)| code(of.trim())))
}

/// Codes whose meanings are in brackets, but for the last one: all of them in brackets.
fn in_one_form(text: &str, language: &Language) -> Option<String> {
    let (before, last) =
        text.trim_end_matches('.').rsplit_once(", ").filter(|(before, _)| before.matches(" (").count() > 1)?;
    let plain = !last.contains('(') && before.matches(" (").count() == before.split(", ").count();
    let or = language.or.iter().find_map(|word| last.strip_prefix(word)?.strip_prefix(' '));
    let said = or.unwrap_or(last);
    let (code, meaning) =
        language.meaning_signs.iter().find_map(|word| said.split_once(&format!(" {word} "))).filter(|_| plain)?;
    let is_code = code.len() <= 5 && !code.is_empty() && code.chars().all(char::is_uppercase);
    is_code.then(|| format!("{before}, {code} ({meaning})"))
}

/// `S for staff, T for travel`
pub(super) fn explained(text: &str, language: &Language) -> Option<Vec<(String, String)>> {
    // "BOT (botany), ENT (entomology), or EXT for outside users"
    let alike = in_one_form(text, language);
    let text = alike.as_deref().unwrap_or(text);
    let parts: Vec<&str> = text.split([',', ';']).map(str::trim).filter(|part| !part.is_empty()).collect();
    let one = |part: &&str| {
        let part = language.and.iter().chain(language.or).fold(*part, |part, word| {
            part.strip_prefix(word).filter(|rest| rest.starts_with(' ')).map_or(part, str::trim_start)
        });
        let (code, meaning) = language.meaning_signs.iter().find_map(|word| part.split_once(&format!(" {word} ")))?;
        let code = behind_verb(code.trim(), language).trim_matches(['"', '\'', ':']);
        let fits = !code.is_empty() && code.len() <= 5 && !code.contains(' ') && !code.chars().any(char::is_lowercase);
        let meaning = meaning.trim().trim_end_matches(['.', ')']);
        (fits && !meaning.is_empty() && meaning.len() <= 40).then(|| (code.to_owned(), meaning.to_owned()))
    };
    // `I (invoice) or C (credit note)`
    let in_brackets = |part: &str| -> Option<(String, String)> {
        let (before, meaning) = part.split_once('(')?;
        let code = before.trim().rsplit(' ').next()?;
        let small = code.len() == 1 && before.trim().len() == 1;
        let fits = !code.is_empty() && code.len() <= 8 && (small || !code.chars().any(char::is_lowercase));
        let meaning = meaning.trim_end_matches(['.', ';', ',']).strip_suffix(')')?.trim();
        // `A(ctive)`
        let joined = !before.ends_with(' ') && meaning.starts_with(char::is_lowercase);
        let meaning = if joined { format!("{}{meaning}", code.to_lowercase()) } else { meaning.to_owned() };
        (fits && !meaning.is_empty() && meaning.len() <= 40).then(|| (code.to_owned(), meaning))
    };
    let mut bracketed: Vec<&str> = parts.clone();
    for word in language.or.iter().chain(language.and) {
        let sign = format!(" {word} ");
        bracketed = bracketed.into_iter().flat_map(|part| part.split(sign.as_str()).collect::<Vec<_>>()).collect();
    }
    // `by invoice (INV), card (CARD) or in advance (ADV)`
    let behind = |part: &&str| {
        let (meaning, code) = part.trim_end_matches('.').strip_suffix(')')?.rsplit_once('(')?;
        let code = code.trim();
        let fits = !code.is_empty()
            && code.len() <= 5
            && code.bytes().all(|byte| byte.is_ascii_uppercase() || byte.is_ascii_digit());
        let meaning = meaning.trim();
        // "Water is metered (M)"
        let is = language.copulas.iter().find_map(|word| meaning.strip_prefix(word)?.strip_prefix(' '));
        let meaning = is.unwrap_or(meaning).trim();
        let said = !meaning.is_empty() && meaning.len() <= 40 && meaning.chars().any(char::is_lowercase);
        (fits && said && code.bytes().any(|byte| byte.is_ascii_uppercase()))
            .then(|| (code.to_owned(), meaning.to_owned()))
    };
    // "J for junior or F for family"
    let either = |part: &&str| {
        let mut signs = language.or.iter().chain(language.and).map(|word| format!(" {word} "));
        let cut = signs.find_map(|sign| {
            let pieces: Vec<(String, String)> =
                part.split(sign.as_str()).map(|piece| one(&piece)).collect::<Option<_>>()?;
            (pieces.len() >= 2).then_some(pieces)
        });
        cut.or_else(|| one(part).map(|pair| vec![pair]))
    };
    let pairs: Option<Vec<Vec<(String, String)>>> = parts.iter().map(either).collect();
    let pairs = pairs.map(|pairs| pairs.into_iter().flatten().collect());
    let pairs: Option<Vec<(String, String)>> =
        pairs.or_else(|| with_bare_codes(bracketed.iter().copied().map(|part| (part, in_brackets(part)))));
    let pairs = pairs.or_else(|| bracketed.iter().map(behind).collect());
    pairs.filter(|pairs| pairs.len() >= 2)
}

/// Codes with their meanings, of which a few may have none, as they are known by themselves: `PE (polyethylene), PVC or ST (steel)`.
fn with_bare_codes<'t>(
    parts: impl Iterator<Item = (&'t str, Option<(String, String)>)> + Clone,
) -> Option<Vec<(String, String)>> {
    let explained = parts.clone().filter(|(_, pair)| pair.is_some()).count();
    let bare = |text: &str| {
        let code = text.trim().trim_end_matches('.');
        let is_code = (1..=5).contains(&code.len()) && code.bytes().all(|byte| byte.is_ascii_uppercase());
        is_code.then(|| (code.to_owned(), code.to_owned()))
    };
    let others = parts.clone().count() - explained;
    let pairs: Option<Vec<(String, String)>> = parts.map(|(text, pair)| pair.or_else(|| bare(text))).collect();
    let once = |pairs: &Vec<(String, String)>| {
        let codes: std::collections::HashSet<&str> = pairs.iter().map(|(code, _)| code.as_str()).collect();
        codes.len() == pairs.len()
    };
    pairs.filter(|pairs| others == 0 || explained >= 2 && others < explained && once(pairs))
}

/// A code without the verb that asks for it: `enter A`, `please use the code A`.
fn behind_verb<'t>(text: &'t str, language: &Language) -> &'t str {
    let Some((verb, code)) = text.rsplit_once(' ') else { return text };
    if language.copulas.contains(&verb.to_lowercase().as_str()) {
        return code;
    }
    let verb = verb.to_lowercase();
    let words = || verb.split(' ');
    let asks = words().any(|word| [language.give, language.tick, language.choose].iter().any(|of| of.contains(&word)));
    let plain = words().count() <= VERB && words().all(|word| word.chars().all(char::is_alphabetic));
    if asks && plain { code } else { text }
}

/// `1 is best, 4 is lowest`: what the ends of a scale mean, between which the others are.
pub(super) fn ends_of_scale(pairs: &[(String, String)]) -> Option<[(&'static str, String); 3]> {
    let [(first, one), (second, other)] = pairs else { return None };
    let (first, second): (u32, u32) = (first.parse().ok()?, second.parse().ok()?);
    let apart = |word: &str| words::ALL.iter().any(|language| language.apart.contains(&word.to_lowercase().as_str()));
    let plain = ![one, other].iter().any(|meaning| meaning.split_whitespace().any(apart));
    let (least, most) = (first.min(second), first.max(second));
    (plain && (2..=100).contains(&(most - least)))
        .then(|| [("type", quoted("whole")), ("min", least.to_string()), ("max", most.to_string())])
}

/// Whether a side of an equation is that nothing is filled in: `blank`, `leave blank`.
pub(super) fn is_nothing(side: &str) -> bool {
    let side = side.trim().trim_end_matches('.').to_lowercase();
    words::ALL.iter().any(|language| {
        let left = |verb: &&str| side.strip_prefix(*verb).and_then(|rest| rest.strip_prefix(' '));
        let blank = language.leave.iter().find_map(left).unwrap_or(&side);
        // "Leer lassen" has its verb behind.
        let blank = language.leave.iter().find_map(|verb| blank.strip_suffix(*verb)).unwrap_or(blank).trim();
        language.nothing.contains(&blank)
    })
}

/// `S standard / C charity / F free`: codes of capitals, each before what it means.
fn spaced(text: &str) -> Option<Vec<(String, String)>> {
    let parts: Vec<&str> = text.split([',', '/']).map(|part| part.trim().trim_end_matches('.')).collect();
    let least = if text.contains('/') { 2 } else { 3 };
    let one = |part: &&str| {
        let (code, meaning) = part.split_once(' ')?;
        let is_code = code.len() <= 3 && code.bytes().all(|byte| byte.is_ascii_uppercase());
        // "F for food" is read with its "for".
        let first = meaning.split(' ').next().unwrap_or_default();
        let leads = |language: &words::Language| {
            let known = [language.meaning_signs, language.means, language.only_for, language.copulas, language.small];
            known.iter().any(|words| words.contains(&first))
        };
        let said = meaning.starts_with(char::is_lowercase)
            && meaning.split(' ').count() <= 3
            && !words::ALL.iter().any(|language| leads(language));
        (is_code && said).then(|| (code.to_owned(), meaning.to_owned()))
    };
    let pairs: Vec<(String, String)> = parts.iter().map(one).collect::<Option<_>>()?;
    let codes: std::collections::HashSet<&str> = pairs.iter().map(|(code, _)| code.as_str()).collect();
    (codes.len() == pairs.len() && pairs.len() >= least).then_some(pairs)
}

/// `A = alive, X = none`
pub(super) fn pairs(text: &str) -> Option<Vec<(String, String)>> {
    let mut parts: Vec<&str> = text.split([',', ';']).map(str::trim).filter(|part| !part.is_empty()).collect();
    if parts.len() == 1 {
        // `A = active / D = dead`
        parts = [" / ", " | "].into_iter().map(|sign| text.split(sign).collect()).max_by_key(Vec::len).unwrap_or(parts);
    }
    // `X = yes, blank = no`, `none = leave blank`
    let nothing = |part: &&str| {
        // "Sonst leer"
        let words: Vec<String> =
            part.split_whitespace().map(|word| word.trim_end_matches('.').to_lowercase()).collect();
        let left = |language: &words::Language| {
            let is = |at: usize, phrases: &[&str]| words.get(at).is_some_and(|word| phrases.contains(&word.as_str()));
            is(0, language.otherwise)
                && (1..words.len()).any(|at| is(at, language.nothing) || is(at, language.unfilled))
                && words.len() <= 4
        };
        if words::ALL.iter().any(|language| left(language)) {
            return true;
        }
        let (code, meaning) = part.split_once('=').unwrap_or((part, ""));
        // A code that means empty is one all the same: `X = empty`.
        is_nothing(code) || is_nothing(meaning) && code.chars().any(char::is_lowercase)
    };
    let before = parts.len();
    parts.retain(|part| !(text.contains('=') && nothing(part)));
    let dropped = parts.len() < before;
    let one = |part: &&str| {
        let part = part.trim_start_matches("and ").trim_start_matches("or ").trim_end_matches('.');
        // `A - mixed, B - female voices`
        let dash = || [" - ", " – "].iter().find_map(|sign| part.split_once(sign));
        let (code, meaning) =
            if text.contains('=') { part.split_once('=') } else { part.split_once(": ").or_else(dash) }?;
        // What leads up to the first code stands before it.
        let code = code.trim().rsplit(char::is_whitespace).next()?.trim_matches(['"', '\'', '(', ':']);
        let meaning = meaning.trim().trim_end_matches(')');
        let words = meaning.chars().next().is_some_and(char::is_alphabetic) || text.contains('=');
        let fits = !code.is_empty() && code.len() <= 12 && words && meaning.len() <= 60 && !meaning.is_empty();
        fits.then(|| (code.to_owned(), meaning.to_owned()))
    };
    let pairs = match text.contains('=') {
        true => with_bare_codes(parts.iter().map(|part| (*part, one(part)))),
        false => parts.iter().map(one).collect(),
    };
    let pairs = pairs.or_else(|| spaced(text));
    // `family = F, social = S`
    let turned = |(code, meaning): &(String, String)| {
        let is_code = meaning.len() <= 4 && !meaning.chars().any(|each| each.is_lowercase() || each == ' ');
        is_code && code.len() > meaning.len() && code.chars().any(char::is_lowercase)
    };
    let pairs = pairs.map(|pairs| match pairs.iter().all(turned) {
        true => pairs.into_iter().map(|(code, meaning)| (meaning, code)).collect(),
        false => pairs,
    });
    // `L: light, S: sugar`
    let codes = |pairs: &Vec<(String, String)>| {
        pairs.iter().all(|(code, _)| code.len() <= 3 && !code.chars().any(char::is_lowercase))
    };
    // "M = mandatory, O = optional" explains a row of the template.
    let of_marks = |(_, meaning): &(String, String)| {
        let first = meaning.split(['(', ' ']).next().unwrap_or_default().to_lowercase();
        words::ALL.iter().any(|language| {
            let said = [language.required, language.optional, language.marks];
            said.iter().any(|words| words.contains(&first.as_str()))
        })
    };
    let pairs = pairs.filter(|pairs| !pairs.iter().all(of_marks));
    pairs.filter(|pairs| (pairs.len() >= 2 || dropped && pairs.len() == 1) && (text.contains('=') || codes(pairs)))
}

/// Whether a text is of codes with what they mean, in which numbers may stand: `JUN = under 12, YTH = 12 to 17`.
pub(super) fn are_codes(text: &str) -> bool {
    let plain = |(code, meaning): &(String, String)| {
        !code.chars().any(char::is_lowercase) && meaning.chars().any(char::is_alphabetic)
    };
    text.contains('=') && pairs(text).is_some_and(|pairs| pairs.len() >= 2 && pairs.iter().all(plain))
}
