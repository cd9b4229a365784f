//! A sheet's judge: its columns, rules and sets of values that may stand only once, prepared for the rows.
//!
//! In: a chunk of placed rows. Out: findings of its rows and cells, typed values for rules, and each fold's part.
//! Any thread may judge any chunk: nothing here knows of other rows.

pub(crate) mod cell_metadata;
pub(crate) mod chunk;
mod conditional;
mod dates;
pub(crate) mod inherit;
mod ragged;
pub(crate) mod result;
mod shifted;

use std::path::PathBuf;
use std::sync::Arc;

use jiff::civil::Date;

use crate::cell::Value;
use crate::check::column::ColumnJudge;
use crate::check::header::Header;
use crate::check::lookups::{Looked, LookedIn};
use crate::check::problem;
use crate::condition::PREVIOUS_ROW;
use crate::condition::{Condition, Row, Slot};
use crate::finding::CellProblem;
use crate::finding::{Problem, codes::value as codes};
use crate::rulebook::Sheet;
use crate::rulebook::model::{Each, FileRules, Message};
use crate::rulebook::property::Surroundings;

/// Everything that rows are judged by.
pub struct SheetJudge<'r> {
    /// The sheet.
    pub sheet: &'r Sheet,
    /// What is required of the file.
    pub file: &'r FileRules,
    /// Its columns' judges.
    pub columns: Vec<ColumnJudge<'r>>,
    /// For each column, whether its typed values are wanted by a condition, a figure or a list.
    pub wants_value: Vec<bool>,
    /// For each column, whether a rule asks if it is filled.
    pub wants_filled: Vec<bool>,
    /// For each column, whether it belongs to a repeated set.
    pub in_set: Vec<bool>,
    /// Columns of the header of a record whose values conditions over its other rows ask for.
    pub carried: Vec<usize>,
    /// Where each column must be filled: `every row must fill it`.
    pub must: Vec<String>,
    /// Its look-ups.
    pub lookups: Vec<LookedIn<'r>>,
    /// Whether it is wanted what would become of each row.
    pub previews: bool,
    /// What is said where a required cell is blank, by column.
    pub missing: Vec<Arc<Problem>>,
    /// The folder beside which named files are looked for.
    pub folder: PathBuf,
    /// The day of the check.
    pub today: Date,
}

impl<'r> SheetJudge<'r> {
    /// Prepares a sheet.
    pub fn new(sheet: &'r Sheet, file: &'r FileRules, surroundings: Surroundings<'_>) -> SheetJudge<'r> {
        let columns: Vec<ColumnJudge<'r>> = sheet
            .columns
            .iter()
            .enumerate()
            .map(|(index, column)| ColumnJudge::new(column, index, surroundings))
            .collect();
        let must = |index: usize| {
            let part = sheet.filled_in(index);
            part.map_or("every row must fill it".to_owned(), |part| format!("it must be filled {part}"))
        };
        let must: Vec<String> = (0..columns.len()).map(must).collect();
        let missing = columns.iter().zip(&must).map(|(judge, must)| {
            let found = CellProblem::new(&codes::MISSING_VALUE, format!("is blank; {must}."));
            judge.problem(found.required_by("required"))
        });
        let missing = missing.collect();
        let in_set = |index: usize| sheet.sets.iter().any(|set| set.entry_of(index).is_some());
        let mut judge = SheetJudge {
            sheet,
            file,
            wants_value: vec![false; columns.len()],
            wants_filled: vec![false; columns.len()],
            carried: Vec::new(),
            in_set: (0..columns.len()).map(in_set).collect(),
            previews: false,
            lookups: LookedIn::of(sheet, surroundings.today),
            missing,
            must,
            columns,
            folder: surroundings.folder.to_owned(),
            today: surroundings.today,
        };
        judge.note_wants();
        judge.carried = inherit::carried(sheet);
        judge
    }

    fn note_wants(&mut self) {
        let sheet = self.sheet;
        let mut conditions: Vec<&Condition> = Vec::new();
        for (index, column) in sheet.columns.iter().enumerate() {
            conditions.extend(column.required_when.iter().chain(&column.blank_when));
            if column.required_when.is_some() || column.blank_when.is_some() {
                self.wants_filled[index] = true;
            }
            if let Some(dependent) = column.allowed.as_ref().and_then(|allowed| allowed.dependent.as_ref()) {
                self.wants_value[index] = true;
                dependent.columns.iter().for_each(|other| self.wants_value[*other] = true);
            }
            self.wants_value[index] |= column.unique || column.on_sheet.is_some();
            self.wants_value[index] |= sheet.referred_to.contains(&index) || sheet.kept_names.contains(&index);
        }
        for rule in &sheet.rules {
            conditions.extend(&rule.when);
            for column in rule.message.iter().flat_map(Message::cells) {
                self.wants_value[column] = true;
            }
            if let Each::Group { by, .. } | Each::Found { by, .. } = &rule.each {
                by.iter().for_each(|column| self.wants_value[*column] = true);
            }
            rule.form.needs_values().into_iter().for_each(|column| self.wants_value[column] = true);
            rule.form.asks_if_filled().into_iter().for_each(|column| self.wants_filled[column] = true);
        }
        for condition in conditions {
            condition.columns().iter().for_each(|column| self.wants_value[*column] = true);
        }
        self.note_wants_of_shapes();
        for column in
            sheet.max_groups.iter().flat_map(|(by, _)| by).chain(sheet.max_sum.iter().map(|(column, _)| column))
        {
            self.wants_value[*column] = true;
        }
        for column in sheet.intent.iter().filter_map(|intent| intent.locked_when.as_ref()).flat_map(Condition::columns)
        {
            self.wants_value[*column] = true;
        }
        for column in self.lookups.iter().filter(|each| each.active).flat_map(|each| each.lookup.own_columns()) {
            self.wants_value[column] = true;
        }
        let keys = sheet.lookups.iter().flat_map(|lookup| &lookup.keys);
        for column in keys.filter_map(|key| key.when.as_ref()).flat_map(|when| when.columns()) {
            self.wants_value[*column] = true;
        }
        for figure in &sheet.figures {
            figure.by.iter().for_each(|column| self.wants_value[*column] = true);
            figure.formula.columns().iter().for_each(|column| self.wants_value[*column] = true);
        }
    }

    /// What the ways in which rows make up things want.
    fn note_wants_of_shapes(&mut self) {
        let sheet = self.sheet;
        if let Some(record) = &sheet.record {
            let lists = record.lists.iter().flat_map(|list| &list.columns);
            record.header.iter().chain(lists).for_each(|column| self.wants_value[*column] = true);
        }
        if sheet.totals_row.is_some() {
            let numbers =
                sheet.columns.iter().enumerate().filter(|(_, column)| column.kind.kind() == crate::cell::Kind::Number);
            numbers.for_each(|(column, _)| self.wants_value[column] = true);
        }
        if sheet.sets.iter().any(|set| set.further_rows) {
            sheet.key.iter().for_each(|column| self.wants_value[*column] = true);
        }
        for column in sheet.sets.iter().flat_map(|set| &set.entries).flatten() {
            self.wants_value[*column] = true;
            self.wants_filled[*column] = true;
        }
        if let Some(kinds) = &sheet.kinds {
            self.wants_value[kinds.column] = true;
            kinds.kinds.iter().flat_map(|kind| &kind.ignored).for_each(|column| self.wants_filled[*column] = true);
        }
        if let Some(parents) = &sheet.parents {
            parents.columns().for_each(|column| self.wants_value[column] = true);
        }
    }

    /// One where the text would be wrong in that place of the file, zero where it would be right.
    pub fn is_wrong(&self, header: &Header, field: usize, text: &str) -> usize {
        let Some(index) = header.field_of.iter().position(|at| *at == Some(field)) else {
            return 0;
        };
        let judge = &self.columns[index];
        let wrong = if text.trim().is_empty() {
            judge.column().required && self.sheet.filled_in(index).is_none()
        } else {
            !judge.quick::<false>(text, !text.is_ascii(), |_| ()) && !judge.judge(text).problems.is_empty()
        };
        usize::from(wrong)
    }

    /// The heading of a place in the file, or its letter where it has none.
    pub fn heading_of(&self, header: &Header, field: usize) -> String {
        let index = header.field_of.iter().position(|at| *at == Some(field));
        index.map_or_else(
            || format!("column {}", crate::finding::column_letter(field)),
            |index| self.sheet.columns[index].heading.clone(),
        )
    }

    /// A verdict about a rule.
    pub fn rule_problem(&self, rule: usize, code: &'static crate::finding::Code, message: String) -> Arc<Problem> {
        problem::rule_problem(self.sheet, rule, code, message)
    }
}

/// The typed values of a chunk, by column and then by row; empty for columns of which nobody wants them.
pub struct Values<'b> {
    /// Typed values.
    pub typed: Vec<Vec<Value<'b>>>,
    /// Whether the cell is filled.
    pub filled: Vec<Vec<bool>>,
    /// What each look-up found.
    pub looked: Vec<Looked<'b>>,
    /// The day of the check.
    pub today: Date,
}

/// One row of them.
#[derive(Clone, Copy)]
pub struct RowValues<'v, 'b> {
    /// The chunk's values.
    pub values: &'v Values<'b>,
    /// Which of the judged rows.
    pub at: usize,
}

impl RowValues<'_, '_> {
    /// Whether the cell is filled.
    pub fn is_filled(&self, column: usize) -> bool {
        self.values.filled[column].get(self.at).copied().unwrap_or(false)
    }
}

impl Row for RowValues<'_, '_> {
    #[inline]
    fn value(&self, slot: Slot) -> &Value<'_> {
        match slot {
            Slot::Column(column) => self.values.typed[column].get(self.at).unwrap_or(&Value::Blank),
            Slot::Other(alias, column) => {
                let looked = alias.checked_sub(PREVIOUS_ROW + 1).and_then(|lookup| self.values.looked.get(lookup));
                looked.and_then(|looked| looked.columns.get(column)?.get(self.at)).unwrap_or(&Value::Blank)
            }
            // Rules over one row name nothing else.
            Slot::Aggregate(_) => &Value::Blank,
        }
    }

    fn today(&self) -> Date {
        self.values.today
    }
}
