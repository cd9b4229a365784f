//! What an upload would do: the counts, what would be gone, the changes, the figures, what would go through.

use std::io::Cursor;

use crate::support::{Folder, Ran, books};
use calamine::Reader;
use serde_json::{Value, json};

const RULEBOOK: &str = r#"
[file]
PARTIAL
[reference.held]
file = "held.csv"
[[sheet]]
name = "Lots"
key = ["No"]
TOGETHER
column = [
  { heading = "Do" },
  { heading = "No" },
  { heading = "Box" },
  { heading = "Seeds", type = "decimal", min = 0 },
  { heading = "Remark" },
]
[sheet.existing]
reference = "held"
[sheet.intent]
action = "Do"
words = { create = ["N"], change = ["C"], remove = ["R"], skip = ["-"] }
blank_cells = { Remark = "wipe" }
MORE
[[sheet.figure]]
label = "Lots"
value = "COUNT(*)"
[[sheet.figure]]
label = "Seeds"
value = "SUM(seeds)"
"#;

const HELD: &str =
    "No,Box,Seeds,Remark,State\nL-1,B-1,10,old,held\nL-2,B-1,20,,held\nL-3,B-2,30,keep,held\nL-4,B-2,40,,gone\n";

const ROWS: &str = "N,L-9,B-1,5.5,\nC,L-1,B-1,12,\nC,L-2,B-1,20.0,\nR,L-3,,,\n-,L-4,,7,\nC,L-8,B-3,1,\nN,L-7,B-2,-3,\n";

struct Made<'m> {
    partial: &'m str,
    together: &'m str,
    more: &'m str,
}

const PLAIN: Made<'static> = Made { partial: "", together: "", more: "" };

fn folder(made: &Made<'_>, rows: &str) -> Folder {
    let book = RULEBOOK.replace("PARTIAL", made.partial).replace("TOGETHER", made.together).replace("MORE", made.more);
    let folder = Folder::with(&book, format!("Do,No,Box,Seeds,Remark\n{rows}"));
    folder.write("held.csv", HELD);
    folder
}

fn preview(folder: &Folder, extra: &[&str]) -> Ran {
    let usual = ["preview", "data.csv", "--rulebook", "t.rulebook.toml", "--today", "2026-11-23"];
    folder.run(&[&usual, extra].concat())
}

fn document(folder: &Folder, extra: &[&str]) -> Value {
    let whole = preview(folder, &[&["--format", "json"], extra].concat());
    for (rows, threads) in [("1", "1"), ("2", "8")] {
        let pieces =
            preview(folder, &[&["--format", "json", "--chunk-rows", rows, "--threads", threads], extra].concat());
        assert_eq!(pieces.stdout, whole.stdout, "{rows} {threads}");
    }
    whole.json()
}

fn counts(document: &Value) -> Vec<u64> {
    let names = ["created", "changed", "removed", "skipped", "unchanged", "refused"];
    names
        .map(|name| document["sheets"].as_array().unwrap().iter().map(|sheet| sheet[name].as_u64().unwrap()).sum())
        .to_vec()
}

#[test]
fn rows_are_counted_by_what_would_become_of_them() {
    let folder = folder(&PLAIN, ROWS);
    let document = document(&folder, &[]);
    assert_eq!(counts(&document), [1, 1, 1, 1, 1, 2]);
    assert_eq!((document["rows_through"].as_u64(), document["rows_behind"].as_u64()), (Some(4), Some(2)));
    assert_eq!(document["ready"], false);
    assert_eq!(preview(&folder, &[]).status, 1);
    assert_eq!(document["removed"][0]["key"], "L-3");
    assert_eq!(
        document["deleted_by_blanks"][0]["cells"],
        json!([{ "heading": "Remark", "old": "old", "new": "", "deleted": true }])
    );
    assert_eq!(
        document["rows"][0]["cells"],
        json!([{ "heading": "Seeds", "old": "10", "new": "12", "deleted": false }])
    );
    assert_eq!(document["rows"].as_array().unwrap().len(), 1);
}

#[test]
fn figures_are_calculated_over_what_is_held_and_over_what_there_would_be() {
    // 10 + 20 + 30 + 40 before; L-1 has 12 then, L-3 is gone, L-9 comes with 5.5.
    let document_of = document(&folder(&PLAIN, ROWS), &[]);
    assert_eq!(
        document_of["figures"],
        json!([
            { "label": "Lots", "before": "4", "after": "4" },
            { "label": "Seeds", "before": "100", "after": "77.5" },
        ])
    );
    // What counts as removed is in neither.
    let gone = Made { more: "removed_when = \"state = 'gone'\"", ..PLAIN };
    let figures = document(&folder(&gone, "C,L-1,,,x\n"), &[])["figures"].clone();
    assert_eq!((figures[1]["before"].as_str(), figures[1]["after"].as_str()), (Some("60"), Some("60")));
}

#[test]
fn rows_about_one_record_are_followed_from_one_to_the_next() {
    let follows = "sequences = [[\"create\", \"change\"], [\"change\", \"change\"], [\"change\", \"remove\"]]";
    let rows = "N,L-9,B-1,5,\nC,L-9,,6,\nC,L-9,B-7,6.0,new\nC,L-1,,12,old\nC,L-1,,10,old\nC,L-2,,21,\nR,L-2,,,\nN,L-2,,3,\nC,L-2,B-2,,\n";
    let document = document(&folder(&Made { more: follows, ..PLAIN }, rows), &[]);
    assert_eq!(counts(&document), [2, 6, 1, 0, 0, 0]);
    let cells: Vec<String> = document["rows"]
        .as_array()
        .unwrap()
        .iter()
        .flat_map(|row| row["cells"].as_array().unwrap().iter().map(move |cell| (row["row"].as_u64().unwrap(), cell)))
        .map(|(row, cell)| {
            let text = |name: &str| cell[name].as_str().unwrap().to_owned();
            format!("{row} {}: {} → {}", text("heading"), text("old"), text("new"))
        })
        .collect();
    assert_eq!(
        cells,
        [
            "3 Seeds: 5 → 6", "4 Box: B-1 → B-7", "4 Remark:  → new", "5 Seeds: 10 → 12", "6 Seeds: 12 → 10",
            "7 Seeds: 20 → 21", "10 Box:  → B-2",
        ]
    );
    // L-1 has 10 again, L-2 the 3 of the new record, L-3 and L-4 what they had, L-9 has 6.
    assert_eq!(
        document["figures"],
        json!([
            { "label": "Lots", "before": "4", "after": "5" },
            { "label": "Seeds", "before": "100", "after": "89" },
        ])
    );
}

#[test]
fn figures_over_what_is_looked_up_are_calculated_before_and_after() {
    let more = "[[sheet.lookup]]\nalias = \"box\"\nreference = \"boxes\"\nkeys = [{ by = { Box = \"Box\" } }]\n\
                [[sheet.figure]]\nlabel = \"Litres\"\nvalue = \"SUM(box.litres)\"\n\
                [[sheet.figure]]\nlabel = \"Seeds in cold boxes\"\nvalue = \"SUM(seeds) FILTER (WHERE box.kind = 'cold')\"\n";
    let made = Made { more, together: "", partial: "" };
    let folder = folder(&made, "C,L-1,B-2,12,old\nR,L-2,,,\nN,L-9,B-2,5,\nN,L-8,,1,\n");
    let book = std::fs::read_to_string(folder.path().join("t.rulebook.toml")).unwrap();
    let reference = "[reference.boxes]\nfile = \"boxes.csv\"\ntypes = { Litres = \"decimal\" }\n[[sheet]]";
    folder.write("t.rulebook.toml", book.replacen("[[sheet]]", reference, 1));
    folder.write("boxes.csv", "Box,Litres,Kind\nB-1,2.5,dry\nB-2,4,cold\n");
    let figures = document(&folder, &[])["figures"].clone();
    // L-1 and L-2 are in B-1 and L-3 and L-4 in B-2 before; then L-1, L-3, L-4 and L-9 in B-2, and L-8 in none.
    assert_eq!((figures[0]["before"].as_str(), figures[0]["after"].as_str()), (Some("13"), Some("16")), "{figures}");
    assert_eq!((figures[1]["before"].as_str(), figures[1]["after"].as_str()), (Some("70"), Some("87")), "{figures}");
}

#[test]
fn what_would_be_gone_comes_first_and_apart() {
    let text = preview(&folder(&PLAIN, ROWS), &[]).stdout;
    let place = |part: &str| text.find(part).unwrap_or_else(|| panic!("{part}: {text}"));
    assert!(place("WOULD BE REMOVED (1)") < place("WOULD BE DELETED BY BLANK CELLS (1 cell in 1 record)"));
    assert!(place("WOULD BE DELETED") < place("WOULD BE CHANGED (1 cell in 1 record)"));
    assert!(text.contains("  row 5     L-3\n"), "{text}");
    assert!(text.contains("Remark: old → (blank)"), "{text}");
    assert!(text.contains("Seeds: 10 → 12"), "{text}");
    assert!(text.starts_with("NOT READY: 2 errors"), "{text}");
    assert!(text.contains("4 rows would go through; 2 rows would stay behind: rows 7-8."), "{text}");
}

#[test]
fn what_the_receiving_side_takes_of_a_file_with_refused_rows_is_declared() {
    let passing = |made: &Made<'_>| {
        let document = document(&folder(made, ROWS), &[]);
        (document["rows_through"].as_u64().unwrap(), document["rows_behind"].as_u64().unwrap())
    };
    assert_eq!(passing(&Made { partial: "partial = \"rows\"", ..PLAIN }), (4, 2));
    assert_eq!(passing(&Made { partial: "partial = \"nothing\"", ..PLAIN }), (0, 6));
    // The row of box B-2 that is removed has no box in the file; those of B-1 go, those of B-3 and B-2 stay.
    let records = Made { partial: "partial = \"records\"", together: "together = [\"Box\"]", more: "" };
    assert_eq!(passing(&records), (4, 2));
    let rows = "N,L-9,B-1,5.5,\nC,L-1,B-1,-12,\nC,L-2,B-1,21,\nC,L-3,B-2,3,x\n";
    let document = document(&folder(&records, rows), &[]);
    assert_eq!((document["rows_through"].as_u64(), document["rows_behind"].as_u64()), (Some(1), Some(3)));
    let text = preview(&folder(&records, rows), &[]).stdout;
    assert!(text.contains("3 rows would stay behind, since records go as a whole: rows 2-4."), "{text}");
}

#[test]
fn a_row_that_is_refused_when_the_sheet_has_ended_does_nothing() {
    let more = "[[sheet.rule]]\neach = { by = [\"Box\"] }\ncheck = \"SUM(seeds) <= 20\"\n";
    let made = Made { more, ..PLAIN };
    let document = document(&folder(&made, "C,L-1,B-1,12,old\nC,L-2,B-1,9,\nC,L-3,B-2,3,keep\nN,L-9,B-2,1,\n"), &[]);
    assert_eq!(counts(&document), [1, 1, 0, 0, 0, 2]);
    assert_eq!(document["figures"][1], json!({ "label": "Seeds", "before": "100", "after": "74" }));
    assert_eq!(document["rows"].as_array().unwrap().len(), 1);
    assert_eq!(document["counts"]["errors"], 1);
}

#[test]
fn held_lines_of_a_document_that_the_file_does_not_have_are_removed() {
    let made = Made { more: "replaces = [\"Box\"]", ..PLAIN };
    let document = document(&folder(&made, "C,L-3,B-2,31,keep\nN,L-9,B-7,1,\n"), &[]);
    assert_eq!(counts(&document), [1, 1, 1, 0, 0, 0]);
    assert_eq!(
        document["removed"],
        json!([{ "outcome": "removed", "file": "data.csv", "sheet": null, "row": null, "key": "L-4", "kind": null, "cells": [] }])
    );
    assert_eq!(document["figures"][1], json!({ "label": "Seeds", "before": "100", "after": "62" }));
    let text = preview(&folder(&made, "C,L-3,B-2,31,keep\n"), &[]).stdout;
    assert!(text.contains("  no row    L-4"), "{text}");
}

#[test]
fn the_lists_can_be_narrowed_and_shortened_and_the_counts_stay_exact() {
    let folder = folder(&PLAIN, ROWS);
    let only = |outcome: &str| -> Vec<String> {
        let document = document(&folder, &["--only", outcome]);
        assert_eq!(counts(&document), [1, 1, 1, 1, 1, 2]);
        let lists =
            ["removed", "deleted_by_blanks", "rows"].map(|list| document[list].as_array().unwrap().clone()).concat();
        lists
            .iter()
            .map(|entry| format!("{} {}", entry["outcome"].as_str().unwrap(), entry["key"].as_str().unwrap()))
            .collect()
    };
    assert_eq!(only("create"), ["created L-9"]);
    assert_eq!(only("remove"), ["removed L-3"]);
    assert_eq!(only("change"), ["changed L-1", "changed L-1"]);
    assert_eq!(only("skip"), ["skipped L-4"]);
    assert_eq!(only("unchanged"), ["unchanged L-2"]);
    assert_eq!(only("refused"), ["refused L-8", "refused L-7"]);
    let short = preview(&folder, &["--only", "refused", "--limit", "1"]).stdout;
    assert!(short.contains("ROWS (2)") && short.contains("and 1 more  (--limit 2 lists them all)"), "{short}");
}

#[test]
fn the_first_rows_stand_beside_the_headings_that_they_go_to() {
    let text = preview(&folder(&PLAIN, ROWS), &["--rows", "2"]).stdout;
    for part in ["Heading  row 2  row 3", " B  No       L-9    L-1", " D  Seeds    5.5    12"] {
        assert!(text.contains(part), "{part}: {text}");
    }
    // Of a file that lacks one column and has one of its own.
    let other = folder(&PLAIN, "");
    other.write("data.csv", "Do,No,Colour,Seeds,Remark\nN,L-9,red,5,\n");
    let text = preview(&other, &["--rows", "1"]).stdout;
    assert!(text.contains("Box (not in the file)") && text.contains("Colour (not in the template)"), "{text}");
}

#[test]
fn a_preview_may_be_a_table_or_a_workbook() {
    let folder = folder(&PLAIN, ROWS);
    let ran = preview(&folder, &["-o", "preview.csv"]);
    assert_eq!((ran.status, ran.stderr.trim()), (1, "NOT READY: the preview is in preview.csv."));
    let text = std::fs::read_to_string(folder.path().join("preview.csv")).unwrap();
    let lines: Vec<&str> = text.trim_start_matches('\u{feff}').lines().collect();
    assert_eq!(
        lines[..4],
        [
            "What would happen,File,Sheet,Row,Key,Kind,Heading,Held now,Would be",
            "removed,data.csv,,5,L-3,,,,",
            "deleted by a blank cell,data.csv,,3,L-1,,Remark,old,",
            "changed,data.csv,,3,L-1,,Seeds,10,12",
        ]
    );
    assert!(lines.contains(&"count,,,,,,rows refused,,2") && lines.contains(&"figure,,,,,,Seeds,100,77.5"), "{text}");
    preview(&folder, &["-o", "preview.xlsx"]);
    let bytes = std::fs::read(folder.path().join("preview.xlsx")).unwrap();
    let mut book: calamine::Xlsx<_> = calamine::open_workbook_from_rs(Cursor::new(bytes)).unwrap();
    assert_eq!(book.sheet_names(), ["Summary", "Would be gone", "Would be changed", "Figures"]);
    let gone = book.worksheet_range("Would be gone").unwrap();
    let row = |at: u32| {
        (0..9)
            .map(|column| gone.get_value((at, column)).map(ToString::to_string).unwrap_or_default())
            .collect::<Vec<_>>()
    };
    assert_eq!(row(2), ["deleted by a blank cell", "data.csv", "", "3", "L-1", "", "Remark", "old", ""]);
    let figures = book.worksheet_range("Figures").unwrap();
    assert_eq!(figures.get_value((2, 2)).map(ToString::to_string).as_deref(), Some("77.5"));
    // Nothing is written over what is read.
    let over = preview(&folder, &["-o", "held.csv", "--force"]);
    assert_eq!(over.status, 2);
    assert!(over.stderr.contains("held.csv"), "{}", over.stderr);
}

#[test]
fn a_workbook_is_previewed_sheet_by_sheet_and_without_an_export_every_row_is_new() {
    let rulebook = "[rulebook]\ntitle = \"T\"\n[[sheet]]\nname = \"Lots\"\nkey = [\"No\"]\ncolumn = [{ heading = \"No\" }, { heading = \"Seeds\", type = \"whole\" }]\n[[sheet]]\nname = \"Boxes\"\nkey = [\"Box\"]\ncolumn = [{ heading = \"Box\" }, { heading = \"Shelf\" }]\n";
    let folder = Folder::new();
    folder.write("t.rulebook.toml", rulebook);
    folder.write(
        "data.xlsx",
        books::tables(&[("Lots", "No|Seeds\nL-1|5\nL-2|many"), ("Boxes", "Box|Shelf\nB-1|3\nB-2|4\nB-3|4")]),
    );
    let ran = folder.run(&["preview", "data.xlsx", "-r", "t.rulebook.toml", "--format", "json"]);
    let sheets = ran.json()["sheets"].clone();
    let one = |at: usize| {
        (
            sheets[at]["sheet"].as_str().unwrap().to_owned(),
            sheets[at]["created"].as_u64().unwrap(),
            sheets[at]["refused"].as_u64().unwrap(),
        )
    };
    assert_eq!([one(0), one(1)], [("Lots".to_owned(), 1, 1), ("Boxes".to_owned(), 3, 0)]);
    let text = folder.run(&["preview", "data.xlsx", "-r", "t.rulebook.toml"]).stdout;
    assert!(text.contains("nothing is known of existing records"), "{text}");
}

#[test]
fn a_family_of_rows_stays_behind_as_a_whole_where_records_go_as_a_whole() {
    let book = "[file]\npartial = 'records'\n[[sheet]]\nkey = ['Code']\ncolumn = [{ heading = 'Code' }, { heading = 'Of' }, { heading = 'Seeds', type = 'whole' }]\n[sheet.parents]\nparent = ['Of']\n";
    // B's grandchild is wrong; the rows of A, and C that stands alone, go through.
    let rows = "B2,B1,many\nA1,A,1\nA,,2\nB1,B,3\nB,,4\nC,,5\nB3,B,6\n";
    let folder = Folder::with(book, format!("Code,Of,Seeds\n{rows}"));
    let text = preview(&folder, &[]).stdout;
    assert!(
        text.contains(
            "3 rows would go through; 4 rows would stay behind, since records go as a whole: rows 2, 5-6, 8."
        ),
        "{text}"
    );
    // A chain of a hundred thousand, child before parent, is found as one.
    let mut chain: String = (1..100_000).map(|at| format!("N{at},N{},1\n", at + 1)).collect();
    chain.push_str("N100000,,many\nX,,1\n");
    folder.write("data.csv", format!("Code,Of,Seeds\n{chain}"));
    let text = preview(&folder, &[]).stdout;
    assert!(text.contains("1 row would go through; 100,000 rows would stay behind"), "{text}");
}

#[test]
fn rows_that_are_only_counted_leave_room_for_lists_that_are_not_full() {
    // More than one chunk of rows, so that what is listed is asked again while one of the lists is full.
    let count = 9_000;
    let held: String = (0..count).map(|row| format!("L-{row},B-1,10,old,held\n")).collect();
    let changed: String = (0..count - 1).map(|row| format!("C,L-{row},B-1,12,old\n")).collect();
    let rows = format!("{changed}C,L-{},B-1,10,\n", count - 1);
    let folder = folder(&PLAIN, &rows);
    folder.write("held.csv", format!("No,Box,Seeds,Remark,State\n{held}"));
    let text = preview(&folder, &["--limit", "2", "--width", "100"]).stdout;
    assert!(text.contains("and 8,997 more"), "{text}");
    assert!(text.contains("L-8999  Remark: old → (blank)"), "{text}");
    let all = preview(&folder, &["--format", "csv", "--only", "change"]).stdout;
    assert_eq!(all.lines().filter(|line| line.ends_with(",Seeds,10,12")).count(), count - 1);
}
