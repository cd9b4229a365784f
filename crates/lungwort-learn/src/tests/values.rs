//! What a column's values have in common, and how sure that is.

use super::*;
use crate::draft::DraftColumn;

#[test]
fn patterns_are_what_all_values_have_in_common() {
    assert_eq!(pattern(&["2026-00417", "2025-00001"]).as_deref(), Some("\\d{4}\\-\\d{5}"));
    assert_eq!(pattern(&["A1-02", "B12-03"]).as_deref(), Some("[A-Z]\\d{1,2}\\-\\d{2}"));
    assert_eq!(pattern(&["A.1", "B.2"]).as_deref(), Some("[A-Z]\\.\\d"));
    assert_eq!((pattern(&["A1", "1A"]), pattern(&["from a hay meadow 2"])), (None, None));
    assert_eq!((pattern(&["Ann", "Bob"]), pattern(&[])), (None, None));
}

/// The lines drafted for a column of these values, with how sure they are.
fn drafted(values: &[String], true_dates: usize) -> Vec<String> {
    let column = DraftColumn { heading: "X".to_owned(), name: "x".to_owned(), ..DraftColumn::default() };
    let mut sheet = DraftSheet { columns: vec![column], ..DraftSheet::default() };
    let rows = values.iter().map(|value| vec![value.clone()]).collect();
    let samples = SampleRows { rows, true_dates: vec![true_dates], from_workbook: true_dates > 0 };
    learn(&mut sheet, &samples, &mut Vec::new());
    let sign = |confidence: Confidence| if confidence == Confidence::Suggested { "#" } else { "" };
    sheet.columns[0]
        .lines
        .0
        .iter()
        .map(|line| format!("{}{} = {}", sign(line.confidence), line.key, line.value))
        .collect()
}

fn made(count: u32, make: impl Fn(u32) -> String) -> Vec<String> {
    (0..count).map(make).collect()
}

#[test]
fn types_are_told_from_values() {
    let cases: Vec<(Vec<String>, &[&str])> = vec![
        (made(40, |at| (at % 9).to_string()), &["required = true", "type = \"whole\""]),
        (made(40, |at| format!("{}.5", at % 9)), &["required = true", "type = \"decimal\""]),
        (made(40, |at| format!("{},5", at % 9)), &["required = true", "type = \"decimal\"", "decimal_mark = \",\""]),
        (
            made(90, |at| format!("0{:02}", at % 9)),
            &[
                "required = true",
                "allowed = [\"000\", \"001\", \"002\", \"003\", \"004\", \"005\", \"006\", \"007\", \"008\"]",
            ],
        ),
        (
            made(60, |at| ["Y", "N"][at as usize % 2].to_owned()),
            &["required = true", "type = \"yes_no\"", "yes_no = { yes = \"Y\", no = \"N\" }"],
        ),
        (made(40, |at| format!("a{at}@b.example")), &["required = true", "format = \"email\"", "#unique = true"]),
        // Names of places come up often and are no closed list, and prices that differ no key.
        (
            made(90, |at| ["Kew", "Ely", "Bath"][at as usize % 3].to_owned()),
            &["required = true", "#allowed = [\"Bath\", \"Ely\", \"Kew\"]"],
        ),
        (made(40, |at| (at + 100).to_string()), &["required = true", "type = \"whole\"", "#unique = true"]),
        (made(40, |at| format!("LT-{at:04}")), &["required = true", "unique = true"]),
        (
            made(80, |at| format!("Some words no {}", at % 3)),
            &["required = true", "#allowed = [\"Some words no 0\", \"Some words no 1\", \"Some words no 2\"]"],
        ),
    ];
    for (values, due) in cases {
        let found = drafted(&values, 0);
        let missing: Vec<_> = due.iter().filter(|line| !found.contains(&(**line).to_owned())).collect();
        assert!(missing.is_empty(), "{missing:?} not in {found:?}");
    }
}

#[test]
fn dates_are_read_in_the_one_order_that_fits() {
    let clear = made(40, |at| format!("{:02}/03/2025", at % 28 + 1));
    assert!(drafted(&clear, 0).contains(&"date_format = \"dd/mm/yyyy\"".to_owned()));
    let american = made(40, |at| format!("03/{:02}/2025", at % 28 + 1));
    assert!(drafted(&american, 0).contains(&"date_format = \"mm/dd/yyyy\"".to_owned()));
    let iso = made(40, |at| format!("2025-03-{:02}", at % 28 + 1));
    assert!(drafted(&iso, 0).contains(&"date_format = \"yyyy-mm-dd\"".to_owned()));
    // Cells that are dates of the spreadsheet say nothing of how they are written.
    let found = drafted(&iso, 40);
    assert!(found.contains(&"type = \"date\"".to_owned()) && !found.iter().any(|line| line.contains("date_format")));
    let mut number_format = Vec::new();
    let column = DraftColumn { heading: "Born".to_owned(), name: "born".to_owned(), ..DraftColumn::default() };
    let mut sheet = DraftSheet { columns: vec![column], ..DraftSheet::default() };
    let rows = (0..40).map(|at| vec![format!("{:02}/{:02}/2025", at % 12 + 1, at % 7 + 1)]).collect();
    learn(&mut sheet, &SampleRows { rows, ..SampleRows::default() }, &mut number_format);
    assert_eq!(number_format, ["Born: its dates could be read with the day or the month first"]);
}

#[test]
fn few_rows_are_only_offered() {
    let found = drafted(&made(12, |at| format!("AB-{at:03}")), 0);
    assert_eq!(found, ["#required = true", "#unique = true", "#pattern = '[A-Z]{2}\\-\\d{3}'"]);
    assert!(drafted(&made(3, |at| at.to_string()), 0).is_empty());
}
