//! How the values of columns are written: what `sizes` and `choices` read of a sentence, held against the headings.

use super::sentence::{Phrases, Sentence, sentences};
use super::subject::{self, Headings, Mention, Place};
use super::words::{self, Language};
use super::{About, Claim, Reading, Target, Text, choices, conditions, meanings, sizes};
use crate::draft::{Confidence, Draft};
use crate::keys;
use lungwort_core::rulebook::toml_text::quoted;

/// Takes out what is said of numbers where other values are as right, `S, M, L or a number (36-54)`, and the five of `multiples of 5 up to 50`.
fn without_numbers_of_some(claims: &mut Vec<Claim>, sentence: &Sentence, language: &Language) {
    let or_number = |at: usize| {
        let article = usize::from(language.articles.contains(&sentence.word(at + 1)));
        at > 1 && language.or.contains(&sentence.word(at)) && language.number.contains(&sentence.word(at + 1 + article))
    };
    if (0..sentence.words.len()).any(or_number) {
        claims.retain(|claim| !matches!(claim.key, "type" | "min" | "max" | "above" | "below" | "places"));
    }
    let step = sentence.any(language.multiples).and_then(|place| sentence.number(place.end, language));
    if let Some(step) = step {
        claims.retain(|claim| claim.key != "min" || claim.value.parse() != Ok(step));
    }
}

/// The sentence with what its column counts itself, where it counts that: `at most 14 days` of a column of days, `14 years` of an age.
fn counted_by_heading(
    (sentence, language): (&Sentence, &Language),
    places: &[Place],
    draft: &Draft,
) -> Option<Sentence> {
    let [(sheet, column)] = *places else { return None };
    let of = &draft.sheets[sheet].columns[column];
    let dated = of.lines.get("type").is_some_and(|line| line.value.contains("date") || line.value.contains("time"));
    let counts = |at: &usize| sentence.number(*at, language).is_some() && at + 1 < sentence.words.len();
    let nouns: Vec<&str> = (0..sentence.words.len()).filter(counts).map(|at| sentence.word(at + 1)).collect();
    if nouns.is_empty() || dated {
        return None;
    }
    let heading = of.heading.to_lowercase();
    let own = |noun: &&str| {
        let years = language.spans.iter().any(|(word, span)| word == noun && *span == "YEAR");
        heading
            .split(|each: char| !each.is_alphanumeric())
            .any(|part| part == *noun || noun.strip_suffix('n') == Some(part) || years && language.ages.contains(&part))
    };
    let counted: Vec<String> = nouns.into_iter().filter(own).map(str::to_owned).collect();
    (!counted.is_empty()).then(|| sentence.counting(counted))
}

/// What a sentence says of how the values of columns are written.
pub(super) fn of_values(
    (text, sentence, language): (&Text, &Sentence, &Language),
    (mentions, places, dated): (&[Mention], &[Place], bool),
    draft: &Draft,
) -> Reading {
    let by_heading = counted_by_heading((sentence, language), places, draft);
    let sentence = by_heading.as_ref().unwrap_or(sentence);
    let from = from((text, sentence, language), (mentions, places), draft);
    let standard = match places {
        [place] => standard_of(sentence, language, *place, draft),
        _ => None,
    };
    let mut of_values = match &standard {
        Some(_) => Reading::default(),
        // "JUN = under 12, YTH = 12 to 17": the numbers are those of what codes mean.
        None if meanings::are_codes(&sentence.text) => Reading::default(),
        // One word that stands for several columns says the same of each.
        None if !mentions.is_empty() && mentions.windows(2).all(|pair| pair[0].words == pair[1].words) => {
            let mut each = Reading::default();
            places.iter().for_each(|place| each.and(sizes::read(sentence, language, &[*place], from)));
            of_texts(each, (text, sentence), language, draft)
        }
        None => of_texts(sizes::read(sentence, language, places, from), (text, sentence), language, draft),
    };
    // "ISO 639-1 code, several separated by +"
    if standard.is_some() {
        of_values.and(sizes::separated(sentence, language, places));
    }
    without_numbers_of_some(&mut of_values.claims, sentence, language);
    of_values.and(number_alone((text, sentence, language), draft));
    of_values.and(on_the_globe(sentence, language, places, draft));
    if let Some(last) = before_bracket(sentence, mentions) {
        let in_bracket = |claim: &Claim| matches!(claim.key, "pattern" | "length" | "min" | "max" | "places");
        of_values.claims.retain(|claim| !in_bracket(claim) || claim.on == Target::Column(last));
    }
    of_what_is_counted(&mut of_values.claims, (sentence, language), mentions);
    without_numbers_of_people(&mut of_values.claims, (sentence, language), mentions, draft);
    // "A path is reported once on the same day" says of no day that it comes once.
    let within = |mention: &Mention| {
        let before = mention.words.start.saturating_sub(PHRASE)..mention.words.start;
        before
            .into_iter()
            .any(|at| language.on_same.iter().any(|phrase| sentence.ends_at(phrase, at) == Some(mention.words.start)))
    };
    let scoped = |claim: &Claim| {
        claim.key == "unique"
            && mentions.iter().any(|mention| Target::Column(mention.place) == claim.on && within(mention))
    };
    of_others(&mut of_values, (sentence, language), mentions, draft);
    // "No two lines may have the same code" does.
    of_values.claims.retain(|claim| sentence.has(language.no_two) || !scoped(claim));
    of_values.understood &= !of_values.claims.is_empty();
    of_values.and(each_of_labelled((sentence, language), (mentions, places)));
    if !dated {
        days_of_days(&mut of_values, (sentence, language), (mentions, places), draft);
    }
    if dated {
        of_all_days(&mut of_values, language, draft);
    }
    if !sentence.has(language.at_most) {
        exactly_so_many(&mut of_values, draft);
    }
    // "Where the email is blank" says nothing of what else is one.
    let given = conditions::is_given(sentence, language, mentions);
    let span = conditions::condition_span(sentence, language).filter(|_| given);
    let another = |claim: &Claim| {
        let within = |mention: &Mention| span.as_ref().is_some_and(|span| span.contains(&mention.words.start));
        mentions.iter().any(|mention| Target::Column(mention.place) != claim.on && !within(mention))
    };
    of_values.claims.retain(|claim| claim.key != "format" || !another(claim));
    of_values.understood &= !of_values.claims.is_empty();
    without_one_of_two((sentence, language), &mut of_values.claims);
    as_offers(&mut of_values.claims, (sentence, language), (mentions, given));
    of_values
}

/// What is said of all days says how they are written and which there are. Of a column that is one of days by its place alone, what is
/// said of it by itself counts for more.
fn of_all_days(reading: &mut Reading, language: &Language, draft: &Draft) {
    reading.claims.retain(|claim| matches!(claim.key, "type" | "date_format" | "min" | "max"));
    let by_place = |place: Place| {
        let ends = ends(&draft.sheets[place.0].columns[place.1].heading);
        !has_day(language, &ends) || is_deadline(language, &ends)
    };
    for claim in reading.claims.iter_mut().filter(|claim| claim.place().is_some_and(by_place)) {
        claim.confidence = claim.confidence.min(Confidence::Confirm);
    }
    reading.understood = !reading.claims.is_empty();
}

/// Takes out the numbers that say how old somebody is, or when somebody was born, and are no values of what people are known by.
fn without_numbers_of_people(
    claims: &mut Vec<Claim>,
    (sentence, language): (&Sentence, &Language),
    mentions: &[Mention],
    draft: &Draft,
) {
    // "Applicants under 18" are no value of Applicant ID.
    claims.retain(|claim| !is_of_things(claim, mentions, draft));
    // Nor are "swimmers born in 2015 or earlier" one of Swimmer.
    let born = |mention: &Mention| language.born.contains(&sentence.word(mention.words.end));
    let of_born = |claim: &Claim| mentions.iter().any(|of| Target::Column(of.place) == claim.on && born(of));
    claims.retain(|claim| !(is_of_numbers(claim) && of_born(claim)));
}

/// What is said of each column by itself, and of those alone that the sentence begins with where a colon is behind them: `Days: number of
/// days since the gauge was emptied; never more than 7` limits no gauge.
fn each_of_labelled(
    (sentence, language): (&Sentence, &Language),
    (mentions, places): (&[Mention], &[Place]),
) -> Reading {
    let each = each_its_own(sentence, language, mentions);
    let labelled = super::meant::colon_behind(sentence, mentions).is_some();
    let own = |claim: &Claim| claim.place().is_none_or(|place| places.contains(&place));
    if !labelled || each.claims.iter().all(own) { each } else { Reading::default() }
}

/// `Optional, number`, as all that is said beside a column: its values are numbers, unless the column is one of codes.
fn number_alone((text, sentence, language): (&Text, &Sentence, &Language), draft: &Draft) -> Reading {
    let About::Column(sheet, column) = text.about else { return Reading::default() };
    let address = address_shown(text, sentence);
    if address.understood {
        return address;
    }
    let said = |at: usize, phrases: &[Phrases]| {
        let all = phrases.iter().flat_map(|phrases| phrases.iter());
        all.filter_map(|phrase| sentence.ends_at(phrase, at)).max()
    };
    let duty = [language.required, language.optional, language.alone_required, language.articles];
    let (mut at, mut named) = (0, false);
    while at < sentence.words.len() {
        let Some(end) = said(at, &[language.number, language.numeric]).or_else(|| said(at, &duty)) else {
            return Reading::default();
        };
        named |= said(at, &[language.number, language.numeric]).is_some();
        at = end;
    }
    let of = &draft.sheets[sheet].columns[column];
    let is_code = crate::keys::identifies(&of.heading) || of.lines.has("pattern") || of.lines.has("format");
    let is_called = words::ALL.iter().any(|language| {
        let heading = of.heading.to_lowercase();
        let mut parts = heading.split(|each: char| !each.is_alphanumeric());
        parts.any(|part| language.number.contains(&part) || language.address_words.contains(&part))
    });
    let claim = Claim {
        on: Target::Column((sheet, column)),
        key: "type",
        value: quoted("decimal"),
        confidence: Confidence::Confirm,
    };
    Reading::of((named && !is_code && !is_called).then_some(claim).into_iter().collect())
}

/// "A group may book up to 40 seats" limits the seats, where that is another column.
fn of_what_is_counted(claims: &mut Vec<Claim>, (sentence, language): (&Sentence, &Language), mentions: &[Mention]) {
    let counted = |mention: &&Mention| {
        // "Une commande" is not counted.
        let number = mention.words.start.checked_sub(1).filter(|at| sentence.number(*at, language).is_some());
        number
            .filter(|at| !language.articles.contains(&sentence.word(*at)))
            .is_some_and(|at| sentence.gap(at).is_empty())
    };
    let mut of = mentions.iter().filter(counted);
    let (Some(mention), None) = (of.next(), of.next()) else { return };
    let others = |claim: &Claim| is_of_numbers(claim) && claim.on != Target::Column(mention.place);
    if mentions.first() == Some(mention) || !claims.iter().any(others) {
        return;
    }
    let known = claims.iter().any(|claim| is_of_numbers(claim) && claim.on == Target::Column(mention.place));
    // "Half board is only possible with at least 2 adults" limits no adults.
    let only = sentence.words.iter().any(|(word, _)| language.only.contains(&word.as_str()));
    if only {
        claims.retain(|claim| !is_of_numbers(claim));
    } else if known {
        claims.retain(|claim| !others(claim));
    } else {
        claims.iter_mut().filter(|claim| others(claim)).for_each(|claim| claim.on = Target::Column(mention.place));
    }
}

fn is_of_numbers(claim: &Claim) -> bool {
    let day = claim.key == "type" && claim.value.starts_with("\"date");
    !day && matches!(claim.key, "type" | "min" | "max" | "above" | "below" | "places")
}

/// Makes offers of what holds usually, or under a condition of another column.
fn as_offers(
    claims: &mut [Claim],
    (sentence, language): (&Sentence, &Language),
    (mentions, given): (&[Mention], bool),
) {
    // "Normally between 5 and 900 g"
    let usual = sentence.has(language.usual) && !sentence.has(language.refused) && !sentence.has(language.outside);
    if usual || sentence.has(language.everyone_else) {
        let limits = |claim: &&mut Claim| matches!(claim.key, "min" | "max" | "above" | "below" | "length" | "pattern");
        claims.iter_mut().filter(limits).for_each(|claim| claim.confidence = Confidence::Suggested);
    }
    // What holds under a condition of another column is no limit of all rows.
    if conditions::is_conditional(sentence, language, mentions) {
        let bracketed = |claim: &Claim| {
            let of = mentions.iter().filter(|mention| Target::Column(mention.place) == claim.on);
            // "If no, give the size (S, M or L)": whichever is given is one of them.
            let listed =
                |mention: &Mention| claim.key == "allowed" && sentence.gap(mention.words.end.max(1) - 1) == "(";
            of.into_iter().any(|mention| listed(mention) || is_limited_in_brackets(sentence, language, mention))
        };
        // "If paid by transfer, the reference (8 characters) must be entered": each reference has as many.
        let explained = sentence.text.contains('(') && sentence.required(language).is_some();
        let of_form = |key: &str| matches!(key, "type" | "date_format" | "pattern" | "length" | "places");
        let of_all = |claim: &&mut Claim| {
            let form = claim.key == "format" && given || explained && of_form(claim.key);
            claim.key != "unique" && !form && !bracketed(claim)
        };
        claims.iter_mut().filter(of_all).for_each(|claim| claim.confidence = Confidence::Suggested);
    }
}

/// Whether numbers stand in brackets right behind a column: `Mark (0-100)`.
pub(super) fn is_limited_in_brackets(sentence: &Sentence, language: &Language, mention: &Mention) -> bool {
    let end = super::units::behind_unit(sentence, language, mention.words.end);
    let opens = end > 0 && sentence.gap(end - 1) == "(";
    // "(One decimal, 0 to 10)" has its numbers a few words behind.
    let closes = (end..sentence.words.len()).find(|at| sentence.gap(*at).starts_with(')'));
    let to = closes.map_or(end + 1, |at| at + 1);
    opens && (end..to).any(|at| sentence.number(at, language).is_some())
}

/// What is said of others than the values of a column that the sentence names.
fn of_others(
    of_values: &mut Reading,
    (sentence, language): (&Sentence, &Language),
    mentions: &[Mention],
    draft: &Draft,
) {
    // "No more than 6 works per exhibitor" limits no exhibitor.
    let per = |mention: &Mention| {
        mention.words.start.checked_sub(1).is_some_and(|before| language.per.contains(&sentence.word(before)))
    };
    let of_per = |claim: &Claim| {
        let limits = matches!(claim.key, "type" | "min" | "max" | "above" | "below" | "places" | "length");
        limits && mentions.iter().any(|mention| Target::Column(mention.place) == claim.on && per(mention))
    };
    of_values.claims.retain(|claim| !of_per(claim));
    of_values.claims.iter_mut().filter(|claim| is_of_people(claim, (sentence, language), mentions, draft)).for_each(
        |claim| {
            claim.confidence = Confidence::Suggested;
        },
    );
}

/// The word from which a sentence says how the values of a column are written: behind its name, or from the beginning.
fn from(
    (text, sentence, language): (&Text, &Sentence, &Language),
    (mentions, places): (&[Mention], &[Place]),
    draft: &Draft,
) -> usize {
    // Beside another column, "name and phone number" says nothing of a number.
    let end = |mention: &Mention| {
        let beside = matches!(text.about, About::Column(sheet, column) if (sheet, column) != mention.place);
        let noun = language.number.contains(&sentence.word(mention.words.end));
        mention.words.end + usize::from(beside && noun)
    };
    let mut from = mentions.iter().map(end).min().unwrap_or(0);
    // Beside a column, its own name among other words leads up to nothing.
    let own = |mention: &Mention| text.about == About::Column(mention.place.0, mention.place.1);
    if mentions.iter().all(|mention| own(mention) && mention.words.start > 2) {
        from = 0;
    }
    // "Not more than 200 guests", "no more than 50 characters under Notes"
    let limited = |at: usize| {
        let limits = [language.at_most, language.at_least, language.exactly, language.above, language.below];
        sentence.number(at, language).is_some()
            && limits.into_iter().any(|phrases| super::codes::qualified(sentence, phrases, at))
    };
    // "Up to 2,000 samples" are no value of Sample.
    let things = |one: &Mention| {
        let counted = one.words.start > 0 && sentence.number(one.words.start - 1, language).is_some();
        let heading = draft.sheets[one.place.0].columns[one.place.1].heading.to_lowercase();
        // Nor is "worth more than 5,000 must be insured" a limit of Insured.
        let before = one.words.start.checked_sub(1).map_or("", |at| sentence.words[at].0.as_str());
        let verb = language.verbs.contains(&before) || language.modals.contains(&before);
        verb || counted && !heading.starts_with(&sentence.words[one.words.start].0)
    };
    if let [one] = mentions
        && !things(one)
        && (one.words.end == sentence.words.len()
            || one.words.end + 1 == sentence.words.len() && language.polite.contains(&sentence.word(one.words.end)))
        && (0..one.words.start).any(limited)
    {
        from = 0;
    }
    // "Between 1 and 4 adults"
    let between = |at: usize| {
        let word = |back: usize| at.checked_sub(back).map_or("", |at| sentence.words[at].0.as_str());
        language.between.contains(&word(3)) && sentence.number(at - 2, language).is_some()
    };
    // "At least 50 seeds per lot": the number stands before what it counts.
    let counted = |mention: &Mention| {
        mention.words.start > 0
            && sentence.number(mention.words.start - 1, language).is_some()
            && (limited(mention.words.start - 1) || between(mention.words.start - 1) || sentence.has(language.refused))
            // A heading in the plural is one of an amount; "300 passengers" are no value of Passenger.
            && draft.sheets[mention.place.0].columns[mention.place.1]
                .heading
                .to_lowercase()
                .starts_with(&sentence.words[mention.words.start].0)
    };
    if places.len() == 1
        && mentions.iter().find(|mention| mention.place == places[0]).is_some_and(counted)
        && !sentence.has(language.several)
        && sizes::read(sentence, language, places, from).claims.is_empty()
    {
        from = 0;
    }
    from
}

/// Of several columns that a sentence names, what it says of days is said of those whose headings speak of days, where there are such.
fn days_of_days(
    reading: &mut Reading,
    (sentence, language): (&Sentence, &Language),
    (mentions, places): (&[Mention], &[Place]),
    draft: &Draft,
) {
    let all = all_are_days((sentence, language), mentions);
    if all
        || places.len() < 2
        || !reading.claims.iter().any(|claim| claim.key == "type" && claim.value.contains("date"))
    {
        return;
    }
    let mut days = days_among(places, language, draft);
    if days.is_empty() || days.len() == places.len() {
        return;
    }
    // Of "Hire from" and "Hire until" the second speaks of a day by itself, and the first beside it.
    let is_end = |place: &Place| {
        let ends = ends(&draft.sheets[place.0].columns[place.1].heading);
        has_word(language.start_words, &ends) || has_word(language.end_words, &ends)
    };
    if days.iter().any(is_end) {
        days.extend(places.iter().copied().filter(is_end));
    }
    let of_day = |claim: &Claim| match claim.on {
        Target::Column(place) => days.contains(&place),
        _ => true,
    };
    let is_of_days = |claim: &Claim| matches!(claim.key, "type" | "date_format" | "min" | "max");
    reading.claims.retain(|claim| !is_of_days(claim) || of_day(claim));
}

/// Whether several columns in a row are said to be days: `Last seen and Due back are dates (dd/mm/yyyy)`.
fn all_are_days((sentence, language): (&Sentence, &Language), mentions: &[Mention]) -> bool {
    let joined = |pair: &[Mention]| pair[1].words.start <= pair[0].words.end + 1;
    let Some(last) = mentions.last().filter(|_| mentions.windows(2).all(joined)) else { return false };
    let mut behind = last.words.end + 1..last.words.end + 4;
    let days = |at: usize| language.all_dates.contains(&sentence.word(at));
    language.verbs.contains(&sentence.word(last.words.end)) && behind.any(days)
}

/// Those of some columns whose headings say that their values are days.
fn days_among(places: &[Place], language: &Language, draft: &Draft) -> Vec<Place> {
    let is_day = |place: &Place| has_day(language, &ends(&draft.sheets[place.0].columns[place.1].heading));
    places.iter().copied().filter(is_day).collect()
}

/// `Birth date as 31/12/2015; pupils must be born between…`: a day that is said of a column of something else is said of the column of
/// days that the sentence before spoke of.
pub(super) fn days_before(reading: &mut Reading, language: &Language, before: &[Place], draft: &Draft) {
    let assumed =
        |claim: &Claim| claim.key == "type" && claim.value.contains("date") && claim.confidence == Confidence::Confirm;
    let Some(Target::Column(on)) = reading.claims.iter().find(|claim| assumed(claim)).map(|claim| claim.on) else {
        return;
    };
    let days = days_among(before, language, draft);
    let ([day], []) = (days.as_slice(), days_among(&[on], language, draft).as_slice()) else { return };
    if on.0 != day.0 {
        return;
    }
    for claim in reading.claims.iter_mut().filter(|claim| claim.on == Target::Column(on)) {
        claim.on = Target::Column(*day);
    }
}

/// The first and the last word of a heading in small letters. Many headings are looked at for each sentence of some kinds, so that
/// they are not cut as sentences are.
pub(super) fn ends(heading: &str) -> [String; 2] {
    let plain = subject::plain_heading(heading).to_lowercase();
    let mut words = plain.split(|each: char| !(each.is_alphanumeric() || each == '_')).filter(|word| !word.is_empty());
    let first = words.next().unwrap_or_default().to_owned();
    [words.next_back().map_or_else(|| first.clone(), str::to_owned), first]
}

/// Whether a heading begins or ends with one of some words.
fn has_word(words: &[&str], ends: &[String; 2]) -> bool {
    ends.iter().any(|word| words.contains(&word.as_str()))
}

/// Letters of a preposition that stands behind what happened then, at most: `bought on`, `geprüft am`.
const PREPOSITION: usize = 2;

/// Words of days that others are joined with are no shorter.
const COMPOUND: usize = 5;

/// Whether a heading is that of the last day of something: `Deliver by`, and not `Approved by`.
fn is_deadline(language: &Language, [last, first]: &[String; 2]) -> bool {
    language.until.contains(&last.as_str()) && language.deadlines.contains(&first.as_str())
}

/// Whether a heading says that its values are days.
fn has_day(language: &Language, ends: &[String; 2]) -> bool {
    // "Geburtsdatum" is one, too.
    let joined = |word: &str, day: &&str| day.len() >= COMPOUND && word.ends_with(*day);
    // "Bought on" is a day, and "On loan" is none.
    let [last, first] = ends;
    let leads = |word: &String| word == first && first != last && word.chars().count() <= PREPOSITION;
    is_deadline(language, ends)
        || ends.iter().any(|word| {
            language.dates.contains(&word.as_str()) && !leads(word)
                || language.dates.iter().any(|day| joined(word, day))
        })
}

/// Limits of several columns in one sentence, each behind its own: `Latitude between -90 and 90, longitude between…`
fn each_its_own(sentence: &Sentence, language: &Language, mentions: &[Mention]) -> Reading {
    let mut reading = Reading::default();
    if mentions.len() < 2 || mentions.windows(2).any(|pair| pair[0].words.end > pair[1].words.start) {
        return reading;
    }
    let mut parts = Vec::new();
    for (at, mention) in mentions.iter().enumerate() {
        let from = sentence.words[mention.words.start].1.start;
        let to = mentions.get(at + 1).map_or(sentence.text.len(), |next| sentence.words[next.words.start].1.start);
        let Some(part) = sentences(&sentence.text[from..to]).into_iter().next() else { return Reading::default() };
        let skip = mention.words.end - mention.words.start;
        let own = sizes::read(&part, language, &[mention.place], skip);
        let limits = |claim: &Claim| matches!(claim.key, "min" | "max" | "above" | "below" | "type");
        let own: Vec<Claim> = own.claims.into_iter().filter(limits).collect();
        if own.is_empty() {
            return Reading::default();
        }
        parts.extend(own);
    }
    reading.understood = true;
    reading.claims = parts;
    reading
}

/// Codes of a standard that a sentence names for a column.
fn standard_of(sentence: &Sentence, language: &Language, place: Place, draft: &Draft) -> Option<()> {
    let heading = &draft.sheets[place.0].columns[place.1].heading;
    let heading = subject::heading_in_words(heading)?;
    choices::standard(sentence, language, &heading).map(|_| ())
}

/// A number of characters without more words is the length of a code that identifies, and the most of another text.
fn exactly_so_many(reading: &mut Reading, draft: &Draft) {
    for claim in reading.claims.iter_mut().filter(|claim| claim.key == "length") {
        let Target::Column((sheet, column)) = claim.on else { continue };
        let column = &draft.sheets[sheet].columns[column];
        if keys::identifies(&column.heading)
            && let Some(most) = claim.value.strip_prefix("{ max = ")
        {
            claim.value = format!("{{ exactly = {most}");
            claim.confidence = Confidence::Confirm;
        }
    }
}

/// Whether a text has a sign that compares numbers: `>= 0`, `16+`.
fn sentence_compares(text: &str) -> bool {
    text.trim_start().starts_with(['>', '<', '≥', '≤']) || text.trim_end().ends_with('+')
}

/// Columns of days, where a sentence speaks of dates in general and names no column: those whose headings say so.
pub(super) fn dates(
    sentence: &Sentence,
    language: &Language,
    mentions: &[Mention],
    all: &[Place],
    (draft, headings): (&Draft, &Headings),
) -> Vec<Place> {
    let begins = |phrases: Phrases| sentence.any(phrases).is_some_and(|place| place.start <= 2);
    if !mentions.is_empty() {
        return Vec::new();
    }
    if begins(language.all_times)
        && super::day_forms::month_or_time(sentence, language).is_some_and(|(kind, _)| kind == "time")
    {
        let is_time = |place: &&Place| {
            let column = &draft.sheets[place.0].columns[place.1];
            has_word(language.times, headings.ends(**place))
                && column.lines.get("type").is_none_or(|line| line.value.contains("time"))
        };
        return all.iter().filter(is_time).copied().collect();
    }
    if !begins(language.all_dates) {
        return Vec::new();
    }
    let is_date = |place: &&Place| {
        let column = &draft.sheets[place.0].columns[place.1];
        has_day(language, headings.ends(**place))
            && column.lines.get("type").is_none_or(|line| line.value.contains("date"))
    };
    let mut dates: Vec<Place> = all.iter().filter(is_date).copied().collect();
    let ends = first_and_last_days(language, all, draft);
    let more: Vec<Place> = ends.into_iter().filter(|place| !dates.contains(place)).collect();
    dates.extend(more);
    dates
}

/// Columns that are the first and the last day of something, where no other column of their sheet has the day: `Start` and `End` are
/// times beside one that is called Date.
fn first_and_last_days(language: &Language, all: &[Place], draft: &Draft) -> Vec<Place> {
    let heading = |place: Place| subject::plain_heading(&draft.sheets[place.0].columns[place.1].heading).to_lowercase();
    let is_open = |place: Place| {
        let column = &draft.sheets[place.0].columns[place.1];
        !["type", "allowed", "pattern", "format", "yes_no", "length"].iter().any(|key| column.lines.has(key))
    };
    let called =
        |sheet: usize, word: &str| all.iter().copied().find(|place| place.0 == sheet && heading(*place) == word);
    let has_day_beside = |sheet: usize| {
        let first = |place: &Place| heading(*place).split(' ').next().map(str::to_owned).unwrap_or_default();
        all.iter().filter(|place| place.0 == sheet).any(|place| language.day_nouns.contains(&first(place).as_str()))
    };
    let pair = |sheet: usize, (from, to): &(&str, &str)| Some([called(sheet, from)?, called(sheet, to)?]);
    let sheets = (0..draft.sheets.len()).filter(|sheet| !has_day_beside(*sheet));
    let pairs = sheets.flat_map(|sheet| language.first_and_last.iter().filter_map(move |of| pair(sheet, of)));
    pairs.filter(|pair| pair.iter().all(|place| is_open(*place))).flatten().collect()
}

/// Words of a phrase that says within what, at most: `on the same`.
const PHRASE: usize = 3;

/// Sizes of texts that templates give without a unit.
const SIZES: &[f64] = &[
    12.0, 15.0, 16.0, 20.0, 24.0, 25.0, 30.0, 32.0, 35.0, 40.0, 50.0, 60.0, 64.0, 70.0, 80.0, 100.0, 120.0, 128.0,
    140.0, 150.0, 160.0, 200.0, 240.0, 250.0, 255.0, 256.0, 300.0, 400.0, 500.0, 512.0, 1000.0, 1024.0, 2000.0, 4000.0,
];

/// `max. 60`, and nothing else: as likely the length of a text as the most of a number, where the heading tells neither.
fn is_size(sentence: &Sentence, language: &Language) -> bool {
    let last = sentence.words.len().saturating_sub(1);
    let number = sentence.number(last, language);
    // `required; max 40`
    let all = language.required.iter().chain(language.optional);
    let from = all.filter_map(|phrase| sentence.ends_at(phrase, 0)).max().unwrap_or(0);
    // `as written, max 50`
    let parted = (0..last).rev().find(|at| sentence.gap(*at).contains([',', ';'])).map(|at| at + 1);
    let kinds = [
        language.whole, language.number, language.decimals, language.numeric, language.heading_shares,
        language.heading_units, language.heading_amounts,
    ];
    let from = parted.filter(|_| !kinds.into_iter().any(|phrases| sentence.has(phrases))).unwrap_or(from);
    let most = language.at_most.iter().any(|phrase| sentence.ends_at(phrase, from) == Some(last));
    // `250 max.`
    if let Some(number) = sentence.number(from, language).filter(|number| SIZES.contains(number)) {
        let behind = |phrase: &&str| sentence.ends_at(phrase, from + 1) == Some(sentence.words.len());
        return language.or_less.iter().any(behind) && number > 0.0;
    }
    most && number.is_some_and(|number| SIZES.contains(&number))
}

/// The last of several columns that stand apart, before a bracket at the end: `a holder enters last year's number (A01-D24)`.
fn before_bracket(sentence: &Sentence, mentions: &[Mention]) -> Option<Place> {
    let open = sentence.text.trim_end_matches('.').strip_suffix(')')?.rfind('(')?;
    let start = |mention: &Mention| sentence.words[mention.words.start].1.start;
    let last = mentions.iter().rfind(|mention| start(mention) < open)?;
    // Columns of a list are all meant.
    let apart = |pair: &[Mention]| {
        let between = pair[0].words.end..pair[1].words.start;
        let needs = words::ALL.iter().any(|language| {
            sentence.any(language.needs).is_some_and(|needs| needs.start >= between.start && needs.end <= between.end)
        });
        between.len() > 2 || needs
    };
    mentions.windows(2).any(apart).then_some(last.place)
}

/// `https://…` alone beside a column: how its addresses begin.
fn address_shown(text: &Text, sentence: &Sentence) -> Reading {
    let Some(place) = text.about.column() else { return Reading::default() };
    let lower = sentence.text.to_lowercase();
    let begins = |word: &str| word.trim_start_matches('(').starts_with("http");
    let joins = |word: &str| words::ALL.iter().any(|language| language.or.contains(&word)) || word == "/";
    let plain = lower.starts_with("http") && lower.contains("://");
    if !plain || !lower.split_whitespace().all(|word| begins(word) || joins(word)) {
        return Reading::default();
    }
    let value = quoted("web-address");
    Reading::of(vec![Claim { on: Target::Column(place), key: "format", value, confidence: Confidence::Confirm }])
}

/// "Phone (07 + 9 digits) or e-mail" gives the form of one kind of values of two.
fn without_one_of_two((sentence, language): (&Sentence, &Language), claims: &mut Vec<Claim>) {
    sizes::letters_of_names(claims);
    let phones = language.phones.iter().map(|word| (*word, "phone"));
    let kinds = language.formats.iter().chain(language.heading_formats).copied().chain(phones);
    let places: Vec<(usize, &str)> =
        kinds.filter_map(|(phrase, kind)| Some((sentence.find(phrase)?.start, kind))).collect();
    let others = |(at, kind): &(usize, &str)| places.iter().any(|(other, of)| of != kind && other > at);
    let or = |at: usize| language.or.contains(&sentence.word(at));
    let two = places.iter().any(|first| {
        let second = places.iter().filter(|(at, kind)| *at > first.0 && *kind != first.1).map(|(at, _)| *at).min();
        others(first) && second.is_some_and(|second| (first.0..second).any(or))
    });
    if two {
        claims.retain(|claim| !matches!(claim.key, "pattern" | "format" | "length"));
    }
}

/// `Decimal degrees` under a heading of latitudes or longitudes: there are no more of them.
fn on_the_globe(sentence: &Sentence, language: &Language, places: &[Place], draft: &Draft) -> Reading {
    if !sentence.has(language.degrees) {
        return Reading::default();
    }
    let claims = places.iter().flat_map(|place| {
        let heading = sentences(&draft.sheets[place.0].columns[place.1].heading.replace('_', " ")).pop();
        let is = |table| heading.as_ref().is_some_and(|heading| words::in_any(heading, table));
        let most = match (is(|language| language.latitudes), is(|language| language.longitudes)) {
            (true, false) => Some(90),
            (false, true) => Some(180),
            _ => None,
        };
        let claim = |key, value| Claim { on: Target::Column(*place), key, value, confidence: Confidence::Known };
        let limits =
            most.into_iter().flat_map(move |most| [claim("min", (-most).to_string()), claim("max", most.to_string())]);
        std::iter::once(claim("type", quoted("decimal"))).chain(limits)
    });
    Reading::of(claims.collect())
}

/// Whether a claim limits the numbers of a column that is named by what rows are, where it is what they are known by, or a text.
fn is_of_things(claim: &Claim, mentions: &[Mention], draft: &Draft) -> bool {
    let Target::Column((sheet, column)) = claim.on else { return false };
    let heading = &draft.sheets[sheet].columns[column].heading;
    let words = subject::plain_heading(heading).split_whitespace().count();
    let in_part = |mention: &Mention| {
        mention.place == (sheet, column) && !mention.words.is_empty() && mention.words.len() < words
    };
    let of_numbers = is_of_numbers(claim);
    let plain = subject::heading_in_words(heading);
    let is_text = plain.is_some_and(|plain| words::in_any(&plain, |language| language.heading_texts));
    of_numbers && (is_text || keys::identifies(heading)) && mentions.iter().any(in_part)
}

/// Whether a claim limits numbers of those that a column names: "exhibitors must be at least 6" is said of their age.
fn is_of_people(
    claim: &Claim,
    (sentence, language): (&Sentence, &Language),
    mentions: &[Mention],
    draft: &Draft,
) -> bool {
    let Target::Column((sheet, column)) = claim.on else { return false };
    let plain = subject::plain_heading(&draft.sheets[sheet].columns[column].heading).to_lowercase();
    let several = |mention: &Mention| {
        let word = sentence.word(mention.words.start);
        mention.place == (sheet, column)
            && mention.words.len() == 1
            && word.strip_suffix('s') == Some(plain.as_str())
            && [language.modals, language.below, language.above]
                .into_iter()
                .flatten()
                .any(|phrase| sentence.ends_at(phrase, mention.words.end).is_some())
    };
    let limits = matches!(claim.key, "type" | "min" | "max" | "above" | "below");
    let amount = || sentences(&plain).pop().is_some_and(|heading| is_amount(&heading, language));
    limits && !claim.value.contains('"') && mentions.iter().any(several) && !amount()
        || claim.key == "type" && claim.value.contains("decimal") && mentions.iter().any(several) && !amount()
}

/// Whether a heading is one of an amount: by its word, by its unit, by what it counts.
fn is_amount(heading: &Sentence, language: &Language) -> bool {
    let word = |at: usize| heading.words.get(at).map_or("", |(word, _)| word.as_str());
    let last = word(heading.words.len().saturating_sub(1));
    // "Number taken", and no number plate
    let counted = language.number.first() == Some(&word(0))
        && heading.words.len() == 2
        && language.participles.iter().any(|ending| last.ends_with(ending));
    let unit = heading.words.len() > 1 && super::units::is_unit(last);
    // "Seats" are counted, and "Address" is no plural.
    let plural = last.len() > 3 && last.ends_with('s') && !last.ends_with("ss") && !last.ends_with("us");
    let counted = counted || plural && !heading.has(language.heading_texts);
    let is = |table| words::in_any(heading, table);
    is(|language| language.heading_amounts) || is(|language| language.heading_units) || unit || counted
}

/// How all days are written, where a sentence speaks of dates in general: `dates as 31-12-2026`.
pub(super) fn form_of_all(sentence: &Sentence, language: &Language) -> Option<String> {
    // "Semicolons, decimal comma, dates d.m.yyyy"
    let led = |place: &std::ops::Range<usize>| {
        let gap = place.start.checked_sub(1).map_or("", |before| sentence.gap(before));
        gap.contains([',', ';', ':']) && place.end + 3 <= sentence.words.len()
    };
    let begins = sentence.any(language.all_dates).is_some_and(|place| place.start <= 2 || led(&place));
    let (kind, form) = super::day_forms::date(sentence).filter(|_| begins)?;
    (kind == "date").then(|| quoted(&form))
}

/// A limit without a unit is one of the length, where the column is one of texts: where its heading says so, or where the
/// limit stands in a heading that says nothing of an amount.
fn of_texts(reading: Reading, (text, sentence): (&Text, &Sentence), language: &Language, draft: &Draft) -> Reading {
    let says_text = sentence.has(language.plain_text) && !sentence.has(language.number);
    let is_text = |claim: &Claim| {
        let Target::Column((sheet, column)) = claim.on else { return false };
        let of = &draft.sheets[sheet].columns[column];
        let Some(heading) = subject::heading_in_words(&of.heading) else {
            return false;
        };
        // "Free text (max 40)" says what it is, whatever the heading.
        let typed = of.lines.get("type").is_some() || !says_text && is_amount(&heading, language);
        let of_texts = words::in_any(&heading, |language| language.heading_texts);
        !typed && (text.of_heading || of_texts || of.is_text || says_text || is_size(sentence, language))
    };
    // Both ends of a range are those of numbers, but under a heading of texts.
    let has = |key: &str| reading.claims.iter().any(|claim| claim.key == key);
    let texts = |claim: &Claim| {
        let Target::Column((sheet, column)) = claim.on else { return false };
        let heading = subject::plain_heading(&draft.sheets[sheet].columns[column].heading).replace('_', " ");
        let heading = sentences(&heading).pop();
        draft.sheets[sheet].columns[column].is_text
            || heading.is_some_and(|heading| heading.has(language.heading_texts))
    };
    if has("min") && has("max") && !reading.claims.iter().any(texts) {
        return reading;
    }
    // `>= 0` is said of numbers alone.
    if text.of_heading && sentence_compares(&text.text) {
        return reading;
    }
    let only_limits = reading.claims.iter().all(|claim| {
        matches!(claim.key, "min" | "max") || claim.key == "type" && claim.confidence == Confidence::Confirm
    });
    if !only_limits || !reading.claims.iter().any(is_text) {
        return reading;
    }
    let digits = sizes::says_digits_only(sentence, language);
    let claims = reading.claims.into_iter().flat_map(|claim| match claim.key {
        _ if !is_text(&claim) => vec![claim],
        // Days limit no text.
        "min" | "max" if claim.value.starts_with('"') => vec![claim],
        "min" | "max" => {
            let length = format!("{{ {} = {} }}", claim.key, claim.value);
            let pattern = Claim { key: "pattern", value: r"'\d+'".to_owned(), ..claim };
            let pattern = digits.then_some(pattern);
            std::iter::once(Claim { key: "length", value: length, ..claim }).chain(pattern).collect()
        }
        _ => Vec::new(),
    });
    Reading::of(claims.collect())
}
