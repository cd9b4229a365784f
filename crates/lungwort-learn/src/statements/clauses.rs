//! Sentences that speak of several columns, or say several things of one, cut into parts that can be read alone.

use std::ops::Range;

/// Words of a heading that a part of a sentence begins with, at most.
const HEADING: usize = 5;

use super::day_forms::{date, month_or_time};
use super::language::by_language;
use super::rephrased::{labelled, rephrased};
use super::sentence::{Phrases, Sentence, sentences};
use super::subject::{Mention, Place};
use super::words::{self, Language};
use super::yes_no::yes_no;
use super::{
    About, Entries, Text, bracketed, clock_words, columns_by, conditions, duties, for_each_kind, labels, limit_of_some,
    ordinals, polite, remarks, signed_headings, subject,
};
use super::{described, limited_then, plain_duties, plain_forms};
use crate::draft::Draft;

/// Words of what says which value is meant where there is none, at most: `default en`.
const DEFAULT: usize = 4;

/// `Language: de, en or nl; where it is missing, de is meant`: what a blank means stands behind a list and is none of it.
fn without_blank(sentence: &Sentence) -> Option<Vec<Sentence>> {
    let (list, behind) = sentence.text.split_once("; ")?;
    let behind = sentences(behind).pop()?;
    let first = behind.word(0);
    let of_blank = |language: &&Language| {
        let lacks = [language.lacking, language.nothing, language.unfilled].iter().any(|words| words.contains(&first));
        // "Leer lassen" asks for it.
        let means = language.means.iter().chain(language.copulas).any(|phrase| behind.find(phrase).is_some());
        // "en, fr or de; default en"
        let defaults = language.by_default.iter().any(|phrase| behind.ends_at(phrase, 0).is_some());
        defaults && behind.words.len() <= DEFAULT
            || lacks && (means || language.by_default.iter().any(|phrase| behind.find(phrase).is_some()))
    };
    let is_list = |language: &&Language| {
        let signs: Vec<String> = language.or.iter().map(|word| format!(" {word} ")).collect();
        list.contains(',') && signs.iter().any(|sign| list.contains(sign))
    };
    let plain = words::ALL.iter().any(is_list) && words::ALL.iter().any(of_blank) && !behind.text.contains(';');
    plain.then(|| sentences(list).into_iter().chain([behind]).collect())
}

/// `post or collect; must`: one word behind a list says that it has to be filled in.
fn duty_behind(sentence: &Sentence) -> Option<Vec<Sentence>> {
    let (list, behind) = sentence.text.rsplit_once(';')?;
    let duty = sentences(behind).pop().filter(|duty| duty.words.len() == 1)?;
    let alone = |language: &&Language| language.alone_required.contains(&duty.word(0));
    words::ALL.iter().any(alone).then(|| sentences(list).into_iter().chain([duty]).collect())
}

/// `On Fridays the time is needed, on Tuesdays it stays blank`: when it is blank is said apart from when it is not.
fn blank_behind(sentence: &Sentence) -> Option<Vec<Sentence>> {
    let (head, tail) = sentence.text.rsplit_once(", ")?;
    let (head, tail) = (sentences(head).pop()?, sentences(tail).pop()?);
    let apart = |language: &&'static Language| {
        let pronoun = (1..tail.words.len()).any(|at| language.pronouns.contains(&tail.word(at)));
        let else_so = language.otherwise.contains(&tail.word(0));
        head.required(language).is_some() && pronoun && !else_so && tail.has(language.forbidden)
    };
    words::ALL.iter().any(apart).then(|| vec![head, tail])
}

/// `S, M, L, XL - required for youth members`: what is said of the filling in stands behind a dash.
fn duty_behind_dash(sentence: &Sentence) -> Option<Vec<Sentence>> {
    let (list, behind) = [" - ", " – ", " — "].iter().find_map(|sign| sentence.text.split_once(sign))?;
    let duty = sentences(behind).pop()?;
    let says = |language: &&Language| {
        let phrases = [language.alone_required, language.required, language.optional, language.conditional];
        let begins = phrases.into_iter().flatten().any(|phrase| duty.ends_at(phrase, 0).is_some());
        let first = duty.word(0);
        begins || language.only.contains(&first) || language.leave.contains(&first)
    };
    // "Only for combs - has the keeper drawn the wax?" asks.
    let plain = !sentence.is_question() && !list.contains([';', '-', '–']) && duty.words.len() > 1;
    (plain && words::ALL.iter().any(says)).then(|| sentences(list).into_iter().chain([duty]).collect())
}

/// `optional, ADULT, CHILD or SENIOR`: whether it has to be filled in stands before the values, beside a column.
fn duty_first(sentence: &Sentence) -> Option<Vec<Sentence>> {
    let one = |language: &&'static Language| {
        let phrases = [language.alone_required, language.required, language.optional].into_iter().flatten();
        let end = phrases.filter_map(|phrase| sentence.ends_at(phrase, 0)).max()?;
        let parted = matches!(sentence.gap(end - 1), "," | ";" | "–" | "—" | "-" | ":");
        let from = sentence.words.get(end).filter(|_| parted)?.1.start;
        let listed = &sentence.text[from..];
        // "Optional, but not for day boats" and "required, if there is a keeper" go on about the duty.
        let first = sentence.word(end);
        let goes_on = [language.but, language.conditional, language.except, language.only, language.only_for];
        let goes_on = goes_on.iter().any(|words| words.contains(&first)) || language.negations.contains(&first);
        let plain = conditions::conditional_at(sentence, language).is_none() && !goes_on;
        let chosen = listed.contains([',', '/']) || language.or.iter().any(|or| listed.contains(&format!(" {or} ")));
        (plain && chosen).then(|| [sentence.text[..sentence.words[end - 1].1.end].to_owned(), listed.to_owned()])
    };
    let parts = words::ALL.iter().find_map(one)?;
    Some(parts.iter().flat_map(|part| sentences(part)).collect())
}

/// `required (A, B, C or HALL)`: what has to be filled in, and the values in brackets behind it.
fn duty_and_list(sentence: &Sentence) -> Option<Vec<Sentence>> {
    let (before, rest) = sentence.text.split_once('(')?;
    let inside = rest.trim_end_matches(['.', ' ']).strip_suffix(')').filter(|inside| !inside.contains('('))?;
    let duty = sentences(before).pop()?;
    let language = words::ALL.iter().find(|language| {
        let whole = 0..duty.words.len();
        duty.required(language) == Some(whole)
            || language.alone_required.iter().any(|word| duty.find(word) == Some(0..1))
    })?;
    let mut list = inside.to_owned();
    for word in language.or {
        list = list.replace(&format!(" {word} "), ", ");
    }
    let parts: Vec<&str> = list.split([',', '/']).map(str::trim).collect();
    let plain = |part: &&str| !part.is_empty() && part.split(' ').count() <= 2 && part.chars().any(char::is_alphabetic);
    let says = |part: &&str| {
        let part = sentences(part);
        let of = |phrases: Phrases| part.iter().any(|part| part.has(phrases));
        words::ALL.iter().any(|language| of(language.conditional) || of(language.obliging) || of(language.example))
    };
    let listed = parts.len() >= 2 && parts.iter().all(plain) && !parts.iter().any(says);
    (listed && !super::describe_values(&parts)).then(|| std::iter::once(duty).chain(sentences(inside)).collect())
}

/// `Complete every column unless the note below says otherwise`: what the notes say counts for more in any case.
fn without_unless_stated(sentence: &Sentence) -> Option<Vec<Sentence>> {
    let found = |language: &&'static Language| sentence.find_from_any(language.unless_stated, 1);
    let from = words::ALL.iter().find_map(found)?.start;
    let end = sentence.words[from - 1].1.end;
    Some(sentences(&sentence.text[..end]))
}

/// `dd/mm/yyyy; nobody born after 2014`: what stands behind the last sign, where it is said in plainer words otherwise; behind a column
/// and its colon it is about that column.
fn last_part(known: &Entries<'_>, text: &Text, sentence: &Sentence, draft: &Draft) -> Option<Vec<Sentence>> {
    if !known.headings.are_few() {
        return None;
    }
    let beside = matches!(text.about, About::Column(..));
    let label = sentence.text.split_once(": ").filter(|(label, _)| known.headings.is_one(label, &text.about));
    if !beside && label.is_none() || sentence.is_question() {
        return None;
    }
    ["; ", ", "]
        .into_iter()
        .find_map(|sign| {
            let (head, tail) = sentence.text.rsplit_once(sign)?;
            // "At most 20, 5 for tents" has a number that the words before it limit.
            if sign == ", " && tail.starts_with(|each: char| each.is_ascii_digit()) {
                return None;
            }
            // "Phone: 10 digits; Phone 2 different from Phone" goes on with another column.
            let other = sentences(tail).pop().filter(|tail| label.is_some() && begins_with_heading(tail, known, text));
            let known_tail = other.filter(|tail| rephrased(tail, (&known.headings, &text.about), draft).is_some());
            let tail = match (&known_tail, label) {
                (None, Some((label, _))) => format!("{label}: {tail}"),
                _ => tail.to_owned(),
            };
            let head = sentences(head).pop().filter(|head| head.words.len() > 1 || beside)?;
            let tail = sentences(&tail).pop()?;
            let known = (&known.headings, &text.about);
            rephrased(&tail, known, draft).or_else(|| labelled(&tail, known, draft))?;
            Some(vec![head, tail])
        })
        .or_else(|| bracket_of_some(known, text, (sentence, label.map(|(label, _)| label)), draft))
}

/// `Class: I, II or III (none for quinces)`: what is said in the bracket at the end, where it is said in plainer words otherwise.
fn bracket_of_some(
    known: &Entries<'_>,
    text: &Text,
    (sentence, label): (&Sentence, Option<&str>),
    draft: &Draft,
) -> Option<Vec<Sentence>> {
    let (head, inside) = sentence.text.trim_end_matches('.').strip_suffix(')')?.rsplit_once(" (")?;
    // "At most 30 (40 for clubs)" has another limit.
    if inside.contains(|each: char| each.is_ascii_digit()) {
        return None;
    }
    let tail = label.map_or_else(|| inside.to_owned(), |label| format!("{label}: {inside}"));
    let head = sentences(head).pop().filter(|head| date(head).is_none())?;
    let tail = sentences(&tail).pop()?;
    let known = (&known.headings, &text.about);
    rephrased(&tail, known, draft).or_else(|| labelled(&tail, known, draft))?;
    Some(vec![head, tail])
}

/// Whether a sentence begins with the heading of a column.
fn begins_with_heading(sentence: &Sentence, known: &Entries<'_>, text: &Text) -> bool {
    let most = HEADING.min(sentence.words.len());
    (1..=most).any(|end| known.headings.named_at(sentence, 0..end, &text.about).is_some())
}

/// `Required if Kind* is C`: a heading as it stands, with the asterisk that marks it.
fn without_stars(sentence: Sentence, draft: &Draft) -> Sentence {
    let headings = || draft.sheets.iter().flat_map(|sheet| &sheet.columns).map(|column| column.heading.trim());
    if !sentence.text.contains('*') || !headings().any(|heading| heading.ends_with('*')) {
        return sentence;
    }
    let marked = headings().filter(|heading| heading.ends_with('*') && heading.len() > 1);
    let plain =
        marked.fold(sentence.text.clone(), |text, heading| text.replace(heading, heading.trim_end_matches(['*', ' '])));
    match sentences(&plain).pop().filter(|_| plain != sentence.text) {
        Some(plain) => plain.in_the_stead_of(&sentence),
        None => sentence,
    }
}

/// `Kind - must be A, B or C`: a heading before a dash is one before a colon.
fn with_colon(known: &Entries<'_>, text: &Text, sentence: Sentence) -> Sentence {
    let dashed = || [" - ", " – ", " — "].iter().filter_map(|dash| sentence.text.split_once(dash));
    let is_label = |(label, rest): &(&str, &str)| {
        known.headings.is_one(label, &text.about)
            && !sentences(rest).first().is_some_and(|rest| begins_with_heading(rest, known, text))
    };
    match dashed().find(is_label) {
        // "Net - Tare" is a difference, and "A - open" a code with its meaning.
        Some((label, rest)) if !matches!(text.about, About::Column(..)) => {
            let said = sentences(&format!("{label}: {rest}")).pop();
            said.map_or_else(|| sentence.clone(), |said| said.in_the_stead_of(&sentence))
        }
        _ => sentence,
    }
}

/// `Required when K is ticked`: the letter of a column in a condition, as its heading.
fn with_headings(known: &Entries<'_>, text: &Text, sentence: Sentence, draft: &Draft) -> Sentence {
    let sheet = match text.about {
        About::Column(sheet, _) | About::Sheet(sheet) => sheet,
        About::Any if draft.sheets.len() == 1 => 0,
        About::Any => return sentence,
    };
    let letter = |at: &usize| {
        let (_, place) = &sentence.words[*at];
        let single = place.len() == 1 && sentence.text.as_bytes()[place.start].is_ascii_uppercase();
        let led = words::ALL.iter().any(|language| {
            // "If J, the number must be given" names a value.
            let joined = sentence.gap(*at).is_empty() && language.verbs.contains(&sentence.word(at + 1));
            language.conditional.contains(&sentence.word(at - 1)) && joined
        });
        single && led
    };
    let Some(at) = (1..sentence.words.len()).find(letter) else { return sentence };
    let place = sentence.words[at].1.clone();
    let field = usize::from(sentence.text.as_bytes()[place.start] - b'A');
    let columns = &draft.sheets[sheet].columns;
    // "Only if A is given" may speak of a value.
    let value = columns.iter().any(|of| {
        of.lines.get("allowed").is_some_and(|list| {
            super::by_value::entries(&list.value).iter().any(|(value, _)| *value == sentence.text[place.clone()])
        })
    });
    let Some(column) =
        columns.iter().find(|column| column.field == field).filter(|_| !value && known.headings.are_few())
    else {
        return sentence;
    };
    let named = super::heading_words(&column.heading);
    let said = format!("{}{named}{}", &sentence.text[..place.start], &sentence.text[place.end..]);
    match sentences(&said).pop() {
        Some(said) => said.in_the_stead_of(&sentence),
        None => sentence,
    }
}

/// The sentences that are read in the stead of one: in plainer words, and cut into its parts.
pub(super) fn apart(
    known: &Entries<'_>,
    (text, beside): (&Text, Option<Place>),
    sentence: Sentence,
    draft: &Draft,
) -> Vec<Sentence> {
    let plain = |sentence: &Sentence| -> Option<Vec<Sentence>> {
        let known = (&known.headings, &text.about);
        let plain = rephrased(sentence, known, draft).or_else(|| labelled(sentence, known, draft));
        // "Needs a vehicle registration" goes on about the column that its text began with.
        let on = || rephrased(sentence, (known.0, &About::Column(beside?.0, beside?.1)), draft);
        let plain = plain.or_else(on)?;
        Some(plain.into_iter().map(|part| part.in_the_stead_of(sentence)).collect())
    };
    if let Some(parts) = signed_headings::apart(known, text, &sentence, draft) {
        return parts;
    }
    let sentence = clock_words::in_digits(with_colon(known, text, sentence));
    if let Some(whole) = limited_then::whole(known, text, &sentence) {
        return vec![whole];
    }
    if let Some(parts) = plain_forms::apart(known, text, &sentence) {
        return parts.into_iter().flat_map(|part| apart(known, (text, beside), part, draft)).collect();
    }
    if let Some(parts) = plain_duties::apart(known, text, &sentence) {
        return parts.into_iter().flat_map(|part| apart(known, (text, beside), part, draft)).collect();
    }
    if let Some(parts) = described::apart(known, text, &sentence, draft) {
        return parts.into_iter().flat_map(|part| apart(known, (text, beside), part, draft)).collect();
    }
    let sentence = with_headings(known, text, without_stars(sentence, draft), draft);
    let sentence = ordinals::numbered(known, text, sentence, draft);
    if let Some(parts) = for_each_kind::apart(known, text, &sentence, draft) {
        return parts;
    }
    // What stands behind `Column E (Fee):` may be one that is said in plainer words, too.
    let numbered = words::ALL.iter().any(|language| language.columns.contains(&sentence.word(0)));
    let again = |part: Sentence| match numbered {
        true => plain(&part).unwrap_or_else(|| vec![part]),
        false => vec![part],
    };
    let whole = plain(&sentence).map(|parts| parts.into_iter().flat_map(again).collect::<Vec<_>>());
    if whole.is_none()
        && let Some(parts) = labels::apart(known, text, &sentence)
            .or_else(|| bracketed::apart(known, text, &sentence, draft))
            .or_else(|| last_part(known, text, &sentence, draft))
    {
        return parts.into_iter().flat_map(|part| apart(known, (text, None), part, draft)).collect();
    }
    let cut = |part: Sentence| {
        let whole = part.stated.is_some().then(|| part.clone());
        let parts = cut(known, text, part, draft).into_iter();
        parts.map(move |part| match &whole {
            Some(whole) => part.in_the_stead_of(whole),
            None => part,
        })
    };
    // A part may be one that is said in plainer words, too.
    let plainer = |part: Sentence| plain(&part).unwrap_or_else(|| vec![part]);
    whole.unwrap_or_else(|| vec![sentence]).into_iter().flat_map(cut).flat_map(plainer).collect()
}

/// A sentence cut at its semicolons, where each part names columns of its own: `Quality from 1 to 5; day as yyyy-mm-dd`.
fn cut(known: &Entries<'_>, text: &Text, sentence: Sentence, draft: &Draft) -> Vec<Sentence> {
    if let Some(parts) = without_unless_stated(&sentence) {
        return parts;
    }
    // `Lamp: LP and 3 digits | Hirer: at most 50 characters`
    let sign = if sentence.text.contains(" | ") { '|' } else { ';' };
    let parts: Vec<Sentence> = match sentence.text.contains(sign) {
        true => without_title(&sentence.text).split(sign).flat_map(sentences).collect(),
        false => Vec::new(),
    };
    let names = |part: &Sentence| {
        let named = |language: &&Language| {
            let mentions = subject::mentions(part, language, (draft, &known.headings), &text.about);
            let article = |at: usize| at == 0 || at == 1 && language.every.contains(&part.words[0].0.as_str());
            mentions.first().is_some_and(|first| article(first.words.start))
        };
        by_language(&sentence, known.likely).iter().any(named)
    };
    // `permit = PP plus six digits; from/to = yyyy-mm-dd; zone = A to F`
    // What stands before the first of them goes on about the column before: `max 8; zone = A to F; from/to = yyyy-mm-dd`.
    let further = parts.get(1..).unwrap_or_default();
    let equated = further.iter().all(|part| part.text.contains(" = "));
    let known_parts = further.iter().filter(|part| names(part)).count();
    let mostly = further.len() >= 2 && equated && known_parts * 3 >= further.len() * 2;
    let barred = sign == '|' && parts.iter().filter(|part| names(part)).count() >= 2;
    let divided = mostly || barred || parts.iter().all(names);
    if parts.len() >= 2 && !matches!(text.about, About::Column(..)) && divided {
        return parts;
    }
    if !matches!(text.about, About::Column(..))
        && let Some(parts) = each_with_form(&sentence).or_else(|| carried_on(known, text, &sentence, draft))
    {
        return parts;
    }
    // "Usually 50 or 100; at least 10 and at most 400"
    let usual = |part: &Sentence| words::ALL.iter().any(|language| part.has(language.usual));
    let judged = words::ALL.iter().any(|language| sentence.has(language.refused) || sentence.has(language.outside));
    if matches!(text.about, About::Column(..)) && sentence.text.contains(';') && usual(&sentence) && !judged {
        return sentence.text.split(';').flat_map(sentences).filter(|part| !usual(part)).collect();
    }
    // "Only for combs – has the keeper drawn the wax?"
    if sentence.is_question()
        && let Some((said, asked)) = sentence.text.split_once(" – ").or_else(|| sentence.text.split_once(" - "))
        && !sentences(said).is_empty()
    {
        return sentences(said).into_iter().chain(sentences(asked)).collect();
    }
    more_parts(known, text, &sentence, draft).unwrap_or_else(|| vec![sentence])
}

/// Words of `yes or no`.
const ANSWERS: usize = 3;

/// `300, 400 or 600; maps always 600`, `Y or N; Y only with a due date`: what is said of some values stands behind the list of all.
fn list_and_remark(sentence: &Sentence, beside: bool) -> Option<Vec<Sentence>> {
    // `Yes/no, if no state the size`
    let short = |list: &str| list.rsplit(": ").next().unwrap_or(list).split(['/', ' ']).count() <= ANSWERS;
    let cut = |sign: &str| sentence.text.split_once(sign).filter(|(list, _)| short(list));
    let signs = || [", ", " - ", " – ", " ("].into_iter().find_map(cut);
    let (list, behind) = sentence.text.split_once("; ").or_else(signs)?;
    let behind = behind.trim_end_matches(['.', ' ']);
    let behind = behind.strip_suffix(')').filter(|inside| !inside.contains('(')).unwrap_or(behind);
    let remark = sentences(behind).pop().filter(|remark| remark.words.len() > 2 && !behind.contains(';'))?;
    let of_list = |language: &&'static Language| {
        let or = language.or.iter().any(|word| list.contains(&format!(" {word} ")));
        let second = remark.word(1);
        let said = language.exactly.contains(&second) || language.only.contains(&second);
        // `Yes or no; if no, state the size (S, M or L)`
        let answers = || sentences(list).pop().is_some_and(|list| yes_no(&list, language).is_some());
        let goes_on = || conditions::conditional_at(&remark, language) == Some(0) && answers();
        (or || list.contains([',', '/'])) && (beside && said || goes_on())
    };
    words::ALL.iter().any(of_list).then(|| sentences(list).into_iter().chain([remark]).collect())
}

/// `0, 25 or 50; from 25 on a reason is needed`: what another column needs stands behind what is said of this one.
fn about_another(known: &Entries<'_>, text: &Text, sentence: &Sentence, draft: &Draft) -> Option<Vec<Sentence>> {
    let (own, behind) = sentence.text.split_once("; ").filter(|(_, behind)| !behind.contains(';'))?;
    let (own, other) = (sentences(own).pop()?, sentences(behind).pop()?);
    let places = |part: &Sentence, language: &Language| -> Vec<subject::Place> {
        let mentions = subject::mentions(part, language, (draft, &known.headings), &text.about);
        mentions.into_iter().map(|mention| mention.place).collect()
    };
    let needs = |language: &&'static Language| {
        let first = match text.about {
            About::Column(sheet, column) => vec![(sheet, column)],
            _ => places(&own, language),
        };
        let begins = [language.not_before, language.between, language.above, language.below, language.at_least];
        let limited = begins.into_iter().flatten().filter_map(|phrase| other.ends_at(phrase, 0)).max();
        let from = limited.is_some_and(|end| other.number(end, language).is_some());
        // "For a transfer give the IBAN"
        let of_kind =
            language.only_for.contains(&other.word(0)) || conditions::conditional_at(&other, language) == Some(0);
        // "Only for restricted boxes, mandatory for them" goes on about the same column.
        let from = from || of_kind && !language.only.contains(&other.word(0));
        // "1 (new) to 5 (worn out); condition 5 needs a remark"
        let of_value =
            subject::mentions(&other, language, (draft, &known.headings), &text.about).first().is_some_and(|of| {
                of.words.start <= 1 && first == [of.place] && other.number(of.words.end, language).is_some()
            });
        let from = from || of_value;
        let others = places(&other, language);
        let gives = (1..other.words.len())
            .any(|at| [language.give, language.give_last].iter().any(|words| words.contains(&other.word(at))));
        let asks = gives
            || other.required(language).is_some()
            || of_value
            || [language.needs, language.alone_required].into_iter().any(|phrases| other.has(phrases));
        from && asks && first.len() == 1 && others.iter().any(|place| !first.contains(place))
    };
    by_language(sentence, known.likely).iter().any(needs).then(|| vec![own, other])
}

/// `Leave empty for new bids; otherwise AWARDED, DECLINED or WITHDRAWN`: the list stands behind what says when there is no value.
fn list_otherwise(sentence: &Sentence) -> Option<Vec<Sentence>> {
    let cut = sentence.text.split_once("; ").or_else(|| sentence.text.split_once(", "));
    let (blank, behind) = cut.filter(|(blank, _)| !blank.contains(','))?;
    let (blank, behind) = (sentences(blank).pop()?, sentences(behind).pop()?);
    let list = words::ALL.iter().find_map(|language| {
        let end = language.otherwise.iter().filter_map(|phrase| behind.ends_at(phrase, 0)).max()?;
        let unfilled = [language.unfilled, language.nothing];
        let says = (0..blank.words.len()).any(|at| unfilled.iter().any(|words| words.contains(&blank.word(at))));
        let list = behind.rest(end);
        let plain = list.contains([',', '/'])
            && !(0..behind.words.len()).any(|at| unfilled.iter().any(|words| words.contains(&behind.word(at))));
        (says && plain).then(|| list.to_owned())
    })?;
    Some(std::iter::once(blank).chain(sentences(&list)).collect())
}

/// A sentence cut by what is said of the filling in, or by what stands in brackets; the first way that fits counts.
fn more_parts(known: &Entries<'_>, text: &Text, sentence: &Sentence, draft: &Draft) -> Option<Vec<Sentence>> {
    let beside = matches!(text.about, About::Column(..));
    let of_column = || duty_behind(sentence).or_else(|| duty_and_list(sentence)).or_else(|| duty_first(sentence));
    each_with_colour(sentence)
        .or_else(|| remarks::blank_for_some(text, sentence, draft))
        .or_else(|| remarks::list_of_required(known, text, sentence, draft))
        .or_else(|| limit_of_some::apart(text, sentence, draft))
        .or_else(|| about_another(known, text, sentence, draft))
        .or_else(|| list_otherwise(sentence))
        .or_else(|| without_blank(sentence))
        .or_else(|| blank_behind(sentence))
        .or_else(|| list_and_remark(sentence, beside))
        .or_else(|| beside.then(of_column).flatten())
        .or_else(|| beside.then(|| duty_behind_dash(sentence)).flatten())
        .or_else(|| duties::apart(known, text, sentence, draft))
        .or_else(|| beside.then(|| clauses(sentence)).flatten())
        .or_else(|| with_filling(known, text, sentence, draft))
        .or_else(|| required_first(known, text, sentence, draft))
        .or_else(|| each_in_brackets(known, text, sentence, draft))
        .or_else(|| bracket_at_end(known, text, sentence, draft))
        .or_else(|| some_in_brackets(known, text, sentence, draft))
        .or_else(|| remarks::apart(text, sentence, draft))
}

/// A list of rules without its title: `Rules: permit = PP plus six digits; zone = A to F`.
fn without_title(text: &str) -> &str {
    match text.split_once(": ") {
        Some((title, rest)) if !title.contains([' ', '=', ';']) && rest.matches(" = ").count() >= 2 => rest,
        _ => text,
    }
}

/// `Dark green columns have to be completed, pale green ones are optional`
fn each_with_colour(sentence: &Sentence) -> Option<Vec<Sentence>> {
    let named =
        |part: &Sentence| words::ALL.iter().any(|language| !columns_by::named_colours(part, language).is_empty());
    if !sentence.text.contains([',', ';']) || !named(sentence) {
        return None;
    }
    let parts: Vec<Sentence> = sentence.text.split([',', ';']).flat_map(sentences).collect();
    // "Colour key: pink = compulsory, no colour = voluntary, grey = calculated by us"
    let equated = |part: &Sentence| part.text.contains(" = ");
    if parts.len() >= 2 && parts.first().is_some_and(named) && parts.iter().all(equated) {
        return Some(parts);
    }
    let whole = |part: &Sentence| {
        words::ALL.iter().any(|language| {
            // "Please complete all white columns; grey columns must stay empty"
            let asks = language.give.contains(&part.word(polite(part, language, 0)));
            let duty = asks || part.required(language).is_some();
            let says = duty || part.has(language.optional) || part.has(language.forbidden);
            says && !columns_by::named_colours(part, language).is_empty()
        })
    };
    // "White ones are optional, blue ones depend on others"
    let said = parts.iter().take_while(|part| whole(part)).count();
    let rest = parts.iter().skip(said).all(named);
    (parts.len() >= 2 && said + 1 >= parts.len() && said > 0 && rest).then_some(parts)
}

/// Where in a part of a sentence its column and its number stand: the bytes of both, the word behind the column, the number's word.
type WithNumber = (Range<usize>, Range<usize>, usize, usize);

/// `The name has at most 50 characters, the town 30`: what is said of the first column holds for the others with their own numbers.
fn carried_on(known: &Entries<'_>, text: &Text, sentence: &Sentence, draft: &Draft) -> Option<Vec<Sentence>> {
    if sentence.text.bytes().filter(u8::is_ascii_digit).count() < 2 || !sentence.text.contains([',', ';']) {
        return None;
    }
    let language = by_language(sentence, known.likely).into_iter().next()?;
    let parts: Vec<Sentence> = sentence.text.split([',', ';']).flat_map(sentences).collect();
    let numbers = |part: &Sentence| -> Vec<usize> {
        (0..part.words.len()).filter(|at| part.words[*at].0.bytes().all(|byte| byte.is_ascii_digit())).collect()
    };
    // Each part names one column, and has one number.
    let named = |part: &Sentence| {
        let mut mentions = subject::mentions(part, language, (draft, &known.headings), &text.about);
        mentions.dedup_by_key(|mention| mention.place);
        match (mentions.as_slice(), numbers(part).as_slice()) {
            ([mention], [number]) if mention.words.end <= *number => {
                let words = part.words[mention.words.start].1.start..part.words[mention.words.end - 1].1.end;
                Some((words, part.words[*number].1.clone(), mention.words.end, *number))
            }
            _ => None,
        }
    };
    let found: Vec<_> = parts.iter().map(named).collect::<Option<_>>()?;
    let (first, others) = found.split_first().filter(|(_, others)| !others.is_empty())?;
    let says =
        |part: &Sentence| [language.characters, language.digits, language.letters].iter().any(|words| part.has(words));
    // "Name at most 40 characters, town at most 30 characters" says all of it each time.
    if parts.iter().all(says) {
        return Some(parts);
    }
    let counts = says(&parts[0]);
    // Behind the number, and between it and the column, nothing more is said of the others.
    let short = |(part, (_, _, from, number)): (&Sentence, &WithNumber)| {
        let again = super::codes::qualified(part, language.at_most, *number) && number - from <= 4;
        *number + 1 == part.words.len() && (number - from <= 1 || again)
    };
    if !counts || !parts[1..].iter().zip(others).all(short) {
        return None;
    }
    let head = &parts[0].text;
    let (before, between, behind) = (&head[..first.0.start], &head[first.0.end..first.1.start], &head[first.1.end..]);
    let like = |(part, (name, number, ..)): (&Sentence, &WithNumber)| {
        format!("{before}{}{between}{}{behind}", &part.text[name.clone()], &part.text[number.clone()])
    };
    Some(parts.iter().zip(&found).map(like).flat_map(|text| sentences(&text)).collect())
}

/// `Dates as dd/mm/yyyy, times as hh:mm`: each part says how values of another kind are written.
fn each_with_form(sentence: &Sentence) -> Option<Vec<Sentence>> {
    let form = |part: &Sentence| {
        let times = || words::ALL.iter().find_map(|language| month_or_time(part, language));
        date(part).map(|(kind, _)| kind).or_else(|| times().map(|(kind, _)| kind))
    };
    if !sentence.text.to_lowercase().contains("mm") {
        return None;
    }
    let joined: Vec<String> =
        words::ALL.iter().flat_map(|language| language.and).map(|word| format!(" {word} ")).collect();
    let each = |parts: Vec<&str>| {
        let parts: Vec<Sentence> = parts.into_iter().flat_map(sentences).collect();
        let forms: Vec<&str> = parts.iter().map_while(&form).collect();
        let differ = forms.windows(2).any(|pair| pair[0] != pair[1]);
        (forms.len() == parts.len() && parts.len() >= 2 && differ).then_some(parts)
    };
    let mut parts: Vec<&str> = sentence.text.split([',', ';']).collect();
    // "Day as yyyy-mm-dd, start and end as hh:mm" joins two columns of one form.
    each(parts.clone()).or_else(|| {
        for sign in &joined {
            parts = parts.iter().flat_map(|part| part.split(sign.as_str())).collect();
        }
        each(parts)
    })
}

/// `well (required, text), depth (number, 0 to 300)`: what each column takes, in brackets behind its heading.
fn each_in_brackets(known: &Entries<'_>, text: &Text, sentence: &Sentence, draft: &Draft) -> Option<Vec<Sentence>> {
    if sentence.text.matches('(').nth(1).is_none() || matches!(text.about, About::Column(..)) {
        return None;
    }
    let mentions = |language: &Language| {
        let mut found = subject::mentions(sentence, language, (draft, &known.headings), &text.about);
        let opens = |mention: &Mention| {
            let end = sentence.words.get(mention.words.end - 1).map_or(0, |(_, place)| place.end);
            sentence.text[end..].trim_start().starts_with('(')
        };
        found.retain(opens);
        found.dedup_by_key(|mention| mention.words.start);
        found
    };
    let found = by_language(sentence, known.likely).into_iter().map(mentions).max_by_key(Vec::len)?;
    let starts: Vec<usize> = found.iter().map(|mention| sentence.words[mention.words.start].1.start).collect();
    if starts.len() < 2 {
        return None;
    }
    let ends = starts.iter().skip(1).copied().chain([sentence.text.len()]);
    let parts: Vec<&str> = starts
        .iter()
        .zip(ends)
        .map(|(from, to)| sentence.text[*from..to].trim_end_matches([',', ';', '.', ' ']))
        .collect();
    let closed = |part: &&str| part.ends_with(')') && part.matches('(').count() == part.matches(')').count();
    // `Age (adult) and Sex (m or f) are required` goes on behind its brackets.
    parts.iter().all(closed).then(|| parts.into_iter().flat_map(sentences).collect())
}

/// `The meter (10 digits) and the month (yyyy-mm) have to be filled in, and so has the index`: what stands in brackets behind a column
/// is said of it alone, and the rest of all.
fn some_in_brackets(known: &Entries<'_>, text: &Text, sentence: &Sentence, draft: &Draft) -> Option<Vec<Sentence>> {
    if !sentence.text.contains('(') || matches!(text.about, About::Column(..)) {
        return None;
    }
    let language =
        by_language(sentence, known.likely).into_iter().find(|language| sentence.required(language).is_some())?;
    let mut mentions = subject::mentions(sentence, language, (draft, &known.headings), &text.about);
    mentions.dedup_by_key(|mention| mention.place);
    if mentions.len() < 2 {
        return None;
    }
    let bracket = |mention: &Mention| {
        let end = sentence.words.get(mention.words.end - 1).map_or(0, |(_, place)| place.end);
        let open = end + sentence.text[end..].find('(').filter(|at| sentence.text[end..end + at].trim().is_empty())?;
        let close = open + sentence.text[open..].find(')')? + 1;
        Some((sentence.words[mention.words.start].1.start..end, open..close))
    };
    let found: Vec<_> = mentions.iter().filter_map(bracket).collect();
    let (mut main, mut from) = (String::new(), 0);
    let mut parts: Vec<Sentence> = Vec::new();
    for (name, inside) in &found {
        if name.start < from {
            continue;
        }
        main.push_str(sentence.text[from..inside.start].trim_end());
        from = inside.end;
        parts.extend(sentences(&format!("{} {}", &sentence.text[name.clone()], &sentence.text[inside.clone()])));
    }
    main.push_str(&sentence.text[from..]);
    parts.splice(0..0, sentences(&main));
    (!found.is_empty()).then_some(parts)
}

/// `If the result is FAIL, the code has to be given (D01 to D40)`: what stands in brackets at the end holds whatever the condition.
fn bracket_at_end(known: &Entries<'_>, text: &Text, sentence: &Sentence, draft: &Draft) -> Option<Vec<Sentence>> {
    if matches!(text.about, About::Column(..)) {
        return None;
    }
    let (main, inside) = sentence.text.trim_end_matches('.').strip_suffix(')')?.rsplit_once(" (")?;
    let one = |language: &'static Language| {
        let span = conditions::condition_span(sentence, language)?;
        let asked = sentence.required(language)?;
        let last = sentence.words.get(asked.end - 1)?.1.end;
        let mut mentions = subject::mentions(sentence, language, (draft, &known.headings), &text.about);
        mentions.retain(|mention| !span.contains(&mention.words.start));
        mentions.dedup_by_key(|mention| mention.place);
        let [mention] = mentions.as_slice() else { return None };
        let name = sentence.words[mention.words.start].1.start..sentence.words[mention.words.end - 1].1.end;
        // The bracket stands right behind what is asked.
        let ends = main.get(last.max(name.end)..).is_some_and(|rest| rest.trim().is_empty());
        ends.then(|| [main.to_owned(), format!("{} ({inside})", &sentence.text[name])])
    };
    let parts = by_language(sentence, known.likely).into_iter().find_map(one)?;
    Some(parts.iter().flat_map(|part| sentences(part)).collect())
}

/// `Paid on: yyyy-mm-dd, required if there is a deposit`: the condition is of the filling in alone, and how the values are written holds
/// for all of them.
fn with_filling(known: &Entries<'_>, text: &Text, sentence: &Sentence, draft: &Draft) -> Option<Vec<Sentence>> {
    let one = |language: &'static Language| {
        let at = conditions::conditional_at(sentence, language)?;
        let ends = conditions::condition_span(sentence, language)?.end >= sentence.words.len();
        let only = |at: usize| language.only.contains(&sentence.word(at));
        let asked = sentence.required(language).filter(|asked| asked.end <= at && at - asked.end <= 1);
        let from = asked.map(|asked| asked.start).or_else(|| at.checked_sub(1).filter(|at| only(*at)));
        // "Positive, negative – only with a lab number" has the word in its condition.
        let with = only(at) && language.with.contains(&sentence.word(at + 1));
        let from = from.or_else(|| Some(at).filter(|_| with)).filter(|_| ends)?;
        let sign = sentence.gap(from.checked_sub(1)?);
        if !sign.contains([',', ';', '–', '—', '(', '-']) {
            return None;
        }
        let mentions = subject::mentions(sentence, language, (draft, &known.headings), &text.about);
        // "Category is A or B, required when …" begins with its column, and names no other one before the condition.
        let first = mentions.first().filter(|first| {
            let article = (0..first.words.start).all(|at| language.every.contains(&sentence.word(at)));
            first.words.end < from && article
        });
        let alone = mentions
            .iter()
            .all(|mention| first.is_some_and(|first| first.place == mention.place) || mention.words.start > at);
        let label = first.map_or(0, |first| first.words.end);
        if !alone || label == 0 && !matches!(text.about, About::Column(..)) {
            return None;
        }
        let signs = [',', ';', '–', '—', '(', '-', ' '];
        let head = sentence.text[..sentence.words[from].1.start].trim_end_matches(signs).to_owned();
        let before = label.checked_sub(1).map_or("", |last| &sentence.text[..sentence.words[last].1.end]);
        let tail = sentence.rest(from).trim_end_matches(')');
        let tail = if before.is_empty() { tail.to_owned() } else { format!("{before}: {tail}") };
        Some([head, tail].iter().flat_map(|part| sentences(part)).collect())
    };
    by_language(sentence, known.likely).into_iter().find_map(one)
}

/// `Category – required – MUS, SPE or NEW`: that it is required stands alone between the column and its values.
fn required_first(known: &Entries<'_>, text: &Text, sentence: &Sentence, draft: &Draft) -> Option<Vec<Sentence>> {
    // Beside a column, such sentences are read as they stand.
    if matches!(text.about, About::Column(..)) {
        return None;
    }
    let signs = [": ", " – ", " — ", " - ", " = "];
    let sign = signs.iter().filter_map(|sign| sentence.text.find(sign)).min()?;
    let label = sentence.words.iter().position(|(_, place)| place.start > sign)?;
    let one = |language: &'static Language| {
        let phrases = language.alone_required.iter().chain(language.optional);
        let alone = phrases.filter_map(|phrase| sentence.ends_at(phrase, label)).max();
        let said = || sentence.required(language).filter(|said| said.start == label).map(|said| said.end);
        let alone = alone.or_else(said)?;
        // That what stands before the sign is a column costs more to find out.
        let mentions = subject::mentions(sentence, language, (draft, &known.headings), &text.about);
        if !matches!(mentions.as_slice(), [only] if only.words == (0..label)) {
            return None;
        }
        let sign = sentence.gap(alone - 1);
        let signs = ["–", "—", "-", ";", ",", ":", "("];
        let rest = sentence.words.get(alone).filter(|_| signs.contains(&sign))?.1.start;
        // "Required, but not for …" goes on about the filling in.
        let goes_on = conditions::conditional_at(sentence, language).is_some()
            || language.negations.iter().any(|word| sentence.find_from(word, alone).is_some());
        let ends: &[char] = if sign == "(" { &['.', ')'] } else { &['.'] };
        let listed = sentence.text[rest..].trim_end_matches(ends);
        let chosen = (alone..sentence.words.len()).any(|at| language.or.contains(&sentence.word(at)));
        if goes_on || !(chosen || listed.contains([',', '/'])) || sign == "(" && listed.contains(')') {
            return None;
        }
        let name = &sentence.text[..sentence.words[label - 1].1.end];
        let head = sentence.text[..sentence.words[alone - 1].1.end].to_owned();
        let tail = format!("{name}: {listed}");
        Some([head, tail].iter().flat_map(|part| sentences(part)).collect())
    };
    by_language(sentence, known.likely).into_iter().find_map(one)
}

/// Beside a column, a condition and what else is said of it: `only when Paid = Y; max 12 characters`.
fn clauses(sentence: &Sentence) -> Option<Vec<Sentence>> {
    let cut = |sign: &str| -> Vec<Sentence> { sentence.text.split(sign).flat_map(sentences).collect() };
    let conditional = |part: &Sentence| {
        by_language(part, None)
            .iter()
            .any(|language| conditions::conditional_at(part, language).is_some_and(|at| at <= 1))
    };
    let says = |part: &Sentence| part.text.bytes().any(|byte| byte.is_ascii_digit());
    let fits = |parts: &Vec<Sentence>| {
        parts.len() >= 2
            && parts.iter().filter(|part| conditional(part)).count() == 1
            && parts.iter().any(|part| !conditional(part) && says(part))
    };
    // "If Insured by is S, Value must be at least 10000" is one sentence.
    let goes_on = |parts: &[Sentence]| {
        let [condition, then, ..] = parts else { return false };
        by_language(condition, None).iter().any(|language| {
            let verbs = [language.modals, language.copulas, language.give];
            conditions::conditional_at(condition, language) == Some(0) && verbs.into_iter().any(|words| then.has(words))
        })
    };
    let cuts = [";", ",", ": "].into_iter().filter(|sign| sentence.text.contains(*sign));
    cuts.map(|sign| (sign, cut(sign)))
        .find(|(sign, parts)| fits(parts) && !(*sign == "," && goes_on(parts)))
        .map(|(_, parts)| parts)
}
