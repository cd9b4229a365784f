//! A sheet's markup to rows, notes and facts.

use super::*;
use crate::intake::cells::Stored;

/// A sheet with that markup between the tags of its rows, and behind them.
fn sheet(rows: &str, behind: &str) -> String {
    format!("<worksheet><sheetData>{rows}</sheetData>{behind}</worksheet>")
}

fn reader<'t>(text: &'t str, formats: &[&str], of_1904: bool) -> XlsxRows<&'t [u8]> {
    let number_formats = Arc::new(NumberFormats::new(formats.iter().copied()));
    XlsxRows::new(text.as_bytes(), Arc::new(SharedStrings::default()), number_formats, of_1904)
}

/// Row numbers and cell texts of a sheet.
fn read(rows: &str) -> Vec<(u64, Vec<String>)> {
    let text = sheet(rows, "");
    let mut reader = reader(&text, &[], false);
    let mut found = Vec::new();
    let mut spare = Chunk::default();
    while let Some(chunk) = reader.next_chunk(spare).unwrap() {
        for row in 0..chunk.row_count() {
            found.push((chunk.row_number(row), chunk.row_texts(row).into_iter().map(str::to_owned).collect()));
        }
        spare = chunk;
    }
    found
}

fn text_cell(place: &str, text: &str) -> String {
    format!("<c r=\"{place}\" t=\"inlineStr\"><is><t>{text}</t></is></c>")
}

#[test]
fn rows_near_the_top_are_whole_and_gaps_further_down_are_left_out() {
    let markup = format!(
        "<row r=\"2\">{}</row><row r=\"3\"/><row r=\"4\"><c r=\"A4\" s=\"1\"/></row><row r=\"100\">{}</row><row r=\"900\">{}</row>",
        text_cell("B2", "b"),
        text_cell("A100", "a"),
        text_cell("C900", "c")
    );
    let found = read(&markup);
    let numbers: Vec<u64> = found.iter().map(|(row, _)| *row).collect();
    assert_eq!(numbers, (1..=64).chain([100, 900]).collect::<Vec<u64>>());
    assert_eq!(found[1].1, ["", "b", ""]);
    assert!(found[2..64].iter().all(|(_, cells)| cells.iter().all(String::is_empty)));
    assert_eq!(
        (found[64].1.as_slice(), found[65].1.as_slice()),
        (&["a", "", ""].map(str::to_owned)[..], &["", "", "c"].map(str::to_owned)[..])
    );
}

#[test]
fn cells_without_places_stand_side_by_side_and_later_ones_win() {
    let bare = "<row><c t=\"inlineStr\"><is><t>a</t></is></c><c/><c><v>3</v></c></row><row><c><v>4</v></c></row>";
    assert_eq!(
        read(bare),
        [(1, vec!["a".into(), String::new(), "3".into()]), (2, vec!["4".into(), String::new(), String::new()])]
    );
    let disorder =
        format!("<row r=\"1\">{}{}{}</row>", text_cell("C1", "c"), text_cell("A1", "first"), text_cell("A1", "second"));
    assert_eq!(read(&disorder), [(1, vec!["second".to_owned(), String::new(), "c".to_owned()])]);
    // A row number that goes back is taken for the next.
    let back = format!("<row r=\"5\">{}</row><row r=\"2\">{}</row>", text_cell("A5", "x"), text_cell("A2", "y"));
    assert_eq!(read(&back).into_iter().map(|(row, _)| row).collect::<Vec<_>>(), [1, 2, 3, 4, 5, 6]);
}

#[test]
fn numbers_in_formats_have_notes_and_plain_ones_have_none() {
    let text = sheet(
        "<row r=\"1\"><c><v>417</v></c><c s=\"1\"><v>417</v></c><c s=\"2\"><v>45750</v></c><c s=\"3\"><v>0.75</v></c><c s=\"4\"><v>45750.5</v></c><c t=\"b\"><v>1</v></c><c t=\"e\"><v>#N/A</v></c><c><f>A1</f></c><c><f>A1</f><v>417</v></c></row>",
        "",
    );
    let mut reader = reader(&text, &["General", "00000", "dd/mm/yyyy", "hh:mm", "dd/mm/yyyy hh:mm"], false);
    let chunk = reader.next_chunk(Chunk::default()).unwrap().unwrap();
    assert_eq!(
        chunk.row_texts(0),
        ["417", "417", "2025-04-03", "18:00:00", "2025-04-03 12:00:00", "TRUE", "#N/A", "", "417"]
    );
    let noted: Vec<(u32, Stored, Formula)> =
        chunk.cell_metadata.iter().map(|note| (note.field, note.stored, note.formula)).collect();
    assert_eq!(
        noted,
        [
            (1, Stored::Number, Formula::None),
            (2, Stored::Moment, Formula::None),
            (3, Stored::Moment, Formula::None),
            (4, Stored::Moment, Formula::None),
            (5, Stored::YesNo, Formula::None),
            (6, Stored::Error, Formula::None),
            (7, Stored::Text, Formula::WithoutResult),
            (8, Stored::Number, Formula::WithResult),
        ]
    );
    let shown: Vec<Option<String>> = chunk.cell_metadata.iter().map(|note| chunk.shown(note)).collect();
    assert_eq!(shown[0].as_deref(), Some("00417"));
    assert_eq!(shown[3].as_deref(), Some("03/04/2025 12:00"));
    assert!(chunk.row(0)[0].is_number() && !chunk.row(0)[0].has_metadata());
}

#[test]
fn the_other_system_of_days_counts_four_years_more() {
    let text = sheet("<row r=\"1\"><c s=\"1\"><v>44288</v></c><c><v>44288</v></c></row>", "");
    let mut reader = reader(&text, &["General", "yyyy-mm-dd"], true);
    let chunk = reader.next_chunk(Chunk::default()).unwrap().unwrap();
    assert_eq!(chunk.row_texts(0), ["2025-04-03", "44288"]);
}

#[test]
fn what_stands_around_the_rows_is_kept() {
    let before = "<worksheet><cols><col min=\"2\" max=\"3\" hidden=\"1\"/><col min=\"4\" max=\"4\" style=\"7\"/></cols><sheetData>";
    let rows = format!(
        "<row r=\"1\">{}</row><row r=\"2\" hidden=\"1\">{}</row><row r=\"3\" hidden=\"true\"/>",
        text_cell("A1", "a"),
        text_cell("A2", "b")
    );
    let behind = r#"<autoFilter ref="A1:B9"><filterColumn colId="0"/></autoFilter><mergeCells count="1"><mergeCell ref="A5:B6"/></mergeCells>
        <dataValidations><dataValidation type="whole" operator="lessThan" sqref="B2:B9 D2" promptTitle="Seeds" prompt="How many &lt; 9?" showErrorMessage="1"><formula1>9</formula1></dataValidation></dataValidations>
        <extLst><ext><x14:dataValidations><x14:dataValidation type="list" showErrorMessage="1" errorStyle="warning"><x14:formula1><xm:f>Lists!$A$1:$A$3</xm:f></x14:formula1><xm:sqref>C2:C9</xm:sqref></x14:dataValidation></x14:dataValidations></ext></extLst>"#;
    let text = format!("{before}{rows}</sheetData>{behind}</worksheet>");
    let mut reader = reader(&text, &[], false);
    while reader.next_chunk(Chunk::default()).unwrap().is_some() {}
    let metadata = reader.metadata();
    assert_eq!((metadata.hidden_rows.as_slice(), metadata.hidden_count), (&[2][..], 1));
    assert_eq!(metadata.hidden_columns, [(1, 2)]);
    assert_eq!(metadata.column_styles, [(3, 3, 7)]);
    assert_eq!(metadata.filtered.map(|range| range.words()).as_deref(), Some("A1:B9"));
    assert_eq!(metadata.merged.iter().map(CellRange::words).collect::<Vec<_>>(), ["A5:B6"]);
    let [whole, list] = metadata.validations.as_slice() else { panic!("{:?}", metadata.validations) };
    assert_eq!((whole.kind.as_str(), whole.operator.as_str(), whole.first.as_str()), ("whole", "lessThan", "9"));
    assert_eq!(
        (whole.prompt_title.as_str(), whole.prompt.as_str(), whole.only_warns),
        ("Seeds", "How many < 9?", false)
    );
    assert_eq!(whole.ranges.iter().map(CellRange::words).collect::<Vec<_>>(), ["B2:B9", "D2"]);
    assert_eq!((list.kind.as_str(), list.first.as_str(), list.only_warns), ("list", "Lists!$A$1:$A$3", true));
    assert_eq!(list.ranges.iter().map(CellRange::words).collect::<Vec<_>>(), ["C2:C9"]);
}

#[test]
fn many_rows_come_in_batches_of_one_width() {
    let rows: String = (1..=30_000)
        .map(|row| {
            format!(
                "<row r=\"{row}\">{}<c r=\"E{row}\"><v>{row}</v></c></row>",
                text_cell(&format!("B{row}"), "some text")
            )
        })
        .collect();
    let text = sheet(&rows, "");
    let mut reader = reader(&text, &[], false);
    let (mut due, mut chunks) = (1, 0);
    let mut spare = Chunk::default();
    while let Some(chunk) = reader.next_chunk(spare).unwrap() {
        assert_eq!((chunk.number, chunk.first_row), (chunks, due));
        for row in 0..chunk.row_count() {
            assert_eq!(chunk.row_number(row), due);
            assert_eq!(chunk.row_texts(row), ["", "some text", "", "", due.to_string().as_str()]);
            due += 1;
        }
        chunks += 1;
        spare = chunk;
    }
    assert!(due == 30_001 && chunks > 2, "{due} {chunks}");
}

#[test]
fn a_sheet_that_breaks_off_is_an_error() {
    for text in [
        "<worksheet><sheetData><row r=\"1\"><c>",
        "<worksheet><sheetData><row",
        "<worksheet><sheetData><row r=\"1\"><c><v>1</v></c></row>",
    ] {
        let mut reader = reader(text, &[], false);
        let mut read = || loop {
            match reader.next_chunk(Chunk::default()) {
                Ok(Some(_)) => {}
                Ok(None) => return false,
                Err(_) => return true,
            }
        };
        assert!(read(), "{text}");
    }
}
