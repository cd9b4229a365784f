//! Which of two columns comes first: `Date sent is never before Collected on`.

use std::borrow::Cow;

use super::conditions::conditional_at;
use super::sentence::{Sentence, sentences};
use super::subject::Mention;
use super::words::{self, Language};
use super::{Claim, Place, Reading, Target};
use crate::draft::{Confidence, DraftColumn, DraftSheet};
use lungwort_core::rulebook::toml_text::quoted;

/// Words between the two columns at most.
const BETWEEN: usize = 16;

/// Words behind the other column in which it is said what it must not be, at most.
const BEHIND: usize = 4;

/// Words from a denial that begins a sentence to the verb that it denies, at most.
const DENIED: usize = 4;

/// Words between what says that two columns are alike, or not, and the second of them, at most.
const LEADS: usize = 3;

/// Words of a sentence that says nothing but the order of two columns, at most.
const SHORT: usize = 6;

/// What a sentence says of the order of two columns.
pub(super) fn read(
    sentence: &Sentence,
    language: &Language,
    (mentions, own): (&[Mention], Option<Place>),
    name: &dyn Fn(Place) -> String,
) -> Reading {
    // "Only if returned after due back" is a condition, and says nothing of when the column beside it is.
    if let (Some(_), [other], Some(at)) = (own, mentions, conditional_at(sentence, language))
        && at < other.words.start
        && !(at..other.words.start).any(|at| sentence.gap(at).contains([',', ';']))
    {
        return Reading::default();
    }
    // Beside a column, the sentence need not name it: `hh:mm, later than Start`.
    let with_own: Vec<Mention>;
    let mentions = match (own, mentions) {
        (Some(place), [_]) => {
            with_own = std::iter::once(Mention { place, words: 0..0 }).chain(mentions.iter().cloned()).collect();
            &with_own
        }
        _ => mentions,
    };
    let order = |pair: &[Mention]| of_two(sentence, language, (mentions, pair));
    let mut claims: Vec<Claim> = Vec::new();
    for (one, other, sign, of_size) in mentions.windows(2).filter_map(order) {
        let ahead = ahead(sentence, language, mentions.iter().rfind(|mention| mention.place == other));
        claims.push(Claim {
            on: Target::Rule(one.0),
            key: "check",
            value: quoted(&format!("{} {sign} {}{ahead}", name(one), name(other))),
            confidence: Confidence::Known,
        });
        // Numbers are not compared letter by letter.
        let number = |place| Claim {
            on: Target::Column(place),
            key: "type",
            value: quoted("decimal"),
            confidence: Confidence::Confirm,
        };
        claims.extend([one, other].into_iter().filter(|_| of_size).map(number));
    }
    claims.extend(alike(sentence, language, mentions, name));
    let signed = |own| signed((sentence, language), own, mentions, name);
    claims.extend(own.and_then(signed).filter(|_| claims.is_empty()));
    Reading::of(claims)
}

/// What is added to a column, or taken off, before it is compared: `>= Born + 42 days`.
fn ahead(sentence: &Sentence, language: &Language, other: Option<&Mention>) -> String {
    let said = || {
        let at = other?.words.end;
        let sign = match sentence.gap(at.checked_sub(1)?).trim() {
            "+" => '+',
            "-" | "–" | "−" => '-',
            _ => return None,
        };
        let count = sentence.number(at, language)?;
        let (_, unit) = language.spans.iter().find(|(word, _)| *word == sentence.word(at + 1))?;
        Some(format!(" {sign} INTERVAL '{count}' {unit}"))
    };
    said().unwrap_or_default()
}

/// `>= Valid from`, beside a column.
fn signed(
    (sentence, language): (&Sentence, &Language),
    own: Place,
    mentions: &[Mention],
    name: &dyn Fn(Place) -> String,
) -> Option<Claim> {
    let other = mentions.iter().find(|mention| mention.place != own && mention.place.0 == own.0)?;
    let before = sentence.text[..sentence.words.get(other.words.start)?.1.start].trim_end();
    let signs = [(">=", ">="), ("≥", ">="), ("<=", "<="), ("≤", "<="), (">", ">"), ("<", "<")];
    let (_, sign) = signs.into_iter().find(|(sign, _)| before.ends_with(sign))?;
    Some(Claim {
        on: Target::Rule(own.0),
        key: "check",
        value: quoted(&format!("{} {sign} {}{}", name(own), name(other.place), ahead(sentence, language, Some(other)))),
        confidence: Confidence::Known,
    })
}

/// Whether what is said between two columns goes on about the first of the sentence: "To may be left out…, otherwise it must not be before
/// From", and "Returned: empty as long as the tool is out; never before Lent on", which is of Returned in both of its clauses.
fn is_of_first(sentence: &Sentence, language: &Language, (mentions, pair): (&[Mention], &[Mention])) -> bool {
    let [one, other] = pair else { return false };
    let between = sentence.words.get(one.words.end..other.words.start.max(one.words.end)).unwrap_or_default();
    let labelled = |first: &&Mention| {
        first.words.start == 0 && first.words.end.checked_sub(1).is_some_and(|last| sentence.gap(last).contains(':'))
    };
    // "With fish: how many birds carried fish - never more than Birds"
    let ends = |at: usize| sentence.gap(at).contains(';') || matches!(sentence.gap(at), "-" | "–" | "—");
    let clauses = (one.words.end.max(1) - 1..other.words.start.max(1) - 1).any(ends);
    between.iter().any(|(word, _)| language.pronouns.contains(&word.as_str()))
        || clauses && mentions.first().filter(labelled).is_some()
}

/// The order of two columns that are named one after the other: the first, the other, the sign between them, and whether numbers are
/// compared.
pub(super) fn of_two(
    sentence: &Sentence,
    language: &Language,
    (mentions, pair): (&[Mention], &[Mention]),
) -> Option<(Place, Place, &'static str, bool)> {
    let ([one, other], true) = (pair, pair[0].place.0 == pair[1].place.0 && pair[0].place != pair[1].place) else {
        return None;
    };
    let pronoun = is_of_first(sentence, language, (mentions, pair));
    let one = mentions.first().filter(|_| pronoun).unwrap_or(one);
    if one.place == other.place {
        return None;
    }
    let (from, to) = (one.words.end, other.words.start);
    let implied = one.words.is_empty();
    if to < from || to - from > BETWEEN && !implied && !pronoun {
        return None;
    }
    // "The species; the list follows the genus" says nothing of the two.
    let parted = (from.max(1) - 1..to).rev().find(|at| sentence.gap(*at).contains(';'));
    if parted.is_some_and(|at| at + 1 < to && language.every.first() == Some(&sentence.words[at + 1].0.as_str())) {
        return None;
    }
    let within = |phrases: &[&str]| {
        let found = phrases.iter().filter_map(|phrase| sentence.find_from(phrase, from));
        found.filter(|place| place.end <= to).min_by_key(|place| (place.start, std::cmp::Reverse(place.end)))
    };
    let behind = |phrases: &[&str]| denied_behind(sentence, language, (other, phrases));
    if within(language.or_equal).is_some() || within(language.same_as).is_some() {
        match (behind(language.earlier), behind(language.later)) {
            (true, false) => return Some((one.place, other.place, ">=", false)),
            (false, true) => return Some((one.place, other.place, "<=", false)),
            _ => {}
        }
    }
    let found = nearer(sentence, (within(language.earlier), within(language.later)));
    let (place, sign) = match found {
        (Some(place), None) => (place, '<'),
        // "At most four weeks after Out" is another limit.
        (None, Some(place)) if is_so_far(sentence, language, from..place.start) => return None,
        (None, Some(place)) => (place, '>'),
        // "Maximum weight 80 kg, maximum height 250 cm"
        _ if (from..to).any(|at| sentence.number(at, language).is_some()) => return None,
        // "The price must be at least the cost"
        _ => {
            let (least, most) = (within(language.at_least), within(language.at_most));
            let (place, sign) = least.map(|place| (place, ">=")).or(most.map(|place| (place, "<=")))?;
            let near = (place.end..to).all(|at| language.every.contains(&sentence.words[at].0.as_str()));
            return (near && sentence.has(language.obliging)).then_some((one.place, other.place, sign, true));
        }
    };
    let at_once = !pronoun && !implied && other.words.start <= place.end + 1;
    if says_more((sentence, language), (&place, to), at_once) {
        return None;
    }
    // The word stands right before the other column, but for an article.
    // "Before the date received"
    if to - place.end > 1 && !(place.end..to).all(|at| leads_up(sentence, language, at)) {
        return None;
    }
    let equal = within(language.or_equal).is_some();
    let not = within(language.negations).is_some_and(|not| not.end <= place.start)
        || !implied && is_denied_verb(sentence, language, one);
    // "Return lies after Outward" says no more than that.
    let short = is_short(sentence, one.words.end..to);
    let asks = not || equal || implied || sentence.has(language.obliging) || short;
    let sign = match (sign, not) {
        ('<', true) | ('>', false) if not || equal => ">=",
        ('>', true) | ('<', false) if not || equal => "<=",
        ('<', false) => "<",
        _ => ">",
    };
    let of_size = within(language.of_size).is_some_and(|words| words.start == place.start);
    let modal = within(language.modals).is_some() || within(language.may).is_some() || sentence.has(language.otherwise);
    let refused = sentence.any(language.refused).is_some_and(|refused| refused.start >= other.words.end);
    let sign = if refused && !modal { contrary(sign) } else { sign };
    (asks || refused).then_some((one.place, other.place, sign, of_size))
}

/// Of `not after 31/08/2027 and never before Harvested on` what is said of the other column, and not of the day.
fn nearer(
    sentence: &Sentence,
    found: (Option<std::ops::Range<usize>>, Option<std::ops::Range<usize>>),
) -> (Option<std::ops::Range<usize>>, Option<std::ops::Range<usize>>) {
    let digits = |at: usize| sentence.word(at).bytes().any(|byte| byte.is_ascii_digit());
    let day = |from: usize, to: usize| (from..to).any(digits);
    match found {
        (Some(one), Some(other)) if other.end <= one.start && day(other.end, one.start) => (Some(one), None),
        (Some(one), Some(other)) if one.end <= other.start && day(one.end, other.start) => (None, Some(other)),
        both => both,
    }
}

/// Whether more is said than which comes first: `at least 14 days before Start`; or another thing: `no more than 6 pupils`.
fn says_more(
    (sentence, language): (&Sentence, &Language),
    (place, to): (&std::ops::Range<usize>, usize),
    at_once: bool,
) -> bool {
    let span = at_once && super::so_far::span(sentence, language).is_some_and(|span| span.end == place.start);
    span || (place.end..to).any(|at| sentence.number(at, language).is_some())
}

/// Whether a word only leads up to a column: `before the date received`, `the number of visitors`.
fn leads_up(sentence: &Sentence, language: &Language, at: usize) -> bool {
    let word = sentence.word(at);
    let first = [language.dates, language.times].iter().any(|words| words.first() == Some(&word));
    first || [language.every, language.number, language.owners].iter().any(|words| words.contains(&word))
}

/// Whether the clause in which two columns stand says no more than their order.
fn is_short(sentence: &Sentence, between: std::ops::Range<usize>) -> bool {
    let parted = |at: &usize| sentence.gap(*at).contains([',', ';']);
    let clause = (between.end..sentence.words.len()).find(parted).map_or(sentence.words.len(), |at| at + 1);
    clause.saturating_sub(between.start) <= SHORT
}

/// What is asked for where an order is refused: `rows where End is before Start are refused`.
fn contrary(sign: &'static str) -> &'static str {
    match sign {
        "<" => ">=",
        "<=" => ">",
        ">" => "<=",
        _ => "<",
    }
}

/// Whether it is said how far apart two days may be: `at most four weeks`.
fn is_so_far(sentence: &Sentence, language: &Language, between: std::ops::Range<usize>) -> bool {
    let most = |at: usize| super::codes::qualified(sentence, language.at_most, at);
    between.into_iter().any(|at| sentence.number(at, language).is_some() && most(at))
}

/// `May be the same day as From but not earlier`: what is denied behind the other column.
fn denied_behind(sentence: &Sentence, language: &Language, (other, phrases): (&Mention, &[&str])) -> bool {
    let reach = other.words.end..(other.words.end + BEHIND).min(sentence.words.len());
    let word = |at: usize| sentence.words[at].0.as_str();
    let not = reach.clone().find(|at| language.negations.contains(&word(*at)));
    let first = |phrase: &&str| phrase.split(' ').next().unwrap_or_default().to_owned();
    not.is_some_and(|not| (not + 1..reach.end).any(|at| phrases.iter().any(|phrase| first(phrase) == word(at))))
}

/// `May not end before it starts`: the denial stands before the verb.
fn is_denied_verb(sentence: &Sentence, language: &Language, one: &Mention) -> bool {
    let word = sentence.word(one.words.start);
    let verb = [language.starting, language.ending].iter().any(|verbs| verbs.contains(&word));
    let before = one.words.start.checked_sub(1).map_or("", |at| sentence.word(at));
    // "No hire may end before it starts"
    let none = language.none.contains(&sentence.word(0)) && one.words.start <= DENIED;
    verb && (language.negations.contains(&before) || none)
}

/// `The debits of a movement must equal its credits`: sums that are the same, of each group where one is named.
pub(super) fn balance(
    sentence: &Sentence,
    language: &Language,
    mentions: &[Mention],
    name: &dyn Fn(Place) -> String,
) -> Reading {
    let Some(balances) = sentence.any(language.balance) else { return Reading::default() };
    // The group stands behind "of each" or "per".
    let grouped = |mention: &&Mention| {
        let before = |phrase: &&str| {
            (0..mention.words.start)
                .any(|at| sentence.find_from(phrase, at).is_some_and(|place| place.end == mention.words.start))
        };
        language.of_each.iter().any(before)
    };
    let by = mentions.iter().find(grouped).map(|mention| mention.place);
    if by.is_none() && !sentence.has(language.sums) {
        return Reading::default();
    }
    let mut sums: Vec<Place> =
        mentions.iter().map(|mention| mention.place).filter(|place| Some(*place) != by).collect();
    sums.dedup();
    let [one, other] = sums.as_slice() else { return Reading::default() };
    let apart = mentions.iter().any(|mention| mention.words.start > balances.start) || sentence.has(language.and);
    if one.0 != other.0 || !apart || by.is_some_and(|by| by.0 != one.0) {
        return Reading::default();
    }
    let check = format!("SUM({}) = SUM({})", name(*one), name(*other));
    Reading::of(vec![Claim {
        on: Target::Group(one.0, by.map(|(_, column)| column)),
        key: "check",
        value: quoted(&check),
        confidence: Confidence::Suggested,
    }])
}

/// Whether a column is named as what another one is compared with.
pub(super) fn is_compared(sentence: &Sentence, language: &Language, mention: &Mention) -> bool {
    let at = mention.words.start;
    let phrases =
        [language.earlier, language.later, language.at_most, language.at_least, language.above, language.below];
    // "If the price is over 10, the plate…" compares the price with a number.
    let joined =
        |end: usize| (end.max(1) - 1..at).all(|word| !sentence.gap(word).contains([',', ';'])) && at - end <= 1;
    phrases.into_iter().flatten().any(|phrase| {
        (at.saturating_sub(6)..at)
            .any(|from| sentence.ends_at(phrase, from).is_some_and(|end| end <= at && joined(end)))
    })
}

/// "Two letters and five digits, not lower than the first": what is compared so is no number, nor is what it is compared with. Returns the
/// names of such columns.
fn letters_are_no_numbers(sheet: &mut DraftSheet, checks: &[String]) -> Vec<String> {
    let has_letters = |column: &DraftColumn| {
        let counts = column.lines.get("pattern").filter(|line| line.confidence > Confidence::Suggested);
        counts.is_some_and(|line| line.value.contains("[A-Z") || line.value.contains("[a-z"))
    };
    let mut names: Vec<String> = Vec::new();
    for column in sheet.columns.iter().filter(|column| has_letters(column)) {
        let compared = checks.iter().filter_map(|check| match check.split(' ').collect::<Vec<_>>().as_slice() {
            [one, _, other] if *one == column.name || *other == column.name => {
                Some([(*one).to_owned(), (*other).to_owned()])
            }
            _ => None,
        });
        names.extend(compared.flatten().chain([column.name.clone()]));
    }
    for column in sheet.columns.iter_mut().filter(|column| names.contains(&column.name)) {
        let tentative = column.lines.get("type").is_some_and(|line| {
            line.confidence == Confidence::Confirm && matches!(line.value.as_str(), "\"decimal\"" | "\"whole\"")
        });
        if tentative {
            column.lines.remove("type");
        }
    }
    names
}

/// Two columns of which one comes before the other are of one kind: what is known of the one is tentative of the other. Returns what
/// somebody should look at.
pub(super) fn same_kinds(sheet: &mut DraftSheet, day_form: Option<&(String, String)>) -> Vec<String> {
    let mut open = Vec::new();
    let checks: Vec<String> = sheet
        .rules
        .iter()
        .flat_map(|rule| &rule.lines)
        .filter(|(key, _)| key == "check")
        .map(|(_, value)| value.trim_matches('"').to_owned())
        .collect();
    let letters = letters_are_no_numbers(sheet, &checks);
    for check in checks {
        let parts: Vec<&str> = check.split(' ').collect();
        for summed in parts.iter().filter_map(|part| part.strip_prefix("SUM(")?.strip_suffix(')')) {
            if let Some(column) = sheet.columns.iter_mut().find(|column| column.name == summed) {
                column.lines.set("type", quoted("decimal"), "its sum is spoken of", Confidence::Confirm);
            }
        }
        // "At most 28 days after the loan" says more of the same two.
        let [one, sign, other, rest @ ..] = parts.as_slice() else { continue };
        if !rest.is_empty() && !check.contains("INTERVAL '") {
            continue;
        }
        if letters.iter().any(|name| name == one || name == other) {
            continue;
        }
        let place = |name: &str| sheet.columns.iter().position(|column| column.name == name);
        let (Some(one), Some(other)) = (place(one), place(other)) else { continue };
        let typed = |at: usize| sheet.columns[at].lines.get("type").is_some();
        let (from, to) = match (typed(one), typed(other)) {
            (true, false) => (one, other),
            (false, true) => (other, one),
            (true, true) => continue,
            // Whether two are the same shows without knowing what they are.
            (false, false) if matches!(*sign, "=" | "<>") => continue,
            (false, false) => {
                open.extend(as_days(sheet, (one, other), (&check, day_form)));
                continue;
            }
        };
        // "Never before the date of the loan", where Loan has codes: another day is meant.
        let is_code = |at: usize| {
            let lines = &sheet.columns[at].lines;
            lines.get("pattern").is_some() && lines.get("type").is_none()
        };
        let of_day = sheet.columns[from].lines.get("type").is_some_and(|line| line.value.contains("date"));
        if of_day && is_code(to) {
            let of_check = |(key, value): &(std::borrow::Cow<'static, str>, String)| {
                key == "check" && value.trim_matches('"') == check
            };
            let wrong = |rule: &&mut crate::draft::DraftRule| rule.lines.iter().any(of_check);
            sheet.rules.iter_mut().filter(wrong).for_each(|rule| rule.confidence = Confidence::Suggested);
            continue;
        }
        let heading = sheet.columns[from].heading.trim().to_owned();
        for key in ["type", "date_format"] {
            let value = sheet.columns[from].lines.get(key).map(|line| line.value.clone());
            if let Some(value) = value {
                let lines = &mut sheet.columns[to].lines;
                lines.set(key, value, format!("it is compared with {heading}"), Confidence::Confirm);
            }
        }
    }
    open
}

/// Two columns of days, of neither of which it is said how its days are written: as the others of the sheet, where these agree;
/// else they are compared where they are plain ISO days, since days compared letter by letter would refuse what is right.
fn as_days(
    sheet: &mut DraftSheet,
    (one, other): (usize, usize),
    (check, day_form): (&str, Option<&(String, String)>),
) -> Option<String> {
    // Codes that are built alike are compared as they are.
    let pattern = |at: &usize| sheet.columns[*at].lines.get("pattern").map(|line| line.value.as_str());
    // A year of four digits is no day.
    if [one, other].iter().all(|at| pattern(at).is_some())
        || [one, other].iter().any(|at| pattern(at) == Some(r"'\d{4}'"))
    {
        return None;
    }
    let is_year = |at: &usize| {
        let heading = sentences(&sheet.columns[*at].heading);
        let word = |word: &str| words::ALL.iter().any(|language| language.year.contains(&word));
        heading.iter().flat_map(|heading| &heading.words).any(|(each, _)| word(each))
    };
    if [one, other].iter().all(is_year) {
        for at in [one, other] {
            sheet.columns[at].lines.set(
                "type",
                quoted("whole"),
                "it is compared with another year",
                Confidence::Confirm,
            );
        }
        return None;
    }
    // "Finish must be after Start" may be of days or of times.
    let times =
        sheet.columns.iter().any(|column| column.lines.get("type").is_some_and(|line| line.value == quoted("time")));
    // "Write dates like 05.03.2026" says that the template has days.
    let has_days = day_form.is_some() && !times;
    if !has_days && [one, other].iter().all(|at| is_begin_or_end(&sheet.columns[*at].heading)) {
        return cast(sheet, (one, other), check, &["DATE", "TIME"]);
    }
    let of = |column: &DraftColumn, key: &str| column.lines.get(key).map(|line| line.value.clone());
    let mut forms: Vec<Option<String>> = sheet
        .columns
        .iter()
        .filter(|column| of(column, "type") == Some(quoted("date")))
        .map(|column| of(column, "date_format"))
        .collect();
    forms.dedup();
    let mut source = "the other days of the sheet";
    if let Some((form, said)) = day_form.filter(|_| forms.is_empty()) {
        forms.push(Some(form.clone()));
        source = said;
    }
    if let [Some(form)] = forms.as_slice() {
        for at in [one, other] {
            let lines = &mut sheet.columns[at].lines;
            lines.set("type", quoted("date"), "it is compared with another day", Confidence::Confirm);
            lines.set("date_format", form.clone(), source, Confidence::Confirm);
        }
        return None;
    }
    let is_time = |at: &usize| {
        let heading = sentences(&sheet.columns[*at].heading);
        let word = |word: &str| words::ALL.iter().any(|language| language.times.first() == Some(&word));
        heading.iter().flat_map(|heading| &heading.words).any(|(each, _)| word(each))
    };
    let kind = if [one, other].iter().all(is_time) { "TIME" } else { "DATE" };
    cast(sheet, (one, other), check, &[kind])
}

/// Whether a heading says that something begins or ends, and neither on which day nor at what time.
fn is_begin_or_end(heading: &str) -> bool {
    let heading = sentences(heading);
    let mut words = heading.iter().flat_map(|heading| &heading.words).peekable();
    let is = |word: &str| {
        words::ALL
            .iter()
            .any(|language| [language.start_words, language.end_words].iter().any(|words| words.contains(&word)))
    };
    words.peek().is_some() && words.all(|(word, _)| is(word))
}

/// Compares two columns of which it is not said how they are written, where they are plain ISO days or times: what is neither is not
/// compared.
fn cast(sheet: &mut DraftSheet, (one, other): (usize, usize), check: &str, kinds: &[&str]) -> Option<String> {
    let mut parts = check.split(' ');
    let (Some(first), Some(_), Some(second)) = (parts.next(), parts.next(), parts.next()) else { return None };
    // Whole days are told of days only.
    let kinds = if check.contains("' DAY") { &kinds[..1] } else { kinds };
    let compared = |kind: &&str| {
        let is_name = |part: &str| part == first || part == second;
        let cast = |part: &str| if is_name(part) { format!("CAST({part} AS {kind})") } else { part.to_owned() };
        check.split(' ').map(cast).collect::<Vec<_>>().join(" ")
    };
    let days = quoted(&kinds.iter().map(compared).collect::<Vec<_>>().join(" AND "));
    let written = if kinds.contains(&"TIME") {
        if kinds.len() > 1 { "yyyy-mm-dd or hh:mm" } else { "hh:mm" }
    } else {
        "yyyy-mm-dd"
    };
    let of_check = |line: &&mut (Cow<'static, str>, String)| line.0 == "check" && line.1 == quoted(check);
    for (_, value) in sheet.rules.iter_mut().flat_map(|rule| &mut rule.lines).filter(|line| of_check(line)) {
        value.clone_from(&days);
    }
    let heading = |at: usize| sheet.columns[at].heading.trim().to_owned();
    Some(format!(
        "{} and {}: how they are written is not said; they are compared where they are written {written}",
        heading(one),
        heading(other)
    ))
}

/// `Sender and Receiver must not be the same`
fn alike(
    sentence: &Sentence,
    language: &Language,
    mentions: &[Mention],
    name: &dyn Fn(Place) -> String,
) -> Option<Claim> {
    let [one, other] = mentions else { return None };
    let (same, differ) = (sentence.any(language.be_same), sentence.any(language.differ));
    let place = same.clone().or_else(|| differ.clone())?;
    let behind = place.start >= other.words.end && place.start - other.words.end <= BETWEEN;
    // "Replaced by must differ from Tag", "it cannot be the same as Tag"
    let ordered = || sentence.has(language.earlier) || sentence.has(language.later) || sentence.has(language.or_equal);
    let leads = (place.end..other.words.start).all(|at| {
        let small = [language.small, language.every, language.owners, language.meaning_signs, language.as_written];
        small.iter().any(|words| words.contains(&sentence.word(at)))
    });
    let between = place.start >= one.words.end && place.end < other.words.start;
    // "The town must match the postcode" does not ask for the same text.
    let alike = differ.is_some() || place.len() > 1;
    let behind = behind || alike && between && leads && other.words.start - place.end <= LEADS && !ordered();
    if one.place == other.place || one.place.0 != other.place.0 || !behind || !sentence.has(language.obliging) {
        return None;
    }
    // "Not the volunteer: must differ from Surname" denies something else.
    let joined = |at: usize| (at..place.start).all(|at| !sentence.gap(at).contains([',', ';', ':', '.']));
    let not = (0..place.start).any(|at| language.negations.contains(&sentence.word(at)) && joined(at));
    let sign = if same.is_some() != not { "=" } else { "<>" };
    let check = format!("{} {sign} {}", name(one.place), name(other.place));
    Some(Claim { on: Target::Rule(one.place.0), key: "check", value: quoted(&check), confidence: Confidence::Known })
}
