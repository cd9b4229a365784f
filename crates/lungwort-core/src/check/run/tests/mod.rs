//! The engine driven directly: what goes into the sink, in which order, and what stops it.

use std::io::{self, Cursor, Read};
use std::path::Path;
use std::sync::Arc;
use std::sync::atomic::Ordering;

use super::*;
use crate::finding::Finding;
use crate::intake::ReadOptions;
use crate::rulebook::Rulebook;

const RULEBOOK: &str = r#"
[rulebook]
title = "Lots"
[[sheet]]
key = ["Lot"]
column = [
  { heading = "Lot", required = true, unique = true },
  { heading = "Seeds", type = "whole" },
]
figure = [{ label = "Seeds", value = "SUM(Seeds)" }]
"#;

fn rulebook() -> Rulebook {
    let name = format!("lungwort-run-{}-{:?}", std::process::id(), std::thread::current().id());
    let path = std::env::temp_dir().join(name.replace(['(', ')'], "")).with_extension("rulebook.toml");
    std::fs::write(&path, RULEBOOK).unwrap();
    let loaded = crate::rulebook::load(&path).unwrap();
    std::fs::remove_file(&path).unwrap();
    loaded.rulebook.unwrap()
}

/// Keeps findings, and wants no more after so many.
struct Kept {
    list: Vec<(String, Option<u64>)>,
    most: usize,
}

impl Sink for Kept {
    fn take(&mut self, finding: Finding) -> ControlFlow<()> {
        self.list.push((finding.problem.code.name.to_owned(), finding.address.place.row));
        if self.list.len() >= self.most { ControlFlow::Break(()) } else { ControlFlow::Continue(()) }
    }
}

fn options(threads: usize) -> Options {
    Options { today: jiff::civil::date(2026, 11, 23), threads, progress: Some(Arc::default()), ..Options::default() }
}

fn opened(mut bytes: impl Read) -> Opened {
    let source = Source::stream("lots.csv".to_owned(), &mut bytes).unwrap();
    Opened::new(source, ReadOptions::default()).unwrap()
}

fn lots(rows: u32, wrong_in: u32) -> String {
    let row =
        |row: u32| format!("L{row},{}\n", if row.is_multiple_of(wrong_in) { "x".to_owned() } else { row.to_string() });
    format!("Lot,Seeds\n{}", (1..=rows).map(row).collect::<String>())
}

#[test]
fn findings_come_in_the_order_of_rows_on_any_number_of_threads() {
    let rulebook = rulebook();
    let mut all = Vec::new();
    for threads in [1, 2, 7] {
        let mut sink = Kept { list: Vec::new(), most: usize::MAX };
        let mut checker = Checker::new(&rulebook, Path::new(""), options(threads));
        let flow = checker.file(opened(Cursor::new(lots(200_000, 1_000))), &mut sink).unwrap();
        assert!(flow.is_continue());
        assert_eq!(checker.files()[0].filled_rows, 200_000);
        let sum: u64 = (1..=200_000_u64).filter(|row| !row.is_multiple_of(1_000)).sum();
        let due = crate::check::Figure {
            label: "Seeds".to_owned(),
            value: Some(sum.to_string()),
            left_out: 200,
            by: String::new(),
            sections: Vec::new(),
        };
        assert_eq!(checker.figures(), [due]);
        all.push(sink.list);
    }
    assert_eq!(all[0].len(), 200);
    assert!(all[0].windows(2).all(|pair| pair[0].1 < pair[1].1));
    assert!(all[1] == all[0] && all[2] == all[0]);
}

#[test]
fn a_sink_that_wants_no_more_ends_the_check() {
    let rulebook = rulebook();
    for threads in [1, 3] {
        let mut sink = Kept { list: Vec::new(), most: 5 };
        let mut checker = Checker::new(&rulebook, Path::new(""), options(threads));
        let flow = checker.file(opened(Cursor::new(lots(300_000, 2))), &mut sink).unwrap();
        assert!(flow.is_break());
        assert_eq!(sink.list.len(), 5);
    }
}

/// A stream that breaks off with an error.
struct Broken(Cursor<Vec<u8>>);

impl Read for Broken {
    fn read(&mut self, buffer: &mut [u8]) -> io::Result<usize> {
        match self.0.read(buffer)? {
            0 => Err(io::Error::other("the disk is gone")),
            count => Ok(count),
        }
    }
}

#[test]
fn a_stream_that_breaks_off_is_an_error() {
    let mut stream = Broken(Cursor::new(lots(400_000, 1_000_000).into_bytes()));
    let error = Source::stream("lots.csv".to_owned(), &mut stream).expect_err("the stream breaks off");
    assert_eq!(error.to_string(), "it cannot be read: the disk is gone");
}

#[test]
fn a_file_that_goes_while_it_is_checked_is_an_error_and_no_verdict() {
    let folder = tempfile::tempdir().unwrap();
    let path = folder.path().join("lots.csv");
    std::fs::write(&path, lots(10, 100)).unwrap();
    let opened = Opened::new(Source::path(&path).unwrap(), ReadOptions::default()).unwrap();
    std::fs::remove_file(&path).unwrap();
    let rulebook = rulebook();
    let mut sink = Kept { list: Vec::new(), most: usize::MAX };
    let mut checker = Checker::new(&rulebook, Path::new(""), options(1));
    let error = checker.file(opened, &mut sink).expect_err("the file is gone");
    assert_eq!(error.to_string(), "there is no such file");
    assert!(checker.files().is_empty());
}

/// A stream that gives one byte at a time.
struct Slow(Cursor<Vec<u8>>);

impl Read for Slow {
    fn read(&mut self, buffer: &mut [u8]) -> io::Result<usize> {
        let one = buffer.len().min(1);
        self.0.read(&mut buffer[..one])
    }
}

#[test]
fn how_a_stream_is_cut_makes_no_difference() {
    let rulebook = rulebook();
    let text = "Lot,Seeds\r\nL1,\"1\"\r\nL2,é\r\n\r\nL1,2\r\n";
    let run = |stream: Box<dyn Read + Send>| {
        let mut sink = Kept { list: Vec::new(), most: usize::MAX };
        let flow = Checker::new(&rulebook, Path::new(""), options(1)).file(opened(stream), &mut sink).unwrap();
        assert!(flow.is_continue());
        sink.list
    };
    let whole = run(Box::new(Cursor::new(text)));
    assert_eq!(whole, run(Box::new(Slow(Cursor::new(text.into())))));
    let codes: Vec<_> = whole.iter().map(|(code, row)| (code.as_str(), *row)).collect();
    assert_eq!(codes, [("not-number", Some(3)), ("blank-row", Some(4)), ("repeated-value", Some(5))]);
}

#[test]
fn what_stood_in_an_earlier_file_is_remembered() {
    let rulebook = rulebook();
    let mut sink = Kept { list: Vec::new(), most: usize::MAX };
    let mut checker = Checker::new(&rulebook, Path::new(""), options(2));
    for text in [lots(50_000, 1_000_000), "Lot,Seeds\nM1,1\nL49999,1\n".to_owned()] {
        assert!(checker.file(opened(Cursor::new(text)), &mut sink).unwrap().is_continue());
    }
    assert_eq!(sink.list, [("repeated-value".to_owned(), Some(3))]);
    assert_eq!(checker.files().len(), 2);
}

#[test]
fn without_any_heading_nothing_is_judged() {
    let rulebook = rulebook();
    let mut sink = Kept { list: Vec::new(), most: usize::MAX };
    let mut checker = Checker::new(&rulebook, Path::new(""), options(1));
    let error = checker.file(opened(Cursor::new("A,B\n1,2\n")), &mut sink).expect_err("no headings");
    assert!(matches!(error, CheckError::NoHeadings(None)) && sink.list.is_empty());
}

#[test]
fn progress_counts_the_bytes() {
    let rulebook = rulebook();
    let text = lots(100_000, 1_000_000);
    let options = options(2);
    let mut sink = Kept { list: Vec::new(), most: usize::MAX };
    let mut checker = Checker::new(&rulebook, Path::new(""), options.clone());
    assert!(checker.file(opened(Cursor::new(text.clone())), &mut sink).unwrap().is_continue());
    let counted = options.progress.unwrap().load(Ordering::Relaxed);
    assert!(counted > text.len() as u64 / 2 && counted <= text.len() as u64, "{counted}");
}
