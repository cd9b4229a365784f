//! Many short texts kept one behind the other, four bytes each besides their letters.

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

    /// Gives back room that was kept for more.
    pub fn shrink(&mut self) {
        self.text.shrink_to_fit();
        self.ends.shrink_to_fit();
    }
}
