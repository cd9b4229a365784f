//! Values that must be on another sheet of the same file.

use crate::support::books::tables;
use crate::support::{Folder, Ran};

const TESTS: &str = "[[sheet]]\nname = 'Tests'\nkey = ['Test']\ncolumn = [{ heading = 'Test' }, { heading = 'Lot no', allowed = { sheet = 'Lots', column = 'Lot' } }]\n";
const LOTS: &str = "[[sheet]]\nname = 'Lots'\nkey = ['Lot']\ncolumn = [{ heading = 'Lot' }, { heading = 'Genus' }]\n";

fn check(rulebook: &str, sheets: &[(&str, &str)]) -> Ran {
    let folder = Folder::with(rulebook, "");
    folder.write("data.xlsx", tables(sheets));
    folder.run(&["check", "data.xlsx", "-r", "t.rulebook.toml", "--format", "json"])
}

fn said(ran: &Ran) -> Vec<String> {
    let json = ran.json();
    let say = |finding: &serde_json::Value| {
        let text = |key: &str| finding[key].as_str().unwrap_or("-").to_owned();
        format!("{} {} {} {}", text("code"), text("sheet"), finding["row"].as_u64().unwrap_or(0), text("value"))
    };
    json["findings"].as_array().unwrap().iter().map(say).collect()
}

const GOOD: (&str, &str) = ("Lots", "Lot|Genus\nL-101|Primula\nL-102|Lotus\nL-103|Lotus");

#[test]
fn a_value_must_be_on_the_other_sheet_in_whatever_order_they_are() {
    let tests = ("Tests", "Test|Lot no\n1|L-101\n2|L-999\n3|\n4|L-102\n5|L-999");
    let due = ["not-on-sheet Tests 3 L-999", "not-on-sheet Tests 6 L-999"];
    for rulebook in [format!("{TESTS}{LOTS}"), format!("{LOTS}{TESTS}")] {
        for sheets in [[tests, GOOD], [GOOD, tests]] {
            let ran = check(&rulebook, &sheets);
            assert_eq!(said(&ran), due);
        }
    }
    let ran = check(&format!("{TESTS}{LOTS}"), &[tests, GOOD]);
    assert_eq!(ran.findings()[0].2, "Lot no is \"L-999\": it is not in the column \"Lot\" of the sheet \"Lots\".");
    assert_eq!(ran.json()["findings"][0]["column"], "B");
}

#[test]
fn a_slip_is_proposed_and_a_code_of_digits_is_not() {
    let lots = ("Lots", "Lot|Genus\nNorth meadow|Primula\n2026-00417|Lotus");
    let ran = check(
        &format!("{TESTS}{LOTS}"),
        &[("Tests", "Test|Lot no\n1|North medow\n2|2026-00418\n3|north meadow"), lots],
    );
    let proposed: Vec<_> =
        ran.json()["findings"].as_array().unwrap().iter().map(|each| each["correction"]["value"].clone()).collect();
    assert_eq!(proposed, ["North meadow".into(), serde_json::Value::Null, "North meadow".into()]);
}

#[test]
fn both_ways_each_value_of_the_other_sheet_must_be_used() {
    let both = TESTS.replace("column = 'Lot' }", "column = 'Lot', both_ways = true }");
    let ran = check(&format!("{both}{LOTS}"), &[("Tests", "Test|Lot no\n1|L-101\n2|L-103"), GOOD]);
    assert_eq!(said(&ran), ["not-used Lots 3 L-102"]);
    assert!(ran.findings()[0].2.contains("no row of the sheet \"Tests\" has it in \"Lot no\""), "{:?}", ran.findings());
}

#[test]
fn numbers_are_compared_by_value_and_what_cannot_be_read_is_left_out() {
    let typed = |sheet: &str| {
        sheet
            .replace("'Lot no', ", "'Lot no', type = 'whole', ")
            .replace("{ heading = 'Lot' }", "{ heading = 'Lot', type = 'whole' }")
    };
    let ran = check(
        &format!("{}{}", typed(TESTS), typed(LOTS)),
        &[("Tests", "Test|Lot no\n1|007\n2|8\n3|x"), ("Lots", "Lot|Genus\n7|Primula")],
    );
    assert_eq!(
        said(&ran).iter().filter(|each| each.starts_with("not-on")).collect::<Vec<_>>(),
        ["not-on-sheet Tests 3 8"]
    );
}

#[test]
fn a_sheet_that_is_missing_is_one_finding() {
    let lots = LOTS.replace("name = 'Lots'", "name = 'Lots'\nrequired = true");
    let ran = check(&format!("{TESTS}{lots}"), &[("Tests", "Test|Lot no\n1|L-101\n2|L-102")]);
    assert_eq!(said(&ran), ["missing-sheet - 0 -"]);
}

#[test]
fn delimited_files_take_the_place_of_sheets() {
    let folder = Folder::with(&format!("{TESTS}{LOTS}"), "Test,Lot no\n1,L-101\n2,L-555\n");
    folder.write("lots.csv", "Lot,Genus\nL-101,Primula\n");
    for files in [["data.csv", "lots.csv"], ["lots.csv", "data.csv"]] {
        let ran = folder.run(&[&["check"][..], &files, &["-r", "t.rulebook.toml", "--format", "json"]].concat());
        let json = ran.json();
        let found = &json["findings"][0];
        assert_eq!(
            (found["code"].as_str(), found["file"].as_str(), found["row"].as_u64()),
            (Some("not-on-sheet"), Some("data.csv"), Some(3)),
            "{files:?}"
        );
    }
}

#[test]
fn a_batch_of_workbooks_is_looked_up_each_in_itself() {
    let folder = Folder::with(&format!("{TESTS}{LOTS}"), "");
    folder.write("one.xlsx", tables(&[("Tests", "Test|Lot no\n1|L-101"), ("Lots", "Lot|Genus\nL-101|x")]));
    folder.write("two.xlsx", tables(&[("Tests", "Test|Lot no\n1|L-101"), ("Lots", "Lot|Genus\nL-777|x")]));
    let ran = folder.run(&["check", "one.xlsx", "two.xlsx", "-r", "t.rulebook.toml", "--format", "json"]);
    let json = ran.json();
    assert_eq!(
        (ran.codes(), json["findings"][0]["file"].as_str()),
        (vec!["not-on-sheet".to_owned()], Some("two.xlsx"))
    );
}

#[test]
fn mistakes_are_said_with_their_place() {
    for (from, to, due) in [
        ("sheet = 'Lots'", "sheet = 'Lost'", "no sheet is called Lost; did you mean Lots?"),
        ("column = 'Lot' }", "column = 'Lott' }", "the sheet Lots has no column Lott; did you mean Lot?"),
        (
            "sheet = 'Lots', column = 'Lot'",
            "sheet = 'Tests', column = 'Lot no'",
            "a column cannot be looked up in itself",
        ),
        ("column = 'Lot' }", "heading = 'Lot' }", "heading"),
    ] {
        let rulebook = format!("{TESTS}{LOTS}").replacen(from, to, 1);
        let ran = check(&rulebook, &[GOOD]);
        assert!(ran.status == 2 && ran.stderr.contains(due), "{due}: {}", ran.stderr);
    }
    let folder = Folder::with(&format!("{TESTS}{LOTS}"), "");
    let guide = folder.run(&["rulebook", "t.rulebook.toml"]).stdout;
    assert!(guide.contains("value of the column") && guide.contains("Lots"), "{guide}");
    assert_eq!(folder.run(&["template", "t.rulebook.toml", "-o", "blank.xlsx"]).status, 0);
}
