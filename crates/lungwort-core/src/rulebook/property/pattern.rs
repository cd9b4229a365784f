//! The value is built in a certain way.

use std::sync::OnceLock;

use regex_automata::dfa::{Automaton, dense};
use regex_automata::util::primitives::StateID;
use regex_automata::{Anchored, Input};

use super::pattern_words;
use super::{CellCheck, Column, Compiling, Property, Surroundings, WrittenColumn};
use crate::cell::{Value, characters};
use crate::rulebook::Sheet;
use crate::rulebook::toml_text::quoted;
use crate::finding::{CellProblem, Correction, Expected, codes::cell as cell_codes, codes::value as codes};
use crate::rulebook::model::Pattern;
use crate::rulebook::written::WrittenCase;

pub(super) fn compile(on: &mut Compiling<'_>, written: &WrittenColumn) -> Vec<Pattern> {
    on.patterns("pattern", &written.pattern)
}

/// What a pattern requires: its words, or how it is written.
pub(super) fn said(pattern: &Pattern) -> String {
    in_words(pattern).unwrap_or_else(|| format!("matching {}", pattern.written))
}

/// Its own words, or those of a plain one.
fn in_words(pattern: &Pattern) -> Option<String> {
    pattern.words.clone().or_else(|| pattern_words::in_words(&pattern.written))
}

/// Patterns as TOML: one alone, or a list.
pub(super) fn written_as_toml(patterns: &[Pattern]) -> Option<String> {
    let one = |pattern: &Pattern| {
        let regex = quoted(&pattern.written);
        match &pattern.words {
            Some(words) => format!("{{ regex = {regex}, words = {} }}", quoted(words)),
            None => regex,
        }
    };
    match patterns {
        [] => None,
        [only] => Some(one(only)),
        several => Some(format!("[{}]", several.iter().map(one).collect::<Vec<_>>().join(", "))),
    }
}

pub(super) struct This;

pub(super) static PROPERTY: This = This;

impl Property for This {
    fn keys(&self) -> &'static [&'static str] {
        &["pattern"]
    }

    fn words(&self, _: &Sheet, column: &Column) -> Vec<String> {
        column.pattern.iter().map(said).collect()
    }

    fn toml(&self, _: &Sheet, column: &Column) -> Vec<(&'static str, String)> {
        written_as_toml(&column.pattern).map(|value| ("pattern", value)).into_iter().collect()
    }

    fn check<'r>(&self, column: &'r Column, _: Surroundings<'_>) -> Option<Box<dyn CellCheck + 'r>> {
        if column.pattern.is_empty() {
            return None;
        }
        let built = column.pattern.iter().map(|pattern| Built::new(pattern, column.case)).collect();
        Some(Box::new(AllOf(built)))
    }
}

/// Every one of the patterns must match.
struct AllOf<'r>(Vec<Built<'r>>);

impl CellCheck for AllOf<'_> {
    fn passes(&self, text: &str, _: &Value<'_>) -> bool {
        self.0.iter().all(|pattern| pattern.fits(text))
    }

    fn explain(&self, text: &str, _: &Value<'_>) -> CellProblem {
        let broken = self.0.iter().find(|pattern| !pattern.fits(text)).or(self.0.first());
        let all = |text: &str| self.0.iter().all(|pattern| pattern.fits(text));
        match broken {
            Some(pattern) => pattern.explain(text, &all),
            None => CellProblem::new(&codes::WRONG_PATTERN, "it does not match."),
        }
    }
}

impl<'r> Built<'r> {
    fn new(pattern: &'r Pattern, case: Option<WrittenCase>) -> Built<'r> {
        let config = dense::Config::new()
            .dfa_size_limit(Some(64 << 10))
            .determinize_size_limit(Some(256 << 10))
            .start_kind(regex_automata::dfa::StartKind::Anchored);
        let automaton = dense::Builder::new().configure(config).build(pattern.regex.as_str()).ok();
        let whole = automaton.and_then(|automaton| {
            let start = automaton.start_state_forward(&Input::new("").anchored(Anchored::Yes)).ok()?;
            Some((automaton, start))
        });
        Built { pattern, whole, case, required: OnceLock::new() }
    }
}

struct Built<'r> {
    pattern: &'r Pattern,
    /// The whole automaton with its first state, where it is small: a step a byte, and nothing to set up for each cell.
    whole: Option<(dense::DFA<Vec<u32>>, StateID)>,
    case: Option<WrittenCase>,
    /// What is said of a value that does not fit, once one has come: there may be one in every row.
    required: OnceLock<String>,
}

impl Built<'_> {
    fn fits(&self, text: &str) -> bool {
        let Some((automaton, start)) = &self.whole else { return self.pattern.regex.is_match(text) };
        let mut state = *start;
        for &byte in text.as_bytes() {
            state = automaton.next_state(state, byte);
            if automaton.is_special_state(state) {
                if automaton.is_match_state(state) {
                    return true;
                }
                if automaton.is_dead_state(state) {
                    return false;
                }
                if automaton.is_quit_state(state) {
                    return self.pattern.regex.is_match(text);
                }
            }
        }
        automaton.is_match_state(automaton.next_eoi_state(state))
    }

    fn required_words(&self) -> &str {
        self.required.get_or_init(|| match in_words(self.pattern) {
            Some(words) => format!("it should be {words}"),
            None => format!("it should match {}", self.pattern.written),
        })
    }
}

impl Built<'_> {
    /// What is wrong, and what `fits` when it is put in order.
    fn explain(&self, text: &str, fits: &dyn Fn(&str) -> bool) -> CellProblem {
        let plain = characters::with_plain_signs(text);
        if plain != text && fits(&plain) {
            let message = format!("there is a curly quote or long dash in it; {}.", self.required_words());
            return CellProblem::new(&cell_codes::CURLY_QUOTE, message).with(Correction::certain(plain));
        }
        let bare: String = text.chars().filter(|each| !each.is_whitespace()).collect();
        let recased = match self.case {
            None => [text.to_uppercase(), text.to_lowercase()].into_iter().find(|each| fits(each)),
            Some(_) => None,
        };
        let simpler = recased.or_else(|| Some(bare).filter(|bare| bare != text && fits(bare)));
        CellProblem::new(&codes::WRONG_PATTERN, format!("{}.", self.required_words()))
            .with(simpler.and_then(Correction::likely))
            .expecting(Expected::Pattern(self.pattern.words.clone().unwrap_or_else(|| self.pattern.written.clone())))
    }
}
