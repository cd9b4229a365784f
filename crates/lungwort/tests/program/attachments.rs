//! Files that rows name: in a folder, or uploaded before.

use crate::support::Folder;

/// The first bytes of a JPEG and of a PNG.
const JPEG: &[u8] = &[0xff, 0xd8, 0xff, 0xe0, 0, 0x10, b'J', b'F', b'I', b'F', 0, 1, 1, 0, 0, 1];
const PNG: &[u8] = &[0x89, b'P', b'N', b'G', 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 0x0d, b'I', b'H', b'D', b'R'];

fn folder(attachments: &str, rows: &str) -> Folder {
    let sheet = format!(
        "[[sheet]]\nkey = [\"No\"]\ncolumn = [{{ heading = \"No\" }}, {{ heading = \"Photo\", attachments = {attachments} }}, {{ heading = \"More\", separator = \";\", attachments = {attachments} }}]\n"
    );
    let folder = Folder::with(&sheet, format!("No,Photo,More\n{rows}"));
    folder.write("photos/one.jpg", JPEG);
    folder.write("photos/two.jpeg", JPEG);
    folder.write("photos/three.png", PNG);
    folder.write("photos/false.jpg", PNG);
    folder.write("photos/large.jpg", [JPEG, &[0; 200]].concat());
    folder.write("photos/north/hill.jpg", JPEG);
    folder.write("photos/.hidden", b"x");
    folder.write("photos/notes.txt", b"plain text");
    folder
}

fn said(folder: &Folder) -> Vec<String> {
    let ran = folder.check_in_pieces();
    assert_ne!(ran.status, 2, "{}", ran.stderr);
    ran.findings().into_iter().map(|(code, row, message)| format!("{code} {row} {message}")).collect()
}

#[test]
fn a_named_file_is_there_letter_by_letter() {
    let found = said(&folder(
        "{ folder = \"photos\" }",
        "1,one.jpg,north/hill.jpg;two.jpeg\n2,One.JPG,\n3,thre.png,\n4,../data.csv,\n5,zzz.gif,one.jpg;qqqqqq.jpg\n",
    ));
    assert_eq!(
        found,
        [
            "no-attachment 3 Photo is \"One.JPG\": in the folder photos the file is called one.jpg.",
            "no-attachment 4 Photo is \"thre.png\": no file of that name is in the folder photos. Did you mean three.png?",
            "no-attachment 5 Photo is \"../data.csv\": no file of that name is in the folder photos.",
            "no-attachment 6 Photo is \"zzz.gif\": no file of that name is in the folder photos.",
            "no-attachment 6 More is \"one.jpg;qqqqqq.jpg\": of its 2 values, \"qqqqqq.jpg\": no file of that name is in the folder photos.",
        ]
    );
    let proposed =
        folder("{ folder = \"photos\" }", "1,One.JPG,\n").check(&[]).json()["findings"][0]["correction"].clone();
    assert_eq!((proposed["value"].as_str(), proposed["certainty"].as_str()), (Some("one.jpg"), Some("certain")));
    let without = folder("{ folder = \"pictures\" }", "1,one.jpg,\n");
    assert_eq!(said(&without), ["no-attachment 2 Photo is \"one.jpg\": there is no folder pictures beside the file."]);
}

#[test]
fn a_file_has_the_kind_that_its_name_says_and_is_not_too_large() {
    let of = "{ folder = \"photos\", kinds = [\"jpg\", \"txt\"], max_bytes = 100 }";
    assert_eq!(
        said(&folder(of, "1,one.jpg,two.jpeg\n2,three.png,\n3,false.jpg,\n4,large.jpg,\n5,notes.txt,\n")),
        [
            "attachment-kind 3 Photo is \"three.png\": only files of the kind jpg or txt are accepted.",
            "attachment-kind 4 Photo is \"false.jpg\": the content of the file is png, and its name says otherwise.",
            "attachment-size 5 Photo is \"large.jpg\": the file has 216 bytes, and at most 100 are accepted.",
        ]
    );
}

#[test]
fn a_file_may_be_named_once_and_each_may_have_to_be_named() {
    let of = "{ folder = \"photos\", once = true, all_used = true }";
    assert_eq!(
        said(&folder(of, "1,one.jpg,two.jpeg;one.jpg\n2,large.jpg,false.jpg\n3,north/hill.jpg,two.jpeg\n4,,\n")),
        [
            "attachment-again 2 More is \"one.jpg\": row 2 names this file already, and each may be named once.",
            "attachment-again 4 More is \"two.jpeg\": row 2 names this file already, and each may be named once.",
            "unused-attachment 0 No row names the file \"notes.txt\".",
            "unused-attachment 0 No row names the file \"three.png\".",
        ]
    );
}

#[test]
fn web_addresses_are_looked_for_in_what_was_uploaded() {
    let sheet = "[reference.uploads]\nfile = \"uploads.csv\"\n[[sheet]]\nkey = [\"No\"]\ncolumn = [{ heading = \"No\" }, { heading = \"Photo\", attachments = { uploaded = \"uploads\", column = \"Address\", hosts = [\"files.example\"], kinds = [\"jpg\"] } }]\n";
    let rows = "1,https://files.example/a%20b/%C3%A9.jpg\n2,HTTPS://FILES.EXAMPLE/one.jpg\n3,https://files.example/two.jpg\n4,https://other.example/one.jpg\n5,one.jpg\n6,https://files.example/one.png\n";
    let folder = Folder::with(sheet, format!("No,Photo\n{rows}"));
    folder.write(
        "uploads.csv",
        "When,Address\n2026-11-01,https://files.example/a b/é.jpg\n2026-11-01,https://files.example/one.jpg\n",
    );
    assert_eq!(
        said(&folder),
        [
            "not-uploaded 4 Photo is \"https://files.example/two.jpg\": it is not among what was uploaded (the list uploads).",
            "not-uploaded 5 Photo is \"https://other.example/one.jpg\": only addresses at files.example are accepted.",
            "not-uploaded 6 Photo is \"one.jpg\": it is not a web address such as https://files.example/photo.jpg.",
            "attachment-kind 7 Photo is \"https://files.example/one.png\": only files of the kind jpg are accepted.",
        ]
    );
}

#[test]
fn a_large_folder_is_listed_once() {
    let folder = folder("{ folder = \"many\", all_used = true }", "1,f00001.jpg,f00002.jpg\n2,f00000.jpg,F00003.JPG\n");
    for number in 0..3_000 {
        folder.write(&format!("many/f{number:05}.jpg"), b"x");
    }
    let report = folder.check(&[]).json();
    let counts: Vec<(String, u64)> = report["causes"]
        .as_array()
        .unwrap()
        .iter()
        .map(|cause| (cause["code"].as_str().unwrap().to_owned(), cause["count"].as_u64().unwrap()))
        .collect();
    assert_eq!(counts, [("no-attachment".to_owned(), 1), ("unused-attachment".to_owned(), 2_997)]);
}

#[test]
fn mistakes_of_attachments_are_reported() {
    for (of, message) in [
        ("{ kinds = [\"jpg\"] }", "attachments are in a folder, or in a list of what was uploaded"),
        ("{ folder = \"../photos\" }", "the folder must be in or under that of the file"),
        ("{ uploaded = \"uploads\" }", "there is no reference uploads"),
        ("{ hosts = [\"files.example\"], max_bytes = 5 }", "max_bytes and all_used go with a folder"),
        ("{ folder = \"photos\", kind = [\"jpg\"] }", "did you mean kinds?"),
    ] {
        let ran = folder(of, "").run(&["rulebook", "t.rulebook.toml"]);
        let all = format!("{}{}", ran.stdout, ran.stderr);
        assert!(all.contains(message), "{message}: {all}");
    }
}
