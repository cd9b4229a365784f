//! `lungwort check` as its users run it.

use crate::support::Folder;

const SEEDS: &str = r#"
[[sheet]]
key = ["Id"]
[[sheet.column]]
heading = "Id"
required = true
unique = true
[[sheet.column]]
heading = "Country"
allowed = { reference = "iso-3166-1-alpha-2" }
[[sheet.column]]
heading = "Seeds"
type = "whole"
[[sheet.column]]
heading = "Received on"
name = "received"
type = "date"
[[sheet.rule]]
check = "Seeds IS NULL OR received IS NOT NULL"
severity = "warning"
message = "{Seeds} seeds, but nobody knows since when"
[[sheet.figure]]
label = "Seeds in all"
value = "SUM(Seeds)"
"#;

const DATA: &str =
    "Id,Country,Seeds,Received on\nA1,UK,\"1,200\",2026-03-05\nA2,gb,12,\nA3,UK,x,2026-02-30\nA1,GB,,2026-01-01\n";

#[test]
fn the_report_leads_with_the_verdict_and_ends_with_the_next_command() {
    let folder = Folder::with(SEEDS, DATA);
    let ran = folder.run(&["check", "data.csv", "--today", "2026-11-23"]);
    assert_eq!((ran.status, ran.stderr.as_str()), (1, ""));
    insta::assert_snapshot!(ran.stdout);
}

#[test]
fn row_by_row_each_finding_has_its_place() {
    let folder = Folder::with(SEEDS, DATA);
    let ran = folder.run(&["check", "data.csv", "--by", "row", "--today", "2026-11-23"]);
    insta::assert_snapshot!(ran.stdout);
}

#[test]
fn the_listing_can_be_cut_and_the_counts_stay_exact() {
    let folder = Folder::with(SEEDS, DATA);
    let ran = folder.run(&["check", "data.csv", "--by", "row", "--limit", "2"]);
    assert!(ran.stdout.contains("7 errors and 1 warning, in 4 of 4 rows"), "{}", ran.stdout);
    assert!(ran.stdout.contains("… and 6 more findings: --limit 8 shows them all."), "{}", ran.stdout);
}

#[test]
fn what_is_shown_can_be_chosen_without_changing_the_verdict() {
    let folder = Folder::with(SEEDS, DATA);
    assert_eq!(folder.check(&["--only", "Country"]).codes(), ["off-list", "near-value"]);
    assert_eq!(folder.check(&["--only", "repeated-value"]).findings().len(), 1);
    assert_eq!(folder.check(&["--severity", "warning", "--only", "rule-broken"]).codes(), ["rule-broken"]);
    let ran = folder.check(&["--severity", "error", "--only", "rule-broken"]);
    assert_eq!((ran.status, ran.codes().len()), (1, 0));
    assert_eq!(ran.json()["counts"]["errors"], 7);
    let wrong = folder.check(&["--only", "Contry"]);
    assert_eq!(
        (wrong.status, wrong.stderr.trim()),
        (2, "lungwort: --only Contry: there is no such code or column; did you mean \"Country\"?")
    );
}

#[test]
fn json_names_row_line_column_key_and_rule() {
    let folder = Folder::with(SEEDS, DATA);
    let report = folder.check(&[]).json();
    assert_eq!(report["version"], 2);
    assert_eq!(report["figures"][0]["value"], "12");
    let first = &report["findings"][0];
    for (field, value) in
        [("code", "off-list"), ("column", "B"), ("subject", "Country"), ("key", "A1"), ("value", "UK")]
    {
        assert_eq!(first[field], value, "{field}");
    }
    assert_eq!((first["row"].as_u64(), first["line"].as_u64()), (Some(2), Some(2)));
    // The line of the rulebook with the list, not the one of the heading.
    assert_eq!(first["rulebook_line"], 12);
}

#[test]
fn jsonl_and_csv_have_one_finding_a_line() {
    let folder = Folder::with(SEEDS, DATA);
    let ran = folder.run(&["check", "data.csv", "--format", "jsonl"]);
    let lines: Vec<serde_json::Value> = ran.stdout.lines().map(|line| serde_json::from_str(line).unwrap()).collect();
    assert_eq!(lines.len(), 9);
    assert_eq!(lines[8]["summary"]["counts"]["errors"], 7);
    let ran = folder.run(&["check", "data.csv", "--format", "csv", "--output", "out.csv"]);
    assert_eq!((ran.status, ran.stdout.as_str()), (1, ""));
    let written = std::fs::read_to_string(folder.path().join("out.csv")).unwrap();
    assert!(written.starts_with("\u{feff}File,Sheet,Row,Line,Column,"));
    let mut rows = csv::ReaderBuilder::new().has_headers(true).from_reader(written.as_bytes());
    // Eight findings, and behind them how the file was read and the figure.
    let rows: Vec<csv::StringRecord> = rows.records().map(Result::unwrap).collect();
    assert_eq!(rows.iter().map(csv::StringRecord::len).collect::<Vec<_>>(), [14; 10]);
    let behind: Vec<&str> = rows[8..].iter().map(|row| &row[9]).collect();
    assert_eq!(behind, ["file", "figure"]);
}

#[test]
fn a_csv_report_runs_nothing_when_it_is_opened() {
    let folder = Folder::with("[[sheet]]\ncolumn = [{ heading = 'Id' }]", "Id\n=1+1\n@SUM(A1)\n");
    let ran = folder.run(&["check", "data.csv", "--format", "csv"]);
    assert!(ran.stdout.contains(",'=1+1,") && ran.stdout.contains(",'@SUM(A1),"), "{}", ran.stdout);
}

#[test]
fn warnings_count_when_asked() {
    let folder = Folder::with(SEEDS, "Id,Country,Seeds,Received on\nA1,GB,12,\n");
    assert_eq!(folder.check(&[]).status, 0);
    assert_eq!(folder.check(&["--strict"]).status, 1);
}

#[test]
fn several_files_are_one_batch() {
    let folder = Folder::with(SEEDS, "Id,Country,Seeds,Received on\nA1,GB,1,2026-01-01\n");
    folder.write("more.csv", "Id,Country,Seeds,Received on\nA2,GB,2,2026-01-01\nA1,GB,3,2026-01-01\n");
    let ran = folder.run(&["check", "data.csv", "more.csv", "--format", "json"]);
    let found = ran.findings();
    assert_eq!(found.len(), 1);
    assert!(found[0].2.contains("which is in row 2 of data.csv already"), "{}", found[0].2);
    assert_eq!(ran.json()["figures"][0]["value"], "6");
}

#[test]
fn standard_input_is_checked_too() {
    let folder = Folder::with(SEEDS, "");
    let ran = folder
        .run_with(&["check", "-", "--rulebook", "t.rulebook.toml"], Some(b"Id,Country,Seeds,Received on\nA1,GB,,\n"));
    assert_eq!(ran.status, 0, "{}", ran.stderr);
    assert!(ran.stdout.starts_with("READY: 1 row of -, nothing wrong."), "{}", ran.stdout);
}

#[test]
fn the_rulebook_is_chosen_by_the_headings_and_said() {
    let folder = Folder::with(SEEDS, "Id,Country,Seeds,Received on\nA1,GB,,\n");
    folder.write(
        "other.rulebook.toml",
        "[rulebook]\ntitle = 'Other'\n[[sheet]]\ncolumn = [{ heading = 'Id' }, { heading = 'Tax' }]\n",
    );
    let ran = folder.run(&["check", "data.csv"]);
    assert!(
        ran.stdout.contains("t.rulebook.toml; chosen because 4 of its 4 headings are in the file"),
        "{}",
        ran.stdout
    );
    folder.write("twin.rulebook.toml", std::fs::read(folder.path().join("t.rulebook.toml")).unwrap());
    let ran = folder.run(&["check", "data.csv"]);
    assert_eq!(
        (ran.status, ran.stderr.contains("t.rulebook.toml and twin.rulebook.toml equally well")),
        (2, true),
        "{}",
        ran.stderr
    );
    folder.write("stranger.csv", "X,Y\n1,2\n");
    let ran = folder.run(&["check", "stranger.csv"]);
    assert_eq!(
        (ran.status, ran.stderr.contains("none of these rulebooks fits its headings")),
        (2, true),
        "{}",
        ran.stderr
    );
}

#[test]
fn a_wrong_value_is_one_cause_however_often_it_comes() {
    let mut data = String::from("Id,Country,Seeds,Received on\n");
    for row in 0..4_000 {
        data.push_str(&format!("A{row},UK,,\n"));
    }
    let folder = Folder::with(SEEDS, data);
    let report = folder.check(&["--limit", "5"]).json();
    let causes = report["causes"].as_array().unwrap();
    assert_eq!(
        (causes.len(), causes[0]["count"].as_u64(), &causes[0]["rows"]),
        (1, Some(4_000), &serde_json::json!([[2, 4001]]))
    );
    assert_eq!(report["findings"].as_array().unwrap().len(), 5);
}

#[test]
fn a_closed_pipe_is_no_error() {
    use std::io::Read;
    use std::process::{Command, Stdio};
    let folder = Folder::with(SEEDS, format!("Id,Country,Seeds,Received on\n{}", "A1,UK,x,\n".repeat(50_000)));
    let mut child = Command::new(env!("CARGO_BIN_EXE_lungwort"))
        .current_dir(folder.path())
        .args(["check", "data.csv", "--format", "jsonl"])
        .stdout(Stdio::piped())
        .stderr(Stdio::piped())
        .spawn()
        .unwrap();
    let mut few = [0; 100];
    child.stdout.take().unwrap().read_exact(&mut few).unwrap();
    let output = child.wait_with_output().unwrap();
    assert_eq!((output.status.code(), String::from_utf8(output.stderr).unwrap()), (Some(1), String::new()));
}

#[test]
fn colours_stay_out_of_pipes_and_escapes_out_of_everything() {
    let folder = Folder::with("[[sheet]]\nkey = ['Id']\ncolumn = [{ heading = 'Id' }]", "Id\n\u{1b}[31mred\u{1b}[0m\n");
    for format in ["text", "csv"] {
        let ran = folder.run(&["check", "data.csv", "--format", format]);
        if format == "text" {
            assert!(!ran.stdout.contains('\u{1b}'), "{}", ran.stdout);
            assert!(ran.stdout.contains("<escape>[31mred"), "{}", ran.stdout);
        }
    }
}

#[test]
fn half_a_report_is_never_left_behind() {
    let folder = Folder::with(SEEDS, "X,Y\n1,2\n");
    let ran = folder.run(&["check", "data.csv", "--rulebook", "t.rulebook.toml", "--output", "out.txt"]);
    assert_eq!(ran.status, 2);
    assert!(!folder.path().join("out.txt").exists());
    assert_eq!(std::fs::read_dir(folder.path()).unwrap().count(), 2);
}
