//! What rows are known by, and the keys of the template's own sample rows.

use super::draft::{Confidence, Draft, DraftColumn, DraftSheet};
use super::source::Template;
use super::{Entry, names};
use crate::rulebook::toml_text::{list, quoted};

/// Words of headings that identify, the surest first.
const IDENTIFYING: &[&[&str]] = &[
    &["id", "identifier", "sku", "key", "uuid", "barcode"],
    &["number", "no", "nr", "nummer", "code", "reference", "ref", "numero"],
    &["accession", "lot", "sample", "request", "batch", "order", "item", "article", "probe", "lieferung"],
    &["name", "title", "nom"],
];
/// Words of headings that never identify a row.
const NEVER: &[&str] = &[
    "country", "place", "site", "region", "town", "city", "state", "date", "day", "year", "phone", "email", "fax",
    "postcode", "zip", "post", "tax", "vat", "bank", "type", "kind", "unit", "status", "remarks", "notes",
];

/// Whether a heading is that of a column that identifies a row.
pub(super) fn identifies(heading: &str) -> bool {
    let name = names::plain_name(heading);
    let has = |words: &[&str]| name.split('_').any(|word| words.contains(&word));
    IDENTIFYING[..3].iter().any(|group| has(group)) && !has(NEVER)
}

/// The column that rows are known by: one that identifies, whose values differ where that is known.
pub(super) fn key(sheet: &mut DraftSheet) {
    if sheet.is_form {
        return;
    }
    let words =
        |column: &DraftColumn| names::plain_name(&column.heading).split('_').map(str::to_owned).collect::<Vec<_>>();
    let never = |column: &DraftColumn| words(column).iter().any(|word| NEVER.contains(&word.as_str()));
    // The lower, the surer.
    let rank = |column: &DraftColumn| {
        let words = words(column);
        IDENTIFYING
            .iter()
            .position(|group| words.iter().any(|word| group.contains(&word.as_str())))
            .unwrap_or(IDENTIFYING.len())
    };
    let unique = |column: &DraftColumn| column.lines.get("unique").is_some();
    let required = |column: &DraftColumn| column.lines.get("required").is_some();
    let candidates = sheet.columns.iter().enumerate().filter(|(_, column)| !never(column));
    let best = candidates.min_by_key(|(at, column)| (!unique(column), rank(column), !required(column), *at));
    let Some((_, column)) = best.or_else(|| sheet.columns.iter().enumerate().next()) else { return };
    let heading = column.heading.trim();
    let source = if unique(column) {
        format!("each value of {heading} is unique")
    } else {
        format!("a guess: {heading} looks like a key")
    };
    sheet.lines.set("key", list(&[&column.name]), source, Confidence::Confirm);
}

/// The keys of the template's own sample rows.
pub(super) fn sample_keys(template: &Template, entries: &[Option<Entry>], draft: &mut Draft) {
    for (sheet, entry) in draft.sheets.iter_mut().zip(entries) {
        let Some(entry) = entry.as_ref().filter(|entry| !entry.layout.sample_rows.is_empty()) else { continue };
        let source = &template.sheets[entry.at];
        let Some(line) = sheet.lines.get("key") else { continue };
        let key = sheet.columns.iter().find(|column| line.value == list(&[&column.name]));
        let Some(field) = key.map(|column| column.field) else { continue };
        let keys: Vec<&str> = entry
            .layout
            .sample_rows
            .iter()
            .map(|row| source.text(*row, field))
            .filter(|text| !text.is_empty())
            .collect();
        if !keys.is_empty() && keys.len() <= 100 {
            let rows = format!("the sample rows of the template, from row {}", entry.layout.sample_rows[0]);
            sheet.lines.set("sample_keys", list(&keys), rows, Confidence::Known);
        }
        for column in sheet.columns.iter_mut() {
            let text = source.text(entry.layout.sample_rows[0], column.field);
            if !text.is_empty() {
                column.lines.set("example", quoted(text), "the first sample row", Confidence::Confirm);
            }
        }
    }
}
