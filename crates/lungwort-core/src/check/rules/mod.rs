//! Judging one row by the rules of the sheet.
//!
//! In: a row's typed values. Out: the rules that it breaks, each with the cells that are part of it.

use std::borrow::Cow;

use crate::cell::Value;
use crate::check::rows::{RowValues, SheetJudge};
use crate::condition::PREVIOUS_ROW;
use crate::condition::{Condition, Row, Slot, Truth};
use crate::rulebook::model::{BLANK, Message, MessagePart};
use crate::rulebook::rule::{Broken, RowCells};
use crate::rulebook::{ColumnType, Sheet};

/// Judges a row by one rule. What must be unique is judged elsewhere, over all rows.
pub fn judge(judge: &SheetJudge<'_>, rule: usize, row: RowValues<'_, '_>) -> Option<Broken> {
    let about = &judge.sheet.rules[rule];
    if about.when.as_ref().is_some_and(|when| when.judge(&row) != Truth::True) {
        return None;
    }
    // Most rules are conditions, and most rows keep to them.
    if about.form.condition().is_some_and(|condition| condition.judge(&row) != Truth::False) {
        return None;
    }
    about.form.judge(judge.sheet, &JudgedRow { sheet: judge.sheet, row })
}

/// A row as the forms of rules see it.
struct JudgedRow<'j, 'v, 'b> {
    sheet: &'j Sheet,
    row: RowValues<'v, 'b>,
}

impl RowCells for JudgedRow<'_, '_, '_> {
    fn is_filled(&self, column: usize) -> bool {
        self.row.is_filled(column)
    }

    fn holds(&self, condition: &Condition) -> Option<bool> {
        match condition.judge(&self.row) {
            Truth::True => Some(true),
            Truth::False => Some(false),
            Truth::Unknown => None,
        }
    }

    fn shown(&self, column: usize) -> String {
        shown_value(self.sheet, column, self.row)
    }

    fn found(&self, lookup: usize, column: usize) -> String {
        shown_found(self.sheet, (lookup, column), &self.row)
    }
}

/// The message of a rule for a row: its own words or the rule's sentence, and the cells.
pub fn message(judge: &SheetJudge<'_>, rule: usize, broken: &Broken, row: RowValues<'_, '_>) -> String {
    let about = &judge.sheet.rules[rule];
    let (said, quotes) = match &about.message {
        Some(message) => fill_in(judge, message, row),
        None => (about.sentence.clone(), false),
    };
    if quotes || broken.detail.is_empty() {
        format!("{}.", said.trim_end_matches('.'))
    } else {
        format!("{}; {}.", said.trim_end_matches('.'), broken.detail)
    }
}

/// The message with its cells filled in, and whether there were any.
fn fill_in(judge: &SheetJudge<'_>, message: &Message, row: RowValues<'_, '_>) -> (String, bool) {
    let mut quotes = false;
    let text = message.0.iter().map(|part| match part {
        MessagePart::Text(text) => text.clone(),
        MessagePart::Cell(column) => {
            quotes = true;
            shown_value(judge.sheet, *column, row)
        }
        MessagePart::Found(lookup, column) => {
            quotes = true;
            shown_found(judge.sheet, (*lookup, *column), &row)
        }
    });
    (text.collect(), quotes)
}

/// What a part of a message quotes of a row: the cell as it is in the file, or what a look-up found.
pub fn quoted<'t>(
    sheet: &Sheet,
    part: &MessagePart,
    text: &dyn Fn(usize) -> &'t str,
    row: &dyn Row,
) -> Option<Cow<'t, str>> {
    match part {
        MessagePart::Text(_) => None,
        MessagePart::Cell(column) => Some(Cow::Borrowed(text(*column))),
        MessagePart::Found(lookup, column) => Some(Cow::Owned(shown_found(sheet, (*lookup, *column), row))),
    }
}

/// What a look-up found in a column of its list.
fn shown_found(sheet: &Sheet, (lookup, column): (usize, usize), row: &dyn Row) -> String {
    let value = row.value(Slot::Other(lookup + PREVIOUS_ROW + 1, column));
    let kind = sheet.lookups.get(lookup).and_then(|of| of.columns.0.get(column)).map(|of| &of.kind);
    let written = match (value, kind) {
        // A month is not its first day.
        (Value::Date(date), Some(ColumnType::Moment(_, pattern))) if !pattern.has_day() => pattern.write(*date),
        (value, _) => value.written(),
    };
    crate::cell::shown::clipped(&written, crate::cell::shown::SHOWN)
}

/// A cell's value as the column has it written.
fn shown_value(sheet: &Sheet, column: usize, row: RowValues<'_, '_>) -> String {
    let value = row.value(Slot::Column(column));
    let written = crate::rulebook::written_value(sheet, column, value);
    match written.as_str() {
        "" => BLANK.to_owned(),
        text => crate::cell::shown::clipped(text, crate::cell::shown::SHOWN),
    }
}
