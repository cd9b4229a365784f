//! Rows that a sentence speaks of by a value of theirs: `bathing water needs a temperature`, where Bathing water is one of the kinds.

use std::cell::RefCell;
use std::collections::HashMap;
use std::rc::Rc;

use foldhash::fast::FixedState;

use super::for_values::is_form_of;
use super::sentence::{Sentence, sentences};
use super::subject::{Mention, Place};
use crate::draft::Draft;

/// A value in small letters is no shorter than this, and one in capitals: shorter ones are words of any sentence.
const SHORTEST: usize = 4;
const SHORTEST_CODE: usize = 2;

/// The column of a sheet, and the value of its list, that a sentence names beside its columns; none where several are named.
pub(super) fn of_value(
    sentence: &Sentence,
    mentions: &[Mention],
    (draft, sheet): (&Draft, usize),
) -> Option<(Place, String)> {
    let mut found: Option<(Place, String)> = None;
    for (column, of) in draft.sheets.get(sheet)?.columns.iter().enumerate() {
        let Some(line) = of.lines.get("allowed") else { continue };
        for (value, label) in entries(&line.value).iter() {
            let named = [Some(value.as_str()), label.as_deref()]
                .into_iter()
                .flatten()
                .any(|text| is_in(sentence, mentions, text));
            if !named {
                continue;
            }
            if found.is_some() {
                return None;
            }
            found = Some(((sheet, column), value.clone()));
        }
    }
    found
}

/// Whether a value stands in a sentence, outside of the columns that it names.
fn is_in(sentence: &Sentence, mentions: &[Mention], value: &str) -> bool {
    let code = !value.chars().any(char::is_lowercase) && value.chars().any(char::is_uppercase);
    let short = value.chars().count() < if code { SHORTEST_CODE } else { SHORTEST };
    let Some(words) = sentences(value).pop().filter(|words| !words.words.is_empty()) else { return false };
    let words: Vec<&str> = words.words.iter().map(|(word, _)| word.as_str()).collect();
    let said = words.join(" ");
    // "Pots need a colour", where pot is the kind
    let several = || {
        let at = (0..sentence.words.len()).find(|at| !code && is_form_of(sentence.word(*at), &said))?;
        Some(at..at + 1)
    };
    let place = if short { several().filter(|place| place.start == 0) } else { sentence.find(&said).or_else(several) };
    place.is_some_and(|place| {
        let as_code = || {
            !code
                || sentence.words[place.clone()]
                    .iter()
                    .any(|(_, at)| sentence.text[at.clone()].contains(char::is_uppercase))
        };
        let of_column =
            mentions.iter().any(|mention| mention.words.start < place.end && place.start < mention.words.end);
        !of_column && as_code()
    })
}

/// The values of a list, each with what it means.
pub(super) type Values = Rc<Vec<(String, Option<String>)>>;

/// Lists that are kept as they have been read, at most.
const KEPT: usize = 512;

thread_local! {
    /// Lists as they have been read: each sentence may ask for each of them.
    static LISTS: RefCell<HashMap<String, Values, FixedState>> = RefCell::default();
}

/// The values of a list as a rulebook writes it, each with what it means.
pub(super) fn entries(list: &str) -> Values {
    LISTS.with_borrow_mut(|known| {
        if let Some(values) = known.get(list) {
            return Rc::clone(values);
        }
        if known.len() >= KEPT {
            known.clear();
        }
        let values = Values::new(parsed(list));
        known.insert(list.to_owned(), Rc::clone(&values));
        values
    })
}

fn parsed(list: &str) -> Vec<(String, Option<String>)> {
    let Ok(table) = toml::from_str::<toml::Table>(&format!("list = {list}")) else { return Vec::new() };
    match table.get("list") {
        Some(toml::Value::Array(values)) => {
            values.iter().filter_map(|value| Some((value.as_str()?.to_owned(), None))).collect()
        }
        Some(toml::Value::Table(pairs)) if !pairs.contains_key("reference") => {
            pairs.iter().map(|(code, meaning)| (code.clone(), meaning.as_str().map(str::to_owned))).collect()
        }
        _ => Vec::new(),
    }
}
