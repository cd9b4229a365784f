//! Rules over groups of rows and over whole sheets: totals, values that agree, sizes, numbering and order.

use crate::support::books::{ods, rows, table};
use crate::support::{Folder, Ran};

const COLUMNS: &str = "[[sheet]]\nname = 'Moves'\nkey = ['Move', 'Line']\ncolumn = [{ heading = 'Move' }, { heading = 'Line', type = 'whole' }, \
    { heading = 'Currency' }, { heading = 'Debit', type = 'decimal' }, { heading = 'Credit', type = 'decimal' }, { heading = 'Date', type = 'date' }]\n";

fn rulebook(rules: &[&str]) -> String {
    let rules: String = rules.iter().map(|rule| format!("[[sheet.rule]]\n{rule}\n")).collect();
    format!("{COLUMNS}{rules}")
}

fn ran(rules: &[&str], lines: &str) -> Ran {
    Folder::with(&rulebook(rules), format!("Move,Line,Currency,Debit,Credit,Date\n{lines}")).check(&[])
}

/// Each finding as `code row key`.
fn found(rules: &[&str], lines: &str) -> Vec<String> {
    said(&ran(rules, lines))
}

fn said(ran: &Ran) -> Vec<String> {
    let json = ran.json();
    let say = |finding: &serde_json::Value| {
        let row = finding["row"].as_u64().map_or("-".to_owned(), |row| row.to_string());
        format!("{} {row} {}", finding["code"].as_str().unwrap(), finding["key"].as_str().unwrap_or("-"))
    };
    json["findings"].as_array().unwrap().iter().map(say).collect()
}

const EACH: &str = "each = { by = ['Move'] }";
const BALANCE: &str = "each = { by = ['Move'] }\ncheck = 'SUM(Debit) = SUM(Credit)'";

#[test]
fn totals_of_groups_agree_wherever_their_rows_are() {
    let good = "A,1,GBP,1.10,,\nB,1,GBP,5,,\nA,2,GBP,,1.1,\nB,2,GBP,,5.00,\n";
    assert_eq!(found(&[BALANCE], good), [] as [&str; 0]);
    let ran = ran(&[BALANCE], "A,1,GBP,120,,\nB,1,GBP,5,,\nA,2,GBP,,117.5,\nB,2,GBP,,5,\nA,3,GBP,,,\n");
    assert_eq!(said(&ran), ["group-broken 2 A"]);
    let message = ran.findings()[0].2.clone();
    assert_eq!(
        message,
        "Move A: the sum of Debit must be the same as the sum of Credit; here the sum of Debit is 120 and the sum of Credit is 117.5 (2.5 apart), in rows 2, 4, 6."
    );
}

#[test]
fn the_same_in_workbooks_of_every_kind() {
    let lines = "Move|Line|Currency|Debit|Credit|Date\nA|1|GBP|120|100|\nA|2|GBP|1|2|\nB|1|GBP|5|5|";
    for (name, bytes) in [("data.xlsx", table("Moves", lines)), ("data.ods", ods("Moves", &rows(lines)))] {
        let folder = Folder::with(&rulebook(&[BALANCE]), "");
        folder.write(name, bytes);
        let ran = folder.run(&["check", name, "-r", "t.rulebook.toml", "--format", "json"]);
        assert_eq!(
            said(&ran).iter().filter(|each| each.starts_with("group")).collect::<Vec<_>>(),
            ["group-broken 2 A"],
            "{name}"
        );
    }
}

#[test]
fn numbers_written_otherwise_and_dates_are_one_group_and_texts_are_told_apart() {
    let by = |column: &str| format!("each = {{ by = ['{column}'] }}\nrows = {{ min = 2 }}");
    assert_eq!(found(&[&by("Line")], "A,7,x,,,\nB,007,x,,,\n"), [] as [&str; 0]);
    assert_eq!(found(&[&by("Debit")], "A,1,x,1.5,,\nB,2,x,1.50,,\n"), [] as [&str; 0]);
    assert_eq!(found(&[&by("Move")], "A,1,x,,,\na,2,x,,,\n"), ["group-size 2 A", "group-size 3 a"]);
    // Several columns together.
    let both = "each = { by = ['Move', 'Currency'] }\nrows = { max = 1 }";
    assert_eq!(found(&[both], "A,1,x,,,\nA,2,y,,,\nB,1,x,,,\nA,3,x,,,\n"), ["group-size 2 A / x"]);
}

#[test]
fn a_total_with_a_cell_that_cannot_be_read_is_open() {
    let ran = ran(&[BALANCE], "A,1,GBP,1o,,\nA,2,GBP,,10,\nB,1,GBP,3,4,\n");
    assert_eq!(said(&ran), ["unit-in-number 2 A / 1", "open-total 2 A", "group-broken 4 B"]);
    let json = ran.json();
    assert_eq!(json["findings"][1]["severity"], "warning");
    assert!(ran.findings()[1].2.contains("cannot be judged until row 2 is corrected"), "{:?}", ran.findings()[1]);
    // Only what the rule needs leaves it open, and a blank counts as nothing.
    assert_eq!(found(&[BALANCE], "A,x,GBP,1,,\nA,2,GBP,,1,\nA,3,GBP,,,\n"), ["not-number 2 A / x"]);
    // A row that is left out by the condition of the rule leaves nothing open.
    let filtered = format!("{BALANCE}\nwhen = \"Currency = 'GBP'\"");
    assert_eq!(found(&[&filtered], "A,1,EUR,1o,,\nA,2,GBP,2,2,\n"), ["unit-in-number 2 A / 1"]);
    // Totals of more digits than can be calculated are open too.
    let huge = "9".repeat(28);
    let large = found(
        &[BALANCE],
        &format!("A,1,x,{huge},,\nA,2,x,{huge},,\nA,3,x,{huge},,\nA,4,x,0.01,,\nA,5,x,{huge}.5,0.1,\n"),
    );
    assert!(large.contains(&"open-total 2 A".to_owned()), "{large:?}");
}

#[test]
fn a_value_is_the_same_in_all_rows_of_a_group() {
    let same = format!("{EACH}\nsame = ['Currency', 'Date']");
    let ran = ran(
        &[&same],
        "A,1,GBP,,,2026-01-02\nB,1,EUR,,,2026-01-02\nA,2,EUR,,,2026-01-02\nA,3,EUR,,,2026-01-03\nB,2,EUR,,,\n",
    );
    // Once a group and column, at the first row that differs; a blank is compared with nothing.
    assert_eq!(said(&ran), ["not-the-same 4 A / 2", "not-the-same 5 A / 3"]);
    assert!(
        ran.findings()[0].2.starts_with("Currency is \"EUR\" here and \"GBP\" in row 2, the first of Move A"),
        "{:?}",
        ran.findings()
    );
    let within = format!("{EACH}\nsame = ['Debit']\ntolerance = 0.01");
    assert_eq!(found(&[&within], "A,1,,1.00,,\nA,2,,1.01,,\nA,3,,0.99,,\nA,4,,1.02,,\n"), ["not-the-same 5 A / 4"]);
}

#[test]
fn rows_are_counted_numbered_and_in_order() {
    let size = format!("{EACH}\nrows = {{ min = 2, max = 3 }}");
    assert_eq!(
        found(&[&size], "A,1,,,,\nB,1,,,,\nB,2,,,,\nC,1,,,,\nC,2,,,,\nC,3,,,,\nC,4,,,,\n"),
        ["group-size 2 A", "group-size 5 C"]
    );
    let numbered = format!("{EACH}\nnumbered = 'Line'");
    // One finding a slip; it goes on from the number that was found.
    assert_eq!(
        found(&[&numbered], "A,1,,,,\nA,2,,,,\nB,2,,,,\nA,4,,,,\nA,5,,,,\nB,3,,,,\n"),
        ["numbering-slip 4 B / 2", "numbering-slip 5 A / 4"]
    );
    let order = "each = 'sheet'\nin_order = 'Date'";
    assert_eq!(
        found(&[order], "A,1,,,,2026-01-02\nB,1,,,,2026-01-02\nA,2,,,,2026-01-01\nA,3,,,,2026-01-05\n"),
        ["out-of-order 4 A / 2"]
    );
    let strictly = "each = 'sheet'\nin_order = { column = 'Date', strictly = true }";
    assert_eq!(found(&[strictly], "A,1,,,,2026-01-02\nB,1,,,,2026-01-02\n"), ["out-of-order 3 B / 1"]);
    let step = format!("{EACH}\nin_order = {{ column = 'Line', step = 10 }}");
    assert_eq!(found(&[&step], "A,10,,,,\nA,20,,,,\nB,20,,,,\nA,31,,,,\nA,41,,,,\n"), ["out-of-order 5 A / 31"]);
}

#[test]
fn the_whole_sheet_is_a_group_too() {
    let ran = ran(
        &["each = 'sheet'\ncheck = 'SUM(Debit) = SUM(Credit) AND COUNT(DISTINCT Currency) = 1'"],
        "A,1,GBP,3,,\nB,1,EUR,,2,\n",
    );
    assert_eq!(said(&ran), ["group-broken - -"]);
    assert_eq!(
        ran.findings()[0].2,
        "The sum of Debit must be the same as the sum of Credit and the number of different Currency must be 1; here the sum of Debit is 3, the sum of Credit is 2 and the number of different Currency is 2."
    );
}

#[test]
fn groups_that_must_be_together_and_are_not_are_one_finding() {
    let adjacent = "each = { by = ['Move'], adjacent = true }\ncheck = 'SUM(Debit) = SUM(Credit)'";
    let ran = ran(&[adjacent], "A,1,,1,,\nA,2,,,1,\nB,1,,1,1,\nA,3,,1,1,\nB,2,,1,1,\nA,4,,,1,\n");
    // Its totals are over all its rows, wherever they are.
    assert_eq!(said(&ran), ["split-group 5 A / 3", "split-group 6 B / 2", "group-broken 2 A"]);
    assert!(ran.findings()[0].2.contains("they end in row 3, and go on in row 5"), "{:?}", ran.findings()[0]);
    // Blank rows between do not part a group.
    assert_eq!(found(&[adjacent], "A,1,,1,,\n,,,,,\nA,2,,,1,\n"), ["blank-row 3 A / 2"]);
}

#[test]
fn groups_that_have_ended_count_again_where_more_of_them_comes() {
    let rules = [
        "each = { by = ['Move'], adjacent = true }\ncheck = 'SUM(Debit) = SUM(Credit)'",
        "each = { by = ['Move'] }\nsame = ['Currency']",
        "each = { by = ['Move'] }\nnumbered = 'Line'",
    ];
    let together: String = (0..3_000).map(|at| format!("M{at},1,EUR,1,,\nM{at},2,EUR,,1,\n")).collect();
    // One that goes on as it should but for its totals, and many of which each row is wrong.
    for more in [1, 1_500] {
        let again: String = (0..more).map(|at| format!("M{},4,GBP,2,,\n", at * 2)).collect();
        let ran = Folder::with(&rulebook(&rules), format!("Move,Line,Currency,Debit,Credit,Date\n{together}{again}"));
        let ran = ran.run(&["check", "data.csv", "-r", "t.rulebook.toml", "--format", "json", "--limit", "10000"]);
        let found = ran.findings();
        let of = |code: &str| found.iter().filter(|(known, ..)| known == code).collect::<Vec<_>>();
        for code in ["group-broken", "not-the-same", "numbering-slip", "split-group"] {
            assert_eq!(of(code).len(), more, "{code}");
        }
        let last = (more - 1) * 2;
        let (first, row) = (last * 2 + 2, 6_001 + more);
        let said: Vec<&str> = ["group-broken", "not-the-same", "numbering-slip", "split-group"]
            .iter()
            .map(|code| of(code)[more - 1].2.as_str())
            .collect();
        let expected = [
            format!("Move M{last}: the sum of Debit must be the same as the sum of Credit; here the sum of Debit is 3 and the sum of Credit is 1 (2 apart), in rows {first}-{}, {row}.", first + 1),
            format!("Currency is \"GBP\" here and \"EUR\" in row {first}, the first of Move M{last}; it must be the same in all rows."),
            "For each Move: Line must count the rows: 1, 2, 3 and so on, without a gap; here Line is \"4\", and it should be 3.".to_owned(),
            format!("The rows of Move M{last} are not together: they end in row {}, and go on in row {row}, with other rows between.", first + 1),
        ];
        assert_eq!(said, expected);
    }
}

#[test]
fn rows_without_a_group_are_said_once_and_left_out() {
    let lines = "A,1,,1,1,\n,2,,9,,\n,3,,9,,\n";
    let ran = ran(&[BALANCE], lines);
    assert_eq!(said(&ran), ["no-group 3 -"]);
    assert!(ran.findings()[0].2.starts_with("2 rows have no Move, and belong to no group"), "{:?}", ran.findings()[0]);
}

#[test]
fn a_group_over_two_files_is_said_in_the_second() {
    let folder = Folder::with(&rulebook(&[BALANCE]), "Move,Line,Currency,Debit,Credit,Date\nA,1,,1,,\nB,1,,1,1,\n");
    folder.write("more.csv", "Move,Line,Currency,Debit,Credit,Date\nC,1,,1,1,\nA,2,,,1,\n");
    let ran = folder.run(&["check", "data.csv", "more.csv", "-r", "t.rulebook.toml", "--format", "json"]);
    assert_eq!(said(&ran), ["group-broken 2 A", "group-over-files 3 A"]);
    assert!(ran.findings()[1].2.contains("Move A is in data.csv too, from row 2 on"), "{:?}", ran.findings()[1]);
}

#[test]
fn a_missing_column_is_said_at_the_headings_alone() {
    let folder = Folder::with(&rulebook(&[BALANCE]), "Line,Currency,Debit,Credit,Date\n1,,1,,\n");
    assert_eq!(said(&folder.check(&[])), ["missing-heading 1 -"]);
}

#[test]
fn a_rules_own_words_and_severity_count() {
    let rule = format!("{BALANCE}\nmessage = 'A movement balances'\nseverity = 'warning'");
    let ran = ran(&[&rule], "A,1,,1,,\n");
    assert_eq!(ran.status, 0);
    assert!(
        ran.findings()[0].2.starts_with("Move A: A movement balances; here the sum of Debit is 1"),
        "{:?}",
        ran.findings()[0]
    );
}

#[test]
fn the_words_of_a_rule_over_groups_quote_what_is_known() {
    let first = |rule: &str, lines: &str| {
        let folder = Folder::with(&rulebook(&[rule]), format!("Move,Line,Currency,Debit,Credit,Date\n{lines}"));
        folder.check_in_pieces().findings()[0].2.clone()
    };
    // Of a group its key, and of a row all of its cells.
    for (rule, lines, due) in [
        (
            format!("{BALANCE}\nmessage = 'Movement {{Move}} does not balance'"),
            "A,1,,1,,\n",
            "Movement A does not balance; here the sum of Debit is 1",
        ),
        (
            "each = { by = ['Move', 'Currency'] }\ncheck = 'SUM(Debit) = SUM(Credit)'\nmessage = '{Currency} {Line} of {Move}'"
                .to_owned(),
            "A,1,GBP,1,,\n",
            "GBP 1 of A; here the sum",
        ),
        (
            format!("{EACH}\nnumbered = 'Line'\nmessage = '{{Currency}} lines of {{Move}} are counted'"),
            "A,1,GBP,,,\nA,3,EUR,,,\n",
            "EUR lines of A are counted; here Line is \"3\"",
        ),
        (
            "check = 'Debit >= previous.Debit'\nmessage = 'Line {Line} of {Move} goes down'".to_owned(),
            "A,1,,5,,\nA,2,,4,,\n",
            "Line 2 of A goes down; here Debit is 4",
        ),
        (
            format!("{EACH}\ncheck = 'SUM(Debit) <= 5'\nrunning = true\nmessage = 'Line {{Line}} of {{Move}} is too much'"),
            "A,1,,5,,\nA,2,,4,,\n",
            "Line 2 of A is too much; with this row",
        ),
    ] {
        let said = first(&rule, lines);
        assert!(said.starts_with(due), "{said}");
    }
}

#[test]
fn neither_chunks_nor_threads_change_what_is_said() {
    let mut lines = String::new();
    for row in 0..400 {
        let group = (row * 7) % 61;
        lines.push_str(&format!(
            "G{group},{},{},{},{},\n",
            row % 5,
            ["GBP", "EUR"][usize::from(row % 41 == 0)],
            row % 9,
            row % 8
        ));
    }
    let adjacent = "each = { by = ['Move'], adjacent = true }\ncheck = 'SUM(Debit) = SUM(Credit)'";
    let same = format!("{EACH}\nsame = ['Currency']");
    let numbered = format!("{EACH}\nnumbered = 'Line'");
    let rules = [adjacent, &same, &numbered];
    let folder = Folder::with(&rulebook(&rules), format!("Move,Line,Currency,Debit,Credit,Date\n{lines}"));
    let whole = folder.check(&[]);
    assert!(said(&whole).len() > 100);
    for threads in ["1", "2", "8"] {
        for rows in ["1", "2", "7", "1000"] {
            let cut = folder.check(&["--threads", threads, "--chunk-rows", rows]);
            assert_eq!(cut.stdout, whole.stdout, "{threads} {rows}");
        }
    }
}

#[test]
fn mistakes_in_rules_over_groups_are_said_with_their_place() {
    for (rule, due) in [
        ("same = ['Currency']", "same goes over several rows: say each = \"sheet\" or each = { by = [\"…\"] }"),
        ("each = { by = ['Moove'] }\nrows = { min = 1 }", "no column is called Moove; did you mean Move?"),
        ("each = 'document'\nrows = { min = 1 }", "each is \"row\", \"record\", \"sheet\" or a group"),
        ("each = 'sheet'\nat_least_one = ['Move', 'Line']", "at_least_one goes over one row at a time: leave out each"),
        ("each = 'sheet'\nrows = { }", "rows needs min, max or both"),
        ("each = 'sheet'\nrows = { min = 3, max = 2 }", "the least number of rows is greater than the greatest"),
        ("each = 'sheet'\nnumbered = 'Move'", "only numbers count the rows: make Move type = \"whole\""),
        ("each = 'sheet'\nsame = ['Move']\ntolerance = 1", "a tolerance is for columns of numbers"),
        ("each = 'sheet'\nin_order = { column = 'Move', step = 1 }", "a step is a number other than 0"),
        ("each = 'sheet'\ncheck = 'Debit = 1'", "Debit"),
        ("each = 'sheet'\ncheck = '1 = 1'", "this names nothing over several rows"),
        ("each = 'sheet'\ncheck = 'SUM(Debit)'", "a condition must be true or false"),
    ] {
        let ran = ran(&[rule], "A,1,,,,\n");
        assert!(ran.status == 2 && ran.stderr.contains(due), "{rule}: {}", ran.stderr);
    }
}

const FIGURES: &str = "[[sheet.figure]]\nlabel = 'Debits'\nvalue = 'SUM(Debit)'\nby = ['Currency']\n[[sheet.figure]]\nlabel = 'Rows'\nvalue = 'COUNT(*)'\n";

#[test]
fn figures_have_sections_and_a_total() {
    let lines = "A,1,GBP,1.5,,\nB,1,EUR,2,,\nC,1,GBP,x,,\nD,1,,4,,\nE,1,EUR,0.25,,\n";
    let folder = Folder::with(&format!("{COLUMNS}{FIGURES}"), format!("Move,Line,Currency,Debit,Credit,Date\n{lines}"));
    let figures = folder.check(&[]).json()["figures"].clone();
    assert_eq!((figures[0]["value"].as_str(), figures[0]["by"].as_str()), (Some("7.75"), Some("Currency")));
    let sections: Vec<_> = figures[0]["sections"]
        .as_array()
        .unwrap()
        .iter()
        .map(|each| {
            (
                each["section"].as_str().unwrap(),
                each["value"].as_str().unwrap(),
                each["rows_left_out"].as_u64().unwrap(),
            )
        })
        .collect();
    // In the order of their first rows; a blank makes a section, and counts in the total.
    assert_eq!(sections, [("GBP", "1.5", 1), ("EUR", "2.25", 0), ("(blank)", "4", 0)]);
    assert_eq!(
        (figures[1]["value"].as_str(), figures[1]["by"].as_str(), figures[1]["sections"].as_array().unwrap().len()),
        (Some("5"), None, 0)
    );
    let text = folder.run(&["check", "data.csv", "-r", "t.rulebook.toml"]).stdout;
    assert!(
        text.contains(
            "Figures   Rows 5\n          Debits 7.75 (without 1 row whose value cannot be read); by Currency: GBP 1.5"
        ),
        "{text}"
    );
    let csv = folder.run(&["check", "data.csv", "-r", "t.rulebook.toml", "--format", "csv"]).stdout;
    assert!(csv.ends_with(",,,,,,Debits,EUR,2.25,figure,,,,\r\n,,,,,,Debits,(blank),4,figure,,,,\r\n,,,,,,Debits,,7.75,figure,,,,\r\n,,,,,,Rows,,5,figure,,,,\r\n"), "{csv}");
}

#[test]
fn a_screen_lists_twenty_sections_and_the_other_forms_all() {
    let lines: String = (0..50).map(|at| format!("M{at},1,C{at:02},1,,\n")).collect();
    let folder = Folder::with(&format!("{COLUMNS}{FIGURES}"), format!("Move,Line,Currency,Debit,Credit,Date\n{lines}"));
    let text = folder.run(&["check", "data.csv", "-r", "t.rulebook.toml"]).stdout.replace("\n          ", " ");
    assert!(text.contains("C19 1; and 30 more, which json, csv and xlsx list") && !text.contains("C20"), "{text}");
    assert_eq!(folder.check(&[]).json()["figures"][0]["sections"].as_array().unwrap().len(), 50);
    folder.run(&["check", "data.csv", "-r", "t.rulebook.toml", "-o", "report.xlsx"]);
    let book = lungwort_core::intake::Source::path(&folder.path().join("report.xlsx")).unwrap().workbook().unwrap();
    assert_eq!(book.sheets.last().unwrap().name, "Figures");
    let unknown = FIGURES.replace("['Currency']", "['Curency']");
    let ran = Folder::with(&format!("{COLUMNS}{unknown}"), "").check(&[]);
    assert!(
        ran.status == 2 && ran.stderr.contains("no column is called Curency; did you mean Currency?"),
        "{}",
        ran.stderr
    );
}

fn limited(limits: &str, lines: &str) -> Ran {
    let sheet = COLUMNS.replacen("[[sheet]]\n", &format!("[[sheet]]\n{limits}\n"), 1);
    Folder::with(&sheet, format!("Move,Line,Currency,Debit,Credit,Date\n{lines}")).check(&[])
}

fn messages(ran: &Ran) -> Vec<String> {
    ran.findings().into_iter().map(|(code, _, message)| format!("{code}: {message}")).collect()
}

#[test]
fn limits_of_groups_and_sums_say_how_the_rows_could_be_split() {
    let lines: String = (0..5).map(|group| format!("M{group},1,,10,,\nM{group},2,,5.5,,\n")).collect();
    let by = "max_groups = { by = ['Move'], at_most = 2 }";
    assert_eq!(
        messages(&limited(by, &lines)),
        [
            "too-many-groups: There are 5 different Move; at most 2 are allowed.",
            "possible-split: With no Move cut, the rows could go into 3 files in the order in which they first come: M0 to M1 (4 rows); M2 to M3 (4 rows); M4 (2 rows).",
        ]
    );
    assert_eq!(messages(&limited("max_groups = { by = ['Move'], at_most = 5 }", &lines)), [] as [&str; 0]);
    assert_eq!(limited(by, &lines).codes(), ["too-many-groups", "possible-split"]);
    // A sum, with groups that are not cut and without.
    let sum = format!("{}\nmax_sum = {{ column = 'Debit', at_most = 40 }}", by.replace('2', "9"));
    let said = messages(&limited(&sum, &lines));
    assert_eq!(limited(&sum, &lines).codes(), ["sum-too-large", "possible-split"]);
    assert_eq!(said[0], "sum-too-large: Debit comes to 77.5; at most 40 is allowed.");
    assert!(
        said[1].contains("3 files") && said[1].contains("M0 to M1 (4 rows); M2 to M3 (4 rows); M4 (2 rows)"),
        "{said:?}"
    );
    assert_eq!(messages(&limited("max_sum = { column = 'Debit', at_most = 40 }", &lines)), [said[0].clone()]);
    assert_eq!(messages(&limited("max_sum = { column = 'Debit', at_most = 77.5 }", &lines)), [] as [&str; 0]);
    // The limit of rows is said as ever, and the split beside it.
    let rows = format!("{}\nmax_rows = 5", by.replace('2', "9"));
    let ran = limited(&rows, &lines);
    assert_eq!(ran.codes(), ["too-many-rows", "possible-split"]);
    let said = messages(&ran);
    assert!(said[0].starts_with("possible-split: With no Move cut, the rows could go into 3 files"), "{said:?}");
    assert!(said[1].starts_with("too-many-rows"), "{said:?}");
}

#[test]
fn a_group_larger_than_a_limit_cannot_be_sent_and_an_unreadable_cell_leaves_a_sum_open() {
    let large = limited(
        "max_groups = { by = ['Move'], at_most = 9 }\nmax_rows = 2",
        "A,1,,1,,\nB,1,,1,,\nB,2,,1,,\nB,3,,1,,\n",
    );
    assert!(messages(&large)[0].ends_with("Move B alone is larger than one file may be."), "{:?}", messages(&large));
    let open = limited("max_sum = { column = 'Debit', at_most = 1 }", "A,1,,x,,\nB,1,,5,,\n");
    assert_eq!(open.codes(), ["not-number", "open-total"]);
    for (limit, due) in [
        ("max_sum = { column = 'Move', at_most = 1 }", "only numbers can be summed"),
        ("max_sum = { column = 'Debit', at_most = 'many' }", "many is not a number"),
        ("max_groups = { by = ['Moove'], at_most = 1 }", "no column is called Moove; did you mean Move?"),
    ] {
        let ran = limited(limit, "");
        assert!(ran.status == 2 && ran.stderr.contains(due), "{limit}: {}", ran.stderr);
    }
}

#[test]
fn a_row_is_compared_with_the_one_before_it_in_the_sheet_its_group_or_its_record() {
    let lines = "A,1,GBP,10,4,\nB,1,GBP,7,1,\nA,2,GBP,6,1,\nA,3,GBP,9,1,\nB,2,GBP,x,1,\nB,3,GBP,1,1,\n";
    // What is left of the row before: in the sheet, each row follows the one above.
    let sheet = "check = 'Debit <= previous.Debit'";
    let ran1 = ran(&[sheet], lines);
    assert_eq!(said(&ran1), ["rule-broken 5 A / 3", "not-number 6 B / 2"]);
    assert_eq!(
        ran1.findings()[0].2,
        "Debit must be at most Debit of the row before; here Debit is 9, and in the row before Debit is 6."
    );
    // In its group: 10 - 4 is 6, and 6 - 1 is not 9. A row that cannot be read is compared with nothing.
    let group = format!("{EACH}\ncheck = 'Debit = previous.Debit - previous.Credit'");
    assert_eq!(found(&[&group], lines), ["rule-broken 5 A / 3", "not-number 6 B / 2"]);
    // Under a condition, and with words of its own.
    let when = format!("{sheet}\nwhen = \"Move = 'B'\"\nmessage = 'It never grows'");
    assert_eq!(found(&[&when], "A,1,,1,,\nA,2,,2,,\nB,1,,3,,\n"), ["rule-broken 4 B / 1"]);
    // In whatever pieces the rows are read.
    let rules = [sheet.to_owned(), group];
    let folder =
        Folder::with(&rulebook(&[&rules[0], &rules[1]]), format!("Move,Line,Currency,Debit,Credit,Date\n{lines}"));
    let whole = folder.check(&[]).stdout;
    for rows in ["1", "2", "7"] {
        assert_eq!(folder.check(&["--chunk-rows", rows, "--threads", "4"]).stdout, whole, "{rows}");
    }
    for (rule, due) in [
        ("check = 'Debit > previous.Nothing'", "previous.Nothing"),
        ("when = 'previous.Debit > 1'\ncheck = 'Debit > 1'", "only check knows the row before"),
    ] {
        let ran = ran(&[rule], lines);
        assert!(ran.status == 2 && ran.stderr.contains(due), "{rule}: {}", ran.stderr);
    }
}

#[test]
fn sums_are_exact_or_open_and_never_rounded() {
    // 28 digits and three decimal places have no room in one number: the total is open, however the rows are cut up.
    let folder = Folder::with(
        &rulebook(&[BALANCE]),
        "Move,Line,Currency,Debit,Credit,Date\nA,1,,9999999999999999999999999999,,\nA,2,,0.571,,\nB,1,,0.1,,\nB,2,,0.2,0.3,\n",
    );
    for rows in ["1", "2", "100"] {
        assert_eq!(said(&folder.check(&["--chunk-rows", rows])), ["open-total 2 A"], "{rows}");
    }
}

#[test]
fn rows_that_belong_elsewhere_are_not_among_those_of_a_group() {
    // A blank row and a row of another group between.
    let lines = "A,1,,1,,\n\nA,2,,,3,\nB,1,,,,\nA,4,,1,,\n";
    for rows in ["1", "2", "100"] {
        let folder = Folder::with(&rulebook(&[BALANCE]), format!("Move,Line,Currency,Debit,Credit,Date\n{lines}"));
        let found = folder.check(&["--chunk-rows", rows]).findings();
        let said = found.iter().find(|(code, ..)| code == "group-broken").expect("it does not balance");
        assert!(said.2.ends_with("in rows 2, 4, 6."), "{rows}: {}", said.2);
    }
}

#[test]
fn a_column_that_a_rule_needs_and_the_file_does_not_have_is_said_at_the_headings_alone() {
    let same = format!("{EACH}\nsame = ['Currency']");
    let numbered = format!("{EACH}\nnumbered = 'Line'");
    let size = format!("{EACH}\nrows = {{ min = 2 }}");
    let when = format!("{BALANCE}\nwhen = \"Currency = 'GBP'\"");
    let sum = "each = 'sheet'\ncheck = 'SUM(Credit) > 0'";
    for (rules, heading, row, due) in [
        (vec![BALANCE, sum], "Move,Line,Currency,Debit,Date", "A,1,GBP,5,", vec!["missing-heading 1 -"]),
        (vec![when.as_str()], "Move,Line,Debit,Credit,Date", "A,1,5,6,", vec!["missing-heading 1 -"]),
        (vec![same.as_str()], "Move,Line,Debit,Credit,Date", "A,1,5,6,", vec!["missing-heading 1 -"]),
        (vec![numbered.as_str()], "Move,Currency,Debit,Credit,Date", "A,GBP,5,6,", vec!["missing-heading 1 -"]),
        (
            vec!["check = 'Debit > previous.Credit'"],
            "Move,Line,Currency,Debit,Date",
            "A,1,GBP,5,",
            vec!["missing-heading 1 -"],
        ),
        // What does not need the column is judged.
        (
            vec![BALANCE, size.as_str()],
            "Move,Line,Currency,Debit,Date",
            "A,1,GBP,5,",
            vec!["missing-heading 1 -", "group-size 2 A"],
        ),
    ] {
        let folder = Folder::with(&rulebook(&rules), format!("{heading}\n{row}\n"));
        assert_eq!(said(&folder.check(&[])), due, "{rules:?}");
    }
}

#[test]
fn rows_without_a_group_are_counted_however_scattered_they_are() {
    let lines: String =
        (0..900).map(|row| if row % 2 == 0 { ",1,,1,1,\n".to_owned() } else { format!("M{row},1,,1,1,\n") }).collect();
    for rows in ["7", "2000"] {
        let folder = Folder::with(&rulebook(&[BALANCE]), format!("Move,Line,Currency,Debit,Credit,Date\n{lines}"));
        let found = folder.check(&["--chunk-rows", rows]).findings();
        assert!(found[0].2.starts_with("450 rows have no Move"), "{rows}: {}", found[0].2);
    }
}

#[test]
fn an_interval_says_how_many_rows_there_are() {
    let sheet = "[[sheet]]\nkey = ['Box']\ncolumn = [{ heading = 'Lot' }, { heading = 'Box' }, { heading = 'From', type = 'whole' }, { heading = 'To', type = 'whole' }]\n\
        [[sheet.rule]]\neach = { by = ['Lot'] }\nnumbered = { from = 'From', to = 'To' }\n";
    // It may begin anywhere, and need not be said on every row.
    let data = "Lot,Box,From,To\nA,a,5,7\nA,b,,\nA,c,5,7\nB,d,1,3\nB,e,1,3\nC,f,,\n";
    let folder = Folder::with(sheet, data);
    let ran = folder.check_in_pieces();
    assert_eq!(said(&ran), ["group-broken 5 B"]);
    let due = "Lot B: there must be as many rows as from From to To; here (the greatest To) − (the least From) + 1 is 3 and the number of rows is 2 (1 apart), in rows 5-6.";
    assert_eq!(ran.findings()[0].2, due);
    for (numbered, due) in [
        ("{ from = 'Box', to = 'To' }", "only numbers count the rows"),
        ("{ from = 'Form', to = 'To' }", "no column is called Form; did you mean From?"),
    ] {
        let ran = Folder::with(&sheet.replace("{ from = 'From', to = 'To' }", numbered), "").check(&[]);
        assert!(ran.stderr.contains(due), "{}", ran.stderr);
    }
}

#[test]
fn the_limit_of_the_file_says_how_its_one_sheet_could_be_split() {
    let rule = format!("[[sheet.rule]]\n{BALANCE}\n");
    let sheet = format!("[file]\nmax_rows = 3\n{COLUMNS}{rule}");
    let lines: String = (0..3).map(|group| format!("M{group},1,,10,,\nM{group},2,,,10,\n")).collect();
    let data = format!("Move,Line,Currency,Debit,Credit,Date\n{lines}");
    let ran = Folder::with(&sheet, &data).check_in_pieces();
    let said = messages(&ran);
    assert_eq!(ran.codes(), ["too-many-rows", "possible-split"]);
    assert!(
        said[0].contains("3 files in the order in which they first come: M0 (2 rows); M1 (2 rows); M2 (2 rows)"),
        "{said:?}"
    );
    // The smaller limit counts.
    let sheet = sheet.replacen("[[sheet]]\n", "[[sheet]]\nmax_rows = 4\n", 1);
    assert!(messages(&Folder::with(&sheet, &data).check(&[])).iter().any(|said| said.contains("3 files")));
}
