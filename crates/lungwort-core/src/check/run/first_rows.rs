//! The first rows of a file beside the headings that they go to, so that people see whether a column is shifted.

use crate::check::header;
use crate::check::run::open::{Opened, TopRows};
use crate::check::workbook;
use crate::finding::column_letter;
use crate::intake::Chunk;
use crate::intake::pieces::read_top;
use crate::rulebook::{Rulebook, Sheet};

/// The first rows of a sheet.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct SheetSample {
    /// The sheet, in a workbook.
    pub sheet: Option<String>,
    /// The numbers of the rows, as a spreadsheet counts.
    pub rows: Vec<u64>,
    /// The columns of the rulebook, and then those that only the file has.
    pub columns: Vec<SampleColumn>,
}

/// A column of a sample.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct SampleColumn {
    /// Its heading in the rulebook; of a column that only the file has, what is at its top.
    pub heading: String,
    /// Its letter in the file; `None` where the file does not have it.
    pub letter: Option<String>,
    /// Its cells, one for each row.
    pub cells: Vec<String>,
}

/// The first rows of each sheet of a file that is one of the rulebook's; nothing of what cannot be read.
pub fn first_rows(mut opened: Opened, rulebook: &Rulebook, most: usize) -> Vec<SheetSample> {
    let least = 60 + most.min(1_000);
    if !opened.is_workbook() {
        let number = if rulebook.sheets.len() == 1 { 0 } else { number_of(&mut opened, rulebook) };
        let rows = opened.source.text(opened.options);
        let top = rows.ok().and_then(|mut rows| read_top(&mut rows, least).ok().flatten());
        return top.and_then(|top| sample(&rulebook.sheets[number], None, &top, most)).into_iter().collect();
    }
    if opened.tops().is_err() {
        return Vec::new();
    }
    let Ok(Some((mut book, tops))) = opened.into_workbook() else { return Vec::new() };
    let assigned = workbook::assign(rulebook, &book, &tops);
    let mut samples = Vec::new();
    for (sheet, at) in rulebook.sheets.iter().zip(assigned).filter(|(sheet, _)| !sheet.is_form) {
        let Some(at) = at else { continue };
        let name = book.sheets[at].name.clone();
        let top = book.rows(at).ok().and_then(|mut rows| read_top(&mut rows, least).ok().flatten());
        samples.extend(top.and_then(|top| sample(sheet, Some(name), &top, most)));
    }
    samples
}

/// Which sheet of the rulebook a delimited file is.
fn number_of(opened: &mut Opened, rulebook: &Rulebook) -> usize {
    let Ok(tops) = opened.tops() else { return 0 };
    let fit = |number: &usize| {
        let headings = crate::rulebook::choose::SheetHeadings::new(&rulebook.sheets[*number]);
        tops.iter().flat_map(TopRows::rows).map(|row| headings.fit(&row)).max()
    };
    let sheets = (0..rulebook.sheets.len()).filter(|number| !rulebook.sheets[*number].is_form);
    sheets.max_by_key(|number| (fit(number), std::cmp::Reverse(*number))).unwrap_or(0)
}

fn sample(sheet: &Sheet, name: Option<String>, top: &Chunk, most: usize) -> Option<SheetSample> {
    let header = header::read(sheet, top)?;
    let rows: Vec<usize> = (header.first_data..top.row_count()).filter(|row| !top.is_blank(*row)).take(most).collect();
    let cells = |field: Option<usize>| -> Vec<String> {
        let cell = |row: &usize| field.map_or(String::new(), |field| top.text(top.cell(*row, field)).trim().to_owned());
        rows.iter().map(cell).collect()
    };
    let own = sheet.columns.iter().zip(&header.field_of).map(|(column, field)| SampleColumn {
        heading: column.heading.clone(),
        letter: field.map(column_letter),
        cells: cells(*field),
    });
    let strays = header.strays.iter().map(|(field, _)| SampleColumn {
        heading: format!("{} (not in the template)", top.text(top.cell(header.row, *field)).trim()),
        letter: Some(column_letter(*field)),
        cells: cells(Some(*field)),
    });
    let columns = own.chain(strays).collect();
    Some(SheetSample { sheet: name, rows: rows.iter().map(|row| top.row_number(*row)).collect(), columns })
}
