//! Headings that are one of the template's but for spelling: each is looked for among those that the file has not yet.

use std::collections::HashMap;

use crate::cell::fold::{Folded, fold};
use crate::rulebook::Sheet;

use super::Header;

/// Headings among which one is looked for anew whenever another has been found; of more, those that have been found stay
/// among them, and the work for a file of thousands of misspelt headings stays bounded.
const FEW: usize = 200;
/// How often they are gathered again where there are more.
const AGAIN: usize = 20;

/// The headings that a file does not have as they are.
pub(super) struct Open<'s> {
    known: Vec<(usize, &'s str)>,
    folded: HashMap<String, Vec<(usize, &'s str)>>,
    candidates: Folded,
    /// Whether one of them has been found since they were gathered.
    is_stale: bool,
    gathered: usize,
}

impl<'s> Open<'s> {
    pub fn new(sheet: &'s Sheet, header: &Header) -> Open<'s> {
        let mut open = Open {
            known: Vec::new(),
            folded: HashMap::new(),
            candidates: Folded::default(),
            is_stale: false,
            gathered: 0,
        };
        open.gather(sheet, header);
        for &(index, heading) in &open.known {
            open.folded.entry(fold(heading)).or_default().push((index, heading));
        }
        open
    }

    fn gather(&mut self, sheet: &'s Sheet, header: &Header) {
        let open = sheet.headed().filter(|index| header.field_of[*index].is_none());
        self.known =
            open.flat_map(|index| sheet.columns[index].headings().map(move |heading| (index, heading))).collect();
        self.candidates = Folded::new(self.known.iter().map(|(_, heading)| *heading));
        self.is_stale = false;
        self.gathered += 1;
    }

    /// The column that a heading is meant for, its heading, and whether that is certain. It is the file's from then on.
    pub fn find(&mut self, sheet: &'s Sheet, header: &Header, text: &str) -> Option<(usize, &'s str, bool)> {
        let is_open = |index: usize| header.field_of[index].is_none();
        let folded = fold(text);
        let same = self.folded.get(&folded).filter(|_| !folded.is_empty());
        if let Some(&(index, heading)) = same.and_then(|all| all.iter().find(|(index, _)| is_open(*index))) {
            self.is_stale = true;
            return Some((index, heading, true));
        }
        if self.is_stale && (self.known.len() <= FEW || self.gathered <= AGAIN) {
            self.gather(sheet, header);
        }
        let (index, heading) = self.known[self.candidates.nearest(text)?];
        self.is_stale = true;
        is_open(index).then_some((index, heading, false))
    }
}
