//! Drop-downs and limits as spreadsheets write them, one by one.

use super::*;
use crate::draft::Lines;
use lungwort_core::intake::workbook::FullSheet;

fn sheet(name: &str, lines: &str) -> TemplateSheet {
    let mut full = FullSheet::default();
    for (row, line) in (1_u64..).zip(lines.lines()) {
        for (column, text) in line.split('|').enumerate().filter(|(_, text)| !text.trim().is_empty()) {
            full.push_text(row, column, text.trim());
        }
    }
    TemplateSheet::new(name.to_owned(), false, full)
}

fn template(names: &[(&str, &str)]) -> Template {
    let lists = "Code|Meaning|Plain|Genus|Of|Species\nW|in the wild|one|Rosa|Rosa|canina\nC|cultivated|two|Lotus|Lotus|minor\n||three||Lotus|maior";
    Template {
        file_name: "t.xlsx".to_owned(),
        kind: "xlsx",
        sheets: vec![sheet("Entry", "Genus|Species"), sheet("Code lists", lists)],
        styles: Vec::new(),
        names: names.iter().map(|(name, target)| ((*name).to_owned(), (*target).to_owned())).collect(),
        properties: Vec::new(),
        text: None,
        digest: String::new(),
        pointed: Default::default(),
    }
}

fn validation(kind: &str, operator: &str, first: &str, second: &str) -> Validation {
    Validation {
        kind: kind.to_owned(),
        operator: operator.to_owned(),
        first: first.to_owned(),
        second: second.to_owned(),
        ..Validation::default()
    }
}

fn lines(column: &Lines) -> Vec<String> {
    column.0.iter().map(|line| format!("{} = {}", line.key, line.value)).collect()
}

/// What a list's formula comes to.
fn values(formula: &str, names: &[(&str, &str)]) -> Option<Vec<String>> {
    let template = template(names);
    let found = choices(&template, &template.sheets[0], formula)?;
    let said = |(value, meaning): (String, Option<String>)| match meaning {
        Some(meaning) => format!("{value}: {meaning}"),
        None => value,
    };
    Some(found.values.into_iter().map(said).collect())
}

#[test]
fn lists_are_followed_wherever_they_are() {
    let found = |formula: &str| {
        values(formula, &[("plain", "'Code lists'!$C$2:$C$4"), ("twice", "plain"), ("lost", "Nowhere!$A$1")])
    };
    assert_eq!(found("\"a, b,c\"").unwrap(), ["a", "b", "c"]);
    assert_eq!(found("\"ja;nein\"").unwrap(), ["ja", "nein"]);
    assert_eq!(found("\"say \"\"x\"\",y\"").unwrap(), ["say \"x\"", "y"]);
    assert_eq!(found("'Code lists'!$A$2:$A$3").unwrap(), ["W: in the wild", "C: cultivated"]);
    assert_eq!(found("'Code lists'!$C$2:$C$4").unwrap(), ["one", "two", "three"]);
    assert_eq!(found("'CODE LISTS'!C2:C3").unwrap(), ["one", "two"]);
    assert_eq!(found("plain").unwrap(), ["one", "two", "three"]);
    assert_eq!(found("twice").unwrap(), ["one", "two", "three"]);
    // The heading of a whole column is no value; of cells side by side, each is one.
    assert_eq!(found("'Code lists'!$C:$C").unwrap(), ["one", "two", "three"]);
    assert_eq!(found("'Code lists'!$C$2:$D$2").unwrap(), ["one", "Rosa"]);
    for formula in ["lost", "Nowhere!$A$1:$A$9", "'Code lists'!$H$1:$H$9", "\"\"", "IF(A1,B1,C1)"] {
        assert_eq!(found(formula), None, "{formula}");
    }
}

#[test]
fn limits_become_types_and_bounds() {
    let cases: &[(Validation, &[&str])] = &[
        (validation("whole", "", "1", "9"), &["type = \"whole\"", "min = 1", "max = 9"]),
        (validation("whole", "greaterThanOrEqual", "=5", ""), &["type = \"whole\"", "min = 5"]),
        (validation("decimal", "lessThan", "2.5", ""), &["type = \"decimal\"", "below = 2.5"]),
        (validation("decimal", "greaterThan", "0", ""), &["type = \"decimal\"", "above = 0"]),
        (validation("decimal", "notEqual", "0", ""), &["type = \"decimal\""]),
        (validation("decimal", "between", "$A$1", "10"), &["type = \"decimal\"", "max = 10"]),
        (
            validation("date", "between", "36526", "TODAY()"),
            &["type = \"date\"", "min = \"2000-01-01\"", "max = \"today\""],
        ),
        (validation("time", "lessThanOrEqual", "0.75", ""), &["type = \"time\"", "max = \"18:00\""]),
        (validation("textLength", "lessThanOrEqual", "40", ""), &["length = { max = 40 }"]),
        (validation("textLength", "lessThan", "40", ""), &["length = { max = 39 }"]),
        (validation("textLength", "", "2", "8"), &["length = { min = 2, max = 8 }"]),
        (validation("textLength", "", "6", "6"), &["length = { exactly = 6 }"]),
        (validation("textLength", "equal", "6", ""), &["length = { exactly = 6 }"]),
        (validation("textLength", "greaterThan", "1", ""), &["length = { min = 2 }"]),
        (validation("textLength", "notBetween", "1", "2"), &[]),
    ];
    for (validation, due) in cases {
        let mut column = DraftColumn::default();
        limits(validation, "the limit", Confidence::Known, &mut column);
        assert_eq!(lines(&column.lines), *due, "{validation:?}");
    }
}

#[test]
fn only_a_count_of_the_own_column_means_unique() {
    let found = |formula: &str| {
        let mut column = DraftColumn::default();
        custom(&validation("custom", "", formula, ""), "the limit", &mut column, 1);
        lines(&column.lines)
    };
    for formula in ["COUNTIF($B$2:$B$99,B2)=1", "COUNTIF(B:B, B2) < 2", "countif(B$2:B$99;B2)<=1"] {
        assert_eq!(found(formula), ["unique = true"], "{formula}");
    }
    for formula in ["COUNTIF($A$2:$A$99,A2)=1", "COUNTIF(B:B,B2)>1", "ISNUMBER(B2)"] {
        assert!(found(formula).is_empty(), "{formula}");
    }
}

#[test]
fn lists_that_depend_on_another_column_are_found_in_both_ways() {
    let template = template(&[
        ("Rosa", "'Code lists'!$F$2"),
        ("Lotus", "'Code lists'!$F$3:$F$4"),
        ("list_Rosa", "'Code lists'!$F$2"),
    ]);
    let genus = DraftColumn {
        heading: "Genus".to_owned(),
        name: "genus".to_owned(),
        values: vec!["Rosa".to_owned(), "Lotus".to_owned()],
        ..DraftColumn::default()
    };
    let species =
        DraftColumn { heading: "Species".to_owned(), name: "species".to_owned(), field: 1, ..DraftColumn::default() };
    let mut columns = vec![genus, species];
    columns[0].lines.set("allowed", "[\"Rosa\", \"Lotus\"]", "", Confidence::Known);
    let range = read_range("B2:B99").unwrap();
    let both = "{ depends_on = \"genus\", values = { Rosa = [\"canina\"], Lotus = [\"minor\", \"maior\"] } }";
    for formula in ["INDIRECT($A2)", "INDIRECT(A2)", "INDIRECT(SUBSTITUTE($A$2,\" \",\"_\"))"] {
        let (found, parent) = dependent(&template, formula, range, &columns, 1).unwrap();
        assert_eq!((found.as_str(), parent.as_str()), (both, "Genus"), "{formula}");
    }
    let (found, _) = dependent(&template, "INDIRECT(\"list_\"&$A2)", range, &columns, 1).unwrap();
    assert_eq!(found, "{ depends_on = \"genus\", values = { Rosa = [\"canina\"] } }");
    assert!(dependent(&template, "INDIRECT($C2)", range, &columns, 1).is_none());
    assert!(dependent(&template, "INDIRECT($A22)", range, &columns, 1).is_none());
    let lookup =
        "OFFSET('Code lists'!$F$2,MATCH($A2,'Code lists'!$E$2:$E$4,0)-1,0,COUNTIF('Code lists'!$E$2:$E$4,$A2),1)";
    let (found, parent, all) = beside_each_other(&template, lookup, range, &columns, 1).unwrap();
    assert_eq!((found.as_str(), parent.as_str()), (both, "Genus"));
    assert_eq!(all, ["canina", "minor", "maior"]);
}
