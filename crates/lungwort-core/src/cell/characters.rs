//! What stands in a text besides plain characters: invisible, typographic, broken and misdecoded ones.

use encoding_rs::WINDOWS_1252;

/// Spaces that look like a space and are none.
pub fn is_odd_space(each: char) -> bool {
    matches!(each, '\u{a0}' | '\u{1680}' | '\u{2000}'..='\u{200a}' | '\u{202f}' | '\u{205f}' | '\u{3000}')
}

/// Characters of no width at all. The joiners are left out: several scripts and emoji need them inside words.
pub fn is_zero_width(each: char) -> bool {
    matches!(each, '\u{200b}' | '\u{2060}' | '\u{feff}' | '\u{ad}' | '\u{180e}' | '\u{200e}' | '\u{200f}')
        || matches!(each, '\u{202a}'..='\u{202e}' | '\u{2066}'..='\u{2069}')
}

/// Control characters other than the tab and the two halves of a line break.
pub fn is_control(each: char) -> bool {
    each.is_control() && !matches!(each, '\n' | '\r' | '\t')
}

/// The plain keyboard character that a typographic quote, dash or ellipsis stands for.
pub fn plain_for(each: char) -> Option<&'static str> {
    Some(match each {
        '\u{2018}' | '\u{2019}' | '\u{201a}' | '\u{201b}' | '\u{2032}' | '\u{b4}' => "'",
        '\u{201c}' | '\u{201d}' | '\u{201e}' | '\u{201f}' | '\u{2033}' | '\u{ab}' | '\u{bb}' => "\"",
        '\u{2010}'..='\u{2015}' | '\u{2212}' => "-",
        '\u{2026}' => "...",
        _ => return None,
    })
}

/// The text with typographic signs made plain.
pub fn with_plain_signs(text: &str) -> String {
    let mut out = String::with_capacity(text.len());
    for each in text.chars() {
        match plain_for(each) {
            Some(plain) => out.push_str(plain),
            None => out.push(each),
        }
    }
    out
}

/// The text without the spaces around it. Most texts have none, and that shows at their ends.
#[inline]
pub fn trimmed(text: &str) -> &str {
    if ends_plainly(text.as_bytes()) { text } else { text.trim() }
}

/// Whether a text begins and ends with printable ASCII that is no space, so that there is nothing to be trimmed.
#[inline]
pub fn ends_plainly(text: &[u8]) -> bool {
    let is_plain = |byte: Option<&u8>| byte.is_some_and(|byte| (0x21..0x7f).contains(byte));
    is_plain(text.first()) && is_plain(text.last())
}

/// Whether a cell that holds only these bytes above ASCII needs a closer look. Letters such as `é` and `ü` do
/// not; bytes that begin odd spaces, zero-width characters, the replacement character or misdecoded text do.
pub fn is_unremarkable(text: &str) -> bool {
    let bytes = text.as_bytes();
    let mut at = 0;
    while at < bytes.len() {
        let byte = bytes[at];
        match byte {
            0x20..=0x7e => at += 1,
            // U+00C0 to U+00FF begin with C3. "Ã" and "Â", with which misdecoded text begins, are C3 83 and C3 82,
            // and "â" (C3 A2) begins misdecoded typographic signs.
            0xc3 if !matches!(bytes.get(at + 1), Some(0x80..=0x85 | 0xa2)) => at += 2,
            0xc4..=0xd7 => at += 2,
            _ => return false,
        }
    }
    true
}

/// Whether text that should hold one accented letter holds what is left when UTF-8 is read as Windows-1252:
/// `Ã©` for `é`. Returns the text as it was meant.
pub fn undo_misdecoding(text: &str) -> Option<String> {
    // Letters of three bytes, such as those of Chinese and Japanese, begin with ã to ï.
    if !text.contains(|each| matches!(each, 'ã'..='ï'))
        && !text.contains(['Ã', 'Â', 'â', 'Ä', 'Å', 'Ð', 'Ñ', 'Î', 'Ï', 'Ø', 'Ù', 'ð'])
    {
        return None;
    }
    let bytes = bytes_in_windows_1252(text)?;
    let lenient = std::str::from_utf8(&bytes).ok()?;
    // Only text that shrinks had pairs in it that make one character each.
    (lenient.chars().count() < text.chars().count() && !lenient.contains(is_control)).then(|| lenient.to_owned())
}

/// The bytes of a text that was read as Windows-1252. The five bytes that mean nothing there are kept by some programs
/// as the control characters of the same number, and by others as U+FFFD or nothing, which cannot be undone.
fn bytes_in_windows_1252(text: &str) -> Option<Vec<u8>> {
    let (bytes, _, unmappable) = WINDOWS_1252.encode(text);
    (!unmappable).then(|| bytes.into_owned())
}

/// Whether a character is of private use where spreadsheet programs put bytes that they could not read (U+F080 to
/// U+F0FF and U+F180 to U+F1FF), or is otherwise of private use.
pub fn is_private(each: char) -> bool {
    matches!(each, '\u{e000}'..='\u{f8ff}' | '\u{f0000}'..='\u{10ffff}')
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn misdecoded_text_is_told_from_honest_accents() {
        assert_eq!(undo_misdecoding("Zoë Ångström"), None);
        assert_eq!(undo_misdecoding("CafÃ© CrÃ¨me").as_deref(), Some("Café Crème"));
        assert_eq!(undo_misdecoding("it’s").as_deref(), None);
        assert_eq!(undo_misdecoding("itâ€™s").as_deref(), Some("it’s"));
        assert_eq!(undo_misdecoding("SÃO PAULO"), None);
        assert_eq!(undo_misdecoding("æ—¥æœ¬èªž").as_deref(), Some("日本語"));
        assert_eq!(undo_misdecoding("français, être, Île"), None);
    }

    #[test]
    fn unremarkable_text_needs_no_second_look() {
        for text in ["plain", "Zoë", "Łódź", "Привет", "naïve"] {
            assert!(is_unremarkable(text), "{text}");
        }
        for text in ["a\u{a0}b", "Ã©", "a\u{200b}", "\u{fffd}", "a\tb", "â€™", "“x”"] {
            assert!(!is_unremarkable(text), "{text}");
        }
    }
}
