//! Many short texts kept one behind the other, four bytes each besides their letters.

use std::ops::Range;

/// How much more room is made than is to be expected: where it is short by one text, all of them are moved.
pub const SPARE: f64 = 1.06;

/// A column of texts.
#[derive(Debug, Clone, Default)]
pub struct Texts {
    text: String,
    ends: Vec<u32>,
}

impl Texts {
    /// Adds a text. Returns whether there was room: four thousand million bytes in all.
    pub fn push(&mut self, text: &str) -> bool {
        let Ok(end) = u32::try_from(self.text.len() + text.len()) else { return false };
        self.text.push_str(text);
        self.ends.push(end);
        true
    }

    /// The text at a place; empty where there is none.
    #[inline]
    pub fn get(&self, at: usize) -> &str {
        let Some(end) = self.ends.get(at) else { return "" };
        self.text.get(self.start(at)..*end as usize).unwrap_or_default()
    }

    /// Looks at both ends of a run of texts, so that they are near when they are asked for.
    #[inline]
    pub fn touch(&self, places: Range<usize>) -> u8 {
        let byte = |at: usize| self.text.as_bytes().get(at).copied().unwrap_or_default();
        byte(self.start(places.start)).wrapping_add(byte(self.start(places.end).saturating_sub(1)))
    }

    /// Where the text at a place begins.
    #[inline]
    fn start(&self, at: usize) -> usize {
        at.checked_sub(1).and_then(|before| self.ends.get(before)).map_or(0, |end| *end as usize)
    }

    /// How many there are.
    pub fn len(&self) -> usize {
        self.ends.len()
    }

    /// Whether there are none.
    pub fn is_empty(&self) -> bool {
        self.ends.is_empty()
    }

    /// All of them in order.
    pub fn iter(&self) -> impl DoubleEndedIterator<Item = &str> + Clone {
        (0..self.len()).map(|at| self.get(at))
    }

    /// Makes room for `times` as many texts as there are from a place on, of the same length on the whole, and a little more.
    pub fn make_room(&mut self, from: usize, times: f64) {
        let more = |so_far: usize| (so_far as f64 * times * SPARE) as usize;
        let (texts, bytes) = (self.len().saturating_sub(from), self.text.len().saturating_sub(self.start(from)));
        self.text.reserve(more(bytes).min(u32::MAX as usize));
        self.ends.reserve(more(texts));
    }

    /// Gives back room that was kept for more.
    pub fn shrink(&mut self) {
        self.text.shrink_to_fit();
        self.ends.shrink_to_fit();
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn room_is_made_for_as_many_more_as_there_are_from_a_place_on() {
        let mut texts = Texts::default();
        (0..20).for_each(|_| assert!(texts.push("abcd")));
        texts.make_room(10, 100.0);
        assert!(texts.text.capacity() >= 80 + 4000 && texts.ends.capacity() >= 20 + 1000);
        texts.shrink();
        assert_eq!((texts.text.capacity(), texts.get(19), texts.get(20)), (80, "abcd", ""));
        texts.make_room(50, 2.0);
        assert_eq!((texts.len(), texts.iter().next()), (20, Some("abcd")));
    }
}
