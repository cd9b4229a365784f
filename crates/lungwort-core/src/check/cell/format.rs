//! The value has the structure that a standard defines.

use super::{CellCheck, Found, Surroundings};
use crate::cell::format::{Fault, Format};
use crate::cell::{Value, characters, number};
use crate::finding::{Repair, codes::value as codes};
use crate::rulebook::Column;

struct Structured {
    format: &'static Format,
}

pub fn make<'r>(column: &'r Column, _: Surroundings<'_>) -> Option<Box<dyn CellCheck + 'r>> {
    Some(Box::new(Structured { format: column.format? }))
}

impl CellCheck for Structured {
    fn passes(&self, text: &str, _: &Value<'_>) -> bool {
        (self.format.judge)(text).is_ok()
    }

    fn explain(&self, text: &str, _: &Value<'_>) -> Found {
        if number::looks_scientific(text) {
            return Found::new(
                &codes::SCIENTIFIC_NOTATION,
                format!(
                    "{} is due, and a spreadsheet has turned it into a number; take it from its source again.",
                    self.format.words
                ),
            );
        }
        if let Some(padded) = self.padded(text) {
            return Found::new(&codes::LOST_ZEROS, format!("with the zeros that were lost it is {padded}."))
                .with(Repair::likely(padded));
        }
        match (self.format.judge)(text) {
            Err(Fault::CheckDigit) => Found::new(
                &codes::WRONG_CHECK_DIGIT,
                format!("the check digit of {} does not fit; a digit is wrong or two are swapped.", self.format.words),
            ),
            Err(Fault::Layout(why)) => {
                Found::new(&codes::WRONG_FORMAT, format!("not {}: {why}.", self.format.words)).with(self.simpler(text))
            }
            Ok(()) => Found::new(&codes::WRONG_FORMAT, format!("not {}.", self.format.words)),
        }
    }
}

impl Structured {
    fn padded(&self, text: &str) -> Option<String> {
        let fits = |length: &&usize| text.len() < **length && text.len() + 4 >= **length;
        self.format
            .padded
            .iter()
            .filter(fits)
            .map(|length| format!("{text:0>length$}"))
            .find(|padded| (self.format.judge)(padded).is_ok())
    }

    /// What is right once spaces, hyphens, brackets or small letters are put in order.
    fn simpler(&self, text: &str) -> Option<Repair> {
        let bare: String = characters::with_plain_signs(text)
            .chars()
            .filter(|each| !matches!(each, ' ' | '-' | '(' | ')' | '.' | '/'))
            .collect();
        let tries = [
            text.to_uppercase(),
            bare.clone(),
            bare.to_uppercase(),
            bare.strip_prefix("00").map(|rest| format!("+{rest}")).unwrap_or_default(),
            text.trim_start_matches("mailto:").to_owned(),
            format!("https://{text}"),
        ];
        tries.into_iter().find(|each| (self.format.judge)(each).is_ok()).and_then(Repair::likely)
    }
}
