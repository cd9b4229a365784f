//! Which columns a sentence is about: named by their headings, by letters, by a range, by a colour, or all of them.

use std::ops::Range;

use super::look::{has_colour, is_bold};
use super::sentence::Sentence;
use super::words::Language;
use super::{About, Entries};
use crate::learn::draft::Draft;

/// A column: which sheet of the draft, and which of its columns.
pub(super) type Place = (usize, usize);

/// A column that is named, and by which words.
#[derive(Debug, Clone, PartialEq, Eq)]
pub(super) struct Mention {
    pub place: Place,
    pub words: Range<usize>,
}

/// Headings that are words of every day: only as they are written in the heading, or behind the word for columns.
const COMMON: &[&str] = &[
    "date", "name", "number", "code", "type", "note", "notes", "value", "unit", "line", "row", "column", "file",
    "text", "sheet", "id", "no", "from", "to", "of", "by", "for", "in", "state", "status", "use", "form", "list",
    "box", "time", "datum", "name", "nummer", "art", "wert", "nom", "numéro", "code", "valeur", "titre", "title",
    "action", "order", "part", "place", "day", "month", "year", "one", "all",
];

/// Units that headings end with.
const UNITS: &[&str] = &[
    "m", "m2", "m²", "m3", "cm", "mm", "km", "ha", "kg", "g", "mg", "l", "ml", "eur", "usd", "gbp", "h", "min", "days",
    "years", "months", "c", "°c", "percent",
];

/// The columns that a sentence names, in the order of the sentence.
pub(super) fn mentions(sentence: &Sentence, language: &Language, draft: &Draft, about: &About) -> Vec<Mention> {
    let mut found: Vec<Mention> = Vec::new();
    let in_reach = |sheet: usize| match about {
        About::Column(of, _) | About::Sheet(of) => *of == sheet,
        About::Any => true,
    };
    let mut headings: Vec<(Vec<String>, Place, String)> = Vec::new();
    for (at, sheet) in draft.sheets.iter().enumerate().filter(|(at, _)| in_reach(*at)) {
        for (column, of) in sheet.columns.iter().enumerate() {
            let plain = plain_heading(&of.heading);
            let words: Vec<String> = words_of(&plain);
            // Sentences leave out the unit that a heading ends with.
            if let Some((unit, rest)) = words.split_last()
                && UNITS.contains(&unit.as_str())
                && !rest.is_empty()
            {
                headings.push((rest.to_vec(), (at, column), plain.clone()));
            }
            if !words.is_empty() {
                headings.push((words, (at, column), plain));
            }
        }
    }
    // The longest first, so that "Donor number" is not "Donor".
    headings.sort_by_key(|(words, ..)| std::cmp::Reverse(words.len()));
    let mut taken = vec![false; sentence.words.len()];
    // "An e-mail address" is no address.
    let formats = language.formats.iter().filter(|(phrase, _)| phrase.contains(' '));
    let formats: Vec<Range<usize>> = formats.filter_map(|(phrase, _)| sentence.find(phrase)).collect();
    for (words, place, plain) in &headings {
        let mut from = 0;
        while let Some(at) = place_of(sentence, words, from) {
            from = at + 1;
            let range = at..at + words.len();
            let same = found.iter().any(|known| known.words == range);
            let in_format = formats
                .iter()
                .any(|format| format.start < range.start && range.end <= format.end && range.len() < format.len());
            if in_format {
                continue;
            }
            if range.clone().any(|at| taken[at]) && !same || !is_meant(sentence, language, &range, words, plain) {
                continue;
            }
            range.clone().for_each(|at| taken[at] = true);
            found.push(Mention { place: *place, words: range });
        }
    }
    beside_others(sentence, &headings, &mut found);
    found.extend(by_letter(sentence, language, draft, about));
    found.extend(numbered(sentence, language, draft, &found));
    found.extend(numbered_together(sentence, &headings, &found));
    found.sort_by_key(|mention| (mention.words.start, mention.place));
    found.dedup();
    found
}

/// Words of every day that are headings stand for them beside one that is surely named: `a SKU and a title`.
fn beside_others(sentence: &Sentence, headings: &[(Vec<String>, Place, String)], found: &mut Vec<Mention>) {
    let sure: Vec<Range<usize>> = found.iter().map(|mention| mention.words.clone()).collect();
    for (words, place, _) in headings.iter().filter(|(words, ..)| words.len() == 1) {
        let Some(at) = place_of(sentence, words, 0).filter(|at| !sure.iter().any(|known| known.contains(at))) else {
            continue;
        };
        let near =
            |known: &Range<usize>| known.end <= at && at - known.end <= 2 || known.start > at && known.start - at <= 3;
        if sure.iter().any(near) {
            found.push(Mention { place: *place, words: at..at + 1 });
        }
    }
}

/// A heading without its asterisk and what is in brackets behind it.
pub(super) fn plain_heading(heading: &str) -> String {
    let cut = heading.split(['(', '[', '\n']).next().unwrap_or(heading).replace('*', " ");
    let plain = cut.trim().trim_end_matches(':').trim();
    if plain.is_empty() { heading.trim().to_owned() } else { plain.to_owned() }
}

fn words_of(text: &str) -> Vec<String> {
    text.to_lowercase()
        .split(|each: char| !(each.is_alphanumeric() || each == '_'))
        .filter(|word| !word.is_empty())
        .map(str::to_owned)
        .collect()
}

fn place_of(sentence: &Sentence, words: &[String], from: usize) -> Option<usize> {
    let last = sentence.words.len().checked_sub(words.len())?;
    (from..=last).find(|at| {
        sentence.words[*at..].iter().zip(words).enumerate().all(|(number, ((word, _), wanted))| {
            let last = number + 1 == words.len();
            let plural = last && wanted.len() > 3 && word.strip_suffix('s') == Some(wanted.as_str());
            word == wanted || plural || last && word.strip_suffix("'s") == Some(wanted.as_str())
        })
    })
}

/// Whether words that are a heading stand for it.
fn is_meant(sentence: &Sentence, language: &Language, range: &Range<usize>, words: &[String], plain: &str) -> bool {
    let start = sentence.words[range.start].1.start;
    let end = sentence.words[range.end - 1].1.end;
    let text = &sentence.text[start..end];
    let quoted = sentence.text[..start].ends_with(['"', '\'', '“', '‘', '„', '«']);
    let behind_column = range.start > 0 && language.columns.contains(&sentence.words[range.start - 1].0.as_str());
    let before_column =
        sentence.words.get(range.end).is_some_and(|(word, _)| language.columns.contains(&word.as_str()));
    if quoted || behind_column || before_column {
        return true;
    }
    // "The year has four digits" is about it, whatever else years are.
    let led = range.start == 1 && language.every.contains(&sentence.words[0].0.as_str());
    let goes_on = sentence.words.get(range.end).is_some_and(|(word, _)| language.verbs.contains(&word.as_str()));
    if led && goes_on && words.iter().all(|word| word.len() >= 3) {
        return true;
    }
    match words {
        [one] if one.len() < 3 || COMMON.contains(&one.as_str()) => {
            text == plain
                && plain.chars().any(char::is_uppercase)
                && (range.start > 0 || sentence.text[end..].starts_with([':', ' ', ',']))
        }
        _ => true,
    }
}

/// `columns C and F to H`
fn by_letter(sentence: &Sentence, language: &Language, draft: &Draft, about: &About) -> Vec<Mention> {
    let mut found = Vec::new();
    let letter = |at: usize| {
        let (_, place) = sentence.words.get(at)?;
        let text = &sentence.text[place.clone()];
        (text.len() <= 2 && text.bytes().all(|byte| byte.is_ascii_uppercase())).then_some(text)
    };
    let number = |text: &str| text.bytes().fold(0_usize, |sum, byte| sum * 26 + usize::from(byte - b'A') + 1) - 1;
    let sheets: Vec<usize> = match about {
        About::Column(sheet, _) | About::Sheet(sheet) => vec![*sheet],
        About::Any => (0..draft.sheets.len()).collect(),
    };
    let mut at = 0;
    while at < sentence.words.len() {
        if !language.columns.contains(&sentence.words[at].0.as_str()) {
            at += 1;
            continue;
        }
        at += 1;
        let mut before: Option<usize> = None;
        let mut ranges = false;
        while at < sentence.words.len() {
            if let Some(text) = letter(at) {
                let here = number(text);
                let from = if ranges { before.map_or(here, |before| before + 1) } else { here };
                for field in from..=here.max(from) {
                    for &sheet in &sheets {
                        let column = draft.sheets[sheet].columns.iter().position(|column| column.field == field);
                        found.extend(column.map(|column| Mention { place: (sheet, column), words: at..at + 1 }));
                    }
                }
                (before, ranges) = (Some(here), false);
                let behind = &sentence.text[sentence.words[at].1.end..];
                ranges |= behind.starts_with(['-', '–']) || behind.starts_with(" - ") || behind.starts_with(" – ");
            } else {
                let word = sentence.words[at].0.as_str();
                match word {
                    word if language.to.contains(&word) => ranges = true,
                    word if language.and.contains(&word) || language.or.contains(&word) => {}
                    _ => break,
                }
            }
            at += 1;
        }
    }
    found
}

/// `Site 1 to 4`, `Unit1-3`: the columns whose headings go on with the numbers between.
fn numbered(sentence: &Sentence, language: &Language, draft: &Draft, known: &[Mention]) -> Vec<Mention> {
    let mut found = Vec::new();
    for mention in known {
        let (sheet, column) = mention.place;
        let heading = plain_heading(&draft.sheets[sheet].columns[column].heading);
        let base = heading.trim_end_matches(|each: char| each.is_ascii_digit());
        let Ok(first) = heading[base.len()..].parse::<u64>() else { continue };
        let behind = mention.words.end;
        let spaced = sentence.words.get(behind).is_some_and(|(word, _)| language.to.contains(&word.as_str()));
        let end = sentence.words.get(behind.saturating_sub(1)).map_or(0, |(_, place)| place.end);
        let dashed = sentence.text[end..].starts_with(['-', '–']);
        let last =
            sentence.words.get(if spaced { behind + 1 } else { behind }).and_then(|(word, _)| word.parse::<u64>().ok());
        let Some(last) = last.filter(|last| (spaced || dashed) && *last > first && *last - first < 100) else {
            continue;
        };
        for number in first + 1..=last {
            let wanted = format!("{base}{number}");
            let columns = draft.sheets[sheet].columns.iter();
            let other = columns.enumerate().find(|(_, column)| plain_heading(&column.heading) == wanted);
            found.extend(other.map(|(other, _)| Mention { place: (sheet, other), words: mention.words.clone() }));
        }
    }
    found
}

/// `Levels are filled…`, where the headings are Level 1, Level 2 and so on.
fn numbered_together(
    sentence: &Sentence,
    headings: &[(Vec<String>, Place, String)],
    known: &[Mention],
) -> Vec<Mention> {
    let mut found: Vec<Mention> = Vec::new();
    for (words, place, _) in headings {
        let [base, number] = words.as_slice() else { continue };
        if number.parse::<u32>().is_err() || base.len() < 3 {
            continue;
        }
        let plural = |word: &str| word.strip_suffix('s') == Some(base) || word == base;
        let Some(at) = sentence.words.iter().position(|(word, _)| plural(word)) else { continue };
        if !known.iter().any(|mention| mention.words.contains(&at)) {
            found.push(Mention { place: *place, words: at..at + 1 });
        }
    }
    // One alone is no row of columns.
    found.sort_by_key(|mention| mention.place);
    if found.len() >= 2 { found } else { Vec::new() }
}

/// Columns of a look that a sentence names: orange ones, bold ones.
pub(super) fn by_look(
    sentence: &Sentence,
    language: &Language,
    entries: &Entries<'_>,
    draft: &Draft,
    about: &About,
) -> Vec<Place> {
    let colours = language.colours.iter().filter(|(name, _)| sentence.find(name).is_some()).map(|(_, colour)| *colour);
    let colours: Vec<_> = colours.collect();
    let bold = sentence.has(language.bold);
    if colours.is_empty() && !bold {
        return Vec::new();
    }
    let mut found = Vec::new();
    for (at, sheet) in draft.sheets.iter().enumerate() {
        let in_reach = match about {
            About::Column(of, _) | About::Sheet(of) => *of == at,
            About::Any => true,
        };
        let Some(own) = entries.sheet_of(at).filter(|_| in_reach) else { continue };
        for (column, of) in sheet.columns.iter().enumerate() {
            let place = (sheet.heading_row, of.field);
            let fits = colours.iter().any(|colour| has_colour(entries.template, own, place, *colour))
                || bold && colours.is_empty() && is_bold(entries.template, own, place);
            if fits {
                found.push((at, column));
            }
        }
    }
    // A look that all headings have tells none of them apart.
    let all: usize = draft.sheets.iter().map(|sheet| sheet.columns.len()).sum();
    if found.len() == all && bold { Vec::new() } else { found }
}
