//! OpenDocument markup to rows, notes and facts.

use std::io::Write;

use super::*;
use crate::intake::Bytes;
use crate::intake::cells::Stored;

fn ods(tables: &str) -> Ods {
    let content = format!(
        "<office:document-content><office:body><office:spreadsheet>{tables}</office:spreadsheet></office:body></office:document-content>"
    );
    let mut out = zip::ZipWriter::new(std::io::Cursor::new(Vec::new()));
    out.start_file("content.xml", zip::write::SimpleFileOptions::default()).unwrap();
    out.write_all(content.as_bytes()).unwrap();
    let bytes = out.finish().unwrap().into_inner();
    Ods::open(Package::open(Bytes::Memory(bytes.into())).unwrap()).unwrap()
}

fn read(ods: &mut Ods, at: usize) -> (Vec<(u64, Vec<String>)>, SheetMetadata) {
    let mut rows = ods.rows(at).unwrap();
    let mut found = Vec::new();
    while let Some(chunk) = rows.next_chunk(Chunk::default()).unwrap() {
        for row in 0..chunk.row_count() {
            found.push((chunk.row_number(row), chunk.row_texts(row).into_iter().map(str::to_owned).collect()));
        }
    }
    (found, rows.metadata().clone())
}

fn cell(text: &str) -> String {
    format!("<table:table-cell office:value-type=\"string\"><text:p>{text}</text:p></table:table-cell>")
}

#[test]
fn sheets_are_told_apart_and_hidden_ones_known() {
    let mut ods = ods(&format!(
        "<office:automatic-styles><style:style style:name=\"ta2\"><style:table-properties table:display=\"false\"/></style:style></office:automatic-styles>
        <table:table table:name=\"A &amp; B\"><table:table-row>{}</table:table-row></table:table>
        <table:table table:name=\"Hidden\" table:style-name=\"ta2\"><table:table-row>{}</table:table-row></table:table>
        <table:table table:name=\"'file:///x/prices.ods'#$Sheet1\"/>",
        cell("one"),
        cell("two")
    ));
    let entries: Vec<(&str, bool)> = ods.sheets.iter().map(|sheet| (sheet.name.as_str(), sheet.hidden)).collect();
    assert_eq!(entries, [("A & B", false), ("Hidden", true)]);
    assert_eq!(ods.links, ["prices.ods"]);
    assert_eq!(read(&mut ods, 0).0, [(1, vec!["one".to_owned()])]);
    assert_eq!(read(&mut ods, 1).0, [(1, vec!["two".to_owned()])]);
}

#[test]
fn repeated_rows_and_cells_count_as_often_as_they_say() {
    let table = format!(
        "<table:table table:name=\"S\"><table:table-row table:number-rows-repeated=\"2\"><table:table-cell table:number-columns-repeated=\"2\"/>{}</table:table-row>
        <table:table-row table:number-rows-repeated=\"100\"><table:table-cell/></table:table-row>
        <table:table-row><table:table-cell office:value-type=\"float\" office:value=\"7\" table:number-columns-repeated=\"3\"><text:p>7</text:p></table:table-cell></table:table-row>
        <table:table-row table:number-rows-repeated=\"1048473\"><table:table-cell table:number-columns-repeated=\"16384\"/></table:table-row></table:table>",
        cell("x")
    );
    let (rows, _) = read(&mut ods(&table), 0);
    assert_eq!(rows[0], (1, ["", "", "x"].map(str::to_owned).to_vec()));
    assert_eq!(rows[1].0, 2);
    let last = rows.last().unwrap();
    assert_eq!(*last, (103, ["7", "7", "7"].map(str::to_owned).to_vec()));
    assert_eq!(rows.len(), 65);
}

#[test]
fn values_are_what_they_are_and_what_is_shown_is_kept() {
    let typed = |kind: &str, value: &str, shown: &str| {
        let name = match kind {
            "date" => "office:date-value",
            "time" => "office:time-value",
            "boolean" => "office:boolean-value",
            _ => "office:value",
        };
        format!(
            "<table:table-cell office:value-type=\"{kind}\" {name}=\"{value}\"><text:p>{shown}</text:p></table:table-cell>"
        )
    };
    let cells = [
        typed("float", "417", "00417"),
        typed("percentage", "0.5", "50 %"),
        typed("date", "2025-03-05", "5 March 2025"),
        typed("date", "2025-03-05T18:30:00", "05/03/2025"),
        typed("time", "PT08H30M00S", "08:30"),
        typed("boolean", "true", "TRUE"),
        "<table:table-cell table:formula=\"of:=[.A1]\" office:value-type=\"float\" office:value=\"417\"><text:p>417</text:p></table:table-cell>".to_owned(),
        "<table:table-cell table:formula=\"of:=NA()\" office:value-type=\"string\" calcext:value-type=\"error\"><text:p>#N/A</text:p></table:table-cell>".to_owned(),
    ];
    let mut ods = ods(&format!(
        "<table:table table:name=\"S\"><table:table-row>{}</table:table-row></table:table>",
        cells.concat()
    ));
    let mut rows = ods.rows(0).unwrap();
    let chunk = rows.next_chunk(Chunk::default()).unwrap().unwrap();
    assert_eq!(
        chunk.row_texts(0),
        ["417", "0.5", "2025-03-05", "2025-03-05 18:30:00", "08:30:00", "TRUE", "417", "#N/A"]
    );
    let said: Vec<(Stored, Formula, Option<String>)> = chunk
        .cell_metadata
        .iter()
        .map(|note| (note.stored, note.formula, note.shown.and_then(|_| chunk.shown(note))))
        .collect();
    assert_eq!(said[0], (Stored::Number, Formula::None, Some("00417".to_owned())));
    assert_eq!(said[2], (Stored::Moment, Formula::None, Some("5 March 2025".to_owned())));
    assert_eq!(chunk.cell_metadata[3].number, 45_721.0 + 18.5 / 24.0);
    assert_eq!((said[6].0, said[6].1), (Stored::Number, Formula::WithResult));
    assert_eq!((said[7].0, said[7].1), (Stored::Error, Formula::WithResult));
}

#[test]
fn texts_keep_their_lines_spaces_and_lose_their_notes() {
    let text = "<table:table table:name=\"S\"><table:table-row><table:table-cell office:value-type=\"string\"><office:annotation><text:p>a note</text:p></office:annotation><text:p>one<text:s text:c=\"3\"/>two</text:p><text:p><text:span>th</text:span>ree<text:tab/>4 &amp; 5<text:line-break/>six</text:p></table:table-cell></table:table-row></table:table>";
    assert_eq!(read(&mut ods(text), 0).0[0].1, ["one   two\nthree\t4 & 5\nsix"]);
}

#[test]
fn what_is_hidden_or_merged_is_kept() {
    let table = format!(
        "<table:table table:name=\"S\"><table:table-column/><table:table-column table:visibility=\"collapse\" table:number-columns-repeated=\"2\"/>
        <table:table-row><table:table-cell table:number-columns-spanned=\"2\" table:number-rows-spanned=\"3\" office:value-type=\"string\"><text:p>m</text:p></table:table-cell><table:covered-table-cell/></table:table-row>
        <table:table-row table:visibility=\"filter\">{0}</table:table-row><table:table-row table:visibility=\"collapse\">{0}</table:table-row></table:table>",
        cell("x")
    );
    let (rows, metadata) = read(&mut ods(&table), 0);
    assert_eq!(rows.len(), 3);
    assert_eq!(metadata.hidden_columns, [(1, 2)]);
    assert_eq!(metadata.merged.iter().map(CellRange::words).collect::<Vec<_>>(), ["A1:B3"]);
    assert_eq!((metadata.hidden_rows.as_slice(), metadata.hidden_count), (&[2, 3][..], 2));
    assert_eq!(metadata.filtered.map(|range| (range.first_row, range.last_row)), Some((2, 2)));
}

#[test]
fn limits_names_and_messages_are_kept_with_their_cells() {
    let mut ods = ods("<table:content-validations><table:content-validation table:name=\"v1\" table:condition=\"of:cell-content-is-in-list(&quot;Y&quot;;&quot;N&quot;)\"><table:help-message table:title=\"Organic\"><text:p>Y or N?</text:p></table:help-message><table:error-message table:message-type=\"warning\"/></table:content-validation></table:content-validations>
        <table:table table:name=\"S\"><table:table-row><table:table-cell/><table:table-cell table:content-validation-name=\"v1\"/></table:table-row>
        <table:table-row table:number-rows-repeated=\"9\"><table:table-cell/><table:table-cell table:content-validation-name=\"v1\"/></table:table-row>
        <table:table-row><table:table-cell/></table:table-row>
        <table:table-row table:number-rows-repeated=\"2\"><table:table-cell/><table:table-cell table:content-validation-name=\"v1\" table:number-columns-repeated=\"2\"/></table:table-row></table:table>
        <table:named-expressions><table:named-range table:name=\"codes\" table:cell-range-address=\"$Lists.$A$2:.$A$6\"/></table:named-expressions>");
    let (_, metadata) = read(&mut ods, 0);
    let [limit] = metadata.validations.as_slice() else { panic!("{:?}", metadata.validations) };
    assert_eq!((limit.kind.as_str(), limit.first.as_str(), limit.only_warns), ("list", "\"Y,N\"", true));
    assert_eq!((limit.prompt_title.as_str(), limit.prompt.as_str()), ("Organic", "Y or N?"));
    assert_eq!(limit.ranges.iter().map(CellRange::words).collect::<Vec<_>>(), ["B1:B10", "B12:C13"]);
    assert_eq!(ods.names, [("codes".to_owned(), "Lists!$A$2:$A$6".to_owned())]);
}

#[test]
fn each_of_many_sheets_is_found_at_its_place() {
    let sheet = |at: usize| {
        let rows = if at == 1 {
            String::new()
        } else {
            format!("<table:table-row>{}</table:table-row>", cell(&format!("Zoë {at}")))
        };
        format!("<table:table table:name=\"S{at}\">{rows}</table:table>")
    };
    let mut ods = ods(&(0..40).map(sheet).collect::<String>());
    for at in [39, 0, 1, 17] {
        let due = if at == 1 { vec![] } else { vec![(1, vec![format!("Zoë {at}")])] };
        assert_eq!(read(&mut ods, at).0, due);
    }
}

#[test]
fn a_row_and_all_rows_have_a_limit() {
    let long = "x".repeat(10_000);
    let table = |columns: usize, rows: usize| {
        format!(
            "<table:table table:name=\"S\"><table:table-row table:number-rows-repeated=\"{rows}\"><table:table-cell office:value-type=\"string\" \
            table:number-columns-repeated=\"{columns}\"><text:p>{long}</text:p></table:table-cell></table:table-row></table:table>"
        )
    };
    let why = |table: &str| {
        let mut ods = ods(table);
        let mut rows = ods.rows(0).unwrap();
        loop {
            match rows.next_chunk(Chunk::default()) {
                Ok(Some(_)) => {}
                Ok(None) => return String::new(),
                Err(error) => return error.to_string(),
            }
        }
    };
    // The first rows are read when the workbook is opened.
    let opened = |table: &str| {
        let content = format!(
            "<office:document-content><office:body><office:spreadsheet>{table}</office:spreadsheet></office:body></office:document-content>"
        );
        let mut out = zip::ZipWriter::new(std::io::Cursor::new(Vec::new()));
        out.start_file("content.xml", zip::write::SimpleFileOptions::default()).unwrap();
        out.write_all(content.as_bytes()).unwrap();
        let bytes = out.finish().unwrap().into_inner();
        Ods::open(Package::open(Bytes::Memory(bytes.into())).unwrap())
            .err()
            .map(|error| error.to_string())
            .unwrap_or_default()
    };
    assert!(opened(&table(16_384, 1)).contains("row 1 of a sheet holds more than 16 MB of text"));
    assert_eq!(why(&table(3, 20)), "");
    assert!(why(&table(200, 1_000)).contains("come to more than 256 times its size"));
}
