//! Tables above the headings that say of each column how it is filled in: `Field | Mandatory | Rule`, with a row for each heading below.
//! They are read as a sheet of definitions would be, and the sheet without them.

use std::collections::HashSet;

use super::definitions::names_what_is_said;
use super::source::TemplateSheet;
use lungwort_core::cell::fold::fold;
use lungwort_core::intake::workbook::FullSheet;

/// Rows of such a table, at least.
const LEAST: usize = 3;

/// The sheets of a template, with the tables of definitions above their headings as sheets of their own behind them.
pub fn apart(sheets: Vec<TemplateSheet>) -> Vec<TemplateSheet> {
    let mut all = Vec::with_capacity(sheets.len());
    let mut tables = Vec::new();
    for sheet in sheets {
        match table_of(&sheet) {
            None => all.push(sheet),
            Some((first, last)) => {
                let (table, rest) = parted(sheet, first, last);
                all.push(rest);
                tables.push(table);
            }
        }
    }
    all.extend(tables);
    all
}

/// The first and the last row of the table above the headings of a sheet.
fn table_of(sheet: &TemplateSheet) -> Option<(u64, u64)> {
    let layout = sheet.layout()?;
    let headings: HashSet<String> = layout.headings.iter().map(|(_, heading)| fold(heading)).collect();
    if headings.len() < LEAST || layout.heading_row < LEAST as u64 + 2 {
        return None;
    }
    let names_one = |row: &u64| {
        let cells = sheet.row(*row);
        cells.len() >= 2 && cells.first().is_some_and(|(_, text)| headings.contains(&fold(text)))
    };
    let rows: Vec<u64> = (2..layout.heading_row).filter(names_one).collect();
    let (first, last) = (*rows.first()?, *rows.last()?);
    let together = last - first + 1 == rows.len() as u64;
    let explained = rows.len() >= LEAST && rows.len() * 2 >= headings.len() && together;
    // Its own headings stand over it, and one of them at least names what is said.
    let own = sheet.row(first - 1);
    let tells = own.len() >= 2 && own[1..].iter().any(|(_, text)| names_what_is_said(text));
    (explained && tells).then_some((first - 1, last))
}

/// A sheet of some rows, and the same one without them.
fn parted(sheet: TemplateSheet, first: u64, last: u64) -> (TemplateSheet, TemplateSheet) {
    let TemplateSheet { name, hidden, mut full, .. } = sheet;
    let within = |row: u64| (first..=last).contains(&row);
    let table = FullSheet {
        cells: full.cells.extract_if(.., |cell| within(cell.row)).collect(),
        styles: full.styles.extract_if(.., |(row, ..)| within(*row)).collect(),
        ..FullSheet::default()
    };
    (TemplateSheet::new(name.clone(), hidden, table), TemplateSheet::new(name, hidden, full))
}

#[cfg(test)]
mod tests {
    use super::*;

    fn sheets(lines: &str) -> Vec<(usize, u64)> {
        let mut full = FullSheet::default();
        for (row, line) in (1_u64..).zip(lines.lines()) {
            for (column, text) in line.split('|').enumerate().filter(|(_, text)| !text.is_empty()) {
                full.push_text(row, column, text);
            }
        }
        let all = apart(vec![TemplateSheet::new("Nests".to_owned(), false, full)]);
        all.iter().map(|sheet| (sheet.full.cells.len(), sheet.last_row())).collect()
    }

    #[test]
    fn a_table_above_the_headings_that_explains_them_is_a_sheet_of_its_own() {
        let explained = "Nest boxes\n\nField|Mandatory|Rule\nbox|yes|B and 3 digits\nvisit|yes|a date\neggs|no|0-16\n\nbox|visit|eggs|chicks";
        assert_eq!(sheets(explained), [(5, 8), (12, 6)]);
        // Rows that begin with a heading and say nothing of it are none, nor are one or two.
        let unexplained = explained.replace("Field|Mandatory|Rule", "Of|last|year");
        assert_eq!(sheets(&unexplained), [(17, 8)]);
        let few = "Field|Mandatory|Rule\nbox|yes|B and 3 digits\n\n\n\nbox|visit|eggs|chicks";
        assert_eq!(sheets(few), [(10, 6)]);
    }
}
