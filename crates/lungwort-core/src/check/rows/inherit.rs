//! Values of a header that hold for the other rows of a record: conditions over a row see them, and the lines of a block may have
//! them where they are blank.

use crate::cell::Value;
use crate::check::rows::{SheetJudge, Values};
use crate::check::shape::Shaped;
use crate::rulebook::Sheet;

/// Values and marks of a column as they are in the file.
pub(crate) type Own<'b> = Vec<(usize, Vec<Value<'b>>, Vec<bool>)>;

/// The columns of a header that anything asks for in the rows below.
pub(super) fn carried(sheet: &Sheet) -> Vec<usize> {
    let Some(record) = &sheet.record else { return Vec::new() };
    let mut asked: Vec<usize> = Vec::new();
    for column in &sheet.columns {
        let conditions = column.required_when.iter().chain(&column.blank_when);
        asked.extend(conditions.flat_map(|condition| condition.columns()));
        let dependent = column.allowed.as_ref().and_then(|allowed| allowed.dependent.as_ref());
        asked.extend(dependent.iter().flat_map(|dependent| &dependent.columns));
    }
    for rule in sheet.rules.iter().filter(|rule| rule.form.group().is_none() && rule.form.uniqueness().is_none()) {
        asked.extend(rule.form.columns());
        asked.extend(rule.when.iter().flat_map(|when| when.columns()));
    }
    asked.extend(sheet.figures.iter().flat_map(|figure| &figure.by));
    asked.extend(sheet.lookups.iter().flat_map(|lookup| lookup.own_columns()));
    asked.extend(sheet.block.iter().flat_map(|block| &block.inherit).map(|(_, cell)| cell));
    // Lines that are each held against a record of their own have all of the header.
    if sheet.intent.as_ref().is_some_and(|intent| !intent.whole_records) {
        asked.extend(&record.header);
    }
    let of_header = record.header.iter().copied();
    of_header.filter(|column| asked.contains(column)).collect()
}

/// What the record of a row that continues it has in a column of its header, as text.
pub(crate) fn text_of_header(shaped: &Shaped, row: usize, column: usize) -> Option<&str> {
    let record = shaped.record_of(row).filter(|_| shaped.continues(row))?;
    record.header.iter().find(|(known, _)| *known == column).map(|(_, text)| text.as_ref())
}

/// The same, as a value.
pub(crate) fn of_header<'b>(sheet: &Sheet, shaped: &Shaped, row: usize, column: usize) -> Option<Value<'b>> {
    let text = text_of_header(shaped, row, column)?;
    Some(sheet.columns[column].kind.read(text).map_or(Value::Unreadable, Value::into_owned))
}

/// Gives the lines of blocks what they inherit: the receiving side takes it for their own.
pub(super) fn for_good(judge: &SheetJudge<'_>, shaped: &Shaped, rows: &[usize], values: &mut Values<'_>) {
    for &(line, cell) in judge.sheet.block.iter().flat_map(|block| &block.inherit) {
        fill(judge.sheet, shaped, rows, (line, cell), values);
    }
}

/// Lets conditions over a row see what the header of its record says. Returns what is in the file itself.
pub(super) fn for_conditions<'b>(
    judge: &SheetJudge<'_>,
    shaped: &Shaped,
    rows: &[usize],
    values: &mut Values<'b>,
) -> Own<'b> {
    if shaped.records.is_empty() {
        return Vec::new();
    }
    let one = |&column: &usize| {
        let own = (column, values.typed[column].clone(), values.filled[column].clone());
        fill(judge.sheet, shaped, rows, (column, column), values);
        own
    };
    judge.carried.iter().map(one).collect()
}

/// Puts back what is in the file itself, for whatever goes over all rows.
pub(super) fn give_back<'b>(own: Own<'b>, values: &mut Values<'b>) {
    for (column, typed, filled) in own {
        (values.typed[column], values.filled[column]) = (typed, filled);
    }
}

/// Fills the blank cells of a column from one of the header.
fn fill(sheet: &Sheet, shaped: &Shaped, rows: &[usize], (to, from): (usize, usize), values: &mut Values<'_>) {
    for (at, &row) in rows.iter().enumerate() {
        let blank = matches!(values.typed[to].get(at), Some(Value::Blank) | None);
        let Some(value) = blank.then(|| of_header(sheet, shaped, row, from)).flatten() else { continue };
        if let Some(own) = values.typed[to].get_mut(at) {
            *own = value;
        }
        if let Some(filled) = values.filled[to].get_mut(at) {
            *filled = true;
        }
    }
}
