//! What a column may ask of its cells: one file a property, one entry in the table below.
//!
//! The entry says the property's keys in the rulebook, with their types and what editors show of them, and the type
//! that it compiles to. The file says how it compiles, how it is said in words, how it is written as TOML, how two
//! editions of it compare, and which check it makes. Columns as written and as compiled, the schema, the guide, the
//! comparison of editions, blank templates and the checks all go through the table.

mod check;
mod compiling;
mod pattern_words;

use crate::rulebook::written::WrittenHeading;
pub(crate) use attachments::folder_of;
pub use attachments::{Attachments, WrittenAttachments};
pub use on_sheet::OnSheet;
use std::ops::Range;

use indexmap::IndexMap;
use schemars::JsonSchema;
use serde::Deserialize;

pub use check::{CellCheck, Surroundings};
pub(super) use compiling::Compiling;
pub(super) use kind::read as read_kind;

use super::Sheet;
use super::change::{Changes, Weight};
use super::model::{Allowed, CharacterSet, ColumnType, Length, Limit, Pattern};
use super::written::{
    WrittenAllowed, WrittenBound, WrittenCase, WrittenForm, WrittenLength, WrittenPatterns, WrittenStored, WrittenType,
    WrittenValuePlace, WrittenYesNo,
};
use crate::cell::format::Format;
use crate::condition::Condition;
use crate::finding::Severity;

/// A property of columns.
pub(crate) trait Property: Sync {
    /// Its keys in the rulebook.
    fn keys(&self) -> &'static [&'static str];

    /// What it asks of a cell, as phrases for whoever fills it in.
    fn words(&self, _: &Sheet, _: &Column) -> Vec<String> {
        Vec::new()
    }

    /// What it is in a column, as TOML: keys and values.
    fn toml(&self, sheet: &Sheet, column: &Column) -> Vec<(&'static str, String)>;

    /// What changed between two editions of a column. Where nothing better is said, it goes by its TOML.
    fn compare(&self, old: (&Sheet, &Column), new: (&Sheet, &Column), changes: &mut Changes) {
        compare_by_words(self.words(old.0, old.1), self.words(new.0, new.1), &new.1.heading, changes);
        if self.words(old.0, old.1).is_empty() && self.words(new.0, new.1).is_empty() {
            compare_by_toml(&self.toml(old.0, old.1), &self.toml(new.0, new.1), &new.1.heading, changes);
        }
    }

    /// The check that it makes.
    fn check<'r>(&self, _: &'r Column, _: Surroundings<'_>) -> Option<Box<dyn CellCheck + 'r>> {
        None
    }
}

/// The keys of all properties, in the order in which a rulebook writes them.
pub fn keys() -> impl Iterator<Item = &'static str> {
    ALL.iter().flat_map(|property| property.keys()).copied()
}

/// What is required now and was not before, and the reverse.
pub(super) fn compare_by_words(before: Vec<String>, after: Vec<String>, heading: &str, changes: &mut Changes) {
    let gained: Vec<&String> = after.iter().filter(|phrase| !before.contains(phrase)).collect();
    let lost: Vec<&String> = before.iter().filter(|phrase| !after.contains(phrase)).collect();
    let joined = |phrases: &[&String]| phrases.iter().map(|phrase| phrase.as_str()).collect::<Vec<_>>().join("; ");
    match (gained.as_slice(), lost.as_slice()) {
        ([], []) => {}
        ([], lost) => changes.say(heading, format!("no longer requires: {}", joined(lost)), Weight::Looser),
        (gained, []) => changes.say(heading, format!("now requires: {}", joined(gained)), Weight::Stricter),
        (gained, lost) => {
            let words = format!("now requires: {}; before: {}", joined(gained), joined(lost));
            changes.say(heading, words, Weight::Stricter);
        }
    }
}

fn compare_by_toml(
    before: &[(&'static str, String)],
    after: &[(&'static str, String)],
    heading: &str,
    changes: &mut Changes,
) {
    let value = |lines: &[(&'static str, String)], key: &str| {
        lines.iter().find(|(known, _)| *known == key).map(|(_, value)| value.clone())
    };
    let keys = before.iter().chain(after).map(|(key, _)| *key).collect::<std::collections::BTreeSet<_>>();
    for key in keys {
        let words = match (value(before, key), value(after, key)) {
            (before, after) if before == after => continue,
            (Some(before), Some(after)) => format!("{key} is now {after}; before {before}"),
            (None, Some(after)) => format!("{key} is now {after}; nothing was said before"),
            (_, None) => format!("{key} is no longer given"),
        };
        changes.say(heading, words, Weight::Moved);
    }
}

/// Where the keys of a column are in the rulebook's text.
#[derive(Debug, Clone, Default)]
pub struct KeyPlaces {
    /// Key, place in bytes, and line from one.
    pub(super) places: Vec<(&'static str, Range<usize>, usize)>,
}

impl KeyPlaces {
    /// The place of a key.
    pub fn span(&self, key: &str) -> Option<Range<usize>> {
        self.places.iter().find(|(known, ..)| *known == key).map(|(_, span, _)| span.clone())
    }

    /// The line of a key, from one.
    pub fn line(&self, key: &str) -> Option<usize> {
        self.places.iter().find(|(known, ..)| *known == key).map(|(.., line)| *line)
    }
}

/// What a column takes, as phrases.
pub fn words(sheet: &Sheet, column: &super::Column) -> Vec<String> {
    ALL.iter().flat_map(|property| property.words(sheet, column)).collect()
}

/// Makes the columns as written and as compiled, and the table of properties, of the entries.
macro_rules! properties {
    ($( $(#[$doc:meta])* $property:ident: $compiled:ty { $( $(#[$meta:meta])* $key:ident: $written:ty, )* } )*) => {
        $(mod $property;)*

        /// One column, as it is written.
        #[derive(Debug, Clone, Deserialize, JsonSchema)]
        #[serde(deny_unknown_fields)]
        pub struct WrittenColumn {
            /// The heading, exactly as in the template; of a labelled cell, the label. Several where it is another one in
            /// other languages or editions, in the same order for every column.
            #[serde(alias = "label")]
            pub heading: WrittenHeading,
            /// A short name for conditions and rules.
            pub name: Option<String>,
            /// How many times the column is there, with the others that say so one after the other; {n} in its texts is
            /// the number.
            pub times: Option<u32>,
            $($( $(#[$meta])* pub $key: $written, )*)*
        }

        /// One column, compiled.
        #[derive(Debug)]
        pub struct Column {
            /// The heading as in the template; the first of several.
            pub heading: String,
            /// Its headings in other languages or editions.
            pub other_headings: Vec<String>,
            /// The short name, where one is given.
            pub name: Option<String>,
            /// The line of the rulebook on which it begins, from one.
            pub line: usize,
            /// Where its keys are in the rulebook.
            pub key_places: KeyPlaces,
            $( $(#[$doc])* pub $property: $compiled, )*
        }

        /// Every property.
        pub(crate) static ALL: &[&dyn Property] = &[$(&$property::PROPERTY),*];

        /// Compiles a column.
        pub(super) fn compile(on: &mut Compiling<'_>, written: &WrittenColumn) -> Column {
            Column {
                heading: written.heading.first().to_owned(),
                other_headings: written.heading.others().to_vec(),
                name: written.name.clone(),
                line: on.line(),
                key_places: on.key_places(),
                $( $property: $property::compile(on, written), )*
            }
        }
    };
}

properties! {
    /// The section of the template that it belongs to.
    section: Option<String> {
        /// The section of the template that it belongs to: the band over its heading.
        section: Option<String>,
    }
    /// What its cells hold.
    kind: ColumnType {
        /// What the cells hold; text if left out.
        #[serde(rename = "type", default)]
        kind: WrittenType,
        /// The decimal mark: "." (if left out) or ",".
        decimal_mark: Option<String>,
        /// How dates are written: yyyy-mm-dd (if left out), dd/mm/yyyy, … with hh:mm for a datetime.
        date_format: Option<String>,
        /// How times are written: hh:mm (if left out), h:mm or hh:mm:ss.
        time_format: Option<String>,
        /// The words for yes and no.
        yes_no: Option<WrittenYesNo>,
    }
    /// Whether every row must fill it.
    required: bool {
        /// Whether every row must fill it.
        #[serde(default)]
        required: bool,
    }
    /// Words that count as blank.
    blank_words: Vec<String> {
        /// Words that the receiving side takes for a blank cell, exactly as written; those of the sheet and of the file
        /// count as well.
        #[serde(default)]
        blank_words: Vec<String>,
    }
    /// When a row must fill it.
    required_when: Option<Condition> {
        /// The condition under which a row must fill it.
        required_when: Option<String>,
    }
    /// When a row must leave it blank.
    blank_when: Option<Condition> {
        /// The condition under which a row must leave it blank.
        blank_when: Option<String>,
    }
    /// The values it takes.
    allowed: Option<Allowed> {
        /// The values it accepts: a list, codes with meanings, or a reference.
        allowed: Option<WrittenAllowed>,
    }
    /// Values of another sheet of the file.
    on_sheet: Option<on_sheet::OnSheet> {}
    /// Values no longer used, with their successors.
    retired: IndexMap<String, String> {
        /// Values no longer used, each with the one that replaced it.
        #[serde(default)]
        retired: IndexMap<String, String>,
    }
    /// A named structure.
    format: Option<&'static Format> {
        /// A named structure, such as email or iban.
        format: Option<String>,
    }
    /// Whether an identifier is written together or in groups.
    form: WrittenForm {
        /// With a format that is printed in groups: "compact" (if left out) or "printed".
        form: Option<WrittenForm>,
    }
    /// Capitals or lower case.
    case: Option<WrittenCase> {
        /// Whether letters must be capitals (upper) or lower case.
        case: Option<WrittenCase>,
    }
    /// How the value is built.
    pattern: Vec<Pattern> {
        /// A regular expression that the whole value must match; of a list, every one.
        #[serde(default)]
        pattern: WrittenPatterns,
    }
    /// What it must not match.
    never: Vec<Pattern> {
        /// Regular expressions, none of which the whole value may match.
        #[serde(default)]
        never: WrittenPatterns,
    }
    /// Which characters are allowed in it.
    characters: Option<CharacterSet> {
        /// Which characters are allowed in it: ascii, latin, plain, or a list such as "A-Z 0-9 -".
        characters: Option<String>,
    }
    /// How long it may be.
    length: Option<Length> {
        /// How long the text may be.
        length: Option<WrittenLength>,
    }
    /// Limits of the value.
    limits: Vec<Limit> {
        /// The least value; for dates a date in quotes or "today".
        min: Option<WrittenBound>,
        /// The greatest value; for dates a date in quotes or "today".
        max: Option<WrittenBound>,
        /// A value that must be exceeded.
        above: Option<WrittenBound>,
        /// A value that must not be reached.
        below: Option<WrittenBound>,
    }
    /// The most digits after the decimal mark.
    places: Option<u32> {
        /// The most digits after the decimal mark.
        places: Option<u32>,
    }
    /// The separator of several values.
    separator: Option<String> {
        /// What separates several values in one cell, each of which is checked.
        separator: Option<String>,
    }
    /// Whether its values are levels of a path.
    path: bool {
        /// Whether the values are levels, each of which must stand under the one before in the allowed paths.
        #[serde(default)]
        path: bool,
    }
    /// Whether no value may be in it twice.
    unique: bool {
        /// Whether no value may be in it twice.
        #[serde(default)]
        unique: bool,
    }
    /// Whether line breaks are allowed in it.
    line_breaks: bool {
        /// Whether line breaks are allowed in a cell.
        #[serde(default)]
        line_breaks: bool,
    }
    /// How the cells of a workbook are kept.
    stored: WrittenStored {
        /// How the cells of a workbook are kept; in any way if left out.
        stored: Option<WrittenStored>,
    }
    /// Of a labelled cell: where its value is.
    value_place: WrittenValuePlace {
        /// Of a labelled cell: where the value is from the label; beside it (to the right) if left out.
        value: Option<WrittenValuePlace>,
    }
    /// Where the files named in it are.
    attachment_folder: Option<String> {
        /// The folder, beside the file, in which the files named in this column are.
        attachment_folder: Option<String>,
    }
    /// The files that it names.
    attachments: Option<Attachments> {
        /// The files that are named in this column: in a folder, or uploaded before.
        attachments: Option<WrittenAttachments>,
    }
    /// What a blank cell is taken for.
    default: Option<String> {
        /// What a blank cell means to the receiving side.
        default: Option<String>,
    }
    /// What to fill in.
    help: Option<String> {
        /// What to fill in, in words.
        help: Option<String>,
    }
    /// A value that is right.
    example: Option<String> {
        /// A value that is right.
        example: Option<String>,
    }
    /// The text of the guide rows.
    guide: Vec<String> {
        /// The text of the guide rows under this heading.
        #[serde(default)]
        guide: Vec<String>,
    }
    /// How much a wrong value matters.
    severity: Option<Severity> {
        /// How much a wrong value matters; an error if left out.
        severity: Option<Severity>,
    }
}

/// The checks that a column asks for, each with the key that asks.
pub(crate) fn checks_for<'r>(
    column: &'r Column,
    surroundings: Surroundings<'_>,
) -> Vec<(&'static str, Box<dyn CellCheck + 'r>)> {
    let made = |property: &&dyn Property| {
        let key = property.keys().first().copied().unwrap_or_default();
        Some((key, property.check(column, surroundings)?))
    };
    ALL.iter().filter_map(made).collect()
}

#[cfg(test)]
#[path = "tests.rs"]
mod tests;
