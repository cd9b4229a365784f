//! Parts of a row and of a file that are needed as a whole: `if any of Street, Town or Postcode is filled, Street and Town must be`,
//! `once you begin the section Contact, …`, `both sheets are needed`.

use super::sentence::Sentence;
use super::subject::{Mention, Place};
use super::words::Language;
use super::{Claim, Reading, Target};
use crate::draft::{Confidence, Draft};
use lungwort_core::cell::fold::fold;
use lungwort_core::rulebook::toml_text::list;

/// Columns of which some are needed once any is filled.
pub(super) fn columns(sentence: &Sentence, language: &Language, mentions: &[Mention], draft: &Draft) -> Reading {
    let Some(begun) = sentence.any(language.begun) else { return Reading::default() };
    let asks = sentence.required(language).is_some() || sentence.has(language.obliging);
    let Some(main) = main_clause(sentence, language, begun.end) else { return Reading::default() };
    let said_of_all = (main..sentence.words.len()).any(|at| all_at(sentence, language, at));
    if !asks && !said_of_all {
        return Reading::default();
    }
    let distinct = |before: bool| {
        let mut places: Vec<Place> = Vec::new();
        for mention in mentions.iter().filter(|mention| (mention.words.start < main) == before) {
            if !places.contains(&mention.place) {
                places.push(mention.place);
            }
        }
        places
    };
    let mut group = distinct(true);
    if group.len() < 2 {
        group = of_section(sentence, (begun.end, main), draft).unwrap_or_default();
    }
    let mut needed = distinct(false);
    needed.retain(|place| group.contains(place));
    let all = needed.is_empty() && said_of_all;
    let Some(&(sheet, _)) = group.first().filter(|_| group.len() >= 2) else { return Reading::default() };
    if group.iter().any(|place| place.0 != sheet) || needed.is_empty() && !all {
        return Reading::default();
    }
    let names = |places: &[Place]| {
        list(
            &places
                .iter()
                .map(|(sheet, column)| draft.sheets[*sheet].columns[*column].name.clone())
                .collect::<Vec<_>>(),
        )
    };
    let claim = |key, value| Claim { on: Target::Rule(sheet), key, value, confidence: Confidence::Known };
    if needed.is_empty() || needed.len() == group.len() {
        return Reading::of(vec![claim("all_or_none", names(&group))]);
    }
    Reading::of(vec![claim("whole_if_begun", names(&group)), claim("needs", names(&needed))])
}

/// The word at which the main clause begins: behind the verb of the condition, at its comma.
fn main_clause(sentence: &Sentence, language: &Language, from: usize) -> Option<usize> {
    let given =
        language.is_given.iter().filter_map(|phrase| sentence.find_from(phrase, from)).map(|place| place.end).min();
    let from = given.unwrap_or(from);
    (from.max(1)..sentence.words.len()).find(|at| sentence.gap(at - 1).starts_with(','))
}

fn all_at(sentence: &Sentence, language: &Language, at: usize) -> bool {
    language.all_of_them.iter().any(|phrase| sentence.ends_at(phrase, at).is_some())
}

/// The columns of a section that is named: those under one band.
fn of_section(sentence: &Sentence, (from, to): (usize, usize), draft: &Draft) -> Option<Vec<Place>> {
    let said = fold(&sentence.text[sentence.words.get(from)?.1.start..sentence.words.get(to)?.1.start]);
    for (sheet, of) in draft.sheets.iter().enumerate() {
        let section = |column: &crate::draft::DraftColumn| {
            let line = column.lines.get("section")?;
            Some(fold(line.value.trim_matches('"'))).filter(|name| !name.is_empty() && said.contains(name.as_str()))
        };
        let named: Vec<(usize, String)> =
            of.columns.iter().enumerate().filter_map(|(at, column)| Some((at, section(column)?))).collect();
        // The longest name is the one that is meant.
        if let Some(longest) = named.iter().map(|(_, name)| name.clone()).max_by_key(String::len) {
            return Some(named.into_iter().filter(|(_, name)| *name == longest).map(|(at, _)| (sheet, at)).collect());
        }
    }
    None
}

/// Sheets in which something must be filled in: `both sheets are needed`, `the sheet Lots must not be empty`.
pub(super) fn sheets(sentence: &Sentence, language: &Language, mentions: &[Mention], draft: &Draft) -> Reading {
    let sheets: Vec<usize> = (0..draft.sheets.len()).filter(|at| !draft.sheets[*at].name.is_empty()).collect();
    let Some(required) = sentence.required(language).filter(|_| sheets.len() >= 2 && mentions.is_empty()) else {
        return Reading::default();
    };
    let all = sentence.any(language.all_sheets).is_some_and(|all| all.end <= required.start);
    let named = |at: &usize| {
        let place = sentence.find(&draft.sheets[*at].name.to_lowercase());
        place.is_some_and(|place| {
            let beside = [place.start.checked_sub(1), Some(place.end)];
            let is_sheet = |at: usize| language.sheets.contains(&sentence.word(at));
            place.end <= required.start && beside.into_iter().flatten().any(is_sheet)
        })
    };
    let conditional = language.conditional.iter().any(|phrase| sentence.find(phrase).is_some());
    let of: Vec<usize> = sheets.into_iter().filter(|at| !conditional && (all || named(at))).collect();
    let claim = |sheet| Claim {
        on: Target::Sheet(sheet),
        key: "required",
        value: "true".to_owned(),
        confidence: Confidence::Known,
    };
    Reading::of(of.into_iter().map(claim).collect())
}
