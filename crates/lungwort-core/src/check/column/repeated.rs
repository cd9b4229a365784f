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

/// Pairs of short values that have been found right together, each in the one place where it may be.
#[derive(Debug, Default)]
pub struct RightPairs {
    kept: Vec<(Packed, Packed)>,
}

impl RightPairs {
    /// Whether the two are right together. `judge` tells, and is not asked again for a pair that was right lately.
    #[inline]
    pub fn is_right(&mut self, one: &str, other: &str, judge: impl FnOnce() -> bool) -> bool {
        let (Some(first), Some(second)) = (pack(one), pack(other)) else { return judge() };
        if self.kept.is_empty() {
            self.kept.resize(KEPT, ((0, 0, 0), (0, 0, 0)));
        }
        let both = (first.0 ^ second.0.rotate_left(17), first.1 ^ second.1.rotate_left(41), first.2);
        let known = &mut self.kept[place(both, KEPT)];
        if *known == (first, second) {
            return true;
        }
        let right = judge();
        if right {
            *known = (first, second);
        }
        right
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
    fn a_pair_that_was_right_is_not_judged_again_and_one_that_was_wrong_is() {
        let mut pairs = RightPairs::default();
        let asked = std::cell::Cell::new(0);
        let mut is_right = |one: &str, other: &str| {
            pairs.is_right(one, other, || {
                asked.set(asked.get() + 1);
                one == "Galium"
            })
        };
        assert!(is_right("Galium", "verum") && is_right("Galium", "verum") && is_right("Galium", "vera"));
        assert_eq!(asked.get(), 2);
        assert!(!is_right("verum", "Galium") && !is_right("verum", "Galium"));
        assert_eq!(asked.get(), 4);
        assert!(is_right("Galium", "a name of more than sixteen") && is_right("Galium", "a name of more than sixteen"));
        assert_eq!(asked.get(), 6);
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
