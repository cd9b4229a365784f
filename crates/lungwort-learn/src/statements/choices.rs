//! Which values a column takes: `OPEN or SHUT`, `choose from fr, pl, sv`, `A = alive, X = none`, `y/n`.

use std::sync::LazyLock;

use regex::Regex;

use super::in_words::{are_alike, are_numbers, is_denied_by, is_full_list, is_phrase, signs, values};
use super::meanings::{beside, ends_of_scale, explained, is_nothing, pairs};
use super::sentence::{Phrases, Sentence, sentences};
use super::sql_types;
use super::subject::{Mention, Place};
use super::words::{self, Language};
use super::yes_no::{marks_others, only_yes, ticked, yes_no, yes_no_with_reasons};
use super::{Claim, Reading, Target};
use crate::draft::Confidence;
use lungwort_core::rulebook::toml_text::{key, list, quoted};

/// Words before a colon behind which a list stands, at most; and where they say that one follows.
const HEAD: usize = 5;
const LED: usize = 9;
/// Words behind a list that say that others are blank, at most.
const LONGEST_TAIL: usize = 4;

/// What a sentence says of the values of one column. `heading` is the column's; `alone` says that the sentence stands in a place
/// that is about this column, such as its guide row.
pub(super) fn read(
    sentence: &Sentence,
    language: &Language,
    (place, heading, alone): (Place, &Sentence, bool),
    mentions: &[Mention],
) -> Reading {
    let behind = behind_names(sentence, mentions, place, alone);
    if alone && names_values_of_another(sentence, mentions, (place, behind)) {
        return Reading::default();
    }
    let Some((text, behind_colon)) = own_list((sentence, language), (mentions, behind), heading) else {
        return Reading::default();
    };
    let claim = |key, value, confidence| Claim { on: Target::Column(place), key, value, confidence };
    if let Some(values) = sql_types::listed(&sentence.text).filter(|_| alone) {
        return Reading::of(vec![claim("allowed", list(&values), Confidence::Known)]);
    }
    if let Some((yes, no)) = yes_no_with_reasons(sentence, language) {
        return of_yes_and_no((&yes, &no), claim);
    }
    if let Some(pairs) = meant_pairs((sentence, language), text, (alone, behind), mentions.last()) {
        return of_pairs(&pairs, claim);
    }
    let tick =
        (ticked(sentence, language) && !marks_others(sentence, language, (mentions, place))).then(|| list(&["x", "X"]));
    if let Some(one) = tick.or_else(|| only_yes(sentence, language).map(|yes| list(&[yes]))) {
        return Reading::of(vec![claim("allowed", one, Confidence::Confirm)]);
    }
    // "Ja/nein" alone is of no other language.
    let found = yes_no(sentence, language).or_else(|| words::ALL.iter().find_map(|other| yes_no(sentence, other)));
    if let Some((yes, no)) = found {
        return of_yes_and_no((&yes, &no), claim);
    }
    if let Some((standard, named)) = standard_in_any(sentence, language, heading) {
        let confidence = if named { Confidence::Known } else { Confidence::Confirm };
        return Reading::of(vec![claim("allowed", format!("{{ reference = {} }}", quoted(standard)), confidence)]);
    }
    let lead_up = sentence.text[..sentence.words.get(behind).map_or(0, |(_, at)| at.start)].trim_end();
    // `State: 'open', 'shut' or 'sold'`
    let lead_up = lead_up.trim_end_matches(['"', '\'', '“', '„', '«', '‘']).trim_end();
    let colon = behind_colon || lead_up.ends_with([':', '–', '—', '=']) || lead_up.ends_with(" -");
    let signed = alone || colon;
    let lead = lead_of(sentence, language, behind, colon);
    let led_before = sentence.any(language.choose).is_some_and(|place| place.start < behind);
    let barred = lead
        .as_ref()
        .filter(|_| text.contains('|'))
        .map_or(text, |lead| without_remark(sentence.rest(lead.end), language));
    if let Some((key, value, confidence)) = of_one((sentence, heading), language, (behind, alone)) {
        return Reading::of(vec![claim(key, value, confidence)]);
    }
    // "E.g. 05/03/2026" shows a value and lists none.
    let shows = alone && language.example.iter().any(|phrase| sentence.ends_at(phrase, 0).is_some());
    if is_day_in_words(text) || is_unit(text) || shows {
        return Reading::default();
    }
    let amounts = with_commas(text, language).filter(|_| signed).map(|values| (values, Confidence::Confirm));
    if let Some((values, confidence)) = amounts.or(signs(barred, signed).map(|values| (values, Confidence::Known))) {
        return Reading::of(vec![claim("allowed", list(&values), confidence)]);
    }
    let of_kinds = is_of_kinds(heading) && (signed || alone);
    let listed = lead.as_ref().and_then(|lead| Some((led_values((sentence, language), lead, of_kinds)?, true)));
    let listed = listed.or_else(|| values(text, language, (led_before, of_kinds)).map(|values| (values, led_before)));
    let bare = || values(without_remark(&without_brackets(text)?, language), language, (true, of_kinds));
    let listed = listed.or_else(|| Some((bare()?, led_before)));
    let listed = listed.or_else(|| before_column(sentence, language, (mentions, behind)).map(|values| (values, true)));
    let listed = listed.filter(|(values, _)| !name_forms(values, language) && !show_a_mask(values));
    let Some(listed) = listed.map(|(values, led)| (without_capital_of_sentence(values, text), led)) else {
        return Reading::default();
    };
    let whole = if alone { behind == 0 } else { signed };
    let said = confidence(listed, (sentence, language), (heading, whole));
    Reading::of(said.map(|said| of_list(said, heading, claim)).into_iter().collect())
}

/// What a list says of a column: its values, or how its files end.
fn of_list(
    (values, confidence): (Vec<String>, Confidence),
    heading: &Sentence,
    claim: impl Fn(&'static str, String, Confidence) -> Claim,
) -> Claim {
    match endings(&values, heading) {
        Some(regex) => claim("pattern", regex, Confidence::Confirm),
        None => claim("allowed", list(&values), confidence),
    }
}

/// The pattern of names of files that end so, where a list is of endings and the column has files: `Audio file: MP3 or M4A`.
fn endings(values: &[String], heading: &Sentence) -> Option<String> {
    const ENDINGS: &[&str] = &[
        "jpg", "jpeg", "png", "gif", "tif", "tiff", "svg", "webp", "heic", "pdf", "doc", "docx", "odt", "txt", "rtf",
        "xls", "xlsx", "ods", "csv", "zip", "mp3", "m4a", "wav", "ogg", "flac", "mp4", "mov", "avi", "webm", "xml",
        "json",
    ];
    let plain: Vec<String> = values.iter().map(|value| value.trim_start_matches('.').to_lowercase()).collect();
    let all = plain.iter().all(|value| ENDINGS.contains(&value.as_str()));
    let of_files =
        words::in_any(heading, |language| language.of_files) || words::in_any(heading, |language| language.pictures);
    // A column of kinds has the endings themselves.
    let kinds = is_of_kinds(heading);
    (all && of_files && !kinds).then(|| format!("'.*\\.(?i:{})'", plain.join("|")))
}

/// `Goat, calf or sheep`: the first value has its capital from where it stands, as the others have none.
fn without_capital_of_sentence(mut values: Vec<String>, text: &str) -> Vec<String> {
    // Shorter ones are abbreviations: `Stk, kg, m`.
    let small = |value: &str| value.chars().count() >= 3 && !value.chars().any(char::is_uppercase);
    let Some((first, others)) = values.split_first_mut().filter(|(_, others)| !others.is_empty()) else {
        return values;
    };
    let mut letters = first.chars();
    let capital = letters.next().filter(|letter| letter.is_uppercase());
    if let Some(capital) = capital
        && small(letters.as_str())
        && others.iter().all(|other| small(other))
        && text.trim_start_matches([' ', ':', '–', '-']).starts_with(first.as_str())
    {
        *first = capital.to_lowercase().chain(letters).collect();
    }
    values
}

/// A text without what stands in its brackets.
fn without_remarks(text: &str) -> String {
    let mut parts = text.split('(');
    let mut plain = parts.next().unwrap_or_default().to_owned();
    parts.for_each(|part| plain.push_str(part.split_once(')').map_or("", |(_, behind)| behind)));
    plain
}

/// Whether a sentence has nothing but amounts with a decimal comma, behind its label.
pub(super) fn are_amounts(sentence: &Sentence, language: &Language) -> bool {
    let (_, list) = sentence.text.rsplit_once(": ").unwrap_or(("", &sentence.text));
    with_commas(list, language).is_some()
}

/// Amounts with a decimal comma, and nothing else: `15,00 oder 25,00 Euro`.
fn with_commas(text: &str, language: &Language) -> Option<Vec<String>> {
    static AMOUNT: LazyLock<Option<Regex>> = LazyLock::new(|| Regex::new(r"(?-u:\b)[0-9]{1,6},[0-9]{2}(?-u:\b)").ok());
    let amount = AMOUNT.as_ref()?;
    let values: Vec<String> = amount.find_iter(text).map(|found| found.as_str().to_owned()).collect();
    // "12,00 (adultes) ou 6,00 (moins de 18 ans)"
    let rest = amount.replace_all(&without_remarks(text), " ").to_lowercase();
    let joins = |word: &str| {
        word.chars().all(|each| matches!(each, ',' | '/' | '.' | '€')) || ["euro", "euros", "eur"].contains(&word)
    };
    let or = rest.split_whitespace().any(|word| language.or.contains(&word) || word == "/");
    let plain = rest.split_whitespace().all(|word| language.or.contains(&word) || joins(word));
    (values.len() > 1 && or && plain).then_some(values)
}

/// A column of yes and no, with the words for them.
fn of_yes_and_no((yes, no): (&str, &str), claim: impl Fn(&'static str, String, Confidence) -> Claim) -> Reading {
    let words = format!("{{ yes = {}, no = {} }}", quoted(yes), quoted(no));
    Reading::of(vec![claim("type", quoted("yes_no"), Confidence::Known), claim("yes_no", words, Confidence::Known)])
}

/// Whether what looks like values are forms of them: `an e-mail or a phone number`, and `JJ/MM`, a day without its year.
fn name_forms(values: &[String], language: &Language) -> bool {
    let kinds = |value: &String| {
        let formats = language.formats.iter().chain(language.heading_formats);
        formats.into_iter().any(|(phrase, _)| *phrase == value.to_lowercase())
    };
    // "Entweder beide ausfüllen oder keines" tells what to do.
    let tells = |value: &String| {
        value
            .to_lowercase()
            .split(' ')
            .any(|word| language.give_last.contains(&word) || language.fill_in.contains(&word))
    };
    let day = |value: &String| ["jj/mm", "dd/mm", "mm/dd", "tt.mm", "tt.mm."].contains(&value.to_lowercase().as_str());
    values.iter().all(kinds) || values.iter().any(|value| day(value) || tells(value))
}

/// Whether one of some values is how all of them are written: `SO-nnnnn, unique`.
fn show_a_mask(values: &[String]) -> bool {
    values.iter().any(|value| super::masked(value).is_some())
}

/// Whether the values behind the columns that a sentence names are those of another one: `only with Launch = A or W`.
fn names_values_of_another(sentence: &Sentence, mentions: &[Mention], (place, behind): (Place, usize)) -> bool {
    let equated =
        |mention: &Mention| mention.place != place && mention.words.end == behind && sentence.gap(behind - 1) == "=";
    mentions.iter().any(equated)
}

/// Codes with what they mean.
fn meant_pairs(
    (sentence, language): (&Sentence, &Language),
    text: &str,
    (alone, behind): (bool, usize),
    last: Option<&Mention>,
) -> Option<Vec<(String, String)>> {
    let head = || sentence.text.split_once(": ").is_some_and(|(head, _)| head.split_whitespace().count() <= HEAD);
    let led = || sentence.text[..sentence.words.get(behind).map_or(0, |(_, at)| at.start)].trim_end().ends_with(':');
    let ranges = || bracketed_pairs(sentence.text.split_once(": ")?.1, language);
    let found = bracketed_pairs(text, language)
        .or_else(ranges)
        .or_else(|| pairs(text))
        .or_else(|| pairs(&sentence.text))
        .or_else(|| explained(text, language));
    let found = found.or_else(|| explained(before_last(sentence, language, last)?, language));
    found.or_else(|| (alone || head() || led()).then(|| beside(text)).flatten())
}

/// Whether a sentence is a list of such codes, behind a label or alone.
pub(super) fn are_ranges_of_codes(sentence: &Sentence, language: &Language) -> bool {
    let behind = sentence.text.split_once(": ").map(|(_, rest)| rest);
    let texts = [Some(sentence.text.as_str()), behind];
    texts.into_iter().flatten().any(|text| bracketed_pairs(text, language).is_some())
}

/// Codes of which brackets tell by numbers which things they are for: `S small (up to 5 kg), M medium (5 to 10 kg)`, `JUN (under 12) or
/// ADT (18 and over)`. These limit no value of the column.
fn bracketed_pairs(text: &str, language: &Language) -> Option<Vec<(String, String)>> {
    static ONE: LazyLock<Option<Regex>> =
        LazyLock::new(|| Regex::new(r"^([A-Z0-9]{1,6})(?: ?[=:–-] ?| |$)([^()]*?) ?(\([^()]+\))?$").ok());
    let inside = |part: &str| part.contains('(') && part.bytes().any(|byte| byte.is_ascii_digit());
    if !inside(text) {
        return None;
    }
    let mut parts: Vec<&str> = Vec::new();
    let (mut depth, mut from) = (0_usize, 0);
    for (at, each) in text.char_indices() {
        match each {
            '(' => depth += 1,
            ')' => depth = depth.saturating_sub(1),
            ',' | ';' if depth == 0 => {
                parts.push(&text[from..at]);
                from = at + 1;
            }
            _ => {}
        }
    }
    parts.push(text[from..].trim_end_matches('.'));
    // "YTH (12 to 17) or ADT (18 and over)", "…, and S senior"
    let joins = |word: &&&str| text.contains(&format!(" {word} "));
    for word in language.or.iter().chain(language.and).filter(joins) {
        let sign = format!(" {word} ");
        let split = |part: &'_ str| {
            part.match_indices(&sign)
                .map(|(at, _)| at)
                .find(|at| part[..*at].matches('(').count() == part[..*at].matches(')').count())
        };
        parts = parts
            .into_iter()
            .flat_map(|part| match split(part) {
                Some(at) => vec![&part[..at], &part[at + sign.len()..]],
                None => vec![part.trim().strip_prefix(&sign[1..]).unwrap_or(part)],
            })
            .collect();
    }
    let pair = |part: &&str| {
        let found = ONE.as_ref()?.captures(part.trim())?;
        let meaning = found.get(2).map_or("", |of| of.as_str().trim());
        let bracket = found.get(3).map(|of| of.as_str());
        let alone = || bracket.map(|of| of.trim_matches(['(', ')']).to_owned());
        let meant = if meaning.is_empty() { alone()? } else { format!("{meaning} {}", bracket.unwrap_or_default()) };
        Some((found[1].to_owned(), meant.trim().to_owned()))
    };
    let all: Vec<(String, String)> = parts.iter().map(pair).collect::<Option<_>>()?;
    // `5 (five)` is a number with its word.
    let codes = all.iter().any(|(code, _)| code.bytes().any(|byte| byte.is_ascii_uppercase()));
    (all.len() > 1 && codes && parts.iter().any(|part| inside(part))).then_some(all)
}

/// What stands before the column that ends a sentence: `enter A for adult or J for junior in Type`.
fn before_last<'s>(sentence: &'s Sentence, language: &Language, last: Option<&Mention>) -> Option<&'s str> {
    let last = last.filter(|last| last.words.end == sentence.words.len())?;
    let small = |at: usize| {
        let known = [language.small, language.columns, language.labels, language.every, language.under];
        known.iter().any(|words| words.contains(&sentence.word(at)))
    };
    let end = (0..last.words.start).rev().find(|at| !small(*at))?;
    Some(&sentence.text[..sentence.words[end].1.end])
}

/// What codes with their meanings say of a column: a list, or the ends of a scale.
fn of_pairs(pairs: &[(String, String)], claim: impl Fn(&'static str, String, Confidence) -> Claim) -> Reading {
    if let Some(ends) = ends_of_scale(pairs) {
        return Reading::of(ends.into_iter().map(|(key, value)| claim(key, value, Confidence::Known)).collect());
    }
    let entries: Vec<String> =
        pairs.iter().map(|(code, meaning)| format!("{} = {}", key(code), quoted(meaning))).collect();
    Reading::of(vec![claim("allowed", format!("{{ {} }}", entries.join(", ")), Confidence::Known)])
}

/// A list behind the heading said again: `Delivery: delivery – post or pick-up`; and whether that is said.
fn without_heading<'t>(text: &'t str, heading: &Sentence) -> (&'t str, bool) {
    let split = [" – ", " - ", ": "].iter().find_map(|sign| text.split_once(sign));
    let again = |words: &str| {
        let words = sentences(words);
        let [words] = words.as_slice() else { return false };
        let alike = words.words.iter().zip(&heading.words).all(|((one, _), (other, _))| one == other);
        words.words.len() == heading.words.len() && alike
    };
    match split.filter(|(words, _)| again(words)) {
        Some((_, list)) => (list, true),
        None => (text, false),
    }
}

/// A list without what says how several of its values are written: `en, fr or la; several with a slash between`.
fn without_several<'t>(text: &'t str, language: &Language) -> &'t str {
    let Some(cut) = text.rfind([',', ';']) else { return text };
    let tail = sentences(&text[cut + 1..]);
    let several = tail.first().is_some_and(|tail| tail.has(language.several));
    if several { &text[..cut] } else { text }
}

/// Codes behind the word for them: `codes G, M or E`.
fn behind_kind<'t>(text: &'t str, language: &Language) -> &'t str {
    let Some((word, rest)) = text.trim_start().split_once(' ') else { return text };
    let first = rest.split([',', '/', ' ']).next().unwrap_or_default();
    let code = !first.is_empty() && first.len() <= 4 && first.bytes().all(|byte| byte.is_ascii_uppercase());
    let listed = rest[first.len()..].trim_start().starts_with([',', '/']);
    if code && listed && language.rated.contains(&word.to_lowercase().as_str()) { rest } else { text }
}

/// A list without what says that others are blank: `H (holotype), I (isotype); blank otherwise`.
fn without_blank<'t>(text: &'t str, language: &Language) -> &'t str {
    let Some(cut) = text.rfind([',', ';']) else { return text };
    let tail = text[cut + 1..].to_lowercase();
    let words: Vec<&str> = tail.split_whitespace().map(|word| word.trim_matches(['.', ')'])).collect();
    let has = |phrases: &[&str]| words.iter().any(|word| phrases.contains(word));
    let other = has(language.otherwise) && has(language.unfilled) && words.len() <= LONGEST_TAIL;
    if other { &text[..cut] } else { text }
}

/// The values behind what leads up to them; of `eine der Wachen Nord, Mitte oder Hafen`, the first one without what all of them are
/// called.
fn led_values(
    (sentence, language): (&Sentence, &Language),
    lead: &std::ops::Range<usize>,
    of_kinds: bool,
) -> Option<Vec<String>> {
    let text = without_remark(behind_brackets(sentence.rest(lead.end)), language);
    let mut values = values(text, language, (true, of_kinds))?;
    let of_kind = lead.end.checked_sub(1).is_some_and(|last| language.one_of.contains(&sentence.word(last)));
    if of_kind
        && values.len() >= 2
        && values[1..].iter().all(|value| !value.contains(' '))
        && let Some((_, first)) = values[0].split_once(' ').filter(|(_, first)| !first.contains(' '))
    {
        values[0] = first.to_owned();
    }
    Some(values)
}

/// A list without what stands in brackets in the middle of it, where that is a list of its own: `B, L or T (breakfast, lunch, tea) or
/// empty`.
fn without_brackets(text: &str) -> Option<String> {
    let (before, rest) = text.split_once(" (")?;
    let (inside, behind) = rest.split_once(')')?;
    (inside.contains(',') && before.contains([',', '/']) && !behind.contains('(')).then(|| format!("{before}{behind}"))
}

/// Whether a heading is one of kinds of things, in any of the languages: `offen/geschlossen` tells none.
fn is_of_kinds(heading: &Sentence) -> bool {
    words::in_any(heading, |language| language.kinds)
}

/// How sure it is that values in words are a list; `None` where they are as likely none.
fn confidence(
    (values, led): (Vec<String>, bool),
    (sentence, language): (&Sentence, &Language),
    (heading, whole): (&Sentence, bool),
) -> Option<(Vec<String>, Confidence)> {
    let codes =
        values.iter().all(|value| value.chars().any(char::is_uppercase) && !value.chars().any(char::is_lowercase));
    let asked = led && (sentence.has(language.obliging) || codes || values.len() >= 2);
    if asked || codes {
        return Some((values, if codes || led { Confidence::Known } else { Confidence::Confirm }));
    }
    // What stands alone is a list where the heading is that of kinds of things; elsewhere it may be one.
    let words = values.iter().all(|value| !is_phrase(value, &values, language)) || are_alike(&values);
    // "Reason: illness, family matters or travel" gives examples.
    let free =
        words::in_any(heading, |language| language.heading_texts) || words::in_any(heading, |language| language.agent);
    let full = || !free && sentence_lists(sentence, &values, language);
    let sure = is_of_kinds(heading)
        || full()
        || words && (values.len() >= 3 || are_numbers(&values))
        || is_one_or_other(&values, (sentence, heading));
    // "Surname, first name" says what a value is made of.
    let or = words::in_any(sentence, |language| language.or);
    let described = values.len() == 2 && sentence.text.contains(',') && !sentence.text.contains(['/', '|', ';']) && !or;
    (whole && !described).then_some((values, if sure { Confidence::Confirm } else { Confidence::Suggested }))
}

/// Whether a sentence ends with a list of words that has no other value.
fn sentence_lists(sentence: &Sentence, values: &[String], language: &Language) -> bool {
    let text = sentence.text.trim_end_matches(['.', ' ']);
    values.last().is_some_and(|last| text.ends_with(last.as_str())) && is_full_list(text, values, language)
}

/// `Full or reduced`: two words with an "or" between, neither of which names a sort of value or a person, who may have any name.
fn is_one_or_other(values: &[String], (sentence, heading): (&Sentence, &Sentence)) -> bool {
    let [one, other] = values else { return false };
    let small = |each: char| each.is_lowercase() || each == '-';
    let plain = |value: &String| value.chars().count() >= 3 && value.chars().skip(1).all(small);
    let capital = |value: &String| value.starts_with(char::is_uppercase);
    let is_sort = |word: &str| words::ALL.iter().any(|language| language.sorts.contains(&word.to_lowercase().as_str()));
    // "Signed by: parent or guardian"
    let of_people = words::in_any(heading, |language| language.agent);
    let sorts = of_people || [one, other].iter().any(|value| is_sort(value));
    // The first may have a capital because it begins the sentence.
    let text = sentence.text.to_lowercase();
    let joined = words::ALL
        .iter()
        .any(|language| language.or.iter().any(|or| text.contains(&format!("{one} {or} {other}").to_lowercase())));
    // "Full/Half"
    let barred = [format!("{one}/{other}"), format!("{one} / {other}")].iter().any(|pair| sentence.text.contains(pair));
    let joined = joined || barred;
    // "Conforme ou non conforme"
    if is_denied_by(one, other) && !of_people {
        return true;
    }
    // German writes some words with a capital alone: "bar / Konto"
    plain(one) && plain(other) && (capital(one) == capital(other) || barred) && !sorts && joined
}

/// The same in any language: "ISO 3166, zweistellig" is of none alone.
fn standard_in_any(sentence: &Sentence, language: &Language, heading: &Sentence) -> Option<(&'static str, bool)> {
    standard(sentence, language, heading)
        .or_else(|| words::ALL.iter().find_map(|language| standard(sentence, language, heading)))
}

/// A list of codes of a standard that a sentence names for a column, and whether it names it in full.
pub(super) fn standard(sentence: &Sentence, language: &Language, heading: &Sentence) -> Option<(&'static str, bool)> {
    // "ISO country code" says what it is a code of, whatever the heading.
    let named = |phrases: Phrases, headings: Phrases| {
        let found = sentence.any(phrases).filter(|_| sentence.has(&["iso"]));
        found.is_some_and(|place| place.into_iter().any(|at| headings.contains(&sentence.word(at))))
    };
    let mut known = language.standards.iter();
    let of = known
        .find(|(phrases, headings, _)| heading.has(headings) && sentence.has(phrases) || named(phrases, headings))?;
    Some((of.2, sentence.text.to_lowercase().contains("iso")))
}

/// The words that lead up to a list: `choose from` anywhere behind the column, and such as `is` only where nothing stands between.
fn lead_of(sentence: &Sentence, language: &Language, behind: usize, colon: bool) -> Option<std::ops::Range<usize>> {
    let strong = language.choose.iter().filter_map(|phrase| sentence.find_from(phrase, behind));
    // "Payment by card, transfer or cash"
    let by =
        language.agent.iter().filter(|_| behind > 0).filter_map(|word| Some(behind..sentence.ends_at(word, behind)?));
    let weak = language.copulas.iter().filter_map(|phrase| sentence.find_from(phrase, behind)).chain(by);
    // "If filled, it must be SMS or MAIL" goes on about the column.
    let given =
        language.self_given.iter().filter_map(|phrase| sentence.ends_at(phrase, behind)).max().unwrap_or(behind);
    let is_pronoun = |at: usize| language.pronouns.contains(&sentence.word(at));
    let near = if is_pronoun(given) { given + 1 } else { given };
    // Behind a colon the values begin at once.
    let reach = if colon { near } else { near + 1 };
    let weak = weak.filter(|place| place.start <= reach);
    let leads_to = |place: &std::ops::Range<usize>| place.end < sentence.words.len();
    strong.chain(weak).filter(leads_to).max_by_key(|place| place.end)
}

/// The text that a list may stand in, and whether a colon leads to it; nothing where it says what is counted.
fn own_list<'s>(
    (sentence, language): (&'s Sentence, &Language),
    named: (&[Mention], usize),
    heading: &Sentence,
) -> Option<(&'s str, bool)> {
    let (text, behind_colon) = list_text(sentence, language, named);
    let (text, again) = without_heading(text, heading);
    (!counts_per(text)).then_some((text, behind_colon || again))
}

/// `Per night and person` says what a number is counted for, and lists nothing.
fn counts_per(text: &str) -> bool {
    let per = |word: &str| {
        words::ALL.iter().any(|language| language.per.first().is_some_and(|per| word.eq_ignore_ascii_case(per)))
    };
    let leads = |word: &str| {
        words::ALL.iter().any(|language| [language.and, language.copulas].iter().any(|words| words.contains(&word)))
    };
    let said: Vec<&str> = text.split_whitespace().collect();
    said.first().is_some_and(|first| per(first)) || said.windows(2).any(|pair| leads(pair[0]) && per(pair[1]))
}

/// The word behind the columns that a sentence names. Beside a column, its own name among the values leads up to nothing: `Oven 1,
/// Oven 2 or Oven 3`.
fn behind_names(sentence: &Sentence, mentions: &[Mention], place: Place, alone: bool) -> usize {
    let all = mentions.iter().all(|mention| mention.place == place);
    // "Board: BB breakfast, HB half board" names it again in what a code means.
    let codes = |label: &Mention| {
        let behind = sentence.rest(label.words.end);
        // "4.00 for members" is a price.
        let lettered =
            |pairs: Vec<(String, String)>| pairs.iter().all(|(code, _)| code.starts_with(char::is_uppercase));
        all || words::ALL.iter().any(|language| explained(behind, language).is_some_and(lettered))
    };
    if let Some(label) = mentions.first().filter(|label| label.place == place && !alone && label.words.start == 0)
        && sentence.gap(label.words.end - 1) == ":"
        && codes(label)
    {
        return label.words.end;
    }
    let own = mentions.len() > 1 && all;
    let first = mentions.iter().map(|mention| sentence.words[mention.words.end - 1].1.end).min().unwrap_or(0);
    // "COLD (cold store)" explains a value.
    let in_brackets = |mention: &&Mention| {
        let before = &sentence.text[..sentence.words[mention.words.start].1.start];
        let open = before.rfind('(').filter(|open| !before[*open..].contains(')'));
        // "House seats (column F)" names it again.
        open.and_then(|open| before.get(first..open)).is_some_and(|text| text.contains(char::is_alphanumeric))
    };
    let named =
        mentions.iter().filter(|mention| !in_brackets(mention)).map(|mention| mention.words.end).max().unwrap_or(0);
    // `Cash, card or free`, where there is a column Card, too
    let parts = |at: usize| sentence.gap(at).contains([',', '/', '|']);
    let or = |at: usize| words::ALL.iter().any(|language| language.or.contains(&sentence.word(at)));
    let listed = |mention: &Mention| {
        let (from, to) = (mention.words.start, mention.words.end);
        let begins = from == 0 || parts(from - 1) || or(from - 1);
        let ends = to >= sentence.words.len() || parts(to - 1) || or(to);
        let small = sentence.text[sentence.words[from].1.clone()].starts_with(char::is_lowercase);
        mention.words.len() == 1 && begins && ends && small && mention.place != place
    };
    let of_list = sentence.words.len() > mentions.len() + 1 && !mentions.is_empty() && mentions.iter().all(listed);
    if alone && (own || of_list) { 0 } else { named }
}

/// `Use A, B or C for the grade`: values between what asks for them and the column that they are for.
fn before_column(
    sentence: &Sentence,
    language: &Language,
    (mentions, behind): (&[Mention], usize),
) -> Option<Vec<String>> {
    let [column] = mentions else { return None };
    if behind < sentence.words.len() {
        return None;
    }
    // "Only COLD, DRY and CRYO are valid stores"
    let only = language.only.iter().filter_map(|phrase| sentence.ends_at(phrase, 0)).max().unwrap_or(0);
    let is = (only..column.words.start).rev().find(|at| language.copulas.contains(&sentence.words[*at].0.as_str()));
    if let Some(is) = is.filter(|is| *is > only + 1) {
        let plain = |at: usize| {
            let word = sentence.words[at].0.as_str();
            [language.every, language.choose, language.valid, language.only].iter().any(|words| words.contains(&word))
        };
        let text = sentence.text.get(sentence.words[only].1.start..sentence.words[is - 1].1.end)?;
        return values(text, language, (true, false)).filter(|_| (is + 1..column.words.start).all(plain));
    }
    let asks = [language.give, language.choose, language.copulas].into_iter().flatten();
    let from = asks.filter_map(|phrase| sentence.ends_at(phrase, 0)).max()?;
    let small = |at: usize| {
        let word = sentence.words[at].0.as_str();
        [language.small, language.columns, language.labels, language.every].iter().any(|words| words.contains(&word))
    };
    let to = (from..column.words.start).rev().find(|at| !small(*at))?;
    let text = sentence.text.get(sentence.words.get(from)?.1.start..sentence.words[to].1.end)?;
    let led = to + 1 < column.words.start;
    values(text, language, (true, false)).filter(|_| led)
}

/// What of a sentence may be a list: behind the columns that it names and what leads up to it; and whether a colon does.
fn list_text<'s>(
    sentence: &'s Sentence,
    language: &Language,
    (mentions, behind): (&[Mention], usize),
) -> (&'s str, bool) {
    let text = without_remark(behind_brackets(sentence.rest(behind)), language);
    let text = without_blank(behind_nothing(text, language), language);
    let text = behind_kind(text, language);
    let text = ["i.e. ", "namely "].iter().find_map(|sign| text.split_once(sign)).map_or(text, |(_, list)| list);
    // `One letter (A, J or F)`
    let form = |words: &str| describe_values_of_codes(words, language);
    // "Select from list (novice, open, veteran)"
    let leads_to = |words: &str| {
        let last = words.split_whitespace().last().unwrap_or_default().to_lowercase();
        sentence.has(language.choose) && language.registers.contains(&last.as_str())
    };
    let bracket = text.strip_suffix(')').and_then(|text| text.split_once(" ("));
    if let Some((_, list)) =
        bracket.filter(|(words, list)| (form(words) || leads_to(words)) && !list.contains(['(', ')']))
    {
        return (list, true);
    }
    let marks = [language.required, language.optional];
    let marked = |words: &str| marks.iter().any(|marks| marks.contains(&words.trim().to_lowercase().as_str()));
    // `Optional - novice, open or veteran`
    let dash = [" - ", " – "].iter().find_map(|sign| text.split_once(sign)).filter(|(words, _)| marked(words));
    let Some((words, list)) = dash.or_else(|| text.split_once(": ")) else { return (text, false) };
    // `Needed: private or business`
    let word = words.trim().to_lowercase();
    if marked(words) {
        return (list, true);
    }
    // `Kind of entry: baptism, marriage, burial`
    // `Code from the list: BT, GT, PF`
    let leads = form(words)
        || sentence.has(language.choose)
        || ["list", "liste", "codes", "values"].iter().any(|each| word.contains(each));
    let short =
        words.split_whitespace().count() <= if leads { LED } else { 3 } && !words.contains([',', ';', '.', '=']);
    // "The membership type is a single letter: A, J or F"
    let first = mentions.first();
    let begins = behind <= 2 || first.is_none_or(|first| first.words.start <= 1);
    // "Meal = one of the meals listed: pasta, soup" names it twice.
    let of_one = mentions.iter().all(|mention| first.is_some_and(|first| mention.place == first.place));
    if short && of_one && begins { (list, true) } else { (text, false) }
}

/// Whether words say of what codes are made: `a single letter`, `two characters`.
fn describe_values_of_codes(words: &str, language: &Language) -> bool {
    let kinds = [language.letters, language.capitals, language.characters, language.digits];
    let lower = words.to_lowercase();
    let is_last = |phrase: &&str| lower.strip_suffix(*phrase).is_some_and(|before| before.ends_with(' '));
    words.split_whitespace().count() <= HEAD && kinds.into_iter().flatten().any(is_last)
}

/// A list without what is said of some of its values: `300, 400 or 600; maps always 600`.
fn list_alone<'t>(text: &'t str, language: &Language) -> &'t str {
    let Some((list, remark)) = text.split_once("; ") else { return text };
    let or = language.or.iter().any(|word| list.contains(&format!(" {word} ")));
    let parted = or || list.contains(',') || list.contains('/') && !list.contains(' ');
    // `M or F; U if it is not known` has one more value.
    let first = remark.split(' ').next().unwrap_or_default();
    let code = first.len() <= 4 && first.chars().all(char::is_uppercase);
    let more = code && !list.split([' ', ',', '/']).any(|part| part == first);
    let alone = parted && !more && remark.split_whitespace().count() > 2 && !remark.contains('=');
    if alone { list.trim_end() } else { text }
}

/// A list without what is said of it behind: `Mill | Dock | Yard - required`, `ADULT or JUNIOR (capital letters)`, `EUR and GBP are accepted`.
fn without_remark<'t>(text: &'t str, language: &Language) -> &'t str {
    let mut text = text.trim_end_matches(['.', ' ']);
    text = without_several(list_alone(text, language), language);
    // "A, B or C and must be filled in"
    let goes_on = |and: &&str| language.modals.iter().find_map(|modal| text.find(&format!(" {and} {modal} ")));
    if let Some(at) = language.and.iter().find_map(goes_on) {
        text = &text[..at];
    }
    // `{A, B, C}`
    if let Some(inside) = text.trim_start().strip_prefix('{').and_then(|rest| rest.strip_suffix('}')) {
        text = inside;
    }
    // `pass/fail, blank = not yet checked`
    if let Some((list, remark)) = text.rsplit_once([',', ';']) {
        let lower = remark.trim().to_lowercase();
        let first = lower.split(' ').next().unwrap_or_default();
        // "Blank means S"
        let means = || lower.split(' ').nth(1).is_some_and(|second| language.meaning_signs.contains(&second));
        let says_nothing = language.nothing.contains(&first) && (lower.contains(['=', ':']) || means());
        let nothing_else = language.nothing_else.iter().any(|phrase| lower.starts_with(phrase));
        // `A/B/C, default A`
        let by_default = language.by_default.iter().any(|phrase| lower.starts_with(phrase));
        if says_nothing
            || language.alone_required.contains(&lower.as_str())
            || language.required.contains(&lower.as_str())
            || nothing_else
            || by_default
            || language.optional.iter().any(|phrase| lower.starts_with(phrase))
        {
            text = list.trim_end();
        }
    }
    for sign in [" - ", " – ", " — "] {
        let Some((list, remark)) = text.rsplit_once(sign) else { continue };
        let value = remark.trim().split(' ').next().unwrap_or_default();
        let remark = remark.trim().to_lowercase();
        let mut words = remark.split(' ');
        let first = words.next().unwrap_or_default();
        // "Uniquement si payé"
        let then = words.next().filter(|_| language.only.contains(&first)).unwrap_or_default();
        // `A, B or C – A is as new`
        let explained = value.starts_with(char::is_uppercase) && list.split([',', ' ', '/']).any(|each| each == value);
        let one_of = explained && list.contains([',', '/']) && remark.contains(' ');
        let conditional = one_of
            || language.conditional.contains(&first)
            || language.conditional.contains(&then)
            || language.nothing_else.contains(&remark.as_str())
            || language.only.contains(&remark.as_str())
            || language.optional.iter().any(|phrase| remark.starts_with(phrase));
        if conditional || language.required.contains(&remark.as_str()) || language.optional.contains(&remark.as_str()) {
            text = list.trim_end();
        }
    }
    let is_duty = |remark: &str| {
        let remark = remark.to_lowercase();
        [language.required, language.optional].iter().any(|words| words.contains(&remark.as_str()))
    };
    if let Some((list, remark)) = text.strip_suffix(')').and_then(|inside| inside.rsplit_once(" ("))
        && !list.contains('(')
        && (remark.split_whitespace().count() >= 2 || is_duty(remark))
        && list.contains([',', '/', '|'])
    {
        text = list.trim_end();
    }
    for phrase in language.taken.iter().chain(language.only) {
        let at = text.len().saturating_sub(phrase.len());
        if text.is_char_boundary(at) && text[at..].eq_ignore_ascii_case(phrase) && text[..at].ends_with(' ') {
            text = text[..at].trim_end();
        }
    }
    text
}

/// What stands behind how nothing is written: `none = blank, otherwise F (family) or S (social)`.
fn behind_nothing<'t>(text: &'t str, language: &Language) -> &'t str {
    let Some((first, rest)) = text.split_once([',', ';']) else { return text };
    let Some((one, other)) = first.split_once('=') else { return text };
    // Where other codes are explained so, this is one of them.
    if rest.contains('=') || !(is_nothing(one) || is_nothing(other)) {
        return text;
    }
    let rest = rest.trim_start();
    let word = language.otherwise.iter().filter_map(|word| rest.strip_prefix(word)?.strip_prefix(' '));
    word.min_by_key(|rest| rest.len()).unwrap_or(rest)
}

/// What stands behind a remark in brackets: `(only if …): company / person`.
fn behind_brackets(text: &str) -> &str {
    // The bracket itself stands before the first word.
    match text.find("):") {
        Some(end) if !text[..end].contains(':') => text[end + 2..].trim_start(),
        _ => text,
    }
}

/// `JPG or PNG files`: how the names of such files end.
fn of_files(sentence: &Sentence, language: &Language) -> Option<String> {
    let is_ending = |word: &str| ENDINGS.contains(&word);
    let mut endings: Vec<&str> = Vec::new();
    let pattern =
        |endings: &[&str]| (!sentence.has(language.negations)).then(|| format!(r".*\.(?i:{})", endings.join("|")));
    // "Fichiers JPG ou PNG", "fichier au format PDF"
    let led = |at: usize| {
        let form = usize::from(language.forms.contains(&sentence.word(at.wrapping_sub(1)))) * 2;
        at.checked_sub(1 + form).is_some_and(|at| language.of_files[..2].contains(&sentence.word(at)))
    };
    let mut behind_files = false;
    for (at, (word, _)) in sentence.words.iter().enumerate() {
        let joins = [language.or, language.and].iter().any(|words| words.contains(&word.as_str()));
        if is_ending(word) {
            behind_files |= endings.is_empty() && led(at);
            endings.push(word);
        } else if !endings.is_empty() && !joins {
            let files = at > 0 && language.of_files[..2].contains(&word.as_str());
            return if files || behind_files { pattern(&endings) } else { None };
        }
    }
    if behind_files { pattern(&endings) } else { None }
}

/// Words before the endings of the names of files, at most: `must be sent as .jpg`.
const LED_FILES: usize = 4;

/// `.jpg or .png` and nothing else: how the names of such files end.
fn dotted_files(sentence: &Sentence, language: &Language, behind: usize) -> Option<String> {
    let joins = |word: &str| [language.or, language.and].iter().any(|words| words.contains(&word));
    let mut endings: Vec<&str> = Vec::new();
    for (at, (word, place)) in sentence.words.iter().enumerate().skip(behind) {
        // "Photos are sent as .jpg, named after…" goes on about something else.
        if !endings.is_empty() && sentence.gap(at - 1).starts_with([',', ';', '(']) && !joins(word) {
            let listed = sentence.text[..place.start].ends_with('.');
            if !listed {
                break;
            }
        }
        if ENDINGS.contains(&word.as_str()) && sentence.text[..place.start].ends_with('.') {
            endings.push(word);
        } else if !joins(word) && !language.only.contains(&word.as_str()) {
            // "Photos must be .jpg"
            let leads = endings.is_empty() && at - behind < LED_FILES && sentence.number(at, language).is_none();
            if !leads || language.negations.contains(&word.as_str()) {
                return None;
            }
        }
    }
    (!endings.is_empty()).then(|| format!(r".*\.(?i:{})", endings.join("|")))
}

/// One code and no other, or the endings of the names of files.
fn of_one(
    (sentence, heading): (&Sentence, &Sentence),
    language: &Language,
    (behind, alone): (usize, bool),
) -> Option<(&'static str, String, Confidence)> {
    let always = always_one(sentence, language, behind);
    if let Some(code) = always.or_else(|| only_one(sentence, language).filter(|_| alone)) {
        return Some(("allowed", list(&[code]), Confidence::Known));
    }
    let dotted = || dotted_files(sentence, language, behind).filter(|_| !is_of_kinds(heading));
    of_files(sentence, language).or_else(dotted).map(|endings| ("pattern", format!("'{endings}'"), Confidence::Confirm))
}

/// `The currency is always GBP`, `must be GBP`: behind the column, one code and no other.
fn always_one(sentence: &Sentence, language: &Language, behind: usize) -> Option<String> {
    let last = sentence.words.len().checked_sub(1).filter(|last| behind > 0 && *last > behind)?;
    let always = |word: &&str| language.exactly.contains(word) || language.only.contains(word);
    let plain = |at: usize| {
        let word = sentence.word(at);
        let kinds = [language.verbs, language.modals, language.copulas, language.articles];
        always(&word) || kinds.iter().any(|words| words.contains(&word))
    };
    let asks = sentence.has(language.obliging) || (behind..last).any(|at| always(&sentence.word(at)));
    let code = &sentence.text[sentence.words[last].1.clone()];
    let is_code = (2..=LONGEST_CODE).contains(&code.len()) && code.bytes().all(|byte| byte.is_ascii_uppercase());
    // "Must be ISO", "must be PDF"
    let is_kind = STANDARDS.contains(&code) || ENDINGS.contains(&code.to_lowercase().as_str());
    (asks && is_code && !is_kind && (behind..last).all(plain)).then(|| code.to_owned())
}

/// Whether a text is how a day is written: `day/month/year`.
fn is_day_in_words(text: &str) -> bool {
    let parts = text.trim_end_matches(['.', ')']).split(['/', '-', '.', ' ']).filter(|part| !part.is_empty());
    let of_day = |part: &str| {
        let lower = part.to_lowercase();
        words::ALL.iter().any(|language| language.day_month_year.iter().any(|words| words.contains(&lower.as_str())))
    };
    parts.clone().count() == 3 && parts.into_iter().all(of_day)
}

/// Whether a text is a unit: `in g/dl`.
fn is_unit(text: &str) -> bool {
    let first = text.split(' ').next().unwrap_or_default().to_lowercase();
    let apart = text.contains([',', '|']) || text.contains(" /");
    if super::units::is_unit_by_another(text) {
        return true;
    }
    // "Always kg/ha"
    let parts = || text.split(' ').skip(1).flat_map(|word| word.split('/'));
    let short = |part: &str| part.len() <= SHORT_UNIT && part.chars().all(char::is_lowercase);
    let answers =
        || words::ALL.iter().any(|language| parts().any(|part| language.yes_no.iter().any(|(yes, _)| *yes == part)));
    let always = ALWAYS.contains(&first.as_str()) && parts().all(short) && !answers();
    !apart && text.contains('/') && (always || MEASURED_IN.contains(&first.as_str()))
}

/// Words for always before a unit.
const ALWAYS: &[&str] = &["always", "immer", "stets", "toujours"];

/// Letters of a unit that is one by another, at most.
const SHORT_UNIT: usize = 3;

/// Words before a unit.
const MEASURED_IN: &[&str] = &["in", "per", "pro", "par"];

/// Letters of a code that is the only one, at most.
const LONGEST_CODE: usize = 5;

/// What values follow, and no values.
const STANDARDS: &[&str] = &[
    "ISO", "UTC", "GMT", "CET", "UTF", "ASCII", "ANSI", "HTML", "JSON", "XML", "URL", "ID", "IBAN", "ISBN", "ISSN",
    "EAN", "CAPS",
];

/// `EUR only`, `always EUR`: one code and no other.
fn only_one(sentence: &Sentence, language: &Language) -> Option<String> {
    let [(first, one), (second, other)] = sentence.words.as_slice() else { return None };
    let is_only = |word: &String| language.only.contains(&word.as_str()) || language.exactly.contains(&word.as_str());
    let place = if is_only(second) { one } else { Some(other).filter(|_| is_only(first))? };
    let code = &sentence.text[place.clone()];
    (code.len() >= 2 && code.bytes().all(|byte| byte.is_ascii_uppercase())).then(|| code.to_owned())
}

/// Endings of the names of files.
const ENDINGS: &[&str] = &[
    "jpg", "jpeg", "png", "pdf", "tif", "tiff", "gif", "doc", "docx", "xlsx", "csv", "txt", "mp3", "wav", "mp4", "svg",
    "zip",
];
