//! Articles and their variants: values that must be on the lists of the article, combinations that must have a row, and rows that
//! are counted under another one.

use std::sync::Arc;

use super::{Family, Head, State, Waiting};
use crate::cell::{fold, key, shown};
use crate::check::folds::Placed;
use crate::check::folds::kinds::wrong_count;
use crate::check::problem::about_column;
use crate::finding::codes::shape as codes;
use crate::finding::ranges::thousands;
use crate::finding::{Correction, Place, Problem};
use crate::rulebook::listed;
use indexmap::IndexSet;

/// Values and combinations that a message names.
const NAMED: usize = 5;

/// Combinations that are gone through to name those that are missing.
const MOST_NAMED_OF: u64 = 10_000;

impl Family<'_> {
    /// The values of a variant, which must be on the lists of its article.
    pub(super) fn choices(&self, state: &mut State, row: &Waiting) {
        let Some(head) = state.heads.get_mut(&row.above) else { return };
        let mut off = Vec::new();
        let lists = self.parents.choices.iter().zip(&row.choices).zip(&head.lists);
        for (at, ((choice, value), list)) in lists.enumerate() {
            if !value.is_empty() && !list.is_empty() && !list.contains(value) {
                off.push((at, *choice));
            }
        }
        if off.is_empty() && row.choices.iter().all(|value| !value.is_empty()) {
            head.seen.insert(key::of_texts(row.choices.iter().map(|value| &**value)));
        }
        head.off += u64::from(!off.is_empty());
        let problems: Vec<(usize, Arc<Problem>)> = off
            .into_iter()
            .map(|(at, (column, of))| {
                let list = &head.lists[at];
                let named: Vec<String> = list.iter().take(NAMED).map(|value| value.to_string()).collect();
                let more = list.len().saturating_sub(NAMED);
                let more = if more > 0 { format!(" and {} more", thousands(more as u64)) } else { String::new() };
                let near = fold::nearest(&row.choices[at], list.iter().take(200).map(|value| &**value));
                let message = format!(
                    "{} is {}; {} of {} has {}{more}.",
                    self.sheet.named(&[column]),
                    shown::quoted(&row.choices[at]),
                    self.sheet.named(&[of]),
                    shown::quoted(&row.text),
                    if more.is_empty() { listed(&named, "and") } else { named.join(", ") },
                );
                let problem = about_column(&codes::OFF_PARENT_LIST, self.sheet, column, message);
                let correction = near.and_then(Correction::likely);
                (at, Arc::new(Problem { correction, ..Problem::clone(&problem) }))
            })
            .collect();
        for (at, problem) in problems {
            let field = state.fields.get(at).copied().flatten();
            self.place(state, row, problem, field);
        }
    }

    /// What rows must have under them by the end.
    pub(super) fn heads_end(&self, state: &mut State) {
        let mut said = Vec::new();
        for (member, head) in &state.heads {
            let about = state.members[*member as usize];
            let place = Place { row: Some(about.number), ..Place::default() };
            if let Some(kinds) = &self.sheet.kinds
                && let Some(above) = about.kind.checked_sub(1).filter(|_| !head.counts.is_empty())
            {
                for (below, count) in head.counts.iter().enumerate() {
                    if let Some(problem) = wrong_count((self.sheet, kinds), above as usize, below, *count) {
                        said.push((*member, Placed { place, problem, key: head.key.clone() }));
                    }
                }
            }
            if let Some(message) = self.missing(head) {
                let column = self.parents.choices[0].1;
                let problem = about_column(&codes::MISSING_VARIANT, self.sheet, column, message);
                said.push((*member, Placed { place, problem, key: head.key.clone() }));
            }
        }
        state.said.append(&mut said);
    }

    /// Combinations of a row's lists that have no row, in words.
    fn missing(&self, head: &Head) -> Option<String> {
        if !self.parents.all || head.lists.iter().any(IndexSet::is_empty) {
            return None;
        }
        let all = head.lists.iter().try_fold(1_u64, |all, list| all.checked_mul(list.len() as u64));
        let missing = all.unwrap_or(u64::MAX).saturating_sub(head.seen.len() as u64);
        if missing <= head.off {
            return None;
        }
        let mut named: Vec<String> = Vec::new();
        for number in 0..all.unwrap_or(0).min(MOST_NAMED_OF) {
            let mut rest = number;
            let mut combination: Vec<&str> = Vec::with_capacity(head.lists.len());
            for list in head.lists.iter().rev() {
                combination.extend(list.get_index((rest % list.len() as u64) as usize).map(|value| &**value));
                rest /= list.len() as u64;
            }
            combination.reverse();
            if !head.seen.contains(&key::of_texts(combination.iter().copied())) {
                named.push(combination.join(" / "));
                if named.len() == NAMED {
                    break;
                }
            }
        }
        let more = missing.saturating_sub(named.len() as u64);
        let named = match more {
            0 => listed(&named, "and"),
            more => format!("{} and {} more", named.join(", "), thousands(more)),
        };
        let lists: Vec<String> = self.parents.choices.iter().map(|(_, of)| self.sheet.named(&[*of])).collect();
        let lists = listed(&lists, "and");
        Some(match head.lists.as_slice() {
            [_] => format!("Each value of {lists} must have its row; there is none for {named}."),
            _ => format!("Each combination of {lists} must have its row; there is none for {named}."),
        })
    }
}
