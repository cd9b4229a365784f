//! How old somebody has to be on a day: `at least 6 years old on 1 September 2026`, `under 16 on 1 May 2027`. It limits the day of
//! birth by another day than the one that is named.

use jiff::Span;
use jiff::civil::Date;

use super::by_value::entries;
use super::codes::qualified;
use super::conditions::{condition_of, conditional_at};
use super::counted_rows::has_word;
use super::days::{self, Named};
use super::days_of_rows::is_of_days;
use super::for_values::{is_any_of, is_form_of};
use super::sentence::Sentence;
use super::subject::{Mention, Place};
use super::words::{self, Language};
use super::{About, Claim, Confidence, Reading, Target};
use crate::draft::{Draft, DraftColumn};
use lungwort_core::cell::fold::without_accents;
use lungwort_core::rulebook::toml_text::quoted;

/// Ages are not above this, in whatever they are counted.
const OLDEST: f64 = 120.0;

/// Words between an age and the day on which it counts, at most.
const APART: usize = 6;

/// Words from what denies an age to it, at most.
const DENIED: usize = 4;

/// Keys of what is said of a day that is no limit of the column but the one on which an age counts.
const LIMITS: &[&str] = &["min", "max", "above", "below", "check", "when"];

/// Puts the days of birth that an age makes into the place of what the day itself would limit.
pub(super) fn read(
    (sentence, language): (&Sentence, &Language),
    (mentions, places, about): (&[Mention], &[Place], &About),
    draft: &Draft,
    reading: &mut Reading,
) {
    let days = days::named(sentence, language);
    let [on] = days.as_slice() else { return };
    let Some(place) = column_of_births(places, about, draft) else { return };
    let limits = limits((sentence, language), on);
    if limits.is_empty() {
        return;
    }
    let of_another = |claim: &Claim| {
        matches!(claim.key, "type" | "date_format") && claim.place().is_some_and(|other| other != place)
    };
    let name = |(sheet, column): Place| draft.sheets[sheet].columns[column].name.clone();
    // "If Role is BAR, at least 18 on 1 May 2027" is said of some rows.
    let conditional = conditional_at(sentence, language).is_some();
    let kind = rows_named(sentence, place.0, draft);
    let some = conditional || kind.is_some();
    let when = condition_of(sentence, language, mentions, &name).filter(|_| conditional);
    // "Tadpoles are at most 6"; what is denied of them is not known.
    let when = when.or_else(|| kind.filter(|_| !conditional && !sentence.has(language.negations)));
    // The age is no number that the column holds.
    let of_age = |claim: &Claim| claim.key == "type" && claim.place() == Some(place) && !claim.value.contains("date");
    let narrows = |claim: &Claim| some && matches!(claim.key, "required" | "required_when" | "blank_when");
    reading
        .claims
        .retain(|claim| !LIMITS.contains(&claim.key) && !of_another(claim) && !narrows(claim) && !of_age(claim));
    let claim = |(key, day): (&'static str, Date)| Claim {
        on: Target::Column(place),
        key,
        value: quoted(&day.to_string()),
        confidence: Confidence::Known,
    };
    let on = Target::Column(place);
    reading.claims.push(Claim { on, key: "type", value: quoted("date"), confidence: Confidence::Confirm });
    match when {
        Some(when) => {
            let sign = |key: &str| if key == "min" { ">=" } else { "<=" };
            let term = |(key, day): &(&str, Date)| format!("{} {} DATE '{day}'", name(place), sign(key));
            let check = limits.iter().map(term).collect::<Vec<_>>().join(" AND ");
            let rule = |key, said: &str| {
                let (on, value) = (Target::Rule(place.0), quoted(said));
                Claim { on, key, value, confidence: Confidence::Confirm }
            };
            reading.claims.extend([rule("check", &check), rule("when", &when)]);
        }
        // Of which rows is not known.
        None if some => {
            let offers = limits.into_iter().map(claim);
            reading.claims.extend(offers.map(|claim| Claim { confidence: Confidence::Suggested, ..claim }));
        }
        None => reading.claims.extend(limits.into_iter().map(claim)),
    }
    reading.understood = true;
}

/// The rows that a sentence speaks of by values of a list, where these are of one column.
fn rows_named(sentence: &Sentence, sheet: usize, draft: &Draft) -> Option<String> {
    let plain = |text: &str| without_accents(text).to_lowercase();
    let words: Vec<String> = sentence.words.iter().map(|(word, _)| plain(word)).collect();
    let is_named = |value: &str| {
        let parts: Vec<String> = plain(value).split([' ', '-']).map(str::to_owned).collect();
        let short = value.chars().count() < 3;
        words.windows(parts.len()).enumerate().any(|(at, said)| {
            let last = parts.len() - 1;
            let written = &sentence.text[sentence.words[at].1.start..sentence.words[at + last].1.end];
            let alike =
                said[..last] == parts[..last] && (said[last] == parts[last] || is_form_of(&said[last], &parts[last]));
            alike && (!short || written == value)
        })
    };
    let of_column = |column: &DraftColumn| {
        let list = entries(&column.lines.get("allowed")?.value);
        let named = list.iter().filter(|(value, label)| {
            value.parse::<f64>().is_err() && (is_named(value) || label.as_deref().is_some_and(is_named))
        });
        let values: Vec<String> = named.map(|(value, _)| value.clone()).collect();
        (!values.is_empty()).then(|| is_any_of(&column.name, &values))
    };
    let mut found = draft.sheets[sheet].columns.iter().filter_map(of_column);
    found.next().filter(|_| found.next().is_none())
}

/// How old somebody has to be on a day that another column has: `at least 5 years old on the day of the first lesson`.
pub(super) fn on_another(
    (sentence, language): (&Sentence, &Language),
    (mentions, about): (&[Mention], &About),
    draft: &Draft,
    reading: &mut Reading,
) {
    let ages: Vec<Age> = (0..sentence.words.len()).filter_map(|at| age((sentence, language), at)).collect();
    let (age, until) = match ages.as_slice() {
        [age] => (age, None),
        // "Between 6 and 14 years old"
        [first, last] if first.count < last.count && last.at <= first.end + 1 => (first, Some(last)),
        _ => return,
    };
    let own = about.column().filter(|place| is_of_births(*place, draft));
    // "At least 5 years" alone may be anything that lasts.
    let old = own.is_some()
        || [language.or_older, language.older_than, language.younger_than, language.old]
            .into_iter()
            .any(|of| sentence.has(of));
    if !old || !days::named(sentence, language).is_empty() {
        return;
    }
    let Some(birth) = column_of_births(&[], about, draft) else { return };
    let others =
        mentions.iter().map(|mention| mention.place).filter(|place| *place != birth && is_of_days(*place, draft));
    let mut others: Vec<Place> = others.collect();
    // "At the beginning of the stay"
    if others.is_empty() && sentence.has(language.at_first) {
        others.extend(day_of_begin(birth, draft));
    }
    let [on] = others.as_slice() else {
        // "Children: those aged under 16" counts them.
        let other = |mention: &Mention| mention.place != birth;
        let of_rows = || sentence.has(language.modals) && !sentence.text.contains(':');
        let of_all = own.is_some() || about.column().is_none() && (!mentions.iter().any(other) || of_rows());
        if of_all && others.is_empty() && says_no_more((sentence, language), until.unwrap_or(age)) {
            by_today((sentence, language), (birth, age, until), draft, reading);
            return;
        }
        // An age is no number in a column of days of birth; which day it counts on may be said later.
        let of_birth = |claim: &Claim| {
            let number = claim.key == "type" && !claim.value.contains("date");
            claim.place() == Some(birth) && (LIMITS.contains(&claim.key) || number)
        };
        // "Not before 2010" limits the year.
        let is_age = |claim: &Claim| claim.value.parse::<f64>().is_ok_and(|count| count < OLDEST);
        if reading.claims.iter().any(|claim| of_birth(claim) && (is_age(claim) || sentence.has(language.at_first))) {
            reading.claims.retain(|claim| !of_birth(claim));
            reading.understood = !reading.claims.is_empty();
        }
        // "At least 16 years old at the time of the request" is said of a day of birth, however the template writes its days.
        let own = about.column() == Some(birth) && !draft.sheets[birth.0].columns[birth.1].lines.has("type");
        if let Some((form, _)) = draft.day_form.as_ref().filter(|_| own && reading.claims.is_empty()) {
            for (key, value) in [("type", quoted("date")), ("date_format", form.clone())] {
                let on = Target::Column(birth);
                reading.claims.push(Claim { on, key, value, confidence: Confidence::Confirm });
            }
        }
        return;
    };
    if on.0 != birth.0 {
        return;
    }
    let Some((sign, more)) = compared((sentence, language), age, until) else { return };
    let checks = checks((name(*on, draft), name(birth, draft)), (sign, age.count + more), until.unwrap_or(age), until);
    reading.claims.retain(|claim| {
        let own = claim.place().is_some_and(|place| place == *on || place == birth);
        let number = claim.key == "type" && claim.place() == Some(birth);
        !(matches!(claim.on, Target::Rule(_)) || own && LIMITS.contains(&claim.key) || number)
    });
    reading.claims.extend(typed_like(birth, *on, draft));
    let on = Target::Rule(birth.0);
    reading.claims.extend(checks.into_iter().map(|check| {
        let value = quoted(&check);
        Claim { on, key: "check", value, confidence: Confidence::Confirm }
    }));
    reading.understood = true;
}

fn name((sheet, column): Place, draft: &Draft) -> &str {
    &draft.sheets[sheet].columns[column].name
}

/// The rules by which somebody is so old on a day.
fn checks((on, birth): (&str, &str), (sign, least): (&str, f64), unit: &Age, until: Option<&Age>) -> Vec<String> {
    let unit = if unit.years { "YEAR" } else { "MONTH" };
    let rule = |sign: &str, count: f64| format!("{on} {sign} {birth} + INTERVAL '{count}' {unit}");
    let mut checks = vec![rule(sign, least)];
    checks.extend(until.map(|last| rule("<", last.count + 1.0)));
    checks
}

/// Whether nothing stands behind an age by which it would be one on another day.
fn says_no_more((sentence, language): (&Sentence, &Language), age: &Age) -> bool {
    let behind = [language.old, language.or_older, language.or_younger];
    let end = behind.into_iter().flatten().flat_map(|phrase| {
        // "Years old" begins with the unit.
        [sentence.ends_at(phrase, age.end - 1), sentence.ends_at(phrase, age.end)].into_iter().flatten()
    });
    let end = end.max().unwrap_or(age.end);
    end >= sentence.words.len() && !sentence.has(language.at_first)
}

/// How old somebody is, where no day is named: by today.
fn by_today(
    (sentence, language): (&Sentence, &Language),
    (birth, age, until): (Place, &Age, Option<&Age>),
    draft: &Draft,
    reading: &mut Reading,
) {
    let conditional = conditional_at(sentence, language).is_some() || rows_named(sentence, birth.0, draft).is_some();
    let Some((sign, more)) = compared((sentence, language), age, until).filter(|_| !conditional) else { return };
    let asked = |claim: &Claim| matches!(claim.key, "required_when" | "blank_when");
    if reading.claims.iter().any(asked) {
        return;
    }
    let unit = until.unwrap_or(age);
    let checks = checks(("CURRENT_DATE", name(birth, draft)), (sign, age.count + more), unit, until);
    reading.claims.retain(|claim| {
        let number = claim.key == "type" && !claim.value.contains("date");
        claim.place() != Some(birth) || !(LIMITS.contains(&claim.key) || number)
    });
    let confirm = |on, key, value: &str| Claim { on, key, value: quoted(value), confidence: Confidence::Confirm };
    if !draft.sheets[birth.0].columns[birth.1].lines.has("type") {
        reading.claims.push(confirm(Target::Column(birth), "type", "date"));
    }
    reading.claims.extend(checks.iter().map(|check| confirm(Target::Rule(birth.0), "check", check)));
    reading.understood = true;
}

/// That a column of which nothing is known has days, written as another one has them.
fn typed_like(birth: Place, on: Place, draft: &Draft) -> Vec<Claim> {
    let of_days = [("type", quoted("date"))];
    let form =
        draft.sheets[on.0].columns[on.1].lines.get("date_format").map(|form| ("date_format", form.value.clone()));
    let own = &draft.sheets[birth.0].columns[birth.1];
    let unknown = !own.lines.has("type");
    let claims = of_days.into_iter().chain(form).filter(|_| unknown).map(|(key, value)| Claim {
        on: Target::Column(birth),
        key,
        value,
        confidence: Confidence::Confirm,
    });
    claims.collect()
}

/// How the day is compared with the one on which somebody is so old, and how many years more are meant.
fn compared(
    (sentence, language): (&Sentence, &Language),
    age: &Age,
    until: Option<&Age>,
) -> Option<(&'static str, f64)> {
    let said = |phrases: &[&str]| qualified(sentence, phrases, age.at);
    let behind = |phrases: &[&str]| phrases.iter().any(|phrase| sentence.ends_at(phrase, age.end).is_some());
    // "Nobody under 16", "not older than 65"
    let denied = (age.at.saturating_sub(DENIED)..age.at).any(|at| {
        [language.negations, language.nobody, language.none].iter().any(|of| of.contains(&sentence.word(at)))
    });
    let younger = said(language.below) || said(language.younger_than);
    let older = said(language.above) || said(language.older_than);
    // "Over 16s" are 16 and older.
    let least = until.is_some() || denied && younger || said(language.at_least) || behind(language.or_older);
    if !least && (denied && older || said(language.at_most) || behind(language.or_younger)) {
        Some(("<", 1.0))
    } else if least || older {
        Some((">=", 0.0))
    } else {
        younger.then_some(("<", 0.0))
    }
}

/// The column of the sheet that says on which day something begins, where it is the only one.
fn day_of_begin(birth: Place, draft: &Draft) -> Option<Place> {
    let begins = |place: &Place| {
        let heading = without_accents(&draft.sheets[place.0].columns[place.1].heading).to_lowercase();
        let known = |word: &str| {
            let mut starts = words::ALL.iter().flat_map(|language| language.start_words).map(|of| without_accents(of));
            word.len() > 2 && starts.any(|of| of == word)
        };
        *place != birth && is_of_days(*place, draft) && heading.split(|each: char| !each.is_alphanumeric()).any(known)
    };
    let mut found = (0..draft.sheets[birth.0].columns.len()).map(|column| (birth.0, column)).filter(begins);
    found.next().filter(|_| found.next().is_none())
}

/// The days between which somebody of such an age on a day was born.
fn limits((sentence, language): (&Sentence, &Language), on: &Named) -> Vec<(&'static str, Date)> {
    let ages: Vec<Age> = (0..sentence.words.len())
        .filter(|at| !on.words.contains(at))
        .filter_map(|at| age((sentence, language), at))
        .filter(|age| is_joined((sentence, language), age, on))
        .collect();
    let begins = |age: &Age| on.day.checked_sub(age.span(1)).and_then(|day| day.tomorrow()).ok();
    let ends = |age: &Age| on.day.checked_sub(age.span(0)).ok();
    let said = |phrases: &[&str], age: &Age| qualified(sentence, phrases, age.at);
    let behind = |phrases: &[&str], age: &Age| phrases.iter().any(|phrase| sentence.ends_at(phrase, age.end).is_some());
    match ages.as_slice() {
        [first, last] if first.count < last.count && last.at <= first.end + 1 => {
            let unit = Age { years: last.years, ..*first };
            [("max", ends(&unit)), ("min", begins(last))]
                .into_iter()
                .filter_map(|(key, day)| Some((key, day?)))
                .collect()
        }
        [age] => {
            let under = said(language.below, age) || said(language.younger_than, age);
            let limit = if said(language.at_most, age) || behind(language.or_younger, age) {
                begins(age).map(|day| ("min", day))
            } else if said(language.at_least, age) || behind(language.or_older, age) || said(language.older_than, age) {
                ends(age).map(|day| ("max", day))
            } else if under {
                ends(age).and_then(|day| day.tomorrow().ok()).map(|day| ("min", day))
            } else {
                None
            };
            limit.into_iter().collect()
        }
        _ => Vec::new(),
    }
}

/// Whether an age is said of a day: "readers under 6 get no card, so nobody born after 31.12.2020" says it of another.
fn is_joined((sentence, language): (&Sentence, &Language), age: &Age, on: &Named) -> bool {
    let between = if age.at < on.words.start { age.end..on.words.start } else { on.words.end..age.at };
    let denied =
        |at: usize| [language.negations, language.nobody].iter().any(|words| words.contains(&sentence.word(at)));
    let apart = between.start.saturating_sub(1)..between.end;
    between.len() <= APART
        && !apart.clone().any(|at| {
            // "At least 14 on the day of the race (18/04/2027)"
            let bracketed = at + 1 == on.words.start && age.at < at;
            sentence.gap(at).contains([',', ';']) || !bracketed && sentence.gap(at).contains('(')
        })
        && !between.clone().any(denied)
}

/// A number that may be an age: its words, and whether it counts years or months.
struct Age {
    at: usize,
    end: usize,
    count: f64,
    years: bool,
}

impl Age {
    /// It as a span of time, and so much more.
    fn span(&self, more: i64) -> Span {
        let count = self.count as i64 + more;
        if self.years { Span::new().years(count) } else { Span::new().months(count) }
    }
}

fn age((sentence, language): (&Sentence, &Language), at: usize) -> Option<Age> {
    let count = sentence.number(at, language).filter(|count| count.fract() == 0.0 && (0.0..OLDEST).contains(count))?;
    let unit = language.spans.iter().find(|(word, _)| *word == sentence.word(at + 1)).map(|(_, unit)| *unit);
    match unit {
        None => Some(Age { at, end: at + 1, count, years: true }),
        Some("YEAR") => Some(Age { at, end: at + 2, count, years: true }),
        Some("MONTH") => Some(Age { at, end: at + 2, count, years: false }),
        Some(_) => None,
    }
}

pub(super) fn is_of_births((sheet, column): Place, draft: &Draft) -> bool {
    let heading = &draft.sheets[sheet].columns[column].heading;
    words::ALL.iter().any(|language| has_word(heading, language.births))
}

/// The column of days of birth that is spoken of, or the only one in reach.
fn column_of_births(places: &[Place], about: &About, draft: &Draft) -> Option<Place> {
    let of_births = |place: &Place| is_of_births(*place, draft);
    if let Some(place) = about.column().or(Some(places).filter(|places| places.len() == 1).map(|places| places[0]))
        && of_births(&place)
    {
        return Some(place);
    }
    let sheets = draft.sheets.iter().enumerate().filter(|(sheet, _)| about.reaches(*sheet));
    let all = sheets.flat_map(|(sheet, of)| (0..of.columns.len()).map(move |column| (sheet, column)));
    let mut found = all.filter(of_births);
    found.next().filter(|_| found.next().is_none())
}
