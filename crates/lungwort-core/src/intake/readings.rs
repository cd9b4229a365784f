//! What the same bytes are in one encoding and in another, and which of the readings looks like words.

use crate::encoding::Encoding;

/// Words with letters beyond ASCII that are kept of a file, as bytes.
pub(super) const WORDS_KEPT: usize = 64;
/// The longest word that is kept.
const LONGEST: usize = 60;

/// Encodings that tables are in where nothing says which, the commonest first.
static USUAL: &[Encoding] = &[
    Encoding::UTF_8,
    Encoding::web(&encoding_rs::WINDOWS_1252_INIT),
    Encoding::web(&encoding_rs::WINDOWS_1250_INIT),
    Encoding::web(&encoding_rs::WINDOWS_1251_INIT),
    Encoding::web(&encoding_rs::WINDOWS_1254_INIT),
    Encoding::web(&encoding_rs::WINDOWS_1253_INIT),
    Encoding::web(&encoding_rs::ISO_8859_2_INIT),
    Encoding::web(&encoding_rs::MACINTOSH_INIT),
    Encoding::web(&encoding_rs::KOI8_R_INIT),
    Encoding::web(&encoding_rs::WINDOWS_1257_INIT),
    Encoding::web(&encoding_rs::WINDOWS_1255_INIT),
    Encoding::web(&encoding_rs::WINDOWS_1256_INIT),
    Encoding::web(&encoding_rs::SHIFT_JIS_INIT),
    Encoding::web(&encoding_rs::GB18030_INIT),
    Encoding::web(&encoding_rs::BIG5_INIT),
    Encoding::web(&encoding_rs::EUC_KR_INIT),
    Encoding::IBM850,
    Encoding::IBM437,
    Encoding::IBM852,
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
pub fn reading(word: &[u8], encoding: Encoding) -> Option<String> {
    let text = encoding.decode(word)?;
    (!text.contains(|each: char| matches!(each, '\u{80}'..='\u{9f}'))).then(|| text.into_owned())
}

/// How much in a word is as no word is written: signs beside letters, capitals behind small letters.
fn oddness(text: &str) -> usize {
    let letters: Vec<char> = text.chars().collect();
    let usual_sign =
        |each: char| matches!(each, '\u{2010}'..='\u{2027}' | '°' | '·' | '«' | '»' | '¿' | '¡' | '²' | '³');
    let is_latin = |each: char| each.is_alphabetic() && (each < '\u{250}' || matches!(each, '\u{1e00}'..='\u{1eff}'));
    let odd = |(at, each): (usize, &char)| {
        let before = at.checked_sub(1).and_then(|before| letters.get(before));
        let neighbours = [before, letters.get(at + 1)];
        let beside = |test: &dyn Fn(&char) -> bool| neighbours.into_iter().flatten().any(test);
        let inside = neighbours.into_iter().all(|each| each.is_some_and(|each| each.is_alphabetic()));
        let usual = usual_sign(*each) && (!inside || matches!(each, '\u{2010}'..='\u{2015}' | '\u{2019}' | '·'));
        let sign = !each.is_ascii() && !each.is_alphabetic() && !usual && beside(&|each| each.is_alphabetic());
        // A letter of another alphabet in the middle of a Latin word.
        let foreign = each.is_alphabetic() && !is_latin(*each) && beside(&|each| is_latin(*each));
        sign || foreign || each.is_uppercase() && before.is_some_and(|before| before.is_lowercase())
    };
    letters.iter().enumerate().filter(|(at, each)| odd((*at, *each))).count()
}

/// An encoding of the older systems of Western and Central Europe, where the words look like words in it and not in the one
/// that is likeliest otherwise.
pub(super) fn of_older_systems(words: &[Box<[u8]>], likeliest: Encoding) -> Option<Encoding> {
    const OLDER: [Encoding; 4] =
        [Encoding::IBM850, Encoding::web(&encoding_rs::MACINTOSH_INIT), Encoding::IBM437, Encoding::IBM852];
    let odd = |encoding: Encoding| total(words, encoding).unwrap_or(usize::MAX);
    let here = odd(likeliest);
    let found = OLDER.into_iter().min_by_key(|other| (odd(*other), rare(words, *other)))?;
    (here > 0 && here >= words.len() / 2 && odd(found) * 10 < here).then_some(found)
}

/// Letters beyond ASCII that are none of those that the languages of Western and Central Europe use in small.
fn rare(words: &[Box<[u8]>], encoding: Encoding) -> usize {
    const USUAL_LETTERS: &str = "áàâäãåæąăčćçďđéèêëęěíìîïłľĺñńňóòôöõøőœřŕßśšşșťţțúùûüůűýÿźžż";
    let is_rare = |each: &char| !each.is_ascii() && !USUAL_LETTERS.contains(*each);
    words.iter().filter_map(|word| reading(word, encoding)).map(|text| text.chars().filter(is_rare).count()).sum()
}

/// All words in an encoding, and how odd they are together; `None` where one of them means nothing there.
fn total(words: &[Box<[u8]>], encoding: Encoding) -> Option<usize> {
    words.iter().map(|word| reading(word, encoding).map(|text| oddness(&text))).sum()
}

/// An encoding in which the words look clearly better than in the one that they were read in.
pub fn better(words: &[Box<[u8]>], read_in: Encoding) -> Option<Encoding> {
    let here = total(words, read_in)?;
    if here < 2 || here * 3 < words.len() {
        return None;
    }
    USUAL.iter().copied().filter(|other| *other != read_in).find(|other| total(words, *other) == Some(0))
}

/// What a word would be in two other encodings, the likeliest first, where that is something else.
pub fn others(words: &[Box<[u8]>], read_in: Encoding) -> Vec<(Encoding, String)> {
    let Some(word) = words.first() else { return Vec::new() };
    let mut found: Vec<(usize, Encoding, String)> = Vec::new();
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

    const fn web(encoding: &'static encoding_rs::Encoding) -> Encoding {
        Encoding::web(encoding)
    }

    fn words(text: &str, encoding: Encoding) -> Vec<Box<[u8]>> {
        let mut words = Vec::new();
        collect(&encoding.encode(text).unwrap(), &mut words);
        words
    }

    #[test]
    fn words_that_look_better_elsewhere_are_known() {
        let french = "Zoë,café,élève,Crème brûlée";
        assert_eq!(better(&words(french, Encoding::UTF_8), web(encoding_rs::WINDOWS_1252)), Some(Encoding::UTF_8));
        assert_eq!(better(&words(french, web(encoding_rs::WINDOWS_1252)), web(encoding_rs::WINDOWS_1252)), None);
        assert_eq!(
            better(&words("Łódź,Kraków,źrebię,żółw", web(encoding_rs::WINDOWS_1250)), web(encoding_rs::WINDOWS_1250)),
            None
        );
        assert_eq!(better(&words("Привет,мир", web(encoding_rs::WINDOWS_1251)), web(encoding_rs::WINDOWS_1251)), None);
    }

    #[test]
    fn two_other_readings_are_given() {
        let found = others(&words("Zoë,naïve", web(encoding_rs::WINDOWS_1252)), web(encoding_rs::WINDOWS_1252));
        assert_eq!(found.len(), 2);
        assert!(found.iter().all(|(_, text)| text != "Zoë" && text.starts_with("Zo")), "{found:?}");
    }

    #[test]
    fn tables_of_older_systems_are_known() {
        let german = "Gänseblümchen,Köln,Tübingen,Schlüsselblume";
        let polish = "Łódź,źrebię,żółw,Wąbrzeźno";
        let macintosh = web(encoding_rs::MACINTOSH);
        for (text, encoding) in
            [(german, Encoding::IBM850), (polish, Encoding::IBM852), (german, macintosh), ("café,Zoë,Señor", macintosh)]
        {
            let found = of_older_systems(&words(text, encoding), web(encoding_rs::WINDOWS_1252));
            assert_eq!(found, Some(encoding), "{text}");
        }
        for (text, encoding) in [
            (german, web(encoding_rs::WINDOWS_1252)),
            (polish, web(encoding_rs::WINDOWS_1250)),
            ("Вишня,Тула", web(encoding_rs::WINDOWS_1251)),
            ("桜,東京", web(encoding_rs::SHIFT_JIS)),
        ] {
            assert_eq!(of_older_systems(&words(text, encoding), encoding), None, "{text}");
        }
    }
}
