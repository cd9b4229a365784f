//! Words that the receiving side takes for a blank cell.

use super::{Column, Compiling, Property, WrittenColumn};
use crate::rulebook::{Sheet, listed};
use crate::rulebook::toml_text::list;

/// The words of the column, of its sheet and of the whole file together.
pub(super) fn compile(on: &mut Compiling<'_>, written: &WrittenColumn) -> Vec<String> {
    if written.blank_words.iter().any(|word| word.trim().is_empty()) {
        on.error("blank_words", "a blank cell is blank without being named; give words such as \"NA\"");
    }
    let all = written.blank_words.iter().chain(&on.sheet.blank_words).chain(&on.compiler.blank_words);
    let mut words: Vec<String> = Vec::new();
    for word in all.map(|word| word.trim()).filter(|word| !word.is_empty()) {
        if !words.iter().any(|known| known == word) {
            words.push(word.to_owned());
        }
    }
    words
}

pub(super) struct This;

pub(super) static PROPERTY: This = This;

impl Property for This {
    fn keys(&self) -> &'static [&'static str] {
        &["blank_words"]
    }

    fn words(&self, _: &Sheet, column: &Column) -> Vec<String> {
        match column.blank_words.as_slice() {
            [] => Vec::new(),
            [one] => vec![format!("{one} counts as blank")],
            several => vec![format!("{} count as blank", listed(several, "and"))],
        }
    }

    fn toml(&self, _: &Sheet, column: &Column) -> Vec<(&'static str, String)> {
        if column.blank_words.is_empty() { Vec::new() } else { vec![("blank_words", list(&column.blank_words))] }
    }
}
