//! A rulebook looked over for what compiles and is still not right: examples that break their own rules, rules
//! that nothing can break, and rules that a blank cell gets past.

mod groups;

use std::ops::Range;
use std::path::Path;

use jiff::civil::Date;

use crate::cell::{Kind, Value};
use crate::check::ColumnJudge;
use crate::condition::{Condition, Expression, Labels, ListedRow, Slot, Truth, try_rows, witnesses};
use crate::finding::Severity;
use crate::rulebook::property::Surroundings;
use crate::rulebook::{Column, Level, Mistake, Rule, Rulebook, Sheet, known_values};

/// Looks a compiled rulebook over. `text` is what it was read from.
pub fn lint(rulebook: &Rulebook, text: &str, today: Date) -> Vec<Mistake> {
    let folder = rulebook.path.parent().unwrap_or(Path::new(""));
    let surroundings = Surroundings { today, encoding: rulebook.file.encoding, folder };
    let mut mistakes = Vec::new();
    for (number, sheet) in rulebook.sheets.iter().enumerate() {
        for (index, column) in sheet.columns.iter().enumerate() {
            examples(column, index, surroundings, &mut mistakes);
        }
        for (at, rule) in sheet.rules.iter().enumerate() {
            // What is so with a rule of a column set is so for each of its entries.
            if at > 0 && sheet.rules[at - 1].written == rule.written {
                continue;
            }
            reach(sheet, rule, today, &mut mistakes);
            groups::look_over(sheet, rule, &mut mistakes);
            silent_blanks(sheet, rule, today, &mut mistakes);
            off_list_constants(sheet, rule, &mut mistakes);
        }
        if sheet.key.is_empty() && !sheet.is_form {
            let message =
                "the sheet has no key: findings can then be known by their row number only, which sorting changes";
            let span = sheet_span(text, number);
            mistakes.push(Mistake { level: Level::Advice, message: message.to_owned(), span });
        }
    }
    mistakes
}

/// The place of a sheet's header in the text.
fn sheet_span(text: &str, number: usize) -> Range<usize> {
    text.match_indices("[[sheet]]").nth(number).map_or(0..0, |(at, part)| at..at + part.len())
}

fn examples(column: &Column, index: usize, surroundings: Surroundings<'_>, mistakes: &mut Vec<Mistake>) {
    // Files named in an example need not be there when the rulebook is looked over.
    if column.attachment_folder.is_some() {
        return;
    }
    let judge = ColumnJudge::new(column, index, surroundings);
    for (key, text) in [("example", &column.example), ("default", &column.default)] {
        let Some(text) = text else { continue };
        let judged = judge.judge(text);
        if let Some(problem) = judged.problems.iter().find(|problem| problem.severity == Severity::Error) {
            let message = format!(
                "the {key} breaks the column's own rules: {}",
                problem.message.to_string().trim_end_matches('.')
            );
            mistakes.push(Mistake {
                level: Level::Error,
                message,
                span: column.key_places.span(key).unwrap_or_default(),
            });
        }
    }
}

/// A rule that no row can break, or whose `when` no row can meet.
fn reach(sheet: &Sheet, rule: &Rule, today: Date, mistakes: &mut Vec<Mistake>) {
    let tried = |condition: &Condition| {
        witnesses(condition, today, &|column| sheet.kind(column), &|column| known(sheet, column))
    };
    // What a list has is not known here.
    let of_row = |condition: &&Condition| condition.others().is_empty();
    if let Some(condition) = rule.form.condition().filter(of_row)
        && tried(condition).1.is_none()
    {
        let message = "no row can break this rule: it holds whatever the cells are".to_owned();
        mistakes.push(Mistake { level: Level::Advice, message, span: rule.span.clone() });
    }
    if let Some(when) = rule.when.as_ref().filter(of_row)
        && tried(when).0.is_none()
    {
        let message = "this rule never applies: no row can meet its when".to_owned();
        mistakes.push(Mistake { level: Level::Advice, message, span: rule.when_span.clone().unwrap_or_default() });
    }
}

fn known(sheet: &Sheet, column: usize) -> Vec<Value<'static>> {
    sheet.columns.get(column).map(known_values).unwrap_or_default()
}

/// A blank cell makes a comparison unknown, and a rule fails only where it is false.
fn silent_blanks(sheet: &Sheet, rule: &Rule, today: Date, mistakes: &mut Vec<Mistake>) {
    let Some(condition) = rule.form.condition().filter(|condition| condition.others().is_empty()) else { return };
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
            "where {names} is blank this rule says nothing; if that is not meant, make it required or add IS NOT NULL"
        );
        mistakes.push(Mistake { level: Level::Advice, message, span: rule.span.clone() });
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
            Expression::Slot(Slot::Column(index)) => Some(*index),
            _ => None,
        }));
    });
    columns
}

/// A comparison with a text that the column's list does not have never holds.
fn off_list_constants(sheet: &Sheet, rule: &Rule, mistakes: &mut Vec<Mistake>) {
    let mut check = |condition: &Condition, span: &Range<usize>| {
        condition.expression().walk(&mut |part| {
            let pairs: Vec<(&Expression, &Expression)> = match part {
                Expression::Compare(_, left, right) => vec![(left, right), (right, left)],
                Expression::In(left, list) => list.iter().map(|each| (&**left, each)).collect(),
                _ => return,
            };
            for (column, constant) in pairs {
                let (Expression::Slot(Slot::Column(column)), Expression::Constant(Value::Text(text))) =
                    (column, constant)
                else {
                    continue;
                };
                let column = &sheet.columns[*column];
                let off = column.allowed.as_ref().is_some_and(|allowed| !allowed.list.contains(text));
                if off && column.kind.kind() == Kind::Text {
                    let message = format!(
                        "'{text}' is not among the values that {} accepts, so this never holds",
                        column.heading
                    );
                    mistakes.push(Mistake { level: Level::Advice, message, span: span.clone() });
                }
            }
        });
    };
    if let Some(condition) = rule.form.condition() {
        check(condition, &rule.span);
    }
    if let (Some(when), Some(span)) = (&rule.when, &rule.when_span) {
        check(when, span);
    }
}
