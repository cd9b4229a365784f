//! Plain patterns in words, for people who read no expressions: `[A-Z]{2}\d{4}` is "2 capital letters and 4 digits".

use regex_syntax::hir::{Class, Dot, Hir, HirKind};

use crate::rulebook::listed;

/// Parts of a pattern that are put in words, at most; longer ones are shown as they are written.
const MOST: usize = 6;

/// Signs by their names, one and several.
const SIGNS: &[(char, &str, &str)] = &[
    ('-', "a hyphen", "hyphens"),
    ('/', "a slash", "slashes"),
    ('.', "a full stop", "full stops"),
    (' ', "a space", "spaces"),
    ('_', "an underscore", "underscores"),
    ('\'', "an apostrophe", "apostrophes"),
    ('+', "a plus sign", "plus signs"),
    ('#', "a number sign", "number signs"),
    ('&', "an ampersand", "ampersands"),
    (':', "a colon", "colons"),
    ('(', "an opening bracket", "opening brackets"),
    (')', "a closing bracket", "closing brackets"),
];

/// What a pattern requires; `None` where it is no plain one.
pub(super) fn in_words(regex: &str) -> Option<String> {
    let hir = regex_syntax::parse(regex).ok()?;
    if let HirKind::Alternation(ways) = hir.kind() {
        let ways: Vec<String> =
            ways.iter().map(whole).collect::<Option<_>>().filter(|ways: &Vec<_>| ways.len() <= 3)?;
        return Some(listed(&ways, "or"));
    }
    whole(&hir)
}

/// All of a value.
fn whole(hir: &Hir) -> Option<String> {
    let parts = match hir.kind() {
        HirKind::Concat(parts) => parts.iter().map(uncaptured).collect(),
        _ => vec![uncaptured(hir)],
    };
    match parts.as_slice() {
        [only] => match only.kind() {
            HirKind::Repetition(some) if some.max.is_none() && some.min <= 1 => {
                let names = names(&some.sub)?;
                Some(format!("{} only", listed(&names.iter().map(|name| name.1.clone()).collect::<Vec<_>>(), "and")))
            }
            _ => part(only),
        },
        [first, last] if is_anything(last) => Some(format!("text that begins with {}", literal(first)?)),
        [first, last] if is_anything(first) => Some(format!("text that ends with {}", literal(last)?)),
        parts if parts.len() <= MOST => {
            let parts: Vec<String> = parts.iter().map(|of| part(of)).collect::<Option<_>>()?;
            Some(listed(&parts, "and"))
        }
        _ => None,
    }
}

fn uncaptured(hir: &Hir) -> &Hir {
    match hir.kind() {
        HirKind::Capture(inner) => uncaptured(&inner.sub),
        _ => hir,
    }
}

/// Any text: `.*`. "All but commas" is another thing.
fn is_anything(hir: &Hir) -> bool {
    let any = |sub: &Hir| [Dot::AnyCharExceptLF, Dot::AnyChar].into_iter().any(|dot| Hir::dot(dot) == *sub);
    matches!(hir.kind(), HirKind::Repetition(some) if some.max.is_none() && some.min <= 1 && any(&some.sub))
}

fn literal(hir: &Hir) -> Option<String> {
    let HirKind::Literal(text) = hir.kind() else { return None };
    let text = std::str::from_utf8(&text.0).ok()?;
    let sign = SIGNS.iter().find(|(sign, ..)| text.chars().eq([*sign]));
    Some(sign.map_or_else(|| format!("\"{text}\""), |(_, one, _)| (*one).to_owned()))
}

/// One part of a value: `4 digits`, `a hyphen`, `"LOT"`.
fn part(hir: &Hir) -> Option<String> {
    match hir.kind() {
        HirKind::Literal(_) => literal(hir),
        HirKind::Class(_) => counted(hir, 1, Some(1)),
        HirKind::Repetition(some) => counted(uncaptured(&some.sub), some.min, some.max),
        _ => None,
    }
}

fn counted(of: &Hir, min: u32, max: Option<u32>) -> Option<String> {
    let names = names(of)?;
    let (one, several) = (joined(&names, |name| &name.0), joined(&names, |name| &name.1));
    match (min, max) {
        (1, Some(1)) => Some(one),
        (0, _) => None,
        (min, Some(max)) if min == max => Some(format!("{min} {several}")),
        (min, Some(max)) => Some(format!("{min} to {max} {several}")),
        (1, None) => Some(several),
        (min, None) => Some(format!("{min} or more {several}")),
    }
}

fn joined(names: &[(String, String)], which: impl Fn(&(String, String)) -> &String) -> String {
    listed(&names.iter().map(|name| which(name).clone()).collect::<Vec<_>>(), "or")
}

/// The kinds of characters of a class, one and several.
fn names(of: &Hir) -> Option<Vec<(String, String)>> {
    let same = |plain: &str| regex_syntax::parse(plain).is_ok_and(|known| known == *of);
    let name = |one: &str, several: &str| (one.to_owned(), several.to_owned());
    if same(r"\d") {
        return Some(vec![name("a digit", "digits")]);
    }
    if let HirKind::Literal(_) = of.kind() {
        let text = literal(of)?;
        let several =
            SIGNS.iter().find(|(_, one, _)| *one == text).map_or(text.clone(), |(.., several)| (*several).to_owned());
        return Some(vec![(text, several)]);
    }
    let HirKind::Class(Class::Unicode(class)) = of.kind() else { return None };
    let mut left: Vec<(char, char)> = class.ranges().iter().map(|range| (range.start(), range.end())).collect();
    let mut names = Vec::new();
    let letters = regex_syntax::parse(r"\p{L}").ok()?;
    if let HirKind::Class(Class::Unicode(letters)) = letters.kind() {
        let ranges: Vec<(char, char)> = letters.ranges().iter().map(|range| (range.start(), range.end())).collect();
        if ranges.iter().all(|range| left.contains(range)) {
            left.retain(|range| !ranges.contains(range));
            names.push(name("a letter", "letters"));
        }
    }
    let mut take = |range: (char, char)| {
        let found = left.contains(&range);
        left.retain(|of| *of != range);
        found
    };
    match (take(('A', 'Z')), take(('a', 'z'))) {
        (true, true) => names.push(name("a letter from A to Z", "letters from A to Z")),
        (true, false) => names.push(name("a capital letter", "capital letters")),
        (false, true) => names.push(name("a lower-case letter", "lower-case letters")),
        (false, false) => {}
    }
    if take(('0', '9')) {
        names.push(name("a digit", "digits"));
    }
    // Neighbours among signs are one range: `-.` and `./`.
    let rest: Vec<char> = left.iter().flat_map(|(first, last)| (*first..=*last).take(MOST + 1)).collect();
    if rest.len() > MOST {
        return None;
    }
    for sign in rest {
        match SIGNS.iter().find(|(known, ..)| *known == sign) {
            Some((_, one, several)) => names.push(name(one, several)),
            None if sign.is_ascii_alphanumeric() => names.push(name(&sign.to_string(), &sign.to_string())),
            None => return None,
        }
    }
    Some(names)
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn plain_patterns_are_put_in_words() {
        for (regex, words) in [
            (r"\d{8}", "8 digits"),
            (r"\d+", "digits only"),
            (r"[A-Z]{2}\d{4}", "2 capital letters and 4 digits"),
            (r"[A-Z]\-[0-9]{1,3}", "a capital letter, a hyphen and 1 to 3 digits"),
            (r"[A-Z0-9\-]+", "capital letters, digits and hyphens only"),
            (r"[\p{L} ]+", "letters and spaces only"),
            (r"[a-z0-9_]+", "lower-case letters, digits and underscores only"),
            (r"LOT-\d{2,}", "\"LOT-\" and 2 or more digits"),
            (r"L.*", "text that begins with \"L\""),
            (r".*\.pdf", "text that ends with \".pdf\""),
            (r"\d{2}|[A-Z]{3}", "2 digits or 3 capital letters"),
            (r"[ABC]\d", "A, B or C and a digit"),
        ] {
            assert_eq!(in_words(regex).as_deref(), Some(words), "{regex}");
        }
    }

    #[test]
    fn others_are_left_as_they_are_written() {
        for regex in [r"a?b", r"(?:\d{2}x)+", r"[^,]+", r"L[^,]*", r"\bA", "(", r"\d{2}-?\d", r"[é-ü]{2}"] {
            assert_eq!(in_words(regex), None, "{regex}");
        }
    }
}
