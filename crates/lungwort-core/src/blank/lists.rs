//! The lists of drop-downs: short ones stand in the cell's own limit, others on a sheet of their own.

use rust_xlsxwriter::{Color, Format, FormatBorder, Workbook, XlsxError};

use super::Chosen;
use crate::finding::column_letter;
use crate::rulebook::Rulebook;
use crate::rulebook::model::{Allowed, ColumnType};

/// The sheet with the lists.
pub const SHEET: &str = "Lists";
/// The most characters of a list in a cell's own limit.
const INLINE: usize = 255;

/// Where a column's drop-down takes its values from.
#[derive(Debug, Clone, PartialEq, Eq)]
pub enum Source {
    /// These values.
    Inline(Vec<String>),
    /// A formula.
    Formula(String),
}

/// One list on the sheet.
#[derive(Debug, Clone, PartialEq, Eq)]
struct Listed {
    heading: String,
    /// A second heading, where there is a second column.
    second: Option<String>,
    rows: Vec<(String, String)>,
    /// Its first column on the sheet.
    at: usize,
}

/// Gathers the lists of a template.
#[derive(Debug, Default)]
pub struct Lists {
    lists: Vec<Listed>,
    next: usize,
    /// Columns of sheets to be filled, by their places in the rulebook: what is filled in there is chosen from elsewhere.
    filled: Vec<((usize, usize), String)>,
}

impl Lists {
    /// None yet. `sheets` are those of the template.
    pub fn new(rulebook: &Rulebook, sheets: &[Chosen<'_>]) -> Lists {
        let mut filled = Vec::new();
        for chosen in sheets.iter().filter(|chosen| !chosen.sheet.is_form && chosen.sheet.block.is_none()) {
            let Some(number) = rulebook.sheets.iter().position(|sheet| std::ptr::eq(sheet, chosen.sheet)) else {
                continue;
            };
            let (first, last) = (chosen.first_data(), chosen.last_data(rulebook));
            for (field, (at, _)) in chosen.columns().enumerate() {
                let letter = column_letter(field);
                let name = chosen.name.replace('\'', "''");
                filled.push(((number, at), format!("='{name}'!${letter}${first}:${letter}${last}")));
            }
        }
        Lists { filled, ..Lists::default() }
    }

    /// The source of a column's drop-down; `None` where there is none. `cell_of` gives the letter of another column.
    pub fn source(&mut self, chosen: &Chosen<'_>, index: usize, first_row: u64) -> Option<Source> {
        let column = &chosen.sheet.columns[index];
        if let ColumnType::YesNo(words) = &column.kind {
            let words = words
                .as_ref()
                .map_or(("yes".to_owned(), "no".to_owned()), |words| (words.yes.clone(), words.no.clone()));
            return Some(Source::Inline(vec![words.0, words.1]));
        }
        // Several values in a cell cannot be chosen from a drop-down.
        if column.separator.is_some() {
            return None;
        }
        if let Some(target) = column.on_sheet.as_ref().and_then(|on| on.target) {
            let of = self.filled.iter().find(|(at, _)| *at == target);
            return of.map(|(_, range)| Source::Formula(range.clone()));
        }
        let allowed = column.allowed.as_ref()?;
        if let Some(source) = self.dependent(chosen, index, allowed, first_row) {
            return Some(source);
        }
        let entries = allowed.list.entries();
        let values: Vec<String> = entries.clone().map(|entry| entry.code.to_string()).collect();
        let plain = entries.clone().all(|entry| entry.meaning.is_none());
        let short =
            values.join(",").chars().count() <= INLINE && !values.iter().any(|value| value.contains([',', '"']));
        if plain && short && !values.iter().any(|value| value.trim() != value) {
            return Some(Source::Inline(values));
        }
        let rows: Vec<(String, String)> =
            entries.map(|entry| (entry.code.to_string(), entry.meaning.unwrap_or_default().to_owned())).collect();
        let second = (!plain).then(|| "Meaning".to_owned());
        let count = rows.len() as u64;
        let at = self.add(&column.heading, second, rows);
        let letter = column_letter(at);
        Some(Source::Formula(format!("={SHEET}!${letter}$2:${letter}${}", count + 1)))
    }

    /// The values that go with another column's: they stand together, and the drop-down finds where.
    fn dependent(&mut self, chosen: &Chosen<'_>, index: usize, allowed: &Allowed, first_row: u64) -> Option<Source> {
        let dependent = allowed.dependent.as_ref()?;
        let [parent] = dependent.columns.as_slice() else { return None };
        let place = chosen.columns.iter().position(|at| at == parent)?;
        let parents = chosen.sheet.columns[*parent].allowed.as_ref()?;
        let mut rows: Vec<(String, String)> = Vec::new();
        for entry in parents.list.entries() {
            let values = dependent.values_for([entry.code].into_iter());
            rows.extend(values.iter().map(|value| (entry.code.to_string(), value.to_string())));
        }
        if rows.is_empty() {
            return None;
        }
        let last = rows.len() as u64 + 1;
        let column = &chosen.sheet.columns[index];
        let at = self.add(&chosen.sheet.columns[*parent].heading, Some(column.heading.clone()), rows);
        let (by, value, cell) = (column_letter(at), column_letter(at + 1), column_letter(place));
        let range = format!("{SHEET}!${by}$2:${by}${last}");
        Some(Source::Formula(format!(
            "=OFFSET({SHEET}!${value}$2,MATCH(${cell}{first_row},{range},0)-1,0,COUNTIF({range},${cell}{first_row}),1)"
        )))
    }

    fn add(&mut self, heading: &str, second: Option<String>, rows: Vec<(String, String)>) -> usize {
        let known = self.lists.iter().find(|list| list.rows == rows && list.second == second);
        if let Some(known) = known {
            return known.at;
        }
        let at = self.next;
        // A blank column keeps the lists apart.
        self.next += if second.is_some() { 3 } else { 2 };
        self.lists.push(Listed { heading: heading.trim_matches(['*', ' ']).to_owned(), second, rows, at });
        at
    }

    /// Writes the sheet, if there is anything to be on it.
    pub fn write(&self, book: &mut Workbook) -> Result<(), XlsxError> {
        if self.lists.is_empty() {
            return Ok(());
        }
        let sheet = book.add_worksheet().set_name(SHEET)?;
        let heading =
            Format::new().set_bold().set_border_bottom(FormatBorder::Thin).set_background_color(Color::RGB(0xE7E6E6));
        let text = Format::new().set_num_format("@");
        for list in &self.lists {
            let at = list.at as u16;
            sheet.write_string_with_format(0, at, &list.heading, &heading)?;
            sheet.set_column_width(at, 16)?;
            if let Some(second) = &list.second {
                sheet.write_string_with_format(0, at + 1, second, &heading)?;
                sheet.set_column_width(at + 1, 30)?;
            }
            for (row, (value, other)) in (1_u32..).zip(&list.rows) {
                sheet.write_string_with_format(row, at, value, &text)?;
                if !other.is_empty() {
                    sheet.write_string_with_format(row, at + 1, other, &text)?;
                }
            }
        }
        sheet.set_freeze_panes(1, 0)?;
        Ok(())
    }
}
