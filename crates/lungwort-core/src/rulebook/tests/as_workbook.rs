//! What people write in cells, and the text that comes of it.

use std::path::Path;

use super::*;
use crate::intake::Bytes;
use crate::intake::workbook::Workbook;

/// A rulebook in the compact style, with what cells say in words and what they cannot.
const COMPACT: &str = r#"# Kept.
[rulebook]
title = "Lots"

[file]
max_rows = 20
name = '\d{4}\.csv'

[[sheet]]
key = ["Lot"]
column = [
  { heading = "Lot", required = true, length = { max = 8, in = "bytes" } },
  { heading = ["Country", "Land"], allowed = { GB = "Great Britain", FR = "France" }, retired = { UK = "GB" } },
  { heading = "Odd", allowed = ["a, b", " c"], separator = "; ", min = "2.50", required_when = "Lot = 'x'" },
  { heading = "Weight", type = "decimal", min = 0.50, below = 9, pattern = { regex = '\d+', words = "digits" } },
]
figure = [{ label = "In all", value = "SUM(Weight)" }]

[[sheet.rule]]
check = "Weight > 1"
when  = "Lot IS NOT NULL"
"#;

/// The sheets of a workbook as rows of cells, with the row of the headings first.
fn sheets(bytes: &[u8]) -> Vec<(String, Vec<Vec<String>>)> {
    let mut book = Workbook::open(Bytes::Memory(bytes.into()), true).unwrap();
    let names: Vec<String> = book.sheets.iter().map(|sheet| sheet.name.clone()).collect();
    let of = |(at, name): (usize, String)| {
        let sheet = book.full_sheet(at, 100_000).unwrap();
        let last = sheet.cells.iter().map(|cell| cell.row).max().unwrap_or(0);
        let row = |row: u64| (0..30).map(|column| sheet.text(row, column).to_owned()).collect();
        (name, (HEADING_ROW..=last).map(row).collect())
    };
    names.into_iter().enumerate().map(of).collect()
}

/// The text after cells were changed: the sheet, the heading of the workbook's column, the row by what is in one of its
/// cells, and what is written.
fn changed(text: &str, changes: &[(&str, &str, &str, &str)]) -> Text {
    let bytes = write(Path::new("t.rulebook.toml"), text).unwrap();
    let mut all = sheets(&bytes);
    for (name, title, subject, new) in changes {
        let (_, rows) = all.iter_mut().find(|(known, _)| known == name).unwrap();
        let column = rows[0].iter().position(|text| text == title).unwrap();
        let row = (1..rows.len()).find(|at| rows[*at].iter().any(|text| text == subject)).unwrap();
        rows[row][column] = (*new).to_owned();
    }
    again(&all)
}

/// Reads a workbook with these rows.
fn again(all: &[(String, Vec<Vec<String>>)]) -> Text {
    let mut book = rust_xlsxwriter::Workbook::new();
    for (name, rows) in all {
        let sheet = book.add_worksheet().set_name(name).unwrap();
        for (row, cells) in (2_u32..).zip(rows) {
            for (at, text) in (0_u16..).zip(cells).filter(|(_, text)| !text.is_empty()) {
                sheet.write_string(row, at, text).unwrap();
            }
        }
    }
    read(&book.save_to_buffer().unwrap()).unwrap()
}

/// The lines that are in one text and not in the other: gone, then new.
fn difference(old: &str, new: &str) -> Vec<String> {
    let gone = old.lines().filter(|line| !new.lines().any(|other| other == *line)).map(|line| format!("- {line}"));
    let come = new.lines().filter(|line| !old.lines().any(|other| other == *line)).map(|line| format!("+ {line}"));
    gone.chain(come).collect()
}

#[test]
fn what_nobody_touched_comes_back_letter_by_letter() {
    let bytes = write(Path::new("t.rulebook.toml"), COMPACT).unwrap();
    let read = read(&bytes).unwrap();
    assert_eq!(read.text, COMPACT);
    assert!(read.refused.is_empty(), "{:?}", read.refused);
    let columns = &sheets(&bytes)[0].1;
    assert_eq!(columns[1][5], "yes");
    assert_eq!(columns[1][7], "max 8 bytes");
    assert_eq!((columns[2][3].as_str(), columns[2][4].as_str()), ("Country | Land", "see list Country"));
    assert_eq!(columns[3][4], "toml: [\"a, b\", \" c\"]", "what words cannot hold");
    assert_eq!(columns[3][8], "toml: { min = \"2.50\" }", "a text that looks like a number");
    assert_eq!(columns[4][8..10], ["0.50", "below 9"]);
    assert_eq!(columns[4][13..15], ["\\d+", "digits"]);
    let lists = &sheets(&bytes)[2].1;
    assert_eq!(lists[3][..4], ["Country", "UK", "", "GB"]);
}

#[test]
fn words_in_cells_become_what_the_rulebook_writes() {
    let cases: &[(&str, &str, &str, &str)] = &[
        ("Required", "no", "required", "false"),
        ("Required", "only when Weight > 1", "required_when", "\"Weight > 1\""),
        ("Length", "at most 60 characters", "length", "{ max = 60 }"),
        ("Length", "2-8", "length", "{ min = 2, max = 8 }"),
        ("Length", "exactly 6 bytes", "length", "{ exactly = 6, in = \"bytes\" }"),
        ("Accepts", "A, B,C", "allowed", "[\"A\", \"B\", \"C\"]"),
        ("Accepts", "list: see me", "allowed", "[\"see me\"]"),
        ("Accepts", "reference taxa, column Genus", "allowed", "{ reference = \"taxa\", column = \"Genus\" }"),
        ("Accepts", "see list country", "allowed", "{ GB = \"Great Britain\", FR = \"France\" }"),
        ("Type", "Whole number", "type", "\"whole\""),
        ("Smallest", "more than 0", "above", "0"),
        ("Smallest", "2026-01-31", "min", "\"2026-01-31\""),
        ("Largest", "today", "max", "\"today\""),
        ("Decimal places", "2", "places", "2"),
        ("Unique", "Y", "unique", "true"),
        ("Several separated by", "\"; \"", "separator", "\"; \""),
        ("Pattern", "[A-Z]+", "pattern", "\"[A-Z]+\""),
        ("Severity", "Warning", "severity", "\"warning\""),
        ("More", "case = \"upper\"", "case", "\"upper\""),
        ("Smallest", "toml: { above = 1.50 }", "above", "1.50"),
    ];
    for (title, written, key, value) in cases {
        let text = changed(COMPACT, &[("Columns", title, "Lot", written)]);
        assert!(text.refused.is_empty(), "{title} {written}: {:?}", text.refused);
        let line = text.text.lines().find(|line| line.contains("heading = \"Lot\"")).unwrap();
        assert!(line.contains(&format!("{key} = {value}")), "{title} {written}: {line}");
    }
}

#[test]
fn one_cell_changes_one_line() {
    let rule = changed(COMPACT, &[("Rules", "What", "check", "Weight > 2"), ("Rules", "Severity", "check", "note")]);
    assert_eq!(
        difference(COMPACT, &rule.text),
        ["- check = \"Weight > 1\"", "+ check = \"Weight > 2\"", "+ severity = \"note\""]
    );
    let setting = changed(COMPACT, &[("File", "Value", "Most rows", "")]);
    assert_eq!(difference(COMPACT, &setting.text), ["- max_rows = 20"]);
    let list = changed(COMPACT, &[("Lists", "Code", "FR", "DE")]);
    assert!(list.text.contains("{ GB = \"Great Britain\", DE = \"France\" }"), "{}", list.text);
    let more = changed(COMPACT, &[("More", "Value", "figure", "{ label = \"All\", value = \"COUNT(*)\" }")]);
    assert!(more.text.contains("figure = [{ label = \"All\", value = \"COUNT(*)\" }]"), "{}", more.text);
}

#[test]
fn rows_are_known_by_their_numbers() {
    let mut all = sheets(&write(Path::new("t.rulebook.toml"), COMPACT).unwrap());
    let columns = &mut all[0].1;
    // The second is gone, the third is above the first, and the last stands twice.
    let gone = columns.remove(2);
    columns.swap(1, 2);
    let mut copy = columns[3].clone();
    copy[3] = "Other weight".to_owned();
    columns.push(copy);
    let text = again(&all).text;
    let headings: Vec<&str> =
        text.lines().filter_map(|line| line.split("heading = \"").nth(1)?.split('"').next()).collect();
    assert_eq!(gone[3], "Country | Land");
    assert_eq!(headings, ["Lot", "Odd", "Weight", "Other weight"], "a sheet that was sorted says the same");
    assert!(text.contains("below = 9, pattern = { regex = '\\d+', words = \"digits\" } },\n]"), "{text}");
}

#[test]
fn a_rulebook_is_made_from_nothing_but_cells() {
    let sheet = "[rulebook]\ntitle = \"New\"\n\n[[sheet]]\nname = \"Lots\"\n";
    let mut all = sheets(&write(Path::new("t.rulebook.toml"), sheet).unwrap());
    let mut row = vec![String::new(); 30];
    row[3] = "Lot".to_owned();
    row[5] = "yes".to_owned();
    all[0].1.push(row);
    assert_eq!(again(&all).text, format!("{sheet}\n[[sheet.column]]\nheading = \"Lot\"\nrequired = true\n"));
}

#[test]
fn what_is_not_understood_is_named_by_its_cell() {
    let text = changed(
        COMPACT,
        &[
            ("Columns", "Length", "Lot", "60"),
            ("Columns", "Required", "Weight", "perhaps"),
            ("Columns", "Accepts", "Country | Land", "see list Contry"),
            ("Columns", "Type", "Odd", "numbr"),
            ("Rules", "Form", "check", "chek"),
            ("File", "Value", "Most rows", "many"),
            ("More", "Value", "file.name", "'x"),
        ],
    );
    let said: Vec<String> = text.refused.iter().map(|(place, why)| format!("{}: {why}", place.words)).collect();
    insta::assert_snapshot!(said.join("\n"), @r#"
    sheet File, cell C14 (Most rows, Value): say a whole number
    sheet More, cell D4 (file.name, Value): this is not how a rulebook writes a value: 'x
    sheet Columns, cell H4 (Lot, Length): say max 60, min 2, exactly 6, or 2 to 8
    sheet Columns, cell E5 (Country | Land, Accepts): the sheet Lists has no list Contry; did you mean Country?
    sheet Columns, cell G6 (Odd, Type): there is text, whole number, number, date, month, time, date and time, yes or no; did you mean number?
    sheet Columns, cell F7 (Weight, Required): say yes, no, or "when" and a condition: when country = 'GB'
    sheet Rules, cell D4 (Form): the form of a rule is one of check, all or none, at least one, at most one, exactly one, no gaps, whole if begun, unique, same, rows, numbered, in order; did you mean check?
    "#);
}

#[test]
fn mistakes_of_the_rulebook_are_named_by_the_cells_that_made_them() {
    let text =
        changed(COMPACT, &[("Columns", "Required", "Weight", "when Wieght > 1"), ("Columns", "Pattern", "Lot", "[a")]);
    let mut loaded = crate::rulebook::load_text(Path::new("t.rulebook.xlsx"), &text.text);
    loaded.mistakes.cells = text.places;
    insta::assert_snapshot!(loaded.mistakes.render(), @r"
    error: the pattern cannot be used: unclosed character class
     --> t.rulebook.xlsx: sheet Columns, cell N4 (Lot, Pattern)

    error: min goes with numbers, dates and times; for texts there is length
     --> t.rulebook.xlsx: sheet Columns, cell I6 (Odd, Smallest)

    error: no column is called Wieght; did you mean Weight?
     --> t.rulebook.xlsx: sheet Columns, cell F7 (Weight, Required)
    ");
}

#[test]
fn answers_confirm_decline_and_adopt() {
    let learned = "[rulebook]\ntitle = \"T\"\n\n[[sheet]]\nkey = [\"Lot\"]\n\n[[sheet.column]]\nheading = \"Lot\"\n\
        required = true  # confirm: filled in 9 of 9 rows\n# unique = true  # perhaps: 9 of 9 values differ\n\n[[sheet.column]]\n\
        heading = \"Kind\"\n# confirm: a word in its heading, which goes on for so long that it stands above\ntype = \"whole\"\n\n\
        # confirm: held in 9 of 9 rows\n[[sheet.rule]]\nall_or_none = [\"Lot\", \"Kind\"]\n";
    let no = changed(
        learned,
        &[
            ("Columns", "Confirmed", "Lot", "yes"),
            ("Columns", "Confirmed", "Kind", "no"),
            ("Rules", "Confirmed", "all or none", "no"),
        ],
    );
    assert!(no.refused.is_empty(), "{:?}", no.refused);
    insta::assert_snapshot!(no.text, @r##"
    [rulebook]
    title = "T"

    [[sheet]]
    key = ["Lot"]

    [[sheet.column]]
    heading = "Lot"
    required = true  # confirmed by answer in the workbook: filled in 9 of 9 rows
    # unique = true  # perhaps: 9 of 9 values differ

    [[sheet.column]]
    heading = "Kind"
    # type = "whole"  # declined by answer in the workbook: a word in its heading, which goes on for so long that it stands above

    # declined by answer in the workbook: held in 9 of 9 rows
    # [[sheet.rule]]
    # all_or_none = ["Lot", "Kind"]
    "##);
    let yes = changed(
        learned,
        &[("Suggestions", "Answer", "9 of 9 values differ", "yes"), ("Rules", "Confirmed", "all or none", "yes")],
    );
    assert!(
        yes.text.contains("\nunique = true  # confirmed by answer in the workbook: 9 of 9 values differ\n"),
        "{}",
        yes.text
    );
    assert!(
        yes.text.contains("# confirmed by answer in the workbook: held in 9 of 9 rows\n[[sheet.rule]]"),
        "{}",
        yes.text
    );
}

#[test]
fn another_workbook_is_no_rulebook() {
    let mut book = rust_xlsxwriter::Workbook::new();
    book.add_worksheet().set_name("Columns").unwrap().write_string(2, 0, "Heading").unwrap();
    assert!(matches!(read(&book.save_to_buffer().unwrap()), Err(Unread::NotOne)));
}
