//! Only certain characters stand in the value.

use super::{CellCheck, Found, Surroundings};
use crate::cell::{Value, characters, fold, shown};
use crate::finding::{Repair, codes::cell as cell_codes, codes::value as codes};
use crate::rulebook::Column;
use crate::rulebook::model::CharacterSet;

struct Limited<'r> {
    set: &'r CharacterSet,
    /// Whether each ASCII character is taken.
    ascii: [bool; 128],
}

pub fn make<'r>(column: &'r Column, _: Surroundings<'_>) -> Option<Box<dyn CellCheck + 'r>> {
    let set = column.characters.as_ref()?;
    let ascii = std::array::from_fn(|byte| u8::try_from(byte).is_ok_and(|byte| set.takes(char::from(byte))));
    Some(Box::new(Limited { set, ascii }))
}

impl Limited<'_> {
    fn takes(&self, each: char) -> bool {
        // A line break is judged where cells' looks are, whatever the set.
        each == '\n' || each == '\r' || self.ascii.get(each as usize).copied().unwrap_or_else(|| self.set.takes(each))
    }
}

impl CellCheck for Limited<'_> {
    fn passes(&self, text: &str, _: &Value<'_>) -> bool {
        text.chars().all(|each| self.takes(each))
    }

    fn explain(&self, text: &str, _: &Value<'_>) -> Found {
        let Some(odd) = text.chars().find(|each| !self.takes(*each)) else {
            return Found::new(&codes::FORBIDDEN_CHARACTER, "a character is not taken.");
        };
        let plain = characters::with_plain_signs(text);
        let message = format!("{} may not stand in it, only {}.", shown::character(odd), self.set.words);
        if characters::plain_for(odd).is_some() && plain.chars().all(|each| self.takes(each)) {
            return Found::new(&cell_codes::TYPOGRAPHIC_SIGN, message).with(Repair::safe(plain));
        }
        let unaccented = fold::without_accents(&plain);
        let repair = unaccented.chars().all(|each| self.takes(each)).then_some(unaccented).and_then(Repair::likely);
        Found::new(&codes::FORBIDDEN_CHARACTER, message).with(repair)
    }
}
