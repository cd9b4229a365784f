//! Each form of rule, with rows that keep it and rows that break it, through the whole program.

use crate::support::Folder;

const COLUMNS: &str = r#"[[sheet]]
key = ["Id"]
column = [
  { heading = "Id", required = true },
  { heading = "A" },
  { heading = "B" },
  { heading = "C" },
  { heading = "Seeds", type = "whole" },
  { heading = "Collected on", name = "collected", type = "date" },
]
"#;

/// Checks rows (`A,B,C,Seeds,Collected`) and returns the broken ones' numbers, from one, with code and message.
fn broken(rule: &str, rows: &[&str]) -> Vec<(u64, String, String)> {
    let data: String = rows.iter().enumerate().map(|(at, row)| format!("{},{row}\n", at + 1)).collect();
    let folder = Folder::with(&format!("{COLUMNS}{rule}"), format!("Id,A,B,C,Seeds,Collected on\n{data}"));
    let ran = folder.check(&[]);
    assert_ne!(ran.status, 2, "{}", ran.stderr);
    ran.findings().into_iter().map(|(code, row, message)| (row - 1, code, message)).collect()
}

fn rows_of(found: &[(u64, String, String)], code: &str) -> Vec<u64> {
    assert!(found.iter().all(|(_, each, _)| each == code), "{found:?}");
    found.iter().map(|(row, ..)| *row).collect()
}

fn rule(text: &str) -> String {
    format!("[[sheet.rule]]\n{text}\n")
}

#[test]
fn sets_of_cells() {
    let rows = ["x,y,z,,", "x,,,,", ",,,,", "x,y,,,", ",,z,,"];
    let names = "['A', 'B', 'C']";
    let cases = [
        ("all_or_none", "incomplete-set", vec![2, 4, 5]),
        ("at_least_one", "none-given", vec![3]),
        ("at_most_one", "too-many-given", vec![1, 4]),
        ("exactly_one", "not-exactly-one", vec![1, 3, 4]),
        ("no_gaps", "gap-in-levels", vec![5]),
        ("whole_if_begun", "incomplete-section", vec![2, 4, 5]),
    ];
    for (form, code, expected) in cases {
        // A row with nothing but its key is a row.
        let found = broken(&rule(&format!("{form} = {names}")), &rows);
        assert_eq!(rows_of(&found, code), expected, "{form}");
    }
}

#[test]
fn a_section_asks_only_for_what_it_needs() {
    let found =
        broken(&rule("whole_if_begun = ['A', 'B', 'C']\nneeds = ['A', 'B']"), &["x,y,,,", ",,z,,", "x,,,,", ",,,,"]);
    assert_eq!(rows_of(&found, "incomplete-section"), [2, 3]);
    assert!(found[0].2.ends_with("here A and B are blank."), "{}", found[0].2);
}

#[test]
fn conditions_fail_only_where_they_are_false() {
    let found = broken(&rule("check = 'Seeds > 10'"), &["x,,,11,", "x,,,10,", "x,,,,", "x,,,oops,"]);
    let codes: Vec<_> = found.iter().map(|(row, code, _)| (*row, code.as_str())).collect();
    assert_eq!(codes, [(2, "rule-broken"), (4, "not-number")]);
}

#[test]
fn when_says_where_a_rule_counts() {
    let found = broken(&rule("when = \"A = 'W'\"\nat_least_one = ['B', 'C']"), &["W,,,,", "X,,,,", ",,,,", "W,y,,,"]);
    assert_eq!(rows_of(&found, "none-given"), [1]);
    assert!(found[0].2.starts_with("Where A is W: at least one of B and C must be filled"), "{}", found[0].2);
}

#[test]
fn own_messages_quote_cells() {
    let text = "check = \"collected >= DATE '2026-01-01'\"\nmessage = 'Row {Id}: {collected} is too early'";
    let found = broken(&rule(text), &["x,,,,2025-12-31", "x,,,,2026-01-01"]);
    assert_eq!(found.len(), 1);
    assert_eq!(found[0].2, "Row 1: 2025-12-31 is too early.");
}

#[test]
fn severity_of_a_rule() {
    let folder = Folder::with(
        &format!("{COLUMNS}{}", rule("check = 'Seeds > 10'\nseverity = 'note'")),
        "Id,A,B,C,Seeds,Collected on\n1,,,,5,\n",
    );
    let report = folder.check(&[]).json();
    assert_eq!((report["ready"].as_bool(), report["counts"]["notes"].as_u64()), (Some(true), Some(1)));
}

#[test]
fn values_that_stand_only_once() {
    let together = broken(&rule("unique = ['A', 'B']"), &["x,y,,,", "x,z,,,", "x,y,,,", "x,,,,", "x,,,,", "xy,,,,"]);
    assert_eq!(rows_of(&together, "repeated-row"), [3]);
    assert!(together[0].2.contains("is in row 2 already"), "{}", together[0].2);
    let across = broken(&rule("unique = ['A', 'B']\nacross = true"), &["x,y,,,", "y,,,,", "z,z,,,"]);
    assert_eq!(rows_of(&across, "repeated-across"), [2, 3]);
    let some = broken(&rule("unique = ['A']\nwhen = \"B = 'W'\""), &["x,W,,,", "x,C,,,", "x,W,,,"]);
    assert_eq!(rows_of(&some, "repeated-row"), [3]);
}

#[test]
fn keys_in_any_order_are_told_apart() {
    let sheet = "[[sheet]]\nkey = ['Id']\ncolumn = [{ heading = 'Id', unique = true }]";
    for (data, expected) in [
        ("a\nb\nc\nb\n", vec![5]),
        ("c\nb\na\nc\na\n", vec![5, 6]),
        ("a\n\nb\na\n", vec![5]),
        ("1\n10\n2\n10\n", vec![5]),
        ("a\nA\na \n", vec![4]),
    ] {
        let found = Folder::with(sheet, format!("Id\n{data}")).check(&["--only", "repeated-value"]).findings();
        assert_eq!(found.iter().map(|(_, row, _)| *row).collect::<Vec<_>>(), expected, "{data:?}");
    }
}

#[test]
fn rules_about_a_column_that_is_missing_wait() {
    let folder =
        Folder::with(&format!("{COLUMNS}{}", rule("at_least_one = ['A', 'B']")), "Id,A,C,Seeds,Collected on\n1,,,,\n");
    assert_eq!(folder.check(&[]).codes(), ["missing-heading"]);
}

#[test]
fn cells_required_or_blank_under_a_condition() {
    let sheet = "[[sheet]]\nkey = ['Id']\ncolumn = [{ heading = 'Id' }, { heading = 'P' }, { heading = 'V', required_when = \"P = 'W'\", blank_when = \"P = 'U'\" }]";
    let found = Folder::with(sheet, "Id,P,V\n1,W,x\n2,W,\n3,U,x\n4,U,\n5,,\n6,,x\n").check(&[]).findings();
    let found: Vec<_> = found.iter().map(|(code, row, _)| (code.as_str(), *row)).collect();
    assert_eq!(found, [("missing-when", 3), ("blank-when", 4)]);
}

#[test]
fn figures_are_over_all_rows_and_exact() {
    let figures = "[[sheet.figure]]\nlabel = 'Sum'\nvalue = 'SUM(Seeds)'\n[[sheet.figure]]\nlabel = 'Different'\nvalue = 'COUNT(DISTINCT A)'\n[[sheet.figure]]\nlabel = 'Last'\nvalue = 'MAX(collected)'\n";
    let data: String =
        (0..30_000).map(|row| format!("{row},{},,,{},2026-01-{:02}\n", row % 7, row % 3, row % 28 + 1)).collect();
    let folder = Folder::with(&format!("{COLUMNS}{figures}"), format!("Id,A,B,C,Seeds,Collected on\n{data}"));
    let report = folder.check(&[]).json();
    let values: Vec<_> =
        report["figures"].as_array().unwrap().iter().map(|each| each["value"].as_str().unwrap()).collect();
    assert_eq!(values, ["30000", "7", "2026-01-28"]);
}
