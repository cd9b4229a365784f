//! Cells that are formatted otherwise than the blank template formats their column.

use crate::support::Folder;
use crate::support::books::{book, rows, texts};
use rust_xlsxwriter::{Color, DataValidation, Format, Worksheet};

const RULEBOOK: &str = "[rulebook]\ntitle = 'Lots'\n[template]\nfile = 'blank.xlsx'\n[[sheet]]\nname = 'Lots'\nkey = ['Lot']\ncolumn = [{ heading = 'Lot' }, { heading = 'Sown', type = 'date', date_format = 'yyyy-mm-dd' }, { heading = 'Place' }]";

fn text_format() -> Format {
    Format::new().set_num_format("@")
}

/// The template: Lot as text, Sown as a date, Place as it comes.
fn blank(sheet: &mut Worksheet) {
    texts(sheet, &rows("Lot|Sown|Place"));
    sheet.set_column_format(0, &text_format()).unwrap();
    for row in 1..=3 {
        sheet.write_blank(row, 1, &Format::new().set_num_format("yyyy-mm-dd")).unwrap();
    }
}

fn check(fill: impl FnOnce(&mut Worksheet)) -> Vec<(String, u64, String)> {
    let folder = Folder::new();
    folder.write("t.rulebook.toml", RULEBOOK);
    folder.write("blank.xlsx", book("Lots", blank));
    folder.write(
        "data.xlsx",
        book("Lots", |sheet| {
            blank(sheet);
            fill(sheet);
        }),
    );
    folder.run(&["check", "data.xlsx", "-r", "t.rulebook.toml", "--format", "json", "--today", "2026-11-26"]).findings()
}

fn row(sheet: &mut Worksheet, row: u32, lot: &Format, sown: &Format, place: &Format) {
    sheet.write_string_with_format(row, 0, format!("A{row}"), lot).unwrap();
    sheet.write_number_with_format(row, 1, 45_750, sown).unwrap();
    sheet.write_string_with_format(row, 2, "Kew", place).unwrap();
}

#[test]
fn cells_as_the_template_has_them_are_not_reported() {
    let date = Format::new().set_num_format("yyyy\\-mm\\-dd;@");
    let found = check(|sheet| {
        for at in 1..=9 {
            // Where the template says nothing about the format, any will do.
            row(sheet, at, &text_format(), &date, &Format::new().set_bold());
        }
    });
    assert_eq!(found, []);
}

#[test]
fn a_column_with_other_formats_is_one_warning_with_its_rows() {
    let date = Format::new().set_num_format("yyyy-mm-dd");
    let text = text_format();
    let pasted = Format::new().set_bold().set_background_color(Color::Yellow).set_font_name("Arial").set_font_size(10);
    let found = check(|sheet| {
        for at in 1..=9 {
            let lot = if (4..=6).contains(&at) || at == 9 { &pasted } else { &text };
            row(sheet, at, lot, if at == 2 { &text } else { &date }, &Format::new());
        }
    });
    let found: Vec<_> = found.into_iter().filter(|(code, ..)| code == "format-changed").collect();
    assert_eq!(found.len(), 2, "{found:?}");
    assert_eq!((found[0].1, found[1].1), (5, 3));
    for part in [
        "4 cells of \"Lot\" are not formatted as in the template (rows 5-7, 10)",
        "the number format is General, not Text",
        "they have a background colour",
        "the font is Arial 10, not Calibri 11",
    ] {
        assert!(found[0].2.contains(part), "{part}: {}", found[0].2);
    }
    assert!(found[1].2.contains("One cell of \"Sown\" is not formatted as in the template"), "{}", found[1].2);
    assert!(found[1].2.contains("the number format is Text, not \"yyyy-mm-dd\""), "{}", found[1].2);
}

#[test]
fn rows_above_the_data_and_blank_cells_are_not_compared() {
    let date = Format::new().set_num_format("yyyy-mm-dd");
    let found = check(|sheet| {
        sheet.write_string_with_format(0, 0, "Lot", &Format::new().set_bold()).unwrap();
        row(sheet, 1, &text_format(), &date, &Format::new());
        sheet.write_blank(40, 0, &Format::new().set_bold()).unwrap();
    });
    assert_eq!(found, []);
}

#[test]
fn cells_in_very_many_places_are_all_counted() {
    let date = Format::new().set_num_format("yyyy-mm-dd");
    let found = check(|sheet| {
        for at in 1..=900 {
            row(sheet, at, &if at % 2 == 0 { Format::new().set_bold() } else { text_format() }, &date, &Format::new());
        }
    });
    assert_eq!(found.len(), 1);
    assert!(found[0].2.starts_with("450 cells of \"Lot\" are not formatted as in the template"), "{}", found[0].2);
}

#[test]
fn a_drop_down_with_another_list_is_part_of_the_warning_of_its_column() {
    let folder = Folder::new();
    let list = |values: &[&str]| DataValidation::new().allow_list_strings(values).unwrap();
    folder.write("t.rulebook.toml", RULEBOOK);
    let open = |sheet: &mut Worksheet| {
        blank(sheet);
        sheet.add_data_validation(1, 2, 9, 2, &list(&["Kew", "Ely"])).unwrap();
    };
    folder.write("blank.xlsx", book("Lots", open));
    let filled = |split: u32| {
        book("Lots", move |sheet| {
            blank(sheet);
            let date = Format::new().set_num_format("yyyy-mm-dd");
            (1..=6).for_each(|at| row(sheet, at, &text_format(), &date, &Format::new()));
            sheet.add_data_validation(1, 2, split, 2, &list(&["Kew", "Ely"])).unwrap();
            if split < 9 {
                sheet.add_data_validation(split + 1, 2, 9, 2, &list(&["Kew", "Bath"])).unwrap();
            }
        })
    };
    folder.write("same.xlsx", filled(9));
    folder.write("pasted.xlsx", filled(3));
    assert_eq!(folder.run(&["check", "same.xlsx", "-r", "t.rulebook.toml", "--format", "json"]).findings(), []);
    let found = folder.run(&["check", "pasted.xlsx", "-r", "t.rulebook.toml", "--format", "json"]).findings();
    assert_eq!(found.len(), 1, "{found:?}");
    assert_eq!((found[0].0.as_str(), found[0].1), ("format-changed", 5));
    assert!(
        found[0].2.contains("3 cells of \"Place\" are not formatted as in the template (rows 5-7)"),
        "{}",
        found[0].2
    );
    assert!(found[0].2.contains("the drop-down offers \"Kew,Bath\", not \"Kew,Ely\""), "{}", found[0].2);
}
