//! Advice on rulebooks that compile: one condition at a time, with what is said and what is not.

use crate::support::Folder;

const COLUMNS: &str = r#"[rulebook]
title = "T"
[[sheet]]
key = ["Id"]
[[sheet.column]]
heading = "Id"
required = true
[[sheet.column]]
heading = "Provenance"
allowed = { W = "wild", C = "cultivated" }
[[sheet.column]]
heading = "Seeds"
type = "whole"
[[sheet.column]]
heading = "Weight"
type = "decimal"
required = true
[[sheet.column]]
heading = "Collected"
type = "date"
[[sheet.column]]
heading = "Received"
type = "date"
required = true
"#;

/// What is advised on a rulebook with one more rule.
fn advice(rule: &str) -> Vec<String> {
    let folder = Folder::new();
    folder.write("t.rulebook.toml", format!("{COLUMNS}[[sheet.rule]]\n{rule}\n"));
    let ran = folder.run(&["rulebook", "t.rulebook.toml", "--lint", "--today", "2026-11-23"]);
    assert_eq!(ran.status, 0, "{rule}: {}", ran.stdout);
    ran.stdout.lines().filter_map(|line| line.strip_prefix("advice: ")).map(str::to_owned).collect()
}

#[test]
fn blanks_that_get_past_a_rule_are_told() {
    let silent = |names: &str| {
        format!(
            "where {names} is blank this rule says nothing; if that is not meant, make it required or add IS NOT NULL"
        )
    };
    let cases = [
        ("check = 'Received >= Collected'", "Collected"),
        ("check = 'Seeds > 10'", "Seeds"),
        ("check = 'Seeds > Weight'", "Seeds"),
        ("check = \"Provenance = 'W'\"", "Provenance"),
        ("check = 'Seeds BETWEEN 1 AND 9'", "Seeds"),
        ("check = \"Provenance LIKE 'W%'\"", "Provenance"),
        ("check = 'Seeds * 2 > 10 AND Received > Collected'", "Seeds or Collected"),
    ];
    for (rule, names) in cases {
        assert_eq!(advice(rule), [silent(names)], "{rule}");
    }
}

#[test]
fn blanks_that_are_thought_of_are_not() {
    for rule in [
        "check = 'Weight > 10'",
        "check = 'Received <= CURRENT_DATE'",
        "check = 'Collected IS NULL OR Received >= Collected'",
        "check = 'Collected IS NOT NULL AND Received >= Collected'",
        "check = 'COALESCE(Seeds, 0) < 10'",
        "when = 'Collected IS NOT NULL'\ncheck = 'Received >= Collected'",
        "all_or_none = ['Seeds', 'Collected']",
    ] {
        assert_eq!(advice(rule), Vec::<String>::new(), "{rule}");
    }
}

#[test]
fn rules_that_nothing_can_break_are_told() {
    let never = "no row can break this rule: it holds whatever the cells are";
    for rule in [
        "check = 'Weight > 1 OR Weight <= 1'",
        "check = 'Id IS NOT NULL OR Id IS NULL'",
        "check = '1 < 2'",
        "check = 'TRUE'",
    ] {
        assert_eq!(advice(rule), [never], "{rule}");
    }
}

#[test]
fn rules_that_never_apply_are_told() {
    let said = advice("when = 'Weight > 5 AND Weight < 2'\nat_least_one = ['Seeds', 'Collected']");
    assert_eq!(said, ["this rule never applies: no row can meet its when"]);
    assert!(advice("when = 'Weight > 5 AND Weight < 8'\nat_least_one = ['Seeds', 'Collected']").is_empty());
}

#[test]
fn values_off_the_list_are_told_in_conditions() {
    let said = advice("when = \"Provenance = 'X'\"\nat_least_one = ['Seeds', 'Collected']");
    assert_eq!(said, ["'X' is not among the values that Provenance accepts, so this never holds"]);
    let said = advice("check = \"Provenance IS NULL OR Provenance IN ('W', 'wild')\"");
    assert_eq!(said, ["'wild' is not among the values that Provenance accepts, so this never holds"]);
}

#[test]
fn defaults_are_held_against_the_columns_own_rules() {
    let folder = Folder::new();
    for (column, expected) in [
        ("heading = 'V'\ntype = 'date'\ndefault = '05/03/2026'", true),
        ("heading = 'V'\ntype = 'date'\ndefault = '2026-03-05'", false),
        ("heading = 'V'\nallowed = ['a']\ndefault = 'b'", true),
    ] {
        folder.write("t.rulebook.toml", format!("{COLUMNS}[[sheet.column]]\n{column}\n"));
        let ran = folder.run(&["rulebook", "t.rulebook.toml", "--lint"]);
        assert_eq!(
            ran.stdout.contains("the default breaks the column's own rules"),
            expected,
            "{column}: {}",
            ran.stdout
        );
        assert_eq!(ran.status, i32::from(expected), "{column}");
    }
}

#[test]
fn totals_that_blanks_open_and_divisions_without_a_tolerance_are_told() {
    let advice = |check: &str| {
        let sheet = format!(
            "[[sheet]]\nkey = ['Id']\ncolumn = [{{ heading = 'Id' }}, {{ heading = 'Out', type = 'decimal' }}, \
            {{ heading = 'In', type = 'decimal', required = true }}]\n[[sheet.rule]]\neach = 'sheet'\ncheck = '{check}'\n"
        );
        let said = Folder::with(&sheet, "").run(&["rulebook", "t.rulebook.toml"]).stdout;
        said.lines().filter_map(|line| line.strip_prefix("advice: ").map(str::to_owned)).collect::<Vec<_>>()
    };
    let blank = "where Out is blank in all rows of a group this rule says nothing; if that is not meant, make it required or add IS NOT NULL";
    let division =
        "a division may not end, and is kept to 28 digits: compare with a tolerance, such as ABS(… - …) <= 0.01";
    assert_eq!(advice("MAX(Out) < 10"), [blank]);
    assert_eq!(advice("MAX(Out) < 10 AND MAX(Out) IS NOT NULL"), [] as [&str; 0]);
    assert_eq!(advice("COALESCE(MIN(Out), 0) < 10"), [] as [&str; 0]);
    // A sum of blanks is nothing, and a required column is never blank.
    assert_eq!(advice("SUM(Out) = SUM(\"In\")"), [] as [&str; 0]);
    assert_eq!(advice("MAX(\"In\") < 10"), [] as [&str; 0]);
    assert_eq!(advice("SUM(Out) / COUNT(*) = 2"), [division]);
    assert_eq!(advice("AVG(\"In\") = 2"), [division]);
    assert_eq!(advice("ROUND(AVG(\"In\"), 2) = 2"), [] as [&str; 0]);
    assert_eq!(advice("ABS(SUM(Out) / COUNT(*) - 2) <= 0.01"), [] as [&str; 0]);
}
