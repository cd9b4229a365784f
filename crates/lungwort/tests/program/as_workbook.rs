//! A rulebook as a workbook: there and back, and used as the text is.

use std::path::Path;

use crate::support::Folder;
use calamine::{Data, Reader};

const SHEET: &str = "[[sheet]]\nkey = ['Lot']\n[[sheet.column]]\nheading = 'Lot'\nrequired = true\n\
    [[sheet.column]]\nheading = 'Weight'\ntype = 'decimal'\n";
const DATA: &str = "Lot,Weight\nA,3\n,4\nB,x\n";

/// Writes a cell of a workbook again, with everything else in it as it was.
fn set(folder: &Folder, name: &str, cell: (&str, u32, u16), text: &str) {
    let mut book: calamine::Xlsx<_> = calamine::open_workbook(folder.path().join(name)).unwrap();
    let mut new = rust_xlsxwriter::Workbook::new();
    for sheet_name in book.sheet_names() {
        let range = book.worksheet_range(&sheet_name).unwrap();
        let sheet = new.add_worksheet().set_name(&sheet_name).unwrap();
        let start = range.start().unwrap_or((0, 0));
        for (row, column, value) in range.used_cells() {
            let (row, column) = (row as u32 + start.0, (column as u32 + start.1) as u16);
            if let Data::String(text) = value {
                sheet.write_string(row, column, text).unwrap();
            }
        }
        if sheet_name == cell.0 {
            sheet.write_string(cell.1 - 1, cell.2, text).unwrap();
        }
    }
    folder.write(name, new.save_to_buffer().unwrap());
}

#[test]
fn every_example_goes_there_and_back() {
    let examples = Path::new(env!("CARGO_MANIFEST_DIR")).join("../../examples");
    let folder = Folder::new();
    let mut rulebooks = 0;
    for entry in std::fs::read_dir(&examples).unwrap() {
        let path = entry.unwrap().path();
        let name = path.file_name().unwrap().to_str().unwrap().to_owned();
        folder.write(&name, std::fs::read(&path).unwrap());
    }
    for entry in std::fs::read_dir(&examples).unwrap() {
        let name = entry.unwrap().file_name().to_str().unwrap().to_owned();
        let Some(stem) = name.strip_suffix(".rulebook.toml") else { continue };
        rulebooks += 1;
        let there = folder.run(&["rulebook", &name, "-o", "it.rulebook.xlsx", "--force"]);
        assert_eq!(there.status, 0, "{stem}: {}{}", there.stdout, there.stderr);
        let back = folder.run(&["rulebook", "it.rulebook.xlsx", "-o", "back.rulebook.toml", "--force"]);
        assert_eq!(back.status, 0, "{stem}: {}{}", back.stdout, back.stderr);
        let text = |name: &str| std::fs::read_to_string(folder.path().join(name)).unwrap();
        assert_eq!(text(&name), text("back.rulebook.toml"), "{stem}");
        let compared = folder.run(&["rulebook", &name, "--compare", "it.rulebook.xlsx"]);
        assert!(compared.stdout.starts_with("nothing changed"), "{stem}: {}", compared.stdout);
    }
    assert!(rulebooks >= 7, "{rulebooks}");
}

#[test]
fn a_check_takes_either() {
    let folder = Folder::with(SHEET, DATA);
    assert_eq!(folder.run(&["rulebook", "t.rulebook.toml", "-o", "t.rulebook.xlsx"]).status, 0);
    let by = |rulebook: &str| folder.run(&["check", "data.csv", "-r", rulebook, "--format", "json"]).codes();
    assert_eq!(by("t.rulebook.toml"), ["missing-value", "not-number"]);
    assert_eq!(by("t.rulebook.xlsx"), ["missing-value", "not-number"]);
    // Beside the text the workbook is not looked at; alone it is chosen by the headings.
    let chosen = folder.run(&["check", "data.csv"]);
    assert!(chosen.stdout.contains("t.rulebook.toml"), "{}", chosen.stdout);
    std::fs::remove_file(folder.path().join("t.rulebook.toml")).unwrap();
    let chosen = folder.run(&["check", "data.csv"]);
    assert!(chosen.stdout.contains("t.rulebook.xlsx"), "{}{}", chosen.stdout, chosen.stderr);
}

#[test]
fn what_is_typed_into_a_cell_counts_or_is_refused_there() {
    let folder = Folder::with(SHEET, DATA);
    assert_eq!(folder.run(&["rulebook", "t.rulebook.toml", "-o", "t.rulebook.xlsx"]).status, 0);
    set(&folder, "t.rulebook.xlsx", ("Columns", 4, 5), "no");
    let codes = folder.run(&["check", "data.csv", "-r", "t.rulebook.xlsx", "--format", "json"]).codes();
    assert_eq!(codes, ["not-number"]);
    set(&folder, "t.rulebook.xlsx", ("Columns", 5, 6), "figures");
    let refused = folder.run(&["check", "data.csv", "-r", "t.rulebook.xlsx"]);
    assert_eq!(refused.status, 2);
    assert!(refused.stderr.contains("t.rulebook.xlsx: sheet Columns, cell G5 (Weight, Type)"), "{}", refused.stderr);
    let written = folder.run(&["rulebook", "t.rulebook.xlsx", "-o", "new.rulebook.toml"]);
    assert_eq!(written.status, 1, "{}", written.stdout);
    assert!(!folder.path().join("new.rulebook.toml").exists());
}

#[test]
fn nothing_is_written_over() {
    let folder = Folder::with(SHEET, DATA);
    folder.write("old.xlsx", "mine");
    let refused = folder.run(&["rulebook", "t.rulebook.toml", "-o", "old.xlsx"]);
    assert_eq!(refused.status, 2, "{}", refused.stderr);
    let over = folder.run(&["rulebook", "t.rulebook.toml", "-o", "t.rulebook.toml", "--force"]);
    assert_eq!(over.status, 2, "{}", over.stderr);
    let other = folder.run(&["rulebook", "t.rulebook.toml", "-o", "t.ods"]);
    assert!(other.stderr.contains("a rulebook is written as .xlsx or .toml"), "{}", other.stderr);
    assert_eq!(std::fs::read(folder.path().join("old.xlsx")).unwrap(), b"mine");
}

#[test]
fn a_heading_with_spaces_around_it_stays_as_it_is() {
    let folder =
        Folder::with("[[sheet]]\ncolumn = [{ heading = ' Lot ' }, { heading = 'Seeds', required = true }]", "");
    for (from, to) in [("t.rulebook.toml", "t.rulebook.xlsx"), ("t.rulebook.xlsx", "back.toml")] {
        assert_eq!(folder.run(&["rulebook", from, "-o", to]).status, 0);
    }
    let text = |file: &str| std::fs::read_to_string(folder.path().join(file)).unwrap();
    assert_eq!(text("t.rulebook.toml"), text("back.toml"));
}
