//! Questions and their answers, as help sheets have them: `How long may a biography be?` and below it `200 characters`. What both
//! say together is put into a sentence and read as any other.

use super::heard::one;
use super::language::by_language;
use super::sentence::{Phrases, Sentence, sentences};
use super::subject::{self, Mention, Place};
use super::words::Language;
use super::{About, Entries, Text};
use crate::draft::Draft;
use lungwort_core::cell::shown::clipped;

/// What a question asks of the columns that it names.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub(super) enum Asked {
    /// How values are written.
    Form,
    /// Which there are.
    Values,
    /// How great or how long they are at most.
    Most,
    /// How great they are at least.
    Least,
    /// Whether a value may come twice.
    Twice,
    /// Whether it may come only once.
    Once,
    /// Whether a column may be blank.
    Blank,
    /// Whether it has to be filled in.
    Needed,
    /// Which columns have to be; they are named in the answer.
    Which,
}

/// What a question asks: the first in the table of which every word stands in it.
fn asked(question: &Sentence, language: &Language) -> Option<Asked> {
    let fits = |(phrases, _): &&(&[Phrases], Asked)| phrases.iter().all(|any| question.has(any));
    language.questions.iter().find(fits).map(|(_, asked)| *asked)
}

/// What a question and its answer say together. `headings` are those of the columns that the question names.
fn stated(question: &Sentence, answer: &str, headings: &[&str], language: &Language) -> Option<String> {
    let asked = asked(question, language)?;
    let answer = answer.trim().trim_end_matches('.');
    let first = |phrases: &[&'static str]| phrases.first().copied().unwrap_or_default();
    let required = first(language.required);
    if asked == Asked::Which {
        // "Which columns do I have to fill in? All but the remarks"
        return headings.is_empty().then(|| format!("{required}: {answer}"));
    }
    if headings.is_empty() {
        // "How do I write dates? Year first: 2026-09-01"
        let dates = language.all_dates.iter().find(|phrase| question.find(phrase).is_some())?;
        return (asked == Asked::Form).then(|| format!("{dates} format: {answer}"));
    }
    let named: Vec<String> = headings.iter().map(|heading| format!("\"{heading}\"")).collect();
    let named = named.join(&format!(" {} ", first(language.and)));
    let words = sentences(answer).into_iter().next()?;
    let several = headings.len() > 1 && question.has(language.same);
    let says = |list: fn(&(&'static str, &'static str)) -> &'static str| {
        let word = words.words.first().map_or("", |(word, _)| word.as_str());
        language.yes_no.iter().any(|pair| list(pair) == word && word.len() > 1)
    };
    let (yes, no) = (says(|pair| pair.0), says(|pair| pair.1));
    // What a yes or no is followed by says more than that.
    let alone =
        words.words.len() == 1 || words.text.split_once(['.', ',']).is_some_and(|(head, _)| !head.contains(' '));
    // "Do I need the hyphens in the ISBN?" asks for no ISBN.
    let part_of = headings.iter().any(|heading| {
        let first = heading.split(' ').next().unwrap_or_default().to_lowercase();
        let at = question.words.iter().position(|(word, _)| *word == first).unwrap_or(0);
        let led = |back: usize| at.checked_sub(back).map_or("", |at| question.word(at));
        let article = usize::from(language.every.contains(&led(1)));
        language.within.contains(&led(1 + article)) || language.into.contains(&led(1 + article))
    });
    if part_of && matches!(asked, Asked::Blank | Asked::Needed) {
        return None;
    }
    let condition = words.words.iter().take(2).any(|(word, _)| language.conditional.contains(&word.as_str()));
    match asked {
        Asked::Form => Some(format!("{named} format: {answer}")),
        Asked::Values => Some(format!("{named}: {} {answer}", first(language.choose))),
        // "Is there a limit for notes? Yes, 100 characters"
        Asked::Most => {
            let answer = answer.split_once(", ").filter(|_| yes).map_or(answer, |(_, rest)| rest);
            Some(format!("{named}: {} {answer}", first(language.at_most)))
        }
        Asked::Least => Some(format!("{named}: {} {answer}", first(language.at_least))),
        // "May I report the same site, date and code twice? No"
        Asked::Twice if no && several => Some(format!("{} {} {named}", first(language.no_two), first(language.same))),
        Asked::Twice if no => Some(format!("{named}: {}", first(language.unique))),
        Asked::Once if yes => Some(format!("{named}: {}", first(language.unique))),
        Asked::Blank if no && alone => Some(format!("{named}: {required}")),
        Asked::Needed if yes && alone => Some(format!("{named}: {required}")),
        Asked::Blank if yes && alone => Some(format!("{named}: {}", first(language.optional))),
        Asked::Needed if no && alone => Some(format!("{named}: {}", first(language.optional))),
        Asked::Needed if condition => Some(format!("{named} {required} {}", lower_first(answer))),
        _ => None,
    }
}

/// What an answer says beside the one column that the question names: behind its yes or no, or where it is no sentence of its own.
fn beside(answer: &str, headings: &[&str], language: &Language) -> Option<String> {
    let [heading] = headings else { return None };
    let first = answer.split([' ', ',', '.']).next()?.to_lowercase();
    let answers = language.yes_no.iter().any(|(yes, no)| [*yes, *no].contains(&first.as_str())) && first.len() > 1;
    let rest = if answers { answer.split_once([',', '.', '–', '-', ';', ':'])?.1 } else { answer };
    let digits = rest.bytes().any(|byte| byte.is_ascii_digit());
    let counted = || {
        let words = sentences(rest).into_iter().next();
        words
            .is_some_and(|words| (0..words.words.len()).any(|at| words.number(at, language).is_some_and(|of| of > 1.0)))
    };
    (digits || counted()).then(|| format!("\"{heading}\": {}", lower_first(rest.trim())))
}

/// Reads a question and its answer as what both say together; returns whether that was understood.
pub(super) fn answered(
    known: &Entries<'_>,
    (question, named): (&Sentence, &[Mention]),
    (text, answer): (&Text, &Sentence),
    draft: &mut Draft,
) -> bool {
    let mut headings: Vec<String> = Vec::new();
    // "Can two members have the same code?" asks of the code.
    let languages = by_language(question, known.likely);
    let same = languages.iter().find_map(|language| question.any(language.same)).map_or(0, |place| place.start);
    let behind = named.iter().any(|mention| mention.words.start >= same);
    let asked = named.iter().filter(|mention| !behind || mention.words.start >= same);
    for (sheet, column) in asked.map(|mention| mention.place) {
        let heading = subject::plain_heading(&draft.sheets[sheet].columns[column].heading);
        if !headings.contains(&heading) {
            headings.push(heading);
        }
    }
    if headings.is_empty() {
        headings.extend(measured(known, question, &text.about, draft));
    }
    if headings.is_empty() {
        headings.extend(identifying(known, question, &text.about, draft));
    }
    if headings.is_empty() {
        headings.extend(by_common_word(known, question, &text.about, draft));
    }
    let headings: Vec<&str> = headings.iter().map(String::as_str).collect();
    let place = format!("{}, asked \"{}\"", text.place, clipped(&question.text, 60));
    let text = Text { place, ..text.clone() };
    by_language(question, known.likely).into_iter().any(|language| {
        let stated = stated(question, &answer.text, &headings, language);
        let plain = || beside(&answer.text, &headings, language);
        let mut read = |stated: Option<String>| {
            let (obliging, unread) = (draft.obliging, draft.unread.len());
            let said = stated.and_then(|stated| sentences(&stated).into_iter().next());
            let understood = said.is_some_and(|said| one(known, (&text, &said), Vec::new(), draft, false).understood);
            if !understood {
                draft.obliging = obliging;
                draft.unread.truncate(unread);
            }
            understood
        };
        let first = read(stated);
        // "Can the price be left out? Yes, but it has two decimals" says two things.
        read(plain()) || first
    })
}

/// The heading that is a word of every day, where a question has it: `how long may notes be?`. Of rows, files and dates more is
/// asked than of a column so called.
fn by_common_word(known: &Entries<'_>, question: &Sentence, about: &About, draft: &Draft) -> Option<String> {
    let languages = by_language(question, known.likely);
    let of_all = |word: &str| {
        let tables = |language: &&Language| {
            [language.columns, language.of_files, language.others, language.sheets, language.dates, language.all_dates]
                .iter()
                .any(|words| words.contains(&word))
        };
        languages.iter().any(tables)
    };
    let heading = |word: &str| {
        let ((sheet, column), named) = known.headings.with_word(word, about)?;
        let whole = named.iter().any(|words| words.len() == 1);
        let plain = || subject::plain_heading(&draft.sheets[sheet].columns[column].heading);
        whole.then(plain)
    };
    let words = question.words.iter().map(|(word, _)| word.as_str());
    words.filter(|word| subject::is_common(word) && !of_all(word)).find_map(heading)
}

/// The heading of what a superlative is the greatest of: `the deepest dive` is one of Depth.
fn measured(known: &Entries<'_>, question: &Sentence, about: &About, draft: &Draft) -> Option<String> {
    let of = |language: &&'static Language| {
        language.superlatives.iter().filter(|(word, _)| question.find(word).is_some()).find_map(|(_, noun)| {
            let ((sheet, column), _) = known.headings.with_word(noun, about)?;
            Some(subject::plain_heading(&draft.sheets[sheet].columns[column].heading))
        })
    };
    by_language(question, known.likely).iter().find_map(of)
}

/// The heading by which the thing is known that a question speaks of: `may a tutor appear twice?`, where one is Tutor ID.
fn identifying(known: &Entries<'_>, question: &Sentence, about: &About, draft: &Draft) -> Option<String> {
    let languages = by_language(question, known.likely);
    let article = |word: &str| {
        languages.iter().any(|language| language.articles.contains(&word) || language.every.contains(&word))
    };
    let noun = question.words.windows(2).find(|pair| article(&pair[0].0)).map(|pair| pair[1].0.as_str())?;
    let heading = |(sheet, column): Place| draft.sheets[sheet].columns[column].heading.as_str();
    let is_so = |words: &[String], place: Place| {
        words.len() == 2 && words[0] == noun && crate::keys::identifies(heading(place))
    };
    let place = known.headings.only(about, is_so)?;
    Some(subject::plain_heading(heading(place)))
}

/// A text that goes on in the middle of a sentence.
fn lower_first(text: &str) -> String {
    let mut letters = text.chars();
    letters.next().map_or_else(String::new, |first| first.to_lowercase().chain(letters).collect())
}
