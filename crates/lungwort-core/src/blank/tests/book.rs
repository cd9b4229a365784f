//! A template written and read back: what stands where, how it looks, and what its cells take.

use std::path::Path;

use super::*;
use crate::blank::{Wanted, write_book};
use crate::intake::Bytes;
use crate::intake::workbook::{FullSheet, Validation, Workbook as Book};
use crate::rulebook::load_text;

const ASKED: &str = r#"
[rulebook]
title = "Lots"
edition = "2"
[file]
max_rows = 20
[[sheet]]
name = "Lots"
heading_row = 3
guide_rows = 1
key = ["Lot"]
column = [
  { heading = "Lot", section = "Identity", required = true, unique = true, pattern = 'L\d{3}', example = "L001", guide = ["L and three digits"] },
  { heading = "Code", section = "Identity", allowed = ["01", "02"], help = "As on the bag." },
  { heading = "Means", section = "Identity", allowed = { W = "wild", C = "cultivated" } },
  { heading = "Seeds", section = "Amounts", type = "whole", min = 1, max = 9, example = "7" },
  { heading = "Weight", section = "Amounts", type = "decimal", below = 2.5 },
  { heading = "Stored", section = "Amounts", type = "date", date_format = "dd/mm/yyyy", min = "2000-01-01", max = "today", example = "05/03/2025" },
  { heading = "At", type = "time", min = "06:00" },
  { heading = "Text", length = { min = 2, max = 8 }, required_when = "Seeds > 5" },
  { heading = "Many", allowed = ["a", "b"], separator = ";" },
  { heading = "Odd", allowed = ["one, two", "three"], severity = "warning" },
]
rule = [{ at_least_one = ["Seeds", "Weight"] }]
[[sheet]]
name = "Sender"
cell = [{ label = "Institute*", required = true, length = { exactly = 6 } }, { label = "Day", type = "date", value = "below" }]
"#;

fn options(wanted: Wanted, samples: bool) -> BlankOptions {
    BlankOptions { wanted, samples, today: jiff::civil::date(2026, 11, 23) }
}

/// The template of the rulebook, and each of its sheets.
fn template(wanted: Wanted, samples: bool) -> (Book, Vec<FullSheet>) {
    let loaded = load_text(Path::new("t.rulebook.toml"), ASKED);
    assert!(!loaded.mistakes.has_errors(), "{}", loaded.mistakes.render());
    let bytes = write_book(&loaded.rulebook.unwrap(), &options(wanted, samples)).unwrap();
    let mut book = Book::open(Bytes::Memory(bytes.into()), true).unwrap();
    let sheets = (0..book.sheets.len()).map(|at| book.full_sheet(at, 100_000).unwrap()).collect();
    (book, sheets)
}

fn texts(sheet: &FullSheet, row: u64) -> Vec<&str> {
    sheet.cells.iter().filter(|cell| cell.row == row).map(|cell| cell.text.as_str()).collect()
}

fn limit(sheet: &FullSheet, column: usize) -> &Validation {
    let here = |validation: &&Validation| validation.ranges.iter().any(|range| range.first_column == column);
    sheet.metadata.validations.iter().find(here).unwrap()
}

#[test]
fn the_sheets_stand_in_the_order_of_the_work() {
    let (book, sheets) = template(Wanted::All, false);
    let names: Vec<&str> = book.sheets.iter().map(|sheet| sheet.name.as_str()).collect();
    assert_eq!(names, ["Lots", "Sender", "Guide", "Lists"]);
    let lots = &sheets[0];
    assert_eq!(texts(lots, 1), ["Lots"]);
    assert_eq!(texts(lots, 2), ["Identity", "Amounts"]);
    assert_eq!(texts(lots, 3), ["Lot", "Code", "Means", "Seeds", "Weight", "Stored", "At", "Text", "Many", "Odd"]);
    assert_eq!(texts(lots, 4), ["L and three digits"]);
    assert!(texts(lots, 5).is_empty());
    let bands: Vec<String> = lots.metadata.merged.iter().map(|range| range.words()).collect();
    assert_eq!(bands, ["A2:C2", "D2:F2", "G2:J2"]);
    let edition = book.properties().into_iter().find(|(name, _)| name == "Edition");
    assert_eq!(edition.map(|(_, value)| value).as_deref(), Some("2"));
}

#[test]
fn required_headings_differ_in_more_than_their_colour() {
    let (book, sheets) = template(Wanted::All, false);
    let style = |column: usize| {
        let at = sheets[0].styles.iter().find(|(row, at, _)| *row == 3 && *at == column).unwrap().2;
        &book.styles()[at]
    };
    assert!(style(0).bold && !style(1).bold);
    assert_eq!(style(0).fill, style(1).fill);
    assert_ne!(style(0).fill, style(3).fill, "sections are banded");
    let note = |place: &str| sheets[0].notes.iter().find(|(at, _)| at == place).map(|(_, text)| text.as_str()).unwrap();
    assert_eq!(note("A3"), "Required.");
    assert_eq!(note("B3"), "May be left blank.\nAs on the bag.");
    assert_eq!(note("H3"), "Must be filled where Seeds is more than 5.");
}

#[test]
fn cells_take_what_the_rulebook_asks() {
    let (_, sheets) = template(Wanted::All, false);
    let said = |column: usize| {
        let limit = limit(&sheets[0], column);
        let range = limit.ranges.iter().find(|range| range.first_column == column).unwrap().words();
        format!("{} {} {} {} {range}", limit.kind, limit.operator, limit.first, limit.second)
    };
    assert_eq!(said(0), "custom  COUNTIF($A5:$A$24,A5)=1  A5:A24".replace("$A5:$A$24", "$A$5:$A$24"));
    assert_eq!(said(1), "list  \"01,02\"  B5:B24");
    assert_eq!(said(2), "list  Lists!$A$2:$A$3  C5:C24");
    assert_eq!(said(3), "whole  1 9 D5:D24");
    assert_eq!(said(4), "decimal lessThan 2.5  E5:E24");
    assert_eq!(said(5), "date  36526 TODAY() F5:F24");
    assert_eq!(said(6), "time greaterThanOrEqual 0.25  G5:G24");
    assert_eq!(said(7), "textLength  2 8 H5:H24");
    assert_eq!(said(9), "list  Lists!$D$2:$D$3  J5:J24");
    assert!(limit(&sheets[0], 9).only_warns && !limit(&sheets[0], 1).only_warns);
    assert_eq!(limit(&sheets[0], 1).prompt, "As on the bag.");
    assert_eq!(limit(&sheets[0], 0).prompt_title, "Lot");
    assert_eq!(texts(&sheets[3], 1), ["Means", "Meaning", "Odd"]);
    assert_eq!(texts(&sheets[3], 2), ["W", "wild", "one, two"]);
}

#[test]
fn codes_are_text_and_dates_are_dates() {
    let (book, sheets) = template(Wanted::All, true);
    let format = |column: usize| {
        let at = sheets[0].metadata.column_styles.iter().find(|(first, last, _)| (*first..=*last).contains(&column));
        at.map(|(.., style)| book.styles()[*style].format.as_str()).unwrap_or_default().to_owned()
    };
    assert_eq!([0, 1, 5].map(format), ["@", "@", "dd/mm/yyyy"]);
    let row: Vec<(&str, crate::intake::cells::Stored)> =
        sheets[0].cells.iter().filter(|cell| cell.row == 5).map(|cell| (cell.text.as_str(), cell.stored)).collect();
    use crate::intake::cells::Stored;
    assert_eq!(row, [("L001", Stored::Text), ("7", Stored::Number), ("2025-03-05", Stored::Moment)]);
}

#[test]
fn labelled_cells_stand_with_room_for_their_answers() {
    let (_, sheets) = template(Wanted::All, false);
    let labels: Vec<(u64, usize, &str)> =
        sheets[1].cells.iter().map(|cell| (cell.row, cell.column, cell.text.as_str())).collect();
    assert_eq!(labels, [(1, 0, "Lots"), (3, 0, "Institute*"), (5, 0, "Day")]);
    let limits: Vec<String> =
        sheets[1].metadata.validations.iter().flat_map(|each| &each.ranges).map(|range| range.words()).collect();
    assert_eq!(limits, ["A6", "B3"]);
}

#[test]
fn the_guide_has_the_rules_in_words_and_what_programs_need() {
    let (_, sheets) = template(Wanted::All, false);
    let guide = &sheets[2];
    assert_eq!(texts(guide, 1), ["Lots"]);
    assert_eq!(texts(guide, 2), ["Edition 2"]);
    assert_eq!(texts(guide, 3), ["A maximum of 20 rows is accepted in one file."]);
    let row_of = |text: &str| guide.cells.iter().find(|cell| cell.text == text && cell.column == 0).unwrap().row;
    let lot = texts(guide, row_of("Lot"));
    assert_eq!(lot[..4], ["Lot", "yes", "\"L\" and 3 digits; each only once", "L001"]);
    assert!(lot.contains(&"L\\d{3}") && lot.contains(&"unique = true"), "{lot:?}");
    let many = texts(guide, row_of("Many"));
    assert!(many.last().unwrap().contains("allowed = [\"a\", \"b\"]\nseparator = \";\""), "{many:?}");
    assert!(guide.cells.iter().any(|cell| cell.text == "1. At least one of Seeds and Weight must be filled."));
    assert!(guide.cells.iter().any(|cell| cell.text == "Sheet Sender"));
}

#[test]
fn only_the_columns_that_are_wanted_are_there() {
    let (book, sheets) = template(Wanted::Required, false);
    assert_eq!(texts(&sheets[0], 3), ["Lot", "Text"]);
    assert_eq!(texts(&sheets[1], 3), ["Institute*"]);
    assert!(!book.sheets.iter().any(|sheet| sheet.name == "Lists"));
    let (_, sheets) = template(Wanted::Named(vec!["Seeds".to_owned(), "lot".to_owned()]), false);
    assert_eq!(texts(&sheets[0], 3), ["Lot", "Seeds"]);
    assert_eq!(sheets.len(), 2);
    let loaded = load_text(Path::new("t.rulebook.toml"), ASKED).rulebook.unwrap();
    let error = write_book(&loaded, &options(Wanted::Named(vec!["Sedes".to_owned()]), false)).unwrap_err();
    assert_eq!(error.to_string(), "no column is called Sedes; did you mean Seeds?");
}

#[test]
fn a_value_of_another_sheet_is_chosen_from_what_is_filled_in_there() {
    let asked = "[rulebook]\ntitle = 'Two'\n[file]\nmax_rows = 5\n[[sheet]]\nname = \"Donor's lots\"\nkey = ['Lot']\n\
                 column = [{ heading = 'Date' }, { heading = 'Lot', unique = true }]\n[[sheet]]\nname = 'Tests'\nkey = ['Lot']\n\
                 column = [{ heading = 'Lot', allowed = { sheet = \"Donor's lots\" } }, \
                 { heading = 'Several', separator = ';', allowed = { sheet = \"Donor's lots\", column = 'Lot' } }]\n";
    let loaded = load_text(Path::new("t.rulebook.toml"), asked);
    assert!(!loaded.mistakes.has_errors(), "{}", loaded.mistakes.render());
    let bytes = write_book(&loaded.rulebook.unwrap(), &options(Wanted::All, false)).unwrap();
    let mut book = Book::open(Bytes::Memory(bytes.into()), true).unwrap();
    let tests = book.full_sheet(1, 1_000).unwrap();
    assert_eq!(limit(&tests, 0).first, "'Donor''s lots'!$B$2:$B$6");
    assert_eq!(limit(&tests, 1).kind, "", "several in a cell cannot be chosen");
}
