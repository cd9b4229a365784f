//! The value is built in a certain way.

use regex_automata::dfa::{Automaton, dense};
use regex_automata::{Anchored, Input};

use super::{CellCheck, Found, Surroundings};
use crate::cell::{Value, characters, number};
use crate::finding::{Repair, codes::cell as cell_codes, codes::value as codes};
use crate::rulebook::Column;
use crate::rulebook::model::Pattern;
use crate::rulebook::written::WrittenCase;

struct Built<'r> {
    pattern: &'r Pattern,
    /// The whole automaton, where it is small: a step a byte, and nothing to set up for each cell.
    automaton: Option<dense::DFA<Vec<u32>>>,
    case: Option<WrittenCase>,
}

pub fn make<'r>(column: &'r Column, _: Surroundings<'_>) -> Option<Box<dyn CellCheck + 'r>> {
    let pattern = column.pattern.as_ref()?;
    let config = dense::Config::new()
        .dfa_size_limit(Some(64 << 10))
        .determinize_size_limit(Some(256 << 10))
        .start_kind(regex_automata::dfa::StartKind::Anchored);
    let automaton = dense::Builder::new().configure(config).build(pattern.regex.as_str()).ok();
    Some(Box::new(Built { pattern, automaton, case: column.case }))
}

impl Built<'_> {
    fn fits(&self, text: &str) -> bool {
        match &self.automaton {
            Some(automaton) => {
                let input = Input::new(text).anchored(Anchored::Yes);
                match automaton.try_search_fwd(&input) {
                    Ok(found) => found.is_some(),
                    Err(_) => self.pattern.regex.is_match(text),
                }
            }
            None => self.pattern.regex.is_match(text),
        }
    }

    fn asked(&self) -> String {
        match &self.pattern.words {
            Some(words) => format!("it should be {words}"),
            None => format!("it should be built as {}", self.pattern.written),
        }
    }
}

impl CellCheck for Built<'_> {
    fn passes(&self, text: &str, _: &Value<'_>) -> bool {
        self.fits(text)
    }

    fn explain(&self, text: &str, _: &Value<'_>) -> Found {
        if number::looks_scientific(text) {
            let message = format!(
                "a spreadsheet has turned a code into a number; {}. Take it from its source again.",
                self.asked()
            );
            return Found::new(&codes::SCIENTIFIC_NOTATION, message);
        }
        let plain = characters::with_plain_signs(text);
        if plain != text && self.fits(&plain) {
            let message = format!("there is a typographic quote or dash in it; {}.", self.asked());
            return Found::new(&cell_codes::TYPOGRAPHIC_SIGN, message).with(Repair::safe(plain));
        }
        if text.bytes().all(|byte| byte.is_ascii_digit()) {
            let padded = (1..=12).map(|zeros| format!("{}{text}", "0".repeat(zeros))).find(|padded| self.fits(padded));
            if let Some(padded) = padded {
                let message = format!("{}; with the zeros that were lost it is {padded}.", self.asked());
                return Found::new(&codes::LOST_ZEROS, message).with(Repair::likely(padded));
            }
        }
        let bare: String = text.chars().filter(|each| !each.is_whitespace()).collect();
        let recased = match self.case {
            None => [text.to_uppercase(), text.to_lowercase()].into_iter().find(|each| self.fits(each)),
            Some(_) => None,
        };
        let simpler = recased.or_else(|| Some(bare).filter(|bare| bare != text && self.fits(bare)));
        Found::new(&codes::WRONG_PATTERN, format!("{}.", self.asked())).with(simpler.and_then(Repair::likely))
    }
}
