//! The value is on a list.

use super::{CellCheck, Found, Surroundings};
use crate::cell::{Value, shown};
use crate::finding::{Repair, codes::cell as cell_codes, codes::value as codes, ranges::thousands};
use crate::rulebook::Column;
use crate::rulebook::list::NearMiss;
use crate::rulebook::model::Allowed;

struct OnList<'r> {
    allowed: &'r Allowed,
    column: &'r Column,
}

pub fn make<'r>(column: &'r Column, _: Surroundings<'_>) -> Option<Box<dyn CellCheck + 'r>> {
    let allowed = column.allowed.as_ref()?;
    Some(Box::new(OnList { allowed, column }))
}

impl CellCheck for OnList<'_> {
    fn passes(&self, text: &str, _: &Value<'_>) -> bool {
        self.allowed.list.contains(text)
    }

    fn explain(&self, text: &str, _: &Value<'_>) -> Found {
        if let Some(successor) = self.column.retired.get(text) {
            return Found::new(&codes::RETIRED_VALUE, format!("no longer used. It was replaced by {successor}."))
                .with(Repair::likely(successor));
        }
        match self.allowed.list.near_miss(text) {
            Some(NearMiss::Spelling(code)) => {
                Found::new(&codes::NEAR_VALUE, format!("the list has it as {}.", shown::quoted(code)))
                    .with(Repair::safe(code))
            }
            Some(NearMiss::Meaning(code)) => {
                let message = format!("that is the meaning; the code {code} is asked.");
                Found::new(&codes::MEANING_FOR_CODE, message).with(Repair::safe(code))
            }
            Some(NearMiss::Usual(code) | NearMiss::Slip(code) | NearMiss::MeaningSlip(code)) => {
                let message = format!("{}. Did you mean {code}?", self.not_one_of());
                Found::new(&codes::OFF_LIST, message).with(Repair::likely(code))
            }
            None => {
                self.several(text).unwrap_or_else(|| Found::new(&codes::OFF_LIST, format!("{}.", self.not_one_of())))
            }
        }
    }

    fn decides(&self) -> bool {
        true
    }
}

impl OnList<'_> {
    fn not_one_of(&self) -> String {
        let entries = self.allowed.list.entries();
        if self.allowed.name.is_empty() && entries.len() <= 8 {
            let values: Vec<String> = entries.iter().map(|entry| entry.code.to_string()).collect();
            return match values.as_slice() {
                [one] => format!("only {one} is taken"),
                [rest @ .., last] => format!("only {} or {last} is taken", rest.join(", ")),
                [] => "nothing is taken".to_owned(),
            };
        }
        let name = if self.allowed.name.is_empty() {
            "values of the list"
        } else {
            self.allowed.name.trim_start_matches("the ")
        };
        format!("not one of the {} {name}", thousands(entries.len() as u64))
    }

    /// Several allowed values, one after the other.
    fn several(&self, text: &str) -> Option<Found> {
        let parts: Vec<&str> =
            text.split([';', ',', '/', '|', '\n', '+', '&']).map(str::trim).filter(|part| !part.is_empty()).collect();
        let known = parts.len() > 1 && parts.iter().all(|part| self.allowed.list.contains(part));
        known.then(|| {
            Found::new(&cell_codes::SEVERAL_VALUES, format!("these are {} values, and one is due.", parts.len()))
        })
    }
}
