//! JSON lines: one object a line, each key a heading.

use std::io::BufRead;

use indexmap::IndexMap;
use serde_json::value::RawValue;

use super::{Table, Wanted};
use crate::intake::Source;

/// Values of a list in one cell are joined by this.
const JOINED: &str = "; ";

/// Whether a file is JSON lines: by its name, or by the brace that it begins with.
pub(super) fn is_meant(source: &Source) -> bool {
    if source.ending().is_some_and(|ending| matches!(ending.as_str(), "jsonl" | "ndjson")) {
        return true;
    }
    let Ok(mut bytes) = source.bytes() else { return false };
    let mut start = [0; 64];
    let read = std::io::Read::read(&mut bytes, &mut start).unwrap_or(0);
    let text = String::from_utf8_lossy(&start[..read]).into_owned();
    text.trim_start_matches('\u{feff}').trim_start().starts_with('{')
}

/// Adds the rows of a file. The error is why it cannot be read.
pub(super) fn add_rows(table: &mut Table, source: &Source, wanted: &Wanted) -> Result<(), String> {
    let bytes = source.bytes().map_err(|error| error.to_string())?;
    for (number, line) in (1_u64..).zip(std::io::BufReader::new(bytes).lines()) {
        let line = line.map_err(|_| format!("line {number} is not in UTF-8, as JSON must be"))?;
        let line = line.trim_start_matches('\u{feff}').trim();
        if line.is_empty() {
            continue;
        }
        let object: IndexMap<String, &RawValue> =
            serde_json::from_str(line).map_err(|_| format!("line {number} is not a JSON object of its own"))?;
        for key in object.keys() {
            if !table.headings.contains(key) {
                table.add_heading(key.clone(), wanted);
            }
        }
        let cells: Vec<String> = table.headings.iter().map(|key| object.get(key).map_or(String::new(), text)).collect();
        table.add(number, |column| &cells[column])?;
    }
    Ok(())
}

/// A value as the text of a cell. Numbers stay as they are written.
fn text(value: &&RawValue) -> String {
    let raw = value.get();
    match raw.as_bytes().first() {
        Some(b'"') => serde_json::from_str(raw).unwrap_or_default(),
        Some(b'n') => String::new(),
        Some(b'[') => {
            let parts: Vec<&RawValue> = serde_json::from_str(raw).unwrap_or_default();
            parts.iter().map(text).collect::<Vec<_>>().join(JOINED)
        }
        _ => raw.to_owned(),
    }
}
