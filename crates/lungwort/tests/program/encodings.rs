//! The encoding that is asked for, the one that is found, and what is said where the two are not the same.

use crate::support::Folder;
use lungwort_core::Encoding;

const SHEET: &str = "[[sheet]]\nkey = ['Id']\ncolumn = [{ heading = 'Id' }, { heading = 'Place' }]";

fn encoded(text: &str, label: &str) -> Vec<u8> {
    Encoding::for_label(label).unwrap().encode(text).unwrap()
}

fn asking(label: &str) -> String {
    format!("[file]\nencoding = '{label}'\n{SHEET}")
}

#[test]
fn what_is_asked_for_is_taken_wherever_the_bytes_are_valid_in_it() {
    // Few letters, which another encoding would take as well or better.
    for (label, place) in [
        ("iso-8859-2", "Łódź"),
        ("windows-1250", "Žilina"),
        ("windows-1251", "Тула"),
        ("windows-1253", "Πάτρα"),
        ("windows-1254", "Iğdır"),
        ("koi8-r", "Тула"),
        ("macintosh", "Köln"),
        ("iso-8859-15", "Œuvre"),
        ("shift_jis", "東京"),
        ("gb18030", "北京"),
        ("ibm437", "Köln"),
        ("ibm850", "Zoë"),
        ("ibm852", "Łódź"),
        ("ibm858", "5 €"),
        ("utf-32le", "Łódź"),
        ("utf-8", "Köln"),
    ] {
        let text = format!("Id,Place\n1,{place}\n");
        for (sheet, extra) in [(asking(label), &[][..]), (SHEET.to_owned(), &["--encoding", label])] {
            let folder = Folder::with(&sheet, encoded(&text, label));
            let ran = folder.check(extra);
            assert_eq!(ran.findings(), [], "{label}");
            let file = &ran.json()["files"][0];
            assert_eq!(
                file["encoding_by"],
                if label == "utf-8" && extra.is_empty() { "valid" } else { "asked" },
                "{label}"
            );
        }
    }
}

#[test]
fn bytes_that_cannot_be_what_is_asked_for_are_another_encoding() {
    for (label, bytes) in [
        ("utf-8", encoded("Id,Place\n1,Köln und Tübingen\n", "windows-1252")),
        ("shift_jis", encoded("Id,Place\n1,Łódź żółw\n", "windows-1250")),
        ("windows-1252", [b"\xef\xbb\xbf".as_slice(), "Id,Place\n1,Köln\n".as_bytes()].concat()),
        ("windows-1252", "Id,Place\n1,Köln\n".encode_utf16().flat_map(u16::to_le_bytes).collect()),
    ] {
        let found = Folder::with(&asking(label), bytes).check(&[]).findings();
        assert!(found.iter().any(|(code, ..)| code == "wrong-encoding"), "{label}: {found:?}");
    }
}

#[test]
fn a_file_that_looks_like_another_encoding_than_was_asked_for_is_a_warning_with_both_readings() {
    let folder = Folder::with(&asking("windows-1252"), "Id,Place\n1,café\n2,élève\n3,Köln\n");
    let ran = folder.check(&["--only", "other-encoding"]);
    let found = ran.findings();
    assert_eq!(found.len(), 1, "{found:?}");
    let message = &found[0].2;
    assert!(message.contains("\"cafÃ©\" would be \"café\" and \"Ã©lÃ¨ve\" would be \"élève\""), "{message}");
    assert_eq!(ran.json()["counts"]["warnings"], 1);
}

#[test]
fn an_encoding_that_is_not_certain_is_said_with_a_word_in_it_and_in_two_others() {
    let folder = Folder::with(SHEET, encoded("Id,Place\n1,Köln\n", "windows-1252"));
    let ran = folder.check(&[]);
    let found = ran.findings();
    assert_eq!(found[0].0, "uncertain-encoding");
    for part in ["\"Köln\" was read in windows-1252", "in windows-125", "--encoding NAME"] {
        assert!(found[0].2.contains(part), "{}", found[0].2);
    }
    assert_eq!((ran.status, ran.json()["files"][0]["encoding_by"].as_str()), (0, Some("uncertain")));
    // Where nothing hangs on it, nothing is said.
    assert_eq!(Folder::with(SHEET, "Id,Place\n1,Koln\n").check(&[]).findings(), []);
}

#[test]
fn the_csv_form_says_of_each_file_how_its_encoding_is_known() {
    let csv = |rulebook: &str, bytes: Vec<u8>, options: &[&str]| {
        let usual = ["check", "data.csv", "-r", "t.rulebook.toml", "--format", "csv"];
        let arguments: Vec<&str> = [&usual, options].concat();
        let ran = Folder::with(rulebook, bytes).run(&arguments);
        ran.stdout.lines().find(|line| line.contains(",encoding,")).unwrap().to_owned()
    };
    let plain = || "Id,Place\n1,Koln\n".as_bytes().to_vec();
    let marked = [b"\xef\xbb\xbf".as_slice(), &plain()].concat();
    let latin = || encoded("Id,Place\n1,Köln\n", "windows-1252");
    for (line, by, name) in [
        (csv(SHEET, plain(), &[]), "valid", "UTF-8"),
        (csv(SHEET, marked, &[]), "mark", "UTF-8"),
        (csv(SHEET, latin(), &[]), "uncertain", "windows-1252"),
        (csv(SHEET, latin(), &["--encoding", "windows-1252"]), "asked", "windows-1252"),
    ] {
        assert!(line.starts_with("data.csv,,"), "{line}");
        assert!(line.contains(&format!(",encoding,{name},file,,")), "{line}");
        assert!(line.ends_with(&format!(",,{by}")), "{line}");
    }
}

#[test]
fn tables_of_spreadsheet_programs_for_older_systems_are_read_as_what_they_are() {
    let german = "Id,Place\n1,Köln\n2,Tübingen\n3,Gänsefürth\n";
    let polish = "Id,Place\n1,Łódź\n2,Wąbrzeźno\n3,Żółwin\n";
    for (label, text, name) in [
        ("cp850", german, "IBM850"),
        ("cp437", german, "IBM850"),
        ("cp852", polish, "IBM852"),
        ("macintosh", german, "macintosh"),
    ] {
        let folder = Folder::with(
            &format!("{SHEET}\n").replace("{ heading = 'Place' }", "{ heading = 'Place', allowed = ['-'] }"),
            encoded(text, label),
        );
        let ran = folder.check(&[]);
        let file = &ran.json()["files"][0];
        assert_eq!(
            (file["encoding"].as_str(), file["encoding_by"].as_str()),
            (Some(name), Some("uncertain")),
            "{label}"
        );
        for place in text.lines().skip(1).map(|line| &line[2..]) {
            assert!(ran.stdout.contains(place), "{label}: {place}");
        }
    }
}

#[test]
fn utf_32_is_read_with_a_mark_and_without() {
    for label in ["utf-32le", "utf-32be"] {
        for mark in ["", "\u{feff}"] {
            let folder = Folder::with(SHEET, encoded(&format!("{mark}Id,Place\n1,Łódź\n"), label));
            let ran = folder.check(&[]);
            assert_eq!(ran.findings(), [], "{label}");
            let file = &ran.json()["files"][0];
            let by = if mark.is_empty() { "detected" } else { "mark" };
            assert_eq!(
                (file["encoding"].as_str().map(str::to_lowercase).as_deref(), file["encoding_by"].as_str()),
                (Some(label), Some(by))
            );
        }
        // A character cut in two at the end is reported where it is.
        let bytes = encoded("Id,Place\n1,Ł", label);
        let found = Folder::with(SHEET, &bytes[..bytes.len() - 1]).check(&[]).findings();
        assert_eq!(
            found.iter().map(|(code, row, _)| (code.as_str(), *row)).collect::<Vec<_>>(),
            [("invalid-bytes", 2)]
        );
    }
}

#[test]
fn a_template_in_an_older_encoding_is_written_in_it_and_read_back() {
    let folder = Folder::with(&asking("cp852").replace("'Place'", "'Miejsce Łódź'"), "");
    let ran = folder.run(&["template", "t.rulebook.toml", "-o", "out.csv"]);
    assert_eq!(ran.status, 0, "{}", ran.stderr);
    assert_eq!(std::fs::read(folder.path().join("out.csv")).unwrap(), encoded("Id,Miejsce Łódź\r\n", "cp852"));
    let folder = Folder::with(&asking("cp437").replace("'Place'", "'Miejsce Łódź'"), "");
    let ran = folder.run(&["template", "t.rulebook.toml", "-o", "out.csv"]);
    assert!(ran.status == 2 && ran.stderr.contains("cannot be written in IBM437"), "{}", ran.stderr);
}

#[test]
fn an_encoding_that_the_bytes_contradict_is_said() {
    let bytes = encoded("Id,Place\n1,Kew\n2,Ely\n", "utf-16le");
    let found = Folder::with(SHEET, bytes).check(&["--encoding", "windows-1252"]).findings();
    let said = found.iter().find(|(code, ..)| code == "other-encoding").expect("it is said");
    assert!(said.2.contains("its first bytes are UTF-16LE"), "{}", said.2);
}

#[test]
fn a_name_that_is_not_known_gives_those_that_are() {
    let ran = Folder::with(SHEET, "Id,Place\n").check(&["--encoding", "klingon"]);
    for part in ["no encoding is called klingon", "windows-1250", "koi8-r", "iso-2022-jp"] {
        assert!(ran.status == 2 && ran.stderr.contains(part), "{part}: {}", ran.stderr);
    }
}

#[test]
fn text_that_was_decoded_twice_and_letters_that_got_lost_are_found() {
    let found = Folder::with(SHEET, "Id,Place\n1,æ—¥æœ¬èªž\n2,Br\u{f181}nn\n3,日本語\n").check(&[]).findings();
    let codes: Vec<_> = found.iter().map(|(code, row, _)| (code.as_str(), *row)).collect();
    assert_eq!(codes, [("misdecoded-text", 2), ("lost-character", 3)]);
    assert!(found[0].2.contains("日本語") && found[1].2.contains("could not read"), "{found:?}");
}
