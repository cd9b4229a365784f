//! Workbooks: what is read of them, and each finding that only they can have.

use crate::support::Folder;
use crate::support::books::{book, by_hand, edited, ods_by_hand, rows, table, tables, texts};
use rust_xlsxwriter::{DataValidation, Format, Formula, Workbook, Worksheet};

const SEEDS: &str = r#"
[[sheet]]
name = "Seeds"
key = ["Id"]
column = [
  { heading = "Id", required = true },
  { heading = "Seeds", type = "whole" },
  { heading = "Sown", type = "date", date_format = "dd/mm/yyyy" },
]
"#;

const GOOD: &str = "Id|Seeds|Sown\nA1|12|05/03/2025\nA2|7|06/03/2025";

/// Checks bytes under a name by a rulebook; the codes of the causes.
fn codes_of(name: &str, rulebook: &str, bytes: &[u8]) -> Vec<String> {
    let folder = Folder::with(rulebook, "");
    folder.write(name, bytes);
    let ran =
        folder.run(&["check", name, "--rulebook", "t.rulebook.toml", "--format", "json", "--today", "2026-11-23"]);
    ran.codes()
}

/// The findings of a workbook as `(code, row, message)`.
fn findings(rulebook: &str, bytes: &[u8]) -> Vec<(String, u64, String)> {
    let folder = Folder::with(rulebook, "");
    folder.write("data.xlsx", bytes);
    folder
        .run(&["check", "data.xlsx", "--rulebook", "t.rulebook.toml", "--format", "json", "--today", "2026-11-23"])
        .findings()
}

fn seeds(fill: impl FnOnce(&mut Worksheet)) -> Vec<u8> {
    book("Seeds", |sheet| {
        texts(sheet, &rows(GOOD));
        fill(sheet);
    })
}

#[test]
fn a_good_workbook_has_no_findings_in_any_kind() {
    assert!(codes_of("data.xlsx", SEEDS, &table("Seeds", GOOD)).is_empty());
    assert!(codes_of("data.ods", SEEDS, &crate::support::books::ods("Seeds", &rows(GOOD))).is_empty());
}

#[test]
fn options_of_delimited_text_are_told_to_be_of_no_use() {
    let folder = Folder::with(SEEDS, "");
    folder.write("data.xlsx", table("Seeds", GOOD));
    let ran = folder.run(&["check", "data.xlsx", "--rulebook", "t.rulebook.toml", "--delimiter", ";"]);
    assert_eq!(ran.status, 0);
    assert_eq!(ran.stderr, "lungwort: --delimiter is not used for data.xlsx: it is a workbook\n");
}

/// Files that a spreadsheet program saved in its own kinds: a number, a text in its place, a formula, dates with and
/// without a time, a date typed as text, merged cells.
#[test]
fn workbooks_of_other_kinds_give_the_same_findings() {
    let folder = Folder::with(SEEDS, "");
    let data = std::path::Path::new(env!("CARGO_MANIFEST_DIR")).join("tests/data");
    let said = |name: &str| {
        std::fs::copy(data.join(name), folder.path().join(name)).unwrap();
        let ran =
            folder.run(&["check", name, "--rulebook", "t.rulebook.toml", "--format", "json", "--today", "2026-11-23"]);
        let found = ran.findings();
        found.into_iter().map(|(code, row, message)| format!("{code} {row} {message}")).collect::<Vec<_>>()
    };
    let ods = said("seeds.ods");
    insta::assert_snapshot!(ods.join("\n"));
    // The old kind does not say what is shown.
    let plain = |lines: Vec<String>| {
        lines.into_iter().map(|line| line.split(" (The sheet").next().unwrap().to_owned()).collect::<Vec<_>>()
    };
    assert_eq!(plain(said("seeds.xls")), plain(ods));
    // What is not looked at is said in one line.
    let text = folder.run(&["check", "seeds.xls", "--rulebook", "t.rulebook.toml", "--width", "200"]).stdout;
    assert!(text.contains("not looked at in this kind: hidden rows and columns, filters"), "{text}");
    assert!(!folder.run(&["check", "seeds.ods", "--rulebook", "t.rulebook.toml"]).stdout.contains("not looked at"));
    let binary = crate::support::books::xlsb("Seeds", &rows("Id|Seeds|Sown\nA1|12|05/03/2025\nA2|x|06/03/2025"));
    folder.write("data.xlsb", binary);
    let ran = folder
        .run(&["check", "data.xlsb", "--rulebook", "t.rulebook.toml", "--format", "json", "--today", "2026-11-23"]);
    assert_eq!(
        ran.findings().iter().map(|(code, row, _)| (code.as_str(), *row)).collect::<Vec<_>>(),
        [("not-number", 3)]
    );
    assert_eq!(ran.json()["files"][0]["workbook"], "xlsb");
}

#[test]
fn headings_that_moved_and_a_lock_beside_are_noticed() {
    let moved = format!("My seeds||\n{GOOD}");
    assert_eq!(codes_of("data.xlsx", SEEDS, &table("Seeds", &moved)), ["headings-moved"]);
    let folder = Folder::with(SEEDS, "");
    folder.write("data.xlsx", table("Seeds", GOOD));
    for lock in ["~$data.xlsx", ".~lock.data.xlsx#"] {
        let lock = folder.write(lock, "someone");
        let ran = folder.run(&["check", "data.xlsx", "--rulebook", "t.rulebook.toml", "--format", "json"]);
        assert_eq!(ran.codes(), ["open-elsewhere"]);
        std::fs::remove_file(lock).unwrap();
    }
}

#[test]
fn what_is_hidden_merged_or_filtered_would_be_sent_unseen() {
    let hidden = seeds(|sheet| {
        sheet.set_row_hidden(2).unwrap();
    });
    assert_eq!(codes_of("data.xlsx", SEEDS, &hidden), ["hidden-rows"]);
    let filtered = seeds(|sheet| {
        sheet.autofilter(0, 0, 2, 2).unwrap();
        sheet.filter_column(0, &rust_xlsxwriter::FilterCondition::new().add_list_filter("A1")).unwrap();
    });
    let found = findings(SEEDS, &filtered);
    assert_eq!(found.len(), 1, "{found:?}");
    assert_eq!((found[0].0.as_str(), found[0].1), ("filtered-rows", 3));
    assert!(
        found[0].2.starts_with("1 filled row is hidden by a filter (row 3); it would be sent unseen."),
        "{}",
        found[0].2
    );
    let in_table = seeds(|sheet| {
        sheet.add_table(0, 0, 2, 2, &rust_xlsxwriter::Table::new()).unwrap();
        sheet.set_row_hidden(2).unwrap();
    });
    let in_table = edited(
        &in_table,
        &[("xl/tables/table1.xml", &|text| {
            text.replace(
                "<autoFilter ref=\"A1:C3\"/>",
                "<autoFilter ref=\"A1:C3\"><filterColumn colId=\"0\"/></autoFilter>",
            )
        })],
    );
    // The writer names a table's columns itself.
    let codes = codes_of("data.xlsx", &SEEDS.replace("\"Id\"", "\"Column1\""), &in_table);
    assert!(codes.contains(&"filtered-rows".to_owned()) && !codes.contains(&"hidden-rows".to_owned()), "{codes:?}");
    let column = seeds(|sheet| {
        sheet.set_column_hidden(1).unwrap();
    });
    assert_eq!(codes_of("data.xlsx", SEEDS, &column), ["hidden-columns"]);
    let merged = seeds(|sheet| {
        sheet.merge_range(1, 1, 2, 1, "12", &Format::new()).unwrap();
    });
    assert_eq!(codes_of("data.xlsx", SEEDS, &merged), ["merged-cells"]);
}

#[test]
fn hidden_rows_of_opendocument_are_seen_too() {
    let cell = |text: &str| {
        format!(r#"<table:table-cell office:value-type="string"><text:p>{text}</text:p></table:table-cell>"#)
    };
    let head = ["Id", "Seeds", "Sown"].map(cell).concat();
    let rows = format!(
        r#"<table:table-row>{head}</table:table-row><table:table-row table:visibility="filter">{}</table:table-row>
        <table:table-row table:number-rows-repeated="2" table:visibility="collapse">{}</table:table-row>
        <table:table-row table:number-rows-repeated="1048570"><table:table-cell table:number-columns-repeated="1024"/></table:table-row>"#,
        cell("A1"),
        cell("A2")
    );
    let codes = codes_of("data.ods", SEEDS, &ods_by_hand("Seeds", &rows));
    assert_eq!(codes, ["filtered-rows", "hidden-rows"]);
}

#[test]
fn sheets_are_found_by_name_and_by_headings() {
    assert_eq!(codes_of("data.xlsx", SEEDS, &table("Sheet1", GOOD)), ["renamed-sheet"]);
    let two = tables(&[("Seeds", GOOD), ("Seeds (2)", GOOD)]);
    assert_eq!(codes_of("data.xlsx", SEEDS, &two), ["data-elsewhere"]);
    let other = tables(&[("Read me", "Fill in the sheet Seeds|x"), ("Seeds", GOOD), ("Lists", "Code|Meaning\nW|wild")]);
    assert!(codes_of("data.xlsx", SEEDS, &other).is_empty());
    let mut hidden = Workbook::new();
    texts(hidden.add_worksheet().set_name("Seeds").unwrap(), &rows(GOOD));
    hidden.add_worksheet().set_name("Front").unwrap().set_active(true);
    hidden.worksheet_from_index(0).unwrap().set_hidden(true);
    assert_eq!(codes_of("data.xlsx", SEEDS, &hidden.save_to_buffer().unwrap()), ["hidden-sheet"]);
}

#[test]
fn stray_cells_are_told_as_what_they_are() {
    let beside = seeds(|sheet| {
        sheet.write_string(1, 4, "ask Zoë").unwrap();
    });
    assert_eq!(codes_of("data.xlsx", SEEDS, &beside), ["no-heading"]);
    let rulebook = SEEDS
        .replace("type = \"whole\"", "type = \"whole\", required = true")
        .replace("type = \"date\"", "required = true, type = \"date\"");
    let below = seeds(|sheet| {
        sheet.write_string(6, 1, "19").unwrap();
    });
    let found = findings(&rulebook, &below);
    let codes: Vec<&str> = found.iter().map(|(code, ..)| code.as_str()).collect();
    assert_eq!(codes, ["blank-row", "stray-cells"]);
    assert!(found[1].2.starts_with("B7 \"19\" is on its own below the data"), "{}", found[1].2);
}

#[test]
fn formulas_errors_and_links_are_told() {
    let formula = seeds(|sheet| {
        sheet.write_formula(1, 1, Formula::new("=5+7").set_result("12")).unwrap();
    });
    assert_eq!(codes_of("data.xlsx", SEEDS, &formula), ["formula-cell"]);
    let refused = format!("[file]\nformulas = false\n{SEEDS}");
    let folder = Folder::with(&refused, "");
    folder.write("data.xlsx", &formula);
    let ran = folder.run(&["check", "data.xlsx", "--rulebook", "t.rulebook.toml", "--format", "json"]);
    assert_eq!(ran.json()["causes"][0]["severity"], "error");
    assert!(codes_of("data.xlsx", &format!("[file]\nformulas = true\n{SEEDS}"), &formula).is_empty());

    let sheet = "xl/worksheets/sheet1.xml";
    let unreckoned = edited(&formula, &[(sheet, &|text| text.replace("<v>12</v>", ""))]);
    assert_eq!(codes_of("data.xlsx", SEEDS, &unreckoned), ["formula-without-result"]);
    let error = by_hand(
        r#"<row r="1"><c r="A1" t="s"><v>0</v></c><c r="B1" t="s"><v>1</v></c><c r="C1" t="s"><v>2</v></c></row>
        <row r="2"><c r="A2" t="s"><v>3</v></c><c r="B2" t="e"><f>NA()</f><v>#N/A</v></c></row>"#,
        &["<t>Id</t>", "<t>Seeds</t>", "<t>Sown</t>", "<t>A1</t>"],
    );
    assert_eq!(codes_of("data.xlsx", SEEDS, &error), ["error-value"]);

    let office = "http://schemas.openxmlformats.org/officeDocument/2006/relationships";
    let relations = |text: String| {
        text.replace("</Relationships>", &format!(r#"<Relationship Id="x9" Type="{office}/externalLink" Target="externalLinks/externalLink1.xml"/></Relationships>"#))
    };
    let target = |_: String| {
        format!(
            r#"<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="r1" Type="{office}/externalLinkPath" Target="file:///home/me/prices.xlsx" TargetMode="External"/></Relationships>"#
        )
    };
    let linked = edited(
        &table("Seeds", GOOD),
        &[
            ("xl/_rels/workbook.xml.rels", &relations),
            ("xl/externalLinks/externalLink1.xml", &|_| "<externalLink/>".to_owned()),
            ("xl/externalLinks/_rels/externalLink1.xml.rels", &target),
        ],
    );
    let found = findings(SEEDS, &linked);
    assert_eq!(found[0].0, "linked-workbook");
    assert!(found[0].2.contains("reads values from prices.xlsx"), "{}", found[0].2);
}

#[test]
fn macros_are_a_warning_or_an_error_by_what_is_taken() {
    let with_macros = edited(&table("Seeds", GOOD), &[("xl/vbaProject.bin", &|_| "code".to_owned())]);
    let severity = |rulebook: &str| {
        let folder = Folder::with(rulebook, "");
        folder.write("data.xlsm", &with_macros);
        let ran = folder.run(&["check", "data.xlsm", "--rulebook", "t.rulebook.toml", "--format", "json"]);
        let causes = ran.json()["causes"].clone();
        causes
            .as_array()
            .unwrap()
            .iter()
            .map(|cause| format!("{} {}", cause["code"], cause["severity"]).replace('"', ""))
            .collect::<Vec<_>>()
    };
    assert_eq!(severity(SEEDS), ["macros-inside warning"]);
    assert_eq!(
        severity(&format!("[file]\nformats = ['xlsx']\n{SEEDS}")),
        ["wrong-file-kind error", "macros-inside error"]
    );
    assert!(severity(&format!("[file]\nformats = ['xlsm']\n{SEEDS}")).is_empty());
}

#[test]
fn cells_must_be_kept_as_the_rulebook_asks() {
    let asked = |stored: &str, kind: &str| {
        format!(
            "[[sheet]]\nkey = ['Id']\ncolumn = [{{ heading = 'Id' }}, {{ heading = 'Code', stored = '{stored}'{kind} }}]\n"
        )
    };
    let with = |fill: &dyn Fn(&mut Worksheet)| {
        book("S", |sheet| {
            texts(sheet, &rows("Id|Code\nA1|"));
            fill(sheet);
        })
    };
    let number = with(&|sheet| {
        sheet.write_number(1, 1, 417).unwrap();
    });
    let text = with(&|sheet| {
        sheet.write_string(1, 1, "417").unwrap();
    });
    let date = with(&|sheet| {
        sheet.write_number_with_format(1, 1, 45_750, &Format::new().set_num_format("d-mmm")).unwrap();
    });
    assert_eq!(codes_of("data.xlsx", &asked("text", ""), &number), ["kept-as-number"]);
    assert!(codes_of("data.xlsx", &asked("text", ""), &text).is_empty());
    assert_eq!(codes_of("data.xlsx", &asked("text", ""), &date), ["kept-as-date"]);
    assert_eq!(codes_of("data.xlsx", &asked("number", ", type = 'whole'"), &text), ["kept-as-text"]);
    assert!(codes_of("data.xlsx", &asked("number", ", type = 'whole'"), &number).is_empty());
    assert!(codes_of("data.xlsx", &asked("any", ""), &number).is_empty());
    let typed_date = with(&|sheet| {
        sheet.write_string(1, 1, "2025-04-03").unwrap();
    });
    assert_eq!(codes_of("data.xlsx", &asked("date", ", type = 'date'"), &typed_date), ["kept-as-text"]);
    assert!(codes_of("data.xlsx", &asked("date", ", type = 'date'"), &date).is_empty());
}

#[test]
fn what_the_screen_shows_is_said_where_it_differs() {
    let rulebook = "[[sheet]]\nkey = ['Lot']\ncolumn = [{ heading = 'Lot', pattern = '\\d{5}' }, { heading = 'Gram', type = 'decimal', places = 2 }, { heading = 'EAN' }]\n";
    let bytes = book("S", |sheet| {
        texts(sheet, &rows("Lot|Gram|EAN"));
        sheet.write_number_with_format(1, 0, 417, &Format::new().set_num_format("00000")).unwrap();
        sheet.write_number_with_format(1, 1, 0.1 + 0.2, &Format::new().set_num_format("0.00")).unwrap();
        sheet.write_number(1, 2, 9_504_000_059_437_993.0).unwrap();
    });
    let found = findings(rulebook, &bytes);
    let codes: Vec<&str> = found.iter().map(|(code, ..)| code.as_str()).collect();
    assert_eq!(codes, ["shown-only", "too-many-places", "digits-lost"]);
    assert!(found[0].2.contains("only its format shows it as 00417"), "{}", found[0].2);
    assert!(
        found[1].2.contains("0.30000000000000004") && found[1].2.contains("(The sheet shows it as 0.30.)"),
        "{}",
        found[1].2
    );
    assert!(found[2].2.contains("a number of 16 digits"), "{}", found[2].2);
}

#[test]
fn dates_are_what_they_are_in_both_systems_of_days() {
    let rulebook = "[[sheet]]\nkey = ['Id']\ncolumn = [{ heading = 'Id' }, { heading = 'Sown', type = 'date', date_format = 'dd/mm/yyyy', min = '2025-01-01', max = '2025-12-31' }, { heading = 'At', type = 'time' }]\n";
    let date = Format::new().set_num_format("dd/mm/yyyy");
    let time = Format::new().set_num_format("hh:mm");
    let bytes = book("S", |sheet| {
        texts(sheet, &rows("Id|Sown|At\nA1"));
        sheet.write_number_with_format(1, 1, 45_750, &date).unwrap();
        sheet.write_number_with_format(1, 2, 0.75, &time).unwrap();
    });
    assert!(codes_of("data.xlsx", rulebook, &bytes).is_empty());
    // The same number four years and a day later.
    let of_1904 =
        edited(&bytes, &[("xl/workbook.xml", &|text| text.replace("<workbookPr", "<workbookPr date1904=\"1\""))]);
    let found = findings(rulebook, &of_1904);
    assert_eq!(found.len(), 1, "{found:?}");
    assert!(found[0].0 == "above-maximum" && found[0].2.contains("04/04/2029"), "{}", found[0].2);
    let with_time = book("S", |sheet| {
        texts(sheet, &rows("Id|Sown|At\nA1"));
        sheet.write_number_with_format(1, 1, 45_750.5, &date).unwrap();
    });
    let found = findings(rulebook, &with_time);
    assert!(found[0].0 == "time-with-date" && found[0].2.contains("03/04/2025 12:00:00"), "{found:?}");
}

#[test]
fn all_ways_of_writing_cells_are_read() {
    let bytes = by_hand(
        r#"<row r="1"><c r="A1" t="s"><v>0</v></c><c r="B1" t="inlineStr"><is><t>Seeds</t></is></c><c r="C1" t="s"><v>1</v></c></row>
        <row><c t="inlineStr"><is><r><t>A</t></r><r><t xml:space="preserve">&amp;1</t></r><rPh sb="0" eb="1"><t>no</t></rPh></is></c><c><v>1.2E1</v></c></row>
        <x:row r="4" xmlns:x="m"><x:c r="A4" t="str"><x:f>"A2"</x:f><x:v>A_x000D_2</x:v></x:c><x:c r="C4" t="d"><x:v>2025-03-05T00:00:00</x:v></x:c></x:row>
        <!-- done --><row r="9"/>"#,
        &["<r><t>I</t></r><r><t>d</t></r>", "<t>Sown</t>"],
    );
    let found = findings(
        "[file]\nformulas = true\n[[sheet]]\nkey = ['Id']\ncolumn = [{ heading = 'Id', pattern = 'A&\\d' }, { heading = 'Seeds', type = 'whole', max = 11 }, { heading = 'Sown', type = 'date', date_format = 'dd/mm/yyyy', max = '2024-12-31' }]\n",
        &bytes,
    );
    let said: Vec<String> = found.iter().map(|(code, row, message)| format!("{code} {row} {message}")).collect();
    insta::assert_snapshot!(said.join("\n"));
}

#[test]
fn drop_downs_that_were_pasted_over_are_noticed() {
    let listed = |sheet: &mut Worksheet, first: u32, last: u32| {
        let list = DataValidation::new().allow_list_strings(&["12", "7"]).unwrap();
        sheet.add_data_validation(first, 1, last, 1, &list).unwrap();
    };
    let lines = (1..=9).map(|row| format!("\nA{row}|7|05/03/2025")).collect::<String>();
    let bytes = book("Seeds", |sheet| {
        texts(sheet, &rows(&format!("Id|Seeds|Sown{lines}")));
        listed(sheet, 1, 3);
        listed(sheet, 6, 300);
    });
    let found = findings(SEEDS, &bytes);
    assert_eq!(found.len(), 1, "{found:?}");
    assert_eq!(found[0].0, "lost-drop-down");
    assert!(found[0].2.contains("is gone in 2 rows (5 to 6)"), "{}", found[0].2);
    // One that ends above the last rows was made for fewer; nothing was pasted.
    let short = book("Seeds", |sheet| {
        texts(sheet, &rows(&format!("Id|Seeds|Sown{lines}")));
        listed(sheet, 1, 6);
    });
    assert!(findings(SEEDS, &short).is_empty());
}

#[test]
fn what_is_no_workbook_is_told_as_what_it_is() {
    let good = table("Seeds", GOOD);
    let bomb = edited(
        &good,
        &[("xl/worksheets/sheet1.xml", &|text| {
            text.replace(
                "</sheetData>",
                &format!(
                    "<row r=\"9\"><c r=\"A9\" t=\"inlineStr\"><is><t>{}</t></is></c></row></sheetData>",
                    "x".repeat(40 << 20)
                ),
            )
        })],
    );
    let flipped = {
        let mut bytes = good.clone();
        let at = bytes.windows(4).position(|four| four == b"shee").unwrap() + 60;
        bytes[at] ^= 0xff;
        bytes
    };
    let protected: Vec<u8> = [0xd0_u8, 0xcf, 0x11, 0xe0]
        .into_iter()
        .chain("EncryptedPackage".encode_utf16().flat_map(u16::to_le_bytes))
        .collect();
    let cases: [(&str, Vec<u8>, &str); 8] = [
        ("short.xlsx", good[..good.len() / 2].to_vec(), "a broken or incomplete workbook"),
        ("flipped.xlsx", flipped, "damaged"),
        ("bomb.xlsx", bomb, "a cell of it holds more than 32 MB"),
        ("locked.xlsx", protected, "protected by a password"),
        (
            "page.xls",
            b"<html><table><tr><td>Id</td></tr></table></html>".to_vec(),
            "a web page (HTML), whatever its name says",
        ),
        (
            "xml.xls",
            b"<?xml version=\"1.0\"?><Workbook xmlns=\"urn:schemas-microsoft-com:office:spreadsheet\">".to_vec(),
            "an XML spreadsheet of 2003",
        ),
        (
            "photos.xlsx",
            crate::support::books::archive(&[("a.jpg", "x")]),
            "a compressed archive (zip), not a workbook",
        ),
        (
            "lost.xlsx",
            by_hand("<row r=\"1\"><c r=\"A1\" t=\"s\"><v>9</v></c></row>", &[]),
            "a cell points to a text that is not there",
        ),
    ];
    for (name, bytes, reason) in cases {
        let folder = Folder::with(SEEDS, "");
        folder.write(name, bytes);
        let ran = folder.run(&["check", name, "--rulebook", "t.rulebook.toml"]);
        assert_eq!(ran.status, 2, "{name}: {}", ran.stdout);
        assert!(ran.stderr.contains(reason) && ran.stderr.contains(name), "{name}: {}", ran.stderr);
    }
}

#[test]
fn a_workbook_without_the_sheet_is_refused_with_its_sheets_names() {
    let folder = Folder::with(SEEDS, "");
    folder.write("data.xlsx", tables(&[("Front", "Read this"), ("Figures", "Year|Sum\n2025|7")]));
    let ran = folder.run(&["check", "data.xlsx", "--rulebook", "t.rulebook.toml"]);
    assert_eq!(ran.status, 2, "{}", ran.stdout);
    let said = "none of its sheets (Front, Figures) has the rulebook's headings at its top";
    assert!(ran.stderr.contains(said), "{}", ran.stderr);
}

#[test]
fn a_name_that_says_another_kind_is_told() {
    assert_eq!(codes_of("data.xlsx", SEEDS, b"Id,Seeds,Sown\nA1,12,05/03/2025\n"), ["wrong-file-kind"]);
    assert_eq!(codes_of("data.csv", SEEDS, &table("Seeds", GOOD)), ["wrong-file-kind"]);
    assert_eq!(codes_of("data.xls", SEEDS, &table("Seeds", GOOD)), ["wrong-file-kind"]);
}

#[test]
fn formatting_down_to_the_last_row_is_no_data() {
    let empty: String = (3..=200_000)
        .map(|row| format!(r#"<row r="{row}" s="1" customFormat="1"><c r="A{row}" s="1"/></row>"#))
        .collect();
    let bytes = by_hand(
        &format!(
            r#"<row r="1"><c r="A1" t="inlineStr"><is><t>Id</t></is></c></row><row r="2"><c r="A2" t="inlineStr"><is><t>A1</t></is></c></row>{empty}"#
        ),
        &[],
    );
    let folder = Folder::with("[[sheet]]\nkey = ['Id']\ncolumn = [{ heading = 'Id' }]\n", "");
    folder.write("data.xlsx", bytes);
    let ran = folder.run(&["check", "data.xlsx", "--rulebook", "t.rulebook.toml", "--format", "json"]);
    assert_eq!((ran.status, ran.json()["files"][0]["rows"].as_u64()), (0, Some(1)), "{}", ran.stdout);
}

#[test]
fn a_workbook_may_come_through_a_pipe() {
    let folder = Folder::with(SEEDS, "");
    let ran = folder.run_with(&["check", "-", "--rulebook", "t.rulebook.toml"], Some(&table("Seeds", GOOD)));
    assert_eq!(ran.status, 0, "{}{}", ran.stdout, ran.stderr);
    assert!(ran.stdout.contains("XLSX workbook; sheet Seeds, 2 filled rows"), "{}", ran.stdout);
}

const SEEDS_RULES: &str = "[[sheet]]\nkey = ['Id']\ncolumn = [{ heading = 'Id', required = true, line_breaks = true }, { heading = 'Seeds', type = 'whole' }]";

fn checked(name: &str, bytes: &[u8]) -> crate::support::Ran {
    let folder = Folder::with(SEEDS_RULES, "");
    folder.write(name, bytes);
    folder.run(&["check", name, "--rulebook", "t.rulebook.toml", "--format", "json", "--limit", "50"])
}

#[test]
fn parts_in_other_encodings_than_utf_8_are_read() {
    let cell = |place: &str, text: &str| format!("<c r=\"{place}\" t=\"inlineStr\"><is><t>{text}</t></is></c>");
    let sheet = format!(
        "<row r=\"1\">{}{}</row><row r=\"2\">{}<c r=\"B2\"><v>x</v></c></row>",
        cell("A1", "Id"),
        cell("B1", "Seeds"),
        cell("A2", "café\r\nau lait")
    );
    let declared = |name: &str, text: String| format!("<?xml version=\"1.0\" encoding=\"{name}\"?>{text}");
    let plain = crate::support::books::by_hand(&sheet, &[]);
    for encoding in ["UTF-8", "UTF-16", "ISO-8859-1"] {
        let mut archive = zip::ZipArchive::new(std::io::Cursor::new(&plain)).unwrap();
        let mut out = zip::ZipWriter::new(std::io::Cursor::new(Vec::new()));
        for at in 0..archive.len() {
            let mut part = archive.by_index(at).unwrap();
            let mut text = String::new();
            std::io::Read::read_to_string(&mut part, &mut text).unwrap();
            let text = declared(encoding, text);
            out.start_file(part.name().unwrap().into_owned(), zip::write::SimpleFileOptions::default()).unwrap();
            let bytes: Vec<u8> = match encoding {
                "UTF-16" => [0xff, 0xfe].into_iter().chain(text.encode_utf16().flat_map(u16::to_le_bytes)).collect(),
                "UTF-8" => text.into_bytes(),
                _ => text.chars().map(|each| u8::try_from(u32::from(each)).unwrap()).collect(),
            };
            std::io::Write::write_all(&mut out, &bytes).unwrap();
        }
        let ran = checked("book.xlsx", &out.finish().unwrap().into_inner());
        let report = ran.json();
        assert_eq!(report["findings"][0]["code"], "not-number", "{encoding}: {}", ran.stderr);
        // Line ends of two characters are one.
        assert_eq!(report["findings"][0]["key"], "café<line break>au lait", "{encoding}");
    }
}

#[test]
fn a_cell_repeated_over_the_whole_sheet_takes_no_time_and_is_reported() {
    let cell = |text: &str, more: &str| {
        format!("<table:table-cell office:value-type=\"string\"{more}><text:p>{text}</text:p></table:table-cell>")
    };
    let rows = format!(
        "<table:table-row>{}{}</table:table-row><table:table-row table:number-rows-repeated=\"1048000\">{}</table:table-row>",
        cell("Id", ""),
        cell("Seeds", ""),
        cell("x", " table:number-columns-repeated=\"16384\"")
    );
    let ran = checked("book.ods", &crate::support::books::ods_by_hand("S", &rows));
    let codes = ran.codes();
    assert_eq!(codes[0], "endless-repeat");
    assert!(ran.json()["counts"]["rows"].as_u64().unwrap() < 100);
}

#[test]
fn relatives_of_workbooks_say_what_to_save_them_as() {
    let flat = "<?xml version=\"1.0\"?><office:document xmlns:office=\"urn:oasis:names:tc:opendocument:xmlns:office:1.0\" office:mimetype=\"application/vnd.oasis.opendocument.spreadsheet\"/>";
    let old = [b"\x09\x04\x06\x00\x00\x04\x10\x00\x00\x00".as_slice(), &[0; 64]].concat();
    for (name, bytes, what) in [
        ("flat.fods", flat.as_bytes(), "a flat OpenDocument spreadsheet"),
        ("old.xls", &old, "a sheet of an old spreadsheet program"),
    ] {
        let ran = checked(name, bytes);
        assert!(
            ran.status == 2 && ran.stderr.contains(what) && ran.stderr.contains("save it as .xlsx"),
            "{}",
            ran.stderr
        );
    }
}

#[test]
fn dates_of_the_old_kind_are_what_they_are_in_both_systems_of_days() {
    let path = std::path::Path::new(env!("CARGO_MANIFEST_DIR")).join("tests/data/seeds.xls");
    let plain = std::fs::read(path).unwrap();
    // The record that says in which system days are counted.
    let record = [0x22, 0, 2, 0, 0, 0];
    let at = plain.windows(record.len()).position(|bytes| bytes == record).unwrap();
    let mut of_1904 = plain.clone();
    of_1904[at + 4] = 1;
    let early = |bytes: &[u8]| {
        let folder = Folder::with(
            "[[sheet]]\ncolumn = [{ heading = 'Id' }, { heading = 'Sown', type = 'date', min = '2028-06-01' }]",
            "",
        );
        folder.write("data.xls", bytes);
        let ran = folder.run(&["check", "data.xls", "--rulebook", "t.rulebook.toml", "--format", "json"]);
        ran.findings().into_iter().filter(|(code, ..)| code == "below-minimum").count()
    };
    // One of the two dates was typed as text, which no system of days moves.
    assert_eq!((early(&plain), early(&of_1904)), (2, 1));
}
