//! What a filled workbook has kept of the blank template's frame: its sheets, what stands above and under the
//! headings, its drop-downs, and the edition.

use std::path::Path;
use std::sync::Arc;

use crate::cell::{fold, shown};
use crate::check::file::BOOKS;
use crate::check::problem::about_column;
use crate::check::run::open::TopRows;
use crate::check::run::reporter::Reporter;
use crate::check::workbook::formats;
use crate::check::workbook::sheet::DataPlace;
use crate::finding::codes::template as codes;
use crate::finding::{Message, Place, Problem, Topic, column_letter};
use crate::intake::workbook::{FullSheet, SheetMetadata, Style, Workbook};
use crate::intake::{Chunk, OpenError, ReadOptions, SheetRows, Source};
use crate::limits::TEMPLATE_CELLS;
use crate::rulebook::Rulebook;
use crate::rulebook::model::EditionPlace;

/// Changed cells that are reported one by one.
const REPORTED: usize = 20;

/// The blank template that a rulebook names, as far as its frame goes.
pub(crate) struct TemplateComparison {
    names: Vec<String>,
    /// For each sheet of the rulebook, the template's.
    sheets: Vec<Option<FullSheet>>,
    styles: Vec<Style>,
}

impl TemplateComparison {
    /// Reads the template; `None` where the rulebook names none, or one that is no workbook. One that is named and
    /// cannot be read is reported, since nothing can then be compared with it.
    pub fn read(rulebook: &Rulebook, out: &mut Reporter<'_>) -> Option<TemplateComparison> {
        let template = rulebook.template.as_ref()?;
        if let Some((missing, why)) = &template.missing {
            let message = format!(
                "the blank template {}, which the rulebook names, {why}: what belongs to the template was not compared.",
                missing.display()
            );
            out.say(&codes::TEMPLATE_MISSING, message);
        }
        let path = template.file.as_ref()?;
        let compared = TemplateComparison::of(path, rulebook);
        let named = path.extension().map(|ending| ending.to_string_lossy().to_lowercase());
        let why = match &compared {
            Err(error) => Some(error.to_string()),
            Ok(None) => {
                let book = named.filter(|ending| BOOKS.contains(&ending.as_str()));
                book.map(|ending| format!("its name says .{ending}, and it is no workbook"))
            }
            Ok(Some(_)) => None,
        };
        if let Some(why) = why {
            let message = format!(
                "the blank template {}, which the rulebook names, could not be compared with the file: {why}.",
                path.display()
            );
            out.say(&codes::TEMPLATE_UNREADABLE, message);
        }
        compared.ok().flatten()
    }

    fn of(path: &Path, rulebook: &Rulebook) -> Result<Option<TemplateComparison>, OpenError> {
        let source = Source::regular(path)?;
        if !source.is_workbook() {
            // Of a delimited template, the headings and guide rows are in the rulebook.
            source.text(ReadOptions::default())?;
            return Ok(None);
        }
        let mut book = source.workbook()?;
        let names: Vec<String> = book.sheets.iter().map(|sheet| sheet.name.clone()).collect();
        let mut sheets = Vec::new();
        for sheet in &rulebook.sheets {
            let at = names.iter().position(|name| sheet.name.as_deref().is_none_or(|wanted| wanted == name));
            sheets.push(at.map(|at| book.full_sheet(at, TEMPLATE_CELLS)).transpose()?);
        }
        let styles = book.styles().to_vec();
        Ok(Some(TemplateComparison { names, sheets, styles }))
    }

    /// Whether it says how its cells are formatted.
    pub fn has_styles(&self) -> bool {
        !self.styles.is_empty()
    }

    /// Cells that are formatted otherwise than those of the template.
    pub fn formats(
        &self,
        number: usize,
        (rows, styles): (&SheetRows, &[Style]),
        data: &DataPlace<'_>,
        out: &mut Reporter<'_>,
    ) {
        let (Some(Some(blank)), Some(style_rows)) = (self.sheets.get(number), rows.style_rows()) else { return };
        formats::compare((blank, &self.styles), (style_rows, styles, rows.metadata()), data, out);
    }

    /// Whether the template has a sheet of that name.
    pub fn has(&self, name: &str) -> bool {
        self.names.iter().any(|known| known == name)
    }

    /// Sheets that were removed, renamed or added.
    pub fn sheets(&self, rulebook: &Rulebook, book: &Workbook, out: &mut Reporter<'_>) {
        // The rulebook's own sheets have been reported of.
        let own = |name: &str| rulebook.sheets.iter().any(|sheet| sheet.name.as_deref() == Some(name));
        let gone: Vec<&String> = self
            .names
            .iter()
            .filter(|name| !own(name) && !book.sheets.iter().any(|sheet| sheet.name == **name))
            .collect();
        for name in &gone {
            let message = format!("the template's sheet {} is gone or has another name.", shown::quoted(name));
            out.say(&codes::TEMPLATE_CHANGED, message);
        }
        for sheet in book.sheets.iter().filter(|sheet| !self.has(&sheet.name)) {
            let renamed = rulebook
                .sheets
                .iter()
                .any(|known| known.name.as_deref().is_some_and(|name| fold::fold(name) == fold::fold(&sheet.name)));
            if !renamed {
                out.say(
                    &codes::ADDED_SHEET,
                    format!("the sheet {} is not in the template.", shown::quoted(&sheet.name)),
                );
            }
        }
    }

    /// Cells above the headings that are not as in the template.
    pub fn top(&self, rulebook: &Rulebook, number: usize, first: &Chunk, out: &mut Reporter<'_>) {
        let sheet = &rulebook.sheets[number];
        let Some(Some(blank)) = self.sheets.get(number) else { return };
        if sheet.is_form {
            return;
        }
        let end = u64::from(sheet.heading_row);
        let found = |row: u64, column: usize| -> String {
            let at = (0..first.row_count()).find(|at| first.row_number(*at) == row);
            at.map(|at| first.text(first.cell(at, column)).trim().to_owned()).unwrap_or_default()
        };
        let edition = match rulebook.template.as_ref().and_then(|template| template.edition_in.as_ref()) {
            Some(EditionPlace::Cell { row, column, .. }) => Some((*row, *column)),
            _ => None,
        };
        let width = blank.cells.iter().map(|cell| cell.column + 1).max().unwrap_or(0);
        let mut reported = 0;
        for row in 1..end {
            for column in 0..width {
                let (due, here) = (blank.text(row, column).trim().to_owned(), found(row, column));
                // Another edition is reported as that.
                if due == here || Some((row, column)) == edition || reported == REPORTED {
                    continue;
                }
                reported += 1;
                let place = Place { row: Some(row), field: Some(column), ..Place::default() };
                out.emit(changed(row, column, &due, &here), place, Some(here.into()));
            }
        }
    }

    /// Drop-downs of the template that the filled sheet has nowhere any more.
    pub fn drop_downs(&self, number: usize, metadata: &SheetMetadata, data: &DataPlace<'_>, out: &mut Reporter<'_>) {
        let Some(Some(blank)) = self.sheets.get(number) else { return };
        let lists = |metadata: &SheetMetadata, field: usize| metadata.drop_downs(field).next().is_some();
        for (index, column) in data.sheet.columns.iter().enumerate() {
            let in_template = blank.place_of(&column.heading).map(|(_, column)| column);
            let (Some(was), Some(is)) = (in_template, data.header.field_of[index]) else { continue };
            if !lists(&blank.metadata, was) || lists(metadata, is) {
                continue;
            }
            let message = format!(
                "The drop-down of {} is gone from the whole column {}: what was pasted there went in unchecked.",
                shown::quoted(&column.heading),
                column_letter(is)
            );
            let problem = about_column(&codes::LOST_DROP_DOWN, data.sheet, index, message);
            let place = Place { row: Some(data.heading_row), field: Some(is), ..Place::default() };
            out.emit(problem, place, None);
        }
    }
}

fn changed(row: u64, column: usize, due: &str, here: &str) -> Arc<Problem> {
    let cell = format!("{}{row}", column_letter(column));
    let message = match (due, here) {
        (due, "") => format!("The template has {} in {cell}, and here it is blank.", shown::quoted(due)),
        ("", here) => format!("The template has nothing in {cell}, and here is {}.", shown::quoted(here)),
        (due, here) => {
            format!("The template has {} in {cell}, and here is {}.", shown::quoted(due), shown::quoted(here))
        }
    };
    Arc::new(Problem {
        code: &codes::TEMPLATE_CHANGED,
        severity: codes::TEMPLATE_CHANGED.severity,
        topic: Topic::File,
        subject: Arc::from(""),
        message: Message::sentence(message),
        correction: None,
        rulebook_line: None,
    })
}

/// Compares the edition that the file says it is of with the rulebook's.
pub(crate) fn edition(
    rulebook: &Rulebook,
    book: Option<&Workbook>,
    tops: &[TopRows],
    name: &str,
    out: &mut Reporter<'_>,
) {
    let Some(due) = rulebook.edition.as_deref() else { return };
    let Some(place) = rulebook.template.as_ref().and_then(|template| template.edition_in.as_ref()) else { return };
    let sheets = || book.map(|book| book.sheets.as_slice()).unwrap_or_default();
    // Of delimited text, its name alone can tell.
    if book.is_none() && *place != EditionPlace::FileName {
        return;
    }
    let (texts, place): (Vec<String>, String) = match place {
        EditionPlace::Cell { sheet, row, column } => {
            let at = match sheet {
                Some(sheet) => sheets().iter().position(|entry| entry.name.eq_ignore_ascii_case(sheet)),
                None => Some(0),
            };
            let cell = at.and_then(|at| {
                tops.get(at)?.row((*row as usize).checked_sub(1)?).get(*column).map(|text| (*text).to_owned())
            });
            let named = at.map(|at| format!(" on sheet {}", sheets()[at].name)).unwrap_or_default();
            (cell.into_iter().collect(), format!("the cell {}{row}{named}", column_letter(*column)))
        }
        EditionPlace::SheetName => {
            (sheets().iter().map(|entry| entry.name.clone()).collect(), "the sheets' names".to_owned())
        }
        EditionPlace::Property(wanted) => {
            let found = book
                .map(Workbook::properties)
                .unwrap_or_default()
                .into_iter()
                .filter(|(name, _)| name.eq_ignore_ascii_case(wanted));
            (found.map(|(_, value)| value).collect(), format!("the document's property {wanted}"))
        }
        EditionPlace::FileName => {
            let file =
                std::path::Path::new(name).file_stem().map(|stem| stem.to_string_lossy().replace(['_', '-'], " "));
            (file.into_iter().collect(), "the file's name".to_owned())
        }
    };
    if texts.iter().any(|text| says(text, due)) {
        return;
    }
    let said: Vec<String> =
        texts.iter().filter(|text| !text.trim().is_empty()).take(2).map(|text| shown::quoted(text)).collect();
    let message = match said.as_slice() {
        [] => format!("nothing is said about the edition in {place}; edition {due} is required."),
        said => format!("{place} says {}; edition {due} is required.", said.join(" and ")),
    };
    out.say(&codes::OTHER_EDITION, message);
}

/// Whether a text names an edition: as a word of its own, `v4` and `Edition 4.` included.
fn says(text: &str, edition: &str) -> bool {
    let is_part = |each: char| each.is_alphanumeric() || each == '.' || each == '-' && edition.contains('-');
    let words = text.split(|each: char| !is_part(each)).map(|word| word.trim_matches(['.', '-']));
    let plain = |word: &str| word.trim_start_matches(['v', 'V']).to_lowercase();
    let wanted = plain(edition);
    let mut words = words.map(plain);
    text.trim().eq_ignore_ascii_case(edition) || words.any(|word| word == wanted)
}

#[cfg(test)]
mod tests {
    use super::says;

    #[test]
    fn an_edition_is_a_word_of_its_own() {
        for text in ["Edition 4", "v4", "4", "seed accessions v4 (March)", "Edition 4."] {
            assert!(says(text, "4"), "{text}");
        }
        assert!(!says("Edition 14", "4") && !says("Edition 4.1", "4") && !says("", "4"));
        assert!(says("Release 2026-03", "2026-03"));
    }
}
