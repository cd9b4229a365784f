//! Which values a column takes: `OPEN or SHUT`, `choose from fr, pl, sv`, `A = alive, X = none`, `y/n`.

use super::sentence::Sentence;
use super::subject::{Mention, Place};
use super::words::{self, Language};
use super::{Claim, Reading, Target};
use crate::draft::Confidence;
use lungwort_core::rulebook::toml_text::{key, list, quoted};

/// A value is no longer than this, and has no more words.
const LONGEST: usize = 24;
const WORDS: usize = 3;

/// What a sentence says of the values of one column. `heading` is the column's; `alone` says that the sentence stands in a place
/// that is about this column, such as its guide row.
pub(super) fn read(
    sentence: &Sentence,
    language: &Language,
    (place, heading, alone): (Place, &Sentence, bool),
    mentions: &[Mention],
) -> Reading {
    let behind = behind_names(mentions, place, alone);
    let (text, behind_colon) = list_text(sentence, language, (mentions, behind));
    let claim = |key: &'static str, value: String, confidence: Confidence| Claim {
        on: Target::Column(place),
        key,
        value,
        confidence,
    };
    if let Some(pairs) =
        pairs(text).or_else(|| pairs(&sentence.text)).or_else(|| explained(text, language)).or_else(|| {
            (alone
                || sentence.text[..sentence.words.get(behind).map_or(0, |(_, at)| at.start)].trim_end().ends_with(':'))
            .then(|| beside(text))
            .flatten()
        })
    {
        let entries: Vec<String> =
            pairs.iter().map(|(code, meaning)| format!("{} = {}", key(code), quoted(meaning))).collect();
        return Reading::of(vec![claim("allowed", format!("{{ {} }}", entries.join(", ")), Confidence::Known)]);
    }
    if ticked(sentence, language) {
        return Reading::of(vec![claim("allowed", list(&["x", "X"]), Confidence::Confirm)]);
    }
    // "Ja/nein" alone is of no other language.
    let found = yes_no(sentence, language).or_else(|| words::ALL.iter().find_map(|other| yes_no(sentence, other)));
    if let Some((yes, no)) = found {
        let words = format!("{{ yes = {}, no = {} }}", quoted(&yes), quoted(&no));
        return Reading::of(vec![
            claim("type", quoted("yes_no"), Confidence::Known),
            claim("yes_no", words, Confidence::Known),
        ]);
    }
    if let Some((standard, named)) = standard(sentence, language, heading) {
        let confidence = if named { Confidence::Known } else { Confidence::Confirm };
        return Reading::of(vec![claim("allowed", format!("{{ reference = {} }}", quoted(standard)), confidence)]);
    }
    let lead_up = sentence.text[..sentence.words.get(behind).map_or(0, |(_, at)| at.start)].trim_end();
    let colon = behind_colon || lead_up.ends_with([':', '–', '—', '=']) || lead_up.ends_with(" -");
    let signed = alone || colon;
    let lead = lead_of(sentence, language, behind, colon);
    let led_before = sentence.any(language.choose).is_some_and(|place| place.start < behind);
    let barred = lead
        .as_ref()
        .filter(|_| text.contains('|'))
        .map_or(text, |lead| without_remark(sentence.rest(lead.end), language));
    if let Some(values) = signs(barred, signed) {
        return Reading::of(vec![claim("allowed", list(&values), Confidence::Known)]);
    }
    let of_kinds = heading.has(language.kinds) && (signed || alone);
    let listed = lead
        .as_ref()
        .and_then(|lead| {
            values(without_remark(behind_brackets(sentence.rest(lead.end)), language), language, (true, of_kinds))
        })
        .map(|values| (values, true));
    let listed = listed.or_else(|| values(text, language, (led_before, of_kinds)).map(|values| (values, led_before)));
    let Some(listed) = listed else { return Reading::default() };
    let whole = if alone { behind == 0 } else { signed };
    let said = confidence(listed, (sentence, language), (heading, whole));
    Reading::of(said.map(|(values, confidence)| claim("allowed", list(&values), confidence)).into_iter().collect())
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
    let words = values.iter().all(|value| value.split_whitespace().count() == 1) || are_alike(&values);
    let sure = heading.has(language.kinds) || words && values.len() >= 3;
    whole.then_some((values, if sure { Confidence::Confirm } else { Confidence::Suggested }))
}

/// A list of codes of a standard that a sentence names for a column, and whether it names it in full.
pub(super) fn standard(sentence: &Sentence, language: &Language, heading: &Sentence) -> Option<(&'static str, bool)> {
    let of = language.standards.iter().find(|(phrases, headings, _)| heading.has(headings) && sentence.has(phrases))?;
    Some((of.2, sentence.text.to_lowercase().contains("iso")))
}

/// Whether a text is a part of a date pattern, in any of the languages: `DD`, `AAAA`.
fn is_part_of_date(text: &str) -> bool {
    (2..=4).contains(&text.len()) && text.to_lowercase().chars().all(|each| "dmyjtahs".contains(each))
}

/// Values with signs between that stand between values alone: `good | fair | poor`, and single letters in `f/m/x`.
fn signs(text: &str, about: bool) -> Option<Vec<String>> {
    let text = text.trim().trim_matches(['(', ')', ':', '.']).trim();
    let parts = |sign: char| -> Vec<&str> { text.split(sign).map(str::trim).collect() };
    let (bars, slashes) = (parts('|'), parts('/'));
    let short = |parts: &[&str]| {
        parts.iter().all(|part| part.chars().count() <= LONGEST && part.split_whitespace().count() <= WORDS)
    };
    let found = if bars.len() >= 2 && short(&bars) {
        bars
    } else if about && slashes.len() >= 2 && slashes.iter().all(|part| part.chars().count() <= 2) {
        slashes
    } else {
        return None;
    };
    let distinct: std::collections::HashSet<&&str> = found.iter().collect();
    if found.iter().all(|part| is_part_of_date(part)) {
        return None;
    }
    let plain = found.iter().all(|part| !part.is_empty()) && distinct.len() == found.len();
    // Parts of a date, and fractions, are no values.
    let letters = found.iter().all(|part| part.chars().any(char::is_alphabetic));
    (plain && letters).then(|| found.iter().map(|part| (*part).to_owned()).collect())
}

/// The words that lead up to a list: `choose from` anywhere behind the column, and such as `is` only where nothing stands between.
fn lead_of(sentence: &Sentence, language: &Language, behind: usize, colon: bool) -> Option<std::ops::Range<usize>> {
    let strong = language.choose.iter().filter_map(|phrase| sentence.find_from(phrase, behind));
    let weak = language.copulas.iter().filter_map(|phrase| sentence.find_from(phrase, behind));
    // "If filled, it must be SMS or MAIL" goes on about the column.
    let given =
        language.self_given.iter().filter_map(|phrase| sentence.ends_at(phrase, behind)).max().unwrap_or(behind);
    let is_pronoun =
        |at: usize| sentence.words.get(at).is_some_and(|(word, _)| language.pronouns.contains(&word.as_str()));
    let near = if is_pronoun(given) { given + 1 } else { given };
    // Behind a colon the values begin at once.
    let reach = if colon { near } else { near + 1 };
    let weak = weak.filter(|place| place.start <= reach);
    let leads_to = |place: &std::ops::Range<usize>| place.end < sentence.words.len();
    strong.chain(weak).filter(leads_to).max_by_key(|place| place.end)
}

/// The word behind the columns that a sentence names. Beside a column, its own name among the values leads up to nothing: `Oven 1,
/// Oven 2 or Oven 3`.
fn behind_names(mentions: &[Mention], place: Place, alone: bool) -> usize {
    let own = mentions.len() > 1 && mentions.iter().all(|mention| mention.place == place);
    let named = mentions.iter().map(|mention| mention.words.end).max().unwrap_or(0);
    if alone && own { 0 } else { named }
}

/// What of a sentence may be a list: behind the columns that it names and what leads up to it; and whether a colon does.
fn list_text<'s>(
    sentence: &'s Sentence,
    language: &Language,
    (mentions, behind): (&[Mention], usize),
) -> (&'s str, bool) {
    let text = without_remark(behind_brackets(sentence.rest(behind)), language);
    let Some((words, list)) = text.split_once(": ") else { return (text, false) };
    // `Needed: private or business`
    let word = words.trim().to_lowercase();
    if language.required.contains(&word.as_str()) || language.optional.contains(&word.as_str()) {
        return (list, true);
    }
    // `Kind of entry: baptism, marriage, burial`
    // `Code from the list: BT, GT, PF`
    let leads =
        sentence.has(language.choose) || ["list", "liste", "codes", "values"].iter().any(|each| word.contains(each));
    let short = words.split_whitespace().count() <= if leads { 5 } else { 3 } && !words.contains([',', ';', '.', '=']);
    if short && mentions.len() <= 1 && behind <= 2 { (list, true) } else { (text, false) }
}

/// A list without what is said of it behind: `Mill | Dock | Yard - required`, `ADULT or JUNIOR (capital letters)`, `EUR and GBP are accepted`.
fn without_remark<'t>(text: &'t str, language: &Language) -> &'t str {
    let mut text = text.trim_end_matches(['.', ' ']);
    // `pass/fail, blank = not yet checked`
    if let Some((list, remark)) = text.rsplit_once([',', ';']) {
        let lower = remark.trim().to_lowercase();
        let first = lower.split(' ').next().unwrap_or_default();
        let says_nothing = language.nothing.contains(&first) && lower.contains(['=', ':']);
        if says_nothing || language.optional.iter().any(|phrase| lower.starts_with(phrase)) {
            text = list.trim_end();
        }
    }
    for sign in [" - ", " – ", " — "] {
        let Some((list, remark)) = text.rsplit_once(sign) else { continue };
        let remark = remark.trim().to_lowercase();
        let first = remark.split(' ').next().unwrap_or_default();
        let conditional = language.conditional.contains(&first);
        if conditional || language.required.contains(&remark.as_str()) || language.optional.contains(&remark.as_str()) {
            text = list.trim_end();
        }
    }
    if let Some((list, remark)) = text.strip_suffix(')').and_then(|inside| inside.rsplit_once(" ("))
        && !list.contains('(')
        && remark.split_whitespace().count() >= 2
        && list.contains([',', '/', '|'])
    {
        text = list.trim_end();
    }
    for phrase in language.taken {
        let at = text.len().saturating_sub(phrase.len());
        if text.is_char_boundary(at) && text[at..].eq_ignore_ascii_case(phrase) && text[..at].ends_with(' ') {
            text = text[..at].trim_end();
        }
    }
    text
}

/// What stands behind a remark in brackets: `(only if …): company / person`.
fn behind_brackets(text: &str) -> &str {
    // The bracket itself stands before the first word.
    match text.find("):") {
        Some(end) if !text[..end].contains(':') => text[end + 2..].trim_start(),
        _ => text,
    }
}

/// `S seed, J juvenile, A adult`: short codes, each with what it means behind it.
fn beside(text: &str) -> Option<Vec<(String, String)>> {
    let parts: Vec<&str> = text.trim_end_matches('.').split([',', ';']).map(str::trim).collect();
    let one = |part: &&str| {
        let (code, meaning) = part.split_once(' ')?;
        let is_code = code.len() <= 3 && code.bytes().all(|byte| byte.is_ascii_uppercase() || byte.is_ascii_digit());
        let is_meaning = meaning.len() <= 40 && meaning.chars().all(|each| each.is_lowercase() || each == ' ');
        (is_code && is_meaning && code.bytes().any(|byte| byte.is_ascii_uppercase()))
            .then(|| (code.to_owned(), meaning.to_owned()))
    };
    let pairs: Vec<(String, String)> = parts.iter().map(one).collect::<Option<_>>()?;
    let codes: std::collections::HashSet<&String> = pairs.iter().map(|(code, _)| code).collect();
    (pairs.len() >= 2 && codes.len() == pairs.len()).then_some(pairs)
}

/// `S for staff, T for travel`
fn explained(text: &str, language: &Language) -> Option<Vec<(String, String)>> {
    let parts: Vec<&str> = text.split([',', ';']).map(str::trim).filter(|part| !part.is_empty()).collect();
    let one = |part: &&str| {
        let part = language.and.iter().chain(language.or).fold(*part, |part, word| {
            part.strip_prefix(word).filter(|rest| rest.starts_with(' ')).map_or(part, str::trim_start)
        });
        let (code, meaning) = language.meaning_signs.iter().find_map(|word| part.split_once(&format!(" {word} ")))?;
        let code = code.trim().trim_matches(['"', '\'', ':']);
        let fits = !code.is_empty() && code.len() <= 5 && !code.contains(' ') && !code.chars().any(char::is_lowercase);
        let meaning = meaning.trim().trim_end_matches(['.', ')']);
        (fits && !meaning.is_empty() && meaning.len() <= 40).then(|| (code.to_owned(), meaning.to_owned()))
    };
    // `I (invoice) or C (credit note)`
    let in_brackets = |part: &str| -> Option<(String, String)> {
        let (code, meaning) = part.split_once('(')?;
        let code = code.trim().rsplit(' ').next()?;
        let fits = !code.is_empty() && code.len() <= 8 && !code.chars().any(char::is_lowercase);
        let meaning = meaning.trim_end_matches(['.', ';', ',']).strip_suffix(')')?.trim();
        (fits && !meaning.is_empty() && meaning.len() <= 40).then(|| (code.to_owned(), meaning.to_owned()))
    };
    let mut bracketed: Vec<&str> = parts.clone();
    for word in language.or.iter().chain(language.and) {
        let sign = format!(" {word} ");
        bracketed = bracketed.into_iter().flat_map(|part| part.split(sign.as_str()).collect::<Vec<_>>()).collect();
    }
    // `by invoice (INV), card (CARD) or in advance (ADV)`
    let behind = |part: &&str| {
        let (meaning, code) = part.trim_end_matches('.').strip_suffix(')')?.rsplit_once('(')?;
        let code = code.trim();
        let fits = !code.is_empty()
            && code.len() <= 5
            && code.bytes().all(|byte| byte.is_ascii_uppercase() || byte.is_ascii_digit());
        let meaning = meaning.trim();
        let said = !meaning.is_empty() && meaning.len() <= 40 && meaning.chars().any(char::is_lowercase);
        (fits && said && code.bytes().any(|byte| byte.is_ascii_uppercase()))
            .then(|| (code.to_owned(), meaning.to_owned()))
    };
    let pairs: Option<Vec<(String, String)>> = parts.iter().map(one).collect();
    let pairs = pairs.or_else(|| bracketed.iter().copied().map(in_brackets).collect());
    let pairs = pairs.or_else(|| bracketed.iter().map(behind).collect());
    pairs.filter(|pairs| pairs.len() >= 2)
}

/// `A = alive, X = none`
fn pairs(text: &str) -> Option<Vec<(String, String)>> {
    let parts: Vec<&str> = text.split([',', ';']).map(str::trim).filter(|part| !part.is_empty()).collect();
    let one = |part: &&str| {
        let part = part.trim_start_matches("and ").trim_start_matches("or ").trim_end_matches('.');
        let (code, meaning) = if text.contains('=') { part.split_once('=') } else { part.split_once(": ") }?;
        // What leads up to the first code stands before it.
        let code = code.trim().rsplit(char::is_whitespace).next()?.trim_matches(['"', '\'', '(', ':']);
        let meaning = meaning.trim().trim_end_matches(')');
        let fits = !code.is_empty() && code.len() <= 12 && !meaning.is_empty() && meaning.len() <= 60;
        fits.then(|| (code.to_owned(), meaning.to_owned()))
    };
    let pairs: Option<Vec<(String, String)>> = parts.iter().map(one).collect();
    // `L: light, S: sugar`
    let codes = |pairs: &Vec<(String, String)>| {
        pairs.iter().all(|(code, _)| code.len() <= 3 && !code.chars().any(char::is_lowercase))
    };
    pairs.filter(|pairs| pairs.len() >= 2 && (text.contains('=') || codes(pairs)))
}

/// `Tick "x" in Juice, otherwise leave it empty`: one sign that marks a cell.
fn ticked(sentence: &Sentence, language: &Language) -> bool {
    let word = |at: usize| sentence.words[at].0.as_str();
    let Some(at) = (1..sentence.words.len()).find(|at| word(*at) == "x") else { return false };
    let before = word(at - 1);
    let led = language.tick.contains(&before)
        || language.articles.contains(&before)
        || words::ALL.iter().any(|language| language.with.contains(&before));
    let others = sentence.text.contains(['|', '='])
        || sentence.gap(at).contains(['/', ','])
            && sentence.gap(at).len() < 2
            && sentence.gap(at - 1).contains(['/', ',']);
    led && !others && sentence.has(language.tick)
}

/// `y/n`, `true or false`
fn yes_no(sentence: &Sentence, language: &Language) -> Option<(String, String)> {
    for (yes, no) in language.yes_no {
        for at in 0..sentence.words.len().saturating_sub(1) {
            let (first, from) = &sentence.words[at];
            let joins = |word: &str| language.or.contains(&word) || language.otherwise.contains(&word);
            let next = if sentence.words.get(at + 1).is_some_and(|(word, _)| joins(word)) { at + 2 } else { at + 1 };
            let Some((second, to)) = sentence.words.get(next) else { continue };
            let sign = sentence.text[from.end..to.start].trim();
            let joined = next == at + 2 || matches!(sign, "/" | "|" | ",");
            if joined && first == yes && second == no && !is_third(sentence, language, next, sign) {
                let written = |place: &std::ops::Range<usize>| sentence.text[place.clone()].to_owned();
                return Some((written(from), written(to)));
            }
            // "Y if you offer them, otherwise N"
            let apart = (at + 2..sentence.words.len()).find(|later| {
                sentence.words[*later].0 == *no && language.otherwise.contains(&sentence.words[later - 1].0.as_str())
            });
            if let Some(later) = apart.filter(|_| first == yes) {
                let written = |at: usize| sentence.text[sentence.words[at].1.clone()].to_owned();
                let alike = |text: &str| text.chars().any(char::is_uppercase);
                if alike(&written(at)) == alike(&written(later)) {
                    return Some((written(at), written(later)));
                }
            }
        }
    }
    None
}

/// Whether another value follows behind two: `Yes, No or Unknown` are three.
fn is_third(sentence: &Sentence, language: &Language, second: usize, sign: &str) -> bool {
    let word = |at: usize| sentence.words.get(at).map(|(word, _)| word.as_str());
    let is_value = |at: usize| {
        let nothing = |word: &str| {
            language.nothing.contains(&word) || language.give.contains(&word) || language.small.contains(&word)
        };
        word(at).is_some_and(|word| !nothing(word) && !language.optional.contains(&word))
    };
    let gap = sentence.gap(second);
    let or = |at: usize| word(at).is_some_and(|word| language.or.contains(&word));
    if or(second + 1) {
        return gap.is_empty() || gap == ",";
    }
    match gap {
        "/" | "|" => gap == sign && is_value(second + 1),
        // "Yes, no, unknown" goes on in the same way, and ends there.
        "," => sign == "," && is_value(second + 1) && (second + 2 >= sentence.words.len() || or(second + 2)),
        _ => false,
    }
}

/// `Band 5, Band 6, Band 7`
fn are_alike(values: &[String]) -> bool {
    let first = |value: &String| value.split(' ').next().map(str::to_owned);
    values.len() >= 2 && values.iter().all(|value| value.contains(' ') && first(value) == first(&values[0]))
}

/// Whether the first word of two is a plural in small letters: `codes A`.
fn is_small_plural(text: &str) -> bool {
    text.split(' ')
        .next()
        .is_some_and(|word| word.len() > 3 && word.ends_with('s') && word.chars().all(char::is_lowercase))
}

/// Whether a value is words that say how values are written.
fn is_technical(value: &str, language: &Language) -> bool {
    let kinds = [
        language.whole, language.number, language.decimals, language.characters, language.digits, language.letters,
        language.places, language.capitals,
    ];
    let lower = value.to_lowercase();
    let is_sign = words::ALL.iter().flat_map(|language| language.signs).any(|(name, _)| *name == lower);
    is_sign
        || lower.split_whitespace().any(|word| kinds.iter().any(|kind| kind.contains(&word)))
        || language.required.contains(&lower.as_str())
        || language.optional.contains(&lower.as_str())
}

/// The values of a list in words; `led` where words before it say that it is one.
fn values(text: &str, language: &Language, (led, of_kinds): (bool, bool)) -> Option<Vec<String>> {
    let text = text.trim().trim_start_matches([':', '–']).trim_start();
    // A dash before the first value leads up to it; one at the value is part of it.
    let text = text.strip_prefix("- ").unwrap_or(text).trim_end_matches(['.', ')']).trim();
    let text = text.strip_prefix('(').unwrap_or(text);
    // Where commas or bars are between them, a slash is a part of a value: `g/m2, seeds/m2`.
    let between = if text.contains([',', ';', '|']) { &[',', ';', '|'][..] } else { &['/'] };
    let mut parts: Vec<String> = text.split(between).map(str::to_owned).collect();
    for word in language.or.iter().chain(if led { language.and } else { &[] }) {
        let sign = format!(" {word} ");
        parts =
            parts.iter().flat_map(|part| part.split(sign.as_str()).map(str::to_owned).collect::<Vec<_>>()).collect();
    }
    let plain = |part: &String| {
        let mut part = part.trim();
        let leads = [language.or, language.and, language.otherwise, language.choose, language.copulas];
        for word in leads.into_iter().flatten() {
            if let Some(rest) =
                part.get(..word.len()).filter(|head| head.eq_ignore_ascii_case(word)).and(part.get(word.len()..))
                && rest.starts_with(' ')
            {
                part = rest.trim();
            }
        }
        part.trim_matches(['"', '\'', '“', '”', '‘', '’', '«', '»', ':']).trim().to_owned()
    };
    let mut values: Vec<String> = parts.iter().map(plain).filter(|part| !part.is_empty()).collect();
    // "One of the abbreviations pc, kg or m": what the values are called stands before the first.
    if led && values.len() >= 3 && values[1..].iter().all(|value| !value.contains(' ')) {
        let (_, last) = values[0].rsplit_once(' ').unwrap_or_default();
        let before = values[0].split(' ').count();
        let article =
            values[0].split(' ').next().is_some_and(|word| language.every.contains(&word.to_lowercase().as_str()));
        if !last.is_empty() && (article && before == 3 || before == 2 && is_small_plural(&values[0])) {
            values[0] = last.to_owned();
        }
    }
    // `X or blank`
    let before = values.len();
    values.retain(|value| !language.nothing.contains(&value.to_lowercase().as_str()));
    if let ([one], 2) = (values.as_slice(), before) {
        let is_value = one.chars().count() <= 12 && !one.contains(' ') && one.chars().all(|each| !each.is_lowercase());
        return is_value.then_some(values);
    }
    let fits = |value: &String| value.chars().count() <= LONGEST && value.split_whitespace().count() <= WORDS;
    // A word of every sentence is no value.
    let common = |value: &String| {
        let lower = value.to_lowercase();
        let first = lower.split_whitespace().next().unwrap_or_default();
        let is_code = !value.chars().any(char::is_lowercase);
        // A state may be "in use".
        let may_be = of_kinds && value.split_whitespace().count() == 2;
        !is_code && !may_be && (language.small.contains(&first) || language.obliging.contains(&lower.as_str()))
    };
    let technical = |value: &String| is_technical(value, language);
    let torn = |value: &String| value.matches('(').count() != value.matches(')').count() || value.contains(':');
    // Nor are the parts of a date.
    if values.iter().any(|value| technical(value) || torn(value)) || values.iter().all(|value| is_part_of_date(value)) {
        return None;
    }
    let several = values.len() >= 2 && values.iter().all(|value| fits(value) && !common(value));
    // A list of words is all of one kind: none is a phrase among codes.
    let phrases = values.iter().filter(|value| value.contains(' ')).count();
    let numbers = values.iter().all(|value| value.parse::<f64>().is_ok()) && values.len() < 3;
    let distinct: std::collections::HashSet<&String> = values.iter().collect();
    let alike = are_alike(&values);
    let listed = led && values.len() >= 3;
    (several && (phrases * 2 <= values.len() || alike || listed) && !numbers && distinct.len() == values.len())
        .then_some(values)
}
