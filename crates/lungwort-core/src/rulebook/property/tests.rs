//! The table is whole: its keys are those of the schema, every key is compared between editions and written back.

use std::collections::BTreeSet;
use std::path::Path;

use super::*;
use crate::rulebook::compare::compare;
use crate::rulebook::{Rulebook, load_text};

fn keys() -> BTreeSet<&'static str> {
    super::keys().collect()
}

#[test]
fn the_keys_are_those_of_the_schema() {
    let schema = serde_json::to_value(schemars::schema_for!(WrittenColumn)).unwrap();
    let known: BTreeSet<&str> = schema["properties"].as_object().unwrap().keys().map(String::as_str).collect();
    let table: BTreeSet<&str> = keys().into_iter().chain(["heading", "name", "times"]).collect();
    assert_eq!(known, table);
}

/// For each key, lines that a column has in one edition and not in another.
const CASES: &[(&str, &str)] = &[
    ("type", "type = 'whole'"),
    ("decimal_mark", "type = 'decimal'\ndecimal_mark = ','"),
    ("date_format", "type = 'date'\ndate_format = 'dd/mm/yyyy'"),
    ("time_format", "type = 'time'\ntime_format = 'hh:mm:ss'"),
    ("yes_no", "type = 'yes_no'\nyes_no = { yes = 'J', no = 'N' }"),
    ("section", "section = 'Places'"),
    ("required", "required = true"),
    ("required_when", "required_when = \"Id = 'x'\""),
    ("blank_when", "blank_when = \"Id = 'x'\""),
    ("allowed", "allowed = ['a', 'b']"),
    ("retired", "retired = { a = 'b' }"),
    ("format", "format = 'email'"),
    ("case", "case = 'upper'"),
    ("pattern", "pattern = { regex = '[a-z]+', words = 'small letters' }"),
    ("characters", "characters = 'ascii'"),
    ("length", "length = { max = 4 }"),
    ("min", "type = 'whole'\nmin = 3"),
    ("max", "type = 'whole'\nmax = 3"),
    ("above", "type = 'whole'\nabove = 3"),
    ("below", "type = 'date'\nbelow = 'today'"),
    ("places", "type = 'decimal'\nplaces = 2"),
    ("separator", "separator = ';'"),
    ("path", "separator = '>'\nallowed = ['a', 'a > b']\npath = true"),
    ("unique", "unique = true"),
    ("line_breaks", "line_breaks = true"),
    ("stored", "stored = 'text'"),
    ("value", "value = 'below'"),
    ("form", "format = 'iban'\nform = 'printed'"),
    ("never", "never = '.*#.*'"),
    ("attachment_folder", "attachment_folder = 'photos'"),
    ("attachments", "attachments = { folder = 'photos', kinds = ['jpg'], once = true }"),
    ("blank_words", "blank_words = ['NA', '-']"),
    ("default", "default = 'x'"),
    ("help", "help = 'What it is'"),
    ("example", "example = 'x'"),
    ("guide", "guide = ['fill it in']"),
    ("severity", "severity = 'warning'"),
];

fn book(lines: &str) -> Rulebook {
    let entries = if lines.starts_with("value") { "cell" } else { "column" };
    let text = format!(
        "[rulebook]\ntitle = 'T'\n[[sheet]]\nguide_rows = 1\n[[sheet.{entries}]]\nheading = 'Id'\n[[sheet.{entries}]]\nheading = 'X'\n{lines}\n"
    );
    let loaded = load_text(Path::new("t.rulebook.toml"), &text);
    assert!(loaded.mistakes.list.is_empty(), "{}", loaded.mistakes.render());
    loaded.rulebook.unwrap()
}

#[test]
fn every_key_is_compared_between_editions() {
    assert_eq!(CASES.iter().map(|(key, _)| *key).collect::<BTreeSet<_>>(), keys());
    for (key, lines) in CASES {
        let plain = if *key == "value" { "value = 'beside'" } else { "" };
        let (without, with) = (book(plain), book(lines));
        for (old, new) in [(&without, &with), (&with, &without)] {
            assert!(!compare(old, new).is_empty(), "{key}: nothing is said");
        }
        assert_eq!(compare(&with, &book(lines)), [], "{key}");
    }
}

#[test]
fn what_is_written_back_as_toml_compiles_to_the_same_again() {
    for (key, lines) in CASES {
        let with = book(lines);
        let sheet = &with.sheets[0];
        let written: Vec<(&str, String)> =
            ALL.iter().flat_map(|property| property.toml(sheet, &sheet.columns[1])).collect();
        // Conditions are not kept as they were written.
        if !key.ends_with("_when") {
            assert!(written.iter().any(|(known, _)| known == key), "{key} is not written");
        }
        let again: String = written.iter().map(|(key, value)| format!("{key} = {value}\n")).collect();
        if !key.ends_with("_when") {
            assert_eq!(compare(&with, &book(&again)), [], "{key}: {again}");
        }
    }
}

#[test]
fn keys_know_their_lines_also_in_the_compact_style() {
    let text = "[rulebook]\ntitle = 'T'\n[[sheet]]\ncolumn = [\n  { heading = 'A', required = true },\n  { heading = 'B',\n    length = { max = 3 } },\n]\n";
    let loaded = load_text(Path::new("t.rulebook.toml"), text);
    let columns = &loaded.rulebook.as_ref().unwrap().sheets[0].columns;
    assert_eq!((columns[0].line, columns[0].key_places.line("required")), (5, Some(5)));
    assert_eq!((columns[1].line, columns[1].key_places.line("length")), (6, Some(7)));
    assert_eq!(columns[1].key_places.line("required"), None);
}
