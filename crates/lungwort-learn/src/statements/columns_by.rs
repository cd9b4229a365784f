//! Columns that are named otherwise than by their headings: by letters, by their number, by a sign, by how they look.

use std::sync::LazyLock;

use regex::Regex;

use super::look::{Colour, Letters, has_colour, has_letters, is_shaded, lightness};
use super::sentence::Sentence;
use super::subject::{Mention, Named, Place, plain_heading};
use super::words::Language;
use super::{About, Entries};
use crate::draft::Draft;

/// Columns that are named by their number are among so many.
const MOST_COLUMNS: usize = 99;

/// How much lighter a pale colour is than a dark one of the same name, at least.
const SHADES_APART: u32 = 40;

/// `columns C and F to H`
pub(super) fn by_letter(sentence: &Sentence, language: &Language, draft: &Draft, about: &About) -> Vec<Mention> {
    let mut found = Vec::new();
    let letter = |at: usize| {
        let (_, place) = sentence.words.get(at)?;
        let text = &sentence.text[place.clone()];
        let letters = text.len() <= 2 && text.bytes().all(|byte| byte.is_ascii_uppercase());
        // "Columns 1 to 4"
        let digits = text.parse::<usize>().is_ok_and(|number| (1..=MOST_COLUMNS).contains(&number));
        (letters || digits).then_some(text)
    };
    let by_letters = |text: &str| text.bytes().fold(0_usize, |sum, byte| sum * 26 + usize::from(byte - b'A') + 1) - 1;
    let number = |text: &str| text.parse::<usize>().map_or_else(|_| by_letters(text), |number| number - 1);
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
            } else if language.to.contains(&sentence.words[at].0.as_str()) {
                ranges = true;
            } else {
                // "A to E as well as G", "A, B and also D"
                let joins = [language.and, language.or, language.also].into_iter().flatten();
                match joins.filter_map(|phrase| sentence.ends_at(phrase, at)).max() {
                    Some(end) => at = end - 1,
                    None => break,
                }
            }
            at += 1;
        }
    }
    found
}

/// `The first five columns`, where one sheet is spoken of.
pub(super) fn first_columns(sentence: &Sentence, language: &Language, draft: &Draft, about: &About) -> Vec<Mention> {
    let sheet = match about {
        About::Column(sheet, _) | About::Sheet(sheet) => *sheet,
        About::Any if draft.sheets.len() == 1 => 0,
        About::Any => return Vec::new(),
    };
    let is = |words: &[&str], at: usize| sentence.words.get(at).is_some_and(|(word, _)| words.contains(&word.as_str()));
    let one = |at: usize| {
        let which = |at: usize| (is(language.first, at) || is(language.last_ones, at)).then(|| is(language.first, at));
        // "All but the last column"
        if is(language.last_ones, at) && is(language.columns, at + 1) {
            return Some((at..at + 2, 1, false));
        }
        // "Les cinq premières colonnes"
        let (from_first, count) = which(at).map(|first| (first, at + 1)).or_else(|| Some((which(at + 1)?, at)))?;
        let columns = is(language.columns, at + 2);
        let count = sentence.number(count, language).filter(|count| columns && (1.0..100.0).contains(count))?;
        Some((at..at + 3, count as usize, from_first))
    };
    let Some((words, count, from_first)) = (0..sentence.words.len()).find_map(one) else { return Vec::new() };
    let all = draft.sheets[sheet].columns.len();
    let count = count.min(all);
    let columns = if from_first { 0..count } else { all - count..all };
    columns.map(|column| Mention { place: (sheet, column), words: words.clone() }).collect()
}

/// `The third column`, `the first, third and last columns`, where one sheet is spoken of.
pub(super) fn nth_columns(sentence: &Sentence, language: &Language, draft: &Draft, about: &About) -> Vec<Mention> {
    let sheet = match about {
        About::Column(sheet, _) | About::Sheet(sheet) => *sheet,
        About::Any if draft.sheets.len() == 1 => 0,
        About::Any => return Vec::new(),
    };
    let all = draft.sheets[sheet].columns.len();
    let nth = |at: usize| {
        let word = sentence.word(at);
        let last = language.last_ones.contains(&word).then_some(all);
        last.or_else(|| language.ordinals.iter().find(|(name, _)| *name == word).map(|(_, nth)| *nth))
    };
    let joins = |at: usize| {
        let word = sentence.word(at);
        [language.and, language.or, language.articles].iter().any(|words| words.contains(&word))
    };
    let mut found = Vec::new();
    let columns = (1..sentence.words.len()).filter(|at| language.columns.contains(&sentence.word(*at)));
    for end in columns {
        let run = (0..end).rev().take_while(|at| nth(*at).is_some() || joins(*at));
        let named: Vec<usize> = run.filter(|at| nth(*at).is_some()).collect();
        // "All but the last column" is found as a column at the end.
        let ordinal = named.iter().any(|at| !language.last_ones.contains(&sentence.word(*at)));
        let places = named.into_iter().filter_map(|at| Some((at, nth(at).filter(|nth| (1..=all).contains(nth))? - 1)));
        let mention = |(at, column)| Mention { place: (sheet, column), words: at..at + 1 };
        found.extend(places.filter(|_| ordinal).map(mention));
    }
    found.reverse();
    found
}

/// Columns that stand between two that are named, or whose headings go on with the numbers between.
pub(super) fn ranges(sentence: &Sentence, language: &Language, draft: &Draft, known: &[Mention]) -> Vec<Mention> {
    let mut found = numbered(sentence, language, draft, known);
    found.extend(between_headings(sentence, language, known));
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
        let spaced = language.to.contains(&sentence.word(behind));
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

/// `Mon to Fri`: the columns between two that are named so.
fn between_headings(sentence: &Sentence, language: &Language, known: &[Mention]) -> Vec<Mention> {
    let mut found = Vec::new();
    let mut known: Vec<&Mention> = known.iter().collect();
    known.sort_by_key(|mention| mention.words.start);
    for pair in known.windows(2) {
        let [first, last] = pair else { continue };
        let (sheet, from) = first.place;
        let joined = first.words.end + 1 == last.words.start && language.to.contains(&sentence.word(first.words.end));
        let dashed = first.words.end == last.words.start && sentence.is_dashed(first.words.end.saturating_sub(1));
        if (joined || dashed) && last.place.0 == sheet {
            let between = (from + 1)..last.place.1;
            found.extend(between.map(|column| Mention { place: (sheet, column), words: last.words.clone() }));
        }
    }
    found
}

/// `Levels are filled…`, where the headings are Level 1, Level 2 and so on.
pub(super) fn numbered_together(sentence: &Sentence, headings: &[&Named], known: &[Mention]) -> Vec<Mention> {
    let mut found: Vec<Mention> = Vec::new();
    for (words, place, _) in headings.iter().copied() {
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
    // `Depths are…`, where the headings are Depth from and Depth to.
    let none = found.is_empty();
    for (at, (word, _)) in sentence.words.iter().enumerate().filter(|_| none) {
        let Some(base) = word.strip_suffix('s').filter(|base| base.len() >= 4) else { continue };
        if known.iter().any(|mention| mention.words.contains(&at)) {
            continue;
        }
        let sharing = headings.iter().filter(|(words, ..)| words.len() >= 2 && words[0] == base);
        found.extend(sharing.map(|(_, place, _)| Mention { place: *place, words: at..at + 1 }));
    }
    // One alone is no row of columns.
    found.sort_by_key(|mention| mention.place);
    found.dedup();
    if found.len() >= 2 { found } else { Vec::new() }
}

/// Columns whose headings have the sign by which a sentence knows them: `cells marked with #`, `required ones are followed by (R)`.
pub(super) fn by_sign(sentence: &Sentence, language: &Language, draft: &Draft, about: &About) -> Vec<Place> {
    let has = |heading: &str, sign: &str| match sign.strip_prefix(['(', '[']) {
        Some(letters) => {
            let letters = letters.trim_end_matches([')', ']']);
            let inside = heading.split(['(', '[']).skip(1);
            inside.into_iter().any(|part| {
                part.split([',', ';', ')', ']', '-', ' ', '/']).next().is_some_and(|first| first.trim() == letters)
            })
        }
        None => heading.contains(sign),
    };
    let with = |sign: &str| -> Vec<Place> {
        let sheets = draft.sheets.iter().enumerate().filter(|(at, sheet)| about.reaches(*at) && !sheet.is_form);
        let of_sheet = sheets.flat_map(|(at, sheet)| {
            let columns = sheet.columns.iter().enumerate().filter(|(_, column)| has(&column.heading, sign));
            columns.map(move |(column, _)| (at, column)).collect::<Vec<_>>()
        });
        of_sheet.collect()
    };
    match required_sign(sentence, language) {
        Some(sign) => with(sign),
        // "(r) = required", "the (r) columns must be filled": letters in brackets behind several headings.
        None if sentence.required(language).is_some() && !sentence.has(language.conditional) => {
            // "Gross weight (kg) is required" is about that column.
            let is_mark = |start: usize| {
                let before = sentence.text[..start].trim_end_matches([' ', '"', '“', '„', '«', '\'']).to_lowercase();
                let last = before.rsplit([' ', '\'']).next().unwrap_or_default();
                let of_columns = [language.columns, language.labels, language.every, language.articles];
                before.is_empty()
                    || of_columns.iter().any(|words| words.contains(&last))
                    || language.marked.iter().any(|phrase| before.ends_with(phrase))
            };
            let found = LETTERS.iter().flat_map(|letters| letters.find_iter(&sentence.text));
            found
                .filter(|letters| is_mark(letters.start()))
                .map(|letters| with(letters.as_str()))
                .find(|places| places.len() > 1)
                .unwrap_or_default()
        }
        None => Vec::new(),
    }
}

/// A few letters in brackets, as they stand behind headings.
static LETTERS: LazyLock<Option<Regex>> = LazyLock::new(|| Regex::new(r"[(\[]\p{L}{1,3}[)\]]").ok());

/// The sign of what must be filled: in the part of the sentence that says so.
fn required_sign<'s>(sentence: &'s Sentence, language: &Language) -> Option<&'s str> {
    let required = sentence.required(language)?;
    let place = |at: usize| sentence.words.get(at).map_or(sentence.text.len(), |(_, place)| place.start);
    // The part between commas in which the word stands, or the whole where there are none.
    let start = sentence.text[..place(required.start)].rfind([',', ';']).map_or(0, |at| at + 1);
    let end = sentence.text[place(required.end)..]
        .find([',', ';'])
        .map_or(sentence.text.len(), |at| place(required.end) + at);
    let part = sentence.text.get(start..end)?;
    let marked = language.marked.iter().find_map(|phrase| {
        let at = part.to_lowercase().find(phrase)?;
        part.get(at + phrase.len()..)
    })?;
    let token = marked.split_whitespace().next()?.trim_matches(['"', '\'', '“', '”', '‘', '’', '.', ':']);
    let is_sign =
        !token.is_empty() && token.len() <= 4 && !token.chars().any(|each| each.is_alphanumeric() || each == ',');
    let in_brackets = token.len() <= 5 && token.starts_with(['(', '[']) && token.ends_with([')', ']']);
    (is_sign || in_brackets).then_some(token)
}

/// Columns of a look that a sentence names: orange ones, bold ones.
pub(super) fn by_look(
    sentence: &Sentence,
    language: &Language,
    entries: &Entries<'_>,
    draft: &Draft,
    about: &About,
) -> Vec<Place> {
    let mut colours = named_colours(sentence, language);
    // "Fill in the white cells only" says where, and not that each has to be filled.
    let duty = [language.modals, language.alone_required].into_iter().any(|words| sentence.has(words));
    if !duty || sentence.has(language.only) {
        colours.retain(|(colour, _)| *colour != Colour::White);
    }
    let looks = [
        (language.bold, Letters::Bold),
        (language.italic, Letters::Italic),
        (language.underlined, Letters::Underlined),
    ];
    let letters = looks.into_iter().find(|(phrases, _)| sentence.has(phrases)).map(|(_, letters)| letters);
    let shaded = colours.is_empty() && letters.is_none() && sentence.has(language.shaded);
    if colours.is_empty() && letters.is_none() && !shaded {
        return in_capitals(sentence, language, draft, about);
    }
    let mut found = Vec::new();
    for (at, sheet) in draft.sheets.iter().enumerate() {
        let in_reach = about.reaches(at);
        let Some(own) = entries.sheet_of(at).filter(|_| in_reach) else { continue };
        for (column, of) in sheet.columns.iter().enumerate() {
            let place = (sheet.heading_row, of.field);
            let fits = colours.iter().any(|(colour, _)| has_colour(entries.template, own, place, *colour))
                || shaded && is_shaded(entries.template, own, place)
                || colours.is_empty()
                    && letters.is_some_and(|letters| has_letters(entries.template, own, place, letters));
            if fits {
                found.push((at, column));
            }
        }
    }
    if let [(colour, Some(is_pale))] = colours.as_slice() {
        let light = |place: &Place| {
            let own = entries.sheet_of(place.0)?;
            let sheet = &draft.sheets[place.0];
            lightness(entries.template, own, (sheet.heading_row, sheet.columns[place.1].field), *colour)
        };
        of_shade(&mut found, &light, *is_pale);
    }
    // A look that all headings have tells none of them apart.
    let all: usize = draft.sheets.iter().map(|sheet| sheet.columns.len()).sum();
    let white = colours.iter().any(|(colour, _)| *colour == Colour::White);
    if found.len() == all && (letters.is_some() || shaded || white) { Vec::new() } else { found }
}

/// The colours that a sentence names, each with whether a pale or a dark one is meant: `light blue`, `dunkelgrün`.
pub(super) fn named_colours(sentence: &Sentence, language: &Language) -> Vec<(Colour, Option<bool>)> {
    let mut found: Vec<(Colour, Option<bool>)> = Vec::new();
    // Nearly no sentence names a colour.
    let ends = |word: &str| language.colours.iter().any(|(name, _)| word.ends_with(name));
    if !sentence.words.iter().any(|(word, _)| ends(word)) {
        return found;
    }
    let shade_in = |word: &str| {
        let shades = [(language.pale, true), (language.dark, false)];
        shades.into_iter().find(|(words, _)| words.contains(&word)).map(|(_, pale)| pale)
    };
    let colour_of = |word: &str| language.colours.iter().find(|(name, _)| *name == word).map(|(_, colour)| *colour);
    for (at, (word, _)) in sentence.words.iter().enumerate() {
        // "Hellgrün"
        let joined = [(language.pale, true), (language.dark, false)].into_iter().find_map(|(words, pale)| {
            words.iter().find_map(|shade| Some((colour_of(word.strip_prefix(shade)?)?, Some(pale))))
        });
        let beside = |at: usize| sentence.words.get(at).and_then(|(word, _)| shade_in(word));
        let alone = || {
            // "Vert clair" has it behind.
            let shade = at.checked_sub(1).and_then(beside).or_else(|| beside(at + 1));
            Some((colour_of(word)?, shade))
        };
        // What is said first of a colour is what is spoken of.
        // "White wine" is no column.
        let of_columns = || {
            let near = [at.checked_sub(1), Some(at + 1)].into_iter().flatten();
            near.map(|at| sentence.word(at))
                .any(|word| language.columns.contains(&word) || language.cells.contains(&word))
        };
        let new = |(colour, _): &(Colour, Option<bool>)| {
            found.iter().all(|(known, _)| known != colour) && (*colour != Colour::White || of_columns())
        };
        if let Some(named) = joined.or_else(alone).filter(new) {
            found.push(named);
        }
    }
    found
}

/// Of columns of one colour those of a shade, where there are two shades far apart.
fn of_shade(found: &mut Vec<Place>, light: &dyn Fn(&Place) -> Option<u32>, is_pale: bool) {
    let all: Vec<u32> = found.iter().filter_map(light).collect();
    let (Some(least), Some(most)) = (all.iter().min(), all.iter().max()) else { return };
    if most - least < SHADES_APART {
        return;
    }
    let middle = (least + most) / 2;
    found.retain(|place| light(place).is_none_or(|light| (light > middle) == is_pale));
}

/// Columns whose headings are in capitals, where a sentence says that these are to be filled and others are not.
fn in_capitals(sentence: &Sentence, language: &Language, draft: &Draft, about: &About) -> Vec<Place> {
    let of_headings = sentence.has(language.all_headings) && sentence.has(language.in_capitals);
    if !of_headings || sentence.required(language).is_none() {
        return Vec::new();
    }
    let is_capital = |heading: &str| {
        let letters = || heading.chars().filter(|each| each.is_alphabetic());
        letters().count() >= 2 && letters().all(char::is_uppercase)
    };
    let sheets = draft.sheets.iter().enumerate().filter(|(at, _)| about.reaches(*at));
    let columns: Vec<(Place, &str)> = sheets
        .flat_map(|(at, sheet)| {
            sheet.columns.iter().enumerate().map(move |(column, of)| ((at, column), of.heading.as_str()))
        })
        .collect();
    let found: Vec<Place> =
        columns.iter().filter(|(_, heading)| is_capital(heading)).map(|(place, _)| *place).collect();
    // A look that all have tells none of them apart.
    if found.len() == columns.len() { Vec::new() } else { found }
}
