//! The same data saved as delimited text, XLSX and OpenDocument gives the same findings, places in the file aside.

use std::path::{Path, PathBuf};

use crate::support::Folder;
use crate::support::books::{book, edited, ods, texts};
use proptest::prelude::*;
use rust_xlsxwriter::{Format, Workbook};

fn example(name: &str) -> PathBuf {
    Path::new(env!("CARGO_MANIFEST_DIR")).join("../../examples").join(name)
}

/// A folder with the demo's rulebook that takes every kind of file under the names used here.
fn folder() -> Folder {
    let folder = Folder::new();
    let rulebook = std::fs::read_to_string(example("accessions.rulebook.toml")).unwrap();
    let from = rulebook.find("[file]").unwrap();
    let to = rulebook.find("[reference.taxa]").unwrap();
    folder.write("t.rulebook.toml", format!("{}[file]\nmax_rows = 300\n{}", &rulebook[..from], &rulebook[to..]));
    folder.write("taxa.csv", std::fs::read(example("taxa.csv")).unwrap());
    folder.write("photos/primula-veris.jpg", "a picture");
    folder
}

/// The rows of a sample as a spreadsheet would have them.
fn rows(name: &str) -> Vec<Vec<String>> {
    let bytes = std::fs::read(example(name)).unwrap();
    let text = String::from_utf8_lossy(&bytes).into_owned();
    let delimiter = if name.ends_with(".tsv") { b'\t' } else { b',' };
    let text = text.trim_start_matches('\u{feff}').to_owned();
    let mut reader =
        csv::ReaderBuilder::new().has_headers(false).flexible(true).delimiter(delimiter).from_reader(text.as_bytes());
    let rows: Vec<Vec<String>> = reader.records().map(|row| row.unwrap().iter().map(str::to_owned).collect()).collect();
    let width = rows[0].len();
    // A sheet has no ragged rows, and neither XML nor a sheet can hold some control characters.
    let clean = |cell: String| cell.replace(|each: char| each.is_control() && each != '\n' && each != '\t', "");
    let even = |mut row: Vec<String>| {
        row.resize(width, String::new());
        row.into_iter().map(clean).collect()
    };
    rows.into_iter().map(even).collect()
}

fn delimited(rows: &[Vec<String>]) -> Vec<u8> {
    let mut writer = csv::Writer::from_writer(Vec::new());
    rows.iter().for_each(|row| writer.write_record(row).unwrap());
    writer.into_inner().unwrap()
}

/// Every finding without its place: code, subject, key, value, message, correction.
fn findings(folder: &Folder, name: &str) -> Vec<String> {
    let arguments = ["check", name, "--rulebook", "t.rulebook.toml", "--format", "jsonl", "--today", "2026-11-23"];
    let ran = folder.run(&arguments);
    assert_ne!(ran.status, 2, "{name}: {}", ran.stderr);
    let lines = ran.stdout.lines().map(|line| serde_json::from_str::<serde_json::Value>(line).unwrap());
    let found = lines.filter(|line| line["summary"].is_null());
    let said = |line: serde_json::Value| {
        ["code", "row", "subject", "key", "value", "message", "correction"].map(|key| line[key].to_string()).join(" ")
    };
    found.map(said).collect()
}

#[test]
fn the_demo_files_are_the_same_in_every_kind() {
    for name in ["accessions.csv", "accessions-east.tsv", "accessions-ready.csv"] {
        let folder = folder();
        let rows = rows(name);
        folder.write("data.csv", delimited(&rows));
        folder.write("data.xlsx", book("Accessions", |sheet| texts(sheet, &rows)));
        folder.write("data.ods", ods("Accessions", &rows));
        let plain: Vec<String> =
            findings(&folder, "data.csv").into_iter().filter(|line| !line.contains("older-copy")).collect();
        let expected = if name == "accessions-ready.csv" { 0 } else { 10 };
        assert!(plain.len() >= expected, "{name}: {plain:#?}");
        for kind in ["data.xlsx", "data.ods"] {
            assert_eq!(findings(&folder, kind), plain, "{name} as {kind}");
        }
    }
}

#[test]
fn every_small_case_is_the_same_in_every_kind() {
    // One case a line: the rows of a file, with / between rows and , between cells.
    let cases = include_str!("codes.rs");
    let mut tried = 0;
    for line in cases.lines().filter(|line| line.contains("b\"Id,")) {
        let text = line.rsplit("b\"").next().unwrap().split("\"),").next().unwrap();
        let text = text.replace("\\n", "\n").replace("\\\"", "\"").replace("\\t", "\t");
        if text.contains('\\') || text.contains('"') {
            continue;
        }
        let rows: Vec<Vec<String>> =
            text.lines().map(|line| line.split(',').map(str::to_owned).collect::<Vec<String>>()).collect();
        if rows.len() < 2 || rows.iter().any(|row| row.len() != rows[0].len()) || rows[0].iter().any(String::is_empty) {
            continue;
        }
        let folder = Folder::new();
        let headings: String = rows[0]
            .iter()
            .enumerate()
            .map(|(at, heading)| {
                let asked = [
                    "required = true", "type = 'date'", "type = 'decimal', max = 5", "allowed = ['W', 'C']",
                    "pattern = '\\d+'",
                ];
                format!("{{ heading = {heading:?}, name = 'c{at}', {} }},\n", asked[(at + tried) % asked.len()])
            })
            .collect();
        folder.write(
            "t.rulebook.toml",
            format!("[rulebook]\ntitle = 'T'\n[[sheet]]\nkey = ['c0']\ncolumn = [\n{headings}]\n"),
        );
        folder.write("data.csv", delimited(&rows));
        let plain = findings(&folder, "data.csv");
        folder.write("data.xlsx", book("S", |sheet| texts(sheet, &rows)));
        folder.write("data.ods", ods("S", &rows));
        for kind in ["data.xlsx", "data.ods"] {
            assert_eq!(findings(&folder, kind), plain, "{rows:?} as {kind}");
        }
        tried += 1;
    }
    assert!(tried > 40, "{tried}");
}

#[test]
fn numbers_and_dates_kept_as_such_are_right_where_their_text_is() {
    let folder = folder();
    let rows = rows("accessions-ready.csv");
    let mut workbook = Workbook::new();
    let sheet = workbook.add_worksheet().set_name("Accessions").unwrap();
    let date = Format::new().set_num_format("d mmm yyyy");
    for (row, cells) in (0_u32..).zip(&rows) {
        for (column, text) in (0_u16..).zip(cells) {
            let parts: Vec<u16> = text.split('/').filter_map(|part| part.parse().ok()).collect();
            match (column, parts.as_slice(), text.parse::<f64>()) {
                (11 | 12, [day, month, year], _) if row > 1 => {
                    let day = rust_xlsxwriter::ExcelDateTime::from_ymd(*year, *month as u8, *day as u8).unwrap();
                    sheet.write_datetime_with_format(row, column, &day, &date).unwrap();
                }
                (9 | 10 | 13..=15, _, Ok(number)) if row > 1 => {
                    sheet.write_number(row, column, number).unwrap();
                }
                _ if text.is_empty() => {}
                _ => {
                    sheet.write_string(row, column, text).unwrap();
                }
            }
        }
    }
    folder.write("data.xlsx", workbook.save_to_buffer().unwrap());
    assert_eq!(findings(&folder, "data.xlsx"), Vec::<String>::new());
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(80))]
    /// A workbook cut short or with bytes changed is checked or refused with a reason, and nothing breaks.
    #[test]
    fn damaged_workbooks_are_refused_or_read(at in 0.0_f64..1.0, byte in any::<u8>(), cut in any::<bool>(), kind in 0_usize..3) {
        let folder = Folder::new();
        let (path, sheet) = [
            ("germination.xlsx", "Tests"), ("../crates/lungwort/tests/data/seeds.xls", "Seeds"),
            ("../crates/lungwort/tests/data/seeds.ods", "Seeds"),
        ][kind];
        let mut bytes = std::fs::read(example(path)).unwrap();
        let place = (at * bytes.len() as f64) as usize;
        if cut { bytes.truncate(place) } else { bytes[place] = byte }
        folder.write("data.xlsx", bytes);
        folder.write("t.rulebook.toml", format!("[rulebook]\ntitle = 'T'\n[[sheet]]\nname = '{sheet}'\nkey = ['Lot']\ncolumn = [{{ heading = 'Lot' }}, {{ heading = 'Id' }}]\n"));
        let ran = folder.run(&["check", "data.xlsx", "--rulebook", "t.rulebook.toml"]);
        prop_assert!((0..=2).contains(&ran.status) && !ran.stderr.contains("panicked"), "{} {}", ran.status, ran.stderr);
        prop_assert!(ran.status < 2 || ran.stderr.starts_with("lungwort: data.xlsx: "), "{}", ran.stderr);
        let ran = folder.run(&["learn", "data.xlsx", "-o", "-"]);
        prop_assert!(!ran.stderr.contains("panicked"), "{}", ran.stderr);
    }

    /// A sheet's markup with its tags in any disorder is read or refused as well.
    #[test]
    fn disordered_markup_is_refused_or_read(parts in proptest::collection::vec(0_usize..14, 1..30)) {
        let pieces = [
            "<row r=\"1\">", "</row>", "<c r=\"A1\" t=\"s\">", "</c>", "<v>", "0</v>", "<is><t>x", "</t></is>", "<row r=\"99999999999\">",
            "<c r=\"XFE1\">", "<f>1</f>", "<c t=\"e\"><v>#N/A</v></c>", "<v>1e400</v>", "<c r=\"ZZZZZ9\" s=\"999999\"><v>-7</v></c>",
        ];
        let markup: String = parts.iter().map(|at| pieces[*at]).collect();
        let bytes = edited(&book("S", |sheet| texts(sheet, &[vec!["Id".to_owned()]])), &[(
            "xl/worksheets/sheet1.xml",
            &|text: String| text.replace("</sheetData>", &format!("{markup}</sheetData>")),
        )]);
        let folder = Folder::with("[[sheet]]\nkey = ['Id']\ncolumn = [{ heading = 'Id' }]\n", "");
        folder.write("data.xlsx", bytes);
        let ran = folder.run(&["check", "data.xlsx", "--rulebook", "t.rulebook.toml"]);
        prop_assert!((0..=2).contains(&ran.status) && !ran.stderr.contains("panicked"), "{} {}", ran.status, ran.stderr);
    }
}
