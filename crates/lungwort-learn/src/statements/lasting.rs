//! How long what a row is about may last: `a loan may last 28 days at most`, `no hire runs longer than two weeks`. The days are those of
//! the two columns that say when it begins and when it ends.

use super::by_value::entries;
use super::codes::qualified;
use super::days_of_rows::{are_ends, is_headed, is_of_days};
use super::for_values::is_form_of;
use super::sentence::Sentence;
use super::so_far::{Span, spans, spans_in};
use super::subject::{Mention, Place};
use super::words::Language;
use super::{About, Claim, Confidence, Reading, Target};
use crate::draft::Draft;
use lungwort_core::rulebook::toml_text::quoted;

/// Letters of a kind by which rows are called, at least.
const SHORTEST: usize = 3;

/// What a sentence says of the time between the day on which something begins and the one on which it ends.
pub(super) fn read(
    (sentence, language): (&Sentence, &Language),
    (mentions, about): (&[Mention], &About),
    draft: &Draft,
) -> Reading {
    let days = spans(sentence, language);
    // "No shift is longer than 6 hours" is of the times at which it begins and ends.
    let of_times = days.is_empty();
    let spans = if of_times { spans_in(sentence, language, language.spans_of_times) } else { days };
    if spans.is_empty() || !sentence.has(language.lasting) || sentence.is_question() {
        return Reading::default();
    }
    let ends = (0..draft.sheets.len()).filter(|sheet| about.reaches(*sheet)).filter_map(|sheet| {
        if of_times { ends_among(sheet, draft, |place| is_of_times(place, draft)) } else { both(sheet, draft) }
    });
    let ends: Vec<(Place, Place)> = ends.collect();
    let [(begin, end)] = ends.as_slice() else { return Reading::default() };
    // What is said of other columns is no span of days of these.
    let is_other = |mention: &Mention| {
        let (sheet, column) = mention.place;
        let of_rows = column == 0 || crate::keys::identifies(&draft.sheets[sheet].columns[column].heading);
        // "A tent may not be hired for more than 14 days"
        mention.place != *begin && mention.place != *end && !of_rows && (of_times || mention.words.start > 1)
    };
    if mentions.iter().any(is_other) {
        return Reading::default();
    }
    let name = |(sheet, column): Place| &draft.sheets[sheet].columns[column].name;
    // "A guest card is valid for no more than 14 days, all others for a year at most"
    let kind = kind_named(sentence, spans[0].at, (draft, begin.0));
    let others = |span: &Span| {
        let led = |phrase: &str| (0..span.at).any(|at| sentence.ends_at(phrase, at).is_some());
        language.all_other.iter().any(|phrase| led(phrase))
    };
    let rule = |key, said: &str| Claim {
        on: Target::Rule(begin.0),
        key,
        value: quoted(said),
        confidence: Confidence::Confirm,
    };
    let claims = |span: &Span| {
        let check = format!("{} {} {} + {}", name(*end), sign(sentence, language, span)?, name(*begin), span.written);
        let when = kind.as_ref().map(|(place, value)| {
            let sign = if others(span) { "<>" } else { "=" };
            format!("{} {sign} '{}'", name(*place), value.replace('\'', "''"))
        });
        Some(std::iter::once(rule("check", &check)).chain(when.map(|when| rule("when", &when))))
    };
    // "A stay lasts 7 to 21 days"
    if let [most] = spans.as_slice()
        && let Some(least) = before_range((sentence, language), most.at)
        && kind.is_none()
    {
        let unit = most.written.rsplit(' ').next().unwrap_or_default();
        let from = format!("{} >= {} + INTERVAL '{least}' {unit}", name(*end), name(*begin));
        let to = format!("{} <= {} + {}", name(*end), name(*begin), most.written);
        return Reading::of(with_types(
            (*begin, *end),
            of_times,
            vec![rule("check", &from), rule("check", &to)],
            draft,
        ));
    }
    let rules: Vec<Claim> = spans.iter().filter_map(claims).flatten().collect();
    Reading::of(with_types((*begin, *end), of_times, rules, draft))
}

/// Rules of two columns of times, with their kind where nothing is known of it.
fn with_types((begin, end): (Place, Place), of_times: bool, rules: Vec<Claim>, draft: &Draft) -> Vec<Claim> {
    let mut claims = Vec::new();
    for place in [begin, end] {
        if of_times && !rules.is_empty() && !draft.sheets[place.0].columns[place.1].lines.has("type") {
            let (on, value) = (Target::Column(place), quoted("time"));
            claims.push(Claim { on, key: "type", value, confidence: Confidence::Confirm });
        }
    }
    claims.extend(rules);
    claims
}

/// Whether a column has times of day, or may have them: nothing is known of its kind.
pub(super) fn is_of_times((sheet, column): Place, draft: &Draft) -> bool {
    let lines = &draft.sheets[sheet].columns[column].lines;
    match lines.get("type") {
        Some(kind) => kind.value == "\"time\"",
        None => !["allowed", "pattern", "format", "yes_no", "length"].iter().any(|key| lines.has(key)),
    }
}

/// The number before the last one of a range: the 7 of `7 to 21 days`.
fn before_range((sentence, language): (&Sentence, &Language), at: usize) -> Option<f64> {
    let before = at.checked_sub(1)?;
    let joins = [language.to, language.and].iter().any(|words| words.contains(&sentence.word(before)));
    let first = if joins { before.checked_sub(1)? } else { before };
    let led = joins && (language.to.contains(&sentence.word(before)) || qualified(sentence, language.between, first));
    let number = sentence.number(first, language).map(f64::abs).filter(|number| number.fract() == 0.0)?;
    let last = sentence.number(at, language)?.abs();
    ((led || sentence.is_dashed(first)) && number < last).then_some(number)
}

/// The column and its value that is named before a word, in whatever case or number, where no other is.
pub(super) fn kind_named(sentence: &Sentence, before: usize, within: (&Draft, usize)) -> Option<(Place, String)> {
    kind_among(sentence, 0..before, within)
}

/// The same, among some words.
pub(super) fn kind_among(
    sentence: &Sentence,
    among: std::ops::Range<usize>,
    (draft, sheet): (&Draft, usize),
) -> Option<(Place, String)> {
    let columns = draft.sheets.get(sheet)?.columns.iter().enumerate();
    let of = |(column, of): (usize, &crate::draft::DraftColumn)| {
        let list = entries(&of.lines.get("allowed")?.value);
        let named = |text: &str| {
            let lower = text.to_lowercase();
            let is_so = |at: usize| {
                let word = sentence.word(at);
                word.len() >= SHORTEST && (word == lower || is_form_of(word, &lower))
            };
            among.clone().any(is_so)
        };
        let mut found = list.iter().filter(|(value, label)| named(value) || label.as_deref().is_some_and(named));
        let (value, _) = found.next()?;
        found.next().is_none().then(|| ((sheet, column), value.clone()))
    };
    let mut found = columns.filter_map(of);
    found.next().filter(|_| found.next().is_none())
}

/// Whether a span of time is the longest or the shortest: `at most 28 days`, `two days at least`, `no longer than`.
fn sign(sentence: &Sentence, language: &Language, span: &Span) -> Option<&'static str> {
    let behind = |phrases: &[&str]| {
        let joined = sentence.gap(span.end - 1).is_empty();
        joined && phrases.iter().any(|phrase| sentence.ends_at(phrase, span.end).is_some())
    };
    // "At most four weeks after Out" says from when on.
    if behind(language.later) || behind(language.earlier) {
        return None;
    }
    let said = |phrases: &[&str]| qualified(sentence, phrases, span.at);
    let bars = [language.negations, language.none, language.nobody, language.refused];
    let denied = bars.into_iter().any(|words| sentence.has(words));
    let longer = said(language.longer) || said(language.above);
    let shorter = said(language.shorter) || said(language.below);
    let most = said(language.at_most) || behind(language.at_most) || behind(language.or_less) || longer && denied;
    let least = said(language.at_least) || behind(language.at_least) || behind(language.or_more) || shorter && denied;
    match (most, least) {
        (true, false) => Some("<="),
        (false, true) => Some(">="),
        _ => None,
    }
}

/// The column of a sheet that says on which day something begins, and the one on which it ends, where no others do.
pub(super) fn both(sheet: usize, draft: &Draft) -> Option<(Place, Place)> {
    ends_among(sheet, draft, |place| is_of_days(place, draft))
}

/// The two columns of a kind between which something lasts.
fn ends_among(sheet: usize, draft: &Draft, is_of_kind: impl Fn(Place) -> bool) -> Option<(Place, Place)> {
    let columns = (0..draft.sheets[sheet].columns.len()).map(|column| (sheet, column));
    let days: Vec<Place> = columns.filter(|place| is_of_kind(*place)).collect();
    let name = |(sheet, column): Place| draft.sheets[sheet].columns[column].name.as_str();
    let checks = || draft.sheets[sheet].rules.iter().flat_map(|rule| &rule.lines).filter(|(key, _)| key == "check");
    // "Back must not be before Out" has said which comes first.
    let is_said = |begin: Place, end: Place| {
        let said = [">", ">="].map(|sign| quoted(&format!("{} {sign} {}", name(end), name(begin))));
        checks().any(|(_, check)| said.contains(check))
    };
    let pairs = days.iter().flat_map(|begin| days.iter().map(move |end| (*begin, *end)));
    let mut pairs =
        pairs.filter(|(begin, end)| begin != end && (are_ends(*begin, *end, draft) || is_said(*begin, *end)));
    match (pairs.next(), pairs.next()) {
        (Some(first), None) => Some(first),
        (None, _) => out_and_back(&days, draft),
        _ => None,
    }
}

/// When something is given out, and when it is due: `Collected`, and the first of `Due back` and `Returned`.
fn out_and_back(days: &[Place], draft: &Draft) -> Option<(Place, Place)> {
    let mut out = days.iter().filter(|place| is_headed(**place, draft, |language| language.given_out));
    let back = days.iter().find(|place| is_headed(**place, draft, |language| language.given_back))?;
    let begin = out.next().filter(|begin| *begin < back && out.next().is_none())?;
    Some((*begin, *back))
}
