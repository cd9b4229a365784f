//! The cells of a row of the sheet of columns: what each says of a column in a person's words, and what is understood of it.
//!
//! What the words of a cell cannot hold stands there as the rulebook writes it, behind `toml:`, so that nothing is lost.

use toml_edit::{Item, Table, Value};

use super::words::{self, Said};

/// A cell of a row.
pub(super) struct Field {
    /// The heading over it.
    pub title: &'static str,
    /// The keys of the rulebook that it shows.
    pub keys: &'static [&'static str],
    /// What is chosen from, where that is a few words.
    pub choices: &'static [&'static str],
    /// What may be written, for whoever fills it in.
    pub help: &'static str,
    /// How wide it is.
    pub width: f64,
    /// What it says.
    pub say: fn(&Table) -> Option<String>,
    /// Takes what somebody wrote.
    pub take: fn(&str, &mut Table) -> Result<(), String>,
}

/// A key whose value is a text, a number or a truth, as it is.
macro_rules! plain {
    ($title:literal, $key:literal, $kind:ident, $width:literal, $help:literal) => {
        Field {
            title: $title,
            keys: &[$key],
            choices: words::$kind::CHOICES,
            help: $help,
            width: $width,
            say: |table| words::$kind::say(table.get($key)),
            take: |text, table| words::put(table, $key, words::$kind::take(text)?),
        }
    };
}

/// The words for what cells hold, and how the rulebook writes them.
const TYPES: &[(&str, &str)] = &[
    ("text", "text"),
    ("whole number", "whole"),
    ("number", "decimal"),
    ("date", "date"),
    ("month", "month"),
    ("time", "time"),
    ("date and time", "datetime"),
    ("yes or no", "yes_no"),
];

/// Every cell of a row, in the order of the sheet.
pub(super) const FIELDS: &[Field] = &[
    Field {
        title: "Required",
        keys: &["required", "required_when"],
        choices: &["yes", "no"],
        help: "yes, no, or \"when\" and a condition: when country = 'GB'",
        width: 16.0,
        say: |table| {
            let required = table.get("required").and_then(Item::as_bool);
            match (required, table.get("required_when").map(Item::as_str)) {
                (Some(true), None) => Some("yes".to_owned()),
                (Some(false), None) => Some("no".to_owned()),
                (None, Some(Some(when))) if words::one_line(when) => Some(format!("when {when}")),
                _ => None,
            }
        },
        take: |text, table| {
            let lower = text.to_lowercase();
            let when = ["when ", "only when ", "if ", "only if ", "where ", "only where "];
            if let Some(word) = when.iter().find(|word| lower.starts_with(**word)) {
                table.remove("required");
                let condition = text.get(word.len()..).unwrap_or_default().trim();
                return words::put(table, "required_when", Said::Value(condition.into()));
            }
            let said = words::truth::take(text)
                .map_err(|_| "say yes, no, or \"when\" and a condition: when country = 'GB'".to_owned())?;
            table.remove("required_when");
            words::put(table, "required", said)
        },
    },
    Field {
        title: "Type",
        keys: &["type"],
        choices: &["text", "whole number", "number", "date", "month", "time", "date and time", "yes or no"],
        help: "What the cells hold; blank is text.",
        width: 14.0,
        say: |table| {
            let written = table.get("type")?.as_str()?;
            TYPES.iter().find(|(_, known)| *known == written).map(|(words, _)| (*words).to_owned())
        },
        take: |text, table| {
            let lower = text.to_lowercase();
            let known = TYPES.iter().find(|(words, written)| *words == lower || *written == lower);
            let Some((_, written)) = known else {
                let words: Vec<&str> = TYPES.iter().map(|(words, _)| *words).collect();
                let near = crate::cell::fold::nearest(&lower, words.iter().copied());
                let near = near.map(|near| format!("; did you mean {near}?")).unwrap_or_default();
                return Err(format!("there is {}{near}", words.join(", ")));
            };
            words::put(table, "type", Said::Value((*written).into()))
        },
    },
    Field {
        title: "Length",
        keys: &["length"],
        choices: &[],
        help: "max 60, min 2, exactly 6, 2 to 8; with \"bytes\" where bytes are counted",
        width: 12.0,
        say: |table| words::length::say(table.get("length")),
        take: |text, table| words::put(table, "length", words::length::take(text)?),
    },
    Field {
        title: "Smallest",
        keys: &["min", "above"],
        choices: &[],
        help: "The smallest number or earliest date (1, 2026-01-31, today), or \"above 0\".",
        width: 12.0,
        say: |table| words::bound::say(table, "min", "above", "above"),
        take: |text, table| words::bound::take(text, table, ("min", "above"), &["above", "more than", "after", ">"]),
    },
    Field {
        title: "Largest",
        keys: &["max", "below"],
        choices: &[],
        help: "The largest number or latest date (100, today), or \"below 1\".",
        width: 12.0,
        say: |table| words::bound::say(table, "max", "below", "below"),
        take: |text, table| words::bound::take(text, table, ("max", "below"), &["below", "less than", "before", "<"]),
    },
    plain!("Decimal places", "places", number, 9.0, "The most decimal places."),
    plain!("Date format", "date_format", text, 13.0, "How dates are written: dd/mm/yyyy"),
    plain!("Format", "format", text, 13.0, "A named format: email, iban, isbn, … (docs/rulebook.md lists them)"),
    Field {
        title: "Pattern",
        keys: &["pattern"],
        choices: &[],
        help: "A regular expression for the whole value: \\d{4}-\\d{5}",
        width: 18.0,
        say: |table| match table.get("pattern")? {
            item if item.is_str() => words::text::say(Some(item)),
            item => words::text::say(pattern_with_words(item)?.get("regex")),
        },
        take: |text, table| {
            let words_of = pattern_words(table);
            let Said::Value(regex) = words::text::take(text)? else {
                return words::put(table, "pattern", Said::Nothing);
            };
            words::put(table, "pattern", Said::Value(pattern_value(regex, words_of)))
        },
    },
    Field {
        title: "Pattern in words",
        keys: &[],
        choices: &[],
        help: "What the pattern asks, in words: year, hyphen, five digits",
        width: 22.0,
        say: |table| pattern_words(table).filter(|words| words::one_line(words)),
        take: |text, table| {
            let regex = match table.get("pattern") {
                Some(item) if item.is_str() => item.as_str(),
                Some(item) => pattern_with_words(item).and_then(|inner| inner.get("regex")).and_then(Item::as_str),
                None => None,
            };
            match (regex.map(str::to_owned), text.is_empty()) {
                (Some(regex), blank) => {
                    let words_of = (!blank).then(|| text.to_owned());
                    words::put(table, "pattern", Said::Value(pattern_value(regex.as_str().into(), words_of)))
                }
                (None, true) => Ok(()),
                (None, false) => Err("there is no pattern that these words could be of".to_owned()),
            }
        },
    },
    plain!("Unique", "unique", truth, 8.0, "yes where no value may come twice"),
    plain!("Several separated by", "separator", spaced, 10.0, "What is between several values in one cell, such as ;"),
    plain!("Severity", "severity", severity, 10.0, "error, warning or note; blank is error"),
    plain!("Example", "example", text, 16.0, "A value that is right."),
    plain!("Help", "help", text, 36.0, "What to fill in."),
    plain!("Short name", "name", text, 14.0, "A short name for conditions: letters, digits and _."),
    plain!("Section", "section", text, 14.0, "The band of the template over the heading."),
];

/// A pattern that has its words and nothing else beside it.
fn pattern_with_words(item: &Item) -> Option<&dyn toml_edit::TableLike> {
    let inner = item.as_table_like()?;
    let both = inner.len() == 2 && inner.get("words").is_some_and(Item::is_str);
    (both && inner.get("regex").is_some_and(Item::is_str)).then_some(inner)
}

fn pattern_words(table: &Table) -> Option<String> {
    pattern_with_words(table.get("pattern")?)?.get("words")?.as_str().map(str::to_owned)
}

fn pattern_value(regex: Value, words: Option<String>) -> Value {
    match words {
        None => regex,
        Some(words) => {
            let mut inner = toml_edit::InlineTable::new();
            inner.insert("regex", regex);
            inner.insert("words", words.into());
            inner.into()
        }
    }
}
