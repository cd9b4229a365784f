//! For each rule a row that passes and one that fails, so that whoever reads the guide sees what is meant.

use jiff::civil::Date;

use super::model::{Column, ColumnType, Rule, RuleForm, Sheet};
use crate::cell::Value;
use crate::condition::{Condition, Labels, witnesses};

/// Cells of an example row: heading and text, blank as an empty text.
pub type Cells = Vec<(String, String)>;

/// Example rows for a rule.
#[derive(Debug, Clone, Default, PartialEq, Eq)]
pub struct RuleExample {
    /// Cells that pass.
    pub pass: Option<Cells>,
    /// Cells that fail.
    pub fail: Option<Cells>,
}

/// Finds example rows for a rule.
pub fn rule_example(sheet: &Sheet, rule: &Rule, today: Date) -> RuleExample {
    let filled = |columns: &[usize], which: &dyn Fn(usize) -> bool| {
        let cell = |(at, column): (usize, &usize)| {
            let text = if which(at) { sample(sheet, *column) } else { String::new() };
            (sheet.heading(*column), text)
        };
        Some(columns.iter().enumerate().map(cell).collect::<Cells>())
    };
    let mut example = match &rule.form {
        RuleForm::Check(condition) => check_example(sheet, condition, today),
        RuleForm::AllOrNone(columns) => {
            RuleExample { pass: filled(columns, &|_| true), fail: filled(columns, &|at| at == 0) }
        }
        RuleForm::AtLeastOne(columns) => {
            RuleExample { pass: filled(columns, &|at| at == 0), fail: filled(columns, &|_| false) }
        }
        RuleForm::AtMostOne(columns) => {
            RuleExample { pass: filled(columns, &|at| at == 0), fail: filled(columns, &|at| at < 2) }
        }
        RuleForm::ExactlyOne(columns) => {
            RuleExample { pass: filled(columns, &|at| at == 0), fail: filled(columns, &|_| false) }
        }
        RuleForm::NoGaps(columns) => {
            RuleExample { pass: filled(columns, &|at| at < 2), fail: filled(columns, &|at| at == 1) }
        }
        RuleForm::WholeIfBegun { columns, needs } => {
            let begun = columns.iter().position(|column| !needs.contains(column)).unwrap_or(0);
            RuleExample { pass: filled(columns, &|_| true), fail: filled(columns, &|at| at == begun) }
        }
        RuleForm::Unique { .. } => RuleExample::default(),
    };
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

fn check_example(sheet: &Sheet, condition: &Condition, today: Date) -> RuleExample {
    let (pass, fail) = find(sheet, condition, today);
    RuleExample { pass, fail }
}

fn find(sheet: &Sheet, condition: &Condition, today: Date) -> (Option<Cells>, Option<Cells>) {
    let kind = |column: usize| sheet.kind(column);
    let known = |column: usize| sheet.columns.get(column).map(known_values).unwrap_or_default();
    let (pass, fail) = witnesses(condition, today, &kind, &known);
    let cells = |witness: Vec<(usize, Value<'static>)>| {
        witness.into_iter().map(|(column, value)| (sheet.heading(column), written(sheet, column, &value))).collect()
    };
    (pass.map(cells), fail.map(cells))
}

/// Values that a column is known to take: its example, and the first few of its list.
pub(crate) fn known_values(column: &Column) -> Vec<Value<'static>> {
    let listed =
        column.allowed.iter().flat_map(|allowed| allowed.list.entries().iter().take(4)).map(|entry| &*entry.code);
    let texts = column.example.as_deref().into_iter().chain(listed);
    texts.filter_map(|text| column.kind.read(text).ok()).map(Value::into_owned).collect()
}

/// A value as the column has it written; blank as an empty text.
pub(crate) fn written(sheet: &Sheet, column: usize, value: &Value<'_>) -> String {
    match (value, &sheet.columns[column].kind) {
        (Value::Blank, _) => String::new(),
        (Value::Date(date), ColumnType::Moment(_, picture)) => picture.write(*date),
        (Value::Number(number), ColumnType::Whole(mark) | ColumnType::Decimal(mark)) => mark.write(number.normalize()),
        (Value::YesNo(yes), ColumnType::YesNo(Some(words))) => if *yes { &words.yes } else { &words.no }.clone(),
        (value, _) => value.written(),
    }
}

fn sample(sheet: &Sheet, column: usize) -> String {
    let Some(column) = sheet.columns.get(column) else {
        return String::new();
    };
    let listed = || {
        column.allowed.as_ref().and_then(|allowed| allowed.list.entries().first()).map(|entry| entry.code.to_string())
    };
    column.example.clone().or_else(listed).unwrap_or_else(|| match column.kind {
        ColumnType::Text => "filled".to_owned(),
        ColumnType::Whole(_) | ColumnType::Decimal(_) => "1".to_owned(),
        ColumnType::Moment(..) => "a date".to_owned(),
        ColumnType::YesNo(_) => "yes".to_owned(),
    })
}
