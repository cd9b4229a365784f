//! What fuzzing runs: any bytes as a delimited file, as the markup of a sheet, and any text as a rulebook. Nothing may
//! panic, and the number of threads and of rows at a time makes no difference. Each target says whether the input was read
//! at all: one whose every input is refused at the door looks at nothing.
#![allow(missing_docs, clippy::unwrap_used, clippy::expect_used)]

use std::io::{Cursor, Write};
use std::ops::ControlFlow;
use std::path::Path;
use std::sync::LazyLock;

use lungwort_core::check::{Checker, Opened, Options};
use lungwort_core::finding::{Finding, Sink};
use lungwort_core::intake::{ReadOptions, Source};
use lungwort_core::lint;
use lungwort_core::rulebook::{self, Rulebook};
use zip::CompressionMethod;
use zip::write::SimpleFileOptions;

const TODAY: jiff::civil::Date = jiff::civil::date(2026, 11, 23);

static ACCESSIONS: LazyLock<Rulebook> = LazyLock::new(|| sample("accessions.rulebook.toml"));
static LOTS: LazyLock<Rulebook> = LazyLock::new(|| sample("lots.rulebook.toml"));
static MOVEMENTS: LazyLock<Rulebook> = LazyLock::new(|| sample("movements.rulebook.toml"));

static CATALOGUE: LazyLock<Rulebook> = LazyLock::new(|| sample("catalogue.rulebook.toml"));
static STORES: LazyLock<Rulebook> = LazyLock::new(|| sample("stores.rulebook.toml"));
static TRANSFERS: LazyLock<Rulebook> = LazyLock::new(|| sample("transfers.rulebook.toml"));
static KINDS: LazyLock<Rulebook> = LazyLock::new(|| written(OF_KINDS));

const OF_KINDS: &str = r#"
[rulebook]
title = "Kinds"
[[sheet]]
key = ["Number"]
totals_row = { column = "Row", value = "Total" }
column = [
  { heading = "Row" },
  { heading = "Number", unique = true },
  { heading = "Genus" },
  { heading = "Grams", type = "decimal" },
  { heading = "Remarks" },
]
[sheet.kinds]
column = "Row"
kind = [
  { value = "Accession", required = ["Genus"], ignored = ["Grams"] },
  { value = "Lot", under = ["Accession"], required = ["Grams"], forbidden = ["Genus"], min = 1, max = 2 },
  { value = "Sample", under = ["Lot"] },
  { value = "Comment", required = ["Remarks"] },
]
[[sheet.figure]]
label = "Grams"
value = "SUM(Grams)"
"#;

fn sample(name: &str) -> Rulebook {
    // The tests of the crate and the programs of the folder `fuzz` share this file.
    let paths =
        ["../../examples", "../examples"].map(|folder| Path::new(env!("CARGO_MANIFEST_DIR")).join(folder).join(name));
    let path = paths.iter().find(|path| path.exists()).unwrap_or(&paths[0]);
    rulebook::load(path).expect("the rulebook is there").rulebook.expect("the rulebook is right")
}

const SEEDS: &str = r#"
[rulebook]
title = "Seeds"
[[sheet]]
key = ["Id"]
column = [
  { heading = "Id", required = true, unique = true, stored = "text" },
  { heading = "Seeds", type = "decimal", decimal_mark = ",", places = 2 },
  { heading = "Sown", type = "date" },
  { heading = "At", type = "time" },
]
"#;

static OF_SEEDS: LazyLock<Rulebook> = LazyLock::new(|| written(SEEDS));

fn written(text: &str) -> Rulebook {
    rulebook::load_text(Path::new("fuzz.rulebook.toml"), text).rulebook.expect("the rulebook is right")
}

/// Keeps what every finding says.
struct Said(Vec<String>);

impl Sink for Said {
    fn take(&mut self, finding: Finding) -> ControlFlow<()> {
        let message = finding.problem.message.to_string();
        assert!(!message.is_empty());
        self.0.push(format!("{:?} {} {message}", finding.address.place, finding.problem.code.name));
        ControlFlow::Continue(())
    }
}

/// Checks a file in two ways, which must come to the same.
fn same_either_way(name: &str, bytes: &[u8], rulebook: &Rulebook) -> bool {
    let said = |threads: usize, chunk_rows: Option<usize>| {
        let source = Source::memory(name.to_owned(), bytes.into()).ok()?;
        let opened = Opened::new(source, ReadOptions::default()).ok()?;
        let options = Options { today: TODAY, threads, chunk_rows, ..Options::default() };
        let mut sink = Said(Vec::new());
        let _ = Checker::new(rulebook, Path::new(""), options).file(opened, &mut sink).ok()?;
        Some(sink.0)
    };
    let (usual, small) = (said(1, None), said(2, Some(1)));
    let is_read = usual.is_some();
    let (usual, small) = (usual.unwrap_or_default(), small.unwrap_or_default());
    let differs = usual.iter().zip(&small).find(|(usual, small)| usual != small);
    let input = bytes.escape_ascii();
    assert_eq!((differs, usual.len()), (None, small.len()), "{input}\n{:#?}\n{:#?}", usual.last(), small.last());
    is_read
}

/// Any bytes as a file. Half of the time the headings are there, so that the rows are reached.
pub fn check(bytes: &[u8]) -> bool {
    let rulebook: &Rulebook = &ACCESSIONS;
    let bytes = match bytes.split_first() {
        Some((first, rest)) if first % 2 == 0 => {
            let headings: Vec<&str> = rulebook.sheets[0].columns.iter().map(|column| column.heading.as_str()).collect();
            [headings.join(",").as_bytes(), b"\n\n", rest].concat()
        }
        _ => bytes.to_vec(),
    };
    same_either_way("fuzz.csv", &bytes, rulebook)
}

/// Any bytes as rows of records, or of groups, under their headings.
pub fn groups(bytes: &[u8]) -> bool {
    let Some((first, rest)) = bytes.split_first() else { return false };
    let rulebook: &Rulebook = if first % 2 == 0 { &LOTS } else { &MOVEMENTS };
    let headings: Vec<&str> = rulebook.sheets[0].columns.iter().map(|column| column.heading.as_str()).collect();
    same_either_way("fuzz.csv", &[headings.join(",").as_bytes(), b"\n", rest].concat(), rulebook)
}

/// Any bytes as rows of kinds, of articles and variants, of column sets or of blocks.
pub fn shapes(bytes: &[u8]) -> bool {
    let Some((first, rest)) = bytes.split_first() else { return false };
    let (rulebook, headed): (&Rulebook, bool) = match first % 4 {
        0 => (&TRANSFERS, false),
        1 => (&KINDS, true),
        2 => (&STORES, true),
        _ => (&CATALOGUE, true),
    };
    // Blocks have their headings among their rows.
    let headings: Vec<&str> = rulebook.sheets[0].columns.iter().map(|column| column.heading.as_str()).collect();
    let top = if headed { format!("{}\n", headings.join(",")) } else { String::new() };
    same_either_way("fuzz.csv", &[top.as_bytes(), rest].concat(), rulebook)
}

/// A workbook with that markup in its sheet, under headings half of the time.
fn book(bytes: &[u8]) -> Vec<u8> {
    let office = "http://schemas.openxmlformats.org/officeDocument/2006/relationships";
    let package = "http://schemas.openxmlformats.org/package/2006/relationships";
    let relation = |kind: &str, target: &str| {
        format!(
            r#"<Relationships xmlns="{package}"><Relationship Id="r1" Type="{office}/{kind}" Target="{target}"/></Relationships>"#
        )
    };
    let list = format!(r#"<workbook xmlns:r="{office}"><sheets><sheet name="S" r:id="r1"/></sheets></workbook>"#);
    let cell = |text: &str| format!(r#"<c t="inlineStr"><is><t>{text}</t></is></c>"#);
    let headings: String = ["Id", "Seeds", "Sown", "At"].into_iter().map(cell).collect();
    let with_headings = bytes.first().is_some_and(|byte| byte % 2 == 0);
    let top = if with_headings { format!("<row r=\"1\">{headings}</row>") } else { String::new() };
    let sheet = [b"<worksheet><sheetData>", top.as_bytes(), bytes, b"</sheetData></worksheet>"].concat();
    let mut out = zip::ZipWriter::new(Cursor::new(Vec::new()));
    let options = SimpleFileOptions::default().compression_method(CompressionMethod::Stored);
    for (name, content) in [
        ("_rels/.rels", relation("officeDocument", "xl/workbook.xml").as_bytes()),
        ("xl/workbook.xml", list.as_bytes()),
        ("xl/_rels/workbook.xml.rels", relation("worksheet", "sheet1.xml").as_bytes()),
        ("xl/sheet1.xml", &sheet),
    ] {
        out.start_file(name, options).expect("a part");
        out.write_all(content).expect("its bytes");
    }
    out.finish().expect("an archive").into_inner()
}

/// Any bytes as the markup of a sheet, checked and learned from.
pub fn workbook(bytes: &[u8]) -> bool {
    checked_and_learned("fuzz.xlsx", &book(bytes))
}

/// Any bytes as the markup of a workbook in the open format, checked and learned from.
pub fn ods(bytes: &[u8]) -> bool {
    let office = "urn:oasis:names:tc:opendocument:xmlns:office:1.0";
    let (table, text) =
        ("urn:oasis:names:tc:opendocument:xmlns:table:1.0", "urn:oasis:names:tc:opendocument:xmlns:text:1.0");
    let head = format!(
        r#"<office:document-content xmlns:office="{office}" xmlns:table="{table}" xmlns:text="{text}"><office:body><office:spreadsheet><table:table table:name="S">"#
    );
    let tail = "</table:table></office:spreadsheet></office:body></office:document-content>";
    let mut out = zip::ZipWriter::new(Cursor::new(Vec::new()));
    let options = SimpleFileOptions::default().compression_method(CompressionMethod::Stored);
    for (name, content) in [
        ("mimetype", b"application/vnd.oasis.opendocument.spreadsheet".to_vec()),
        ("META-INF/manifest.xml", b"<manifest:manifest/>".to_vec()),
        ("content.xml", [head.as_bytes(), bytes, tail.as_bytes()].concat()),
    ] {
        out.start_file(name, options).expect("a part");
        out.write_all(&content).expect("its bytes");
    }
    checked_and_learned("fuzz.ods", &out.finish().expect("an archive").into_inner())
}

/// Any bytes as a workbook of the kind before 2007, checked and learned from.
pub fn xls(bytes: &[u8]) -> bool {
    checked_and_learned("fuzz.xls", bytes)
}

/// Any bytes as the sheet of a binary workbook, checked and learned from.
pub fn xlsb(bytes: &[u8]) -> bool {
    const WORKBOOK: &[u8] = include_bytes!("../../../../fuzz/parts/workbook.bin");
    let office = "http://schemas.openxmlformats.org/officeDocument/2006/relationships";
    let package = "http://schemas.openxmlformats.org/package/2006/relationships";
    let relations = format!(
        r#"<Relationships xmlns="{package}"><Relationship Id="r1" Type="{office}/worksheet" Target="worksheets/sheet1.bin"/></Relationships>"#
    );
    let mut out = zip::ZipWriter::new(Cursor::new(Vec::new()));
    let options = SimpleFileOptions::default().compression_method(CompressionMethod::Stored);
    for (name, content) in [
        ("xl/workbook.bin", WORKBOOK),
        ("xl/_rels/workbook.bin.rels", relations.as_bytes()),
        ("xl/worksheets/sheet1.bin", bytes),
    ] {
        out.start_file(name, options).expect("a part");
        out.write_all(content).expect("its bytes");
    }
    checked_and_learned("fuzz.xlsb", &out.finish().expect("an archive").into_inner())
}

fn checked_and_learned(name: &str, book: &[u8]) -> bool {
    let is_read = same_either_way(name, book, &OF_SEEDS);
    let ending = Path::new(name).extension().map(|ending| format!(".{}", ending.display())).unwrap_or_default();
    let mut file = tempfile::Builder::new().suffix(&ending).tempfile().expect("a file");
    file.write_all(book).expect("its bytes");
    drop(lungwort_learn::learn(file.path(), &[], Path::new(""), TODAY));
    is_read
}

/// Any text above the headings of a template: what is learned from it can always be used.
pub fn prose(bytes: &[u8]) -> bool {
    let Ok(text) = std::str::from_utf8(bytes) else { return false };
    let lines: String = text.lines().map(|line| format!("# {}\n", line.replace(['"', ','], " "))).collect();
    let headings = "Lot,Kind,Sown on,Weight,Grade 1,Grade 2,E-mail,Phone,Remarks\n";
    let mut file = tempfile::Builder::new().suffix(".csv").tempfile().expect("a file");
    file.write_all(format!("{lines}{headings}").as_bytes()).expect("its bytes");
    let Ok(learned) = lungwort_learn::learn(file.path(), &[], Path::new(""), TODAY) else { return false };
    let loaded = rulebook::load_text(Path::new("fuzz.rulebook.toml"), &learned.text);
    let wrong = loaded.mistakes.list.iter().find(|mistake| mistake.level == rulebook::Level::Error);
    assert!(wrong.is_none(), "{text}\n{:?}\n{}", wrong, learned.text);
    true
}

/// Any text as a rulebook, its conditions included.
pub fn rulebook(bytes: &[u8]) -> bool {
    let Ok(text) = std::str::from_utf8(bytes) else { return false };
    let loaded = rulebook::load_text(Path::new("fuzz.rulebook.toml"), text);
    assert!(!loaded.mistakes.render().is_empty() || loaded.mistakes.list.is_empty());
    let is_right = !loaded.mistakes.list.iter().any(|mistake| mistake.level == rulebook::Level::Error);
    let Some(rulebook) = loaded.rulebook.filter(|_| is_right) else { return false };
    drop(lint::lint(&rulebook, text, TODAY));
    true
}
