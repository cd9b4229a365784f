//! Which columns a sentence names together with a sheet: its codes are theirs.

use std::collections::{HashMap, HashSet};

use aho_corasick::AhoCorasick;

use super::About;
use super::language::by_language;
use super::sentence::{Sentence, sentences};
use super::subject::{self, Headings, Mention, Place};
use super::words::{self, Language};
use crate::draft::{Draft, DraftColumn};
use crate::source::Template;
use lungwort_core::cell::fold::fold;
use lungwort_core::limits::LONGEST_TEXT;

/// What texts of a template name its sheets, found once for all of them.
pub(crate) struct SheetsNamed<'t> {
    template: &'t Template,
    headings: Headings,
    /// The cells that have the name of a sheet in them, by the name in lower case: their sheet, and which of its cells.
    cells: HashMap<String, Vec<(usize, usize)>>,
    /// The columns of which a note, a message or a guide row has the name of a sheet in it.
    columns: HashMap<String, Vec<(Place, &'t str)>>,
    /// The sentences of cells that were looked at, with the columns that each names.
    read: HashMap<(usize, usize), Vec<Naming>>,
}

/// A sentence, and the columns that it names, in each language that it may be in.
struct Naming {
    sentence: Sentence,
    mentions: Vec<Vec<Mention>>,
}

impl<'t> SheetsNamed<'t> {
    pub fn of(template: &'t Template, draft: &Draft) -> SheetsNamed<'t> {
        let names: HashSet<String> = template.sheets.iter().map(|sheet| sheet.name.to_lowercase()).collect();
        let names: Vec<String> = names.into_iter().filter(|name| !name.is_empty()).collect();
        let finder = AhoCorasick::new(&names).ok();
        let named = |text: &str| -> HashSet<usize> {
            let Some(finder) = finder.as_ref().filter(|_| text.len() <= LONGEST_TEXT) else { return HashSet::new() };
            finder.find_overlapping_iter(&text.to_lowercase()).map(|found| found.pattern().as_usize()).collect()
        };
        let mut cells: HashMap<String, Vec<(usize, usize)>> = HashMap::new();
        for (at, sheet) in template.sheets.iter().enumerate() {
            for (cell, of) in sheet.full.cells.iter().enumerate() {
                let place = (at, cell);
                named(&of.text).into_iter().for_each(|name| cells.entry(names[name].clone()).or_default().push(place));
            }
        }
        let mut columns: HashMap<String, Vec<(Place, &str)>> = HashMap::new();
        for (place, text) in beside_columns(template, draft) {
            let places = named(text).into_iter();
            places.for_each(|name| columns.entry(names[name].clone()).or_default().push((place, text)));
        }
        SheetsNamed { template, headings: Headings::of(draft), cells, columns, read: HashMap::new() }
    }

    /// The columns that a sentence names together with a sheet: `the codes for the unit are on the sheet Units`.
    pub fn columns(&mut self, sheet: &str, draft: &Draft) -> Vec<Place> {
        let wanted = sheet.to_lowercase();
        for cell in self.cells.get(&wanted).into_iter().flatten() {
            let of = |sentence: Sentence| {
                let about = &About::Any;
                let mentions = |language| subject::mentions(&sentence, language, (draft, &self.headings), about);
                let mentions = by_language(&sentence, None).into_iter().map(mentions).collect();
                Naming { sentence, mentions }
            };
            let text = &self.template.sheets[cell.0].full.cells[cell.1].text;
            let read = self.read.entry(*cell).or_insert_with(|| sentences(text).into_iter().map(of).collect());
            for naming in read {
                let Some(place) = naming.sentence.find(&wanted) else { continue };
                for mentions in &naming.mentions {
                    let others = mentions.iter().filter(|mention| !place.contains(&mention.words.start));
                    let mut places: Vec<Place> = others.map(|mention| mention.place).collect();
                    places.dedup();
                    let headings: HashSet<&str> = (places.iter())
                        .map(|(sheet, column)| draft.sheets[*sheet].columns[*column].heading.as_str())
                        .collect();
                    if headings.len() == 1 {
                        return places;
                    }
                }
            }
        }
        let says = |text: &str| sentences(text).iter().any(|sentence| sentence.find(&wanted).is_some());
        let beside = self.columns.get(&wanted).into_iter().flatten().filter(|(_, text)| says(text));
        let mut found: Vec<Place> = beside.map(|(place, _)| *place).collect();
        found.dedup();
        if found.is_empty() { self.in_rows(&wanted, draft) } else { found }
    }

    /// The columns of which a row of a table names a sheet: `Treatment | see the sheet Substances`.
    fn in_rows(&self, wanted: &str, draft: &Draft) -> Vec<Place> {
        let names = |sentence: &Sentence| {
            let of_sheets = |language: &Language| sentence.has(language.sheets) || sentence.has(language.choose);
            sentence.find(wanted).is_some() && words::ALL.iter().any(|language| of_sheets(language))
        };
        let mut found = Vec::new();
        for (sheet, cell) in self.cells.get(wanted).into_iter().flatten() {
            let sheet = &self.template.sheets[*sheet];
            let cell = &sheet.full.cells[*cell];
            if draft.sheets.iter().any(|drafted| drafted.name == sheet.name) || !sentences(&cell.text).iter().any(names)
            {
                continue;
            }
            let row: Vec<String> = sheet.row(cell.row).iter().map(|(_, text)| fold(text)).collect();
            for (at, drafted) in draft.sheets.iter().enumerate() {
                let named = |column: &DraftColumn| row.contains(&fold(&column.heading));
                found.extend(drafted.columns.iter().position(named).map(|column| (at, column)));
            }
        }
        found
    }
}

/// The guide rows, notes and messages of the columns.
fn beside_columns<'t>(template: &'t Template, draft: &Draft) -> Vec<(Place, &'t str)> {
    let mut found = Vec::new();
    for (at, drafted) in draft.sheets.iter().enumerate() {
        let Some(sheet) = template.sheets.iter().find(|sheet| sheet.name == drafted.name) else {
            continue;
        };
        for (column, of) in drafted.columns.iter().enumerate() {
            let guides = drafted.heading_row..=drafted.heading_row + drafted.guide_rows;
            let texts = guides.map(|row| sheet.text(row, of.field)).chain(sheet.note(drafted.heading_row, of.field));
            let limits = sheet.validations(of.field, drafted.heading_row).into_iter();
            let texts = texts.chain(limits.map(|(limit, _)| limit.prompt.as_str()));
            found.extend(texts.map(|text| ((at, column), text)));
        }
    }
    found
}
