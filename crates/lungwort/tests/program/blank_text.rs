//! Delimited templates: written as the rulebook asks for the file, and refused where it cannot be.

use crate::support::{Folder, Ran};

/// A rulebook whose `[file]` has these lines.
fn asked(file: &str) -> String {
    format!(
        r#"
[file]
{file}
[[sheet]]
guide_rows = 1
column = [
  {{ heading = "Código", required = true, guide = ["As on the bag; with zeros"], example = "007" }},
  {{ heading = "Größe", type = "decimal", decimal_mark = ",", guide = ["Millimetres"], example = "2,5" }},
]
"#
    )
}

fn written(file: &str, name: &str, samples: bool) -> (Folder, Ran) {
    let folder = Folder::with(&asked(file), "");
    let samples: &[&str] = if samples { &["--samples"] } else { &[] };
    let ran = folder.run(&[&["template", "t.rulebook.toml", "-o", name], samples].concat());
    (folder, ran)
}

/// The bytes of the template, which the check must take for a blank one.
fn bytes(file: &str, name: &str) -> Vec<u8> {
    let (folder, ran) = written(file, name, false);
    assert_eq!((ran.status, ran.stderr), (0, format!("Wrote the blank template {name}.\n")));
    let check = folder.run(&["check", name, "--rulebook", "t.rulebook.toml"]);
    assert!(check.says_nothing_is_filled(), "{file}: {}{}", check.stdout, check.stderr);
    std::fs::read(folder.path().join(name)).unwrap()
}

#[test]
fn the_name_tells_the_delimiter_where_the_rulebook_does_not() {
    let csv = bytes("", "t.csv");
    assert_eq!(String::from_utf8(csv).unwrap(), "Código,Größe\r\nAs on the bag; with zeros,Millimetres\r\n");
    let tsv = bytes("", "t.tsv");
    assert_eq!(String::from_utf8(tsv).unwrap(), "Código\tGröße\r\nAs on the bag; with zeros\tMillimetres\r\n");
    let asked = bytes("delimiter = \";\"", "t.csv");
    assert_eq!(String::from_utf8(asked).unwrap(), "Código;Größe\r\n\"As on the bag; with zeros\";Millimetres\r\n");
}

#[test]
fn quotes_and_line_ends_are_those_that_are_asked_for() {
    let all = bytes("quoting = \"all\"\nnewline = \"lf\"", "t.csv");
    assert_eq!(
        String::from_utf8(all).unwrap(),
        "\"Código\",\"Größe\"\n\"As on the bag; with zeros\",\"Millimetres\"\n"
    );
    let cr = bytes("newline = \"cr\"", "t.csv");
    assert_eq!(String::from_utf8(cr).unwrap(), "Código,Größe\rAs on the bag; with zeros,Millimetres\r");
}

#[test]
fn the_encoding_is_the_one_that_is_asked_for() {
    let text = "Código,Größe\r\nAs on the bag; with zeros,Millimetres\r\n";
    assert!(bytes("encoding = \"windows-1252\"", "t.csv").starts_with(b"C\xf3digo,Gr\xf6\xdfe\r\n"));
    let marked = bytes("encoding = \"utf-8\"\nbom = true", "t.csv");
    assert_eq!(marked.strip_prefix(b"\xef\xbb\xbf"), Some(text.as_bytes()));
    let wide = bytes("encoding = \"utf-16le\"\nbom = true", "t.csv");
    let units: Vec<u16> = wide.chunks(2).map(|pair| u16::from_le_bytes([pair[0], pair[1]])).collect();
    assert_eq!(String::from_utf16(&units).unwrap(), format!("\u{feff}{text}"));
    let wide = bytes("encoding = \"utf-16be\"\nbom = true", "t.csv");
    assert!(wide.starts_with(b"\xfe\xff\0C\0\xf3"), "{wide:?}");
}

#[test]
fn a_sample_row_passes_the_check() {
    let (folder, ran) = written("delimiter = \";\"", "t.csv", true);
    assert_eq!(ran.status, 0, "{}", ran.stderr);
    let text = std::fs::read_to_string(folder.path().join("t.csv")).unwrap();
    assert!(text.ends_with("\r\n007;2,5\r\n"), "{text}");
    let check = folder.run(&["check", "t.csv", "--rulebook", "t.rulebook.toml", "--format", "json"]);
    assert_eq!((check.status, check.codes()), (0, Vec::<String>::new()), "{}", check.stdout);
    assert_eq!(check.json()["files"][0]["rows"], 1);
}

#[test]
fn what_cannot_be_written_leaves_no_file() {
    let (folder, ran) = written("encoding = \"shift_jis\"", "t.csv", false);
    assert_eq!(ran.status, 2, "{}", ran.stdout);
    assert!(ran.stderr.contains("cannot be written in Shift_JIS"), "{}", ran.stderr);
    assert!(!folder.path().join("t.csv").exists());

    let two = "[[sheet]]\nname = \"A\"\ncolumn = [{ heading = \"Id\" }]\n[[sheet]]\nname = \"B\"\ncolumn = [{ heading = \"No\" }]\n";
    let folder = Folder::with(two, "");
    let ran = folder.run(&["template", "t.rulebook.toml", "-o", "t.csv"]);
    assert_eq!(ran.status, 2, "{}", ran.stdout);
    assert!(ran.stderr.contains("several sheets, and a delimited file holds one"), "{}", ran.stderr);
    let ran = folder.run(&["template", "t.rulebook.toml", "-o", "t.csv", "--columns", "No"]);
    assert_eq!((ran.status, std::fs::read_to_string(folder.path().join("t.csv")).unwrap()), (0, "No\r\n".to_owned()));
    let ran = folder.run(&["template", "t.rulebook.toml", "-o", "t.ods"]);
    assert!(ran.status == 2 && ran.stderr.contains("save it as .ods"), "{}", ran.stderr);
    assert!(!folder.path().join("t.ods").exists());
}
