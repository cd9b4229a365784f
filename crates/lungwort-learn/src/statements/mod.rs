//! What a template says in sentences, wherever people read it: titles, instructions, notes, messages, guide rows, legends, tables
//! that go through the columns, the headings themselves.
//!
//! In: the template and the draft so far. Out: lines of the draft, each with the sentence that it comes from, and the sentences
//! that oblige and came to nothing, so that none is passed over in silence. The words are tables, one a language, in `words`.

mod again;
mod aged_on;
mod asterisks;
mod begun;
mod blanks;
mod by_value;
mod choices;
mod clauses;
mod clock;
mod codes;
mod columns_by;
mod compared_values;
mod conditions;
mod counted;
mod counted_rows;
mod counts;
mod day_forms;
mod days;
mod days_between;
mod days_of_rows;
mod done;
mod duties;
mod each_kind;
mod exact;
mod examples;
mod exceptions;
mod for_nothing;
mod for_values;
mod from_number;
mod implied;
mod in_brackets;
mod in_words;
mod language;
mod last_clause;
mod lasting;
mod limit_of_some;
mod listed;
pub(super) mod look;
mod mask;
mod meanings;
mod meant;
pub(crate) mod message_types;
mod needs;
mod no_answer;
mod of_headings;
mod of_some;
mod one_row;
mod only_filled;
mod only_free;
mod only_with;
mod order;
mod other_sheet;
mod other_words;
mod prefixed;
mod products;
mod questions;
mod refusals;
mod rephrased;
mod required;
mod sentence;
mod several;
pub(super) mod sheets;
mod shown;
mod sizes;
mod so_far;
pub(crate) mod sql_types;
mod steps;
mod subject;
mod take;
pub(crate) mod texts;
mod totals;
mod two_conditions;
mod under;
mod units;
mod unwanted;
mod value_for_kind;
mod values;
mod when;
mod within_one;
mod without;
mod word_counts;
mod words;
mod written_out;
mod yes_no;
mod zeros;

use std::cell::OnceCell;
use std::collections::HashSet;

use super::Entry;
use super::draft::{Confidence, Draft, DraftColumn, Line, Unread};
use super::source::{Template, TemplateSheet};
use super::{definitions, prose};
use again::Open;
use asterisks::{guided_by_asterisks, is_of_asterisks, says_asterisks};
use clauses::apart;
use examples::example_of;
use language::{by_language, language_of, likely};
use listed::listed;
use lungwort_core::cell::shown::clipped;
use lungwort_core::finding::ranges::thousands;
use lungwort_core::limits::{NAMED_IN_SENTENCES, SENTENCES};
use lungwort_core::rulebook::toml_text::{list, quoted};
pub(crate) use mask::masked;
use meant::{led, meant, spoken_of, without_kinds};
use of_headings::{decimal_commas, headings, of_headings};
use questions::answered;
use sentence::{Phrases, Sentence, sentences, sentences_about};
use subject::{Headings, Mention, Place};
use take::take;
use words::Language;

/// Words that a sentence usually has: one of more counts as several.
const WORDS: usize = 40;
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

/// Whether the first sentence of a text asks for something, so that it is no title.
pub(super) fn obliges(text: &str) -> bool {
    let asks = |sentence: &Sentence| {
        words::ALL.iter().any(|language| sentence.has(language.obliging) || sentence.required(language).is_some())
    };
    sentences(text).first().is_some_and(asks)
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
    let mut known = Entries { template, at, headings: Headings::of(draft), likely: None };
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
        said.before.clear();
        said.labelled = false;
        // A long sentence costs as several do; what is beyond is not looked into at all.
        let mut within = |whole: Sentence, draft: &Draft| {
            if spent >= most {
                beyond += 1;
                return Vec::new();
            }
            spent += 1 + whole.words.len() / WORDS;
            read += 1;
            // What the sentences before said tells how it is cut.
            apart(&known, &text, whole, draft)
        };
        let small = &known.headings.small;
        for whole in sentences_about(&text.text, small) {
            for sentence in within(whole, draft) {
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
    unique_with_others(draft);
    ticks_are_no_duty(draft);
    when::years_of_days(draft);
    compared_values::as_the_columns_take_them(draft);
    no_answer::no_is_right(draft);
    exact::numbers_compared(draft);
    of_some::conditions_count(draft);
    of_some::values_fit_limits(draft);
    of_some::lists_of_some(draft);
    exact::others_are_offers(draft);
    // A look that a sentence explains is no riddle.
    let explained =
        |column: &DraftColumn| column.lines.get("required").is_some_and(|line| line.confidence == Confidence::Known);
    if draft.sheets.iter().flat_map(|sheet| &sheet.columns).any(explained) {
        draft.look_first.retain(|line| !line.contains("nothing says why"));
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

/// What has been spoken of: the columns that the sentence before named, and a question that waits for its answer.
#[derive(Default)]
struct Spoken {
    before: Vec<Mention>,
    /// Whether the text is about a column that it begins with: `Fee – in euros. The dearest card costs 24.`
    labelled: bool,
    question: Option<(Sentence, Vec<Mention>)>,
    /// Sentences that what is said later may make plain.
    open: Vec<Open>,
}

impl Spoken {
    /// Reads the next sentence.
    fn next(&mut self, (known, text): (&Entries<'_>, &Text), sentence: Sentence, draft: &mut Draft) {
        let before = std::mem::take(&mut self.before);
        if sentence.is_question() {
            self.before = one(known, (text, &sentence), before, draft, false).named;
            self.question = Some((sentence, self.before.clone()));
            return;
        }
        let asked = self.question.take();
        if let Some((question, named)) = &asked
            && answered(known, (question, named), (text, &sentence), draft)
        {
            self.before.clone_from(named);
            return;
        }
        let before = if before.is_empty() { asked.map(|(_, named)| named).unwrap_or_default() } else { before };
        let labelled = self.labelled;
        let heard = one(known, (text, &sentence), before.clone(), draft, labelled);
        self.labelled |= before.is_empty() && is_labelled(&sentence, &heard.named);
        self.before = heard.named;
        // "Return on: as Sailing date; it cannot lie before…" goes on about the first.
        if is_labelled(&sentence, &self.before) {
            let first = self.before.first().map(|mention| mention.words.clone());
            self.before.retain(|mention| Some(&mention.words) == first.as_ref());
        }
        if heard.open && self.open.len() < again::MOST {
            self.open.push(Open { text: text.clone(), sentence, before, labelled });
        }
    }
}

/// What came of a sentence.
struct Heard {
    /// The columns that it names, which the next one may go on about.
    named: Vec<Mention>,
    understood: bool,
    /// Whether something of it was left open: a condition that is not known, or all of it.
    open: bool,
}

/// Reads one sentence.
fn one(
    known: &Entries<'_>,
    (text, sentence): (&Text, &Sentence),
    before: Vec<Mention>,
    draft: &mut Draft,
    labelled: bool,
) -> Heard {
    let mut named = Vec::new();
    let mut reading = Reading::default();
    let mut obliges = false;
    let spoken_of: Vec<Place> = before.iter().map(|mention| mention.place).collect();
    let languages = by_language(sentence, known.likely);
    for language in languages.iter().copied() {
        obliges |= sentence.has(language.obliging) || sentence.required(language).is_some();
        let (sentence, mentions) = mentioned(known, (text, sentence, language), (&spoken_of, labelled), draft);
        let sentence = &*sentence;
        let places = places_of((text, sentence, language), &mentions, &before);
        if named.is_empty() {
            // What the next sentence goes on about is not what a condition names.
            let condition = conditions::condition_span(sentence, language);
            let within = |mention: &Mention| condition.as_ref().is_some_and(|span| span.contains(&mention.words.start));
            let outside: Vec<Mention> = mentions.iter().filter(|mention| !within(mention)).cloned().collect();
            named = match (mentions.is_empty(), outside.is_empty()) {
                (true, _) => before.clone(),
                (_, true) => mentions.clone(),
                _ => outside,
            };
        }
        // A question asks for nothing; what is said of it follows.
        if sentence.is_question() {
            continue;
        }
        reading = understand(known, (text, sentence, language), (&mentions, &places, &spoken_of), draft);
        if let Some(parts) = two_conditions::parts(sentence, language, &mentions) {
            let each = parts.each.each_ref().map(|part| {
                let (part, mentions) = mentioned(known, (text, part, language), (&spoken_of, labelled), draft);
                let places = places_of((text, &part, language), &mentions, &before);
                understand(known, (text, &part, language), (&mentions, &places, &spoken_of), draft)
            });
            reading = parts.joined(each).unwrap_or(reading);
        }
        if places.is_empty() && !reading.understood {
            reading.understood = of_all_columns((text, sentence, language), draft);
        }
        if reading.understood {
            break;
        }
    }
    // "Required from condition 4" compares the other column with a number.
    let from = |claim: &Claim| claim.key == "required_when" && claim.value.contains(" >= ");
    let ruled = |claim: &Claim| matches!(claim.on, Target::Rule(_)) || from(claim);
    if reading.understood && !reading.claims.iter().any(ruled) {
        reading.claims.extend(compared(known, (text, sentence, &languages), draft));
    }
    if let Some(language) = languages.first() {
        exceptions::widened((sentence, language), &spoken_of, &mut reading.claims, draft);
        exceptions::wider_for_some(&mut reading.claims, draft);
        let own = reading.claims.iter().all(|claim| claim.place().is_none_or(|place| spoken_of.contains(&place)));
        let rule = reading.claims.iter().any(|claim| matches!(claim.on, Target::Rule(_)));
        reading.understood |=
            own && !rule && exceptions::more_for_some((sentence, language), &spoken_of, &mut reading.claims, draft);
        reading.understood |= exceptions::added((sentence, language), &spoken_of, &mut reading.claims, draft);
        reading.understood |= !reading.claims.is_empty();
    }
    example_of(text, sentence, &named, draft);
    // Whose values are those of a list is asked of the list, or left to be read.
    obliges |= reading.claims.iter().any(|claim| claim.key == AS_HELD);
    // "Dead plants have 0 pieces" may stand before what says that a plant may be dead.
    let numbered =
        || (0..sentence.words.len()).any(|at| languages.iter().any(|each| sentence.number(at, each).is_some()));
    let early = !reading.understood && !named.is_empty() && !sentence.is_question() && numbered();
    let (understood, open) = (reading.understood, early || reading.claims.iter().any(again::is_open));
    let unread = taken((text, sentence, &languages), (reading, &named, obliges), draft);
    Heard { named, understood, open: open || unread }
}

/// A sentence without the numbers of headings, and the columns that it names.
fn mentioned<'s>(
    known: &Entries<'_>,
    (text, sentence, language): (&Text, &'s Sentence, &'static Language),
    (spoken_of, labelled): (&[Place], bool),
    draft: &Draft,
) -> (std::borrow::Cow<'s, Sentence>, Vec<Mention>) {
    let mentions = subject::mentions(sentence, language, (draft, &known.headings), &text.about);
    let plain = subject::without_headings_no(sentence, &mentions);
    let sentence = &*plain;
    let mentions = without_kinds((sentence, language), mentions, (&text.about, draft));
    let mentions = meant::without_listed((sentence, language), mentions, draft);
    let mentions = if labelled { without_passing(sentence, mentions, (spoken_of, draft)) } else { mentions };
    // "D for dog or B for bitch" names no column Dog.
    let explains = text.about.column().is_some() && meanings::explained(&sentence.text, language).is_some();
    let mentions = if explains { Vec::new() } else { mentions };
    // Beside a column, "if no" is an answer of that column.
    let beside = text.about.column().filter(|_| spoken_of.is_empty());
    let beside = beside.map_or_else(|| spoken_of.to_vec(), |own| vec![own]);
    let mentions = conditions::with_it(sentence, language, led(sentence, mentions), (&beside, draft));
    (plain, mentions)
}

/// The columns that a sentence is about.
fn places_of(
    (text, sentence, language): (&Text, &Sentence, &Language),
    mentions: &[Mention],
    before: &[Mention],
) -> Vec<Place> {
    let mut places = meant((text, sentence, language), mentions, before);
    only_labelled(sentence, mentions, &mut places);
    places
}

/// Takes what was made of a sentence into the draft; whether it obliges and is left to be read.
fn taken(
    (text, sentence, languages): (&Text, &Sentence, &[&Language]),
    (reading, named, obliges): (Reading, &[Mention], bool),
    draft: &mut Draft,
) -> bool {
    // `* = must be filled in` is about a sign that the headings have, and so is "marked with an asterisk".
    let is_legend = || sentence.text.starts_with(['=', ':', '–']) || is_of_asterisks(sentence, draft);
    let is_about_file = reading.claims.is_empty() && (is_legend() || prose::says_something(&sentence.text));
    let mut about = reading.columns_or(named);
    if let (true, About::Column(sheet, column)) = (about.is_empty(), &text.about) {
        about.push((*sheet, *column));
    }
    let reading = without_limits_of_answers(reading, draft);
    let understood = reading.understood || is_about_file;
    if understood {
        let source = format!("{}: {}", text.place, clipped(text.cited(sentence), 90));
        reading.claims.into_iter().for_each(|claim| take(claim, &source, draft));
    }
    let for_nothing = words_for_nothing(languages, (text, sentence), &about, draft);
    let unread = !(understood || for_nothing) && obliges && sentence.words.len() > 2 && !sentence.is_question();
    // Of a sentence that is read as two, both may be left.
    let cited = text.cited(sentence);
    let again = unread && draft.unread.last().is_some_and(|last| last.text == cited && last.place == text.place);
    draft.obliging += usize::from(obliges && !again && (understood || for_nothing || unread));
    if unread && !again {
        draft.unread.push(Unread { text: text.cited(sentence).to_owned(), place: text.place.clone() });
    }
    unread
}

/// What is more or less than something is no yes or no: such a limit is one of something else.
fn without_limits_of_answers(mut reading: Reading, draft: &Draft) -> Reading {
    let yes_no = |(sheet, column): Place| draft.sheets[sheet].columns[column].is_yes_no();
    let before = reading.claims.len();
    reading.claims.retain(|claim| !(claim.is_limit() && claim.place().is_some_and(yes_no)));
    reading.understood &= before == reading.claims.len() || !reading.claims.is_empty();
    reading
}

/// What is said of all days and of all decimals of a template; whether anything is.
fn of_all_columns((text, sentence, language): (&Text, &Sentence, &Language), draft: &mut Draft) -> bool {
    let source = || format!("{}: {}", text.place, clipped(text.cited(sentence), 90));
    let commas = sentence.has(language.decimal_comma_words);
    if commas {
        draft.decimal_comma.get_or_insert_with(source);
    }
    let form = values::form_of_all(sentence, language);
    let understood = form.is_some() || commas;
    draft.day_form = draft.day_form.take().or(form.map(|form| (form, source())));
    understood
}

/// Of a sentence that begins with columns and a sign behind them, what is said is said of these: `Night – the evening on which the
/// session begins` is about the night.
fn only_labelled(sentence: &Sentence, mentions: &[Mention], places: &mut Vec<Place>) {
    let Some(first) = mentions.first().filter(|first| first.words.start == 0) else { return };
    let from = sentence.words[first.words.end - 1].1.end;
    let signs = [": ", " – ", " — ", " - ", " = "];
    let Some(sign) = signs.iter().filter_map(|sign| sentence.text[from..].find(sign)).min() else { return };
    let label = |mention: &&Mention| sentence.words[mention.words.start].1.start < from + sign;
    let labels: Vec<Place> = mentions.iter().filter(label).map(|mention| mention.place).collect();
    // The sign stands right behind the columns.
    let last = mentions.iter().filter(label).map(|mention| sentence.words[mention.words.end - 1].1.end).max();
    // A heading may have such a sign itself, and reach behind it.
    let between = last.and_then(|last| sentence.text.get(last..from + sign));
    if between.is_some_and(|between| between.trim().is_empty()) {
        places.retain(|place| labels.contains(place));
    }
}

/// Whether a sentence begins with the column that it is about, and a sign behind it.
fn is_labelled(sentence: &Sentence, named: &[Mention]) -> bool {
    named.first().is_some_and(|first| {
        let (last, next) = (first.words.end.saturating_sub(1), first.words.end);
        let ends = sentence.words.get(last).zip(sentence.words.get(next));
        let between = ends.map_or("", |((_, last), (_, next))| &sentence.text[last.end..next.start]);
        first.words.start == 0 && (between.contains([':', '–', '—', '=']) || between.contains(" - "))
    })
}

/// The columns that a sentence names, without those in passing where it goes on about another one.
fn without_passing(
    sentence: &Sentence,
    mut mentions: Vec<Mention>,
    (before, draft): (&[Place], &Draft),
) -> Vec<Mention> {
    if !mentions.iter().any(|mention| before.contains(&mention.place)) {
        // "E-mail or telephone: at least one of them" names both.
        let ends: Vec<usize> = mentions.iter().map(|mention| mention.words.end).collect();
        let joined = |mention: &Mention| {
            let Some(joint) = mention.words.start.checked_sub(1) else { return false };
            let joins =
                |language: &&Language| [language.and, language.or].iter().any(|of| of.contains(&sentence.word(joint)));
            ends.contains(&joint) && words::ALL.iter().copied().any(|language| joins(&language))
        };
        // "The address and the postcode"
        let starts: Vec<usize> = mentions.iter().map(|mention| mention.words.start).collect();
        let leads = |mention: &Mention| {
            let end = mention.words.end;
            let and = |language: &&Language| language.and.contains(&sentence.word(end));
            let article = |language: &&Language| language.every.contains(&sentence.word(end + 1));
            let next = end + 1 + usize::from(words::ALL.iter().any(article));
            words::ALL.iter().any(and) && starts.contains(&next)
        };
        mentions.retain(|mention| joined(mention) || leads(mention) || !is_passing(sentence, mention, draft));
    }
    mentions
}

/// Whether a column is named by a word in passing, in the middle of a sentence that goes on about another one: `the dearest card
/// costs 24.00` is about the fee.
fn is_passing(sentence: &Sentence, mention: &Mention, draft: &Draft) -> bool {
    let heading = &draft.sheets[mention.place.0].columns[mention.place.1].heading;
    let small = sentence.text[sentence.words[mention.words.start].1.clone()].starts_with(char::is_lowercase);
    // "For gas the watts must be left empty" is about the watts.
    let subject = |language: &&Language| {
        let article = language.every.first() == Some(&sentence.word(mention.words.start.max(1) - 1));
        let next = sentence.word(mention.words.end);
        let stated = language.modals.contains(&next) || language.copulas.iter().take(2).any(|word| *word == next);
        // "For more than 20 trees a supervisor must be named"
        let one = language.articles.contains(&sentence.word(mention.words.start.max(1) - 1));
        let article = article || one && language.modals.contains(&next);
        // "If yes, give the certificate", "give the number of the certificate"
        let small = |at: &usize| {
            let known = [language.every, language.address_words, language.owners, language.small];
            known.iter().any(|words| words.contains(&sentence.word(*at)))
        };
        let verb = (0..mention.words.start).rev().find(|at| !small(at)).map_or("", |at| sentence.word(at));
        let asking = [language.give, language.explain, language.needs_alone, language.carries, language.pays];
        let asked = asking.iter().any(|words| words.contains(&verb));
        // "Bookings with drums", "without an e-mail", "at most 5 euros as fee", "no deposit"
        let small = |at: &usize| {
            [language.every, language.articles, language.possessives]
                .iter()
                .any(|words| words.contains(&sentence.word(*at)))
        };
        let led = (0..mention.words.start).rev().find(|at| !small(at)).map_or("", |at| sentence.word(at));
        let leads = [language.with.first(), language.uncounted.first(), language.as_written.first()];
        let led = leads.contains(&Some(&led)) || language.none.contains(&led);
        article && stated || asked || led
    };
    // "A boat is never longer than 12 metres" is about the length.
    let word = sentence.word(mention.words.start);
    let sized = |language: &&Language| language.compared_sizes.iter().any(|(size, _)| *size == word);
    if words::ALL.iter().any(sized) {
        return false;
    }
    let in_middle =
        mention.words.len() == 1 && mention.words.start > 1 && small && heading.starts_with(char::is_uppercase);
    in_middle && !words::ALL.iter().any(subject)
}

/// Lets columns take the word that a sentence gives for no value; whether it gives one.
fn words_for_nothing(
    languages: &[&Language],
    (text, sentence): (&Text, &Sentence),
    about: &[Place],
    draft: &mut Draft,
) -> bool {
    let source = || format!("{}: {}", text.place, clipped(text.cited(sentence), 90));
    languages.first().is_some_and(|language| for_nothing::allowed((sentence, language), about, &source, draft))
}

/// A heading without its asterisk and what is in brackets behind it.
pub(super) fn heading_words(heading: &str) -> String {
    subject::plain_heading(heading)
}

/// What a text beside a column says of its order with another one, in whatever language: `hh:mm, nach Abfahrt` may be of any.
fn compared(
    known: &Entries<'_>,
    (text, sentence, languages): (&Text, &Sentence, &[&'static Language]),
    draft: &Draft,
) -> Vec<Claim> {
    let About::Column(sheet, column) = text.about else { return Vec::new() };
    let name = |(sheet, column): Place| draft.sheets[sheet].columns[column].name.clone();
    let of_language = |language: &Language| {
        let mentions = subject::mentions(sentence, language, (draft, &known.headings), &text.about);
        let own = Some((sheet, column)).filter(|own| !mentions.iter().any(|mention| mention.place == *own));
        order::read(sentence, language, (&mentions, own), &name).claims
    };
    languages.iter().copied().map(of_language).find(|claims| !claims.is_empty()).unwrap_or_default()
}

/// The columns that a text may be about.
fn columns_in_reach(text: &Text, draft: &Draft) -> Vec<Place> {
    let sheets = draft.sheets.iter().enumerate().filter(|(at, sheet)| text.about.reaches(*at) && !sheet.is_form);
    sheets.flat_map(|(at, sheet)| (0..sheet.columns.len()).map(move |column| (at, column))).collect()
}

fn understand(
    known: &Entries<'_>,
    (text, sentence, language): (&Text, &Sentence, &Language),
    (mentions, places, before): (&[Mention], &[Place], &[Place]),
    draft: &Draft,
) -> Reading {
    let looks = columns_by::by_look(sentence, language, known, draft, &text.about);
    let by_sign = || columns_by::by_sign(sentence, language, draft, &text.about);
    let looks = if looks.is_empty() { by_sign() } else { looks };
    let all = columns_in_reach(text, draft);
    let name = |(sheet, column): Place| draft.sheets[sheet].columns[column].name.clone();
    let mut whole = ignored(sentence, language);
    whole.and(begun::columns(sentence, language, mentions, draft));
    whole.and(begun::sheets(sentence, language, mentions, draft));
    if whole.understood {
        return whole;
    }
    let asking = required::Asking {
        sentence,
        language,
        mentions,
        subjects: places,
        looks: &looks,
        all: &all,
        before,
        name: &name,
        draft,
        beside: text.about.column(),
        kind: OnceCell::new(),
    };
    let mut reading = required::read(&asking);
    // Beside a column, "date" says what its values are.
    let dated = match text.about.column() {
        Some(_) => Vec::new(),
        None => values::dates(sentence, language, mentions, &all, (draft, &known.headings)),
    };
    let (places, dated) = if dated.is_empty() { (places, false) } else { (dated.as_slice(), true) };
    reading.and(other_sheet::read(sentence, language, places, draft));
    reading.and(one_row::read(sentence, language, (known, &text.about, !mentions.is_empty()), draft));
    reading.and(order::balance(sentence, language, mentions, &name));
    reading.and(totals::read((sentence, language), (mentions, places), &name));
    reading.and(far_apart((text, sentence, language), (mentions, places), draft));
    reading.and(products::read(sentence, language, (mentions, places, &text.about), (&name, draft)));
    let about_rule = reading.claims.iter().any(|claim| matches!(claim.on, Target::Rule(_) | Target::Group(..)));
    if !about_rule {
        reading.and(values::of_values((text, sentence, language), (mentions, places, dated), draft));
        values::days_before(&mut reading, language, before, draft);
        listed(&mut reading, (text, sentence, language), (mentions, places, before), draft);
        for_values::without_values_of_conditions(&mut reading.claims);
        asking.holds_for_some(&mut reading.claims);
        for_values::without_values_of_rules(&mut reading.claims, (sentence, mentions), draft);
        asking.left_elsewhere(&mut reading.claims);
        reading.understood |= !reading.claims.is_empty();
        let unwanted = unwanted::read(sentence, language, (mentions, places), &reading);
        reading.and(unwanted);
        steps::read(sentence, language, places, &name, &mut reading);
    }
    reading.and(as_before((sentence, language), places, &reading, draft));
    let (own, spoken_of) = spoken_of((text, sentence, language), mentions, before);
    let compared = if asking.is_from_on() { Vec::new() } else { ordered((sentence, language), (mentions, own), draft) };
    let spoken_of = spoken_of.filter(|place| !reading.answers(*place));
    reading.and(order::read(sentence, language, (&compared, spoken_of), &name));
    reading.and(as_held((sentence, language), (mentions, own), &reading));
    let valid = sentence.has(language.valid) && sentence.has(language.obliging);
    if !reading.understood && (valid || sentence.has(language.heading_shares)) {
        reading.and(of_headings((sentence, language), places, draft));
    }
    of_rows((text, sentence, language), (mentions, places), draft, &mut reading);
    reading
}

/// What a sentence says of rows and what they are of, where nothing else is read of it.
fn of_rows(
    (text, sentence, language): (&Text, &Sentence, &Language),
    (mentions, places): (&[Mention], &[Place]),
    draft: &Draft,
    reading: &mut Reading,
) {
    if !reading.understood {
        reading.and(days_of_rows::read((sentence, language), (mentions, &text.about), draft));
        let anyway = |every: &&[Phrases]| every.iter().all(|phrases| sentence.has(phrases));
        reading.understood |= language.anyway.iter().any(anyway);
    }
    if !reading.understood {
        reading.and(only_with::read((sentence, language), (mentions, &text.about), draft));
    }
    aged_on::read((sentence, language), (places, &text.about), draft, reading);
    // "Must differ from the handler" says nothing of other rows.
    if reading.claims.iter().any(|claim| claim.key == "check" && claim.value.contains(" <> ")) {
        reading.claims.retain(|claim| claim.key != "unique");
    }
}

/// How far apart two days may be, each from the other or from the begin to the end.
fn far_apart(
    (text, sentence, language): (&Text, &Sentence, &Language),
    (mentions, places): (&[Mention], &[Place]),
    draft: &Draft,
) -> Reading {
    let name = |(sheet, column): Place| draft.sheets[sheet].columns[column].name.clone();
    let mut reading = so_far::read((sentence, language), (mentions, places), (&name, draft));
    reading.and(lasting::read((sentence, language), (mentions, &text.about), draft));
    reading.and(days_between::read((sentence, language), mentions, (&name, draft)));
    reading
}

/// "Lines that start with # are ignored" says nothing of a column.
fn ignored(sentence: &Sentence, language: &Language) -> Reading {
    let rows = language.others.contains(&sentence.word(0));
    let understood = rows && sentence.has(language.ignored) && sentence.has(language.begins);
    Reading { understood, ..Reading::default() }
}

/// The columns that may come before or behind another one: those of yes and no do not, nor beside a column those of its condition,
/// `only with a result, not before sampling`.
fn ordered(
    (sentence, language): (&Sentence, &Language),
    (mentions, own): (&[Mention], Option<Place>),
    draft: &Draft,
) -> Vec<Mention> {
    let is_ordered = |mention: &&Mention| !draft.sheets[mention.place.0].columns[mention.place.1].is_yes_no();
    let mut ordered: Vec<Mention> = mentions.iter().filter(is_ordered).cloned().collect();
    let span = conditions::condition_span(sentence, language).filter(|_| own.is_some());
    let outside = |mention: &Mention| span.as_ref().is_none_or(|span| !span.contains(&mention.words.start));
    if ordered.iter().any(outside) {
        ordered.retain(outside);
    }
    ordered
}

/// `Same format`: the column is written as the nearest one before it of which that has been said.
fn as_before(
    (sentence, language): (&Sentence, &Language),
    places: &[Place],
    reading: &Reading,
    draft: &Draft,
) -> Reading {
    let ([place], true) = (places, sentence.has(language.same_form)) else { return Reading::default() };
    let has_form = reading.claims.iter().any(|claim| matches!(claim.key, "type" | "pattern" | "date_format"));
    let before = draft.sheets[place.0].columns[..place.1].iter().rev();
    let of_day = before.filter_map(|column| Some((column.lines.get("type")?, column.lines.get("date_format")?))).next();
    let Some((kind, form)) = of_day.filter(|_| !has_form) else { return Reading::default() };
    let claim = |key, value: &str| Claim {
        on: Target::Column(*place),
        key,
        value: value.to_owned(),
        confidence: Confidence::Known,
    };
    Reading::of(vec![claim("type", &kind.value), claim("date_format", &form.value)])
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

#[cfg(test)]
mod tests;
