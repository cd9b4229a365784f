//! How records are after the rows so far, where later rows may be about the same ones: a record that the upload has created or
//! changed is compared with what that row gave and not with what is held.
//!
//! Kept only where the rulebook declares that rows may follow one another; of each record, the compared cells and what it puts
//! into the figures.

use std::collections::HashMap;

use super::compare::{Held, Put, changes, put};
use super::figures::{Before, Effect};
use super::{Intents, OneRow, State};
use crate::check::folds::Absorbing;
use crate::check::lookups::Found;
use crate::check::rows::SheetJudge;
use crate::rulebook::model::{Action, Table};

/// A record: one that is held, by its row in the export, or a new one, by its key.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash)]
pub(super) enum RecordId {
    Held(u32),
    New(u128),
}

/// How a record is after the rows so far.
pub(super) struct Now {
    /// Of each compared column, what rows have put there; `None` where it is as it was.
    texts: Box<[Option<Box<str>>]>,
    /// Whether a row has created it, so that nothing of it is as it is held.
    created: bool,
    /// What it puts into the columns of the figures.
    effect: Effect,
}

/// The records about which there have been rows.
pub(super) type Records = HashMap<RecordId, Now, foldhash::fast::RandomState>;

impl Intents<'_> {
    /// Whether a row may be about a record that an earlier one has created or changed.
    pub(super) fn may_follow(&self) -> bool {
        !self.intent.sequences.is_empty()
    }

    fn id(&self, row: &OneRow) -> Option<RecordId> {
        match row.found {
            Found::Row(held) if self.existing.table.is_some() => Some(RecordId::Held(held)),
            _ => self.asked_key(row).map(RecordId::New),
        }
    }

    /// How the record of a row is, where earlier rows have created or changed it.
    pub(super) fn now<'s>(&self, state: &'s State, row: &OneRow) -> Option<&'s Now> {
        if state.now.is_empty() { None } else { state.now.get(&self.id(row)?) }
    }

    /// What stands in a compared column of the record of a row when the row comes to it; `None` where there is no such record.
    pub(super) fn before<'a>(&'a self, state: &'a State, row: &OneRow, at: usize) -> Option<&'a str> {
        let held = self.held_row(row);
        match self.now(state, row) {
            Some(now) => Some(self.text_now(now, held, at).text),
            None => held.map(|(table, held)| table.cell(held as usize, self.intent.compared[at].place)),
        }
    }

    /// Where the record of a row is held.
    fn held_row(&self, row: &OneRow) -> Option<(&Table, u32)> {
        match (row.found, &self.existing.table) {
            (Found::Row(held), Some(table)) => Some((table, held)),
            _ => None,
        }
    }

    fn text_now<'a>(&'a self, now: &'a Now, held: Option<(&'a Table, u32)>, at: usize) -> Held<'a> {
        let way = &self.ways[at];
        match (now.texts.get(at).and_then(Option::as_deref), held.filter(|_| !now.created)) {
            (Some(text), _) => Held { text, kind: way.own_kind() },
            (None, Some((table, row))) => way.held(table, row as usize),
            (None, None) => Held { text: "", kind: way.own_kind() },
        }
    }

    /// The text of a cell, without the spaces around it; `None` where the file does not have the column.
    pub(super) fn given<'a>(&self, row: &'a OneRow, column: usize, with: &Absorbing<'a, '_>) -> Option<&'a str> {
        if let Some(element) = row.element().filter(|_| column == self.about(row)) {
            return Some(element);
        }
        let is_there = with.header.field_of[column].is_some() || self.inherited(row.header(), column).is_some();
        is_there.then(|| self.text(row, column, with).trim())
    }

    /// Compares a row anew, where its record is no longer as it is held.
    pub(super) fn compare_again(&self, state: &State, row: &mut OneRow, with: &Absorbing<'_, '_>) {
        let Some(now) = self.now(state, row) else { return };
        let held = self.held_row(row);
        let text = |column: usize| self.given(row, column, with);
        let found = changes((&self.ways, self.intent), |at| self.text_now(now, held, at), with.judge.previews, &text);
        let effect = if with.judge.previews { self.effect(Before::Now(&now.effect), &text) } else { Effect::new() };
        (row.changes, row.effect) = (found, effect);
    }

    /// Keeps in mind how a row leaves its record.
    pub(super) fn note_now(&self, state: &mut State, row: &mut OneRow, with: &Absorbing<'_, '_>) {
        let Some(id) = self.id(row) else { return };
        let effect = std::mem::take(&mut row.effect);
        let count = self.intent.compared.len();
        match row.action {
            Some(Action::Remove) => drop(state.now.remove(&id)),
            Some(action @ (Action::Create | Action::Change)) => {
                let known = state.now.remove(&id).filter(|_| action == Action::Change);
                let mut now = known.unwrap_or_else(|| Now {
                    texts: vec![None; count].into(),
                    created: action == Action::Create,
                    effect: Effect::new(),
                });
                for (at, compared) in self.intent.compared.iter().enumerate() {
                    let column = &self.sheet.columns[compared.column];
                    let Some(given) = self.given(row, compared.column, with) else { continue };
                    let text = match put(column, compared, given) {
                        // A new record has the default where nothing is given.
                        Put::Left if action == Action::Create => column.default.as_deref().unwrap_or_default(),
                        Put::Left => continue,
                        Put::Text(text) => text,
                    };
                    now.texts[at] = Some(text.into());
                }
                now.effect = effect;
                state.now.insert(id, now);
            }
            Some(Action::Skip) | None => {}
        }
    }

    /// Adds what the records put into the figures, as the last row about each has left it.
    pub(super) fn add_now(&self, state: &State, judge: &SheetJudge<'_>) -> Vec<super::Running> {
        let mut added = if state.added.is_empty() { self.no_figures() } else { state.added.clone() };
        for now in state.now.values() {
            self.add_effect(&mut added, now.effect.clone(), judge);
        }
        added
    }
}
