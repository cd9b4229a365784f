//! From a rulebook's text to the written types, with every mistake reported at once.
//!
//! serde stops at the first mistake. Here the entry that it stumbled over is taken out and reading begins
//! again, until all is well or nothing is left to take out.

use std::ops::Range;

use toml::de::{DeTable, DeValue};

use super::from_toml;
use super::mistake::{Level, Mistake};
use super::repeat;
use super::source::Source;
use super::written::WrittenRulebook;
use crate::cell::fold;
use crate::limits::READ_AGAIN;

/// Reads a rulebook. `None` where too little is right to go on.
pub(super) fn read(text: &str, mistakes: &mut Vec<Mistake>) -> (Option<WrittenRulebook>, Source) {
    let (document, errors) = DeTable::parse_recoverable(text);
    for error in &errors {
        let span = error.span().unwrap_or(0..0);
        mistakes.push(Mistake { level: Level::Error, message: syntax_message(error.message()), span });
    }
    let mut source = Source::new(text, document.get_ref().clone());
    let span = document.span();
    let mut table = document.into_inner();
    let mut written = None;
    // Each round takes one entry out, and a text has no more entries than bytes.
    for round in 0..text.len() + 1 {
        if round > READ_AGAIN {
            let message = format!("there are more than {READ_AGAIN} mistakes; the rest of the rulebook was not read");
            mistakes.push(Mistake { level: Level::Error, message, span: 0..0 });
            break;
        }
        let mut repeated = table.clone();
        source.origins = repeat::columns(&mut repeated);
        let attempt = toml::Spanned::new(span.clone(), DeValue::Table(repeated));
        match from_toml::value::<WrittenRulebook>(&attempt) {
            Ok(rulebook) => {
                written = Some(rulebook);
                break;
            }
            Err(error) => {
                let place = error.span.unwrap_or(0..0);
                let found = text.get(place.clone()).unwrap_or_default();
                let message = kinder(&error.message, key_before(text, place.start), found);
                // A value that is no TOML is a mistake of its key as well; what is said of the key says how to write it.
                mistakes.retain(|known| known.span != place || !known.message.starts_with(NOT_TOML));
                mistakes.push(Mistake { level: Level::Error, message, span: shortened(text, &place) });
                if !take_out(&mut table, &place) {
                    break;
                }
            }
        }
    }
    (written, source)
}

/// A mistake about a whole table points at its first line only.
fn shortened(text: &str, place: &Range<usize>) -> Range<usize> {
    let first = text.get(place.clone()).and_then(|part| part.find('\n')).unwrap_or(place.len());
    place.start..place.start + first
}

/// Takes out the deepest entry that holds the place. An array element goes as a whole where the place is the
/// element itself (something is missing in it).
fn take_out(table: &mut DeTable<'_>, place: &Range<usize>) -> bool {
    let holder = table.iter().find(|(key, value)| within(&key.span(), place) || holds(value, place));
    let Some(key) = holder.map(|(key, _)| key.clone()) else {
        return false;
    };
    let deeper = !within(&key.span(), place) && table.get_mut(&key).is_some_and(|value| take_out_below(value, place));
    deeper || table.remove(&key).is_some()
}

fn take_out_below(value: &mut toml::Spanned<DeValue<'_>>, place: &Range<usize>) -> bool {
    match value.get_mut() {
        DeValue::Table(inner) => take_out(inner, place),
        DeValue::Array(items) => {
            let slice: &mut [toml::Spanned<DeValue<'_>>] = items.as_mut();
            let Some(at) = slice.iter().position(|item| holds(item, place)) else {
                return false;
            };
            if !take_out_below(&mut slice[at], place) {
                let kept = items.iter().enumerate().filter(|(each, _)| *each != at).map(|(_, item)| item.clone());
                *items = kept.collect();
            }
            true
        }
        _ => false,
    }
}

fn within(span: &Range<usize>, place: &Range<usize>) -> bool {
    span.start <= place.start && place.end <= span.end
}

/// Whether the value or a part of it holds the place: tables written under their own `[header]` do not span
/// their parts.
fn holds(value: &toml::Spanned<DeValue<'_>>, place: &Range<usize>) -> bool {
    within(&value.span(), place)
        || match value.get_ref() {
            DeValue::Table(table) => table.iter().any(|(key, value)| within(&key.span(), place) || holds(value, place)),
            DeValue::Array(items) => items.iter().any(|item| holds(item, place)),
            _ => false,
        }
}

const NOT_TOML: &str = "this is not TOML: ";

fn syntax_message(message: &str) -> String {
    let first = message.lines().next().unwrap_or(message);
    format!("{NOT_TOML}{first}")
}

/// The key that a value on the same line belongs to.
fn key_before(text: &str, at: usize) -> &str {
    let line = text.get(..at).and_then(|before| before.rsplit('\n').next()).unwrap_or_default();
    let key = line.trim_end().strip_suffix('=').unwrap_or_default();
    key.rsplit(['{', ',']).next().unwrap_or_default().trim()
}

/// How the values of some keys are written.
const WRITTEN: &[(&str, &str)] = &[
    ("length", "length = { max = 40 } or length = { exactly = 15 }"),
    ("allowed", "allowed = [\"A\", \"B\"], or { A = \"its meaning\" }, or { reference = \"…\" }"),
    ("required", "required = true"),
    ("unique", "unique = true"),
    ("line_breaks", "line_breaks = true"),
    ("yes_no", "yes_no = { yes = \"Y\", no = \"N\" }"),
    ("key", "key = [\"Id\"]"),
    ("guide", "guide = [\"Who collected\"]"),
    ("retired", "retired = { OLD = \"NEW\" }"),
    ("blank_words", "blank_words = [\"NA\"]"),
    ("separator", "separator = \";\""),
    ("path", "path = true"),
    ("places", "places = 2"),
];

/// serde's words in ours, with the nearest known name for an unknown one.
fn kinder(message: &str, key: &str, found: &str) -> String {
    if let Some(rest) = message.strip_prefix("unknown field `") {
        let (name, known) = rest.split_once('`').unwrap_or((rest, ""));
        return unknown("key", name, known);
    }
    if let Some(rest) = message.strip_prefix("unknown variant `") {
        let (name, known) = rest.split_once('`').unwrap_or((rest, ""));
        return unknown("value", name, known);
    }
    if let Some(rest) = message.strip_prefix("missing field `") {
        return format!("{} is missing here", rest.trim_end_matches('`'));
    }
    if let Some(rest) = message.strip_prefix("invalid type: ")
        && let Some((_, expected)) = rest.split_once(", expected ")
    {
        let expected = match expected {
            "a string" => "a text in quotes",
            "a boolean" => "true or false, without quotes",
            "u32" | "u64" | "usize" => "a whole number, without quotes",
            "a sequence" => "a list in square brackets",
            "a map" => "a table: { key = value }",
            other if other.starts_with("struct ") => "a table: { key = value }",
            other => other,
        };
        let found = found.lines().next().unwrap_or_default();
        let whole = found.bytes().all(|byte| byte.is_ascii_digit()) && !found.is_empty();
        if key == "length" && whole {
            return format!("length is a table: length = {{ max = {found} }}, or length = {{ exactly = {found} }}");
        }
        let truth = ["yes", "no", "on", "off", "true", "false"]
            .iter()
            .position(|word| found.trim_matches(['"', '\'']).eq_ignore_ascii_case(word));
        if let (Some(at), "true or false, without quotes") = (truth, expected) {
            return format!("use {key} = {}, without quotes, not {found}", at % 2 == 0);
        }
        if let Some((_, written)) = WRITTEN.iter().find(|(known, _)| *known == key) {
            return format!("use {written}, not {found}");
        }
        return format!("use {expected}, not {found}");
    }
    message.to_owned()
}

/// What other programs and people call some of the keys.
const CALLED: [(&[&str], &str); 9] = [
    (&["values", "enum", "choices", "options", "list", "one_of"], "allowed"),
    (&["mandatory", "obligatory", "not_null", "non_empty"], "required"),
    (&["regex", "regexp"], "pattern"),
    (&["max_length", "maxlength", "min_length", "minlength", "max_len", "min_len", "size"], "length"),
    (&["minimum", "from", "at_least"], "min"),
    (&["maximum", "to", "at_most"], "max"),
    (&["header", "title", "label", "caption"], "heading"),
    (&["decimals", "precision", "scale"], "places"),
    (&["check", "require", "assert", "rules", "checks"], "rule"),
];

fn unknown(what: &str, name: &str, known: &str) -> String {
    let names: Vec<&str> = known.split('`').skip(1).step_by(2).collect();
    let called = CALLED.iter().find(|(others, key)| others.contains(&name) && names.contains(key)).map(|(_, key)| *key);
    match called.or_else(|| fold::nearest(name, names.iter().copied())) {
        Some(near) => format!("there is no {what} {name}; did you mean {near}?"),
        None if names.len() <= 12 => format!("there is no {what} {name}; there is {}", names.join(", ")),
        None => format!("there is no {what} {name} here; docs/rulebook.md lists them"),
    }
}

#[cfg(test)]
#[path = "tests/load.rs"]
mod tests;
