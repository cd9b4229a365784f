//! Rulebooks drafted from templates and accepted files, and templates made from rulebooks.

use crate::support::Folder;
use rust_xlsxwriter::{Color, DataValidation, DataValidationRule, Format, Formula, Note, Workbook, Worksheet};
use std::path::Path;

use crate::support::books::{book, rows, table, texts};

/// Learns `template.xlsx`; the rulebook's lines without their sources, blank lines left out.
fn learned(folder: &Folder, arguments: &[&str]) -> Vec<String> {
    let ran = folder.run(&[&["learn"], arguments, &["-o", "t.rulebook.toml", "--force"]].concat());
    assert_eq!(ran.status, 0, "{}", ran.stderr);
    let lint = folder.run(&["rulebook", "t.rulebook.toml", "--lint"]);
    assert_eq!(lint.status, 0, "{}", lint.stdout);
    let text = std::fs::read_to_string(folder.path().join("t.rulebook.toml")).unwrap();
    let plain = |line: &str| {
        let code = line.split("  # ").next().unwrap_or_default().trim_end().to_owned();
        code.split_whitespace().collect::<Vec<_>>().join(" ")
    };
    text.lines().filter(|line| !line.starts_with('#')).map(plain).filter(|line| !line.is_empty()).collect()
}

fn from_book(bytes: &[u8]) -> (Folder, Vec<String>) {
    let folder = Folder::new();
    folder.write("template.xlsx", bytes);
    let lines = learned(&folder, &["template.xlsx"]);
    let check = folder.run(&["check", "template.xlsx", "--rulebook", "t.rulebook.toml"]);
    assert!(check.says_nothing_is_filled(), "{}{}", check.stdout, check.stderr);
    (folder, lines)
}

/// The lines of the column with that heading.
fn column<'l>(lines: &'l [String], heading: &str) -> Vec<&'l str> {
    let is_head =
        |line: &String| line == &format!("heading = \"{heading}\"") || line == &format!("label = \"{heading}\"");
    let from = lines.iter().position(is_head).unwrap_or_else(|| panic!("no column {heading} in {lines:#?}"));
    lines[from + 1..].iter().take_while(|line| !line.starts_with("[[")).map(String::as_str).collect()
}

fn list(sheet: &mut Worksheet, column: u16, formula: &str) {
    let list = DataValidation::new().allow_list_formula(Formula::new(formula));
    sheet.add_data_validation(2, column, 200, column, &list).unwrap();
}

#[test]
fn a_long_name_of_a_sheet_is_a_line_of_its_own() {
    let folder = Folder::new();
    for name in ["Stocktakes", "Corrections of stocks"] {
        folder.write("template.xlsx", table(name, "Shelf|Item|Pieces"));
        let ran = folder.run(&["learn", "template.xlsx", "--force"]);
        assert_eq!(ran.status, 0, "{}", ran.stderr);
        let place = "headings in row 1, data from row 2";
        let line = match name.len() < 14 {
            true => format!("\nsheet {name:<14}{place}"),
            false => format!("\nsheet {name}\n{:20}{place}", ""),
        };
        assert!(ran.stdout.contains(&line), "{}", ran.stdout);
    }
}

#[test]
fn the_demo_template_is_learned_whole() {
    let folder = Folder::new();
    let examples = std::path::Path::new(env!("CARGO_MANIFEST_DIR")).join("../../examples");
    for name in ["germination-template.xlsx", "germination-accepted.xlsx"] {
        std::fs::copy(examples.join(name), folder.path().join(name)).unwrap();
    }
    let ran = folder.run(&["learn", "germination-template.xlsx", "--sample", "germination-accepted.xlsx"]);
    assert_eq!(ran.status, 0, "{}", ran.stderr);
    insta::assert_snapshot!("learn_on_screen", ran.stdout);
    let text = std::fs::read_to_string(folder.path().join("germination.rulebook.toml")).unwrap();
    insta::assert_snapshot!("learned_rulebook", text);
    let blank = folder.run(&["check", "germination-template.xlsx"]);
    assert!(blank.says_nothing_is_filled(), "{}", blank.stdout);
    let accepted = folder.run(&["check", "germination-accepted.xlsx", "--today", "2026-11-23"]);
    assert_eq!(accepted.status, 0, "{}", accepted.stdout);
    let again = folder.run(&["learn", "germination-template.xlsx"]);
    assert!(again.status == 2 && again.stderr.contains("exists already"), "{}", again.stderr);
}

#[test]
fn headings_are_found_among_titles_bands_and_technical_names() {
    let lines = "Seed accessions|||\n|||\nIdentity||Amounts|\nAccession number|Genus|Seeds|Weight in grams\nacc_no|genus_name|seed_count|weight_g\nYear, hyphen, five digits|From the list|Whole number|Decimal point\n2026-00000|Example|1|0.5";
    let (_, found) = from_book(&table("Entry", lines));
    assert!(
        found.contains(&"heading_row = 4".to_owned()) && found.contains(&"guide_rows = 2".to_owned()),
        "{found:#?}"
    );
    assert!(found.contains(&"sample_rows = [[\"2026-00000\", \"Example\", \"1\", \"0.5\"]]".to_owned()), "{found:#?}");
    assert!(found.contains(&"title = \"Seed accessions\"".to_owned()), "{found:#?}");
    assert_eq!(column(&found, "Genus")[..2], ["section = \"Identity\"", "example = \"Example\""]);
    assert_eq!(column(&found, "Accession number")[0], "name = \"acc_no\"");
}

#[test]
fn required_marks_are_read_in_all_their_forms() {
    let (_, found) = from_book(&table("S", "Id*|Place (required)|Remark|Note [optional]"));
    let required = |heading: &str| column(&found, heading).contains(&"required = true");
    assert_eq!(["Id*", "Place (required)", "Remark", "Note [optional]"].map(required), [true, true, false, false]);
    let (_, found) = from_book(&table("S", "Id|Place|Remark\nMandatory|Optional|Optional"));
    let required = |heading: &str| column(&found, heading).contains(&"required = true");
    assert_eq!(["Id", "Place", "Remark"].map(required), [true, false, false]);
    // A colour counts only where something explains it.
    let coloured = |legend: &str| {
        book("S", |sheet| {
            let number_format = Format::new().set_background_color(Color::RGB(0xFFD966));
            if !legend.is_empty() {
                sheet.write_string_with_format(0, 0, legend, &number_format).unwrap();
            }
            for (column, heading) in (0_u16..).zip(["Id", "Place", "Remark"]) {
                match column {
                    0 => sheet.write_string_with_format(2, column, heading, &number_format).unwrap(),
                    _ => sheet.write_string(2, column, heading).unwrap(),
                };
            }
        })
    };
    let (_, found) = from_book(&coloured("Mandatory"));
    assert!(column(&found, "Id").contains(&"required = true") && !column(&found, "Place").contains(&"required = true"));
    let folder = Folder::new();
    folder.write("template.xlsx", coloured(""));
    let ran = folder.run(&["learn", "template.xlsx"]);
    assert!(ran.stdout.contains("are they the required ones?"), "{}", ran.stdout);
    let text = std::fs::read_to_string(folder.path().join("template.rulebook.toml")).unwrap();
    assert!(
        text.contains("# required = true  # perhaps: its heading have the colour FFD966")
            || text.contains("# required"),
        "{text}"
    );
}

#[test]
fn drop_downs_are_followed_to_their_lists() {
    let mut book = Workbook::new();
    let entry = book.add_worksheet().set_name("Entry").unwrap();
    texts(entry, &rows("Id|Inline|Range|Named|Genus|By name|Beside|Country|Yes\n|x"));
    entry.write_string(1, 1, "").unwrap();
    let inline = DataValidation::new().allow_list_strings(&["A", "B"]).unwrap();
    entry.add_data_validation(2, 1, 200, 1, &inline).unwrap();
    list(entry, 2, "='Code lists'!$A$2:$A$4");
    list(entry, 3, "=methods");
    list(entry, 4, "='Code lists'!$D$2:$D$3");
    list(entry, 5, "=INDIRECT(SUBSTITUTE($E3,\" \",\"_\"))");
    list(
        entry,
        6,
        "=OFFSET('Code lists'!$H$2,MATCH($E3,'Code lists'!$G$2:$G$4,0)-1,0,COUNTIF('Code lists'!$G$2:$G$4,$E3),1)",
    );
    list(entry, 7, "='Code lists'!$J$2:$J$61");
    let yes = DataValidation::new().allow_list_strings(&["Yes", "No"]).unwrap();
    entry.add_data_validation(2, 8, 200, 8, &yes).unwrap();
    let lists = book.add_worksheet().set_name("Code lists").unwrap();
    texts(
        lists,
        &rows(
            "Code|Meaning||Genus||Species||x|Sp|Many\nW|wild||Wild rose||canina||Wild rose|canina|v\nC|cultivated||Lotus||corniculatus||Lotus|pedunculatus\nU|unknown||||||Lotus|corniculatus",
        ),
    );
    // The columns beside each other are G and H; many values make a list that is referred to.
    lists.write_string(0, 6, "Genus of").unwrap().write_string(0, 7, "Species of").unwrap();
    for (row, (genus, species)) in
        (1..).zip([("Wild rose", "canina"), ("Lotus", "pedunculatus"), ("Lotus", "corniculatus")])
    {
        lists.write_string(row, 6, genus).unwrap().write_string(row, 7, species).unwrap();
    }
    lists.write_string(0, 9, "Parish").unwrap();
    for row in 1..=60 {
        lists.write_string(row, 9, format!("Parish {row}")).unwrap();
    }
    book.define_name("methods", "='Code lists'!$A$2:$A$4").unwrap();
    book.define_name("Wild_rose", "='Code lists'!$F$2").unwrap();
    book.define_name("Lotus", "='Code lists'!$F$3").unwrap();
    let bytes = book.save_to_buffer().unwrap();
    let (folder, found) = from_book(&bytes);
    let allowed = |heading: &str| {
        column(&found, heading).into_iter().find(|line| line.starts_with("allowed")).unwrap().to_owned()
    };
    assert_eq!(allowed("Inline"), r#"allowed = ["A", "B"]"#);
    assert_eq!(allowed("Range"), r#"allowed = { W = "wild", C = "cultivated", U = "unknown" }"#);
    assert_eq!(allowed("Named"), allowed("Range"));
    assert_eq!(
        allowed("By name"),
        r#"allowed = { depends_on = "genus", values = { "Wild rose" = ["canina"], Lotus = ["corniculatus"] } }"#
    );
    assert_eq!(
        allowed("Beside"),
        r#"allowed = { depends_on = "genus", values = { "Wild rose" = ["canina"], Lotus = ["pedunculatus", "corniculatus"] } }"#
    );
    assert_eq!(allowed("Country"), r#"allowed = { reference = "code_lists", column = "Parish" }"#);
    assert!(column(&found, "Yes").contains(&r#"yes_no = { yes = "Yes", no = "No" }"#));
    folder.write("data.csv", "Id,Inline,Range,Named,Genus,By name,Beside,Country,Yes\n,,,,,,,,\n1,A,W,C,Lotus,corniculatus,canina,Parish 7,Yes\n");
    let ran = folder.run(&["check", "data.csv", "--rulebook", "t.rulebook.toml", "--format", "json"]);
    assert!(ran.codes().contains(&"off-list-here".to_owned()), "{:?}", ran.codes());
}

#[test]
fn limits_formats_and_messages_are_read() {
    let bytes = book("S", |sheet| {
        texts(sheet, &rows("Id|Count|Weight|Day|Code|Text"));
        let limit = |rule: DataValidation| rule.set_input_message("Fill it in with care.").unwrap();
        let formula = |text: &str| Formula::new(text);
        let rules = [
            (1, limit(DataValidation::new().allow_whole_number(DataValidationRule::Between(1, 99)))),
            (2, DataValidation::new().allow_decimal_number(DataValidationRule::GreaterThan(0.5))),
            (
                3,
                DataValidation::new()
                    .allow_date_formula(DataValidationRule::Between(formula("=36526"), formula("=TODAY()"))),
            ),
            (4, DataValidation::new().allow_custom(formula("=COUNTIF($E$2:$E$200,E2)=1"))),
            (5, DataValidation::new().allow_text_length(DataValidationRule::LessThanOrEqualTo(40))),
        ];
        for (column, rule) in rules {
            sheet.add_data_validation(1, column, 200, column, &rule).unwrap();
        }
        sheet.set_column_format(3, &Format::new().set_num_format("dd/mm/yyyy")).unwrap();
        sheet.set_column_format(4, &Format::new().set_num_format("@")).unwrap();
        sheet.insert_note(0, 5, &Note::new("Required. What you saw.").add_author_prefix(false)).unwrap();
    });
    let (_, found) = from_book(&bytes);
    assert_eq!(
        column(&found, "Count"),
        ["type = \"whole\"", "min = 1", "max = 99", "help = \"Fill it in with care.\""]
    );
    assert_eq!(column(&found, "Weight"), ["type = \"decimal\"", "above = 0.5"]);
    assert_eq!(
        column(&found, "Day"),
        ["type = \"date\"", "date_format = \"dd/mm/yyyy\"", "min = \"2000-01-01\"", "max = \"today\""]
    );
    assert_eq!(column(&found, "Code"), ["name = \"code\"", "unique = true", "stored = \"text\""]);
    assert_eq!(column(&found, "Text"), ["required = true", "length = { max = 40 }", "help = \"What you saw.\""]);
}

#[test]
fn delimited_templates_are_learned_too() {
    let folder = Folder::new();
    folder.write("seeds_template.csv", "Id*;Sown on;Seeds\nText;dd/mm/yyyy;Whole number\nX-000;01/02/2025;5\n");
    let ran = folder.run(&["learn", "seeds_template.csv"]);
    assert_eq!(ran.status, 0, "{}", ran.stderr);
    let text = std::fs::read_to_string(folder.path().join("seeds.rulebook.toml")).unwrap();
    for part in [
        "delimiter = \";\"",
        "required = true",
        "date_format = \"dd/mm/yyyy\"",
        "sample_rows = [[\"X-000\", \"01/02/2025\", \"5\"]]",
        "guide_rows = 1",
    ] {
        assert!(text.split_whitespace().collect::<Vec<_>>().join(" ").contains(part), "{part}: {text}");
    }
    let check = folder.run(&["check", "seeds_template.csv"]);
    assert!(check.says_nothing_is_filled(), "{}{}", check.stdout, check.stderr);
}

#[test]
fn accepted_files_tell_what_the_template_does_not() {
    let folder = Folder::new();
    folder.write("t.csv", "Code,Sown,Counted,Alive,Dead,All,Kind,From,To,Name\n");
    let mut data = "Code,Sown,Counted,Alive,Dead,All,Kind,From,To,Name\n".to_owned();
    for row in 0..60_u32 {
        let (alive, dead) = (row % 17 + 3, row % 5 + 1);
        let pair = if row % 3 == 0 { "a,b" } else { "," };
        let kind = ["W", "C", "U"][row as usize % 3];
        data.push_str(&format!(
            "AB-{row:04},{:02}/03/2025,{:02}/03/2025,{alive},{dead},{},{kind},{pair},Name of {row}\n",
            row % 20 + 1,
            row % 20 + 4,
            alive + dead
        ));
    }
    folder.write("sent.csv", &data);
    let found = learned(&folder, &["t.csv", "--sample", "sent.csv"]);
    assert_eq!(
        column(&found, "Code"),
        ["name = \"code\"", "required = true", r"pattern = '[A-Z]{2}\-\d{4}'", "unique = true"]
    );
    assert!(column(&found, "Sown").contains(&"date_format = \"dd/mm/yyyy\""));
    assert!(column(&found, "Kind").contains(&r#"allowed = ["C", "U", "W"]"#));
    let rules: Vec<&String> =
        found.iter().filter(|line| line.starts_with("all_or_none") || line.starts_with("check")).collect();
    assert_eq!(
        rules,
        ["all_or_none = [\"from_given\", \"to\"]", "check = \"counted >= sown\"", "check = \"all = alive + dead\""]
    );
    let text = std::fs::read_to_string(folder.path().join("t.rulebook.toml")).unwrap();
    assert!(text.contains("# confirm: held in 60 of 60 rows, 20 of them filled"), "{text}");
    let ran = folder.run(&["check", "sent.csv", "--rulebook", "t.rulebook.toml"]);
    assert_eq!(ran.status, 0, "{}", ran.stdout);
}

#[test]
fn too_few_rows_are_only_offered_and_chance_is_no_rule() {
    let folder = Folder::new();
    folder.write("t.csv", "Id,First,Second,A,B\n");
    // All of the first column's dates lie before the second's: nothing could have broken an order.
    let rows: String =
        (0..12).map(|row| format!("{row},2025-01-{:02},2026-01-{:02},x,y\n", row + 1, row + 1)).collect();
    folder.write("sent.csv", format!("Id,First,Second,A,B\n{rows}"));
    let found = learned(&folder, &["t.csv", "--sample", "sent.csv"]);
    assert!(!found.iter().any(|line| line.starts_with("check") || line.starts_with("all_or_none")), "{found:#?}");
    assert!(!found.iter().any(|line| line == "required = true"), "{found:#?}");
    let text = std::fs::read_to_string(folder.path().join("t.rulebook.toml")).unwrap();
    assert!(text.contains("# required = true  # perhaps: filled in 12 of 12 rows"), "{text}");
    folder.write("other.csv", "Name,Street\nx,y\n");
    let ran = folder.run(&["learn", "t.csv", "--sample", "other.csv", "-o", "-"]);
    assert!(ran.status == 2 && ran.stderr.contains("no row of it has the template's headings"), "{}", ran.stderr);
}

#[test]
fn columns_that_repeat_are_told_apart() {
    let (folder, found) = from_book(&table("S", "Id|Name|Phone|Name|Phone|Name|Phone"));
    assert_eq!(found.iter().filter(|line| *line == "heading = \"Name\"").count(), 3);
    for name in ["name", "name_2", "name_3", "phone_3"] {
        assert!(found.contains(&format!("name = \"{name}\"")), "{name}: {found:#?}");
    }
    let text = std::fs::read_to_string(folder.path().join("t.rulebook.toml")).unwrap();
    assert!(text.contains("# perhaps: 3 sets of 2 columns with the same headings"), "{text}");
    let due = "# [[sheet.set]]\n# name = \"entries\"\n# entries = [[\"name\", \"phone\"], [\"name_2\", \"phone_2\"], [\"name_3\", \"phone_3\"]]";
    assert!(text.contains(due), "{text}");
    // What is offered is right where the # is taken away.
    let active = text
        .replace("# [[sheet.set]]", "[[sheet.set]]")
        .replace("# name = ", "name = ")
        .replace("# entries =", "entries =");
    folder.write("t.rulebook.toml", active);
    assert_eq!(folder.run(&["rulebook", "t.rulebook.toml"]).status, 0);
}

#[test]
fn a_template_of_labelled_cells_gives_its_rulebook_back_too() {
    let folder = Folder::new();
    let examples = std::path::Path::new(env!("CARGO_MANIFEST_DIR")).join("../../examples");
    std::fs::copy(examples.join("germination-template.xlsx"), folder.path().join("downloaded.xlsx")).unwrap();
    assert_eq!(folder.run(&["learn", "downloaded.xlsx", "-o", "old.rulebook.toml"]).status, 0);
    assert_eq!(folder.run(&["template", "old.rulebook.toml", "-o", "blank.xlsx"]).status, 0);
    assert_eq!(folder.run(&["learn", "blank.xlsx", "-o", "new.rulebook.toml"]).status, 0);
    let ran = folder.run(&["rulebook", "old.rulebook.toml", "--compare", "new.rulebook.toml"]);
    assert!(ran.stdout.starts_with("nothing changed"), "{}", ran.stdout);
    let ran = folder.run(&["template", "old.rulebook.toml", "-o", "blank.csv"]);
    assert_eq!(ran.status, 0);
    assert!(ran.stderr.contains("does not have the labelled cells of sheet Sender"), "{}", ran.stderr);
}

/// The demo's template as a spreadsheet program saved it in its own kind, where cells have no formats that are read.
#[test]
fn a_template_in_opendocument_tells_the_same() {
    let folder = Folder::new();
    let here = std::path::Path::new(env!("CARGO_MANIFEST_DIR"));
    for (name, from) in
        [("t.xlsx", "../../examples/germination-template.xlsx"), ("t.ods", "tests/data/germination-template.ods")]
    {
        std::fs::copy(here.join(from), folder.path().join(name)).unwrap();
        assert_eq!(folder.run(&["learn", name, "-o", &format!("{name}.rulebook.toml")]).status, 0, "{name}");
    }
    let ran = folder.run(&["rulebook", "t.xlsx.rulebook.toml", "--compare", "t.ods.rulebook.toml"]);
    let changes: Vec<&str> = ran.stdout.lines().filter(|line| line.starts_with("  ")).map(str::trim).collect();
    let date = "Date of sending           now requires: a date written yyyy-mm-dd; before: a date written";
    // Notes on headings and formats of cells are not read of this kind.
    let unread = |change: &&str| !change.contains("help is") && !change.contains("are kept in any way now");
    let changes: Vec<&str> = changes.into_iter().filter(unread).collect();
    assert!(changes[0].starts_with(date), "{}", changes[0]);
    assert_eq!(changes.last(), Some(&"The file                  is accepted as ods, xlsx; before as xlsx"));
    let blank = folder.run(&["check", "t.ods", "--rulebook", "t.ods.rulebook.toml"]);
    assert!(blank.says_nothing_is_filled(), "{}", blank.stdout);
}

#[test]
fn what_cannot_be_learned_is_said() {
    let folder = Folder::new();
    folder.write("notes.xlsx", table("Notes", "Dear all,\nplease find the figures below."));
    folder.write("photo.xlsx", b"\x89PNG\r\n\x1a\n");
    for (name, reason) in [
        ("notes.xlsx", "sheet Notes, 2 rows: row 1: Dear all,; row 2: please find the figures below."),
        ("photo.xlsx", "it is a picture"),
        ("nowhere.xlsx", "there is no such file"),
    ] {
        let ran = folder.run(&["learn", name]);
        assert!(ran.status == 2 && ran.stderr.contains(reason) && ran.stderr.contains(name), "{name}: {}", ran.stderr);
    }
}

/// Everything a template can hold of a rulebook.
const FULL: &str = r#"
[rulebook]
title   = "Seed lots"
edition = "7"
issuer  = "National Seed Register"
[file]
formats  = ["xlsx"]
max_rows = 50
[template]
edition_in = { sheet = "Guide", cell = "A2" }
[[sheet]]
name = "Lots"
heading_row = 3
guide_rows = 1
key = ["lot"]
[[sheet.column]]
name = "lot"
heading = "Lot*"
section = "Identity"
required = true
unique = true
pattern = { regex = '[A-Z]{2}\d{3}', words = "two capitals, three digits" }
stored = "text"
help = "As on the bag."
example = "AB001"
guide = ["Two letters, three digits"]
[[sheet.column]]
heading = "Genus"
name = "genus"
section = "Identity"
required = true
allowed = ["Primula", "Lotus"]
example = "Lotus"
guide = ["From the list"]
[[sheet.column]]
heading = "Species"
section = "Identity"
allowed = { depends_on = "genus", values = { Primula = ["veris", "elatior"], Lotus = ["corniculatus"] } }
guide = ["From the list"]
[[sheet.column]]
heading = "Provenance"
section = "Where from"
allowed = { W = "collected in the wild", C = "cultivated" }
guide = ["Code"]
[[sheet.column]]
heading = "Country"
section = "Where from"
allowed = { reference = "iso-3166-1-alpha-2" }
guide = ["Two letters"]
[[sheet.column]]
heading = "Seeds"
section = "Amounts"
type = "whole"
min = 1
max = 1000
guide = ["Whole number"]
[[sheet.column]]
heading = "Weight"
section = "Amounts"
type = "decimal"
above = 0
places = 3
guide = ["Number"]
[[sheet.column]]
heading = "Stored on"
section = "Amounts"
type = "date"
date_format = "dd/mm/yyyy"
min = "2000-01-01"
max = "today"
guide = ["dd/mm/yyyy"]
[[sheet.column]]
heading = "Organic"
section = "Notes"
type = "yes_no"
yes_no = { yes = "Y", no = "N" }
guide = ["Y or N"]
[[sheet.column]]
heading = "Codes"
section = "Notes"
allowed = ["P", "F"]
separator = ";"
guide = ["Codes with ; between"]
[[sheet.column]]
heading = "Email"
section = "Notes"
format = "email"
stored = "text"
guide = ["Text"]
[[sheet.column]]
heading = "Shelf"
section = "Notes"
characters = "A-Z 0-9 -"
case = "upper"
length = { min = 4, max = 8 }
stored = "text"
guide = ["Capitals and digits"]
[[sheet.column]]
heading = "Remarks"
section = "Notes"
length = { max = 120, in = "bytes" }
default = "none"
guide = ["Up to 120 bytes of text"]
"#;

#[test]
fn a_template_made_from_a_rulebook_gives_the_rulebook_back() {
    let folder = Folder::new();
    folder.write("old.rulebook.toml", FULL);
    let ran = folder.run(&["template", "old.rulebook.toml", "-o", "blank.xlsx", "--today", "2026-11-23"]);
    assert_eq!(ran.status, 0, "{}", ran.stderr);
    let again = folder.run(&["template", "old.rulebook.toml", "-o", "again.xlsx", "--today", "2026-11-23"]);
    assert_eq!(again.status, 0, "{}", again.stderr);
    let bytes = |name: &str| std::fs::read(folder.path().join(name)).unwrap();
    assert!(bytes("blank.xlsx") == bytes("again.xlsx"), "the same rulebook and day give the same bytes");
    learned(&folder, &["blank.xlsx"]);
    let ran = folder.run(&["rulebook", "old.rulebook.toml", "--compare", "t.rulebook.toml"]);
    assert_eq!(ran.stdout, "nothing changed: from Seed lots, edition 7 to Seed lots, edition 7\n");
    // What the comparison does not look at.
    let found = learned(&folder, &["blank.xlsx"]);
    for line in
        ["issuer = \"National Seed Register\"", "max_rows = 50", "heading_row = 3", "guide_rows = 1", "key = [\"lot\"]"]
    {
        assert!(found.contains(&line.to_owned()), "{line}: {found:#?}");
    }
    assert!(column(&found, "Lot*").contains(&"example = \"AB001\""));
    assert!(column(&found, "Remarks").contains(&"section = \"Notes\""));
    let blank = folder.run(&["check", "blank.xlsx", "--rulebook", "old.rulebook.toml"]);
    assert!(blank.says_nothing_is_filled(), "{}", blank.stdout);
}

#[test]
fn templates_have_the_columns_and_samples_that_are_asked_for() {
    let folder = Folder::new();
    folder.write("old.rulebook.toml", FULL);
    let text = |arguments: &[&str]| {
        let ran = folder.run(&[&["template", "old.rulebook.toml", "-o", "blank.csv", "--force"], arguments].concat());
        assert_eq!(ran.status, 0, "{}", ran.stderr);
        std::fs::read_to_string(folder.path().join("blank.csv")).unwrap()
    };
    assert_eq!(
        text(&["--columns", "required"]),
        ",\r\n,\r\nLot*,Genus\r\n\"Two letters, three digits\",From the list\r\n"
    );
    assert_eq!(
        text(&["--columns", "Seeds,lot", "--samples"]),
        ",\r\n,\r\nLot*,Seeds\r\n\"Two letters, three digits\",Whole number\r\nAB001,\r\n"
    );
    let ran = folder.run(&["template", "old.rulebook.toml", "-o", "sedes.csv", "--columns", "Sedes"]);
    assert!(ran.status == 2 && ran.stderr.contains("did you mean Seeds?"), "{}", ran.stderr);
    let ran = folder.run(&["template", "old.rulebook.toml", "-o", "blank.pdf"]);
    assert!(ran.status == 2 && ran.stderr.contains(".xlsx, .csv or .tsv"), "{}", ran.stderr);
    let ran = folder.run(&["template", "old.rulebook.toml", "-o", "blank.xlsx", "--samples", "--today", "2026-11-23"]);
    assert_eq!(ran.status, 0, "{}", ran.stderr);
    let ran = folder.run(&["check", "blank.xlsx", "--rulebook", "old.rulebook.toml", "--format", "json"]);
    assert_eq!(ran.json()["files"][0]["rows"], 1, "{}", ran.stdout);
}

#[test]
fn two_editions_are_compared_in_the_words_of_those_who_fill_them_in() {
    let folder = Folder::new();
    folder.write("old.rulebook.toml", FULL);
    let new = FULL
        .replace("edition = \"7\"", "edition = \"8\"")
        .replace("max_rows = 50", "max_rows = 40")
        .replace("allowed = [\"Primula\", \"Lotus\"]", "allowed = [\"Primula\", \"Lotus\", \"Briza\"]\nretired = {}")
        .replace("heading = \"Weight\"", "heading = \"Weight in grams\"")
        .replace("heading = \"Provenance\"\n", "heading = \"Provenance\"\nrequired = true\nretired = { C = \"W\" }\n")
        .replace("{ W = \"collected in the wild\", C = \"cultivated\" }", "{ W = \"collected in the wild\", U = \"unknown\" }")
        .replace("max = 1000\n", "max = 500\n")
        .replace("heading = \"Organic\"", "heading = \"Germinates\"\nsection = \"Amounts\"\nguide = [\"\"]\n[[sheet.column]]\nheading = \"Organic\"")
        .replace("[[sheet.column]]\nheading = \"Codes\"\nsection = \"Notes\"\nallowed = [\"P\", \"F\"]\nseparator = \";\"\nguide = [\"Codes with ; between\"]\n", "");
    folder.write("new.rulebook.toml", format!("{new}\n[[sheet.rule]]\nall_or_none = [\"Seeds\", \"Stored on\"]\n"));
    let ran = folder.run(&["rulebook", "old.rulebook.toml", "--compare", "new.rulebook.toml"]);
    assert_eq!(ran.status, 0, "{}", ran.stderr);
    insta::assert_snapshot!(ran.stdout);
}

/// The lines that are offered.
fn offered(folder: &Folder) -> Vec<String> {
    let text = std::fs::read_to_string(folder.path().join("t.rulebook.toml")).unwrap();
    text.lines().filter_map(|line| line.strip_prefix("# ")).map(str::to_owned).collect()
}

/// The text of the rulebook, with what is offered under a key made to count; it must be usable.
fn taken_up(folder: &Folder, key: &str) -> String {
    let path = folder.path().join("t.rulebook.toml");
    let text = std::fs::read_to_string(&path).unwrap().replace(&format!("# {key} = "), &format!("{key} = "));
    std::fs::write(&path, &text).unwrap();
    let ran = folder.run(&["rulebook", "t.rulebook.toml"]);
    assert_eq!(ran.status, 0, "{}{text}", ran.stderr);
    ran.stdout
}

#[test]
fn a_sample_that_goes_on_below_is_offered_as_records() {
    let folder = Folder::new();
    folder.write("template.xlsx", table("S", "Lot|Genus|Collector|Part\nL-1|Primula|Ann|F\n||Bob|G"));
    learned(&folder, &["template.xlsx"]);
    let lines = offered(&folder);
    let line = lines.iter().find(|line| line.starts_with("record = ")).unwrap();
    assert!(
        line.contains(
            "header = [\"lot\", \"genus\"], list = [{ name = \"entries\", columns = [\"collector\", \"part\"] }]"
        ),
        "{line}"
    );
    assert!(
        taken_up(&folder, "record")
            .contains("Records of several rows, headed by Lot / Genus, with entries (Collector / Part")
    );
    // A cell that is blank in the middle, or rows that are apart, hint at nothing.
    for lines in ["Lot|Genus|Collector\nL-1|Primula|Ann\nL-2||Bob", "Lot|Genus|Collector\nL-1|Primula|Ann\n||\n||Bob"] {
        let folder = Folder::new();
        folder.write("template.xlsx", table("S", lines));
        learned(&folder, &["template.xlsx"]);
        assert!(!offered(&folder).iter().any(|line| line.contains("record = ")), "{lines}");
    }
}

#[test]
fn a_drop_down_of_row_types_is_offered_as_kinds() {
    let mut book = Workbook::new();
    let sheet = book.add_worksheet();
    for (at, heading) in ["Row type", "Number", "Unit"].into_iter().enumerate() {
        sheet.write(0, at as u16, heading).unwrap();
    }
    for (at, values) in [(0, ["Accession", "Lot"]), (2, ["g", "kg"])] {
        let limit = rust_xlsxwriter::DataValidation::new().allow_list_strings(&values).unwrap();
        sheet.add_data_validation(1, at, 99, at, &limit).unwrap();
    }
    let (folder, _) = from_book(&book.save_to_buffer().unwrap());
    let due = "kinds = { column = \"row_type\", kind = [{ value = \"Accession\" }, { value = \"Lot\" }] }";
    let lines = offered(&folder);
    assert!(lines.iter().any(|line| line.starts_with(due)), "{lines:#?}");
    assert!(taken_up(&folder, "kinds").contains("Row type says what a row is: Accession; Lot."));
}

#[test]
fn labels_and_headings_that_are_there_twice_are_blocks() {
    let one = "Transfer:||\nDay:||\nLot|Store|Grams\n||\n||\n";
    let folder = Folder::new();
    folder.write("template.xlsx", table("S", &one.repeat(2)));
    let found = learned(&folder, &["template.xlsx"]);
    assert!(found.contains(&"block = {}".to_owned()), "{found:#?}");
    let labels: Vec<&String> = found.iter().filter(|line| line.starts_with("label = ")).collect();
    assert_eq!(labels, ["label = \"Transfer:\"", "label = \"Day:\""]);
    folder.write(
        "filled.csv",
        "Transfer:,T1,\nDay:,today,\nLot,Store,Grams\nL1,A,2\n,,\nTransfer:,T2,\nDay:,,\nLot,Store,Gram\nL2,A,2\n",
    );
    let ran = folder.run(&["check", "filled.csv", "-r", "t.rulebook.toml", "--format", "json"]);
    assert_eq!(ran.codes(), ["wrong-file-kind", "changed-block"], "{}", ran.stdout);
    // Once is a table with something above it.
    let folder = Folder::new();
    folder.write("template.xlsx", table("S", one));
    assert!(!learned(&folder, &["template.xlsx"]).iter().any(|line| line.starts_with("block")));
}

#[test]
fn the_headings_may_be_named_where_they_cannot_be_told() {
    let folder = Folder::new();
    let lines: Vec<String> = (1..40).map(|at| format!("Region {at}|{}|{}", at * 10, at * 3)).collect();
    folder.write("t.xlsx", table("Summary", &lines.join("\n")));
    assert_eq!(folder.run(&["learn", "t.xlsx"]).status, 2);
    assert!(!folder.path().join("t.rulebook.toml").exists());
    let ran = folder.run(&["learn", "t.xlsx", "--sheet", "Summary", "--heading-row", "3"]);
    assert!(ran.status == 0 && ran.stdout.contains("headings in row 3"), "{}{}", ran.stdout, ran.stderr);
    let ran = folder.run(&["learn", "t.xlsx", "--sheet", "Sumary", "--force"]);
    assert!(ran.status == 2 && ran.stderr.contains("it has no sheet Sumary; its sheets are Summary"), "{}", ran.stderr);
    // Two headings and nothing else are enough.
    folder.write("two.xlsx", table("Lots", "Lot|Weight"));
    let ran = folder.run(&["learn", "two.xlsx"]);
    assert!(ran.status == 0 && ran.stdout.contains("2 columns of 1 sheet"), "{}", ran.stderr);
}

#[test]
fn every_sheet_is_learned_or_said_to_be_something_else() {
    let folder = Folder::new();
    let sheets = [
        ("Help", "How to fill in the sheet of lots, one row each.\nLot is required."),
        ("Lots", "Lot|Unit|Remarks"),
        ("Units", "Code|Meaning\nBOX|a box\nBAG|a bag\nJAR|a jar"),
        ("Colours", "Colour\nred\nblue\ngreen"),
    ];
    folder.write("t.xlsx", crate::support::books::tables(&sheets));
    let ran = folder.run(&["learn", "t.xlsx"]);
    let flat = ran.stdout.split_whitespace().collect::<Vec<_>>().join(" ");
    assert!(
        flat.contains("Help (instructions), Units (a list), Colours (a list that no column was found for)"),
        "{flat}"
    );
    let text = std::fs::read_to_string(folder.path().join("t.rulebook.toml")).unwrap();
    assert!(text.contains("allowed = { BOX = \"a box\", BAG = \"a bag\", JAR = \"a jar\" }"), "{text}");
}

#[test]
fn what_an_accepted_file_breaks_is_not_kept_and_said() {
    let folder = Folder::new();
    folder.write(
        "t.xlsx",
        crate::support::books::tables(&[("Help", "Lot: seven digits\nBox is A or B."), ("Lots", "Lot|Box|Who")]),
    );
    folder.write("sent.csv", "Lot,Box,Who\nL-1,A,x\nL-2,B,y\n");
    let ran = folder.run(&["learn", "t.xlsx", "--sample", "sent.csv", "-o", "r.rulebook.toml"]);
    assert_eq!(ran.status, 0, "{}", ran.stderr);
    let flat = ran.stdout.split_whitespace().collect::<Vec<_>>().join(" ");
    assert!(
        flat.contains("Lot: pattern = '\\d{7}' is not kept: sent.csv, which was accepted, breaks it 2 times"),
        "{flat}"
    );
    let check = folder.run(&["check", "sent.csv", "-r", "r.rulebook.toml"]);
    assert_eq!(check.status, 0, "{}", check.stdout);
    let text = std::fs::read_to_string(folder.path().join("r.rulebook.toml")).unwrap();
    assert!(text.contains("allowed = [\"A\", \"B\"]") && text.contains("# pattern = "), "{text}");
}

#[test]
fn a_template_that_lies_elsewhere_is_named_from_the_rulebook() {
    let folder = Folder::new();
    std::fs::create_dir_all(folder.path().join("downloads")).unwrap();
    std::fs::create_dir_all(folder.path().join("rules")).unwrap();
    folder.write("downloads/t.xlsx", table("Lots", "Lot*|Box|Who"));
    let ran = folder.run(&["learn", "downloads/t.xlsx", "-o", "rules/r.rulebook.toml"]);
    assert_eq!(ran.status, 0, "{}", ran.stderr);
    let text = std::fs::read_to_string(folder.path().join("rules/r.rulebook.toml")).unwrap();
    assert!(text.contains("= \"../downloads/t.xlsx\""), "{text}");
}

#[test]
fn a_template_is_known_again_under_another_name() {
    let folder = Folder::new();
    let book = crate::support::books::table("Rows", "Id *|Name\n");
    folder.write("lots.xlsx", &book);
    folder.write("data.xlsx", crate::support::books::table("Rows", "Id *|Name\n1|a"));
    assert_eq!(folder.run(&["learn", "lots.xlsx"]).status, 0);
    let codes = || folder.run(&["check", "data.xlsx", "-r", "lots.rulebook.toml", "--format", "json"]).codes();
    assert_eq!(codes(), Vec::<String>::new());
    // Downloaded once more, and the first one thrown away: the frame is compared still.
    folder.write("lots (1).xlsx", &book);
    folder.write("another.xlsx", crate::support::books::table("Rows", "Id *|Other\n"));
    std::fs::remove_file(folder.path().join("lots.xlsx")).unwrap();
    assert_eq!(codes(), Vec::<String>::new());
    std::fs::remove_file(folder.path().join("lots (1).xlsx")).unwrap();
    let ran = folder.run(&["check", "data.xlsx", "-r", "lots.rulebook.toml", "--format", "json"]);
    assert_eq!((ran.codes(), ran.status), (vec!["template-missing".to_owned()], 0));
}

#[test]
fn the_ending_of_a_text_is_learned() {
    let folder = Folder::new();
    folder.write("lots.txt", "Id *;Name\n");
    folder.write("data.txt", "Id *;Name\n1;a\n");
    folder.write("data.csv", "Id *;Name\n1;a\n");
    assert_eq!(folder.run(&["learn", "lots.txt"]).status, 0);
    let codes = |file: &str| folder.run(&["check", file, "-r", "lots.rulebook.toml", "--format", "json"]).codes();
    assert_eq!(codes("data.txt"), Vec::<String>::new());
    assert_eq!(codes("data.csv"), ["wrong-file-kind"]);
}

#[test]
fn a_cover_that_is_filled_in_is_no_table() {
    let folder = Folder::new();
    let examples = Path::new(env!("CARGO_MANIFEST_DIR")).join("../../examples");
    let labels = |name: &str| -> Vec<String> {
        folder.write(name, std::fs::read(examples.join(name)).unwrap());
        assert_eq!(folder.run(&["learn", name, "-o", "t.rulebook.toml", "--force"]).status, 0);
        let text = std::fs::read_to_string(folder.path().join("t.rulebook.toml")).unwrap();
        text.lines().filter(|line| line.starts_with("label")).map(str::to_owned).collect()
    };
    let blank = labels("germination-template.xlsx");
    assert_eq!(blank.len(), 4, "{blank:?}");
    assert_eq!(labels("germination-accepted.xlsx"), blank);
}
