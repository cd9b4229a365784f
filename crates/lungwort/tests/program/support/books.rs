//! Workbooks for tests: written by a writer crate, put together by hand where no writer makes such a thing.
#![allow(dead_code, clippy::unwrap_used)]

use std::io::{Cursor, Read, Write};

use rust_xlsxwriter::{Workbook, Worksheet};
use zip::write::SimpleFileOptions;
use zip::{ZipArchive, ZipWriter};

/// A workbook with one sheet.
pub fn book(name: &str, fill: impl FnOnce(&mut Worksheet)) -> Vec<u8> {
    let mut book = Workbook::new();
    let sheet = book.add_worksheet().set_name(name).unwrap();
    fill(sheet);
    book.save_to_buffer().unwrap()
}

/// A sheet of texts; blank texts are no cells.
pub fn texts(sheet: &mut Worksheet, rows: &[Vec<String>]) {
    for (row, cells) in (0_u32..).zip(rows) {
        for (column, text) in (0_u16..).zip(cells) {
            if !text.is_empty() {
                sheet.write_string(row, column, text).unwrap();
            }
        }
    }
}

/// Rows of texts from lines with `|` between the cells.
pub fn rows(lines: &str) -> Vec<Vec<String>> {
    lines.trim().lines().map(|line| line.trim().split('|').map(|cell| cell.trim().to_owned()).collect()).collect()
}

/// A workbook with one sheet of texts.
pub fn table(name: &str, lines: &str) -> Vec<u8> {
    book(name, |sheet| texts(sheet, &rows(lines)))
}

/// A workbook with several sheets of texts.
pub fn tables(sheets: &[(&str, &str)]) -> Vec<u8> {
    let mut book = Workbook::new();
    for (name, lines) in sheets {
        let sheet = book.add_worksheet().set_name(*name).unwrap();
        texts(sheet, &rows(lines));
    }
    book.save_to_buffer().unwrap()
}

/// The same archive with the text of parts changed, and parts added where they are not there.
pub fn edited(bytes: &[u8], edits: &[(&str, &dyn Fn(String) -> String)]) -> Vec<u8> {
    let mut archive = ZipArchive::new(Cursor::new(bytes)).unwrap();
    let mut out = ZipWriter::new(Cursor::new(Vec::new()));
    let mut done = Vec::new();
    for at in 0..archive.len() {
        let mut part = archive.by_index(at).unwrap();
        let name = part.name().unwrap().into_owned();
        let mut content = Vec::new();
        part.read_to_end(&mut content).unwrap();
        for (_, edit) in edits.iter().filter(|(wanted, _)| *wanted == name) {
            content = edit(String::from_utf8(content).unwrap()).into_bytes();
            done.push(name.clone());
        }
        out.start_file(name, SimpleFileOptions::default()).unwrap();
        out.write_all(&content).unwrap();
    }
    for (name, edit) in edits.iter().filter(|(name, _)| !done.iter().any(|known| known == name)) {
        out.start_file(*name, SimpleFileOptions::default()).unwrap();
        out.write_all(edit(String::new()).as_bytes()).unwrap();
    }
    out.finish().unwrap().into_inner()
}

/// An archive of these parts.
pub fn archive(parts: &[(&str, &str)]) -> Vec<u8> {
    let mut out = ZipWriter::new(Cursor::new(Vec::new()));
    for (name, content) in parts {
        out.start_file(*name, SimpleFileOptions::default()).unwrap();
        out.write_all(content.as_bytes()).unwrap();
    }
    out.finish().unwrap().into_inner()
}

fn escaped(text: &str) -> String {
    text.replace('&', "&amp;").replace('<', "&lt;").replace('>', "&gt;").replace('"', "&quot;")
}

/// An XLSX workbook with the markup of its one sheet, and the texts that cells share.
pub fn by_hand(sheet: &str, shared: &[&str]) -> Vec<u8> {
    let office = "http://schemas.openxmlformats.org/officeDocument/2006/relationships";
    let package = "http://schemas.openxmlformats.org/package/2006/relationships";
    let shared: String = shared.iter().map(|text| format!("<si>{text}</si>")).collect();
    archive(&[
        (
            "_rels/.rels",
            &format!(
                r#"<Relationships xmlns="{package}"><Relationship Id="r1" Type="{office}/officeDocument" Target="xl/workbook.xml"/></Relationships>"#
            ),
        ),
        (
            "xl/workbook.xml",
            &format!(
                r#"<workbook xmlns="m" xmlns:r="{office}"><sheets><sheet name="Seeds" sheetId="1" r:id="r1"/></sheets></workbook>"#
            ),
        ),
        (
            "xl/_rels/workbook.xml.rels",
            &format!(
                r#"<Relationships xmlns="{package}"><Relationship Id="r1" Type="{office}/worksheet" Target="worksheets/sheet1.xml"/><Relationship Id="r2" Type="{office}/sharedStrings" Target="/xl/sharedStrings.xml"/></Relationships>"#
            ),
        ),
        ("xl/sharedStrings.xml", &format!("<sst>{shared}</sst>")),
        ("xl/worksheets/sheet1.xml", &format!("<worksheet><sheetData>{sheet}</sheetData></worksheet>")),
    ])
}

/// An OpenDocument spreadsheet with one sheet, its rows as markup.
pub fn ods_by_hand(name: &str, rows: &str) -> Vec<u8> {
    open_document(&format!(r#"<table:table table:name="{}">{rows}</table:table>"#, escaped(name)))
}

/// An OpenDocument spreadsheet with these tables, as markup.
pub fn open_document(tables: &str) -> Vec<u8> {
    let content = format!(
        r#"<?xml version="1.0" encoding="UTF-8"?><office:document-content><office:body><office:spreadsheet>{tables}</office:spreadsheet></office:body></office:document-content>"#
    );
    archive(&[
        ("mimetype", "application/vnd.oasis.opendocument.spreadsheet"),
        ("META-INF/manifest.xml", "<manifest/>"),
        ("content.xml", &content),
    ])
}

/// An OpenDocument spreadsheet of texts.
pub fn ods(name: &str, rows: &[Vec<String>]) -> Vec<u8> {
    let paragraph = |text: &str| -> String {
        text.split('\n').map(|line| format!("<text:p>{}</text:p>", spaced(&escaped(line)))).collect()
    };
    let cell = |text: &String| match text.as_str() {
        "" => "<table:table-cell/>".to_owned(),
        text => format!(r#"<table:table-cell office:value-type="string">{}</table:table-cell>"#, paragraph(text)),
    };
    let row = |cells: &Vec<String>| {
        format!("<table:table-row>{}</table:table-row>", cells.iter().map(cell).collect::<String>())
    };
    ods_by_hand(name, &rows.iter().map(row).collect::<String>())
}

/// Spaces that stand together, and tabs, have signs of their own.
fn spaced(text: &str) -> String {
    text.replace('\t', "<text:tab/>").replace("  ", "<text:s text:c=\"2\"/>")
}

/// One record of the binary kind: its number, its length, its bytes.
fn record(number: u16, bytes: &[u8]) -> Vec<u8> {
    let mut out = match number {
        0..0x80 => vec![number as u8],
        _ => vec![(number & 0x7f) as u8 | 0x80, (number >> 7) as u8],
    };
    let mut length = bytes.len();
    while length >= 0x80 {
        out.push((length & 0x7f) as u8 | 0x80);
        length >>= 7;
    }
    out.push(length as u8);
    out.extend_from_slice(bytes);
    out
}

/// A text of the binary kind.
fn wide(text: &str) -> Vec<u8> {
    let units: Vec<u16> = text.encode_utf16().collect();
    (units.len() as u32).to_le_bytes().into_iter().chain(units.into_iter().flat_map(u16::to_le_bytes)).collect()
}

/// A workbook of the binary kind with one sheet: texts, and numbers where a cell is one.
pub fn xlsb(name: &str, rows: &[Vec<String>]) -> Vec<u8> {
    let bundle: Vec<u8> = [&0_u32.to_le_bytes()[..], &1_u32.to_le_bytes(), &wide("r1"), &wide(name)].concat();
    let workbook: Vec<u8> = [
        record(0x83, &[]),
        record(0x8f, &[]),
        record(0x9c, &bundle),
        record(0x90, &[]),
        record(0x9d, &[0; 26]),
        record(0x84, &[]),
    ]
    .concat();
    let mut sheet = [record(0x81, &[]), record(0x94, &[0; 16]), record(0x91, &[])].concat();
    for (row, cells) in (0_u32..).zip(rows) {
        sheet.extend(record(0x00, &[&row.to_le_bytes()[..], &[0; 13]].concat()));
        for (column, text) in (0_u32..).zip(cells).filter(|(_, text)| !text.is_empty()) {
            let place = [&column.to_le_bytes()[..], &[0; 4]].concat();
            sheet.extend(match text.parse::<f64>() {
                Ok(number) => record(0x05, &[place, number.to_le_bytes().to_vec()].concat()),
                Err(_) => record(0x06, &[place, wide(text)].concat()),
            });
        }
    }
    sheet.extend([record(0x92, &[]), record(0x82, &[])].concat());
    let office = "http://schemas.openxmlformats.org/officeDocument/2006/relationships";
    let package = "http://schemas.openxmlformats.org/package/2006/relationships";
    let relations = format!(
        r#"<Relationships xmlns="{package}"><Relationship Id="r1" Type="{office}/worksheet" Target="worksheets/sheet1.bin"/></Relationships>"#
    );
    let mut out = ZipWriter::new(Cursor::new(Vec::new()));
    for (name, content) in [
        ("xl/workbook.bin", workbook.as_slice()),
        ("xl/_rels/workbook.bin.rels", relations.as_bytes()),
        ("xl/worksheets/sheet1.bin", sheet.as_slice()),
    ] {
        out.start_file(name, SimpleFileOptions::default()).unwrap();
        out.write_all(content).unwrap();
    }
    out.finish().unwrap().into_inner()
}
