//! Repeated column sets: the same columns several times side by side, each time for another entry of the row.

use crate::support::books::{ods, rows, table};
use crate::support::{Folder, Ran};

const COLUMNS: &str = "[[sheet]]\nname = 'Stores'\nkey = ['Lot']\ncolumn = [{ heading = 'Lot', required = true }, \
    { heading = 'Store {n}', name = 'store_{n}', times = 3, required = true, allowed = ['A', 'B', 'C'] }, \
    { heading = 'Grams {n}', name = 'grams_{n}', times = 3, type = 'decimal', required_when = \"store_{n} = 'C'\" }, \
    { heading = 'Note' }]\n";
const SET: &str = "[[sheet.set]]\nname = 'places'\ncolumns = ['store_{n}', 'grams_{n}']\nkey = ['store_{n}']\n";
const HEADINGS: &str = "Lot,Store 1,Grams 1,Store 2,Grams 2,Store 3,Grams 3,Note\n";

fn ran(more: &str, lines: &str) -> Ran {
    Folder::with(&format!("{COLUMNS}{SET}{more}"), format!("{HEADINGS}{lines}")).check_in_pieces()
}

fn found(more: &str, lines: &str) -> Vec<String> {
    ran(more, lines).places()
}

#[test]
fn an_entry_is_whole_if_begun_and_none_before_it_is_empty() {
    assert_eq!(found("", "1,A,2,B,,,,\n2,,,,,,,x\n3,A,1,B,1,C,1,\n"), [] as [&str; 0]);
    let lines = "1,,5,,,,,\n2,A,,,,B,,\n3,C,,,,,,\n4,,,,,,1,\n";
    assert_eq!(
        found("", lines),
        ["missing-value 2 B 1", "gap-in-list 3 F 2", "missing-when 4 C 3", "missing-value 5 F 4", "gap-in-list 5 F 4"]
    );
    let said = ran("", lines).findings();
    assert_eq!(said[0].2, "Store 1 is blank; it must be filled in each entry of places.");
    assert_eq!(said[1].2, "Entry 3 of places is filled and entry 2 is empty; they must be filled from the first on.");
    assert_eq!(said[4].2, "Entry 3 of places is filled and entry 1 is empty; they must be filled from the first on.");
}

#[test]
fn no_two_entries_of_a_row_are_the_same_by_their_key() {
    let lines = "1,A,2,A,3,A,,\n2,B,1,C,1,B,1,\n3,A,1,B,1,C,1,\n";
    assert_eq!(found("", lines), ["repeated-entry 2 D 1", "repeated-entry 2 F 1", "repeated-entry 3 F 2"]);
    assert_eq!(ran("", lines).findings()[2].2, "Entry 3 of places is the same as entry 1 of the row.");
    // Without a key of their own, entries differ if any of their columns does; numbers go by their value.
    let whole = format!(
        "{COLUMNS}[[sheet.set]]\nname = 'places'\nentries = [['store_1', 'grams_1'], ['store_2', 'grams_2'], ['store_3', 'grams_3']]\n"
    );
    let folder = Folder::with(&whole, format!("{HEADINGS}1,A,2,A,3,A,2.0,\n"));
    assert_eq!(folder.check_in_pieces().places(), ["repeated-entry 2 F 1"]);
}

#[test]
fn a_row_has_the_least_entries_that_are_asked() {
    assert_eq!(found("min = 2", "1,A,1,,,,,\n2,A,1,B,1,,,\n3,,,,,,,x\n"), ["entry-count 2 B 1", "entry-count 4 B 3"]);
    let said = ran("min = 2", "1,A,1,,,,,\n2,,,,,,,x\n").findings();
    assert_eq!(said[0].2, "The row has 1 entry of places; at least 2 must be given.");
    assert_eq!(said[1].2, "The row has no entry of places; at least 2 must be given.");
}

#[test]
fn more_entries_go_on_in_a_further_row_with_the_same_key() {
    let full = "1,A,1,B,1,C,1,\n";
    // Wherever the further row is; doubles are looked for across the rows.
    assert_eq!(
        found("further_rows = true\nmin = 2", &format!("{full}2,A,1,B,1,,,\n1,A,2,,,,,\n")),
        ["repeated-entry 4 B 1"]
    );
    let said = ran("further_rows = true", &format!("{full}2,A,1,,,,,\n1,A,2,,,,,\n")).findings();
    assert_eq!(said[0].2, "Entry 1 of places is the same as one in row 2.");
    // Only where the row before is full, which the further row itself must be too before another one.
    let lines = format!("2,A,1,,,,,\n{full}2,B,1,,,,,\n2,C,1,,,,,\n");
    assert_eq!(found("further_rows = true", &lines), ["room-left 4 B 2", "room-left 5 B 2"]);
    let said = ran("further_rows = true", &lines).findings();
    assert_eq!(
        said[0].2,
        "The row goes on with the places of row 2, which has room for more of them; fill that one first."
    );
    // Where none are declared, a second row is none of the set's business.
    assert_eq!(found("", &format!("{full}{full}")), [] as [&str; 0]);
}

#[test]
fn a_rule_is_written_once_for_all_entries() {
    let rule = "[[sheet.rule]]\nset = 'places'\ncheck = \"grams_{n} < 10 OR store_{n} = 'A'\"\nmessage = 'Stores other than A hold less than 10 g'\n";
    assert_eq!(found(rule, "1,A,20,B,5,C,30,\n2,B,11,,,,,\n"), ["rule-broken 2 F 1", "rule-broken 3 B 2"]);
    let guide =
        Folder::with(&format!("{COLUMNS}{SET}{rule}"), "").run(&["rulebook", "t.rulebook.toml", "--width", "300"]);
    let due = "1. For each of the places, as for the first: Grams 1 must be less than 10 or Store 1 must be A.";
    assert!(guide.stdout.contains(due) && !guide.stdout.contains("\n 2. "), "{}", guide.stdout);
    assert_eq!(guide.stdout.matches("advice").count(), 2, "one piece of advice, and its count: {}", guide.stdout);
}

#[test]
fn sets_may_be_uneven_and_their_headings_may_just_repeat() {
    let uneven = "[[sheet]]\ncolumn = [{ heading = 'Id' }, { heading = 'Name {n}', times = 3 }, { heading = 'Phone {n}', times = 2 }, { heading = 'End' }]\n\
        [[sheet.set]]\nname = 'people'\ncolumns = ['Name {n}', 'Phone {n}']\n";
    let folder = Folder::with(uneven, "Id,Name 1,Phone 1,Name 2,Phone 2,Name 3,End\n1,a,1,,,b,\n2,a,,b,,c,\n");
    assert_eq!(folder.check_in_pieces().places(), ["gap-in-list 2 F -"]);
    let repeated = "[[sheet]]\ncolumn = [{ heading = 'Name', name = 'name_{n}', times = 2 }, { heading = 'Phone', name = 'phone_{n}', times = 2 }]\n\
        [[sheet.set]]\nname = 'people'\ncolumns = ['name_{n}', 'phone_{n}']\n";
    let folder = Folder::with(repeated, "Name,Phone,Name,Phone\na,1,a,1\n,,b,2\n");
    assert_eq!(folder.check_in_pieces().places(), ["repeated-entry 2 C -", "gap-in-list 3 C -"]);
}

#[test]
fn a_set_whose_column_is_missing_is_judged_as_far_as_it_is_there() {
    let folder = Folder::with(
        &format!("{COLUMNS}{SET}min = 3\nfurther_rows = true\n"),
        "Lot,Store 1,Grams 1,Store 2,Store 3,Grams 3,Note\n1,A,1,B,A,1,\n1,A,1,,,,\n",
    );
    let places = folder.check_in_pieces().places();
    assert_eq!(places, ["missing-heading 1 - -", "repeated-entry 2 E 1"]);
}

#[test]
fn the_same_in_workbooks_of_every_kind() {
    let lines = "Lot|Store 1|Grams 1|Store 2|Grams 2|Store 3|Grams 3|Note\n1|A|1|A|1|||\n2||2||||3|";
    for (name, bytes) in [("data.xlsx", table("Stores", lines)), ("data.ods", ods("Stores", &rows(lines)))] {
        let folder = Folder::with(&format!("{COLUMNS}{SET}"), "");
        folder.write(name, bytes);
        let ran = folder.run(&["check", name, "-r", "t.rulebook.toml", "--format", "json"]);
        let due = ["repeated-entry 2 D 1", "missing-value 3 B 2", "missing-value 3 F 2", "gap-in-list 3 F 2"];
        let found: Vec<String> = ran.places().into_iter().filter(|place| !place.starts_with("kept")).collect();
        assert_eq!(found, due, "{name}");
    }
}

#[test]
fn mistakes_are_said_with_their_place() {
    let column = |more: &str| format!("[[sheet]]\nkey = ['Lot']\ncolumn = [{{ heading = 'Lot' }}, {more}]\n");
    let set = |more: &str| format!("{COLUMNS}[[sheet.set]]\nname = 'places'\n{more}\n");
    for (sheet, due) in [
        (column("{ heading = 'A {n}', times = 0 }"), "times is a whole number from 1 to 1,000"),
        (column("{ heading = 'A {n}', times = 'two' }"), "use a whole number, without quotes, not 'two'"),
        (column("{ heading = 'A', times = 2 }"), "\"A\" is the name or heading of column 2 already; write {n} in it"),
        (column("{ heading = 'A {n}', times = 2, type = 'datum' }"), "there is no value datum; there is text, whole"),
        (column("{ heading = 'A {n}', times = 2, required_when = 'B_{n} > 1' }"), "no column is called B_1"),
        (set("columns = ['store']"), "write {n} where the number of the entry is"),
        (set("columns = ['stoore_{n}']"), "no column is called stoore_1"),
        (set("columns = ['store_{n}']\nmin = 4"), "a row has room for 3 of them"),
        (set(""), "a set needs columns"),
        (set("entries = [['store_1']]"), "a set has at least two entries"),
        (set("entries = [['store_1'], ['store_1']]"), "a column belongs to one entry of one set"),
        (set("entries = [['store_1'], ['store_2']]\nkey = ['grams_1']"), "the key names columns of the first entry"),
        (
            set("columns = ['store_{n}']\n[[sheet.rule]]\nset = 'place'\ncheck = 'grams_{n} > 1'"),
            "no set is called place; there is places",
        ),
        (
            set("columns = ['store_{n}']\n[[sheet.rule]]\nset = 'places'\ncheck = 'grams_1 > 1'"),
            "a rule of a set has {n}",
        ),
        (
            set("columns = ['store_{n}']\n[[sheet.rule]]\nset = 'places'\ncheck = 'gram_{n} > 1'"),
            "no column is called gram_1",
        ),
    ] {
        let ran = Folder::with(&sheet, "").check(&[]);
        assert!(ran.status == 2 && ran.stderr.contains(due), "{sheet}: {}", ran.stderr);
        assert!(ran.stderr.matches(due).count() == 1, "once: {}", ran.stderr);
    }
    let cell = "[[sheet]]\ncell = [{ label = 'A {n}', times = 2 }]\n";
    let ran = Folder::with(cell, "").check(&[]);
    assert!(ran.stderr.contains("times goes with columns"), "{}", ran.stderr);
}
