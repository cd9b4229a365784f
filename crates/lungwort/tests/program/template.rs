//! Headings, guide rows, samples, and what the receiving side asks of the file as a whole.

use crate::support::Folder;

const SHEET: &str = r#"[[sheet]]
heading_row = 1
guide_rows = 1
key = ["Accession"]
sample_keys = ["0000"]
column = [
  { heading = "Accession", required = true, pattern = '\d{4}', example = "0001", guide = ["Four digits"] },
  { heading = "Genus", example = "Primula", guide = ["From the list"] },
  { heading = "Collected on", type = "date", example = "2026-01-31", guide = ["yyyy-mm-dd"] },
]
"#;

const TOP: &str = "Accession,Genus,Collected on\nFour digits,From the list,yyyy-mm-dd\n";

fn found(sheet: &str, data: &str) -> Vec<(String, u64)> {
    let ran = Folder::with(sheet, data).check(&[]);
    assert_ne!(ran.status, 2, "{}", ran.stderr);
    ran.findings().into_iter().map(|(code, row, _)| (code, row)).collect()
}

fn pairs(list: &[(String, u64)]) -> Vec<(&str, u64)> {
    list.iter().map(|(code, row)| (code.as_str(), *row)).collect()
}

#[test]
fn a_sound_file_is_ready() {
    assert!(found(SHEET, &format!("{TOP}0417,Quercus,2026-03-05\n")).is_empty());
}

#[test]
fn headings_are_matched_near_and_far() {
    let cases = [
        ("accession,Genus,Collected on", vec![("near-heading", 1)]),
        ("Accession*,Genus ,Colected on", vec![("near-heading", 1), ("near-heading", 1), ("near-heading", 1)]),
        ("Genus,Accession,Collected on", vec![("moved-column", 1)]),
        ("Accession,Genus,Genus,Collected on", vec![("repeated-heading", 1)]),
        ("Accession,Genus,Altitude,Collected on", vec![("unknown-heading", 1)]),
    ];
    for (headings, expected) in cases {
        let guide: Vec<&str> = headings
            .split(',')
            .map(|heading| match heading.to_lowercase().trim_end_matches(['*', ' ']) {
                "accession" => "Four digits",
                "genus" => "From the list",
                "altitude" => "",
                _ => "yyyy-mm-dd",
            })
            .collect();
        let cells: Vec<&str> = guide.iter().map(|text| if *text == "Four digits" { "0417" } else { "" }).collect();
        let data = format!("{headings}\n{}\n{}\n", guide.join(","), cells.join(","));
        assert_eq!(pairs(&found(SHEET, &data)), expected, "{headings}");
    }
}

#[test]
fn columns_are_checked_wherever_they_stand() {
    let data = "Collected on,Accession,Genus\nyyyy-mm-dd,Four digits,From the list\nx,12x4,\n";
    let codes: Vec<String> = found(SHEET, data).into_iter().map(|(code, _)| code).collect();
    assert!(codes.contains(&"not-date".to_owned()) && codes.contains(&"wrong-pattern".to_owned()), "{codes:?}");
}

#[test]
fn headings_further_down_are_found() {
    let data = format!("Seeds of the vault,,\n,,\n{TOP}0417,,\n12x4,,\n");
    assert_eq!(pairs(&found(SHEET, &data)), [("headings-moved", 3), ("wrong-pattern", 6)]);
    let wants_third = SHEET.replace("heading_row = 1", "heading_row = 3");
    assert_eq!(pairs(&found(&wants_third, &data)), [("wrong-pattern", 6)]);
}

#[test]
fn guide_rows_missing_and_changed() {
    let headings = TOP.lines().next().unwrap();
    assert_eq!(pairs(&found(SHEET, &format!("{headings}\n0417,,\n"))), [("guide-row-missing", 2)]);
    let changed = found(SHEET, &format!("{headings}\nFour digits,My list,yyyy-mm-dd\n0417,,\n"));
    assert_eq!(pairs(&changed), [("guide-row-changed", 2)]);
    // Without texts in the rulebook, a row that has a key as data have it is no guide row.
    let silent = SHEET
        .replace(", guide = [\"Four digits\"]", "")
        .replace(", guide = [\"From the list\"]", "")
        .replace(", guide = [\"yyyy-mm-dd\"]", "");
    assert_eq!(pairs(&found(&silent, &format!("{headings}\n0417,,\n"))), [("guide-row-missing", 2)]);
    assert!(found(&silent, &format!("{headings}\nwhatever,,\n0417,,\n")).is_empty());
}

#[test]
fn samples_are_known_by_key_or_by_every_cell() {
    let data = format!("{TOP}0000,Anything,\n0001,Primula,2026-01-31\n0001,Primula,2026-02-01\n");
    assert_eq!(pairs(&found(SHEET, &data)), [("sample-row", 3), ("sample-row", 4)]);
}

#[test]
fn blank_rows_inside_count_and_at_the_end_do_not() {
    let data = format!("{TOP}0417,,\n,,\n\n  ,,\n0418,,\n,,\n\n");
    assert_eq!(pairs(&found(SHEET, &data)), [("blank-row", 4)]);
    assert_eq!(pairs(&found(SHEET, TOP)), [("nothing-filled", 0)]);
}

#[test]
fn ragged_rows_are_brought_to_width_or_named() {
    assert_eq!(pairs(&found(SHEET, &format!("{TOP}0417,Quercus,2026-03-05,,\n"))), []);
    assert_eq!(pairs(&found(SHEET, &format!("{TOP}0417\n"))), [("short-row", 3)]);
    let ran = Folder::with(SHEET, format!("{TOP}0417,dry, sandy soil,2026-03-05\n")).check(&[]).json();
    assert_eq!(ran["findings"][0]["correction"]["value"], "dry, sandy soil");
    // Where several joins would do and none flows on, nothing is proposed and the cells are left unjudged.
    let three_texts = "[[sheet]]\ncolumn = [{ heading = 'A' }, { heading = 'B' }]";
    let report = Folder::with(three_texts, "A,B\nx,y,z\n").check(&[]).json();
    assert_eq!(
        (report["findings"][0]["code"].as_str(), report["findings"][0]["correction"].is_null()),
        (Some("long-row"), true)
    );
}

#[test]
fn what_is_asked_of_the_file() {
    let sheet = "[[sheet]]\nkey = ['Id']\ncolumn = [{ heading = 'Id' }, { heading = 'B' }]";
    let cases: [(&str, &[u8], &[&str]); 14] = [
        ("encoding = 'utf-8'", "Id,B\n1,é\n".as_bytes(), &[]),
        ("encoding = 'windows-1252'", b"Id,B\n1,plain\n", &[]),
        ("encoding = 'utf-16le'", b"Id,B\n1,plain\n", &["wrong-encoding"]),
        ("bom = true", b"\xef\xbb\xbfId,B\n1,x\n", &[]),
        ("bom = true", b"Id,B\n1,x\n", &["byte-order-mark"]),
        ("delimiter = 'tab'", b"Id\tB\n1\tx\n", &[]),
        ("delimiter = ';'", b"Id,B\n1,x\n", &["wrong-delimiter"]),
        ("newline = 'crlf'", b"Id,B\r\n1,x\r\n", &[]),
        ("newline = 'lf'", b"Id,B\n1,x\r\n", &["wrong-line-end"]),
        ("quoting = 'never'", b"Id,B\n1,x\n", &[]),
        ("quoting = 'never'", b"Id,B\n1,\"x\"\n", &["wrong-quoting"]),
        ("quoting = 'all'", b"\"Id\",\"B\"\n\"1\",\"x\"\n", &[]),
        ("max_rows = 2\nmax_bytes = 100", b"Id,B\n1,x\n2,y\n", &[]),
        ("formats = ['csv', 'txt']\nname = '[a-z]+\\.csv'", b"Id,B\n1,x\n", &[]),
    ];
    for (asked, bytes, codes) in cases {
        let folder = Folder::with(&format!("[file]\n{asked}\n{sheet}"), bytes);
        assert_eq!(folder.check(&[]).codes(), codes, "{asked}");
    }
}

#[test]
fn a_file_without_any_of_the_headings_cannot_be_checked() {
    let ran = Folder::with(SHEET, "X,Y\n1,2\n").check(&[]);
    assert_eq!((ran.status, ran.stdout.as_str()), (2, ""));
    assert!(ran.stderr.contains("none of its first 30 rows has any of the rulebook's headings"), "{}", ran.stderr);
}
