//! The text is neither too long nor too short.

use super::{CellCheck, Column, Compiling, Property, Surroundings, WrittenColumn};
use crate::cell::Value;
use crate::encoding::Encoding;
use crate::rulebook::Sheet;
use crate::rulebook::compiler::Compiler;
use crate::rulebook::written::{WrittenLength, WrittenUnit};
use crate::finding::{CellProblem, Expected};
use crate::finding::codes::value as codes;
use crate::rulebook::phrases::length_words;
use crate::rulebook::model::Length;

pub(super) fn compile(on: &mut Compiling<'_>, written: &WrittenColumn) -> Option<Length> {
    let place = on.at("length");
    written.length.as_ref().and_then(|length| text_length(on.compiler, &place, length))
}

fn text_length(compiler: &mut Compiler, path: &str, written: &WrittenLength) -> Option<Length> {
    let (min, max) = match written.exactly {
        Some(exactly) => (exactly, exactly),
        None => (written.min.unwrap_or(0), written.max.unwrap_or(usize::MAX)),
    };
    if min > max {
        compiler.error(path, "the least length is greater than the greatest");
        return None;
    }
    let encoding = compiler.encoding.unwrap_or(Encoding::UTF_8);
    Some(Length { min, max, bytes_in: (written.unit == WrittenUnit::Bytes).then_some(encoding) })
}

pub(super) struct This;

pub(super) static PROPERTY: This = This;

impl Property for This {
    fn keys(&self) -> &'static [&'static str] {
        &["length"]
    }

    fn words(&self, _: &Sheet, column: &Column) -> Vec<String> {
        column.length.iter().map(length_words).collect()
    }

    fn toml(&self, _: &Sheet, column: &Column) -> Vec<(&'static str, String)> {
        let Some(length) = &column.length else { return Vec::new() };
        let size = match (length.min, length.max) {
            (min, max) if min == max => format!("exactly = {min}"),
            (0, max) => format!("max = {max}"),
            (min, usize::MAX) => format!("min = {min}"),
            (min, max) => format!("min = {min}, max = {max}"),
        };
        let unit = if length.bytes_in.is_some() { ", in = \"bytes\"" } else { "" };
        vec![("length", format!("{{ {size}{unit} }}"))]
    }

    fn check<'r>(&self, column: &'r Column, _: Surroundings<'_>) -> Option<Box<dyn CellCheck + 'r>> {
        Some(Box::new(Measured(column.length?)))
    }
}

struct Measured(Length);

impl Measured {
    fn length(&self, text: &str) -> usize {
        match self.0.bytes_in {
            None => text.chars().count(),
            Some(encoding) if encoding == Encoding::UTF_8 => text.len(),
            Some(encoding) if encoding == Encoding::UTF_16LE || encoding == Encoding::UTF_16BE => {
                text.encode_utf16().count() * 2
            }
            Some(encoding) => encoding.encode(text).map_or(text.len(), |bytes| bytes.len()),
        }
    }
}

impl CellCheck for Measured {
    fn passes(&self, text: &str, _: &Value<'_>) -> bool {
        // No text has more characters than bytes, and most are well within the limit.
        if self.0.min == 0 && self.0.bytes_in.is_none() && text.len() <= self.0.max {
            return true;
        }
        (self.0.min..=self.0.max).contains(&self.length(text))
    }

    fn explain(&self, text: &str, _: &Value<'_>) -> CellProblem {
        let length = self.length(text);
        let code = if length > self.0.max { &codes::TOO_LONG } else { &codes::TOO_SHORT };
        let unit = if self.0.bytes_in.is_some() { "bytes" } else { "characters" };
        let due = length_words(&self.0);
        CellProblem::new(code, format!("it has {length} {unit}; it should have {due}."))
            .expecting(Expected::Length(due))
    }
}
