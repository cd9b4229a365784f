//! Lists of allowed values, and values that must stand beside certain others.

use std::collections::HashMap as StdMap;
use std::sync::OnceLock;

use foldhash::fast::FixedState;
use hashbrown::{HashSet, HashTable};

use super::spoilt::Spoilt;
use crate::cell::fold::{self, Folded};
use crate::cell::key;
use crate::cell::packed::{Packed, pack, place};
use crate::cell::texts::Texts;

/// Lists with more values are not searched for near misses by edit distance: each wrong value would cost too much.
const MOST_SEARCHED: usize = 5_000;

/// Longer lists are looked up in by hash alone, which takes less memory.
const MOST_PACKED: usize = 10_000;

/// One allowed value.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Entry<'l> {
    /// The value.
    pub code: &'l str,
    /// What it means, where the list says.
    pub meaning: Option<&'l str>,
}

/// A list of allowed values, in its own order, without repetitions.
#[derive(Debug, Default)]
pub struct List {
    codes: Texts,
    /// Meanings; empty where no value has one.
    meanings: Texts,
    index: HashTable<u32>,
    short: Option<ShortSet>,
    /// Values no longer used, each with the one that replaced it, and their meanings with the same.
    replaced: Replaced,
    /// The sender's own codes, each with the value that it is here.
    own: Replaced,
    /// Folded texts that people use for a value, each with the value.
    usual: StdMap<String, Box<str>>,
    near: OnceLock<Near>,
}

/// Texts, each with the value that stands for it.
type Replaced = StdMap<Box<str>, Box<str>>;

/// Texts of up to 16 bytes, as most codes are, packed into two numbers and a length: looked up without hashing
/// byte by byte.
#[derive(Debug, Default)]
struct ShortSet {
    /// Open addressing; a power of two in size and at most half full.
    slots: Vec<Option<Packed>>,
}

impl ShortSet {
    fn new<'t>(texts: impl Iterator<Item = &'t str>) -> ShortSet {
        let packed: Vec<Packed> = texts.filter_map(pack).collect();
        let mut set = ShortSet { slots: vec![None; (packed.len() * 2 + 2).next_power_of_two()] };
        for each in packed {
            let mut slot = place(each, set.slots.len());
            while set.slots[slot].is_some_and(|other| other != each) {
                slot = (slot + 1) & (set.slots.len() - 1);
            }
            set.slots[slot] = Some(each);
        }
        set
    }

    #[inline]
    fn contains(&self, packed: Packed) -> bool {
        let mut slot = place(packed, self.slots.len());
        while let Some(found) = self.slots[slot] {
            if found == packed {
                return true;
            }
            slot = (slot + 1) & (self.slots.len() - 1);
        }
        false
    }
}

/// What near misses are looked up in, made when the first is.
#[derive(Debug, Default)]
struct Near {
    codes: StdMap<String, Option<u32>>,
    meanings: StdMap<String, Option<u32>>,
    folded: Folded,
    folded_meanings: Folded,
    /// The entry of each folded meaning.
    meaning_of: Vec<u32>,
    /// What a spreadsheet makes of the codes that it takes for something else.
    spoilt: StdMap<Spoilt, Option<u32>>,
}

/// How a value that is not on the list relates to one that is.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum NearMiss<'l> {
    /// The same but for case, spaces, accents and punctuation.
    Spelling(&'l str),
    /// The meaning of this code.
    Meaning(&'l str),
    /// What people usually write for this code.
    Usual(&'l str),
    /// A small slip away.
    Slip(&'l str),
    /// A small slip away from the meaning of this code.
    MeaningSlip(&'l str),
    /// No longer used: this code replaced it.
    Replaced(&'l str),
    /// The meaning of a code no longer used: this one replaced it.
    ReplacedMeaning(&'l str),
    /// The sender's own code for this one.
    Own(&'l str),
}

impl<'l> NearMiss<'l> {
    /// The code that was most likely meant.
    pub fn code(&self) -> &'l str {
        match self {
            NearMiss::Spelling(code)
            | NearMiss::Meaning(code)
            | NearMiss::Usual(code)
            | NearMiss::Slip(code)
            | NearMiss::MeaningSlip(code)
            | NearMiss::Replaced(code)
            | NearMiss::ReplacedMeaning(code)
            | NearMiss::Own(code) => code,
        }
    }
}

impl List {
    /// Makes a list; a value that comes again is left out.
    pub fn new<'l>(entries: impl IntoIterator<Item = Entry<'l>>) -> List {
        let mut list = List::default();
        for Entry { code, meaning } in entries {
            let hash = hash(code);
            let codes = &list.codes;
            let known = list.index.find(hash, |at| codes.get(*at as usize) == code).is_some();
            if known || !list.codes.push(code) {
                continue;
            }
            if let Some(meaning) = meaning {
                while list.meanings.len() + 1 < list.codes.len() {
                    list.meanings.push("");
                }
                list.meanings.push(meaning);
            }
            let codes = &list.codes;
            let at = codes.len() as u32 - 1;
            list.index.insert_unique(hash, at, |at| self::hash(codes.get(*at as usize)));
        }
        list.codes.shrink();
        list.meanings.shrink();
        if list.codes.len() <= MOST_PACKED {
            list.short = Some(ShortSet::new(list.codes.iter()));
        }
        list
    }

    /// The same list, with values that were replaced: the value, its meaning, and what replaced it.
    pub fn replacing<'t>(mut self, replaced: impl Iterator<Item = (&'t str, Option<&'t str>, &'t str)>) -> List {
        for (value, meaning, successor) in replaced {
            self.replaced.insert(value.into(), successor.into());
            if let Some(meaning) = meaning {
                self.usual.entry(fold::fold(meaning)).or_insert_with(|| successor.into());
            }
        }
        self
    }

    /// The same list, with the sender's own codes.
    pub fn with_own<'t>(mut self, own: impl Iterator<Item = (&'t str, &'t str)>) -> List {
        self.own = own.filter(|(own, code)| own != code).map(|(own, code)| (own.into(), code.into())).collect();
        self
    }

    /// What a value of the list is besides, where it is the sender's own code for another one.
    pub fn is_own_code_too(&self, value: &str) -> Option<&str> {
        if self.own.is_empty() { None } else { self.own.get(value).map(|code| &**code) }
    }

    /// The same list, with texts that people use for a value though the list does not have them.
    pub fn known_as<'t>(mut self, usual: impl Iterator<Item = (&'t str, &'t str)>) -> List {
        self.usual.extend(usual.map(|(text, code)| (fold::fold(text), Box::from(code))));
        self
    }

    /// The value that a text stands for: itself, its meaning, what replaced it, the sender's own code for it; slips apart.
    pub fn resolve<'t>(&'t self, text: &'t str) -> &'t str {
        if self.contains(text) {
            return text;
        }
        if let Some(code) = self.replaced.get(text).or_else(|| self.own.get(text)) {
            return code;
        }
        let near = self.near.get_or_init(|| self.prepare());
        let folded = fold::fold(text);
        let found = near.codes.get(&folded).or_else(|| near.meanings.get(&folded)).copied().flatten();
        found.map_or(text, |at| self.codes.get(at as usize))
    }

    /// The values in the list's order.
    pub fn entries(&self) -> impl Iterator<Item = Entry<'_>> + Clone {
        (0..self.len()).map(|at| self.entry(at))
    }

    /// How many values there are.
    pub fn len(&self) -> usize {
        self.codes.len()
    }

    /// Whether there are none.
    pub fn is_empty(&self) -> bool {
        self.codes.is_empty()
    }

    fn entry(&self, at: usize) -> Entry<'_> {
        let meaning = self.meanings.get(at);
        Entry { code: self.codes.get(at), meaning: (!meaning.is_empty()).then_some(meaning) }
    }

    /// Whether the value is on the list, exactly.
    #[inline]
    pub fn contains(&self, value: &str) -> bool {
        match (&self.short, pack(value)) {
            (Some(short), Some(packed)) => short.contains(packed),
            _ => self.index.find(hash(value), |at| self.codes.get(*at as usize) == value).is_some(),
        }
    }

    /// What a value that is not on the list most likely stands for.
    pub fn near_miss(&self, value: &str) -> Option<NearMiss<'_>> {
        if let Some(code) = self.replaced.get(value) {
            return Some(NearMiss::Replaced(code));
        }
        if let Some(code) = self.own.get(value) {
            return Some(NearMiss::Own(code));
        }
        let near = self.near.get_or_init(|| self.prepare());
        let folded = fold::fold(value);
        let code = |at: u32| self.codes.get(at as usize);
        if let Some(Some(at)) = near.codes.get(&folded).filter(|_| !folded.is_empty()) {
            return Some(NearMiss::Spelling(code(*at)));
        }
        if let Some(Some(at)) = near.meanings.get(&folded).filter(|_| !folded.is_empty()) {
            return Some(NearMiss::Meaning(code(*at)));
        }
        if let Some(code) = self.usual.get(&folded).filter(|_| !self.replaced.is_empty()) {
            return Some(NearMiss::ReplacedMeaning(code));
        }
        if let Some(code) = self.usual.get(&folded) {
            return Some(NearMiss::Usual(code));
        }
        // Of a code, the next one is another thing; only words are misspelt.
        let is_word = |text: &str| !text.contains(|each: char| each.is_ascii_digit());
        if !is_word(value) {
            return None;
        }
        if let Some(at) = near.folded.nearest(value) {
            return Some(NearMiss::Slip(code(at as u32)));
        }
        let at = near.folded_meanings.nearest(value)?;
        Some(NearMiss::MeaningSlip(code(near.meaning_of[at])))
    }

    /// The one code that a spreadsheet turns into that.
    pub fn spoilt(&self, spoilt: Spoilt) -> Option<&str> {
        let near = self.near.get_or_init(|| self.prepare());
        near.spoilt.get(&spoilt).copied().flatten().map(|at| self.codes.get(at as usize))
    }

    /// The codes, of a list that is not too long to be searched for each wrong value.
    pub fn searched(&self) -> impl Iterator<Item = &str> {
        let most = if self.len() <= MOST_SEARCHED { self.len() } else { 0 };
        self.codes.iter().take(most)
    }

    fn prepare(&self) -> Near {
        let searched = self.len() <= MOST_SEARCHED;
        let codes = self.codes.iter();
        let with_meaning = || (0_u32..).zip(self.entries()).filter_map(|(at, entry)| Some((at, entry.meaning?)));
        let mut spoilt = StdMap::new();
        for (at, code) in (0_u32..).zip(codes.clone()) {
            for each in Spoilt::of_code(code) {
                spoilt.entry(each).and_modify(|slot| *slot = None).or_insert(Some(at));
            }
        }
        Near {
            spoilt,
            codes: folded_index((0..).zip(codes.clone())),
            meanings: folded_index(with_meaning()),
            folded: if searched { Folded::of_words(codes) } else { Folded::default() },
            folded_meanings: if searched {
                Folded::new(with_meaning().map(|(_, text)| text))
            } else {
                Folded::default()
            },
            meaning_of: with_meaning().map(|(at, _)| at).collect(),
        }
    }
}

fn hash(text: &str) -> u64 {
    key::of_text(text) as u64
}

/// Folded texts; where two entries fold to the same, neither is meant.
fn folded_index<'l>(texts: impl Iterator<Item = (u32, &'l str)>) -> StdMap<String, Option<u32>> {
    let mut index = StdMap::new();
    for (at, text) in texts {
        index.entry(fold::fold(text)).and_modify(|slot| *slot = None).or_insert(Some(at));
    }
    index
}

/// Which values go with which values of other columns.
#[derive(Debug)]
pub struct Dependent {
    /// The other columns of the sheet.
    pub columns: Vec<usize>,
    /// Hashes of the other values with the value itself.
    together: HashSet<u128, FixedState>,
    /// For each hash of the other values, the values that go with them.
    values: StdMap<u128, Vec<Box<str>>>,
}

impl Dependent {
    /// Makes the set from rows of a reference: the other values, and the value.
    pub fn new<'r>(columns: Vec<usize>, rows: impl Iterator<Item = (Vec<&'r str>, &'r str)>) -> Dependent {
        let mut dependent = Dependent { columns, together: HashSet::default(), values: StdMap::new() };
        for (others, value) in rows {
            if dependent.together.insert(key::of_texts(others.iter().copied().chain([value]))) {
                dependent.values.entry(key::of_texts(others.into_iter())).or_default().push(value.into());
            }
        }
        dependent
    }

    /// Whether the value goes with the others.
    #[inline]
    pub fn goes_with<'r>(&self, others: impl Iterator<Item = &'r str>, value: &'r str) -> bool {
        self.together.contains(&key::of_texts(others.chain([value])))
    }

    /// The values that go with the others; empty where the reference does not know them.
    pub fn values_for<'r>(&self, others: impl Iterator<Item = &'r str>) -> &[Box<str>] {
        self.values.get(&key::of_texts(others)).map_or(&[], Vec::as_slice)
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    fn list(entries: &[(&str, &str)]) -> List {
        List::new(
            entries.iter().map(|(code, meaning)| Entry { code, meaning: (!meaning.is_empty()).then_some(*meaning) }),
        )
    }

    #[test]
    fn near_misses_are_told_apart() {
        let provenance = list(&[("W", "collected in the wild"), ("C", "cultivated"), ("U", "unknown")]);
        assert_eq!(provenance.near_miss("w"), Some(NearMiss::Spelling("W")));
        assert_eq!(provenance.near_miss("Cultivated "), Some(NearMiss::Meaning("C")));
        assert_eq!(provenance.near_miss("cultivatd"), Some(NearMiss::MeaningSlip("C")));
        assert_eq!(provenance.near_miss("X"), None);
        assert_eq!(list(&[("Primula", ""), ("Prunus", "")]).near_miss("Pirmula"), Some(NearMiss::Slip("Primula")));
    }

    #[test]
    fn every_length_of_value_is_found_and_no_other() {
        let words: Vec<String> = (1..40)
            .flat_map(|length| ["a", "ab", "xyz"].map(|part| part.repeat(length)[..length].to_owned()))
            .collect();
        let listed = List::new(words.iter().step_by(2).map(|word| Entry { code: word, meaning: None }));
        for word in &words {
            let due = words.iter().step_by(2).any(|each| each == word);
            assert_eq!(listed.contains(word), due, "{word}");
        }
        assert!(!listed.contains("") && !List::new([]).contains("x"));
    }

    #[test]
    fn two_values_that_fold_alike_are_no_safe_guess() {
        assert_eq!(list(&[("a-1", ""), ("a1", "")]).near_miss("A1"), None);
    }

    #[test]
    fn values_go_together_as_the_rows_say() {
        let rows = [(vec!["Primula"], "veris"), (vec!["Primula"], "elatior"), (vec!["Quercus"], "robur")];
        let dependent = Dependent::new(vec![0], rows.into_iter());
        assert!(dependent.goes_with(["Primula"].into_iter(), "veris"));
        assert!(!dependent.goes_with(["Primula"].into_iter(), "robur"));
        assert_eq!(dependent.values_for(["Primula"].into_iter()).len(), 2);
    }
}
