//! The encoding asked for has a place for every character.

use crate::cell::{Value, characters, fold, shown};
use crate::encoding::Encoding;
use crate::finding::{CellProblem, Correction, codes::cell as codes};
use crate::rulebook::property::{CellCheck, Surroundings};

struct Encodable(Encoding);

pub(super) fn make<'r>(surroundings: Surroundings<'_>) -> Option<Box<dyn CellCheck + 'r>> {
    // Every Unicode encoding holds every character.
    surroundings.encoding.filter(|encoding| !encoding.is_unicode()).map(|encoding| Box::new(Encodable(encoding)) as _)
}

impl Encodable {
    fn holds(&self, text: &str) -> bool {
        self.0.holds(text)
    }
}

impl CellCheck for Encodable {
    fn passes(&self, text: &str, _: &Value<'_>) -> bool {
        self.holds(text)
    }

    fn explain(&self, text: &str, _: &Value<'_>) -> CellProblem {
        let odd = text.chars().find(|each| !self.holds(each.encode_utf8(&mut [0; 4])));
        let odd = odd.map(shown::character).unwrap_or_default();
        let plain = characters::with_plain_signs(text);
        let simpler = [fold::without_accents(&plain), plain.replace(['Ł'], "L").replace(['ł'], "l")];
        let unaccented = fold::without_accents(&simpler[1]);
        let correction = [plain].into_iter().chain(simpler).chain([unaccented]).find(|each| self.holds(each));
        CellProblem::new(&codes::UNENCODABLE_CHARACTER, format!("{} has no place for {odd}.", self.0.name()))
            .with(correction.and_then(Correction::likely))
    }
}
