//! Lists from outside: where they come from, how old they are, and what a value is that is not on them.

use crate::support::{Folder, books};

const SHEET: &str =
    "[[sheet]]\nkey = [\"Lot\"]\ncolumn = [{ heading = \"Lot\" }, { heading = \"Unit\", allowed = ALLOWED }]\n";

fn folder(reference: &str, allowed: &str, data: &str) -> Folder {
    Folder::with(&format!("[reference.units]\n{reference}\n{}", SHEET.replace("ALLOWED", allowed)), data)
}

fn said(folder: &Folder) -> Vec<String> {
    let findings = folder.check(&[]).findings();
    findings.into_iter().map(|(code, row, message)| format!("{code} {row} {message}")).collect()
}

#[test]
fn a_list_may_be_json_lines_or_a_sheet_or_several_files() {
    let allowed = r#"{ reference = "units", column = "Code", meaning = "Name" }"#;
    let data = "Lot,Unit\n1,P10\n2,P30\n3,Packet of thirty\n";
    let wrong = ["meaning-for-code 4 Unit is \"Packet of thirty\": that is the meaning; the code P30 is required."];

    let json = folder("file = \"units.jsonl\"", allowed, data);
    json.write(
        "units.jsonl",
        "{\"Code\":\"P10\",\"weight\":1.50}\n\n{\"Name\":\"Packet of thirty\",\"Code\":\"P30\",\"tags\":[\"a\",2]}\n",
    );
    assert_eq!(said(&json), wrong);

    let several = folder("file = [\"one.csv\", \"two.tsv\"]", allowed, data);
    several.write("one.csv", "Code,Name\nP10,Packet of ten\n");
    several.write("two.tsv", "Remark\tName\tCode\n\tPacket of thirty\tP30\n");
    assert_eq!(said(&several), wrong);

    let book = folder("file = \"units.xlsx\"\nsheet = \"Codes\"", allowed, data);
    let codes = "Code|Name\nP10|Packet of ten\nP30|Packet of thirty";
    book.write("units.xlsx", books::tables(&[("Read me", "Units"), ("Codes", codes)]));
    assert_eq!(said(&book), wrong);
}

#[test]
fn a_list_that_cannot_be_used_says_why() {
    let allowed = r#"{ reference = "units", column = "Code" }"#;
    let cases: &[(&str, &str, &str, &str)] = &[
        (
            "units.jsonl",
            "{\"Code\":\"P10\"}\n[1]\n",
            "file = \"units.jsonl\"",
            "line 2 is not a JSON object of its own",
        ),
        ("units.csv", "Code\n", "file = \"units.csv\"", "it has headings and no rows"),
        ("units.csv", "", "file = \"units.csv\"", "it is empty"),
        ("units.csv", "Kode\nP10\n", "file = \"units.csv\"", "has no column Code; did you mean Kode?"),
        ("units.csv", "Code\nP10\n", "file = \"unit.csv\"", "cannot be read from unit.csv"),
        ("units.csv", "Code\nP10\n", "", "the reference units needs a file"),
        ("units.csv", "Code\nP10\n", "file = \"units.csv\"\nmax_age = \"30 days\"", "add taken = \"2026-11-01\""),
        ("units.csv", "Code\nP10\n", "file = \"units.csv\"\ntaken = \"yesterday\"", "yesterday is not a date"),
        (
            "units.csv",
            "Code\nP10\n",
            "file = \"units.csv\"\ntaken = \"2026-01-01\"\nmax_age = \"a while\"",
            "a while is not an age such as \"30 days\"",
        ),
        ("units.csv", "Code\nP10\n", "file = \"units.csv\"\ntypes = { Code = \"money\" }", "money is not text, whole"),
        (
            "units.csv",
            "Code\nP10\n",
            "file = \"units.csv\"\ntypes = { Kode = \"whole\" }",
            "no column Kode; did you mean Code?",
        ),
    ];
    for (name, content, reference, message) in cases {
        let folder = folder(reference, allowed, "Lot,Unit\n1,P10\n");
        folder.write(name, content);
        let ran = folder.check(&[]);
        assert_eq!(ran.status, 2, "{reference}");
        assert!(ran.stderr.contains(message), "{message}: {}", ran.stderr);
    }
    let two = folder("file = [\"one.csv\", \"two.csv\"]", allowed, "Lot,Unit\n1,P10\n");
    two.write("one.csv", "Code\nP10\n");
    two.write("two.csv", "Name\nPacket\n");
    let ran = two.check(&[]);
    assert!(ran.stderr.contains("two.csv: it has no column Code, which the list has"), "{}", ran.stderr);
}

#[test]
fn an_old_list_and_a_part_of_one_are_warnings() {
    let allowed = r#"{ reference = "units" }"#;
    let old = |taken: &str, age: &str, rows: u64| {
        let reference = format!("file = \"units.csv\"\ntaken = \"{taken}\"\nmax_age = \"{age}\"\nrows = {rows}");
        let folder = folder(&reference, allowed, "Lot,Unit\n1,P10\n");
        folder.write("units.csv", "Code\nP10\nP20\n");
        said(&folder)
    };
    // The day of the check is 2026-11-23.
    assert_eq!(old("2026-10-24", "30 days", 2), Vec::<String>::new());
    assert_eq!(
        old("2026-10-23", "30 days", 3),
        [
            "old-list 0 The list units was taken on 2026-10-23, 31 days ago, and should be at most 30 days old.",
            "partial-list 0 The list units has 2 rows and should have 3: perhaps only a part of it was exported.",
        ]
    );
    assert_eq!(old("2026-11-10", "1 week", 2).len(), 1);
}

#[test]
fn own_codes_and_replaced_values_are_put_right() {
    let list = "Code,Name,Ours,Replaced by\nP10,Packet of ten,BAG-1,\nP20,Packet of twenty,20,\n20,Twenty loose,LOOSE,\nP5,Packet of five,BAG-0,P6\nP6,Packet of six,,P10\n";
    let allowed = r#"{ reference = "units", meaning = "Name", own = "Ours", successor = "Replaced by" }"#;
    let data = "Lot,Unit\n1,P10\n2,BAG-1\n3,20\n4,P5\n5,BAG-0\n6,packet of five\n7,P6\n8,P20\n";
    let folder = folder("file = \"units.csv\"", allowed, data);
    folder.write("units.csv", list);
    let report = folder.check(&[]).json();
    let one = |finding: &serde_json::Value| {
        let correction = &finding["correction"];
        let text = |value: &serde_json::Value| value.as_str().unwrap_or("-").to_owned();
        format!(
            "{} {} {} {}",
            text(&finding["code"]),
            finding["row"],
            text(&correction["value"]),
            text(&correction["certainty"])
        )
    };
    let found: Vec<String> = report["findings"].as_array().unwrap().iter().map(one).collect();
    assert_eq!(
        found,
        [
            "own-code 3 P10 certain", "two-meanings 4 - -", "retired-value 5 P10 likely", "own-code 6 P10 certain",
            "retired-value 7 P10 likely", "retired-value 8 P10 likely",
        ]
    );
}

#[test]
fn values_replaced_in_a_circle_are_a_mistake_of_the_list() {
    let allowed = r#"{ reference = "units", successor = "Next" }"#;
    let folder = folder("file = \"units.csv\"", allowed, "Lot,Unit\n1,C\n");
    folder.write("units.csv", "Code,Next\nA,B\nB,D\nD,B\nC,\n");
    let ran = folder.check(&[]);
    assert_eq!(ran.status, 2);
    assert!(ran.stderr.contains("each of these is replaced by the next, in a circle: B, D"), "{}", ran.stderr);
}

#[test]
fn the_age_of_an_export_that_is_named_is_that_of_its_file() {
    let book = "[reference.held]\ntaken = '2020-01-01'\nmax_age = '30 days'\n[[sheet]]\nkey = ['Id']\ncolumn = [{ heading = 'Id' }]\n[sheet.existing]\nreference = 'held'\n";
    let folder = Folder::with(book, "Id\nA\n");
    let path = folder.write("held.csv", "Id\nB\n");
    let file = std::fs::File::options().write(true).open(path).unwrap();
    let day: std::time::SystemTime = "2026-10-01T12:00:00Z".parse::<jiff::Timestamp>().unwrap().into();
    file.set_modified(day).unwrap();
    let said = |today: &str| {
        let arguments = [
            "check", "data.csv", "-r", "t.rulebook.toml", "--existing", "held.csv", "--format", "json", "--today",
            today,
        ];
        folder.run(&arguments).findings()
    };
    assert_eq!(said("2026-10-31"), []);
    let found = said("2026-11-01");
    assert_eq!((found.len(), found[0].0.as_str()), (1, "old-list"));
    assert!(found[0].2.contains("\"held.csv\" was last written on 2026-10-01, 31 days ago"), "{}", found[0].2);
    assert!(found[0].2.contains("at most 30 days old"), "{}", found[0].2);
}

#[test]
fn a_rulebook_reads_nothing_outside_its_folder_unless_it_may() {
    let folder = Folder::new();
    let rulebook = "[rulebook]\ntitle = 'T'\n[template]\nfile = '../blank.xlsx'\n[reference.names]\nfile = '../names.csv'\n[[sheet]]\nkey = ['Id']\n\
        column = [{ heading = 'Id' }, { heading = 'Name', allowed = { reference = 'names', column = 'Name' } }]\n";
    folder.write("names.csv", "Name\nann\n");
    folder.write("blank.xlsx", crate::support::books::table("Rows", "Id|Name"));
    folder.write("in/t.rulebook.toml", rulebook);
    folder.write("in/data.csv", "Id,Name\n1,bob\n");
    let check = ["check", "in/data.csv", "-r", "in/t.rulebook.toml"];
    let refused = folder.run(&check);
    assert_eq!(refused.status, 2, "{}", refused.stdout);
    assert!(
        refused.stderr.contains("the reference names is outside the rulebook's folder (../names.csv)"),
        "{}",
        refused.stderr
    );
    assert!(refused.stderr.contains("--allow-outside"), "{}", refused.stderr);
    let allowed = folder.run(&[&check[..], &["--allow-outside", "--format", "json"]].concat());
    assert_eq!(allowed.codes(), ["off-list"], "{}", allowed.stderr);
    // A template is only compared with: without it the check goes on.
    folder.write("in/t.rulebook.toml", rulebook.replace("../names.csv", "names.csv"));
    folder.write("in/names.csv", "Name\nbob\n");
    folder.write("in/data.xlsx", crate::support::books::table("Rows", "Id|Name\n1|bob"));
    let noted = folder.run(&["check", "in/data.xlsx", "-r", "in/t.rulebook.toml", "--format", "json"]);
    assert_eq!((noted.codes(), noted.status), (vec!["template-missing".to_owned()], 0));
    assert!(noted.findings()[0].2.contains("is outside the rulebook's folder"), "{}", noted.stdout);
}
