//! What a row comes to: the action that it asks for, held against the record and against what earlier rows asked of it.

use super::state::{Acted, Asked};
use super::{Intents, OneRow, Says};
use crate::cell::shown::{clipped, quoted};
use crate::check::folds::Absorbing;
use crate::check::lookups::Found;
use crate::finding::codes::intent as codes;
use crate::finding::{CellProblem, Correction};
use crate::rulebook::intent::{WrittenKeyOnCreate, WrittenUnknownKey};
use crate::rulebook::listed;
use crate::rulebook::model::Action;

/// What a row comes to.
pub(super) struct Decided {
    /// What it asks for; `None` where that is not known.
    pub action: Option<Action>,
    /// What is wrong with it, and at which column.
    pub problem: Option<(usize, CellProblem)>,
}

/// How a record is when a row comes to it.
enum Record {
    /// It is held.
    Held,
    /// It is held and counts as removed.
    Archived,
    /// An earlier row has created it.
    New,
    /// An earlier row has removed it.
    Gone(Acted),
    /// It is not held.
    NotHeld,
    /// The row names none.
    Unnamed,
    /// It is not known which one is meant, or what is held.
    Unclear,
}

impl Intents<'_> {
    pub(super) fn decide(&self, asked: &Asked, row: &OneRow, with: &Absorbing<'_, '_>) -> Decided {
        let column = self.intent.action.unwrap_or_else(|| self.about(row));
        let before = match (row.found, self.asked_key(row)) {
            (Found::Row(held), _) => asked.of_held(held),
            (_, Some(key)) => asked.of_new(key),
            _ => Acted::default(),
        };
        let record = self.record(row, before, with);
        let action = match row.says {
            Says::Unreadable => return Decided { action: None, problem: None },
            Says::Unknown => {
                return Decided { action: None, problem: Some((column, self.unknown_word(row, column, with))) };
            }
            Says::Action(action) => action,
            Says::ByKey => match self.by_key(&record, row, with) {
                Ok(action) => action,
                Err(problem) => {
                    return Decided {
                        action: None,
                        problem: problem.map(|problem| (self.place(&problem, row, with), problem)),
                    };
                }
            },
        };
        if action == Action::Skip {
            return Decided { action: Some(action), problem: None };
        }
        if !self.intent.takes.contains(&action) {
            let takes: Vec<String> = self.intent.takes.iter().map(|takes| takes.word().to_owned()).collect();
            let message =
                format!("the row asks to {}, and this upload accepts only: {}.", action.word(), listed(&takes, "and"));
            return Decided {
                action: Some(action),
                problem: Some((column, CellProblem::new(&codes::ACTION_NOT_ACCEPTED, message))),
            };
        }
        let problem = self.of_record(action, (&record, before), row, with);
        Decided { action: Some(action), problem: problem.map(|problem| (self.place(&problem, row, with), problem)) }
    }

    /// The column that a problem with the record is at.
    fn place(&self, problem: &CellProblem, row: &OneRow, with: &Absorbing<'_, '_>) -> usize {
        if problem.code == &codes::KEY_MISSING { self.blank_key(row, with) } else { self.about(row) }
    }

    /// The first column of the key that is blank.
    fn blank_key(&self, row: &OneRow, with: &Absorbing<'_, '_>) -> usize {
        let key = self.sheet.lookups[self.intent.lookup].keys.get(row.by);
        let mut columns = key.iter().flat_map(|key| &key.own).copied();
        columns.find(|column| with.text(row.row, *column).trim().is_empty()).unwrap_or_else(|| self.about(row))
    }

    /// How the record of a row is when the row comes to it.
    fn record(&self, row: &OneRow, before: Acted, with: &Absorbing<'_, '_>) -> Record {
        match before.action() {
            Some(Action::Remove) => return Record::Gone(before),
            Some(Action::Create) => return Record::New,
            // Only what an earlier row has created can have been changed without being held.
            Some(Action::Change) if matches!(row.found, Found::None(_) | Found::Open) => return Record::New,
            _ => {}
        }
        match row.found {
            Found::Row(held) if self.is_removed(held, with.judge.today) => Record::Archived,
            Found::Row(_) => Record::Held,
            Found::None(_) => Record::NotHeld,
            Found::Unasked => Record::Unnamed,
            Found::Open if self.existing.table.is_none() && row.key.is_none() => Record::Unnamed,
            Found::Open | Found::List | Found::Several(..) | Found::Disagree(..) => Record::Unclear,
        }
    }

    /// What a row asks for whose key decides.
    fn by_key(&self, record: &Record, row: &OneRow, with: &Absorbing<'_, '_>) -> Result<Action, Option<CellProblem>> {
        match record {
            Record::Held | Record::New => Ok(Action::Change),
            Record::Archived if self.intent.take_up => Ok(Action::Create),
            Record::NotHeld | Record::Gone(_) if self.intent.unknown_key == WrittenUnknownKey::Create => {
                Ok(Action::Create)
            }
            Record::Archived | Record::NotHeld | Record::Gone(_) => Err(Some(CellProblem::new(
                &codes::NOT_HELD,
                "no such record is held, and a new one would have to say so.",
            ))),
            Record::Unnamed if self.intent.key_on_create != WrittenKeyOnCreate::Given => Ok(Action::Create),
            Record::Unnamed => Err(self.key_missing("the row names no record", row, with)),
            Record::Unclear if self.existing.table.is_none() => Ok(Action::Create),
            Record::Unclear => Err(None),
        }
    }

    /// Nothing where the key is required anyway, and its being blank has been reported.
    fn key_missing(&self, why: &str, row: &OneRow, with: &Absorbing<'_, '_>) -> Option<CellProblem> {
        let column = &self.sheet.columns[self.blank_key(row, with)];
        let message = format!("is blank, and {why}: fill it in.");
        (!column.required).then(|| CellProblem::new(&codes::KEY_MISSING, message))
    }

    /// What is wrong with an action for the record as it is.
    fn of_record(
        &self,
        action: Action,
        (record, before): (&Record, Acted),
        row: &OneRow,
        with: &Absorbing<'_, '_>,
    ) -> Option<CellProblem> {
        if let Some(twice) = self.twice(action, before, with) {
            return Some(twice);
        }
        if action == Action::Create {
            return match record {
                Record::Unnamed if self.intent.key_on_create == WrittenKeyOnCreate::Given => {
                    self.key_missing("a new record needs it", row, with)
                }
                Record::Unnamed | Record::Unclear => None,
                _ if self.intent.key_on_create == WrittenKeyOnCreate::Blank => {
                    let message = "the receiving side gives a new record its key: leave it blank.";
                    Some(CellProblem::new(&codes::KEY_ON_CREATE, message))
                }
                Record::Held => {
                    let again = self
                        .needs_removal(row)
                        .map(|columns| format!(" To change {columns}, a row above it must remove the record first."));
                    let message = "the row asks for a new record, and this one is held already.";
                    let message = format!("{message}{}", again.unwrap_or_default());
                    Some(CellProblem::new(&codes::ALREADY_HELD, message))
                }
                Record::Archived if !self.intent.take_up => {
                    let message = "the row asks for a new record, and this one was held and counts as removed.";
                    Some(CellProblem::new(&codes::ALREADY_HELD, message))
                }
                _ => None,
            };
        }
        match record {
            Record::Unnamed => {
                self.key_missing(&format!("a row that asks to {} must name the record", action.word()), row, with)
            }
            Record::NotHeld => {
                let given = row.key.and_then(|key| with.judge.lookups[self.intent.lookup].given_by(key));
                let given = given.map(|name| {
                    format!(" The key was given by {}, and this side has another one for it.", clipped(name, 60))
                });
                let given = given.unwrap_or_default();
                let message = format!("the row asks to {}, and no such record is held.{given}", action.word());
                Some(CellProblem::new(&codes::NOT_HELD, message))
            }
            Record::Archived => Some(CellProblem::new(
                &codes::NOT_HELD,
                format!("the row asks to {}, and the record counts as removed.", action.word()),
            )),
            Record::Gone(by) => Some(CellProblem::new(
                &codes::NOT_HELD,
                format!("the row asks to {}, and row {} has removed the record.", action.word(), by.row()),
            )),
            Record::Held if row.locked => {
                let when = self.intent.locked_when.as_ref().map(|when| when.say(self.sheet)).unwrap_or_default();
                Some(CellProblem::new(&codes::LOCKED_RECORD, format!("the record cannot be touched, since {when}.")))
            }
            Record::Held if action == Action::Remove => row.kept.map(|at| {
                let kept = &self.intent.kept_by[at];
                let message =
                    format!("the record cannot be removed while the list {} names it.", clipped(&kept.name, 60));
                CellProblem::new(&codes::STILL_NAMED, message)
            }),
            Record::Held | Record::New | Record::Unclear => None,
        }
    }

    /// The columns that a row has other values for and that can only be changed by removing the record and creating it again.
    fn needs_removal(&self, row: &OneRow) -> Option<String> {
        let compared = row.changes.iter().map(|change| &self.intent.compared[change.at]);
        let columns =
            compared.filter(|compared| compared.recreate).map(|compared| self.headings[compared.column].to_string());
        let columns: Vec<String> = columns.collect();
        (!columns.is_empty()).then(|| listed(&columns, "and"))
    }

    /// What is said of a second row about one record.
    fn twice(&self, action: Action, before: Acted, with: &Absorbing<'_, '_>) -> Option<CellProblem> {
        let earlier = before.action()?;
        let may =
            (earlier, action) == (Action::Remove, Action::Create) || self.intent.sequences.contains(&(earlier, action));
        // What an earlier row has removed is not there; that says more.
        if may || earlier == Action::Remove {
            return None;
        }
        let elsewhere = match before.file() {
            file if file == with.file => String::new(),
            file => format!(" of {}", with.names.get(file).cloned().unwrap_or_default()),
        };
        let message = format!("row {}{elsewhere} asks to {} the same record already.", before.row(), earlier.word());
        Some(CellProblem::new(&codes::RECORD_TWICE, message))
    }

    fn unknown_word(&self, row: &OneRow, column: usize, with: &Absorbing<'_, '_>) -> CellProblem {
        let text = with.text(row.row, column).trim();
        let words: Vec<String> = self.intent.words.iter().map(|(word, _)| quoted(word)).collect();
        let near = crate::cell::fold::nearest(text, self.intent.words.iter().map(|(word, _)| word.as_str()));
        let folded = crate::cell::fold::fold(text);
        let same = self
            .intent
            .words
            .iter()
            .map(|(word, _)| word.as_str())
            .find(|word| crate::cell::fold::fold(word) == folded);
        let correction = same.and_then(Correction::certain).or(near.and_then(Correction::likely));
        CellProblem::new(&codes::UNKNOWN_ACTION, format!("it is none of {}.", listed(&words, "and"))).with(correction)
    }
}
