//! Which columns a sentence names together with a sheet: its codes are theirs.

use std::collections::HashSet;

use super::About;
use super::language::by_language;
use super::sentence::{Sentence, sentences};
use super::subject::{self, Headings, Place};
use super::words::{self, Language};
use crate::draft::{Draft, DraftColumn};
use crate::source::Template;
use lungwort_core::cell::fold::fold;
use lungwort_core::limits::LONGEST_TEXT;

/// The columns that a sentence names together with a sheet: `the codes for the unit are on the sheet Units`.
pub(crate) fn columns_named_with(template: &Template, sheet: &str, draft: &Draft) -> Vec<(usize, usize)> {
    let wanted = sheet.to_lowercase();
    let headings = Headings::of(draft);
    let others = template.sheets.iter().flat_map(|sheet| &sheet.full.cells);
    let texts = others.filter(|cell| cell.text.to_lowercase().contains(&wanted) && cell.text.len() <= LONGEST_TEXT);
    for sentence in texts.flat_map(|cell| sentences(&cell.text)) {
        let Some(place) = sentence.find(&wanted) else { continue };
        for language in by_language(&sentence, None) {
            let mentions = subject::mentions(&sentence, language, (draft, &headings), &About::Any);
            let mut places: Vec<Place> = mentions
                .iter()
                .filter(|mention| !place.contains(&mention.words.start))
                .map(|mention| mention.place)
                .collect();
            places.dedup();
            let headings: HashSet<&str> =
                places.iter().map(|(sheet, column)| draft.sheets[*sheet].columns[*column].heading.as_str()).collect();
            if headings.len() == 1 {
                return places;
            }
        }
    }
    columns_that_name(template, &wanted, draft)
}

/// The columns of which the note, the message or a guide row names a sheet: `Pick one from the sheet "Moorings"`.
fn columns_that_name(template: &Template, wanted: &str, draft: &Draft) -> Vec<Place> {
    let says = |text: &str| {
        text.len() <= LONGEST_TEXT && sentences(text).iter().any(|sentence| sentence.find(wanted).is_some())
    };
    let mut found = Vec::new();
    for (at, drafted) in draft.sheets.iter().enumerate() {
        let Some(sheet) = template.sheets.iter().find(|sheet| sheet.name == drafted.name) else {
            continue;
        };
        for (column, of) in drafted.columns.iter().enumerate() {
            let limits = sheet.validations(of.field, drafted.heading_row);
            let guides = drafted.heading_row..=drafted.heading_row + drafted.guide_rows;
            if guides.into_iter().any(|row| says(sheet.text(row, of.field)))
                || sheet.note(drafted.heading_row, of.field).is_some_and(says)
                || limits.iter().any(|(limit, _)| says(&limit.prompt))
            {
                found.push((at, column));
            }
        }
    }
    if found.is_empty() { in_rows(template, wanted, draft) } else { found }
}

/// The columns of which a row of a table names a sheet: `Treatment | see the sheet Substances`.
fn in_rows(template: &Template, wanted: &str, draft: &Draft) -> Vec<Place> {
    let says = |text: &str| {
        let names = |sentence: &Sentence| {
            let of_sheets = |language: &Language| sentence.has(language.sheets) || sentence.has(language.choose);
            sentence.find(wanted).is_some() && words::ALL.iter().any(|language| of_sheets(language))
        };
        text.len() <= LONGEST_TEXT && text.to_lowercase().contains(wanted) && sentences(text).iter().any(names)
    };
    let mut found = Vec::new();
    for sheet in template.sheets.iter().filter(|sheet| draft.sheets.iter().all(|drafted| drafted.name != sheet.name)) {
        for cell in sheet.full.cells.iter().filter(|cell| says(&cell.text)) {
            let row: Vec<String> = sheet.row(cell.row).iter().map(|(_, text)| fold(text)).collect();
            for (at, drafted) in draft.sheets.iter().enumerate() {
                let named = |column: &DraftColumn| row.contains(&fold(&column.heading));
                found.extend(drafted.columns.iter().position(named).map(|column| (at, column)));
            }
        }
    }
    found
}
