//! What rows ask for where they make up records: rows that continue the one above, blocks, labelled cells.

use crate::support::books::table;
use crate::support::{Folder, Ran};
use serde_json::Value;

const RECORDS: &str = r#"
[[sheet]]
name = "Lots"
key = ["No"]
column = [
  { heading = "No", required = true }, { heading = "Donor" }, { heading = "Do" }, { heading = "Line", type = "whole" },
  { heading = "Share", type = "whole" },
]
[sheet.record]
header = ["No", "Donor", "Do"]
list = [{ name = "shares", columns = ["Line", "Share"] }]
[sheet.existing]
[[sheet.figure]]
label = "Share"
value = "SUM(share)"
"#;

/// Each line is a record of its own.
const BY_LINE: &str = "[[sheet.lookup]]\nalias = 'existing'\nexisting = true\nnone = 'allowed'\nkeys = [{ by = { No = 'No', Line = 'Line' } }]\n";

fn said(ran: &Ran) -> Vec<String> {
    ran.findings().into_iter().map(|(code, row, message)| format!("{code} {row} {message}")).collect()
}

/// The outcomes that are counted, and then each entry as `row key outcome changes`.
fn planned(preview: &Value) -> Vec<String> {
    let mut all = Vec::new();
    for word in ["created", "changed", "removed", "skipped", "unchanged", "refused"] {
        let count: u64 = preview["sheets"].as_array().unwrap().iter().map(|sheet| sheet[word].as_u64().unwrap()).sum();
        if count > 0 {
            all.push(format!("{count} {word}"));
        }
    }
    let lists = ["removed", "rows"].map(|list| preview[list].as_array().unwrap().clone());
    for entry in lists.iter().flatten() {
        let cell = |cell: &Value| format!("{}: {} > {}", cell["heading"], cell["old"], cell["new"]).replace('"', "");
        let cells: Vec<String> = entry["cells"].as_array().unwrap().iter().map(cell).collect();
        all.push(
            format!("{} {} {} {}", entry["row"], entry["key"], entry["outcome"], cells.join(", ")).replace('"', ""),
        );
    }
    all.push(format!("{} through, {} behind", preview["rows_through"], preview["rows_behind"]));
    all
}

/// The preview of a file, the same however many rows are judged at a time.
fn preview(folder: &Folder, file: &str) -> Vec<String> {
    let run = |more: &[&str]| {
        let options = ["preview", file, "-r", "t.rulebook.toml", "--existing", "held.csv", "--format", "json"];
        let only = ["--only", "create", "--only", "change", "--only", "remove"];
        folder.run(&[&options[..], &only, more].concat()).json()
    };
    let whole = planned(&run(&[]));
    for rows in ["1", "2"] {
        assert_eq!(planned(&run(&["--chunk-rows", rows, "--threads", "3"])), whole, "{rows}");
    }
    whole
}

fn check(folder: &Folder, file: &str) -> Vec<String> {
    said(&folder.run(&["check", file, "-r", "t.rulebook.toml", "--existing", "held.csv", "--format", "json"]))
}

#[test]
fn a_record_whose_key_is_in_its_header_is_one_thing() {
    let held = "No,Donor\nA1,Kew\nA2,Ely\nA4,Bath\nA6,Wye\n";
    let lines = "No,Donor,Do,Line,Share\nA1,Kew,change,1,50\n,,,2,50\nA2,York,change,1,100\nA3,Bath,create,1,9\n,,,2,x\nA4,Bath,remove,1,7\nA5,Ely,create,1,50\n,,,2,40\nA6,Kew,change,1,1\n";
    let rulebook = format!("{RECORDS}[sheet.intent]\naction = 'Do'\nfixed = ['Donor']\n");
    let book = table("Lots", &lines.trim().replace(',', "|"));
    for (file, bytes) in [("data.csv", lines.as_bytes().to_vec()), ("lots.xlsx", book)] {
        let folder = Folder::with(&rulebook, "");
        folder.write("held.csv", held);
        std::fs::remove_file(folder.path().join("data.csv")).unwrap();
        folder.write(file, bytes);
        assert_eq!(
            check(&folder, file).iter().filter(|one| !one.contains("Share")).collect::<Vec<_>>(),
            [
                "nothing-changed 2 No is \"A1\": the header changes nothing; what its rows list is not compared with what is held.",
                "fixed-value 4 Donor is \"York\": it cannot be changed, and \"Ely\" is held.",
                "fixed-value 10 Donor is \"Kew\": it cannot be changed, and \"Wye\" is held.",
            ],
            "{file}"
        );
        // What is wrong on a further row refuses the record.
        assert_eq!(
            preview(&folder, file),
            [
                "1 created", "1 removed", "1 unchanged", "3 refused", "7 A4 removed ", "8 A5 created ",
                "5 through, 4 behind"
            ],
            "{file}"
        );
    }
}

#[test]
fn lines_with_a_key_of_their_own_are_held_against_a_record_each() {
    let rulebook = format!("{RECORDS}{BY_LINE}[sheet.intent]\nfixed = ['Donor']\nreplaces = ['No']\n");
    let lines =
        "No,Donor,Do,Line,Share\nA1,Kew,,1,50\n,,,2,60\n,,,4,7\nA2,York,,1,100\n,,,2,5\nA3,Bath,,1,9\n,,,2,40\n";
    let folder = Folder::with(&rulebook, lines);
    folder
        .write("held.csv", "No,Donor,Line,Share\nA1,Kew,1,50\nA1,Kew,2,50\nA1,Kew,3,10\nA2,Ely,1,100\nA4,Bath,1,10\n");
    assert_eq!(
        check(&folder, "data.csv"),
        [
            "nothing-changed 2 No is \"A1\": the row changes nothing: all of it is held already.",
            "fixed-value 5 Donor is \"York\": it cannot be changed, and \"Ely\" is held.",
        ]
    );
    assert_eq!(
        preview(&folder, "data.csv"),
        [
            "4 created",
            "1 changed",
            "1 removed",
            "1 unchanged",
            "1 refused",
            "null A1 / 3 removed ",
            "3 A1 / 2 changed Share: 50 > 60",
            "4 A1 / 4 created ",
            "6 A2 / 2 created ",
            "7 A3 / 1 created ",
            "8 A3 / 2 created ",
            "6 through, 1 behind",
        ]
    );
}

const BLOCKS: &str = r#"
[[sheet]]
name = "Transfers"
key = ["Transfer"]
cell = [{ label = "Transfer" }, { label = "Date" }]
column = [{ heading = "Lot", required = true }, { heading = "Grams", type = "decimal" }, { heading = "Weighed" }]
[sheet.block]
inherit = { Weighed = "Date" }
[sheet.existing]
"#;

const TRANSFERS: &str = "Transfer,T-1,Date,Monday\nLot,Grams,Weighed,\nL-1,2,,\nL-2,3,Friday,\n,,,\nTransfer,T-2,Date,Sunday\nLot,Grams,Weighed,\nL-3,x,,\n,,,\nTransfer,T-3,Date,Sunday\nLot,Grams,Weighed,\nL-4,1,,\n";

#[test]
fn a_block_is_one_thing_or_each_of_its_lines_is() {
    let folder = Folder::with(&format!("{BLOCKS}[sheet.intent]\n"), TRANSFERS);
    folder.write("held.csv", "Transfer,Date\nT-1,Tuesday\nT-2,Sunday\n");
    assert_eq!(
        preview(&folder, "data.csv"),
        [
            "1 created",
            "1 changed",
            "1 refused",
            "1 T-1 changed Date: Tuesday > Monday",
            "10 T-3 created ",
            "5 through, 2 behind"
        ]
    );
    let by_line = "[[sheet.lookup]]\nalias = 'existing'\nexisting = true\nnone = 'allowed'\nkeys = [{ by = { Transfer = 'Transfer', Lot = 'Lot' } }]\n";
    let folder = Folder::with(&format!("{BLOCKS}{by_line}[sheet.intent]\n"), TRANSFERS);
    // The lines have the day of the header where they have none of their own.
    folder.write("held.csv", "Transfer,Lot,Grams,Weighed\nT-1,L-1,2,Monday\nT-1,L-2,3,Monday\nT-2,L-3,1,Sunday\n");
    assert_eq!(
        preview(&folder, "data.csv"),
        [
            "1 created",
            "1 changed",
            "1 unchanged",
            "1 refused",
            "4 T-1 / L-2 changed Weighed: Monday > Friday",
            "12 T-3 / L-4 created ",
            "3 through, 1 behind"
        ]
    );
}

#[test]
fn labelled_cells_are_one_record() {
    let form = "[[sheet]]\nname = 'Cover'\nkey = ['Institute']\ncell = [{ label = 'Institute' }, { label = 'Contact' }, { label = 'Batches', type = 'whole' }]\n[sheet.existing]\n[sheet.intent]\nfixed = ['Contact']\n";
    let folder = Folder::with(form, "Institute,GB1\nContact,Ann\nBatches,7\n");
    folder.write("held.csv", "Institute,Contact,Batches\nGB1,Ann,6\n");
    assert_eq!(preview(&folder, "data.csv"), ["1 changed", "1 GB1 changed Batches: 6 > 7", "1 through, 0 behind"]);
    folder.write("held.csv", "Institute,Contact,Batches\nGB1,Bob,6\n");
    assert_eq!(
        check(&folder, "data.csv"),
        ["fixed-value 2 Contact is \"Ann\": it cannot be changed, and \"Bob\" is held."]
    );
}

#[test]
fn what_a_record_asks_for_is_said_in_its_header() {
    let rulebook = format!("{RECORDS}[sheet.intent]\naction = 'Line'\n");
    let ran = Folder::with(&rulebook, "No,Donor,Do,Line,Share\n").run(&["rulebook", "t.rulebook.toml"]);
    assert_eq!(ran.status, 1);
    assert!(
        ran.stdout.contains("its first row says what it asks for: make Line a column of its header"),
        "{}",
        ran.stdout
    );
}
