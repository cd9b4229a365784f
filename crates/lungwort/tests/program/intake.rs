//! Files as they really are: encodings, line ends, odd layouts, and files that are none.

use crate::support::Folder;
use lungwort_core::Encoding;
use proptest::prelude::*;

const PLACES: &str = "[[sheet]]\nkey = ['Id']\ncolumn = [{ heading = 'Id', required = true, unique = true }, { heading = 'Place' }, { heading = 'Seeds', type = 'whole' }]";

#[test]
fn the_same_table_in_any_encoding_gives_the_same_findings() {
    let text = "Id,Place,Seeds\n1,Köln und Tübingen,5\n2,München,x\n3,Château-Thierry,7\n";
    let mut all = Vec::new();
    for label in ["utf-8", "windows-1252", "utf-16le", "utf-16be"] {
        let bytes: Vec<u8> = match label {
            "utf-16le" => text.encode_utf16().flat_map(u16::to_le_bytes).collect(),
            "utf-16be" => text.encode_utf16().flat_map(u16::to_be_bytes).collect(),
            _ => Encoding::for_label(label).unwrap().encode(text).unwrap(),
        };
        let folder = Folder::with(PLACES, bytes);
        let ran = folder.check(&[]);
        let name = ran.json()["files"][0]["encoding"].as_str().unwrap().to_lowercase();
        assert_eq!(name, label);
        // What is not certain is said; all else is the same.
        let mut found = ran.findings();
        let uncertain = found.iter().filter(|(code, ..)| code == "uncertain-encoding").count();
        assert_eq!(uncertain, usize::from(label == "windows-1252"));
        found.retain(|(code, ..)| code != "uncertain-encoding");
        all.push(found);
    }
    assert_eq!(all[0].len(), 1);
    assert!(all.iter().all(|each| *each == all[0]), "{all:?}");
}

#[test]
fn an_encoding_can_be_given() {
    for (label, place) in [
        ("shift_jis", "東京"),
        ("koi8-r", "Тула"),
        ("gb18030", "北京"),
        ("big5", "台北"),
        ("euc-kr", "서울"),
        ("iso-8859-2", "Łódź"),
    ] {
        let text = format!("Id,Place,Seeds\n1,{place},x\n");
        let bytes = Encoding::for_label(label).unwrap().encode(&text).unwrap();
        let sheet = PLACES.replace("{ heading = 'Place' }", "{ heading = 'Place', allowed = ['-'] }");
        let folder = Folder::with(&sheet, bytes);
        let found = folder.check(&["--encoding", label]).findings();
        assert!(found[0].2.contains(place), "{label}: {found:?}");
    }
    let folder = Folder::with(PLACES, "Id,Place,Seeds\n");
    let ran = folder.check(&["--encoding", "klingon"]);
    assert_eq!((ran.status, ran.stderr.contains("no encoding is called klingon")), (2, true));
}

#[test]
fn rows_and_lines_are_right_after_quoted_breaks_and_blank_lines() {
    for end in ["\n", "\r\n", "\r"] {
        let quoted = format!("1,\"two{end}lines\",5");
        let text = ["Id,Place,Seeds", &quoted, "", "2,x,bad", ""].join(end);
        let folder = Folder::with(&PLACES.replace("'Place'", "'Place', line_breaks = true"), text);
        let report = folder.check(&["--only", "not-number"]).json();
        let found = &report["findings"][0];
        assert_eq!((found["row"].as_u64(), found["line"].as_u64()), (Some(4), Some(5)), "{end:?}");
    }
}

#[test]
fn an_unquoted_comma_is_found_by_what_makes_the_row_fit() {
    let folder = Folder::with(PLACES, "Id,Place,Seeds\n1,dry, sandy soil,5\n2,x,1\n");
    let report = folder.check(&[]).json();
    let found = &report["findings"][0];
    assert_eq!((found["code"].as_str(), found["column"].as_str()), (Some("long-row"), Some("B")));
    assert_eq!(found["correction"]["value"], "dry, sandy soil");
    assert_eq!(report["counts"]["errors"], 1);
}

#[test]
fn an_open_quote_swallows_nothing() {
    let folder = Folder::with(PLACES, "Id,Place,Seeds\n1,\"open,5\n2,x,bad\n3,\"y, z\",7\n");
    let found = folder.check(&[]).findings();
    let places: Vec<_> = found.iter().map(|(code, row, _)| (code.as_str(), *row)).collect();
    assert_eq!(places, [("unclosed-quote", 2), ("not-number", 3)]);
}

#[test]
fn a_run_of_blank_rows_is_one_finding_even_over_batches() {
    let rows = 300_000;
    let data = format!("Id,Place,Seeds\n1,a,1\n{}2,b,2\n\n\n", "\n".repeat(rows));
    let report = Folder::with(PLACES, data).check(&[]).json();
    let found = report["findings"].as_array().unwrap();
    assert_eq!(found.len(), 1);
    assert_eq!((found[0]["row"].as_u64(), found[0]["last_row"].as_u64()), (Some(3), Some(rows as u64 + 2)));
}

#[test]
fn one_thread_and_many_give_the_same_bytes() {
    let mut data = String::from("Id,Place,Seeds\n");
    for row in 0..60_000_u32 {
        let seeds = if row % 97 == 0 { "x".to_owned() } else { row.to_string() };
        data.push_str(&format!("{},Place {},{seeds}\n", row % 50_000, row % 13));
    }
    let folder = Folder::with(PLACES, data);
    let once = folder.check(&["--threads", "1", "--limit", "100000"]);
    assert_eq!(once.findings().len(), 60_000 / 97 + 1 + 10_000);
    for threads in ["2", "5"] {
        assert_eq!(folder.check(&["--threads", threads, "--limit", "100000"]).stdout, once.stdout);
    }
}

#[test]
fn what_is_no_table_is_refused_with_a_reason() {
    let folder = Folder::with(PLACES, "");
    folder.write("book.csv", b"PK\x03\x04rest of a zip");
    folder.write("old.csv", b"\xd0\xcf\x11\xe0\xa1\xb1\x1a\xe1");
    folder.write("photo.csv", b"\x89PNG\r\n\x1a\n");
    folder.write("noise.csv", [1_u8, 2, 3, 4, 5, 6, 250, 0, 0, 7, 1, 1].repeat(50));
    std::fs::create_dir(folder.path().join("folder")).unwrap();
    let cases = [
        ("nowhere.csv", "there is no such file"),
        ("folder", "it is a folder"),
        ("data.csv", "it is empty"),
        ("book.csv", "it is a broken or incomplete workbook"),
        ("old.csv", "the workbook is damaged"),
        ("photo.csv", "it is a picture, not a workbook or a table"),
        ("noise.csv", "it is a binary file, not a workbook or a table"),
    ];
    for (name, reason) in cases {
        let ran = folder.run(&["check", name, "--rulebook", "t.rulebook.toml"]);
        assert_eq!((ran.status, ran.stdout.as_str()), (2, ""), "{name}");
        assert!(ran.stderr.contains(name) && ran.stderr.contains(reason), "{name}: {}", ran.stderr);
    }
}

#[test]
fn very_wide_and_very_long_files_are_checked() {
    let wide = format!("Id,Place,Seeds{}\n1,a,2{}\n", ",more".repeat(16_381), ",x".repeat(16_381));
    let report = Folder::with(PLACES, wide).check(&["--limit", "3"]).json();
    assert_eq!(report["counts"]["errors"], 0);
    let long = format!("Id,Place,Seeds\n1,{},2\n2,b,x\n", "y".repeat(12 << 20));
    assert_eq!(Folder::with(PLACES, long).check(&[]).codes(), ["not-number"]);
}

#[test]
fn every_truncation_of_the_demo_file_is_survived() {
    let demo = include_bytes!("../../../../examples/accessions.csv");
    let folder = Folder::new();
    folder.write("accessions.rulebook.toml", include_bytes!("../../../../examples/accessions.rulebook.toml"));
    folder.write("taxa.csv", include_bytes!("../../../../examples/taxa.csv"));
    // Each byte of the top, and then places all over the file that fall into cells, quotes and letters alike.
    for end in (0..700).step_by(7).chain((700..demo.len()).step_by(997)) {
        folder.write("accessions.csv", &demo[..end]);
        let ran = folder.run(&["check", "accessions.csv", "--rulebook", "accessions.rulebook.toml"]);
        assert!((0..=2).contains(&ran.status) && !ran.stderr.contains("panicked"), "{end}: {}", ran.stderr);
        assert!(ran.status != 2 || !ran.stderr.is_empty(), "{end}");
    }
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(48))]
    #[test]
    fn random_bytes_are_survived(bytes in prop::collection::vec(any::<u8>(), 0..600), head in prop::bool::ANY) {
        let mut data = if head { b"Id,Place,Seeds\n".to_vec() } else { Vec::new() };
        data.extend(bytes);
        let ran = Folder::with(PLACES, data).run(&["check", "data.csv", "--rulebook", "t.rulebook.toml"]);
        prop_assert!((0..=2).contains(&ran.status) && !ran.stderr.contains("panicked"), "{}", ran.stderr);
    }
}
