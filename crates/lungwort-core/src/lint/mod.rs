//! A rulebook looked over for what compiles and is still not right: examples that break their own rules, rules
//! that nothing can break, and rules that a blank cell gets past.

use std::ops::Range;
use std::path::Path;

use jiff::civil::Date;

use crate::cell::{Kind, Value};
use crate::check::ColumnJudge;
use crate::check::cell::Surroundings;
use crate::condition::{Condition, Expression, Labels, ListedRow, Truth, try_rows, witnesses};
use crate::finding::Severity;
use crate::rulebook::{Column, Level, Mistake, Rule, RuleForm, Rulebook, Sheet, known_values};

/// Looks a compiled rulebook over. `text` is what it was read from.
pub fn lint(rulebook: &Rulebook, text: &str, today: Date) -> Vec<Mistake> {
    let folder = rulebook.path.parent().unwrap_or(Path::new(""));
    let surroundings = Surroundings { today, encoding: rulebook.file.encoding, folder };
    let mut mistakes = Vec::new();
    let lines = Lines::new(text);
    for (number, sheet) in rulebook.sheets.iter().enumerate() {
        for (index, column) in sheet.columns.iter().enumerate() {
            examples(column, index, surroundings, &lines, &mut mistakes);
        }
        for rule in &sheet.rules {
            reach(sheet, rule, today, &lines, &mut mistakes);
            silent_blanks(sheet, rule, today, &lines, &mut mistakes);
            off_list_constants(sheet, rule, &lines, &mut mistakes);
        }
        if sheet.key.is_empty() && !sheet.is_form {
            let message =
                "the sheet has no key: findings can then be known by their row number only, which sorting changes";
            let span = lines.find_nth("[[sheet]]", number);
            mistakes.push(Mistake { level: Level::Advice, message: message.to_owned(), span });
        }
    }
    mistakes
}

/// Where the lines of a text begin.
struct Lines<'t> {
    text: &'t str,
    starts: Vec<usize>,
}

impl<'t> Lines<'t> {
    fn new(text: &'t str) -> Lines<'t> {
        let starts = std::iter::once(0).chain(text.match_indices('\n').map(|(at, _)| at + 1)).collect();
        Lines { text, starts }
    }

    /// A line's text without its end, from one.
    fn line(&self, number: usize) -> Range<usize> {
        let start = self.starts.get(number.saturating_sub(1)).copied().unwrap_or(0);
        let length = self.text[start..].lines().next().map_or(0, str::len);
        start..start + length
    }

    /// The line with a key of the table that a line belongs to; that line itself if there is none.
    fn key(&self, within: usize, key: &str) -> Range<usize> {
        let is_header = |number: &usize| self.text[self.line(*number)].trim_start().starts_with("[[");
        let from = (1..=within).rev().find(is_header).unwrap_or(within);
        for number in from..=self.starts.len() {
            let line = self.line(number);
            let text = self.text[line.clone()].trim_start();
            if number > from && text.starts_with("[[") {
                break;
            }
            if text.strip_prefix(key).is_some_and(|rest| rest.trim_start().starts_with('=')) {
                return line;
            }
        }
        self.line(within)
    }

    fn find_nth(&self, part: &str, number: usize) -> Range<usize> {
        self.text.match_indices(part).nth(number).map_or(0..0, |(at, part)| at..at + part.len())
    }
}

fn examples(
    column: &Column,
    index: usize,
    surroundings: Surroundings<'_>,
    lines: &Lines<'_>,
    mistakes: &mut Vec<Mistake>,
) {
    // Files named in an example need not be there when the rulebook is looked over.
    if column.attachment_folder.is_some() {
        return;
    }
    let judge = ColumnJudge::new(column, index, surroundings);
    for (key, text) in [("example", &column.example), ("default", &column.default)] {
        let Some(text) = text else { continue };
        let judged = judge.judge(text);
        if let Some(verdict) = judged.verdicts.iter().find(|verdict| verdict.severity == Severity::Error) {
            let message = format!("the {key} breaks the column's own rules: {}", verdict.message.trim_end_matches('.'));
            mistakes.push(Mistake { level: Level::Error, message, span: lines.key(column.line, key) });
        }
    }
}

/// A rule that no row can break, or whose `when` no row can meet.
fn reach(sheet: &Sheet, rule: &Rule, today: Date, lines: &Lines<'_>, mistakes: &mut Vec<Mistake>) {
    let tried = |condition: &Condition| {
        witnesses(condition, today, &|column| sheet.kind(column), &|column| known(sheet, column))
    };
    if let RuleForm::Check(condition) = &rule.form
        && tried(condition).1.is_none()
    {
        let message = "no row can break this rule: it holds whatever the cells are".to_owned();
        mistakes.push(Mistake { level: Level::Advice, message, span: lines.line(rule.line) });
    }
    if let Some(when) = &rule.when
        && tried(when).0.is_none()
    {
        let message = "this rule never applies: no row can meet its when".to_owned();
        mistakes.push(Mistake { level: Level::Advice, message, span: lines.key(rule.line, "when") });
    }
}

fn known(sheet: &Sheet, column: usize) -> Vec<Value<'static>> {
    sheet.columns.get(column).map(known_values).unwrap_or_default()
}

/// A blank cell makes a comparison unknown, and a rule fails only where it is false.
fn silent_blanks(sheet: &Sheet, rule: &Rule, today: Date, lines: &Lines<'_>, mistakes: &mut Vec<Mistake>) {
    let RuleForm::Check(condition) = &rule.form else {
        return;
    };
    let handled = asked_if_blank(condition);
    let guarded = rule.when.as_ref().map(asked_if_blank).unwrap_or_default();
    let may_be_blank =
        |column: &usize| !sheet.columns[*column].required && !handled.contains(column) && !guarded.contains(column);
    let open: Vec<usize> = condition.columns().iter().copied().filter(may_be_blank).collect();
    // A column lets a row through if some row fails, and the same row with that column blank no longer does.
    let mut through: Vec<usize> = Vec::new();
    let (kind, extra) = (|column: usize| sheet.kind(column), |column: usize| known(sheet, column));
    try_rows(condition, today, &kind, &extra, &mut |truth, values| {
        if truth == Truth::False {
            for column in &open {
                let mut values = values.to_vec();
                values[*column] = Value::Blank;
                let blanked = condition.judge(&ListedRow { values: &values, today });
                if blanked == Truth::Unknown && !through.contains(column) {
                    through.push(*column);
                }
            }
        }
        through.len() < open.len()
    });
    through.sort_unstable();
    let let_through: Vec<String> = through.into_iter().map(|column| sheet.heading(column)).collect();
    if !let_through.is_empty() {
        let names = crate::rulebook::listed(&let_through, "or");
        let message = format!(
            "where {names} is blank this rule says nothing; if that is not meant, make it required or ask IS NOT NULL"
        );
        mistakes.push(Mistake { level: Level::Advice, message, span: lines.line(rule.line) });
    }
}

/// Columns that a condition asks about being blank.
fn asked_if_blank(condition: &Condition) -> Vec<usize> {
    let mut columns = Vec::new();
    condition.expression().walk(&mut |part| {
        let parts: &[Expression] = match part {
            Expression::IsBlank(inner) => std::slice::from_ref(&**inner),
            Expression::Coalesce(parts) => parts,
            _ => return,
        };
        columns.extend(parts.iter().filter_map(|part| match part {
            Expression::Column(index) => Some(*index),
            _ => None,
        }));
    });
    columns
}

/// A comparison with a text that the column's list does not have never holds.
fn off_list_constants(sheet: &Sheet, rule: &Rule, lines: &Lines<'_>, mistakes: &mut Vec<Mistake>) {
    let mut check = |condition: &Condition, key: &str| {
        condition.expression().walk(&mut |part| {
            let pairs: Vec<(&Expression, &Expression)> = match part {
                Expression::Compare(_, left, right) => vec![(left, right), (right, left)],
                Expression::In(left, list) => list.iter().map(|each| (&**left, each)).collect(),
                _ => return,
            };
            for (column, constant) in pairs {
                let (Expression::Column(column), Expression::Constant(Value::Text(text))) = (column, constant) else {
                    continue;
                };
                let column = &sheet.columns[*column];
                let off = column.allowed.as_ref().is_some_and(|allowed| !allowed.list.contains(text));
                if off && column.kind.kind() == Kind::Text {
                    let message =
                        format!("'{text}' is not among the values that {} takes, so this never holds", column.heading);
                    mistakes.push(Mistake { level: Level::Advice, message, span: lines.key(rule.line, key) });
                }
            }
        });
    };
    if let RuleForm::Check(condition) = &rule.form {
        check(condition, "check");
    }
    if let Some(when) = &rule.when {
        check(when, "when");
    }
}
