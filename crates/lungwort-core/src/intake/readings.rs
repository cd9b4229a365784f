//! What the same bytes are in one encoding and in another, and which of the readings looks like words.

use encoding_rs::{Encoding, UTF_8};

/// Words with letters beyond ASCII that are kept of a file, as bytes.
pub(super) const WORDS_KEPT: usize = 64;
/// The longest word that is kept.
const LONGEST: usize = 60;

/// Encodings that tables are in where nothing says which, the commonest first.
static USUAL: &[&Encoding] = &[
    UTF_8,
    encoding_rs::WINDOWS_1252,
    encoding_rs::WINDOWS_1250,
    encoding_rs::WINDOWS_1251,
    encoding_rs::WINDOWS_1254,
    encoding_rs::WINDOWS_1253,
    encoding_rs::ISO_8859_2,
    encoding_rs::MACINTOSH,
    encoding_rs::KOI8_R,
    encoding_rs::WINDOWS_1257,
    encoding_rs::WINDOWS_1255,
    encoding_rs::WINDOWS_1256,
    encoding_rs::SHIFT_JIS,
    encoding_rs::GB18030,
    encoding_rs::BIG5,
    encoding_rs::EUC_KR,
];

/// The words of the text that have a byte beyond ASCII in them, up to the number that is kept.
pub(super) fn collect(bytes: &[u8], words: &mut Vec<Box<[u8]>>) {
    let is_between = |byte: &u8| *byte < 0x80 && !byte.is_ascii_alphanumeric() && !matches!(byte, b'\'' | b'-');
    for word in bytes.split(is_between) {
        if words.len() == WORDS_KEPT {
            return;
        }
        if word.len() <= LONGEST && !word.is_ascii() && !words.iter().any(|known| **known == *word) {
            words.push(word.into());
        }
    }
}

/// A word in an encoding; `None` where its bytes mean nothing there.
pub fn reading(word: &[u8], encoding: &'static Encoding) -> Option<String> {
    let text = encoding.decode_without_bom_handling_and_without_replacement(word)?;
    (!text.contains(|each: char| matches!(each, '\u{80}'..='\u{9f}'))).then(|| text.into_owned())
}

/// How much in a word is as no word is written: signs beside letters, capitals behind small letters.
fn oddness(text: &str) -> usize {
    let letters: Vec<char> = text.chars().collect();
    let usual_sign =
        |each: char| matches!(each, '\u{2010}'..='\u{2027}' | 'ª' | 'º' | '°' | '·' | '«' | '»' | '¿' | '¡');
    let odd = |(at, each): (usize, &char)| {
        let before = at.checked_sub(1).and_then(|before| letters.get(before));
        let beside_letter = [before, letters.get(at + 1)].into_iter().flatten().any(|each| each.is_alphabetic());
        let sign = !each.is_ascii() && !each.is_alphanumeric() && !usual_sign(*each) && beside_letter;
        sign || each.is_uppercase() && before.is_some_and(|before| before.is_lowercase())
    };
    letters.iter().enumerate().filter(|(at, each)| odd((*at, *each))).count()
}

/// All words in an encoding, and how odd they are together; `None` where one of them means nothing there.
fn total(words: &[Box<[u8]>], encoding: &'static Encoding) -> Option<usize> {
    words.iter().map(|word| reading(word, encoding).map(|text| oddness(&text))).sum()
}

/// An encoding in which the words look clearly better than in the one that they were read in.
pub fn better(words: &[Box<[u8]>], read_in: &'static Encoding) -> Option<&'static Encoding> {
    let here = total(words, read_in)?;
    if here < 2 || here * 3 < words.len() {
        return None;
    }
    USUAL.iter().copied().filter(|other| *other != read_in).find(|other| total(words, other) == Some(0))
}

/// What a word would be in two other encodings, the likeliest first, where that is something else.
pub fn others(words: &[Box<[u8]>], read_in: &'static Encoding) -> Vec<(&'static Encoding, String)> {
    let Some(word) = words.first() else { return Vec::new() };
    let mut found: Vec<(usize, &'static Encoding, String)> = Vec::new();
    let mut known = vec![reading(word, read_in).unwrap_or_default()];
    for encoding in USUAL.iter().copied().filter(|other| *other != read_in) {
        let (Some(text), Some(odd)) = (reading(word, encoding), total(words, encoding)) else { continue };
        if !known.contains(&text) {
            known.push(text.clone());
            found.push((odd, encoding, text));
        }
    }
    found.sort_by_key(|(odd, ..)| *odd);
    found.into_iter().take(2).map(|(_, encoding, text)| (encoding, text)).collect()
}

#[cfg(test)]
mod tests {
    use super::*;

    fn words(text: &str, encoding: &'static Encoding) -> Vec<Box<[u8]>> {
        let mut words = Vec::new();
        collect(&encoding.encode(text).0, &mut words);
        words
    }

    #[test]
    fn words_that_look_better_elsewhere_are_known() {
        let french = "Zoë,café,élève,Crème brûlée";
        assert_eq!(better(&words(french, UTF_8), encoding_rs::WINDOWS_1252), Some(UTF_8));
        assert_eq!(better(&words(french, encoding_rs::WINDOWS_1252), encoding_rs::WINDOWS_1252), None);
        assert_eq!(
            better(&words("Łódź,Kraków,źrebię,żółw", encoding_rs::WINDOWS_1250), encoding_rs::WINDOWS_1250),
            None
        );
        assert_eq!(better(&words("Привет,мир", encoding_rs::WINDOWS_1251), encoding_rs::WINDOWS_1251), None);
    }

    #[test]
    fn two_other_readings_are_given() {
        let found = others(&words("Zoë,naïve", encoding_rs::WINDOWS_1252), encoding_rs::WINDOWS_1252);
        assert_eq!(found.len(), 2);
        assert!(found.iter().all(|(_, text)| text != "Zoë" && text.starts_with("Zo")), "{found:?}");
    }
}
