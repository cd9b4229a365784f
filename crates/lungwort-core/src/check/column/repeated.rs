//! Right values that a column has had lately, so that one that comes again needs no second look.
//!
//! Most columns of most files repeat few values: codes, days, names of places. Looking such a value up costs a fraction of
//! reading and checking it. A column whose values hardly repeat (keys, amounts) soon stops looking, and tries again later.

use crate::cell::Value;
use crate::cell::packed::{Packed, pack, place};

/// Values kept of a column; a power of two. More would leave the nearest caches.
const KEPT: usize = 256;
/// After so many lookups it shows whether they pay.
const TRIED: u32 = 512;
/// Cells that then go without, where they did not.
const PAUSE: u32 = 30_000;

/// The right values of one column, each in the one place where it may be.
#[derive(Debug, Default)]
pub struct Repeated {
    kept: Vec<(Packed, Value<'static>)>,
    tried: u32,
    new: u32,
    pause: u32,
}

impl Repeated {
    /// Whether values are looked up at all for the next so many cells.
    pub fn pays(&mut self, cells: usize) -> bool {
        if self.pause > 0 {
            self.pause = self.pause.saturating_sub(cells as u32);
            return false;
        }
        if self.tried >= TRIED {
            let paid = self.new <= self.tried / 3;
            (self.tried, self.new) = (0, 0);
            if !paid {
                self.pause = PAUSE;
                return false;
            }
        }
        if self.kept.is_empty() {
            self.kept.resize(KEPT, ((0, 0, 0), Value::Blank));
        }
        self.tried += cells as u32;
        true
    }

    /// The value of a text that was right; of a text column, blank in place of the text itself.
    #[inline]
    pub fn get(&self, text: &str) -> Option<&Value<'static>> {
        let packed = pack(text)?;
        let (known, value) = &self.kept[place(packed, KEPT)];
        (*known == packed).then_some(value)
    }

    /// Keeps a right text with its value.
    pub fn keep(&mut self, text: &str, value: &Value<'_>) {
        self.new += 1;
        let Some(packed) = pack(text) else { return };
        let value = if let Value::Text(_) = value { Value::Blank } else { value.clone().into_owned() };
        self.kept[place(packed, KEPT)] = (packed, value);
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_value_that_comes_again_is_known_with_what_it_was_read_as() {
        let mut repeated = Repeated::default();
        assert!(repeated.pays(64));
        repeated.keep("GB", &Value::Text("GB".into()));
        repeated.keep("yes", &Value::YesNo(true));
        assert_eq!(repeated.get("GB"), Some(&Value::Blank));
        assert_eq!(repeated.get("yes"), Some(&Value::YesNo(true)));
        assert_eq!(
            (repeated.get("gb"), repeated.get("GBR"), repeated.get("a text of more than 16")),
            (None, None, None)
        );
    }

    #[test]
    fn values_that_hardly_repeat_are_soon_not_looked_up() {
        let mut repeated = Repeated::default();
        let mut looked = 0;
        for row in 0..4_096 {
            let text = format!("L-{row}");
            if repeated.pays(1) {
                looked += 1;
                assert_eq!(repeated.get(&text), None);
                repeated.keep(&text, &Value::Blank);
            }
        }
        assert_eq!(looked, TRIED);
    }
}
