//! Any bytes as the markup of a sheet, checked and learned from. Run it from the repository's root:
//!
//! ```sh
//! cargo +nightly fuzz run workbook -- -max_total_time=300
//! ```
#![no_main]

use std::io::{Cursor, Write};
use std::ops::ControlFlow;
use std::path::Path;
use std::sync::LazyLock;

use lungwort_core::check::{Checker, Opened, Options};
use lungwort_core::finding::{Finding, Sink};
use lungwort_core::intake::reader::Told;
use lungwort_core::rulebook::{self, Rulebook};
use zip::CompressionMethod;
use zip::write::SimpleFileOptions;

const ASKED: &str = r#"
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

static RULEBOOK: LazyLock<Rulebook> = LazyLock::new(|| {
    rulebook::load_text(Path::new("fuzz.rulebook.toml"), ASKED).rulebook.expect("the rulebook is right")
});

struct Count(u64);

impl Sink for Count {
    fn take(&mut self, finding: Finding) -> ControlFlow<()> {
        assert!(!finding.verdict.message.is_empty());
        self.0 += 1;
        ControlFlow::Continue(())
    }
}

/// A workbook with that markup in its sheet, under headings half of the time.
fn workbook(bytes: &[u8]) -> Vec<u8> {
    let office = "http://schemas.openxmlformats.org/officeDocument/2006/relationships";
    let package = "http://schemas.openxmlformats.org/package/2006/relationships";
    let relation = |kind: &str, target: &str| {
        format!(r#"<Relationships xmlns="{package}"><Relationship Id="r1" Type="{office}/{kind}" Target="{target}"/></Relationships>"#)
    };
    let list = format!(r#"<workbook xmlns:r="{office}"><sheets><sheet name="S" r:id="r1"/></sheets></workbook>"#);
    let cell = |text: &str| format!(r#"<c t="inlineStr"><is><t>{text}</t></is></c>"#);
    let headings: String = ["Id", "Seeds", "Sown", "At"].into_iter().map(cell).collect();
    let top = if bytes.first().is_some_and(|byte| byte % 2 == 0) { format!("<row r=\"1\">{headings}</row>") } else { String::new() };
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

libfuzzer_sys::fuzz_target!(|bytes: &[u8]| {
    let book = workbook(bytes);
    let count = |threads: usize| {
        let opened = Opened::stream("fuzz.xlsx".to_owned(), Box::new(Cursor::new(book.clone())), Told::default()).ok()?;
        let options = Options { today: jiff::civil::date(2026, 11, 23), threads, progress: None };
        let mut sink = Count(0);
        Checker::new(&RULEBOOK, Path::new(""), options).file(opened, &mut sink).ok()?;
        Some(sink.0)
    };
    assert_eq!(count(1), count(2));
    let mut file = tempfile::Builder::new().suffix(".xlsx").tempfile().expect("a file");
    file.write_all(&book).expect("its bytes");
    drop(lungwort_core::learn::learn(file.path(), &[], Path::new("")));
});
