//! The column guide: what each column and rule asks, in the words of whoever fills the sheet.

use super::compile_rule::{capital, listed};
pub use super::guide_examples::{RuleExample, rule_example};
use super::model::{Allowed, Column, ColumnType, Length, Limit, Sheet, Side};
use super::written::WrittenCase;
use crate::cell::number::DecimalMark;
use crate::cell::{Kind, Value};

/// Values of a list that are shown in full; of a longer list, the first few.
const LISTED: usize = 8;

/// One line of the column guide.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct GuideLine {
    /// The heading.
    pub heading: String,
    /// "yes", "no", or when.
    pub required: String,
    /// What the column takes.
    pub takes: String,
    /// A value that is right; empty if none is given.
    pub example: String,
    /// What to fill in; empty if nothing is said.
    pub help: String,
}

/// The guide for every column.
pub fn columns(sheet: &Sheet) -> Vec<GuideLine> {
    sheet.columns.iter().map(|column| line(sheet, column)).collect()
}

fn line(sheet: &Sheet, column: &Column) -> GuideLine {
    let mut required = match &column.required_when {
        _ if column.required => "yes".to_owned(),
        Some(when) => format!("where {}", when.say(sheet)),
        None => "no".to_owned(),
    };
    if let Some(when) = &column.blank_when {
        required.push_str(&format!("; blank where {}", when.say(sheet)));
    }
    GuideLine {
        heading: column.heading.clone(),
        required,
        takes: capital(&takes(sheet, column).join("; ")),
        example: column.example.clone().unwrap_or_default(),
        help: column.help.clone().unwrap_or_default(),
    }
}

/// What a column takes, as phrases.
pub fn takes(sheet: &Sheet, column: &Column) -> Vec<String> {
    let mut said = Vec::new();
    let mark = match &column.kind {
        ColumnType::Whole(mark) | ColumnType::Decimal(mark) => *mark,
        _ => DecimalMark::Point,
    };
    match (&column.kind, &column.allowed, column.format) {
        (_, Some(allowed), _) => said.push(list_words(sheet, allowed)),
        (_, _, Some(format)) => said.push(format.words.to_owned()),
        (ColumnType::Text, ..) if column.pattern.is_some() || column.characters.is_some() => {}
        (ColumnType::Text, ..) => said.push("text".to_owned()),
        (ColumnType::Whole(_), ..) => said.push("a whole number".to_owned()),
        (ColumnType::Decimal(DecimalMark::Point), ..) => said.push("a number".to_owned()),
        (ColumnType::Decimal(DecimalMark::Comma), ..) => said.push("a number with a decimal comma".to_owned()),
        (ColumnType::Moment(kind, picture), ..) => said.push(format!("{} written {}", kind.words(), picture.written())),
        (ColumnType::YesNo(Some(words)), ..) => said.push(format!("{} or {}", words.yes, words.no)),
        (ColumnType::YesNo(None), ..) => said.push("yes or no".to_owned()),
    }
    if let Some(pattern) = &column.pattern {
        said.push(pattern.words.clone().unwrap_or_else(|| format!("built as {}", pattern.written)));
    }
    said.extend(column.limits.iter().map(|limit| limit_words(limit, column.kind.kind(), mark)));
    if let Some(places) = column.places {
        said.push(format!("at most {places} decimal place{}", if places == 1 { "" } else { "s" }));
    }
    said.extend(column.length.map(|length| length_words(&length)));
    if let Some(set) = &column.characters {
        said.push(format!("only {}", set.words));
    }
    match column.case {
        Some(WrittenCase::Upper) => said.push("in capital letters".to_owned()),
        Some(WrittenCase::Lower) => said.push("in small letters".to_owned()),
        None => {}
    }
    if let Some(sign) = &column.separator {
        said.push(format!("several may stand in it, with {} between", crate::cell::shown::quoted(sign)));
    }
    if column.unique {
        said.push("each only once".to_owned());
    }
    if let Some(folder) = &column.attachment_folder {
        said.push(format!("the name of a file in the folder {folder}"));
    }
    if let Some(default) = &column.default {
        said.push(format!("blank counts as {default}"));
    }
    said
}

fn list_words(sheet: &Sheet, allowed: &Allowed) -> String {
    let entries = allowed.list.entries();
    let shown: Vec<String> = entries
        .iter()
        .take(LISTED)
        .map(|entry| match &entry.meaning {
            Some(meaning) => format!("{} ({meaning})", entry.code),
            None => entry.code.to_string(),
        })
        .collect();
    let mut words = if allowed.name.is_empty() && entries.len() <= LISTED {
        match shown.as_slice() {
            [one] => format!("only {one}"),
            several => format!("one of {}", listed(several, "or")),
        }
    } else {
        let name = if allowed.name.is_empty() { "values" } else { allowed.name.trim_start_matches("the ") };
        format!("one of {} {name}, such as {}", entries.len(), listed(&shown[..shown.len().min(3)], "or"))
    };
    if let Some(dependent) = &allowed.dependent {
        let others: Vec<String> = dependent
            .columns
            .iter()
            .map(|at| sheet.columns.get(*at).map(|column| column.heading.clone()).unwrap_or_default())
            .collect();
        words.push_str(&format!(" that goes with {}", listed(&others, "and")));
    }
    words
}

/// A limit in words: "at most 100", "not after today".
pub fn limit_words(limit: &Limit, kind: Kind, mark: DecimalMark) -> String {
    let value = match &limit.bound {
        None => "today".to_owned(),
        Some(Value::Number(number)) => mark.write(*number),
        Some(value) => value.written(),
    };
    let word = match (limit.side, kind) {
        (Side::AtLeast, Kind::Number) => "at least",
        (Side::AtMost, Kind::Number) => "at most",
        (Side::Above, Kind::Number) => "more than",
        (Side::Below, Kind::Number) => "less than",
        (Side::AtLeast, _) => "not before",
        (Side::AtMost, _) => "not after",
        (Side::Above, _) => "after",
        (Side::Below, _) => "before",
    };
    format!("{word} {value}")
}

/// A length in words: "at most 40 characters".
pub fn length_words(length: &Length) -> String {
    let unit = match length.bytes_in {
        Some(encoding) => format!("bytes in {}", encoding.name()),
        None => "characters".to_owned(),
    };
    match (length.min, length.max) {
        (min, max) if min == max => format!("exactly {min} {unit}"),
        (0, max) => format!("at most {max} {unit}"),
        (min, usize::MAX) => format!("at least {min} {unit}"),
        (min, max) => format!("{min} to {max} {unit}"),
    }
}

#[cfg(test)]
#[path = "tests/guide.rs"]
mod tests;
