//! Which columns of a list are kept: those that somebody looks in.

use std::collections::HashSet;

use super::table::place_of;
use crate::rulebook::written::{WrittenAllowed, WrittenRulebook};

/// The columns of a list that are looked in.
#[derive(Debug, Clone, Default)]
pub struct Wanted {
    /// Headings, or names that stand for them.
    pub names: HashSet<String>,
    /// Whether the first column is wanted, whatever it is called.
    pub first: bool,
    /// Whether every column is wanted.
    pub all: bool,
}

impl Wanted {
    /// Every column.
    pub fn everything() -> Wanted {
        Wanted { all: true, ..Wanted::default() }
    }

    /// What the columns of a rulebook look up in the reference of that name.
    pub(in crate::rulebook) fn of(rulebook: &WrittenRulebook, name: &str) -> Wanted {
        let mut wanted = Wanted::default();
        let columns = rulebook.sheet.iter().flat_map(|sheet| sheet.entries().0);
        for column in columns {
            if let Some(of) = column.attachments.as_ref().filter(|of| of.uploaded.as_deref() == Some(name)) {
                wanted.first |= of.column.is_none();
                wanted.names.extend(of.column.clone());
            }
            let Some(WrittenAllowed::Reference(lookup)) = &column.allowed else { continue };
            if lookup.reference != name {
                continue;
            }
            wanted.first |= lookup.column.is_none();
            let headings = [&lookup.column, &lookup.meaning, &lookup.own, &lookup.successor];
            wanted.names.extend(headings.into_iter().flatten().chain(lookup.matching.keys()).cloned());
        }
        wanted
    }

    /// Whether the column of that place and heading is kept.
    pub fn keeps(&self, place: usize, heading: &str) -> bool {
        self.all
            || place == 0 && self.first
            || self.names.iter().any(|name| place_of(std::iter::once(heading), name).is_some())
    }
}
