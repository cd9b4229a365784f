//! Intents: what each row asks of the receiving side, and what it may ask.
//!
//! In: `[sheet.intent]`. Out: an [`Intent`], by which rows are held against the existing records.

mod compile;
mod written;

pub(super) use compile::{compile, mentioned};
pub use written::{
    Action, WrittenBlankAction, WrittenBlankCell, WrittenBlankOnCreate, WrittenIntent, WrittenKeptBy,
    WrittenKeyOnCreate, WrittenUnknownKey,
};

use std::sync::Arc;

use super::Sheet;
use super::lookup::{ListColumns, LookupKey};
use super::phrases::listed;
use super::reference::Table;
use crate::cell::spelling::Folding;
use crate::condition::Condition;

/// What the rows of a sheet ask for.
#[derive(Debug)]
pub struct Intent {
    /// The column that says so.
    pub action: Option<usize>,
    /// Its words, each with what it means.
    pub words: Vec<(String, Action)>,
    /// What a blank action means.
    pub blank: WrittenBlankAction,
    /// What a key means that is not held, where the key decides.
    pub unknown_key: WrittenUnknownKey,
    /// What this side accepts.
    pub takes: Vec<Action>,
    /// The key of a row that creates.
    pub key_on_create: WrittenKeyOnCreate,
    /// The look-up that finds the record.
    pub lookup: usize,
    /// The columns that are compared with the record, each with its place there and what a blank cell does.
    pub compared: Vec<Compared>,
    /// The columns that a row that creates leaves blank where its cell is, also where they have a default.
    pub left_on_create: Vec<usize>,
    /// What is no change in a text.
    pub folding: Folding,
    /// Where a record cannot be touched.
    pub locked_when: Option<Condition>,
    /// Which existing records count as removed.
    pub removed_when: Option<Condition>,
    /// Whether those may be created again.
    pub take_up: bool,
    /// Lists that keep a record from being removed.
    pub kept_by: Vec<KeptBy>,
    /// Sheets of the upload whose rows keep a record from being removed.
    pub kept_by_sheets: Vec<String>,
    /// The same, each with the column, once all sheets are known.
    pub kept_by_rows: Vec<(usize, usize)>,
    /// What two rows may ask of one record one after the other.
    pub sequences: Vec<(Action, Action)>,
    /// The columns that name a document of which the file has all lines, each with its place in the record.
    pub replaces: Vec<(usize, usize)>,
    /// Whether records of several rows are one thing each: their key is in the header.
    pub whole_records: bool,
    /// Its line in the rulebook.
    pub line: usize,
}

/// A column that is compared with the record.
#[derive(Debug, Clone, Copy)]
pub struct Compared {
    /// The column.
    pub column: usize,
    /// Its place in the export.
    pub place: usize,
    /// What a blank cell does.
    pub blank: WrittenBlankCell,
    /// Whether it cannot be changed.
    pub fixed: bool,
    /// Whether its change needs a removal and a creation.
    pub recreate: bool,
}

/// A list whose rows keep a record from being removed.
#[derive(Debug)]
pub struct KeptBy {
    /// The reference's name.
    pub name: String,
    /// Its rows.
    pub table: Arc<Table>,
    /// Its columns.
    pub columns: ListColumns,
    /// How it names a record.
    pub key: LookupKey,
    /// Which of its rows count.
    pub when: Option<Condition>,
}

impl Intent {
    /// The words that mean an action.
    pub fn words_for(&self, action: Action) -> Vec<&str> {
        self.words.iter().filter(|(_, means)| *means == action).map(|(word, _)| word.as_str()).collect()
    }

    /// Whether a row that says that asks for nothing.
    pub fn is_skipped(&self, says: &str) -> bool {
        match says {
            "" => self.blank == WrittenBlankAction::Skip,
            says => self.words.iter().any(|(word, action)| *action == Action::Skip && word == says),
        }
    }

    /// Whether a row that says that asks for a removal or for nothing.
    pub fn is_removed_or_skipped(&self, says: &str) -> bool {
        self.is_skipped(says) || self.is_removed(says)
    }

    /// Whether a row that says that asks for a removal.
    pub fn is_removed(&self, says: &str) -> bool {
        self.words.iter().any(|(word, action)| *action == Action::Remove && word == says)
    }

    /// It as a sentence.
    pub fn words(&self, sheet: &Sheet) -> String {
        let takes: Vec<String> = self.takes.iter().map(|action| action.word().to_owned()).collect();
        let by = match self.action {
            Some(column) => {
                let words: Vec<String> = Action::ALL
                    .iter()
                    .filter(|action| !self.words_for(**action).is_empty())
                    .map(|action| format!("{} ({})", self.words_for(*action).join(", "), action.word()))
                    .collect();
                format!("{} says what a row asks for: {}", sheet.columns[column].heading, listed(&words, "or"))
            }
            None => "The key decides what a row asks for".to_owned(),
        };
        let blank = match self.blank {
            WrittenBlankAction::ByKey if self.action.is_some() => "; where it is blank, the key decides",
            WrittenBlankAction::Create => "; where it is blank, a new record",
            WrittenBlankAction::Skip => "; where it is blank, nothing",
            WrittenBlankAction::ByKey => "",
        };
        let mut said = format!("{by}{blank}; accepted are {}", listed(&takes, "and"));
        let named = |which: &dyn Fn(&Compared) -> bool| -> Vec<usize> {
            self.compared.iter().filter(|each| which(each)).map(|each| each.column).collect()
        };
        for (columns, words) in [
            (named(&|each| each.fixed), "cannot be changed"),
            (named(&|each| each.recreate), "can only be changed by removing the record and creating it again"),
            (named(&|each| each.blank == WrittenBlankCell::Wipe), "is deleted by a blank cell"),
        ] {
            if !columns.is_empty() {
                said.push_str(&format!("; {} {words}", sheet.named(&columns)));
            }
        }
        if let Some(locked) = &self.locked_when {
            said.push_str(&format!("; a record cannot be touched where {}", locked.say(sheet)));
        }
        if self.whole_records {
            said.push_str("; a record of several rows is one thing, of which the columns of the header are compared");
        }
        let of_sheets = self.kept_by_sheets.iter().map(|name| format!("a row of {name}"));
        let names: Vec<String> = self.kept_by.iter().map(|kept| kept.name.clone()).chain(of_sheets).collect();
        if !names.is_empty() {
            said.push_str(&format!("; a record cannot be removed while {} names it", listed(&names, "or")));
        }
        if !self.replaces.is_empty() {
            let columns: Vec<usize> = self.replaces.iter().map(|(column, _)| *column).collect();
            said.push_str(&format!("; what is held of a {} and is not in the file is removed", sheet.named(&columns)));
        }
        said
    }
}
