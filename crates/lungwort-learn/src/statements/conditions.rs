//! Conditions in sentences: `if Donor type is person`, `where the price is given`, `unless the cost type is S`.

use super::sentence::{Asked, Sentence};
use super::subject::{Mention, Place};
use super::words::Language;
use crate::draft::Draft;

/// Words from "for" to what the rows have that are meant, at most.
const LED: usize = 3;

/// Words from a pronoun to the words that ask for it, at most: `this field is required`.
const NAMED: usize = 3;

/// Words from the beginning of a condition to what is to be done then, at least: `if none is chosen give…`.
const ASKED: usize = 3;

/// The word at which a condition begins.
pub(super) fn conditional_at(sentence: &Sentence, language: &Language) -> Option<usize> {
    conditional(sentence, language).map(|place| place.start)
}

/// The words by which a condition begins: `if`, `only for`, or a verb before what it is said of: `Should the price be given, …`.
pub(super) fn conditional(sentence: &Sentence, language: &Language) -> Option<std::ops::Range<usize>> {
    sentence.once(Asked::Condition, language, || find_conditional(sentence, language))
}

fn find_conditional(sentence: &Sentence, language: &Language) -> Option<std::ops::Range<usize>> {
    let inverted = || {
        let first = sentence.words.first().is_some_and(|(word, _)| language.inverted.contains(&word.as_str()));
        // "Should be left blank, if Kind is A" has no subject behind its verb.
        let first = first && !language.to_be.contains(&sentence.word(1));
        (first && sentence.text.contains(',')).then_some(0..1)
    };
    // "If given, it must be…" is no condition of another column, nor is "if any"; "if any allergens are entered" is one.
    let itself = |at: usize| {
        let mut ends = language.self_given.iter().filter_map(|phrase| sentence.ends_at(phrase, at));
        let goes_on = |end: usize| {
            language.any.contains(&sentence.word(end - 1))
                && end < sentence.words.len()
                && sentence.gap(end - 1).is_empty()
        };
        ends.any(|end| !goes_on(end))
    };
    // "All but Phone" names what is left out, and "außer wenn" begins a condition.
    let excepts = |place: &std::ops::Range<usize>| {
        let next = sentence.words.get(place.end).map_or("", |(word, _)| word.as_str());
        let is_except = language.except.iter().any(|phrase| sentence.ends_at(phrase, place.start) == Some(place.end));
        is_except && !language.conditional.contains(&next)
    };
    let found = language.conditional.iter().filter_map(|word| sentence.find(word));
    let found = found.filter(|place| !itself(place.start) && !excepts(place));
    // "Required once a deposit is given" says when, and "required, once only" how often.
    let once = || {
        // Nearly no sentence has the word.
        sentence.words.iter().find(|(word, _)| language.once.contains(&word.as_str()))?;
        let at = sentence.required(language)?.end;
        let often =
            |word: &str| [language.only, language.per, language.within].iter().any(|words| words.contains(&word));
        let when = language.once.contains(&sentence.word(at)) && sentence.gap(at - 1).is_empty();
        (when && at + 1 < sentence.words.len() && !often(sentence.word(at + 1))).then_some(at..at + 1)
    };
    // "For every boat that has an agent"
    let having = sentence.any(language.having).filter(|having| {
        let before = having.start.saturating_sub(LED)..having.start;
        before.into_iter().any(|at| language.only_for.contains(&sentence.word(at)))
    });
    let found = found.chain(once()).chain(sentence.any(language.absent)).chain(having);
    let found = found.chain(in_that_case(sentence, language));
    // "Without an e-mail the phone number is required"
    let without = begins_without(sentence, language).then_some(0..1);
    let found = found.chain(without).chain(begins_with_answer(sentence, language).then_some(0..1));
    let found = inverted().or_else(|| found.min_by_key(|place| (place.start, place.end)))?;
    // "Sauf s'il s'agit d'un don", "except in case of gifts"
    let unless =
        language.unless.iter().chain(language.except).filter_map(|phrase| sentence.starts_before(phrase, found.start));
    let joined = |from: &usize| (*from..found.start).all(|at| sentence.gap(at).is_empty());
    let start = unless.filter(joined).min().unwrap_or(found.start);
    Some(start..found.end)
}

/// Whether an answer stands at a word, and what follows is no part of it: `if yes we need the address`.
fn is_answer_at(sentence: &Sentence, language: &Language, at: usize) -> bool {
    // "Where no water meter is given" has no answer in it.
    let known = [
        language.give, language.explain, language.pronouns, language.people, language.verbs, language.modals,
        language.polite, language.every, language.possessives,
    ];
    let next = sentence.word(at + 1);
    let goes_on = known.iter().any(|words| words.contains(&next)) || SPEAKERS.contains(&next);
    is_answer(sentence.word(at), language) && goes_on
}

/// Whether a word is yes or no; a letter alone may be anything.
fn is_answer(word: &str, language: &Language) -> bool {
    word.len() > 1 && language.yes_no.iter().any(|(yes, no)| *yes == word || *no == word)
}

/// Who asks, and who is asked.
const SPEAKERS: &[&str] = &["we", "you", "they", "wir", "sie", "nous", "vous"];

/// Whether a sentence begins with the answer that it is for: `bei ja ist die Nummer anzugeben`, `for yes, give the number`.
fn begins_with_answer(sentence: &Sentence, language: &Language) -> bool {
    let leads = [language.narrowing, language.only_for, language.with];
    leads.iter().any(|words| words.contains(&sentence.word(0)))
        && sentence.words.len() > 2
        && is_answer(sentence.word(1), language)
}

/// The words that a sentence begins with, where they say that it holds in the case that the one before spoke of.
pub(super) fn in_that_case(sentence: &Sentence, language: &Language) -> Option<std::ops::Range<usize>> {
    let ends = language.in_that_case.iter().filter_map(|phrase| sentence.ends_at(phrase, 0));
    ends.max().map(|end| 0..end)
}

/// Whether a sentence begins with what is not there, and goes on to what is needed then.
fn begins_without(sentence: &Sentence, language: &Language) -> bool {
    // "Without spaces" says how values are written.
    let signs = [language.spaces, language.decimals].into_iter().flatten();
    let of_values = signs.copied().chain(language.unwanted.iter().map(|(phrase, _)| *phrase));
    language.uncounted.first() == Some(&sentence.word(0))
        && !of_values.into_iter().any(|phrase| sentence.ends_at(phrase, 1).is_some())
        && sentence.required(language).is_some()
}

/// What a condition says of the column that the sentence before spoke of: `Where it is "other", …`.
pub(super) fn with_it(
    sentence: &Sentence,
    language: &Language,
    mut mentions: Vec<Mention>,
    (before, draft): (&[Place], &Draft),
) -> Vec<Mention> {
    let it = it(sentence, language, &mentions, before);
    mentions.extend(it.or_else(|| value_alone(sentence, language, &mentions, (before, draft))));
    mentions.sort_by_key(|mention| (mention.words.start, mention.place));
    mentions
}

fn it(sentence: &Sentence, language: &Language, mentions: &[Mention], before: &[Place]) -> Option<Mention> {
    let from = conditional(sentence, language)?.end;
    let [place] = before else { return None };
    let is_it = language.pronouns.contains(&sentence.word(from));
    let says = language.equals.iter().any(|phrase| sentence.ends_at(phrase, from + 1).is_some());
    let others = mentions.iter().any(|mention| mention.place != *place);
    (is_it && says && others).then_some(Mention { place: *place, words: from..from + 1 })
}

/// The column that the sentence before spoke of, where the condition is one of its values: `Treated: Y or N. If Y, give the treatment.`
fn value_alone(
    sentence: &Sentence,
    language: &Language,
    mentions: &[Mention],
    (before, draft): (&[Place], &Draft),
) -> Option<Mention> {
    let from = conditional(sentence, language)?.end;
    let [place] = before else { return None };
    let rest = sentence.rest(from);
    let answers = begins_with_answer(sentence, language) || is_answer_at(sentence, language, from);
    let first = rest.split([',', ' ']).next().filter(|_| answers);
    let said = first.or_else(|| Some(rest.split_once(',')?.0))?;
    let said = said.trim().trim_matches(['"', '\'', '“', '”', '„']);
    // "Where Y is entered, give the number"
    let mut words = said.split(' ');
    let first = words.next().unwrap_or_default();
    let helps = |word: &str| {
        let known = [language.copulas, language.filled, language.verbs, language.levied];
        known.iter().any(|words| words.contains(&word))
    };
    let said = if words.all(helps) { first } else { said };
    let column = &draft.sheets[place.0].columns[place.1];
    let quoted = format!("\"{said}\"");
    let known = column.values.iter().any(|value| value == said)
        || ["yes_no", "allowed"]
            .iter()
            .any(|key| column.lines.get(key).is_some_and(|line| line.value.contains(&quoted)));
    let others = mentions.iter().any(|mention| mention.place != *place);
    (known && others && !said.is_empty()).then_some(Mention { place: *place, words: from..from })
}

/// The words of a sentence's condition: up to its comma where it stands first, else to the end.
pub(super) fn condition_span(sentence: &Sentence, language: &Language) -> Option<std::ops::Range<usize>> {
    let from = conditional_at(sentence, language)?;
    if let Some(span) = in_that_case(sentence, language) {
        return Some(span);
    }
    let answer = begins_with_answer(sentence, language)
        || conditional(sentence, language).is_some_and(|led| led == (0..1) && is_answer_at(sentence, language, 1));
    if from == 0 && answer {
        return Some(0..2);
    }
    let start = sentence.words.get(from)?.1.start;
    let rest = &sentence.text[start..];
    let comma = [rest.find(','), rest.find(": ")].into_iter().flatten().min();
    let comma = comma.map(|at| start + at).filter(|_| from == 0);
    let end = comma.and_then(|comma| sentence.words.iter().position(|(_, place)| place.start > comma));
    // "If the kiln is C this must be given, otherwise leave it blank"
    let required = sentence.required(language).map_or(0, |required| required.start);
    let asks = (from + ASKED..required)
        .find(|at| acts(sentence, language, *at) && (*at..required).all(|at| sentence.gap(at).is_empty()));
    let end = asks.filter(|at| from == 0 && end.is_none_or(|end| *at < end)).or(end);
    // "If Category = seed then Unit must be kg"
    let then = || (from + 1..sentence.words.len()).find(|at| language.thereupon.contains(&sentence.word(*at)));
    let end = end.or_else(|| then().filter(|_| from == 0));
    // "If a discount is given it lies between…" has no comma.
    let said = || {
        [language.is_given, language.is_blank]
            .into_iter()
            .filter_map(|phrases| sentence.any(phrases))
            .map(|place| place.end)
            .min()
    };
    let end = end.or_else(|| said().filter(|end| from == 0 && *end < sentence.words.len()));
    let end = end.or_else(|| main_clause(sentence, language).filter(|_| from == 0 && comma.is_none()));
    // "If the meal is none give a reason"
    let tells = |at: &usize| {
        let led = [language.articles, language.every, language.possessives];
        [language.give, language.explain].iter().any(|words| words.contains(&sentence.word(*at)))
            && led.iter().any(|words| words.contains(&sentence.word(at + 1)))
    };
    let end = end.or_else(|| (from + ASKED..sentence.words.len()).find(tells).filter(|_| from == 0));
    // "Without a member number the phone must be given"
    let goes_on = |at: &usize| {
        let begins = [language.every, language.articles, language.modals, language.verbs];
        begins.iter().any(|words| words.contains(&sentence.word(*at)))
    };
    // "Required if YOUTH, otherwise blank"
    let else_so = |at: &usize| {
        let parted = sentence.gap(*at - 1).contains([',', ';']);
        parted && language.otherwise.iter().any(|phrase| sentence.ends_at(phrase, *at).is_some())
    };
    let end = end.or_else(|| (from + 2..sentence.words.len()).find(else_so).filter(|_| from > 0));
    let without = from == 0 && end.is_none() && begins_without(sentence, language);
    let end = end.or_else(|| (2..sentence.words.len()).find(goes_on).filter(|_| without));
    Some(from..end.unwrap_or(sentence.words.len()))
}

/// Where what is asked begins behind a condition without a comma: `when the reason is other the explanation must be filled in`.
fn main_clause(sentence: &Sentence, language: &Language) -> Option<usize> {
    let is = |words: &[&str], at: usize| words.contains(&sentence.words[at].0.as_str());
    let verb = (1..sentence.words.len()).find(|at| is(language.verbs, *at))?;
    // "When the kiln is C this must be given"
    let pronoun = (verb + 2..sentence.words.len()).find(|at| acts(sentence, language, *at));
    if pronoun.is_some() {
        return pronoun;
    }
    let article = (verb + 2..sentence.words.len()).find(|at| is(&language.every[..1], *at))?;
    (article + 2..sentence.words.len()).any(|at| is(language.verbs, at)).then_some(article)
}

/// Whether a pronoun is what a clause is about: `this must be given`, `this field is required`.
fn acts(sentence: &Sentence, language: &Language, at: usize) -> bool {
    let is_verb = |at: usize| [language.verbs, language.modals].iter().any(|words| words.contains(&sentence.word(at)));
    let named = [language.columns, language.labels].iter().any(|words| words.contains(&sentence.word(at + 1)));
    language.pronouns.contains(&sentence.word(at)) && (is_verb(at + 1) || named && is_verb(at + 2))
}

/// Whether a column is named as what rows are: `needed for all passengers`, `per booking`.
pub(super) fn is_unit(sentence: &Sentence, language: &Language, mention: &Mention) -> bool {
    let word = |back: usize| {
        let at = mention.words.start.checked_sub(back);
        at.and_then(|at| sentence.words.get(at)).map_or("", |(word, _)| word.as_str())
    };
    // "Numbered within each orchard"
    let within = |word: &str| language.only_for.contains(&word) || language.within.contains(&word);
    language.each_of.contains(&word(1)) && within(word(2)) || language.per.contains(&word(1))
}

/// The column that a requirement is narrowed by: `required for Group E`.
pub(super) fn narrowed_by<'m>(
    sentence: &Sentence,
    language: &Language,
    mentions: &'m [Mention],
) -> Option<&'m Mention> {
    let end = sentence.required(language).map(|required| required.end)?;
    let narrows = language.only_for.contains(&sentence.word(end));
    let article = language.every.contains(&sentence.word(end + 1));
    let first = |mention: &Mention| mention.words.start == end + 1 || article && mention.words.start == end + 2;
    mentions.iter().find(|mention| narrows && first(mention))
}

/// The condition that is stated right behind the column that it is of: `for type OUT`, `required for Group E`; `Some(None)` where there
/// is such a column and its value is not understood.
#[expect(clippy::option_option, reason = "that there is a column and that it is understood are two things")]
fn of_narrowed(
    sentence: &Sentence,
    language: &Language,
    mentions: &[Mention],
    name: &dyn Fn(Place) -> String,
) -> Option<Option<String>> {
    if let Some((place, code)) = for_code(sentence, language, mentions) {
        return Some(Some(format!("{} = '{code}'", name(place))));
    }
    let narrowed = narrowed_by(sentence, language, mentions)?;
    // "For every boat that has an agent", "for swimmers born before 2016"
    let born = language.born.contains(&sentence.word(narrowed.words.end));
    if born || language.having.iter().any(|phrase| sentence.ends_at(phrase, narrowed.words.end).is_some()) {
        return None;
    }
    let column = name(narrowed.place);
    if let Some(compared) = compared_with(sentence, language, narrowed.words.end) {
        return Some(Some(format!("{column} {compared}")));
    }
    // "Erforderlich bei Ermäßigung" asks for it where there is one.
    let article = language.every.contains(&sentence.word(narrowed.words.start.max(1) - 1));
    if narrowed.words.end == sentence.words.len() && !article {
        return Some(Some(format!("{column} IS NOT NULL")));
    }
    let value = values_of(sentence.rest(narrowed.words.end), language).filter(|value| value.len() == 1);
    Some(value.map(|value| format!("{column} = {}", value[0])))
}

/// Whether the words by which a condition begins leave out what it says: `unless`, `except when`, `sauf si`.
fn is_unless(sentence: &Sentence, language: &Language, begins: &std::ops::Range<usize>) -> bool {
    let begun_by = |phrase: &&str| begins.clone().any(|at| sentence.ends_at(phrase, at).is_some());
    let excepts = |phrase: &&str| sentence.ends_at(phrase, begins.start).is_some_and(|end| end < begins.end);
    language.unless.iter().any(begun_by) || language.except.iter().any(excepts)
}

/// Whether a sentence has a condition that leaves out what it says.
pub(super) fn leaves_out(sentence: &Sentence, language: &Language) -> bool {
    conditional(sentence, language).is_some_and(|begins| is_unless(sentence, language, &begins))
}

/// The condition that something is there or not: `in the absence of an e-mail`, `boats that have an agent`, `where there is a donor`;
/// `Some(None)` where that is said of no column.
#[expect(clippy::option_option, reason = "that something is said and that it is of a column are two things")]
fn is_there(
    (sentence, language): (&Sentence, &Language),
    begins: &std::ops::Range<usize>,
    mentions: &[Mention],
    name: &dyn Fn(Place) -> String,
) -> Option<Option<String>> {
    let from = begins.end;
    let begun_by = |phrase: &&str| begins.clone().any(|at| sentence.ends_at(phrase, at).is_some());
    let near = |mention: &&Mention| (from..=from + 1).contains(&mention.words.start);
    let is = |blank: bool| {
        let of = mentions.iter().find(near)?;
        Some(format!("{} IS {}NULL", name(of.place), if blank { "" } else { "NOT " }))
    };
    if language.absent.iter().any(begun_by) || from == 1 && begins_without(sentence, language) {
        return Some(is(true));
    }
    if language.having.iter().any(begun_by) {
        return Some(is(language.none.contains(&sentence.word(from))));
    }
    let unless = is_unless(sentence, language, begins);
    [(language.lacks, true), (language.there_is, false)].into_iter().find_map(|(phrases, blank)| {
        let place = there(sentence, phrases, (from, mentions))?;
        Some(Some(format!("{} IS {}NULL", name(place), if blank == unless { "NOT " } else { "" })))
    })
}

/// The condition that a sentence states of another column: `if Donor type is person`, `where the price is given`.
pub(super) fn condition_of(
    sentence: &Sentence,
    language: &Language,
    mentions: &[Mention],
    name: &dyn Fn(Place) -> String,
) -> Option<String> {
    if let Some(said) = of_narrowed(sentence, language, mentions, name) {
        return said;
    }
    let begins = conditional(sentence, language)?;
    let from = begins.end;
    let unless = is_unless(sentence, language, &begins);
    if let Some(said) = is_there((sentence, language), &begins, mentions, name) {
        return said;
    }
    // "If the donor is to be thanked (Thank = Y)"
    let span = condition_span(sentence, language)?;
    let equated = |mention: &&Mention| {
        let end = mention.words.end;
        span.contains(&mention.words.start) && end > 0 && end < span.end && sentence.gap(end - 1) == "="
    };
    let near = |mention: &&Mention| (from..=from + 2).contains(&mention.words.start) && mention.words.start < span.end;
    let about = mentions.iter().find(equated).or_else(|| mentions.iter().find(near))?;
    // "If a fee is charged, give it in euros" asks nothing of another column.
    let outside = |at: &usize| !span.contains(at);
    let named = mentions.iter().any(|mention| outside(&mention.words.start));
    // "If Kiln is C, this is required" is about the column that it stands beside.
    let pronoun = |at: usize| outside(&at) && language.pronouns.contains(&sentence.words[at].0.as_str());
    let required = sentence.required(language).map_or(0, |required| required.start);
    let asks = |at: usize| outside(&at) && at < required && required <= at + NAMED && acts(sentence, language, at);
    if !named && !(0..required).any(asks) && (0..sentence.words.len()).any(pronoun) {
        return None;
    }
    let behind = about.words.end;
    let at = |phrases: &[&str]| phrases.iter().filter_map(|phrase| sentence.ends_at(phrase, behind)).max();
    let column = name(about.place);
    // "A telephone number is given", where the heading is Telephone.
    let is = |phrases: &[&str]| {
        let noun = language.number.contains(&sentence.word(behind));
        let behind_noun = || phrases.iter().any(|phrase| sentence.ends_at(phrase, behind + 1).is_some());
        at(phrases).is_some() || noun && behind_noun()
    };
    // "Fehlt die E-Mail, ist das Telefon Pflicht"
    let lacks = language.is_blank.contains(&sentence.word(begins.start));
    let (blank, given) = (lacks || is(language.is_blank), is(language.is_given));
    if blank || given {
        return Some(format!("{column} IS {}NULL", if blank == unless { "NOT " } else { "" }));
    }
    if let Some(compared) = compared_by_sign(sentence, language, behind).filter(|_| !unless) {
        return Some(format!("{column} {compared}"));
    }
    let signed = sentence.text[sentence.words.get(behind.checked_sub(1)?)?.1.end..].trim_start().starts_with('=');
    let inverted = language.inverted.contains(&sentence.word(begins.start));
    // "Wenn der Spendertyp Garten ist"
    let last = span
        .end
        .checked_sub(1)
        .filter(|last| *last > behind && language.equals_last.contains(&sentence.words[*last].0.as_str()));
    // "Nur bei Spendertyp Garten"
    let narrow = language.narrowing.contains(&sentence.word(from - 1));
    let value = match at(language.equals) {
        Some(end) => within(sentence, end, &span),
        // "Wenn Bio = ja ist"
        None if last.is_some() => within(sentence, behind, &(span.start..last.unwrap_or(behind))),
        None if signed || inverted || about.words.is_empty() => within(sentence, behind, &span),
        None if narrow && behind < span.end => &sentence.text[sentence.words[behind].1.clone()],
        None => return None,
    };
    if let Some(others) = neither_of(value, language) {
        return Some(is_one_of(&column, &values_of(&others, language)?, !unless));
    }
    // "When nationality is not DE"
    let first = value.split(' ').next().unwrap_or_default();
    let denied = language.negations.contains(&first.to_lowercase().as_str()) && value.len() > first.len();
    let (value, unless) = if denied { (value[first.len()..].trim_start(), !unless) } else { (value, unless) };
    let values = values_of(value, language)?;
    Some(is_one_of(&column, &values, unless))
}

/// `Neither A nor B`, as `A or B`.
fn neither_of(value: &str, language: &Language) -> Option<String> {
    let (first, rest) = value.split_once(' ')?;
    let or = language.or.first().filter(|_| language.neither.contains(&first.to_lowercase().as_str()))?;
    let nor = |word: &str| language.nor.contains(&word) || language.neither.contains(&word);
    let words: Vec<&str> = rest.split(' ').map(|word| if nor(word) { *or } else { word }).collect();
    words.contains(or).then(|| words.join(" "))
}

/// The condition that a column is one of some values, in quotes, or none of them.
pub(super) fn is_one_of(column: &str, values: &[String], denied: bool) -> String {
    match (values, denied) {
        ([one], false) => format!("{column} = {one}"),
        ([one], true) => format!("{column} <> {one}"),
        (several, false) => format!("{column} IN ({})", several.join(", ")),
        (several, true) => format!("{column} NOT IN ({})", several.join(", ")),
    }
}

/// `over 100`, `of at least 5`, as all that a sentence says behind a column: the sign and the number.
pub(super) fn compared_with(sentence: &Sentence, language: &Language, from: usize) -> Option<String> {
    let from = from + usize::from(language.owners.contains(&sentence.word(from)));
    let kinds = [(language.above, ">"), (language.below, "<"), (language.at_least, ">="), (language.at_most, "<=")];
    let led = kinds.into_iter().find_map(|(phrases, sign)| {
        let end = phrases.iter().filter_map(|phrase| sentence.ends_at(phrase, from)).max()?;
        Some(format!("{sign} {}", sentence.number(end, language)?))
    });
    // "If the discount is 10 or more"
    led.or_else(|| {
        let number = sentence.number(from, language)?;
        let behind = [(language.or_more, ">="), (language.or_less, "<=")];
        let ends = |phrases: &[&str]| phrases.iter().any(|phrase| sentence.ends_at(phrase, from + 1).is_some());
        let (_, sign) = behind.into_iter().find(|(phrases, _)| ends(phrases))?;
        Some(format!("{sign} {number}"))
    })
}

/// `> 5`, `is over 100`, behind a column in a condition: the sign and the number.
fn compared_by_sign(sentence: &Sentence, language: &Language, behind: usize) -> Option<String> {
    let sign = match sentence.gap(behind.checked_sub(1)?) {
        sign @ (">" | "<" | ">=" | "<=") => sign,
        "≥" | "=>" => ">=",
        "≤" | "=<" => "<=",
        "" => {
            let copula = usize::from(language.copulas.first() == Some(&sentence.word(behind)));
            return compared_with(sentence, language, behind + copula);
        }
        _ => return None,
    };
    Some(format!("{sign} {}", sentence.number(behind, language)?))
}

/// `For type OUT the column To must be filled`
fn for_code<'s>(sentence: &'s Sentence, language: &Language, mentions: &[Mention]) -> Option<(Place, &'s str)> {
    let first = mentions.first().filter(|first| (1..=2).contains(&first.words.start) && mentions.len() > 1)?;
    let (word, _) = sentence.words.first()?;
    let (_, code) = sentence.words.get(first.words.end).filter(|_| language.only_for.contains(&word.as_str()))?;
    let code = &sentence.text[code.clone()];
    // "Bei Bio = ja ist die Kontrollstelle einzutragen"
    let equated = sentence.gap(first.words.end - 1) == "=";
    let is_code = code.chars().any(char::is_uppercase) && !code.chars().any(char::is_lowercase);
    (is_code || equated).then_some((first.place, code))
}

/// The column that a condition says is there or not, from a word on: `if there is no e-mail`, `where no courier is used`.
fn there(sentence: &Sentence, phrases: &[&str], (from, mentions): (usize, &[Mention])) -> Option<Place> {
    let end = phrases.iter().filter_map(|phrase| sentence.ends_at(phrase, from)).max()?;
    let near = |mention: &&Mention| (end..=end + 1).contains(&mention.words.start);
    mentions.iter().find(near).map(|mention| mention.place)
}

/// The text from a word to the end of a condition.
fn within<'s>(sentence: &'s Sentence, from: usize, span: &std::ops::Range<usize>) -> &'s str {
    let text = sentence.rest(from);
    match sentence.words.get(span.end).filter(|_| from < span.end) {
        Some((_, next)) => &text[..next.start.saturating_sub(sentence.text.len() - text.len())],
        None => text,
    }
}

/// Whether a sentence speaks under a condition of another column.
pub(super) fn is_conditional(sentence: &Sentence, language: &Language, mentions: &[Mention]) -> bool {
    condition_of(sentence, language, mentions, &|_| String::new()).is_some()
}

/// Whether its condition is that another column is filled.
pub(super) fn is_given(sentence: &Sentence, language: &Language, mentions: &[Mention]) -> bool {
    condition_of(sentence, language, mentions, &|_| String::new()).is_some_and(|said| said.ends_with("IS NOT NULL"))
}

/// A number of a condition with a point before its decimals; some languages have a comma there.
pub(super) fn number_of(text: &str) -> Option<String> {
    let comma = text.matches(',').count() == 1 && !text.contains('.');
    let plain = if comma { text.replace(',', ".") } else { text.to_owned() };
    plain.parse::<f64>().is_ok().then_some(plain)
}

/// Whether a sign belongs to a number or a time: `4.20`, `4,20`, `10:30`. "1,2" may be two.
fn is_within_number(text: &str, at: usize, language: &Language) -> bool {
    let Some((before, rest)) = text.split_at_checked(at) else { return false };
    let (comma, Some(behind)) = (rest.starts_with(','), rest.strip_prefix(['.', ',', ':'])) else { return false };
    let follows = behind.bytes().take_while(u8::is_ascii_digit).count();
    let goes_on = behind[follows..].starts_with(',');
    let of_decimals = language.decimal_comma && follows == 1 && !goes_on;
    before.ends_with(|each: char| each.is_ascii_digit())
        && if comma { follows == 2 && !goes_on || of_decimals } else { follows > 0 }
}

/// The values that a condition names: up to where the sentence goes on.
pub(super) fn values_of(text: &str, language: &Language) -> Option<Vec<String>> {
    let text = text.trim().trim_start_matches(['"', '\'', '“', '‘', '„', '«']);
    let ends = |each: char| matches!(each, ';' | ')' | ':' | '.' | '"' | '“' | '”' | '’' | '»' | '\'');
    let end = text.char_indices().find(|(at, each)| ends(*each) && !is_within_number(text, *at, language));
    let text = &text[..end.map_or(text.len(), |(at, _)| at)];
    let mut from = 0;
    let mut segments: Vec<&str> = Vec::new();
    for (at, _) in text.match_indices(',').filter(|(at, _)| !is_within_number(text, *at, language)) {
        segments.push(text[from..at].trim());
        from = at + 1;
    }
    segments.push(text[from..].trim());
    // "F, G or P" names three; what stands behind another comma goes on.
    let named =
        |segment: &str| segment.split(' ').count() == 1 && !language.small.contains(&segment.to_lowercase().as_str());
    let last = segments.iter().position(|segment| {
        segment.split_once(' ').is_some_and(|(first, rest)| {
            let second = rest.split(' ').next().unwrap_or_default();
            language.or.contains(&first) || language.or.contains(&second) && named(first)
        })
    });
    let last = last.filter(|last| segments[..*last].iter().all(|segment| named(segment)));
    let mut parts: Vec<&str> = segments[..=last.unwrap_or(0)].to_vec();
    if let Some(part) = parts.last_mut()
        && let Some((first, rest)) = part.split_once(' ')
        && language.or.contains(&first)
    {
        *part = rest;
    }
    for word in language.or {
        let sign = format!(" {word} ");
        parts =
            parts.into_iter().flat_map(|part| part.split(sign.as_str()).collect::<Vec<_>>()).map(str::trim).collect();
    }
    let fits = |part: &&str| {
        let words: Vec<String> = part.split_whitespace().map(str::to_lowercase).collect();
        let common =
            words.iter().any(|word| language.small.contains(&word.as_str()) || language.verbs.contains(&word.as_str()));
        !words.is_empty() && words.len() <= 3 && part.len() <= 40 && (!common || words.len() == 1 && part.len() <= 2)
    };
    parts.iter().all(fits).then(|| parts.iter().map(|part| format!("'{}'", part.replace('\'', "''"))).collect())
}
