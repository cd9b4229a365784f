//! A sheet's judge: its columns, rules and sets of values that may stand only once, prepared for the rows.

use std::sync::Arc;

use jiff::civil::Date;

use super::cell::{Found, Surroundings};
use super::column::ColumnJudge;
use super::head::Head;
use crate::cell::Value;
use crate::condition::{Condition, Row};
use crate::finding::{Severity, Topic, Verdict, codes::value as codes};
use crate::rulebook::model::{FileRules, MessagePart};
use crate::rulebook::{RuleForm, Sheet};

/// Values that may stand only once.
pub struct UniqueSet<'r> {
    /// The columns: one, several together, or several across.
    pub columns: Vec<usize>,
    /// Whether a value counts whichever of the columns it stands in.
    pub across: bool,
    /// When it counts.
    pub when: Option<&'r Condition>,
    /// What a repetition is a finding about.
    pub topic: Topic,
}

/// Everything that rows are judged by.
pub struct SheetJudge<'r> {
    /// The sheet.
    pub sheet: &'r Sheet,
    /// What is asked of the file.
    pub file: &'r FileRules,
    /// Its columns' judges.
    pub columns: Vec<ColumnJudge<'r>>,
    /// For each column, whether its typed values are wanted by a condition, a figure or a list.
    pub wants_value: Vec<bool>,
    /// For each column, whether a rule asks if it is filled.
    pub wants_filled: Vec<bool>,
    /// Sets of values that may stand only once.
    pub uniques: Vec<UniqueSet<'r>>,
    /// What is said where a required cell is blank, by column.
    pub missing: Vec<Arc<Verdict>>,
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
        let missing = columns
            .iter()
            .map(|judge| judge.verdict_on(Found::new(&codes::MISSING_VALUE, "is blank; every row must fill it.")))
            .collect();
        let mut judge = SheetJudge {
            sheet,
            file,
            wants_value: vec![false; columns.len()],
            wants_filled: vec![false; columns.len()],
            uniques: uniques(sheet),
            missing,
            columns,
            today: surroundings.today,
        };
        judge.note_wants();
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
            self.wants_value[index] |= column.unique;
        }
        for rule in &sheet.rules {
            conditions.extend(&rule.when);
            for part in rule.message.iter().flat_map(|message| &message.0) {
                if let MessagePart::Cell(column) = part {
                    self.wants_value[*column] = true;
                }
            }
            match &rule.form {
                RuleForm::Check(condition) => conditions.push(condition),
                RuleForm::Unique { columns, .. } => columns.iter().for_each(|column| self.wants_value[*column] = true),
                RuleForm::WholeIfBegun { columns, needs } => {
                    columns.iter().chain(needs).for_each(|column| self.wants_filled[*column] = true);
                }
                form => form.columns().iter().for_each(|column| self.wants_filled[*column] = true),
            }
        }
        for condition in conditions {
            condition.columns().iter().for_each(|column| self.wants_value[*column] = true);
        }
        for figure in &sheet.figures {
            figure.aggregate.columns().into_iter().for_each(|column| self.wants_value[column] = true);
        }
    }

    /// One where the text would be wrong in that place of the file, zero where it would be right.
    pub fn is_wrong(&self, head: &Head, field: usize, text: &str) -> usize {
        let Some(index) = head.field_of.iter().position(|at| *at == Some(field)) else {
            return 0;
        };
        let judge = &self.columns[index];
        let wrong = if text.trim().is_empty() {
            judge.column().required
        } else {
            !judge.quick::<false>(text, !text.is_ascii(), |_| ()) && !judge.judge(text).verdicts.is_empty()
        };
        usize::from(wrong)
    }

    /// The heading of a place in the file, or its letter where it has none.
    pub fn heading_of(&self, head: &Head, field: usize) -> String {
        let index = head.field_of.iter().position(|at| *at == Some(field));
        index.map_or_else(
            || format!("column {}", crate::finding::column_letter(field)),
            |index| self.sheet.columns[index].heading.clone(),
        )
    }

    /// A verdict about a rule.
    pub fn rule_verdict(&self, rule: usize, code: &'static crate::finding::Code, message: String) -> Arc<Verdict> {
        let about = &self.sheet.rules[rule];
        Arc::new(Verdict {
            code,
            severity: about.severity.unwrap_or(Severity::Error),
            topic: Topic::Rule(rule),
            subject: Arc::from(about.sentence.as_str()),
            message,
            repair: None,
            asked_at: Some(about.line),
        })
    }
}

fn uniques(sheet: &Sheet) -> Vec<UniqueSet<'_>> {
    let columns = sheet.columns.iter().enumerate().filter(|(_, column)| column.unique).map(|(index, _)| UniqueSet {
        columns: vec![index],
        across: false,
        when: None,
        topic: Topic::Column(index),
    });
    let rules = sheet.rules.iter().enumerate().filter_map(|(at, rule)| match &rule.form {
        RuleForm::Unique { columns, across } => Some(UniqueSet {
            columns: columns.clone(),
            across: *across,
            when: rule.when.as_ref(),
            topic: Topic::Rule(at),
        }),
        _ => None,
    });
    columns.chain(rules).collect()
}

/// The typed values of a batch, by column and then by row; empty for columns of which nobody wants them.
pub struct Values<'b> {
    /// Typed values.
    pub typed: Vec<Vec<Value<'b>>>,
    /// Whether the cell is filled.
    pub filled: Vec<Vec<bool>>,
    /// The day of the check.
    pub today: Date,
}

/// One row of them.
#[derive(Clone, Copy)]
pub struct RowValues<'v, 'b> {
    /// The batch's values.
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
    fn value(&self, column: usize) -> &Value<'_> {
        self.values.typed[column].get(self.at).unwrap_or(&Value::Blank)
    }

    fn today(&self) -> Date {
        self.values.today
    }
}
