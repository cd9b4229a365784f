//! What rows ask of the receiving side, held against what it holds already.

use crate::support::{Folder, books};

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
fn a_row_that_is_skipped_is_judged_by_its_action_alone() {
    let more = r#"
[[sheet.rule]]
check = "seeds < 1000"
[[sheet.rule]]
unique = ["Family"]
[[sheet.figure]]
label = "Seeds"
value = "SUM(seeds)"
"#;
    // Cells, rules, values that must be unique and totals leave the second row out, and judge the same in the third.
    let rows = "N,A-8,Poaceae,5,,,\n-,A-9,Poaceae,many,crate,,\nN,A-9,Poaceae,2000,crate,,\n -,A-7,,2000,,,\n";
    let ran = folder(&format!("{INTENT}{more}"), rows).check_in_pieces();
    assert_eq!(
        ran.places(),
        ["off-list 4 E A-9", "repeated-row 4 C A-9", "rule-broken 4 D A-9", "spaces-around 5 A A-7"],
        "{:?}",
        ran.findings()
    );
    assert_eq!(ran.json()["figures"][0]["value"], "2005");
    // A sheet without the words for it knows no such rows.
    let other = folder("[sheet.intent]\n", "-,A-9,Poaceae,many,crate,,\n").check_in_pieces();
    assert_eq!(other.places().len(), 2, "{:?}", other.findings());
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
    // The row that creates it again is there, and the one that removes it is not.
    assert_eq!(
        said(&intent, "N,A-2,Fabaceae,800,BOX,,\n"),
        [
            "already-held 2 No is \"A-2\": the row asks for a new record, and this one is held already. To change Unit, a row above it must remove the record first."
        ]
    );
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
fn a_later_row_is_compared_with_what_the_earlier_ones_gave() {
    let declared = format!(
        "{INTENT}fixed = [\"Family\"]\nblank_cells = {{ Remark = \"wipe\" }}\nsequences = [[\"create\", \"change\"], [\"change\", \"change\"]]\n"
    );
    let rows = "N,A-9,Poaceae,5,,x,\nC,A-9,,5.0,BOX,x,\nC,A-9,Rosaceae,6,,x,\nC,A-9,,6,,,\nC,A-1,,6,,fragile,\nC,A-1,,1200,,fragile,\nC,A-1,,1200,,fragile,\nR,A-2,,,,,\nN,A-2,Poaceae,,,,\nC,A-2,,,BOX,,\n";
    assert_eq!(
        said(&declared, rows),
        [
            "nothing-changed 3 No is \"A-9\": the row changes nothing: rows above it have asked for all of it.",
            "fixed-value 4 Family is \"Rosaceae\": it cannot be changed, and \"Poaceae\" is held.",
            "value-wiped 5 Remark is blank, which deletes what is held: \"x\".",
            "nothing-changed 8 No is \"A-1\": the row changes nothing: rows above it have asked for all of it.",
            "nothing-changed 11 No is \"A-2\": the row changes nothing: rows above it have asked for all of it.",
        ]
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

const SEVERAL: &str = r#"
[reference.held]
file = "held.csv"
[reference.tests]
file = "tests.csv"
[[sheet]]
key = ["No"]
column = [
  { heading = "Do" },
  { heading = "No", separator = ";" },
  { heading = "Seeds", type = "decimal" },
  { heading = "Unit", default = "2" },
]
[sheet.existing]
reference = "held"
[sheet.intent]
action = "Do"
words = { create = ["N"], change = ["C"], remove = ["R"] }
locked_when = "existing.State = 'cancelled'"
kept_by = [{ reference = "tests", column = "Accession" }]
[[sheet.figure]]
label = "Seeds"
value = "SUM(Seeds)"
"#;

fn several(rows: &str) -> Folder {
    let folder = Folder::with(SEVERAL, format!("Do,No,Seeds,Unit\n{rows}"));
    folder.write("held.csv", HELD);
    folder.write("tests.csv", "Test,Accession\nT-1,A-1\n");
    folder
}

#[test]
fn a_cell_that_names_several_records_asks_for_each_of_them() {
    let said = |rows: &str| {
        let ran = several(rows).check_in_pieces();
        let said = |(code, row, message): (String, u64, String)| format!("{code} {row} {message}");
        ran.findings().into_iter().map(said).collect::<Vec<_>>()
    };
    assert_eq!(said("C,A-1,5,\nN,B-1;B-2,5,\nR,A-4;A-2,,\n"), [] as [&str; 0]);
    // One that is wrong is named, and refuses the row: none of the others has been asked for.
    assert_eq!(
        said("C,A-1;A-9,5,\nN,B-1;A-2,5,\nC,A-2;A-3,5,\nR,A-2;A-1,,\nC,A-1;A-2,5,\nN,B-1;B-3,5,\n"),
        [
            "not-held 2 No is \"A-1;A-9\": for \"A-9\", the row asks to change, and no such record is held.",
            "already-held 3 No is \"B-1;A-2\": for \"A-2\", the row asks for a new record, and this one is held already.",
            "locked-record 4 No is \"A-2;A-3\": for \"A-3\", the record cannot be touched, since State of the existing record is cancelled.",
            "still-named 5 No is \"A-2;A-1\": for \"A-1\", the record cannot be removed while the list tests names it.",
        ]
    );
    // A later row sees each of them.
    let twice = said("N,B-1;B-2,5,\nN,B-3;B-2,5,\n");
    assert_eq!(twice, ["record-twice 3 No is \"B-3;B-2\": for \"B-2\", row 2 asks to create the same record already."]);
}

#[test]
fn a_preview_counts_each_record_of_a_cell() {
    let folder = several("C,A-1;A-2,5,\nN,B-1;B-2;B-3,7,\nC,A-1;B-9,1,\n");
    let ran =
        folder.run(&["preview", "data.csv", "-r", "t.rulebook.toml", "--format", "json", "--today", "2026-11-23"]);
    let json = ran.json();
    let counts = &json["sheets"][0];
    assert_eq!((&counts["created"], &counts["changed"], &counts["refused"]), (&3.into(), &2.into(), &2.into()));
    let keys: Vec<&str> = json["rows"].as_array().unwrap().iter().filter_map(|row| row["key"].as_str()).collect();
    assert_eq!(keys[..2], ["A-1", "A-2"]);
    // 1200 and 800 become 5 each, 15.5 and 7 stay, and three new ones have 7 each.
    let figure = &json["figures"][0];
    assert_eq!((figure["before"].as_str(), figure["after"].as_str()), (Some("2022.5"), Some("53.5")));
    let text = folder.run(&["preview", "data.csv", "-r", "t.rulebook.toml"]).stdout;
    assert!(text.contains("  records          3          2"), "{text}");
    assert!(text.contains("2 rows would go through; 1 row would stay behind"), "{text}");
}

#[test]
fn a_blank_cell_of_a_new_record_takes_the_default_unless_it_is_left() {
    let after = |more: &str| {
        let book = SEVERAL.replace("[[sheet.figure]]", &format!("{more}\n[[sheet.figure]]"));
        let book =
            book.replace("SUM(Seeds)", "SUM(CAST(Unit AS DECIMAL)) FILTER (WHERE Unit <> 'box' AND Unit <> 'bag')");
        let folder = Folder::with(&book, "Do,No,Seeds,Unit\nN,B-1,5,\nN,B-2,5,3\n");
        folder.write("held.csv", HELD);
        folder.write("tests.csv", "Test,Accession\nT-1,A-1\n");
        let ran = folder.run(&["preview", "data.csv", "-r", "t.rulebook.toml", "--format", "json"]);
        assert_ne!(ran.status, 2, "{}", ran.stderr);
        ran.json()["figures"][0]["after"].as_str().map(str::to_owned)
    };
    assert_eq!(after("").as_deref(), Some("5"));
    assert_eq!(after("blank_cell_on_create = 'leave'").as_deref(), Some("3"));
    assert_eq!(after("blank_cells_on_create = { Unit = 'leave' }").as_deref(), Some("3"));
    assert_eq!(
        after("blank_cell_on_create = 'leave'\nblank_cells_on_create = { Unit = 'default' }").as_deref(),
        Some("5")
    );
}

const TWO_SHEETS: &str = r#"
[reference.held]
file = "held.csv"
[reference.trials]
file = "trials.csv"
[[sheet]]
name = "Lots"
key = ["No"]
column = [{ heading = "Do" }, { heading = "No" }, { heading = "Made from" }]
[sheet.existing]
reference = "held"
[sheet.intent]
action = "Do"
kept_by = [{ sheet = "Trials", column = "Lot" }, { sheet = "lots", column = "Made from" }]
[[sheet]]
name = "Trials"
key = ["Trial"]
column = [{ heading = "Do" }, { heading = "Trial" }, { heading = "Lot" }]
[sheet.existing]
reference = "trials"
[sheet.intent]
action = "Do"
"#;

#[test]
fn a_record_that_another_row_of_the_upload_names_is_not_removed() {
    let lots = "Do,No,Made from\nremove,A-1,\nremove,A-2,\nremove,A-3,\nremove,A-4,\nchange,A-5,A-3\nremove,A-6,A-4\n";
    let trials = "Do,Trial,Lot\ncreate,T-9,A-1\nremove,T-1,A-2\n";
    let held = "No,Made from\nA-1,x\nA-2,x\nA-3,x\nA-4,x\nA-5,x\nA-6,x\n";
    let due = [
        "No is \"A-1\": the record cannot be removed while row 2 of the sheet \"Trials\" names it.",
        "No is \"A-3\": the record cannot be removed while row 6 names it.",
    ];
    let folder = Folder::new();
    folder.write("t.rulebook.toml", format!("[rulebook]\ntitle = 'T'\n{TWO_SHEETS}"));
    folder.write("held.csv", held);
    folder.write("trials.csv", "Trial,Lot\nT-1,A-2\n");
    folder.write("Lots.csv", lots);
    folder.write("Trials.csv", trials);
    folder
        .write("data.xlsx", books::tables(&[("Trials", &trials.replace(',', "|")), ("Lots", &lots.replace(',', "|"))]));
    for files in [vec!["data.xlsx"], vec!["Lots.csv", "Trials.csv"], vec!["Trials.csv", "Lots.csv"]] {
        let arguments = [&["check"], files.as_slice(), &["-r", "t.rulebook.toml", "--format", "json"]].concat();
        let ran = folder.run(&arguments);
        assert_ne!(ran.status, 2, "{}", ran.stderr);
        let said: Vec<String> = ran
            .findings()
            .into_iter()
            .map(|(code, _, message)| {
                assert_eq!(code, "still-named");
                message
            })
            .collect();
        assert_eq!(said, due, "{files:?}");
    }
    // What is refused late is taken back.
    let ran = folder.run(&["preview", "data.xlsx", "-r", "t.rulebook.toml", "--format", "json"]);
    let sheets = ran.json()["sheets"].clone();
    let lots = sheets.as_array().unwrap().iter().find(|sheet| sheet["sheet"] == "Lots").unwrap();
    assert_eq!((&lots["removed"], &lots["refused"], &lots["changed"]), (&3.into(), &2.into(), &1.into()));
    // A mistake has its place.
    for (wrong, due) in [
        ("sheet = \"Trial\"", "no sheet is called Trial; did you mean Trials?"),
        ("reference = \"held\", sheet = \"Trials\"", "kept_by names a reference or a sheet of the upload"),
        ("sheet = \"Trials\", when = \"Lot = 'x'\"", "when goes with a reference"),
    ] {
        let book = TWO_SHEETS.replacen("sheet = \"Trials\"", wrong, 1);
        folder.write("t.rulebook.toml", format!("[rulebook]\ntitle = 'T'\n{book}"));
        let ran = folder.run(&["check", "data.xlsx", "-r", "t.rulebook.toml"]);
        assert_eq!(ran.status, 2);
        assert!(ran.stderr.contains(due), "{}", ran.stderr);
    }
}
