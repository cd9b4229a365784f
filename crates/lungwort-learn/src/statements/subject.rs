//! Which columns a sentence is about: named by their headings, by letters, by a range, by a colour, or all of them.

use std::collections::HashMap;
use std::ops::Range;

use super::look::{Letters, has_colour, has_letters, is_shaded};
use super::other_words::{by_head, by_measure, by_stem, by_tail, shared_noun, the_day};
use super::sentence::Sentence;
use super::words::Language;
use super::{About, Entries};
use crate::draft::Draft;

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
    "bis", "von", "ab", "à", "du", "au", "de", "ort", "action", "order", "part", "place", "day", "month", "year",
    "one", "all",
];

/// Whether a word is one of every day.
pub(super) fn is_common(word: &str) -> bool {
    COMMON.contains(&word) || word.strip_suffix('s').is_some_and(|word| COMMON.contains(&word))
}

/// Behind what something is, that it is told by: sentences leave it out.
const IDENTIFYING: &[&str] = &["no", "number", "id", "code", "nr", "nummer", "numéro", "ref", "reference"];

/// Headings that are small words in sentences.
const PREPOSITIONS: &[&str] =
    &["from", "to", "of", "by", "for", "in", "on", "at", "von", "bis", "ab", "zu", "am", "de", "du", "à", "au", "le"];

/// Words between a heading and the verb that goes with it, at most.
const EXPLAINED: usize = 3;

/// Units that headings end with.
const UNITS: &[&str] = &[
    "m", "m2", "m²", "m3", "cm", "mm", "km", "ha", "kg", "g", "mg", "l", "ml", "eur", "usd", "gbp", "h", "min", "days",
    "years", "months", "c", "°c", "percent",
];

/// Words of headings that sentences spell in another way.
const SPELLINGS: &[(&str, &str)] = &[
    ("email", "e mail"),
    ("telephone", "phone"),
    ("postcode", "post code"),
    ("website", "web site"),
    ("no", "number"),
];

/// The words of a heading as sentences spell them otherwise, where they do.
fn spelt_otherwise(words: &[String]) -> Option<Vec<String>> {
    let text = words.join(" ");
    let other = SPELLINGS.iter().flat_map(|(one, other)| [(*one, *other), (*other, *one)]).find_map(|(from, to)| {
        let whole = format!(" {text} ");
        let found = whole.contains(&format!(" {from} ")) && text.len() > 2;
        found.then(|| whole.replacen(&format!(" {from} "), &format!(" {to} "), 1).trim().to_owned())
    })?;
    Some(other.split(' ').map(str::to_owned).collect())
}

/// The words of a heading as a sentence may name it, its column, and the heading without what is in brackets.
pub(super) type Named = (Vec<String>, Place, String);

/// The headings of a draft by which sentences name its columns.
pub(super) struct Headings {
    all: Vec<Named>,
    /// Which of them have a word.
    by_word: HashMap<String, Vec<usize>>,
}

/// Headings that have a word: more of them are told apart by none.
const TOLD: usize = 8;

impl Headings {
    pub fn of(draft: &Draft) -> Headings {
        let mut headings = headings_of(draft);
        // The longest first, so that "Donor number" is not "Donor".
        headings.sort_by_key(|(words, ..)| std::cmp::Reverse(words.len()));
        let mut by_word: HashMap<String, Vec<usize>> = HashMap::new();
        for (at, (words, ..)) in headings.iter().enumerate() {
            words.iter().for_each(|word| by_word.entry(word.clone()).or_default().push(at));
        }
        Headings { all: headings, by_word }
    }

    /// The one column in reach whose heading fits; `None` where several do.
    pub fn only(&self, about: &About, fits: impl Fn(&[String], Place) -> bool) -> Option<Place> {
        let is_so = |(words, place, _): &&Named| about.reaches(place.0) && fits(words, *place);
        let mut fitting = self.all.iter().filter(is_so).map(|(_, place, _)| *place);
        let first = fitting.next()?;
        fitting.all(|place| place == first).then_some(first)
    }

    /// The column in reach whose heading alone has a word, in the singular or as it stands, and the words of its heading.
    pub fn with_word(&self, word: &str, about: &About) -> Option<(Place, Vec<&[String]>)> {
        let forms = [Some(word), word.strip_suffix('s')].into_iter().flatten();
        let found: Vec<usize> = forms.filter_map(|form| self.by_word.get(form)).flatten().copied().collect();
        if found.len() > TOLD {
            return None;
        }
        let named = found.iter().map(|at| &self.all[*at]).filter(|(_, place, _)| about.reaches(place.0));
        let place = named.clone().next()?.1;
        let alone = named.clone().all(|(_, other, _)| *other == place);
        alone.then(|| (place, named.map(|(words, ..)| words.as_slice()).collect()))
    }

    /// Those that words of a sentence may stand for.
    fn near(&self, sentence: &Sentence, about: &About) -> Vec<&Named> {
        let may_be = |(words, place, _): &&Named| about.reaches(place.0) && sentence.may_have(&words[0]);
        self.all.iter().filter(may_be).collect()
    }
}

fn headings_of(draft: &Draft) -> Vec<Named> {
    let mut headings: Vec<Named> = Vec::new();
    for (at, sheet) in draft.sheets.iter().enumerate() {
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
            headings.extend(spelt_otherwise(&words).map(|words| (words, (at, column), plain.clone())));
            // "The source of water" is the column Water source.
            if let [of, what] = words.as_slice()
                && of.len() > 2
                && what.len() > 2
            {
                headings.push((vec![what.clone(), "of".to_owned(), of.clone()], (at, column), plain.clone()));
            }
            if !words.is_empty() {
                headings.push((words, (at, column), plain));
            }
        }
    }
    headings
}

/// The columns that a sentence names, in the order of the sentence.
pub(super) fn mentions(
    sentence: &Sentence,
    language: &Language,
    (draft, headings): (&Draft, &Headings),
    about: &About,
) -> Vec<Mention> {
    let mut found: Vec<Mention> = Vec::new();
    let known = headings;
    let headings = known.near(sentence, about);
    let whole = headings.iter().copied().filter(|(words, ..)| words[1..].iter().all(|word| sentence.may_have(word)));
    let mut taken = vec![false; sentence.words.len()];
    // "An e-mail address" is no address.
    let formats = language.formats.iter().filter(|(phrase, _)| phrase.contains(' '));
    // Nor is "starts with" the column Start.
    let verbs: Vec<Range<usize>> =
        language.begins.iter().chain(language.ends).filter_map(|phrase| sentence.find(phrase)).collect();
    let formats: Vec<Range<usize>> = formats.filter_map(|(phrase, _)| sentence.find(phrase)).collect();
    let mut starts: HashMap<&str, Vec<usize>> = HashMap::new();
    for (words, place, plain) in whole {
        let starts = starts.entry(&words[0]).or_insert_with(|| starts_of(sentence, &words[0]));
        for at in starts.iter().copied().filter(|at| is_at(sentence, words, *at)) {
            let range = at..at + words.len();
            let same = found.iter().any(|known| known.words == range);
            let in_format = formats
                .iter()
                .any(|format| format.start < range.start && range.end <= format.end && range.len() < format.len());
            if in_format || verbs.iter().any(|verb| verb.contains(&range.start)) {
                continue;
            }
            if range.clone().any(|at| taken[at]) && !same || !is_meant(sentence, language, &range, words, plain) {
                continue;
            }
            range.clone().for_each(|at| taken[at] = true);
            found.push(Mention { place: *place, words: range });
        }
    }
    beside_others((sentence, language), &headings, &formats, &mut found);
    shared_noun(sentence, language, &headings, &mut found);
    by_head(sentence, language, &headings, &mut found);
    by_tail(sentence, language, (known, about), &mut found);
    by_measure(sentence, language, (known, about), &mut found);
    by_stem(sentence, language, (known, about), &mut found);
    the_day(sentence, language, (known, about), &mut found);
    found.extend(by_letter(sentence, language, draft, about));
    found.extend(numbered(sentence, language, draft, &found));
    found.extend(numbered_together(sentence, &headings, &found));
    found.sort_by_key(|mention| (mention.words.start, mention.place));
    found.dedup();
    found
}

/// Words of every day that are headings stand for them beside one that is surely named: `a SKU and a title`.
fn beside_others(
    (sentence, language): (&Sentence, &Language),
    headings: &[&Named],
    formats: &[Range<usize>],
    found: &mut Vec<Mention>,
) {
    let mut sure: Vec<Range<usize>> = found.iter().map(|mention| mention.words.clone()).collect();
    // "No date, no driver and no bus", where one is Driver no.
    let named = |words: &[String]| words.len() == 2 && IDENTIFYING.contains(&words[1].as_str());
    let single: Vec<(usize, Place, bool)> = headings
        .iter()
        .filter(|(words, ..)| words.len() == 1 || named(words))
        .filter_map(|(words, place, _)| {
            let first = &words[..1];
            // "From" before a day is no column.
            let capital = |at: &usize| sentence.text[sentence.words[*at].1.clone()].starts_with(char::is_uppercase);
            let small = |at: &usize| PREPOSITIONS.contains(&first[0].as_str()) && !capital(at);
            let at = starts_of(sentence, &first[0]).into_iter().find(|at| is_at(sentence, first, *at) && !small(at))?;
            Some((at, *place, words.len() == 2))
        })
        .collect();
    // One that is named by a part of its heading stands in a list with the others.
    let listed = |at: usize, known: &Range<usize>| {
        let between = if known.end <= at { known.end..at } else { at + 1..known.start };
        let word = |at: usize| sentence.words[at].0.as_str();
        let joins = |at: usize| language.and.contains(&word(at)) || language.or.contains(&word(at));
        let plain = |at: usize| {
            joins(at)
                || language.none.contains(&word(at))
                || language.every.contains(&word(at))
                || language.articles.contains(&word(at))
        };
        let from = between.start - 1;
        between.clone().all(plain)
            && (between.clone().any(joins) || (from..between.end).any(|at| sentence.gap(at).contains(',')))
    };
    // One that has been found so makes the next one sure.
    loop {
        let near = |at: usize, in_part: bool| {
            let beside = |known: &Range<usize>| {
                let close = known.end <= at && at - known.end <= 2 || known.start > at && known.start - at <= 3;
                close && (!in_part || listed(at, known))
            };
            let in_format = formats.iter().any(|format| format.contains(&at));
            !in_format && !sure.iter().any(|known| known.contains(&at)) && sure.iter().any(beside)
        };
        let Some((at, place, _)) = single.iter().find(|(at, _, in_part)| near(*at, *in_part)) else { return };
        found.push(Mention { place: *place, words: *at..at + 1 });
        sure.push(*at..at + 1);
    }
}

/// A heading without its asterisk and what is in brackets behind it.
pub(super) fn plain_heading(heading: &str) -> String {
    let cut = heading.split(['(', '[', '\n']).next().unwrap_or(heading).replace('*', " ");
    let plain = cut.trim().trim_end_matches(':').trim();
    if plain.is_empty() { heading.trim().to_owned() } else { plain.to_owned() }
}

fn words_of(text: &str) -> Vec<String> {
    text.replace('’', "'")
        .to_lowercase()
        .split(|each: char| !(each.is_alphanumeric() || matches!(each, '_' | '\'')))
        .map(|word| word.trim_matches('\''))
        .filter(|word| !word.is_empty())
        .map(str::to_owned)
        .collect()
}

/// Where the first word of a heading may be, in whatever number or case: many headings begin with the same one.
fn starts_of(sentence: &Sentence, first: &str) -> Vec<usize> {
    let mut stem = first.chars();
    stem.next_back();
    let may_be = |word: &str| word.starts_with(stem.as_str()) || word.get(2..).is_some_and(|word| word == first);
    (0..sentence.words.len()).filter(|at| may_be(&sentence.words[*at].0)).collect()
}

/// Whether the words of a heading are in a sentence at that place.
fn is_at(sentence: &Sentence, words: &[String], at: usize) -> bool {
    let pairs = sentence.words[at..].iter().zip(words).enumerate();
    at + words.len() <= sentence.words.len()
        && pairs.into_iter().all(|(number, ((word, _), wanted))| is_word(word, wanted, (words, number)))
}

/// Whether a word of a sentence is the one of a heading at that place, in whatever number or case.
fn is_word(word: &str, wanted: &str, (words, number): (&[String], usize)) -> bool {
    if word == wanted {
        return true;
    }
    // Nearly every other word begins otherwise, but for an article: "l'heure" is that of the column Heure.
    if word.as_bytes().first() != wanted.as_bytes().first() {
        return number == 0 && ["l'", "d'"].iter().any(|article| word.strip_prefix(article) == Some(wanted));
    }
    let is = |stem: Option<&str>| stem == Some(wanted);
    let (last, long) = (number + 1 == words.len(), wanted.len() > 3);
    // "Dates of birth" are those of the column Date of birth.
    let of = number == 0 && words.get(1).is_some_and(|next| matches!(next.as_str(), "of" | "de" | "du"));
    let plural = (last || of) && long && is(word.strip_suffix('s'))
        || last && wanted.ends_with(['x', 's', 'h']) && is(word.strip_suffix("es"))
        || last
            && long
            && word.strip_suffix("ies").zip(wanted.strip_suffix('y')).is_some_and(|(one, other)| one == other);
    // "Auftragsnummern" are those of the column Auftragsnummer.
    let plural = plural || last && wanted.len() > 5 && (is(word.strip_suffix('n')) || is(word.strip_suffix("en")));
    // "Mite counts" are those of the column Mites, and "the queen's colour" the Queen colour.
    let singular = words.len() == 1 && word.len() > 3 && wanted.strip_suffix('s') == Some(word);
    plural || singular || is(word.strip_suffix("'s").or_else(|| word.strip_suffix("’s")))
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
    // "No two rows may have the same code"
    let same = language.same.iter().any(|phrase| {
        let words = phrase.split(' ').count();
        range.start >= words && sentence.ends_at(phrase, range.start - words) == Some(range.start)
    });
    if same && (sentence.has(language.no_two) || sentence.has(language.twice)) {
        return true;
    }
    // "The year has four digits" is about it, whatever else years are.
    let word = |at: Option<usize>| at.and_then(|at| sentence.words.get(at)).map_or("", |(word, _)| word.as_str());
    let led = language.every.contains(&word(range.start.checked_sub(1)))
        && (range.start == 1 || language.conditional.contains(&word(range.start.checked_sub(2))));
    let goes_on = sentence.words.get(range.end).is_some_and(|(word, _)| language.verbs.contains(&word.as_str()));
    if led && goes_on && words.iter().all(|word| word.len() >= 3) {
        return true;
    }
    // `notes: not more than 80 characters`
    if range.start == 0 && sentence.text[end..].trim_start().starts_with([':', '=']) {
        return true;
    }
    // "Each row needs a title and a date"
    let article = language.every.contains(&word(range.start.checked_sub(1)));
    if article && sentence.any(language.needs).is_some_and(|needs| needs.end <= range.start) {
        return true;
    }
    // "Boxes are numbered B001, B002…"
    let plural = range.start == 0 && words.len() == 1 && sentence.words[0].0 != words[0];
    if plural && goes_on {
        return true;
    }
    // "The note to visitors should not exceed…"
    let further = range.end..(range.end + EXPLAINED).min(sentence.words.len());
    let explained = further.clone().find(|at| language.verbs.contains(&word(Some(*at))));
    let of_file = |to: usize| (range.end..to).any(|at| language.of_files.contains(&word(Some(at))));
    if led && range.start == 1 && words.iter().all(|word| word.len() >= 4) && explained.is_some_and(|to| !of_file(to)) {
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
fn numbered_together(sentence: &Sentence, headings: &[&Named], known: &[Mention]) -> Vec<Mention> {
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
    let Some(sign) = required_sign(sentence, language) else { return Vec::new() };
    let has = |heading: &str| match sign.strip_prefix(['(', '[']) {
        Some(letters) => {
            let letters = letters.trim_end_matches([')', ']']);
            let inside = heading.split(['(', '[']).skip(1);
            inside.into_iter().any(|part| {
                part.split([',', ';', ')', ']', '-', ' ', '/']).next().is_some_and(|first| first.trim() == letters)
            })
        }
        None => heading.contains(sign),
    };
    let sheets = draft.sheets.iter().enumerate().filter(|(at, sheet)| about.reaches(*at) && !sheet.is_form);
    let of_sheet = sheets.flat_map(|(at, sheet)| {
        let columns = sheet.columns.iter().enumerate().filter(|(_, column)| has(&column.heading));
        columns.map(move |(column, _)| (at, column)).collect::<Vec<_>>()
    });
    of_sheet.collect()
}

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
    let colours = language.colours.iter().filter(|(name, _)| sentence.find(name).is_some()).map(|(_, colour)| *colour);
    let colours: Vec<_> = colours.collect();
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
            let fits = colours.iter().any(|colour| has_colour(entries.template, own, place, *colour))
                || shaded && is_shaded(entries.template, own, place)
                || colours.is_empty()
                    && letters.is_some_and(|letters| has_letters(entries.template, own, place, letters));
            if fits {
                found.push((at, column));
            }
        }
    }
    // A look that all headings have tells none of them apart.
    let all: usize = draft.sheets.iter().map(|sheet| sheet.columns.len()).sum();
    if found.len() == all && (letters.is_some() || shaded) { Vec::new() } else { found }
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
