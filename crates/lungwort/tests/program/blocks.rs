//! Stacked blocks: a labelled header, a line of headings and lines, again and again down one sheet.

use crate::support::books::{ods, rows, table};
use crate::support::{Folder, Ran};

const SHEET: &str = "[[sheet]]\nname = 'Moves'\nkey = ['Movement']\ncell = [{ label = 'Block', type = 'whole', required = true }, \
    { label = 'Movement', required = true, unique = true }, { label = 'Day', type = 'date' }, { label = 'All', type = 'decimal' }]\n\
    column = [{ heading = 'Store', required = true, allowed = ['A', 'B'] }, { heading = 'Out', type = 'decimal' }, \
    { heading = 'In', type = 'decimal' }, { heading = 'On', type = 'date' }]\n";
const BLOCK: &str = "[sheet.block]\nnumber = 'Block'\n";

/// A block: its number, its movement, its day, its total, and its lines.
fn block(number: &str, movement: &str, day: &str, all: &str, lines: &[&str]) -> String {
    format!("Block,{number},Movement,{movement}\nDay,{day},All,{all}\nStore,Out,In,On\n{}\n", lines.join("\n"))
}

fn ran(more: &str, data: &str) -> Ran {
    Folder::with(&format!("{SHEET}{BLOCK}{more}"), data).check_in_pieces()
}

fn found(more: &str, data: &str) -> Vec<String> {
    ran(more, data).places()
}

#[test]
fn headers_and_lines_are_judged_where_they_are() {
    let good =
        format!("{}{}", block("1", "M1", "", "", &["A,1,,", "B,,1,"]), block("2", "M2", "2026-01-02", "3", &["A,3,,"]));
    assert_eq!(found("", &good), [] as [&str; 0]);
    // The same with a title above and blank rows between.
    assert_eq!(
        found("", &format!("Movements of seed,,,\n,,,\n{}", good.replace("Block,2", ",,,\n,,,\nBlock,2"))),
        [] as [&str; 0]
    );
    let bad =
        format!("{}{}", block("1", "M1", "02.01.2026", "", &["A,1,,", ",x,,"]), block("2", "", "", "", &["C,1,,"]));
    assert_eq!(
        found("", &bad),
        [
            "date-form 2 B M1", "missing-value 5 A M1, line 2", "not-number 5 B M1, line 2",
            "missing-value 6 D block 2", "off-list 9 A block 2, line 1"
        ]
        .map(|due| due.to_owned())
    );
    assert_eq!(ran("", &bad).findings()[3].2, "Movement is blank; it must be filled in the header of each block.");
}

#[test]
fn rules_of_rows_are_about_lines_or_about_headers() {
    let rules = "[[sheet.rule]]\nexactly_one = ['Out', 'In']\n[[sheet.rule]]\nall_or_none = ['Day', 'All']\n";
    let data = format!(
        "{}{}",
        block("1", "M1", "2026-01-02", "", &["A,1,,", "B,1,1,"]),
        block("2", "M2", "", "", &["A,,,", "A,2,,"])
    );
    assert_eq!(
        found(rules, &data),
        ["incomplete-set 2 D M1", "not-exactly-one 5 C M1, line 2", "not-exactly-one 9 B M2, line 1"]
    );
}

#[test]
fn lines_see_their_header_and_inherit_from_it() {
    let rules = "inherit = { On = 'Day' }\n[[sheet.rule]]\ncheck = 'Out <= \"All\"'\n[[sheet.rule]]\ncheck = '\"On\" >= Day'\n\
        [[sheet.rule]]\nat_least_one = ['On', 'Out']\n";
    let data = format!(
        "{}{}",
        block("1", "M1", "2026-01-02", "4", &["A,4,,", "A,5,,", "A,1,,2026-01-01"]),
        block("2", "M2", "", "", &["A,99,,", "A,,9,"])
    );
    // The second block says nothing that could be broken; there a line without a day of its own has none.
    assert_eq!(
        found(rules, &data),
        ["rule-broken 5 B M1, line 2", "rule-broken 6 D M1, line 3", "none-given 11 D M2, line 2"]
    );
    let message = ran(rules, &data).findings()[0].2.clone();
    assert_eq!(message, "Out must be at most All; All is 4 and Out is 5.");
    // A required column that inherits is not missing.
    let sheet = SHEET.replace("heading = 'On', type", "heading = 'On', required = true, type");
    let folder = Folder::with(&format!("{sheet}{BLOCK}inherit = {{ On = 'Day' }}\n"), data);
    assert_eq!(folder.check_in_pieces().places(), ["missing-value 10 D M2, line 1", "missing-value 11 D M2, line 2"]);
}

#[test]
fn groups_go_over_the_lines_of_a_block_and_its_header() {
    let rules = "[[sheet.rule]]\neach = 'block'\ncheck = 'SUM(Out) = SUM(\"In\")'\n[[sheet.rule]]\neach = 'block'\ncheck = 'SUM(Out) = MAX(\"All\")'\n\
        [[sheet.rule]]\neach = 'block'\nrows = { min = 2 }\n[[sheet.figure]]\nlabel = 'Lines'\nvalue = 'COUNT(*)'\n\
        [[sheet.figure]]\nlabel = 'Movements'\nvalue = 'COUNT(Movement)'\n[[sheet.figure]]\nlabel = 'Left'\nvalue = 'SUM(\"All\") - SUM(Out)'\n";
    let data = format!(
        "{}{}{}",
        block("1", "M1", "", "5", &["A,5,,", "B,,5,"]),
        block("2", "M2", "", "6", &["A,5,,", "B,,4,", "B,,1,"]),
        block("3", "M3", "", "1", &["A,1,,"])
    );
    assert_eq!(
        found(rules, &data),
        ["group-broken 6 - M2", "group-broken 12 - M3", "group-size 12 - M3"].map(str::to_owned)
    );
    let ran = ran(rules, &data);
    let said: Vec<String> = ran.findings().into_iter().map(|found| found.2).collect();
    assert_eq!(
        said[0],
        "Movement M2: the sum of Out must be the same as the greatest All; here the sum of Out is 5 and the greatest All is 6 (1 apart), in rows 6, 9-11."
    );
    assert!(said[2].contains("here there is 1,"), "{}", said[2]);
    let figures = ran.json()["figures"]
        .as_array()
        .unwrap()
        .iter()
        .map(|figure| figure["value"].as_str().unwrap().to_owned())
        .collect::<Vec<_>>();
    assert_eq!(figures, ["6", "3", "1"]);
}

#[test]
fn the_number_of_blocks_counts_them() {
    let blocks = |numbers: &[&str]| -> String {
        numbers.iter().enumerate().map(|(at, number)| block(number, &format!("M{at}"), "", "", &["A,1,,"])).collect()
    };
    assert_eq!(found("", &blocks(&["1", "2", "3"])), [] as [&str; 0]);
    // One finding a slip: after it, counting goes on from the number found.
    assert_eq!(
        found("", &blocks(&["1", "3", "4", "4", "2"])),
        ["numbering-slip 5 B M1", "numbering-slip 13 B M3", "numbering-slip 17 B M4"]
    );
    let said = ran("", &blocks(&["1", "3"])).findings()[0].2.clone();
    assert_eq!(said, "Blocks are numbered 1, 2, 3 and so on, without a gap; here Block is \"3\", and it should be 2.");
}

#[test]
fn blocks_that_are_empty_headless_changed_or_cut_off_are_found() {
    let first = block("1", "M1", "", "", &["A,1,,"]);
    for (more, due) in [
        (block("", "", "", "", &[",,,"]), vec!["empty-block 5 - -"]),
        (block("", "", "", "", &[",,,", ",,,"]) + &block("2", "M2", "", "", &["A,1,,"]), vec!["empty-block 5 - -"]),
        (block("", "", "", "", &["A,1,,", "Z,1,,"]), vec!["off-list 9 A block 2, line 2", "headless-block 5 - -"]),
        ("Block,2,Movement,M2\nDay,,Sum,\nStore,Out,In,On\nA,1,,\n".to_owned(), vec!["changed-block 5 - -"]),
        ("Block,2,Movement,M2\nDay,,All,\nStore,Out,Inn,\nA,1,1,\n".to_owned(), vec!["changed-block 5 - -"]),
        ("Block,2,Movement,M2\nDay,,All,\n".to_owned(), vec!["changed-block 5 - -"]),
        ("Block,2,Movement,M2\n,,,\n,,,\n,,,\n,,,\n,,,\n,,,\n,,,\nA,1,,\nBlock,2,Movement,M3\nDay,,All,\nStore,Out,In,On\nA,1,,\n".to_owned(), vec!["changed-block 5 - -"]),
        // A first label that is misspelt behind a blank row, and one that is not behind any.
        (",,,\nBlok,2,Movement,M2\nDay,,All,\nStore,Out,In,On\nA,1,,\n".to_owned(), vec!["changed-block 6 - -"]),
        (",,,\nA,1,,\n,,,\n,,,\nB,2,,\n".to_owned(), vec!["outside-block 6 - -", "outside-block 9 - -"]),
    ] {
        assert_eq!(found("", &format!("{first}{more}")), due, "{more}");
    }
    let said = ran("", &format!("{first}Block,2,Movement,M2\nDay,,Sum,\nStore,Out,Inn,\nA,1,1,\n")).findings();
    assert_eq!(
        said[0].2,
        "The block is not like the first one: the label \"All\" is missing, the heading \"In\" is \"Inn\" and the heading \"On\" is missing."
    );
    let said = ran("", &format!("{first}Block,2,Movement,M2\nDay,,All,\n")).findings();
    assert_eq!(said[0].2, "The block is cut off: the sheet ends before the headings of its lines.");
}

#[test]
fn so_many_lines_and_cells_beside_them() {
    let data =
        format!("{}{}", block("1", "M1", "", "", &["A,1,,"]), block("2", "M2", "", "", &["A,1,,", "A,1,,", "A,1,,"]));
    assert_eq!(found("min = 2\nmax = 2\n", &data), ["entry-count 1 - M1", "entry-count 5 - M2"]);
    let said = ran("min = 2\n", &data).findings()[0].2.clone();
    assert_eq!(said, "Movement M1 has 1 line; at least 2 must be given.");
    // Two lines that are the same are two lines. A cell beyond all columns is noticed.
    let far = block("1", "M1", "", "", &["A,1,,,", "A,1,,,,see B"]).replace("Store,Out,In,On", "Store,Out,In,On,");
    assert_eq!(found("", &far), ["no-heading 5 F M1, line 2"]);
}

#[test]
fn the_same_in_workbooks_where_blank_rows_may_be_left_out() {
    let lines = "Block|1|Movement|M1\nDay||All|\nStore|Out|In|On\nA|1||\n|||\nA|1||\n|||\nBlock|3|Movement|M2\nDay||All|\nStore|Out|In|On\n|1||\n|||\n\
        Block||Movement|\nDay||All|\nStore|Out|In|On";
    for (name, bytes) in [("data.xlsx", table("Moves", lines)), ("data.ods", ods("Moves", &rows(lines)))] {
        let folder = Folder::with(&format!("{SHEET}{BLOCK}"), "");
        folder.write(name, bytes);
        let ran = folder.run(&["check", name, "-r", "t.rulebook.toml", "--format", "json"]);
        let due =
            ["outside-block 6 - -", "numbering-slip 8 B M2", "missing-value 11 A M2, line 1", "empty-block 13 - -"];
        assert_eq!(ran.places(), due, "{name}");
    }
}

#[test]
fn many_blocks_and_many_empty_ones() {
    let many: String =
        (1..=3000).map(|number| block(&number.to_string(), &format!("M{number}"), "", "", &["A,1,,"])).collect();
    let folder = Folder::with(&format!("{SHEET}{BLOCK}"), many);
    assert_eq!(folder.check(&[]).places(), [] as [&str; 0]);
    let empty: String = (0..1000).map(|_| block("", "", "", "", &[",,,"])).collect();
    let folder = Folder::with(&format!("{SHEET}{BLOCK}"), format!("{}{empty}", block("1", "M1", "", "", &["A,1,,"])));
    let ran = folder.check(&[]);
    assert_eq!(ran.codes(), ["empty-block"]);
    assert_eq!(ran.json()["causes"][0]["count"], 1000);
}

#[test]
fn a_label_or_heading_that_no_block_has_is_said_once() {
    let two = block("1", "M1", "", "", &["A,1,,"]) + &block("2", "M2", "", "", &["A,1,,"]);
    assert_eq!(found("", &two.replace("Day,,All", "Date,,All")), ["missing-heading 0 - -"]);
    assert_eq!(found("", &two.replace("Store,Out,In,On", "Store,Out,In")), ["missing-heading 3 - -"]);
}

#[test]
fn mistakes_are_said_with_their_place() {
    for (block, due) in [
        ("[sheet.block]\nnumber = 'Blok'\n", "no labelled cell of the header is called Blok; did you mean Block?"),
        ("[sheet.block]\nnumber = 'Store'\n", "no labelled cell of the header is called Store"),
        ("[sheet.block]\nmin = 3\nmax = 2\n", "the least number of lines is greater"),
        ("[sheet.block]\ninherit = { Day = 'Day' }\n", "no column of the lines is called Day"),
        ("[sheet.block]\ninherit = { On = 'All' }\n", "both need the same type"),
        (
            "[sheet.block]\n[sheet.record]\nheader = ['Movement']\n",
            "the rows of a sheet are records or blocks, and not both",
        ),
        ("", "say that they are blocks, with [sheet.block]"),
    ] {
        let ran = Folder::with(&format!("{SHEET}{block}"), "").check(&[]);
        assert!(ran.status == 2 && ran.stderr.contains(due), "{block}: {}", ran.stderr);
    }
    let alone = "[[sheet]]\ncolumn = [{ heading = 'Store' }]\n[sheet.block]\n";
    let ran = Folder::with(alone, "").check(&[]);
    assert!(ran.stderr.contains("a block has labelled cells above"), "{}", ran.stderr);
    let each = "[[sheet]]\ncolumn = [{ heading = 'Store' }]\n[[sheet.rule]]\neach = 'block'\nrows = { min = 1 }\n";
    assert!(
        Folder::with(each, "").check(&[]).stderr.contains("the sheet has no blocks: declare them in [sheet.block]")
    );
    // A mistake in the header is at its own place.
    let ran =
        Folder::with(&SHEET.replace("label = 'Day', type = 'date'", "label = 'Day', type = 'datum'"), "").check(&[]);
    assert!(ran.stderr.contains("label = 'Day', type = 'datum'"), "{}", ran.stderr);
}
