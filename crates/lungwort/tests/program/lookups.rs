//! Look-ups: rows that name rows of a list, of another sheet or of the existing records.

use crate::support::{Folder, books};

const DONORS: &str = "Id,First name,Last name,E-mail,State\nD-001,Ann,Lee,ann@a.example,active\nD-002,Bob,Roy,bob@b.example,left\nD-003,Cy,Fox,cy@c.example,active\nD-004,Cy,Fox,cyfox@d.example,active\nD-005,Zoë,Äng,zoe@e.example,active\n";

const REQUESTS: &str = r#"
[reference.donors]
file = "donors.csv"
[[sheet]]
key = ["No"]
column = [{ heading = "No" }, { heading = "Donor" }, { heading = "Mail" }, { heading = "First" }, { heading = "Last" }]
[[sheet.lookup]]
alias = "donor"
reference = "donors"
keys = [
  { by = { Donor = "Id" } },
  { by = { Mail = "E-mail" }, fold = ["case"] },
  { by = { First = "First name", Last = "Last name" }, fold = ["case", "accents"] },
]
"#;

fn requests(more: &str, rows: &str) -> Folder {
    let folder = Folder::with(&format!("{REQUESTS}{more}"), format!("No,Donor,Mail,First,Last\n{rows}"));
    folder.write("donors.csv", DONORS);
    folder
}

/// The findings as `code row message`.
fn said(folder: &Folder) -> Vec<String> {
    let findings = folder.check_in_pieces().findings();
    findings.into_iter().map(|(code, row, message)| format!("{code} {row} {message}")).collect()
}

#[test]
fn the_first_filled_key_decides_and_the_others_must_agree() {
    let rows = "1,D-001,ANN@A.EXAMPLE,ann,LEE\n2,,,zoe,ang\n3,D-003,,Cy,Fox\n4,,,,\n5,,,Cy,\n\
                6,D-001,bob@b.example,,\n7,D-001,nobody@x.example,,\n8,D-009,ann@a.example,,\n9,,,Cy,Fox\n10,D-001,,Bob,Roy\n";
    assert_eq!(
        said(&requests("", rows)),
        [
            "keys-disagree 7 Mail is \"bob@b.example\": it names Id D-002 of the list donors, and this row names Id D-001, which has E-mail \"ann@a.example\" there.",
            "keys-disagree 8 Mail is \"nobody@x.example\": it is not in the list donors, and this row names Id D-001, which has E-mail \"ann@a.example\" there.",
            "not-found 9 Donor is \"D-009\": it is not in the list donors.",
            "several-found 10 First is \"Cy\": with Last name \"Fox\" it names 2 rows of the list donors: Id D-003, E-mail cy@c.example; Id D-004, E-mail cyfox@d.example.",
            "keys-disagree 11 First is \"Bob\": with Last name \"Roy\" it names Id D-002 of the list donors, and this row names Id D-001, which has First name \"Ann\" and Last name \"Lee\" there.",
        ]
    );
}

#[test]
fn spelling_is_folded_only_where_that_is_asked() {
    let found = said(&requests("", "1,d-001,,,\n2,,ann@A.example,,\n3,,,ZOE,äng\n4,D–001,,,\n"));
    assert_eq!(
        found,
        [
            "not-found 2 Donor is \"d-001\": it is not in the list donors. Did you mean D-001?",
            "not-found 5 Donor is \"D–001\": it is not in the list donors. Did you mean D-001?",
        ]
    );
    let exact = Folder::with(
        &REQUESTS.replace(r#", fold = ["case", "accents"]"#, ""),
        "No,Donor,Mail,First,Last\n1,,,zoe,ang\n",
    );
    exact.write("donors.csv", DONORS);
    assert_eq!(said(&exact), ["not-found 2 First is \"zoe\": with Last name \"ang\" it is not in the list donors."]);
}

#[test]
fn a_word_that_is_one_slip_off_is_recognised_and_a_number_is_not() {
    let sheet = "[reference.names]\nfile = \"names.csv\"\n[[sheet]]\nkey = [\"No\"]\ncolumn = [{ heading = \"No\" }, { heading = \"Name\" }]\n[[sheet.lookup]]\nalias = \"it\"\nreference = \"names\"\nkeys = [{ by = { Name = \"Name\" } }]\n";
    let folder = Folder::with(sheet, "No,Name\n1,Primla\n2,Loti\n3,A12\n4,qqqqq\n");
    folder.write("names.csv", "Name\nPrimula\nLotus\nLotis\nA13\n");
    assert_eq!(
        said(&folder),
        [
            "not-found 2 Name is \"Primla\": it is not in the list names. Did you mean Primula?",
            "not-found 3 Name is \"Loti\": it is not in the list names. Did you mean Lotis?",
            "not-found 4 Name is \"A12\": it is not in the list names.",
            "not-found 5 Name is \"qqqqq\": it is not in the list names.",
        ]
    );
}

#[test]
fn a_row_found_may_be_unusable_or_may_not_exist_at_all() {
    let rows = "1,D-001,,,\n2,D-002,,,\n";
    assert_eq!(
        said(&requests("must = \"state <> 'left'\"", rows)),
        [
            "not-usable 3 Donor is \"D-002\": it is in the list donors and may not be used: State must not be left; there State is left."
        ]
    );
    assert_eq!(
        said(&requests("only = \"state <> 'left'\"", rows)),
        ["not-found 3 Donor is \"D-002\": it is not in the list donors."]
    );
}

#[test]
fn none_found_may_be_a_warning_or_nothing_and_of_a_part_of_a_list_it_is_a_warning() {
    let rows = "1,D-009,,,\n";
    let severities = |folder: Folder| -> Vec<String> {
        let report = folder.check(&[]).json();
        let one = |each: &serde_json::Value| each["severity"].as_str().unwrap().to_owned();
        report["findings"].as_array().unwrap().iter().map(one).collect()
    };
    assert_eq!(severities(requests("none = \"warning\"", rows)), ["warning"]);
    assert_eq!(severities(requests("none = \"allowed\"", rows)), Vec::<String>::new());
    let part = Folder::with(
        &REQUESTS.replace("file = \"donors.csv\"", "file = \"donors.csv\"\npartial = true"),
        format!("No,Donor,Mail,First,Last\n{rows}"),
    );
    part.write("donors.csv", DONORS);
    assert_eq!(severities(part), ["warning"]);
}

#[test]
fn each_row_of_a_list_may_have_to_be_named() {
    let rows = "1,D-001,,,\n2,D-003,,,\n3,D-001,,,\n";
    let more = "used = \"once\"\nused_when = \"state = 'active' AND id <> 'D-005'\"";
    assert_eq!(
        said(&requests(more, rows)),
        [
            "used-again 4 Donor is \"D-001\": row 2 names the same row of the list donors already, and each may be named once.",
            "unused-record 0 No row names Id D-004 of the list donors, which must be named.",
        ]
    );
    let least = said(&requests("used = \"at_least_once\"\nused_when = \"state = 'active'\"", rows));
    assert_eq!(least.len(), 2, "{least:?}");
    let most = said(&requests("used = \"at_most_once\"", rows));
    assert_eq!(most.len(), 1, "{most:?}");
}

const ASKED: &str = r#"
[reference.entitlements]
file = "entitlements.jsonl"
types = { left = "decimal", until = "dd/mm/yyyy" }
[[sheet]]
key = ["No"]
column = [
  { heading = "No" }, { heading = "Code" }, { heading = "Quantity", type = "decimal" }, { heading = "Day", type = "date" },
  { heading = "Remark", required_when = "entitlement.unit = 'g'" },
]
[[sheet.lookup]]
alias = "entitlement"
reference = "entitlements"
keys = [{ by = { Code = "code" } }]
"#;

const ENTITLEMENTS: &str = "{\"code\":\"E-1\",\"left\":10.50,\"unit\":\"g\",\"until\":\"31/12/2026\"}\n{\"code\":\"E-2\",\"left\":3,\"unit\":\"pcs\",\"until\":\"01/02/2026\"}\n";

fn asked(more: &str, rows: &str) -> Folder {
    let folder = Folder::with(&format!("{ASKED}{more}"), format!("No,Code,Quantity,Day,Remark\n{rows}"));
    folder.write("entitlements.jsonl", ENTITLEMENTS);
    folder
}

#[test]
fn what_is_found_is_known_to_conditions_messages_and_figures() {
    let more = r#"
[[sheet.rule]]
check = "day <= entitlement.until"
[[sheet.rule]]
check = "quantity <= entitlement.left"
message = "{No} asks for {Quantity}, and {entitlement.left} is left"
[[sheet.figure]]
label = "Left on what is asked"
value = "SUM(entitlement.left)"
"#;
    let folder = asked(
        more,
        "1,E-1,10.5,2026-12-31,x\n2,E-2,3.1,2026-02-02,\n3,E-1,1,,\n4,E-7,99,2027-01-01,\n5,,99,2027-01-01,\n",
    );
    assert_eq!(
        said(&folder),
        [
            "rule-broken 3 Day must not be after until of the entitlement; Day is 2026-02-02 and until of the entitlement is 2026-02-01.",
            "rule-broken 3 2 asks for 3.1, and 3 is left.",
            "missing-when 4 Remark is blank; it must be filled where unit of the entitlement is g.",
            "not-found 5 Code is \"E-7\": it is not in the list entitlements.",
        ]
    );
    let figures = folder.check(&[]).json()["figures"][0].clone();
    assert_eq!((figures["value"].as_str(), figures["rows_left_out"].as_u64()), (Some("24"), Some(1)));
}

#[test]
fn a_sum_over_all_rows_of_a_code_is_held_to_what_it_has_left() {
    let more = "[[sheet.rule]]\neach = { by = [\"Code\"] }\ncheck = \"SUM(quantity) <= entitlement.left\"\n";
    let found = said(&asked(more, "1,E-1,6,,x\n2,E-2,3,,\n3,E-1,4.5,,x\n4,E-1,0.01,,x\n"));
    assert_eq!(
        found,
        [
            "group-broken 2 Code E-1: the sum of Quantity must be at most left of the entitlement; here the sum of Quantity is 10.51 and left of the entitlement is 10.5 (0.01 apart), in rows 2, 4-5."
        ]
    );
}

#[test]
fn rows_are_grouped_by_what_they_name_whichever_way_they_name_it() {
    let rule = |each: &str| format!("[[sheet.rule]]\neach = {each}\nrows = {{ max = 1 }}\n");
    // Ann by her number, her address and her name; nobody, somebody unknown, and another one.
    let rows = "1,D-001,,,\n2,,ANN@a.example,,\n3,D-003,,,\n4,,,,\n5,D-009,,,\n6,,,ann,lee\n";
    assert_eq!(
        said(&requests(&rule("{ lookup = \"Donor\" }"), rows)),
        [
            "not-found 6 Donor is \"D-009\": it is not in the list donors.",
            "group-size 2 Donor D-001: there may be at most 1 row; here there are 3, in rows 2-3, 7.",
        ]
    );
    // What does not matter where a column is looked up does not divide its rows.
    let by_mail =
        requests(&rule("{ by = [\"Mail\"] }"), "1,,ann@a.example,,\n2,,ANN@A.example,,\n3,,bob@b.example,,\n");
    assert_eq!(
        said(&by_mail),
        ["group-size 2 Mail ann@a.example: there may be at most 1 row; here there are 2, in rows 2-3."]
    );
    // The numbers are found letter by letter, and told apart so.
    let by_number = requests(&rule("{ by = [\"Donor\"] }"), "1,D-001,,,\n2,d-001,,,\n");
    assert_eq!(by_number.check(&[]).places(), ["not-found 3 B 2"]);
    for (each, why) in [
        ("{ lookup = \"giver\" }", "no look-up has the alias giver; those of the sheet are donor"),
        ("{ lookup = \"donor\", by = [\"Mail\"] }", "rows are grouped by columns or by what a look-up finds"),
    ] {
        let refused = requests(&rule(each), rows).check(&[]);
        assert_eq!(refused.status, 2);
        assert!(refused.stderr.contains(why), "{}", refused.stderr);
    }
}

#[test]
fn a_running_sum_goes_by_what_is_named_too() {
    let more = "[[sheet.rule]]\neach = { lookup = \"entitlement\" }\nrunning = true\ncheck = \"SUM(quantity) <= entitlement.left\"\n";
    let folder = asked(more, "1,E-1,10,,x\n2,E-2,3,,\n3,e-1,0.4,,x\n4,E-1,0.2,,x\n");
    let book = std::fs::read_to_string(folder.path().join("t.rulebook.toml")).unwrap();
    folder.write(
        "t.rulebook.toml",
        book.replace("by = { Code = \"code\" }", "by = { Code = \"code\" }, fold = [\"case\"]"),
    );
    assert_eq!(
        said(&folder),
        [
            "group-broken 5 The sum of Quantity must be at most left of the entitlement; with this row the sum of Quantity is 10.6 and left of the entitlement is 10.5 (0.1 apart)."
        ]
    );
}

#[test]
fn messages_of_rules_over_rows_quote_what_was_found() {
    let more = r#"
[[sheet.rule]]
each = { by = ["Code"] }
check = "SUM(quantity) <= entitlement.left"
message = "{Code} has {entitlement.left} {entitlement.unit} left ({Remark}, {Day})"
[[sheet.rule]]
each = "sheet"
in_order = "Day"
message = "{Code} in {entitlement.unit} comes later"
[[sheet.rule]]
check = "quantity < previous.quantity"
message = "{entitlement.unit} of {Code} must fall"
[[sheet.rule]]
each = { by = ["Code"] }
check = "SUM(quantity) < entitlement.left"
running = true
message = "{Code} asks for all {entitlement.left}"
"#;
    let found = said(&asked(more, "1,E-1,6,,a\n2,E-2,3,2026-01-05,\n3,E-1,4.5,2026-01-04,b\n5,E-1,0.01,,b\n"));
    assert_eq!(
        found,
        [
            "group-broken 3 E-2 asks for all 3; with this row the sum of Quantity is 3 and left of the entitlement is 3 (0 apart).",
            "out-of-order 4 E-1 in g comes later; here Day is \"2026-01-04\", and the row before has 2026-01-05.",
            "rule-broken 4 g of E-1 must fall; here Quantity is 4.5, and in the row before Quantity is 3.",
            "group-broken 4 E-1 asks for all 10.5; with this row the sum of Quantity is 10.5 and left of the entitlement is 10.5 (0 apart).",
            "group-broken 5 E-1 asks for all 10.5; with this row the sum of Quantity is 10.51 and left of the entitlement is 10.5 (0.01 apart).",
            "group-broken 2 E-1 has 10.5 g left (a, blank); here the sum of Quantity is 10.51 and left of the entitlement is 10.5 (0.01 apart), in rows 2, 4-5.",
        ]
    );
}

#[test]
fn of_several_values_in_a_cell_each_is_looked_up() {
    let sheet = "[reference.donors]\nfile = \"donors.csv\"\n[[sheet]]\nkey = [\"No\"]\ncolumn = [{ heading = \"No\" }, { heading = \"Donors\", separator = \"; \" }, { heading = \"Note\" }]\n[[sheet.lookup]]\nalias = \"donor\"\nreference = \"donors\"\nkeys = [{ by = { Donors = \"Id\" } }]\n[[sheet.rule]]\ncheck = \"note = donor.state\"\n";
    let folder =
        Folder::with(sheet, "No,Donors,Note\n1,D-001; D-003,x\n2,D-001; D-009; D-008,\n3,D-001,left\n4,D-777,\n");
    folder.write("donors.csv", DONORS);
    assert_eq!(
        said(&folder),
        [
            "not-found 3 Donors is \"D-001; D-009; D-008\": of its 3 values, \"D-009\" and \"D-008\" are not in the list donors.",
            "rule-broken 4 Note must be the same as State of the donor; Note is left and State of the donor is active.",
            "not-found 5 Donors is \"D-777\": it is not in the list donors.",
        ]
    );
}

#[test]
fn each_of_several_values_in_a_cell_must_be_usable_and_counts_as_a_use() {
    let sheet = "[reference.donors]\nfile = \"donors.csv\"\n[[sheet]]\nkey = [\"No\"]\ncolumn = [{ heading = \"No\" }, { heading = \"Donors\", separator = \";\" }]\n[[sheet.lookup]]\nalias = \"donor\"\nreference = \"donors\"\nkeys = [{ by = { Donors = \"Id\" } }]\nmust = \"state <> 'left'\"\nused = \"once\"\n";
    let folder = Folder::with(sheet, "No,Donors\n1,D-001;D-003\n2,D-001\n3,D-002;D-003\n");
    folder.write("donors.csv", "Id,State\nD-001,active\nD-002,left\nD-003,active\nD-004,active\n");
    assert_eq!(
        said(&folder),
        [
            "used-again 3 Donors is \"D-001\": row 2 names the same row of the list donors already, and each may be named once.",
            "not-usable 4 Donors is \"D-002;D-003\": for \"D-002\", it is in the list donors and may not be used: State must not be left; there State is left.",
            "used-again 4 Donors is \"D-002;D-003\": for \"D-003\", row 2 names the same row of the list donors already, and each may be named once.",
            "unused-record 0 No row names Id D-004 of the list donors, which must be named.",
        ]
    );
}

#[test]
fn a_running_sum_blames_the_rows_from_the_excess_on() {
    let more =
        "[[sheet.rule]]\neach = { by = [\"Code\"] }\ncheck = \"SUM(quantity) <= entitlement.left\"\nrunning = true\n";
    let found = said(&asked(more, "1,E-1,6,,x\n2,E-2,3,,\n3,E-1,4.5,,x\n4,E-1,0.01,,x\n5,E-2,,,\n6,E-1,-5,,x\n"));
    assert_eq!(
        found,
        [
            "group-broken 5 The sum of Quantity must be at most left of the entitlement; with this row the sum of Quantity is 10.51 and left of the entitlement is 10.5 (0.01 apart).",
        ]
    );
}

const TWO_SHEETS: &str = r#"
[[sheet]]
name = "Cover"
cell = [{ heading = "Total", type = "decimal" }]
[[sheet]]
name = "Uses"
key = ["Use"]
column = [{ heading = "Use" }, { heading = "Lot" }, { heading = "Weight", type = "decimal" }, { heading = "Day", type = "date" }]
[[sheet.lookup]]
alias = "lot"
sheet = "Lots"
keys = [{ by = { Lot = "Lot" } }]
[[sheet.lookup]]
alias = "cover"
sheet = "Cover"
[[sheet.rule]]
check = "weight <= lot.weight AND day >= lot.packed"
[[sheet.rule]]
each = "sheet"
check = "SUM(weight) = cover.total"
[[sheet]]
name = "Lots"
key = ["Lot"]
column = [{ heading = "Lot" }, { heading = "Weight", type = "decimal" }, { name = "packed", heading = "Packed on", type = "date", date_format = "dd/mm/yyyy" }]
"#;

#[test]
fn another_sheet_is_looked_up_in_whichever_comes_first() {
    let folder = Folder::with(TWO_SHEETS, "");
    let uses =
        "Use|Lot|Weight|Day\n1|L-1|2.5|2026-03-05\n2|L-2|4.5|2026-03-05\n3|L-3|1|2026-03-05\n4|L-1|1|2026-03-01\n";
    let lots = "Lot|Weight|Packed on\nL-1|2.50|04/03/2026\nL-2|4|05/03/2026\n";
    folder.write("data.xlsx", books::tables(&[("Cover", "Total|10"), ("Uses", uses), ("Lots", lots)]));
    let due = [
        "rule-broken 3 Weight must be at most Weight of the lot and Day must not be before Packed on of the lot; Weight is 4.5, Day is 2026-03-05, Weight of the lot is 4 and Packed on of the lot is 2026-03-05.",
        "not-found 4 Lot is \"L-3\": it is not on the sheet Lots.",
        "rule-broken 5 Weight must be at most Weight of the lot and Day must not be before Packed on of the lot; Weight is 1, Day is 2026-03-01, Weight of the lot is 2.5 and Packed on of the lot is 2026-03-04.",
        "group-broken 0 The sum of Weight must be the same as Total of the cover; here the sum of Weight is 9 and Total of the cover is 10 (1 apart).",
    ];
    let found = |files: &[&str]| -> Vec<String> {
        let usual = ["--rulebook", "t.rulebook.toml", "--format", "json", "--today", "2026-11-23"];
        let ran = folder.run(&[&["check"], files, &usual].concat());
        assert_ne!(ran.status, 2, "{}", ran.stderr);
        let rules = ["rule-broken", "not-found", "group-broken"];
        let found = ran.findings().into_iter().filter(|(code, ..)| rules.contains(&code.as_str()));
        found.map(|(code, row, message)| format!("{code} {row} {message}")).collect()
    };
    assert_eq!(found(&["data.xlsx"]), due);
    folder.write("uses.csv", uses.replace('|', ","));
    folder.write("lots.csv", lots.replace('|', ","));
    // As delimited files of one batch, in any order.
    for files in [["uses.csv", "lots.csv"], ["lots.csv", "uses.csv"]] {
        assert_eq!(found(&files), due[..3], "{files:?}");
    }
}

#[test]
fn existing_records_are_looked_up_by_the_key_of_the_sheet() {
    let sheet = "[[sheet]]\nname = \"Lots\"\nkey = [\"Lot\"]\ncolumn = [{ heading = \"Lot\" }, { heading = \"Seeds\", type = \"whole\" }]\n[sheet.existing]\nheadings = { Lot = \"Lot number\" }\n[[sheet.rule]]\ncheck = \"existing.seeds IS NULL OR seeds >= existing.seeds\"\n";
    let folder = Folder::with(sheet, "Lot,Seeds\nL-1,10\nL-2,4\nL-3,1\n");
    folder.write("held.csv", "Seeds,Lot number,State\n10,L-1,held\n5,L-2,held\n");
    let due = [
        "rule-broken 3 where Seeds of the existing record is filled, Seeds must be at least Seeds of the existing record; Seeds is 4 and Seeds of the existing record is 5.",
    ];
    let found = |arguments: &[&str]| -> Vec<String> {
        let ran = folder.check(arguments);
        assert_ne!(ran.status, 2, "{}", ran.stderr);
        ran.findings()
            .into_iter()
            .filter(|(code, ..)| code != "held-row")
            .map(|(code, row, message)| format!("{code} {row} {}", message.replacen("Where", "where", 1)))
            .collect()
    };
    assert_eq!(found(&["--existing", "held.csv"]), due);
    assert_eq!(found(&["--existing", "Lots=held.csv"]), due);
    // Nothing is known, and nothing is said.
    assert_eq!(found(&[]), Vec::<String>::new());
    let refused = |arguments: &[&str], why: &str| {
        let ran = folder.check(arguments);
        assert_eq!(ran.status, 2, "{}", ran.stdout);
        assert!(ran.stderr.contains(why), "{why}: {}", ran.stderr);
    };
    refused(&["--existing", "data.csv"], "the existing records are the file that is checked");
    refused(&["--existing", "none.csv"], "none.csv");
    refused(&["--existing", "Lot=held.csv"], "the rulebook has no sheet Lot; did you mean Lots?");
    folder.write("empty.csv", "Lot number,Seeds\n");
    refused(&["--existing", "empty.csv"], "empty.csv: it has headings and no rows");
    folder.write("other.csv", "Number,Seeds\nL-1,3\n");
    refused(&["--existing", "other.csv"], "have no column Lot number");
}

#[test]
fn a_key_that_several_records_have_is_reported_once() {
    let sheet = "[[sheet]]\nkey = [\"Lot\"]\ncolumn = [{ heading = \"Lot\" }, { heading = \"Seeds\", type = \"whole\" }]\n[[sheet.lookup]]\nexisting = true\n";
    let folder = Folder::with(sheet, "Lot,Seeds\nL-1,10\nL-2,4\n");
    folder.write("held.csv", "Lot,Seeds\nL-1,10\nL-2,5\nL-1,11\n");
    let ran = folder.check(&["--existing", "held.csv"]);
    let codes: Vec<String> = ran.findings().into_iter().map(|(code, row, _)| format!("{code} {row}")).collect();
    assert_eq!(codes, ["listed-twice 0", "held-row 2", "several-found 2"], "{}", ran.stdout);
}

#[test]
fn mistakes_of_a_look_up_are_reported_with_their_places() {
    let cases: &[(&str, &str, &str)] = &[
        ("reference = \"donors\"", "reference = \"doners\"", "there is no reference doners; did you mean donors?"),
        ("reference = \"donors\"", "sheet = \"Donors\"", "no sheet is called Donors"),
        ("reference = \"donors\"", "", "a look-up has one of reference"),
        ("alias = \"donor\"", "", "a look-up needs an alias"),
        ("alias = \"donor\"", "alias = \"the donor\"", "an alias is one word"),
        ("alias = \"donor\"", "alias = \"previous\"", "and not previous"),
        ("Donor = \"Id\"", "Donor = \"Idd\"", "the list donors has no column Idd; did you mean Id?"),
        ("Donor = \"Id\"", "Donoor = \"Id\"", "no column is called Donoor; did you mean Donor?"),
        ("fold = [\"case\"]", "fold = [\"cases\"]", "there is no value cases; did you mean case?"),
    ];
    for (from, to, message) in cases {
        let folder = Folder::with(
            &REQUESTS.replacen(from, to, 2).replacen(&format!("[reference.{to}]"), "[reference.donors]", 1),
            "No,Donor\n",
        );
        folder.write("donors.csv", DONORS);
        let ran = folder.run(&["rulebook", "t.rulebook.toml"]);
        let all = format!("{}{}", ran.stdout, ran.stderr);
        assert!(all.contains(message), "{message}: {all}");
    }
    let conditions: &[(&str, &str)] = &[
        ("donor.stat = 'left'", "the list donors has no column stat; did you mean State?"),
        ("doner.state = 'left'", "no look-up has the alias doner: declare it in [[sheet.lookup]]; did you mean donor?"),
        ("donor.state > 3", "compare"),
        ("a.b.c = 1", "too many points"),
    ];
    for (condition, message) in conditions {
        let folder = requests(&format!("[[sheet.rule]]\ncheck = \"{condition}\"\n"), "");
        let ran = folder.run(&["rulebook", "t.rulebook.toml"]);
        let all = format!("{}{}", ran.stdout, ran.stderr);
        assert!(all.contains(message), "{message}: {all}");
    }
}

#[test]
fn a_record_of_several_rows_is_looked_up_once() {
    let sheet = "[reference.donors]\nfile = \"donors.csv\"\n[[sheet]]\nkey = [\"No\"]\ncolumn = [{ heading = \"No\" }, { heading = \"Donor\" }, { heading = \"Item\" }]\n[sheet.record]\nheader = [\"No\", \"Donor\"]\n[[sheet.lookup]]\nalias = \"donor\"\nreference = \"donors\"\nkeys = [{ by = { Donor = \"Id\" } }]\nused = \"at_most_once\"\n[[sheet.rule]]\ncheck = \"item <> donor.state\"\n";
    let folder = Folder::with(sheet, "No,Donor,Item\n1,D-001,a\n,,active\n2,D-009,b\n,,c\n3,D-003,d\n");
    folder.write("donors.csv", DONORS);
    assert_eq!(
        said(&folder),
        [
            "rule-broken 3 Item must not be the same as State of the donor; Item is active and State of the donor is active.",
            "not-found 4 Donor is \"D-009\": it is not in the list donors.",
        ]
    );
}

#[test]
fn what_a_rulebook_says_of_existing_records_waits_for_an_export() {
    let of = |more: &str| {
        let book = format!(
            "[[sheet]]\nkey = [\"No\"]\ncolumn = [{{ heading = \"No\" }}, {{ heading = \"Seeds\" }}]\n[sheet.existing]\n{more}"
        );
        Folder::with(&book, "No,Seeds\n2,5\n")
    };
    let lookup = "[[sheet.lookup]]\nexisting = true\nkeys = [{ by = { No = \"Lot no\" } }]\n";
    for more in [
        "[sheet.intent]\nlocked_when = \"existing.state = 'gone'\"\n",
        "[sheet.intent]\nremoved_when = \"state = 'gone'\"\n",
        "[[sheet.rule]]\ncheck = \"seeds <> existing.\\\"Lot state\\\"\"\nmessage = \"{existing.Lot state} is held\"\n",
        lookup,
    ] {
        let folder = of(more);
        assert_eq!(folder.check(&[]).status, 0, "{more}: {}", folder.check(&[]).stderr);
        folder.write("held.csv", "No,Lot no,State,Lot state\n2,2,held,x\n");
        assert_eq!(folder.check(&["--existing", "held.csv"]).status, 0, "{more}");
    }
    // What an export lacks is said of it.
    let folder = of(lookup);
    folder.write("held.csv", "No,State\n2,gone\n");
    let ran = folder.check(&["--existing", "held.csv"]);
    assert!(ran.stderr.contains("the existing records have no column Lot no"), "{}", ran.stderr);
}
