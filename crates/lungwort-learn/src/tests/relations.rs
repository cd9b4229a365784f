//! Relations between columns: found where rows could have broken them, and nowhere else.

use super::*;
use crate::draft::DraftColumn;

/// A sheet with columns of these types, `-` for text.
fn sheet(types: &[(&str, &str)]) -> DraftSheet {
    let column = |(name, kind): &(&str, &str)| {
        let mut column =
            DraftColumn { heading: (*name).to_owned(), name: (*name).to_owned(), ..DraftColumn::default() };
        if *kind != "-" {
            column.lines.set("type", quoted(kind), "", Confidence::Known);
        }
        column
    };
    DraftSheet { columns: types.iter().map(column).collect(), ..DraftSheet::default() }
}

fn rules(types: &[(&str, &str)], rows: impl Iterator<Item = Vec<String>>) -> Vec<(String, Confidence)> {
    let mut sheet = sheet(types);
    let samples = SampleRows { rows: rows.collect(), ..SampleRows::default() };
    learn(&mut sheet, &samples);
    let said = |rule: &DraftRule| (format!("{} {}", rule.lines[0].0, rule.lines[0].1), rule.confidence);
    sheet.rules.iter().map(said).collect()
}

fn day(number: u32) -> String {
    format!("2025-{:02}-{:02}", number / 28 + 1, number % 28 + 1)
}

#[test]
fn columns_filled_together_need_rows_of_either_kind() {
    let types = [("a", "-"), ("b", "-"), ("c", "-")];
    let pair = |every: u32, count: u32| {
        (0..count).map(move |row| {
            let text = if row % every == 0 { "x" } else { "" };
            vec![text.to_owned(), text.to_owned(), "z".to_owned()]
        })
    };
    assert_eq!(rules(&types, pair(2, 40)), [("all_or_none [\"a\", \"b\"]".to_owned(), Confidence::Confirm)]);
    assert_eq!(rules(&types, pair(2, 12)), [("all_or_none [\"a\", \"b\"]".to_owned(), Confidence::Suggested)]);
    // Two filled rows, two blank ones, or too few at all are chance.
    assert!(rules(&types, pair(39, 40)).is_empty());
    assert!(rules(&types, pair(1, 40)).is_empty());
    assert!(rules(&types, pair(2, 6)).is_empty());
    let broken = pair(2, 40).enumerate().map(|(at, mut row)| {
        if at == 10 {
            row[1].clear();
        }
        row
    });
    assert!(rules(&types, broken).is_empty());
}

#[test]
fn the_order_of_dates_needs_columns_that_overlap() {
    let types = [("sown", "date"), ("counted", "date")];
    let rows = |gap: u32| (0..40).map(move |row| vec![day(row), day(row + gap)]);
    assert_eq!(rules(&types, rows(3)), [("check \"counted >= sown\"".to_owned(), Confidence::Confirm)]);
    let swapped = rows(3).map(|mut row| {
        row.swap(0, 1);
        row
    });
    assert_eq!(rules(&types, swapped), [("check \"sown >= counted\"".to_owned(), Confidence::Confirm)]);
    assert!(rules(&types, rows(60)).is_empty(), "one column lies wholly before the other");
    assert!(rules(&types, rows(0)).is_empty(), "they are the same");
    let mixed = (0..40).map(|row| vec![day(row), day(if row % 2 == 0 { row + 3 } else { row.saturating_sub(3) })]);
    assert!(rules(&types, mixed).is_empty());
}

#[test]
fn sums_are_found_over_neighbours_and_over_any_two() {
    let types = [("all", "whole"), ("a", "whole"), ("b", "whole"), ("c", "whole")];
    let three = (1..40_u32)
        .map(|row| [row * 2 + row % 7 + 9, row, row % 7 + 4, row + 5].map(|number| number.to_string()).to_vec());
    assert_eq!(rules(&types, three), [("check \"all = a + b + c\"".to_owned(), Confidence::Confirm)]);
    let two = (1..40_u32).map(|row| [row + row % 7, row, 90 - row, row % 7].map(|number| number.to_string()).to_vec());
    let found = rules(&types, two);
    assert!(found.contains(&("check \"all = a + c\"".to_owned(), Confidence::Confirm)), "{found:?}");
    // Zeros tell nothing, and one row that differs is enough.
    let zeros = (1..40_u32).map(|row| [row, row, 0, 0].map(|number| number.to_string()).to_vec());
    assert!(rules(&types, zeros).is_empty());
    let wrong =
        (1..40_u32).map(|row| [row * 2 + u32::from(row == 9), row, row, 7].map(|number| number.to_string()).to_vec());
    assert!(rules(&types, wrong).is_empty());
}
