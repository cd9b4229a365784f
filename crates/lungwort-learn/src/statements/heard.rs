//! One sentence of a template: the columns that it names, what is made of it, and what of that is taken into the draft.

use super::again::{self, Again, Open};
use super::asterisks::is_of_asterisks;
use super::clauses::apart;
use super::conditions::condition_span;
use super::examples::example_of;
use super::for_values::is_form_of;
use super::language::by_language;
use super::mentioned::{is_labelled, mentioned, places_of};
use super::questions::answered;
use super::remarks;
use super::sentence::Sentence;
use super::subject::{self, Mention, Place};
use super::take::take;
use super::understood::understand;
use super::words::Language;
use super::{
    AS_HELD, About, Claim, Entries, Reading, Target, Text, calendar, conditions, each_of_them, exceptions, first_digit,
    for_nothing, lost_letters, order, rounded, two_conditions, values,
};
use crate::draft::Confidence;
use crate::draft::{Draft, Unread};
use crate::prose;
use lungwort_core::cell::shown::clipped;

/// What has been spoken of: the columns that the sentence before named, and a question that waits for its answer.
#[derive(Default)]
pub(super) struct Spoken {
    pub before: Vec<Mention>,
    /// What the last sentences named that are read in the stead of one.
    of_one: (Option<String>, Vec<Mention>),
    /// Whether the text is about a column that it begins with: `Fee – in euros. The dearest card costs 24.`
    pub labelled: bool,
    question: Option<(Sentence, Vec<Mention>)>,
    /// Sentences that what is said later may make plain.
    pub open: Vec<Open>,
    /// How many of them are read again in any case, and how many perhaps.
    surely: usize,
    perhaps: usize,
}

impl Spoken {
    /// The column that a sentence goes on about, where the one before it named no other.
    pub fn beside(&self, text: &Text, sentence: &Sentence) -> Option<Place> {
        let goes_on = text.about.column().is_none() && !sentence.text.contains(": ");
        match self.before.as_slice() {
            [only] if goes_on => Some(only.place),
            _ => None,
        }
    }

    /// Nothing has been said before the first sentence of a text.
    pub fn begin(&mut self) {
        self.before.clear();
        self.labelled = false;
        self.of_one = (None, Vec::new());
    }

    /// What has been spoken of before a sentence that is read again.
    pub fn going_on(before: Vec<Mention>, labelled: bool) -> Spoken {
        Spoken { before, labelled, ..Spoken::default() }
    }

    /// Reads the next sentence.
    pub fn next(&mut self, (known, text): (&Entries<'_>, &Text), sentence: Sentence, draft: &mut Draft) {
        let of_one = if self.of_one.0.is_some() { &self.of_one.1 } else { &self.before };
        if let Some(each) = each_of_them::of_each(of_one, &sentence, draft) {
            let before = self.before.clone();
            for part in
                each.into_iter().flat_map(|of_one| apart(known, (text, None), of_one, draft)).collect::<Vec<_>>()
            {
                self.next((known, text), part, draft);
            }
            self.before = before;
            return;
        }
        let before = std::mem::take(&mut self.before);
        if sentence.is_question() {
            self.before = one(known, (text, &sentence), before, draft, false).named;
            self.question = Some((sentence, self.before.clone()));
            return;
        }
        let asked = self.question.take();
        if let Some((question, named)) = &asked
            && answered(known, (question, named), (text, &sentence), draft)
        {
            self.before.clone_from(named);
            return;
        }
        // "What is the cap? The most that a sponsor pays. It has to be higher than Per lap."
        self.labelled |= asked.as_ref().is_some_and(|(_, named)| named.len() == 1);
        let before = if before.is_empty() { asked.map(|(_, named)| named).unwrap_or_default() } else { before };
        let labelled = self.labelled;
        let heard = one(known, (text, &sentence), before.clone(), draft, labelled);
        self.labelled |= before.is_empty() && is_labelled(&sentence, &heard.named);
        self.before = heard.named;
        if sentence.stated.is_none() || sentence.stated != self.of_one.0 {
            self.of_one = (sentence.stated.clone(), Vec::new());
        }
        self.of_one.1.extend(self.before.iter().cloned());
        // "Return on: as Sailing date; it cannot lie before…" goes on about the first.
        if is_labelled(&sentence, &self.before) {
            let first = self.before.first().map(|mention| mention.words.clone());
            self.before.retain(|mention| Some(&mention.words) == first.as_ref());
        }
        let kept = if heard.again == Again::Yes { &mut self.surely } else { &mut self.perhaps };
        *kept += 1;
        if *kept <= again::MOST {
            self.open.push(Open { text: text.clone(), sentence, before, labelled, again: heard.again });
        }
    }
}

/// What came of a sentence.
pub(super) struct Heard {
    /// The columns that it names, which the next one may go on about.
    named: Vec<Mention>,
    pub understood: bool,
    again: Again,
}

/// Reads one sentence.
pub(super) fn one(
    known: &Entries<'_>,
    (text, sentence): (&Text, &Sentence),
    before: Vec<Mention>,
    draft: &mut Draft,
    labelled: bool,
) -> Heard {
    let mut named = Vec::new();
    let mut reading = Reading::default();
    let mut obliges = false;
    let spoken_of: Vec<Place> = before.iter().map(|mention| mention.place).collect();
    let languages = by_language(sentence, known.likely);
    for language in languages.iter().copied() {
        obliges |= sentence.has(language.obliging) || sentence.required(language).is_some();
        let (sentence, mentions) = mentioned(known, (text, sentence, language), (&spoken_of, labelled), draft);
        let sentence = &*sentence;
        let places = places_of((text, sentence, language), &mentions, &before);
        if named.is_empty() {
            // What the next sentence goes on about is not what a condition names.
            let condition = conditions::condition_span(sentence, language);
            let within = |mention: &Mention| condition.as_ref().is_some_and(|span| span.contains(&mention.words.start));
            let outside: Vec<Mention> = mentions.iter().filter(|mention| !within(mention)).cloned().collect();
            named = match (mentions.is_empty(), outside.is_empty()) {
                (true, _) => before.clone(),
                (_, true) => mentions.clone(),
                _ => outside,
            };
        }
        // A question asks for nothing; what is said of it follows.
        if sentence.is_question() {
            continue;
        }
        reading = understand(known, (text, sentence, language), (&mentions, &places, &spoken_of), draft);
        let alone = |part: &Sentence| {
            let (part, mentions) = mentioned(known, (text, part, language), (&spoken_of, labelled), draft);
            let places = places_of((text, &part, language), &mentions, &before);
            understand(known, (text, &part, language), (&mentions, &places, &spoken_of), draft)
        };
        if let Some(parts) = two_conditions::parts(sentence, language, &mentions) {
            reading = parts.joined(parts.each.each_ref().map(alone)).unwrap_or(reading);
        }
        if let Some(led) = calendar::led((sentence, language), (&mentions, &text.about), draft) {
            let narrowed = led.narrowed(led.sentences().map(alone).collect(), draft);
            reading = narrowed.unwrap_or_else(|| calendar::without_duties(reading));
        }
        if places.is_empty() && !reading.understood {
            reading.understood = of_all_columns((text, sentence, language), draft);
        }
        if reading.understood {
            break;
        }
    }
    with_exceptions(known, (text, sentence, &languages), &spoken_of, &mut reading, draft);
    rounded::widen((sentence, &languages), &mut reading.claims);
    lost_letters::as_offer((sentence, &languages), &mut reading);
    unique_there((sentence, &languages), &mut reading, draft);
    example_of(text, sentence, &named, draft);
    // Whose values are those of a list is asked of the list, or left to be read.
    obliges |= reading.claims.iter().any(|claim| claim.key == AS_HELD);
    let early = early((sentence, &languages), &named, &reading);
    // "Saturdays only" may stand before what says that the column has days.
    let open_days = languages.iter().any(|language| calendar::is_open((sentence, language), &reading));
    if open_days {
        calendar::without_always(&mut reading);
    }
    let early = if open_days { Again::Yes } else { early };
    let (understood, open) = (reading.understood, reading.claims.iter().any(again::is_open));
    let unread = taken((text, sentence, &languages), (reading, &named, obliges), draft);
    Heard { named, understood, again: if open || unread { Again::Yes } else { early } }
}

/// Of what comes once "on the sheet Orders", only the column of that sheet does.
fn unique_there((sentence, languages): (&Sentence, &[&'static Language]), reading: &mut Reading, draft: &Draft) {
    let is_unique = |claim: &Claim| claim.key == "unique";
    if draft.sheets.len() < 2 || !reading.claims.iter().any(is_unique) {
        return;
    }
    let named = |name: &str| {
        let name = name.to_lowercase();
        let leads = |start: usize| languages.iter().any(|language| language.sheets.contains(&sentence.word(start)));
        (1..sentence.words.len()).any(|at| leads(at - 1) && sentence.ends_at(&name, at).is_some())
    };
    let Some(there) = draft.sheets.iter().position(|sheet| named(&sheet.name)) else { return };
    let of = |claim: &Claim| claim.place().is_none_or(|place| place.0 == there);
    if reading.claims.iter().any(|claim| is_unique(claim) && of(claim)) {
        reading.claims.retain(|claim| !is_unique(claim) || of(claim));
    }
}

/// Whether what stands behind may tell more of a sentence that is open in nothing.
fn early((sentence, languages): (&Sentence, &[&'static Language]), named: &[Mention], reading: &Reading) -> Again {
    // "Dead plants have 0 pieces" may stand before what says that a plant may be dead.
    let numbered =
        || (0..sentence.words.len()).any(|at| languages.iter().any(|each| sentence.number(at, each).is_some()));
    // "If the tool came back damaged, say what is broken" may stand before what says that Damaged is yes or no.
    let begins_with_condition = || languages.iter().any(|each| conditions::conditional_at(sentence, each) == Some(0));
    let asks = !reading.understood && !sentence.is_question();
    // "Empty if it is a gift", too, which asks for nothing before that is known.
    let in_other_words = sentence.stated.is_some() && reading.claims.is_empty();
    if asks && !named.is_empty() && (numbered() || begins_with_condition()) || in_other_words {
        Again::Yes
    } else if asks || may_be_of_some(languages, sentence, reading) {
        Again::IfOfSome
    } else {
        Again::IfCut
    }
}

/// Whether something is asked of all rows by a sentence that may speak of some.
fn may_be_of_some(languages: &[&Language], sentence: &Sentence, reading: &Reading) -> bool {
    let has = |key: &str| reading.claims.iter().any(|claim| claim.key == key);
    let narrows = |language: &&Language| {
        [language.except, language.only_for, language.only, language.narrowing]
            .into_iter()
            .any(|words| sentence.has(words))
    };
    has("required") && !has("required_when") && languages.iter().any(narrows)
}

/// What is said of some rows only, beside what was read of all.
fn with_exceptions(
    known: &Entries<'_>,
    (text, sentence, languages): (&Text, &Sentence, &[&'static Language]),
    spoken_of: &[Place],
    reading: &mut Reading,
    draft: &mut Draft,
) {
    // "Required from condition 4" compares the other column with a number.
    let from = |claim: &Claim| claim.key == "required_when" && claim.value.contains(" >= ");
    let ruled = |claim: &Claim| matches!(claim.on, Target::Rule(_)) || from(claim);
    if reading.understood && !reading.claims.iter().any(ruled) {
        reading.claims.extend(compared(known, (text, sentence, languages), draft));
    }
    if let Some(language) = languages.first() {
        first_digit::of_code((sentence, language), spoken_of, reading, draft);
        exceptions::widened((sentence, language), spoken_of, &mut reading.claims, draft);
        exceptions::wider_for_some(&mut reading.claims, draft);
        let own = reading.claims.iter().all(|claim| claim.place().is_none_or(|place| spoken_of.contains(&place)));
        let rule = reading.claims.iter().any(|claim| matches!(claim.on, Target::Rule(_)));
        reading.understood |=
            own && !rule && exceptions::more_for_some((sentence, language), spoken_of, &mut reading.claims, draft);
        reading.understood |= exceptions::added((sentence, language), spoken_of, &mut reading.claims, draft);
        reading.understood |= !reading.claims.is_empty();
    }
    if sentence.of_a_value {
        remarks::without_claims_of_all(reading);
    }
}

/// Takes what was made of a sentence into the draft; whether it obliges and is left to be read.
pub(super) fn taken(
    (text, sentence, languages): (&Text, &Sentence, &[&Language]),
    (reading, named, obliges): (Reading, &[Mention], bool),
    draft: &mut Draft,
) -> bool {
    // `* = must be filled in` is about a sign that the headings have, and so is "marked with an asterisk".
    let is_legend = || sentence.text.starts_with(['=', ':', '–']) || is_of_asterisks(sentence, draft);
    let is_about_file = reading.claims.is_empty() && (is_legend() || prose::says_something(&sentence.text));
    let mut about = reading.columns_or(named);
    if let (true, About::Column(sheet, column)) = (about.is_empty(), &text.about) {
        about.push((*sheet, *column));
    }
    let reading = without_limits_of_answers(reading, draft);
    let reading = without_limits_of_rows(reading, (sentence, named), draft);
    let understood = reading.understood || is_about_file;
    if understood {
        let source = again::source_of(text, sentence);
        // What rests on a guess is to be confirmed.
        let most = if sentence.tentative { Confidence::Confirm } else { Confidence::Known };
        let claims = reading.claims.into_iter();
        let claims = claims.map(|claim| Claim { confidence: claim.confidence.min(most), ..claim });
        claims.for_each(|claim| take(claim, &source, draft));
    }
    let for_nothing = words_for_nothing(languages, (text, sentence), &about, draft);
    let unread = !(understood || for_nothing) && obliges && sentence.words.len() > 2 && !sentence.is_question();
    // Of a sentence that is read as two, both may be left.
    let cited = text.cited(sentence);
    let again = unread && draft.unread.last().is_some_and(|last| last.text == cited && last.place == text.place);
    draft.obliging += usize::from(obliges && !again && (understood || for_nothing || unread));
    if unread && !again {
        draft.unread.push(Unread { text: text.cited(sentence).to_owned(), place: text.place.clone() });
    }
    unread
}

/// What is more or less than something is no yes or no: such a limit is one of something else.
pub(super) fn without_limits_of_answers(mut reading: Reading, draft: &Draft) -> Reading {
    let yes_no = |(sheet, column): Place| draft.sheets[sheet].columns[column].is_yes_no();
    let before = reading.claims.len();
    reading.claims.retain(|claim| !(claim.is_limit() && claim.place().is_some_and(yes_no)));
    reading.understood &= before == reading.claims.len() || !reading.claims.is_empty();
    reading
}

/// `Cash gifts may not exceed 500.00`, where the rows are gifts and the first column, Gift, tells them apart: what is limited is one of the
/// other columns.
fn without_limits_of_rows(reading: Reading, (sentence, named): (&Sentence, &[Mention]), draft: &Draft) -> Reading {
    let is_row = |place: &Place| {
        let column = &draft.sheets[place.0].columns[place.1];
        let heading = column.heading.trim().to_lowercase();
        let several = |of: &Mention| {
            let word = sentence.word(of.words.start);
            // "Posten" is one as well as several; of a file, it is the rows.
            let one = || word == heading && prose::limits_rows_called(&sentence.text, word);
            let is_one = of.place == *place && of.words.len() == 1;
            is_one && (word != heading && is_form_of(word, &heading) || one())
        };
        named.iter().any(several)
    };
    let limits = |(sheet, column): Place| {
        let name = &draft.sheets[sheet].columns[column].name;
        reading.claims.iter().any(|claim| {
            let compared = |sign: &str| claim.value.trim_matches('"').starts_with(&format!("{name} {sign}"));
            claim.is_limit() && claim.place() == Some((sheet, column))
                || claim.key == "check" && ["<", ">", "BETWEEN"].into_iter().any(compared)
        })
    };
    // Nearly no sentence limits the first column, and what its rows are is dear to tell.
    let first = named.iter().map(|of| of.place).filter(|place| place.1 == 0);
    if first.into_iter().any(|place| limits(place) && is_row(&place)) { Reading::default() } else { reading }
}

/// What is said of all days and of all decimals of a template; whether anything is.
pub(super) fn of_all_columns((text, sentence, language): (&Text, &Sentence, &Language), draft: &mut Draft) -> bool {
    let source = || format!("{}: {}", text.place, clipped(text.cited(sentence), 90));
    let commas = sentence.has(language.decimal_comma_words);
    if commas {
        draft.decimal_comma.get_or_insert_with(source);
    }
    let form = values::form_of_all(sentence, language);
    let understood = form.is_some() || commas;
    draft.day_form = draft.day_form.take().or(form.map(|form| (form, source())));
    understood
}

/// Lets columns take the word that a sentence gives for no value; whether it gives one.
pub(super) fn words_for_nothing(
    languages: &[&Language],
    (text, sentence): (&Text, &Sentence),
    about: &[Place],
    draft: &mut Draft,
) -> bool {
    let source = || format!("{}: {}", text.place, clipped(text.cited(sentence), 90));
    languages.first().is_some_and(|language| for_nothing::allowed((sentence, language), about, &source, draft))
}

/// What a text beside a column says of its order with another one, in whatever language: `hh:mm, nach Abfahrt` may be of any.
pub(super) fn compared(
    known: &Entries<'_>,
    (text, sentence, languages): (&Text, &Sentence, &[&'static Language]),
    draft: &Draft,
) -> Vec<Claim> {
    let About::Column(sheet, column) = text.about else { return Vec::new() };
    let name = |(sheet, column): Place| draft.sheets[sheet].columns[column].name.clone();
    let of_language = |language: &Language| {
        let mut mentions = subject::mentions(sentence, language, (draft, &known.headings), &text.about);
        // "Required when Back is later than Sent" asks for no order.
        let span = condition_span(sentence, language).filter(|_| !sentence.has(language.refused));
        let inside = |mention: &subject::Mention| span.as_ref().is_some_and(|of| of.contains(&mention.words.start));
        if mentions.iter().filter(|mention| inside(mention)).count() > 1 {
            mentions.retain(|mention| !inside(mention));
        }
        let own = Some((sheet, column)).filter(|own| !mentions.iter().any(|mention| mention.place == *own));
        order::read(sentence, language, (&mentions, own), &name).claims
    };
    languages.iter().copied().map(of_language).find(|claims| !claims.is_empty()).unwrap_or_default()
}
