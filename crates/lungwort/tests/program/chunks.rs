//! The report does not depend on how many rows are judged at a time, nor on how many threads there are.

use crate::support::Folder;
use crate::support::books::{book, texts};

/// Checks a file in every way of cutting it up, and returns the report, which must be the same each time.
fn in_every_way(folder: &Folder, file: &str, extra: &[&str]) -> String {
    let run = |chunk_rows: &str, threads: &str, form: &str| {
        let usual = ["check", file, "--today", "2026-11-23", "--format", form, "--threads", threads];
        let cut: &[&str] = if chunk_rows.is_empty() { &[] } else { &["--chunk-rows", chunk_rows] };
        let ran = folder.run(&[&usual, cut, extra].concat());
        assert!(ran.status < 2, "{file}: {}", ran.stderr);
        ran.stdout
    };
    let due = run("", "1", "json");
    let rows = run("", "1", "csv");
    for chunk_rows in ["1", "2", "7", ""] {
        for threads in ["1", "2", "8"] {
            assert_eq!(run(chunk_rows, threads, "json"), due, "{file} {chunk_rows} {threads}");
            assert_eq!(run(chunk_rows, threads, "csv"), rows, "{file} {chunk_rows} {threads}");
        }
    }
    due
}

#[test]
fn every_sample_gives_the_same_report_whatever_the_chunks() {
    let folder = Folder::new();
    folder.run(&["demo", "."]);
    for file in ["accessions.csv", "accessions-east.tsv", "accessions-ready.csv"] {
        in_every_way(&folder, file, &["--rulebook", "accessions.rulebook.toml"]);
    }
    for name in ["lots", "movements", "catalogue", "stores", "transfers"] {
        in_every_way(&folder, &format!("{name}.csv"), &["--rulebook", &format!("{name}.rulebook.toml")]);
    }
    for file in ["germination.xlsx", "germination-accepted.xlsx", "germination-template.xlsx"] {
        in_every_way(&folder, file, &["--rulebook", "germination.rulebook.toml"]);
    }
}

const RULEBOOK: &str = r#"
[rulebook]
title = "Lots"
[[sheet]]
key = ["Lot"]
sample_keys = ["EXAMPLE"]
column = [
  { heading = "Lot", required = true, unique = true },
  { heading = "Place", required = true },
  { heading = "Seeds", type = "whole", required = true },
  { heading = "Weight", type = "decimal", required = true },
]
figure = [{ label = "Seeds", value = "SUM(Seeds)" }]
"#;

/// Samples, blank rows, a repeated lot, a half-filled row, and what was left below the data.
const LOTS: &str = "Lot,Place,Seeds,Weight\nEXAMPLE,Shelf,1,1\n,,,\nEXAMPLE,Shelf,1,1\nL1,A,10,1\n,,,\n,,,\nL2,B,x,2\nL1,C,5,3\n,C,,\n,,,\n,,15,\n\n";

#[test]
fn what_shows_over_several_rows_does_not_depend_on_chunks() {
    let folder = Folder::new();
    folder.write("lots.rulebook.toml", RULEBOOK);
    folder.write("lots.csv", LOTS);
    let report = in_every_way(&folder, "lots.csv", &[]);
    let report: serde_json::Value = serde_json::from_str(&report).unwrap();
    let findings = report["findings"].as_array().unwrap().iter();
    let found: Vec<_> = findings.map(|each| (each["code"].as_str().unwrap(), each["row"].as_u64().unwrap())).collect();
    let due = [
        ("sample-row", 2),
        ("blank-row", 3),
        ("sample-row", 4),
        ("blank-row", 6),
        ("not-number", 8),
        ("repeated-value", 9),
        ("half-filled-row", 10),
        ("blank-row", 11),
        ("stray-cells", 12),
    ];
    assert_eq!(found, due);
    assert_eq!(report["figures"][0]["value"], "32");
    let sheet: Vec<Vec<String>> = LOTS.lines().map(|line| line.split(',').map(str::to_owned).collect()).collect();
    folder.write("lots.xlsx", book("Lots", |out| texts(out, &sheet)));
    in_every_way(&folder, "lots.xlsx", &[]);
}

#[test]
fn a_template_with_nothing_but_its_samples_is_not_filled_in_yet() {
    let folder = Folder::new();
    folder.write("lots.rulebook.toml", RULEBOOK);
    folder.write("lots.csv", "Lot,Place,Seeds,Weight\nEXAMPLE,Shelf,1,1\n,,,\nEXAMPLE,Shelf,1,1\n");
    let report = in_every_way(&folder, "lots.csv", &[]);
    assert!(report.contains("\"rows\": 0") && report.contains("nothing-filled"), "{report}");
    assert!(!report.contains("sample-row") && !report.contains("blank-row"), "{report}");
}

#[test]
fn equal_numbers_are_one_value_however_they_are_written() {
    let folder = Folder::new();
    let rulebook = "[rulebook]\ntitle = \"T\"\n[[sheet]]\ncolumn = [{ heading = \"No\", type = \"decimal\", unique = true }, { heading = \"Day\", type = \"date\", date_format = \"d/m/yyyy\", unique = true }]\n";
    folder.write("n.rulebook.toml", rulebook);
    folder.write("n.csv", "No,Day\n7,1/2/2026\n1.5,2/2/2026\n007,3/2/2026\n1.50,01/02/2026\n");
    let report = in_every_way(&folder, "n.csv", &[]);
    let report: serde_json::Value = serde_json::from_str(&report).unwrap();
    let messages: Vec<&str> =
        report["findings"].as_array().unwrap().iter().map(|each| each["message"].as_str().unwrap()).collect();
    assert_eq!(
        messages,
        [
            "No is \"007\", which is in row 2 already; it must be unique.",
            "No is \"1.50\", which is in row 3 already; it must be unique.",
            "Day is \"01/02/2026\", which is in row 2 already; it must be unique.",
        ]
    );
}

#[test]
fn headings_are_found_wherever_the_first_chunk_ends() {
    let folder = Folder::new();
    folder.write("lots.rulebook.toml", RULEBOOK.replace("[[sheet]]", "[[sheet]]\nheading_row = 3"));
    // Each row above the headings is larger than a chunk.
    let above = format!("{}\n", "x".repeat(150_000)).repeat(2);
    folder.write("lots.csv", format!("{above}Lot,Place,Seeds,Weight\nL1,A,1,1\n"));
    let report = in_every_way(&folder, "lots.csv", &[]);
    assert!(report.contains("\"ready\": true"), "{report}");
}
