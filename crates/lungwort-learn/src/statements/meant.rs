//! Which of the columns that a sentence names it is about: not those of a condition, of a meaning, of what is compared.

use super::sentence::Sentence;
use super::subject::{self, Mention, Place};
use super::words::{self, Language};
use super::yes_no::counts_answers;
use super::{About, Text, conditions, order};
use crate::draft::Draft;

/// Words before a column at the beginning of a sentence, at most: `each lot`.
const LEADING: usize = 1;

/// The mentions without those between the first one and its colon: `Kind of entry: baptism, burial` is about the kind.
pub(super) fn led(sentence: &Sentence, mut mentions: Vec<Mention>) -> Vec<Mention> {
    // Nor are the words of what codes mean: `Board (RO = room only, …)` is not about the room.
    let meaning = |mention: &Mention| {
        let before = &sentence.text[..sentence.words[mention.words.start].1.start];
        let from = before.rfind(['(', ',', ';', ':']).unwrap_or(0);
        before[from..].contains('=') && sentence.text.matches('=').count() > 1
    };
    if mentions.iter().any(|mention| !meaning(mention)) {
        mentions.retain(|mention| !meaning(mention));
    }
    let Some(first) = mentions.first().filter(|first| first.words.start <= 1).cloned() else { return mentions };
    let Some((_, place)) = sentence.words.get(first.words.end.saturating_sub(1)) else { return mentions };
    let Some(colon) = sentence.text[place.end..].find(':').map(|at| place.end + at) else { return mentions };
    let between = &sentence.text[place.end..colon];
    // `Langue : code ISO` is no code of another column.
    if between.trim().is_empty() {
        let small = |mention: &Mention| {
            sentence.text[sentence.words[mention.words.start].1.start..].starts_with(char::is_lowercase)
        };
        // "Screen: a whole number from 1 to 50" says nothing of the column Number; "before the date" does of the date.
        let article = |at: usize| words::ALL.iter().any(|language| language.every.first() == Some(&sentence.word(at)));
        let named = |mention: &Mention| mention.words.start.checked_sub(1).is_some_and(article);
        let kind = |mention: &Mention| subject::is_common(&sentence.word(mention.words.start).to_lowercase());
        mentions.retain(|mention| {
            let one = mention.words.len() == 1 && small(mention) && mention.words.start >= first.words.end;
            !one || mention.words.start != first.words.end && (named(mention) || !kind(mention))
        });
    }
    let words: Vec<&str> = between.split_whitespace().collect();
    let joining = |language: &&'static Language| [language.and, language.or, language.to];
    let joins =
        |word: &&str| words::ALL.iter().any(|language| joining(language).iter().any(|words| words.contains(word)));
    // "Age at the start of the course: 8 to 80" is about the age.
    let verb = |word: &&str| words::ALL.iter().any(|language| language.verbs.contains(word));
    let leads = |language: &&'static Language| {
        let known = [language.small, language.owners, language.into, language.with, language.only_for];
        words.first().is_some_and(|first| known.iter().any(|words| words.contains(first)))
    };
    let long = (3..=LABEL).contains(&words.len()) && !words.iter().any(verb) && words::ALL.iter().any(leads);
    let short = words.len() == 2 || long;
    let plain = !between.contains([',', '/', '&', '(', ';', '.']) && short && !words.iter().any(joins);
    if plain {
        let within = |mention: &Mention| sentence.words[mention.words.start].1.start < colon;
        mentions.retain(|mention| *mention == first || !within(mention) || mention.words == first.words);
    }
    mentions
}

/// Words between the column that a sentence begins with and its colon, at most.
const LABEL: usize = 8;

/// Words between the column that a sentence begins with and what leads up to its values, at most: `must be one of`.
const LED_UP: usize = 2;

/// The mentions without those that are values of a list: in `Stage is one of: nest, eggs, chicks` the eggs are no column, also where
/// there is one of that name.
pub(super) fn without_listed(
    (sentence, language): (&Sentence, &Language),
    mut mentions: Vec<Mention>,
    draft: &Draft,
) -> Vec<Mention> {
    let Some(first) = mentions.first().filter(|first| first.words.start <= LEADING + 1).cloned() else {
        return mentions;
    };
    let leads = [language.choose, language.one_among].into_iter().flatten();
    let near = |place: &std::ops::Range<usize>| (first.words.end..=first.words.end + LED_UP).contains(&place.start);
    let lead = leads.filter_map(|phrase| sentence.find_from(phrase, first.words.end)).filter(near);
    let lead = lead.map(|place| place.end).max();
    let Some(from) = lead.or_else(|| listed_alone(sentence, language, &first)) else { return mentions };
    let value = |mention: &Mention| {
        let (sheet, column) = mention.place;
        let capital = draft.sheets[sheet].columns[column].heading.starts_with(char::is_uppercase);
        let small = sentence.text[sentence.words[mention.words.start].1.clone()].starts_with(char::is_lowercase);
        mention.words.start >= from && mention.words.len() == 1 && mention.place != first.place && capital && small
    };
    mentions.retain(|mention| !value(mention));
    mentions
}

/// Whether a column is named by a code among others, `ADULT, CHILD or SENIOR`, where its own heading is no code.
pub(super) fn is_code_of_list(sentence: &Sentence, language: &Language, (mention, draft): (&Mention, &Draft)) -> bool {
    let (sheet, column) = mention.place;
    let code = |at: usize| {
        let text = sentence.words.get(at).map_or("", |(_, place)| &sentence.text[place.clone()]);
        text.len() > 1 && text.chars().all(|each| each.is_uppercase() || each.is_ascii_digit())
    };
    let at = mention.words.start;
    let or = |at: usize| language.or.contains(&sentence.word(at));
    let parts = |at: usize| sentence.gap(at).contains([',', '/', '|']);
    let behind = or(at + 1) && code(at + 2) || parts(at) && (code(at + 1) || or(at + 1) && code(at + 2));
    let before = at >= 1 && parts(at - 1) && code(at - 1) || at >= 2 && or(at - 1) && code(at - 2);
    mention.words.len() == 1
        && code(at)
        && draft.sheets[sheet].columns[column].heading.contains(char::is_lowercase)
        && (behind || before)
}

/// Where a list begins right behind a column and its sign, of which at least one word is no column: `Stage: nest, eggs, chicks`.
fn listed_alone(sentence: &Sentence, language: &Language, first: &Mention) -> Option<usize> {
    let sign = sentence.gap(first.words.end.checked_sub(1)?);
    let from = first.words.end;
    if !matches!(sign, ":" | "(" | "–" | "—" | "=") {
        return None;
    }
    let text = sentence.rest(from).trim_end_matches([')', '.']);
    let signs: Vec<String> = language.or.iter().map(|word| format!(" {word} ")).collect();
    let mut parts: Vec<&str> = text.split([',', '/']).collect();
    for sign in &signs {
        parts = parts.into_iter().flat_map(|part| part.split(sign.as_str())).collect();
    }
    let plain = |part: &&str| !part.trim().is_empty() && part.trim().chars().all(char::is_lowercase);
    (parts.len() >= 3 && parts.iter().all(plain)).then_some(from)
}

/// The column of which two rows must not have the same: `don't use the same number for two tenants` is about the number.
fn not_the_same(sentence: &Sentence, language: &Language, mentions: &[Mention]) -> Option<Place> {
    if !sentence.has(language.no_two) && !sentence.has(language.twice) {
        return None;
    }
    let is_led = |mention: &&Mention| {
        let ends = |phrase: &&str| {
            let start = mention.words.start.checked_sub(phrase.split(' ').count());
            start.is_some_and(|start| sentence.ends_at(phrase, start) == Some(mention.words.start))
        };
        language.same.iter().any(ends)
    };
    mentions.iter().find(is_led).map(|mention| mention.place)
}

/// Beside a column, a word of every day is a kind of value, also where another column is called so: `Date (DD.MM.YYYY)`.
pub(super) fn without_kinds(
    (sentence, language): (&Sentence, &Language),
    mut mentions: Vec<Mention>,
    (about, draft): (&About, &Draft),
) -> Vec<Mention> {
    let word = |at: usize| sentence.word(at);
    let heading = |mention: &Mention| {
        let (sheet, column) = mention.place;
        subject::plain_heading(&draft.sheets[sheet].columns[column].heading).to_lowercase()
    };
    // "From and To are dates" is about these two, and "the name of the buyer" about the buyer.
    let others = mentions.clone();
    let of_another = |mention: &Mention| {
        let common = subject::is_common(&heading(mention)) && mention.words.len() == 1;
        let (start, end) = (mention.words.start, mention.words.end);
        let before = others.iter().any(|other| other.place != mention.place && other.words.end <= start);
        let is = start > 0 && language.copulas.contains(&word(start - 1)) && word(start) != heading(mention);
        let article = usize::from(language.every.contains(&word(end + 1)));
        let of = matches!(word(end), "of" | "de" | "du" | "der" | "des");
        let owner =
            of && others.iter().any(|other| other.place != mention.place && other.words.start == end + 1 + article);
        let owned = start > 0 && word(start - 1).ends_with("'s") && others.iter().any(|other| other.words.end == start);
        // "The leader's e-mail" is about the e-mail.
        let owns = word(end.max(1) - 1).ends_with("'s")
            && others.iter().any(|other| other.words.start == end && !subject::is_common(&heading(other)));
        owns || common && (before && is || owner || owned)
    };
    mentions.retain(|mention| !of_another(mention));
    let named = mentions.clone();
    mentions
        .retain(|mention| !is_owner(sentence, language, mention, &named) && !is_noun(sentence, mention, &named, draft));
    // "The code consists of the lab code and two digits" is about the code.
    if let Some(consists) = sentence.any(language.consists) {
        mentions.retain(|mention| mention.words.start < consists.start);
    }
    // `Release: yyyy-mm; only for restricted boxes`
    if let Some(first) = mentions.first().filter(|first| first.words.start == 0).cloned() {
        mentions.retain(|mention| *mention == first || !is_kind_of_things(sentence, language, mention, draft));
    }
    let About::Column(sheet, column) = *about else { return mentions };
    mentions.retain(|mention| {
        !is_word_of_noun(sentence, language, mention, draft) && !is_kind_of_things(sentence, language, mention, draft)
    });
    if sentence.has(language.earlier) || sentence.has(language.later) || sentence.has(language.conditional) {
        return mentions;
    }
    let is_kind = |mention: &Mention| {
        let heading = &draft.sheets[mention.place.0].columns[mention.place.1].heading;
        let named = mention.words.start.checked_sub(1).is_some_and(|before| {
            let before = sentence.words[before].0.as_str();
            language.columns.contains(&before) || language.labels.contains(&before)
        });
        // "As From but not earlier" names it.
        let text = &sentence.text[sentence.words[mention.words.start].1.clone()];
        let named = named || mention.words.start > 0 && text.starts_with(char::is_uppercase);
        mention.place != (sheet, column) && !named && subject::is_common(&heading.trim().to_lowercase())
    };
    mentions.retain(|mention| !is_kind(mention));
    mentions
}

/// Whether a column is named as what has another one: `the member number of the helmsman` is about the number.
fn is_owner(sentence: &Sentence, language: &Language, mention: &Mention, others: &[Mention]) -> bool {
    let article =
        |at: usize| [language.every, language.articles].iter().any(|words| words.contains(&sentence.word(at)));
    let Some(before) = mention.words.start.checked_sub(1) else { return false };
    let of = |at: usize| matches!(sentence.word(at), "of" | "des" | "der" | "du" | "de" | "von");
    let of_at = if of(before) { Some(before) } else { before.checked_sub(1).filter(|at| article(before) && of(*at)) };
    let plain = |at: usize| sentence.gap(at).is_empty();
    let counts = |other: &Mention| {
        let last = sentence.word(other.words.end - 1);
        // "The number of seeds" is that of the column Seeds, and "the sum of the shares" that of the shares.
        [language.sums, language.number, language.dates, language.times].iter().any(|words| words.contains(&last))
    };
    let owned = |other: &Mention| {
        other.place != mention.place
            && Some(other.words.end) == of_at
            && !other.words.is_empty()
            && plain(other.words.end - 1)
            && !subject::is_common(sentence.word(other.words.end - 1))
            && !counts(other)
    };
    !mention.words.is_empty() && others.iter().any(owned)
}

/// Whether a word behind a column goes with it, where the column that it would be is named elsewhere: `overtime hours must not exceed
/// Hours`.
fn is_noun(sentence: &Sentence, mention: &Mention, others: &[Mention], draft: &Draft) -> bool {
    let heading = &draft.sheets[mention.place.0].columns[mention.place.1].heading;
    let Some((_, place)) = sentence.words.get(mention.words.start).filter(|_| mention.words.len() == 1) else {
        return false;
    };
    let small = sentence.text[place.clone()].starts_with(char::is_lowercase) && heading.starts_with(char::is_uppercase);
    let behind = |other: &Mention| {
        other.place != mention.place
            && other.words.end == mention.words.start
            && !other.words.is_empty()
            && sentence.gap(other.words.end - 1).is_empty()
    };
    let again = |other: &Mention| other.place == mention.place && other.words.start > mention.words.end;
    small && others.iter().any(behind) && others.iter().any(again)
}

/// Beside a column, whether one of yes and no is named as what things are: `required for fragile objects`.
fn is_kind_of_things(sentence: &Sentence, language: &Language, mention: &Mention, draft: &Draft) -> bool {
    let column = &draft.sheets[mention.place.0].columns[mention.place.1];
    let yes_no = column.is_yes_no() || counts_answers(column);
    let before = |back: usize| mention.words.start.checked_sub(back).map_or("", |at| sentence.word(at));
    let led = language.only_for.contains(&before(1))
        || [language.every, language.articles].iter().any(|words| words.contains(&before(1)))
            && language.only_for.contains(&before(2));
    let thing = sentence.gap(mention.words.end.max(1) - 1).is_empty() && mention.words.end < sentence.words.len();
    yes_no && mention.words.len() == 1 && led && thing
}

/// Beside a column, whether another one is named by a word in small letters before the noun that is meant: `last stock check as dd.mm.yyyy`
/// says nothing of the column Stock.
fn is_word_of_noun(sentence: &Sentence, language: &Language, mention: &Mention, draft: &Draft) -> bool {
    let heading = &draft.sheets[mention.place.0].columns[mention.place.1].heading;
    let text = &sentence.text[sentence.words[mention.words.start].1.clone()];
    let small = text.starts_with(char::is_lowercase) && heading.starts_with(char::is_uppercase);
    let next = sentence.word(mention.words.end);
    let joined = sentence.gap(mention.words.end - 1).is_empty() && !next.is_empty();
    let known = [
        language.verbs, language.modals, language.small, language.and, language.or, language.to, language.only_for,
        language.manner, language.owners, language.with,
    ];
    // "Required from grade 4" names the grade.
    let number = next.starts_with(|each: char| each.is_ascii_digit());
    small
        && mention.words.len() == 1
        && mention.words.start > 0
        && joined
        && !number
        && !known.iter().any(|words| words.contains(&next))
}

/// Whether a column is named as what a piece or a unit is of: `two letters of the port, a dash and four digits`, `whole currency units`.
fn is_of_piece(sentence: &Sentence, language: &Language, (mention, mentions): (&Mention, &[Mention])) -> bool {
    let (start, end) = (mention.words.start, mention.words.end);
    let article = start.checked_sub(1).is_some_and(|at| language.every.contains(&sentence.word(at)));
    let of = start.checked_sub(1 + usize::from(article)).filter(|at| language.owners.contains(&sentence.word(*at)));
    let pieces = [language.letters, language.digits, language.characters];
    let kind = |word: &str| pieces.iter().any(|words| words.contains(&word));
    // "Quantity, unit price" are two columns.
    let named = mentions.iter().any(|other| other.words.contains(&end));
    let units = !named && sentence.gap(end - 1).is_empty() && language.units.contains(&sentence.word(end));
    of.is_some_and(|of| of > 0 && kind(sentence.word(of - 1))) || units
}

/// Where a colon stands right behind the columns that a sentence begins with.
pub(super) fn colon_behind(sentence: &Sentence, mentions: &[Mention]) -> Option<usize> {
    let colon = sentence.text.find(':')?;
    let ends = |mention: &Mention| sentence.words[mention.words.end - 1].1.end;
    let last = mentions.iter().filter(|mention| ends(mention) <= colon).max_by_key(|mention| ends(mention))?;
    let first = mentions.first()?.words.start;
    (first <= LEADING && sentence.text[ends(last)..colon].trim().is_empty()).then_some(colon)
}

/// Whether a column is named for the rows that are meant: `must not be filled for level 1` beside another one, and in brackets `insured
/// items (Insured = Y) must have a price`.
fn names_some_rows(
    (sentence, language, beside): (&Sentence, &Language, bool),
    (mention, mentions): (&Mention, &[Mention]),
) -> bool {
    let before = |back: usize| mention.words.start.checked_sub(back).map_or("", |at| sentence.word(at));
    let article = usize::from(language.every.contains(&before(1)));
    let opens = mention.words.start.checked_sub(1).is_some_and(|at| sentence.gap(at).ends_with('('));
    let equated = opens && mention.words.end > 0 && sentence.gap(mention.words.end - 1) == "=";
    let others = mentions.iter().any(|other| other.place != mention.place);
    beside && language.only_for.contains(&before(1 + article)) || equated && others
}

/// The columns that a sentence is about: those that it names, that it stands beside, or that the one before named.
pub(super) fn meant(
    (text, sentence, language): (&Text, &Sentence, &Language),
    mentions: &[Mention],
    before: &[Mention],
) -> Vec<Place> {
    // What is named in a condition is not what the sentence is about.
    let condition = conditions::condition_span(sentence, language);
    let compared = |mention: &Mention| {
        // Beside a column, what it is compared with is not what is spoken of: `hh:mm, later than Start`.
        let others = |other: &Mention| other.place != mention.place && other.words.end <= mention.words.start;
        (matches!(text.about, About::Column(..)) || mentions.iter().any(others))
            && order::is_compared(sentence, language, mention)
    };
    let outside = |mention: &&Mention| {
        let in_condition = condition.as_ref().is_some_and(|condition| condition.contains(&mention.words.start));
        let narrows = conditions::narrowed_by(sentence, language, mentions).is_some_and(|of| of == *mention);
        let of_piece = mentions.len() > 1 && is_of_piece(sentence, language, (mention, mentions));
        let beside = matches!(text.about, About::Column(..));
        let narrows = narrows || names_some_rows((sentence, language, beside), (mention, mentions));
        !in_condition
            && !compared(mention)
            && !narrows
            && !of_piece
            && !conditions::is_unit(sentence, language, mention)
    };
    let mut places: Vec<Place> = mentions.iter().filter(outside).map(|mention| mention.place).collect();
    places.dedup();
    // Beside a column, "must be filled (as in the passport)" is said of the column.
    let in_brackets = |mention: &Mention| {
        let before = &sentence.text[..sentence.words[mention.words.start].1.start];
        before.matches('(').count() > before.matches(')').count()
    };
    if let About::Column(sheet, column) = text.about
        && mentions.iter().all(in_brackets)
        && sentence.text.find('(').is_some_and(|open| open > 0)
    {
        return vec![(sheet, column)];
    }
    // "Seats: up to 150, less in the other rooms" is about the seats.
    if let Some(colon) = colon_behind(sentence, mentions) {
        let head = |mention: &Mention| sentence.words[mention.words.start].1.start < colon;
        let head: Vec<Place> = mentions.iter().filter(|mention| head(mention)).map(|mention| mention.place).collect();
        places.retain(|place| head.contains(place));
    }
    if let Some(same) = not_the_same(sentence, language, mentions) {
        places = vec![same];
    }
    // Beside a column, what comes before another one is named is said of the column: `Yes or No; fresh items are always Yes`.
    if let About::Column(sheet, column) = text.about
        && !places.contains(&(sheet, column))
        && mentions
            .first()
            .is_some_and(|first| first.words.start > LEADING || language.with.contains(&sentence.word(0)))
    {
        places = vec![(sheet, column)];
    }
    // Beside a column, "if catering: cold, hot or cakes" speaks of the column.
    let in_condition = |mention: &Mention| {
        condition.as_ref().is_some_and(|condition| condition.start == 0 && condition.contains(&mention.words.start))
    };
    let of_column = matches!(text.about, About::Column(..)) && mentions.iter().all(in_condition);
    if places.is_empty() && !of_column && !conditions::is_conditional(sentence, language, mentions) {
        // "If a fee is charged, give it with two decimals" speaks of the fee.
        places = mentions.iter().map(|mention| mention.place).collect();
        places.dedup();
    }
    if places.is_empty() {
        places = match text.about {
            About::Column(sheet, column) => vec![(sheet, column)],
            // "We cannot take more than 250 lines at a time" goes on about no column.
            _ if counts_rows(sentence, language) => Vec::new(),
            _ => before.iter().map(|mention| mention.place).collect(),
        };
    }
    places
}

/// Whether a sentence says how many rows there may be.
fn counts_rows(sentence: &Sentence, language: &Language) -> bool {
    let in_digits = |at: usize| sentence.word(at).starts_with(|each: char| each.is_ascii_digit());
    let counted = |at: usize| in_digits(at) && language.rows.contains(&sentence.word(at + 1));
    (0..sentence.words.len()).any(counted)
}

/// The phrases before what something is compared with: `not more than`, `later than`.
pub(super) fn comparing(language: &Language) -> impl Iterator<Item = &'static &'static str> {
    let tables =
        [language.above, language.below, language.at_most, language.at_least, language.earlier, language.later];
    tables.into_iter().flatten()
}

/// The column that a text stands beside, where the sentence does not name it, and the one that the sentence goes on about.
pub(super) fn spoken_of(
    (text, sentence, language): (&Text, &Sentence, &Language),
    mentions: &[Mention],
    before: &[Place],
) -> (Option<Place>, Option<Place>) {
    let own = match text.about {
        About::Column(sheet, column) if !mentions.iter().any(|mention| mention.place == (sheet, column)) => {
            Some((sheet, column))
        }
        _ => None,
    };
    // "If you do give one, it has to be later than the start date" goes on about what was spoken of.
    let pronoun = |mention: &Mention| {
        sentence.words[..mention.words.start].iter().any(|(word, _)| language.pronouns.contains(&word.as_str()))
    };
    // "Never more than the quote" has no subject of its own.
    let compares = |mention: &Mention| {
        let end = comparing(language).filter_map(|phrase| sentence.ends_at(phrase, 0)).max().unwrap_or(0);
        let article = usize::from(language.every.contains(&sentence.word(end)));
        end > 0 && mention.words.start == end + article
    };
    let goes_on = |mention: &Mention| pronoun(mention) || compares(mention);
    let spoken_of = match (own, mentions, before) {
        (None, [one], [of]) if one.place != *of && one.place.0 == of.0 && goes_on(one) => Some(*of),
        _ => own,
    };
    (own, spoken_of)
}
