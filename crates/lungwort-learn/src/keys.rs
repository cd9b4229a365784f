//! What rows are known by, and the keys of the template's own sample rows.

use super::draft::{Confidence, Draft, DraftColumn, DraftSheet};
use super::source::Template;
use super::{Entry, names};
use lungwort_core::rulebook::toml_text::{list, quoted};

/// Words of headings that identify, the surest first.
const IDENTIFYING: &[&[&str]] = &[
    &["id", "identifier", "sku", "key", "uuid", "barcode"],
    &["number", "no", "nr", "nummer", "code", "reference", "ref", "numero"],
    &[
        "accession", "lot", "sample", "request", "batch", "order", "item", "article", "probe", "lieferung", "posten",
        "objekt", "auftrag", "bestellung", "charge", "echantillon", "commande", "colis", "parcel", "consignment",
        "booking", "ticket", "tag",
    ],
    &["name", "title", "nom"],
];
/// Signs that stand for "number".
const NUMBER_SIGNS: &[&str] = &["№", "N°", "Nº", "n°", "nº"];
/// Words of headings that never identify a row.
const NEVER: &[&str] = &[
    "country", "place", "site", "region", "town", "city", "state", "date", "day", "year", "phone", "email", "fax",
    "postcode", "zip", "post", "tax", "vat", "bank", "type", "kind", "unit", "status", "remarks", "notes", "weight",
    "price", "amount", "quantity", "height", "length", "width", "depth", "gewicht", "preis", "betrag", "menge",
    "anzahl", "hohe", "lange", "breite", "tiefe", "poids", "prix", "montant", "quantite", "hauteur", "longueur",
];

/// Whether a heading is that of a column that identifies a row.
pub(super) fn identifies(heading: &str) -> bool {
    let name = names::plain_name(heading);
    // "Buchungsnummer" is one word.
    let joined = |word: &str| ["nummer", "kennung"].iter().any(|end| word.ends_with(end));
    let has = |words: &[&str]| name.split('_').any(|word| words.contains(&word));
    if name.split('_').any(joined) && !has(NEVER) {
        return true;
    }
    IDENTIFYING[..3].iter().any(|group| has(group)) && !has(NEVER)
}

/// The column that rows are known by: one that identifies, whose values differ where that is known.
pub(super) fn key(sheet: &mut DraftSheet) {
    if sheet.is_form {
        return;
    }
    let words =
        |column: &DraftColumn| names::plain_name(&column.heading).split('_').map(str::to_owned).collect::<Vec<_>>();
    let unfilled = |column: &DraftColumn| column.lines.get("blank_when").is_some_and(|line| line.value == "\"TRUE\"");
    // One of a few values identifies no row.
    let listed = |column: &DraftColumn| column.lines.get("allowed").is_some() || column.lines.get("yes_no").is_some();
    let never = |column: &DraftColumn| {
        unfilled(column) || listed(column) || words(column).iter().any(|word| NEVER.contains(&word.as_str()))
    };
    // The lower, the surer.
    let rank = |column: &DraftColumn| {
        let words = words(column);
        if NUMBER_SIGNS.iter().any(|sign| column.heading.contains(sign)) {
            return 1;
        }
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

/// Sample rows that a rulebook names, at most.
const MOST_SAMPLES: usize = 100;

/// The template's own sample rows: by their keys, where these are surely keys, or as they are; and the notes under the headings, which
/// are no rows of data either.
pub(super) fn sample_keys(template: &Template, entries: &[Option<Entry>], draft: &mut Draft) {
    for (sheet, entry) in draft.sheets.iter_mut().zip(entries) {
        let Some(entry) = entry else { continue };
        let (layout, source) = (&entry.layout, &template.sheets[entry.at]);
        let samples = &layout.sample_rows[layout.staying.min(layout.sample_rows.len())..];
        let key = sheet.lines.get("key").and_then(|line| {
            sheet.columns.iter().find(|column| line.value == list(&[&column.name])).map(|column| column.field)
        });
        let keys: Vec<&str> = key
            .into_iter()
            .flat_map(|field| samples.iter().map(move |row| source.text(*row, field)))
            .filter(|text| !text.is_empty())
            .collect();
        let said = |rows: &[u64]| format!("the sample rows of the template, from row {}", rows.first().unwrap_or(&0));
        // A row that has the key of a sample by chance is none; only a key that is surely one tells.
        let sure = sheet.columns.iter().any(|column| Some(column.field) == key && column.lines.get("unique").is_some());
        let by_key = sure && !keys.is_empty() && keys.len() <= MOST_SAMPLES;
        if by_key {
            sheet.lines.set("sample_keys", list(&keys), said(samples), Confidence::Known);
        }
        let whole = samples.iter().filter(|_| key.is_some() && !by_key).chain(&layout.footnotes);
        let whole: Vec<u64> = whole.copied().collect();
        if (1..=MOST_SAMPLES).contains(&whole.len()) {
            let cells = |row: &u64| {
                let cells: Vec<&str> =
                    sheet.columns.iter().map(|column| source.text(*row, column.field).trim()).collect();
                list(&cells)
            };
            let all: Vec<String> = whole.iter().map(cells).collect();
            sheet.lines.set("sample_rows", format!("[{}]", all.join(", ")), said(&whole), Confidence::Known);
        }
        let Some(first) = layout.sample_rows.first().filter(|_| key.is_some()) else { continue };
        for column in sheet.columns.iter_mut() {
            let text = source.text(*first, column.field);
            if !text.is_empty() {
                column.lines.set("example", quoted(text), "the first sample row", Confidence::Confirm);
            }
        }
    }
}
