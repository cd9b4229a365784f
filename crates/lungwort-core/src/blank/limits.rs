//! What a cell takes, as the limit of a spreadsheet: drop-downs, numbers, dates, lengths, and the message shown.

use rust_xlsxwriter::{DataValidation, DataValidationErrorStyle, DataValidationRule, Formula, XlsxError};

use super::lists::Source;
use crate::cell::{Kind, Value};
use crate::finding::{Severity, column_letter};
use crate::rulebook::model::{ColumnType, Length, Limit, Side};
use crate::rulebook::property;
use crate::rulebook::{Column, Sheet};

/// The limit of a column's cells. `field` is its place in the template, and the rows are those that it covers.
pub fn of(
    sheet: &Sheet,
    column: &Column,
    source: Option<&Source>,
    field: usize,
    rows: (u64, u64),
) -> Result<DataValidation, XlsxError> {
    let rule = DataValidation::new();
    let mut rule = match source {
        Some(Source::Inline(values)) => rule.allow_list_strings(values)?,
        Some(Source::Formula(formula)) => rule.allow_list_formula(Formula::new(formula)),
        None => own_limit(column, field, rows, rule),
    };
    let (title, message) = message(sheet, column);
    rule = rule.set_input_title(title)?.set_input_message(message)?;
    rule = rule
        .set_error_title("Not allowed here")?
        .set_error_message("See the message beside the cell, or the guide.")?;
    // A spreadsheet's limit cannot tell everything; where the rulebook only warns, so does the cell.
    let style = match column.severity {
        Some(Severity::Warning | Severity::Note) => DataValidationErrorStyle::Warning,
        _ => DataValidationErrorStyle::Stop,
    };
    Ok(rule.set_error_style(style))
}

fn own_limit(column: &Column, field: usize, rows: (u64, u64), rule: DataValidation) -> DataValidation {
    let several = column.separator.is_some();
    match &column.kind {
        _ if several => rule.allow_any_value(),
        ColumnType::Whole(_) => match bounds(&column.limits) {
            Some(bounds) => rule.allow_whole_number_formula(bounds),
            None => rule.allow_whole_number_formula(DataValidationRule::Between(
                Formula::new("=-999999999999"),
                Formula::new("=999999999999"),
            )),
        },
        ColumnType::Decimal(_) => match bounds(&column.limits) {
            Some(bounds) => rule.allow_decimal_number_formula(bounds),
            None => rule.allow_decimal_number_formula(DataValidationRule::Between(
                Formula::new("=-999999999999"),
                Formula::new("=999999999999"),
            )),
        },
        ColumnType::Moment(Kind::Time, _) => match bounds(&column.limits) {
            Some(bounds) => rule.allow_time_formula(bounds),
            None => rule.allow_any_value(),
        },
        ColumnType::Moment(..) => match bounds(&column.limits) {
            Some(bounds) => rule.allow_date_formula(bounds),
            // From 1900 on, where a spreadsheet's days begin.
            None => rule.allow_date_formula(DataValidationRule::GreaterThanOrEqualTo(Formula::new("=1"))),
        },
        ColumnType::Text | ColumnType::YesNo(_) => match &column.length {
            Some(length) if length.bytes_in.is_none() => rule.allow_text_length(lengths(length)),
            _ if column.unique => {
                let letter = column_letter(field);
                let (first, last) = rows;
                let formula = format!("=COUNTIF(${letter}${first}:${letter}${last},{letter}{first})=1");
                rule.allow_custom(Formula::new(formula))
            }
            _ => rule.allow_any_value(),
        },
    }
}

fn lengths(length: &Length) -> DataValidationRule<u32> {
    let number = |count: usize| u32::try_from(count).unwrap_or(32_767).min(32_767);
    match (length.min, length.max) {
        (min, max) if min == max => DataValidationRule::EqualTo(number(min)),
        (0 | 1, max) => DataValidationRule::LessThanOrEqualTo(number(max)),
        (min, usize::MAX) => DataValidationRule::GreaterThanOrEqualTo(number(min)),
        (min, max) => DataValidationRule::Between(number(min), number(max)),
    }
}

/// The limits as far as a spreadsheet can hold them in one.
fn bounds(limits: &[Limit]) -> Option<DataValidationRule<Formula>> {
    let of = |side: Side| limits.iter().find(|limit| limit.side == side).and_then(formula);
    match (of(Side::AtLeast), of(Side::AtMost), of(Side::Above), of(Side::Below)) {
        (Some(min), Some(max), ..) => Some(DataValidationRule::Between(min, max)),
        (Some(min), ..) => Some(DataValidationRule::GreaterThanOrEqualTo(min)),
        (_, Some(max), ..) => Some(DataValidationRule::LessThanOrEqualTo(max)),
        (.., Some(above), _) => Some(DataValidationRule::GreaterThan(above)),
        (.., Some(below)) => Some(DataValidationRule::LessThan(below)),
        _ => None,
    }
}

fn formula(limit: &Limit) -> Option<Formula> {
    let epoch = jiff::civil::date(1899, 12, 30);
    let days = |date: jiff::civil::Date| i64::from((date - epoch).get_days());
    let text = match &limit.bound {
        None => "=TODAY()".to_owned(),
        Some(Value::Number(number)) => format!("={}", number.normalize()),
        Some(Value::Date(date)) => format!("={}", days(*date)),
        Some(Value::DateTime(moment)) => format!("={}", days(moment.date())),
        Some(Value::Time(time)) => {
            let seconds = i32::from(time.hour()) * 3600 + i32::from(time.minute()) * 60 + i32::from(time.second());
            format!("={}", f64::from(seconds) / 86_400.0)
        }
        Some(_) => return None,
    };
    Some(Formula::new(text))
}

/// The message shown while a cell is filled in: at most 32 characters of title and 255 of text.
fn message(sheet: &Sheet, column: &Column) -> (String, String) {
    let cut = |text: &str, most: usize| {
        if text.chars().count() <= most {
            text.to_owned()
        } else {
            text.chars().take(most - 1).chain(['…']).collect()
        }
    };
    let must = match (&column.required_when, column.required) {
        (_, true) => "Required. ".to_owned(),
        (Some(when), _) => format!("Must be filled where {}. ", when.say(sheet)),
        (None, false) => String::new(),
    };
    let takes = crate::rulebook::capital(&property::words(sheet, column).join("; "));
    let said = match &column.help {
        Some(help) => format!("{must}{help}"),
        None => format!("{must}{takes}."),
    };
    (cut(column.heading.trim(), 32), cut(&said, 255))
}
