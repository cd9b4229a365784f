//! Which of many candidates a misspelt word is nearest to.
//!
//! A word is compared with few of them, however many there are: two texts that differ by so many slips have something in common
//! when as many letters are taken out of the beginnings of both, or of both ends. What is left of the candidates then is indexed, once
//! enough words have been looked for.

use std::sync::OnceLock;
use std::sync::atomic::{AtomicUsize, Ordering};

use super::fold::fold;
use crate::limits::COMPARED;
use crate::steps;

/// Letters of a word's beginning, and of its end, that are indexed.
const PART: usize = 7;
/// Words that are looked for by going through all candidates, before an index is made.
const WALKS: usize = 16;
/// With fewer candidates, going through them is as quick.
const FEW: usize = 64;
/// The longest word that is compared: nobody misspells a whole paragraph.
const LONGEST: usize = 60;

/// The candidate at the smallest edit distance (a swap of neighbours counts one), where it is small for the
/// word's length and no other candidate is as near. Both sides are folded first.
pub fn nearest<'a>(word: &str, candidates: impl Iterator<Item = &'a str>) -> Option<&'a str> {
    let candidates: Vec<&'a str> = candidates.collect();
    let found = Folded::new(candidates.iter().copied()).nearest(word)?;
    Some(candidates[found])
}

/// A candidate: its letters, and the set of them.
#[derive(Debug)]
struct Entry {
    letters: Vec<char>,
    set: u64,
}

/// Candidates folded once, to look many words up in.
#[derive(Debug, Default)]
pub struct Folded {
    entries: Vec<Entry>,
    walks: AtomicUsize,
    index: OnceLock<Index>,
}

/// Candidates by what is left of their parts, as hashes in order.
#[derive(Debug)]
struct Index {
    beginnings: Vec<(u32, u32)>,
    ends: Vec<(u32, u32)>,
}

/// How many slips a word of so many letters bears: one of one or two letters is near to too much to guess at.
fn slips(length: usize) -> usize {
    match length {
        0..=2 => 0,
        3..=5 => 1,
        6..=11 => 2,
        12..=LONGEST => 3,
        _ => 0,
    }
}

impl Folded {
    /// Folds the candidates.
    pub fn new<'a>(candidates: impl Iterator<Item = &'a str>) -> Folded {
        let entry = |text: String| Entry { set: letters(&text), letters: text.chars().collect() };
        Folded { entries: candidates.map(|each| entry(fold(each))).collect(), ..Folded::default() }
    }

    /// Folds the candidates; those with digits in them are never near to anything.
    pub fn of_words<'a>(candidates: impl Iterator<Item = &'a str>) -> Folded {
        let has_digit = |text: &str| text.bytes().any(|byte| byte.is_ascii_digit());
        Folded::new(candidates.map(|each| if has_digit(each) { "" } else { each }))
    }

    /// Which candidate is the one clear winner, by [`nearest`]'s rules.
    pub fn nearest(&self, word: &str) -> Option<usize> {
        let folded = fold(word);
        let wanted: Vec<char> = folded.chars().collect();
        let allowed = slips(wanted.len());
        if allowed == 0 {
            return None;
        }
        let query = Query::new(&wanted, letters(&folded), allowed);
        if self.entries.len() <= FEW || self.walks.fetch_add(1, Ordering::Relaxed) < WALKS {
            return query.best(&self.entries, 0..self.entries.len());
        }
        let index = self.index.get_or_init(|| Index::new(&self.entries));
        let candidates = index.candidates(&wanted, allowed)?;
        query.best(&self.entries, candidates.into_iter().map(|at| at as usize))
    }
}

impl Index {
    fn new(entries: &[Entry]) -> Index {
        let (mut beginnings, mut ends) = (Vec::new(), Vec::new());
        for (at, entry) in (0_u32..).zip(entries) {
            // A longer word bears more slips.
            let most = (entry.letters.len()..=entry.letters.len() + 3).map(slips).max().unwrap_or(0);
            if most > 0 {
                let add = |index: &mut Vec<(u32, u32)>, part: &[char]| {
                    what_is_left(part, most, &mut |hash| index.push((hash, at)));
                };
                add(&mut beginnings, beginning(&entry.letters));
                add(&mut ends, end(&entry.letters));
            }
        }
        for index in [&mut beginnings, &mut ends] {
            index.sort_unstable();
            index.dedup();
        }
        Index { beginnings, ends }
    }

    /// The candidates that a word may be near to, in order; `None` where they are too many to tell apart.
    fn candidates(&self, wanted: &[char], allowed: usize) -> Option<Vec<u32>> {
        let find = |index: &[(u32, u32)], part: &[char]| {
            let mut found: Option<Vec<u32>> = Some(Vec::new());
            what_is_left(part, allowed, &mut |hash| {
                let from = index.partition_point(|(known, _)| *known < hash);
                let here = index[from..].iter().take_while(|(known, _)| *known == hash).map(|(_, at)| *at);
                if let Some(list) = &mut found {
                    list.extend(here.take(4 * COMPARED));
                    if list.len() > 4 * COMPARED {
                        found = None;
                    }
                }
            });
            found.map(|mut found| {
                found.sort_unstable();
                found.dedup();
                found
            })
        };
        let by_beginning = find(&self.beginnings, beginning(wanted));
        let few = by_beginning.as_ref().is_some_and(|found| found.len() <= FEW);
        let by_end = if few { None } else { find(&self.ends, end(wanted)) };
        let fewest = [by_beginning, by_end].into_iter().flatten().min_by_key(Vec::len)?;
        steps::count(fewest.len());
        (fewest.len() <= COMPARED).then_some(fewest)
    }
}

fn beginning(letters: &[char]) -> &[char] {
    &letters[..letters.len().min(PART)]
}

fn end(letters: &[char]) -> &[char] {
    &letters[letters.len() - letters.len().min(PART)..]
}

/// Hashes of all that is left of a few letters when up to `most` of them are taken out.
fn what_is_left(part: &[char], most: usize, take: &mut dyn FnMut(u32)) {
    let all = 1_u32 << part.len();
    for kept in 0..all {
        if part.len() - kept.count_ones() as usize > most {
            continue;
        }
        let letters = part.iter().enumerate().filter(|(at, _)| kept & 1 << at != 0).map(|(_, letter)| *letter);
        take(letters.fold(0x811c_9dc5_u32, |hash, letter| (hash ^ u32::from(letter)).wrapping_mul(0x0100_0193)));
    }
}

/// A word that is looked for.
struct Query<'w> {
    wanted: &'w [char],
    set: u64,
    allowed: usize,
    /// For each letter, the places in the word where it is, as bits.
    places: Vec<(char, u64)>,
}

impl Query<'_> {
    fn new(wanted: &[char], set: u64, allowed: usize) -> Query<'_> {
        let mut places: Vec<(char, u64)> = Vec::with_capacity(wanted.len());
        for (at, letter) in wanted.iter().enumerate() {
            match places.iter_mut().find(|(known, _)| known == letter) {
                Some((_, bits)) => *bits |= 1 << at,
                None => places.push((*letter, 1 << at)),
            }
        }
        Query { wanted, set, allowed, places }
    }

    fn best(&self, entries: &[Entry], candidates: impl Iterator<Item = usize>) -> Option<usize> {
        let mut best: Option<(usize, usize)> = None;
        let mut tied = false;
        for at in candidates {
            let Some(entry) = entries.get(at) else { continue };
            // Each slip changes at most two letters of the set, so that most candidates need no calculation.
            let differing = (self.set ^ entry.set).count_ones() as usize;
            if entry.letters.len().abs_diff(self.wanted.len()) > self.allowed || differing > 2 * self.allowed {
                continue;
            }
            let distance = self.distance(&entry.letters);
            match best {
                Some((_, least)) if distance > least => {}
                Some((_, least)) if distance == least => tied = true,
                _ => (best, tied) = (Some((at, distance)), false),
            }
        }
        best.filter(|(_, distance)| *distance <= self.allowed && !tied).map(|(at, _)| at)
    }

    /// The edit distance in which a swap of neighbours counts one (optimal string alignment), a column of the table at a
    /// step (Hyyrö 2003).
    fn distance(&self, other: &[char]) -> usize {
        let last = 1_u64 << (self.wanted.len() - 1);
        let (mut up, mut down, mut before, mut same_before) = (u64::MAX, 0_u64, 0_u64, 0_u64);
        let mut distance = self.wanted.len();
        for letter in other {
            let same = self.places.iter().find(|(known, _)| known == letter).map_or(0, |(_, bits)| *bits);
            let swapped = ((!before & same) << 1) & same_before;
            before = ((same & up).wrapping_add(up) ^ up) | same | down | swapped;
            let (more, less) = (down | !(before | up), before & up);
            distance += usize::from(more & last != 0);
            distance -= usize::from(less & last != 0);
            let (more, less) = (more << 1 | 1, less << 1);
            (up, down) = (less | !(before | more), more & before);
            same_before = same;
        }
        distance
    }
}

/// The set of letters of a text, each character falling on one of 64 bits.
fn letters(text: &str) -> u64 {
    text.chars().fold(0, |set, each| set | 1 << (u32::from(each) % 64))
}

#[cfg(test)]
mod tests {
    use proptest::prelude::*;

    use super::*;

    #[test]
    fn nearest_wants_one_clear_winner() {
        let words = ["wild", "cultivated", "unknown"];
        assert_eq!(nearest("cultivatd", words.into_iter()), Some("cultivated"));
        assert_eq!(nearest("wlid", words.into_iter()), Some("wild"));
        assert_eq!(nearest("cold", ["bold", "gold"].into_iter()), None);
        assert_eq!(nearest("GX", ["GB", "GA"].into_iter()), None);
        assert_eq!(nearest("something else", words.into_iter()), None);
    }

    proptest! {
        #[test]
        fn the_distance_is_that_of_the_table(one in "[abc]{1,20}", other in "[abc]{0,20}") {
            let letters_of = |text: &str| text.chars().collect::<Vec<char>>();
            let (one_letters, other_letters) = (letters_of(&one), letters_of(&other));
            let query = Query::new(&one_letters, 0, 3);
            prop_assert_eq!(query.distance(&other_letters), strsim::osa_distance(&one, &other));
        }

        #[test]
        fn the_index_finds_what_a_walk_finds(words in prop::collection::vec("[ab]{2,5}[a-d]{1,12}", 70..200), wanted in "[ab]{2,5}[a-d]{1,12}") {
            let folded = Folded::new(words.iter().map(String::as_str));
            let walked = folded.nearest(&wanted);
            folded.walks.store(WALKS, Ordering::Relaxed);
            prop_assert_eq!(folded.nearest(&wanted), walked);
            prop_assert!(folded.index.get().is_some() || slips(wanted.len()) == 0);
        }
    }
}
