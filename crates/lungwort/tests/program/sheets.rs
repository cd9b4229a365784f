//! Several sheets, labelled cells, the template kept whole, and editions.

use crate::support::Folder;
use crate::support::books::{book, edited, rows, table, tables, texts};
use rust_xlsxwriter::{DataValidation, Workbook};

const TWO: &str = r#"
[[sheet]]
name = "Sender"
required = true
cell = [
  { label = "Institute", required = true, length = { exactly = 6 } },
  { label = "Sent on", type = "date", value = "below" },
]
[[sheet]]
name = "Tests"
required = true
max_rows = 2
key = ["Test"]
column = [{ heading = "Test", required = true }, { heading = "Seeds", type = "whole" }]
rule = [{ check = "Seeds > 0" }]
figure = [{ label = "Seeds in all", value = "SUM(Seeds)" }]
[[sheet]]
name = "Lots"
key = ["Lot"]
column = [{ heading = "Lot", unique = true }, { heading = "Shelf" }]
"#;

const SENDER: &str = "Who sends\n|\nInstitute:||TSV001\n|\nSent on\n2026-03-01";

fn check(folder: &Folder, files: &[&str]) -> crate::support::Ran {
    let usual = ["--rulebook", "t.rulebook.toml", "--format", "json", "--today", "2026-11-23"];
    folder.run(&[&["check"], files, &usual].concat())
}

/// The findings of a workbook of these sheets as `code sheet row column`.
fn places(sheets: &[(&str, &str)]) -> Vec<String> {
    let folder = Folder::with(TWO, "");
    folder.write("data.xlsx", tables(sheets));
    let report = check(&folder, &["data.xlsx"]).json();
    let text = |value: &serde_json::Value| value.to_string().replace('"', "");
    let findings = report["findings"].as_array().unwrap();
    findings
        .iter()
        .map(|each| {
            format!("{} {} {} {}", text(&each["code"]), text(&each["sheet"]), text(&each["row"]), text(&each["column"]))
        })
        .collect()
}

#[test]
fn each_sheet_is_checked_by_its_own_rules_and_named() {
    let good = [("Sender", SENDER), ("Tests", "Test|Seeds\nT1|5"), ("Read me", "Fill in|x"), ("Lots", "Lot|Shelf")];
    assert!(places(&good).is_empty());
    let bad = [
        ("Sender", "Institute:||TSV1\nSent on\nsoon"),
        ("Tests", "Test|Seeds\nT1|-5\n|6\nT3|x"),
        ("Lots", "Lot|Shelf\n7|A\n7|B"),
    ];
    assert_eq!(
        places(&bad),
        [
            "too-short Sender 1 C",
            "not-date Sender 3 A",
            "rule-broken Tests 2 B",
            "missing-value Tests 3 A",
            "not-number Tests 4 B",
            "too-many-rows Tests null null",
            "repeated-value Lots 3 A",
        ]
    );
}

#[test]
fn sheets_that_are_missing_or_blank_are_told() {
    assert_eq!(places(&[("Tests", "Test|Seeds\nT1|5"), ("Lots", "Lot|Shelf")]), ["missing-sheet null null null"]);
    let blank = [("Sender", "Institute:\nSent on"), ("Tests", "Test|Seeds\nT1|5"), ("Lots", "Lot|Shelf")];
    assert_eq!(places(&blank), ["empty-sheet null null null"]);
    let nothing = [("Sender", "Institute:\nSent on"), ("Tests", "Test|Seeds"), ("Lots", "Lot|Shelf")];
    assert_eq!(places(&nothing), ["nothing-filled null null null"]);
    let no_label = [("Sender", "Sent on\n2026-03-01"), ("Tests", "Test|Seeds\nT1|5"), ("Lots", "Lot|Shelf")];
    assert_eq!(places(&no_label), ["missing-heading Sender null null"]);
}

#[test]
fn delimited_files_may_stand_for_sheets() {
    let folder = Folder::with(TWO, "");
    folder.write("tests.csv", "Test,Seeds\nT1,5\nT2,x\n");
    folder.write("lots.csv", "Lot,Shelf\n7,A\n7,B\n");
    let report = check(&folder, &["tests.csv", "lots.csv"]);
    let found: Vec<(String, u64)> = report.findings().into_iter().map(|(code, row, _)| (code, row)).collect();
    let due = [("not-number", 3), ("repeated-value", 3), ("missing-sheet", 0)];
    assert_eq!(found, due.map(|(code, row)| (code.to_owned(), row)));
    assert_eq!(report.json()["figures"][0]["value"], "5");
}

#[test]
fn the_report_for_people_names_the_sheet() {
    let folder = Folder::with(TWO, "");
    folder.write("data.xlsx", tables(&[("Sender", SENDER), ("Tests", "Test|Seeds\nT1|-5"), ("Lots", "Lot|Shelf")]));
    let ran = folder.run(&["check", "data.xlsx", "--rulebook", "t.rulebook.toml", "--today", "2026-11-23"]);
    insta::assert_snapshot!(ran.stdout);
    let ran = folder.run(&["check", "data.xlsx", "--rulebook", "t.rulebook.toml", "--by", "row"]);
    assert!(ran.stdout.contains("sheet Tests, row 2  T1"), "{}", ran.stdout);
    let ran = folder.run(&["rulebook", "t.rulebook.toml"]);
    assert!(
        ran.stdout.contains("Sheet Sender, which must be filled") && ran.stdout.contains("Label"),
        "{}",
        ran.stdout
    );
}

const FRAMED: &str = r#"
[template]
file = "blank.xlsx"
edition_in = { cell = "A1", sheet = "Seeds" }
[[sheet]]
name = "Seeds"
heading_row = 2
key = ["Id"]
column = [{ heading = "Id" }, { heading = "Country", allowed = ["GB", "FR"] }]
"#;

/// The blank template: an edition in A1, a drop-down, a sheet of instructions.
fn blank(top: &str, drop_down: bool, sheets: &[&str], lines: &str) -> Vec<u8> {
    let mut book = Workbook::new();
    let sheet = book.add_worksheet().set_name("Seeds").unwrap();
    texts(sheet, &rows(&format!("{top}\nId|Country{lines}")));
    if drop_down {
        let list = DataValidation::new().allow_list_strings(&["GB", "FR"]).unwrap();
        sheet.add_data_validation(2, 1, 300, 1, &list).unwrap();
    }
    for name in sheets {
        book.add_worksheet().set_name(*name).unwrap().write_string(0, 0, "Fill it in").unwrap();
    }
    book.save_to_buffer().unwrap()
}

/// What a filled file's frame comes to.
fn frame(filled: &[u8]) -> Vec<String> {
    let folder = Folder::new();
    folder.write("t.rulebook.toml", format!("[rulebook]\ntitle = 'Seeds'\nedition = '4'\n{FRAMED}"));
    folder.write("blank.xlsx", blank("Edition 4|Hand in by March", true, &["Read me"], ""));
    folder.write("data.xlsx", filled);
    let found = check(&folder, &["data.xlsx"]).findings();
    found.into_iter().map(|(code, row, message)| format!("{code} {row} {message}")).collect()
}

#[test]
fn the_frame_is_held_against_the_blank_template() {
    let data = "\n1|GB";
    assert!(frame(&blank("Edition 4|Hand in by March", true, &["Read me"], data)).is_empty());
    let changed = frame(&blank("Edition 4|Hand in in May", false, &["Mine"], data));
    insta::assert_snapshot!(changed.join("\n"));
    let old = frame(&blank("Edition 3|Hand in by March", true, &["Read me"], data));
    assert_eq!(old, ["other-edition 0 The cell A1 on sheet Seeds says \"Edition 3\"; edition 4 is required."]);
}

#[test]
fn the_edition_may_stand_in_other_places() {
    let rulebook = |place: &str| {
        format!("[template]\nedition_in = {{ {place} }}\n[[sheet]]\nkey = ['Id']\ncolumn = [{{ heading = 'Id' }}]\n")
    };
    let verdict = |place: &str, name: &str, sheet: &str, version: &str| {
        let folder = Folder::new();
        folder.write("t.rulebook.toml", format!("[rulebook]\ntitle = 'T'\nedition = '4'\n{}", rulebook(place)));
        let plain = table(sheet, "Id\n1");
        let core = |text: String| {
            text.replace("</cp:coreProperties>", &format!("<version>{version}</version></cp:coreProperties>"))
        };
        folder.write(name, edited(&plain, &[("docProps/core.xml", &core)]));
        check(&folder, &[name]).codes()
    };
    assert!(verdict("sheet_name = true", "a.xlsx", "Seeds v4", "").is_empty());
    assert_eq!(verdict("sheet_name = true", "a.xlsx", "Seeds v3", ""), ["other-edition"]);
    assert!(verdict("property = 'version'", "a.xlsx", "S", "4").is_empty());
    assert_eq!(verdict("property = 'version'", "a.xlsx", "S", "3.9"), ["other-edition"]);
    assert!(verdict("file_name = true", "seeds_v4.xlsx", "S", "").is_empty());
    assert_eq!(verdict("file_name = true", "seeds_v3.xlsx", "S", ""), ["other-edition"]);
    // Of a delimited file, the name alone can tell.
    let folder = Folder::new();
    folder
        .write("t.rulebook.toml", format!("[rulebook]\ntitle = 'T'\nedition = '4'\n{}", rulebook("file_name = true")));
    folder.write("seeds-v3.csv", "Id\n1\n");
    folder.write("seeds-v4.csv", "Id\n1\n");
    assert_eq!(check(&folder, &["seeds-v3.csv"]).codes(), ["other-edition"]);
    assert!(check(&folder, &["seeds-v4.csv"]).codes().is_empty());
}

#[test]
fn the_same_heading_may_stand_there_several_times() {
    let rulebook = r#"
[[sheet]]
key = ["Id"]
column = [
  { heading = "Id" },
  { heading = "Name", name = "first_name" }, { heading = "Phone", name = "first_phone", format = "phone" },
  { heading = "Name", name = "second_name" }, { heading = "Phone", name = "second_phone", format = "phone" },
]
rule = [{ no_gaps = ["first_name", "second_name"] }]
"#;
    let folder = Folder::with(rulebook, "Id,Name,Phone,Name,Phone\n1,A,+441632960123,,\n2,,,B,+441632960\n3,,,B,no\n");
    let found: Vec<(String, u64)> =
        folder.check(&[]).findings().into_iter().map(|(code, row, _)| (code, row)).collect();
    assert_eq!(
        found,
        [("gap-in-levels", 3), ("wrong-format", 4), ("gap-in-levels", 4)].map(|(code, row)| (code.to_owned(), row))
    );
    let mistaken = Folder::with(&rulebook.replace(", name = \"second_name\"", ""), "");
    let ran = mistaken.run(&["rulebook", "t.rulebook.toml"]);
    assert!(ran.stdout.contains("give each of them a name of its own"), "{}", ran.stdout);
}

#[test]
fn a_list_may_depend_on_another_column_or_stand_on_a_sheet() {
    let rulebook = r#"
[reference.codes]
file = "lists.xlsx"
sheet = "Lists"
heading_row = 2
[[sheet]]
key = ["Id"]
column = [
  { heading = "Id" },
  { heading = "Genus", allowed = ["Primula", "Lotus"] },
  { heading = "Species", allowed = { depends_on = "Genus", values = { Primula = ["veris", "elatior"], Lotus = ["corniculatus"] } } },
  { heading = "Code", allowed = { reference = "codes", column = "Code", meaning = "Means" } },
]
"#;
    let folder =
        Folder::with(rulebook, "Id,Genus,Species,Code\n1,Primula,veris,W\n2,Lotus,veris,C\n3,Lotus,robur,wild\n");
    folder.write("lists.xlsx", tables(&[("Front", "x"), ("Lists", "Codes\nCode|Means\nW|wild\nC|cultivated")]));
    let found = folder.check(&[]).findings();
    let said: Vec<String> = found.iter().map(|(code, row, _)| format!("{code} {row}")).collect();
    assert_eq!(said, ["off-list-here 3", "off-list 4", "meaning-for-code 4"]);
    assert!(found[0].2.contains("with Genus Lotus goes corniculatus"), "{}", found[0].2);
}

#[test]
fn a_workbook_is_chosen_a_rulebook_by_any_of_its_sheets() {
    let folder = Folder::with(
        "[[sheet]]\nname = 'Seeds'\nkey = ['Id']\ncolumn = [{ heading = 'Id' }, { heading = 'Place' }]\n",
        "",
    );
    folder.write("data.xlsx", book("Front", |sheet| texts(sheet, &rows("Read this"))));
    let ran = folder.run(&["check", "data.xlsx"]);
    assert_eq!(ran.status, 2, "{}", ran.stdout);
    folder.write("data.xlsx", tables(&[("Front", "Read this"), ("Seeds", "Id|Place\n1|a")]));
    let ran = folder.run(&["check", "data.xlsx"]);
    assert!(
        ran.status == 0 && ran.stdout.contains("2 of its 2 headings are in the file"),
        "{}{}",
        ran.stdout,
        ran.stderr
    );
}

#[test]
fn a_template_that_cannot_be_compared_is_said_and_does_not_stop_the_check() {
    let folder = Folder::new();
    let rulebook = "[rulebook]\ntitle = \"T\"\n[template]\nfile = \"blank.xlsx\"\n[[sheet]]\ncolumn = [{ heading = \"Id\" }, { heading = \"Name\" }]\n";
    folder.write("t.rulebook.toml", rulebook);
    folder.write("data.xlsx", crate::support::books::table("Rows", "Id|Name\n1|a"));
    folder.write("blank.xlsx", b"PK\x03\x04 and nothing that a workbook has");
    let ran = folder.run(&["check", "data.xlsx", "--rulebook", "t.rulebook.toml", "--format", "json"]);
    assert_eq!((ran.codes(), ran.status), (vec!["template-unreadable".to_owned()], 0));
    assert!(ran.findings()[0].2.contains("it is a broken or incomplete workbook"), "{}", ran.findings()[0].2);
    // A text that is called a workbook is no template of a delimited file.
    folder.write("blank.xlsx", b"Id,Name\n");
    let ran = folder.run(&["check", "data.xlsx", "--rulebook", "t.rulebook.toml", "--format", "json"]);
    assert_eq!((ran.codes(), ran.status), (vec!["template-unreadable".to_owned()], 0));
    let message = &ran.findings()[0].2;
    assert!(message.contains("its name says .xlsx, and it is no workbook"), "{message}");
}
