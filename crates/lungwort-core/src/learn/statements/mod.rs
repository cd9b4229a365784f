//! What a template says in sentences, wherever people read it: titles, instructions, notes, messages, guide rows, legends, tables
//! that go through the columns, the headings themselves.
//!
//! In: the template and the draft so far. Out: lines of the draft, each with the sentence that it comes from, and the sentences
//! that oblige and came to nothing, so that none is passed over in silence. The words are tables, one a language, in `words`.

mod choices;
mod codes;
mod conditions;
mod counts;
mod day_forms;
mod days;
pub(super) mod look;
mod order;
mod required;
mod sentence;
mod sizes;
mod subject;
mod texts;
mod values;
mod words;

use std::collections::HashSet;

use super::Entry;
use super::draft::{Confidence, Draft, DraftColumn, DraftRule, Lines, Unread};
use super::source::{Template, TemplateSheet};
use super::{definitions, prose};
use crate::cell::shown::clipped;
use crate::finding::ranges::thousands;
use crate::limits::LONGEST_TEXT;
use crate::limits::{NAMED_IN_SENTENCES, SENTENCES};
use crate::rulebook::toml_text::{list, quoted};
use sentence::{Sentence, sentences};
use subject::{Headings, Mention, Place};
use words::Language;

/// Texts by which the language of a template is found.
const SAMPLED: usize = 300;
/// The key of a claim that a column may be blank: no line of a rulebook says so.
const OPTIONAL: &str = "optional";
/// The key of a claim that the values of a column are in a list of the receiving side: which one shows where lists are given.
const AS_HELD: &str = "as_held";

/// What a text is about where it names no column.
#[derive(Debug, Clone, PartialEq, Eq, Hash)]
enum About {
    /// A column of a sheet of the draft.
    Column(usize, usize),
    /// The sheet that it stands on.
    Sheet(usize),
    /// Any.
    Any,
}

impl About {
    /// Whether a text may be about a sheet of the draft.
    fn reaches(&self, sheet: usize) -> bool {
        match self {
            About::Sheet(of) | About::Column(of, _) => *of == sheet,
            About::Any => true,
        }
    }
}

/// The template with the sheets that are to be filled.
struct Entries<'t> {
    template: &'t Template,
    /// For each sheet of the draft, its place in the template.
    at: Vec<Option<usize>>,
    /// The headings of the draft's columns.
    headings: Headings,
    /// The language that most of its sentences are in.
    likely: Option<&'static Language>,
}

impl Entries<'_> {
    fn sheet_of(&self, drafted: usize) -> Option<&TemplateSheet> {
        self.template.sheets.get((*self.at.get(drafted)?)?)
    }
}

/// A text of the template: where it stands, and what it is about.
struct Text {
    text: String,
    place: String,
    about: About,
    /// Whether it stands in the heading itself.
    of_heading: bool,
}

/// What a sentence asks for.
#[derive(Debug)]
struct Claim {
    on: Target,
    key: &'static str,
    value: String,
    confidence: Confidence,
}

/// What it is asked of.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
enum Target {
    Column(Place),
    /// A rule of a sheet.
    Rule(usize),
    /// A rule over the rows of a sheet that have the same in a column; over all rows where there is none.
    Group(usize, Option<usize>),
}

/// What was made of a sentence.
#[derive(Debug, Default)]
struct Reading {
    claims: Vec<Claim>,
    understood: bool,
}

impl Reading {
    fn of(claims: Vec<Claim>) -> Reading {
        Reading { understood: !claims.is_empty(), claims }
    }

    fn and(&mut self, other: Reading) {
        self.understood |= other.understood;
        self.claims.extend(other.claims);
    }
}

/// Whether the first sentence of a text asks for something, so that it is no title.
pub(super) fn obliges(text: &str) -> bool {
    let asks = |sentence: &Sentence| {
        words::ALL.iter().any(|language| sentence.has(language.obliging) || sentence.required(language).is_some())
    };
    sentences(text).first().is_some_and(asks)
}

/// Reads all texts of the template into the draft.
pub(super) fn learn(template: &Template, entries: &[Option<Entry>], draft: &mut Draft) {
    if template.sheets.iter().any(definitions::is_made_guide) {
        return;
    }
    let at = entries.iter().map(|entry| entry.as_ref().map(|entry| entry.at)).collect();
    let mut known = Entries { template, at, headings: Headings::of(draft), likely: None };
    let columns = draft.sheets.iter().map(|sheet| sheet.columns.len()).sum::<usize>();
    let most = (NAMED_IN_SENTENCES / columns.max(1)).min(SENTENCES);
    let mut seen = HashSet::new();
    let (mut count, mut beyond) = (0, 0);
    let (mut known_language, mut of_commas) = (0_usize, 0_usize);
    let mut stars = String::new();
    let texts = texts::all(&known, entries, draft);
    known.likely = likely(&texts);
    for text in texts {
        let mut before: Vec<Mention> = Vec::new();
        let parts = sentences(&text.text).into_iter().flat_map(|sentence| apart(&known, &text, sentence, draft));
        for sentence in parts.collect::<Vec<_>>() {
            if count == most {
                beyond += 1;
                continue;
            }
            if !seen.insert((sentence.text.clone(), text.place.clone(), text.about.clone())) {
                continue;
            }
            count += 1;
            if stars.is_empty() && says_asterisks(&sentence) {
                stars = format!("{}: {}", text.place, clipped(&sentence.text, 90));
            }
            if let Some(language) = language_of(&sentence) {
                known_language += 1;
                of_commas += usize::from(language.decimal_comma);
            }
            before = one(&known, (&text, &sentence), before, draft);
        }
    }
    guided_by_asterisks(&stars, draft);
    let commas = of_commas * 2 > known_language;
    if beyond > 0 {
        draft.look_first.push(format!(
            "{} more texts of the template were not read: it has more than {}",
            thousands(beyond),
            thousands(most as u64)
        ));
    }
    if commas {
        decimal_commas(draft);
    }
    headings(draft);
    draft.sheets.iter_mut().for_each(order::same_kinds);
    // A look that a sentence explains is no riddle.
    let explained =
        |column: &DraftColumn| column.lines.get("required").is_some_and(|line| line.confidence == Confidence::Known);
    if draft.sheets.iter().flat_map(|sheet| &sheet.columns).any(explained) {
        draft.look_first.retain(|line| !line.contains("nothing says why"));
    }
}

/// A sentence cut at its semicolons, where each part names columns of its own: `Quality from 1 to 5; day as yyyy-mm-dd`.
fn apart(known: &Entries<'_>, text: &Text, sentence: Sentence, draft: &Draft) -> Vec<Sentence> {
    let parts: Vec<Sentence> = match sentence.text.contains(';') {
        true => sentence.text.split(';').flat_map(sentences).collect(),
        false => Vec::new(),
    };
    let names = |part: &Sentence| {
        let named = |language: &&Language| {
            let mentions = subject::mentions(part, language, (draft, &known.headings), &text.about);
            let article = |at: usize| at == 0 || at == 1 && language.every.contains(&part.words[0].0.as_str());
            mentions.first().is_some_and(|first| article(first.words.start))
        };
        by_language(&sentence, known.likely).iter().any(named)
    };
    if parts.len() >= 2 && !matches!(text.about, About::Column(..)) && parts.iter().all(names) {
        return parts;
    }
    if let (About::Column(..), Some(clauses)) = (&text.about, clauses(&sentence)) {
        return clauses;
    }
    each_in_brackets(known, text, &sentence, draft).unwrap_or_else(|| vec![sentence])
}

/// Beside a column, a condition and what else is said of it: `only when Paid = Y; max 12 characters`.
fn clauses(sentence: &Sentence) -> Option<Vec<Sentence>> {
    let cut = |sign: char| -> Vec<Sentence> { sentence.text.split(sign).flat_map(sentences).collect() };
    let conditional = |part: &Sentence| {
        by_language(part, None)
            .iter()
            .any(|language| conditions::conditional_at(part, language).is_some_and(|at| at <= 1))
    };
    let says = |part: &Sentence| part.text.bytes().any(|byte| byte.is_ascii_digit());
    let fits = |parts: &Vec<Sentence>| {
        parts.len() >= 2
            && parts.iter().filter(|part| conditional(part)).count() == 1
            && parts.iter().any(|part| !conditional(part) && says(part))
    };
    [cut(';'), cut(',')].into_iter().find(fits)
}

/// `well (required, text), depth (number, 0 to 300)`: what each column takes, in brackets behind its heading.
fn each_in_brackets(known: &Entries<'_>, text: &Text, sentence: &Sentence, draft: &Draft) -> Option<Vec<Sentence>> {
    let mentions = |language: &Language| {
        let mut found = subject::mentions(sentence, language, (draft, &known.headings), &text.about);
        let opens = |mention: &Mention| {
            let end = sentence.words.get(mention.words.end - 1).map_or(0, |(_, place)| place.end);
            sentence.text[end..].trim_start().starts_with('(')
        };
        found.retain(opens);
        found.dedup_by_key(|mention| mention.words.start);
        found
    };
    let found = by_language(sentence, known.likely).into_iter().map(mentions).max_by_key(Vec::len)?;
    let starts: Vec<usize> = found.iter().map(|mention| sentence.words[mention.words.start].1.start).collect();
    if starts.len() < 2 || matches!(text.about, About::Column(..)) {
        return None;
    }
    let ends = starts.iter().skip(1).copied().chain([sentence.text.len()]);
    let parts: Vec<&str> = starts
        .iter()
        .zip(ends)
        .map(|(from, to)| sentence.text[*from..to].trim_end_matches([',', ';', '.', ' ']))
        .collect();
    let closed = |part: &&str| part.ends_with(')') && part.matches('(').count() == part.matches(')').count();
    // `Age (adult) and Sex (m or f) are required` goes on behind its brackets.
    parts.iter().all(closed).then(|| parts.into_iter().flat_map(sentences).collect())
}

/// The columns that a sentence names together with a sheet: `the codes for the unit are on the sheet Units`.
pub(super) fn columns_named_with(template: &Template, sheet: &str, draft: &Draft) -> Vec<(usize, usize)> {
    let wanted = sheet.to_lowercase();
    let headings = Headings::of(draft);
    let others = template.sheets.iter().flat_map(|sheet| &sheet.full.cells);
    let texts = others.filter(|cell| cell.text.to_lowercase().contains(&wanted) && cell.text.len() <= LONGEST_TEXT);
    for sentence in texts.flat_map(|cell| sentences(&cell.text)) {
        let Some(place) = sentence.find(&wanted) else { continue };
        for language in by_language(&sentence, None) {
            let mentions = subject::mentions(&sentence, language, (draft, &headings), &About::Any);
            let mut places: Vec<Place> = mentions
                .iter()
                .filter(|mention| !place.contains(&mention.words.start))
                .map(|mention| mention.place)
                .collect();
            places.dedup();
            let headings: HashSet<&str> =
                places.iter().map(|(sheet, column)| draft.sheets[*sheet].columns[*column].heading.as_str()).collect();
            if headings.len() == 1 {
                return places;
            }
        }
    }
    columns_that_name(template, &wanted, draft)
}

/// The columns of which the note or the message names a sheet: `Pick one from the sheet "Moorings"`.
fn columns_that_name(template: &Template, wanted: &str, draft: &Draft) -> Vec<Place> {
    let says = |text: &str| {
        text.len() <= LONGEST_TEXT && sentences(text).iter().any(|sentence| sentence.find(wanted).is_some())
    };
    let mut found = Vec::new();
    for (at, drafted) in draft.sheets.iter().enumerate() {
        let Some(sheet) = template.sheets.iter().find(|sheet| sheet.name == drafted.name) else {
            continue;
        };
        for (column, of) in drafted.columns.iter().enumerate() {
            let limits = sheet.validations(of.field, drafted.heading_row);
            if sheet.note(drafted.heading_row, of.field).is_some_and(says)
                || limits.iter().any(|(limit, _)| says(&limit.prompt))
            {
                found.push((at, column));
            }
        }
    }
    found
}

/// Reads one sentence; returns the columns that it names, which the next one may go on about.
fn one(
    known: &Entries<'_>,
    (text, sentence): (&Text, &Sentence),
    before: Vec<Mention>,
    draft: &mut Draft,
) -> Vec<Mention> {
    let mut named = Vec::new();
    let mut reading = Reading::default();
    let mut obliges = false;
    let spoken_of: Vec<Place> = before.iter().map(|mention| mention.place).collect();
    for language in by_language(sentence, known.likely) {
        obliges |= sentence.has(language.obliging) || sentence.required(language).is_some();
        let mentions = subject::mentions(sentence, language, (draft, &known.headings), &text.about);
        let mentions = led(sentence, mentions);
        // What is named in a condition is not what the sentence is about.
        let condition = conditions::condition_span(sentence, language);
        let compared = |mention: &Mention| {
            // Beside a column, what it is compared with is not what is spoken of: `hh:mm, later than Start`.
            matches!(text.about, About::Column(..)) && order::is_compared(sentence, language, mention)
        };
        let outside = |mention: &&Mention| {
            let in_condition = condition.as_ref().is_some_and(|condition| condition.contains(&mention.words.start));
            let narrows = conditions::narrowed_by(sentence, language, &mentions).is_some_and(|of| of == *mention);
            !in_condition && !compared(mention) && !narrows && !conditions::is_unit(sentence, language, mention)
        };
        let mut places: Vec<Place> = mentions.iter().filter(outside).map(|mention| mention.place).collect();
        places.dedup();
        if places.is_empty() && !conditions::is_conditional(sentence, language, &mentions) {
            // "If a fee is charged, give it with two decimals" speaks of the fee.
            places = mentions.iter().map(|mention| mention.place).collect();
            places.dedup();
        }
        if places.is_empty() {
            places = match text.about {
                About::Column(sheet, column) => vec![(sheet, column)],
                _ => before.iter().map(|mention| mention.place).collect(),
            };
        }
        if named.is_empty() {
            named = if mentions.is_empty() { before.clone() } else { mentions.clone() };
        }
        // A question asks for nothing; what is said of it follows.
        if sentence.text.ends_with('?') {
            continue;
        }
        reading = understand(known, (text, sentence, language), (&mentions, &places, &spoken_of), draft);
        if reading.understood {
            break;
        }
    }
    if reading.understood && !reading.claims.iter().any(|claim| matches!(claim.on, Target::Rule(_))) {
        reading.claims.extend(compared(known, (text, sentence), draft));
    }
    // `* = must be filled in` is about a sign that the headings have, and so is "marked with an asterisk".
    let is_legend = sentence.text.starts_with(['=', ':', '–']) || is_of_asterisks(sentence, draft);
    let is_about_file = reading.claims.is_empty() && (is_legend || prose::says_something(&sentence.text));
    // Whose values are those of a list is asked of the list, or left to be read.
    obliges |= reading.claims.iter().any(|claim| claim.key == AS_HELD);
    if reading.understood || is_about_file {
        draft.obliging += usize::from(obliges);
        let source = format!("{}: {}", text.place, clipped(&sentence.text, 90));
        for claim in reading.claims {
            take(claim, &source, draft);
        }
    } else if obliges && sentence.words.len() > 2 && !sentence.text.ends_with('?') {
        draft.obliging += 1;
        draft.unread.push(Unread { text: sentence.text.clone(), place: text.place.clone() });
    }
    named
}

/// A heading without its asterisk and what is in brackets behind it.
pub(super) fn heading_words(heading: &str) -> String {
    subject::plain_heading(heading)
}

/// What a text beside a column says of its order with another one, in whatever language: `hh:mm, nach Abfahrt` may be of any.
fn compared(known: &Entries<'_>, (text, sentence): (&Text, &Sentence), draft: &Draft) -> Vec<Claim> {
    let About::Column(sheet, column) = text.about else { return Vec::new() };
    let name = |(sheet, column): Place| draft.sheets[sheet].columns[column].name.clone();
    let of_language = |language: &Language| {
        let mentions = subject::mentions(sentence, language, (draft, &known.headings), &text.about);
        let own = Some((sheet, column)).filter(|own| !mentions.iter().any(|mention| mention.place == *own));
        order::read(sentence, language, (&mentions, own), &name).claims
    };
    by_language(sentence, known.likely)
        .into_iter()
        .map(of_language)
        .find(|claims| !claims.is_empty())
        .unwrap_or_default()
}

/// The mentions without those between the first one and its colon: `Kind of entry: baptism, burial` is about the kind.
fn led(sentence: &Sentence, mut mentions: Vec<Mention>) -> Vec<Mention> {
    let Some(first) = mentions.first().filter(|first| first.words.start <= 1).cloned() else { return mentions };
    let Some((_, place)) = sentence.words.get(first.words.end.saturating_sub(1)) else { return mentions };
    let Some(colon) = sentence.text[place.end..].find(':').map(|at| place.end + at) else { return mentions };
    let between = &sentence.text[place.end..colon];
    // `Langue : code ISO` is no code of another column.
    if between.trim().is_empty() {
        let small = |mention: &Mention| {
            sentence.text[sentence.words[mention.words.start].1.start..].starts_with(char::is_lowercase)
        };
        mentions.retain(|mention| mention.words.start != first.words.end || mention.words.len() > 1 || !small(mention));
    }
    let words: Vec<&str> = between.split_whitespace().collect();
    let joins =
        |word: &&str| words::ALL.iter().any(|language| language.and.contains(word) || language.or.contains(word));
    let plain = !between.contains([',', '/', '&', '(', ';']) && words.len() == 2 && !words.iter().any(joins);
    if plain {
        let within = |mention: &Mention| sentence.words[mention.words.start].1.start < colon;
        mentions.retain(|mention| *mention == first || !within(mention) || mention.words == first.words);
    }
    mentions
}

/// Whether a sentence says what asterisks mean, and headings have them.
fn is_of_asterisks(sentence: &Sentence, draft: &Draft) -> bool {
    let has = |column: &DraftColumn| column.heading.contains('*') || has_asterisk_below(column);
    says_asterisks(sentence) && draft.sheets.iter().flat_map(|sheet| &sheet.columns).any(has)
}

/// Whether a sentence says that what asterisks mark must be filled.
fn says_asterisks(sentence: &Sentence) -> bool {
    let says = |language: &&Language| {
        let marked = sentence.has(language.marked) && sentence.text.contains('*');
        (marked || sentence.has(language.asterisks)) && sentence.required(language).is_some()
    };
    words::ALL.iter().any(says)
}

/// Whether what is under a heading begins with an asterisk: `* number`.
fn has_asterisk_below(column: &DraftColumn) -> bool {
    let guide = column.lines.get("guide").map(|line| line.value.as_str()).unwrap_or_default();
    guide.contains("\"*")
}

/// Columns with an asterisk in the rows under their headings, where a sentence says what these mean.
fn guided_by_asterisks(said: &str, draft: &mut Draft) {
    let columns = draft.sheets.iter_mut().flat_map(|sheet| &mut sheet.columns);
    for column in columns.filter(|column| !said.is_empty() && has_asterisk_below(column)) {
        column.lines.set("required", "true".to_owned(), said, Confidence::Known);
    }
}

/// Numbers of a template in a language that writes decimals with a comma.
fn decimal_commas(draft: &mut Draft) {
    for column in draft.sheets.iter_mut().flat_map(|sheet| &mut sheet.columns) {
        let is_decimal = column.lines.get("type").is_some_and(|line| line.value == quoted("decimal"));
        if is_decimal && !column.lines.has("decimal_mark") {
            let source = "the language of the template";
            column.lines.set("decimal_mark", quoted(","), source, Confidence::Confirm);
        }
    }
}

/// `The e-mail address must be valid`, of columns whose headings say what their values are.
fn of_headings(language: &Language, places: &[Place], draft: &Draft) -> Reading {
    let claim = |place: &Place| {
        let plain = subject::plain_heading(&draft.sheets[place.0].columns[place.1].heading);
        let heading = sentences(&plain).pop()?;
        let (_, format) = language.heading_formats.iter().find(|(phrase, _)| heading.find(phrase).is_some())?;
        let on = Target::Column(*place);
        Some(Claim { on, key: "format", value: quoted(format), confidence: Confidence::Confirm })
    };
    Reading::of(places.iter().filter_map(claim).collect())
}

/// What the words of headings stand for.
fn headings(draft: &mut Draft) {
    for column in draft.sheets.iter_mut().flat_map(|sheet| &mut sheet.columns) {
        let plain = subject::plain_heading(&column.heading);
        let Some(heading) = sentences(&plain).pop() else { continue };
        let lines = &mut column.lines;
        let typed = lines.has("type") || lines.has("format") || lines.has("allowed") || lines.has("pattern");
        for language in words::ALL {
            let words = heading.words.len();
            let ends = |phrase: &str| {
                (0..words).any(|at| heading.find_from(phrase, at).is_some_and(|place| place.end == words))
            };
            let format = language.heading_formats.iter().find(|(phrase, _)| ends(phrase));
            let source = "the word in its heading";
            if let Some((_, format)) = format.filter(|_| !typed) {
                lines.set("format", quoted(format), source, Confidence::Confirm);
            } else if (heading.has(language.heading_shares) || column.heading.contains('%')) && !typed {
                lines.set("type", quoted("decimal"), source, Confidence::Confirm);
                lines.set("min", "0", source, Confidence::Suggested);
                lines.set("max", "100", source, Confidence::Suggested);
            } else if language.heading_amounts.iter().any(|word| ends(word)) && !typed {
                lines.set("type", quoted("decimal"), source, Confidence::Confirm);
            }
        }
    }
}

/// The language that most texts are in, as far as their first sentences show.
fn likely(texts: &[Text]) -> Option<&'static Language> {
    let languages =
        texts.iter().take(SAMPLED).flat_map(|text| sentences(&text.text)).filter_map(|sentence| language_of(&sentence));
    let mut counts = vec![0_usize; words::ALL.len()];
    for language in languages {
        let at = words::ALL.iter().position(|other| std::ptr::eq(*other, language));
        at.into_iter().for_each(|at| counts[at] += 1);
    }
    let most = counts.iter().copied().max().filter(|most| *most > 0)?;
    counts.iter().position(|count| *count == most).map(|at| words::ALL[at])
}

/// The language that a sentence is in, where its small words tell one.
fn language_of(sentence: &Sentence) -> Option<&'static Language> {
    let found = scored(sentence);
    let most = found.iter().map(|(score, _)| *score).max().filter(|most| *most > 0)?;
    let mut of = found.into_iter().filter(|(score, _)| *score == most).map(|(_, language)| language);
    of.next().filter(|_| of.next().is_none())
}

/// The languages that a sentence may be in, the likeliest first.
fn by_language(sentence: &Sentence, likely: Option<&Language>) -> Vec<&'static Language> {
    let mut found = scored(sentence);
    let most = found.iter().map(|(score, _)| *score).max().unwrap_or(0);
    // One that is plainly less likely would misread it.
    let is_likely = |language: &Language| likely.is_some_and(|likely| std::ptr::eq(likely, language));
    let words = |language: &Language| std::cmp::Reverse(if most == 0 { vocabulary(sentence, language) } else { 0 });
    found.sort_by_key(|(score, language)| (std::cmp::Reverse(*score), words(language), !is_likely(language)));
    found.retain(|(score, _)| *score == most || most <= 1);
    found.into_iter().map(|(_, language)| language).collect()
}

/// How many words of a sentence are among those by which a language says how values are written.
fn vocabulary(sentence: &Sentence, language: &Language) -> usize {
    let tables = [
        language.digits,
        language.letters,
        language.characters,
        language.decimals,
        language.whole,
        language.number,
        language.required,
        language.optional,
        language.unique,
        language.or,
        language.to,
    ];
    let is_of = |word: &str| tables.iter().any(|table| table.contains(&word));
    sentence.words.iter().filter(|(word, _)| is_of(word)).count()
}

/// Every language with how many small words of it, and of no other, a sentence has.
fn scored(sentence: &Sentence) -> Vec<(usize, &'static Language)> {
    // A word of several languages tells none of them.
    let is_of = |language: &Language, word: &String| {
        let has = |of: &&&Language| of.small.contains(&word.as_str());
        language.small.contains(&word.as_str()) && words::ALL.iter().filter(has).count() == 1
    };
    // A capital letter alone is a code, and no article.
    let is_word = |place: &std::ops::Range<usize>| {
        place.len() > 1 || sentence.text[place.clone()].chars().all(char::is_lowercase)
    };
    let score = |language: &Language| {
        sentence.words.iter().filter(|(word, place)| is_of(language, word) && is_word(place)).count()
    };
    words::ALL.iter().map(|language| (score(language), *language)).collect()
}

fn understand(
    known: &Entries<'_>,
    (text, sentence, language): (&Text, &Sentence, &Language),
    (mentions, places, before): (&[Mention], &[Place], &[Place]),
    draft: &Draft,
) -> Reading {
    let mut looks = subject::by_look(sentence, language, known, draft, &text.about);
    if looks.is_empty() {
        looks = subject::by_sign(sentence, language, draft, &text.about);
    }
    let all: Vec<Place> = draft
        .sheets
        .iter()
        .enumerate()
        .filter(|(at, sheet)| text.about.reaches(*at) && !sheet.is_form)
        .flat_map(|(at, sheet)| (0..sheet.columns.len()).map(move |column| (at, column)))
        .collect();
    let name = |(sheet, column): Place| draft.sheets[sheet].columns[column].name.clone();
    let mut reading = required::read(&required::Asking {
        sentence,
        language,
        mentions,
        subjects: places,
        looks: &looks,
        all: &all,
        before,
        name: &name,
    });
    let dated = values::dates(sentence, language, mentions, &all, draft);
    let places = if dated.is_empty() { places } else { &dated };
    let dated = !dated.is_empty();
    reading.and(order::balance(sentence, language, mentions, &name));
    let about_rule = reading.claims.iter().any(|claim| matches!(claim.on, Target::Rule(_) | Target::Group(..)));
    if !about_rule {
        reading.and(values::of_values((text, sentence, language), (mentions, places, dated), draft));
        values::days_before(&mut reading, language, before, draft);
        let mut single = places.to_vec();
        single.dedup_by_key(|place| draft.sheets[place.0].columns[place.1].heading.clone());
        let has_form =
            reading.claims.iter().any(|claim| !matches!(claim.key, "required" | "required_when" | "unique" | "case"));
        // The values of a condition are those of the column that it is about.
        let conditional = conditions::is_conditional(sentence, language, mentions) && !sentence.text.contains("):");
        if let ([_], false) = (single.as_slice(), has_form || conditional) {
            for place in places {
                let heading = &draft.sheets[place.0].columns[place.1].heading;
                let Some(heading) = sentences(&subject::plain_heading(heading)).pop() else { continue };
                // `Channel: optional. web, phone, desk`
                let goes_on = mentions.is_empty() && matches!(before, [one] if one == place);
                let alone = text.about == About::Column(place.0, place.1) || goes_on;
                reading.and(choices::read(sentence, language, (*place, &heading, alone), mentions));
            }
        }
    }
    let own = match text.about {
        About::Column(sheet, column) if !mentions.iter().any(|mention| mention.place == (sheet, column)) => {
            Some((sheet, column))
        }
        _ => None,
    };
    reading.and(order::read(sentence, language, (mentions, own), &name));
    let held = as_held((sentence, language), (mentions, own), &reading);
    reading.and(held);
    if !reading.understood && sentence.has(language.valid) && sentence.has(language.obliging) {
        reading.and(of_headings(language, places, draft));
    }
    if !reading.understood {
        let anyway = |every: &&[&[&str]]| every.iter().all(|phrases| sentence.has(phrases));
        reading.understood = language.anyway.iter().any(anyway);
    }
    reading
}

/// Columns whose values are those of a list of the receiving side: what is no value of its own is one of a list.
fn as_held(
    (sentence, language): (&Sentence, &Language),
    (mentions, own): (&[Mention], Option<Place>),
    reading: &Reading,
) -> Reading {
    let has_value = reading.claims.iter().any(|claim| matches!(claim.key, "allowed" | "pattern" | "type" | "format"));
    let Some(place) = sentence.any(language.as_held).filter(|_| !has_value) else { return Reading::default() };
    let before = |mention: &&Mention| mention.words.end <= place.start;
    let mut named: Vec<Place> = mentions.iter().filter(before).map(|mention| mention.place).collect();
    named.extend(own.filter(|_| named.is_empty()));
    let claim = |place| Claim {
        on: Target::Column(place),
        key: AS_HELD,
        value: sentence.text.clone(),
        confidence: Confidence::Known,
    };
    Reading::of(named.into_iter().map(claim).collect())
}

fn take(claim: Claim, source: &str, draft: &mut Draft) {
    match claim.on {
        Target::Column((sheet, column)) if claim.key == OPTIONAL => draft.sheets[sheet].columns[column].optional = true,
        Target::Column((sheet, column)) if claim.key == AS_HELD => {
            draft.sheets[sheet].columns[column].as_held.get_or_insert((claim.value, source.to_owned()));
        }
        Target::Column((sheet, column)) => {
            let lines = &mut draft.sheets[sheet].columns[column].lines;
            // A list of the template's own says more than words.
            let listed =
                lines.has("allowed") && matches!(claim.key, "allowed" | "pattern" | "length" | "case" | "type");
            // An offer beside what counts already is none.
            let offered = claim.key == "required_when" && lines.get("required").is_some();
            let other_kind =
                claim.key == "type" && lines.get("type").is_some_and(|line| line.confidence == Confidence::Known);
            // An offer that is complete takes the place of one that is not.
            let complete = |value: &str| !value.contains('…');
            let open = lines.0.iter().any(|line| line.key == claim.key && !complete(&line.value));
            if open && complete(&claim.value) {
                lines.remove(claim.key);
            }
            if let Some(said) = contradiction(lines, &claim, source) {
                let heading = draft.sheets[sheet].columns[column].heading.trim().to_owned();
                draft.look_first.push(format!("{heading}: {said}"));
            } else if !(listed || offered || other_kind) {
                lines.set(claim.key, claim.value, source, claim.confidence);
            }
        }
        Target::Rule(sheet) | Target::Group(sheet, _) => {
            let mut lines = vec![(claim.key.into(), claim.value)];
            if let Target::Group(_, by) = claim.on {
                let name = by.map(|by| draft.sheets[sheet].columns[by].name.clone());
                let each = name.map_or(quoted("sheet"), |name| format!("{{ by = {} }}", list(&[name])));
                lines.insert(0, ("each".into(), each));
            }
            let rules = &mut draft.sheets[sheet].rules;
            if !rules.iter().any(|rule| rule.lines == lines) {
                rules.push(DraftRule { kind: "rule", lines, source: source.to_owned(), confidence: claim.confidence });
            }
        }
    }
}

/// What is said where another place of the template says otherwise of the same: both are shown, and the first counts.
fn contradiction(lines: &Lines, claim: &Claim, source: &str) -> Option<String> {
    const COMPARED: &[&str] =
        &["min", "max", "above", "below", "length", "places", "date_format", "pattern", "separator"];
    let known = lines.get(claim.key).filter(|line| line.confidence == Confidence::Known)?;
    let other = COMPARED.contains(&claim.key) && claim.confidence == Confidence::Known && known.value != claim.value;
    let number = |text: &str| text.parse::<f64>().ok();
    let stricter = || {
        let (old, new) = (number(&known.value)?, number(&claim.value)?);
        let is_stricter = if matches!(claim.key, "min" | "above") { new > old } else { new < old };
        Some(is_stricter)
    };
    other.then(|| {
        let which =
            if stricter() == Some(true) { "the first counts, and the second is stricter" } else { "the first counts" };
        format!(
            "two places of the template do not agree: {} = {} ({}), and {} ({source}); {which}",
            claim.key, known.value, known.source, claim.value
        )
    })
}

#[cfg(test)]
mod tests;
