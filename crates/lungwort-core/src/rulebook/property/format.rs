//! The value has the structure that a standard defines.

use super::{CellCheck, Column, Compiling, Property, Surroundings, WrittenColumn};
use unicode_normalization::UnicodeNormalization;

use crate::cell::format::{self, Fault, Format};
use crate::cell::{Value, characters};
use crate::rulebook::Sheet;
use crate::rulebook::toml_text::quoted;
use crate::rulebook::written::WrittenForm;
use crate::rulebook::compiler::Compiler;
use crate::cell::fold;
use crate::finding::{CellProblem, Correction, Expected, codes::value as codes};

pub(super) fn compile(on: &mut Compiling<'_>, written: &WrittenColumn) -> Option<&'static Format> {
    let place = on.at("format");
    written.format.as_ref().and_then(|name| named_format(on.compiler, &place, name))
}

fn named_format(compiler: &mut Compiler, path: &str, name: &str) -> Option<&'static Format> {
    let found = Format::named(name);
    if found.is_none() {
        let names = || crate::cell::format::ALL.iter().map(|format| format.name);
        let hint = match fold::nearest(name, names()) {
            Some(near) => format!("did you mean {near}?"),
            None => format!("there is {}", names().collect::<Vec<_>>().join(", ")),
        };
        compiler.error(path, format!("there is no format {name}; {hint}"));
    }
    found
}

pub(super) struct This;

pub(super) static PROPERTY: This = This;

impl Property for This {
    fn keys(&self) -> &'static [&'static str] {
        &["format"]
    }

    fn words(&self, _: &Sheet, column: &Column) -> Vec<String> {
        // A list says more than a format.
        let format = column.format.filter(|_| column.allowed.is_none());
        format.map(|format| format.words.to_owned()).into_iter().collect()
    }

    fn toml(&self, _: &Sheet, column: &Column) -> Vec<(&'static str, String)> {
        column.format.iter().map(|format| ("format", quoted(format.name))).collect()
    }

    fn check<'r>(&self, column: &'r Column, _: Surroundings<'_>) -> Option<Box<dyn CellCheck + 'r>> {
        let format = column.format?;
        Some(Box::new(Structured { format, form: column.form, both_ways: format.is_written_both_ways() }))
    }
}

struct Structured {
    format: &'static Format,
    form: WrittenForm,
    /// Whether the format is written in more than one way at all.
    both_ways: bool,
}

impl Structured {
    /// Whether the value conforms, and is written in the one way that is asked for.
    fn fits(&self, text: &str) -> bool {
        if (self.format.judge)(text).is_err() {
            return false;
        }
        match self.form {
            _ if !self.both_ways => true,
            WrittenForm::Compact => !text.contains([' ', '-']),
            WrittenForm::Printed => self.format.is_printed(text),
        }
    }

    /// A value that conforms in the way that is asked for, where it can be told.
    fn in_form(&self, text: &str) -> Option<String> {
        let compacted = format::compact(text);
        match self.form {
            _ if self.fits(text) => Some(text.to_owned()),
            _ if !self.both_ways => None,
            WrittenForm::Compact => Some(compacted).filter(|text| self.fits(text)),
            WrittenForm::Printed => self.format.printed(&compacted).filter(|text| self.fits(text)),
        }
    }
}

impl CellCheck for Structured {
    fn passes(&self, text: &str, _: &Value<'_>) -> bool {
        self.fits(text)
    }

    fn explain(&self, text: &str, _: &Value<'_>) -> CellProblem {
        match (self.format.judge)(text) {
            Err(Fault::CheckDigit) => CellProblem::new(
                &codes::WRONG_CHECK_DIGIT,
                format!("the check digit of {} does not fit; a digit is wrong or two are swapped.", self.format.words),
            )
            .expecting(Expected::Format(self.format.name)),
            Err(Fault::Layout(why)) => {
                CellProblem::new(&codes::WRONG_FORMAT, format!("not {}: {why}.", self.format.words))
                    .with(self.simpler(text))
                    .expecting(Expected::Format(self.format.name))
            }
            Ok(()) => {
                let way = match self.form {
                    WrittenForm::Compact => "without spaces and hyphens",
                    WrittenForm::Printed => "in groups, as it is printed",
                };
                CellProblem::new(&codes::WRONG_FORMAT, format!("it should be written {way}."))
                    .with(self.in_form(text).and_then(Correction::certain))
                    .expecting(Expected::Format(self.format.name))
            }
        }
    }
}

impl Structured {
    /// What is right once spaces, hyphens, brackets or small letters are put in order.
    fn simpler(&self, text: &str) -> Option<Correction> {
        let bare: String = characters::with_plain_signs(text)
            .chars()
            .filter(|each| !matches!(each, ' ' | '-' | '(' | ')' | '.' | '/'))
            .collect();
        // Full-width letters and digits are the same ones, as East Asian keyboards type them.
        let narrow: String = text.nfkc().collect();
        if let Some(right) = Some(narrow.clone()).filter(|narrow| narrow != text).and_then(|text| self.in_form(&text)) {
            return Correction::certain(right);
        }
        let tries = [
            text.to_uppercase(),
            bare.clone(),
            bare.to_uppercase(),
            bare.strip_prefix("00").map(|rest| format!("+{rest}")).unwrap_or_default(),
            text.trim_start_matches("mailto:").to_owned(),
            format!("https://{text}"),
        ];
        tries.into_iter().find_map(|each| self.in_form(&each)).and_then(Correction::likely)
    }
}
