//! Cell text made fit to be looked at: control and invisible characters are named, long text is cut.

use std::borrow::Cow;

/// The longest value shown in a message, in characters.
pub const SHOWN: usize = 48;

/// The text in double quotes, with whatever cannot be seen named between angle brackets, cut after
/// [`SHOWN`] characters. Safe to print on a terminal.
pub fn quoted(text: &str) -> String {
    format!("\"{}\"", clipped(text, SHOWN))
}

/// The text with whatever cannot be seen named, cut after `most` characters.
pub fn clipped(text: &str, most: usize) -> String {
    let mut out = String::with_capacity(text.len().min(most.saturating_mul(4)));
    for (count, each) in text.chars().enumerate() {
        if count == most {
            out.push('…');
            break;
        }
        push_shown(&mut out, each);
    }
    out
}

/// The whole text with whatever cannot be seen named.
pub fn visible(text: &str) -> String {
    clipped(text, usize::MAX)
}

/// Whether a spreadsheet would run a text, space and line ends before it apart: a sign with a plain number behind it, as in a
/// phone number, it would not.
pub fn runs(text: &str) -> bool {
    let is_number = |rest: &str| {
        rest.bytes().any(|byte| byte.is_ascii_digit())
            && rest.bytes().all(|byte| byte.is_ascii_digit() || matches!(byte, b' ' | b'.' | b','))
    };
    let begins = text.trim_start_matches(|each: char| each.is_whitespace() || each.is_control());
    match begins.strip_prefix(['+', '-']) {
        Some(rest) => !is_number(rest),
        None => begins.starts_with(['=', '@']) || text.starts_with(['\t', '\r']),
    }
}

/// A text with an apostrophe before it where a spreadsheet would run it.
pub fn inert(text: &str) -> Cow<'_, str> {
    if runs(text) { Cow::Owned(format!("'{text}")) } else { Cow::Borrowed(text) }
}

/// Whether a character could make a terminal do something, or a text read otherwise than it is.
pub fn is_unsafe(each: char) -> bool {
    each.is_control() || is_directional(each)
}

fn push_shown(out: &mut String, each: char) {
    match name(each) {
        Some(name) => {
            out.push('<');
            out.push_str(name);
            out.push('>');
        }
        None if each.is_control() || is_directional(each) => {
            out.push_str(&format!("<U+{:04X}>", u32::from(each)));
        }
        None => out.push(each),
    }
}

/// Marks that change the direction of the text around them could make a report read otherwise than it is.
fn is_directional(each: char) -> bool {
    matches!(each, '\u{200e}' | '\u{200f}' | '\u{202a}'..='\u{202e}' | '\u{2066}'..='\u{2069}' | '\u{61c}')
}

/// What people call a character that cannot be seen.
pub fn name(each: char) -> Option<&'static str> {
    Some(match each {
        '\n' => "line break",
        '\r' => "carriage return",
        '\t' => "tab",
        '\0' => "NUL",
        '\u{a0}' => "no-break space",
        '\u{202f}' => "narrow no-break space",
        '\u{2007}' => "figure space",
        '\u{3000}' => "wide space",
        '\u{ad}' => "soft hyphen",
        '\u{200b}' => "zero-width space",
        '\u{200c}' => "zero-width non-joiner",
        '\u{200d}' => "zero-width joiner",
        '\u{2060}' => "word joiner",
        '\u{feff}' => "byte order mark",
        '\u{1b}' => "escape",
        _ => return None,
    })
}

/// A character as a message names it: by its own name, or in quotes with its number.
pub fn character(each: char) -> String {
    match name(each) {
        Some(name) => format!("a {name}"),
        None if each.is_control() => format!("the control character U+{:04X}", u32::from(each)),
        None => format!("\"{each}\" (U+{:04X})", u32::from(each)),
    }
}

/// A word as the usual shell of the system takes it, to be pasted behind a command.
pub fn quoted_argument(word: &str) -> String {
    let plain = word.chars().all(|each| each.is_alphanumeric() || "-_./:\\".contains(each)) && !word.is_empty();
    if plain && (cfg!(windows) || !word.contains('\\')) {
        word.to_owned()
    } else if cfg!(windows) {
        format!("\"{}\"", word.replace('"', "\\\""))
    } else if word.contains(['$', '`', '\\', '"', '!']) {
        format!("'{}'", word.replace('\'', "'\\''"))
    } else {
        format!("\"{word}\"")
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn nothing_unseen_gets_through() {
        assert_eq!(quoted("a\u{1b}[31mb\u{a0}c\u{202e}"), "\"a<escape>[31mb<no-break space>c<U+202E>\"");
        assert_eq!(clipped("abcdef", 3), "abc…");
        assert_eq!(character('\u{7}'), "the control character U+0007");
    }
}
