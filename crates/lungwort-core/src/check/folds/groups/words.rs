//! What is kept of groups, eight bytes each: most of it is small, and there may be a group for every row.

/// Makes room for one more, growing by an eighth: there may be very many, and a doubled list would be half empty.
pub fn push_tightly<T>(list: &mut Vec<T>, one: T) {
    if list.len() == list.capacity() {
        list.reserve_exact(list.len() / 8 + 64);
    }
    list.push(one);
}

/// Set in what is one word; the rest of another is its place among the others.
pub const WORD: u64 = 1 << 63;

/// What is mostly small enough for one word.
pub trait Word: Sized {
    /// Its word, with `WORD` set; nothing where it is too large.
    fn word(&self) -> Option<u64>;
    /// What a word stands for.
    fn of_word(word: u64) -> Self;
}

/// A list of such, those that are too large kept apart.
pub struct Words<T> {
    words: Vec<u64>,
    others: Vec<T>,
}

impl<T> Default for Words<T> {
    fn default() -> Words<T> {
        Words { words: Vec::new(), others: Vec::new() }
    }
}

impl<T: Word + Clone> Words<T> {
    pub fn push(&mut self, value: T) {
        let word = self.kept(value);
        push_tightly(&mut self.words, word);
    }

    fn kept(&mut self, value: T) -> u64 {
        value.word().unwrap_or_else(|| {
            self.others.push(value);
            self.others.len() as u64 - 1
        })
    }

    /// What is at a place, of those that are there.
    pub fn get(&self, at: usize) -> T {
        match self.words[at] {
            word if word & WORD != 0 => T::of_word(word),
            place => self.others[place as usize].clone(),
        }
    }

    /// Changes what is at a place.
    pub fn change(&mut self, at: usize, change: impl FnOnce(&mut T)) {
        let word = self.words[at];
        if word & WORD == 0 {
            return change(&mut self.others[word as usize]);
        }
        let mut value = T::of_word(word);
        change(&mut value);
        self.words[at] = self.kept(value);
    }

    /// All from a place on.
    pub fn from(&self, at: usize) -> impl Iterator<Item = T> {
        (at..self.words.len()).map(|at| self.get(at))
    }

    pub fn truncate(&mut self, length: usize) {
        for word in self.words.drain(length.min(self.words.len())..).rev() {
            if word as usize + 1 == self.others.len() {
                self.others.pop();
            }
        }
    }

    /// Something of what is at a place, so that it is near when it is wanted.
    pub fn touch(&self, at: usize) -> u64 {
        self.words.get(at).copied().unwrap_or_default()
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    impl Word for i64 {
        fn word(&self) -> Option<u64> {
            (0..1000).contains(self).then(|| self.cast_unsigned() | WORD)
        }

        fn of_word(word: u64) -> i64 {
            (word & !WORD).cast_signed()
        }
    }

    #[test]
    fn values_come_back_and_leave_nothing_behind() {
        let mut words = Words::default();
        [7, -1, 999, 1000].into_iter().for_each(|value| words.push(value));
        assert!(words.from(0).eq([7_i64, -1, 999, 1000]));
        words.change(0, |value| *value -= 8);
        words.change(1, |value| *value *= 5000);
        assert!(words.from(0).eq([-1, -5000, 999, 1000]));
        words.truncate(3);
        assert!(words.from(1).eq([-5000, 999]));
        words.truncate(0);
        words.push(-7);
        assert_eq!(words.get(0), -7);
        assert_eq!(words.words.len(), 1);
    }
}
