//! What rows ask of the receiving side, held against what it holds already.
#![allow(missing_docs, clippy::unwrap_used)]

mod support;

use support::{Folder, books};

const HELD: &str = "No,Family,Seeds,Unit,Remark,State,Tags\nA-1,Rosaceae,1200,box,fragile,held,red; blue\nA-2,Fabaceae,800,bag,,held,\nA-3,Poaceae,15.50,box,,cancelled,\nA-4,Poaceae,7,box,,archived,\n";

const SHEET: &str = r#"
[reference.held]
file = "held.csv"
[reference.tests]
file = "tests.csv"
[[sheet]]
key = ["No"]
column = [
  { heading = "Do" },
  { heading = "No" },
  { heading = "Family" },
  { heading = "Seeds", type = "decimal" },
  { heading = "Unit", allowed = { BOX = "box", BAG = "bag" }, default = "BOX" },
  { heading = "Remark" },
  { heading = "Tags", separator = ";" },
]
[sheet.existing]
reference = "held"
"#;

const INTENT: &str = "[sheet.intent]\naction = \"Do\"\nwords = { create = [\"N\", \"new\"], change = [\"C\"], remove = [\"R\"], skip = [\"-\"] }\n";

fn folder(intent: &str, rows: &str) -> Folder {
    let folder = Folder::with(&format!("{SHEET}{intent}"), format!("Do,No,Family,Seeds,Unit,Remark,Tags\n{rows}"));
    folder.write("held.csv", HELD);
    folder.write("tests.csv", "Test,Accession,State\nT-1,A-1,planned\nT-2,A-2,done\n");
    folder
}

/// The findings as `code row message`.
fn said(intent: &str, rows: &str) -> Vec<String> {
    let ran = folder(intent, rows).check_in_pieces();
    assert_ne!(ran.status, 2, "{}", ran.stderr);
    ran.findings().into_iter().map(|(code, row, message)| format!("{code} {row} {message}")).collect()
}

/// The codes with their rows.
fn codes(intent: &str, rows: &str) -> Vec<String> {
    said(intent, rows).iter().map(|each| each.split(' ').take(2).collect::<Vec<_>>().join(" ")).collect()
}

#[test]
fn an_action_is_held_against_what_is_there() {
    let rows = "N,A-9,,,,,\nN,A-1,,,,,\nC,A-8,,5,,,\nR,A-7,,,,,\nC,,,5,,,\nN,,,,,,\namend,A-2,,9,,,\nn,A-2,,,,,\n-,A-1,x,9,,,\nC,A-2,,801,,,\n";
    assert_eq!(
        said(INTENT, rows),
        [
            "already-held 3 No is \"A-1\": the row asks for a new record, and this one is held already.",
            "not-held 4 No is \"A-8\": the row asks to change, and no such record is held.",
            "not-held 5 No is \"A-7\": the row asks to remove, and no such record is held.",
            "key-missing 6 No is blank, and a row that asks to change must name the record: fill it in.",
            "key-missing 7 No is blank, and a new record needs it: fill it in.",
            "unknown-action 8 Do is \"amend\": it is none of \"N\", \"new\", \"C\", \"R\" and \"-\".",
            "unknown-action 9 Do is \"n\": it is none of \"N\", \"new\", \"C\", \"R\" and \"-\".",
        ]
    );
}

#[test]
fn a_blank_action_and_the_key_decide_as_the_rulebook_says() {
    // Held: a change. Not held: a new record.
    assert_eq!(codes(INTENT, ",A-1,Rosaceae,1,,,\n,A-9,,,,,\n"), Vec::<String>::new());
    assert_eq!(codes(&format!("{INTENT}unknown_key = \"error\"\n"), ",A-1,,1,,,\n,A-9,,,,,\n"), ["not-held 3"]);
    assert_eq!(codes(&format!("{INTENT}blank = \"create\"\n"), ",A-1,,1,,,\n,A-9,,,,,\n"), ["already-held 2"]);
    assert_eq!(codes(&format!("{INTENT}blank = \"skip\"\n"), ",A-1,,1,,,\n,A-9,,,,,\n"), Vec::<String>::new());
    // Without a column of actions, the key alone decides.
    assert_eq!(codes("[sheet.intent]\nunknown_key = \"error\"\n", "R,A-9,,,,,\nR,A-1,,5,,,\n"), ["not-held 2"]);
    assert_eq!(
        codes(&format!("{INTENT}takes = [\"create\"]\n"), "C,A-1,,1,,,\nN,A-9,,,,,\nR,A-2,,,,,\n"),
        ["action-not-accepted 2", "action-not-accepted 4"]
    );
}

#[test]
fn the_receiving_side_may_give_the_key() {
    let blank = format!("{INTENT}key_on_create = \"blank\"\n");
    assert_eq!(codes(&blank, "N,,,5,,,\nN,A-9,,5,,,\n,,,5,,,\nC,,,5,,,\n"), ["key-on-create 3", "key-missing 5"]);
    let either = format!("{INTENT}key_on_create = \"either\"\n");
    assert_eq!(codes(&either, "N,,,5,,,\nN,A-9,,5,,,\n,,,5,,,\n"), Vec::<String>::new());
}

#[test]
fn what_changes_is_compared_by_value() {
    let same = "C,A-1,Rosaceae,1200.0,BOX,fragile,blue;red\n";
    assert_eq!(
        said(INTENT, same),
        ["nothing-changed 2 No is \"A-1\": the row changes nothing: all of it is held already."]
    );
    for other in [
        "C,A-1,rosaceae,1200,BOX,fragile,blue;red\n",
        "C,A-1,Rosaceae,1201,BOX,fragile,blue;red\n",
        "C,A-1,Rosaceae,1200,BAG,fragile,blue;red\n",
        "C,A-1,Rosaceae,1200,BOX,fragile,blue;green\n",
    ] {
        assert_eq!(said(INTENT, other), Vec::<String>::new(), "{other}");
    }
    // A difference of case may be declared to be no change, and a blank cell leaves what is held.
    assert_eq!(codes(&format!("{INTENT}fold = [\"case\"]\n"), "C,A-1,ROSACEAE,,,,\n"), ["nothing-changed 2"]);
}

#[test]
fn some_columns_cannot_be_changed() {
    let intent = format!("{INTENT}fixed = [\"Family\"]\nrecreate = [\"Unit\"]\n");
    assert_eq!(
        said(&intent, "C,A-1,Fabaceae,1200,BOX,,\nC,A-2,,,BOX,,\nN,A-9,Poaceae,,BAG,,\n"),
        [
            "fixed-value 2 Family is \"Fabaceae\": it cannot be changed, and \"Rosaceae\" is held.",
            "needs-new-record 3 Unit is \"BOX\": \"bag\" is held; it can only be changed by a row that removes the record and one below that creates it again.",
        ]
    );
    let proposed =
        folder(&intent, "C,A-1,Fabaceae,1200,BOX,,\n").check(&[]).json()["findings"][0]["correction"].clone();
    assert_eq!((proposed["value"].as_str(), proposed["certainty"].as_str()), (Some("Rosaceae"), Some("likely")));
    // Both rows are there.
    assert_eq!(codes(&intent, "R,A-2,,,,,\nN,A-2,Fabaceae,800,BOX,,\n"), Vec::<String>::new());
}

#[test]
fn a_blank_cell_leaves_or_wipes_or_puts_the_default() {
    let row = "C,A-1,Rosaceae,1200,,,\n";
    assert_eq!(codes(INTENT, row), ["nothing-changed 2"]);
    assert_eq!(
        said(&format!("{INTENT}blank_cells = {{ Remark = \"wipe\" }}\n"), row),
        ["value-wiped 2 Remark is blank, which deletes what is held: \"fragile\"."]
    );
    assert_eq!(
        codes(&format!("{INTENT}blank_cell = \"wipe\"\nblank_cells = {{ Unit = \"leave\" }}\n"), row),
        ["value-wiped 2", "value-wiped 2"]
    );
    // The default of the unit is what is held of A-1, and another than that of A-2.
    let default = format!("{INTENT}blank_cells = {{ Unit = \"default\" }}\nfixed = [\"Unit\"]\n");
    assert_eq!(codes(&default, "C,A-1,Rosaceae,1200,,,\nC,A-2,,,,,\n"), ["nothing-changed 2", "fixed-value 3"]);
    // A column that the file does not have is left alone.
    let without = Folder::with(&format!("{SHEET}{INTENT}blank_cell = \"wipe\"\n"), "Do,No,Seeds\nC,A-1,9\n");
    without.write("held.csv", HELD);
    without.write("tests.csv", "Test,Accession\nT,A\n");
    let found = without.check(&[]).codes();
    assert!(!found.contains(&"value-wiped".to_owned()), "{found:?}");
}

#[test]
fn a_record_may_be_locked_or_removed_or_named_by_another_list() {
    let intent = format!(
        "{INTENT}locked_when = \"existing.state = 'cancelled' AND seeds > 1\"\nremoved_when = \"state = 'archived'\"\nkept_by = [{{ reference = \"tests\", column = \"Accession\", when = \"state = 'planned'\" }}]\n"
    );
    let rows = "C,A-3,,9,,,\nC,A-3,,1,,,\nR,A-1,,,,,\nR,A-2,,,,,\nC,A-4,,1,,,\nN,A-4,,,,,\n";
    assert_eq!(
        said(&intent, rows),
        [
            "locked-record 2 No is \"A-3\": the record cannot be touched, since State of the existing record is cancelled and Seeds is more than 1.",
            "still-named 4 No is \"A-1\": the record cannot be removed while the list tests names it.",
            "not-held 6 No is \"A-4\": the row asks to change, and the record counts as removed.",
            "already-held 7 No is \"A-4\": the row asks for a new record, and this one was held and counts as removed.",
        ]
    );
    assert_eq!(codes(&format!("{intent}take_up = true\n"), "N,A-4,,,,,\n"), Vec::<String>::new());
}

#[test]
fn what_keeps_a_record_may_depend_on_the_day() {
    let sheet = SHEET.replace("\"tests.csv\"", "\"tests.csv\"\ntypes = { Due = \"date\" }");
    let kept = "kept_by = [{ reference = \"tests\", column = \"Accession\", when = \"due > CURRENT_DATE\" }]\n";
    let folder = Folder::with(&format!("{sheet}{INTENT}{kept}"), "Do,No\nR,A-1\nR,A-2\n");
    folder.write("held.csv", HELD);
    folder.write("tests.csv", "Accession,Due\nA-1,2026-11-20\nA-2,2026-11-30\n");
    let kept_on = |day: &str| -> Vec<u64> {
        let found = folder
            .run(&["check", "data.csv", "--rulebook", "t.rulebook.toml", "--format", "json", "--today", day])
            .findings();
        found.iter().filter(|(code, ..)| code == "still-named").map(|(_, row, _)| *row).collect()
    };
    assert_eq!(kept_on("2026-11-19"), [2, 3]);
    assert_eq!(kept_on("2026-11-25"), [3]);
    assert_eq!(kept_on("2026-12-01"), [0_u64; 0]);
}

#[test]
fn the_blank_part_of_a_key_is_the_one_that_is_named() {
    let sheet = SHEET.replace("key = [\"No\"]", "key = [\"No\", \"Unit\"]").replace(", default = \"BOX\"", "");
    let folder = Folder::with(&format!("{sheet}{INTENT}"), "Do,No,Unit,Seeds\nC,A-1,,5\nC,,,5\n");
    folder.write("held.csv", HELD);
    folder.write("tests.csv", "Accession\nA-7\n");
    let missing = folder.check_in_pieces().findings().into_iter().filter(|(code, ..)| code == "key-missing");
    assert_eq!(
        missing.map(|(_, row, message)| format!("{row} {message}")).collect::<Vec<_>>(),
        [
            "2 Unit is blank, and a row that asks to change must name the record: fill it in.",
            "3 No is blank, and a row that asks to change must name the record: fill it in.",
        ]
    );
}

#[test]
fn a_row_sees_what_earlier_rows_did_unless_they_are_refused() {
    let rows =
        "C,A-1,,5,,,\nC,A-1,,6,,,\nR,A-2,,,,,\nC,A-2,,6,,,\nN,A-2,,6,,,\nN,A-9,,x,,,\nN,A-9,,6,,,\nN,A-9,,7,,,\n";
    assert_eq!(
        said(INTENT, rows),
        [
            "record-twice 3 No is \"A-1\": row 2 asks to change the same record already.",
            "not-held 5 No is \"A-2\": the row asks to change, and row 4 has removed the record.",
            "not-number 7 Seeds is \"x\": it should be a number, in digits only.",
            "record-twice 9 No is \"A-9\": row 8 asks to create the same record already.",
        ]
    );
    let declared = format!("{INTENT}sequences = [[\"create\", \"change\"], [\"change\", \"change\"]]\n");
    assert_eq!(
        codes(&declared, "N,A-9,,5,,,\nC,A-9,,6,,,\nC,A-1,,6,,,\nC,A-1,,7,,,\nR,A-1,,,,,\n"),
        ["record-twice 6"]
    );
}

#[test]
fn the_record_may_be_found_by_another_key_than_the_rows_own() {
    let lookup = "[[sheet.lookup]]\nexisting = true\nkeys = [{ by = { No = \"No\" } }, { by = { Remark = \"Remark\" }, fold = [\"case\"] }]\n";
    let rows = "C,,Rosaceae,9,,FRAGILE,\nC,A-2,,9,,fragile,\nN,A-9,,9,,,\nC,,,9,,sturdy,\n";
    assert_eq!(codes(&format!("{lookup}{INTENT}"), rows), ["keys-disagree 3", "not-held 5"]);
}

#[test]
fn without_an_export_only_the_row_itself_is_judged() {
    let sheet = SHEET
        .replace("[reference.held]\nfile = \"held.csv\"\n", "")
        .replace("[sheet.existing]\nreference = \"held\"\n", "");
    let folder = Folder::with(
        &format!("{sheet}{INTENT}"),
        "Do,No,Family,Seeds,Unit,Remark,Tags\nC,A-1,,5,,,\nC,,,5,,,\nN,A-9,,,,,\nN,A-9,,,,,\nx,A-2,,,,,\n",
    );
    folder.write("tests.csv", "Test,Accession\nT,A\n");
    let found: Vec<String> =
        folder.check_in_pieces().findings().into_iter().map(|(code, row, _)| format!("{code} {row}")).collect();
    assert_eq!(found, ["key-missing 3", "record-twice 5", "unknown-action 6"]);
}

#[test]
fn a_workbook_held_against_a_workbook_is_judged_as_text_against_text() {
    let rows = "Do,No,Family,Seeds,Unit,Remark,Tags\nC,A-1,Fabaceae,1200,BOX,fragile,blue; red\nN,A-2,,9,,,\nR,A-9,,,,,\nC,A-3,,15.5,,,\nC,A-2,,801,,,\n";
    let intent = format!("{INTENT}fixed = [\"Family\"]\nlocked_when = \"existing.state = 'cancelled'\"\n");
    let folder = folder(&intent, "");
    let lines = |text: &str| text.replace(',', "|");
    folder.write("data.csv", rows);
    folder.write("data.xlsx", books::tables(&[("Rows", &lines(rows))]));
    folder.write("held.xlsx", books::tables(&[("Read me", "An export"), ("Records", &lines(HELD))]));
    folder.write(
        "second.rulebook.toml",
        std::fs::read_to_string(folder.path().join("t.rulebook.toml"))
            .unwrap()
            .replace("file = \"held.csv\"", "file = \"held.xlsx\"\nsheet = \"Records\""),
    );
    let said = |file: &str, rulebook: &str| -> Vec<String> {
        let ran = folder.run(&["check", file, "-r", rulebook, "--format", "json", "--today", "2026-11-23"]);
        assert_ne!(ran.status, 2, "{}", ran.stderr);
        let ours = ["fixed-value", "already-held", "not-held", "locked-record", "record-twice"];
        let found = ran.findings().into_iter().filter(|(code, ..)| ours.contains(&code.as_str()));
        found.map(|(code, row, message)| format!("{code} {row} {message}")).collect()
    };
    let due = said("data.csv", "t.rulebook.toml");
    assert_eq!(due.len(), 4, "{due:?}");
    for (file, rulebook) in
        [("data.xlsx", "t.rulebook.toml"), ("data.csv", "second.rulebook.toml"), ("data.xlsx", "second.rulebook.toml")]
    {
        assert_eq!(said(file, rulebook), due, "{file} {rulebook}");
    }
}

#[test]
fn an_export_that_lacks_what_is_needed_is_blamed_and_not_the_rulebook() {
    let intent = format!("{INTENT}locked_when = \"existing.state = 'cancelled'\"\n");
    let folder = folder(&intent, "C,A-1,,5,,,\n");
    for (export, why) in [
        ("Family,Seeds\nRosaceae,5\n", "other.csv: it has no column No, by which records are known"),
        (
            "No,Seeds\nA-1,5\n",
            "other.csv: it does not have what t.rulebook.toml needs: the existing records have no column state",
        ),
    ] {
        folder.write("other.csv", export);
        let ran = folder.check(&["--existing", "other.csv"]);
        assert_eq!(ran.status, 2, "{export}");
        assert!(ran.stderr.contains(why), "{why}: {}", ran.stderr);
    }
}

#[test]
fn a_key_that_another_system_gave_is_named_as_that() {
    let folder = folder(INTENT, "C,B-7,,5,,,\nC,B-8,,5,,,\n");
    folder.write("other.csv", "Seeds,No\n5,B-7\n");
    let messages = |arguments: &[&str]| -> Vec<String> {
        let ran = folder.check(arguments);
        assert_ne!(ran.status, 2, "{}", ran.stderr);
        ran.findings().into_iter().map(|(.., message)| message).collect()
    };
    assert_eq!(
        messages(&["--existing-of", "the north register=other.csv"]),
        [
            "No is \"B-7\": the row asks to change, and no such record is held. The key was given by the north register, and this side has another one for it.",
            "No is \"B-8\": the row asks to change, and no such record is held.",
        ]
    );
    for (argument, why) in [("other.csv", "it is written NAME=FILE"), ("north=none.csv", "none.csv")] {
        let ran = folder.check(&["--existing-of", argument]);
        assert_eq!(ran.status, 2);
        assert!(ran.stderr.contains(why), "{}", ran.stderr);
    }
}

#[test]
fn rows_that_ask_for_nothing_do_not_count_in_sums() {
    let sum =
        |running: &str| format!("{INTENT}[[sheet.rule]]\neach = \"sheet\"\ncheck = \"SUM(seeds) <= 10\"\n{running}");
    let rows = "C,A-1,,6,,,\n-,A-2,,6,,,\nC,A-3,,4,,,\n";
    assert_eq!(codes(&sum(""), rows), Vec::<String>::new());
    assert_eq!(codes(&sum("running = true\n"), rows), Vec::<String>::new());
    assert_eq!(
        codes(&sum("running = true\n"), "C,A-1,,6,,,\nC,A-2,,6,,,\nC,A-3,,4,,,\n"),
        ["group-broken 3", "group-broken 4"]
    );
}

#[test]
fn mistakes_of_an_intent_are_reported_with_their_places() {
    let cases: &[(&str, &str)] = &[
        ("action = \"Doo\"", "no column is called Doo; did you mean Do?"),
        ("words = { create = [\"N\"] }", "words go with action"),
        ("action = \"Do\"\nwords = { create = [\"N\"], change = [\"N\"] }", "\"N\" means create already"),
        ("fixed = [\"Famly\"]", "no column is called Famly; did you mean Family?"),
        ("blank_cells = { Remark = \"default\" }", "Remark has no default that a blank cell could put"),
        ("removed_when = \"stat = 'x'\"", "no column is called stat; did you mean State?"),
        (
            "kept_by = [{ reference = \"test\", column = \"Accession\" }]",
            "there is no reference test; did you mean tests?",
        ),
        (
            "kept_by = [{ reference = \"tests\", column = \"Acession\" }]",
            "the list tests has no column Acession; did you mean Accession?",
        ),
        ("takes = [\"update\"]", "there is no value update"),
    ];
    for (intent, message) in cases {
        let ran = folder(&format!("[sheet.intent]\n{intent}\n"), "").run(&["rulebook", "t.rulebook.toml"]);
        let all = format!("{}{}", ran.stdout, ran.stderr);
        assert!(all.contains(message), "{message}: {all}");
    }
}

#[test]
fn rows_of_an_add_on_that_are_held_already_are_named() {
    let sheet = "[[sheet]]\nkey = [\"No\"]\ncolumn = [{ heading = \"No\" }, { heading = \"Seeds\", type = \"decimal\" }, { heading = \"Note\" }]\n";
    let folder = Folder::with(sheet, "No,Seeds,Note\n1,10.0,\n2,5,x\n3,5,x\n1,10,y\n,7,\n");
    folder.write("held.csv", "Seeds,No,State\n10,1,held\n\n5,2,held\n5,2,sent\n7,,held\n");
    let said = |file: &str| -> Vec<String> {
        let ran = folder.check(&["--existing", file]);
        let found = ran.findings().into_iter().filter(|(code, ..)| code == "held-row");
        found.map(|(code, row, message)| format!("{code} {row} {message}")).collect()
    };
    let due = [
        "held-row 2 The row is held already: it is the same as row 2 of the existing records, in every column that both have.",
        "held-row 3 The row is held already: it is the same as rows 4 and 5 of the existing records, in every column that both have.",
        "held-row 5 The row is held already: it is the same as row 2 of the existing records, in every column that both have.",
        "held-row 6 The row is held already: it is the same as row 6 of the existing records, in every column that both have.",
    ];
    assert_eq!(said("held.csv"), due);
    // With one more column in common, fewer rows are the same.
    folder.write("more.csv", "Seeds,No,Note\n10,1,\n5,2,x\n5,3,z\n");
    assert_eq!(said("more.csv").len(), 2);
}
