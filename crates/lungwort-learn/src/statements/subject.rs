//! Which columns a sentence is about: named by their headings, or by words that stand for them.

use std::borrow::Cow;
use std::collections::{HashMap, HashSet};
use std::ops::Range;

use super::About;
use super::columns_by::{by_letter, first_columns, nth_columns, numbered_together, ranges};
use super::meant::is_code_of_list;
use super::other_words::{
    by_compared_size, by_compound, by_head, by_measure, by_owned, by_stem, by_tail, by_verbs, shared_beginning,
    shared_end, shared_noun, the_day,
};
use super::sentence::{AsWritten, Sentence, bit, sentences};
use super::values;
use super::words::{self, Language};
use crate::draft::{Draft, DraftSheet};
use crate::headings::is_guidance;
use lungwort_core::cell::fold::without_accents;

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

/// Words of a sentence that limits what it begins with, and no more.
const SHORT: usize = 7;
/// Letters of a unit, at most.
const UNIT: usize = 2;

/// Words between a heading and the verb that goes with it, at most.
const EXPLAINED: usize = 3;

/// Words of headings that sentences spell in another way.
const SPELLINGS: &[(&str, &str)] = &[
    ("email", "e mail"),
    ("telephone", "phone"),
    ("postcode", "post code"),
    ("telefon", "telefonnummer"),
    ("handy", "handynummer"),
    ("website", "web site"),
    ("no", "number"),
    ("n", "numéro"),
];

/// Words that headings shorten, each with what sentences say: several where languages differ.
const SHORTENED: &[(&str, &str)] = &[
    ("max", "maximum"),
    ("min", "minimum"),
    ("temp", "temperature"),
    ("temp", "temperatur"),
    ("temp", "température"),
    ("qty", "quantity"),
    ("qté", "quantité"),
    ("tel", "telephone"),
    ("tel", "telefon"),
    ("tél", "téléphone"),
    ("desc", "description"),
    ("ref", "reference"),
    ("réf", "référence"),
    ("cat", "category"),
    ("dept", "department"),
    ("amt", "amount"),
    ("avg", "average"),
    ("est", "estimated"),
    ("addr", "address"),
    ("reg", "registration"),
    ("org", "organisation"),
    ("cert", "certificate"),
    ("acct", "account"),
    ("vol", "volume"),
    ("loc", "location"),
    ("mob", "mobile"),
    ("exp", "expiry"),
    ("pct", "percentage"),
    ("lat", "latitude"),
    ("lon", "longitude"),
    ("long", "longitude"),
    ("bez", "bezeichnung"),
    ("geb", "geburts"),
];

/// A heading with its shortened words in full, in each way that they may stand for something.
fn in_full(words: &[String]) -> Vec<Vec<String>> {
    let mut found: Vec<Vec<String>> = vec![Vec::new()];
    for word in words {
        let full: Vec<&str> =
            SHORTENED.iter().filter(|(short, _)| *short == word.as_str()).map(|(_, full)| *full).collect();
        let full = if full.is_empty() { vec![word.as_str()] } else { full };
        let longer = |known: &Vec<String>| {
            let with = |word: &&str| known.iter().cloned().chain([(*word).to_owned()]).collect();
            full.iter().map(with).collect::<Vec<Vec<String>>>()
        };
        // A heading of very many shortened words is none that anybody reads.
        found = found.iter().flat_map(longer).take(4).collect();
    }
    found.retain(|known| known != words);
    found
}

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
    /// Which of them begin alike: a sentence has words that begin as few of them do.
    by_begin: Vec<((usize, u64), Vec<usize>)>,
    /// Which of them have a word.
    by_word: HashMap<String, Vec<usize>>,
    /// The first and the last word of each, by sheet and column.
    ends: Vec<Vec<[String; 2]>>,
    /// Headings as they stand, where that matters for where a sentence ends.
    pub as_written: AsWritten,
    /// Words of headings, where none of them has an accent.
    plain: HashSet<String>,
}

/// Names of columns that each sentence may go through, at most.
const FEW: usize = 600;

/// Headings that have a word: more of them are told apart by none.
const SHARED: usize = 8;

impl Headings {
    pub fn of(draft: &Draft) -> Headings {
        let mut headings = headings_of(draft);
        // The longest first, so that "Donor number" is not "Donor".
        headings.sort_by_key(|(words, ..)| std::cmp::Reverse(words.len()));
        let mut by_word: HashMap<String, Vec<usize>> = HashMap::new();
        for (at, (words, ..)) in headings.iter().enumerate() {
            words.iter().for_each(|word| by_word.entry(word.clone()).or_default().push(at));
        }
        let mut by_begin: HashMap<(usize, u64), Vec<usize>> = HashMap::new();
        for (at, (words, ..)) in headings.iter().enumerate() {
            let first = words.first().map_or("", String::as_str);
            by_begin.entry(bit(first)).or_default().push(at);
        }
        let by_begin = by_begin.into_iter().collect();
        let of = |sheet: &DraftSheet| sheet.columns.iter().map(|column| values::ends(&column.heading)).collect();
        let ends = draft.sheets.iter().map(of).collect();
        let columns = draft.sheets.iter().flat_map(|sheet| &sheet.columns);
        let as_written = AsWritten::of(columns.map(|column| plain_heading(&column.heading)));
        // "Älter als 18" is no column Alter where headings have their signs.
        let signed = draft.sheets.iter().flat_map(|sheet| &sheet.columns).any(|column| !column.heading.is_ascii());
        let plain = by_word.keys().filter(|_| !signed).cloned().collect();
        Headings { all: headings, by_begin, by_word, ends, as_written, plain }
    }

    /// The first and the last word of a column's heading, in small letters.
    pub fn ends(&self, (sheet, column): Place) -> &[String; 2] {
        &self.ends[sheet][column]
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
        if found.len() > SHARED {
            return None;
        }
        let named = found.iter().map(|at| &self.all[*at]).filter(|(_, place, _)| about.reaches(place.0));
        let place = named.clone().next()?.1;
        let alone = named.clone().all(|(_, other, _)| *other == place);
        alone.then(|| (place, named.map(|(words, ..)| words.as_slice()).collect()))
    }

    /// The heading, without what explains it, that some words of a sentence are, in whatever number.
    pub fn named_at(&self, sentence: &Sentence, at: Range<usize>, about: &About) -> Option<&str> {
        let sentence = &*self.as_headings(sentence);
        let (first, others) = (sentence.word(at.start), at.len());
        // "L'effectif" is the column Effectif.
        let elided = first.strip_prefix("l'").or_else(|| first.strip_prefix("d'"));
        let begins = [Some(bit(first)), elided.map(bit)];
        let of = self.by_begin.iter().filter(|(of, _)| begins.contains(&Some(*of))).flat_map(|(_, headings)| headings);
        let is_so = |named: &&Named| {
            let (words, place, _) = named;
            words.len() == others && about.reaches(place.0) && is_at(sentence, words, at.start)
        };
        of.map(|at| &self.all[*at]).find(is_so).map(|(_, _, plain)| plain.as_str())
    }

    /// Whether they are so few that each sentence may go through all of them.
    pub fn are_few(&self) -> bool {
        self.all.len() <= FEW
    }

    /// Whether a text is a heading without what explains it.
    pub fn is_one(&self, text: &str, about: &About) -> bool {
        self.all.iter().any(|(_, place, plain)| plain == text && about.reaches(place.0))
    }

    /// The column whose heading a text is, without what explains it.
    pub fn place_of(&self, text: &str, about: &About) -> Option<Place> {
        self.all.iter().find(|(_, place, plain)| plain == text && about.reaches(place.0)).map(|(_, place, _)| *place)
    }

    /// The heading of two words that a noun ends, where no other heading has the noun: `a name`, where the heading is Boat name.
    pub fn ended_by(&self, noun: &str, about: &About) -> Option<&str> {
        let (place, _) = self.with_word(noun, about)?;
        let is_so =
            |named: &&Named| named.1 == place && named.0.len() == 2 && named.0[1] == noun && about.reaches(place.0);
        self.all.iter().find(is_so).map(|(_, _, plain)| plain.as_str())
    }

    /// The heading of two words that a noun begins, where no other heading has the noun and adjectives follow: `un poids`, where the
    /// heading is Poids récolté.
    pub fn headed_by(&self, noun: &str, about: &About) -> Option<&str> {
        let (place, _) = self.with_word(noun, about)?;
        let is_so =
            |named: &&Named| named.1 == place && named.0.len() == 2 && named.0[0] == noun && about.reaches(place.0);
        self.all.iter().find(is_so).map(|(_, _, plain)| plain.as_str())
    }

    /// The heading of three words that two joined ones end, where it is the only one: `no e-mail`, where the heading is Owner e-mail.
    pub fn ended_by_two(&self, two: [&str; 2], about: &About) -> Option<&str> {
        let is_so = |named: &&Named| named.0.len() == 3 && named.0[1..] == two && about.reaches(named.1.0);
        let mut found = self.all.iter().filter(is_so);
        let (_, place, plain) = found.next()?;
        found.all(|(_, other, _)| other == place).then_some(plain.as_str())
    }

    /// The heading of two words that a noun begins, where it is the only one that has a number behind the noun: `an object`, where the
    /// heading is Object no.
    pub fn begun_by(&self, noun: &str, about: &About) -> Option<&str> {
        let is_so = |named: &&Named| {
            let [first, number] = named.0.as_slice() else { return false };
            first == noun && IDENTIFYING.contains(&number.as_str()) && about.reaches(named.1.0)
        };
        let mut found = self.all.iter().filter(is_so).map(|(_, place, plain)| (place, plain));
        let (place, plain) = found.next()?;
        found.all(|(other, _)| other == place).then_some(plain.as_str())
    }

    /// A sentence with its words as headings without accents have them: `le prénom`, where the heading is prenom, and `die Straße`,
    /// where it is strasse.
    fn as_headings<'s>(&self, sentence: &'s Sentence) -> Cow<'s, Sentence> {
        let mut sentence = Cow::Borrowed(sentence);
        if self.plain.is_empty() || sentence.text.is_ascii() {
            return sentence;
        }
        for at in 0..sentence.words.len() {
            let word = sentence.word(at);
            if word.is_ascii() {
                continue;
            }
            let is_of = |plain: &String| {
                let singular = plain.strip_suffix('s').unwrap_or(plain);
                [plain.as_str(), singular].iter().any(|word| self.plain.contains(*word))
            };
            // "L'état" is the column etat, too.
            let elided = ["l'", "d'"].into_iter().find(|prefix| word.starts_with(prefix)).unwrap_or_default();
            if let Some(plain) = without_signs(&word[elided.len()..]).into_iter().find(is_of) {
                let plain = format!("{elided}{plain}");
                sentence.to_mut().change(at, &plain);
            }
        }
        sentence
    }

    /// Those that words of a sentence may stand for.
    fn near(&self, sentence: &Sentence, about: &About) -> Vec<&Named> {
        let begins = self.by_begin.iter().filter(|(begin, _)| sentence.begins(*begin));
        let mut found: Vec<usize> = begins.flat_map(|(_, headings)| headings).copied().collect();
        found.sort_unstable();
        found.into_iter().map(|at| &self.all[at]).filter(|(_, place, _)| about.reaches(place.0)).collect()
    }
}

/// A word without its accents, as French and as German write it then.
fn without_signs(word: &str) -> [String; 2] {
    let german = [("ä", "ae"), ("ö", "oe"), ("ü", "ue"), ("ß", "ss")];
    let written = german.iter().fold(word.to_owned(), |word, (sign, letters)| word.replace(sign, letters));
    [without_accents(&word.replace('ß', "ss")), written]
}

/// A heading whose words are joined as those of a program are: `team_code` and `teamCode` are the team code.
fn apart(heading: &str) -> String {
    let mut out = String::new();
    let mut before = ' ';
    for each in heading.chars() {
        if before.is_lowercase() && each.is_uppercase() {
            out.push(' ');
        }
        out.push(if each == '_' { ' ' } else { each });
        before = each;
    }
    out
}

/// The words by which sentences may name a heading.
fn forms_of(words: &[String]) -> Vec<Vec<String>> {
    let mut forms: Vec<Vec<String>> = Vec::new();
    // Sentences leave out the unit that a heading ends with.
    if let Some((unit, rest)) = words.split_last()
        && super::units::is_unit(unit)
        && !rest.is_empty()
    {
        // "Weight in kg"
        let rest = match rest {
            [own @ .., into] if !own.is_empty() && PREPOSITIONS.contains(&into.as_str()) => own,
            _ => rest,
        };
        forms.push(rest.to_vec());
    }
    forms.extend(spelt_otherwise(words));
    forms.extend(in_full(words));
    // "Losnummern" are those of the column Los-Nr.
    if let [thing, "nr"] = words.iter().map(String::as_str).collect::<Vec<_>>().as_slice() {
        forms.push(vec![format!("{thing}nummer")]);
    }
    // "The source of water" is the column Water source.
    if let [of, what] = words
        && of.len() > 2
        && what.len() > 2
    {
        forms.push(vec![what.clone(), "of".to_owned(), of.clone()]);
    }
    if !words.is_empty() {
        forms.push(words.to_vec());
    }
    forms
}

/// Words for what people are reached by, as headings and sentences have them, in all languages.
fn contacts() -> impl Iterator<Item = &'static [&'static str]> {
    words::ALL.iter().flat_map(|language| language.contacts).copied()
}

/// The one word for a phone, an e-mail or a birth in a longer heading, where no other heading has it: `Contact phone` is what "phone" names.
fn called_shortly(words: &[String], all: &HashSet<Vec<String>>) -> Vec<Vec<String>> {
    let has = |words: &[String], noun: &[&str]| words.windows(noun.len()).any(|part| part == noun);
    let contact = contacts().find(|noun| words.len() > noun.len() && has(words, noun));
    // "Les enfants sont nés entre…" is about the column Né le.
    let is_born = |language: &&&Language| words.len() == 2 && language.born.contains(&words[0].as_str());
    let born = words::ALL.iter().find(is_born).map_or([].as_slice(), |language| language.born);
    let nouns: Vec<&[&str]> = contact.into_iter().chain(born.chunks(1)).collect();
    let alone = nouns.iter().all(|noun| all.iter().filter(|other| has(other, noun)).count() <= 1);
    // "Phone 2" is one of two.
    let numbered = words.iter().any(|word| word.bytes().all(|byte| byte.is_ascii_digit()));
    let form = |noun: &&[&str]| noun.iter().map(|word| (*word).to_owned()).collect();
    if alone && !numbered { nouns.iter().map(form).collect() } else { Vec::new() }
}

fn headings_of(draft: &Draft) -> Vec<Named> {
    let mut headings: Vec<Named> = Vec::new();
    for (at, sheet) in draft.sheets.iter().enumerate() {
        let plainly: HashSet<Vec<String>> = sheet.columns.iter().map(|of| words_of(&of.heading)).collect();
        for (column, of) in sheet.columns.iter().enumerate() {
            let plain = plain_heading(&of.heading);
            let words = words_of(&plain);
            // "Feed" is the column Feed, and not Feed (g).
            let whole = words_of(&of.heading);
            if whole != words && plainly.contains(&words) {
                headings.push((whole, (at, column), plain));
                continue;
            }
            let apart = words_of(&apart(&plain));
            if apart != words {
                headings.extend(forms_of(&apart).into_iter().map(|words| (words, (at, column), plain.clone())));
            }
            headings.extend(forms_of(&words).into_iter().map(|words| (words, (at, column), plain.clone())));
            let short = called_shortly(&words, &plainly).into_iter();
            headings.extend(short.map(|noun| (noun, (at, column), plain.clone())));
        }
    }
    headings
}

/// `from/to = yyyy-mm-dd`: columns before the sign by which something is said of them, also where their headings are small words.
fn equated(sentence: &Sentence, headings: &[&Named]) -> Vec<Mention> {
    let Some((label, _)) = sentence.text.split_once(" = ") else { return Vec::new() };
    let count = sentence.words.iter().take_while(|(_, place)| place.end <= label.len()).count();
    let one = |at: usize| {
        let (word, _) = &sentence.words[at];
        let (_, place, _) = headings.iter().find(|(words, ..)| words.len() == 1 && words[0] == *word)?;
        Some(Mention { place: *place, words: at..at + 1 })
    };
    let parted = (1..count).all(|at| matches!(sentence.gap(at - 1), "/" | "," | "&"));
    if count == 0 || !parted {
        return Vec::new();
    }
    (0..count).map(one).collect::<Option<_>>().unwrap_or_default()
}

/// Columns that a sentence names in other words than their headings.
fn in_other_words(
    (sentence, language): (&Sentence, &Language),
    headings: &[&Named],
    (known, about): (&Headings, &About),
    found: &mut Vec<Mention>,
) {
    shared_noun(sentence, language, headings, found);
    shared_beginning(sentence, language, headings, found);
    shared_end(sentence, language, headings, found);
    by_head(sentence, language, headings, found);
    by_compound(sentence, language, (known, about), found);
    by_owned(sentence, language, (known, about), found);
    by_tail(sentence, language, (known, about), found);
    by_measure(sentence, language, (known, about), found);
    by_compared_size(sentence, language, (known, about), found);
    by_stem(sentence, language, (known, about), found);
    the_day(sentence, language, (known, about), found);
    by_verbs(sentence, language, (known, about), found);
}

/// Whether the column that a sentence stands beside is named by the word for what it takes: beside Mentor e-mail, "an e-mail address".
fn names_own_contact(mention: &Mention, headings: &[&Named], about: &About) -> bool {
    let of_part = |(words, place, plain): &&&Named| {
        *place == mention.place && words.len() == mention.words.len() && words_of(plain).len() > words.len()
    };
    let is_contact = |words: &[String]| contacts().any(|noun| words == noun);
    about.column() == Some(mention.place) && headings.iter().filter(of_part).any(|(words, ..)| is_contact(words))
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
    let sentence = &*known.as_headings(sentence);
    let headings = known.near(sentence, about);
    let whole = headings.iter().copied().filter(|(words, ..)| words[1..].iter().all(|word| sentence.may_have(word)));
    let mut taken = vec![false; sentence.words.len()];
    // "An e-mail address" is no address.
    let formats = language.formats.iter().filter(|(phrase, _)| phrase.contains(' '));
    // Nor is "starts with" the column Start.
    let verbs: Vec<Range<usize>> =
        language.begins.iter().chain(language.ends).filter_map(|phrase| sentence.find(phrase)).collect();
    // Nor are "whole numbers" those of a column.
    let phrases = formats.map(|(phrase, _)| *phrase).chain(language.whole.iter().copied());
    let formats: Vec<Range<usize>> = phrases.filter_map(|phrase| sentence.find(phrase)).collect();
    let mut starts: HashMap<&str, Vec<usize>> = HashMap::new();
    for (words, place, plain) in whole {
        let starts = starts.entry(&words[0]).or_insert_with(|| starts_of(sentence, &words[0]));
        for at in starts.iter().copied().filter(|at| is_at(sentence, words, *at)) {
            let range = at..at + words.len();
            let same = found.iter().any(|known| known.words == range);
            let in_format = formats.iter().any(|format| format.start < range.start && is_part_of(&range, format));
            // "No currency sign", and not "pickers sign with two letters"
            let before = range.start.checked_sub(1).map_or("", |at| sentence.word(at));
            let lacks = language.none.contains(&before) || language.lacking.contains(&before);
            let of_sign = lacks && language.sign_words.contains(&sentence.word(range.end));
            if in_format || of_sign || verbs.iter().any(|verb| verb.contains(&range.start)) {
                continue;
            }
            if range.clone().any(|at| taken[at]) && !same || !is_meant(sentence, language, &range, words, plain) {
                continue;
            }
            range.clone().for_each(|at| taken[at] = true);
            found.push(Mention { place: *place, words: range });
        }
    }
    found.retain(|mention| !names_own_contact(mention, &headings, about));
    if found.is_empty() {
        found = equated(sentence, &headings);
    }
    beside_others((sentence, language), &headings, &formats, &mut found);
    in_other_words((sentence, language), &headings, (known, about), &mut found);
    found.retain(|mention| {
        !is_no_column((sentence, language), mention, draft) && !is_code_of_list(sentence, language, (mention, draft))
    });
    found.extend(by_letter(sentence, language, draft, about));
    found.extend(first_columns(sentence, language, draft, about));
    found.extend(nth_columns(sentence, language, draft, about));
    found.extend(ranges(sentence, language, draft, &found));
    found.extend(numbered_together(sentence, &headings, &found));
    found.retain(|mention| {
        !formats.iter().any(|format| format.start < mention.words.start && is_part_of(&mention.words, format))
    });
    found.sort_by_key(|mention| (mention.words.start, mention.place));
    found.dedup();
    without_parts_of_values((sentence, language), about, &mut found);
    // "The child's code" is the code.
    let starts: Vec<usize> = found.iter().map(|mention| mention.words.start).collect();
    let owns = |mention: &Mention| {
        let last = &sentence.words[mention.words.end - 1].1;
        let name = sentence.word(mention.words.end) == "name";
        sentence.text[last.clone()].ends_with("'s") && !name && starts.contains(&mention.words.end)
    };
    found.retain(|mention| mention.words.is_empty() || !owns(mention));
    found
}

/// Takes out what is part of a value in the list of another column: `Binding: cloth, half leather or paper` names no column Leather.
fn without_parts_of_values((sentence, language): (&Sentence, &Language), about: &About, found: &mut Vec<Mention>) {
    let label = found.first().filter(|first| first.words.start == 0 && !first.words.is_empty());
    let label = label.map(|label| label.words.end).filter(|end| sentence.gap(end - 1).starts_with(':'));
    let Some(start) = label.or(about.column().map(|_| 0)) else { return };
    // "One of: cloth, half leather"
    let start = language.choose.iter().filter_map(|phrase| sentence.ends_at(phrase, start)).max().unwrap_or(start);
    if found.len() == usize::from(label.is_some()) {
        return;
    }
    let or = |at: usize| language.or.contains(&sentence.word(at));
    // The words of each value.
    let (mut values, mut apart): (Vec<Range<usize>>, bool) = (Vec::new(), true);
    for at in start..sentence.words.len() {
        // What is in brackets is said of the list.
        if at > start && sentence.gap(at - 1).starts_with('(') {
            break;
        }
        if or(at) {
            apart = true;
            continue;
        }
        apart |= at > start && sentence.gap(at - 1).contains([',', ';']);
        match values.last_mut().filter(|_| !apart) {
            Some(value) => value.end = at + 1,
            None => values.push(at..at + 1),
        }
        apart = false;
    }
    let is_plain = |at: usize| {
        let word = &sentence.text[sentence.words[at].1.clone()];
        word.chars().all(|each| each.is_lowercase() || each == '-') && !language.small.contains(&word)
    };
    let named = |value: &Range<usize>| found.iter().any(|mention| mention.words == *value);
    let is_joined =
        |value: &Range<usize>| (value.start + 1..value.end).all(|at| matches!(sentence.gap(at - 1), "" | "-"));
    let list = values.len() >= 3
        && values
            .iter()
            .all(|value| value.len() <= 3 && value.clone().skip(usize::from(value.start == start)).all(is_plain))
        && values.iter().all(is_joined)
        && values.iter().any(|value| value.len() == 1 && !named(value));
    // "Type: cloth, leather or paper" has all of them for values.
    let or_last = values.last().is_some_and(|last| last.start > start && or(last.start - 1));
    let label = label.is_some_and(|end| end == start);
    let is_value = |mention: &Mention| {
        let of =
            |value: &Range<usize>| is_part_of(&mention.words, value) || label && or_last && mention.words == *value;
        values.iter().any(of)
    };
    if list {
        found.retain(|mention| !is_value(mention));
    }
}

/// Whether words are some of others, and not all of them.
fn is_part_of(words: &Range<usize>, others: &Range<usize>) -> bool {
    others.start <= words.start && words.end <= others.end && words.len() < others.len()
}

/// Whether words that are a heading name no column: `start with S`, `24-hour times`, `the sheet "Choirs"`.
fn is_no_column((sentence, language): (&Sentence, &Language), mention: &Mention, draft: &Draft) -> bool {
    let (start, end) = (mention.words.start, mention.words.end);
    let one = mention.words.len() == 1;
    let verbs = language.begins.iter().chain(language.ends);
    let is_verb = one && verbs.into_iter().any(|phrase| sentence.ends_at(phrase, start).is_some());
    // "24-hour times" are no column Hours.
    let hours = start.checked_sub(1).and_then(|before| sentence.number(before, language));
    let is_hour = one && sentence.words[start].0.starts_with('h');
    let is_clock = is_hour && hours.is_some_and(|hours| hours == 24.0 || hours == 12.0);
    // Nor is the name of a sheet.
    let before = start.checked_sub(1).map_or("", |at| sentence.word(at));
    let said = &sentence.text[sentence.words[start].1.start..sentence.words[end - 1].1.end];
    let is_sheet = language.sheets.contains(&before) && draft.sheets.iter().any(|sheet| sheet.name == said);
    is_verb || is_clock || is_sheet
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

/// A sentence in which the "no" of a heading denies nothing: `Ring no is required`.
pub(super) fn without_headings_no<'s>(sentence: &'s Sentence, mentions: &[Mention]) -> Cow<'s, Sentence> {
    let of_heading = mentions.iter().filter(|mention| mention.words.len() > 1);
    let denying = of_heading.flat_map(|mention| mention.words.clone()).filter(|at| sentence.word(*at) == "no");
    let mut sentence = Cow::Borrowed(sentence);
    for at in denying.collect::<Vec<_>>() {
        sentence.to_mut().change(at, "no.");
    }
    sentence
}

/// Endings that a heading has in brackets: `Né(e) le`, `Child(ren)`.
const ENDINGS: &[&str] = &["(e)", "(s)", "(es)", "(en)", "(n)", "(in)", "(ren)"];

/// A heading without the endings of its words in brackets.
fn without_endings(heading: &str) -> Cow<'_, str> {
    let mut heading = Cow::Borrowed(heading);
    for ending in ENDINGS {
        let attached = heading.find(ending).filter(|at| heading[..*at].ends_with(char::is_alphabetic));
        if let Some(at) = attached {
            heading.to_mut().replace_range(at..at + ending.len(), "");
        }
    }
    heading
}

/// A heading without its asterisk and what is in brackets behind it.
pub(super) fn plain_heading(heading: &str) -> String {
    let heading = guidance_in_heading(heading).map_or(heading, |(before, _)| before);
    let ended = without_endings(heading);
    let heading = ended.as_ref();
    let cut = heading.split(['(', '[', '\n']).next().unwrap_or(heading).replace('*', " ");
    let plain = without_footnote(cut.trim().trim_end_matches([':', '?', '!']).trim());
    if plain.is_empty() { heading.trim().to_owned() } else { plain.to_owned() }
}

/// A heading without the mark of a footnote behind it: `Plate¹`. Areas and volumes have it behind their unit.
fn without_footnote(heading: &str) -> &str {
    let plain = heading.trim_end_matches(crate::headings::is_footnote_sign);
    let unit = plain.rsplit(|each: char| !each.is_alphanumeric()).next().unwrap_or_default();
    let is_unit = (1..=UNIT).contains(&unit.len()) && heading.ends_with(['²', '³']);
    if plain.is_empty() || is_unit { heading } else { plain.trim_end() }
}

/// The words of a heading as a sentence, those that an underscore joins apart: `coach_email`.
pub(super) fn heading_in_words(heading: &str) -> Option<Sentence> {
    sentences(&plain_heading(heading).replace('_', " ")).pop()
}

/// What a heading says behind a colon of how its column is filled in, and what is before: `Goods: toys / books / clothes`.
pub(super) fn guidance_in_heading(heading: &str) -> Option<(&str, &str)> {
    let (before, behind) = heading.lines().next()?.split_once(": ")?;
    let behind = behind.trim();
    (before.chars().any(char::is_alphabetic) && is_guidance(behind)).then_some((before, behind))
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
    let may_be = |word: &str| {
        word.starts_with(stem.as_str())
            || word.get(2..).is_some_and(|word| word == first)
            || is_german_plural(word, first)
    };
    (0..sentence.words.len()).filter(|at| may_be(&sentence.words[*at].0)).collect()
}

/// Whether the words of a heading are in a sentence at that place.
fn is_at(sentence: &Sentence, words: &[String], at: usize) -> bool {
    let pairs = sentence.words[at..].iter().zip(words).enumerate();
    // "Tags have three letters", where "from lots of wild plants" may be about no column Lot.
    let short = words.len() == 1 && words[0].len() == 3 && !IDENTIFYING.contains(&words[0].as_str());
    if short && at > 0 && sentence.words[at].0 != words[0] {
        return false;
    }
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
    // "Refs are unique", where no other three letters are as plainly a heading.
    let long = wanted.len() > 3 || wanted.len() == 3 && !is_common(wanted) || IDENTIFYING.contains(&wanted);
    let last = number + 1 == words.len();
    // "Dates of birth" are those of the column Date of birth.
    let of = number == 0 && words.get(1).is_some_and(|next| matches!(next.as_str(), "of" | "de" | "du"));
    let plural = (last || of) && long && is(word.strip_suffix('s'))
        || last && wanted.ends_with(['x', 's', 'h']) && is(word.strip_suffix("es"))
        || last
            && long
            && word.strip_suffix("ies").zip(wanted.strip_suffix('y')).is_some_and(|(one, other)| one == other);
    // "Beiträge" are those of the column Beitrag.
    let plural = plural || last && is_german_plural(word, wanted);
    // "Auftragsnummern" are those of the column Auftragsnummer.
    let plural = plural || last && wanted.len() > 5 && (is(word.strip_suffix('n')) || is(word.strip_suffix("en")));
    // "Mite counts" are those of the column Mites, and "the queen's colour" the Queen colour.
    let singular = words.len() == 1 && word.len() > 3 && wanted.strip_suffix('s') == Some(word);
    plural || singular || is(word.strip_suffix("'s").or_else(|| word.strip_suffix("’s")))
}

/// Whether a word is another one in the plural with an e: `Belege`, `Beiträge`.
fn is_german_plural(word: &str, one: &str) -> bool {
    let Some(stem) = word.strip_suffix('e').filter(|_| one.len() > 4) else { return false };
    let plain = |text: &str| text.replace('ä', "a").replace('ö', "o").replace('ü', "u");
    stem == one || !stem.is_ascii() && plain(stem) == plain(one)
}

/// Whether a heading of one small word stands as it is among others of a list: `state, by and to must be filled`.
fn in_list(sentence: &Sentence, language: &Language, range: &Range<usize>, (words, plain): (&[String], &str)) -> bool {
    let text = &sentence.text[sentence.words[range.start].1.start..sentence.words[range.end - 1].1.end];
    let joins = |word: &str| language.and.contains(&word) || language.or.contains(&word);
    let before = range.start.checked_sub(1);
    let after_comma = before.is_some_and(|at| sentence.gap(at).contains(',') || joins(sentence.word(at)));
    let before_comma = sentence.gap(range.end - 1).contains(',') || joins(sentence.word(range.end));
    let verb = language.verbs.contains(&sentence.word(range.end)) || range.end == sentence.words.len();
    let joined = after_comma && (before_comma || verb) || range.start == 0 && before_comma;
    matches!(words, [_]) && text == plain && !plain.chars().any(char::is_uppercase) && joined
}

/// Whether the one letter that a heading is stands for something else: "A borrower" is no column A, nor "S-0001" one called S.
fn is_another_letter((sentence, language): (&Sentence, &Language), range: &Range<usize>, letter: &str) -> bool {
    if letter.chars().count() != 1 {
        return false;
    }
    let behind = &sentence.text[sentence.words[range.end - 1].1.end..];
    let article = range.start == 0 && language.articles.contains(&letter);
    let of_code = behind.strip_prefix(['-', '/', '_', '.']).is_some_and(|rest| rest.starts_with(char::is_alphanumeric));
    of_code || article && !behind.starts_with(':')
}

/// Whether a short sentence begins with words that it limits: `title up to 80 chars`.
fn is_limited(sentence: &Sentence, language: &Language, range: &Range<usize>) -> bool {
    let limits = [language.at_most, language.at_least, language.exactly];
    let limited = || limits.into_iter().flatten().any(|phrase| sentence.ends_at(phrase, range.end).is_some());
    range.start == 0 && sentence.words.len() <= SHORT && limited()
}

/// Whether a word of every day stands as the heading has it, where sentences name columns.
fn is_as_written(
    (sentence, language): (&Sentence, &Language),
    range: &Range<usize>,
    (one, plain): (&str, &str),
) -> bool {
    let end = sentence.words[range.end - 1].1.end;
    if &sentence.text[sentence.words[range.start].1.start..end] != plain {
        return false;
    }
    // "type must be P or C" begins with it.
    let verb = language.verbs.contains(&sentence.word(range.end))
        || language.modals.iter().any(|phrase| sentence.ends_at(phrase, range.end).is_some());
    let begins = range.start == 0 && one.len() > 2 && verb;
    let behind = || range.start > 0 || sentence.text[end..].starts_with([':', ' ', ',']);
    begins || plain.chars().any(char::is_uppercase) && behind()
}

/// Whether an article before a heading begins a sentence, a condition or what follows one: `the year has four digits`.
fn is_led(sentence: &Sentence, language: &Language, range: &Range<usize>) -> bool {
    let before = |words: usize| range.start.checked_sub(words).map_or("", |at| sentence.word(at));
    language.every.contains(&before(1))
        && (range.start == 1
            || language.only_for.contains(&sentence.word(0))
            || range.start.checked_sub(2).is_some_and(|at| sentence.gap(at) == ",")
            || range.start.checked_sub(2).is_some_and(|at| leads_condition(sentence, language, at)))
}

/// Whether a condition begins behind a word: `if the value is 5`, and the second one of `if … and the value is 5`.
fn leads_condition(sentence: &Sentence, language: &Language, at: usize) -> bool {
    let is = |words: &[&str], at: usize| words.contains(&sentence.word(at));
    let joins = is(language.and, at) || is(language.or, at);
    is(language.conditional, at) || joins && (0..at).any(|at| is(language.conditional, at))
}

/// Whether what follows words that are a heading is said of it, whatever else the words may be.
fn is_said_of(sentence: &Sentence, language: &Language, range: &Range<usize>, words: &[String]) -> bool {
    let before = range.start.checked_sub(1).map_or("", |at| sentence.word(at));
    let follows = |phrase: &&str| sentence.ends_at(phrase, range.end).is_some();
    // "Each talk has a code of the form T-26-001"
    let shown = [language.looks, language.consists].into_iter().flatten();
    let article = language.every.contains(&before);
    if article && shown.into_iter().any(follows) {
        return true;
    }
    // "The child's code is unique"
    // The buyer's name is what stands under Buyer.
    let owned = before.ends_with("'s") && *words != ["name"];
    let in_brackets = owned && sentence.words.get(range.end).is_some() && sentence.gap(range.end - 1).contains('(');
    // "If insured = Y the value must be stated"
    let stated = article && language.modals.iter().any(follows);
    let goes_on = language.verbs.contains(&sentence.word(range.end));
    let meant = is_led(sentence, language, range) || owned || stated;
    meant && (goes_on || in_brackets) && words.iter().all(|word| word.len() >= 3)
}

/// Whether a heading in capitals is a word of every day here: "colonnes à remplir" names no column À.
fn is_small_word(sentence: &Sentence, language: &Language, range: &Range<usize>, plain: &str) -> bool {
    let word = sentence.word(range.start);
    let small = [language.small, language.into, language.to].iter().any(|words| words.contains(&word));
    let as_word = sentence.text[sentence.words[range.start].1.start..].starts_with(char::is_lowercase);
    range.len() == 1 && small && plain != word && as_word
}

/// Whether words that are a heading stand for it.
fn is_meant(sentence: &Sentence, language: &Language, range: &Range<usize>, words: &[String], plain: &str) -> bool {
    let start = sentence.words[range.start].1.start;
    let end = sentence.words[range.end - 1].1.end;
    let quoted = sentence.text[..start].ends_with(['"', '\'', '“', '‘', '„', '«']);
    let behind_column = range.start > 0 && language.columns.contains(&sentence.words[range.start - 1].0.as_str());
    let before_column = language.columns.contains(&sentence.word(range.end));
    if quoted || behind_column || before_column {
        return true;
    }
    if is_small_word(sentence, language, range, plain) {
        return false;
    }
    // "No two rows may have the same code"
    let same = language.same.iter().any(|phrase| {
        let words = phrase.split(' ').count();
        range.start >= words && sentence.ends_at(phrase, range.start - words) == Some(range.start)
    });
    if same && (sentence.has(language.no_two) || sentence.has(language.twice)) {
        return true;
    }
    // "Rows without number are refused"
    let lacks = range.start.checked_sub(1).is_some_and(|at| language.lacking.contains(&sentence.word(at)));
    if lacks && sentence.has(language.refused) {
        return true;
    }
    let word = |at: Option<usize>| at.and_then(|at| sentence.words.get(at)).map_or("", |(word, _)| word.as_str());
    let led = is_led(sentence, language, range);
    let goes_on = language.verbs.contains(&sentence.word(range.end));
    if is_said_of(sentence, language, range, words) {
        return true;
    }
    // `notes: not more than 80 characters`
    if range.start == 0 && sentence.text[end..].trim_start().starts_with([':', '=']) {
        return true;
    }
    if is_limited(sentence, language, range) && words.iter().all(|word| word.len() >= 3) {
        return true;
    }
    // "Required if days is more than 1"
    let before = word(range.start.checked_sub(1));
    let led_on = range.start.checked_sub(1).is_some_and(|at| leads_condition(sentence, language, at));
    if led_on && language.copulas.contains(&sentence.word(range.end)) {
        return true;
    }
    // "Each row needs a title and a date"
    let article = language.every.contains(&before);
    if article && sentence.any(language.needs).is_some_and(|needs| needs.end <= range.start) {
        return true;
    }
    // "Boxes are numbered B001, B002…"
    let plural = range.start == 0 && words.len() == 1 && sentence.words[0].0 != words[0];
    let limits = [
        language.at_most, language.at_least, language.exactly, language.in_capitals, language.in_smalls,
        language.longer,
    ];
    let limited = || limits.into_iter().flatten().any(|phrase| sentence.ends_at(phrase, range.end).is_some());
    if plural && (goes_on || limited()) || in_list(sentence, language, range, (words, plain)) {
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
        [one] if is_another_letter((sentence, language), range, one) => false,
        [one] if one.len() < 3 || COMMON.contains(&one.as_str()) => {
            is_as_written((sentence, language), range, (one, plain))
        }
        _ => true,
    }
}
