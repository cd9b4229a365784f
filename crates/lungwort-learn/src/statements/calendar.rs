//! Days of the week and months that come every year: `arrivals on Saturdays only`, `closed on Mondays`, `from April to October`.
//! They limit the days of a column, or are the condition under which something else is asked: `on Sundays a guide is required`.

use std::ops::Range;
use std::sync::LazyLock;

use regex::{Captures, Regex};

use super::by_value::entries;
use super::codes::qualified;
use super::conditions;
use super::days;
use super::days_of_rows::{has_days, is_called, is_called_one_of, is_of_days};
use super::joined_pieces::weekday_names;
use super::lasting::{self, kind_named};
use super::sentence::{Sentence, sentences};
use super::subject::{Mention, Place, plain_heading};
use super::words::{self, Language};
use super::{About, Claim, Confidence, Reading, Target};
use crate::draft::{Draft, DraftColumn};
use lungwort_core::rulebook::toml_text::{list, quoted};

/// Words beside the days of a part of a sentence that says nothing else, at most: `a Saturday`, `on Saturdays`.
const BESIDE: usize = 3;

/// Which part of a day is meant.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
enum Part {
    Weekday,
    Month,
}

impl Part {
    /// How many of them there are before they come again.
    fn count(self) -> u8 {
        match self {
            Part::Weekday => 7,
            Part::Month => 12,
        }
    }

    /// It of a column, in a condition.
    fn of(self, name: &str) -> String {
        let field = match self {
            Part::Weekday => "ISODOW",
            Part::Month => "MONTH",
        };
        format!("EXTRACT({field} FROM {name})")
    }
}

/// Letters by which the rows are called alike.
const ALIKE: usize = 5;

/// Words of a kind of rows before the days on which it holds, at most.
const KIND: usize = 3;

/// Days of the week or months that a sentence names one behind the other.
#[derive(Debug)]
struct Run {
    words: Range<usize>,
    part: Part,
    /// In ascending order.
    numbers: Vec<u8>,
    /// `From Saturday to Saturday`: one that begins and ends with the same.
    around: bool,
}

impl Run {
    /// What the days of a column must be, or must not be.
    fn condition(&self, name: &str, denied: bool) -> String {
        let what = self.part.of(name);
        match self.numbers.as_slice() {
            [one] => format!("{what} {} {one}", if denied { "<>" } else { "=" }),
            [first, .., last] if usize::from(last - first) + 1 == self.numbers.len() && self.numbers.len() > 2 => {
                format!("{what} {}BETWEEN {first} AND {last}", if denied { "NOT " } else { "" })
            }
            all => {
                let all: Vec<String> = all.iter().map(u8::to_string).collect();
                format!("{what} {}IN ({})", if denied { "NOT " } else { "" }, all.join(", "))
            }
        }
    }
}

/// `Mon-Sun`, beside a column called Day: the names of the days are its values.
pub(super) fn names_of_days(
    (sentence, language): (&Sentence, &Language),
    (mentions, about): (&[Mention], &About),
    draft: &Draft,
) -> Option<Claim> {
    let labelled = mentions.first().filter(|first| first.words.start == 0 && mentions.len() == 1);
    let labelled = labelled.filter(|first| sentence.gap(first.words.end - 1).starts_with(':'));
    let (place, from) = match about.column() {
        Some(place) => (place, 0),
        None => labelled.map(|first| (first.place, first.words.end))?,
    };
    let heading = plain_heading(&draft.sheets[place.0].columns[place.1].heading).to_lowercase();
    let joined = sentence.is_dashed(from) || language.to.contains(&sentence.word(from + 1));
    let last = from + if sentence.is_dashed(from) { 1 } else { 2 };
    if !joined || last + 1 != sentence.words.len() || !language.calendar.headings.contains(&heading.as_str()) {
        return None;
    }
    let text = |at: usize| &sentence.text[sentence.words[at].1.clone()];
    let names = weekday_names(text(from), text(last), language)?;
    Some(Claim { on: Target::Column(place), key: "allowed", value: list(&names), confidence: Confidence::Confirm })
}

/// What else is said of columns whose days are limited is no list, no code and no number.
fn without_values(claims: &mut Vec<Claim>, places: &[Place]) {
    claims.retain(|claim| match claim.key {
        // A first day that the same sentence names stays.
        "min" | "max" if claim.value.starts_with('"') => true,
        "allowed" | "pattern" | "min" | "max" | "required_when" | "blank_when" | "yes_no" => {
            !claim.place().is_some_and(|place| places.contains(&place))
        }
        _ => true,
    });
}

/// Limits the days of a column to some of the week or of the year.
pub(super) fn read(
    (sentence, language): (&Sentence, &Language),
    (mentions, about): (&[Mention], &About),
    draft: &Draft,
    reading: &mut Reading,
) {
    let runs = runs(sentence, language);
    if runs.is_empty() {
        first_of_month((sentence, language), (mentions, about), draft, reading);
    }
    if runs.is_empty() || sentence.is_question() {
        return;
    }
    let one_day = matches!(runs.as_slice(), [run] if run.numbers.len() == 1);
    let named = about.column().is_some() || names_column_of_days(mentions, draft, one_day);
    // "The office is open from Monday to Friday" says nothing of rows.
    if !named && [language.of_files, language.calendar.senders].into_iter().any(|words| sentence.has(words)) {
        return;
    }
    let rows = !mentions.is_empty() && mentions.iter().all(|mention| is_key(mention.place, draft));
    let rows = rows || called_day(sentence, about, draft).is_some();
    let limits: Vec<(&Run, bool)> = runs
        .iter()
        .filter_map(|run| Some((run, is_denied((sentence, language), run, (about, named, rows))?)))
        .collect();
    let around = limits.iter().any(|(run, _)| run.around);
    let (Some((first, _)), Some(places)) = (
        limits.first(),
        columns(
            (sentence, language),
            (&of_clause(sentence, mentions, &runs), about),
            (draft, reading),
            (around, one_day),
        ),
    ) else {
        return;
    };
    if limits.len() == 1 && is_said_with_year(first, places[0], reading)
        || about.column().is_some() && is_of_some_rows((sentence, language), first, places[0], draft)
    {
        return;
    }
    let kind = kind_named(sentence, first.words.start, (draft, places[0].0));
    let name = |(sheet, column): Place| draft.sheets[sheet].columns[column].name.as_str();
    let rule = |place: Place, key, said: &str| Claim {
        on: Target::Rule(place.0),
        key,
        value: quoted(said),
        // Which column is meant is a guess where none is named.
        confidence: if named { Confidence::Known } else { Confidence::Confirm },
    };
    // "Between March and November" is no list of two.
    let listed = |claim: &Claim| {
        let named = runs.iter().flat_map(|run| run.words.clone());
        let mut named = named.map(|at| &sentence.text[sentence.words[at].1.clone()]);
        claim.key == "allowed" && named.any(|word| claim.value.contains(word))
    };
    reading.claims.retain(|claim| !listed(claim));
    without_values(&mut reading.claims, &places);
    for place in places {
        if !draft.sheets[place.0].columns[place.1].lines.has("type") {
            let (on, value) = (Target::Column(place), quoted("date"));
            reading.claims.push(Claim { on, key: "type", value, confidence: Confidence::Confirm });
        }
        for (run, denied) in &limits {
            reading.claims.push(rule(place, "check", &run.condition(name(place), *denied)));
            let when = kind.as_ref().map(|(of, value)| format!("{} = '{}'", name(*of), value.replace('\'', "''")));
            reading.claims.extend(when.map(|when| rule(place, "when", &when)));
        }
    }
    reading.understood = true;
}

/// Whether days of the year have said what months do: `from September to November 2026`.
fn is_said_with_year(run: &Run, place: Place, reading: &Reading) -> bool {
    let month_of = |key: &str| {
        let day = |claim: &&Claim| claim.key == key && claim.place() == Some(place) && claim.value.starts_with('"');
        reading.claims.iter().find(day).and_then(|claim| claim.value.get(6..8)?.parse::<u8>().ok())
    };
    let (Some(from), Some(to)) = (month_of("min"), month_of("max")) else { return false };
    run.part == Part::Month && (run.numbers.first() == Some(&from) || run.numbers.last() == Some(&to))
}

/// The columns that are named in the parts of a sentence in which days are: `collection on Tuesdays only, return within 14 days`.
fn of_clause(sentence: &Sentence, mentions: &[Mention], runs: &[Run]) -> Vec<Mention> {
    let apart = |from: usize, to: usize| (from..to).any(|at| sentence.gap(at).contains([',', ';']));
    let beside = |mention: &Mention| {
        runs.iter().any(|run| match mention.words.end <= run.words.start {
            true => !apart(mention.words.end - 1, run.words.start),
            false => !apart(run.words.end - 1, mention.words.start),
        })
    };
    let near: Vec<Mention> = mentions.iter().filter(|mention| beside(mention)).cloned().collect();
    if near.is_empty() { mentions.to_vec() } else { near }
}

/// `Always the first of a month`, where nothing else is said of such days.
fn first_of_month(
    (sentence, language): (&Sentence, &Language),
    (mentions, about): (&[Mention], &About),
    draft: &Draft,
    reading: &mut Reading,
) {
    let Some(place) = sentence.any(language.calendar.first_of_month).filter(|_| !sentence.is_question()) else {
        return;
    };
    // "For a monthly give the first of the month" is said of some, and "not before the first of the month" limits.
    let stated = [language.only, language.modals, language.obliging].into_iter().any(|words| sentence.has(words));
    let alone = place.len() + BESIDE > sentence.words.len() && about.column().is_some();
    let bars = [language.negations, language.none, language.only_for, language.conditional];
    let barred = bars.into_iter().any(|words| sentence.has(words))
        || [language.not_before, language.not_after].into_iter().any(|words| qualified(sentence, words, place.start));
    let Some(places) = columns((sentence, language), (mentions, about), (draft, reading), (false, false)) else {
        return;
    };
    if !(stated || alone) || barred {
        return;
    }
    for (sheet, column) in places {
        let check = format!("EXTRACT(DAY FROM {}) = 1", draft.sheets[sheet].columns[column].name);
        let on = Target::Rule(sheet);
        reading.claims.push(Claim { on, key: "check", value: quoted(&check), confidence: Confidence::Confirm });
        reading.understood = true;
    }
}

/// A sentence whose condition is a day of the week or a month, read in its stead without the condition or with another one.
pub(super) struct Led {
    /// What is asked on those days: `at most 20`.
    alone: Option<Sentence>,
    /// The sentence, which asks the same where the column is filled.
    given: Option<Sentence>,
    filled: String,
    condition: String,
}

impl Led {
    /// What is read in its stead.
    pub fn sentences(&self) -> impl Iterator<Item = &Sentence> {
        self.alone.iter().chain(&self.given)
    }

    /// What is asked is asked on those days only; `None` where nothing is.
    pub fn narrowed(&self, mut readings: Vec<Reading>, draft: &Draft) -> Option<Reading> {
        let given = self.given.as_ref().and_then(|_| readings.pop());
        let limits = self.alone.as_ref().and_then(|_| readings.pop()).map(|reading| self.limits(reading, draft));
        if let Some(claims) = limits.filter(|claims| !claims.is_empty()) {
            return Some(Reading::of(claims));
        }
        let mut reading = given?;
        let mut found = false;
        for claim in reading.claims.iter_mut().filter(|claim| claim.value.contains(&self.filled)) {
            found = true;
            claim.value = claim.value.replace(&self.filled, &self.condition);
            claim.confidence = claim.confidence.min(Confidence::Confirm);
        }
        found.then_some(reading)
    }

    /// The limits of a column as rules for those days.
    fn limits(&self, reading: Reading, draft: &Draft) -> Vec<Claim> {
        let rules = |claim: &Claim| {
            let sign = match claim.key {
                "min" => ">=",
                "max" => "<=",
                "above" => ">",
                "below" => "<",
                _ => return None,
            };
            let (sheet, column) = claim.place()?;
            let check = format!("{} {sign} {}", draft.sheets[sheet].columns[column].name, claim.value);
            let rule = |key, said: &str| Claim {
                on: Target::Rule(sheet),
                key,
                value: quoted(said),
                confidence: Confidence::Confirm,
            };
            claim.value.parse::<f64>().ok()?;
            let number = Claim { on: claim.on, key: "type", value: quoted("decimal"), confidence: Confidence::Confirm };
            Some([number, rule("check", &check), rule("when", &self.condition)])
        };
        reading.claims.iter().filter_map(rules).flatten().collect()
    }
}

/// The sentence with a condition that is read as any other is: `on Sundays a guide is required`.
pub(super) fn led(
    (sentence, language): (&Sentence, &Language),
    (mentions, about): (&[Mention], &About),
    draft: &Draft,
) -> Option<Led> {
    let runs = runs(sentence, language);
    let [run] = runs.as_slice() else { return None };
    let own = |place: Place| is_of_days(place, draft);
    let others = mentions.iter().any(|mention| !own(mention.place)) || about.column().is_some_and(|of| !own(of));
    // "Always a Sunday" beside a column that may have days is of that one.
    let beside = about.column().is_some_and(|of| may_have_days(of, draft));
    if !others || beside || is_until((sentence, language), run) {
        return None;
    }
    let (sheet, column) = match mentions.iter().find(|mention| own(mention.place)) {
        Some(mention) => mention.place,
        None => only_day(about, draft)?,
    };
    let of = &draft.sheets[sheet].columns[column];
    let span = conditions::condition_span(sentence, language).filter(|span| span.contains(&run.words.start));
    let from = begin((sentence, language), run);
    // "Weekday: Mon, Tue or Fri" tells values, and "on Mondays", "montags" say when.
    let led = from < run.words.start || is_adverb(sentence.word(run.words.start), language);
    if span.is_none() && !led {
        return None;
    }
    let words = span.unwrap_or(from..run.words.end);
    let text = |words: Range<usize>| {
        let place = |at: usize| sentence.words.get(at).map(|(_, place)| place.clone());
        place(words.start)
            .zip(place(words.end.checked_sub(1)?))
            .map(|(first, last)| &sentence.text[first.start..last.end])
    };
    let given = language.calendar.given.replace("{}", &of.heading);
    let (before, behind) = (text(0..words.start), text(words.end..sentence.words.len()));
    // A condition within a sentence stays where it is.
    let whole = match (before, behind) {
        (None, Some(behind)) => format!("{given}, {behind}"),
        (Some(before), None) => format!("{before} {given}"),
        (Some(before), Some(behind)) => format!("{given}, {before} {behind}"),
        (None, None) => return None,
    };
    let one = |text: &str| {
        let mut found = sentences(text);
        found.pop().filter(|_| found.is_empty())
    };
    // "On Fridays at most 20"
    let alone = one(before.or(behind)?).filter(|_| before.is_none() || behind.is_none());
    let filled = format!("{} IS NOT NULL", of.name);
    Some(Led { alone, given: one(&whole), filled, condition: run.condition(&of.name, false) })
}

/// Whether a sentence names days of the week or months, and nothing was made of that.
pub(super) fn is_open((sentence, language): (&Sentence, &Language), reading: &Reading) -> bool {
    let taken = reading.claims.iter().any(|claim| claim.value.contains("EXTRACT("));
    !taken && !runs(sentence, language).is_empty()
}

/// Whether a sentence names days of the week or months, in any of the languages.
pub(super) fn names_days(sentence: &Sentence) -> bool {
    words::ALL.iter().any(|language| !runs(sentence, language).is_empty())
}

/// What is needed on some days is not needed always, and `on Saturdays and Sundays` are no values.
pub(super) fn without_always(reading: &mut Reading) {
    let several = |claim: &Claim| {
        let adverb = |value: &str| words::ALL.iter().any(|language| is_adverb(value, language));
        claim.key == "allowed" && entries(&claim.value).iter().all(|(value, _)| adverb(&value.to_lowercase()))
    };
    reading.claims.retain(|claim| claim.key != "required" && !several(claim));
    reading.understood &= !reading.claims.is_empty();
}

/// What is asked on some days only, where it is not known how, is not asked always.
pub(super) fn without_duties(mut reading: Reading) -> Reading {
    reading.claims.retain(|claim| !claim.is_limit() && claim.key != "required");
    reading.understood &= !reading.claims.is_empty();
    reading
}

/// Whether all values of a list are days of the week.
pub(super) fn are_days(list: &str) -> bool {
    let day = |value: &str| {
        let tables = words::ALL.iter().flat_map(|language| [language.calendar.weekdays, language.calendar.short]);
        tables.flatten().any(|(name, _)| *name == value)
    };
    let values = entries(list);
    !values.is_empty() && values.iter().all(|(value, _)| day(&value.to_lowercase()))
}

/// A column of days takes no words of a list: what says which days it takes may stand before what says that it has days.
pub(super) fn no_lists_of_words(draft: &mut Draft) {
    for sheet in &mut draft.sheets {
        let ruled = |name: &str| {
            let of = format!(" FROM {name})");
            sheet.rules.iter().flat_map(|rule| &rule.lines).any(|(key, value)| key == "check" && value.contains(&of))
        };
        for column in &mut sheet.columns {
            if ruled(&column.name) {
                column.lines.remove("allowed");
            }
        }
    }
}

/// `EXTRACT(ISODOW FROM arrival) BETWEEN 1 AND 5`
static TERM: LazyLock<Option<Regex>> = LazyLock::new(|| {
    Regex::new(r"EXTRACT\((?:ISODOW|MONTH|DAY) FROM ([a-z_][a-z0-9_]*)\) (?:= \d+|<> \d+|(?:NOT )?IN \([\d, ]+\)|(?:NOT )?BETWEEN \d+ AND \d+)").ok()
});

/// A condition without its terms of days of the week and months of columns that have days, which are exact.
pub(super) fn without_terms(condition: &str, columns: &[DraftColumn]) -> String {
    let Some(pattern) = TERM.as_ref() else { return condition.to_owned() };
    let of_days = |name: &str| columns.iter().any(|column| column.name == name && has_days(column));
    let term = |found: &Captures<'_>| if of_days(&found[1]) { String::new() } else { found[0].to_owned() };
    pattern.replace_all(condition, term).into_owned()
}

/// Whether a word is a day of the week in another form than a cell has, which is the first of each: `Saturdays`, `samstags`.
fn is_adverb(word: &str, language: &Language) -> bool {
    let names = language.calendar.weekdays;
    let found = names.iter().position(|(name, _)| *name == word);
    found.is_some_and(|found| names[..found].iter().any(|(_, day)| *day == names[found].1))
}

/// Whether a clause behind the first one begins with a kind of rows: `yyyy-mm-dd; winter surveys from November to February only`.
fn is_of_some_rows(
    (sentence, language): (&Sentence, &Language),
    run: &Run,
    (sheet, column): Place,
    draft: &Draft,
) -> bool {
    let ends = |at: usize| sentence.gap(at).contains([',', ';', ':', '(', '–']);
    let Some(from) = (0..run.words.start).rev().find(|at| ends(*at)).map(|at| at + 1) else { return false };
    let known = [
        language.only, language.every, language.articles, language.small, language.negations, language.none,
        language.nobody, language.refused, language.modals, language.copulas, language.verbs, language.give,
        language.choose, language.dates, language.day_nouns, language.calendar.open, language.calendar.closed,
        language.calendar.leads, language.calendar.from, language.obliging, language.between, language.pronouns,
    ];
    let of = &draft.sheets[sheet];
    let called =
        [Some(&of.name), of.columns.first().map(|first| &first.heading), of.columns.get(column).map(|of| &of.heading)];
    // "Bookings from April to October only", where the rows are bookings
    let alike = |word: &str| {
        let begin: String = word.chars().take(ALIKE).collect();
        called.iter().flatten().any(|name| name.to_lowercase().contains(&begin))
    };
    let noun = |at: usize| {
        let word = sentence.word(at);
        word.chars().all(char::is_alphabetic) && !known.iter().any(|words| words.contains(&word)) && !alike(word)
    };
    let led = begin((sentence, language), run);
    (1..=KIND).contains(&led.saturating_sub(from)) && (from..led).any(noun)
}

/// Where what leads to the days begins: `on Sundays`, `for visits on Saturdays`.
fn begin((sentence, language): (&Sentence, &Language), run: &Run) -> usize {
    let leads = |at: &usize| language.calendar.leads.contains(&sentence.word(*at));
    let first = (0..run.words.start).rev().take_while(leads).last().unwrap_or(run.words.start);
    // "For visits on Saturdays"
    match first.checked_sub(2) {
        Some(at) if leads(&at) && sentence.gap(at).is_empty() => at,
        _ => first,
    }
}

/// Whether the days are those until or from which something is to be done: `by Friday`, `before the Monday of the camp`.
fn is_until((sentence, language): (&Sentence, &Language), run: &Run) -> bool {
    let limits = [language.later, language.earlier, language.not_before, language.not_after, language.calendar.until];
    // "From March" has no end.
    let open = run.numbers.len() == 1 && !run.around && qualified(sentence, language.calendar.from, run.words.start);
    open || limits.into_iter().any(|phrases| qualified(sentence, phrases, run.words.start))
}

/// Whether a part of a sentence says that the days of a run are refused, or that no others are; `None` where it says neither.
fn is_denied(
    (sentence, language): (&Sentence, &Language),
    run: &Run,
    (about, named, rows): (&About, bool, bool),
) -> Option<bool> {
    let in_condition =
        conditions::condition_span(sentence, language).is_some_and(|span| span.contains(&run.words.start));
    if is_until((sentence, language), run) || in_condition {
        return None;
    }
    let ends = |at: usize| sentence.gap(at).contains([',', ';', ':', '(', ')', '.', '–']);
    let from = (0..run.words.start).rev().find(|at| ends(*at)).map_or(0, |at| at + 1);
    let until = (run.words.end..sentence.words.len()).find(|at| ends(at - 1)).unwrap_or(sentence.words.len());
    // "A Saturday in the form 31.12.2026 and not before 05.12.2026" denies another thing.
    let joins = |at: &usize| language.and.contains(&sentence.word(*at));
    let goes_on = |at: &usize| joins(at) || language.but.contains(&sentence.word(*at));
    let near = (from..run.words.start).rev().find(joins).map_or(from, |at| at + 1)
        ..(run.words.end..until).find(goes_on).unwrap_or(until);
    let within = |phrases: &[&str], words: &Range<usize>| {
        let inside = |place: Range<usize>| place.start >= words.start && place.end <= words.end;
        phrases.iter().any(|phrase| sentence.find_from(phrase, words.start).is_some_and(inside))
    };
    let whole = from..until;
    let table = language.calendar;
    let any = |tables: &[&[&str]], words: &Range<usize>| tables.iter().any(|phrases| within(phrases, words));
    let not_only = language.negations.iter().any(|word| {
        let mut only = language.only.iter();
        only.any(|only| sentence.find_from(&format!("{word} {only}"), from).is_some())
    });
    let leads = begin((sentence, language), run);
    let is_only = |at: usize| language.only.contains(&sentence.word(at));
    let only = is_only(run.words.end) || (leads.saturating_sub(1)..run.words.start).any(is_only);
    // "On Saturdays a guide is required"
    let duty = sentence.required(language).is_some_and(|place| place.start >= from && place.end <= until);
    if not_only || duty && !only {
        return None;
    }
    let no = [language.negations, language.none, language.nobody];
    let bars = [language.refused, language.except, table.closed];
    let chosen = language.give.contains(&sentence.word(from)) || language.choose.contains(&sentence.word(from));
    let stated = if named {
        let alone = whole.len() <= run.words.len() + BESIDE && (about.column().is_some() || from > 0);
        alone || any(&[language.only, language.obliging, language.modals, language.copulas, table.open], &whole)
    } else {
        // "On Saturdays orders can be changed" does not say that all rows are so, and "parcels are delivered on weekdays" does.
        let done = rows && leads > from && language.copulas.contains(&sentence.word(leads.saturating_sub(2)));
        only || done || leads > from && any(&[language.only, table.open], &whole)
    };
    // "On Saturdays no lunch is served" says nothing of the rows.
    let denied = any(&bars, &near) || any(&no, &near) && (named || rows || any(&[table.open], &whole));
    if denied { Some(true) } else { (stated || chosen || run.around).then_some(false) }
}

/// The columns of days that a sentence limits.
fn columns(
    (sentence, language): (&Sentence, &Language),
    (mentions, about): (&[Mention], &About),
    (draft, reading): (&Draft, &Reading),
    (around, one_day): (bool, bool),
) -> Option<Vec<Place>> {
    let dated = |place: Place| {
        let claimed =
            |claim: &Claim| claim.key == "type" && claim.place() == Some(place) && claim.value.starts_with("\"date");
        is_of_days(place, draft) || reading.claims.iter().any(claimed)
    };
    let span = conditions::condition_span(sentence, language);
    let outside = |mention: &&Mention| span.as_ref().is_none_or(|span| !span.contains(&mention.words.start));
    let mut named: Vec<Place> = mentions.iter().filter(outside).map(|mention| mention.place).collect();
    named.dedup();
    if !named.is_empty() {
        let mut days: Vec<Place> = named.iter().copied().filter(|place| dated(*place)).collect();
        if days.is_empty() && one_day {
            days.extend(named.iter().copied().filter(|place| may_have_days(*place, draft)));
        }
        // "Visits take place on Wednesdays" names the rows by their key.
        let rows = named.iter().all(|place| is_key(*place, draft));
        return match days.is_empty() {
            true => only_day(about, draft)
                .or_else(|| called_day(sentence, about, draft))
                .filter(|_| rows)
                .map(|place| vec![place]),
            false => Some(days),
        };
    }
    if let Some(own) = about.column() {
        // "SAT or SUN" are values.
        let listed = reading.claims.iter().any(|claim| claim.key == "allowed" && claim.place() == Some(own));
        return (dated(own) || !listed && may_have_days(own, draft)).then(|| vec![own]);
    }
    let days = days_in_reach(about, draft);
    match days.as_slice() {
        [only] => Some(vec![*only]),
        [_, _] if around && lasting::both(days[0].0, draft).is_some() => Some(days),
        _ => called_day(sentence, about, draft).map(|place| vec![place]),
    }
}

/// Whether a column of days is named, or of one day one that may have days: "Market day: Tuesday or Saturday" may list what it has.
fn names_column_of_days(mentions: &[Mention], draft: &Draft, one_day: bool) -> bool {
    mentions.iter().any(|mention| is_of_days(mention.place, draft) || one_day && may_have_days(mention.place, draft))
}

/// Whether a column of which nothing is known is called as one of days: `To`, `Due on`.
fn may_have_days((sheet, column): Place, draft: &Draft) -> bool {
    let of = &draft.sheets[sheet].columns[column];
    let called: [fn(&Language) -> &'static [&'static str]; 3] =
        [|language| language.dates, |language| language.start_words, |language| language.end_words];
    called.into_iter().any(|words| is_called_one_of(of, words))
}

/// Whether the rows of a sheet may be called by a column.
fn is_key((sheet, column): Place, draft: &Draft) -> bool {
    column == 0 || crate::keys::identifies(&draft.sheets[sheet].columns[column].heading)
}

fn days_in_reach(about: &About, draft: &Draft) -> Vec<Place> {
    let sheets = draft.sheets.iter().enumerate().filter(|(sheet, _)| about.reaches(*sheet));
    let all = sheets.flat_map(|(sheet, of)| (0..of.columns.len()).map(move |column| (sheet, column)));
    all.filter(|place| is_of_days(*place, draft)).collect()
}

/// The only column of days that a sentence calls by another form of its word: `parcels are delivered on weekdays` of Deliver on.
fn called_day(sentence: &Sentence, about: &About, draft: &Draft) -> Option<Place> {
    let sheets = draft.sheets.iter().enumerate().filter(|(sheet, _)| about.reaches(*sheet));
    let all = sheets.flat_map(|(sheet, of)| (0..of.columns.len()).map(move |column| (sheet, column)));
    let has_days = |(sheet, column): Place| {
        is_of_days((sheet, column), draft)
            || is_called_one_of(&draft.sheets[sheet].columns[column], |language| language.dates)
    };
    let called: Vec<Place> = all.filter(|place| has_days(*place) && is_called(sentence, *place, draft)).collect();
    match called.as_slice() {
        [only] => Some(*only),
        _ => None,
    }
}

/// The only column of days that a text may be about.
fn only_day(about: &About, draft: &Draft) -> Option<Place> {
    match days_in_reach(about, draft).as_slice() {
        [only] => Some(*only),
        _ => None,
    }
}

/// The days of the week and the months that a sentence names.
fn runs(sentence: &Sentence, language: &Language) -> Vec<Run> {
    let mut runs: Vec<Run> = Vec::new();
    let mut at = 0;
    while at < sentence.words.len() {
        let found = run_at((sentence, language), at);
        at = found.as_ref().map_or(at + 1, |run| run.words.end);
        runs.extend(found);
    }
    // Days that are named by their date are none of these; few sentences have either.
    if !runs.is_empty() {
        let dated = days::named(sentence, language);
        runs.retain(|run| !dated.iter().any(|day| run.words.clone().any(|at| day.words.contains(&at))));
    }
    runs
}

/// The run that begins at a word.
fn run_at((sentence, language): (&Sentence, &Language), from: usize) -> Option<Run> {
    let (mut end, part, mut numbers) = named_at((sentence, language), from)?;
    let mut around = false;
    loop {
        let dashed = sentence.is_dashed(end - 1);
        let to = !dashed && language.to.contains(&sentence.word(end));
        let joined = [language.and, language.or].iter().any(|words| words.contains(&sentence.word(end)));
        let listed = sentence.gap(end - 1).trim() == ",";
        // "Between March and November"
        let to = to || end == from + 1 && joined && qualified(sentence, language.calendar.both, from);
        let mut next = end + usize::from(to || joined);
        if joined {
            next += (next..).take_while(|at| language.calendar.leads.contains(&sentence.word(*at))).count();
        }
        let ranged = dashed || to;
        let found = (ranged || joined || listed).then(|| named_at((sentence, language), next)).flatten();
        let Some((behind, _, more)) = found.filter(|(_, same, _)| *same == part) else { break };
        if let (true, [first], [last]) = (ranged, numbers.as_slice(), more.as_slice()) {
            around |= first == last;
            numbers = between(*first, *last, part);
        } else {
            numbers.extend(more);
        }
        end = behind;
    }
    numbers.sort_unstable();
    numbers.dedup();
    let short = is_short((sentence, language), from) && numbers.len() < 2;
    (!short).then_some(Run { words: from..end, part, numbers, around })
}

/// From one to another, over the end of the week or of the year where they are the other way round.
fn between(first: u8, last: u8, part: Part) -> Vec<u8> {
    let count = part.count();
    let steps = (last + count - first) % count;
    (0..=steps).map(|step| (first - 1 + step) % count + 1).collect()
}

/// Whether a word is a shortened day of the week, as it is between two others only.
fn is_short((sentence, language): (&Sentence, &Language), at: usize) -> bool {
    language.calendar.short.iter().any(|(word, _)| *word == sentence.word(at))
}

/// The day of the week or the month at a word: where it ends, which part of a day it is, and its numbers.
fn named_at((sentence, language): (&Sentence, &Language), at: usize) -> Option<(usize, Part, Vec<u8>)> {
    let word = sentence.word(at);
    if word.is_empty() {
        return None;
    }
    // "Seulement d'avril à octobre"
    let word = word.rsplit(['\'', '’']).next().unwrap_or(word);
    let table = language.calendar;
    let written = || &sentence.text[sentence.words[at].1.clone()];
    let capital = || written().starts_with(char::is_uppercase);
    let one = |names: &[(&str, u8)]| names.iter().find(|(name, _)| *name == word).map(|(_, number)| *number);
    if let Some(day) = one(table.weekdays).or_else(|| one(table.short).filter(|_| capital())) {
        return Some((at + 1, Part::Weekday, vec![day]));
    }
    let group = |(phrase, days): &(&str, &[u8])| Some((sentence.ends_at(phrase, at)?, Part::Weekday, days.to_vec()));
    if let Some(found) = table.groups.iter().find_map(group) {
        return Some(found);
    }
    let month = language.months.iter().find(|(name, _)| *name == word).map(|(_, month)| *month)?;
    // "Rows may have…", and a month beside a number is that of one day or year.
    let numbered = |at: usize| sentence.word(at).starts_with(|each: char| each.is_ascii_digit());
    let verb = table.also_verbs.contains(&word) && !(at > 0 && capital());
    let beside = at > 0 && numbered(at - 1) || numbered(at + 1);
    (!verb && !beside).then(|| Some((at + 1, Part::Month, vec![u8::try_from(month).ok()?])))?
}
