//! The parts of an archive, and what is wrong with one.

use std::io::{Cursor, Read, Write};

use super::*;
use crate::intake::Bytes;
use crate::intake::{Chunk, Workbook};

const OFFICE: &str = "http://schemas.openxmlformats.org/officeDocument/2006/relationships";

fn archive(parts: &[(&str, &str)]) -> Vec<u8> {
    let mut out = zip::ZipWriter::new(Cursor::new(Vec::new()));
    for (name, content) in parts {
        out.start_file(*name, zip::write::SimpleFileOptions::default()).unwrap();
        out.write_all(content.as_bytes()).unwrap();
    }
    out.finish().unwrap().into_inner()
}

fn relations_of(list: &[(&str, &str, &str)]) -> String {
    let one = |(id, kind, target): &(&str, &str, &str)| {
        let mode = if target.starts_with("file:") { " TargetMode=\"External\"" } else { "" };
        format!("<Relationship Id=\"{id}\" Type=\"{OFFICE}/{kind}\" Target=\"{target}\"{mode}/>")
    };
    format!("<Relationships>{}</Relationships>", list.iter().map(one).collect::<String>())
}

fn book(workbook: &str, parts: &[(&str, &str)]) -> Vec<u8> {
    let top = relations_of(&[("r1", "officeDocument", "/xl/workbook.xml")]);
    let list = relations_of(&[
        ("r1", "worksheet", "worksheets/sheet1.xml"),
        ("r2", "worksheet", "../other/sheet2.xml"),
        ("r3", "chartsheet", "chartsheets/sheet1.xml"),
        ("r4", "styles", "styles.xml"),
        ("r5", "externalLink", "externalLinks/externalLink1.xml"),
    ]);
    let workbook = format!("<workbook xmlns:r=\"{OFFICE}\">{workbook}</workbook>");
    let mut all = vec![
        ("_rels/.rels", top.as_str()),
        ("xl/workbook.xml", workbook.as_str()),
        ("xl/_rels/workbook.xml.rels", list.as_str()),
    ];
    all.extend_from_slice(parts);
    archive(&all)
}

fn open(bytes: Vec<u8>) -> Result<Workbook, BookError> {
    Workbook::open(Bytes::Memory(bytes.into()), true)
}

const SHEETS: &str = "<workbookPr date1904=\"1\"/><sheets><sheet name=\"One\" r:id=\"r1\"/><sheet name=\"Two\" state=\"veryHidden\" r:id=\"r2\"/><sheet name=\"Chart\" r:id=\"r3\"/></sheets><definedNames><definedName name=\"codes\">One!$A$1:$A$2</definedName></definedNames>";

#[test]
fn sheets_names_styles_and_links_are_read() {
    let link = relations_of(&[("r1", "externalLinkPath", "file:///C:/x/prices.xlsx")]);
    let bytes = book(
        SHEETS,
        &[
            (
                "xl/worksheets/sheet1.xml",
                "<worksheet><sheetData><row r=\"1\"><c r=\"A1\" s=\"1\"><v>1</v></c></row></sheetData></worksheet>",
            ),
            ("other/sheet2.xml", "<worksheet><sheetData/></worksheet>"),
            (
                "xl/styles.xml",
                "<styleSheet><numFmts><numFmt numFmtId=\"164\" formatCode=\"yyyy\\-mm\\-dd\"/></numFmts><fonts><font/><font><b/><color rgb=\"FFFF0000\"/></font></fonts><fills><fill/><fill><patternFill patternType=\"solid\"><fgColor theme=\"4\" tint=\"0.4\"/></patternFill></fill></fills><cellXfs><xf numFmtId=\"0\"/><xf numFmtId=\"164\" fontId=\"1\" fillId=\"1\"><protection locked=\"0\"/></xf></cellXfs></styleSheet>",
            ),
            ("xl/externalLinks/externalLink1.xml", "<externalLink/>"),
            ("xl/externalLinks/_rels/externalLink1.xml.rels", &link),
            ("docProps/core.xml", "<coreProperties><title>Seeds</title></coreProperties>"),
            (
                "docProps/custom.xml",
                "<Properties><property name=\"Edition\"><lpwstr>4</lpwstr></property></Properties>",
            ),
        ],
    );
    let mut book = open(bytes).unwrap();
    let sheets: Vec<(&str, bool)> = book.sheets.iter().map(|sheet| (sheet.name.as_str(), sheet.hidden)).collect();
    assert_eq!(sheets, [("One", false), ("Two", true)]);
    assert_eq!(book.links, ["prices.xlsx"]);
    assert_eq!(book.defined_names(), [("codes".to_owned(), "One!$A$1:$A$2".to_owned())]);
    let style = &book.styles()[1];
    assert_eq!((style.format.as_str(), style.bold, style.unlocked), ("yyyy\\-mm\\-dd", true, true));
    assert_eq!((style.fill.as_deref(), style.ink.as_deref()), (Some("theme 4 0.4"), Some("FF0000")));
    let properties = book.properties();
    assert!(properties.contains(&("title".to_owned(), "Seeds".to_owned())), "{properties:?}");
    assert!(properties.contains(&("Edition".to_owned(), "4".to_owned())), "{properties:?}");
    let chunk = crate::intake::Rows::next_chunk(&mut book.rows(0).unwrap(), Chunk::default()).unwrap().unwrap();
    assert_eq!(chunk.row_texts(0), ["1904-01-02"]);
    assert!(crate::intake::Rows::next_chunk(&mut book.rows(1).unwrap(), Chunk::default()).unwrap().is_none());
}

#[test]
fn what_is_missing_or_broken_is_an_error() {
    let why = |bytes: Vec<u8>| open(bytes).err().map(|error| error.to_string()).unwrap_or_default();
    assert!(why(archive(&[("a.txt", "x")])).contains("not a workbook"));
    assert!(why(b"PK\x03\x04 and nothing more".to_vec()).contains("broken or incomplete"));
    assert!(why(book("<sheets/>", &[])).contains("it has no sheet"));
    assert!(why(book("<sheets>", &[])).contains("its list of sheets cannot be read"));
    assert!(why(book(SHEETS, &[("xl/styles.xml", "<styleSheet")])).contains("its list of styles cannot be read"));
    let mut lost = open(book(SHEETS, &[])).unwrap();
    let error = lost.rows(0).err().map(|error| error.to_string()).unwrap_or_default();
    assert!(error.contains("the part xl/worksheets/sheet1.xml is missing"), "{error}");
}

#[test]
fn a_part_with_another_checksum_is_damaged() {
    let text = "<worksheet><sheetData/></worksheet>".repeat(50);
    let mut bytes = archive(&[("a.xml", &text)]);
    let package = Package::open(Bytes::Memory(bytes.clone().into())).unwrap();
    assert_eq!(package.text("A.XML").unwrap().as_deref(), Some(text.as_str()));
    assert!(package.has("/a.xml") && !package.has("b.xml") && package.text("b.xml").unwrap().is_none());
    // The checksum in the list of parts: behind its signature, 16 bytes on.
    let list = bytes.windows(4).position(|four| four == b"PK\x01\x02").unwrap();
    bytes[list + 16] ^= 0xff;
    let package = Package::open(Bytes::Memory(bytes.into())).unwrap();
    let mut read = Vec::new();
    let error = package.stream("a.xml").unwrap().unwrap().read_to_end(&mut read).unwrap_err();
    assert!(error.to_string().contains("another checksum"), "{error}");
}

#[test]
fn a_part_that_unpacks_out_of_proportion_is_read_no_further() {
    let bytes = archive(&[("a.xml", &" ".repeat(2 << 20))]);
    let package = Package::open(Bytes::Memory(bytes.into())).unwrap();
    let read = std::io::copy(&mut package.stream("a.xml").unwrap().unwrap(), &mut std::io::sink());
    assert!(read.unwrap_err().to_string().contains("hundreds of times its size"));
    assert!(matches!(package.text("a.xml"), Err(BookError::Oversized(_) | BookError::Io(_))));
}
