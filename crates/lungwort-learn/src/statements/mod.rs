//! What a template says in sentences, wherever people read it: titles, instructions, notes, messages, guide rows, legends, tables
//! that go through the columns, the headings themselves.
//!
//! In: the template and the draft so far. Out: lines of the draft, each with the sentence that it comes from, and the sentences
//! that oblige and came to nothing, so that none is passed over in silence. The words are tables, one a language, in `words`.

mod again;
mod aged_on;
mod always_yes;
mod arithmetic;
mod asterisks;
mod begun;
mod blanks;
mod bracketed;
mod by_value;
mod calendar;
mod char_sets;
mod choices;
mod clauses;
mod clock;
mod clock_words;
mod codes;
mod columns_by;
mod columns_in_condition;
mod compared_values;
mod composed;
mod condition_days;
mod conditions;
mod counted;
mod counted_rows;
mod counts;
mod day_forms;
mod days;
mod days_between;
mod days_of_rows;
mod described;
mod differences;
mod done;
mod done_columns;
mod duties;
mod each_kind;
mod each_of_them;
mod exact;
mod examples;
mod exceptions;
mod field_kinds;
mod first_digit;
mod first_signs;
mod footnotes;
mod for_amounts;
mod for_each_kind;
mod for_nothing;
mod for_values;
mod form_then;
mod from_number;
mod heard;
mod if_headings;
mod implied;
mod in_brackets;
mod in_words;
mod joined_pieces;
mod kind_counts;
mod labels;
mod language;
mod last_clause;
mod lasting;
mod lettered;
mod limit_of_some;
mod limited_then;
mod limits_per;
mod listed;
mod listed_days;
pub(super) mod look;
mod lost_letters;
mod mask;
mod meanings;
mod meant;
mod mentioned;
pub(crate) mod message_types;
mod named_days;
mod needs;
mod no_answer;
mod of_headings;
mod of_some;
mod one_row;
mod only_filled;
mod only_free;
mod only_with;
mod order;
mod ordinals;
mod other_sheet;
mod other_words;
mod placed_words;
mod plain_duties;
mod plain_forms;
mod prefixed;
mod products;
mod questions;
mod ratios;
mod refusals;
mod remarks;
mod rephrased;
mod required;
mod rounded;
mod rows_per;
mod sentence;
mod several;
pub(super) mod sheets;
mod shown;
mod signed_headings;
mod signs_in_condition;
mod sizes;
mod so_far;
pub(crate) mod sql_types;
mod steps;
mod subject;
mod sums_of_blanks;
mod take;
pub(crate) mod texts;
mod this_year;
mod times_of_rows;
mod totals;
mod two_conditions;
mod under;
mod understood;
mod units;
mod unwanted;
mod value_for_kind;
mod values;
mod when;
mod whole_names;
mod within_one;
mod without;
mod word_counts;
mod words;
mod written_out;
mod yes_no;
mod zeros;

use std::cell::Cell;
use std::collections::HashSet;

use super::Entry;
use super::definitions;
use super::draft::{Confidence, Draft, DraftColumn, Line};
use super::source::{Template, TemplateSheet};
use asterisks::{guided_by_asterisks, says_asterisks};
use clauses::apart;
use heard::Spoken;
use jiff::civil::Date;
use language::{language_of, likely};
use lungwort_core::cell::shown::clipped;
use lungwort_core::finding::ranges::thousands;
use lungwort_core::limits::{NAMED_IN_SENTENCES, SENTENCES};
use lungwort_core::rulebook::toml_text::{list, quoted};
pub(crate) use mask::masked;
use of_headings::{decimal_commas, headings};
use sentence::{Sentence, sentences, sentences_about};
use subject::{Headings, Mention, Place};
use words::Language;

/// Words that a sentence usually has: one of more counts as several.
const WORDS: usize = 40;
/// Columns that are required by one sentence which is meant as one of all columns, at least.
const ALL: usize = 3;
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
    /// The column that a text is about because it stands beside it.
    fn column(&self) -> Option<Place> {
        match self {
            About::Column(sheet, column) => Some((*sheet, *column)),
            _ => None,
        }
    }

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
    /// Legends of signs that have been read column by column.
    legends: Cell<usize>,
}

impl Entries<'_> {
    fn sheet_of(&self, drafted: usize) -> Option<&TemplateSheet> {
        self.template.sheets.get((*self.at.get(drafted)?)?)
    }
}

/// A text of the template: where it stands, and what it is about.
#[derive(Clone)]
struct Text {
    text: String,
    place: String,
    about: About,
    /// Whether it stands in the heading itself.
    of_heading: bool,
    /// It as it stands in the template, where it is read otherwise.
    original: Option<String>,
}

impl Text {
    /// A sentence as it is cited: as it stands in the template.
    fn cited<'t>(&'t self, sentence: &'t Sentence) -> &'t str {
        let stated = sentence.stated.as_deref().unwrap_or(&sentence.text);
        self.original.as_deref().unwrap_or(stated)
    }
}

/// What a sentence asks for.
#[derive(Debug)]
struct Claim {
    on: Target,
    key: &'static str,
    value: String,
    confidence: Confidence,
}

impl Claim {
    /// The column that it is of.
    fn place(&self) -> Option<Place> {
        match self.on {
            Target::Column(place) => Some(place),
            _ => None,
        }
    }

    /// Whether it limits values.
    fn is_limit(&self) -> bool {
        matches!(self.key, "min" | "max" | "above" | "below")
    }
}

/// What it is asked of.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
enum Target {
    Column(Place),
    /// A whole sheet.
    Sheet(usize),
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

impl Reading {
    /// Whether a column takes yes and no, as it says: `only after the return: Y or N` tells no order of a day and an answer.
    fn answers(&self, place: Place) -> bool {
        self.claims.iter().any(|claim| claim.key == "yes_no" && claim.place() == Some(place))
    }

    /// The columns of which something is asked, or else those that are named.
    fn columns_or(&self, named: &[Mention]) -> Vec<Place> {
        let column = |claim: &Claim| match claim.on {
            Target::Column(place) => Some(place),
            _ => None,
        };
        let asked: Vec<Place> = self.claims.iter().filter_map(column).collect();
        if asked.is_empty() { named.iter().map(|mention| mention.place).collect() } else { asked }
    }
}

/// Where a sentence begins behind a word that only asks kindly.
fn polite(sentence: &Sentence, language: &Language, at: usize) -> usize {
    if language.polite.contains(&sentence.word(at)) { at + 1 } else { at }
}

/// Whether a word denies what is said, in any of the languages.
pub(super) fn denies(word: &str) -> bool {
    words::ALL.iter().any(|language| language.negations.contains(&word))
}

/// Whether what stands behind a number of rows is a column that several rows share: ` per tent`.
pub(super) fn is_of_one_value(behind: &str, draft: &Draft) -> bool {
    rows_per::is_of_one_value(behind, draft)
}

/// Whether what stands behind a number of lines is how many characters each has: ` of 25 characters`.
pub(super) fn counts_characters(behind: &str) -> bool {
    let words: Vec<&str> = behind.split(|each: char| !each.is_alphanumeric()).filter(|word| !word.is_empty()).collect();
    let near = words.iter().take(4);
    near.into_iter().any(|word| words::ALL.iter().any(|language| language.characters.contains(word)))
}

/// Whether the rows that a text counts are those of something that a column names: `an order has at most 20 lines`.
pub(super) fn are_of_a_record(text: &str, draft: &Draft) -> bool {
    rows_per::are_of_a_record(text, draft)
}

/// Whether the first sentence of a text asks for something, so that it is no title.
pub(super) fn obliges(text: &str) -> bool {
    let asks = |sentence: &Sentence| {
        words::ALL.iter().any(|language| sentence.has(language.obliging) || sentence.required(language).is_some())
    };
    sentences(text).first().is_some_and(asks)
}

/// Whether a text names days of the week or months, on which what it says holds, in any of the languages.
pub(super) fn names_days(text: &str) -> bool {
    sentences(text).iter().any(calendar::names_days)
}

/// Whether two values are yes and no in one of the languages.
pub(super) fn are_yes_and_no(values: &[String]) -> bool {
    let [one, other] = values else { return false };
    let pair = (one.to_lowercase(), other.to_lowercase());
    let is_pair = |(yes, no): &(&str, &str)| pair.0 == *yes && pair.1 == *no;
    words::ALL.iter().flat_map(|language| language.yes_no).any(is_pair)
}

/// Whether one of some phrases says how values are written, and is none itself: `digits only`, `höchstens 3 Nachkommastellen`.
pub(super) fn describe_values(parts: &[&str]) -> bool {
    let describes = |part: &&str| {
        let Some(sentence) = sentences(part).pop().filter(|sentence| sentence.words.len() >= 2) else { return false };
        words::ALL.iter().any(|language| {
            let kinds = [
                language.digits, language.letters, language.capitals, language.characters, language.decimals,
                language.whole, language.at_most, language.at_least, language.above, language.not_negative,
                language.not_future, language.begins, language.unique,
            ];
            kinds.into_iter().any(|phrases| sentence.has(phrases))
        })
    };
    parts.iter().any(describes)
}

/// Reads all texts of the template into the draft.
pub(super) fn learn(template: &Template, entries: &[Option<Entry>], draft: &mut Draft) {
    if template.sheets.iter().any(definitions::is_made_guide) {
        return;
    }
    let at = entries.iter().map(|entry| entry.as_ref().map(|entry| entry.at)).collect();
    let mut known = Entries { template, at, headings: Headings::of(draft), likely: None, legends: Cell::default() };
    let columns = draft.sheets.iter().map(|sheet| sheet.columns.len()).sum::<usize>();
    let most = (NAMED_IN_SENTENCES / columns.max(1)).min(SENTENCES);
    let mut seen = HashSet::new();
    let (mut spent, mut read, mut beyond) = (0, 0_u64, 0);
    let (mut known_language, mut of_commas) = (0_usize, 0_usize);
    let mut stars = String::new();
    let mut said = Spoken::default();
    let texts = texts::all(&known, entries, draft);
    known.likely = likely(&texts);
    for text in texts {
        said.begin();
        // A long sentence costs as several do; what is beyond is not looked into at all.
        let mut within = |whole: Sentence, said: &Spoken, draft: &Draft| {
            if spent >= most {
                beyond += 1;
                return Vec::new();
            }
            spent += 1 + whole.words.len() / WORDS;
            read += 1;
            // What the sentences before said tells how it is cut.
            let beside = said.beside(&text, &whole);
            apart(&known, (&text, beside), whole, draft)
        };
        for whole in sentences_about(&text.text, &known.headings.as_written) {
            for sentence in within(whole, &said, draft) {
                if !seen.insert((sentence.text.clone(), text.place.clone(), text.about.clone())) {
                    continue;
                }
                if stars.is_empty() && says_asterisks(&sentence) {
                    stars = format!("{}: {}", text.place, clipped(&sentence.text, 90));
                }
                let language = language_of(&sentence);
                known_language += usize::from(language.is_some());
                of_commas += usize::from(language.is_some_and(|language| language.decimal_comma));
                said.next((&known, &text), sentence, draft);
            }
        }
    }
    again::read_open(&known, std::mem::take(&mut said.open), draft);
    guided_by_asterisks(&stars, draft);
    if beyond > 0 {
        draft.look_first.push(format!(
            "{} more texts of the template were not read: {} were, and they are as much as is read",
            thousands(beyond),
            thousands(read)
        ));
    }
    decimals(draft, of_commas * 2 > known_language);
    headings(draft);
    all_together(draft);
    // Of what kind a column is may have shown in the end.
    decimals(draft, of_commas * 2 > known_language);
}

/// With which sign decimals are written: as one column says, as the template does, or as its language has it.
fn decimals(draft: &mut Draft, by_language: bool) {
    // What one column says of its decimals is as good as said of the others.
    let says_comma = |column: &DraftColumn| {
        let mark = column.lines.get("decimal_mark");
        mark.is_some_and(|line| line.confidence == Confidence::Known && line.value.contains(','))
    };
    if draft.sheets.iter().flat_map(|sheet| &sheet.columns).any(says_comma) {
        decimal_commas(draft, "another column of the template");
    }
    if let Some(source) = draft.decimal_comma.clone() {
        decimal_commas(draft, &source);
    }
    if by_language {
        decimal_commas(draft, "the language of the template");
    }
}

/// What shows once all has been said: of what kind columns are that are compared, and which looks are explained.
fn all_together(draft: &mut Draft) {
    let day_form = draft.day_form.clone();
    let sheets = draft.sheets.iter_mut();
    let open: Vec<String> = sheets.flat_map(|sheet| order::same_kinds(sheet, day_form.as_ref())).collect();
    draft.look_first.extend(open);
    for_nothing::required_no_more(draft);
    if_headings::read(draft);
    done_columns::read(draft);
    unique_with_others(draft);
    optional_among_all(draft);
    no_days_of_others(draft);
    years_are_no_days(draft);
    ticks_are_no_duty(draft);
    when::years_of_days(draft);
    compared_values::as_the_columns_take_them(draft);
    no_answer::no_is_right(draft);
    calendar::no_lists_of_words(draft);
    blank_is_no_duty(draft);
    exact::numbers_compared(draft);
    of_some::conditions_count(draft);
    of_some::values_fit_limits(draft);
    of_some::lists_of_some(draft);
    exact::others_are_offers(draft);
    sums_of_blanks::count_where_filled(draft);
    // A look that a sentence explains is no riddle.
    let explained =
        |column: &DraftColumn| column.lines.get("required").is_some_and(|line| line.confidence == Confidence::Known);
    if draft.sheets.iter().flat_map(|sheet| &sheet.columns).any(explained) {
        draft.look_first.retain(|line| !line.contains("nothing says why"));
    }
}

/// What must always be left blank is not perhaps required.
fn blank_is_no_duty(draft: &mut Draft) {
    for column in draft.sheets.iter_mut().flat_map(|sheet| &mut sheet.columns) {
        let blank = column.lines.get("blank_when").is_some_and(|line| line.value == "\"TRUE\"");
        if blank {
            column.lines.0.retain(|line| line.key != "required" || line.confidence > Confidence::Suggested);
        }
    }
}

/// A year of four digits is no day, whatever it is compared with.
fn years_are_no_days(draft: &mut Draft) {
    for column in draft.sheets.iter_mut().flat_map(|sheet| &mut sheet.columns) {
        let year = column
            .lines
            .get("pattern")
            .is_some_and(|line| line.value == r"'\d{4}'" && line.confidence == Confidence::Known);
        let day = |line: &Line| match line.key {
            "type" => line.value.starts_with("\"date") && line.confidence < Confidence::Known,
            "date_format" => line.confidence < Confidence::Known,
            _ => false,
        };
        column.lines.0.retain(|line| !(year && day(line)));
    }
}

/// A form of days is none of a column of other values, nor is a limit by a day that is no more than an offer.
fn no_days_of_others(draft: &mut Draft) {
    for column in draft.sheets.iter_mut().flat_map(|sheet| &mut sheet.columns) {
        let kind = column.lines.get("type").map(|line| line.value.clone());
        let other =
            kind.is_some_and(|kind| !kind.contains("date") && !kind.contains("time") && !kind.contains("month"));
        let coded = column.is_coded();
        let offered = |line: &Line| {
            let day = line.value.trim_matches('"').parse::<Date>().is_ok();
            day && matches!(line.key, "min" | "max") && line.confidence == Confidence::Suggested
        };
        let is_day = |line: &Line| other && line.key == "date_format" || coded && offered(line);
        column.lines.0.retain(|line| !is_day(line));
    }
}

/// "Every column must be filled" gives way where a column is said to be optional.
fn optional_among_all(draft: &mut Draft) {
    for sheet in &mut draft.sheets {
        let required = |column: &DraftColumn| {
            let line = column.lines.get("required").filter(|line| line.confidence == Confidence::Known);
            line.map(|line| line.source.clone())
        };
        let sources: Vec<String> = sheet.columns.iter().filter_map(required).collect();
        let of_all = |source: &String| {
            let same = sources.iter().filter(|other| *other == source).count();
            // What cites no sentence was said beside each of them.
            source.contains(": ") && same >= ALL && same * 2 > sheet.columns.len()
        };
        let general: HashSet<String> = sources.iter().filter(|source| of_all(source)).cloned().collect();
        for column in sheet.columns.iter_mut().filter(|column| column.optional) {
            if required(column).is_some_and(|source| general.contains(&source)) {
                column.lines.remove("required");
            }
        }
    }
}

/// A column that is said to be unique within another one may repeat.
fn unique_with_others(draft: &mut Draft) {
    for sheet in &mut draft.sheets {
        let rules = sheet.rules.iter().filter(|rule| rule.confidence > Confidence::Suggested);
        let unique: Vec<String> = rules
            .flat_map(|rule| &rule.lines)
            .filter(|(key, value)| key == "unique" && value.contains(','))
            .map(|(_, value)| value.clone())
            .collect();
        for column in &mut sheet.columns {
            let of_rule = unique.iter().any(|names| names.contains(&quoted(&column.name)));
            column.lines.0.retain(|line| line.key != "unique" || line.confidence > Confidence::Suggested || !of_rule);
        }
    }
}

/// "Every column must be filled" asks for no tick: a column whose only value is one is blank where it does not apply.
fn ticks_are_no_duty(draft: &mut Draft) {
    let tick = list(&["x", "X"]);
    let place = |source: &str| source.split_once(": ").map(|(place, _)| place.to_owned());
    for column in draft.sheets.iter_mut().flat_map(|sheet| &mut sheet.columns) {
        let Some(ticked) =
            column.lines.get("allowed").filter(|line| line.value == tick).map(|line| place(&line.source))
        else {
            continue;
        };
        // What is said of this column, or shown at its heading, is meant.
        let of_all = |line: &Line| place(&line.source).is_some_and(|at| Some(at) != ticked);
        if column.lines.0.iter().any(|line| line.key == "required" && of_all(line)) {
            column.lines.remove("required");
        }
    }
}

/// A heading without its asterisk and what is in brackets behind it.
pub(super) fn heading_words(heading: &str) -> String {
    subject::plain_heading(heading)
}

#[cfg(test)]
mod forms_tests;
#[cfg(test)]
mod kind_tests;
#[cfg(test)]
mod template_tests;
#[cfg(test)]
mod tests;
