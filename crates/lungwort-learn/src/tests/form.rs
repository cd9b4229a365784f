//! Labelled cells, and columns that repeat.

use super::*;
use crate::repeats;
use lungwort_core::intake::workbook::{CellRange, FullSheet, Style, Validation, read_range};

fn sheet(cells: &[(u64, usize, &str)]) -> TemplateSheet {
    let mut full = FullSheet::default();
    cells.iter().for_each(|(row, column, text)| full.push_text(*row, *column, text));
    TemplateSheet::new("Sender".to_owned(), false, full)
}

fn template(styles: Vec<Style>) -> Template {
    Template {
        file_name: "t.xlsx".to_owned(),
        kind: "xlsx",
        sheets: Vec::new(),
        styles,
        names: Vec::new(),
        properties: Vec::new(),
        text: None,
        digest: String::new(),
        pointed: Default::default(),
    }
}

/// The labels with whether they are required, and where their values stand.
fn labels(sheet: &TemplateSheet, styles: Vec<Style>) -> Option<Vec<(String, bool, usize)>> {
    let drafted = learn(&template(styles), sheet)?;
    let said = |column: DraftColumn| (column.heading.clone(), column.lines.has("required"), column.field);
    Some(drafted.columns.into_iter().map(said).collect())
}

#[test]
fn colons_and_asterisks_make_labels_of_texts() {
    let asked = sheet(&[
        (1, 0, "Who sends this"),
        (3, 0, "Institute*"),
        (4, 0, "Contact:"),
        (5, 0, "Note"),
        (6, 0, "Sum:"),
        (6, 1, "412"),
    ]);
    assert_eq!(
        labels(&asked, vec![]).unwrap(),
        [("Institute*".to_owned(), true, 1), ("Contact:".to_owned(), false, 1)]
    );
    // One label alone is more likely a sentence; a label twice is one.
    assert_eq!(labels(&sheet(&[(1, 0, "Please note:")]), vec![]), None);
    assert_eq!(labels(&sheet(&[(1, 0, "A:"), (2, 0, "A:")]), vec![]), None);
}

#[test]
fn limits_beside_a_text_make_a_label_of_it() {
    let mut asked = sheet(&[(1, 0, "Day of sending"), (2, 0, "Country"), (3, 0, "Just a text")]);
    let ranges: Vec<CellRange> = ["B1", "B2"].into_iter().filter_map(read_range).collect();
    asked.full.metadata.validations.push(Validation { kind: "list".to_owned(), ranges, ..Validation::default() });
    let found = labels(&asked, vec![]).unwrap();
    assert_eq!(found.iter().map(|(label, ..)| label.as_str()).collect::<Vec<_>>(), ["Day of sending", "Country"]);
}

#[test]
fn a_label_over_several_cells_has_its_value_behind_them() {
    let mut asked = sheet(&[(1, 0, "Institute:"), (2, 0, "Contact:")]);
    asked.full.metadata.merged = read_range("A1:C1").into_iter().collect();
    assert_eq!(labels(&asked, vec![]).unwrap().into_iter().map(|(.., field)| field).collect::<Vec<_>>(), [3, 1]);
}

#[test]
fn notes_on_a_label_or_its_value_are_help() {
    let mut asked = sheet(&[(1, 0, "Institute:"), (2, 0, "Contact:")]);
    asked.full.notes = vec![
        ("A1".to_owned(), "Required. Six letters.".to_owned()),
        ("B2".to_owned(), "May be left blank.".to_owned()),
    ];
    let drafted = learn(&template(vec![]), &asked).unwrap();
    let first = &drafted.columns[0].lines;
    assert_eq!(first.get("help").map(|line| line.value.as_str()), Some("\"Six letters.\""));
    assert!(first.get("required").is_some() && !drafted.columns[1].lines.has("help"));
    assert!(drafted.lines.get("required").is_some());
}

/// The sets found among these headings, by the names of their first columns, and what is said of them.
fn sets(headings: &[&str]) -> Option<(String, String)> {
    let names = unique_names(headings);
    let columns = headings.iter().zip(names).map(|(heading, name)| DraftColumn {
        heading: (*heading).to_owned(),
        name,
        ..DraftColumn::default()
    });
    let mut sheet = DraftSheet { columns: columns.collect(), ..DraftSheet::default() };
    let mut number_format = Vec::new();
    repeats::learn(&mut sheet, &mut number_format);
    let (key, value) = sheet.rules.first()?.lines.last()?;
    Some((format!("{key} = {value}"), number_format.first()?.clone()))
}

#[test]
fn sets_of_columns_are_found_by_numbers_and_by_order() {
    let (rule, said) = sets(&["Id", "Donor 1 name", "Donor 1 phone", "Donor 2 name", "Donor 2 phone"]).unwrap();
    assert_eq!(rule, "columns = [\"donor_{n}_name\", \"donor_{n}_phone\"]");
    assert_eq!(
        said,
        "2 sets of 2 columns each, from Donor 1 name to Donor 2 phone: does each of them hold an entry, filled from the first on?"
    );
    let (rule, _) = sets(&["Level 1", "Level 2", "Level 3"]).unwrap();
    assert_eq!(rule, "no_gaps = [\"level_1\", \"level_2\", \"level_3\"]");
    let (rule, said) = sets(&["Id", "Name", "Phone", "Name", "Phone"]).unwrap();
    assert_eq!(rule, "entries = [[\"name\", \"phone\"], [\"name_2\", \"phone_2\"]]");
    assert!(said.starts_with("2 sets of 2 columns each, from Name to Phone"), "{said}");
    for none in [&["Id", "Name", "Phone"][..], &["Address line 1", "Town"], &["Name 1", "Phone 2"], &["2024", "2025"]] {
        assert_eq!(sets(none), None, "{none:?}");
    }
}
