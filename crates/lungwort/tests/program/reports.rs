//! The forms of report, in the small matters that people notice.

use crate::support::Folder;

const SHEET: &str = r#"[[sheet]]
key = ["Id"]
column = [
  { heading = "Id", required = true },
  { heading = "Country", allowed = ["GB", "FR", "DE"] },
  { heading = "Seeds", type = "whole", severity = "warning" },
  { heading = "Remarks" },
]
"#;

fn folder(rows: &str) -> Folder {
    Folder::with(SHEET, format!("Id,Country,Seeds,Remarks\n{rows}"))
}

fn text(folder: &Folder, extra: &[&str]) -> String {
    folder.run(&[&["check", "data.csv", "--today", "2026-11-23"], extra].concat()).stdout
}

#[test]
fn the_first_line_is_the_verdict_in_good_english() {
    let cases = [
        ("1,GB,5,\n", "READY: 1 row of data.csv, nothing wrong."),
        ("1,GB,5,\n2,FR,6,\n", "READY: 2 rows of data.csv, nothing wrong."),
        ("1,XX,5,\n", "NOT READY: 1 error, in 1 of 1 row of data.csv"),
        ("1,XX,x,\n2,GB,y,\n", "NOT READY: 1 error and 2 warnings, in 2 of 2 rows of data.csv"),
        ("1,GB,x,\n", "READY: 1 warning, in 1 of 1 row of data.csv"),
        ("", "NOT READY: nothing is filled in yet in data.csv"),
    ];
    for (rows, verdict) in cases {
        assert_eq!(text(&folder(rows), &[]).lines().next().unwrap(), verdict);
    }
}

#[test]
fn a_cause_names_its_commonest_values_and_how_they_are_mended() {
    let rows: String = ["gb", "gb", "FRR", "ZZ", "ZZ", "ZZ", "QQ", "de", "Y1"]
        .iter()
        .enumerate()
        .map(|(at, country)| format!("{at},{country},1,\n"))
        .collect();
    let out = text(&folder(&rows), &[]);
    assert!(out.contains("\"ZZ\" 3×; \"FRR\" → FR?; \"QQ\"; \"Y1\""), "{out}");
    assert!(out.contains("\"gb\" 2× → GB; \"de\" → DE"), "{out}");
    assert!(out.contains("Corrections known: 3 certain (→) and 1 likely (→ …?)."), "{out}");
}

#[test]
fn a_thousand_findings_fit_on_one_screen() {
    let rows: String = (0..1_000).map(|row| format!("{row},X{row},n{row}, r\n")).collect();
    let out = text(&folder(&rows), &[]);
    assert!(out.starts_with("NOT READY: 2,000 errors and 1,000 warnings, in 1,000 of 1,000 rows"), "{out}");
    assert!(out.lines().count() < 40, "{}", out.lines().count());
    assert!(out.contains("rows 2-1001"), "{out}");
}

#[test]
fn what_is_beyond_the_limit_is_named_in_short() {
    let out = text(&folder("1,XX,x, r\n"), &["--limit", "1"]);
    assert!(out.contains("MORE, in short (2)  --limit 3 shows them in full"), "{out}");
    assert!(out.contains("errors    spaces-around (Remarks)"), "{out}");
    assert!(out.contains("warnings  not-number (Seeds)"), "{out}");
}

#[test]
fn the_next_commands_can_be_pasted() {
    let sheet = SHEET.replace("\"Country\"", "\"Country of origin\"");
    let folder = Folder::with(&sheet, "Id,Country of origin,Seeds,Remarks\n1,XX,1,\n");
    folder.write("my file.csv", "Id,Country of origin,Seeds,Remarks\n1,XX,1,\n");
    let out = folder.run(&["check", "my file.csv"]).stdout;
    let command = out.lines().find(|line| line.contains("--by row")).unwrap().trim();
    assert!(command.starts_with("lungwort check \"my file.csv\" --by row --only \"Country of origin\""), "{command}");
    let shown = folder.run(&["check", "my file.csv", "--by", "row", "--only", "Country of origin"]);
    assert!(shown.stdout.contains("Country of origin is \"XX\""), "{}", shown.stdout);
}

#[test]
fn files_of_a_batch_are_told_apart() {
    let folder = folder("1,XX,1,\n");
    folder.write("more.csv", "Id,Country,Seeds,Remarks\n1,XX,1,\n2,GB,1,\n");
    let out = folder.run(&["check", "data.csv", "more.csv"]).stdout;
    assert!(out.starts_with("NOT READY: 2 errors, in 2 of 3 rows of 2 files"), "{out}");
    assert!(out.contains("data.csv: column B, row 2 (1)") && out.contains("more.csv: column B, row 2 (1)"), "{out}");
    let by_row = folder.run(&["check", "data.csv", "more.csv", "--by", "row"]).stdout;
    assert!(by_row.contains("\ndata.csv, row 2  1\n") && by_row.contains("\nmore.csv, row 2  1\n"), "{by_row}");
}

#[test]
fn what_cannot_be_seen_is_named_everywhere() {
    let folder = folder("1,GB,1,\"a\u{1b}[2Jb\u{202e}c\"\n");
    for extra in [&[][..], &["--by", "row"]] {
        let out = text(&folder, extra);
        assert!(out.contains("a<escape>[2Jb<U+202E>c") && !out.contains(['\u{1b}', '\u{202e}']), "{out}");
    }
    let json = folder.run(&["check", "data.csv", "--format", "json"]).stdout;
    assert!(!json.contains('\u{1b}'), "{json}");
}

#[test]
fn the_json_report_keeps_to_its_schema() {
    let schema: serde_json::Value = serde_json::from_str(&Folder::new().run(&["schema", "report"]).stdout).unwrap();
    let report = folder("1,XX,x, r\n2,gb,1,\n").check(&[]).json();
    let required = |of: &serde_json::Value| -> Vec<String> {
        of["required"].as_array().unwrap().iter().map(|key| key.as_str().unwrap().to_owned()).collect()
    };
    let keys = |of: &serde_json::Value| of.as_object().unwrap().keys().cloned().collect::<Vec<_>>();
    for key in required(&schema) {
        assert!(report.get(&key).is_some(), "{key}");
    }
    for (definition, entry) in [
        ("FindingEntry", &report["findings"][0]),
        ("CauseEntry", &report["causes"][0]),
        ("FileEntry", &report["files"][0]),
    ] {
        let known = keys(&schema["$defs"][definition]["properties"]);
        assert!(keys(entry).iter().all(|key| known.contains(key)), "{definition}");
        assert!(required(&schema["$defs"][definition]).iter().all(|key| entry.get(key).is_some()), "{definition}");
    }
}

#[test]
fn causes_and_findings_of_a_json_report_agree() {
    let rows: String =
        (0..500).map(|row| format!("{row},{},{row},\n", if row % 3 == 0 { "XX" } else { "GB" })).collect();
    let report = folder(&rows).check(&[]).json();
    let count: u64 = report["causes"].as_array().unwrap().iter().map(|cause| cause["count"].as_u64().unwrap()).sum();
    assert_eq!((count, report["shown"].as_u64()), (167, Some(167)));
    assert_eq!(report["findings"].as_array().unwrap().len(), 167);
    let ranges = report["causes"][0]["rows"].as_array().unwrap();
    assert_eq!((ranges.len(), &ranges[0]), (167, &serde_json::json!([2, 2])));
}

#[test]
fn the_same_check_gives_the_same_bytes() {
    let folder = folder("1,XX,x, r\n2,gb,1,\n3,ZZ,1,\n");
    for format in ["text", "json", "jsonl", "csv"] {
        let run = || folder.run(&["check", "data.csv", "--format", format, "--today", "2026-11-23"]).stdout;
        assert_eq!(run(), run(), "{format}");
    }
}

#[test]
fn what_is_wrong_is_listed_record_by_record() {
    let folder = Folder::new();
    folder.run(&["demo", "."]);
    let one = |name: &str, rest: &[&str]| {
        folder.run(&[&["check", name, "--today", "2026-11-23", "--by", "group"], rest].concat()).stdout
    };
    insta::assert_snapshot!(one("transfers.csv", &[]));
    // The listing is shortened and the counts are exact.
    let short = one("movements.csv", &["--limit", "3"]);
    assert!(short.contains("… and 11 more findings: --limit 14 shows them all."), "{short}");
    assert_eq!(short.lines().filter(|line| line.starts_with("M-")).count(), 3, "{short}");
}
