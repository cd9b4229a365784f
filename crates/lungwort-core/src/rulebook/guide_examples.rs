//! For each rule a row that passes and one that fails, so that whoever reads the guide sees what is meant.

use jiff::civil::Date;

use super::model::{Column, ColumnType, Rule, Sheet};
pub use super::rule::example::{Cells, RuleExample};
use crate::cell::Value;
use crate::condition::{Condition, Labels, Truth, Witness, try_rows, witnesses};

/// Finds example rows for a rule.
pub fn rule_example(sheet: &Sheet, rule: &Rule, today: Date) -> RuleExample {
    let mut example = rule.form.example(sheet, today);
    if let Some(when) = &rule.when {
        let (pass, _) = find(sheet, when, today);
        let mut head: Cells = pass.unwrap_or_default();
        for cells in [&mut example.pass, &mut example.fail].into_iter().flatten() {
            head.retain(|(heading, _)| !cells.iter().any(|(known, _)| known == heading));
            cells.splice(0..0, head.iter().cloned());
        }
    }
    example
}

/// Example rows for a condition.
pub(super) fn condition_example(sheet: &Sheet, condition: &Condition, today: Date) -> RuleExample {
    let (pass, fail) = find(sheet, condition, today);
    RuleExample { pass, fail }
}

fn find(sheet: &Sheet, condition: &Condition, today: Date) -> (Option<Cells>, Option<Cells>) {
    // What a list has is not known here.
    if !condition.others().is_empty() {
        return (None, None);
    }
    let kind = |column: usize| sheet.kind(column);
    let known = |column: usize| sheet.columns.get(column).map(known_values).unwrap_or_default();
    let (pass, fail) = witnesses(condition, today, &kind, &known);
    let (pass, fail) = match (whole(sheet, &pass), whole(sheet, &fail)) {
        (true, true) => (pass, fail),
        // A fraction where the column takes whole numbers would pass or fail for another reason; where there is nothing else
        // it shows at least what is meant.
        _ => {
            let (better_pass, better_fail) = of_whole_numbers(sheet, condition, today);
            (better_pass.or(pass), better_fail.or(fail))
        }
    };
    let cells = |witness: Vec<(usize, Value<'static>)>| {
        witness.into_iter().map(|(column, value)| (sheet.heading(column), written(sheet, column, &value))).collect()
    };
    (pass.map(cells), fail.map(cells))
}

/// Whether every column of whole numbers has one.
fn whole(sheet: &Sheet, witness: &Option<Witness>) -> bool {
    witness.iter().flatten().all(|(column, value)| is_whole(sheet, *column, value))
}

fn is_whole(sheet: &Sheet, column: usize, value: &Value<'_>) -> bool {
    match (sheet.columns.get(column).map(|column| &column.kind), value) {
        (Some(ColumnType::Whole(_)), Value::Number(number)) => number.normalize().scale() == 0,
        _ => true,
    }
}

/// The first row that passes and the first that fails, of those that are right by themselves.
fn of_whole_numbers(sheet: &Sheet, condition: &Condition, today: Date) -> (Option<Witness>, Option<Witness>) {
    let (mut pass, mut fail) = (None, None);
    let kind = |column: usize| sheet.kind(column);
    let known = |column: usize| sheet.columns.get(column).map(known_values).unwrap_or_default();
    try_rows(condition, today, &kind, &known, &mut |truth, values| {
        let witness: Witness = condition.columns().iter().map(|column| (*column, values[*column].clone())).collect();
        if witness.iter().all(|(column, value)| is_whole(sheet, *column, value)) {
            match truth {
                Truth::True if pass.is_none() => pass = Some(witness),
                Truth::False if fail.is_none() => fail = Some(witness),
                _ => {}
            }
        }
        pass.is_none() || fail.is_none()
    });
    (pass, fail)
}

/// Values that a column is known to take: its example, and the first few of its list.
pub(crate) fn known_values(column: &Column) -> Vec<Value<'static>> {
    let listed = column.allowed.iter().flat_map(|allowed| allowed.list.entries().take(4)).map(|entry| entry.code);
    let texts = column.example.as_deref().into_iter().chain(listed);
    texts.filter_map(|text| column.kind.read(text).ok()).map(Value::into_owned).collect()
}

/// A value as the column has it written; blank as an empty text.
pub(crate) fn written(sheet: &Sheet, column: usize, value: &Value<'_>) -> String {
    match (value, &sheet.columns[column].kind) {
        (Value::Blank, _) => String::new(),
        (Value::Date(date), ColumnType::Moment(_, date_pattern)) => date_pattern.write(*date),
        (Value::Time(time), ColumnType::Moment(_, pattern)) => pattern.write_at(Date::MIN, *time),
        (Value::DateTime(moment), ColumnType::Moment(_, pattern)) => pattern.write_at(moment.date(), moment.time()),
        (Value::Number(number), ColumnType::Whole(mark) | ColumnType::Decimal(mark)) => mark.write(number.normalize()),
        (Value::YesNo(yes), ColumnType::YesNo(Some(words))) => if *yes { &words.yes } else { &words.no }.clone(),
        (value, _) => value.written(),
    }
}

/// A text that the column takes.
pub(super) fn sample(sheet: &Sheet, column: usize) -> String {
    let Some(column) = sheet.columns.get(column) else {
        return String::new();
    };
    let listed = || {
        column.allowed.as_ref().and_then(|allowed| allowed.list.entries().next()).map(|entry| entry.code.to_string())
    };
    column.example.clone().or_else(listed).unwrap_or_else(|| match column.kind {
        ColumnType::Text => "filled".to_owned(),
        ColumnType::Whole(_) | ColumnType::Decimal(_) => "1".to_owned(),
        ColumnType::Moment(..) => "a date".to_owned(),
        ColumnType::YesNo(_) => "yes".to_owned(),
    })
}
