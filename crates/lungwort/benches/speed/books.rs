//! Workbooks that are measured: the first rows of the large delimited file, and a template formatted to its last row.

use std::path::Path;

use rust_xlsxwriter::{ExcelDateTime, Format, Workbook, Worksheet};

/// Rows of the large workbooks.
const ROWS: usize = 100_000;

/// Makes whatever is not there yet.
pub fn make_all(folder: &Path) {
    for (name, inline) in [("lots-shared.xlsx", false), ("lots-inline.xlsx", true)] {
        let path = folder.join(name);
        if !path.exists() {
            lots(&folder.join("million.csv"), &path, inline);
        }
    }
    let path = folder.join("formatted.xlsx");
    if !path.exists() {
        formatted(&path);
    }
}

fn lots(csv: &Path, path: &Path, inline: bool) {
    let mut book = Workbook::new();
    let sheet = if inline { book.add_worksheet_with_constant_memory().unwrap() } else { book.add_worksheet() };
    sheet.set_name("Lots").unwrap();
    let date = Format::new().set_num_format("dd/mm/yyyy");
    let mut reader = csv::ReaderBuilder::new().has_headers(false).from_path(csv).unwrap();
    for (row, record) in reader.records().take(ROWS + 1).enumerate() {
        for (column, text) in record.unwrap().iter().enumerate() {
            cell(sheet, row as u32, column as u16, text, &date);
        }
    }
    book.save(path).unwrap();
}

fn cell(sheet: &mut Worksheet, row: u32, column: u16, text: &str, date: &Format) {
    if text.is_empty() {
        return;
    }
    let day = match text.split(['-', '/']).map(|part| part.parse::<u16>()).collect::<Result<Vec<_>, _>>() {
        Ok(parts) if text.contains('/') && parts.len() == 3 => Some((parts[2], parts[1], parts[0])),
        Ok(parts) if parts.len() == 3 && parts[0] > 1900 => Some((parts[0], parts[1], parts[2])),
        _ => None,
    };
    match (day, text.parse::<f64>()) {
        (Some((year, month, day)), _) if row > 0 => {
            let day = ExcelDateTime::from_ymd(year, month as u8, day as u8).unwrap();
            sheet.write_datetime_with_format(row, column, &day, date).unwrap();
        }
        (_, Ok(number)) if !text.starts_with('+') => {
            sheet.write_number(row, column, number).unwrap();
        }
        _ => {
            sheet.write_string(row, column, text).unwrap();
        }
    }
}

/// Headings, three rows, and every row down to the last one formatted.
fn formatted(path: &Path) {
    let mut book = Workbook::new();
    let sheet = book.add_worksheet();
    sheet.set_name("Lots").unwrap();
    let shade = Format::new().set_background_color("FFF2CC");
    for (column, heading) in super::data::HEADINGS.iter().enumerate() {
        sheet.set_column_format(column as u16, &shade).unwrap();
        sheet.write_string(0, column as u16, *heading).unwrap();
        for row in 1..4 {
            sheet.write_string(row, column as u16, format!("x{row}")).unwrap();
        }
    }
    for row in 1..1_048_576 {
        sheet.set_row_format(row, &shade).unwrap();
    }
    book.save(path).unwrap();
}
