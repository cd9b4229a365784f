//! What is made of a sentence once it is known which columns it names: every reading in turn.

use std::cell::OnceCell;

use super::listed::listed;
use super::meant::spoken_of;
use super::mentioned::{mentioned, places_of};
use super::of_headings::of_headings;
use super::sentence::{Phrases, Sentence};
use super::subject::{Mention, Place};
use super::words::Language;
use super::{
    AS_HELD, Claim, Entries, Reading, Target, Text, aged_on, arithmetic, begun, calendar, columns_by, conditions,
    days_between, days_of_rows, differences, first_signs, for_values, lasting, listed_days, one_row, only_with, order,
    other_sheet, products, ratios, required, rows_per, so_far, steps, times_of_rows, totals, unwanted, values,
    whole_names,
};
use crate::draft::{Confidence, Draft};

/// The columns that a text may be about.
pub(super) fn columns_in_reach(text: &Text, draft: &Draft) -> Vec<Place> {
    let sheets = draft.sheets.iter().enumerate().filter(|(at, sheet)| text.about.reaches(*at) && !sheet.is_form);
    sheets.flat_map(|(at, sheet)| (0..sheet.columns.len()).map(move |column| (at, column))).collect()
}

pub(super) fn understand(
    known: &Entries<'_>,
    (text, sentence, language): (&Text, &Sentence, &'static Language),
    (mentions, places, before): (&[Mention], &[Place], &[Place]),
    draft: &Draft,
) -> Reading {
    let looks = by_look_or_sign(known, (text, sentence, language), draft);
    let all = columns_in_reach(text, draft);
    let name = |(sheet, column): Place| draft.sheets[sheet].columns[column].name.clone();
    let calculated = || calculated((text, sentence, language), (mentions, places), (&name, draft));
    if let Some(whole) = of_the_sheet((sentence, language), mentions, draft).or_else(calculated) {
        return whole;
    }
    let asking = required::Asking {
        sentence,
        language,
        mentions,
        subjects: places,
        looks: &looks,
        all: &all,
        before,
        name: &name,
        draft,
        beside: text.about.column(),
        kind: OnceCell::new(),
    };
    if let Some(others) = asking.without_kind() {
        return understand(known, (text, sentence, language), (mentions, &others, before), draft);
    }
    let alone = |rest: &Sentence| alone(known, (text, rest, language), before, draft);
    if let Some(reading) =
        asking.up_to_this_year().or_else(|| asking.for_amounts()).or_else(|| asking.limited_then(alone))
    {
        return reading;
    }
    let mut reading = required::read(&asking);
    asking.only_of_nth(&mut reading.claims);
    // Beside a column, "date" says what its values are.
    let dates = || values::dates(sentence, language, mentions, &all, (draft, &known.headings));
    let dated = if text.about.column().is_some() { Vec::new() } else { dates() };
    let (places, dated) = if dated.is_empty() { (places, false) } else { (dated.as_slice(), true) };
    reading.and(other_sheet::read(sentence, language, places, draft));
    reading.and(one_row::read(sentence, language, (known, &text.about, !mentions.is_empty()), draft));
    reading.and(order::balance(sentence, language, mentions, &name));
    reading.and(totals::read((sentence, language), (mentions, places), &name));
    reading.and(differences::read((sentence, language), (mentions, text.about.column()), (&name, draft)));
    reading.and(far_apart((text, sentence, language), (mentions, places), draft));
    reading.and(products::read(sentence, language, (mentions, places, &text.about), (&name, draft)));
    let about_rule = reading.claims.iter().any(|claim| matches!(claim.on, Target::Rule(_) | Target::Group(..)));
    if !about_rule {
        reading.and(values::of_values((text, sentence, language), (mentions, places, dated), draft));
        values::days_before(&mut reading, language, before, draft);
        listed(&mut reading, (text, sentence, language), (mentions, places, before), draft);
        super::each_kind::without_limits_of_texts(&mut reading, draft);
        of_some_rows(&asking, &mut reading.claims);
        reading.understood |= !reading.claims.is_empty();
        let unwanted = unwanted::read(sentence, language, (mentions, places), &reading);
        reading.and(unwanted);
        steps::read(sentence, language, places, &name, &mut reading);
        whole_names::read((sentence, language), (places, text.about.column()), draft, &mut reading);
    }
    reading.and(as_before((sentence, language), (mentions, places), &reading, draft));
    let own = in_order((text, sentence, language), (mentions, before), &asking, (draft, &mut reading));
    asking.compared_for_some(&mut reading.claims);
    reading.and(as_held((sentence, language), (mentions, own), &reading));
    let valid = sentence.has(language.valid) && sentence.has(language.obliging);
    if !reading.understood && (valid || sentence.has(language.heading_shares)) {
        reading.and(of_headings((sentence, language), places, draft));
    }
    of_rows((text, sentence, language), (mentions, places), draft, &mut reading);
    reading
}

/// What is said of some rows only, and of what a condition or a rule says, no column has in all of them.
fn of_some_rows(asking: &required::Asking<'_>, claims: &mut Vec<Claim>) {
    for_values::without_values_of_conditions(claims);
    asking.without_days_of_condition(claims);
    asking.holds_for_some(claims);
    asking.limits_per(claims);
    asking.typed_by_today(claims);
    asking.without_measured(claims);
    for_values::without_values_of_rules(claims, (asking.sentence, asking.mentions), asking.draft);
    asking.left_elsewhere(claims);
}

/// The columns that a sentence calls by how they look, or by a sign that their headings have.
fn by_look_or_sign(
    known: &Entries<'_>,
    (text, sentence, language): (&Text, &Sentence, &Language),
    draft: &Draft,
) -> Vec<Place> {
    let looks = columns_by::by_look(sentence, language, known, draft, &text.about);
    if looks.is_empty() { columns_by::by_sign(sentence, language, draft, &text.about) } else { looks }
}

/// What is made of a part of a sentence.
fn alone(
    known: &Entries<'_>,
    (text, part, language): (&Text, &Sentence, &'static Language),
    before: &[Place],
    draft: &Draft,
) -> Reading {
    let (part, mentions) = mentioned(known, (text, part, language), (before, false), draft);
    let places = places_of((text, &part, language), &mentions, &[]);
    understand(known, (text, &part, language), (&mentions, &places, before), draft)
}

/// What columns come to, where it is said in other words than those that sums, differences and products are read in besides.
fn calculated(
    (text, sentence, language): (&Text, &Sentence, &Language),
    (mentions, places): (&[Mention], &[Place]),
    (name, draft): (&dyn Fn(Place) -> String, &Draft),
) -> Option<Reading> {
    let beside = text.about.column();
    let claims = arithmetic::read((sentence, language), (mentions, beside), (name, draft))?;
    let mut known = totals::read((sentence, language), (mentions, places), name);
    known.and(differences::read((sentence, language), (mentions, beside), (name, draft)));
    known.and(products::read(sentence, language, (mentions, places, &text.about), (name, draft)));
    known.claims.is_empty().then(|| Reading::of(claims))
}

/// What a sentence says of rows that are left out, or of sheets and columns that need not be begun, and of nothing else.
fn of_the_sheet((sentence, language): (&Sentence, &Language), mentions: &[Mention], draft: &Draft) -> Option<Reading> {
    let mut whole = ignored(sentence, language);
    whole.and(begun::columns(sentence, language, mentions, draft));
    whole.and(begun::sheets(sentence, language, mentions, draft));
    whole.understood.then_some(whole)
}

/// What a sentence says of what comes before what; the column that it stands beside, where it names others.
fn in_order(
    (text, sentence, language): (&Text, &Sentence, &Language),
    (mentions, before): (&[Mention], &[Place]),
    asking: &required::Asking<'_>,
    (draft, reading): (&Draft, &mut Reading),
) -> Option<Place> {
    let (own, spoken_of) = spoken_of((text, sentence, language), mentions, before);
    let mut compared =
        if asking.is_from_on() { Vec::new() } else { ordered((sentence, language), (mentions, own), draft) };
    // "If Back is later than Sent, give a reason" asks for no order; "rows where Back is before Sent are refused" does.
    let in_condition = asking.compared_in_condition().filter(|_| !sentence.has(language.refused));
    if let Some(compared_then) = in_condition {
        let both = compared_then.both;
        compared.retain(|mention| !both.iter().any(|of| of.words == mention.words && of.place == mention.place));
    }
    let spoken_of = spoken_of.filter(|place| !reading.answers(*place));
    // "At least 7 days after the arrival" says more than that it is later.
    let is_check = |claim: &&Claim| claim.key == "check";
    let tells = |said: &str| said.contains(" - INTERVAL ") || said.contains(" >= ") && said.contains(" + INTERVAL ");
    let apart = reading.claims.iter().filter(is_check).filter(|claim| tells(&claim.value));
    let apart: Vec<String> = apart.map(|claim| claim.value.clone()).collect();
    let names = |said: &str| said.trim_matches('"').split(' ').map(str::to_owned).collect::<Vec<_>>();
    let is_known = |claim: &Claim| {
        let words = names(&claim.value);
        let of = |check: &String| {
            let known = names(check);
            words.first().into_iter().chain(words.last()).all(|name| known.contains(name))
        };
        claim.key == "check" && apart.iter().any(of)
    };
    let mut read = order::read(sentence, language, (&compared, spoken_of), asking.name);
    read.claims.retain(|claim| !is_known(claim));
    read.understood &= !read.claims.is_empty() || apart.is_empty();
    reading.and(read);
    own
}

/// What a sentence says of rows and what they are of, where nothing else is read of it.
pub(super) fn of_rows(
    (text, sentence, language): (&Text, &Sentence, &Language),
    (mentions, places): (&[Mention], &[Place]),
    draft: &Draft,
    reading: &mut Reading,
) {
    if !reading.understood {
        reading.and(days_of_rows::read((sentence, language), (mentions, &text.about), draft));
        let anyway = |every: &&[Phrases]| every.iter().all(|phrases| sentence.has(phrases));
        reading.understood |= language.anyway.iter().any(anyway);
    }
    if !reading.understood {
        reading.and(only_with::read((sentence, language), (mentions, &text.about), draft));
    }
    ratios::read((sentence, language), mentions, draft, reading);
    first_signs::read((sentence, language), (mentions, &text.about), draft, reading);
    aged_on::read((sentence, language), (mentions, places, &text.about), draft, reading);
    aged_on::on_another((sentence, language), (mentions, &text.about), draft, reading);
    match calendar::names_of_days((sentence, language), (mentions, &text.about), draft) {
        Some(list) => reading.and(Reading::of(vec![list])),
        None => calendar::read((sentence, language), (mentions, &text.about), draft, reading),
    }
    times_of_rows::read((sentence, language), (mentions, &text.about), draft, reading);
    listed_days::read((sentence, language), (mentions, &text.about), draft, reading);
    rows_per::read((sentence, language), (mentions, &text.about), draft, reading);
    // "Must differ from the handler" says nothing of other rows.
    if reading.claims.iter().any(|claim| claim.key == "check" && claim.value.contains(" <> ")) {
        reading.claims.retain(|claim| claim.key != "unique");
    }
}

/// How far apart two days may be, each from the other or from the begin to the end.
pub(super) fn far_apart(
    (text, sentence, language): (&Text, &Sentence, &Language),
    (mentions, places): (&[Mention], &[Place]),
    draft: &Draft,
) -> Reading {
    let name = |(sheet, column): Place| draft.sheets[sheet].columns[column].name.clone();
    let mut reading = so_far::read((sentence, language), (mentions, places), (&name, draft));
    reading.and(lasting::read((sentence, language), (mentions, &text.about), draft));
    reading.and(days_between::read((sentence, language), mentions, (&name, draft)));
    reading
}

/// "Lines that start with # are ignored" says nothing of a column.
pub(super) fn ignored(sentence: &Sentence, language: &Language) -> Reading {
    let rows = language.others.contains(&sentence.word(0));
    // "Lines that begin with # are notes for you"
    let sign = |begins: std::ops::Range<usize>| {
        let gap = sentence.gap(begins.end - 1).trim_start_matches(['"', '“', '„', '«', '\'', ' ']);
        gap.starts_with(['#', '*', ';', '!', '%', '/'])
    };
    let begins = sentence.any(language.begins).filter(|_| rows);
    let understood = begins.is_some_and(|begins| sign(begins) || sentence.has(language.ignored));
    Reading { understood, ..Reading::default() }
}

/// The columns that may come before or behind another one: those of yes and no do not, nor beside a column those of its condition,
/// `only with a result, not before sampling`.
pub(super) fn ordered(
    (sentence, language): (&Sentence, &Language),
    (mentions, own): (&[Mention], Option<Place>),
    draft: &Draft,
) -> Vec<Mention> {
    let is_ordered = |mention: &&Mention| !draft.sheets[mention.place.0].columns[mention.place.1].is_yes_no();
    let mut ordered: Vec<Mention> = mentions.iter().filter(is_ordered).cloned().collect();
    let span = conditions::condition_span(sentence, language).filter(|_| own.is_some());
    let outside = |mention: &Mention| span.as_ref().is_none_or(|span| !span.contains(&mention.words.start));
    if ordered.iter().any(outside) {
        ordered.retain(outside);
    }
    ordered
}

/// `Same format`: the column is written as the nearest one before it of which that has been said.
pub(super) fn as_before(
    (sentence, language): (&Sentence, &Language),
    (mentions, places): (&[Mention], &[Place]),
    reading: &Reading,
    draft: &Draft,
) -> Reading {
    if sentence.has(language.same_values) {
        return with_values_of((sentence, language), (mentions, places), reading, draft);
    }
    let ([place], true) = (places, sentence.has(language.same_form)) else { return Reading::default() };
    let has_form = reading.claims.iter().any(|claim| matches!(claim.key, "pattern" | "date_format"));
    let mut before = draft.sheets[place.0].columns[..place.1].iter().rev();
    // "The date in the same form"
    let of_days = sentence.words.iter().any(|(word, _)| language.day_nouns.contains(&word.as_str()));
    let is_form = |column: &&crate::draft::DraftColumn| {
        column.lines.has("date_format") || !of_days && column.lines.has("pattern")
    };
    let Some(nearest) = before.find(is_form).filter(|_| !has_form) else { return Reading::default() };
    if let Some(pattern) = nearest.lines.get("pattern").filter(|line| line.confidence > Confidence::Suggested) {
        let (on, value) = (Target::Column(*place), pattern.value.clone());
        return Reading::of(vec![Claim { on, key: "pattern", value, confidence: pattern.confidence }]);
    }
    let of_day = nearest.lines.get("type").zip(nearest.lines.get("date_format"));
    let Some((kind, form)) = of_day else { return Reading::default() };
    let claim = |key, value: &str| Claim {
        on: Target::Column(*place),
        key,
        value: value.to_owned(),
        confidence: Confidence::Known,
    };
    Reading::of(vec![claim("type", &kind.value), claim("date_format", &form.value)])
}

/// `Same scale`, `same codes as Condition out`: the column takes what another one takes, the nearest before it where none is named.
fn with_values_of(
    (sentence, language): (&Sentence, &Language),
    (mentions, places): (&[Mention], &[Place]),
    reading: &Reading,
    draft: &Draft,
) -> Reading {
    const KEYS: &[&str] = &["allowed", "yes_no", "type", "min", "max", "places", "pattern", "blank_words"];
    let Some(place) = places.first() else { return Reading::default() };
    let columns = &draft.sheets[place.0].columns;
    let takes = |column: &&crate::draft::DraftColumn| {
        KEYS.iter().any(|key| !matches!(*key, "type" | "blank_words") && column.lines.get(key).is_some())
    };
    let has_value = reading.claims.iter().any(|claim| KEYS.contains(&claim.key) && claim.place() == Some(*place));
    // Beside a column, "same values as Tag" is about no column but this.
    let others = places.iter().copied().chain(mentions.iter().map(|mention| mention.place));
    let other = others.into_iter().find(|other| other != place && other.0 == place.0);
    let named = other.map(|other| &columns[other.1]);
    if named.is_some_and(|named| !takes(&named)) {
        return Reading::default();
    }
    let of = named.or_else(|| columns[..place.1].iter().rev().find(takes)).filter(|_| !has_value);
    let Some(of) = of.filter(|_| !sentence.is_question() && !sentence.has(language.must_be_same)) else {
        return Reading::default();
    };
    let lines = KEYS.iter().filter_map(|key| of.lines.get(key));
    let claim = |line: &crate::draft::Line| Claim {
        on: Target::Column(*place),
        key: line.key,
        value: line.value.clone(),
        confidence: line.confidence,
    };
    Reading::of(lines.map(claim).collect())
}

/// Columns whose values are those of a list of the receiving side: what is no value of its own is one of a list.
pub(super) fn as_held(
    (sentence, language): (&Sentence, &Language),
    (mentions, own): (&[Mention], Option<Place>),
    reading: &Reading,
) -> Reading {
    let has_value = reading.claims.iter().any(|claim| matches!(claim.key, "allowed" | "pattern" | "type" | "format"));
    let Some(place) = sentence.any(language.as_held).filter(|_| !has_value) else { return Reading::default() };
    let before = |mention: &&Mention| mention.words.end <= place.start;
    let mut named: Vec<Place> = mentions.iter().filter(before).map(|mention| mention.place).collect();
    named.extend(own.filter(|_| named.is_empty()));
    let claim = |place| Claim {
        on: Target::Column(place),
        key: AS_HELD,
        value: sentence.text.clone(),
        confidence: Confidence::Known,
    };
    Reading::of(named.into_iter().map(claim).collect())
}
