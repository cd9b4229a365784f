//! Only certain characters stand in the value.

use super::{CellCheck, Column, Compiling, Property, Surroundings, WrittenColumn};
use crate::cell::{Value, characters, fold, shown};
use crate::rulebook::Sheet;
use crate::rulebook::toml_text::quoted;
use crate::rulebook::compiler::Compiler;
use crate::finding::{CellProblem, Correction, codes::cell as cell_codes, codes::value as codes};
use crate::rulebook::model::CharacterSet;

pub(super) fn compile(on: &mut Compiling<'_>, written: &WrittenColumn) -> Option<CharacterSet> {
    let place = on.at("characters");
    written.characters.as_ref().and_then(|set| character_set(on.compiler, &place, set))
}

/// `ascii`, `latin`, `plain`, or characters and ranges such as `A-Z 0-9 -`, where a space between them counts for
/// nothing and `space` is the space itself.
fn character_set(compiler: &mut Compiler, path: &str, written: &str) -> Option<CharacterSet> {
    let all_but_curly = || {
        let mut ranges = vec![];
        let mut first = ' ';
        for each in ('\u{80}'..='\u{2fff}').filter(|each| crate::cell::characters::plain_for(*each).is_some()) {
            ranges.push((first, char::from_u32(u32::from(each) - 1).unwrap_or(first)));
            first = char::from_u32(u32::from(each) + 1).unwrap_or(each);
        }
        ranges.push((first, char::MAX));
        ranges.retain(|(first, last)| first <= last);
        ranges
    };
    let set = |words: &str, ranges: Vec<(char, char)>| {
        Some(CharacterSet { words: words.to_owned(), written: written.to_owned(), ranges })
    };
    match written {
        "ascii" => return set("the characters of a plain English keyboard", vec![(' ', '~')]),
        "latin" => {
            return set(
                "Latin letters with or without accents, digits and signs",
                vec![(' ', '~'), ('\u{a0}', '\u{24f}'), ('\u{1e00}', '\u{1eff}'), ('\u{2010}', '\u{2027}')],
            );
        }
        "plain" => {
            return set("any characters but curly quotes and long dashes", all_but_curly());
        }
        _ => {}
    }
    let mut ranges = Vec::new();
    for part in written.split(' ').filter(|part| !part.is_empty()) {
        let letters: Vec<char> = part.chars().collect();
        match letters.as_slice() {
            ['s', 'p', 'a', 'c', 'e'] => ranges.push((' ', ' ')),
            [first, '-', last] if first < last => ranges.push((*first, *last)),
            [first, '-', last] if first > last => {
                compiler.error(path, format!("{part} runs backwards"));
                return None;
            }
            signs => ranges.extend(signs.iter().map(|sign| (*sign, *sign))),
        }
    }
    if ranges.is_empty() {
        compiler.error(path, "no characters are named");
        return None;
    }
    set(&format!("the characters {written}"), ranges)
}

pub(super) struct This;

pub(super) static PROPERTY: This = This;

impl Property for This {
    fn keys(&self) -> &'static [&'static str] {
        &["characters"]
    }

    fn words(&self, _: &Sheet, column: &Column) -> Vec<String> {
        column.characters.iter().map(|set| format!("only {}", set.words)).collect()
    }

    fn toml(&self, _: &Sheet, column: &Column) -> Vec<(&'static str, String)> {
        column.characters.iter().map(|set| ("characters", quoted(&set.written))).collect()
    }

    fn check<'r>(&self, column: &'r Column, _: Surroundings<'_>) -> Option<Box<dyn CellCheck + 'r>> {
        let set = column.characters.as_ref()?;
        let ascii = std::array::from_fn(|byte| u8::try_from(byte).is_ok_and(|byte| set.takes(char::from(byte))));
        Some(Box::new(Limited { set, ascii }))
    }
}

struct Limited<'r> {
    set: &'r CharacterSet,
    /// Whether each ASCII character is taken.
    ascii: [bool; 128],
}

impl Limited<'_> {
    fn takes(&self, each: char) -> bool {
        // A line break is judged where cells' looks are, whatever the set.
        each == '\n' || each == '\r' || self.ascii.get(each as usize).copied().unwrap_or_else(|| self.set.takes(each))
    }
}

impl CellCheck for Limited<'_> {
    fn passes(&self, text: &str, _: &Value<'_>) -> bool {
        text.chars().all(|each| self.takes(each))
    }

    fn explain(&self, text: &str, _: &Value<'_>) -> CellProblem {
        let Some(odd) = text.chars().find(|each| !self.takes(*each)) else {
            return CellProblem::new(&codes::FORBIDDEN_CHARACTER, "a character is not allowed.");
        };
        let plain = characters::with_plain_signs(text);
        let message = format!("{} is not allowed in it, only {}.", shown::character(odd), self.set.words);
        if characters::plain_for(odd).is_some() && plain.chars().all(|each| self.takes(each)) {
            return CellProblem::new(&cell_codes::CURLY_QUOTE, message).with(Correction::certain(plain));
        }
        let unaccented = fold::without_accents(&plain);
        let correction =
            unaccented.chars().all(|each| self.takes(each)).then_some(unaccented).and_then(Correction::likely);
        CellProblem::new(&codes::FORBIDDEN_CHARACTER, message).with(correction)
    }
}
