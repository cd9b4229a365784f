//! Rows that continue the one above: headers on the first row of a record, lists side by side under it.

use crate::support::books::{ods, rows, table};
use crate::support::{Folder, Ran};

const COLUMNS: &str = "[[sheet]]\nname = 'Lots'\nkey = ['Lot']\ncolumn = [{ heading = 'Lot', required = true, unique = true }, \
    { heading = 'Genus', required = true }, { heading = 'Who', required = true }, { heading = 'Part', required = true }, \
    { heading = 'Donor' }, { heading = 'Share', type = 'whole' }, { heading = 'Note' }]\n";
const RECORD: &str = "[sheet.record]\nheader = ['Lot', 'Genus']\n\
    list = [{ name = 'people', columns = ['Who', 'Part'], min = 1, max = 2 }, { name = 'donors', columns = ['Donor', 'Share'] }]\n";

fn ran(more: &str, lines: &str) -> Ran {
    Folder::with(&format!("{COLUMNS}{RECORD}{more}"), format!("Lot,Genus,Who,Part,Donor,Share,Note\n{lines}"))
        .check(&[])
}

fn found(lines: &str) -> Vec<String> {
    ran("", lines).places()
}

#[test]
fn headers_are_filled_once_and_lists_are_judged_each_alone() {
    let good = "A,x,P,f,K,1,\n,,Q,g,L,2,\n,,,,M,3,\nB,y,P,f,,,\n\nC,z,P,f,,,\n,,Q,f,,,note\n";
    assert_eq!(found(good), ["blank-row 6 - C"]);
    // A header may be repeated, and is then the same.
    assert_eq!(found("A,x,P,f,,,\nA,x,Q,g,,,\n,x,,,K,1,\n"), ["gap-in-list 4 E A"]);
    // What is required is missing where the record or the entry begins, and nowhere else.
    let missing = "A,,P,f,,,\n,,Q,,,,\nB,y,,f,,,\n";
    assert_eq!(found(missing), ["missing-value 2 B A", "missing-value 3 D A", "missing-value 4 C B"]);
    let messages = ran("", missing).findings();
    assert_eq!(messages[0].2, "Genus is blank; it must be filled on the first row of each Lot.");
    assert_eq!(messages[1].2, "Part is blank; it must be filled in each entry of people.");
}

#[test]
fn what_is_wrong_with_a_record_is_said_where_it_is() {
    for (lines, due) in [
        // It begins without its header.
        (",,P,f,,,\nA,x,P,f,,,\n", vec!["no-record 2 - -"]),
        // Another header than on the first row; filled where the first row has none.
        ("A,x,P,f,,,\n,y,Q,g,,,\n", vec!["header-differs 3 B A"]),
        // No gap, no half entry, no two the same.
        ("A,x,P,f,K,1,\n,,Q,f,,,\n,,,,L,2,\n", vec!["gap-in-list 4 E A"]),
        ("A,x,P,f,,,\n,,P,f,,,\n", vec!["repeated-entry 3 C A"]),
        ("A,x,P,f,K,1,\n,,P,g,K,1,\n", vec!["repeated-entry 3 E A"]),
        // So many entries, and no more.
        ("A,x,,,K,1,\nB,y,P,f,,,\n", vec!["entry-count 2 - A"]),
        ("A,x,P,f,,,\n,,Q,f,,,\n,,R,f,,,\n", vec!["entry-count 2 - A"]),
        // A record in two places.
        ("A,x,P,f,,,\nB,y,P,f,,,\nA,x,Q,f,,,\n", vec!["split-group 4 A A"]),
    ] {
        assert_eq!(found(lines), due, "{lines}");
    }
}

#[test]
fn a_header_that_must_be_blank_below_is_cleared() {
    let blank = RECORD.replace("list =", "repeated = 'blank'\nlist =");
    let data = "Lot,Genus,Who,Part,Donor,Share,Note\nA,x,P,f,,,\nA,,Q,g,,,\n,,,,,,n\n";
    let ran = Folder::with(&format!("{COLUMNS}{blank}"), data).check(&[]);
    assert_eq!(ran.places(), ["header-repeated 3 A A"]);
    let correction = ran.json()["findings"][0]["correction"].clone();
    assert_eq!((correction["value"].as_str(), correction["certainty"].as_str()), (Some(""), Some("certain")));
}

#[test]
fn rules_and_figures_go_over_records() {
    let rule = "[[sheet.rule]]\neach = 'record'\ncheck = 'SUM(Share) = 100 OR COUNT(Donor) = 0'\n";
    let ran = ran(rule, "A,x,P,f,K,60,\n,,,,L,40,\nB,y,P,f,K,50,\n,,,,L,40,\nC,z,P,f,,,\n");
    assert_eq!(ran.places(), ["group-broken 4 - B"]);
    let message = &ran.findings()[0].2;
    assert!(message.starts_with("Lot B: ") && message.ends_with("in rows 4-5."), "{message}");
    let whole = Folder::with(&format!("{COLUMNS}{rule}"), "").check(&[]);
    assert!(whole.status == 2 && whole.stderr.contains("the sheet has no records of several rows"), "{}", whole.stderr);
}

#[test]
fn the_same_in_workbooks_of_every_kind_and_in_chunks_of_any_size() {
    let lines = "A,x,P,f,K,1\n,,P,f,,\nB,,P,f,,\n,y,Q,g,L,2\nA,x,R,f,,\n,,S,,,\n,,,f,,";
    let due = found(&lines.lines().map(|line| format!("{line},\n")).collect::<String>());
    assert_eq!(due.len(), 8, "{due:?}");
    let sheet = format!("Lot|Genus|Who|Part|Donor|Share|Note\n{}", lines.replace(',', "|"));
    for (name, bytes) in [("data.xlsx", table("Lots", &sheet)), ("data.ods", ods("Lots", &rows(&sheet)))] {
        let folder = Folder::with(&format!("{COLUMNS}{RECORD}"), "");
        folder.write(name, bytes);
        for size in ["1", "2", "7", "100"] {
            let ran = folder.run(&["check", name, "-r", "t.rulebook.toml", "--format", "json", "--chunk-rows", size]);
            assert_eq!(ran.places(), due, "{name} {size}");
        }
    }
}

#[test]
fn a_missing_key_column_is_said_at_the_headings() {
    let folder = Folder::with(&format!("{COLUMNS}{RECORD}"), "Genus,Who,Part,Donor,Share,Note\nx,P,f,,,\n");
    assert_eq!(folder.check(&[]).places(), ["missing-heading 1 - -"]);
}

#[test]
fn mistakes_are_said_with_their_place() {
    for (record, due) in [
        ("header = ['Genus']", "a record begins where its key changes"),
        ("header = ['Lot', 'Genu']", "no column is called Genu; did you mean Genus?"),
        (
            "header = ['Lot']\nlist = [{ name = 'a', columns = ['Lot'] }]",
            "a column belongs to the header or to one list",
        ),
        ("header = ['Lot']\nlist = [{ name = 'a', columns = [] }]", "a list needs at least one column"),
        (
            "header = ['Lot']\nlist = [{ name = 'a', columns = ['Who'], min = 2, max = 1 }]",
            "the least number of entries is greater",
        ),
    ] {
        let ran = Folder::with(&format!("{COLUMNS}[sheet.record]\n{record}\n"), "").check(&[]);
        assert!(ran.status == 2 && ran.stderr.contains(due), "{record}: {}", ran.stderr);
    }
}

#[test]
fn a_list_whose_column_is_missing_is_not_judged() {
    // Nothing is known of the entries of people, and those of donors are judged.
    let folder = Folder::with(&format!("{COLUMNS}{RECORD}"), "Lot,Genus,Part,Donor,Share,Note\nA,x,f,K,1,\n,,,K,1,\n");
    assert_eq!(folder.check(&[]).places(), ["missing-heading 1 - -", "repeated-entry 3 D A"]);
    // A header that is missing is not compared either.
    let folder = Folder::with(&format!("{COLUMNS}{RECORD}"), "Lot,Who,Part,Donor,Share,Note\nA,P,f,,,\nA,Q,f,,,\n");
    assert_eq!(folder.check(&[]).places(), ["missing-heading 1 - -"]);
}

#[test]
fn long_keys_that_begin_alike_are_different_records() {
    let long = "x".repeat(80);
    assert_eq!(found(&format!("{long}1,a,P,f,,,\n{long}2,b,P,f,,,\n{long}3,c,P,f,,,\n")), [] as [&str; 0]);
}

#[test]
fn conditions_over_a_row_see_the_header_of_its_record() {
    let rule = "[[sheet.rule]]\ncheck = \"Part <> 'f' OR Genus = 'x'\"\n";
    let lines = "A,x,P,g,,,\n,,Q,f,,,\nB,y,P,g,,,\n,,Q,f,,,\n";
    let folder =
        Folder::with(&format!("{COLUMNS}{RECORD}{rule}"), format!("Lot,Genus,Who,Part,Donor,Share,Note\n{lines}"));
    let ran = folder.check_in_pieces();
    assert_eq!(ran.places(), ["rule-broken 5 D B"]);
    assert_eq!(ran.findings()[0].2, "Part must not be f or Genus must be x; Genus is y and Part is f.");
    // What goes over all rows sees each header once.
    let figure = "[[sheet.figure]]\nlabel = 'Genera'\nvalue = 'COUNT(Genus)'\n";
    let ran = self::ran(&format!("{rule}{figure}"), lines);
    assert_eq!(ran.json()["figures"][0]["value"], "2");
    // A header under a condition is looked at where the record begins.
    let sheet =
        COLUMNS.replace("heading = 'Genus', required = true", "heading = 'Genus', required_when = \"Part = 'f'\"");
    let folder =
        Folder::with(&format!("{sheet}{RECORD}"), "Lot,Genus,Who,Part,Donor,Share,Note\nA,,P,f,,,\n,,Q,f,,,\n");
    assert_eq!(folder.check_in_pieces().places(), ["missing-when 2 B A"]);
}

#[test]
fn several_entries_in_one_cell_are_noticed() {
    let lines = "A,x,P; Q,f,,,\nB,y,\"P\nQ\",f,K|L|,1,one; two\nC,z,P;,f,,,\n";
    assert_eq!(
        found(lines),
        ["several-entries 2 C A", "line-break 3 C B", "several-entries 3 C B", "several-entries 3 E B"]
    );
    let findings = ran("", lines).findings();
    assert_eq!(findings[0].2, "Who is \"P; Q\": that looks like 2 entries; each entry has a row of its own.");
    // A separator that the column allows, or a list, says itself what is wrong.
    let sheet = COLUMNS.replace("heading = 'Who',", "heading = 'Who', separator = ';',");
    let folder = Folder::with(&format!("{sheet}{RECORD}"), "Lot,Genus,Who,Part,Donor,Share,Note\nA,x,P;Q,f,,,\n");
    assert_eq!(folder.check_in_pieces().places(), [] as [&str; 0]);
}

#[test]
fn the_sections_of_a_figure_go_by_the_header_of_the_record() {
    let figure = "[[sheet.figure]]\nlabel = 'Shares'\nvalue = 'SUM(Share)'\nby = ['Genus']\n";
    let lines = "A,x,P,f,K,1,\n,,Q,g,L,2,\nB,y,P,f,K,5,\nC,x,P,f,K,10,\n,,Q,g,L,20,\n";
    let ran =
        Folder::with(&format!("{COLUMNS}{RECORD}{figure}"), format!("Lot,Genus,Who,Part,Donor,Share,Note\n{lines}"))
            .check_in_pieces();
    let figure = &ran.json()["figures"][0];
    let sections = figure["sections"].as_array().unwrap();
    let sections: Vec<_> = sections.iter().map(|each| (each["section"].as_str(), each["value"].as_str())).collect();
    assert_eq!(sections, [(Some("x"), Some("33")), (Some("y"), Some("5"))]);
    assert_eq!(figure["value"], "38");
}
