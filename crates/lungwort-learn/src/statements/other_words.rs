//! Columns that a sentence names in other words than their headings: a part of one, another form of a word, what a thing weighs.

use lungwort_core::cell::fold::without_accents;

use super::About;
use super::sentence::Sentence;
use super::subject::{Headings, Mention, Named, Place, is_common};
use super::words::Language;

/// Places of a sentence at which columns are looked for in other words; each goes through all headings.
const MOST: usize = 8;
/// Words between a thing and the verb that says how much it is, at most.
const MEASURED: usize = 3;

/// Words of a sentence that are looked at for a heading within them.
const WORDS: usize = 40;

/// The last word of a heading stands for it where it is no shorter.
const TAIL: usize = 4;

/// Words from the one verb to the other, at most: `must end after the day on which it starts`.
const VERBS_APART: usize = 9;

/// Letters in which words of one stem begin alike, and letters that may follow.
const STEM: usize = 5;
const ENDING: usize = 5;

/// `The variety or the year`, where the heading is Year of harvest: the one heading that begins so, beside another that is named.
pub(super) fn by_head(sentence: &Sentence, language: &Language, headings: &[&Named], found: &mut Vec<Mention>) {
    let word = |at: usize| sentence.word(at);
    let articles = (1..sentence.words.len()).filter(|at| language.every.contains(&word(at - 1)));
    for at in articles.take(MOST) {
        let joined = |mention: &Mention| {
            let between = mention.words.end..at - 1;
            between.len() == 1
                && between.clone().all(|at| [language.and, language.or].iter().any(|words| words.contains(&word(at))))
        };
        if !found.iter().any(joined) || found.iter().any(|known| known.words.contains(&at)) {
            continue;
        }
        let begins = |(words, ..): &&&Named| {
            words.len() >= 3 && words[0] == word(at) && matches!(words[1].as_str(), "of" | "de" | "du" | "der")
        };
        let mut of = headings.iter().filter(begins);
        if let (Some((_, place, _)), None) = (of.next(), of.next()) {
            found.push(Mention { place: *place, words: at..at + 1 });
        }
    }
}

/// `Start and end mileage`, where the headings are Start mileage and End mileage: the noun is said once.
pub(super) fn shared_noun(sentence: &Sentence, language: &Language, headings: &[&Named], found: &mut Vec<Mention>) {
    let word = |at: usize| sentence.word(at);
    let mut more: Vec<Mention> = Vec::new();
    for mention in found.iter().filter(|mention| mention.words.len() >= 2) {
        let noun = word(mention.words.end - 1);
        let same = |last: &String| noun == last || noun.strip_suffix('s') == Some(last);
        let Some(joined) = mention.words.start.checked_sub(1) else { continue };
        if !(language.and.contains(&word(joined)) || language.or.contains(&word(joined))) {
            continue;
        }
        let Some(before) = joined.checked_sub(1) else { continue };
        let is_so = |words: &[String]| {
            words.len() == mention.words.len() && words[0] == word(before) && words.last().is_some_and(same)
        };
        let own = |place: Place| found.iter().any(|known| known.place == place);
        let mut of = headings.iter().filter(|(words, place, _)| is_so(words) && !own(*place));
        if let (Some((_, place, _)), None) = (of.next(), of.next()) {
            more.push(Mention { place: *place, words: before..before + 1 });
        }
    }
    found.extend(more);
}

/// `Emergency contact and phone`, where the headings are Emergency contact and Emergency phone: what both begin with is said once.
pub(super) fn shared_beginning(
    sentence: &Sentence,
    language: &Language,
    headings: &[&Named],
    found: &mut Vec<Mention>,
) {
    let word = |at: usize| sentence.word(at);
    let mut more: Vec<Mention> = Vec::new();
    for mention in found.iter().filter(|mention| mention.words.len() == 2) {
        let joined = mention.words.end;
        if !(language.and.contains(&word(joined)) || language.or.contains(&word(joined))) {
            continue;
        }
        let last = joined + 1;
        let is_so =
            |words: &[String]| words.len() == 2 && words[0] == word(mention.words.start) && words[1] == word(last);
        let free = !found.iter().any(|known| known.words.contains(&last));
        let mut of = headings.iter().filter(|(words, ..)| free && is_so(words));
        if let (Some((_, place, _)), None) = (of.next(), of.next()) {
            more.push(Mention { place: *place, words: last..last + 1 });
        }
    }
    found.extend(more);
}

/// `Name and phone of the parents`, where the headings are Name of the parents and Phone of the parents: what both end with is said once,
/// whatever column the first word alone would be.
pub(super) fn shared_end(sentence: &Sentence, language: &Language, headings: &[&Named], found: &mut Vec<Mention>) {
    let word = |at: usize| sentence.word(at);
    let mut more: Vec<Mention> = Vec::new();
    for mention in found.iter().filter(|mention| mention.words.len() >= 2) {
        let Some(joined) = mention.words.start.checked_sub(1) else { continue };
        let Some(before) = joined.checked_sub(1) else { continue };
        if !(language.and.contains(&word(joined)) || language.or.contains(&word(joined))) {
            continue;
        }
        let tail = mention.words.start + 1..mention.words.end;
        let is_so = |words: &[String]| {
            words.len() == mention.words.len()
                && words[0] == word(before)
                && words[1..].iter().zip(tail.clone()).all(|(one, at)| one == word(at))
        };
        let mut of = headings.iter().filter(|(words, place, _)| is_so(words) && *place != mention.place);
        if let (Some((_, place, _)), None) = (of.next(), of.next()) {
            more.push(Mention { place: *place, words: before..before + 1 });
        }
    }
    found.retain(|mention| !more.iter().any(|other| other.words == mention.words));
    found.extend(more);
}

/// `Der Abreisetag`, where the heading is Abreise: what is said of it is in the same word.
pub(super) fn by_compound(
    sentence: &Sentence,
    language: &Language,
    (known, about): (&Headings, &About),
    found: &mut Vec<Mention>,
) {
    let heading = |word: &str| {
        let stem = |end: &&str| word.strip_suffix(*end).filter(|stem| stem.chars().count() >= TAIL).map(str::to_owned);
        language.compounds.iter().find_map(stem)
    };
    for at in 0..sentence.words.len().min(WORDS) {
        if found.iter().any(|known| known.words.contains(&at)) {
            continue;
        }
        let Some(stem) = heading(sentence.word(at)) else { continue };
        let joined = stem.strip_suffix('s').unwrap_or(&stem);
        let is_so = |words: &[String]| matches!(words, [one] if *one == stem || one == joined);
        let place = known.only(about, |words, _| is_so(words));
        found.extend(place.map(|place| Mention { place, words: at..at + 1 }));
    }
}

/// Letters by which a genitive is longer than its word, at most: `des Nachweises`.
const GENITIVE: usize = 2;

/// `Die Nummer des Nachweises`, where the heading is Nachweisnummer: a compound is said in two words.
pub(super) fn by_owned(
    sentence: &Sentence,
    language: &Language,
    (known, about): (&Headings, &About),
    found: &mut Vec<Mention>,
) {
    // Only where headings are compounds is one taken apart.
    if language.compounds.is_empty() {
        return;
    }
    for at in 1..sentence.words.len().saturating_sub(1).min(WORDS) {
        let (what, owner) = (sentence.word(at - 1), sentence.word(at + 1));
        let is_named = |at: usize| found.iter().any(|known| known.words.contains(&at));
        let genitive = language.owners.contains(&sentence.word(at)) && what.len() >= TAIL && owner.len() >= TAIL;
        if !genitive || is_named(at - 1) || is_named(at + 1) {
            continue;
        }
        let is_so = |words: &[String]| {
            let [one] = words else { return false };
            let stem = one.strip_suffix(what).unwrap_or_default();
            let stems = [stem, stem.strip_suffix('s').unwrap_or(stem)];
            let is_of = |stem: &str| {
                let rest = owner.strip_prefix(stem).filter(|_| stem.chars().count() >= TAIL);
                rest.is_some_and(|rest| rest.chars().count() <= GENITIVE)
            };
            stems.into_iter().any(is_of)
        };
        let place = known.only(about, |words, _| is_so(words));
        found.extend(place.map(|place| Mention { place, words: at - 1..at + 2 }));
    }
}

/// `The rate`, where the one heading of two words that ends so is Hourly rate.
pub(super) fn by_tail(
    sentence: &Sentence,
    language: &Language,
    (known, about): (&Headings, &About),
    found: &mut Vec<Mention>,
) {
    if !found.is_empty() {
        return;
    }
    let word = |at: usize| sentence.word(at);
    // "The highest rate"
    let of_kind = |word: &str| language.greatest.contains(&word) || language.least.contains(&word);
    let led = |at: &usize| *at == 0 || language.every.contains(&word(at - 1)) || of_kind(word(at - 1));
    for at in (0..sentence.words.len()).filter(led).take(MOST) {
        let noun = word(at);
        // "The six digits below the barcode" are no barcode.
        let beside = at.checked_sub(2).is_some_and(|before| language.whereabouts.contains(&word(before)));
        if noun.len() < TAIL || is_common(noun) || beside {
            continue;
        }
        let ends =
            |words: &[String]| words.last().is_some_and(|last| last == noun || noun.strip_suffix('s') == Some(last));
        // No other heading has the word anywhere.
        let named = known.with_word(noun, about);
        let pair = named.filter(|(_, headings)| headings.iter().any(|words| words.len() == 2 && ends(words)));
        if let Some((place, _)) = pair {
            found.push(Mention { place, words: at..at + 1 });
            return;
        }
    }
}

/// `A box must not weigh more than 15 kg` is about the weight, where there is one such column.
pub(super) fn by_measure(
    sentence: &Sentence,
    language: &Language,
    (known, about): (&Headings, &About),
    found: &mut Vec<Mention>,
) {
    let verb = |word: &str| language.measures.iter().any(|(verb, _)| *verb == word);
    // "Number and cost" names a column, where "may cost 5" measures a thing.
    let is_verb = |at: usize| {
        let before = at.checked_sub(1).map_or("", |before| sentence.words[before].0.as_str());
        let noun = found.iter().any(|mention| mention.words.contains(&at));
        let leads = [language.verbs, language.negations, language.modals].iter().any(|words| words.contains(&before));
        !noun || leads
    };
    let measured: Vec<(usize, &(String, std::ops::Range<usize>))> =
        sentence.words.iter().enumerate().filter(|(at, (word, _))| verb(word) && is_verb(*at)).collect();
    for (at, (word, _)) in measured.into_iter().take(MOST) {
        for (_, noun) in language.measures.iter().filter(|(verb, _)| verb == word) {
            let Some(place) = known.only(about, |words, _| words.iter().any(|word| word == noun)) else { continue };
            // "May cost 100", where Cost is a heading itself.
            if found.iter().any(|mention| mention.words.contains(&at) && mention.place != place) {
                continue;
            }
            // What weighs so much is no column here.
            found.retain(|mention| mention.words.end > at || at - mention.words.end > MEASURED);
            found.push(Mention { place, words: at..at + 1 });
            return;
        }
    }
}

/// `A section is never longer than 250 metres`, where a column is called Length: what is so long is no column here.
pub(super) fn by_compared_size(
    sentence: &Sentence,
    language: &Language,
    (known, about): (&Headings, &About),
    found: &mut Vec<Mention>,
) {
    let size = |at: &usize| language.compared_sizes.iter().find(|(word, _)| *word == sentence.word(*at));
    let Some(at) = (1..sentence.words.len()).find(|at| size(at).is_some()) else { return };
    let Some((_, noun)) = size(&at) else { return };
    // "Titles longer than 80 characters" have no length of metres.
    let measured = (at + 1..(at + MEASURED + 1).min(sentence.words.len())).any(|number| {
        let unit = language.size_units.contains(&sentence.word(number + 1));
        sentence.number(number, language).is_some() && unit
    });
    let Some(place) = known.only(about, |words, _| words.iter().any(|word| word == noun)).filter(|_| measured) else {
        return;
    };
    if !found.iter().any(|mention| mention.place == place) {
        found.retain(|mention| mention.words.start > at);
        found.push(Mention { place, words: at..at + 1 });
    }
}

/// `The inspection date`, `the date of return`, where the headings are Inspected on and Returned: the one heading that begins alike.
pub(super) fn by_stem(
    sentence: &Sentence,
    language: &Language,
    (known, about): (&Headings, &About),
    found: &mut Vec<Mention>,
) {
    let is_day = |word: &str| language.dates.contains(&word);
    let is_noun = |at: usize| {
        let word = sentence.words.get(at).map_or("", |(word, _)| word.as_str());
        language.dates.first() == Some(&word) || language.day_month_year[0].first() == Some(&word)
    };
    // "Date, not earlier than…" says nothing of the column Notes.
    let small = |at: usize| {
        let word = sentence.word(at);
        language.small.contains(&word) || language.negations.contains(&word) || word.chars().count() < TAIL
    };
    for at in (0..sentence.words.len()).filter(|at| is_noun(*at)).take(MOST) {
        // The word before it, or the one behind "of the".
        let behind = (at + 1..at + 3).find(|other| !small(*other)).filter(|other| *other > at + 1);
        let before = at.checked_sub(1).filter(|before| !small(*before) && !is_noun(*before));
        // "The payment date is given": what was done stands before it, unless it is joined to what is behind.
        let joined = language.owners.contains(&sentence.word(at + 1));
        let behind = behind.filter(|_| joined || before.is_none());
        // "The date lent", where the heading is Lent on.
        let next = Some(at + 1).filter(|next| *next < sentence.words.len() && !small(*next));
        let Some(other) = behind.or(before).or(next).filter(|other| *other < sentence.words.len()) else { continue };
        let words = at.min(other)..at.max(other) + 1;
        if found.iter().any(|known| known.words.start < words.end && words.start < known.words.end) {
            continue;
        }
        let word = sentence.words[other].0.as_str();
        let with_day = |heading: &[String]| matches!(heading, [one, day] | [day, one] if is_day(day) && !is_day(one) && alike(one, word));
        let alone = |heading: &[String]| matches!(heading, [one] if alike(one, word));
        // Of "Paid" and "Paid on" the second has the day.
        let place = known.only(about, |heading, _| with_day(heading) || alone(heading));
        let place = place.or_else(|| known.only(about, |heading, _| with_day(heading)));
        found.extend(place.map(|place| Mention { place, words }));
    }
    by_what_was_done(sentence, language, (known, about), found);
}

/// `Not before sampling`, where the heading is Sampled on: what was done on a day stands behind what comes before or after it.
fn by_what_was_done(
    sentence: &Sentence,
    language: &Language,
    (known, about): (&Headings, &About),
    found: &mut Vec<Mention>,
) {
    let compares = || language.earlier.iter().chain(language.later);
    let behind = |at: usize| compares().filter_map(|phrase| sentence.ends_at(phrase, at)).max();
    let Some(end) = (0..sentence.words.len()).find_map(behind) else { return };
    let at = end + usize::from(language.every.contains(&sentence.word(end)));
    let done = sentence.word(at);
    let named = found.iter().any(|mention| (end..=at + 1).contains(&mention.words.start));
    if named || done.chars().count() < TAIL || is_common(done) {
        return;
    }
    let is_day = |word: &str| language.dates.contains(&word);
    let is_so = |heading: &[String]| matches!(heading, [one, day] | [day, one] if is_day(day) && !is_day(one) && alike(one, done));
    found.extend(known.only(about, |heading, _| is_so(heading)).map(|place| Mention { place, words: at..at + 1 }));
}

/// What was done, and the noun for it, where they begin otherwise.
const IRREGULAR: &[(&str, &str)] = &[
    ("paid", "payment"),
    ("sold", "sale"),
    ("bought", "purchase"),
    ("born", "birth"),
    ("left", "departure"),
    ("died", "death"),
    ("bezahlt", "zahlung"),
    ("geboren", "geburt"),
    ("payé", "paiement"),
    ("né", "naissance"),
    ("vendu", "vente"),
];

/// `The date must not be in the future`, where one column alone is of days.
pub(super) fn the_day(
    sentence: &Sentence,
    language: &Language,
    (known, about): (&Headings, &About),
    found: &mut Vec<Mention>,
) {
    let word = |at: usize| sentence.word(at);
    let Some(noun) = language.dates.first().filter(|_| found.is_empty()) else { return };
    let at = (1..sentence.words.len()).find(|at| word(*at) == *noun && language.every.contains(&word(at - 1)));
    // "The date (2026-07-14) has to lie in 2026"
    let goes_on = |at: &usize| language.verbs.contains(&word(at + 1)) || sentence.gap(*at).contains('(');
    let Some(at) = at.filter(goes_on) else { return };
    let is_day = |heading: &[String]| {
        let ends = [heading.first(), heading.last()];
        ends.into_iter().flatten().any(|word| language.dates.contains(&word.as_str()))
    };
    found.extend(known.only(about, |heading, _| is_day(heading)).map(|place| Mention { place, words: at..at + 1 }));
}

/// `A loan must end after it starts`: the columns over the begin and the end, where verbs stand for them.
pub(super) fn by_verbs(
    sentence: &Sentence,
    language: &Language,
    (known, about): (&Headings, &About),
    found: &mut Vec<Mention>,
) {
    let verb = |verbs: &[&str]| (0..sentence.words.len()).find(|at| verbs.contains(&sentence.word(*at)));
    let (Some(start), Some(end)) = (verb(language.starting), verb(language.ending)) else { return };
    let (first, last) = (start.min(end), start.max(end));
    let compares = language.earlier.iter().chain(language.later);
    let between = |phrase: &str| sentence.find_from(phrase, first).is_some_and(|place| place.end <= last);
    if last - first > VERBS_APART || !compares.into_iter().any(|phrase| between(phrase)) {
        return;
    }
    let of = |words: &[&str]| known.only(about, |heading, _| heading.iter().any(|word| words.contains(&word.as_str())));
    let (Some(begins), Some(ends)) = (of(language.start_words), of(language.end_words)) else { return };
    if begins != ends {
        found.retain(|mention| mention.words.end <= first && mention.place != begins && mention.place != ends);
        found.push(Mention { place: begins, words: start..start + 1 });
        found.push(Mention { place: ends, words: end..end + 1 });
        found.sort_by_key(|mention| mention.words.start);
    }
}

/// Whether two words are forms of one: they begin alike, and little follows.
fn alike(one: &str, other: &str) -> bool {
    if IRREGULAR.iter().any(|(done, deed)| (one, other) == (*done, *deed) || (other, one) == (*done, *deed)) {
        return true;
    }
    // Nearly every pair begins otherwise.
    if one.as_bytes().first() != other.as_bytes().first() {
        return false;
    }
    // "Règlement" and "réglé"
    let (one, other) = (without_accents(one), without_accents(other));
    let (one, other): (Vec<char>, Vec<char>) = (one.chars().collect(), other.chars().collect());
    let same = one.iter().zip(&other).take_while(|(one, other)| one == other).count();
    let (least, most) = (one.len().min(other.len()), one.len().max(other.len()));
    // "Movement" and "moved" differ where the shorter one ends.
    same >= 3 && same + usize::from(least > 4) >= least.min(STEM) && most - same <= ENDING
}
