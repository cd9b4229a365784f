//! What a column's cells hold: text, numbers, dates and times, yes or no; and that free text is plain text.

use super::{CellCheck, Column, Compiling, Property, Surroundings, WrittenColumn};
use crate::cell::date::DatePattern;
use crate::cell::number::{self, DecimalMark};
use crate::cell::yes_no::YesNoWords;
use crate::cell::{Kind, Value};
use crate::finding::CellProblem;
use crate::finding::codes::{cell as codes, value};
use crate::rulebook::Sheet;
use crate::rulebook::change::Changes;
use crate::rulebook::compiler::Compiler;
use crate::rulebook::model::ColumnType;
use crate::rulebook::toml_text::quoted;
use crate::rulebook::written::WrittenType;

pub(super) fn compile(on: &mut Compiling<'_>, _: &WrittenColumn) -> ColumnType {
    on.kind.clone()
}

/// Reads what the cells of a column hold.
pub(in crate::rulebook) fn read(compiler: &mut Compiler, path: &str, written: &WrittenColumn) -> ColumnType {
    let mark = match written.decimal_mark.as_deref() {
        None | Some(".") => DecimalMark::Point,
        Some(",") => DecimalMark::Comma,
        Some(_) => {
            compiler.error(&format!("{path}.decimal_mark"), "the decimal mark is \".\" or \",\"");
            DecimalMark::Point
        }
    };
    let mut with_pattern = |kind: Kind, key: &str, given: &Option<String>, usual: &str| {
        let place = format!("{path}.{key}");
        let compiled = DatePattern::compile(given.as_deref().unwrap_or(usual));
        let fits = |date_pattern: &DatePattern| match kind {
            Kind::Date => date_pattern.has_date() && !date_pattern.has_time(),
            Kind::Time => !date_pattern.has_date() && date_pattern.has_time(),
            _ => date_pattern.has_date() && date_pattern.has_time(),
        };
        match compiled {
            Ok(date_pattern) if fits(&date_pattern) => ColumnType::Moment(kind, date_pattern),
            Ok(_) => {
                compiler.error(&place, format!("this is not a pattern of {}", kind.words()));
                ColumnType::Text
            }
            Err(error) => {
                compiler.error(&place, format!("{}; it is written such as {usual}", error.0));
                ColumnType::Text
            }
        }
    };
    match written.kind {
        WrittenType::Text => ColumnType::Text,
        WrittenType::Whole => ColumnType::Whole(mark),
        WrittenType::Decimal => ColumnType::Decimal(mark),
        WrittenType::Date => with_pattern(Kind::Date, "date_format", &written.date_format, "yyyy-mm-dd"),
        WrittenType::Month => with_pattern(Kind::Date, "date_format", &written.date_format, "yyyy-mm"),
        WrittenType::Time => with_pattern(Kind::Time, "time_format", &written.time_format, "hh:mm"),
        WrittenType::Datetime => with_pattern(Kind::DateTime, "date_format", &written.date_format, "yyyy-mm-dd hh:mm"),
        WrittenType::YesNo => ColumnType::YesNo(
            written.yes_no.as_ref().map(|words| YesNoWords { yes: words.yes.clone(), no: words.no.clone() }),
        ),
    }
}

pub(super) struct This;

pub(super) static PROPERTY: This = This;

impl Property for This {
    fn keys(&self) -> &'static [&'static str] {
        &["type", "decimal_mark", "date_format", "time_format", "yes_no"]
    }

    fn words(&self, _: &Sheet, column: &Column) -> Vec<String> {
        // A list or a named format says more than the type.
        if column.allowed.is_some() || column.format.is_some() {
            return Vec::new();
        }
        vec![match &column.kind {
            ColumnType::Text if !column.pattern.is_empty() || column.characters.is_some() => return Vec::new(),
            ColumnType::Text => "text".to_owned(),
            ColumnType::Whole(_) => "a whole number".to_owned(),
            ColumnType::Decimal(DecimalMark::Point) => "a number".to_owned(),
            ColumnType::Decimal(DecimalMark::Comma) => "a number with a decimal comma".to_owned(),
            ColumnType::Moment(Kind::Date, date_pattern) if !date_pattern.has_day() => {
                format!("a month written {}", date_pattern.written())
            }
            ColumnType::Moment(kind, date_pattern) => format!("{} written {}", kind.words(), date_pattern.written()),
            ColumnType::YesNo(Some(words)) => format!("{} or {}", words.yes, words.no),
            ColumnType::YesNo(None) => "yes or no".to_owned(),
        }]
    }

    fn toml(&self, _: &Sheet, column: &Column) -> Vec<(&'static str, String)> {
        let mut lines = Vec::new();
        let mut line = |key: &'static str, value: String| lines.push((key, value));
        match &column.kind {
            ColumnType::Text => {}
            ColumnType::Whole(_) => line("type", quoted("whole")),
            ColumnType::Decimal(_) => line("type", quoted("decimal")),
            ColumnType::Moment(kind, pattern) => {
                let (word, key) = match kind {
                    Kind::Date if !pattern.has_day() => ("month", "date_format"),
                    Kind::Time => ("time", "time_format"),
                    Kind::DateTime => ("datetime", "date_format"),
                    _ => ("date", "date_format"),
                };
                line("type", quoted(word));
                line(key, quoted(pattern.written()));
            }
            ColumnType::YesNo(words) => {
                line("type", quoted("yes_no"));
                if let Some(words) = words {
                    line("yes_no", format!("{{ yes = {}, no = {} }}", quoted(&words.yes), quoted(&words.no)));
                }
            }
        }
        if let ColumnType::Whole(DecimalMark::Comma) | ColumnType::Decimal(DecimalMark::Comma) = &column.kind {
            line("decimal_mark", quoted(","));
        }
        lines
    }

    fn compare(&self, old: (&Sheet, &Column), new: (&Sheet, &Column), changes: &mut Changes) {
        let (mut before, mut after) = (self.words(old.0, old.1), self.words(new.0, new.1));
        // That a text is text says nothing.
        if old.1.kind.kind() == new.1.kind.kind() {
            before.retain(|phrase| phrase != "text");
            after.retain(|phrase| phrase != "text");
        }
        super::compare_by_words(before, after, &new.1.heading, changes);
    }

    fn check<'r>(&self, column: &'r Column, _: Surroundings<'_>) -> Option<Box<dyn CellCheck + 'r>> {
        let constrained = column.allowed.is_some() || column.format.is_some() || !column.pattern.is_empty();
        (matches!(column.kind, ColumnType::Text) && !constrained).then(|| Box::new(PlainText) as Box<dyn CellCheck>)
    }
}

/// Free text is nothing that a spreadsheet would run, nor a number that one has mangled.
struct PlainText;

fn would_run(text: &str) -> bool {
    let mut letters = text.chars();
    match (letters.next(), letters.next()) {
        (Some('=' | '@'), Some(next)) => !next.is_whitespace(),
        (Some('+' | '-'), Some(next)) => next.is_ascii_alphabetic() || matches!(next, '(' | '=' | '@'),
        _ => false,
    }
}

impl CellCheck for PlainText {
    fn passes(&self, text: &str, _: &Value<'_>) -> bool {
        match text.as_bytes().first() {
            Some(b'=' | b'@' | b'+' | b'-') => !would_run(text),
            Some(b'0'..=b'9') => !number::looks_scientific(text),
            _ => true,
        }
    }

    fn explain(&self, text: &str, _: &Value<'_>) -> CellProblem {
        if would_run(text) {
            return CellProblem::new(&codes::FORMULA_TEXT, "a spreadsheet would run it as a formula.");
        }
        CellProblem::new(
            &value::SCIENTIFIC_NOTATION,
            "a spreadsheet has turned a long number into this and dropped digits; copy it from its source again.",
        )
    }
}
