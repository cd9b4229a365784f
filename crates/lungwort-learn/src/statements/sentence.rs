//! Texts cut into sentences, and sentences into words.

use std::cell::RefCell;
use std::collections::HashMap;
use std::ops::Range;

use foldhash::fast::FixedState;

use super::field_kinds::without_brackets;
use super::words::Language;
use lungwort_core::limits::SENTENCE;

/// A sentence with its words.
#[derive(Debug, Clone)]
pub(super) struct Sentence {
    /// It as it stands, or as it is read in the stead of that.
    pub text: String,
    /// It as it stands, where it is read in other words.
    pub stated: Option<String>,
    /// Whether which column it names is a guess, which is to be confirmed.
    pub tentative: bool,
    /// Whether it says something of rows with one of the values that it stands behind, and nothing of all values.
    pub of_a_value: bool,
    /// Its words in small letters, each with its place in the text.
    pub words: Vec<(String, Range<usize>)>,
    /// With which bytes its words begin: a bit each, which a few share.
    begins: Begins,
    /// Which words it has, as marks that few words share.
    marks: Marks,
    /// What its columns count themselves, as it says it: `at most 14 days` limits a column of days.
    pub counted: Vec<String>,
    /// Where it states a condition and where it asks for a value, by language: both are asked many times.
    known: RefCell<Vec<Known>>,
}

/// What was looked for, the place of the language in memory, and what was found.
type Known = (Asked, usize, Option<Range<usize>>);

/// What of a sentence is kept once it has been looked for.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub(super) enum Asked {
    Condition,
    Required,
}

/// Bits for how words begin.
type Begins = [u64; 4];

/// The bit of the first two bytes of a word, or of a phrase that begins with it: where, and which.
pub(super) fn bit(text: &str) -> (usize, u64) {
    let bytes = text.as_bytes();
    let first = bytes.first().copied().unwrap_or_default();
    let second = bytes.get(1).copied().filter(|byte| !matches!(byte, b' ' | b'-')).unwrap_or_default();
    let mixed = first.wrapping_mul(37) ^ second.wrapping_mul(11);
    (usize::from(mixed >> 6), 1 << (mixed & 63))
}

/// A mark each of many for some words: a word whose mark is missing is not among them.
#[derive(Debug, Clone, Copy, Default)]
pub(super) struct Marks([u64; 8]);

impl Marks {
    /// The mark of a word, or of the first word of a phrase: where, and which.
    fn of_first(text: &str) -> (usize, u64) {
        let first = text.bytes().take_while(|byte| !matches!(byte, b' ' | b'-'));
        let sum =
            first.fold(0_u64, |sum, byte| (sum.rotate_left(5) ^ u64::from(byte)).wrapping_mul(0x517c_c1b7_2722_0a95));
        ((sum >> 61) as usize, 1 << (sum >> 55 & 63))
    }

    pub fn add(&mut self, word: &str) {
        let (at, mark) = Marks::of_first(word);
        self.0[at] |= mark;
    }

    fn has(&self, (at, mark): (usize, u64)) -> bool {
        self.0[at] & mark != 0
    }

    pub fn has_all_of(&self, other: &Marks) -> bool {
        self.0.iter().zip(other.0).all(|(own, wanted)| own & wanted == wanted)
    }
}

/// The marks of several phrases: where, and which.
type Bits = Box<[(usize, u64)]>;

/// The phrases of a table.
pub(super) type Phrases = &'static [&'static str];

thread_local! {
    /// The marks of the phrases of a table, by its place in memory and its length.
    static BITS: RefCell<HashMap<(usize, usize), Bits, FixedState>> = RefCell::default();
}

/// Goes through the marks of the phrases of a table, which are found once and not anew for each sentence.
fn with_bits<R>(phrases: Phrases, read: impl FnOnce(&[(usize, u64)]) -> R) -> R {
    let place = (phrases.as_ptr() as usize, phrases.len());
    let bits = || phrases.iter().map(|phrase| Marks::of_first(phrase)).collect();
    BITS.with_borrow_mut(|known| read(known.entry(place).or_insert_with(bits)))
}

/// Words between a denial and what is denied, at most.
const DENIED: usize = 4;

/// Words between a denial and what is denied, where it is said that nothing may be left so, at most.
const LEFT: usize = 12;

/// Words between a verb and its participle, at most.
const FAR: usize = 5;

/// The same where the participle ends the clause.
const LAST: usize = 16;

/// Shortenings behind which a full stop ends no sentence.
const SHORT: &[&str] =
    &["e.g", "i.e", "max", "min", "approx", "etc", "z.b", "bzw", "ca", "p.ex", "col", "cols", "incl", "vs", "resp"];

/// Headings that matter for where a sentence ends.
#[derive(Debug, Default)]
pub(super) struct AsWritten {
    /// Those in small letters, as they stand.
    pub small: Vec<String>,
    /// Of those with a full stop before their last word, what stands up to it, and the word behind: `Lfd. Nr.`
    pub dotted: Vec<(String, String)>,
}

impl AsWritten {
    /// Of these headings.
    pub fn of(headings: impl Iterator<Item = String>) -> AsWritten {
        let mut known = AsWritten::default();
        for heading in headings {
            for (at, _) in heading.match_indices(". ") {
                let next = heading[at + 1..].split_whitespace().next().unwrap_or_default();
                known.dotted.push((heading[..=at].to_owned(), next.to_owned()));
            }
            if heading.starts_with(char::is_lowercase) {
                known.small.push(heading);
            }
        }
        known
    }

    /// Whether a full stop at the end of a text is one of a heading, which goes on behind it.
    fn goes_on(&self, before: &str, behind: &str) -> bool {
        let next = behind.split_whitespace().next().unwrap_or_default();
        self.dotted.iter().any(|(head, word)| before.ends_with(head.as_str()) && next.starts_with(word.as_str()))
    }
}

/// The sentences of a text.
pub(super) fn sentences(text: &str) -> Vec<Sentence> {
    sentences_about(text, &AsWritten::default())
}

/// The sentences of a text about columns, of which those in small letters begin one, too: `result: PASS or FAIL. pressure in bar.`
pub(super) fn sentences_about(text: &str, headings: &AsWritten) -> Vec<Sentence> {
    let mut found = Vec::new();
    for line in text.split(['\n', '\r']).flat_map(points) {
        let line = without_brackets(line);
        let line = line.as_ref();
        let mut from = 0;
        for (at, each) in line.char_indices() {
            let end = at + each.len_utf8();
            let next = line[end..].chars().next();
            // Behind a semicolon another clause may follow, which speaks of something else.
            let ends = matches!(each, '.' | '!' | '?' | ';')
                && next.is_none_or(char::is_whitespace)
                && !(each == '?' && line[end..].trim_start().starts_with('='))
                && (each != ';' || is_new_clause(&line[from..at], &line[end..]));
            let goes_on = || {
                let word = line[from..at].rsplit(char::is_whitespace).next().unwrap_or_default().to_lowercase();
                let follows = line[end..].trim_start().chars().next();
                let whole = |language: &&Language| {
                    language.required.contains(&word.as_str()) || language.optional.contains(&word.as_str())
                };
                // "Channel: optional. web, phone, desk"
                let shortened = SHORT.contains(&word.trim_start_matches('('));
                if headings.goes_on(&line[..end], &line[end..]) {
                    return true;
                }
                let column = || begins_with_column(&line[end..], &headings.small);
                if super::words::ALL.iter().any(whole) || !shortened && column() {
                    return false;
                }
                // "Lot no. 5" goes on, and "yes or no. The next…" does not.
                // "Loan no. L00001 to L99999" goes on too.
                let next = line[end..].split_whitespace().next().unwrap_or_default();
                let numbered =
                    matches!(word.as_str(), "no" | "nos" | "nr") && next.contains(|each: char| each.is_ascii_digit());
                // `3.0 .. 10.0`
                let dotted = line[..at].ends_with('.') && follows.is_some_and(|each| each.is_ascii_digit());
                // "Ab 1. Januar 2026"
                let of_month = (1..=2).contains(&word.len())
                    && word.bytes().all(|byte| byte.is_ascii_digit())
                    && is_month(next.trim_matches(|each: char| !each.is_alphabetic()));
                // "Die Spender-Nr. ist Pflicht", "ist die Spender-Nr. Pflicht"
                let of_number = word.rsplit('-').next().is_some_and(|last| last == "nr") && follows.is_some();
                numbered
                    || leaves_the_rest(&line[end..])
                    || is_shortened(&line[from..at], &line[end..])
                    || of_number
                    || of_month
                    || dotted
                    || shortened
                    || follows.is_some_and(char::is_lowercase)
                    || line[from..at].trim().bytes().all(|byte| byte.is_ascii_digit())
            };
            if ends && !(each == '.' && goes_on()) {
                found.extend(with_others_left(&line[from..end]));
                from = end;
            }
        }
        found.extend(with_others_left(&line[from..]));
    }
    found
}

/// Whether a word is the name of a month in any of the languages.
fn is_month(word: &str) -> bool {
    let word = word.to_lowercase();
    super::words::ALL.iter().any(|language| language.months.iter().any(|(name, _)| *name == word))
}

/// Words from a condition to the verb that tells what to do then, at most.
const GIVEN: usize = 6;

/// Whether a clause asks to leave something blank, and does not say when.
fn leaves_blank(behind: &str) -> bool {
    let first = behind.split_whitespace().next().unwrap_or_default();
    super::words::ALL.iter().any(|language| {
        let said =
            |words: &[&str]| behind.split([' ', ',', '.']).any(|word| words.contains(&word.to_lowercase().as_str()));
        let leads = [language.leave, language.polite].iter().any(|words| words.contains(&first));
        let some = [language.conditional, language.only_for, language.otherwise].into_iter().any(said);
        leads && said(language.leave) && said(language.unfilled) && !some
    })
}

/// Whether a clause ends with what comes after a day that the one before it names, or has a condition on what that one is about.
fn refers_back(before: &str, behind: &str) -> bool {
    let (before, behind) = (before.to_lowercase(), behind.trim_end_matches(['.', ' ']).to_lowercase());
    super::words::ALL.iter().any(|language| {
        let names = language.later.iter().any(|phrase| before.contains(&format!(" {phrase} ")));
        let ends = |phrase: &&str| behind.strip_suffix(*phrase).is_some_and(|rest| rest.ends_with(' '));
        // "Required when Hire is Yes; must be blank when it is No"
        let when = |word: &&str| {
            let it = |of: &&str| behind.contains(&format!(" {word} {of} "));
            before.contains(&format!(" {word} ")) && language.pronouns.iter().any(it)
        };
        names && language.thereafter.iter().any(ends) || language.conditional.iter().any(when)
    })
}

/// Whether what stands behind a semicolon speaks of something else.
fn is_new_clause(before: &str, behind: &str) -> bool {
    let first = behind.split_whitespace().next().unwrap_or_default();
    let goes_on = super::words::ALL.iter().any(|language| language.pronouns.contains(&first));
    // "Schools pay nothing; leave the fee empty" leaves it empty for these alone.
    if leaves_blank(behind) && !before.contains(':') {
        return false;
    }
    if others_left(behind).is_some() && !before.contains(':') {
        return false;
    }
    // "XS, S, M, L; no shirt larger than L is left for juniors"
    let none = super::words::ALL.iter().any(|language| language.none.contains(&first.to_lowercase().as_str()));
    if none && is_bare_list(before) && behind.split_whitespace().count() >= CLAUSE {
        return true;
    }
    // "At least 7 days after Received; if urgent, at most 21 days after it": the day is named before.
    if refers_back(before, behind) {
        return false;
    }
    // "Yes/no; if paid, give the day"
    let conditional = super::words::ALL.iter().any(|language| language.conditional.contains(&first));
    let gives = |language: &&Language| {
        let words = || behind.split_whitespace().take(GIVEN);
        words().any(|word| language.give.contains(&word))
            || language.fill_in.iter().any(|phrase| behind.contains(phrase))
    };
    // "ACTIVE, WAITING, ENDED; if ENDED fill in the end"
    if conditional && (behind.contains(',') || super::words::ALL.iter().any(gives)) {
        return true;
    }
    // "Two decimals; CHILD passes are free" speaks of others from there on.
    let code = first.len() > 1 && first.chars().all(char::is_uppercase) || is_code_before(before, first);
    // "0 to 20; every discount must be explained in Reason"
    // "Party size: 1 to 12; groups of more than 6 must quote a reference" has a subject of its own behind its label.
    let subject = (before.contains(": ") || before.contains(" = ")) && has_subject(behind);
    let each = super::words::ALL.iter().any(|language| language.each_of.contains(&first));
    (is_clause(before) || goes_on || code || each || subject || is_for_code(before, behind))
        && (is_clause(behind) || subject && has_article(behind))
        && (!is_for_some(behind) || is_for_code(before, behind))
        && !leaves_the_rest(behind)
}

/// Words of a clause that says something of its own, at least.
const CLAUSE: usize = 4;

/// Whether a text has nothing but several values of a word each with commas between, behind its label.
fn is_bare_list(text: &str) -> bool {
    let list = text.rsplit_once(": ").map_or(text, |(_, list)| list);
    let values: Vec<&str> = list.split(',').map(str::trim).collect();
    let joined = |value: &str| value.split_whitespace().count() == 3 && value.contains(' ');
    let last = values.len().saturating_sub(1);
    let plain = |(at, value): (usize, &&str)| value.split_whitespace().count() == 1 || at == last && joined(value);
    values.len() > 2 && values.iter().enumerate().all(plain)
}

/// Whether a clause goes on about rows of a code of the list before it: `PICKUP or VAN; for VAN we need an address`.
fn is_for_code(before: &str, behind: &str) -> bool {
    let code = behind.split_whitespace().nth(1).unwrap_or_default().trim_matches(|each: char| !each.is_alphanumeric());
    let is_code = code.len() > 1 && code.chars().all(|each| each.is_uppercase() || each.is_ascii_digit());
    is_code && before.split(|each: char| !each.is_alphanumeric()).any(|word| word == code)
}

/// Whether a word is a code of the list before it, in small letters: `ACTIVE, WAITING or ENDED; ended needs a day`.
fn is_code_before(before: &str, word: &str) -> bool {
    let code = word.to_uppercase();
    let mut words = before.split(|each: char| !each.is_alphanumeric());
    word.len() > 2 && word.chars().all(char::is_lowercase) && words.any(|word| word == code)
}

/// Whether a clause begins with what it is about, and goes on with what is asked of it.
fn has_subject(clause: &str) -> bool {
    let words: Vec<String> = clause.split_whitespace().map(str::to_lowercase).collect();
    let is = |at: usize, of: fn(&Language) -> &'static [&'static str]| {
        words.get(at).is_some_and(|word| super::words::ALL.iter().any(|language| of(language).contains(&word.as_str())))
    };
    let asks = |at: usize| {
        is(at, |language| language.modals)
            || is(at, |language| language.needs_alone)
            || has_article(clause) && is(at, |language| language.may)
    };
    let known = is(0, |language| language.conditional)
        || is(0, |language| language.only)
        || is(0, |language| language.negations);
    // "At least one parent must be given" goes on about those before.
    let whole = words.join(" ");
    let goes_on = super::words::ALL.iter().any(|language| {
        let phrases = [language.at_least_one, language.at_least, language.at_most, language.both_or_none];
        phrases.into_iter().flatten().any(|phrase| whole.starts_with(phrase))
    });
    !known && !goes_on && !asks(0) && !asks(1) && (2..words.len()).any(asks)
}

/// Whether a clause begins with an article: `a place can be given once a day only`.
fn has_article(clause: &str) -> bool {
    let first = clause.split_whitespace().next().unwrap_or_default().to_lowercase();
    super::words::ALL.iter().any(|language| language.articles.contains(&first.as_str()))
}

/// Whether a clause goes on about some rows: `sizes are 32 to 56; for shoes 18 to 50 is fine`.
fn is_for_some(clause: &str) -> bool {
    let first = clause.split_whitespace().next().unwrap_or_default().to_lowercase();
    super::words::ALL.iter().any(|language| language.only_for.contains(&first.as_str()))
}

/// Whether a sentence begins with a column whose heading is in small letters, and goes on as a sentence about a column does.
fn begins_with_column(text: &str, small: &[String]) -> bool {
    let text = text.trim_start();
    small.iter().filter_map(|heading| text.strip_prefix(heading.as_str()).map(|rest| (heading, rest))).any(
        |(heading, rest)| {
            let ends = !rest.starts_with(|each: char| each.is_alphanumeric() || each == '_' || each == '-');
            let next = rest.split_whitespace().next().unwrap_or_default();
            let goes_on = |language: &&Language| {
                [language.verbs, language.modals, language.as_written, language.manner]
                    .iter()
                    .any(|words| words.contains(&next))
            };
            let signed = rest.trim_start().starts_with([':', '=', '(', '–']);
            ends && (heading.contains('_') || signed || super::words::ALL.iter().any(goes_on))
        },
    )
}

/// Words of a sentence that leaves all others blank, at most.
const OTHERS: usize = 6;

/// Whether the next sentence leaves blank what this one does not name: `Write Yes if half is paid. Otherwise leave the cell empty.`
fn leaves_the_rest(behind: &str) -> bool {
    if others_left(behind).is_some() {
        return true;
    }
    let next = behind.trim_start();
    let first = next.split(|each: char| !each.is_alphabetic()).next().unwrap_or_default().to_lowercase();
    let begins = |language: &&&Language| language.otherwise.contains(&first.as_str());
    let Some(language) = super::words::ALL.iter().find(begins) else { return false };
    let sentence = next.split('.').next().unwrap_or_default().to_lowercase();
    let words: Vec<&str> = sentence.split(|each: char| !each.is_alphabetic()).filter(|word| !word.is_empty()).collect();
    words.len() <= OTHERS && words.iter().any(|word| language.unfilled.contains(word))
}

/// What a clause says that leaves blank what is of others, in plainer words, and where it ends: `Other boats carry none`.
fn others_left(behind: &str) -> Option<(&'static str, usize)> {
    let start = behind.len() - behind.trim_start().len();
    let clause = behind[start..].split(['.', ';', ',', ':', '(']).next().unwrap_or_default();
    if clause.split_whitespace().nth(OTHERS).is_some() {
        return None;
    }
    let words: Vec<String> = clause.split_whitespace().map(str::to_lowercase).collect();
    let has = |of: &[&str]| words.iter().any(|word| of.contains(&word.as_str()));
    let of = |language: &&&Language| {
        let led = language.other_rows.iter().any(|phrase| {
            let phrase: Vec<&str> = phrase.split(' ').collect();
            words.len() > phrase.len() && words.iter().zip(&phrase).all(|(word, part)| word == part)
        });
        let none = words.last().is_some_and(|last| language.none.contains(&last.as_str()));
        // "Other columns may be left blank" says nothing of rows, and "others may" asks for nothing.
        let bars = [language.columns, language.may, language.conditional, language.negations];
        led && (has(language.unfilled) || none)
            && !bars.into_iter().any(|of| {
                words[1..].iter().any(|word| of.contains(&word.as_str()) && !language.none.contains(&word.as_str()))
            })
    };
    let language = super::words::ALL.iter().find(of)?;
    Some((language.otherwise_blank, start + clause.len()))
}

/// A sentence in which what is said of others is said plainly: `Trade boats state their cargo. Others carry none.`
fn with_others_left(text: &str) -> Option<Sentence> {
    let found = text.char_indices().filter(|(_, each)| matches!(each, '.' | ';')).find_map(|(at, _)| {
        let behind = at + 1;
        let (plain, end) = others_left(&text[behind..])?;
        Some(format!("{}. {plain}{}", &text[..at], &text[behind + end..]))
    });
    let mut sentence = Sentence::new(found.as_deref().unwrap_or(text))?;
    sentence.stated = found.and(Some(text.trim().to_owned()));
    Some(sentence)
}

/// Whether a full stop stands within a shortening of single letters, or at its end: `z. B.`, `d. h.`
fn is_shortened(before: &str, behind: &str) -> bool {
    let last = before.rsplit(char::is_whitespace).next().unwrap_or_default();
    let letter = |text: &str| text.chars().count() == 1 && text.chars().all(char::is_alphabetic);
    let next = behind.split_whitespace().next().and_then(|next| next.strip_suffix('.'));
    let previous = before[..before.len() - last.len()].split_whitespace().next_back();
    let first = last.trim_start_matches('(');
    letter(first) && next.is_some_and(letter)
        || letter(last) && previous.and_then(|word| word.trim_start_matches('(').strip_suffix('.')).is_some_and(letter)
}

/// The points of a list that stands in one line: `(1) one team per line (2) team name and leader are needed`.
fn points(line: &str) -> Vec<&str> {
    let mut parts = Vec::new();
    let mut rest = line;
    let mut number = 1;
    while let Some((before, behind)) =
        ["(", ""].iter().find_map(|open| rest.split_once(format!("{open}{number}) ").as_str()))
    {
        // A number that closes a remark is none of a list.
        let begins = before.is_empty() || before.ends_with([' ', ':']);
        if !begins || number == 1 && !behind.contains(&format!("{}) ", number + 1)) {
            break;
        }
        parts.push(before.trim_end());
        rest = behind;
        number += 1;
    }
    parts.push(rest);
    parts
}

/// A point of a list without its number: `3. The lot…`, `b) The lot…`.
fn without_number(text: &str) -> &str {
    // `1.2 The lot…`
    let numbered = text.bytes().take_while(|byte| byte.is_ascii_digit() || *byte == b'.').count();
    let parts = text[..numbered].trim_end_matches('.').split('.').filter(|part| (1..=2).contains(&part.len())).count();
    if parts >= 2
        && parts == text[..numbered].trim_end_matches('.').split('.').count()
        && let Some(rest) = text[numbered..].strip_prefix(' ')
        && rest.starts_with(char::is_uppercase)
    {
        return rest.trim_start();
    }
    let digits = text.bytes().take_while(u8::is_ascii_digit).count();
    let head = match digits {
        0 if text.starts_with(|each: char| each.is_ascii_lowercase()) => 1,
        1 | 2 => digits,
        _ => return text,
    };
    let Some(rest) = text.get(head..) else { return text };
    let rest = if digits > 0 { rest.strip_prefix(['.', ')', ':']) } else { rest.strip_prefix(')') };
    match rest {
        Some(rest) if rest.starts_with(char::is_whitespace) => rest.trim_start(),
        Some("") if digits > 0 => "",
        _ => text,
    }
}

/// What is said of a field, without its number: `Field 1 meter_id: …`.
fn without_field_number(text: &str) -> &str {
    let Some((label, rest)) = text.split_once(' ') else { return text };
    let named = label.to_lowercase();
    let is_label =
        |language: &&Language| [language.columns, language.labels].iter().any(|words| words.contains(&named.as_str()));
    let digits = rest.bytes().take_while(u8::is_ascii_digit).count();
    let behind = rest[digits..].trim_start_matches(['.', ':', ')', ' ']);
    let Some((name, _)) = behind.split_once([':', '=']) else { return text };
    // "Column 3 must be filled: …" has no name behind its number.
    let verb = |word: &str| super::words::ALL.iter().any(|language| language.verbs.contains(&word));
    let is_name = (1..=4).contains(&name.split_whitespace().count()) && !name.split_whitespace().any(verb);
    let numbered = (1..=3).contains(&digits) && is_name && super::words::ALL.iter().any(is_label);
    if numbered { behind } else { text }
}

/// Whether a part of a sentence is a sentence of its own: it has a verb, and is no mere list.
fn is_clause(text: &str) -> bool {
    // "Item no., Quantity and Price are required" has its end behind the shortening.
    let ends =
        |(at, each): &(usize, char)| *each == ';' || *each == '.' && text[at + 1..].starts_with(char::is_whitespace);
    let text = text.char_indices().find(ends).map_or(text, |(at, _)| &text[..at]);
    let words: Vec<String> = text.split_whitespace().map(str::to_lowercase).collect();
    let verb = |word: &String| {
        let word = word.trim_matches([',', ':']);
        super::words::ALL.iter().any(|language| language.verbs.contains(&word) || language.pays.contains(&word))
    };
    words.len() >= 3 && words.iter().any(verb)
}

/// A code in a list of codes is none of the words that it is written as: `BEG, INT or ADV`.
fn keep_codes(text: &str, words: &mut [(String, Range<usize>)]) {
    let is_code = |place: &Range<usize>| {
        let code = &text[place.clone()];
        code.len() > 1 && code.bytes().all(|byte| byte.is_ascii_uppercase())
    };
    let joined = |from: &Range<usize>, to: &Range<usize>| {
        let gap = text[from.end..to.start].trim();
        matches!(gap, "," | "/" | "|") || super::words::ALL.iter().any(|language| language.or.contains(&gap))
    };
    let shouts = !text.chars().any(char::is_lowercase);
    for at in 0..words.len() {
        // "Bei SONST ist der Text Pflicht"
        if words[at].0 == "sonst" && is_code(&words[at].1) && !shouts {
            words[at].0 = "SONST".to_owned();
        }
        if words[at].0 != "int" || !is_code(&words[at].1) {
            continue;
        }
        let mut others = [at.checked_sub(1), at.checked_sub(2), Some(at + 1), Some(at + 2)].into_iter().flatten();
        let beside = others.any(|other| {
            let Some((_, place)) = words.get(other) else { return false };
            let (from, to) = if other < at { (place, &words[at].1) } else { (&words[at].1, place) };
            is_code(place) && joined(from, to)
        });
        if beside {
            words[at].0 = "INT".to_owned();
        }
    }
}

/// A number whose thousands are set apart by spaces is one word: `10 000 euros`.
fn join_groups(text: &str, words: &mut Vec<(String, Range<usize>)>) {
    let digits = |word: &str, counts: std::ops::RangeInclusive<usize>| {
        counts.contains(&word.len()) && word.bytes().all(|byte| byte.is_ascii_digit())
    };
    // Some are printed without breaking the line.
    let spaces = [' ', '\u{a0}', '\u{202f}', '\u{2009}'];
    let mut at = 1;
    while at < words.len() {
        let gap = &text[words[at - 1].1.end..words[at].1.start];
        let (first, group) = (words[at - 1].0.as_str(), words[at].0.as_str());
        let grouped = text[words[at - 1].1.clone()].contains(spaces);
        let begins = digits(first, 1..=3) && !first.starts_with('0');
        let mut between = gap.chars();
        let apart = between.next().is_some_and(|each| spaces.contains(&each)) && between.next().is_none();
        let groups = apart && digits(group, 3..=3) && (begins || grouped);
        if groups && (gap != " " || is_amount(text, words, at)) {
            let (word, place) = words.remove(at);
            words[at - 1].0.push_str(&word);
            words[at - 1].1.end = place.end;
        } else {
            at += 1;
        }
    }
}

/// Whether the words before and behind such a group are those of an amount: "format 123 456" shows a code.
fn is_amount(text: &str, words: &[(String, Range<usize>)], at: usize) -> bool {
    let languages = super::words::ALL;
    let behind = text[words[at].1.end..].trim_start();
    let next = words.get(at + 1).filter(|_| behind.starts_with(char::is_alphabetic));
    let joins =
        |word: &str| languages.iter().any(|each| [each.or, each.and, each.to].iter().any(|of| of.contains(&word)));
    let unit = behind.starts_with(['€', '£', '$', '%']) || next.is_some_and(|(word, _)| !joins(word));
    let Some(before) = at.checked_sub(2).map(|before| words[before].0.as_str()) else { return unit };
    let limits = |each: &&super::words::Language| {
        let phrases = [each.at_most, each.at_least, each.above, each.below, each.to, each.and];
        phrases.into_iter().flatten().any(|phrase| phrase.rsplit(' ').next() == Some(before))
    };
    let shown = |each: &&super::words::Language| {
        [each.example, each.looks].into_iter().flatten().any(|phrase| phrase.rsplit(' ').next() == Some(before))
    };
    languages.iter().any(limits) || unit && !languages.iter().any(shown)
}

impl Sentence {
    fn new(text: &str) -> Option<Sentence> {
        let text = text.trim();
        // "-5 to +5" begins with a number.
        let signed = text.strip_prefix('-').is_some_and(|rest| rest.starts_with(|each: char| each.is_ascii_digit()));
        let text =
            if signed { text } else { text.trim_start_matches(['•', '·', '-', '–', '*', '→', '#']).trim() };
        // An apostrophe is one however it is printed.
        let straight = text.replace('’', "'");
        let text = without_field_number(without_number(&straight));
        if !text.chars().any(char::is_alphanumeric) {
            return None;
        }
        let mut words = Vec::new();
        let mut from: Option<usize> = None;
        let ends = text.char_indices().map(|(at, each)| (at, Some(each))).chain([(text.len(), None)]);
        for (at, each) in ends {
            let inside = each.is_some_and(|each| {
                // A number keeps its marks, and a word its apostrophe.
                let before = text[..at].chars().next_back();
                let behind = text[at + each.len_utf8()..].chars().next();
                let digits = before.is_some_and(|b| b.is_ascii_digit()) && behind.is_some_and(|b| b.is_ascii_digit());
                let letters = before.is_some_and(char::is_alphabetic) && behind.is_some_and(char::is_alphabetic);
                each.is_alphanumeric() || each == '_' || matches!(each, '.' | ',') && digits || each == '\'' && letters
            });
            match (from, inside) {
                (None, true) => from = Some(at),
                (Some(start), false) => {
                    words.push((text[start..at].to_lowercase(), start..at));
                    from = None;
                    if words.len() == SENTENCE {
                        break;
                    }
                }
                _ => {}
            }
        }
        keep_codes(text, &mut words);
        join_groups(text, &mut words);
        let mut begins: Begins = [0; 4];
        let mut marks = Marks::default();
        for (word, _) in &words {
            marks.add(word);
            // "L'heure" begins as "heure" does, too.
            let elided = word.strip_prefix("l'").or_else(|| word.strip_prefix("d'"));
            for word in std::iter::once(word.as_str()).chain(elided) {
                let (at, bit) = bit(word);
                begins[at] |= bit;
            }
        }
        Some(Sentence {
            text: text.to_owned(),
            stated: None,
            tentative: false,
            of_a_value: false,
            words,
            begins,
            marks,
            counted: Vec::new(),
            known: RefCell::default(),
        })
    }

    /// It where it says something of one of the values that it stands behind.
    pub fn of_a_value(self) -> Sentence {
        Sentence { of_a_value: true, ..self }
    }

    /// It where which column it names is a guess.
    pub fn with_tentative(self, tentative: bool) -> Sentence {
        Sentence { tentative, ..self }
    }

    /// It as what is read in the stead of another one, which is cited.
    pub fn in_the_stead_of(self, other: &Sentence) -> Sentence {
        let stated = other.stated.clone().unwrap_or_else(|| other.text.clone());
        Sentence { stated: Some(stated), tentative: self.tentative || other.tentative, ..self }
    }

    /// It with what its columns count themselves.
    pub fn counting(&self, counted: Vec<String>) -> Sentence {
        Sentence { counted, ..self.clone() }
    }

    /// Which words it has.
    pub fn marks(&self) -> &Marks {
        &self.marks
    }

    /// Whether a word may be among its own, as far as the first byte tells.
    pub fn may_have(&self, word: &str) -> bool {
        self.begins(bit(word))
    }

    /// Whether any of its words begins so.
    pub fn begins(&self, (at, bit): (usize, u64)) -> bool {
        self.begins[at] & bit != 0
    }

    /// Whether it asks something: "if unknown write ?" does not.
    pub fn is_question(&self) -> bool {
        let last = self.words.last().map_or("", |(word, _)| word.as_str());
        let shown =
            || self.text.ends_with(" ?") && super::words::ALL.iter().any(|language| language.give.contains(&last));
        self.text.ends_with('?') && !shown()
    }

    /// A word in small letters; nothing behind the last one.
    pub fn word(&self, at: usize) -> &str {
        self.words.get(at).map_or("", |(word, _)| word.as_str())
    }

    /// Where a phrase stands first, as a range of words, from a word on.
    pub fn find_from(&self, phrase: &str, from: usize) -> Option<Range<usize>> {
        // Nearly every phrase begins as no word of the sentence does.
        if !self.marks.has(Marks::of_first(phrase)) {
            return None;
        }
        let first = &phrase[..phrase.bytes().position(|each| matches!(each, b' ' | b'-')).unwrap_or(phrase.len())];
        let begins = (from..self.words.len()).filter(|at| self.words[*at].0 == first);
        begins.filter_map(|at| Some(at..self.ends_at(phrase, at)?)).next()
    }

    /// Where any of some phrases stands first, from a word on.
    pub fn find_from_any(&self, phrases: &[&str], from: usize) -> Option<Range<usize>> {
        phrases.iter().filter_map(|phrase| self.find_from(phrase, from)).min_by_key(|place| place.start)
    }

    /// Where a phrase that begins at a word ends.
    pub fn ends_at(&self, phrase: &str, at: usize) -> Option<usize> {
        // Nearly every phrase begins as the word does not.
        if self.words.get(at)?.0.as_bytes().first() != phrase.as_bytes().first() {
            return None;
        }
        let mut end = at;
        for wanted in phrase.split([' ', '-']) {
            if self.words.get(end)?.0 != wanted {
                return None;
            }
            end += 1;
        }
        Some(end)
    }

    /// Where a phrase begins that ends right before a word.
    pub fn starts_before(&self, phrase: &str, at: usize) -> Option<usize> {
        let start = at.checked_sub(phrase.split([' ', '-']).count())?;
        (self.ends_at(phrase, start) == Some(at)).then_some(start)
    }

    /// Where a phrase stands first.
    pub fn find(&self, phrase: &str) -> Option<Range<usize>> {
        self.find_from(phrase, 0)
    }

    /// The first place of any of some phrases; of those that begin there the longest.
    pub fn any(&self, phrases: Phrases) -> Option<Range<usize>> {
        with_bits(phrases, |bits| {
            let may_be = phrases.iter().zip(bits).filter(|(_, mark)| self.marks.has(**mark));
            let found = may_be.filter_map(|(phrase, _)| self.find(phrase));
            found.min_by_key(|place| (place.start, std::cmp::Reverse(place.end)))
        })
    }

    /// Whether any of some phrases is there.
    pub fn has(&self, phrases: Phrases) -> bool {
        with_bits(phrases, |bits| {
            phrases.iter().zip(bits).any(|(phrase, mark)| self.marks.has(*mark) && self.find(phrase).is_some())
        })
    }

    /// A place in it that is looked for once by language.
    pub fn once(
        &self,
        asked: Asked,
        language: &Language,
        find: impl FnOnce() -> Option<Range<usize>>,
    ) -> Option<Range<usize>> {
        let place = std::ptr::from_ref(language) as usize;
        let known = |known: &Known| known.0 == asked && known.1 == place;
        if let Some((.., found)) = self.known.borrow().iter().find(|each| known(each)) {
            return found.clone();
        }
        let found = find();
        self.known.borrow_mut().push((asked, place, found.clone()));
        found
    }

    /// Changes a word of it; what was looked for before is looked for anew.
    pub fn change(&mut self, at: usize, word: &str) {
        self.words[at].0 = word.to_owned();
        let (place, bit) = bit(word);
        self.begins[place] |= bit;
        self.marks.add(word);
        self.known.take();
    }

    /// Where it says that something must be filled in: by a phrase, or by a verb and a participle a few words behind it.
    pub fn required(&self, language: &Language) -> Option<Range<usize>> {
        self.once(Asked::Required, language, || self.find_required(language))
    }

    fn find_required(&self, language: &Language) -> Option<Range<usize>> {
        // "Do not leave blank rows" asks nothing of a column, and "must be given in capitals" says how.
        let word = |at: usize| self.words.get(at).map_or("", |(word, _)| word.as_str());
        let of_rows = |place: &Range<usize>| {
            let near = (place.end..place.end + DENIED).take_while(|at| !language.verbs.contains(&word(*at)));
            let blank = |at: usize| language.unfilled.contains(&word(at)) && language.rows.contains(&word(at + 1));
            language.rows.contains(&word(place.end)) || near.into_iter().any(blank)
        };
        let how = |place: &Range<usize>| {
            let last = word(place.end - 1);
            let filled_in = last == language.filled[0] && word(place.end) == "in";
            let behind = if filled_in { place.end + 1 } else { place.end };
            let next = word(behind);
            // "Must be filled (as in the passport)" and "must be filled in; between 1 and 50" are required all the same.
            place.len() > 1
                && self.gap(behind - 1).is_empty()
                && !language.agent.contains(&next)
                && language.filled.contains(&last)
                && language.manner.contains(&next)
                // "Must be given only for G" says when.
                && !language.conditional.iter().any(|phrase| self.ends_at(phrase, behind).is_some())
        };
        let all = || self.any(language.all_filled);
        let said =
            self.any(language.required).filter(|place| !how(place) && !of_rows(place)).or_else(all).or_else(|| {
                let modals = language.modals.iter().filter_map(|phrase| self.find(phrase));
                modals.filter_map(|modal| self.participle(&modal, language)).min_by_key(|place| place.start)
            });
        said.or_else(|| self.never_blank(language))
    }

    /// Where it says that something must not be blank: `cannot be left blank`. What is "not blank" in a condition says nothing.
    fn never_blank(&self, language: &Language) -> Option<Range<usize>> {
        let word = |at: usize| self.words[at].0.as_str();
        // "Do not leave blank rows" asks nothing of a column.
        let of_rows = |at: usize| language.rows.contains(&self.word(at + 1));
        let blank = (0..self.words.len()).find(|at| language.unfilled.contains(&word(*at)) && !of_rows(*at))?;
        // `none = blank` denies nothing.
        let equated = |at: usize| (at..blank).any(|at| self.gap(at).contains('='));
        // Of "yes, no or empty" the no is a value.
        let value = |at: usize| self.words.get(at + 1).is_some_and(|(next, _)| language.or.contains(&next.as_str()));
        let denied = |at: &usize| language.negations.contains(&word(*at)) && !equated(*at) && !value(*at);
        // "Some books have no ISBN: leave the cell blank" denies something else.
        let joined = |at: &usize| (*at..blank).all(|at| !self.gap(at).contains([',', ';', ':', '–', '.']));
        let near = (blank.saturating_sub(DENIED)..blank).rev().find(|at| denied(at) && joined(at));
        // "You must not leave Box or Store empty"
        let leaves = |at: &usize| (at + 1..=at + 2).any(|at| at < blank && language.leave.contains(&word(at)));
        let far = || (blank.saturating_sub(LEFT)..blank).rev().filter(denied).filter(joined).find(leaves);
        let not = near.or_else(far)?;
        let conditional =
            |phrase: &&str| (blank.saturating_sub(FAR + DENIED)..blank).any(|at| self.ends_at(phrase, at).is_some());
        let inside = |place: Range<usize>| place.start <= blank && not < place.end;
        let free = self.any(language.optional).is_some_and(inside);
        (!free && !language.conditional.iter().any(conditional)).then_some(not..blank + 1)
    }

    /// The participle that goes with a verb, nothing being denied between, and nothing said behind of how it is filled in.
    fn participle(&self, modal: &Range<usize>, language: &Language) -> Option<Range<usize>> {
        let reach = modal.end..(modal.end + FAR).min(self.words.len());
        let word = |at: usize| self.words.get(at).map_or("", |(word, _)| word.as_str());
        // "Sind Name und Telefon der Eltern anzugeben": the verb ends the clause, however far it stands.
        let ends = |at: usize| at + 1 == self.words.len() || self.gap(at).contains([',', ';', '(']);
        let last = || {
            let far = modal.end..(modal.end + LAST).min(self.words.len());
            let end = far.into_iter().find(|at| ends(*at)).filter(|_| !language.give_last.is_empty())?;
            language.filled.contains(&word(end)).then_some(end)
        };
        let at = reach.clone().find(|at| language.filled.contains(&word(*at))).or_else(last)?;
        let denied = (modal.end..at).any(|at| language.negations.contains(&word(at)));
        // "Filled in" is the same as filled.
        let behind = if language.filled[0] == word(at) && word(at + 1) == "in" { at + 2 } else { at + 1 };
        let apart = self.gap(behind - 1).contains('(');
        let how = !apart && (language.manner.contains(&word(behind)) || word(behind).ends_with("ly"));
        (!denied && !how).then_some(modal.start..at + 1)
    }

    /// The number that a word is, in digits or in letters.
    pub fn number(&self, at: usize, language: &Language) -> Option<f64> {
        let (word, _) = self.words.get(at)?;
        if let Some((_, number)) = language.numbers.iter().find(|(name, _)| name == word) {
            // "Never lower than the one before" counts nothing.
            let before = at.checked_sub(1).map_or("", |before| self.word(before));
            return (!language.definite.contains(&before) || *number > 1).then_some(*number as f64);
        }
        if !word.bytes().any(|byte| byte.is_ascii_digit()) {
            return None;
        }
        let grouped = word.contains(',') && word.split(',').skip(1).all(|group| group.len() == 3);
        // "10.000 Euro"
        let mut parts = word.split('.');
        let thousands = language.decimal_comma
            && !word.contains(',')
            && parts.next().is_some_and(|first| (1..=3).contains(&first.len()) && !first.starts_with('0'))
            && word.contains('.')
            && parts.all(|group| group.len() == 3);
        let plain = match (word.rfind(','), word.rfind('.')) {
            _ if thousands => word.replace('.', ""),
            // "9,999.99" and "9.999,99": what stands last is the mark of decimals.
            (Some(comma), Some(point)) if comma < point => word.replace(',', ""),
            (Some(_), Some(_)) => word.replace('.', "").replace(',', "."),
            _ if grouped => word.replace(',', ""),
            _ => word.replace(',', "."),
        };
        let number: f64 = plain.parse().ok().filter(|number: &f64| number.is_finite())?;
        // The sign stands before the word.
        let start = self.words[at].1.start;
        let before = self.text[..start].chars().next_back();
        let negative = matches!(before, Some('-' | '−'))
            && (self.text[..start - before.map_or(0, char::len_utf8)].ends_with([' ', '(']) || start == 1);
        Some(if negative { -number } else { number })
    }

    /// What is between a word and the next one, without spaces; nothing behind the last one.
    pub fn gap(&self, at: usize) -> &str {
        let ends = self.words.get(at).zip(self.words.get(at + 1));
        ends.map_or("", |((_, word), (_, next))| self.text[word.end..next.start].trim())
    }

    /// Whether a dash joins a word and the next one: `A-H`, `2 – 3`.
    pub fn is_dashed(&self, at: usize) -> bool {
        matches!(self.gap(at), "-" | "–")
    }

    /// It from a word on, with the plus before that.
    pub fn signed_rest(&self, at: usize) -> &str {
        let rest = self.rest(at);
        let start = self.text.len() - rest.len();
        if self.text[..start].ends_with('+') { &self.text[start - 1..] } else { rest }
    }

    /// The text from a word on; of the whole sentence where there is none.
    pub fn rest(&self, from: usize) -> &str {
        let Some((_, place)) = self.words.get(from) else { return "" };
        // The sign of a value belongs to it.
        let signed =
            self.text[..place.start].ends_with('-') && self.text[..place.start - 1].ends_with([' ', ':', '(', ',']);
        &self.text[if signed { place.start - 1 } else { place.start }..]
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn texts_are_cut_where_sentences_end() {
        let said: Vec<String> = sentences("Max. 80 characters, e.g. a name. Never blank!\n• 1.5 is fine")
            .into_iter()
            .map(|each| each.text)
            .collect();
        assert_eq!(said, ["Max. 80 characters, e.g. a name.", "Never blank!", "1.5 is fine"]);
        assert!(sentences(" -- \n…").is_empty());
    }

    #[test]
    fn phrases_are_found_as_words_and_numbers_read() {
        let sentence = &sentences("No file may hold more than 1,500 e-mail rows, from -2.5 to seven.")[0];
        assert_eq!(sentence.find("e mail"), Some(7..9));
        assert_eq!(sentence.find("mail rows from"), Some(8..11));
        assert_eq!(sentence.find("row"), None);
        let english = super::super::words::ALL[0];
        let numbers: Vec<f64> = (0..sentence.words.len()).filter_map(|at| sentence.number(at, english)).collect();
        assert_eq!(numbers, [1500.0, -2.5, 7.0]);
    }
}
