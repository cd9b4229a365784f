//! Headings among titles, bands, guide rows and samples, without a workbook around them.

use super::*;
use lungwort_core::intake::workbook::{CellRange, FullSheet, Validation, read_range};

/// A sheet of texts: lines of cells with `|` between.
fn sheet(lines: &str) -> TemplateSheet {
    let mut full = FullSheet::default();
    for (row, line) in (1_u64..).zip(lines.trim().lines()) {
        for (column, text) in line.trim().split('|').enumerate().filter(|(_, text)| !text.trim().is_empty()) {
            full.push_text(row, column, text.trim());
        }
    }
    TemplateSheet::new("S".to_owned(), false, full)
}

fn limited(lines: &str, ranges: &[&str]) -> TemplateSheet {
    let mut sheet = sheet(lines);
    let ranges: Vec<CellRange> = ranges.iter().filter_map(|range| read_range(range)).collect();
    sheet.full.metadata.validations.push(Validation { kind: "list".to_owned(), ranges, ..Validation::default() });
    sheet
}

/// The heading row, the technical and band rows, the guide and sample rows.
type CellProblem = (u64, Option<u64>, Option<u64>, Vec<u64>, Vec<u64>);

fn found(sheet: &TemplateSheet) -> Option<CellProblem> {
    let layout = find(sheet, false)?;
    Some((layout.heading_row, layout.technical_row, layout.band_row, layout.guide_rows, layout.sample_rows))
}

#[test]
fn headings_alone_are_found_wherever_they_stand() {
    assert_eq!(found(&sheet("Id|Place|Seeds")), Some((1, None, None, vec![], vec![])));
    assert_eq!(
        found(&sheet("Seed accessions\n\nPlease fill in every row.\n\nId|Place|Seeds")),
        Some((5, None, None, vec![], vec![]))
    );
    assert_eq!(found(&sheet("|Id|Place|Seeds")).map(|found| found.0), Some(1));
}

#[test]
fn bands_and_technical_names_are_no_headings() {
    let bands = "Who||Where|\nFirst name|Last name|Town|Street";
    assert_eq!(found(&sheet(bands)), Some((2, None, Some(1), vec![], vec![])));
    let technical_above = "first_name|last_name|town_name\nFirst name|Last name|Town";
    assert_eq!(found(&sheet(technical_above)), Some((2, Some(1), None, vec![], vec![])));
    let technical_below = "First name|Last name|Town\nfirstName|lastName|town_name";
    assert_eq!(found(&sheet(technical_below)), Some((1, Some(2), None, vec![2], vec![])));
    // Technical names alone are the headings.
    assert_eq!(found(&sheet("first_name|last_name|town_name")).map(|found| found.0), Some(1));
}

#[test]
fn guide_rows_tell_and_sample_rows_are() {
    let guided = "Id|Name|Date of birth\nRequired|Max. 40 characters|dd/mm/yyyy\n1|Ann|01/02/1990";
    assert_eq!(found(&sheet(guided)), Some((1, None, None, vec![2], vec![3])));
    let two = "Id|Name|Born\nMandatory|Optional|Optional\nWhole number|Text|yyyy-mm-dd";
    assert_eq!(found(&sheet(two)), Some((1, None, None, vec![2, 3], vec![])));
    // Sizes as layouts of records have them, and a row of marks under them.
    let sized = "Id|Name|Sent on|Class\nAN(10)|Text(40)|YYYY-MM-DD|A-F\nM|O|M|C\n1|Ann|2026-05-02|B";
    assert_eq!(found(&sheet(sized)), Some((1, None, None, vec![2, 3], vec![4])));
    let above_marks = "Id|Name|Town|Class\nyour own|as printed|where you live|1-9\nM|O|M|C\n1|Ann|York|2";
    assert_eq!(found(&sheet(above_marks)), Some((1, None, None, vec![2, 3], vec![4])));
    let samples = "Id|Name|Town\n1|Ann|York\n2|Bob|Leeds";
    assert_eq!(found(&sheet(samples)), Some((1, None, None, vec![], vec![2, 3])));
}

#[test]
fn where_limits_begin_the_data_do() {
    let lines = "Id|Name|Town\nyour own|as on the passport|where you live\n1|Ann|York";
    assert_eq!(found(&sheet(lines)), Some((1, None, None, vec![], vec![2, 3])));
    assert_eq!(found(&limited(lines, &["A3:A100", "C3:C100"])), Some((1, None, None, vec![2], vec![3])));
}

#[test]
fn lists_letters_and_figures_are_no_sheets_to_fill() {
    assert_eq!(found(&sheet("Dear colleague,\nplease fill in the next sheet.")), None);
    assert_eq!(found(&sheet("Code|Meaning\nW|wild\nC|cultivated")), None);
    let long: String = (0..20).map(|row| format!("\nG{row}|genus {row}|family {row}")).collect();
    assert_eq!(found(&sheet(&format!("Genus|Name|Family{long}"))), None);
    assert_eq!(found(&sheet("2023|2024|2025\n1|2|3")), None);
    // A delimited template has nothing else.
    assert_eq!(find(&sheet(&format!("Genus|Name|Family{long}")), true).map(|layout| layout.heading_row), Some(1));
}

#[test]
fn guidance_is_told_from_headings() {
    for text in [
        "Required",
        "dd/mm/yyyy",
        "Max. 40 characters",
        "Whole number",
        "Choose from the list",
        "Text",
        "a text of more than seven words tells how to fill it in",
    ] {
        assert!(is_guidance(text), "{text}");
    }
    for text in ["Accession number", "Lot", "Collected on", "Text of the label", "Place name", "W"] {
        assert!(!is_guidance(text), "{text}");
    }
}

#[test]
fn technical_names_are_told_from_words() {
    for name in ["acc_no", "donorPhone", "DONOR_PHONE", "seeds", "lot.number"] {
        assert!(is_technical_name(name), "{name}");
    }
    for name in ["Seeds", "Donor phone", "ID", "Lot no."] {
        assert!(!is_technical_name(name), "{name}");
    }
}
